package brew

import (
	"math"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
)

// addPour files a step of the school; pour is that step, for the figures of it.
func (c *script) addPour(s Step, pour *method.Step) {
	text := pour.Text
	if pour.ID == c.offAfter() {
		text += quantity.Either(c.fire() || c.Burner.Low == 0, " Kettle off.", " Heat off.")
	}
	s.Phrase = c.fill(text, s, pour)
	c.file(s)
}

// offAfter is the pour after which the kettle comes off the heat, where it was kept there
// while one poured: the last one that it is kept hot for.
func (c *script) offAfter() method.StepID {
	if pours := c.scaleSteps(); c.BackForS > 0 && !c.fire() {
		return pours[1].ID
	}
	held := c.HeldS()
	if held < leastPauseS {
		return ""
	}
	var id method.StepID
	for i := range c.Line {
		if k := &c.Line[i]; k.Phase == method.Brew && k.Lane == method.Scale && k.AtS <= held+1e-9 {
			id = k.ID
		}
	}
	return id
}

// add fills in the figures that a step's text names and files the step.
func (c *script) add(s Step, text string) {
	s.Phrase = c.fill(text, s, nil)
	c.file(s)
}

func (c *script) file(s Step) {
	if s.Caution != "" && !c.caution(s.Caution, string(s.ID)) {
		s.Caution = "" // it has been said
	}
	c.plan.Steps = append(c.plan.Steps, s)
}

// wording collects the words and figures of a step's text.
type wording struct{ parts []quantity.Value }

// say adds text. What is said to be about something in words is not so twice.
func (w *wording) say(text string) *wording {
	const about = "about "
	if n := len(w.parts); n > 0 && strings.HasSuffix(w.parts[n-1].Text, about) {
		text = strings.TrimPrefix(text, about)
	}
	w.parts = append(w.parts, quantity.Text(text))
	return w
}

func (w *wording) value(v float64, u quantity.Unit) *wording {
	w.parts = append(w.parts, quantity.Of(v, u))
	return w
}

// fill writes a step's text with the plan's figures. The catalogue's texts are
// known to be sound (method.Parse, tested over all of them); a text that is not is
// shown as it is.
func (c *script) fill(text string, s Step, pour *method.Step) quantity.Phrase {
	pieces, err := method.Parse(text)
	if err != nil {
		return quantity.Joined(quantity.Text(text))
	}
	var w wording
	c.write(&w, pieces, s, pour)
	return quantity.Joined(w.parts...)
}

func (c *script) write(w *wording, pieces []method.Piece, s Step, pour *method.Step) {
	for _, p := range pieces {
		switch {
		case p.Words != "":
			w.say(p.Words)
		case p.Figure != "":
			c.figure(w, p.Figure, s, pour)
		case c.is(p.If):
			c.write(w, p.Then, s, pour)
		default:
			c.write(w, p.Else, s, pour)
		}
	}
}

// is answers a question of a step's text.
func (c *script) is(condition string) bool {
	switch condition {
	case "scale":
		return *c.Request.Scale
	case "server":
		return c.ToServer
	case "many":
		return c.cupsABatch() > 1
	case "dilution":
		return c.Batch.DilutionMl >= 0.5
	case "onheat":
		return c.Method.InPot() && !c.waits() && c.Request.Heat.SuppliedC == nil && !c.apartKettle()
	case "splash":
		return c.Batch.SplashMl > 0
	case "paper":
		return c.Cup.Material.ID == heat.Paper
	case "milk":
		_, is := c.condensed()
		return is
	case "kettle":
		return c.Method.InPot() && c.apartKettle()
	}
	return false
}

// cupsABatch is how many cups the fullest batch makes.
func (c *script) cupsABatch() float64 {
	return math.Ceil(*c.Request.Drinkers/c.Batch.N - 1e-9)
}

