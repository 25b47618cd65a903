package trip

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
)

func ptr[T any](v T) *T { return &v }

func place(altitude, air float64) brew.Place {
	return brew.Place{AltitudeM: &altitude, AirC: &air}
}

// brewAt is a brew with its stop's conditions in it.
func brewAt(s Stop, id int64, at, m string, people float64) Brew {
	r := brew.Request{Conditions: s.Conditions, Method: m, Drinkers: &people}
	return Brew{ID: id, Name: fmt.Sprintf("brew %d", id), At: at, Request: r}
}

func result(t require.TestingT, in Trip) *Result {
	r, err := Compute(in)
	require.NoError(t, err)
	return r
}

// two is a small trip: a tap at sea level, then a dry stop up high with gas.
func two() Trip {
	low := Stop{Day: 1, Conditions: brew.Conditions{Place: place(0, 15), Water: brew.Water{Source: ptr("tap")}}, Spot: Spot{Name: "Quay", Facts: Facts{Bin: true}}}
	low.Brews = []Brew{brewAt(low, 1, "07:00", "cone", 2)}
	high := Stop{Day: 2, Conditions: brew.Conditions{Place: place(3000, 0), Water: brew.Water{Source: ptr("none"), Treatment: ptr("safe")}}, Spot: Spot{Name: "Saddle", Facts: Facts{Nights: ptr(3)}}}
	high.Brews = []Brew{brewAt(high, 2, "06:30", "cone", 2), brewAt(high, 3, "16:00", "pot", 2)}
	return Trip{Name: "Two", People: 2, StartsOn: "2026-09-05", Stops: []Stop{low, high}}
}

func compute1(t *testing.T, r brew.Request) *brew.Plan {
	p, err := brew.Compute(r)
	require.NoError(t, err)
	return p
}

func TestTotalsAreTheSumOfTheBrews(t *testing.T) {
	r := result(t, two())
	require.Len(t, r.Brews, 1+3*2, "a brew is made on each day of a stay")
	cone := compute1(t, two().Stops[0].Brews[0].Request)
	coneHigh := compute1(t, two().Stops[1].Brews[0].Request)
	pot := compute1(t, two().Stops[1].Brews[1].Request)
	assert.InDelta(t, *cone.DoseG+3**coneHigh.DoseG+3**pot.DoseG, *r.Totals.CoffeeG, 1e-9)
	assert.InDelta(t, 3*(*coneHigh.Water.CarriedMl+*pot.Water.CarriedMl), *r.Totals.CarryMl, 1e-9, "the saddle is dry: all its water is carried from the quay")
	assert.InDelta(t, 1+3, *r.Totals.Filters, 1e-9, "a paper a cone")
	assert.Equal(t, 4, r.Days)
	assert.Equal(t, "Saddle", r.Stops[1].Name)
	// A tenth over four papers is one: five to have.
	for _, b := range r.Buy {
		if b.ID == "filter:cone paper" {
			assert.Equal(t, 5.0, b.Amount)
		}
	}
	for path, f := range r.Working {
		assert.NotEmpty(t, f.Formula, path)
		assert.NotEmpty(t, f.Source, path)
		summed := strings.HasPrefix(path, "totals.") || strings.HasPrefix(path, "stops.")
		if f.Value != nil && summed && len(f.Inputs) > 1 && path != "totals.pack_g" {
			sum := 0.0
			for _, in := range f.Inputs {
				sum += *in.Value
			}
			assert.InDelta(t, *f.Value, sum, 1e-6, "%s: its inputs add up to it", path)
		}
	}
}

