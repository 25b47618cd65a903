package water

import (
	"errors"
	"math"

	"apodemos/core/quantity"
)

// Range of the saturation line in IF97 region 4, in Pa.
const (
	MinSaturationPa = 611.213
	MaxSaturationPa = 22.064e6
)

// ErrSaturation is returned outside the saturation line.
var ErrSaturation = errors.New("outside the saturation line, 611.213 Pa to 22.064 MPa (0 to 373.946 °C)")

// Coefficients of IAPWS R7-97(2012), table 34.
var r4 = [11]float64{
	0,
	0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2,
	0.12020824702470e5, -0.32325550322333e7, 0.14915108613530e2,
	-0.48232657361591e4, 0.40511340542057e6, -0.23855557567849,
	0.65017534844798e3,
}

// SaturationTemperature returns the boiling point in °C at a pressure in Pa:
// IAPWS R7-97(2012), eq. 31.
func SaturationTemperature(pa float64) (float64, error) {
	if !(pa >= MinSaturationPa && pa <= MaxSaturationPa) {
		return 0, ErrSaturation
	}
	beta := math.Sqrt(math.Sqrt(pa / 1e6))
	e := beta*beta + r4[3]*beta + r4[6]
	f := r4[1]*beta*beta + r4[4]*beta + r4[7]
	g := r4[2]*beta*beta + r4[5]*beta + r4[8]
	d := 2 * g / (-f - math.Sqrt(f*f-4*e*g))
	t := (r4[10] + d - math.Sqrt((r4[10]+d)*(r4[10]+d)-4*(r4[9]+r4[10]*d))) / 2
	return quantity.ToCelsius(t), nil
}

// SaturationPressure returns the pressure in Pa at which water boils at a
// temperature in °C, from 0 to 373.946 °C: IAPWS R7-97(2012), eq. 30.
func SaturationPressure(c float64) (float64, error) {
	t := quantity.ToKelvin(c)
	if !(t >= 273.15 && t <= 647.096) {
		return 0, ErrSaturation
	}
	return saturationPa(t), nil
}

func saturationPa(t float64) float64 {
	th := t + r4[9]/(t-r4[10])
	a := th*th + r4[1]*th + r4[2]
	b := r4[3]*th*th + r4[4]*th + r4[5]
	c := r4[6]*th*th + r4[7]*th + r4[8]
	x := 2 * c / (-b + math.Sqrt(b*b-4*a*c))
	x *= x
	return x * x * 1e6
}

// VapourPressure returns the pressure of water vapour in kPa over liquid water
// at c °C. Below 0 °C it follows the same equation into supercooled water,
// which serves for the little vapour there is in cold air.
func VapourPressure(c float64) float64 {
	return saturationPa(quantity.ToKelvin(math.Max(c, -60))) / 1000
}

// Critical point of water, as used by IAPWS SR1-86(1992).
const (
	criticalK   = 647.096
	criticalRho = 322.0 // kg/m³
)

// Density returns the density of saturated liquid water in kg/m³ at c °C, from
// 0 to 373 °C: IAPWS SR1-86(1992), eq. 2.
func Density(c float64) float64 {
	th := 1 - quantity.ToKelvin(c)/criticalK
	x := math.Cbrt(th)
	p := func(n float64) float64 { return math.Pow(x, n) }
	return criticalRho * (1 + 1.99274064*x + 1.09965342*p(2) - 0.510839303*p(5) -
		1.75493479*p(16) - 45.5170352*p(43) - 6.74694450e5*p(110))
}

func vapourDensity(c float64) float64 {
	th := 1 - quantity.ToKelvin(c)/criticalK
	x := math.Pow(th, 1.0/6)
	p := func(n float64) float64 { return math.Pow(x, n) }
	return criticalRho * math.Exp(-2.03150240*p(2)-2.68302940*p(4)-5.38626492*p(8)-
		17.2991605*p(18)-44.7586581*p(37)-63.9201063*p(71))
}

// HeatOfVaporisation returns the heat that boils water away at c °C, in kJ/kg,
// from 1 to 370 °C: Clapeyron's equation on the saturation line of IF97 with
// the densities of IAPWS SR1-86(1992).
func HeatOfVaporisation(c float64) float64 {
	t := quantity.ToKelvin(math.Min(math.Max(c, 1), 370))
	const h = 0.01
	slope := (saturationPa(t+h) - saturationPa(t-h)) / (2 * h)
	cc := quantity.ToCelsius(t)
	return t * slope * (1/vapourDensity(cc) - 1/Density(cc)) / 1000
}

// Heat constants.
const (
	// SpecificHeat of liquid water, kJ/(kg·K): the mean from 10 to 100 °C,
	// (419.10 − 42.02)/90 from the saturation enthalpies of IAPWS-IF97.
	SpecificHeat = 4.190
	// IceSpecificHeat of ice near −10 °C, kJ/(kg·K) (handbook value).
	IceSpecificHeat = 2.1
	// HeatOfFusion of ice at 0 °C, kJ/kg (handbook value).
	HeatOfFusion = 333.55
)
