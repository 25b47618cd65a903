package brew_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/coffee"

	. "apodemos/core/brew"
)

// ground sets the grind of a request, in µm.
func ground(r Request, um float64) Request {
	r.Grinder = Grinder{UmPerClick: ptr(5.0), Clicks: ptr(um / 5)}
	return r
}

func between(t *testing.T, low, high, v float64, what string) {
	t.Helper()
	assert.True(t, v >= low && v <= high, "%s: %.2f, and practice has %g to %g", what, v, low, high)
}

// What practice extracts, common practice with no published source, all of it with the
// one set of constants: every value in its own vessel, grind and time.
func TestExtractionOfPractice(t *testing.T) {
	e := func(r Request) float64 { return *compute(t, r).Strength.ExtractionPct }
	large := Conditions{Vessel: Vessel{CapacityMl: ptr(2000.0)}}

	pot := Request{Method: "pot", DoseG: ptr(70.0), CupMl: ptr(830.0), Conditions: large}
	filter := e(ground(pot, 700))
	between(t, 18, 20, filter, "steeped at filter grind, 70 g/L, about 93 °C, 4 + 1½ min")
	assert.LessOrEqual(t, e(ground(pot, 1100)), filter-2, "very coarse in the same time is weak")

	between(t, 19, 21, e(Request{Method: "cone", DoseG: ptr(13.0), WaterG: ptr(200.0)}), "cone, 13 : 200 at 90 °C, 800 µm, drained at 3:20")

	bag := func(um float64) float64 { return e(ground(Request{Method: "steep-bag", CupMl: ptr(195.0)}, um)) }
	assert.LessOrEqual(t, bag(900), 14.5, "a paper bag at 900 µm is pale")
	assert.GreaterOrEqual(t, bag(630), 15.5, "and good at 630 µm")
	assert.GreaterOrEqual(t, bag(900-5*27), bag(900)+0.6, "five clicks of 27 µm show")

	between(t, 16.5, 20, e(Request{Method: "pot", School: ptr("warm-boil")}), "coarse, boiled for two minutes")
	between(t, 16.5, 20, e(ground(Request{Method: "hand-press", DoseG: ptr(17.0), WaterG: ptr(210.0)}, 600)), "hand press, 17 : 210, medium-fine, stirred and pressed in 75–90 s")

	rapid := Request{Method: "hand-press", School: ptr("rapid-cold"), Conditions: Conditions{Water: Water{SourceC: ptr(20.0)}}}
	between(t, 8, 12, e(rapid), "fine, stirred a minute at 20 °C")

	pump := compute(t, Request{Method: "pocket-pump"})
	between(t, 16, 21, *pump.Strength.ExtractionPct, "pump brewer, 18 g : 100 ml")
	undiluted := *pump.Strength.TDSPct * *pump.DrinkMl / (*pump.DrinkMl - *pump.Water.DilutionMl)
	between(t, 4, 5.5, undiluted, "its strength before dilution, %")

	for _, school := range []string{"hot-fill", "cold-fill"} {
		p := compute(t, Request{Method: "moka", School: &school})
		between(t, 17, 20, *p.Strength.ExtractionPct, "moka pot, basket full, "+school)
		between(t, 2, 3, *p.Strength.TDSPct**p.DrinkMl/(*p.DrinkMl-*p.Water.DilutionMl), "its strength before dilution, %")
		assert.Equal(t, 1.0, *p.Batches, "one fill is one basket")
	}

	// Cold brew at 1 : 4 by volume, by its own limit.
	limit := coffee.Usual.Limit(false, 1000/95.0)
	for _, c := range []float64{20, 4} {
		var k coffee.Contact
		k = coffee.Usual.Soak(k, 12*3600, c, 1)
		assert.GreaterOrEqual(t, coffee.Usual.Extraction(k, 1000, 1), 0.85, "12 h at %g °C", c)
		k = coffee.Usual.Soak(k, 12*3600, c, 1)
		assert.GreaterOrEqual(t, coffee.Usual.Extraction(k, 1000, 1), 0.95, "24 h at %g °C", c)
	}
	room := e(Request{Method: "cold-concentrate", School: ptr("one-to-four"), Conditions: Conditions{Water: Water{SourceC: ptr(20.0)}}})
	assert.GreaterOrEqual(t, room, 85*limit, "12 h in a room")
}

