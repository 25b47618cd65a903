package trip

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/caution"
	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
)

const (
	// leave is when the journey is taken to begin on day 1.
	leave = "08:00"
	// concentrateS is how long cold concentrate stands, and keepDays how long a
	// bottle of it is trusted out of a refrigerator. Common practice.
	concentrateS = 18 * 3600
	keepDays     = 2
	keepColdDays = 14
	// coldC is the morning below which a canister is taken into the bag at night.
	coldC = 5
)

func (c *calc) task(t Task, why, template string, values ...quantity.Value) {
	t.Phrase, t.Why = quantity.Say(template, values...), why
	c.out.Tasks = append(c.out.Tasks, t)
}

// schedule lays out what to do: before leaving, backwards from each cup, on the
// evening before, and after.
func (c *calc) schedule() {
	if len(c.occ) == 0 {
		return
	}
	c.before()
	c.concentrates()
	c.mornings()
	c.evenings()
	c.onTheWay()
	c.after()
	rank := map[string]int{"before": 0, "evening": 3, "after": 4}
	slices.SortStableFunc(c.out.Tasks, func(a, b Task) int {
		if da, db := a.onDay(), b.onDay(); da != db {
			return da - db
		}
		// What has a time stands in the order of time; what has none before it, and
		// what the evening has at eight.
		at := func(t Task) float64 {
			switch {
			case t.At != "":
				return t.minute() + 1440*float64(t.Day-t.onDay())
			case rank[t.When] == 3:
				return 20 * 60
			case rank[t.When] == 4:
				return 24 * 60
			}
			return -1
		}
		return cmp.Compare(at(a), at(b))
	})
	type visit struct{ stop, day int }
	been := map[visit]bool{}
	for i := range c.out.Tasks {
		t := &c.out.Tasks[i]
		t.Begins = t.onDay()
		if at := (visit{t.Stop, t.Begins}); t.Stop >= 0 && !been[at] {
			been[at], t.Access = true, c.trip.Stops[t.Stop].AccessNote
		}
		if t.At != "" {
			m := int(math.Floor(t.minute())) - 1440*(t.Begins-t.Day)
			t.BeginsAt = fmt.Sprintf("%02d:%02d", m/60, m%60)
		}
	}
}

// minute is when a task begins, in minutes after midnight; tasks without a time
// come first.
func (t Task) minute() float64 {
	if t.At == "" {
		return -1e6
	}
	return minutes(t.At) + t.OffsetS/60
}

// minutes is a time of day, HH:MM, in minutes after midnight.
func minutes(at string) float64 {
	hours, rest, _ := strings.Cut(at, ":") // checked before
	h, _ := strconv.Atoi(hours)
	m, _ := strconv.Atoi(rest)
	return float64(60*h + m)
}

// onDay is the day of the trip on which a task begins.
func (t Task) onDay() int {
	if t.At == "" {
		return t.Day
	}
	return t.Day + int(math.Floor(t.minute()/1440))
}

// many is a count with its noun.
func many(n float64, one, more string) string {
	if n == 1 {
		return "{0} " + one
	}
	return "{0} " + more
}

// small is a mass that may be under a gram.
func small(g float64) quantity.Value {
	if g < 5 {
		return quantity.Of(1000*g, quantity.Milligram)
	}
	return quantity.Of(g, quantity.Gram)
}

