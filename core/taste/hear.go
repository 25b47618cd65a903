package taste

import (
	"cmp"
	"maps"
	"math"
	"slices"
	"strings"

	"apodemos/core/pattern"
)

// A tell is a word or phrase that describes a cup: on which scale, and how many steps from
// right. The steps are from memory.
type tell struct {
	to   func(t *Tasting) **float64
	step float64
}

var (
	ofBitter  = func(t *Tasting) **float64 { return &t.SourBitter }
	ofStrong  = func(t *Tasting) **float64 { return &t.WeakStrong }
	ofHollow  = func(t *Tasting) **float64 { return &t.Hollow }
	ofHarsh   = func(t *Tasting) **float64 { return &t.Harsh }
	ofFlat    = func(t *Tasting) **float64 { return &t.Flat }
	ofSilt    = func(t *Tasting) **float64 { return &t.Silt }
	ofHotness = func(t *Tasting) **float64 { return &t.Hotness }
)

// tells are the words and phrases that describe a cup.
var tells = func() map[string]tell {
	out := map[string]tell{}
	for _, of := range []struct {
		to    func(t *Tasting) **float64
		step  float64
		words string
	}{
		{ofBitter, -3, "vinegary|like vinegar|vinegar|battery acid|sucking a lemon"},
		{ofBitter, -2, "sour|sourness|sharp|sharpness|raw|green|salty|under extracted|underextracted"},
		{ofBitter, -1, "acid|acidic|tart|sourish|sour ish|grassy|citric"},
		{ofBitter, 2, "bitter|bitterness|burnt|ashy|ash|acrid|charred|medicinal|medicine|aspirin|ashtray|stewed|over extracted|overextracted"},
		{ofBitter, 1, "bitterish|bitter ish"},
		{ofStrong, -3, "tasteless|no taste at all|no taste|like dishwater|like brown water|just hot water|flavoured water|flavored water"},
		{ofStrong, -2, "watery|weak|weakness|pale like tea|as thin as tea|like tea|tea like|pale|diluted|insipid|washed out|no kick|not enough coffee|too much water|gutless|watered down|more coffee next time|needs more coffee"},
		{ofStrong, -1, "thin|light bodied"},
		{ofStrong, 3, "overpowering|stand a spoon"},
		{ofStrong, 2, "strong|intense|concentrated|like syrup|syrupy|packs a punch|kicks like|too little water|too much coffee|less coffee next time"},
		{ofStrong, 1, "heavy|thick"},
		{ofHarsh, 2, "harsh|harshness|sandpaper|chalky|astringent|astringency|drying|puckering|rough|scratchy|dry on the tongue|mouth dry|dry"},
		{ofHollow, 2, "hollow|empty|thin in the middle|no body|lacks body|lacking body|nothing in the middle"},
		{ofFlat, 2, "flat|dull|stale|lifeless|boring|no life|papery|cardboard|cardboardy|tired|one dimensional|tastes old"},
		{ofSilt, 3, "muddy|mud|sludge"},
		{ofSilt, 2, "silty|silt|grounds|gritty|grit|grainy|chewy|crunchy|between my teeth|in my teeth|sandy|sediment|fines"},
		{ofHotness, 2, "too hot|scalding|burnt my tongue|burned my tongue|burnt the roof of my mouth|burned the roof of my mouth"},
		{ofHotness, -2, "cold"},
		{ofHotness, -1, "lukewarm|tepid|not hot enough|could be hotter|not hot"},
	} {
		for w := range strings.SplitSeq(of.words, "|") {
			out[w] = tell{of.to, of.step}
		}
	}
	return out
}()

// tellRe finds a tell, the longest first.
var tellRe = pattern.Of(func() string {
	words := slices.Collect(maps.Keys(tells))
	slices.SortFunc(words, func(a, b string) int { return cmp.Or(len(b)-len(a), strings.Compare(a, b)) })
	return `\b(?:` + strings.Join(words, "|") + `)\b`
})

