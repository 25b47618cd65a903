package brew_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"

	. "apodemos/core/brew"
)

// What a practitioner of each school looks for in its plan. All of it is common
// practice with no published source. Times are in s from first contact, or from
// the boil where the school counts from there; −1 is for what is not checked.
type sight struct {
	id       string
	at, long float64
	says     string // a part of the text
}

func TestAPractitionerWouldSign(t *testing.T) {
	big := Vessel{CapacityMl: ptr(1000.0), DiameterMm: ptr(120.0)}
	for _, c := range []struct {
		school   string
		r        Request
		fromBoil bool
		sees     []sight
		never    []string // in any step
		check    func(t *testing.T, p *Plan)
	}{
		{school: "pot/cold-first-boil", fromBoil: true, sees: []sight{
			{"coffee-in", -1, -1, "Put the coffee into the cold water. Lid on."},
			{"off", 0, -1, "Take it off the moment it boils"},
			{"stand", 10, -1, ""},
			{"splash", -1, -1, "cold, safe water to drop the grounds"},
		}, check: func(t *testing.T, p *Plan) {
			assert.Less(t, stepByID(t, p, "coffee-in").AtS, stepByID(t, p, "light").AtS, "coffee before the flame")
			assert.InDelta(t, 37.5, *p.Water.SplashMl, 7.5, "2–3 tablespoons")
			assert.Equal(t, "very coarse", p.Grind.Band, "as coarse as possible")
		}},
		{school: "pot/warm-boil", fromBoil: true, sees: []sight{
			{"coffee-in", -1, -1, "Stir the coffee into the warm water once."},
			{"boil", 0, 120, "rolling boil"},
			{"swirl", 120, -1, "Take it off the heat. Swirl."},
			{"settle", -1, 60, ""},
		}, check: func(t *testing.T, p *Plan) {
			assert.Greater(t, *p.StartC, 35.0, "the water is warm when the coffee goes in")
			assert.Less(t, *p.StartC, 80.0)
		}},
		{school: "pot/cold-unstirred", fromBoil: true, sees: []sight{
			{"coffee-on", -1, -1, "on top of the cold water. Don’t stir."},
			{"boil", 0, 60, "gentle boil. Raise the pot if it climbs."},
			{"splash", -1, -1, "from high"},
			{"decant", -1, -1, "Throw the first splash away"},
		}, never: []string{"Stir"}, check: func(t *testing.T, p *Plan) {
			assert.Contains(t, stepByID(t, p, "boil").Sign, "the foam is pale and bare of grounds")
			settled := stepByID(t, p, "decant").AtS - stepByID(t, p, "splash").AtS
			assert.LessOrEqual(t, settled, 300.0, "five minutes to settle, or cold water")
			s, _ := schoolOf("pot/cold-unstirred")
			assert.LessOrEqual(t, s.FillRested, 0.67, "a third to two thirds full")
		}},
		{school: "pot/off-boil-fine", r: Request{DoseG: ptr(17.0), CupMl: ptr(225.0)}, sees: []sight{
			{"coffee-in", 0, -1, "Add the coffee, stir, cover."},
			{"stir", 120, -1, "Stir again"},
			{"decant", 360, -1, "into another cup"},
		}, check: func(t *testing.T, p *Plan) {
			assert.True(t, *p.Grind.Um < 800 && *p.Grind.Um > 350, "finer than drip, coarser than espresso: %v", *p.Grind.Um)
		}},
		{school: "pot/off-boil-crust", sees: []sight{
			{"coffee-on", 0, -1, "when it stops boiling"},
			{"first-crust", -1, 60, ""},
			{"break", 75, -1, "gently"},
			{"steep", -1, 120, "second crust"},
			{"break-again", 205, -1, ""},
			{"settle", -1, 60, ""},
			{"splash", -1, -1, "cold, safe water"},
			{"decant", -1, -1, "small sieve for the first cup"},
		}, check: func(t *testing.T, p *Plan) {
			assert.Equal(t, "coarse", p.Grind.Band)
			assert.Less(t, *p.StartC, *p.BoilC-2, "boiling water would throw the coffee out of the pot")
		}},
		{school: "pot/steeped-skimmed", sees: []sight{
			{"wait", -1, -1, "lid off"},
			{"coffee-in", 0, -1, "wet all of it"},
			{"steep", -1, -1, "lid on"},
			{"stir", 240, -1, ""},
			{"skim", 250, -1, "with two spoons"},
			{"settle", -1, 90, ""},
			{"decant", -1, -1, "Pour gently"},
		}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 60, *p.WaitS, 30, "lid off about a minute")
			assert.InDelta(t, 70, *p.Ratio, 1e-9)
		}},
		{school: "press-pot/steeped-skimmed", sees: []sight{
			{"coffee-first", -1, -1, "Put the coffee in the press"},
			{"fill", 0, -1, "wetting all of it"},
			{"break", 240, -1, "Break the crust"},
			{"skim", -1, -1, ""},
			{"settle", -1, 60, ""},
			{"press", -1, -1, "slowly"},
		}, check: func(t *testing.T, p *Plan) {
			assert.Contains(t, []string{"medium", "medium-coarse"}, p.Grind.Band, "filter grind: coarser floats and tastes weak")
			assert.Greater(t, *p.Water.WashupMl, 150.0, "messy to empty")
		}},
		{school: "cup-steep/standard", r: Request{CupMl: ptr(170.0), Cup: Cup{Material: ptr("paper")}}, sees: []sight{
			{"fill", 0, -1, "with the spoon"},
			{"break", 240, -1, "scrape off the foam"},
			{"settle", -1, 45, ""},
			{"decant", -1, -1, "Pinch the paper rim into a spout"},
		}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 13.5, *p.DoseG, 1.5, "12–15 g for a cup")
			assert.InDelta(t, 212, *p.Water.PouredMl, 13, "of 200–225 ml")
			assert.Equal(t, "medium-coarse", p.Grind.Band)
		}},
		{school: "steep-bag/standard", r: Request{CupMl: ptr(195.0)}, sees: []sight{
			{"bag", -1, -1, "bag in the cup"},
			{"fill", 0, -1, ""},
			{"lift", 240, -1, "or leave it in"},
		}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 15, *p.DoseG, 0.2, "15 g to 225 ml")
			assert.InDelta(t, 225, *p.Water.PouredMl, 3)
			assert.InDelta(t, 95, *p.TargetC, 1)
		}},
		{school: "cone/three-pours", r: Request{DoseG: ptr(22.0), CupMl: ptr(300.0)}, sees: []sight{
			{"rinse", -1, -1, "Tip it out"},
			{"first-pour", -1, -1, "Circle out"},
			{"second-pour", -1, -1, "just before it drains"},
		}, check: func(t *testing.T, p *Plan) {
			for _, s := range p.Steps {
				assert.NotRegexp(t, `scale|Weigh|to about \d`, s.Text, "no scale")
			}
		}},
		{school: "flat-bed/standard", r: Request{DoseG: ptr(40.0), CupMl: ptr(520.0)}, sees: []sight{
			{"paper", -1, -1, "dry paper"},
			{"bloom-pour", 0, -1, "three times the dose"},
			{"bloom", -1, 18, "Swirl"},
			{"second-pour", 30, -1, "slow circles"},
			{"flatten", -1, -1, "flatten the bed"},
		}, never: []string{"Rinse"}, check: func(t *testing.T, p *Plan) {
			assert.Zero(t, *p.Water.RinseMl, "wet paper seals over the holes")
			assert.InDelta(t, 1000/15.0, *p.Ratio, 1e-6)
		}},
		{school: "tank-dripper/standard", r: Request{CupMl: ptr(290.0)}, sees: []sight{
			{"rinse", -1, -1, "Rinse paper and tank"},
			{"bloom", -1, -1, "Let it bloom"},
			{"fill", -1, -1, "Fill the tank to its 295 ml mark"},
			{"drip", -1, -1, "or lift it"},
		}},
		{school: "cloth/standard", sees: []sight{
			{"rinse", -1, -1, "wring it"},
			{"pour", -1, -1, "evenly"},
		}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 60, *p.Ratio, 1e-9, "6 g to 100 ml")
			assert.Less(t, *p.Grind.Um, 850.0, "as for a cone, not for a machine")
			s, _ := schoolOf("cloth/standard")
			assert.Contains(t, s.Clean, "dry it fully")
			assert.Contains(t, s.Clean, "under water in a refrigerator")
		}},
		{school: "slow-drip/black", r: Request{CupMl: ptr(165.0)}, sees: []sight{
			{"set", -1, -1, "its base on the rim"},
			{"level", -1, -1, "shake level, never press"},
			{"first-water", 0, -1, "Pour a little water"},
			{"fill", 20, -1, "onto the press’s handle"},
			{"drip", -1, -1, ""},
		}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 75, *p.Water.DilutionMl, 15, "topped up with 60–90 ml")
			drip := stepByID(t, p, "drip")
			assert.InDelta(t, 6.5*60, drip.AtS+drip.ForS, 1.5*60, "5–8 minutes")
			assert.InDelta(t, 16.5, *p.DoseG, 2.5, "3 tablespoons of 5–6 g")
		}},
		{school: "slow-drip/condensed-milk", sees: []sight{{"set", -1, -1, "Put 25 g of condensed milk in the cup; filter on top"}, {"serve", -1, -1, "Stir the milk up"}}},
		{school: "hand-press/upright", sees: []sight{
			{"fill", 0, -1, ""}, {"stir", -1, -1, ""}, {"press", 75, -1, "slowly"},
		}, check: func(t *testing.T, p *Plan) {
			assert.Contains(t, stepByID(t, p, "press").Sign, "just before it hisses")
		}},
		{school: "hand-press/inverted", sees: []sight{{"fill", 0, -1, "on its plunger"}, {"press", 75, -1, ""}}, check: func(t *testing.T, p *Plan) {
			assert.True(t, cautioned(p, "flip"), "a spill and a scald")
		}},
		{school: "hand-press/rapid-cold", sees: []sight{{"fill", 0, -1, "safe water, as it comes"}, {"stir", -1, 60, "one full minute"}, {"press", 70, -1, "hard"}}, check: func(t *testing.T, p *Plan) {
			assert.Contains(t, []string{"fine", "medium-fine"}, p.Grind.Band)
			assert.Nil(t, p.Heat)
		}},
		{school: "pocket-pump/standard", sees: []sight{{"dose", -1, -1, "Fill the basket; level, don’t tamp"}, {"pump", -1, -1, "about thirteen presses"}}, check: func(t *testing.T, p *Plan) {
			assert.InDelta(t, 95, *p.TargetC, 1)
		}},
		{school: "moka/hot-fill", sees: []sight{
			{"dose", -1, -1, "never tamp"},
			{"boiler", -1, -1, "hot water into the boiler, to just under the valve"},
			{"screw", -1, -1, "holding hot metal with cloth"},
			{"on", -1, -1, "Set it on a medium flame, lid open"},
			{"off", -1, -1, "Take it off now"},
		}, check: func(t *testing.T, p *Plan) {
			assert.Contains(t, stepByID(t, p, "flow").Sign, "splutters")
		}},
		{school: "moka/cold-fill", sees: []sight{
			{"fill-kettle", -1, -1, "boiler with cold water, just under the valve"},
			{"screw", -1, -1, "Lid open"},
			{"light", -1, -1, "the moka pot on it"},
			{"off", -1, -1, "Take it off now"},
		}, never: []string{"Fill the pot", "it is hot", "hot water"}},
		{school: "cold-concentrate/one-to-three", sees: []sight{{"wet", -1, -1, "until all of it is wet"}, {"steep", -1, 12 * 3600, "twelve hours"}, {"strain", -1, -1, "vials of 60 ml"}, {"chill", -1, -1, "two weeks in a refrigerator"}}},
		{school: "serve-concentrate/hot", r: Request{CupMl: ptr(240.0), Dilution: ptr(3.0)}, sees: []sight{{"concentrate", -1, -1, "60 ml"}, {"fill", -1, -1, "180 ml of hot water"}}},
	} {
		t.Run(c.school, func(t *testing.T) {
			r := c.r
			m, s, _ := strings.Cut(c.school, "/")
			r.Method, r.School = m, &s
			if r.Vessel.CapacityMl == nil {
				r.Vessel = big
			}
			p := compute(t, r)
			zero := 0.0
			if c.fromBoil {
				full := stepByID(t, p, "flame-full")
				zero = full.AtS + full.ForS
			}
			last := -1
			for _, want := range c.sees {
				i := indexOf(p, method.StepID(want.id))
				require.GreaterOrEqual(t, i, 0, "step %s", want.id)
				assert.Greater(t, i, last, "%s comes after the one before", want.id)
				last = i
				st := p.Steps[i]
				if want.at >= 0 {
					assert.InDelta(t, want.at, st.AtS-zero, 1e-6, "%s begins", want.id)
				}
				if want.long >= 0 {
					assert.InDelta(t, want.long, st.ForS, 1e-6, "%s lasts", want.id)
				}
				assert.Contains(t, plainSpaces(st.Text), want.says, want.id)
			}
			for _, st := range p.Steps {
				for _, word := range c.never {
					assert.NotContains(t, st.Text, word)
				}
			}
			if c.check != nil {
				c.check(t, p)
			}
		})
	}
}

