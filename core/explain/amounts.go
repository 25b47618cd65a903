package explain

import (
	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/water"
	"apodemos/core/working"
)

func given(ps ...*float64) int {
	n := 0
	for _, p := range ps {
		if p != nil {
			n++
		}
	}
	return n
}

// amounts are dose and water.
func (x *figures) amounts() {
	r, p, b := &x.Request, x.p, &x.Batch
	n := b.N
	x.put("batches", p.Batches, working.Figure{Label: "Batches", Unit: quantity.Count, Kind: working.Practice, Source: practice,
		Formula: "the fewest equal batches whose water fits the pot's, and the brewer's, share that foam and handling leave free; or the baskets whose coffee makes the drink",
		Inputs:  []working.Input{working.Num("Pot or kettle holds", x.Vessel.CapacityMl, quantity.Millilitre, "request.vessel.capacity_ml")}})
	x.drink()
	x.ratioAndDose()
	each := "Coffee, each batch"
	if x.Method.Family == "cup" {
		each = "Coffee, each cup"
	}
	x.put("dose_each_g", p.DoseEachG, working.Figure{Label: each, Unit: quantity.Gram, Kind: working.Practice, Source: "mass balance", Formula: "the coffee, over the batches or the cups that steep on their own",
		Inputs: []working.Input{working.Num("Coffee", b.DoseG*n, quantity.Gram, "dose_g"), working.Num("Batches", n, quantity.Count, "batches")}})
	if m := p.DoseMeasures; m != nil {
		f := working.Figure{Label: m.Name, Unit: quantity.Count, Kind: working.Measured, Source: "your calibrated measure",
			Formula: "dose of a batch over what the measure holds, rounded to what it can show, times the batches; the rounding changes the dose by the error given",
			Inputs: []working.Input{working.Num("Coffee", b.DoseG*n, quantity.Gram, "dose_g"), working.Num("A measure holds", m.Grams/m.Count, quantity.Gram, "request.measure.grams"),
				working.Num("To the nearest", *r.Measure.Step, quantity.None, "request.measure.step"), working.Num("Error", m.Error, quantity.Gram, "")}}
		if x.TypicalMeasure() || r.Measure.Grams == nil {
			f.Kind, f.Source, f.Limits = working.Practice, "common practice, no published source: what a measure of that name usually holds", "Typical: spoons differ by a third, and so do roasts. Weigh yours once."
		}
		x.put("dose_measures", &m.Count, f)
	}
	x.waterOfTheRecipe()
}

func (x *figures) drink() {
	r := &x.Request
	f := working.Figure{Label: "Drink", Unit: quantity.Millilitre, Kind: working.Chosen, Source: "your choice", Formula: "people times drink in each cup",
		Inputs: []working.Input{working.Num("People", *r.Drinkers, quantity.None, "request.drinkers"), working.Num("Drink in each cup", *r.CupMl, quantity.Millilitre, "request.cup_ml")}}
	switch {
	case x.Method.Contact == method.Cold:
		f.Label, f.Formula = "Concentrate", "people times drink in each cup, over one part of concentrate and the parts of water that it is served with"
		f.Inputs = append(f.Inputs, working.Num("Parts of water", x.Parts(), quantity.None, "request.dilution"))
	case !x.Chose("cup_ml") && given(r.DoseG, r.Ratio, r.WaterG) > 1, r.WaterG != nil && !x.Chose("cup_ml") && r.DoseG == nil:
		f.Formula = "follows from coffee and water: what is poured and added, less what the grounds keep and what is left behind"
	case x.School.BasketG > 0:
		f.Formula = "what the baskets yield, and the water added to reach what is wanted"
	}
	x.put("drink_ml", x.p.DrinkMl, f)
}

