package brew_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/method"

	. "apodemos/core/brew"
)

// The ways to cool the water: the open pot is taken, or what is asked, and the others are
// stated with their times.
func TestTheWaysToCoolAreStated(t *testing.T) {
	r := Request{Method: "press-pot", Conditions: Conditions{Place: Place{AltitudeM: ptr(300.0), AirC: ptr(15.0)}}}
	open := compute(t, r)
	assert.Contains(t, stepByID(t, open, "wait").Text, "lid off")
	assert.Contains(t, noteByID(open, "cool-ways"), "lid ajar")
	ways := open.Made().Ways
	assert.Equal(t, LidOff, ways[0].ID)
	assert.Less(t, ways[0].WaitS, ways[1].WaitS)
	assert.Less(t, ways[1].WaitS, ways[2].WaitS)
	for _, w := range ways[1:] {
		r.CoolBy = &w.ID
		p := compute(t, r)
		assert.InDelta(t, w.WaitS, *p.WaitS, 1e-6, "%s, as it was stated", w.ID)
		assert.InDelta(t, w.C, *p.StartC, 1e-6)
		assert.NotEmpty(t, noteByID(p, "cool-asked"))
	}
	high := r
	high.CoolBy, high.Place.AltitudeM = ptr(PourThrough), ptr(800.0)
	p := compute(t, high)
	assert.Less(t, *p.StartC, *p.TargetC, "poured into a cold pot, water that boils low is past it at once")
	assert.Contains(t, stepByID(t, p, "wait").Text, "second, cold pot")
	r.Heat.Lid, r.CoolBy = ptr(false), nil
	assert.Len(t, compute(t, r).Made().Ways, 2, "no lid, no way with one")
}

// In wind a low flame may not hold the boil: it is turned up, said, and counted.
func TestAFlameThatHoldsIsSaid(t *testing.T) {
	r := Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0), AirC: ptr(0.0)}, Heat: Heat{Regulated: ptr(true)}}}
	calm := compute(t, r)
	assert.Empty(t, noteByID(calm, "boil-held"))
	r.Place.WindMs, r.Heat.Lid = ptr(5.0), ptr(false)
	windy := compute(t, r)
	assert.Contains(t, noteByID(windy, "boil-held"), "a low flame gives")
	assert.Greater(t, windy.Made().Took.DwellFlame, 0.3)
}

// A cold canister: the flame is weaker, the time longer, and both are said; one that does
// not feed is taken as warmed, and says how far.
func TestGasInTheCold(t *testing.T) {
	at := func(air float64, butane float64) *Plan {
		return compute(t, Request{Method: "pot", Conditions: Conditions{Place: Place{AltitudeM: ptr(0.0), AirC: &air}, Heat: Heat{Canister: Canister{PropanePct: ptr(100 - butane), ButanePct: &butane}}}})
	}
	warm, cold := at(20, 70), at(-5, 70)
	assert.Empty(t, noteByID(warm, "gas-weak"))
	assert.Contains(t, noteByID(cold, "gas-weak"), "of full flame")
	assert.Greater(t, *cold.Heat.HeatS, 1.15**warm.Heat.HeatS)
	none := at(-5, 100)
	assert.Equal(t, "will-not-feed", none.Heat.Canister.Verdict)
	assert.Contains(t, noteByID(none, "canister-cold"), "times here are for")
	assert.True(t, cautioned(none, "canister-warm"))
}

// By hand: 25 g of condensed milk (2.3 kJ/kg·K, as cold as the air) in a cup take heat
// from the drink: here about two degrees of 80 ml.
func TestMilkCoolsTheCup(t *testing.T) {
	p := compute(t, Request{Method: "slow-drip", School: ptr("condensed-milk"), Conditions: Conditions{Place: Place{AirC: ptr(5.0)}}})
	b := *p.Made()
	plain := *b.Hot
	line, recipe, set := *b.Timeline, *b.Recipe, *b.Setting
	set.Request.With.CondensedG = nil
	recipe.Setting, line.Recipe, plain.Timeline = &set, &recipe, &line
	without := SteepOf(&plain, b.Um)
	assert.InDelta(t, 25.0/1000*2.3*(without.CupC-5)/(WaterKJ(80)+set.Cup.Capacity()+0.0575), without.CupC-*p.CupC, 1.2)
	assert.Greater(t, without.CupC, *p.CupC+1)
}

