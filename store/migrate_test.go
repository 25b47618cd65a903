package store

import (
	"context"
	"database/sql"
	"io/fs"
	"os"
	"path/filepath"
	"testing"

	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/trip"
)

// migrated is a new database as of a migration.
func migrated(t *testing.T, dir string, version int64) *sql.DB {
	db, err := sql.Open("sqlite", filepath.Join(dir, FileName))
	require.NoError(t, err)
	sub, err := fs.Sub(migrations, "migrations")
	require.NoError(t, err)
	p, err := goose.NewProvider(goose.DialectSQLite3, db, sub, goose.WithGoMigrations(goMigrations()...))
	require.NoError(t, err)
	_, err = p.UpTo(t.Context(), version)
	require.NoError(t, err)
	return db
}

// A database of the first version is brought up to date with what is in it, and
// a copy of it is kept.
func TestAnOldDatabaseIsBroughtUpToDate(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	db := migrated(t, dir, 1)
	for _, q := range []string{
		`INSERT INTO trips (id, name, people, starts_on, created_at) VALUES (7, 'Old', 2, '2026-09-05', '2026-01-01T00:00:00Z')`,
		`INSERT INTO stops (id, trip_id, position, name, day, conditions, created_at) VALUES (9, 7, 1, 'Hut', 1, '{"method":"","place":{"altitude_m":1200}}', '2026-01-01T00:00:00Z')`,
		`INSERT INTO brews (id, stop_id, name, at, patch, created_at) VALUES (11, 9, 'First', '06:30', '{"method":"cone"}', '2026-01-01T00:00:00Z')`,
	} {
		_, err := db.ExecContext(ctx, q)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())

	s := open(t, dir)
	got, stops, err := s.Journey(ctx, 7)
	require.NoError(t, err)
	assert.Equal(t, "Old", got.Name)
	assert.Equal(t, trip.Supplies{}, got.Supplies)
	require.Len(t, stops, 1)
	require.Len(t, got.Stops[0].Brews, 1)
	assert.Equal(t, 1200.0, *got.Stops[0].Brews[0].Request.Place.AltitudeM)
	_, err = trip.Compute(got)
	assert.NoError(t, err)
	k, err := s.TripKit(ctx, 7)
	require.NoError(t, err)
	assert.Empty(t, k.Items)
	copies, err := filepath.Glob(filepath.Join(dir, FileName) + ".before-*")
	require.NoError(t, err)
	assert.Len(t, copies, 1, "the file as it was")
	info, err := os.Stat(copies[0])
	require.NoError(t, err)
	assert.Positive(t, info.Size())
}

// Where the water of a stop is from, and whether it may be drunk, were three fields of
// which none reached a brew. They are one answer now; what nobody vouched for is
// doubtful, and the stop says that it wants to be looked at.
func TestTheWaterOfOldStops(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	db := migrated(t, dir, 3)
	cases := []struct {
		conditions, facts, source, treatment string
		review                               bool
	}{
		{`{"method":""}`, `{"water_source":"stream"}`, "stream", "doubtful", true},
		{`{"method":"","water":{"treatment":"safe"}}`, `{"water_source":"stream"}`, "stream", "safe", false},
		{`{"method":"","water":{"treatment":"safe"}}`, `{"water_source":"lake","water_trust":"doubtful"}`, "lake", "doubtful", true},
		{`{"method":"","water":{"treatment":"boil"}}`, `{"water_source":"lake","water_trust":"doubtful"}`, "lake", "boil", false},
		{`{"method":""}`, `{"water_source":"spring","water_trust":"trusted"}`, "spring", "safe", false},
		{`{"method":""}`, `{"water_source":"tap"}`, "tap", "safe", false},
		{`{"method":"","water":{"state":"snow","source_c":-3}}`, `{"water_source":"snow"}`, "snow", "doubtful", true},
		{`{"method":""}`, `{}`, "", "doubtful", false},
	}
	_, err := db.ExecContext(ctx, `INSERT INTO trips (id, name, people, starts_on, created_at) VALUES (7, 'Old', 2, '', '2026-01-01T00:00:00Z')`)
	require.NoError(t, err)
	for i, c := range cases {
		_, err := db.ExecContext(ctx, `INSERT INTO stops (id, trip_id, position, name, day, conditions, facts, created_at) VALUES (?, 7, ?, 'Hut', 1, ?, ?, '2026-01-01T00:00:00Z')`, i+1, i+1, c.conditions, c.facts)
		require.NoError(t, err)
		_, err = db.ExecContext(ctx, `INSERT INTO brews (stop_id, name, at, patch, created_at) VALUES (?, 'First', '06:30', '{"method":"cone"}', '2026-01-01T00:00:00Z')`, i+1)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())
	got, stops, err := open(t, dir).Journey(ctx, 7)
	require.NoError(t, err)
	for i, c := range cases {
		plan, err := brew.Compute(got.Stops[i].Brews[0].Request)
		require.NoError(t, err)
		assert.Equal(t, c.treatment, *plan.Request.Water.Treatment, c.facts)
		if c.source != "" {
			assert.Equal(t, c.source, *plan.Request.Water.Source, c.facts)
		}
		assert.Equal(t, c.review, stops[i].Facts.Review, c.facts)
		assert.Empty(t, stops[i].Facts.OldSource+stops[i].Facts.OldTrust, "it stands in one place")
	}
}