// The gear of a kit stands beside what it carries.
func TestWithKit(t *testing.T) {
	r := result(t, two())
	r.WithKit(nil, 2)
	assert.Nil(t, r.Totals.KitG)
	r.WithKit([]gear.Item{{Name: "Pot", Kind: gear.Vessel, MassG: 150}, {Name: "Mug", Kind: gear.Cup, MassG: 100, Count: ptr(4.0)}, {Name: "Papers", Kind: gear.Filter, MassG: 1, Count: ptr(40.0)}}, 2)
	assert.InDelta(t, 350, *r.Totals.KitG, 1e-9, "a pot, and a mug for each of two; papers count with what is used up")
	assert.InDelta(t, 350+*r.Totals.PackG, *r.Totals.TogetherG, 1e-9)
	// Every figure of the provisions' tables has its working.
	for i := range r.Buy {
		assert.Contains(t, r.Working, fmt.Sprintf("buy.%d", i))
	}
	for i, s := range r.Stops {
		assert.Equal(t, s.DrawMl, *r.Working[fmt.Sprintf("stops.%d.draw_ml", i)].Value)
		assert.Equal(t, s.WasteG, *r.Working[fmt.Sprintf("stops.%d.waste_g", i)].Value)
	}
	assert.Equal(t, r.Canisters[0].EndG, *r.Working["canisters.0"].Value)
}

// anyTrip draws a trip of up to six stops.
func anyTrip(t *rapid.T) Trip {
	out := Trip{Name: "any", People: 2}
	day := 1
	methods := []string{"pot", "cone", "flat-bed", "hand-press", "moka", "cup-steep", "slow-drip", "serve-concentrate", "steep-bag"}
	for i := range rapid.IntRange(1, 6).Draw(t, "stops") {
		s := Stop{Day: day, Conditions: brew.Conditions{Place: place(float64(rapid.IntRange(0, 5000).Draw(t, "altitude")), float64(rapid.IntRange(-15, 35).Draw(t, "air")))}, Spot: Spot{Name: fmt.Sprintf("stop %d", i)}}
		s.Conditions.Water.Source = ptr(rapid.SampledFrom([]string{"spring", "tap", "none"}).Draw(t, "source"))
		s.Facts.Nights = ptr(rapid.IntRange(1, 4).Draw(t, "nights"))
		s.Facts.Bin = rapid.Bool().Draw(t, "bin")
		s.Facts.Resupply = rapid.SliceOfNDistinct(rapid.SampledFrom([]string{"coffee", "fuel", "filters", "milk"}), 0, 4, rapid.ID[string]).Draw(t, "resupply")
		s.Conditions.Heat.Burner = rapid.SampledFrom([]*string{nil, ptr("spirit"), ptr("fire"), ptr("mains"), ptr("element-12v")}).Draw(t, "burner")
		if rapid.Bool().Draw(t, "doubtful") {
			s.Conditions.Water.Treatment = ptr("boil")
		}
		for j := range rapid.IntRange(0, 3).Draw(t, "brews") {
			s.Brews = append(s.Brews, brewAt(s, int64(10*i+j+1), rapid.SampledFrom([]string{"", "06:30", "15:00"}).Draw(t, "at"), rapid.SampledFrom(methods).Draw(t, "method"), float64(rapid.IntRange(1, 4).Draw(t, "people"))))
		}
		day += s.nights()
		out.Stops = append(out.Stops, s)
	}
	return out
}

// What is bought is what is used and what is left; what is drawn from canisters
// is what the brews burned; nothing is ever less than nothing.
func TestSuppliesBalance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		r := result(t, in)
		_, err := json.Marshal(r)
		require.NoError(t, err, "no NaN and no infinity")
		for _, l := range r.Lines {
			last := 0.0
			var bought, used float64
			for _, p := range l.Points {
				assert.GreaterOrEqual(t, p.Left, 0.0, l.ID)
				switch p.Why {
				case "brew":
					used += last - p.Left
					assert.LessOrEqual(t, p.Left, last+1e-9)
				default:
					bought += p.Left - last
				}
				last = p.Left
			}
			assert.InDelta(t, bought, used+last, 1e-6*math.Max(bought, 1), l.ID)
		}
		var drawn, burned, waste float64
		for _, k := range r.Canisters {
			assert.GreaterOrEqual(t, k.EndG, 0.0)
			assert.LessOrEqual(t, k.EndG, k.StartG+1e-9)
			drawn += k.StartG - k.EndG
		}
		for _, b := range r.Brews {
			if b.Fuel == "gas" {
				burned += b.FuelG
				require.NotNil(t, b.GasToG)
				assert.GreaterOrEqual(t, *b.GasToG, 0.0)
			}
			waste += b.WasteG
		}
		assert.InDelta(t, burned, drawn, 1e-6*math.Max(burned, 1), "gas drawn is gas burned")
		assert.Empty(t, r.Shortages, "with the plan's own supplies nothing runs out")
		var stops float64
		for _, s := range r.Stops {
			stops += s.DrawMl
		}
		assert.InDelta(t, *r.Totals.WaterMl, stops, 1e-6*math.Max(stops, 1))
		assert.LessOrEqual(t, *r.Totals.WasteG, waste+1e-9)
		for _, task := range r.Tasks {
			assert.NotContains(t, task.Text, "{")
		}
	})
}

