package app

import (
	"context"
	"errors"
	"reflect"
	"time"

	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/recipe"
	"apodemos/core/run"
	"apodemos/core/sim"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/core/ways"
	"apodemos/instruments"
)

// What a path names; exported, for the document is made of them.
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
	InCoffee struct {
		Coffee int64 `path:"coffee" minimum:"1"`
	}
	InRecipe struct {
		Recipe int64 `path:"recipe" minimum:"1"`
	}
	InItem struct {
		Item int64 `path:"item" minimum:"1"`
	}
	InBlind struct {
		Blind int64 `path:"blind" minimum:"1"`
	}
)

// With is asked with a body alone.
type With[T any] struct{ Body T }

// Operations are all that can be asked, but for what the server alone does with files, codes and
// devices.
var Operations = all(programOps, coreOps, tripOps, stopOps, brewOps, logOps, coffeeOps, gearOps, trashOps())

func all(lists ...[]Operation) (out []Operation) {
	for _, l := range lists {
		out = append(out, l...)
	}
	return out
}

var programOps = []Operation{
	op("GET", "/info", "info", "About this program", func(ctx context.Context, d *Desk, _ nothing) (Info, error) { return d.Info(ctx) }),
	op("GET", "/catalogue", "catalogue", "Methods, burners, materials and the fields of a request", func(context.Context, *Desk, nothing) (Catalogue, error) { return CatalogueNow(), nil }).alone(),
	op("GET", "/now", "now", "The brews being made, and the next one of a trip", func(ctx context.Context, d *Desk, in struct {
		Trip int64 `query:"trip" minimum:"0" doc:"Whose next brew is asked; 0 for none"`
	}) (Now, error) {
		return d.App.Now(ctx, in.Trip, d.Now())
	}),
	op("GET", "/simulated/elevation", "simulated-elevation", "A simulated elevation", func(_ context.Context, _ *Desk, in struct {
		Lat float64 `query:"lat" minimum:"-90" maximum:"90" required:"true"`
		Lon float64 `query:"lon" minimum:"-180" maximum:"180" required:"true"`
	}) (Elevation, error) {
		m, source := instruments.Terrain{Seed: TerrainSeed}.Elevation(in.Lat, in.Lon)
		return Elevation{M: m, Source: source}, nil
	}),
	op("GET", "/simulated/forecast", "simulated-forecast", "A simulated forecast for a day at a place", func(_ context.Context, _ *Desk, in struct {
		Lat       float64 `query:"lat" minimum:"-90" maximum:"90" required:"true"`
		Lon       float64 `query:"lon" minimum:"-180" maximum:"180" required:"true"`
		AltitudeM float64 `query:"altitude_m" minimum:"-430" maximum:"8850"`
		Day       string  `query:"day" format:"date" required:"true"`
	}) (instruments.Weather, error) {
		day, err := time.Parse(time.DateOnly, in.Day)
		return instruments.Forecast{Seed: TerrainSeed}.At(in.Lat, in.Lon, in.AltitudeM, day), err
	}),
}

// asked is an operation of the core alone: of what is sent, and of nothing that is kept.
func asked[I, O any](path, id, summary, at string, do func(I) (O, error)) Operation {
	return op("POST", path, id, summary, func(_ context.Context, _ *Desk, in With[I]) (O, error) { return do(in.Body) }).at(at).alone()
}

