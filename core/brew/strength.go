package brew

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

const (
	extractionSource = "two-pool kinetics; constants from memory or fitted to practice"
	extractionLimits = "An estimate: beans, grinder and pouring move it by two points and more; under pressure by four. A refractometer reading is better."
	// Grinds that a hand grinder reaches and a brewer drains.
	finestUm, coarsestUm = 250, 1400
	// Longest that a steep is stretched, as a share of the school's own: a doubled
	// one is another recipe.
	longest = 2.0
	// The cup that a longer steep leaves is still at drinking temperature: the
	// lower end of common practice's 55 to 65 °C.
	coolestCupC = 55
)

// band is how far the estimated extraction may be out, in points.
func (c *calc) band() float64 {
	if c.school.Band == 0 {
		return 2
	}
	return c.school.Band
}

// worth is the share of a difference in extraction that is made up for: nothing below
// half of what the estimate may be out, all of it from the whole on, and between them
// more and more, so that no small change makes a large one.
func (c *calc) worth(short float64) float64 {
	half := c.band() / 200
	return math.Min(math.Max((math.Abs(short)-half)/half, 0), 1)
}

// percolates reports whether fresh water keeps coming.
func (c *calc) percolates() bool {
	return c.contact() == method.Percolation || c.contact() == method.Pressure
}

func (c *calc) limit() float64 {
	b := c.batch
	return coffee.Limit(c.percolates(), (b.poured+b.splash)/math.Max(b.dose, 1e-9))
}

// soak integrates the slurry's curve.
func (c *calc) soak() coffee.Contact {
	access := c.school.Access
	if access == 0 {
		access = 1
	}
	var k coffee.Contact
	pts := c.plan.Curves.SlurryC
	for i := 1; i < len(pts); i++ {
		k = k.Add(pts[i][0]-pts[i-1][0], pts[i-1][1], pts[i][1], access)
	}
	return k
}

// extraction is the share of the dose dissolved. A concentrate was made at
// home, over night.
func (c *calc) extraction() float64 {
	if c.contact() == method.Dilution {
		return c.homeBrew()
	}
	return c.soak().Extraction(c.um, c.limit())
}

// homeBrew is the extraction of the concentrate that is served: that of the school
// which makes it, at its ratio, in a room at home.
func (c *calc) homeBrew() float64 {
	ratio := value(c.plan.Ratio)
	m, _ := method.ByID("cold-concentrate")
	s := m.Schools[len(m.Schools)-1]
	for _, k := range m.Schools {
		if math.Abs(k.RatioGPerL-ratio) < math.Abs(s.RatioGPerL-ratio) {
			s = k
		}
	}
	full, _, bad := resolve(Request{Method: m.ID, School: &s.ID, Ratio: &ratio, Water: Water{Source: new("tap")}})
	if len(bad) > 0 {
		return 0
	}
	return c.planner.home(full, func() atHome { return kitchen(full) }).extraction
}

// home computes the same recipe in a kitchen: sea level, 20 °C, calm, with a
// kettle that boils.
func (c *calc) home() atHome {
	r := c.req
	r.Ratio = c.decidingRatio()
	zero, twenty, isa, off := 0.0, 20.0, "isa", "none"
	liquid, fifteen, safe := "liquid", 15.0, "safe"
	r.Place = Place{AltitudeM: &zero, AirC: &twenty, WindMs: &zero, Atmosphere: &isa}
	r.Water.State, r.Water.SourceC, r.Water.Treatment, r.Water.Source = &liquid, &fifteen, &safe, nil
	r.Heat.SuppliedC, r.Adjust, r.ContactS, r.Calibration = nil, &off, nil, Calibration{}
	r.Heat.Canister.TempC = &twenty // or it is the air's of the stop
	return c.planner.home(r, func() atHome { return kitchen(r) })
}

func kitchen(r Request) atHome {
	h := newCalc(r, nil)
	for _, stage := range []func() Problems{h.pressure, h.bookkeeping, h.grind, h.warm, h.lay, h.temperatures} {
		if bad := stage(); len(bad) > 0 {
			return atHome{}
		}
	}
	return atHome{h.extraction(), h.when.contact, true}
}

