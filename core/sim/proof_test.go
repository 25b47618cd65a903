package sim

import (
	"fmt"
	"math"
	"os"
	"sort"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/method"
)

// A trial is one brew of the catalogue at one of a few stops, with differences that its
// seed draws: once by the plan as it is, and once by a guide that plans the rest anew. Both
// hands, instruments and brewers are the same, and both hands see readings and the guide,
// and nothing else.
type trial struct {
	name            string
	planned, fixed  Outcome
	followed        Outcome
	missFix, missFo float64
}

// far is how far a cup is from its plan, in what extraction, strength and drink can be
// told to: a point, and a twentieth.
func far(c, want Outcome) float64 {
	return math.Sqrt(math.Pow(c.ExtractionPct-want.ExtractionPct, 2) + math.Pow((c.TDSPct/want.TDSPct-1)/0.05, 2) + math.Pow((c.DrinkMl/want.DrinkMl-1)/0.05, 2))
}

func try(t testing.TB, seed uint64) (trial, bool) {
	c := Chance{seed * 0x9e37}
	var names [][2]string
	for _, m := range method.All {
		for _, s := range m.Schools {
			if m.Contact != method.Dilution {
				names = append(names, [2]string{m.ID, s.ID})
			}
		}
	}
	k := names[int(c.Share()*float64(len(names)))]
	altitude := []float64{0, 800, 2300, 3900}[int(c.Share()*4)]
	air := []float64{20, 12, 4, -4}[int(c.Share()*4)]
	people := []float64{1, 2}[int(c.Share()*2)]
	req := brew.Request{Method: k[0], School: &k[1], Drinkers: &people, Scale: new(true), Conditions: brew.Conditions{Place: brew.Place{AltitudeM: &altitude, AirC: &air}, Water: brew.Water{Source: new("tap")}}}
	p, err := brew.Compute(req)
	require.NoError(t, err)
	if len(p.Rounds) > 1 {
		people = 1
		p, err = brew.Compute(req)
		require.NoError(t, err)
	}
	if len(p.Rounds) > 1 {
		return trial{}, false
	}
	d := Drawn(seed)
	fixed := Usual
	fixed.Hand.Fixed = true
	a, err := Make(p, seed, d, fixed)
	require.NoError(t, err)
	b, err := Make(p, seed, d, Usual)
	require.NoError(t, err)
	return trial{name: fmt.Sprintf("%d %s/%s %v m %v °C", seed, k[0], k[1], altitude, air), planned: a.Planned, fixed: a.Cup, followed: b.Cup, missFix: far(a.Cup, a.Planned), missFo: far(b.Cup, b.Planned)}, true
}

// resolutionOf is what a reading can tell apart, in the measure of far: a gram of the
// scale in a cup, and half a degree of the thermometer, come to about this.
const resolutionOf = 0.1

// modelNoise is what the model cannot tell: half of the two points of extraction that it
// may be out.
const modelNoise = 1.0

func TestFollowingEndsNearerThanThePlan(t *testing.T) {
	runs := 150
	if n, err := strconv.Atoi(os.Getenv("APODEMOS_TRIALS")); err == nil {
		runs = n // 1000 took a quarter of a minute, and are in docs/how-it-works.md
	}
	trials(t, 1, runs)
}

func trials(t *testing.T, from uint64, n int) {
	var better, worse, same int
	var sumFix, sumFo float64
	var bad []string
	for seed := from; seed < from+uint64(n); seed++ {
		k, ok := try(t, seed)
		if !ok {
			continue
		}
		gain := k.missFix - k.missFo
		if math.Abs(far(k.followed, k.fixed)) < resolutionOf {
			same++
			continue
		}
		sumFix += k.missFix
		sumFo += k.missFo
		if gain > 0 {
			better++
		} else {
			worse++
			bad = append(bad, fmt.Sprintf("%+.2f %s: plan %.2f/%.3f/%.0f fixed %.2f/%.3f/%.0f followed %.2f/%.3f/%.0f", gain, k.name, k.planned.ExtractionPct, k.planned.TDSPct, k.planned.DrinkMl, k.fixed.ExtractionPct, k.fixed.TDSPct, k.fixed.DrinkMl, k.followed.ExtractionPct, k.followed.TDSPct, k.followed.DrinkMl))
		}
		assert.Greater(t, gain, -modelNoise, k.name)
	}
	sort.Strings(bad)
	for _, l := range bad {
		t.Log(l)
	}
	t.Logf("%d runs: %d did not differ; of the others %d nearer, %d not; mean miss %.2f by the plan, %.2f followed", n, same, better, worse, sumFix/float64(better+worse), sumFo/float64(better+worse))
	assert.GreaterOrEqual(t, better+worse, n/8, "following makes a difference at all")
	assert.GreaterOrEqual(t, float64(better), 0.9*float64(better+worse))
}
