package brew

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
)

// coolTexts say how the water is cooled.
var coolTexts = map[string]string{
	LidOff:      "Take it off, lid off. Wait until it is {target}.",
	LidAjar:     "Take it off, lid ajar. Wait until it is {target}.",
	LidOn:       "Take it off, lid on. Wait until it is {target}.",
	PourThrough: "Pour it into a second, cold pot. Wait until it is {target}.",
}

const coolPast = "Pour it into a second, cold pot: that makes it {start}."

// waits reports whether the wait is long enough to be a step, or is a thing to do.
func (h *Hot) waits() bool {
	return h.WaitS >= leastPauseS || h.WaitS > 0 && h.Ways[0].ID == PourThrough
}

// Lengths of the steps that are not a school's, in s.
const (
	topUpS = 20
	fillS  = 30
	lightS = 10
)

// steps lays out what to do around first contact at time 0: the hot
// preparations end there, the cold ones are done while the water heats, and
// where they take longer than that, the stove is lit later.
func (c *script) steps() {
	supplied := c.supplied()
	cold := c.coldWork()
	wait := math.Max(c.WaitS, c.PrepareS)
	var coldAt float64
	coldThen := math.NaN() // where the work goes on that is not done first
	switch {
	case c.heatless():
		coldAt = -c.PrepareS - cold
	case c.BoilsIn():
		coldAt = c.stepsWithCoffee(cold)
		if c.FirstS > 0 {
			c.stepsFirst(coldAt)
		}
	case c.School.ColdFill:
		// All of it is put together before the flame.
		c.stepFill(c.LightS - cold - fillS)
		coldAt = c.LightS - cold
		c.stepLight(c.LightS)
		c.stepLow(method.FlameLow, c.BoiledS+c.TreatS, c.HoldS)
	case c.Straight():
		coldAt = -c.PrepareS - cold
	case supplied:
		at := -wait - 20
		c.add(c.byWeight(Step{ID: method.Draw, Label: "draw water", AtS: at, ForS: 20, Lane: method.Hands, ToG: c.heatedEach(), Caution: "scald"}),
			"Draw {fill} of hot water.")
		coldAt = at - cold
	default:
		fillAt := c.LightS - fillS
		first := c.coldFirst()
		// What has to be done before the water goes on, and then the rest while it heats.
		coldAt, coldThen = fillAt-first, c.LightS+lightS
		c.stepFill(fillAt)
		c.stepLight(c.LightS)
		low := c.TreatS + c.HoldS + c.ReadyMoreS
		if c.OnFlame() {
			low = c.TreatS + c.ReadyMoreS // then the kettle makes room on the flame
		}
		if !c.keeps() {
			low = c.TreatS + c.HoldS
		}
		if low > 0 {
			c.stepLow(method.FlameLow, c.BoiledS, low)
		}
		if c.TreatS > 0 {
			c.add(Step{ID: method.Disinfect, Label: "rolling boil", AtS: c.BoiledS + c.ReadyMoreS, ForS: c.TreatS, Lane: method.Water, Until: method.Time, Keep: true, Caution: "boiled"}, keepRolling(c.TreatS))
		}
	}
	if c.waits() {
		text := coolTexts[c.Ways[0].ID]
		if c.StartC < c.WishC {
			text = coolPast
		}
		c.add(Step{ID: method.Wait, Label: "wait", AtS: -c.WaitS, ForS: c.WaitS, Lane: method.Water, Until: method.Temperature, Caution: quantity.Either(c.Ways[0].ID == PourThrough, "scald", "")}, text)
	}
	if c.Reheats {
		// A thing to do, and the flame that goes with it.
		at := c.ReheatAtS
		until, sign := method.Sign, "big bubbles break the surface"
		if c.ReheatC < c.HotC-1 {
			until, sign = method.Time, "" // a moment will do
		}
		c.add(Step{ID: method.Reheat, Label: "reheat", AtS: at, ForS: c.ReheatS, Lane: method.Water, Until: until, Sign: sign, Caution: quantity.Either(c.Burner.Flame, "hot-pot", "scald")},
			"Put the rest of the water back on, to top up.")
		c.add(Step{ID: method.FlameAgain, Label: "again", AtS: at, ForS: c.ReheatS, Lane: method.Flame, Until: until, Sign: sign}, quantity.Either(c.Burner.Flame, "Full flame.", "Full power."))
		if c.Burner.Flame {
			c.caution("co", string(method.Reheat))
		}
	}
	if c.BackForS > 0 {
		// A thing to do, and the flame that goes with it.
		c.add(Step{ID: method.FlameAgain, Label: "again", AtS: c.BackAtS, ForS: c.BackForS, Lane: method.Flame, Until: method.Time}, "Full flame.")
		c.add(Step{ID: method.KettleBack, Label: "back on", AtS: c.BackAtS, ForS: c.BackForS, Lane: method.Water, Until: method.Time},
			quantity.Either(c.fire(), "Put the kettle back over the flames.", "Put the kettle back on the flame."))
	}
	hotAt := -c.PrepareS
	serveAt := c.ContactS
	done := 0 // of the cold hands' work
	for i := range c.Line {
		s := &c.Line[i]
		st := Step{ID: s.ID, Label: s.Label, ForS: s.ForS, Lane: s.Lane, Until: s.Until, Sign: s.Sign, Keep: s.Keep, Drains: s.Drains, Caution: s.Caution}
		if s.ID == "dose" && *c.Request.Coffee.GroundAhead && st.Label == "weigh, grind" {
			st.Label = quantity.Either(*c.Request.Scale, "weigh", "measure")
		}
		switch s.Phase {
		case method.Prepare:
			if !math.IsNaN(coldThen) && done == c.ReadyFirstN {
				coldAt = coldThen
			}
			done++
			st.AtS = coldAt
			coldAt += s.ForS
		case method.Hot:
			st.AtS = hotAt
			hotAt += s.ForS
		case method.Brew:
			st.AtS = s.AtS
		case method.Serve:
			st.AtS = serveAt
			serveAt += s.ForS
		}
		if s.Lane == method.Scale {
			st.ToG = new(c.pourTo(s))
			st = c.byWeight(st)
			if s.Phase == method.Brew && len(c.Stages) == 0 {
				st.Move = c.move(s.ID)
			}
		}
		if s.ID == method.OnTheHeat && c.OnFlame() {
			c.stepMoka(st.AtS)
		}
		c.addPour(st, s)
		if s.Keep {
			c.caution("boiled", string(s.ID))
		}
		if c.unsafe() && (c.heatless() && s.Lane == method.Scale || c.School.DiluteCold && s.Phase == method.Serve && c.Batch.DilutionMl >= 0.5) {
			c.caution("water-cold", string(s.ID))
		}
	}
	if c.apartMl() >= 0.5 {
		c.add(Step{ID: method.TopUpStep, Label: "top up", AtS: serveAt, ForS: topUpS, Lane: method.Hands, Until: method.Time}, "Add {topup}.")
		serveAt += topUpS
	}
	c.stirIn(serveAt)
	// By time, and those of one moment in the order of the school.
	slices.SortStableFunc(c.plan.Steps, func(a, b Step) int { return cmp.Compare(a.AtS, b.AtS) })
	c.rounds()
	c.lengths()
	c.scaleCurve()
	c.safety(supplied)
}

