package demo

import (
	"context"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/store"
)

func TestTheDemoIsWhole(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	trip, err := Seed(ctx, s)
	require.NoError(t, err)
	stops, err := app.New(s).Stops(ctx, trip)
	require.NoError(t, err)
	assert.Len(t, stops, 9, "a nine-day journey")
	brews, err := app.New(s).Brews(ctx, trip)
	require.NoError(t, err)
	with := map[int64]bool{}
	for _, b := range brews {
		with[b.StopID] = true
		p, err := app.New(s).Plan(ctx, b.PlanID)
		require.NoError(t, err)
		assert.NotEmpty(t, p.Plan.Steps, b.Name)
	}
	assert.Len(t, with, 9, "a brew at every stop")
	log, err := app.New(s).Log(ctx, trip)
	require.NoError(t, err)
	assert.GreaterOrEqual(t, len(log), 23, "about two dozen")
}

// It is made where nothing is, made anew where that is asked, and never over what is
// not a demo; what it replaces is kept.
func TestReady(t *testing.T) {
	ctx := t.Context()
	trips := func(dir string) []app.Trip {
		s, err := store.Open(ctx, dir)
		require.NoError(t, err)
		defer s.Close()
		list, err := app.New(s).Trips(ctx)
		require.NoError(t, err)
		return list
	}
	dir := t.TempDir()
	kept, err := Ready(ctx, dir, false)
	require.NoError(t, err)
	assert.Empty(t, kept)
	first := trips(dir)
	require.Len(t, first, 1)

	// Their own changes stay, until it is asked for anew; then they are kept aside.
	s, err := store.Open(ctx, dir)
	require.NoError(t, err)
	_, err = app.New(s).AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Tried", People: 1}})
	require.NoError(t, err)
	_, err = Ready(ctx, dir, true)
	assert.ErrorContains(t, err, "in use", "never one that is open")
	require.NoError(t, s.Close())
	_, err = Ready(ctx, dir, false)
	require.NoError(t, err)
	assert.Len(t, trips(dir), 2)
	kept, err = Ready(ctx, dir, true)
	require.NoError(t, err)
	require.NotEmpty(t, kept)
	assert.Equal(t, first[0].UUID, trips(dir)[0].UUID, "its identities are always the same")
	assert.Len(t, trips(dir), 1)
	back := t.TempDir()
	_, err = store.Restore(ctx, back, kept)
	require.NoError(t, err)
	assert.Len(t, trips(back), 2)

	// What is not a demo, or cannot be read, is left alone.
	own := t.TempDir()
	s, err = store.Open(ctx, own)
	require.NoError(t, err)
	_, err = app.New(s).AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Mine", People: 1}})
	require.NoError(t, err)
	require.NoError(t, s.Close())
	_, err = Ready(ctx, own, true)
	assert.ErrorContains(t, err, "doesn’t hold the demo, so nothing was changed")
	assert.Equal(t, "Mine", trips(own)[0].Name)
	text := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(text, store.FileName), []byte("a shopping list"), 0o600))
	for _, fresh := range []bool{false, true} {
		_, err = Ready(ctx, text, fresh)
		assert.Error(t, err)
	}

	// The rest of a start that was cut short goes, and does not count as the demo.
	cut := t.TempDir()
	require.NoError(t, os.MkdirAll(filepath.Join(cut, "seeding-1"), 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(cut, "seeding-1", store.FileName), []byte("half"), 0o600))
	_, err = Ready(ctx, cut, false)
	require.NoError(t, err)
	left, err := filepath.Glob(filepath.Join(cut, "seeding-*"))
	require.NoError(t, err)
	assert.Empty(t, left)
	assert.Len(t, trips(cut), 1)
}
