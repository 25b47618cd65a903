package server

import (
	"context"
	"errors"
	"net/http"
	"reflect"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/store"
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

// Info is about this running program.
type Info struct {
	Version   string  `json:"version"`
	ClockRate float64 `json:"clock_rate" doc:"How much faster than time the guide's clock runs"`
	Demo      bool    `json:"demo"`
	Database  string  `json:"database" doc:"Identity of the database that answers: what a device keeps belongs to it"`
}

// TripIn is what a person sets of a trip.
type TripIn struct {
	Name     string `json:"name" minLength:"1" maxLength:"120"`
	People   int    `json:"people" minimum:"1" maximum:"24"`
	StartsOn string `json:"starts_on,omitempty" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" doc:"ISO date, or empty"`

	Supplies trip.Supplies `json:"supplies,omitzero" required:"false"`
}

func (in TripIn) trip() store.Trip {
	return store.Trip{Name: in.Name, People: in.People, StartsOn: in.StartsOn, Supplies: in.Supplies}
}

// StopIn is what a person sets of a stop.
type StopIn struct {
	Name       string       `json:"name" minLength:"1" maxLength:"120"`
	Position   int          `json:"position" minimum:"1" maximum:"1000"`
	Day        int          `json:"day" minimum:"1" maximum:"400"`
	Km         float64      `json:"km" minimum:"0" maximum:"40000"`
	TimeZone   string       `json:"time_zone,omitempty" maxLength:"60"`
	Note       string       `json:"note,omitempty" maxLength:"2000"`
	Conditions brew.Request `json:"conditions"`
	Facts      trip.Facts   `json:"facts,omitzero" required:"false"`
}

// BrewIn is what a person sets of a brew; Request is whole, with the stop's
// conditions in it.
type BrewIn struct {
	Name    string       `json:"name,omitempty" maxLength:"120"`
	At      string       `json:"at,omitempty" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" doc:"Local time of day, HH:MM, or empty"`
	Request brew.Request `json:"request"`
}

// StopOut is a stop with its boiling point.
type StopOut struct {
	store.Stop
	Boil  brew.Boil       `json:"boil"`
	Water brew.WaterState `json:"water" doc:"Where its water is from and whether it is safe, with what to do"`
}

// TripOut is a trip with its stops and brews.
type TripOut struct {
	store.Trip
	Stops []StopOut    `json:"stops"`
	Brews []store.Brew `json:"brews"`
}

// BrewOut is a brew with the plan it was last saved with.
type BrewOut struct {
	store.Brew
	Stored store.StoredPlan `json:"stored"`
	Stale  bool             `json:"stale" doc:"Its stop has changed since the plan was stored, and what it finds there with it"`
}

// NewBrew is a brew that is not kept yet: at the next free meal, with the stop's
// conditions at that hour.
type NewBrew struct {
	TripID  int64        `json:"trip_id"`
	Name    string       `json:"name"`
	At      string       `json:"at"`
	Request brew.Request `json:"request"`
}

// RunOut is the run of a brew; none when it is not being made.
type RunOut struct {
	Run *store.Run `json:"run,omitempty"`
}

// LogIn is a tasting to write down.
type LogIn struct {
	BrewedAt string `json:"brewed_at" format:"date-time"`
	store.Taste
}

func (s *server) routes(api huma.API) {
	huma.Get(api, "/info", func(ctx context.Context, _ *nothing) (*body[Info], error) {
		id, err := s.ID(ctx)
		return reply(Info{brew.Version, s.opt.ClockRate, s.opt.Demo, id}, err)
	}, name("info", "About this program"))
	huma.Get(api, "/catalogue", func(context.Context, *nothing) (*body[Catalogue], error) {
		return reply(catalogue(), nil)
	}, name("catalogue", "Methods, burners, materials and the fields of a request"))
	huma.Post(api, "/plan", func(_ context.Context, in *struct{ Body brew.Request }) (*body[*brew.Plan], error) {
		return reply(brew.Compute(in.Body))
	}, name("plan", "Plan a brew without keeping it"))

	huma.Post(api, "/choices", func(ctx context.Context, in *struct{ Body brew.Request }) (*body[[]brew.Choice], error) {
		shelf, err := s.Gear(ctx)
		if err != nil {
			return nil, fail(err)
		}
		choices := brew.Choices(in.Body)
		for i := range choices {
			c := &choices[i]
			m, _ := method.ByID(c.Method)
			school, _ := m.School(c.School)
			if it, own, ok := gear.Lightest(shelf, m); ok && c.Possible {
				label := quantity.LowerFirst(it.Name)
				if !own {
					label += ", typical"
				}
				c.Carry(label, it.MassG)
			}
			c.Lacks = gear.Lacks(shelf, m, school, in.Body.Coffee.GroundAhead != nil && *in.Body.Coffee.GroundAhead)
		}
		return reply(choices, nil)
	}, name("choices", "What every school would give at a stop"))

	huma.Get(api, "/trips", func(ctx context.Context, _ *nothing) (*body[[]store.Trip], error) {
		return reply(s.Trips(ctx))
	}, name("list-trips", "The trips, newest first"))
	huma.Post(api, "/trips", func(ctx context.Context, in *struct{ Body TripIn }) (*body[store.Trip], error) {
		id, err := s.AddTrip(ctx, in.Body.trip())
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.Trip(ctx, id))
	}, name("add-trip", "Make a trip"))
	huma.Get(api, "/trips/{trip}", func(ctx context.Context, in *InTrip) (*body[TripOut], error) {
		return reply(s.tripOut(ctx, in.Trip))
	}, name("get-trip", "A trip with its stops and brews"))
	huma.Patch(api, "/trips/{trip}", func(ctx context.Context, in *struct {
		InTrip
		Change
	}) (*body[TripOut], error) {
		was, err := s.Trip(ctx, in.Trip)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, TripIn{was.Name, was.People, was.StartsOn, was.Supplies})
		if err != nil {
			return nil, err
		}
		t := next.trip()
		t.ID, t.Revision = in.Trip, revision
		if err := s.SetTrip(ctx, t); err != nil {
			return nil, fail(err)
		}
		return reply(s.tripOut(ctx, in.Trip))
	}, name("set-trip", "Change a trip"))
	trash(api, "/trips/{trip}", "trip", func(in *InTrip) int64 { return in.Trip }, s.DeleteTrip, s.RestoreTrip)

	huma.Post(api, "/trips/{trip}/stops", func(ctx context.Context, in *struct {
		InTrip
		Body StopIn
	}) (*body[StopOut], error) {
		if _, err := s.Trip(ctx, in.Trip); err != nil {
			return nil, fail(err)
		}
		st := in.Body.stop()
		st.TripID = in.Trip
		if err := s.checkStop(ctx, st); err != nil {
			return nil, err
		}
		id, err := s.InsertStop(ctx, st)
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.stopOut(ctx, id))
	}, name("add-stop", "Add a stop to a trip"))
	huma.Get(api, "/stops/{stop}", func(ctx context.Context, in *InStop) (*body[StopOut], error) {
		return reply(s.stopOut(ctx, in.Stop))
	}, name("get-stop", "A stop with its boiling point"))
	huma.Patch(api, "/stops/{stop}", func(ctx context.Context, in *struct {
		InStop
		Change
	}) (*body[StopOut], error) {
		was, err := s.Stop(ctx, in.Stop)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, StopIn{was.Name, was.Position, was.Day, was.Km, was.TimeZone, was.Note, was.Conditions, was.Facts})
		if err != nil {
			return nil, err
		}
		st := next.stop()
		st.ID, st.TripID, st.Revision = in.Stop, was.TripID, revision
		if err := s.checkStop(ctx, st); err != nil {
			return nil, err
		}
		if err := s.SetStop(ctx, st); err != nil {
			return nil, fail(err)
		}
		return reply(s.stopOut(ctx, in.Stop))
	}, name("set-stop", "Change a stop"))
	trash(api, "/stops/{stop}", "stop", func(in *InStop) int64 { return in.Stop }, s.DeleteStop, s.RestoreStop)

	huma.Get(api, "/stops/{stop}/brews/new", func(ctx context.Context, in *struct {
		InStop
		Method string `query:"method" maxLength:"40" doc:"Chosen later when left out"`
		School string `query:"school" maxLength:"40"`
		At     string `query:"at" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" doc:"Local time of day; the next free meal when left out"`
	}) (*body[NewBrew], error) {
		return reply(s.newBrew(ctx, in.Stop, in.Method, in.School, in.At))
	}, name("new-brew", "What a new brew at a stop would be, without keeping it"))
	huma.Post(api, "/stops/{stop}/brews", func(ctx context.Context, in *struct {
		InStop
		Body BrewIn
	}) (*body[BrewOut], error) {
		return s.saveBrew(ctx, store.Brew{StopID: in.Stop}, in.Body, s.AddBrew)
	}, name("add-brew", "Plan a brew at a stop and keep it"))
	huma.Get(api, "/brews/{brew}", func(ctx context.Context, in *InBrew) (*body[BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.brewOut(ctx, b))
	}, name("get-brew", "A brew with its plan"))
	huma.Patch(api, "/brews/{brew}", func(ctx context.Context, in *struct {
		InBrew
		Change
	}) (*body[BrewOut], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, BrewIn{Name: b.Name, At: b.At, Request: b.Request})
		if err != nil {
			return nil, err
		}
		if next.At != b.At {
			// At another hour it finds the air of that hour.
			if next.Request, err = s.AtHour(ctx, b, next.At, next.Request); err != nil {
				return nil, fail(err)
			}
		}
		return s.saveBrew(ctx, store.Brew{ID: in.Brew, Revision: revision}, next, s.SetBrew)
	}, name("set-brew", "Change a brew and plan it anew"))
	trash(api, "/brews/{brew}", "brew", func(in *InBrew) int64 { return in.Brew }, s.DeleteBrew, s.RestoreBrew)
	huma.Get(api, "/plans/{plan}", func(ctx context.Context, in *InPlan) (*body[store.StoredPlan], error) {
		return reply(s.Plan(ctx, in.Plan))
	}, name("get-plan", "A stored plan, as it was told"))

	s.runRoutes(api)
	s.journeyRoutes(api)
	s.kitRoutes(api)
	benchRoutes(api)
}

