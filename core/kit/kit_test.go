package kit

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"os/exec"
	"runtime"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/trip"
)

func ptr[T any](v T) *T { return &v }

// shelf is the starter shelf with numbers for IDs.
func shelf() []gear.Item {
	list := gear.Starter()
	for i := range list {
		list[i].ID = int64(i + 1)
	}
	return list
}

func without(list []gear.Item, drop func(gear.Item) bool) []gear.Item {
	return slices.DeleteFunc(slices.Clone(list), drop)
}

func stop(name string, day int, altitude, air float64, heat brew.Heat, at ...string) trip.Stop {
	s := trip.Stop{Day: day, Conditions: brew.Conditions{Place: brew.Place{AltitudeM: &altitude, AirC: &air}, Heat: heat}, Spot: trip.Spot{Name: name}}
	for i, a := range at {
		r := brew.Request{Conditions: s.Conditions, Method: "pot", Drinkers: ptr(2.0)}
		s.Brews = append(s.Brews, trip.Brew{ID: int64(100*day + i), Name: fmt.Sprintf("%s %d", name, i+1), At: a, Request: r})
	}
	return s
}

func journey() trip.Trip {
	return trip.Trip{Name: "Short", People: 2, Stops: []trip.Stop{
		stop("Ferry", 1, 0, 18, brew.Heat{SuppliedC: ptr(92.0)}, "06:40"),
		stop("Plateau", 2, 3900, -4, brew.Heat{}, "06:30", "15:00"),
		stop("Hut", 3, 2250, 11, brew.Heat{Burner: ptr("fire")}, "07:00"),
	}}
}

func choose(t require.TestingT, in trip.Trip, list []gear.Item, w Wishes) *Answer {
	c, err := Choose(context.Background(), in, list, w)
	require.NoError(t, err)
	return c
}

// every adds up a kit anew from what it says of its brews and its items.
func check(t require.TestingT, in trip.Trip, list []gear.Item, k *Kit) {
	byID := map[int64]gear.Item{}
	for _, it := range list {
		byID[it.ID] = it
	}
	brews := 0
	for _, s := range in.Stops {
		brews += len(s.Brews)
	}
	assert.Len(t, k.Brews, brews, "every brew is made")
	var cup gear.Item
	kinds := map[gear.Kind]int{}
	gearG := 0.0
	people := 2.0
	support := false
	for _, id := range k.Items {
		it, ok := byID[id]
		require.True(t, ok)
		kinds[it.Kind]++
		support = support || it.Type == "rim support"
		switch it.Kind {
		case gear.Cup:
			cup = it
			gearG += people * it.MassG
		case gear.Filter:
		default:
			gearG += it.MassG
		}
	}
	for _, kind := range []gear.Kind{gear.Vessel, gear.Burner, gear.Grinder, gear.Scale} {
		assert.LessOrEqual(t, kinds[kind], 1, kind)
	}
	assert.InDelta(t, gearG, k.GearG, 1e-6)
	assert.InDelta(t, k.MassG, k.GearG+k.UsedG, 1e-6)
	var mean float64
	for _, b := range k.Brews {
		mean += b.Cup / float64(brews)
		if b.Brewer == 0 {
			continue
		}
		assert.Contains(t, k.Items, b.Brewer, "a brewer that is used is in the kit")
		assert.Contains(t, byID[b.Brewer].Methods(), b.Method)
		if j, ok := gear.Stands(byID[b.Brewer], cup, support); ok {
			assert.NotEqual(t, gear.No, j.Level, j.Text)
		}
	}
	assert.InDelta(t, mean, k.Cup, 1e-6)
}

func TestTheDemoLikeTripIsServed(t *testing.T) {
	c := choose(t, journey(), shelf(), Wishes{})
	require.NotNil(t, c.Best)
	check(t, journey(), shelf(), c.Best)
	for i := range c.Front {
		check(t, journey(), shelf(), &c.Front[i])
		for j := range c.Front {
			a, b := c.Front[i], c.Front[j]
			dominates := a.MassG <= b.MassG+1e-9 && a.Cup >= b.Cup-1e-9 && a.Minutes <= b.Minutes+1e-9 && a.Fuss <= b.Fuss+1e-9
			assert.False(t, i != j && dominates, "the front's kits %d and %d", i, j)
		}
		assert.GreaterOrEqual(t, c.Front[i].Score, c.Best.Score-1e-9)
	}
	assert.NotEmpty(t, c.Joints)
	assert.Len(t, c.Nests, len(c.Best.Items))
	assert.GreaterOrEqual(t, len(c.Reasons), 3)
	in := map[int64]bool{}
	for _, id := range c.Best.Items {
		in[id] = true
	}
	for _, x := range c.Excluded {
		assert.False(t, in[x.Item])
		in[x.Item] = true
		assert.NotEmpty(t, x.Text)
	}
	assert.Len(t, in, len(shelf()), "every item is taken, or it is said why not")
	require.NotNil(t, c.RunnerUp)
	check(t, journey(), shelf(), c.RunnerUp)
	lacks := false
	for _, s := range c.Best.Brews {
		lacks = lacks || s.Brewer != 0 && !slices.Contains(c.RunnerUp.Items, s.Brewer)
	}
	assert.True(t, lacks, "the runner-up does without a brewer of the best")
	assert.GreaterOrEqual(t, c.RunnerUp.Score, c.Best.Score)
	for path, want := range map[string]float64{"kit.mass_g": c.Best.MassG, "kit.gear_g": c.Best.GearG, "kit.used_g": c.Best.UsedG, "kit.volume_ml": c.Best.VolumeMl, "kit.fuss": c.Best.Fuss} {
		sum := 0.0
		for _, in := range c.Working[path].Inputs {
			sum += *in.Value
		}
		assert.InDelta(t, want, *c.Working[path].Value, 1e-6, path)
		assert.InDelta(t, want, sum, 1e-6, "%s: its inputs add up to it", path)
	}
	// And each brew's own.
	for i, b := range c.Best.Brews {
		for path, want := range map[string]float64{"cup": b.Cup, "minutes": 60 * b.Minutes} {
			f := c.Working[fmt.Sprintf("kit.brews.%d.%s", i, path)]
			sum := 0.0
			for _, in := range f.Inputs {
				sum += *in.Value
			}
			assert.InDelta(t, want, *f.Value, 1e-6, f.Label)
			assert.InDelta(t, want, sum, 1e-6, "%s: its inputs add up to it", f.Label)
		}
	}
	for path, f := range c.Working {
		for _, in := range f.Inputs {
			_, is := c.Working[in.Path]
			assert.True(t, in.Path == "" || is, "%s: %q leads to no figure: %s", path, in.Label, in.Path)
		}
	}
	again := choose(t, journey(), shelf(), Wishes{})
	assert.Equal(t, c, again, "the same in, the same out")
}

