package water

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// By hand from the molar masses: 2.463 mg/L of Epsom salt and 1.679 mg/L of
// baking soda for each mg/L as CaCO₃; so the 2009 target from distilled water
// takes 167.5 and 67.1 mg to the litre.
func TestSaltsByHand(t *testing.T) {
	assert.InDelta(t, 2.463, EpsomPerHardness, 0.001)
	assert.InDelta(t, 1.679, SodaPerAlkali, 0.001)
	r, ok := Mineralise(Minerals{}, Minerals{}, Minerals{TargetHardness, TargetAlkali})
	assert.True(t, ok)
	assert.InDelta(t, 167.45, r.EpsomMgPerL, 0.05)
	assert.InDelta(t, 67.15, r.SodaMgPerL, 0.05)
	assert.Equal(t, 1.0, r.SourceShare)
	epsom, soda, err := r.Concentrate(100, 5) // 20 litres to a bottle
	require.NoError(t, err)
	assert.InDelta(t, 3.349, epsom, 0.001)
	assert.InDelta(t, 1.343, soda, 0.001)
	_, _, err = r.Concentrate(10, 0.05)
	assert.ErrorIs(t, err, ErrSolubility)
}

// One German degree is 10 mg/L of CaO, 56.08 g/mol, as CaCO₃, 100.09 g/mol.
func TestHardnessDegrees(t *testing.T) {
	assert.InDelta(t, 10*100.09/56.08, HardnessUnits["°dH"], 0.001)
	assert.Equal(t, 10.0, HardnessUnits["°fH"])
}

func TestMineralisingReachesItsTarget(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		any := func(name string, low float64) Minerals {
			return Minerals{rapid.Float64Range(low, 500).Draw(t, name+" hardness"), rapid.Float64Range(low, 500).Draw(t, name+" alkalinity")}
		}
		source, target := any("source", 0), any("target", 1)
		second := any("second", 0)
		r, ok := Mineralise(source, second, target)
		if !ok {
			assert.True(t, second.Hardness > target.Hardness || second.Alkali > target.Alkali)
			return
		}
		got := r.Result(source, second)
		assert.InDelta(t, target.Hardness, got.Hardness, 1e-9)
		assert.InDelta(t, target.Alkali, got.Alkali, 1e-9)
		assert.True(t, r.SourceShare >= 0 && r.SourceShare <= 1)
		assert.GreaterOrEqual(t, r.EpsomMgPerL, 0.0)
		assert.GreaterOrEqual(t, r.SodaMgPerL, 0.0)
	})
}

// By hand: 300 mg/L cut with 20 to reach 68 is (68 − 20)/(300 − 20) = 0.171 of it.
func TestAHardWaterIsCutWithASoftOne(t *testing.T) {
	r, ok := Mineralise(Minerals{300, 40}, Minerals{20, 40}, Minerals{68, 40})
	assert.True(t, ok)
	assert.InDelta(t, 0.1714, r.SourceShare, 1e-4)
	assert.InDelta(t, 0, r.EpsomMgPerL, 1e-9)
	_, ok = Mineralise(Minerals{300, 40}, Minerals{90, 40}, Minerals{68, 40})
	assert.False(t, ok)
}

func TestBlendIsTheMean(t *testing.T) {
	assert.Equal(t, Minerals{100, 50}, Blend(Minerals{200, 80}, Minerals{0, 20}, 0.5))
}

// US CDC: 1 minute at a rolling boil, 3 minutes above 2,000 m (6,500 ft).
func TestTreatmentByAltitude(t *testing.T) {
	assert.Equal(t, 60.0, TreatmentBoilS(2000, true))
	assert.Equal(t, 180.0, TreatmentBoilS(2001, true))
	assert.Equal(t, 180.0, TreatmentBoilS(0, false), "an altitude that is not known is high")
	assert.Contains(t, SafeBoil, "1 minute, or 3 minutes above 2,000 m (6,500 ft)", "the words say the figures")
}

// A total made of distilled water is the total, in the proportion of the published targets.
func TestForTotal(t *testing.T) {
	for _, total := range []float64{30, 70, 150, 300} {
		m := ForTotal(total)
		r, ok := Mineralise(Minerals{}, Minerals{}, m)
		require.True(t, ok)
		assert.InDelta(t, total, r.AddedTDSMgL, 1e-9)
		assert.InDelta(t, TargetHardness/TargetAlkali, m.Hardness/m.Alkali, 1e-9)
	}
	// By hand: 68 mg/L of hardness is 167 mg of Epsom salt, 82 without its water, and 40 of
	// alkalinity 67 mg of baking soda: 149 in all.
	assert.InDelta(t, 68*70/149.0, ForTotal(70).Hardness, 0.2)
}
