package taste_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"

	. "apodemos/core/taste"
)

// at is a cone brew of a coffee, on a day of May, with clicks, as it was tasted.
func at(day int, coffee string, clicks, bitter, strong float64) Brew {
	r := cone(0)
	r.Coffee.ID, r.Grinder.Clicks = &coffee, &clicks
	return Brew{At: fmt.Sprintf("2026-05-%02dT07:00:00Z", day), Request: r, Tasting: tasted(bitter, strong)}
}

// What is said of one coffee is no word on the grind of another, and it is told how many cups are of
// which; what is liked goes along.
func TestCoffeesAreKeptApart(t *testing.T) {
	var brews []Brew
	for day := 1; day <= 6; day++ {
		brews = append(brews, at(day, "A", 26, 0, 0))
	}
	alone := advise(t, History{Brews: []Brew{at(9, "B", 26, -2, 0)}, Allow: []string{Grind}})
	both := advise(t, History{Brews: append(brews, at(9, "B", 26, -2, 0)), Allow: []string{Grind}})
	assert.Equal(t, 1, both.Counted)
	assert.Equal(t, 6, both.Others)
	require.NotNil(t, both.Change, "six good cups of another coffee do not make this sour one good")
	assert.Less(t, both.Change.To, 26.0)
	assert.Len(t, both.Path, 1)
	assert.Less(t, both.Liking.ExtractionHighPct-both.Liking.ExtractionLowPct, alone.Liking.ExtractionHighPct-alone.Liking.ExtractionLowPct, "but say what is liked")
	// A name beside the request tells them apart as well.
	named := brews
	last := at(9, "A", 26, -2, 0)
	last.Coffee = "B"
	assert.Equal(t, 1, advise(t, History{Brews: append(named, last)}).Counted)
}

// Cups that do not fit those before are noticed and asked about; a word on it holds.
func TestAChangeIsNoticed(t *testing.T) {
	var brews []Brew
	for day := 1; day <= 6; day++ {
		brews = append(brews, at(day, "A", 26, float64(day%2), 0))
	}
	assert.Nil(t, advise(t, History{Brews: brews}).Noticed)
	brews = append(brews, at(7, "A", 26, 3, 1), at(8, "A", 26, 3, 0))
	a := advise(t, History{Brews: brews, Allow: []string{Grind}})
	require.NotNil(t, a.Noticed)
	assert.Equal(t, 6, a.Noticed.Brew)
	assert.Equal(t, "2026-05-07T07:00:00Z", a.Noticed.At)
	assert.Equal(t, "2 cups more bitter than expected with these settings. Did something change?", a.Noticed.Said.Text)
	assert.Contains(t, a.Noticed.Might, "grinder")
	require.NotNil(t, a.Change)
	assert.GreaterOrEqual(t, a.Change.To, 29.0, "it is not held back by the cups of before")

	brews[6].Tasting.Changed = NothingChanged
	no := advise(t, History{Brews: brews, Allow: []string{Grind}})
	assert.Nil(t, no.Noticed, "it is not asked twice")
	require.NotNil(t, no.Change)
	assert.Less(t, no.Change.To, a.Change.To, "and what was learnt before counts")
	for _, what := range []string{"bag", "roast", "water", "grinder"} {
		brews[6].Tasting.Changed = what
		yes := advise(t, History{Brews: brews, Allow: []string{Grind}})
		assert.Nil(t, yes.Noticed, what)
		require.NotNil(t, yes.Change, what)
		assert.GreaterOrEqual(t, yes.Change.To, no.Change.To, what)
	}
	brews[6].Tasting.Changed = "wind"
	_, err := Advise(History{Brews: brews}, planner)
	assert.ErrorContains(t, err, "brews[6].tasting.changed")
}

// A cup that was right is left alone, until two in a row say otherwise.
func TestAGoodCupIsLeftAlone(t *testing.T) {
	brews := []Brew{at(1, "A", 26, 0, 0), at(2, "A", 26, -1, 0)}
	once := advise(t, History{Brews: brews})
	assert.Nil(t, once.Change)
	assert.True(t, once.Settled)
	assert.Contains(t, once.Why.Text, "a second one would change it.")
	assert.NotNil(t, advise(t, History{Brews: append(brews, at(3, "A", 26, -1, 0))}).Change)
}

