package coffee

import (
	"math"

	"apodemos/core/quantity"
)

// The extraction model: two pools of what can be dissolved, a fast and a slow
// one, each going with a first-order rate that depends on temperature and
// grind. E = E_eq·[f·(1 − e^(−D_fast/τ1)) + (1 − f)·(1 − e^(−D_slow/τ2))], with
// D in equivalent minutes at 93 °C. All constants are from memory or fitted to
// practice: an estimate, good to about two points of extraction, and worse
// under pressure.
const (
	fastShare   = 0.55
	fastEnergy  = 15000.0 // J/mol
	slowEnergy  = 40000.0
	gasConstant = 8.314462618
	standardK   = 366.15 // 93 °C
	standardUm  = 700.0
	fastMinutes = 0.25
	slowMinutes = 4.5
)

// Limit is what can be dissolved at most, as a share of the dose.
//
// Immersion stops short of it because what is dissolved holds the rest back:
// 0.225·R/(R + 0.7), with R the ratio of water to coffee. In percolation fresh
// water keeps coming: 0.28. From memory.
func Limit(percolates bool, waterToCoffee float64) float64 {
	if percolates {
		return 0.28
	}
	return 0.225 * waterToCoffee / (waterToCoffee + 0.7)
}

// Contact is time at temperature: equivalent minutes at 93 °C, for each pool.
type Contact struct{ Fast, Slow float64 }

// Rates returns how fast the pools go at c °C, compared with 93 °C.
func Rates(c float64) (fast, slow float64) {
	d := 1/quantity.ToKelvin(c) - 1/standardK
	return math.Exp(-fastEnergy / gasConstant * d), math.Exp(-slowEnergy / gasConstant * d)
}

// Add returns the contact after seconds more, between two temperatures in °C.
func (k Contact) Add(seconds, fromC, toC, access float64) Contact {
	f, s := Rates((fromC + toC) / 2)
	return Contact{k.Fast + seconds/60*f*access, k.Slow + seconds/60*s*access}
}

// Extraction returns the share of the dose that is dissolved, for a grind in µm
// and a limit as of Limit.
func (k Contact) Extraction(um, limit float64) float64 {
	r := um / standardUm
	return limit * (fastShare*(1-math.Exp(-k.Fast/(fastMinutes*r))) + (1-fastShare)*(1-math.Exp(-k.Slow/(slowMinutes*r*r))))
}

// GrindFor returns the grind in µm that gives an extraction with this contact,
// between min and max µm; false when none does, with the nearer end.
func (k Contact) GrindFor(extraction, limit, min, max float64) (float64, bool) {
	if k.Extraction(min, limit) < extraction {
		return min, false
	}
	if k.Extraction(max, limit) > extraction {
		return max, false
	}
	for max-min > 0.01 {
		if mid := (min + max) / 2; k.Extraction(mid, limit) > extraction {
			min = mid
		} else {
			max = mid
		}
	}
	return (min + max) / 2, true
}

// Caffeine of dry coffee, as a share of its mass. From memory.
var Caffeine = map[string]float64{"arabica": 0.012, "robusta": 0.022}

// Guidance on caffeine for most healthy adults, in mg: EFSA 2015 and US FDA.
// Not medical advice.
const (
	CaffeineDayMg       = 400
	CaffeineOnceMg      = 200
	CaffeinePregnancyMg = 200 // a day
)
