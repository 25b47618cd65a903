package server

import (
	"context"
	"errors"
	"net/http"
	"reflect"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/run"
	"apodemos/core/sim"
)

// body wraps a response; ETag is the revision of what has one.
type body[T any] struct {
	ETag string `header:"ETag"`
	Body T
}

func reply[T any](v T, err error) (*body[T], error) {
	if err != nil {
		return nil, fail(err)
	}
	out := &body[T]{Body: v}
	if r := reflect.Indirect(reflect.ValueOf(v)); r.Kind() == reflect.Struct {
		if f := r.FieldByName("Revision"); f.IsValid() && f.CanInt() && f.Int() > 0 {
			out.ETag = strconv.Quote(strconv.FormatInt(f.Int(), 10))
		}
	}
	return out, nil
}

// Health is that the program answers.
type Health struct {
	Status  string `json:"status" enum:"ok"`
	Version string `json:"version"`
}

// Path parameters; exported, for huma reads them only then when embedded.
type (
	InTrip struct {
		Trip int64 `path:"trip" minimum:"1"`
	}
	InStop struct {
		Stop int64 `path:"stop" minimum:"1"`
	}
	InBrew struct {
		Brew int64 `path:"brew" minimum:"1"`
	}
	InPlan struct {
		Plan int64 `path:"plan" minimum:"1"`
	}
	InEntry struct {
		Entry int64 `path:"entry" minimum:"1"`
	}
	nothing struct{}
)

func (s *server) info(database string) app.Info {
	return app.Info{Version: brew.Version, ClockRate: s.opt.ClockRate, Demo: s.opt.Demo, ReadOnly: s.opt.ReadOnly, Database: database}
}

