package server

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
)

// A new brew is the next free meal's, with the air of that hour; moved to another
// hour it takes the air of that one, unless its own was set; and nothing is kept by
// looking.
func TestANewBrewTakesItsHour(t *testing.T) {
	h := running(t)
	before := len(call[app.TripOut](t, h, "GET", "/trips/1", "").Brews)
	fresh := call[app.NewBrew](t, h, "GET", "/stops/3/brews/new?method=cone", "")
	assert.Equal(t, "10:00", fresh.At, "05:50 and 12:20 are taken; breakfast is near the first")
	assert.Equal(t, 35.0, *fresh.Request.Place.AirC, "the gorge at ten")
	early := call[app.NewBrew](t, h, "GET", "/stops/3/brews/new?method=cone&at=07:00", "")
	assert.Equal(t, 24.0, *early.Request.Place.AirC, "the morning's air, and not the day's 35 °C")
	assert.Len(t, call[app.TripOut](t, h, "GET", "/trips/1", "").Brews, before, "trying adds nothing")

	kept := call[app.BrewOut](t, h, "POST", "/stops/3/brews", fmt.Sprintf(`{"name":"Early","at":"07:00","request":%s}`, encoded(t, early.Request)))
	assert.Equal(t, 24.0, *kept.Request.Place.AirC)
	late := change[app.BrewOut](t, h, fmt.Sprintf("/brews/%d", kept.ID), `{"name":"Late","at":"15:00"}`)
	assert.Equal(t, "Late", late.Name)
	assert.Equal(t, 35.0, *late.Request.Place.AirC, "moved, it takes the air of that hour")
	assert.Equal(t, 35.0, *late.Stored.Plan.Request.Place.AirC, "and so does its plan")
	change[app.BrewOut](t, h, fmt.Sprintf("/brews/%d", kept.ID), `{"request":{"place":{"air_c":11}}}`)
	back := change[app.BrewOut](t, h, fmt.Sprintf("/brews/%d", kept.ID), `{"at":"07:00"}`)
	assert.Equal(t, 11.0, *back.Request.Place.AirC, "what one has set stays")
}

// The guide of a brew whose stop has changed is not that of before.
func TestABrewKnowsThatItsStopHasChanged(t *testing.T) {
	h := running(t)
	assert.False(t, call[app.BrewOut](t, h, "GET", "/brews/9", "").Stale)
	trip := call[app.TripOut](t, h, "GET", "/trips/1", "")
	st := trip.Stops[4]
	change[app.StopOut](t, h, fmt.Sprintf("/stops/%d", st.ID), `{"conditions":{"water":{"treatment":"boil"}}}`)
	b := call[app.BrewOut](t, h, "GET", "/brews/9", "")
	assert.True(t, b.Stale)
	assert.Equal(t, "boil", *b.Request.Water.Treatment)
	again := change[app.BrewOut](t, h, "/brews/9", `{}`)
	assert.False(t, again.Stale)
	assert.Contains(t, encoded(t, again.Stored.Plan.Steps), `"keep":true`)
}

// Each school says at a stream whether it makes the water safe.
func TestTheChoicesSayWhatTheyDoToTheWater(t *testing.T) {
	h := running(t)
	said := map[string]string{}
	for _, treatment := range []string{"", `,"treatment":"boil"`, `,"treatment":"filtered"`} {
		for _, c := range call[[]brew.Choice](t, h, "POST", "/choices", `{"method":"","place":{"altitude_m":2300},"water":{"source":"stream"`+treatment+`}}`) {
			said[c.Method+"/"+c.School+treatment] = c.Water
		}
	}
	require.NotEmpty(t, said["pot/warm-boil"])
	assert.Empty(t, said[`pot/warm-boil,"treatment":"boil"`])
	assert.Contains(t, said[`hand-press/rapid-cold,"treatment":"boil"`], "needs safe water")
	assert.Contains(t, said[`moka/cold-fill,"treatment":"boil"`], "needs safe water")
	assert.Empty(t, said[`hand-press/rapid-cold,"treatment":"filtered"`])
}

func encoded(t *testing.T, v any) string {
	t.Helper()
	b, err := json.Marshal(v)
	require.NoError(t, err)
	return string(b)
}
