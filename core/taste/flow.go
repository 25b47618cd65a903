package taste

import (
	"math"
	"slices"

	"apodemos/core/quantity"
)

// flowOff is from what part on a flow is slower, or faster, than planned so that one grinds for
// it. From memory.
const flowOff = 1.25

// A flow is how the water went through the coffee, over how it should: 2 where it took twice
// as long.
type flow struct {
	ratio float64
	said  quantity.Phrase
}

// flowed is the flow of the last cup; false where nobody counted or timed it, or it was as
// planned.
func (t *taster) flowed() (flow, bool) {
	if t.asked < 0 {
		return flow{}, false
	}
	had, c := t.brews[t.asked].Run, t.cups[t.asked]
	told, err := t.planner.Compute(t.brews[t.asked].Request)
	if err != nil || told.Made() == nil {
		return flow{}, false
	}
	b := told.Made()
	var f flow
	switch {
	case had.Presses != nil && c.plan.Request.Method == "pocket-pump":
		f.ratio = *had.Presses / usualPresses
		f.said = quantity.Either(f.ratio > 1, pressesTooFine, pressesTooCoarse).Say(quantity.Of(*had.Presses, quantity.None), quantity.Of(usualPresses, quantity.None))
	case had.ContactS != nil && b.Bed.Shape != "" && told.ContactS != nil && *told.ContactS > b.LastPour:
		f.ratio = math.Max(*had.ContactS-b.LastPour, 1) / (*told.ContactS - b.LastPour)
		f.said = quantity.Either(f.ratio > 1, drainedTooSlow, drainedTooFast).Say(quantity.Of(*had.ContactS, quantity.Second), quantity.Of(*told.ContactS, quantity.Second))
	}
	return f, f.ratio > flowOff || f.ratio > 0 && f.ratio < 1/flowOff
}

// byFlow is the grind at which the water would go through as planned: what a bed lets through
// goes with the square of the grind (Kozeny and Carman). It is the rule of the trade, for a cup
// of which nothing was tasted that speaks for another change.
func (t *taster) byFlow(from cup, allow []string, to aim) (try, flow, bool) {
	f, off := t.flowed()
	if !off || from.plan.Grind.Um == nil || !slices.Contains(allow, Grind) {
		return try{}, f, false
	}
	k := grind(from)
	if !k.why.IsZero() {
		return try{}, f, false
	}
	want := *from.plan.Grind.Um * math.Sqrt(f.ratio)
	way := int(math.Copysign(1, f.ratio-1))
	best, near := try{}, math.Abs(*from.plan.Grind.Um-want)
	for n := 1; n <= k.most; n++ {
		c, change, ok := t.at(k, way*n, from)
		if !ok || t.against(c, from) {
			break
		}
		if d := math.Abs(*c.plan.Grind.Um - want); d < near {
			best, near = try{c, change, t.miss(c, from, to), d, true}, d
		}
	}
	return best, f, best.ok
}
