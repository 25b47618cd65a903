package brew_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"

	. "apodemos/core/brew"
)

func valuesOf(p *Plan, id string) []float64 {
	_, after := p.Decisions()
	for _, d := range after {
		if d.ID == id {
			var out []float64
			for _, v := range d.Values {
				out = append(out, v.Value)
			}
			return out
		}
	}
	return nil
}

// A thin kettle in the wind goes back on the flame between the bloom and the next pour, and the
// pours after it are warmer for it; a calm, full one stays off. By hand: 360 g of water and a
// pot of 120 g of aluminium are warmed by what it fell, less half a degree.
func TestTheKettleGoesBackOn(t *testing.T) {
	windy := Conditions{Place: Place{AirC: new(0.0), WindMs: new(3.0)}}
	thin := Vessel{CapacityMl: new(1000.0), MassG: new(120.0), Material: new("aluminium"), DiameterMm: new(140.0)}
	windy.Vessel = thin
	p := compute(t, Request{Method: "flat-bed", Drinkers: new(2.0), Conditions: windy})
	back := stepByID(t, p, method.KettleBack)
	bloom, next := stepByID(t, p, "bloom-pour"), stepByID(t, p, "second-pour")
	assert.Equal(t, "Put the kettle back on the flame.", back.Text)
	assert.GreaterOrEqual(t, back.AtS, bloom.AtS+bloom.ForS)
	assert.LessOrEqual(t, back.AtS+back.ForS, next.AtS-3+1e-6, "off in time for the pour")
	assert.Contains(t, next.Text, "Heat off.")
	at := func(s float64) float64 {
		i := slices.IndexFunc(p.Curves.WaterC, func(x [2]float64) bool { return x[0] >= s-1e-6 })
		return p.Curves.WaterC[i][1]
	}
	b := p.Made()
	left := b.KettleMl - *bloom.ToG
	rise := b.BackKJ * b.Took.EfficiencyHere / (left/1000*4.18 + 0.12*0.9)
	assert.InDelta(t, at(back.AtS)+rise, at(back.AtS+back.ForS), 0.8, "less what it loses meanwhile")
	assert.Greater(t, at(next.AtS), at(back.AtS))

	calm := compute(t, Request{Method: "flat-bed", Drinkers: new(2.0)})
	assert.Equal(t, -1, indexOf(calm, method.KettleBack))
	cone := compute(t, Request{Method: "cone", Drinkers: new(2.0), Conditions: windy})
	assert.Equal(t, -1, indexOf(cone, method.KettleBack), "only where the style has it so")
}

// What is poured is what one drinks and what the grounds keep, and a note says so.
func TestOverPour(t *testing.T) {
	p := compute(t, Request{Method: "flat-bed", DoseG: new(40.0), CupMl: new(300.0), Drinkers: new(2.0)})
	v := valuesOf(p, "over-pour")
	require.Len(t, v, 3)
	assert.InDelta(t, 600, v[0], 1)
	assert.InDelta(t, 680, v[1], 1, "two grams of water to the gram")
	assert.InDelta(t, 80, v[2], 1)
}

// A bag that is left in goes on giving, and its time is free.
func TestABagLeftIn(t *testing.T) {
	p := compute(t, Request{Method: "steep-bag"})
	v := valuesOf(p, "bag-left")
	require.Len(t, v, 3)
	assert.Greater(t, v[1], 1.05*v[0])
	long := compute(t, Request{Method: "steep-bag", ContactS: new(600.0), Adjust: new("none")})
	assert.InDelta(t, v[1], *long.Strength.TDSPct, 0.02)
}

// Hot water from an urn runs straight into a paper cup: no pot, no lid, no jug to cool it.
func TestAtACounter(t *testing.T) {
	urn := Conditions{Heat: Heat{SuppliedC: new(92.0)}}
	p := compute(t, Request{Method: "cup-steep", Conditions: urn, Cup: Cup{Material: new("paper")}})
	for _, s := range p.Steps {
		assert.NotRegexp(t, `\b(pot|lid|kettle|[Dd]raw)\b`, s.Text)
	}
	for _, c := range p.Cautions {
		assert.NotRegexp(t, `\b(pot|lid)\b`, c.Text)
	}
	assert.InDelta(t, 92, *p.StartC, 1e-9)
	assert.InDelta(t, 10, *p.Request.Cup.MassG, 1e-9)
	settle := stepByID(t, p, "settle")
	assert.InDelta(t, 45, settle.ForS, 15)
	jug := compute(t, Request{Method: "cup-steep", Conditions: urn, Draw: new("jug")})
	assert.Less(t, *jug.StartC, 91.0)
}

