package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/run"
	"apodemos/core/sim"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/core/ways"
)

// Asked is what is asked of the core without a store: an operation, named as the HTTP
// interface names it, and its body.
type (
	PlanIn struct {
		Request brew.Request `json:"request"`
		Working bool         `json:"working,omitempty"`
	}
	ChangedIn struct {
		Request brew.Request `json:"request"`
		Change  brew.Change  `json:"change"`
	}
	ChoicesIn struct {
		Request brew.Request `json:"request"`
		Gear    []gear.Item  `json:"gear"`
	}
	PlanTripIn struct {
		Trip    Trip             `json:"trip"`
		Stops   []Stop           `json:"stops"`
		Brews   []Brew           `json:"brews"`
		Coffees []trip.CoffeeBag `json:"coffees,omitempty" doc:"That the brews name"`
		Items   []gear.Item      `json:"items" doc:"What goes along"`
		Steps   bool             `json:"steps,omitempty"`
	}
	WhatIfIn struct {
		Trip    Trip             `json:"trip"`
		Stops   []Stop           `json:"stops"`
		Brews   []Brew           `json:"brews"`
		Coffees []trip.CoffeeBag `json:"coffees,omitempty" doc:"That the brews name"`
		What    trip.WhatIf      `json:"what"`
	}
)

// Fault is what is wrong with what was asked, as RFC 9457 problem documents have it.
type Fault struct {
	Status int          `json:"status"`
	Title  string       `json:"title"`
	Detail string       `json:"detail"`
	Errors []FaultField `json:"errors,omitempty"`
}

// FaultField is one field that is wrong.
type FaultField struct {
	Message  string `json:"message"`
	Location string `json:"location"`
	Value    any    `json:"value,omitempty"`
}

// What is said of what is not there, and of what was changed meanwhile.
const (
	SaidNotFound = "There is no such thing here; it may have been deleted."
	SaidConflict = "It was changed elsewhere since you opened it. Nothing was saved."
)

// FaultOf is an error of the core as a fault of something asked at a place.
func FaultOf(at string, err error) *Fault {
	bad, ok := errors.AsType[brew.Problems](err)
	switch {
	case errors.Is(err, ErrNotFound):
		return &Fault{Status: 404, Title: "Not Found", Detail: SaidNotFound}
	case errors.Is(err, ErrConflict):
		return &Fault{Status: 412, Title: "Precondition Failed", Detail: SaidConflict}
	}
	if !ok {
		return &Fault{Status: 500, Title: "Internal Server Error", Detail: err.Error()}
	}
	f := &Fault{Status: 422, Title: "Unprocessable Entity", Detail: fmt.Sprintf("%s: %s", bad[0].Field, bad[0].Message)}
	for _, p := range bad {
		f.Errors = append(f.Errors, FaultField{Message: p.Message, Location: at + "." + p.Field, Value: p.Value})
	}
	return f
}

// Answer answers what the core alone can: plans, the bench, the comparison, a trip and
// the guide. It returns ErrNotFound for an operation that is none of these.
func Answer(op string, body []byte) (any, *Fault, error) {
	switch op {
	case "plan":
		return asked(body, "body", func(in PlanIn) (any, error) { return Plan(in.Request, in.Working) })
	case "changed":
		return asked(body, "body.request", func(in ChangedIn) (any, error) { return in.Request.Changed(in.Change) })
	case "choices":
		return asked(body, "body", func(in ChoicesIn) (any, error) { return Choices(context.Background(), in.Request, in.Gear) })
	case "ways":
		return asked(body, "body.request", func(in ways.Wanted) (any, error) { return ways.Of(context.Background(), in) })
	case "fit":
		return asked(body, "body.request", func(in FitIn) (any, error) { return FitOf(in) })
	case "bench-boil":
		return asked(body, "body.request", func(in BenchBoil) (any, error) { return bench.BoilingPoint(in.Request) })
	case "bench-wait":
		return asked(body, "body.request", func(in bench.WaitIn) (any, error) { return bench.HowLong(in) })
	case "bench-fuel":
		return asked(body, "body.request", func(in bench.FuelIn) (any, error) { return bench.HowMuchFuel(in) })
	case "bench-canister":
		return asked(body, "body.request", func(in bench.CanisterIn) (any, error) { return bench.WillItFeed(in) })
	case "bench-water":
		return asked(body, "body.request", func(in bench.MineralsIn) (any, error) { return bench.WhatIsInIt(in) })
	case "bench-grind":
		return asked(body, "body.request", func(in bench.GrindIn) (any, error) { return bench.WhatSetting(in) })
	case "plan-trip":
		return asked(body, "body", func(in PlanTripIn) (any, error) {
			return PlanTrip(context.Background(), JourneyOf(in.Trip, in.Stops, in.Brews, in.Coffees), in.Stops, in.Items, in.Steps)
		})
	case "what-if":
		return asked(body, "body", func(in WhatIfIn) (any, error) {
			return trip.Compare(JourneyOf(in.Trip, in.Stops, in.Brews, in.Coffees), in.What)
		})
	case "share":
		return asked(body, "body", func(in Shared) (any, error) { return Share(in) })
	case "read-share":
		return asked(body, "body", func(in WordsIn) (any, error) { return ReadShare(in.Words) })
	case "read-recipe":
		return asked(body, "body", func(in WordsIn) (any, error) { return recipe.Read(in.Words) })
	case "understand":
		return asked(body, "body", func(in WordsIn) (any, error) { return taste.Understand(in.Words), nil })
	case "follow":
		return asked(body, "body", func(in run.FollowIn) (any, error) { return Follow(in) })
	case "review":
		return asked(body, "body", func(in run.FollowIn) (any, error) { return ReviewOf(in) })
	case "practice":
		return asked(body, "body", func(in sim.PracticeIn) (any, error) { return in.At() })
	case "exercise":
		return asked(body, "body", func(in sim.Exercise) (any, error) { return in.Go() })
	case "simulate":
		return asked(body, "body", func(in SimulateIn) (any, error) { return Simulate(in) })
	}
	return nil, nil, ErrNotFound
}

// WordsIn is something said in words.
type WordsIn struct {
	Words string `json:"words" maxLength:"4000"`
}

// FitIn asks how a brew's gear goes together.
type FitIn struct {
	Request brew.Request `json:"request"`
	Have    []gear.Item  `json:"have" maxItems:"400"`
	Along   []int64      `json:"along,omitempty" maxItems:"400" doc:"IDs of the pieces that go along: they are taken before the others"`
}

// FitOf is the gear that suits a brew best, of what there is, and how it goes together. Its
// error is brew.Problems.
func FitOf(in FitIn) (*ways.Fit, error) {
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, err
	}
	return new(ways.For(p, in.Have, in.Along)), nil
}

// BenchBoil asks what water boils at; it is shaped as the other questions are.
type BenchBoil struct {
	Request brew.Request `json:"request"`
}

func asked[I any](body []byte, at string, answer func(I) (any, error)) (any, *Fault, error) {
	var in I
	if err := json.Unmarshal(body, &in); err != nil {
		return nil, &Fault{Status: 400, Title: "Bad Request", Detail: "body: " + err.Error()}, nil
	}
	out, err := answer(in)
	if err != nil {
		return nil, FaultOf(at, err), nil
	}
	return out, nil, nil
}
