package trip

import (
	"reflect"

	"apodemos/core/brew"
)

// withAll is what goes into all the cups of a brew besides coffee.
type withAll struct{ sugarG, freshMl, cannedMl, condensedG float64 }

func withOf(p *brew.Plan) withAll {
	w, n := p.Request.With, *p.Request.Drinkers
	all := withAll{sugarG: n * or(w.SugarG, 0), condensedG: n * or(w.CondensedG, 0)}
	if w.Milk != nil && *w.Milk == brew.CannedMilk {
		all.cannedMl = n * or(w.MilkMl, 0)
	} else {
		all.freshMl = n * or(w.MilkMl, 0)
	}
	return all
}

// In is a request with the sugar and the milk of the trip, where the brew says nothing of
// them. What a style drips onto stays the style's.
func (s Supplies) In(r brew.Request) brew.Request {
	w := &r.With
	if w.SugarG == nil {
		w.SugarG = s.SugarG
	}
	if w.MilkMl == nil && s.MilkMl != nil {
		w.MilkMl = s.MilkMl
		if s.Milk != "" {
			w.Milk = &s.Milk
		}
	}
	if w.CondensedG == nil && !brew.DripsOntoMilk(r) {
		w.CondensedG = s.CondensedG
	}
	return r
}

// Without is the inverse of In: what is the trip's is left to it, so that the brew follows when
// the trip is changed.
func (s Supplies) Without(r brew.Request) brew.Request {
	bare := r
	bare.With = brew.With{}
	if reflect.DeepEqual(s.In(bare).With, r.With) {
		return bare
	}
	return r
}
