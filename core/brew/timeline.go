package brew

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/method"
	"apodemos/core/quantity"
)

// coffeeIn is how long it takes to put coffee into cold water before lighting.
const coffeeInS = 20

// lay counts the school's steps from first contact: those counted from the boil
// are moved there, the step that may is stretched, and pours go where the user
// put them. It sets the times that need no temperature.
func (c *calc) lay() Problems {
	w := &c.when
	w.contact, w.lastPour, w.hot = 0, 0, 0
	boilAt := 0.0
	if c.way() == method.BoilIn {
		boilAt = w.boiled
	}
	c.line = c.ownSteps(c.line[:0])
	added := 0.0
	for i := range c.line {
		s := &c.line[i]
		if s.Phase != method.Brew {
			continue
		}
		if s.FromBoil {
			s.AtS += boilAt
		}
		s.AtS += added
		if s.Stretch {
			s.ForS += c.stretch
			added += c.stretch
		}
		if s.ID == "settle" && c.splashMl() < c.school.SplashMl {
			s.ForS += settleMoreS
			added += settleMoreS
		}
	}
	bad := c.movePours()
	for _, s := range c.line {
		switch s.Phase {
		case method.Brew:
			w.contact = math.Max(w.contact, s.AtS+s.ForS)
			if s.Lane == method.Scale {
				w.lastPour = s.AtS + s.ForS
			}
		case method.Hot:
			w.hot += s.ForS
		}
	}
	w.served = w.contact
	for _, s := range c.line {
		if s.Phase == method.Serve {
			w.served += s.ForS
		}
	}
	return bad
}

const (
	shortestS = 3   // of a step cut short by the pour after it
	latestS   = 600 // that a pour may be put off
)

// movePours puts pours where the user wants them, in the order of the school.
// What follows a pour moves with it; what comes before it is cut short, or goes
// on until it begins.
func (c *calc) movePours() Problems {
	var bad Problems
	if len(c.req.Pours) == 0 {
		return nil
	}
	field := func(n int, name string) string { return fmt.Sprintf("pours[%d].%s", n, name) }
	known := c.pourIDs()
	for n, p := range c.req.Pours {
		if !slices.Contains(known, p.ID) {
			bad = append(bad, Problem{field(n, "id"), p.ID, fmt.Sprintf("%q is not a pour of this school; allowed: %s", p.ID, strings.Join(known, ", "))})
		}
	}
	for at := range c.line {
		if c.line[at].Lane != method.Scale || c.line[at].Phase != method.Brew {
			continue
		}
		for n, p := range c.req.Pours {
			if p.ID != c.line[at].ID {
				continue
			}
			if p.AtS != nil {
				if prob, is := c.delay(at, field(n, "at_s"), *p.AtS); is {
					bad = append(bad, prob)
				}
			}
			if p.ToPct != nil {
				low, high := c.shares(at)
				if prob, is := CheckRange(field(n, "to_pct"), *p.ToPct, low, high, string(quantity.Percent)); is {
					bad = append(bad, prob)
					continue
				}
				c.line[at].PourTo, c.line[at].PourPerG = *p.ToPct/100, 0
			}
		}
	}
	return bad
}

func (c *calc) pourIDs() []string {
	var out []string
	for _, s := range c.line {
		if s.Phase == method.Brew && s.Lane == method.Scale {
			out = append(out, s.ID)
		}
	}
	return out
}

// delay moves the step at an index to begin at `to`.
func (c *calc) delay(at int, field string, to float64) (Problem, bool) {
	s := &c.line[at]
	before := -1
	for i := range at {
		if c.line[i].Phase == method.Brew {
			before = i
		}
	}
	low, high := 0.0, 0.0 // the first pour is where time begins
	if before >= 0 {
		b := c.line[before]
		low = b.AtS + b.ForS
		if b.Lane != method.Scale {
			low = b.AtS + math.Min(b.ForS, shortestS)
		}
		low, high = math.Ceil(low), math.Floor(s.AtS+latestS)
	}
	if prob, is := CheckRange(field, to, low, high, string(quantity.Second)); is {
		return prob, true
	}
	by := to - s.AtS
	if before >= 0 {
		b := &c.line[before]
		if end := b.AtS + b.ForS; end > to || (b.Lane != method.Scale && math.Abs(end-s.AtS) < 1e-9) {
			b.ForS = to - b.AtS
		}
	}
	for i := at; i < len(c.line); i++ {
		if c.line[i].Phase == method.Brew {
			c.line[i].AtS += by
		}
	}
	return Problem{}, false
}

// shares is between which a pour may end, in percent of the brew water.
func (c *calc) shares(at int) (low, high float64) {
	low, high = 0, 100
	last := true
	for i, s := range c.line {
		if s.Phase != method.Brew || s.Lane != method.Scale || i == at {
			continue
		}
		if share := 100 * c.pourShare(s); i < at {
			low = math.Ceil(share)
		} else if last {
			last, high = false, math.Floor(share)
		}
	}
	if last {
		low = 100 // the last pour is all of it
	}
	return low, high
}

// boiledLonger is how much longer than the school wants the coffee boils, so that
// its water is safe.
func (c *calc) boiledLonger() float64 {
	if c.way() != method.BoilIn {
		return 0
	}
	return math.Max(c.when.treat-c.school.BoilS, 0)
}

// ownSteps are the school's steps with those that this brew needs besides: what is
// warmed first, and the boil that makes the water safe where the coffee is in it.
func (c *calc) ownSteps(line []method.Step) []method.Step {
	longer := c.boiledLonger()
	warmed := c.batch.preheat == 0
	boiled := longer == 0
	for _, s := range c.school.Steps {
		if !warmed && s.Phase > method.Prepare {
			line = append(line, method.Step{ID: "preheat", Phase: method.Hot, Lane: method.Hands, Label: "warm", Text: "Warm " + c.warms() + " with {preheat} of hot water. Tip it out.", ForS: preheatS, Until: method.Time, Caution: "scald"})
			warmed = true
		}
		if s.ID == "boil" && s.FromBoil && c.when.treat > 0 {
			s.Keep = true
			s.Text = "Keep it at a rolling boil all this time: it makes the water safe."
		}
		if s.FromBoil && longer > 0 {
			switch {
			case s.AtS > 0:
				s.AtS += longer
			case c.school.BoilS > 0:
				s.ForS += longer
				boiled = true
			default:
				if !boiled {
					line = append(line, method.Step{ID: "disinfect", Phase: method.Brew, Lane: method.Hands, Label: "rolling boil", Text: "Keep it at a rolling boil, to make the water safe. Lift it when it climbs.", FromBoil: true, ForS: longer, Until: method.Time, Keep: true, Caution: "climbs", Cover: s.Cover})
					boiled = true
				}
				s.AtS += longer
				s.Until, s.Sign, s.Text, s.Caution = method.Time, "", "Off the heat.", ""
			}
		}
		line = append(line, s)
	}
	return line
}

// preheatS is how long warming cups or brewer takes. Common practice.
const preheatS = 20

// warms is what is warmed, in words.
func (c *calc) warms() string {
	cups := "the cup"
	if *c.req.Drinkers > 1 {
		cups = "the cups"
	}
	switch {
	case !*c.req.Brewer.Preheated:
		return cups
	case !*c.req.Cup.Preheated:
		return "the brewer"
	}
	return cups + " and the brewer"
}