var coreOps = []Operation{
	op("POST", "/plan", "plan", "Plan a brew without saving it", func(_ context.Context, _ *Desk, in struct {
		Working bool `query:"working" default:"true" doc:"With the workings of every figure, unless false"`
		Body    brew.Request
	}) (*brew.Plan, error) {
		return Plan(in.Body, in.Working)
	}).alone(),
	asked("/plan/changed", "change-request", "The request for a change made in the picture of a plan", "body.request", func(in ChangedIn) (brew.Request, error) { return in.Request.Changed(in.Change) }),
	op("POST", "/choices", "choices", "What every style gives at a stop", func(ctx context.Context, d *Desk, in With[brew.Request]) ([]brew.Choice, error) {
		shelf, err := d.Gear(ctx)
		if err != nil {
			return nil, err
		}
		return Choices(ctx, in.Body, shelf)
	}).asks(),
	op("POST", "/ways", "ways", "The methods that work at a place with the gear there, best first", func(ctx context.Context, _ *Desk, in With[ways.Wanted]) (*ways.Found, error) {
		return ways.Of(ctx, in.Body)
	}).at("body.request").alone(),
	asked("/fit", "fit", "The gear that suits a brew best, and how it fits together", "body.request", FitOf),
	asked("/bench/boil", "bench-boil", "What does water boil at?", "body.request", func(in BenchBoil) (*bench.BoilAnswer, error) { return bench.BoilingPoint(in.Request) }),
	asked("/bench/wait", "bench-wait", "How long do I wait?", "body.request", bench.HowLong),
	asked("/bench/fuel", "bench-fuel", "How much fuel?", "body.request", bench.HowMuchFuel),
	asked("/bench/canister", "bench-canister", "Will the canister feed?", "body.request", bench.WillItFeed),
	asked("/bench/water", "bench-water", "What is in the water?", "body.request", bench.WhatIsInIt),
	asked("/bench/grind", "bench-grind", "What setting on this grinder?", "body.request", bench.WhatSetting),
	asked("/follow", "follow", "Where a running brew is, what differs, and the rest re-planned", "body", Follow),
	asked("/review", "review", "What in a run cost how much, and one thing to try next", "body", ReviewOf),
	asked("/practice", "practice", "The simulated brewer, worked by hand, at a moment", "body", sim.PracticeIn.At),
	asked("/exercise", "exercise", "An exercise of hand or eye, and its result", "body", sim.Exercise.Go),
	asked("/simulate", "simulate", "A brew made on the simulated brewer", "body", Simulate),
	asked("/share", "share", "A plan or a recipe as a text and a code with everything in it", "body", Share),
	asked("/share/read", "read-share", "Read a shared plan or recipe without saving it", "body", func(in WordsIn) (Shared, error) { return ReadShare(in.Words) }),
	asked("/recipes/read", "read-recipe", "Read a recipe from words without saving it", "body", func(in ReadRecipeIn) (recipe.Reading, error) { return recipe.Read(in.Words, in.Choices...) }),
	asked("/taste/understand", "understand", "What a few words say of a cup", "body", func(in WordsIn) (Understood, error) {
		t := taste.Understand(in.Words)
		return Understood{t, taste.Say(t)}, nil
	}),
	op("POST", "/page/trip", "page-trip", "Everything worked out for a trip in the request", func(ctx context.Context, _ *Desk, in With[PlanTripIn]) (TripPlan, error) {
		b := in.Body
		return PlanTrip(ctx, JourneyOf(b.Trip, b.Stops, b.Brews, b.Coffees), b.Stops, b.Items, b.Steps)
	}).alone().only(InPage),
	op("POST", "/page/what-if", "page-what-if", "A trip in the request, compared with the same when something goes wrong", func(_ context.Context, _ *Desk, in With[WhatIfIn]) (*trip.Comparison, error) {
		b := in.Body
		return trip.Compare(JourneyOf(b.Trip, b.Stops, b.Brews, b.Coffees), b.What)
	}).alone().only(InPage),
}

