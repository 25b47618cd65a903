package gear

import (
	"errors"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/method"
)

func TestTheStarterShelfIsSound(t *testing.T) {
	kinds := map[Kind]int{}
	for _, it := range append(Starter(), Kitchen()...) {
		assert.Empty(t, it.Check(), it.Name)
		assert.True(t, it.Typical, it.Name)
		kinds[it.Kind]++
	}
	for _, k := range []Kind{Brewer, Filter, Vessel, Burner, Grinder, Scale, Cup, Extra} {
		assert.Positive(t, kinds[k], k)
	}
}

func TestBadGear(t *testing.T) {
	good := Item{Name: "Mug", Kind: Cup, MassG: 100}
	for _, c := range []struct {
		change func(*Item)
		says   string
	}{
		{func(i *Item) { i.MassG = 0 }, "mass_g: 0 g is out of range. Enter 1 to 2000 g"},
		{func(i *Item) { i.MassG = -5 }, "mass_g: -5 g is out of range"},
		{func(i *Item) { i.Name = " " }, "name: 0 characters"},
		{func(i *Item) { i.Kind = "sword" }, `kind: "sword" is not known`},
		{func(i *Item) { i.Kind, i.Type = Brewer, "wand" }, `type: "wand" is not known. Choose cloth filter, cone dripper`},
		{func(i *Item) { i.Kind, i.Type = Burner, "dragon" }, `type: "dragon" is not a burner`},
		{func(i *Item) { i.Kind, i.Type = Fuel, "peat" }, `type: "peat" is not a fuel`},
		{func(i *Item) { i.Material = "butter" }, `material: "butter" is not known`},
		{func(i *Item) { i.LengthMm = p(-3) }, "length_mm: -3 mm is out of range"},
		{func(i *Item) { i.LengthMm, i.HeightMm, i.CapacityMl = p(50), p(50), p(500) }, "capacity_ml: 500 ml is more than its outside, 98 ml"},
		{func(i *Item) { i.LengthMm, i.RimMm = p(80), p(90) }, "rim_mm: 90 mm is wider than the whole"},
		{func(i *Item) { i.Count = p(0) }, "count: 0 is out of range"},
	} {
		it := good
		c.change(&it)
		require.NotEmpty(t, it.Check(), c.says)
		assert.Contains(t, it.Check().Error(), c.says)
	}
	assert.Empty(t, good.Check())
}

