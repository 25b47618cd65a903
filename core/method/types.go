package method

import (
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/heat"
)

// Contact is how water and coffee meet.
type Contact string

// The kinds of contact.
const (
	Immersion   Contact = "immersion"   // steeps in all its water
	Percolation Contact = "percolation" // water runs through a bed
	Pressure    Contact = "pressure"    // pushed through a bed
	Cold        Contact = "cold"        // steeps for hours, or is stirred, unheated
	Dilution    Contact = "dilution"    // a concentrate, made before, is served
)

// Way is how water and heat come to the coffee.
type Way string

// The ways.
const (
	Kettle   Way = "kettle"   // heated apart, then poured on
	InPot    Way = "in-pot"   // coffee into the pot once the water is hot
	BoilIn   Way = "boil-in"  // coffee into the pot before it boils
	OnFlame  Way = "on-flame" // water put into the brewer, the brewer on the flame
	Unheated Way = "unheated" // no heat at all
)

// Lane is the line of the score that a step belongs to.
type Lane string

// The lanes. Scale and Hands both take the brewer's hands.
const (
	Water Lane = "water"
	Flame Lane = "flame"
	Scale Lane = "scale"
	Hands Lane = "hands"
)

// Until is what ends a step.
type Until string

// The ends.
const (
	Time        Until = "time"
	Weight      Until = "weight"
	Temperature Until = "temperature"
	Sign        Until = "sign"
)

// Phase is the part of the brew that a step belongs to.
type Phase int

// The phases.
const (
	Prepare Phase = iota // while the water heats; cold hands' work
	Hot                  // needs hot water, before the coffee meets it
	Brew                 // from the moment that water meets coffee; At counts from there
	Serve                // one after the other when the contact is over
	Clean                // afterwards
)

// A StepID names a step within a plan.
type StepID string

// The steps that other rooms know by name. Those above are put in by the plan, the
// rest are a school's.
const (
	FillKettle StepID = "fill-kettle"
	Draw       StepID = "draw"
	Light      StepID = "light"
	FlameFull  StepID = "flame-full"
	FlameLow   StepID = "flame-low"
	FlameMoka  StepID = "flame-moka"
	FlameAgain StepID = "flame-again"
	Wait       StepID = "wait"
	Disinfect  StepID = "disinfect"
	Preheat    StepID = "preheat"
	Reheat     StepID = "reheat" // what is added afterwards
	BoilStep   StepID = "boil"   // the coffee boils in it
	Splash     StepID = "splash" // of cold water, to drop the grounds
	Settle     StepID = "settle"
	Bloom      StepID = "bloom" // letting the gas out
	OnTheHeat  StepID = "on"    // a moka pot
	OffTheHeat StepID = "off"
	StirIn     StepID = "stir-in" // sugar and milk
	KettleBack StepID = "kettle-back"
	BoilFirst  StepID = "boil-first" // water that is set aside
	TopUpStep  StepID = "top-up"
)

// The methods that other rooms know by name.
const (
	TankDripperID      = "tank-dripper"
	SteepBagID         = "steep-bag"
	HandPressID        = "hand-press"
	ColdConcentrateID  = "cold-concentrate"
	ServeConcentrateID = "serve-concentrate"
)

// A Step is one thing to do. Text may name figures of the plan and ask
// questions of it: see Parse.
type Step struct {
	ID    StepID
	Phase Phase
	Lane  Lane
	Label string  // a word or two, for the score
	Text  string  // see Parse
	Own   string  // a person's own words, which {own} in Text stands for
	AtS   float64 // Brew phase only: seconds from first contact, or from the boil
	// FromBoil counts AtS from the moment that the pot comes to the boil with
	// the coffee in it.
	FromBoil bool
	ForS     float64
	// PourTo is the share of the brew water that is in when the step ends; 0
	// for a step that pours nothing. PourPerG, in ml per g of dose, takes its
	// place where a school counts by the dose.
	PourTo   float64
	PourPerG float64
	Until    Until
	Sign     string
	Cover    heat.Cover // of the brewer's surface during the step
	// Keep marks a step that makes the water safe, and is not to be cut short.
	Keep bool
	// Stir is how many times as freely the water reaches the grounds while they are
	// stirred, boiled or swirled in this step; 0 for as the school has it. From memory.
	Stir float64
	// Stretch marks the step whose length may make up for cooler water.
	Stretch bool
	// Drains marks the step that lasts until the bed is drained; ForS is what practice
	// takes for it.
	Drains  bool
	Caution string // ID of a caution that stands at this step
}

// Temps is the water temperature that a school asks for, in °C: Low suits a
// dark roast, Mid a medium one and High a light one.
type Temps struct{ Low, Mid, High float64 }

// For returns the temperature for a roast.
func (t Temps) For(roast string) float64 {
	switch roast {
	case "light":
		return t.High
	case "dark":
		return t.Low
	}
	return t.Mid
}