var tripOps = []Operation{
	op("GET", "/trips", "list-trips", "The trips, newest first", func(ctx context.Context, d *Desk, _ nothing) ([]Trip, error) { return d.Trips(ctx) }),
	op("POST", "/trips", "add-trip", "Make a trip", func(ctx context.Context, d *Desk, in With[TripIn]) (Trip, error) { return d.MakeTrip(ctx, in.Body) }),
	op("GET", "/trips/{trip}", "get-trip", "A trip with its stops and brews", func(ctx context.Context, d *Desk, in InTrip) (TripOut, error) { return d.TripOut(ctx, in.Trip) }),
	op("PATCH", "/trips/{trip}", "set-trip", "Change a trip", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Change
	}) (TripOut, error) {
		return d.ChangeTrip(ctx, in.Trip, func(was TripIn) (TripIn, int64, error) { return changed(in.Change, was) })
	}),
	op("PUT", "/trips/{trip}/archived", "archive-trip", "Archive a trip, or restore it", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body struct {
			Archived bool `json:"archived"`
		}
	}) (Trip, error) {
		if err := d.ArchiveTrip(ctx, in.Trip, in.Body.Archived); err != nil {
			return Trip{}, err
		}
		return d.Trip(ctx, in.Trip)
	}),
	op("POST", "/trips/{trip}/duplicate", "duplicate-trip", "A copy of a trip with its stops and brews, without its log", func(ctx context.Context, d *Desk, in InTrip) (Trip, error) { return d.Duplicate(ctx, in.Trip) }).at("trip").changes(KindStop, KindBrew, KindPlan, KindContent),
	op("GET", "/trips/{trip}/plan", "plan-trip", "Everything to buy, prepare, carry, treat and do", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Steps bool    `query:"steps" doc:"With the steps of every brew, for a trip sheet"`
		Items []int64 `query:"items,explode" maxItems:"200" doc:"Gear to go with: its brews as this kit makes them. The trip's own kit, and its brews as they are planned, when left out"`
	}) (TripPlan, error) {
		return d.TripPlan(ctx, in.Trip, in.Steps, in.Items)
	}),
	op("POST", "/trips/{trip}/what-if", "what-if", "The trip compared with the same when something goes wrong", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body trip.WhatIf
	}) (*trip.Comparison, error) {
		return d.WhatIf(ctx, in.Trip, in.Body)
	}).asks(),
	op("PUT", "/trips/{trip}/arrangement", "arrange-stops", "Set the order, days and distances of all stops together", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body []ArrangeIn `maxItems:"400"`
	}) (TripOut, error) {
		if err := d.ArrangeStops(ctx, in.Trip, Arranged(in.Body)); err != nil {
			return TripOut{}, err
		}
		return d.TripOut(ctx, in.Trip)
	}).changes(KindStop),
	op("GET", "/trips/{trip}/schedule/ticks", "list-ticks", "The tasks of a trip's schedule that are done", func(ctx context.Context, d *Desk, in InTrip) ([]string, error) {
		return d.Done(ctx, in.Trip, ScheduleList)
	}),
	op("PUT", "/trips/{trip}/schedule/ticks", "set-ticks", "Set which tasks of a trip's schedule are done; the others stay", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body struct {
			Lines []string `json:"lines" maxItems:"2000" doc:"IDs of the tasks, each up to 200 characters"`
			Done  bool     `json:"done"`
		}
	}) ([]string, error) {
		if err := d.SetTicks(ctx, in.Trip, ScheduleList, in.Body.Lines, in.Body.Done); err != nil {
			return nil, err
		}
		return d.Done(ctx, in.Trip, ScheduleList)
	}),
	op("GET", "/trips/{trip}/kit", "get-kit", "The kit of a trip", func(ctx context.Context, d *Desk, in InTrip) (TripKit, error) { return d.TripKit(ctx, in.Trip) }),
	op("PATCH", "/trips/{trip}/kit", "set-kit", "Save the kit of a trip, its packing and what was lost", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Change
	}) (TripKit, error) {
		was, err := d.TripKit(ctx, in.Trip)
		if err != nil {
			return was, err
		}
		next, revision, err := changed(in.Change, was)
		if err != nil {
			return next, err
		}
		next.Revision = revision
		if err := d.SetTripKit(ctx, in.Trip, next); err != nil {
			return next, err
		}
		return d.TripKit(ctx, in.Trip)
	}),
	op("POST", "/trips/{trip}/kit/choose", "choose-kit", "The best kits from my gear for a trip, and why", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body kit.Wishes
	}) (*kit.Answer, error) {
		if d.Watch != nil {
			watched, end := d.Watch(ctx, in.Trip)
			defer end()
			ctx = watched
		}
		return d.ChooseKit(ctx, in.Trip, in.Body)
	}).asks(),
	op("GET", "/trips/{trip}/kit/progress", "kit-progress", "Progress of the choice of a kit", func(ctx context.Context, d *Desk, in InTrip) (Choosing, error) {
		if _, err := d.TripKit(ctx, in.Trip); err != nil {
			return Choosing{}, err
		}
		return d.Choosing(in.Trip), nil
	}).only(AtHome),
	op("POST", "/trips/{trip}/kit/lay", "lay-kit", "What a trip is like with just these items", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body LayIn
	}) (Laid, error) {
		return d.LayKit(ctx, in.Trip, in.Body)
	}).asks(),
	op("POST", "/trips/{trip}/kit/apply", "apply-kit", "Plan every brew of a trip with a kit", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body LayIn
	}) (Applied, error) {
		return d.ApplyKit(ctx, in.Trip, in.Body)
	}).changes(KindBrew, KindPlan, KindContent),
	op("POST", "/trips/{trip}/brews/every", "add-every-brew", "A brew for every morning, or evening, that has none", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body EveryIn
	}) (EveryOut, error) {
		return d.Every(ctx, in.Trip, in.Body)
	}),
}

