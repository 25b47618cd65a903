package bench

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/coffee"
)

// anyPlace draws a place, a pot and a burner that the bench and a plan both take.
func anyPlace(t *rapid.T) brew.Request {
	return brew.Request{
		Conditions: brew.Conditions{Place: brew.Place{AltitudeM: ptr(float64(rapid.IntRange(0, 5000).Draw(t, "altitude"))), AirC: ptr(float64(rapid.IntRange(-15, 35).Draw(t, "air"))), WindMs: ptr(float64(rapid.IntRange(0, 5).Draw(t, "wind")))}, Heat: brew.Heat{Burner: ptr(rapid.SampledFrom([]string{"canister", "canister-exchanger", "petrol", "spirit", "mains"}).Draw(t, "burner"))}, Vessel: brew.Vessel{CapacityMl: ptr(float64(rapid.IntRange(1500, 4000).Draw(t, "holds"))), DiameterMm: ptr(float64(rapid.IntRange(90, 200).Draw(t, "wide"))), MassG: ptr(float64(rapid.IntRange(80, 600).Draw(t, "mass")))}},
	}
}

// The bench and a plan answer the same question alike: one boils, waits and burns
// as the other does.
func TestTheBenchAgreesWithAPlan(t *testing.T) {
	waits := 0
	rapid.Check(t, func(t *rapid.T) {
		r := anyPlace(t)
		r.Method, r.Drinkers = "cup-steep", ptr(2.0) // nothing is rinsed or kept hot for long
		p, err := brew.Compute(r)
		if err != nil {
			t.Skip(err.Error())
		}
		b, err := BoilingPoint(r)
		require.NoError(t, err)
		assert.Equal(t, *p.BoilC, b.BoilC)
		assert.Equal(t, *p.BoilLowC, b.BoilLowC)

		heated := *p.Water.HeatedMl
		f, err := HowMuchFuel(FuelIn{Request: r, WaterMl: &heated})
		require.NoError(t, err)
		assert.InEpsilon(t, *p.Heat.HeatS, f.HeatS, 1e-9, "to the boil")
		if *p.Heat.DwellS == 0 && p.Heat.FuelG != nil {
			assert.InEpsilon(t, *p.Heat.FuelG, *f.FuelG, 5e-3)
		}

		if *p.WaitS > 0 {
			w, err := HowLong(WaitIn{Request: r, FillMl: p.Water.PouredMl, TargetC: p.TargetC})
			require.NoError(t, err)
			// The plan waits with the lid on, or off where that would take too long.
			require.NotNil(t, w.OpenS)
			near := func(v *float64) bool { return v != nil && math.Abs(*v-*p.WaitS) < 0.02**p.WaitS+0.5 }
			assert.True(t, near(w.LidS) || near(w.OpenS) || near(w.WindyS), "the plan waits %.1f s; the bench %v, %v", *p.WaitS, w.LidS, w.OpenS)
			waits++
		}
	})
	assert.Positive(t, waits)
}

// One boil after another empties the canister, and never more; each starts with what
// the one before left.
func TestBoilsEmptyTheCanister(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := anyPlace(t)
		r.Heat.Burner = ptr("canister")
		left := float64(rapid.IntRange(20, 230).Draw(t, "left"))
		r.Heat.Canister = brew.Canister{CapacityG: ptr(230.0), LeftG: &left}
		ml := float64(rapid.IntRange(300, 1200).Draw(t, "ml"))
		a, err := WillItFeed(CanisterIn{Request: r, WaterMl: &ml})
		if err != nil {
			t.Skip(err.Error())
		}
		last := left
		for i, b := range a.Boils {
			assert.LessOrEqual(t, b.LeftG, last+1e-6)
			if i > 0 {
				if a.Boils[i-1].HeatS != nil { // else it is taken as warmed
					assert.GreaterOrEqual(t, last-b.LeftG, a.FuelG*(1-0.02), "each takes one boil's gas, and what a weaker flame takes longer")
				}
				assert.LessOrEqual(t, last-b.LeftG, 6*a.FuelG)
			} else {
				assert.InDelta(t, left, b.LeftG, 1e-6)
			}
			last = b.LeftG
			assert.LessOrEqual(t, b.LowestBar, b.StartBar+1e-9)
		}
		assert.LessOrEqual(t, float64(len(a.Boils)-1)*a.FuelG, (left+a.FuelG)*1.5, "those that do not feed are taken as warmed, and take less")
		// Warmer gas presses more, whatever is left.
		for _, curve := range []Curve{a.Full, a.Now, a.Last} {
			for i := 1; i < len(curve); i++ {
				assert.Greater(t, curve[i][1], curve[i-1][1])
			}
		}
	})
}

