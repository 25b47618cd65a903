package heat

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func ln(x float64) float64 { return math.Log(x) }

func TestAReadingFindsItsLossAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := anyVessel(t)
		v.Insulated = false
		v.LossFactor = rapid.Float64Range(0.2, 3).Draw(t, "factor")
		fill := rapid.Float64Range(200, 2000).Draw(t, "fill")
		k := NewCooling(v, fill, Lidded, Air{TempC: 10})
		reading := k.After(96, 180)
		got, err := FitLoss(k, 96, reading, 180)
		require.NoError(t, err)
		assert.InDelta(t, v.LossFactor, got, 1e-4)
	})
}

func TestAReadingThatCannotBe(t *testing.T) {
	k := NewCooling(Vessel{DiameterMm: 130, MassG: 150, Material: Materials[0]}, 700, Lidded, Air{TempC: 10})
	for _, reading := range []float64{99, 20} {
		_, err := FitLoss(k, 96, reading, 120)
		assert.ErrorIs(t, err, ErrFit)
	}
}

// By hand: 377 kJ into the pot with 16.5 g at 45.7 MJ/kg is an efficiency of
// 0.50; in 377 s it is 1 kW into the pot and 2 kW burned.
func TestFitsByHand(t *testing.T) {
	e, err := FitEfficiency(377, 16.5, 45.7, 0, 0)
	require.NoError(t, err)
	assert.InDelta(t, 0.50, e, 0.001)
	p, err := FitPower(377, 377, 0.5)
	require.NoError(t, err)
	assert.InDelta(t, 2000, p, 1e-9)
	_, err = FitEfficiency(377, 5, 45.7, 0, 0)
	assert.ErrorIs(t, err, ErrFit, "more heat than the fuel has")
}

// By hand: 60 ml at 90 °C and 180 ml at 10 °C make 240 ml at 30 °C.
func TestMixByHand(t *testing.T) {
	assert.InDelta(t, 30, Mix(Body{0.06 * 4.19, 90}, Body{0.18 * 4.19, 10}), 1e-12)
	assert.Zero(t, Mix())
}
