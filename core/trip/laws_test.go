package trip

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/caution"
	"apodemos/core/heat"
	"apodemos/core/method"
)

// The schedule of any trip: in the order of time, everything that is drunk has its
// beginning and ends with coffee in hand, the flame is lit while it is being made,
// and what is to be had before leaving is done before.
func TestTheScheduleOfAnyTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		r := result(t, in)
		begun := map[string]Task{}
		last, clock := math.MinInt, math.Inf(-1)
		ids := map[string]bool{}
		for _, task := range r.Tasks {
			assert.False(t, ids[task.ID], "task %s stands twice", task.ID)
			ids[task.ID] = true
			assert.GreaterOrEqual(t, task.onDay(), last, "in the order of days")
			last = task.onDay()
			if task.At != "" {
				at := task.minute() + 1440*float64(task.Day)
				assert.GreaterOrEqual(t, at, clock-1e-9, "%s stands in the order of time", task.ID)
				clock = at
			}
			assert.NotEmpty(t, task.Text)
			assert.NotEmpty(t, task.Why+task.Caution, task.ID)
			assert.GreaterOrEqual(t, task.ForS, 0.0, task.ID)
			if task.Stop >= 0 && task.When != "evening" {
				s := in.Stops[task.Stop]
				assert.True(t, task.Day >= s.Day && task.Day < s.Day+s.nights() || task.OffsetS < 0, "%s is on a day at its stop", task.ID)
			}
			switch task.When {
			case "brew":
				begun[task.ID] = task
			case "before":
				assert.LessOrEqual(t, task.onDay(), 1, task.ID)
				assert.Equal(t, -1, task.Stop)
			case "after":
				assert.Greater(t, task.Day, r.Days, task.ID)
			}
		}
		for _, b := range r.Brews {
			begin, ok := begun[fmt.Sprintf("brew:%d:%d", b.ID, b.Day)]
			require.True(t, ok, "each brew is begun")
			assert.InDelta(t, b.TotalS, begin.ForS, 1e-6)
			assert.InDelta(t, 0, begin.OffsetS+begin.ForS, 1e-6, "it ends with coffee in hand")
			light, lit := begun[fmt.Sprintf("light:%d:%d", b.ID, b.Day)]
			p := b.Plan()
			together := regexp.MustCompile("light the (stove|fire)|switch on").MatchString(begin.Text)
			assert.Equal(t, p.Heat != nil, lit != together, "a flame or a switch where something is heated, in one line where it is one moment")
			if burner, _ := heat.BurnerByID(*p.Request.Heat.Burner); p.Heat != nil && burner.Flame {
				assert.True(t, begin.Level == caution.Danger || light.Level == caution.Danger, "what a flame gives off is said where it is lit")
			}
			if lit {
				assert.Greater(t, light.OffsetS, begin.OffsetS+30, "two lines are two moments")
				assert.GreaterOrEqual(t, light.OffsetS, begin.OffsetS-1e-6)
				assert.Less(t, light.OffsetS, 0.0)
				assert.InDelta(t, *p.Heat.HeatS, light.ForS, 1e-6)
			}
		}
		// Every purchase on the way is on the schedule; so is every carry.
		for _, b := range r.Buy {
			if b.Stop >= 0 {
				assert.True(t, ids[fmt.Sprintf("buy:%s:%d", b.ID, b.Stop)], "%s at %d", b.ID, b.Stop)
				assert.Greater(t, b.Amount, 0.0)
			}
		}
		for i, s := range r.Stops {
			assert.Equal(t, s.CarryMl > 0, ids[fmt.Sprintf("carry:%d", i)], "stop %d", i)
		}
	})
}

// Water is carried on from where it is to the dry stops that follow, and to no
// others; by hand, stop by stop.
func TestWaterIsCarriedToTheDryStops(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		r := result(t, in)
		for i := range in.Stops {
			want := 0.0
			if !in.Stops[i].dry() {
				for j := i + 1; j < len(in.Stops) && in.Stops[j].dry(); j++ {
					want += r.Stops[j].DrawMl
				}
			}
			assert.InDelta(t, want, r.Stops[i].CarryMl, 1e-6, "from stop %d", i)
		}
	})
}

// A delay makes the brews of its stop again on each day more, and no others.
func TestADelayMakesItsStopsBrewsAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		days := rapid.IntRange(1, 3).Draw(t, "days")
		at := rapid.IntRange(0, len(in.Stops)-1).Draw(t, "at")
		c, err := Compare(in, WhatIf{DelayDays: days, DelayStop: at})
		require.NoError(t, err)
		count := func(r *Result, stop int) (n int) {
			for _, b := range r.Brews {
				if b.Stop == stop {
					n++
				}
			}
			return n
		}
		made := 0
		for _, b := range in.Stops[at].Brews {
			if _, err := brew.Compute(b.Request); err == nil {
				made++
			}
		}
		for i := range in.Stops {
			want := count(c.Base, i)
			if i == at {
				want += days * made
			}
			assert.Equal(t, want, count(c.Changed, i), "stop %d", i)
		}
		assert.Equal(t, c.Base.Days+days, c.Changed.Days)
	})
}

