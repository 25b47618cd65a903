package app_test

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/explain"
	"apodemos/core/method"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/demo"
	"apodemos/store"
)

// open is the use cases over a store of its own, with the demo trip in it.
func open(t *testing.T) (app.App, *store.Store, int64) {
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	id, err := demo.Seed(t.Context(), s)
	require.NoError(t, err)
	return app.New(s), s, id
}

func brewOf(t *testing.T, a app.App, trip int64, made bool) app.Brew {
	brews, err := a.Brews(t.Context(), trip)
	require.NoError(t, err)
	for _, b := range brews {
		if (b.Tastings > 0) == made {
			return b
		}
	}
	require.Fail(t, "no such brew")
	return app.Brew{}
}

// What is kept of a plan is its numbers and what it was told; its workings are computed
// again, and are those that it would have had.
func TestTheWorkingsOfAPlanAreComputedAgain(t *testing.T) {
	a, _, id := open(t)
	b := brewOf(t, a, id, false)
	kept, err := a.Plan(t.Context(), b.PlanID)
	require.NoError(t, err)
	require.Empty(t, kept.Plan.Working, "they are not stored")
	require.NotEmpty(t, kept.Plan.Notes, "what it was told is")
	told, err := a.Told(t.Context(), b.PlanID)
	require.NoError(t, err)
	fresh, err := explain.Brew(b.Request)
	require.NoError(t, err)
	assert.Equal(t, len(fresh.Working), len(told.Plan.Working))
	assert.Equal(t, fresh.Working["dose_g"].Formula, told.Plan.Working["dose_g"].Formula)
	assert.Equal(t, *told.Plan.DoseG, *told.Plan.Working["dose_g"].Value, "and the value is the plan's")
}

// A brew that was made shows what it was told, whatever computes today.
func TestABrewThatWasMadeKeepsItsWorkings(t *testing.T) {
	a, _, id := open(t)
	b := brewOf(t, a, id, false)
	_, err := a.WriteLog(t.Context(), app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: app.Noted{Tasting: taste.Tasting{Mark: new(6.0)}}})
	require.NoError(t, err)
	kept, err := a.Plan(t.Context(), b.PlanID)
	require.NoError(t, err)
	require.NotEmpty(t, kept.Plan.Working)
	first := kept.Plan.Working
	_, err = a.WriteLog(t.Context(), app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:50:00Z", Noted: app.Noted{Tasting: taste.Tasting{Mark: new(7.0)}}})
	require.NoError(t, err)
	told, err := a.Told(t.Context(), b.PlanID)
	require.NoError(t, err)
	assert.Equal(t, first, told.Plan.Working, "and once")
}

// A cup was brewed at a moment that can be: a year that was typed in part is none, nor is one
// that lies ahead.
func TestACupHasAMomentThatCanBe(t *testing.T) {
	a, _, id := open(t)
	b := brewOf(t, a, id, false)
	for at, fine := range map[string]bool{
		"0026-09-05T06:10:00Z": false, "1999-12-31T23:59:59Z": false, "2000-01-01T00:00:00Z": true, "yesterday": false, "": false,
		time.Now().Add(48 * time.Hour).Format(time.RFC3339): false, time.Now().Add(12 * time.Hour).Format(time.RFC3339): true,
	} {
		_, err := a.WriteLog(t.Context(), app.LogEntry{BrewID: b.ID, BrewedAt: at, Noted: app.Noted{Tasting: taste.Tasting{Mark: new(6.0)}}})
		if fine {
			require.NoError(t, err, at)
		} else {
			assert.ErrorContains(t, err, "brewed_at", at)
			assert.ErrorContains(t, err, "Enter a time from the year 2000 until now", at)
		}
	}
}

// oldStore hands out plans as another version made them.
type oldStore struct{ *store.Store }

func (s oldStore) Get(ctx context.Context, kind string, id int64) (app.Row, error) {
	r, err := s.Store.Get(ctx, kind, id)
	if kind == app.KindPlan {
		r.Body = bytes.Replace(r.Body, []byte(`"core_version":"`+brew.Version), []byte(`"core_version":"0.1.0`), 1)
	}
	return r, err
}

// Today's core does not say how another version came to its figures.
func TestAnotherVersionsWorkingsAreNotInvented(t *testing.T) {
	_, s, id := open(t)
	a := app.New(oldStore{s})
	b := brewOf(t, a, id, false)
	told, err := a.Told(t.Context(), b.PlanID)
	require.NoError(t, err)
	assert.Empty(t, told.Plan.Working)
	assert.NotEmpty(t, told.Plan.Notes)
	_, err = a.WriteLog(t.Context(), app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: app.Noted{Tasting: taste.Tasting{Mark: new(6.0)}}})
	require.NoError(t, err)
	told, err = a.Told(t.Context(), b.PlanID)
	require.NoError(t, err)
	assert.Empty(t, told.Plan.Working)
}

// A trip that the page holds is the trip that the store holds: what the browser
// computes of the one is what the server computes of the other.
func TestATripOnThePageIsTheTripInTheStore(t *testing.T) {
	a, _, id := open(t)
	kept, stops, err := a.Journey(t.Context(), id)
	require.NoError(t, err)
	out, err := a.TripOut(t.Context(), id)
	require.NoError(t, err)
	var bare []app.Stop
	for _, s := range out.Stops {
		bare = append(bare, s.Stop)
	}
	page := app.JourneyOf(out.Trip, bare, out.Brews, out.Coffees)
	was, err := trip.Compute(kept)
	require.NoError(t, err)
	is, err := trip.Compute(page)
	require.NoError(t, err)
	one, err := json.Marshal(was)
	require.NoError(t, err)
	two, err := json.Marshal(is)
	require.NoError(t, err)
	assert.JSONEq(t, string(one), string(two))
	assert.Len(t, bare, len(stops))
}

