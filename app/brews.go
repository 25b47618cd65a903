package app

import (
	"context"
	"errors"
	"reflect"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/gear"
	"apodemos/core/trip"
	"apodemos/core/ways"
	"apodemos/core/working"
)

// Plan plans a brew without keeping it, with its notes, and with the workings of its
// figures unless they are not wanted. Its error is brew.Problems.
func Plan(r brew.Request, workings bool) (*brew.Plan, error) {
	p, err := brew.Compute(r)
	if err != nil {
		return nil, err
	}
	p.Notes = explain.Notes(p)
	if workings {
		p.Working = explain.Workings(p)
	}
	return p, nil
}

// Choices is what every school would give at a stop, with what the shelf lacks for it.
func Choices(ctx context.Context, r brew.Request, shelf []gear.Item) ([]brew.Choice, error) {
	return ways.Choices(ctx, r, shelf)
}

// BrewIn is what a person sets of a brew; Request is whole, with the stop's
// conditions in it.
type BrewIn struct {
	Name    string       `json:"name,omitempty" maxLength:"120" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not only spaces, or nothing"`
	At      string       `json:"at,omitempty" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty" doc:"Local time of day, HH:MM, or empty"`
	Request brew.Request `json:"request"`
}

// BrewOut is a brew with the plan it was last saved with.
type BrewOut struct {
	Brew
	Stored StoredPlan `json:"stored"`
	Stale  bool       `json:"stale" doc:"Its stop or its trip has changed since the plan was stored, and what it finds there with it"`
}

// NewBrew is a brew that is not kept yet: at the next free meal, with the stop's
// conditions at that hour.
type NewBrew struct {
	TripID  int64        `json:"trip_id"`
	Name    string       `json:"name"`
	At      string       `json:"at"`
	Request brew.Request `json:"request"`
}

// NewBrew proposes a brew at a stop, with the gear that goes along.
func (a App) NewBrew(ctx context.Context, stop int64, method, school, at string) (NewBrew, error) {
	st, err := a.Stop(ctx, stop)
	if err != nil {
		return NewBrew{}, err
	}
	t, stops, err := a.Journey(ctx, st.TripID)
	if err != nil {
		return NewBrew{}, err
	}
	meal := trip.Meal{At: at}
	for i := range stops {
		if stops[i].ID == stop && at == "" && st.TripID != NoTrip {
			meal = trip.NextMeal(t, i)
		}
	}
	r := brew.Request{Conditions: trip.ConditionsAt(st.Conditions, st.Facts, meal.At)}.By(method, school)
	r.Drinkers = new(float64(t.People))
	shelf, along, err := a.goingAlong(ctx, st.TripID)
	if err != nil {
		return NewBrew{}, err
	}
	r = t.Supplies.In(ways.With(r, shelf, along))
	return NewBrew{st.TripID, meal.Name, meal.At, r}, nil
}

// KeepBrew plans a new brew at a stop, and keeps it if it could be planned.
func (a App) KeepBrew(ctx context.Context, stop int64, in BrewIn) (BrewOut, error) {
	return a.save(ctx, Brew{StopID: stop}, in, a.AddBrew)
}

// ChangeBrew plans a brew anew and keeps it so, from the revision that the change began
// from. At another hour it finds the air of that hour.
func (a App) ChangeBrew(ctx context.Context, was Brew, revision int64, in BrewIn) (BrewOut, error) {
	if in.At != was.At {
		var err error
		if in.Request, err = a.atHour(ctx, was, in.At, in.Request); err != nil {
			return BrewOut{}, err
		}
	}
	return a.save(ctx, Brew{ID: was.ID, Revision: revision}, in, a.SetBrew)
}

func (a App) save(ctx context.Context, b Brew, in BrewIn, keep func(context.Context, Brew, *brew.Plan) (Brew, error)) (BrewOut, error) {
	p, err := Plan(in.Request, false)
	if err != nil {
		return BrewOut{}, err
	}
	b.Name, b.At, b.Request = in.Name, in.At, in.Request
	if b, err = keep(ctx, b, p); err != nil {
		return BrewOut{}, err
	}
	return a.BrewOut(ctx, b)
}

// BrewOut is a brew with the plan it was last saved with.
func (a App) BrewOut(ctx context.Context, b Brew) (BrewOut, error) {
	p, err := a.Told(ctx, b.PlanID)
	return BrewOut{b, p, !reflect.DeepEqual(p.Request, b.Request)}, err
}

// Told is a stored plan as it was told, with the workings of its figures: those that
// were kept, or that today's core gives again.
func (a App) Told(ctx context.Context, id int64) (StoredPlan, error) {
	p, err := a.Plan(ctx, id)
	if err != nil || len(p.Plan.Working) > 0 {
		return p, err
	}
	if w := again(p); w != nil {
		p.Plan.Working = w
	}
	return p, nil
}

// again computes the workings of a plan that this version of the core made; nil where
// another did.
func again(p StoredPlan) working.Sheet {
	if p.CoreVersion != brew.Version {
		return nil
	}
	fresh, err := brew.Compute(p.Request)
	if err != nil {
		return nil
	}
	return explain.Workings(fresh)
}

// WriteLog writes down how a brew came out. The workings of its plan are kept from then
// on: it goes on showing what it was told, whatever a later version computes.
func (a App) WriteLog(ctx context.Context, l LogEntry) (LogEntry, error) {
	err := a.CheckNoted(ctx, l.Noted)
	bad, ok := errors.AsType[brew.Problems](err)
	if err != nil && !ok {
		return l, err
	}
	if bad = append(bad, CheckBrewed(l.BrewedAt)...); len(bad) > 0 {
		return l, bad
	}
	ran, err := a.Noticed(ctx, l.BrewID)
	if err != nil {
		return l, err
	}
	if l.Had.Empty() {
		l.Had = ran.Had
	}
	if l.Had.Unboiled == nil { // nobody's own words take that away
		l.Had.Unboiled = ran.Had.Unboiled
	}
	if l.Made == nil {
		l.Made = ran.Kept
	}
	l.Tasting = l.Tasting.Hear() // what was typed counts, read or not
	out, err := a.AddLog(ctx, l)
	if err != nil {
		return out, err
	}
	p, err := a.Plan(ctx, out.PlanID)
	if err != nil {
		return out, err
	}
	if w := again(p); w != nil && len(p.Plan.Working) == 0 {
		// It is worked out again the next time, where it cannot be kept now.
		if err = a.KeepWorking(ctx, out.PlanID, w); errors.Is(err, ErrBusy) || errors.Is(err, ErrReadOnly) {
			err = nil
		}
	}
	return out, err
}

// atHour is a brew's request at another time of day: what it has of its own stays, and
// what it has from its stop is that of the hour.
func (a App) atHour(ctx context.Context, b Brew, at string, r brew.Request) (brew.Request, error) {
	st, err := a.Stop(ctx, b.StopID)
	if err != nil {
		return r, err
	}
	return movedTo(trip.ConditionsAt(st.Conditions, st.Facts, b.At), trip.ConditionsAt(st.Conditions, st.Facts, at), r)
}
