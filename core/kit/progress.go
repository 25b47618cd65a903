package kit

import (
	"context"
	"math"
)

// Progress is how far a choice has come.
type Progress struct {
	Share float64 `json:"share" minimum:"0" maximum:"1" doc:"Of what is gone through: of all kits, or of as many as are looked at"`
	Kits  float64 `json:"kits" minimum:"0" doc:"Looked at, or known to be no better"`
	Gap   float64 `json:"gap" minimum:"0" doc:"By what share of its weighted sum the best so far can still be beaten, at most; 1 while there is none"`
}

type watcher struct{}

// Watched is a context under which a choice tells how far it has come, some times a second.
func Watched(ctx context.Context, tell func(Progress)) context.Context {
	return context.WithValue(ctx, watcher{}, tell)
}

// tell says to who watches how far a search has come, before the base from on.
func (in *instance) tell(ctx context.Context, f *found, from, bases int, bound float64) {
	tell, watched := ctx.Value(watcher{}).(func(Progress))
	if !watched || bases == 0 {
		return
	}
	p := Progress{Share: math.Max(float64(from)/float64(bases), math.Min(f.work/mostWork, 1)), Kits: f.kits, Gap: 1}
	if f.best != nil {
		if best := in.weights.of(f.best.p); best > 0 {
			p.Gap = math.Min(math.Max((best-bound)/best, 0), 1)
		}
	}
	tell(p)
}