// small draws a small shelf and trip.
func small(t *rapid.T) (trip.Trip, []gear.Item) {
	all := shelf()
	var list []gear.Item
	per := map[gear.Kind]int{}
	for _, i := range rapid.Permutation(all).Draw(t, "shelf") {
		most := map[gear.Kind]int{gear.Brewer: 4, gear.Vessel: 2, gear.Burner: 2, gear.Grinder: 1, gear.Scale: 1, gear.Cup: 2, gear.Filter: 9, gear.Extra: 1}[i.Kind]
		if per[i.Kind] >= most || i.Kind == gear.Extra && i.Type != "rim support" {
			continue
		}
		per[i.Kind]++
		i.MassG = float64(rapid.IntRange(20, 500).Draw(t, "mass"))
		if i.Kind == gear.Filter {
			i.MassG = 1
		}
		list = append(list, i)
	}
	var in trip.Trip
	in.People = 2
	heats := []brew.Heat{{}, {SuppliedC: ptr(92.0)}, {Burner: ptr("fire")}, {Burner: ptr("mains")}}
	for d := range rapid.IntRange(1, 3).Draw(t, "stops") {
		in.Stops = append(in.Stops, stop(fmt.Sprint("s", d), d+1, float64(rapid.IntRange(0, 4500).Draw(t, "altitude")), float64(rapid.IntRange(-8, 30).Draw(t, "air")),
			rapid.SampledFrom(heats).Draw(t, "heat"), "07:00"))
	}
	return in, list
}

// The front and the best of the search equal those of trying every subset of
// the items one after the other, each judged by the definition alone.
func TestFrontEqualsBruteForce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in, list := small(t)
		fallback := rapid.Bool().Draw(t, "fallback")
		ins, err := build(context.Background(), in, list, Wishes{Fallback: fallback})
		require.NoError(t, err)
		f, err := ins.search(context.Background(), false)
		require.NoError(t, err)
		front, best := brute(ins)
		var got []point
		for _, e := range f.front {
			got = append(got, e.p)
		}
		require.Len(t, got, len(front), "size of the front")
		for _, p := range front {
			assert.True(t, slices.ContainsFunc(got, p.same), "%v is on the front", p)
		}
		if best == nil {
			assert.Nil(t, f.best)
			return
		}
		assert.InDelta(t, *best, ins.weights.of(f.best.p), 1e-9)
		// The runner-up is the best of those that lack a brewer of the best.
		want := math.Inf(1)
		for _, c := range f.best.brewers {
			sub, err := build(context.Background(), in, list, Wishes{Fallback: fallback, Without: []int64{ins.items[ins.brewers[c]].ID}})
			require.NoError(t, err)
			if _, b := brute(sub); b != nil {
				want = math.Min(want, *b)
			}
		}
		if f.second == nil {
			assert.True(t, math.IsInf(want, 1))
		} else {
			assert.InDelta(t, want, ins.weights.of(f.second.p), 1e-9)
		}
	})
}

