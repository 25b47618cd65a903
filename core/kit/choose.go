package kit

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/core/working"
)

// MaxShelf bounds a shelf that a kit is chosen from.
const MaxShelf = 200

// mostFront bounds the front that is handed out; the search itself keeps all of
// it.
const mostFront = 400

// Choose finds the kits for a trip. Its error is brew.Problems. When no kit
// serves the trip, Best is nil and Blocked or Limits say why and what would help.
//
// It ends with the context's error when its asker is gone. On a large shelf it looks at so
// many kits and no more; Proven then tells whether none can be better than the best found,
// and Bound how good one could be at most.
func Choose(ctx context.Context, t trip.Trip, shelf []gear.Item, w Wishes) (*Answer, error) {
	if n := len(shelf); n > MaxShelf {
		return nil, brew.Problems{{Field: "shelf", Value: n, Message: fmt.Sprintf("%d items in my gear is too many. Keep up to %d to choose a kit", n, MaxShelf)}}
	}
	in, err := build(ctx, t, shelf, w)
	if err != nil {
		return nil, err
	}
	f, err := in.search(ctx, false)
	if err != nil {
		return nil, err
	}
	c := &Answer{Front: []Kit{}, Reasons: []quantity.Phrase{}, Excluded: []Excluded{}, Blocked: []Blocked{}, Limits: []quantity.Phrase{}, Joints: []gear.Joint{}, Nests: []gear.Nest{}, Working: working.Sheet{},
		Kits: f.kits, Proven: f.proven(in), Said: []string{
			"A kit has at most one pot or kettle, burner, grinder, scale and kind of cup, and up to three brewers. Each brew uses the method that scores best.",
			"Cups are for the people on the trip; guests bring their own.",
			"Cold concentrate is left out: it is made at home. Points for cup, mess and parts are judgement, from memory.",
			"Each recipe is planned in a medium pot; only heating and fuel are worked out per pot and burner.",
		}}
	in.saySearched(c, f)
	if f.best == nil {
		near, err := in.search(ctx, true)
		if err != nil {
			return nil, err
		}
		if f.rest+near.rest > 0 {
			c.Limits = append(c.Limits, noneFound.Say())
		}
		in.diagnose(ctx, c, near, shelf)
		return c, ctx.Err()
	}
	best := in.kit(f.best)
	c.Best = &best
	if f.second != nil {
		k := in.kit(f.second)
		c.RunnerUp = &k
	}
	for i := range f.front {
		if i == mostFront {
			c.Said = append(c.Said, frontShown.Say(num(float64(len(f.front))), num(mostFront)).Text)
			break
		}
		c.Front = append(c.Front, in.kit(&f.front[i]))
	}
	c.Working = in.workings(f.best, best)
	c.Joints = in.joints(f.best)
	var packed []gear.Item
	for _, id := range best.Items {
		for _, it := range in.items {
			if it.ID == id {
				packed = append(packed, it)
			}
		}
	}
	c.Nests = gear.Nests(packed)
	in.reasons(c, f)
	in.exclude(c, f, shelf)
	return c, nil
}

// Lay plans a trip with just the items given: all of them are carried, whether a
// brew uses them or not.
func Lay(ctx context.Context, t trip.Trip, shelf []gear.Item, items []int64, w Wishes) (*Answer, error) {
	var taken []gear.Item
	w.Must, w.Without, w.Buy = nil, nil, true
	w.MassG, w.VolumeMl, w.Budget, w.MorningMin, w.Fallback = nil, nil, nil, nil, false
	for _, it := range shelf {
		if slices.Contains(items, it.ID) {
			taken = append(taken, it)
			if (it.Kind == gear.Brewer && it.Type != "jar" || it.Kind == gear.Server) && it.Usable() {
				w.Must = append(w.Must, it.ID)
			}
		}
	}
	a, err := Choose(ctx, t, taken, w)
	if err != nil || a.Best == nil {
		return a, err
	}
	people := float64(max(t.People, 1))
	a.Nests = gear.Nests(taken)
	for _, it := range taken {
		if slices.Contains(a.Best.Items, it.ID) || !it.Usable() {
			continue
		}
		g := it.CarriedG(people)
		a.Best.Items = append(a.Best.Items, it.ID)
		a.Best.GearG += g
		a.Best.MassG += g
		a.Best.Fuss += float64(len(it.Parts))
		volume := 0.0
		if v, ok := it.VolumeMl(); ok {
			volume = v * g / it.MassG
		}
		a.Best.VolumeMl += volume
		for path, v := range map[string]float64{"kit.gear_g": g, "kit.mass_g": g, "kit.volume_ml": volume, "kit.fuss": float64(len(it.Parts))} {
			extend(a.Working, path, it.Name+", unused", v)
		}
	}
	a.Front, a.RunnerUp, a.Reasons = []Kit{}, nil, []quantity.Phrase{}
	return a, nil
}