// What is added afterwards is as warm as it is by then, unless it is heated again; and
// that is a step, and fuel.
func TestWhatIsAddedLaterHasCooled(t *testing.T) {
	drip := compute(t, Request{Method: "slow-drip", School: ptr("black"), Conditions: Conditions{Place: Place{AltitudeM: ptr(500.0), AirC: ptr(0.0), WindMs: ptr(2.0)}}})
	assert.True(t, drip.Made().Reheats)
	again := stepByID(t, drip, "reheat")
	assert.Contains(t, again.Text, "to top up")
	assert.NotEqual(t, method.Flame, again.Lane, "the list, the guide and the sheet say it")
	assert.Equal(t, again.AtS, stepByID(t, drip, "flame-again").AtS, "and the flame shows it")
	assert.LessOrEqual(t, again.AtS+again.ForS, *drip.ContactS+1)
	assert.Greater(t, *drip.Heat.FuelG, drip.Made().Took.BurnedKJ*drip.Made().Kettles()/drip.Made().LHV+0.1)
	urn := compute(t, Request{Method: "slow-drip", School: ptr("black"), Conditions: Conditions{Place: Place{AirC: ptr(0.0)}, Heat: Heat{SuppliedC: ptr(94.0)}}})
	assert.Less(t, urn.Made().AddedC, *urn.StartC-8, "from an urn it stands and cools")
}

// A bed's temperature is drawn from the first wetting: dry grounds are no slurry.
func TestTheSlurryIsDrawnOnceItIsWet(t *testing.T) {
	p := compute(t, Request{Method: "flat-bed", Conditions: Conditions{Place: Place{AirC: ptr(-10.0)}}})
	assert.Greater(t, p.Curves.SlurryC[0][0], 0.0)
	for _, pt := range p.Curves.SlurryC {
		assert.Greater(t, pt[1], -8.0, "the first drops warm the cold grounds, at %g s", pt[0])
	}
}

// Caffeine has its band, and does not cry where it may as well be under the guidance.
func TestCaffeineSaysItsBand(t *testing.T) {
	at := func(cup float64) *Plan { return compute(t, Request{Method: "cone", CupMl: &cup}) }
	near := at(260)
	assert.InDelta(t, 200, *near.CaffeineMg, 40)
	assert.False(t, cautioned(near, "caffeine"))
	assert.Contains(t, plainSpaces(noteByID(near, "caffeine-near")), " to ")
	assert.InDelta(t, 0.25**near.CaffeineMg, *near.Working["caffeine_mg"].PlusMinus, 1e-6)
	assert.True(t, cautioned(at(450), "caffeine"))
	assert.Empty(t, noteByID(at(120), "caffeine-near"))
}

// A cup left standing in frost freezes, and says when.
func TestACupFreezes(t *testing.T) {
	p := compute(t, Request{Method: "pot", Conditions: Conditions{Place: Place{AirC: ptr(-18.0), WindMs: ptr(4.0)}}})
	assert.True(t, cautioned(p, "cup-freezes"))
	assert.Contains(t, noteByID(p, "cup-freezes"), "starts to freeze after")
	assert.False(t, cautioned(compute(t, Request{Method: "pot"}), "cup-freezes"))
}

// What is known of the day's air moves a forecast's pressure, and the band grows with
// height: at 4,500 m, +5 °C in place of −14 °C is about 22 hPa and 1 °C of boiling point.
func TestAWarmDayBoilsHotter(t *testing.T) {
	at := func(air float64, sea *float64, m float64) *Plan {
		return compute(t, Request{Method: "pot", Conditions: Conditions{Place: Place{AltitudeM: &m, AirC: &air, SeaLevelHPa: sea, SeaLevelKind: ptr("map")}}})
	}
	warm, cold := at(5, ptr(1013.25), 4500), at(-14.25, ptr(1013.25), 4500)
	assert.InDelta(t, 22, *warm.PressureHPa-*cold.PressureHPa, 1.5)
	assert.InDelta(t, 1, *warm.BoilC-*cold.BoilC, 0.15)
	assert.Equal(t, *at(5, nil, 4500).PressureHPa, *at(-14, nil, 4500).PressureHPa, "not where nobody knows the sea's")
	band := func(p *Plan) float64 { return *p.Working["pressure_hpa"].PlusMinus }
	assert.InDelta(t, 10, band(at(5, nil, 0)), 1e-9)
	assert.InDelta(t, 20, band(at(5, nil, 4500)), 1e-9)
	assert.Less(t, band(warm), 10.0, "a forecast is better")
	assert.Greater(t, band(warm), band(at(5, ptr(1013.25), 500)))
}