// brute tries every subset of the items that has at most one of the kinds of
// which a kit has one.
func brute(in *instance) (front []point, best *float64) {
	n := len(in.items)
	var use []int
	for k := 0; k < n; k++ {
		if in.items[k].Kind != gear.Filter {
			use = append(use, k)
		}
	}
	for bits := 0; bits < 1<<len(use); bits++ {
		b := base{none, none, none, none, none, false, false}
		var brewers []int
		ok := true
		one := func(at *int, k int) {
			ok = ok && *at == none
			*at = k
		}
		for i, k := range use {
			if bits>>i&1 == 0 {
				continue
			}
			switch in.items[k].Kind {
			case gear.Brewer:
				if in.items[k].Type == "jar" {
					ok = false
				}
				brewers = append(brewers, k)
			case gear.Vessel:
				one(&b.vessel, k)
			case gear.Burner:
				one(&b.burner, k)
			case gear.Grinder:
				one(&b.grinder, k)
			case gear.Scale:
				one(&b.scale, k)
			case gear.Cup:
				one(&b.cup, k)
			case gear.Extra:
				b.support = true
			case gear.Server:
				ok = ok && k == in.server
				b.server = true
			}
		}
		if !ok || b.cup == none || len(brewers) > maxBrewers || in.items[b.cup].Pieces() < math.Min(in.people, in.mostCups) {
			continue
		}
		p, ok := judge(in, b, brewers)
		if !ok {
			continue
		}
		score := in.weights.of(p)
		if best == nil || score < *best {
			best = &score
		}
		if slices.ContainsFunc(front, func(q point) bool { return q.beats(p) || q.same(p) }) {
			continue
		}
		front = append(slices.DeleteFunc(front, p.beats), p)
	}
	return front, best
}

// judge is a kit's objectives by their definition.
func judge(in *instance, b base, brewers []int) (p point, ok bool) {
	for _, k := range append([]int{b.vessel, b.burner, b.grinder, b.scale}, brewers...) {
		if k != none {
			p[oMass] += in.items[k].MassG
			p[oFuss] += float64(len(in.items[k].Parts))
		}
	}
	p[oMass] += math.Min(in.people, in.items[b.cup].Pieces()) * in.items[b.cup].MassG
	if b.burner != none && strings.HasPrefix(in.items[b.burner].Type, "canister") && in.gasG > 0 {
		p[oMass] += 368 // of a canister of 230 g, whole
	}
	p[oFuss] += float64(len(in.items[b.cup].Parts))
	if b.support {
		p[oMass] += in.items[in.support].MassG
	}
	papers := map[int]float64{}
	for i := range in.demands {
		best := way{option: none}
		ways := map[int]bool{}
		bare := false
		for o := range in.demands[i].options {
			k := in.demands[i].options[o].brewer
			if k != none && !slices.Contains(brewers, k) {
				continue
			}
			w, can := in.way(i, o, b)
			if !can {
				continue
			}
			if better(w, best) {
				best = w
			}
			ways[k] = true
		}
		if best.option == none {
			return p, false
		}
		if in.wishes.Fallback {
			// The best way of each brewer is what it would be made by.
			for k := range ways {
				top := way{option: none}
				for o := range in.demands[i].options {
					if in.demands[i].options[o].brewer == k {
						if w, can := in.way(i, o, b); can && better(w, top) {
							top = w
						}
					}
				}
				bare = bare || top.papers == 0
			}
			if len(ways) < 2 || !bare {
				return p, false
			}
		}
		d := in.demands[i]
		p[oMass] += best.mass
		p[oCup] += (100 - best.cup) * d.times / in.weight
		p[oTime] += best.minutes * d.times / in.weight
		p[oFuss] += best.fuss * d.times / in.weight
		if best.paper != none {
			if papers[best.paper] += best.papers; papers[best.paper] > in.items[best.paper].Pieces() {
				return p, false
			}
		}
	}
	return p, true
}

// The weighted optimum equals that of HiGHS, through SciPy's milp (Debian
// python3-scipy), on the same instance as a mixed integer program: one base, any
// brewers, and each brew in whatever way costs least.
func TestBestEqualsHiGHS(t *testing.T) {
	for n, w := range []Weights{UsualWeights, {4, 1, 0.5, 0.1}} {
		list := without(shelf(), tooMuchForHiGHS)
		in, err := build(context.Background(), journey(), list, Wishes{Weights: &w})
		require.NoError(t, err)
		f, err := in.search(context.Background(), false)
		require.NoError(t, err)
		require.NotNil(t, f.best)
		got := highs(t, in, 600)
		require.True(t, got.Proven)
		assert.InDelta(t, got.Best, in.weights.of(f.best.p), 1e-5, "weights %d", n)
	}
}

// tooMuchForHiGHS is what leaves a shelf of medium size: what keeps the program to seconds.
func tooMuchForHiGHS(i gear.Item) bool {
	return slices.ContainsFunc([]string{"Small hand", "Tablet", "Aluminium", "exchanger", "Stick"}, func(part string) bool { return strings.Contains(i.Name, part) })
}

// solved is what HiGHS answers.
type solved struct {
	Found   bool    `json:"found"`
	Best    float64 `json:"best"`
	Bound   float64 `json:"bound"`
	Seconds float64 `json:"seconds"`
	Columns float64 `json:"columns"`
	Rows    float64 `json:"rows"`
	Proven  bool    `json:"proven"`
}

