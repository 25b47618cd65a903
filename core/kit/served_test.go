package kit

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/trip"
)

// laid is a kit as its pieces, to be checked by the plain rules of fit and by
// planning its brews, apart from the search.
type laid struct {
	vessel, burner, grinder, scale, cup *gear.Item
	support                             bool
	brewers                             map[int64]gear.Item
	papers                              []gear.Item
}

func lay(t require.TestingT, list []gear.Item, k *Kit) laid {
	out := laid{brewers: map[int64]gear.Item{}}
	for _, id := range k.Items {
		i := slices.IndexFunc(list, func(it gear.Item) bool { return it.ID == id })
		require.GreaterOrEqual(t, i, 0)
		it := &list[i]
		assert.True(t, it.Usable(), "%s is whole", it.Name)
		switch it.Kind {
		case gear.Vessel:
			out.vessel = it
		case gear.Burner:
			out.burner = it
		case gear.Grinder:
			out.grinder = it
		case gear.Scale:
			out.scale = it
		case gear.Cup:
			out.cup = it
		case gear.Brewer:
			out.brewers[it.ID] = *it
		case gear.Filter:
			out.papers = append(out.papers, *it)
		case gear.Extra:
			out.support = out.support || it.Type == "rim support"
		}
	}
	return out
}

// serves plans a serving with the kit's own figures, and checks every joint that
// the brew has by the plain rule.
func serves(t require.TestingT, in trip.Trip, k laid, s Serving) *brew.Plan {
	var b trip.Brew
	for _, have := range in.Stops[s.Stop].Brews {
		if have.ID == s.Brew {
			b = have
		}
	}
	m, ok := method.ByID(s.Method)
	require.True(t, ok)
	school, ok := m.School(s.School)
	require.True(t, ok)
	what := fmt.Sprintf("%s by %s/%s", b.Name, s.Method, s.School)
	r := b.Request.By(s.Method, s.School)
	r.Into = &s.Into
	fits := func(j gear.Joint, ok bool) {
		if ok {
			assert.NotEqual(t, gear.No, j.Level, "%s: %s", what, j.Text)
		}
	}
	urn, socket, fire := r.Heat.SuppliedC != nil, r.Heat.Burner != nil && *r.Heat.Burner == "mains", r.Heat.Burner != nil && *r.Heat.Burner == "fire"
	for _, it := range []*gear.Item{k.vessel, k.burner, k.grinder, k.cup} {
		if it != nil {
			it.Into(&r)
		}
	}
	if s.Brewer != 0 {
		brewer, ok := k.brewers[s.Brewer]
		require.True(t, ok, "%s: its brewer is in the kit", what)
		assert.Contains(t, brewer.Methods(), s.Method)
		brewer.Into(&r)
		fits(gear.Stands(brewer, *k.cup, k.support))
	} else {
		assert.True(t, m.Family == "cup" || m.InPot(), "%s needs a brewer", what)
	}
	p, err := brew.Compute(r)
	require.NoError(t, err, what)
	fits(gear.DrinkInCup(*k.cup, *p.Request.CupMl))
	if p.Heat != nil && p.Heat.FuelG != nil && s.FuelG > 0 {
		assert.InEpsilon(t, *p.Heat.FuelG, s.FuelG, 0.2, "%s: the fuel is about the plan’s", what)
	}
	heated := p.Heat != nil
	assert.False(t, heated && urn, "%s: an urn and no flame", what)
	if heated && !socket {
		assert.True(t, fire || k.burner != nil, "%s: something burns", what)
		if k.burner != nil && !fire && k.vessel != nil && m.Way != method.OnFlame {
			fits(gear.PotOnBurner(*k.vessel, *k.burner))
			fits(gear.OverFlame(*k.vessel, *k.burner))
		}
		if m.Way != method.OnFlame || !school.ColdFill {
			require.NotNil(t, k.vessel, "%s: something to heat it in", what)
			fits(gear.WaterInVessel(*k.vessel, *p.Water.HeatedMl / *p.Batches))
		}
	}
	if school.GrindUm > 0 && (r.Coffee.GroundAhead == nil || !*r.Coffee.GroundAhead) {
		require.NotNil(t, k.grinder, "%s: whole beans", what)
		assert.False(t, k.grinder.Blade && slices.Contains(m.Needs, "fine grinder"), "%s: a blade does not grind fine", what)
	}
	for _, c := range school.Consumables {
		if !strings.Contains(c, "paper") || strings.Contains(c, "cloth") {
			continue
		}
		assert.True(t, slices.ContainsFunc(k.papers, func(f gear.Item) bool {
			return f.Type == c || strings.TrimPrefix(c, "thick ") == f.Type || s.Brewer != 0 && f.Size == k.brewers[s.Brewer].Size
		}), "%s: papers for it", what)
	}
	return p
}

// Every kit of the answer, the front's with the rest, makes every brew when its
// pieces are put together by the plain rules and its brews are planned with them.
func TestEveryKitServesByThePlainRules(t *testing.T) {
	check := func(t require.TestingT, in trip.Trip, list []gear.Item, w Wishes) {
		c := choose(t, in, list, w)
		if c.Best == nil {
			return
		}
		kits := append([]Kit{*c.Best}, c.Front...)
		if c.RunnerUp != nil {
			kits = append(kits, *c.RunnerUp)
		}
		for i := range kits {
			k := lay(t, list, &kits[i])
			require.NotNil(t, k.cup, "something to drink from")
			for _, s := range kits[i].Brews {
				serves(t, in, k, s)
			}
		}
	}
	t.Run("a trip with an urn, frost and a fire", func(t *testing.T) { check(t, journey(), shelf(), Wishes{}) })
	t.Run("with a fallback for each", func(t *testing.T) { check(t, journey(), shelf(), Wishes{Fallback: true}) })
	t.Run("any small one", func(t *testing.T) {
		rapid.Check(t, func(t *rapid.T) {
			in, list := small(t)
			check(t, in, list, Wishes{Clarity: rapid.IntRange(0, 5).Draw(t, "clarity")})
		})
	})
}

