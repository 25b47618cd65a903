package app

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// Moment is when a task of a schedule begins and ends.
type Moment struct {
	From  string `json:"from" doc:"RFC 3339 with the offset of the stop's zone; a date for a task of any time of the day; empty when the trip has no date"`
	To    string `json:"to"`
	Timed bool   `json:"timed"`
}

// TripPlan is everything worked out for a trip.
type TripPlan struct {
	Result  *trip.Result `json:"result" nullable:"false"`
	Moments []Moment     `json:"moments" doc:"Of the result's tasks, in their order"`
	StopIDs []int64      `json:"stop_ids"`
}

// TripPlan plans a trip: with its own kit, or with other gear that is named.
func (a App) TripPlan(ctx context.Context, id int64, steps bool, with []int64) (TripPlan, error) {
	t, stops, shelf, err := a.journeyAndShelf(ctx, id)
	if err != nil {
		return TripPlan{}, err
	}
	items, err := a.KitItems(ctx, id, with)
	if err != nil {
		return TripPlan{}, err
	}
	if len(with) > 0 {
		// Its brews are made as a kit of these makes them.
		if err := equipAll(ctx, &t, shelf, with); err != nil {
			return TripPlan{}, err
		}
	}
	return PlanTrip(ctx, t, stops, items, steps)
}

// PlanTrip plans a trip that carries some items.
func PlanTrip(ctx context.Context, t trip.Trip, stops []Stop, items []gear.Item, steps bool) (TripPlan, error) {
	out := TripPlan{Moments: []Moment{}, StopIDs: []int64{}}
	var err error
	if out.Result, err = trip.ComputeContext(ctx, t); err != nil {
		return out, err
	}
	out.Result.WithKit(items, t.People)
	for _, st := range stops {
		out.StopIDs = append(out.StopIDs, st.ID)
	}
	for _, task := range out.Result.Tasks {
		out.Moments = append(out.Moments, moment(t, task))
	}
	if steps {
		for i := range out.Result.Brews {
			if p := out.Result.Brews[i].Plan(); p != nil {
				out.Result.Brews[i].Steps, out.Result.Brews[i].Cautions, out.Result.Brews[i].Rounds = p.Steps, p.Cautions, p.Rounds
			}
		}
	}
	return out, nil
}

func moment(t trip.Trip, task trip.Task) Moment {
	from, to, timed, err := zone.When(t, task)
	if err != nil {
		return Moment{}
	}
	layout := time.DateOnly
	if timed {
		layout = time.RFC3339
	}
	return Moment{from.Format(layout), to.Format(layout), timed}
}

// JourneyOf is a trip as the core reads it.
func JourneyOf(t Trip, stops []Stop, brews []Brew, coffees []trip.CoffeeBag) trip.Trip {
	out := trip.Trip{Name: t.Name, People: t.People, StartsOn: t.StartsOn, Supplies: t.Supplies, Coffees: coffees}
	for _, st := range stops {
		js := trip.Stop{Key: st.UUID, Spot: st.Spot, Day: st.Day, Km: st.Km, Conditions: st.Conditions}
		for _, b := range brews {
			if b.StopID == st.ID {
				js.Brews = append(js.Brews, trip.Brew{ID: b.ID, Key: b.UUID, Name: b.Name, At: b.At, Request: b.Request})
			}
		}
		out.Stops = append(out.Stops, js)
	}
	return out
}

// WhatIf is a trip beside the same with something gone wrong.
func (a App) WhatIf(ctx context.Context, id int64, w trip.WhatIf) (*trip.Comparison, error) {
	t, _, err := a.Journey(ctx, id)
	if err != nil {
		return nil, err
	}
	return trip.Compare(t, w)
}

// Duplicate makes a copy of a trip with its stops and brews, without its log.
func (a App) Duplicate(ctx context.Context, id int64) (Trip, error) {
	t, _, err := a.Journey(ctx, id)
	if err != nil {
		return Trip{}, err
	}
	if r := []rune(t.Name); len(r) > 113 {
		t.Name = string(r[:113])
	}
	t.Name += " (copy)"
	return a.Keep(ctx, t)
}

