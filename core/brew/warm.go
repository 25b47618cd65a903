package brew

import (
	"fmt"
	"math"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

const (
	coolingSource = "Carrier 1918 in the ASHRAE Handbook (surface); Holman and Churchill–Bernstein 1977 (walls)"
	coolingLimits = "One temperature for the whole vessel; convection as in sea-level air. Good to about 1 °C over a few minutes with a usual pot."
	heatingLimits = "Efficiency is that of a usual burner of this kind and good to about 20 %; calibrate it by weighing the fuel."
)

// longWaitS is a wait that nobody spends beside a lidded kettle: common practice is
// about two minutes, the rest from memory.
const longWaitS = 150

// Moderate is the share of a burner's power that a small moka pot stands on:
// more licks past its foot. From memory.
const Moderate = 0.5

// mix brings two bodies together; capacities in kJ/K.
func mix(c1, t1, c2, t2 float64) float64 {
	return heat.Mix(heat.Body{KJPerK: c1, TempC: t1}, heat.Body{KJPerK: c2, TempC: t2})
}

func waterKJ(ml float64) float64 { return ml / 1000 * water.SpecificHeat }

// warm finds how hot the water gets, how long to wait, and what heating takes.
func (c *calc) warm() Problems {
	c.lay()
	switch c.way() {
	case method.Unheated:
		c.startC, c.hotC = c.coldC(), c.coldC()
		c.set(&c.plan.StartC, "start_c", c.startC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Chosen, Source: "the water of the stop",
			Formula: "unheated, as it comes", Inputs: []working.Input{working.Num("Water at the source", *c.req.Water.SourceC, quantity.Celsius, "request.water.source_c")}})
		c.fillTotals(true)
		return nil
	case method.BoilIn:
		return c.warmWithCoffee()
	}
	r, p := &c.req, c.plan
	boil := *p.BoilC
	supplied := r.Heat.SuppliedC != nil
	burner, _ := heat.BurnerByID(*r.Heat.Burner)
	kettleMl := c.hotMl() * c.cupsFull

	wish := c.school.Temps.For(*r.Coffee.Roast)
	band := func(at **float64, path, label string, v float64) {
		c.set(at, path, v, working.Figure{Label: label, Unit: quantity.Celsius, Kind: working.Practice, Source: practice,
			Formula: "the school's water temperature for this roast: lighter roasts want hotter water",
			Inputs: []working.Input{working.Word("School", c.school.Name, "request.school"),
				working.Word("Roast", *r.Coffee.Roast, "request.coffee.roast")}})
	}
	band(&p.TargetC, "target_c", "Wished at first contact", wish)
	band(&p.TargetLowC, "target_low_c", "Wished, dark roast", c.school.Temps.Low)
	band(&p.TargetHighC, "target_high_c", "Wished, light roast", c.school.Temps.High)

	c.hotC = boil
	if supplied {
		// The vessel that takes the water is as cold as the air.
		c.hotC = mix(waterKJ(kettleMl), math.Min(*r.Heat.SuppliedC, boil), c.vessel.Capacity(), c.air.TempC)
	}
	cover := c.school.WaitCover
	if !*r.Heat.Lid {
		cover = heat.Open
	}
	cool := heat.NewCooling(c.vessel, kettleMl, cover, c.air)
	if cover != heat.Open && c.way() != method.OnFlame && c.hotC > wish {
		if lidded, _ := cool.TimeTo(c.hotC, wish); lidded > longWaitS {
			cover = heat.Open
			cool = heat.NewCooling(c.vessel, kettleMl, cover, c.air)
			open, _ := cool.TimeTo(c.hotC, wish)
			c.note("lid-off", "Most heat leaves as vapour, from the open surface.", "Wait with the lid off: {0}, and not {1} with it on.",
				quantity.Of(open, quantity.Second), quantity.Of(lidded, quantity.Second))
		}
	}
	c.waitCover = cover
	c.startC = c.hotC
	keeps := !supplied && (burner.Flame || burner.Low > 0) // can hold a boil
	fig := working.Figure{Label: "Wait off the boil", Unit: quantity.Second, Kind: working.Published, Source: coolingSource, Limits: coolingLimits,
		Formula: "time for this vessel to cool from where it is to the wished temperature: loss through walls and lid, and from the open surface",
		Inputs: []working.Input{working.Num("From", c.hotC, quantity.Celsius, "boil_c"), working.Num("To", wish, quantity.Celsius, "target_c"),
			working.Num("Water in it", kettleMl, quantity.Millilitre, "water.heated_ml"),
			working.Num("Open share of the surface", 100*float64(cover), quantity.Percent, "request.heat.lid"),
			working.Num("Diameter", c.vessel.DiameterMm, quantity.Millimetre, "request.vessel.diameter_mm"),
			c.airIn(),
			working.Num("Wind at the vessel", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"),
			working.Num("Loss at first", cool.Watts(c.hotC), quantity.Watt, "")}}
	if supplied {
		fig.Label = "Wait before use"
		fig.Inputs[0].Path = "request.heat.supplied_c"
	}
	switch {
	case c.way() == method.OnFlame:
		// It goes on the flame again: there is nothing to wait for.
		if supplied {
			return Problems{{"heat.supplied_c", *r.Heat.SuppliedC, "this method needs a flame; allowed: leave it out and name a burner"}}
		}
		if bad := c.needsFlame(burner); len(bad) > 0 {
			return bad
		}
		if c.school.ColdFill && *r.Water.State != string(heat.Liquid) {
			return Problems{{"water.state", *r.Water.State, *r.Water.State + " does not go into a boiler: melt it in a pot first; allowed here: liquid, or choose the school that fills it hot"}}
		}
	case c.hotC > wish+0.05:
		c.when.wait, _ = cool.TimeTo(c.hotC, wish)
		c.startC = wish
		fig.PlusMinus = working.PlusMinus(math.Max(c.when.wait*0.25, 5))
		if f := r.Calibration.LossFactor; f != nil {
			usual := cool
			usual.Loss = heat.NewLoss(uncalibrated(c.vessel), kettleMl, cover, c.air)
			was, _ := usual.TimeTo(c.hotC, wish)
			fig.Kind, fig.Source = working.Measured, "your thermometer reading; "+coolingSource
			fig.Inputs = append(fig.Inputs, working.Num("Measured loss factor", *f, quantity.None, "request.calibration.loss_factor"), working.Num("Wait with the usual loss", was, quantity.Second, ""))
			fig.PlusMinus = working.PlusMinus(math.Max(c.when.wait*0.1, 5))
			c.note("measured-loss", "Your thermometer reading takes the place of the estimate.", "This pot loses {0} of what is usual: the wait is {1} and not {2}.",
				quantity.Of(100**f, quantity.Percent), quantity.Of(c.when.wait, quantity.Second), quantity.Of(was, quantity.Second))
		}
	case supplied:
		c.note("supplied-cool", "The jug and the way from the urn cost some heat too; preheat what you can.",
			"The water supplied is about {0} in the pot, and {1} is wished. Do not wait.", quantity.Of(c.hotC, quantity.Celsius), quantity.Of(wish, quantity.Celsius))
	default:
		then := "keep it on the heat until the last pour."
		switch {
		case c.method.InPot():
			then = "take it off and put the coffee in at once."
		case !keeps:
			then = "pour as soon as it boils."
		case c.way() == method.OnFlame:
			then = "fill the boiler at once."
		}
		c.note("do-not-wait", "The boiling point here is at or below what the school wishes: every second off the heat costs.",
			"Boils at {0} here, and {1} is wished. Do not wait: "+then, quantity.Fine(boil, quantity.Celsius), quantity.Of(wish, quantity.Celsius))
	}
	if c.when.wait == 0 {
		fig.Formula = "none: the water is not hotter than wished"
	}
	c.set(&p.WaitS, "wait_s", c.when.wait, fig)

	if !supplied {
		switch {
		case c.way() == method.OnFlame:
			c.when.hold = c.school.FlameS
		case !keeps:
			// A kettle that switches itself off stands until it is used.
			if stand := c.when.hot - c.when.wait; c.when.wait == 0 && stand > 0 {
				c.startC = cool.After(c.hotC, stand)
			}
		case c.when.wait > 0:
			c.when.hold = math.Max(c.when.hot-c.when.wait, 0)
		default:
			c.when.hold = c.when.hot + c.when.lastPour
		}
		if bad := c.burn(burner, kettleMl); len(bad) > 0 {
			return bad
		}
	} else if c.when.wait == 0 && c.when.hot > 0 {
		c.startC = cool.After(c.hotC, c.when.hot)
	}
	c.set(&p.StartC, "start_c", c.startC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Published, Source: coolingSource, Limits: coolingLimits,
		Formula: "the wished temperature after the wait; or the hottest the water gets here, less what it loses while it stands",
		Inputs: []working.Input{working.Num("Hottest here", c.hotC, quantity.Celsius, "boil_c"), working.Num("Wished", wish, quantity.Celsius, "target_c"),
			working.Num("Wait", c.when.wait, quantity.Second, "wait_s")}})
	c.fillTotals(supplied)
	return nil
}

