package bench

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
)

func ptr[T any](v T) *T { return &v }

func plateau() brew.Request {
	return brew.Request{Conditions: brew.Conditions{Place: brew.Place{AltitudeM: ptr(4000.0), AirC: ptr(-10.0)}}}
}

// ISO 2533 with IAPWS-IF97: 86.62 °C at 4,000 m; West 1996: 87.34 °C.
func TestBoilingPointAndItsInverse(t *testing.T) {
	b, err := BoilingPoint(plateau())
	require.NoError(t, err)
	assert.InDelta(t, 86.62, b.BoilC, 0.006)
	assert.InDelta(t, 4000, b.IsaM, 1e-6)
	assert.Greater(t, b.WestM, 4000.0, "West's pressure falls more slowly")
	west, err := BoilingPoint(brew.Request{Conditions: brew.Conditions{Place: brew.Place{MeasuredBoilC: ptr(87.34)}}})
	require.NoError(t, err)
	assert.InDelta(t, 4000, west.WestM, 3)
	for i := range b.Isa {
		assert.Less(t, b.IsaLow[i][1], b.Isa[i][1])
		assert.Less(t, b.Isa[i][1], b.IsaHigh[i][1])
	}
}

func TestWaitAndItsFit(t *testing.T) {
	in := WaitIn{TargetC: ptr(93.0)}
	w, err := HowLong(in)
	require.NoError(t, err)
	assert.Less(t, *w.WindyS, *w.OpenS)
	assert.Less(t, *w.OpenS, *w.LidS)
	assert.Nil(t, w.LossFactor)
	// A pot that is as warm as modelled after its wait has the factor 1.
	in.AfterS, in.ReadingC = w.LidS, ptr(93.0)
	fit, err := HowLong(in)
	require.NoError(t, err)
	assert.InDelta(t, 1, *fit.LossFactor, 1e-3)
	assert.InDelta(t, *w.LidS, *fit.FittedS, 0.1)
	in.ReadingC = ptr(99.9)
	_, err = HowLong(in)
	assert.ErrorContains(t, err, "reading_c: no vessel like this cools to that")
	// Up high there is nothing to wait for.
	high, err := HowLong(WaitIn{Request: plateau()})
	require.NoError(t, err)
	assert.Zero(t, *high.LidS)
}

// Handbook: 1 L from 10 to 100 °C is 377 kJ into the water, 16.5 g of gas at
// 0.50; common practice says 12–18 g a litre.
func TestFuelForALitre(t *testing.T) {
	r := brew.Request{Conditions: brew.Conditions{Water: brew.Water{SourceC: ptr(10.0)}, Place: brew.Place{MeasuredBoilC: ptr(100.0)}}}
	f, err := HowMuchFuel(FuelIn{Request: r, WaterMl: ptr(1000.0)})
	require.NoError(t, err)
	assert.InDelta(t, 377, f.Shares[0].KJ, 0.2)
	assert.True(t, *f.FuelG > 12 && *f.FuelG < 18, "%v g", *f.FuelG)
	var sum float64
	for _, s := range f.Shares {
		assert.GreaterOrEqual(t, s.KJ, 0.0, s.ID)
		sum += s.KJ
	}
	assert.InEpsilon(t, f.BurnedKJ, sum, 1e-9, "where the heat goes is all of it")

	// A test that burned just what is estimated finds the estimate again.
	fit, err := HowMuchFuel(FuelIn{Request: r, WaterMl: ptr(1000.0), Grams: ptr(3 * *f.FuelG), Boils: ptr(3.0), TimeS: &f.HeatS})
	require.NoError(t, err)
	assert.InDelta(t, 0.50, *fit.Efficiency, 1e-6)
	assert.InDelta(t, 2000, *fit.PowerW, 1e-3)
	_, err = HowMuchFuel(FuelIn{Request: r, WaterMl: ptr(1000.0), Grams: ptr(2.0)})
	assert.ErrorContains(t, err, "grams: no stove burns that much fuel here")
}

// 20/80 gas, full, at −10 °C: 1.09 bar over the air of 4,000 m, by hand from
// the NIST constants.
func TestCanisterFeeds(t *testing.T) {
	k, err := WillItFeed(CanisterIn{Request: plateau()})
	require.NoError(t, err)
	assert.InDelta(t, 1.09, k.StartBar, 0.01)
	require.NotEmpty(t, k.Boils)
	for i := 1; i < len(k.Boils); i++ {
		assert.Less(t, k.Boils[i].StartBar, k.Boils[i-1].StartBar, "weaker with every boil")
		assert.GreaterOrEqual(t, k.Boils[i-1].LeftG-k.Boils[i].LeftG, k.FuelG-0.02)
		if s := k.Boils[i].HeatS; s != nil {
			assert.Greater(t, *s, *k.Boils[i-1].HeatS, "and slower")
		}
	}
	assert.Equal(t, "will-not-feed", k.Boils[len(k.Boils)-1].Verdict)
	_, err = WillItFeed(CanisterIn{Request: brew.Request{Conditions: brew.Conditions{Heat: brew.Heat{Burner: ptr("mains")}}}})
	assert.ErrorContains(t, err, "doesn’t burn gas")
}