// More of what goes wrong never takes less.
func TestWhatIfNeverHelps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		c, err := Compare(in, WhatIf{MorePeople: rapid.IntRange(0, 2).Draw(t, "more"), DelayDays: rapid.IntRange(0, 2).Draw(t, "delay"), DelayStop: rapid.IntRange(0, len(in.Stops)-1).Draw(t, "where")})
		require.NoError(t, err)
		assert.GreaterOrEqual(t, *c.Changed.Totals.WaterMl, *c.Base.Totals.WaterMl-1e-6)
		assert.GreaterOrEqual(t, *c.Changed.Totals.Brews, *c.Base.Totals.Brews)
	})
}

func TestWhatRunsOut(t *testing.T) {
	in := two()
	in.Supplies.CoffeeG = ptr(100.0)
	r := result(t, in)
	require.NotEmpty(t, r.Shortages)
	assert.Equal(t, "coffee", r.Shortages[0].ID)
	assert.InDelta(t, *r.Totals.CoffeeG-100, r.Shortages[0].Short, 1e-9)
	assert.Contains(t, r.Shortages[0].Text, "Coffee will run out at Saddle, day")
	assert.Nil(t, r.Tightest)

	r = result(t, two())
	require.NotNil(t, r.Tightest)
	assert.Contains(t, r.Tightest.Text, "Nothing runs out.")
}

func TestWhatIfADayMoreOrLostPapers(t *testing.T) {
	c, err := Compare(two(), WhatIf{DelayDays: 3, DelayStop: 1})
	require.NoError(t, err)
	assert.Equal(t, 7, c.Changed.Days)
	require.NotEmpty(t, c.Changed.Shortages, "three days more than the reserves")
	assert.NotEmpty(t, c.Differences)

	c, err = Compare(two(), WhatIf{LostFilters: ptr(1)})
	require.NoError(t, err)
	require.Len(t, c.Swaps, 1)
	assert.Equal(t, "Steeped or boiled pot", c.Swaps[0].To)
	assert.InDelta(t, 1, *c.Changed.Totals.Filters, 1e-9, "only the quay's")

	c, err = Compare(two(), WhatIf{LostMethods: []string{"pot", "cone", "cup-steep"}})
	require.NoError(t, err)
	require.Len(t, c.Swaps, 3)
	assert.Empty(t, c.Swaps[0].To, "nothing to fall back to")
	assert.Zero(t, *c.Changed.Totals.Brews)

	c, err = Compare(two(), WhatIf{ColderC: 10})
	require.NoError(t, err)
	assert.Greater(t, *c.Changed.Totals.GasG, *c.Base.Totals.GasG, "colder pots, more gas")

	_, err = Compare(two(), WhatIf{DelayStop: 7, ColderC: 99})
	assert.ErrorContains(t, err, "delay_stop: 7 is not a stop. Enter 0 to 1")
	assert.ErrorContains(t, err, "colder_c")
}