// Every school is in the comparison, with what it would take of the shelf.
func TestChoicesAreOfEverySchool(t *testing.T) {
	a, _, _ := open(t)
	shelf, err := a.Gear(t.Context())
	require.NoError(t, err)
	n := 0
	for _, m := range method.All {
		n += len(m.Schools)
	}
	r := brew.Request{Conditions: conditions.Conditions{Place: conditions.Place{AltitudeM: new(2300.0)}}, Drinkers: new(2.0)}
	with, err := app.Choices(t.Context(), r, shelf)
	require.NoError(t, err)
	unsaid, err := app.Choices(t.Context(), r, nil)
	require.NoError(t, err)
	require.Len(t, with, n)
	require.Len(t, unsaid, n)
	var lacking []string
	for i := range with {
		assert.Equal(t, with[i].Possible, unsaid[i].Possible, "the shelf decides what is lacking, not what is possible")
		assert.Empty(t, unsaid[i].Lacks, "of a shelf that nobody has told of, nothing is known")
		if with[i].Lacks != "" {
			lacking = append(lacking, with[i].Method)
		}
	}
	assert.Contains(t, lacking, "pocket-pump", "the demo's shelf has none")
	assert.NotContains(t, lacking, "cone")
}

// What a brew has of its own stays when it is moved to another hour; what it found at
// its stop is that of the hour.
func TestABrewAtAnotherHour(t *testing.T) {
	a, _, id := open(t)
	b := brewOf(t, a, id, false)
	st, err := a.Stop(t.Context(), b.StopID)
	require.NoError(t, err)
	st.Facts.MorningC, st.Facts.DayC = new(-4.0), new(11.0)
	require.NoError(t, a.SetStop(t.Context(), st))
	b, err = a.Brew(t.Context(), b.ID)
	require.NoError(t, err)
	at := func(hour string, r brew.Request) app.BrewOut {
		now, err := a.Brew(t.Context(), b.ID)
		require.NoError(t, err)
		out, err := a.ChangeBrew(t.Context(), now, now.Revision, app.BrewIn{Name: now.Name, At: hour, Request: r})
		require.NoError(t, err)
		return out
	}
	r := b.Request
	r.DoseG, r.Ratio, r.WaterG, r.CupMl = new(31.0), nil, nil, nil
	early := at("06:00", r)
	assert.Equal(t, -4.0, *early.Request.Place.AirC)
	late := at("15:00", early.Request)
	assert.Equal(t, 11.0, *late.Request.Place.AirC)
	assert.Equal(t, 31.0, *late.Request.DoseG)
	assert.False(t, late.Stale)
}

// What a brew has of its own, over its stop, is what was asked.
func TestARequestIsItsStopAndItsOwn(t *testing.T) {
	on := conditions.Conditions{Place: conditions.Place{AltitudeM: new(900.0), AirC: new(4.0)}, Water: conditions.Water{Source: new("stream")}}
	r := brew.Request{Conditions: on, Method: "pot", Drinkers: new(3.0)}
	r.Place.AirC = nil // unsaid here, though the stop says it
	r.Water.Treatment = new("boil")
	a, s, trip := empty(t)
	stop, err := a.AddStop(t.Context(), app.Stop{TripID: trip, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC"}, Position: 1, Day: 1, Conditions: on}})
	require.NoError(t, err)
	p, err := app.Plan(r, false)
	require.NoError(t, err)
	b, err := a.AddBrew(t.Context(), app.Brew{StopID: stop, Request: r}, p)
	require.NoError(t, err)
	assert.Equal(t, r, b.Request)
	row, err := s.Get(t.Context(), app.KindBrew, b.ID)
	require.NoError(t, err)
	assert.NotContains(t, string(row.Body), "stream", "what is the stop's is not kept twice")
}

// What is wrong is told at its field, and what nobody knows is not found.
func TestAnswersToBadQuestions(t *testing.T) {
	ask := func(body string) app.Fault {
		o, _, _ := app.Find(app.Operations, "POST", "/plan")
		require.NotNil(t, o)
		_, err := o.Answer(t.Context(), &app.Desk{}, app.Asked{Body: []byte(body)})
		fault, ok := errors.AsType[app.Fault](err)
		require.True(t, ok, "%v", err)
		return fault
	}
	fault := ask(`{"method":"teapot"}`)
	assert.Equal(t, 422, fault.Status)
	assert.Equal(t, "body.method", fault.Errors[0].Location)
	assert.Equal(t, 400, ask(`{"method":`).Status)
	fault = ask(`{"method":"cone","place":{"altitude_m":"high","air":3},"drinkers":[]}`)
	assert.Len(t, fault.Errors, 3, "all at once: %v", fault)
	// What was sent is not told back at length.
	many := map[string]int{}
	for n := range 5000 {
		many[strings.Repeat("x", 500)+fmt.Sprint(n)] = n
	}
	b, err := json.Marshal(many)
	require.NoError(t, err)
	fault = ask(string(b))
	assert.LessOrEqual(t, len(fault.Errors), 60)
	assert.Less(t, len(fault.Detail), 200)
	o, _, other := app.Find(app.Operations, "GET", "/plan")
	assert.Nil(t, o)
	assert.True(t, other)
	_, _, other = app.Find(app.Operations, "POST", "/brew-it-for-me")
	assert.False(t, other)
}

// empty is an app with nothing in it.
func empty(t *testing.T) (app.App, *store.Store, int64) {
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return app.New(s), s, 0
}