// The rules one by one; the limits are common practice or from memory.
func TestRulesOfFit(t *testing.T) {
	drip := Item{ID: 1, Name: "Slow metal drip", Kind: Brewer, Type: "metal drip filter", MassG: 75, BaseMm: p(88)}
	press := Item{ID: 5, Name: "Hand press", Kind: Brewer, Type: "hand press", MassG: 290, BaseMm: p(88)}
	pump := Item{ID: 6, Name: "Pump", Kind: Brewer, Type: "pocket pump brewer", MassG: 340}
	cup := func(rim float64) Item {
		return Item{ID: 2, Name: "Cup", Kind: Cup, MassG: 1, RimMm: &rim, CapacityMl: p(300)}
	}
	pot := Item{ID: 3, Name: "Pot", Kind: Vessel, MassG: 150, BaseMm: p(120), CapacityMl: p(1000), Material: "titanium"}
	stove := Item{ID: 4, Name: "Stove", Kind: Burner, Type: "canister", MassG: 85, SupportMin: p(85), SupportMax: p(200)}
	for _, c := range []struct {
		name  string
		j     func() (Joint, bool)
		level Level
		says  string
	}{
		{"falls in", func() (Joint, bool) { return OnRim(drip, cup(102)) }, No, "falls into cup: 88 mm base, 102 mm rim"},
		{"just as wide falls in", func() (Joint, bool) { return OnRim(drip, cup(88)) }, No, "falls into"},
		{"tips", func() (Joint, bool) { return OnRim(drip, cup(84)) }, Care, "rests on only 4 mm"},
		{"sits", func() (Joint, bool) { return OnRim(drip, cup(78)) }, Fits, "sits on cup"},
		{"a stick carries what drips", func() (Joint, bool) { return Stands(drip, cup(102), true) }, Care, "with the stick across its rim"},
		{"nobody presses on a stick", func() (Joint, bool) { return Stands(press, cup(102), true) }, No, "falls into"},
		{"nor on what tips", func() (Joint, bool) { return Stands(press, cup(84), true) }, No, "rests on only 4 mm"},
		{"a press sits", func() (Joint, bool) { return Stands(press, cup(78), true) }, Fits, "sits on cup"},
		{"what is leaned on is tried first", func() (Joint, bool) { return Stands(pump, cup(78), true) }, Care, "try at home"},
		{"a drink in a cup", func() (Joint, bool) { return DrinkInCup(cup(80), 225) }, Fits, "has room for 225 ml"},
		{"too small a cup", func() (Joint, bool) { return DrinkInCup(cup(80), 290) }, No, "below the brim"},
		{"water in a pot", func() (Joint, bool) { return WaterInVessel(pot, 900) }, Fits, "holds the 900 ml"},
		{"filled twice", func() (Joint, bool) { return WaterInVessel(pot, 1500) }, Care, "fill it 2 times"},
		{"pot on stove", func() (Joint, bool) { return PotOnBurner(pot, stove) }, Fits, "stands on stove: 120 mm wide"},
		{"mug falls through", func() (Joint, bool) {
			mug := pot
			mug.BaseMm = p(70)
			return PotOnBurner(mug, stove)
		}, No, "falls through the supports"},
		{"pot overhangs", func() (Joint, bool) {
			big := pot
			big.BaseMm = p(260)
			return PotOnBurner(big, stove)
		}, Care, "overhangs"},
		{"insulated on a flame", func() (Joint, bool) {
			mug := pot
			mug.Insulated = true
			return OverFlame(mug, stove)
		}, No, "two walls"},
		{"plastic on a flame", func() (Joint, bool) {
			mug := pot
			mug.Material = "plastic"
			return OverFlame(mug, stove)
		}, No, "burns on"},
		{"glass on a flame", func() (Joint, bool) {
			mug := pot
			mug.Material = "glass"
			return OverFlame(mug, stove)
		}, No, "cracks on"},
		{"metal on a flame", func() (Joint, bool) { return OverFlame(pot, stove) }, Fits, "can go on"},
		{"gas", func() (Joint, bool) { return BurnerFuel(stove, Item{Name: "Canister", Type: "gas"}) }, Fits, "burns canister"},
		{"spirit", func() (Joint, bool) { return BurnerFuel(stove, Item{Name: "Spirit", Type: "ethanol"}) }, No, "doesn’t burn"},
		{"a dose", func() (Joint, bool) { return DoseInBrewer(Item{Name: "Press", DoseG: p(30)}, 25) }, Fits, "takes the 25 g"},
		{"two batches", func() (Joint, bool) { return DoseInBrewer(Item{Name: "Press", DoseG: p(18)}, 34) }, Care, "2 batches"},
		{"papers", func() (Joint, bool) {
			return PaperInBrewer(Item{Name: "Cone", Size: "cone"}, Item{Name: "Cone papers", Size: "cone"})
		}, Fits, "fit cone"},
		{"wrong papers", func() (Joint, bool) {
			return PaperInBrewer(Item{Name: "Cone", Size: "cone"}, Item{Name: "Flat papers", Size: "flat"})
		}, No, "size flat; cone takes size cone"},
		{"papers enough", func() (Joint, bool) { return PapersEnough(Item{Name: "Papers", Count: p(10)}, 9), true }, Fits, "9 of 10"},
		{"papers short", func() (Joint, bool) { return PapersEnough(Item{Name: "Papers", Count: p(10)}, 12), true }, No, "12 papers are needed, you have 10"},
		{"hopper", func() (Joint, bool) { return DoseInGrinder(Item{Name: "Grinder", DoseG: p(25)}, 34) }, Care, "fill it 2 times for 34 g"},
		{"scale", func() (Joint, bool) {
			return ScaleFor(Item{Name: "Scale", RangeG: p(2000), StepG: p(0.1)}, 800, 26)
		}, Fits, "carries the 800 g"},
		{"scale ends", func() (Joint, bool) {
			return ScaleFor(Item{Name: "Scale", RangeG: p(500), StepG: p(0.1)}, 800, 26)
		}, No, "reads up to 500 g"},
		{"scale coarse", func() (Joint, bool) {
			return ScaleFor(Item{Name: "Scale", RangeG: p(2000), StepG: p(5)}, 800, 26)
		}, Care, "coarse for a pour"},
		{"a hopper that is as good as large enough", func() (Joint, bool) {
			return DoseInGrinder(Item{Name: "Mill", Kind: Grinder, DoseG: p(18)}, 18.3)
		}, Fits, "takes the 18.5 g at once"},
		{"a hopper filled twice", func() (Joint, bool) {
			return DoseInGrinder(Item{Name: "Mill", Kind: Grinder, DoseG: p(18)}, 34)
		}, Care, "fill it 2 times for 34 g"},
		{"no spout", func() (Joint, bool) { return SlowPour(pot, true) }, Care, "has no spout"},
	} {
		j, ok := c.j()
		require.True(t, ok, c.name)
		assert.Equal(t, c.level, j.Level, c.name)
		assert.Contains(t, j.Text, c.says, c.name)
		assert.Equal(t, c.level == Fits, j.Remedy == "", "%s: a remedy where it does not fit", c.name)
	}
	_, ok := OnRim(Item{Kind: Brewer, Type: "moka pot", BaseMm: p(80)}, cup(70))
	assert.False(t, ok, "a moka pot stands on its own")
	_, ok = WaterInVessel(pot, 0)
	assert.False(t, ok, "what holds nothing is not told")
	_, ok = OnRim(drip, Item{Kind: Cup})
	assert.False(t, ok, "no rule without the figure")
}

