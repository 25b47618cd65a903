package taste_test

import (
	"encoding/json"
	"math"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/glossary"
	"apodemos/core/method"
	"apodemos/core/recipe"

	. "apodemos/core/taste"
)

func tasted(bitter, strong float64) Tasting {
	return Tasting{SourBitter: &bitter, WeakStrong: &strong}
}

func cone(altitude float64) brew.Request {
	r := brew.Request{Method: "cone", Grinder: brew.Grinder{UmPerClick: new(30.0)}}
	r.Place.AltitudeM = &altitude
	return r
}

func advise(t require.TestingT, h History) *Advice {
	a, err := Advise(h, planner)
	require.NoError(t, err)
	return a
}

// The first cup already gets the advice of the trade: common practice, no published source.
func TestTheRulesOfTheTrade(t *testing.T) {
	for name, c := range map[string]struct {
		method string
		said   Tasting
		allow  []string
		lever  string
		sign   float64
	}{
		"sour: finer":                     {"cone", tasted(-2, 0), []string{Grind}, Grind, -1},
		"bitter: coarser":                 {"cone", tasted(3, 0), []string{Grind}, Grind, 1},
		"weak: more coffee":               {"cone", tasted(0, -2), []string{Ratio}, Ratio, 1},
		"strong: less":                    {"press-pot", tasted(0, 3), []string{Ratio}, Ratio, -1},
		"sour: longer":                    {"press-pot", tasted(-2, 0), []string{Time}, Time, 1},
		"bitter: shorter":                 {"press-pot", tasted(3, 0), []string{Time}, Time, -1},
		"sour: hotter":                    {"flat-bed", tasted(-3, 0), []string{Temperature}, Temperature, 1},
		"hollow: coarser":                 {"press-pot", Tasting{SourBitter: new(2.0), Hollow: new(3.0)}, []string{Grind}, Grind, 1},
		"watery, in words":                {"cone", Understand("watery"), []string{Ratio}, Ratio, 1},
		"silty: coarser, though balanced": {"press-pot", Tasting{SourBitter: new(0.5), WeakStrong: new(0.0), Silt: new(3.0)}, nil, Grind, 1},
	} {
		r := cone(0)
		r.Method = c.method
		a := advise(t, History{Brews: []Brew{{Request: r, Tasting: c.said}}, Allow: c.allow})
		require.NotNil(t, a.Change, name)
		assert.Equal(t, c.lever, a.Change.Lever, name)
		assert.Positive(t, c.sign*(a.Change.To-a.Change.From), name)
		assert.NotEmpty(t, a.Change.Text, name)
		_, err := planner.Compute(a.Request)
		require.NoError(t, err, name)
		if a.Change.Lever == Grind {
			require.NotNil(t, a.Change.Clicks, name)
			assert.InDelta(t, a.Change.To-a.Change.From, *a.Change.Clicks, 1e-9, name)
		}
	}
}

// A moka pot is stopped earlier where it is bitter, and let run again where it is sour.
func TestAMokaIsStopped(t *testing.T) {
	a := advise(t, History{Brews: []Brew{{Request: brew.Request{Method: "moka"}, Tasting: tasted(3, 0)}}, Allow: []string{Stop}})
	require.NotNil(t, a.Change)
	assert.Less(t, a.Change.To, 100.0)
	require.NotNil(t, a.Request.Recipe.StopPct)
	assert.Contains(t, a.Change.Text, "earlier")
}

// A method has its own levers, and only they. Common practice; a hand press that is full has its bypass.
func TestLeversOfTheMethod(t *testing.T) {
	common := []string{Grind, Ratio, Time, Temperature}
	for name, want := range map[string][]string{
		"steep-bag": common, "press-pot": common, "cone": common, "moka": {Grind, Ratio, Time, Temperature, Stop},
		"pocket-pump": {Grind, Ratio, Time, Temperature, Stop}, "hand-press/bypass": {Grind, Ratio, Time, Temperature, Bypass},
		"pot/warm-boil": {Grind, Ratio, Time, Temperature, Boil}, "pot/cold-first-boil": common,
	} {
		m, school, _ := strings.Cut(name, "/")
		a := advise(t, History{Brews: []Brew{{Request: brew.Request{Method: m}.By(m, school), Tasting: tasted(2, 0)}}})
		var got []string
		for _, c := range a.Considered {
			got = append(got, c.Lever)
		}
		assert.Equal(t, want, got, name)
	}
}

