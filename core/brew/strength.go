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
	// Longest that a steep is stretched, as a share of the contact at home.
	longest = 2.5
	// Points of extraction below which nothing is adjusted.
	worthIt = 0.002
)

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
		return 0.95 * coffee.Limit(false, 1000/c.school.RatioGPerL)
	}
	return c.soak().Extraction(c.um, c.limit())
}

// home computes the same recipe in a kitchen: sea level, 20 °C, calm, with a
// kettle that boils.
func (c *calc) home() atHome {
	r := c.req
	zero, twenty, isa, off := 0.0, 20.0, "isa", "none"
	liquid, fifteen, safe := "liquid", 15.0, "safe"
	r.Place = Place{AltitudeM: &zero, AirC: &twenty, WindMs: &zero, Atmosphere: &isa}
	r.Water.State, r.Water.SourceC, r.Water.Treatment = &liquid, &fifteen, &safe
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
	short := homeE - here
	if c.req.ContactS != nil {
		c.setContact()
		return nil
	}
	if math.Abs(short) < worthIt {
		return nil
	}
	how := c.school.Adjust
	if c.req.Adjust != nil {
		how = *c.req.Adjust
	}
	um, grindOK := c.soak().GrindFor(homeE, c.limit(), finestUm, coarsestUm)
	clicksOwn := c.req.Grinder.Clicks != nil
	added, timeOK := c.stretchFor(homeE)
	words := []quantity.Value{quantity.Of(100*math.Abs(short), quantity.None)}
	less := "less"
	if short < 0 {
		less = "more"
	}
	say := "This stop extracts {0} points " + less + " than home."
	switch {
	case how == "time" && timeOK && c.canStretch():
		c.stretch = added
		c.lay()
		c.clearCurves()
		c.temperatures()
		say += " Steep {1} " + longerOr(added, "longer", "shorter")
		words = append(words, quantity.Of(math.Abs(added), quantity.Second))
		if grindOK {
			say, words = c.orGrind(say+"; or grind", words, um)
		}
		c.note("make-up-time", "The temperature of the slurry here, over its time, gives then the extraction that the recipe gives at home.", say+".", words...)
	case how == "grind" && grindOK && !clicksOwn:
		was := c.um
		c.um = um
		c.grind()
		say, words = c.orGrindFrom(say+" Grind", words, um, was)
		if timeOK && c.canStretch() {
			say += "; or steep {" + string(rune('0'+len(words))) + "} " + longerOr(added, "longer", "shorter")
			words = append(words, quantity.Of(math.Abs(added), quantity.Second))
		}
		c.note("make-up-grind", "A finer grind gives up its coffee faster, and so makes up for cooler water; the time stays the school's.", say+".", words...)
	default:
		why := "The school's own rule wins: its time and grind stay."
		if how != "none" {
			why = "Neither the time nor the grind within reach makes up for it: preheat, insulate, or choose a method that boils."
		}
		c.note("make-up-none", why, say, words...)
	}
	return nil
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

func (c *calc) orGrind(say string, words []quantity.Value, um float64) (string, []quantity.Value) {
	return c.orGrindFrom(say, words, um, c.um)
}

// orGrindFrom says a grind in clicks of this grinder where it is known, else in
// micrometres.
func (c *calc) orGrindFrom(say string, words []quantity.Value, um, was float64) (string, []quantity.Value) {
	at := "{" + string(rune('0'+len(words))) + "}"
	way := longerOr(was-um, "finer", "coarser")
	if per := c.req.Grinder.UmPerClick; per != nil {
		return say + " " + at + " " + way, append(words, quantity.Of(math.Abs(was-um) / *per, quantity.Clicks))
	}
	return say + " " + at + " " + way, append(words, quantity.Of(math.Abs(was-um), quantity.Micrometre))
}

func (c *calc) canStretch() bool {
	for _, s := range c.line {
		if s.Stretch {
			return true
		}
	}
	return false
}

func (c *calc) clearCurves() {
	c.plan.Curves.SlurryC, c.plan.Curves.WaterC, c.plan.Curves.CupC = nil, nil, nil
}

// stretchFor returns how much longer the steep must be for an extraction. What
// follows the steep is taken to give as much as before, and the slurry to go on
// cooling at its last rate.
func (c *calc) stretchFor(target float64) (float64, bool) {
	end := 0.0
	for _, s := range c.line {
		if s.Stretch {
			end = s.AtS + s.ForS
		}
	}
	if end == 0 {
		return 0, false
	}
	pts := c.plan.Curves.SlurryC
	access := c.school.Access
	whole := c.soak()
	var at, rate float64
	for i := 1; i < len(pts); i++ {
		if pts[i][0] >= end-1e-6 {
			at = pts[i][1]
			rate = (pts[i-1][1] - pts[i][1]) / math.Max(pts[i][0]-pts[i-1][0], 1)
			break
		}
	}
	most := (longest - 1) * c.when.contact
	lo, hi := -0.6*end, most
	gives := func(s float64) float64 {
		f1, s1 := coffee.Rates(at - rate*s/2)
		k := coffee.Contact{Fast: math.Max(whole.Fast+s/60*f1*access, 0), Slow: math.Max(whole.Slow+s/60*s1*access, 0)}
		return k.Extraction(c.um, c.limit())
	}
	if gives(hi) < target || gives(lo) > target {
		return 0, false
	}
	for hi-lo > 0.01 {
		if mid := (lo + hi) / 2; gives(mid) < target {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2, true
}

// strength fills in extraction, strength and caffeine.
func (c *calc) strength() Problems {
	p, b := c.plan, c.batch
	e := c.extraction()
	band := c.school.Band
	if band == 0 {
		band = 2
	}
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
		share = 1 - coffee.RetainedMlPerG*c.school.RatioGPerL/1000
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
