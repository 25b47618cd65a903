// Package air turns altitude and weather into the pressure at a stop.
package air

import (
	"errors"
	"math"

	"apodemos/core/quantity"
)

// Range of altitudes, in metres: the shore of the lowest lake to the highest
// summit.
const (
	MinAltitudeM = -430
	MaxAltitudeM = 8850
)

// SeaLevelHPa is the standard atmosphere's pressure at sea level, in hPa.
const SeaLevelHPa = 1013.25

// Constants of ISO 2533:1975, valid from −2 km to 11 km of geopotential
// altitude: sea-level temperature in K, lapse rate in K/m, and the exponent
// g/(R·L) with g = 9.80665 m/s² and R = 287.05287 J/(kg·K).
const (
	isaT0       = 288.15
	isaLapse    = 0.0065
	isaExponent = 9.80665 / (287.05287 * isaLapse)
)

// ErrAltitude is returned for altitudes outside MinAltitudeM to MaxAltitudeM.
var ErrAltitude = errors.New("altitude out of range -430 to 8850 m")

// An Atmosphere is a model of pressure over altitude.
type Atmosphere string

// The atmospheres.
const (
	// ISA is the standard atmosphere, ISO 2533 (the same as ICAO Doc 7488 and
	// the US Standard Atmosphere 1976 below 11 km): a mid-latitude mean.
	ISA Atmosphere = "isa"
	// West is West's model atmosphere (J Appl Physiol 81:1850, 1996), fitted
	// to high mountains in summer and in the tropics, where the column of air
	// is warmer and pressure falls more slowly.
	West Atmosphere = "west"
)

func inRange(altitudeM float64) bool {
	return altitudeM >= MinAltitudeM && altitudeM <= MaxAltitudeM
}

// Pressure returns the pressure in hPa at an altitude in metres when the
// pressure reduced to sea level is seaLevelHPa (1013.25 for the standard).
//
// ISA uses the altimeter form of ICAO Doc 7488 and the WMO guide,
// p = (p₀ⁿ − pₛⁿ·L·h/T₀)^(1/n) with n = 1/5.2559, which is the standard
// atmosphere itself when p₀ is standard. Altitude is taken as geopotential: at
// 5,000 m that is 4 m more than the geometric. West's pressure is scaled by
// p₀ over the standard.
func (a Atmosphere) Pressure(altitudeM, seaLevelHPa float64) (float64, error) {
	if !inRange(altitudeM) || math.IsNaN(seaLevelHPa) {
		return 0, ErrAltitude
	}
	if a == West {
		h := altitudeM / 1000
		torr := math.Exp(6.63268 - 0.1112*h - 0.00149*h*h)
		return torr * quantity.TorrHPa * seaLevelHPa / SeaLevelHPa, nil
	}
	const n = 1 / isaExponent
	base := math.Pow(seaLevelHPa, n) - math.Pow(SeaLevelHPa, n)*isaLapse*altitudeM/isaT0
	return math.Pow(base, isaExponent), nil
}

// Column returns the pressure in hPa at an altitude in metres under a column of air of
// which the pressure at sea level, in hPa, and the temperature at its top, in °C, are
// known: the hypsometric equation, p = p₀·exp(−g·h/(R·T̄)), with the mean of a column that
// warms downwards by the standard 6.5 K to the kilometre. Warm air is light: the same
// pressure at the sea leaves more of it up high.
func Column(altitudeM, seaLevelHPa, airC float64) (float64, error) {
	if !inRange(altitudeM) || math.IsNaN(seaLevelHPa) || math.IsNaN(airC) {
		return 0, ErrAltitude
	}
	return seaLevelHPa * math.Exp(-isaExponent*isaLapse*altitudeM/columnMean(altitudeM, airC)), nil
}

func columnMean(altitudeM, airC float64) float64 {
	return quantity.ToKelvin(airC) + isaLapse*altitudeM/2
}

// ColumnSpread returns by how much, in hPa, a pressure of Column is out when the mean
// temperature of the column is, by so many K.
func ColumnSpread(hPa, altitudeM, airC, byK float64) float64 {
	t := columnMean(altitudeM, airC)
	return hPa * isaExponent * isaLapse * math.Abs(altitudeM) / (t * t) * byK
}

// StandardC is the standard atmosphere's temperature at an altitude in metres, in °C.
func StandardC(altitudeM float64) float64 {
	return quantity.ToCelsius(isaT0 - isaLapse*altitudeM)
}

// Altitude is the inverse of Pressure: the altitude in metres at which the
// pressure is hPa. The result is not limited to the range of Pressure, so that
// a caller can say by how much it lies outside.
func (a Atmosphere) Altitude(hPa, seaLevelHPa float64) float64 {
	if a == West {
		torr := hPa / quantity.TorrHPa / (seaLevelHPa / SeaLevelHPa)
		c := math.Log(torr) - 6.63268
		// 0.00149 h² + 0.1112 h + c = 0, the root that rises from sea level;
		// below the vertex, near −37 km, there is none.
		disc := 0.1112*0.1112 - 4*0.00149*c
		return 1000 * (-0.1112 + math.Sqrt(math.Max(disc, 0))) / (2 * 0.00149)
	}
	const n = 1 / isaExponent
	return (math.Pow(seaLevelHPa, n) - math.Pow(hPa, n)) / math.Pow(SeaLevelHPa, n) * isaT0 / isaLapse
}