// figure writes a figure of the plan that a step's text names.
func (c *script) figure(w *wording, name string, s Step, pour *method.Step) {
	b, p := &c.Batch, c.plan
	switch name {
	case "own":
		if pour == nil {
			break
		}
		if own := quantity.Noun(pour.Own); len(w.parts) == 0 {
			w.say(own.Text)
		} else {
			w.say(quantity.Within(pour.Own))
		}
	case "coffee":
		c.coffeeWords(w)
	case "dose":
		w.value(b.DoseG/c.sides(), quantity.Gram)
	case "measures":
		c.measureWords(w)
	case "band":
		w.say(p.Grind.Band)
	case "clicks":
		w.value(value(p.Grind.Clicks), quantity.Clicks)
	case "water":
		ml := b.PouredMl / c.Apart()
		if pour != nil {
			ml = c.pourTo(pour) - c.readBefore(pour)
		}
		w.value(ml, quantity.Millilitre)
	case "pour":
		switch {
		case c.School.ScoopMarks && !*c.Request.Scale && p.DoseMeasures != nil && strings.Contains(p.DoseMeasures.Name, "scoop"):
			// The chamber's marks are scoops: as many of water as of coffee.
			mark, _, _ := strings.Cut(coffee.InMeasures(p.DoseMeasures.Count/b.N, "scoop"), " ")
			w.say("Fill to mark " + mark)
		case *c.Request.Scale:
			w.say("Pour to ").value(value(s.ToG), quantity.Gram)
		case pour != nil && c.pourShare(pour) > 0.999 && c.readBefore(pour) > 0:
			w.say("Pour the rest")
		case pour != nil && c.ofKettle(pour) > 0.97:
			w.say("Pour all the water")
		case pour != nil:
			w.say("Pour until " + share(c.ofKettle(pour)) + " is in")
		default:
			w.say("Pour the water")
		}
	case "share":
		if pour != nil {
			w.say(share(c.ofKettle(pour)))
		} else {
			w.say("all")
		}
	case "heated":
		c.amount(w, *c.heatedEach())
	case "poured":
		c.amount(w, b.PouredMl/c.Apart())
	case "rinse":
		c.amount(w, b.RinseMl)
	case "preheat":
		c.amount(w, b.PreheatMl*c.CupsFull)
	case "left":
		c.amount(w, b.LeftMl/c.Apart())
	case "splash":
		c.amount(w, b.SplashMl)
	case "melt":
		c.snow(w, value(p.Water.MeltG)/b.N)
	case "fill":
		c.fillWords(w)
	case "to":
		w.value(value(s.ToG), quantity.Gram)
	case "target":
		w.value(value(p.TargetC), quantity.Celsius)
	case "start":
		w.value(value(p.StartC), quantity.Celsius)
	case "boil":
		w.value(value(p.BoilC), quantity.Celsius)
	case "topup":
		c.topUp(w)
	case "topup-water":
		c.amount(w, b.DilutionMl)
		w.say(" of water")
	case "dilution":
		w.value(b.DilutionMl, quantity.Millilitre)
	case "concentrate":
		w.value(b.ConcentrateMl*b.N / *c.Request.Drinkers, quantity.Millilitre)
	case "vials":
		n := value(p.Vials)
		w.value(n, quantity.None).say(quantity.Either(n == 1, " vial of ", " vials of ")).value(VialMl, quantity.Millilitre)
	case "condensed":
		if a, is := c.condensed(); is {
			a.write(w, *c.Request.Scale)
		}
	case "drink":
		w.value(b.DrinkMl, quantity.Millilitre)
	case "cup":
		w.value(*c.Request.CupMl, quantity.Millilitre)
	case "cups":
		w.value(c.cupsABatch(), quantity.None)
	case "server":
		switch {
		case c.ToServer:
			w.say("a ").value(b.DrinkMl-b.DilutionMl, quantity.Millilitre).say(" server")
		default:
			w.say("the cup")
		}
	case "swirl":
		w.say(map[bool]string{true: "Swirl the server and share it out", false: "Swirl the cup and serve"}[c.ToServer])
	}
}

// sides is in how many portions a batch's coffee is weighed: one, or one a cup where
// each steeps on its own.
func (c *script) sides() float64 { return c.Apart() }

