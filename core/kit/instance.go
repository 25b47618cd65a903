package kit

import (
	"context"
	"errors"
	"fmt"
	"math"
	"reflect"
	"runtime"
	"slices"
	"strings"
	"sync"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/core/water"
)

// Points of the cup, all from memory: a scale of judgement, not of measurement.
const (
	perPoint   = 4.0 // each point of extraction outside 18 to 22 %
	mostPoints = 40
	perTaste   = 6.0 // each step from the clarity or body wished
	perDegree  = 1.2 // each °C in the cup under warmC
	warmC      = 58
	mostCold   = 24
	heatC      = 28  // from here on a cold cup is as welcome as a warm one
	coolC      = 15  // and below this not at all
	noScale    = 6.0 // pours by eye
	someScale  = 3.0 // one pour by eye
	noSpout    = 5.0
	chopped    = 10.0
	coldRight  = 8  // points of extraction under the window at which a cold concentrate is right
	maxFills   = 3  // of a vessel for one brew
	fillAgainS = 30 // of a grinder
	lightingS  = 40 // to fill the pot and light the stove
)

// demand is a brew of the trip that the kit has to make somehow.
type demand struct {
	stop    int
	brew    trip.Brew
	times   float64 // days of the stay
	days    []int
	people  float64
	urn     bool // hot water is there
	socket  bool
	fire    bool // a fire is there: a vessel, no burner
	early   bool // in the morning
	noFire  bool // nothing may burn here
	noFuel  bool // after a flight, before fuel can be bought again
	options []option
	// Whether what this brew uses up has to be carried from the start.
	ownCoffee, ownFuel, ownPapers bool
	worst                         bool // at the worst carry of water
	why                           map[string]bool
	like                          int // the first demand with the same conditions, which may be this
}

// option is one school at one demand with one brewer.
type option struct {
	method   method.Method
	school   method.School
	brewer   int        // index of the item; none when it needs none
	cup      [2]float64 // points, in a plain and in an insulated cup
	pours    int
	drink    float64    // each cup
	heated   float64    // ml at once, of one batch
	boiled   float64    // of it boils off, in a pot of no kind
	plan     *brew.Plan // with such a pot
	into     string     // server or cups
	serverMl float64    // that it runs into at once; 0 for none
	batches  float64
	hot      bool
	wantsPot bool // the vessel is the brewer
	kettle   bool // hot water goes into a pot that is on the flame itself
	flame    bool // the brewer heats its own water on it
	prepS    float64
	afterS   float64 // from the boil, or from the start where nothing is heated
	doseG    float64 // in all
	batchG   float64 // at once
	papers   float64
	paper    int // index of the item; none
	rinseMl  float64
	tidy     float64
	grind    bool
	fine     bool
	rests    bool     // on a cup's rim
	marks    [2]marks // what the points were taken off for
}

// marks are the points that a cup loses to what its plan gives.
type marks struct{ window, taste, cool float64 }

// cup is what is left of the full 100.
func (k marks) cup() float64 { return math.Max(100-k.window-k.taste-k.cool, 0) }

const none = -1

// instance is a trip and a shelf as numbers.
type instance struct {
	items       []gear.Item
	wishes      Wishes
	weights     Weights
	trip        trip.Trip
	demands     []demand
	weight      float64 // occurrences in all
	reserve     float64 // of fuel, over what is needed: the trip's own
	brewers     []int
	vessels     []int
	burners     []int
	grinders    []int
	scales      []int
	cups        []int
	support     int
	server      int // the lightest that holds what runs into it at once
	people      float64
	mostCups    float64 // of one kind: where they are fewer than the people, these drink in turn
	gasG        float64 // about what the trip burns of carried gas
	leastCounts float64 // the least that a gram of fuel counts in any kit
	must        map[int]bool
	paperNo     map[int]int // of the papers among the items
	gone        map[int]int // grinders and scales that another outdoes, by which
	// vu is the heating of a demand's option in a vessel over a burner.
	vu      [][][]heating // by demand and option, of each vessel (or none) over each burner (or none)
	place   map[int]int   // of a vessel or a burner in its list, from 1
	unseen  map[int]bool  // items that are left out of the search, for there are too many of a kind
	cache   map[base]*table
	looks   int // at ways, that a table takes
	gas     map[gasOf]float64
	planner *brew.Planner
}

