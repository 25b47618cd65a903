package app_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/ways"
)

// A cup of the log is made again at another stop, with its grinder's clicks, and what happened there
// before stands beside it.
func TestACupAgainElsewhere(t *testing.T) {
	a, _, id := open(t)
	ctx := t.Context()
	log, err := a.Log(ctx, id)
	require.NoError(t, err)
	stops, err := a.Stops(ctx, id)
	require.NoError(t, err)
	var cup app.LogEntry
	for _, l := range log {
		if l.Method == "cone" {
			cup = l
		}
	}
	require.NotZero(t, cup.ID)
	before := 0
	for _, st := range stops {
		got, err := a.MakeAgain(ctx, cup.ID, app.AgainIn{Stop: st.ID, At: "07:00"})
		if err != nil {
			continue // nothing to heat water with there
		}
		require.NotNil(t, got.Plan.Strength.ExtractionPct, st.Name)
		assert.InDelta(t, got.Again.Gives.ExtractionPct, *got.Plan.Strength.ExtractionPct, 1e-9, "the plan is the one that was promised")
		assert.True(t, got.Again.Alike, "%s: %+v for %+v", st.Name, got.Again.Gives, got.Again.Wanted)
		assert.Equal(t, *st.Conditions.Place.AltitudeM, *got.Plan.Request.Place.AltitudeM, st.Name)
		for _, l := range got.Before {
			before++
			assert.Equal(t, st.ID, l.StopID)
			assert.Equal(t, "cone", l.Method)
		}
	}
	assert.Positive(t, before)
	press, err := a.MakeAgain(ctx, cup.ID, app.AgainIn{Stop: cup.StopID, Method: "press-pot"})
	require.NoError(t, err)
	assert.Equal(t, "press-pot", press.Again.Request.Method)
	assert.NotEmpty(t, press.Again.Not, "there is no paper in it")
	assert.Empty(t, press.Lacks)
	shelf, err := a.Gear(ctx)
	require.NoError(t, err)
	for _, g := range shelf {
		if strings.HasPrefix(g.Name, "Press pot") {
			require.NoError(t, a.Delete(ctx, app.KindGear, g.ID))
		}
	}
	press, err = a.MakeAgain(ctx, cup.ID, app.AgainIn{Stop: cup.StopID, Method: "press-pot"})
	require.NoError(t, err)
	assert.NotEmpty(t, press.Lacks, "there is none on the shelf any more")
	// Here and now, with what there is.
	conditions := stops[0].Conditions
	there := ways.Wanted{Request: brew.Request{Conditions: conditions, Drinkers: new(3.0)}, Have: shelf}
	here, err := a.MakeAgain(ctx, cup.ID, app.AgainIn{Here: &there})
	require.NoError(t, err)
	assert.True(t, here.Again.Alike)
	assert.Equal(t, 3.0, *here.Plan.Request.Drinkers, "as many as there are")
	assert.Equal(t, *conditions.Place.AltitudeM, *here.Plan.Request.Place.AltitudeM)
	assert.Empty(t, here.Lacks)
	assert.Empty(t, here.Before, "it is no stop")
	there.Have, there.Said = nil, true
	here, err = a.MakeAgain(ctx, cup.ID, app.AgainIn{Here: &there})
	require.NoError(t, err)
	assert.NotEmpty(t, here.Lacks, "there is nothing to make it with")
	_, err = a.MakeAgain(ctx, cup.ID, app.AgainIn{})
	require.ErrorContains(t, err, "is missing. Choose a stop")
	_, err = a.MakeAgain(ctx, cup.ID, app.AgainIn{Stop: cup.StopID, Method: "nothing"})
	var bad brew.Problems
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "method", bad[0].Field)
	_, err = a.MakeAgain(ctx, 99999, app.AgainIn{Stop: cup.StopID})
	assert.ErrorIs(t, err, app.ErrNotFound)
}

// What is liked, over coffees and methods; who has no cup yet has no palate.
func TestThePalateOverTrips(t *testing.T) {
	a, _, _ := open(t)
	got, err := a.Palate(t.Context())
	require.NoError(t, err)
	require.NotEmpty(t, got.People)
	assert.Positive(t, got.People[0].Cups)
	assert.InDelta(t, 20, got.People[0].Liked.Mean, 3)
	require.Greater(t, len(got.Coffees), 1)
	require.NotEmpty(t, got.Roasts)
	require.NotNil(t, got.Pack)
	coffees, err := a.Coffees(t.Context(), false)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(coffees, func(c app.Coffee) bool { return c.Name == got.Pack.Coffee }), "one that is still kept")
	for _, c := range coffees { // and no longer, once it is gone
		require.NoError(t, a.Delete(t.Context(), app.KindCoffee, c.ID))
	}
	none, err := a.Palate(t.Context())
	require.NoError(t, err)
	assert.Nil(t, none.Pack)
	for i := 1; i < len(got.Coffees); i++ {
		assert.GreaterOrEqual(t, got.Coffees[i-1].Mark, got.Coffees[i].Mark)
	}
}
