package sim

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/run"
)

func planOf(t require.TestingT, m, school string) *brew.Plan {
	p, err := brew.Compute(brew.Request{Method: m, School: &school, Drinkers: new(1.0), Scale: new(true),
		Conditions: brew.Conditions{Place: brew.Place{AltitudeM: new(2300.0)}, Water: brew.Water{Source: new("tap")}}})
	require.NoError(t, err)
	return p
}

// With no differences and a steady hand the virtual brewer comes to what the plan says: the
// step-by-step brew and the planner are two ways through the same physics.
func TestWithoutDifferencesItIsThePlan(t *testing.T) {
	for _, m := range method.All {
		for _, s := range m.Schools {
			if m.Contact == method.Dilution {
				continue
			}
			t.Run(m.ID+"/"+s.ID, func(t *testing.T) {
				p := planOf(t, m.ID, s.ID)
				quiet := Usual
				quiet.ScaleG, quiet.WaterC = 0, 0
				r, err := Make(p, 1, Differences{}, quiet)
				require.NoError(t, err)
				c := r.Cup
				most := 0.6 // points
				if m.Contact == method.Pressure {
					most = 1.2 // how the water is pushed is not followed so closely
				}
				assert.InDelta(t, r.Planned.ExtractionPct, c.ExtractionPct, most)
				assert.InDelta(t, r.Planned.DrinkMl, c.DrinkMl, 5)
				assert.InDelta(t, r.Planned.TDSPct, c.TDSPct, most/10*r.Planned.TDSPct)
			})
		}
	}
}

func TestTheSameSeedIsTheSameBrew(t *testing.T) {
	p := planOf(t, "cone", "four-pulses")
	made := func(seed uint64) string {
		r, err := Make(p, seed, Drawn(seed), Usual)
		require.NoError(t, err)
		b, err := json.Marshal(r)
		require.NoError(t, err)
		return string(b)
	}
	assert.Equal(t, made(7), made(7))
	assert.NotEqual(t, made(7), made(8))
}

// No heat and no water is nowhere: up to first contact the heat that came in is stored or
// lost, and afterwards every ml is in the kettle, the bed or a cup.
func TestTheBalanceCloses(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := planOf(t, "cone", "four-pulses")
		d := Differences{Power: rapid.Float64Range(0.5, 2).Draw(t, "power"), Loss: rapid.Float64Range(0.3, 4).Draw(t, "loss"), SourceC: rapid.Float64Range(-5, 15).Draw(t, "source")}
		b, err := New(p, d)
		require.NoError(t, err)
		b.Filled(rapid.Float64Range(200, 900).Draw(t, "ml"))
		for range rapid.IntRange(1, 12).Draw(t, "parts") {
			b.Step(rapid.Float64Range(5, 90).Draw(t, "s"), Action{Flame: rapid.SampledFrom([]float64{0, 0.3, 1}).Draw(t, "flame"), Cover: 0.05})
		}
		h, w := b.Balance()
		assert.InDelta(t, 0, h, 0.004, "heat")
		assert.InDelta(t, 0, w, 1e-6, "water")
		if b.WaterC() < 40 {
			return
		}
		for range 8 {
			b.Step(rapid.Float64Range(1, 20).Draw(t, "s"), Action{PourG: rapid.Float64Range(0, 6).Draw(t, "g/s")})
		}
		_, w = b.Balance()
		assert.InDelta(t, 0, w, 1e-6, "water once it is poured")
	})
}

