package app

import (
	"errors"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/kit"
	"apodemos/core/recipe"
	"apodemos/core/run"
	"apodemos/core/taste"
)

// ErrNotFound is returned for an ID that is not there, or is deleted.
var ErrNotFound = errors.New("not found")

// ErrConflict is returned when a record has changed since it was read.
var ErrConflict = errors.New("changed since it was read")

// ErrBusy is returned where too many wait to be written.
var ErrBusy = errors.New("too many changes at once; nothing was saved")

// ErrReadOnly is returned where something is to be kept, and nothing can be.
var ErrReadOnly = errors.New("the data directory is read-only; nothing was saved")

// Trip is a journey.
type Trip struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	TripIn
	Archived bool `json:"archived"`
}

// Stop is a place on a trip where coffee may be made.
type Stop struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	TripID   int64  `json:"trip_id" doc:"0 for a place of no trip"`
	StopIn
	MadeAt string `json:"made_at" doc:"When it was written down, UTC"`
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
	// Own is what it has of its own, as it is kept.
	Own string `json:"-"`
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

// Noted is what is written down of a brew: what was tasted, what was had otherwise than
// planned, and of which coffee.
type Noted struct {
	taste.Tasting
	Notes  string    `json:"notes,omitempty" maxLength:"1000" doc:"Notes tasted, with commas between them"`
	Had    taste.Had `json:"run,omitzero" required:"false" doc:"Where it differed from the plan"`
	Coffee string    `json:"coffee,omitempty" maxLength:"36" doc:"UUID of the coffee; that of the plan when left out"`
	By     string    `json:"by,omitempty" maxLength:"40" doc:"Who tasted"`
	Made   *run.Kept `json:"made,omitempty" doc:"How it was made, where it was followed"`
}

// LogEntry is how a brew came out.
type LogEntry struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	BrewID   int64  `json:"brew_id"`
	PlanID   int64  `json:"plan_id"`
	BrewedAt string `json:"brewed_at" format:"date-time"`
	Noted
	// For the list.
	TripID        int64    `json:"trip_id"`
	StopID        int64    `json:"stop_id"`
	StopName      string   `json:"stop_name"`
	AltitudeM     *float64 `json:"altitude_m"`
	BrewName      string   `json:"brew_name"`
	Gone          bool     `json:"gone,omitempty" doc:"Its brew, its stop or its trip was deleted: it can be read, and not brewed again from there"`
	Method        string   `json:"method"`
	School        string   `json:"school"`
	RecipeName    string   `json:"recipe_name" doc:"Of one's own recipe; empty without one"`
	CoffeeName    string   `json:"coffee_name" doc:"Also of one that is deleted since"`
	Says          string   `json:"says" doc:"How it was, in a few words; empty where it was not said"`
	DoseG         float64  `json:"dose_g"`
	PouredMl      float64  `json:"poured_ml"`
	BoilC         float64  `json:"boil_c"`
	StartC        float64  `json:"start_c"`
	ContactS      float64  `json:"contact_s"`
	Clicks        *float64 `json:"clicks"`
	GrindUm       *float64 `json:"grind_um"`
	ExtractionPct *float64 `json:"extraction_pct" doc:"As it was planned"`
	PlannedTDS    *float64 `json:"planned_tds_pct"`
	Small         Small    `json:"small"`
}

// Small is the score of a brew, small: what fits into a stamp.
type Small struct {
	Bars  []SmallBar   `json:"bars"`
	Water [][2]float64 `json:"water" doc:"Seconds from first contact, and °C"`
}

// SmallBar is a step of it.
type SmallBar struct {
	Lane string  `json:"lane"`
	AtS  float64 `json:"at_s"`
	ForS float64 `json:"for_s"`
	ToG  float64 `json:"to_g,omitempty"`
}

// CoffeeSet is what a person sets of a coffee in the bag.
type CoffeeSet = coffee.InBag

// smallPoints is how many points of a curve a stamp can show.
const smallPoints = 16

// SmallOf is the score of a plan, small: its steps, and the curve of its water.
func SmallOf(bars []SmallBar, water [][2]float64) Small {
	out := Small{Bars: []SmallBar{}, Water: [][2]float64{}}
	out.Bars = append(out.Bars, bars...)
	every := max(len(water)/smallPoints, 1)
	for i, p := range water {
		if i%every == 0 || i == len(water)-1 {
			out.Water = append(out.Water, p)
		}
	}
	return out
}

// Coffee is a coffee in the bag.
type Coffee struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	CoffeeSet
	Deleted bool     `json:"deleted,omitempty"`
	Cups    int      `json:"cups" doc:"Written down of it"`
	UsedG   float64  `json:"used_g" doc:"Brewed of it since it was weighed"`
	LeftG   *float64 `json:"left_g" doc:"Null where nobody said how much there was"`
}

// OwnRecipe is a person's own recipe, kept.
type OwnRecipe struct {
	ID       int64         `json:"id"`
	UUID     string        `json:"uuid"`
	Revision int64         `json:"revision" doc:"Grows with each change"`
	Recipe   recipe.Recipe `json:"recipe"`
	Deleted  bool          `json:"deleted,omitempty"`
}

// BlindSet is two brews compared blind, with the rounds so far.
type BlindSet struct {
	A      int64       `json:"a" doc:"ID of a brew"`
	B      int64       `json:"b"`
	Rounds []BlindDeal `json:"rounds"`
}

// BlindDeal is one round: how it was dealt, which is not told before it is tasted, and
// what was said.
type BlindDeal struct {
	Seed  uint64 `json:"seed"`
	Liked string `json:"liked,omitempty" doc:"first, second or neither; empty while it is tasted"`
	At    string `json:"at,omitempty"`
}

// Blind is a blind comparison, kept.
type Blind struct {
	ID       int64  `json:"id"`
	UUID     string `json:"uuid"`
	Revision int64  `json:"revision" doc:"Grows with each change"`
	BlindSet
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
