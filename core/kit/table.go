package kit

import (
	"apodemos/core/gear"
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
)

// What fuel is carried in, over its own mass; from memory: 0.6 g of steel to a gram
// of gas, 0.15 of a bottle.
const (
	gasCan = 1.6
	canG   = 230 // of gas in a usual canister
	bottle = 1.15
)

// point is the four objectives, all to be small.
type point [4]float64

// The objectives.
const (
	oMass = iota // g
	oCup         // points short of 100, mean
	oTime        // min, mean
	oFuss
)

// beats reports whether a is no worse than b in all and better in one.
func (a point) beats(b point) bool {
	better := false
	for i := range a {
		if a[i] > b[i]+1e-9 {
			return false
		}
		better = better || a[i] < b[i]-1e-9
	}
	return better
}

func (a point) same(b point) bool {
	for i := range a {
		if math.Abs(a[i]-b[i]) > 1e-9 {
			return false
		}
	}
	return true
}

func (w Weights) of(p point) float64 {
	return w.Mass*p[oMass]/100 + w.Cup*p[oCup] + w.Time*p[oTime] + w.Fuss*p[oFuss]
}

// base is what a kit has one of, or none.
type base struct {
	vessel, burner, grinder, scale, cup int
	support, server                     bool
}

// way is the best way of a demand with one brewer on a base.
type way struct {
	option  int     // none when there is none
	cost    float64 // weighted
	cup     float64
	mass    float64 // g carried for it over the stay
	minutes float64
	fuss    float64
	papers  float64
	paper   int
	fuelG   float64
}

// table holds, for a base, the best way of each demand with each brewer; the
// last column is the ways that need no brewer.
type table struct {
	base       base
	ways       [][]way // [demand][brewer or none]
	gear       point   // of the base's own items; cup and time of the whole are 0
	vol, price float64
	can        float64 // of the mass, a whole canister
	// The same, ready to be summed: the order of a demand's ways from the best,
	// and what each adds to the objectives. Row by row, a column a brewer.
	rank  []int16
	parts []point
}

func choices(list []int) []int { return append([]int{none}, list...) }

func keep(list []int, gone map[int]int) []int {
	return slices.DeleteFunc(slices.Clone(list), func(k int) bool { _, is := gone[k]; return is })
}

// bases lists the combinations of what there is one of. A kit without cups is
// none.
func (in *instance) bases() []base {
	type loose struct{ support, server bool }
	supports := []loose{{}}
	if in.support != none {
		supports = append(supports, loose{support: true})
	}
	if in.server != none {
		for _, s := range slices.Clone(supports) {
			supports = append(supports, loose{s.support, true})
		}
	}
	var out []base
	for _, v := range choices(in.vessels) {
		for _, u := range choices(in.burners) {
			for _, c := range in.cups {
				if in.items[c].Pieces() < math.Min(in.people, in.mostCups) {
					continue
				}
				for _, t := range supports {
					for _, g := range choices(keep(in.grinders, in.gone)) {
						for _, s := range choices(keep(in.scales, in.gone)) {
							b := base{v, u, g, s, c, t.support, t.server}
							if in.keepsMust(b) {
								out = append(out, b)
							}
						}
					}
				}
			}
		}
	}
	return out
}

// keepsMust reports whether a base has every item of its kinds that must go.
func (in *instance) keepsMust(b base) bool {
	for k := range in.must {
		if slices.Contains(in.brewers, k) {
			continue
		}
		one := slices.Contains(in.vessels, k) || slices.Contains(in.burners, k) || slices.Contains(in.grinders, k) || slices.Contains(in.scales, k) || slices.Contains(in.cups, k)
		if one && k != b.vessel && k != b.burner && k != b.grinder && k != b.scale && k != b.cup {
			return false
		}
		if k == in.support && !b.support || k == in.server && !b.server {
			return false
		}
	}
	return true
}

// bare is the table of a base without its ways: what its own things are.
func (in *instance) bare(b base) *table {
	t := &table{base: b}
	for _, k := range []int{b.vessel, b.burner, b.grinder, b.scale} {
		in.add(t, k, 1)
	}
	in.add(t, b.cup, math.Min(in.people, in.items[b.cup].Pieces()))
	if in.gasG > 0 && in.carriedIn(b.burner) == gasCan {
		// Nobody carries a part of a canister: the first is carried whole, and what the trip
		// burns beyond it counts by its gas.
		t.can = canG * gasCan
		t.gear[oMass] += t.can
	}
	if b.support {
		in.add(t, in.support, 1)
	}
	if b.server {
		in.add(t, in.server, 1)
	}
	for k := range in.must { // things of other kinds that must go
		if !in.counted(k) {
			in.add(t, k, 1)
		}
	}
	return t
}

