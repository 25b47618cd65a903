package trip

import (
	"context"
	"math"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// WhatIf is something that may go wrong.
type WhatIf struct {
	DelayDays   int      `json:"delay_days,omitempty" minimum:"0" maximum:"14" doc:"Longer at a stop"`
	DelayStop   int      `json:"delay_stop,omitempty" minimum:"0" maximum:"400" doc:"Index of that stop"`
	MorePeople  int      `json:"more_people,omitempty" minimum:"0" maximum:"12" doc:"At every brew"`
	ColderC     float64  `json:"colder_c,omitempty" minimum:"0" maximum:"30"`
	LostFilters *int     `json:"lost_filters,omitempty" minimum:"0" maximum:"400" doc:"Index of the stop from which there are none"`
	LostMethods []string `json:"lost_methods,omitempty" maxItems:"20" doc:"Methods whose brewer is lost or broken"`
	LostFrom    int      `json:"lost_from,omitempty" minimum:"0" maximum:"400" doc:"Index of the stop from which it is"`
}

// Comparison is a trip as planned beside the same with something gone wrong,
// and the same supplies.
type Comparison struct {
	Base        *Result      `json:"base" nullable:"false"`
	Changed     *Result      `json:"changed" nullable:"false"`
	Differences []Difference `json:"differences"`
	Swaps       []Swap       `json:"swaps" doc:"Brews made another way"`
}

// Difference is a total that changes.
type Difference struct {
	Path  string        `json:"path"`
	Label string        `json:"label"`
	Unit  quantity.Unit `json:"unit"`
	Was   float64       `json:"was"`
	Is    float64       `json:"is"`
}

// Swap is a brew that falls back to another method.
type Swap struct {
	Stop int    `json:"stop"`
	Name string `json:"name"`
	From string `json:"from"`
	To   string `json:"to" doc:"Empty when there is nothing to fall back to"`
}

// Compare plans a trip and the same trip with something gone wrong. Supplies are
// those of the plan, so that what runs out shows.
func Compare(t Trip, w WhatIf) (*Comparison, error) {
	base, err := compute(context.Background(), t, nil)
	if err != nil {
		return nil, err
	}
	changed, swaps, err := w.apply(t)
	if err != nil {
		return nil, err
	}
	after, err := compute(context.Background(), changed, &base.stock)
	if err != nil {
		return nil, err
	}
	out := &Comparison{Base: base.out, Changed: after.out, Differences: []Difference{}, Swaps: swaps}
	for _, path := range totalPaths {
		a, b := base.out.Working[path], after.out.Working[path]
		if a.Value != nil && b.Value != nil && math.Abs(*a.Value-*b.Value) > 1e-9 {
			out.Differences = append(out.Differences, Difference{path, a.Label, a.Unit, *a.Value, *b.Value})
		}
	}
	return out, nil
}

var totalPaths = []string{"totals.brews", "totals.coffee_g", "totals.filters", "totals.fuel_g", "totals.gas_g", "totals.energy_wh", "totals.water_ml", "totals.carry_ml",
	"totals.treat_s", "totals.milk_g", "totals.fresh_milk_ml", "totals.canned_milk_ml", "totals.sugar_g", "totals.waste_g", "totals.caffeine_mg", "totals.morning_s", "totals.pack_g"}

func (w WhatIf) apply(t Trip) (Trip, []Swap, error) {
	var bad brew.Problems
	within := func(field string, v int) {
		if v < 0 || v >= max(len(t.Stops), 1) {
			bad = append(bad, problem(field, v, "%d is not a stop. Enter 0 to %d", v, len(t.Stops)-1))
		}
	}
	if w.DelayDays < 0 || w.DelayDays > 14 {
		bad = append(bad, problem("delay_days", w.DelayDays, "%d is out of range. Enter 0 to 14 days", w.DelayDays))
	}
	if w.MorePeople < 0 || w.MorePeople > 12 {
		bad = append(bad, problem("more_people", w.MorePeople, "%d is out of range. Enter 0 to 12 people", w.MorePeople))
	}
	if !(w.ColderC >= 0 && w.ColderC <= 30) {
		bad = append(bad, problem("colder_c", w.ColderC, "%g is out of range. Enter 0 to 30 °C", w.ColderC))
	}
	within("delay_stop", w.DelayStop)
	within("lost_from", w.LostFrom)
	if w.LostFilters != nil {
		within("lost_filters", *w.LostFilters)
	}
	if len(bad) > 0 {
		return t, nil, bad
	}
	swaps := []Swap{}
	stops := make([]Stop, len(t.Stops))
	copy(stops, t.Stops)
	for i := range stops {
		s := &stops[i]
		if w.DelayDays > 0 {
			if i == w.DelayStop {
				s.Facts.Nights = new(s.nights() + w.DelayDays)
			} else if i > w.DelayStop {
				s.Day += w.DelayDays
			}
		}
		brews := make([]Brew, 0, len(s.Brews))
		for _, b := range s.Brews {
			r := &b.Request
			if w.MorePeople > 0 {
				people := 1.0
				if r.Drinkers != nil {
					people = *r.Drinkers
				}
				r.Drinkers = new(math.Min(people+float64(w.MorePeople), 24))
			}
			if w.ColderC > 0 {
				air := 20.0
				if r.Place.AirC != nil {
					air = *r.Place.AirC
				}
				r.Place.AirC = new(math.Max(air-w.ColderC, -50))
				if k := r.Heat.Canister.TempC; k != nil {
					r.Heat.Canister.TempC = new(math.Max(*k-w.ColderC, -40))
				}
			}
			noPaper := w.LostFilters != nil && i >= *w.LostFilters
			if from, to, lost := w.fallback(r, noPaper, i); lost {
				name := b.Name
				if name == "" {
					name = from.Name
				}
				sw := Swap{Stop: i, Name: name, From: from.Name}
				if to == nil {
					swaps = append(swaps, sw) // not made at all
					continue
				}
				sw.To = to.Name
				swaps = append(swaps, sw)
				*r = r.By(to.ID, "")
			}
			brews = append(brews, b)
		}
		s.Brews = brews
	}
	t.Stops = stops
	if w.MorePeople > 0 {
		t.People = min(t.People+w.MorePeople, 24)
	}
	return t, swaps, nil
}

// fallback is the nearest method for a brew whose paper or brewer is gone.
func (w WhatIf) fallback(r *brew.Request, noPaper bool, stop int) (from method.Method, to *method.Method, lost bool) {
	from, ok := method.ByID(r.Method)
	if !ok {
		return from, nil, false
	}
	gone := func(m method.Method) bool {
		for _, id := range w.LostMethods {
			if id == m.ID && stop >= w.LostFrom {
				return true
			}
		}
		s, _ := m.School("")
		if r.School != nil && m.ID == from.ID {
			s, _ = m.School(*r.School)
		}
		for _, what := range s.Consumables {
			if noPaper && method.IsPaper(what) {
				return true
			}
		}
		return false
	}
	if !gone(from) {
		return from, nil, false
	}
	// The catalogue's own fallback first, then what asks for the least.
	for _, id := range []string{from.Without, "pot", "cup-steep"} {
		m, ok := method.ByID(id)
		if !ok || gone(m) || m.ID == from.ID {
			continue
		}
		if _, err := brew.Compute(r.By(m.ID, "")); err == nil {
			return from, &m, true
		}
	}
	return from, nil, true
}