// makeUp finds the time, or the grind, that gives at this stop what the recipe
// gives at home, and takes the one that the school, or the user, chooses.
func (c *calc) makeUp() Problems {
	if c.contact() == method.Dilution || c.um == 0 {
		return nil
	}
	home := c.home()
	if !home.ok {
		return nil
	}
	homeE, homeS := home.extraction, home.contact
	c.homeE = homeE
	if len(c.req.Pours) > 0 {
		plain := *c
		plain.req.Pours = nil
		if school := plain.home(); school.ok {
			c.note("pours-set", "You moved pours; the school's own are a click away.", "Your pours take {0} and not {1}, and at home extract {2} and not {3}.",
				quantity.Of(homeS, quantity.Second), quantity.Of(school.contact, quantity.Second), quantity.Of(100*homeE, quantity.Percent), quantity.Of(100*school.extraction, quantity.Percent))
		}
	}
	here := c.extraction()
	c.set(&c.plan.ReferenceContactS, "reference_contact_s", homeS, working.Figure{Label: "Contact at home", Unit: quantity.Second, Kind: working.Practice, Source: practice,
		Formula: "the school's own time, as at sea level in a kitchen at 20 °C", Inputs: []working.Input{working.Word("School", c.school.Name, "request.school")}})
	if c.req.ContactS != nil {
		c.setContact()
		return nil
	}
	short := homeE - here
	share := c.worth(short)
	if share == 0 {
		return nil
	}
	c.correct(short, here+share*short)
	return nil
}

// correct takes the time, or the grind, that gives an extraction at this stop, which
// is short of home by some share of the dose, and says what was done and why. What
// the school or the person chose comes first, then the other.
func (c *calc) correct(short, target float64) {
	how := c.school.Adjust
	if c.req.Adjust != nil {
		how = *c.req.Adjust
	}
	because := "because this stop extracts {0} points less."
	if short < 0 {
		because = "because this stop extracts {0} points more."
	}
	points := quantity.Of(100*math.Abs(short), quantity.None)
	side := either(short > 0, "less", "more")
	ownClicks := c.req.Grinder.Clicks != nil
	if how == "none" {
		c.note("make-up-none", "The school's own rule wins: its time and grind stay.", "This stop extracts {0} points "+side+" than home.", points)
		return
	}
	um, grindOK := c.soak().GrindFor(target, c.limit(), finestUm, coarsestUm)
	umWas := c.um
	added, timeOK := c.steepFor(target)
	byGrind := !ownClicks && (how == "grind" || added == 0)
	byTime := !byGrind && added != 0
	n := 1
	say, words := "", []quantity.Value{points}
	if byTime {
		c.restretch(c.stretch + added)
		say = "Steep {1}, {2} " + longerOr(added, "longer", "shorter")
		words = append(words, quantity.Of(c.steepS(), quantity.Second), quantity.Of(math.Abs(added), quantity.Second))
		n = 3
		if !timeOK && !ownClicks {
			// As long as it may be, and the rest by the grind: so that one does not
			// suddenly take the other's place.
			um, grindOK = c.soak().GrindFor(target, c.limit(), finestUm, coarsestUm)
			byGrind = true
			say += ", and grind"
		}
	} else if byGrind {
		say = "Grind"
	}
	if byGrind {
		c.um = um
		c.grind()
		say, words = c.orGrind(say, words, um, umWas)
		n += 2
	}
	if say == "" {
		why := "Neither the time nor the grind within reach makes up for it: preheat, insulate, or choose a method that boils."
		if ownClicks {
			why = "Your own setting of the grinder stays, and the time is the school's or as long as it may be."
		}
		c.note("make-up-none", why, "This stop extracts {0} points "+side+" than home.", points)
		return
	}
	say += " than at home, " + because
	switch {
	case byTime && !byGrind && !ownClicks && grindOK:
		say, words = c.orGrind(say+" (Or leave the steep at {"+digit(n)+"}, and grind", append(words, quantity.Of(c.steepS()-added, quantity.Second)), um, umWas)
		say += ".)"
	case byGrind && !byTime && timeOK && added != 0:
		say += " (Or leave the grind, and steep {" + digit(n) + "}, {" + digit(n+1) + "} " + longerOr(added, "longer", "shorter") + ".)"
		words = append(words, quantity.Of(c.steepS()+added, quantity.Second), quantity.Of(math.Abs(added), quantity.Second))
	}
	id, why := "make-up-grind", "Already in the steps. A finer grind gives up its coffee faster, and so makes up for cooler water; the time stays the school's."
	if byTime {
		id, why = "make-up-time", "Already in the steps. The temperature of the slurry here, over its time, gives then about the extraction that the recipe gives at home."
	}
	if reaches := c.extraction(); math.Abs(reaches-target) > 0.003 {
		why = "Already in the steps. It makes up for a part only, as far as time and grind go: preheat, insulate, or choose a method that boils."
	}
	c.note(id, why, say, words...)
}

