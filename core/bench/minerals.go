package bench

import (
	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// MineralsIn asks "What is in the water?" Hardness and alkalinity are in mg/L
// as CaCO₃, 0 to 1000.
type MineralsIn struct {
	Hardness       *float64 `json:"hardness_mg_l,omitempty" doc:"Of the source; 0 when left out"`
	Alkali         *float64 `json:"alkalinity_mg_l,omitempty"`
	SecondHardness *float64 `json:"second_hardness_mg_l,omitempty" doc:"Of the water that it is cut with; 0, distilled, when left out"`
	SecondAlkali   *float64 `json:"second_alkalinity_mg_l,omitempty"`
	TargetHardness *float64 `json:"target_hardness_mg_l,omitempty" doc:"68 when left out"`
	TargetAlkali   *float64 `json:"target_alkalinity_mg_l,omitempty" doc:"40 when left out"`
	TotalMgL       *float64 `json:"total_mg_l,omitempty" doc:"Dissolved solids in all, made from distilled water; sets what is wanted, and source and second water are distilled"`
	StrengthMgMl   *float64 `json:"strength_mg_ml,omitempty" doc:"Of a bought concentrate: mg of dissolved solids in each ml"`
	BottleMl       *float64 `json:"bottle_ml,omitempty" doc:"Each of two concentrate bottles; 60 when left out"`
	DoseMl         *float64 `json:"dose_ml,omitempty" doc:"Of each to a litre; 2 when left out"`
}

// MineralsAnswer is its answer.
type MineralsAnswer struct {
	Source water.Minerals `json:"source"`
	Second water.Minerals `json:"second"`
	Target water.Minerals `json:"target"`
	water.Recipe
	SourcePct float64        `json:"source_pct" doc:"The source's share in percent"`
	Result    water.Minerals `json:"result"`
	BottleMl  float64        `json:"bottle_ml"`
	DoseMl    float64        `json:"dose_ml"`
	EpsomG    float64        `json:"epsom_g" doc:"For one bottle"`
	SodaG     float64        `json:"soda_g"`
	Litres    float64        `json:"litres" doc:"That a pair of bottles makes"`
	Dissolve  string         `json:"dissolve" doc:"Empty when the bottles stay dissolved; else what to change"`
	TotalMgL  float64        `json:"total_mg_l" doc:"Dissolved solids that the recipe makes of distilled water; 0 when the source is another"`
	BoughtMl  float64        `json:"bought_ml" doc:"Of the bought concentrate, to a litre; 0 when no strength is given"`
	Drops     float64        `json:"drops" doc:"The same in drops, 20 to a ml"`
	InZone    bool           `json:"in_zone" doc:"The source lies in the published core zone"`
	Working   working.Sheet  `json:"working"`
}

// WhatIsInIt answers. Its error is brew.Problems.
func WhatIsInIt(in MineralsIn) (*MineralsAnswer, error) {
	var bad brew.Problems
	out := &MineralsAnswer{Working: working.Sheet{},
		Source: water.Minerals{Hardness: within("hardness_mg_l", in.Hardness, 0, &bad), Alkali: within("alkalinity_mg_l", in.Alkali, 0, &bad)},
		Second: water.Minerals{Hardness: within("second_hardness_mg_l", in.SecondHardness, 0, &bad), Alkali: within("second_alkalinity_mg_l", in.SecondAlkali, 0, &bad)},
		Target: water.Minerals{Hardness: within("target_hardness_mg_l", in.TargetHardness, water.TargetHardness, &bad),
			Alkali: within("target_alkalinity_mg_l", in.TargetAlkali, water.TargetAlkali, &bad)},
		BottleMl: within("bottle_ml", in.BottleMl, 60, &bad),
		DoseMl:   within("dose_ml", in.DoseMl, 2, &bad)}
	total, strength := within("total_mg_l", in.TotalMgL, 0, &bad), within("strength_mg_ml", in.StrengthMgMl, 0, &bad)
	if len(bad) > 0 {
		return nil, bad
	}
	if total > 0 {
		out.Source, out.Second, out.Target = water.Minerals{}, water.Minerals{}, water.ForTotal(total)
	}
	recipe, ok := water.Mineralise(out.Source, out.Second, out.Target)
	if !ok {
		return nil, brew.Problems{{Field: "second_hardness_mg_l", Value: out.Second.Hardness, Message: "the second water is harder than the target. Choose a softer one, such as distilled, or a harder target"}}
	}
	out.Recipe = recipe
	out.Result = out.Recipe.Result(out.Source, out.Second)
	var err error
	if out.EpsomG, out.SodaG, err = out.Concentrate(out.BottleMl, out.DoseMl); err != nil {
		out.Dissolve = err.Error()
	}
	if distilled := (water.Minerals{}); out.Source == distilled && out.Second == distilled {
		out.TotalMgL = out.AddedTDSMgL
	}
	if strength > 0 {
		out.BoughtMl = out.AddedTDSMgL / strength
		out.Drops = out.BoughtMl * water.DropsPerMl
	}
	out.Litres = out.BottleMl / out.DoseMl
	s := out.Source
	out.InZone = s.Hardness >= water.CoreHardMin && s.Hardness <= water.CoreHardMax && s.Alkali >= water.CoreAlkaliMin && s.Alkali <= water.CoreAlkaliMax
	const masses = "molar masses: MgSO₄·7H₂O 246.47, NaHCO₃ 84.01, CaCO₃ 100.09 g/mol"
	put := func(path, label, formula string, unit quantity.Unit, v float64, in ...working.Input) {
		out.Working.Put(path, v, working.Figure{Label: label, Unit: unit, Kind: working.Published, Source: masses, Formula: formula, Inputs: in})
	}
	out.SourcePct = 100 * out.SourceShare
	share := working.Num("Share of the source", out.SourcePct, quantity.Percent, "source_pct")
	put("source_pct", "Share of the source", "as much of it as has, mixed with the second water, no more hardness and alkalinity than the target", quantity.Percent, out.SourcePct,
		working.Num("Hardness", s.Hardness, quantity.MgPerL, ""), working.Num("Alkalinity", s.Alkali, quantity.MgPerL, ""))
	put("epsom_mg_per_l", "Epsom salt", "hardness still wanted times 2.46", quantity.MgPerL, out.EpsomMgPerL, working.Num("Target hardness", out.Target.Hardness, quantity.MgPerL, ""), share)
	put("soda_mg_per_l", "Baking soda", "alkalinity still wanted times 1.68", quantity.MgPerL, out.SodaMgPerL, working.Num("Target alkalinity", out.Target.Alkali, quantity.MgPerL, ""), share)
	put("added_tds_mg_l", "Dissolved solids added", "the salts without the Epsom salt's water", quantity.MgPerL, out.AddedTDSMgL)
	if strength > 0 {
		out.Working.Put("bought_ml", out.BoughtMl, working.Figure{Label: "Bought concentrate, a litre", Unit: quantity.Millilitre, Kind: working.Chosen, Source: "the strength that you enter", Formula: "dissolved solids to add over its strength",
			Inputs: []working.Input{working.Num("Solids added", out.AddedTDSMgL, quantity.MgPerL, "added_tds_mg_l"), working.Num("Strength", strength, quantity.None, "")}})
		out.Working.Put("drops", out.Drops, working.Figure{Label: "The same in drops", Unit: quantity.Count, Kind: working.Practice, Source: "common practice: 20 drops to a ml", Formula: "millilitres times 20", Limits: "Bottles differ by a third: count the drops of 5 ml once.",
			Inputs: []working.Input{working.Num("Concentrate", out.BoughtMl, quantity.Millilitre, "bought_ml")}})
	}
	bottle := []working.Input{working.Num("Bottle", out.BottleMl, quantity.Millilitre, ""), working.Num("Per litre", out.DoseMl, quantity.Millilitre, "")}
	put("epsom_g", "Epsom salt, one bottle", "salt per litre times the litres that a bottle makes", quantity.Gram, out.EpsomG, bottle...)
	put("soda_g", "Baking soda, the other bottle", "salt per litre times the litres that a bottle makes", quantity.Gram, out.SodaG, bottle...)
	return out, nil
}