// A wider base never fits worse; a wider rim never better; the order is kept for
// a drink and a dose too.
func TestRulesAreMonotone(t *testing.T) {
	order := map[Level]int{No: 0, Care: 1, Fits: 2}
	rapid.Check(t, func(t *rapid.T) {
		base, rim := rapid.Float64Range(40, 150).Draw(t, "base"), rapid.Float64Range(40, 150).Draw(t, "rim")
		more := rapid.Float64Range(0, 40).Draw(t, "more")
		on := func(base, rim float64) int {
			for _, kind := range []string{"cone dripper", "hand press", "moka pot"} {
				for _, stick := range []bool{false, true} {
					b, c := Item{Kind: Brewer, Type: kind, BaseMm: &base}, Item{Name: "Cup", RimMm: &rim}
					j, known := Stands(b, c, stick)
					assert.Equal(t, !known || j.Level != No, Carries(b, c, stick), "%s %v", j.Text, stick)
				}
			}
			j, _ := OnRim(Item{Kind: Brewer, Type: "cone dripper", BaseMm: &base}, Item{RimMm: &rim})
			return order[j.Level]
		}
		assert.GreaterOrEqual(t, on(base+more, rim), on(base, rim))
		assert.LessOrEqual(t, on(base, rim+more), on(base, rim))
		ml := rapid.Float64Range(50, 900).Draw(t, "drink")
		in := func(ml float64) int {
			j, _ := DrinkInCup(Item{CapacityMl: p(400)}, ml)
			return order[j.Level]
		}
		assert.LessOrEqual(t, in(ml+more), in(ml))
	})
}

func TestNesting(t *testing.T) {
	pot := Item{ID: 1, Name: "Pot", Kind: Vessel, LengthMm: p(130), HeightMm: p(120), CapacityMl: p(1300)}
	mug := Item{ID: 2, Name: "Mug", Kind: Cup, LengthMm: p(95), HeightMm: p(95), CapacityMl: p(500)}
	burner := Item{ID: 3, Name: "Burner", Kind: Burner, LengthMm: p(60), WidthMm: p(50), HeightMm: p(70)}
	grinder := Item{ID: 4, Name: "Grinder", Kind: Grinder, LengthMm: p(55), HeightMm: p(190)}
	loose := Item{ID: 5, Name: "Spoon", Kind: Extra}
	got := map[int64]int64{}
	for _, n := range Nests([]Item{burner, mug, pot, grinder, loose}) {
		got[n.Item] = n.In
	}
	assert.Equal(t, map[int64]int64{1: 0, 2: 1, 3: 2, 4: 0, 5: 0}, got, "the burner in the mug, the mug in the pot; the grinder is too long")

	// Nothing lies in itself, round about or at once, and what is inside fits.
	rapid.Check(t, func(t *rapid.T) {
		var list []Item
		for i := range rapid.IntRange(1, 9).Draw(t, "n") {
			d, h := rapid.Float64Range(20, 200).Draw(t, "d"), rapid.Float64Range(20, 200).Draw(t, "h")
			it := Item{ID: int64(i + 1), Kind: rapid.SampledFrom([]Kind{Cup, Vessel, Extra}).Draw(t, "kind"), LengthMm: &d, HeightMm: &h}
			v, _ := it.VolumeMl()
			it.CapacityMl = p(0.9 * v)
			list = append(list, it)
		}
		in := map[int64]int64{}
		for _, n := range Nests(list) {
			in[n.Item] = n.In
			if n.In != 0 {
				assert.True(t, Inside(list[n.Item-1], list[n.In-1]))
			}
		}
		for id := range in {
			seen := 0
			for k := id; k != 0; k = in[k] {
				seen++
				require.LessOrEqual(t, seen, len(list), "no circle")
			}
		}
	})
}