// Whatever is asked of it, the virtual brewer makes a brew that ends, with figures that can
// be, or says clearly why not.
func TestAnyBrewIsMadeOrRefused(t *testing.T) {
	made := 0
	rapid.Check(t, func(t *rapid.T) {
		m := rapid.SampledFrom(method.All).Draw(t, "method")
		s := rapid.SampledFrom(m.Schools).Draw(t, "school")
		r := brew.Request{Method: m.ID, School: &s.ID, Drinkers: new(rapid.SampledFrom([]float64{1, 2, 4}).Draw(t, "people")), Scale: new(rapid.Bool().Draw(t, "scale"))}
		r.Place.AltitudeM, r.Place.AirC = new(rapid.Float64Range(0, 5500).Draw(t, "m")), new(rapid.Float64Range(-15, 35).Draw(t, "air"))
		r.Place.WindMs = new(rapid.Float64Range(0, 8).Draw(t, "wind"))
		r.Water.Source, r.Water.Treatment = new(rapid.SampledFrom([]string{"tap", "stream", "snow"}).Draw(t, "water")), new(rapid.SampledFrom([]string{"safe", "boil"}).Draw(t, "treated"))
		switch rapid.IntRange(0, 3).Draw(t, "heat") {
		case 0:
			r.Heat.SuppliedC = new(rapid.Float64Range(70, 99).Draw(t, "urn"))
		case 1:
			r.Heat.Burner = new(rapid.SampledFrom([]string{"fire", "spirit", "mains", "element-12v"}).Draw(t, "burner"))
		}
		p, err := brew.Compute(r)
		if err != nil {
			return
		}
		seed := rapid.Uint64Range(0, 1<<40).Draw(t, "seed")
		w := Usual
		w.Hand.Scale, w.Hand.Thermometer = rapid.Bool().Draw(t, "has scale"), rapid.Bool().Draw(t, "has thermometer")
		o, err := Make(p, seed, Drawn(seed), w)
		if err != nil {
			var bad field.Problems
			require.ErrorAs(t, err, &bad)
			assert.Regexp(t, `(Enter|Choose)`, bad[0].Message)
			assert.NotContains(t, bad[0].Message, "not over after")
			return
		}
		made++
		assert.True(t, o.Following.Done)
		assert.Greater(t, o.Cup.ExtractionPct, 1.0)
		assert.Less(t, o.Cup.ExtractionPct, 29.5)
		assert.Greater(t, o.Cup.DrinkMl, 0.3*o.Planned.DrinkMl)
		assert.Less(t, len(encoded(t, o.Following.Record)), 8000)
	})
	assert.Positive(t, made)
}

func encoded(t require.TestingT, v any) []byte {
	b, err := json.Marshal(v)
	require.NoError(t, err)
	return b
}

func TestWhatCannotBeBrewed(t *testing.T) {
	p := planOf(t, "cone", "four-pulses")
	_, err := New(p, Differences{Power: 9, LateS: -1})
	assert.ErrorContains(t, err, "differences.power")
	assert.ErrorContains(t, err, "differences.late_s")
	two, err := brew.Compute(brew.Request{Method: "cup-steep", Drinkers: new(3.0)})
	require.NoError(t, err)
	_, err = New(two, Differences{})
	assert.ErrorContains(t, err, "drinkers")
	served, err := brew.Compute(brew.Request{Method: "serve-concentrate"})
	require.NoError(t, err)
	_, err = New(served, Differences{})
	assert.ErrorContains(t, err, "method")
}

// What a run reads and does, fed to a follower that has not seen it, is the same run; and
// its record, followed again, is the same record. It is small whatever happened, and no
// reading is further from it than it says.
func TestARunAndItsRecord(t *testing.T) {
	for seed := uint64(1); seed < 40; seed++ {
		ids := []string{"cone/four-pulses", "press-pot/steeped-skimmed", "pot/steeped-skimmed", "moka/hot-fill", "slow-drip/black", "hand-press/upright"}
		var m, s string
		for i, r := range ids[seed%6] {
			if r == '/' {
				m, s = ids[seed%6][:i], ids[seed%6][i+1:]
			}
		}
		p := planOf(t, m, s)
		made, err := Make(p, seed, Drawn(seed), Usual)
		require.NoError(t, err)
		again, err := run.Follow(run.FollowIn{Request: p.Request, Events: made.Events})
		require.NoError(t, err)
		assert.InDelta(t, made.Following.PositionS, again.PositionS, 1)
		assert.Equal(t, made.Following.Record.Events, again.Record.Events)
		record := made.Following.Record
		b, err := json.Marshal(record)
		require.NoError(t, err)
		assert.LessOrEqual(t, len(b), 4000)
		kept, err := run.Follow(run.FollowIn{Request: p.Request, Record: &record})
		require.NoError(t, err)
		assert.Equal(t, record, kept.Record, "followed again it is the same")
		assert.True(t, kept.Done, "%d %s", seed, m)
		assert.InDelta(t, made.Following.Forecast.ExtractionPct, kept.Forecast.ExtractionPct, 0.3, "%d %s %v %v", seed, m, made.Following.Off, kept.Off)
		lost(t, made.Events, record)
	}
}