// Light roasts give less in the same time with the same water, and want more heat: what
// a few degrees more bring is more for them.
func TestALightRoastGivesLess(t *testing.T) {
	at := func(method, roast string) float64 {
		return *compute(t, Request{Method: method, Coffee: Coffee{Roast: &roast}, Adjust: ptr("none")}).Strength.ExtractionPct
	}
	for _, m := range []string{"pot", "press-pot", "cup-steep", "cone", "flat-bed", "cloth", "hand-press", "moka"} {
		assert.Less(t, at(m, "light"), at(m, "medium"), "%s: at each roast's own temperature, too", m)
		assert.Greater(t, at(m, "dark"), at(m, "light"), m)
	}
	gain := func(roast string) float64 {
		m := coffee.Usual.Of(roast)
		e := func(c float64) float64 { return m.Extraction(m.Soak(coffee.Contact{}, 240, c, 1), 700, 1) }
		return (e(96) - e(88)) / e(88)
	}
	assert.Greater(t, gain("light"), gain("medium"))
}

// Fresh beans hold gas: it wants a longer bloom, keeps the water off a little, and is
// gone sooner from ground coffee. Two weeks off the roast is what the schools are for.
func TestFreshBeansHoldGas(t *testing.T) {
	at := func(days float64, groundAhead bool) *Plan {
		return compute(t, Request{Method: "cone", Coffee: Coffee{DaysOff: &days, GroundAhead: &groundAhead}})
	}
	assert.InDelta(t, 35, stepByID(t, at(14, false), "bloom").ForS, 1e-9, "the recipe's own")
	assert.Greater(t, stepByID(t, at(1, false), "bloom").ForS, 45.0)
	assert.Less(t, stepByID(t, at(1, false), "bloom").ForS, 60.0)
	assert.Less(t, stepByID(t, at(1, true), "bloom").ForS, 36.0, "ground at home it is gone")
	steep := func(days float64) float64 {
		return *compute(t, Request{Method: "cup-steep", Coffee: Coffee{DaysOff: &days}}).Strength.ExtractionPct
	}
	assert.Less(t, steep(0), steep(14))
	assert.Less(t, steep(14)-steep(0), 1.0, "by less than the estimate is out")
}

