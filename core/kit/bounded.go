package kit

import (
	"cmp"
	"math"
	"slices"
	"strconv"

	"apodemos/core/gear"
	"apodemos/core/quantity"
)

// How many of a kind the search tries; of more it takes those that stand out. Two hundred
// things of all kinds have hundreds of millions of kits, and nobody waits for those.
const (
	mostBrewers  = 40
	mostVessels  = 12
	mostBurners  = 8
	mostGrinders = 6
	mostScales   = 4
	mostCups     = 8
)

// mostWork bounds a search, in looks at a way of making a brew: some seconds of two
// processors of 2024. It is counted and not timed, so that the same shelf gives the same kit
// on every machine.
const mostWork = 120e6

// mostKept bounds the front that is kept while searching.
const mostKept = 20_000

// thin leaves out of the search what there is too much of: kept are the lightest of a kind,
// what is best at what the kind is for, and what must go along.
func (in *instance) thin() {
	f := func(list *[]int, most int, virtues ...func(gear.Item) float64) {
		all := slices.DeleteFunc(slices.Clone(*list), func(k int) bool { _, gone := in.gone[k]; return gone && !in.must[k] })
		if len(all) <= most {
			return
		}
		kept := map[int]bool{}
		for _, k := range all {
			if in.must[k] {
				kept[k] = true
			}
		}
		// In turns, the best by each virtue: lightness twice, for it counts for all.
		light := func(it gear.Item) float64 { return it.MassG + 10*float64(len(it.Parts)) }
		for turn := 0; len(kept) < most; turn++ {
			virtue := append([]func(gear.Item) float64{light, light}, virtues...)[turn%(len(virtues)+2)]
			best := none
			for _, k := range all {
				if !kept[k] && (best == none || virtue(in.items[k]) < virtue(in.items[best])) {
					best = k
				}
			}
			if best == none {
				break
			}
			kept[best] = true
		}
		for _, k := range all {
			if !kept[k] {
				in.unseen[k] = true
			}
		}
		*list = slices.DeleteFunc(slices.Clone(*list), func(k int) bool { return in.unseen[k] })
	}
	large := func(v *float64) float64 { return -or(v) }
	f(&in.vessels, mostVessels, func(it gear.Item) float64 { return large(it.CapacityMl) },
		func(it gear.Item) float64 { return b2f(!it.Spout)*1e6 + it.MassG }, func(it gear.Item) float64 { return b2f(it.Spout)*1e6 + it.MassG })
	f(&in.burners, mostBurners, func(it gear.Item) float64 { return large(it.PowerW) }, func(it gear.Item) float64 { return large(it.Efficiency) })
	f(&in.grinders, mostGrinders, func(it gear.Item) float64 { return b2f(it.Blade)*1e6 - or(it.DoseG) })
	f(&in.scales, mostScales)
	enough := func(it gear.Item) float64 { return b2f(it.Pieces() < in.people) * 1e9 }
	f(&in.cups, mostCups, func(it gear.Item) float64 { return enough(it) + large(it.CapacityMl) }, func(it gear.Item) float64 { return enough(it) + b2f(!it.Insulated)*1e6 + it.MassG }, func(it gear.Item) float64 { return enough(it) + it.MassG })
	f(&in.brewers, mostBrewers, func(it gear.Item) float64 { return large(it.CapacityMl) }, func(it gear.Item) float64 { return it.MassG / math.Max(float64(len(it.Methods())), 1) })
}

func or(v *float64) float64 {
	if v == nil {
		return 0
	}
	return *v
}

// ordered are the bases, those first whose own things weigh least by the weighting, with
// what they weigh.
func (in *instance) ordered() (bases []base, weight []float64) {
	bases = in.bases()
	type weighed struct {
		b base
		w float64
	}
	list := make([]weighed, len(bases))
	for i, b := range bases {
		list[i] = weighed{b, in.weights.of(in.bare(b).gear)}
	}
	slices.SortStableFunc(list, func(a, b weighed) int { return cmp.Compare(a.w, b.w) })
	weight = make([]float64, len(list))
	for i, x := range list {
		bases[i], weight[i] = x.b, x.w
	}
	return bases, weight
}

