package bench

import (
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
	"apodemos/core/working"
)

// Ranges of the bench's own inputs.
const (
	MinFillMl, MaxFillMl   = 50, 20000
	MinTargetC, MaxTargetC = 40, 100
	MinAfterS, MaxAfterS   = 5, 7200
)

// WaitIn asks "How long do I wait?"
type WaitIn struct {
	Request brew.Request `json:"request"`
	FillMl  *float64     `json:"fill_ml,omitempty" doc:"Water in the pot; 700 when left out"`
	TargetC *float64     `json:"target_c,omitempty" doc:"93 when left out"`
	// A thermometer reading, after_s seconds off the boil.
	AfterS   *float64 `json:"after_s,omitempty"`
	ReadingC *float64 `json:"reading_c,omitempty" doc:"From the temperature of the air to that of the boil"`
}

// WaitAnswer is its answer. A time is null where the target is not reached in a day.
type WaitAnswer struct {
	Request brew.Request `json:"request"`
	FillMl  float64      `json:"fill_ml"`
	TargetC float64      `json:"target_c"`
	FromC   float64      `json:"from_c"`
	LidS    *float64     `json:"lid_s"`
	OpenS   *float64     `json:"open_s"`
	WindyS  *float64     `json:"windy_s"`
	WindyMs float64      `json:"windy_ms" doc:"The wind of the windy curve"`
	Lid     Curve        `json:"lid"`
	Open    Curve        `json:"open"`
	Windy   Curve        `json:"windy"`
	// What the reading gave; null without one.
	LossFactor *float64      `json:"loss_factor"`
	FittedS    *float64      `json:"fitted_s"`
	Fitted     Curve         `json:"fitted"`
	Working    working.Sheet `json:"working"`
}

// Fields are the numbers that the questions ask besides their request, by name: one name
// means the same in all of them. (A reading is from the air's temperature to the boil's.)
var Fields = []field.Field{
	field.Numeric("water_ml", quantity.Millilitre, MinFillMl, MaxFillMl), field.Numeric("fill_ml", quantity.Millilitre, MinFillMl, MaxFillMl),
	field.Numeric("target_c", quantity.Celsius, MinTargetC, MaxTargetC), field.Numeric("after_s", quantity.Second, MinAfterS, MaxAfterS),
	field.Numeric("boils", "", 1, 100), field.Numeric("grams", quantity.Gram, 0.5, 2000), field.Numeric("time_s", quantity.Second, 10, 7200),
	field.Clicks.At("clicks"), field.UmPerClick.At("um_per_click"), field.ZeroUm.At("zero_um"),
	field.Numeric("hardness_mg_l", quantity.MgPerL, 0, 1000), field.Numeric("alkalinity_mg_l", quantity.MgPerL, 0, 1000),
	field.Numeric("second_hardness_mg_l", quantity.MgPerL, 0, 1000), field.Numeric("second_alkalinity_mg_l", quantity.MgPerL, 0, 1000),
	field.Numeric("target_hardness_mg_l", quantity.MgPerL, 0, 1000), field.Numeric("target_alkalinity_mg_l", quantity.MgPerL, 0, 1000),
	field.Numeric("total_mg_l", quantity.MgPerL, 5, 500), field.Numeric("strength_mg_ml", quantity.None, 0.1, 500), field.Numeric("bottle_ml", quantity.Millilitre, 5, 1000), field.Numeric("dose_ml", quantity.Millilitre, 0.1, 50),
}

// within is the number at a path, or def; what is wrong with it is added to bad.
func within(path string, v *float64, def float64, bad *brew.Problems) float64 {
	name := path[strings.LastIndex(path, ".")+1:]
	return inside(Fields[slices.IndexFunc(Fields, func(f field.Field) bool { return f.Path == name })], path, v, def, bad)
}

func inside(f field.Field, path string, v *float64, def float64, bad *brew.Problems) float64 {
	if v == nil {
		return def
	}
	if p, is := f.CheckAt(path, *v); is {
		*bad = append(*bad, p)
	}
	return *v
}

