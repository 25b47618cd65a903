package brew

import (
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

// also tells what people ask of a method besides the plan.
func (c *script) also() {
	switch {
	case c.OnFlame():
		decide(&c.plan.decided, "moka-suits", quantity.Either(*c.Request.Coffee.Roast == "light", "light", ""))
		decide(&c.plan.decided, "moka-splutters", "")
	case c.InCup():
		c.bagLeft()
	case c.Method.InPot() && c.Burner.Flame && !c.supplied():
		c.secondCup()
	}
	if c.BackForS > 0 {
		k := thermal.NewCooling(c.Vessel, c.KettleMl, heat.Spouted, c.Air)
		decide(&c.plan.decided, "kettle-back", "", quantity.Of(c.StartC-k.After(c.StartC, c.BackAtS+c.BackForS), quantity.Kelvin), quantity.Of(c.BackForS, quantity.Second))
	}
	if c.Method.Family == "dripper" && c.Batch.PouredMl > 0 {
		into := quantity.Either(*c.Request.Scale, quantity.Gram, quantity.Millilitre)
		decide(&c.plan.decided, "over-pour", quantity.Either(c.ToServer, "server", "cup"), quantity.Of(c.Batch.DrinkMl, quantity.Millilitre), quantity.Of(c.Batch.PouredMl, into), quantity.Of(c.Batch.RetainedMl, into))
	}
}

// leftS is how long a bag stays in a cup that is drunk with it: about as long as a cup lasts.
// From memory.
const leftS = 600

// bagLeft tells how strong a cup gets if its bag is left in.
func (c *script) bagLeft() {
	left := c.stretched(c.Stretch+leftS-c.ContactS).steep(c.Um, false)
	was := c.plan.dissolved.TDSPct
	if c.Extraction <= 0 || left.extraction(c.Um) <= c.Extraction {
		return
	}
	decide(&c.plan.decided, "bag-left", "", quantity.Of(was, quantity.Percent), quantity.Of(was*left.extraction(c.Um)/c.Extraction, quantity.Percent), quantity.Of(leftS, quantity.Second))
}

// A second cup is poured secondAfterS after the first, and is warmed to secondC: hot again, and
// well below the boil, which scorches it. One less than coolerC below that is hot enough. From
// memory; common practice warms it for about a minute.
const secondAfterS, secondC, coolerC = 600, 80, 3

// secondCup tells how cold a second cup gets in the pot, and how long it goes on the flame.
func (c *script) secondCup() {
	ml := *c.Request.CupMl
	if *c.Request.Drinkers < 2 {
		return
	}
	k := thermal.NewCooling(c.Vessel, ml, heat.Lidded, c.Air)
	cold := k.After(c.PouredC, secondAfterS)
	if cold > secondC-coolerC || c.Boil.BoilC < secondC+2 {
		return
	}
	h := c.Kettle
	h.WaterG, h.Source, h.StarterG, h.FromC, h.VesselC, h.ToC, h.DwellS = ml, heat.Liquid, 0, cold, cold, secondC, 0
	took := h.Heat()
	if !took.Reaches {
		return
	}
	decide(&c.plan.decided, "second-cup", "", quantity.Of(secondAfterS, quantity.Second), quantity.Of(cold, quantity.Celsius), quantity.Of(took.HeatS, quantity.Second), quantity.Of(secondC, quantity.Celsius))
}

// potFull is how full a pot is that boils with its coffee, in words; empty for what need not be
// watched.
func (c *script) potFull() string {
	if !c.BoilsIn() {
		return ""
	}
	return share(*c.heatedEach() / c.Vessel.CapacityMl)
}
