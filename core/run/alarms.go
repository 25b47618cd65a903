package run

import (
	"cmp"
	"slices"

	"apodemos/core/method"
	"apodemos/core/quantity"
)

// An Alarm is a moment at which somebody is wanted who does not look at the guide: a phone in
// a pocket, a page behind another.
type Alarm struct {
	ID   string          `json:"id"`
	Kind string          `json:"kind" enum:"boil,safe,wait,step" doc:"boil: it should boil, and wants looking after; safe: the safety boil is over; wait: it is cool enough; step: something is to be done"`
	AtS  float64         `json:"at_s" doc:"Position"`
	Say  quantity.Phrase `json:"say"`
}

// mostAlarms is how far ahead alarms are told.
const mostAlarms = 12

// alarms are the moments to come, as far as the clock goes on by itself: up to the next gate,
// at which it waits for somebody.
func (f *Follower) alarms(steps []LiveStep, v View) []Alarm {
	out := []Alarm{}
	if !f.begun || f.finished || f.paused || v.Stands {
		return out
	}
	add := func(id, kind string, at float64, say quantity.Phrase) {
		if at > f.pos+0.5 {
			out = append(out, Alarm{kind + ":" + id, kind, at, say})
		}
	}
	for i := range f.steps {
		s := &f.steps[i]
		if s.Keep && s.hasBegun() && !s.over() && f.counts(s) {
			add(string(s.ID), "safe", s.endS(), safetyBoilOver.Say())
		}
	}
	if s := &f.steps[f.cur]; s.Until == method.Temperature && !s.hasEnded() {
		add(string(s.ID), "wait", s.endS(), waterShouldAbout.Say(quantity.Of(f.target(), quantity.Celsius)))
	}
	for i := f.after(); i < len(f.steps); i++ {
		s := &f.steps[i]
		if s.hasBegun() {
			continue
		}
		if s.gate == "boil" {
			add(string(s.ID), "boil", f.gateAt(i), shouldBoilAbout.Say())
			break
		}
		if s.gate != "" {
			add(string(s.ID), "step", f.gateAt(i), steps[i].Phrase)
			break
		}
		if s.Lane == method.Hands || s.Lane == method.Scale || s.Keep {
			add(string(s.ID), "step", f.due(i), steps[i].Phrase)
		}
	}
	slices.SortStableFunc(out, func(a, b Alarm) int { return cmp.Compare(a.AtS, b.AtS) })
	return out[:min(len(out), mostAlarms)]
}