func (c *calc) before() {
	grams := map[string]float64{}
	var kinds []string
	rest := map[string]float64{}
	firstDay := map[string]int{}
	limit := c.legs(supply{sold: func(s Stop) bool { return s.sells("coffee") }})[0].end
	ground, portions := false, 0.0
	for i := range limit {
		o := &c.occ[i]
		if !o.fromHome() && o.CoffeeG > 0 {
			portions++
		}
		r := o.plan.Request.Coffee
		ground = ground || *r.GroundAhead
		if o.bag != "" {
			continue // it is there
		}
		kind := *r.Roast + " " + *r.Species
		if _, ok := grams[kind]; !ok {
			kinds = append(kinds, kind)
			rest[kind], firstDay[kind] = *r.DaysOff, o.Day
		}
		grams[kind] += o.CoffeeG
	}
	for _, kind := range kinds {
		// As the list of provisions has it: with the spare, in fives.
		g := math.Ceil(grams[kind]*(1+or(c.trip.Supplies.Spare, spare)/100)/5-1e-9) * 5
		if i := slices.IndexFunc(c.out.Buy, func(b Buy) bool { return b.ID == "coffee" && b.Stop < 0 }); i >= 0 && len(kinds) == 1 {
			g = c.out.Buy[i].Amount
		}
		if g == 0 {
			continue
		}
		c.task(Task{ID: "buy:" + kind, When: "before", Day: min(firstDay[kind]-6, 0), Stop: -1}, "Fresh beans carry gas: they rest before they are brewed. What is bought later on the way is listed with its stop.",
			"Buy {0} of "+kind+" beans, roasted about {1} days before day "+fmt.Sprint(firstDay[kind])+".", quantity.Of(g, quantity.Gram), quantity.Of(rest[kind], quantity.None))
	}
	if portions > 0 {
		noun := quantity.Either(portions == 1, "portion", "portions")
		what := "Weigh out {0} " + noun + " of whole beans, one bag a brew, and mark " + quantity.Either(portions == 1, "it.", "them.")
		why := "A portion is quicker than a scale in the wind."
		if ground {
			what = "Grind what is to be ground at home and weigh out {0} " + noun + ", one bag a brew; mark day and grind."
			why = "Ground coffee fades: grind it last, press the air out, keep it dry."
		}
		c.task(Task{ID: "portion", When: "before", Day: 0, Stop: -1}, why, what, quantity.Of(portions, quantity.None))
	}
	for _, b := range c.out.Buy {
		if b.Stop >= 0 {
			continue
		}
		day := -1
		switch {
		case b.ID == "coffee":
			continue
		case b.Packs > 0:
			c.task(Task{ID: "have:" + b.ID, When: "before", Day: day, Stop: -1}, "A weighed canister tells what is left in it; write the mass on it.",
				"Have "+many(b.Packs, "canister", "canisters")+" with {1} of gas in all; weigh it.", quantity.Of(b.Packs, quantity.None), quantity.Of(b.Amount, quantity.Gram))
		default:
			unit := b.Unit
			if unit == quantity.Count {
				unit = quantity.None
			}
			c.task(Task{ID: "have:" + b.ID, When: "before", Day: day, Stop: -1}, "Counted now, they do not run out on the way.", "Have ready: "+b.within()+", {0}.", quantity.Of(b.Amount, unit))
		}
	}
	if wh := *c.out.Totals.EnergyWh; wh > 0 {
		c.task(Task{ID: "charge", When: "before", Day: 0, Stop: -1}, "A cold battery gives less.", "Charge the battery: the brews take {0}.", quantity.Of(wh, quantity.WattHour))
	}
	if g := *c.out.Totals.EpsomG; g > 0 {
		c.task(Task{ID: "minerals", When: "before", Day: 0, Stop: -1}, "Kept apart: together they fall out of a strong solution.", "Weigh out {0} of Epsom salt and {1} of baking soda, in two marked bottles of water.",
			small(g), small(*c.out.Totals.SodaG))
	}
}

// concentrate is the method that serves it.
const concentrate = "serve-concentrate"

// fromHome reports whether a brew is served from concentrate that is made for it
// before leaving.
func (b *BrewTotals) fromHome() bool { return b.conc > 0 && b.Day <= 1+keepDays }

