package coffee

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestPourAndDoseBalance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		drink := rapid.Float64Range(20, 5000).Draw(t, "drink")
		ratio := rapid.Float64Range(10, 250).Draw(t, "ratio")
		retain := rapid.Float64Range(1, 2.5).Draw(t, "retain")
		left := rapid.Float64Range(0, 100).Draw(t, "left")
		pour, dose := PourFor(drink, ratio, retain, left)
		assert.InEpsilon(t, pour, drink+retain*dose+left, 1e-9)
		assert.InEpsilon(t, ratio, dose/pour*1000, 1e-9)
		assert.InEpsilon(t, pour, PourForDose(drink, dose, retain, left), 1e-9)
	})
}

// By hand: 17 g in heaped tablespoons of 5.5 g is 3.09: three, 0.5 g short.
func TestMeasureRoundsAndSaysTheError(t *testing.T) {
	m := Measure(17, "heaped tablespoon", 5.5, 0.5)
	assert.Equal(t, 3.0, m.Count)
	assert.InDelta(t, -0.5, m.Error, 1e-9)
	assert.Equal(t, 0.5, Measure(0.1, "scoop", 10, 0.5).Count, "never nothing")
}

func TestExtractionIsMonotone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := rapid.Float64Range(5, 3600).Draw(t, "s")
		c := rapid.Float64Range(0, 98).Draw(t, "c")
		um := rapid.Float64Range(250, 1300).Draw(t, "um")
		e := func(s, c, um float64) float64 { return Usual.Extraction(Usual.Soak(Contact{}, s, c, 1), um, 0.22) }
		base := e(s, c, um)
		assert.True(t, base >= 0 && base <= 0.22)
		assert.GreaterOrEqual(t, e(s*1.1, c, um), base)
		assert.GreaterOrEqual(t, e(s, c+1, um), base)
		assert.LessOrEqual(t, e(s, c, um*1.1), base)
		k := Usual.Soak(Contact{}, s, c, 1)
		if got, ok := Usual.GrindFor(k, base, 0.22, 200, 1400); ok {
			assert.InDelta(t, base, Usual.Extraction(k, got, 0.22), 1e-5)
		}
	})
}

func TestBandsAndClicks(t *testing.T) {
	assert.Equal(t, "medium", BandOf(700))
	assert.Equal(t, "very coarse", BandOf(1500))
	assert.Equal(t, 20.0, Clicks(740, 37, 0))
	assert.Equal(t, 0.0, Clicks(10, 37, 50))
	for i := 1; i < len(Bands); i++ {
		assert.Equal(t, Bands[i-1].MaxUm, Bands[i].MinUm)
	}
}

// By hand: 18 clicks at 700 µm and 24 at 940 µm are 40 µm to the click, −20 µm
// at zero; 20 clicks of it are 780 µm, 26 clicks of a 30 µm grinder.
func TestFitGrinderAndConvert(t *testing.T) {
	per, zero, ok := FitGrinder(Setting{18, 700}, Setting{24, 940})
	assert.True(t, ok)
	assert.InDelta(t, 40, per, 1e-9)
	assert.InDelta(t, -20, zero, 1e-9)
	assert.InDelta(t, 26, Clicks(zero+20*per, 30, 0), 1e-9)
	_, _, ok = FitGrinder(Setting{18, 700}, Setting{18, 940})
	assert.False(t, ok)
	_, _, ok = FitGrinder(Setting{18, 700}, Setting{24, 600})
	assert.False(t, ok)
}

// The guidance in words says the figures that plans are held against.
func TestCaffeineGuidanceSaysItsFigures(t *testing.T) {
	assert.Contains(t, CaffeineGuidance, fmt.Sprintf("%d mg in one go", CaffeineOnceMg))
	assert.Contains(t, CaffeineGuidance, fmt.Sprintf("%d mg a day for most", CaffeineDayMg))
	assert.Contains(t, CaffeineGuidance, fmt.Sprintf("%d mg a day in pregnancy", CaffeinePregnancyMg))
}

// A number of measures reads as people say it.
func TestInMeasures(t *testing.T) {
	for want, c := range map[string]struct {
		n    float64
		name string
	}{
		"2½ heaped tablespoons": {2.5, "heaped tablespoon"}, "½ scoop": {0.5, "scoop"}, "1 handful": {1, "handful"}, "1⅓ cups": {1.34, "cup"},
		"3 × my spoon": {3, "my spoon"}, "2 level tablespoons": {1.98, "level tablespoon"}, "4 × lid": {4, "lid"},
	} {
		assert.Equal(t, want, InMeasures(c.n, c.name))
	}
}