func (s *server) routes(api huma.API) {
	huma.Get(api, "/info", func(ctx context.Context, _ *nothing) (*body[app.Info], error) {
		id, err := s.ID(ctx)
		return reply(s.info(id), err)
	}, name("info", "About this program"))
	huma.Get(api, "/health", func(ctx context.Context, _ *nothing) (*body[Health], error) {
		if _, err := s.ID(ctx); err != nil {
			return nil, huma.Error503ServiceUnavailable("The database cannot be read: " + err.Error())
		}
		return reply(Health{Status: "ok", Version: brew.Version}, nil)
	}, name("health", "Whether the program answers and can read its data"))
	huma.Get(api, "/catalogue", func(context.Context, *nothing) (*body[app.Catalogue], error) {
		return reply(app.CatalogueNow(), nil)
	}, name("catalogue", "Methods, burners, materials and the fields of a request"))
	huma.Post(api, "/plan", func(_ context.Context, in *struct {
		Working unlessFalse `query:"working" doc:"With the workings of every figure, unless false"`
		Body    brew.Request
	}) (*body[*brew.Plan], error) {
		return reply(app.Plan(in.Body, in.Working.yes()))
	}, name("plan", "Plan a brew without keeping it"))

	huma.Post(api, "/plan/changed", func(_ context.Context, in *struct{ Body app.ChangedIn }) (*body[brew.Request], error) {
		r, err := in.Body.Request.Changed(in.Body.Change)
		if err != nil {
			return nil, failAt("body.request", err)
		}
		return reply(r, nil)
	}, name("change-request", "The request that gives what a person changed in the picture of a plan"))

	huma.Post(api, "/choices", func(ctx context.Context, in *struct{ Body brew.Request }) (*body[[]brew.Choice], error) {
		shelf, err := s.Gear(ctx)
		if err != nil {
			return nil, fail(err)
		}
		return reply(app.Choices(ctx, in.Body, shelf))
	}, name("choices", "What every school would give at a stop"))

	huma.Get(api, "/trips", func(ctx context.Context, _ *nothing) (*body[[]app.Trip], error) {
		return reply(s.Trips(ctx))
	}, name("list-trips", "The trips, newest first"))
	huma.Post(api, "/trips", func(ctx context.Context, in *struct{ Body app.TripIn }) (*body[app.Trip], error) {
		return reply(s.MakeTrip(ctx, in.Body))
	}, name("add-trip", "Make a trip"))
	huma.Get(api, "/trips/{trip}", func(ctx context.Context, in *InTrip) (*body[app.TripOut], error) {
		return reply(s.TripOut(ctx, in.Trip))
	}, name("get-trip", "A trip with its stops and brews"))
	huma.Patch(api, "/trips/{trip}", func(ctx context.Context, in *struct {
		InTrip
		Change
	}) (*body[app.TripOut], error) {
		return reply(s.ChangeTrip(ctx, in.Trip, func(was app.TripIn) (app.TripIn, int64, error) { return changeOf(api, in.Change, was) }))
	}, name("set-trip", "Change a trip"))
	trash(api, "/trips/{trip}", "trip", func(in *InTrip) int64 { return in.Trip }, s.DeleteTrip, s.RestoreTrip)

	huma.Post(api, "/trips/{trip}/stops", func(ctx context.Context, in *struct {
		InTrip
		Body app.StopIn
	}) (*body[app.StopOut], error) {
		if _, err := s.Trip(ctx, in.Trip); err != nil {
			return nil, fail(err)
		}
		st := in.Body.Stop()
		st.TripID = in.Trip
		if err := s.CheckStop(ctx, st); err != nil {
			return nil, fail(err)
		}
		id, err := s.InsertStop(ctx, st)
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.StopOut(ctx, id))
	}, name("add-stop", "Add a stop to a trip"))
	huma.Get(api, "/stops/{stop}", func(ctx context.Context, in *InStop) (*body[app.StopOut], error) {
		return reply(s.StopOut(ctx, in.Stop))
	}, name("get-stop", "A stop with its boiling point"))
	huma.Patch(api, "/stops/{stop}", func(ctx context.Context, in *struct {
		InStop
		Change
	}) (*body[app.StopOut], error) {
		was, err := s.Stop(ctx, in.Stop)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, app.StopIn{Name: was.Name, Position: was.Position, Day: was.Day, Km: was.Km, TimeZone: was.TimeZone, Note: was.Note, Conditions: was.Conditions, Facts: was.Facts})
		if err != nil {
			return nil, err
		}
		st := next.Stop()
		st.ID, st.TripID, st.Revision = in.Stop, was.TripID, revision
		if err := s.CheckStop(ctx, st); err != nil {
			return nil, fail(err)
		}
		if err := s.SetStop(ctx, st); err != nil {
			return nil, fail(err)
		}
		return reply(s.StopOut(ctx, in.Stop))
	}, name("set-stop", "Change a stop"))
	trash(api, "/stops/{stop}", "stop", func(in *InStop) int64 { return in.Stop }, s.DeleteStop, s.RestoreStop)

	huma.Get(api, "/stops/{stop}/brews/new", func(ctx context.Context, in *struct {
		InStop
		Method string `query:"method" maxLength:"40" doc:"Chosen later when left out"`
		School string `query:"school" maxLength:"40"`
		At     string `query:"at" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty" doc:"Local time of day; the next free meal when left out"`
	}) (*body[app.NewBrew], error) {
		return reply(s.NewBrew(ctx, in.Stop, in.Method, in.School, in.At))
	}, name("new-brew", "What a new brew at a stop would be, without keeping it"))
	huma.Post(api, "/stops/{stop}/brews", func(ctx context.Context, in *struct {
		InStop
		Body app.BrewIn
	}) (*body[app.BrewOut], error) {
		return brewReply(s.KeepBrew(ctx, in.Stop, in.Body))
	}, name("add-brew", "Plan a brew at a stop and keep it"))
	huma.Get(api, "/brews/{brew}", func(ctx context.Context, in *InBrew) (*body[app.BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.BrewOut(ctx, b))
	}, name("get-brew", "A brew with its plan"))
	huma.Patch(api, "/brews/{brew}", func(ctx context.Context, in *struct {
		InBrew
		Change
	}) (*body[app.BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, app.BrewIn{Name: b.Name, At: b.At, Request: b.Request})
		if err != nil {
			return nil, err
		}
		return brewReply(s.ChangeBrew(ctx, b, revision, next))
	}, name("set-brew", "Change a brew and plan it anew"))
	trash(api, "/brews/{brew}", "brew", func(in *InBrew) int64 { return in.Brew }, s.DeleteBrew, s.RestoreBrew)
	huma.Get(api, "/plans/{plan}", func(ctx context.Context, in *InPlan) (*body[app.StoredPlan], error) {
		return reply(s.Told(ctx, in.Plan))
	}, name("get-plan", "A stored plan, as it was told"))

	s.runRoutes(api)
	s.nowRoutes(api)
	s.journeyRoutes(api)
	s.kitRoutes(api)
	s.coffeeRoutes(api)
	s.recipeRoutes(api)
	s.tasteRoutes(api)
	s.pocketRoutes(api)
	s.pairRoutes(api)
	shareRoutes(api)
	benchRoutes(api)
}

