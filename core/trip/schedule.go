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

// task adds a task, worded by its key (see tasks).
func (c *calc) task(t Task, key string, values ...quantity.Value) {
	say := tasks[key]
	t.Phrase, t.Why = say.text.Say(values...), say.why.Text()
	switch {
	case !say.danger.IsZero():
		t.Caution, t.Level = say.danger.Text(), caution.Danger
	case !say.care.IsZero():
		t.Caution, t.Level = say.care.Text(), caution.Care
	}
	c.out.Tasks = append(c.out.Tasks, t)
}

func count(n float64) quantity.Value { return quantity.Of(n, quantity.None) }

func day(n int) quantity.Value { return count(float64(n)) }

// place returns the name of a stop.
func (c *calc) place(stop int) quantity.Value { return quantity.Text(c.trip.Stops[stop].Name) }

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
		ground = ground || *r.GroundAhead && !*r.ShopGround
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
		c.task(Task{ID: "buy:" + kind, When: "before", Day: min(firstDay[kind]-6, 0), Stop: -1}, "beans", quantity.Of(g, quantity.Gram), quantity.Text(kind), count(rest[kind]), day(firstDay[kind]))
	}
	if portions > 0 {
		c.task(Task{ID: "portion", When: "before", Day: 0, Stop: -1}, quantity.Either(ground, "portion/ground", "portion"), count(portions))
	}
	for _, b := range c.out.Buy {
		if b.Stop >= 0 {
			continue
		}
		have := Task{ID: "have:" + b.ID, When: "before", Day: -1, Stop: -1}
		switch {
		case b.ID == "coffee":
			continue
		case b.Packs > 0:
			c.task(have, "have/canisters", count(b.Packs), quantity.Of(b.Amount, quantity.Gram))
		default:
			unit := b.Unit
			if unit == quantity.Count {
				unit = quantity.None
			}
			c.task(have, "have", b.name(), quantity.Of(b.Amount, unit))
		}
	}
	if wh := *c.out.Totals.EnergyWh; wh > 0 {
		c.task(Task{ID: "charge", When: "before", Day: 0, Stop: -1}, "charge", quantity.Of(wh, quantity.WattHour))
	}
	if g := *c.out.Totals.EpsomG; g > 0 {
		c.task(Task{ID: "minerals", When: "before", Day: 0, Stop: -1}, "minerals", small(g), small(*c.out.Totals.SodaG))
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
			c.out.Notes = append(c.out.Notes, leftOver.Say(quantity.Noun(b.name), quantity.Of(b.left, quantity.Millilitre)))
		}
	}
}

// kept holds the age of a concentrate against how long it keeps.
func (c *calc) kept(o *BrewTotals, made int, name string) {
	age := o.Day - made
	if age <= keepDays {
		return
	}
	level, key := "care", "keeps"
	if age > keepColdDays {
		level, key = caution.Danger, "keeps/danger"
	}
	c.warn(c.keyOf("keeps", o), level, key, o.name(), day(o.Day), day(made), quantity.Noun(name), day(age))
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
			"concentrate", quantity.Of(o.conc, quantity.Millilitre), quantity.Of(dose, quantity.Gram), quantity.Of(pour, quantity.Millilitre))
	}
	if home > 0 {
		pour, dose := coffee.PourFor(home, ratio/home, coffee.RetainedMlPerG, 0)
		c.task(Task{ID: "concentrate", When: "before", Day: 1, Stop: -1, At: leave, OffsetS: -concentrateS - 2*3600, ForS: concentrateS}, "concentrate/home", quantity.Of(home, quantity.Millilitre), quantity.Of(dose, quantity.Gram), quantity.Of(pour, quantity.Millilitre), quantity.Of(pour/dose, quantity.None))
		c.task(Task{ID: "strain", When: "before", Day: 1, Stop: -1, At: leave, OffsetS: -2 * 3600, ForS: 900}, "strain", quantity.Of(math.Ceil(home/brew.VialMl-0.02), quantity.None), quantity.Of(brew.VialMl, quantity.Millilitre))
	}
}

// name returns the name of a brew.
func (o *BrewTotals) name() quantity.Value { return quantity.Noun(nameOf(o)) }

