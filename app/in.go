package app

import (
	"apodemos/core/conditions"
	"apodemos/core/trip"
)

// TripIn is what a person sets of a trip.
type TripIn struct {
	Name     string `json:"name" minLength:"1" maxLength:"120"`
	People   int    `json:"people" minimum:"1" maximum:"24"`
	StartsOn string `json:"starts_on,omitempty" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" doc:"ISO date, or empty"`

	Supplies trip.Supplies `json:"supplies,omitzero" required:"false"`
}

// Trip is a trip with it.
func (in TripIn) Trip() Trip {
	return Trip{Name: in.Name, People: in.People, StartsOn: in.StartsOn, Supplies: in.Supplies}
}

// StopIn is what a person sets of a stop.
type StopIn struct {
	Name       string                `json:"name" minLength:"1" maxLength:"120"`
	Position   int                   `json:"position" minimum:"1" maximum:"1000"`
	Day        int                   `json:"day" minimum:"1" maximum:"400"`
	Km         float64               `json:"km" minimum:"0" maximum:"40000"`
	TimeZone   string                `json:"time_zone,omitempty" maxLength:"60"`
	Note       string                `json:"note,omitempty" maxLength:"2000"`
	Conditions conditions.Conditions `json:"conditions"`
	Facts      trip.Facts            `json:"facts,omitzero" required:"false"`
}

// PlaceIn is what a person sets of a place of no trip.
type PlaceIn struct {
	Name       string                `json:"name" minLength:"1" maxLength:"120"`
	TimeZone   string                `json:"time_zone,omitempty" maxLength:"60"`
	Note       string                `json:"note,omitempty" maxLength:"2000"`
	Conditions conditions.Conditions `json:"conditions"`
	Facts      trip.Facts            `json:"facts,omitzero" required:"false"`
}

// Stop is a stop with it.
func (in StopIn) Stop() Stop {
	zone := in.TimeZone
	if zone == "" {
		zone = "UTC"
	}
	trip.MoveWater(&in.Conditions, &in.Facts)
	return Stop{Name: in.Name, Position: in.Position, Day: in.Day, Km: in.Km, TimeZone: zone, Note: in.Note, Conditions: in.Conditions, Facts: in.Facts}
}
