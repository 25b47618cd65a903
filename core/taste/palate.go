package taste

import (
	"fmt"
	"math"
	"strings"

	"apodemos/core/brew"
)

// A taster is what is known of people, their coffees and their gear.
type taster struct {
	planner  Planner
	waits    bool
	aims     []string // whom the next is for
	brews    []Brew
	cups     []cup
	state    *state
	before   *state   // the first cup
	last     *Tasting // of the cup that the next is to better
	from     int      // the brew that is gone on from, where no other is given
	asked    int      // that cup among the brews; −1 where there is none
	people   map[string]int
	coffees  map[string]int
	roasts   map[string]int
	grinders map[string]int
	places   map[string]int     // of water that boils alike
	methods  map[string]int     // where the method's two begin: model, liking
	since    map[epoch]int      // what is another since a change
	base     map[string]float64 // ln of the strength that a method is made at, by those people
	anchor   map[string]float64 // extraction of a method's first cup, from which its changes count
	spare    int                // for a change that is only supposed
}

// What may be another from a cup on.
const (
	ofCoffee = iota
	ofGrinder
	ofWater
	kinds
)

// epochs counts the changes of a cup's coffee, grinder and water.
type epochs [kinds]int

// An epoch is one of them, of one coffee, grinder or place; what is before the first change is none.
type epoch struct {
	kind int
	of   string
	n    int
}

// epochSpread is by how much what is new may be out, as a share of extraction. From memory.
var epochSpread = [kinds]float64{0.08, 0.06, 0.04}

// changes are the kinds that a change in one word is of, and how much more than by epochSpread it may
// be.
var changes = map[string]struct {
	kind int
	more float64
}{"bag": {ofCoffee, 1}, "roast": {ofCoffee, 1.2}, "grinder": {ofGrinder, 1}, "water": {ofWater, 1}}

// NothingChanged is said of a cup where it was asked, and nothing was another than before.
const NothingChanged = "nothing"

// anotherBag is from how many days on a date of roasting is another.
const anotherBag = 4

// lay sets up what is not known: likings, the offsets of coffees, grinders, methods and places, and
// what is another since a change. It gives the next cup as of now.
func (t *taster) lay(next cup) cup {
	t.people, t.coffees, t.roasts, t.grinders, t.methods, t.places = map[string]int{}, map[string]int{}, map[string]int{}, map[string]int{}, map[string]int{}, map[string]int{}
	t.since, t.base, t.anchor = map[epoch]int{}, map[string]float64{}, map[string]float64{}
	var spread []float64
	more := func(sd ...float64) int {
		spread = append(spread, sd...)
		return len(spread) - len(sd)
	}
	more(slopeSpread)
	t.spare = more(0)
	now := map[epoch]epochs{} // by kind and name, n is 0
	roasted := map[string]float64{}
	add := func(c *cup, b *Brew) {
		for _, by := range append([]string{c.by}, t.aims...) {
			if !has(t.people, by) {
				t.people[by] = more(likedSpread, strengthSpread)
			}
		}
		m, g, w := c.plan.Request.Method, grinderOf(c.request), placeOf(*c)
		if !has(t.coffees, c.coffee) {
			t.coffees[c.coffee] = more(coffeeOff)
		}
		if r := roastOf(*c); !has(t.roasts, r) {
			t.roasts[r] = more(roastOff)
		}
		if !has(t.methods, m) {
			liking := methodLiking
			if len(t.methods) == 0 {
				liking = 1e-3 // the method that was brewed first is what the liking is of
			}
			t.methods[m] = more(methodOff, liking)
			t.base[m] = math.Log(math.Max(c.tds, 1e-3))
			t.anchor[m] = c.e
		}
		if !has(t.grinders, g) {
			t.grinders[g] = more(grinderOff)
		}
		if !has(t.places, w) {
			t.places[w] = more(placeOff)
		}
		names := [kinds]string{c.coffee, g, w}
		begin := func(kind int, by float64) {
			at := epoch{kind: kind, of: names[kind]}
			e := now[at]
			e[kind]++
			now[at] = e
			at.n = e[kind]
			t.since[at] = more(by * epochSpread[kind])
		}
		if day, known := roastedOn(c, b); known {
			if was, is := roasted[c.coffee]; is && math.Abs(day-was) > anotherBag && b.Tasting.Changed == "" {
				begin(ofCoffee, 0.4)
			}
			roasted[c.coffee] = day
		}
		if k, is := changes[b.Tasting.Changed]; is {
			begin(k.kind, k.more)
		}
		for kind, name := range names {
			c.epoch[kind] = now[epoch{kind: kind, of: name}][kind]
		}
	}
	for i := range t.cups {
		add(&t.cups[i], &t.brews[i])
	}
	add(&next, &Brew{})
	t.before = newState(len(spread))
	for i, sd := range spread {
		t.before.cov[i][i] = sd * sd
	}
	t.state = t.before.clone()
	return next
}

func has(m map[string]int, k string) bool { _, is := m[k]; return is }

// coffeeOf names the coffee of a request, as far as it is another; empty where it says none.
func coffeeOf(r brew.Request) string {
	switch {
	case r.Coffee.ID != nil:
		return *r.Coffee.ID
	case r.Coffee.Name != nil:
		return strings.ToLower(strings.TrimSpace(*r.Coffee.Name))
	}
	return ""
}

