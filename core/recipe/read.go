package recipe

import (
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
}

// Said is a piece of the words, and what it was taken for.
type Said struct {
	Words string          `json:"words"`
	Field string          `json:"field"`
	As    quantity.Phrase `json:"as"`
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

// Read reads a recipe from words such as those on a bag. Its error is field.Problems:
// where nothing was understood, or what was understood contradicts itself.
func Read(words string) (Reading, error) {
	if n := len([]rune(words)); n > MaxWords {
		return Reading{}, field.Problems{{Field: "words", Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to %d", n, MaxWords)}}
	}
	r := &reader{text: tidy(words)}
	r.taken = make([]bool, len(r.text))
	r.read()
	out := Reading{Recipe: r.recipe, Roast: r.roast, Understood: list(r.said), Unread: r.unread(), Doubts: list(r.doubts)}
	if len(out.Understood) == 0 {
		return out, field.Problems{{Field: "words", Value: strings.TrimSpace(words), Message: "no recipe found. Enter words such as “13 g, 200 g of water at 90 °C, medium-coarse, 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15”"}}
	}
	out.Recipe.Words = strings.TrimSpace(words)
	if bad := out.Recipe.check(); len(bad) > 0 {
		return out, bad.At("recipe.")
	}
	slices.SortStableFunc(out.Understood, func(a, b Said) int { return strings.Index(r.text, a.Words) - strings.Index(r.text, b.Words) })
	return out, nil
}

// tidy writes the marks of many keyboards as one.
func tidy(s string) string {
	s = strings.NewReplacer("\u00a0", " ", "\u2009", " ", "\u202f", " ", "\t", " ", "\n", " ; ", "\r", " ", "–", "-", "—", " - ", "−", "-", "‑", "-", "×", "x", "μ", "µ", "℃", "°C", "℉", "°F", "º", "°", "˚", "°", "∶", ":", "：", ":", "⁄", "/",
		"½", ".5", "¼", ".25", "¾", ".75", "⅓", ".333", "⅔", ".667", "’", "'", "＋", "+").Replace(s)
	s = loneFraction.ReplaceAllString(s, "${1}0$2")
	return decimalComma.ReplaceAllString(s, "$1.$2$3")
}

var (
	loneFraction = regexp.MustCompile(`(^|[^\d])(\.\d)`)
	decimalComma = regexp.MustCompile(`(\d),(\d{1,2})(\s*(?:g|ml|dl|cl|l|oz|°|min|c|f)\b)`)
)

type reader struct {
	text   string
	taken  []bool
	recipe Recipe
	roast  string
	said   []Said
	doubts []quantity.Phrase
	// amounts that wait for the others to be known
	masses []mass
	bloomX float64 // times the dose
	bloomG float64
	bloomS float64
	times  []clock
}

type mass struct {
	words string
	v     float64
	unit  string
	of    string // coffee, water, drink, or empty where nothing says
}

type clock struct {
	words string
	s     float64
	of    string // steep, done, or empty
}

// each lets f take every match of a pattern that nothing took before; f returns false to
// leave it.
func (r *reader) each(pattern *regexp.Regexp, f func(m []string, at int) bool) {
	for _, loc := range pattern.FindAllStringSubmatchIndex(r.text, -1) {
		if slices.Contains(r.taken[loc[0]:loc[1]], true) {
			continue
		}
		m := make([]string, len(loc)/2)
		for i := range m {
			if loc[2*i] >= 0 {
				m[i] = r.text[loc[2*i]:loc[2*i+1]]
			}
		}
		if !f(m, loc[0]) {
			continue
		}
		for i := loc[0]; i < loc[1]; i++ {
			r.taken[i] = true
		}
	}
}

func (r *reader) say(words, path string, as quantity.Sentence, values ...quantity.Value) {
	r.said = append(r.said, Said{Words: bare(words), Field: path, As: as.Say(values...)})
}

// doubt says how words that could mean something else were taken: value 0 of the sentence.
func (r *reader) doubt(words string, as quantity.Sentence, values ...quantity.Value) {
	r.doubts = append(r.doubts, as.Say(append([]quantity.Value{quantity.Text(bare(words))}, values...)...))
}

func bare(words string) string { return strings.Trim(words, " ,;·-|") }

func num(s string) float64 { v, _ := strconv.ParseFloat(s, 64); return v }

// seconds reads 1:30, or 90 with a unit.
func seconds(minutes, secs string) float64 { return num(minutes)*60 + num(secs) }

const (
	number = `(\d+(?:\.\d+)?)`
	stamp  = `(\d{1,2}):(\d{2})`
)

var (
	seriesAt   = regexp.MustCompile(`(?i)((?:\d+(?:\.\d+)?\s*g?\s*[/,|>-]\s*)+\d+(?:\.\d+)?)\s*(?:g|ml)?\s*(?:at|@)\s*((?:\d{1,2}:\d{2}\s*(?:[/,|>-]|and)\s*)+\d{1,2}:\d{2})`)
	atThen     = regexp.MustCompile(`(?i)` + stamp + `\s*(?:[:=>-]|→|->)?\s*(?:bloom\s+)?(?:pour(?:\s+up)?\s+)?(?:up\s+)?(to\s+|\+\s*)?` + number + `\s*(g|ml)\b`)
	toAt       = regexp.MustCompile(`(?i)(?:pour(?:\s+up)?\s+)?(to\s+|\+\s*)?` + number + `\s*(g|ml)\s*(?:at|@)\s*` + stamp)
	bloomTimes = regexp.MustCompile(`(?i)bloom(?:ing)?\s*(?:with|at|of|:)?\s*` + number + `\s*(?:x|times)\b(?:\s*(?:the\s+)?(?:dose|coffee))?(?:\s*(?:for|,)?\s*` + number + `\s*(s|sec|secs|seconds|min)\b)?`)
	bloomGrams = regexp.MustCompile(`(?i)bloom(?:ing)?\s*(?:with|at|of|to|:)?\s*` + number + `\s*(?:g|ml)\b(?:\s*(?:of\s+)?(?:water)?\s*(?:for|,)?\s*(?:` + stamp + `|` + number + `\s*(s|sec|secs|seconds|min)\b))?`)
	bloomAlone = regexp.MustCompile(`(?i)(?:` + number + `\s*(s|sec|secs|seconds|min)\s+bloom\b|bloom(?:ing)?\s*(?:for|:)?\s*(?:` + stamp + `|` + number + `\s*(s|sec|secs|seconds|min)\b))`)
	doseWater  = regexp.MustCompile(`(?i)` + number + `\s*g\s*(?::|to|/|->|→|in)\s*` + number + `\s*(?:g|ml)\b`)
	perLitre   = regexp.MustCompile(`(?i)` + number + `\s*g(?:rams?)?\s*(?:/|per|to|:|a)\s*(?:1\s*)?(?:l|liter|litre)\b`)
	perMl      = regexp.MustCompile(`(?i)` + number + `\s*g(?:rams?)?\s*(?:/|per)\s*(\d+)\s*(?:ml|g)\b`)
	ratioOne   = regexp.MustCompile(`(?i)(ratio\s*(?:of|:)?\s*)?\b1\s*(?::|to)\s*(\d{1,3}(?:\.\d+)?)\b`)
	degrees    = regexp.MustCompile(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(?:°\s*|deg(?:rees?)?\s*)(c|f|celsius|fahrenheit)?\b?`)
	degreesCF  = regexp.MustCompile(`\b` + number + `\s*(?:-\s*` + number + `\s*)?([CFcf])\b`)
	toBy       = regexp.MustCompile(`(?i)(?:pour(?:\s+up)?\s+)?to\s+` + number + `\s*(?:g|ml)\s*by\s*` + stamp)
	pourWait   = regexp.MustCompile(`(?i)pour\s+` + number + `\s*(?:g|ml)\s*[,;.]?\s*(?:and\s+|then\s+)?wait\s+` + number + `\s*(s|sec|secs|seconds|min)\b`)
	ratioTurn  = regexp.MustCompile(`(?i)(ratio\s*(?:of|:)?\s*)?\b(\d{1,2}(?:\.\d+)?)\s*:\s*1\b(?:\s*(?:water\s+to\s+coffee))?`)
	offBoil    = regexp.MustCompile(`(?i)(?:just\s+)?off(?:\s+the)?[\s-]+boil\b|boiling(?:\s+water)?\b`)
	microns    = regexp.MustCompile(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(?:µm|um|microns?|micrometers?|micrometres?)\b`)
	clicksRe   = regexp.MustCompile(`(?i)(?:` + number + `\s*(?:-\s*` + number + `\s*)?clicks?\b|(?:grinder|setting|grind)\s*(?:at|on|no\.?|:)?\s*` + number + `\b(?:\s*(?:on|of)\s+the\s+grinder)?)`)
	amountRe   = regexp.MustCompile(`(?i)((?:heaped|heaping|level)\s+)?` + number + `\s*((?:heaped|heaping|level)\s+)?(fl\.?\s*oz|fluid\s+ounces?|oz|ounces?|g|gr|grams?|grammes?|kg|ml|millilit(?:er|re)s?|dl|cl|l|lit(?:er|re)s?|tbsps?|tablespoons?|tsps?|teaspoons?|scoops?|cups?|spoons?|handfuls?)\b\.?(?:\s+(?:of\s+)?(?:the\s+)?(?:ground\s+|hot\s+|cold\s+|boiling\s+|whole\s+)?(coffee|beans?|grounds|dose|water|drink|yield|in\s+the\s+cup|out)\b)?`)
	before     = regexp.MustCompile(`(?i)(coffee|beans?|grounds|dose|in|water|drink|yield|out|serves?|cup|brew|makes?)\s*[:=]?\s*$`)
	rangeRe    = regexp.MustCompile(`(?i)` + stamp + `\s*-\s*` + stamp)
	clockRe    = regexp.MustCompile(`(?i)` + stamp + `(?:\s*(?:min|minutes?|m)\b)?`)
	spelled    = regexp.MustCompile(`(?i)` + number + `\s*(?:-\s*` + number + `\s*)?(hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|sec|s|'|")(?:\b|\s|$)(?:\s*(\d{1,2})\s*(?:seconds?|secs?|sec|s|")\b)?`)
	steepWord  = regexp.MustCompile(`(?i)\b(steep(?:ed|ing)?|infus(?:e|ion)|stand|wait|press(?:ed)?\s+(?:after|at)|brew(?:ed|ing)?\s+(?:for|time)|break(?:\s+the\s+crust)?\s+(?:at|after))\s*(?:for|:|of|it)?\s*$`)
	doneWord   = regexp.MustCompile(`(?i)\b(total(?:\s+time)?|done(?:\s+(?:at|by))?|finish(?:ed|es)?(?:\s+(?:at|by))?|draws?\s*down(?:\s+(?:by|at))?|drain(?:ed|s)?(?:\s+(?:by|at))?|drawdown(?:\s+(?:by|at))?|until|brew\s+time|time|ends?(?:\s+at)?)\s*(?:of|:|about|~|ca\.?)?\s*$`)
	afterSteep = regexp.MustCompile(`(?i)^\s*(?:of\s+)?(steep(?:ing)?|infusion)\b`)
	afterDone  = regexp.MustCompile(`(?i)^\s*(total|in\s+all|brew\s*time|altogether|drawdown)\b`)
	roastRe    = regexp.MustCompile(`(?i)\b(?:(?:light|medium|dark)(?:\s*[-/]\s*|\s+(?:to\s+)?))?(light|medium|dark)(?:ly)?[\s-]+roast(?:ed)?\b`)
	actRe      = regexp.MustCompile(`(?i)\b(stir|swirl|shake|break(?:\s+the\s+crust)?|skim|press|flip|tap)(?:\s+(once|twice|gently|slowly|well))?\s*(?:at|@|after)\s*` + stamp)
	actAtRe    = regexp.MustCompile(`(?i)` + stamp + `\s*[:-]?\s*(stir|swirl|shake|break(?:\s+the\s+crust)?|skim|press|flip|tap)\b(?:\s+(once|twice|gently|slowly|well))?`)
	wordRe     = regexp.MustCompile(`[^\s,;·|/]+`)
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
	{"machine drip", "medium"}, {"filter grind", "medium"}, {"drip grind", "medium"}, {"espresso", "espresso"}, {"powder", "powder"},
	{"coarse", "coarse"}, {"medium", "medium"}, {"fine", "fine"},
}

// patterns are those of the words above, made once they are wanted.
var patterns = sync.OnceValue(func() (p struct{ grinds, methods []*regexp.Regexp }) {
	for _, g := range grindWords {
		p.grinds = append(p.grinds, regexp.MustCompile(`(?i)\b`+regexp.QuoteMeta(g.words)+`(?:ly)?(?:\s+(?:grind|ground))?\b`))
	}
	for _, w := range methodWords {
		p.methods = append(p.methods, regexp.MustCompile(`(?i)\b`+regexp.QuoteMeta(w.words)+`s?\b`))
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
	r.each(seriesAt, r.series)
	r.each(atThen, func(m []string, _ int) bool { return r.onePour(m[0], m[3], num(m[4]), seconds(m[1], m[2])) })
	r.each(toAt, func(m []string, _ int) bool { return r.onePour(m[0], m[1], num(m[2]), seconds(m[4], m[5])) })
	r.bloom()
	r.each(pourWait, func(m []string, _ int) bool {
		if r.bloomG > 0 || r.bloomX > 0 {
			return false
		}
		r.bloomG, r.bloomS = num(m[1]), lasting(m[2], m[3])
		r.say(m[0], "pours", asFirstPourFor, quantity.Of(r.bloomG, quantity.Gram), quantity.Of(r.bloomS, quantity.Second))
		return true
	})
	r.each(toBy, func(m []string, _ int) bool { return r.pourBy(m[0], num(m[1]), seconds(m[2], m[3])) })
	r.each(perLitre, func(m []string, _ int) bool { return r.ratio(m[0], num(m[1])) })
	r.each(perMl, func(m []string, at int) bool { return num(m[2]) == 100 && r.ratio(m[0], num(m[1])*10) })
	r.each(doseWater, func(m []string, _ int) bool {
		a, b := num(m[1]), num(m[2])
		if b < 3*a {
			return false
		}
		r.masses = append(r.masses, mass{m[0], a, "g", "coffee"}, mass{m[0], b, "g", "water"})
		return true
	})
	r.heat()
	r.each(roastRe, func(m []string, _ int) bool {
		r.roast = strings.ToLower(m[1])
		r.say(m[0], "roast", asRoast, quantity.Text(r.roast))
		return true
	})
	r.grinds()
	r.named()
	r.each(actRe, func(m []string, _ int) bool { return r.act(m[0], m[1], m[2], seconds(m[3], m[4])) })
	r.each(actAtRe, func(m []string, _ int) bool { return r.act(m[0], m[3], m[4], seconds(m[1], m[2])) })
	r.each(amountRe, r.amount)
	r.weighs()
	r.each(ratioTurn, func(m []string, _ int) bool { return num(m[2]) > 0 && r.ratio(m[0], 1000/num(m[2])) })
	r.each(ratioOne, r.ratioOrTime)
	r.clocks()
	r.settle()
}

// series are readings and, as many, times.
func (r *reader) series(m []string, _ int) bool {
	split := regexp.MustCompile(`[^\d.:]+`)
	to := split.Split(strings.Trim(m[1], " g/,|>-"), -1)
	at := split.Split(strings.TrimSpace(m[2]), -1)
	if len(to) != len(at) || len(to) < 2 {
		return false
	}
	var pours []PourTo
	for i := range to {
		minutes, secs, _ := strings.Cut(at[i], ":")
		pours = append(pours, PourTo{AtS: seconds(minutes, secs), ToG: num(to[i])})
	}
	r.recipe.Pours = pours
	r.say(m[0], "pours", asPours, quantity.Of(float64(len(pours)), quantity.None))
	return true
}

// onePour is one pour with its time; what follows a plus, or is less than what is in, is
// added to it.
func (r *reader) onePour(words, how string, g, at float64) bool {
	n := len(r.recipe.Pours)
	if n > 0 && at <= r.recipe.Pours[n-1].AtS {
		return false
	}
	if strings.Contains(how, "+") && n > 0 {
		g += r.recipe.Pours[n-1].ToG
	}
	if n > 0 && g <= r.recipe.Pours[n-1].ToG {
		r.doubt(words, isLess)
		g += r.recipe.Pours[n-1].ToG
	}
	r.recipe.Pours = append(r.recipe.Pours, PourTo{AtS: at, ToG: g})
	r.say(words, "pours", asPourAt, quantity.Of(g, quantity.Gram), quantity.Of(at, quantity.Second))
	return true
}

// pourBy is a pour that is done by a moment: it begins as much earlier as it takes.
func (r *reader) pourBy(words string, g, by float64) bool {
	from, before := r.bloomG, 0.0
	if n := len(r.recipe.Pours); n > 0 {
		last := r.recipe.Pours[n-1]
		from, before = last.ToG, last.AtS+leastPour
		if last.ForS != nil {
			before = last.AtS + *last.ForS
		}
	} else if r.bloomS > 0 {
		before = r.bloomS
	}
	if g <= from || by <= before {
		return false
	}
	at := math.Max(math.Round(by-(g-from)/pourGPerS), before)
	r.recipe.Pours = append(r.recipe.Pours, PourTo{AtS: at, ToG: g, ForS: new(math.Max(by-at, 1))})
	r.say(words, "pours", asPourBy, quantity.Of(g, quantity.Gram), quantity.Of(by, quantity.Second))
	return true
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

func (r *reader) bloom() {
	r.each(bloomTimes, func(m []string, _ int) bool {
		r.bloomX, r.bloomS = num(m[1]), lasting(m[2], m[3])
		if r.bloomS > 0 {
			r.say(m[0], "pours", asTimesDoseFor, quantity.Of(r.bloomX, quantity.None), quantity.Of(r.bloomS, quantity.Second))
		} else {
			r.say(m[0], "pours", asTimesDose, quantity.Of(r.bloomX, quantity.None))
		}
		return true
	})
	r.each(bloomGrams, func(m []string, _ int) bool {
		r.bloomG, r.bloomS = num(m[1]), lasting(m[4], m[5])
		if m[2] != "" {
			r.bloomS = seconds(m[2], m[3])
		}
		r.say(m[0], "pours", asFirstPour, quantity.Of(r.bloomG, quantity.Gram))
		return true
	})
	r.each(bloomAlone, func(m []string, _ int) bool {
		switch {
		case m[1] != "":
			r.bloomS = lasting(m[1], m[2])
		case m[3] != "":
			r.bloomS = seconds(m[3], m[4])
		default:
			r.bloomS = lasting(m[5], m[6])
		}
		r.say(m[0], "pours", asBloom, quantity.Of(r.bloomS, quantity.Second))
		return true
	})
}

func (r *reader) ratio(words string, gPerL float64) bool {
	if gPerL < 10 || gPerL > 400 || r.recipe.Ratio != nil {
		return false
	}
	gPerL = math.Round(gPerL*100) / 100
	r.recipe.Ratio = &gPerL
	r.say(words, "ratio_g_per_l", asWater, quantity.Of(gPerL, quantity.GramPerL))
	return true
}

func (r *reader) heat() {
	take := func(words, a, b, unit string) bool {
		c := num(a)
		if b != "" {
			c = (c + num(b)) / 2
			r.doubt(words, isRange)
		}
		u := strings.ToLower(unit)
		if strings.HasPrefix(u, "f") || u == "" && c > 120 {
			c = (c - 32) / 1.8
		}
		if c < minWaterC || c > maxWaterC || r.recipe.WaterC != nil {
			return false
		}
		c = math.Round(c*10) / 10
		r.recipe.WaterC = &c
		r.say(words, "water_c", asWaterAt, quantity.Fine(c, quantity.Celsius))
		return true
	}
	r.each(degrees, func(m []string, _ int) bool { return take(m[0], m[1], m[2], m[3]) })
	r.each(degreesCF, func(m []string, _ int) bool { return take(m[0], m[1], m[2], m[3]) })
	r.each(offBoil, func(m []string, _ int) bool {
		if r.recipe.WaterC != nil {
			return false
		}
		r.recipe.WaterC = new(97.0)
		r.say(m[0], "water_c", asHotAsItGets, quantity.Of(97, quantity.Celsius))
		return true
	})
}

func (r *reader) grinds() {
	middle := func(words, a, b string) float64 {
		if b == "" {
			return num(a)
		}
		r.doubt(words, isRange)
		return (num(a) + num(b)) / 2
	}
	r.each(microns, func(m []string, _ int) bool {
		um := middle(m[0], m[1], m[2])
		if um < field.GrindUm.Min || um > field.GrindUm.Max || r.recipe.GrindUm != nil {
			return false
		}
		r.recipe.GrindUm = &um
		r.say(m[0], "grind_um", asGroundTo, quantity.Of(um, quantity.Micrometre))
		return true
	})
	r.each(clicksRe, func(m []string, _ int) bool {
		n := num(m[3])
		if m[1] != "" {
			n = middle(m[0], m[1], m[2])
		}
		if r.recipe.Clicks != nil || n > 400 {
			return false
		}
		r.recipe.Clicks = &n
		r.say(m[0], "clicks", asClicks, quantity.Of(n, quantity.Clicks))
		return true
	})
	for i, g := range grindWords {
		r.each(patterns().grinds[i], func(m []string, at int) bool {
			if r.recipe.Grind != "" || strings.HasPrefix(strings.ToLower(strings.TrimLeft(r.text[at+len(m[0]):], " -")), "roast") {
				return false
			}
			r.recipe.Grind = g.band
			r.say(m[0], "grind", asGround, quantity.Text(g.band))
			return true
		})
	}
}

func (r *reader) named() {
	for i, w := range methodWords {
		r.each(patterns().methods[i], func(m []string, _ int) bool {
			if r.recipe.Method != "" {
				return false
			}
			r.recipe.Method, r.recipe.School = w.method, w.school
			r.say(m[0], "method", asItIs, quantity.Text(w.method))
			return true
		})
	}
}

func (r *reader) act(words, what, how string, at float64) bool {
	text := strings.TrimSpace(strings.ToLower(what + " " + how))
	r.recipe.Steps = append(r.recipe.Steps, HandStep{AtS: at, Do: quantity.Noun(text).Text})
	slices.SortStableFunc(r.recipe.Steps, func(a, b HandStep) int { return int(a.AtS - b.AtS) })
	r.say(words, "steps", asStepAt, quantity.Text(text), quantity.Of(at, quantity.Second))
	return true
}

// amount is a mass, a volume or so many spoons, with what the words beside it say that
// it is of.
func (r *reader) amount(m []string, at int) bool {
	v, unit := num(m[2]), strings.ToLower(strings.Join(strings.Fields(m[4]), " "))
	level := strings.HasPrefix(strings.ToLower(strings.TrimSpace(m[1]+m[3])), "level")
	of := ""
	says := strings.ToLower(m[5])
	if says != "" && strings.HasPrefix(strings.TrimLeft(r.text[at+len(m[0]):], " "), ":") {
		says = "" // it is what the next amount is of
	}
	if says == "" {
		if b := before.FindStringSubmatch(r.text[:at]); b != nil {
			says = strings.ToLower(b[1])
		}
	}
	switch {
	case strings.HasPrefix(says, "coffee"), strings.HasPrefix(says, "bean"), says == "grounds", says == "dose", says == "in":
		of = "coffee"
	case says == "water":
		of = "water"
	case says != "":
		of = "drink"
	}
	out := mass{words: m[0], v: v, of: of}
	spoon := func(name string) {
		out.unit, out.of = "g", "coffee"
		out.v = v * coffee.TypicalG(name)
		r.doubt(m[0], isMeasure, quantity.Of(out.v, quantity.Gram))
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
	case strings.HasPrefix(unit, "cup") && of != "coffee":
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
			r.say(m.words, "dose_g", asCoffee, quantity.Of(v, quantity.Gram))
		case "water":
			r.say(m.words, "water_g", asWater, quantity.Of(v, quantity.Millilitre))
		default:
			r.say(m.words, "drink_ml", asDrink, quantity.Of(v, quantity.Millilitre))
		}
		return true
	}
	var rest []mass
	for _, m := range r.masses {
		switch {
		case m.of != "":
			if !set(m, m.of) {
				r.doubt(m.words, isAnotherAmount, quantity.Text(m.of))
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
			r.doubt(m.words, isOfNothing)
		}
	}
}

// ratioOrTime is 1:15, which is a ratio, or a minute and a quarter: a ratio where
// something says so, or no other does and it is one that people brew by.
func (r *reader) ratioOrTime(m []string, at int) bool {
	n := num(m[2])
	if n == 0 {
		return false
	}
	per := 1000 / n
	fraction := strings.Contains(m[2], ".") || len(m[2]) != 2
	lead := r.text[:at]
	timely := steepWord.MatchString(lead) || doneWord.MatchString(lead) || strings.HasSuffix(strings.TrimRight(lead, " "), " at") || strings.HasSuffix(strings.TrimRight(lead, " "), "@") ||
		afterSteep.MatchString(r.text[at+len(m[0]):]) || afterDone.MatchString(r.text[at+len(m[0]):])
	if r.recipe.Ratio != nil || per > 400 || per < 10 {
		return false
	}
	if m[1] == "" && !fraction {
		if timely {
			return false
		}
		if d, w := r.recipe.DoseG, r.recipe.water(); d != nil && w != nil && !near(*d*n, *w) {
			r.doubt(m[0], isNoRatio)
			return false
		}
		r.doubt(m[0], isRatio)
	}
	return r.ratio(m[0], per)
}

// clocks are times that are left: of the steep, of all of it, or of what the method says.
func (r *reader) clocks() {
	of := func(at, end int) string {
		lead, tail := r.text[:at], r.text[end:]
		switch {
		case steepWord.MatchString(lead), afterSteep.MatchString(tail):
			return "steep"
		case doneWord.MatchString(lead), afterDone.MatchString(tail):
			return "done"
		}
		return ""
	}
	r.each(rangeRe, func(m []string, at int) bool {
		a, b := seconds(m[1], m[2]), seconds(m[3], m[4])
		r.doubt(m[0], isRange)
		r.times = append(r.times, clock{m[0], (a + b) / 2, of(at, at+len(m[0]))})
		return true
	})
	r.each(clockRe, func(m []string, at int) bool {
		s := seconds(m[1], m[2])
		if s < 10 || num(m[2]) > 59 {
			return false
		}
		r.times = append(r.times, clock{m[0], s, of(at, at+len(m[0]))})
		return true
	})
	r.each(spelled, func(m []string, at int) bool {
		s := lasting(m[1], m[3]) + num(m[4])
		if m[2] != "" {
			s = (lasting(m[1], m[3]) + lasting(m[2], m[3])) / 2
			r.doubt(m[0], isRange)
		}
		if s < 10 || s > field.ContactS.Max {
			return false
		}
		r.times = append(r.times, clock{m[0], s, of(at, at+len(m[0]))})
		return true
	})
}

// drained are the methods whose time is until the bed is drained.
var drained = []string{"cone", "flat-bed", "tank-dripper", "cloth", "slow-drip"}

// settle puts together what had to wait.
func (r *reader) settle() {
	if r.bloomX > 0 && r.recipe.DoseG == nil && r.recipe.Ratio != nil && r.recipe.WaterG != nil {
		r.recipe.DoseG = new(math.Round(*r.recipe.WaterG**r.recipe.Ratio/100) / 10)
		r.recipe.Ratio = nil
	}
	if d := r.recipe.DoseG; r.bloomX > 0 && d != nil {
		r.bloomG = math.Round(r.bloomX * *d)
	}
	if r.bloomG > 0 || r.bloomS > 0 {
		r.firstPour()
	}
	if d, w, per := r.recipe.DoseG, r.recipe.water(), r.recipe.Ratio; d != nil && w != nil && per != nil && !near(*d / *per * 1000, *w) {
		r.doubts = append(r.doubts, amountsMakeNot.Say(quantity.Of(*d / *w * 1000, quantity.GramPerL), quantity.Of(*per, quantity.GramPerL)))
		r.recipe.Ratio = nil
	}
	percolates := len(r.recipe.Pours) > 1 || slices.Contains(drained, r.recipe.Method)
	slices.SortStableFunc(r.times, func(a, b clock) int { return len(b.of) - len(a.of) })
	for _, t := range r.times {
		steep, done := &r.recipe.SteepS, &r.recipe.DoneS
		switch {
		case t.of == "done" && *done == nil, t.of == "" && (percolates || r.recipe.SteepS != nil) && *done == nil && r.after(t.s), t.of == "steep" && percolates && *done == nil && r.after(t.s):
			*done = new(t.s)
			r.say(t.words, "done_s", asDoneAt, quantity.Of(t.s, quantity.Second))
		case t.of != "done" && !percolates && *steep == nil:
			*steep = new(t.s)
			r.say(t.words, "steep_s", asSteep, quantity.Of(t.s, quantity.Second))
		default:
			r.doubt(t.words, isNoTime)
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

// firstPour puts a bloom in front of the pours; without any, all the rest follows it.
func (r *reader) firstPour() {
	pours := r.recipe.Pours
	switch {
	case len(pours) > 0 && (r.bloomG == 0 || near(pours[0].ToG, r.bloomG)):
		return // they say it already
	case len(pours) > 0 && pours[0].AtS > 0 && pours[0].ToG > r.bloomG:
		r.recipe.Pours = append([]PourTo{{ToG: r.bloomG}}, pours...)
		return
	case len(pours) > 0:
		r.doubts = append(r.doubts, bloomDoesNot.Say())
		return
	}
	var d, w float64
	if a, bad := r.recipe.amounts(0, 0, 0); len(bad) == 0 {
		d, w = a.DoseG, a.WaterG
	}
	if r.bloomG == 0 {
		r.bloomG = math.Round(2 * d) // common practice
		if d > 0 {
			r.doubts = append(r.doubts, bloomHasNo.Say(quantity.Of(r.bloomG, quantity.Gram)))
		}
	}
	if r.bloomG > 0 && w > r.bloomG+1 {
		if r.bloomS == 0 {
			r.bloomS = 30
			r.doubts = append(r.doubts, bloomHasNoTime.Say(quantity.Of(r.bloomS, quantity.Second)))
		}
		r.recipe.Pours = []PourTo{{ToG: r.bloomG}, {AtS: r.bloomS, ToG: math.Round(w*10) / 10}}
		return
	}
	r.doubts = append(r.doubts, bloomLeftOut.Say())
}

// unread are the words that nothing took.
func (r *reader) unread() []string {
	var out []string
	run := []string{}
	flush := func() {
		if len(run) > 0 {
			out = append(out, strings.Join(run, " "))
			run = nil
		}
	}
	last := 0
	for _, loc := range wordRe.FindAllStringIndex(r.text, -1) {
		if slices.Contains(r.taken[last:loc[0]], true) || strings.ContainsAny(r.text[last:loc[0]], ";·|,") {
			flush()
		}
		last = loc[1]
		w := r.text[loc[0]:loc[1]]
		if slices.Contains(r.taken[loc[0]:loc[1]], true) {
			flush()
			continue
		}
		bare := strings.ToLower(strings.Trim(w, ".,:()!?*\"'“”-"))
		if bare == "" || fillers[bare] || fillers[strings.ToLower(w)] {
			continue
		}
		run = append(run, strings.Trim(w, ",()"))
	}
	flush()
	return list(out)
}

func list[T any](l []T) []T {
	if l == nil {
		return []T{}
	}
	return l
}
