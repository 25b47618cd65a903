package bench

import (
	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// GrindIn asks "What setting on this grinder?": a setting on one grinder, and
// what is known of both.
type GrindIn struct {
	Clicks *float64     `json:"clicks,omitempty" doc:"On the first grinder; 20 when left out"`
	From   GrinderKnown `json:"from"`
	To     GrinderKnown `json:"to"`
}

// GrinderKnown is a grinder, known by its figures, or by two settings.
type GrinderKnown struct {
	UmPerClick *float64         `json:"um_per_click,omitempty" doc:"37 when left out"`
	ZeroUm     *float64         `json:"zero_um,omitempty" doc:"0 when left out"`
	Known      []coffee.Setting `json:"known,omitempty" maxItems:"2" doc:"Two known settings, in place of the figures"`
}

// GrindAnswer is its answer.
type GrindAnswer struct {
	Um       float64       `json:"um"`
	Band     string        `json:"band"`
	Clicks   float64       `json:"clicks" doc:"On the second grinder"`
	FromPer  float64       `json:"from_um_per_click"`
	FromZero float64       `json:"from_zero_um"`
	ToPer    float64       `json:"to_um_per_click"`
	ToZero   float64       `json:"to_zero_um"`
	Bands    []coffee.Band `json:"bands"`
	Working  working.Sheet `json:"working"`
}

func (g GrinderKnown) figures(field string, bad *brew.Problems) (per, zero float64) {
	if len(g.Known) == 2 {
		per, zero, ok := coffee.FitGrinder(g.Known[0], g.Known[1])
		if !ok || per > 200 {
			*bad = append(*bad, brew.Problem{Field: field + ".known", Message: "these two settings don’t fit together. Enter more clicks for the coarser one, up to 200 µm a click"})
			return 1, 0
		}
		return per, zero
	}
	return within(field+".um_per_click", g.UmPerClick, 37, bad), within(field+".zero_um", g.ZeroUm, 0, bad)
}

// WhatSetting answers. Its error is brew.Problems.
func WhatSetting(in GrindIn) (*GrindAnswer, error) {
	var bad brew.Problems
	clicks := within("clicks", in.Clicks, 20, &bad)
	out := &GrindAnswer{Working: working.Sheet{}, Bands: append([]coffee.Band(nil), coffee.Bands...)}
	out.Bands[len(out.Bands)-1].MaxUm = 1600 // the picture ends there
	out.FromPer, out.FromZero = in.From.figures("from", &bad)
	out.ToPer, out.ToZero = in.To.figures("to", &bad)
	out.Um = out.FromZero + clicks*out.FromPer
	if len(bad) == 0 && (out.Um < field.GrindUm.Min || out.Um > field.GrindUm.Max) {
		bad = append(bad, brew.Problem{Field: "clicks", Value: clicks, Message: "too fine or too coarse for coffee. Enter a setting of 100 to 2500 µm"})
	}
	if len(bad) > 0 {
		return nil, bad
	}
	out.Band = coffee.BandOf(out.Um)
	out.Clicks = coffee.Clicks(out.Um, out.ToPer, out.ToZero)
	put := func(path, label, formula string, unit quantity.Unit, v float64, in ...working.Input) {
		out.Working.Put(path, v, working.Figure{Label: label, Unit: unit, Kind: working.Chosen, Source: "your grinders' figures, or two settings each", Formula: formula, Inputs: in, PlusMinus: working.PlusMinus(max(v*0.05, 1)),
			Limits: "Micrometres of two makers do not mean the same; start here and taste."})
	}
	put("um", "Grind", "zero setting plus clicks times one click", quantity.Micrometre, out.Um, working.Num("Clicks", clicks, quantity.Clicks, ""), working.Num("One click", out.FromPer, quantity.MicroPerClk, ""), working.Num("At zero", out.FromZero, quantity.Micrometre, ""))
	put("clicks", "On the other grinder", "grind less its zero setting, over its click", quantity.Clicks, out.Clicks, working.Num("Grind", out.Um, quantity.Micrometre, "um"), working.Num("One click", out.ToPer, quantity.MicroPerClk, ""), working.Num("At zero", out.ToZero, quantity.Micrometre, ""))
	return out, nil
}