// The times that practice's beds take to drain, common practice with no published source.
func TestBedsDrainAsInPractice(t *testing.T) {
	at := func(method, school string, dose, water, um float64, c Conditions) *Plan {
		c.Vessel = Vessel{CapacityMl: ptr(2000.0)}
		r := Request{Method: method, School: &school, DoseG: &dose, WaterG: &water, Adjust: ptr("none"), Conditions: c}
		if um > 0 {
			r = ground(r, um)
		}
		return compute(t, r)
	}
	home := Conditions{}
	cone := func(dose, um float64, c Conditions) float64 {
		return at("cone", "four-pulses", dose, dose*200/13, um, c).Made().DrainedS
	}
	flat := func(dose float64) float64 { return at("flat-bed", "standard", dose, 15*dose, 0, home).Made().DrainedS }
	between(t, 195, 205, cone(13, 800, home), "13 g : 200 g in four pulses, s")
	between(t, 240, 271, flat(40), "40 g : 600 g in a flat bed, s")
	between(t, 300, 480, *at("slow-drip", "black", 17, 113, 0, home).ContactS, "slow metal drip, 16–18 g, s")
	cloth := *at("cloth", "standard", 13, 200, 700, home).ContactS
	paper := *at("cone", "three-pours", 13, 200, 700, home).ContactS
	assert.Less(t, cloth, paper, "a cloth is fast")
	thick := *at("cone", "slow-paper", 13, 200, 950, home).ContactS
	assert.Greater(t, thick, *at("cone", "three-pours", 13, 200, 950, home).ContactS+20, "and a thick paper slow")

	const lastPour = 150
	ratio := (cone(34, 800, home) - lastPour) / (cone(13, 800, home) - lastPour)
	between(t, 1.6, 2.0, ratio, "the time after the last pour, 34 g over 13 g")
	between(t, 1.15, 1.35, cone(34, 800, home)/cone(13, 800, home), "the whole, in a cone")
	between(t, 1.6, 2.0, flat(34)/flat(13), "the whole, in a flat bed")

	cold := home
	cold.Place.AirC, cold.Water.SourceC = ptr(-5.0), ptr(2.0)
	assert.Greater(t, cone(13, 800, cold), cone(13, 800, home), "cooler water is thicker")
	assert.Greater(t, cone(13, 700, home), cone(13, 800, home)+20, "and a finer bed slower")

	clogs := at("cone", "four-pulses", 13, 200, 400, home)
	assert.Contains(t, plainSpaces(noteByID(clogs, "clogs")), "At 400 µm this bed would clog")
	assert.True(t, clogs.Clogged)
	for _, told := range []*float64{clogs.ContactS, clogs.CupC, clogs.DrinkableS, clogs.TotalS, clogs.Strength.TDSPct, clogs.Strength.ExtractionPct, clogs.Strength.ExtractionLowPct} {
		assert.Nil(t, told, "nobody can tell when, or how it tastes")
	}
	assert.Empty(t, noteByID(at("cone", "four-pulses", 13, 200, 700, home), "clogs"))
}

// With the same water and grind more coffee drains no faster: its bed is deeper. Common
// practice.
func TestMoreCoffeeDrainsNoFaster(t *testing.T) {
	for _, k := range []struct {
		method, school string
		water          float64
	}{
		{"cone", "four-pulses", 300}, {"cone", "three-pours", 300}, {"cone", "folding", 300}, {"cone", "slow-paper", 300},
		{"flat-bed", "standard", 300}, {"tank-dripper", "standard", 300}, {"cloth", "standard", 300}, {"slow-drip", "black", 113},
	} {
		for _, um := range []float64{0, 700, 900} {
			was, batches := 0.0, 0.0
			for dose := k.water / 25; dose <= k.water/8.5; dose += k.water / 200 {
				r := Request{Method: k.method, School: &k.school, DoseG: &dose, WaterG: &k.water, Adjust: ptr("none")}
				r.Vessel.CapacityMl = ptr(2000.0)
				if um > 0 {
					r = ground(r, um)
				}
				p := compute(t, r)
				if s := p.Made().DrainedS; batches == *p.Batches { // a bed that takes too much room is made in two
					assert.Greater(t, s, was*0.99-1, "%s/%s at %g µm, %.1f g in %g ml", k.method, k.school, um, dose, k.water)
					was = s
				} else {
					was, batches = s, *p.Batches
				}
			}
		}
	}
}

// What water of 90 °C stands at first in a hand press of 290 g: people measure about
// 80 °C. Common practice.
func TestAHandPressWarmsInPart(t *testing.T) {
	r := Request{Method: "hand-press", Brewer: Brewer{MassG: ptr(290.0), Material: ptr("plastic")}, Adjust: ptr("none")}
	p := compute(t, r)
	between(t, 77, 83, p.Curves.SlurryC[1][1], "first in the chamber, °C")
	r.Brewer.Preheated = ptr(true)
	assert.Greater(t, compute(t, r).Curves.SlurryC[1][1], p.Curves.SlurryC[1][1]+1, "and warmed first it is warmer")
}

