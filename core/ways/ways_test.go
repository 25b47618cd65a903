package ways_test

import (
	"context"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/method"
	. "apodemos/core/ways"
)

// have are pieces of the starter shelf by name.
func have(t require.TestingT, names ...string) []gear.Item {
	var out []gear.Item
	for i, it := range gear.Starter() {
		it.ID = int64(-1 - i)
		if slices.Contains(names, it.Name) {
			out = append(out, it)
		}
	}
	require.Len(t, out, len(names))
	return out
}

// at is a place: a stream at an altitude, for two.
func at(altitude float64, treatment string) brew.Request {
	r := brew.Request{Conditions: conditions.Conditions{Place: conditions.Place{AltitudeM: &altitude, AirC: new(5.0)}, Water: conditions.Water{Source: new("stream")}}, Drinkers: new(2.0)}
	if treatment != "" {
		r.Water.Treatment = &treatment
	}
	return r
}

func of(t require.TestingT, r brew.Request, items []gear.Item, w Wish) *Found {
	f, err := Of(context.Background(), Wanted{Request: r, Have: items, Wish: w})
	require.NoError(t, err)
	return f
}

func way(t require.TestingT, f *Found, id string) Way {
	i := slices.IndexFunc(f.Ways, func(w Way) bool { return w.Method == id })
	require.GreaterOrEqual(t, i, 0, id)
	return f.Ways[i]
}

// With a pot, a burner, a grinder and cups a pot can be made and a cone cannot, and why
// not is said; every method is there once.
func TestWhatOneHasDecides(t *testing.T) {
	items := have(t, "Titanium pot, 1 L", "Canister burner", "Hand grinder", "Steel mug, wide")
	f := of(t, at(2300, "boil"), items, Balanced)
	assert.Len(t, f.Ways, len(method.All))
	assert.InDelta(t, 92.3, f.Boil.BoilC, 0.1)
	assert.Equal(t, "", way(t, f, "pot").Not)
	assert.Equal(t, "missing: a cone dripper, cone papers", way(t, f, "cone").Not)
	assert.Equal(t, "missing: concentrate made before", way(t, f, "serve-concentrate").Not)
	possible := true
	for _, w := range f.Ways {
		if w.Not != "" {
			possible = false
			assert.False(t, w.Possible, w.Method)
			assert.Nil(t, w.Order, w.Method)
			continue
		}
		assert.True(t, possible, "%s stands after one that cannot be made", w.Method)
		assert.Len(t, w.Matter, 2, w.Method)
		assert.NotEmpty(t, w.Why, w.Method)
	}
	without := of(t, at(2300, "boil"), have(t, "Canister burner", "Hand grinder", "Steel mug, wide", "Cone dripper, plastic", "Cone papers"), Balanced)
	assert.Contains(t, way(t, without, "cone").Not, "a pot or kettle")
	socket := at(2300, "safe")
	socket.Heat.Burner = new("mains")
	without = of(t, socket, have(t, "Hand grinder", "Steel mug, wide", "Cone dripper, plastic", "Cone papers"), Balanced)
	assert.Equal(t, "missing: a pot or kettle", way(t, of(t, at(0, "safe"), have(t, "Hand grinder", "Steel mug, wide", "Press pot, steel"), ""), "press-pot").Not)
	assert.Equal(t, "missing: ", "missing: "+way(t, without, "cone").Not, "a socket has its kettle")
}

// A way is planned with the gear in hand, and what a plan of it gives is what is told.
func TestAWayIsItsPlan(t *testing.T) {
	f := of(t, at(1200, "boil"), gear.Starter(), Quick)
	for _, w := range f.Ways {
		if w.Not != "" {
			continue
		}
		p, err := brew.Compute(w.Request)
		require.NoError(t, err, w.Method)
		assert.Equal(t, *p.TotalS, *w.TotalS, w.Method)
		assert.Equal(t, w.Method, w.Request.Method)
		if w.Fit.Vessel != nil {
			assert.Equal(t, *w.Fit.Vessel.CapacityMl, *w.Request.Vessel.CapacityMl, w.Method)
		}
	}
	for _, c := range way(t, f, "pot").Schools {
		assert.True(t, c.Possible, c.School)
	}
	assert.Len(t, way(t, f, "pot").Schools, 6)
}

// What goes along is taken before what is better and stays at home.
func TestWhatGoesAlongComesFirst(t *testing.T) {
	shelf := have(t, "Titanium pot, 1 L", "Aluminium pot, 1.4 L", "Canister burner", "Hand grinder", "Steel mug, wide")
	pots := func(along ...int64) string {
		f, err := Of(context.Background(), Wanted{Request: at(0, "boil"), Have: shelf, Along: along})
		require.NoError(t, err)
		return way(t, f, "pot").Fit.Vessel.Name
	}
	assert.Equal(t, "Titanium pot, 1 L", pots())
	i := slices.IndexFunc(shelf, func(i gear.Item) bool { return i.Name == "Aluminium pot, 1.4 L" })
	assert.Equal(t, "Aluminium pot, 1.4 L", pots(shelf[i].ID))
}

