package taste_test

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"

	. "apodemos/core/taste"
)

// remembering plans what was planned before from memory: a thousand tasters brew at the
// same few stops.
type remembering struct {
	brew.Planner
	known map[string]*brew.Plan
}

func (p *remembering) Compute(r brew.Request) (*brew.Plan, error) {
	b, err := json.Marshal(r)
	if err != nil {
		return nil, err
	}
	if k, ok := p.known[string(b)]; ok {
		return k, nil
	}
	k, err := p.Planner.Compute(r)
	if err == nil {
		p.known[string(b)] = k
	}
	return k, err
}

var planner = &remembering{known: map[string]*brew.Plan{}}

// palate is how a taster answers, in steps before they are rounded.
type palate func(missE, missLn float64) (bitter, strong float64)

func linear(missE, missLn float64) (float64, float64) { return 1.05 * missE, 9 * missLn }

// bent is a palate of our own design: it hardly tells small misses, saturates, is keener
// on bitter than on sour, and takes what is bitter for strong.
func bent(missE, missLn float64) (float64, float64) {
	b := 2.6 * math.Tanh(0.5*missE+0.04*missE*missE*missE)
	if missE < 0 {
		b *= 0.85
	}
	return b, 2.6*math.Tanh(4*missLn) + 0.25*missE
}

// A person is a simulated taster with a coffee.
type person struct {
	rng           *rand.Rand
	request       brew.Request
	e, ln, offset float64
	palate        palate
}

var stops = []brew.Request{
	{Method: "cone"}, {Method: "flat-bed"}, {Method: "press-pot"}, {Method: "pot"}, {Method: "hand-press"}, {Method: "steep-bag"}, {Method: "cloth"}, {Method: "cup-steep"}, {Method: "slow-drip"},
}

func draw(seed uint64, which palate) *person {
	p := &person{rng: rand.New(rand.NewPCG(seed, 15)), palate: which}
	p.request = stops[p.rng.IntN(len(stops))]
	p.request.Place.AltitudeM = new([]float64{0, 1400, 2300, 3900}[p.rng.IntN(4)])
	p.request.Grinder.UmPerClick = new([]float64{15, 22, 30}[p.rng.IntN(3)])
	told, err := planner.Compute(p.request)
	if err != nil {
		panic(err)
	}
	p.e = 19.8 + p.rng.NormFloat64()
	p.offset = 0.09 * (2*p.rng.Float64() - 1)
	p.ln = math.Log(*told.Strength.TDSPct*(1+p.offset)) + math.Log(1+0.15*(2*p.rng.Float64()-1))
	return p
}

// expected is what a request gives this person's coffee, without scatter.
func (p *person) expected(r brew.Request) (e, ln float64) {
	told, err := planner.Compute(r)
	if err != nil {
		panic(err)
	}
	return *told.Strength.ExtractionPct * (1 + p.offset), math.Log(*told.Strength.TDSPct * (1 + p.offset))
}

func (p *person) onTarget(r brew.Request) bool {
	e, ln := p.expected(r)
	return math.Abs(e-p.e) <= 0.8 && math.Abs(ln-p.ln) <= 0.08
}

func (p *person) taste(r brew.Request) Tasting {
	e, ln := p.expected(r)
	by := 0.4 * p.rng.NormFloat64()
	ln += math.Log1p(by / e)
	e += by
	b, s := p.palate(e-p.e, ln-p.ln)
	answer := func(x float64) *float64 {
		x += 0.6 * p.rng.NormFloat64()
		if p.rng.Float64() < 0.05 {
			x = -x
		}
		return new(math.Min(math.Max(math.Round(x), -3), 3))
	}
	return Tasting{SourBitter: answer(b), WeakStrong: answer(s)}
}

const brewsEach = 8

