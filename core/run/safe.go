package run

import (
	"math"

	"apodemos/core/quantity"
)

// A safeBoil is the boil that makes the water of a round safe. It counts only while the
// water boils: from when somebody says so, or readings stand at this place's boiling point,
// until a probe shows that it does not.
type safeBoil struct {
	needS   float64 // at a rolling boil
	countS  float64 // of that, so far
	boils   bool
	cold    *float64 // what the probe read when it stopped the count
	signs   int      // that it boils, so far
	boiledT float64  // moment of the last one
	signC   float64  // the highest reading since then; NaN without one
	skipped bool     // somebody chose to go without: the water is not safe
}

const (
	// plateauK is how near the boiling point readings stand for a boil, plateauBandK how
	// near each other, and plateauS for how long. From memory.
	plateauK, plateauBandK, plateauS = 1.0, 0.5, 30
	// plateauGapS is the longest that a thermometer says nothing in that time.
	plateauGapS = 10
	// coldK is by how much a probe falls short of the boil for the count to stop, and lagK
	// what a probe may lag besides in settlesS after the first sign.
	coldK, lagK = 2.0, 4.0
)

// A plateau is a run of readings at the boiling point that stay where they are.
type plateau struct {
	since, last float64 // moments
	low, high   float64 // °C
}

// add takes in a reading; boilC is this place's boiling point.
func (p *plateau) add(t, c, boilC float64) {
	low, high := math.Min(p.low, c), math.Max(p.high, c)
	if math.Abs(c-boilC) > plateauK {
		*p = plateau{since: math.NaN()}
		return
	}
	if math.IsNaN(p.since) || t-p.last > plateauGapS || high-low > plateauBandK {
		*p = plateau{t, t, c, c}
		return
	}
	p.last, p.low, p.high = t, low, high
}

func (p *plateau) stands() bool { return p.last-p.since >= plateauS }

// over reports whether a boil is done with: counted to its end, or skipped.
func (s *step) over() bool {
	return !s.Keep || s.hasEnded() || s.safe.skipped || s.safe.countS >= s.safe.needS-endS
}

// owed is the boil that makes a round's water safe, while it is not over; −1 without one.
func (f *Follower) owed(round int) int {
	for i := range f.steps {
		if s := &f.steps[i]; s.Round == round && !s.over() {
			return i
		}
	}
	return -1
}

// barred reports whether a step lies behind a boil of its round that is still owed.
func (f *Follower) barred(n int) bool {
	i := f.owed(f.steps[n].Round)
	return i >= 0 && i < n
}

// guards reports whether a boil waits behind the gate before a step.
func (f *Follower) guards(n int) bool {
	return n < len(f.steps) && f.steps[n].gate == "boil" && f.owed(f.steps[n].Round) >= n
}

// boil is the boil that is on and owed, or is waited for at a gate; −1 without one.
func (f *Follower) boil() int {
	if !f.begun || f.finished {
		return -1
	}
	for i := range f.steps {
		if s := &f.steps[i]; s.Keep && s.hasBegun() && !s.over() {
			return i
		}
	}
	if n := f.after(); f.gated && f.guards(n) {
		return f.owed(f.steps[n].Round)
	}
	return -1
}

// counts reports whether a boil that is on counts now.
func (f *Follower) counts(s *step) bool { return s.safe.boils && !f.paused }

// standsCold reports whether the clock stands because the boil that is on does not count,
// before water has met coffee.
func (f *Follower) standsCold() bool {
	s := &f.steps[f.cur]
	return s.Keep && !s.over() && !f.counts(s) && !f.wet()
}

// count lets the boils that are on count up to where the clock is, and puts what comes
// after them where they then end.
func (f *Follower) count() {
	from := f.countedTo
	f.countedTo = f.pos
	for i := range f.steps {
		s := &f.steps[i]
		if !s.Keep || !s.hasBegun() || s.hasEnded() || s.safe.skipped {
			continue
		}
		if f.counts(s) {
			s.safe.countS += math.Max(f.pos-math.Max(from, s.began), 0)
		}
		left := math.Max(s.safe.needS-s.safe.countS, 0)
		if by := f.pos + left - s.endS(); left > 0 && math.Abs(by) > 1e-9 {
			s.ForS += by
			f.shiftRest(i, by)
		}
	}
}

// boilsNow lets the boil of a round count.
func (f *Follower) boilsNow(round int) {
	i := f.owed(round)
	if i < 0 {
		return
	}
	b := &f.steps[i].safe
	b.boils, b.cold, b.boiledT, b.signC = true, nil, f.t, math.NaN()
	b.signs++
	if f.water.live(f.t, liveHeatS) {
		b.signC = f.water.v
	}
}

