package recipe

import (
	"math"
	"slices"
	"strings"

	"apodemos/core/quantity"
)

// aPour is a pour as the words tell it: what the scale shows after it, or how much it
// is, and when it begins.
type aPour struct {
	span
	v     float64
	kind  pourKind
	atS   *float64 // since the first
	byS   *float64 // done by then
	bloom bool
	restS float64 // what a bloom rests
	waits bool    // until the bed has drained
}

type pourKind int

const (
	open  pourKind = iota // “0:45 120 g”: a reading or an amount, by what the others make of it
	plain                 // “pour 120 g”: an amount, unless readings fit better
	total                 // “to 120 g”
	part                  // “another 80 g”
	share                 // “40 %” of the water
	times                 // “3x” the dose
)

// A pause is what the words let pass between two pours.
type pause struct {
	span
	s       float64
	drained bool
}

const (
	timeUnit = `(hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|sec|s|'|")`
	ordinal  = `(?:first|second|third|fourth|fifth|sixth|last|final|1st|2nd|3rd|4th|5th)`
)

var (
	everyRe = lazily(`(?i)(?:,?\s*(?:one\s+|each\s+)?every\s+` + number + `\s*` + timeUnit + `(?:\b|\s|$)|` + number + `\s*` + timeUnit +
		`\s+(?:apart|between(?:\s+(?:them|each|pours))?|intervals?|(?:pauses?|rests?)(?:\s+(?:between|after)(?:\s+(?:each|them|pours))?)?|after\s+(?:the\s+)?(?:one|pour|last|previous)(?:\s+(?:one|pour))?(?:\s+before)?)\b|\beach\s+` + number + `\s*(s|sec|secs|seconds)\b)`)
	everyDrained = lazily(`(?i)\beach\s+(?:when|once|after)\s+(?:the\s+)?(?:last|one\s+before|previous)(?:\s+(?:one|pour))?\s+(?:has\s+|is\s+)?(?:drained|gone|through|run)(?:\s+(?:through|down|away))?`)
	drainedRe    = lazily(`(?i)\b(?:(?:when|once|after|until)\s+(?:(?:it|that|the\s+(?:bed|water|last|first|previous)(?:\s+(?:one|pour))?)\s+)?(?:has\s+|is\s+)?(?:all\s+)?(?:drained|gone|through|dry|run\s+through)(?:\s+(?:through|down|away))?|wait(?:ing)?\s+(?:for\s+it\s+)?(?:to\s+drain|until\s+it\s+(?:has\s+)?drain(?:s|ed)))\b`)
	pauseRe      = lazily(`(?i)\b(?:wait(?:ing)?|rest|pause|let\s+it\s+(?:bloom|rest|stand)|after(?:\s+another)?)\s+(?:for\s+)?(?:about\s+)?(?:another\s+)?(?:` + number + `\s*` + timeUnit + `|` + stamp + `)(?:\b|\s|$)`)
	waitAfter    = lazily(`(?i)\bwait\s+` + number + `\s*` + timeUnit + `\s+after\s+(?:the\s+)?first\s+` + number + `\s*(?:g|ml)?\b`)
	countRe      = lazily(`(?i)(?:^|[^:\d.])(\d{1,2})\s*(?:x\s*|(equal\s+)?pours?\s*(?:of\s*|x\s*|[:,(]\s*)?(?:at\s+)?)` + number + `\s*(?:g|ml)\b(?:\s+each\b)?`)
	sizedRe      = lazily(`(?i)\b` + number + `\s*(?:g|ml)\s+pours\b`)
	upToRe       = lazily(`(?i)\bup\s+to\s+` + number + `\s*(?:g|ml)\b`)
	untilRe      = lazily(`(?i)\b(?:add|pour)\s+` + number + `\s*(?:g|ml)\s+every\s+` + number + `\s*(s|sec|secs|seconds|min)\b\s*,?\s*(?:up\s+to|until|to)\s+` + number + `\s*(?:g|ml)\b`)
	startRe      = lazily(`(?i)\b(?:start|begin)\s+with\s+` + number + `\s*(?:g|ml)\b`)
	equalRe      = lazily(`(?i)\b(?:in\s+)?(\d{1,2})\s+(equal\s+)?pours?\b`)
	onePourRe    = lazily(`(?i)\b(?:(?:the\s+)?(?:rest|all)\s+)?in\s+(?:a\s+single|one)\s+(?:go|pour)\b|\bone\s+pour\b|\ball\s+(?:at\s+once|in\s+one)\b`)
	allAtOnce    = lazily(`(?i)\bpour\s+all(?:\s+of\s+it)?\s+` + number + `\s*(?:g|ml)\s+at\s+once\b`)
	stampPour    = lazily(`(?i)(?:\bat\s+)?` + stamp + `(?:\s*(?:-|to)\s*` + stamp + `)?\s*[|:=>,-]*\s*(?:then\s+)?(?:first\s+)?((?:bloom(?:ing)?|pour|add|another)(?:\s+\d{1,2}\b)?\s+(?:with\s+)?)*((?:up\s+)?to\s+|\+\s*)?` + number + `\s*(g|ml)\b(\s+more\b)?`)
	pourStamp    = lazily(`(?i)(?:\b(pour|add|another)(?:\s+\d{1,2}\b)?\s+)?((?:up\s+)?to\s+|\+\s*)?` + number + `\s*(g|ml)?\s*(more\s*)?(?:(?:at|@)\s*` + stamp + `|\(\s*` + stamp + `\s*\)|` + stamp + `\s*-\s*` + stamp + `)`)
	secondsPour  = lazily(`(?i)\bat\s+` + number + `\s*(s|sec|secs|seconds|min)\b\s*,?\s*(?:pour\s+|add\s+)?(to\s+|\+\s*|another\s+)?` + number + `\s*(g|ml)\b(\s+more\b)?`)
	byPour       = lazily(`(?i)(?:pour\s+)?(?:up\s+)?to\s+` + number + `\s*(?:g|ml)\s*by\s*` + stamp)
	cuedPour     = lazily(`(?i)\b(?:(pour(?:\s+\d{1,2}\s*:)?|add|another|(?:start|begin|wet)(?:\s+(?:all|the\s+(?:grounds|bed|coffee)|them|it))?(?:\s+with)?|then(?:\s+another)?|the\s+(?:` + ordinal + `)|` + ordinal + `(?:\s+pour)?)\s*:?\s+(?:slowly\s+|gently\s+|in\s+circles\s+)?(?:pour\s+|add\s+)?(?:another\s+)?(?:the\s+last\s+)?)((?:up\s+)?to\s+)?` + number + `\s*(g|ml|%)(?:(?:\s+of)?(?:\s+the)?\s+(?:water|total)\b)?`)
	toPour       = lazily(`(?i)\b(?:(?:slow(?:ly)?|up|circles)\s+)?to\s+` + number + `\s*(g|ml)\b`)
	sharePour    = lazily(`(?i)` + number + `\s*%\s*(?:at|@)\s*` + stamp)

	bloomRe = lazily(`(?i)(?:` + number + `\s*(s|sec|secs|seconds|min)\s+)?\bbloom(?:ing)?\b\s*(?:for\s+|of\s+|:\s*)?(?:` + number + `\s*(s|sec|secs|seconds|min)\b\s*)?\(?(?:[,:]?\s*(?:with|at|of|to|using)?\s*` +
		number + `\s*(?:(x|times|:\s*1\b)(?:\s*(?:the\s+)?(?:dose|coffee|weight))?|(g|ml|%)(?:\s*(?:of\s+)?(?:the\s+)?water)?))?\)?(?:\s*(?:for|,|-)?\s*(?:` + stamp + `|` + number + `\s*(s|sec|secs|seconds|min)\b))?`)
	shareBloom = lazily(`(?i)` + number + `\s*%\s+bloom(?:ing)?\b(?:\s*(?:,|for)?\s*` + number + `\s*(s|sec|secs|seconds|min)\b)?`)
	gramsBloom = lazily(`(?i)` + number + `\s*(?:g|ml)\s*(?:\(\s*)?bloom(?:ing)?\b(?:\s*(?:,|for)?\s*` + number + `\s*(s|sec|secs|seconds|min)\b)?\s*\)?`)
)

