package taste

import (
	"math"
	"slices"
)

// Palate is what is known of a person's taste, over coffees, methods and places.
type Palate struct {
	By      string        `json:"by" doc:"Who; empty where nobody was named"`
	Cups    int           `json:"cups"`
	Liked   Spread        `json:"extraction_pct" doc:"Extraction that is liked, of any coffee"`
	Methods []LikedBy     `json:"methods" doc:"Strength that is liked of each method"`
	Moved   []PalateSince `json:"moved" doc:"What was known after each cup, the oldest first"`
}

// Spread is a figure with a band that holds two times in three.
type Spread struct {
	Mean float64 `json:"mean"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// LikedBy is the strength that is liked of one method.
type LikedBy struct {
	Method string `json:"method"`
	Cups   int    `json:"cups"`
	TDSPct Spread `json:"tds_pct"`
}

// PalateSince is the extraction that was liked as far as was known after a brew of the history.
type PalateSince struct {
	Brew  int    `json:"brew"`
	Liked Spread `json:"extraction_pct"`
}

// Palates returns what each person likes, starting with the one who tasted most. The error is field.Problems.
func Palates(h History, p Planner) ([]Palate, error) {
	if bad := h.Check(); len(bad) > 0 {
		return nil, bad
	}
	t := &taster{planner: p}
	order, bad := t.take(h.Brews)
	if len(bad) > 0 {
		return nil, bad
	}
	if len(t.cups) == 0 {
		return []Palate{}, nil
	}
	t.aims = []string{t.cups[len(t.cups)-1].by}
	next := t.cups[len(t.cups)-1]
	next.by = t.aims[0]
	t.lay(next)
	of := map[string]*Palate{}
	for i := range t.brews {
		c := t.cups[i]
		t.state.inTurn(t.sites(&t.brews[i], c))
		at := of[c.by]
		if at == nil {
			at = &Palate{By: c.by, Methods: []LikedBy{}}
			of[c.by] = at
		}
		at.Cups++
		at.Moved = append(at.Moved, PalateSince{order[i], t.liked(c.by)})
		m := c.plan.Request.Method
		k := slices.IndexFunc(at.Methods, func(l LikedBy) bool { return l.Method == m })
		if k < 0 {
			k = len(at.Methods)
			at.Methods = append(at.Methods, LikedBy{Method: m})
		}
		at.Methods[k].Cups++
	}
	t.state = t.before.clone()
	t.learn()
	out := make([]Palate, 0, len(of))
	for by, at := range of {
		at.Liked = t.liked(by)
		for k := range at.Methods {
			l := &at.Methods[k]
			h := t.state.zeros()
			h[t.people[by]+1], h[t.methods[l.Method]+1] = 1, 1
			r, v := t.state.along(h)
			ln, sd := t.base[l.Method]+r, math.Sqrt(v)
			l.TDSPct = Spread{math.Exp(ln), math.Exp(ln - sd), math.Exp(ln + sd)}
		}
		out = append(out, *at)
	}
	slices.SortFunc(out, func(a, b Palate) int {
		if a.Cups != b.Cups {
			return b.Cups - a.Cups
		}
		return slices.Compare([]string{a.By}, []string{b.By})
	})
	return out, nil
}

// liked is the extraction that somebody likes, as far as is known.
func (t *taster) liked(by string) Spread {
	i := t.people[by]
	e, sd := likedE+t.state.mean[i], math.Sqrt(t.state.cov[i][i])
	return Spread{e, e - sd, e + sd}
}
