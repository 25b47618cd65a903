package brew_test

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"

	. "apodemos/core/brew"
	"apodemos/core/caution"
)

func eachSchool(t *testing.T, visit func(t *testing.T, m method.Method, s method.School)) {
	for _, m := range method.All {
		for _, s := range m.Schools {
			t.Run(m.ID+"/"+s.ID, func(t *testing.T) { visit(t, m, s) })
		}
	}
}

// The IDs are a contract.
func TestCatalogueHasItsSchools(t *testing.T) {
	want := map[string][]string{
		"pot":       {"steeped-skimmed", "cold-first-boil", "warm-boil", "cold-unstirred", "off-boil-fine", "off-boil-crust"},
		"press-pot": nil, "cup-steep": nil, "steep-bag": nil, "cone": {"four-pulses", "three-pours", "folding", "slow-paper"}, "flat-bed": nil, "tank-dripper": nil, "cloth": nil,
		"slow-drip": {"black", "condensed-milk", "iced"}, "hand-press": {"upright", "inverted", "bypass", "rapid-cold"}, "pocket-pump": nil,
		"moka": {"hot-fill", "cold-fill"}, "cold-concentrate": {"one-to-three", "one-to-four"}, "serve-concentrate": {"hot", "cold"},
	}
	assert.Len(t, method.All, len(want))
	for id, schools := range want {
		m, ok := method.ByID(id)
		require.True(t, ok, id)
		for i, s := range schools {
			assert.Equal(t, s, m.Schools[i].ID)
		}
	}
}

func TestEverySchoolIsWhole(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		assert.NotEmpty(t, m.Summary)
		assert.NotEmpty(t, m.Scores.Why)
		assert.NotEmpty(t, s.Why)
		assert.NotEmpty(t, s.Clean)
		assert.NotEmpty(t, s.RatioSource)
		p := compute(t, Request{Method: m.ID, School: ptr(s.ID)})
		assert.NotEmpty(t, p.Steps)
		assert.NotNil(t, p.Strength.ExtractionPct)
		for _, st := range p.Steps {
			assert.NotEmpty(t, st.Label, st.ID)
			assert.NotEmpty(t, st.Text, st.ID)
			if st.Caution != "" {
				assert.True(t, caution.Known(st.Caution), st.Caution)
			}
		}
	})
}

// Common practice, no published source.
func TestPracticeOfTheTrade(t *testing.T) {
	t.Run("hand press: 320 g is 230 in the chamber and 90 to the cup", func(t *testing.T) {
		p := compute(t, Request{Method: "hand-press", School: ptr("bypass"), DoseG: ptr(20.0), CupMl: ptr(290.0)}) // 320 g less 1.5 g/g
		assert.InDelta(t, 230, *p.Water.PouredMl, 1e-9)
		assert.InDelta(t, 90, *p.Water.DilutionMl, 1e-9)
		assert.Equal(t, 1.0, *p.Batches)
	})
	t.Run("flat bed: 40 g at 1:15 blooms 120 g, and 600 g of drink takes 680", func(t *testing.T) {
		big := Vessel{CapacityMl: ptr(2000.0)}
		p := compute(t, Request{Method: "flat-bed", DoseG: ptr(40.0), CupMl: ptr(520.0), Conditions: Conditions{Vessel: big}})
		assert.InDelta(t, 600, *p.Water.PouredMl, 1e-9)
		var first *Step
		for i := range p.Steps {
			if p.Steps[i].Lane == method.Scale && first == nil {
				first = &p.Steps[i]
			}
		}
		assert.InDelta(t, 120, *first.ToG, 1e-9)
		p = compute(t, Request{Method: "flat-bed", DoseG: ptr(40.0), CupMl: ptr(600.0), Conditions: Conditions{Vessel: big}})
		assert.InDelta(t, 680, *p.Water.PouredMl, 1e-9, "people pour 620–630, and come up short")
	})
	t.Run("66 g/L on 1.5 L is 99 g", func(t *testing.T) {
		p := compute(t, Request{Method: "pot", School: ptr("off-boil-crust"), DoseG: ptr(99.0), CupMl: ptr(641.0), Drinkers: ptr(2.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(3000.0)}}})
		assert.InDelta(t, 1500, *p.Water.PouredMl, 1e-9, "1,282 drunk + 198 kept + 40 left − 20 splash")
		assert.InDelta(t, 66, *p.Ratio, 1e-9)
	})
	t.Run("2 oz and 6 oz make 8", func(t *testing.T) {
		p := compute(t, Request{Method: "serve-concentrate", CupMl: ptr(240.0), Dilution: ptr(3.0)})
		assert.InDelta(t, 60, *p.Water.ConcentrateMl, 1e-9)
		assert.InDelta(t, 180, *p.Water.DilutionMl, 1e-9)
	})
	t.Run("pump: 18 g and 100 ml", func(t *testing.T) {
		p := compute(t, Request{Method: "pocket-pump"})
		assert.InDelta(t, 18, *p.DoseG, 1e-9)
		assert.InDelta(t, 100, *p.Water.PouredMl, 1e-9)
	})
	t.Run("rapid cold: doubled with water", func(t *testing.T) {
		p := compute(t, Request{Method: "hand-press", School: ptr("rapid-cold")})
		assert.InDelta(t, *p.DrinkMl/2, *p.Water.DilutionMl, 1e-9)
	})
}

