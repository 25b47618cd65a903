package brew

import (
	"fmt"
	"math"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

var strengthFactor = map[string]float64{"mild": 0.85, "standard": 1, "strong": 1.15}

const (
	// preheatMl warms one cup, brewerMl a brewer. Common practice.
	preheatMl = 60
	brewerMl  = 100
	// basketRatio is the coffee to each litre of drink, in g, by which the
	// number of fixed baskets is chosen. Common practice. A basket more is filled
	// once basketOver of one is missing. From memory.
	basketRatio = 60
	basketOver  = 0.25
	// leastInChamber is the least water, in ml to the gram, that a chamber must
	// hold for its coffee to be wet and stirred. From memory.
	leastInChamber = 8
	maxBatches     = 48
	// VialMl is what a usual vial holds. Common practice.
	VialMl = 60
	// settleMoreS is how much longer grounds settle without a cold splash. From
	// memory.
	settleMoreS = 60
)

// wish is what decides dose and water: two of dose, ratio, water and drink. What is
// nil follows.
type wish struct {
	dose, ratio, water, drink *float64 // of the whole brew; the ratio in g/L
}

// wished finds the two that decide. Of what is asked any two do; with one, the
// drink of the cups goes with it, or for the water alone the school's ratio; a third
// has to agree with the two before it.
func (c *calc) wished() (wish, Problems) {
	r := &c.req
	school := c.school.RatioGPerL * strengthFactor[*r.Strength]
	drink := *r.Drinkers * *r.CupMl
	asksDrink := c.asked("cup_ml")
	w := wish{dose: r.DoseG, ratio: r.Ratio, water: r.WaterG}
	switch {
	case w.dose != nil && w.ratio != nil && w.water != nil:
		if makes := *w.dose / *w.ratio * 1000; !near(makes, *w.water) {
			return w, Problems{{"water_g", *w.water, fmt.Sprintf("%s ml does not go with %s g at %s g/L, which take %.0f ml; allowed: any two of dose_g, ratio_g_per_l and water_g", trim(*w.water), trim(*w.dose), trim(*w.ratio), makes)}}
		}
		w.ratio = nil
	case w.dose == nil && w.ratio == nil && w.water == nil:
		w.ratio = &school
	case w.water != nil && w.dose == nil && w.ratio == nil && !asksDrink:
		w.ratio = &school
	}
	if n := given(w.dose) + given(w.ratio) + given(w.water); n < 2 {
		w.drink = &drink
		return w, nil
	}
	if w.water == nil {
		w.water = new(*w.dose / *w.ratio * 1000)
	}
	if w.dose == nil {
		w.dose = new(*w.water * *w.ratio / 1000)
	}
	return w, nil
}

func given(p *float64) int {
	if p == nil {
		return 0
	}
	return 1
}

// near reports whether two amounts are the same as far as anybody can measure.
func near(a, b float64) bool { return math.Abs(a-b) <= math.Max(3, 0.015*b) }

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
	c.when.treat = c.treatS()
	c.preheats()
	c.cupsFull = 1
	var bad Problems
	switch {
	case c.contact() == method.Dilution:
		bad = c.served(drink, ratio)
	case c.school.BasketG > 0:
		drink = c.baskets(drink, retain)
	default:
		drink, bad = c.batches(retain)
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

// preheats drops what cannot be warmed here, and says so.
func (c *calc) preheats() {
	cup, brewer := c.req.Cup.Preheated, c.req.Brewer.Preheated
	no := func(id, text, why string) { c.note(id, why, text) }
	if *cup && (c.heatless() || c.way() == method.BoilIn || c.school.ColdFill) {
		c.req.Cup.Preheated = new(false)
		no("no-preheat", "The cup stays cold: there is no hot water to warm it with.", "Nothing but coffee is hot here, and cold water would cool it.")
	}
	if *brewer && (c.heatless() || c.method.InPot() || c.way() == method.OnFlame) {
		c.req.Brewer.Preheated = new(false)
		no("no-preheat-brewer", "There is no brewer to warm.", "Nothing is hot before it, or it stands on the heat itself.")
	}
}

// preheat is the water that warms cups and brewer of one of n batches.
func (c *calc) preheat(n float64) float64 {
	ml := 0.0
	if *c.req.Cup.Preheated {
		ml += preheatMl * *c.req.Drinkers / n
	}
	if *c.req.Brewer.Preheated {
		ml += brewerMl
	}
	return ml
}

// parts is the water to one part of concentrate.
func (c *calc) parts() float64 { return *c.req.Dilution }

// served is the water on a concentrate, and the coffee that was ground for it at
// home.
func (c *calc) served(drink, ratio float64) Problems {
	if c.req.WaterG != nil {
		return Problems{{"water_g", *c.req.WaterG, "a concentrate is served with the water that its dilution says; allowed: leave it out, and set dilution"}}
	}
	conc := drink / (1 + c.parts())
	_, dose := coffee.PourFor(conc, ratio, coffee.RetainedMlPerG, 0)
	if c.req.DoseG != nil {
		dose = *c.req.DoseG
	}
	c.batch = batch{n: 1, dose: dose, concentrate: conc, dilution: drink - conc, preheat: c.preheat(1), drink: drink}
	return nil
}

// baskets solves the other way round: the gear fixes dose and water, and what
// is wanted beyond its yield is water added afterwards. It returns the drink,
// which is more than was wanted when one basket gives more.
func (c *calc) baskets(drink, retain float64) float64 {
	s, r := c.school, &c.req
	g, ml := s.BasketG, s.BasketMl
	if capacity := r.Brewer.CapacityMl; capacity != nil {
		g *= *capacity / ml
		ml = *capacity
	}
	if r.Brewer.DoseG != nil {
		g = *r.Brewer.DoseG
	}
	if r.Ratio != nil {
		c.note("basket-ratio", "A basket is filled to the brim and its water goes to the mark.", "The basket sets the ratio: the one that you set does not count.")
	}
	n := math.Max(math.Ceil(drink*basketRatio*strengthFactor[*r.Strength]/1000/g-basketOver), 1)
	switch {
	case r.DoseG != nil:
		n = math.Max(math.Ceil(*r.DoseG/g-0.05), 1)
		ml *= *r.DoseG / n / g
		g = *r.DoseG / n
	case r.WaterG != nil:
		n = math.Max(math.Round(*r.WaterG/ml), 1)
	}
	if r.WaterG != nil {
		ml = *r.WaterG / n
	}
	n = math.Min(n, maxBatches)
	left := math.Min(s.LeftBehindMl, ml/10)
	yield := math.Max(ml-retain*g-left, ml/4) // a basket's coffee keeps a part of its water only
	left = ml - retain*g - yield
	if left < 0 {
		retain, left = (ml-yield)/g, 0
	}
	total := math.Max(drink, n*yield)
	c.batch = batch{n: n, dose: g, poured: ml, retained: retain * g, left: left, rinse: s.RinseMl, preheat: c.preheat(n),
		dilution: (total - n*yield) / n, drink: total / n, retainPerG: retain}
	if n > 1 {
		c.note("baskets", "One basket holds no more, and more water through it only washes it out.", "Fill it {0} times, {1} of coffee each.", quantity.Of(n, quantity.None), quantity.Of(g, quantity.Gram))
	}
	if total > drink+2.5 { // as much as the figures show
		c.note("more-drink", "The basket must be full: less coffee in it channels and runs through.", "One basket gives {0}, more than the {1} asked for.",
			quantity.Of(total, quantity.Millilitre), quantity.Of(drink, quantity.Millilitre))
	}
	return total
}

// splashMl is the cold water that drops the grounds: none where only what has boiled
// is safe.
func (c *calc) splashMl() float64 {
	if *c.req.Water.Treatment == water.Boil {
		return 0
	}
	return c.school.SplashMl
}

// one solves dose and water of one of n equal batches; ok is false where the wish
// leaves no coffee, or no drink.
func (c *calc) one(n float64, w wish, retain float64) (b batch, ok bool) {
	s := c.school
	people := *c.req.Drinkers
	b = batch{n: n, left: s.LeftBehindMl, splash: c.splashMl(), rinse: s.RinseMl, preheat: c.preheat(n), retainPerG: retain}
	if c.method.Family == "cup" {
		b.left *= people / n // in each of them
	}
	keeps := 1 - s.DiluteShare
	if w.drink != nil {
		b.drink = *w.drink / n
		brewed := b.drink * keeps
		b.splash = math.Min(b.splash, brewed)
		behind := b.left - b.splash
		switch {
		case w.dose != nil:
			b.dose = *w.dose / n
			b.poured = coffee.PourForDose(brewed, b.dose, retain, behind)
		case w.water != nil:
			b.poured = *w.water / n
			b.dose = (b.poured - brewed - behind) / retain
		default:
			b.poured, b.dose = coffee.PourFor(brewed, *w.ratio, retain, behind)
		}
	} else {
		b.dose, b.poured = *w.dose/n, *w.water/n
		b.drink = (b.poured + b.splash - b.left - retain*b.dose) / keeps
	}
	b.dilution = b.drink * s.DiluteShare
	b.retained = retain * b.dose
	return b, b.dose > 0 && b.drink > 0
}

// batches finds the fewest equal batches that the pot, and the brewer, can hold with
// room for foam. It returns the drink.
func (c *calc) batches(retain float64) (float64, Problems) {
	r, s := &c.req, c.school
	people := *r.Drinkers
	w, bad := c.wished()
	if len(bad) > 0 {
		return 0, bad
	}
	if w.drink != nil && c.contact() == method.Cold {
		w.drink = new(*w.drink / (1 + c.parts())) // the concentrate for that many cups
	}
	fill := s.FillRested
	if *r.Coffee.DaysOff < 7 {
		fill = s.FillFresh
	}
	chamber, most := s.ChamberMl, s.MostG
	if r.Brewer.CapacityMl != nil {
		chamber = *r.Brewer.CapacityMl
	}
	if r.Brewer.DoseG != nil {
		most = *r.Brewer.DoseG
	}
	cups := c.method.Family == "cup"
	if c.method.InPot() || chamber == 0 || cups && r.Brewer.CapacityMl == nil {
		chamber = math.Inf(1)
	}
	if c.method.InPot() || cups || most == 0 {
		most = math.Inf(1)
	}
	// Before the brewer has to hold the rest, a first pour has begun to drain.
	first := 0.0
	for _, st := range s.Steps {
		if c.contact() == method.Percolation && st.Lane == method.Scale && st.PourTo < 1 {
			first = math.Max(first, st.PourTo)
		}
	}
	inTurn := *r.Into == intoCups && c.method.OnCup()
	var b batch
	for n := 1.0; ; n++ {
		if inTurn && math.Mod(n, people) != 0 {
			continue // each batch is a whole cup, or an equal part of one
		}
		var ok bool
		if b, ok = c.one(n, w, retain); !ok && n == 1 {
			return 0, Problems{c.noSuchBrew(w, retain)}
		}
		if s.Bypass && b.poured > chamber*fill {
			b.dilution += b.poured - chamber*fill
			b.poured = chamber * fill
		}
		each := 1.0
		if cups {
			each = math.Ceil(people/n-1e-9) / (people / n) // in the fullest
		}
		pot := c.vessel.CapacityMl * fill
		need := (b.poured + b.rinse + b.preheat) * each
		if !s.DiluteCold {
			need += b.dilution * each
		}
		if c.method.InPot() {
			need += b.dose // grounds take about their mass in room, wet
		} else {
			pot = c.vessel.CapacityMl * 0.95
		}
		if c.heatless() {
			need, pot = 0, 1 // no kettle
		}
		holds := b.poured
		switch {
		case c.method.Staged():
			holds = b.poured / 4
		case c.contact() == method.Percolation:
			holds = b.poured * (1 - first)
		case cups:
			holds = b.poured * n / people
		}
		if c.contact() != method.Percolation {
			holds /= fill
		}
		fits := holds <= chamber+1e-9 && b.dose <= most*1.02
		wet := !s.Bypass || b.poured >= leastInChamber*b.dose
		if need <= pot+1e-9 && fits && wet {
			c.cupsFull = each
			break
		}
		if n >= maxBatches {
			switch {
			case need > pot:
				return 0, Problems{{"vessel.capacity_ml", c.vessel.CapacityMl, fmt.Sprintf("%s ml is too small: more than %d batches; allowed here: from about %.0f ml", trim(c.vessel.CapacityMl), maxBatches, need/pot*c.vessel.CapacityMl)}}
			case b.dose > most*1.02:
				return 0, Problems{{"brewer.dose_g", most, fmt.Sprintf("%s g is too small: more than %d batches; allowed here: from about %.0f g", trim(most), maxBatches, b.dose)}}
			}
			return 0, Problems{{"brewer.capacity_ml", chamber, fmt.Sprintf("%s ml is too small: more than %d batches; allowed here: from about %.0f ml", trim(chamber), maxBatches, math.Max(holds, leastInChamber*b.dose/fill))}}
		}
	}
	c.batch = b
	drink := b.drink * b.n
	if bad := c.cupFollows(w, drink); len(bad) > 0 {
		return 0, bad
	}
	c.saysBatches(inTurn)
	return drink, nil
}

// cupFollows sets the drink in each cup where dose and water decide it; a cup that
// was asked as well has to agree.
func (c *calc) cupFollows(w wish, drink float64) Problems {
	if w.drink != nil {
		return nil
	}
	r := &c.req
	if c.contact() == method.Cold {
		drink *= 1 + c.parts()
	}
	cup := drink / *r.Drinkers
	if c.asked("cup_ml") {
		if near(drink, *r.Drinkers**r.CupMl) {
			return nil
		}
		return Problems{{"cup_ml", *r.CupMl, fmt.Sprintf("%.0f g of coffee and %.0f ml of water leave %.0f ml in each cup, and not %s; allowed: any two of dose, ratio, water and drink", *w.dose, *w.water, cup, trim(*r.CupMl))}}
	}
	f, _ := FieldByPath("cup_ml")
	if cup < f.Min || cup > f.Max {
		field, v := "water_g", *w.water
		if r.WaterG == nil {
			field, v = "dose_g", *w.dose
		}
		return Problems{{field, v, fmt.Sprintf("this leaves %.0f ml in each cup; allowed: what leaves %s", cup, f.Allowed)}}
	}
	r.CupMl, c.plan.Request.CupMl = &cup, &cup
	c.gear()
	return nil
}

// noSuchBrew is what is wrong where a wish leaves no coffee or no drink.
func (c *calc) noSuchBrew(w wish, retain float64) Problem {
	if w.drink != nil && w.water != nil {
		return Problem{"water_g", *w.water, fmt.Sprintf("%s ml leave no coffee for %.0f ml of drink; allowed here: more, such as %.0f ml", trim(*w.water), *w.drink, *w.drink/(1-retain*c.school.RatioGPerL/1000))}
	}
	return Problem{"dose_g", *w.dose, fmt.Sprintf("%.0f g of coffee keep all of %.0f ml of water; allowed here: up to about %.0f g", *w.dose, *w.water, *w.water/(2*retain))}
}

// saysBatches says how the whole is divided, and what it runs into.
func (c *calc) saysBatches(inTurn bool) {
	b, s := c.batch, c.school
	people := *c.req.Drinkers
	c.toServer = c.method.OnCup() && people/b.n > 1
	switch {
	case b.n > 1 && c.method.Family == "cup":
		c.note("batches", "The kettle does not hold the water for all of them at once.", "Heat water {0} times, for {1} cups at the most.", quantity.Of(b.n, quantity.None), quantity.Of(math.Ceil(people/b.n), quantity.None))
	case b.n > 1:
		why := "The gear does not hold it all at once with room for foam."
		if inTurn && b.n == people {
			why = "Without a server one brewer fills one cup after the other."
		}
		c.note("batches", why, "Brew it in {0} equal batches, each with {1} of coffee and {2} of water.",
			quantity.Of(b.n, quantity.None), quantity.Of(b.dose, quantity.Gram), quantity.Of(b.poured, quantity.Millilitre))
	}
	if c.toServer {
		c.note("server", "One cup would run over, and cups in turn would be of different strength. A pot, jug or big mug does.", "It runs into a server that holds {0}, and is shared out from there.", quantity.Of(b.drink-b.dilution, quantity.Millilitre))
	}
	if s.Bypass && b.dilution > 0.5 {
		c.note("bypass", "A stronger brew, made right by the water added afterwards, tastes as the full recipe does.", "The chamber holds {0} of the {1} that the ratio asks for: {2} goes in afterwards.",
			quantity.Of(b.poured, quantity.Millilitre), quantity.Of(b.poured+b.dilution, quantity.Millilitre), quantity.Of(b.dilution, quantity.Millilitre))
	}
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
		df.Label, df.Formula = "Concentrate", "people times drink in each cup, over one part of concentrate and the parts of water that it is served with"
		df.Inputs = append(df.Inputs, working.Num("Parts of water", c.parts(), quantity.None, "request.dilution"))
	case !c.asked("cup_ml") && given(r.DoseG)+given(r.Ratio)+given(r.WaterG) > 1, r.WaterG != nil && !c.asked("cup_ml") && r.DoseG == nil:
		df.Formula = "follows from coffee and water: what is poured and added, less what the grounds keep and what is left behind"
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
	case r.WaterG != nil && c.school.BasketG == 0:
		rf.Kind, rf.Source, rf.Formula = working.Chosen, "your water", "the dose over the water poured"
		rf.Inputs = []working.Input{working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml")}
		dose.Kind, dose.Source, dose.Formula = working.Chosen, "your water", "what goes with your water: as you set, by the ratio, or what leaves the drink"
		dose.Inputs = []working.Input{working.Num("Brew water", *r.WaterG, quantity.Millilitre, "request.water_g")}
		if r.DoseG != nil {
			dose.Inputs = append(dose.Inputs, working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g"))
		}
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
	c.set(&p.DoseEachG, "dose_each_g", b.dose/c.apart(), working.Figure{Label: either(c.method.Family == "cup", "Coffee, each cup", "Coffee, each batch"), Unit: quantity.Gram, Kind: kind, Source: "mass balance", Formula: "the coffee, over the batches or the cups that steep on their own",
		Inputs: []working.Input{working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("Batches", n, quantity.Count, "batches")}})
	c.measures()

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
	ml(&w.PreheatMl, "water.preheat_ml", "Preheating", b.preheat*n, "60 ml for each cup that is preheated, 100 ml a batch for a preheated brewer", working.Num("People", people, quantity.None, "request.drinkers"))
	if conc := c.concentrateMl(); conc > 0 {
		c.set(&p.Vials, "vials", math.Ceil(conc/VialMl-0.02), working.Figure{Label: "Vials", Unit: quantity.Count, Kind: working.Practice, Source: practice, Formula: "concentrate over the 60 ml that a usual vial holds, rounded up",
			Inputs: []working.Input{working.Num("Concentrate", conc, quantity.Millilitre, either(b.concentrate > 0, "water.concentrate_ml", "drink_ml"))}})
	}
	if b.concentrate > 0 {
		ml(&w.ConcentrateMl, "water.concentrate_ml", "Concentrate", b.concentrate, "the drink over one part of concentrate and its parts of water", working.Num("Drink", drink, quantity.Millilitre, "drink_ml"), working.Num("Parts of water", c.parts(), quantity.None, "request.dilution"))
	}
	c.set(&w.PouredMl, "water.poured_ml", b.poured*n, working.Figure{Label: "Pour", Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance",
		Formula: "drink, plus what the grounds keep and what is left behind, less splash and what is added afterwards; 1 ml of water counts as 1 g",
		Inputs: []working.Input{working.Num("Drink", drink, quantity.Millilitre, "drink_ml"), working.Num("Kept by the grounds", b.retained*n, quantity.Millilitre, "water.retained_ml"),
			working.Num("Left with the silt", b.left*n, quantity.Millilitre, "water.left_behind_ml"), working.Num("Cold splash", b.splash*n, quantity.Millilitre, "water.splash_ml"),
			working.Num("Added afterwards", b.dilution*n, quantity.Millilitre, "water.dilution_ml")}})
}

// concentrateMl is what is made, or served, of a concentrate.
func (c *calc) concentrateMl() float64 {
	if c.contact() == method.Cold {
		return c.batch.drink * c.batch.n
	}
	return c.batch.concentrate
}

// measures puts the dose into spoons, scoops or handfuls: each batch's to what they
// can show.
func (c *calc) measures() {
	r, p, b := &c.req, c.plan, c.batch
	if r.Measure.Grams == nil || c.contact() == method.Dilution {
		return
	}
	name := "measure"
	if r.Measure.Name != nil {
		name = *r.Measure.Name
	}
	apart := b.n
	if c.method.Family == "cup" {
		apart = *r.Drinkers
	}
	m := coffee.Measure(b.dose*b.n/apart, name, *r.Measure.Grams, *r.Measure.Step)
	m.Count, m.Grams, m.Error = m.Count*apart, m.Grams*apart, m.Error*apart
	p.DoseMeasures = &m
	f := working.Figure{Label: name, Unit: quantity.Count, Kind: working.Measured, Source: "your calibrated measure",
		Formula: "dose of a batch over what the measure holds, rounded to what it can show, times the batches; the rounding changes the dose by the error given",
		Inputs: []working.Input{working.Num("Coffee", b.dose*b.n, quantity.Gram, "dose_g"), working.Num("A measure holds", *r.Measure.Grams, quantity.Gram, "request.measure.grams"),
			working.Num("To the nearest", *r.Measure.Step, quantity.None, "request.measure.step"), working.Num("Error", m.Error, quantity.Gram, "")}}
	if r.Measure.Name != nil && *r.Measure.Grams == coffee.TypicalG(*r.Measure.Name) {
		f.Kind, f.Source, f.Limits = working.Practice, "common practice, no published source: what a measure of that name usually holds", "Typical: spoons differ by a third, and so do roasts. Weigh yours once."
		c.note("measure-typical", "Spoons, roasts and grinds differ: weigh one once, and enter it.", "One "+name+" is taken to hold {0}, typical.", quantity.Of(*r.Measure.Grams, quantity.Gram))
	}
	p.Working.Put("dose_measures", m.Count, f)
}
