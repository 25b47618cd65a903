package brew

import (
	"fmt"
	"math"

	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

// longWaitS is a wait that nobody spends beside a lidded kettle: common practice is
// about two minutes, the rest from memory.
const longWaitS = 150

// Moderate is the share of a burner's power that a small moka pot stands on:
// more licks past its foot. From memory.
const Moderate = 0.5

// coffeeInS is how long it takes to put coffee into cold water before lighting.
const coffeeInS = 20

// Hot is the fourth stage: how hot the water gets, how long it is kept and waited for,
// and what that takes. Times are in s from first contact, or lengths.
type Hot struct {
	*Timeline
	Heated      bool    // something is burned or plugged in
	KettleMl    float64 // of the fullest batch
	WishC       float64 // at first contact
	HotC        float64 // the hottest the water gets before the coffee
	StartC      float64 // at first contact
	Cover       heat.Cover
	FirstW      float64 // lost at first, off the heat
	WaitS       float64 // off the heat, before contact
	UsualS      float64 // the wait with the usual loss, where the pot's is measured
	HoldS       float64 // kept at the boil for want of something hotter
	TreatS      float64 // disinfecting boil
	BoilS       float64 // at the boil with the coffee in it
	BoiledS     float64 // moment that it comes to the boil
	LightS      float64 // moment of lighting
	BoiledOffMl float64 // of an average batch
	Kettle      heat.Heating
	Took        heat.Heated
	Before      heat.Heating // up to the coffee going in, where it boils with it
	Warmed      heat.Heated
	Canister    *Canistered // nil without one
	flow        flow
	decisions   []Decision
}

// heat finds how hot the water gets, how long to wait, and what heating takes.
func (c *Timeline) heat() (*Hot, Problems) {
	h := &Hot{Timeline: c, TreatS: c.BrewTreatS()}
	switch c.way() {
	case method.Unheated:
		h.StartC, h.HotC = c.coldC(), c.coldC()
		return h, nil
	case method.BoilIn:
		return h, h.withCoffee()
	}
	return h, h.kettle()
}

func (h *Hot) kettle() Problems {
	r := &h.Request
	boil, supplied := h.Boil.BoilC, h.supplied()
	h.KettleMl = h.hotMl() * h.CupsFull
	h.WishC = h.School.Temps.For(*r.Coffee.Roast)
	h.HotC = boil
	if supplied {
		// The vessel that takes the water is as cold as the air.
		h.HotC = mix(waterKJ(h.KettleMl), math.Min(*r.Heat.SuppliedC, boil), h.Vessel.Capacity(), h.Air.TempC)
	}
	if h.OnFlame() {
		// It goes on the flame again: there is nothing to wait for.
		if supplied {
			return Problems{{Field: "heat.supplied_c", Value: *r.Heat.SuppliedC, Message: "this method needs a flame; allowed: leave it out and name a burner"}}
		}
		if bad := h.needsFlame(); len(bad) > 0 {
			return bad
		}
		if h.School.ColdFill && h.Frozen() {
			return Problems{{Field: "water.state", Value: *r.Water.State, Message: *r.Water.State + " does not go into a boiler: melt it in a pot first; allowed here: liquid, or choose the school that fills it hot"}}
		}
	}
	cool := h.coverWait()
	h.FirstW = cool.Watts(h.HotC)
	h.StartC = h.HotC
	keeps := !supplied && (h.Burner.Flame || h.Burner.Low > 0) // can hold a boil
	switch {
	case h.OnFlame(): // it has its own heat
	case h.HotC > h.WishC+0.05:
		h.WaitS, _ = cool.TimeTo(h.HotC, h.WishC)
		h.StartC = h.WishC
		if f := r.Calibration.LossFactor; f != nil {
			usual := h.Vessel
			usual.LossFactor = 1
			k := thermal.NewCooling(usual, h.KettleMl, h.Cover, h.Air)
			h.UsualS, _ = k.TimeTo(h.HotC, h.WishC)
			decide(&h.decisions, "measured-loss", "", quantity.Of(100**f, quantity.Percent), quantity.Of(h.WaitS, quantity.Second), quantity.Of(h.UsualS, quantity.Second))
		}
	case supplied:
		decide(&h.decisions, "supplied-cool", "", quantity.Of(h.HotC, quantity.Celsius), quantity.Of(h.WishC, quantity.Celsius))
	default:
		then := ""
		switch {
		case h.Method.InPot():
			then = "pot"
		case !keeps:
			then = "switches-off"
		}
		decide(&h.decisions, "do-not-wait", then, quantity.Fine(boil, quantity.Celsius), quantity.Of(h.WishC, quantity.Celsius))
	}
	if supplied {
		if h.WaitS == 0 && h.PrepareS > 0 {
			h.StartC = cool.After(h.HotC, h.PrepareS)
		}
		return nil
	}
	switch {
	case h.OnFlame():
		h.HoldS = h.School.FlameS
	case !keeps:
		// A kettle that switches itself off stands until it is used.
		if stand := h.PrepareS - h.WaitS; h.WaitS == 0 && stand > 0 {
			h.StartC = cool.After(h.HotC, stand)
		}
	case h.WaitS > 0:
		h.HoldS = math.Max(h.PrepareS-h.WaitS, 0)
	default:
		h.HoldS = h.PrepareS + h.LastPour
	}
	return h.burn(h.KettleMl)
}

// coverWait chooses what covers the kettle while it cools: nobody stands long beside a
// lidded one.
func (h *Hot) coverWait() thermal.Cooling {
	h.Cover = h.School.WaitCover
	if !*h.Request.Heat.Lid {
		h.Cover = heat.Open
	}
	cool := thermal.NewCooling(h.Vessel, h.KettleMl, h.Cover, h.Air)
	if h.Cover != heat.Open && !h.OnFlame() && h.HotC > h.WishC {
		if lidded, _ := cool.TimeTo(h.HotC, h.WishC); lidded > longWaitS {
			h.Cover = heat.Open
			cool = thermal.NewCooling(h.Vessel, h.KettleMl, h.Cover, h.Air)
			open, _ := cool.TimeTo(h.HotC, h.WishC)
			decide(&h.decisions, "lid-off", "", quantity.Of(open, quantity.Second), quantity.Of(lidded, quantity.Second))
		}
	}
	return cool
}

// withCoffee heats a pot that has the coffee in it when it boils.
func (h *Hot) withCoffee() Problems {
	r := &h.Request
	if h.supplied() {
		return Problems{{Field: "heat.supplied_c", Value: *r.Heat.SuppliedC, Message: "this school boils the coffee and needs a flame; allowed: leave it out and name a burner, or choose a school that pours"}}
	}
	if bad := h.needsFlame(); len(bad) > 0 {
		return bad
	}
	inC := math.Min(math.Max(h.School.CoffeeAtC, h.coldC()), h.Boil.BoilC)
	h.StartC, h.HotC = inC, h.Boil.BoilC
	h.BoilS = math.Max(h.TreatS, h.School.BoilS)
	if longer := h.boiledLonger(); longer > 30 {
		decide(&h.decisions, "boiled-longer", "", quantity.Of(longer, quantity.Second))
	}
	if bad := h.burn(h.hotMl()); len(bad) > 0 {
		return bad
	}
	// The same heating in two parts, for the clock: before the coffee and after.
	first := h.Kettle
	first.ToC, first.DwellS = inC, 0
	h.Before, h.Warmed = first, first.Heat()
	rest := h.Took.HeatS - h.Warmed.HeatS
	if h.Warmed.HeatS > 0.5 {
		h.LightS, h.BoiledS = -h.Warmed.HeatS, math.Max(rest, coffeeInS)
	} else {
		h.LightS, h.BoiledS = coffeeInS, coffeeInS+h.Took.HeatS
	}
	return nil
}

// dwellS is how long one batch is kept at the boil.
func (h *Hot) dwellS() float64 {
	if h.BoilsIn() {
		return h.BoilS
	}
	return h.TreatS + h.HoldS
}

// burn computes the heating of one batch and the fuel of all.
func (h *Hot) burn(kettleMl float64) Problems {
	r := &h.Request
	cover := h.lid()
	if h.School.ColdFill {
		cover = heat.Lidded
	}
	k := h.heating(cover, kettleMl)
	k.DwellS = h.dwellS()
	if h.School.ColdFill {
		k.PowerW *= Moderate
	}
	// What boils off is put in at the start. It is what the flame boils away in its
	// time, however much water that is. In a moka pot the steam stays in the boiler and
	// pushes.
	if !h.OnFlame() {
		h.BoiledOffMl = k.Dwell().BoiledG / h.CupsFull
	}
	k.WaterG = kettleMl + h.BoiledOffMl*h.CupsFull
	if k.Source != heat.Liquid {
		k.StarterG = starterShare * k.WaterG
	}
	h.Kettle, h.Took = k, k.Heat()
	if !h.Took.Reaches {
		return Problems{{Field: "heat.power_w", Value: *r.Heat.PowerW, Message: fmt.Sprintf(
			"%s W cannot bring this pot to the boil in this air: it levels off near %.0f °C; use a lid, a screen or more power, or less water", field.Trim(*r.Heat.PowerW), h.Took.TopC)}}
	}
	h.Heated = true
	h.BoiledS = -math.Max(h.WaitS, h.PrepareS) - h.TreatS
	h.LightS = h.BoiledS - h.Took.HeatS

	n := h.Kettles()
	treated := h.TreatS
	if h.BoilsIn() {
		treated = h.boiledLonger()
	}
	h.flow = flow{burnedKJ: h.Took.BurnedKJ * n, treatS: h.TreatS * h.Batch.N, treatKJ: k.PowerW * k.DwellFlame * treated * n / 1000,
		powerW: k.PowerW, fullS: h.Took.HeatS * n, lowS: h.Took.DwellS * n, lowFlame: k.DwellFlame, air: h.Air, ambientBar: h.Boil.PressureHPa / 1000}
	h.sayMeasured()
	if cap := r.Heat.BatteryWh; cap != nil && h.Fuel.Electric() && h.EnergyWh() > *cap {
		decide(&h.decisions, "battery-short", "", quantity.Of(h.EnergyWh()-*cap, quantity.WattHour))
	}
	if h.Fuel.ID == heat.CanisterGas {
		h.drawGas()
	}
	return nil
}

// Kettles is how often the kettle is filled, as full as the fullest: a last one with
// fewer cups counts as a part.
func (h *Hot) Kettles() float64 { return h.Batch.N / h.CupsFull }

// FuelG is the fuel of all batches, in g: 0 for electricity.
func (h *Hot) FuelG() float64 {
	if h.Fuel.Electric() {
		return 0
	}
	return h.Took.BurnedKJ * h.Kettles() / h.LHV
}

// EnergyWh is the electricity of all batches, in Wh.
func (h *Hot) EnergyWh() float64 { return h.Took.BurnedKJ * h.Kettles() / 3.6 }

// needsFlame is what is wrong where coffee or brewer would stand on something that
// heats water only.
func (h *Hot) needsFlame() Problems {
	if h.Burner.Flame {
		return nil
	}
	return Problems{{Field: "heat.burner", Value: string(h.Burner.ID), Message: fmt.Sprintf("a %s heats water and nothing else; allowed here: a burner with a flame, or a school that pours", h.Burner.Name)}}
}

// sayMeasured says how much what the user measured of the burner moves the result.
func (h *Hot) sayMeasured() {
	m := h.Request.Calibration
	if m.Efficiency == nil && m.PowerW == nil {
		return
	}
	k := h.Kettle
	k.Efficiency, k.PowerW = *h.Request.Heat.Efficiency, *h.Request.Heat.PowerW
	usual := k.Heat()
	if !usual.Reaches {
		return
	}
	if e := m.Efficiency; e != nil {
		per, unit := 3.6, quantity.WattHour
		if !h.Fuel.Electric() {
			per, unit = h.Fuel.LHV, quantity.Gram
		}
		n := h.Batch.N
		decide(&h.decisions, "measured-efficiency", "", quantity.Of(100**e, quantity.Percent), quantity.Of(100**h.Request.Heat.Efficiency, quantity.Percent),
			quantity.Of(h.Took.BurnedKJ*n/per, unit), quantity.Of(usual.BurnedKJ*n/per, unit))
	}
	if m.PowerW != nil {
		decide(&h.decisions, "measured-power", "", quantity.Of(*m.PowerW, quantity.Watt), quantity.Of(h.Took.HeatS, quantity.Second), quantity.Of(usual.HeatS, quantity.Second))
	}
}

// flow is what the flame asks of its fuel over all batches.
type flow struct {
	burnedKJ, treatKJ, treatS float64
	powerW                    float64 // heat burned at full
	fullS, lowS, lowFlame     float64
	air                       heat.Air
	ambientBar                float64
}

// Canistered is the gas canister through the brew. Pressures are absolute, in bar.
type Canistered struct {
	At      heat.Canister // as it was
	End     heat.Canister
	Lowest  float64
	Verdict string
}

// drawGas follows the gas canister through the brew.
func (h *Hot) drawGas() {
	k := h.Settled.Canister()
	f := h.flow
	perS := f.powerW / (k.LHV() * 1000) // g/s
	hot, lowest := k.Burn(perS, f.fullS, h.Air)
	end, lowest2 := hot.Burn(perS*f.lowFlame, f.lowS, h.Air)
	lowest = min(lowest, lowest2)
	h.Canister = &Canistered{At: k, End: end, Lowest: lowest, Verdict: heat.Verdict(lowest - f.ambientBar)}
	left := *h.Request.Heat.Canister.LeftG
	switch g := h.FuelG(); {
	case g > left:
		h.Canister.Verdict = "will-not-feed"
		decide(&h.decisions, "gas-short", "", quantity.Of(g-left, quantity.Gram))
	case h.Canister.Verdict != "fine":
		if want, ok := k.WarmStart(hot, heat.FullFlameBar, h.Boil.PressureHPa); ok {
			decide(&h.decisions, "canister-cold", "", quantity.Of(want, quantity.Celsius))
		} else {
			decide(&h.decisions, "canister-cold", "spent")
		}
	}
}

// Burned returns the heat of the fuel that the brew burns, in kJ: 0 without a
// flame or socket.
func (p *Plan) Burned() float64 { return p.made.flow.burnedKJ }

// Treatment returns how long the brew's water boils only to be made safe, in s,
// and the heat of the fuel for that, in kJ.
func (p *Plan) Treatment() (s, kJ float64) { return p.made.flow.treatS, p.made.flow.treatKJ }

// Draw burns the brew's heat from a canister: all of it, or a share from 0 to 1.
// It returns the canister afterwards and the lowest gauge pressure on the way,
// in bar.
func (p *Plan) Draw(k heat.Canister, share float64) (after heat.Canister, lowestBar float64) {
	f := p.made.flow
	perS := f.powerW / (k.LHV() * 1000) // g/s
	hot, lowest := k.Burn(perS, f.fullS*share, f.air)
	after, lowest2 := hot.Burn(perS*f.lowFlame, f.lowS*share, f.air)
	return after, min(lowest, lowest2) - f.ambientBar
}
