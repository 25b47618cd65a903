package thermal

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/heat"
)

func material(t require.TestingT, id string) heat.Material {
	m, ok := heat.MaterialByID(id)
	require.True(t, ok)
	return m
}

// Common practice, no published source, within the tolerance that practice
// itself has.
func TestCoolingGivesTheWaitingRules(t *testing.T) {
	pot := heat.Vessel{DiameterMm: 150, MassG: 200, Material: material(t, "aluminium"), LossFactor: 1}
	open := NewCooling(pot, 1000, heat.Open, heat.Air{TempC: 20})
	got := open.After(99.97, 120)
	assert.True(t, got >= 95-1 && got <= 97+1, "1 L open pot, calm, 20 °C, after 2 min: 95–97 ±1, got %.2f", got)

	kettle := heat.Vessel{DiameterMm: 130, MassG: 200, Material: material(t, "steel"), LossFactor: 1}
	lidded := NewCooling(kettle, 700, heat.Lidded, heat.Air{TempC: 20, WindMs: 2})
	got = lidded.After(99.97, 120)
	assert.True(t, got >= 95-1 && got <= 97.5+1, "0.7 L lidded kettle, light wind, after 2 min: 95–97.5 ±1, got %.2f", got)

	camp := heat.Vessel{DiameterMm: 140, MassG: 180, Material: material(t, "titanium"), LossFactor: 1}
	crust := NewCooling(camp, 1000, heat.Lidded, heat.Air{TempC: 15})
	// 70 g of grounds at 15 °C go in first.
	start := (4.19*97.2 + 0.07*1.7*15) / (4.19 + 0.07*1.7)
	got = crust.After(start, 300)
	assert.True(t, got >= 93-1.5 && got <= 94+1.5, "lidded pot under a crust, boiling at 97.2 °C, after 5 min: 93–94 ±1.5, got %.2f", got)
}

func anyVessel(t *rapid.T) heat.Vessel {
	return heat.Vessel{
		DiameterMm: rapid.Float64Range(50, 500).Draw(t, "diameter"),
		MassG:      rapid.Float64Range(20, 5000).Draw(t, "mass"),
		Material:   rapid.SampledFrom(heat.Materials).Draw(t, "material"),
		Insulated:  rapid.Bool().Draw(t, "insulated"),
		LossFactor: 1,
	}
}

func TestCoolingIsMonotone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := anyVessel(t)
		fill := rapid.Float64Range(20, 10000).Draw(t, "fill")
		air := heat.Air{TempC: rapid.Float64Range(-40, 50).Draw(t, "air"), WindMs: rapid.Float64Range(0, 25).Draw(t, "wind")}
		from := rapid.Float64Range(60, 100).Draw(t, "from")
		s := rapid.Float64Range(1, 7200).Draw(t, "s")
		after := func(c heat.Cover, a heat.Air) float64 {
			k := NewCooling(v, fill, c, a)
			return k.After(from, s)
		}
		base := after(heat.Lidded, air)
		// Where evaporation holds it below the air, wind warms it again.
		warm := max(base, air.TempC)
		const eps = 0.02 // the step's own error
		assert.LessOrEqual(t, after(heat.Open, air), warm+eps, "no lid never keeps it warmer")
		assert.LessOrEqual(t, after(heat.Lidded, heat.Air{TempC: air.TempC, WindMs: air.WindMs + 2}), warm+eps, "wind never keeps it warmer")
		assert.LessOrEqual(t, base, from+1e-9)
		assert.GreaterOrEqual(t, after(heat.Open, air), air.TempC-20, "not far below the air, evaporation apart")
	})
}

func TestTimeToIsTheInverse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := anyVessel(t)
		k := NewCooling(v, rapid.Float64Range(100, 3000).Draw(t, "fill"), heat.Lidded, heat.Air{TempC: rapid.Float64Range(-20, 40).Draw(t, "air")})
		target := rapid.Float64Range(60, 95).Draw(t, "target")
		s, ok := k.TimeTo(98, target)
		if !ok {
			return // a flask may take more than a day
		}
		assert.InDelta(t, target, k.After(98, s), 0.05)
	})
}

func TestTimeToNever(t *testing.T) {
	k := NewCooling(heat.Vessel{DiameterMm: 130, MassG: 150, Material: material(t, "steel")}, 500, heat.Closed, heat.Air{TempC: 40})
	_, ok := k.TimeTo(90, 35)
	assert.False(t, ok, "a closed vessel does not cool below the air")
	s, ok := k.TimeTo(80, 90)
	assert.True(t, ok)
	assert.Zero(t, s)
}
