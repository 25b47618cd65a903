package kit

import (
	"context"
	"math"
	"runtime"
	"slices"
	"sync"
)

// entry is a kit that was found: a base and a set of brewers.
type entry struct {
	p       point
	base    base
	brewers []int // columns
	morning float64
	vol     float64
	price   float64
}

// maxBrewers in one kit, and maxPapers of different kinds on a shelf.
const (
	maxBrewers = 3
	maxPapers  = 64
)

// found collects what a search is after.
type found struct {
	front    []entry
	best     *entry
	second   *entry   // the best that lacks a brewer of the best; set in the end
	without  []*entry // by column, the best kit without that brewer
	lacking  []float64
	small    *entry   // the best with room for a brewer more
	worst    float64  // the greatest of lacking
	bestWith []*entry // by item, the best kit with it
	scores   []float64
	nearest  [4]float64 // least mass, volume, price and morning of kits that serve everything; kept only where asked for
	track    bool
	kits     float64
	work     float64 // looks at ways
	rest     float64 // kits that were not looked at
	bound    float64 // what none of those can be under, weighted
	cut      bool    // the front was cut
}

// search goes through every base and every set of up to three brewers: what it
// finds is the best, and the whole front. With track it also keeps the least of
// what the limits are about, whatever the limits are. It ends with the context's error,
// and where it has done mostWork: then the rest is counted and bounded.
func (in *instance) search(ctx context.Context, track bool) (*found, error) {
	f := &found{track: track, bestWith: make([]*entry, len(in.items)), scores: make([]float64, len(in.items)), nearest: [4]float64{math.Inf(1), math.Inf(1), math.Inf(1), math.Inf(1)}}
	for k := range f.scores {
		f.scores[k] = math.Inf(1)
	}
	f.without, f.lacking, f.worst = make([]*entry, len(in.brewers)), make([]float64, len(in.brewers)), math.Inf(1)
	for c := range f.lacking {
		f.lacking[c] = math.Inf(1)
	}
	low, weighted := in.floor()
	bases, weight := in.ordered()
	all := subsets(len(in.brewers), max(maxBrewers, len(in.must)))
	// Tables are made side by side, some at a time, and gone through in order, so
	// that the same in gives the same out.
	const atOnce = 32
	for from := 0; from < len(bases); from += atOnce {
		if ctx.Err() != nil {
			return nil, ctx.Err()
		}
		in.tell(ctx, f, from, len(bases), weight[from]+weighted)
		if f.work > mostWork {
			f.rest, f.bound = all*float64(len(bases)-from), weight[from]+weighted
			break
		}
		block := bases[from:min(from+atOnce, len(bases))]
		tables := make([]*table, len(block))
		skipped, worked := make([]bool, len(block)), make([]int, len(block))
		var wg sync.WaitGroup
		workers := runtime.GOMAXPROCS(0)
		for w := range workers {
			wg.Go(func() {
				for i := w; i < len(block) && ctx.Err() == nil; i += workers {
					if skipped[i] = in.pointless(f, in.bare(block[i]), low); skipped[i] {
						continue
					}
					if t, ok := in.table(block[i]); ok {
						tables[i] = t
					}
					worked[i] = 1
				}
			})
		}
		wg.Wait()
		for i, t := range tables {
			f.work += float64(len(f.front)) / 8
			if worked[i] > 0 {
				f.work += float64(in.looks)
			}
			switch {
			case skipped[i]:
				f.kits += all
			case t != nil:
				in.sets(ctx, t, f)
			}
		}
	}
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	in.idle(f)
	if f.best != nil {
		for _, c := range f.best.brewers {
			if e := f.without[c]; e != nil && (f.second == nil || in.weights.of(e.p) < in.weights.of(f.second.p)-least) {
				f.second = e
			}
		}
	}
	slices.SortStableFunc(f.front, func(a, b entry) int {
		for i := range a.p {
			switch {
			case a.p[i] < b.p[i]:
				return -1
			case a.p[i] > b.p[i]:
				return 1
			}
		}
		return 0
	})
	return f, nil
}

