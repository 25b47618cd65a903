package brew

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// A Timeline is the third stage: the school's steps, counted from first contact, and
// the times that need no temperature. Times are in s.
type Timeline struct {
	*Recipe
	Line     []method.Step
	Stretch  float64 // added to the step that may make up for cooler water
	PrepareS float64 // steps that need hot water, before contact
	ContactS float64 // until the drink leaves the grounds
	LastPour float64
	ServedS  float64 // end of the last serving step
}

// lay counts the school's steps from first contact: those counted from the boil are
// moved to boiledS, the step that may is stretched, and pours go where the user put
// them.
func (c *Recipe) lay(stretch, boiledS float64) (*Timeline, Problems) {
	w := &Timeline{Recipe: c, Stretch: stretch}
	w.Line = c.ownSteps(make([]method.Step, 0, len(c.School.Steps)+2))
	added := 0.0
	for i := range w.Line {
		s := &w.Line[i]
		if s.Phase != method.Brew {
			continue
		}
		if s.FromBoil {
			s.AtS += boiledS
		}
		s.AtS += added
		if s.Stretch {
			s.ForS += stretch
			added += stretch
		}
		if s.ID == method.Bloom {
			more := c.beans().BloomMoreS()
			s.ForS += more
			added += more
		}
		if s.ID == method.Settle && c.splashMl() < c.School.SplashMl {
			s.ForS += settleMoreS
			added += settleMoreS
		}
	}
	bad := w.movePours()
	w.stage()
	w.measure()
	return w, bad
}

// measure finds how long the parts of the timeline are.
func (w *Timeline) measure() {
	w.ContactS, w.PrepareS, w.LastPour = 0, 0, 0
	for i := range w.Line {
		s := &w.Line[i]
		switch s.Phase {
		case method.Brew:
			w.ContactS = math.Max(w.ContactS, s.AtS+s.ForS)
			if s.Lane == method.Scale {
				w.LastPour = s.AtS + s.ForS
			}
		case method.Hot:
			w.PrepareS += s.ForS
		}
	}
	w.ServedS = w.ContactS
	for i := range w.Line {
		if s := &w.Line[i]; s.Phase == method.Serve {
			w.ServedS += s.ForS
		}
	}
}

const (
	tinyShare = 1e-6 // that rounding a number may be out
	shortestS = 3    // of a step cut short by the pour after it
	latestS   = 600  // that a pour may be put off
)

// movePours puts pours where the user wants them, in the order of the school.
// What follows a pour moves with it; what comes before it is cut short, or goes
// on until it begins.
func (c *Timeline) movePours() Problems {
	var bad Problems
	if len(c.Request.Pours) == 0 {
		return nil
	}
	at := func(n int, name string) string { return fmt.Sprintf("pours[%d].%s", n, name) }
	known := c.pourIDs()
	for n, p := range c.Request.Pours {
		if !slices.Contains(known, p.ID) {
			bad = append(bad, Problem{Field: at(n, "id"), Value: p.ID, Message: fmt.Sprintf("%q is not a pour of this recipe. Choose %s", p.ID, strings.Join(known, ", "))})
		}
	}
	// All shares first: each is then checked against what the others come to, and not
	// against what they were.
	for i := range c.Line {
		for _, p := range c.Request.Pours {
			if p.ToPct != nil && p.ID == string(c.Line[i].ID) && c.Line[i].Lane == method.Scale && c.Line[i].Phase == method.Brew {
				c.Line[i].PourTo, c.Line[i].PourPerG = math.Min(math.Max(*p.ToPct, 0), 100)/100, 0
			}
		}
	}
	for i := range c.Line {
		if c.Line[i].Lane != method.Scale || c.Line[i].Phase != method.Brew {
			continue
		}
		for n, p := range c.Request.Pours {
			if p.ID != string(c.Line[i].ID) {
				continue
			}
			if p.AtS != nil {
				if prob, is := c.delay(i, at(n, "at_s"), *p.AtS); is {
					bad = append(bad, prob)
				}
			}
			if p.ToPct != nil {
				low, high := c.shares(i)
				if prob, is := field.Range(at(n, "to_pct"), *p.ToPct, low, high, quantity.Percent); is {
					bad = append(bad, prob)
				}
			}
		}
	}
	return bad
}

func (c *Timeline) pourIDs() []string {
	var out []string
	for _, s := range c.Line {
		if s.Phase == method.Brew && s.Lane == method.Scale {
			out = append(out, string(s.ID))
		}
	}
	return out
}

// delay moves the step at an index to begin at `to`.
func (c *Timeline) delay(at int, path string, to float64) (Problem, bool) {
	s := &c.Line[at]
	before, low, high := c.delays(at)
	if prob, is := field.Range(path, to, low, high, quantity.Second); is {
		return prob, true
	}
	by := to - s.AtS
	if before >= 0 {
		b := &c.Line[before]
		if end := b.AtS + b.ForS; end > to || (b.Lane != method.Scale && math.Abs(end-s.AtS) < 1e-9) {
			b.ForS = to - b.AtS
		}
	}
	for i := at; i < len(c.Line); i++ {
		if c.Line[i].Phase == method.Brew {
			c.Line[i].AtS += by
		}
	}
	return Problem{}, false
}