// chooseServer finds the server that may go along: one that must, or the lightest
// that holds the most that runs into one at once.
func (in *instance) chooseServer() {
	most := 0.0
	for i := range in.demands {
		for _, o := range in.demands[i].options {
			most = math.Max(most, o.serverMl)
		}
	}
	holds := func(k int) bool { return in.items[k].Holds(most) }
	for k, it := range in.items {
		if it.Kind != gear.Server {
			continue
		}
		s := in.server
		switch {
		case s == none && (in.must[k] || most > 0):
			in.server = k
		case s == none || in.must[s] && !in.must[k]:
		case in.must[k] && !in.must[s], holds(k) && !holds(s), holds(k) == holds(s) && it.MassG < in.items[s].MassG:
			in.server = k
		}
	}
}

type heating struct {
	ok             bool
	fills          float64
	fuelG, seconds float64
}

// build plans every school at every brew with every brewer.
func build(ctx context.Context, t trip.Trip, items []gear.Item, w Wishes) (*instance, error) {
	in := &instance{wishes: w, weights: UsualWeights, trip: t, support: none, server: none, must: map[int]bool{}, paperNo: map[int]int{}, place: map[int]int{}, unseen: map[int]bool{}, planner: &brew.Planner{}, reserve: 1 + trip.FuelReservePct(t)/100}
	if w.Weights != nil {
		in.weights = *w.Weights
	}
	for _, it := range items {
		if bad := it.Check(); len(bad) > 0 {
			for i := range bad {
				bad[i].Field = fmt.Sprintf("%s: %s", it.Name, bad[i].Field)
			}
			return nil, bad
		}
		if !it.Usable() || slices.Contains(w.Without, it.ID) || (it.Price != nil && *it.Price > 0 && !w.Buy && !slices.Contains(w.Must, it.ID)) {
			continue
		}
		k := len(in.items)
		in.items = append(in.items, it)
		if slices.Contains(w.Must, it.ID) {
			in.must[k] = true
		}
		switch it.Kind {
		case gear.Brewer:
			if it.Type != "jar" {
				in.brewers = append(in.brewers, k)
			}
		case gear.Vessel:
			in.vessels = append(in.vessels, k)
		case gear.Burner:
			in.burners = append(in.burners, k)
		case gear.Grinder:
			in.grinders = append(in.grinders, k)
		case gear.Scale:
			in.scales = append(in.scales, k)
		case gear.Cup:
			in.cups = append(in.cups, k)
		case gear.Filter:
			if in.paperNo[k] = len(in.paperNo); in.paperNo[k] >= maxPapers {
				return nil, brew.Problems{{Field: "shelf", Value: maxPapers, Message: fmt.Sprintf("more than %d kinds of paper. Choose fewer", maxPapers)}}
			}
		case gear.Extra:
			if it.Type == "rim support" {
				in.support = k
			}
		}
	}
	in.demand()
	if len(in.demands) == 0 {
		return nil, brew.Problems{{Field: "trip", Message: "no brew is planned on this trip. Add one first"}}
	}
	in.gone = in.outdone(in.grinders)
	for a, b := range in.outdone(in.scales) {
		in.gone[a] = b
	}
	in.thin()
	in.plan(ctx)
	in.chooseServer()
	in.heat(ctx)
	in.gasG = in.gasNeeded()
	in.leastCounts = bottle
	for _, u := range in.burners {
		in.leastCounts = math.Min(in.leastCounts, in.carriedIn(u)*in.counts(u))
	}
	for _, c := range in.cups {
		in.mostCups = math.Max(in.mostCups, in.items[c].Pieces())
	}
	for i := range in.demands {
		in.looks += len(in.demands[i].options)
	}
	return in, ctx.Err()
}