// idle finds the best kit with each brewer that the search left out for making no
// brew: the best that has room for it, and its weight.
func (in *instance) idle(f *found) {
	if f.small == nil {
		return
	}
	for c, k := range in.brewers {
		if slices.Contains(f.small.brewers, c) {
			continue
		}
		e := *f.small
		it := &in.items[k]
		e.p[oMass] += it.MassG
		e.p[oFuss] += float64(len(it.Parts))
		if it.Price != nil {
			e.price += *it.Price
		}
		if v, ok := it.VolumeMl(); ok {
			e.vol += v
		}
		w := &in.wishes
		if over(w.MassG, e.p[oMass]) || over(w.VolumeMl, e.vol) || over(w.Budget, e.price) {
			continue
		}
		if score := in.weights.of(e.p); score < f.scores[k]-least {
			e.brewers = append(slices.Clone(e.brewers), c)
			f.scores[k], f.bestWith[k] = score, &e
		}
	}
}

// walk is the state of going through the sets of a base: for each depth which
// way each demand is made, and the sums.
type walk struct {
	ctx   context.Context
	in    *instance
	t     *table
	f     *found
	set   []int
	made  [][]uint16 // by depth, the column of each demand
	sum   []entry    // by depth
	left  []int      // by depth, demands that cannot be made yet
	limit int
	must  []int
}

// sets tries the sets of brewers on a base. A brewer that no demand could use
// only weighs, and is left out.
func (in *instance) sets(ctx context.Context, t *table, f *found) {
	w := &walk{ctx: ctx, in: in, t: t, f: f}
	cols := len(in.brewers) + 1
	var useful []int
	for c, k := range in.brewers {
		used := in.must[k]
		for i := range t.ways {
			used = used || t.ways[i][c].option != none
		}
		if used {
			useful = append(useful, c)
		}
		if in.must[k] {
			w.must = append(w.must, c)
		}
	}
	w.limit = max(maxBrewers, len(w.must))
	if w.hopeless(useful) {
		f.kits += subsets(len(useful), w.limit)
		return
	}
	for range w.limit + 1 {
		w.made = append(w.made, make([]uint16, len(t.ways)))
	}
	w.sum, w.left = make([]entry, w.limit+1), make([]int, w.limit+1)
	w.sum[0] = entry{p: t.gear, base: t.base, vol: t.vol, price: t.price}
	for i := range t.ways {
		w.made[0][i] = uint16(cols - 1)
		if at := i*cols + cols - 1; t.rank[at] == never {
			w.left[0]++
		} else {
			for o := range w.sum[0].p {
				w.sum[0].p[o] += t.parts[at][o]
			}
		}
	}
	w.try(useful, 0)
}

// subsets counts the sets of at most k of n things.
func subsets(n, k int) float64 {
	sum, c := 1.0, 1.0
	for i := 1; i <= min(n, k); i++ {
		c *= float64(n-i+1) / float64(i)
		sum += c
	}
	return sum
}

// hopeless reports whether no set of brewers on this base can be on the front or
// the best of anything: even if every demand took, in each objective by itself,
// the least of all its ways, and the brewers weighed nothing.
func (w *walk) hopeless(useful []int) bool {
	in, f, t := w.in, w.f, w.t
	if f.track || f.best == nil {
		return false
	}
	low := t.gear
	cols := len(in.brewers) + 1
	for i := range t.ways {
		least := point{math.Inf(1), math.Inf(1), math.Inf(1), math.Inf(1)}
		for c := range cols {
			if at := i*cols + c; t.rank[at] != never {
				for o := range least {
					least[o] = math.Min(least[o], t.parts[at][o])
				}
			}
		}
		for o := range low {
			low[o] += least[o]
		}
	}
	w.set = useful
	notable := w.notable(in.weights.of(low))
	w.set = nil
	return !notable && slices.ContainsFunc(f.front, func(e entry) bool { return e.p.beats(low) || e.p.same(low) })
}

