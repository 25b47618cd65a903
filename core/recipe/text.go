package recipe

import (
	"apodemos/core/pattern"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
)

// A text is words as they were typed, and as they are read: the marks of many keyboards
// as one, numbers in digits. What is read knows where it was typed.
type text struct {
	typed string
	read  string
	at    []int // the byte typed of each byte read, and of the end
}

// newText writes words as they are read.
func newText(typed string) *text {
	t := &text{typed: typed, read: typed, at: make([]int, len(typed)+1)}
	for i := range t.at {
		t.at[i] = i
	}
	for _, p := range spellings() {
		t.replace(p.of, p.by)
	}
	return t
}

// words are those typed of a span read.
func (t *text) words(s span) string { return t.typed[t.at[s.from]:t.at[s.to]] }

// replace rewrites every match; by returns the match itself to leave it as it is.
func (t *text) replace(of *regexp.Regexp, by func(m []string) string) {
	var out strings.Builder
	at := make([]int, 0, len(t.at))
	last := 0
	for _, loc := range of.FindAllStringSubmatchIndex(t.read, -1) {
		m := make([]string, len(loc)/2)
		for i := range m {
			if loc[2*i] >= 0 {
				m[i] = t.read[loc[2*i]:loc[2*i+1]]
			}
		}
		now := by(m)
		if now == m[0] {
			continue
		}
		out.WriteString(t.read[last:loc[0]])
		at = append(at, t.at[last:loc[0]]...)
		out.WriteString(now)
		// What stays at either end stands where it stood.
		was := m[0]
		head, tail := 0, 0
		for head < min(len(was), len(now)) && was[head] == now[head] {
			head++
		}
		for tail < min(len(was), len(now))-head && was[len(was)-1-tail] == now[len(now)-1-tail] {
			tail++
		}
		at = append(at, t.at[loc[0]:loc[0]+head]...)
		for range len(now) - head - tail {
			at = append(at, t.at[loc[0]+head])
		}
		at = append(at, t.at[loc[1]-tail:loc[1]]...)
		last = loc[1]
	}
	out.WriteString(t.read[last:])
	t.read, t.at = out.String(), append(at, t.at[last:]...)
}

// lazily is a pattern that is compiled when it is first used.
var lazily = pattern.Lazily

// span is a piece of what is read.
type span struct{ from, to int }

// spelling is one way that people write things, and how it is read.
type spelling struct {
	of *regexp.Regexp
	by func(m []string) string
}

// marks of many keyboards.
var marks = map[string]string{"\u00a0": " ", "\u2009": " ", "\u202f": " ", "\t": " | ", "\n": " ; ", "\r": " ", "–": "-", "—": " - ", "−": "-", "‑": "-", "×": "x", "μ": "µ",
	"℃": "°C", "℉": "°F", "º": "°", "˚": "°", "∶": ":", "：": ":", "⁄": "/", "½": ".5", "¼": ".25", "¾": ".75", "⅓": ".333", "⅔": ".667", "⅕": ".2", "⅛": ".125", "’": "'", "′": "'", "″": `"`, "”": `"`, "“": `"`, "＋": "+", "→": ">"}

