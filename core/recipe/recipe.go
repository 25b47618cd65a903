package recipe

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Recipe is what a person sets of a brew. What is left out is the school's. Units are
// in the names; times are in seconds from the moment that water meets coffee.
type Recipe struct {
	ID     string `json:"id,omitempty" maxLength:"36" doc:"UUID of the recipe that is kept, of which this is a copy"`
	Name   string `json:"name,omitempty" maxLength:"120" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not only spaces, or nothing"`
	Method string `json:"method,omitempty" doc:"Method ID that it is for; any whose steps fit when left out"`
	School string `json:"school,omitempty" doc:"The school that it is made from; the method's first when left out"`

	DoseG  *float64 `json:"dose_g,omitempty" doc:"Of dose, water, ratio and drink any two decide"`
	WaterG *float64 `json:"water_g,omitempty" doc:"Poured, all in all"`
	Ratio  *float64 `json:"ratio_g_per_l,omitempty" doc:"Coffee to each litre poured"`
	DrinkG *float64 `json:"drink_ml,omitempty" doc:"In the cup"`

	WaterC  *float64    `json:"water_c,omitempty" doc:"At first contact"`
	Grind   string      `json:"grind,omitempty" doc:"In a word, as of the bands of the catalogue"`
	GrindUm *float64    `json:"grind_um,omitempty"`
	Clicks  *float64    `json:"clicks,omitempty" doc:"On the grinder of this recipe, or else of the request"`
	Grinder *OwnGrinder `json:"grinder,omitempty" doc:"That the clicks are of"`

	MineralsMgL *float64 `json:"minerals_mg_l,omitempty" doc:"Dissolved solids of its water, in all. No figure uses them: they say which water to take"`

	Pours  []PourTo   `json:"pours,omitempty" maxItems:"12"`
	Steps  []HandStep `json:"steps,omitempty" maxItems:"24" doc:"What the hands do besides; in place of what they do in the school"`
	SteepS *float64   `json:"steep_s,omitempty" doc:"Until it is broken, pressed, lifted or strained"`
	DoneS  *float64   `json:"done_s,omitempty" doc:"All of it: drained, or poured off"`

	StopPct *float64 `json:"stop_pct,omitempty" doc:"Of a moka pot or a pump brewer: stopped once so much of its water has come through"`
	BoilS   *float64 `json:"boil_s,omitempty" doc:"Of a pot boiled with its coffee: how long it boils; longer where its water has to be made safe"`
	SettleS *float64 `json:"settle_s,omitempty" doc:"Of a pot boiled with its coffee: how long it settles before it is poured off"`
	Words   string   `json:"words,omitempty" maxLength:"4000" doc:"That it was read from"`
}

// OwnGrinder is what a recipe's clicks are of. Nothing but its name need be known: then
// the clicks are the grind that the recipe or the style has, and only differences count.
type OwnGrinder struct {
	Name       string  `json:"name,omitempty" maxLength:"120"`
	UmPerClick float64 `json:"um_per_click,omitempty" doc:"Left out where it is not known"`
	ZeroUm     float64 `json:"zero_um,omitempty"`
}

// PourTo is one pour: when it begins, and what is in when it ends.
type PourTo struct {
	AtS  float64  `json:"at_s"`
	ToG  float64  `json:"to_g" doc:"The scale's reading at its end"`
	ForS *float64 `json:"for_s,omitempty" doc:"How long it takes; at about 4 g a second when left out"`
	How  string   `json:"how,omitempty" maxLength:"200"`
	// Drained lets it wait for the bed.
	Drained bool `json:"drained,omitempty" doc:"It waits until the bed has drained; its time is an estimate"`
}

// HandStep is one thing that the hands do.
type HandStep struct {
	AtS   float64  `json:"at_s"`
	ForS  *float64 `json:"for_s,omitempty" doc:"10 s when left out"`
	Do    string   `json:"do" maxLength:"300"`
	Until string   `json:"until,omitempty" maxLength:"200" doc:"The sign that ends it; the time when left out"`
}

// Ranges of a recipe's figures. They are those of the request's fields where it has
// them; these are only a recipe's.
const (
	minWaterC, maxWaterC = 40, 100
	minStop              = 50
	// A boil past some minutes turns bitter, and what settles longer than a quarter of an hour is cold.
	// From memory.
	LeastBoilS, mostBoilS     = 15, 300
	LeastSettleS, mostSettleS = 20, 900
	maxAtS                    = 7200
	// pourGPerS is how fast a steady hand pours. Common practice.
	pourGPerS = 4
	leastPour = 5
	handsS    = 10
	// ShortGapS is the longest pause that is not told as a step of its own.
	shortGapS = 15
)

