package taste_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"

	. "apodemos/core/taste"
)

// A cup is made again elsewhere, by another method, with another grinder: the same extraction and
// strength by a plan of what was advised, and what cannot be the same is said.
func TestMakeThisAgain(t *testing.T) {
	was := brew.Request{Method: "cone"}
	was.Grinder.UmPerClick, was.Grinder.Clicks = new(25.0), new(26.0)
	was.Ratio = new(68.0)
	was.Place.AltitudeM = new(300.0)
	for _, m := range []string{"cone", "flat-bed", "press-pot", "hand-press", "cloth", "pot"} {
		there := brew.Request{Method: m}
		there.Place.AltitudeM = new(3900.0)
		there.Grinder.UmPerClick = new(37.0)
		a, err := MakeAgain(planner, Brew{Request: was}, there)
		require.NoError(t, err, m)
		first, err := planner.Compute(was)
		require.NoError(t, err)
		again, err := planner.Compute(a.Request)
		require.NoError(t, err)
		de := *again.Strength.ExtractionPct - *first.Strength.ExtractionPct
		ds := math.Log(*again.Strength.TDSPct / *first.Strength.TDSPct)
		t.Logf("%s: %+.2f points, %+.1f %%", m, de, 100*ds)
		assert.True(t, a.Alike, "%s: %+.2f points, %+.1f %%", m, de, 100*ds)
		assert.LessOrEqual(t, math.Abs(de), 0.8, m)
		assert.LessOrEqual(t, math.Abs(ds), 0.08, m)
		var said string
		for _, n := range a.Not {
			said += n.Text + " "
		}
		assert.Equal(t, m == "press-pot" || m == "pot", strings.Contains(said, "More body and silt"), "%s: %s", m, said)
		assert.Contains(t, said, "Water is", "%s: it boils cooler up there", m)
	}
	// The cup as it was really had.
	off, err := MakeAgain(planner, Brew{Request: was, Run: Had{Clicks: new(32.0)}}, was)
	require.NoError(t, err)
	assert.InDelta(t, 32, *off.Request.Grinder.Clicks, 1)
	// A steep bag cannot be ground otherwise at a shop's: what is left is said.
	bag := brew.Request{Method: "steep-bag"}
	bag.Coffee.GroundAhead = new(true)
	far, err := MakeAgain(planner, Brew{Request: was}, bag)
	require.NoError(t, err)
	if !far.Alike {
		assert.NotEmpty(t, far.Not)
	}
	_, err = MakeAgain(planner, Brew{Request: was}, brew.Request{Method: "nothing"})
	assert.Error(t, err)
}
