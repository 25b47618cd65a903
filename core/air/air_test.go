package air

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// At 4,500 m, +5 °C in place of −14 °C is about 22 hPa (hypsometric equation, by hand:
// 9.80665·4500/287.053 = 153.7 K; over the means 273.5 and 292.8 K, e^−0.562 and
// e^−0.525). In the standard air it is nearly the standard's.
func TestAWarmColumnIsLight(t *testing.T) {
	warm, err := Column(4500, SeaLevelHPa, 5)
	require.NoError(t, err)
	cold, err := Column(4500, SeaLevelHPa, -14.25)
	require.NoError(t, err)
	assert.InDelta(t, 22, warm-cold, 1.5)
	assert.InDelta(t, SeaLevelHPa*math.Exp(-153.73/292.775), warm, 0.1)
	for h := -400.0; h <= 8800; h += 200 {
		isa, err := ISA.Pressure(h, SeaLevelHPa)
		require.NoError(t, err)
		column, err := Column(h, SeaLevelHPa, StandardC(h))
		require.NoError(t, err)
		assert.InDelta(t, isa, column, 2.2, "at %g m", h)
	}
	_, err = Column(9000, SeaLevelHPa, 0)
	assert.ErrorIs(t, err, ErrAltitude)
}

// US Standard Atmosphere 1976 (ISO 2533 below 11 km) as GNU units 2.22 gives
// it: units -t -o %.8g 'stdatmPH(H m)' hPa, geopotential altitude.
func TestStandardAtmosphereAgainstGNUUnits(t *testing.T) {
	for _, c := range []struct{ m, hPa float64 }{
		{-430, 1065.984}, {0, 1013.25}, {500, 954.60834}, {1000, 898.74561}, {2000, 794.95199}, {3000, 701.08522}, {3900, 624.4775}, {4000, 616.40208}, {4700, 562.20974}, {5000, 540.19882}, {8850, 314.34649},
	} {
		p, err := ISA.Pressure(c.m, SeaLevelHPa)
		require.NoError(t, err)
		assert.InDelta(t, c.hPa, p, 0.001, "%v m", c.m)
	}
}

// West 1996, J Appl Physiol 81:1850: 4,000 and 5,000 m worked by hand from the
// published equation.
func TestWestAtmosphere(t *testing.T) {
	for _, c := range []struct{ m, hPa float64 }{{4000, 633.7}, {5000, 559.5}} {
		p, err := West.Pressure(c.m, SeaLevelHPa)
		require.NoError(t, err)
		assert.InDelta(t, c.hPa, p, 0.05)
	}
	// The highest summit: West's own figure is 253 Torr, 337 hPa.
	p, err := West.Pressure(8848, SeaLevelHPa)
	require.NoError(t, err)
	assert.InDelta(t, 337, p, 1)
}

func TestAltitudeOutOfRange(t *testing.T) {
	for _, a := range []Atmosphere{ISA, West} {
		for _, m := range []float64{-431, 8851, 9500} {
			_, err := a.Pressure(m, SeaLevelHPa)
			assert.ErrorIs(t, err, ErrAltitude)
		}
	}
}

func TestAltitudeIsTheInverse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.SampledFrom([]Atmosphere{ISA, West}).Draw(t, "atmosphere")
		m := rapid.Float64Range(MinAltitudeM, MaxAltitudeM).Draw(t, "m")
		sea := rapid.Float64Range(870, 1085).Draw(t, "sea")
		p, err := a.Pressure(m, sea)
		require.NoError(t, err)
		assert.InDelta(t, m, a.Altitude(p, sea), 1e-6)
	})
}

func TestPressureFallsWithAltitude(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.SampledFrom([]Atmosphere{ISA, West}).Draw(t, "atmosphere")
		m := rapid.Float64Range(MinAltitudeM, MaxAltitudeM-1).Draw(t, "m")
		low, _ := a.Pressure(m, SeaLevelHPa)
		high, _ := a.Pressure(m+1, SeaLevelHPa)
		assert.Less(t, high, low)
	})
}
