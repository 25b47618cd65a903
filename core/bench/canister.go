package bench

import (
	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// CanisterIn asks "Will the canister feed?"
type CanisterIn struct {
	Request brew.Request `json:"request"`
	WaterMl *float64     `json:"water_ml,omitempty" doc:"One boil; 600 when left out"`
}

// Boiled is the canister after one more boil.
type Boiled struct {
	LeftG     float64  `json:"left_g" doc:"Before the boil"`
	StartBar  float64  `json:"start_bar" doc:"Gauge"`
	LowestBar float64  `json:"lowest_bar" doc:"Gauge"`
	EndC      float64  `json:"end_c"`
	HeatS     *float64 `json:"heat_s" doc:"To the boil, on the flame that this gas gives; null where it does not feed"`
	Verdict   string   `json:"verdict" enum:"fine,weak,will-not-feed"`
}

// CanisterAnswer is its answer.
type CanisterAnswer struct {
	Request    brew.Request  `json:"request"`
	AmbientBar float64       `json:"ambient_bar"`
	TempC      float64       `json:"temp_c"`
	StartBar   float64       `json:"start_bar" doc:"Gauge"`
	LowestBar  float64       `json:"lowest_bar"`
	EndC       float64       `json:"end_c"`
	Verdict    string        `json:"verdict" enum:"fine,weak,will-not-feed"`
	WarmC      *float64      `json:"warm_c" doc:"Temperature to start a boil from to feed well to its end; null when none up to 45 °C does"`
	Full       Curve         `json:"full" doc:"[canister °C, gauge bar] as filled"`
	Now        Curve         `json:"now" doc:"With what is left now"`
	Last       Curve         `json:"last" doc:"With a tenth left"`
	Boils      []Boiled      `json:"boils" doc:"One boil after another, the canister warm again each time, until it is empty"`
	FuelG      float64       `json:"fuel_g"`
	HeatS      *float64      `json:"heat_s" doc:"To the boil; null where it does not feed"`
	FlamePct   *float64      `json:"flame_pct" doc:"Of the burner's full flame, in the mean; null where it does not feed"`
	Working    working.Sheet `json:"working"`
}

const maxBoils = 60

// WillItFeed answers. Its error is brew.Problems.
//
// The gas left now is taken to have been drawn from the full mixture at the
// canister's temperature, so that it is poorer in what boils easily.
func WillItFeed(in CanisterIn) (*CanisterAnswer, error) {
	s, err := brew.Settle(in.Request)
	if err != nil {
		return nil, err
	}
	var bad brew.Problems
	ml := within("water_ml", in.WaterMl, 600, &bad)
	if s.Fuel.ID != heat.CanisterGas {
		bad = append(bad, brew.Problem{Field: "request.heat.burner", Value: string(s.Burner.ID), Message: string(s.Burner.ID) + " doesn’t burn gas. Choose canister or canister-exchanger"})
	}
	if len(bad) > 0 {
		return nil, bad
	}
	boil := s.Heating(ml)
	h := boil.Heat()
	if !h.Reaches {
		return nil, brew.Problems{{Field: "request.heat.power_w", Value: s.PowerW, Message: "this pot never boils in this air. Enter more power, a lid, a wind screen or less water"}}
	}
	k := s.Canister()
	full := k.Blend.Scale(k.CapacityG / max(k.Mass(), 1e-9))
	if k.Mass() == 0 {
		full = heat.Blend{Propane: *s.Request.Heat.Canister.PropanePct, Isobutane: *s.Request.Heat.Canister.IsobutanePct, Butane: *s.Request.Heat.Canister.ButanePct}.Scale(k.CapacityG / 100)
	}
	now, _ := full.Draw(k.CapacityG-k.Mass(), k.TempC)
	last, _ := full.Draw(0.9*k.CapacityG, k.TempC)
	ambient := s.Boil.PressureHPa / 1000
	out := &CanisterAnswer{Request: s.Request, Working: explain.Place(s.Settled), AmbientBar: ambient, TempC: k.TempC, FuelG: h.BurnedKJ / s.LHV, Boils: []Boiled{}}
	for c := -30.0; c <= 40; c += 2 {
		out.Full = append(out.Full, [2]float64{c, full.Pressure(c) - ambient})
		out.Now = append(out.Now, [2]float64{c, now.Pressure(c) - ambient})
		out.Last = append(out.Last, [2]float64{c, last.Pressure(c) - ambient})
	}
	jet := s.Jet()
	gasOut := brew.GasOut(k, k)
	can := heat.Canister{Blend: now, CapacityG: k.CapacityG, TempC: k.TempC}
	for i := 0; i < maxBoils && can.Mass() > 0.01; i++ {
		b := Boiled{LeftG: can.Mass(), StartBar: can.Pressure(k.TempC) - ambient}
		g, fed := s.OnGas(boil, can, jet, 1)
		b.LowestBar, b.EndC, b.Verdict = fed.Lowest-ambient, fed.End.TempC, fed.Verdict
		if fed.Verdict != "will-not-feed" {
			b.HeatS = &g.Heated.HeatS
			if i == 0 {
				out.FlamePct = new(100 * g.PowerW / s.PowerW)
				gasOut = brew.GasOut(fed.At, fed.End)
			}
		}
		used := g.Heated.BurnedKJ / can.LHV()
		if can.Mass() < used {
			b.Verdict = "will-not-feed" // not enough for a whole boil
		}
		if i == 0 {
			out.FuelG = used
		}
		out.Boils = append(out.Boils, b)
		can.Blend, _ = can.Draw(used, g.End.TempC) // warmed somehow, where it did not feed
	}
	out.StartBar, out.LowestBar, out.EndC, out.Verdict = -ambient, -ambient, k.TempC, "will-not-feed"
	if len(out.Boils) > 0 {
		b := out.Boils[0]
		out.StartBar, out.LowestBar, out.EndC, out.Verdict, out.HeatS = b.StartBar, b.LowestBar, b.EndC, b.Verdict, b.HeatS
	}
	first := heat.Canister{Blend: now, CapacityG: k.CapacityG, TempC: k.TempC}
	if c, ok := first.WarmFor(jet, 1, out.FuelG*s.LHV, heat.SteadyBar, s.Air); ok {
		out.WarmC = &c
	}
	const source = "Antoine equations of the NIST Chemistry WebBook; Raoult's law; differential distillation as it empties"
	inputs := []working.Input{working.Num("Propane left", now.Propane, quantity.Gram, "request.heat.canister.propane_pct"), working.Num("Isobutane left", now.Isobutane, quantity.Gram, "request.heat.canister.isobutane_pct"),
		working.Num("n-Butane left", now.Butane, quantity.Gram, "request.heat.canister.butane_pct"), working.Num("Canister at", k.TempC, quantity.Celsius, "request.heat.canister.temp_c"),
		working.Num("Air pressure", s.Boil.PressureHPa, quantity.HPa, "pressure_hpa")}
	put := func(path, label, formula string, unit quantity.Unit, v, pm float64) {
		out.Working.Put(path, v, working.Figure{Label: label, Unit: unit, Kind: working.Published, Source: source, Formula: formula, Inputs: inputs, PlusMinus: &pm,
			Limits: "Heat exchange of the canister is from memory. The flame goes with the root of the gauge pressure, below that which the burner is rated at."})
	}
	put("start_bar", "Over the air, at first", "mole fraction times vapour pressure, summed, less the air's pressure", quantity.Bar, out.StartBar, gasOut.StartBar)
	put("lowest_bar", "Over the air, lowest", "the same through one boil, as the canister cools and its mixture shifts", quantity.Bar, out.LowestBar, gasOut.EndBar)
	put("end_c", "Canister cools to", "evaporating takes 385 kJ/kg, the air gives it back", quantity.Celsius, out.EndC, gasOut.EndC)
	if out.HeatS != nil {
		put("heat_s", "Time to boil", "heat over the flame's power here: √(gauge pressure over the rated one) of the full flame, as the canister cools", quantity.Second, *out.HeatS, 0.2**out.HeatS)
		put("flame_pct", "Share of full flame", "√(gauge pressure over the one that the burner is rated at), the mean while the canister cools; all of it from that pressure on", quantity.Percent, *out.FlamePct, *out.FlamePct*gasOut.FlameShare(out.StartBar))
	}
	put("fuel_g", "Fuel per boil", "heat burned over the heating value", quantity.Gram, out.FuelG, 0.2*out.FuelG)
	if out.WarmC != nil {
		put("warm_c", "Feeds well above", "the temperature to start from so that the pressure is still 0.4 bar over the air's when the boil is done", quantity.Celsius, *out.WarmC, 2)
	}
	return out, nil
}
