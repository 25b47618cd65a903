package heat

import (
	"errors"
	"math"

	"apodemos/core/solve"
)

// ErrFit is returned when a reading cannot come from the thing it is said to
// be of.
var ErrFit = errors.New("no value fits this reading")

// Bounds of what Fit looks for.
const (
	MinEfficiency, MaxEfficiency = 0.02, 0.98
	MinPowerW, MaxPowerW         = 50, 20000
)

// Fit finds the burner that a heating was done with: its efficiency in calm air
// and the heat that it burns at full, in W, so that the heating as modelled, with
// what wind and an open pot take while it lasts, burns burnedKJ, the heat of the
// fuel weighed before and after, and comes to its target in seconds. Either is 0
// where it was not measured, and what it would tell is then as in h. It returns
// ErrFit outside the bounds above.
func (h Heating) Fit(burnedKJ, seconds float64) (efficiency, powerW float64, err error) {
	efficiency, powerW = h.Efficiency, h.PowerW
	heat := func(e, w float64) (kJ, s float64) {
		h.Efficiency, h.PowerW = e, w
		r := h.Heat()
		if !r.Reaches {
			return math.Inf(1), math.Inf(1)
		}
		return r.BurnedKJ, r.HeatS
	}
	switch {
	case burnedKJ > 0 && seconds > 0:
		// What the flame burned to the boil and at the boil is what is gone; how high it
		// had to be at the boil depends on both.
		burned := func(e, w float64) float64 {
			h.Efficiency, h.PowerW = e, w
			return w*seconds/1000 + h.Dwell().BurnedKJ
		}
		power := func(e float64) float64 {
			lo, hi := solve.Last(MinPowerW/10, 10*MaxPowerW, 1e-12*MaxPowerW, func(w float64) bool { return burned(e, w) < burnedKJ })
			return (lo + hi) / 2
		}
		powerW = power(efficiency)
		if !(powerW >= MinPowerW && powerW <= MaxPowerW) {
			return efficiency, powerW, ErrFit
		}
		efficiency, err = falling(MinEfficiency, MaxEfficiency, seconds, func(e float64) float64 { _, s := heat(e, power(e)); return s })
		powerW = power(efficiency)
	case burnedKJ > 0:
		efficiency, err = falling(MinEfficiency, MaxEfficiency, burnedKJ, func(e float64) float64 { kJ, _ := heat(e, powerW); return kJ })
	case seconds > 0:
		powerW, err = falling(MinPowerW, MaxPowerW, seconds, func(w float64) float64 { _, s := heat(efficiency, w); return s })
	}
	return efficiency, powerW, err
}

// falling finds where a falling function has a value.
func falling(lo, hi, want float64, f func(float64) float64) (float64, error) {
	if f(lo) < want || f(hi) > want {
		return math.NaN(), ErrFit
	}
	lo, hi = solve.Last(lo, hi, 1e-9*hi, func(x float64) bool { return f(x) > want })
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