// A bitter pump gets fewer presses, and a bitter pot a shorter boil, but never one too short for its
// water; a full press is weakened by what is added, and draws out as much as it did.
func TestPressesBoilAndBypass(t *testing.T) {
	pump := advise(t, History{Brews: []Brew{{Request: brew.Request{Method: "pocket-pump"}, Tasting: tasted(3, 0)}}, Allow: []string{Stop}})
	require.NotNil(t, pump.Change)
	assert.Contains(t, pump.Change.Text, "fewer presses")
	pot := brew.Request{}.By("pot", "warm-boil")
	pot.Water.Treatment = new("safe")
	shorter := advise(t, History{Brews: []Brew{{Request: pot, Tasting: tasted(3, 0)}}, Allow: []string{Boil}})
	require.NotNil(t, shorter.Change)
	assert.Less(t, shorter.Change.To, 120.0)
	longer := advise(t, History{Brews: []Brew{{Request: pot, Tasting: tasted(-3, 0)}}, Allow: []string{Time}})
	require.NotNil(t, longer.Change)
	assert.Contains(t, longer.Change.Text, "longer to settle")
	pot.Place.AltitudeM, pot.Water.Source = new(2300.0), new("stream")
	for _, treated := range []*string{nil, new("boil")} {
		pot.Water.Treatment = treated
		safe := advise(t, History{Brews: []Brew{{Request: pot, Tasting: tasted(3, 0)}}, Allow: []string{Boil}})
		assert.Nil(t, safe.Change, "three minutes make it safe: no shorter boil, whether it is said to or not")
	}
	full := advise(t, History{Brews: []Brew{{Request: brew.Request{}.By("hand-press", "bypass"), Tasting: tasted(0, 3)}}, Allow: []string{Bypass}})
	require.NotNil(t, full.Change)
	assert.Greater(t, full.Change.To, full.Change.From)
	assert.InDelta(t, full.Now.ExtractionPct, full.Expected.ExtractionPct, 0.05)
	assert.Less(t, full.Expected.TDSPct, full.Now.TDSPct)
}

// Who is content is left alone, however often, and whatever was before.
func TestTheContentAreLeftAlone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := draw(uint64(rapid.IntRange(0, 500).Draw(t, "who")), linear)
		h := History{}
		for range rapid.IntRange(0, 4).Draw(t, "before") {
			h.Brews = append(h.Brews, Brew{Request: p.request, Tasting: p.taste(p.request)})
		}
		h.Brews = append(h.Brews, Brew{Request: p.request, Tasting: tasted(0, 0)})
		a := advise(t, h)
		assert.True(t, a.Settled)
		assert.Nil(t, a.Change)
		b, _ := json.Marshal(a.Request)
		want, _ := json.Marshal(p.request)
		assert.JSONEq(t, string(want), string(b))
	})
}

