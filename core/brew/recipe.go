package brew

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

var strengthFactor = map[string]float64{"mild": 0.85, "standard": 1, "strong": 1.15}

const (
	// basketRatio is the coffee to each litre of drink, in g, by which the
	// number of fixed baskets is chosen. Common practice. A basket more is filled
	// once basketOver of one is missing. From memory.
	basketRatio = 60
	basketOver  = 0.25
	// leastInChamber is the least water, in ml to the gram, that a chamber must
	// hold for its coffee to be wet and stirred. From memory.
	leastInChamber = 8
	// leastInPot is the least water, in ml to the gram, that coffee boils in. From memory: with
	// less it is a mash that burns.
	leastInPot = 5
	maxBatches = 48
	// kettleFull is how full a kettle is filled. Common practice.
	kettleFull = 0.95
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
func (c *Setting) wished() (wish, Problems) {
	r := &c.Request
	school := c.madeRatio()
	drink := *r.Drinkers * *r.CupMl
	asksDrink := c.Chose("cup_ml")
	w := wish{dose: r.DoseG, ratio: r.Ratio, water: r.WaterG}
	switch {
	case w.dose != nil && w.ratio != nil && w.water != nil:
		if makes := *w.dose / *w.ratio * 1000; !near(makes, *w.water) {
			return w, Problems{{Field: "water_g", Value: *w.water, Message: fmt.Sprintf("%s ml doesn’t fit %s g at %s g/L, which take %.0f ml. Enter two of dose, ratio and water", field.Trim(*w.water), field.Trim(*w.dose), field.Trim(*w.ratio), makes)}}
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

// A Batch is the water and the coffee of one batch, an average one where they differ.
// Amounts are in g and ml.
type Batch struct {
	N                                              float64
	DoseG, PouredMl, RetainedMl, LeftMl, SplashMl  float64
	RinseMl, PreheatMl                             float64
	DilutionMl, ConcentrateMl, DrinkMl, RetainPerG float64
	WishedG                                        float64 // the dose before it is put into spoons
}

// A Recipe is the second stage: dose and water, and the batches that the gear makes of
// them.
type Recipe struct {
	*Setting
	Batch    Batch
	CupsFull float64                   // of the fullest batch, over the average one
	ToServer bool                      // a batch runs into a server, for several cups
	DrinkMl  float64                   // in all
	Ratio    float64                   // g to each litre poured
	Stages   map[method.StepID][]stage // of pours that the brewer does not hold at once
	decided  []Decision
}

// recipe finds dose and water, and the batches.
func (s *Setting) recipe() (*Recipe, Problems) {
	c := &Recipe{Setting: s, CupsFull: 1}
	r := &s.Request
	c.DrinkMl = *r.Drinkers * *r.CupMl
	c.Ratio = s.madeRatio()
	if r.Ratio != nil {
		c.Ratio = *r.Ratio
	}
	c.dilute()
	retain := s.School.RetainedMlPerG
	if retain == 0 {
		retain = coffee.RetainedMlPerG
	}
	var bad Problems
	switch {
	case s.Method.Contact == method.Dilution:
		bad = c.served(c.DrinkMl, c.Ratio)
	case s.School.BasketG > 0:
		c.DrinkMl = c.baskets(c.DrinkMl, retain)
	default:
		c.DrinkMl, bad = c.batches(retain)
	}
	if len(bad) > 0 {
		return nil, bad
	}
	if s.School.BasketG > 0 {
		c.Batch.WishedG = c.Batch.DoseG // a full basket, whatever the spoon
	}
	if s.Method.Contact != method.Dilution {
		c.Ratio = c.Batch.DoseG / c.Batch.PouredMl * 1000
		if s.byVolume() {
			decide(&c.decided, "by-volume", "", quantity.Of(s.School.VolumeParts, quantity.None), quantity.Of(coffee.GroundGPerL, quantity.GramPerL))
		}
		if s.TypicalMeasure() {
			c.decided = append(c.decided, Decision{ID: "measure-typical", Word: *r.Measure.Name, Values: []quantity.Value{quantity.Of(*r.Measure.Grams, quantity.Gram)}})
		}
	}
	return c, nil
}

// hotMl is what has to be hot at first contact or before it, of one batch.
func (c *Recipe) hotMl() float64 {
	b := c.Batch
	ml := b.RinseMl + b.PreheatMl
	if c.Method.Contact != method.Dilution {
		ml += b.PouredMl
	}
	if !c.School.DiluteCold && !c.School.TopUp {
		ml += b.DilutionMl
	}
	return ml
}

// apartMl is the water that is boiled first and set aside, to be added in the cups.
func (c *Recipe) apartMl() float64 {
	if !c.School.TopUp {
		return 0
	}
	return c.Batch.DilutionMl
}

// preheat is the water that warms cups and brewer of one of n batches.
func (c *Setting) preheat(n float64) float64 {
	ml := 0.0
	if *c.Request.Cup.Preheated {
		ml += preheatMl * *c.Request.Drinkers / n
	}
	if *c.Request.Brewer.Preheated {
		ml += brewerMl
	}
	return ml
}

// parts is the water to one part of concentrate.
func (c *Setting) Parts() float64 {
	if c.Request.Dilution == nil {
		return usualParts
	}
	return *c.Request.Dilution
}

// served is the water on a concentrate, and the coffee that was ground for it at
// home.
func (c *Recipe) served(drink, ratio float64) Problems {
	if c.Request.WaterG != nil {
		return Problems{{Field: "water_g", Value: *c.Request.WaterG, Message: "the dilution sets the water of a concentrate. Leave it empty, and set the dilution"}}
	}
	conc := drink / (1 + c.Parts())
	_, dose := coffee.PourFor(conc, ratio, coffee.RetainedMlPerG, 0)
	if c.Request.DoseG != nil {
		dose = *c.Request.DoseG
	}
	people, n, full := *c.Request.Drinkers, 1.0, 1.0
	if !c.heatless() { // as often as the kettle has to be filled
		for ; n < maxBatches; n++ {
			full = math.Ceil(people/n-1e-9) / (people / n)
			if ((drink-conc)/n+c.preheat(n))*full <= c.Vessel.CapacityMl*kettleFull+1e-9 {
				break
			}
		}
		if n == maxBatches {
			return Problems{{Field: "vessel.capacity_ml", Value: c.Vessel.CapacityMl, Message: fmt.Sprintf("%s ml is too small: it takes more than %d batches. Use a bigger pot", field.Trim(c.Vessel.CapacityMl), maxBatches)}}
		}
	}
	c.CupsFull = full
	c.Batch = Batch{N: n, DoseG: dose / n, ConcentrateMl: conc / n, DilutionMl: (drink - conc) / n, PreheatMl: c.preheat(n), DrinkMl: drink / n}
	if n > 1 {
		decide(&c.decided, "batches", "cups", quantity.Of(n, quantity.None), quantity.Of(math.Ceil(people/n), quantity.None))
	}
	return nil
}

// usualParts is the water that people take to one part of concentrate, where nothing else
// is known. Common practice.
const usualParts = 3

// concentrated reports whether a concentrate is made, or served.
func (s *Setting) concentrated() bool {
	return s.Method.Contact == method.Dilution || s.Method.Contact == method.Cold
}

// madeRatio is the school's ratio for the strength that is wished, in g to the litre. A
// concentrate is made as it is made: what it is diluted with decides its strength.
func (s *Setting) madeRatio() float64 {
	if s.concentrated() {
		return s.School.RatioGPerL
	}
	return s.School.RatioGPerL * strengthFactor[*s.Request.Strength]
}

// aimPct is the strength of a served concentrate, in %: the middle of the published window,
// as strong as is wished.
func (s *Setting) aimPct() float64 {
	return (WindowTDSMin + WindowTDSMax) / 2 * strengthFactor[*s.Request.Strength]
}

// dilute finds the water to one part of concentrate that makes it as strong as is wished,
// where nobody set it: it follows from what was made.
func (c *Recipe) dilute() {
	if !c.concentrated() || c.kitchen || c.Request.Dilution != nil {
		return
	}
	ratio := c.Ratio
	if d, w := c.Request.DoseG, c.Request.WaterG; d != nil && w != nil && *w > 0 {
		ratio = *d / *w * 1000
	}
	as := *c
	as.Ratio = ratio
	pct := 100 * as.homeBrew() * ratio / 1000
	parts := math.Min(math.Max(pct/c.aimPct()-1, 0), 10)
	c.Request.Dilution, c.Asked.Dilution = &parts, &parts
	c.Defaulted = append(slices.Clone(c.Defaulted), "dilution")
}

// baskets solves the other way round: the gear fixes dose and water, and what
// is wanted beyond its yield is water added afterwards. It returns the drink,
// which is more than was wanted when one basket gives more.
func (c *Recipe) baskets(drink, retain float64) float64 {
	s, r := c.School, &c.Request
	g, ml := s.BasketG, s.BasketMl
	if capacity := r.Brewer.CapacityMl; capacity != nil {
		g *= *capacity / ml
		ml = *capacity
	}
	if r.Brewer.DoseG != nil {
		g = *r.Brewer.DoseG
	}
	if r.Ratio != nil {
		decide(&c.decided, "basket-ratio", "")
	}
	n := math.Max(math.Ceil(drink*basketRatio*strengthFactor[*r.Strength]/1000/g-basketOver), 1)
	switch {
	case r.DoseG != nil:
		n = c.filled(*r.DoseG, quantity.Gram, &g, &ml, g)
	case r.WaterG != nil:
		n = c.filled(*r.WaterG, quantity.Millilitre, &g, &ml, ml)
	}
	n = math.Min(n, maxBatches)
	left := math.Min(s.LeftBehindMl, ml/10)
	left += ml * (1 - s.Passes())                        // in the boiler
	yield := math.Max(ml-retain*g-left, ml/4*s.Passes()) // a basket's coffee keeps a part of its water only
	left = ml - retain*g - yield
	if left < 0 {
		retain, left = (ml-yield)/g, 0
	}
	total := math.Max(drink, n*yield)
	c.Batch = Batch{N: n, DoseG: g, PouredMl: ml, RetainedMl: retain * g, LeftMl: left, RinseMl: s.RinseMl, PreheatMl: c.preheat(n),
		DilutionMl: (total - n*yield) / n, DrinkMl: total / n, RetainPerG: retain}
	if n > 1 {
		decide(&c.decided, "baskets", "", quantity.Of(n, quantity.None), quantity.Of(g, quantity.Gram))
	}
	if total > drink+2.5 { // as much as the figures show
		decide(&c.decided, "more-drink", "", quantity.Of(total, quantity.Millilitre), quantity.Of(drink, quantity.Millilitre))
	}
	return total
}

// filled is how many baskets come nearest to an amount, of which one full basket has
// each: full ones, or one that is half full. A basket is never stretched: with less in it
// water runs past the coffee, and with more it does not close. g and ml, of a full one,
// are halved where it is half full.
func (c *Recipe) filled(asked float64, unit quantity.Unit, g, ml *float64, each float64) (n float64) {
	n = math.Max(math.Round(asked/each), 1)
	if asked < 0.75*each {
		*g, *ml, each = *g/2, *ml/2, each/2
	}
	if has := n * each; math.Abs(has-asked) > 0.02*asked {
		decide(&c.decided, "basket-fill", "", quantity.Of(has, unit), quantity.Of(asked, unit))
	}
	return n
}

// one solves dose and water of one of n equal batches; ok is false where the wish
// leaves no coffee, or no drink.
func (c *Setting) one(n float64, w wish, retain float64) (b Batch, ok bool) {
	s := c.School
	people := *c.Request.Drinkers
	b = Batch{N: n, LeftMl: s.LeftBehindMl, SplashMl: c.splashMl(), RinseMl: s.RinseMl, PreheatMl: c.preheat(n), RetainPerG: retain}
	if c.Method.Family == "cup" {
		b.LeftMl *= people / n // in each of them
	}
	keeps := 1 - s.DiluteShare
	if w.drink != nil {
		b.DrinkMl = *w.drink / n
		brewed := b.DrinkMl * keeps
		b.SplashMl = math.Min(b.SplashMl, brewed)
		behind := b.LeftMl - b.SplashMl
		switch {
		case w.dose != nil:
			b.DoseG = *w.dose / n
			b.PouredMl = coffee.PourForDose(brewed, b.DoseG, retain, behind)
		case w.water != nil:
			b.PouredMl = *w.water / n
			b.DoseG = (b.PouredMl - brewed - behind) / retain
		default:
			b.PouredMl, b.DoseG = coffee.PourFor(brewed, *w.ratio, retain, behind)
		}
	} else {
		b.DoseG, b.PouredMl = *w.dose/n, *w.water/n
		b.DrinkMl = (b.PouredMl + b.SplashMl - b.LeftMl - retain*b.DoseG) / keeps
	}
	b.WishedG = b.DoseG
	if dose := c.spooned(b.DoseG, n); dose != b.DoseG {
		b.DoseG = dose
		if w.drink != nil && w.water == nil {
			b.PouredMl = coffee.PourForDose(b.DrinkMl*keeps, dose, retain, b.LeftMl-b.SplashMl)
		} else {
			b.DrinkMl = (b.PouredMl + b.SplashMl - b.LeftMl - retain*dose) / keeps
		}
	}
	b.DilutionMl = b.DrinkMl * s.DiluteShare
	b.RetainedMl = retain * b.DoseG
	return b, b.DoseG > 0 && b.DrinkMl > 0
}

// spooned is the dose of one of n batches that spoons make of one that is wished: without a
// scale it is what goes in.
func (c *Setting) spooned(doseG, n float64) float64 {
	r := &c.Request
	if *r.Scale || r.Measure.Grams == nil || doseG <= 0 {
		return doseG
	}
	apart := c.measuredApart(n) / n // cups of a batch that are measured for themselves
	return c.measured(doseG/apart, "", *r.Measure.Grams).Grams * apart
}

// measured is a dose in a measure that holds so many grams.
func (c *Setting) measured(doseG float64, name string, grams float64) coffee.Measures {
	if c.byVolume() {
		return coffee.ByEye(doseG, name, grams)
	}
	return coffee.Measure(doseG, name, grams, *c.Request.Measure.Step)
}

// measuredApart is how many portions are measured: one a batch, or one a cup where each
// steeps on its own.
func (c *Setting) measuredApart(n float64) float64 {
	if c.Method.Family == "cup" {
		return *c.Request.Drinkers
	}
	return n
}

// batches finds the fewest equal batches that the pot, and the brewer, can hold with
// room for foam. It returns the drink.
func (c *Recipe) batches(retain float64) (float64, Problems) {
	r, s := &c.Request, &c.School
	people := *r.Drinkers
	w, bad := c.wished()
	if len(bad) > 0 {
		return 0, bad
	}
	if w.drink != nil && c.Method.Contact == method.Cold {
		w.drink = new(*w.drink / (1 + c.Parts())) // the concentrate for that many cups
	}
	fill := c.fill()
	chamber, most := s.ChamberMl, s.MostG
	if r.Brewer.CapacityMl != nil {
		chamber = *r.Brewer.CapacityMl
	}
	if r.Brewer.DoseG != nil {
		most = *r.Brewer.DoseG
	}
	cups := c.Method.Family == "cup"
	if c.Method.InPot() || chamber == 0 || cups && r.Brewer.CapacityMl == nil {
		chamber = math.Inf(1)
	}
	if c.Method.InPot() || cups || most == 0 {
		most = math.Inf(1)
	}
	// Before the brewer has to hold the rest, a first pour has begun to drain.
	first := 0.0
	for _, st := range s.Steps {
		if c.Method.Contact == method.Percolation && st.Lane == method.Scale && st.PourTo < 1 {
			first = math.Max(first, st.PourTo)
		}
	}
	inTurn := *r.Into == intoCups && c.Method.OnCup()
	var b Batch
	for n := 1.0; ; n++ {
		if inTurn && math.Mod(n, people) != 0 {
			continue // each batch is a whole cup, or an equal part of one
		}
		var ok bool
		if b, ok = c.one(n, w, retain); !ok {
			return 0, Problems{c.noSuchBrew(w, retain)}
		}
		if s.Bypass && b.PouredMl > chamber*fill {
			b.DilutionMl += b.PouredMl - chamber*fill
			b.PouredMl = chamber * fill
		}
		each := 1.0
		if cups {
			each = math.Ceil(people/n-1e-9) / (people / n) // in the fullest
		}
		pot := c.Vessel.CapacityMl * fill
		need := (b.PouredMl + b.RinseMl + b.PreheatMl) * each
		if !s.DiluteCold {
			need += b.DilutionMl * each
		}
		if c.Method.InPot() {
			need += b.DoseG // grounds take about their mass in room, wet
		} else {
			pot = c.Vessel.CapacityMl * kettleFull
		}
		if c.heatless() {
			need, pot = 0, 1 // no kettle
		}
		holds := b.PouredMl
		switch {
		case c.roomMl() > 0: // poured as it drains: see stages
			holds = c.bedMl(b.DoseG, retain) / bedMost / fill
		case c.Method.Contact == method.Percolation:
			holds = b.PouredMl * (1 - first)
		case cups:
			holds = b.PouredMl * n / people
		}
		if c.Method.Contact != method.Percolation {
			holds /= fill
		}
		if over := need - pot; s.TopUp && n == 1 && over > 0 && b.PouredMl-over >= leastInPot*b.DoseG && over <= c.Vessel.CapacityMl*kettleFull {
			// Strong in a low pot, and the rest added in the cups.
			b.PouredMl, b.DilutionMl, need = b.PouredMl-over, over, pot
		}
		fits := holds <= chamber+1e-9 && b.DoseG <= most*1.02
		wet := !s.Bypass || b.PouredMl >= leastInChamber*b.DoseG
		if need <= pot+1e-9 && fits && wet {
			c.CupsFull = each
			break
		}
		if n >= maxBatches {
			switch {
			case need > pot:
				return 0, Problems{{Field: "vessel.capacity_ml", Value: c.Vessel.CapacityMl, Message: fmt.Sprintf("%s ml is too small: it takes more than %d batches. Enter about %.0f ml or more", field.Trim(c.Vessel.CapacityMl), maxBatches, need/pot*c.Vessel.CapacityMl)}}
			case b.DoseG > most*1.02:
				return 0, Problems{{Field: "brewer.dose_g", Value: most, Message: fmt.Sprintf("%s g is too small: it takes more than %d batches. Enter about %.0f g or more", field.Trim(most), maxBatches, b.DoseG)}}
			}
			return 0, Problems{{Field: "brewer.capacity_ml", Value: chamber, Message: fmt.Sprintf("%s ml is too small: it takes more than %d batches. Enter about %.0f ml or more", field.Trim(chamber), maxBatches, math.Max(holds, leastInChamber*b.DoseG/fill))}}
		}
	}
	c.Batch = b
	drink := b.DrinkMl * b.N
	if bad := c.cupFollows(w, drink); len(bad) > 0 {
		return 0, bad
	}
	c.saysBatches(inTurn)
	return drink, nil
}

// cupFollows sets the drink in each cup where dose and water decide it; a cup that
// was asked as well has to agree.
func (c *Recipe) cupFollows(w wish, drink float64) Problems {
	if w.drink != nil {
		return nil
	}
	r := &c.Request
	if c.Method.Contact == method.Cold {
		drink *= 1 + c.Parts()
	}
	cup := drink / *r.Drinkers
	if c.Chose("cup_ml") {
		if near(drink, *r.Drinkers**r.CupMl) {
			return nil
		}
		return Problems{{Field: "cup_ml", Value: *r.CupMl, Message: fmt.Sprintf("%.0f g of coffee and %.0f ml of water leave %.0f ml in each cup (asked: %s ml). Enter two of dose, ratio, water and drink", *w.dose, *w.water, cup, field.Trim(*r.CupMl))}}
	}
	f, _ := FieldByPath("cup_ml")
	if cup < f.Min || cup > f.Max {
		at, v := "water_g", *w.water
		if r.WaterG == nil {
			at, v = "dose_g", *w.dose
		}
		return Problems{{Field: at, Value: v, Message: fmt.Sprintf("this leaves %.0f ml in each cup. Enter an amount that leaves %s", cup, f.Allowed)}}
	}
	c.Setting = c.withCup(cup)
	return nil
}

// noSuchBrew is what is wrong where a wish leaves no coffee or no drink.
func (c *Setting) noSuchBrew(w wish, retain float64) Problem {
	if w.drink != nil && w.water != nil {
		return Problem{Field: "water_g", Value: *w.water, Message: fmt.Sprintf("%s ml is too little for %.0f ml of drink. Enter more, such as %.0f ml", field.Trim(*w.water), *w.drink, *w.drink/(1-retain*c.School.RatioGPerL/1000))}
	}
	return Problem{Field: "dose_g", Value: *w.dose, Message: fmt.Sprintf("%.0f g of coffee soaks up all of %.0f ml of water. Enter up to about %.0f g", *w.dose, *w.water, *w.water/(2*retain))}
}

// saysBatches says how the whole is divided, and what it runs into.
func (c *Recipe) saysBatches(inTurn bool) {
	b, s := c.Batch, c.School
	people := *c.Request.Drinkers
	c.ToServer = c.Method.OnCup() && people/b.N > 1
	switch {
	case b.N > 1 && c.Method.Family == "cup":
		decide(&c.decided, "batches", "cups", quantity.Of(b.N, quantity.None), quantity.Of(math.Ceil(people/b.N), quantity.None))
	case b.N > 1:
		which := ""
		if inTurn && b.N == people {
			which = "in-turn"
		}
		decide(&c.decided, "batches", which, quantity.Of(b.N, quantity.None), quantity.Of(b.DoseG, quantity.Gram), quantity.Of(b.PouredMl, quantity.Millilitre))
	}
	if c.ToServer {
		decide(&c.decided, "server", "", quantity.Of(b.DrinkMl-b.DilutionMl, quantity.Millilitre))
	}
	if ml := c.apartMl(); ml > 0.5 {
		c.decided = append(c.decided, Decision{ID: "bypass", Case: "pot", Word: strings.TrimPrefix(share(b.PouredMl/c.Vessel.CapacityMl), "about "), Values: []quantity.Value{quantity.Of(b.PouredMl, quantity.Millilitre), quantity.Of(ml, quantity.Millilitre)}})
	}
	if s.Bypass && b.DilutionMl > 0.5 {
		decide(&c.decided, "bypass", "", quantity.Of(b.PouredMl, quantity.Millilitre), quantity.Of(b.PouredMl+b.DilutionMl, quantity.Millilitre), quantity.Of(b.DilutionMl, quantity.Millilitre))
	}
}

// Apart is over how many cups the water of an average batch is divided as it is
// poured, as concentrate is diluted in each: a part of one where each cup steeps on its
// own and the kettle is filled more often than there are cups.
func (c *Recipe) Apart() float64 {
	if c.Method.Family != "cup" && c.Method.Contact != method.Dilution {
		return 1
	}
	return *c.Request.Drinkers / c.Batch.N
}

// Concentrate is what is made, or served, of a concentrate, in ml.
func (c *Recipe) Concentrate() float64 {
	if c.Method.Contact == method.Cold {
		return c.Batch.DrinkMl * c.Batch.N
	}
	return c.Batch.ConcentrateMl * c.Batch.N
}

// deciding is the ratio as it was asked, or the school's where only the water was
// asked: there it decides, and not the drink, and the request that goes on says so.
func (c *Setting) deciding() *float64 {
	r := &c.Request
	if r.WaterG != nil && r.DoseG == nil && r.Ratio == nil && c.School.BasketG == 0 && !c.Chose("cup_ml") {
		return new(c.madeRatio())
	}
	return r.Ratio
}

// Limit is what can be dissolved at most, as a share of the dose.
func (c *Recipe) Limit() float64 {
	b := c.Batch
	return c.Model.Limit(c.Percolates(), (b.PouredMl+b.SplashMl)/math.Max(b.DoseG, 1e-9))
}