// table works out a base; false when some demand has no way on it.
func (in *instance) table(b base) (*table, bool) {
	t := in.bare(b)
	t.ways = make([][]way, len(in.demands))
	cols := len(in.brewers) + 1
	flat := make([]way, len(in.demands)*cols)
	for i := range in.demands {
		row := flat[i*cols : (i+1)*cols]
		t.ways[i] = row
		for c := range row {
			row[c].option = none
		}
		any := false
		for o := range in.demands[i].options {
			w, ok := in.way(i, o, b)
			if !ok {
				continue
			}
			any = true
			col := cols - 1
			if k := in.demands[i].options[o].brewer; k != none {
				col = slices.Index(in.brewers, k)
			}
			if better(w, row[col]) {
				row[col] = w
			}
		}
		if !any {
			return nil, false
		}
	}
	in.order(t)
	return t, true
}

// never is the rank of a way that there is not.
const never = math.MaxInt16

// order ranks the ways of each demand and prepares their sums.
func (in *instance) order(t *table) {
	cols := len(in.brewers) + 1
	t.rank, t.parts = make([]int16, len(t.ways)*cols), make([]point, len(t.ways)*cols)
	for i, row := range t.ways {
		for c := range row {
			w := &row[c]
			if w.option == none {
				t.rank[i*cols+c] = never
				continue
			}
			t.parts[i*cols+c] = in.part(i, *w)
			var before int16
			for o := range row {
				// Of equals the one without a brewer comes first, then the first.
				if better(row[o], *w) || o != c && row[o].option != none && !better(*w, row[o]) && (o == cols-1 || c != cols-1 && o < c) {
					before++
				}
			}
			t.rank[i*cols+c] = before
		}
	}
}

// better orders ways by what the weighting makes of them, then by the cup, and
// then the first stays.
func better(a, b way) bool {
	switch {
	case a.option == none:
		return false
	case b.option == none:
		return true
	case a.cost != b.cost:
		return a.cost < b.cost
	}
	return a.cup > b.cup
}

// counted reports whether an item is part of a base or a brewer.
func (in *instance) counted(k int) bool {
	return k == in.support || k == in.server || slices.Contains(in.brewers, k) || slices.Contains(in.vessels, k) || slices.Contains(in.burners, k) ||
		slices.Contains(in.grinders, k) || slices.Contains(in.scales, k) || slices.Contains(in.cups, k) || in.items[k].Kind == "filter"
}

func (in *instance) add(t *table, k int, n float64) {
	if k == none {
		return
	}
	it := in.items[k]
	t.gear[oMass] += it.MassG * n
	t.gear[oFuss] += float64(len(it.Parts))
	if v, ok := it.VolumeMl(); ok {
		t.vol += v * n
	}
	if it.Price != nil {
		t.price += *it.Price
	}
}