// Whatever was said, the next cup can be planned, and lies within what the gear gives; the
// request is one lever away from what was had.
func TestNeverOutOfRange(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := rapid.SampledFrom(method.All).Draw(t, "method")
		s := rapid.SampledFrom(m.Schools).Draw(t, "school")
		r := brew.Request{Method: m.ID, School: &s.ID}
		r.Place.AltitudeM = new(float64(rapid.IntRange(0, 5000).Draw(t, "altitude")))
		if rapid.Bool().Draw(t, "grinder") {
			r.Grinder.UmPerClick = new(rapid.SampledFrom([]float64{8, 25, 60}).Draw(t, "click"))
			r.Grinder.ZeroUm = new(rapid.SampledFrom([]float64{-100, 0, 100}).Draw(t, "zero"))
		}
		if _, err := planner.Compute(r); err != nil {
			t.Skip("drawn anew: no plan")
		}
		h := History{}
		for range rapid.IntRange(1, 3).Draw(t, "cups") {
			k := tasted(float64(rapid.IntRange(-3, 3).Draw(t, "bitter")), float64(rapid.IntRange(-3, 3).Draw(t, "strong")))
			h.Brews = append(h.Brews, Brew{Request: r, Tasting: k})
			a := advise(t, h)
			assert.GreaterOrEqual(t, a.Sure, 0.0)
			assert.LessOrEqual(t, a.Sure, 1.0)
			next, err := planner.Compute(a.Request)
			require.NoError(t, err)
			if um := next.Grind.Um; um != nil {
				assert.GreaterOrEqual(t, *um, field.GrindUm.Min)
				assert.LessOrEqual(t, *um, field.GrindUm.Max)
			}
			if k := next.Grind.Clicks; k != nil {
				assert.GreaterOrEqual(t, *k, 0.0)
			}
			assert.LessOrEqual(t, *next.StartC, *next.BoilC+25, "a moka pushes over the boil, and nothing else")
			if c := a.Change; c != nil {
				assert.NotEqual(t, c.From, c.To)
				assert.NotEmpty(t, a.Why.Text)
			}
			for _, path := range []string{"liking.extraction_pct", "liking.tds_pct", "expected.extraction_pct", "sure"} {
				assert.Contains(t, a.Working, path)
			}
			r = a.Request
		}
	})
}

// Who finds every cup sour is brought to the end of the gear, and not past it: never finer
// than the dripper passes, and there it is said why not.
func TestTheEndOfTheGear(t *testing.T) {
	for _, m := range []string{"cone", "flat-bed", "press-pot"} {
		r := cone(0)
		r.Method = m
		h := History{Allow: []string{Grind}}
		var a *Advice
		for range 14 {
			h.Brews = append(h.Brews, Brew{Request: r, Tasting: tasted(-3, 0)})
			a = advise(t, h)
			told, err := planner.Compute(a.Request)
			require.NoError(t, err, m)
			if b := told.Made(); b.Bed.Shape != "" {
				assert.GreaterOrEqual(t, *told.Grind.Um, b.PassesUm()-15, "%s: half a click", m)
			}
			r = a.Request
		}
		if m != "press-pot" {
			require.Nil(t, a.Change, m)
			assert.Contains(t, a.Considered[0].Why.Text, "allows no more", m)
		}
	}
}

// Of equal times the order in which they are written does not matter.
func TestOrderOfEqualTimes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var brews []Brew
		for range rapid.IntRange(2, 5).Draw(t, "n") {
			r := cone(float64(500 * rapid.IntRange(0, 4).Draw(t, "altitude")))
			r.Grinder.Clicks = new(float64(rapid.IntRange(20, 30).Draw(t, "clicks")))
			brews = append(brews, Brew{At: "2026-05-01T08:00:00Z", Request: r, Tasting: tasted(float64(rapid.IntRange(-3, 3).Draw(t, "b")), float64(rapid.IntRange(-3, 3).Draw(t, "s")))})
		}
		one, err := json.Marshal(advise(t, History{Brews: brews}))
		require.NoError(t, err)
		two, err := json.Marshal(advise(t, History{Brews: rapid.Permutation(brews).Draw(t, "other order")}))
		require.NoError(t, err)
		// Where a brew stands in the list is another, of course.
		at := regexp.MustCompile(`"brew":\d+`)
		assert.JSONEq(t, at.ReplaceAllString(string(one), `"brew":0`), at.ReplaceAllString(string(two), `"brew":0`))
	})
}