// A moka pot with neither kettle nor pot beside it is filled cold; with one, hot.
func TestAMokaPotAloneIsFilledCold(t *testing.T) {
	alone := have(t, "Moka pot, small", "Canister burner", "Hand grinder", "Steel mug, wide")
	w := way(t, of(t, at(0, "boil"), alone, Balanced), "moka")
	assert.Empty(t, w.Not)
	assert.Equal(t, "cold-fill", w.School)
	w = way(t, of(t, at(0, "boil"), append(alone, have(t, "Titanium pot, 1 L")...), Balanced), "moka")
	assert.Equal(t, "hot-fill", w.School)
}

// Without a scale a brew goes by one's own measure.
func TestWithoutAScale(t *testing.T) {
	with := way(t, of(t, at(0, "boil"), gear.Starter(), Balanced), "pot")
	assert.Nil(t, with.Request.Scale)
	without := way(t, of(t, at(0, "boil"), have(t, "Titanium pot, 1 L", "Canister burner", "Hand grinder", "Steel mug, wide", "Tablespoon, level"), Balanced), "pot")
	assert.False(t, *without.Request.Scale)
	assert.Equal(t, 5.5, *without.Request.Measure.Grams)
}

// A pot that burns is none; a dripper that falls into every cup is none, but with a stick
// it stands.
func TestWhatDoesNotGoTogetherIsNotOffered(t *testing.T) {
	items := have(t, "Canister burner", "Hand grinder", "Steel mug, wide", "Slow metal drip")
	plastic := gear.Item{Name: "Plastic jug", Kind: gear.Vessel, MassG: 80, LengthMm: new(120.0), HeightMm: new(120.0), CapacityMl: new(900.0), Material: "plastic"}
	f := of(t, at(0, "boil"), append(slices.Clone(items), plastic), Balanced)
	assert.Contains(t, way(t, f, "pot").Not, "burns on")
	// Of typical sizes nobody knows: they are tried at home, and forbid nothing.
	f = of(t, at(0, "boil"), append(slices.Clone(items), have(t, "Titanium pot, 1 L")...), Balanced)
	assert.Empty(t, way(t, f, "slow-drip").Not)
	said := ""
	for _, j := range way(t, f, "slow-drip").Fit.Joints {
		said += j.Text
	}
	assert.Contains(t, said, "both sizes are typical. Try it at home.")
	for i := range items {
		items[i].Typical = false
	}
	f = of(t, at(0, "boil"), append(slices.Clone(items), have(t, "Titanium pot, 1 L")...), Balanced)
	assert.Contains(t, way(t, f, "slow-drip").Not, "falls into")
	f = of(t, at(0, "boil"), append(slices.Clone(items), have(t, "Titanium pot, 1 L", "Stick across the rim")...), Balanced)
	assert.Equal(t, "", way(t, f, "slow-drip").Not)
	// Of two cups the one that it stands on is taken.
	f = of(t, at(0, "boil"), append(slices.Clone(items), have(t, "Titanium pot, 1 L", "Enamel cup")...), Balanced)
	assert.Equal(t, "Enamel cup", way(t, f, "slow-drip").Fit.Into.Name)
}

// Water that nobody vouches for puts what does not boil it behind, and says so.
func TestDoubtfulWaterComesLast(t *testing.T) {
	r := at(900, "boil")
	f := of(t, r, gear.Starter(), Balanced)
	cold := way(t, f, "cold-concentrate")
	assert.Contains(t, cold.Why[0], "safe water")
	assert.Equal(t, "the boil makes the water safe", way(t, f, "pot").Why[0])
	safe := way(t, of(t, at(900, "safe"), gear.Starter(), Balanced), "cold-concentrate")
	assert.InDelta(t, 0.6, *cold.Order.Value / *safe.Order.Value, 1e-9)
	assert.Equal(t, "doubtful", of(t, at(900, ""), gear.Starter(), Balanced).Water.Treatment)
}

