package pocket_test

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/run"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/pocket"
)

// anyway is a random history: things deleted and restored, stays split and joined.
func anyway(t *rapid.T, a app.App) {
	ctx := context.Background()
	for range rapid.IntRange(0, 12).Draw(t, "steps") {
		kind := rapid.SampledFrom([]string{app.KindLog, app.KindBrew, app.KindStop, app.KindTrip, app.KindCoffee}).Draw(t, "kind")
		rows, err := a.List(ctx, app.Query{Kind: kind, All: true})
		require.NoError(t, err)
		if len(rows) == 0 {
			continue
		}
		row := rapid.SampledFrom(rows).Draw(t, "row")
		switch rapid.IntRange(0, 3).Draw(t, "what") {
		case 0:
			err = a.Delete(ctx, kind, row.ID)
		case 1:
			err = a.Restore(ctx, kind, row.ID)
		case 2:
			if kind == app.KindStop {
				_, err = a.SplitStop(ctx, row.ID, 1)
			}
		case 3:
			if kind == app.KindStop {
				err = a.JoinStops(ctx, row.ID, rapid.SampledFrom(rows).Draw(t, "with").ID)
			}
		}
		if _, refused := errors.AsType[brew.Problems](err); err != nil && !refused {
			require.ErrorIs(t, err, app.ErrNotFound)
		}
	}
}

// One's own export of the log reads back after any history of what it tells of: nothing is
// doubled, and what is deleted stays so and is counted.
func TestAnExportReadsBackAfterAnyHistory(t *testing.T) {
	rapid.Check(t, func(rt *rapid.T) {
		ctx := t.Context()
		a := inMemory()
		id, stop, b := aTrip(t, a)
		st, err := a.Stop(ctx, stop)
		require.NoError(t, err)
		st.Facts.Nights = ptr(3)
		require.NoError(t, a.SetStop(ctx, st))
		bag, err := a.AddCoffee(ctx, "", coffee.InBag{Name: "Ridge lot"})
		require.NoError(t, err)
		c, err := a.Coffee(ctx, bag)
		require.NoError(t, err)
		for n := range 4 {
			_, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: fmt.Sprintf("2026-09-%02dT06:10:00Z", n+1), Noted: app.Noted{Coffee: c.UUID, Notes: "plum"}})
			require.NoError(t, err)
		}
		anyway(rt, a)
		f, err := files.ExportLog(ctx, a, app.AllTrips, "log.json")
		require.NoError(t, err)
		anyway(rt, a)
		before, err := a.List(ctx, app.Query{Kind: app.KindLog, All: true})
		require.NoError(t, err)
		var told formats.LogFile
		require.NoError(t, json.Unmarshal(f.Data, &told))
		in, err := files.ImportLog(ctx, a, bytes.NewReader(f.Data))
		require.NoError(t, err)
		assert.Equal(t, len(told.Entries), in.Added+in.There, "each is accounted for")
		assert.Zero(t, in.Added)
		after, err := a.List(ctx, app.Query{Kind: app.KindLog, All: true})
		require.NoError(t, err)
		assert.Len(t, after, len(before))
		if in.Deleted > 0 {
			assert.NotEmpty(t, in.Said, "what is not shown is said")
		}
		_ = id
	})
}

// What a file calls by a name of its own has an identity here, the same each time that the file
// is read, so that a pocket can carry it.
func TestForeignIdentitiesAreMapped(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		text := `{"format":"apodemos-log","version":1,"coffees":[{"id":"house","name":"House"},{"id":"=1+1","name":"Sum"}],"entries":[
			{"id":"entry-1","brewed_at":"2026-09-01T06:10:00Z","place":"Hut","brew":"Morning","coffee":"house","request":{"method":"cone","coffee":{"id":"house","name":"House"}}},
			{"id":"entry-1","brewed_at":"2026-09-02T06:10:00Z","place":"Hut","brew":"Morning","coffee":"=1+1","request":{"method":"cone"}}]}`
		for n := range 2 {
			in, err := files.ImportLog(ctx, a, strings.NewReader(text))
			require.NoError(t, err)
			assert.Equal(t, 2-2*n, in.Added, "two entries of one name are two")
			assert.Equal(t, 2*n, in.There)
		}
		log, err := a.Log(ctx, app.AllTrips)
		require.NoError(t, err)
		require.Len(t, log, 2)
		assert.Equal(t, "House", log[1].CoffeeName)
		assert.Equal(t, "Sum", log[0].CoffeeName)
		for _, kind := range []string{app.KindLog, app.KindCoffee} {
			rows, err := a.List(ctx, app.Query{Kind: kind})
			require.NoError(t, err)
			for _, r := range rows {
				assert.NoError(t, uuid.Validate(r.UUID), "%s %q", kind, r.UUID)
			}
		}
		p, err := a.Plan(ctx, log[1].PlanID)
		require.NoError(t, err)
		assert.Equal(t, log[1].Coffee, *p.Request.Coffee.ID, "the brew names its coffee as the log does")

		// A trip file, too.
		c := hut()
		got, err := a.Keep(ctx, trip.Trip{Name: "Over the ridge", People: 2, Coffees: []trip.CoffeeBag{{ID: "house", InBag: coffee.InBag{Name: "House"}}},
			Stops: []trip.Stop{{Spot: trip.Spot{Name: "Hut"}, Day: 1, Conditions: c, Brews: []trip.Brew{{Name: "Morning", Request: brew.Request{Method: "cone", Conditions: c, Coffee: brew.Coffee{ID: ptr("house")}}}}}}})
		require.NoError(t, err)
		brews, err := a.Brews(ctx, got.ID)
		require.NoError(t, err)
		assert.Equal(t, log[1].Coffee, *brews[0].Request.Coffee.ID, "it is the coffee that is here already")

		// And so what came in can be taken along.
		_, err = a.TakeAlong(ctx, []int64{got.ID}, session(today))
		require.NoError(t, err)
	})
}

