package trip

import (
	"fmt"
	"math"
	"slices"

	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// A supply is something that is used up along the way and bought at some places.
type supply struct {
	id, label string
	unit      quantity.Unit
	use       func(i int) float64 // of brew i
	sold      func(Stop) bool
	reserve   float64 // over the need, as a share
	round     float64 // amounts are bought in multiples of this
	given     *float64
	massG     float64 // of one unit; 0 for what is not carried in the pack
	silent    bool    // only its line and shortages are of interest
	grounded  bool    // no aircraft takes it
}

// line is a supply along the trip.
type line struct {
	supply
	SupplyLine
	before []float64 // amount in the pack before each brew
	need   []float64 // by leg
	from   []int     // stop at which each leg begins; −1 before leaving
	short  []Shortage
	least  Shortage
}

// Reserves, common practice with no source: a fifth of the fuel, a tenth of
// coffee and papers.
const (
	fuelReserve = 20
	spare       = 10
)

// supplies lists what runs down, buys it, and follows it along the route.
func (c *calc) supplies() {
	s := c.trip.Supplies
	more, fuelMore := or(s.Spare, spare)/100, FuelReservePct(c.trip)/100
	if c.uses(func(o BrewTotals) float64 { return o.FuelG * b2f(o.Fuel == heat.CanisterGas) }) {
		c.gas(fuelMore)
	}
	given := s.FuelG // of the kind that is burned first: it is there once
	for _, f := range c.fuels() {
		g := given
		given = nil
		c.follow(supply{id: "fuel:" + string(f.ID), label: f.Name, unit: quantity.Gram, reserve: fuelMore, round: 10, given: g, massG: 1, grounded: true,
			use:  func(i int) float64 { return c.occ[i].FuelG * b2f(c.occ[i].Fuel == f.ID) },
			sold: func(st Stop) bool { return st.sells("fuel") }})
	}
	c.follow(supply{id: "coffee", label: "Coffee", unit: quantity.Gram, reserve: more, round: 5, given: s.CoffeeG, massG: 1,
		use: func(i int) float64 { return c.occ[i].CoffeeG * b2f(c.occ[i].bag == "") }, sold: func(st Stop) bool { return st.sells("coffee") }})
	for _, bag := range c.trip.Coffees {
		use := func(i int) float64 { return c.occ[i].CoffeeG * b2f(c.occ[i].bag == bag.ID) }
		need := 0.0
		for i := range c.occ {
			need += use(i)
		}
		if bag.StartG != nil && need > 0 {
			// Of the bag as much goes along as is needed, with the spare, and no more than it has.
			along := math.Min(*bag.StartG, math.Ceil(need*(1+more)/5-1e-9)*5)
			c.follow(supply{id: coffeeOf + bag.ID, label: bag.Name, unit: quantity.Gram, round: 1, given: &along, massG: 1, use: use, sold: func(Stop) bool { return false }})
		}
	}
	var kinds []string
	for _, o := range c.occ {
		if o.Filter != "" && !slices.Contains(kinds, o.Filter) {
			kinds = append(kinds, o.Filter)
		}
	}
	for _, kind := range kinds {
		var given *float64
		if v, ok := s.Filters[kind]; ok {
			given = &v
		}
		c.follow(supply{id: "filter:" + kind, label: quantity.Noun(kind + "s").Text, unit: quantity.Count, reserve: more, round: 1, given: given, massG: paperG,
			use:  func(i int) float64 { return c.occ[i].Filters * b2f(c.occ[i].Filter == kind) },
			sold: func(st Stop) bool { return st.sells("filters") }})
	}
	c.follow(supply{id: "milk", label: "Condensed milk", unit: quantity.Gram, reserve: more, round: 5, massG: 1,
		use: func(i int) float64 { return c.occ[i].with.condensedG }, sold: func(st Stop) bool { return st.sells("milk") }})
	c.follow(supply{id: "fresh-milk", label: "Milk", unit: quantity.Millilitre, reserve: more, round: 10, massG: 1.03,
		use: func(i int) float64 { return c.occ[i].with.freshMl }, sold: func(st Stop) bool { return st.sells("milk") }})
	c.follow(supply{id: "canned-milk", label: "Canned milk", unit: quantity.Millilitre, reserve: more, round: 10, massG: 1.07,
		use: func(i int) float64 { return c.occ[i].with.cannedMl }, sold: func(st Stop) bool { return st.sells("milk") }})
	c.follow(supply{id: "sugar", label: "Sugar", unit: quantity.Gram, reserve: more, round: 5, massG: 1,
		use: func(i int) float64 { return c.occ[i].with.sugarG }, sold: func(st Stop) bool { return st.sells("milk") }})
	c.follow(supply{id: "battery", label: "Battery", unit: quantity.WattHour, reserve: more, round: 1, given: s.BatteryWh, silent: true,
		use: func(i int) float64 {
			return c.occ[i].EnergyWh * b2f(*c.occ[i].plan.Request.Heat.Burner == "element-12v")
		},
		sold: func(st Stop) bool { return slices.Contains(st.Facts.Allowed, "mains") }})
	c.follow(supply{id: "water", label: "Water carried", unit: quantity.Millilitre, reserve: more, round: 50, given: s.WaterMl, silent: true,
		use:  func(i int) float64 { return c.occ[i].WaterMl * b2f(c.occ[i].water == water.Carried) },
		sold: func(st Stop) bool { return !st.dry() }})
	c.follow(supply{id: "bottled", label: "Bottled water", unit: quantity.Millilitre, reserve: more, round: 500, massG: 1,
		use:  func(i int) float64 { return c.occ[i].WaterMl * b2f(c.occ[i].water == "bottled") },
		sold: Stop.sellsWater})
	for _, l := range c.lines {
		c.out.Lines = append(c.out.Lines, l.SupplyLine)
	}
	c.runOut()
}

// FuelReservePct is the fuel that a trip carries over what it needs, in percent.
func FuelReservePct(t Trip) float64 { return or(t.Supplies.FuelReserve, fuelReserve) }

// fuels are the carried fuels, other than gas, that are burned, in the order in which
// they first are.
func (c *calc) fuels() []heat.Fuel {
	var out []heat.Fuel
	for _, o := range c.occ {
		f, ok := heat.FuelByID(o.Fuel)
		if ok && f.ID != heat.CanisterGas && !gathered(f.ID) && o.FuelG > 0 && !slices.ContainsFunc(out, func(k heat.Fuel) bool { return k.ID == f.ID }) {
			out = append(out, f)
		}
	}
	return out
}

func b2f(b bool) float64 {
	if b {
		return 1
	}
	return 0
}

func (c *calc) uses(f func(BrewTotals) float64) bool {
	return slices.ContainsFunc(c.occ, func(o BrewTotals) bool { return f(o) > 0 })
}

// A leg is a part of the trip on which a supply cannot be bought again.
type leg struct {
	stop       int  // at which it begins; −1 before leaving
	first, end int  // its brews: indices
	flown      bool // it begins behind a flight, which takes no fuel
	sold       bool
}

// legs cuts the brews where a supply can be bought, and where a flight ends what does not
// fly.
func (c *calc) legs(s supply) []leg {
	out := []leg{{stop: -1, sold: true}}
	i, flown := 0, false
	for n, st := range c.trip.Stops {
		for i < len(c.occ) && c.occ[i].Stop < n {
			i++
		}
		if sold := s.sold(st); sold || flown && s.grounded {
			out[len(out)-1].end = i
			out = append(out, leg{stop: n, first: i, flown: flown && s.grounded, sold: sold})
		}
		flown = st.Facts.LegBy == "flight"
	}
	out[len(out)-1].end = len(c.occ)
	return out
}

func (l *line) at(stop, day int, left float64, why, name string) {
	l.Points = append(l.Points, LinePoint{Stop: stop, Day: day, Left: left, Why: why, Name: name})
	l.Most = math.Max(l.Most, left)
}

// follow buys a supply leg by leg, uses it up brew by brew, and notes where it
// runs out.
func (c *calc) follow(s supply) {
	if !c.uses(func(o BrewTotals) float64 { return 1 }) {
		return
	}
	total := 0.0
	for i := range c.occ {
		total += s.use(i)
	}
	if total == 0 {
		return
	}
	l := line{supply: s, SupplyLine: SupplyLine{ID: s.id, Label: s.label, Unit: s.unit, Points: []LinePoint{}}, before: make([]float64, len(c.occ))}
	left := 0.0
	for k, g := range c.legs(s) {
		need := 0.0
		for i := g.first; i < g.end; i++ {
			need += s.use(i)
		}
		left = c.flies(&l, g, left)
		amount := math.Ceil(math.Max(need*(1+s.reserve)-left, 0)/s.round-1e-9) * s.round
		if need == 0 || !g.sold {
			amount = 0
		}
		switch {
		case !g.sold:
		case c.fixed != nil && s.id == "water" && len((*c.fixed)[s.id]) > 0:
			// The bottles are those that the plan asked for.
			amount = math.Min(amount, slices.Max((*c.fixed)[s.id]))
		case c.fixed != nil && k == 0 && len((*c.fixed)[s.id]) > 0:
			// What was packed at home is packed; on the way one buys what is needed.
			amount = (*c.fixed)[s.id][0]
		case s.given != nil && (k == 0 || s.id == "water" || s.id == "battery"):
			// What the bottles and the battery hold is filled up, not added to.
			amount = *s.given
			if k > 0 {
				amount = math.Max(amount-left, 0)
			}
		}
		c.stock[s.id] = append(c.stock[s.id], amount)
		left = c.buy(&l, g.stop, need, left, amount, 0)
		c.run(&l, g.first, g.end, &left, need, func(i int) (used, missing float64) {
			used = math.Min(s.use(i), left)
			return used, s.use(i) - used
		})
	}
	c.lines = append(c.lines, l)
}

// flies is what is left of a supply where a leg begins: nothing behind a flight.
func (c *calc) flies(l *line, g leg, left float64) float64 {
	if !g.flown || left == 0 {
		return left
	}
	st := c.trip.Stops[g.stop]
	l.at(g.stop, st.Day, 0, "flown", st.Name)
	return 0
}

// buy adds an amount at the beginning of a leg and returns what is there then.
func (c *calc) buy(l *line, stop int, need, left, amount, packs float64) float64 {
	left += amount
	l.need, l.from = append(l.need, need), append(l.from, stop)
	day, name, why := 1, "At the start", "start"
	if stop >= 0 {
		day, name, why = c.trip.Stops[stop].Day, c.trip.Stops[stop].Name, "bought"
	}
	if amount > 0 || stop < 0 {
		l.at(max(stop, 0), day, left, why, name)
	}
	if amount > 0 && !l.silent {
		steel := 0.0
		if packs > 0 {
			steel = heat.CanisterSteel(amount)
		}
		n := len(c.out.Buy)
		where := "before leaving"
		if stop >= 0 {
			where = "at " + name
		}
		in := []working.Input{working.Num("Needed until it can be bought again", need, l.supply.unit, ""), working.Num("Left by then", left-amount, l.supply.unit, "")}
		if packs > 0 {
			in = append(in, working.Num("Canisters", packs, quantity.Count, ""))
		}
		c.out.Working.Put(fmt.Sprintf("buy.%d", n), amount, working.Figure{Label: l.supply.label + ", " + where, Unit: l.supply.unit, Kind: working.Practice, Source: "common practice, no published source: a fifth of the fuel and a tenth of the rest in reserve, or as you set",
			Formula: "what the brews of this leg take, with the reserve, less what is left, rounded up to what it is sold in; or what you said is there", Inputs: in})
		c.out.Buy = append(c.out.Buy, Buy{ID: l.supply.id, Label: l.supply.label, Stop: stop, Need: need, Amount: amount, Unit: l.supply.unit, Packs: packs, MassG: amount*l.massG + steel})
	}
	return left
}

// run uses a supply up over the brews of a leg. use returns what brew i takes
// of what is left, and what it lacks.
func (c *calc) run(l *line, first, end int, left *float64, need float64, use func(i int) (used, missing float64)) {
	var lacking Shortage
	for i := first; i < end; i++ {
		l.before[i] = *left
		used, missing := use(i)
		if used == 0 && missing == 0 {
			continue
		}
		*left = math.Max(*left-used, 0)
		o := c.occ[i]
		l.at(o.Stop, o.Day, *left, "brew", o.Name)
		if missing > 1e-6 {
			if lacking.Short == 0 {
				lacking = Shortage{ID: l.supply.id, Label: l.supply.label, Stop: o.Stop, Day: o.Day, Unit: l.supply.unit}
			}
			lacking.Short += missing
		}
		// How near it comes: what is left at the end of a leg, over its need.
		if i == end-1 || c.lastUse(l, i, end) {
			if l.least.Label == "" || need > 0 && *left/need < l.least.Short {
				l.least = Shortage{ID: l.supply.id, Label: l.supply.label, Stop: o.Stop, Day: o.Day, Left: *left, Unit: l.supply.unit, Short: *left / need}
			}
		}
	}
	if lacking.Short > 0 {
		l.short = append(l.short, lacking)
	}
}

func (c *calc) lastUse(l *line, i, end int) bool {
	for k := i + 1; k < end; k++ {
		if l.use(k) > 0 {
			return false
		}
	}
	return true
}

// gas follows canisters. An old one is emptied first, and the rest of that brew
// comes from the next.
func (c *calc) gas(reserve float64) {
	kind := UsualCanister
	if c.trip.Supplies.Canister != nil {
		kind = *c.trip.Supplies.Canister
	}
	s := supply{id: "fuel:gas", label: "Canister gas", unit: quantity.Gram, massG: 1, grounded: true,
		use:  func(i int) float64 { return c.occ[i].FuelG * b2f(c.occ[i].Fuel == heat.CanisterGas) },
		sold: func(st Stop) bool { return st.sells("fuel") }}
	l := line{supply: s, SupplyLine: SupplyLine{ID: s.id, Label: s.label, Unit: s.unit, Points: []LinePoint{}}, before: make([]float64, len(c.occ))}
	var cans []heat.Canister
	now := 0
	add := func(in CarriedCanister, stop int) {
		k := in.fill()
		cans = append(cans, k)
		c.out.Canisters = append(c.out.Canisters, CanisterUse{N: len(cans), From: stop, Capacity: k.CapacityG, StartG: k.Mass()})
	}
	left := 0.0
	for k, g := range c.legs(s) {
		need := 0.0
		for i := g.first; i < g.end; i++ {
			need += s.use(i)
		}
		if left = c.flies(&l, g, left); g.flown {
			now = len(cans)
		}
		count := math.Ceil(math.Max(need*(1+reserve)-left, 0)/kind.CapacityG - 1e-9)
		if need == 0 || !g.sold {
			count = 0
		}
		given := k == 0 && len(c.trip.Supplies.Canisters) > 0
		if c.fixed != nil && k == 0 && len((*c.fixed)[s.id]) > 0 {
			count = (*c.fixed)[s.id][0]
		}
		amount, packs := 0.0, count
		if given {
			packs = float64(len(c.trip.Supplies.Canisters))
			for _, in := range c.trip.Supplies.Canisters {
				add(in, -1)
				amount += in.fill().Mass()
			}
		} else {
			full := kind
			full.LeftG = nil
			for range int(count) {
				add(full, g.stop)
				amount += kind.CapacityG
			}
		}
		c.stock[s.id] = append(c.stock[s.id], count)
		left = c.buy(&l, g.stop, need, left, amount, packs)
		c.run(&l, g.first, g.end, &left, need, func(i int) (used, missing float64) {
			o := &c.occ[i]
			if s.use(i) == 0 {
				return 0, 0
			}
			return c.burn(o, cans, &now)
		})
	}
	for i := range c.out.Canisters {
		c.out.Canisters[i].EndG = cans[i].Mass()
		if m := cans[i].Mass(); m > 0.01 {
			c.out.Canisters[i].Propane = 100 * cans[i].Propane / m
		}
		k := c.out.Canisters[i]
		c.out.Working.Put(fmt.Sprintf("canisters.%d", i), k.EndG, working.Figure{Label: fmt.Sprintf("Left in canister %d", k.N), Unit: quantity.Gram, Kind: working.Published, Source: "Antoine equations of the NIST Chemistry WebBook; Raoult's law; fuel as each brew's",
			Formula: "its gas less what the brews drew; propane goes first, so less of it is in the rest", Limits: "Heat exchange of the canister is from memory.",
			Inputs: []working.Input{working.Num("At first", k.StartG, quantity.Gram, ""), working.Num("Drawn", k.StartG-k.EndG, quantity.Gram, "totals.gas_g"), working.Num("Brews", float64(k.Brews), quantity.Count, ""), working.Num("Propane in what is left", k.Propane, quantity.Percent, "")}})
	}
	c.lines = append(c.lines, l)
}

// burn takes a brew's heat from the canisters, the one in use first. It sets
// the brew's fuel to what was drawn and to what is missing.
func (c *calc) burn(o *BrewTotals, cans []heat.Canister, now *int) (used, missing float64) {
	needKJ := o.plan.Burned()
	todo := 1.0 // share of the heat
	lowest, verdict := math.Inf(1), ""
	var before, after float64
	for *now < len(cans) && todo > 1e-9 {
		k := cans[*now]
		k.TempC = *o.plan.Request.Heat.Canister.TempC
		if before == 0 {
			before = k.Mass()
		}
		g := todo * needKJ / k.LHV()
		share := todo
		if g > k.Mass() {
			share = todo * k.Mass() / g
		}
		burned, low := o.plan.Draw(k, share)
		cans[*now].Blend = burned.Blend
		used += k.Mass() - burned.Mass()
		lowest = math.Min(lowest, low)
		after = burned.Mass()
		c.out.Canisters[*now].Brews++
		todo -= share
		if todo > 1e-9 || burned.Mass() < 0.01 {
			*now++
		}
	}
	verdict = heat.Verdict(lowest)
	if todo > 1e-9 {
		missing = todo * needKJ / heat.IsobutaneLHV
		verdict = "will-not-feed"
	} else {
		o.LowestBar = &lowest
	}
	o.FuelG = used + missing
	o.GasFromG, o.GasToG, o.Verdict = &before, &after, verdict
	return used, missing
}

// sideline are the supplies without which there is still coffee.
var sideline = map[string]bool{"sugar": true, "milk": true, "fresh-milk": true, "canned-milk": true}

// runOut orders what runs out, or finds what comes nearest to it.
func (c *calc) runOut() {
	var near *Shortage
	for _, l := range c.lines {
		for _, s := range l.short {
			s.Phrase = runsShort.Say(supplied(s.ID, s.Label), c.place(s.Stop), day(s.Day), quantity.Of(s.Short, s.Unit))
			c.out.Shortages = append(c.out.Shortages, s)
		}
		if l.least.Label != "" && !sideline[l.supply.id] && (near == nil || l.least.Short < near.Short) {
			n := l.least
			near = &n
		}
	}
	slices.SortStableFunc(c.out.Shortages, func(a, b Shortage) int {
		if a.Day != b.Day {
			return a.Day - b.Day
		}
		return a.Stop - b.Stop
	})
	if len(c.out.Shortages) == 0 && near != nil {
		share := near.Short
		near.Short = 0
		near.Phrase = nearest.Say(supplied(near.ID, near.Label), c.place(near.Stop), quantity.Of(near.Left, near.Unit), quantity.Of(100*share, quantity.Percent))
		c.out.Tightest = near
	}
}

// coffees sorts the coffee by kind and portions it.
func (c *calc) coffees() {
	for _, o := range c.occ {
		r := o.plan.Request.Coffee
		kind := *r.Roast + " " + *r.Species
		ground := ""
		if *r.GroundAhead {
			ground = o.plan.Grind.Band
		}
		bag := quantity.Either(o.bag != "", o.Coffee, "")
		i := slices.IndexFunc(c.out.Coffees, func(n CoffeeNeed) bool { return n.Kind == kind && n.Ground == ground && n.Bag == bag })
		if i < 0 {
			i = len(c.out.Coffees)
			c.out.Coffees = append(c.out.Coffees, CoffeeNeed{Bag: bag, Kind: kind, Ground: ground})
		}
		c.out.Coffees[i].G += o.CoffeeG
		if o.fromHome() || o.CoffeeG == 0 {
			continue // it goes into the bottle before leaving, or has gone into one
		}
		label := nameOf(&o)
		if o.Method == concentrate {
			label += ", for concentrate"
		}
		c.out.Bags = append(c.out.Bags, Bag{Day: o.Day, Label: label, G: o.CoffeeG, Ground: ground})
	}
}
