package brew

import "apodemos/core/method"

// Compute plans a brew. Its error is Problems, one for each field that is wrong.
//
// The plan is of numbers, steps and cautions; package explain has the notes and the
// workings that go with it.
func Compute(r Request) (*Plan, error) { return plan(r, nil) }

// plan goes through the stages: each takes what the one before it found.
//
//	Request → Setting → Recipe → Timeline → Hot → Steeped → Brewed → Plan
func plan(r Request, p *Planner) (*Plan, error) {
	s, bad := settle(r, p)
	if len(bad) > 0 {
		return nil, bad
	}
	hot, bad := s.upTo()
	if len(bad) > 0 {
		return nil, bad
	}
	b := hot.correct()
	for range 3 { // the grind that makes up for the stop may drain more slowly
		if !b.runsOver() {
			break
		}
		if hot, bad = b.inStages(); len(bad) > 0 {
			return nil, bad
		}
		b = hot.correct()
	}
	return b.plan(), nil
}

// upTo brings a setting through recipe and timeline to the heating. Where the coffee
// boils with the water, when that is decides the steps, and they are laid anew.
func (s *Setting) upTo() (*Hot, Problems) {
	recipe, bad := s.recipe()
	if len(bad) > 0 {
		return nil, bad
	}
	return recipe.hot()
}

// hot brings a recipe through its timeline to the heating.
func (c *Recipe) hot() (*Hot, Problems) {
	line, wrong := c.lay(0, 0)
	hot, bad := line.heat()
	if len(bad) > 0 {
		return nil, bad
	}
	if c.way() == method.BoilIn {
		hot.Timeline, wrong = c.lay(0, hot.BoiledS)
	}
	return hot, wrong
}
