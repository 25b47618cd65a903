package pocket

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"net/url"
	"reflect"
	"strconv"
	"strings"
	"time"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/instruments"
)

// Asked is what the interface asks, as it asks the server under /api/v1.
type Asked struct {
	Method  string          `json:"method"`
	Path    string          `json:"path"` // with the query
	IfMatch string          `json:"if_match,omitempty"`
	Body    json.RawMessage `json:"body,omitempty"`
}

// call is one of them being answered.
type call struct {
	ctx context.Context
	s   *Session
	in  Asked
	id  map[string]int64 // of the path
	q   url.Values
}

// nothing is an answer without a body.
type nothing struct{}

// fault is an answer that is a problem.
type fault struct{ app.Fault }

func (f fault) Error() string { return f.Detail }

func refuse(status int, title, format string, args ...any) error {
	return fault{app.Fault{Status: status, Title: title, Detail: fmt.Sprintf(format, args...)}}
}

// at says where in a request the core's problems are.
type at struct {
	where string
	err   error
}

func (e at) Error() string { return e.err.Error() }
func (e at) Unwrap() error { return e.err }

func under[T any](where string, v T, err error) (any, error) {
	if err != nil {
		return nil, at{where, err}
	}
	return v, nil
}

func plainly[T any](v T, err error) (any, error) { return v, err }

// body reads what was sent, within the limits of its type.
func body[T any](c *call) (T, error) {
	v, err := brew.DecodeJSON[T](bytes.NewReader(c.in.Body), app.MaxBodyBytes, "body", "{}")
	if err == nil {
		err = app.CheckShape("", v)
	}
	if err != nil {
		err = at{"body", err}
	}
	return v, err
}

// changed is what a change makes of something, with the revision that it began from.
func changed[T any](c *call, was T) (next T, revision int64, err error) {
	revision, perr := strconv.ParseInt(strings.Trim(strings.TrimPrefix(c.in.IfMatch, "W/"), `"`), 10, 64)
	if c.in.IfMatch == "" || perr != nil || revision < 1 {
		return next, 0, refuse(428, "Precondition Required", "If-Match: %q is no revision; allowed: the one that the change began from, such as \"3\". Nothing was changed.", c.in.IfMatch)
	}
	if next, _, err = app.Merged(was, c.in.Body); err == nil {
		err = app.CheckShape("", next)
	}
	if err != nil {
		err = at{"body", err}
	}
	return next, revision, err
}

type operation struct {
	method, path string
	answer       func(*call) (any, error)
}

var operations = build()

