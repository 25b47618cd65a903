package brew

import (
	"math"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// Lengths of the steps that are not a school's, in s.
const (
	fillS  = 30
	lightS = 10
)

// steps lays out what to do around first contact at time 0: the hot
// preparations end there, the cold ones are done while the water heats, and
// where they take longer than that, the stove is lit later.
func (c *calc) steps() Problems {
	r, w := &c.req, &c.when
	supplied := r.Heat.SuppliedC != nil
	var cold float64
	for _, s := range c.line {
		if s.Phase == method.Prepare {
			cold += s.ForS
		}
	}
	wait := math.Max(w.wait, w.hot)
	var coldAt float64
	switch {
	case c.heatless():
		coldAt = -w.hot - cold
	case c.way() == method.BoilIn:
		coldAt = c.stepsWithCoffee(cold)
	case c.school.ColdFill:
		// All of it is put together before the flame.
		c.stepFill(w.light - cold - fillS)
		coldAt = w.light - cold
		c.stepLight(w.light)
		c.stepLow("flame-low", w.boiled+w.treat, w.hold)
	case supplied:
		at := -wait - 20
		c.add(c.byWeight(Step{ID: "draw", Label: "draw water", AtS: at, ForS: 20, Lane: method.Hands, ToG: c.heatedEach(), Caution: "scald"}),
			"Draw {fill} of hot water.")
		coldAt = at - cold
	default:
		firstMinute := w.light + lightS
		coldAt = firstMinute
		fillAt := w.light - fillS
		if firstMinute+cold > math.Min(-wait, w.boiled) {
			// Preparing takes longer than heating: do it first, and leave the boil
			// that disinfects alone.
			coldAt = fillAt - cold
		}
		c.stepFill(fillAt)
		c.stepLight(w.light)
		low := w.treat + w.hold
		if c.way() == method.OnFlame {
			low = w.treat // then the kettle makes room on the flame
		}
		if low > 0 {
			c.stepLow("flame-low", w.boiled, low)
		}
		if w.treat > 0 {
			c.add(Step{ID: "disinfect", Label: "rolling boil", AtS: w.boiled, ForS: w.treat, Lane: method.Water, Until: method.Time, Keep: true, Caution: "boiled"}, "Keep it at a rolling boil, to make the water safe.")
		}
	}
	if w.wait > 0 {
		text := "Off the heat, lid on. Wait until it is {target}."
		if c.waitCover == heat.Open {
			text = "Off the heat, lid off. Wait until it is {target}."
		}
		c.add(Step{ID: "wait", Label: "wait", AtS: -w.wait, ForS: w.wait, Lane: method.Water, Until: method.Temperature}, text)
	}
	hotAt := -w.hot
	serveAt := w.contact
	for _, s := range c.line {
		st := Step{ID: s.ID, Label: s.Label, ForS: s.ForS, Lane: s.Lane, Until: s.Until, Sign: s.Sign, Keep: s.Keep, Caution: s.Caution}
		switch s.Phase {
		case method.Prepare:
			st.AtS = coldAt
			coldAt += s.ForS
		case method.Hot:
			st.AtS = hotAt
			hotAt += s.ForS
		case method.Brew:
			st.AtS = s.AtS
		case method.Serve:
			st.AtS = serveAt
			serveAt += s.ForS
		}
		if s.Lane == method.Scale {
			st.ToG = c.pourTo(s)
			st = c.byWeight(st)
		}
		if s.ID == "on" && c.way() == method.OnFlame {
			c.stepMoka(st.AtS)
		}
		c.addPour(st, s)
	}
	sortSteps(c.plan.Steps)
	c.rounds()
	c.lengths()
	c.scaleCurve()
	c.safety(supplied)
	c.set(&c.plan.ContactS, "contact_s", w.contact, working.Figure{Label: "Contact", Unit: quantity.Second, Kind: working.Practice, Source: practice,
		Formula: "from first contact until the drink leaves the grounds, as the school has it, and longer where that makes up for cooler water",
		Inputs:  []working.Input{working.Word("School", c.school.Name, "request.school"), working.Num("Added here", c.stretch, quantity.Second, "request.adjust")}})
	return nil
}

// stepsWithCoffee lays the steps of a pot that boils with its coffee, and
// returns when the preparations begin.
func (c *calc) stepsWithCoffee(cold float64) float64 {
	w := &c.when
	fillAt := math.Min(w.light, 0) - fillS
	if w.light < 0 {
		fillAt = w.light - fillS
	}
	c.stepFill(fillAt)
	if w.light < 0 {
		c.stepLight(w.light)
	} else {
		c.stepLight(coffeeInS)
	}
	if w.boil > 0 {
		c.stepLow("flame-low", w.boiled, w.boil)
	}
	if w.light < 0 && cold+lightS <= -w.light {
		return w.light + lightS
	}
	return fillAt - cold
}

func (c *calc) stepFill(at float64) {
	fill := "Fill the pot with {fill}."
	if !c.method.InPot() || c.apartKettle() {
		fill = "Fill the kettle with {fill}."
	}
	if c.school.ColdFill {
		fill = "Fill the boiler with [scale?{heated} of ]cold water, to just below the valve."
	}
	if state := *c.req.Water.State; state != string(heat.Liquid) {
		fill = "A little water in the pot first, then {melt} of " + state + ", in handfuls."
	}
	c.add(c.byWeight(Step{ID: "fill-kettle", Label: "fill", AtS: at, ForS: fillS, Lane: method.Hands, ToG: c.heatedEach()}), fill)
}

// byWeight ends a step on its reading; without a scale it ends when its share is in.
func (c *calc) byWeight(s Step) Step {
	s.Until = method.Weight
	if !*c.req.Scale {
		s.Until = method.Sign
	}
	return s
}

// fire reports whether the heat is an open fire.
func (c *calc) fire() bool { return *c.req.Heat.Burner == "fire" }

func (c *calc) stepLight(at float64) {
	burner, _ := heat.BurnerByID(*c.req.Heat.Burner)
	light, full, caution, lid := "Light the stove", "Full flame", "co", c.lidText()
	switch {
	case !burner.Flame && burner.ID == "mains":
		light, full, caution = "Switch on", "Full power", "mains"
	case !burner.Flame:
		light, full, caution = "Switch on", "Full power", "element"
	case c.fire():
		light, full, caution = "Have the fire burning well, the pot over it", "Close over the flames", "fire"
	}
	sign := "big bubbles break the surface"
	if c.school.ColdFill {
		full, lid, sign = "Moderate: no flame past the foot", ", the moka pot on it, its lid open.", "the first coffee rises"
	}
	forS := math.Min(lightS, c.heated.HeatS)
	if at < 0 {
		forS = math.Min(forS, -at)
	}
	c.add(Step{ID: "light", Label: "light", AtS: at, ForS: forS, Lane: method.Hands, Until: method.Time, Caution: caution}, light+lid)
	c.add(Step{ID: "flame-full", Label: "full", AtS: c.when.light, ForS: c.heated.HeatS, Lane: method.Flame, Until: method.Sign, Sign: sign}, full+".")
	if caution == "fire" {
		c.caution("co", "light")
	}
}

func (c *calc) stepLow(id string, at, forS float64) {
	burner, _ := heat.BurnerByID(*c.req.Heat.Burner)
	label, text := "low: at the boil", "Low: keep it at the boil."
	switch {
	case c.school.ColdFill && c.fire():
		label, text = "embers", "Over the embers while it flows."
	case c.school.ColdFill:
		label, text = "low", "Low while it flows."
	case c.fire():
		label, text = "at the boil", "Raise the pot, and keep it at the boil."
	case burner.Low == 0:
		text = "Leave it on the heat."
	}
	c.add(Step{ID: id, Label: label, AtS: at, ForS: forS, Lane: method.Flame, Until: method.Time}, text)
}

// stepMoka is the flame under a moka pot, once the kettle has made room.
func (c *calc) stepMoka(at float64) {
	end := at
	for _, s := range c.line {
		if s.ID == "off" {
			end = s.AtS
		}
	}
	text := "Kettle off, the moka pot on: moderate, no flame past its foot."
	if c.fire() {
		text = "Kettle off, the moka pot over the embers."
	}
	c.add(Step{ID: "flame-moka", Label: "moderate", AtS: at, ForS: end - at, Lane: method.Flame, Until: method.Sign, Sign: "the stream no longer runs smoothly"}, text)
}

func (c *calc) lidText() string {
	if *c.req.Heat.Lid {
		return ", lid on."
	}
	return "."
}

func (c *calc) heatedEach() *float64 {
	v := *c.plan.Water.HeatedMl / c.batch.n * c.cupsFull
	return &v
}

// pourTo is the scale reading at which a pour stops: of one batch, or of one
// cup where each cup is brewed on its own.
func (c *calc) pourTo(s method.Step) *float64 {
	whole := c.batch.poured
	if c.contact() == method.Dilution {
		whole = c.batch.dilution
	}
	v := c.pourShare(s) * whole / c.apart()
	return &v
}

// apart is over how many cups the water of an average batch is divided as it is
// poured, as concentrate is diluted in each: a part of one where each cup steeps on its own and the kettle is filled
// more often than there are cups.
func (c *calc) apart() float64 {
	if c.method.Family != "cup" && c.contact() != method.Dilution {
		return 1
	}
	return *c.req.Drinkers / c.batch.n
}

// pourShare is the share of the brew water that is in when a pour ends.
func (c *calc) pourShare(s method.Step) float64 {
	if s.PourPerG > 0 { // a bloom, whatever the dose
		return math.Min(s.PourPerG*c.batch.dose/math.Max(c.batch.poured, 1e-9), 0.5)
	}
	return s.PourTo
}

// sortSteps orders by time; it is an insertion sort, for there are few and
// they are nearly in order.
func sortSteps(s []Step) {
	for i := 1; i < len(s); i++ {
		for j := i; j > 0 && s[j].AtS < s[j-1].AtS; j-- {
			s[j], s[j-1] = s[j-1], s[j]
		}
	}
}

// scaleCurve draws what the scale reads: the pours, or for a pot the water
// put in.
func (c *calc) scaleCurve() {
	var pts [][2]float64
	at := 0.0
	for _, s := range c.line {
		if s.Phase == method.Brew && s.Lane == method.Scale {
			to := *c.pourTo(s)
			pts = append(pts, [2]float64{s.AtS, at}, [2]float64{s.AtS + s.ForS, to})
			at = to
		}
	}
	if len(pts) == 0 {
		for _, s := range c.plan.Steps {
			if s.ID == "fill-kettle" || s.ID == "draw" {
				at = *c.heatedEach()
				pts = append(pts, [2]float64{s.AtS, 0}, [2]float64{s.AtS + s.ForS, at})
			}
		}
	}
	if len(pts) == 0 {
		return
	}
	c.plan.Curves.ScaleG = append(pts, [2]float64{math.Max(c.when.contact, pts[len(pts)-1][0]), at})
}

// safety raises the cautions that belong to the place and the gear.
func (c *calc) safety(supplied bool) {
	r := &c.req
	for _, id := range c.school.Cautions {
		c.caution(id, "")
	}
	burner, _ := heat.BurnerByID(*r.Heat.Burner)
	flame := !supplied && burner.Flame && !c.heatless()
	if flame {
		c.caution(either(c.fire(), "fire-ban-fire", "fire-ban"), "")
		if r.Heat.Fuel != nil && *r.Heat.Fuel == "gas" {
			c.caution("canister", "light")
		}
	}
	if flame && (burner.ID == "fire" || burner.ID == "twig") {
		c.caution("fire", "light")
	}
	c.waterSafety(supplied)
	if c.air.TempC < 0 && c.contact() == method.Dilution {
		c.caution("freezes", "")
	}
	if c.school.Milk > 0 {
		c.note("milk", "Sweet milk keeps without cold until it is opened.", "{0} of condensed milk in each cup.", quantity.Of(c.school.Milk, quantity.Gram))
	}
	c.caution("waste", "")
	if *c.plan.CupC > 65 {
		c.caution("cup-hot", c.plan.Steps[len(c.plan.Steps)-1].ID)
	}
}

// waterSafety says what the water is taken to be, before the first step.
func (c *calc) waterSafety(supplied bool) {
	w := &c.req.Water
	switch *w.Treatment {
	case water.Doubtful:
		if w.Source == nil {
			c.caution("water-unsaid", "")
			break
		}
		c.caution("doubtful", "")
	case water.Boil:
		switch {
		case supplied:
			c.caution("not-boiled-supplied", "")
		case !c.disinfects():
			c.caution("not-boiled", "")
		}
	}
}

// lengths finds how long it all takes, and how much of that takes hands.
func (c *calc) lengths() {
	first, served := 0.0, 0.0
	var before, pouring, after float64 // of the hands, one round
	for _, s := range c.plan.Steps {
		first, served = math.Min(first, s.AtS), math.Max(served, s.AtS+s.ForS)
		if s.Lane != method.Hands && s.Lane != method.Scale {
			continue
		}
		switch {
		case s.AtS < 0:
			before += s.ForS
		case s.AtS < c.when.contact:
			pouring += s.ForS
		default:
			after += s.ForS
		}
	}
	last, made, readied := served, 1.0, 1.0
	for i, r := range c.plan.Rounds {
		last = math.Max(last, r.ReadyS)
		if i > 0 {
			made++
			if r.StartS < r.PourS {
				readied++
			}
		}
	}
	in := []working.Input{working.Num("Before the water meets the coffee", -first, quantity.Second, ""), working.Num("Contact", c.when.contact, quantity.Second, "contact_s"),
		working.Num("Serving", served-c.when.contact, quantity.Second, "")}
	if last > served {
		in = append(in, working.Num("The other batches and cups", last-served, quantity.Second, "batches"))
	}
	c.set(&c.plan.TotalS, "total_s", last-first, working.Figure{Label: "In all", Unit: quantity.Second, Kind: working.Practice, Source: practice + "; heating and waiting as worked out", Formula: "from the first thing to do until all is served", Inputs: in})
	c.set(&c.plan.HandsS, "hands_s", before*readied+(pouring+after)*made, working.Figure{Label: "With your hands", Unit: quantity.Second, Kind: working.Practice, Source: practice, Formula: "the steps that take hands, in every batch and cup",
		Inputs: []working.Input{working.Num("Getting ready", before*readied, quantity.Second, ""), working.Num("Pouring and tending", pouring*made, quantity.Second, ""), working.Num("Serving", after*made, quantity.Second, "")}})
}
