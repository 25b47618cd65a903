package brew_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"

	. "apodemos/core/brew"
)

// place draws a usual place.
func anyPlace(t *rapid.T) Place {
	return Place{
		AltitudeM: ptr(float64(rapid.IntRange(0, 5000).Draw(t, "altitude"))),
		AirC:      ptr(float64(rapid.IntRange(-15, 35).Draw(t, "air"))),
		WindMs:    ptr(float64(rapid.IntRange(0, 4).Draw(t, "wind"))),
	}
}

// anySchool draws a school as a request for it at a usual place.
func anySchool(t *rapid.T) (Request, method.Method, method.School) {
	m := rapid.SampledFrom(method.All).Draw(t, "method")
	s := rapid.SampledFrom(m.Schools).Draw(t, "school")
	people := float64(rapid.IntRange(1, 4).Draw(t, "people"))
	return Request{Method: m.ID, School: ptr(s.ID), Drinkers: &people, Conditions: Conditions{Place: anyPlace(t)}, Adjust: ptr("none")}, m, s
}

// pair plans two requests, and leaves the case where either cannot be made.
func pair(t *rapid.T, a, b Request) (*Plan, *Plan) {
	p, err := Compute(a)
	if err != nil {
		t.Skip(err.Error())
	}
	q, err := Compute(b)
	if err != nil {
		t.Skip(err.Error())
	}
	return p, q
}

// What changes one way when one thing changes, over the whole catalogue: other is
// the same brew with that one thing more.
func TestLawsOfABrew(t *testing.T) {
	for _, law := range []struct {
		name  string
		more  func(t *rapid.T, r *Request)
		holds func(t *rapid.T, s method.School, p, other *Plan)
	}{
		{"higher up it boils cooler and extracts no more", func(t *rapid.T, r *Request) {
			r.Place.AltitudeM = ptr(*r.Place.AltitudeM + float64(rapid.IntRange(100, 3000).Draw(t, "by")))
		}, func(t *rapid.T, s method.School, p, other *Plan) {
			assert.Less(t, *other.BoilC, *p.BoilC)
			assert.Less(t, *other.PressureHPa, *p.PressureHPa)
			// A kettle that boils below what is wished stays on the flame for so many pours
			// that together they are as warm, and no more than about so.
			// A moka pot has to be the hotter before it pushes, the less air is shut in with
			// its water.
			// Where the coffee heats up with its water, the time on the flame counts as well.
			if waits(p) == waits(other) && p.Request.Method != "moka" && !(s.BoilsIn() && (warmed(p) || warmed(other))) {
				assert.LessOrEqual(t, *other.Strength.ExtractionPct, *p.Strength.ExtractionPct+quantity.Either(s.BoilsIn() || other.Made().HoldS > p.Made().HoldS, 0.3, 0.05))
			}
		}},
		{"a stronger wish takes no less coffee", func(t *rapid.T, r *Request) {
			r.Strength = ptr("strong")
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			assert.GreaterOrEqual(t, *other.DoseG, *p.DoseG-1e-9)
		}},
		{"a cup more takes more coffee and water", func(t *rapid.T, r *Request) {
			r.Drinkers = ptr(*r.Drinkers + 1)
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			assert.GreaterOrEqual(t, *other.DoseG, *p.DoseG-1e-9)
			assert.Greater(t, *other.DrinkMl, *p.DrinkMl-1e-9)
			assert.GreaterOrEqual(t, *other.Batches, *p.Batches)
		}},
		{"more wind takes no less fuel or time", func(t *rapid.T, r *Request) {
			r.Place.WindMs = ptr(*r.Place.WindMs + 2)
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			if p.Heat == nil || warmed(p) || warmed(other) {
				return // a canister that is warmed first does what one in the cold does not
			}
			// At the boil wind cools the kettle faster, and it stands there for less.
			full := func(p *Plan) float64 { return *p.Heat.HeatS }
			// Wind warms a canister that burning has made colder than the air, a little.
			assert.GreaterOrEqual(t, full(other), 0.97*full(p))
		}},
		{"a stronger flame never takes longer in all", func(t *rapid.T, r *Request) {
			r.Heat.PowerW = ptr(1400.0)
			if rapid.Bool().Draw(t, "strong") {
				r.Heat.PowerW = ptr(2200.0)
			}
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			notLonger(t, p, other)
		}},
		{"a warmer source never takes longer in all", func(t *rapid.T, r *Request) {
			r.Water.SourceC = ptr(float64(rapid.IntRange(16, 50).Draw(t, "source")))
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			notLonger(t, p, other)
		}},
		{"colder water takes more heat", func(t *rapid.T, r *Request) {
			r.Water.SourceC = ptr(4.0)
		}, func(t *rapid.T, s method.School, p, other *Plan) {
			if p.Heat != nil && !warmed(p) && !warmed(other) {
				assert.Greater(t, *other.Heat.EnergyKJ, *p.Heat.EnergyKJ)
				assert.Greater(t, *other.Heat.HeatS, *p.Heat.HeatS)
			}
			assert.LessOrEqual(t, *other.Strength.ExtractionPct, *p.Strength.ExtractionPct+quantity.Either(s.BoilsIn(), 1, 0.05), "but for the longer time on the flame with its coffee")
		}},
		{"doubtful water takes its boil", func(t *rapid.T, r *Request) {
			r.Water.Treatment = ptr("boil")
		}, func(t *rapid.T, s method.School, p, other *Plan) {
			if p.Heat == nil || s.ColdFill || s.BoilsIn() {
				return
			}
			want := 60.0
			if *p.Request.Place.AltitudeM > 2000 {
				want = 180
			}
			assert.InDelta(t, want, other.Made().TreatS, 1e-9, "US CDC: 1 min, 3 above 2,000 m")
			assert.GreaterOrEqual(t, *other.Heat.DwellS, *p.Heat.DwellS-p.Made().ReadyMoreS+want-1)
			if !warmed(p) && !warmed(other) {
				assert.Greater(t, *other.Heat.EnergyKJ, *p.Heat.EnergyKJ)
			}
			assert.GreaterOrEqual(t, *other.Water.BoiledOffMl, *p.Water.BoiledOffMl)
		}},
		{"a finer grind extracts more", func(t *rapid.T, r *Request) {
			um := 900.0
			r.Grinder = Grinder{UmPerClick: ptr(10.0), Clicks: ptr(um / 10)}
		}, func(t *rapid.T, s method.School, p, other *Plan) {
			if p.Grind.Um == nil || math.Abs(*p.Grind.Um-900) < 1 {
				return
			}
			if *p.Grind.Um > 900 {
				p, other = other, p
			}
			assert.GreaterOrEqual(t, *p.Strength.ExtractionPct, *other.Strength.ExtractionPct-1e-9)
		}},
		{"an insulated cup keeps it warm for longer", func(t *rapid.T, r *Request) {
			r.Cup.Insulated = ptr(true)
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			assert.GreaterOrEqual(t, *other.DrinkableS, *p.DrinkableS-1e-6)
		}},
		{"a better burner takes less fuel", func(t *rapid.T, r *Request) {
			r.Calibration.Efficiency = ptr(0.9)
		}, func(t *rapid.T, _ method.School, p, other *Plan) {
			if p.Heat != nil && p.Heat.FuelG != nil {
				assert.Less(t, *other.Heat.FuelG, *p.Heat.FuelG)
			}
		}},
	} {
		t.Run(law.name, func(t *testing.T) {
			rapid.Check(t, func(t *rapid.T) {
				r, _, s := anySchool(t)
				more := r
				law.more(t, &more)
				p, other := pair(t, r, more)
				law.holds(t, s, p, other)
			})
		})
	}
}

