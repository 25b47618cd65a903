package server

import (
	"bytes"
	"context"
	"io"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/formats"
)

// InItem is the path of a piece of gear.
type InItem struct {
	Item int64 `path:"item" minimum:"1"`
}

// Choosing is how far the choice of a trip's kit has come. One is made at a time.
type Choosing struct {
	State    string        `json:"state" enum:"idle,waiting,choosing" doc:"waiting: that of another trip is being made"`
	Progress *kit.Progress `json:"progress,omitempty"`
}

// choosing is what is known of the one choice that is being made.
type choosing struct {
	mu   sync.Mutex
	trip int64 // 0 for none
	at   kit.Progress
}

func (c *choosing) come(trip int64, p kit.Progress) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.trip, c.at = trip, p
}

func (c *choosing) end(trip int64) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.trip == trip {
		c.trip = 0
	}
}

func (c *choosing) of(trip int64) Choosing {
	c.mu.Lock()
	defer c.mu.Unlock()
	switch c.trip {
	case 0:
		return Choosing{State: "idle"}
	case trip:
		return Choosing{"choosing", new(c.at)}
	}
	return Choosing{State: "waiting"}
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
	huma.Post(api, "/gear/import", func(ctx context.Context, in *Upload) (*body[[]int64], error) {
		items, err := formats.ReadGear(io.LimitReader(in.body, formats.MaxCSVBytes+1))
		if err != nil {
			if cut := cutShort(in.body, err); cut != nil {
				return nil, cut
			}
			return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was kept.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
		}
		return reply(s.AddGear(ctx, items))
	}, name("import-gear", "Put the gear of a CSV file on the shelf, all of it or none"))

	huma.Get(api, "/trips/{trip}/kit", func(ctx context.Context, in *InTrip) (*body[app.TripKit], error) {
		return reply(s.TripKit(ctx, in.Trip))
	}, name("get-kit", "The kit of a trip"))
	huma.Patch(api, "/trips/{trip}/kit", func(ctx context.Context, in *struct {
		InTrip
		Change
	}) (*body[app.TripKit], error) {
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
		s.choosing.come(in.Trip, kit.Progress{Gap: 1}) // what it asks of every brew comes first
		defer s.choosing.end(in.Trip)
		return reply(s.ChooseKit(kit.Watched(ctx, func(p kit.Progress) { s.choosing.come(in.Trip, p) }), in.Trip, in.Body))
	}, name("choose-kit", "The best kits from the shelf for a trip, and why"))
	huma.Get(api, "/trips/{trip}/kit/progress", func(ctx context.Context, in *InTrip) (*body[Choosing], error) {
		if _, err := s.TripKit(ctx, in.Trip); err != nil {
			return nil, fail(err)
		}
		return reply(s.choosing.of(in.Trip), nil)
	}, name("kit-progress", "How far the choice of a kit has come that is being made"))
	huma.Post(api, "/trips/{trip}/kit/lay", func(ctx context.Context, in *struct {
		InTrip
		Body app.LayIn
	}) (*body[app.Laid], error) {
		return reply(s.LayKit(ctx, in.Trip, in.Body))
	}, name("lay-kit", "What a trip is like with just these items"))
	huma.Post(api, "/trips/{trip}/kit/apply", func(ctx context.Context, in *struct {
		InTrip
		Body app.LayIn
	}) (*body[app.Applied], error) {
		return reply(s.ApplyKit(ctx, in.Trip, in.Body))
	}, name("apply-kit", "Plan every brew of a trip with a kit"))
}