// itemsOf lists the items of a kit, papers with it.
func (in *instance) itemsOf(e *entry) []int {
	var list []int
	for _, c := range e.brewers {
		list = append(list, in.brewers[c])
	}
	b := e.base
	for _, k := range []int{b.vessel, b.burner, b.grinder, b.scale, b.cup} {
		if k != none {
			list = append(list, k)
		}
	}
	if b.support {
		list = append(list, in.support)
	}
	if b.server {
		list = append(list, in.server)
	}
	for k := range in.items {
		if in.must[k] && !slices.Contains(list, k) {
			list = append(list, k)
		}
	}
	for i := range in.demands {
		if w := in.chosen(e, i); w.paper != none && !slices.Contains(list, w.paper) {
			list = append(list, w.paper)
		}
	}
	return list
}

// chosen is the way that a kit makes a demand, as the search takes it.
func (in *instance) chosen(e *entry, i int) way {
	best, _ := in.ranked(e, i)
	return best
}

// ranked is the best way of a demand with a kit, and the next best with another
// brewer or none; its option is none when there is no other.
func (in *instance) ranked(e *entry, i int) (best, next way) {
	best.option, next.option = none, none
	best.paper = none
	ways := in.tableOf(e).ways[i]
	for _, c := range append([]int{len(in.brewers)}, e.brewers...) {
		w := ways[c]
		switch {
		case better(w, best):
			best, next = w, best
		case better(w, next):
			next = w
		}
	}
	return best, next
}

func (in *instance) kit(e *entry) Kit {
	k := Kit{Items: []int64{}, MassG: e.p[oMass], VolumeMl: e.vol, Price: e.price, Cup: 100 - e.p[oCup], Minutes: e.p[oTime], Fuss: e.p[oFuss], Score: in.weights.of(e.p), Brews: []Serving{}}
	for _, i := range in.itemsOf(e) {
		k.Items = append(k.Items, in.items[i].ID)
	}
	t := in.tableOf(e)
	k.GearG = t.gear[oMass] - t.can
	for _, c := range e.brewers {
		k.GearG += in.items[in.brewers[c]].MassG
	}
	k.UsedG = k.MassG - k.GearG
	mornings := map[int]float64{}
	for i := range in.demands {
		d := &in.demands[i]
		w, next := in.ranked(e, i)
		o := &d.options[w.option]
		s := Serving{Stop: d.stop, Brew: d.brew.ID, Name: d.brew.Name, Method: o.method.ID, School: o.school.ID, Into: o.into, Cup: w.cup, Minutes: w.minutes, FuelG: w.fuelG / d.times}
		if o.brewer != none {
			s.Brewer = in.items[o.brewer].ID
		}
		if next.option != none {
			s.Second = d.options[next.option].method.Name
		}
		k.Brews = append(k.Brews, s)
		if d.early {
			for _, day := range d.days {
				mornings[day] += w.minutes
			}
		}
	}
	for _, m := range mornings {
		k.Morning = math.Max(k.Morning, m)
	}
	return k
}

// name is a kit by what makes the coffee in it.
func (in *instance) name(e *entry) quantity.Value {
	var names []string
	for _, c := range e.brewers {
		names = append(names, quantity.Within(in.items[in.brewers[c]].Name))
	}
	switch {
	case len(names) > 0:
		return quantity.Noun(strings.Join(names, " with "))
	case e.base.vessel != none:
		return quantity.Noun(alone.Say(quantity.Noun(in.items[e.base.vessel].Name)).Text)
	}
	return quantity.Noun(cupsAlone.Text())
}

