package brew

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/coffee"
	"apodemos/core/recipe"
)

// Clicks of a grinder of which nothing is known are the recipe's grind: at home its number
// stays, and where the grind is moved, it is told in so many clicks from it.
func TestClicksAreEnough(t *testing.T) {
	at := func(altitude float64, own recipe.Recipe) *Plan {
		r := Request{Method: "cup-steep", Recipe: &own, Adjust: new("grind")}
		r.Place.AltitudeM = &altitude
		p, err := Compute(r)
		require.NoError(t, err)
		require.NotNil(t, p.Grind.Clicks)
		return p
	}
	for _, word := range []string{"", "medium-coarse"} {
		own := recipe.Recipe{Clicks: new(23.0), Grind: word}
		assert.InDelta(t, 23, *at(0, own).Grind.Clicks, 0.6, word)
		high := at(5500, own)
		assert.Less(t, *high.Grind.Clicks, 22.5, word)
		assert.Greater(t, *high.Grind.Clicks, 10.0, word)
	}
	// The same number on a grinder with finer steps is as many parts of a finer step.
	fine := at(5500, recipe.Recipe{Clicks: new(90.0)})
	coarse := at(5500, recipe.Recipe{Clicks: new(9.0)})
	assert.InDelta(t, *fine.Grind.Um, *coarse.Grind.Um, 1)
	assert.InDelta(t, *fine.Grind.Clicks/90, *coarse.Grind.Clicks/9, 0.02)
	// A grinder that is known counts, and one that is not says nothing against the word.
	um, other, bad := (&recipe.Recipe{Clicks: new(23.0), Grinder: &recipe.OwnGrinder{Name: "mine"}}).Um(800, &recipe.OwnGrinder{UmPerClick: 37})
	require.Empty(t, bad)
	assert.False(t, other)
	assert.InDelta(t, 23*37, um, 1e-9)
	// Of a request, too.
	p, err := Compute(Request{Method: "cone", Grinder: Grinder{Clicks: new(23.0)}})
	require.NoError(t, err)
	assert.InDelta(t, 23, *p.Grind.Clicks, 0.6)
}

// A click is a share of the way from touching burrs, within what grinders have.
func TestUmPerClickAt(t *testing.T) {
	assert.InDelta(t, 37.6, coffee.UmPerClickAt(23, 865), 0.1)
	assert.InDelta(t, 200, coffee.UmPerClickAt(0, 865), 0)
	assert.InDelta(t, 1, coffee.UmPerClickAt(10000, 865), 0)
}

// With a scale 13 g are 13 g, and spoons stand beside them; without one, what the spoons
// hold is what goes in, and water and drink go with it.
func TestSpoonsAreTheDoseWithoutAScale(t *testing.T) {
	own := recipe.Recipe{DoseG: new(13.0), WaterG: new(200.0)}
	p, err := Compute(Request{Method: "cone", Recipe: &own})
	require.NoError(t, err)
	assert.InDelta(t, 13, *p.DoseG, 1e-9)
	require.NotNil(t, p.DoseMeasures)
	assert.Equal(t, "2½ heaped tablespoons", p.DoseMeasures.Words)
	for _, st := range p.Steps {
		assert.NotContains(t, st.Text, "tablespoon")
	}
	p, err = Compute(Request{Method: "cone", Recipe: &own, Scale: new(false)})
	require.NoError(t, err)
	assert.InDelta(t, 2.5*coffee.TypicalG("heaped tablespoon"), *p.DoseG, 1e-9)
	assert.InDelta(t, 200, *p.Water.PouredMl, 1e-9)
	assert.InDelta(t, 13.75-13, p.DoseMeasures.Error, 1e-9)
	// Two cups that steep on their own have whole halves of a spoon each.
	p, err = Compute(Request{Method: "cup-steep", Drinkers: new(2.0), Scale: new(false)})
	require.NoError(t, err)
	each := *p.DoseG / 2 / coffee.TypicalG("heaped tablespoon")
	assert.InDelta(t, math.Round(2*each), 2*each, 1e-9)
}

// Without a scale water is counted in the vessel that is named, never in the drink in it,
// and a pot with marks is filled to one.
func TestWaterIsPouredByWhatIsNamed(t *testing.T) {
	fill := func(by WaterBy) string {
		r := Request{Method: "pot", CupMl: new(150.0), Scale: new(false), WaterBy: by}
		p, err := Compute(r)
		require.NoError(t, err)
		all := ""
		for _, st := range p.Steps {
			all += st.Text + "\n"
		}
		return strings.ReplaceAll(all, "\u2009", " ")
	}
	ml := func(by WaterBy) float64 {
		p, err := Compute(Request{Method: "pot", CupMl: new(150.0), Scale: new(false), WaterBy: by})
		require.NoError(t, err)
		return *p.Water.HeatedMl
	}(WaterBy{})
	require.InDelta(t, 190, ml, 40)
	assert.Contains(t, fill(WaterBy{}), "of a cup of water")
	assert.Contains(t, fill(WaterBy{Name: new("tin mug"), Ml: new(ml / 1.5)}), "about 1½ tin mugs of water")
	assert.Contains(t, fill(WaterBy{Name: new("dl")}), "about 2 dl of water")
	assert.Contains(t, fill(WaterBy{MarksMl: new(100.0)}), "to the 200 ml mark")
	assert.Contains(t, fill(WaterBy{Ml: new(ml)}), "about 1 cup of water", "one without a name is a cup")
	assert.Regexp(t, "of a us cup", fill(WaterBy{Name: new("us cup")}))
}

// In frost a bare cup, one in wool and an insulated one are told apart.
func TestCupsInFrost(t *testing.T) {
	r := Request{Method: "slow-drip"}
	r.Place.AirC = new(-10.0)
	p, err := Compute(r)
	require.NoError(t, err)
	said := false
	for _, d := range p.decided {
		if d.ID == "cups-compared" {
			said = true
			bare, wool, flask := d.Values[0].Value, d.Values[1].Value, d.Values[2].Value
			assert.Less(t, bare+2, wool)
			assert.Less(t, wool+2, flask)
			assert.Less(t, flask, *p.CupC)
		}
	}
	assert.True(t, said)
	p, err = Compute(Request{Method: "slow-drip"})
	require.NoError(t, err)
	for _, d := range p.decided {
		assert.NotEqual(t, "cups-compared", d.ID)
	}
}

// A hand press's chamber is marked in scoops: two scoops, water to mark 2.
func TestScoopsToTheirMark(t *testing.T) {
	p, err := Compute(Request{Method: "hand-press", School: new("rapid-cold"), Scale: new(false), DoseG: new(20.0), Conditions: Conditions{Water: Water{Source: new("tap")}}})
	require.NoError(t, err)
	all := ""
	for _, st := range p.Steps {
		all += st.Text + "\n"
	}
	assert.Contains(t, all, "Measure 2 scoops")
	assert.Contains(t, all, "Fill to mark 2: safe water")
}
