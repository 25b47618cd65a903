package heat

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// By hand: a quarter of the rated gauge pressure gives half of the flame, as gas flows
// through an orifice; over the rated pressure there is no more, and under the air's none.
func TestTheFlameGoesWithTheRootOfThePressure(t *testing.T) {
	j := Jet{FullW: 2000, RatedBar: 2, AmbientBar: 0.8}
	assert.InDelta(t, 1000, j.Power(0.8+0.5), 1e-9)
	assert.InDelta(t, 2000, j.Power(0.8+2), 1e-9)
	assert.InDelta(t, 2000, j.Power(0.8+5), 1e-9)
	assert.Zero(t, j.Power(0.8))
	assert.Zero(t, j.Power(0.3))
}

func oneLitre() Heating {
	return Heating{WaterG: 1000, Source: Liquid, FromC: 10, ToC: 95, VesselC: 10, Vessel: Vessel{DiameterMm: 130, MassG: 150, Material: Materials[0]},
		Cover: Lidded, Air: Air{TempC: 10}, PowerW: 2000, Efficiency: 0.5, DwellFlame: 0.25}
}

// Time, fuel and canister are one calculation: what the canister gave is what was burned,
// in the time that the heating took, at the flame that it had.
func TestTimeFuelAndCanisterAgree(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := oneLitre()
		h.Air.TempC = float64(rapid.IntRange(-10, 25).Draw(t, "air"))
		k := Canister{Blend: Blend{Propane: 46, Isobutane: 100, Butane: 84}.Scale(rapid.Float64Range(0.5, 1).Draw(t, "left")), CapacityG: 230, TempC: h.Air.TempC}
		j := Jet{FullW: 2000, RatedBar: k.RatedBar(), AmbientBar: rapid.Float64Range(0.55, 1.01).Draw(t, "ambient")}
		g := h.OnGas(k, j, 1)
		if !g.Feeds {
			return
		}
		assert.InEpsilon(t, g.Heated.BurnedKJ, (k.Mass()-g.End.Mass())*k.LHV(), 5e-3, "the gas that is gone; each gas has its own heat")
		_, d := k.Burn(j, 1, math.Inf(1), g.Heated.HeatS, h.Air)
		assert.InEpsilon(t, g.PowerW*g.Heated.HeatS/1000, d.KJ, 0.01, "what the gas gives in that time")
		assert.LessOrEqual(t, g.PowerW, 2000*(1+1e-9))
		assert.GreaterOrEqual(t, g.Heated.HeatS, h.Heat().HeatS*(1-1e-9), "a weak flame is never the faster")
	})
}

// A weak canister takes longer, a cold one longer still, and a regulator holds the flame.
func TestAWeakAndAColdCanisterTakeLonger(t *testing.T) {
	full := Canister{Blend: Blend{Propane: 46, Isobutane: 184}, CapacityG: 230, TempC: 15}
	j := Jet{FullW: 2000, RatedBar: full.RatedBar(), AmbientBar: 1.013}
	in := func(k Canister, j Jet, airC float64) float64 {
		h := oneLitre()
		h.Air.TempC, k.TempC = airC, airC
		g := h.OnGas(k, j, 1)
		require.True(t, g.Feeds)
		return g.Heated.HeatS
	}
	weak := full
	weak.Blend, _ = full.Draw(150, 15)
	assert.Greater(t, in(weak, j, 15), in(full, j, 15)*1.05)
	assert.Greater(t, in(weak, j, 5), in(weak, j, 15)*1.1)
	regulated := j
	regulated.RatedBar = RegulatedBar
	assert.Less(t, in(full, regulated, 0), in(full, j, 0)*0.8)
}

// Gas colder than it boils gives nothing, and cools no further.
func TestGasThatIsTooColdGivesNone(t *testing.T) {
	k := Canister{Blend: Blend{Butane: 200}, CapacityG: 230, TempC: -8}
	after, d := k.Burn(Jet{FullW: 2000, RatedBar: 1, AmbientBar: 1.013}, 1, 500, 3600, Air{TempC: -8})
	assert.Zero(t, d.KJ)
	assert.Equal(t, k, after)
	assert.False(t, oneLitre().OnGas(k, Jet{FullW: 2000, RatedBar: 1, AmbientBar: 1.013}, 1).Feeds)
}

// The low flame holds the boil where it gives more than the pot loses; in wind and without
// a lid it is as much higher. By hand: 250 W net and more lost than that.
func TestALowFlameHoldsTheBoilOrIsHigher(t *testing.T) {
	h := oneLitre()
	h.DwellS = 60
	calm := h.Dwell()
	assert.InDelta(t, 0.25, calm.DwellFlame, 1e-9, "a lidded pot in calm air loses less than 250 W")
	assert.Less(t, calm.DwellLostW, 150.0)
	h.Cover, h.Air.WindMs = Open, 4
	windy := h.Dwell()
	assert.Greater(t, windy.DwellLostW, 250.0)
	assert.InDelta(t, boilMore*windy.DwellLostW/1000, windy.DwellFlame, 1e-9, "as high as it has to be")
	assert.Greater(t, windy.BurnedKJ, calm.BurnedKJ)
}

// Pouring costs about a degree just off the boil (from memory): by hand, an eightieth of
// 80 K is 1 K. Colder than the air it gains nothing.
func TestAStreamLosesADegree(t *testing.T) {
	assert.InDelta(t, 94, Poured(95, Air{TempC: 15}), 1e-9)
	assert.Equal(t, 5.0, Poured(5, Air{TempC: 15}))
}