// What is lost is not used from there on; before, everything is as planned; and
// each brew that is made another way is named.
func TestWhatIsLostIsNotUsed(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		from := rapid.IntRange(0, len(in.Stops)-1).Draw(t, "from")
		lost := rapid.SampledFrom([]string{"cone", "pot", "hand-press", "moka"}).Draw(t, "lost")
		c, err := Compare(in, WhatIf{LostMethods: []string{lost}, LostFrom: from, LostFilters: &from})
		require.NoError(t, err)
		for _, b := range c.Changed.Brews {
			if b.Stop < from {
				continue
			}
			assert.NotEqual(t, lost, b.Method, "at stop %d", b.Stop)
			if b.Filters > 0 {
				assert.NotContains(t, b.Filter, "paper", "at stop %d by %s", b.Stop, b.Method)
			}
		}
		swapped := map[string]bool{}
		for _, s := range c.Swaps {
			assert.GreaterOrEqual(t, s.Stop, from)
			assert.NotEqual(t, s.From, s.To)
			swapped[fmt.Sprint(s.Stop, s.Name)] = true
		}
		was := map[int64]string{}
		for _, b := range c.Base.Brews {
			was[b.ID] = b.Method
		}
		for _, b := range c.Changed.Brews {
			if was[b.ID] != b.Method {
				assert.True(t, swapped[fmt.Sprint(b.Stop, b.Name)], "%s is named", b.Name)
			}
		}
	})
}

// What is packed lasts, and is no more than a pack's rounding over the reserve.
func TestWhatIsBoughtIsWhatIsNeededWithItsReserve(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		reserve := float64(rapid.IntRange(0, 60).Draw(t, "reserve"))
		in.Supplies.Spare, in.Supplies.FuelReserve = &reserve, &reserve
		r := result(t, in)
		total := map[string]float64{}
		for _, b := range r.Buy {
			total[b.ID] += b.Amount
			assert.GreaterOrEqual(t, b.Amount, 0.0)
			assert.GreaterOrEqual(t, b.Need, 0.0)
			if b.Packs > 0 {
				assert.InDelta(t, 0, math.Remainder(b.Amount, b.Amount/b.Packs), 1e-6, "whole canisters")
			}
		}
		if *r.Totals.CoffeeG > 0 {
			assert.GreaterOrEqual(t, total["coffee"], *r.Totals.CoffeeG-1e-6)
			// Rounded up to 5 g at each place that sells it.
			assert.LessOrEqual(t, total["coffee"], *r.Totals.CoffeeG*(1+reserve/100)+5*float64(len(in.Stops)+1)+1e-6)
		}
		assert.Empty(t, r.Shortages)
	})
}

// A day's caffeine is that of a cup of each of its brews, and the mornings are the
// brews before noon.
func TestDaysAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := result(t, anyTrip(t))
		for _, d := range r.DaysOut {
			caffeine, morning, n := 0.0, 0.0, 0
			for _, b := range r.Brews {
				if b.Day != d.Day {
					continue
				}
				n++
				caffeine += b.Caffeine
				if b.At != "" && b.At < "12:00" {
					morning += b.TotalS
				}
			}
			assert.Equal(t, n, d.Brews, "day %d", d.Day)
			assert.InDelta(t, caffeine, d.CaffeineMg, 1e-6)
			assert.InDelta(t, morning, d.MorningS, 1e-6)
		}
	})
}

// Each brew has its bag, but for concentrate that is made before leaving; the bags
// hold the coffee.
func TestBagsHoldTheCoffee(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := result(t, anyTrip(t))
		bags, bottled := 0.0, 0.0
		for _, b := range r.Bags {
			bags += b.G
		}
		n := 0
		for i := range r.Brews {
			if b := &r.Brews[i]; b.fromHome() {
				bottled += b.DoseG
			} else {
				n++
			}
		}
		assert.Len(t, r.Bags, n)
		assert.InDelta(t, *r.Totals.CoffeeG, bags+bottled, 1e-6*math.Max(bags, 1))
		kinds := 0.0
		for _, k := range r.Coffees {
			kinds += k.G
		}
		assert.InDelta(t, *r.Totals.CoffeeG, kinds, 1e-6*math.Max(kinds, 1))
	})
}

// The evening before a cold morning the canister goes into the bag, and before
// filtered water the filter is used.
func TestEveningsGetTheMorningReady(t *testing.T) {
	in := two()
	in.Stops[1].Brews[0].Request.Water.Treatment = ptr("filtered")
	in.Stops[1].Conditions.Place.AirC = ptr(-6.0)
	for i := range in.Stops[1].Brews {
		in.Stops[1].Brews[i].Request.Place.AirC = ptr(-6.0)
	}
	var evenings []string
	for _, task := range result(t, in).Tasks {
		if task.When == "evening" {
			evenings = append(evenings, task.Text)
			if strings.HasPrefix(task.ID, "canister:") {
				assert.Equal(t, caution.Danger, task.Level, "nobody warms it over a flame")
				assert.Contains(t, task.Caution, "flame")
			}
			assert.Empty(t, task.At)
		}
	}
	all := strings.Join(evenings, "\n")
	assert.Equal(t, 3, strings.Count(all, "sleep with the canister in your bag"), "before each of three mornings")
	assert.Equal(t, 3, strings.Count(all, "Filter "))
	assert.Contains(t, all, "−6 °C in the morning")
}

// Every method of the catalogue, made on a trip: its cleaning is on the list after,
// once, however often it was made.
func TestCleaningAfterwards(t *testing.T) {
	in := two()
	in.Stops[1].Brews = nil
	for i, m := range method.All {
		if m.ID == "cold-concentrate" {
			continue
		}
		in.Stops[1].Brews = append(in.Stops[1].Brews, brewAt(in.Stops[1], int64(100+i), "15:00", m.ID, 1))
	}
	r := result(t, in)
	require.Empty(t, r.Impossible)
	var cleaned []string
	for _, task := range r.Tasks {
		if id, is := strings.CutPrefix(task.ID, "clean:"); is {
			cleaned = append(cleaned, id)
		}
	}
	for _, b := range r.Brews {
		assert.Equal(t, 1, len(slices.DeleteFunc(slices.Clone(cleaned), func(id string) bool { return id != b.Method })), b.Method)
	}
}
