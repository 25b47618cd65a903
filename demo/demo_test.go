package demo

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/store"
)

func TestTheDemoIsWhole(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	trip, err := Seed(ctx, s)
	require.NoError(t, err)
	stops, err := s.Stops(ctx, trip)
	require.NoError(t, err)
	assert.Len(t, stops, 9, "a nine-day journey")
	brews, err := s.Brews(ctx, trip)
	require.NoError(t, err)
	with := map[int64]bool{}
	for _, b := range brews {
		with[b.StopID] = true
		p, err := s.Plan(ctx, b.PlanID)
		require.NoError(t, err)
		assert.NotEmpty(t, p.Plan.Steps, b.Name)
	}
	assert.Len(t, with, 9, "a brew at every stop")
	log, err := s.Log(ctx, trip)
	require.NoError(t, err)
	assert.GreaterOrEqual(t, len(log), 23, "about two dozen")
}