func (w *walk) try(useful []int, from int) {
	depth := len(w.set)
	w.f.kits++
	w.f.work += float64(len(w.t.ways)) + float64(len(w.f.front))/8
	if w.ctx.Err() != nil {
		return
	}
	if w.left[depth] == 0 && has(w.set, w.must) {
		w.consider(depth)
	}
	if depth == w.limit {
		return
	}
	for i := from; i < len(useful); i++ {
		used := w.add(useful[i], depth)
		w.set = append(w.set, useful[i])
		if used || w.in.wishes.Fallback || slices.Contains(w.must, useful[i]) {
			w.try(useful, i+1)
		} else {
			// It makes no brew beside these, and none beside more of them: what it
			// weighs is all it adds, and the sets without it are tried anyway.
			w.f.kits += subsets(len(useful)-i-1, w.limit-depth-1)
		}
		w.set = w.set[:depth]
	}
}

// add works out the next depth: the set with one brewer more.
// It reports whether any brew is then made with it.
func (w *walk) add(c, depth int) (used bool) {
	t, cols := w.t, len(w.in.brewers)+1
	from, to := w.made[depth], w.made[depth+1]
	e := &w.sum[depth+1]
	*e = w.sum[depth]
	w.left[depth+1] = w.left[depth]
	it := &w.in.items[w.in.brewers[c]]
	e.p[oMass] += it.MassG
	e.p[oFuss] += float64(len(it.Parts))
	if v, ok := it.VolumeMl(); ok {
		e.vol += v
	}
	if it.Price != nil {
		e.price += *it.Price
	}
	for i := range to {
		to[i] = from[i]
		was, is := i*cols+int(from[i]), i*cols+c
		if t.rank[is] >= t.rank[was] {
			continue
		}
		to[i], used = uint16(c), true
		if t.rank[was] == never {
			w.left[depth+1]--
		} else {
			for o := range e.p {
				e.p[o] -= t.parts[was][o]
			}
		}
		for o := range e.p {
			e.p[o] += t.parts[is][o]
		}
	}
	return used
}

func has(set, must []int) bool {
	for _, m := range must {
		if !slices.Contains(set, m) {
			return false
		}
	}
	return true
}

// possible checks what is not a sum of its parts: papers, the second way, and
// the longest morning, which it fills in.
func (w *walk) possible(depth int, e *entry) bool {
	in := w.in
	var papers [maxPapers]float64
	for i, c := range w.made[depth] {
		if x := &w.t.ways[i][c]; x.paper != none {
			k := in.paperNo[x.paper]
			if papers[k] += x.papers; papers[k] > in.items[x.paper].Pieces() {
				return false
			}
		}
	}
	if in.wishes.Fallback && !in.second(w.t, w.set) {
		return false
	}
	if in.wishes.MorningMin != nil || w.f.track {
		mornings := map[int]float64{}
		for i, c := range w.made[depth] {
			if d := &in.demands[i]; d.early {
				for _, day := range d.days {
					mornings[day] += w.t.ways[i][c].minutes
					e.morning = math.Max(e.morning, mornings[day])
				}
			}
		}
	}
	return true
}

// second reports whether every demand has another way with the kit, and one of
// its ways needs no paper.
func (in *instance) second(t *table, set []int) bool {
	last := len(in.brewers)
	for i := range t.ways {
		n, bare := 0, false
		for _, c := range append(slices.Clone(set), last) {
			if w := t.ways[i][c]; w.option != none {
				n++
				bare = bare || w.papers == 0
			}
		}
		if n < 2 || !bare {
			return false
		}
	}
	return true
}

func over(limit *float64, v float64) bool { return limit != nil && v > *limit+1e-9 }