// dialIn lets people brew and be advised, and returns the share on target at each brew.
func dialIn(t *testing.T, n int, which palate, next func(t *testing.T, p *person, h *History) brew.Request) [brewsEach + 1]float64 {
	var on [brewsEach + 1]float64
	for seed := range n {
		p := draw(uint64(seed), which)
		var h History
		r := p.request
		for i := 1; i <= brewsEach; i++ {
			if p.onTarget(r) {
				on[i]++
			}
			h.Brews = append(h.Brews, Brew{Request: r, Tasting: p.taste(r)})
			r = next(t, p, &h)
		}
	}
	for i := range on {
		on[i] = 100 * on[i] / float64(n)
	}
	return on
}

func advised(allow ...string) func(t *testing.T, p *person, h *History) brew.Request {
	return func(t *testing.T, p *person, h *History) brew.Request {
		h.Allow = allow
		a, err := Advise(*h, planner)
		require.NoError(t, err)
		return a.Request
	}
}

// thumb is the rule of thumb of the trade: a click finer when sour, coarser when bitter,
// more coffee when weak and less when strong; one thing at a time, the worse first.
func thumb(t *testing.T, p *person, h *History) brew.Request {
	last := h.Brews[len(h.Brews)-1]
	r := last.Request
	sb, ws := *last.Tasting.SourBitter, *last.Tasting.WeakStrong
	told, err := planner.Compute(r)
	require.NoError(t, err)
	sign := func(v float64) float64 { return math.Copysign(1, v) }
	switch {
	case sb == 0 && ws == 0:
	case math.Abs(sb) >= math.Abs(ws):
		r.Grinder.Clicks = new(math.Round(*told.Grind.Clicks) + sign(sb))
	default:
		r.DoseG, r.Ratio = new(math.Round(*told.DoseG)-sign(ws)), nil
	}
	if _, err := planner.Compute(r); err != nil {
		return last.Request
	}
	return r
}

// Six hundred people over methods and stops, as the tasters are drawn above. On target is
// the cup that is expected of what they brew, whether the program knows it or not. The
// shares that are asked for are a few below those measured, which the log shows beside
// those of the rule of thumb on the same people.
func TestSixHundredTasters(t *testing.T) {
	two := dialIn(t, 600, linear, advised(Grind, Ratio))
	rule := dialIn(t, 600, linear, thumb)
	t.Logf("grind and ratio: %.1f", two)
	t.Logf("rule of thumb:   %.1f", rule)
	for _, c := range []struct {
		brew  int
		least float64
	}{{3, 48}, {5, 76}, {8, 88}} {
		assert.GreaterOrEqual(t, two[c.brew], c.least, "brew %d", c.brew)
		assert.Greater(t, two[c.brew], rule[c.brew]+20, "brew %d", c.brew)
	}
	all := dialIn(t, 250, linear, advised())
	t.Logf("everything:      %.1f", all)
	for i := 3; i <= brewsEach; i++ {
		assert.GreaterOrEqual(t, all[i], two[i]-4, "not worse with everything allowed, brew %d", i)
	}
}

// Most people begin within two points of what they like: of the methods that do.
func TestTastersWhoBeginNear(t *testing.T) {
	defer func(was []brew.Request) { stops = was }(stops)
	stops = []brew.Request{{Method: "cone"}, {Method: "flat-bed"}, {Method: "press-pot"}, {Method: "pot"}, {Method: "cloth"}}
	near := dialIn(t, 400, linear, advised(Grind, Ratio))
	t.Logf("grind and ratio: %.1f", near)
	assert.GreaterOrEqual(t, near[3], 54.0)
	assert.GreaterOrEqual(t, near[5], 77.0)
	assert.GreaterOrEqual(t, near[8], 89.0)
}

func TestABentPalate(t *testing.T) {
	got := dialIn(t, 250, bent, advised(Grind, Ratio))
	rule := dialIn(t, 250, bent, thumb)
	t.Logf("bent palate: %.1f, by the rule of thumb %.1f", got, rule)
	assert.GreaterOrEqual(t, got[8], 78.0)
	assert.Greater(t, got[8], rule[8]+20)
}
