package water

import (
	"math"

	"apodemos/core/quantity"
)

// powers is Σ a·(T/300 K)^b, the form of IAPWS SR6-08(2011), "Properties of Liquid
// Water at 0.1 MPa": good from −20 to 110 °C, and so little dependent on pressure that
// it serves at any altitude.
type powers [4][2]float64

func (p powers) at(c float64) float64 {
	t := math.Log(quantity.ToKelvin(math.Min(math.Max(c, -20), 110)) / 300)
	sum := 0.0
	for _, k := range p {
		sum += k[0] * math.Exp(k[1]*t)
	}
	return sum
}

var (
	viscosity    = powers{{280.68, -1.9}, {511.45, -7.7}, {61.131, -19.6}, {0.45903, -40}}
	conductivity = powers{{1.6630, -1.15}, {-1.7781, -3.4}, {1.1567, -6}, {-0.432115, -7.6}}
)

// Viscosity returns the dynamic viscosity of liquid water in Pa·s at c °C, from −20 to
// 110 °C: IAPWS SR6-08(2011), which agrees with R12-08.
func Viscosity(c float64) float64 { return 1e-6 * viscosity.at(c) }

// Conductivity returns the thermal conductivity of liquid water in W/(m·K) at c °C,
// from −20 to 110 °C: IAPWS SR6-08(2011), which agrees with R15-11.
func Conductivity(c float64) float64 { return conductivity.at(c) }

// Expansion returns the volumetric thermal expansion of liquid water in 1/K at c °C,
// from 1 to 200 °C: the slope of Density. It is negative below 4 °C.
func Expansion(c float64) float64 {
	const d = 0.05
	c = math.Min(math.Max(c, 1), 200)
	return -(Density(c+d) - Density(c-d)) / (2 * d) / Density(c)
}