// stepsFirst boil water that is set aside, before all else.
func (c *script) stepsFirst(before float64) {
	at := before - c.FirstS - setAsideS
	boiled := before - setAsideS - c.TreatS
	light, off := "Light the stove", "Heat off; pour it into a clean vessel and cover it."
	if c.fire() {
		light, off = "Get the fire burning", "Pour it into a clean vessel and cover it."
	}
	text := light + "; boil {topup-water} first."
	if *c.Request.Water.Treatment == water.Doubtful {
		text += " Use safe water."
	}
	c.add(Step{ID: method.BoilFirst, Label: "boil first", AtS: at, ForS: boiled - at, Lane: method.Water, Until: method.Sign, Sign: "big bubbles break the surface", Caution: quantity.Either(c.fire(), "fire", "co")}, text)
	c.add(Step{ID: method.FlameAgain, Label: "full", AtS: at, ForS: boiled - at, Lane: method.Flame, Until: method.Sign, Sign: "big bubbles break the surface"}, "Full flame.")
	if c.TreatS > 0 {
		c.add(Step{ID: method.BoilFirst + "-safe", Label: "rolling boil", AtS: boiled, ForS: c.TreatS, Lane: method.Water, Until: method.Time, Keep: true, Caution: "boiled"}, keepRolling(c.TreatS))
	}
	c.add(Step{ID: method.BoilFirst + "-aside", Label: "set aside", AtS: before - setAsideS, ForS: setAsideS, Lane: method.Hands, Until: method.Time, Caution: "hot-pot"}, off)
}

