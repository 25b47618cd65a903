package brew

import (
	"math"

	"apodemos/core/method"
	"apodemos/core/quantity"
)

type span struct{ from, to float64 }

// rounds lays batches, and cups that steep on their own, one after the other as
// closely as one pair of hands, one kettle and one brewer allow. Every round has
// the shape of the first, so one interval is all there is to find.
func (c *script) rounds() {
	n, each, cups := int(c.Batch.N), 1, int(*c.Request.Drinkers)
	if c.Method.Family == "cup" {
		each = max(int(c.cupsABatch()), 1)
	} else {
		cups = n
	}
	if cups < 2 {
		return
	}
	var brewing, before []span // of the hands
	start := 0.0
	kettleFrom := 0.0
	for _, s := range c.plan.Steps {
		start = math.Min(start, s.AtS)
		if s.Lane == method.Hands || s.Lane == method.Scale {
			if s.AtS < 0 {
				before = append(before, span{s.AtS, s.AtS + s.ForS})
			} else {
				brewing = append(brewing, span{s.AtS, s.AtS + s.ForS})
			}
		}
		if s.ID == method.FillKettle || s.ID == method.FlameFull {
			kettleFrom = math.Min(kettleFrom, s.AtS)
		}
	}
	// Cups first: the water, the cups and the coffee are made ready for all of
	// a batch together.
	var apart float64
	hands := append(before, brewing...)
	if each > 1 {
		apart = interval(brewing, 0, each)
		for i := 1; i < each; i++ {
			for _, s := range brewing {
				hands = append(hands, span{s.from + float64(i)*apart, s.to + float64(i)*apart})
			}
		}
	}
	lastCup := apart * float64(each-1)
	var every float64
	if n > 1 {
		kettleTo := c.LastPour + lastCup
		if c.Method.InPot() || c.OnFlame() || c.LastPour == 0 {
			kettleTo = c.ServedS
		}
		// The brewer is taken from its hot preparation until it is empty.
		every = c.ServedS + lastCup + c.PrepareS
		if c.plan.Heat != nil {
			every = math.Max(every, kettleTo-kettleFrom)
		}
		every = interval(hands, every, n)
	}
	kind := "batch"
	if c.Method.Family == "cup" {
		kind = "cup"
	}
	for b := range n {
		for i := range min(each, cups-len(c.plan.Rounds)) {
			at := every*float64(b) + apart*float64(i)
			r := Round{Kind: kind, N: len(c.plan.Rounds) + 1, StartS: at, PourS: at, EndS: at + c.ContactS, ReadyS: at + c.ServedS}
			if i == 0 {
				r.StartS += start
			}
			c.plan.Rounds = append(c.plan.Rounds, r)
		}
	}
	ready := quantity.Of(c.plan.Rounds[len(c.plan.Rounds)-1].ReadyS, quantity.Second)
	if each > 1 {
		decide(&c.plan.decided, "next-cup", "", quantity.Of(apart, quantity.Second), ready)
	}
	switch {
	case n == 1:
	case c.plan.Heat != nil && !c.heatless():
		decide(&c.plan.decided, "next-batch", "heat", quantity.Of(c.LightS+every, quantity.Second), quantity.Of(every, quantity.Second), ready)
	default:
		decide(&c.plan.decided, "next-batch", "", quantity.Of(every, quantity.Second), ready)
	}
}

// interval is the shortest time, at least `least`, between equal rounds such
// that no two steps of any two of n rounds take the hands at once.
func interval(hands []span, least float64, n int) float64 {
	every := math.Max(least, 1)
	for moved := true; moved; {
		moved = false
		for k := 1; k < n && !moved; k++ {
			by := every * float64(k)
			for _, a := range hands {
				for _, b := range hands {
					if b.from+by < a.to-1e-9 && a.from < b.to+by-1e-9 {
						every = (a.to-b.from)/float64(k) + 1e-6
						moved = true
					}
				}
			}
		}
	}
	return every
}