// pourTimes finds the pauses that hold for all pours, or for one.
func (r *reader) pourTimes() {
	r.each(everyDrained, func([]string, span) bool { r.allDrained = true; return true })
	r.each(waitAfter, func(m []string, s span) bool {
		r.pours = append(r.pours, aPour{span: s, v: num(m[3]), kind: total, bloom: true, restS: lasting(m[1], m[2])})
		return true
	})
	r.each(everyRe, func(m []string, s span) bool {
		v := lasting(m[1]+m[3]+m[5], m[2]+m[4]+m[6])
		if r.everyS > 0 || v < leastPour || v > 600 {
			return false
		}
		r.everyS, r.every = v, s
		return true
	})
}

// pausing finds the pauses between two pours: those that stand between their words.
func (r *reader) pausing() {
	r.each(drainedRe, func(_ []string, s span) bool {
		// “To 200 g once drained” says it of the pour before.
		for i := range r.pours {
			if p := &r.pours[i]; p.from > 0 && p.to <= s.from && strings.TrimSpace(r.text.read[p.to:s.from]) == "" {
				p.waits = true
				r.pauses = append(r.pauses, pause{span: s, drained: true})
				return true
			}
		}
		if len(r.pours) == 0 || !slices.ContainsFunc(r.pours, func(p aPour) bool { return p.from > s.from }) {
			return false // the end of the brew
		}
		r.pauses = append(r.pauses, pause{span: s, drained: true})
		return true
	})
	r.each(pauseRe, func(m []string, s span) bool {
		v := lasting(m[1], m[2])
		if m[3] != "" {
			v = seconds(m[3], m[4])
		}
		before := slices.ContainsFunc(r.pours, func(p aPour) bool { return p.from < s.from })
		if v < leastPour || v > 600 || !before || len(r.pours) == 1 && r.recipe.DoseG == nil && !r.pours[0].bloom && strings.HasPrefix(strings.ToLower(m[0]), "after") {
			return false
		}
		r.pauses = append(r.pauses, pause{span: s, s: v})
		return true
	})
}

