package app_test

import (
	"bytes"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/run"
	"apodemos/core/taste"
	"apodemos/core/ways"
	"apodemos/formats"
)

// place is a place of no trip, with a brew that was made there.
func place(t *testing.T, a app.App) (app.StopOut, app.BrewOut) {
	c := conditions.Conditions{Place: conditions.Place{AltitudeM: new(2300.0), AirC: new(4.0)}, Water: conditions.Water{Source: new("stream"), Treatment: new("boil")}}
	st, err := a.AddPlace(t.Context(), app.Stop{StopIn: app.StopIn{Spot: app.Spot{Name: "Under the pass", TimeZone: "Etc/GMT-3"}, Conditions: c}})
	require.NoError(t, err)
	b, err := a.KeepBrew(t.Context(), st.ID, app.BrewIn{Request: brew.Request{Conditions: c, Method: "pot", Drinkers: new(2.0)}})
	require.NoError(t, err)
	return st, b
}

// A brew stands at a place of no trip: log, export and backup carry it, no trip shows it,
// and put into a trip it goes there with its log, and back.
func TestABrewWithoutATrip(t *testing.T) {
	a, s, id := open(t)
	ctx := t.Context()
	before, err := a.Trips(ctx)
	require.NoError(t, err)
	require.Len(t, before, 1, "no trip is none to list")
	st, b := place(t, a)
	assert.Zero(t, b.TripID)
	l, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-11-26T06:00:00Z", Noted: app.Noted{Tasting: taste.Tasting{Mark: new(7.0), Words: "Cold hands, good cup."}}})
	require.NoError(t, err)
	assert.Zero(t, l.TripID)

	trips, err := a.Trips(ctx)
	require.NoError(t, err)
	assert.Equal(t, before, trips, "no trip is there more than before")
	all, err := a.Log(ctx, 0)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(all, func(e app.LogEntry) bool { return e.ID == l.ID }), "the log has it")
	f, err := files.Export(ctx, a, app.NoTrip, "trip.json", formats.Alarms{}, time.Now())
	require.NoError(t, err)
	assert.Contains(t, string(f.Data), "Under the pass")
	back, _, err := files.Import(ctx, a, bytes.NewReader(f.Data), files.Reading{})
	require.NoError(t, err, "and it is read again, as a trip")
	require.NoError(t, a.Delete(ctx, app.KindTrip, back.ID))
	path := t.TempDir() + "/copy.db"
	require.NoError(t, s.Backup(ctx, path))
	raw, err := files.Export(ctx, a, app.NoTrip, "trip.json", formats.Alarms{}, time.Now())
	require.NoError(t, err)
	assert.NotEmpty(t, raw.Data)

	moved, err := a.PutInto(ctx, st.ID, id, 4)
	require.NoError(t, err)
	assert.Equal(t, id, moved.TripID)
	stops, err := a.Stops(ctx, id)
	require.NoError(t, err)
	for i := 1; i < len(stops); i++ {
		assert.LessOrEqual(t, stops[i-1].Day, stops[i].Day, "days do not run backwards")
	}
	entries, err := a.Log(ctx, id)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(entries, func(e app.LogEntry) bool { return e.ID == l.ID && e.TripID == id }), "its log goes along")
	places, err := a.Places(ctx)
	require.NoError(t, err)
	assert.False(t, slices.ContainsFunc(places.Stops, func(s app.StopOut) bool { return s.ID == st.ID }))
	out, err := a.PutInto(ctx, st.ID, app.NoTrip, 0)
	require.NoError(t, err)
	assert.Zero(t, out.TripID)
	_, err = a.PutInto(ctx, st.ID, 4711, 1)
	assert.ErrorIs(t, err, app.ErrNotFound)
}