// HowLong answers. Its error is brew.Problems.
func HowLong(in WaitIn) (*WaitAnswer, error) {
	s, err := brew.Settle(in.Request)
	if err != nil {
		return nil, err
	}
	var bad brew.Problems
	out := &WaitAnswer{Request: s.Request, FromC: s.Boil.BoilC, Working: explain.Place(s.Settled), Fitted: Curve{},
		FillMl:  within("fill_ml", in.FillMl, 700, &bad),
		TargetC: within("target_c", in.TargetC, 93, &bad)}
	after := within("after_s", in.AfterS, 0, &bad)
	reading := inside(field.Numeric("reading_c", quantity.Celsius, s.Air.TempC, s.Boil.BoilC), "reading_c", in.ReadingC, 0, &bad)
	if len(bad) > 0 {
		return nil, bad
	}
	if p := s.Request.Heat.SuppliedC; p != nil {
		out.FromC = math.Min(*p, s.Boil.BoilC)
	}
	out.Working.Put("from_c", out.FromC, working.Figure{Label: "From", Unit: quantity.Celsius, Kind: working.Published, Source: "boiling point, or the hot water supplied",
		Formula: "the boiling point here, or the supplied water's temperature where that is lower",
		Inputs:  []working.Input{working.Num("Boils at", s.Boil.BoilC, quantity.Celsius, "boil_c")}})
	out.WindyMs = s.Air.WindMs + 3
	curve := func(at **float64, path, label string, v heat.Vessel, cover heat.Cover, a heat.Air, kind working.Kind) Curve {
		k := thermal.NewCooling(v, out.FillMl, cover, a)
		t, ok := k.TimeTo(out.FromC, out.TargetC)
		if ok {
			*at = &t
			out.Working.Put(path, t, working.Figure{Label: label, Unit: quantity.Second, Kind: kind, PlusMinus: working.PlusMinus(brew.WaitOut(&k, t, out.TargetC, (s.Boil.BoilHighC-s.Boil.BoilLowC)/2, kind == working.Measured)),
				Source:  explain.CoolingSource,
				Limits:  explain.CoolingLimits,
				Formula: "time to cool from the boil to the target, by the heat lost through walls, lid and open surface",
				Inputs: []working.Input{working.Num("From", out.FromC, quantity.Celsius, "boil_c"), working.Num("To", out.TargetC, quantity.Celsius, ""),
					working.Num("Water in the pot", out.FillMl, quantity.Millilitre, ""), working.Num("Open share of the surface", 100*float64(cover), quantity.Percent, ""),
					working.Num("Wind", a.WindMs, quantity.MetrePerSec, "request.place.wind_ms"), working.Num("Air", a.TempC, quantity.Celsius, "request.place.air_c"),
					working.Num("Loss factor", v.LossFactor, quantity.None, "request.calibration.loss_factor"), working.Num("Loss at first", k.Watts(out.FromC), quantity.Watt, "")}})
		}
		const n, span = 40, 900.0
		pts := Curve{{0, out.FromC}}
		c := out.FromC
		for i := 1; i <= n; i++ {
			c = k.After(c, span/n)
			pts = append(pts, [2]float64{span * float64(i) / n, c})
		}
		return pts
	}
	kind := working.Published
	if s.Request.Calibration.LossFactor != nil {
		kind = working.Measured
	}
	windy := heat.Air{TempC: s.Air.TempC, WindMs: out.WindyMs, HPa: s.Air.HPa}
	out.Lid = curve(&out.LidS, "lid_s", "Wait, lid ajar", s.Vessel, heat.Spouted, s.Air, kind)
	out.Open = curve(&out.OpenS, "open_s", "Wait, lid off", s.Vessel, heat.Open, s.Air, kind)
	out.Windy = curve(&out.WindyS, "windy_s", "Wait, lid off in the wind", s.Vessel, heat.Open, windy, kind)
	if in.AfterS == nil || in.ReadingC == nil {
		return out, nil
	}
	cover := heat.Spouted
	if !*s.Request.Heat.Lid {
		cover = heat.Open
	}
	f, err := thermal.FitLoss(thermal.NewCooling(s.Vessel, out.FillMl, cover, s.Air), out.FromC, reading, after)
	if err != nil {
		return nil, brew.Problems{{Field: "reading_c", Value: reading, Message: "no vessel like this cools to that in this time. Check the reading, time, lid and fill"}}
	}
	out.LossFactor = &f
	out.Working.Put("loss_factor", f, working.Figure{Label: "Loss factor of this pot", Unit: quantity.None, Kind: working.Measured, Source: "your thermometer reading",
		Formula: "the factor on the modelled loss with which the pot cools from the boil to the reading in that time",
		Inputs:  []working.Input{working.Num("From", out.FromC, quantity.Celsius, "boil_c"), working.Num("Reading", reading, quantity.Celsius, ""), working.Num("After", after, quantity.Second, "")}})
	v := s.Vessel
	v.LossFactor = f
	out.Fitted = curve(&out.FittedS, "fitted_s", "Wait, as this pot cools", v, cover, s.Air, working.Measured)
	return out, nil
}