// coldFirst is how long the work takes that is done before the water goes on.
func (c *script) coldFirst() float64 {
	s, n := 0.0, 0
	for i := range c.Line {
		if k := &c.Line[i]; k.Phase == method.Prepare && n < c.ReadyFirstN {
			s += k.ForS
			n++
		}
	}
	return s
}

// stepsWithCoffee lays the steps of a pot that boils with its coffee, and
// returns when the preparations begin.
func (c *script) stepsWithCoffee(cold float64) float64 {
	fillAt := math.Min(c.LightS, 0) - fillS
	if c.LightS < 0 {
		fillAt = c.LightS - fillS
	}
	c.stepFill(fillAt)
	if c.LightS < 0 {
		c.stepLight(c.LightS)
	} else {
		c.stepLight(coffeeInS)
	}
	if c.BoilS > 0 {
		c.stepLow(method.FlameLow, c.BoiledS, c.BoilS)
	}
	// All of it first: the coffee is ready when the water is warm, however soon that is.
	return fillAt - cold
}

func (c *script) stepFill(at float64) {
	fill := "Fill the pot with {fill}."
	if !c.Method.InPot() || c.apartKettle() {
		fill = "Fill the kettle with {fill}."
	}
	if c.School.ColdFill {
		fill = "Fill the boiler with [scale?{heated} of ]cold water, just under the valve."
	}
	if full := c.potFull(); full != "" && !c.Frozen() {
		fill = strings.TrimSuffix(fill, ".") + ": " + full + " full."
	}
	if *c.Request.Water.Treatment == water.Doubtful {
		fill += " Use safe water." // no later step makes it safe
	}
	if state := *c.Request.Water.State; c.Frozen() {
		fill = "Start with a splash; add " + state + " until {fill} has melted."
	}
	c.add(c.byWeight(Step{ID: method.FillKettle, Label: "fill", AtS: at, ForS: fillS, Lane: method.Hands, ToG: c.heatedEach()}), fill)
}

// byWeight ends a step on its reading; without a scale it ends when its share is in.
func (c *script) byWeight(s Step) Step {
	s.Until = method.Weight
	if !*c.Request.Scale {
		s.Until = method.Sign
	}
	return s
}

func (c *script) stepLight(at float64) {
	burner := c.Burner
	light, full, caution, lid := "Light the stove", "Use full flame", "co", c.lidText()
	switch {
	case !burner.Flame && burner.ID == heat.MainsKettle:
		light, full, caution = "Switch on", "Use full power", "mains"
	case !burner.Flame:
		light, full, caution = "Switch on", "Use full power", "element"
	case c.fire():
		light, full, caution = "Get the fire burning well, pot over it", "Close over the flames", "fire"
	}
	sign := "big bubbles break the surface"
	if c.School.ColdFill {
		full, lid, sign = "Medium flame, kept under the base", ", the moka pot on it, its lid open.", "the first coffee rises"
	}
	forS := math.Min(lightS, c.Took.HeatS)
	if at < 0 {
		forS = math.Min(forS, -at)
	}
	c.add(Step{ID: method.Light, Label: "light", AtS: at, ForS: forS, Lane: method.Hands, Until: method.Time, Caution: caution}, light+lid)
	c.add(Step{ID: method.FlameFull, Label: "full", AtS: c.LightS, ForS: c.Took.HeatS, Lane: method.Flame, Until: method.Sign, Sign: sign}, full+".")
	if caution == "fire" {
		c.caution("co", "light")
	}
}