// lost holds every reading to the record's own line.
func lost(t *testing.T, events []run.Event, r run.Record) {
	line := func(pts []run.Point, at float64) float64 {
		for i := 1; i < len(pts); i++ {
			if at <= pts[i][0] {
				a, b := pts[i-1], pts[i]
				if b[0] == a[0] {
					return b[1]
				}
				return a[1] + (b[1]-a[1])*(at-a[0])/(b[0]-a[0])
			}
		}
		return pts[len(pts)-1][1]
	}
	for _, e := range events {
		if e.ScaleG != nil && len(r.ScaleG) > 1 {
			assert.LessOrEqual(t, math.Abs(line(r.ScaleG, e.TS)-*e.ScaleG), 2*r.TolG+0.06)
		}
		if e.WaterC != nil && len(r.WaterC) > 1 {
			assert.LessOrEqual(t, math.Abs(line(r.WaterC, e.TS)-*e.WaterC), 2*r.TolC+0.06)
		}
	}
}

func BenchmarkOneEvent(b *testing.B) {
	p := planOf(b, "cone", "four-pulses")
	made, err := Make(p, 3, Drawn(3), Usual)
	require.NoError(b, err)
	n := 0
	b.ReportAllocs()
	for b.Loop() {
		f, err := run.NewFollower(p)
		require.NoError(b, err)
		for _, e := range made.Events {
			f.Take(e)
			f.Out()
			n++
		}
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(n), "µs/event")
}

// A hand that is slow at everything, at each method: what it gives can be, and what is
// forgotten by then is seen as short, and not as a cup of nothing.
func TestASlowHand(t *testing.T) {
	for _, m := range method.All {
		if m.Contact == method.Dilution || m.Contact == method.Cold {
			continue
		}
		for _, s := range m.Schools {
			for _, late := range []float64{30, 90, 120} {
				for seed := range uint64(4) {
					r := brew.Request{Method: m.ID, School: &s.ID, Adjust: new("none"), Conditions: brew.Conditions{Place: brew.Place{AltitudeM: new(1000.0), AirC: new(8.0)}}}
					p, err := brew.Compute(r)
					require.NoError(t, err)
					o, err := Make(p, seed, Differences{LateS: late}, Usual)
					require.NoError(t, err)
					name := fmt.Sprintf("%s/%s, %g s late, seed %d", m.ID, s.ID, late, seed)
					cold := s.ID == "rapid-cold" || s.ID == "iced"
					for what, c := range map[string]Outcome{"is": o.Cup, "forecast": Outcome(o.Following.Forecast)} {
						assert.GreaterOrEqual(t, c.DrinkMl, 0.0, "%s: %s", name, what)
						assert.Less(t, c.TDSPct, 22.0, "%s: %s", name, what)
						if late <= 30 {
							assert.Greater(t, c.DrinkMl, 0.8*o.Planned.DrinkMl, "%s: %s", name, what)
							assert.Less(t, c.TDSPct, 1.5*o.Planned.TDSPct, "%s: %s", name, what)
						}
						if c.DrinkMl > 0.5*o.Planned.DrinkMl && !cold {
							assert.Greater(t, c.CupC, 25.0, "%s: %s", name, what)
						}
					}
				}
			}
		}
	}
}

// A pot that boils strong and low comes to an end, too: the water that is set aside is boiled
// first, and the brew after it is the plan's.
func TestALowPotIsMade(t *testing.T) {
	for _, treatment := range []string{"boil", "safe"} {
		p, err := brew.Compute(brew.Request{Method: "pot", School: new("cold-unstirred"), Drinkers: new(7.0), Scale: new(true),
			Conditions: brew.Conditions{Vessel: brew.Vessel{CapacityMl: new(2000.0)}, Water: brew.Water{Source: new("stream"), Treatment: &treatment}}})
		require.NoError(t, err)
		require.Positive(t, *p.Water.DilutionMl)
		quiet := Usual
		quiet.ScaleG, quiet.WaterC = 0, 0
		r, err := Make(p, 1, Differences{}, quiet)
		require.NoError(t, err, treatment)
		assert.InDelta(t, r.Planned.ExtractionPct, r.Cup.ExtractionPct, 0.6)
		assert.InDelta(t, r.Planned.DrinkMl, r.Cup.DrinkMl, 5)
	}
}
