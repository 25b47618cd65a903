package app

import (
	"cmp"
	"context"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/taste"
)

// PalateOut is what is known of the people who tasted, over all trips.
type PalateOut struct {
	People  []taste.Palate `json:"people"`
	Coffees []CoffeeTasted `json:"coffees" doc:"The best-liked first, with how few cups there are taken into account"`
	Roasts  []RoastTasted  `json:"roasts" doc:"The best-liked first"`
	Pack    *Packed        `json:"pack" doc:"What to take along: the best-liked coffee that is still kept, by the method it was liked most by; null before any was liked"`
	LeftOut int            `json:"left_out" doc:"Cups whose plan today’s core cannot make again"`
}

// CoffeeTasted is how a coffee was liked.
type CoffeeTasted struct {
	Name  string   `json:"name"`
	Cups  int      `json:"cups"`
	Mark  float64  `json:"mark" doc:"Of ten, with how few cups there are taken into account"`
	Best  int64    `json:"best" doc:"Entry of its best cup"`
	Notes []string `json:"notes" doc:"What was tasted in its liked cups"`
}

// RoastTasted is how coffees of a roast were liked.
type RoastTasted struct {
	Roast string  `json:"roast"`
	Cups  int     `json:"cups"`
	Mark  float64 `json:"mark" doc:"Of ten, with how few cups there are taken into account"`
}

// Packed is a coffee with a method, as it was liked.
type Packed struct {
	Coffee string  `json:"coffee"`
	Method string  `json:"method"`
	Cups   int     `json:"cups"`
	Mark   float64 `json:"mark" doc:"Of ten, with how few cups there are taken into account"`
}

// worthOf is what marks are worth together.
func worthOf(marks []float64) float64 { return taste.Worth(marks[0], marks[1:]) }

// mostOfPalate is how many of the latest cups a palate is from.
const mostOfPalate = 200

// Palate is what is known of the people who tasted.
func (a App) Palate(ctx context.Context) (PalateOut, error) {
	out := PalateOut{People: []taste.Palate{}, Coffees: []CoffeeTasted{}, Roasts: []RoastTasted{}}
	log, err := a.LatestLog(ctx, AllTrips, mostOfPalate)
	if err != nil {
		return out, err
	}
	h, kept, err := a.historyOf(ctx, log)
	if err != nil {
		return out, err
	}
	out.LeftOut = len(log) - len(kept)
	if len(kept) > 0 {
		if out.People, err = taste.Palates(h, &brew.Planner{}); err != nil {
			return out, err
		}
	}
	marks, at := map[string][]float64{}, map[string]*CoffeeTasted{}
	for _, l := range log {
		if l.Mark == nil || l.CoffeeName == "" {
			continue
		}
		c := at[l.Coffee]
		if c == nil {
			c = &CoffeeTasted{Name: l.CoffeeName, Best: l.ID, Notes: []string{}}
			at[l.Coffee] = c
		} else if *l.Mark > slices.Max(marks[l.Coffee]) {
			c.Best = l.ID
		}
		marks[l.Coffee] = append(marks[l.Coffee], *l.Mark)
		if l.Notes != "" && *l.Mark >= taste.LikedFrom && !slices.Contains(c.Notes, l.Notes) {
			c.Notes = append(c.Notes, l.Notes)
		}
	}
	for id, c := range at {
		c.Cups = len(marks[id])
		c.Mark = worthOf(marks[id])
		out.Coffees = append(out.Coffees, *c)
	}
	slices.SortFunc(out.Coffees, func(x, y CoffeeTasted) int {
		return cmp.Or(cmp.Compare(y.Mark, x.Mark), cmp.Compare(x.Name, y.Name))
	})
	byRoast, byBoth := map[string][]float64{}, map[[2]string][]float64{}
	for i, l := range kept {
		if l.Mark == nil {
			continue
		}
		if r := h.Brews[i].Request.Coffee.Roast; r != nil {
			byRoast[*r] = append(byRoast[*r], *l.Mark)
		}
		byBoth[[2]string{l.Coffee, l.Method}] = append(byBoth[[2]string{l.Coffee, l.Method}], *l.Mark)
	}
	for r, m := range byRoast {
		out.Roasts = append(out.Roasts, RoastTasted{r, len(m), worthOf(m)})
	}
	slices.SortFunc(out.Roasts, func(x, y RoastTasted) int {
		return cmp.Or(cmp.Compare(y.Mark, x.Mark), cmp.Compare(x.Roast, y.Roast))
	})
	coffees, err := a.Coffees(ctx, false)
	for _, c := range coffees {
		for k, m := range byBoth {
			if worth := worthOf(m); k[0] == c.UUID && slices.Max(m) >= taste.LikedFrom && (out.Pack == nil || worth > out.Pack.Mark || worth == out.Pack.Mark && k[1] < out.Pack.Method) {
				out.Pack = &Packed{c.Name, k[1], len(m), worth}
			}
		}
	}
	return out, err
}