func highs(t testing.TB, in *instance, limitS float64) (v solved) {
	type jsonBase struct {
		Cost float64      `json:"cost"`
		Ways [][]*float64 `json:"ways"` // null where there is none
	}
	var out struct {
		Brewers []float64  `json:"brewers"`
		Most    int        `json:"most"`
		Bases   []jsonBase `json:"bases"`
		Limit   float64    `json:"limit"`
	}
	out.Most, out.Limit = maxBrewers, limitS
	for _, k := range in.brewers {
		out.Brewers = append(out.Brewers, in.weights.of(point{in.items[k].MassG, 0, 0, float64(len(in.items[k].Parts))}))
	}
	for _, b := range in.bases() {
		tab, ok := in.table(b)
		if !ok {
			continue
		}
		jb := jsonBase{Cost: in.weights.of(tab.gear)}
		for i := range in.demands {
			var row []*float64
			for _, w := range tab.ways[i] {
				if w.option == none {
					row = append(row, nil)
					continue
				}
				share := in.demands[i].times / in.weight
				row = append(row, ptr(in.weights.of(point{w.mass, (100 - w.cup) * share, w.minutes * share, w.fuss * share})))
			}
			jb.Ways = append(jb.Ways, row)
		}
		out.Bases = append(out.Bases, jb)
	}
	b, err := json.Marshal(out)
	require.NoError(t, err)
	cmd := exec.Command("/usr/bin/python3", "testdata/highs.py")
	cmd.Stdin = strings.NewReader(string(b))
	var stderr strings.Builder
	cmd.Stderr = &stderr
	answer, err := cmd.Output()
	require.NoError(t, err, stderr.String())
	require.NoError(t, json.Unmarshal(answer, &v))
	return v
}

// Adding an item to the shelf never makes the best worse.
func TestMoreGearNeverHurts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in, list := small(t)
		if len(list) == 0 {
			return
		}
		k := rapid.IntRange(0, len(list)-1).Draw(t, "leave out")
		less := choose(t, in, slices.Delete(slices.Clone(list), k, k+1), Wishes{})
		more := choose(t, in, list, Wishes{})
		if less.Best == nil {
			return
		}
		require.NotNil(t, more.Best)
		assert.LessOrEqual(t, more.Best.Score, less.Best.Score+1e-9)
	})
}

func TestLimitsAndWishes(t *testing.T) {
	free := choose(t, journey(), shelf(), Wishes{})
	light := choose(t, journey(), shelf(), Wishes{MassG: ptr(free.Best.MassG - 50)})
	require.NotNil(t, light.Best)
	assert.LessOrEqual(t, light.Best.MassG, free.Best.MassG-50)
	assert.GreaterOrEqual(t, light.Best.Score, free.Best.Score)

	none := choose(t, journey(), shelf(), Wishes{MassG: ptr(50.0)})
	assert.Nil(t, none.Best)
	require.Len(t, none.Limits, 1)
	assert.Contains(t, none.Limits[0].Text, "The lightest kit for every brew weighs")

	clear := choose(t, journey(), shelf(), Wishes{Clarity: 5, Weights: &Weights{0, 1, 0, 0}})
	heavy := choose(t, journey(), shelf(), Wishes{Body: 5, Clarity: 1, Weights: &Weights{0, 1, 0, 0}})
	assert.NotEqual(t, clear.Best.Brews[1].Method, heavy.Best.Brews[1].Method, "clarity and body are not the same brewer")

	must := choose(t, journey(), shelf(), Wishes{Must: []int64{7}}) // the moka pot
	assert.Contains(t, must.Best.Items, int64(7))
	out := choose(t, journey(), shelf(), Wishes{Without: free.Best.Items[:1]})
	assert.NotContains(t, out.Best.Items, free.Best.Items[0])
	quick := choose(t, journey(), shelf(), Wishes{MorningMin: ptr(free.Best.Morning - 0.5)})
	if quick.Best != nil {
		assert.LessOrEqual(t, quick.Best.Morning, free.Best.Morning-0.5+1e-9)
	}
	fb := choose(t, journey(), shelf(), Wishes{Fallback: true})
	for _, s := range fb.Best.Brews {
		assert.NotEmpty(t, s.Second)
	}
}

func TestThingsToBuy(t *testing.T) {
	list := shelf()
	for i := range list {
		if list[i].Kind == gear.Grinder {
			list[i].Price = ptr(90.0)
		}
	}
	c := choose(t, journey(), list, Wishes{})
	assert.Nil(t, c.Best, "no grinder on the shelf")
	c = choose(t, journey(), list, Wishes{Buy: true, Budget: ptr(100.0)})
	require.NotNil(t, c.Best)
	assert.InDelta(t, 90, c.Best.Price, 1e-9)
	c = choose(t, journey(), list, Wishes{Buy: true, Budget: ptr(50.0)})
	assert.Nil(t, c.Best)
	assert.Contains(t, c.Limits[0].Text, "The cheapest kit")
}

// An unsatisfiable trip: which brew, which rule, and the smallest change.
func TestBlockedSaysWhatIsMissing(t *testing.T) {
	for _, c := range []struct {
		name   string
		drop   func(gear.Item) bool
		why    string
		remedy string
	}{
		{"no burner", func(i gear.Item) bool { return i.Kind == gear.Burner || i.Type == "hand press" }, "there is no burner", "Add: canister burner, about 85 g."},
		{"no grinder", func(i gear.Item) bool { return i.Kind == gear.Grinder }, "there is no grinder", "Add: small hand grinder"},
		{"no pot", func(i gear.Item) bool { return i.Kind == gear.Vessel || i.Type == "moka pot" || i.Type == "hand press" }, "there is no pot or kettle", "Add: titanium"},
		{"no cups", func(i gear.Item) bool { return i.Kind == gear.Cup }, "There is no cup in my gear", "Add a cup to my gear"},
	} {
		got := choose(t, journey(), without(shelf(), c.drop), Wishes{})
		assert.Nil(t, got.Best, c.name)
		require.NotEmpty(t, got.Blocked, c.name)
		assert.Contains(t, got.Blocked[0].Why, c.why, c.name)
		assert.Contains(t, got.Blocked[0].Remedy, c.remedy, c.name)
	}
	got := choose(t, journey(), without(shelf(), func(i gear.Item) bool {
		return i.Kind == gear.Burner || i.Kind == gear.Grinder || i.Type == "hand press"
	}), Wishes{Without: []int64{}})
	require.NotEmpty(t, got.Blocked)
	assert.Contains(t, got.Blocked[0].Remedy, "grinder", "on the ferry the grinder alone is missing")
	assert.Contains(t, got.Blocked[1].Remedy, "grinder")
}