var stopOps = []Operation{
	op("POST", "/trips/{trip}/stops", "add-stop", "Add a stop to a trip", func(ctx context.Context, d *Desk, in struct {
		InTrip
		Body StopIn
	}) (StopOut, error) {
		return d.AddStopTo(ctx, in.Trip, in.Body)
	}),
	op("GET", "/stops/{stop}", "get-stop", "A stop with its boiling point", func(ctx context.Context, d *Desk, in InStop) (StopOut, error) { return d.StopOut(ctx, in.Stop) }),
	op("PATCH", "/stops/{stop}", "set-stop", "Change a stop", func(ctx context.Context, d *Desk, in struct {
		InStop
		Change
	}) (StopOut, error) {
		return d.ChangeStop(ctx, in.Stop, func(was StopIn) (StopIn, int64, error) { return changed(in.Change, was) })
	}),
	op("POST", "/stops/{stop}/split", "split-stop", "Make two stops of a stay, each with its brews", func(ctx context.Context, d *Desk, in struct {
		InStop
		Body struct {
			Nights int `json:"nights" minimum:"1" maximum:"60" doc:"Days that the first of the two keeps"`
		}
	}) (Stop, error) {
		return d.SplitStop(ctx, in.Stop, in.Body.Nights)
	}).changes(KindBrew, KindPlan),
	op("POST", "/stops/{stop}/join", "join-stops", "Make one stay of two stops: the undo of a split", func(ctx context.Context, d *Desk, in struct {
		InStop
		Body struct {
			With int64 `json:"with" minimum:"1" doc:"The stop that is given up"`
		}
	}) (nothing, error) {
		return nothing{}, d.JoinStops(ctx, in.Stop, in.Body.With)
	}),
	op("PUT", "/stops/{stop}/trip", "put-stop-into-trip", "Move a stop with its brews and cups into a trip, or out of one", func(ctx context.Context, d *Desk, in struct {
		InStop
		Body struct {
			Trip int64 `json:"trip" minimum:"0" doc:"0 for none"`
			Day  int   `json:"day,omitempty" minimum:"1" maximum:"400" default:"1" doc:"Of that trip"`
		}
	}) (StopOut, error) {
		return d.PutInto(ctx, in.Stop, in.Body.Trip, max(in.Body.Day, 1))
	}),
	op("GET", "/places", "list-places", "Places outside trips, the latest first, with their brews", func(ctx context.Context, d *Desk, _ nothing) (Places, error) { return d.Places(ctx) }),
	op("POST", "/places", "add-place", "Save a place outside trips", func(ctx context.Context, d *Desk, in With[PlaceIn]) (StopOut, error) {
		return d.AddPlace(ctx, Stop{StopIn: StopIn{Spot: in.Body.Spot, Conditions: in.Body.Conditions}.Settled()})
	}),
}

