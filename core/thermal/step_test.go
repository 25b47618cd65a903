package thermal

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/water"
)

// aBrew is a kettle, a dripper and two mugs in the wind.
func aBrew(t require.TestingT) State {
	return State{
		Air: heat.Air{TempC: 2, WindMs: 3}, Model: coffee.Usual, Access: 1, Cups: 2, KeepMl: 50,
		Kettle: Body{C: 92, Ml: 700, DryKJ: 0.1, Vessel: heat.Vessel{DiameterMm: 130, MassG: 200, Material: material(t, "steel")}, Cover: heat.Lidded},
		Bed:    Body{C: 20, Ml: 0, DryKJ: 0.14, Vessel: heat.Vessel{DiameterMm: 110, MassG: 120, Material: material(t, "plastic")}, Cover: heat.Open, LeastMl: 100},
		Cup:    Body{C: 2, Ml: 0, DryKJ: 0.08, Vessel: heat.Vessel{DiameterMm: 80, MassG: 90, Material: material(t, "titanium")}, Cover: heat.Open, LeastMl: 60},
	}
}

// pourOver runs a bloom, a pour and a drawdown in steps of dt seconds or less.
func pourOver(s State, dt float64) State {
	for _, part := range []struct {
		forS float64
		do   Action
	}{
		{9, Action{Pour: 6}}, {30, Action{}}, {120, Action{Pour: 3, Drain: 2.5}}, {60, Action{Drain: 2.5}},
	} {
		n := math.Ceil(part.forS/dt - 1e-9)
		for range int(n) {
			s.Step(part.forS/n, part.do)
		}
	}
	return s
}

// Shorter steps change nothing that anybody could measure: not those of three seconds
// that a brew is followed with, nor a fraction of them. (They do not get better without
// end: what fills a body counts for its loss once it has changed by a fiftieth.)
func TestShorterStepsGiveTheSame(t *testing.T) {
	fine := pourOver(aBrew(t), 0.05)
	for _, dt := range []float64{3, 1, 1.0 / 3} {
		s := pourOver(aBrew(t), dt)
		require.InDelta(t, fine.AtS, s.AtS, 1e-9)
		require.InDelta(t, fine.Bed.Ml, s.Bed.Ml, 1e-6)
		assert.InDelta(t, fine.Kettle.C, s.Kettle.C, 0.03, "kettle, °C, at %g s", dt)
		assert.InDelta(t, fine.Bed.C, s.Bed.C, 0.1, "bed, °C, at %g s", dt)
		assert.InDelta(t, fine.Cup.C, s.Cup.C, 0.1, "cup, °C, at %g s", dt)
		limit, um := s.Model.Limit(true, 0), 700.0
		assert.InDelta(t, 100*s.Model.Extraction(fine.Contact, um, limit), 100*s.Model.Extraction(s.Contact, um, limit), 0.02, "extraction, points, at %g s", dt)
	}
}

// What does not flow is followed to the fourth order, whatever the step.
func TestAnHourIsAsGoodInOneStep(t *testing.T) {
	for _, c := range []struct{ fill, air, wind float64 }{{1000, 20, 0}, {250, -10, 5}, {60, 2, 8}} {
		k := NewCooling(heat.Vessel{DiameterMm: 90, MassG: 120, Material: material(t, "steel")}, c.fill, heat.Open, heat.Air{TempC: c.air, WindMs: c.wind})
		at := 96.0
		for range 36000 {
			at = k.After(at, 0.1)
		}
		assert.InDelta(t, at, k.After(96, 3600), 0.005, "%v", c)
	}
}

// Water is neither made nor lost, whatever is done; more than there is does not flow.
func TestWaterIsKept(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := aBrew(t)
		total := func() float64 { return s.Kettle.Ml + s.Bed.Ml + s.Cups*s.Cup.Ml }
		was := total()
		for range rapid.IntRange(1, 40).Draw(t, "steps") {
			s.Step(rapid.Float64Range(0.1, 3).Draw(t, "dt"), Action{Pour: rapid.Float64Range(0, 40).Draw(t, "pour"), Drain: rapid.Float64Range(0, 40).Draw(t, "drain")})
			require.InDelta(t, was, total(), 1e-9)
			require.True(t, s.Kettle.Ml >= 0 && s.Bed.Ml >= 0 && s.Cup.Ml >= 0)
		}
		if s.Cup.Ml > 0 {
			require.GreaterOrEqual(t, s.Bed.Ml, s.KeepMl-40*3, "about what the grounds keep stays")
		}
	})
}

// heatOf is what a brew holds above 0 °C, kJ.
func heatOf(s State) float64 {
	return s.Kettle.KJPerK()*s.Kettle.C + s.Bed.KJPerK()*s.Bed.C + s.Cups*s.Cup.KJPerK()*s.Cup.C
}