func digit(n int) string { return string(rune('0' + n)) }

// steepS is the length of the step that may be stretched, in s; 0 where none may.
func (c *calc) steepS() float64 {
	for _, s := range c.line {
		if s.Stretch {
			return s.ForS
		}
	}
	return 0
}

// restretch lays the brew anew with another length added to its steep.
func (c *calc) restretch(added float64) {
	c.stretch = added
	c.lay()
	c.clearCurves()
	c.temperatures()
}

// steepFor is how much longer, or shorter, the steep must be for an extraction; found
// on the brew itself, laid anew, which is left as it was. ok is false where a steep
// may not be that long, for it would double or the cup would be cold by then: what is
// returned is then as far as it goes, which may be nothing.
func (c *calc) steepFor(target float64) (added float64, ok bool) {
	own := c.steepS() - c.stretch
	if own == 0 {
		return 0, false
	}
	was := c.stretch
	defer c.restretch(was)
	at := func(added float64) float64 {
		c.restretch(was + added)
		return c.extraction()
	}
	least, most := math.Max(-0.6*own, 5-own), (longest-1)*own-1
	if here := at(0); here > target {
		return bisect(least, 0, func(v float64) bool { return at(v) < target }), at(least) <= target
	}
	// Longer, as long as the cup is still warm then.
	if *c.plan.CupC < coolestCupC {
		return 0, false
	}
	if at(most); *c.plan.CupC < coolestCupC {
		most = bisect(0, most, func(v float64) bool { at(v); return *c.plan.CupC >= coolestCupC })
	}
	if at(most) < target {
		return most, false
	}
	return bisect(0, most, func(v float64) bool { return at(v) < target }), true
}