// readBefore is the scale's reading before a pour.
func (c *script) readBefore(pour *method.Step) float64 {
	at := 0.0
	for i := range c.Line {
		s := &c.Line[i]
		if s.ID == pour.ID {
			break
		}
		if s.Phase == method.Brew && s.Lane == method.Scale {
			at = c.pourTo(s)
		}
	}
	return at
}

// ofKettle is the share of the hot water that is out of the kettle when a pour ends:
// what is added afterwards stays in it.
func (c *script) ofKettle(pour *method.Step) float64 {
	whole := c.Batch.PouredMl
	if !c.School.DiluteCold && !c.Method.InPot() && c.Method.Contact != method.Dilution {
		whole += c.Batch.DilutionMl
	}
	return c.pourShare(pour) * c.Batch.PouredMl / math.Max(whole, 1e-9)
}

// shares are parts that can be judged by eye.
var shares = []struct {
	of   float64
	name string
}{{1.0 / 8, "an eighth"}, {1.0 / 6, "a sixth"}, {1.0 / 5, "a fifth"}, {1.0 / 4, "a quarter"}, {1.0 / 3, "a third"}, {2.0 / 5, "two fifths"}, {1.0 / 2, "half"},
	{3.0 / 5, "three fifths"}, {2.0 / 3, "two thirds"}, {3.0 / 4, "three quarters"}, {4.0 / 5, "four fifths"}, {7.0 / 8, "seven eighths"}, {1, "all"}}

// share is a part in words, as near as it can be judged by eye.
func share(of float64) string {
	best := shares[0]
	for _, s := range shares {
		if math.Abs(s.of-of) < math.Abs(best.of-of) {
			best = s
		}
	}
	if best.of == 1 {
		return best.name
	}
	return "about " + best.name
}

// grindTo is a band of grind after “grind”: “medium”, “espresso-fine”, “to powder”.
func grindTo(band string) string {
	switch band {
	case "espresso":
		return "espresso-fine"
	case "powder":
		return "to powder"
	}
	return band
}

// coffeeWords says how the coffee of a batch is measured and ground.
func (c *script) coffeeWords(w *wording) {
	ahead, fine := *c.Request.Coffee.GroundAhead, grindTo(c.plan.Grind.Band)
	basket := c.School.BasketG > 0
	home := " of the coffee ground at home, " + fine
	if c.shopGround() {
		home = " of the shop-ground coffee"
	}
	switch {
	case basket && c.shopGround() && !*c.Request.Scale:
		w.say("Take the shop-ground coffee")
		return
	case basket && ahead && !*c.Request.Scale:
		w.say("Take the coffee ground at home, " + fine)
		return
	case basket && !*c.Request.Scale && c.plan.DoseMeasures == nil:
		w.say("Grind a basket of coffee, " + fine)
		c.clickWords(w)
		return
	case c.byVolume() && !ahead:
		w.say("Grind coffee " + fine)
		c.clickWords(w)
		w.say("; measure ")
		c.measureWords(w)
		return
	case c.plan.DoseMeasures != nil && !*c.Request.Scale:
		w.say("Measure ")
		c.measureWords(w)
	default:
		w.say("Weigh ")
		if n := c.portions(); n > 1 {
			w.value(n, quantity.None).say(" portions of ")
		}
		w.value(c.Batch.DoseG/c.sides(), quantity.Gram)
	}
	if ahead {
		w.say(home)
		return
	}
	if c.portions() > 1 {
		w.say("; grind " + fine)
	} else {
		w.say(" of coffee; grind " + fine)
	}
	c.clickWords(w)
}

// byVolume reports whether the ground coffee is measured by the vessel that the water is.
func (s *Setting) byVolume() bool {
	m, w := s.Request.Measure, s.Request.WaterBy
	return s.School.VolumeParts > 0 && !*s.Request.Scale && m.Grams != nil && text(m.Name) == text(w.Name) && *m.Grams == *w.Ml/1000*coffee.GroundGPerL
}

