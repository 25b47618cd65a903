package thermal

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/heat"
)

func TestAReadingFindsItsLossAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := anyVessel(t)
		v.Insulated = false
		v.LossFactor = rapid.Float64Range(0.2, 3).Draw(t, "factor")
		fill := rapid.Float64Range(200, 2000).Draw(t, "fill")
		k := NewCooling(v, fill, heat.Lidded, heat.Air{TempC: 10})
		reading := k.After(96, 180)
		got, err := FitLoss(k, 96, reading, 180)
		require.NoError(t, err)
		assert.InDelta(t, v.LossFactor, got, 1e-4)
	})
}

func TestAReadingThatCannotBe(t *testing.T) {
	k := NewCooling(heat.Vessel{DiameterMm: 130, MassG: 150, Material: heat.Materials[0]}, 700, heat.Lidded, heat.Air{TempC: 10})
	for _, reading := range []float64{99, 20} {
		_, err := FitLoss(k, 96, reading, 120)
		assert.ErrorIs(t, err, ErrFit)
	}
}