// demand lists the brews, and which of what they use up comes from the start.
func (in *instance) demand() {
	coffee, fuel, papers, flown := true, true, true, false
	// The worst carry: the run of dry stops with the most cups.
	run, best, from, to := 0.0, 0.0, 0, -1
	start := 0
	for i, s := range in.trip.Stops {
		if src := s.Conditions.Water.Source; src == nil || *src != water.Carried {
			run, start = 0, i+1
			continue
		}
		for _, b := range s.Brews {
			if b.Request.Drinkers != nil {
				run += *b.Request.Drinkers
			} else {
				run++
			}
		}
		if run > best {
			best, from, to = run, start, i
		}
	}
	for i, s := range in.trip.Stops {
		coffee = coffee && !slices.Contains(s.Facts.Resupply, "coffee")
		fuel = fuel && !slices.Contains(s.Facts.Resupply, "fuel")
		papers = papers && !slices.Contains(s.Facts.Resupply, "filters")
		flown = flown && !slices.Contains(s.Facts.Resupply, "fuel")
		nights := s.Facts.Stay()
		for _, b := range s.Brews {
			d := demand{stop: i, brew: b, times: float64(nights), people: 1, ownCoffee: coffee, ownFuel: fuel, ownPapers: papers, worst: i >= from && i <= to, early: trip.Morning(b.At), why: map[string]bool{}}
			for k := range nights {
				d.days = append(d.days, s.Day+k)
			}
			if b.Request.Drinkers != nil {
				d.people = *b.Request.Drinkers
			}
			d.noFuel = flown
			d.noFire = s.Facts.FireBan || len(s.Facts.Allowed) > 0 && !slices.Contains(s.Facts.Allowed, "stove") && !slices.Contains(s.Facts.Allowed, "fire")
			h := b.Request.Heat
			d.urn = h.SuppliedC != nil
			if h.Burner != nil && !d.urn {
				d.socket = *h.Burner == "mains"
				d.fire = *h.Burner == "fire"
			}
			// Guests drink from their own cups.
			in.people = math.Max(in.people, math.Min(d.people, float64(max(in.trip.People, 1))))
			in.weight += d.times
			d.like = slices.IndexFunc(in.demands, func(o demand) bool {
				return o.noFire == d.noFire && o.noFuel == d.noFuel && reflect.DeepEqual(o.brew.Request, b.Request)
			})
			if d.like < 0 {
				d.like = len(in.demands)
			}
			in.demands = append(in.demands, d)
		}
		flown = flown || s.Facts.LegBy == "flight"
	}
}

// plan fills in the options of every demand, side by side.
func (in *instance) plan(ctx context.Context) {
	insulated := slices.ContainsFunc(in.cups, func(k int) bool { return in.items[k].Insulated })
	var first []int
	for i := range in.demands {
		if in.demands[i].like == i {
			first = append(first, i)
		}
	}
	var wg sync.WaitGroup
	workers := runtime.GOMAXPROCS(0)
	for w := range workers {
		wg.Go(func() {
			for n := w; n < len(first) && ctx.Err() == nil; n += workers {
				in.options(&in.demands[first[n]], insulated)
			}
		})
	}
	wg.Wait()
	for i := range in.demands {
		d := &in.demands[i]
		d.options, d.why = in.demands[d.like].options, in.demands[d.like].why
	}
}

func (in *instance) options(d *demand, insulated bool) {
	for _, m := range method.All {
		if m.ID == method.ColdConcentrateID || m.ID == method.ServeConcentrateID {
			continue // made at home
		}
		if m.Scores.Tidiness < in.wishes.Tidiness {
			d.why[messier.Say(quantity.Text(m.Name)).Text] = true
			continue
		}
		// Which brewers serve it: none is needed for a cup or a bag.
		brewers := []int{none}
		if m.Family != "cup" && !m.InPot() {
			brewers = nil
			for _, k := range in.brewers {
				if slices.Contains(in.items[k].Methods(), m.ID) {
					brewers = append(brewers, k)
				}
			}
		}
		for _, k := range brewers {
			for _, s := range m.Schools {
				ways := []string{"server"}
				if d.people > 1 && m.OnCup() {
					ways = append(ways, "cups")
				}
				for _, into := range ways {
					if o, why := in.option(d, m, s, k, into, insulated); why == "" {
						d.options = append(d.options, o)
					} else {
						d.why[byMethod.Say(quantity.Text(m.Name), quantity.Text(why)).Text] = true
					}
				}
			}
		}
	}
}

func p(v float64) *float64 { return &v }