func TestBadTrips(t *testing.T) {
	for _, c := range []struct {
		change func(*Trip)
		says   string
	}{
		{func(in *Trip) { in.People = 0 }, "people: 0 is out of range. Enter 1 to 24"},
		{func(in *Trip) { in.Stops[1].Day = 0 }, "stops[1].day"},
		{func(in *Trip) { in.Stops[1].Facts.Nights = ptr(99) }, "stops[1].nights"},
		{func(in *Trip) { in.Stops[0].Brews[0].At = "25:00" }, "stops[0].brews[0].at"},
		{func(in *Trip) { in.Stops[0].Conditions.Place.AltitudeM = ptr(9999.0) }, "stops[0].conditions.place.altitude_m"},
		{func(in *Trip) { in.Supplies.Canisters = []CarriedCanister{{CapacityG: 230, PropanePct: 50}} }, "supplies.canisters[0].propane_pct"},
		{func(in *Trip) {
			in.Supplies.Canister = &CarriedCanister{CapacityG: 100, LeftG: ptr(200.0), ButanePct: 100}
		}, "supplies.canister.left_g"},
		{func(in *Trip) { in.Supplies.Spare = ptr(-1.0) }, "supplies.spare_pct"},
	} {
		in := two()
		c.change(&in)
		_, err := Compute(in)
		assert.ErrorContains(t, err, c.says)
	}
	in := two()
	in.Stops[1].Brews[0].Request.Method = "moka"
	in.Stops[1].Brews[0].Request.Heat.SuppliedC = ptr(90.0)
	r := result(t, in)
	require.Len(t, r.Impossible, 1, "a brew that cannot be made is told, and the rest is planned")
	assert.Equal(t, "heat.supplied_c", r.Impossible[0].Field)
	assert.Len(t, r.Brews, 4)
}

func TestScheduleCountsBack(t *testing.T) {
	r := result(t, two())
	tasks := map[string]Task{}
	kinds := map[string]bool{}
	for i, task := range r.Tasks {
		tasks[task.ID], kinds[task.When] = task, true
		if i > 0 {
			assert.GreaterOrEqual(t, task.onDay(), r.Tasks[i-1].onDay())
		}
	}
	begin, light := tasks["brew:2:3"], tasks["light:2:3"]
	assert.Equal(t, "06:30", begin.At)
	assert.InDelta(t, -begin.ForS, begin.OffsetS, 1e-9, "it ends with coffee in hand")
	if strings.Contains(begin.Text, "light the stove") {
		assert.Empty(t, light.ID, "one moment is one line")
	} else {
		assert.Greater(t, light.OffsetS, begin.OffsetS)
		assert.Negative(t, light.OffsetS)
	}
	for _, k := range []string{"before", "brew", "evening", "after"} {
		assert.True(t, kinds[k], k)
	}
	carry := tasks["carry:0"]
	assert.Contains(t, carry.Text, "before leaving Quay")
	assert.Contains(t, tasks["canister:2:3"].Text, "in your bag", "0 °C in the morning")
}

// The schedule says by whose recipe and with which coffee a brew is made, in the person's
// own words: what looks like a place for a figure in them is none.
func TestScheduleSaysWhoseRecipe(t *testing.T) {
	in := two()
	in.Stops = in.Stops[:1]
	b := &in.Stops[0].Brews[0]
	b.Request.Recipe = &recipe.Recipe{Name: "Hut {0} cup", WaterC: ptr(92.0)}
	b.Request.Coffee.Name = ptr("Ridge lot")
	for _, task := range result(t, in).Tasks {
		if task.When == "brew" {
			assert.Contains(t, task.Text, ". By “Hut {0} cup”. With Ridge lot.")
			return
		}
	}
	t.Error("nothing is brewed")
}

// A person's own names stand in sentences as they were written, wherever a sentence has figures.
func TestOwnNamesAreLeftAsTheyAre(t *testing.T) {
	in := two()
	in.Coffees = []CoffeeBag{{ID: "a", InBag: coffee.InBag{Name: "Ridge {0} lot"}}}
	for i := range in.Stops {
		in.Stops[i].Name += " {0}"
		for j := range in.Stops[i].Brews {
			b := &in.Stops[i].Brews[j]
			b.Name, b.Request.Coffee.ID, b.Request.Coffee.Name = "Brew {1}", ptr("a"), ptr("Ridge {0} lot")
		}
	}
	in.Supplies.CoffeeG = ptr(1.0)
	r := result(t, in)
	said := []string{}
	for _, task := range r.Tasks {
		said = append(said, task.Text)
	}
	for _, s := range r.Shortages {
		said = append(said, s.Phrase.Text)
	}
	for _, n := range r.Notes {
		said = append(said, n.Text)
	}
	seen := map[string]bool{}
	for _, text := range said {
		for name, want := range map[string]string{"Quay": "Quay {0}", "Saddle": "Saddle {0}", "Brew ": "Brew {1}", "Ridge": "Ridge {0} lot"} {
			if strings.Contains(text, name) {
				seen[name] = true
				assert.Contains(t, text, want)
			}
		}
		assert.NotContains(t, text, "ridge")
	}
	assert.Len(t, seen, 4, "%q", said)
}