// build is the table of what a pocket answers. It is what package server serves, over the
// same use cases, without what is done at home: reading in files, and writing trips out in
// other formats.
func build() []operation {
	var ops []operation
	add := func(method, path string, f func(*call) (any, error)) { ops = append(ops, operation{method, path, f}) }
	trash := func(path, name string, del, restore func(s *Session) func(context.Context, int64) error) {
		add("DELETE", path, func(c *call) (any, error) { return nothing{}, del(c.s)(c.ctx, c.id[name]) })
		add("POST", path+"/restore", func(c *call) (any, error) { return nothing{}, restore(c.s)(c.ctx, c.id[name]) })
	}
	type del = func(s *Session) func(context.Context, int64) error

	add("GET", "/info", func(c *call) (any, error) {
		rate := c.s.options.ClockRate
		if rate < 1 {
			rate = 1
		}
		return app.Info{Version: brew.Version, ClockRate: rate, Database: c.s.info.ID, Pocket: &c.s.info}, nil
	})
	add("GET", "/catalogue", func(*call) (any, error) { return app.CatalogueNow(), nil })
	add("POST", "/plan", func(c *call) (any, error) {
		r, err := body[brew.Request](c)
		if err != nil {
			return nil, err
		}
		out, err := app.Plan(r, c.yes("working", true))
		return under("body", out, err)
	})
	add("POST", "/plan/changed", func(c *call) (any, error) {
		in, err := body[app.ChangedIn](c)
		if err != nil {
			return nil, err
		}
		out, err := in.Request.Changed(in.Change)
		return under("body.request", out, err)
	})
	add("POST", "/choices", func(c *call) (any, error) {
		r, err := body[brew.Request](c)
		if err != nil {
			return nil, err
		}
		shelf, err := c.s.Gear(c.ctx)
		if err != nil {
			return nil, err
		}
		return app.Choices(c.ctx, r, shelf)
	})
	// What the core alone answers.
	for path, op := range map[string]string{"/ways": "ways", "/fit": "fit", "/follow": "follow", "/review": "review", "/practice": "practice", "/exercise": "exercise", "/simulate": "simulate",
		"/recipes/read": "read-recipe", "/share": "share", "/share/read": "read-share", "/taste/understand": "understand", "/bench/boil": "bench-boil", "/bench/wait": "bench-wait", "/bench/fuel": "bench-fuel", "/bench/canister": "bench-canister", "/bench/water": "bench-water", "/bench/grind": "bench-grind"} {
		add("POST", path, func(c *call) (any, error) {
			out, bad, err := app.Answer(op, c.in.Body)
			if bad != nil {
				return nil, fault{*bad}
			}
			return out, err
		})
	}

	add("GET", "/trips", func(c *call) (any, error) { return plainly(c.s.Trips(c.ctx)) })
	add("POST", "/trips", func(c *call) (any, error) {
		in, err := body[app.TripIn](c)
		if err != nil {
			return nil, err
		}
		out, err := c.s.MakeTrip(c.ctx, in)
		return under("body", out, err)
	})
	add("GET", "/trips/{trip}", func(c *call) (any, error) { return plainly(c.s.TripOut(c.ctx, c.id["trip"])) })
	add("PATCH", "/trips/{trip}", func(c *call) (any, error) {
		out, err := c.s.ChangeTrip(c.ctx, c.id["trip"], func(was app.TripIn) (app.TripIn, int64, error) { return changed(c, was) })
		return under("body", out, err)
	})
	trash("/trips/{trip}", "trip", del(func(s *Session) func(context.Context, int64) error { return s.DeleteTrip }), func(s *Session) func(context.Context, int64) error { return s.RestoreTrip })
	add("PUT", "/trips/{trip}/archived", func(c *call) (any, error) {
		in, err := body[struct {
			Archived bool `json:"archived"`
		}](c)
		if err != nil {
			return nil, err
		}
		if err := c.s.ArchiveTrip(c.ctx, c.id["trip"], in.Archived); err != nil {
			return nil, err
		}
		return plainly(c.s.Trip(c.ctx, c.id["trip"]))
	})
	add("POST", "/trips/{trip}/duplicate", func(c *call) (any, error) {
		out, err := c.s.Duplicate(c.ctx, c.id["trip"])
		return under("trip", out, err)
	})
	add("GET", "/trips/{trip}/plan", func(c *call) (any, error) {
		var items []int64
		for _, v := range c.q["items"] {
			if v == "" {
				continue
			}
			id, err := strconv.ParseInt(v, 10, 64)
			if err != nil {
				return nil, refuse(422, "Unprocessable Entity", "items: %q is no number of a piece of gear", v)
			}
			items = append(items, id)
		}
		return plainly(c.s.TripPlan(c.ctx, c.id["trip"], c.yes("steps", false), items))
	})
	add("POST", "/trips/{trip}/what-if", func(c *call) (any, error) {
		in, err := body[trip.WhatIf](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.WhatIf(c.ctx, c.id["trip"], in))
	})
	add("PUT", "/trips/{trip}/arrangement", func(c *call) (any, error) {
		var in []app.ArrangeIn
		if err := json.Unmarshal(c.in.Body, &in); err != nil {
			return nil, refuse(422, "Unprocessable Entity", "body: not a list of stops")
		}
		if err := app.CheckShape("body", in); err != nil {
			return nil, err
		}
		if err := c.s.ArrangeStops(c.ctx, c.id["trip"], app.Arranged(in)); err != nil {
			return nil, err
		}
		return plainly(c.s.TripOut(c.ctx, c.id["trip"]))
	})
	add("GET", "/trips/{trip}/schedule/ticks", func(c *call) (any, error) {
		return plainly(c.s.Ticks(c.ctx, c.id["trip"], app.ScheduleList))
	})
	add("PUT", "/trips/{trip}/schedule/ticks", func(c *call) (any, error) {
		in, err := body[struct {
			Lines []string `json:"lines" maxItems:"2000"`
			Done  bool     `json:"done"`
		}](c)
		if err != nil {
			return nil, err
		}
		if err := c.s.SetTicks(c.ctx, c.id["trip"], app.ScheduleList, in.Lines, in.Done); err != nil {
			return nil, err
		}
		return plainly(c.s.Ticks(c.ctx, c.id["trip"], app.ScheduleList))
	})
	add("GET", "/trips/{trip}/kit", func(c *call) (any, error) { return plainly(c.s.TripKit(c.ctx, c.id["trip"])) })
	add("PATCH", "/trips/{trip}/kit", func(c *call) (any, error) {
		was, err := c.s.TripKit(c.ctx, c.id["trip"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, was)
		if err != nil {
			return nil, err
		}
		next.Revision = revision
		if err := c.s.SetTripKit(c.ctx, c.id["trip"], next); err != nil {
			return nil, err
		}
		return plainly(c.s.TripKit(c.ctx, c.id["trip"]))
	})
	add("POST", "/trips/{trip}/kit/choose", func(c *call) (any, error) {
		in, err := body[kit.Wishes](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.ChooseKit(c.ctx, c.id["trip"], in))
	})
	add("POST", "/trips/{trip}/kit/lay", func(c *call) (any, error) {
		in, err := body[app.LayIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.LayKit(c.ctx, c.id["trip"], in))
	})
	add("POST", "/trips/{trip}/kit/apply", func(c *call) (any, error) {
		in, err := body[app.LayIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.ApplyKit(c.ctx, c.id["trip"], in))
	})
	add("POST", "/trips/{trip}/brews/every", func(c *call) (any, error) {
		in, err := body[app.EveryIn](c)
		if err != nil {
			return nil, err
		}
		out, err := c.s.Every(c.ctx, c.id["trip"], in)
		return under("body", out, err)
	})

	add("POST", "/trips/{trip}/stops", func(c *call) (any, error) {
		if _, err := c.s.Trip(c.ctx, c.id["trip"]); err != nil {
			return nil, err
		}
		in, err := body[app.StopIn](c)
		if err != nil {
			return nil, err
		}
		st := in.Stop()
		st.TripID = c.id["trip"]
		if err := c.s.CheckStop(c.ctx, st); err != nil {
			return nil, err
		}
		id, err := c.s.InsertStop(c.ctx, st)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.StopOut(c.ctx, id))
	})
	add("GET", "/stops/{stop}", func(c *call) (any, error) { return plainly(c.s.StopOut(c.ctx, c.id["stop"])) })
	add("PATCH", "/stops/{stop}", func(c *call) (any, error) {
		was, err := c.s.Stop(c.ctx, c.id["stop"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, app.StopIn{Name: was.Name, Position: was.Position, Day: was.Day, Km: was.Km, TimeZone: was.TimeZone, Note: was.Note, Conditions: was.Conditions, Facts: was.Facts})
		if err != nil {
			return nil, err
		}
		st := next.Stop()
		st.ID, st.TripID, st.Revision = was.ID, was.TripID, revision
		if err := c.s.CheckStop(c.ctx, st); err != nil {
			return nil, err
		}
		if err := c.s.SetStop(c.ctx, st); err != nil {
			return nil, err
		}
		return plainly(c.s.StopOut(c.ctx, st.ID))
	})
	trash("/stops/{stop}", "stop", func(s *Session) func(context.Context, int64) error { return s.DeleteStop }, func(s *Session) func(context.Context, int64) error { return s.RestoreStop })
	add("POST", "/stops/{stop}/split", func(c *call) (any, error) {
		in, err := body[struct {
			Nights int `json:"nights"`
		}](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.SplitStop(c.ctx, c.id["stop"], in.Nights))
	})
	add("POST", "/stops/{stop}/join", func(c *call) (any, error) {
		in, err := body[struct {
			With int64 `json:"with" minimum:"1"`
		}](c)
		if err != nil {
			return nil, err
		}
		return nothing{}, c.s.JoinStops(c.ctx, c.id["stop"], in.With)
	})
	add("PUT", "/stops/{stop}/trip", func(c *call) (any, error) {
		in, err := body[struct {
			Trip int64 `json:"trip" minimum:"0"`
			Day  int   `json:"day,omitempty" minimum:"1" maximum:"400"`
		}](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.PutInto(c.ctx, c.id["stop"], in.Trip, max(in.Day, 1)))
	})
	add("GET", "/places", func(c *call) (any, error) { return plainly(c.s.Places(c.ctx)) })
	add("POST", "/places", func(c *call) (any, error) {
		p, err := body[app.PlaceIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.AddPlace(c.ctx, app.StopIn{Name: p.Name, TimeZone: p.TimeZone, Note: p.Note, Conditions: p.Conditions, Facts: p.Facts}.Stop()))
	})
	add("GET", "/now", func(c *call) (any, error) {
		id, _ := strconv.ParseInt(c.q.Get("trip"), 10, 64)
		return plainly(c.s.Now(c.ctx, id, c.s.options.Now()))
	})
	add("GET", "/simulated/elevation", func(c *call) (any, error) {
		lat, lon, err := c.place()
		if err != nil {
			return nil, err
		}
		m, source := instruments.Terrain{Seed: app.TerrainSeed}.Elevation(lat, lon)
		return app.Elevation{M: m, Source: source}, nil
	})
	add("GET", "/simulated/forecast", func(c *call) (any, error) {
		lat, lon, err := c.place()
		if err != nil {
			return nil, err
		}
		day, err := time.Parse(time.DateOnly, c.q.Get("day"))
		if err != nil {
			return nil, refuse(422, "Unprocessable Entity", "day: not a date; allowed: YYYY-MM-DD")
		}
		m, err := strconv.ParseFloat(c.q.Get("altitude_m"), 64)
		if c.q.Get("altitude_m") != "" && (err != nil || !(m >= -430 && m <= 8850)) {
			return nil, refuse(422, "Unprocessable Entity", "altitude_m: not an altitude; allowed: −430 to 8850 m")
		}
		return instruments.Forecast{Seed: app.TerrainSeed}.At(lat, lon, m, day), nil
	})

	add("GET", "/stops/{stop}/brews/new", func(c *call) (any, error) {
		return plainly(c.s.NewBrew(c.ctx, c.id["stop"], c.q.Get("method"), c.q.Get("school"), c.q.Get("at")))
	})
	add("POST", "/stops/{stop}/brews", func(c *call) (any, error) {
		in, err := body[app.BrewIn](c)
		if err != nil {
			return nil, err
		}
		out, err := c.s.KeepBrew(c.ctx, c.id["stop"], in)
		return under("body.request", out, err)
	})
	add("GET", "/brews/{brew}", func(c *call) (any, error) {
		b, err := c.s.Brew(c.ctx, c.id["brew"])
		if err != nil {
			return nil, err
		}
		return plainly(c.s.BrewOut(c.ctx, b))
	})
	add("PATCH", "/brews/{brew}", func(c *call) (any, error) {
		b, err := c.s.Brew(c.ctx, c.id["brew"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, app.BrewIn{Name: b.Name, At: b.At, Request: b.Request})
		if err != nil {
			return nil, err
		}
		out, err := c.s.ChangeBrew(c.ctx, b, revision, next)
		return under("body.request", out, err)
	})
	trash("/brews/{brew}", "brew", func(s *Session) func(context.Context, int64) error { return s.DeleteBrew }, func(s *Session) func(context.Context, int64) error { return s.RestoreBrew })
	add("POST", "/brews/{brew}/copy", func(c *call) (any, error) { return c.elsewhere(c.s.CopyBrew) })
	add("PUT", "/brews/{brew}/place", func(c *call) (any, error) {
		return c.elsewhere(func(ctx context.Context, b app.Brew, to app.Elsewhere) (app.BrewOut, error) {
			return c.s.ShiftBrew(ctx, b, b.Revision, to)
		})
	})
	add("GET", "/plans/{plan}", func(c *call) (any, error) { return plainly(c.s.Told(c.ctx, c.id["plan"])) })
	add("GET", "/plans/{plan}/recipe", func(c *call) (any, error) {
		return plainly(c.s.RecipeOfPlan(c.ctx, c.id["plan"], c.q.Get("name")))
	})

	add("GET", "/brews/{brew}/run", func(c *call) (any, error) {
		r, err := c.s.Run(c.ctx, c.id["brew"])
		if errors.Is(err, app.ErrNotFound) {
			return app.RunOut{}, nil
		}
		return app.RunOut{Run: &r}, err
	})
	add("PUT", "/brews/{brew}/run", func(c *call) (any, error) {
		in, err := body[app.Run](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.KeepRun(c.ctx, c.id["brew"], in))
	})
	add("DELETE", "/brews/{brew}/run", func(c *call) (any, error) { return nothing{}, c.s.EndRun(c.ctx, c.id["brew"]) })
	add("GET", "/brews/{brew}/run/noticed", func(c *call) (any, error) {
		if _, err := c.s.Brew(c.ctx, c.id["brew"]); err != nil {
			return nil, err
		}
		return plainly(c.s.Noticed(c.ctx, c.id["brew"]))
	})

	add("GET", "/log", func(c *call) (any, error) {
		id, _ := strconv.ParseInt(c.q.Get("trip"), 10, 64)
		n, err := strconv.Atoi(c.q.Get("latest"))
		if err != nil {
			n = -1
		}
		return plainly(c.s.LatestLog(c.ctx, id, n))
	})
	add("POST", "/brews/{brew}/log", func(c *call) (any, error) {
		in, err := body[app.LogIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.WriteLog(c.ctx, app.LogEntry{BrewID: c.id["brew"], BrewedAt: in.BrewedAt, Noted: in.Noted}))
	})
	add("GET", "/log/{entry}", func(c *call) (any, error) { return plainly(c.s.LogEntry(c.ctx, c.id["entry"])) })
	add("PATCH", "/log/{entry}", func(c *call) (any, error) {
		was, err := c.s.LogEntry(c.ctx, c.id["entry"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, was.Noted)
		if err != nil {
			return nil, err
		}
		if err := c.s.CheckNoted(c.ctx, next); err != nil {
			return nil, at{"body", err}
		}
		if err := c.s.SetLog(c.ctx, was.ID, revision, next); err != nil {
			return nil, err
		}
		return plainly(c.s.LogEntry(c.ctx, was.ID))
	})
	trash("/log/{entry}", "entry", func(s *Session) func(context.Context, int64) error { return s.DeleteLog }, func(s *Session) func(context.Context, int64) error { return s.RestoreLog })
	add("GET", "/log/{entry}/made", func(c *call) (any, error) { return plainly(c.s.AsMade(c.ctx, c.id["entry"])) })
	add("GET", "/log/{entry}/had", func(c *call) (any, error) { return plainly(c.s.AsHad(c.ctx, c.id["entry"])) })
	add("GET", "/log/{entry}/recipe", func(c *call) (any, error) {
		return plainly(c.s.RecipeOfEntry(c.ctx, c.id["entry"], c.q.Get("name")))
	})
	add("POST", "/log/compare", func(c *call) (any, error) {
		in, err := body[app.CompareIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.CompareCups(c.ctx, in))
	})
	add("POST", "/brews/{brew}/advice", func(c *call) (any, error) {
		in, err := body[app.AdviceIn](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.Advise(c.ctx, c.id["brew"], in))
	})

	add("GET", "/coffees", func(c *call) (any, error) {
		return plainly(c.s.CoffeesOut(c.ctx, c.q.Get("on"), c.yes("all", false)))
	})
	add("POST", "/coffees", func(c *call) (any, error) {
		in, err := body[app.CoffeeSet](c)
		if err != nil {
			return nil, err
		}
		if err := app.CheckCoffee(&in); err != nil {
			return nil, at{"body", err}
		}
		id, err := c.s.AddCoffee(c.ctx, "", in)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.CoffeeOut(c.ctx, id))
	})
	add("GET", "/coffees/{coffee}", func(c *call) (any, error) { return plainly(c.s.CoffeeOut(c.ctx, c.id["coffee"])) })
	add("PATCH", "/coffees/{coffee}", func(c *call) (any, error) {
		was, err := c.s.Coffee(c.ctx, c.id["coffee"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, was.CoffeeSet)
		if err != nil {
			return nil, err
		}
		if err := app.CheckCoffee(&next); err != nil {
			return nil, at{"body", err}
		}
		if err := c.s.SetCoffee(c.ctx, was.ID, revision, next); err != nil {
			return nil, err
		}
		return plainly(c.s.CoffeeOut(c.ctx, was.ID))
	})
	trash("/coffees/{coffee}", "coffee", func(s *Session) func(context.Context, int64) error { return s.DeleteCoffee }, func(s *Session) func(context.Context, int64) error { return s.RestoreCoffee })
	add("GET", "/coffees/{coffee}/path", func(c *call) (any, error) { return plainly(c.s.PathOf(c.ctx, c.id["coffee"])) })

	add("GET", "/recipes", func(c *call) (any, error) { return plainly(c.s.Recipes(c.ctx, c.yes("all", false))) })
	add("POST", "/recipes", func(c *call) (any, error) {
		in, err := body[recipe.Recipe](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.KeepRecipe(c.ctx, in))
	})
	add("GET", "/recipes/{recipe}", func(c *call) (any, error) { return plainly(c.s.OwnRecipe(c.ctx, c.id["recipe"])) })
	add("PATCH", "/recipes/{recipe}", func(c *call) (any, error) {
		was, err := c.s.OwnRecipe(c.ctx, c.id["recipe"])
		if err != nil {
			return nil, err
		}
		next, revision, err := changed(c, app.RecipeSet{Recipe: was.Recipe})
		if err != nil {
			return nil, err
		}
		if err := app.CheckRecipe(&next.Recipe); err != nil {
			return nil, at{"body.recipe", err}
		}
		if err := c.s.SetRecipe(c.ctx, was.ID, revision, next.Recipe); err != nil {
			return nil, err
		}
		return plainly(c.s.OwnRecipe(c.ctx, was.ID))
	})
	trash("/recipes/{recipe}", "recipe", func(s *Session) func(context.Context, int64) error { return s.DeleteRecipe }, func(s *Session) func(context.Context, int64) error { return s.RestoreRecipe })

	add("GET", "/gear", func(c *call) (any, error) { return plainly(c.s.Gear(c.ctx)) })
	add("POST", "/gear", func(c *call) (any, error) {
		in, err := body[gear.Item](c)
		if err != nil {
			return nil, err
		}
		if bad := in.Check(); len(bad) > 0 {
			return nil, at{"body", bad}
		}
		in.UUID, in.Revision = "", 0
		ids, err := c.s.AddGear(c.ctx, []gear.Item{in})
		if err != nil {
			return nil, err
		}
		return plainly(c.s.GearItem(c.ctx, ids[0]))
	})
	add("POST", "/gear/starter", func(c *call) (any, error) {
		if _, err := c.s.AddGear(c.ctx, gear.Starter()); err != nil {
			return nil, err
		}
		return plainly(c.s.Gear(c.ctx))
	})
	add("GET", "/gear/{item}", func(c *call) (any, error) { return plainly(c.s.GearItem(c.ctx, c.id["item"])) })
	add("PATCH", "/gear/{item}", func(c *call) (any, error) {
		was, err := c.s.GearItem(c.ctx, c.id["item"])
		if err != nil {
			return nil, err
		}
		was.ID, was.UUID, was.Revision = 0, "", 0
		next, revision, err := changed(c, was)
		if err != nil {
			return nil, err
		}
		if bad := next.Check(); len(bad) > 0 {
			return nil, at{"body", bad}
		}
		next.ID, next.UUID, next.Revision = c.id["item"], "", revision
		if err := c.s.SetGear(c.ctx, next); err != nil {
			return nil, err
		}
		return plainly(c.s.GearItem(c.ctx, c.id["item"]))
	})
	trash("/gear/{item}", "item", func(s *Session) func(context.Context, int64) error { return s.DeleteGear }, func(s *Session) func(context.Context, int64) error { return s.RestoreGear })

	add("GET", "/blinds", func(c *call) (any, error) { return plainly(c.s.BlindsOut(c.ctx)) })
	add("POST", "/blinds", func(c *call) (any, error) {
		in, err := body[struct {
			A int64 `json:"a" minimum:"1"`
			B int64 `json:"b" minimum:"1"`
		}](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.BeginBlind(c.ctx, in.A, in.B))
	})
	add("GET", "/blinds/{blind}", func(c *call) (any, error) { return plainly(c.s.BlindOut(c.ctx, c.id["blind"])) })
	add("POST", "/blinds/{blind}/deal", func(c *call) (any, error) {
		return plainly(c.s.DealBlind(c.ctx, c.id["blind"], rand.Uint64()))
	})
	add("POST", "/blinds/{blind}/say", func(c *call) (any, error) {
		in, err := body[struct {
			Liked string `json:"liked" enum:"first,second,neither"`
		}](c)
		if err != nil {
			return nil, err
		}
		return plainly(c.s.SayBlind(c.ctx, c.id["blind"], in.Liked, c.s.options.Now()))
	})
	trash("/blinds/{blind}", "blind", func(s *Session) func(context.Context, int64) error { return s.DeleteBlind }, func(s *Session) func(context.Context, int64) error { return s.RestoreBlind })
	return ops
}

// Operations are the methods and paths that a pocket answers.
func Operations() []string {
	var out []string
	for _, o := range operations {
		out = append(out, o.method+" "+o.path)
	}
	return out
}

func (c *call) elsewhere(do func(context.Context, app.Brew, app.Elsewhere) (app.BrewOut, error)) (any, error) {
	in, err := body[app.Elsewhere](c)
	if err != nil {
		return nil, err
	}
	b, err := c.s.Brew(c.ctx, c.id["brew"])
	if err != nil {
		return nil, err
	}
	out, err := do(c.ctx, b, in)
	return under("body.request", out, err)
}

func (c *call) place() (lat, lon float64, err error) {
	lat, err1 := strconv.ParseFloat(c.q.Get("lat"), 64)
	lon, err2 := strconv.ParseFloat(c.q.Get("lon"), 64)
	if err1 != nil || err2 != nil || !(lat >= -90 && lat <= 90) || !(lon >= -180 && lon <= 180) {
		return 0, 0, refuse(422, "Unprocessable Entity", "lat, lon: not a place; allowed: −90 to 90 and −180 to 180")
	}
	return lat, lon, nil
}

// match finds the operation of a path, and what stands in its braces.
func match(method, path string) (op *operation, id map[string]int64, other bool) {
	parts := strings.Split(strings.Trim(path, "/"), "/")
	best := -1
	for i := range operations {
		o := &operations[i]
		want := strings.Split(strings.Trim(o.path, "/"), "/")
		if len(want) != len(parts) {
			continue
		}
		got, fixed, ok := map[string]int64{}, 0, true
		for k, w := range want {
			if strings.HasPrefix(w, "{") {
				n, err := strconv.ParseInt(parts[k], 10, 64)
				if err != nil || n < 1 {
					ok = false
					break
				}
				got[strings.Trim(w, "{}")] = n
			} else if w != parts[k] {
				ok = false
				break
			} else {
				fixed++
			}
		}
		if !ok {
			continue
		}
		if o.method != method {
			other = true
			continue
		}
		if fixed > best {
			best, op, id = fixed, o, got
		}
	}
	return op, id, other
}

// Answer answers what is asked, and tells what was written by it. It never fails: what goes
// wrong is an answer, too.
func (s *Session) Answer(ctx context.Context, in Asked) (out Answered) {
	defer func() {
		if what := recover(); what != nil {
			out = problem(&app.Fault{Status: 500, Title: "Internal Server Error", Detail: "Something went wrong in the program; nothing was saved. Please report what you did."})
		}
		out.Runs = []app.RunningRecord{}
		out.Runs = append(out.Runs, s.running()...)
	}()
	path, query, _ := strings.Cut(in.Path, "?")
	op, id, other := match(in.Method, path)
	if op == nil {
		if other {
			return problem(&app.Fault{Status: 405, Title: "Method Not Allowed", Detail: "There is no such operation."})
		}
		return problem(&app.Fault{Status: 404, Title: "Not Found", Detail: "This is done at home, and not in the pocket."})
	}
	q, err := url.ParseQuery(query)
	if err != nil {
		return problem(&app.Fault{Status: 400, Title: "Bad Request", Detail: "query: " + err.Error()})
	}
	if err := checkQuery(q); err != nil {
		return problem(faultOf(err))
	}
	c := &call{ctx: ctx, s: s, in: in, id: id, q: q}
	answer, err := op.answer(c)
	events, kept := s.keep(ctx)
	if err == nil {
		err = kept
	}
	if err != nil {
		p := problem(faultOf(err))
		p.Events = events
		return p
	}
	out = Answered{Status: 200, Events: events}
	if _, none := answer.(nothing); none {
		out.Status = 204
		return out
	}
	out.Body, out.ETag = answer, tagOf(answer)
	return out
}

func tagOf(v any) string {
	r := reflect.Indirect(reflect.ValueOf(v))
	if r.Kind() != reflect.Struct {
		return ""
	}
	if f := r.FieldByName("Revision"); f.IsValid() && f.CanInt() && f.Int() > 0 {
		return strconv.Quote(strconv.FormatInt(f.Int(), 10))
	}
	return ""
}

func problem(f *app.Fault) Answered { return Answered{Status: f.Status, Body: f} }

func faultOf(err error) *app.Fault {
	if f, ok := errors.AsType[fault](err); ok {
		return &f.Fault
	}
	where := "body"
	if a, ok := errors.AsType[at](err); ok {
		where = a.where
	}
	return app.FaultOf(where, err)
}