// The 2009 target from distilled water, by hand: 68 × 2.462 = 167.5 mg of Epsom
// salt and 40 × 1.679 = 67.1 mg of baking soda to the litre.
func TestMinerals(t *testing.T) {
	m, err := WhatIsInIt(MineralsIn{})
	require.NoError(t, err)
	assert.InDelta(t, 167.5, m.EpsomMgPerL, 0.1)
	assert.InDelta(t, 67.1, m.SodaMgPerL, 0.1)
	assert.InDelta(t, 30*0.1675, m.EpsomG, 0.005, "a bottle of 60 ml at 2 ml makes 30 L")
	assert.False(t, m.InZone)
	strong, err := WhatIsInIt(MineralsIn{BottleMl: ptr(5.0), DoseMl: ptr(0.1), TargetHardness: ptr(900.0), TargetAlkali: ptr(900.0)})
	require.NoError(t, err)
	assert.Contains(t, strong.Dissolve, "too strong")
	_, err = WhatIsInIt(MineralsIn{Hardness: ptr(-1.0)})
	assert.EqualError(t, err, "hardness_mg_l: -1 mg/L is out of range. Enter 0 to 1000 mg/L")
}

// No answer has a NaN or an infinity in it: JSON would refuse them.
func TestAnswersAreFinite(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := brew.Request{}
		num := func(name string, lo, hi float64) *float64 { v := rapid.Float64Range(lo, hi).Draw(t, name); return &v }
		r.Place = brew.Place{AltitudeM: num("m", -430, 8850), AirC: num("air", -50, 55), WindMs: num("wind", 0, 30)}
		r.Heat.Canister = brew.Canister{LeftG: num("left", 0, 230), TempC: num("can", -40, 45)}
		r.Vessel = brew.Vessel{DiameterMm: num("d", 50, 500), MassG: num("mass", 20, 10000)}
		ml := num("ml", MinFillMl, MaxFillMl)
		ok := func(v any, err error) {
			if err == nil {
				_, err = json.Marshal(v)
				require.NoError(t, err)
			}
		}
		b, err := BoilingPoint(r)
		ok(b, err)
		w, err := HowLong(WaitIn{Request: r, FillMl: ml, TargetC: num("target", MinTargetC, MaxTargetC)})
		ok(w, err)
		f, err := HowMuchFuel(FuelIn{Request: r, WaterMl: ml})
		ok(f, err)
		k, err := WillItFeed(CanisterIn{Request: r, WaterMl: ml})
		ok(k, err)
	})
}

// The figure that is shown is the one that its working tells.
func TestWorkingsTellTheFigures(t *testing.T) {
	r := plateau()
	r.Heat.Canister = brew.Canister{LeftG: ptr(180.0)}
	for name, f := range map[string]func() (any, error){
		"boil": func() (any, error) { return BoilingPoint(r) },
		"wait": func() (any, error) { return HowLong(WaitIn{Request: r, AfterS: ptr(120.0), ReadingC: ptr(82.0)}) },
		"fuel": func() (any, error) {
			return HowMuchFuel(FuelIn{Request: r, Boils: ptr(3.0), Grams: ptr(75.0), TimeS: ptr(700.0)})
		},
		"canister": func() (any, error) { return WillItFeed(CanisterIn{Request: r}) },
		"water":    func() (any, error) { return WhatIsInIt(MineralsIn{}) },
		"grind": func() (any, error) {
			return WhatSetting(GrindIn{Clicks: ptr(20.0), From: GrinderKnown{UmPerClick: ptr(25.0), ZeroUm: ptr(50.0)}, To: GrinderKnown{UmPerClick: ptr(15.0), ZeroUm: ptr(0.0)}})
		},
	} {
		a, err := f()
		require.NoError(t, err, name)
		text, err := json.Marshal(a)
		require.NoError(t, err)
		var fields map[string]any
		require.NoError(t, json.Unmarshal(text, &fields))
		told := fields["working"].(map[string]any)
		assert.NotEmpty(t, told, name)
		for path, w := range told {
			if shown, is := fields[path].(float64); is {
				assert.InDelta(t, shown, w.(map[string]any)["value"], 1e-9, "%s: %s", name, path)
			}
		}
	}
}

func BenchmarkAnswers(b *testing.B) {
	for name, f := range map[string]func() error{
		"boil":     func() error { _, err := BoilingPoint(plateau()); return err },
		"wait":     func() error { _, err := HowLong(WaitIn{AfterS: ptr(120.0), ReadingC: ptr(96.0)}); return err },
		"fuel":     func() error { _, err := HowMuchFuel(FuelIn{Request: plateau()}); return err },
		"canister": func() error { _, err := WillItFeed(CanisterIn{Request: plateau()}); return err },
		"water":    func() error { _, err := WhatIsInIt(MineralsIn{}); return err },
	} {
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if err := f(); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
