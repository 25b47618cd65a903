package app

import (
	"context"
	"slices"
	"time"

	"apodemos/core/run"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// NoTrip is the trip of a place that is of none.
const NoTrip int64 = 0

// Places are the places of no trip, the latest first, with their brews.
type Places struct {
	Stops []StopOut `json:"stops"`
	Brews []Brew    `json:"brews"`
}

// Places lists the places of no trip.
func (a App) Places(ctx context.Context) (Places, error) {
	t, err := a.TripOut(ctx, NoTrip)
	if err != nil {
		return Places{}, err
	}
	slices.Reverse(t.Stops)
	return Places{t.Stops, t.Brews}, nil
}

// AddPlace keeps a place of no trip. Its error is brew.Problems where it is not allowed.
func (a App) AddPlace(ctx context.Context, st Stop) (StopOut, error) {
	there, err := a.Stops(ctx, NoTrip)
	if err != nil {
		return StopOut{}, err
	}
	st.TripID, st.Day, st.Km, st.Position = NoTrip, 1, 0, 1
	if n := len(there); n > 0 {
		st.Position = there[n-1].Position + 1
	}
	return a.keepStop(ctx, st)
}

// PutInto moves a place with its brews and their log into a trip, on a day of it, or out
// of any.
func (a App) PutInto(ctx context.Context, stop, trip int64, day int) (StopOut, error) {
	if trip == NoTrip {
		day = 1
	}
	if err := a.MoveStop(ctx, stop, trip, day); err != nil {
		return StopOut{}, err
	}
	return a.StopOut(ctx, stop)
}

// Now is what is going on: the brews being made, and the one that comes next.
type Now struct {
	Running []Ahead `json:"running" doc:"Being made, the one touched last first"`
	Next    *Ahead  `json:"next" doc:"The next brew of the trip that was asked; null where there is none"`
}

// Ahead is a brew, with where it is made.
type Ahead struct {
	Brew     Brew   `json:"brew"`
	StopName string `json:"stop_name"`
	TripName string `json:"trip_name" doc:"Empty for a place of no trip"`
	Day      int    `json:"day" doc:"Of the trip"`
	Over     bool   `json:"over,omitempty" doc:"Being made, and come to its end by the clock: all that is left is to write it down"`
	Moment   string `json:"moment" doc:"RFC 3339 with the offset of the stop's zone; empty where the trip has no date or the brew no hour"`
}

// lateOK is how long after its hour a brew still is the next one.
const lateOK = time.Hour

// Now finds what is being made, and what comes next on a trip at a moment; trip 0 asks of
// none.
func (a App) Now(ctx context.Context, tripID int64, at time.Time) (Now, error) {
	out := Now{Running: []Ahead{}}
	running, err := a.Running(ctx)
	if err != nil {
		return out, err
	}
	// A brew that is finished and not written down is offered for a day.
	made, err := a.Unwritten(ctx)
	if err != nil {
		return out, err
	}
	finished := map[int64]bool{}
	for _, b := range made {
		if r, err := a.Run(ctx, b.ID); err == nil && at.Sub(time.UnixMilli(r.ZeroMs)) < runLasts {
			running, finished[b.ID] = append(running, b), true
		}
	}
	for _, b := range running {
		x := Ahead{Brew: b, Over: finished[b.ID]}
		st, err := a.Stop(ctx, b.StopID)
		if err != nil {
			return out, err
		}
		x.StopName, x.Day = st.Name, st.Day
		if b.TripID != NoTrip {
			t, err := a.Trip(ctx, b.TripID)
			if err != nil {
				return out, err
			}
			x.TripName = t.Name
		}
		if !x.Over {
			if x.Over, err = a.ranOut(ctx, b, at); err != nil {
				return out, err
			}
		}
		out.Running = append(out.Running, x)
	}
	if tripID == NoTrip {
		return out, nil
	}
	t, stops, err := a.Journey(ctx, tripID)
	if err != nil {
		return out, err
	}
	brews, err := a.Brews(ctx, tripID)
	if err != nil {
		return out, err
	}
	out.Next, err = next(t, stops, brews, at)
	return out, err
}

// ranOut reports whether a brew that is being made has come to its end by the clock, so that
// all that is left of it is to write it down.
func (a App) ranOut(ctx context.Context, b Brew, at time.Time) (bool, error) {
	r, err := a.Run(ctx, b.ID)
	if err != nil || r.Record == nil {
		return false, nil //nolint:nilerr // it is over since, or of an earlier version
	}
	p, err := a.Plan(ctx, r.PlanID)
	if err != nil {
		return false, err
	}
	rate := r.Rate
	if rate == 0 {
		rate = 1
	}
	f, err := run.Followed(run.FollowIn{Request: p.Request, Record: r.Record, NowS: new(max(float64(at.UnixMilli()-r.ZeroMs)/1000*rate, 0))})
	return err == nil && f.Finished(), nil //nolint:nilerr // what cannot be followed is left to the guide
}

// next is the first brew of a trip that is still to come: by the clock where the trip has
// a date, and else the first that was never made.
func next(t trip.Trip, stops []Stop, brews []Brew, at time.Time) (*Ahead, error) {
	var first *Ahead
	var soonest time.Time
	for i, st := range stops {
		for _, b := range brews {
			if b.StopID != st.ID {
				continue
			}
			if t.StartsOn == "" {
				if b.Tastings == 0 {
					return &Ahead{Brew: b, StopName: st.Name, TripName: t.Name, Day: st.Day}, nil
				}
				continue
			}
			for day := st.Day; day < st.Day+st.Facts.Stay(); day++ {
				from, to, timed, err := zone.When(t, trip.Task{Stop: i, Day: day, At: b.At})
				if err != nil {
					return nil, err
				}
				until := from.Add(lateOK)
				if !timed {
					until = to
				}
				if until.Before(at) || first != nil && !from.Before(soonest) {
					continue
				}
				first, soonest = &Ahead{Brew: b, StopName: st.Name, TripName: t.Name, Day: day}, from
				if timed {
					first.Moment = from.Format(time.RFC3339)
				}
			}
		}
	}
	return first, nil
}