// A School is one way to work a method.
type School struct {
	ID   string
	Name string
	// Why says in two lines what it gives and when one would choose it.
	Why         string
	RatioGPerL  float64 // grams to each litre poured
	RatioSource string
	GrindUm     float64
	Temps       Temps
	// RinseMl rinses a paper, once a batch; LeftBehindMl is left in the
	// vessel with the silt.
	RinseMl float64
	// Filter is what the water runs through, in percolation.
	Filter       coffee.Filter
	LeftBehindMl float64
	// Fill limits, as shares of the capacity: the foam needs the rest.
	FillFresh, FillRested float64
	Steps                 []Step
	Cautions              []string

	// RetainedMlPerG is the water that the grounds keep; 0 for the usual 2.
	RetainedMlPerG float64
	SplashMl       float64 // cold water poured in to drop the grounds, each batch
	// DiluteShare is the share of the drink that is water added afterwards;
	// DiluteCold says that it is cold.
	DiluteShare float64
	DiluteCold  bool
	DiluteIce   bool // and that it is ice, which has to melt
	// BasketG and BasketMl fix dose and water of one batch by the gear; what
	// is wanted beyond its yield is added as water.
	BasketG, BasketMl float64
	// CupMl is the usual drink in a cup, where it is not a big one.
	CupMl float64
	// ChamberMl is what the brewer holds where the user does not say; with
	// Bypass, what it does not hold is added to the cup afterwards. MostG is
	// the coffee that a usual brewer takes at once; 0 where the pot is the limit.
	// From memory.
	ChamberMl, MostG float64
	Bypass           bool
	// NoScale says that the school is worked without a scale: marks, spoons and
	// shares of the water.
	NoScale bool
	// CoffeeAtC is the temperature at which the coffee goes in, for BoilIn; 0
	// for water as it comes. BoilS is how long it boils with the coffee.
	CoffeeAtC float64
	BoilS     float64
	// BoilStirs is how much the boil stirs, as Step.Stir.
	BoilStirs float64
	// FlameS is how long the brewer stands on the low flame, for OnFlame.
	FlameS float64
	// ColdFill says that the brewer's own boiler takes the water cold and heats
	// it, and that there is no kettle, for OnFlame.
	ColdFill bool
	// StopShare is how much of its water has come up when a moka pot is taken off, or has been
	// pumped through; 0 for all of it.
	StopShare float64
	Milk      float64 // condensed milk, g a cup, that it drips onto; as usual
	// TopUp tells that a pot too small for it all boils strong and low, and the rest of the
	// water, boiled before and set aside, is added in the cups.
	TopUp bool
	// BackOn tells that a kettle which falls fast goes back on the heat while the coffee blooms.
	BackOn bool
	// VolumeParts is the water to one part of ground coffee, by volume; 0 where it is made
	// by weight or by the spoon.
	VolumeParts float64
	// ScoopMarks tells that the chamber's marks are scoops: water to the mark of as many as
	// there are of coffee. Common practice.
	ScoopMarks bool
	// Access scales the extraction: 1 for steeped and stirred, less where water
	// reaches the grounds badly, more where a rolling boil stirs it all the while
	// (from memory).
	Access float64
	// Adjust is what makes up for cooler water by default: "time" where the
	// time is free, "grind" where it is not, "none" where the school's own rule
	// wins.
	Adjust string
	// Band is by how many points a stop has to extract otherwise than home to be made up
	// for in full; nothing is below half of it. 0 for 2.
	Band        float64
	Consumables []string
	Clean       string // cleaning and carrying out
	WashupMl    float64
}

// A Method is a way to brew, with the schools that practise it; the first
// school is the default.
type Method struct {
	ID      string
	Name    string
	Summary string
	Contact Contact
	Way     Way
	// Family groups methods that share their gear.
	Family string
	// Needs names the gear that the method cannot do without.
	Needs  []string
	Scores Scores
	// Without names the nearest method that needs no filter of this kind.
	Without string
	Schools []School
}

// Passes is the share of a basket's water that comes through.
func (s School) Passes() float64 {
	if s.StopShare == 0 {
		return 1
	}
	return s.StopShare
}

// BoilsIn reports whether the coffee is in the pot when it comes to the boil.
func (s School) BoilsIn() bool {
	for _, st := range s.Steps {
		if st.FromBoil {
			return true
		}
	}
	return false
}

// Disinfects reports whether the school brings its water to a boil on the way,
// where it has a flame: one that steams in a closed boiler, or heats nothing, does
// not.
func (m Method) Disinfects(s School) bool {
	return m.Way != Unheated && !s.ColdFill && !(m.Way == Kettle && s.Temps.High == 0)
}

// OnCup reports whether the brewer sits on what it runs into.
func (m Method) OnCup() bool {
	return m.Family == "dripper" || m.Family == "metal drip" || m.ID == HandPressID
}

// Staged reports whether the brewer is filled as it drains, so that it passes more
// water than it holds.
func (m Method) Staged() bool { return m.Family == "dripper" && m.ID != TankDripperID }

// IsPaper reports whether a consumable is a paper, which is counted.
func IsPaper(what string) bool {
	return strings.Contains(what, "paper") && !strings.Contains(what, "cloth")
}

// InPot reports whether the vessel that heats the water is also the brewer.
func (m Method) InPot() bool { return m.Way == InPot || m.Way == BoilIn }

// Heated reports whether the method wants hot water or a flame.
func (m Method) Heated() bool { return m.Way != Unheated }

// Scores are judgements from 1 to 5, more is more; Why says what they rest on.
// Common practice, no published source.
type Scores struct {
	Clarity     int    `json:"clarity"`
	Body        int    `json:"body"`
	Forgiveness int    `json:"forgiveness"`
	Tidiness    int    `json:"tidiness"`
	Why         string `json:"why"`
}

// School finds a school by ID; the empty ID is the default school.
func (m Method) School(id string) (School, bool) {
	if id == "" {
		return m.Schools[0], true
	}
	for _, s := range m.Schools {
		if s.ID == id {
			return s, true
		}
	}
	return School{}, false
}

// ByID finds a method.
func ByID(id string) (Method, bool) {
	for _, m := range All {
		if m.ID == id {
			return m, true
		}
	}
	return Method{}, false
}