func TestConcentrateIsBegunInTime(t *testing.T) {
	in := two()
	s := &in.Stops[0]
	s.Conditions.Heat.SuppliedC = ptr(92.0)
	s.Brews = []Brew{brewAt(*s, 1, "07:00", "serve-concentrate", 2)}
	far := Stop{Day: 9, Conditions: s.Conditions, Spot: Spot{Name: "Train"}}
	far.Brews = []Brew{brewAt(far, 9, "06:15", "serve-concentrate", 2)}
	in.Stops = append(in.Stops, far)
	ids := map[string]Task{}
	for _, task := range result(t, in).Tasks {
		ids[task.ID] = task
	}
	home, ok := ids["concentrate"]
	require.True(t, ok)
	assert.Equal(t, -1, home.Stop)
	assert.LessOrEqual(t, home.OffsetS, -12*3600.0)
	way, ok := ids["concentrate:9:9"]
	assert.Equal(t, 8, way.Begins, "eighteen hours before a cup at a quarter past six is the day before")
	assert.Equal(t, "12:15", way.BeginsAt)
	require.True(t, ok, "on day 9 it is made on the way")
	assert.InDelta(t, -18*3600, way.OffsetS, 1e-9)
}

func TestCautionsOfTheWay(t *testing.T) {
	in := two()
	in.Stops[0].Facts.LegBy = "flight"
	in.Stops[1].Facts.FireBan = true
	in.Stops[1].Facts.Allowed = []string{"urn"}
	in.Stops[1].Brews[0].Request.Water.Treatment = ptr("doubtful")
	ids := map[string]bool{}
	for _, k := range result(t, in).Cautions {
		ids[k.ID] = true
		assert.NotEmpty(t, k.Why)
	}
	for _, id := range []string{"flight", "fire-ban:1", "not-there:1:stove", "doubtful:1"} {
		assert.True(t, ids[id], id)
	}
}

func TestConditionsOfTheDay(t *testing.T) {
	c := brew.Conditions{Place: place(0, 12)}
	f := Facts{MorningC: ptr(-5.0), DayC: ptr(18.0)}
	assert.Equal(t, -5.0, *ConditionsAt(c, f, "06:30").Place.AirC)
	assert.Equal(t, 18.0, *ConditionsAt(c, f, "15:00").Place.AirC)
	assert.Equal(t, 12.0, *ConditionsAt(c, Facts{}, "06:30").Place.AirC)
}

// By hand, common practice: two cones of 225 ml at 65 g/L, the grounds keeping
// 2 ml/g, take 450 / (1000/65 − 2) = 33.6 g and pour 517 ml.
func TestALegByHand(t *testing.T) {
	in := two()
	in.Stops = in.Stops[:1]
	r := result(t, in)
	assert.InDelta(t, 33.6, *r.Totals.CoffeeG, 0.05)
	dose := 450 / (1000/65.0 - 2)
	assert.InDelta(t, dose, *r.Totals.CoffeeG, 1e-6)
	// Heated: poured and 60 ml of rinse; with 30 ml of washing up.
	assert.InDelta(t, dose*1000/65+60+30, *r.Totals.WaterMl, 1)
	// Gas: the water and a 150 g titanium pot from 15 to 100 °C, at an
	// efficiency of 0.5 and 45.76 MJ/kg.
	kJ := (dose*1000/65+60)/1000*4.19*85 + 0.15*0.52*85
	assert.InDelta(t, kJ/0.5/45.76, *r.Totals.GasG, 0.6)
	assert.InDelta(t, *r.Totals.GasG, 230-r.Canisters[0].EndG, 1e-6)
}

// An old canister is emptied first; the rest of that brew comes from the next.
func TestCanistersInTurn(t *testing.T) {
	in := two()
	full := CarriedCanister{CapacityG: 100, PropanePct: 20, IsobutanePct: 80}
	old := full
	old.LeftG = ptr(5.0)
	in.Supplies.Canisters = []CarriedCanister{old, full}
	r := result(t, in)
	require.GreaterOrEqual(t, len(r.Canisters), 2)
	assert.InDelta(t, 0, r.Canisters[0].EndG, 0.02)
	assert.Equal(t, 1, r.Canisters[0].Brews)
	assert.Equal(t, 7, r.Canisters[1].Brews, "the first brew took from both")
	assert.Less(t, r.Canisters[1].Propane, 20.0, "propane goes first")
}

