package run

import (
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// What the rest of a brew is planned for: the extraction, the strength and the drink of
// its plan, each as near as it can be told. From memory.
const (
	wishPoints = 1.0  // of extraction
	wishShare  = 0.05 // of strength and of drink
	// What is not known of a brew, its grind above all, is worth about a point. A change of
	// the rest is made in part where it brings the cup nearer by fromGain of that measure,
	// and in full from allGain on: so that no small difference makes a large one.
	fromGain, allGain = 0.25, 0.75
	littleGain        = 0.02
	// roundS is in what steps the rest is changed.
	roundS = 5
	// spreadS is how much later each pour may be put.
	spreadS = 20
	// coolC is how cool a cup may get for a longer steep.
	coolC = 55
)

// A lever is what is left to change of a round: how long it steeps, or when the pours that
// are to come begin. The zero lever changes nothing.
type lever struct {
	stretch int   // the step that may be stretched; −1 without one
	pours   []int // that are to come
	round   int
	steps   []step
}

// share is how much of a lever's seconds a step begins later.
func (l lever) share(i int) float64 {
	if l.steps == nil || l.steps[i].Round != l.round {
		return 0
	}
	if l.stretch >= 0 {
		return quantity.Either(i > l.stretch, 1.0, 0)
	}
	if len(l.pours) == 0 {
		return 0
	}
	n := 0
	for _, p := range l.pours {
		if p <= i {
			n++
		}
	}
	return float64(n) / float64(len(l.pours))
}

// leverFrom is what is left to change of a round once a step is on.
func (f *Follower) leverFrom(n, round int) lever {
	l := lever{stretch: -1, round: round, steps: f.steps}
	for i := max(n, 0); i < len(f.steps); i++ {
		s := &f.steps[i]
		if s.Round != round || !s.brewing || s.hasEnded() {
			continue
		}
		if f.stretches(s) {
			l.stretch = i
		}
		if i > n && s.Lane == method.Scale {
			l.pours = append(l.pours, i)
		}
	}
	if !f.made.Percolates() {
		l.pours = nil
	}
	return l
}

func (f *Follower) stretches(s *step) bool {
	for i := range f.made.Line {
		if k := &f.made.Line[i]; k.ID == method.StepID(s.Of) {
			return k.Stretch
		}
	}
	return false
}

// actual is a round as it has gone, with its rest so much longer.
func (f *Follower) actual(n int, extra float64) brew.Actual {
	r := &f.rounds[n-1]
	a := brew.Actual{StartC: r.startC, BoiledS: r.boiledS, SlurryC: r.slurry, KettleC: r.kettle, DrainedS: r.drainedS,
		Spans: map[method.StepID]brew.Span{}, Poured: map[method.StepID]float64{}}
	if f.made.BoilsIn() {
		a.StartC = nil
	}
	zero := f.pourS(n)
	from := func(i int) float64 { return f.steps[i].AtS + extra*r.lever.share(i) }
	last := -1
	var was, done, planned float64 // what is in, of the pours before
	whole := f.wholeMl()
	for i := range f.steps {
		s := &f.steps[i]
		if s.Round != n || !s.brewing {
			continue
		}
		at := from(i)
		if s.hasBegun() {
			at = s.began
		}
		end := at + s.ForS
		if r.lever.stretch == i {
			end += extra
		}
		if s.hasEnded() {
			end = s.ended
		} else if s.hasBegun() {
			end = math.Max(s.AtS+s.ForS+quantity.Either(r.lever.stretch == i, extra, 0), f.pos)
		}
		id := method.StepID(s.Of)
		a.Spans[id] = brew.Span{AtS: at - zero, ForS: end - at}
		if last >= 0 && f.steps[last].wait && !f.steps[last].hasEnded() {
			// A wait lasts until what comes after it.
			k := a.Spans[method.StepID(f.steps[last].Of)]
			if gap := at - zero - k.EndS(); math.Abs(gap) > nearS && math.Abs(gap) <= math.Abs(extra)+spreadS {
				k.ForS += gap
				a.Spans[method.StepID(f.steps[last].Of)] = k
			}
		}
		if !s.side {
			last = i
		}
		if s.Lane == method.Scale && s.ToG != nil {
			to := f.plannedTo(id)
			switch ml, poured := r.poured[id]; {
			case poured && s.hasBegun() && (s.hasEnded() || ml > to):
				was = math.Max(ml, was)
			case s.hasBegun():
				was = math.Max(to, was)
			case whole > planned: // its share of what is left
				was = math.Max(done+(whole-done)*(to-planned)/(whole-planned), done)
			}
			if s.hasBegun() {
				done, planned = was, to
			}
			a.Poured[id] = was
		}
	}
	return a
}

// plannedTo is the reading at which the plan ends a pour.
func (f *Follower) plannedTo(id method.StepID) float64 {
	for i := range f.plan.Steps {
		if s := &f.plan.Steps[i]; s.ID == id && s.ToG != nil {
			return *s.ToG
		}
	}
	return 0
}

// wholeMl is the reading of the last pour, as planned.
func (f *Follower) wholeMl() float64 {
	whole := 0.0
	for i := range f.plan.Steps {
		if s := &f.plan.Steps[i]; s.Lane == method.Scale && s.ToG != nil && s.AtS >= 0 {
			whole = math.Max(whole, *s.ToG)
		}
	}
	return whole
}

// miss is how far a round is from its plan: extraction, strength and drink, in what each
// can be told to.
type miss [4]float64

func (m miss) sum() (s float64) {
	for _, v := range m {
		s += v * v
	}
	return s
}

func (f *Follower) miss(b *brew.Brewed) miss {
	want := f.made
	wantE, e := want.Extraction, b.Extraction
	m := miss{100 * (e - wantE) / wishPoints}
	if want.DrinkMl > 0 && b.DrinkMl > 0 {
		wantT, t := want.TDSPct(), b.TDSPct()
		m[1] = (t/wantT - 1) / wishShare
		m[2] = (b.DrinkMl/want.DrinkMl - 1) / wishShare
	}
	if want.CupC > coolC && b.CupC < coolC {
		m[3] = (coolC - b.CupC) / 3
	}
	return m
}

// Fix lets the plan be followed as it is, with nothing planned anew: what a follower is
// compared with.
func (f *Follower) Fix() { f.fixed = true }

// again plans the rest of a round anew, from what has really been poured, cooled and
// elapsed.
func (f *Follower) again(n int) {
	r := &f.rounds[n-1]
	if f.fixed || !f.hasMet(n) || f.made.Um == 0 && len(r.poured) == 0 {
		return
	}
	r.lever = f.leverFrom(f.cur, n)
	r.extra = 0
	at := func(x float64) *brew.Brewed { return f.made.As(f.actual(n, x)) }
	best := at(0)
	cost := f.miss(best)
	if low, high := f.room(n); high > low && cost.sum() > littleGain {
		x, m := 0.0, cost
		for range 2 {
			d := math.Min(20, (high-low)/2)
			if x+d > high {
				d = -d
			}
			up := f.miss(at(x + d))
			var slope, along float64
			for i := range m {
				s := (up[i] - m[i]) / d
				slope += s * s
				along += s * m[i]
			}
			if slope < 1e-12 {
				break
			}
			to := quantity.RoundTo(math.Min(math.Max(x-along/slope, low), high), roundS)
			to = math.Min(math.Max(to, low), high)
			if math.Abs(to-x) < roundS/2 {
				break
			}
			k := f.miss(at(to))
			if k.sum() >= m.sum() {
				break
			}
			x, m = to, k
		}
		gain := math.Sqrt(cost.sum()) - math.Sqrt(m.sum())
		part := math.Min(math.Max((gain-fromGain)/(allGain-fromGain), 0), 1)
		if x = math.Min(math.Max(quantity.RoundTo(part*x, roundS), low), high); math.Abs(x) >= roundS {
			r.extra, best = x, at(x)
		}
	}
	var lifted *brew.Brewed
	if r.liftMl, lifted = f.lift(n, best); lifted != nil {
		best = lifted
	}
	r.now = best
	r.forPlan = nil
	f.adopt(n)
}

// hasMet reports whether water has met the coffee of a round.
func (f *Follower) hasMet(n int) bool {
	return slices.ContainsFunc(f.steps, func(s step) bool { return s.Round == n && s.brewing && s.hasBegun() })
}

// room is by how much the rest of a round may be longer, in s.
func (f *Follower) room(n int) (low, high float64) {
	l := f.rounds[n-1].lever
	switch {
	case l.stretch >= 0:
		s := &f.steps[l.stretch]
		own := s.ForS
		low, high = -0.5*own, own
		if s.hasBegun() {
			low = math.Max(low, f.pos+roundS-s.endS())
		}
	case len(l.pours) > 0:
		m := float64(len(l.pours))
		slack := float64(spreadS)
		for _, p := range l.pours {
			before := 0.0
			for i := range p {
				if k := &f.steps[i]; k.Round == n && k.brewing && k.Lane == method.Scale {
					before = k.endS()
				}
			}
			slack = math.Min(slack, f.steps[p].AtS-before-waitLeastS)
		}
		low, high = -m*math.Max(slack, 0), m*spreadS
		low = math.Max(low, m*(f.pos+waitLeastS-f.steps[l.pours[0]].AtS))
	}
	return math.Min(low, high), high
}

// lift is how much is to be in the cups when the dripper is lifted off, where more was
// poured than is wanted there; 0 where it may drain. What a bed passes is not known well
// enough to say when: how full the cups are can be seen.
func (f *Follower) lift(n int, best *brew.Brewed) (ml float64, as *brew.Brewed) {
	r := &f.rounds[n-1]
	wish := f.made.DrinkMl
	if best.Bed.Shape == "" || r.drainedS != nil || len(r.lever.pours) > 0 || best.DrinkMl < 1.02*wish {
		return 0, nil
	}
	a := f.actual(n, r.extra)
	early, late := best.LastPour, best.DrainedS
	if early >= late {
		return 0, nil
	}
	at := func(s float64) *brew.Brewed {
		a.LiftS = &s
		return f.made.As(a)
	}
	for range 8 { // to a hundredth of the drawdown
		if mid := (early + late) / 2; at(mid).DrinkMl > wish {
			late = mid
		} else {
			early = mid
		}
	}
	as = at(late)
	if math.Sqrt(f.miss(best).sum())-math.Sqrt(f.miss(as).sum()) < fromGain {
		return 0, nil
	}
	// What is topped up with comes afterwards.
	return (wish - f.made.Batch.DilutionMl*f.made.Batch.N) / float64(len(f.rounds)), as
}

// adopt lays the steps of a round that are to come as its rest was planned.
func (f *Follower) adopt(n int) {
	r := &f.rounds[n-1]
	p := r.now.Plan()
	r.forPlan = p
	zero := f.pourS(n)
	ready := 0.0
	for i := range f.steps {
		s := &f.steps[i]
		if s.Round != n {
			continue
		}
		for j := range p.Steps {
			k := &p.Steps[j]
			if string(k.ID) != s.Of || k.AtS < -nearS && !s.brewing {
				continue
			}
			switch {
			case s.hasEnded():
			case s.Drains:
				s.ForS = math.Max(k.AtS+k.ForS+zero-s.AtS, 1)
			case !s.brewing && !s.hasBegun() && !s.side:
				s.AtS = math.Max(k.AtS+zero, 0) - f.shift(i)
			}
			if !s.hasBegun() {
				s.Phrase, s.ToG = k.Phrase, k.ToG
			}
			break
		}
		if end := f.due(i) + s.ForS; !s.hasBegun() {
			ready = math.Max(ready, end)
		}
	}
	f.makeRoom(n, ready)
}

// makeRoom lets later rounds begin no sooner than this one leaves the hands.
func (f *Follower) makeRoom(n int, ready float64) {
	for i := range f.steps {
		s := &f.steps[i]
		if s.Round <= n || s.hasBegun() || s.AtS >= ready || i > 0 && f.steps[i-1].Round > n {
			continue
		}
		// The first step after this round, in the order in which they are gone through.
		if rest := f.steps[i:]; !slices.ContainsFunc(rest, func(k step) bool { return k.Round <= n && !k.hasBegun() }) {
			f.shiftRest(i, ready-s.AtS)
		}
		return
	}
}