// Published: the Specialty Coffee Association's control chart, 18–22 %
// extraction and 1.15–1.35 % strength (from memory). The golden cup, 55 g/L,
// steeped well, lies at its lower edge.
func TestGoldenCupLiesNearTheWindow(t *testing.T) {
	p := compute(t, Request{Method: "cone", Ratio: ptr(55.0)})
	assert.InDelta(t, 1.25, *p.Strength.TDSPct, 0.2)
	assert.InDelta(t, 20, *p.Strength.ExtractionPct, 2)
}

// USDA SR24: brewed coffee has 40 mg of caffeine to 100 g; the order of
// magnitude.
func TestCaffeineIsOfTheRightOrder(t *testing.T) {
	p := compute(t, Request{Method: "cone", Ratio: ptr(55.0), CupMl: ptr(200.0)})
	per100 := *p.CaffeineMg / 2
	assert.True(t, per100 > 20 && per100 < 100, "%v mg to 100 ml", per100)
}

// What is made up for grows from nothing, at half of what the estimate may be out,
// to all of it from the whole on.
func TestCoolerWaterIsMadeUpFor(t *testing.T) {
	cup := Cup{Insulated: ptr(true), MassG: ptr(210.0)}
	for _, m := range []struct {
		r      Request
		change func(p *Plan) float64 // in the direction that gives more
	}{
		{Request{Method: "pot", Cup: cup}, func(p *Plan) float64 { return *p.ContactS - *p.ReferenceContactS }},
		{Request{Method: "cone", Cup: cup, Grinder: Grinder{UmPerClick: ptr(37.0)}}, func(p *Plan) float64 { return 800 - *p.Grind.Um }},
	} {
		home := *compute(t, m.r).Strength.ExtractionPct
		made, last := 0, 0.0
		for altitude := 0.0; altitude <= 8800; altitude += 100 {
			m.r.Place = Place{AltitudeM: ptr(altitude), AirC: ptr(15 - altitude/400)}
			m.r.Adjust = nil
			p := compute(t, m.r)
			m.r.Adjust = ptr("none")
			short := home - *compute(t, m.r).Strength.ExtractionPct
			share := math.Min(math.Max(short-1, 0), 1)
			change := m.change(p)
			if *p.CupC < 55.5 {
				break // as fine as leaves the cup warm, and no finer
			}
			if share > 0 && noteByID(p, "make-up-none") == "" {
				made++
				assert.True(t, change > 0 || *p.Grind.Um < 700, "%s at %v m", m.r.Method, altitude)
				assert.InDelta(t, home-(1-share)*short, *p.Strength.ExtractionPct, 0.06, "%s at %v m", m.r.Method, altitude)
				assert.Less(t, math.Abs(change-last), 35.0, "a little higher is a little more")
			} else if share == 0 {
				assert.InDelta(t, 0, change, 1e-6, "within half of the band nothing is changed")
			}
			last = change
		}
		assert.Greater(t, made, 5, m.r.Method)
	}
	c := compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(7500.0), AirC: ptr(-9.0), WindMs: ptr(4.0)}}, Grinder: Grinder{UmPerClick: ptr(37.0)}})
	assert.Regexp(t, `^Grind at \d+ clicks, \d+ finer than at home\. This stop extracts [\d.]+ points less than home\.$`, noteByID(c, "make-up-grind"))
	// A school with its own rule keeps it, and says what it costs.
	b := compute(t, Request{Method: "pot", School: ptr("warm-boil"), Conditions: Conditions{Place: Place{AltitudeM: ptr(8000.0), AirC: ptr(-25.0), WindMs: ptr(4.0)}}})
	assert.NotEmpty(t, noteByID(b, "make-up-none"))
}

func TestTheSteepCanBeSet(t *testing.T) {
	r := Request{Method: "pot"}
	plain := compute(t, r)
	r.ContactS = ptr(600.0)
	p := compute(t, r)
	assert.InDelta(t, 600, *p.ContactS, 1e-6)
	assert.Greater(t, *p.Strength.ExtractionPct, *plain.Strength.ExtractionPct)
	r = Request{Method: "cone", ContactS: ptr(600.0)}
	fixed := *compute(t, r).ContactS
	r.ContactS = nil
	assert.Equal(t, *compute(t, r).ContactS, fixed, "a drawdown is not free")
}

