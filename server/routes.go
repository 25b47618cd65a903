package server

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"math/rand/v2"
	"net/http"
	"reflect"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/kit"
)

// desk is where the server answers operations.
func (s *server) desk() *app.Desk {
	return &app.Desk{App: s.App, Now: time.Now, Seed: rand.Uint64, Choosing: s.howFar,
		Info: func(ctx context.Context) (app.Info, error) {
			id, err := s.ID(ctx)
			return app.Info{Version: brew.Version, ClockRate: s.opt.ClockRate, Demo: s.opt.Demo, ReadOnly: s.opt.ReadOnly, Database: id}, err
		},
		Watch: func(ctx context.Context, trip int64) (context.Context, func()) {
			s.choosing.come(trip, kit.Progress{Gap: 1}) // what it asks of every brew comes first
			return kit.Watched(ctx, func(p kit.Progress) { s.choosing.come(trip, p) }), func() { s.choosing.end(trip) }
		},
	}
}

// howFar is how far the choice of a trip's kit is, with its place in the queue while it waits.
func (s *server) howFar(trip int64) app.Choosing {
	out := s.choosing.of(trip)
	if out.State == "waiting" {
		out.Place = s.lanes.choice.place(fmt.Sprintf("/api/v1/trips/%d/kit/choose", trip))
	}
	return out
}

func (s *server) routes(api huma.API) {
	d := s.desk()
	for _, o := range app.Operations {
		if o.Only != app.InPage {
			answer(api, d, o)
		}
	}
	huma.Get(api, "/health", func(ctx context.Context, _ *struct{}) (*body[Health], error) {
		if _, err := s.ID(ctx); err != nil {
			return nil, huma.Error503ServiceUnavailable("The database can’t be read: " + err.Error())
		}
		out := Health{Status: "ok", Version: brew.Version}
		for _, l := range []*lane{s.lanes.quick, s.lanes.files, s.lanes.choice} {
			state := l.state(time.Now())
			out.Lanes = append(out.Lanes, state)
			if l != s.lanes.choice && state.OldestS > stuckS {
				return nil, huma.Error503ServiceUnavailable(fmt.Sprintf("The lane of %s is stuck: its oldest request has run for %.0f s.", state.Name, state.OldestS))
			}
		}
		return reply(out, nil)
	}, name("health", "Whether the program answers and can read its data"))
	s.fileRoutes(api)
	s.pocketRoutes(api)
	s.pairRoutes(api)
}

// answer registers an operation of the table: its document, and how it is answered.
func answer(api huma.API, d *app.Desk, o app.Operation) {
	doc := documentOf(api.OpenAPI().Components.Schemas, o)
	api.OpenAPI().AddOperation(doc)
	api.Adapter().Handle(doc, func(c huma.Context) {
		a := app.Asked{Path: map[string]string{}, IfMatch: c.Header("If-Match")}
		u := c.URL()
		a.Query = u.Query()
		for _, p := range doc.Parameters {
			if p.In == "path" {
				a.Path[p.Name] = c.Param(p.Name)
			}
		}
		out, err := any(nil), error(nil)
		if doc.RequestBody != nil {
			a.Body, err = io.ReadAll(c.BodyReader())
			if large := tooLarge(err); large != nil {
				err = large
			}
		}
		if err == nil {
			out, err = o.Answer(c.Context(), d, a)
		}
		kind, nerr := api.Negotiate(c.Header("Accept"))
		if err == nil && nerr != nil {
			err = huma.NewError(http.StatusNotAcceptable, nerr.Error())
		}
		if err != nil {
			err = fail(err)
			if h, ok := errors.AsType[huma.HeadersError](err); ok {
				for name, values := range h.GetHeaders() {
					c.SetHeader(name, values[0])
				}
			}
			told, _ := errors.AsType[huma.StatusError](err)
			c.SetHeader("Content-Type", "application/problem+json")
			c.SetStatus(told.GetStatus())
			_ = api.Marshal(c.BodyWriter(), "application/json", told) // the client has gone
			return
		}
		if o.Out == nil {
			c.SetStatus(http.StatusNoContent)
			return
		}
		if tag := app.RevisionOf(out); tag != "" {
			c.SetHeader("ETag", tag)
		}
		c.SetHeader("Content-Type", kind)
		_ = api.Marshal(late{c}, kind, out)
	})
}

// late sends the status with the first of an answer: one that cannot be written is a fault.
type late struct{ huma.Context }

func (l late) Write(p []byte) (int, error) {
	l.SetStatus(http.StatusOK)
	return l.BodyWriter().Write(p)
}

