package recipe

import (
	"apodemos/core/pattern"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"

	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/quantity"
)

// A Reading is a recipe read from words: what was understood, to be confirmed, what was
// not, and what could have meant something else.
type Reading struct {
	Recipe     Recipe            `json:"recipe"`
	Roast      string            `json:"roast,omitempty" doc:"Of the coffee, where the words name one"`
	Understood []Said            `json:"understood"`
	Unread     []string          `json:"not_understood" doc:"Words that were not understood, as they stand"`
	Doubts     []quantity.Phrase `json:"doubts" doc:"What could have meant something else, and how it was taken"`
	Marks      []Mark            `json:"marks" doc:"All of the words, piece by piece; together they are the words as typed"`
}

// Said is a piece of the words, and what it was taken for.
type Said struct {
	Words string          `json:"words"`
	Field string          `json:"field"`
	As    quantity.Phrase `json:"as"`
}

// A Mark is a piece of the words as typed, and what became of it.
type Mark struct {
	Words string           `json:"words"`
	Kind  MarkKind         `json:"kind" enum:"understood,doubtful,unused,plain" doc:"plain: words that carry nothing of their own"`
	Field string           `json:"field,omitempty" doc:"That it became"`
	As    *quantity.Phrase `json:"as,omitempty" doc:"What it was taken for, or what is doubtful of it"`
	From  int              `json:"from" doc:"Where it begins, in bytes of the words"`
	Could []string         `json:"could,omitempty" doc:"Fields that it could be, for PieceIs; empty text for none"`
}

// MarkKind says what became of a piece of the words.
type MarkKind string

// What became of a piece.
const (
	Understood MarkKind = "understood"
	Doubtful   MarkKind = "doubtful"
	Unused     MarkKind = "unused"
	Plain      MarkKind = "plain"
)

// PieceIs says what a piece of the words is, whatever it was read as.
type PieceIs struct {
	From  int    `json:"from" minimum:"0" maximum:"16000" doc:"Where the piece begins, in bytes of the words"`
	To    int    `json:"to" minimum:"0" maximum:"16000" doc:"Where it ends"`
	Field string `json:"field" enum:"dose_g,water_g,drink_ml,ratio_g_per_l,water_c,clicks,grind_um,minerals_mg_l,steep_s,done_s," doc:"The field that it is; empty for none"`
}

// MaxWords is the most characters that are read.
const MaxWords = 4000

// Metric equivalents. Definitions, but for the tablespoon, which is common practice for
// ground coffee.
const (
	ounceG    = 28.349523125
	fluidOzMl = 29.5735295625
	cupMl     = 236.5882365
	// coffeeMostG is the most that an amount in grams is taken for coffee where nothing
	// else says what it is. Common practice.
	coffeeMostG = 100
)

