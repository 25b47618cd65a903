package brew

import (
	"apodemos/core/quantity"
)

// boiling says in one line what becomes of the water before it meets coffee, for a reader with no
// room for the steps. A boil that makes the water safe comes first: nobody may read "do not
// wait" and leave it out.
func (c *script) boiling() quantity.Phrase {
	line := c.boilLine()
	if !c.unsafe() || c.safeBoilS() > 0 || c.supplied() {
		return line
	}
	// Nothing here makes it safe: that comes before all else, too.
	template := line.Template
	if template == "" {
		template = line.Text
	}
	return quantity.Say("Make the water safe first. "+template, line.Values...)
}

func (c *script) boilLine() quantity.Phrase {
	sec := func(v float64) quantity.Value { return quantity.Of(v, quantity.Second) }
	wait := c.waits()
	switch {
	case c.heatless():
		return quantity.Say("Nothing is heated.")
	case c.supplied() && c.unsafe():
		return quantity.Say("Hot water from the urn: ask whether it has boiled, then use it straight away.")
	case c.supplied():
		return quantity.Say("Hot water from the urn: use it straight away.")
	case c.BoilsIn() && c.safeBoilS() > 0:
		return quantity.Say("Rolling boil for {0} with the coffee in it, to make the water safe.", sec(c.BoilS))
	case c.BoilsIn() && c.BoilS > 0:
		return quantity.Say("Boil it for {0} with the coffee in it.", sec(c.BoilS))
	case c.BoilsIn():
		return quantity.Say("Take it off at the first boil.")
	case c.School.ColdFill:
		return quantity.Say("The pot heats its own water.")
	case c.safeBoilS() > 0 && wait:
		return quantity.Say("Rolling boil for {0} to make it safe, then wait {1}.", sec(c.safeBoilS()), sec(c.WaitS))
	case c.safeBoilS() > 0:
		return quantity.Say("Rolling boil for {0} to make it safe, then use it straight away.", sec(c.safeBoilS()))
	case wait:
		return quantity.Say("Boil it, then wait {0}.", sec(c.WaitS))
	case c.Method.InPot():
		return quantity.Say("Boils at {0}: take it off and add the coffee.", quantity.Fine(c.Boil.BoilC, quantity.Celsius))
	}
	return quantity.Say("Boils at {0}: use it straight away.", quantity.Fine(c.Boil.BoilC, quantity.Celsius))
}

// safeBoilS is how long this brew's water is kept at a rolling boil to be safe, in s, its
// coffee in it or not.
func (c *script) safeBoilS() float64 {
	if !c.Heated {
		return 0
	}
	return c.BrewTreatS()
}
