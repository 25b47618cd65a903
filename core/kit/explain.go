package kit

import (
	"context"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/trip"
)

// reasons say what speaks for the best kit, what for the others, and what tips.
func (in *instance) reasons(c *Answer, f *found) {
	say := func(template string, v ...quantity.Value) {
		c.Reasons = append(c.Reasons, quantity.Say(template, v...))
	}
	b := f.best
	say(quantity.UpperFirst(in.name(b))+" serves "+quantity.Either(in.weight == 1, "the one brew", "all {0} brews")+": cups of {1} points on average, {2} to carry, {3} a brew.", num(in.weight), num(100-b.p[oCup]), g(b.p[oMass]), mins(b.p[oTime]))
	if n := in.items[b.base.cup].Pieces(); n < in.people {
		say("There are {0} of one kind of cup for {1} people: you drink in turn. Add up your cups on the shelf if there are more.", num(n), num(in.people))
	}
	light, cup := &f.front[0], &f.front[0]
	for i := range f.front {
		if f.front[i].p[oCup] < cup.p[oCup]-1e-9 {
			cup = &f.front[i]
		}
	}
	if light.p[oMass] < b.p[oMass]-1 {
		worse := light.p[oCup] - b.p[oCup]
		say("The lightest kit that serves them all, "+in.versus(light, b)+", saves {0} and "+quantity.Either(worse >= 0, "costs", "gains")+" {1} points of the cup.", g(b.p[oMass]-light.p[oMass]), num(math.Abs(worse)))
	} else {
		say("No kit that serves them all is lighter.")
	}
	if more := cup.p[oMass] - b.p[oMass]; cup.p[oCup] < b.p[oCup]-notablePoints {
		say("The best cups, {0} points, come from "+in.versus(cup, b)+", for {1} "+quantity.Either(more >= 0, "more.", "less."), num(100-cup.p[oCup]), g(math.Abs(more)))
	} else {
		say("No kit makes cups that are better by half a point.")
	}
	if f.second == nil {
		if len(b.brewers) > 0 {
			say("Without it no kit serves them all.")
		}
		return
	}
	r := f.second
	gap := in.weights.of(r.p) - in.weights.of(b.p)
	say("Next best is "+in.name(r)+": {0} and {1} points; it is {2} points of the weighting behind.", g(r.p[oMass]), num(100-r.p[oCup]), num(gap))
	for _, o := range []struct {
		i      int
		w      float64
		scale  float64
		called string
	}{{oMass, in.weights.Mass, 100, "mass"}, {oCup, in.weights.Cup, 1, "the cup"}, {oTime, in.weights.Time, 1, "time"}, {oFuss, in.weights.Fuss, 1, "fuss"}} {
		gain := o.w * (b.p[o.i] - r.p[o.i]) / o.scale
		if gain > 1e-6 {
			if factor := 1 + gap/gain; factor < 20 {
				say("It would win if "+o.called+" counted more than {0} times as much.", num(math.Ceil(factor*10)/10))
			}
		}
	}
	in.tips(f, say)
}

// notablePoints of the cup are worth a word; they are judgement, not measurement.
const notablePoints = 0.5

// mostTips is how many more brews of a kind a tip may ask for.
const mostTips = 15

// tips finds how many more brews of a kind it would take for the runner-up.
func (in *instance) tips(f *found, say func(string, ...quantity.Value)) {
	for _, kind := range []struct {
		like string
		is   func(d *demand) bool
	}{
		{"those above 3,000 m", func(d *demand) bool { a := d.brew.Request.Place.AltitudeM; return a != nil && *a > 3000 }},
		{"those in frost", func(d *demand) bool { a := d.brew.Request.Place.AirC; return a != nil && *a < 0 }},
		{"those with an urn and no flame", func(d *demand) bool { return d.urn }},
		{"those for three and more", func(d *demand) bool { return d.people >= 3 }},
	} {
		var n float64
		for i := range in.demands {
			if d := &in.demands[i]; kind.is(d) {
				n += d.times
			}
		}
		if n == 0 {
			continue
		}
		for k := 1.0; k <= mostTips; k++ {
			more := in.more(kind.is, 1+k/n, k)
			best, okBest := more.again(f.best)
			second, okSecond := more.again(f.second)
			if okSecond && (!okBest || second < best) {
				say("Take "+in.name(f.second)+" instead if you expect {0} more brews like "+kind.like+".", num(k))
				break
			}
		}
	}
}

// more is the same trip with the brews of a kind made some times as often, by so many
// in all.
func (in *instance) more(is func(*demand) bool, times, by float64) *instance {
	out := *in
	out.cache = nil
	out.demands = slices.Clone(in.demands)
	out.weight += by
	for i := range out.demands {
		if d := &out.demands[i]; is(d) {
			d.times *= times
		}
	}
	return &out
}

