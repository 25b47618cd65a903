package method

import "apodemos/core/heat"

// Contact is how water and coffee meet.
type Contact string

// The kinds of contact.
const (
	Immersion   Contact = "immersion"
	Percolation Contact = "percolation"
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
)

// A Step is one thing to do. Text may name figures of the plan in braces:
// {dose}, {measures}, {water}, {heated}, {rinse}, {to}, {target}, {boil},
// {left}, {drink}, {cup}, {clicks}; package brew fills them in.
type Step struct {
	ID    string
	Phase Phase
	Lane  Lane
	Label string // a word or two, for the score
	Text  string
	AtS   float64 // Brew phase only: seconds from first contact
	ForS  float64
	// PourTo is the share of the brew water that is in when the step ends; 0
	// for a step that pours nothing. PourPerG, in ml per g of dose, takes its
	// place where a school counts by the dose.
	PourTo   float64
	PourPerG float64
	Until    Until
	Sign     string
	Cover    heat.Cover // of the brewer's surface during the step
	Caution  string     // ID of a caution that stands at this step
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
	// WaitCover is how the vessel stands while it cools to the target.
	WaitCover heat.Cover
	// RinseMl rinses a paper, once a batch; LeftBehindMl is left in the
	// vessel with the silt.
	RinseMl      float64
	LeftBehindMl float64
	// Fill limits, as shares of the capacity: the foam needs the rest.
	FillFresh, FillRested float64
	Steps                 []Step
	Cautions              []string
}

// A Method is a way to brew, with the schools that practise it; the first
// school is the default.
type Method struct {
	ID      string
	Name    string
	Summary string
	Contact Contact
	// InPot is set when the vessel that heats the water is also the brewer.
	InPot   bool
	Schools []School
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
