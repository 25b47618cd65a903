package water

import (
	"errors"
	"math"
)

// Milligrams of a salt for each mg/L of hardness or alkalinity as CaCO₃, from
// molar masses in g/mol: MgSO₄·7H₂O 246.47, NaHCO₃ 84.01, CaCO₃ 100.09. One
// mole of magnesium counts as one of CaCO₃, two of bicarbonate as one.
const (
	EpsomPerHardness = 246.47 / 100.09
	SodaPerAlkali    = 2 * 84.01 / 100.09
)

// Milligrams per litre as CaCO₃ of one degree of hardness.
const (
	GermanDegree = 17.848 // °dH: 10 mg/L of CaO
	FrenchDegree = 10.0   // °fH
)

// HardMgL is the dissolved content from which water is called hard, in mg/L. From memory.
const HardMgL = 250

// Hardness units by name, in mg/L as CaCO₃. One ppm is one mg/L.
var HardnessUnits = map[string]float64{"mg/L": 1, "ppm": 1, "°dH": GermanDegree, "°fH": FrenchDegree}

// Targets of the Specialty Coffee Association, in mg/L as CaCO₃ or mg/L. From
// memory, not looked up.
const (
	TargetHardness = 68.0 // water standard 2009: 17 to 85
	TargetAlkali   = 40.0 // water standard 2009: near 40
	CoreHardMin    = 50.0 // core zone of the later handbook
	CoreHardMax    = 175.0
	CoreAlkaliMin  = 40.0
	CoreAlkaliMax  = 75.0
	TargetTDSMin   = 75.0
	TargetTDSMax   = 250.0
)

// Minerals is a water's hardness and alkalinity, in mg/L as CaCO₃.
type Minerals struct {
	Hardness float64 `json:"hardness_mg_l"`
	Alkali   float64 `json:"alkalinity_mg_l"`
}

// Recipe turns a water into another: SourceShare of it and the rest distilled,
// with two salts to each litre of the mixture.
type Recipe struct {
	SourceShare  float64 `json:"source_share" doc:"0 to 1; the rest is the second water"`
	EpsomMgPerL  float64 `json:"epsom_mg_per_l"`
	SodaMgPerL   float64 `json:"soda_mg_per_l"`
	AddedTDSMgL  float64 `json:"added_tds_mg_l" doc:"Dissolved solids that the salts add, without the Epsom salt's water of crystallisation"`
	SodiumMgPerL float64 `json:"sodium_mg_per_l"`
}

// Mineralise returns the recipe that brings a source to a target. Where the
// source has too much of something it is cut with a second water first
// (distilled water is the zero Minerals), no more than needed. It returns false
// when the second water has too much itself; the recipe is then of it alone.
func Mineralise(source, second, target Minerals) (Recipe, bool) {
	share, ok := 1.0, true
	cut := func(a, b, t float64) {
		if a <= t {
			return
		}
		if b > t {
			share, ok = 0, false
			return
		}
		share = math.Min(share, (t-b)/(a-b))
	}
	cut(source.Hardness, second.Hardness, target.Hardness)
	cut(source.Alkali, second.Alkali, target.Alkali)
	mixed := Blend(source, second, share)
	if mixed.Hardness > target.Hardness+1e-9 || mixed.Alkali > target.Alkali+1e-9 {
		ok = false // cutting one brings in too much of the other
	}
	r := Recipe{
		SourceShare: share,
		EpsomMgPerL: math.Max(target.Hardness-mixed.Hardness, 0) * EpsomPerHardness,
		SodaMgPerL:  math.Max(target.Alkali-mixed.Alkali, 0) * SodaPerAlkali,
	}
	const anhydrous = 120.37 / 246.47 // MgSO₄ in MgSO₄·7H₂O
	r.AddedTDSMgL = r.EpsomMgPerL*anhydrous + r.SodaMgPerL
	r.SodiumMgPerL = r.SodaMgPerL * 22.990 / 84.01
	return r, ok
}

// ForTotal is the target whose salts in distilled water leave totalMgL of dissolved solids,
// in mg/L, with hardness and alkalinity in the proportion of the published targets. Another
// water with the same total may have other parts of each.
func ForTotal(totalMgL float64) Minerals {
	usual, _ := Mineralise(Minerals{}, Minerals{}, Minerals{TargetHardness, TargetAlkali})
	k := totalMgL / usual.AddedTDSMgL
	return Minerals{k * TargetHardness, k * TargetAlkali}
}

// DropsPerMl is how many drops of a dropper bottle are a millilitre. Common practice; bottles
// differ by a third: count those of 5 ml once.
const DropsPerMl = 20

// Result returns what a recipe makes of a source and a second water.
func (r Recipe) Result(source, second Minerals) Minerals {
	m := Blend(source, second, r.SourceShare)
	return Minerals{m.Hardness + r.EpsomMgPerL/EpsomPerHardness, m.Alkali + r.SodaMgPerL/SodaPerAlkali}
}

// Solubility at 20 °C, in g/L of solution to be safe in. Handbook values are
// about 700 for Epsom salt and 96 for baking soda; a cold tent wants less.
const (
	EpsomSoluble = 500.0
	SodaSoluble  = 65.0
)

// ErrSolubility is returned for a concentrate that would not dissolve or would
// fall out in the cold.
var ErrSolubility = errors.New("too strong to stay dissolved (Epsom salt up to 500 g/L, baking soda up to 65 g/L). Use a larger bottle or dose")

// Concentrate returns the grams of each salt for two bottles of bottleMl each,
// of which doseMl goes into each litre.
func (r Recipe) Concentrate(bottleMl, doseMl float64) (epsomG, sodaG float64, err error) {
	litres := bottleMl / doseMl
	epsomG, sodaG = r.EpsomMgPerL*litres/1000, r.SodaMgPerL*litres/1000
	if epsomG/bottleMl*1000 > EpsomSoluble || sodaG/bottleMl*1000 > SodaSoluble {
		err = ErrSolubility
	}
	return epsomG, sodaG, err
}

// Blend mixes two waters, share of the first.
func Blend(a, b Minerals, share float64) Minerals {
	return Minerals{a.Hardness*share + b.Hardness*(1-share), a.Alkali*share + b.Alkali*(1-share)}
}

// Densities of snow in kg/m³, after Cuffey and Paterson, The Physics of
// Glaciers, table 2.2; from memory: fresh 50–200, settled 200–300, firn 400–830.
const (
	FreshSnow   = 100.0
	SettledSnow = 250.0
	Firn        = 500.0
)