func TestBadShelvesAndTrips(t *testing.T) {
	_, err := Choose(context.Background(), trip.Trip{}, shelf(), Wishes{})
	assert.ErrorContains(t, err, "no brew is planned")
	bad := shelf()
	bad[0].MassG = 0
	_, err = Choose(context.Background(), journey(), bad, Wishes{})
	assert.ErrorContains(t, err, "Cone dripper, plastic: mass_g: 0 g is out of range. Enter 1 to 5000 g")
	c := choose(t, journey(), nil, Wishes{})
	assert.Nil(t, c.Best)
	assert.NotEmpty(t, c.Blocked)
}

func TestBeats(t *testing.T) {
	assert.True(t, point{1, 2, 3, 4}.beats(point{1, 2, 3, 5}))
	assert.False(t, point{1, 2, 3, 4}.beats(point{1, 2, 3, 4}))
	assert.False(t, point{0, 9, 0, 0}.beats(point{1, 2, 3, 4}))
	assert.False(t, math.IsNaN(UsualWeights.of(point{})))
}

// large is a shelf of 60 things and a trip of 20 brews.
func large() (trip.Trip, []gear.Item) {
	list := shelf()
	for i := len(list); i < 60; i++ {
		it := list[i%30]
		it.ID, it.Name = int64(i+1), it.Name+" B"
		it.MassG *= 0.7 + 0.01*float64(i%37)
		list = append(list, it)
	}
	var in trip.Trip
	in.People = 2
	for d := range 10 {
		in.Stops = append(in.Stops, stop(fmt.Sprint("s", d), d+1, float64(400*d), float64(20-3*d), []brew.Heat{{}, {}, {SuppliedC: ptr(90.0)}, {}, {Burner: ptr("mains")}}[d%5], "07:00", "16:00"))
	}
	return in, list
}

func BenchmarkChoose(b *testing.B) {
	in, list := large()
	b.ReportAllocs()
	defer func() {
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		b.ReportMetric(float64(m.Sys)/(1<<20), "MB-of-the-system")
	}()
	for b.Loop() {
		c, err := Choose(context.Background(), in, list, Wishes{})
		if err != nil || c.Best == nil {
			b.Fatal(err)
		}
		b.ReportMetric(float64(len(c.Front)), "kits-on-the-front")
		b.ReportMetric(c.Kits, "kits")
	}
}

// What the search asks of every brew and every vessel before it begins.
func BenchmarkInstance(b *testing.B) {
	in, list := large()
	b.ReportAllocs()
	for b.Loop() {
		if _, err := build(context.Background(), in, list, Wishes{}); err != nil {
			b.Fatal(err)
		}
	}
}

// The weighted optimum alone, by HiGHS, on the instance of BenchmarkChoose. It
// takes minutes and some GB, and is skipped unless asked for.
func BenchmarkHiGHS(b *testing.B) {
	if os.Getenv("APODEMOS_HIGHS") == "" {
		b.Skip("set APODEMOS_HIGHS=1 to wait for it")
	}
	medium := shelf()
	large, shelf := large()
	sizes := []struct {
		t    trip.Trip
		list []gear.Item
	}{{journey(), without(medium, tooMuchForHiGHS)}, {large, shelf}}
	for _, n := range []int{10, 20, 30} {
		t, list := crowded(n)
		sizes = append(sizes, struct {
			t    trip.Trip
			list []gear.Item
		}{t, list})
	}
	for _, s := range sizes {
		b.Run(fmt.Sprint(len(s.list)), func(b *testing.B) {
			in, err := build(context.Background(), s.t, s.list, Wishes{})
			require.NoError(b, err)
			begun := time.Now()
			f, err := in.search(context.Background(), false)
			require.NoError(b, err)
			took, ours := time.Since(begun), in.weights.of(f.best.p)
			bound := ours
			if f.rest > 0 {
				bound = min(bound, f.bound)
			}
			for b.Loop() {
				got := highs(b, in, 500)
				b.ReportMetric(took.Seconds(), "s-here")
				b.ReportMetric(100*(ours-bound)/ours, "%-gap-here")
				b.ReportMetric(got.Seconds, "s-in-HiGHS")
				b.ReportMetric(got.Columns, "columns")
				b.ReportMetric(got.Rows, "rows")
				if got.Found {
					b.ReportMetric(100*(got.Best-got.Bound)/got.Best, "%-gap-of-HiGHS")
					b.ReportMetric(got.Best-ours, "worse-than-here")
				}
			}
		})
	}
}

