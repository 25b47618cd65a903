package server

import (
	"bytes"
	"context"
	"errors"
	"io"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/store"
)

// InItem is the path of a piece of gear.
type InItem struct {
	Item int64 `path:"item" minimum:"1"`
}

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

func (s *server) kitRoutes(api huma.API) {
	huma.Get(api, "/gear", func(ctx context.Context, _ *nothing) (*body[[]gear.Item], error) {
		return reply(s.Gear(ctx))
	}, name("list-gear", "The shelf"))
	huma.Post(api, "/gear", func(ctx context.Context, in *struct{ Body gear.Item }) (*body[gear.Item], error) {
		if bad := in.Body.Check(); len(bad) > 0 {
			return nil, problems("body", bad)
		}
		in.Body.UUID, in.Body.Revision = "", 0
		ids, err := s.AddGear(ctx, []gear.Item{in.Body})
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.GearItem(ctx, ids[0]))
	}, name("add-gear", "Put a piece on the shelf"))
	huma.Get(api, "/gear/{item}", func(ctx context.Context, in *InItem) (*body[gear.Item], error) {
		return reply(s.GearItem(ctx, in.Item))
	}, name("get-gear", "A piece of gear"))
	huma.Patch(api, "/gear/{item}", func(ctx context.Context, in *struct {
		InItem
		Change
	}) (*body[gear.Item], error) {
		was, err := s.GearItem(ctx, in.Item)
		if err != nil {
			return nil, fail(err)
		}
		was.ID, was.UUID, was.Revision = 0, "", 0
		next, revision, err := changeOf(api, in.Change, was)
		if err != nil {
			return nil, err
		}
		if bad := next.Check(); len(bad) > 0 {
			return nil, problems("body", bad)
		}
		next.ID, next.UUID, next.Revision = in.Item, "", revision
		if err := s.SetGear(ctx, next); err != nil {
			return nil, fail(err)
		}
		return reply(s.GearItem(ctx, in.Item))
	}, name("set-gear", "Change a piece"))
	trash(api, "/gear/{item}", "gear", func(in *InItem) int64 { return in.Item }, s.DeleteGear, s.RestoreGear)
	huma.Post(api, "/gear/starter", func(ctx context.Context, _ *nothing) (*body[[]gear.Item], error) {
		if _, err := s.AddGear(ctx, gear.Starter()); err != nil {
			return nil, fail(err)
		}
		return reply(s.Gear(ctx))
	}, name("add-starter-gear", "Put plain generic gear with typical figures on the shelf"))
	huma.Get(api, "/gear/export.csv", func(ctx context.Context, _ *nothing) (*file, error) {
		items, err := s.Gear(ctx)
		if err != nil {
			return nil, fail(err)
		}
		var b bytes.Buffer
		if err := formats.WriteGear(&b, items); err != nil {
			return nil, fail(err)
		}
		return &file{ContentType: "text/csv; charset=utf-8", Disposition: `attachment; filename="gear.csv"`, Body: b.Bytes()}, nil
	}, name("export-gear", "The shelf as CSV"))
	huma.Post(api, "/gear/import", func(ctx context.Context, in *upload) (*body[[]int64], error) {
		items, err := formats.ReadGear(io.LimitReader(in.body, formats.MaxCSVBytes+1))
		if err != nil {
			if large := tooLarge(err); large != nil {
				return nil, large
			}
			return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was kept.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
		}
		return reply(s.AddGear(ctx, items))
	}, name("import-gear", "Put the gear of a CSV file on the shelf, all of it or none"))

	huma.Get(api, "/trips/{trip}/kit", func(ctx context.Context, in *InTrip) (*body[store.TripKit], error) {
		return reply(s.TripKit(ctx, in.Trip))
	}, name("get-kit", "The kit of a trip"))
	huma.Patch(api, "/trips/{trip}/kit", func(ctx context.Context, in *struct {
		InTrip
		Change
	}) (*body[store.TripKit], error) {
		was, err := s.TripKit(ctx, in.Trip)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, was)
		if err != nil {
			return nil, err
		}
		next.Revision = revision
		if err := s.SetTripKit(ctx, in.Trip, next); err != nil {
			return nil, fail(err)
		}
		return reply(s.TripKit(ctx, in.Trip))
	}, name("set-kit", "Keep the kit of a trip, its packing and what was lost"))
	huma.Post(api, "/trips/{trip}/kit/choose", func(ctx context.Context, in *struct {
		InTrip
		Body kit.Wishes
	}) (*body[*kit.Answer], error) {
		t, _, err := s.Journey(ctx, in.Trip)
		if err != nil {
			return nil, fail(err)
		}
		shelf, err := s.Gear(ctx)
		if err != nil {
			return nil, fail(err)
		}
		return reply(kit.Choose(t, shelf, in.Body))
	}, name("choose-kit", "The best kits from the shelf for a trip, and why"))
	huma.Post(api, "/trips/{trip}/kit/lay", func(ctx context.Context, in *struct {
		InTrip
		Body LayIn
	}) (*body[Laid], error) {
		return reply(s.lay(ctx, in.Trip, in.Body))
	}, name("lay-kit", "What a trip is like with just these items"))
	huma.Post(api, "/trips/{trip}/kit/apply", func(ctx context.Context, in *struct {
		InTrip
		Body LayIn
	}) (*body[Applied], error) {
		return reply(s.apply(ctx, in.Trip, in.Body))
	}, name("apply-kit", "Plan every brew of a trip with a kit"))
}