// What is being made comes first, and of a trip the brew that is next by its clock.
func TestWhatIsOnNow(t *testing.T) {
	a, _, id := open(t)
	ctx := t.Context()
	start, err := a.Trip(ctx, id)
	require.NoError(t, err)
	day, err := time.Parse(time.DateOnly, start.StartsOn)
	require.NoError(t, err)
	n, err := a.Now(ctx, id, day.AddDate(0, 0, -3))
	require.NoError(t, err)
	assert.Empty(t, n.Running)
	require.NotNil(t, n.Next)
	assert.Equal(t, 1, n.Next.Day, "before the trip it is the first of it")
	last := ""
	for d := range 9 {
		n, err := a.Now(ctx, id, day.AddDate(0, 0, d))
		require.NoError(t, err)
		require.NotNil(t, n.Next, "day %d", d+1)
		assert.GreaterOrEqual(t, n.Next.Moment, last)
		last = n.Next.Moment
	}
	over, err := a.Now(ctx, id, day.AddDate(0, 1, 0))
	require.NoError(t, err)
	assert.Nil(t, over.Next, "the trip is over")

	_, b := place(t, a)
	require.NoError(t, second(a.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, Done: []app.StepRun{}})))
	n, err = a.Now(ctx, app.NoTrip, day)
	require.NoError(t, err)
	require.Len(t, n.Running, 1)
	assert.Equal(t, "Under the pass", n.Running[0].StopName)
	assert.Empty(t, n.Running[0].TripName)
	assert.False(t, n.Running[0].Over)
	require.NoError(t, second(a.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, Done: []app.StepRun{}, ZeroMs: day.UnixMilli(), Record: &run.Record{V: 2, FromS: new(5.0), Events: []run.Event{}}})))
	for _, c := range []struct {
		after time.Duration
		over  bool
	}{{time.Minute, false}, {26 * time.Hour, true}} {
		n, err = a.Now(ctx, app.NoTrip, day.Add(c.after))
		require.NoError(t, err)
		require.Len(t, n.Running, 1)
		assert.Equal(t, c.over, n.Running[0].Over, "after %s", c.after)
	}
	require.NoError(t, second(a.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, Done: []app.StepRun{}, Finished: true})))
	n, err = a.Now(ctx, app.NoTrip, day)
	require.NoError(t, err)
	assert.Empty(t, n.Running, "what is finished is not being made")
}

// Every morning means one brew each morning, where there is none, with what goes along.
func TestEveryMorning(t *testing.T) {
	a, _, _ := open(t)
	ctx := t.Context()
	id, err := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Ridge", People: 2}})
	require.NoError(t, err)
	for i, st := range []app.Stop{
		{StopIn: app.StopIn{Spot: app.Spot{Name: "Hut"}, Day: 1, Conditions: conditions.Conditions{Place: conditions.Place{AltitudeM: new(1400.0)}}}},
		{StopIn: app.StopIn{Spot: app.Spot{Name: "Pass"}, Day: 2}}, {StopIn: app.StopIn{Spot: app.Spot{Name: "Spring"}, Day: 2}}, {StopIn: app.StopIn{Spot: app.Spot{Name: "Urn"}, Day: 3, Conditions: conditions.Conditions{Heat: conditions.Heat{SuppliedC: new(90.0)}}}},
	} {
		st.TripID, st.Position, st.TimeZone = id, i+1, "UTC"
		_, err := a.InsertStop(ctx, st)
		require.NoError(t, err)
	}
	look, err := a.Every(ctx, id, app.EveryIn{Meal: "morning", Preview: true})
	require.NoError(t, err)
	assert.Empty(t, look.Made, "a look makes nothing")
	require.Len(t, look.Would, 3)
	out, err := a.Every(ctx, id, app.EveryIn{Meal: "morning", Method: "moka"})
	require.NoError(t, err)
	require.Len(t, out.Made, 3, "one a day, and day 2 has two stops")
	for _, b := range out.Made {
		assert.Equal(t, "07:00", b.At)
		assert.Equal(t, 2.0, *b.Request.Drinkers)
	}
	assert.Equal(t, "moka", out.Made[0].Request.Method)
	assert.NotEqual(t, "moka", out.Made[2].Request.Method, "an urn heats no moka pot")
	require.Len(t, out.Said, 1)
	assert.Contains(t, out.Said[0], "Urn: ")
	again, err := a.Every(ctx, id, app.EveryIn{Meal: "morning"})
	require.NoError(t, err)
	assert.Empty(t, again.Made, "a second time there is nothing to do")
	evening, err := a.Every(ctx, id, app.EveryIn{Meal: "evening"})
	require.NoError(t, err)
	require.Len(t, evening.Made, 3)
	spring, err := a.Stop(ctx, evening.Made[1].StopID)
	require.NoError(t, err)
	assert.Equal(t, "Spring", spring.Name, "the evening of a day is at its last stop")
}