// What was really had is what counts: who ground coarser than the plan, and found it sour,
// is brought back from there; the amounts and times act as they do in a plan.
func TestWhatWasReallyHad(t *testing.T) {
	r := cone(0)
	r.Grinder.Clicks = new(26.0)
	a := advise(t, History{Brews: []Brew{{Request: r, Run: Had{Clicks: new(31.0)}, Tasting: tasted(-2, 0)}}, Allow: []string{Grind}})
	require.NotNil(t, a.Change)
	assert.InDelta(t, 31, a.Change.From, 1e-9)
	assert.Less(t, a.Change.To, 31.0)

	e := func(m string, run Had) float64 {
		r := brew.Request{Method: m}
		return advise(t, History{Brews: []Brew{{Request: r, Run: run, Tasting: Tasting{}}}}).Path[0].ExtractionPct
	}
	tds := func(m string, run Had) float64 {
		return advise(t, History{Brews: []Brew{{Request: brew.Request{Method: m}, Run: run}}}).Path[0].TDSPct
	}
	assert.Greater(t, e("press-pot", Had{ContactS: new(600.0)}), e("press-pot", Had{}))
	assert.Greater(t, e("cone", Had{ContactS: new(300.0)}), e("cone", Had{}))
	assert.Less(t, e("press-pot", Had{StartC: new(80.0)}), e("press-pot", Had{}))
	assert.Greater(t, e("pocket-pump", Had{Presses: new(20.0)}), e("pocket-pump", Had{}))
	assert.Less(t, tds("press-pot", Had{DoseG: new(15.0), WaterG: new(300.0)}), tds("press-pot", Had{}))
}

// A refractometer tells the liking from the coffee's offset: with it both bands are
// narrower, and the cup is where it reads.
func TestARefractometer(t *testing.T) {
	blind, read := History{}, History{}
	for range 3 {
		k := tasted(1, 0)
		blind.Brews = append(blind.Brews, Brew{Request: cone(0), Tasting: k})
		k.TDSPct = new(1.40)
		read.Brews = append(read.Brews, Brew{Request: cone(0), Tasting: k})
	}
	without, with := advise(t, blind), advise(t, read)
	band := func(a *Advice) float64 { return a.Liking.ExtractionHighPct - a.Liking.ExtractionLowPct }
	assert.Less(t, band(with), band(without))
	assert.InDelta(t, 1.40, with.Path[2].TDSPct, 1e-9)
	assert.InDelta(t, 1.40, with.Now.TDSPct, 0.03)
}

// What was learnt at home proposes the first setting high up, on another grinder and by
// another method, and is less sure of it the further it is carried.
func TestItTransfers(t *testing.T) {
	h := History{}
	r := cone(0)
	for _, k := range []Tasting{tasted(-2, 0), tasted(-1, 0), tasted(-1, 0), tasted(0, 0)} {
		h.Brews = append(h.Brews, Brew{Request: r, Tasting: k})
		if a := advise(t, h); a.Change != nil {
			r = a.Request
		}
	}
	told, err := planner.Compute(r)
	require.NoError(t, err)
	finer := told.Grind.Um

	plateau := cone(3900)
	h.Next = &plateau
	a := advise(t, h)
	require.NotNil(t, a.Change)
	fresh, err := planner.Compute(plateau)
	require.NoError(t, err)
	next, err := planner.Compute(a.Request)
	require.NoError(t, err)
	assert.Less(t, *next.Grind.Um, *fresh.Grind.Um, "finer there, as it was at home: %v", *finer)
	here := a.Sure

	other := plateau
	other.Grinder.UmPerClick = new(12.0)
	h.Next = &other
	b := advise(t, h)
	assert.Less(t, b.Sure, here, "another grinder")
	press := brew.Request{Method: "press-pot", Grinder: other.Grinder}
	h.Next = &press
	c := advise(t, h)
	assert.Less(t, c.Sure, b.Sure, "and another method")
}

func TestAWish(t *testing.T) {
	h := History{Brews: []Brew{{Request: cone(0), Tasting: tasted(0, 0)}}, Allow: []string{Grind, Ratio}}
	up := func(wish string) *Advice {
		h.Wish = wish
		return advise(t, h)
	}
	assert.Greater(t, up("rounder").Expected.ExtractionPct, up("rounder").Now.ExtractionPct+0.5)
	assert.Less(t, up("a bit brighter").Expected.ExtractionPct, up("brighter").Now.ExtractionPct-0.5)
	assert.Greater(t, up("stronger").Expected.TDSPct, 1.05*up("stronger").Now.TDSPct)
	silt := up("less silt")
	require.NotNil(t, silt.Change)
	assert.Positive(t, *silt.Change.Clicks)
	_, err := Advise(History{Brews: h.Brews, Wish: "purple"}, planner)
	assert.ErrorContains(t, err, "wish")
}

