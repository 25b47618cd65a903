// Package run is a brew being made: a plan and what happened, and from them where one
// is, which step is on and what comes next. It has no clock; the moments come in.
package run

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/method"
)

// Timed is what is needed of a plan.
type Timed struct {
	Steps  []brew.Step  `json:"steps" maxItems:"400"`
	Rounds []brew.Round `json:"rounds" maxItems:"400"`
}

// Run is a brew being made, as it is kept.
type Run struct {
	PlanID   int64  `json:"plan_id"`
	ID       string `json:"id,omitempty" maxLength:"36" doc:"Identity of the run; it is another once the brew is begun again"`
	Revision int64  `json:"revision,omitempty" minimum:"0" doc:"That it was read at, or 0 for one that begins: it is joined with what was done elsewhere since"`
	// ZeroMs is when its clock began, in ms since 1970, of the clock that the interface
	// runs by.
	ZeroMs   int64     `json:"zero_ms"`
	Zone     string    `json:"zone,omitempty" maxLength:"60" doc:"Time zone of the stop"`
	Rate     float64   `json:"rate,omitempty" doc:"How much faster than time its clock runs; 1 when left out"`
	Record   *Record   `json:"record,omitempty"`
	Step     int       `json:"step" minimum:"0" maximum:"2000" doc:"Index of the present step"`
	Done     []StepRun `json:"done" maxItems:"2000"`
	Finished bool      `json:"finished"`
	PausedMs int64     `json:"paused_ms" doc:"Of a run that an earlier version began: when it was paused; 0 otherwise"`
}

// StepRun is when a step really began and ended, in s around first contact.
type StepRun struct {
	ID   string  `json:"id" maxLength:"60"`
	AtS  float64 `json:"at_s"`
	EndS float64 `json:"end_s"`
	Skip bool    `json:"skip"`
}

// Taken is the record of a run: of one that an earlier version of the program began, it is
// taken up at the position that its clock had at a moment.
func (r Run) Taken(nowMs int64) Record {
	if r.Record != nil {
		return *r.Record
	}
	if r.PausedMs > 0 {
		nowMs = r.PausedMs
	}
	return Record{V: recordV, FromS: new(float64(nowMs-r.ZeroMs) / 1000), Events: []Event{}, TolG: tolG, TolC: tolC}
}

// RoundStep is a step of one of several batches or cups.
type RoundStep struct {
	brew.Step
	Round int    `json:"round"`
	Of    string `json:"of" doc:"ID of the plan's step that it is"`
}

// Course is a plan as it is gone through: the steps of every round by the clock.
type Course struct {
	Steps  []RoundStep `json:"steps" doc:"What someone does or waits for, in the order in which it is shown"`
	Gates  []float64   `json:"gates" doc:"Moments at which the clock waits for the brewer"`
	StartS float64     `json:"start_s"`
	EndS   float64     `json:"end_s"`
	pours  map[int]float64
	boils  []float64 // when the water of a round comes to the boil
}

// CourseOf unrolls a plan: its steps are those of one round. The clock waits when the
// water boils, and when it meets the coffee; never while a round before is brewing.
func CourseOf(p Timed) Course {
	rounds := p.Rounds
	if len(rounds) == 0 {
		rounds = []brew.Round{{N: 1, StartS: math.Inf(-1)}}
	}
	c := Course{Steps: []RoundStep{}, Gates: []float64{}, pours: map[int]float64{}}
	boils, heated, first := 0.0, false, math.NaN()
	for _, s := range p.Steps {
		c.StartS = math.Min(c.StartS, s.AtS)
		if s.ID == method.FlameFull {
			boils, heated = s.AtS+s.ForS, true
		}
		if s.ID == method.BoilFirst {
			first = s.AtS + s.ForS
		}
	}
	for _, r := range rounds {
		// A cup further on is poured from the same kettle.
		own := r.StartS < r.PourS
		c.pours[r.N] = r.PourS
		for _, s := range p.Steps {
			if s.AtS < 0 && !own {
				continue
			}
			step := RoundStep{Step: s, Round: r.N, Of: string(s.ID)}
			step.AtS += r.PourS
			if r.N != 1 {
				step.ID += method.StepID("#" + strconv.Itoa(r.N))
			}
			c.EndS = math.Max(c.EndS, step.AtS+step.ForS)
			if s.Lane != method.Flame {
				c.Steps = append(c.Steps, step)
			}
		}
	}
	slices.SortStableFunc(c.Steps, func(a, b RoundStep) int { return cmp.Compare(a.AtS, b.AtS) })
	busy := c.StartS + 1
	for _, r := range rounds {
		if r.StartS < r.PourS {
			moments := []float64{r.PourS}
			if heated {
				moments = []float64{boils + r.PourS, r.PourS}
				if !math.IsNaN(first) {
					moments = append([]float64{first + r.PourS}, moments...)
				}
				c.boils = append(c.boils, boils+r.PourS)
			}
			for _, g := range moments {
				if g > busy && !slices.Contains(c.Gates, g) {
					c.Gates = append(c.Gates, g)
				}
			}
		}
		busy = math.Max(busy, r.ReadyS-1)
	}
	slices.Sort(c.Gates)
	return c
}

const nearS = 1e-3 // a step that begins within it has begun

// readsScale reports whether a step can end on a reading of a scale.
func readsScale(s RoundStep) bool {
	id, _, _ := strings.Cut(string(s.ID), "#")
	return s.ToG != nil && (s.Lane == method.Scale || method.StepID(id) == method.FillKettle || method.StepID(id) == method.Draw)
}