var brewOps = []Operation{
	op("GET", "/stops/{stop}/brews/new", "new-brew", "What a new brew at a stop would be, without saving it", func(ctx context.Context, d *Desk, in struct {
		InStop
		Method string `query:"method" maxLength:"40" doc:"Chosen later when left out"`
		School string `query:"school" maxLength:"40"`
		At     string `query:"at" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty" doc:"Local time of day; the next free meal when left out"`
	}) (NewBrew, error) {
		return d.NewBrew(ctx, in.Stop, in.Method, in.School, in.At)
	}),
	op("POST", "/stops/{stop}/brews", "add-brew", "Plan a brew at a stop and save it", func(ctx context.Context, d *Desk, in struct {
		InStop
		Body BrewIn
	}) (BrewOut, error) {
		return d.KeepBrew(ctx, in.Stop, in.Body)
	}).at("body.request"),
	op("GET", "/brews/{brew}", "get-brew", "A brew with its plan", func(ctx context.Context, d *Desk, in InBrew) (BrewOut, error) {
		b, err := d.Brew(ctx, in.Brew)
		if err != nil {
			return BrewOut{}, err
		}
		return d.BrewOut(ctx, b)
	}),
	op("PATCH", "/brews/{brew}", "set-brew", "Change a brew and re-plan it", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Change
	}) (BrewOut, error) {
		b, err := d.Brew(ctx, in.Brew)
		if err != nil {
			return BrewOut{}, err
		}
		next, revision, err := changed(in.Change, BrewIn{Name: b.Name, At: b.At, Request: b.Request})
		if err != nil {
			return BrewOut{}, FaultOf("body", err)
		}
		return d.ChangeBrew(ctx, b, revision, next)
	}).at("body.request"),
	op("POST", "/brews/{brew}/copy", "copy-brew", "Copy a brew to another stop or time", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Body Elsewhere
	}) (BrewOut, error) {
		b, err := d.Brew(ctx, in.Brew)
		if err != nil {
			return BrewOut{}, err
		}
		return d.CopyBrew(ctx, b, in.Body)
	}).at("body.request"),
	op("PUT", "/brews/{brew}/place", "move-brew", "Move a brew with its cups to another stop or time", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Body Elsewhere
	}) (BrewOut, error) {
		b, err := d.Brew(ctx, in.Brew)
		if err != nil {
			return BrewOut{}, err
		}
		return d.ShiftBrew(ctx, b, b.Revision, in.Body)
	}).at("body.request"),
	op("GET", "/plans/{plan}", "get-plan", "A stored plan, as it was shown", func(ctx context.Context, d *Desk, in InPlan) (StoredPlan, error) { return d.Told(ctx, in.Plan) }),
	op("GET", "/plans/{plan}/recipe", "recipe-of-plan", "A plan as a recipe to save", func(ctx context.Context, d *Desk, in struct {
		InPlan
		Name string `query:"name" maxLength:"120"`
	}) (recipe.Recipe, error) {
		return d.RecipeOfPlan(ctx, in.Plan, in.Name)
	}),
	op("GET", "/brews/{brew}/run", "get-run", "The running brew", func(ctx context.Context, d *Desk, in InBrew) (RunOut, error) {
		r, err := d.Run(ctx, in.Brew)
		if errors.Is(err, ErrNotFound) {
			return RunOut{}, nil
		}
		return RunOut{Run: &r}, err
	}),
	op("PUT", "/brews/{brew}/run", "set-run", "Save the state of the running brew", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Body run.Run
	}) (run.Run, error) {
		return d.KeepRun(ctx, in.Brew, in.Body)
	}),
	op("DELETE", "/brews/{brew}/run", "end-run", "Stop making a brew", func(ctx context.Context, d *Desk, in InBrew) (nothing, error) {
		return nothing{}, d.EndRun(ctx, in.Brew)
	}),
	op("GET", "/brews/{brew}/run/noticed", "noticed", "What a run shows apart from taste", func(ctx context.Context, d *Desk, in InBrew) (Noticed, error) {
		if _, err := d.Brew(ctx, in.Brew); err != nil {
			return Noticed{}, err
		}
		return d.Noticed(ctx, in.Brew)
	}),
	op("POST", "/brews/{brew}/advice", "advise", "What to change next in a brew, from the cups of its coffee", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Body AdviceIn
	}) (BrewAdvice, error) {
		return d.Advise(ctx, in.Brew, in.Body)
	}).asks(),
}

