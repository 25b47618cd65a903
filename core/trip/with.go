package trip

import "apodemos/core/brew"

// withAll is what goes into all the cups of a brew besides coffee.
type withAll struct{ sugarG, freshMl, cannedMl, condensedG float64 }

// withOf is that of a plan, with the trip's where the brew says nothing.
func (s Supplies) withOf(p *brew.Plan) withAll {
	w, n := s.In(p.Request).With, *p.Request.Drinkers
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
