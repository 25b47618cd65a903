package brew_test

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"

	. "apodemos/core/brew"
	"apodemos/core/explain"
)

func ptr[T any](v T) *T { return &v }

func val(p *float64) float64 {
	if p == nil {
		return 0
	}
	return *p
}

func compute(t require.TestingT, r Request) *Plan {
	p, err := explain.Brew(r)
	require.NoError(t, err)
	return p
}

// anyRequest draws a request that validation lets through, over the whole
// range of every numeric field.
func anyRequest(t *rapid.T) Request {
	m := rapid.SampledFrom(method.All).Draw(t, "method")
	s := rapid.SampledFrom(m.Schools).Draw(t, "school")
	r := Request{Method: m.ID, School: ptr(s.ID)}
	for _, f := range Fields {
		if rapid.Float64Range(0, 1).Draw(t, f.Path+"?") < 0.5 {
			continue
		}
		switch f.Kind {
		case "number":
			v := rapid.Float64Range(f.Min, f.Max).Draw(t, f.Path)
			if f.Whole {
				v = math.Round(v)
			}
			*f.Num(&r) = &v
		case "word":
			w := rapid.SampledFrom(f.Words).Draw(t, f.Path)
			*f.Word(&r) = &w
		case "yesno":
			b := rapid.Bool().Draw(t, f.Path)
			*f.Yes(&r) = &b
		}
	}
	return r
}

// anyPlan draws a request and plans it; what checkTogether or the burner
// refuses is not under test here.
func anyPlan(t *rapid.T) (Request, *Plan) {
	r := anyRequest(t)
	p, err := explain.Brew(r)
	if err != nil {
		require.NotEmpty(t, err.(Problems)[0].Field)
		t.Skip("refused: " + err.Error())
	}
	return r, p
}

// tree returns a plan as generic JSON; json.Marshal fails on NaN and infinity.
func tree(t require.TestingT, p *Plan) map[string]any {
	b, err := json.Marshal(p)
	require.NoError(t, err)
	var m map[string]any
	require.NoError(t, json.Unmarshal(b, &m))
	return m
}

func walkNumbers(at string, v any, visit func(path string, v float64)) {
	switch x := v.(type) {
	case float64:
		visit(at, x)
	case map[string]any:
		for k, sub := range x {
			walkNumbers(strings.TrimPrefix(at+"."+k, "."), sub, visit)
		}
	case []any:
		for i, sub := range x {
			walkNumbers(fmt.Sprintf("%s[%d]", at, i), sub, visit)
		}
	}
}

func TestPlanBalancesWater(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		_, p := anyPlan(t)
		w := p.Water
		in := *w.PouredMl + *w.DilutionMl + *w.SplashMl + val(w.ConcentrateMl)
		out := *p.DrinkMl + *w.RetainedMl + *w.LeftBehindMl
		assert.InDelta(t, in, out, 1e-9*math.Max(in, 1), "poured + dilution + splash = drink + retained + left behind")
		heated := *w.PouredMl + *w.RinseMl + *w.PreheatMl + *w.DilutionMl + *w.BoiledOffMl
		assert.InDelta(t, *w.HeatedMl+*w.ColdMl, heated, 1e-9*heated)
		assert.InDelta(t, *w.CarriedMl, heated+*w.SplashMl+*w.WashupMl, 1e-9*heated)
	})
}

func TestPlanIsSound(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, p := anyPlan(t)
		if _, err := json.Marshal(p); err != nil {
			b, _ := json.Marshal(r)
			t.Fatalf("%v: %s", err, b)
		}
		m := tree(t, p)
		working := m["working"].(map[string]any)
		for _, skip := range []string{"working", "steps", "rounds", "curves", "request", "notes", "cautions", "version", "boiling"} {
			delete(m, skip)
		}
		walkNumbers("", m, func(path string, v float64) {
			if strings.HasPrefix(path, "dose_measures") {
				path = "dose_measures"
			} else {
				w, ok := working[path].(map[string]any)
				require.True(t, ok, "%s has no working", path)
				assert.Equal(t, v, w["value"], path)
				assert.NotEmpty(t, w["formula"], path)
				assert.NotEmpty(t, w["source"], path)
			}
			if !strings.HasSuffix(path, "_c") && !strings.HasSuffix(path, "_bar") && path != "dose_measures" {
				assert.GreaterOrEqual(t, v, 0.0, path)
			}
		})
		boil := *p.BoilC
		if p.Made().OnFlame() { // in a closed boiler it is hotter
			boil = heat.PushedC(p.Made().Air, 1)
		}
		for _, curve := range [][][2]float64{p.Curves.WaterC, p.Curves.SlurryC} {
			for i, pt := range curve {
				assert.LessOrEqual(t, pt[1], boil+1e-6, "nothing is hotter than the boiling point")
				if i > 0 {
					assert.GreaterOrEqual(t, pt[0], curve[i-1][0]-1e-6, "time runs on")
				}
			}
		}
		last := 0.0
		for _, pt := range p.Curves.ScaleG {
			assert.GreaterOrEqual(t, pt[1], last-1e-9, "scale readings never fall")
			last = pt[1]
		}
		seen := map[method.StepID]bool{}
		busy := math.Inf(-1)
		for _, s := range p.Steps {
			if s.Lane == method.Hands || s.Lane == method.Scale {
				assert.GreaterOrEqual(t, s.AtS, busy-1e-6, "%s overlaps a pair of hands", s.ID)
				busy = s.AtS + s.ForS
			}
			assert.NotContains(t, s.Text, "{")
			assert.False(t, seen[s.ID], "two steps %s", s.ID)
			seen[s.ID] = true
		}
		for _, k := range p.Cautions {
			assert.NotEmpty(t, k.Text, k.ID)
			assert.NotEmpty(t, k.Why, k.ID)
		}
	})
}

