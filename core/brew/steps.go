package brew

import (
	"math"
	"strings"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
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
		c.stepLow(w.boiled+w.treat, w.hold)
	case supplied:
		at := -wait - 20
		c.add(Step{ID: "draw", Label: "draw water", AtS: at, ForS: 20, Lane: method.Hands, ToG: c.heatedEach(), Until: method.Weight, Caution: "scald"},
			"Draw {heated} of hot water.")
		coldAt = at - cold
	default:
		firstMinute := w.light + lightS
		coldAt = firstMinute
		fillAt := w.light - fillS
		if firstMinute+cold > -wait {
			// Preparing takes longer than heating: do it first.
			coldAt = fillAt - cold
		}
		c.stepFill(fillAt)
		c.stepLight(w.light)
		if low := w.treat + w.hold; low > 0 {
			c.stepLow(w.boiled, low)
		}
		if w.treat > 0 {
			c.add(Step{ID: "disinfect", Label: "rolling boil", AtS: w.boiled, ForS: w.treat, Lane: method.Water, Until: method.Time, Caution: "water"}, "Rolling boil, to make the water safe.")
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
		st := Step{ID: s.ID, Label: s.Label, ForS: s.ForS, Lane: s.Lane, Until: s.Until, Sign: s.Sign, Caution: s.Caution}
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
		}
		text := s.Text
		if c.batch.dilution < 0.5 {
			if strings.HasPrefix(text, "Add {dilution}") {
				text = "Serve."
			}
			text, _, _ = strings.Cut(text, ", and add {dilution}")
			text = strings.TrimSuffix(text, ".") + "."
		}
		c.add(st, text)
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
	if w.treat > 0 {
		c.stepLow(w.boiled, w.treat)
	}
	if w.light < 0 && cold+lightS <= -w.light {
		return w.light + lightS
	}
	return fillAt - cold
}

func (c *calc) stepFill(at float64) {
	fill := "Fill the pot with {heated}."
	if c.school.ColdFill {
		fill = "Fill the boiler with {heated} of cold water, to just below the valve."
	}
	if state := *c.req.Water.State; state != string(heat.Liquid) {
		fill = "A little water in the pot first, then {melt} of " + state + ", in handfuls."
	}
	c.add(Step{ID: "fill-kettle", Label: "fill", AtS: at, ForS: fillS, Lane: method.Hands, ToG: c.heatedEach(), Until: method.Weight}, fill)
}

