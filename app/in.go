package app

import (
	"fmt"

	"apodemos/core/brew"
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

// Halves are the two stops that a stay is split into: the first keeps the given nights, and
// the second has the others and the way on. Its error is brew.Problems where the stay has no
// such nights.
func Halves(stay Stop, nights int) (first, second Stop, err error) {
	all := stay.Facts.Stay()
	switch {
	case all < 2:
		return stay, stay, brew.Problems{{Field: "nights", Value: nights, Message: "a stay of one day cannot be split; allowed: one of two days and more"}}
	case nights < 1 || nights >= all:
		return stay, stay, brew.Problems{{Field: "nights", Value: nights, Message: fmt.Sprintf("%d is not allowed; allowed: 1 to %d of its %d days", nights, all-1, all)}}
	}
	first, second = stay, stay
	second.UUID = ""
	name := stay.Name
	if r := []rune(name); len(r) > 116 {
		name = string(r[:116])
	}
	rest := all - nights
	second.Name, second.Day, second.Position = name+" (2)", stay.Day+nights, stay.Position+1
	second.Facts.Nights = &rest
	first.Facts.Nights, first.Facts.LegBy, first.Facts.LegHours = &nights, "", nil
	return first, second, nil
}

// CheckLines refuses what is no ID of a line of a list. Its error is brew.Problems.
func CheckLines(lines []string) error {
	for i, line := range lines {
		if n := len([]rune(line)); n < 1 || n > 200 {
			return brew.Problems{{Field: fmt.Sprintf("lines[%d]", i), Value: line, Message: fmt.Sprintf("%d characters; allowed: 1 to 200", n)}}
		}
	}
	return nil
}