// option plans a school at a demand; why says what forbids it.
func (in *instance) option(d *demand, m method.Method, s method.School, k int, into string, insulated bool) (o option, why string) {
	cold := m.Way == method.Kettle && s.Temps.High == 0
	flame := m.Way == method.OnFlame || s.BoilsIn()
	switch {
	case flame && d.urn:
		return o, "it needs a flame; there is only an urn"
	case flame && d.socket:
		return o, "it needs a flame; there is only a socket"
	case !cold && d.noFire && !d.urn && !d.socket:
		return o, "flames are banned at " + in.trip.Stops[d.stop].Name + ", and there is no hot water"
	case cold && d.brew.Request.Water.Treatment != nil && *d.brew.Request.Water.Treatment == water.Boil:
		return o, "cold water is unsafe here"
	}
	r := d.brew.Request.By(m.ID, s.ID)
	r.Brewer = brew.Brewer{} // the shelf's
	r.Measure = brew.Measure{}
	r.Into = &into
	// A large pot: how often a smaller one is filled is counted apart.
	r.Vessel = brew.Vessel{CapacityMl: p(6000), DiameterMm: p(130), MassG: p(150)}
	if !d.urn && !d.socket && !d.fire {
		r.Heat = brew.Heat{} // whatever burner is carried
	}
	o = option{method: m, school: s, into: into, brewer: k, paper: none, tidy: float64(5 - m.Scores.Tidiness), wantsPot: m.InPot(), kettle: m.Way == method.OnFlame && !s.ColdFill, flame: s.ColdFill, hot: !cold,
		fine: slices.Contains(m.Needs, "fine grinder"), grind: !r.Coffee.Ground()}
	if k != none {
		b := in.items[k]
		b.Into(&r)
		_, o.rests = gear.OnRim(b, gear.Item{RimMm: p(80)})
	}
	for _, what := range s.Consumables {
		if !method.IsPaper(what) {
			continue
		}
		for i, it := range in.items {
			if it.Kind != gear.Filter {
				continue
			}
			right := it.Type == what || strings.TrimPrefix(what, "thick ") == it.Type
			if k != none && in.items[k].Size != "" && it.Size != "" {
				right = in.items[k].Size == it.Size
			}
			if right {
				o.paper = i
			}
		}
		if o.paper == none {
			return o, "no " + what + " in my gear"
		}
	}
	var pl *brew.Plan
	for warm := range 2 {
		if warm == 1 && !insulated {
			o.marks[1], o.cup[1] = o.marks[0], o.cup[0]
			break
		}
		r.Cup = brew.Cup{}
		if warm == 1 {
			r.Cup = brew.Cup{Insulated: &insulated, MassG: p(210)}
		}
		var err error
		if pl, err = in.planner.Compute(r); err != nil {
			if bad, ok := errors.AsType[brew.Problems](err); ok {
				return o, bad[0].Says()
			}
			return o, err.Error()
		}
		o.marks[warm] = in.judge(m, pl, cold)
		o.cup[warm] = o.marks[warm].cup()
	}
	n := *pl.Batches
	o.batches, o.doseG, o.batchG = n, *pl.DoseG, *pl.DoseG/n
	o.heated, o.boiled = *pl.Water.HeatedMl/n, *pl.Water.BoiledOffMl/n
	if m.Family == "cup" {
		o.heated = *pl.Water.HeatedMl / d.people * math.Ceil(d.people/n)
		o.boiled = *pl.Water.BoiledOffMl / d.people * math.Ceil(d.people/n)
	}
	o.plan = pl
	if into == "server" && m.OnCup() && d.people/n > 1 {
		o.serverMl = *pl.DrinkMl / n
	}
	o.rinseMl = *pl.Water.RinseMl + *pl.Water.PreheatMl + *pl.Water.WashupMl
	o.drink = pl.Request.FullCupMl()
	if o.paper != none {
		_, o.papers = pl.Papers()
	}
	boiled, last := 0.0, 0.0
	for _, st := range pl.Steps {
		if st.ID == method.FlameFull {
			boiled = st.AtS + st.ForS
		}
		if st.Lane == method.Scale {
			o.pours++
		}
	}
	if pl.Heat == nil {
		for _, st := range pl.Steps {
			boiled = math.Min(boiled, st.AtS)
		}
	}
	for _, st := range pl.Steps {
		last = math.Max(last, st.AtS+st.ForS)
		if st.AtS < boiled && (st.Lane == method.Hands || st.Lane == method.Scale) {
			o.prepS += st.ForS
		}
	}
	if len(pl.Rounds) > 0 {
		last = pl.Rounds[len(pl.Rounds)-1].ReadyS
	}
	o.afterS = last - boiled
	return o, ""
}

// judge takes points off a cup for its extraction, its taste and its warmth.
func (in *instance) judge(m method.Method, pl *brew.Plan, cold bool) (k marks) {
	e := *pl.Strength.ExtractionPct
	if cold {
		e += coldRight
	}
	out := math.Max(math.Max(brew.WindowExtractionMin-e, e-brew.WindowExtractionMax), 0)
	k.window = math.Min(perPoint*out, mostPoints)
	if w := in.wishes.Clarity; w > 0 {
		k.taste += perTaste * math.Abs(float64(m.Scores.Clarity-w))
	}
	if w := in.wishes.Body; w > 0 {
		k.taste += perTaste * math.Abs(float64(m.Scores.Body-w))
	}
	k.cool = math.Min(math.Max(warmC-*pl.CupC, 0)*perDegree, mostCold)
	if cold {
		// A cold cup is welcome in the heat, and not in the cold.
		air := *pl.Request.Place.AirC
		k.cool = mostCold * math.Min(math.Max((heatC-air)/(heatC-coolC), 0), 1)
	}
	return k
}

