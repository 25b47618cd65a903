package brew_test

import (
	"context"
	"errors"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/method"

	. "apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/explain"
)

func choicesOf(t require.TestingT, r Request) []Choice {
	list, err := Choices(context.Background(), r)
	require.NoError(t, err)
	return list
}

// Who is gone is not worked for any longer.
func TestChoicesEndWithTheirAsker(t *testing.T) {
	gone, leave := context.WithCancel(t.Context())
	leave()
	_, err := Choices(gone, Request{})
	assert.ErrorIs(t, err, context.Canceled)
}

func TestChoicesCoverTheCatalogue(t *testing.T) {
	n := 0
	for _, m := range method.All {
		n += len(m.Schools)
	}
	list := choicesOf(t, Request{Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0), AirC: ptr(-4.0)}}})
	assert.Len(t, list, n)
	for _, c := range list {
		assert.True(t, c.Possible, "%s/%s: %s", c.Method, c.School, c.WhyNot)
		assert.Greater(t, *c.TotalS, 0.0)
		assert.LessOrEqual(t, *c.HandsS, *c.TotalS+1e-6)
		assert.GreaterOrEqual(t, *c.CarryMl, 0.0)
	}
}

func TestAnUrnRulesOutWhatNeedsAFlame(t *testing.T) {
	for _, c := range choicesOf(t, Request{Conditions: Conditions{Heat: Heat{SuppliedC: ptr(92.0)}}}) {
		flame := c.Method == "moka" || c.Method == "pot" && (c.School == "cold-first-boil" || c.School == "warm-boil" || c.School == "cold-unstirred")
		assert.Equal(t, !flame, c.Possible, "%s/%s", c.Method, c.School)
		if flame {
			assert.Contains(t, c.WhyNot, "flame")
			assert.Nil(t, c.TotalS)
		} else {
			assert.Nil(t, c.FuelG)
		}
	}
}

func TestAlternativesNameTheirCost(t *testing.T) {
	ids := func(p *Plan) map[string]bool {
		out := map[string]bool{}
		for _, a := range p.Alternatives {
			assert.NotEmpty(t, a.Cost, a.ID)
			out[a.ID] = true
		}
		return out
	}
	assert.Empty(t, ids(compute(t, Request{Method: "cone"})), "nothing is told that does not apply")
	assert.True(t, ids(compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{AirC: ptr(-20.0)}}}))["cold"], "a canister that does not feed")
	assert.True(t, ids(compute(t, Request{Method: "pot", Drinkers: ptr(6.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(700.0)}}}))["bigger"])
	assert.True(t, ids(compute(t, Request{Method: "hand-press", School: ptr("bypass"), DoseG: ptr(20.0), CupMl: ptr(290.0)}))["batches"])
	assert.True(t, ids(compute(t, Request{Method: "pot"}))["dilute"])
	few := compute(t, Request{Method: "pot", Drinkers: ptr(4.0), Cup: Cup{Count: ptr(2.0)}, Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(3000.0)}}})
	assert.True(t, ids(few)["rounds"])
	assert.Contains(t, few.Notes[len(few.Notes)-1].Text, "2 cups for 4 people: drink in 2 rounds")
}

// A pot boiled with its coffee is on the flame from about first contact, comes
// to the boil, and is then as hot as the place allows.
func TestAPotThatBoilsWithItsCoffee(t *testing.T) {
	for _, school := range []string{"cold-first-boil", "warm-boil", "cold-unstirred"} {
		p := compute(t, Request{Method: "pot", School: &school, Conditions: Conditions{Place: Place{AltitudeM: ptr(2000.0)}}})
		hottest := 0.0
		for _, pt := range p.Curves.SlurryC {
			hottest = max(hottest, pt[1])
		}
		assert.InDelta(t, 93.32, hottest, 0.02, school)
		assert.Nil(t, p.TargetC, school)
		var boil float64
		for _, s := range p.Steps {
			if s.ID == "flame-full" {
				boil = s.AtS + s.ForS
			}
		}
		assert.Greater(t, boil, 0.0, school)
		assert.Greater(t, *p.ContactS, boil, school)
	}
}

// What preheating buys: a cup that was warmed keeps the drink warmer.
func TestPreheatingAndInsulating(t *testing.T) {
	cold := Place{AirC: ptr(-5.0)}
	bare := compute(t, Request{Method: "slow-drip", Conditions: Conditions{Place: cold}})
	warmed := compute(t, Request{Method: "slow-drip", Conditions: Conditions{Place: cold}, Cup: Cup{Preheated: ptr(true)}})
	flask := compute(t, Request{Method: "slow-drip", Conditions: Conditions{Place: cold}, Cup: Cup{Insulated: ptr(true)}})
	assert.Greater(t, *warmed.CupC, *bare.CupC)
	assert.Greater(t, *flask.CupC, *bare.CupC)
	assert.Greater(t, *flask.DrinkableS, *bare.DrinkableS)
	assert.Greater(t, *warmed.Water.PreheatMl, 0.0)
	press := func(pre bool) float64 {
		return *compute(t, Request{Method: "press-pot", Conditions: Conditions{Place: cold}, Brewer: Brewer{MassG: ptr(400.0), Material: ptr("glass"), Preheated: &pre}}).SlurryC
	}
	assert.Greater(t, press(true), press(false)+2, "a heavy cold press takes degrees from the slurry")
}

