package brew_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	. "apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/recipe"
)

func lastReading(p *Plan) float64 {
	g := 0.0
	for _, s := range p.Steps {
		if s.Lane == method.Scale && s.ToG != nil {
			g = *s.ToG
		}
	}
	return g
}

func changed(t require.TestingT, r Request, c Change) Request {
	out, err := r.Changed(c)
	require.NoError(t, err)
	return out
}

// A reading that is pulled is the reading that the new plan has, for as many batches
// and cups as there are.
func TestAPulledReadingIsReached(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := Request{Method: rapid.SampledFrom([]string{"cone", "flat-bed", "cup-steep", "press-pot"}).Draw(t, "method"), Drinkers: ptr(float64(rapid.IntRange(1, 4).Draw(t, "people"))), CupMl: ptr(220.0)}
		if rapid.Bool().Draw(t, "dose set") {
			r.DoseG = ptr(15 * *r.Drinkers)
		}
		p := compute(t, r)
		was := lastReading(p)
		to := was + float64(rapid.IntRange(-30, 30).Draw(t, "by"))
		now := compute(t, changed(t, r, Change{ReadingG: &to}))
		if was == 0 || *now.Batches != *p.Batches {
			return // nothing is poured by the scale, or another batch divides it anew
		}
		// A millilitre of each cup is the least that can be set.
		assert.InDelta(t, to, lastReading(now), 1.1**r.Drinkers+1)
		if to != was {
			assert.NotEqual(t, *p.Request.CupMl, *now.Request.CupMl, "a pull always does something")
		}
	})
}

// Wherever a pour is dragged, the request is one that can be planned, and the range
// that a step tells is the one that is allowed.
func TestAnyDragCanBePlanned(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := Request{Method: "cone", School: ptr(rapid.SampledFrom([]string{"four-pulses", "three-pours", "slow-paper"}).Draw(t, "school"))}
		for range rapid.IntRange(1, 5).Draw(t, "drags") {
			p := compute(t, r)
			var pours []Step
			for _, s := range p.Steps {
				if s.Move != nil {
					pours = append(pours, s)
				}
			}
			s := rapid.SampledFrom(pours).Draw(t, "pour")
			c := Pour{ID: string(s.ID)}
			if rapid.Bool().Draw(t, "in time") {
				c.AtS = ptr(rapid.Float64Range(-100, 1500).Draw(t, "at"))
			} else {
				c.ToPct = ptr(rapid.Float64Range(-20, 140).Draw(t, "to"))
			}
			r = changed(t, r, Change{Pour: &c})
			_, err := Compute(r)
			require.NoError(t, err)
		}
	})
}

// A recipe of one's own brings what it sets, and takes away what was asked besides; what
// the person drinks is asked still where the recipe leaves it open.
func TestMadeByAnOwnRecipe(t *testing.T) {
	asked := Request{Method: "cone", School: ptr("three-pours"), CupMl: ptr(180.0), Ratio: ptr(70.0), ContactS: ptr(400.0), Pours: []Pour{{ID: "pour-1", AtS: ptr(60.0)}}, Grinder: Grinder{UmPerClick: ptr(30.0), Clicks: ptr(25.0)}}
	got := changed(t, asked, Change{Recipe: read(t, bag)})
	assert.Equal(t, Request{Method: "cone", Recipe: read(t, bag), Grinder: asked.Grinder}, got)
	assert.InDelta(t, 13, *compute(t, got).DoseG, 1e-9)

	cooler := changed(t, asked, Change{Recipe: &recipe.Recipe{WaterC: ptr(88.0)}})
	assert.InDelta(t, 180, *cooler.CupMl, 1e-9)

	other := changed(t, asked, Change{Recipe: &recipe.Recipe{Method: "press-pot", School: "steeped-skimmed", DoseG: ptr(30.0)}})
	assert.Equal(t, "press-pot", other.Method)
	assert.Nil(t, other.Grinder.Clicks, "another method's grind")
}