// heat finds what each option takes in each vessel over each burner.
func (in *instance) heat(ctx context.Context) {
	for i, k := range in.vessels {
		in.place[k] = i + 1
	}
	for i, k := range in.burners {
		in.place[k] = i + 1
	}
	in.vu = make([][][]heating, len(in.demands))
	for di := range in.demands {
		d := &in.demands[di]
		if d.urn || d.socket || d.like != di {
			continue
		}
		set, err := brew.Settle(d.brew.Request)
		if err != nil {
			continue
		}
		burners := in.burners
		if d.fire {
			burners = []int{none}
		}
		in.vu[di] = make([][]heating, len(d.options))
		for oi := range d.options {
			o := &d.options[oi]
			if !o.hot {
				continue
			}
			if ctx.Err() != nil {
				return
			}
			in.vu[di][oi] = make([]heating, (len(in.vessels)+1)*(len(in.burners)+1))
			vessels := in.vessels
			if o.flame && o.brewer != none {
				vessels = []int{none} // the brewer is on the flame itself
			}
			for _, vi := range vessels {
				for _, ui := range burners {
					in.vu[di][oi][in.cell(vi, ui)] = in.heating(d, o, set, vi, ui)
				}
			}
		}
	}
}

// cell is the place of a vessel and a burner, or none, in the rows of vu.
func (in *instance) cell(vessel, burner int) int {
	v, u := 0, 0
	if vessel != none {
		v = in.place[vessel]
	}
	if burner != none {
		u = in.place[burner]
	}
	return v*(len(in.burners)+1) + u
}

// heatedIn is what heating for an option takes in a vessel over a burner.
func (in *instance) heatedIn(demand, option, vessel, burner int) (heating, bool) {
	if rows := in.vu[demand]; rows != nil && rows[option] != nil {
		h := rows[option][in.cell(vessel, burner)]
		return h, h.ok
	}
	return heating{}, false
}

// warmedC is by how much a canister is taken to be warmer than the air when it
// comes out of a jacket. From memory.
const warmedC = 10

// feeds reports whether a usual canister, warmed in a jacket, feeds a burner.
func feeds(set *brew.Setting) bool {
	gas := heat.Blend{Propane: 46, Isobutane: 184}
	gauge := gas.Pressure(math.Max(set.Air.TempC+warmedC, -42)) - set.Boil.PressureHPa/1000
	return heat.Verdict(gauge) != "will-not-feed"
}

// gasShare is the part of a burner's flame that gas gives at a stop, for heatings that
// burn about so much: that of the usual pot there, whichever asks first.
func (in *instance) gasShare(set *brew.Setting, h heat.Heating, j heat.Jet, kJ float64) float64 {
	size := int(2 * math.Log2(math.Max(kJ, 1)))
	key := gasOf{set, j.FullW, j.RatedBar, h.Efficiency, size}
	if s, known := in.gas[key]; known {
		return s
	}
	s := 1.0
	burns := math.Exp2((float64(size) + 0.5) / 2)
	usual := set.Heating(1000 * burns * h.Efficiency / (water.SpecificHeat * math.Max(h.ToC-h.FromC, 20)))
	usual.PowerW, usual.Efficiency, usual.WindLoss, usual.DwellS = j.FullW, h.Efficiency, h.WindLoss, 0
	if g, _ := set.OnGas(usual, set.Canister(), j, 1); g.Feeds {
		s = g.PowerW / usual.PowerW
	}
	if in.gas == nil {
		in.gas = map[gasOf]float64{}
	}
	in.gas[key] = s
	return s
}

type gasOf struct {
	set                         *brew.Setting
	fullW, ratedBar, efficiency float64
	size                        int
}

