package kit

import (
	"fmt"
	"math"

	"apodemos/core/quantity"
	"apodemos/core/working"
)

const judgement = "judgement, from memory"

// workings says where the figures of a kit come from: every input adds up to its
// figure, or is averaged where the formula says so.
func (in *instance) workings(e *entry, k Kit) working.Sheet {
	s := working.Sheet{}
	put := func(path, label string, v float64, u quantity.Unit, kind working.Kind, source, formula string, inputs []working.Input) {
		s.Put(path, v, working.Figure{Label: label, Unit: u, Kind: kind, Source: source, Formula: formula, Inputs: inputs})
	}
	var masses, volumes, fuss []working.Input
	for _, i := range in.itemsOf(e) {
		it := in.items[i]
		g := it.CarriedG(in.people)
		if g == 0 {
			continue
		}
		masses = append(masses, working.Num(it.Name, g, quantity.Gram, ""))
		if v, ok := it.VolumeMl(); ok {
			volumes = append(volumes, working.Num(it.Name, v*g/it.MassG, quantity.Millilitre, ""))
		}
		if n := len(it.Parts); n > 0 {
			fuss = append(fuss, working.Num(it.Name+", loose parts", float64(n), quantity.Point, ""))
		}
	}
	var used, cups, times []working.Input
	if can := in.tableOf(e).can; can > 0 {
		used = append(used, working.Num("A canister, whole", can, quantity.Gram, ""))
	}
	mess := 0.0
	for i := range in.demands {
		d := &in.demands[i]
		w := in.chosen(e, i)
		name := in.trip.Stops[d.stop].Name
		if d.brew.Name != "" {
			name += ", " + d.brew.Name
		}
		cupAt, timeAt := fmt.Sprintf("kit.brews.%d.cup", i), fmt.Sprintf("kit.brews.%d.minutes", i)
		used = append(used, working.Num(name, w.mass, quantity.Gram, ""))
		cups = append(cups, working.Num(name, w.cup, quantity.Point, cupAt))
		times = append(times, working.Num(name, 60*w.minutes, quantity.Second, timeAt))
		o := &d.options[w.option]
		how := name + ", " + quantity.Within(o.method.Name)
		put(cupAt, how, w.cup, quantity.Point, working.Memory, judgement, "full marks, less what this way of making it costs here; "+quantity.Within(o.school.Name), in.marksOf(e, o, w))
		put(timeAt, how, 60*w.minutes, quantity.Second, working.Practice, "the plan, with heating for this pot and burner",
			"from the first thing to do until all is served: what is got ready while the water heats takes no time of its own", in.timeOf(e, i, w))
		mess += w.fuss * d.times / in.weight
	}
	fuss = append(fuss, working.Num("Mess and papers, mean of the brews", mess, quantity.Point, ""))
	put("kit.gear_g", "Gear", k.GearG, quantity.Gram, working.Chosen, "your gear; typical masses are from memory", "the masses of the pieces, a cup for each person", masses)
	put("kit.used_g", "Coffee, fuel, papers", k.UsedG, quantity.Gram, working.Practice, "doses and fuel as planned; containers from memory",
		"for each brew until it can be bought: its coffee, its fuel with the trip's reserve and the bottle that it comes in, or a whole canister of 230 g of gas and what is burned beyond it, its papers; and at the worst carry its water for rinsing and washing", used)
	put("kit.mass_g", "Weight", k.MassG, quantity.Gram, working.Practice, "mass balance", "gear, and what is used up until it can be bought",
		[]working.Input{working.Num("Gear", k.GearG, quantity.Gram, "kit.gear_g"), working.Num("Coffee, fuel, papers", k.UsedG, quantity.Gram, "kit.used_g")})
	put("kit.volume_ml", "Bulk, not nested", k.VolumeMl, quantity.Millilitre, working.Chosen, "the dimensions of your gear", "the pieces as cylinders and boxes, side by side; those without dimensions are not counted", volumes)
	put("kit.cup", "Cups", k.Cup, quantity.Point, working.Memory, judgement,
		"the mean over all brews of 100 points less 4 for each point of extraction outside 18 to 22 %, 6 for each step from the clarity or body wished, 1.2 for each °C under 58 in the cup, and what is lost without a scale, a spout or even burrs", cups)
	put("kit.minutes", "Each brew", 60*k.Minutes, quantity.Second, working.Practice, "the plans, with heating for this pot and burner", "the mean over all brews, from the first thing to do until all is served", times)
	put("kit.morning_min", "Longest morning", 60*k.Morning, quantity.Second, working.Practice, "the plans, with heating for this pot and burner", "the brews before noon of the longest day, one after the other", times)
	put("kit.fuss", "Fuss", k.Fuss, quantity.Point, working.Memory, judgement, "a point for each loose part; and the mean over the brews of 2 points for each step under the best tidiness and 2 for a paper", fuss)
	if k.Price > 0 {
		var prices []working.Input
		for _, i := range in.itemsOf(e) {
			if it := in.items[i]; it.Price != nil && *it.Price > 0 {
				prices = append(prices, working.Num(it.Name, *it.Price, quantity.None, ""))
			}
		}
		put("kit.price", "To spend, in your currency", k.Price, quantity.None, working.Chosen, "the prices of your gear", "the pieces that are still to be bought", prices)
	}
	return s
}

// extend adds one more input to a figure that is a sum.
func extend(s working.Sheet, path, label string, v float64) {
	f, ok := s[path]
	if !ok || v == 0 {
		return
	}
	f.Inputs = append(f.Inputs, working.Num(label, v, f.Unit, ""))
	s.Put(path, *f.Value+v, f)
}

// marksOf lists what makes up the points of a cup: they add up to them.
func (in *instance) marksOf(e *entry, o *option, w way) []working.Input {
	b := e.base
	k := o.marks[0]
	if in.items[b.cup].Insulated {
		k = o.marks[1]
	}
	out := []working.Input{working.Num("Full marks", 100, quantity.Point, "")}
	left := 100.0
	less := func(label string, points float64) {
		if points > 0 {
			out = append(out, working.Num(label, -points, quantity.Point, ""))
			left -= points
		}
	}
	less("Extraction outside 18 to 22 %", k.window)
	less("Away from the clarity or body wished", k.taste)
	less("Cooler in the cup than wished", k.cool)
	for _, l := range in.byHand(o, b) {
		less(l.why, l.points)
	}
	if w.cup > left+1e-9 {
		out = append(out, working.Num("No less than nothing", w.cup-left, quantity.Point, ""))
	}
	return out
}

// timeOf lists what makes up the time of a brew: it adds up to it.
func (in *instance) timeOf(e *entry, i int, w way) []working.Input {
	d := &in.demands[i]
	o := &d.options[w.option]
	b := e.base
	var out []working.Input
	rest := 60 * w.minutes
	part := func(label string, s float64) {
		if s > 0 {
			out = append(out, working.Num(label, s, quantity.Second, ""))
			rest -= s
		}
	}
	part("Filling the grinder again", in.refilling(o, b))
	after := "From the first thing to do until all is served"
	if o.hot && !d.urn && !d.socket {
		part("Filling the pot and lighting", lightingS)
		after = "From the boil until all is served"
		heating, label := rest-o.afterS, "Heating"
		if heating < o.prepS+0.5 {
			heating, label = o.prepS, "Getting ready, which takes longer than heating"
		}
		part(label, math.Min(heating, rest))
	}
	part(after, rest)
	return out
}