// wholes are the numbers that people write out, up to ninety.
var wholes = map[string]float64{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14,
	"fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90}

// fractions by their names.
var fractions = map[string]float64{"half": 0.5, "halves": 0.5, "third": 1. / 3, "thirds": 1. / 3, "quarter": 0.25, "quarters": 0.25, "fifth": 0.2, "fifths": 0.2, "tenth": 0.1, "tenths": 0.1}

const (
	// measured are the words that a fraction is of where it is an amount, and not a share.
	measured = `(?:cups?|mugs?|lit(?:er|re)s?|l|dl|tablespoons?|tbsps?|teaspoons?|tsps?|spoons?|scoops?|handfuls?|ounces?|oz|min(?:ute)?s?|hours?|h|kilos?|kg|grams?|g)\b`
	aWord    = `(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|seventeen|eighteen|nineteen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)`
	aPart    = `(?:half|halves|thirds?|quarters?|fifths?|tenths?)`
)

func trim(v float64) string { return strconv.FormatFloat(v, 'g', 4, 64) }

// spellings go from what is least to be mistaken to what is most.
var spellings = sync.OnceValue(func() []spelling {
	keys := make([]string, 0, len(marks))
	for k := range marks {
		keys = append(keys, regexp.QuoteMeta(k))
	}
	slices.Sort(keys)
	re := func(s string) *regexp.Regexp { return regexp.MustCompile(`(?i)` + s) }
	part := func(n, of string) float64 { return max(wholes[strings.ToLower(n)], 1) * fractions[strings.ToLower(of)] }
	return []spelling{
		{regexp.MustCompile(strings.Join(keys, "|")), func(m []string) string { return marks[m[0]] }},
		{re(`(^|[^\d])(\.\d)`), func(m []string) string { return m[1] + "0" + m[2] }},
		{re(`(\d),(\d{1,2})(\s*(?:g|ml|dl|cl|l|oz|°|min|c|f)\b)`), func(m []string) string { return m[1] + "." + m[2] + m[3] }},
		// 1 1/2 cups, 1/2 cup.
		{re(`\b(?:(\d{1,2})\s+)?([1-7])/([2-8])(\s*(?:a\s+|of\s+an?\s+)?` + measured + `)`), func(m []string) string {
			return trim(num(m[1])+num(m[2])/num(m[3])) + m[4]
		}},
		// Two and a half minutes; three quarters of a litre; half a cup; a third of the water.
		{re(`\b(` + aWord + `|\d+)\s+and\s+(?:a|one)\s+(` + aPart + `)\b`), func(m []string) string {
			n := wholes[strings.ToLower(m[1])]
			if n == 0 {
				n = num(m[1])
			}
			return trim(n + fractions[strings.ToLower(m[2])])
		}},
		{re(`\b(?:(a|one|two|three|four)\s+)?(` + aPart + `)\s+(?:(?:of\s+)?(?:a|an|one)\s+)?(` + measured + `)`), func(m []string) string {
			return trim(part(m[1], m[2])) + " " + m[3]
		}},
		{re(`\b(?:(a|one|two|three|four)\s+)?(` + aPart + `)(\s+of\s+(?:the|all)|\s+(?:at|in|now|first|then|after|when|once)\b|\s*[,;.:]|\s*$)`), func(m []string) string {
			if strings.EqualFold(m[2], "third") && m[1] == "" { // the third pour
				return m[0]
			}
			return trim(100*part(m[1], m[2])) + "%" + m[3]
		}},
		// Two hundred and fifty grams; ninety-three degrees.
		{re(`\b(?:(a|` + aWord + `)\s+hundred(?:\s+and)?\s*)?\b(?:(twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)[\s-]+)?(` + aWord + `)\b`), func(m []string) string {
			n := wholes[strings.ToLower(m[3])] + wholes[strings.ToLower(m[2])]
			if m[1] != "" {
				n += 100 * max(wholes[strings.ToLower(m[1])], 1)
			}
			if n == 1 { // “one pour”, “the one before”
				return m[0]
			}
			return trim(n)
		}},
		{re(`\b(a|` + aWord + `|\d)\s+hundred\b`), func(m []string) string {
			return trim(100 * max(wholes[strings.ToLower(m[1])], num(m[1]), 1))
		}},
		{re(`\bone\s+(` + measured + `)`), func(m []string) string { return "1 " + m[1] }},
		{re(`\ba\s+(handful|litre|liter|minute|scoop|tablespoon|mug)\b`), func(m []string) string { return "1 " + m[1] }},
		{re(`\bper\s+cent\b|\bpercent\b`), func([]string) string { return "%" }},
		{re(`\b(twice|double)\s+(?:the\s+)?(?:weight|dose|coffee)\b`), func([]string) string { return "2x the dose" }},
		{re(`\b(\d+(?:\.\d+)?)[\s-]*(?:degrees?|deg\.?)(?:\s*(c|f)(?:elsius|ahrenheit)?\b)?`), func(m []string) string { return m[1] + "°" + strings.ToUpper(m[2]) }},
		{re(`(^|[^:\d.])(\d+(?:\.\d+)?)\s+(?:to|and)\s+(\d+(?:\.\d+)?)(\s*(?:°|[cf]\b|clicks?\b|µm|microns?\b))`), func(m []string) string { return m[1] + m[2] + "-" + m[3] + m[4] }},
		{re(`(\d)\s*(?:grammes?|grams?)\b`), func(m []string) string { return m[1] + " g" }},
	}
})