// opposites are what a cup is that should be otherwise: one that could be stronger is weak.
var opposites = map[string]tell{"stronger": {ofStrong, -1}, "strength": {ofStrong, -1}, "weaker": {ofStrong, 1}, "milder": {ofStrong, 1}, "thicker": {ofStrong, -1}, "hotter": {ofHotness, -1}, "cooler": {ofHotness, 1}}

// What is taken out of a note before it is read: weather and gear, flavours, earlier cups, and
// what was only expected.
var (
	worldRe = pattern.Lazily(`\b(?:` +
		`(?:cold|strong|weak|sharp|rough|dry|flat|empty|hollow|heavy|thin|muddy|thick|dull|pale|burnt|too hot|scalding|green|sandy)\s+(?:morning|evening|night|day|weather|outside|hut|tent|hands?|fingers|wind|gale|rain|aroma|smell|flame|fire|sun|light|frost|ground|path|track|fruits?|tyre|tire|stone|rock|canister|bottle|cup on|log|pack|air|snow|sky|water from|sugar|to hold|to touch|grass|beach)` +
		`|bitter(?:ly)?\s+cold|grounds\s+(?:were|are)|smells?\s+(?:very\s+|too\s+)?\w+|dried\s+fruits?|black\s+tea|green\s+tea|sour\s+cherr(?:y|ies)|bitter\s+(?:orange|chocolate|lemon|almonds?)|bittersweet(?:\s+\w+)?|dark\s+chocolate|(?:bright|lively|pleasant|nice|fine|good|crisp|soft|gentle)\s+acidity|no\s+acidity|cold\s+brew|(?:it|in)\s+the\s+cold|for\s+the\s+cold|ground\s+\w+\s+clicks|in\s+a\s+\w+\s+cup)\b`)
	dislikeRe = pattern.Lazily(`\b\w+n't\s+(?:really\s+|much\s+)?(?:like|love|enjoy|want|care\s+for|stand|drink)\b|\bnot\s+only\b|\bnot\s+a\s+fan\b`)
	thoughtRe = pattern.Lazily(`\b(?:i\s+)?(?:thought|expected|feared|hoped)\b[^,;.]*?(?:,\s*(?:but\s+)?|\bbut\b|$)`)
	formerRe  = pattern.Lazily(`\b(?:yesterday|last time|last one|the other day)\b[^,;.]*(?:[,;.]|$)`)
	thanRe    = pattern.Lazily(`\b(?:(?:much|far|a\s+(?:bit|little))\s+)?(?:(?:less|more|better|worse)(?:\s+\w+)?|\w+er|not\s+(?:as|so)\s+\w+)\s+(?:than|as)\s+(?:yesterday|before|last\s+time|the\s+last(?:\s+one)?|the\s+first|ever)\b`)
	wasRe     = pattern.Lazily(`\bwas\s+[\w ]+\byesterday\b|\b(?:like|as)\s+yesterday\b`)
	moreThan  = pattern.Lazily(`\bmore\s+(\w+)\s+than\s+(?:sour|bitter|weak|strong|thin|sweet)\b`)
	ratherRe  = pattern.Lazily(`\b(?:rather\s+than|instead\s+of)\s+\w+`)
	correctRe = pattern.Lazily(`\b(sour|bitter|weak|strong),\s*no,\s*`)
	lessStill = pattern.Lazily(`\bless\s+(\w+),?\s+(?:but|though)\s+still\s+(a\s+\w+|somewhat)\s*$`)
	askedRe   = pattern.Lazily(`\b([a-z][a-z ]*?)\?\s*(no\b|not\s+at\s+all|yes\b)\s*,?\s*((?:very|really|a\s+little|a\s+bit|quite|much|slightly)\b)?`)
	notGood   = pattern.Lazily(`(?:\b(?:not|never|no|nearly|almost|hardly|far\s+from|less\s+than)|n't)\s+(?:quite\s+|so\s+|very\s+|really\s+|too\s+|that\s+|my\s+|the\s+|all\s+that\s+|exactly\s+)*(?:bad|good|great|perfect|balanced|right|fine|lovely|happy|delicious|excellent|wonderful|best|keeper)\b|\bcould\s+be\s+better\b|\bbetter\b|\b(?:too|ground|so)\s+fine\b`)
	strength  = pattern.Lazily(`\b(?:fine|right|good|perfect)\s+strength\b|\bstrength\s+(?:is\s+|was\s+)?(?:just\s+)?(?:right|fine|good|perfect)\b`)
	fineRe    = pattern.Lazily(`\b(?:balanced|just right|perfect|lovely|spot on|this is it|delicious|excellent|wonderful|superb|great|good|fine|yum|happy with it|best|(?:it|this) is right|nothing to change|don't change|as i like it|how i like it|make again|happy|keeper|nailed it|exactly right|top notch|liked it|no complaints|loved it|love it)\b`)
)

