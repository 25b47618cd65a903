package brew

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// The kinds of milk.
const (
	FreshMilk  = "fresh"
	CannedMilk = "canned"
)

// milks are density, in g/ml, and specific heat, in kJ/(kg·K). From memory.
var milks = map[string]struct{ density, heat float64 }{FreshMilk: {1.03, 3.9}, CannedMilk: {1.07, 3.6}}

// sugarHeat is the specific heat of sugar, kJ/(kg·K). From memory; what dissolving it takes
// is left out.
const sugarHeat = 1.24

// What spoons hold of what goes into a cup, level and with no source but memory: sugar and
// condensed milk in g, milk in ml.
const (
	sugarSpoonG     = 4.0
	condensedSpoonG = 20.0
	milkSpoonMl     = 15.0
)

// DripsOntoMilk reports whether the style of a request has condensed milk of its own.
func DripsOntoMilk(r Request) bool {
	m, is := method.ByID(r.Method)
	if !is {
		return false
	}
	s, _ := m.School(text(r.School))
	return s.Milk > 0
}

// firstKJ is the heat capacity of what lies in each cup before the coffee runs in, in kJ/K.
func (s *Setting) firstKJ() float64 {
	if s.School.Milk == 0 {
		return 0
	}
	return value(s.Request.With.CondensedG) / 1000 * coffee.CondensedSpecificHeat
}

// stirredKJ is that of what is stirred into each cup at the end.
func (s *Setting) stirredKJ() float64 {
	w := &s.Request.With
	kJ := value(w.SugarG) / 1000 * sugarHeat
	if w.Milk != nil {
		m := milks[*w.Milk]
		kJ += value(w.MilkMl) * m.density / 1000 * m.heat
	}
	if s.School.Milk == 0 {
		kJ += value(w.CondensedG) / 1000 * coffee.CondensedSpecificHeat
	}
	return kJ
}

// withC is the temperature of what goes into the cup: that of the air.
func (s *Setting) withC() float64 { return math.Max(s.Air.TempC, 0) }

// FullCupMl is what stands in a cup, in ml: the coffee, and the milk that went in.
func (r *Request) FullCupMl() float64 { return value(r.CupMl) + value(r.With.MilkMl) }

// spoons is an amount in the spoons that people use for it, to the quarter.
func spoons(v, each float64, name string) string {
	return coffee.InMeasures(math.Max(math.Round(4*v/each)/4, 0.25), name)
}

// An addition is one of the things that go into a cup.
type addition struct {
	note, which string // of the note that tells it
	amount      float64
	unit        quantity.Unit
	spoons      string
	what        string
}

func (a addition) write(w *wording, scale bool) {
	if scale {
		w.value(a.amount, a.unit)
	} else {
		w.say(a.spoons)
	}
	w.say(" of " + a.what)
}

// condensed is the condensed milk of each cup; false where it has none.
func (s *Setting) condensed() (addition, bool) {
	g := value(s.Request.With.CondensedG)
	return addition{"milk", "", g, quantity.Gram, spoons(g, condensedSpoonG, "tablespoon"), "condensed milk"}, g > 0
}

// stirred are the things that are stirred in at the end.
func (s *Setting) stirred() []addition {
	var out []addition
	w := &s.Request.With
	if g := value(w.SugarG); g > 0 {
		out = append(out, addition{"sugar", "", g, quantity.Gram, spoons(g, sugarSpoonG, "teaspoon"), "sugar"})
	}
	if ml := value(w.MilkMl); ml > 0 {
		out = append(out, addition{"milk", *w.Milk, ml, quantity.Millilitre, spoons(ml, milkSpoonMl, "tablespoon"), quantity.Either(*w.Milk == CannedMilk, "canned milk", "milk")})
	}
	if c, is := s.condensed(); is && s.School.Milk == 0 {
		out = append(out, c)
	}
	return out
}

// stirIn are the steps that put them in, when all is served: two things in each, so that each
// can be read at once.
func (c *script) stirIn(at float64) {
	const each = 10
	list := c.stirred()
	for n := 0; len(list) > 0; n++ {
		now := list[:min(2, len(list))]
		list = list[len(now):]
		id := method.StirIn
		if n > 0 {
			id += "-2"
		}
		var w wording
		many := *c.Request.Drinkers > 1
		w.say(quantity.Either(many, "Stir ", "Stir in "))
		for i, a := range now {
			if i > 0 {
				w.say(" and ")
			}
			a.write(&w, *c.Request.Scale)
		}
		w.say(quantity.Either(many, " into each cup.", "."))
		c.file(Step{ID: id, Label: now[0].note, AtS: at, ForS: each, Lane: method.Hands, Until: method.Time, Phrase: quantity.Joined(w.parts...)})
		at += each
	}
}

// withNotes tell what goes into each cup, in spoons too.
func (c *script) withNotes() {
	list := c.stirred()
	if a, is := c.condensed(); is && c.School.Milk > 0 {
		list = append(list, a)
	}
	for _, a := range list {
		decide(&c.plan.decided, a.note, a.which, quantity.Of(a.amount, a.unit), quantity.Text(a.spoons))
	}
}