// table finds pours in rows: a time and a figure in each, under a heading or none.
func (r *reader) table() {
	type row struct {
		span
		cells []span
	}
	var rows []row
	at := 0
	for _, line := range strings.SplitAfter(r.text.read, ";") {
		cut := row{span: span{at, at + len(line)}}
		c := at
		for _, cell := range strings.SplitAfter(line, "|") {
			cut.cells = append(cut.cells, span{c, c + len(cell)})
			c += len(cell)
		}
		at += len(line)
		rows = append(rows, cut)
	}
	cell := func(s span) string { return strings.Trim(r.text.read[s.from:s.to], " |;") }
	kind, figure := open, -1
	var found []aPour
	for _, w := range rows {
		if len(w.cells) < 2 {
			continue
		}
		time, g := -1, -1
		for i, c := range w.cells {
			switch text := cell(c); {
			case wholeStamp.MatchString(text):
				time = i
			case wholeGrams.MatchString(text) && (figure < 0 && (g < 0 || strings.Trim(cell(w.cells[g]), "0123456789.") == "") || i == figure):
				g = i
			}
		}
		switch {
		case time < 0 && !strings.ContainsAny(r.text.read[w.from:w.to], "0123456789"):
			for i, c := range w.cells {
				switch name := strings.ToLower(cell(c)); {
				case strings.Contains(name, "amount"), strings.Contains(name, "add"):
					kind, figure = part, i
				case strings.Contains(name, "total"), strings.Contains(name, "reading"), strings.Contains(name, "scale"), name == "to":
					kind, figure = total, i
				}
			}
		case time >= 0 && g >= 0:
			m, f := wholeStamp.FindStringSubmatch(cell(w.cells[time])), wholeGrams.FindStringSubmatch(cell(w.cells[g]))
			found = append(found, aPour{span: w.span, v: num(f[1]), kind: kind, atS: new(seconds(m[1], m[2]))})
		}
	}
	if len(found) < 2 {
		return
	}
	for _, p := range found {
		r.take(p.span)
	}
	r.pours = append(r.pours, found...)
}