// How much is meant, by the words round a tell.
var (
	littleRe = pattern.Lazily(`\b(?:little|bit|slight(?:ly)?|touch|hint|whiff|tad|shade|somewhat|kind of|sort of|kinda|sorta|mild(?:ly)?|faint(?:ly)?|ever so|side of|leaning|trace)\b`)
	muchRe   = pattern.Lazily(`\b(?:very|v|really|extremely|terribly|awfully|incredibly|so|way too|far too|much too|waaay too|horribly|insanely)\b`)
	tooRe    = pattern.Lazily(`\btoo\b`)
	notRe    = pattern.Lazily(`(?:\b(?:not|no|never|neither|nor|hardly|barely|scarcely|nothing|free of)\b|n't\b)|\bwithout\s+(?:any\s+|much\s+)?$`)
	notVery  = pattern.Lazily(`(?:\bnot|n't)\s+(?:very|so|that|all that|unpleasantly|terribly|awfully)\s*$`)
	afterNot = pattern.Lazily(`^\s*(?:\w+\s+)?(?:is\s+|was\s+|has\s+|:?\s*)?(?:gone|vanished|none|went away)\b`)
	afterOne = pattern.Lazily(`^\s*(?:side|start|end|at first|at the end|finish|aftertaste|once|when|as it)\b|^:?\s*little\b`)
	enoughRe = pattern.Lazily(`^\s*enough\b`)
	asBeRe   = pattern.Lazily(`^\s*as\s+(?:it|they)\s+(?:should|could)\b`)
	tenthRe  = pattern.Lazily(`^\s*:?\s*\d+\s*/\s*10`)
	timeRe   = pattern.Lazily(`\b(?:first|starts|ends|finish|aftertaste|at the end|last sip|turned|got|as it cool\w*|when it cool\w*|when cold|once cold|cooled)\b`)
	longTime = pattern.Lazily(`\b(?:long|lingering)\b`)
	wishRe   = pattern.Lazily(`\b(could|should|needs?|wants?|would like|i'd like|like it|do with|wish|make it|please|more)\b(?:[\w' ]*?)\b(?:(less)\s+(\w+)|(stronger|weaker|milder|thicker|hotter|cooler|strength))\b`)
	orRe     = pattern.Lazily(`^\s*n?or\b`)
	nextRe   = pattern.Lazily(`^\s+([a-z']+)`)
	clauseRe = pattern.Lazily(`[.;!?,:]|\bbut\b|\bthough\b|\balthough\b|\byet\b|\bexcept\b|\bapart from\b|\bthen\b|\bjust\s+(?:sour|bitter)`)
	shoutRe  = pattern.Lazily(`\b[A-Z]{4,}\b|!!`)
)

// heard is what a note has said so far of each scale.
type heard struct {
	t     *Tasting
	mixed map[**float64]bool
}

// say puts an answer on a scale. A fault replaces “right”, and two answers that contradict each
// other are none.
func (h *heard) say(to func(t *Tasting) **float64, v float64) {
	at := to(h.t)
	s := scaleOf(to)
	v = min(max(v, s[0]), s[1])
	switch {
	case h.mixed[at]:
	case *at == nil || **at == 0:
		*at = &v
	case v == 0:
	case **at*v < 0:
		*at, h.mixed[at] = nil, true
	case math.Abs(v) > math.Abs(**at):
		*at = &v
	}
}

