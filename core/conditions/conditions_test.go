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
		{`{"place":{"altitude_m":12000}}`, "place.altitude_m", "allowed"},
		{`{"place":{"air_c":200}}`, "place.air_c", "allowed"},
		{`{"heat":{"burner":"volcano"}}`, "heat.burner", "allowed: one of canister"},
		{`{"heat":{"burner":"spirit","fuel":"wood"}}`, "heat.fuel", "allowed"},
		{`{"water":{"treatment":"hope"}}`, "water.treatment", "allowed"},
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