// Morning and day temperatures of a stop reach its brews by the hour; a brew's
// own wish stays.
func TestBrewsTakeTheAirOfTheHour(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, stop, b := fill(t, s) // at 06:00
	st, err := s.Stop(ctx, stop)
	require.NoError(t, err)
	st.Facts = trip.Facts{MorningC: ptr(-3.0), DayC: ptr(14.0)}
	require.NoError(t, s.SetStop(ctx, st))
	got, err := s.Brew(ctx, b.ID)
	require.NoError(t, err)
	assert.Equal(t, -3.0, *got.Request.Place.AirC)
	late := app.Brew{StopID: stop, At: "15:00", Request: brew.Request{Conditions: trip.ConditionsAt(st.Conditions, st.Facts, "15:00")}}
	late.Request.Method = "pot"
	late, err = s.AddBrew(ctx, late, planned(t, late.Request))
	require.NoError(t, err)
	assert.Equal(t, 14.0, *late.Request.Place.AirC)
	st, err = s.Stop(ctx, stop)
	require.NoError(t, err)
	st.Facts.DayC = ptr(20.0)
	require.NoError(t, s.SetStop(ctx, st))
	late, err = s.Brew(ctx, late.ID)
	require.NoError(t, err)
	assert.Equal(t, 20.0, *late.Request.Place.AirC, "it follows the stop")
}

// A whole trip is kept, or nothing of it.
func TestAJourneyIsKeptWholeOrNotAtAll(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	id, _, _ := fill(t, s)
	j, _, err := s.Journey(ctx, id)
	require.NoError(t, err)
	j.Name = "Again"
	var plans []*brew.Plan
	for _, st := range j.Stops {
		for _, b := range st.Brews {
			plans = append(plans, planned(t, b.Request))
		}
	}
	again, err := s.AddJourney(ctx, j, plans)
	require.NoError(t, err)
	back, _, err := s.Journey(ctx, again)
	require.NoError(t, err)
	for i := range back.Stops {
		for k := range back.Stops[i].Brews {
			back.Stops[i].Brews[k].ID = j.Stops[i].Brews[k].ID
		}
	}
	// An identity is given once.
	for i := range back.Stops {
		assert.NotEqual(t, j.Stops[i].Key, back.Stops[i].Key)
		back.Stops[i].Key = j.Stops[i].Key
		for k := range back.Stops[i].Brews {
			back.Stops[i].Brews[k].Key = j.Stops[i].Brews[k].Key
		}
	}
	assert.Equal(t, j, back)

	before, err := s.Trips(ctx)
	require.NoError(t, err)
	ended, cancel := context.WithCancel(ctx)
	cancel()
	_, err = s.AddJourney(ended, j, plans)
	require.Error(t, err)
	after, err := s.Trips(ctx)
	require.NoError(t, err)
	assert.Equal(t, before, after)
}

func TestTheShelfAndTheKitAreKept(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	s := open(t, dir)
	id, _, _ := fill(t, s)
	ids, err := s.AddGear(ctx, gear.Starter())
	require.NoError(t, err)
	assert.Len(t, ids, len(gear.Starter()))
	want := app.TripKit{Wishes: kit.Wishes{Fallback: true, MassG: ptr(900.0)}, Items: ids[:3], Packed: []string{"bags"}, Lost: []app.Lost{{Item: ids[0], Stop: 1}}, Revision: 1}
	require.NoError(t, s.SetTripKit(ctx, id, want))
	require.NoError(t, s.Delete(ctx, app.KindGear, ids[5]))
	require.NoError(t, s.Close())
	s = open(t, dir)
	got, err := s.TripKit(ctx, id)
	require.NoError(t, err)
	want.Revision = 2
	assert.Equal(t, want, got)
	shelf, err := s.Gear(ctx)
	require.NoError(t, err)
	assert.Len(t, shelf, len(ids)-1)
	it, err := s.GearItem(ctx, ids[0])
	require.NoError(t, err)
	first := gear.Starter()[0]
	first.ID, first.UUID, first.Revision = ids[0], it.UUID, 1
	assert.Len(t, it.UUID, 36)
	assert.Equal(t, first, it)
	_, err = s.GearItem(ctx, ids[5])
	assert.ErrorIs(t, err, app.ErrNotFound)
	require.NoError(t, s.Restore(ctx, app.KindGear, ids[5]))
}

// Several brews change together or none does.
func TestBrewsChangeTogether(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, stop, a := fill(t, s)
	b, err := s.AddBrew(ctx, app.Brew{StopID: stop, Request: a.Request}, planned(t, a.Request))
	require.NoError(t, err)
	a.Request.Method, b.Request.Method = "pot", "pot"
	stale := b
	stale.Revision = 99
	plans := []*brew.Plan{planned(t, a.Request), planned(t, b.Request)}
	assert.ErrorIs(t, s.SetBrews(ctx, []app.Brew{a, stale}, plans), app.ErrConflict)
	got, err := s.Brew(ctx, a.ID)
	require.NoError(t, err)
	assert.Equal(t, "cone", got.Request.Method)
	require.NoError(t, s.SetBrews(ctx, []app.Brew{a, b}, plans))
	got, err = s.Brew(ctx, b.ID)
	require.NoError(t, err)
	assert.Equal(t, "pot", got.Request.Method)
}
