package brew

import (
	"math"

	"apodemos/core/method"
)

// coffeeIn is how long it takes to put coffee into cold water before lighting.
const coffeeInS = 20

// lay counts the school's steps from first contact: those counted from the boil
// are moved there, and the step that may is stretched. It sets the times that
// need no temperature.
func (c *calc) lay() {
	w := &c.when
	w.contact, w.lastPour, w.hot = 0, 0, 0
	boilAt := 0.0
	if c.way() == method.BoilIn {
		boilAt = w.boiled
	}
	c.line = append(c.line[:0], c.school.Steps...)
	added := 0.0
	for i := range c.line {
		s := &c.line[i]
		switch s.Phase {
		case method.Brew:
			if s.FromBoil {
				s.AtS += boilAt
			}
			s.AtS += added
			if s.Stretch {
				s.ForS += c.stretch
				added += c.stretch
			}
			w.contact = math.Max(w.contact, s.AtS+s.ForS)
			if s.Lane == method.Scale {
				w.lastPour = s.AtS + s.ForS
			}
		case method.Hot:
			w.hot += s.ForS
		}
	}
	w.served = w.contact
	for _, s := range c.line {
		if s.Phase == method.Serve {
			w.served += s.ForS
		}
	}
}

// timeline lays the steps once heating is known.
func (c *calc) timeline() Problems {
	c.lay()
	return nil
}