func (in *instance) heating(d *demand, o *option, set *brew.Setting, vi, ui int) heating {
	burner, _ := heat.BurnerByID(heat.OpenFire)
	power, eff := burner.PowerW, burner.Efficiency
	if ui != none {
		b := in.items[ui]
		burner, _ = heat.BurnerByID(b.Type)
		power, eff = burner.PowerW, burner.Efficiency
		if b.PowerW != nil {
			power = *b.PowerW
		}
		if b.Efficiency != nil {
			eff = *b.Efficiency
		}
	} else if e := d.brew.Request.Heat.Efficiency; e != nil {
		eff = *e
	}
	v := gear.Item{Kind: gear.Vessel, MassG: 300, Material: "aluminium", CapacityMl: p(500), LengthMm: p(90), Lid: true}
	if vi != none {
		v = in.items[vi]
	} else if o.brewer != none {
		v = in.items[o.brewer]
	}
	if ui != none && burner.Flame && burner.ID != heat.TwigStove && d.noFuel {
		return heating{} // its fuel could not fly
	}
	if burner.OfGas() && !feeds(set) {
		return heating{}
	}
	onIt := []gear.Item{v}
	if o.method.Way == method.OnFlame && vi != none && o.brewer != none {
		onIt = append(onIt, in.items[o.brewer]) // after the kettle
	}
	for _, v := range onIt {
		if ui != none {
			if j, ok := gear.PotOnBurner(v, in.items[ui]); ok && j.Level == gear.No {
				return heating{}
			}
		}
		if j, ok := gear.OverFlame(v, gear.Item{Kind: gear.Burner, Type: string(burner.ID)}); ok && j.Level == gear.No {
			return heating{}
		}
	}
	fills := 1.0
	if v.CapacityMl != nil && vi != none {
		fills = math.Ceil(o.heated / (0.95 * *v.CapacityMl))
	}
	if fills > maxFills {
		return heating{}
	}
	mat, ok := heat.MaterialByID(v.Material)
	if !ok {
		mat, _ = heat.MaterialByID(heat.Aluminium)
	}
	wide := 130.0
	if v.LengthMm != nil {
		wide = *v.LengthMm
	}
	capacity := math.Max(o.heated, 100)
	if v.CapacityMl != nil {
		capacity = *v.CapacityMl
	}
	cover := heat.Lidded
	if !v.Lid {
		cover = heat.Open
	}
	jet := set.Jet()
	jet.FullW = power
	if ui != none && in.items[ui].Regulated {
		jet.RatedBar = heat.RegulatedBar
	}
	if o.flame { // as the plan has it: a closed boiler on a moderate flame
		power, wide, cover = power*brew.Moderate, brew.CupDiameterMm(capacity), heat.Lidded
	}
	h := heat.Heating{WaterG: o.heated / fills, Source: heat.Source(*set.Request.Water.State), FromC: *set.Request.Water.SourceC, ToC: set.Boil.BoilC, VesselC: set.Air.TempC,
		Vessel: heat.Vessel{CapacityMl: capacity, DiameterMm: wide, MassG: v.MassG, Material: mat, LossFactor: 1}, Cover: cover, Air: set.Air, PowerW: power, Efficiency: eff, WindLoss: burner.WindLoss,
		DwellFlame: burner.LowFlame()}
	if o.flame && o.school.ColdFill && o.plan.Heat != nil {
		h.ToC = o.plan.Made().FlowC
	}
	starter := func() {
		if h.Source != heat.Liquid {
			h.StarterG = 0.05 * h.WaterG
		}
	}
	starter()
	n := fills * o.batches
	k := h.Heat()
	if burner.OfGas() && k.Reaches {
		// Before the dwell: how long it stays at the boil depends on how soon it boils.
		full := h.PowerW
		h.PowerW *= in.gasShare(set, h, jet, k.BurnedKJ*n)
		if weak := h.Heat(); weak.Reaches {
			k = weak
		} else {
			h.PowerW = full
		}
	}
	if o.plan.Heat != nil && k.Reaches {
		h.DwellS = o.plan.DwellIn(h.Vessel, h.WaterG, k.HeatS)
		h.WaterG += h.Dwell().BoiledG - o.boiled/fills
		starter()
		k = h.Heat()
	}
	if !k.Reaches {
		return heating{}
	}
	out := heating{ok: true, fills: fills, seconds: (k.HeatS + k.DwellS) * n}
	if burner.ID != heat.OpenFire && burner.ID != heat.TwigStove {
		f, _ := heat.FuelByID(burner.Fuels[0])
		lhv := f.LHV
		if f.ID == heat.CanisterGas {
			lhv = 45.8
		}
		out.fuelG = (k.BurnedKJ*n + o.plan.ReheatIn(h)) / lhv
	}
	return out
}
