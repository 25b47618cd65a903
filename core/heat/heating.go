package heat

import (
	"math"

	"apodemos/core/solve"
	"apodemos/core/water"
)

// Source is the state of the water put on the heat.
type Source string

// The states.
const (
	Liquid Source = "liquid"
	Snow   Source = "snow"
	Ice    Source = "ice"
)

// Heating is a vessel of water put on a burner.
type Heating struct {
	WaterG float64 // in all, liquid and frozen
	Source Source
	FromC  float64 // of the source
	// StarterG is liquid water at 0 °C put under snow so that the pot does
	// not scorch; part of WaterG.
	StarterG float64
	ToC      float64
	VesselC  float64 // of the empty vessel at the start
	Vessel   Vessel
	Cover    Cover
	Air      Air
	PowerW   float64 // heat burned at full
	// Efficiency in calm air with a lid, 0 to 1, and WindLoss as in Burner.
	Efficiency float64
	WindLoss   float64
	DwellS     float64 // time at the boil
	DwellFlame float64 // flame during the dwell, as a fraction of full
}

// Heated is what a heating takes. Heats are in kJ.
type Heated struct {
	WaterKJ  float64 // warming the liquid
	IceKJ    float64 // warming the ice to 0 °C
	MeltKJ   float64
	VesselKJ float64
	BoilKJ   float64 // boiling off
	AirKJ    float64 // lost to the air beyond what a lidded pot in calm air loses
	BurnedKJ float64 // all the heat of the fuel
	HeatS    float64 // to the target, melting included
	MeltS    float64 // the part of HeatS until all is liquid
	DwellS   float64
	BoiledG  float64
	// EfficiencyHere is Efficiency after the wind has had its share.
	EfficiencyHere float64
	// Reaches is false when the burner cannot bring this pot to the target in
	// this air; TopC is then about where it levels off, and the other fields
	// are zero.
	Reaches bool
	TopC    float64
}

// NeedKJ is the heat that must reach the pot: everything but what the burner
// itself wastes.
func (h Heated) NeedKJ() float64 {
	return h.WaterKJ + h.IceKJ + h.MeltKJ + h.VesselKJ + h.BoilKJ + h.AirKJ
}

// WindEfficiency returns an efficiency after wind: each m/s adds windLoss to
// the fuel and the time.
func WindEfficiency(efficiency, windLoss, windMs float64) float64 {
	return efficiency / (1 + windLoss*math.Max(windMs, 0))
}

// Heat computes the heating: Q = Σ m·c·ΔT of water and vessel, plus melting,
// plus the boil. The burner's net heat is its power times the efficiency; what
// the pot loses to wind or without a lid beyond a lidded pot in calm air (which
// the efficiency covers already) slows it, integrated over the temperature.
func (h Heating) Heat() Heated {
	kg := h.WaterG / 1000
	r := Heated{EfficiencyHere: WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs)}
	net := h.PowerW * r.EfficiencyHere // W into the pot
	start := h.FromC
	if h.Source == Snow || h.Source == Ice {
		frozen := math.Max(h.WaterG-h.StarterG, 0) / 1000
		r.IceKJ = frozen * water.IceSpecificHeat * math.Max(-h.FromC, 0)
		r.MeltKJ = frozen * water.HeatOfFusion
		start = 0
	}
	r.WaterKJ = kg * water.SpecificHeat * math.Max(h.ToC-start, 0)
	r.VesselKJ = h.Vessel.Capacity() * math.Max(h.ToC-h.VesselC, 0)
	r.TopC = h.ToC

	extra := h.Extra()
	if extra(h.ToC) >= net {
		top, _ := solve.Last(math.Min(start, h.ToC), h.ToC, 1e-6, func(c float64) bool { return extra(c) < net })
		return Heated{EfficiencyHere: r.EfficiencyHere, TopC: top}
	}
	r.Reaches = true
	// Ice and melting happen near 0 °C, where the extra loss is about nil.
	meltNet := net - extra(math.Min(0, h.ToC))
	r.MeltS = (r.IceKJ + r.MeltKJ) * 1000 / meltNet
	r.HeatS = r.MeltS
	if span := h.ToC - start; span > 0 {
		c := 1000 * (r.WaterKJ + r.VesselKJ) / span // J/K, the vessel's share spread evenly
		r.HeatS += c * integrate(func(t float64) float64 { return 1 / (net - extra(t)) }, extra, start, h.ToC, h.Air.TempC)
	}
	r.AirKJ = math.Max(net*r.HeatS/1000-r.WaterKJ-r.VesselKJ-r.IceKJ-r.MeltKJ, 0)
	r.BurnedKJ = h.PowerW * r.HeatS / 1000
	d := h.Dwell()
	r.DwellS, r.BoilKJ, r.BoiledG = d.DwellS, d.BoilKJ, d.BoiledG
	r.BurnedKJ += d.BurnedKJ
	return r
}