var logOps = []Operation{
	op("GET", "/log", "list-log", "Log entries, latest first", func(ctx context.Context, d *Desk, in struct {
		Trip   int64 `query:"trip" minimum:"0" doc:"0 for all trips"`
		Latest int   `query:"latest" minimum:"1" maximum:"1000000" doc:"So many of the latest; all when left out"`
	}) ([]LogEntry, error) {
		if in.Latest == 0 {
			in.Latest = -1
		}
		return d.LatestLog(ctx, in.Trip, in.Latest)
	}),
	op("GET", "/log/best", "best-path", "The best cup, where others like it were, and what the liked cups have in common", func(ctx context.Context, d *Desk, _ nothing) (Path, error) { return d.BestPath(ctx) }),
	op("GET", "/palate", "palate", "What the people who tasted like, over all trips", func(ctx context.Context, d *Desk, _ nothing) (PalateOut, error) { return d.Palate(ctx) }),
	op("POST", "/brews/{brew}/log", "add-log", "Log a cup", func(ctx context.Context, d *Desk, in struct {
		InBrew
		Body LogIn
	}) (LogEntry, error) {
		return d.WriteLog(ctx, LogEntry{BrewID: in.Brew, BrewedAt: in.Body.BrewedAt, Noted: in.Body.Noted})
	}).changes(KindRun),
	op("GET", "/log/{entry}", "get-log-entry", "An entry of the log", func(ctx context.Context, d *Desk, in InEntry) (LogEntry, error) { return d.LogEntry(ctx, in.Entry) }),
	op("PATCH", "/log/{entry}", "set-log", "Change a log entry", func(ctx context.Context, d *Desk, in struct {
		InEntry
		Change
	}) (LogEntry, error) {
		was, err := d.LogEntry(ctx, in.Entry)
		if err != nil {
			return was, err
		}
		next, revision, err := changed(in.Change, was.Noted)
		if err == nil {
			err = d.CheckNoted(ctx, next)
		}
		if next.Words != was.Words {
			next.Tasting = next.Tasting.Hear()
		}
		if err == nil {
			err = d.SetLog(ctx, in.Entry, revision, next)
		}
		if err != nil {
			return was, err
		}
		return d.LogEntry(ctx, in.Entry)
	}),
	op("GET", "/log/{entry}/made", "as-made", "How a logged cup was made, compared with its plan", func(ctx context.Context, d *Desk, in InEntry) (*run.Following, error) { return d.AsMade(ctx, in.Entry) }),
	op("GET", "/log/{entry}/had", "plan-as-had", "The plan of a logged cup, as it was really made", func(ctx context.Context, d *Desk, in InEntry) (*brew.Plan, error) { return d.AsHad(ctx, in.Entry) }),
	op("GET", "/log/{entry}/recipe", "recipe-of-entry", "A logged cup as a recipe to save, as it was really made", func(ctx context.Context, d *Desk, in struct {
		InEntry
		Name string `query:"name" maxLength:"120"`
	}) (recipe.Recipe, error) {
		return d.RecipeOfEntry(ctx, in.Entry, in.Name)
	}),
	op("POST", "/log/{entry}/again", "make-again", "A logged cup made again at a stop: the same extraction and strength, with what there is there", func(ctx context.Context, d *Desk, in struct {
		InEntry
		Body AgainIn
	}) (AgainOut, error) {
		return d.MakeAgain(ctx, in.Entry, in.Body)
	}).asks(),
	op("POST", "/log/compare", "compare-cups", "Two cups of the log side by side", func(ctx context.Context, d *Desk, in With[CompareIn]) (*taste.Compared, error) {
		return d.CompareCups(ctx, in.Body)
	}).asks(),
	op("GET", "/deleted", "list-deleted", "Records deleted in the last 90 days, which can be restored, latest first", func(ctx context.Context, d *Desk, in struct {
		Older bool `query:"older" doc:"What was deleted before that, instead"`
	}) (DeletedOut, error) {
		return d.DeletedRecords(ctx, in.Older, d.Now())
	}),
	op("GET", "/blinds", "list-blinds", "Blind comparisons, the newest first", func(ctx context.Context, d *Desk, _ nothing) ([]BlindOut, error) { return d.BlindsOut(ctx) }),
	op("POST", "/blinds", "begin-blind", "Compare two brews blind", func(ctx context.Context, d *Desk, in With[struct {
		A int64 `json:"a" minimum:"1" doc:"ID of a brew"`
		B int64 `json:"b" minimum:"1"`
	}]) (BlindOut, error) {
		return d.BeginBlind(ctx, in.Body.A, in.Body.B)
	}),
	op("GET", "/blinds/{blind}", "get-blind", "A blind comparison, as its taster may see it", func(ctx context.Context, d *Desk, in InBlind) (BlindOut, error) { return d.BlindOut(ctx, in.Blind) }),
	op("POST", "/blinds/{blind}/deal", "deal-blind", "Deal a round, or show the one dealt: for the person who pours", func(ctx context.Context, d *Desk, in InBlind) (Dealt, error) {
		return d.DealBlind(ctx, in.Blind, d.Seed())
	}),
	op("POST", "/blinds/{blind}/say", "say-blind", "Say which cup was liked; then it tells which was which", func(ctx context.Context, d *Desk, in struct {
		InBlind
		Body struct {
			Liked string `json:"liked" enum:"first,second,neither"`
		}
	}) (BlindOut, error) {
		return d.SayBlind(ctx, in.Blind, in.Body.Liked, d.Now())
	}),
}