// delays is between which moments the step at an index may begin: what comes before it
// is cut to a few seconds, or is a pour that must end. before is the index of that; −1
// for the first pour, which is where time begins.
func (c *Timeline) delays(at int) (before int, low, high float64) {
	before = -1
	for i := range at {
		if c.Line[i].Phase == method.Brew {
			before = i
		}
	}
	if before < 0 {
		return before, 0, 0
	}
	b := &c.Line[before]
	low = b.AtS + b.ForS
	if b.Lane != method.Scale {
		low = b.AtS + math.Min(b.ForS, shortestS)
	}
	return before, math.Ceil(low - tinyShare), math.Floor(c.Line[at].AtS + latestS + tinyShare)
}

// Move is how far a pour may be moved.
type Move struct {
	AtLowS   float64 `json:"at_low_s"`
	AtHighS  float64 `json:"at_high_s"`
	ToLowPct float64 `json:"to_low_pct" doc:"Share of the brew water that is in when it ends"`
	ToHigh   float64 `json:"to_high_pct"`
}

// move is how far the pour with an ID may be moved from where the others are.
func (c *Timeline) move(id method.StepID) *Move {
	line := c
	if len(c.Request.Pours) > 0 {
		// From where it would be had it not been moved itself.
		recipe, set := *c.Recipe, *c.Setting
		set.Request.Pours = slices.Clone(set.Request.Pours)
		for i := range set.Request.Pours {
			if p := &set.Request.Pours[i]; p.ID == string(id) {
				p.AtS = nil
			}
		}
		recipe.Setting = &set
		line, _ = recipe.lay(c.Stretch, 0)
	}
	for i := range line.Line {
		if line.Line[i].ID == id {
			_, low, high := line.delays(i)
			from, to := c.shares(i)
			return &Move{low, high, from, to}
		}
	}
	return nil
}

// shares is between which a pour may end, in percent of the brew water.
func (c *Timeline) shares(at int) (low, high float64) {
	low, high = 0, 100
	last := true
	for i, s := range c.Line {
		if s.Phase != method.Brew || s.Lane != method.Scale || i == at {
			continue
		}
		if share := 100 * c.pourShare(&s); i < at {
			low = math.Ceil(share - tinyShare)
		} else if last {
			last, high = false, math.Floor(share+tinyShare)
		}
	}
	if last {
		low = 100 // the last pour is all of it
	}
	return low, high
}

// boiledLonger is how much longer than the school wants the coffee boils, so that
// its water is safe.
func (c *Setting) boiledLonger() float64 {
	if !c.BoilsIn() {
		return 0
	}
	return math.Max(c.BrewTreatS()-c.School.BoilS, 0)
}

// ownSteps are the school's steps with those that this brew needs besides: what is
// warmed first, and the boil that makes the water safe where the coffee is in it.
func (c *Recipe) ownSteps(line []method.Step) []method.Step {
	longer := c.boiledLonger()
	warmed := c.Batch.PreheatMl == 0
	boiled := longer == 0
	for _, s := range c.School.Steps {
		if !warmed && s.Phase > method.Prepare {
			line = append(line, method.Step{ID: method.Preheat, Phase: method.Hot, Lane: method.Hands, Label: "warm", Text: "Warm " + c.warms() + " with {preheat} of hot water. Tip it out.", ForS: preheatS, Until: method.Time, Caution: "scald"})
			warmed = true
		}
		if s.ID == method.BoilStep && s.FromBoil && c.BrewTreatS() > 0 {
			s.Keep = true
			s.Text = keepRolling(s.ForS + longer)
		}
		if s.FromBoil && longer > 0 {
			switch {
			case s.AtS > 0:
				s.AtS += longer
			case c.School.BoilS > 0:
				s.ForS += longer
				boiled = true
			default:
				if !boiled {
					line = append(line, method.Step{ID: method.Disinfect, Phase: method.Brew, Lane: method.Hands, Label: "rolling boil", Text: keepRolling(longer), FromBoil: true, ForS: longer, Until: method.Time, Keep: true, Caution: "climbs", Cover: s.Cover})
					boiled = true
				}
				s.AtS += longer
				s.Until, s.Sign, s.Text, s.Caution = method.Time, "", "Take it off the heat.", ""
			}
		}
		line = append(line, s)
	}
	return line
}

// preheatS is how long warming cups or brewer takes. Common practice.
const preheatS = 20

// warms is what is warmed, in words.
func (c *Setting) warms() string {
	cups := "the cup"
	if *c.Request.Drinkers > 1 {
		cups = "the cups"
	}
	switch {
	case !*c.Request.Brewer.Preheated:
		return cups
	case !*c.Request.Cup.Preheated:
		return "the brewer"
	}
	return cups + " and the brewer"
}

// pourTo is the scale reading at which a pour stops: of one batch, or of one cup where
// each cup is brewed on its own.
func (c *Recipe) pourTo(s *method.Step) float64 {
	whole := c.Batch.PouredMl
	if c.Method.Contact == method.Dilution {
		whole = c.Batch.DilutionMl
	}
	return c.pourShare(s) * whole / c.Apart()
}

// pourShare is the share of the brew water that is in when a pour ends.
func (c *Recipe) pourShare(s *method.Step) float64 {
	if s.PourPerG > 0 { // a bloom, whatever the dose
		return math.Min(s.PourPerG*c.Batch.DoseG/math.Max(c.Batch.PouredMl, 1e-9), 0.5)
	}
	return s.PourTo
}

// SteepS is the length of the step that may be stretched, in s; 0 where none may.
func (c *Timeline) SteepS() float64 {
	for i := range c.Line {
		if c.Line[i].Stretch {
			return c.Line[i].ForS
		}
	}
	return 0
}