// Dwell computes the time at the boil alone: what it boils off and burns, which does
// not depend on how much water there is.
func (h Heating) Dwell() Heated {
	r := Heated{EfficiencyHere: WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs), Reaches: true, TopC: h.ToC}
	if h.DwellS > 0 {
		r.DwellS = h.DwellS
		r.BoilKJ = h.DwellFlame * h.PowerW * r.EfficiencyHere * h.DwellS / 1000
		r.BoiledG = 1000 * r.BoilKJ / water.HeatOfVaporisation(h.ToC)
		r.BurnedKJ = h.PowerW * h.DwellFlame * h.DwellS / 1000
	}
	return r
}

// integrate returns ∫ f dT from lo to hi by Gauss–Legendre quadrature, in pieces
// within which f is smooth: below the root of the extra loss f is constant, and
// convection goes with a root of the distance from the air's temperature.
func integrate(f, extra func(float64) float64, lo, hi, air float64) float64 {
	if extra(lo) == 0 && extra(hi) > 0 {
		_, b := solve.Last(lo, hi, 1e-9, func(c float64) bool { return extra(c) == 0 })
		return (b-lo)*f(lo) + integrate(f, extra, b, hi, air)
	}
	if lo < air && air < hi {
		return integrate(f, extra, lo, air, air) + integrate(f, extra, air, hi, air)
	}
	if extra(hi) == 0 {
		return (hi - lo) * f(hi)
	}
	// T = air ± span·u² makes the quarter root smooth enough.
	near, span := lo, hi-air
	if hi <= air {
		near, span = hi, lo-air
	}
	u0 := math.Sqrt(math.Max((near-air)/span, 0))
	const panels = 4
	half := (1 - u0) / panels / 2
	sum := 0.0
	for p := range panels {
		mid := u0 + half*float64(2*p+1)
		for i, x := range gauss8.x {
			for _, u := range [2]float64{mid - half*x, mid + half*x} {
				sum += gauss8.w[i] * f(air+span*u*u) * 2 * u
			}
		}
	}
	return math.Abs(span) * sum * half
}

// gauss8 holds the nodes and weights of 8-point Gauss–Legendre quadrature on
// one side of the middle (Abramowitz and Stegun, table 25.4).
var gauss8 = struct{ x, w [4]float64 }{
	[4]float64{0.1834346424956498, 0.5255324099163290, 0.7966664774136267, 0.9602898564975363},
	[4]float64{0.3626837833783620, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763},
}

// Extra returns the loss that slows the heating at c °C, in W: what the pot loses to
// the air beyond a lidded pot in calm air, which the efficiency covers already.
func (h Heating) Extra() func(c float64) float64 {
	here := NewLoss(h.Vessel, h.WaterG, h.Cover, h.Air)
	calm := NewLoss(h.Vessel, h.WaterG, min(h.Cover, Lidded), Air{TempC: h.Air.TempC})
	if h.Cover <= Lidded && h.Air.WindMs <= 0 {
		return func(float64) float64 { return 0 } // they are the same
	}
	return func(c float64) float64 { return math.Max(here.Watts(c)-calm.Watts(c), 0) }
}