// documentOf is an operation as the document has it, made of the types of what is asked and
// answered.
func documentOf(types huma.Registry, o app.Operation) *huma.Operation {
	doc := &huma.Operation{OperationID: o.ID, Method: o.Method, Path: o.Path, Summary: o.Summary, Responses: map[string]*huma.Response{}}
	if o.Alone { // whatever is kept, the same is answered
		doc.Extensions = map[string]any{"x-fixed": true}
	} else if o.Changes != nil {
		doc.Extensions = map[string]any{"x-changes": o.Changes}
	}
	if o.Method == http.MethodPost && o.Changes != nil {
		doc.Parameters = append(doc.Parameters, &huma.Param{Name: onceHeader, In: "header", Schema: &huma.Schema{Type: "string", MaxLength: new(maxOnceKey)},
			Description: "A name for this request, such as a UUID: repeated within a day, it isn't done again and gets the first answer"})
	}
	for _, f := range reflect.VisibleFields(o.In) {
		for _, in := range []string{"path", "query", "header"} {
			name, how, _ := strings.Cut(f.Tag.Get(in), ",")
			if name == "" {
				continue
			}
			p := &huma.Param{Name: name, In: in, Description: f.Tag.Get("doc"), Required: in == "path" || f.Tag.Get("required") == "true", Schema: huma.SchemaFromField(types, f, "")}
			if in == "query" {
				p.Explode = new(how == "explode")
			}
			doc.Parameters = append(doc.Parameters, p)
		}
	}
	if f, ok := o.In.FieldByName("Body"); ok {
		if f.Type == reflect.TypeFor[app.Patch]() {
			f.Type = reflect.TypeFor[map[string]any]()
		}
		doc.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/json": {Schema: huma.SchemaFromField(types, f, o.ID+"Request")}}}
	}
	if o.Out == nil {
		doc.Responses["204"] = &huma.Response{Description: http.StatusText(http.StatusNoContent)}
	} else {
		doc.Responses["200"] = &huma.Response{Description: http.StatusText(http.StatusOK), Headers: map[string]*huma.Param{"ETag": {Schema: &huma.Schema{Type: huma.TypeString}}},
			Content: map[string]*huma.MediaType{"application/json": {Schema: types.Schema(o.Out, true, o.ID+"Response")}}}
	}
	doc.Responses["default"] = &huma.Response{Description: "Error", Content: map[string]*huma.MediaType{"application/problem+json": {Schema: types.Schema(reflect.TypeFor[huma.ErrorModel](), true, "Error")}}}
	return doc
}

// body wraps a response; ETag is the revision of what has one.
type body[T any] struct {
	ETag string `header:"ETag"`
	Body T
}

func reply[T any](v T, err error) (*body[T], error) {
	if err != nil {
		return nil, fail(err)
	}
	return &body[T]{app.RevisionOf(v), v}, nil
}

// Health is that the program answers.
type Health struct {
	Status  string      `json:"status" enum:"ok"`
	Version string      `json:"version"`
	Lanes   []LaneState `json:"lanes"`
}

// stuckS is the age of a request from which its lane is reported stuck, in s.
const stuckS = 60

type nothing struct{}

// name gives an operation its ID and summary.
func name(id, summary string) func(*huma.Operation) {
	return func(o *huma.Operation) {
		o.OperationID, o.Summary = id, summary
		o.MaxBodyBytes = MaxBodyBytes
		o.BodyReadTimeout = -1 // admit has its own
	}
}

// full tells whether an error of the store is for want of room.
var full = func(error) bool { return false }

// fail is an error as an RFC 9457 problem.
func fail(err error) error { return failAt("body", err) }

func failAt(at string, err error) error {
	if err == nil {
		return nil
	}
	if _, told := errors.AsType[huma.StatusError](err); told {
		return err
	}
	f := app.FaultOf(at, err)
	if f.Status == http.StatusInternalServerError {
		slog.Error("store", "err", err)
		if full(err) {
			return huma.NewError(http.StatusInsufficientStorage, "There is no room left on the disk. Nothing was changed; make room and try again.")
		}
	}
	e := &huma.ErrorModel{Status: f.Status, Title: f.Title, Detail: f.Detail}
	for _, x := range f.Errors {
		e.Errors = append(e.Errors, &huma.ErrorDetail{Message: x.Message, Location: x.Location, Value: x.Value})
	}
	if f.Status == http.StatusServiceUnavailable {
		return huma.ErrorWithHeaders(e, http.Header{"Retry-After": {"1"}})
	}
	return e
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

func (c *choosing) of(trip int64) app.Choosing {
	c.mu.Lock()
	defer c.mu.Unlock()
	switch c.trip {
	case 0:
		return app.Choosing{State: "idle"}
	case trip:
		return app.Choosing{State: "choosing", Progress: new(c.at)}
	}
	return app.Choosing{State: "waiting"}
}