// A moka pot pushes when its boiler's air and vapour do: filled cold from about 70 °C,
// filled hot from where it was; common practice. It gets warmer as it flows.
func TestAMokaPotFlows(t *testing.T) {
	start := func(school string, c Conditions) *Plan {
		return compute(t, Request{Method: "moka", School: &school, Conditions: c})
	}
	cold := start("cold-fill", Conditions{})
	between(t, 68, 73, *cold.StartC, "filled cold it flows from, °C")
	hot := start("hot-fill", Conditions{})
	assert.Greater(t, *hot.StartC, 90.0)
	assert.Greater(t, *hot.SlurryC, *cold.SlurryC+10)
	water := cold.Curves.WaterC
	assert.Greater(t, water[len(water)-1][1], *cold.StartC+5, "and is warmer at its end")
	// The boiler is closed: altitude hardly matters, and less where it is filled cold.
	for school, most := range map[string]float64{"cold-fill": 0.6, "hot-fill": 1.8} {
		for _, m := range []float64{0, 1500, 3000, 5500} {
			p := start(school, Conditions{Place: Place{AltitudeM: &m}})
			between(t, 17, 20, *p.Strength.ExtractionPct, school+", extracted, %")
			assert.InDelta(t, *start(school, Conditions{Place: Place{AltitudeM: ptr(0.0)}}).Strength.ExtractionPct, *p.Strength.ExtractionPct, most, "%s at %g m", school, m)
		}
	}
	// It does not boil to flow: the metal and the water are heated that far and no more.
	assert.Less(t, *cold.Heat.HeatS, *start("cold-fill", Conditions{Place: Place{AltitudeM: ptr(0.0)}, Water: Water{SourceC: ptr(2.0)}}).Heat.HeatS)
}

// Baskets are full or half full.
func TestBasketsAreFullOrHalf(t *testing.T) {
	for _, c := range []struct{ asked, dose, batches float64 }{{15, 15, 1}, {18, 15, 1}, {8, 7.5, 1}, {5, 7.5, 1}, {31, 30, 2}, {24, 30, 2}} {
		p := compute(t, Request{Method: "moka", DoseG: &c.asked})
		assert.InDelta(t, c.dose, *p.DoseG, 1e-9, "asked %g", c.asked)
		assert.Equal(t, c.batches, *p.Batches, "asked %g", c.asked)
	}
	assert.NotEmpty(t, noteByID(compute(t, Request{Method: "moka", DoseG: ptr(18.0)}), "basket-fill"))
	assert.Empty(t, noteByID(compute(t, Request{Method: "moka", DoseG: ptr(15.0)}), "basket-fill"))
}

// A timed drawdown fits this dripper with this paper, and moves the next plan as it did
// the bed: at another dose, too.
func TestATimedDrawdownCalibrates(t *testing.T) {
	r := Request{Method: "cone", DoseG: ptr(13.0), WaterG: ptr(200.0)}
	slow, err := r.Changed(Change{DrainedS: ptr(240.0)})
	assert.NoError(t, err)
	assert.InDelta(t, 240, *compute(t, slow).ContactS, 0.5, "it drains when it was seen to")
	assert.Greater(t, *slow.Calibration.DrainFactor, 1.2)
	more := slow
	more.DoseG, more.WaterG = ptr(26.0), ptr(400.0)
	usual := r
	usual.DoseG, usual.WaterG = more.DoseG, more.WaterG
	assert.Greater(t, *compute(t, more).ContactS, *compute(t, usual).ContactS+30)
	again, err := slow.Changed(Change{DrainedS: ptr(240.0)})
	assert.NoError(t, err)
	assert.InDelta(t, *slow.Calibration.DrainFactor, *again.Calibration.DrainFactor, 1e-3, "not twice")
	_, err = r.Changed(Change{DrainedS: ptr(2000.0)})
	assert.ErrorContains(t, err, "drained_s: no paper makes it drain then. Enter ")
	_, err = Request{Method: "pot"}.Changed(Change{DrainedS: ptr(200.0)})
	assert.ErrorContains(t, err, "drained_s: nothing drains in this method")
}