// What a planner would refuse is not kept, whatever way it comes in: here a canister that is
// fuller than it holds, or is made of more than it is.
func TestWhatThePlannerRefusesIsNotKept(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		id, stop, _ := aTrip(t, a)
		for _, k := range []trip.CarriedCanister{{CapacityG: 230, LeftG: ptr(860.0), PropanePct: 20, IsobutanePct: 80}, {CapacityG: 230, PropanePct: 70, IsobutanePct: 80}} {
			tr, err := a.Trip(ctx, id)
			require.NoError(t, err)
			tr.Supplies = trip.Supplies{Canister: &k}
			var bad brew.Problems
			assert.ErrorAs(t, a.SetTrip(ctx, tr), &bad, "set")
			_, err = a.AddTrip(ctx, app.Trip{TripIn: tr.TripIn})
			assert.ErrorAs(t, err, &bad, "added")
			tr.Supplies = trip.Supplies{Canisters: []trip.CarriedCanister{k}}
			assert.ErrorAs(t, a.SetTrip(ctx, tr), &bad, "in the pack")
			if assert.NotEmpty(t, bad) {
				assert.Contains(t, bad[0].Field, "supplies.canisters[0]")
			}
		}
		st, err := a.Stop(ctx, stop)
		require.NoError(t, err)
		st.Conditions.Heat.Canister = brew.Canister{CapacityG: ptr(230.0), LeftG: ptr(860.0)}
		var bad brew.Problems
		assert.ErrorAs(t, a.SetStop(ctx, st), &bad)
	})
}

// A run that is guided on two devices is one: what was done on either is kept, and one that was
// written down, or begun again, does not come back.
func TestTwoHandsAtOneRun(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		_, _, b := aTrip(t, a)
		rec := func(events ...run.Event) *run.Record {
			return &run.Record{V: 2, Events: append([]run.Event{{Kind: run.Start}}, events...), TolG: 0.5, TolC: 0.2}
		}
		first, err := a.KeepRun(ctx, b.ID, app.Run{ZeroMs: 1000, Done: []app.StepRun{}, Record: rec()})
		require.NoError(t, err)
		assert.EqualValues(t, 1, first.Revision)
		one, two := first, first
		one.Record = rec(run.Event{Kind: run.Next, TS: 30})
		one, err = a.KeepRun(ctx, b.ID, one)
		require.NoError(t, err)
		two.Record = rec(run.Event{Kind: run.Next, TS: 30.8}, run.Event{Kind: run.Sign, TS: 50})
		two, err = a.KeepRun(ctx, b.ID, two)
		require.NoError(t, err)
		want := rec(run.Event{Kind: run.Next, TS: 30}, run.Event{Kind: run.Sign, TS: 50}).Events
		assert.Equal(t, want, two.Record.Events, "the same press from two devices is one")
		kept, err := a.Run(ctx, b.ID)
		require.NoError(t, err)
		assert.Equal(t, want, kept.Record.Events)
		assert.Equal(t, two.Revision, kept.Revision)

		// Written down on one, it does not come back from the other.
		_, err = a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z"})
		require.NoError(t, err)
		_, err = a.KeepRun(ctx, b.ID, one)
		assert.ErrorIs(t, err, app.ErrConflict)
		_, err = a.Run(ctx, b.ID)
		assert.ErrorIs(t, err, app.ErrNotFound)

		// Nor does it go into the next.
		next, err := a.KeepRun(ctx, b.ID, app.Run{ZeroMs: 9000, Done: []app.StepRun{}, Record: rec()})
		require.NoError(t, err)
		_, err = a.KeepRun(ctx, b.ID, one)
		assert.ErrorIs(t, err, app.ErrConflict)
		kept, err = a.Run(ctx, b.ID)
		require.NoError(t, err)
		assert.Equal(t, next.ID, kept.ID)
		assert.Len(t, kept.Record.Events, 1)
	})
}