func TestWordsOfATaste(t *testing.T) {
	for words, want := range map[string]Tasting{
		"a little sour":                 {SourBitter: new(-1.0)},
		"sour":                          {SourBitter: new(-2.0)},
		"very bitter, hollow":           {SourBitter: new(3.0), Hollow: new(2.0)},
		"watery and pale":               {WeakStrong: new(-2.0)},
		"pale as tea":                   {WeakStrong: new(-2.0)},
		"slightly too strong":           {WeakStrong: new(1.0)},
		"not sour, a bit flat":          {SourBitter: new(0.0), Flat: new(1.0)},
		"balanced":                      {SourBitter: new(0.0), WeakStrong: new(0.0)},
		"muddy. too hot":                {Silt: new(3.0), Hotness: new(2.0)},
		"no silt":                       {Silt: new(0.0)},
		"plum, rose":                    {},
		"I didn't like it: bitter":      {SourBitter: new(2.0)},
		"I don’t like how bitter it is": {SourBitter: new(2.0)},
		"without milk it is bitter":     {SourBitter: new(2.0)},
		"not only sour but thin":        {SourBitter: new(-2.0), WeakStrong: new(-1.0)},
		"wasn't great":                  {},
		"not happy with it":             {},
		"a good fire, cold feet":        {},
		"a touch of harsh, lukewarm":    {Harsh: new(1.0), Hotness: new(-1.0)},
		"perfect, but a little bitter":  {SourBitter: new(1.0), WeakStrong: new(0.0)},
	} {
		want.Words = words
		got := Understand(words)
		assert.Equal(t, want, got, words)
		assert.Empty(t, got.Check(), words)
	}
	assert.Equal(t, "a little sour, weak", Say(tasted(-1, -2)))
	assert.Equal(t, "balanced", Say(tasted(0, 0)))
	assert.Equal(t, "balanced", Say(Tasting{SourBitter: new(0.0)}))
	assert.Equal(t, "of the right strength", Say(Tasting{WeakStrong: new(0.0)}))
	assert.Empty(t, Say(Tasting{Mark: new(7.0)}))
}

func TestAWrongHistory(t *testing.T) {
	r := cone(0)
	for want, h := range map[string]History{
		"brews":                         {},
		"allow[0]":                      {Brews: []Brew{{Request: r}}, Allow: []string{"luck"}},
		"brews[0].tasting.sour_bitter":  {Brews: []Brew{{Request: r, Tasting: tasted(4, 0)}}},
		"brews[0].run.clicks":           {Brews: []Brew{{Request: r, Run: Had{Clicks: new(-1.0)}}}},
		"brews[0].request.method":       {Brews: []Brew{{Request: brew.Request{Method: "teapot"}}}},
		"brews[1].request.recipe.grind": {Brews: []Brew{{Request: r}, {Request: brew.Request{Method: "cone", Recipe: &recipe.Recipe{Grind: "gravel"}}}}},
	} {
		_, err := Advise(h, planner)
		var bad field.Problems
		require.ErrorAs(t, err, &bad, want)
		assert.Equal(t, want, bad[0].Field)
		assert.Regexp(t, `\. (Enter|Choose|Send|Try) |Send at least`, bad[0].Message)
	}
}

// The exact binomial test, worked by hand: six of six is 2/64, five of six 14/64, four odd
// cups of four 1/81.
func TestBlind(t *testing.T) {
	rounds := func(a, b int) []BlindRound {
		var out []BlindRound
		for range a {
			out = append(out, BlindRound{Preferred: "a"})
		}
		for range b {
			out = append(out, BlindRound{Preferred: "b"})
		}
		return out
	}
	assert.InDelta(t, 100*2.0/64, Judge(rounds(6, 0)).ChancePc, 1e-9)
	assert.True(t, Judge(rounds(6, 0)).More)
	assert.InDelta(t, 100*14.0/64, Judge(rounds(1, 5)).ChancePc, 1e-9)
	assert.False(t, Judge(rounds(1, 5)).More)
	assert.InDelta(t, 100, Judge(rounds(3, 3)).ChancePc, 1e-9)
	found := true
	assert.InDelta(t, 100.0/81, Judge([]BlindRound{{Odd: &found}, {Odd: &found}, {Odd: &found}, {Odd: &found}}).ChancePc, 1e-9)
	assert.NotEmpty(t, Judge(nil).Says.Text)
	first := 0
	for seed := range uint64(10000) {
		if Deal(seed) == "a" {
			first++
		}
	}
	assert.InDelta(t, 5000, first, 200, "dealt evenly")
	assert.Equal(t, Deal(7), Deal(7))
}

