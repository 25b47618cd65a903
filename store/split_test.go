package store

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/trip"
)

// A stay that is split is brewed at as before: the same brews on the same days, and
// the trip takes the same coffee, water and gas. Joined again it is as it was.
func TestASplitChangesNothingThatIsDrunk(t *testing.T) {
	s := open(t, t.TempDir())
	rapid.Check(t, func(rt *rapid.T) {
		ctx := t.Context()
		nights := rapid.IntRange(2, 9).Draw(rt, "nights")
		keep := rapid.IntRange(1, nights-1).Draw(rt, "keep")
		tripID, err := s.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Moor", People: 2, StartsOn: "2026-09-05"}})
		require.NoError(rt, err)
		conditions := brew.Conditions{Place: brew.Place{AltitudeM: ptr(1900.0), AirC: ptr(2.0)}, Water: brew.Water{Source: ptr("spring")}}
		stay, err := s.AddStop(ctx, app.Stop{TripID: tripID, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC", Facts: trip.Facts{Nights: &nights, LegBy: "foot", LegHours: ptr(6.0)}}, Position: 1, Day: 1, Conditions: conditions}})
		require.NoError(rt, err)
		_, err = s.AddStop(ctx, app.Stop{TripID: tripID, StopIn: app.StopIn{Spot: app.Spot{Name: "Town", TimeZone: "UTC"}, Position: 2, Day: 1 + nights, Conditions: conditions}})
		require.NoError(rt, err)
		for _, m := range rapid.SliceOfN(rapid.SampledFrom([]string{"cone", "pot"}), 1, 3).Draw(rt, "brews") {
			r := brew.Request{Conditions: conditions, Method: m, Drinkers: ptr(2.0)}
			_, err = s.AddBrew(ctx, app.Brew{StopID: stay, Name: m, At: "06:30", Request: r}, planned(t, r))
			require.NoError(rt, err)
		}
		before, _, err := s.Journey(ctx, tripID)
		require.NoError(rt, err)
		was, err := trip.Compute(before)
		require.NoError(rt, err)

		second, err := s.SplitStop(ctx, stay, keep)
		require.NoError(rt, err)
		after, stops, err := s.Journey(ctx, tripID)
		require.NoError(rt, err)
		require.Len(rt, after.Stops, 3)
		assert.Equal(rt, second.ID, stops[1].ID, "it comes right after the first")
		assert.Equal(rt, []int{1, 1 + keep, 1 + nights}, []int{after.Stops[0].Day, after.Stops[1].Day, after.Stops[2].Day})
		assert.Equal(rt, "Hut (2)", after.Stops[1].Name)
		assert.Empty(rt, after.Stops[0].Facts.LegBy, "the way on is from the second")
		assert.Equal(rt, "foot", after.Stops[1].Facts.LegBy)
		is, err := trip.Compute(after)
		require.NoError(rt, err)
		require.Len(rt, is.Brews, len(was.Brews))
		for i := range is.Brews {
			assert.Equal(rt, was.Brews[i].Day, is.Brews[i].Day)
			assert.Equal(rt, was.Brews[i].Method, is.Brews[i].Method)
		}
		for path, w := range map[string][2]*float64{"coffee": {was.Totals.CoffeeG, is.Totals.CoffeeG}, "gas": {was.Totals.GasG, is.Totals.GasG}, "water": {was.Totals.WaterMl, is.Totals.WaterMl}} {
			assert.InDelta(rt, *w[0], *w[1], 1e-6, path)
		}

		require.NoError(rt, s.JoinStops(ctx, stay, second.ID))
		again, _, err := s.Journey(ctx, tripID)
		require.NoError(rt, err)
		assert.Equal(rt, before.Stops[0].Facts, again.Stops[0].Facts)
		assert.Len(rt, again.Stops, 2)
		assert.Len(rt, again.Stops[0].Brews, len(before.Stops[0].Brews))
	})
}

func TestWhatCannotBeSplitOrJoined(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	_, stop, _ := fill(t, s)
	_, err := s.SplitStop(ctx, stop, 1)
	assert.ErrorContains(t, err, "nights: one day can’t be split")
	st, err := s.Stop(ctx, stop)
	require.NoError(t, err)
	st.Facts.Nights, st.Name = ptr(4), strings.Repeat("ü", 120)
	require.NoError(t, s.SetStop(ctx, st))
	for _, n := range []int{-1, 0, 4, 9} {
		_, err = s.SplitStop(ctx, stop, n)
		assert.ErrorContains(t, err, "is out of range. Enter 1 to 3 of the 4 days")
	}
	_, err = s.SplitStop(ctx, 987, 1)
	assert.ErrorIs(t, err, app.ErrNotFound)
	second, err := s.SplitStop(ctx, stop, 1)
	require.NoError(t, err)
	assert.Len(t, []rune(second.Name), 120, "the name stays within what is allowed")
	assert.ErrorIs(t, s.JoinStops(ctx, stop, stop), app.ErrNotFound)
	assert.ErrorIs(t, s.JoinStops(ctx, stop, 987), app.ErrNotFound)
	_, other, _ := fill(t, s)
	assert.ErrorIs(t, s.JoinStops(ctx, stop, other), app.ErrNotFound, "a stop of another trip")
}
