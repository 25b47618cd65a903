package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"

	jsonpatch "github.com/evanphx/json-patch/v5"

	"apodemos/core/conditions"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// TripIn is what a person sets of a trip.
type TripIn struct {
	Name     string `json:"name" minLength:"1" maxLength:"120" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not empty"`
	People   int    `json:"people" minimum:"1" maximum:"24"`
	StartsOn string `json:"starts_on" required:"false" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" patternDescription:"a date, YYYY-MM-DD, or empty" doc:"ISO date; empty when not fixed"`

	Supplies trip.Supplies `json:"supplies" required:"false"`
}

// MakeTrip keeps a new trip. Its error is brew.Problems where it cannot be one.
func (a App) MakeTrip(ctx context.Context, in TripIn) (Trip, error) {
	if bad := zone.Day("starts_on", in.StartsOn); bad != nil {
		return Trip{}, bad
	}
	id, err := a.AddTrip(ctx, Trip{TripIn: in})
	if err != nil {
		return Trip{}, err
	}
	return a.Trip(ctx, id)
}

// ChangeTrip sets what change makes of what is set of a trip, from the revision that it says.
// Its error is brew.Problems where it cannot be one, and ErrConflict of another revision.
func (a App) ChangeTrip(ctx context.Context, id int64, change func(TripIn) (TripIn, int64, error)) (TripOut, error) {
	was, err := a.Trip(ctx, id)
	if err != nil {
		return TripOut{}, err
	}
	in, revision, err := change(was.TripIn)
	if err != nil {
		return TripOut{}, err
	}
	if bad := zone.Day("starts_on", in.StartsOn); bad != nil {
		return TripOut{}, bad
	}
	if err := a.SetTrip(ctx, Trip{ID: id, Revision: revision, TripIn: in}); err != nil {
		return TripOut{}, err
	}
	return a.TripOut(ctx, id)
}

// Spot is what is known of a place.
type Spot = trip.Spot

// StopIn is what a person sets of a stop.
type StopIn struct {
	Spot
	Position   int                   `json:"position" minimum:"1" maximum:"1000"`
	Day        int                   `json:"day" minimum:"1" maximum:"400"`
	Km         float64               `json:"km" minimum:"0" maximum:"40000"`
	Conditions conditions.Conditions `json:"conditions"`
}

// PlaceIn is what a person sets of a place of no trip.
type PlaceIn struct {
	Spot
	Conditions conditions.Conditions `json:"conditions"`
}

// Settled is it with what is left out filled in.
func (in StopIn) Settled() StopIn {
	in.TimeZone = cmp.Or(in.TimeZone, "UTC")
	trip.MoveWater(&in.Conditions, &in.Facts)
	return in
}

// AddStopTo adds a stop to a trip. Its error is brew.Problems where it is not allowed there.
func (a App) AddStopTo(ctx context.Context, trip int64, in StopIn) (StopOut, error) {
	st := Stop{TripID: trip, StopIn: in.Settled()}
	if _, err := a.Trip(ctx, trip); err != nil {
		return StopOut{}, err
	}
	return a.keepStop(ctx, st)
}

// keepStop saves a new stop at its place in the trip.
func (a App) keepStop(ctx context.Context, st Stop) (StopOut, error) {
	if err := a.CheckStop(ctx, st); err != nil {
		return StopOut{}, err
	}
	id, err := a.InsertStop(ctx, st)
	if err != nil {
		return StopOut{}, err
	}
	return a.StopOut(ctx, id)
}

// ChangeStop sets what change makes of what is set of a stop, from the revision that it says.
func (a App) ChangeStop(ctx context.Context, id int64, change func(StopIn) (StopIn, int64, error)) (StopOut, error) {
	st, err := a.Stop(ctx, id)
	if err != nil {
		return StopOut{}, err
	}
	in, revision, err := change(st.StopIn)
	if err != nil {
		return StopOut{}, err
	}
	st.StopIn, st.Revision = in.Settled(), revision
	if err := a.CheckStop(ctx, st); err != nil {
		return StopOut{}, err
	}
	if err := a.SetStop(ctx, st); err != nil {
		return StopOut{}, err
	}
	return a.StopOut(ctx, id)
}

// Halves are the two stops that a stay is split into: the first keeps the given nights, and
// the second has the others and the way on. Its error is brew.Problems where the stay has no
// such nights.
func Halves(stay Stop, nights int) (first, second Stop, err error) {
	all := stay.Facts.Stay()
	switch {
	case all < 2:
		return stay, stay, wrong("nights", nights, stayTooShort)
	case nights < 1 || nights >= all:
		return stay, stay, wrong("nights", nights, nightsOutOf, quantity.Said(nights), quantity.Said(all-1), quantity.Said(all))
	}
	first, second = stay, stay
	second.UUID = ""
	name := stay.Name
	if r := []rune(name); len(r) > 116 {
		name = string(r[:116])
	}
	rest := all - nights
	second.Name, second.Day, second.Position = name+" (2)", stay.Day+nights, stay.Position+1
	second.Facts.Nights = &rest
	first.Facts.Nights, first.Facts.LegBy, first.Facts.LegHours = &nights, "", nil
	return first, second, nil
}