// coldC is the temperature of water that is not heated: snow and ice have to be
// melted first, elsewhere.
func (c *calc) coldC() float64 { return math.Max(*c.req.Water.SourceC, 0) }

// warmWithCoffee heats a pot that has the coffee in it when it boils.
func (c *calc) warmWithCoffee() Problems {
	r, p, w := &c.req, c.plan, &c.when
	if r.Heat.SuppliedC != nil {
		return Problems{{"heat.supplied_c", *r.Heat.SuppliedC, "this school boils the coffee and needs a flame; allowed: leave it out and name a burner, or choose a school that pours"}}
	}
	burner, _ := heat.BurnerByID(*r.Heat.Burner)
	if bad := c.needsFlame(burner); len(bad) > 0 {
		return bad
	}
	inC := math.Min(math.Max(c.school.CoffeeAtC, c.coldC()), *p.BoilC)
	c.startC, c.hotC = inC, *p.BoilC
	c.set(&p.StartC, "start_c", inC, working.Figure{Label: "Water at first contact", Unit: quantity.Celsius, Kind: working.Practice, Source: practice,
		Formula: "the school puts the coffee into water as cold, or as warm, as this", Inputs: []working.Input{working.Num("Water at the source", *r.Water.SourceC, quantity.Celsius, "request.water.source_c"), working.Word("School", c.school.Name, "request.school")}})
	w.boil = math.Max(w.treat, c.school.BoilS)
	if longer := c.boiledLonger(); longer > 30 {
		c.note("boiled-longer", "Long boiling makes coffee bitter. Filtered water, or water boiled before and left to cool, would leave the school its own time.", "The coffee boils {0} longer than the school wants, to make its water safe.", quantity.Of(longer, quantity.Second))
	}
	if bad := c.burn(burner, c.hotMl()); len(bad) > 0 {
		return bad
	}
	// The same heating in two parts, for the clock: before the coffee and after.
	first := c.heating
	first.ToC, first.DwellS = inC, 0
	c.before, c.warmed = first, first.Heat()
	rest := c.heated.HeatS - c.warmed.HeatS
	if c.warmed.HeatS > 0.5 {
		w.light, w.boiled = -c.warmed.HeatS, math.Max(rest, coffeeInS)
	} else {
		w.light, w.boiled = coffeeInS, coffeeInS+c.heated.HeatS
	}
	c.fillTotals(false)
	return nil
}