// roastOf is what a coffee shares with others: its roast and its species.
func roastOf(c cup) string {
	b := c.plan.Request.Coffee
	out := ""
	for _, v := range []*string{b.Roast, b.Species} {
		if v != nil {
			out += *v + "/"
		}
	}
	return out
}

// roastedOn is the day on which the coffee of a cup was roasted, in days; false where it is not known.
func roastedOn(c *cup, b *Brew) (float64, bool) {
	at, ok := moment(b.At)
	if !ok || c.request.Coffee.DaysOff == nil {
		return 0, false
	}
	return math.Floor(at/86400) - *c.request.Coffee.DaysOff, true
}

// placeOf names the place of a cup, as far as the model may be out otherwise there: by
// what water boils at, in steps of 3 °C.
func placeOf(c cup) string {
	if c.plan.BoilC == nil {
		return ""
	}
	return fmt.Sprintf("%.0f", *c.plan.BoilC/3)
}

// offset weighs the offsets that a cup has, by k.
func (t *taster) offset(h []float64, c cup, k float64) {
	m := c.plan.Request.Method
	names := [kinds]string{c.coffee, grinderOf(c.request), placeOf(c)}
	h[t.coffees[c.coffee]] += k
	h[t.roasts[roastOf(c)]] += k
	h[t.grinders[names[ofGrinder]]] += k
	h[t.methods[m]] += k
	h[t.places[names[ofWater]]] += k
	for kind, name := range names {
		if i, is := t.since[epoch{kind, name, c.epoch[kind]}]; is {
			h[i] += k
		}
	}
	h[slope] += k * (c.e - t.anchor[m]) / math.Max(c.e, 5)
}

// slope is where the state has by how much changes do more than the model says.
const slope = 0

// missE is what of the state says by how many points a cup is over the liking: h·x + at.
func (t *taster) missE(c cup) (h []float64, at float64) {
	h = t.state.zeros()
	t.offset(h, c, c.e)
	h[t.people[c.by]]--
	return h, c.e - likedE
}

// missS is the same for the logarithm of strength.
func (t *taster) missS(c cup) (h []float64, at float64) {
	h = t.state.zeros()
	t.offset(h, c, 1)
	m := c.plan.Request.Method
	h[t.people[c.by]+1]--
	h[t.methods[m]+1]--
	return h, math.Log(math.Max(c.tds, 1e-3)) - t.base[m]
}

// sites are the answers of one brew.
func (t *taster) sites(b *Brew, c cup) []*site {
	var out []*site
	add := func(h []float64, at float64, how likely) {
		out = append(out, &site{h: h, at: at, likely: how})
	}
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	noiseE := math.Hypot(answerNoise, bitterPerPoint*cupScatter)
	noiseS := math.Hypot(answerNoise, strongPerLn*cupScatter/math.Max(c.e, 5))
	k := &b.Tasting
	liked := k.Mark != nil && *k.Mark >= 8
	switch {
	case k.SourBitter != nil:
		add(hE, atE, steps(*k.SourBitter, -3, 3, noiseE, bitterPerPoint))
	case liked:
		add(hE, atE, measured(0, 1.2))
	}
	switch {
	case k.WeakStrong != nil:
		add(hS, atS, steps(*k.WeakStrong, -3, 3, noiseS, strongPerLn))
	case liked:
		add(hS, atS, measured(0, 0.12))
	}
	for _, w := range []struct {
		v     *float64
		noise float64
	}{{k.Hollow, hollowNoise}, {k.Harsh, harshNoise}, {k.Flat, flatNoise}} {
		if w.v != nil && *w.v > 0 {
			add(hE, atE, measured(*w.v/2, w.noise))
		}
	}
	if k.TDSPct != nil {
		h := t.state.zeros()
		t.offset(h, c, 1)
		add(h, 0, measured(math.Log(*k.TDSPct/math.Max(c.tds, 1e-3)), math.Hypot(meterNoise, cupScatter/math.Max(c.e, 5))))
	}
	return out
}

// learn brings all brews in.
func (t *taster) learn() {
	var all []*site
	for i := range t.brews {
		all = append(all, t.sites(&t.brews[i], t.cups[i])...)
	}
	t.state.learn(all)
}

// liking is what the person of a cup likes, measured as that cup is: where the cup is, less how far it
// missed.
func (t *taster) liking(c cup) Liking {
	at := t.thought(c)
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	mE, vE := t.state.along(hE)
	mS, vS := t.state.along(hS)
	e, ln := at.ExtractionPct-mE-atE, math.Log(math.Max(at.TDSPct, 1e-3))-mS-atS
	sdE, sdS := math.Sqrt(math.Max(vE, 0)), math.Sqrt(math.Max(vS, 0))
	return Liking{Point{e, math.Exp(ln)}, e - sdE, e + sdE, math.Exp(ln - sdS), math.Exp(ln + sdS)}
}

// thought is where a cup is: as it was measured, or as the model has it.
func (t *taster) thought(c cup) Point {
	if c.measured != nil {
		return Point{c.e * *c.measured / math.Max(c.tds, 1e-3), *c.measured}
	}
	return Point{c.e, c.tds}
}
