package bench

import (
	"fmt"
	"math"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/solve"
	"apodemos/core/working"
)

// FuelIn asks "How much fuel?"
type FuelIn struct {
	Request brew.Request `json:"request"`
	WaterMl *float64     `json:"water_ml,omitempty" doc:"One boil; 600 when left out"`
	// A test: so many boils of water_ml took grams of fuel, weighed before and
	// after; the first took seconds.
	Boils *float64 `json:"boils,omitempty" doc:"1 when left out"`
	Grams *float64 `json:"grams,omitempty"`
	TimeS *float64 `json:"time_s,omitempty" doc:"Of one boil"`
}

// Share is one part of where the heat goes.
type Share struct {
	ID    string  `json:"id"`
	Label string  `json:"label"`
	KJ    float64 `json:"kj"`
}

// FuelAnswer is its answer, for one boil.
type FuelAnswer struct {
	Request    brew.Request  `json:"request"`
	WaterMl    float64       `json:"water_ml"`
	Shares     []Share       `json:"shares"`
	BurnedKJ   float64       `json:"burned_kj"`
	FuelG      *float64      `json:"fuel_g"`
	EnergyWh   *float64      `json:"energy_wh"`
	HeatS      float64       `json:"heat_s"`
	Boils      *float64      `json:"boils" doc:"Boils from what is left in the canister or battery; null without one"`
	Efficiency *float64      `json:"efficiency" doc:"Fitted from the weighed fuel, a share"`
	InPercent  *float64      `json:"efficiency_pct" doc:"The same in percent"`
	PowerW     *float64      `json:"power_w" doc:"Fitted from the timed boil"`
	Working    working.Sheet `json:"working"`
}

// HowMuchFuel answers. Its error is brew.Problems.
func HowMuchFuel(in FuelIn) (*FuelAnswer, error) {
	s, err := brew.Settle(in.Request)
	if err != nil {
		return nil, err
	}
	var bad brew.Problems
	out := &FuelAnswer{Request: s.Request, Working: explain.Place(s.Settled), WaterMl: within("water_ml", in.WaterMl, 600, &bad)}
	boils := within("boils", in.Boils, 1, &bad)
	grams := within("grams", in.Grams, 0, &bad)
	seconds := within("time_s", in.TimeS, 0, &bad)
	if len(bad) > 0 {
		return nil, bad
	}
	h := s.Heating(out.WaterMl)
	r := h.Heat()
	if s.Fuel.ID == heat.CanisterGas && r.Reaches {
		if g, _ := s.OnGas(h, s.Canister(), s.Jet(), 1); g.Feeds {
			r = g.Heated // as the plan has it
		}
	}
	if !r.Reaches {
		return nil, brew.Problems{{Field: "request.heat.power_w", Value: s.PowerW, Message: fmt.Sprintf("%.0f W can’t boil this pot in this air: it stops near %.0f °C. Use a lid, a wind screen, more power or less water", s.PowerW, r.TopC)}}
	}
	out.BurnedKJ, out.HeatS = r.BurnedKJ, r.HeatS
	out.Shares = []Share{{"water", "into the water", r.WaterKJ}, {"pot", "into the pot", r.VesselKJ}, {"melting", "melting", r.MeltKJ + r.IceKJ},
		{"boil-off", "boiled off", r.BoilKJ}, {"air", "to wind and open pot", r.AirKJ}, {"lost", "past the pot", r.BurnedKJ - r.NeedKJ()}}
	kind, source := working.Practice, "efficiency and power of a usual burner, common practice"
	if s.Request.Calibration.Efficiency != nil {
		kind, source = working.Measured, "efficiency measured by you"
	}
	inputs := []working.Input{working.Num("Water", out.WaterMl, quantity.Millilitre, ""), working.Num("Into water, pot and melting", r.WaterKJ+r.VesselKJ+r.MeltKJ+r.IceKJ, quantity.Kilojoule, ""),
		working.Num("Boiled off", r.BoilKJ, quantity.Kilojoule, "request.water.treatment"), working.Num("To wind and open pot", r.AirKJ, quantity.Kilojoule, "request.place.wind_ms"),
		working.Num("Efficiency here", 100*r.EfficiencyHere, quantity.Percent, "request.heat.efficiency")}
	out.Working.Put("burned_kj", r.BurnedKJ, working.Figure{Label: "Heat burned", Unit: quantity.Kilojoule, Kind: kind, Source: source, Formula: "heat that must reach the pot over the efficiency in this wind", PlusMinus: working.PlusMinus(0.2 * r.BurnedKJ), Inputs: inputs})
	out.Working.Put("heat_s", r.HeatS, working.Figure{Label: "Time to boil", Unit: quantity.Second, Kind: kind, Source: source, Formula: "heat over power times efficiency", PlusMinus: working.PlusMinus(0.2 * r.HeatS),
		Inputs: append(inputs[:len(inputs):len(inputs)], working.Num("Heat burned at full", s.PowerW, quantity.Watt, "request.heat.power_w"))})
	put := func(at **float64, path, label, formula string, unit quantity.Unit, v float64, k working.Kind, source string, in ...working.Input) {
		*at = &v
		var pm *float64
		if k != working.Measured {
			pm = working.PlusMinus(0.2 * v)
		}
		out.Working.Put(path, v, working.Figure{Label: label, Unit: unit, Kind: k, Source: source, Formula: formula, Inputs: in, PlusMinus: pm})
	}
	var have float64
	if s.Fuel.Electric() {
		put(&out.EnergyWh, "energy_wh", "Electricity per boil", "heat over 3.6 kJ to the watt-hour", quantity.WattHour, r.BurnedKJ/3.6, kind, source, working.Num("Heat burned", r.BurnedKJ, quantity.Kilojoule, "burned_kj"))
		if b := s.Request.Heat.BatteryWh; b != nil {
			have = *b / *out.EnergyWh
		}
	} else {
		put(&out.FuelG, "fuel_g", "Fuel per boil", "heat burned over the lower heating value", quantity.Gram, r.BurnedKJ/s.LHV, kind, source+"; heating value, handbook",
			working.Num("Heat burned", r.BurnedKJ, quantity.Kilojoule, "burned_kj"), working.Num("Heating value", s.LHV, quantity.MJPerKg, "request.heat.fuel"))
		if s.Fuel.ID == heat.CanisterGas {
			have = *s.Request.Heat.Canister.LeftG / *out.FuelG
		}
	}
	if have > 0 {
		put(&out.Boils, "boils", "Boils left", "what is left over what a boil takes; the last are weak in the cold", quantity.None, have, kind, source, working.Num("Gas left", *s.Request.Heat.Canister.LeftG, quantity.Gram, "request.heat.canister.left_g"))
	}
	if err := out.calibrate(s, in, s.Heating(out.WaterMl), boils, grams, seconds); err != nil {
		return nil, err
	}
	return out, nil
}

