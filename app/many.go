package app

import (
	"context"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/core/ways"
)

// EveryIn asks for a brew on every morning, or every evening, of a trip.
type EveryIn struct {
	Meal   string `json:"meal" enum:"morning,evening"`
	Method string `json:"method,omitempty" maxLength:"40" doc:"Where it is possible; the best way of each stop where it is not, and when left out"`
	School string `json:"school,omitempty" maxLength:"40"`
	// Preview asks what would be made, and makes nothing.
	Preview bool `json:"preview,omitempty" doc:"Say what would be made, and make nothing"`
}

// Would is a brew that is made, or would be.
type Would struct {
	Stop   string  `json:"stop"`
	Day    int     `json:"day"`
	At     string  `json:"at"`
	Method string  `json:"method"`
	School string  `json:"school"`
	DoseG  float64 `json:"dose_g"`
	TotalS float64 `json:"total_s" doc:"From the first thing to do until all is served"`
}

// EveryOut is what was made of it.
type EveryOut struct {
	Made  []Brew   `json:"made"`
	Would []Would  `json:"would" doc:"What is made, or on a preview would be"`
	Said  []string `json:"said" doc:"What was left out, or is made another way, and why"`
}

// Every makes a brew on every morning or evening of a trip that has none: all of them or
// none. Each takes the way that was asked where that is possible there, and else the best
// one with what goes along.
func (a App) Every(ctx context.Context, id int64, in EveryIn) (EveryOut, error) {
	out := EveryOut{Made: []Brew{}, Would: []Would{}, Said: []string{}}
	if in.Method != "" {
		var school *string
		if in.School != "" {
			school = &in.School
		}
		if bad := brew.CheckMethod(in.Method, school); bad != nil {
			return out, bad
		}
	}
	t, stops, err := a.Journey(ctx, id)
	if err != nil {
		return out, err
	}
	have, along, err := a.goingAlong(ctx, id)
	if err != nil {
		return out, err
	}
	if len(have) == 0 && in.Method == "" {
		have = gear.Assumed()
		out.Said = append(out.Said, "You have no gear yet: a pot, a grinder and mugs are assumed")
	}
	meal := trip.Meals[0]
	if in.Meal == "evening" {
		meal = trip.Meals[len(trip.Meals)-1]
	}
	var brews []Brew
	var plans []*brew.Plan
	for _, i := range trip.Without(t, meal, in.Meal == "evening") {
		r := t.Supplies.In(brew.Request{Conditions: trip.ConditionsAt(stops[i].Conditions, stops[i].Facts, meal.At), Drinkers: new(float64(t.People))})
		q, said, err := a.wayAt(ctx, r, have, along, in.Method, in.School)
		if err != nil {
			return out, err
		}
		if said != "" {
			out.Said = append(out.Said, stops[i].Name+": "+said)
		}
		if q == nil {
			continue
		}
		p, err := Plan(*q, false)
		if err != nil {
			return out, err
		}
		would := Would{Stop: stops[i].Name, Day: t.Stops[i].Day, At: meal.At, Method: q.Method, DoseG: *p.DoseG}
		if p.TotalS != nil {
			would.TotalS = *p.TotalS
		}
		if p.Request.School != nil {
			would.School = *p.Request.School
		}
		out.Would = append(out.Would, would)
		brews, plans = append(brews, Brew{StopID: stops[i].ID, Name: meal.Name, At: meal.At, Request: *q}), append(plans, p)
	}
	if in.Preview {
		return out, nil
	}
	out.Made, err = a.AddBrews(ctx, brews, plans)
	return out, err
}

// goingAlong is the shelf, and what of it goes along on a trip.
func (a App) goingAlong(ctx context.Context, trip int64) (shelf []gear.Item, along []int64, err error) {
	k, err := a.TripKit(ctx, trip)
	if err != nil {
		return nil, nil, err
	}
	shelf, err = a.Gear(ctx)
	return shelf, k.Items, err
}

// wayAt is the request of a way at a stop: as asked where it can be made with what there
// is, and else the best one. It is nil where nothing can.
func (a App) wayAt(ctx context.Context, r brew.Request, have []gear.Item, along []int64, method, school string) (*brew.Request, string, error) {
	w, err := ways.Of(ctx, ways.Wanted{Request: r, Have: have, Along: along})
	if err != nil {
		return nil, "", err
	}
	said := ""
	if method != "" {
		i := slices.IndexFunc(w.Ways, func(x ways.Way) bool { return x.Method == method })
		if i < 0 {
			return nil, "", wrong("method", method, noMethod, quantity.Quoted(method))
		}
		if x := w.Ways[i]; x.Not == "" {
			q := x.Request
			if school != "" {
				q = q.By(method, school)
			}
			if _, err := brew.Compute(q); err == nil {
				return &q, "", nil
			}
		} else {
			said = x.Not + "; another method"
		}
	}
	if best := w.Ways[0]; best.Not == "" {
		return &best.Request, said, nil
	}
	return nil, "no brew: nothing works there with this gear", nil
}

// Elsewhere is where a brew goes.
type Elsewhere struct {
	Stop int64  `json:"stop" minimum:"1"`
	At   string `json:"at,omitempty" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty" doc:"Local time of day, HH:MM, or empty"`
}

// CopyBrew plans a brew at another stop, or at another hour, too: what it has of its own
// goes along, and the rest is that of the stop.
func (a App) CopyBrew(ctx context.Context, b Brew, to Elsewhere) (BrewOut, error) {
	r, p, err := a.elsewhere(ctx, b, to)
	if err != nil {
		return BrewOut{}, err
	}
	b, err = a.AddBrew(ctx, Brew{StopID: to.Stop, Name: b.Name, At: to.At, Request: r}, p)
	if err != nil {
		return BrewOut{}, err
	}
	return a.BrewOut(ctx, b)
}

// ShiftBrew moves a brew with its log to another stop, or another hour.
func (a App) ShiftBrew(ctx context.Context, b Brew, revision int64, to Elsewhere) (BrewOut, error) {
	r, p, err := a.elsewhere(ctx, b, to)
	if err != nil {
		return BrewOut{}, err
	}
	b.Request, b.At, b.Revision, b.StopID = r, to.At, revision, to.Stop
	if b, err = a.SetBrew(ctx, b, p); err != nil {
		return BrewOut{}, err
	}
	return a.BrewOut(ctx, b)
}

// elsewhere is a brew's request, and its plan, at another stop and hour.
func (a App) elsewhere(ctx context.Context, b Brew, to Elsewhere) (brew.Request, *brew.Plan, error) {
	from, err := a.Stop(ctx, b.StopID)
	if err != nil {
		return brew.Request{}, nil, err
	}
	st, err := a.Stop(ctx, to.Stop)
	if err != nil {
		return brew.Request{}, nil, err
	}
	here, err := a.supplies(ctx, from.TripID)
	if err != nil {
		return brew.Request{}, nil, err
	}
	there, err := a.supplies(ctx, st.TripID)
	if err != nil {
		return brew.Request{}, nil, err
	}
	r, err := movedTo(trip.ConditionsAt(from.Conditions, from.Facts, b.At), trip.ConditionsAt(st.Conditions, st.Facts, to.At), here.Without(b.Request))
	if err != nil {
		return brew.Request{}, nil, err
	}
	r = there.In(r)
	p, err := Plan(r, false)
	return r, p, err
}