// fromConcentrate takes served cups from the concentrates that are planned before
// them, the oldest first: what those make is what is served, and its coffee counts
// once. What is still lacking is made at home, or on the way the day before.
func (c *calc) fromConcentrate() {
	type bottle struct {
		day  int
		name string
		left float64
	}
	var bottles []bottle
	for i := range c.occ {
		o := &c.occ[i]
		m, _ := method.ByID(o.Method)
		if m.Contact == method.Cold {
			bottles = append(bottles, bottle{o.Day, nameOf(o), o.DrinkMl})
		}
		if o.Method != concentrate {
			continue
		}
		need := *o.plan.Water.ConcentrateMl
		o.conc = need
		for k := range bottles {
			if take := math.Min(o.conc, bottles[k].left); take > 1e-9 {
				bottles[k].left -= take
				o.conc -= take
				c.kept(o, bottles[k].day, bottles[k].name)
			}
		}
		if o.conc < 0.5 {
			o.conc = 0 // as far as anybody can measure
		}
		o.CoffeeG = o.DoseG * o.conc / need
		if o.conc > 0 && !o.fromHome() {
			pour, _ := coffee.PourFor(o.conc, *o.plan.Ratio, coffee.RetainedMlPerG, 0)
			o.making = pour
			o.WaterMl += pour
		}
	}
	for _, b := range bottles {
		if b.left > 1 {
			c.out.Notes = append(c.out.Notes, quantity.Say(quantity.UpperFirst(b.name)+": {0} of concentrate is left over. Serve it, or make less.", quantity.Of(b.left, quantity.Millilitre)))
		}
	}
}

// kept holds the age of a concentrate against how long it keeps.
func (c *calc) kept(o *BrewTotals, made int, name string) {
	age := o.Day - made
	if age <= keepDays {
		return
	}
	level, what := "care", "it keeps a day or two out of a refrigerator, two weeks in one"
	if age > keepColdDays {
		level, what = "danger", "it keeps two weeks, and only in a refrigerator"
	}
	c.out.Cautions = append(c.out.Cautions, brew.Caution{ID: c.keyOf("keeps", o), Level: level,
		Text: fmt.Sprintf("%s, day %d: the concentrate of day %d (%s) is %d days old then; %s.", quantity.UpperFirst(nameOf(o)), o.Day, made, name, age, what), Why: "It is food, and spoils like food. Make it nearer to the day."})
}

// keyOf is the identity of a task of a brew: it stays when the brew's stop is moved to
// another day, or another place along the way.
func (c *calc) keyOf(what string, o *BrewTotals) string {
	if o.key == "" {
		return fmt.Sprintf("%s:%d:%d", what, o.ID, o.Day)
	}
	return fmt.Sprintf("%s:%s:%d", what, o.key, o.Day-c.trip.Stops[o.Stop].Day)
}

// keyAt is the identity of a task of a stop.
func (c *calc) keyAt(what string, stop int) string {
	if k := c.trip.Stops[stop].Key; k != "" {
		return what + ":" + k
	}
	return fmt.Sprintf("%s:%d", what, stop)
}

// concentrates are begun at home where they are drunk in the first days, and else
// on the way, the day before.
func (c *calc) concentrates() {
	home, ratio := 0.0, 0.0
	for i := range c.occ {
		o := &c.occ[i]
		if o.conc == 0 {
			continue
		}
		if o.fromHome() {
			home += o.conc
			ratio += o.conc * *o.plan.Ratio
			continue
		}
		at := o.At
		if at == "" {
			at = leave
		}
		pour, dose := coffee.PourFor(o.conc, *o.plan.Ratio, coffee.RetainedMlPerG, 0)
		c.task(Task{ID: c.keyOf("concentrate", o), When: "evening", Day: o.Day, Stop: o.Stop, At: at, OffsetS: -concentrateS, ForS: concentrateS, Brew: o.ID},
			"Out of a refrigerator it keeps a day or two, so it is begun on the way and strained before it is drunk. Safe water only: nothing here boils.",
			"Begin {0} of cold concentrate: {1} of coarse coffee in {2} of safe water. Stir to wet; strain it before it is drunk.", quantity.Of(o.conc, quantity.Millilitre), quantity.Of(dose, quantity.Gram), quantity.Of(pour, quantity.Millilitre))
	}
	if home > 0 {
		pour, dose := coffee.PourFor(home, ratio/home, coffee.RetainedMlPerG, 0)
		c.task(Task{ID: "concentrate", When: "before", Day: 1, Stop: -1, At: leave, OffsetS: -concentrateS - 2*3600, ForS: concentrateS}, "Twelve to twenty-four hours; strained and bottled two hours before leaving, and chilled.",
			"Begin {0} of cold concentrate: {1} of coarse coffee in {2} of water, one to {3} by mass. Stir to wet.", quantity.Of(home, quantity.Millilitre), quantity.Of(dose, quantity.Gram), quantity.Of(pour, quantity.Millilitre), quantity.Of(pour/dose, quantity.None))
		c.task(Task{ID: "strain", When: "before", Day: 1, Stop: -1, At: leave, OffsetS: -2 * 3600, ForS: 900}, "It keeps up to two weeks in a refrigerator, a day or two outside.", "Strain the concentrate, fill {0} vials of {1} with it, and chill them.",
			quantity.Of(math.Ceil(home/brew.VialMl-0.02), quantity.None), quantity.Of(brew.VialMl, quantity.Millilitre))
	}
}