// ratedPower is the flame at the rated pressure of a burner that gave w on the gas of a
// test: what was measured in the cold is not counted as cold a second time.
func ratedPower(s *brew.Setting, h heat.Heating, w float64) float64 {
	gives := func(full float64) float64 {
		h.PowerW = full
		j := s.Jet()
		j.FullW = full
		if g := h.OnGas(s.Canister(), j, 1); g.Feeds {
			return g.PowerW
		}
		return 0
	}
	lo, atLo := w, gives(w)-w
	for range 12 { // upwards: much too strong a burner starves
		if atLo >= 0 {
			break
		}
		hi := math.Min(1.3*lo, heat.MaxPowerW)
		atHi := gives(hi) - w
		if atHi >= 0 {
			return solve.Root(lo, hi, atLo, atHi, 0.01, func(full float64) float64 { return gives(full) - w })
		}
		lo, atLo = hi, atHi
	}
	return w
}

// calibrate fits efficiency and power from a test.
func (out *FuelAnswer) calibrate(s *brew.Setting, in FuelIn, h heat.Heating, boils, grams, seconds float64) error {
	weighed := in.Grams != nil && !s.Fuel.Electric()
	if !weighed && in.TimeS == nil {
		return nil
	}
	burned := 0.0
	if weighed {
		burned = grams * s.LHV / boils
	}
	e, w, err := h.Fit(burned, seconds)
	switch {
	case err != nil && in.TimeS != nil && (!weighed || !(w >= heat.MinPowerW && w <= heat.MaxPowerW)):
		return brew.Problems{{Field: "time_s", Value: seconds, Message: fmt.Sprintf("no burner of %d to %d W takes that time here. Check time and water", heat.MinPowerW, heat.MaxPowerW)}}
	case err != nil:
		return brew.Problems{{Field: "grams", Value: grams, Message: "no stove burns that much fuel here. Check the grams, boils and water"}}
	}
	h.Efficiency, h.PowerW = e, w
	r := h.Heat()
	if in.TimeS != nil && s.Fuel.ID == heat.CanisterGas {
		w = ratedPower(s, h, w)
	}
	const how = "the value with which this heating, with what wind and an open pot take while it lasts, comes to what was measured"
	inputs := []working.Input{working.Num("Into the pot, one boil", r.NeedKJ(), quantity.Kilojoule, ""), working.Num("Wind", s.Air.WindMs, quantity.MetrePerSec, "request.place.wind_ms")}
	if weighed {
		inputs = append(inputs, working.Num("Fuel gone", grams, quantity.Gram, ""), working.Num("Boils", boils, quantity.Count, ""), working.Num("Heating value", s.LHV, quantity.MJPerKg, "request.heat.fuel"))
	}
	if in.TimeS != nil {
		inputs = append(inputs, working.Num("Time", seconds, quantity.Second, ""))
	}
	if weighed {
		out.Efficiency, out.InPercent = &e, new(100*e)
		out.Working.Put("efficiency_pct", *out.InPercent, working.Figure{Label: "Measured efficiency", Unit: quantity.Percent, Kind: working.Measured, Source: "your weighed fuel", Formula: how + "; as in calm air", Inputs: inputs})
	}
	if in.TimeS != nil {
		source := "your timed boil"
		if weighed {
			source += " and weighed fuel"
		}
		out.PowerW = &w
		out.Working.Put("power_w", w, working.Figure{Label: "Measured power", Unit: quantity.Watt, Kind: working.Measured, Source: source, Formula: how, Inputs: inputs})
	}
	return nil
}