// OwnSource is where the figures of a person's own recipe come from.
const OwnSource = "your own recipe"

// Empty reports whether nothing is set but its names.
func (r *Recipe) Empty() bool {
	return r.DoseG == nil && r.WaterG == nil && r.Ratio == nil && r.DrinkG == nil && r.WaterC == nil && r.Grind == "" && r.GrindUm == nil && r.Clicks == nil && r.MineralsMgL == nil &&
		len(r.Pours) == 0 && len(r.Steps) == 0 && r.SteepS == nil && r.DoneS == nil && r.StopPct == nil && r.BoilS == nil && r.SettleS == nil
}

// SaysHowMuch reports whether it sets how much there is to drink.
func (r *Recipe) SaysHowMuch() bool {
	return r.DoseG != nil || r.WaterG != nil || r.DrinkG != nil || len(r.Pours) > 0
}

// numeral is one of a recipe's numbers, nil where it is left out, with what it may be.
type numeral struct {
	at string
	v  *float64
	field.Span
}

func (r *Recipe) numbers() []numeral {
	list := []numeral{
		{"dose_g", r.DoseG, field.DoseG},
		{"water_g", r.WaterG, field.Span{Min: field.WaterG.Min, Max: field.WaterG.Max, Unit: quantity.Gram}},
		{"ratio_g_per_l", r.Ratio, field.Ratio},
		{"drink_ml", r.DrinkG, field.DrinkMl},
		{"water_c", r.WaterC, field.Span{Min: minWaterC, Max: maxWaterC, Unit: quantity.Celsius}},
		{"grind_um", r.GrindUm, field.GrindUm},
		{"clicks", r.Clicks, field.Clicks},
		{"steep_s", r.SteepS, field.ContactS},
		{"done_s", r.DoneS, field.ContactS},
		{"minerals_mg_l", r.MineralsMgL, field.TDSMgL},
		{"stop_pct", r.StopPct, field.Span{Min: minStop, Max: 100, Unit: quantity.Percent}},
		{"boil_s", r.BoilS, field.Span{Min: LeastBoilS, Max: mostBoilS, Unit: quantity.Second}},
		{"settle_s", r.SettleS, field.Span{Min: LeastSettleS, Max: mostSettleS, Unit: quantity.Second}},
	}
	if g := r.Grinder; g != nil && g.UmPerClick != 0 {
		list = append(list, numeral{"grinder.um_per_click", &g.UmPerClick, field.UmPerClick}, numeral{"grinder.zero_um", &g.ZeroUm, field.ZeroUm})
	}
	return list
}

// Fields are the numbers of a recipe with what they may be. A pour begins when the one before
// it has ended at the earliest, and a step not before the one above it.
func Fields() []field.Field {
	r := Recipe{Grinder: &OwnGrinder{UmPerClick: 1}}
	var out []field.Field
	for _, n := range r.numbers() {
		out = append(out, field.Numeric(n.at, n.Unit, n.Min, n.Max))
	}
	return append(out, pourAt, pourFor, pourTo, stepAt, stepFor)
}

// Of each pour and each step.
var (
	pourAt  = field.Numeric("pours.at_s", quantity.Second, 0, maxAtS)
	pourFor = field.Numeric("pours.for_s", quantity.Second, 1, 1200)
	pourTo  = field.Numeric("pours.to_g", quantity.Gram, 1, 20000)
	stepAt  = field.Numeric("steps.at_s", quantity.Second, 0, field.ContactS.Max)
	stepFor = field.Numeric("steps.for_s", quantity.Second, 1, field.ContactS.Max)
)