// own is by whose recipe and of which bag a brew is, where that is said: within a sentence.
func (o *BrewTotals) own() string {
	out := ""
	if o.Recipe != "" {
		out += ", by “" + quantity.Own(o.Recipe) + "”"
	}
	if o.Coffee != "" {
		out += ", with " + quantity.Own(o.Coffee)
	}
	return out
}

func (c *calc) mornings() {
	for i := range c.occ {
		o := &c.occ[i]
		name := quantity.Own(quantity.UpperFirst(nameOf(o)))
		t := Task{When: "brew", Day: o.Day, Stop: o.Stop, At: o.At, Brew: o.ID}
		t.ID, t.OffsetS, t.ForS = c.keyOf("brew", o), -o.TotalS, o.TotalS
		m, _ := method.ByID(o.Method)
		begins := ": begin "
		if lit := c.litAt(o); lit {
			begins = ": light up and begin "
			if b, _ := heat.BurnerByID(*o.plan.Request.Heat.Burner); !b.Flame {
				begins = ": switch on and begin "
			}
		}
		c.task(t, "Counted back from coffee in hand.", name+begins+quantity.LowerFirst(m.Name)+o.own()+"; it takes {1} for "+many(o.People, "cup", "cups")+".", quantity.Of(o.People, quantity.None), quantity.Of(o.TotalS, quantity.Second))
		first := 0.0
		for _, s := range o.plan.Steps {
			first = math.Min(first, s.AtS)
		}
		for _, s := range o.plan.Steps {
			if s.ID != method.Light {
				continue
			}
			if s.AtS-first <= togetherS {
				continue // the line above says it
			}
			l := t
			l.ID, l.OffsetS, l.ForS = c.keyOf("light", o), -o.TotalS+s.AtS-first, *o.plan.Heat.HeatS
			why := "In the open or with a wide-open door: burning takes air and gives off carbon monoxide."
			if b, _ := heat.BurnerByID(*o.plan.Request.Heat.Burner); !b.Flame {
				why = "It is ready when the water is wanted."
			}
			c.task(l, why, name+": "+quantity.LowerFirst(s.Text)+" {0} to the boil.", quantity.Of(*o.plan.Heat.HeatS, quantity.Second))
		}
	}
}

// togetherS is how near to the beginning of a brew its lighting is the same moment.
const togetherS = 45

// litAt reports whether a brew's heat is lit as it begins.
func (c *calc) litAt(o *BrewTotals) bool {
	first := 0.0
	for _, s := range o.plan.Steps {
		first = math.Min(first, s.AtS)
	}
	return slices.ContainsFunc(o.plan.Steps, func(s brew.Step) bool { return s.ID == method.Light && s.AtS-first <= togetherS })
}