// thirty is 30 stops of 3 brews.
func thirty() Trip {
	t := Trip{Name: "Thirty", People: 2}
	for i := range 30 {
		s := Stop{Day: i + 1, Conditions: brew.Conditions{Place: place(float64(100*i), float64(20-i))}, Spot: Spot{Name: fmt.Sprint(i)}}
		for j, m := range []string{"cone", "pot", "hand-press"} {
			s.Brews = append(s.Brews, brewAt(s, int64(3*i+j), "07:00", m, 2))
		}
		t.Stops = append(t.Stops, s)
	}
	return t
}

func BenchmarkTrip(b *testing.B) {
	in := thirty()
	b.ReportAllocs()
	for b.Loop() {
		if _, err := Compute(in); err != nil {
			b.Fatal(err)
		}
	}
}

// By hand: what is bought in a later leg is its need, less what is left of the
// one before.
func TestBuyingByLegs(t *testing.T) {
	in := two()
	in.Supplies.Spare = ptr(0.0)
	in.Supplies.Canister = &CarriedCanister{CapacityG: 60, PropanePct: 20, IsobutanePct: 80}
	in.Stops[1].Facts.Resupply = []string{"coffee", "fuel", "filters"}
	r := result(t, in)
	doses := map[int]float64{}
	for _, b := range r.Brews {
		doses[b.Stop] += b.DoseG
	}
	up := func(v float64) float64 { return math.Ceil(v/5-1e-9) * 5 }
	first := up(doses[0])
	var got []float64
	for _, b := range r.Buy {
		if b.ID == "coffee" {
			got = append(got, b.Amount)
		}
	}
	require.Len(t, got, 2)
	assert.InDelta(t, first, got[0], 1e-9)
	assert.InDelta(t, up(doses[1]-(first-doses[0])), got[1], 1e-9)
	assert.Len(t, r.Canisters, 2, "one from home and one from the saddle")
	assert.Equal(t, 1, r.Canisters[1].From)
	task := ""
	for _, x := range r.Tasks {
		if x.ID == "buy:filter:cone paper:1" {
			task = x.Text
		}
	}
	assert.Equal(t, "Buy 3 cone papers at Saddle.", task)
}

// By hand: soft water is given 68 mg/L of hardness and 40 of alkalinity, from
// memory: 2.463 · 68 = 167 mg of Epsom salt and 1.679 · 40 = 67 mg of baking soda
// a litre poured.
func TestMineralsByHand(t *testing.T) {
	in := two()
	in.Stops = in.Stops[:1]
	in.Supplies.Minerals = ptr(true)
	in.Stops[0].Brews[0].Request.Water.TDSMgL = ptr(10.0)
	r := result(t, in)
	litres := 450 / (1000/65.0 - 2) / 65
	assert.InDelta(t, 0.1675*litres, *r.Totals.EpsomG, 1e-3)
	assert.InDelta(t, 0.0672*litres, *r.Totals.SodaG, 1e-3)
	in.Stops[0].Brews[0].Request.Water.TDSMgL = ptr(150.0)
	assert.Zero(t, *result(t, in).Totals.EpsomG, "water that has enough gets none")
}

// Doubtful water boils a minute, three above 2,000 m (US CDC), in every batch.
func TestTreatmentOfATrip(t *testing.T) {
	in := two()
	for i := range in.Stops {
		for j := range in.Stops[i].Brews {
			in.Stops[i].Brews[j].Request.Water.Treatment = ptr("boil")
		}
	}
	r := result(t, in)
	assert.InDelta(t, 60, r.Stops[0].TreatS, 1e-9)
	assert.InDelta(t, 3*2*180, r.Stops[1].TreatS, 1e-9)
	assert.InDelta(t, 180, r.Stops[1].TreatEach, 1e-9, "each pot is boiled so long, and not the sum")
	assert.InDelta(t, 6, r.Stops[1].Treats, 1e-9)
	assert.Greater(t, *r.Totals.TreatG, 3.0)
	plain := result(t, two())
	assert.Greater(t, *r.Totals.GasG, *plain.Totals.GasG)
}