// way is what an option takes on a base; false when it cannot be made there.
func (in *instance) way(di, oi int, b base) (way, bool) {
	d, o := &in.demands[di], &in.demands[di].options[oi]
	if o.grind && b.grinder == none {
		return way{}, false
	}
	if o.fine && b.grinder != none && in.items[b.grinder].Blade {
		return way{}, false
	}
	if o.wantsPot && (b.vessel == none || in.items[b.vessel].Spout) {
		return way{}, false
	}
	if o.kettle && b.vessel == none {
		return way{}, false
	}
	cup := in.items[b.cup]
	if cup.CapacityMl != nil && o.drink > 0.92**cup.CapacityMl {
		return way{}, false
	}
	if o.rests && !gear.Carries(in.items[o.brewer], cup, b.support) {
		return way{}, false
	}
	if o.serverMl > 0 && !in.holds(b, o.serverMl) {
		return way{}, false
	}
	w := way{option: oi, paper: o.paper, papers: o.papers * d.times, cup: o.cup[0]}
	if cup.Insulated {
		w.cup = o.cup[1]
	}
	w.cup = math.Max(w.cup-sum(in.byHand(o, b)), 0)
	seconds := o.afterS
	if o.hot && !d.urn && !d.socket {
		vi, ui := b.vessel, b.burner
		if o.flame && o.brewer != none {
			vi = none
		}
		if d.fire {
			ui = none
		}
		h, ok := in.heatedIn(d.like, oi, vi, ui)
		if !ok || (!d.fire && ui == none) {
			return way{}, false
		}
		seconds += math.Max(h.seconds, o.prepS) + lightingS
		w.fuelG = h.fuelG * d.times
		if d.ownFuel {
			w.mass += w.fuelG * in.reserve * in.carriedIn(ui) * in.counts(ui)
		}
	}
	seconds += in.refilling(o, b)
	if d.ownCoffee {
		w.mass += o.doseG * d.times
	}
	if d.ownPapers {
		w.mass += w.papers * brew.PaperG
	}
	if d.worst {
		w.mass += o.rinseMl * d.times
	}
	w.minutes = seconds / 60
	w.fuss = 2*o.tidy + 2*b2f(o.papers > 0)
	w.cost = in.weights.of(in.part(di, w))
	return w, true
}

// holds reports whether a cup of the kit, or a server that goes along, takes what a
// brewer for several runs into.
func (in *instance) holds(b base, ml float64) bool {
	return in.items[b.cup].Holds(ml) || b.server && in.items[in.server].Holds(ml)
}

// lost is points taken off for a piece of gear.
type lost struct {
	why    string
	points float64
}

func sum(list [3]lost) float64 { return list[0].points + list[1].points + list[2].points }

// byHand is what a cup loses where there is no scale, no spout or no burrs.
func (in *instance) byHand(o *option, b base) (out [3]lost) {
	switch {
	case b.scale != none:
	case o.pours > 1:
		out[0] = lost{"Several pours by eye, without a scale", noScale}
	default:
		out[0] = lost{"By eye, without a scale", someScale}
	}
	if slices.Contains(o.method.Needs, "kettle with a spout") && (b.vessel == none || !in.items[b.vessel].Spout) {
		out[1] = lost{"Poured without a spout", noSpout}
	}
	if b.grinder != none && o.grind && in.items[b.grinder].Blade {
		out[2] = lost{"Chopped, not ground", chopped}
	}
	return out
}

// refilling is how long it takes to fill a small grinder again, in s.
func (in *instance) refilling(o *option, b base) float64 {
	if b.grinder == none || !o.grind || in.items[b.grinder].DoseG == nil {
		return 0
	}
	return (math.Ceil(o.batchG / *in.items[b.grinder].DoseG) - 1) * fillAgainS * o.batches
}

// part is what a way adds to the objectives of a kit.
func (in *instance) part(di int, w way) point {
	share := in.demands[di].times / in.weight
	return point{w.mass, (100 - w.cup) * share, w.minutes * share, w.fuss * share}
}

// carriedIn is the mass of a burner's fuel with what it is carried in, over its
// own.
func (in *instance) carriedIn(burner int) float64 {
	switch {
	case burner == none:
		return 0 // found there
	case strings.HasPrefix(in.items[burner].Type, "canister"):
		return gasCan
	}
	return bottle
}

// counts is the share of a burner's fuel that counts brew by brew: all of it from a bottle,
// and of gas what the first canister does not hold.
func (in *instance) counts(burner int) float64 {
	if in.carriedIn(burner) != gasCan || in.gasG == 0 {
		return 1
	}
	return math.Max(0, 1-canG/in.gasG)
}

// gasNeeded is about how much gas the trip burns of what is carried, in g: each brew by the
// way that takes the least.
func (in *instance) gasNeeded() float64 {
	sum := 0.0
	for i := range in.demands {
		d := &in.demands[i]
		if !d.ownFuel || d.urn || d.socket || d.fire {
			continue
		}
		least := math.Inf(1)
		for oi := range d.options {
			if rows := in.vu[d.like]; rows != nil && d.options[oi].hot {
				for _, h := range rows[oi] {
					if h.ok && h.fuelG > 0 {
						least = math.Min(least, h.fuelG)
					}
				}
			}
		}
		if !math.IsInf(least, 1) {
			sum += least * d.times * in.reserve
		}
	}
	return sum
}

func b2f(v bool) float64 {
	if v {
		return 1
	}
	return 0
}
