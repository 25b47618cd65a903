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
	DwellFlame float64 // lowest flame during the dwell, as a fraction of full
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
	// DwellFlame is the flame that keeps it at the boil, as a fraction of full: the
	// lowest, or what the pot loses in this air and a little more. DwellLostW is what it
	// loses.
	DwellFlame float64
	DwellLostW float64
	BoiledG    float64
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
func (h Heating) Heat() Heated { return h.along(h.way()) }

// A way is the extra loss on the way from the start to the target: what does not depend on
// the flame.
type way struct {
	extra func(c float64) float64
	atEnd float64
	parts []part
}

// A part of the way, in K, and the extra loss in it, in W.
type part struct{ span, extra float64 }

func (h Heating) way() way {
	w := way{extra: h.Extra()}
	w.atEnd = w.extra(h.ToC)
	if start := h.start(); h.ToC > start {
		w.parts = split(make([]part, 0, 72), w.extra, start, h.ToC, h.Air.TempC)
	}
	return w
}

// start is the temperature from which the liquid is heated.
func (h Heating) start() float64 {
	if h.Source == Snow || h.Source == Ice {
		return 0
	}
	return h.FromC
}

// along is the heating, given its way.
func (h Heating) along(w way) Heated {
	kg := h.WaterG / 1000
	r := Heated{EfficiencyHere: WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs)}
	net := h.PowerW * r.EfficiencyHere // W into the pot
	start := h.start()
	if h.Source == Snow || h.Source == Ice {
		frozen := math.Max(h.WaterG-h.StarterG, 0) / 1000
		r.IceKJ = frozen * water.IceSpecificHeat * math.Max(-h.FromC, 0)
		r.MeltKJ = frozen * water.HeatOfFusion
	}
	r.WaterKJ = kg * water.SpecificHeat * math.Max(h.ToC-start, 0)
	r.VesselKJ = h.Vessel.Capacity() * math.Max(h.ToC-h.VesselC, 0)
	r.TopC = h.ToC

	if w.atEnd >= net {
		top, _ := solve.Last(math.Min(start, h.ToC), h.ToC, 1e-6, func(c float64) bool { return w.extra(c) < net })
		return Heated{EfficiencyHere: r.EfficiencyHere, TopC: top}
	}
	r.Reaches = true
	// Ice and melting happen near 0 °C, where the extra loss is about nil.
	meltNet := net - w.extra(math.Min(0, h.ToC))
	r.MeltS = (r.IceKJ + r.MeltKJ) * 1000 / meltNet
	r.HeatS = r.MeltS
	if span := h.ToC - start; span > 0 {
		c := 1000 * (r.WaterKJ + r.VesselKJ) / span // J/K, the vessel's share spread evenly
		sum := 0.0
		for _, p := range w.parts {
			sum += p.span / (net - p.extra)
		}
		r.HeatS += c * sum
	}
	r.AirKJ = math.Max(net*r.HeatS/1000-r.WaterKJ-r.VesselKJ-r.IceKJ-r.MeltKJ, 0)
	r.BurnedKJ = h.PowerW * r.HeatS / 1000
	d := h.Dwell()
	r.DwellS, r.BoilKJ, r.BoiledG, r.DwellFlame, r.DwellLostW = d.DwellS, d.BoilKJ, d.BoiledG, d.DwellFlame, d.DwellLostW
	r.AirKJ += d.AirKJ
	r.BurnedKJ += d.BurnedKJ
	return r
}

// boilMore is by how much more than it loses a pot is heated to be kept at the boil.
// From memory.
const boilMore = 1.15

// Dwell computes the time at the boil alone: what it boils off and burns. The low flame
// keeps it there where it gives more than the pot loses; where it does not, as in wind or
// without a lid, the flame is as much higher, up to the full one.
func (h Heating) Dwell() Heated {
	r := Heated{EfficiencyHere: WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs), Reaches: true, TopC: h.ToC}
	if h.DwellS <= 0 {
		return r
	}
	full := h.PowerW * r.EfficiencyHere
	// The efficiency covers what a lidded pot loses in calm air while it is heated at
	// full; at the boil on a low flame the pot's own loss counts, all of it.
	l := NewLoss(h.Vessel, h.WaterG, h.Cover, h.Air)
	dry := math.Max(l.Walls(h.ToC), 0)
	r.DwellLostW = dry + math.Max(l.Surface(h.ToC), 0)
	r.DwellS = h.DwellS
	r.DwellFlame = math.Min(math.Max(h.DwellFlame, boilMore*r.DwellLostW/full), 1)
	net := r.DwellFlame * full
	// What the walls lose is gone; the rest leaves as vapour, boiled or from the surface.
	r.AirKJ = math.Min(dry, net) * h.DwellS / 1000
	r.BoilKJ = math.Max(net-dry, 0) * h.DwellS / 1000
	r.BoiledG = 1000 * r.BoilKJ / water.HeatOfVaporisation(h.ToC)
	r.BurnedKJ = h.PowerW * r.DwellFlame * h.DwellS / 1000
	return r
}

// split adds the nodes of Gauss–Legendre quadrature from lo to hi, in pieces within which
// the extra loss is smooth: below its root it is constant, and convection goes with a root
// of the distance from the air's temperature.
func split(to []part, extra func(float64) float64, lo, hi, air float64) []part {
	if extra(lo) == 0 && extra(hi) > 0 {
		_, b := solve.Last(lo, hi, 1e-9, func(c float64) bool { return extra(c) == 0 })
		return split(append(to, part{b - lo, 0}), extra, b, hi, air)
	}
	if lo < air && air < hi {
		return split(split(to, extra, lo, air, air), extra, air, hi, air)
	}
	if extra(hi) == 0 {
		return append(to, part{hi - lo, 0})
	}
	// T = air ± span·u² makes the quarter root smooth enough.
	near, span := lo, hi-air
	if hi <= air {
		near, span = hi, lo-air
	}
	u0 := math.Sqrt(math.Max((near-air)/span, 0))
	const panels = 4
	half := (1 - u0) / panels / 2
	for p := range panels {
		mid := u0 + half*float64(2*p+1)
		for i, x := range gauss8.x {
			for _, u := range [2]float64{mid - half*x, mid + half*x} {
				to = append(to, part{math.Abs(span) * half * gauss8.w[i] * 2 * u, extra(air + span*u*u)})
			}
		}
	}
	return to
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
	calm := NewLoss(h.Vessel, h.WaterG, min(h.Cover, Lidded), Air{TempC: h.Air.TempC, HPa: h.Air.HPa})
	if h.Cover <= Lidded && h.Air.WindMs <= 0 {
		return func(float64) float64 { return 0 } // they are the same
	}
	return func(c float64) float64 { return math.Max(here.Watts(c)-calm.Watts(c), 0) }
}
