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

// mostOfPalate is how many of the latest cups a palate is from.
const mostOfPalate = 200

// Palate is what is known of the people who tasted.
func (a App) Palate(ctx context.Context) (PalateOut, error) {
	out := PalateOut{People: []taste.Palate{}, Coffees: []CoffeeTasted{}}
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
		c.Mark = taste.Worth(marks[id][0], marks[id][1:])
		out.Coffees = append(out.Coffees, *c)
	}
	slices.SortFunc(out.Coffees, func(x, y CoffeeTasted) int {
		return cmp.Or(cmp.Compare(y.Mark, x.Mark), cmp.Compare(x.Name, y.Name))
	})
	return out, nil
}
