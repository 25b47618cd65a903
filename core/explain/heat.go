package explain

import (
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/water"
	"apodemos/core/working"
)

const (
	CoolingSource  = "heat–mass analogy with Stefan flow, Incropera, and Bird, Stewart and Lightfoot (surface); Holman and Churchill–Bernstein 1977 (walls)"
	CoolingLimits  = "One temperature for the whole vessel. The published coefficients spread by a quarter; those of the open surface are taken at 0.8, fitted to one measured cup."
	heatingLimits  = "Efficiency is that of a usual burner of this kind and good to about 20 %; calibrate it by weighing the fuel."
	canisterSource = "Antoine equations of the NIST Chemistry WebBook; Raoult's law"
	canisterLimits = "Heat exchange of the canister is from memory; the flame goes with the root of the gauge pressure, below that which the burner is rated at, unless a regulator holds it."
)

// airIn is the air round the brew, as an input of a figure.
func (x *figures) airIn() working.Input {
	if x.Method.Contact == method.Cold {
		return working.Num("Room", x.Air.TempC, quantity.Celsius, "")
	}
	return working.Num("Air", x.Air.TempC, quantity.Celsius, "request.place.air_c")
}

// warmth is the water's temperature, and the wait.
func (x *figures) warmth() {
	r, p := &x.Request, x.p
	switch {
	case p.WaitS != nil: // a kettle
	case x.BoilsIn():
		x.put("start_c", p.StartC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Practice, Source: practice,
			Formula: "the recipe puts the coffee into water as cold, or as warm, as this", Inputs: []working.Input{working.Num("Water at the source", *r.Water.SourceC, quantity.Celsius, "request.water.source_c"), working.Word("Recipe", x.School.Name, "request.school")}})
		return
	default:
		x.put("start_c", p.StartC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Chosen, Source: "the water of the stop",
			Formula: "unheated, as it comes", Inputs: []working.Input{working.Num("Water at the source", *r.Water.SourceC, quantity.Celsius, "request.water.source_c")}})
		return
	}
	own := r.Recipe != nil && r.Recipe.WaterC != nil
	band := func(path string, v *float64, label string) {
		if own {
			x.put(path, v, working.Figure{Label: label, Unit: quantity.Celsius, Kind: working.Chosen, Source: recipe.OwnSource, Formula: "the water temperature of your recipe, whatever the roast",
				Inputs: []working.Input{working.Num("Your recipe’s water", *r.Recipe.WaterC, quantity.Celsius, "request.recipe.water_c")}})
			return
		}
		x.put(path, v, working.Figure{Label: label, Unit: quantity.Celsius, Kind: working.Practice, Source: practice,
			Formula: "the recipe's water temperature for this roast: lighter roasts want hotter water",
			Inputs: []working.Input{working.Word("Recipe", x.School.Name, "request.school"),
				working.Word("Roast", *r.Coffee.Roast, "request.coffee.roast")}})
	}
	band("target_c", p.TargetC, "The recipe's aim at first contact")
	band("target_low_c", p.TargetLowC, "The recipe's aim, dark roast")
	band("target_high_c", p.TargetHighC, "The recipe's aim, light roast")

	supplied := r.Heat.SuppliedC != nil
	f := working.Figure{Label: quantity.Either(supplied, "Wait before use", "Wait off the boil"), Unit: quantity.Second, Kind: working.Published, Source: CoolingSource, Limits: CoolingLimits,
		Formula: "time for this vessel to cool from where it is to the temperature that the recipe wants: loss through walls and lid, and from the open surface",
		Inputs: []working.Input{working.Num("From", x.HotC, quantity.Celsius, quantity.Either(supplied, "request.heat.supplied_c", "boil_c")), working.Num("To", x.WishC, quantity.Celsius, "target_c"),
			working.Num("Water in the pot", x.KettleMl, quantity.Millilitre, "water.heated_ml"),
			working.Num("Open share of the surface", 100*float64(x.Cover), quantity.Percent, "request.heat.lid"),
			working.Num("Diameter", x.Vessel.DiameterMm, quantity.Millimetre, "request.vessel.diameter_mm"),
			x.airIn(),
			working.Num("Wind at the vessel", x.Air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"),
			working.Num("Loss at first", x.FirstW, quantity.Watt, "")}}
	if x.WaitS > 0 {
		f.PlusMinus = &x.out.WaitS
		if factor := r.Calibration.LossFactor; factor != nil {
			f.Kind, f.Source = working.Measured, "your thermometer reading; "+CoolingSource
			f.Inputs = append(f.Inputs, working.Num("Measured loss factor", *factor, quantity.None, "request.calibration.loss_factor"), working.Num("Wait with the usual loss", x.UsualS, quantity.Second, ""))
		}
	} else {
		f.Formula = "none: the water is not hotter than the recipe wants"
	}
	x.put("wait_s", p.WaitS, f)
	x.put("start_c", p.StartC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Published, Source: CoolingSource, Limits: CoolingLimits, PlusMinus: &x.out.StartC,
		Formula: "the temperature that the recipe wants after the wait; or the hottest the water gets here, less what it loses while it stands",
		Inputs: []working.Input{working.Num("Hottest here", x.HotC, quantity.Celsius, "boil_c"), working.Num("The recipe wants", x.WishC, quantity.Celsius, "target_c"),
			working.Num("Wait", x.WaitS, quantity.Second, "wait_s")}})
}