// What flows takes its heat along, and heat goes only to the air: over a step it is
// what the bodies lose at the temperatures that they have in it, and the stream.
func TestHeatGoesOnlyToTheAir(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := aBrew(t)
		s.Kettle.C = rapid.Float64Range(60, 100).Draw(t, "kettle")
		s = pourOver(s, 3)
		do := Action{Pour: rapid.Float64Range(0, 5).Draw(t, "pour"), Drain: rapid.Float64Range(0, 5).Draw(t, "drain")}
		before, dt := heatOf(s), 0.05
		watts := func() float64 {
			return s.Kettle.lossIn(s.Air).Watts(s.Kettle.C) + s.Bed.lossIn(s.Air).Watts(s.Bed.C) + s.Cups*s.Cup.lossIn(s.Air).Watts(s.Cup.C)
		}
		stream := KJPerK(do.Pour*dt) * (s.Kettle.C - heat.Poured(s.Kettle.C, s.Air))
		from := watts()
		s.Step(dt, do)
		lost := (from+watts())/2*dt/1000 + stream
		require.InEpsilon(t, lost, before-heatOf(s), 0.02)
	})
}

// The integrator brings a pot to the boil when the energy balance, which is an integral
// over the temperature, says that it does: two ways to one answer.
func TestHeatingUpComesToTheBoilInTime(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := heat.Heating{
			WaterG: rapid.Float64Range(150, 3000).Draw(t, "water"), Source: heat.Liquid, FromC: rapid.Float64Range(0, 30).Draw(t, "from"), ToC: rapid.Float64Range(80, 100).Draw(t, "to"),
			Vessel: heat.Vessel{DiameterMm: rapid.Float64Range(90, 220).Draw(t, "diameter"), MassG: rapid.Float64Range(60, 600).Draw(t, "mass"), Material: rapid.SampledFrom(heat.Materials).Draw(t, "material")},
			Cover:  rapid.SampledFrom([]heat.Cover{heat.Open, heat.Lidded}).Draw(t, "cover"),
			Air:    heat.Air{TempC: rapid.Float64Range(-20, 35).Draw(t, "air"), WindMs: rapid.Float64Range(0, 4).Draw(t, "wind")},
			PowerW: rapid.Float64Range(1000, 2500).Draw(t, "power"), Efficiency: 0.5, WindLoss: 0.1,
		}
		h.VesselC = h.FromC
		r := h.Heat()
		if !r.Reaches || r.HeatS > 900 { // what barely gets there is told by a breath of wind
			return
		}
		s := OnTheHeat(h, r, h.FromC)
		for range 200 {
			s.Step(r.HeatS/200, Heat(h, r))
		}
		require.InDelta(t, h.ToC, s.Kettle.C, 0.2, "when the balance says %g s", r.HeatS)
		curve := Warming(h, r, 12)
		require.InDelta(t, h.ToC, curve[len(curve)-1][1], 0.4, "and so, in a dozen long steps, does the curve that is drawn")
	})
}

// By hand: with nothing lost, temperature goes up in a straight line.
func TestHeatingWithNothingLost(t *testing.T) {
	s := State{Air: heat.Air{TempC: 20}, Kettle: Body{C: 20, Ml: 1000, Vessel: heat.Vessel{DiameterMm: 150, Material: material(t, "steel")}}}
	s.Step(100, Action{HeatW: 1000, Spare: func(float64) float64 { return 0 }})
	assert.InDelta(t, 20+100/water.SpecificHeat, s.Kettle.C, 1e-9, "100 kJ into a litre")
}

// What cools to 0 °C stays there while it freezes. By hand: 250 g give off 83.4 kJ, at what
// the mug loses at 0 °C.
func TestNothingFallsBelowFreezing(t *testing.T) {
	k := NewCooling(heat.Vessel{DiameterMm: 80, MassG: 90, Material: material(t, "titanium")}, 250, heat.Open, heat.Air{TempC: -20, WindMs: 8})
	begins, through, ok := k.Freezing(60)
	require.True(t, ok)
	assert.InDelta(t, 0, k.After(60, begins), 0.05)
	assert.InDelta(t, 83.39e3/k.Watts(0), through-begins, 1)
	assert.Greater(t, through-begins, begins, "freezing takes longer than cooling to it")
	assert.Zero(t, k.After(60, begins+600), "a plateau")
	warm := NewCooling(heat.Vessel{DiameterMm: 80, MassG: 90, Material: material(t, "titanium")}, 250, heat.Closed, heat.Air{TempC: 2})
	_, _, ok = warm.Freezing(60)
	assert.False(t, ok)
}