// bisect returns the length, to half a second, up to which something holds; at least
// lo.
func bisect(lo, hi float64, holds func(float64) bool) float64 {
	for hi-lo > 0.5 {
		if mid := (lo + hi) / 2; holds(mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return lo
}

// setContact stretches the steep to the contact time that the user set, and
// says what that does.
func (c *calc) setContact() {
	was := c.extraction()
	before := c.when.contact
	steep := 0.0
	for _, s := range c.line {
		if s.Stretch {
			steep = s.ForS
		}
	}
	if steep == 0 {
		c.note("contact-fixed", "Its pours and its flow set the time; grind finer or coarser instead.", "The time of this school is not free: it stays {0}.", quantity.Of(before, quantity.Second))
		return
	}
	c.stretch = math.Max(*c.req.ContactS-before, 5-steep)
	c.lay()
	c.clearCurves()
	c.temperatures()
	c.note("contact-set", "You set the time of the steep; the school's own is a click away.", "Contact {0} and not {1}: extraction {2} and not {3}.",
		quantity.Of(c.when.contact, quantity.Second), quantity.Of(before, quantity.Second), quantity.Of(100*c.extraction(), quantity.Percent), quantity.Of(100*was, quantity.Percent))
}

func longerOr(v float64, longer, shorter string) string {
	if v < 0 {
		return shorter
	}
	return longer
}

// orGrind says a grind: in clicks of this grinder where it is known, else in
// micrometres, and how far that is from another.
func (c *calc) orGrind(say string, words []quantity.Value, um, was float64) (string, []quantity.Value) {
	n := len(words)
	way := longerOr(was-um, "finer", "coarser")
	unit, now, by := quantity.Micrometre, um, math.Abs(was-um)
	if per := c.req.Grinder.UmPerClick; per != nil {
		unit, now, by = quantity.Clicks, coffee.Clicks(um, *per, *c.req.Grinder.ZeroUm), by / *per
		say += " at {" + digit(n) + "}, {" + digit(n+1) + "} " + way
		return say, append(words, quantity.Of(now, unit), quantity.Of(math.Round(now)-math.Round(now-by*sign(um-was)), quantity.None).Abs())
	}
	say += " to {" + digit(n) + "}, {" + digit(n+1) + "} " + way
	return say, append(words, quantity.Of(now, unit), quantity.Of(by, unit))
}

func sign(v float64) float64 {
	if v < 0 {
		return -1
	}
	return 1
}

func (c *calc) clearCurves() {
	c.plan.Curves.SlurryC, c.plan.Curves.WaterC, c.plan.Curves.CupC = nil, nil, nil
}

// strength fills in extraction, strength and caffeine.
func (c *calc) strength() Problems {
	p, b := c.plan, c.batch
	e := c.extraction()
	band := c.band()
	in := []working.Input{working.Num("Limit", 100*c.limit(), quantity.Percent, "ratio_g_per_l"), working.Num("Contact", c.when.contact, quantity.Second, "contact_s"),
		working.Num("Slurry, at first", value(p.SlurryC), quantity.Celsius, "slurry_c"), working.Num("Grind", c.um, quantity.Micrometre, "grind.um")}
	if c.contact() == method.Dilution {
		in = []working.Input{working.Num("Concentrate", b.concentrate, quantity.Millilitre, "water.concentrate_ml")}
	} else {
		k := c.soak()
		in = append(in, working.Num("Equivalent minutes at 93 °C, fast pool", k.Fast, quantity.None, ""), working.Num("the same, slow pool", k.Slow, quantity.None, ""))
	}
	fig := func(label, formula string, pm float64) working.Figure {
		return working.Figure{Label: label, Unit: quantity.Percent, Kind: working.Memory, Source: extractionSource, Limits: extractionLimits, Formula: formula, Inputs: in, PlusMinus: &pm}
	}
	dissolved := e * b.dose
	drink := b.drink
	brewed := drink - b.dilution
	share := 1.0 // of what dissolved that reaches the cup
	switch {
	case c.contact() == method.Dilution:
		// What the grounds kept at home is gone.
		share = 1 - coffee.RetainedMlPerG*value(p.Ratio)/1000
	case !c.percolates():
		share = brewed / math.Max(b.poured+b.splash, 1)
	}
	tds := 100 * dissolved * share / drink
	ef := fig("Extraction", "the share of the coffee that dissolves: a fast and a slow pool, each with its rate at the slurry's temperature and for this grind", band)
	tf := working.Figure{Label: "Strength", Unit: quantity.Percent, Kind: working.Memory, Source: extractionSource, Limits: extractionLimits, PlusMinus: working.PlusMinus(tds * band / math.Max(100*e, 1)),
		Formula: "what dissolved and reaches the cup, over the drink: steeped, the grounds keep their share of it; poured through, they keep little",
		Inputs: []working.Input{working.Num("Extraction", 100*e, quantity.Percent, "strength.extraction_pct"), working.Num("Coffee", b.dose*b.n, quantity.Gram, "dose_g"), working.Num("Drink", drink*b.n, quantity.Millilitre, "drink_ml"),
			working.Num("Reaches the cup", 100*share, quantity.Percent, "")}}
	if m := c.req.Calibration.TDSPct; m != nil {
		// The reading takes the place of the estimate, and extraction follows from it.
		was := 100 * e
		tds = *m
		e = tds / 100 * drink / math.Max(b.dose*share, 1e-9)
		band = 0.5
		read := working.Num("Refractometer", tds, quantity.Percent, "request.calibration.tds_pct")
		tf.Kind, tf.Source, tf.Formula, tf.Inputs, tf.PlusMinus, tf.Limits = working.Measured, "your refractometer", "as read", []working.Input{read}, working.PlusMinus(0.03), ""
		ef.Kind, ef.Source, ef.PlusMinus = working.Measured, "your refractometer", working.PlusMinus(band)
		ef.Formula = "strength times drink over what of the dose reaches the cup"
		ef.Inputs = []working.Input{read, working.Num("Estimated", was, quantity.Percent, "")}
		c.note("measured-strength", "Your reading takes the place of the estimate.", "Extraction {0} as measured, not the estimated {1}.", quantity.Of(100*e, quantity.Percent), quantity.Of(was, quantity.Percent))
	}
	c.weak(tds)
	low, high := math.Max(100*e-band, 0), 100*e+band
	c.set(&p.Strength.ExtractionPct, "strength.extraction_pct", 100*e, ef)
	lowF, highF := ef, ef
	lowF.Label, lowF.Formula = "Extraction, low end", "the figure less its uncertainty"
	highF.Label, highF.Formula = "Extraction, high end", "the figure plus its uncertainty"
	c.set(&p.Strength.ExtractionLowPct, "strength.extraction_low_pct", low, lowF)
	c.set(&p.Strength.ExtractionHighPct, "strength.extraction_high_pct", high, highF)
	c.set(&p.Strength.TDSPct, "strength.tds_pct", tds, tf)

	fast := 1.0
	if c.contact() != method.Dilution {
		fast = math.Min(c.soak().Extraction(c.um, 1)/0.55, 1)
	}
	each := coffee.Caffeine[*c.req.Coffee.Species] * b.dose * b.n * 1000 * fast * share / *c.req.Drinkers
	c.set(&p.CaffeineMg, "caffeine_mg", each, working.Figure{Label: "Caffeine, each cup", Unit: quantity.Milligram, Kind: working.Memory, Source: "about 1.2 % of dry arabica and 2.2 % of robusta, from memory; guidance: EFSA 2015 and US FDA",
		Formula: "caffeine in the dose, nearly all in the fast pool, shared among the cups", PlusMinus: working.PlusMinus(0.3 * each),
		Limits: "An estimate, not medical advice: up to 400 mg a day and 200 mg in one go for most healthy adults, 200 mg a day in pregnancy.",
		Inputs: []working.Input{working.Num("Coffee", b.dose*b.n, quantity.Gram, "dose_g"), working.Word("Species", *c.req.Coffee.Species, "request.coffee.species"), working.Num("People", *c.req.Drinkers, quantity.None, "request.drinkers")}})
	if each > coffee.CaffeineOnceMg {
		c.caution("caffeine", "")
	}
	return nil
}

func value(p *float64) float64 {
	if p == nil {
		return 0
	}
	return *p
}

// weak says when a served concentrate is weaker than wished, and with how much water
// it would be right.
func (c *calc) weak(tds float64) {
	if c.contact() != method.Dilution {
		return
	}
	f := strengthFactor[*c.req.Strength]
	if tds >= WindowTDSMin*f {
		return
	}
	want := (WindowTDSMin + WindowTDSMax) / 2 * f
	parts := math.Max(tds*(1+c.parts())/want-1, 0)
	c.note("weak-concentrate", "Served one to three, a concentrate made one to four by volume is weak: practice's two rules do not go together.",
		"One part to {0} of water is {1}, weak. With {2} parts of water, {3} to each vial of {4}, it is {5}; a cup then takes {6} of concentrate.",
		quantity.Of(c.parts(), quantity.None), quantity.Of(tds, quantity.Percent), quantity.Of(parts, quantity.None), quantity.Of(VialMl*parts, quantity.Millilitre), quantity.Of(VialMl, quantity.Millilitre),
		quantity.Of(tds*(1+c.parts())/(1+parts), quantity.Percent), quantity.Of(*c.req.CupMl/(1+parts), quantity.Millilitre))
}
