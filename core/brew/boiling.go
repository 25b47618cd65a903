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
	return quantity.Together(makeWaterSafe.Say(), line)
}

func (c *script) boilLine() quantity.Phrase {
	wait := c.waits()
	switch {
	case c.heatless():
		return nothingHeated.Say()
	case c.supplied() && c.unsafe():
		return hotWaterFrom.Say()
	case c.supplied():
		return hotWaterFromUrn.Say()
	case c.BoilsIn() && c.safeBoilS() > 0:
		return rollingBoilWith.Say(quantity.Lasting(c.BoilS))
	case c.BoilsIn() && c.BoilS > 0:
		return boilWithCoffee.Say(quantity.Lasting(c.BoilS))
	case c.BoilsIn():
		return takeOffFirst.Say()
	case c.School.ColdFill:
		return potHeatsOwn.Say()
	case c.safeBoilS() > 0 && wait:
		return rollingBoilMake.Say(quantity.Lasting(c.safeBoilS()), quantity.Lasting(c.WaitS))
	case c.safeBoilS() > 0 && c.offAfter() != "":
		return rollingBoilKeep.Say(quantity.Lasting(c.safeBoilS()))
	case c.safeBoilS() > 0:
		return rollingBoilMakeSafe.Say(quantity.Lasting(c.safeBoilS()))
	case wait:
		return boilThenWait.Say(quantity.Lasting(c.WaitS))
	case c.Method.InPot():
		return boilsTakeOff.Say(quantity.Fine(c.Boil.BoilC, quantity.Celsius))
	}
	if c.offAfter() != "" {
		return boilsKeepOn.Say(quantity.Fine(c.Boil.BoilC, quantity.Celsius))
	}
	return boilsUseStraight.Say(quantity.Fine(c.Boil.BoilC, quantity.Celsius))
}

// keepRolling returns the text of a safety boil of s seconds. It always says the time.
func keepRolling(s float64) string {
	return "Keep a rolling boil for " + quantity.Duration(s) + ". It makes the water safe."
}

// safeBoilS is how long this brew's water is kept at a rolling boil to be safe, in s, its
// coffee in it or not.
func (c *script) safeBoilS() float64 {
	if !c.Heated {
		return 0
	}
	return c.BrewTreatS()
}
