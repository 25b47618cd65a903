package heat

import (
	"math"

	"apodemos/core/quantity"
)

// A Vessel holds something hot.
type Vessel struct {
	CapacityMl float64
	DiameterMm float64
	MassG      float64
	Material   Material
	Insulated  bool
	Wrapped    bool // in wool: a sock, a glove, a scarf
	// LossFactor scales the loss; 1 as modelled, or as fitted from a reading.
	LossFactor float64
}

// Capacity returns the vessel's heat capacity in kJ/K.
func (v Vessel) Capacity() float64 { return v.MassG / 1000 * v.Material.SpecificHeat }

// Air is what surrounds a vessel.
type Air struct {
	TempC  float64
	WindMs float64 // at the vessel, behind any screen
	HPa    float64 // its pressure; 0 is that at sea level
}

func (a Air) pa() float64 {
	if a.HPa <= 0 {
		return seaPa
	}
	return 100 * a.HPa
}

// Cover is the share of the free surface that is open to the air: 1 for an
// open pot, a little for a lid or a spout.
type Cover float64

// Covers in use. Common practice chose the figures: with them the model gives
// the waiting rules that people use.
const (
	Open    Cover = 1
	Spouted Cover = 0.40 // a kettle off the heat: a spout, or the lid ajar
	Crusted Cover = 0.30 // a crust of grounds
	Lidded  Cover = 0.05 // a lid that sits, or one over a crust
	Closed  Cover = 0
)

// pourLoss is the share of what it is warmer than the air that water loses as it is
// poured in a stream: about one degree just off the boil. From memory.
const pourLoss = 0.0125

// Poured returns the temperature in °C of water at c °C once it has been poured through
// air.
func Poured(c float64, a Air) float64 {
	if c <= a.TempC {
		return c
	}
	return c - pourLoss*(c-a.TempC)
}

// Loss is the heat loss of a filled vessel, ready to be evaluated at any
// temperature.
//
// Walls: natural convection 1.42·(ΔT/L)^¼·(P/P₀)^½ W/m²K (Holman, Heat Transfer,
// vertical surface in air, laminar) and forced convection by Churchill and Bernstein
// (J Heat Transfer 99:300, 1977; a cylinder across the wind) in air of this density,
// joined as the cube root of the sum of their cubes; radiation by Stefan and Boltzmann;
// the wall's resistance and insulation in series. Free surface: see surface.
type Loss struct {
	air      Air
	wallArea float64 // side and covered top, m²
	openArea float64 // m²
	height   float64 // m
	diameter float64 // m
	forced   float64 // W/m²K
	thin     float64 // of natural convection, against that at sea level
	emissive float64
	resist   float64 // m²K/W
	open     *surface
	factor   float64
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
		openArea: open,
		forced:   forcedConvection(a, d),
		thin:     math.Sqrt(a.pa() / seaPa),
		emissive: v.Material.Emissivity,
		resist:   v.Material.Wall,
		factor:   v.LossFactor,
	}
	if open > 0 {
		l.open = surfaceFor(d, a)
	}
	if l.factor <= 0 {
		l.factor = 1
	}
	if v.Insulated {
		l.resist += InsulationR
	}
	if v.Wrapped {
		l.resist += WrapR
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
func forcedConvection(a Air, d float64) float64 {
	const filmK, pr = 323.15, 0.71
	if a.WindMs <= 0 {
		return 0
	}
	mu, k, rho := dryAir(filmK, a.pa())
	re := a.WindMs * d * rho / mu
	n := 0.3 + 0.62*math.Sqrt(re)*math.Cbrt(pr)/math.Pow(1+math.Pow(0.4/pr, 2.0/3), 0.25)*
		math.Pow(1+math.Pow(re/282000, 0.625), 0.8)
	return n * k / d
}

// outer returns the coefficient at the outside of a surface at s °C, W/m²K.
func (l *Loss) outer(s, emissivity float64) float64 {
	dt := math.Abs(s - l.air.TempC)
	nat := 1.42 * l.thin * math.Sqrt(math.Sqrt(dt/l.height))
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
	return l.factor * l.openArea * l.open.watts(c)
}

// Scale multiplies the loss by a factor: 1 as modelled.
func (l *Loss) Scale(factor float64) { l.factor = factor }

// AirC is the temperature of the air around, °C.
func (l *Loss) AirC() float64 { return l.air.TempC }