// By hand: 1.30 % of 830 g of drink is 10.8 g; a steep of 70 g in 1,000 g of
// water sends 830/1000 of what dissolves to the cups, so 13 g dissolved: 18.6 %.
func TestARefractometerReplacesTheEstimate(t *testing.T) {
	p := compute(t, Request{Method: "pot", DoseG: ptr(70.0), CupMl: ptr(830.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(2000.0)}, Calibration: Calibration{TDSPct: ptr(1.30)}}})
	assert.InDelta(t, 1.30, *p.Strength.TDSPct, 1e-12)
	assert.InDelta(t, 18.57, *p.Strength.ExtractionPct, 0.01)
	assert.EqualValues(t, "measured", p.Working["strength.extraction_pct"].Kind)
}

func TestGroundAtHomeAndBatches(t *testing.T) {
	p := compute(t, Request{Method: "cone", Coffee: Coffee{GroundAhead: ptr(true)}})
	text := ""
	for _, s := range p.Steps {
		text += s.Text
	}
	assert.Contains(t, text, "ground at home")
	assert.NotContains(t, text, "grind it")
	p = compute(t, Request{Method: "pot", Drinkers: ptr(4.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(700.0)}}})
	ids := ""
	for _, n := range p.Notes {
		ids += n.ID + " "
	}
	assert.Contains(t, ids, "next-batch")
}

// Every hazard of the trade raises its caution.
func TestHazards(t *testing.T) {
	for _, c := range []struct {
		why string
		r   Request
		id  string
	}{
		{"inverting", Request{Method: "hand-press", School: ptr("inverted")}, "flip"},
		{"moka valve", Request{Method: "moka"}, "valve"},
		{"unscrewing hot", Request{Method: "moka"}, "hot-pot"},
		{"boil-over", Request{Method: "pot"}, "boil-over"},
		{"coffee that climbs", Request{Method: "pot", School: ptr("warm-boil")}, "climbs"},
		{"carbon monoxide", Request{Method: "pot"}, "co"},
		{"canister", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Screen: ptr(true)}}}, "canister"},
		{"spirit", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("spirit")}}}, "spirit"},
		{"methanol", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("spirit"), Fuel: ptr("methanol")}}}, "methanol"},
		{"petrol", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("petrol")}}}, "petrol"},
		{"tablets", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("tablets")}}}, "tablets"},
		{"a moka bed too fine", Request{Method: "moka", Grinder: Grinder{UmPerClick: ptr(20.0), ZeroUm: ptr(0.0), Clicks: ptr(17.0)}}, "moka-fine"},
		{"concentrate in the heat", Request{Method: "serve-concentrate", Conditions: Conditions{Place: Place{AirC: ptr(32.0)}}}, "keeps-hot"},
		{"cups washed where the coffee boiled in it", Request{Method: "pot", School: ptr("warm-boil"), Conditions: Conditions{Water: Water{Source: ptr("stream"), Treatment: ptr("boil")}}}, "boiled"},
		{"cold canister", Request{Method: "cone", Conditions: Conditions{Place: Place{AirC: ptr(-15.0)}, Heat: Heat{Canister: Canister{ButanePct: ptr(100.0)}}}}, "canister-warm"},
		{"fire ban", Request{Method: "pot"}, "fire-ban"},
		{"fire ban, a fire", Request{Method: "pot", Conditions: Conditions{Heat: Heat{Burner: ptr("fire")}}}, "fire-ban-fire"},
		{"hot metal and resin", Request{Method: "pot", School: ptr("cold-unstirred"), Conditions: Conditions{Heat: Heat{Burner: ptr("fire")}}}, "fire"},
		{"doubtful water, cold", Request{Method: "hand-press", School: ptr("rapid-cold"), Conditions: Conditions{Water: Water{Treatment: ptr("boil")}}}, "not-boiled"},
		{"doubtful water, urn", Request{Method: "cone", Conditions: Conditions{Water: Water{Treatment: ptr("boil")}, Heat: Heat{SuppliedC: ptr(90.0)}}}, "not-boiled-supplied"},
		{"cold methods", Request{Method: "cold-concentrate"}, "water-cold"},
		{"damp cloth", Request{Method: "cloth"}, "cloth"},
		{"concentrate keeps", Request{Method: "serve-concentrate"}, "keeps"},
		{"caffeine", Request{Method: "cone", CupMl: ptr(400.0)}, "caffeine"},
		{"scalds", Request{Method: "press-pot"}, "scald"},
		{"too hot to drink", Request{Method: "pot"}, "cup-hot"},
		{"waste", Request{Method: "steep-bag"}, "waste"},
		{"mains", Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("mains")}}}, "mains"},
	} {
		found := false
		for _, k := range compute(t, c.r).Cautions {
			found = found || k.ID == c.id
		}
		assert.True(t, found, "%s: no caution %s", c.why, c.id)
	}
}