// notLonger holds that of two plans the one that heats sooner is ready no later, as far as
// one round goes: of several, hands and kettle decide.
func notLonger(t *rapid.T, a, b *Plan) {
	if a.Heat == nil || *a.Request.Drinkers > 1 {
		return
	}
	if *b.Heat.HeatS > *a.Heat.HeatS {
		a, b = b, a
	}
	assert.LessOrEqual(t, *b.TotalS, *a.TotalS+3, "but for the seconds that a little more water takes: heats in %.0f s and not %.0f", *b.Heat.HeatS, *a.Heat.HeatS)
}

// warmed reports whether the canister did not feed as cold as it was.
func warmed(p *Plan) bool {
	return p.Heat != nil && p.Heat.Canister != nil && p.Heat.Canister.Verdict == "will-not-feed"
}

func waits(p *Plan) bool { return p.WaitS != nil && *p.WaitS > 0 }

// What is dissolved is conserved: what the drink holds is what left the grounds,
// less what stays with the liquid in them and in the vessel, and never more.
func TestSolidsAreConserved(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, _, _ := anySchool(t)
		p, err := Compute(r)
		if err != nil {
			t.Skip(err.Error())
		}
		dissolved := *p.DoseG * *p.Strength.ExtractionPct / 100
		inDrink := *p.DrinkMl * *p.Strength.TDSPct / 100
		assert.LessOrEqual(t, inDrink, dissolved+1e-6, "no more in the cup than came out of the grounds")
		assert.Greater(t, inDrink, 0.5*dissolved, "and most of it")
		assert.Less(t, *p.Strength.ExtractionPct, 30.0, "more does not dissolve")
		assert.LessOrEqual(t, *p.Strength.ExtractionLowPct, *p.Strength.ExtractionPct)
		assert.GreaterOrEqual(t, *p.Strength.ExtractionHighPct, *p.Strength.ExtractionPct)
		out := p.Spreads().Points
		assert.True(t, out >= 1 && out <= 6, "its band: ± %.2f points", out)
		assert.InDelta(t, 2*out, *p.Strength.ExtractionHighPct-*p.Strength.ExtractionLowPct, 1e-6)
	})
}

