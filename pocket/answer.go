package pocket

import (
	"context"
	"encoding/json"
	"math/rand/v2"
	"net/url"
	"strings"

	"apodemos/app"
	"apodemos/core/brew"
)

// Asked is what the interface asks, as it asks the server under /api/v1.
type Asked struct {
	Method  string          `json:"method"`
	Path    string          `json:"path"` // with the query
	IfMatch string          `json:"if_match,omitempty"`
	Body    json.RawMessage `json:"body,omitempty"`
}

// operations are those that a pocket answers.
var operations = func() (out []app.Operation) {
	for _, o := range app.Operations {
		if o.Only != app.AtHome {
			out = append(out, o)
		}
	}
	return out
}()

// alone is a desk where nothing is kept.
var alone = &app.Desk{}

// AnswerAlone answers what needs nothing that is kept: a page asks it before, or without, a pocket.
func AnswerAlone(ctx context.Context, in Asked) (Answered, bool) {
	path, query, _ := strings.Cut(in.Path, "?")
	o, values, _ := app.Find(operations, in.Method, path)
	if o == nil || !o.Alone {
		return Answered{}, false
	}
	return answered(ctx, alone, o, values, query, in), true
}

func answered(ctx context.Context, d *app.Desk, o *app.Operation, values map[string]string, query string, in Asked) (out Answered) {
	defer func() {
		if what := recover(); what != nil {
			out = problem(app.Fault{Status: 500, Detail: "Apodemos failed; nothing was saved. Please report what you did."})
		}
	}()
	q, err := url.ParseQuery(query)
	if err != nil {
		return problem(app.Fault{Status: 400, Detail: "query: " + err.Error()})
	}
	answer, err := o.Answer(ctx, d, app.Asked{Path: values, Query: q, IfMatch: in.IfMatch, Body: in.Body})
	switch {
	case err != nil:
		return problem(err)
	case o.Out == nil:
		return Answered{Status: 204}
	}
	return Answered{Status: 200, Body: answer, ETag: app.RevisionOf(answer)}
}

func (s *Session) desk() *app.Desk {
	return &app.Desk{App: s.App, Now: s.options.Now, Seed: rand.Uint64, Info: func(context.Context) (app.Info, error) {
		return app.Info{Version: brew.Version, ClockRate: max(s.options.ClockRate, 1), Database: s.info.ID, Pocket: &s.info}, nil
	}}
}

// Answer answers what is asked, and tells what was written by it. It never fails: what goes
// wrong is an answer, too.
func (s *Session) Answer(ctx context.Context, in Asked) Answered {
	path, query, _ := strings.Cut(in.Path, "?")
	o, values, other := app.Find(operations, in.Method, path)
	var out Answered
	switch {
	case o != nil:
		out = answered(ctx, s.desk(), o, values, query, in)
	case other:
		out = problem(app.Fault{Status: 405, Detail: "There is no such operation."})
	default:
		out = problem(app.Fault{Status: 404, Detail: "This can’t be done offline. Do it in the Apodemos that made this copy."})
	}
	events, err := s.keep(ctx)
	if err != nil && out.Status < 300 {
		out = problem(err)
	}
	out.Events = events
	out.Runs = append([]app.RunningRecord{}, s.running()...)
	return out
}

func problem(err error) Answered {
	f := app.FaultOf("body", err)
	return Answered{Status: f.Status, Body: f}
}
