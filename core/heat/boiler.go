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
// that pressure together (ideal gas and Dalton's law), or where the water boils in this
// air, if that is sooner. What is filled hot has air shut in that is warm already, and
// flows later.
func FlowC(startC float64, a Air) float64 {
	boil, err := water.SaturationTemperature(a.pa())
	if err != nil || startC >= boil {
		return startC
	}
	t0, dry := quantity.ToKelvin(startC), a.pa()-1000*water.VapourPressure(startC)
	short := func(c float64) bool {
		return dry*quantity.ToKelvin(c)/t0+1000*water.VapourPressure(c) < a.pa()+pushPa
	}
	if short(boil) {
		return boil
	}
	_, c := solve.Last(startC, boil, 1e-6, short)
	return math.Min(c, boil)
}
