package coffee

import (
	"math"

	"apodemos/core/quantity"
	"apodemos/core/solve"
)

// A Model is the extraction model with its constants: two pools of what can be
// dissolved, a fast and a slow one, each going with a first-order rate that depends on
// temperature and grind. E = E_eq·[f·(1 − e^(−D_fast/τ1)) + (1 − f)·(1 − e^(−D_slow/τ2))],
// with D in equivalent minutes at 93 °C. An estimate, good to about two points of
// extraction, and worse under pressure.
type Model struct {
	FastShare   float64 // f: of what dissolves, 0 to 1
	FastEnergy  float64 // activation energy of the fast pool, J/mol
	SlowEnergy  float64 // of the slow one
	FastMinutes float64 // τ1 at 93 °C and StandardUm, min
	SlowMinutes float64 // τ2
	StandardUm  float64 // the grind that the times are for, µm
	Rinsed      float64 // E_eq in percolation, where fresh water keeps coming: share of the dose
	Steeped     float64 // E_eq of an endless steep in endless water
	HeldBack    float64 // how what is dissolved holds the rest back: Steeped·R/(R + HeldBack)
}

// Usual is the model with the constants that are planned with: all from memory, or
// fitted to practice.
var Usual = Model{FastShare: 0.55, FastEnergy: 15000, SlowEnergy: 40000, FastMinutes: 0.25, SlowMinutes: 4.5, StandardUm: 700,
	Rinsed: 0.29, Steeped: 0.225, HeldBack: 0.7}

const (
	gasConstant = 8.314462618
	standardK   = 366.15 // 93 °C
)

// Limit is what can be dissolved at most, as a share of the dose; waterToCoffee is
// the ratio of water to coffee by mass.
func (m Model) Limit(percolates bool, waterToCoffee float64) float64 {
	if percolates {
		return m.Rinsed
	}
	return m.Steeped * waterToCoffee / (waterToCoffee + m.HeldBack)
}

// Contact is time at temperature: equivalent minutes at 93 °C, for each pool.
type Contact struct{ Fast, Slow float64 }

// Rates returns how fast the pools go at c °C, compared with 93 °C.
func (m Model) Rates(c float64) (fast, slow float64) {
	d := (1/quantity.ToKelvin(c) - 1/standardK) / gasConstant
	return math.Exp(-m.FastEnergy * d), math.Exp(-m.SlowEnergy * d)
}

// Soak returns the contact after seconds more at c °C; access is how freely the water
// reaches the grounds, 1 as it does in a bed or a stirred pot.
func (m Model) Soak(k Contact, seconds, c, access float64) Contact {
	f, s := m.Rates(c)
	return Contact{k.Fast + seconds/60*f*access, k.Slow + seconds/60*s*access}
}

// Extraction returns the share of the dose that is dissolved, for a grind in µm
// and a limit as of Limit.
func (m Model) Extraction(k Contact, um, limit float64) float64 {
	r := um / m.StandardUm
	return limit * (m.FastShare*(1-math.Exp(-k.Fast/(m.FastMinutes*r))) + (1-m.FastShare)*(1-math.Exp(-k.Slow/(m.SlowMinutes*r*r))))
}

// GrindFor returns the grind in µm that gives an extraction with this contact,
// between min and max µm; false when none does, with the nearer end.
func (m Model) GrindFor(k Contact, extraction, limit, min, max float64) (float64, bool) {
	over := func(um float64) float64 { return m.Extraction(k, um, limit) - extraction }
	fine, coarse := over(min), over(max)
	if fine < 0 {
		return min, false
	}
	if coarse > 0 {
		return max, false
	}
	return solve.Root(min, max, fine, coarse, 1e-6, over), true
}

// Species are the kinds of bean.
var Species = []string{"arabica", "robusta", "decaffeinated"}

// Caffeine of dry coffee, as a share of its mass; decaffeinated coffee keeps about a
// thirtieth. From memory.
var Caffeine = map[string]float64{"arabica": 0.012, "robusta": 0.022, "decaffeinated": 0.0004}

// KeepsBelowC is up to how warm a place counts as cool for a concentrate, in °C. From memory.
const KeepsBelowC = 25

// Guidance on caffeine for most healthy adults, in mg: EFSA 2015 and US FDA.
// Not medical advice.
const (
	CaffeineDayMg       = 400
	CaffeineOnceMg      = 200
	CaffeinePregnancyMg = 200 // a day

	// CaffeineGuidance is that guidance in words, for a caution and for the source of a figure.
	CaffeineGuidance = CaffeineSource + ": up to 200 mg in one go and 400 mg a day for most healthy adults, 200 mg a day in pregnancy"
	// CaffeineRule and CaffeineSource are its parts: what it says, and who says it.
	CaffeineRule   = "Most healthy adults: up to 200 mg in one go and 400 mg a day; in pregnancy 200 mg a day."
	CaffeineSource = "EFSA 2015 and US FDA guidance"
)