func (c *calc) stepLight(at float64) {
	burner, _ := heat.BurnerByID(*c.req.Heat.Burner)
	light, full, caution, lid := "Light the stove", "Full flame", "co", c.lidText()
	if !burner.Flame {
		light, full, caution = "Switch on", "Full power", "mains"
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
}

func (c *calc) stepLow(at, forS float64) {
	burner, _ := heat.BurnerByID(*c.req.Heat.Burner)
	label, text := "low: at the boil", "Low: keep it at the boil."
	if c.school.ColdFill {
		label, text = "low", "Low while it flows."
	}
	if burner.Low == 0 {
		text = "Leave it on the heat."
	}
	c.add(Step{ID: "flame-low", Label: label, AtS: at, ForS: forS, Lane: method.Flame, Until: method.Time}, text)
}

func (c *calc) lidText() string {
	if *c.req.Heat.Lid {
		return ", lid on."
	}
	return "."
}

func (c *calc) heatedEach() *float64 {
	v := *c.plan.Water.HeatedMl / c.batch.n
	return &v
}

// pourTo is the scale reading at which a pour stops: of one batch, or of one
// cup where each cup is brewed on its own.
func (c *calc) pourTo(s method.Step) *float64 {
	whole := c.batch.poured
	if c.contact() == method.Dilution {
		whole = c.batch.dilution
	}
	v := c.pourShare(s) * whole
	v /= c.cupsEach()
	return &v
}

// cupsEach is in how many cups a batch steeps side by side.
func (c *calc) cupsEach() float64 {
	if c.method.Family != "cup" {
		return 1
	}
	return math.Max(*c.req.Drinkers/c.batch.n, 1)
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

// add fills in the figures that a step's text names and files the step.
func (c *calc) add(s Step, text string) {
	s.Phrase = c.fill(text, s)
	c.plan.Steps = append(c.plan.Steps, s)
	if s.Caution != "" {
		c.caution(s.Caution, s.ID)
	}
}

// fill turns {names} into the plan's figures.
func (c *calc) fill(text string, s Step) quantity.Phrase {
	if *c.req.Coffee.GroundAhead {
		text = strings.Replace(text, "Weigh {dose} of coffee and grind it {band}", "Weigh {dose} of the coffee ground at home, {band}", 1)
		text = strings.Replace(text, "Grind {dose} {band}", "Take {dose} ground at home, {band}", 1)
	}
	if strings.Contains(text, "Weigh {dose}") && c.plan.DoseMeasures != nil {
		text = strings.Replace(text, "Weigh {dose}", "Measure out {count} × {measure} ({dose})", 1)
	}
	var out strings.Builder
	var values []quantity.Value
	for {
		before, rest, found := strings.Cut(text, "{")
		out.WriteString(before)
		name, after, closed := strings.Cut(rest, "}")
		if !found || !closed {
			break
		}
		text = after
		var v quantity.Value
		switch name {
		case "band":
			out.WriteString(c.plan.Grind.Band)
			continue
		case "measure":
			out.WriteString(c.plan.DoseMeasures.Name)
			continue
		case "count":
			v = quantity.Of(c.plan.DoseMeasures.Count/c.batch.n, quantity.None)
		case "dose":
			v = quantity.Of(c.batch.dose, quantity.Gram)
		case "heated":
			v = quantity.Of(*c.heatedEach(), quantity.Millilitre)
		case "melt":
			v = quantity.Of(*c.plan.Water.MeltG/c.batch.n, quantity.Gram)
		case "rinse":
			v = quantity.Of(c.batch.rinse, quantity.Millilitre)
		case "left":
			v = quantity.Of(c.batch.left/c.cupsEach(), quantity.Millilitre)
		case "splash":
			v = quantity.Of(c.batch.splash, quantity.Millilitre)
		case "dilution":
			v = quantity.Of(c.batch.dilution, quantity.Millilitre)
		case "concentrate":
			v = quantity.Of(c.batch.concentrate, quantity.Millilitre)
		case "target":
			v = quantity.Of(*c.plan.TargetC, quantity.Celsius)
		case "to":
			v = quantity.Of(*s.ToG, quantity.Gram)
		default:
			panic("brew: no figure named " + name)
		}
		out.WriteString("{" + string(rune('0'+len(values))) + "}")
		values = append(values, v)
	}
	return quantity.Say(out.String(), values...)
}

// scaleCurve draws what the scale reads: the pours, or for a pot the water
// put in.
func (c *calc) scaleCurve() {
	var pts [][2]float64
	at := 0.0
	for _, s := range c.plan.Steps {
		if s.Lane != method.Scale {
			continue
		}
		pts = append(pts, [2]float64{s.AtS, at}, [2]float64{s.AtS + s.ForS, *s.ToG})
		at = *s.ToG
	}
	if len(pts) == 0 {
		for _, s := range c.plan.Steps {
			if s.ToG != nil {
				pts = append(pts, [2]float64{s.AtS, 0}, [2]float64{s.AtS + s.ForS, *s.ToG})
				at = *s.ToG
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
		c.caution("fire-ban", "")
		if r.Heat.Fuel != nil && *r.Heat.Fuel == "gas" {
			c.caution("canister", "light")
		}
	}
	if *r.Water.Treatment == "boil" && (supplied || c.heatless() || c.batch.splash > 0 || c.school.DiluteCold) {
		c.caution("water", "") // this does not disinfect all that is drunk
	}
	if c.school.Milk > 0 {
		c.note("milk", "Sweet milk keeps without cold until it is opened.", "{0} of condensed milk in each cup.", quantity.Of(c.school.Milk, quantity.Gram))
	}
	c.caution("waste", "")
	if *c.plan.CupC > 65 {
		c.caution("cup-hot", c.plan.Steps[len(c.plan.Steps)-1].ID)
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