var (
	wholeStamp = lazily(`(?i)^` + stamp + `\s*(?:min|m)?$`)
	wholeGrams = lazily(`(?i)^\+?` + number + `\s*(?:g|ml)?$`)
	itemRe     = lazily(`(?i)^\s*` + number + `\s*(g|ml|%)?`)
	sepRe      = lazily(`(?i)^\s*(?:,?\s*(and|then)\s+|([/,+>-])\s*(?:and\s+|then\s+)?)`)
	notAmount  = lazily(`(?i)^\s*(?:s|sec|secs|seconds?|m|min|mins|minutes?|°|c|f|mg|mgl|ppm|clicks?|µm|um|people|cups?)\b|^\s*°|^:\d|^\s*g/|^\s*(?:g|ml)?\s*(?:of\s+)?(?:coffee|beans|dose)`)
	timesAt    = lazily(`(?i)^\s*(?:g|ml)?\s*(?:at|@)\s*(?:(\d{1,2}:\d{2}(?:\s*(?:[/,|>-]|and)+\s*\d{1,2}:\d{2})+)|(\d{1,3}(?:\s*(?:[/,|>-]|and)+\s*\d{1,3})+)\s*(?:s|sec|secs|seconds)\b)`)
	pourCue    = lazily(`(?i)(\bpours?\b[^.;]{0,24}|[^\d\s.]\s+to\s*|^\s*to\s*|\breadings?\s+(?:of\s+)?|\btotals?\s*:?\s*)$`)
	listSplit  = lazily(`[^\d.:]+`)
)

// series finds lists of pours: 30/110/170/200, 30 + 80 + 60, 20 %, 40 %, 40 %.
func (r *reader) series() {
	text := r.text.read
	for at := 0; at < len(text); at++ {
		if text[at] < '0' || text[at] > '9' || at > 0 && (text[at-1] >= '0' && text[at-1] <= '9' || text[at-1] == '.' || text[at-1] == ':') || r.taken[at] {
			continue
		}
		var items []float64
		unit, sep, end := "", "", at
		for next := at; ; {
			m := itemRe.FindStringSubmatch(text[next:])
			if m == nil || slices.Contains(r.taken[next:next+len(m[0])], true) {
				break
			}
			tail := text[next+len(m[0]):]
			if m[2] == "" && notAmount.MatchString(tail) || m[2] != "" && strings.HasPrefix(strings.TrimLeft(tail, " "), "/l") {
				break
			}
			if u := strings.ToLower(m[2]); u != "" && unit != "" && (u == "%") != (unit == "%") {
				break
			} else if u != "" {
				unit = u
			}
			items, end = append(items, num(m[1])), next+len(m[0])
			s := sepRe.FindStringSubmatch(tail)
			if s == nil {
				break
			}
			if s[2] != "" && sep != "" && s[2] != sep {
				break
			}
			if s[2] != "" {
				sep = s[2]
			}
			next = end + len(s[0])
		}
		if len(items) < 2 {
			continue
		}
		cue := pourCue.FindString(text[max(at-40, 0):at])
		times := timesAt.FindStringSubmatch(text[end:])
		several := len(items) >= 3 && r.everyS > 0
		if cue == "" && times == nil && !several && unit != "%" {
			continue
		}
		list, kind := []float64{}, open
		switch {
		case unit == "%":
			kind = share
		case strings.HasSuffix(strings.TrimRight(strings.ToLower(cue), " "), "to"), strings.HasPrefix(strings.ToLower(cue), "reading"), strings.HasPrefix(strings.ToLower(cue), "total"):
			kind = total
		case sep == "+":
			kind = part
		}
		if times != nil {
			list = moments(times[1] + times[2])
			if len(list) != len(items) {
				continue
			}
			end += len(times[0])
		}
		r.take(span{at, end})
		for i, v := range items {
			p := aPour{span: span{at, end}, v: v, kind: kind}
			if len(list) > 0 {
				p.atS = new(list[i])
			}
			r.pours = append(r.pours, p)
		}
		at = end
	}
}

// moments are those of a list, in s.
func moments(words string) []float64 {
	var out []float64
	for _, w := range listSplit.Regexp().Split(strings.TrimSpace(words), -1) {
		if minutes, s, is := strings.Cut(w, ":"); is {
			out = append(out, seconds(minutes, s))
		} else if w != "" {
			out = append(out, num(w))
		}
	}
	return out
}

