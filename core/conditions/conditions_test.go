package conditions_test

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/field"
)

func read(t *testing.T, text string) (c conditions.Conditions) {
	require.NoError(t, json.Unmarshal([]byte(text), &c))
	return c
}

// A stop says what every brew at it finds: the same boiling point, the same water.
func TestAStopAndItsBrewsAgree(t *testing.T) {
	for _, text := range []string{
		`{}`, `{"place":{"altitude_m":2300,"air_c":4},"water":{"source":"stream","source_c":5}}`,
		`{"place":{"pressure_hpa":760}}`, `{"place":{"altitude_m":3900,"qnh_hpa":1005}}`, `{"calibration":{"boil_c":95.5}}`,
		`{"water":{"state":"snow","source_c":-3}}`, `{"heat":{"burner":"mains"},"water":{"source":"tap"}}`, `{"heat":{"supplied_c":90}}`,
	} {
		c := read(t, text)
		s, err := conditions.Of(c)
		require.NoError(t, err, text)
		p, err := brew.Compute(brew.Request{Conditions: c, Method: "cone"})
		require.NoError(t, err, text)
		assert.Equal(t, *p.BoilC, s.Boil.BoilC, text)
		assert.Equal(t, *p.PressureHPa, s.Boil.PressureHPa, text)
		assert.Equal(t, *p.Request.Water.Treatment, *s.Conditions.Water.Treatment, text)
		assert.Equal(t, *p.Request.Heat.Burner, string(s.Burner.ID), text)
	}
}

// What nobody has said is not safe.
func TestUnsaidWaterIsNotSafe(t *testing.T) {
	for _, c := range []struct {
		text, treatment string
		boilS           float64
	}{
		{`{}`, "doubtful", 0},
		{`{"water":{"source":"stream"}}`, "doubtful", 0},
		{`{"water":{"state":"snow"}}`, "doubtful", 0},
		{`{"water":{"source":"tap"}}`, "safe", 0},
		{`{"water":{"source":"stream","treatment":"boil"},"place":{"altitude_m":300}}`, "boil", 60},
		{`{"water":{"source":"stream","treatment":"boil"},"place":{"altitude_m":2300}}`, "boil", 180},
		{`{"water":{"source":"stream","treatment":"boil"}}`, "boil", 180}, // and neither is an altitude low
	} {
		s, err := conditions.Of(read(t, c.text))
		require.NoError(t, err, c.text)
		assert.Equal(t, c.treatment, *s.Conditions.Water.Treatment, c.text)
		assert.Equal(t, c.boilS, s.TreatS(), c.text)
	}
}

// What cannot be is told at its field, with what is allowed.
func TestWhatCannotBe(t *testing.T) {
	for _, c := range []struct{ text, field, says string }{
		{`{"place":{"altitude_m":12000}}`, "place.altitude_m", "Enter -430 to 8850 m"},
		{`{"place":{"air_c":200}}`, "place.air_c", "Enter -50 to 55 °C"},
		{`{"heat":{"burner":"volcano"}}`, "heat.burner", "Enter one of canister"},
		{`{"heat":{"burner":"spirit","fuel":"wood"}}`, "heat.fuel", "Choose ethanol"},
		{`{"water":{"treatment":"hope"}}`, "water.treatment", "Enter one of"},
	} {
		_, err := conditions.Of(read(t, c.text))
		var bad field.Problems
		require.ErrorAs(t, err, &bad, c.text)
		assert.Equal(t, c.field, bad[0].Field, c.text)
		assert.Contains(t, bad[0].Message, c.says, c.text)
	}
}

// An altitude that may be out widens the band as the pressure at its ends does, and the
// boil that makes water safe is that of the higher end.
func TestAnAltitudeThatMayBeOut(t *testing.T) {
	at := func(m float64, pm *float64) *conditions.Settled {
		s, err := conditions.Of(conditions.Conditions{Place: conditions.Place{AltitudeM: &m, AltitudePM: pm}, Water: conditions.Water{Treatment: new("boil")}})
		require.NoError(t, err)
		return s
	}
	for _, m := range []float64{0, 900, 2300, 4700} {
		plain, wide := at(m, nil), at(m, new(100.0))
		ends := (at(m-100, nil).Boil.PressureHPa - at(m+100, nil).Boil.PressureHPa) / 2
		assert.InEpsilon(t, math.Hypot(plain.SpreadHPa, ends), wide.SpreadHPa, 0.04, "%g m", m)
		assert.Equal(t, plain.Boil.BoilC, wide.Boil.BoilC)
		assert.Less(t, wide.Boil.BoilLowC, plain.Boil.BoilLowC)
	}
	assert.Equal(t, 60.0, at(1950, nil).TreatS())
	assert.Equal(t, 180.0, at(1950, new(100.0)).TreatS(), "it may be over 2,000 m")
}

