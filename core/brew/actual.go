package brew

import (
	"math"
	"slices"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/thermal"
)

// An Actual is how one round of a brew has gone so far, and how the rest of it is to go:
// what takes the place of a plan's own figures. What is left out is as planned. Times are
// in s from first contact.
type Actual struct {
	StartC  *float64                  // water at first contact, °C
	BoiledS *float64                  // where the coffee boils with its water, when it came to the boil
	Spans   map[method.StepID]Span    // when steps of the brewing were, or are to be
	Poured  map[method.StepID]float64 // ml that are in when a pour ends, of this batch or cup
	SlurryC []At                      // readings where it steeps, by time
	KettleC []At                      // of the kettle while it is poured from, by time
	Um      *float64                  // ground
	// DrainFactor is by how much the bed passes less than a usual one.
	DrainFactor *float64
	LiftS       *float64 // the dripper is lifted off, drained or not
	DrainedS    *float64 // it was seen to be drained
}

// Span is a stretch of time, in s.
type Span struct{ AtS, ForS float64 }

// EndS is when it ends.
func (s Span) EndS() float64 { return s.AtS + s.ForS }

// At is a temperature at a moment.
type At struct{ AtS, C float64 }

func (a *Actual) slurry(from, to float64) []At {
	if a == nil {
		return nil
	}
	return between(a.SlurryC, from, to)
}

func (a *Actual) kettle(from, to float64) []At {
	if a == nil {
		return nil
	}
	return between(a.KettleC, from, to)
}

// between are those after one moment, and not after another.
func between(all []At, from, to float64) []At {
	i := 0
	for i < len(all) && all[i].AtS <= from {
		i++
	}
	j := i
	for j < len(all) && all[j].AtS <= to {
		j++
	}
	return all[i:j]
}

func (a *Actual) lift() (float64, bool) {
	if a == nil || a.LiftS == nil {
		return 0, false
	}
	return *a.LiftS, true
}

func (a *Actual) drained() (float64, bool) {
	if a == nil || a.DrainedS == nil {
		return 0, false
	}
	return *a.DrainedS, true
}

// exact reports whether moments were seen, and are not to be rounded.
func (a *Actual) exact() bool { return a != nil }

// As is the brew as it has really gone, and as it goes on. The grind stays what it is:
// that is done. It never fails; what cannot be, such as a pour that takes water out, is
// left as it was planned.
func (b *Brewed) As(a Actual) *Brewed {
	set, rec, line, hot := *b.Setting, *b.Recipe, *b.Timeline, *b.Hot
	rec.Setting, line.Recipe, hot.Timeline = &set, &rec, &line
	line.Line = slices.Clone(line.Line)
	if a.StartC != nil {
		hot.StartC = *a.StartC
		hot.HotC = math.Max(hot.HotC, hot.StartC)
	}
	if a.BoiledS != nil {
		hot.BoiledS = *a.BoiledS
	}
	if a.DrainFactor != nil {
		set.Request.Calibration.DrainFactor = a.DrainFactor
	}
	rec.pouredAs(&line, a)
	for i := range line.Line {
		k := &line.Line[i]
		if at, was := a.Spans[k.ID]; was && k.Phase == method.Brew {
			k.AtS, k.ForS = at.AtS, math.Max(at.ForS, 0)
		}
	}
	line.measure()
	um := b.Um
	if a.Um != nil {
		um = *a.Um
	}
	s := hot.steepAs(um, true, &a)
	if s.leftOver > 0 {
		rec.Batch.LeftMl += s.leftOver
		rec.Batch.DrinkMl -= s.leftOver
		rec.DrinkMl -= s.leftOver * rec.Batch.N
	}
	out := *b
	out.Steeped, out.Um = s, um
	out.Extraction = b.Extraction
	if b.Um > 0 {
		out.Extraction = s.extraction(um)
	}
	return &out
}

