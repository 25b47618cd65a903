package server

import (
	"context"
	"errors"
	"net/http"

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
	}, name("take-along", "Trips with all that they take, as one file that works on a phone without a network"))
	huma.Get(api, "/pocket", func(ctx context.Context, in *inTrips) (*body[*app.Carried], error) {
		return reply(s.TakeAlong(ctx, in.Trips, files.Session()))
	}, name("carry", "What such a file carries, for the installed application"))
	huma.Post(api, "/bring/preview", func(ctx context.Context, in *Upload) (*body[PocketRead], error) {
		c, err := files.ReadPocket(in.body)
		if err != nil {
			if large := tooLarge(err); large != nil {
				return nil, large
			}
			return nil, brought(err)
		}
		out, err := s.Bring(ctx, c, nil, false, files.Session())
		if err != nil {
			return nil, brought(err)
		}
		return reply(PocketRead{c, out}, nil)
	}, name("preview-bring", "What would come of bringing a pocket back, without keeping it"))
	huma.Post(api, "/bring", func(ctx context.Context, in *struct{ Body BringIn }) (*body[app.Bringing], error) {
		out, err := s.Bring(ctx, &in.Body.Carried, in.Body.Choices, true, files.Session())
		if errors.Is(err, app.ErrOpen) {
			return nil, huma.NewError(http.StatusConflict, "Something was changed on both sides, and not all of it has been chosen of yet. Nothing was changed; look at it again and choose.")
		}
		if err != nil {
			return nil, brought(err)
		}
		return reply(out, nil)
	}, func(o *huma.Operation) {
		name("bring", "Bring back what was done in a pocket: all of it, or nothing")(o)
		o.MaxBodyBytes = app.MaxPocketBytes
	})
}

// shareRoutes are a plan or a recipe as a text, and back.
func shareRoutes(api huma.API) {
	huma.Post(api, "/share", func(_ context.Context, in *struct{ Body app.Shared }) (*body[app.ShareOut], error) {
		out, err := app.Share(in.Body)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("share", "A plan or a recipe as a text and a code that hold it whole"))
	huma.Post(api, "/share/read", func(_ context.Context, in *struct{ Body app.WordsIn }) (*body[app.Shared], error) {
		out, err := app.ReadShare(in.Body.Words)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("read-share", "Read a plan or a recipe that was shared, without keeping it"))
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

func brought(err error) error {
	if bad, ok := errors.AsType[app.ErrPocket](err); ok {
		return huma.Error422UnprocessableEntity(bad.Why, &huma.ErrorDetail{Location: "file", Message: bad.Why})
	}
	return fail(err)
}
