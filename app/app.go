package app

import (
	"context"

	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/core/working"
)

// Store keeps the records. What is not there, or deleted, is ErrNotFound; what has
// changed since it was read is ErrConflict.
type Store interface {
	ID(ctx context.Context) (string, error)

	Trips(ctx context.Context) ([]Trip, error)
	Trip(ctx context.Context, id int64) (Trip, error)
	AddTrip(ctx context.Context, t Trip) (int64, error)
	SetTrip(ctx context.Context, t Trip) error
	ArchiveTrip(ctx context.Context, id int64, archived bool) error
	DeleteTrip(ctx context.Context, id int64) error
	RestoreTrip(ctx context.Context, id int64) error
	// Journey is a trip with its stops and brews, as the core reads it.
	Journey(ctx context.Context, id int64) (trip.Trip, []Stop, error)
	// AddJourney keeps a whole trip with the coffees that it brings, or nothing of it: plans holds the plan of each
	// brew, in order.
	AddJourney(ctx context.Context, t trip.Trip, plans []*brew.Plan) (int64, error)

	Stops(ctx context.Context, trip int64) ([]Stop, error)
	Stop(ctx context.Context, id int64) (Stop, error)
	InsertStop(ctx context.Context, st Stop) (int64, error)
	SetStop(ctx context.Context, st Stop) error
	Arrange(ctx context.Context, trip int64, stops []Stop) error
	// MoveStop moves a stop with its brews and their log into a trip, or to none.
	MoveStop(ctx context.Context, id, trip int64, day int) error
	SplitStop(ctx context.Context, id int64, nights int) (Stop, error)
	JoinStops(ctx context.Context, id, with int64) error
	DeleteStop(ctx context.Context, id int64) error
	RestoreStop(ctx context.Context, id int64) error

	Brews(ctx context.Context, trip int64) ([]Brew, error)
	Brew(ctx context.Context, id int64) (Brew, error)
	AddBrew(ctx context.Context, b Brew, p *brew.Plan) (Brew, error)
	// AddBrews keeps brews with their plans: all of them or none.
	AddBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) ([]Brew, error)
	SetBrew(ctx context.Context, b Brew, p *brew.Plan) (Brew, error)
	SetBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) error
	DeleteBrew(ctx context.Context, id int64) error
	RestoreBrew(ctx context.Context, id int64) error
	Plan(ctx context.Context, id int64) (StoredPlan, error)
	// KeepWorking keeps the workings of a plan, where it has none.
	KeepWorking(ctx context.Context, plan int64, w working.Sheet) error

	Run(ctx context.Context, brew int64) (Run, error)
	SetRun(ctx context.Context, brew int64, r Run) error
	EndRun(ctx context.Context, brew int64) error
	// Running lists the brews that are being made, the one touched last first.
	Running(ctx context.Context) ([]Brew, error)
	// Unwritten lists those that were made and are not written down, the last first.
	Unwritten(ctx context.Context) ([]Brew, error)
	// MoveBrew moves a brew with its log to another stop, and plans it there.
	MoveBrew(ctx context.Context, b Brew, stop int64, p *brew.Plan) (Brew, error)

	Log(ctx context.Context, trip int64) ([]LogEntry, error)
	// LatestLog is so many entries of the log, the latest first; all where n is negative.
	LatestLog(ctx context.Context, trip int64, n int) ([]LogEntry, error)
	// LogOf is what was written down of a coffee, the latest first; nothing of "".
	LogOf(ctx context.Context, coffee string) ([]LogEntry, error)
	LogEntry(ctx context.Context, id int64) (LogEntry, error)
	AddLog(ctx context.Context, l LogEntry) (LogEntry, error)
	SetLog(ctx context.Context, id, revision int64, n Noted) error
	DeleteLog(ctx context.Context, id int64) error
	RestoreLog(ctx context.Context, id int64) error

	// Coffees and recipes are those that are there; deleted ones too where all is asked.
	Coffees(ctx context.Context, all bool) ([]Coffee, error)
	Coffee(ctx context.Context, id int64) (Coffee, error)
	CoffeeOf(ctx context.Context, uuid string) (Coffee, error)
	AddCoffee(ctx context.Context, uuid string, c CoffeeSet) (int64, error)
	SetCoffee(ctx context.Context, id, revision int64, c CoffeeSet) error
	DeleteCoffee(ctx context.Context, id int64) error
	RestoreCoffee(ctx context.Context, id int64) error

	Recipes(ctx context.Context, all bool) ([]OwnRecipe, error)
	OwnRecipe(ctx context.Context, id int64) (OwnRecipe, error)
	RecipeOf(ctx context.Context, uuid string) (OwnRecipe, error)
	AddRecipe(ctx context.Context, uuid string, r recipe.Recipe) (int64, error)
	SetRecipe(ctx context.Context, id, revision int64, r recipe.Recipe) error
	DeleteRecipe(ctx context.Context, id int64) error
	RestoreRecipe(ctx context.Context, id int64) error

	Blinds(ctx context.Context) ([]Blind, error)
	Blind(ctx context.Context, id int64) (Blind, error)
	AddBlind(ctx context.Context, b BlindSet) (int64, error)
	SetBlind(ctx context.Context, id, revision int64, b BlindSet) error
	DeleteBlind(ctx context.Context, id int64) error
	RestoreBlind(ctx context.Context, id int64) error

	Gear(ctx context.Context) ([]gear.Item, error)
	GearItem(ctx context.Context, id int64) (gear.Item, error)
	AddGear(ctx context.Context, items []gear.Item) ([]int64, error)
	SetGear(ctx context.Context, it gear.Item) error
	DeleteGear(ctx context.Context, id int64) error
	RestoreGear(ctx context.Context, id int64) error
	TripKit(ctx context.Context, trip int64) (TripKit, error)
	SetTripKit(ctx context.Context, trip int64, k TripKit) error
	Ticks(ctx context.Context, trip int64, list string) ([]string, error)
	SetTicks(ctx context.Context, trip int64, list string, lines []string, done bool) error
	// Calendar is what was last written of a trip's calendar, JSON.
	Calendar(ctx context.Context, trip int64) (string, error)
	// SetCalendar keeps what was written where was is still what is kept, and is ErrConflict
	// where it is not.
	SetCalendar(ctx context.Context, trip int64, was, now string) error

	// Find is where a record is kept, also one that is deleted.
	Find(ctx context.Context, k journal.Key) (Row, error)
	// Put makes records what they are given as, by their identities, and keeps the events
	// that told of it: all of it or nothing. A record that is deleted may come without a part.
	Put(ctx context.Context, records []Record, events []journal.Edit) error
	// Events are those that were kept, in their order.
	Events(ctx context.Context) ([]journal.Edit, error)
}