func TestScalingTheCupsScalesWaterAndDose(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := float64(rapid.IntRange(1, 6).Draw(t, "people"))
		cup := rapid.Float64Range(100, 400).Draw(t, "cup")
		at := func(people float64) *Plan {
			return compute(t, Request{Method: "cone", Drinkers: &people, CupMl: &cup, Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(20000.0), DiameterMm: ptr(300.0)}}})
		}
		one, many := at(1), at(n)
		assert.InEpsilon(t, n**one.DoseG, *many.DoseG, 1e-12)
		assert.InEpsilon(t, n**one.Water.PouredMl, *many.Water.PouredMl, 1e-12)
		assert.InEpsilon(t, *one.Ratio, *many.Ratio, 1e-12)
	})
}

// Common practice, no published source: 13 g to 200 g of water, with readings
// of 30, 110, 170 and 200 g, 45 s apart, done at 3:20.
func TestConePulsesArePracticeReadings(t *testing.T) {
	p := compute(t, Request{Method: "cone", CupMl: ptr(174.0)}) // 200 g less 2 g/g kept by 13 g
	assert.InDelta(t, 13, *p.DoseG, 1e-9)
	assert.InDelta(t, 200, *p.Water.PouredMl, 1e-9)
	var readings, times []float64
	for _, s := range p.Steps {
		if s.Lane == method.Scale {
			readings = append(readings, *s.ToG)
			times = append(times, s.AtS)
		}
	}
	assert.InDeltaSlice(t, []float64{30, 110, 170, 200}, readings, 1e-9)
	assert.Equal(t, []float64{0, 45, 90, 135}, times)
	assert.InDelta(t, 200, *p.ContactS, 1)
}

// Common practice: 70 g to each litre poured; 4 min, stir, skim, 1–2 min.
func TestPotIsSeventyGramsALitre(t *testing.T) {
	p := compute(t, Request{Method: "pot", DoseG: ptr(70.0), CupMl: ptr(830.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(2000.0)}}})
	assert.InDelta(t, 1000, *p.Water.PouredMl, 1e-9, "830 drunk + 140 kept + 30 left")
	assert.InDelta(t, 70, *p.Ratio, 1e-9)
	assert.InDelta(t, 5.5*60, *p.ContactS, 60)
	assert.Greater(t, *p.WaitS, 30.0)
}

func TestOrderOfTrust(t *testing.T) {
	place := Place{AltitudeM: ptr(3900.0)}
	boil := func() float64 { return *compute(t, Request{Method: "pot", Conditions: Conditions{Place: place}}).BoilC }
	assert.InDelta(t, 86.96, boil(), 0.01)
	place.SeaLevelHPa = ptr(1000.0)
	assert.Less(t, boil(), 86.9)
	place.PressureHPa = ptr(700.0)
	assert.InDelta(t, 89.93, boil(), 0.01)
	place.MeasuredBoilC = ptr(88.0)
	assert.Equal(t, 88.0, boil())
	p := compute(t, Request{Method: "pot", Conditions: Conditions{Place: place}})
	assert.EqualValues(t, "measured", p.Working["boil_c"].Kind)
}

func TestHighUpItDoesNotWait(t *testing.T) {
	p := compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0)}}})
	assert.Zero(t, *p.WaitS)
	require.NotEmpty(t, p.Notes)
	assert.Equal(t, "do-not-wait", p.Notes[0].ID)
	assert.Contains(t, p.Notes[0].Text, "Boils at 87.0 °C (recipe: 91 °C)")
	assert.Len(t, p.Notes[0].Values, 3)
}