// heat is the heating and its fuel.
func (x *figures) heat() {
	hp, r := x.p.Heat, &x.Request
	if hp == nil {
		return
	}
	h, k, n := x.Kettle, x.Took, x.Kettles()
	kind := working.Practice
	if x.Request.Calibration.Efficiency != nil {
		kind = working.Measured
	}
	in := []working.Input{working.Num("Water, warming", k.WaterKJ*n, quantity.Kilojoule, "water.heated_ml"),
		working.Num("Pot, warming", k.VesselKJ*n, quantity.Kilojoule, "request.vessel.mass_g")}
	if h.Source != heat.Liquid {
		in = append(in, working.Num("Ice, warming", k.IceKJ*n, quantity.Kilojoule, "request.water.source_c"),
			working.Num("Melting", k.MeltKJ*n, quantity.Kilojoule, "water.melt_g"))
	}
	in = append(in, working.Num("Boiling off", k.BoilKJ*n, quantity.Kilojoule, "water.boiled_off_ml"),
		working.Num("To wind or for want of a lid", k.AirKJ*n, quantity.Kilojoule, "request.place.wind_ms"))
	x.put("heat.energy_kj", hp.EnergyKJ, working.Figure{Label: "Heat into the pot", Unit: quantity.Kilojoule, Kind: working.Published,
		Source: "specific heat of water from IAPWS-IF97; fusion and metals, handbook values", Formula: "mass times specific heat times warming, for water and pot, plus melting, boiling off and what the air takes", Inputs: in})
	effPath := "request." + quantity.Either(x.Request.Calibration.Efficiency != nil, "calibration.efficiency", "heat.efficiency")
	powerPath := "request." + quantity.Either(x.Request.Calibration.PowerW != nil, "calibration.power_w", "heat.power_w")
	timeKind := kind
	if x.Request.Calibration.PowerW == nil {
		timeKind = working.Practice
	}
	by := func(k working.Kind) string {
		return quantity.Either(k == working.Measured, "measured by you", practice)
	}
	heatIn := []working.Input{working.Num("Heat to the boil", (k.NeedKJ() - k.BoilKJ), quantity.Kilojoule, "heat.energy_kj"),
		working.Num("Heat burned at full", x.FullW(), quantity.Watt, powerPath), working.Num("The flame that there is", h.PowerW, quantity.Watt, ""),
		working.Num("Efficiency here", 100*k.EfficiencyHere, quantity.Percent, effPath),
		working.Num("Wind at the stove", x.Air.WindMs, quantity.MetrePerSec, "request.place.wind_ms")}
	x.put("heat.heat_s", hp.HeatS, working.Figure{Label: "Time to boil", Unit: quantity.Second, Kind: timeKind, Source: "burner power and efficiency, " + by(timeKind),
		Formula: "heat over the flame times its efficiency in this wind, one batch; on gas the flame is √(gauge pressure over the rated one) of the full, as the canister cools", Limits: heatingLimits, PlusMinus: working.PlusMinus(x.out.HeatShare * k.HeatS), Inputs: heatIn})
	x.put("heat.dwell_s", hp.DwellS, working.Figure{Label: "At the boil", Unit: quantity.Second, Kind: working.Published, Source: "disinfecting: " + water.SafeBoil + "; keeping hot: the recipe's steps",
		Formula: "rolling boil that disinfects, plus the time kept hot until the last pour when there is nothing to wait for",
		Inputs:  []working.Input{working.Num("Disinfecting", x.TreatS, quantity.Second, "request.water.treatment"), working.Num("Boiling with the coffee", x.BoilS, quantity.Second, "request.school"), working.Num("Keeping hot", x.HoldS, quantity.Second, "wait_s")}})
	x.put("safe_boil_s", x.p.SafeBoilS, working.Figure{Label: "Rolling boil for safety", Unit: quantity.Second, Kind: working.Published, Source: water.SafeBoil,
		Formula: "1 min for clear water, 3 min above 2,000 m (6,500 ft) or where the altitude is not known; each batch",
		Inputs:  []working.Input{working.Word("Treatment", *r.Water.Treatment, "request.water.treatment")}})
	x.put("heat.energy_wh", hp.EnergyWh, working.Figure{Label: "Electricity", Unit: quantity.WattHour, Kind: kind, Source: quantity.Either(kind == working.Measured, "efficiency measured by you", practice),
		Formula: "power times time, all batches", Limits: heatingLimits, PlusMinus: working.PlusMinus(x.out.FuelShare * value(hp.EnergyWh)), Inputs: heatIn[1:]})
	if hp.BatteryPct != nil {
		x.put("heat.battery_pct", hp.BatteryPct, working.Figure{Label: "Of the battery", Unit: quantity.Percent, Kind: kind, Source: "your battery",
			Formula: "electricity over what the battery holds; a cold battery gives less", Inputs: []working.Input{working.Num("Electricity", value(hp.EnergyWh), quantity.WattHour, "heat.energy_wh"), working.Num("Battery holds", *r.Heat.BatteryWh, quantity.WattHour, "request.heat.battery_wh")}})
	}
	lhvFrom := quantity.Either(x.Fuel.ID == heat.CanisterGas, "request.heat.canister.propane_pct", "request.heat.fuel")
	x.put("heat.fuel_g", hp.FuelG, working.Figure{Label: "Fuel", Unit: quantity.Gram, Kind: kind, Source: "heating value, handbook; efficiency, " + by(kind),
		Formula: "heat into the pot over efficiency and the fuel's lower heating value; while keeping hot, the low flame's", Limits: heatingLimits, PlusMinus: working.PlusMinus(x.out.FuelShare * value(hp.FuelG)),
		Inputs: []working.Input{working.Num("Heat burned", k.BurnedKJ*n, quantity.Kilojoule, "heat.energy_kj"), working.Num("Heating value", x.LHV, quantity.MJPerKg, lhvFrom),
			working.Num("Efficiency here", 100*k.EfficiencyHere, quantity.Percent, effPath)}})
	x.canister()
}

