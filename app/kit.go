package app

import (
	"context"
	"errors"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/quantity"
	"apodemos/core/trip"
)

// LayIn asks what a trip is like with just these items.
type LayIn struct {
	Items  []int64    `json:"items" maxItems:"200"`
	Wishes kit.Wishes `json:"wishes,omitzero" required:"false"`
}

// Laid is a kit laid out, with what happens once something is lost.
type Laid struct {
	Answer   *kit.Answer   `json:"answer"`
	Fallback []kit.Serving `json:"fallback" doc:"Brews made another way because something was lost or broke before them"`
	Stuck    []kit.Blocked `json:"stuck" doc:"Brews that cannot be made any more"`
}

// ApplyKit plans every brew of a trip with a kit: its method and school as the kit
// makes it, with the kit's pot, grinder, cup and burner. It returns the brews as
// they were.
func (a App) ApplyKit(ctx context.Context, id int64, in LayIn) (Applied, error) {
	out := Applied{Before: []BrewBefore{}}
	t, _, shelf, err := a.journeyAndShelf(ctx, id)
	if err != nil {
		return out, err
	}
	laid, err := kit.Lay(ctx, t, shelf, in.Items, in.Wishes)
	if err != nil {
		return out, err
	}
	if laid.Best == nil {
		return out, wrong("items", nil, kitServesNotAll)
	}
	var changed []Brew
	var plans []*brew.Plan
	for _, serving := range laid.Best.Brews {
		b, err := a.Brew(ctx, serving.Brew)
		if err != nil {
			return out, err
		}
		out.Before = append(out.Before, BrewBefore{ID: b.ID, Name: b.Name, At: b.At, Revision: b.Revision + 1, Request: b.Request})
		b.Request = equip(b.Request, serving, shelf, in.Items)
		p, err := Plan(b.Request, false)
		if err != nil {
			return out, err
		}
		changed, plans = append(changed, b), append(plans, p)
	}
	return out, a.SetBrews(ctx, changed, plans)
}

// equip is a request made as a kit makes it: by the method and school that serve it,
// with the kit's pot, grinder, cup and burner.
func equip(r brew.Request, serving kit.Serving, shelf []gear.Item, items []int64) brew.Request {
	if r.Method != serving.Method || r.School == nil || *r.School != serving.School {
		r = r.By(serving.Method, serving.School)
	}
	r.Brewer, r.Into = brew.Brewer{}, new(serving.Into)
	// Whether there is a scale is the kit's to say.
	r.Scale = new(false)
	for _, it := range shelf {
		used := slices.Contains(items, it.ID) && it.Kind != gear.Brewer || it.ID == serving.Brewer
		if used && it.Usable() {
			it.Into(&r)
			if it.Kind == gear.Scale {
				r.Scale = nil
			}
			if it.Type == "measure" && it.DoseG != nil && r.Measure.Grams == nil {
				r.Measure.Name, r.Measure.Grams = new(quantity.Within(it.Name)), it.DoseG
			}
		}
	}
	return r
}

// equipAll makes the brews of a trip as a kit makes them; those that it cannot serve
// stay as they are.
func equipAll(ctx context.Context, t *trip.Trip, shelf []gear.Item, items []int64) error {
	laid, err := kit.Lay(ctx, *t, shelf, items, kit.Wishes{})
	if _, bad := errors.AsType[brew.Problems](err); bad {
		return nil
	}
	if err != nil || laid.Best == nil {
		return err
	}
	for _, serving := range laid.Best.Brews {
		for i := range t.Stops[serving.Stop].Brews {
			if b := &t.Stops[serving.Stop].Brews[i]; b.ID == serving.Brew {
				b.Request = equip(b.Request, serving, shelf, items)
			}
		}
	}
	return nil
}

// Applied is what was changed, as it was.
type Applied struct {
	Before []BrewBefore `json:"before"`
}

// BrewBefore is a brew as it was; Revision is that to change it back with.
type BrewBefore struct {
	ID       int64        `json:"id"`
	Name     string       `json:"name"`
	At       string       `json:"at"`
	Revision int64        `json:"revision"`
	Request  brew.Request `json:"request"`
}

// LayKit plans with the items, and once more without each thing lost from the stop
// where it was.
func (a App) LayKit(ctx context.Context, id int64, in LayIn) (Laid, error) {
	out := Laid{Fallback: []kit.Serving{}, Stuck: []kit.Blocked{}}
	t, stops, shelf, err := a.journeyAndShelf(ctx, id)
	if err != nil {
		return out, err
	}
	if out.Answer, err = kit.Lay(ctx, t, shelf, in.Items, in.Wishes); err != nil {
		return out, err
	}
	k, err := a.TripKit(ctx, id)
	if err != nil || out.Answer.Best == nil {
		return out, err
	}
	for i, st := range stops {
		left := []int64{}
		lost := false
		for _, item := range in.Items {
			gone := false
			for _, l := range k.Lost {
				gone = gone || l.Item == item && at(stops, l.Stop) >= 0 && at(stops, l.Stop) <= i
			}
			if gone {
				lost = true
			} else {
				left = append(left, item)
			}
		}
		if !lost || len(t.Stops[i].Brews) == 0 {
			continue
		}
		here := t
		here.Stops = t.Stops[i : i+1]
		without, err := kit.Lay(ctx, here, shelf, left, in.Wishes)
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			out.Stuck = append(out.Stuck, kit.Blocked{Stop: i, Name: st.Name, Why: bad[0].Says()})
			continue
		}
		if err != nil {
			return out, err
		}
		if without.Best == nil {
			for _, b := range without.Blocked {
				b.Stop = i
				out.Stuck = append(out.Stuck, b)
			}
			continue
		}
		for _, b := range without.Best.Brews {
			b.Stop = i
			for _, was := range out.Answer.Best.Brews {
				if was.Brew == b.Brew && (was.Method != b.Method || was.Brewer != b.Brewer) {
					out.Fallback = append(out.Fallback, b)
				}
			}
		}
	}
	return out, nil
}

// at is the place of a stop in its trip; −1 when it is not there.
func at(stops []Stop, id int64) int {
	for i, s := range stops {
		if s.ID == id {
			return i
		}
	}
	return -1
}

// ChooseKit is the best kits from the shelf for a trip, and why.
func (a App) ChooseKit(ctx context.Context, id int64, w kit.Wishes) (*kit.Answer, error) {
	t, _, shelf, err := a.journeyAndShelf(ctx, id)
	if err != nil {
		return nil, err
	}
	return kit.Choose(ctx, t, shelf, w)
}

// KitItems lists the gear of a trip's own kit, or other pieces that are named.
func (a App) KitItems(ctx context.Context, id int64, with []int64) ([]gear.Item, error) {
	if len(with) == 0 {
		k, err := a.TripKit(ctx, id)
		if err != nil {
			return nil, err
		}
		with = k.Items
	}
	shelf, err := a.Gear(ctx)
	if err != nil {
		return nil, err
	}
	return slices.DeleteFunc(shelf, func(it gear.Item) bool { return !slices.Contains(with, it.ID) }), nil
}

// journeyAndShelf is a trip, as the core reads it, and the gear that there is.
func (a App) journeyAndShelf(ctx context.Context, id int64) (trip.Trip, []Stop, []gear.Item, error) {
	t, stops, err := a.Journey(ctx, id)
	if err != nil {
		return t, stops, nil, err
	}
	shelf, err := a.Gear(ctx)
	return t, stops, shelf, err
}
