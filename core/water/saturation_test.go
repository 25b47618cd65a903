package water

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/air"
	"apodemos/core/quantity"
)

// IAPWS R7-97(2012), table 36: verification values of eq. 31.
func TestSaturationTemperatureIF97(t *testing.T) {
	for _, c := range []struct{ mpa, k float64 }{{0.1, 372.755919}, {1, 453.035632}, {10, 584.149488}} {
		got, err := SaturationTemperature(c.mpa * 1e6)
		require.NoError(t, err)
		assert.InDelta(t, c.k, quantity.ToKelvin(got), 5e-7)
	}
}

// IAPWS R7-97(2012), table 35: verification values of eq. 30.
func TestSaturationPressureIF97(t *testing.T) {
	for _, c := range []struct{ k, mpa float64 }{{300, 3.53658941e-3}, {500, 2.63889776}, {600, 12.3443146}} {
		got, err := SaturationPressure(quantity.ToCelsius(c.k))
		require.NoError(t, err)
		assert.InEpsilon(t, c.mpa, got/1e6, 3e-9)
	}
}

// The two standards together: ISO 2533 pressure, IF97 boiling point.
func TestBoilingPointByAltitude(t *testing.T) {
	for _, c := range []struct {
		a       air.Atmosphere
		m, boil float64
	}{
		{air.ISA, 0, 99.97}, {air.ISA, 1000, 96.65}, {air.ISA, 2000, 93.32}, {air.ISA, 3000, 89.97},
		{air.ISA, 4000, 86.62}, {air.ISA, 5000, 83.26}, {air.West, 4000, 87.34}, {air.West, 5000, 84.14},
	} {
		p, err := c.a.Pressure(c.m, air.SeaLevelHPa)
		require.NoError(t, err)
		got, err := SaturationTemperature(p * 100)
		require.NoError(t, err)
		assert.InDelta(t, c.boil, got, 0.006, "%s %v m", c.a, c.m)
	}
}

func TestBoilingPointFallsStrictlyWithAltitude(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.SampledFrom([]air.Atmosphere{air.ISA, air.West}).Draw(t, "atmosphere")
		m := rapid.Float64Range(air.MinAltitudeM, air.MaxAltitudeM-0.1).Draw(t, "m")
		boil := func(m float64) float64 {
			p, err := a.Pressure(m, air.SeaLevelHPa)
			require.NoError(t, err)
			b, err := SaturationTemperature(p * 100)
			require.NoError(t, err)
			return b
		}
		assert.Less(t, boil(m+0.1), boil(m))
	})
}

func TestSaturationRoundTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.Float64Range(0.01, 373).Draw(t, "c")
		p, err := SaturationPressure(c)
		require.NoError(t, err)
		back, err := SaturationTemperature(p)
		require.NoError(t, err)
		// Eq. 30 and 31 agree to about 1e-8 relative.
		assert.InDelta(t, c, back, 2e-5)
	})
}

func TestOutsideTheSaturationLine(t *testing.T) {
	for _, pa := range []float64{0, 600, 23e6, -1} {
		_, err := SaturationTemperature(pa)
		assert.ErrorIs(t, err, ErrSaturation)
	}
	_, err := SaturationPressure(400)
	assert.ErrorIs(t, err, ErrSaturation)
}

// The Python package iapws 1.5 (IAPWS-IF97, an independent implementation):
// h_fg kJ/kg, density of the liquid kg/m³ and saturation pressure kPa.
func TestAgainstTheIAPWSLibrary(t *testing.T) {
	for _, c := range []struct{ c, hfg, rho, kPa float64 }{
		{10, 2477.20875, 999.65371, 1.228184}, {60, 2357.69101, 983.17513, 19.945802},
		{70, 2333.08088, 977.74843, 31.200636}, {80, 2308.06565, 971.77879, 47.414720},
		{83.26, 2299.80909, 969.72203, 54.030736}, {86.62, 2291.24153, 967.54727, 61.641921},
		{90, 2282.56034, 965.30444, 70.182361}, {93.32, 2273.96860, 963.04855, 79.509738},
		{96.65, 2265.28300, 960.73412, 89.878651}, {99.97, 2256.55210, 958.37582, 101.309450},
		{105, 2243.18015, 954.70771, 120.902059},
	} {
		assert.InEpsilon(t, c.hfg, HeatOfVaporisation(c.c), 1e-3, "h_fg at %v °C", c.c)
		assert.InEpsilon(t, c.rho, Density(c.c), 1e-4, "density at %v °C", c.c)
		assert.InEpsilon(t, c.kPa, VapourPressure(c.c), 1e-6, "pressure at %v °C", c.c)
	}
}