// Understand reads what a note says of a cup, such as "a little sour, watery": how much, with
// negation, contrast, comparison and time. Flavours, weather and earlier cups are left out, and
// a scale that the note does not mention stays nil.
func Understand(words string) Tasting {
	t := Tasting{Words: strings.TrimSpace(words)}
	h := &heard{&t, map[**float64]bool{}}
	shout := shoutRe.MatchString(words)
	in := plain(words)
	in = worldRe.Replace(in, " , ")
	in = strings.NewReplacer("sometimes sour", "", "sometimes bitter", "").Replace(in)
	if m := lessStill.FindStringSubmatch(in); m != nil {
		in = m[2] + " " + m[1]
	}
	in = dislikeRe.Replace(in, "disliked")
	in = thanRe.Replace(in, " , ")
	in = wasRe.Replace(in, " , ")
	in = thoughtRe.Replace(in, " , ")
	in = formerRe.Replace(in, " , ")
	in = moreThan.Replace(in, "a little $1")
	in = ratherRe.Replace(in, " , ")
	in = correctRe.Replace(in, " , ")
	in = askedRe.ReplaceFunc(in, func(k []string) string {
		if strings.HasPrefix(k[2], "yes") {
			return k[3] + " " + k[1] + " ,"
		}
		return "not " + k[1] + " ,"
	})
	if strength.MatchString(in) {
		h.say(ofStrong, 0)
		in = strength.Replace(in, " , ")
	}
	in = wishRe.ReplaceFunc(in, func(k []string) string {
		steps := 2.0
		if k[1] == "could" || strings.HasPrefix(k[1], "want") || k[1] == "do with" {
			steps = 1
		}
		if is, ok := tells[k[3]]; ok && k[2] != "" {
			h.say(is.to, math.Copysign(steps, is.step))
		} else if is, ok := opposites[k[4]]; ok {
			h.say(is.to, math.Copysign(steps, is.step))
		}
		return " , "
	})
	in = moreThanLiked(h, in)
	fine := foundFine(notGood.Replace(in, " , "))
	for _, clause := range clauses(in) {
		h.clause(clause, shout)
	}
	if fine {
		for _, to := range []func(*Tasting) **float64{ofBitter, ofStrong} {
			if at := to(&t); *at == nil && !h.mixed[at] {
				*at = new(0.0)
			}
		}
	}
	return t
}

// labelRe is a scale as a label: "bitterness: none".
var labelRe = pattern.Lazily(`\b(\w+ness|acidity|strength)\s*:`)

var likedRe = pattern.Lazily(`\b(?:(stronger|weaker|hotter|cooler)|more\s+(sour|bitter))\s+than\s+(?:i\s+(?:like|want)|it\s+should\s+be)\b`)

// moreThanLiked reads "stronger than I like", and takes it out of the note.
func moreThanLiked(h *heard, in string) string {
	return likedRe.ReplaceFunc(in, func(k []string) string {
		switch {
		case k[1] == "stronger":
			h.say(ofStrong, 2)
		case k[1] == "weaker":
			h.say(ofStrong, -2)
		case k[1] == "hotter":
			h.say(ofHotness, 1)
		case k[1] == "cooler":
			h.say(ofHotness, -1)
		case k[2] == "sour":
			h.say(ofBitter, -2)
		default:
			h.say(ofBitter, 2)
		}
		return " , "
	})
}

// plain is a note in lower case, without hyphens, curly apostrophes and drawn-out letters.
func plain(words string) string {
	in := strings.ToLower(strings.NewReplacer("’", "'", "-", " ", "/", " / ", "v.", "v ", "(", ",", ")", ",").Replace(words))
	var out strings.Builder
	run, last := 0, rune(0)
	for _, r := range in {
		if r == last {
			run++
		} else {
			run, last = 1, r
		}
		if run <= 2 || r < 'a' || r > 'z' {
			out.WriteRune(r)
		}
	}
	return labelRe.Replace(respelt.Replace(out.String()), "$1 ")
}