func (c *script) stepLow(id method.StepID, at, forS float64) {
	burner := c.Burner
	label, text := "low: at the boil", "Turn it low; keep it at the boil."
	switch {
	case c.School.ColdFill && c.fire():
		label, text = "embers", "Hold it over the embers while it flows."
	case c.School.ColdFill:
		label, text = "low", "Turn it low while it flows."
	case c.fire():
		label, text = "at the boil", "Raise the pot; keep it at the boil."
	case burner.Low == 0:
		text = "Leave it on the heat."
	}
	c.add(Step{ID: id, Label: label, AtS: at, ForS: forS, Lane: method.Flame, Until: method.Time}, text)
}

// stepMoka is the flame under a moka pot, once the kettle has made room.
func (c *script) stepMoka(at float64) {
	end := at
	for _, s := range c.Line {
		if s.ID == method.OffTheHeat {
			end = s.AtS
		}
	}
	text := "Swap the kettle for the moka pot: medium flame, under its base."
	if c.fire() {
		text = "Swap the kettle for the moka pot, over the embers."
	}
	c.add(Step{ID: method.FlameMoka, Label: "moderate", AtS: at, ForS: end - at, Lane: method.Flame, Until: method.Sign, Sign: "the stream pales or splutters"}, text)
}

func (c *script) lidText() string {
	if *c.Request.Heat.Lid {
		return ", lid on."
	}
	return "."
}

func (c *script) heatedEach() *float64 {
	v := (*c.plan.Water.HeatedMl/c.Batch.N - c.apartMl()) * c.CupsFull
	return &v
}

// scaleCurve draws what the scale reads: the pours, or for a pot the water
// put in.
func (c *script) scaleCurve() {
	var pts [][2]float64
	at := 0.0
	for i := range c.Line {
		if s := &c.Line[i]; s.Phase == method.Brew && s.Lane == method.Scale {
			to := c.pourTo(s)
			pts = append(pts, [2]float64{s.AtS, at}, [2]float64{s.AtS + s.ForS, to})
			at = to
		}
	}
	if len(pts) == 0 {
		for _, s := range c.plan.Steps {
			if s.ID == method.FillKettle || s.ID == method.Draw {
				at = *c.heatedEach()
				pts = append(pts, [2]float64{s.AtS, 0}, [2]float64{s.AtS + s.ForS, at})
			}
		}
	}
	if len(pts) == 0 {
		return
	}
	c.plan.Curves.ScaleG = append(pts, [2]float64{math.Max(c.ContactS, pts[len(pts)-1][0]), at})
}

// safety raises the cautions that belong to the place and the gear.
func (c *script) safety(supplied bool) {
	for _, id := range c.School.Cautions {
		step := ""
		if id == "scald" {
			step = c.firstHotPour()
		}
		c.caution(id, step)
	}
	burner := c.Burner
	flame := !supplied && burner.Flame && !c.heatless()
	lit := string(quantity.Either(c.FirstS > 0, method.BoilFirst, method.Light))
	if flame {
		c.caution(quantity.Either(c.fire(), "fire-ban-fire", "fire-ban"), lit)
		for _, id := range c.fuelCautions() {
			c.caution(id, lit)
		}
	}
	if flame && (burner.ID == heat.OpenFire || burner.ID == heat.TwigStove) {
		c.caution("fire", lit)
	}
	c.waterSafety(supplied)
	if c.Air.TempC < 0 && c.Method.Contact == method.Dilution {
		c.caution("freezes", "")
	}
	if c.Air.TempC > coffee.KeepsBelowC && c.Method.Contact == method.Dilution {
		c.caution("keeps-hot", "concentrate")
	}
	if c.School.GrindUm > 0 && c.shopGround() {
		which := "steeped"
		switch c.Method.Contact {
		case method.Percolation:
			which = "drips"
		case method.Pressure:
			which = "pushed"
		}
		decide(&c.plan.decided, "shop-ground", which, quantity.Of(ShopFinestUm, quantity.Micrometre), quantity.Of(ShopCoarsestUm, quantity.Micrometre), quantity.Of(c.School.GrindUm, quantity.Micrometre))
	}
	switch {
	case c.OnFlame() && c.shopGround():
		c.caution("moka-shop", "dose")
	case c.OnFlame() && c.Um < mokaFinestUm:
		c.caution("moka-fine", "dose")
	}
	if by := c.Request.WaterBy; c.byVessel && *by.Name != "dl" {
		c.plan.decided = append(c.plan.decided, Decision{ID: "poured-by", Word: *by.Name, Values: []quantity.Value{quantity.Of(*by.Ml, quantity.Millilitre)}})
	}
	c.withNotes()
	c.also()
	c.caution("waste", "")
	if *c.plan.CupC > 65 {
		c.caution("cup-hot", string(c.plan.Steps[len(c.plan.Steps)-1].ID))
	}
}

