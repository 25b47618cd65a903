// Package coffee does the arithmetic of dose, water, spoons and grinder clicks.
package coffee

import (
	"math"
	"strconv"
	"strings"

	"apodemos/core/quantity"
)

const (
	// RetainedMlPerG is the water that grounds keep, in ml per g of dry
	// coffee. Common practice, no published source.
	RetainedMlPerG = 2.0
	// SpecificHeat of ground coffee, kJ/(kg·K). From memory.
	SpecificHeat = 1.7
	// GroundGPerL is the mass of a litre of ground coffee, in g. From memory.
	GroundGPerL = 380.0
	// CondensedSpecificHeat of sweetened condensed milk, kJ/(kg·K). From memory.
	CondensedSpecificHeat = 2.3
)

// PourFor returns the water to pour, in ml, and the dose, in g, that leave
// drinkMl when the dose is ratioGPerL grams to each litre poured, the grounds
// keep retained ml to the gram and leftBehindMl more stays behind than is added
// afterwards. retained·ratioGPerL must be under 1000.
func PourFor(drinkMl, ratioGPerL, retained, leftBehindMl float64) (pourMl, doseG float64) {
	need := math.Max(drinkMl+leftBehindMl, 0)
	pourMl = need / (1 - retained*ratioGPerL/1000)
	return pourMl, pourMl * ratioGPerL / 1000
}

// PourForDose returns the water to pour, in ml, for a given dose in g.
func PourForDose(drinkMl, doseG, retained, leftBehindMl float64) float64 {
	return math.Max(drinkMl+leftBehindMl, 0) + retained*doseG
}

// Measures is a dose in spoons, scoops or handfuls.
type Measures struct {
	Name  string  `json:"name"`
	Count float64 `json:"count" doc:"How many, rounded to what the measure can show"`
	Grams float64 `json:"grams" doc:"What that many hold"`
	Error float64 `json:"error_g" doc:"Grams over (or under, negative) the dose wished"`
	Words string  `json:"words" doc:"The same in words: 2½ heaped tablespoons"`
}

// said gives measures their words.
func (m Measures) said() Measures {
	m.Words = InMeasures(m.Count, m.Name)
	return m
}

// Times is so many times as much, of as many batches or cups.
func (m Measures) Times(n float64) Measures {
	m.Count, m.Grams, m.Error = m.Count*n, m.Grams*n, m.Error*n
	return m.said()
}

// fractionsOf are the parts of a measure that people judge by eye.
var fractionsOf = []struct {
	v    float64
	sign string
}{{0, ""}, {0.25, "¼"}, {1. / 3, "⅓"}, {0.5, "½"}, {2. / 3, "⅔"}, {0.75, "¾"}, {1, ""}}

// InMeasures writes a number of measures as people say it: 2½ heaped tablespoons, ½ scoop,
// 3 × my spoon.
func InMeasures(count float64, name string) string {
	whole, part := math.Modf(count)
	sign, off := "", 2.0
	for _, f := range fractionsOf {
		if d := math.Abs(part - f.v); d < off {
			sign, off = f.sign, d
			if f.v == 1 {
				whole++
			}
		}
	}
	n := sign
	if whole > 0 || sign == "" {
		n = strconv.FormatFloat(whole, 'f', 0, 64) + sign
	}
	if name == "dl" {
		return n + " dl"
	}
	for _, t := range plurals {
		if strings.HasPrefix(name, "my ") {
			break
		}
		if head, is := strings.CutSuffix(name, t); is {
			if count <= 1 {
				return n + " " + name
			}
			return n + " " + head + t + "s"
		}
	}
	return n + " × " + name
}

// plurals are the measures whose plural is known.
var plurals = []string{"tablespoon", "teaspoon", "spoon", "scoop", "handful", "cup", "mug", "bottle", "jar", "pot", "measure"}

// Measure rounds a dose in g to a measure that holds grams and can be judged
// to a step of itself (0.5 for half spoons). It never rounds to nothing.
func Measure(doseG float64, name string, grams, step float64) Measures {
	n := math.Max(quantity.RoundTo(doseG/grams, step), step)
	return Measures{Name: name, Count: n, Grams: n * grams, Error: n*grams - doseG}.said()
}