func plainSpaces(s string) string {
	return strings.NewReplacer("\u2009", " ", "\u00a0", " ").Replace(s)
}

func indexOf(p *Plan, id method.StepID) int {
	for i, s := range p.Steps {
		if s.ID == id {
			return i
		}
	}
	return -1
}

func schoolOf(path string) (method.School, bool) {
	m, s, _ := strings.Cut(path, "/")
	found, _ := method.ByID(m)
	return found.School(s)
}

func cautioned(p *Plan, id string) bool {
	for _, k := range p.Cautions {
		if k.ID == id {
			return true
		}
	}
	return false
}

// A moka pot filled cold is the only vessel: what heats is its own metal, there
// is no water to warm a cup with, no snow goes into it, and no boil disinfects.
func TestMokaFilledCold(t *testing.T) {
	cold := Request{Method: "moka", School: ptr("cold-fill")}
	p := compute(t, cold)
	assert.InDelta(t, 150, *p.Water.HeatedMl, 1e-9, "a full boiler, and nothing boils off a closed one")
	assert.Zero(t, *p.Water.BoiledOffMl)
	light, flow := stepByID(t, p, "light"), stepByID(t, p, "flow")
	for _, id := range []string{"fill-kettle", "dose", "screw"} {
		s := stepByID(t, p, method.StepID(id))
		assert.LessOrEqual(t, s.AtS+s.ForS, light.AtS+1e-6, "%s is before the flame", id)
	}
	assert.InDelta(t, *p.Heat.HeatS, flow.AtS-light.AtS, 1e-6, "it flows when it is hot")

	// By hand: 150 g of water from 15 and 300 g of aluminium (0.897 kJ/kg·K) from
	// 20 °C to where it flows.
	heavy := cold
	heavy.Brewer = Brewer{MassG: ptr(300.0), Material: ptr("aluminium")}
	low := *compute(t, heavy).Heat
	flows := *compute(t, heavy).StartC
	want := 0.150*4.19*(flows-15) + 0.300*0.897*(flows-20)
	assert.InDelta(t, want, *low.EnergyKJ-dwellKJ(compute(t, heavy)), 0.5)

	// The pot that is not used does not matter.
	kettle := cold
	kettle.Vessel = Vessel{MassG: ptr(2000.0), CapacityMl: ptr(5000.0)}
	assert.Equal(t, *p.Heat.EnergyKJ, *compute(t, kettle).Heat.EnergyKJ)

	warm := cold
	warm.Cup.Preheated = ptr(true)
	w := compute(t, warm)
	assert.NotEmpty(t, noteByID(w, "no-preheat"))
	assert.Zero(t, *w.Water.PreheatMl)
	assert.Equal(t, *p.CupC, *w.CupC)

	doubtful := cold
	doubtful.Water.Treatment = ptr("boil")
	d := compute(t, doubtful)
	assert.InDelta(t, 40, *d.Heat.DwellS, 1e-9, "only while it flows")
	assert.True(t, cautioned(d, "not-boiled"), "it does not disinfect")

	snow := cold
	snow.Water = Water{State: ptr("snow"), SourceC: ptr(-3.0)}
	_, err := Compute(snow)
	assert.ErrorContains(t, err, "water.state: snow can’t go into a boiler")
	snow.School = ptr("hot-fill")
	_, err = Compute(snow)
	assert.NoError(t, err, "melted in a pot it does")
}