// A fire ban, a flight without fuel to buy after it, and deep frost each take
// their burners away.
func TestRulesOfThePlace(t *testing.T) {
	noPress := without(shelf(), func(i gear.Item) bool { return i.Type == "hand press" })
	in := journey()
	in.Stops[1].Facts.FireBan = true
	c := choose(t, in, noPress, Wishes{})
	require.NotEmpty(t, c.Blocked)
	assert.Contains(t, c.Blocked[0].Why, "flames are banned at Plateau")
	c = choose(t, in, shelf(), Wishes{})
	require.NotNil(t, c.Best, "a cold press is left")
	assert.Equal(t, "rapid-cold", c.Best.Brews[1].School)

	in = journey()
	in.Stops[0].Facts.LegBy = "flight"
	c = choose(t, in, noPress, Wishes{})
	require.NotEmpty(t, c.Blocked)
	assert.Contains(t, c.Blocked[0].Why, "Fuel can’t fly")
	in.Stops[1].Facts.Resupply = []string{"fuel"}
	assert.NotNil(t, choose(t, in, noPress, Wishes{}).Best, "it can be bought again there")

	in = journey()
	in.Stops[1].Conditions.Place.AirC = ptr(-50.0)
	for i := range in.Stops[1].Brews {
		in.Stops[1].Brews[i].Request.Place.AirC = ptr(-50.0)
	}
	c = choose(t, in, without(noPress, func(i gear.Item) bool { return i.Kind == gear.Burner && i.Type != "canister" }), Wishes{})
	assert.Nil(t, c.Best, "gas does not feed at −40 °C")
	c = choose(t, in, noPress, Wishes{})
	require.NotNil(t, c.Best, "spirit burns")
}

// What is laid out is carried, used or not; a server is checked for all the drink.
func TestLay(t *testing.T) {
	list := append(without(shelf(), func(i gear.Item) bool { return i.Type == "pocket pump brewer" }), gear.Item{ID: 99, Name: "Small jug", Kind: gear.Server, MassG: 200, CapacityMl: ptr(300.0)})
	best := choose(t, journey(), list, Wishes{}).Best
	a, err := Lay(context.Background(), journey(), list, append(slices.Clone(best.Items), 99, 7), Wishes{})
	require.NoError(t, err)
	require.NotNil(t, a.Best)
	assert.InDelta(t, best.GearG+200+380, a.Best.GearG, 1e-6, "the jug and the moka pot")
	assert.InDelta(t, a.Best.MassG, *a.Working["kit.mass_g"].Value, 1e-6)
	said := ""
	for _, j := range a.Joints {
		said += j.Text
	}
	assert.Contains(t, said, "Small jug is too small for 450 ml")
	a, err = Lay(context.Background(), journey(), list, []int64{26}, Wishes{})
	require.NoError(t, err)
	assert.Nil(t, a.Best)
	assert.NotEmpty(t, a.Blocked)
}

// A tip is kept: with that many more brews of the kind the runner-up has the
// better score, and with one fewer it has not.
func TestTipsAreKept(t *testing.T) {
	told := 0
	rapid.Check(t, func(t *rapid.T) {
		in, list := small(t)
		for i := range in.Stops {
			in.Stops[i].Conditions.Place.AltitudeM = ptr(200.0)
			in.Stops[i].Brews[0].Request.Place.AltitudeM = ptr(200.0)
		}
		// One stop is high up; its stay can be made longer.
		in.Stops[0].Conditions.Place.AltitudeM = ptr(4200.0)
		in.Stops[0].Brews[0].Request.Place.AltitudeM = ptr(4200.0)
		w := Wishes{Weights: &Weights{rapid.Float64Range(0, 1).Draw(t, "mass"), 2, 1, 0.2}}
		c := choose(t, in, list, w)
		for _, r := range c.Reasons {
			if !strings.Contains(r.Text, "more brews like those above 3,000 m") {
				continue
			}
			n := r.Values[0].Value
			longer := func(by float64) (best, second float64, ok bool) {
				l := in
				l.Stops = slices.Clone(in.Stops)
				nights := 1 + int(by)
				l.Stops[0].Facts.Nights = &nights
				a, err := Lay(context.Background(), l, list, c.Best.Items, w)
				require.NoError(t, err)
				b, err := Lay(context.Background(), l, list, c.RunnerUp.Items, w)
				require.NoError(t, err)
				if a.Best == nil || b.Best == nil {
					return 0, 0, false // the papers do not last that long
				}
				for _, k := range []*Answer{a, b} {
					for _, in := range k.Working["kit.mass_g"].Inputs {
						if strings.HasSuffix(in.Label, ", unused") {
							return 0, 0, false // laid out, a piece can stay at home: it is another kit
						}
					}
				}
				return a.Best.Score, b.Best.Score, true
			}
			if best, second, ok := longer(n); ok {
				assert.Less(t, second, best+1e-9, "with %g more", n)
				told++
			}
			if best, second, ok := longer(n - 1); ok {
				assert.GreaterOrEqual(t, second, best-1e-9, "with %g more", n-1)
			}
		}
	})
	t.Log("tips told:", told)
}