// Home is one: the comparison's is the one that the reference time is of.
func TestHomeIsOne(t *testing.T) {
	r := Request{Method: "cone", Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0), AirC: ptr(-4.0)}, Water: Water{Source: ptr("snow"), State: ptr("snow"), SourceC: ptr(-8.0)}}}
	p := compute(t, r)
	home := compute(t, changed(t, r, Change{As: "home"}))
	assert.Equal(t, *p.ReferenceContactS, *home.ContactS)
	assert.InDelta(t, 100, *home.BoilC, 0.1)
	assert.Equal(t, "none", *changed(t, r, Change{As: "plain"}).Adjust)
	other := changed(t, Request{Method: "cone", DoseG: ptr(20.0)}, Change{Method: "pot"})
	assert.Nil(t, other.DoseG, "what a method fixes for itself is left to it")
	_, err := Request{Method: "tea"}.Changed(Change{ReadingG: ptr(100.0)})
	assert.Error(t, err)
}

// Each batch leaves its silt behind: water that is enough for one is too little for
// many, and then there is no coffee, and no negative one.
func TestNoBatchHasLessThanNoCoffee(t *testing.T) {
	_, err := Compute(Request{Method: "pot", Drinkers: ptr(8.0), CupMl: ptr(150.0), WaterG: ptr(1290.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(500.0)}}})
	assert.ErrorContains(t, err, "water_g: 1290 ml is too little")
}

// Where a brew lies to the window is told to the figure: on its border it is in.
func TestWhereABrewLies(t *testing.T) {
	for _, c := range []struct {
		extraction, tds float64
		want            Lies
	}{
		{18, 1.15, Lies{"in", "in"}}, {22, 1.35, Lies{"in", "in"}}, {20, 1.3, Lies{"in", "in"}},
		{17.99, 1.3, Lies{"under", "in"}}, {22.01, 1.3, Lies{"over", "in"}},
		{20, 1.149, Lies{"in", "weak"}}, {20, 1.351, Lies{"in", "strong"}}, {12, 2, Lies{"under", "strong"}},
	} {
		assert.Equal(t, c.want, LiesTo(c.extraction, c.tds), "%g %% and %g %%", c.extraction, c.tds)
	}
	p := compute(t, Request{Method: "cone", Conditions: Conditions{Calibration: Calibration{TDSPct: ptr(3.0)}}})
	assert.Equal(t, "strong", p.Strength.Lies.Strength, "a reading is what counts")
}

// A comparison is of two ways with the same coffee and water, if the other takes them; it never
// gives what cannot be planned.
func TestComparedWithAsMuch(t *testing.T) {
	r := Request{Method: "cone", Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(2300.0)}}}
	p := compute(t, r)
	alike := 0
	for _, m := range method.All {
		for _, s := range m.Schools {
			own, ownErr := r.Changed(Change{Method: m.ID, School: s.ID})
			require.NoError(t, ownErr)
			as, err := r.Changed(Change{Method: m.ID, School: s.ID, Same: true})
			require.NoError(t, err)
			q, err := Compute(as)
			if _, ownErr = Compute(own); ownErr == nil {
				require.NoError(t, err, "%s/%s", m.ID, s.ID)
			}
			if err != nil || as.DoseG == nil {
				continue
			}
			assert.InDelta(t, *p.DoseG, *q.DoseG, 0.01, "%s/%s", m.ID, s.ID)
			if as.WaterG != nil {
				alike++
				assert.InDelta(t, *p.Water.PouredMl, *as.WaterG, 0.01, "%s/%s", m.ID, s.ID)
			}
		}
	}
	assert.Greater(t, alike, 8, "most take both")
	assert.Nil(t, changed(t, r, Change{Method: "press-pot", School: "steeped-skimmed"}).DoseG, "else by its own recipe")
}