// dwellKJ is what a plan's boil takes.
func dwellKJ(p *Plan) float64 {
	for _, in := range p.Working["heat.energy_kj"].Inputs {
		if in.Label == "Boiling off" {
			return *in.Value
		}
	}
	return 0
}

// A basket gives what it gives: no word of it where the figures show none.
func TestMoreDrinkIsSaidOnlyWhereItShows(t *testing.T) {
	assert.Empty(t, noteByID(compute(t, Request{Method: "moka"}), "more-drink"), "120 ml asked for, 120.5 made")
	said := noteByID(compute(t, Request{Method: "moka", CupMl: ptr(80.0)}), "more-drink")
	assert.Contains(t, plainSpaces(said), "One basket gives 120 ml (asked: 80 ml).")
}

// Every school in every place that it allows: what the steps say in words is what
// the plan says in figures.
func TestStepsSayThePlansFigures(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, people := range []float64{1, 2, 5} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Drinkers: &people, Scale: ptr(true), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(1500.0)}}})
			each, portions := *p.DoseG / *p.Batches, 1.0
			if m.Family == "cup" {
				each, portions = *p.DoseG/people, math.Ceil(people / *p.Batches)
			}
			for _, st := range p.Steps {
				for i, v := range st.Values {
					before, _, found := strings.Cut(st.Template, fmt.Sprintf("{%d}", i))
					require.True(t, found, st.Template)
					switch {
					case strings.HasSuffix(before, "Weigh ") && strings.Contains(st.Template, "portions"):
						assert.InDelta(t, portions, v.Value, 1e-9, st.Text)
					case strings.HasSuffix(before, "Weigh ") || strings.HasSuffix(before, "portions of "):
						assert.InDelta(t, each, v.Value, 1e-9, st.Text)
					case strings.HasSuffix(before, "Fill the pot with ") || strings.HasSuffix(before, "Fill the kettle with ") || strings.HasSuffix(before, "Fill the boiler with "):
						full := *p.Water.HeatedMl / *p.Batches
						if m.Family == "cup" {
							full = *p.Water.HeatedMl / people * portions
						}
						if s.TopUp { // the rest was boiled before
							full -= *p.Water.DilutionMl
						}
						assert.InDelta(t, full, v.Value, 1e-9, st.Text)
					case strings.HasSuffix(before, "Wait until it is "):
						assert.InDelta(t, *p.TargetC, v.Value, 1e-9, st.Text)
					case strings.HasSuffix(before, " to ") && st.Lane == method.Scale:
						assert.InDelta(t, *st.ToG, v.Value, 1e-9, st.Text)
					case strings.HasSuffix(before, "Leave about "):
						vessels := *p.Batches
						if m.Family == "cup" {
							vessels = people // each cup keeps its own silt
						}
						assert.InDelta(t, *p.Water.LeftBehindMl/vessels, v.Value, 1e-9, st.Text)
					}
				}
			}
		}
	})
}