// offBoil stops the count of the boils that are on.
func (f *Follower) offBoil() {
	for i := range f.steps {
		if s := &f.steps[i]; s.Keep && s.hasBegun() && !s.over() && s.safe.boils {
			s.safe.boils = false
			if f.water.live(f.t, liveHeatS) {
				s.safe.cold = new(tenths(f.water.v))
			}
		}
	}
	f.water0 = plateau{since: math.NaN()}
}

// wentCold reports whether the thermometer shows that a boil which counts is none: it reads
// well under this place's boiling point, or, where that is not known, under what it read at
// the boil.
func (f *Follower) wentCold() bool {
	for i := range f.steps {
		s := &f.steps[i]
		if !s.Keep || !s.hasBegun() || s.over() || !s.safe.boils {
			continue
		}
		c := f.water.v
		if !f.made.BoilKnown() {
			if math.IsNaN(s.safe.signC) || c > s.safe.signC {
				s.safe.signC = c
			}
			if c < s.safe.signC-coldK {
				return true
			}
			continue
		}
		limit := f.made.Boil.BoilC - coldK
		lags := s.safe.signs == 1 && f.t-s.safe.boiledT <= settlesS && c >= limit-lagK
		if c < limit && !lags {
			return true
		}
	}
	return false
}

// skipBoil goes without the boil that is on, or is waited for: the water is not safe.
func (f *Follower) skipBoil() {
	i := f.boil()
	if i < 0 {
		return
	}
	s := &f.steps[i]
	s.safe.skipped = true
	f.say(Off{What: "safe_boil_s", Step: string(s.ID), Planned: s.safe.needS, Actual: s.safe.countS, AtS: f.pos})
	f.held = false
	if i == f.cur {
		f.paused = false
		f.end(true)
		return
	}
	left := math.Max(s.safe.needS-s.safe.countS, 0)
	s.ForS = math.Max(s.ForS-left, 0)
	if n := f.after(); !f.wet() && n <= i {
		// The clock counts around first contact: it goes on by what is left out.
		for j := n; j <= i; j++ {
			f.steps[j].move(left)
		}
		f.pos += left
		return
	}
	f.shiftRest(i+1, -left) // what comes after it comes sooner
}

// unsafe is that water was not made safe; nil where it was, or had no need to be.
func (f *Follower) unsafe() *quantity.Phrase {
	for i := range f.steps {
		if s := &f.steps[i]; s.safe.skipped {
			return new(waterNotSafe.Say(quantity.Of(s.safe.countS, quantity.Second), quantity.Of(s.safe.needS, quantity.Second)))
		}
	}
	return nil
}

// A SafetyBoil is the boil that makes the water safe, while it is owed.
type SafetyBoil struct {
	Step  int             `json:"step" doc:"Index of its step"`
	LeftS float64         `json:"left_s" doc:"Still to boil, at a rolling boil"`
	Runs  bool            `json:"runs" doc:"It counts now"`
	Why   string          `json:"why" enum:",waits,cold,paused" doc:"Why it does not count: nobody has said that it boils, the probe is too cold, the guide is paused"`
	Say   quantity.Phrase `json:"say" doc:"What to do about it"`
}

// safety is the boil that is on or waited for; nil without one.
func (f *Follower) safety() *SafetyBoil {
	i := f.boil()
	if i < 0 {
		return nil
	}
	s := &f.steps[i]
	left := math.Max(s.safe.needS-s.safe.countS, 0)
	b := &SafetyBoil{Step: i, LeftS: left}
	sec := quantity.Of(left, quantity.Second)
	switch {
	case f.paused:
		b.Why, b.Say = "paused", pausedTimeDoesnt.Say(sec)
	case s.safe.cold != nil && f.made.BoilKnown():
		b.Why, b.Say = "cold", notBoilingProbe.Say(quantity.Of(*s.safe.cold, quantity.Celsius), quantity.Fine(f.made.Boil.BoilC, quantity.Celsius), sec)
	case s.safe.cold != nil:
		b.Why, b.Say = "cold", notBoilingProbeHas.Say(quantity.Of(*s.safe.cold, quantity.Celsius), sec)
	case !s.safe.boils:
		b.Why, b.Say = "waits", waitRollingBoil.Say(sec)
	default:
		b.Runs, b.Say = true, keepBoilingLeft.Say(sec)
	}
	return b
}