// A wish moves what it is about: what comes first for a wish is at least as good in it as
// what comes first for none.
func TestAWishIsFollowed(t *testing.T) {
	marks := func(w Way) method.Scores {
		m, _ := method.ByID(w.Method)
		return m.Scores
	}
	rapid.Check(t, func(t *rapid.T) {
		r := at(rapid.Float64Range(0, 4500).Draw(t, "altitude"), "boil")
		r.Drinkers = new(float64(rapid.IntRange(1, 4).Draw(t, "drinkers")))
		plain := of(t, r, gear.Starter(), Balanced).Ways[0]
		first := func(w Wish) Way { return of(t, r, gear.Starter(), w).Ways[0] }
		assert.LessOrEqual(t, *first(Quick).HandsS/12+*first(Quick).TotalS/6, (*plain.HandsS/12+*plain.TotalS/6)*1.05)
		assert.GreaterOrEqual(t, marks(first(Clear)).Clarity, marks(plain).Clarity)
		assert.GreaterOrEqual(t, marks(first(Full)).Body, marks(plain).Body)
		assert.GreaterOrEqual(t, marks(first(Tidy)).Tidiness, marks(plain).Tidiness)
		w := first(LittleWater)
		assert.LessOrEqual(t, *w.CarryMl / *w.DrinkMl, *plain.CarryMl / *plain.DrinkMl + 1e-9)
	})
}

// A metre more moves no way by more than a hundredth of all points. The most is where the
// boiling point passes what the recipe wants, and the water stays on the heat from there on
// instead of cooling beside it: 0.56 for the slow drip between 1,779 and 1,781 m.
func TestASmallChangeMovesLittle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.OneOf(rapid.Float64Range(50, 1900), rapid.Just(1779.5)).Draw(t, "altitude")
		one, two := of(t, at(a, "safe"), gear.Starter(), Balanced), of(t, at(a+1, "safe"), gear.Starter(), Balanced)
		for _, w := range one.Ways {
			if w.Not == "" {
				assert.Less(t, math.Abs(*w.Order.Value-*way(t, two, w.Method).Order.Value), 1.0, w.Method)
			}
		}
	})
}

// Who is gone is not worked for any longer.
func TestWaysEndWithTheirAsker(t *testing.T) {
	gone, leave := context.WithCancel(t.Context())
	leave()
	_, err := Of(gone, Wanted{Request: at(900, "safe"), Have: gear.Starter()})
	assert.ErrorIs(t, err, context.Canceled)
}

// The points can be worked out again from what the working shows.
func TestTheOrderShowsItsWorking(t *testing.T) {
	for _, w := range of(t, at(900, "safe"), have(t, "Titanium pot, 1 L", "Canister burner", "Hand grinder", "Steel mug, wide"), Balanced).Ways {
		if w.Not != "" {
			continue
		}
		sum, n, careful := 0.0, 0.0, 1.0
		for _, in := range w.Order.Inputs {
			if in.Path != "" {
				careful *= *in.Value / 100
			} else if in.Value != nil {
				sum, n = sum+*in.Value, n+1
			} else {
				careful *= 0.95
			}
		}
		assert.InDelta(t, *w.Order.Value, sum/n*careful, 1e-6, w.Method)
		assert.LessOrEqual(t, *w.Order.Value, 100.0)
	}
}

func BenchmarkOf(b *testing.B) {
	in := Wanted{Request: at(2300, "boil"), Have: gear.Starter()}
	for b.Loop() {
		if _, err := Of(context.Background(), in); err != nil {
			b.Fatal(err)
		}
	}
}

// For several it runs into what takes it all; where nothing does, each cup is made in its
// turn, and no plan says to fill what would run over.
func TestNothingRunsOver(t *testing.T) {
	base := []string{"Titanium pot, 1 L", "Canister burner", "Hand grinder", "Flat-bed dripper, steel", "Flat papers", "Enamel cup"}
	f := of(t, at(900, "boil"), have(t, append(base, "Light jug, 600 ml")...), Balanced)
	w := way(t, f, "flat-bed")
	assert.Equal(t, "Light jug, 600 ml", w.Fit.Into.Name)
	assert.Equal(t, "Enamel cup", w.Fit.Cup.Name)
	assert.Nil(t, w.Request.Into)
	w = way(t, of(t, at(900, "boil"), have(t, base...), Balanced), "flat-bed")
	assert.Equal(t, "cups", *w.Request.Into, "300 ml do not take two cups")
	assert.Equal(t, "Enamel cup", w.Fit.Into.Name)
	for _, j := range w.Fit.Joints {
		assert.NotEqual(t, gear.No, j.Level, j.String())
	}
	rapid.Check(t, func(t *rapid.T) {
		r := at(900, "boil")
		r.Drinkers, r.CupMl = new(float64(rapid.IntRange(1, 5).Draw(t, "drinkers"))), new(rapid.Float64Range(100, 260).Draw(t, "cup"))
		for _, w := range of(t, r, gear.Starter(), Balanced).Ways {
			for _, j := range w.Fit.Joints {
				if w.Not == "" && j.Rule == "drink" {
					assert.NotEqual(t, gear.No, j.Level, "%s: %s", w.Method, j)
				}
			}
		}
	})
}