// A brew that goes elsewhere keeps its own wishes and takes the rest from there.
func TestABrewGoesElsewhere(t *testing.T) {
	a, _, id := open(t)
	ctx := t.Context()
	stops, err := a.Stops(ctx, id)
	require.NoError(t, err)
	high, low := stops[4], stops[2]
	b, err := a.KeepBrew(ctx, high.ID, app.BrewIn{At: "07:00", Request: brew.Request{Conditions: high.Conditions, Method: "cone", Drinkers: new(3.0)}})
	require.NoError(t, err)
	c, err := a.CopyBrew(ctx, b.Brew, app.Elsewhere{Stop: low.ID, At: "16:00"})
	require.NoError(t, err)
	assert.Equal(t, 3.0, *c.Request.Drinkers)
	assert.Equal(t, low.Conditions.Place.AltitudeM, c.Request.Place.AltitudeM)
	assert.Greater(t, *c.Stored.Plan.BoilC, *b.Stored.Plan.BoilC)
	m, err := a.ShiftBrew(ctx, b.Brew, b.Revision, app.Elsewhere{Stop: low.ID, At: "19:00"})
	require.NoError(t, err)
	assert.Equal(t, b.ID, m.ID)
	assert.Equal(t, low.ID, m.StopID)
	_, err = a.ShiftBrew(ctx, b.Brew, b.Revision, app.Elsewhere{Stop: high.ID})
	assert.ErrorIs(t, err, app.ErrConflict)
}

// The fit of a plan is that of the gear that suits it.
func TestTheFitOfAPlan(t *testing.T) {
	f, err := app.FitOf(app.FitIn{Request: brew.Request{Method: "cone"}, Have: gear.Starter()})
	require.NoError(t, err)
	require.NotNil(t, f.Brewer)
	assert.Contains(t, f.Brewer.Name, "one dripper")
	assert.True(t, slices.ContainsFunc(f.Joints, func(j gear.Joint) bool { return j.Rule == "rim" && j.Level == gear.Fits }))
	_, err = app.FitOf(app.FitIn{Request: brew.Request{Method: "sock"}})
	assert.Error(t, err)
	w, err := ways.Of(t.Context(), ways.Wanted{Request: brew.Request{Conditions: conditions.Conditions{Place: conditions.Place{AltitudeM: new(90000.0)}}}})
	assert.Nil(t, w)
	assert.Error(t, err)
}

// second is the error of two.
func second[T any](_ T, err error) error { return err }

// The sugar of a trip is in the plan of each of its brews, and counted as planned; a brew that
// says otherwise keeps that, and the others follow the trip.
func TestBrewsHaveTheSugarOfTheirTrip(t *testing.T) {
	a, _, id := open(t)
	ctx := t.Context()
	sweeten := func(g float64) {
		tr, err := a.Trip(ctx, id)
		require.NoError(t, err)
		tr.Supplies.SugarG = &g
		require.NoError(t, a.SetTrip(ctx, tr))
	}
	sweeten(5)
	brews, err := a.Brews(ctx, id)
	require.NoError(t, err)
	require.Greater(t, len(brews), 2)
	own, other := brews[0], brews[1]
	for _, b := range brews {
		require.NotNil(t, b.Request.With.SugarG)
		assert.InDelta(t, 5, *b.Request.With.SugarG, 0)
	}
	// One is saved as it is, and one with its own.
	_, err = a.ChangeBrew(ctx, other, other.Revision, app.BrewIn{Name: other.Name, At: other.At, Request: other.Request})
	require.NoError(t, err)
	own.Request.With.SugarG = new(0.0)
	_, err = a.ChangeBrew(ctx, own, own.Revision, app.BrewIn{Name: own.Name, At: own.At, Request: own.Request})
	require.NoError(t, err)
	sweeten(8)
	for of, want := range map[int64]float64{own.ID: 0, other.ID: 8} {
		b, err := a.Brew(ctx, of)
		require.NoError(t, err)
		assert.InDelta(t, want, *b.Request.With.SugarG, 0)
	}
	// On another trip it has the sugar of that one.
	black, err := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Black", People: 1}})
	require.NoError(t, err)
	hut, err := a.AddStop(ctx, app.Stop{TripID: black, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut"}, Position: 1, Day: 1}})
	require.NoError(t, err)
	for of, want := range map[int64]*float64{own.ID: new(0.0), other.ID: nil} {
		b, err := a.Brew(ctx, of)
		require.NoError(t, err)
		there, err := a.CopyBrew(ctx, b, app.Elsewhere{Stop: hut, At: "07:00"})
		require.NoError(t, err)
		assert.Equal(t, want, there.Request.With.SugarG)
	}
}
