package kit

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/trip"
)

// MaxShelf bounds a shelf.
const MaxShelf = 200

// mostFront bounds the front that is handed out; the search itself keeps all of
// it.
const mostFront = 400

// Choose finds the kits for a trip. Its error is brew.Problems. When no kit
// serves the trip, Best is nil and Blocked or Limits say why and what would help.
func Choose(t trip.Trip, shelf []gear.Item, w Wishes) (*Answer, error) {
	in, err := build(t, shelf, w)
	if err != nil {
		return nil, err
	}
	f := in.search(false)
	c := &Answer{Front: []Kit{}, Reasons: []quantity.Phrase{}, Excluded: []Excluded{}, Blocked: []Blocked{}, Limits: []quantity.Phrase{}, Joints: []gear.Joint{}, Nests: []gear.Nest{},
		Kits: f.kits, Proven: true, Said: []string{
			"A kit has one pot or kettle, one burner, one grinder, one scale and one kind of cup at most, and up to three brewers; each brew is made in the way that the weighting likes best.",
			"Cups are for the people of the trip; guests bring their own.",
			"Cold concentrate is left out: it is made at home. Points of the cup, mess and parts are judgement, from memory.",
			"What a school makes of a brew is planned in a middling pot; only heating and fuel are worked out for each pot and burner.",
		}}
	if f.best == nil {
		in.diagnose(c, in.search(true), shelf)
		return c, nil
	}
	best := in.kit(f.best)
	c.Best = &best
	if f.second != nil {
		k := in.kit(f.second)
		c.RunnerUp = &k
	}
	for i := range f.front {
		if i == mostFront {
			c.Said = append(c.Said, fmt.Sprintf("The front has %d kits; the lightest %d are shown.", len(f.front), mostFront))
			break
		}
		c.Front = append(c.Front, in.kit(&f.front[i]))
	}
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
func Lay(t trip.Trip, shelf []gear.Item, items []int64, w Wishes) (*Answer, error) {
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
	a, err := Choose(t, taken, w)
	if err != nil || a.Best == nil {
		return a, err
	}
	people := float64(max(t.People, 1))
	a.Nests = gear.Nests(taken)
	for _, it := range taken {
		if slices.Contains(a.Best.Items, it.ID) || !it.Usable() {
			continue
		}
		n := 1.0
		if it.Kind == gear.Cup {
			n = math.Min(it.Pieces(), people)
		}
		a.Best.Items = append(a.Best.Items, it.ID)
		a.Best.GearG += n * it.MassG
		a.Best.MassG += n * it.MassG
		a.Best.Fuss += float64(len(it.Parts))
		if v, ok := it.VolumeMl(); ok {
			a.Best.VolumeMl += n * v
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
	b := e.t.base
	for _, k := range []int{b.vessel, b.burner, b.grinder, b.scale, b.cup} {
		if k != none {
			list = append(list, k)
		}
	}
	if b.support {
		list = append(list, in.support)
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
	for _, c := range append([]int{len(in.brewers)}, e.brewers...) {
		w := e.t.ways[i][c]
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
	k.GearG = e.t.gear[oMass]
	for _, c := range e.brewers {
		k.GearG += in.items[in.brewers[c]].MassG
	}
	k.UsedG = k.MassG - k.GearG
	mornings := map[int]float64{}
	for i := range in.demands {
		d := &in.demands[i]
		w, next := in.ranked(e, i)
		o := &d.options[w.option]
		s := Serving{Stop: d.stop, Brew: d.brew.ID, Name: d.brew.Name, Method: o.method.ID, School: o.school.ID, Cup: w.cup, Minutes: w.minutes, FuelG: w.fuelG / d.times}
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
func (in *instance) name(e *entry) string {
	var names []string
	for _, c := range e.brewers {
		names = append(names, lower(in.items[in.brewers[c]].Name))
	}
	if len(names) == 0 {
		if e.t.base.vessel != none {
			return lower(in.items[e.t.base.vessel].Name) + " alone"
		}
		return "cups alone"
	}
	return strings.Join(names, " with ")
}

func either(is bool, yes, no string) string {
	if is {
		return yes
	}
	return no
}

// versus names a kit beside the best: by its brewers where they are others, else
// by what else is different.
func (in *instance) versus(e, best *entry) string {
	if !slices.Equal(e.brewers, best.brewers) {
		return in.name(e)
	}
	a, b := in.itemsOf(e), in.itemsOf(best)
	list := func(these, not []int) string {
		var names []string
		for _, k := range these {
			if !slices.Contains(not, k) {
				names = append(names, lower(in.items[k].Name))
			}
		}
		return strings.Join(names, " and ")
	}
	with, without := list(a, b), list(b, a)
	switch {
	case with == "" && without == "":
		return in.name(e)
	case with == "":
		return "the same without " + without
	case without == "":
		return "the same and " + with
	}
	return "the same with " + with + " in place of " + without
}

func lower(s string) string {
	if s == "" {
		return s
	}
	return strings.ToLower(s[:1]) + s[1:]
}

func upper(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}

// joints are those of a kit, by its hardest brew each.
func (in *instance) joints(e *entry) []gear.Joint {
	out := []gear.Joint{}
	add := func(j gear.Joint, ok bool) {
		if ok {
			out = append(out, j)
		}
	}
	b := e.t.base
	cup := in.items[b.cup]
	var drink, heated, needsSpout float64
	dose, papers := map[int]float64{}, map[int]float64{}
	least := math.Inf(1)
	var batch, onScale float64
	for i := range in.demands {
		d := &in.demands[i]
		w := in.chosen(e, i)
		o := &d.options[w.option]
		drink = math.Max(drink, o.drink)
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
		if it.Kind == gear.Server && in.must[k] {
			add(gear.DrinkInCup(it, drink*in.people))
		}
	}
	for _, c := range e.brewers {
		k := in.brewers[c]
		it := in.items[k]
		j, ok := gear.OnRim(it, cup)
		if ok && j.Level != gear.Fits && b.support {
			j.Level, j.Remedy, j.B = gear.Care, "", in.items[b.cup].ID
			j.Phrase = quantity.Say(it.Name + " stands on " + lower(cup.Name) + " with the stick across its rim.")
		}
		add(j, ok)
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

// reasons say what speaks for the best kit, what for the others, and what tips.
func (in *instance) reasons(c *Answer, f *found) {
	say := func(template string, v ...quantity.Value) {
		c.Reasons = append(c.Reasons, quantity.Say(template, v...))
	}
	b := f.best
	say(upper(in.name(b))+" serves "+either(in.weight == 1, "the one brew", "all {0} brews")+": cups of {1} points on average, {2} to carry, {3} a brew.", num(in.weight), num(100-b.p[oCup]), g(b.p[oMass]), mins(b.p[oTime]))
	light, cup := &f.front[0], &f.front[0]
	for i := range f.front {
		if f.front[i].p[oCup] < cup.p[oCup]-1e-9 {
			cup = &f.front[i]
		}
	}
	if light.p[oMass] < b.p[oMass]-1 {
		say("The lightest kit that serves them all, "+in.versus(light, b)+", saves {0} and costs {1} points of the cup.", g(b.p[oMass]-light.p[oMass]), num(light.p[oCup]-b.p[oCup]))
	} else {
		say("No kit that serves them all is lighter.")
	}
	if cup.p[oCup] < b.p[oCup]-0.05 {
		say("The best cups, {0} points, come from "+in.versus(cup, b)+", for {1} more.", num(100-cup.p[oCup]), g(cup.p[oMass]-b.p[oMass]))
	} else {
		say("No kit makes better cups.")
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
		var a, b point // of the mean such brew, best and runner-up
		for i := range in.demands {
			d := &in.demands[i]
			if !kind.is(d) {
				continue
			}
			n += d.times
			for _, e := range []struct {
				into *point
				w    way
			}{{&a, in.chosen(f.best, i)}, {&b, in.chosen(f.second, i)}} {
				e.into[oMass] += e.w.mass
				e.into[oCup] += (100 - e.w.cup) * d.times
				e.into[oTime] += e.w.minutes * d.times
				e.into[oFuss] += e.w.fuss * d.times
			}
		}
		if n == 0 {
			continue
		}
		with := func(e *entry, per point, k float64) float64 {
			p := e.p
			for i := range p {
				if i == oMass {
					p[i] += per[i] / n * k
				} else if i == oFuss {
					fixed := p[i] - in.meanFuss(e)
					p[i] = fixed + (in.meanFuss(e)*in.weight+per[i]/n*k)/(in.weight+k)
				} else {
					p[i] = (p[i]*in.weight + per[i]/n*k) / (in.weight + k)
				}
			}
			return in.weights.of(p)
		}
		for k := 1.0; k <= mostTips; k++ {
			if with(f.second, b, k) < with(f.best, a, k) {
				say("Take "+in.name(f.second)+" instead if you expect {0} more brews like "+kind.like+".", num(k))
				break
			}
		}
	}
}

// meanFuss is the part of a kit's fuss that comes from its brews.
func (in *instance) meanFuss(e *entry) float64 {
	v := 0.0
	for i := range in.demands {
		v += in.chosen(e, i).fuss * in.demands[i].times
	}
	return v / in.weight
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
			c.Excluded = append(c.Excluded, Excluded{it.ID, quantity.Say(it.Name+template, v...)})
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
		return lower(in.items[by].Name)
	}
	return ""
}

// whyNever says why no kit within the limits has an item.
func (in *instance) whyNever(k int) string {
	it := in.items[k]
	if it.Kind == gear.Brewer {
		falls := 0
		for _, c := range in.cups {
			if j, ok := gear.OnRim(it, in.items[c]); ok && j.Level == gear.No {
				falls++
			}
		}
		if falls > 0 && falls == len(in.cups) && in.support == none {
			return "falls into every cup on the shelf."
		}
		for i := range in.demands {
			for why := range in.demands[i].why {
				for _, m := range it.Methods() {
					if strings.HasPrefix(strings.ToLower(why), strings.ReplaceAll(m, "-", " ")) || strings.Contains(why, "on the shelf") {
						return "serves no brew here: " + why + "."
					}
				}
			}
		}
		return "serves no brew of this trip."
	}
	if it.Kind == gear.Cup && it.Pieces() < in.people {
		return fmt.Sprintf("is too few: %g for %g people.", it.Pieces(), in.people)
	}
	return "is in no kit that serves the trip within the limits."
}

// diagnose says why there is no kit, and the smallest change that would help.
func (in *instance) diagnose(c *Answer, f *found, shelf []gear.Item) {
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
		few := fmt.Sprintf("There is no kind of cup of which there are %g.", in.people)
		c.Blocked = append(c.Blocked, Blocked{Stop: in.demands[0].stop, Brew: in.demands[0].brew.ID, Name: in.demands[0].brew.Name, Why: few, Remedy: fmt.Sprintf("Add %g cups of one kind to the shelf.", in.people)})
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
			remedies[alike] = in.remedy(i, shelf)
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
func (in *instance) remedy(i int, shelf []gear.Item) string {
	d := in.demands[i]
	one := trip.Trip{Name: in.trip.Name, People: in.trip.People, Stops: []trip.Stop{in.trip.Stops[d.stop]}}
	one.Stops[0].Brews = []trip.Brew{d.brew}
	w := in.wishes
	w.Must, w.MassG, w.VolumeMl, w.MorningMin, w.Budget, w.Fallback = nil, nil, nil, nil, nil, false
	starter := gear.Starter()
	works := func(extra ...gear.Item) bool {
		try, err := build(one, append(slices.Clone(shelf), extra...), w)
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
			return fmt.Sprintf("Add: %s, about %.0f g.", lower(a.Name), a.MassG)
		}
	}
	for x, a := range starter {
		for _, b := range starter[x+1:] {
			if a.Kind != b.Kind && works(a, b) {
				return fmt.Sprintf("Add: %s and %s, about %.0f g.", lower(a.Name), lower(b.Name), a.MassG+b.MassG)
			}
		}
	}
	return "Make this brew ahead, or leave it out."
}