// consider takes a kit into what was found. What costs little to know comes
// first: most kits are beaten in everything by one that was found before.
func (w *walk) consider(depth int) {
	in, f := w.in, w.f
	e := w.sum[depth]
	wish := &in.wishes
	score := in.weights.of(e.p)
	beaten := false
	for i := range f.front {
		if q := &f.front[i].p; q.beats(e.p) || q.same(e.p) {
			// What refuses many goes forward, to refuse the next ones sooner.
			if i > 0 {
				f.front[i], f.front[i/2] = f.front[i/2], f.front[i]
			}
			beaten = true
			break
		}
	}
	if beaten && !f.track && !w.notable(score) {
		return
	}
	if over(wish.MassG, e.p[oMass]) && !f.track || !w.possible(depth, &e) {
		return
	}
	if f.track {
		for i, v := range [4]float64{e.p[oMass], e.vol, e.price, e.morning} {
			f.nearest[i] = math.Min(f.nearest[i], v)
		}
	}
	if over(wish.MassG, e.p[oMass]) || over(wish.VolumeMl, e.vol) || over(wish.MorningMin, e.morning) || over(wish.Budget, e.price) {
		return
	}
	e.brewers = slices.Clone(w.set)
	w.note(&e, score)
	if beaten {
		return
	}
	f.front = slices.DeleteFunc(f.front, func(q entry) bool { return e.p.beats(q.p) })
	if len(f.front) >= mostKept {
		f.cut = true
		return
	}
	f.front = append(f.front, e)
}

// least is by how much a score must be less to be better; rounding is not.
const least = 1e-10

// notable reports whether a score is the best of anything yet.
func (w *walk) notable(score float64) bool {
	f := w.f
	if f.best == nil || score < w.in.weights.of(f.best.p)-least || score < f.worst-least ||
		len(w.set) < w.limit && (f.small == nil || score < w.in.weights.of(f.small.p)-least) {
		return true
	}
	b := &w.t.base
	for _, k := range [5]int{b.vessel, b.burner, b.grinder, b.scale, b.cup} {
		if k != none && score < f.scores[k]-least {
			return true
		}
	}
	if b.support && score < f.scores[w.in.support]-least || b.server && score < f.scores[w.in.server]-least {
		return true
	}
	for _, c := range w.set {
		if score < f.scores[w.in.brewers[c]]-least {
			return true
		}
	}
	return false
}

// note keeps the best, the best without each brewer, and the best with each item.
func (w *walk) note(e *entry, score float64) {
	in, f := w.in, w.f
	if f.best == nil || score < in.weights.of(f.best.p)-least {
		f.best = e
	}
	if len(w.set) < w.limit && (f.small == nil || score < in.weights.of(f.small.p)-least) {
		f.small = e
	}
	if score < f.worst-least {
		for c := range f.lacking {
			if score < f.lacking[c]-least && !slices.Contains(w.set, c) {
				f.lacking[c], f.without[c] = score, e
			}
		}
		f.worst = math.Inf(-1)
		for _, v := range f.lacking {
			f.worst = math.Max(f.worst, v)
		}
	}
	with := func(k int) {
		if k != none && score < f.scores[k]-least {
			f.scores[k], f.bestWith[k] = score, e
		}
	}
	b := w.t.base
	for _, k := range []int{b.vessel, b.burner, b.grinder, b.scale, b.cup} {
		with(k)
	}
	if b.support {
		with(in.support)
	}
	if b.server {
		with(in.server)
	}
	for _, c := range w.set {
		with(in.brewers[c])
	}
}

// outdone returns, for grinders and scales, the item that is at least as good in
// everything that counts, if there is one: a kit with the other is then never
// better, and it is left out of the search.
func (in *instance) outdone(list []int) map[int]int {
	out := map[int]int{}
	limited := in.wishes.VolumeMl != nil || in.wishes.Budget != nil
	for _, a := range list {
		if in.must[a] || limited {
			continue
		}
		for _, b := range list {
			x, y := &in.items[a], &in.items[b]
			if a == b || y.MassG > x.MassG || len(y.Parts) > len(x.Parts) || y.Blade && !x.Blade || y.DoseG != nil && (x.DoseG == nil || *x.DoseG > *y.DoseG) {
				continue
			}
			if _, gone := out[b]; gone {
				continue
			}
			// Of two alike the first stays.
			alike := y.MassG == x.MassG && len(y.Parts) == len(x.Parts) && y.Blade == x.Blade && (x.DoseG == nil) == (y.DoseG == nil) && (x.DoseG == nil || *x.DoseG == *y.DoseG)
			if !alike || b < a {
				out[a] = b
				break
			}
		}
	}
	return out
}