// The fuel that a kit carries is over what is needed by the trip's own reserve.
func TestTheTripsOwnReserve(t *testing.T) {
	used := func(reserve float64) float64 {
		in := journey()
		in.Supplies.FuelReserve = &reserve
		c := choose(t, in, shelf(), Wishes{})
		require.NotNil(t, c.Best)
		return c.Best.UsedG
	}
	assert.Greater(t, used(100), used(0)+1)
}

// crowded is a shelf of n things of each of the six kinds that a kit is made of, and 20 brews.
func crowded(n int) (trip.Trip, []gear.Item) {
	in, _ := large()
	var list []gear.Item
	for _, it := range shelf() {
		switch it.Kind {
		case gear.Brewer, gear.Vessel, gear.Burner, gear.Grinder, gear.Scale, gear.Cup:
		default:
			it.ID = int64(len(list) + 1)
			list = append(list, it)
			continue
		}
		first := it
		had := 0
		for _, o := range list {
			if o.Kind == first.Kind {
				had++
			}
		}
		kinds := 0
		for _, o := range shelf() {
			if o.Kind == first.Kind {
				kinds++
			}
		}
		for k := 0; k < (n+kinds-1)/kinds && had < n; k++ {
			it := first
			it.ID, it.Name = int64(len(list)+1), fmt.Sprintf("%s %d", first.Name, k)
			it.MassG *= 0.7 + 0.013*float64((had*29)%47)
			if it.CapacityMl != nil {
				it.CapacityMl = new(*it.CapacityMl * (0.9 + 0.02*float64((had*13)%17)))
			}
			list = append(list, it)
			had++
		}
	}
	return in, list
}

// A choice tells how far it has come: more and more, up to the end, with a best that can be
// beaten by less and less.
func TestAChoiceTellsHowFarItIs(t *testing.T) {
	in, list := large()
	var told []Progress
	c, err := Choose(Watched(t.Context(), func(p Progress) { told = append(told, p) }), in, list, Wishes{})
	require.NoError(t, err)
	require.Greater(t, len(told), 10)
	assert.Zero(t, told[0].Share)
	assert.Equal(t, 1.0, told[0].Gap, "nothing is found yet")
	for i, p := range told[1:] {
		assert.GreaterOrEqual(t, p.Share, told[i].Share)
		assert.GreaterOrEqual(t, p.Kits, told[i].Kits)
		assert.LessOrEqual(t, p.Gap, told[i].Gap+1e-12)
		assert.LessOrEqual(t, p.Share, 1.0)
	}
	last := told[len(told)-1]
	assert.Greater(t, last.Share, 0.9)
	assert.LessOrEqual(t, last.Kits, c.Kits)
	assert.True(t, c.Proven)
}

// A shelf of two hundred things does not cost gigabytes or minutes: what was looked at is
// said, and what that proves.
func TestAShelfOfVeryMany(t *testing.T) {
	in, list := crowded(30)
	require.LessOrEqual(t, len(list), MaxShelf)
	require.Greater(t, len(list), 150)
	c, err := Choose(context.Background(), in, list, Wishes{})
	require.NoError(t, err)
	require.NotNil(t, c.Best)
	assert.False(t, c.Proven, "it cannot be, of what was not looked at")
	assert.LessOrEqual(t, c.Bound, c.Best.Score+1e-9)
	assert.Positive(t, c.Bound)
	said := strings.Join(c.Said, "\n")
	assert.Contains(t, said, "were not tried")
	assert.NotContains(t, said, "best is proven")
	assert.NotRegexp(t, `\de[+]|Inf`, said, "numbers for a person")
	again, err := Choose(context.Background(), in, list, Wishes{})
	require.NoError(t, err)
	assert.Equal(t, c.Best, again.Best, "the same shelf gives the same kit, however fast the machine")

	_, err = Choose(context.Background(), in, append(list, make([]gear.Item, 60)...), Wishes{})
	assert.ErrorContains(t, err, "Keep up to 200")
}

// Whatever is cut off by the bound, what is left unseen is no better than it says.
func TestTheBoundHolds(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in, list := small(t)
		ins, err := build(context.Background(), in, list, Wishes{})
		require.NoError(t, err)
		low, weighted := ins.floor()
		bases, weight := ins.ordered()
		assert.True(t, slices.IsSorted(weight))
		for i, b := range bases {
			tab, ok := ins.table(b)
			if !ok {
				continue
			}
			sum, point := weight[i], tab.gear
			for k := range low {
				point[k] += low[k]
			}
			cols, whole := len(ins.brewers)+1, true
			each := tab.gear
			for d := range tab.ways {
				least, served := math.Inf(1), false
				p := [4]float64{math.Inf(1), math.Inf(1), math.Inf(1), math.Inf(1)}
				for c := range cols {
					if at := d*cols + c; tab.rank[at] != never {
						served = true
						least = math.Min(least, ins.weights.of(tab.parts[at]))
						for k := range p {
							p[k] = math.Min(p[k], tab.parts[at][k])
						}
					}
				}
				whole = whole && served
				sum += least
				for k := range each {
					each[k] += p[k]
				}
			}
			if !whole {
				continue
			}
			assert.LessOrEqual(t, weight[i]+weighted, sum+1e-9)
			for k := range point {
				assert.LessOrEqual(t, point[k], each[k]+1e-9)
			}
		}
	})
}

