package heat

import (
	"errors"
	"math"
)

// ErrFit is returned when a reading cannot come from the thing it is said to
// be of.
var ErrFit = errors.New("no value fits this reading")

// FitEfficiency returns the efficiency of a burner from fuel weighed before and
// after: needKJ reached the pot and grams of fuel with lower heating value lhv
// MJ/kg are gone. windLoss and windMs are those of the day, so that the result
// is the efficiency in calm air. It returns ErrFit outside 0.02 to 0.98.
func FitEfficiency(needKJ, grams, lhv, windLoss, windMs float64) (float64, error) {
	e := needKJ / (grams * lhv) * (1 + windLoss*math.Max(windMs, 0))
	if !(e >= 0.02 && e <= 0.98) {
		return e, ErrFit
	}
	return e, nil
}

// FitPower returns the heat burned at full, in W, from a timed boil: needKJ
// reached the pot in seconds at an efficiency (here, wind included). It returns
// ErrFit outside 50 to 20,000 W.
func FitPower(needKJ, seconds, efficiencyHere float64) (float64, error) {
	p := needKJ * 1000 / seconds / efficiencyHere
	if !(p >= 50 && p <= 20000) {
		return p, ErrFit
	}
	return p, nil
}

// MinLossFactor and MaxLossFactor bound what FitLoss looks for.
const (
	MinLossFactor = 0.1
	MaxLossFactor = 5
)

// FitLoss returns the factor on the modelled loss with which a vessel that was
// fromC at first is toC after seconds. It returns ErrFit when none from
// MinLossFactor to MaxLossFactor does.
func FitLoss(k Cooling, fromC, toC, seconds float64) (float64, error) {
	at := func(f float64) float64 {
		k.factor = f
		return k.After(fromC, seconds)
	}
	lo, hi := MinLossFactor, float64(MaxLossFactor)
	if toC > at(lo) || toC < at(hi) {
		return 0, ErrFit
	}
	for hi-lo > 1e-7 {
		if mid := (lo + hi) / 2; at(mid) > toC {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2, nil
}

// A Body has a heat capacity in kJ/K and a temperature in °C.
type Body struct{ KJPerK, TempC float64 }

// Mix returns the temperature of bodies brought together with no loss: the
// energy balance. It returns 0 for none.
func Mix(bodies ...Body) float64 {
	var heat, capacity float64
	for _, b := range bodies {
		heat += b.KJPerK * b.TempC
		capacity += b.KJPerK
	}
	if capacity == 0 {
		return 0
	}
	return heat / capacity
}