// Limits are kept by every kit that is shown, not only by the best.
func TestEveryKitKeepsTheLimits(t *testing.T) {
	free := choose(t, journey(), shelf(), Wishes{})
	require.NotNil(t, free.Best)
	w := Wishes{MassG: ptr(free.Best.MassG + 200), MorningMin: ptr(free.Best.Morning + 2), VolumeMl: ptr(free.Best.VolumeMl + 500)}
	c := choose(t, journey(), shelf(), w)
	require.NotNil(t, c.Best)
	for _, k := range append(c.Front, *c.Best) {
		assert.LessOrEqual(t, k.MassG, *w.MassG+1e-9)
		assert.LessOrEqual(t, k.Morning, *w.MorningMin+1e-9)
		assert.LessOrEqual(t, k.VolumeMl, *w.VolumeMl+1e-9)
	}
	assert.LessOrEqual(t, len(c.Front), len(free.Front)+len(free.Front), "limits take kits away")
	// A tighter limit never makes the best better.
	last := free.Best.Score
	for _, less := range []float64{0, 100, 200, 300} {
		c := choose(t, journey(), shelf(), Wishes{MassG: ptr(free.Best.MassG - less)})
		if c.Best == nil {
			break
		}
		assert.GreaterOrEqual(t, c.Best.Score, last-1e-9)
		last = c.Best.Score
	}
}

// What is said of the best is true of it: the figures in the sentences are those of
// the kits that they name.
func TestReasonsSayWhatTheKitsAre(t *testing.T) {
	c := choose(t, journey(), shelf(), Wishes{})
	said := map[string]bool{}
	for _, r := range c.Reasons {
		switch {
		case strings.Contains(r.Text, " makes all "):
			said["serves"] = true
			assert.InDelta(t, 4, r.Values[0].Value, 1e-9, "brews")
			assert.InDelta(t, c.Best.MassG, r.Values[1].Value, 1e-6)
			assert.Contains(t, r.Text, quantity.Duration(60*math.Round(c.Best.Minutes))+" per brew")
		case strings.Contains(r.Text, " g lighter: "):
			said["light"] = true
			lightest := slices.MinFunc(c.Front, func(a, b Kit) int { return int(1e6 * (a.MassG - b.MassG)) })
			assert.InDelta(t, c.Best.MassG-lightest.MassG, r.Values[0].Value, 1e-6)
		case strings.HasPrefix(r.Text, "Next best"):
			said["next"] = true
			assert.InDelta(t, c.RunnerUp.MassG, r.Values[0].Value, 1e-6)
			assert.InDelta(t, c.RunnerUp.Cup, r.Values[1].Value, 1e-6)
		case strings.HasPrefix(r.Text, "No lighter kit"):
			said["light"] = true
			for _, k := range c.Front {
				assert.GreaterOrEqual(t, k.MassG, c.Best.MassG-1)
			}
		}
	}
	for _, k := range []string{"serves", "light", "next"} {
		assert.True(t, said[k], k)
	}
}

// "It wins if mass counts over n times as much": with that weight it
// does, and with a little less it does not.
func TestTippingWeights(t *testing.T) {
	tried := 0
	for _, w := range []Weights{UsualWeights, {0.3, 1, 1, 0.2}, {1, 2, 0.2, 1}} {
		c := choose(t, journey(), shelf(), Wishes{Weights: &w})
		require.NotNil(t, c.RunnerUp)
		for _, r := range c.Reasons {
			what, isTip := strings.CutPrefix(r.Text, "It wins if ")
			if !isTip {
				continue
			}
			score := func(times float64, k *Kit) float64 {
				v := w
				switch {
				case strings.HasPrefix(what, "mass"):
					v.Mass *= times
				case strings.HasPrefix(what, "the cup"):
					v.Cup *= times
				case strings.HasPrefix(what, "time"):
					v.Time *= times
				default:
					v.Fuss *= times
				}
				return v.Mass*k.MassG/100 + v.Cup*(100-k.Cup) + v.Time*k.Minutes + v.Fuss*k.Fuss
			}
			times := r.Values[0].Value
			assert.LessOrEqual(t, score(times, c.RunnerUp), score(times, c.Best)+1e-6, "%s", r.Text)
			assert.Greater(t, score(times-0.11, c.RunnerUp), score(times-0.11, c.Best)-1e-6, "and not with a little less: %s", r.Text)
			tried++
		}
	}
	assert.Positive(t, tried)
}

// No reason has a figure under nothing: what is less is said to be less.
func TestReasonsHaveNoNegativeFigures(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in, list := small(t)
		w := Weights{rapid.Float64Range(0, 2).Draw(t, "mass"), rapid.Float64Range(0, 4).Draw(t, "cup"), rapid.Float64Range(0, 2).Draw(t, "time"), rapid.Float64Range(0, 2).Draw(t, "fuss")}
		c := choose(t, in, list, Wishes{Weights: &w})
		for _, r := range c.Reasons {
			for _, v := range r.Values {
				assert.GreaterOrEqual(t, v.Value, -1e-9, r.Text)
			}
		}
		for _, x := range c.Excluded {
			for _, v := range x.Values {
				assert.GreaterOrEqual(t, v.Value, -1e-9, x.Text)
			}
		}
	})
}
