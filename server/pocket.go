package server

import (
	"context"
	"errors"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/app/journal"
	"apodemos/pocket/page"
	"apodemos/web"
)

// inTrips are the trips that go into a pocket.
type inTrips struct {
	Trips []int64 `query:"trips,explode" required:"true" minItems:"1" maxItems:"20" doc:"Their numbers"`
}

// pocketRoutes are taking a trip along and bringing back what was done with it.
func (s *server) pocketRoutes(api huma.API) {
	huma.Get(api, "/pocket.html", func(ctx context.Context, in *inTrips) (*file, error) {
		f, err := page.File(ctx, s.App, in.Trips, web.Pocket())
		if errors.Is(err, files.ErrNoShell) {
			return nil, huma.Error501NotImplemented(err.Error())
		}
		return download(f, err)
	}, name("take-along", "Trips as one file that works on a phone without a network"))
	huma.Get(api, "/pocket", func(ctx context.Context, in *inTrips) (*body[*app.Carried], error) {
		return reply(s.TakeAlong(ctx, in.Trips, files.Session()))
	}, name("carry", "The contents of such a file, for the installed application"))
	huma.Post(api, "/bring/preview", func(ctx context.Context, in *Upload) (*body[PocketRead], error) {
		c, err := files.ReadPocket(in.body)
		if err != nil {
			if large := tooLarge(err); large != nil {
				return nil, large
			}
			return nil, fail(err)
		}
		out, err := s.Bring(ctx, c, nil, false, files.Session())
		if err != nil {
			return nil, fail(err)
		}
		return reply(PocketRead{c, out}, nil)
	}, name("preview-bring", "What bringing an offline copy home would change, without saving it"))
	huma.Post(api, "/bring", func(ctx context.Context, in *struct{ Body BringIn }) (*body[app.Bringing], error) {
		out, err := s.Bring(ctx, &in.Body.Carried, in.Body.Choices, true, files.Session())
		if err != nil {
			return nil, fail(err)
		}
		return reply(out, nil)
	}, func(o *huma.Operation) {
		name("bring", "Bring home the changes of an offline copy: all of it, or nothing")(o)
		o.MaxBodyBytes = app.MaxPocketBytes
	})
}

// PocketRead is a pocket that was read, and what would come of it.
type PocketRead struct {
	Carried  *app.Carried `json:"carried" nullable:"false"`
	Bringing app.Bringing `json:"bringing"`
}

// BringIn is a pocket to be brought back, with what was chosen of its clashes.
type BringIn struct {
	Carried app.Carried             `json:"carried"`
	Choices map[string]journal.Side `json:"choices,omitempty" doc:"here or there, by the clash"`
}