// Every input of every working can be opened or changed: it names a figure of the
// plan, or a field of the request.
func TestEveryInputLeadsSomewhere(t *testing.T) {
	fields := map[string]bool{"request.method": true, "request.school": true}
	for _, f := range Fields {
		fields["request."+f.Path] = true
	}
	rapid.Check(t, func(t *rapid.T) {
		_, p := anyPlan(t)
		for path, f := range p.Working {
			for _, in := range f.Inputs {
				switch {
				case in.Path == "":
				case strings.HasPrefix(in.Path, "request."):
					assert.True(t, fields[in.Path], "%s: %q leads to no field: %s", path, in.Label, in.Path)
				default:
					_, is := p.Working[in.Path]
					assert.True(t, is, "%s: %q leads to no figure: %s", path, in.Label, in.Path)
				}
				assert.True(t, in.Value != nil || in.Text != "", "%s: %q says nothing", path, in.Label)
			}
			assert.Contains(t, []working.Kind{working.Published, working.Practice, working.Memory, working.Measured, working.Chosen}, f.Kind, path)
			assert.NotEmpty(t, f.Unit, path)
		}
	})
}

// A measure shows what it can: the dose is that many of it, give or take the
// error that it states, and the error is half a step at most.
func TestMeasuresRoundHonestly(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, m, _ := anySchool(t)
		grams := rapid.Float64Range(1, 40).Draw(t, "grams")
		step := rapid.SampledFrom([]float64{0.25, 0.5, 1}).Draw(t, "step")
		r.Measure = Measure{Name: ptr("spoons"), Grams: &grams, Step: &step}
		p, err := Compute(r)
		if err != nil || m.Contact == method.Dilution {
			t.Skip()
		}
		k := p.DoseMeasures
		assert.InDelta(t, 0, math.Remainder(k.Count, step), 1e-9, "whole steps")
		if s, _ := m.School(*p.Request.School); *p.Request.Scale || s.BasketG > 0 {
			assert.InDelta(t, k.Count*grams-*p.DoseG, k.Error, 1e-9)
		} else {
			assert.InDelta(t, k.Grams, *p.DoseG, 1e-9, "what the spoons hold goes in")
		}
		apart := *p.Batches // each batch, or cup, is measured on its own
		if m.Family == "cup" {
			apart = *p.Request.Drinkers
		}
		if k.Count > step*apart {
			assert.LessOrEqual(t, math.Abs(k.Error), apart*grams*step/2+1e-9)
		}
	})
}

// The grind that makes up for a cooler place is finer, a longer steep longer, and
// either brings the extraction back to that of home, or as near as it goes.
func TestMakingUpNeverMakesItWorse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, _, s := anySchool(t)
		made := r
		made.Adjust = nil
		p, q := pair(t, r, made)
		home := r
		home.Place = Place{}
		h, err := Compute(home)
		if err != nil {
			t.Skip(err.Error())
		}
		want := *h.Strength.ExtractionPct
		miss := func(p *Plan) float64 { return math.Abs(*p.Strength.ExtractionPct - want) }
		if s.Adjust != "none" {
			assert.LessOrEqual(t, miss(q), miss(p)+0.3, "nearer to home's %.1f: %.1f without, %.1f with", want, *p.Strength.ExtractionPct, *q.Strength.ExtractionPct)
		} else {
			assert.InDelta(t, miss(p), miss(q), 1e-9, "a school with its own rule keeps it")
		}
	})
}

// A recipe at its own limit of coffee: more water to the gram never extracts less.
func TestTheLimitOfASteep(t *testing.T) {
	last := 0.0
	for ratio := 6.0; ratio < 30; ratio += 0.5 {
		e := coffee.Usual.Limit(false, ratio)
		assert.Greater(t, e, last)
		assert.Less(t, e, 0.225)
		last = e
	}
	assert.InDelta(t, 0.225*15/15.7, coffee.Usual.Limit(false, 15), 1e-9, "0.225·R/(R + 0.7), from memory")
	assert.InDelta(t, 0.28, coffee.Usual.Limit(true, 15), 0.011, "a bed is rinsed by fresh water, from memory")
}
