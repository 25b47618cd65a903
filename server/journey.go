package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"reflect"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/instruments"
)

// upload takes a file as it streams in; huma leaves the body alone when an
// input has no Body.
// Upload is a file that is sent; exported, for huma reads it only then when embedded.
type Upload struct {
	Name string `query:"name" maxLength:"200" doc:"The file's name"`
	body io.Reader
}

// Resolve keeps the reader of the body.
func (u *Upload) Resolve(c huma.Context) []error {
	u.body = c.BodyReader()
	return nil
}

// file is a download.
type file struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// tooLarge is the error of http.MaxBytesReader in words.
func tooLarge(err error) error {
	if m, ok := errors.AsType[*http.MaxBytesError](err); ok {
		return huma.NewError(http.StatusRequestEntityTooLarge, fmt.Sprintf("body: larger than allowed; allowed: up to %d MB. Nothing was changed.", m.Limit>>20))
	}
	return nil
}

// cutShort is why a file was not all here: it was too large, or came too slowly; nil where it was.
func cutShort(body io.Reader, err error) error {
	if b, ok := body.(*slowBody); ok && b.timedOut {
		return fail(os.ErrDeadlineExceeded)
	}
	return tooLarge(err)
}

func (s *server) journeyRoutes(api huma.API) {
	huma.Get(api, "/trips/{trip}/plan", func(ctx context.Context, in *struct {
		InTrip
		Steps bool    `query:"steps" doc:"With the steps of every brew, for a trip sheet"`
		Items []int64 `query:"items,explode" maxItems:"200" doc:"Gear to go with: its brews as this kit makes them. The trip's own kit, and its brews as they are planned, when left out"`
	}) (*body[app.TripPlan], error) {
		return reply(s.TripPlan(ctx, in.Trip, in.Steps, in.Items))
	}, name("plan-trip", "Everything to buy, prepare, carry, treat and do"))
	huma.Post(api, "/trips/{trip}/what-if", func(ctx context.Context, in *struct {
		InTrip
		Body trip.WhatIf
	}) (*body[*trip.Comparison], error) {
		return reply(s.WhatIf(ctx, in.Trip, in.Body))
	}, name("what-if", "The trip beside the same with something gone wrong"))
	huma.Put(api, "/trips/{trip}/archived", func(ctx context.Context, in *struct {
		InTrip
		Body struct {
			Archived bool `json:"archived"`
		}
	}) (*body[app.Trip], error) {
		if err := s.ArchiveTrip(ctx, in.Trip, in.Body.Archived); err != nil {
			return nil, fail(err)
		}
		return reply(s.Trip(ctx, in.Trip))
	}, name("archive-trip", "Put a trip out of the way, or bring it back"))
	huma.Post(api, "/trips/{trip}/duplicate", func(ctx context.Context, in *InTrip) (*body[app.Trip], error) {
		t, err := s.Duplicate(ctx, in.Trip)
		if err != nil {
			return nil, failAt("trip", err)
		}
		return reply(t, nil)
	}, name("duplicate-trip", "A copy of a trip with its stops and brews, without its log"))
	huma.Put(api, "/trips/{trip}/arrangement", func(ctx context.Context, in *struct {
		InTrip
		Body []app.ArrangeIn `maxItems:"400"`
	}) (*body[app.TripOut], error) {
		if err := s.ArrangeStops(ctx, in.Trip, app.Arranged(in.Body)); err != nil {
			return nil, fail(err)
		}
		return reply(s.TripOut(ctx, in.Trip))
	}, name("arrange-stops", "Set the order, days and distances of stops at once"))

	huma.Post(api, "/stops/{stop}/split", func(ctx context.Context, in *struct {
		InStop
		Body struct {
			Nights int `json:"nights" minimum:"1" maximum:"60" doc:"Days that the first of the two keeps"`
		}
	}) (*body[app.Stop], error) {
		return reply(s.SplitStop(ctx, in.Stop, in.Body.Nights))
	}, name("split-stop", "Make two stops of a stay, each with its brews"))
	huma.Post(api, "/stops/{stop}/join", func(ctx context.Context, in *struct {
		InStop
		Body struct {
			With int64 `json:"with" minimum:"1" doc:"The stop that is given up"`
		}
	}) (*struct{}, error) {
		return nil, fail(s.JoinStops(ctx, in.Stop, in.Body.With))
	}, name("join-stops", "Make one stay of two stops: the undo of a split"))

	huma.Get(api, "/trips/{trip}/schedule/ticks", func(ctx context.Context, in *InTrip) (*body[[]string], error) {
		return reply(s.Ticks(ctx, in.Trip, app.ScheduleList))
	}, name("list-ticks", "The tasks of a trip's schedule that are done"))
	huma.Put(api, "/trips/{trip}/schedule/ticks", func(ctx context.Context, in *struct {
		InTrip
		Body struct {
			Lines []string `json:"lines" maxItems:"2000" doc:"IDs of the tasks, each up to 200 characters"`
			Done  bool     `json:"done"`
		}
	}) (*body[[]string], error) {
		if err := s.SetTicks(ctx, in.Trip, app.ScheduleList, in.Body.Lines, in.Body.Done); err != nil {
			return nil, fail(err)
		}
		return reply(s.Ticks(ctx, in.Trip, app.ScheduleList))
	}, name("set-ticks", "Say which tasks of a trip's schedule are done, or not; the others stay"))

	huma.Post(api, "/import/preview", func(_ context.Context, in *struct {
		Upload
		Terrain string  `query:"terrain" enum:"simulated" doc:"Where altitudes are from that the file does not have: the made-up terrain; not known when left out"`
		Hours   float64 `query:"hours" minimum:"1" maximum:"16" default:"6" doc:"Of walking a day, h, where the file has no times"`
	}) (*body[formats.Proposal], error) {
		p, err := files.Preview(in.body, files.Reading{Terrain: in.Terrain, HoursADay: in.Hours})
		if err == nil {
			return reply(p, nil)
		}
		if cut := cutShort(in.body, err); cut != nil {
			return nil, cut
		}
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			return nil, problems("file", bad)
		}
		return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was kept.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
	}, name("preview-import", "Read GPX, a trip file or CSV of stops without keeping it"))
	huma.Post(api, "/trips/import", func(ctx context.Context, in *struct{ Body formats.TripFile }) (*body[app.Trip], error) {
		t, err := in.Body.Trip()
		if err != nil {
			return nil, failAt("body", err)
		}
		kept, err := s.Keep(ctx, t)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(kept, nil)
	}, func(o *huma.Operation) {
		name("import-trip", "Keep a whole trip, or nothing of it")(o)
		o.MaxBodyBytes = formats.MaxTripBytes
	})
	huma.Get(api, "/trips/{trip}/export/{format}", func(ctx context.Context, in *struct {
		InTrip
		Format  exportFormat `path:"format"`
		Alarm   string       `query:"alarm" enum:"none,0,5,10,15,30,60" default:"0" doc:"Minutes before a brew is begun at which its calendar reminds"`
		Evening string       `query:"evening" enum:"none,18:00,19:00,20:00,21:00,22:00" default:"none" doc:"When the calendar reminds on an evening with something to get ready"`
	}) (*file, error) {
		return download(files.Export(ctx, s.App, in.Trip, string(in.Format), formats.Alarms{Brew: in.Alarm, Evening: in.Evening}, time.Now()))
	}, name("export-trip", "A trip in an open format"))

	huma.Get(api, "/simulated/elevation", func(_ context.Context, in *struct {
		Lat float64 `query:"lat" minimum:"-90" maximum:"90" required:"true"`
		Lon float64 `query:"lon" minimum:"-180" maximum:"180" required:"true"`
	}) (*body[app.Elevation], error) {
		m, source := instruments.Terrain{Seed: app.TerrainSeed}.Elevation(in.Lat, in.Lon)
		return reply(app.Elevation{M: m, Source: source}, nil)
	}, name("simulated-elevation", "An elevation of the made-up terrain"))
	huma.Get(api, "/simulated/forecast", func(_ context.Context, in *struct {
		Lat       float64 `query:"lat" minimum:"-90" maximum:"90" required:"true"`
		Lon       float64 `query:"lon" minimum:"-180" maximum:"180" required:"true"`
		AltitudeM float64 `query:"altitude_m" minimum:"-430" maximum:"8850"`
		Day       string  `query:"day" format:"date" required:"true"`
	}) (*body[instruments.Weather], error) {
		day, err := time.Parse(time.DateOnly, in.Day)
		if err != nil {
			return nil, huma.Error422UnprocessableEntity("day: not a date; allowed: YYYY-MM-DD")
		}
		return reply(instruments.Forecast{Seed: app.TerrainSeed}.At(in.Lat, in.Lon, in.AltitudeM, day), nil)
	}, name("simulated-forecast", "A made-up forecast for a day at a place"))
}

