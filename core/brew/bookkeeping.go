package brew

import (
	"fmt"
	"math"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

var strengthFactor = map[string]float64{"mild": 0.85, "standard": 1, "strong": 1.15}

const (
	// preheatMl warms one cup. Common practice.
	preheatMl = 60
	// basketRatio is the coffee to each litre of drink, in g, by which the
	// number of fixed baskets is chosen. Common practice.
	basketRatio = 60
	// leastInChamber is the least water, in ml to the gram, that a chamber must
	// hold for its coffee to be wet and stirred. From memory.
	leastInChamber = 8
	maxBatches     = 40
	// vialShare is the concentrate in a served drink.
	vialShare = 0.25
)

// bookkeeping finds dose and water, and the batches that the gear makes of them.
func (c *calc) bookkeeping() Problems {
	r := &c.req
	people := *r.Drinkers
	drink := people * *r.CupMl
	ratio := c.school.RatioGPerL * strengthFactor[*r.Strength]
	if r.Ratio != nil {
		ratio = *r.Ratio
	}
	retain := c.school.RetainedMlPerG
	if retain == 0 {
		retain = coffee.RetainedMlPerG
	}
	c.when.treat = treatmentBoilS(*r.Water.Treatment, c.altitudeM)
	if c.heatless() || c.school.ColdFill {
		c.when.treat = 0
	}
	if c.school.ColdFill && (*r.Cup.Preheated || *r.Brewer.Preheated) {
		r.Cup.Preheated, r.Brewer.Preheated = new(false), new(false)
		c.note("no-preheat", "This school has one vessel, and nothing is hot before the coffee.", "The cup stays cold: there is no hot water to warm it with.")
	}
	var preheat float64
	if *r.Cup.Preheated && !c.heatless() {
		preheat = preheatMl * people
	}
	if *r.Brewer.Preheated && c.school.RinseMl == 0 && !c.method.InPot() && !c.heatless() {
		preheat += 100
	}
	var bad Problems
	switch {
	case c.contact() == method.Dilution:
		c.served(drink, ratio, preheat)
	case c.school.BasketG > 0:
		drink = c.baskets(drink, preheat, retain)
	default:
		if c.contact() == method.Cold {
			drink *= vialShare // the concentrate for that many cups
		}
		bad = c.batches(drink, ratio, preheat, retain)
	}
	if len(bad) > 0 {
		return bad
	}
	b := c.batch
	if c.contact() != method.Dilution {
		ratio = b.dose / b.poured * 1000
	}
	c.fillWater(people, drink, ratio)
	return nil
}

// served is the water on a concentrate.
func (c *calc) served(drink, ratio, preheat float64) {
	conc := drink * (1 - c.school.DiluteShare)
	dose := conc * ratio / (1000 - coffee.RetainedMlPerG*ratio)
	if c.req.DoseG != nil {
		dose = *c.req.DoseG
	}
	c.batch = batch{n: 1, dose: dose, concentrate: conc, dilution: drink - conc, preheat: preheat, drink: drink}
}

// baskets solves the other way round: the gear fixes dose and water, and what
// is wanted beyond its yield is water added afterwards. It returns the drink,
// which is more than was wanted when one basket gives more.
func (c *calc) baskets(drink, preheat, retain float64) float64 {
	s := c.school
	g, ml := s.BasketG, s.BasketMl
	if c.req.DoseG != nil {
		ml *= *c.req.DoseG / g
		g = *c.req.DoseG
	} else if capacity := c.req.Brewer.CapacityMl; capacity != nil {
		g *= *capacity / ml
		ml = *capacity
	}
	left := math.Min(s.LeftBehindMl, ml/10)
	yield := ml - retain*g - left // a basket's coffee keeps a quarter of its water at most
	n := math.Max(math.Round(drink*basketRatio*strengthFactor[*c.req.Strength]/1000/g), 1)
	n = math.Min(n, maxBatches)
	total := math.Max(drink, n*yield)
	c.batch = batch{n: n, dose: g, poured: ml, retained: retain * g, left: left, preheat: preheat / n,
		dilution: (total - n*yield) / n, drink: total / n, retainPerG: retain}
	if total > drink+2.5 { // as much as the figures show
		c.note("more-drink", "The basket must be full: less coffee in it channels and runs through.", "One basket gives {0}, more than the {1} asked for.",
			quantity.Of(total, quantity.Millilitre), quantity.Of(drink, quantity.Millilitre))
	}
	return total
}

// batches finds the fewest equal batches that the pot, and the brewer's
// chamber, can hold with room for foam.
func (c *calc) batches(drink, ratio, preheat, retain float64) Problems {
	r, s := &c.req, c.school
	people := *r.Drinkers
	fill := s.FillRested
	if *r.Coffee.DaysOff < 7 {
		fill = s.FillFresh
	}
	chamber := s.ChamberMl
	if r.Brewer.CapacityMl != nil {
		chamber = *r.Brewer.CapacityMl
	}
	if c.method.InPot() || c.contact() == method.Percolation && chamber == 0 {
		chamber = math.Inf(1)
	}
	if chamber == 0 {
		chamber = math.Inf(1)
	}
	if c.method.Family == "cup" && r.Brewer.CapacityMl == nil {
		chamber = math.Inf(1)
	}
	var b batch
	cups := c.method.Family == "cup"
	for n := 1.0; ; n++ {
		if cups && n < people && math.Mod(people, n) != 0 {
			continue // each cup steeps whole
		}
		b = batch{n: n, left: s.LeftBehindMl, splash: s.SplashMl, rinse: s.RinseMl, preheat: preheat / n, drink: drink / n, retainPerG: retain}
		if cups {
			b.left *= math.Max(people/n, 1) // in each of them
		}
		b.dilution = b.drink * s.DiluteShare
		brewed := b.drink - b.dilution
		behind := b.left - math.Min(b.splash, brewed)
		b.splash = math.Min(b.splash, brewed)
		if r.DoseG != nil {
			b.dose = *r.DoseG / n
			b.poured = coffee.PourForDose(brewed, b.dose, retain, behind)
		} else {
			b.poured, b.dose = coffee.PourFor(brewed, ratio, retain, behind)
		}
		b.retained = retain * b.dose
		if s.Bypass && b.poured > chamber*fill {
			b.dilution += b.poured - chamber*fill
			b.poured = chamber * fill
		}
		c.batch = b
		pot := c.vessel.CapacityMl * fill
		need := b.poured + b.rinse + b.preheat
		if !s.DiluteCold {
			need += b.dilution
		}
		if c.method.InPot() {
			need += b.dose // grounds take about their mass in room, wet
		} else {
			pot = c.vessel.CapacityMl * 0.95
		}
		if c.heatless() {
			need, pot = 0, 1 // no kettle
		}
		fits := b.poured <= chamber*fill+1e-9 || c.method.Family == "dripper" && chamber >= b.poured/4
		wet := !s.Bypass || b.poured >= leastInChamber*b.dose
		if need <= pot+1e-9 && fits && wet {
			break
		}
		if n == maxBatches {
			if need > pot {
				return Problems{{"vessel.capacity_ml", c.vessel.CapacityMl, fmt.Sprintf("%s ml is too small: more than %d batches; allowed here: from about %.0f ml", trim(c.vessel.CapacityMl), maxBatches, need/pot*c.vessel.CapacityMl)}}
			}
			return Problems{{"brewer.capacity_ml", chamber, fmt.Sprintf("%s ml is too small: more than %d batches; allowed here: from about %.0f ml", trim(chamber), maxBatches, math.Max(b.poured/fill, leastInChamber*b.dose/fill))}}
		}
	}
	if b.n > 1 {
		c.note("batches", "The gear does not hold it all at once with room for foam.", "Brew it in {0} batches, each with {1} of coffee and {2} of water.",
			quantity.Of(b.n, quantity.None), quantity.Of(b.dose, quantity.Gram), quantity.Of(b.poured, quantity.Millilitre))
	}
	if s.Bypass && b.dilution > 0.5 {
		c.note("bypass", "A stronger brew, made right by the water added afterwards, tastes as the full recipe does.", "The chamber holds {0} of the {1} that the ratio asks for: add {2} to the cup afterwards.",
			quantity.Of(b.poured, quantity.Millilitre), quantity.Of(b.poured+b.dilution, quantity.Millilitre), quantity.Of(b.dilution, quantity.Millilitre))
	}
	return nil
}

// fillWater puts dose and water into the plan.
func (c *calc) fillWater(people, drink, ratio float64) {
	r, p, b := &c.req, c.plan, c.batch
	n := b.n
	kind := working.Practice
	c.set(&p.Batches, "batches", n, working.Figure{Label: "Batches", Unit: quantity.Count, Kind: working.Practice, Source: practice,
		Formula: "the fewest equal batches whose water fits the pot's, and the brewer's, share that foam and handling leave free; or the baskets whose coffee makes the drink",
		Inputs:  []working.Input{working.Num("Pot or kettle holds", c.vessel.CapacityMl, quantity.Millilitre, "request.vessel.capacity_ml")}})
	df := working.Figure{Label: "Drink", Unit: quantity.Millilitre, Kind: working.Chosen, Source: "your choice", Formula: "people times drink in each cup",
		Inputs: []working.Input{working.Num("People", people, quantity.None, "request.drinkers"), working.Num("Drink in each cup", *r.CupMl, quantity.Millilitre, "request.cup_ml")}}
	switch {
	case c.contact() == method.Cold:
		df.Label, df.Formula = "Concentrate", "people times drink in each cup, a quarter of it: served with three parts of water"
	case c.school.BasketG > 0:
		df.Formula = "what the baskets yield, and the water added to reach what is wanted"
	}
	c.set(&p.DrinkMl, "drink_ml", drink, df)
	rf := working.Figure{Label: "Ratio", Unit: quantity.GramPerL, Kind: kind, Source: c.school.RatioSource,
		Formula: "grams of coffee to each litre poured: the school's, times 0.85 for mild or 1.15 for strong",
		Inputs:  []working.Input{working.Num("The school's ratio", c.school.RatioGPerL, quantity.GramPerL, "request.school"), working.Word("Strength", *r.Strength, "request.strength")}}
	dose := working.Figure{Label: "Coffee", Unit: quantity.Gram, Kind: kind, Source: c.school.RatioSource, Formula: "water poured times the ratio",
		Inputs: []working.Input{working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml"), working.Num("Ratio", ratio, quantity.GramPerL, "ratio_g_per_l")}}
	switch {
	case r.DoseG != nil:
		rf.Kind, rf.Source, rf.Formula = working.Chosen, "your dose", "the dose over the water poured"
		rf.Inputs = []working.Input{working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g"), working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml")}
		dose.Kind, dose.Source, dose.Formula = working.Chosen, "your choice", "the dose that you set"
		dose.Inputs = []working.Input{working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g")}
	case c.contact() == method.Dilution:
		dose.Label, dose.Formula = "Coffee in the concentrate", "concentrate times what was ground to each millilitre of it"
		dose.Inputs = []working.Input{working.Num("Concentrate", b.concentrate, quantity.Millilitre, "water.concentrate_ml"), working.Num("Ratio it was made at", ratio, quantity.GramPerL, "ratio_g_per_l")}
	case c.school.BasketG > 0:
		dose.Formula, rf.Formula = "a full basket, times the batches", "the full basket over the water that goes with it"
		dose.Inputs = []working.Input{working.Num("Basket", b.dose, quantity.Gram, "request.school"), working.Num("Batches", n, quantity.Count, "batches")}
	case r.Ratio != nil:
		rf.Kind, rf.Source, rf.Formula = working.Chosen, "your choice", "the ratio that you set"
		rf.Inputs = []working.Input{working.Num("Ratio", *r.Ratio, quantity.GramPerL, "request.ratio_g_per_l")}
		dose.Kind = working.Chosen
	}
	c.set(&p.Ratio, "ratio_g_per_l", ratio, rf)
	c.set(&p.DoseG, "dose_g", b.dose*n, dose)
	if r.Measure.Grams != nil && c.contact() != method.Dilution {
		name := "measures"
		if r.Measure.Name != nil {
			name = *r.Measure.Name
		}
		m := coffee.Measure(b.dose*n, name, *r.Measure.Grams, *r.Measure.Step)
		p.DoseMeasures = &m
		p.Working.Put("dose_measures", m.Count, working.Figure{Label: name, Unit: quantity.Count, Kind: working.Measured, Source: "your calibrated measure",
			Formula: "dose over what the measure holds, rounded to what it can show; the rounding changes the dose by the error given",
			Inputs: []working.Input{working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("A measure holds", *r.Measure.Grams, quantity.Gram, "request.measure.grams"),
				working.Num("To the nearest", *r.Measure.Step, quantity.None, "request.measure.step"), working.Num("Error", m.Error, quantity.Gram, "")}})
	}

	ml := func(at **float64, path, label string, v float64, formula string, in ...working.Input) {
		c.set(at, path, v, working.Figure{Label: label, Unit: quantity.Millilitre, Kind: working.Practice, Source: practice, Formula: formula, Inputs: in})
	}
	each := working.Num("Batches", n, quantity.Count, "batches")
	school := working.Word("School", c.school.Name, "request.school")
	w := &p.Water
	ml(&w.RetainedMl, "water.retained_ml", "Kept by the grounds", b.retained*n, "dose times what each gram keeps: 2 ml, less where it is pressed",
		working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("Kept", b.retainPerG, quantity.MlPerG, "request.school"))
	ml(&w.LeftBehindMl, "water.left_behind_ml", "Left with the silt", b.left*n, "what the school leaves in the vessel, each batch", each, school)
	ml(&w.SplashMl, "water.splash_ml", "Cold splash", b.splash*n, "cold water that drops the grounds, each batch", each, school)
	ml(&w.DilutionMl, "water.dilution_ml", "Added afterwards", b.dilution*n, "what the brewer does not hold, or the school adds to a strong brew", each, school)
	ml(&w.RinseMl, "water.rinse_ml", "Rinse", b.rinse*n, "for the paper or cloth, once a batch", each, school)
	ml(&w.PreheatMl, "water.preheat_ml", "Preheating", b.preheat*n, "60 ml for each cup that is preheated, 100 ml for a preheated brewer that is not rinsed", working.Num("People", people, quantity.None, "request.drinkers"))
	if b.concentrate > 0 {
		ml(&w.ConcentrateMl, "water.concentrate_ml", "Concentrate", b.concentrate, "a quarter of the drink", working.Num("Drink", drink, quantity.Millilitre, "drink_ml"))
	}
	c.set(&w.PouredMl, "water.poured_ml", b.poured*n, working.Figure{Label: "Pour", Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance",
		Formula: "drink, plus what the grounds keep and what is left behind, less splash and what is added afterwards; 1 ml of water counts as 1 g",
		Inputs: []working.Input{working.Num("Drink", drink, quantity.Millilitre, "drink_ml"), working.Num("Kept by the grounds", b.retained*n, quantity.Millilitre, "water.retained_ml"),
			working.Num("Left with the silt", b.left*n, quantity.Millilitre, "water.left_behind_ml"), working.Num("Cold splash", b.splash*n, quantity.Millilitre, "water.splash_ml"),
			working.Num("Added afterwards", b.dilution*n, quantity.Millilitre, "water.dilution_ml")}})
}
