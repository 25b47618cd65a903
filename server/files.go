package server

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"reflect"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/formats"
)

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
		return huma.NewError(http.StatusRequestEntityTooLarge, fmt.Sprintf("This file is too large. Choose one of up to %d MB. Nothing was changed.", m.Limit>>20))
	}
	return nil
}

// fileRoutes are files in and out: they are the server's own.
func (s *server) fileRoutes(api huma.API) {
	huma.Post(api, "/import/preview", func(_ context.Context, in *struct {
		Upload
		Terrain string  `query:"terrain" enum:"simulated" doc:"Where altitudes are from that the file does not have: the made-up terrain; not known when left out"`
		Hours   float64 `query:"hours" minimum:"1" maximum:"16" default:"6" doc:"Of walking a day, h, where the file has no times"`
	}) (*body[formats.Proposal], error) {
		p, err := files.Preview(in.body, files.Reading{Terrain: in.Terrain, HoursADay: in.Hours})
		if err == nil {
			return reply(p, nil)
		}
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			return nil, failAt("file", bad)
		}
		return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was saved.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
	}, name("preview-import", "Read a GPX, trip or CSV file of stops without saving it"))
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
		name("import-trip", "Save a whole trip, or nothing of it")(o)
		o.MaxBodyBytes = formats.MaxTripBytes
	})
	huma.Get(api, "/trips/{trip}/export/{format}", func(ctx context.Context, in *struct {
		app.InTrip
		Format  exportFormat `path:"format"`
		Alarm   string       `query:"alarm" enum:"none,0,5,10,15,30,60" default:"0" doc:"Minutes before a brew is begun at which its calendar reminds"`
		Evening string       `query:"evening" enum:"none,18:00,19:00,20:00,21:00,22:00" default:"none" doc:"When the calendar reminds on an evening with something to get ready"`
	}) (*file, error) {
		return download(files.Export(ctx, s.App, in.Trip, string(in.Format), formats.Alarms{Brew: in.Alarm, Evening: in.Evening}, time.Now()))
	}, name("export-trip", "A trip in an open format"))
	huma.Get(api, "/places/export.json", func(ctx context.Context, _ *nothing) (*file, error) {
		return download(files.Export(ctx, s.App, app.NoTrip, "trip.json", formats.Alarms{}, time.Now()))
	}, name("export-places", "The places outside trips with their brews, as a trip file"))

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
	}, name("export-gear", "My gear as CSV"))
	huma.Post(api, "/gear/import", func(ctx context.Context, in *Upload) (*body[[]int64], error) {
		items, err := formats.ReadGear(io.LimitReader(in.body, formats.MaxCSVBytes+1))
		if err != nil {
			return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was saved.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
		}
		return reply(s.AddGear(ctx, items))
	}, name("import-gear", "Add the gear of a CSV file, all of it or none"))

	huma.Post(api, "/recipes/import", func(ctx context.Context, in *Upload) (*body[app.OwnRecipe], error) {
		own, err := files.ImportRecipe(ctx, s.App, in.body)
		if err != nil {
			return nil, unread(err)
		}
		return reply(own, nil)
	}, name("import-recipe", "Save the recipe of a file"))
	huma.Get(api, "/recipes/{recipe}/export.json", func(ctx context.Context, in *app.InRecipe) (*file, error) {
		return download(files.ExportRecipe(ctx, s.App, in.Recipe))
	}, name("export-recipe", "A recipe as a file"))

	huma.Get(api, "/log/export.json", func(ctx context.Context, in *inLog) (*file, error) {
		return download(files.ExportLog(ctx, s.App, in.Trip, "log.json"))
	}, name("export-log", "The log as JSON, which can be imported again"))
	huma.Get(api, "/log/export.csv", func(ctx context.Context, in *inLog) (*file, error) {
		return download(files.ExportLog(ctx, s.App, in.Trip, "log.csv"))
	}, name("export-log-csv", "The log as CSV, with units in the column names"))
	huma.Post(api, "/log/import", func(ctx context.Context, in *Upload) (*body[files.Brought], error) {
		out, err := files.ImportLog(ctx, s.App, in.body)
		if err != nil {
			return nil, unread(err)
		}
		return reply(out, nil)
	}, name("import-log", "Import a log, JSON or CSV; existing cups stay"))
}

// unread is a file that could not be read as a problem that names the line, or the field.
func unread(err error) error {
	if large := tooLarge(err); large != nil {
		return large
	}
	if bad, ok := errors.AsType[*formats.FormatError](err); ok {
		return huma.Error422UnprocessableEntity(bad.Error()+". Nothing was saved.", &huma.ErrorDetail{Location: "file", Message: bad.Error()})
	}
	return failAt("file", err)
}

type inLog struct {
	Trip int64 `query:"trip" minimum:"0" doc:"0 for all trips"`
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
		"trip":   {"Apodemos trip, version 3", "A trip: stops, people, the brews at each stop, and their coffees. The conditions of a stop are part of a Request; the request of a brew is an RFC 7396 merge patch over them.", reflect.TypeFor[formats.TripFile]()},
		"recipe": {"Apodemos recipe, version 1", "A recipe: what it leaves out comes from the style of its method.", reflect.TypeFor[formats.RecipeFile]()},
		"log":    {"Apodemos log, version 1", "Logged cups: each entry with the request to plan it again.", reflect.TypeFor[formats.LogFile]()},
		"pocket": {"Apodemos pocket, version 2", "What an offline copy holds, and what was done in it: events, each a change of one record by one device. See docs/pocket.md.", reflect.TypeFor[app.Carried]()},
	}[kind]
	if of.file == nil {
		return nil, fmt.Errorf("%q is not a kind of file. Choose %s", kind, strings.Join(Schemas, ", "))
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
