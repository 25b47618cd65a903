package server

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/instruments"
	"apodemos/store"
)

// seed of the simulated terrain and forecast: the same world for everybody.
const seed = 2026

// Moment is when a task of a schedule begins and ends.
type Moment struct {
	From  string `json:"from" doc:"RFC 3339 with the offset of the stop's zone; a date for a task of any time of the day; empty when the trip has no date"`
	To    string `json:"to"`
	Timed bool   `json:"timed"`
}

// TripPlan is everything worked out for a trip.
type TripPlan struct {
	Result  *trip.Result `json:"result"`
	Moments []Moment     `json:"moments" doc:"Of the result's tasks, in their order"`
	StopIDs []int64      `json:"stop_ids"`
}

// ArrangeIn puts a stop somewhere else in its trip.
type ArrangeIn struct {
	ID       int64   `json:"id"`
	Revision int64   `json:"revision" minimum:"1" doc:"That the change began from"`
	Position int     `json:"position" minimum:"1" maximum:"1000"`
	Day      int     `json:"day" minimum:"1" maximum:"500"`
	Km       float64 `json:"km" minimum:"0" maximum:"40000"`
}

// upload takes a file as it streams in; huma leaves the body alone when an
// input has no Body.
type upload struct {
	Name string `query:"name" maxLength:"200" doc:"The file's name"`
	body io.Reader
}

