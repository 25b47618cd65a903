package explain

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

const (
	extractionSource = "two-pool kinetics; constants from memory or fitted to practice"
	extractionLimits = "An estimate: beans, grinder and pouring move it by two points and more, and more still under pressure. A refractometer reading is better."
)

// temperatures are those of slurry and cup.
func (x *figures) temperatures() {
	p, b := x.p, &x.Batch
	slurry := working.Figure{Label: "In the grounds (slurry), at first", Unit: quantity.Celsius, Kind: working.Published, PlusMinus: &x.out.SlurryC,
		Source: "energy balance; losses as for cooling", Limits: "One temperature for the whole bed or pot.",
		Formula: "heat balance of water, vessel and grounds at the moment of mixing",
		Inputs: []working.Input{working.Num("Water", x.StartC, quantity.Celsius, "start_c"), working.Num("Vessel before", x.BrewerC, quantity.Celsius, "request.brewer.preheated"), x.airIn(),
			working.Num("Coffee", b.DoseG, quantity.Gram, "dose_g"), working.Num("Water", b.PouredMl, quantity.Millilitre, "water.poured_ml")}}
	if x.Percolates() {
		slurry.Formula = "heat balance of water, grounds and dripper through the pours, the mean of the first minute"
		slurry.Inputs = []working.Input{working.Num("Kettle", x.StartC, quantity.Celsius, "start_c"), working.Num("Dripper at first", x.BrewerC, quantity.Celsius, "request.brewer.preheated"),
			x.airIn(), working.Num("Wind", x.Air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"), working.Num("Coffee", b.DoseG, quantity.Gram, "dose_g")}
	}
	x.put("slurry_c", p.SlurryC, slurry)

	in := []working.Input{working.Num("Cup at first", x.CupStartC(), quantity.Celsius, "request.cup.preheated"),
		working.Num("Cup mass", x.Cup.MassG, quantity.Gram, "request.cup.mass_g"), working.Num("Drink in it", *x.Request.CupMl, quantity.Millilitre, "request.cup_ml")}
	if !x.Percolates() && !x.InCup() {
		in = append(in, working.Num("Drink when poured", x.PouredC, quantity.Celsius, "slurry_c"))
	}
	formula := "heat balance of drink and cup while the cup fills"
	if x.Method.Contact != method.Dilution && b.DilutionMl > 0 {
		in = append(in, working.Num("Added afterwards", b.DilutionMl*b.N, quantity.Millilitre, "water.dilution_ml"), working.Num("At", x.AddedC, quantity.Celsius, ""))
		if x.School.DiluteIce {
			formula = "heat balance of drink, cup and ice: the ice melts first, as far as there is heat for it"
		}
	}
	if more := x.withIn(); len(more) > 0 {
		in = append(append(in, more...), x.airIn())
		formula += "; then of both and the milk and sugar, as cold as the air"
	}
	x.put("cup_c", p.CupC, working.Figure{Label: "In the cup", Unit: quantity.Celsius, Kind: working.Published, PlusMinus: &x.out.CupC,
		Source: "energy balance; losses as for cooling", Limits: CoolingLimits, Formula: formula, Inputs: in})
	x.put("drinkable_s", p.DrinkableS, working.Figure{Label: "Drinkable after", Unit: quantity.Second, Kind: working.Published, Source: CoolingSource + "; 55–65 °C, common practice",
		Limits: CoolingLimits, PlusMinus: &x.out.DrinkableS, Formula: "time for the cup to cool to 60 °C",
		Inputs: []working.Input{working.Num("In the cup", x.CupC, quantity.Celsius, "cup_c"), x.airIn(),
			working.Num("Wind", x.Air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"), working.Word("Insulated", yes(x.Cup.Insulated), "request.cup.insulated")}})
}

// withIn are the milk and sugar of each cup.
func (x *figures) withIn() []working.Input {
	var in []working.Input
	for _, a := range []struct {
		label, path string
		v           *float64
		unit        quantity.Unit
	}{{"Sugar", "sugar_g", x.Request.With.SugarG, quantity.Gram}, {"Milk", "milk_ml", x.Request.With.MilkMl, quantity.Millilitre}, {"Condensed milk", "condensed_g", x.Request.With.CondensedG, quantity.Gram}} {
		if a.v != nil && *a.v > 0 {
			in = append(in, working.Num(a.label, *a.v, a.unit, "request.with."+a.path))
		}
	}
	return in
}

// strength is what is in the cup.
func (x *figures) strength() {
	p, b, d := x.p, &x.Batch, x.p.Dissolved()
	in := []working.Input{working.Num("Limit", 100*x.Limit(), quantity.Percent, "ratio_g_per_l"), working.Num("Contact", x.ContactS, quantity.Second, "contact_s"),
		working.Num("In the grounds (slurry), at first", value(p.SlurryC), quantity.Celsius, "slurry_c"), working.Num("Grind", x.Um, quantity.Micrometre, "grind.um"),
		working.Num("Equivalent minutes at 93 °C, fast pool", x.Contact.Fast, quantity.None, ""), working.Num("the same, slow pool", x.Contact.Slow, quantity.None, "")}
	if x.Method.Contact == method.Dilution {
		in = []working.Input{working.Num("Concentrate", x.Concentrate(), quantity.Millilitre, "water.concentrate_ml")}
	}
	e := working.Figure{Label: "Extraction", Unit: quantity.Percent, Kind: working.Memory, Source: extractionSource, Limits: extractionLimits, Inputs: in, PlusMinus: &d.BandPct,
		Formula: "the share of the coffee that dissolves: a fast and a slow pool, each with its rate at the temperature in the grounds and for this grind"}
	t := working.Figure{Label: "Strength", Unit: quantity.Percent, Kind: working.Memory, Source: extractionSource, Limits: extractionLimits, PlusMinus: working.PlusMinus(d.TDSPct * d.BandPct / math.Max(100*d.Extraction, 1)),
		Formula: "what dissolved and reaches the cup, over the drink: steeped, the grounds keep their share of it; poured through, they keep little",
		Inputs: []working.Input{working.Num("Extraction", 100*d.Extraction, quantity.Percent, "strength.extraction_pct"), working.Num("Coffee", b.DoseG*b.N, quantity.Gram, "dose_g"), working.Num("Drink", b.DrinkMl*b.N, quantity.Millilitre, "drink_ml"),
			working.Num("Reaches the cup", 100*d.Share, quantity.Percent, "")}}
	if d.MeasuredTDSPct != nil {
		read := working.Num("Refractometer", d.TDSPct, quantity.Percent, "request.calibration.tds_pct")
		t.Kind, t.Source, t.Formula, t.Inputs, t.PlusMinus, t.Limits = working.Measured, "your refractometer", "as read", []working.Input{read}, working.PlusMinus(0.03), ""
		e.Kind, e.Source = working.Measured, "your refractometer"
		e.Formula = "strength times drink over what of the dose reaches the cup"
		e.Inputs = []working.Input{read, working.Num("Estimated", 100*d.Estimated, quantity.Percent, "")}
	}
	s := &p.Strength
	x.put("strength.extraction_pct", s.ExtractionPct, e)
	low, high := e, e
	low.Label, low.Formula = "Extraction, low end", "the figure less its uncertainty"
	high.Label, high.Formula = "Extraction, high end", "the figure plus its uncertainty"
	x.put("strength.extraction_low_pct", s.ExtractionLowPct, low)
	x.put("strength.extraction_high_pct", s.ExtractionHighPct, high)
	x.put("strength.tds_pct", s.TDSPct, t)
	x.put("caffeine_mg", p.CaffeineMg, working.Figure{Label: "Caffeine, each cup", Unit: quantity.Milligram, Kind: working.Memory, Source: "about 1.2 % of dry arabica and 2.2 % of robusta, from memory; " + coffee.CaffeineGuidance,
		Formula: "caffeine in the dose, nearly all in the fast pool, shared among the cups", PlusMinus: working.PlusMinus(x.out.CaffeineShare * d.CaffeineEachMg),
		Limits: "An estimate, not medical advice. " + coffee.CaffeineRule,
		Inputs: []working.Input{working.Num("Coffee", b.DoseG*b.N, quantity.Gram, "dose_g"), working.Word("Species", *x.Request.Coffee.Species, "request.coffee.species"), working.Num("People", *x.Request.Drinkers, quantity.None, "request.drinkers")}})
}

// cups is how many such cups a day stay under the guidance.
func (x *figures) cups() {
	x.put("cups_a_day", x.p.CupsADay, working.Figure{Label: "Such cups a day", Unit: quantity.Count, Kind: working.Published, Source: coffee.CaffeineGuidance + "; the caffeine from memory",
		Formula: "the guidance for a day over the most caffeine that a cup may have, the figure and its uncertainty, rounded down", Limits: "Not medical advice. " + coffee.CaffeineRule,
		Inputs: []working.Input{working.Num("Caffeine, each cup", x.p.Dissolved().CaffeineEachMg, quantity.Milligram, "caffeine_mg")}})
}

// times are how long it takes.
func (x *figures) times() {
	p, l := x.p, x.p.Lengths()
	school := working.Word("Recipe", x.School.Name, "request.school")
	contact := working.Figure{Label: "Contact", Unit: quantity.Second, Kind: working.Practice, Source: practice,
		Formula: "from first contact until the drink leaves the grounds, as the recipe has it, and longer where that makes up for cooler water",
		Inputs:  []working.Input{school, working.Num("Added here", x.Stretch, quantity.Second, "request.adjust")}}
	if x.Bed.Shape != "" {
		contact.Kind, contact.Source, contact.PlusMinus = working.Memory, "Darcy, Kozeny and Carman; viscosity: IAPWS SR6-08; constants fitted to the times of practice", &x.out.ContactS
		contact.Formula = "until the bed is drained: head · area ÷ (viscosity · (bed depth ÷ permeability + paper)), the permeability with the square of the grind"
		contact.Limits = "Fines, pouring and papers differ: time one drawdown of yours, and it takes the place of this."
		contact.Inputs = []working.Input{working.Num("Last pour ends", x.LastPour, quantity.Second, "request.school"), working.Num("Drained", x.DrainedS, quantity.Second, ""),
			working.Num("Coffee in the bed", x.Batch.DoseG, quantity.Gram, "dose_g"), working.Num("Grind", x.Um, quantity.Micrometre, "grind.um"), working.Num("Bed while it drains", x.BedC, quantity.Celsius, "slurry_c"),
			working.Num("Viscosity of its water", 1000*water.Viscosity(x.BedC), quantity.MilliPaS, ""), working.Num("Resistance that is the bed's", 100*x.Bed.BedShare(), quantity.Percent, "")}
		if f := x.Request.Calibration.DrainFactor; f != nil {
			contact.Kind, contact.Source = working.Measured, "your timed drawdown; "+contact.Source
			contact.Inputs = append(contact.Inputs, working.Num("Measured resistance, of the usual", 100**f, quantity.Percent, "request.calibration.drain_factor"))
		}
	}
	x.put("contact_s", p.ContactS, contact)
	x.put("reference_contact_s", p.ReferenceContactS, working.Figure{Label: "Contact at home", Unit: quantity.Second, Kind: working.Practice, Source: practice,
		Formula: "the recipe's own time, as at sea level in a kitchen at 20 °C", Inputs: []working.Input{school}})
	in := []working.Input{working.Num("Before the water meets the coffee", l.BeforeS, quantity.Second, ""), working.Num("Contact", x.ContactS, quantity.Second, "contact_s"),
		working.Num("Serving", l.ServingS, quantity.Second, "")}
	if l.OthersS > 0 {
		in = append(in, working.Num("The other batches and cups", l.OthersS, quantity.Second, "batches"))
	}
	x.put("total_s", p.TotalS, working.Figure{Label: "Total time", Unit: quantity.Second, Kind: working.Practice, Source: practice + "; heating and waiting as worked out", Formula: "from the first thing to do until all is served", Inputs: in})
	x.put("hands_s", p.HandsS, working.Figure{Label: "With your hands", Unit: quantity.Second, Kind: working.Practice, Source: practice, Formula: "the steps that take hands, in every batch and cup",
		Inputs: []working.Input{working.Num("Getting ready", l.ReadyS, quantity.Second, ""), working.Num("Pouring and tending", l.TendS, quantity.Second, ""), working.Num("Serving", l.ServeS, quantity.Second, "")}})
}
