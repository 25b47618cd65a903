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
	for _, s := range c.school.Steps {
		if s.Phase == method.Prepare {
			cold += s.ForS
		}
	}
	wait := math.Max(w.wait, w.hot)
	var coldAt float64
	if supplied {
		at := -wait - 20
		c.add(Step{ID: "draw", Label: "draw water", AtS: at, ForS: 20, Lane: method.Hands, ToG: c.heatedEach(), Until: method.Weight, Caution: "scald"},
			"Draw {heated} of hot water.")
		coldAt = at - cold
	} else {
		firstMinute := w.light + lightS
		coldAt = firstMinute
		fillAt := w.light - fillS
		if firstMinute+cold > -wait {
			// Preparing takes longer than heating: do it first.
			coldAt = fillAt - cold
		}
		burner, _ := heat.BurnerByID(*r.Heat.Burner)
		fill := "Fill the pot with {heated}."
		if *r.Water.State != string(heat.Liquid) {
			fill = "A little water in the pot first, then {melt} of " + *r.Water.State + ", in handfuls."
		}
		c.add(Step{ID: "fill", Label: "fill", AtS: fillAt, ForS: fillS, Lane: method.Hands, ToG: c.heatedEach(), Until: method.Weight}, fill)
		light, full := "Light the stove", "Full flame"
		caution := "co"
		if !burner.Flame {
			light, full, caution = "Switch on", "Full power", "mains"
		}
		c.add(Step{ID: "light", Label: "light", AtS: w.light, ForS: math.Min(lightS, c.heated.HeatS), Lane: method.Hands, Until: method.Time, Caution: caution}, light+c.lidText())
		c.add(Step{ID: "flame-full", Label: "full", AtS: w.light, ForS: c.heated.HeatS, Lane: method.Flame, Until: method.Sign, Sign: "big bubbles break the surface"}, full+".")
		if low := w.treat + w.hold; low > 0 {
			text := "Low: keep it at the boil."
			if burner.Low == 0 {
				text = "Leave it on the heat."
			}
			c.add(Step{ID: "flame-low", Label: "low: at the boil", AtS: w.boiled, ForS: low, Lane: method.Flame, Until: method.Time}, text)
		}
		if w.treat > 0 {
			c.add(Step{ID: "disinfect", Label: "rolling boil", AtS: w.boiled, ForS: w.treat, Lane: method.Water, Until: method.Time, Caution: "water"}, "Rolling boil, to make the water safe.")
		}
	}
	if w.wait > 0 {
		text := "Off the heat, lid on. Wait until it is {target}."
		if c.school.WaitCover == heat.Open || !*r.Heat.Lid {
			text = "Off the heat, lid off. Wait until it is {target}."
		}
		c.add(Step{ID: "wait", Label: "wait", AtS: -w.wait, ForS: w.wait, Lane: method.Water, Until: method.Temperature}, text)
	}
	hotAt := -w.hot
	serveAt := w.contact
	for _, s := range c.school.Steps {
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
		c.add(st, s.Text)
	}
	sortSteps(c.plan.Steps)
	c.scaleCurve()
	c.safety(supplied)
	c.set(&c.plan.ContactS, "contact_s", w.contact, working.Figure{Label: "Contact", Unit: quantity.Second, Kind: working.Practice, Source: practice,
		Formula: "from first contact until the drink leaves the grounds, as the school has it",
		Inputs:  []working.Input{working.Word("School", c.school.Name, "request.school")}})
	return nil
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

func (c *calc) pourTo(s method.Step) *float64 {
	v := s.PourTo * c.batch.poured
	if s.PourPerG > 0 {
		v = math.Min(s.PourPerG*c.batch.dose, c.batch.poured)
	}
	return &v
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
			v = quantity.Of(c.batch.left, quantity.Millilitre)
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
	c.plan.Curves.ScaleG = append(pts, [2]float64{c.when.contact, at})
}

// safety raises the cautions that belong to the place and the gear.
func (c *calc) safety(supplied bool) {
	r := &c.req
	for _, id := range c.school.Cautions {
		c.caution(id, "")
	}
	burner, _ := heat.BurnerByID(*r.Heat.Burner)
	if !supplied && burner.Flame {
		c.caution("fire-ban", "")
		if r.Heat.Fuel != nil && *r.Heat.Fuel == "gas" {
			c.caution("canister", "light")
		}
	}
	if *r.Water.Treatment == "boil" && supplied {
		c.caution("water", "draw")
	}
	c.caution("waste", "")
}