// findPours finds every pour of the words, whatever way it is told.
func (r *reader) findPours() {
	add := func(p aPour) bool { r.pours = append(r.pours, p); return true }
	kindOf := func(verb, to, more string) pourKind {
		verb, to = strings.ToLower(verb), strings.ToLower(to)
		switch {
		case strings.Contains(to, "to"):
			return total
		case strings.Contains(to, "+"), more != "", strings.Contains(verb, "add"), strings.Contains(verb, "another"):
			return part
		case strings.Contains(verb, "pour"):
			return plain
		}
		return open
	}
	until := func(m []string, s span) bool {
		v, every, end := num(m[1]), lasting(m[2], m[3]), num(m[4])
		for _, p := range r.pours {
			end -= p.v
		}
		r.each(startRe, func(m []string, s span) bool {
			end -= num(m[1])
			return add(aPour{span: s, v: num(m[1]), kind: total, bloom: true, restS: every})
		})
		n := int(math.Round(end / v))
		if v == 0 || n < 1 || n > 11 || math.Abs(end-float64(n)*v) > 1 {
			return false
		}
		for range n {
			add(aPour{span: s, v: v, kind: part})
		}
		if r.everyS == 0 {
			r.everyS = every
		}
		return true
	}
	r.each(untilRe, until)
	r.pourTimes()
	r.table()
	r.series()
	r.each(countRe, func(m []string, s span) bool {
		n, v := int(num(m[1])), num(m[3])
		if n < 2 || n > 12 || len(r.pours) > 0 {
			return false
		}
		for range n {
			add(aPour{span: s, v: v, kind: part})
		}
		return true
	})
	r.each(sizedRe, func(m []string, s span) bool {
		if len(r.pours) > 0 || r.everyS == 0 {
			return false
		}
		v := num(m[1])
		end := 0.0
		r.each(upToRe, func(m []string, _ span) bool {
			end = num(m[1])
			return true
		})
		for at := v; at <= end+0.5; at += v {
			add(aPour{span: s, v: at, kind: total})
		}
		return len(r.pours) > 1
	})
	r.each(byPour, func(m []string, s span) bool {
		return add(aPour{span: s, v: num(m[1]), kind: total, byS: new(seconds(m[2], m[3]))})
	})
	r.each(shareBloom, func(m []string, s span) bool {
		return add(aPour{span: s, v: num(m[1]), kind: share, bloom: true, restS: lasting(m[2], m[3])})
	})
	r.each(gramsBloom, func(m []string, s span) bool {
		return add(aPour{span: s, v: num(m[1]), kind: total, bloom: true, restS: lasting(m[2], m[3])})
	})
	r.each(pourStamp, func(m []string, s span) bool {
		if m[4] == "" && !strings.Contains(m[2], "to") {
			return false
		}
		p := aPour{span: s, v: num(m[3]), kind: kindOf(m[1], m[2], m[5])}
		for i := 6; i < len(m) && p.atS == nil; i += 2 {
			if m[i] != "" {
				p.atS = new(seconds(m[i], m[i+1]))
			}
		}
		return add(p)
	})
	// A time before an amount is a pour's where the first of them begins the clock, or
	// something else does: 1:17, 15 g is a ratio and a dose.
	dated := slices.ContainsFunc(r.pours, func(p aPour) bool { return p.atS != nil })
	var timed []aPour
	r.each(stampPour, func(m []string, s span) bool {
		p := aPour{span: s, v: num(m[7]), kind: kindOf(m[5], m[6], m[9]), atS: new(seconds(m[1], m[2])), bloom: strings.HasPrefix(strings.ToLower(m[5]), "bloom")}
		comma := strings.Contains(r.text.read[s.from:s.to], ",") || strings.Contains(r.text.read[s.from:s.to], "|")
		if num(m[2]) <= 59 && !(dated && comma) && !doneWord.MatchString(r.text.read[:s.from]) && !strings.Contains(strings.ToLower(r.text.read[s.to:min(s.to+8, len(r.text.read))]), "coffee") {
			timed = append(timed, p)
		}
		return false
	})
	r.each(bloomRe, func(m []string, s span) bool {
		if slices.ContainsFunc(timed, func(p aPour) bool { return p.from < s.to && s.from < p.to && s.from >= p.from }) {
			return false
		}
		return r.bloom(m, s)
	})
	if len(r.pours) > 0 || len(timed) > 0 && *timed[0].atS == 0 {
		for _, p := range timed {
			if !slices.Contains(r.taken[p.from:p.to], true) {
				r.take(p.span)
				add(p)
			}
		}
	}
	r.each(secondsPour, func(m []string, s span) bool {
		return add(aPour{span: s, v: num(m[4]), kind: kindOf("", m[3], m[6]+strings.TrimSpace(strings.Replace(strings.ToLower(m[3]), "to", "", 1))), atS: new(lasting(m[1], m[2]))})
	})
	r.each(sharePour, func(m []string, s span) bool {
		return add(aPour{span: s, v: num(m[1]), kind: share, atS: new(seconds(m[2], m[3]))})
	})
	r.each(cuedPour, func(m []string, s span) bool {
		kind, verb := kindOf(m[1], m[2], ""), strings.ToLower(m[1])
		first := strings.Contains(verb, "first") || strings.HasPrefix(verb, "start") || strings.HasPrefix(verb, "begin") || strings.HasPrefix(verb, "wet")
		after := strings.ToLower(r.text.read[s.to:min(s.to+12, len(r.text.read))])
		if strings.Contains(after, "coffee") || strings.HasPrefix(strings.TrimLeft(after, " "), "/") || !strings.HasPrefix(verb, "pour") && kind == open && len(r.pours) == 0 && !first {
			return false
		}
		if m[4] == "%" {
			kind = share
		} else if kind == open && !strings.HasPrefix(verb, "then") {
			kind = plain
		}
		return add(aPour{span: s, v: num(m[3]), kind: kind, bloom: first})
	})
	if len(r.pours) > 0 {
		r.each(toPour, func(m []string, s span) bool { return add(aPour{span: s, v: num(m[1]), kind: total}) })
	}
	r.each(allAtOnce, func(m []string, s span) bool {
		r.oneGo = s
		r.masses = append(r.masses, mass{span: s, v: num(m[1]), unit: "g", of: "water"})
		return true
	})
	r.each(onePourRe, func(_ []string, s span) bool { r.oneGo = s; return true })
	r.each(equalRe, func(m []string, s span) bool {
		n := int(num(m[1]))
		if n < 2 || n > 12 {
			return false
		}
		if len(r.pours) > 1 {
			r.counts = append(r.counts, s)
			return true
		}
		if m[2] == "" && r.everyS == 0 && !r.allDrained {
			return false
		}
		for range n {
			add(aPour{span: s, v: 100 / float64(n), kind: share})
		}
		return true
	})
	r.pausing()
	slices.SortStableFunc(r.pours, func(a, b aPour) int { return a.from - b.from })
	// “Pour 50 g and let it bloom for 30 s” is one pour.
	for i := 1; i < len(r.pours); i++ {
		if p := r.pours[i]; p.bloom && p.v == 0 && i == 1 && r.pours[0].v > 0 {
			r.pours[0].restS, r.pours[0].to, r.pours[0].bloom = p.restS, p.to, true
			r.pours = slices.Delete(r.pours, i, i+1)
		}
	}
	// One pour that is not called the first is the water.
	if len(r.pours) == 1 {
		if p := r.pours[0]; !p.bloom && (p.kind == plain || p.kind == total || p.kind == open) && p.byS == nil {
			r.masses = append(r.masses, mass{span: p.span, v: p.v, unit: "g", of: "water"})
			r.pours = nil
		}
	}
}