// A dark roast wants cooler water, a light one hotter; fresh beans more room.
func TestRoastAndFreshness(t *testing.T) {
	at := func(roast string) float64 {
		return *compute(t, Request{Method: "cone", Coffee: Coffee{Roast: &roast}}).TargetC
	}
	assert.Less(t, at("dark"), at("medium"))
	assert.Less(t, at("medium"), at("light"))
	n := func(days float64) float64 {
		return *compute(t, Request{Method: "pot", School: ptr("cold-unstirred"), Drinkers: ptr(3.0), CupMl: ptr(230.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(1500.0)}}, Coffee: Coffee{DaysOff: &days}}).Batches
	}
	assert.GreaterOrEqual(t, n(2), n(30))
}

func TestSettleIsTheSameAsAPlan(t *testing.T) {
	r := Request{Method: "pot", Conditions: Conditions{Place: Place{AltitudeM: ptr(1500.0), AirC: ptr(6.0), WindMs: ptr(2.0)}}}
	p := compute(t, r)
	s, err := Settle(r)
	assert.NoError(t, err)
	assert.Equal(t, *p.BoilC, s.Boil.BoilC)
	g, _ := s.OnGas(s.Heating(*p.Water.HeatedMl), s.Canister(), s.Jet(), 1)
	assert.InEpsilon(t, *p.Heat.HeatS, g.Heated.HeatS, 1e-9)
	_, err = conditions.BoilAt(Place{AltitudeM: ptr(9500.0)})
	assert.ErrorContains(t, err, "place.altitude_m: 9500 m is out of range")
}

// What the comparison shows of a school is what its plan says, at any stop.
func TestChoicesAreThePlans(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := Request{Drinkers: ptr(float64(rapid.IntRange(1, 5).Draw(t, "people"))), Conditions: Conditions{Place: anyPlace(t)}}
		if rapid.Bool().Draw(t, "urn") {
			r.Heat.SuppliedC = ptr(float64(rapid.IntRange(75, 98).Draw(t, "supplied")))
		}
		for _, c := range choicesOf(t, r) {
			q := r
			q.Method, q.School = c.Method, &c.School
			p, err := explain.Brew(q)
			assert.Equal(t, err == nil, c.Possible, "%s/%s", c.Method, c.School)
			if err != nil {
				bad, ok := errors.AsType[Problems](err)
				require.True(t, ok)
				assert.Equal(t, bad[0].Says(), c.WhyNot)
				continue
			}
			assert.Equal(t, *p.DrinkMl, *c.DrinkMl)
			assert.Equal(t, *p.Water.CarriedMl, *c.CarryMl)
			assert.Equal(t, *p.Strength.ExtractionPct, *c.ExtractionPct)
			weight := 0.0
			for _, part := range c.Weight.Inputs {
				assert.Positive(t, *part.Value, "%s/%s: %s", c.Method, c.School, part.Label)
				weight += *part.Value
			}
			assert.InDelta(t, weight, *c.Weight.Value, 1e-9)
			if c.FuelG != nil {
				assert.GreaterOrEqual(t, weight, *c.FuelG)
			}
			assert.Equal(t, p.Heat == nil, c.FuelG == nil && c.EnergyWh == nil, "%s/%s", c.Method, c.School)
			inside := *c.ExtractionPct >= 18 && *c.ExtractionPct <= 22 && *c.TDSPct >= 1.15 && *c.TDSPct <= 1.35
			assert.Equal(t, inside, c.InWindow)
			if len(p.Rounds) > 0 {
				assert.InDelta(t, p.Rounds[len(p.Rounds)-1].ReadyS, *c.TotalS+p.Steps[0].AtS, 1e-6, "until the last of all is served")
			}
		}
	})
}

// Any pours that are taken keep the brew: the same water in all, readings that
// rise, and a contact that runs until the drawdown ends.
func TestAnyPoursKeepTheBrew(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, m, s := anySchool(t)
		if m.Contact != method.Percolation {
			t.Skip("poured once")
		}
		plain, err := explain.Brew(r)
		if err != nil {
			t.Skip(err.Error())
		}
		moved := 0
		for _, st := range s.Steps {
			if st.Lane != method.Scale || rapid.Bool().Draw(t, "leave "+string(st.ID)) {
				continue
			}
			p := Pour{ID: string(st.ID)}
			if rapid.Bool().Draw(t, "time of "+string(st.ID)) {
				p.AtS = ptr(st.AtS + float64(rapid.IntRange(-20, 60).Draw(t, "by")))
			} else {
				p.ToPct = ptr(float64(rapid.IntRange(5, 100).Draw(t, "share")))
			}
			r.Pours = append(r.Pours, p)
			moved++
		}
		p, err := explain.Brew(r)
		if err != nil {
			assert.Contains(t, err.Error(), "pours[", "what is refused is a pour")
			assert.Contains(t, err.Error(), "Enter")
			return
		}
		assert.InDelta(t, *plain.Water.PouredMl, *p.Water.PouredMl, 1e-9)
		assert.InDelta(t, *plain.DoseG, *p.DoseG, 1e-9)
		last, at := 0.0, math.Inf(-1)
		for _, st := range p.Steps {
			if st.Lane == method.Scale {
				assert.Greater(t, *st.ToG, last-1e-9, st.ID)
				assert.GreaterOrEqual(t, st.AtS, at-1e-6, st.ID)
				last, at = *st.ToG, st.AtS+st.ForS
			}
		}
		assert.InDelta(t, *p.Water.PouredMl / *p.Batches, last, 1e-6, "the last reading is all of it")
		assert.GreaterOrEqual(t, *p.ContactS, at-1e-6)
		if moved > 0 {
			assert.NotEmpty(t, noteByID(p, "pours-set"))
		}
	})
}