// App is the use cases over a store.
type App struct{ Store }

// StopOut is a stop with its boiling point.
type StopOut struct {
	Stop
	Boil  conditions.Boil       `json:"boil"`
	Water conditions.WaterState `json:"water" doc:"Where its water is from and whether it is safe, with what to do"`
}

// TripOut is a trip with its stops and brews.
type TripOut struct {
	Trip
	Stops   []StopOut        `json:"stops"`
	Brews   []Brew           `json:"brews"`
	Coffees []trip.CoffeeBag `json:"coffees" doc:"That its brews name, with what was in them when it began"`
}

// StopOut is a stop with what its conditions come to. Its error is brew.Problems where
// they are not allowed.
func (a App) StopOut(ctx context.Context, id int64) (StopOut, error) {
	st, err := a.Stop(ctx, id)
	if err != nil {
		return StopOut{}, err
	}
	return settled(st)
}

func settled(st Stop) (StopOut, error) {
	s, err := conditions.Of(st.Conditions)
	if err != nil {
		return StopOut{Stop: st}, err
	}
	return StopOut{st, s.Boil, s.Water()}, nil
}

// TripOut is a trip with its stops and brews.
func (a App) TripOut(ctx context.Context, id int64) (TripOut, error) {
	out := TripOut{Stops: []StopOut{}}
	var err error
	if out.Trip, err = a.Trip(ctx, id); err != nil {
		return out, err
	}
	stops, err := a.Stops(ctx, id)
	if err != nil {
		return out, err
	}
	for _, st := range stops {
		s, err := settled(st)
		if err != nil {
			return out, err
		}
		out.Stops = append(out.Stops, s)
	}
	if out.Brews, err = a.Brews(ctx, id); err != nil {
		return out, err
	}
	j, _, err := a.Journey(ctx, id)
	if out.Coffees = j.Coffees; out.Coffees == nil {
		out.Coffees = []trip.CoffeeBag{}
	}
	return out, err
}