// Resolve keeps the reader of the body.
func (u *upload) Resolve(c huma.Context) []error {
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

func (s *server) journeyRoutes(api huma.API) {
	huma.Get(api, "/trips/{trip}/plan", func(ctx context.Context, in *struct {
		InTrip
		Steps bool    `query:"steps" doc:"With the steps of every brew, for a trip sheet"`
		Items []int64 `query:"items,explode" maxItems:"200" doc:"Gear to go with: its brews as this kit makes them. The trip's own kit, and its brews as they are planned, when left out"`
	}) (*body[TripPlan], error) {
		return reply(s.tripPlan(ctx, in.Trip, in.Steps, in.Items))
	}, name("plan-trip", "Everything to buy, prepare, carry, treat and do"))
	huma.Post(api, "/trips/{trip}/what-if", func(ctx context.Context, in *struct {
		InTrip
		Body trip.WhatIf
	}) (*body[*trip.Comparison], error) {
		t, _, err := s.Journey(ctx, in.Trip)
		if err != nil {
			return nil, fail(err)
		}
		return reply(trip.Compare(t, in.Body))
	}, name("what-if", "The trip beside the same with something gone wrong"))
	huma.Put(api, "/trips/{trip}/archived", func(ctx context.Context, in *struct {
		InTrip
		Body struct {
			Archived bool `json:"archived"`
		}
	}) (*body[store.Trip], error) {
		if err := s.ArchiveTrip(ctx, in.Trip, in.Body.Archived); err != nil {
			return nil, fail(err)
		}
		return reply(s.Trip(ctx, in.Trip))
	}, name("archive-trip", "Put a trip out of the way, or bring it back"))
	huma.Post(api, "/trips/{trip}/duplicate", func(ctx context.Context, in *InTrip) (*body[store.Trip], error) {
		t, _, err := s.Journey(ctx, in.Trip)
		if err != nil {
			return nil, fail(err)
		}
		t.Name = cut(t.Name, 113) + " (copy)"
		return s.keep(ctx, t, "trip")
	}, name("duplicate-trip", "A copy of a trip with its stops and brews, without its log"))
	huma.Put(api, "/trips/{trip}/arrangement", func(ctx context.Context, in *struct {
		InTrip
		Body []ArrangeIn `maxItems:"400"`
	}) (*body[TripOut], error) {
		var stops []store.Stop
		for _, a := range in.Body {
			stops = append(stops, store.Stop{ID: a.ID, Revision: a.Revision, Position: a.Position, Day: a.Day, Km: a.Km})
		}
		if err := s.checkArrangement(ctx, in.Trip, stops); err != nil {
			return nil, err
		}
		if err := s.Arrange(ctx, in.Trip, stops); err != nil {
			return nil, fail(err)
		}
		return reply(s.tripOut(ctx, in.Trip))
	}, name("arrange-stops", "Set the order, days and distances of stops at once"))

	huma.Post(api, "/stops/{stop}/split", func(ctx context.Context, in *struct {
		InStop
		Body struct {
			Nights int `json:"nights" doc:"Days that the first of the two keeps"`
		}
	}) (*body[store.Stop], error) {
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

	huma.Post(api, "/import/preview", func(_ context.Context, in *upload) (*body[formats.Proposal], error) {
		p, err := preview(in.body)
		if err == nil {
			return reply(p, nil)
		}
		if large := tooLarge(err); large != nil {
			return nil, large
		}
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			return nil, problems("file", bad)
		}
		return nil, huma.Error422UnprocessableEntity(err.Error()+". Nothing was kept.", &huma.ErrorDetail{Location: "file", Message: err.Error()})
	}, name("preview-import", "Read GPX, a trip file or CSV of stops without keeping it"))
	huma.Post(api, "/trips/import", func(ctx context.Context, in *struct{ Body formats.TripFile }) (*body[store.Trip], error) {
		t, err := in.Body.Trip()
		if err != nil {
			return nil, failAt("body", err)
		}
		return s.keep(ctx, t, "body")
	}, func(o *huma.Operation) {
		name("import-trip", "Keep a whole trip, or nothing of it")(o)
		o.MaxBodyBytes = formats.MaxTripBytes
	})
	huma.Get(api, "/trips/{trip}/export/{format}", func(ctx context.Context, in *struct {
		InTrip
		Format string `path:"format" enum:"trip.json,stops.gpx,schedule.ics,provisions.csv"`
	}) (*file, error) {
		return s.export(ctx, in.Trip, in.Format)
	}, name("export-trip", "A trip in an open format"))

	huma.Get(api, "/simulated/elevation", func(_ context.Context, in *struct {
		Lat float64 `query:"lat" minimum:"-90" maximum:"90" required:"true"`
		Lon float64 `query:"lon" minimum:"-180" maximum:"180" required:"true"`
	}) (*body[Elevation], error) {
		m, source := instruments.Terrain{Seed: seed}.Elevation(in.Lat, in.Lon)
		return reply(Elevation{m, source}, nil)
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
		return reply(instruments.Forecast{Seed: seed}.At(in.Lat, in.Lon, in.AltitudeM, day), nil)
	}, name("simulated-forecast", "A made-up forecast for a day at a place"))
}

// Elevation is metres above the sea and where they come from.
type Elevation struct {
	M      float64 `json:"m"`
	Source string  `json:"source"`
}

func cut(s string, n int) string {
	if r := []rune(s); len(r) > n {
		return string(r[:n])
	}
	return s
}

// preview tells a file's format by how it begins, and reads it.
func preview(r io.Reader) (formats.Proposal, error) {
	in := bufio.NewReader(r)
	start, _ := in.Peek(256)
	text := strings.TrimLeft(strings.TrimPrefix(string(start), "\xef\xbb\xbf"), " \t\r\n")
	switch {
	case len(start) == 0:
		return formats.Proposal{}, &formats.FormatError{Kind: "File", What: "it is empty; allowed: GPX, a trip file or CSV of stops"}
	case strings.HasPrefix(text, "<"), strings.HasPrefix(text, "\xff\xfe"), strings.HasPrefix(text, "\xfe\xff"):
		g, err := formats.ReadGPX(in)
		if err != nil {
			return formats.Proposal{}, err
		}
		return g.Propose(instruments.Terrain{Seed: seed}), nil
	case strings.HasPrefix(text, "{"):
		f, err := formats.ReadTrip(in)
		return asProposal(f, "stop of the file", err)
	}
	f, err := formats.ReadStops(in)
	return asProposal(f, "line of the file", err)
}

func asProposal(f formats.TripFile, kind string, err error) (formats.Proposal, error) {
	p := formats.Proposal{Trip: f, Profile: [][2]float64{}, Said: []string{}, Kinds: []string{}}
	if err != nil {
		return p, err
	}
	if _, err := f.Trip(); err != nil {
		return p, err
	}
	for range f.Stops {
		p.Kinds = append(p.Kinds, kind)
	}
	return p, nil
}

// Import reads a file and keeps its trip, or nothing. It returns the trip's ID
// and what was assumed.
func Import(ctx context.Context, st *store.Store, r io.Reader) (id int64, said []string, err error) {
	p, err := preview(r)
	if err != nil {
		return 0, nil, err
	}
	t, err := p.Trip.Trip()
	if err != nil {
		return 0, nil, err
	}
	plans, err := planAll(t)
	if err != nil {
		return 0, nil, err
	}
	id, err = st.AddJourney(ctx, t, plans)
	return id, p.Said, err
}

// Export writes a trip in one of the formats of the API.
func Export(ctx context.Context, st *store.Store, id int64, format string) ([]byte, error) {
	f, err := (&server{Store: st}).export(ctx, id, format)
	if err != nil {
		return nil, err
	}
	return f.Body, nil
}

// keep plans every brew of a trip and keeps it all, or nothing.
func (s *server) keep(ctx context.Context, t trip.Trip, at string) (*body[store.Trip], error) {
	plans, err := planAll(t)
	if err != nil {
		return nil, failAt(at, err)
	}
	id, err := s.AddJourney(ctx, t, plans)
	if err != nil {
		return nil, fail(err)
	}
	return reply(s.Trip(ctx, id))
}

// planAll checks a trip and plans each of its brews, in order.
func planAll(t trip.Trip) ([]*brew.Plan, error) {
	if _, err := trip.Compute(t); err != nil {
		return nil, err
	}
	var plans []*brew.Plan
	var bad brew.Problems
	for i, st := range t.Stops {
		for j, b := range st.Brews {
			p, err := brew.Compute(b.Request)
			if ps, ok := errors.AsType[brew.Problems](err); ok {
				for _, prob := range ps {
					prob.Field = fmt.Sprintf("stops[%d].brews[%d].request.%s", i, j, prob.Field)
					bad = append(bad, prob)
				}
			}
			plans = append(plans, p)
		}
	}
	if len(bad) > 0 {
		return nil, bad
	}
	return plans, nil
}

func (s *server) tripPlan(ctx context.Context, id int64, steps bool, with []int64) (TripPlan, error) {
	out := TripPlan{Moments: []Moment{}, StopIDs: []int64{}}
	t, stops, err := s.Journey(ctx, id)
	if err != nil {
		return out, err
	}
	if len(with) > 0 {
		if err := s.equipAll(ctx, &t, with); err != nil {
			return out, err
		}
	}
	if out.Result, err = trip.Compute(t); err != nil {
		return out, err
	}
	items, err := s.kitItems(ctx, id, with)
	if err != nil {
		return out, err
	}
	out.Result.WithKit(items, t.People)
	for _, st := range stops {
		out.StopIDs = append(out.StopIDs, st.ID)
	}
	for _, task := range out.Result.Tasks {
		m := Moment{}
		if from, to, timed, err := formats.When(t, task); err == nil {
			layout := time.DateOnly
			if timed {
				layout = time.RFC3339
			}
			m = Moment{from.Format(layout), to.Format(layout), timed}
		}
		out.Moments = append(out.Moments, m)
	}
	if steps {
		for i := range out.Result.Brews {
			if p := out.Result.Brews[i].Plan(); p != nil {
				out.Result.Brews[i].Steps, out.Result.Brews[i].Cautions, out.Result.Brews[i].Rounds = p.Steps, p.Cautions, p.Rounds
			}
		}
	}
	return out, nil
}

var unsafeName = regexp.MustCompile(`[^a-z0-9]+`)

func (s *server) export(ctx context.Context, id int64, format string) (*file, error) {
	t, _, err := s.Journey(ctx, id)
	if err != nil {
		return nil, fail(err)
	}
	base := strings.Trim(unsafeName.ReplaceAllString(strings.ToLower(t.Name), "-"), "-")
	if base == "" {
		base = "trip"
	}
	var out bytes.Buffer
	kind := ""
	if format == "trip.json" {
		var f formats.TripFile
		if f, err = formats.FromTrip(t); err == nil {
			err = f.Write(&out)
		}
		kind = "application/json"
	} else {
		var r *trip.Result
		if r, err = trip.Compute(t); err == nil {
			switch format {
			case "stops.gpx":
				var without int
				without, err = formats.WriteGPX(&out, t, r)
				if err == nil && without == len(t.Stops) {
					return nil, huma.Error422UnprocessableEntity("No stop has coordinates, so there is nothing to write. Set latitude and longitude of a stop first.")
				}
				kind = "application/gpx+xml"
			case "schedule.ics":
				err = formats.WriteCalendar(&out, t, r, fmt.Sprint(id), time.Now())
				kind = "text/calendar; charset=utf-8"
			case "provisions.csv":
				var items []gear.Item
				if items, err = s.kitItems(ctx, id, nil); err == nil {
					r.WithKit(items, t.People)
					err = formats.WriteProvisions(&out, r)
				}
				kind = "text/csv; charset=utf-8"
			}
		}
	}
	if errors.Is(err, formats.ErrNoDate) {
		return nil, huma.Error422UnprocessableEntity("The trip has no date, so there is no calendar of it. Set the day that it starts first.")
	}
	if err != nil {
		return nil, fail(err)
	}
	if kind == "" {
		return nil, huma.Error422UnprocessableEntity(fmt.Sprintf("%q is not a format; allowed: trip.json, stops.gpx, schedule.ics, provisions.csv", format))
	}
	what, ext, _ := strings.Cut(format, ".")
	return &file{ContentType: kind, Disposition: fmt.Sprintf(`attachment; filename="%s-%s.%s"`, base, what, ext), Body: out.Bytes()}, nil
}

// TripSchema returns the JSON Schema (2020-12) of trip files, indented.
func TripSchema() ([]byte, error) {
	registry := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	root := registry.Schema(reflect.TypeFor[formats.TripFile](), true, "")
	request := registry.Schema(reflect.TypeFor[brew.Request](), true, "")
	b, err := json.MarshalIndent(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Apodemos trip, version 1",
		"description": "A trip: stops, people and the brews they want at each. The conditions of a stop are part of a Request; the request of a brew is an RFC 7396 merge patch over them.",
		"$ref":        root.Ref, "$defs": registry.Map(), "x-request": request.Ref,
	}, "", "  ")
	return append(b, '\n'), err
}

// kitItems lists the gear of a trip's own kit, or other pieces that are named.
func (s *server) kitItems(ctx context.Context, id int64, with []int64) ([]gear.Item, error) {
	if len(with) == 0 {
		k, err := s.TripKit(ctx, id)
		if err != nil {
			return nil, err
		}
		with = k.Items
	}
	shelf, err := s.Gear(ctx)
	if err != nil {
		return nil, err
	}
	return slices.DeleteFunc(shelf, func(it gear.Item) bool { return !slices.Contains(with, it.ID) }), nil
}