// pouredAs takes what was poured, and is to be, in place of what was planned.
func (c *Recipe) pouredAs(line *Timeline, a Actual) {
	if len(a.Poured) == 0 {
		return
	}
	was, total := 0.0, 0.0
	to := make([]float64, len(line.Line))
	for i := range line.Line {
		k := &line.Line[i]
		if k.Phase != method.Brew || k.Lane != method.Scale {
			continue
		}
		was = c.pourTo(k)
		to[i] = math.Max(was, total)
		if ml, is := a.Poured[k.ID]; is {
			to[i] = math.Max(ml, total)
		}
		total = to[i]
	}
	if total <= 0 {
		return
	}
	// The grounds keep what little was poured.
	more := math.Max((total-was)*c.Apart(), -c.Batch.DrinkMl)
	if c.Method.Contact == method.Dilution {
		c.Batch.DilutionMl += more
	} else {
		c.Batch.PouredMl += more
	}
	c.Batch.DrinkMl += more
	c.DrinkMl += more * c.Batch.N
	set := *c.Setting
	set.Request.CupMl = new(c.DrinkMl / *set.Request.Drinkers)
	*c.Setting = set
	for i := range line.Line {
		k := &line.Line[i]
		if k.Phase == method.Brew && k.Lane == method.Scale {
			k.PourTo, k.PourPerG = to[i]/total, 0
		}
	}
}

// Plan is the brew as a plan: its figures, its steps and its cautions.
func (b *Brewed) Plan() *Plan { return b.plan() }

// TDSPct is the strength of the drink, in %.
func (b *Brewed) TDSPct() float64 {
	c := &script{Brewed: b}
	return c.dissolved().TDSPct
}

// Ready is the brew just before water meets coffee, ground to um: of one batch, or of one
// cup that steeps on its own. ok is false where the coffee boils with its water, or nothing
// is brewed.
func (b *Brewed) Ready(um float64) (st thermal.State, ok bool) {
	s := *b.Steeped
	s.um = um
	switch {
	case b.Method.Contact == method.Dilution:
		return st, false
	case b.Percolates():
		st = s.dryBed()
		if s.Bed.Shape != "" {
			st.Through = s.Bed.Flow
		}
		return st, true
	}
	c := &b.Batch
	v, n, emptyC := s.steeper()
	grounds := c.DoseG / n / 1000 * coffee.SpecificHeat
	st = s.state()
	st.Cups, st.KeepMl, st.Piped = 0, c.PouredMl, true
	dry := grounds + v.Capacity()
	if b.Method.InPot() {
		st.Kettle = thermal.Body{C: b.StartC, Ml: c.PouredMl, DryKJ: v.Capacity(), Vessel: v, LeastMl: c.PouredMl}
	} else {
		st.Kettle = thermal.Body{C: b.StartC, Ml: c.PouredMl / n, DryKJ: s.Vessel.Capacity(), Vessel: s.Vessel, Cover: heat.Spouted, LeastMl: c.PouredMl / n}
	}
	st.Bed = thermal.Body{C: mix(v.Capacity(), emptyC, grounds, s.Air.TempC), DryKJ: dry, Vessel: v, LeastMl: c.PouredMl / n}
	return st, true
}

// Stirred is how freely water reaches the coffee in a step of the school.
func (b *Brewed) Stirred(id method.StepID) (access float64, cover heat.Cover) {
	for i := range b.Line {
		if k := &b.Line[i]; k.ID == id {
			return b.access(k.Stir), k.Cover
		}
	}
	return b.access(0), heat.Open
}

// InCups is how warm the drink is once it is served, that left the coffee at c °C.
func (b *Brewed) InCups(c float64) float64 {
	s := *b.Steeped
	s.PouredC = c
	s.pourOut()
	return s.CupC
}

// LossFits is the factor on the usual loss with which the pot, waiting as it is planned
// to, cooled from one temperature to another in so many seconds. Its error is
// thermal.ErrFit.
func (b *Brewed) LossFits(fromC, toC, seconds float64) (float64, error) {
	usual := b.Vessel
	usual.LossFactor = 1
	return thermal.FitLoss(thermal.NewCooling(usual, math.Max(b.KettleMl, 1), b.Cover, b.Air), fromC, toC, seconds)
}
