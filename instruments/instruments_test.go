package instruments

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// The stand-ins are made up, but as the world is: the same each time, smooth, in
// range, colder higher up, and warm in summer on either side of the equator.
func TestTerrainIsSmoothAndInRange(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lat, lon := rapid.Float64Range(-80, 80).Draw(t, "lat"), rapid.Float64Range(-179, 179).Draw(t, "lon")
		at := func(lat, lon float64) float64 { m, _ := Terrain{7}.Elevation(lat, lon); return m }
		m := at(lat, lon)
		assert.GreaterOrEqual(t, m, 0.0)
		assert.LessOrEqual(t, m, 4500.0)
		assert.Equal(t, m, at(lat, lon))
		assert.InDelta(t, m, at(lat+0.001, lon), 60, "100 m on it is not another world")
	})
	a, source := Terrain{1}.Elevation(45, 7)
	b, _ := Terrain{2}.Elevation(45, 7)
	assert.NotEqual(t, a, b, "another seed, another world")
	assert.Equal(t, Simulated, source)
}

func TestForecastsAreLikeWeather(t *testing.T) {
	day := time.Date(2026, 7, 20, 0, 0, 0, 0, time.UTC)
	f := Forecast{7}
	mean := func(lat, altitude float64, day time.Time) float64 {
		sum := 0.0
		for i := range 40 {
			w := f.At(lat, 7+float64(i), altitude, day)
			assert.LessOrEqual(t, w.MorningC, w.DayC)
			assert.GreaterOrEqual(t, w.WindMs, 0.0)
			assert.InDelta(t, 1013, w.SeaLevelHPa, 20)
			sum += (w.MorningC + w.DayC) / 2
		}
		return sum / 40
	}
	assert.InDelta(t, 6.5*2, mean(45, 1000, day)-mean(45, 3000, day), 1, "6.5 °C a kilometre, as in the standard atmosphere")
	assert.Greater(t, mean(45, 0, day), mean(45, 0, day.AddDate(0, 6, 0)), "summer in the north")
	assert.Less(t, mean(-45, 0, day), mean(-45, 0, day.AddDate(0, 6, 0)), "winter in the south")
}
