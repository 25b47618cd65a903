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
	"apodemos/core/field"
	"apodemos/core/method"
)

// Timed is what is needed of a plan.
type Timed struct {
	Steps  []brew.Step  `json:"steps" maxItems:"400"`
	Rounds []brew.Round `json:"rounds" maxItems:"400"`
}

// Run is a brew being made by the clock. Times are in ms since 1970, of the clock that
// the interface runs by.
type Run struct {
	PlanID int64 `json:"plan_id"`
	// ZeroMs is when water met or will meet coffee, if nothing pauses.
	ZeroMs   int64     `json:"zero_ms"`
	PausedMs int64     `json:"paused_ms" doc:"When it was paused; 0 while it runs"`
	Step     int       `json:"step" minimum:"0" maximum:"2000" doc:"Index of the present step"`
	Done     []StepRun `json:"done" maxItems:"2000"`
	Finished bool      `json:"finished"`
}

// StepRun is when a step really began and ended, in s around first contact.
type StepRun struct {
	ID   string  `json:"id" maxLength:"60"`
	AtS  float64 `json:"at_s"`
	EndS float64 `json:"end_s"`
	Skip bool    `json:"skip"`
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
}

// CourseOf unrolls a plan: its steps are those of one round. The clock waits when the
// water boils, and when it meets the coffee; never while a round before is brewing.
func CourseOf(p Timed) Course {
	rounds := p.Rounds
	if len(rounds) == 0 {
		rounds = []brew.Round{{N: 1, StartS: math.Inf(-1)}}
	}
	c := Course{Steps: []RoundStep{}, Gates: []float64{}, pours: map[int]float64{}}
	boils, heated := 0.0, false
	for _, s := range p.Steps {
		c.StartS = math.Min(c.StartS, s.AtS)
		if s.ID == method.FlameFull {
			boils, heated = s.AtS+s.ForS, true
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
			}
			for _, g := range moments {
				if g > busy && !slices.Contains(c.Gates, g) {
					c.Gates = append(c.Gates, g)
				}
			}
		}
		busy = math.Max(busy, r.ReadyS-1)
	}
	return c
}

const (
	nearS = 1e-3 // a step that begins within it has begun
	gateS = 0.5  // at a gate, and at the end of a step
	// againS is how far into a step "back" goes to its own beginning.
	againS = 3
)

// Position is seconds around first contact at a moment; rate speeds the clock up.
func (r Run) Position(nowMs, rate float64) float64 {
	if r.PausedMs > 0 {
		nowMs = float64(r.PausedMs)
	}
	return (nowMs - float64(r.ZeroMs)) / 1000 * rate
}

// moveTo puts the clock to a position, running or paused as before: down, so that it is
// never a little short of the step moved to.
func (r Run) moveTo(position, nowMs, rate float64) Run {
	if r.PausedMs > 0 {
		r.PausedMs = round(nowMs)
	}
	r.ZeroMs = int64(math.Floor(nowMs - position/rate*1000))
	return r
}

func round(ms float64) int64 { return int64(math.Round(ms)) }

func (r Run) pause(nowMs float64) Run {
	if r.PausedMs == 0 {
		r.PausedMs = round(nowMs)
	}
	return r
}

func (r Run) resume(nowMs float64) Run {
	if r.PausedMs > 0 {
		r.ZeroMs += round(nowMs) - r.PausedMs
		r.PausedMs = 0
	}
	return r
}

// present is the index of the step that is on: the last that has begun.
func (c Course) present(position float64) int {
	at := 0
	for i, s := range c.Steps {
		if s.AtS <= position+nearS && s.AtS >= c.Steps[at].AtS {
			at = i
		}
	}
	return at
}

// gateAt is the gate that a run stands at.
func (c Course) gateAt(r Run, position float64) (float64, bool) {
	if r.PausedMs == 0 || r.Finished {
		return 0, false
	}
	for _, g := range c.Gates {
		if math.Abs(g-position) < gateS {
			return g, true
		}
	}
	return 0, false
}

