package heat

import (
	"math"

	"apodemos/core/quantity"
	"apodemos/core/water"
)

// A Vessel holds something hot.
type Vessel struct {
	CapacityMl float64
	DiameterMm float64
	MassG      float64
	Material   Material
	Insulated  bool
	// LossFactor scales the loss; 1 as modelled, or as fitted from a reading.
	LossFactor float64
}

// Capacity returns the vessel's heat capacity in kJ/K.
func (v Vessel) Capacity() float64 { return v.MassG / 1000 * v.Material.SpecificHeat }

// Air is what surrounds a vessel.
type Air struct {
	TempC  float64
	WindMs float64 // at the vessel, behind any screen
}

// Cover is the share of the free surface that is open to the air: 1 for an
// open pot, a little for a lid or a spout.
type Cover float64

// Covers in use. Common practice chose the figures: with them the model gives
// the waiting rules that people use.
const (
	Open    Cover = 1
	Crusted Cover = 0.30 // a crust of grounds
	Lidded  Cover = 0.05
	Closed  Cover = 0
)

// Loss is the heat loss of a filled vessel, ready to be evaluated at any
// temperature.
//
// Walls: natural convection 1.42·(ΔT/L)^¼ W/m²K (Holman, Heat Transfer,
// vertical surface in air) and forced convection by Churchill and Bernstein
// (J Heat Transfer 99:300, 1977; a cylinder across the wind), joined as the
// cube root of the sum of their cubes; radiation by Stefan and Boltzmann; the
// wall's resistance and insulation in series. Free surface: Carrier 1918 as in
// the ASHRAE Handbook (HVAC Applications, pools), which leaves out W·Y =
// A·(p_w − p_a)·(0.089 + 0.0782·v) kW, with half-humid air.
//
// The coefficients are those of sea-level air: thin air carries less by
// convection and lets more evaporate, and neither is modelled.
type Loss struct {
	air       Air
	wallArea  float64 // side and covered top, m²
	openArea  float64 // m²
	height    float64 // m
	diameter  float64 // m
	forced    float64 // W/m²K
	emissive  float64
	resist    float64 // m²K/W
	vapourAir float64 // kPa
	evap      float64 // kW/kPa
	factor    float64
}

const (
	stefanBoltzmann = 5.670374419e-8
	waterEmissivity = 0.96
	humidity        = 0.5
	minHeightM      = 0.01
)

// NewLoss prepares the loss of vessel v holding fillMl in air a under cover c.
func NewLoss(v Vessel, fillMl float64, c Cover, a Air) Loss {
	d := v.DiameterMm / 1000
	top := math.Pi * d * d / 4
	open := top * float64(c)
	l := Loss{
		air: a, diameter: d,
		openArea:  open,
		forced:    forcedConvection(a.WindMs, d),
		emissive:  v.Material.Emissivity,
		resist:    v.Material.Wall,
		vapourAir: humidity * water.VapourPressure(a.TempC),
		evap:      open * (0.089 + 0.0782*a.WindMs),
		factor:    v.LossFactor,
	}
	if l.factor <= 0 {
		l.factor = 1
	}
	if v.Insulated {
		l.resist += InsulationR
	}
	l.Refill(fillMl)
	return l
}

// Refill changes how much the vessel holds, in ml.
func (l *Loss) Refill(fillMl float64) {
	top := math.Pi * l.diameter * l.diameter / 4
	l.height = math.Max(fillMl/1e6/top, minHeightM)
	l.wallArea = math.Pi*l.diameter*l.height + top - l.openArea
}

// forcedConvection is Churchill and Bernstein for air at about 50 °C.
func forcedConvection(wind, d float64) float64 {
	const nu, k, pr = 1.80e-5, 0.0278, 0.71
	if wind <= 0 {
		return 0
	}
	re := wind * d / nu
	n := 0.3 + 0.62*math.Sqrt(re)*math.Cbrt(pr)/math.Pow(1+math.Pow(0.4/pr, 2.0/3), 0.25)*
		math.Pow(1+math.Pow(re/282000, 0.625), 0.8)
	return n * k / d
}

// outer returns the coefficient at the outside of a surface at s °C, W/m²K.
func (l *Loss) outer(s, emissivity float64) float64 {
	dt := math.Abs(s - l.air.TempC)
	nat := 1.42 * math.Sqrt(math.Sqrt(dt/l.height))
	conv := nat
	if l.forced > 0 {
		conv = math.Cbrt(nat*nat*nat + l.forced*l.forced*l.forced)
	}
	ts, ta := quantity.ToKelvin(s), quantity.ToKelvin(l.air.TempC)
	return conv + emissivity*stefanBoltzmann*(ts*ts+ta*ta)*(ts+ta)
}

// Watts returns the heat lost at c °C, in W; negative when the air is warmer.
func (l *Loss) Watts(c float64) float64 { return l.Walls(c) + l.Surface(c) }

// Walls returns the part lost through walls and lid, W.
func (l *Loss) Walls(c float64) float64 {
	h := l.outer(c, l.emissive)
	if l.resist > 0.001 {
		// The outside of a poor conductor is cooler than the water.
		s := l.air.TempC + (c-l.air.TempC)/(1+h*l.resist)
		h = l.outer(s, l.emissive)
	}
	return l.factor * l.wallArea * (c - l.air.TempC) / (l.resist + 1/h)
}

// Surface returns the part lost from the open surface, W: evaporation,
// convection and radiation.
func (l *Loss) Surface(c float64) float64 {
	if l.openArea == 0 {
		return 0
	}
	return l.factor * (1000*l.evap*(water.VapourPressure(c)-l.vapourAir) +
		l.openArea*l.outer(c, waterEmissivity)*(c-l.air.TempC))
}

// Scale multiplies the loss by a factor: 1 as modelled.
func (l *Loss) Scale(factor float64) { l.factor = factor }

// AirC is the temperature of the air around, °C.
func (l *Loss) AirC() float64 { return l.air.TempC }
