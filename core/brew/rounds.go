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
func (c *calc) rounds() {
	n, each, cups := int(c.batch.n), 1, int(*c.req.Drinkers)
	if c.method.Family == "cup" {
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
		if s.ID == "fill-kettle" || s.ID == "flame-full" {
			kettleFrom = math.Min(kettleFrom, s.AtS)
		}
	}
	w := &c.when
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
		kettleTo := w.lastPour + lastCup
		if c.method.InPot() || c.way() == method.OnFlame || w.lastPour == 0 {
			kettleTo = w.served
		}
		// The brewer is taken from its hot preparation until it is empty.
		every = w.served + lastCup + w.hot
		if c.plan.Heat != nil {
			every = math.Max(every, kettleTo-kettleFrom)
		}
		every = interval(hands, every, n)
	}
	kind := "batch"
	if c.method.Family == "cup" {
		kind = "cup"
	}
	for b := range n {
		for i := range min(each, cups-len(c.plan.Rounds)) {
			at := every*float64(b) + apart*float64(i)
			r := Round{Kind: kind, N: len(c.plan.Rounds) + 1, StartS: at, PourS: at, EndS: at + w.contact, ReadyS: at + w.served}
			if i == 0 {
				r.StartS += start
			}
			c.plan.Rounds = append(c.plan.Rounds, r)
		}
	}
	ready := quantity.Of(c.plan.Rounds[len(c.plan.Rounds)-1].ReadyS, quantity.Second)
	if each > 1 {
		c.note("next-cup", "The steps are those of one cup, and the guide goes through all of them; this leaves both hands free for each in its turn.", "Pour the next cup {0} after the one before; the last is ready at {1}.",
			quantity.Of(apart, quantity.Second), ready)
	}
	if n == 1 {
		return
	}
	why := "The steps are those of one batch, and the guide goes through all of them. One kettle, one brewer and one pair of hands set the pace."
	if c.plan.Heat != nil && c.way() != method.Unheated {
		c.note("next-batch", why, "Put the water on again at {0} for the next batch; one is ready every {1}, the last at {2}.",
			quantity.Of(w.light+every, quantity.Second), quantity.Of(every, quantity.Second), ready)
	} else {
		c.note("next-batch", why, "Begin the next batch {0} after the one before; the last is ready at {1}.", quantity.Of(every, quantity.Second), ready)
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