// Wet waste adds up until a bin; caffeine and the morning are the day's.
func TestWasteCaffeineAndMornings(t *testing.T) {
	in := two()
	r := result(t, in)
	assert.Zero(t, r.Stops[0].WasteG, "the quay has a bin")
	sum := 0.0
	for _, b := range r.Brews {
		if b.Stop == 1 {
			sum += b.WasteG
		}
	}
	assert.InDelta(t, sum, r.Stops[1].WasteG, 1e-9)
	require.Len(t, r.DaysOut, 4)
	day := r.DaysOut[1]
	assert.Equal(t, 2, day.Brews)
	assert.InDelta(t, r.Brews[1].Caffeine+r.Brews[2].Caffeine, day.CaffeineMg, 1e-9)
	assert.InDelta(t, r.Brews[1].TotalS, day.MorningS, 1e-9, "the one at 16:00 is no morning's")
	assert.InDelta(t, day.CaffeineMg, *r.Totals.CaffeineMg, 1e-9)
}

// A strip of boiling points round each stop: falling with altitude, the stop's
// own in the middle.
func TestStripRoundAStop(t *testing.T) {
	in := two()
	in.Stops[0].Conditions.Place.SeaLevelHPa, in.Stops[0].Conditions.Place.AirC = ptr(1021.0), ptr(27.0) // a warm day's column
	r := result(t, in)
	for k, s := range r.Stops {
		require.Len(t, s.Strip, []int{3, 5}[k], "by the sea nobody ends up under it")
		assert.InDelta(t, s.BoilC, s.Strip[[]int{0, 2}[k]][1], 1e-9)
		for i := 1; i < len(s.Strip); i++ {
			assert.Less(t, s.Strip[i][1], s.Strip[i-1][1])
			assert.InDelta(t, 200, s.Strip[i][0]-s.Strip[i-1][0], 1e-9)
		}
	}
}

// The bottles and the battery are filled where that is possible, never over what
// they hold.
func TestBottlesAndBatteries(t *testing.T) {
	in := two()
	in.Supplies.WaterMl = ptr(1000.0)
	r := result(t, in)
	require.NotEmpty(t, r.Shortages)
	assert.Equal(t, "water", r.Shortages[0].ID)
	for _, l := range r.Lines {
		if l.ID == "water" {
			for _, p := range l.Points {
				assert.LessOrEqual(t, p.Left, 1000.0)
			}
		}
	}
	in = two()
	for i := range in.Stops {
		for j := range in.Stops[i].Brews {
			in.Stops[i].Brews[j].Request.Heat.Burner = ptr("element-12v")
		}
	}
	in.Supplies.BatteryWh = ptr(120.0)
	r = result(t, in)
	assert.Greater(t, *r.Totals.EnergyWh, 120.0)
	ids := map[string]bool{}
	for _, s := range r.Shortages {
		ids[s.ID] = true
	}
	assert.True(t, ids["battery"])
	assert.Zero(t, *r.Totals.GasG)
}