// Keep plans every brew of a trip and keeps it all, or nothing. Its error is
// brew.Problems, with the path of each.
func (a App) Keep(ctx context.Context, t trip.Trip) (Trip, error) {
	t.Coffees = slices.Clone(t.Coffees)
	named := CoffeesByIdentity(t.Coffees)
	for i := range t.Stops {
		for j := range t.Stops[i].Brews {
			c := &t.Stops[i].Brews[j].Request.Coffee
			if c.ID != nil && named[*c.ID] != "" {
				c.ID = new(named[*c.ID])
			}
		}
	}
	plans, err := planAll(ctx, t)
	if err != nil {
		return Trip{}, err
	}
	id, err := a.AddJourney(ctx, t, plans)
	if err != nil {
		return Trip{}, err
	}
	return a.Trip(ctx, id)
}

// planAll checks a trip and plans each of its brews, in order.
func planAll(ctx context.Context, t trip.Trip) ([]*brew.Plan, error) {
	if _, err := trip.ComputeContext(ctx, t); err != nil {
		return nil, err
	}
	var plans []*brew.Plan
	var bad brew.Problems
	for i, st := range t.Stops {
		for j, b := range st.Brews {
			p, err := Plan(b.Request, false)
			if ps, ok := errors.AsType[brew.Problems](err); ok {
				bad = append(bad, ps.At(fmt.Sprintf("stops[%d].brews[%d].request.", i, j))...)
			}
			plans = append(plans, p)
		}
	}
	if len(bad) > 0 {
		return nil, bad
	}
	return plans, nil
}

// CheckStop refuses a stop that a plan, or its trip, would refuse; its facts are held to
// the schema as they are read. Its error is brew.Problems.
func (a App) CheckStop(ctx context.Context, st Stop) error {
	if err := checkPlace(st.StopIn); err != nil {
		return err
	}
	stops, err := a.Stops(ctx, st.TripID)
	if err != nil {
		return err
	}
	if st.ID == 0 { // what comes after it moves on
		stops = slices.DeleteFunc(stops, func(o Stop) bool { return o.Position >= st.Position })
	}
	if i := at(stops, st.ID); i < 0 {
		stops = append(stops, st)
	} else {
		stops[i] = st
	}
	return daysInOrder(stops, st.ID)
}

// checkPlace refuses a stop whose zone, or whose conditions, no plan takes.
func checkPlace(st StopIn) error {
	if err := zone.Check(st.TimeZone); err != nil {
		return brew.Problems{{Field: "time_zone", Value: st.TimeZone, Message: err.Error()}}
	}
	if _, err := conditions.Of(st.Conditions); err != nil {
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			return bad.At("conditions.")
		}
		return err
	}
	return nil
}

// ArrangeStops sets order, days and distances of stops at once, each from the revision
// that it names. Its error is brew.Problems where days would run backwards.
func (a App) ArrangeStops(ctx context.Context, trip int64, moved []Stop) error {
	stops, err := a.Stops(ctx, trip)
	if err != nil {
		return err
	}
	for _, m := range moved {
		if i := at(stops, m.ID); i >= 0 {
			stops[i].Position, stops[i].Day = m.Position, m.Day
		}
	}
	if err := daysInOrder(stops, 0); err != nil {
		return err
	}
	return a.Arrange(ctx, trip, moved)
}

// daysInOrder refuses days that run backwards along the stops; the field is that of the
// stop with an ID, where it is concerned.
func daysInOrder(stops []Stop, id int64) error {
	slices.SortStableFunc(stops, func(a, b Stop) int { return a.Position - b.Position })
	for i := 1; i < len(stops); i++ {
		a, b := stops[i-1], stops[i]
		if b.Day >= a.Day {
			continue
		}
		v := b.Day
		if a.ID == id {
			v = a.Day
		}
		return wrong("day", v, dayBackwards, quantity.Said(b.Day), quantity.Text(b.Name), quantity.Said(a.Day), quantity.Text(a.Name))
	}
	return nil
}