// bloom is a first pour: so many grams, times the dose or per cent, and how long it rests.
func (r *reader) bloom(m []string, s span) bool {
	p := aPour{span: s, kind: total, bloom: true}
	if m[1] != "" {
		p.restS = lasting(m[1], m[2])
	}
	if m[3] != "" {
		p.restS = lasting(m[3], m[4])
	}
	switch {
	case m[5] == "":
	case m[6] != "":
		p.v, p.kind = num(m[5]), times
	case m[7] == "%":
		p.v, p.kind = num(m[5]), share
	default:
		p.v = num(m[5])
	}
	switch {
	case m[8] != "":
		p.restS = seconds(m[8], m[9])
	case m[10] != "":
		p.restS = lasting(m[10], m[11])
	}
	if p.v == 0 && p.restS == 0 {
		return false
	}
	if i := slices.IndexFunc(r.pours, func(q aPour) bool { return q.bloom }); i >= 0 {
		if p.v == 0 || r.pours[i].v == p.v {
			r.pours[i].restS = math.Max(r.pours[i].restS, p.restS)
			return true
		}
		return false
	}
	r.pours = append(r.pours, p)
	return true
}

// estimates where the words leave a time open. Common practice.
const (
	restS    = 30 // after a bloom or a pour without a time
	drainedS = 45 // until a pour of a cup or two has drained
)