// No caution cries wolf: what is not there is not warned of, and what is less than a danger is
// said once.
func TestNoCautionCriesWolf(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, source := range []string{"tap", "stream"} {
			for _, treatment := range []string{"safe", "filtered"} {
				p := compute(t, Request{Method: m.ID, School: &s.ID, Conditions: Conditions{Water: Water{Source: &source, Treatment: &treatment}}})
				said := map[string]int{}
				for _, k := range p.Cautions {
					assert.NotContains(t, []string{"water-cold", "boiled", "not-boiled", "doubtful", "canister"}, k.ID)
					if said[k.ID]++; k.Level != "danger" {
						assert.Equal(t, 1, said[k.ID], "%s %s: %s is said again", m.ID, s.ID, k.ID)
					}
					if m.Way == method.Unheated || s.Temps.High == 0 && !s.BoilsIn() {
						assert.NotContains(t, k.Text+k.Why, "hot coffee", "%s %s", m.ID, s.ID)
					}
				}
			}
		}
	})
}

// A caution is said once: at its step, or over the whole brew; and what the water needs comes
// before everything.
func TestACautionIsSaidOnce(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, source := range []*string{nil, ptr("stream"), ptr("tap")} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Conditions: Conditions{Water: Water{Source: source}}})
			kept, err := json.Marshal(p)
			require.NoError(t, err)
			again, err := DecodePlan(kept)
			require.NoError(t, err)
			assert.Equal(t, p.Cautions, again.Cautions)
			at := map[string]bool{}
			first := false
			for _, k := range p.Cautions {
				if k.Step != "" {
					at[k.ID] = true
					assert.False(t, k.First, k.ID)
				}
				first = first || k.First
			}
			for _, k := range p.Cautions {
				assert.False(t, k.Step == "" && at[k.ID], "%s is said at its step and over the brew", k.ID)
			}
			if source == nil {
				assert.True(t, first, "unsaid water is told of first")
			}
		}
	})
	old, err := DecodePlan([]byte(`{"cautions":[{"id":"scald","step":"rinse"},{"id":"scald","step":""},{"id":"doubtful","step":""}]}`))
	require.NoError(t, err)
	require.Len(t, old.Cautions, 2)
	assert.True(t, old.Cautions[1].First, "of a plan that an earlier version kept, too")
}

func TestMethodsThatNeedAFlameSaySo(t *testing.T) {
	urn := Heat{SuppliedC: ptr(92.0)}
	for _, r := range []Request{{Method: "moka", Conditions: Conditions{Heat: urn}}, {Method: "pot", School: ptr("cold-first-boil"), Conditions: Conditions{Heat: urn}}} {
		_, err := Compute(r)
		assert.ErrorContains(t, err, "heat.supplied_c")
	}
	_, err := Compute(Request{Method: "cup-steep", Conditions: Conditions{Heat: urn}})
	assert.NoError(t, err)
}

// No pour begins before its water can be ready.
func TestNoPourBeforeItsWater(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Conditions: Conditions{Place: Place{AltitudeM: ptr(2500.0), AirC: ptr(3.0)}}})
		boiled := math.Inf(-1)
		for _, st := range p.Steps {
			if st.ID == "flame-full" {
				boiled = st.AtS + st.ForS
			}
		}
		for _, st := range p.Steps {
			if st.Lane == method.Scale && !s.BoilsIn() {
				assert.GreaterOrEqual(t, st.AtS, boiled-1e-6, st.ID)
			}
		}
	})
}

func BenchmarkCatalogue(b *testing.B) {
	b.ReportAllocs()
	for b.Loop() {
		for _, m := range method.All {
			for _, s := range m.Schools {
				if _, err := Compute(Request{Method: m.ID, School: &s.ID, Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0), AirC: ptr(-4.0)}}}); err != nil {
					b.Fatal(err)
				}
			}
		}
	}
}

// A metal drip whose material nobody says is of metal, and so is a moka pot.
func TestWhatIsOfMetalCountsAsMetal(t *testing.T) {
	at := func(m string, material *string) *Plan {
		return compute(t, Request{Method: m, Brewer: Brewer{Material: material, MassG: ptr(120.0)}})
	}
	assert.Equal(t, *at("slow-drip", ptr("steel")).SlurryC, *at("slow-drip", nil).SlurryC)
	assert.NotEqual(t, *at("slow-drip", ptr("plastic")).SlurryC, *at("slow-drip", nil).SlurryC)
	assert.Equal(t, *at("moka", ptr("aluminium")).SlurryC, *at("moka", nil).SlurryC)
	assert.Equal(t, *at("cone", ptr("plastic")).SlurryC, *at("cone", nil).SlurryC)
}