// Two people have a palate each; a brew for both aims between, and says whom it suits.
func TestTwoPeople(t *testing.T) {
	var brews []Brew
	for day := 1; day <= 4; day++ {
		for by, bitter := range map[string]float64{"Ana": -2, "Ben": 2} {
			b := at(day, "A", 26, bitter, 0)
			b.By = by
			brews = append(brews, b)
		}
	}
	to := func(whom ...string) (*Advice, float64) {
		a := advise(t, History{Brews: brews, For: whom, Allow: []string{Grind}})
		if a.Change == nil {
			return a, 26
		}
		return a, a.Change.To
	}
	_, ana := to("Ana")
	_, ben := to("Ben")
	assert.Less(t, ana, 25.0)
	assert.Greater(t, ben, 27.0)
	known, err := Palates(History{Brews: brews}, planner)
	require.NoError(t, err)
	require.Len(t, known, 2)
	assert.Greater(t, known[0].Liked.Mean, known[1].Liked.Mean+1.5, "Ana likes more drawn out of it than Ben")
	assert.Len(t, known[0].Moved, 4)
	assert.Less(t, known[0].Liked.High-known[0].Liked.Low, known[0].Moved[0].Liked.High-known[0].Moved[0].Liked.Low, "surer with each cup")
	require.Len(t, known[0].Methods, 1)
	a, both := to("Ana", "Ben")
	assert.InDelta(t, 26, both, 1)
	require.Len(t, a.Suits, 2)
	assert.Equal(t, "Ana", a.Suits[0].By)
	assert.Less(t, a.Suits[0].Sure, 0.5)
}

// Where it is not likely that one change is right, there are two to choose between.
func TestTwoToChooseBetween(t *testing.T) {
	a := advise(t, History{Brews: []Brew{at(1, "A", 26, -2, -2)}})
	require.Less(t, a.Sure, 0.5)
	require.NotNil(t, a.Change)
	require.NotNil(t, a.Or)
	assert.NotEqual(t, a.Change.Lever, a.Or.Change.Lever)
	assert.Positive(t, a.Or.Sure)
}

// Where the model has a finer grind do next to nothing, it is not followed there.
func TestNoLeapOnAFlatModel(t *testing.T) {
	for _, clicks := range []float64{6, 8, 11} {
		r := brew.Request{Method: "press-pot"}
		r.Grinder.UmPerClick, r.Grinder.Clicks = new(37.0), &clicks
		a := advise(t, History{Brews: []Brew{{Request: r, Tasting: tasted(-2, 0)}, {Request: r, Tasting: tasted(-2, 0)}, {Request: r, Tasting: tasted(-3, 0)}}, Allow: []string{Grind}})
		if c := a.Change; c != nil {
			assert.GreaterOrEqual(t, c.To, clicks/2, "from %g", clicks)
		}
	}
}

// A cup that was too weak is never made weaker, however bitter it was.
func TestNeverWeakerForAWeakCup(t *testing.T) {
	for _, m := range []string{"cone", "press-pot", "pot", "hand-press", "steep-bag", "pocket-pump", "moka"} {
		for _, bitter := range []float64{-3, -1, 0, 1, 2, 3} {
			for _, weak := range []float64{-1, -2, -3} {
				r := brew.Request{Method: m}
				r.Grinder.UmPerClick = new(25.0)
				a := advise(t, History{Brews: []Brew{{Request: r, Tasting: tasted(bitter, weak)}}})
				assert.GreaterOrEqual(t, a.Expected.TDSPct, a.Now.TDSPct*0.985, "%s, bitter %g, strong %g: %+v", m, bitter, weak, a.Change)
				if a.Or != nil {
					assert.GreaterOrEqual(t, a.Or.Expected.TDSPct, a.Now.TDSPct*0.985, "%s, bitter %g, strong %g, or: %+v", m, bitter, weak, a.Or.Change)
				}
			}
		}
	}
}
