package app

import (
	"context"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/trip"
)

// App is the use cases over a store: what is read, as Records, and what is written.
type App struct {
	Records
	Store
}

// New is the use cases over a store.
func New(s Store) App { return App{Records{Reader: s}, s} }

// Remembering is the same, and keeps the plans that it works out: for a store that leaves out
// what this version of the core gives again.
func (a App) Remembering() App {
	a.recall = &recall{of: map[string]*brew.Plan{}}
	return a
}

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
