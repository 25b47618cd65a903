package trip

import (
	"context"
	"errors"
	"fmt"
	"math"
	"runtime"
	"slices"
	"strings"
	"sync"

	"apodemos/core/air"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

const practice = "common practice, no published source"

// Limits of a trip; a year on the road fits.
const (
	MaxStops = 400
	MaxBrews = 2000 // occurrences
	MaxDay   = 500
	MaxStay  = 60
)

// calc carries one computation.
type calc struct {
	trip  Trip
	fixed *stocks // amounts packed, where they are given by another plan
	out   *Result
	occ   []BrewTotals
	lines []line
	stock stocks // amounts bought, as decided here
}

// stocks is what is bought of each supply at each place to buy it, in order.
type stocks map[string][]float64

// Compute plans a trip. Its error is brew.Problems; a brew that cannot be made
// at its stop is no error but listed in Impossible.
func Compute(t Trip) (*Result, error) { return ComputeContext(context.Background(), t) }

// ComputeContext plans a trip, and ends with the context's error when its asker is gone.
func ComputeContext(ctx context.Context, t Trip) (*Result, error) {
	c, err := compute(ctx, t, nil)
	if err != nil {
		return nil, err
	}
	return c.out, nil
}

func compute(ctx context.Context, t Trip, fixed *stocks) (*calc, error) {
	if bad := check(t); len(bad) > 0 {
		return nil, bad
	}
	c := &calc{trip: t, fixed: fixed, stock: stocks{}, out: &Result{Version: brew.Version, Stops: []StopTotals{}, Brews: []BrewTotals{}, Coffees: []CoffeeNeed{}, Bags: []Bag{},
		Lines: []SupplyLine{}, Packing: []PackLine{}, Buy: []Buy{}, Canisters: []CanisterUse{}, DaysOut: []DayTotals{}, Tasks: []Task{}, Shortages: []Shortage{},
		Cautions: []brew.Caution{}, Notes: []quantity.Phrase{}, Impossible: []Impossible{}, Working: working.Sheet{}}}
	if bad := c.places(); len(bad) > 0 {
		return nil, bad
	}
	c.planBrews(ctx)
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	c.fromConcentrate()
	c.supplies()
	c.totals()
	c.schedule()
	c.safety()
	c.out.Brews = c.occ
	return c, nil
}

func problem(field string, value any, format string, args ...any) brew.Problem {
	return brew.Problem{Field: field, Value: value, Message: fmt.Sprintf(format, args...)}
}

// check finds what is wrong with a trip apart from its brews.
func check(t Trip) brew.Problems {
	var bad brew.Problems
	add := func(field string, value any, format string, args ...any) {
		bad = append(bad, problem(field, value, format, args...))
	}
	if t.People < 1 || t.People > 24 {
		add("people", t.People, "%d is out of range. Enter 1 to 24", t.People)
	}
	if len(t.Stops) > MaxStops {
		add("stops", len(t.Stops), "%d is too many. Enter up to %d stops", len(t.Stops), MaxStops)
	}
	for i, b := range t.Coffees {
		if g := b.StartG; g != nil && !(*g >= 0 && *g <= 20000) {
			add(fmt.Sprintf("coffees[%d].start_g", i), *g, "%g g is out of range. Enter 0 to 20000 g", *g)
		}
	}
	day, n := 1, 0
	for i, s := range t.Stops {
		at := fmt.Sprintf("stops[%d].", i)
		if s.Day < day || s.Day > MaxDay {
			add(at+"day", s.Day, "day %d comes before the stop above it, day %d. Enter %d to %d", s.Day, day, day, MaxDay)
		}
		day = max(s.Day, day)
		if k := s.nights(); k < 1 || k > MaxStay {
			add(at+"nights", k, "%d is out of range. Enter 1 to %d nights", k, MaxStay)
		} else {
			n += k * len(s.Brews)
		}
		for j, b := range s.Brews {
			if b.At != "" && !clockTime(b.At) {
				add(fmt.Sprintf("%sbrews[%d].at", at, j), b.At, "%q is not a time of day. Enter 00:00 to 23:59, or leave it empty", b.At)
			}
		}
	}
	if n > MaxBrews {
		add("stops", n, "%d brews is too many. Enter up to %d over all days", n, MaxBrews)
	}
	return append(bad, t.Supplies.Check().At("supplies.")...)
}

// Check returns what is wrong with supplies.
func (s Supplies) Check() brew.Problems {
	var bad brew.Problems
	for i, k := range s.Canisters {
		bad = append(bad, k.check(fmt.Sprintf("canisters[%d].", i))...)
	}
	if k := s.Canister; k != nil {
		bad = append(bad, k.check("canister.")...)
	}
	for _, f := range []struct {
		name string
		v    *float64
		max  float64
	}{{"fuel_g", s.FuelG, 50000}, {"coffee_g", s.CoffeeG, 50000}, {"water_ml", s.WaterMl, 100000}, {"battery_wh", s.BatteryWh, 20000},
		{"fuel_reserve_pct", s.FuelReserve, 200}, {"spare_pct", s.Spare, 200}, {"sugar_g", s.SugarG, 50}, {"milk_ml", s.MilkMl, 500}, {"condensed_g", s.CondensedG, 100}} {
		if f.v != nil {
			if p, is := field.Range(f.name, *f.v, 0, f.max, ""); is {
				bad = append(bad, p)
			}
		}
	}
	if s.Milk != "" && s.Milk != brew.FreshMilk && s.Milk != brew.CannedMilk {
		bad = append(bad, brew.Problem{Field: "milk", Value: s.Milk, Message: fmt.Sprintf("%q is not known. Enter %s or %s", s.Milk, brew.FreshMilk, brew.CannedMilk)})
	}
	return bad
}

func clockTime(s string) bool {
	return len(s) == 5 && s[2] == ':' && s[:2] >= "00" && s[:2] <= "23" && s[3:] >= "00" && s[3:] <= "59" && strings.Trim(s, "0123456789") == ":"
}

func (k CarriedCanister) check(at string) brew.Problems {
	var bad brew.Problems
	if p, is := field.Range(at+"capacity_g", k.CapacityG, 50, 1000, "g"); is {
		bad = append(bad, p)
	}
	if k.LeftG != nil && (!(*k.LeftG >= 0) || *k.LeftG > k.CapacityG) {
		bad = append(bad, problem(at+"left_g", *k.LeftG, "%g g is more than it holds. Enter 0 to %g g", *k.LeftG, k.CapacityG))
	}
	for _, v := range []float64{k.PropanePct, k.IsobutanePct, k.ButanePct} {
		if !(v >= 0 && v <= 100) {
			bad = append(bad, problem(at+"propane_pct", v, "%g %% is out of range. Enter 0 to 100 %%", v))
		}
	}
	if sum := k.PropanePct + k.IsobutanePct + k.ButanePct; !(math.Abs(sum-100) <= 0.5) {
		bad = append(bad, problem(at+"propane_pct", sum, "the three gases add up to %g %%. Enter shares that add up to 100 %%", sum))
	}
	return bad
}

func (s Stop) nights() int { return s.Facts.Stay() }

// dry reports whether all water is carried in.
func (s Stop) dry() bool {
	return s.Conditions.Water.Source != nil && *s.Conditions.Water.Source == water.Carried
}

// sellsWater reports whether bottles can be bought.
func (s Stop) sellsWater() bool {
	return s.sells("water") || s.Conditions.Water.Source != nil && *s.Conditions.Water.Source == "bottled"
}

func (s Stop) sells(what string) bool { return slices.Contains(s.Facts.Resupply, what) }

// allows reports whether something may be used here: yes unless a list is given
// that lacks it.
func (s Stop) allows(what string) bool {
	return len(s.Facts.Allowed) == 0 || slices.Contains(s.Facts.Allowed, what)
}

// places finds the boiling points.
func (c *calc) places() brew.Problems {
	var bad brew.Problems
	for i, s := range c.trip.Stops {
		set, err := conditions.Of(s.Conditions)
		if err != nil {
			for _, p := range err.(brew.Problems) {
				p.Field = fmt.Sprintf("stops[%d].conditions.%s", i, p.Field)
				bad = append(bad, p)
			}
			continue
		}
		st := StopTotals{Name: s.Name, Day: s.Day, Nights: s.nights(), BoilC: set.Boil.BoilC, Unplaced: set.Boil.Unplaced, Odds: set.Boil.Odds, Water: set.Water(), Strip: [][2]float64{}}
		for up := -400.0; up <= 400 && set.AltitudeKnown; up += 200 {
			if set.AltitudeM+up < math.Min(0, set.AltitudeM) {
				continue // nobody ends up under the sea
			}
			place := brew.Place{AltitudeM: new(set.AltitudeM + up), Atmosphere: s.Conditions.Place.Atmosphere, SeaLevelHPa: s.Conditions.Place.SeaLevelHPa, SeaLevelKind: s.Conditions.Place.SeaLevelKind}
			if c := set.Conditions.Place.OutsideC; c != nil { // the same column of air, that much further up or down it
				place.OutsideC = new(min(max(*c+air.StandardC(up)-air.StandardC(0), -50), 50))
			}
			if b, err := conditions.BoilAt(place); err == nil {
				st.Strip = append(st.Strip, [2]float64{set.AltitudeM + up, b.BoilC})
			}
		}
		c.out.Stops = append(c.out.Stops, st)
		c.out.Days = max(c.out.Days, s.Day+s.nights()-1)
	}
	return bad
}

// planBrews plans every brew once, side by side on the processors there are,
// and lays them out over the days of each stay.
func (c *calc) planBrews(ctx context.Context) {
	type job struct {
		stop, brew int
		plan       *brew.Plan
		err        error
	}
	var jobs []job
	for i, s := range c.trip.Stops {
		for j := range s.Brews {
			jobs = append(jobs, job{stop: i, brew: j})
		}
	}
	var wg sync.WaitGroup
	var planner brew.Planner
	workers := runtime.GOMAXPROCS(0)
	for w := range workers {
		wg.Go(func() {
			for i := w; i < len(jobs) && ctx.Err() == nil; i += workers {
				j := &jobs[i]
				r := c.trip.Supplies.In(c.trip.Stops[j.stop].Brews[j.brew].Request)
				// Canisters are followed along the trip, from the pack.
				r.Heat.Canister = brew.Canister{TempC: r.Heat.Canister.TempC}
				j.plan, j.err = planner.Compute(r)
			}
		})
	}
	wg.Wait()
	plans := map[[2]int]*brew.Plan{}
	for _, j := range jobs {
		b := c.trip.Stops[j.stop].Brews[j.brew]
		if j.err != nil {
			bad, ok := errors.AsType[brew.Problems](j.err)
			if !ok {
				bad = brew.Problems{{Field: "request", Message: j.err.Error()}}
			}
			c.out.Impossible = append(c.out.Impossible, Impossible{Stop: j.stop, Brew: b.ID, Name: b.Name, Field: bad[0].Field, Message: bad[0].Says()})
			continue
		}
		plans[[2]int{j.stop, j.brew}] = j.plan
	}
	for i, s := range c.trip.Stops {
		order := make([]int, len(s.Brews))
		for j := range order {
			order[j] = j
		}
		slices.SortStableFunc(order, func(a, b int) int { return strings.Compare(s.Brews[a].At, s.Brews[b].At) })
		for day := range s.nights() {
			for _, j := range order {
				if p := plans[[2]int{i, j}]; p != nil {
					o := occurrence(i, s.Day+day, s.Brews[j], p)
					o.bag = c.bagOf(p)
					c.occ = append(c.occ, o)
				}
			}
		}
	}
	if c.occ == nil {
		c.occ = []BrewTotals{}
	}
}

// Masses in g, from memory: a dry paper, and what a wet one keeps.
const (
	paperG    = brew.PaperG
	wetPaperG = 5
)

// bagOf is the bag that a brew's coffee is taken from; empty where it is not known what is
// in it, and the coffee is of the trip's supplies.
func (c *calc) bagOf(p *brew.Plan) string {
	id := p.Request.Coffee.ID
	if id == nil {
		return ""
	}
	for _, b := range c.trip.Coffees {
		if b.ID == *id && b.StartG != nil {
			return b.ID
		}
	}
	return ""
}

func occurrence(stop, day int, b Brew, p *brew.Plan) BrewTotals {
	m, _ := method.ByID(p.Request.Method)
	s, _ := m.School(*p.Request.School)
	o := BrewTotals{ID: b.ID, key: b.Key, Stop: stop, Day: day, Name: b.Name, At: b.At, Method: m.ID, School: s.ID, People: *p.Request.Drinkers,
		DoseG: *p.DoseG, CoffeeG: *p.DoseG, DrinkMl: *p.DrinkMl, PouredMl: *p.Water.PouredMl, Grind: p.Grind.Band, GrindUm: p.Grind.Um, Clicks: p.Grind.Clicks, WaitS: p.WaitS, Boiling: p.Boiling, WaterMl: *p.Water.CarriedMl, Caffeine: *p.CaffeineMg, plan: p, with: withOf(p)}
	if own := p.Request.Recipe; own != nil {
		o.Recipe = own.Name
	}
	if c := p.Request.Coffee; c.Name != nil {
		o.Coffee = *c.Name
	}
	o.Filter, o.Filters = p.Papers()
	// What clogs has no time; its place in the day is that of what the model comes to.
	if l := p.Lengths(); p.TotalS != nil {
		o.TotalS = *p.TotalS
	} else {
		o.TotalS = l.BeforeS + p.Made().ContactS + l.ServingS + l.OthersS
	}
	o.Weighed = p.OnAScale()
	if src := p.Request.Water.Source; src != nil {
		o.water = *src
	}
	o.WasteG = o.DoseG + *p.Water.RetainedMl + wetPaperG*o.Filters
	if m.Contact == method.Dilution {
		// The coffee was brewed and its grounds left at home.
		o.WasteG = 0
	}
	if p.Heat != nil {
		o.Fuel = heat.FuelID(*p.Request.Heat.Fuel)
		if p.Heat.FuelG != nil {
			o.FuelG = *p.Heat.FuelG
		}
		if p.Heat.EnergyWh != nil {
			o.EnergyWh = *p.Heat.EnergyWh
		}
	}
	return o
}

// gathered reports whether a fuel is found and not carried.
func gathered(fuel heat.FuelID) bool { return fuel == heat.Wood || fuel == heat.Electricity }

func (k CarriedCanister) fill() heat.Canister {
	g := k.CapacityG
	if k.LeftG != nil {
		g = *k.LeftG
	}
	f := g / (k.PropanePct + k.IsobutanePct + k.ButanePct)
	return heat.Canister{Blend: heat.Blend{Propane: k.PropanePct * f, Isobutane: k.IsobutanePct * f, Butane: k.ButanePct * f}, CapacityG: k.CapacityG}
}

func or(p *float64, def float64) float64 {
	if p == nil {
		return def
	}
	return *p
}

// UsualCanister is the canister assumed if none is named.
var UsualCanister = CarriedCanister{CapacityG: 230, PropanePct: 20, IsobutanePct: 80}