func TestTooSmallAPotIsBatches(t *testing.T) {
	p := compute(t, Request{Method: "pot", Drinkers: ptr(4.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(700.0)}}})
	assert.Equal(t, 3.0, *p.Batches)
	for _, s := range p.Steps {
		if s.ID == "fill-kettle" {
			assert.InDelta(t, *p.Water.HeatedMl/3, *s.ToG, 1e-9)
		}
	}
}

func TestFlameCautions(t *testing.T) {
	has := func(p *Plan, id string) bool {
		for _, k := range p.Cautions {
			if k.ID == id {
				return true
			}
		}
		return false
	}
	stove := compute(t, Request{Method: "pot"})
	urn := compute(t, Request{Method: "cone", Conditions: Conditions{Heat: Heat{SuppliedC: ptr(92.0)}}})
	mains := compute(t, Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("mains")}}})
	assert.True(t, has(stove, "co") && has(stove, "boil-over"))
	assert.False(t, has(stove, "canister"), "no screen, no danger of one")
	assert.False(t, has(urn, "co") || has(mains, "co"))
	assert.True(t, has(mains, "mains"))
	assert.Nil(t, urn.Heat)
	assert.NotNil(t, mains.Heat.EnergyWh)
	assert.Nil(t, mains.Heat.FuelG)
}

func TestBadRequests(t *testing.T) {
	for _, c := range []struct{ in, want string }{
		{`{"method":"pot","place":{"altitude_m":9500}}`, "place.altitude_m: 9500 m is out of range. Enter -430 to 8850 m"},
		{`{"method":"pot","place":{"measured_boil_c":120}}`, "place.measured_boil_c: 120 °C is out of range. Enter 68 to 103 °C"},
		{`{"method":"pot","drinkers":0}`, "drinkers: 0 is out of range. Enter a whole number from 1 to 24"},
		{`{"method":"pot","drinkers":1.5}`, "drinkers: 1.5 is out of range"},
		{`{"method":"samovar"}`, `method: "samovar" is not known. Enter one of `},
		{`{}`, `method: "" is not known`},
		{`{"method":"pot","school":"four-pulses"}`, "school: "},
		{`{"method":"pot","place":{"altitud":1}}`, "place.altitud: not a known field. Choose from altitude_m"},
		{`{"method":"pot","drinkers":"two"}`, "drinkers: text is not a number. Enter a number"},
		{`{"method":"pot",`, "request: not JSON at line 1, column 16"},
		{`{"method":"pot"} x`, "request: not JSON"},
		{`[]`, "request: not a JSON object"},
		{`{"method":"pot","heat":{"burner":"mains","fuel":"gas"}}`, "heat.fuel: gas doesn’t burn in mains. Choose electric"},
		{`{"method":"pot","water":{"state":"snow","source_c":4}}`, "water.source_c: 4 °C is too warm for snow. Enter -40 to 0 °C"},
		{`{"method":"pot","heat":{"canister":{"propane_pct":50,"butane_pct":20}}}`, "heat.canister.propane_pct: the three gases add up to 70 %. Enter shares that add up to 100 %"},
		{`{"method":"pot","heat":{"canister":{"left_g":300}}}`, "heat.canister.left_g: 300 g is more than it holds. Enter 0 to 230 g"},
		{`{"method":"pot","calibration":{"loss_factor":9}}`, "calibration.loss_factor: 9 is out of range. Enter 0.1 to 5"},
		{`{"method":"pot","grinder":{"um_per_click":1,"clicks":3}}`, "grinder.clicks: this setting is 3 µm. Enter one of 100 to 2500 µm"},
		{`{"method":"pot","heat":{"power_w":50},"place":{"wind_ms":9}}`, "heat.power_w: 50 W can’t boil this pot"},
		{strings.Repeat(" ", MaxRequestBytes+1), "request: too large"},
	} {
		r, err := Decode(strings.NewReader(c.in))
		if err == nil {
			_, err = Compute(r)
		}
		require.Error(t, err, c.in)
		assert.Contains(t, err.Error(), c.want, c.in)
	}
}

func TestEveryFieldIsInTheRequest(t *testing.T) {
	for _, f := range Fields {
		name, in := f.Path, "{"
		depth := strings.Count(name, ".") + 1
		for part := range strings.SplitSeq(name, ".") {
			in += fmt.Sprintf("%q:{", part)
		}
		in = strings.TrimSuffix(in, "{") + "null" + strings.Repeat("}", depth)
		_, err := Decode(strings.NewReader(in))
		assert.NoError(t, err, in)
		assert.NotEmpty(t, f.Allowed, name)
	}
}