// evenings are the evenings before a morning with something to get ready.
func (c *calc) evenings() {
	done := map[string]bool{}
	for i := range c.occ {
		o := &c.occ[i]
		if !Morning(o.At) {
			continue
		}
		r := o.plan.Request
		evening := func(id, why, text string, v ...quantity.Value) {
			key := fmt.Sprintf("%s:%d", id, o.Day)
			if !done[key] {
				done[key] = true
				c.task(Task{ID: c.keyOf(id, o), When: "evening", Day: o.Day - 1, Stop: o.Stop, Brew: o.ID}, why, text, v...)
			}
		}
		where := " for the morning at " + quantity.Own(c.trip.Stops[o.Stop].Name)
		if *r.Water.Treatment == water.Filtered {
			evening("filter", "In frost keep the filter in the bag too: ice breaks it.", "Filter {0}"+where+".", quantity.Of(o.WaterMl, quantity.Millilitre))
		}
		if o.Fuel == heat.CanisterGas && *r.Place.AirC < coldC {
			evening("canister", "Cold gas does not feed. Never warm a canister with a flame or hot water.", "Take the canister into the sleeping bag"+where+": {0} is expected.", quantity.Of(*r.Place.AirC, quantity.Celsius))
		}
		if *r.Water.State != string(heat.Liquid) {
			evening("melt", "Snow needs some water under it, or the pot scorches; a warm bottle saves the slowest minutes.", "Keep {0} of water from freezing overnight"+where+".", quantity.Of(0.05**o.plan.Water.HeatedMl+100, quantity.Millilitre))
		}
	}
}

// onTheWay is what to buy and carry at a stop.
func (c *calc) onTheWay() {
	for _, b := range c.out.Buy {
		if b.Stop < 0 {
			continue
		}
		s := c.trip.Stops[b.Stop]
		what, v := "Buy {0} of "+b.within()+" at "+quantity.Own(s.Name)+".", quantity.Of(b.Amount, b.Unit)
		if b.Packs > 0 {
			what, v = "Buy "+many(b.Packs, "canister", "canisters")+" at "+quantity.Own(s.Name)+".", quantity.Of(b.Packs, quantity.None)
		} else if b.Unit == quantity.Count {
			label := b.within()
			what, v = "Buy "+many(b.Amount, strings.TrimSuffix(label, "s"), label)+" at "+quantity.Own(s.Name)+".", quantity.Of(b.Amount, quantity.None)
		}
		c.task(Task{ID: c.keyAt("buy:"+b.ID, b.Stop), When: "morning", Day: s.Day, Stop: b.Stop}, "The next place that sells it comes later than what is left lasts.", what, v)
	}
	for _, s := range c.out.Shortages {
		if c.flownTo(s) {
			c.task(Task{ID: c.keyAt("find:"+s.ID, s.Stop), When: "morning", Day: s.Day, Stop: s.Stop}, "No fuel flies, and no stop says that it is sold between the flight and here.", "Find {0} of "+quantity.LowerFirst(quantity.Own(s.Label))+" at "+quantity.Own(c.trip.Stops[s.Stop].Name)+", or make a brew that needs no flame.", quantity.Of(s.Short, s.Unit))
		}
	}
	for i, s := range c.trip.Stops {
		if s.Facts.LegBy == "flight" && c.uses(func(o BrewTotals) float64 { return b2f(o.Stop <= i && o.Fuel != "" && !gathered(o.Fuel)) }) {
			c.task(Task{ID: c.keyAt("ground-fuel", i), When: "evening", Day: s.Day + s.nights() - 1, Stop: i}, "No aircraft takes fuel, full or part-used. The carrier's rules come first.", "Use up or leave all fuel at "+quantity.Own(s.Name)+"; clean and air the stove.")
		}
	}
	for i, st := range c.out.Stops {
		if st.CarryMl > 0 {
			c.task(Task{ID: c.keyAt("carry", i), When: "evening", Day: st.Day + st.Nights - 1, Stop: i}, "The next stop has no water.", "Fill {0} of water for coffee before leaving "+quantity.Own(st.Name)+".", quantity.Of(st.CarryMl, quantity.Millilitre))
		}
		if c.trip.Stops[i].Facts.Bin && i > 0 && c.out.Stops[i-1].WasteG > 0 {
			c.task(Task{ID: c.keyAt("bin", i), When: "evening", Day: st.Day, Stop: i}, "Wet grounds are heavy and smell.", "Leave wet grounds and papers in the bin at "+quantity.Own(st.Name)+".")
		}
	}
}

// flownTo reports whether a shortage is one of fuel behind a flight.
func (c *calc) flownTo(s Shortage) bool {
	flown := false
	for i := range s.Stop {
		st := c.trip.Stops[i]
		flown = st.Facts.LegBy == "flight" || flown && !c.trip.Stops[i].sells("fuel")
	}
	return strings.HasPrefix(s.ID, "fuel:") && flown
}