// Joined is the stop that two are made into: it has the days of both, and the way on of the
// second.
func Joined(first, second Stop) Stop {
	all := first.Facts.Stay() + second.Facts.Stay()
	first.Facts.Nights, first.Facts.LegBy, first.Facts.LegHours = &all, second.Facts.LegBy, second.Facts.LegHours
	return first
}

// CheckLines refuses what is no ID of a line of a list. Its error is brew.Problems.
func CheckLines(lines []string) error {
	for i, line := range lines {
		if n := len([]rune(line)); n < 1 || n > 200 {
			return wrong(fmt.Sprintf("lines[%d]", i), line, charactersOutOf, quantity.Said(n), quantity.Said(200))
		}
	}
	return nil
}

// Info is about this running program.
type Info struct {
	Version   string  `json:"version"`
	ClockRate float64 `json:"clock_rate" doc:"How much faster than time the guide's clock runs"`
	Demo      bool    `json:"demo"`
	ReadOnly  bool    `json:"read_only,omitempty" doc:"Its data can be looked at and backed up, and not changed"`
	Database  string  `json:"database" doc:"Identity of the database that answers: what a device keeps belongs to it"`

	Pocket *PocketInfo `json:"pocket,omitempty" doc:"Where a pocket answers, on the device itself"`
}

// RunOut is the run of a brew; none when it is not being made.
type RunOut struct {
	Run *Run `json:"run,omitempty"`
}

// LogIn is a tasting to write down.
type LogIn struct {
	BrewedAt string `json:"brewed_at" format:"date-time"`
	Noted
}

// ArrangeIn puts a stop somewhere else in its trip.
type ArrangeIn struct {
	ID       int64   `json:"id"`
	Revision int64   `json:"revision" minimum:"1" doc:"That the change began from"`
	Position int     `json:"position" minimum:"1" maximum:"1000"`
	Day      int     `json:"day" minimum:"1" maximum:"500"`
	Km       float64 `json:"km" minimum:"0" maximum:"40000"`
}

// RecipeSet is what a person sets of a recipe that is kept.
type RecipeSet struct {
	Recipe recipe.Recipe `json:"recipe"`
}

// Arranged are stops put somewhere else.
func Arranged(in []ArrangeIn) []Stop {
	var stops []Stop
	for _, a := range in {
		stops = append(stops, Stop{ID: a.ID, Revision: a.Revision, StopIn: StopIn{Position: a.Position, Day: a.Day, Km: a.Km}})
	}
	return stops
}

// KeepRun keeps the state of a brew being made. What is left out of it stays as it was, and
// its zone is that of the stop.
func (a App) KeepRun(ctx context.Context, id int64, r Run) (Run, error) {
	b, err := a.Brew(ctx, id)
	if err != nil {
		return r, err
	}
	if r.PlanID == 0 {
		r.PlanID = b.PlanID
	}
	if was, err := a.Run(ctx, id); err == nil && r.Record == nil && was.PlanID == r.PlanID {
		r.Record, r.ID, r.Revision = was.Record, was.ID, was.Revision
	}
	if st, err := a.Stop(ctx, b.StopID); err == nil {
		r.Zone = st.TimeZone
	}
	return a.SetRun(ctx, id, r)
}

// Merged is something changed by an RFC 7396 merge patch: what that leaves out stays, and null
// takes away. It gives the whole as JSON, too. Its error is brew.Problems.
func Merged[T any](was T, patch []byte) (next T, whole []byte, err error) {
	base, err := json.Marshal(was)
	if err != nil {
		return next, nil, err
	}
	whole, err = jsonpatch.MergePatch(base, patch)
	if err != nil {
		return next, nil, wrong("body", nil, noMergePatch)
	}
	next, err = Decoded[T]("body", whole)
	return next, whole, err
}

// MaxBodyBytes bounds what a request sends.
const MaxBodyBytes = 256 << 10

// Elevation is metres above the sea and where they come from.
type Elevation struct {
	M      float64 `json:"m"`
	Source string  `json:"source"`
}

// TerrainSeed is that of the simulated terrain and forecast: the same world for everybody.
const TerrainSeed = 2026

// Device is one that may ask from beyond this machine.
type Device struct {
	ID       int64  `json:"id"`
	Name     string `json:"name" maxLength:"60"`
	PairedAt string `json:"paired_at" doc:"UTC, RFC 3339"`
	SeenAt   string `json:"seen_at" doc:"UTC, RFC 3339, to the minute"`
}
