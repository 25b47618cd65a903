package store

import (
	"context"
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/working"
)

func count(t *testing.T, s *kept, table string) (n int) {
	require.NoError(t, s.db.QueryRow("SELECT count(*) FROM "+table).Scan(&n))
	return n
}

// What a plan says is kept once, whoever has it; its workings are not.
func TestAPlanIsKeptOnce(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	trip, stop, b := fill(t, s)
	p, err := explain.Brew(b.Request)
	require.NoError(t, err)
	p.Notes = []brew.Note{} // as fill planned it
	first := b.PlanID
	b, err = s.SetBrew(ctx, b, p)
	require.NoError(t, err)
	assert.Equal(t, first, b.PlanID, "the same again is the same plan, told or not")
	twin, err := s.AddBrew(ctx, app.Brew{StopID: stop, Name: "Twin", At: "06:00", Request: b.Request}, p)
	require.NoError(t, err)
	assert.NotEqual(t, first, twin.PlanID, "each brew has a plan of its own")
	assert.Equal(t, 2, count(t, s, "plans"))
	assert.Equal(t, 1, count(t, s, "plan_contents"), "that says the same")

	// There and back is the plan that it was.
	r := b.Request
	r.DoseG = ptr(40.0)
	b.Request = r
	b, err = s.SetBrew(ctx, b, planned(t, r))
	require.NoError(t, err)
	assert.NotEqual(t, first, b.PlanID)
	b.Request = twin.Request
	b, err = s.SetBrew(ctx, b, planned(t, b.Request))
	require.NoError(t, err)
	assert.Equal(t, first, b.PlanID)
	assert.Equal(t, 2, count(t, s, "plan_contents"))

	// A copy of the trip says nothing new.
	journey, _, err := s.Journey(ctx, trip)
	require.NoError(t, err)
	var plans []*brew.Plan
	for _, x := range journey.Stops[0].Brews {
		plans = append(plans, planned(t, x.Request))
	}
	_, err = s.AddJourney(ctx, journey, plans)
	require.NoError(t, err)
	assert.Equal(t, 2, count(t, s, "plan_contents"))

	got, err := s.Plan(ctx, first)
	require.NoError(t, err)
	assert.Empty(t, got.Plan.Working)
	assert.Equal(t, *p.DoseG, *got.Plan.DoseG)
}

// Workings that are kept are never written over.
func TestWorkingsAreKeptOnce(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	_, _, b := fill(t, s)
	require.NoError(t, s.KeepWorking(ctx, b.PlanID, working.Sheet{"dose_g": {Label: "Dose", Formula: "then"}}))
	require.NoError(t, s.KeepWorking(ctx, b.PlanID, working.Sheet{"dose_g": {Label: "Dose", Formula: "now"}}))
	p, err := s.Plan(ctx, b.PlanID)
	require.NoError(t, err)
	assert.Equal(t, "then", p.Plan.Working["dose_g"].Formula)
	assert.Equal(t, brew.Version, p.CoreVersion)
}

// Plans of a database in which each brew had its own whole are kept once, and those that
// were told how their figures came about still tell it.
func TestOldPlansMoveToWhereTheyAreKeptOnce(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	db := migrated(t, dir, 6)
	told, err := explain.Brew(brew.Request{Method: "cone"})
	require.NoError(t, err)
	f := told.Working["dose_g"]
	f.Formula = "as it was told then"
	told.Working["dose_g"], told.Version = f, "0.3.0"
	whole, err := json.Marshal(told)
	require.NoError(t, err)
	for _, q := range []string{
		`INSERT INTO trips (id, uuid, name, people, starts_on, created_at) VALUES (7, 't', 'Old', 2, '', '2026-01-01T00:00:00Z')`,
		`INSERT INTO stops (id, uuid, trip_id, position, name, day, conditions, facts, created_at) VALUES (9, 's', 7, 1, 'Hut', 1, '{"place":{"altitude_m":1200},"cup_ml":180,"scale":false}', '{}', '2026-01-01T00:00:00Z')`,
		`INSERT INTO brews (id, uuid, stop_id, name, at, patch, created_at) VALUES (11, 'b1', 9, 'First', '06:30', '{"method":"cone"}', '2026-01-01T00:00:00Z')`,
		`INSERT INTO brews (id, uuid, stop_id, name, at, patch, created_at) VALUES (12, 'b2', 9, 'Second', '10:30', '{"method":"cone","cup_ml":300}', '2026-01-01T00:00:00Z')`,
	} {
		_, err := db.ExecContext(ctx, q)
		require.NoError(t, err, q)
	}
	for _, id := range []int{11, 12} {
		_, err := db.ExecContext(ctx, `INSERT INTO plans (id, uuid, brew_id, request, plan, core_version, created_at) VALUES (?, 'p' || ?, ?, '{"method":"cone"}', ?, '0.3.0', '2026-01-01T00:00:00Z')`, id, id, id, string(whole))
		require.NoError(t, err)
		_, err = db.ExecContext(ctx, "UPDATE brews SET plan_id = ? WHERE id = ?", id, id)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())

	s := open(t, dir)
	assert.Equal(t, 2, count(t, s, "plans"))
	assert.Equal(t, 1, count(t, s, "plan_contents"))
	for _, id := range []int64{11, 12} {
		p, err := s.Plan(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, "0.3.0", p.CoreVersion)
		assert.Equal(t, "as it was told then", p.Plan.Working["dose_g"].Formula)
		assert.Equal(t, *told.WaitS, *p.Plan.WaitS)
	}
	// What a stop no longer holds its brews have of their own: theirs first.
	first, err := s.Brew(ctx, 11)
	require.NoError(t, err)
	second, err := s.Brew(ctx, 12)
	require.NoError(t, err)
	assert.Equal(t, []float64{180, 300}, []float64{*first.Request.CupMl, *second.Request.CupMl})
	assert.False(t, *second.Request.Scale)
	assert.Equal(t, 1200.0, *second.Request.Place.AltitudeM)
}

// Two who tick the same list do not undo each other, and ticks go with their trip.
func TestTicksAreOfTheTrip(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	trip, _, _ := fill(t, s)
	require.NoError(t, s.SetTicks(ctx, trip, "schedule", []string{"a", "b"}, true))
	require.NoError(t, s.SetTicks(ctx, trip, "schedule", []string{"b", "c"}, true), "one that is done may be done")
	require.NoError(t, s.SetTicks(ctx, trip, "schedule", []string{"a", "z"}, false), "and one that is not, not")
	require.NoError(t, s.SetTicks(ctx, trip, "other", []string{"q"}, true))
	got, err := s.Done(ctx, trip, "schedule")
	require.NoError(t, err)
	assert.Equal(t, []string{"b", "c"}, got)
	_, err = s.Done(ctx, trip+1, "schedule")
	assert.ErrorIs(t, err, app.ErrNotFound)
	var bad brew.Problems
	require.ErrorAs(t, s.SetTicks(ctx, trip, "schedule", []string{"ok", ""}, true), &bad)
	assert.Equal(t, "lines[1]", bad[0].Field)
	got, err = s.Done(ctx, trip, "schedule")
	require.NoError(t, err)
	assert.Equal(t, []string{"b", "c"}, got, "nothing of it")
}