func benchRoutes(api huma.API) {
	question(api, "boil", "What does water boil at?", func(in benchBoil) (*bench.BoilAnswer, error) { return bench.BoilingPoint(in.Request) })
	question(api, "wait", "How long do I wait?", bench.HowLong)
	question(api, "fuel", "How much fuel?", bench.HowMuchFuel)
	question(api, "canister", "Will the canister feed?", bench.WillItFeed)
	question(api, "water", "What is in the water?", bench.WhatIsInIt)
	question(api, "grind", "What setting on this grinder?", bench.WhatSetting)
}

// benchBoil is shaped as the other questions are.
type benchBoil struct {
	Request brew.Request `json:"request"`
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
	huma.Get(api, "/brews/{brew}/run", func(ctx context.Context, in *InBrew) (*body[RunOut], error) {
		r, err := s.Run(ctx, in.Brew)
		if errors.Is(err, store.ErrNotFound) {
			return reply(RunOut{}, nil)
		}
		return reply(RunOut{&r}, err)
	}, name("get-run", "The brew being made by the clock"))
	huma.Put(api, "/brews/{brew}/run", func(ctx context.Context, in *struct {
		InBrew
		Body store.Run
	}) (*body[store.Run], error) {
		b, err := s.Brew(ctx, in.Brew)
		if err != nil {
			return nil, fail(err)
		}
		if in.Body.PlanID == 0 {
			in.Body.PlanID = b.PlanID
		}
		return reply(in.Body, s.SetRun(ctx, in.Brew, in.Body))
	}, name("set-run", "Keep the state of the brew being made"))
	huma.Delete(api, "/brews/{brew}/run", func(ctx context.Context, in *InBrew) (*nothing, error) {
		return &nothing{}, fail(s.EndRun(ctx, in.Brew))
	}, name("end-run", "Stop making a brew"))

	huma.Get(api, "/log", func(ctx context.Context, in *struct {
		Trip int64 `query:"trip" minimum:"0" doc:"0 for all trips"`
	}) (*body[[]store.LogEntry], error) {
		return reply(s.Log(ctx, in.Trip))
	}, name("list-log", "Log entries, latest first"))
	huma.Post(api, "/brews/{brew}/log", func(ctx context.Context, in *struct {
		InBrew
		Body LogIn
	}) (*body[store.LogEntry], error) {
		return reply(s.AddLog(ctx, store.LogEntry{BrewID: in.Brew, BrewedAt: in.Body.BrewedAt, Taste: in.Body.Taste}))
	}, name("add-log", "Write down how a brew came out"))
	huma.Get(api, "/log/{entry}", func(ctx context.Context, in *InEntry) (*body[store.LogEntry], error) {
		return reply(s.LogEntry(ctx, in.Entry))
	}, name("get-log-entry", "An entry of the log"))
	huma.Patch(api, "/log/{entry}", func(ctx context.Context, in *struct {
		InEntry
		Change
	}) (*body[store.LogEntry], error) {
		was, err := s.LogEntry(ctx, in.Entry)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, was.Taste)
		if err != nil {
			return nil, err
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
	}
}

// trash adds delete and its undo.
func trash[I any](api huma.API, path, what string, id func(*I) int64, del, restore func(context.Context, int64) error) {
	huma.Delete(api, path, func(ctx context.Context, in *I) (*nothing, error) {
		return &nothing{}, fail(del(ctx, id(in)))
	}, name("delete-"+what, "Take it away; restore-"+what+" brings it back"))
	huma.Register(api, huma.Operation{Method: http.MethodPost, Path: path + "/restore", OperationID: "restore-" + what, Summary: "Undo delete-" + what, DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *I) (*nothing, error) { return &nothing{}, fail(restore(ctx, id(in))) })
}

func (in StopIn) stop() store.Stop {
	zone := in.TimeZone
	if zone == "" {
		zone = "UTC"
	}
	trip.MoveWater(&in.Conditions, &in.Facts)
	return store.Stop{Name: in.Name, Position: in.Position, Day: in.Day, Km: in.Km, TimeZone: zone, Note: in.Note, Conditions: in.Conditions, Facts: in.Facts}
}

func (s *server) stopOut(ctx context.Context, id int64) (StopOut, error) {
	st, err := s.Stop(ctx, id)
	if err != nil {
		return StopOut{}, err
	}
	return withBoil(st)
}

// withBoil is a stop with its boiling point and what its water is taken to be.
func withBoil(st store.Stop) (StopOut, error) {
	set, err := brew.Settle(brew.Request{Place: st.Conditions.Place, Water: st.Conditions.Water, Heat: brew.Heat{SuppliedC: st.Conditions.Heat.SuppliedC}})
	if err != nil {
		return StopOut{Stop: st}, err
	}
	return StopOut{st, set.Boil, set.Water()}, nil
}

func (s *server) tripOut(ctx context.Context, id int64) (TripOut, error) {
	out := TripOut{Stops: []StopOut{}}
	var err error
	if out.Trip, err = s.Trip(ctx, id); err != nil {
		return out, err
	}
	stops, err := s.Stops(ctx, id)
	if err != nil {
		return out, err
	}
	for _, st := range stops {
		s, err := withBoil(st)
		if err != nil {
			return out, err
		}
		out.Stops = append(out.Stops, s)
	}
	out.Brews, err = s.Brews(ctx, id)
	return out, err
}

func (s *server) brewOut(ctx context.Context, b store.Brew) (BrewOut, error) {
	p, err := s.Plan(ctx, b.PlanID)
	return BrewOut{b, p, !reflect.DeepEqual(p.Request, b.Request)}, err
}

// newBrew proposes a brew.
func (s *server) newBrew(ctx context.Context, stop int64, method, school, at string) (NewBrew, error) {
	st, err := s.Stop(ctx, stop)
	if err != nil {
		return NewBrew{}, err
	}
	t, stops, err := s.Journey(ctx, st.TripID)
	if err != nil {
		return NewBrew{}, err
	}
	meal := trip.Meal{At: at}
	for i := range stops {
		if stops[i].ID == stop && at == "" {
			meal = trip.NextMeal(t, i)
		}
	}
	r := trip.ConditionsAt(st.Conditions, st.Facts, meal.At).By(method, school)
	people := float64(t.People)
	r.Drinkers = &people
	return NewBrew{st.TripID, meal.Name, meal.At, r}, nil
}

// saveBrew plans first and stores only what could be planned.
func (s *server) saveBrew(ctx context.Context, b store.Brew, in BrewIn, save func(context.Context, store.Brew, *brew.Plan) (store.Brew, error)) (*body[BrewOut], error) {
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, failAt("body.request", err)
	}
	b.Name, b.At, b.Request = in.Name, in.At, in.Request
	if b, err = save(ctx, b, p); err != nil {
		return nil, fail(err)
	}
	return reply(s.brewOut(ctx, b))
}

func failAt(at string, err error) error {
	if bad, ok := err.(brew.Problems); ok {
		return problems(at, bad)
	}
	return fail(err)
}