// ByEye is a dose in g in parts of a vessel that holds grams, as people judge them: thirds,
// quarters and halves.
func ByEye(doseG float64, name string, grams float64) Measures {
	whole, part := math.Modf(math.Max(doseG/grams, fractionsOf[1].v))
	best := fractionsOf[0].v
	for _, f := range fractionsOf {
		if math.Abs(part-f.v) < math.Abs(part-best) {
			best = f.v
		}
	}
	n := whole + best
	return Measures{Name: name, Count: n, Grams: n * grams, Error: n*grams - doseG}.said()
}

// UsualMeasure is what is taken where there is neither a scale nor a measure of
// one's own.
const UsualMeasure = "heaped tablespoon"

// typical are grams that a measure of that name usually holds, the longer names
// first. Common practice, no published source; the teaspoon, the level
// tablespoon and a cup of ground coffee are from memory.
var typical = []struct {
	name  string
	grams float64
}{{"level tablespoon", 5}, {"tablespoon", 5.5}, {"teaspoon", 2}, {"third of a cup", 32}, {"handful", 13.5}, {"scoop", 10}, {"cup of grounds", 81}, {"cup", 96}, {"spoon", 5.5}}

// TypicalG is what a measure of that name usually holds, in g; a name that is not
// known counts as a heaped tablespoon.
func TypicalG(name string) float64 {
	name = strings.ToLower(name)
	for _, t := range typical {
		if strings.Contains(name, t.name) {
			return t.grams
		}
	}
	return TypicalG(UsualMeasure)
}

// Clicks converts a grind in µm to clicks of a grinder whose zero setting is
// zeroUm and which opens perClickUm at each click.
func Clicks(um, perClickUm, zeroUm float64) float64 {
	return math.Max((um-zeroUm)/perClickUm, 0)
}

// UmPerClickAt is what a grinder opens at each click, in µm, where all that is known of it
// is that so many clicks grind to um: its burrs are taken to touch at zero, as hand
// grinders are counted. Common practice. It is kept within the 1 to 200 µm that they have.
func UmPerClickAt(clicks, um float64) float64 {
	return math.Min(math.Max(um/math.Max(clicks, 1), 1), 200)
}

// MiddleUm is the grind that a word is taken for where nothing else says, in µm; false
// for a word that is none.
func MiddleUm(band string) (float64, bool) {
	for _, b := range Bands {
		switch {
		case b.Name != band:
		case b.MinUm == 0:
			return 150, true
		case math.IsInf(b.MaxUm, 1) || b.MaxUm > 2000:
			return 1200, true
		default:
			return (b.MinUm + b.MaxUm) / 2, true
		}
	}
	return 0, false
}

// A Band is a word for a range of grinds.
type Band struct {
	Name  string  `json:"name"`
	MinUm float64 `json:"min_um"`
	MaxUm float64 `json:"max_um"`
}

// Bands lists the words from fine to coarse. The words are common practice;
// the micrometres are from memory, and makers disagree.
var Bands = []Band{
	{"powder", 0, 200},
	{"espresso", 200, 380},
	{"fine", 380, 550},
	{"medium-fine", 550, 680},
	{"medium", 680, 780},
	{"medium-coarse", 780, 950},
	{"coarse", 950, 1100},
	{"very coarse", 1100, math.MaxFloat64},
}

// BandOf returns the word for a grind in µm.
func BandOf(um float64) string {
	for _, b := range Bands {
		if um < b.MaxUm {
			return b.Name
		}
	}
	return Bands[len(Bands)-1].Name
}

// A Setting is a grinder's clicks at which a grind in µm is known.
type Setting struct {
	Clicks float64 `json:"clicks"`
	Um     float64 `json:"um"`
}

// FitGrinder returns micrometres to the click and the grind at zero clicks from
// two known settings. It returns false when they do not make a grinder: the
// same clicks, or coarser with fewer clicks.
func FitGrinder(a, b Setting) (perClick, zero float64, ok bool) {
	perClick = (b.Um - a.Um) / (b.Clicks - a.Clicks)
	if a.Clicks == b.Clicks || !(perClick > 0) {
		return 0, 0, false
	}
	return perClick, a.Um - perClick*a.Clicks, true
}