// advance brings a run to a moment: it notes which steps have begun and ended, and
// stops at a gate that was reached since a position.
func (c Course) advance(r Run, from, nowMs, rate float64) Run {
	position := r.Position(nowMs, rate)
	gated := false
	if r.PausedMs == 0 {
		for _, g := range c.Gates {
			if from < g && position >= g {
				r = r.moveTo(g, nowMs, rate).pause(nowMs)
				position, gated = g, true
				break
			}
		}
	}
	index := c.present(position)
	if gated {
		index = c.present(position - 0.01)
	}
	if index != r.Step {
		if r.Step < len(c.Steps) && index > r.Step {
			r = r.note(c.Steps[r.Step], position, false)
		}
		r.Step = index
	}
	if position >= c.EndS && !r.Finished {
		r.Finished = true
		r = r.pause(nowMs)
	}
	return r
}

// note writes down that a step has ended, once.
func (r Run) note(s RoundStep, position float64, skip bool) Run {
	if !slices.ContainsFunc(r.Done, func(d StepRun) bool { return d.ID == string(s.ID) }) {
		r.Done = append(slices.Clone(r.Done), StepRun{ID: string(s.ID), AtS: s.AtS, EndS: position, Skip: skip})
	}
	return r
}

// Event is what the brewer does.
type Event struct {
	Kind string `json:"kind" enum:"go,next,back" doc:"go begins, pauses and goes on"`
	// Rewind goes back to the beginning of a step that has been on for a while first.
	Rewind bool `json:"rewind,omitempty" doc:"Back to the beginning of the step that is on, where it has been on for a while"`
	Sure   bool `json:"sure,omitempty" doc:"Next, though a boil that makes the water safe is not over"`
}

// GuideIn asks where a brew is, after an event or none.
type GuideIn struct {
	Timed
	Run    *Run    `json:"run,omitempty" doc:"As it was; none before it begins"`
	PlanID int64   `json:"plan_id,omitempty" doc:"Of the run that begins"`
	Event  *Event  `json:"event,omitempty"`
	FromS  float64 `json:"from_s,omitempty" doc:"Position that was seen last: gates after it stop the clock"`
	NowMs  float64 `json:"now_ms"`
	Rate   float64 `json:"rate" minimum:"1" maximum:"1000" doc:"How much faster than time the clock runs"`
}

// View is where a brew is, and what comes next. Steps are indices into the course's; −1
// for none.
type View struct {
	PositionS float64 `json:"position_s"`
	Present   int     `json:"present" doc:"The step that is on"`
	Shown     int     `json:"shown" doc:"The step to do now: at a gate the one behind it"`
	After     int     `json:"after"`
	Last      bool    `json:"last" doc:"No step comes after the one that is on"`
	Reading   int     `json:"reading" doc:"The next step that ends on a scale reading"`
	Gate      string  `json:"gate" enum:",boil,pour" doc:"What the clock waits for: that it boils, or that one is ready; empty while it does not"`
	Under     []int   `json:"under" doc:"Boils that make the water safe and are not over, besides the step shown"`
	Boil      int     `json:"boil" doc:"The boil that is not to be cut short"`
	PourS     float64 `json:"pour_s" doc:"When the water meets the coffee of the round shown"`
	NextS     float64 `json:"next_s" doc:"Position at which this changes by itself, while the clock runs"`
}

// GuideOut is where a brew is after all.
type GuideOut struct {
	Course Course `json:"course"`
	Run    *Run   `json:"run"`
	View   View   `json:"view"`
	Moved  bool   `json:"moved" doc:"The run has changed, and is to be kept"`
	Held   bool   `json:"held" doc:"A boil that makes the water safe would be cut short: asked for once more"`
}

// Guide takes one step of a guide. Its error is field.Problems.
func Guide(in GuideIn) (*GuideOut, error) {
	if p, is := field.Range("rate", in.Rate, 1, 1000, ""); is {
		return nil, field.Problems{p}
	}
	if len(in.Steps) == 0 {
		return nil, field.Problems{{Field: "steps", Message: "none; allowed: those of a plan"}}
	}
	c := CourseOf(in.Timed)
	out := &GuideOut{Course: c}
	r := in.Run
	if r != nil {
		next := *r
		if in.Event == nil && r.PausedMs == 0 && !r.Finished {
			next = c.advance(next, in.FromS, in.NowMs, in.Rate)
		}
		r = &next
	}
	if in.Event != nil {
		r, out.Held = c.do(r, *in.Event, in)
	}
	out.Run = r
	out.Moved = r != nil && (in.Run == nil || !same(*r, *in.Run))
	out.View = c.view(r, in.NowMs, in.Rate)
	return out, nil
}