func TestNotes(t *testing.T) {
	got := CompareNotes("Plum, rose hip and dark chocolate; walnuts", "plums, caramel", "dark chocolate")
	assert.Equal(t, Notes{Found: []string{"plum", "dark chocolate"}, Missing: []string{"rose hip", "walnuts"}, New: []string{"caramel"}}, got)
	assert.Empty(t, CompareNotes("", "").New)
}

func TestCompareTwo(t *testing.T) {
	a, b := Brew{Request: cone(0), Tasting: tasted(-1, 0)}, Brew{Request: cone(0), Tasting: tasted(0, 0)}
	a.Request.Grinder.Clicks, b.Request.Grinder.Clicks = new(28.0), new(25.0)
	got, err := Compare(a, b, planner)
	require.NoError(t, err)
	assert.Equal(t, "b", got.Liked)
	fields := map[string]bool{}
	for _, d := range got.Differences {
		fields[d.Field] = true
	}
	assert.True(t, fields["grind.clicks"])
	assert.False(t, fields["method"] || fields["dose_g"])
	same := map[string]bool{}
	for _, s := range got.Same {
		same[s.Field] = true
		assert.False(t, fields[s.Field], s.Field)
	}
	assert.True(t, same["method"] && same["dose_g"] && same["ratio_g_per_l"])
	assert.Greater(t, got.B.ExtractionPct, got.A.ExtractionPct)
	b.Request.Recipe = &recipe.Recipe{Name: "Hut cup"}
	got, err = Compare(a, b, planner)
	require.NoError(t, err)
	i := slices.IndexFunc(got.Differences, func(d CupDifference) bool { return d.Field == "school" })
	require.GreaterOrEqual(t, i, 0)
	assert.Equal(t, "Hut cup", got.Differences[i].WordB)
	assert.Contains(t, glossary.Names(), got.Differences[i].WordA)
	assert.False(t, math.IsNaN(got.A.TDSPct))
}

func BenchmarkAdvise(b *testing.B) {
	h := History{}
	for i := range 24 {
		h.Brews = append(h.Brews, Brew{Request: cone(float64(100 * i)), Tasting: tasted(float64(i%3-1), 0)})
	}
	for b.Loop() {
		if _, err := Advise(h, &brew.Planner{}); err != nil {
			b.Fatal(err)
		}
	}
}

// No advice grinds for a moka pot finer than lets its water through.
func TestAMokaIsNeverGroundToClog(t *testing.T) {
	for _, grinder := range []brew.Grinder{{}, {UmPerClick: new(20.0), ZeroUm: new(0.0)}} {
		r := brew.Request{Method: "moka", Grinder: grinder}
		for _, said := range []float64{-1, -2, -3} {
			h := History{Allow: []string{Grind}}
			for range 4 {
				h.Brews = append(h.Brews, Brew{Request: r, Tasting: tasted(said, -1)})
			}
			a := advise(t, h)
			if c := a.Change; c != nil {
				um := c.To
				if grinder.UmPerClick != nil {
					um *= *grinder.UmPerClick
				}
				assert.GreaterOrEqual(t, um, 380.0, c.Text)
			}
		}
	}
}

// As much as an advice is ever from: eighty cups of a coffee, sixty of others.
func BenchmarkAdviseOfManyCups(b *testing.B) {
	h := History{Coffee: "A"}
	for i := range 140 {
		coffee := "A"
		if i%7 > 3 {
			coffee = string(rune('B' + i%5))
		}
		h.Brews = append(h.Brews, Brew{Coffee: coffee, Request: cone(float64(100 * (i % 24))), Tasting: tasted(float64(i%3-1), 0)})
	}
	for b.Loop() {
		if _, err := Advise(h, &brew.Planner{}); err != nil {
			b.Fatal(err)
		}
	}
}