func TestWhatTheShelfLacks(t *testing.T) {
	lacks := func(shelf []Item, id, school string, ahead bool) string {
		m, ok := method.ByID(id)
		require.True(t, ok)
		s, ok := m.School(school)
		require.True(t, ok)
		return Lacks(shelf, m, s, ahead)
	}
	all := Starter()
	assert.Empty(t, lacks(nil, "cone", "", false), "of an empty shelf nothing is known")
	for _, m := range method.All {
		for _, s := range m.Schools {
			assert.Empty(t, Lacks(all, m, s, false), m.ID)
		}
	}
	drop := func(is func(Item) bool) []Item { return slices.DeleteFunc(slices.Clone(all), is) }
	assert.Equal(t, "a tank dripper", lacks(drop(func(i Item) bool { return i.Type == "tank dripper" }), "tank-dripper", "", false))
	assert.Equal(t, "cone papers", lacks(drop(func(i Item) bool { return i.Type == "cone paper" }), "cone", "", false))
	noGrinder := drop(func(i Item) bool { return i.Kind == Grinder })
	assert.Equal(t, "a grinder", lacks(noGrinder, "pot", "", false))
	assert.Empty(t, lacks(noGrinder, "pot", "", true), "ground at home")
	worn := slices.Clone(all)
	for i := range worn {
		if worn[i].Kind == Brewer {
			worn[i].Condition = "broken"
		}
	}
	assert.Equal(t, "a cone dripper", lacks(worn, "cone", "", false))
}

// The figures of a kit go into the request of a brew, and nothing else does.
func TestGearIntoARequest(t *testing.T) {
	var r brew.Request
	for _, it := range Starter() {
		switch it.Name {
		case "Titanium pot, 1 L", "Hand grinder", "Insulated mug", "Spirit burner with screen", "Hand press":
			it.Into(&r)
		}
	}
	assert.Equal(t, 1000.0, *r.Vessel.CapacityMl)
	assert.Equal(t, "titanium", *r.Vessel.Material)
	assert.Equal(t, 37.0, *r.Grinder.UmPerClick)
	assert.True(t, *r.Cup.Insulated)
	assert.Equal(t, "spirit", *r.Heat.Burner)
	assert.Equal(t, 250.0, *r.Brewer.CapacityMl)
	r.Method = "hand-press"
	_, err := brew.Compute(r)
	assert.NoError(t, err)
	// The same grind on another grinder: clicks mean nothing from one to the next.
	cone := brew.Request{Method: "cone", Grinder: brew.Grinder{UmPerClick: p(37), ZeroUm: p(0), Clicks: p(20)}}
	Item{Kind: Grinder, MassG: 1, UmPerClick: p(25), ZeroUm: p(0)}.Into(&cone)
	assert.Equal(t, 30.0, *cone.Grinder.Clicks)
	Item{Kind: Grinder, MassG: 1, UmPerClick: p(25), ZeroUm: p(0)}.Into(&cone)
	assert.Equal(t, 30.0, *cone.Grinder.Clicks, "nor is it made twice")
	urn := brew.Request{Conditions: brew.Conditions{Heat: brew.Heat{SuppliedC: p(92)}}}
	Item{Kind: Burner, Type: "canister", MassG: 1}.Into(&urn)
	assert.Nil(t, urn.Heat.Burner, "there is an urn")
}