// again is the score of a kit here, with every brew made in the way that is best now;
// false where one cannot be made.
func (in *instance) again(e *entry) (float64, bool) {
	t, ok := in.table(e.base)
	if !ok {
		return 0, false
	}
	in.cache = map[base]*table{e.base: t}
	p := t.gear
	for _, c := range e.brewers {
		p[oMass] += in.items[in.brewers[c]].MassG
		p[oFuss] += float64(len(in.items[in.brewers[c]].Parts))
	}
	here := entry{base: e.base, brewers: e.brewers}
	for i := range in.demands {
		w := in.chosen(&here, i)
		if w.option == none {
			return 0, false
		}
		part := in.part(i, w)
		for o := range p {
			p[o] += part[o]
		}
	}
	return in.weights.of(p), true
}

// exclude says for every item that stays at home why it does.
func (in *instance) exclude(c *Answer, f *found, shelf []gear.Item) {
	taken := in.itemsOf(f.best)
	at := map[int64]int{}
	for k, it := range in.items {
		at[it.ID] = k
	}
	for _, it := range shelf {
		say := func(template string, v ...quantity.Value) {
			c.Excluded = append(c.Excluded, Excluded{it.ID, quantity.Say(quantity.Own(it.Name)+template, v...)})
		}
		k, considered := at[it.ID]
		switch {
		case considered && slices.Contains(taken, k):
		case !it.Usable():
			say(" is " + it.Condition + ".")
		case slices.Contains(in.wishes.Without, it.ID):
			say(" stays at home, as you set.")
		case !considered:
			say(" is not on the shelf yet: let things to buy be considered.")
		case it.Kind == gear.Filter:
			say(": nothing in this kit takes them.")
		case it.Type == "jar", !in.counted(k):
			say(" is not part of the choice; it weighs {0} if you take it all the same.", g(it.MassG))
		case in.unseen[k]:
			say(" was not looked at: there are too many of its kind to try them all.")
		case in.outdoes(k) != "":
			say(" is outdone by " + in.outdoes(k) + ": no lighter, and no better in anything.")
		case f.bestWith[k] == nil:
			say(" " + in.whyNever(k))
		default:
			e := f.bestWith[k]
			var parts []string
			var v []quantity.Value
			tell := func(d float64, least float64, more, less string, unit func(float64) quantity.Value) {
				if math.Abs(d) < least {
					return
				}
				word := more
				if d < 0 {
					word = less
				}
				parts = append(parts, fmt.Sprintf("{%d} %s", len(v), word))
				v = append(v, unit(math.Abs(d)))
			}
			tell(e.p[oMass]-f.best.p[oMass], 1, "heavier", "lighter", g)
			tell(f.best.p[oCup]-e.p[oCup], 0.05, "points better in the cup", "points worse in the cup", num)
			tell(e.p[oTime]-f.best.p[oTime], 0.1, "slower", "quicker", mins)
			tell(e.p[oFuss]-f.best.p[oFuss], 0.05, "points more fuss", "points less fuss", num)
			if len(parts) == 0 {
				say(": a kit with it is as good; the first on the shelf is taken.")
			} else {
				say(": the best kit with it is "+strings.Join(parts, ", ")+".", v...)
			}
		}
	}
}

func (in *instance) outdoes(k int) string {
	if by, is := in.gone[k]; is {
		return quantity.LowerFirst(in.items[by].Name)
	}
	return ""
}

// whyNever says why no kit within the limits has an item.
func (in *instance) whyNever(k int) string {
	it := in.items[k]
	if it.Kind == gear.Brewer {
		falls := 0
		for _, c := range in.cups {
			if j, ok := gear.Stands(it, in.items[c], in.support != none); ok && j.Level == gear.No {
				falls++
			}
		}
		if falls > 0 && falls == len(in.cups) {
			return quantity.Either(gear.LeanedOn(it.Type), "no cup on the shelf carries it when you lean on it.", "falls into every cup on the shelf.")
		}
		for i := range in.demands {
			for _, why := range slices.Sorted(maps.Keys(in.demands[i].why)) {
				for _, m := range it.Methods() {
					if strings.HasPrefix(strings.ToLower(why), strings.ReplaceAll(m, "-", " ")) || strings.Contains(why, "on the shelf") {
						return "serves no brew here: " + why + "."
					}
				}
			}
		}
		return "serves no brew of this trip."
	}
	if it.Kind == gear.Cup && it.Pieces() < math.Min(in.people, in.mostCups) {
		return fmt.Sprintf("is too few: %g for %g people.", it.Pieces(), in.people)
	}
	return "is in no kit that serves the trip within the limits."
}

