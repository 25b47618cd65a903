package heat

import (
	"math"

	"apodemos/core/quantity"
	"apodemos/core/solve"
	"apodemos/core/water"
)

// pushPa is the pressure over the air's that pushes water up through a bed of ground
// coffee in a moka pot. Fitted to practice: filled cold, it flows from about 70 °C.
const pushPa = 48e3

// FlowC returns the temperature in °C at which a closed boiler, filled at startC, pushes
// its water up: where the air that was shut in with it and the water's vapour come to
// that pressure together (ideal gas and Dalton's law). It is closed: where water boils in
// the open says nothing of it, and what the air weighs outside, little. The air that is
// shut in is half as warm as the water, between it and the cold lid (from memory): what is
// filled hot flows later, or at once where it is hotter than that already.
func FlowC(startC float64, a Air) float64 {
	hottest := PushedC(a, 1)
	if startC >= hottest {
		return startC
	}
	shutC := (startC + a.TempC) / 2
	t0, dry := quantity.ToKelvin(shutC), a.pa()-1000*water.VapourPressure(shutC)
	short := func(c float64) bool {
		return dry*quantity.ToKelvin(c)/t0+1000*water.VapourPressure(c) < a.pa()+pushPa
	}
	if !short(startC) {
		return startC
	}
	if short(hottest) {
		return hottest
	}
	_, c := solve.Last(startC, hottest, 1e-6, short)
	return math.Min(c, hottest)
}

// PushedC is the boiling point, in °C, where a share from 0 to 1 of what pushes the water
// up stands over the air's pressure: 1 in the boiler, 0 over the bed.
func PushedC(a Air, share float64) float64 {
	c, err := water.SaturationTemperature(a.pa() + share*pushPa)
	if err != nil {
		return math.NaN()
	}
	return c
}