// pourLine puts the pours in their order, with a reading and a moment for each.
func (r *reader) pourLine() {
	if len(r.pours) == 0 {
		r.inOneGo()
		return
	}
	var dose, water float64
	switch d, w, per := r.recipe.DoseG, r.recipe.WaterG, r.recipe.Ratio; {
	case d != nil && w != nil:
		dose, water = *d, *w
	case d != nil && per != nil:
		dose, water = *d, *d / *per * 1000
	case w != nil && per != nil:
		dose, water = *w**per/1000, *w
	case d != nil:
		dose = *d
	case w != nil:
		water = *w
	}
	leave := func() {
		for _, p := range r.pours {
			r.leave(p.span)
		}
		r.pours = nil
	}
	if !r.amountsOf(dose, water) {
		leave()
		return
	}
	if first := &r.pours[0]; first.atS == nil {
		first.atS = new(0.0)
	} else if *first.atS != 0 { // the clock starts at the first
		r.doubt(first.span, pourIsLate, quantity.Of(*first.atS, quantity.Second))
		leave()
		return
	}
	var out []PourTo
	var line []aPour // that out is of
	for i, p := range r.pours {
		pour := PourTo{ToG: math.Round(p.v*10) / 10}
		if i > 0 {
			if r.timed(&pour, p, line[len(line)-1], out[len(out)-1]); pour.AtS < out[len(out)-1].AtS+leastPour || pour.ToG < out[len(out)-1].ToG+1 {
				r.doubt(p.span, pourDoesNotFit)
				continue
			}
		}
		out, line = append(out, pour), append(line, p)
	}
	// A bloom leaves the rest to one pour.
	if n := len(out); n == 1 && line[0].bloom && water > out[0].ToG+1 {
		rest := line[0].restS
		if gap, is := r.between(line[0], aPour{span: span{len(r.text.read), 0}}); is && rest == 0 {
			rest = gap.s
		}
		if rest == 0 {
			rest = restS
			r.doubt(line[0].span, bloomHasNoTime, quantity.Of(rest, quantity.Second))
		}
		out = append(out, PourTo{AtS: rest, ToG: math.Round(water*10) / 10})
	}
	r.recipe.Pours = out
	r.sayPours(line, out)
}

// timed gives a pour its moment, by its own words or what passes since the one before.
func (r *reader) timed(pour *PourTo, p, before aPour, was PourTo) {
	gap, is := r.between(before, p)
	switch {
	case p.byS != nil:
		from := was.AtS + leastPour
		switch {
		case was.ForS != nil:
			from = was.AtS + *was.ForS
		case gap.s > 0:
			from = was.AtS + gap.s
		case before.restS > 0:
			from = was.AtS + before.restS
		}
		pour.AtS = math.Max(math.Round(*p.byS-(pour.ToG-was.ToG)/pourGPerS), from)
		pour.ForS = new(math.Max(*p.byS-pour.AtS, 1))
	case p.atS != nil:
		pour.AtS = *p.atS
	case p.waits, is && gap.drained, !is && r.allDrained:
		pour.AtS, pour.Drained = was.AtS+drainedS, true
	case is:
		pour.AtS = was.AtS + gap.s
	case before.restS > 0:
		pour.AtS = was.AtS + before.restS
	case r.everyS > 0:
		pour.AtS = was.AtS + r.everyS
	case before.bloom:
		pour.AtS = was.AtS + restS
		r.doubt(before.span, bloomHasNoTime, quantity.Of(restS, quantity.Second))
	default:
		pour.AtS = was.AtS + restS
		r.doubt(p.span, pourHasNoTime, quantity.Of(restS, quantity.Second))
	}
}

// inOneGo is a single pour of all the water.
func (r *reader) inOneGo() {
	if w := r.recipe.WaterG; w != nil && r.oneGo.to > 0 {
		r.recipe.Pours = []PourTo{{ToG: *w}}
		r.say(r.oneGo, "pours", asOnePour)
	}
}

