package sim

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
)

func pour(t float64, g float64) Did { return Did{TS: t, PourG: &g} }

// A hand that does what is asked has no error, and one that does not has the error that it
// makes.
func TestExercises(t *testing.T) {
	over := func(e Exercise) (float64, string) {
		o, err := e.Go()
		require.NoError(t, err)
		require.NotNil(t, o.Error, e.Kind)
		return *o.Error, o.Text.Text
	}
	v, _ := over(Exercise{Kind: "stream", Poured: []Did{pour(2, 4)}, TapS: new(33.0)})
	assert.Zero(t, v)
	v, said := over(Exercise{Kind: "stream", Poured: []Did{pour(2, 6)}, TapS: new(33.0)})
	assert.InDelta(t, 2, v, 0.05)
	assert.Contains(t, said, "2 g a second")
	v, said = over(Exercise{Kind: "gram", Poured: []Did{pour(1, 5), pour(13.4, 0)}, TapS: new(20.0)})
	assert.InDelta(t, 2, v, 0.05)
	assert.Contains(t, said, "too much")
	var six []Did
	for i := range 6 {
		six = append(six, pour(float64(5*i), 5), pour(float64(5*i)+2, 0))
	}
	v, _ = over(Exercise{Kind: "broken", Poured: six, TapS: new(40.0)})
	assert.Zero(t, v)
	v, said = over(Exercise{Kind: "press", TapS: new(24.0)})
	assert.InDelta(t, 6, v, 0.01)
	assert.Contains(t, said, "too fast")
	for _, kind := range []string{"guess", "boil", "climb"} {
		for _, alt := range []float64{0, 2300, 4700} {
			see, err := Exercise{Kind: kind, Seed: 5, Alt: alt}.Go()
			require.NoError(t, err)
			assert.Nil(t, see.TruthS, "it is not told before it is said")
			assert.Nil(t, see.Error)
			assert.Greater(t, len(see.Course), 20)
			o, err := Exercise{Kind: kind, Seed: 5, Alt: alt, TapS: new(1.0)}.Go()
			require.NoError(t, err)
			truth := *o.TruthS
			assert.Positive(t, truth)
			v, _ := over(Exercise{Kind: kind, Seed: 5, Alt: alt, TapS: &truth})
			assert.Less(t, v, 0.3, "%s at %v m, said when it is so", kind, alt)
			late := truth + 4
			v, said := over(Exercise{Kind: kind, Seed: 5, Alt: alt, TapS: &late})
			if kind != "guess" {
				assert.InDelta(t, 4, v, 0.2, said)
			}
		}
	}
	_, err := Exercise{Kind: "juggle"}.Go()
	assert.ErrorContains(t, err, "Choose stream")
	_, err = Exercise{Kind: "boil", Alt: 9500}.Go()
	assert.ErrorContains(t, err, "altitude_m")
}

// The virtual brewer under a hand that does what the plan says gives the plan's cup, and
// the same hand always makes the same brew.
func TestPractice(t *testing.T) {
	r := brew.Request{Method: "press-pot", Drinkers: new(1.0), Scale: new(true), Conditions: brew.Conditions{Water: brew.Water{Source: new("tap")}}}
	p, err := brew.Compute(r)
	require.NoError(t, err)
	at := func(s float64, did ...Did) *Practice {
		o, err := PracticeIn{Request: r, Did: did, NowS: s}.At()
		require.NoError(t, err)
		return o
	}
	assert.Zero(t, at(0).KettleMl)
	fill := Did{TS: 0, Fill: true}
	light := Did{TS: 1, Flame: new(1.0), Lid: new(true)}
	boils := 0.0
	for s := 10.0; s < 900 && boils == 0; s += 5 {
		if at(s, fill, light).Boils {
			boils = s
		}
	}
	assert.InDelta(t, *p.Heat.HeatS, boils, 0.1**p.Heat.HeatS+6)
	assert.Greater(t, at(boils, fill, light).Steam, 0.9)
	off := Did{TS: boils + 1, Flame: new(0.0), Lid: new(false)}
	wet := boils + 1 + *p.WaitS
	rate := *p.Water.PouredMl / 25
	done := []Did{fill, light, off, pour(wet, rate), pour(wet+25, 0), {TS: wet + *p.ContactS, Out: true}}
	o := at(wet+*p.ContactS+1, done...)
	assert.InDelta(t, *p.Strength.ExtractionPct, o.Cup.ExtractionPct, 0.7)
	assert.InDelta(t, *p.DrinkMl, o.Cup.DrinkMl, 3)
	assert.Equal(t, o, at(wet+*p.ContactS+1, done...))
	_, err = PracticeIn{Request: r, Did: []Did{pour(5, 1), pour(4, 0)}, NowS: 9}.At()
	assert.ErrorContains(t, err, "did[1].t_s")
}

// What cost what: a brew with a cold kettle is told that the kettle cost it.
func TestTheReviewNamesWhatCost(t *testing.T) {
	r := brew.Request{Method: "press-pot", Drinkers: new(1.0), Scale: new(true)}
	p, err := brew.Compute(r)
	require.NoError(t, err)
	made, err := Make(p, 3, Differences{KettleC: -15}, Usual)
	require.NoError(t, err)
	costs := made.Following
	require.NotEmpty(t, costs.Off)
	rv := made.Review
	require.NotEmpty(t, rv.Costs)
	assert.Equal(t, "cooling", rv.Costs[0].ID)
	assert.Less(t, rv.Costs[0].Points, -0.3)
	assert.Contains(t, rv.Next.Text, "pour sooner")
}
