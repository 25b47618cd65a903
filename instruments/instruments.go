// Package instruments has simulated stand-ins for outside devices and services,
// behind the interfaces that real ones would have. They need no network, and say
// that they are simulated.
package instruments

import (
	"math"
	"time"
)

// Simulated names the stand-ins wherever their values are shown.
const Simulated = "simulated terrain"

// Terrain gives the elevation of a place on a made-up world: waves of hills
// whose shape depends on the seed alone.
type Terrain struct{ Seed uint64 }

// Elevation returns metres above the sea at a place in degrees, 0 to about
// 4,500, and the name of its source.
func (t Terrain) Elevation(lat, lon float64) (m float64, source string) {
	v, amplitude, total := 0.0, 1.0, 0.0
	for octave := range 6 {
		f := math.Pow(2, float64(octave)) / 1.5 // a hill a degree and a half wide, then halves of it
		v += amplitude * t.noise(uint64(octave), lat*f, lon*f)
		total += amplitude
		amplitude *= 0.5
	}
	v /= total // 0 to 1, mostly near the middle
	return math.Round(math.Max((v-0.3)/0.5, 0) * 3000), Simulated
}

// noise is smooth and between 0 and 1: a grid of hashed values, blended.
func (t Terrain) noise(layer uint64, x, y float64) float64 {
	x0, y0 := math.Floor(x), math.Floor(y)
	fx, fy := smooth(x-x0), smooth(y-y0)
	at := func(dx, dy float64) float64 {
		return hash01(t.Seed, layer, uint64(int64(x0+dx)), uint64(int64(y0+dy)))
	}
	low := at(0, 0)*(1-fx) + at(1, 0)*fx
	high := at(0, 1)*(1-fx) + at(1, 1)*fx
	return low*(1-fy) + high*fy
}

func smooth(v float64) float64 { return v * v * (3 - 2*v) }

// hash01 is splitmix64 over its words, as a share of 1.
func hash01(words ...uint64) float64 {
	h := uint64(0x9e3779b97f4a7c15)
	for _, w := range words {
		h += w + 0x9e3779b97f4a7c15
		h = (h ^ h>>30) * 0xbf58476d1ce4e5b9
		h = (h ^ h>>27) * 0x94d049bb133111eb
		h ^= h >> 31
	}
	return float64(h>>11) / (1 << 53)
}

// Weather is a forecast for one day at one place.
type Weather struct {
	MorningC    float64 `json:"morning_c"`
	DayC        float64 `json:"day_c"`
	WindMs      float64 `json:"wind_ms"`
	SeaLevelHPa float64 `json:"sea_level_hpa"`
	Source      string  `json:"source"`
}

// Forecast makes weather up from the seed, place and day: by latitude, season,
// the lapse of 6.5 °C a kilometre of the standard atmosphere, and chance.
type Forecast struct{ Seed uint64 }

// At returns the forecast for a day at a place in degrees and metres.
func (f Forecast) At(lat, lon, altitudeM float64, day time.Time) Weather {
	n := uint64(day.Unix() / 86400)
	chance := func(layer uint64) float64 {
		return hash01(f.Seed, layer, n, uint64(int64(math.Round(lat*4))), uint64(int64(math.Round(lon*4)))) - 0.5
	}
	// Warmest in late July in the north, in late January in the south.
	season := math.Cos(2 * math.Pi * (float64(day.YearDay()) - 205) / 365.25)
	if lat < 0 {
		season = -season
	}
	mean := 28 - 0.45*math.Abs(lat) + 0.22*math.Abs(lat)*season - 0.0065*altitudeM + 8*chance(1)
	swing := 4 + altitudeM/1000 + 3*chance(2)
	return Weather{MorningC: clamp(math.Round(mean-swing), -50, 55), DayC: clamp(math.Round(mean+swing), -50, 55),
		WindMs: math.Round(math.Max(3+altitudeM/1500+6*chance(3), 0)), SeaLevelHPa: math.Round(1013 + 30*chance(4)), Source: "simulated forecast"}
}

func clamp(v, low, high float64) float64 { return math.Min(math.Max(v, low), high) }