func (x *figures) canister() {
	c := x.p.Heat.Canister
	if c == nil {
		return
	}
	k := x.Request.Heat.Canister
	mixture := []working.Input{
		working.Num("Propane", *k.PropanePct, quantity.Percent, "request.heat.canister.propane_pct"),
		working.Num("Isobutane", *k.IsobutanePct, quantity.Percent, "request.heat.canister.isobutane_pct"),
		working.Num("n-Butane", *k.ButanePct, quantity.Percent, "request.heat.canister.butane_pct"),
		working.Num("Gas left", *k.LeftG, quantity.Gram, "request.heat.canister.left_g"),
		working.Num("Canister at", *k.TempC, quantity.Celsius, "request.heat.canister.temp_c"),
		working.Num("Air pressure", x.Boil.PressureHPa, quantity.HPa, "pressure_hpa"),
	}
	bar := func(path string, v *float64, label, formula string, out *float64) {
		x.put(path, v, working.Figure{Label: label, Unit: quantity.Bar, Kind: working.Published, Source: canisterSource, Limits: canisterLimits,
			PlusMinus: out, Formula: formula, Inputs: mixture})
	}
	fuel := working.Num("Fuel", x.FuelG(), quantity.Gram, "heat.fuel_g")
	bar("heat.canister.start_bar", c.StartBar, "Canister, at first", "mole fraction times vapour pressure, summed, less the air's pressure", &x.out.BarStart)
	bar("heat.canister.end_bar", c.EndBar, "Canister, at the end", "the same of what is left, as cold as the burning has made it", &x.out.BarEnd)
	bar("heat.canister.lowest_bar", c.LowestBar, "Canister, lowest", "the lowest on the way: what boils easily goes first, and evaporating cools the rest", &x.out.BarEnd)
	x.put("heat.canister.end_c", c.EndC, working.Figure{Label: "Canister cools to", Unit: quantity.Celsius, Kind: working.Memory, Source: "heat of evaporation 385 kJ/kg; heat exchange from memory", Limits: canisterLimits,
		PlusMinus: &x.out.EndC, Formula: "evaporating takes heat, the air gives it back",
		Inputs: []working.Input{fuel, working.Num("Canister at first", *k.TempC, quantity.Celsius, "request.heat.canister.temp_c"), x.airIn()}})
	x.put("heat.canister.flame_pct", c.FlamePct, working.Figure{Label: "Flame, of full", Unit: quantity.Percent, Kind: working.Memory, Source: "orifice flow; the rated pressure is the mixture's at 15 °C at the sea, unless entered", Limits: canisterLimits,
		PlusMinus: working.PlusMinus(value(c.FlamePct) * x.out.HeatShare / 2), Formula: "√(gauge pressure over the rated one), the mean to the boil; all of it from that pressure on", Inputs: append(mixture[:len(mixture):len(mixture)], working.Num("Rated flame at", x.Jet().RatedBar, quantity.Bar, "request.heat.canister.rated_bar"))})
	x.put("heat.canister.end_g", c.EndG, working.Figure{Label: "Gas left afterwards", Unit: quantity.Gram, Kind: working.Practice, Source: "mass balance", Formula: "gas left less the fuel of this brew; never below nothing",
		Inputs: []working.Input{working.Num("Gas left", *k.LeftG, quantity.Gram, "request.heat.canister.left_g"), fuel}})
}