// between is the pause that the words have between two pours.
func (r *reader) between(a, b aPour) (pause, bool) {
	for _, p := range r.pauses {
		if p.from >= a.to-1 && p.from < b.from {
			return p, true
		}
	}
	return pause{}, false
}

// amountsOf makes readings of the pours; false where they can't be known.
func (r *reader) amountsOf(dose, water float64) bool {
	line := r.pours
	open0 := func(p aPour) bool { return p.kind == open || p.kind == plain }
	// What is neither a reading nor an amount by its own words is what fits.
	sum, last, up, plains, free := 0.0, 0.0, true, true, 0
	for _, p := range line {
		v := p.v
		switch p.kind {
		case share, times:
			v = 0
		case total:
			if v <= last {
				up = false
			}
			sum, last = v, v
			continue
		}
		if open0(p) {
			free++
			plains = plains && p.kind == plain
		}
		if v <= last {
			up = false
		}
		sum, last = sum+v, v
	}
	readings := up && (!plains || water > 0 && near(last, water) && !near(sum, water))
	if up && water > 0 && near(sum, water) && !near(last, water) {
		readings = false
	}
	had := 0.0
	for i := range line {
		p := &line[i]
		switch {
		case p.kind == share && water == 0, p.kind == times && dose == 0:
			if p.bloom && len(line) == 1 {
				r.doubts = append(r.doubts, bloomLeftOut.Say())
			} else {
				r.doubt(p.span, pourNeedsWater)
			}
			return false
		case p.kind == share:
			p.v = had + p.v/100*water
		case p.kind == times:
			p.v = math.Round(p.v * dose)
		case p.bloom && p.v == 0 && dose == 0:
			r.doubts = append(r.doubts, bloomLeftOut.Say())
			return false
		case p.bloom && p.v == 0:
			p.v = math.Round(2 * dose) // common practice
			r.doubt(p.span, bloomHasNo, quantity.Of(p.v, quantity.Gram))
		case p.kind == part, open0(*p) && !readings:
			if open0(*p) && i > 0 && p.kind == open && !up {
				r.doubt(p.span, isLess)
			}
			p.v += had
		}
		had = p.v
	}
	return true
}

// sayPours tells what each piece of the words became.
func (r *reader) sayPours(line []aPour, out []PourTo) {
	done := map[span]bool{}
	for i, p := range line {
		if done[p.span] {
			continue
		}
		done[p.span] = true
		n := 0
		for _, q := range line {
			if q.span == p.span {
				n++
			}
		}
		switch {
		case n > 1:
			r.say(p.span, "pours", asPours, quantity.Of(float64(n), quantity.None))
		case i == 0 && p.bloom && p.restS > 0:
			r.say(p.span, "pours", asFirstPourFor, quantity.Of(out[i].ToG, quantity.Gram), quantity.Of(p.restS, quantity.Second))
		case i == 0 && p.bloom:
			r.say(p.span, "pours", asFirstPour, quantity.Of(out[i].ToG, quantity.Gram))
		case p.byS != nil:
			r.say(p.span, "pours", asPourBy, quantity.Of(out[i].ToG, quantity.Gram), quantity.Of(*p.byS, quantity.Second))
		case out[i].Drained:
			r.say(p.span, "pours", asPourDrained, quantity.Of(out[i].ToG, quantity.Gram))
		default:
			r.say(p.span, "pours", asPourAt, quantity.Of(out[i].ToG, quantity.Gram), quantity.Of(out[i].AtS, quantity.Second))
		}
	}
	if r.every.to > 0 {
		r.say(r.every, "pours", asEvery, quantity.Of(r.everyS, quantity.Second))
	}
	for _, p := range r.pauses {
		if p.drained {
			r.say(p.span, "pours", asDrained)
		} else {
			r.say(p.span, "pours", asPause, quantity.Of(p.s, quantity.Second))
		}
	}
	if r.oneGo.to > 0 {
		r.say(r.oneGo, "pours", asOnePour)
	}
	for _, c := range r.counts {
		r.say(c, "pours", asPours, quantity.Of(float64(len(out)), quantity.None))
	}
}
