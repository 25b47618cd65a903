// Package coffee does the arithmetic of dose, water, spoons and grinder clicks.
package coffee

import (
	"math"
	"strings"

	"apodemos/core/quantity"
)

const (
	// RetainedMlPerG is the water that grounds keep, in ml per g of dry
	// coffee. Common practice, no published source.
	RetainedMlPerG = 2.0
	// SpecificHeat of ground coffee, kJ/(kg·K). From memory.
	SpecificHeat = 1.7
	// MilkSpecificHeat of sweetened condensed milk, kJ/(kg·K). From memory.
	MilkSpecificHeat = 2.3
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
}

// Measure rounds a dose in g to a measure that holds grams and can be judged
// to a step of itself (0.5 for half spoons). It never rounds to nothing.
func Measure(doseG float64, name string, grams, step float64) Measures {
	n := math.Max(quantity.RoundTo(doseG/grams, step), step)
	return Measures{Name: name, Count: n, Grams: n * grams, Error: n*grams - doseG}
}

// UsualMeasure is what is taken where there is neither a scale nor a measure of
// one's own.
const UsualMeasure = "heaped tablespoon"

// typical are grams that a measure of that name usually holds, the longer names
// first. Common practice, no published source; the teaspoon and the level tablespoon
// are from memory.
var typical = []struct {
	name  string
	grams float64
}{{"level tablespoon", 5}, {"tablespoon", 5.5}, {"teaspoon", 2}, {"third of a cup", 32}, {"handful", 13.5}, {"scoop", 10}, {"cup", 96}, {"spoon", 5.5}}

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
