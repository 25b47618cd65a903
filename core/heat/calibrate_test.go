package heat

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func ln(x float64) float64 { return math.Log(x) }

// By hand: a litre from 10 to 100 °C takes 377 kJ, in a pot that weighs nothing and
// in calm air; with 16.5 g at 45.7 MJ/kg that is an efficiency of 0.50, and in 377 s
// it is 1 kW into the pot and 2 kW burned.
func TestFitsByHand(t *testing.T) {
	h := Heating{WaterG: 1000, Source: Liquid, FromC: 10, ToC: 100, VesselC: 20, Vessel: Vessel{CapacityMl: 1500, DiameterMm: 130, LossFactor: 1}, Cover: Lidded, Air: Air{TempC: 20}, PowerW: 1500, Efficiency: 0.4}
	need := h.Heat().NeedKJ()
	assert.InDelta(t, 377, need, 1)
	e, w, err := h.Fit(16.5*45.7, 0)
	require.NoError(t, err)
	assert.InDelta(t, 0.50, e, 0.002)
	assert.Equal(t, 1500.0, w, "not timed: as it was")
	e, w, err = h.Fit(0, need/0.4)
	require.NoError(t, err)
	assert.InDelta(t, 1000, w, 1e-3)
	assert.Equal(t, 0.4, e, "not weighed: as it was")
	e, w, err = h.Fit(2*need, need)
	require.NoError(t, err)
	assert.InDelta(t, 0.5, e, 1e-6)
	assert.InDelta(t, 2000, w, 1e-6)
	for _, c := range [][2]float64{{5 * 45.7, 0}, {0, 1e6}, {2 * need, 1e6}, {need / 2, need / 4}} {
		_, _, err = h.Fit(c[0], c[1])
		assert.ErrorIs(t, err, ErrFit, "%v", c)
	}
}

// A test of any burner in any weather gives back that burner.
func TestAFitIsTheInverse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := Heating{WaterG: float64(rapid.IntRange(300, 3000).Draw(t, "water")), Source: rapid.SampledFrom([]Source{Liquid, Snow}).Draw(t, "source"), ToC: 85, VesselC: -5,
			Vessel: Vessel{CapacityMl: 4000, DiameterMm: 160, MassG: 300, Material: Materials[0], LossFactor: 1}, Cover: rapid.SampledFrom([]Cover{Lidded, Open}).Draw(t, "cover"),
			Air:    Air{TempC: float64(rapid.IntRange(-20, 30).Draw(t, "air")), WindMs: float64(rapid.IntRange(0, 6).Draw(t, "wind"))},
			PowerW: float64(rapid.IntRange(900, 4000).Draw(t, "power")), Efficiency: rapid.Float64Range(0.3, 0.8).Draw(t, "efficiency"), WindLoss: 0.2,
			DwellS: float64(rapid.IntRange(0, 180).Draw(t, "dwell")), DwellFlame: 0.25}
		if h.Source == Snow {
			h.FromC, h.StarterG = -8, 50
		}
		r := h.Heat()
		if !r.Reaches {
			t.Skip("too weak for this weather")
		}
		blank := h
		blank.Efficiency, blank.PowerW = 0.5, 2000
		e, w, err := blank.Fit(r.BurnedKJ, r.HeatS)
		require.NoError(t, err)
		assert.InEpsilon(t, h.Efficiency, e, 1e-6)
		assert.InEpsilon(t, h.PowerW, w, 1e-9)
		blank.PowerW = h.PowerW
		e, _, err = blank.Fit(r.BurnedKJ, 0)
		require.NoError(t, err)
		assert.InEpsilon(t, h.Efficiency, e, 1e-6)
		blank.Efficiency = h.Efficiency
		blank.PowerW = 2000
		_, w, err = blank.Fit(0, r.HeatS)
		require.NoError(t, err)
		assert.InEpsilon(t, h.PowerW, w, 1e-6)
	})
}

// By hand: 60 ml at 90 °C and 180 ml at 10 °C make 240 ml at 30 °C.
func TestMixByHand(t *testing.T) {
	assert.InDelta(t, 30, Mix(Body{0.06 * 4.19, 90}, Body{0.18 * 4.19, 10}), 1e-12)
	assert.Zero(t, Mix())
}