// What the shelf takes a brew can be planned with: every figure that goes into a
// request is allowed there.
func TestWhatTheShelfTakesABrewTakes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(Starter()).Draw(t, "piece")
		any := func(label string, v **float64, lo, hi float64) {
			if *v != nil && rapid.Bool().Draw(t, label+"?") {
				x := math.Exp(rapid.Float64Range(math.Log(lo), math.Log(hi)).Draw(t, label))
				*v = &x
			}
		}
		it.MassG = math.Exp(rapid.Float64Range(math.Log(0.1), math.Log(20000)).Draw(t, "mass"))
		any("length", &it.LengthMm, 1, 2000)
		any("height", &it.HeightMm, 1, 2000)
		any("capacity", &it.CapacityMl, 5, 50000)
		any("click", &it.UmPerClick, 1, 200)
		any("efficiency", &it.Efficiency, 0.01, 1)
		any("power", &it.PowerW, 20, 30000)
		if len(it.Check()) > 0 {
			t.Skip("not taken")
		}
		r := brew.Request{Method: "cone"}
		it.Into(&r)
		_, err := brew.Compute(r)
		var bad brew.Problems
		if errors.As(err, &bad) {
			for _, p := range bad {
				assert.NotContains(t, p.Message, "is out of range. Enter ", "%s %s: %s", it.Kind, it.Name, p.Message)
			}
		}
	})
	for _, c := range []struct {
		it   Item
		says string
	}{
		{Item{Name: "Foil pot", Kind: Vessel, MassG: 10}, "mass_g: 10 g is out of range. Enter 20 to 10000 g"},
		{Item{Name: "Thimble", Kind: Vessel, MassG: 50, CapacityMl: p(20)}, "capacity_ml: 20 ml is out of range. Enter 100 to 20000 ml"},
		{Item{Name: "Paper cup", Kind: Cup, MassG: 0.5}, "mass_g: 0.5 g is out of range. Enter 1 to 2000 g"},
	} {
		assert.ErrorContains(t, c.it.Check(), c.says)
	}
	assert.Empty(t, Item{Name: "Paper", Kind: Filter, Type: "cone paper", MassG: 0.5}.Check(), "a paper weighs what it weighs")
}

// Every method that needs a brewer has one with a mass: one's own, or a usual one.
func TestLightest(t *testing.T) {
	for _, m := range method.All {
		needs := !m.InPot() && m.Family != "cup" && m.Family != "concentrate"
		it, own, ok := Lightest(nil, m)
		assert.Equal(t, needs, ok, m.ID)
		assert.False(t, own, "nothing is one's own")
		if ok {
			assert.Contains(t, it.Methods(), m.ID)
			assert.Positive(t, it.MassG)
		}
	}
	cone, _ := method.ByID("cone")
	shelf := []Item{
		{Name: "Broken", Kind: Brewer, Type: "cone dripper", MassG: 5, Condition: "broken"},
		{Name: "Heavy", Kind: Brewer, Type: "cone dripper", MassG: 300},
		{Name: "Light", Kind: Brewer, Type: "cone dripper", MassG: 40},
		{Name: "Press", Kind: Brewer, Type: "hand press", MassG: 10},
	}
	it, own, ok := Lightest(shelf, cone)
	assert.True(t, own && ok)
	assert.Equal(t, "Light", it.Name)
}

// What a thing is called is no place for a figure, wherever it stands in the sentence.
func TestANameIsNoTemplate(t *testing.T) {
	mm := func(v float64) *float64 { return &v }
	j, ok := OnRim(Item{ID: 1, Name: "Cone {1}", Kind: Brewer, Type: "cone dripper", BaseMm: mm(105)}, Item{ID: 2, Name: "{0} mug", Kind: Cup, RimMm: mm(88)})
	require.True(t, ok)
	assert.Equal(t, "Cone {1} sits on {0} mug: 105 mm base, 88 mm rim.", j.Text)
}

// A cup is filled to a finger under its rim: 15 mm of its width less than it holds.
func TestToAFingerUnderTheRim(t *testing.T) {
	mug := Item{Kind: Cup, CapacityMl: new(400.0), RimMm: new(85.0)}
	assert.InDelta(t, 400-85, mug.ToFingerMl(), 5)
	assert.InDelta(t, 40, Item{Kind: Cup, CapacityMl: new(80.0), RimMm: new(70.0)}.ToFingerMl(), 1e-9)
	assert.Zero(t, Item{Kind: Cup}.ToFingerMl())
	var r brew.Request
	mug.Name = "Enamel mug, blue"
	mug.Into(&r)
	assert.Equal(t, "enamel mug", *r.WaterBy.Name)
}

// One setting that is known by eye gives a grinder's clicks, with burrs that touch at zero;
// what is no grinder, or has no such setting, stays as it is.
func TestAKnownSettingIsEnough(t *testing.T) {
	g := Item{Kind: Grinder, KnownClicks: new(23.0), KnownGrind: "medium-coarse"}.BySetting()
	assert.InDelta(t, 865/23.0, *g.UmPerClick, 0.05)
	assert.Zero(t, *g.ZeroUm)
	assert.Nil(t, Item{Kind: Grinder, KnownClicks: new(23.0)}.BySetting().UmPerClick)
	assert.Nil(t, Item{Kind: Cup, KnownClicks: new(23.0), KnownGrind: "medium"}.BySetting().UmPerClick)
	assert.NotEmpty(t, Item{Name: "x", Kind: Grinder, MassG: 100, KnownGrind: "gritty"}.Check())
}