func (c *calc) after() {
	day := c.out.Days + 1
	seen := map[string]bool{}
	for i := range c.occ {
		m, _ := method.ByID(c.occ[i].Method)
		s, _ := m.School(c.occ[i].School)
		if s.Clean == "" || seen[m.ID] {
			continue
		}
		seen[m.ID] = true
		c.task(Task{ID: "clean:" + m.ID, When: "after", Day: day, Stop: -1}, "What is put away damp smells, and a damp cloth grows things.", m.Name+": "+quantity.LowerFirst(s.Clean)+" Dry it fully in the air.")
	}
	if len(c.out.Canisters) > 0 {
		last := c.out.Canisters[len(c.out.Canisters)-1]
		c.task(Task{ID: "weigh", When: "after", Day: day, Stop: -1}, "What was burned in truth sets the stove's efficiency for the next trip.", "Weigh the canister: by this plan {0} of gas is left in it.", quantity.Of(last.EndG, quantity.Gram))
	}
}

// safety raises the cautions of the journey; carriers, land managers and local
// rules have the last word.
func (c *calc) safety() {
	add := func(id, level, text, why string) {
		if !slices.ContainsFunc(c.out.Cautions, func(k brew.Caution) bool { return k.ID == id }) {
			c.out.Cautions = append(c.out.Cautions, brew.Caution{ID: id, Level: level, Text: text, Why: why})
		}
	}
	fuel := slices.ContainsFunc(c.occ, func(o BrewTotals) bool { return o.Fuel != "" && !gathered(o.Fuel) })
	for _, s := range c.trip.Stops {
		switch s.Facts.LegBy {
		case "flight":
			if fuel {
				add("flight", "danger", "No fuel of any kind, full or part-used, goes on an aircraft: use it up or leave it, and buy again there. A stove must be clean and dry.", "Vapour burns in a hold. Batteries have limits too. The carrier's own rules come first: ask before you pack.")
			} else {
				add("flight-battery", "care", "Batteries go in the cabin, and large ones not at all; coffee powder may be searched.", "The carrier's own rules come first: ask before you pack.")
			}
		case "ferry":
			if fuel {
				add("ferry", "care", "On a ferry stove and fuel stay packed, and some carriers take none.", "Nobody sees a flame below deck in time. Ask the carrier.")
			}
		case "train":
			if fuel {
				add("train", "care", "On a train nothing burns, and some carriers limit fuel.", "Ask the carrier.")
			}
		}
	}
	for i, st := range c.out.Stops {
		for k, o := range st.Odds {
			add(fmt.Sprintf("odds:%d:%d", i, k), "danger", fmt.Sprintf("%s: %s", st.Name, o.Text.Text), "The safety boil depends on it. Until it is settled, boil for the longer time.")
		}
	}
	for _, o := range c.occ {
		s := c.trip.Stops[o.Stop]
		if c.out.Stops[o.Stop].Unplaced {
			add(fmt.Sprintf("unplaced:%d", o.Stop), "care", fmt.Sprintf("How high %s lies is not known: boiling point, time and fuel there count as at the sea. Say its altitude.", s.Name), "Water boils about 1 °C lower for every 300 m, and takes wind and cold with it. A boil that disinfects counts as high up: 3 minutes.")
		}
		h := o.plan.Request.Heat
		if o.conc > 0 && !o.fromHome() && *o.plan.Request.Place.AirC > coffee.KeepsBelowC {
			k := caution.ByID("keeps-hot", "")
			add(fmt.Sprintf("keeps-hot:%d", o.Stop), k.Level, fmt.Sprintf("At %s: %s", s.Name, quantity.LowerFirst(k.Text)), k.Why)
		}
		b, _ := heat.BurnerByID(*h.Burner)
		burning := o.plan.Heat != nil && b.Flame
		if burning && s.Facts.FireBan {
			add(fmt.Sprintf("fire-ban:%d", o.Stop), "danger", fmt.Sprintf("There is a fire ban at %s: %s needs a flame. Plan one that needs none, or ask whether a stove is excepted.", s.Name, nameOf(&o)), "A ban is law there, and dry ground burns from a spark.")
		}
		what := ""
		switch {
		case burning && h.Burner != nil && (*h.Burner == "fire" || *h.Burner == "twig"):
			what = "fire"
		case burning:
			what = "stove"
		case o.plan.Heat != nil && *h.Burner == "mains":
			what = "mains"
		case h.SuppliedC != nil && o.plan.Heat == nil && len(o.plan.Curves.WaterC) > 0:
			what = "urn"
		}
		if what != "" && !s.allows(what) {
			add(fmt.Sprintf("not-there:%d:%s", o.Stop, what), "care", fmt.Sprintf("%s at %s is planned with %s, which is not allowed or not there.", quantity.UpperFirst(nameOf(&o)), s.Name, map[string]string{"fire": "an open fire", "stove": "a stove", "mains": "a socket", "urn": "an urn"}[what]), "The stop says what there is: "+strings.Join(s.Facts.Allowed, ", ")+".")
		}
		for _, k := range o.plan.Cautions {
			switch k.ID {
			case "doubtful", "water-unsaid":
				add(fmt.Sprintf("doubtful:%d", o.Stop), k.Level, fmt.Sprintf("At %s: %s", s.Name, quantity.LowerFirst(k.Text)), k.Why)
			case "keeps-hot":
				add(fmt.Sprintf("keeps-hot:%d", o.Stop), k.Level, fmt.Sprintf("At %s: %s", s.Name, quantity.LowerFirst(k.Text)), k.Why)
			case "not-boiled", "not-boiled-supplied":
				add(fmt.Sprintf("%s:%d", k.ID, o.Stop), k.Level, fmt.Sprintf("%s at %s: %s", quantity.UpperFirst(nameOf(&o)), s.Name, quantity.LowerFirst(k.Text)), k.Why)
			}
		}
		if o.Verdict == "weak" || o.Verdict == "will-not-feed" && o.LowestBar != nil {
			add(fmt.Sprintf("canister:%d", o.Stop), "care", fmt.Sprintf("The canister is too cold at %s to feed well: warm it in a jacket first.", s.Name), "Cold gas does not press. Never heat a canister with a flame or hot water.")
		}
	}
	days := slices.Clone(c.out.DaysOut)
	for _, s := range c.out.Shortages {
		if c.flownTo(s) {
			add(fmt.Sprintf("fuel-flown:%s:%d", s.ID, s.Stop), "danger", fmt.Sprintf("%s at %s has to be bought behind the flight: none flies, and no stop before says that it is sold.", s.Label, c.trip.Stops[s.Stop].Name), "Fuel in a hold burns. Plan a brew that needs no flame there, or find out who sells it. The carrier's rules come first.")
		}
	}
	for i := range c.occ {
		for k := range i {
			a, b := &c.occ[k], &c.occ[i]
			if a.Stop != b.Stop && a.Day == b.Day && a.At != "" && a.At == b.At {
				add(fmt.Sprintf("same-time:%d:%d", b.Day, b.ID), "note", fmt.Sprintf("Day %d: %s at %s and %s at %s are both at %s. Change the time of one.", b.Day, nameOf(a), c.trip.Stops[a.Stop].Name, nameOf(b), c.trip.Stops[b.Stop].Name, b.At), "Nobody is in two places at once.")
			}
		}
	}
	mg := func(v float64) float64 { return math.Round(v/5) * 5 }
	slices.SortStableFunc(days, func(a, b DayTotals) int { return cmp.Compare(b.CaffeineHighMg, a.CaffeineHighMg) })
	for _, d := range days {
		if d.Over || d.MayBeOver {
			add("caffeine", "care", fmt.Sprintf("A cup of each brew on day %d is about %.0f mg of caffeine, and may be %.0f mg.", d.Day, mg(d.CaffeineMg), mg(d.CaffeineHighMg)), "Published guidance (EFSA 2015, US FDA) is up to 400 mg a day for most healthy adults, 200 mg in pregnancy. An estimate, not medical advice.")
		}
	}
}