func (c *calc) mornings() {
	for i := range c.occ {
		o := &c.occ[i]
		t := Task{When: "brew", Day: o.Day, Stop: o.Stop, At: o.At, Brew: o.ID}
		t.ID, t.OffsetS, t.ForS = c.keyOf("brew", o), -o.TotalS, o.TotalS
		m, _ := method.ByID(o.Method)
		var b heat.Burner
		if c.litAt(o) {
			b, _ = heat.BurnerByID(*o.plan.Request.Heat.Burner)
		}
		key := "brew"
		switch {
		case m.ID == concentrate && b.Flame:
			key = "brew/served-lit"
		case m.ID == concentrate && b.ID != "":
			key = "brew/served-on"
		case m.ID == concentrate:
			key = "brew/served"
		case b.ID == "fire":
			key = "brew/fire"
		case b.Flame:
			key = "brew/lit"
		case b.ID != "":
			key = "brew/switched"
		}
		c.task(t, key, o.name(), quantity.Noun(m.Name), count(o.People), quantity.Lasting(60*math.Ceil(o.TotalS/60)))
		told := &c.out.Tasks[len(c.out.Tasks)-1].Phrase
		if o.Recipe != "" {
			*told = quantity.Together(*told, byRecipe.Say(quantity.Text(o.Recipe)))
		}
		if o.Coffee != "" {
			*told = quantity.Together(*told, withCoffee.Say(quantity.Text(o.Coffee)))
		}
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
			b, _ := heat.BurnerByID(*o.plan.Request.Heat.Burner)
			c.task(l, quantity.Either(b.Flame, "light", "light/switched"), o.name(), quantity.Text(s.Text), quantity.Of(*o.plan.Heat.HeatS, quantity.Second))
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
		evening := func(id string, v quantity.Value) {
			key := fmt.Sprintf("%s:%d", id, o.Day)
			if !done[key] {
				done[key] = true
				c.task(Task{ID: c.keyOf(id, o), When: "evening", Day: o.Day - 1, Stop: o.Stop, Brew: o.ID}, id, c.place(o.Stop), v)
			}
		}
		if *r.Water.Treatment == water.Filtered {
			evening("filter", quantity.Of(o.WaterMl, quantity.Millilitre))
		}
		if o.Fuel == heat.CanisterGas && *r.Place.AirC < coldC {
			evening("canister", quantity.Of(*r.Place.AirC, quantity.Celsius))
		}
		if *r.Water.State != string(heat.Liquid) {
			evening("melt", quantity.Of(0.05**o.plan.Water.HeatedMl+100, quantity.Millilitre))
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
		key, v, name := "buy", quantity.Of(b.Amount, b.Unit), b.name()
		switch {
		case b.Packs > 0:
			key, v = "buy/canisters", count(b.Packs)
		case b.Unit == quantity.Count:
			key, v = "buy/pieces", count(b.Amount)
			if b.Amount == 1 {
				name = quantity.Noun(strings.TrimSuffix(b.Label, "s"))
			}
		}
		c.task(Task{ID: c.keyAt("buy:"+b.ID, b.Stop), When: "morning", Day: s.Day, Stop: b.Stop}, key, v, name, c.place(b.Stop))
	}
	for _, s := range c.out.Shortages {
		if c.flownTo(s) {
			c.task(Task{ID: c.keyAt("find:"+s.ID, s.Stop), When: "morning", Day: s.Day, Stop: s.Stop}, "find", quantity.Of(s.Short, s.Unit), supplied(s.ID, s.Label), c.place(s.Stop))
		}
	}
	for i, s := range c.trip.Stops {
		if s.Facts.LegBy == "flight" && c.uses(func(o BrewTotals) float64 { return b2f(o.Stop <= i && o.Fuel != "" && !gathered(o.Fuel)) }) {
			c.task(Task{ID: c.keyAt("ground-fuel", i), When: "evening", Day: s.Day + s.nights() - 1, Stop: i}, "ground-fuel", c.place(i))
		}
	}
	for i, st := range c.out.Stops {
		if st.CarryMl > 0 {
			c.task(Task{ID: c.keyAt("carry", i), When: "evening", Day: st.Day + st.Nights - 1, Stop: i}, "carry", c.place(i), quantity.Of(st.CarryMl, quantity.Millilitre))
		}
		if c.trip.Stops[i].Facts.Bin && i > 0 && c.out.Stops[i-1].WasteG > 0 {
			c.task(Task{ID: c.keyAt("bin", i), When: "evening", Day: st.Day, Stop: i}, "bin", c.place(i))
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
		c.task(Task{ID: "clean:" + m.ID, When: "after", Day: day, Stop: -1}, "clean", quantity.Noun(m.Name), quantity.Text(s.Clean))
	}
	if len(c.out.Canisters) > 0 {
		last := c.out.Canisters[len(c.out.Canisters)-1]
		c.task(Task{ID: "weigh", When: "after", Day: day, Stop: -1}, "weigh", quantity.Of(last.EndG, quantity.Gram))
	}
}

// warn adds a caution once, worded by its key (see cautions).
func (c *calc) warn(id, level, key string, values ...quantity.Value) {
	if !slices.ContainsFunc(c.out.Cautions, func(k brew.Caution) bool { return k.ID == id }) {
		c.out.Cautions = append(c.out.Cautions, brew.Caution{ID: id, Level: level, Text: cautions[key].text.Say(values...).Text, Why: cautions[key].why.Say(values...).Text})
	}
}

// safety adds the cautions of the journey.
func (c *calc) safety() {
	fuel := slices.ContainsFunc(c.occ, func(o BrewTotals) bool { return o.Fuel != "" && !gathered(o.Fuel) })
	for _, s := range c.trip.Stops {
		switch s.Facts.LegBy {
		case "flight":
			if fuel {
				c.warn("flight", "danger", "flight")
			} else {
				c.warn("flight-battery", "care", "flight-battery")
			}
		case "ferry":
			if fuel {
				c.warn("ferry", "care", "ferry")
			}
		case "train":
			if fuel {
				c.warn("train", "care", "train")
			}
		}
	}
	for i, st := range c.out.Stops {
		for k, o := range st.Odds {
			c.warn(fmt.Sprintf("odds:%d:%d", i, k), caution.Danger, "odds", c.place(i), quantity.Text(o.Text.Text))
		}
	}
	for _, o := range c.occ {
		s, at := c.trip.Stops[o.Stop], c.place(o.Stop)
		here := func(what string) string { return fmt.Sprintf("%s:%d", what, o.Stop) }
		// A brew's cautions, once for each stop.
		brewed := func(id string, k brew.Caution) {
			c.warn(here(id), k.Level, "as-brewed", at, quantity.Text(k.Text), quantity.Text(k.Why))
		}
		if c.out.Stops[o.Stop].Unplaced {
			c.warn(here("unplaced"), "care", "unplaced", at)
		}
		h := o.plan.Request.Heat
		if o.conc > 0 && !o.fromHome() && *o.plan.Request.Place.AirC > coffee.KeepsBelowC {
			brewed("keeps-hot", caution.ByID("keeps-hot", ""))
		}
		b, _ := heat.BurnerByID(*h.Burner)
		burning := o.plan.Heat != nil && b.Flame
		if burning && s.Facts.FireBan {
			c.warn(here("fire-ban"), caution.Danger, "fire-ban", at, o.name())
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
			c.warn(here("not-there")+":"+what, "care", "not-there/"+what, at, o.name(), quantity.Text(strings.Join(s.Facts.Allowed, ", ")))
		}
		for _, k := range o.plan.Cautions {
			switch k.ID {
			case "doubtful", "water-unsaid":
				brewed("doubtful", k)
			case "keeps-hot":
				brewed("keeps-hot", k)
			case "not-boiled", "not-boiled-supplied":
				c.warn(here(k.ID), k.Level, "as-brewed/by", at, quantity.Text(k.Text), quantity.Text(k.Why), o.name())
			}
		}
		if o.Verdict == "weak" || o.Verdict == "will-not-feed" && o.LowestBar != nil {
			c.warn(here("canister"), "care", "canister", at)
		}
	}
	days := slices.Clone(c.out.DaysOut)
	for _, s := range c.out.Shortages {
		if c.flownTo(s) {
			c.warn(fmt.Sprintf("fuel-flown:%s:%d", s.ID, s.Stop), caution.Danger, "fuel-flown", supplied(s.ID, s.Label), c.place(s.Stop))
		}
	}
	for i := range c.occ {
		for k := range i {
			a, b := &c.occ[k], &c.occ[i]
			if a.Stop != b.Stop && a.Day == b.Day && a.At != "" && a.At == b.At {
				c.warn(fmt.Sprintf("same-time:%d:%d", b.Day, b.ID), "note", "same-time", day(b.Day), a.name(), c.place(a.Stop), b.name(), c.place(b.Stop), quantity.Text(b.At))
			}
		}
	}
	mg := func(v float64) quantity.Value { return quantity.Of(math.Round(v/5)*5, quantity.Milligram) }
	slices.SortStableFunc(days, func(a, b DayTotals) int { return cmp.Compare(b.CaffeineHighMg, a.CaffeineHighMg) })
	for _, d := range days {
		if d.Over || d.MayBeOver {
			c.warn("caffeine", "care", "caffeine", day(d.Day), mg(d.CaffeineMg), mg(d.CaffeineHighMg))
		}
	}
}