// floor is the least that the brews can add to any kit: in each objective by itself, and
// weighted. Every brew takes, in each, the best of all its ways with the best of all vessels,
// burners, grinders and cups.
func (in *instance) floor() (low point, weighted float64) {
	for i := range in.demands {
		d := &in.demands[i]
		least, cheapest := point{math.Inf(1), math.Inf(1), math.Inf(1), math.Inf(1)}, math.Inf(1)
		for oi := range d.options {
			o := &d.options[oi]
			w := way{cup: math.Max(o.cup[0], o.cup[1])}
			seconds := o.afterS
			if o.hot && !d.urn && !d.socket {
				quick, fuel := math.Inf(1), math.Inf(1)
				if rows := in.vu[d.like]; rows != nil {
					for _, h := range rows[oi] {
						if h.ok {
							quick, fuel = math.Min(quick, h.seconds), math.Min(fuel, h.fuelG)
						}
					}
				}
				if math.IsInf(quick, 1) {
					continue // nothing heats it
				}
				seconds += math.Max(quick, o.prepS) + lightingS
				if d.ownFuel && !d.fire {
					w.mass += fuel * d.times * in.reserve * in.leastCounts
				}
			}
			if d.ownCoffee {
				w.mass += o.doseG * d.times
			}
			if d.worst {
				w.mass += o.rinseMl * d.times
			}
			w.minutes = seconds / 60
			w.fuss = 2*o.tidy + 2*b2f(o.papers > 0)
			p := in.part(i, w)
			for k := range least {
				least[k] = math.Min(least[k], p[k])
			}
			cheapest = math.Min(cheapest, in.weights.of(p))
		}
		if math.IsInf(cheapest, 1) {
			return point{}, 0 // it has no way: no kit serves the trip, and nothing is to be bounded
		}
		for k := range low {
			low[k] += least[k]
		}
		weighted += cheapest
	}
	return low, weighted
}

// pointless reports whether no kit on a base can be on the front, or the best of anything,
// by what its own things weigh and the least that the brews can add.
func (in *instance) pointless(f *found, bare *table, low point) bool {
	if f.track || f.best == nil {
		return false
	}
	p := bare.gear
	for k := range p {
		p[k] += low[k]
	}
	w := &walk{in: in, t: bare, f: f, limit: maxBrewers}
	for c := range in.brewers {
		w.set = append(w.set, c)
	}
	return !w.notable(in.weights.of(p)) && slices.ContainsFunc(f.front, func(e entry) bool { return e.p.beats(p) || e.p.same(p) })
}

// tableOf is the table of a kit's base, made again where it is not at hand: kits that are
// kept do not keep theirs, which are large.
func (in *instance) tableOf(e *entry) *table {
	if t := in.cache[e.base]; t != nil {
		return t
	}
	if in.cache == nil || len(in.cache) >= 32 {
		in.cache = map[base]*table{}
	}
	t, _ := in.table(e.base)
	in.cache[e.base] = t
	return t
}

// proven reports whether no kit can be better than the best.
func (f *found) proven(in *instance) bool {
	return len(in.unseen) == 0 && !f.cut && (f.rest == 0 || f.best != nil && f.bound >= in.weights.of(f.best.p)-least)
}

// saySearched says what was proven, and what was not.
func (in *instance) saySearched(c *Answer, f *found) {
	if f.best != nil {
		c.Bound = in.weights.of(f.best.p)
		if !c.Proven {
			if f.rest > 0 {
				c.Bound = math.Min(f.bound, c.Bound)
			}
		}
	}
	say := func(s quantity.Sentence, v ...quantity.Value) { c.Said = append(c.Said, s.Say(v...).Text) }
	if n := len(in.unseen); n > 0 {
		say(unseenThings, num(float64(n)))
	}
	switch looked, left := quantity.Text(count(f.kits)), quantity.Text(count(f.rest)); {
	case f.best == nil && f.rest > 0:
		say(lookedAt, looked, left)
	case f.best == nil:
		say(considered, looked)
	case f.rest > 0 && f.bound < in.weights.of(f.best.p)-least:
		say(notProven, looked, left, quantity.Fine(c.Bound, quantity.Point), quantity.Fine(in.weights.of(f.best.p), quantity.Point))
	case !c.Proven:
		say(ofLookedAt, looked)
	case f.rest > 0:
		say(provenUnseen, looked, left)
	default:
		say(proven, looked)
	}
	if f.cut {
		say(frontCut, num(mostKept))
	}
}

// count is a number of kits in words: whole up to a million, three digits beyond.
func count(n float64) string {
	of := ""
	for _, u := range []struct {
		of   float64
		name string
	}{{1e12, " trillion"}, {1e9, " billion"}, {1e6, " million"}} {
		if n >= u.of {
			n, of = n/u.of, u.name
			break
		}
	}
	if of != "" && n < 999.5 {
		return strconv.FormatFloat(n, 'g', 3, 64) + of
	}
	digits := strconv.FormatFloat(math.Round(n), 'f', 0, 64)
	for at := len(digits) - 3; at > 0; at -= 3 {
		digits = digits[:at] + "," + digits[at:]
	}
	return digits + of
}
