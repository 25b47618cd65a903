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
	// mean is the mean flame while it heats, less what it is taken to be.
	mean := func(w float64) float64 {
		_, r := at(w)
		s := n * longestGasS
		if r.Reaches {
			s = math.Min(n*r.HeatS, s)
		}
		_, d := k.Burn(j, h.flame(full, j), math.Inf(1), s, h.Air)
		return 1000*d.KJ/s - w
	}
	w, feeds := full, true
	if short := mean(full); short < -1e-6*full {
		// Between the weakest flame that still brings it to the target, and what the gas
		// gives while it would take the time of the full one: the longer it takes, the
		// colder the canister.
		least := math.Max(1.02*way.atEnd/WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs), outShare*full)
		most := full + short
		if most <= least {
			feeds = false
		} else if over := mean(least); over <= 0 {
			feeds = false
		} else {
			w = solve.Root(least, most, over, mean(most), 3e-4*full, mean)
		}
	}
	g := Gassed{Feeds: feeds}
	g.Heating, g.Heated = at(w)
	hot, d := k.Burn(j, h.flame(full, j), n*g.PowerW*g.Heated.HeatS/1000, n*longestGasS, h.Air)
	end, low := hot.Burn(j, g.Heated.DwellFlame*w/j.FullW, n*w*g.Heated.DwellFlame*g.Heated.DwellS/1000, n*longestGasS, h.Air)
	g.Hot, g.End, g.LowestBar = hot, end, math.Min(d.LowestBar, low.LowestBar)
	return g
}

// flame is the part of the jet's full flame that a heating's is.
func (h Heating) flame(full float64, j Jet) float64 { return math.Min(full/j.FullW, 1) }