// What is said of the proof is what is known of it, in numbers that a person reads.
func TestWhatWasProvenIsSaid(t *testing.T) {
	in, list := large()
	c, err := Choose(t.Context(), in, list, Wishes{})
	require.NoError(t, err)
	assert.True(t, c.Proven)
	assert.Contains(t, strings.Join(c.Said, "\n"), "est is proven")
	c, err = Choose(t.Context(), in, without(list, func(i gear.Item) bool { return i.Kind == gear.Cup }), Wishes{})
	require.NoError(t, err)
	assert.Nil(t, c.Best)
	assert.NotContains(t, strings.Join(c.Said, "\n"), "proven", "nothing is")

	w := instance{weights: UsualWeights}
	best := &entry{p: point{100, 0, 0, 0}}
	sum := w.weights.of(best.p)
	for _, f := range []struct {
		found
		unseen bool
		says   string
	}{
		{found{best: best, kits: 1234}, false, "1,234 kits considered; the best is proven."},
		{found{best: best, kits: 9, rest: 2e6, bound: sum}, false, "The best is proven: the 2 million kits not tried"},
		{found{best: best, kits: 9, rest: 2e6, bound: sum}, true, "The best of the 9 kits considered."},
		{found{best: best, kits: 9, rest: 3.4567e13, bound: sum - 1}, true, "Not proven: 9 kits tried, 34.6 trillion not."},
		{found{kits: 9, rest: 5}, false, "9 kits tried, 5 not."},
		{found{kits: 9}, false, "9 kits considered."},
	} {
		w.unseen = map[int]bool{}
		if f.unseen {
			w.unseen[3] = true
		}
		c := &Answer{Proven: f.found.proven(&w)}
		w.saySearched(c, &f.found)
		assert.True(t, strings.HasPrefix(c.Said[len(c.Said)-1], f.says), "%q", c.Said)
	}
	for n, says := range map[float64]string{0: "0", 999: "999", 1000: "1,000", 999_999: "999,999", 1e6: "1 million", 1.2345e7: "12.3 million", 4.5e9: "4.5 billion", 7.89e14: "789 trillion", 1.5e16: "15,000 trillion"} {
		assert.Equal(t, says, count(n))
	}
}

// A choice that nobody waits for any more ends.
func TestAChoiceEndsWithItsAsker(t *testing.T) {
	in, list := crowded(30)
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	_, err := Choose(ctx, in, list, Wishes{})
	assert.ErrorIs(t, err, context.Canceled)
	ctx, cancel = context.WithTimeout(context.Background(), 300*time.Millisecond)
	defer cancel()
	_, err = Choose(ctx, in, list, Wishes{})
	assert.ErrorIs(t, err, context.DeadlineExceeded)
}

// Two hundred things and twenty brews.
func BenchmarkCrowded(b *testing.B) {
	for _, n := range []int{10, 20, 30} {
		in, list := crowded(n)
		b.Run(fmt.Sprint(len(list)), func(b *testing.B) {
			for b.Loop() {
				c, err := Choose(context.Background(), in, list, Wishes{})
				if err != nil || c.Best == nil {
					b.Fatal(err)
				}
				b.ReportMetric(c.Bound, "bound")
				b.ReportMetric(c.Best.Score, "score")
				b.ReportMetric(float64(len(c.Front)), "front")
			}
		})
	}
}

// Where no kind of cup is enough for all, people drink in turn, and it is said.
func TestTooFewCupsAreDrunkFromInTurn(t *testing.T) {
	four := journey()
	four.People = 4
	for i := range four.Stops {
		for k := range four.Stops[i].Brews {
			four.Stops[i].Brews[k].Request.Drinkers = ptr(4.0)
		}
	}
	list := shelf()
	for i := range list {
		if list[i].Kind == gear.Cup {
			list[i].Count = ptr(2.0)
		}
	}
	c := choose(t, four, list, Wishes{})
	require.NotNil(t, c.Best, "%v", c.Blocked)
	said := ""
	for _, r := range c.Reasons {
		said += r.Text + " "
	}
	assert.Contains(t, said, "2 cups of one kind for 4 people: drink in turn")
	for i := range list {
		list[i].Count = nil
		if list[i].Kind == gear.Cup {
			list[i].Count = ptr(4.0)
		}
	}
	said = ""
	for _, r := range choose(t, four, list, Wishes{}).Reasons {
		said += r.Text + " "
	}
	assert.NotContains(t, said, "in turn")
}

// A canister is carried whole, however little of it is burned.
func TestACanisterIsCarriedWhole(t *testing.T) {
	c := choose(t, journey(), without(shelf(), func(i gear.Item) bool { return i.Kind == gear.Burner && i.Type != "canister" }), Wishes{})
	require.NotNil(t, c.Best)
	fuel := 0.0
	for _, s := range c.Best.Brews {
		fuel += s.FuelG
	}
	require.Less(t, fuel, 150.0)
	can := 0.0
	for _, in := range c.Working["kit.used_g"].Inputs {
		if in.Label == "A canister, whole" {
			can = *in.Value
		}
	}
	assert.InDelta(t, 368, can, 1e-9, "230 g of gas and its steel")
	assert.Greater(t, c.Best.UsedG, 368.0)
}
