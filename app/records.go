package app

import (
	"errors"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/kit"
	"apodemos/core/run"
	"apodemos/core/trip"
)

// ErrNotFound is returned for an ID that is not there, or is deleted.
var ErrNotFound = errors.New("not found")

// ErrConflict is returned when a record has changed since it was read.
var ErrConflict = errors.New("changed since it was read")

// Trip is a journey.
type Trip struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	Name     string `json:"name"`
	People   int    `json:"people"`
	StartsOn string `json:"starts_on" doc:"ISO date; empty when not fixed"`
	Archived bool   `json:"archived"`

	Supplies trip.Supplies `json:"supplies"`
}

// Stop is a place on a trip where coffee may be made.
type Stop struct {
	ID         int64                 `json:"id"`
	UUID       string                `json:"uuid"`
	Revision   int64                 `json:"revision" doc:"Grows with each change"`
	TripID     int64                 `json:"trip_id" doc:"0 for a place of no trip"`
	Position   int                   `json:"position"`
	Name       string                `json:"name"`
	Day        int                   `json:"day"`
	Km         float64               `json:"km"`
	TimeZone   string                `json:"time_zone"`
	Conditions conditions.Conditions `json:"conditions"`
	Note       string                `json:"note"`
	Facts      trip.Facts            `json:"facts"`
	MadeAt     string                `json:"made_at" doc:"When it was written down, UTC"`
}

// Brew is a brew planned at a stop. Request is the stop's conditions with the
// brew's own wishes over them; only the latter are stored, so that a brew
// follows its stop where it has no wish of its own.
type Brew struct {
	ID       int64        `json:"id"`
	UUID     string       `json:"uuid"`
	StopID   int64        `json:"stop_id"`
	TripID   int64        `json:"trip_id"`
	Name     string       `json:"name"`
	At       string       `json:"at" doc:"Local time of day, HH:MM"`
	Revision int64        `json:"revision"`
	Request  brew.Request `json:"request"`
	PlanID   int64        `json:"plan_id"`
	// CaffeineMg is the stored plan's, each cup.
	CaffeineMg float64 `json:"caffeine_mg"`
	Tastings   int     `json:"tastings" doc:"How often it was made and written down"`
}

// StoredPlan is a plan with what made it and which computation answered.
type StoredPlan struct {
	ID          int64        `json:"id"`
	UUID        string       `json:"uuid"`
	BrewID      int64        `json:"brew_id"`
	Request     brew.Request `json:"request"`
	Plan        brew.Plan    `json:"plan"`
	CoreVersion string       `json:"core_version"`
	CreatedAt   string       `json:"created_at"`
}

// Run is a brew being made by the clock.
type Run = run.Run

// StepRun is when a step really began and ended.
type StepRun = run.StepRun

// Taste is what was tasted.
type Taste struct {
	SourBitter int    `json:"sour_bitter" minimum:"-3" maximum:"3" doc:"-3 sour … 0 balanced … 3 bitter"`
	WeakStrong int    `json:"weak_strong" minimum:"-3" maximum:"3" doc:"-3 weak … 0 right … 3 strong"`
	Sediment   int    `json:"sediment" minimum:"0" maximum:"3" doc:"0 clean … 3 muddy"`
	Mark       int    `json:"mark" minimum:"1" maximum:"10"`
	Words      string `json:"words" maxLength:"2000"`
}

// LogEntry is how a brew came out.
type LogEntry struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	BrewID   int64  `json:"brew_id"`
	PlanID   int64  `json:"plan_id"`
	BrewedAt string `json:"brewed_at" format:"date-time"`
	Taste
	// For the list.
	TripID   int64   `json:"trip_id"`
	StopID   int64   `json:"stop_id"`
	StopName string  `json:"stop_name"`
	BrewName string  `json:"brew_name"`
	Method   string  `json:"method"`
	School   string  `json:"school"`
	DoseG    float64 `json:"dose_g"`
	PouredMl float64 `json:"poured_ml"`
	BoilC    float64 `json:"boil_c"`
	StartC   float64 `json:"start_c"`
}

// TripKit is the kit of a trip: what goes along, what is packed already, and
// what was lost or broke on the way.
type TripKit struct {
	Wishes kit.Wishes `json:"wishes"`
	Items  []int64    `json:"items" doc:"Chosen; empty for the best that there is"`
	Packed []string   `json:"packed" maxItems:"400" doc:"Lines of the packing list that are ticked"`
	Lost   []Lost     `json:"lost" maxItems:"60"`

	Revision int64 `json:"revision" doc:"Grows with each change"`
}

// Lost is an item lost or broken at a stop.
type Lost struct {
	Item int64 `json:"item"`
	Stop int64 `json:"stop"`
}

// ScheduleList is the list of a trip's tasks, of which some are ticked.
const ScheduleList = "schedule"
