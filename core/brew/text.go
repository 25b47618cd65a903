package brew

import (
	"math"
	"strconv"
	"strings"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// addPour files a step of the school; pour is that step, for the figures of it.
func (c *calc) addPour(s Step, pour method.Step) {
	s.Phrase = c.fill(pour.Text, s, &pour)
	c.file(s)
}

// add fills in the figures that a step's text names and files the step.
func (c *calc) add(s Step, text string) {
	s.Phrase = c.fill(text, s, nil)
	c.file(s)
}

func (c *calc) file(s Step) {
	c.plan.Steps = append(c.plan.Steps, s)
	if s.Caution != "" {
		c.caution(s.Caution, s.ID)
	}
}

// words builds a sentence with figures in it.
type words struct {
	text   strings.Builder
	values []quantity.Value
}

func (w *words) say(text string) *words { w.text.WriteString(text); return w }

func (w *words) value(v float64, u quantity.Unit) *words {
	w.text.WriteString("{" + string(rune('0'+len(w.values))) + "}")
	w.values = append(w.values, quantity.Of(v, u))
	return w
}

// fill writes a step's text with the plan's figures. The catalogue's texts are
// known to be sound (method.Parse, tested over all of them); a text that is not is
// shown as it is.
func (c *calc) fill(text string, s Step, pour *method.Step) quantity.Phrase {
	pieces, err := method.Parse(text)
	if err != nil {
		return quantity.Say(text)
	}
	var w words
	c.write(&w, pieces, s, pour)
	return quantity.Say(w.text.String(), w.values...)
}

func (c *calc) write(w *words, pieces []method.Piece, s Step, pour *method.Step) {
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
func (c *calc) is(condition string) bool {
	switch condition {
	case "scale":
		return *c.req.Scale
	case "server":
		return c.toServer
	case "many":
		return c.cupsABatch() > 1
	case "dilution":
		return c.batch.dilution >= 0.5
	case "onheat":
		return c.method.InPot() && c.when.wait == 0 && c.req.Heat.SuppliedC == nil && !c.apartKettle()
	case "splash":
		return c.batch.splash > 0
	case "kettle":
		return c.method.InPot() && c.apartKettle()
	}
	return false
}

// apartKettle reports whether the water is heated in something that heats water only.
func (c *calc) apartKettle() bool {
	b, _ := heat.BurnerByID(*c.req.Heat.Burner)
	return c.req.Heat.SuppliedC == nil && !b.Flame
}

// cupsABatch is how many cups the fullest batch makes.
func (c *calc) cupsABatch() float64 {
	return math.Ceil(*c.req.Drinkers/c.batch.n - 1e-9)
}

// figure writes a figure of the plan that a step's text names.
func (c *calc) figure(w *words, name string, s Step, pour *method.Step) {
	b, p := &c.batch, c.plan
	switch name {
	case "coffee":
		c.coffeeWords(w)
	case "dose":
		w.value(b.dose/c.sides(), quantity.Gram)
	case "measures":
		c.measureWords(w)
	case "band":
		w.say(p.Grind.Band)
	case "clicks":
		w.value(value(p.Grind.Clicks), quantity.Clicks)
	case "water":
		ml := b.poured / c.apart()
		if pour != nil {
			ml = *c.pourTo(*pour) - c.readBefore(*pour)
		}
		w.value(ml, quantity.Millilitre)
	case "pour":
		switch {
		case *c.req.Scale:
			w.say("Pour to ").value(value(s.ToG), quantity.Gram)
		case pour != nil && c.pourShare(*pour) > 0.999 && c.readBefore(*pour) > 0:
			w.say("Pour the rest")
		case pour != nil && c.ofKettle(*pour) > 0.97:
			w.say("Pour all the water")
		case pour != nil:
			w.say("Pour until " + share(c.ofKettle(*pour)) + " of the water is in")
		default:
			w.say("Pour the water")
		}
	case "share":
		if pour != nil {
			w.say(share(c.ofKettle(*pour)))
		} else {
			w.say("all")
		}
	case "heated", "melt", "rinse", "preheat", "left", "splash":
		c.amount(w, map[string]float64{"heated": *c.heatedEach(), "melt": value(p.Water.MeltG) / b.n, "rinse": b.rinse, "preheat": b.preheat * c.cupsFull,
			"left": b.left / c.apart(), "splash": b.splash}[name], name)
	case "fill":
		c.fillWords(w)
	case "to":
		w.value(value(s.ToG), quantity.Gram)
	case "target":
		w.value(value(p.TargetC), quantity.Celsius)
	case "boil":
		w.value(value(p.BoilC), quantity.Celsius)
	case "topup":
		c.topUp(w)
	case "dilution":
		w.value(b.dilution, quantity.Millilitre)
	case "concentrate":
		w.value(b.concentrate / *c.req.Drinkers, quantity.Millilitre)
	case "vials":
		n := value(p.Vials)
		w.value(n, quantity.None).say(either(n == 1, " vial of ", " vials of ")).value(VialMl, quantity.Millilitre)
	case "drink":
		w.value(b.drink, quantity.Millilitre)
	case "cup":
		w.value(*c.req.CupMl, quantity.Millilitre)
	case "cups":
		w.value(c.cupsABatch(), quantity.None)
	case "server":
		switch {
		case c.toServer:
			w.say("a server for ").value(b.drink-b.dilution, quantity.Millilitre)
		default:
			w.say("the cup")
		}
	case "swirl":
		w.say(map[bool]string{true: "the server, share it out", false: "the cup"}[c.toServer])
	}
}

// sides is in how many portions a batch's coffee is weighed: one, or one a cup where
// each steeps on its own.
func (c *calc) sides() float64 { return c.apart() }

// readBefore is the scale's reading before a pour.
func (c *calc) readBefore(pour method.Step) float64 {
	at := 0.0
	for _, s := range c.line {
		if s.ID == pour.ID {
			break
		}
		if s.Phase == method.Brew && s.Lane == method.Scale {
			at = *c.pourTo(s)
		}
	}
	return at
}

// ofKettle is the share of the hot water that is out of the kettle when a pour ends:
// what is added afterwards stays in it.
func (c *calc) ofKettle(pour method.Step) float64 {
	whole := c.batch.poured
	if !c.school.DiluteCold && !c.method.InPot() && c.contact() != method.Dilution {
		whole += c.batch.dilution
	}
	return c.pourShare(pour) * c.batch.poured / math.Max(whole, 1e-9)
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

// coffeeWords says how the coffee of a batch is measured and ground.
func (c *calc) coffeeWords(w *words) {
	ahead, fine := *c.req.Coffee.GroundAhead, c.plan.Grind.Band
	basket := c.school.BasketG > 0
	switch {
	case basket && ahead && !*c.req.Scale:
		w.say("Take the coffee ground at home, " + fine)
		return
	case basket && !*c.req.Scale && c.plan.DoseMeasures == nil:
		w.say("Grind enough coffee for the basket, " + fine)
		c.clickWords(w)
		return
	case c.plan.DoseMeasures != nil && !*c.req.Scale:
		w.say("Measure out ")
		c.measureWords(w)
	default:
		w.say("Weigh ")
		if n := c.portions(); n > 1 {
			w.value(n, quantity.None).say(" portions of ")
		}
		w.value(c.batch.dose/c.sides(), quantity.Gram)
	}
	if ahead {
		w.say(" of the coffee ground at home, " + fine)
		return
	}
	w.say(" of coffee and grind it " + fine)
	c.clickWords(w)
}

// portions is how many portions of coffee the fullest batch takes.
func (c *calc) portions() float64 {
	if c.method.Family != "cup" {
		return 1
	}
	return c.cupsABatch()
}

func (c *calc) clickWords(w *words) {
	if k := c.plan.Grind.Clicks; k != nil {
		w.say(", at ").value(*k, quantity.Clicks)
	}
}

// measureWords are the spoons of a batch: of each cup where each steeps on its own.
func (c *calc) measureWords(w *words) {
	m := c.plan.DoseMeasures
	if m == nil {
		w.value(c.batch.dose, quantity.Gram)
		return
	}
	apart := c.batch.n * c.sides()
	w.value(m.Count/apart, quantity.None).say(" × " + m.Name)
	if c.portions() > 1 {
		w.say(" for each cup")
	}
	w.say(" (").value(m.Grams/apart, quantity.Gram).say(")")
}

// amount is some water, or snow: in millilitres or grams, and without a scale in
// cups.
func (c *calc) amount(w *words, v float64, name string) {
	switch {
	case name == "melt" && *c.req.Scale:
		w.value(v, quantity.Gram)
	case name == "melt":
		w.say("about ").value(v/settledG, quantity.Litre)
	case *c.req.Scale:
		w.value(v, quantity.Millilitre)
	default:
		c.cupfuls(w, v)
	}
}

// settledG is the mass of a litre of settled snow, in g.
const settledG = 250

// cupfuls is an amount counted in the cups that are drunk from.
func (c *calc) cupfuls(w *words, ml float64) {
	n := ml / *c.req.CupMl
	if n < 0.94 {
		part := share(n)
		if part == "about half" {
			w.say(part + " a cup")
		} else {
			w.say(part + " of a cup")
		}
		return
	}
	quarters := math.Round(4 * n)
	w.say("about " + strconv.Itoa(int(quarters)/4) + [...]string{"", "¼", "½", "¾"}[int(quarters)%4])
	if quarters == 4 {
		w.say(" cupful")
	} else {
		w.say(" cupfuls")
	}
}

// fillWords is how much goes into pot or kettle: by a scale, or by how deep it
// stands and how many cups that is.
func (c *calc) fillWords(w *words) {
	ml := *c.heatedEach()
	if *c.req.Scale {
		w.value(ml, quantity.Millilitre)
		return
	}
	c.cupfuls(w, ml)
	if known, _ := FieldByPath("vessel.diameter_mm"); known.Default != trim(c.vessel.DiameterMm) && c.req.Heat.SuppliedC == nil {
		d := c.vessel.DiameterMm
		w.say(" of water, ").value(ml*1000/(math.Pi/4*d*d), quantity.Millimetre).say(" deep")
	} else {
		w.say(" of water")
	}
}

// topUp is what is added afterwards: how much, of what, and where.
func (c *calc) topUp(w *words) {
	b := c.batch
	what := " of hot water"
	switch {
	case c.school.DiluteIce:
		what = " of ice"
	case c.school.DiluteCold:
		what = " of cold, safe water"
	}
	// Into the server, or into each cup.
	each := c.batch.dilution
	cups := *c.req.Drinkers / b.n
	many := cups > 1 && !c.toServer
	if many {
		each /= cups
	}
	if *c.req.Scale || c.contact() == method.Dilution {
		w.value(each, quantity.Millilitre)
	} else {
		c.cupfuls(w, each)
	}
	w.say(what)
	if many {
		w.say(" for each cup")
	}
}