// portions is how many portions of coffee the fullest batch takes.
func (c *script) portions() float64 {
	if c.Method.Family != "cup" {
		return 1
	}
	return c.cupsABatch()
}

func (c *script) clickWords(w *wording) {
	if k := c.plan.Grind.Clicks; k != nil {
		w.say(", at ").value(*k, quantity.Clicks)
	}
}

// measureWords are the spoons of a batch: of each cup where each steeps on its own.
func (c *script) measureWords(w *wording) {
	m := c.plan.DoseMeasures
	if m == nil {
		w.value(c.Batch.DoseG, quantity.Gram)
		return
	}
	apart := c.Batch.N * c.sides()
	w.say(coffee.InMeasures(m.Count/apart, m.Name))
	if c.portions() > 1 {
		w.say(" a cup")
	}
	w.say(" (").value(m.Grams/apart, quantity.Gram).say(")")
}

// amount is some water: in millilitres, and without a scale in cups.
func (c *script) amount(w *wording, ml float64) {
	if *c.Request.Scale {
		w.value(ml, quantity.Millilitre)
	} else {
		c.cupfuls(w, ml)
	}
}

// snow is what is melted: in grams, and without a scale as a heap of it settled.
func (c *script) snow(w *wording, g float64) {
	if *c.Request.Scale {
		w.value(g, quantity.Gram)
	} else {
		w.say("about ").value(g/water.SettledSnow, quantity.Litre)
	}
}

// cupfuls is an amount counted in the vessel that it is poured by, never in the drink.
func (c *script) cupfuls(w *wording, ml float64) {
	by := c.Request.WaterBy
	c.byVessel = true
	n := math.Max(math.Round(4*ml / *by.Ml)/4, 0.25)
	if *by.Name == "dl" {
		w.say("about " + coffee.InMeasures(math.Max(math.Round(2*ml / *by.Ml)/2, 0.5), "dl"))
		return
	}
	if n < 0.94 {
		part := share(ml / *by.Ml)
		if part == "about half" {
			w.say(part + " a " + *by.Name)
		} else {
			w.say(part + " of a " + *by.Name)
		}
		return
	}
	w.say("about " + coffee.InMeasures(n, *by.Name))
}

// fillWords is how much goes into pot or kettle: by a scale, or by how deep it
// stands and how many cups that is.
func (c *script) fillWords(w *wording) {
	ml := *c.heatedEach()
	if *c.Request.Scale {
		w.value(ml, quantity.Millilitre)
		return
	}
	if marks := c.Request.WaterBy.MarksMl; marks != nil {
		w.say("water to the ").value(math.Max(math.Round(2*ml / *marks), 1)**marks/2, quantity.Millilitre).say(" mark")
		return
	}
	c.cupfuls(w, ml)
	if c.Request.Heat.SuppliedC != nil {
		return // its step says what kind of water
	}
	if known, _ := FieldByPath("vessel.diameter_mm"); known.Default != field.Trim(c.Vessel.DiameterMm) {
		d := c.Vessel.DiameterMm
		w.say(" of water, ").value(ml*1000/(math.Pi/4*d*d), quantity.Millimetre).say(" deep")
	} else {
		w.say(" of water")
	}
}

// topUp is what is added afterwards: how much, of what, and where.
func (c *script) topUp(w *wording) {
	b := c.Batch
	what := " of hot water"
	switch {
	case c.School.DiluteIce:
		what = " of ice"
	case c.School.DiluteCold:
		what = " of cold, safe water"
	}
	// Into the server, or into each cup.
	each := c.Batch.DilutionMl
	cups := *c.Request.Drinkers / b.N
	many := cups > 1 && !c.ToServer
	if many {
		each /= cups
	}
	if *c.Request.Scale || c.Method.Contact == method.Dilution {
		w.value(each, quantity.Millilitre)
	} else {
		c.cupfuls(w, each)
	}
	w.say(what)
	if many {
		w.say(" for each cup")
	}
}
