package heat

import (
	"math"

	"apodemos/core/solve"
)

// Gassed is a heating that a canister feeds: its time, its fuel and the canister are one
// calculation.
type Gassed struct {
	Heating            // with the mean flame that the gas gives
	Heated    Heated   // of one of the heatings
	Hot       Canister // when the last is hot
	End       Canister // after the boils
	LowestBar float64  // absolute, on the way
	// Feeds is false where the gas does not bring the pot to its target; the flame is
	// then the full one.
	Feeds bool
}

// longestGasS is as long as a heating on weak gas is followed.
const longestGasS = 3 * 3600

// OnGas finds what n like heatings, one after the other, come to on gas from a canister:
// PowerW is the flame at the rated pressure. A canister with too little in it is followed
// as if there were enough: what is missing is the caller's to say.
func (h Heating) OnGas(k Canister, j Jet, n float64) Gassed {
	full, way := h.PowerW, h.way()
	need := n * h.along(way).BurnedKJ / math.Max(k.LHV(), 1) // g at least
	if m := k.Mass(); m > 1e-3 && m < 2*need {
		k.Blend = k.Scale(2 * need / m)
	}
	at := func(w float64) (Heating, Heated) {
		g := h
		g.PowerW = w
		g.DwellFlame = math.Min(h.DwellFlame*full/w, 1)
		return g, g.along(way)
	}
	g := Gassed{}
	g.Heating, g.Heated = at(full)
	// The canister with the valve wide open, which it is whatever the pot does with it; at
	// each moment the mean flame until then, and whether that would have brought the pot
	// to its target by now.
	const parts = 12
	e, perKJ := k.exchange(h.Air)
	now, flame, pressure := k, h.flame(full, j), k.Pressure(k.TempC)
	g.LowestBar = pressure
	var t, kJ float64
	dt := n * g.Heated.HeatS / parts
	for i := 0; t < n*longestGasS && dt > 0; i++ {
		if i > 0 && i%parts == 0 {
			dt *= 2 // a weak flame is followed in longer steps
		}
		was, from, gave := now, t, kJ
		d := now.step(j, flame, math.Inf(1), dt, e, perKJ, &pressure)
		if d.Seconds == 0 {
			break
		}
		t, kJ = t+d.Seconds, kJ+d.KJ
		late := func(s float64) float64 { // s seconds into this step
			_, r := at((gave + d.KJ*s/d.Seconds) * 1000 / (from + s))
			if !r.Reaches {
				return n * longestGasS
			}
			return n*r.HeatS - (from + s)
		}
		if end := late(d.Seconds); end <= 1e-9*t {
			s := d.Seconds
			if end < 0 {
				s = solve.Root(0, d.Seconds, math.Max(late(1e-9*d.Seconds), 1e-9), end, 1e-6*d.Seconds, late)
			}
			g.Feeds = true
			g.Heating, g.Heated = at(math.Min((gave+d.KJ*s/d.Seconds)*1000/(from+s), full))
			was.step(j, flame, math.Inf(1), s, e, perKJ, new(was.Pressure(was.TempC)))
			g.Hot = was
			g.LowestBar = math.Min(g.LowestBar, was.Pressure(was.TempC))
			break
		}
		g.LowestBar = math.Min(g.LowestBar, pressure)
	}
	if !g.Feeds {
		g.Heating, g.Heated = at(full)
		g.Hot, _ = k.Burn(j, flame, n*full*g.Heated.HeatS/1000, n*longestGasS, h.Air)
	}
	end, low := g.Hot.Burn(j, g.Heated.DwellFlame*g.PowerW/j.FullW, n*g.PowerW*g.Heated.DwellFlame*g.Heated.DwellS/1000, n*longestGasS, h.Air)
	g.End, g.LowestBar = end, math.Min(g.LowestBar, low.LowestBar)
	return g
}

// flame is the part of the jet's full flame that a heating's is.
func (h Heating) flame(full float64, j Jet) float64 { return math.Min(full/j.FullW, 1) }