// A second cup is colder in the pot, and is warmed for as long as its heat takes: by hand, its
// water and the pot from there to 80 °C at the flame's power.
func TestTheSecondCup(t *testing.T) {
	p := compute(t, Request{Method: "pot", School: new("off-boil-crust"), Drinkers: new(2.0), Conditions: Conditions{Place: Place{AirC: new(2.0)}}})
	v := valuesOf(p, "second-cup")
	require.Len(t, v, 4)
	b := p.Made()
	kJ := (0.225*4.19 + b.Vessel.Capacity()) * (80 - v[1])
	assert.InDelta(t, kJ*1000/(b.Kettle.PowerW*b.Took.EfficiencyHere), v[2], 5)
	assert.Less(t, v[1], 80.0)
	assert.Nil(t, valuesOf(compute(t, Request{Method: "pot", School: new("off-boil-crust")}), "second-cup"), "one cup is poured at once")
}

// What a moka pot takes is said, and nothing makes its grind finer than lets water through.
func TestNeverFinerThanAMokaPotPasses(t *testing.T) {
	least := 1000.0
	for _, c := range []float64{-25, 0, 20} {
		p := compute(t, Request{Method: "moka", School: new("cold-fill"), Adjust: new("grind"), Conditions: Conditions{Place: Place{AirC: &c, AltitudeM: new(4500.0)}}})
		um, _ := p.Made().GrindFor(0.9) // more than it can give
		least = min(least, um)
		assert.GreaterOrEqual(t, *p.Grind.Um, 380.0)
		assert.Contains(t, noteByID(p, "moka-suits"), "between filter and espresso")
		assert.Contains(t, noteByID(p, "moka-splutters"), "splutters")
	}
	assert.InDelta(t, 380, least, 1e-9)
	assert.Contains(t, noteByID(compute(t, Request{Method: "moka", Coffee: Coffee{Roast: new("light")}}), "moka-suits"), "light roast tastes sharp")
}

// Concentrate by the cup: two cups of water, and coffee by the same cup.
func TestConcentrateByTheCup(t *testing.T) {
	for school, says := range map[string]string{"one-to-three": "measure ⅔ cup", "one-to-four": "measure ½ cup"} {
		p := compute(t, Request{Method: "cold-concentrate", School: &school, Scale: new(false), WaterG: new(500.0), Drinkers: new(5.0)})
		assert.Contains(t, plainSpaces(stepByID(t, p, "dose").Text), says)
		assert.Contains(t, stepByID(t, p, "fill").Text, "about 2 cups")
		assert.Contains(t, noteByID(p, "stretches"), "5 cups of")
	}
}

// Strong in a low pot: what does not fit is boiled first, made safe, set aside and added in the
// cups; all that is drunk has boiled, the balance of water closes, and the fuel has both boils.
func TestStrongInALowPot(t *testing.T) {
	school := "cold-unstirred"
	at := func(pot float64, treatment string) *Plan {
		return compute(t, Request{Method: "pot", School: &school, Drinkers: new(7.0), CupMl: new(250.0),
			Conditions: Conditions{Vessel: Vessel{CapacityMl: &pot}, Place: Place{AltitudeM: new(1500.0)}, Water: Water{Source: new("stream"), Treatment: &treatment}}})
	}
	low, high := at(2200, "boil"), at(4500, "boil")
	assert.InDelta(t, 1, *low.Batches, 0)
	assert.Zero(t, *high.Water.DilutionMl)
	assert.InDelta(t, *high.DoseG, *low.DoseG, 1e-6)
	assert.InDelta(t, *high.Water.PouredMl, *low.Water.PouredMl+*low.Water.DilutionMl, 1e-6)
	assert.InDelta(t, *low.Water.HeatedMl, *low.Water.PouredMl+*low.Water.DilutionMl+*low.Water.BoiledOffMl, 1e-6)
	assert.LessOrEqual(t, *low.Water.PouredMl+*low.DoseG, 0.67*2200)
	first, safe := stepByID(t, low, method.BoilFirst), stepByID(t, low, method.BoilFirst+"-safe")
	assert.Contains(t, plainSpaces(first.Text), "ml of water first")
	assert.True(t, safe.Keep)
	assert.InDelta(t, 60, safe.ForS, 1e-6)
	assert.Contains(t, plainSpaces(stepByID(t, low, method.TopUpStep).Text), "ml of hot water for each cup")
	assert.Contains(t, noteByID(low, "bypass"), "of boiled water in the cups")
	assert.Greater(t, *low.Heat.FuelG, *high.Heat.FuelG)
	assert.InDelta(t, *low.Heat.FuelG, low.Burned()/low.Made().LHV, 1e-6, "a trip draws what the plan says")
	treatS, kJ := low.Treatment()
	_, once := high.Treatment()
	assert.InDelta(t, 60, treatS, 1e-6)
	assert.Greater(t, kJ, once, "and the boil of what is set aside is for safety alone")
	assert.Equal(t, "light", string(stepByID(t, low, "light").ID))
	for _, c := range low.Cautions {
		if c.ID == "fire-ban" {
			assert.Equal(t, string(method.BoilFirst), c.Step, "said where the stove is lit first")
		}
	}
	assert.Equal(t, -1, indexOf(at(2200, "safe"), method.BoilFirst+"-safe"), "safe water is only made hot")
	// A little less room is a little more water added, and no leap.
	assert.InDelta(t, *at(2210, "boil").Water.DilutionMl, *low.Water.DilutionMl, 10)
}