var coffeeOps = []Operation{
	op("GET", "/coffees", "list-coffees", "The coffees in the bag, the newest first", func(ctx context.Context, d *Desk, in struct {
		On  string `query:"on" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" patternDescription:"a date, YYYY-MM-DD, or empty" doc:"ISO date that the days off roast are of; today when left out"`
		All bool   `query:"all" doc:"Those deleted, too"`
	}) ([]CoffeeOut, error) {
		return d.CoffeesOut(ctx, in.On, in.All)
	}),
	op("POST", "/coffees", "add-coffee", "Save a coffee", func(ctx context.Context, d *Desk, in With[CoffeeSet]) (CoffeeOut, error) {
		if err := CheckCoffee(&in.Body); err != nil {
			return CoffeeOut{}, err
		}
		id, err := d.AddCoffee(ctx, "", in.Body)
		if err != nil {
			return CoffeeOut{}, err
		}
		return d.CoffeeOut(ctx, id)
	}),
	op("GET", "/coffees/{coffee}", "get-coffee", "A coffee, also one that is deleted", func(ctx context.Context, d *Desk, in InCoffee) (CoffeeOut, error) { return d.CoffeeOut(ctx, in.Coffee) }),
	op("PATCH", "/coffees/{coffee}", "set-coffee", "Change a coffee", func(ctx context.Context, d *Desk, in struct {
		InCoffee
		Change
	}) (CoffeeOut, error) {
		was, err := d.Coffee(ctx, in.Coffee)
		if err != nil {
			return CoffeeOut{}, err
		}
		next, revision, err := changed(in.Change, was.CoffeeSet)
		if err == nil {
			err = CheckCoffee(&next)
		}
		if err == nil {
			err = d.SetCoffee(ctx, in.Coffee, revision, next)
		}
		if err != nil {
			return CoffeeOut{}, err
		}
		return d.CoffeeOut(ctx, in.Coffee)
	}),
	op("GET", "/coffees/{coffee}/path", "coffee-path", "Where the cups of a coffee were, and which you like", func(ctx context.Context, d *Desk, in InCoffee) (Path, error) { return d.PathOf(ctx, in.Coffee) }),
	op("GET", "/recipes", "list-recipes", "Your recipes, newest first", func(ctx context.Context, d *Desk, in struct {
		All bool `query:"all" doc:"Those deleted, too"`
	}) ([]OwnRecipe, error) {
		return d.Recipes(ctx, in.All)
	}),
	op("POST", "/recipes", "add-recipe", "Save a recipe", func(ctx context.Context, d *Desk, in With[recipe.Recipe]) (OwnRecipe, error) {
		return d.KeepRecipe(ctx, in.Body)
	}),
	op("GET", "/recipes/{recipe}", "get-recipe", "A recipe, also a deleted one", func(ctx context.Context, d *Desk, in InRecipe) (OwnRecipe, error) { return d.OwnRecipe(ctx, in.Recipe) }),
	op("PATCH", "/recipes/{recipe}", "set-recipe", "Change a recipe; brews keep the one they were planned with", func(ctx context.Context, d *Desk, in struct {
		InRecipe
		Change
	}) (OwnRecipe, error) {
		was, err := d.OwnRecipe(ctx, in.Recipe)
		if err != nil {
			return was, err
		}
		next, revision, err := changed(in.Change, RecipeSet{Recipe: was.Recipe})
		if err != nil {
			return was, FaultOf("body", err)
		}
		if err := CheckRecipe(&next.Recipe); err != nil {
			return was, err
		}
		if err := d.SetRecipe(ctx, in.Recipe, revision, next.Recipe); err != nil {
			return was, err
		}
		return d.OwnRecipe(ctx, in.Recipe)
	}).at("body.recipe"),
}

