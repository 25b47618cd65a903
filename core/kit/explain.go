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
	say := func(s quantity.Sentence, v ...quantity.Value) { c.Reasons = append(c.Reasons, s.Say(v...)) }
	b := f.best
	say(quantity.Either(in.weight == 1, servesOne, servesAll), in.name(b), num(in.weight), g(b.p[oMass]), quantity.Lasting(60*math.Round(b.p[oTime])))
	if n := in.items[b.base.cup].Pieces(); n < in.people {
		say(fewCups, num(n), num(in.people))
	}
	light, cup := &f.front[0], &f.front[0]
	for i := range f.front {
		if f.front[i].p[oCup] < cup.p[oCup]-1e-9 {
			cup = &f.front[i]
		}
	}
	if light.p[oMass] < b.p[oMass]-1 {
		worse := light.p[oCup] - b.p[oCup]
		say(quantity.Either(worse >= 0, lightestCosts, lightestGains), in.versus(light, b), g(b.p[oMass]-light.p[oMass]), num(math.Abs(worse)))
	} else {
		say(noneLighter)
	}
	if more := cup.p[oMass] - b.p[oMass]; cup.p[oCup] < b.p[oCup]-notablePoints {
		say(quantity.Either(more >= 0, bestCupsMore, bestCupsLess), in.versus(cup, b), num(100-cup.p[oCup]), g(math.Abs(more)))
	} else {
		say(noneBetter)
	}
	if f.second == nil {
		if len(b.brewers) > 0 {
			say(noneWithout)
		}
		return
	}
	r := f.second
	gap := in.weights.of(r.p) - in.weights.of(b.p)
	say(nextBest, in.name(r), g(r.p[oMass]), num(100-r.p[oCup]))
	for _, o := range []struct {
		i     int
		w     float64
		scale float64
		wins  quantity.Sentence
	}{{oMass, in.weights.Mass, 100, ifMass}, {oCup, in.weights.Cup, 1, ifCup}, {oTime, in.weights.Time, 1, ifTime}, {oFuss, in.weights.Fuss, 1, ifFuss}} {
		gain := o.w * (b.p[o.i] - r.p[o.i]) / o.scale
		if gain > 1e-6 {
			if factor := 1 + gap/gain; factor < 20 {
				say(o.wins, num(math.Ceil(factor*10)/10))
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
func (in *instance) tips(f *found, say func(quantity.Sentence, ...quantity.Value)) {
	for _, kind := range []struct {
		like quantity.Sentence
		is   func(d *demand) bool
	}{
		{ifHigh, func(d *demand) bool { a := d.brew.Request.Place.AltitudeM; return a != nil && *a > 3000 }},
		{ifFrost, func(d *demand) bool { a := d.brew.Request.Place.AirC; return a != nil && *a < 0 }},
		{ifUrn, func(d *demand) bool { return d.urn }},
		{ifThree, func(d *demand) bool { return d.people >= 3 }},
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
				say(kind.like, in.name(f.second), num(k))
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
		tell := func(s ...quantity.Phrase) { c.Excluded = append(c.Excluded, Excluded{it.ID, quantity.Together(s...)}) }
		say := func(s quantity.Sentence, v ...quantity.Value) {
			tell(s.Say(append([]quantity.Value{quantity.Noun(it.Name)}, v...)...))
		}
		k, considered := at[it.ID]
		by, out := in.gone[k]
		switch {
		case considered && slices.Contains(taken, k):
		case !it.Usable():
			say(isBroken, quantity.Text(it.Condition))
		case slices.Contains(in.wishes.Without, it.ID):
			say(asYouSet)
		case !considered:
			say(toBuy)
		case it.Kind == gear.Filter:
			say(nothingTakes)
		case it.Type == "jar", !in.counted(k):
			say(noPart, g(it.MassG))
		case in.unseen[k]:
			say(notLookedAt)
		case out:
			say(outdone, quantity.Noun(in.items[by].Name))
		case f.bestWith[k] == nil:
			say(in.whyNever(k))
		default:
			e := f.bestWith[k]
			more := []quantity.Phrase{bestWith.Say(quantity.Noun(it.Name))}
			differs := func(d, least float64, over, under quantity.Sentence, unit func(float64) quantity.Value) {
				if math.Abs(d) >= least {
					more = append(more, quantity.Either(d < 0, under, over).Say(unit(math.Abs(d))))
				}
			}
			differs(e.p[oMass]-f.best.p[oMass], 1, withItHeavier, withItLighter, g)
			differs(f.best.p[oCup]-e.p[oCup], 0.05, withItBetter, withItWorse, num)
			differs(e.p[oTime]-f.best.p[oTime], 0.1, withItSlower, withItQuicker, mins)
			differs(e.p[oFuss]-f.best.p[oFuss], 0.05, withItMoreFuss, withItLessFuss, num)
			if len(more) == 1 {
				say(asGood)
			} else {
				tell(more...)
			}
		}
	}
}

// whyNever says why no kit within the limits has an item.
func (in *instance) whyNever(k int) (quantity.Sentence, quantity.Value, quantity.Value) {
	it, none := in.items[k], quantity.Value{}
	if it.Kind == gear.Brewer {
		falls := 0
		for _, c := range in.cups {
			if j, ok := gear.Stands(it, in.items[c], in.support != -1); ok && j.Level == gear.No {
				falls++
			}
		}
		if falls > 0 && falls == len(in.cups) {
			return quantity.Either(gear.LeanedOn(it.Type), leansNowhere, fallsIn), none, none
		}
		for i := range in.demands {
			for _, why := range slices.Sorted(maps.Keys(in.demands[i].why)) {
				for _, m := range it.Methods() {
					if strings.HasPrefix(strings.ToLower(why), strings.ReplaceAll(m, "-", " ")) || strings.Contains(why, "in my gear") {
						return servesNoneFor, quantity.Text(why), none
					}
				}
			}
		}
		return servesNone, none, none
	}
	if it.Kind == gear.Cup && it.Pieces() < math.Min(in.people, in.mostCups) {
		return tooFew, num(it.Pieces()), num(in.people)
	}
	return inNone, none, none
}

// diagnose says why there is no kit, and the smallest change that would help.
func (in *instance) diagnose(ctx context.Context, c *Answer, f *found, shelf []gear.Item) {
	w := in.wishes
	say := func(s quantity.Sentence, v ...quantity.Value) { c.Limits = append(c.Limits, s.Say(v...)) }
	nearest := func(limit *float64, i int, tells quantity.Sentence, unit quantity.Unit) {
		if over(limit, f.nearest[i]) && !math.IsInf(f.nearest[i], 1) {
			say(tells, quantity.Of(f.nearest[i], unit), quantity.Of(*limit, unit))
		}
	}
	if !math.IsInf(f.nearest[0], 1) {
		nearest(w.MassG, 0, lightestOver, quantity.Gram)
		nearest(w.VolumeMl, 1, smallestOver, quantity.Millilitre)
		nearest(w.Budget, 2, cheapestOver, quantity.None)
		nearest(w.MorningMin, 3, quickestOver, quantity.None)
		if len(c.Limits) == 0 {
			say(allAtOnce)
		}
		return
	}
	bases := in.bases()
	if len(bases) == 0 {
		c.Blocked = append(c.Blocked, Blocked{Stop: in.demands[0].stop, Brew: in.demands[0].brew.ID, Name: in.demands[0].brew.Name, Why: noCup.Text(), Remedy: addCup.Text()})
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
			say(noFallback)
		} else {
			say(notWithOne)
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
		return noWay.Say(quantity.Text(strings.Join(why, "; "))).Text
	}
	switch {
	case d.noFuel && !d.urn && !d.socket && !d.fire:
		return noFuel.Text()
	case len(in.grinders) == 0 && d.options[0].grind:
		return noGrinder.Text()
	case !d.urn && !d.socket && !d.fire && len(in.burners) == 0:
		return noBurner.Text()
	case !d.urn && !d.socket && len(in.vessels) == 0:
		return noPot.Text()
	}
	return noTogether.Text()
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
			return addOne.Say(quantity.Noun(a.Name), g(a.MassG)).Text
		}
	}
	for x, a := range starter {
		for _, b := range starter[x+1:] {
			if a.Kind != b.Kind && works(a, b) {
				return addTwo.Say(quantity.Noun(a.Name), quantity.Noun(b.Name), g(a.MassG+b.MassG)).Text
			}
		}
	}
	return makeAhead.Text()
}