// Read reads a recipe from words such as those on a bag; choices say what pieces of them
// are that were read as something else. Its error is field.Problems: where nothing was
// understood, or what was understood contradicts itself.
func Read(words string, choices ...PieceIs) (Reading, error) {
	if n := len([]rune(words)); n > MaxWords {
		return Reading{}, field.Problems{{Field: "words", Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to %d", n, MaxWords)}}
	}
	r := &reader{text: newText(words)}
	r.taken = make([]bool, len(r.text.read))
	for i, c := range choices {
		if bad := r.chosen(c); bad != "" {
			return Reading{}, field.Problems{{Field: fmt.Sprintf("choices[%d]", i), Value: c.Field, Message: bad}}
		}
	}
	r.read()
	out := Reading{Recipe: r.recipe, Roast: r.roast, Understood: list(r.said), Unread: r.unread(), Doubts: list(r.doubts)}
	if len(out.Understood) == 0 {
		return out, field.Problems{{Field: "words", Value: strings.TrimSpace(words), Message: "no recipe found. Enter words such as “13 g, 200 g of water at 90 °C, medium-coarse, 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15”"}}
	}
	out.Recipe.Words = strings.TrimSpace(words)
	if bad := out.Recipe.check(); len(bad) > 0 {
		return out, bad.At("recipe.")
	}
	out.Marks = r.marked()
	return out, nil
}

type reader struct {
	text   *text
	taken  []bool
	recipe Recipe
	roast  string
	said   []Said
	doubts []quantity.Phrase
	spans  []readSpan
	// amounts, pours and times that wait for the others to be known
	masses     []mass
	pours      []aPour
	pauses     []pause
	everyS     float64 // between two pours
	every      span
	allDrained bool
	oneGo      span
	counts     []span // “four pours”, beside what they are
	times      []clock
}

// readSpan is what became of a span.
type readSpan struct {
	span
	kind  MarkKind
	field string
	as    quantity.Phrase
}

type mass struct {
	span
	v    float64
	unit string
	of   string // coffee, water, drink, or empty where nothing says
}

type clock struct {
	span
	s  float64
	of string // steep, done, or empty
}

// each lets f take every match of a pattern that nothing took before; f returns false to
// leave it.
func (r *reader) each(pattern *pattern.Lazy, f func(m []string, s span) bool) {
	for _, loc := range pattern.Regexp().FindAllStringSubmatchIndex(r.text.read, -1) {
		if slices.Contains(r.taken[loc[0]:loc[1]], true) {
			continue
		}
		m := make([]string, len(loc)/2)
		for i := range m {
			if loc[2*i] >= 0 {
				m[i] = r.text.read[loc[2*i]:loc[2*i+1]]
			}
		}
		if s := (span{loc[0], loc[1]}); f(m, s) {
			r.take(s)
		}
	}
}

// take lets nothing else read a span.
func (r *reader) take(s span) {
	for i := s.from; i < s.to; i++ {
		r.taken[i] = true
	}
}

func (r *reader) say(s span, path string, as quantity.Sentence, values ...quantity.Value) {
	p := as.Say(values...)
	r.said = append(r.said, Said{Words: bare(r.text.words(s)), Field: path, As: p})
	r.spans = append(r.spans, readSpan{s, Understood, path, p})
}

// set gives a field the figure that a span was read as; false where it has one already.
func (r *reader) set(at **float64, v float64, s span, path string, as quantity.Sentence, u quantity.Unit) bool {
	if *at != nil {
		return false
	}
	*at = &v
	r.say(s, path, as, quantity.Of(v, u))
	return true
}

// doubt says how words that could mean something else were taken: value 0 of the sentence.
func (r *reader) doubt(s span, as quantity.Sentence, values ...quantity.Value) {
	p := as.Say(append([]quantity.Value{quantity.Text(bare(r.text.words(s)))}, values...)...)
	r.doubts = append(r.doubts, p)
	r.spans = append(r.spans, readSpan{s, Doubtful, "", p})
}

// leave says of words that they were seen, and are no part of a recipe.
func (r *reader) leave(s span) { r.spans = append(r.spans, readSpan{span: s, kind: Unused}) }

func bare(words string) string { return strings.Trim(words, " ,;·-|().") }

func num(s string) float64 { v, _ := strconv.ParseFloat(s, 64); return v }

// seconds reads 1:30, or 90 with a unit.
func seconds(minutes, secs string) float64 { return num(minutes)*60 + num(secs) }

const (
	number = `(\d+(?:\.\d+)?)`
	stamp  = `(\d{1,2}):(\d{2})`
)

var (
	// inPours are words after which an amount is a pour.
	inPours    = lazily(`(?i)\b(?:pour|bloom|add|wait|another|drained)\b[^.;]*$|/\s*$`)
	listGoesOn = lazily(`^\s*[/+]\s*\d+(?:\.\d+)?\s*(?:[/+]|g|ml)`)
	waterOver  = lazily(`(?i)` + number + `\s*(?:g|ml)(?:\s+of\s+water)?\s+over\s+` + number + `\s*g\b(?:\s+(?:of\s+)?coffee)?`)
	spoonPer   = lazily(`(?i)` + number + `\s*((?:heaped|heaping|level)\s+)?(tablespoons?|tbsps?|teaspoons?|scoops?|spoons?)\s+(?:per|to|for)\s+(?:a\s+|each\s+)?(?:cup\s+of\s+)?` + number + `\s*(?:ml|g)\b`)
	mineralsRe = lazily(`(?i)(?:\b(?:soft\s+|hard\s+)?(?:water\s+(?:of|with)|minerals?|tds(?:\s+of\s+the\s+water)?)\s*(?:of|:|at)?\s*)?(?:` + number + `\s*(?:mg\s*/\s*l|mg\s+per\s+lit(?:er|re)|ppm)\b|\btds(?:\s+of\s+the\s+water)?\s*[:=]?\s*(\d+)\b)(?:\s*(?:total|in\s+all|tds|minerals))?`)
	heatWord   = lazily(`(?i)\b(?:water\s+at|temp(?:erature)?\s*(?:of|:|=|at)?|kettle\s+at|kettle)\s*` + number + `\s*(?:-\s*` + number + `\s*)?([CFcf])?\b`)
	dropTo     = lazily(`(?i)\b(?:cool(?:ed)?(?:\s+it)?(?:\s+down)?|drop(?:ped)?(?:\s+it)?|let\s+(?:it|the\s+water)\s+(?:cool|drop|fall)(?:\s+down)?)\s+to\s+(?:about\s+)?` + number + `\s*(?:°\s*)?([CFcf])?\b`)
	atHeat     = lazily(`(?i)\bat\s+(\d{2,3})\b`)
	amountEnds = lazily(`(?i)(?:\d\s*(?:g|ml|l)|water)\s*$`)
	pourBy     = lazily(`(?i)\bpour\b[^.;,]*\bby\s*$`)
	// asideRe is what stands on a bag and is no part of a recipe.
	asideRe = lazily(`(?i)\b(?:` + number + `\s*(?:kg|g)\s+(?:bag|pack|packet|net)\b|net(?:\s+weight|\s+wt\.?)?\s*:?\s*` + number + `\s*(?:kg|g)\b|` + number + `\s*(?:m\.?a\.?s\.?l\.?|m\s+a\.?s\.?l\.?|metres|meters|m)\b|(?:altitude|elevation|grown\s+at)\s*:?\s*` + number + `\s*(?:m\b|masl)?|(?:condensed\s+milk|milk|sugar|ice|cream|syrup)\s*:?\s*` + number + `\s*(?:g|ml|spoons?)\b|` + number + `\s*(?:g|ml)\s+(?:of\s+)?(?:condensed\s+milk|milk|sugar|ice|cream|syrup)\b|(?:for|serves)\s+\d{1,2}(?:\s+(?:people|persons|cups|mugs))?\b(?:\s*[,;]|:\s)|(?:stir(?:red)?|boil(?:ed)?(?:\s+up)?|press|swirl)\s+\d{1,2}\s+times\b|(?:hardness|alkalinity|kh|gh)(?:\s+of)?\s*:?\s*` + number + `\s*(?:mg\s*/\s*l\b|ppm\b|°\s*d?h?\b)?|like\s+(?:coarse|fine)\s+[a-z]+|(?:harvest|crop)\s*:?\s*\d{4}|\d{1,2}\.?\s+(?:january|february|march|april|may|june|july|august|september|october|november|december|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec)\b(?:\s+\d{4})?)`)
	// cued are bare figures with the word for what they are.
	cued       = lazily(`(?i)\b(?:(coffee|water|clicks)\s*[:=]?\s*` + number + `(\s*(?:g|ml|l|dl|cl|oz|°|c|f|%|mg|cups?|ounces?|tablespoons?|x)\b|\s*[:/°%])?|` + number + `\s+of\s+(water|coffee)\b)`)
	handsAt    = lazily(`(?i)\b(?:stir|swirl|shake|press(?:\s+slowly)?(?:\s+for)?|plunge(?:\s+for)?|stirr?(?:ed|ing)?\s+for)\s*$`)
	doseWater  = lazily(`(?i)` + number + `\s*g(?:\s+(?:of\s+)?(?:ground\s+)?(?:coffee|beans))?\s*(?::|to\b|/|->|>|\bin\b|\bfor\b)\s*` + number + `\s*(?:g|ml)\b(?:\s+(?:of\s+)?water)?`)
	perLitre   = lazily(`(?i)` + number + `\s*g(?:rams?)?(?:\s+(?:of\s+)?coffee)?\s*(?:/|per|to(?:\s+(?:the|a|each))?|:|a)\s*(?:1\s*)?(?:l|liter|litre)\b`)
	perMl      = lazily(`(?i)(?:\d+\s+scoops?\s*\(\s*)?` + number + `\s*g\s*\)?\s*(?:/|per)\s*` + number + `\s*(ml|g|fl\.?\s*oz|oz|ounces?|dl)\b(?:\s+cup)?`)
	ratioOne   = lazily(`(?i)(ratio\s*(?:of|:)?\s*)?\b1\s*(?::|to)\s*(\d{1,3}(?:\.\d+)?)\b`)
	degrees    = lazily(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(?:°\s*|deg(?:rees?)?\s*)(c|f|celsius|fahrenheit)?\b?`)
	degreesCF  = lazily(`\b` + number + `\s*(?:-\s*` + number + `\s*)?([CFcf])\b`)
	ratioTurn  = lazily(`(?i)(ratio\s*(?:of|:)?\s*)?\b(\d{1,2}(?:\.\d+)?)\s*:\s*1\b(?:\s*(?:water\s+to\s+coffee))?`)
	offBoil    = lazily(`(?i)(?:just\s+)?off(?:\s+the)?[\s-]+boil\b|boiling(?:\s+water)?\b`)
	microns    = lazily(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(?:µm|um|microns?|micrometers?|micrometres?)\b`)
	clicksRe   = lazily(`(?i)(?:` + number + `\s*(?:-\s*` + number + `\s*)?clicks?\b|(?:grinder|setting|grind)\s*(?:at|on|no\.?|:)?\s*` + number + `\b(?:\s*(?:on|of)\s+the\s+grinder)?)`)
	amountRe   = lazily(`(?i)((?:heaped|heaping|level)\s+)?` + number + `\s*((?:heaped|heaping|level)\s+)?(fl\.?\s*oz|fluid\s+ounces?|oz|ounces?|g|gr|grams?|grammes?|kg|ml|millilit(?:er|re)s?|dl|cl|l|lit(?:er|re)s?|tbsps?|tablespoons?|tsps?|teaspoons?|scoops?|cups?|spoons?|handfuls?)\b\.?(?:\s+(?:of\s+)?(?:the\s+)?(?:ground\s+|hot\s+|cold\s+|boiling\s+|whole\s+)?(coffee|beans?|grounds|dose|water|drink|yield|in\s+the\s+cup|out)\b)?`)
	before     = lazily(`(?i)(coffee|beans?|grounds|dose|in|water|drink|yield|out|serves?|cup|brew|makes?)\s*[:=]?\s*$`)
	rangeRe    = lazily(`(?i)` + stamp + `\s*-\s*` + stamp)
	clockRe    = lazily(`(?i)` + stamp + `(?:\s*(?:min|minutes?|m)\b)?`)
	spelled    = lazily(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|sec|s|'|")(?:\b|\s|$)(?:\s*(\d{1,2})(?:\s*(?:seconds?|secs?|sec|s)\b|\s*"|\b))?`)
	steepWord  = lazily(`(?i)\b(steep(?:ed|ing)?|infus(?:e|ion)|stand|wait|press(?:ed)?\s+(?:after|at)|brew(?:ed|ing)?\s+for|break(?:\s+the\s+crust)?\s+(?:at|after))\s*(?:for|:|of|it)?\s*$`)
	doneWord   = lazily(`(?i)\b(total(?:\s+time)?|done(?:\s+(?:at|by|after|in))?|finish(?:ed|es)?(?:\s+(?:at|by))?|draws?\s*down(?:\s+(?:by|at))?|drain(?:ed|s)?(?:\s+(?:by|at))?|drawdown(?:\s+(?:by|at))?|until|brew\s+time|time|\bin|ends?(?:\s+at)?)\s*(?:of|:|about|~|ca\.?)?\s*$`)
	afterSteep = lazily(`(?i)^\s*(?:of\s+)?(steep(?:ing)?|infusion)\b`)
	afterDone  = lazily(`(?i)^\s*(total|in\s+all|brew\s*time|altogether|drawdown)\b`)
	roastRe    = lazily(`(?i)\b(?:(?:light|medium|dark)(?:\s*[-/]\s*|\s+(?:to\s+)?))?(light|medium|dark)(?:ly)?[\s-]+roast(?:ed)?\b`)
	actRe      = lazily(`(?i)\b(stir|swirl|shake|break(?:\s+the\s+crust)?|skim|press|flip|tap)(?:\s+(once|twice|again|gently|slowly|well))?\s*(?:at|@|after)\s*` + stamp)
	actAtRe    = lazily(`(?i)` + stamp + `\s*[:-]?\s*(stir|swirl|shake|break(?:\s+the\s+crust)?|skim|press|flip|tap)\b(?:\s+(once|twice|again|gently|slowly|well))?`)
	wordRe     = lazily(`[^\s,;·|/]+`)
)

// methodWords are the words for a method, the longer ones first.
var methodWords = []struct{ words, method, school string }{
	{"inverted hand press", "hand-press", "inverted"}, {"hand press inverted", "hand-press", "inverted"}, {"hand press", "hand-press", ""}, {"press pot", "press-pot", ""}, {"plunger pot", "press-pot", ""},
	{"slow metal drip", "slow-drip", ""}, {"slow drip", "slow-drip", ""}, {"phin", "slow-drip", ""}, {"pocket pump", "pocket-pump", ""}, {"pump brewer", "pocket-pump", ""},
	{"moka pot", "moka", ""}, {"moka", "moka", ""}, {"steep bag", "steep-bag", ""}, {"cup steep", "cup-steep", ""}, {"cloth filter", "cloth", ""}, {"cloth", "cloth", ""},
	{"flat-bed dripper", "flat-bed", ""}, {"flat bed dripper", "flat-bed", ""}, {"flat-bed", "flat-bed", ""}, {"flat bed", "flat-bed", ""}, {"tank dripper", "tank-dripper", ""},
	{"cone dripper", "cone", ""}, {"cone", "cone", ""}, {"pour-over", "cone", ""}, {"pour over", "cone", ""}, {"pourover", "cone", ""}, {"cold brew", "cold-concentrate", ""}, {"cold concentrate", "cold-concentrate", ""},
	{"steeped pot", "pot", ""},
}

// grindWords are the words for a grind that are not those of the bands. Common practice.
var grindWords = []struct{ words, band string }{
	{"like crushed peppercorns", "very coarse"}, {"crushed peppercorns", "very coarse"}, {"extra coarse", "very coarse"}, {"very coarse", "very coarse"},
	{"medium to coarse", "medium-coarse"}, {"medium coarse", "medium-coarse"}, {"medium-coarse", "medium-coarse"}, {"coarse-medium", "medium-coarse"}, {"like sea salt", "medium-coarse"},
	{"medium to fine", "medium-fine"}, {"medium fine", "medium-fine"}, {"medium-fine", "medium-fine"}, {"like table salt", "medium-fine"},
	{"as for drip", "medium"}, {"machine drip", "medium"}, {"filter grind", "medium"}, {"drip grind", "medium"}, {"espresso", "espresso"}, {"powder", "powder"},
	{"coarse", "coarse"}, {"medium", "medium"}, {"fine", "fine"},
}

// patterns are those of the words above, made once they are wanted.
var patterns = sync.OnceValue(func() (p struct{ grinds, methods []*pattern.Lazy }) {
	for _, g := range grindWords {
		p.grinds = append(p.grinds, lazily(`(?i)\b`+regexp.QuoteMeta(g.words)+`(?:ly)?(?:\s+(?:grind|ground))?\b`))
	}
	for _, w := range methodWords {
		p.methods = append(p.methods, lazily(`(?i)\b`+regexp.QuoteMeta(w.words)+`s?\b`))
	}
	return p
})

// fillers carry nothing of their own.
var fillers = func() map[string]bool {
	out := map[string]bool{}
	for _, w := range strings.Fields(`a an the of at for in on to with then and or pour pours poured pouring total about approx approximately ca ca. circa ~ dose coffee water hot grind ground grinding size ratio recipe brew brewing method
		time temp temperature use using each until up is are as per by from into over after x g ml s - -- + : = → -> > ( ) . coffee: water: dose: grind: temp: ratio: time: yield yield: beans total: brew: bloom: steep: add filtered fresh first second third fourth last finish finished finishes ends drawdown drawdown: draws down drain drained drains wait stand done done: steep steeps steeping infuse brewed drink cup cups in: out: out your let it`) {
		out[w] = true
	}
	return out
}()

// read goes from what is least to be mistaken to what is most.
func (r *reader) read() {
	r.each(asideRe, func(m []string, s span) bool { r.leave(s); return true })
	r.minerals()
	r.each(perLitre, func(m []string, s span) bool { return r.ratio(s, num(m[1])) })
	r.per()
	r.heat()
	r.each(doseWater, func(m []string, s span) bool {
		a, b := num(m[1]), num(m[2])
		lead := r.text.read[max(s.from-24, 0):s.from]
		if b < 3*a || a > coffeeMostG || inPours.MatchString(lead) || listGoesOn.MatchString(r.text.read[s.to:]) {
			return false
		}
		r.masses = append(r.masses, mass{s, a, "g", "coffee"}, mass{s, b, "g", "water"})
		return true
	})
	r.each(waterOver, func(m []string, s span) bool {
		if num(m[1]) < 3*num(m[2]) {
			return false
		}
		r.masses = append(r.masses, mass{s, num(m[2]), "g", "coffee"}, mass{s, num(m[1]), "g", "water"})
		return true
	})
	r.each(roastRe, func(m []string, s span) bool {
		r.roast = strings.ToLower(m[1])
		r.say(s, "roast", asRoast, quantity.Text(r.roast))
		return true
	})
	r.grinds()
	r.named()
	r.each(actRe, func(m []string, s span) bool { return r.act(s, m[1], m[2], seconds(m[3], m[4])) })
	r.each(actAtRe, func(m []string, s span) bool { return r.act(s, m[3], m[4], seconds(m[1], m[2])) })
	r.findPours()
	r.each(cued, func(m []string, s span) bool {
		of := strings.ToLower(m[1] + m[5])
		switch {
		case of == "clicks":
			return r.clicks(s, num(m[2]))
		case m[3] != "":
			return false // with its unit it is read below
		}
		r.masses = append(r.masses, mass{s, num(m[2] + m[4]), "g", of})
		return true
	})
	r.each(amountRe, r.amount)
	r.weighs()
	r.each(ratioTurn, func(m []string, s span) bool { return num(m[2]) > 0 && r.ratio(s, 1000/num(m[2])) })
	r.each(ratioOne, r.ratioOrTime)
	r.pourLine()
	r.clocks()
	r.settle()
}

// lasting is a number with a unit of time, in s.
func lasting(v, unit string) float64 {
	switch {
	case strings.HasPrefix(strings.ToLower(unit), "h"):
		return num(v) * 3600
	case strings.HasPrefix(strings.ToLower(unit), "m"), unit == "'":
		return num(v) * 60
	}
	return num(v)
}

func (r *reader) ratio(s span, gPerL float64) bool {
	if gPerL < 10 || gPerL > 400 || r.recipe.Ratio != nil {
		return false
	}
	gPerL = math.Round(gPerL*100) / 100
	r.recipe.Ratio = &gPerL
	r.say(s, "ratio_g_per_l", asWater, quantity.Of(gPerL, quantity.GramPerL))
	return true
}

func (r *reader) heat() {
	take := func(s span, a, b, unit string) bool {
		c := num(a)
		u := strings.ToLower(unit)
		if b != "" {
			if math.Abs(c-num(b)) > 30 {
				return false
			}
			c = (c + num(b)) / 2
		}
		if strings.HasPrefix(u, "f") || u == "" && c > 120 {
			c = (c - 32) / 1.8
		}
		if c < minWaterC || c > maxWaterC {
			return false
		}
		if r.recipe.WaterC != nil {
			r.doubt(s, isAnotherHeat)
			return true
		}
		c = math.Round(c*10) / 10
		r.recipe.WaterC = &c
		shown := quantity.Of(c, quantity.Celsius)
		if c != math.Round(c) {
			shown = quantity.Fine(c, quantity.Celsius)
		}
		r.say(s, "water_c", asWaterAt, shown)
		if b != "" {
			r.doubt(s, isRange)
		}
		return true
	}
	// What it is let cool to is what it is poured at.
	r.each(dropTo, func(m []string, s span) bool { return take(s, m[1], "", m[2]) })
	r.each(degrees, func(m []string, s span) bool { return take(s, m[1], m[2], m[3]) })
	r.each(degreesCF, func(m []string, s span) bool { return take(s, m[1], m[2], m[3]) })
	r.each(heatWord, func(m []string, s span) bool { return take(s, m[1], m[2], m[3]) })
	r.each(atHeat, func(m []string, s span) bool {
		c, tail := num(m[1]), r.text.read[s.to:]
		if !amountEnds.MatchString(r.text.read[:s.from]) || c < 60 || c > maxWaterC || r.recipe.WaterC != nil || notAmount.MatchString(tail) {
			return false
		}
		return take(s, m[1], "", "c")
	})
	r.each(offBoil, func(m []string, s span) bool {
		return r.set(&r.recipe.WaterC, 97, s, "water_c", asHotAsItGets, quantity.Celsius)
	})
}

// minerals are the dissolved solids of the water.
func (r *reader) minerals() {
	r.each(mineralsRe, func(m []string, s span) bool {
		v := num(m[1] + m[2])
		return v <= field.TDSMgL.Max && r.set(&r.recipe.MineralsMgL, v, s, "minerals_mg_l", asMinerals, quantity.MgPerL)
	})
}

// per reads an amount of coffee for so much water: 6 g per 100 ml, 1 scoop (10 g) per
// 170 ml, a spoon per cup of 150 ml.
func (r *reader) per() {
	r.each(perMl, func(m []string, s span) bool {
		g, ml := num(m[1]), num(m[2])
		switch unit := strings.ToLower(m[3]); {
		case strings.HasPrefix(unit, "oz"), strings.HasPrefix(unit, "ounce"), strings.HasPrefix(unit, "fl"):
			ml *= fluidOzMl
		case strings.HasPrefix(unit, "dl"):
			ml *= 100
		}
		if ml == 0 || ml > 2000 || strings.Contains(m[0], "/") && ml != 100 {
			return false
		}
		return r.ratio(s, g/ml*1000)
	})
	r.each(spoonPer, func(m []string, s span) bool {
		g := num(m[1]) * coffee.TypicalG(strings.TrimSpace(m[2]+" "+m[3]))
		r.masses = append(r.masses, mass{s, g, "g", "coffee"}, mass{s, num(m[4]), "g", "water"})
		r.doubt(s, isMeasure, quantity.Of(g, quantity.Gram))
		return true
	})
}

func (r *reader) grinds() {
	middle := func(s span, a, b string) float64 {
		if b == "" {
			return num(a)
		}
		r.doubt(s, isRange)
		return (num(a) + num(b)) / 2
	}
	r.each(microns, func(m []string, s span) bool {
		um := middle(s, m[1], m[2])
		return um >= field.GrindUm.Min && um <= field.GrindUm.Max && r.set(&r.recipe.GrindUm, um, s, "grind_um", asGroundTo, quantity.Micrometre)
	})
	r.each(clicksRe, func(m []string, s span) bool {
		n := num(m[3])
		if m[1] != "" {
			n = middle(s, m[1], m[2])
		}
		return r.clicks(s, n)
	})
	for i, g := range grindWords {
		r.each(patterns().grinds[i], func(m []string, s span) bool {
			if r.recipe.Grind != "" || strings.HasPrefix(strings.ToLower(strings.TrimLeft(r.text.read[s.to:], " -")), "roast") {
				return false
			}
			r.recipe.Grind = g.band
			r.say(s, "grind", asGround, quantity.Text(g.band))
			return true
		})
	}
}

func (r *reader) clicks(s span, n float64) bool {
	return n <= field.Clicks.Max && r.set(&r.recipe.Clicks, n, s, "clicks", asClicks, quantity.Clicks)
}

func (r *reader) named() {
	for i, w := range methodWords {
		r.each(patterns().methods[i], func(_ []string, s span) bool {
			if r.recipe.Method != "" {
				return false
			}
			r.recipe.Method, r.recipe.School = w.method, w.school
			r.say(s, "method", asItIs, quantity.Text(w.method))
			return true
		})
	}
}

func (r *reader) act(s span, what, how string, at float64) bool {
	text := strings.TrimSpace(strings.ToLower(what + " " + how))
	r.recipe.Steps = append(r.recipe.Steps, HandStep{AtS: at, Do: quantity.Noun(text).Text})
	slices.SortStableFunc(r.recipe.Steps, func(a, b HandStep) int { return int(a.AtS - b.AtS) })
	r.say(s, "steps", asStepAt, quantity.Text(text), quantity.Of(at, quantity.Second))
	return true
}

// amount is a mass, a volume or so many spoons, with what the words beside it say that
// it is of.
func (r *reader) amount(m []string, s span) bool {
	v, unit := num(m[2]), strings.ToLower(strings.Join(strings.Fields(m[4]), " "))
	level := strings.HasPrefix(strings.ToLower(strings.TrimSpace(m[1]+m[3])), "level")
	of := ""
	says := strings.ToLower(m[5])
	if says != "" && strings.HasPrefix(strings.TrimLeft(r.text.read[s.to:], " "), ":") {
		says = "" // it is what the next amount is of
	}
	if says == "" {
		if b := before.FindStringSubmatch(r.text.read[:s.from]); b != nil {
			says = strings.ToLower(b[1])
		}
	}
	switch {
	case strings.HasPrefix(says, "coffee"), strings.HasPrefix(says, "bean"), says == "grounds", says == "dose", says == "in":
		of = "coffee"
	case says == "water":
		of = "water"
	case says == "brew" && strings.HasPrefix(unit, "g") && v <= coffeeMostG:
	case says != "":
		of = "drink"
	}
	out := mass{span: s, v: v, of: of}
	spoon := func(name string) {
		out.unit, out.of = "g", "coffee"
		out.v = v * coffee.TypicalG(name)
		r.doubt(s, isMeasure, quantity.Of(out.v, quantity.Gram))
	}
	switch {
	case strings.HasPrefix(unit, "fl"):
		out.v, out.unit = v*fluidOzMl, "ml"
	case strings.HasPrefix(unit, "oz"), strings.HasPrefix(unit, "ounce"):
		// Of water an ounce is a fluid one, and of coffee one of mass.
		out.v, out.unit = v*ounceG, "oz"
		if of == "water" || of == "drink" || of == "" && v >= 4 {
			out.v, out.unit = v*fluidOzMl, "ml"
		}
	case unit == "kg":
		out.v, out.unit = v*1000, "g"
	case strings.HasPrefix(unit, "g"):
		out.unit = "g"
	case unit == "dl":
		out.v, out.unit = v*100, "ml"
	case unit == "cl":
		out.v, out.unit = v*10, "ml"
	case strings.HasPrefix(unit, "ml"), strings.HasPrefix(unit, "milli"):
		out.unit = "ml"
	case strings.HasPrefix(unit, "l"):
		out.v, out.unit = v*1000, "ml"
	case strings.HasPrefix(unit, "tb"), strings.HasPrefix(unit, "tablesp"):
		if level {
			spoon("level tablespoon")
		} else {
			spoon("heaped tablespoon")
		}
	case strings.HasPrefix(unit, "ts"), strings.HasPrefix(unit, "teasp"):
		spoon("teaspoon")
	case strings.HasPrefix(unit, "scoop"):
		spoon("scoop")
	case strings.HasPrefix(unit, "spoon"):
		spoon("spoon")
	case strings.HasPrefix(unit, "handful"):
		spoon("handful")
	case strings.HasPrefix(unit, "cup") && of == "coffee":
		name := "cup of grounds"
		if strings.HasPrefix(says, "bean") {
			name = "cup of beans"
		}
		spoon(name)
	case strings.HasPrefix(unit, "cup"):
		out.v, out.unit = v*cupMl, "ml"
	default:
		return false
	}
	if out.v <= 0 {
		return false
	}
	r.masses = append(r.masses, out)
	return true
}

// weighs decides what each amount is of.
func (r *reader) weighs() {
	set := func(m mass, of string) bool {
		at := map[string]**float64{"coffee": &r.recipe.DoseG, "water": &r.recipe.WaterG, "drink": &r.recipe.DrinkG}[of]
		if *at != nil {
			return false
		}
		v := math.Round(m.v*10) / 10
		*at = &v
		switch of {
		case "coffee":
			r.say(m.span, "dose_g", asCoffee, quantity.Of(v, quantity.Gram))
		case "water":
			r.say(m.span, "water_g", asWater, quantity.Of(v, quantity.Millilitre))
		default:
			r.say(m.span, "drink_ml", asDrink, quantity.Of(v, quantity.Millilitre))
		}
		return true
	}
	var rest []mass
	for _, m := range r.masses {
		switch {
		case m.of != "":
			if !set(m, m.of) {
				r.doubt(m.span, isAnotherAmount, quantity.Text(m.of))
			}
		case m.unit == "ml" && !set(m, "water"):
			rest = append(rest, m)
		case m.unit != "ml":
			rest = append(rest, m)
		}
	}
	slices.SortStableFunc(rest, func(a, b mass) int {
		switch {
		case a.v < b.v:
			return -1
		case a.v > b.v:
			return 1
		}
		return 0
	})
	for _, m := range rest {
		coffeeFits := r.recipe.DoseG == nil && m.v <= coffeeMostG && m.unit != "ml" && (r.recipe.WaterG == nil || m.v < *r.recipe.WaterG/2)
		waterFits := r.recipe.WaterG == nil && (r.recipe.DoseG == nil || m.v > 2**r.recipe.DoseG)
		switch {
		case coffeeFits:
			set(m, "coffee")
		case waterFits:
			set(m, "water")
		default:
			r.doubt(m.span, isOfNothing)
		}
	}
}

// ratioOrTime is 1:15, which is a ratio, or a minute and a quarter: a ratio where
// something says so, or no other does and it is one that people brew by.
func (r *reader) ratioOrTime(m []string, s span) bool {
	n := num(m[2])
	if n == 0 {
		return false
	}
	per := 1000 / n
	fraction := strings.Contains(m[2], ".") || len(m[2]) != 2
	lead := r.text.read[:s.from]
	timely := steepWord.MatchString(lead) || doneWord.MatchString(lead) || strings.HasSuffix(strings.TrimRight(lead, " "), " at") || strings.HasSuffix(strings.TrimRight(lead, " "), "@") ||
		afterSteep.MatchString(r.text.read[s.to:]) || afterDone.MatchString(r.text.read[s.to:])
	if r.recipe.Ratio != nil || per > 400 || per < 10 {
		return false
	}
	if m[1] == "" && !fraction {
		if timely {
			return false
		}
		if d, w := r.recipe.DoseG, r.recipe.water(); d != nil && w != nil && !near(*d*n, *w) {
			r.doubt(s, isNoRatio)
			return false
		}
		r.doubt(s, isRatio)
	}
	return r.ratio(s, per)
}

// clocks are times that are left: of the steep, of all of it, or of what the method says.
func (r *reader) clocks() {
	of := func(s span) string {
		lead, tail := r.text.read[:s.from], r.text.read[s.to:]
		switch {
		case steepWord.MatchString(lead), afterSteep.MatchString(tail):
			return "steep"
		case doneWord.MatchString(lead), afterDone.MatchString(tail):
			return "done"
		}
		return ""
	}
	r.each(rangeRe, func(m []string, s span) bool {
		r.doubt(s, isRange)
		r.times = append(r.times, clock{s, (seconds(m[1], m[2]) + seconds(m[3], m[4])) / 2, of(s)})
		return true
	})
	r.each(clockRe, func(m []string, s span) bool {
		v := seconds(m[1], m[2])
		if v < 10 || num(m[2]) > 59 {
			return false
		}
		if pourBy.MatchString(r.text.read[:s.from]) {
			r.doubt(s, isNoTime)
			return true
		}
		r.times = append(r.times, clock{s, v, of(s)})
		return true
	})
	r.each(spelled, func(m []string, s span) bool {
		v := lasting(m[1], m[3]) + num(m[4])
		if m[2] != "" {
			v = (lasting(m[1], m[3]) + lasting(m[2], m[3])) / 2
		}
		if v < 10 || v > field.ContactS.Max || handsAt.MatchString(r.text.read[:s.from]) {
			return false
		}
		if m[2] != "" {
			r.doubt(s, isRange)
		}
		r.times = append(r.times, clock{s, v, of(s)})
		return true
	})
}

// drained are the methods whose time is until the bed is drained.
var drained = []string{"cone", "flat-bed", "tank-dripper", "cloth", "slow-drip"}

// settle puts together what had to wait.
func (r *reader) settle() {
	if d, w, per := r.recipe.DoseG, r.recipe.water(), r.recipe.Ratio; d != nil && w != nil && per != nil && !near(*d / *per * 1000, *w) {
		r.doubts = append(r.doubts, amountsMakeNot.Say(quantity.Of(*d / *w * 1000, quantity.GramPerL), quantity.Of(*per, quantity.GramPerL)))
		r.recipe.Ratio = nil
	}
	percolates := len(r.recipe.Pours) > 1 || slices.Contains(drained, r.recipe.Method)
	slices.SortStableFunc(r.times, func(a, b clock) int { return len(b.of) - len(a.of) })
	for _, t := range r.times {
		steep, done := &r.recipe.SteepS, &r.recipe.DoneS
		switch {
		case t.of == "done" && *done == nil, t.of == "" && r.recipe.DrinkG != nil && r.recipe.DoseG != nil && *r.recipe.DrinkG < 3**r.recipe.DoseG && *done == nil, t.of == "" && (percolates || r.recipe.SteepS != nil) && *done == nil && r.after(t.s), t.of == "steep" && percolates && *done == nil && r.after(t.s):
			*done = new(t.s)
			r.say(t.span, "done_s", asDoneAt, quantity.Of(t.s, quantity.Second))
		case t.of != "done" && !percolates && *steep == nil:
			*steep = new(t.s)
			r.say(t.span, "steep_s", asSteep, quantity.Of(t.s, quantity.Second))
		default:
			r.doubt(t.span, isNoTime)
		}
	}
	if s, d := r.recipe.SteepS, r.recipe.DoneS; s != nil && d != nil && *d < *s {
		r.recipe.SteepS, r.recipe.DoneS = d, s
	}
}

// after reports whether a moment is after the last pour.
func (r *reader) after(s float64) bool {
	n := len(r.recipe.Pours)
	return n == 0 || s > r.recipe.Pours[n-1].AtS
}

// unread are the words that nothing took, as typed.
func (r *reader) unread() []string {
	var out []string
	for _, s := range r.unreadSpans() {
		out = append(out, bare(r.text.words(s)))
	}
	return list(out)
}

// unreadSpans are runs of words that nothing took and that carry something.
func (r *reader) unreadSpans() []span {
	var out []span
	run := span{-1, -1}
	flush := func() {
		if run.from >= 0 {
			out = append(out, run)
		}
		run = span{-1, -1}
	}
	last := 0
	for _, loc := range wordRe.Regexp().FindAllStringIndex(r.text.read, -1) {
		if slices.Contains(r.taken[last:loc[0]], true) || strings.ContainsAny(r.text.read[last:loc[0]], ";·|,") {
			flush()
		}
		last = loc[1]
		w := r.text.read[loc[0]:loc[1]]
		if slices.Contains(r.taken[loc[0]:loc[1]], true) {
			flush()
			continue
		}
		bare := strings.ToLower(strings.Trim(w, ".,:()!?*\"'“”-"))
		if bare == "" || fillers[bare] || fillers[strings.ToLower(w)] {
			continue
		}
		if run.from < 0 {
			run.from = loc[0]
		}
		run.to = loc[1]
	}
	flush()
	return out
}

func list[T any](l []T) []T {
	if l == nil {
		return []T{}
	}
	return l
}

// chosen sets a field from a piece of the words, as a person says; it returns what is
// wrong, if anything.
func (r *reader) chosen(c PieceIs) string {
	from, _ := slices.BinarySearch(r.text.at, c.From)
	to, _ := slices.BinarySearch(r.text.at, c.To)
	if c.To > len(r.text.typed) || to <= from || to > len(r.taken) {
		return "isn’t a piece of these words. Read them again"
	}
	s := span{from, to}
	r.take(s)
	if c.Field == "" {
		r.leave(s)
		return ""
	}
	piece := r.text.read[from:to]
	n, unit := firstNumber.FindString(piece), quantity.None
	v := num(n)
	var at **float64
	switch c.Field {
	case "dose_g":
		at, unit = &r.recipe.DoseG, quantity.Gram
	case "water_g":
		at, unit = &r.recipe.WaterG, quantity.Millilitre
	case "drink_ml":
		at, unit = &r.recipe.DrinkG, quantity.Millilitre
	case "ratio_g_per_l":
		at, unit = &r.recipe.Ratio, quantity.GramPerL
		if m := oneTo.FindStringSubmatch(piece); m != nil && num(m[1]) > 0 {
			v = math.Round(1e5/num(m[1])) / 100
		}
	case "water_c":
		at, unit = &r.recipe.WaterC, quantity.Celsius
		if v > 120 {
			v = math.Round((v-32)/0.18) / 10
		}
	case "clicks":
		at, unit = &r.recipe.Clicks, quantity.Clicks
	case "grind_um":
		at, unit = &r.recipe.GrindUm, quantity.Micrometre
	case "minerals_mg_l":
		at, unit = &r.recipe.MineralsMgL, quantity.MgPerL
	case "steep_s", "done_s":
		at, unit = &r.recipe.SteepS, quantity.Second
		if c.Field == "done_s" {
			at = &r.recipe.DoneS
		}
		if m := wholeClock.FindStringSubmatch(piece); m != nil {
			v = seconds(m[1], m[2])
		} else if m := spelled.FindStringSubmatch(piece); m != nil {
			v = lasting(m[1], m[3]) + num(m[4])
		}
	default:
		return fmt.Sprintf("%q is not known. Enter dose_g, water_g, drink_ml, ratio_g_per_l, water_c, clicks, grind_um, minerals_mg_l, steep_s, done_s or nothing", c.Field)
	}
	if n == "" {
		return "has no figure. Choose a piece with one, or change the field itself"
	}
	if c.Field == "dose_g" || c.Field == "water_g" || c.Field == "drink_ml" {
		v = r.inGrams(piece, c.Field, v)
	}
	*at = &v
	r.say(s, c.Field, asYouSay, quantity.Of(v, unit))
	return ""
}

var (
	firstNumber = lazily(number)
	oneTo       = lazily(`(?i)\b1\s*(?::|to)\s*` + number)
	wholeClock  = lazily(stamp)
)

// inGrams is a piece's amount in g or ml, by its unit.
func (r *reader) inGrams(piece, as string, v float64) float64 {
	side := &reader{text: newText(piece)}
	side.taken = make([]bool, len(side.text.read))
	side.each(amountRe, side.amount)
	if len(side.masses) == 0 {
		return v
	}
	m := side.masses[0]
	if m.unit == "oz" && as != "dose_g" {
		m.v *= fluidOzMl / ounceG
	}
	return math.Round(m.v*10) / 10
}

// what a piece of some field could be instead.
var couldBe = map[string][]string{
	"dose_g": {"water_g", "drink_ml", ""}, "water_g": {"dose_g", "drink_ml", ""}, "drink_ml": {"dose_g", "water_g", ""},
	"ratio_g_per_l": {"steep_s", "done_s", ""}, "steep_s": {"done_s", "ratio_g_per_l", ""}, "done_s": {"steep_s", ""},
	"water_c": {""}, "clicks": {"grind_um", ""}, "grind_um": {"clicks", ""}, "minerals_mg_l": {""}, "grind": {""}, "roast": {""}, "method": {""}, "pours": {"dose_g", "water_g", ""}, "steps": {""},
}

// marked are all words with what became of them.
func (r *reader) marked() []Mark {
	spans := slices.Clone(r.spans)
	for _, s := range r.unreadSpans() {
		spans = append(spans, readSpan{span: s, kind: Unused})
	}
	rank := func(k MarkKind) int { return slices.Index([]MarkKind{Doubtful, Understood, Unused}, k) }
	// A piece that is doubtful too says so; what it was read as stands beside its doubt.
	slices.SortStableFunc(spans, func(a, b readSpan) int {
		if a.from != b.from {
			return a.from - b.from
		}
		return rank(a.kind) - rank(b.kind)
	})
	var out []Mark
	end := 0 // typed
	plain := func(to int) {
		if to > end {
			out = append(out, Mark{Words: r.text.typed[end:to], Kind: Plain, From: end})
			end = to
		}
	}
	for i, s := range spans {
		from, to := r.text.at[s.from], r.text.at[s.to]
		if from < end || to <= from {
			continue
		}
		for from < to && strings.ContainsRune(" ,;", rune(r.text.typed[from])) {
			from++
		}
		for to > from && strings.ContainsRune(" ,;", rune(r.text.typed[to-1])) {
			to--
		}
		if to <= from {
			continue
		}
		plain(from)
		m := Mark{Words: r.text.typed[from:to], Kind: s.kind, Field: s.field, From: from}
		if s.kind != Unused {
			m.As = &spans[i].as
		}
		for _, o := range spans[i+1:] { // its field, and what it was read as
			if o.span == s.span && m.Field == "" && o.field != "" {
				m.Field = o.field
			}
		}
		m.Could = couldBe[m.Field]
		if m.Field == "" && firstNumber.MatchString(m.Words) {
			m.Could = []string{"dose_g", "water_g", "drink_ml", "water_c", "clicks", "steep_s", "done_s"}
			if s.kind == Doubtful {
				m.Could = append(m.Could, "")
			}
		}
		out = append(out, m)
		end = to
	}
	plain(len(r.text.typed))
	return list(out)
}