func benchRoutes(api huma.API) {
	question(api, "boil", "What does water boil at?", func(in app.BenchBoil) (*bench.BoilAnswer, error) { return bench.BoilingPoint(in.Request) })
	question(api, "wait", "How long do I wait?", bench.HowLong)
	question(api, "fuel", "How much fuel?", bench.HowMuchFuel)
	question(api, "canister", "Will the canister feed?", bench.WillItFeed)
	question(api, "water", "What is in the water?", bench.WhatIsInIt)
	question(api, "grind", "What setting on this grinder?", bench.WhatSetting)
}

// question adds a question of the bench.
func question[I, O any](api huma.API, id, title string, answer func(I) (*O, error)) {
	huma.Post(api, "/bench/"+id, func(_ context.Context, in *struct{ Body I }) (*body[*O], error) {
		out, err := answer(in.Body)
		if err != nil {
			return nil, failAt("body.request", err)
		}
		return reply(out, nil)
	}, name("bench-"+id, title))
}

func (s *server) runRoutes(api huma.API) {
	huma.Post(api, "/follow", func(_ context.Context, in *struct{ Body run.FollowIn }) (*body[*run.Following], error) {
		out, err := app.Follow(in.Body)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("follow", "Where a brew being made is, what differs, and the rest planned anew"))
	huma.Post(api, "/review", func(_ context.Context, in *struct{ Body run.FollowIn }) (*body[*run.Review], error) {
		out, err := app.ReviewOf(in.Body)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("review", "What of a run cost what, and one thing to try next"))
	huma.Post(api, "/practice", func(_ context.Context, in *struct{ Body sim.PracticeIn }) (*body[*sim.Practice], error) {
		out, err := in.Body.At()
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("practice", "The virtual brewer under one's own hand, at a moment"))
	huma.Post(api, "/exercise", func(_ context.Context, in *struct{ Body sim.Exercise }) (*body[*sim.Exercised], error) {
		out, err := in.Body.Go()
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("exercise", "An exercise of the hand or the eye, and how it went"))
	huma.Post(api, "/simulate", func(_ context.Context, in *struct{ Body app.SimulateIn }) (*body[*app.Simulated], error) {
		out, err := app.Simulate(in.Body)
		if err != nil {
			return nil, failAt("body", err)
		}
		return reply(out, nil)
	}, name("simulate", "A brew made on the virtual brewer"))
	huma.Get(api, "/brews/{brew}/run/noticed", func(ctx context.Context, in *InBrew) (*body[app.Noticed], error) {
		if _, err := s.Brew(ctx, in.Brew); err != nil {
			return nil, fail(err)
		}
		return reply(s.Noticed(ctx, in.Brew))
	}, name("noticed", "What the run of a brew says besides how it tastes"))
	huma.Get(api, "/log/{entry}/made", func(ctx context.Context, in *InEntry) (*body[*run.Following], error) {
		return reply(s.AsMade(ctx, in.Entry))
	}, name("as-made", "How a cup of the log was made, over what was planned"))
	huma.Get(api, "/brews/{brew}/run", func(ctx context.Context, in *InBrew) (*body[app.RunOut], error) {
		r, err := s.Run(ctx, in.Brew)
		if errors.Is(err, app.ErrNotFound) {
			return reply(app.RunOut{}, nil)
		}
		return reply(app.RunOut{Run: &r}, err)
	}, name("get-run", "The brew being made by the clock"))
	huma.Put(api, "/brews/{brew}/run", func(ctx context.Context, in *struct {
		InBrew
		Body app.Run
	}) (*body[app.Run], error) {
		return reply(s.KeepRun(ctx, in.Brew, in.Body))
	}, name("set-run", "Keep the state of the brew being made"))
	huma.Delete(api, "/brews/{brew}/run", func(ctx context.Context, in *InBrew) (*nothing, error) {
		return &nothing{}, fail(s.EndRun(ctx, in.Brew))
	}, name("end-run", "Stop making a brew"))

	huma.Get(api, "/log", func(ctx context.Context, in *struct {
		Trip   int64 `query:"trip" minimum:"0" doc:"0 for all trips"`
		Latest int   `query:"latest" minimum:"1" maximum:"1000000" doc:"So many of the latest; all when left out"`
	}) (*body[[]app.LogEntry], error) {
		if in.Latest == 0 {
			in.Latest = -1
		}
		return reply(s.LatestLog(ctx, in.Trip, in.Latest))
	}, name("list-log", "Log entries, latest first"))
	huma.Post(api, "/brews/{brew}/log", func(ctx context.Context, in *struct {
		InBrew
		Body app.LogIn
	}) (*body[app.LogEntry], error) {
		return reply(s.WriteLog(ctx, app.LogEntry{BrewID: in.Brew, BrewedAt: in.Body.BrewedAt, Noted: in.Body.Noted}))
	}, name("add-log", "Write down how a brew came out"))
	huma.Get(api, "/log/{entry}", func(ctx context.Context, in *InEntry) (*body[app.LogEntry], error) {
		return reply(s.LogEntry(ctx, in.Entry))
	}, name("get-log-entry", "An entry of the log"))
	huma.Patch(api, "/log/{entry}", func(ctx context.Context, in *struct {
		InEntry
		Change
	}) (*body[app.LogEntry], error) {
		was, err := s.LogEntry(ctx, in.Entry)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, was.Noted)
		if err != nil {
			return nil, err
		}
		if err := s.CheckNoted(ctx, next); err != nil {
			return nil, failAt("body", err)
		}
		if err := s.SetLog(ctx, in.Entry, revision, next); err != nil {
			return nil, fail(err)
		}
		return reply(s.LogEntry(ctx, in.Entry))
	}, name("set-log", "Change a log entry"))
	trash(api, "/log/{entry}", "log", func(in *InEntry) int64 { return in.Entry }, s.DeleteLog, s.RestoreLog)
}

// name gives an operation its ID and summary.
func name(id, summary string) func(*huma.Operation) {
	return func(o *huma.Operation) {
		o.OperationID, o.Summary = id, summary
		o.MaxBodyBytes = MaxBodyBytes
		o.BodyReadTimeout = -1 // admit has its own
	}
}

// trash adds delete and its undo.
func trash[I any](api huma.API, path, what string, id func(*I) int64, del, restore func(context.Context, int64) error) {
	huma.Delete(api, path, func(ctx context.Context, in *I) (*nothing, error) {
		return &nothing{}, fail(del(ctx, id(in)))
	}, name("delete-"+what, "Take it away; restore-"+what+" brings it back"))
	huma.Register(api, huma.Operation{Method: http.MethodPost, Path: path + "/restore", BodyReadTimeout: -1, OperationID: "restore-" + what, Summary: "Undo delete-" + what, DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *I) (*nothing, error) { return &nothing{}, fail(restore(ctx, id(in))) })
}

// brewReply is a brew, or what is wrong with its request.
func brewReply(b app.BrewOut, err error) (*body[app.BrewOut], error) {
	if err != nil {
		return nil, failAt("body.request", err)
	}
	return reply(b, nil)
}

func failAt(at string, err error) error {
	if bad, ok := err.(brew.Problems); ok {
		return problems(at, bad)
	}
	return fail(err)
}

// unlessFalse is a parameter that is true where it is left out. (A default of true would
// take the place of false, too.)
type unlessFalse struct{ value, said bool }

func (p unlessFalse) yes() bool { return p.value || !p.said }

// Schema is that of a boolean.
func (unlessFalse) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{Type: huma.TypeBoolean, Default: true}
}

// Receiver is where the parameter is read to.
func (p *unlessFalse) Receiver() reflect.Value { return reflect.ValueOf(&p.value).Elem() }

// OnParamSet is called where it is there.
func (p *unlessFalse) OnParamSet(isSet bool, _ any) { p.said = isSet }
