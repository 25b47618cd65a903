package coffee

import "math"

// Beans are what the model has to know of the coffee.
type Beans struct {
	Roast       string  // light, medium or dark
	DaysOff     float64 // since roasting
	GroundAhead bool
}

// Gas is how much of its carbon dioxide coffee still holds so many days after roasting, 1
// on the first day: it leaves by about the half in six days, and within the hour once it
// is ground. From memory.
func (b Beans) Gas() float64 {
	g := math.Exp(-b.DaysOff / 8)
	if b.GroundAhead {
		g *= groundGas
	}
	return g
}

// Foams reports whether they foam so that a pot wants more room: whole beans of less than
// a week.
func (b Beans) Foams() bool { return b.Gas() > foamGas }

// Constants of roast and freshness. From memory.
const (
	groundGas  = 0.15
	restedGas  = 0.17377394345044514 // exp(−14/8): of whole beans two weeks off the roast, for which the schools' figures are
	foamGas    = 0.4168620196785084  // exp(−7/8): of whole beans a week off
	gasHinders = 0.10                // share of its access to the water that the gas takes from the coffee

	lightLimit, lightSlow = 0.94, 1.3 // share of the limit, and of the slow pool's time
	lightEnergy           = 1.2       // and of its activation energy: it wants heat
	darkLimit, darkSlow   = 1.02, 0.85
	bloomMoreS            = 18
)

// Access is how freely water reaches the grounds for the gas in them, 1 two weeks off
// the roast.
func (b Beans) Access() float64 { return 1 - gasHinders*(b.Gas()-restedGas) }

// BloomMoreS is by how much longer than for rested coffee the gas wants to be let out,
// in s.
func (b Beans) BloomMoreS() float64 { return bloomMoreS * math.Max(b.Gas()-restedGas, 0) }

// Of is the model for a roast: a light one gives less, and gives it slower, so that it
// wants more heat; a dark one more and sooner.
func (m Model) Of(roast string) Model {
	switch roast {
	case "light":
		m.Rinsed, m.Steeped, m.SlowMinutes, m.SlowEnergy = lightLimit*m.Rinsed, lightLimit*m.Steeped, lightSlow*m.SlowMinutes, lightEnergy*m.SlowEnergy
	case "dark":
		m.Rinsed, m.Steeped, m.SlowMinutes = darkLimit*m.Rinsed, darkLimit*m.Steeped, darkSlow*m.SlowMinutes
	}
	return m
}