// versus names a kit beside the best: by its brewers where they are others, else
// by what else is different.
func (in *instance) versus(e, best *entry) quantity.Value {
	if !slices.Equal(e.brewers, best.brewers) {
		return in.name(e)
	}
	a, b := in.itemsOf(e), in.itemsOf(best)
	list := func(these, not []int) quantity.Value {
		var names []quantity.Value
		for _, k := range these {
			if !slices.Contains(not, k) {
				names = append(names, quantity.Noun(in.items[k].Name))
			}
		}
		return quantity.List(names...)
	}
	with, without := list(a, b), list(b, a)
	as := sameBut
	switch {
	case with.Text == "" && without.Text == "":
		return in.name(e)
	case with.Text == "":
		as = sameWithout
	case without.Text == "":
		as = sameAnd
	}
	return quantity.Text(as.Say(with, without).Text)
}

// joints are those of a kit, by its hardest brew each.
func (in *instance) joints(e *entry) []gear.Joint {
	out := []gear.Joint{}
	add := func(j gear.Joint, ok bool) {
		if ok {
			out = append(out, j)
		}
	}
	b := e.base
	cup := in.items[b.cup]
	var drink, server, heated, needsSpout float64
	dose, papers := map[int]float64{}, map[int]float64{}
	least := math.Inf(1)
	var batch, onScale float64
	for i := range in.demands {
		d := &in.demands[i]
		w := in.chosen(e, i)
		o := &d.options[w.option]
		drink, server = math.Max(drink, o.drink), math.Max(server, o.serverMl)
		if o.hot && !d.urn && !d.socket && !(o.flame && o.brewer != none) {
			heated = math.Max(heated, o.heated)
		}
		if o.brewer != none {
			dose[o.brewer] = math.Max(dose[o.brewer], o.batchG)
		}
		if w.paper != none {
			papers[w.paper] += w.papers
		}
		if slices.Contains(o.method.Needs, "kettle with a spout") {
			needsSpout = 1
		}
		if o.grind {
			batch = math.Max(batch, o.batchG)
		}
		onScale = math.Max(onScale, o.heated+cup.MassG)
		least = math.Min(least, 2*o.batchG)
	}
	add(gear.DrinkInCup(cup, drink))
	for k, it := range in.items {
		if it.Kind == gear.Server && (in.must[k] || b.server && k == in.server) {
			add(gear.DrinkInCup(it, math.Max(server, drink)))
		}
	}
	for _, c := range e.brewers {
		k := in.brewers[c]
		it := in.items[k]
		add(gear.Stands(it, cup, b.support))
		if dose[k] > 0 {
			add(gear.DoseInBrewer(it, dose[k]))
		}
		for p := range in.items {
			if papers[p] > 0 && in.items[p].Size == it.Size {
				add(gear.PaperInBrewer(it, in.items[p]))
			}
		}
	}
	for p := range in.items {
		if papers[p] > 0 {
			add(gear.PapersEnough(in.items[p], papers[p]), true)
		}
	}
	if b.vessel != none {
		v := in.items[b.vessel]
		add(gear.WaterInVessel(v, heated))
		if b.burner != none {
			add(gear.PotOnBurner(v, in.items[b.burner]))
			add(gear.OverFlame(v, in.items[b.burner]))
		}
		add(gear.SlowPour(v, needsSpout > 0))
	}
	if b.burner != none {
		for _, it := range in.items {
			if it.Kind == gear.Fuel {
				add(gear.BurnerFuel(in.items[b.burner], it))
			}
		}
	}
	if b.grinder != none && batch > 0 {
		add(gear.DoseInGrinder(in.items[b.grinder], batch))
	}
	if b.scale != none && !math.IsInf(least, 1) {
		add(gear.ScaleFor(in.items[b.scale], onScale, least))
	}
	return out
}

func g(v float64) quantity.Value    { return quantity.Of(v, quantity.Gram) }
func num(v float64) quantity.Value  { return quantity.Of(v, quantity.None) }
func mins(v float64) quantity.Value { return quantity.Of(60*v, quantity.Second) }