func (x *figures) ratioAndDose() {
	r, b, n := &x.Request, &x.Batch, x.Batch.N
	coffee := working.Num("Coffee", b.DoseG*n, quantity.Gram, "dose_g")
	poured := working.Num("Poured", b.PouredMl*n, quantity.Millilitre, "water.poured_ml")
	ratio := working.Figure{Label: "Ratio", Unit: quantity.GramPerL, Kind: working.Practice, Source: x.School.RatioSource,
		Formula: "grams of coffee to each litre poured: the recipe's, times 0.85 for mild or 1.15 for strong",
		Inputs:  []working.Input{working.Num("The recipe's ratio", x.School.RatioGPerL, quantity.GramPerL, "request.school"), working.Word("Strength", *r.Strength, "request.strength")}}
	dose := working.Figure{Label: "Coffee", Unit: quantity.Gram, Kind: working.Practice, Source: x.School.RatioSource, Formula: "water poured times the ratio",
		Inputs: []working.Input{poured, working.Num("Ratio", x.Ratio, quantity.GramPerL, "ratio_g_per_l")}}
	switch {
	case r.WaterG != nil && x.School.BasketG == 0:
		ratio.Kind, ratio.Source, ratio.Formula, ratio.Inputs = working.Chosen, "your water", "the dose over the water poured", []working.Input{coffee, poured}
		dose.Kind, dose.Source, dose.Formula = working.Chosen, "your water", "what goes with your water: as you set, by the ratio, or what leaves the drink"
		dose.Inputs = []working.Input{working.Num("Brew water", *r.WaterG, quantity.Millilitre, "request.water_g")}
		if r.DoseG != nil {
			dose.Inputs = append(dose.Inputs, working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g"))
		}
	case r.DoseG != nil:
		yours := working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g")
		ratio.Kind, ratio.Source, ratio.Formula, ratio.Inputs = working.Chosen, "your dose", "the dose over the water poured", []working.Input{yours, poured}
		dose.Kind, dose.Source, dose.Formula, dose.Inputs = working.Chosen, "your choice", "the dose that you set", []working.Input{yours}
	case x.Method.Contact == method.Dilution:
		dose.Label, dose.Formula = "Coffee in the concentrate", "concentrate times what was ground to each millilitre of it"
		dose.Inputs = []working.Input{working.Num("Concentrate", x.Concentrate(), quantity.Millilitre, "water.concentrate_ml"), working.Num("Ratio it was made at", x.Ratio, quantity.GramPerL, "ratio_g_per_l")}
	case x.School.BasketG > 0:
		dose.Formula, ratio.Formula = "a full basket, times the batches", "the full basket over the water that goes with it"
		dose.Inputs = []working.Input{working.Num("Basket", b.DoseG, quantity.Gram, "request.school"), working.Num("Batches", n, quantity.Count, "batches")}
	case r.Ratio != nil:
		ratio.Kind, ratio.Source, ratio.Formula = working.Chosen, "your choice", "the ratio that you set"
		ratio.Inputs = []working.Input{working.Num("Ratio", *r.Ratio, quantity.GramPerL, "request.ratio_g_per_l")}
		dose.Kind = working.Chosen
	}
	if own := r.Recipe; own != nil && x.School.RatioSource == recipe.OwnSource {
		ratio.Kind, dose.Kind, ratio.Source, dose.Source = working.Chosen, working.Chosen, recipe.OwnSource, recipe.OwnSource
	}
	x.put("ratio_g_per_l", x.p.Ratio, ratio)
	x.put("dose_g", x.p.DoseG, dose)
}

// waterOfTheRecipe is what is known of the water before anything is heated.
func (x *figures) waterOfTheRecipe() {
	w, b, n := &x.p.Water, &x.Batch, x.Batch.N
	ml := func(path string, v *float64, label, formula string, in ...working.Input) {
		x.put(path, v, working.Figure{Label: label, Unit: quantity.Millilitre, Kind: working.Practice, Source: practice, Formula: formula, Inputs: in})
	}
	each := working.Num("Batches", n, quantity.Count, "batches")
	school := working.Word("Recipe", x.School.Name, "request.school")
	ml("water.retained_ml", w.RetainedMl, "Kept by the grounds", "dose times what each gram keeps: 2 ml, less where it is pressed",
		working.Num("Coffee", b.DoseG*n, quantity.Gram, "dose_g"), working.Num("Kept", b.RetainPerG, quantity.MlPerG, "request.school"))
	ml("water.left_behind_ml", w.LeftBehindMl, "Left with the silt", "what the recipe leaves in the vessel, each batch", each, school)
	ml("water.splash_ml", w.SplashMl, "Cold splash", "cold water that drops the grounds, each batch", each, school)
	ml("water.dilution_ml", w.DilutionMl, "Added afterwards", "what the brewer does not hold, or the recipe adds to a strong brew", each, school)
	ml("water.rinse_ml", w.RinseMl, "Rinse", "for the paper or cloth, once a batch", each, school)
	ml("water.preheat_ml", w.PreheatMl, "Preheating", "60 ml for each cup that is preheated, 100 ml a batch for a preheated brewer", working.Num("People", *x.Request.Drinkers, quantity.None, "request.drinkers"))
	x.put("vials", x.p.Vials, working.Figure{Label: "Vials", Unit: quantity.Count, Kind: working.Practice, Source: practice, Formula: "concentrate over the 60 ml that a usual vial holds, rounded up",
		Inputs: []working.Input{working.Num("Concentrate", x.Concentrate(), quantity.Millilitre, quantity.Either(b.ConcentrateMl > 0, "water.concentrate_ml", "drink_ml"))}})
	ml("water.concentrate_ml", w.ConcentrateMl, "Concentrate", "the drink over one part of concentrate and its parts of water", working.Num("Drink", x.DrinkMl, quantity.Millilitre, "drink_ml"), working.Num("Parts of water", x.Parts(), quantity.None, "request.dilution"))
	x.put("water.poured_ml", w.PouredMl, working.Figure{Label: "Pour", Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance",
		Formula: "drink, plus what the grounds keep and what is left behind, less splash and what is added afterwards; 1 ml of water counts as 1 g",
		Inputs: []working.Input{working.Num("Drink", x.DrinkMl, quantity.Millilitre, "drink_ml"), working.Num("Kept by the grounds", b.RetainedMl*n, quantity.Millilitre, "water.retained_ml"),
			working.Num("Left with the silt", b.LeftMl*n, quantity.Millilitre, "water.left_behind_ml"), working.Num("Cold splash", b.SplashMl*n, quantity.Millilitre, "water.splash_ml"),
			working.Num("Added afterwards", b.DilutionMl*n, quantity.Millilitre, "water.dilution_ml")}})
}

func (x *figures) grind() {
	g, r, all := &x.p.Grind, &x.Request.Grinder, &x.Request
	f := working.Figure{Label: "Grind", Unit: quantity.Micrometre, Kind: working.Practice, Source: "the recipe's grind in words, common practice; the micrometres are from memory and makers disagree",
		Formula: "the recipe's grind", PlusMinus: working.PlusMinus(75)}
	switch {
	case g.Band == brew.ShopBand:
		f.Kind, f.Source, f.Formula, f.PlusMinus = working.Memory, "from memory: ground coffee as it is sold", "the middle of the band; how fine it is, is not known", working.PlusMinus(brew.ShopCoarsestUm-brew.ShopUm)
	case r.Clicks != nil:
		f.Kind, f.Source, f.Formula = working.Chosen, "your setting", "zero setting plus clicks times one click"
		f.Inputs = []working.Input{working.Num("Clicks", *r.Clicks, quantity.Clicks, "request.grinder.clicks"), working.Num("One click", *r.UmPerClick, quantity.MicroPerClk, "request.grinder.um_per_click")}
	case x.Um == x.School.GrindUm && all.Recipe != nil && (all.Recipe.GrindUm != nil || all.Recipe.Clicks != nil):
		f.Kind, f.Source = working.Chosen, recipe.OwnSource
	case x.Um != x.School.GrindUm:
		f.Formula = "the recipe's grind, made finer or coarser so that this stop's temperatures give the extraction of home"
		f.Inputs = []working.Input{working.Num("The recipe's grind", x.School.GrindUm, quantity.Micrometre, "request.school"), working.Num("Extraction at home", x.HomeE*100, quantity.Percent, "strength.extraction_pct")}
	}
	x.put("grind.um", g.Um, f)
	if g.Clicks != nil {
		x.put("grind.clicks", g.Clicks, working.Figure{Label: "Clicks", Unit: quantity.Clicks, Kind: working.Chosen, Source: "the grinder's figures, as they were entered",
			Formula: "grind less the zero setting, over one click",
			Inputs: []working.Input{working.Num("Grind", x.Um, quantity.Micrometre, "grind.um"), working.Num("Zero setting", *r.ZeroUm, quantity.Micrometre, "request.grinder.zero_um"),
				working.Num("One click", *r.UmPerClick, quantity.MicroPerClk, "request.grinder.um_per_click")}})
	}
}

// water closes the balance: what is heated, carried and melted.
func (x *figures) water() {
	w, b, n := &x.p.Water, &x.Batch, x.Batch.N
	fig := func(label, formula string, in ...working.Input) working.Figure {
		return working.Figure{Label: label, Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance", Formula: formula, Inputs: in}
	}
	boiled := fig("Boils off", "net heat of the flame during the boil over the heat of vaporisation",
		working.Num("At the boil", x.Took.DwellS, quantity.Second, "heat.dwell_s"),
		working.Num("Heat of vaporisation", water.HeatOfVaporisation(x.Boil.BoilC), quantity.KJPerKg, "boil_c"))
	boiled.Source = "IAPWS-IF97 and IAPWS SR1-86(1992) for the heat of vaporisation"
	boiled.Limits = "Evaporation before the boil is left out."
	if x.OnFlame() {
		boiled.Formula = "none: the steam stays in the boiler and pushes"
	}
	x.put("water.boiled_off_ml", w.BoiledOffMl, boiled)
	x.put("water.ice_g", w.IceG, fig("Ice", "what is added afterwards comes as ice", working.Num("Added afterwards", b.DilutionMl*n, quantity.Millilitre, "water.dilution_ml")))
	cold, heated := value(w.ColdMl), value(w.HeatedMl)
	x.put("water.cold_ml", w.ColdMl, fig("Poured cold", "what is poured or added unheated"))
	x.put("water.heated_ml", w.HeatedMl, fig(quantity.Either(x.Request.Heat.SuppliedC != nil, "Draw in all", "Heat in all"), "poured, plus rinse, preheating, what is added hot afterwards and what boils off, less what is poured cold",
		working.Num("Poured", b.PouredMl*n, quantity.Millilitre, "water.poured_ml"), working.Num("Rinse", b.RinseMl*n, quantity.Millilitre, "water.rinse_ml"),
		working.Num("Preheating", b.PreheatMl*n, quantity.Millilitre, "water.preheat_ml"), working.Num("Added afterwards", value(w.DilutionMl), quantity.Millilitre, "water.dilution_ml"),
		working.Num("Boils off", value(w.BoiledOffMl), quantity.Millilitre, "water.boiled_off_ml"), working.Num("Poured cold", cold, quantity.Millilitre, "water.cold_ml")))
	x.put("water.washup_ml", w.WashupMl, fig("Washing up", "to rinse out what was used"))
	x.put("water.carried_ml", w.CarriedMl, fig("Bring in all", "heated and cold, plus cold splash and washing up",
		working.Num("Heated", heated, quantity.Millilitre, "water.heated_ml"), working.Num("Poured cold", cold, quantity.Millilitre, "water.cold_ml"), working.Num("Cold splash", value(w.SplashMl), quantity.Millilitre, "water.splash_ml"),
		working.Num("Washing up", x.School.WashupMl, quantity.Millilitre, "water.washup_ml")))
	melt := fig("Snow or ice to melt", "heated, less a little starter water that keeps the pot from scorching",
		working.Num("Heated", heated, quantity.Millilitre, "water.heated_ml"), working.Num("Starter water", x.StarterG(), quantity.Gram, ""))
	melt.Unit = quantity.Gram
	x.put("water.melt_g", w.MeltG, melt)
	heap := func(path string, v *float64, label string, kgM3 float64) {
		x.put(path, v, working.Figure{Label: label, Unit: quantity.Litre, Kind: working.Memory, Source: "densities after Cuffey and Paterson, The Physics of Glaciers, from memory",
			Formula: "mass over the density of the snow", Inputs: []working.Input{working.Num("Snow to melt", value(w.MeltG), quantity.Gram, "water.melt_g"), working.Num("Density", kgM3, "kg/m³", "")}})
	}
	heap("water.snow_fresh_l", w.SnowFreshL, "As fresh snow", water.FreshSnow)
	heap("water.snow_settled_l", w.SnowSettledL, "As settled snow", water.SettledSnow)
	heap("water.snow_firn_l", w.SnowFirnL, "As firn", water.Firn)
}