// diagnose says why there is no kit, and the smallest change that would help.
func (in *instance) diagnose(ctx context.Context, c *Answer, f *found, shelf []gear.Item) {
	w := in.wishes
	nearest := func(limit *float64, i int, say string, unit quantity.Unit) {
		if over(limit, f.nearest[i]) && !math.IsInf(f.nearest[i], 1) {
			c.Limits = append(c.Limits, quantity.Say(say, quantity.Of(f.nearest[i], unit), quantity.Of(*limit, unit)))
		}
	}
	if !math.IsInf(f.nearest[0], 1) {
		nearest(w.MassG, 0, "The lightest kit that serves every brew weighs {0}, over the {1} allowed.", quantity.Gram)
		nearest(w.VolumeMl, 1, "The smallest kit that serves every brew takes {0}, over the {1} allowed.", quantity.Millilitre)
		nearest(w.Budget, 2, "The cheapest kit that serves every brew costs {0}, over the {1} allowed.", quantity.None)
		nearest(w.MorningMin, 3, "The quickest kit that serves every brew takes {0} min on the longest morning, over the {1} allowed.", quantity.None)
		if len(c.Limits) == 0 {
			c.Limits = append(c.Limits, quantity.Say("Each limit can be kept, but no kit keeps all of them at once: give one of them more room."))
		}
		return
	}
	bases := in.bases()
	if len(bases) == 0 {
		few := "There is no cup on the shelf."
		c.Blocked = append(c.Blocked, Blocked{Stop: in.demands[0].stop, Brew: in.demands[0].brew.ID, Name: in.demands[0].brew.Name, Why: few, Remedy: "Add a cup to the shelf, and how many there are."})
		return
	}
	remedies := map[string]string{}
	for i := range in.demands {
		if in.served(i, bases) {
			continue
		}
		d := &in.demands[i]
		b := Blocked{Stop: d.stop, Brew: d.brew.ID, Name: d.brew.Name, Why: in.blockedBy(i)}
		alike := fmt.Sprint(b.Why, d.urn, d.socket, d.fire, d.people)
		if remedies[alike] == "" {
			remedies[alike] = in.remedy(ctx, i, shelf)
		}
		b.Remedy = remedies[alike]
		c.Blocked = append(c.Blocked, b)
	}
	if len(c.Blocked) == 0 {
		if w.Fallback {
			c.Limits = append(c.Limits, quantity.Say("No kit has a second way, without papers, for every brew: take a pot or cups to steep in, or let the fallback go."))
		} else {
			c.Limits = append(c.Limits, quantity.Say("Every brew can be made, but not all with one pot, one burner and one kind of cup, with papers enough: add papers, or a pot or cup that serves more of them."))
		}
	}
}

func (in *instance) served(i int, bases []base) bool {
	for _, b := range bases {
		for o := range in.demands[i].options {
			if _, ok := in.way(i, o, b); ok {
				return true
			}
		}
	}
	return false
}

func (in *instance) blockedBy(i int) string {
	d := &in.demands[i]
	if len(d.options) == 0 {
		var why []string
		for w := range d.why {
			why = append(why, w)
		}
		slices.Sort(why)
		if len(why) > 3 {
			why = why[:3]
		}
		return "No way of brewing is possible: " + strings.Join(why, "; ") + "."
	}
	switch {
	case d.noFuel && !d.urn && !d.socket && !d.fire:
		return "Fuel cannot fly, and none is sold between the flight and here."
	case len(in.grinders) == 0 && d.options[0].grind:
		return "The beans are whole and there is no grinder."
	case !d.urn && !d.socket && !d.fire && len(in.burners) == 0:
		return "It needs hot water and there is no burner."
	case !d.urn && !d.socket && len(in.vessels) == 0:
		return "It needs hot water and there is no pot or kettle."
	}
	return "No pot, burner and cup on the shelf go together for it."
}

// remedy is the lightest thing of the starter shelf that would make a brew
// possible, or the lightest two.
func (in *instance) remedy(ctx context.Context, i int, shelf []gear.Item) string {
	d := in.demands[i]
	one := trip.Trip{Name: in.trip.Name, People: in.trip.People, Stops: []trip.Stop{in.trip.Stops[d.stop]}}
	one.Stops[0].Brews = []trip.Brew{d.brew}
	w := in.wishes
	w.Must, w.MassG, w.VolumeMl, w.MorningMin, w.Budget, w.Fallback = nil, nil, nil, nil, nil, false
	starter := gear.Starter()
	works := func(extra ...gear.Item) bool {
		try, err := build(ctx, one, append(slices.Clone(shelf), extra...), w)
		return err == nil && try.served(0, try.bases())
	}
	slices.SortStableFunc(starter, func(a, b gear.Item) int { return int(10 * (a.MassG - b.MassG)) })
	// The lightest of each kind, and of brewers and pots the two lightest, is what
	// a small change would be.
	per := map[gear.Kind]int{}
	starter = slices.DeleteFunc(starter, func(it gear.Item) bool {
		per[it.Kind]++
		most := map[gear.Kind]int{gear.Burner: 1, gear.Grinder: 1, gear.Cup: 2, gear.Vessel: 2, gear.Brewer: 2, gear.Filter: 2}[it.Kind]
		return per[it.Kind] > most
	})
	for k := range starter {
		starter[k].ID = -int64(k) - 1
	}
	for _, a := range starter {
		if works(a) {
			return fmt.Sprintf("Add: %s, about %.0f g.", quantity.LowerFirst(a.Name), a.MassG)
		}
	}
	for x, a := range starter {
		for _, b := range starter[x+1:] {
			if a.Kind != b.Kind && works(a, b) {
				return fmt.Sprintf("Add: %s and %s, about %.0f g.", quantity.LowerFirst(a.Name), quantity.LowerFirst(b.Name), a.MassG+b.MassG)
			}
		}
	}
	return "Make this brew ahead, or leave it out."
}