var gearOps = []Operation{
	op("GET", "/gear", "list-gear", "The shelf", func(ctx context.Context, d *Desk, _ nothing) ([]gear.Item, error) { return d.Gear(ctx) }),
	op("POST", "/gear", "add-gear", "Add gear", func(ctx context.Context, d *Desk, in With[gear.Item]) (gear.Item, error) {
		if bad := in.Body.Check(); len(bad) > 0 {
			return in.Body, bad
		}
		in.Body.UUID, in.Body.Revision = "", 0
		ids, err := d.AddGear(ctx, []gear.Item{in.Body})
		if err != nil {
			return in.Body, err
		}
		return d.GearItem(ctx, ids[0])
	}),
	op("POST", "/gear/starter", "add-starter-gear", "Add typical gear", func(ctx context.Context, d *Desk, in struct {
		Set string `query:"set" enum:"camp,kitchen" default:"camp" doc:"A camp's, or an ordinary kitchen's for four"`
	}) ([]gear.Item, error) {
		list := gear.Starter()
		if in.Set == "kitchen" {
			list = gear.Kitchen()
		}
		if _, err := d.AddGear(ctx, list); err != nil {
			return nil, err
		}
		return d.Gear(ctx)
	}),
	op("GET", "/gear/{item}", "get-gear", "A piece of gear", func(ctx context.Context, d *Desk, in InItem) (gear.Item, error) { return d.GearItem(ctx, in.Item) }),
	op("PATCH", "/gear/{item}", "set-gear", "Change a piece", func(ctx context.Context, d *Desk, in struct {
		InItem
		Change
	}) (gear.Item, error) {
		was, err := d.GearItem(ctx, in.Item)
		if err != nil {
			return was, err
		}
		was.ID, was.UUID, was.Revision = 0, "", 0
		next, revision, err := changed(in.Change, was)
		if err != nil {
			return was, err
		}
		if bad := next.Check(); len(bad) > 0 {
			return was, bad
		}
		next.ID, next.UUID, next.Revision = in.Item, "", revision
		if err := d.SetGear(ctx, next); err != nil {
			return was, err
		}
		return d.GearItem(ctx, in.Item)
	}),
}

// trashOps take away each kind that can be taken away, and have it back.
func trashOps() (out []Operation) {
	in := map[string]func(method, path, id, summary string, do func(App, context.Context, string, int64) error, kind string) Operation{
		KindTrip: trash[InTrip], KindStop: trash[InStop], KindBrew: trash[InBrew], KindLog: trash[InEntry],
		KindCoffee: trash[InCoffee], KindRecipe: trash[InRecipe], KindGear: trash[InItem], KindBlind: trash[InBlind],
	}
	for _, k := range kinds {
		if k.Path != "" {
			out = append(out, in[k.Name]("DELETE", k.Path, "delete-"+k.Name, "Delete it; restore-"+k.Name+" brings it back", App.Delete, k.Name),
				in[k.Name]("POST", k.Path+"/restore", "restore-"+k.Name, "Undo delete-"+k.Name, App.Restore, k.Name))
		}
	}
	return out
}

func trash[I any](method, path, id, summary string, do func(App, context.Context, string, int64) error, kind string) Operation {
	return op(method, path, id, summary, func(ctx context.Context, d *Desk, in I) (nothing, error) {
		return nothing{}, do(d.App, ctx, kind, reflect.ValueOf(in).Field(0).Int())
	})
}