// An address means the same record in every copy: what is carried has the numbers that it has at
// home, and what is made on the way one that is made of its identity, by which it is found at home.
func TestAddressesMeanTheSame(t *testing.T) {
	ctx := t.Context()
	home := inSQLite(t)
	for n := range 3 { // numbers that a pocket does not carry lie between
		id, err := home.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: fmt.Sprint("Other ", n), People: 1}})
		require.NoError(t, err)
		_, err = home.InsertStop(ctx, app.Stop{TripID: id, StopIn: app.StopIn{Spot: app.Spot{Name: "Elsewhere", TimeZone: "UTC"}, Position: 1, Day: 1, Conditions: hut()}})
		require.NoError(t, err)
	}
	id, stop, b := aTrip(t, home)
	c, err := home.TakeAlong(ctx, []int64{id}, session(today))
	require.NoError(t, err)
	now := session(today)
	s, err := pocket.Open(ctx, c, nil, pocket.Options{ID: now.ID, NewID: uuid.NewString, Now: now.Now})
	require.NoError(t, err)
	carried, err := s.Brew(ctx, b.ID)
	require.NoError(t, err)
	assert.Equal(t, b.UUID, carried.UUID)
	assert.Equal(t, stop, carried.StopID)
	assert.Equal(t, id, carried.TripID)

	made := ask[app.BrewOut](t, s, "POST", fmt.Sprintf("/stops/%d/brews", stop), "", app.BrewIn{Name: "On the way", Request: brew.Request{Conditions: hut(), Method: "pot"}})
	assert.Equal(t, app.NumberOf(made.UUID), made.ID)
	assert.Less(t, made.ID, int64(1)<<53, "as far as a page counts")
	// Opened again, with what was kept of it, it has the same number.
	again, err := pocket.Open(ctx, s.Carried(), nil, pocket.Options{ID: "again", NewID: uuid.NewString, Now: now.Now})
	require.NoError(t, err)
	same, err := again.Brew(ctx, made.ID)
	require.NoError(t, err)
	assert.Equal(t, made.UUID, same.UUID)

	_, err = home.Bring(ctx, s.Carried(), nil, true, session(today))
	require.NoError(t, err)
	i := slices.IndexFunc(app.Operations, func(o app.Operation) bool { return o.ID == "get-brew" })
	out, err := app.Operations[i].Answer(ctx, &app.Desk{App: home}, app.Asked{Path: map[string]string{"brew": fmt.Sprint(made.ID)}})
	require.NoError(t, err)
	assert.Equal(t, made.UUID, out.(app.BrewOut).UUID, "the address leads to it at home")
	_, err = app.Operations[i].Answer(ctx, &app.Desk{App: home}, app.Asked{Path: map[string]string{"brew": fmt.Sprint(app.NumberOf(uuid.NewString()))}})
	assert.Error(t, err)
}

// A deleted coffee goes with its trip as one, and its dates and what was left of it as they are.
func TestACoffeeGoesWithItsTrip(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		id, stop, _ := aTrip(t, a)
		bag := coffee.InBag{Name: "Ridge lot", Roast: "light", RoastedOn: "2026-08-20", Grams: ptr(250.0), Since: "2026-08-25T08:00:00Z"}
		n, err := a.AddCoffee(ctx, "", bag)
		require.NoError(t, err)
		c, err := a.Coffee(ctx, n)
		require.NoError(t, err)
		_, err = a.KeepBrew(ctx, stop, app.BrewIn{Name: "Late", Request: brew.Request{Conditions: hut(), Method: "cone", Coffee: brew.Coffee{ID: &c.UUID, Name: &c.Name}}})
		require.NoError(t, err)
		require.NoError(t, a.Delete(ctx, app.KindCoffee, n))
		f, err := files.Export(ctx, a, id, "trip.json", formats.Alarms{}, today)
		require.NoError(t, err)
		for _, b := range []app.App{inMemory(), inSQLite(t)} {
			file, err := formats.ReadTrip(bytes.NewReader(f.Data))
			require.NoError(t, err)
			tr, err := file.Trip()
			require.NoError(t, err)
			_, err = b.Keep(ctx, tr)
			require.NoError(t, err)
			there, err := b.CoffeeOf(ctx, c.UUID)
			require.NoError(t, err)
			assert.True(t, there.Deleted)
			assert.Equal(t, bag, there.CoffeeSet)
		}
	})
}
