package server

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/gear"
	"apodemos/core/ways"
	"apodemos/formats"
)

// First is what every page asks for first; it comes with the page, and saves it the way.
type First struct {
	Info      app.Info      `json:"info"`
	Catalogue app.Catalogue `json:"catalogue"`
	Trips     []app.Trip    `json:"trips"`
	Gear      []gear.Item   `json:"gear"`
	Now       app.Now       `json:"now"`
}

// first is First as JSON that may stand in a page, or null where something went wrong: then
// the page asks, and is told what.
func (s *server) first(ctx context.Context) []byte {
	var f First
	id, err1 := s.ID(ctx)
	f.Info = s.info(id)
	f.Catalogue = app.CatalogueNow()
	var err2, err3, err4 error
	f.Trips, err2 = s.Trips(ctx)
	f.Gear, err3 = s.Gear(ctx)
	f.Now, err4 = s.Now(ctx, app.NoTrip, time.Now())
	b, err5 := json.Marshal(f) // with < and > as escapes
	if errors.Join(err1, err2, err3, err4, err5) != nil {
		return []byte("null")
	}
	return b
}

// nowRoutes are what is going on, the ways there are, and places of no trip.
func (s *server) nowRoutes(api huma.API) {
	huma.Get(api, "/now", func(ctx context.Context, in *struct {
		Trip int64 `query:"trip" minimum:"0" doc:"Whose next brew is asked; 0 for none"`
	}) (*body[app.Now], error) {
		return reply(s.Now(ctx, in.Trip, time.Now()))
	}, name("now", "The brews being made, and the next one of a trip"))
	huma.Post(api, "/ways", func(ctx context.Context, in *struct{ Body ways.Wanted }) (*body[*ways.Found], error) {
		out, err := ways.Of(ctx, in.Body)
		if err != nil {
			return nil, failAt("body.request", err)
		}
		return reply(out, nil)
	}, name("ways", "In what ways coffee can be made at a place with what there is, the best first"))
	huma.Post(api, "/fit", func(_ context.Context, in *struct{ Body app.FitIn }) (*body[*ways.Fit], error) {
		out, err := app.FitOf(in.Body)
		if err != nil {
			return nil, failAt("body.request", err)
		}
		return reply(out, nil)
	}, name("fit", "The gear that suits a brew best, of what there is, and how it goes together"))

	huma.Get(api, "/places", func(ctx context.Context, _ *nothing) (*body[app.Places], error) {
		return reply(s.Places(ctx))
	}, name("list-places", "Places of no trip, the latest first, with their brews"))
	huma.Post(api, "/places", func(ctx context.Context, in *struct{ Body app.PlaceIn }) (*body[app.StopOut], error) {
		p := in.Body
		return reply(s.AddPlace(ctx, app.StopIn{Name: p.Name, TimeZone: p.TimeZone, Note: p.Note, Conditions: p.Conditions, Facts: p.Facts}.Stop()))
	}, name("add-place", "Keep a place of no trip"))
	huma.Get(api, "/places/export.json", func(ctx context.Context, _ *nothing) (*file, error) {
		return download(files.Export(ctx, s.App, app.NoTrip, "trip.json", formats.Alarms{}, time.Now()))
	}, name("export-places", "The places of no trip with their brews, as a trip file"))
	huma.Put(api, "/stops/{stop}/trip", func(ctx context.Context, in *struct {
		InStop
		Body struct {
			Trip int64 `json:"trip" minimum:"0" doc:"0 for none"`
			Day  int   `json:"day,omitempty" minimum:"1" maximum:"400" default:"1" doc:"Of that trip"`
		}
	}) (*body[app.StopOut], error) {
		return reply(s.PutInto(ctx, in.Stop, in.Body.Trip, in.Body.Day))
	}, name("put-stop-into-trip", "Move a stop with its brews and their log into a trip, or out of any"))

	huma.Post(api, "/trips/{trip}/brews/every", func(ctx context.Context, in *struct {
		InTrip
		Body app.EveryIn
	}) (*body[app.EveryOut], error) {
		out, err := s.Every(ctx, in.Trip, in.Body)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("add-every-brew", "A brew on every morning, or evening, of a trip that has none"))
	huma.Post(api, "/brews/{brew}/copy", func(ctx context.Context, in *struct {
		InBrew
		Body app.Elsewhere
	}) (*body[app.BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		return brewReply(s.CopyBrew(ctx, b, in.Body))
	}, name("copy-brew", "Plan a brew at another stop, or hour, too"))
	huma.Put(api, "/brews/{brew}/place", func(ctx context.Context, in *struct {
		InBrew
		Body app.Elsewhere
	}) (*body[app.BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		return brewReply(s.ShiftBrew(ctx, b, b.Revision, in.Body))
	}, name("move-brew", "Move a brew with its log to another stop, or hour"))
}