// 20/80 gas at −10 °C has 0.69 bar over the sea's air (worked by hand from the
// NIST constants): enough. n-Butane in frost has none.
func TestCanisterInThePlan(t *testing.T) {
	at := func(k Canister, air float64) *CanisterPlan {
		return compute(t, Request{Method: "pot", Conditions: Conditions{Place: Place{AirC: &air}, Heat: Heat{Canister: k}}}).Heat.Canister
	}
	cold := at(Canister{PropanePct: ptr(20.0), IsobutanePct: ptr(80.0)}, -10)
	assert.InDelta(t, 0.69, *cold.StartBar, 0.01)
	assert.Less(t, *cold.EndC, -10.0)
	assert.Less(t, *cold.EndBar, *cold.StartBar)
	butane := at(Canister{ButanePct: ptr(100.0)}, -5)
	assert.Equal(t, "will-not-feed", butane.Verdict)
	assert.Equal(t, "fine", at(Canister{}, 20).Verdict)
	p := compute(t, Request{Method: "pot", Conditions: Conditions{Heat: Heat{Canister: Canister{LeftG: ptr(3.0)}}}})
	assert.Equal(t, "will-not-feed", p.Heat.Canister.Verdict)
	assert.NotEmpty(t, noteByID(p, "gas-short"))
}

func TestMeasuredValuesReplaceTheEstimates(t *testing.T) {
	r := Request{Method: "pot", Drinkers: ptr(2.0)}
	r.Heat.Regulated = ptr(true) // a flame that the gas does not decide
	usual := compute(t, r)
	r.Calibration = Calibration{Efficiency: ptr(0.25), PowerW: ptr(4000.0), LossFactor: ptr(2.0)}
	p := compute(t, r)
	assert.InEpsilon(t, 2**usual.Heat.FuelG, *p.Heat.FuelG, 1e-3, "half the efficiency, twice the fuel")
	assert.InEpsilon(t, *usual.Heat.HeatS, *p.Heat.HeatS, 1e-3, "and twice the power the same time")
	assert.InEpsilon(t, *usual.WaitS/2, *p.WaitS, 1e-3, "twice the loss, half the wait")
	for _, path := range []string{"heat.fuel_g", "heat.heat_s", "wait_s"} {
		assert.EqualValues(t, "measured", p.Working[path].Kind, path)
	}
	var said []string
	for _, n := range p.Notes {
		said = append(said, n.ID)
	}
	assert.Subset(t, said, []string{"measured-efficiency", "measured-power", "measured-loss"})
}

// By hand: melting 1 kg takes 333.55 kJ, as much as warming it by 80 K.
func TestSnowTakesItsHeatAndItsHeap(t *testing.T) {
	r := Request{Method: "pot", Conditions: Conditions{Water: Water{State: ptr("snow"), SourceC: ptr(-8.0)}, Place: Place{AirC: ptr(-8.0)}}}
	p := compute(t, r)
	melt := *p.Water.MeltG
	assert.InDelta(t, 0.95**p.Water.HeatedMl, melt, 1e-6, "all but a little starter water")
	assert.InDelta(t, melt/100, *p.Water.SnowFreshL, 1e-9)
	want := melt/1000*(333.55+2.1*8) + *p.Water.HeatedMl/1000*4.19**p.BoilC + 0.150*0.52*(*p.BoilC+8)
	assert.InDelta(t, want, *p.Heat.EnergyKJ, 1)
}

func TestBattery(t *testing.T) {
	p := compute(t, Request{Method: "cone", Conditions: Conditions{Heat: Heat{Burner: ptr("element-12v"), BatteryWh: ptr(20.0)}}})
	assert.InDelta(t, *p.Heat.EnergyWh/20*100, *p.Heat.BatteryPct, 1e-9)
	assert.NotEmpty(t, noteByID(p, "battery-short"))
}

func TestPhraseValuesMatchText(t *testing.T) {
	p := compute(t, Request{Method: "cone"})
	for _, s := range p.Steps {
		if s.Template == "" {
			continue
		}
		assert.Equal(t, s.Text, quantity.Phrase{Template: s.Template, Values: s.Values}.In(quantity.Metric))
	}
}

func FuzzDecode(f *testing.F) {
	f.Add([]byte(`{"method":"cone","place":{"altitude_m":3900}}`))
	f.Add([]byte(`{"method":"pot","water":{"state":"snow"},"heat":{"canister":{"left_g":3}}}`))
	f.Fuzz(func(t *testing.T, b []byte) {
		r, err := Decode(strings.NewReader(string(b)))
		if err != nil {
			return
		}
		if p, err := Compute(r); err == nil {
			_ = tree(t, p)
		}
	})
}

func BenchmarkCompute(b *testing.B) {
	for _, m := range method.All {
		b.Run(m.ID, func(b *testing.B) {
			r := Request{Method: m.ID, Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(3900.0), AirC: ptr(-4.0), WindMs: ptr(3.0)}}}
			b.ReportAllocs()
			for b.Loop() {
				if _, err := Compute(r); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