// check is what is wrong with it whatever it is made from.
func (r *Recipe) check() field.Problems {
	var bad field.Problems
	number := func(path string, v *float64, min, max float64, unit quantity.Unit) {
		if v != nil {
			if p, is := field.Range(path, *v, min, max, unit); is {
				bad = append(bad, p)
			}
		}
	}
	text := func(path, v string, max int) {
		if n := len([]rune(v)); n > max {
			bad = append(bad, field.Problem{Field: path, Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to %d", n, max)})
		}
	}
	text("name", r.Name, 120)
	text("words", r.Words, 4000)
	for _, n := range r.numbers() {
		number(n.at, n.v, n.Min, n.Max, n.Unit)
	}
	if r.Grind != "" && !slices.ContainsFunc(coffee.Bands, func(b coffee.Band) bool { return b.Name == r.Grind }) {
		bad = append(bad, field.Problem{Field: "grind", Value: r.Grind, Message: fmt.Sprintf("%q is not known. Enter one of %s", r.Grind, strings.Join(field.IDs(coffee.Bands, func(b coffee.Band) string { return b.Name }), ", "))})
	}
	if len(r.Pours) > 12 {
		bad = append(bad, field.Problem{Field: "pours", Value: len(r.Pours), Message: fmt.Sprintf("%d is too many. Enter up to 12 pours", len(r.Pours))})
	}
	if len(r.Steps) > 24 {
		bad = append(bad, field.Problem{Field: "steps", Value: len(r.Steps), Message: fmt.Sprintf("%d is too many. Enter up to 24 steps", len(r.Steps))})
	}
	bad = append(bad, r.checkPours()...)
	for i, s := range r.Steps {
		at := func(name string) string { return fmt.Sprintf("steps[%d].%s", i, name) }
		number(at("at_s"), &s.AtS, stepAt.Min, stepAt.Max, stepAt.Unit)
		number(at("for_s"), s.ForS, stepFor.Min, stepFor.Max, stepFor.Unit)
		text(at("do"), s.Do, 300)
		text(at("until"), s.Until, 200)
		if strings.TrimSpace(s.Do) == "" {
			bad = append(bad, field.Problem{Field: at("do"), Value: s.Do, Message: "is empty. Enter what to do, such as “stir once”"})
		}
		if i > 0 && s.AtS < r.Steps[i-1].AtS {
			bad = append(bad, field.Problem{Field: at("at_s"), Value: s.AtS, Message: fmt.Sprintf("%s s is before the step above it. Enter %s s or later", field.Trim(s.AtS), field.Trim(r.Steps[i-1].AtS))})
		}
	}
	_, wrong := r.amounts(0, 0, 0)
	return append(bad, wrong...)
}

func (r *Recipe) checkPours() field.Problems {
	var bad field.Problems
	for i, p := range r.Pours {
		at := func(name string) string { return fmt.Sprintf("pours[%d].%s", i, name) }
		if n := len([]rune(p.How)); n > 200 {
			bad = append(bad, field.Problem{Field: at("how"), Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to 200", n)})
		}
		least, from := 0.0, 0.0
		if i > 0 {
			before := r.Pours[i-1]
			from = before.AtS + leastPour
			if before.ForS != nil {
				from = before.AtS + *before.ForS
			}
			least = before.ToG
		}
		if i == 0 && p.AtS != 0 {
			bad = append(bad, field.Problem{Field: at("at_s"), Value: p.AtS, Message: fmt.Sprintf("%s s is too late: the clock starts at the first pour. Enter 0 s", field.Trim(p.AtS))})
		} else if prob, is := field.Range(at("at_s"), p.AtS, from, pourAt.Max, pourAt.Unit); is {
			bad = append(bad, prob)
		}
		if p.ForS != nil {
			if prob, is := pourFor.CheckAt(at("for_s"), *p.ForS); is {
				bad = append(bad, prob)
			}
		}
		if prob, is := field.Range(at("to_g"), p.ToG, least+pourTo.Min, pourTo.Max, pourTo.Unit); is {
			bad = append(bad, prob)
		}
	}
	if n := len(r.Pours); n > 0 && r.WaterG != nil && !near(r.Pours[n-1].ToG, *r.WaterG) {
		bad = append(bad, field.Problem{Field: fmt.Sprintf("pours[%d].to_g", n-1), Value: r.Pours[n-1].ToG, Message: fmt.Sprintf("%s g differs from the water, %s g. Enter the same for both", field.Trim(r.Pours[n-1].ToG), field.Trim(*r.WaterG))})
	}
	return bad
}

// near reports whether two amounts are the same as far as anybody can measure.
func near(a, b float64) bool { return math.Abs(a-b) <= math.Max(3, 0.015*b) }

// water is what is poured, as far as the recipe says it.
func (r *Recipe) water() *float64 {
	if r.WaterG == nil && len(r.Pours) > 0 {
		return &r.Pours[len(r.Pours)-1].ToG
	}
	return r.WaterG
}

// Amounts are dose and water; what is 0 is not said.
type Amounts struct{ DoseG, WaterG float64 }

// Ratio is the coffee to each litre poured; 0 where it is not said.
func (a Amounts) Ratio() float64 {
	if a.DoseG == 0 || a.WaterG == 0 {
		return 0
	}
	return a.DoseG / a.WaterG * 1000
}

// amounts finds dose and water from any two of what is said; ratio is the school's,
// which goes with one that is alone, and retained and behind what the grounds keep and
// what stays back. A third that conflicts is a problem.
func (r *Recipe) amounts(ratio, retained, behind float64) (Amounts, field.Problems) {
	dose, water := r.DoseG, r.water()
	if retained == 0 {
		retained = coffee.RetainedMlPerG
	}
	if r.Ratio != nil {
		ratio = *r.Ratio
	}
	var a Amounts
	switch {
	case dose != nil && water != nil:
		a = Amounts{*dose, *water}
		if r.Ratio != nil && !near(*dose / *r.Ratio * 1000, *water) {
			return a, field.Problems{{Field: "ratio_g_per_l", Value: *r.Ratio, Message: fmt.Sprintf("%s g and %s g of water make %.1f g/L. Enter two of dose, water and ratio", field.Trim(*dose), field.Trim(*water), a.Ratio())}}
		}
	case dose != nil && ratio > 0 && (r.Ratio != nil || r.DrinkG == nil):
		a = Amounts{*dose, *dose / ratio * 1000}
	case dose != nil && r.DrinkG != nil:
		a = Amounts{*dose, coffee.PourForDose(*r.DrinkG, *dose, retained, behind)}
	case water != nil && r.DrinkG != nil && r.Ratio == nil:
		a = Amounts{(*water - *r.DrinkG - behind) / retained, *water}
	case water != nil && ratio > 0:
		a = Amounts{*water * ratio / 1000, *water}
	case r.DrinkG != nil && ratio > 0:
		a.WaterG, a.DoseG = coffee.PourFor(*r.DrinkG, ratio, retained, behind)
	default:
		return a, nil
	}
	if r.DrinkG != nil && behind+ratio > 0 {
		if leaves := a.WaterG - retained*a.DoseG - behind; a.DoseG <= 0 || math.Abs(leaves-*r.DrinkG) > math.Max(10, 0.08**r.DrinkG) {
			return a, field.Problems{{Field: "drink_ml", Value: *r.DrinkG, Message: fmt.Sprintf("%.1f g of coffee and %.0f g of water leave %.0f ml. Enter two of dose, water, ratio and drink", a.DoseG, a.WaterG, leaves)}}
		}
	}
	return a, nil
}

// Um is its grind in µm, with the grinder that the request names; 0 where it says none.
// disagree tells that clicks were given which on this grinder are not the grind that the
// word says: the word counts then, and they are another grinder's. Clicks of a grinder of
// which nothing is known are the grind of the word, or of the school.
func (r *Recipe) Um(school float64, here *OwnGrinder) (um float64, disagree bool, bad field.Problems) {
	word := wordUm(r.Grind, school)
	of := r.Grinder
	if of == nil || of.UmPerClick == 0 {
		of = here
	}
	switch {
	case r.GrindUm != nil:
		return *r.GrindUm, false, nil
	case r.Clicks != nil && of != nil:
		um = of.ZeroUm + *r.Clicks*of.UmPerClick
		if of == here && word > 0 && !nearBand(um, r.Grind) {
			return word, true, nil
		}
		if um < field.GrindUm.Min || um > field.GrindUm.Max {
			return 0, false, field.Problems{{Field: "clicks", Value: *r.Clicks, Message: fmt.Sprintf("%s clicks are %.0f µm on this grinder. Enter clicks for %.0f to %.0f µm, or the grind as a word", field.Trim(*r.Clicks), um, field.GrindUm.Min, field.GrindUm.Max)}}
		}
		return um, false, nil
	}
	return word, false, nil
}

// wordUm is the grind of a word: the school's own where that is called so, and the
// middle of the band elsewhere.
func wordUm(word string, school float64) float64 {
	if school > 0 && coffee.BandOf(school) == word {
		return school
	}
	um, _ := coffee.MiddleUm(word)
	return um
}

// nearBand reports whether a grind is in the band of a word or one beside it.
func nearBand(um float64, word string) bool {
	for i, b := range coffee.Bands {
		if b.Name == word {
			low, high := coffee.Bands[max(i-1, 0)].MinUm, coffee.Bands[min(i+1, len(coffee.Bands)-1)].MaxUm
			return um >= low && um < high
		}
	}
	return true
}

// own returns a person's text on one line.
func own(text string) string { return strings.Join(strings.Fields(text), " ") }

// BloomID is the rest after the first of a recipe's pours. It keeps its length, whatever the
// coffee's age: the times are the person's.
const BloomID method.StepID = "own-bloom"

// StepID names the nth of a recipe's other steps in a plan.
func StepID(n int) method.StepID { return stepID("own", n) }

// stepID names the steps of a recipe.
func stepID(kind string, n int) method.StepID { return method.StepID(fmt.Sprintf("%s-%d", kind, n+1)) }

// label is a word or two of a text, for the score.
func label(text string) string {
	words := strings.Fields(text)
	out := ""
	for _, w := range words {
		if out != "" && len([]rune(out))+len([]rune(w)) > 13 {
			break
		}
		out = strings.TrimSpace(out + " " + w)
	}
	return quantity.Within(strings.TrimRight(out, ".,;:!"))
}