// A typical grinder tells no clicks: they would be somebody else's.
func TestATypicalGrinderTellsNoClicks(t *testing.T) {
	assert.Nil(t, way(t, of(t, at(0, "boil"), gear.Starter(), Balanced), "pot").Request.Grinder.UmPerClick)
	own := gear.Starter()
	for i := range own {
		own[i].Typical = false
	}
	assert.NotNil(t, way(t, of(t, at(0, "boil"), own, Balanced), "pot").Request.Grinder.UmPerClick)
}

// Of two pots the one that makes it in fewer batches is taken, and of two grinders the one
// that is filled less often.
func TestTheOneThatHoldsItIsTaken(t *testing.T) {
	items := have(t, "Titanium pot, 1 L", "Canister burner", "Hand grinder", "Steel mug, wide")
	large := gear.Item{ID: 901, Name: "Pot, 2 L", Kind: gear.Vessel, MassG: 260, LengthMm: new(160.0), CapacityMl: new(2000.0), Material: "titanium"}
	mill := gear.Item{ID: 902, Name: "Large grinder", Kind: gear.Grinder, MassG: 500, DoseG: new(60.0)}
	r := at(900, "safe")
	r.Drinkers = new(4.0)
	w := way(t, of(t, r, append(slices.Clone(items), large, mill), Balanced), "pot")
	assert.Equal(t, "Pot, 2 L", w.Fit.Vessel.Name)
	assert.Equal(t, "Large grinder", w.Fit.Grinder.Name)
	r.Drinkers = new(1.0)
	one := way(t, of(t, r, append(slices.Clone(items), large, mill), Balanced), "pot")
	assert.Equal(t, "Titanium pot, 1 L", one.Fit.Vessel.Name)
}

// Where the last pot, grinder or mug is gone, what would open a way is answered, and does.
func TestNoDeadEnd(t *testing.T) {
	r := at(900, "safe")
	ids := func(items ...gear.Item) (out []string) {
		f, err := Of(t.Context(), Wanted{Request: r, Have: items, Said: true})
		require.NoError(t, err)
		if f.Ways[0].Not == "" {
			assert.Empty(t, f.Remedies)
			return []string{"possible"}
		}
		for _, x := range f.Remedies {
			out = append(out, x.ID)
			assert.NotEmpty(t, x.Method)
			assert.NotEmpty(t, x.Text)
		}
		return out
	}
	pot, burner, grinder, mug := have(t, "Titanium pot, 1 L")[0], have(t, "Canister burner")[0], have(t, "Hand grinder")[0], have(t, "Steel mug, wide")[0]
	assert.Equal(t, []string{"possible"}, ids(pot, burner, grinder, mug))
	assert.Contains(t, ids(pot, burner, mug), "ground")
	assert.Contains(t, ids(burner, grinder, mug), "vessel")
	assert.Equal(t, []string{"ground", "vessel"}, ids(burner, mug)[:2], "neither by itself")
	assert.Equal(t, []string{"ground", "vessel"}, ids(), "nothing at all, and said so, is not everything")
	f, err := Of(t.Context(), Wanted{Request: r})
	require.NoError(t, err)
	assert.Empty(t, f.Ways[0].Not, "while nobody says, anything may be there")
}

// What hands do first stands with a way; water that nobody has made safe is boiled first,
// for as long as its height wants.
func TestABeginning(t *testing.T) {
	lake := func(altitude float64) []string {
		r := brew.Request{}
		r.Place.AltitudeM, r.Water.Source = &altitude, new("lake")
		f, err := Of(context.Background(), Wanted{Request: r})
		require.NoError(t, err)
		var out []string
		for _, b := range f.Ways[0].Begin {
			out = append(out, strings.ReplaceAll(b.Text, "\u2009", " "))
		}
		return out
	}
	low := lake(1900)
	require.Len(t, low, 2)
	assert.Contains(t, low[0], "Fill")
	assert.NotContains(t, low[0], "safe water", "it is made safe by what follows")
	assert.Contains(t, low[1], "Rolling boil for 1 min to make it safe")
	assert.Contains(t, lake(2300)[1], "Rolling boil for 3 min")
}

// A bigger pot is taken before three batches, even one that wants care on its burner.
func TestTheBiggerPotBeforeThreeBatches(t *testing.T) {
	items := have(t, "Titanium pot, 1 L", "Canister burner", "Hand grinder", "Steel mug, wide")
	big := gear.Item{ID: 900, Name: "Big pot", Kind: gear.Vessel, MassG: 700, LengthMm: new(230.0), HeightMm: new(150.0), BaseMm: new(220.0), CapacityMl: new(4500.0), Material: "aluminium", Lid: true}
	r := at(500, "safe")
	for people, want := range map[float64]string{2: "Titanium pot, 1 L", 10: "Big pot"} {
		r.Drinkers = new(people)
		w := way(t, of(t, r, append(slices.Clone(items), big), Balanced), "pot")
		assert.Equal(t, want, w.Fit.Vessel.Name, people)
	}
}