// firstHotPour returns the ID of the step that first pours something hot: onto the coffee, or into
// the cups where it is made on the flame. It is empty if nothing hot is poured.
func (c *script) firstHotPour() string {
	if c.heatless() {
		return ""
	}
	for _, s := range c.plan.Steps {
		if s.Lane == method.Scale && s.AtS >= 0 && !c.OnFlame() {
			return string(s.ID)
		}
	}
	return string(c.plan.Steps[len(c.plan.Steps)-1].ID)
}

// fuelCautions are those of what is burned.
func (c *script) fuelCautions() (ids []string) {
	switch c.Burner.ID {
	case heat.SpiritBurner:
		ids = append(ids, "spirit")
	case heat.PetrolStove:
		ids = append(ids, "petrol")
	case heat.TabletStove:
		ids = append(ids, "tablets")
	}
	if c.Fuel.ID == heat.Methanol {
		ids = append(ids, "methanol")
	}
	if c.Fuel.ID == heat.CanisterGas && *c.Request.Heat.Screen {
		ids = append(ids, "canister")
	}
	return ids
}

// unsafe reports whether the water is not to be drunk as it is.
func (s *Setting) unsafe() bool {
	t := *s.Request.Water.Treatment
	return t == water.Doubtful || t == water.Boil
}

// waterSafety says what the water is taken to be, before the first step.
func (c *script) waterSafety(supplied bool) {
	if len(c.Boil.Odds) > 0 {
		c.caution("place-odds", "")
	}
	w := &c.Request.Water
	switch *w.Treatment {
	case water.Doubtful:
		if w.Source == nil {
			c.caution("water-unsaid", "")
			break
		}
		c.caution("doubtful", "")
	case water.Boil:
		switch {
		case supplied:
			c.caution("not-boiled-supplied", "")
		case !c.disinfects():
			c.caution("not-boiled", "")
		}
	}
}

// lengths finds how long it all takes, and how much of that takes hands.
func (c *script) lengths() {
	first, served := 0.0, 0.0
	var before, pouring, after float64 // of the hands, one round
	for _, s := range c.plan.Steps {
		first, served = math.Min(first, s.AtS), math.Max(served, s.AtS+s.ForS)
		if s.Lane != method.Hands && s.Lane != method.Scale {
			continue
		}
		switch {
		case s.AtS < 0:
			before += s.ForS
		case s.AtS < c.ContactS:
			pouring += s.ForS
		default:
			after += s.ForS
		}
	}
	last, made, readied := served, 1.0, 1.0
	for i, r := range c.plan.Rounds {
		last = math.Max(last, r.ReadyS)
		if i > 0 {
			made++
			if r.StartS < r.PourS {
				readied++
			}
		}
	}
	c.plan.TotalS, c.plan.HandsS = new(last-first), new(before*readied+(pouring+after)*made)
	c.plan.lengths = Lengths{BeforeS: -first, ServingS: served - c.ContactS, OthersS: last - served,
		ReadyS: before * readied, TendS: pouring * made, ServeS: after * made}
}