// download is a file that was written, or why there is none.
func download(f *files.File, err error) (*file, error) {
	if none, ok := errors.AsType[files.ErrNothing](err); ok {
		return nil, huma.Error422UnprocessableEntity(none.Why)
	}
	if err != nil {
		return nil, fail(err)
	}
	return &file{ContentType: f.Kind, Disposition: fmt.Sprintf(`attachment; filename="%s"`, f.Name), Body: f.Data}, nil
}

// Schemas are the kinds of file whose JSON Schema is published.
var Schemas = []string{"trip", "recipe", "log", "pocket"}

// Schema returns the JSON Schema (2020-12) of trip, recipe, log or pocket files, indented.
func Schema(kind string) ([]byte, error) {
	of := map[string]struct {
		title, says string
		file        reflect.Type
	}{
		"trip":   {"Apodemos trip, version 2", "A trip: stops, people and the brews they want at each, and the coffees that those are of. The conditions of a stop are part of a Request; the request of a brew is an RFC 7396 merge patch over them.", reflect.TypeFor[formats.TripFile]()},
		"recipe": {"Apodemos recipe, version 1", "A person's own recipe: what it leaves out is that of the school of its method.", reflect.TypeFor[formats.RecipeFile]()},
		"log":    {"Apodemos log, version 1", "What was brewed and tasted: each entry with the request that it can be planned again from.", reflect.TypeFor[formats.LogFile]()},
		"pocket": {"Apodemos pocket, version 2", "What a pocket carries, and what was done in it: events, each a change of one record by one device. docs/pocket.md has what they mean.", reflect.TypeFor[app.Carried]()},
	}[kind]
	if of.file == nil {
		return nil, fmt.Errorf("%q is no kind of file; allowed: one of %s", kind, strings.Join(Schemas, ", "))
	}
	registry := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	root := registry.Schema(of.file, true, "")
	request := registry.Schema(reflect.TypeFor[brew.Request](), true, "")
	var defs object
	b, err := json.Marshal(registry.Map())
	if err == nil {
		err = json.Unmarshal(b, &defs)
	}
	if err != nil {
		return nil, err
	}
	tables(defs)
	b, err = json.MarshalIndent(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema", "title": of.title, "description": of.says,
		"$ref": root.Ref, "$defs": defs, "x-request": request.Ref,
	}, "", "  ")
	return append(b, '\n'), err
}

// exportFormat is the name of one of files.Formats.
type exportFormat string

// Schema allows the formats that there are.
func (exportFormat) Schema(huma.Registry) *huma.Schema {
	f := &huma.Schema{Type: huma.TypeString}
	for _, name := range files.Names() {
		f.Enum = append(f.Enum, name)
	}
	return f
}