// respelt are drawn-out words, of which two letters are left by then, and phrases that would
// be read as something else.
var respelt = strings.NewReplacer("once cold", "as it cooled", "when cold", "as it cooled", "ever so ", "", "could not be better", "perfect", "couldn't be better", "perfect", "soo ", "so ", "waay ", "way ", "veery ", "very ", "sourr", "sour", "bitterr", "bitter")

// clauses cuts a note where another statement begins.
func clauses(in string) []string {
	var out []string
	at := 0
	for _, m := range clauseRe.FindAllStringIndex(in) {
		end := m[1]
		if strings.HasPrefix(in[m[0]:], "just") {
			end = m[0] + len("just")
		}
		out = append(out, in[at:m[0]])
		at = end
	}
	return append(out, in[at:])
}

// clause reads one clause.
func (h *heard) clause(c string, shout bool) {
	found := tellRe.FindAllStringIndex(c)
	inTime := timeRe.MatchString(c) && !longTime.MatchString(c)
	from := 0
	negated := false
	for i, m := range found {
		is := tells[c[m[0]:m[1]]]
		before, after := c[from:m[0]], c[m[1]:]
		from = m[1]
		// "Neither sour nor bitter": what was denied goes on over or and nor.
		if i > 0 && !orRe.MatchString(before) {
			negated = false
		}
		denied := negated || notRe.MatchString(before) || afterNot.MatchString(after)
		step := is.step
		ownNo := strings.Contains(c[m[0]:m[1]], "no ") || strings.Contains(c[m[0]:m[1]], "not ") // a tell with its own no
		switch {
		case tenthRe.MatchString(after), ofSomethingElse(after):
			continue
		case strings.TrimSpace(before) == "as" && asBeRe.MatchString(after), enoughRe.MatchString(after), denied && asBeRe.MatchString(after):
			if denied {
				h.say(is.to, -math.Copysign(2, step))
			}
			continue
		case notVery.MatchString(before) && !ownNo:
			step = math.Copysign(1, step)
			if c[m[0]:m[1]] == "strong" {
				step = -step // not very strong is rather weak
			}
		case denied && !ownNo:
			negated = true
			h.say(is.to, 0)
			continue
		case inTime, afterOne.MatchString(after), last(littleRe, before) > last(muchRe, before):
			step = math.Copysign(1, step)
		case muchRe.MatchString(before), shout, strings.Count(c, c[m[0]:m[1]]) > 2:
			step = math.Copysign(3, step)
		case tooRe.MatchString(before):
			step = math.Copysign(math.Max(math.Abs(step), 2), step)
		}
		h.say(is.to, step)
	}
}

// foundFine reports whether a note says that the cup was right: a good fire says nothing of it.
func foundFine(in string) bool {
	for _, m := range fineRe.FindAllStringIndex(in) {
		if !ofSomethingElse(in[m[1]:]) {
			return true
		}
	}
	return false
}

// last is where a pattern matches last in a text; −1 without a match.
func last(re *pattern.Lazy, in string) int {
	at := -1
	for _, m := range re.FindAllStringIndex(in) {
		at = m[0]
	}
	return at
}

// mayFollow are the words that may follow a word about the cup. Before any other word it is
// about that: a strong wind, sour plums, weak legs.
var mayFollow = func() map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(`coffee cup cups brew brews taste tastes flavour flavor finish aftertaste edge edges note sip sips stuff body side little one drink mug
		and or nor but with without at in on when once as today tonight this that again for now still to too tbh af enough yet though though, if it itself than like near
		really very quite rather somewhat more most all any some even after before because was is were are be been gone went vanished overall again back here there
		middle sour bitter weak strong watery thin harsh hollow flat dull dry drying astringent muddy silty gritty sweet balanced fine good nice bitterness sourness
		imo honestly maybe perhaps so how cuppa i we my the a an no not never next time times of up out none from under over by then just only please anymore longer ish about notes bite end start everywhere beyond a overwhelms everything`) {
		out[w] = true
	}
	return out
}()

// ofSomethingElse reports whether a word is about what follows it, and not about the cup.
func ofSomethingElse(after string) bool {
	m := nextRe.FindStringSubmatch(after)
	return m != nil && !mayFollow[m[1]]
}
