package app

import (
	"context"
	"slices"
	"time"

	"apodemos/core/brew"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/core/ways"
)

// AgainIn asks for a cup of the log to be made again.
type AgainIn struct {
	Stop   int64        `json:"stop,omitempty" minimum:"1" doc:"Where"`
	Here   *ways.Wanted `json:"here,omitempty" doc:"Instead of a stop: the place, and the gear that is there"`
	Method string       `json:"method,omitempty" maxLength:"40" doc:"By which method; that of the cup when left out"`
	At     string       `json:"at,omitempty" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty" doc:"Local time of day, HH:MM, or empty"`
}

// AgainOut is a brew that comes out like a cup of the log. It is kept nowhere.
type AgainOut struct {
	Again  taste.Again `json:"again"`
	Plan   *brew.Plan  `json:"plan"`
	Lacks  string      `json:"lacks" doc:"Why it can’t be made there with your gear; empty if it can"`
	Before []LogEntry  `json:"before" doc:"The last cups there by this method, the latest first"`
}

// A spot is where a cup is made again, and with what.
type spot struct {
	ways.Wanted
	stop     Stop // zero where it is none
	supplies trip.Supplies
}

// spot is where a cup is to be made again.
func (a App) spot(ctx context.Context, in AgainIn) (s spot, err error) {
	switch {
	case in.Here != nil:
		s.Wanted = *in.Here
		return s, nil
	case in.Stop == 0:
		return s, wrong("stop", in.Stop, noSpot)
	}
	if s.stop, err = a.Stop(ctx, in.Stop); err != nil {
		return s, err
	}
	if s.supplies, err = a.supplies(ctx, s.stop.TripID); err != nil {
		return s, err
	}
	s.Request.Conditions = trip.ConditionsAt(s.stop.Conditions, s.stop.Facts, in.At)
	s.Have, s.Along, err = a.goingAlong(ctx, s.stop.TripID)
	return s, err
}

// MakeAgain plans a cup of the log again: at a stop, with the gear packed for its trip, or at any other
// place, with the gear that is there.
func (a App) MakeAgain(ctx context.Context, entry int64, in AgainIn) (AgainOut, error) {
	out := AgainOut{Before: []LogEntry{}}
	l, err := a.LogEntry(ctx, entry)
	if err != nil {
		return out, err
	}
	p, err := a.Plan(ctx, l.PlanID)
	if err != nil {
		return out, err
	}
	at, err := a.spot(ctx, in)
	if err != nil {
		return out, err
	}
	there := at.Request.Conditions
	was := p.Request
	r := brew.Request{Conditions: there}
	if in.Method == "" || in.Method == l.Method {
		// What it had of its own goes along, but for a grinder's clicks: it may be another.
		was.Grinder = brew.Grinder{}
		if r, err = movedTo(was.Conditions, there, was); err != nil {
			return out, err
		}
	} else {
		r = r.By(in.Method, "")
		r.CupMl, r.Scale = was.CupMl, was.Scale
	}
	r.Coffee, r.Drinkers, r.With = was.Coffee, was.Drinkers, brew.With{}
	if n := at.Request.Drinkers; n != nil {
		r.Drinkers = n
	}
	if id := was.Coffee.ID; id != nil {
		if c, err := a.CoffeeOf(ctx, *id); err == nil {
			r.Coffee = BeansOn(c, "", time.Now())
		}
	}
	if r = at.supplies.In(ways.With(r, at.Have, at.Along)); r.Grinder.UmPerClick == nil {
		r.Grinder = p.Request.Grinder
		r.Grinder.Clicks = nil
	}
	at.Request = r
	found, err := ways.Of(ctx, at.Wanted)
	if err != nil {
		return out, err
	}
	if i := slices.IndexFunc(found.Ways, func(w ways.Way) bool { return w.Method == r.Method }); i >= 0 {
		out.Lacks = found.Ways[i].Not
	}
	if _, err := brew.Compute(r); err != nil {
		return out, err // of the fields as they were sent
	}
	again, err := taste.MakeAgain(&brew.Planner{}, taste.Brew{Request: p.Request, Run: l.Had}, r)
	if err != nil {
		return out, err
	}
	out.Again = *again
	if out.Plan, err = Plan(again.Request, false); err != nil {
		return out, err
	}
	if at.stop.ID == 0 {
		return out, nil
	}
	log, err := a.Log(ctx, at.stop.TripID)
	for _, b := range log {
		if b.StopID == at.stop.ID && b.Method == again.Request.Method && len(out.Before) < lastCups {
			out.Before = append(out.Before, b)
		}
	}
	return out, err
}