func same(a, b Run) bool {
	return a.ZeroMs == b.ZeroMs && a.PausedMs == b.PausedMs && a.Step == b.Step && a.Finished == b.Finished && len(a.Done) == len(b.Done)
}

// do is what an event makes of a run; held where it would cut a boil short that makes
// the water safe, and nobody is sure.
func (c Course) do(r *Run, e Event, in GuideIn) (next *Run, held bool) {
	switch {
	case e.Kind == "go" && r == nil:
		begun := Run{PlanID: in.PlanID, Done: []StepRun{}}.moveTo(c.StartS, in.NowMs, in.Rate)
		return &begun, false
	case r == nil || r.Finished:
		return r, false
	case e.Kind == "go" && r.PausedMs > 0:
		on := r.resume(in.NowMs)
		return &on, false
	case e.Kind == "go":
		stop := r.pause(in.NowMs)
		return &stop, false
	}
	v := c.view(r, in.NowMs, in.Rate)
	to := v.Present + 1
	if e.Kind == "back" {
		to = v.Present
		if !e.Rewind || v.PositionS-c.Steps[v.Present].AtS <= againS {
			to = max(to-1, 0)
		}
	}
	forward := to > v.Present
	if forward && v.Boil >= 0 && !e.Sure {
		return r, true
	}
	moved := *r
	if forward {
		moved = moved.note(c.Steps[v.Present], v.PositionS, true)
	}
	target := c.EndS
	if to < len(c.Steps) {
		target = c.Steps[to].AtS
	}
	moved.Finished, moved.Step = to >= len(c.Steps), min(to, len(c.Steps)-1)
	moved = moved.moveTo(target, in.NowMs, in.Rate)
	if v.Gate != "" {
		moved = moved.resume(in.NowMs)
	}
	return &moved, false
}

func (c Course) view(r *Run, nowMs, rate float64) View {
	v := View{PositionS: c.StartS, Shown: 0, After: -1, Reading: -1, Boil: -1, Under: []int{}, NextS: c.EndS}
	if r != nil {
		v.PositionS = r.Position(nowMs, rate)
	}
	gate, at := 0.0, false
	if r != nil {
		gate, at = c.gateAt(*r, v.PositionS)
	}
	v.Present = c.present(v.PositionS)
	if at {
		v.Present = c.present(v.PositionS - 0.01)
	}
	v.Shown = v.Present
	v.Last = v.Present+1 >= len(c.Steps)
	if at && !v.Last {
		v.Shown++
	}
	if v.Shown+1 < len(c.Steps) {
		v.After = v.Shown + 1
	}
	shown := c.Steps[v.Shown]
	v.PourS = c.pours[shown.Round]
	if at {
		v.Gate = "pour"
		if gate-v.PourS < -gateS {
			v.Gate = "boil"
		}
	}
	for i := v.Shown; i < len(c.Steps) && v.Reading < 0; i++ {
		if readsScale(c.Steps[i]) {
			v.Reading = i
		}
	}
	for i, s := range c.Steps {
		end := s.AtS + s.ForS
		if r != nil && s.Keep && s.AtS <= v.PositionS+nearS && end > v.PositionS+gateS {
			if v.Boil < 0 {
				v.Boil = i
			}
			if i != v.Shown {
				v.Under = append(v.Under, i)
			}
		}
		for _, change := range []float64{s.AtS, end - gateS} {
			if (change == s.AtS || s.Keep) && change > v.PositionS+nearS {
				v.NextS = math.Min(v.NextS, change)
			}
		}
	}
	for _, g := range c.Gates {
		if g > v.PositionS+nearS {
			v.NextS = math.Min(v.NextS, g)
		}
	}
	return v
}

// readsScale reports whether a step ends on a reading.
func readsScale(s RoundStep) bool {
	id, _, _ := strings.Cut(string(s.ID), "#")
	return s.ToG != nil && s.Until == method.Weight && (s.Lane == method.Scale || method.StepID(id) == method.FillKettle || method.StepID(id) == method.Draw)
}