// A weighed burn gives back the efficiency it was made with, and a timed boil the
// power, wherever it is weighed.
func TestAWeighedBurnFindsItsEfficiency(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := anyPlace(t)
		r.Heat.Burner = ptr("canister")
		eff := rapid.Float64Range(0.3, 0.7).Draw(t, "efficiency")
		power := float64(rapid.IntRange(1200, 3000).Draw(t, "power"))
		r.Heat.Efficiency, r.Heat.PowerW = &eff, &power
		made, err := HowMuchFuel(FuelIn{Request: r, WaterMl: ptr(800.0)})
		if err != nil {
			t.Skip(err.Error())
		}
		feeds, err := WillItFeed(CanisterIn{Request: r, WaterMl: ptr(800.0)})
		if err != nil || feeds.HeatS == nil {
			t.Skip("nobody can time a boil on gas that does not feed")
		}
		boils := float64(rapid.IntRange(1, 6).Draw(t, "boils"))
		grams := boils * *made.FuelG
		r.Heat.Efficiency, r.Heat.PowerW = nil, nil
		if grams < 0.5 || grams > 2000 || made.HeatS < 10 || made.HeatS > 7200 {
			t.Skip("outside what the bench takes")
		}
		fit, err := HowMuchFuel(FuelIn{Request: r, WaterMl: ptr(800.0), Boils: &boils, Grams: &grams, TimeS: &made.HeatS})
		if err != nil {
			t.Skip(err.Error())
		}
		assert.InEpsilon(t, eff, *fit.Efficiency, 1e-3)
		assert.InEpsilon(t, power, *fit.PowerW, 3e-3, "at the rated pressure, whatever the gas gave in the test")
	})
}

// There and back between two grinders is where it began; a grinder known by two
// settings gives both of them.
func TestGrindersThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		per := func(label string) GrinderKnown {
			g := GrinderKnown{UmPerClick: ptr(rapid.Float64Range(5, 60).Draw(t, label)), ZeroUm: ptr(rapid.Float64Range(-100, 100).Draw(t, label+" zero"))}
			if rapid.Bool().Draw(t, label+" by two settings") {
				a, b := 5.0, 25.0
				g.Known = []coffee.Setting{{Clicks: a, Um: *g.ZeroUm + a**g.UmPerClick}, {Clicks: b, Um: *g.ZeroUm + b**g.UmPerClick}}
				g.UmPerClick, g.ZeroUm = nil, nil
			}
			return g
		}
		one, two := per("one"), per("two")
		clicks := rapid.Float64Range(5, 60).Draw(t, "clicks")
		there, err := WhatSetting(GrindIn{Clicks: &clicks, From: one, To: two})
		if err != nil {
			t.Skip(err.Error())
		}
		back, err := WhatSetting(GrindIn{Clicks: &there.Clicks, From: two, To: one})
		if err != nil {
			t.Skip(err.Error())
		}
		assert.InDelta(t, clicks, back.Clicks, 1e-6)
		assert.InDelta(t, there.Um, back.Um, 1e-6)
		assert.Equal(t, coffee.BandOf(there.Um), there.Band)
	})
}