// apply plans every brew of a trip with a kit: its method and school as the kit
// makes it, with the kit's pot, grinder, cup and burner. It returns the brews as
// they were.
func (s *server) apply(ctx context.Context, id int64, in LayIn) (Applied, error) {
	out := Applied{Before: []BrewBefore{}}
	t, _, err := s.Journey(ctx, id)
	if err != nil {
		return out, err
	}
	shelf, err := s.Gear(ctx)
	if err != nil {
		return out, err
	}
	a, err := kit.Lay(t, shelf, in.Items, in.Wishes)
	if err != nil {
		return out, err
	}
	if a.Best == nil {
		return out, brew.Problems{{Field: "items", Message: "with these items not every brew can be made; allowed: a kit that serves them all"}}
	}
	var changed []store.Brew
	var plans []*brew.Plan
	for _, serving := range a.Best.Brews {
		b, err := s.Brew(ctx, serving.Brew)
		if err != nil {
			return out, err
		}
		out.Before = append(out.Before, BrewBefore{ID: b.ID, Name: b.Name, At: b.At, Revision: b.Revision + 1, Request: b.Request})
		b.Request = equip(b.Request, serving, shelf, in.Items)
		p, err := brew.Compute(b.Request)
		if err != nil {
			return out, err
		}
		changed, plans = append(changed, b), append(plans, p)
	}
	return out, s.SetBrews(ctx, changed, plans)
}

// equip is a request made as a kit makes it: by the method and school that serve it,
// with the kit's pot, grinder, cup and burner.
func equip(r brew.Request, serving kit.Serving, shelf []gear.Item, items []int64) brew.Request {
	if r.Method != serving.Method || r.School == nil || *r.School != serving.School {
		r = r.By(serving.Method, serving.School)
	}
	r.Brewer, r.Into = brew.Brewer{}, new(serving.Into)
	for _, it := range shelf {
		used := slices.Contains(items, it.ID) && it.Kind != gear.Brewer || it.ID == serving.Brewer
		if used && it.Usable() {
			it.Into(&r)
		}
	}
	return r
}

// equipAll makes the brews of a trip as a kit makes them; those that it cannot serve
// stay as they are.
func (s *server) equipAll(ctx context.Context, t *trip.Trip, items []int64) error {
	shelf, err := s.Gear(ctx)
	if err != nil {
		return err
	}
	a, err := kit.Lay(*t, shelf, items, kit.Wishes{})
	if _, bad := errors.AsType[brew.Problems](err); bad {
		return nil
	}
	if err != nil || a.Best == nil {
		return err
	}
	for _, serving := range a.Best.Brews {
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

// lay plans with the items, and once more without each thing lost from the stop
// where it was.
func (s *server) lay(ctx context.Context, id int64, in LayIn) (Laid, error) {
	out := Laid{Fallback: []kit.Serving{}, Stuck: []kit.Blocked{}}
	t, stops, err := s.Journey(ctx, id)
	if err != nil {
		return out, err
	}
	shelf, err := s.Gear(ctx)
	if err != nil {
		return out, err
	}
	if out.Answer, err = kit.Lay(t, shelf, in.Items, in.Wishes); err != nil {
		return out, err
	}
	k, err := s.TripKit(ctx, id)
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
		a, err := kit.Lay(here, shelf, left, in.Wishes)
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			out.Stuck = append(out.Stuck, kit.Blocked{Stop: i, Name: st.Name, Why: bad[0].Message})
			continue
		}
		if err != nil {
			return out, err
		}
		if a.Best == nil {
			for _, b := range a.Blocked {
				b.Stop = i
				out.Stuck = append(out.Stuck, b)
			}
			continue
		}
		for _, b := range a.Best.Brews {
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
func at(stops []store.Stop, id int64) int {
	for i, s := range stops {
		if s.ID == id {
			return i
		}
	}
	return -1
}
