package ways

import (
	"cmp"
	"context"
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// Wanted asks for the ways. Of the request, place, water, heat and cups count; how it is made
// is what is asked.
type Wanted struct {
	Request brew.Request `json:"request"`
	Have    []gear.Item  `json:"have" maxItems:"400" doc:"What there is to make it with; empty where nobody says, and then anything is taken to be there"`
	Said    bool         `json:"said,omitempty" doc:"Have is all there is, though it may be nothing"`
	Along   []int64      `json:"along,omitempty" maxItems:"400" doc:"IDs of the pieces that go along on the trip: they are taken before the others"`
	Wish    Wish         `json:"wish,omitempty" enum:",quick,light,clear,full,tidy,little-water"`
}

// Found is the ways, those that are possible first and the best of them first.
type Found struct {
	Boil conditions.Boil `json:"boil"`
	// AltitudeM is the one that was said, or that a measured pressure means.
	AltitudeM *float64              `json:"altitude_m" doc:"Null where it is not known"`
	Water     conditions.WaterState `json:"water"`
	Ways      []Way                 `json:"ways"`
	Remedies  []Remedy              `json:"remedies" doc:"Where no way is possible for want of gear: what would open one, each by itself, or else all of them together"`
}

// Way is one method by the school of it that suits best, with the gear in hand.
type Way struct {
	brew.Choice
	// Request is the brew made so, with the figures of the gear in it.
	Request brew.Request `json:"request"`
	Not     string       `json:"not" doc:"Why it cannot be made here with this; empty when it can"`
	Why     []string     `json:"why" doc:"What speaks for it and against it, in a few words each"`
	// Begin is told of the first way alone.
	Begin []quantity.Phrase `json:"begin" doc:"Of the first way: what hands do first, and the boil that makes the water safe"`
	// Than says in what it differs from the first.
	Than    []quantity.Phrase `json:"than"`
	Matter  []string          `json:"matter" doc:"The two figures that count here, by their paths in a plan, or weight"`
	Order   *working.Figure   `json:"order" doc:"Where it stands among the ways, of 100 points; null where it cannot be made"`
	Schools []brew.Choice     `json:"schools" doc:"Every school of the method, the best first"`
	Fit     Fit               `json:"fit"`
}

// Of finds the ways. Its error is brew.Problems, where the place itself is not allowed, or the
// context's, when its asker is gone.
func Of(ctx context.Context, in Wanted) (*Found, error) {
	if in.Said && len(in.Have) == 0 {
		in.Have = []gear.Item{{Name: "nothing", Kind: gear.Extra}}
	}
	out, err := find(ctx, in)
	if err != nil || out.Ways[0].Not == "" {
		return out, err
	}
	out.Remedies, err = remedies(ctx, in)
	return out, err
}

func find(ctx context.Context, in Wanted) (*Found, error) {
	set, err := conditions.Of(in.Request.Conditions)
	if err != nil {
		return nil, err
	}
	out := &Found{Boil: set.Boil, Water: set.Water(), Remedies: []Remedy{}}
	if set.AltitudeKnown {
		out.AltitudeM = &set.AltitudeM
	}
	for _, m := range method.All {
		if ctx.Err() != nil {
			return nil, ctx.Err()
		}
		out.Ways = append(out.Ways, wayOf(in, m, set))
	}
	slices.SortStableFunc(out.Ways, func(a, b Way) int { return compare(a.Order, b.Order) })
	if out.Ways[0].Not == "" {
		out.Ways[0].Begin = begin(out.Ways[0], set)
	}
	first := out.Ways[0]
	for i := range out.Ways {
		w := &out.Ways[i]
		w.Than = []quantity.Phrase{}
		if i > 0 && w.Not == "" {
			w.Than = differences(*w, first)
		}
	}
	return out, nil
}

// compare puts what has more points first, and what has none last.
func compare(a, b *working.Figure) int {
	points := func(f *working.Figure) float64 {
		if f == nil {
			return -1
		}
		return *f.Value
	}
	return cmp.Compare(points(b), points(a))
}

// wayOf is a method at a place, by the school that has the most points there.
func wayOf(in Wanted, m method.Method, set *conditions.Settled) Way {
	type candidate struct {
		made
		order *working.Figure
		not   string
	}
	var all []candidate
	for _, s := range m.Schools {
		x := candidate{made: equip(in.Request.By(m.ID, s.ID), in.Have, in.Along, m, s)}
		x.not = x.choice.WhyNot
		if x.plan != nil {
			weigh(&x.choice, in.Have, m)
			x.fit = x.fit.joined(x.plan, m)
			x.not = cmp.Or(missing(in.Have, x.r, m, s), x.fit.forbids())
		}
		if x.not == "" {
			x.order = order(x.choice, m, in.Wish, x.fit, *set.Conditions.Place.AirC)
		}
		all = append(all, x)
	}
	slices.SortStableFunc(all, func(a, b candidate) int { return compare(a.order, b.order) })
	best := all[0]
	w := Way{Choice: best.choice, Request: best.r, Not: best.not, Order: best.order, Fit: best.fit, Why: []string{}, Begin: []quantity.Phrase{}}
	for _, x := range all {
		c := x.choice
		if x.not != "" {
			c.Possible, c.WhyNot = false, x.not
		}
		w.Schools = append(w.Schools, c)
	}
	w.Matter = matter(in.Wish, w.Choice, set)
	if w.Not == "" {
		s, _ := m.School(best.choice.School)
		w.Why = why(w, m, s, set)
	} else {
		w.Possible = false
	}
	return w
}

// begin is what hands do first, and what becomes of the water: of water that nobody has
// made safe, as the plan says it once it is boiled first.
func begin(w Way, set *conditions.Settled) []quantity.Phrase {
	r := w.Request
	if m, _ := method.ByID(w.Method); set.Water().Caution != nil && m.Heated() {
		r.Water.Treatment = new(water.Boil)
	}
	p, err := brew.Compute(r)
	if err != nil || len(p.Steps) == 0 {
		return []quantity.Phrase{}
	}
	out := []quantity.Phrase{p.Steps[0].Phrase}
	if p.Boiling.Text != "" {
		out = append(out, p.Boiling)
	}
	return out
}

func groundAhead(r brew.Request) bool { return r.Coffee.Ground() }

// missing says what there is none of for a school; empty when there is all, and where
// nobody says what there is.
func missing(have []gear.Item, r brew.Request, m method.Method, s method.School) string {
	if len(have) == 0 {
		return ""
	}
	var out []string
	for _, what := range []string{gear.Lacks(have, m, s, groundAhead(r)), noPot(have, r, m, s), noConcentrate(have, m)} {
		if what != "" {
			out = append(out, what)
		}
	}
	if len(out) == 0 {
		return ""
	}
	return "missing: " + strings.Join(out, ", ")
}

// noConcentrate is the concentrate that was not made before.
func noConcentrate(have []gear.Item, m method.Method) string {
	if m.Contact != method.Dilution || slices.ContainsFunc(have, func(i gear.Item) bool { return i.Kind == gear.Container && i.Type == gear.Concentrate }) {
		return ""
	}
	return "concentrate made before"
}

// noPot is the vessel that is missing where water has to be heated and there is gear,
// and no pot or kettle among it. A socket has a kettle of its own, and a moka pot that is
// filled cold needs none.
func noPot(have []gear.Item, r brew.Request, m method.Method, s method.School) string {
	burner := ""
	if r.Heat.Burner != nil {
		burner = *r.Heat.Burner
	}
	if !m.Heated() || m.Way == method.OnFlame && s.ColdFill || r.Heat.SuppliedC != nil || burner == "mains" {
		return ""
	}
	if slices.ContainsFunc(have, func(i gear.Item) bool { return i.Kind == gear.Vessel && i.Usable() }) {
		return ""
	}
	return "a pot or kettle"
}

// matter names the two figures that count: of the wish, and of the place.
func matter(w Wish, c brew.Choice, set *conditions.Settled) []string {
	fuel := "strength.tds_pct"
	switch source := set.Conditions.Water.Source; {
	case source != nil && (*source == water.Carried || *source == "snow"):
		fuel = "water.carried_ml"
	case c.FuelG != nil:
		fuel = "heat.fuel_g"
	case c.EnergyWh != nil && set.Burner.ID != "mains":
		fuel = "heat.energy_wh"
	}
	switch w {
	case Quick, Tidy:
		return []string{"total_s", "hands_s"}
	case Light:
		return []string{"total_s", "weight"}
	case Clear, Full:
		return []string{"total_s", "strength.tds_pct"}
	case LittleWater:
		return []string{"total_s", "water.carried_ml"}
	}
	return []string{"total_s", fuel}
}

// why is what speaks for a way and against it.
func why(w Way, m method.Method, s method.School, set *conditions.Settled) []string {
	var out []string
	if w.Choice.Water != "" {
		out = append(out, w.Choice.Water)
	} else if set.TreatS() > 0 && m.Disinfects(s) && set.Conditions.Heat.SuppliedC == nil {
		out = append(out, "the boil makes the water safe")
	}
	return append(out, m.Scores.Why)
}

// What is worth telling apart.
const (
	tellS, tellTDS, tellG, tellMl = 60, 0.1, 1, 50
	hour                          = 3600
)

// differences says in what a way differs from the first.
func differences(w, first Way) []quantity.Phrase {
	out := []quantity.Phrase{}
	by := func(a, b *float64, least float64, unit quantity.Unit, more, less quantity.Sentence) {
		if a == nil || b == nil || math.Abs(*a-*b) < least {
			return
		}
		out = append(out, quantity.Either(*a < *b, less, more).Say(quantity.Of(math.Abs(*a-*b), unit)))
	}
	if w.TotalS != nil && *w.TotalS < hour {
		by(w.TotalS, first.TotalS, tellS, quantity.Second, minLonger, minQuicker)
	} else {
		by(w.TotalS, first.TotalS, tellS, quantity.None, hoursLonger, hoursQuicker)
	}
	by(w.TDSPct, first.TDSPct, tellTDS, quantity.Percent, stronger, weaker)
	by(w.FuelG, first.FuelG, tellG, quantity.Gram, moreFuel, lessFuel)
	by(w.CarryMl, first.CarryMl, tellMl, quantity.Millilitre, moreWater, lessWater)
	a, _ := method.ByID(w.Method)
	b, _ := method.ByID(first.Method)
	by(new(float64(a.Scores.Tidiness)), new(float64(b.Scores.Tidiness)), 1, quantity.None, lessClean, moreClean)
	return out
}

// Choices is what every school would give at a stop, with what the shelf lacks for it. Its
// error is the context's.
func Choices(ctx context.Context, r brew.Request, shelf []gear.Item) ([]brew.Choice, error) {
	choices, err := brew.Choices(ctx, r)
	if err != nil {
		return nil, err
	}
	for i := range choices {
		c := &choices[i]
		m, _ := method.ByID(c.Method)
		s, _ := m.School(c.School)
		weigh(c, shelf, m)
		c.Lacks = gear.Lacks(shelf, m, s, groundAhead(r))
	}
	return choices, nil
}

// weigh adds the brewer to what a choice has one carry.
func weigh(c *brew.Choice, shelf []gear.Item, m method.Method) {
	it, own, ok := gear.Lightest(shelf, m)
	if !ok || !c.Possible {
		return
	}
	label := quantity.Within(it.Name)
	if !own {
		label += ", typical"
	}
	c.Carry(label, it.MassG)
}
