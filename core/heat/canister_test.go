package heat

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// Normal boiling points, NIST: −42.1, −11.7, −0.5 °C. The equations themselves
// are up to 3 % off there.
func TestGasesBoilAtOneAtmosphere(t *testing.T) {
	for _, c := range []struct {
		g Gas
		c float64
	}{{Propane, -42.1}, {Isobutane, -11.7}, {Butane, -0.5}} {
		assert.InEpsilon(t, 1.01325, c.g.Pressure(c.c), 0.03, c.g.Name)
	}
}

// Propane vapour pressure from the OpenFOAM thermophysical library 1912, kPa
// (values frozen), within 4 %.
func TestPropaneAgainstOpenFOAM(t *testing.T) {
	for _, v := range [][2]float64{{-42.1, 101.19}, {-30, 167.71}, {-20, 244.52}, {-10, 345.48}, {-5, 406.35}, {0, 474.90}, {10, 637.33}, {20, 837.49}} {
		assert.InEpsilon(t, v[1]/100, Propane.Pressure(v[0]), 0.04, "%v °C", v[0])
	}
}

// Lower heating values from heats of formation, OpenFOAM therm.dat with CO₂ and
// H₂O from memory (values frozen): 46.34, 45.72, 45.56 MJ/kg.
func TestHeatingValuesAgainstHeatsOfFormation(t *testing.T) {
	assert.InEpsilon(t, 46.34, PropaneLHV, 1e-3)
	assert.InEpsilon(t, 45.72, ButaneLHV, 1e-3)
	assert.InEpsilon(t, 45.56, IsobutaneLHV, 1e-3)
}

// Worked by hand from the NIST constants: 20/80 propane/isobutane by mass, full,
// at −10 °C is 1.71 bar, so 0.69 over the sea's air and 1.09 over 4,000 m's.
func TestBlendPressure(t *testing.T) {
	b := Blend{Propane: 20, Isobutane: 80}
	p := b.Pressure(-10)
	assert.InDelta(t, 1.71, p, 0.005)
	assert.InDelta(t, 0.69, p-1.01325, 0.01)
	assert.InDelta(t, 1.09, p-0.61640, 0.01)
}

func anyBlend(t *rapid.T) Blend {
	return Blend{
		Propane:   rapid.Float64Range(0, 200).Draw(t, "propane"),
		Isobutane: rapid.Float64Range(0, 200).Draw(t, "isobutane"),
		Butane:    rapid.Float64Range(0, 200).Draw(t, "butane"),
	}
}

func TestDrawingConservesEachComponent(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := anyBlend(t)
		g := rapid.Float64Range(0, 700).Draw(t, "g")
		c := rapid.Float64Range(-40, 40).Draw(t, "c")
		left, drawn := b.Draw(g, c)
		for i, m := range b.parts() {
			assert.InDelta(t, m, left.parts()[i]+drawn.parts()[i], 1e-9)
			assert.GreaterOrEqual(t, left.parts()[i], 0.0)
		}
		assert.InDelta(t, min(g, b.Mass()), drawn.Mass(), 1e-6)
		if left.Mass() > 0.1 {
			assert.LessOrEqual(t, left.Pressure(c), b.Pressure(c)+1e-9, "what stays is never livelier")
		}
	})
}

// Rayleigh's equation for two components, worked by hand: with a constant
// relative volatility α, ln(n1/n1₀) = α·ln(n2/n2₀).
func TestDrawingFollowsRayleigh(t *testing.T) {
	b := Blend{Propane: 60, Isobutane: 140}
	left, _ := b.Draw(120, 0)
	alpha := Propane.Pressure(0) / Isobutane.Pressure(0)
	assert.InEpsilon(t, ln(left.Propane/b.Propane), alpha*ln(left.Isobutane/b.Isobutane), 2e-3)
}

func TestBurningCoolsAndNeverGoesBelowNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := anyBlend(t)
		k := Canister{Blend: b, CapacityG: 450, TempC: rapid.Float64Range(-30, 35).Draw(t, "c")}
		j := Jet{FullW: 2300, RatedBar: 2, AmbientBar: 0.8}
		kJ, s := rapid.Float64Range(0, 9000).Draw(t, "kJ"), rapid.Float64Range(0, 3600).Draw(t, "s")
		after, d := k.Burn(j, rapid.Float64Range(0.1, 1).Draw(t, "flame"), kJ, s, Air{TempC: k.TempC})
		assert.LessOrEqual(t, d.KJ, kJ*(1+1e-9))
		assert.LessOrEqual(t, d.Seconds, s*(1+1e-9))
		assert.InDelta(t, d.KJ, (k.Mass()-after.Mass())*k.LHV(), 1e-6*(1+d.KJ), "what is burned is gone")
		if m := after.Mass(); d.KJ < 0.999*kJ && d.Seconds < 0.999*s && m > 1 {
			assert.Less(t, after.Pressure(after.TempC), 0.81, "it stops when the gas presses no more")
		}
		lowest := d.LowestBar
		assert.LessOrEqual(t, after.TempC, k.TempC+1e-9)
		assert.GreaterOrEqual(t, after.Mass(), 0.0)
		assert.LessOrEqual(t, after.Mass(), b.Mass())
		assert.LessOrEqual(t, lowest, k.Pressure(k.TempC)+1e-12)
	})
}

func TestWarmEnoughIsWherePressureSuffices(t *testing.T) {
	b := Blend{Butane: 100}
	c, ok := b.WarmEnough(0.4, 1013)
	assert.True(t, ok)
	assert.InDelta(t, 1.413, b.Pressure(c), 1e-4)
	k := Canister{Blend: Blend{Propane: 20, Isobutane: 120}, CapacityG: 230, TempC: -15}
	j := Jet{FullW: 2000, RatedBar: 0.4, AmbientBar: 0.62}
	want, ok := k.WarmFor(j, 1, 1000, SteadyBar, Air{TempC: -15})
	assert.True(t, ok)
	warm := k
	warm.TempC = want
	_, d := warm.Burn(j, 1, 1000, 3600, Air{TempC: -15})
	assert.InDelta(t, SteadyBar, d.LowestBar-0.62, 0.01, "started there, it ends with a full flame")
	assert.Equal(t, "weak", Verdict(0.3))
	assert.Equal(t, "fine", Verdict(0.5))
	assert.Equal(t, "will-not-feed", Verdict(-0.1))
}

func BenchmarkBurn(b *testing.B) {
	k := Canister{Blend: Blend{Propane: 40, Isobutane: 160}, CapacityG: 230}
	b.ReportAllocs()
	for b.Loop() {
		k.Burn(Jet{FullW: 2000, RatedBar: 2.6, AmbientBar: 1}, 1, 800, 3600, Air{TempC: -5})
	}
}