// What is said of a place and cannot be true together is named, and until it is settled the
// safe one counts for each purpose.
func TestEvidenceThatCannotBeTrueTogether(t *testing.T) {
	for _, c := range []struct {
		text, says   string
		fields       []string
		boilS, gateC float64
	}{
		// By hand: 701.1 hPa at 3,000 m and 1,013.25 at the sea (ISO 2533); 89.9 and 100 °C.
		{`{"place":{"altitude_m":3000,"pressure_hpa":1013}}`, "looks like a pressure reduced to sea level", []string{"place.pressure_hpa", "place.altitude_m"}, 180, 99.97},
		{`{"place":{"altitude_m":0,"pressure_hpa":700}}`, "can't both be right", []string{"place.pressure_hpa", "place.altitude_m"}, 180, 99.97},
		{`{"place":{"altitude_m":0,"measured_boil_c":90}}`, "A boiling point of 90.0 °C and an altitude of 0 m", []string{"place.measured_boil_c", "place.altitude_m"}, 180, 99.97},
		{`{"place":{"pressure_hpa":1000,"measured_boil_c":90}}`, "a pressure here of 1000 hPa", []string{"place.measured_boil_c", "place.pressure_hpa"}, 180, 99.63},
		{`{"place":{"altitude_m":3000,"measured_boil_c":99}}`, "an altitude of 3000 m", []string{"place.measured_boil_c", "place.altitude_m"}, 180, 99},
	} {
		in := read(t, c.text)
		in.Water = conditions.Water{Source: new("stream"), Treatment: new("boil")}
		s, err := conditions.Of(in)
		require.NoError(t, err)
		require.Len(t, s.Boil.Odds, 1, c.text)
		assert.Contains(t, s.Boil.Odds[0].Text.Text, c.says)
		assert.Equal(t, c.fields, s.Boil.Odds[0].Fields, c.text)
		assert.Equal(t, c.boilS, s.TreatS(), "%s: the longer boil", c.text)
		assert.InDelta(t, c.gateC, s.GateC(), 0.05, "%s: the higher boiling point", c.text)
		assert.False(t, s.BoilKnown(), c.text)
		assert.LessOrEqual(t, s.Boil.BoilLowC, s.Boil.BoilC, c.text)
		assert.GreaterOrEqual(t, s.Boil.BoilHighC, s.GateC()-0.01, "%s: the band covers both", c.text)
		// The larger fuel figure of what either would take alone.
		fuel := func(c conditions.Conditions) float64 {
			p, err := brew.Compute(brew.Request{Conditions: c, Method: "pot"})
			require.NoError(t, err)
			return *p.Heat.FuelG
		}
		for _, field := range c.fields {
			one := in
			switch field {
			case "place.pressure_hpa":
				one.Place.PressureHPa = nil
			case "place.measured_boil_c":
				one.Place.MeasuredBoilC = nil
			default:
				one.Place.AltitudeM = nil
			}
			assert.GreaterOrEqual(t, fuel(in), 0.97*fuel(one), "%s without %s", c.text, field)
		}
	}
	for _, fine := range []string{`{"place":{"altitude_m":1500,"pressure_hpa":845}}`, `{"place":{"altitude_m":1500,"pressure_hpa":880}}`, `{"place":{"altitude_m":2000,"measured_boil_c":94}}`,
		`{"place":{"altitude_m":3000,"altitude_pm_m":500,"pressure_hpa":640}}`, `{"place":{"pressure_hpa":1013}}`} {
		s, err := conditions.Of(read(t, fine))
		require.NoError(t, err)
		assert.Empty(t, s.Boil.Odds, "%s: weather explains it", fine)
	}
}

// A pressure at sea level is an airport's or a weather map's, and nobody's silence is taken
// for one of them.
func TestAPressureAtSeaLevelSaysWhatItIs(t *testing.T) {
	at := func(text string) *conditions.Settled {
		s, err := conditions.Of(read(t, text))
		require.NoError(t, err)
		return s
	}
	plain := at(`{"place":{"altitude_m":4000}}`)
	for _, kind := range []string{"qnh", "map", "either"} {
		s := at(`{"place":{"altitude_m":4000,"sea_level_hpa":1013.25,"sea_level_kind":"` + kind + `"}}`)
		assert.Equal(t, 20.0, *s.Conditions.Place.AirC, "%s: the standard pressure changes no default", kind)
		assert.InDelta(t, plain.Boil.BoilC, s.Boil.BoilC, 0.05, kind)
	}
	// By hand, ICAO's altimeter form and the hypsometric equation: 700.9 hPa by QNH 1013 at
	// 3,000 m whatever the air; at 30 °C there the column leaves about 38 hPa more.
	qnh := at(`{"place":{"altitude_m":3000,"sea_level_hpa":1013,"sea_level_kind":"qnh","air_c":30}}`)
	chart := at(`{"place":{"altitude_m":3000,"sea_level_hpa":1013,"sea_level_kind":"map","air_c":30}}`)
	either := at(`{"place":{"altitude_m":3000,"sea_level_hpa":1013,"air_c":30}}`)
	assert.InDelta(t, 700.9, qnh.Boil.PressureHPa, 0.5)
	assert.InDelta(t, 1013*math.Exp(-9.80665*3000/(287.053*(303.15+9.75))), chart.Boil.PressureHPa, 0.5)
	for _, s := range []*conditions.Settled{qnh, either} {
		assert.LessOrEqual(t, s.Boil.PressureHPa-s.SpreadHPa, qnh.Boil.PressureHPa+0.1)
		assert.GreaterOrEqual(t, s.Boil.PressureHPa+s.SpreadHPa, chart.Boil.PressureHPa-0.1, "the band covers the column")
	}
	assert.Greater(t, (qnh.Boil.BoilHighC-qnh.Boil.BoilLowC)/2, 1.0, "an airport's is 1 K off by a column so warm")
	assert.Greater(t, chart.SpreadHPa, 3.0)
	// A hut is warm, and the column outside is not.
	hut := at(`{"place":{"altitude_m":3000,"sea_level_hpa":1013,"sea_level_kind":"map","air_c":22,"outside_c":-5}}`)
	cold := at(`{"place":{"altitude_m":3000,"sea_level_hpa":1013,"sea_level_kind":"map","air_c":-5}}`)
	assert.Equal(t, cold.Boil.PressureHPa, hut.Boil.PressureHPa)
	// Filled in and asked again it is the same place.
	again, err := conditions.Of(either.Conditions)
	require.NoError(t, err)
	assert.Equal(t, either.Boil, again.Boil)
}
