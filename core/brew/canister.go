package brew

import (
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

const canisterSource = "Antoine equations of the NIST Chemistry WebBook; Raoult's law"

const canisterLimits = "Heat exchange of the canister is from memory; the flame is taken to be held however weak the pressure."

// blend is the gas in the canister now.
func (c *calc) blend() heat.Blend { return blendOf(c.req.Heat.Canister) }

func blendOf(k Canister) heat.Blend {
	f := *k.LeftG / 100
	return heat.Blend{Propane: *k.PropanePct * f, Isobutane: *k.IsobutanePct * f, Butane: *k.ButanePct * f}
}

// flow is what the flame asks of its fuel over all batches.
type flow struct {
	burnedKJ, treatKJ, treatS float64
	powerW                    float64 // heat burned at full
	fullS, lowS, lowFlame     float64
	air                       heat.Air
	ambientBar                float64
}

// Burned returns the heat of the fuel that the brew burns, in kJ: 0 without a
// flame or socket.
func (p *Plan) Burned() float64 { return p.burn.burnedKJ }

// Treatment returns how long the brew's water boils only to be made safe, in s,
// and the heat of the fuel for that, in kJ.
func (p *Plan) Treatment() (s, kJ float64) { return p.burn.treatS, p.burn.treatKJ }

// Draw burns the brew's heat from a canister: all of it, or a share from 0 to 1.
// It returns the canister afterwards and the lowest gauge pressure on the way,
// in bar.
func (p *Plan) Draw(k heat.Canister, share float64) (after heat.Canister, lowestBar float64) {
	f := p.burn
	perS := f.powerW / (k.LHV() * 1000) // g/s
	hot, lowest := k.Burn(perS, f.fullS*share, f.air)
	after, lowest2 := hot.Burn(perS*f.lowFlame, f.lowS*share, f.air)
	return after, min(lowest, lowest2) - f.ambientBar
}

// canister follows the gas canister through the brew: fuelG grams in all.
func (c *calc) canister(fuelG float64) {
	r, p := &c.req, c.plan
	k := heat.Canister{Blend: c.blend(), CapacityG: *r.Heat.Canister.CapacityG, TempC: *r.Heat.Canister.TempC}
	ambient := *p.PressureHPa / 1000
	start := k.Pressure(k.TempC) - ambient
	perS := p.burn.powerW / (k.LHV() * 1000)
	hot, lowest := k.Burn(perS, p.burn.fullS, c.air)
	end, lowest2 := hot.Burn(perS*p.burn.lowFlame, p.burn.lowS, c.air)
	lowest = min(lowest, lowest2)

	plan := &CanisterPlan{Verdict: heat.Verdict(lowest - ambient)}
	p.Heat.Canister = plan
	mixture := []working.Input{
		working.Num("Propane", *r.Heat.Canister.PropanePct, quantity.Percent, "request.heat.canister.propane_pct"),
		working.Num("Isobutane", *r.Heat.Canister.IsobutanePct, quantity.Percent, "request.heat.canister.isobutane_pct"),
		working.Num("n-Butane", *r.Heat.Canister.ButanePct, quantity.Percent, "request.heat.canister.butane_pct"),
		working.Num("Gas left", *r.Heat.Canister.LeftG, quantity.Gram, "request.heat.canister.left_g"),
		working.Num("Canister at", k.TempC, quantity.Celsius, "request.heat.canister.temp_c"),
		working.Num("Air pressure", *p.PressureHPa, quantity.HPa, "pressure_hpa"),
	}
	bar := func(at **float64, path, label, formula string, v float64) {
		c.set(at, path, v, working.Figure{Label: label, Unit: quantity.Bar, Kind: working.Published, Source: canisterSource, Limits: canisterLimits,
			PlusMinus: working.PlusMinus(0.1), Formula: formula, Inputs: mixture})
	}
	bar(&plan.StartBar, "heat.canister.start_bar", "Canister, at first", "mole fraction times vapour pressure, summed, less the air's pressure", start)
	bar(&plan.EndBar, "heat.canister.end_bar", "Canister, at the end", "the same of what is left, as cold as the burning has made it", end.Pressure(end.TempC)-ambient)
	bar(&plan.LowestBar, "heat.canister.lowest_bar", "Canister, lowest", "the lowest on the way: what boils easily goes first, and evaporating cools the rest", lowest-ambient)
	c.set(&plan.EndC, "heat.canister.end_c", end.TempC, working.Figure{Label: "Canister cools to", Unit: quantity.Celsius, Kind: working.Memory, Source: "heat of evaporation 385 kJ/kg; heat exchange from memory", Limits: canisterLimits,
		PlusMinus: working.PlusMinus(4), Formula: "evaporating takes heat, the air gives it back",
		Inputs: []working.Input{working.Num("Fuel", fuelG, quantity.Gram, "heat.fuel_g"), working.Num("Canister at first", k.TempC, quantity.Celsius, "request.heat.canister.temp_c"), c.airIn()}})
	c.set(&plan.EndG, "heat.canister.end_g", end.Mass(), working.Figure{Label: "Gas left afterwards", Unit: quantity.Gram, Kind: working.Practice, Source: "mass balance", Formula: "gas left less the fuel of this brew; never below nothing",
		Inputs: []working.Input{working.Num("Gas left", *r.Heat.Canister.LeftG, quantity.Gram, "request.heat.canister.left_g"), working.Num("Fuel", fuelG, quantity.Gram, "heat.fuel_g")}})

	if fuelG > *r.Heat.Canister.LeftG {
		plan.Verdict = "will-not-feed"
		c.note("gas-short", "The canister is empty before the water is hot.", "The canister is {0} short.", quantity.Of(fuelG-*r.Heat.Canister.LeftG, quantity.Gram))
	} else if plan.Verdict != "fine" {
		want, ok := k.WarmStart(hot, heat.FullFlameBar, *p.PressureHPa)
		why := "Warm it in a jacket or stand it in lukewarm water; turn it over only where the stove is made for liquid feed. Never heat it with flame or hot water."
		if ok {
			c.note("canister-cold", why, "The canister is too cold for a full flame: bring it to {0} first.", quantity.Of(want, quantity.Celsius))
		} else {
			c.note("canister-cold", why, "What is left in this canister does not feed here.")
		}
		c.caution("canister-warm", "light")
	}
}

// noteCalibration says how much what the user measured moves the result.
func (c *calc) noteCalibration(h heat.Heating, fuel heat.Fuel) {
	cal := c.req.Calibration
	if cal.Efficiency == nil && cal.PowerW == nil {
		return
	}
	h.Efficiency, h.PowerW = *c.req.Heat.Efficiency, *c.req.Heat.PowerW
	usual := h.Heat()
	if !usual.Reaches {
		return
	}
	if e := cal.Efficiency; e != nil {
		per, unit := 3.6, quantity.WattHour
		if !fuel.Electric() {
			per, unit = fuel.LHV, quantity.Gram
		}
		n := c.batch.n
		c.note("measured-efficiency", "Your weighed fuel takes the place of the estimate.", "Efficiency {0} as measured, not the usual {1}: {2} and not {3}.",
			quantity.Of(100**e, quantity.Percent), quantity.Of(100**c.req.Heat.Efficiency, quantity.Percent),
			quantity.Of(c.heated.BurnedKJ*n/per, unit), quantity.Of(usual.BurnedKJ*n/per, unit))
	}
	if cal.PowerW != nil {
		c.note("measured-power", "Your timed boil takes the place of the estimate.", "Power {0} as measured: {1} to the boil and not {2}.",
			quantity.Of(*cal.PowerW, quantity.Watt), quantity.Of(c.heated.HeatS, quantity.Second), quantity.Of(usual.HeatS, quantity.Second))
	}
}