// No fuel flies: what is bought before is not there behind a flight, what is sold there is
// bought there, and what is not is missing, in supplies, schedule and cautions.
func TestNoFuelFlies(t *testing.T) {
	in := func(burner string, resupply ...string) Trip {
		a := Stop{Day: 1, Conditions: brew.Conditions{Place: place(100, 12), Water: brew.Water{Source: ptr("tap")}}, Spot: Spot{Name: "Field", Facts: Facts{LegBy: "flight"}}}
		b := Stop{Day: 2, Conditions: a.Conditions, Spot: Spot{Name: "Far shore", Facts: Facts{Resupply: resupply}}}
		a.Conditions.Heat.Burner, b.Conditions.Heat.Burner = &burner, &burner
		a.Brews, b.Brews = []Brew{brewAt(a, 1, "07:00", "pot", 2)}, []Brew{brewAt(b, 2, "07:00", "pot", 2)}
		return Trip{Name: "By air", People: 2, StartsOn: "2026-09-05", Stops: []Stop{a, b}}
	}
	for _, burner := range []string{"canister", "spirit", "petrol", "tablets"} {
		r := result(t, in(burner))
		require.NotEmpty(t, r.Shortages, burner)
		assert.Equal(t, 1, r.Shortages[0].Stop)
		assert.InDelta(t, r.Brews[1].FuelG, r.Shortages[0].Short, 0.1*r.Brews[1].FuelG, "%s: all of it is missing", burner)
		said := false
		for _, k := range r.Cautions {
			said = said || strings.HasPrefix(k.ID, "fuel-flown:") && k.Level == "danger"
		}
		assert.True(t, said, burner)
		tasks := ""
		for _, x := range r.Tasks {
			tasks += x.Text + "\n"
		}
		assert.Contains(t, tasks, "Use up or leave all fuel at Field", burner)
		assert.Contains(t, tasks, "at Far shore, or make a brew that needs no flame", burner)
		for _, k := range r.Canisters {
			assert.LessOrEqual(t, k.Brews, 1, "no canister burns on both sides")
		}
		sold := result(t, in(burner, "fuel"))
		assert.Empty(t, sold.Shortages, burner)
		at := 0
		for _, b := range sold.Buy {
			if strings.HasPrefix(b.ID, "fuel:") {
				at++
				assert.Equal(t, at-2, map[int]int{-1: -1, 1: 0}[b.Stop], "%s: once at home, once there", burner)
			}
		}
		assert.Equal(t, 2, at, burner)
	}
}

// A day whose caffeine may be over the guidance says so, and so does one that is.
func TestADayThatMayBeOver(t *testing.T) {
	day := func(cups int) *Result {
		s := Stop{Day: 1, Conditions: brew.Conditions{Place: place(0, 15), Water: brew.Water{Source: ptr("tap")}}, Spot: Spot{Name: "Quay"}}
		for i := range cups {
			s.Brews = append(s.Brews, brewAt(s, int64(i+1), fmt.Sprintf("%02d:00", 7+i), "cone", 1))
		}
		return result(t, Trip{Name: "Day", People: 1, StartsOn: "2026-09-05", Stops: []Stop{s}})
	}
	for cups := 1; cups < 5; cups++ {
		r := day(cups)
		d := r.DaysOut[0]
		assert.InDelta(t, 1.25*d.CaffeineMg, d.CaffeineHighMg, 1e-9)
		assert.Equal(t, d.CaffeineMg > 400, d.Over)
		assert.Equal(t, d.CaffeineMg <= 400 && d.CaffeineHighMg > 400, d.MayBeOver)
		said := false
		for _, k := range r.Cautions {
			said = said || k.ID == "caffeine"
		}
		assert.Equal(t, d.CaffeineHighMg > 400, said, "%d cups: %v", cups, d)
	}
	decaf := Stop{Day: 1, Conditions: brew.Conditions{Place: place(0, 15)}, Spot: Spot{Name: "Quay"}}
	decaf.Brews = []Brew{brewAt(decaf, 1, "07:00", "cone", 1)}
	decaf.Brews[0].Request.Coffee.Species = ptr("decaffeinated")
	r := result(t, Trip{Name: "Day", People: 1, StartsOn: "2026-09-05", Stops: []Stop{decaf}})
	assert.InDelta(t, day(1).DaysOut[0].CaffeineMg/30, r.DaysOut[0].CaffeineMg, 0.5)
}

// What a person calls a thing is no template: "{1}" in it is no figure of the packing list.
func TestANameIsNoTemplate(t *testing.T) {
	r := result(t, two())
	r.WithKit([]gear.Item{{ID: 1, Name: "Papers {1}", Kind: gear.Filter, Type: "cone paper", MassG: 1, Count: ptr(40.0)}, {ID: 2, Name: "Mug {0} {2}", Kind: gear.Cup, MassG: 100, Count: ptr(1.0)}}, 2)
	for _, l := range r.Packing {
		for _, name := range []string{"Papers {1}", "Mug {0} {2}"} {
			if strings.Contains(l.Text, name[:4]) {
				assert.Contains(t, l.Text, name)
				assert.Contains(t, l.In(quantity.US), name)
			}
		}
	}
}