func (c *calc) note(id, why, template string, values ...quantity.Value) {
	c.plan.Notes = append(c.plan.Notes, Note{ID: id, Phrase: quantity.Say(template, values...), Why: why})
}

func uncalibrated(v heat.Vessel) heat.Vessel {
	v.LossFactor = 1
	return v
}

// burn computes the heating of one batch and the fuel of all.
func (c *calc) burn(b heat.Burner, kettleMl float64) Problems {
	r, p := &c.req, c.plan
	fuel, _ := heat.FuelByID(*r.Heat.Fuel)
	cover := heat.Lidded
	if !*r.Heat.Lid && !c.school.ColdFill {
		cover = heat.Open
	}
	h := heat.Heating{Source: heat.Source(*r.Water.State), FromC: *r.Water.SourceC, ToC: *p.BoilC, VesselC: c.air.TempC,
		Vessel: c.vessel, Cover: cover, Air: c.air, PowerW: *r.Heat.PowerW, Efficiency: *r.Heat.Efficiency, WindLoss: b.WindLoss,
		DwellS: c.dwellS(), DwellFlame: LowFlame(b)}
	effKind, spread := working.Practice, 0.2
	if e := r.Calibration.Efficiency; e != nil {
		h.Efficiency, effKind, spread = *e, working.Measured, 0.07
	}
	if w := r.Calibration.PowerW; w != nil {
		h.PowerW = *w
	}
	if c.school.ColdFill {
		h.PowerW *= Moderate
	}
	// In a moka pot the steam stays in the boiler and pushes.
	closed := c.way() == method.OnFlame
	// What boils off is put in at the start, and is itself small: two rounds settle it.
	for range 3 {
		h.WaterG = kettleMl + c.batch.boiledOff*c.cupsFull
		if h.Source != heat.Liquid {
			h.StarterG = starterShare * h.WaterG
		}
		c.heated = h.Heat()
		if !c.heated.Reaches {
			return Problems{{"heat.power_w", *r.Heat.PowerW, fmt.Sprintf(
				"%s W cannot bring this pot to the boil in this air: it levels off near %.0f °C; use a lid, a screen or more power, or less water", trim(*r.Heat.PowerW), c.heated.TopC)}}
		}
		if !closed {
			c.batch.boiledOff = c.heated.BoiledG / c.cupsFull
		}
	}
	h.WaterG = kettleMl + c.batch.boiledOff*c.cupsFull
	c.heating, c.heated = h, h.Heat()
	if !closed {
		c.batch.boiledOff = c.heated.BoiledG / c.cupsFull
	}
	c.when.boiled = -math.Max(c.when.wait, c.when.hot) - c.when.treat
	c.when.light = c.when.boiled - c.heated.HeatS

	// Kettles as full as the fullest: a last one with fewer cups counts as a part.
	n := c.batch.n / c.cupsFull
	treated := c.when.treat
	if c.way() == method.BoilIn {
		treated = c.boiledLonger()
	}
	p.burn = flow{burnedKJ: c.heated.BurnedKJ * n, treatS: c.when.treat * c.batch.n, treatKJ: h.PowerW * h.DwellFlame * treated * n / 1000,
		powerW: h.PowerW, fullS: c.heated.HeatS * n, lowS: c.heated.DwellS * n, lowFlame: h.DwellFlame, air: c.air, ambientBar: *p.PressureHPa / 1000}
	hp := &HeatPlan{}
	p.Heat = hp
	k := c.heated
	c.noteCalibration(h, fuel)
	in := []working.Input{working.Num("Water, warming", k.WaterKJ*n, quantity.Kilojoule, "water.heated_ml"),
		working.Num("Pot, warming", k.VesselKJ*n, quantity.Kilojoule, "request.vessel.mass_g")}
	if h.Source != heat.Liquid {
		in = append(in, working.Num("Ice, warming", k.IceKJ*n, quantity.Kilojoule, "request.water.source_c"),
			working.Num("Melting", k.MeltKJ*n, quantity.Kilojoule, "water.melt_g"))
	}
	in = append(in, working.Num("Boiling off", k.BoilKJ*n, quantity.Kilojoule, "water.boiled_off_ml"),
		working.Num("To wind or for want of a lid", k.AirKJ*n, quantity.Kilojoule, "request.place.wind_ms"))
	c.set(&hp.EnergyKJ, "heat.energy_kj", k.NeedKJ()*n, working.Figure{Label: "Heat into the pot", Unit: quantity.Kilojoule, Kind: working.Published,
		Source: "specific heat of water from IAPWS-IF97; fusion and metals, handbook values", Formula: "mass times specific heat times warming, for water and pot, plus melting, boiling off and what the air takes", Inputs: in})
	effPath := "request." + either(r.Calibration.Efficiency != nil, "calibration.efficiency", "heat.efficiency")
	timeKind := effKind
	if r.Calibration.PowerW == nil {
		timeKind = working.Practice
	}
	heatIn := []working.Input{working.Num("Heat to the boil", (k.NeedKJ() - k.BoilKJ), quantity.Kilojoule, "heat.energy_kj"),
		working.Num("Heat burned at full", h.PowerW, quantity.Watt, "request."+either(r.Calibration.PowerW != nil, "calibration.power_w", "heat.power_w")),
		working.Num("Efficiency here", 100*k.EfficiencyHere, quantity.Percent, effPath),
		working.Num("Wind at the stove", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms")}
	c.set(&hp.HeatS, "heat.heat_s", k.HeatS, working.Figure{Label: "To the boil", Unit: quantity.Second, Kind: timeKind, Source: "burner power and efficiency, " + either(timeKind == working.Measured, "measured by you", practice),
		Formula: "heat over the burner's power times its efficiency in this wind, one batch", Limits: heatingLimits, PlusMinus: working.PlusMinus(spread * k.HeatS), Inputs: heatIn})
	c.set(&hp.DwellS, "heat.dwell_s", k.DwellS, working.Figure{Label: "At the boil", Unit: quantity.Second, Kind: working.Published, Source: "disinfecting: US CDC, 1 min, 3 min above 2,000 m; keeping hot: the school's steps",
		Formula: "rolling boil that disinfects, plus the time kept hot until the last pour when there is nothing to wait for",
		Inputs:  []working.Input{working.Num("Disinfecting", c.when.treat, quantity.Second, "request.water.treatment"), working.Num("Boiling with the coffee", c.when.boil, quantity.Second, "request.school"), working.Num("Keeping hot", c.when.hold, quantity.Second, "wait_s")}})
	wh := k.BurnedKJ * n / 3.6
	if fuel.Electric() {
		c.set(&hp.EnergyWh, "heat.energy_wh", wh, working.Figure{Label: "Electricity", Unit: quantity.WattHour, Kind: effKind, Source: either(effKind == working.Measured, "efficiency measured by you", practice),
			Formula: "power times time, all batches", Limits: heatingLimits, PlusMinus: working.PlusMinus(0.1 * wh), Inputs: heatIn[1:]})
		if cap := r.Heat.BatteryWh; cap != nil {
			c.set(&hp.BatteryPct, "heat.battery_pct", 100*wh / *cap, working.Figure{Label: "Of the battery", Unit: quantity.Percent, Kind: effKind, Source: "your battery",
				Formula: "electricity over what the battery holds; a cold battery gives less", Inputs: []working.Input{working.Num("Electricity", wh, quantity.WattHour, "heat.energy_wh"), working.Num("Battery holds", *cap, quantity.WattHour, "request.heat.battery_wh")}})
			if wh > *cap {
				c.note("battery-short", "The brew takes more than the battery holds.", "The battery is {0} short.", quantity.Of(wh-*cap, quantity.WattHour))
			}
		}
	} else {
		lhv, lhvFrom := fuel.LHV, "request.heat.fuel"
		if fuel.ID == "gas" {
			lhv, lhvFrom = c.blend().LHV(), "request.heat.canister.propane_pct"
		}
		g := k.BurnedKJ * n / lhv
		c.set(&hp.FuelG, "heat.fuel_g", g, working.Figure{Label: "Fuel", Unit: quantity.Gram, Kind: effKind, Source: "heating value, handbook; efficiency, " + either(effKind == working.Measured, "measured by you", practice),
			Formula: "heat into the pot over efficiency and the fuel's lower heating value; while keeping hot, the low flame's", Limits: heatingLimits, PlusMinus: working.PlusMinus(spread * g),
			Inputs: []working.Input{working.Num("Heat burned", k.BurnedKJ*n, quantity.Kilojoule, "heat.energy_kj"), working.Num("Heating value", lhv, quantity.MJPerKg, lhvFrom),
				working.Num("Efficiency here", 100*k.EfficiencyHere, quantity.Percent, effPath)}})
		if fuel.ID == "gas" {
			c.canister(g)
		}
	}
	return nil
}

// needsFlame is what is wrong where coffee or brewer would stand on something that
// heats water only.
func (c *calc) needsFlame(b heat.Burner) Problems {
	if b.Flame {
		return nil
	}
	return Problems{{"heat.burner", b.ID, fmt.Sprintf("a %s heats water and nothing else; allowed here: a burner with a flame, or a school that pours", b.Name)}}
}

// dwellS is how long one batch is kept at the boil.
func (c *calc) dwellS() float64 {
	if c.way() == method.BoilIn {
		return c.when.boil
	}
	return c.when.treat + c.when.hold
}

func either(is bool, yes, no string) string {
	if is {
		return yes
	}
	return no
}

// fillTotals closes the water balance once what boils off is known.
func (c *calc) fillTotals(noHeat bool) {
	w, b := &c.plan.Water, c.batch
	n := b.n
	fig := func(label, formula string, in ...working.Input) working.Figure {
		return working.Figure{Label: label, Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance", Formula: formula, Inputs: in}
	}
	boiled := fig("Boils off", "net heat of the flame during the boil over the heat of vaporisation",
		working.Num("At the boil", c.heated.DwellS, quantity.Second, "heat.dwell_s"),
		working.Num("Heat of vaporisation", water.HeatOfVaporisation(*c.plan.BoilC), quantity.KJPerKg, "boil_c"))
	boiled.Source = "IAPWS-IF97 and IAPWS SR1-86(1992) for the heat of vaporisation"
	boiled.Limits = "Evaporation before the boil is left out."
	if c.way() == method.OnFlame {
		boiled.Formula = "none: the steam stays in the boiler and pushes"
	}
	c.set(&w.BoiledOffMl, "water.boiled_off_ml", b.boiledOff*n, boiled)
	hot := c.hotMl()
	cold := b.poured + b.rinse + b.preheat + b.dilution - hot
	if c.contact() == method.Dilution {
		cold = b.preheat + b.dilution + b.rinse - hot
	}
	if c.heatless() {
		hot, cold = 0, hot+cold
	}
	heated := (hot + b.boiledOff) * n
	label := "Heat in all"
	if c.req.Heat.SuppliedC != nil {
		label = "Draw in all"
	}
	if c.school.DiluteIce && b.dilution > 0 {
		c.set(&w.IceG, "water.ice_g", b.dilution*n, fig("Ice", "what is added afterwards comes as ice", working.Num("Added afterwards", b.dilution*n, quantity.Millilitre, "water.dilution_ml")))
	}
	c.set(&w.ColdMl, "water.cold_ml", cold*n, fig("Poured cold", "what is poured or added unheated"))
	c.set(&w.HeatedMl, "water.heated_ml", heated, fig(label, "poured, plus rinse, preheating, what is added hot afterwards and what boils off, less what is poured cold",
		working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml"), working.Num("Rinse", b.rinse*n, quantity.Millilitre, "water.rinse_ml"),
		working.Num("Preheating", b.preheat*n, quantity.Millilitre, "water.preheat_ml"), working.Num("Added afterwards", *w.DilutionMl, quantity.Millilitre, "water.dilution_ml"),
		working.Num("Boils off", b.boiledOff*n, quantity.Millilitre, "water.boiled_off_ml"), working.Num("Poured cold", cold*n, quantity.Millilitre, "water.cold_ml")))
	wash := c.school.WashupMl
	c.set(&w.WashupMl, "water.washup_ml", wash, fig("Washing up", "to rinse out what was used"))
	carried := heated + cold*n + *w.SplashMl + wash
	c.set(&w.CarriedMl, "water.carried_ml", carried, fig("Bring in all", "heated and cold, plus cold splash and washing up",
		working.Num("Heated", heated, quantity.Millilitre, "water.heated_ml"), working.Num("Poured cold", cold*n, quantity.Millilitre, "water.cold_ml"), working.Num("Cold splash", *w.SplashMl, quantity.Millilitre, "water.splash_ml"),
		working.Num("Washing up", wash, quantity.Millilitre, "water.washup_ml")))
	if *c.req.Water.State != string(heat.Liquid) && !noHeat {
		melt := heated - c.heating.StarterG*n/c.cupsFull
		f := fig("Snow or ice to melt", "heated, less a little starter water that keeps the pot from scorching",
			working.Num("Heated", heated, quantity.Millilitre, "water.heated_ml"), working.Num("Starter water", c.heating.StarterG*n/c.cupsFull, quantity.Gram, ""))
		f.Unit = quantity.Gram
		c.set(&w.MeltG, "water.melt_g", melt, f)
		for _, s := range []struct {
			at          **float64
			path, label string
			kgM3        float64
		}{{&w.SnowFreshL, "water.snow_fresh_l", "As fresh snow", water.FreshSnow}, {&w.SnowSettledL, "water.snow_settled_l", "As settled snow", water.SettledSnow},
			{&w.SnowFirnL, "water.snow_firn_l", "As firn", water.Firn}} {
			if *c.req.Water.State != string(heat.Snow) {
				break
			}
			c.set(s.at, s.path, melt/s.kgM3, working.Figure{Label: s.label, Unit: quantity.Litre, Kind: working.Memory, Source: "densities after Cuffey and Paterson, The Physics of Glaciers, from memory",
				Formula: "mass over the density of the snow", Inputs: []working.Input{working.Num("Snow to melt", melt, quantity.Gram, "water.melt_g"), working.Num("Density", s.kgM3, "kg/m³", "")}})
		}
	}
}
