package brew_test

import (
	"encoding/json"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/explain"
	"apodemos/core/method"
	"apodemos/core/recipe"

	. "apodemos/core/brew"
)

// bag is a recipe of the kind that is printed on bags; common practice, no published
// source.
const bag = "13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20"

func read(t require.TestingT, words string) *recipe.Recipe {
	r, err := recipe.Read(words)
	require.NoError(t, err)
	return &r.Recipe
}

func line(p *Plan, path string) RecipeLine {
	for _, l := range p.Recipe {
		if l.Field == path {
			return l
		}
	}
	return RecipeLine{}
}

// What the bag says is done exactly at home, and for as many as drink.
func TestABagIsKeptExactly(t *testing.T) {
	p, err := Compute(Request{Method: "cone", Recipe: read(t, bag), Conditions: Conditions{Place: Place{AltitudeM: ptr(1400.0)}}, Grinder: Grinder{UmPerClick: ptr(30.0)}})
	require.NoError(t, err)
	assert.InDelta(t, 13, *p.DoseG, 1e-9)
	assert.InDelta(t, 200, *p.Water.PouredMl, 1e-9)
	assert.InDelta(t, 90, *p.StartC, 0.05)
	var pours [][2]float64
	for _, s := range p.Steps {
		if s.Lane == method.Scale && s.AtS >= 0 {
			pours = append(pours, [2]float64{s.AtS, math.Round(*s.ToG)})
		}
	}
	assert.Equal(t, [][2]float64{{0, 30}, {45, 110}, {90, 170}, {135, 200}}, pours)
	for _, path := range []string{"dose_g", "water_g", "water_c", "pours", "grind"} {
		assert.False(t, line(p, path).Moved, path)
	}
	for _, f := range []string{"pours", "done_s"} {
		assert.NotEmpty(t, line(p, f).Label, f)
	}
	assert.InDelta(t, 200, *p.ContactS, 20, "as the bag says that it drains")

	two, err := Compute(Request{Method: "cone", Recipe: read(t, bag), Drinkers: ptr(2.0)})
	require.NoError(t, err)
	assert.InDelta(t, 26, *two.DoseG, 1e-9)
	assert.InDelta(t, 400, *two.Water.PouredMl, 1e-9)
	assert.True(t, line(two, "dose_g").Moved)
	assert.InDelta(t, *p.CaffeineMg, *two.CaffeineMg, 1e-9, "each cup is the same")
}

// Higher up the water boils cooler than the bag says: that is said, the grind makes up for
// it, and that can be turned off.
func TestABagHighUp(t *testing.T) {
	r := Request{Method: "press-pot", Recipe: read(t, "30 g, 500 ml, 96 °C, medium, steep 4:00"), Conditions: Conditions{Place: Place{AltitudeM: ptr(4700.0)}}}
	longer, err := Compute(r)
	require.NoError(t, err)
	steep := line(longer, "steep_s")
	require.True(t, steep.Moved)
	assert.Greater(t, steep.Here.Value, steep.Wish.Value)
	r.Adjust = ptr("grind")
	p, err := Compute(r)
	require.NoError(t, err)
	assert.False(t, line(p, "steep_s").Moved)
	water, grind := line(p, "water_c"), line(p, "grind")
	assert.True(t, water.Moved)
	assert.Contains(t, water.Why.Text, "boils at")
	require.True(t, grind.Moved)
	assert.Less(t, grind.Here.Value, grind.Wish.Value)
	require.Equal(t, "adjust", grind.Switch)
	r.Adjust = &grind.To
	off, err := Compute(r)
	require.NoError(t, err)
	assert.False(t, line(off, "grind").Moved)
	assert.Less(t, *off.Strength.ExtractionPct, *p.Strength.ExtractionPct)
}

// A plan's own recipe, planned again over the same school, is the same brew: what was
// kept says all of it. Over the whole catalogue.
func TestARecipeOfAPlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, m, s := anySchool(t)
		r.Drinkers = ptr(float64(rapid.IntRange(1, 2).Draw(t, "two")))
		p, err := Compute(r)
		if err != nil || m.Contact == method.Dilution || s.BasketG > 0 {
			t.Skip("drawn anew: no plan, or none that a recipe can say")
		}
		own := p.RecipeOf("Mine")
		if s.DiluteShare > 0 || s.SplashMl > 0 || *p.Batches > 1 || *p.Water.DilutionMl > 0 {
			own.DoseG, own.WaterG, own.Pours = nil, nil, nil
		}
		b, err := json.Marshal(own)
		require.NoError(t, err)
		r.Recipe = &own
		q, err := Compute(r)
		require.NoError(t, err, string(b))
		assert.InEpsilon(t, *p.DoseG, *q.DoseG, 0.02, string(b))
		assert.InDelta(t, *p.Strength.ExtractionPct, *q.Strength.ExtractionPct, 0.5, string(b))
		assert.InDelta(t, *p.ContactS, *q.ContactS, 0.03**p.ContactS+8, string(b))
		again, err := explain.Brew(q.Request)
		require.NoError(t, err, string(b))
		assert.InEpsilon(t, *q.DoseG, *again.DoseG, 1e-6)
		assert.InDelta(t, *q.Strength.ExtractionPct, *again.Strength.ExtractionPct, 1e-6)
	})
}

func TestARecipeFedBackIsTheSame(t *testing.T) {
	for _, r := range []Request{
		{Method: "cone", Recipe: read(t, bag)},
		{Method: "cone", Recipe: read(t, bag), Drinkers: ptr(3.0)},
		{Method: "press-pot", Recipe: read(t, "30 g, 500 ml, 94 °C, steep 5:00, done at 8:00")},
		{Method: "moka", Recipe: &recipe.Recipe{StopPct: ptr(70.0), DoseG: ptr(14.0)}},
		{Method: "pocket-pump", Recipe: &recipe.Recipe{StopPct: ptr(70.0)}},
		{Method: "pot", School: ptr("warm-boil"), Recipe: &recipe.Recipe{BoilS: ptr(90.0), SettleS: ptr(120.0)}},
		{Method: "hand-press", Recipe: read(t, "17 g, 210 g, 85 °C, fine, stir at 0:15, press at 1:30")},
	} {
		p, err := explain.Brew(r)
		require.NoError(t, err, r.Method)
		again, err := explain.Brew(p.Request)
		require.NoError(t, err, r.Method)
		same(t, p, again)
	}
}

// Whatever is written beside whichever pours, a pair of hands does one thing at a time:
// neither a pour nor a word of the recipe is lost for it. Over the methods that pour.
func TestOwnHandsAreFree(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		own := recipe.Recipe{DoseG: ptr(20.0), WaterG: ptr(300.0)}
		at := 0.0
		pours := rapid.IntRange(1, 4).Draw(t, "pours")
		for i := range pours {
			p := recipe.PourTo{AtS: at, ToG: math.Round(300 * float64(i+1) / float64(pours))}
			if rapid.Bool().Draw(t, "slow") {
				p.ForS = ptr(float64(rapid.IntRange(5, 60).Draw(t, "for")))
				at += *p.ForS
			}
			own.Pours = append(own.Pours, p)
			at += float64(rapid.IntRange(5, 70).Draw(t, "next"))
		}
		at = 0
		for range rapid.IntRange(0, 4).Draw(t, "steps") {
			at += float64(rapid.IntRange(1, 60).Draw(t, "then"))
			s := recipe.HandStep{AtS: at, Do: "stir"}
			if rapid.Bool().Draw(t, "long") {
				s.ForS = ptr(float64(rapid.IntRange(1, 30).Draw(t, "stirred")))
			}
			own.Steps = append(own.Steps, s)
		}
		r := Request{Method: rapid.SampledFrom([]string{"cone", "flat-bed", "press-pot", "hand-press"}).Draw(t, "method"), Recipe: &own}
		p, err := Compute(r)
		require.NoError(t, err)
		busy, poured, stirred := math.Inf(-1), 0, 0
		for _, s := range p.Steps {
			if s.Lane != method.Hands && s.Lane != method.Scale {
				continue
			}
			require.GreaterOrEqual(t, s.AtS, busy-1e-6, "%s overlaps a pair of hands: %+v", s.ID, own)
			require.Positive(t, s.ForS, s.ID)
			busy = s.AtS + s.ForS
			switch {
			case strings.HasPrefix(string(s.ID), "pour-"):
				poured++
			case s.ID == recipe.StepID(stirred):
				require.GreaterOrEqual(t, s.AtS, own.Steps[stirred].AtS-1e-6, "never before it is written")
				stirred++
			}
		}
		assert.Equal(t, pours, poured)
		assert.Equal(t, len(own.Steps), stirred)
		if stirred > 0 {
			assert.NotEmpty(t, line(p, "steps").Label)
		}
	})
}

// Each figure of a recipe acts, in the direction in which it should.
func TestWhatARecipeSets(t *testing.T) {
	plan := func(m string, own recipe.Recipe) *Plan {
		p, err := explain.Brew(Request{Method: m, Recipe: &own})
		require.NoError(t, err)
		return p
	}
	base := plan("press-pot", recipe.Recipe{DoseG: ptr(30.0), WaterG: ptr(500.0)})
	for name, c := range map[string]struct {
		own  recipe.Recipe
		sign float64
	}{
		"hotter": {recipe.Recipe{WaterC: ptr(97.0)}, 1}, "cooler": {recipe.Recipe{WaterC: ptr(80.0)}, -1},
		"longer": {recipe.Recipe{SteepS: ptr(480.0)}, 1}, "shorter": {recipe.Recipe{SteepS: ptr(120.0)}, -1},
		"finer": {recipe.Recipe{GrindUm: ptr(450.0)}, 1}, "coarser in a word": {recipe.Recipe{Grind: "coarse"}, -1},
		"done later": {recipe.Recipe{DoneS: ptr(600.0)}, 1},
	} {
		c.own.DoseG, c.own.WaterG = ptr(30.0), ptr(500.0)
		p := plan("press-pot", c.own)
		assert.Positive(t, c.sign*(*p.Strength.ExtractionPct-*base.Strength.ExtractionPct), name)
	}
	steep := plan("press-pot", recipe.Recipe{SteepS: ptr(300.0), DoneS: ptr(500.0)})
	assert.InDelta(t, 500, *steep.ContactS, 1e-9)

	full, early := plan("moka", recipe.Recipe{}), plan("moka", recipe.Recipe{StopPct: ptr(60.0)})
	assert.Less(t, *early.Strength.ExtractionPct, *full.Strength.ExtractionPct, "stopped early it extracts less")
	assert.InDelta(t, *full.CupC, *early.CupC, 2, "as fast as ever, and no more than comes up")
	brewed := func(p *Plan) float64 { return *p.DrinkMl - *p.Water.DilutionMl }
	assert.Less(t, brewed(early), brewed(full), "and there is less of it")
	full13, nine := plan("pocket-pump", recipe.Recipe{}), plan("pocket-pump", recipe.Recipe{StopPct: ptr(900.0 / 13)})
	assert.Less(t, *nine.Strength.ExtractionPct, *full13.Strength.ExtractionPct, "nine presses draw out less than thirteen")
	assert.Less(t, brewed(nine), brewed(full13), "and press less through")
	assert.InDelta(t, 100*9.0/13, ThroughMl(nine), 1e-9, "what is not pumped meets no coffee")
	assert.Contains(t, said(nine), "9 presses")
	assert.Contains(t, said(full13), "thirteen presses")

	boiled := func(own recipe.Recipe, treatment string) *Plan {
		r := Request{Method: "pot", School: ptr("warm-boil"), Recipe: &own}
		r.Place.AltitudeM, r.Water.Source, r.Water.Treatment = ptr(2300.0), ptr("stream"), &treatment
		p, err := Compute(r)
		require.NoError(t, err)
		return p
	}
	usual, brief, longer := boiled(recipe.Recipe{}, "filtered"), boiled(recipe.Recipe{BoilS: ptr(60.0)}, "filtered"), boiled(recipe.Recipe{SettleS: ptr(180.0)}, "filtered")
	assert.InDelta(t, *usual.ContactS-60, *brief.ContactS, 3, "two minutes at the boil are usual")
	assert.InDelta(t, *usual.ContactS+120, *longer.ContactS, 3, "and one to settle")
	assert.Less(t, *brief.Strength.ExtractionPct, *usual.Strength.ExtractionPct)
	assert.Greater(t, *longer.Strength.ExtractionPct, *usual.Strength.ExtractionPct)
	stream := boiled(recipe.Recipe{BoilS: ptr(30.0)}, "boil")
	assert.Equal(t, 180.0, *stream.SafeBoilS, "a recipe doesn’t shorten the boil that makes a stream safe")
	assert.InDelta(t, *usual.ContactS+60, *stream.ContactS, 3)
	for _, p := range []*Plan{full, early, full13, nine, usual, brief, longer} {
		w := p.Water
		assert.InDelta(t, *w.PouredMl+*w.DilutionMl+*w.SplashMl, *p.DrinkMl+*w.RetainedMl+*w.LeftBehindMl, 0.01, "the water balances")
	}
}

// said is what a plan's steps say, with their signs.
func said(p *Plan) string {
	var out strings.Builder
	for _, s := range p.Steps {
		out.WriteString(s.Text + " " + s.Sign + "\n")
	}
	return out.String()
}

// What does not go together, or with the method, is named with what is allowed.
func TestAWrongRecipe(t *testing.T) {
	for _, c := range []struct{ method, own, field string }{
		{"cone", `{"dose_g": 13, "water_g": 200, "ratio_g_per_l": 50}`, "recipe.ratio_g_per_l"},
		{"cone", `{"dose_g": 0}`, "recipe.dose_g"},
		{"cone", `{"water_c": 120}`, "recipe.water_c"},
		{"cone", `{"grind": "gravel"}`, "recipe.grind"},
		{"cone", `{"clicks": 22000}`, "recipe.clicks"},
		{"cone", `{"steep_s": 240}`, "recipe.steep_s"},
		{"cone", `{"pours": [{"at_s": 10, "to_g": 30}]}`, "recipe.pours[0].at_s"},
		{"cone", `{"pours": [{"at_s": 0, "to_g": 30}, {"at_s": 2, "to_g": 60}]}`, "recipe.pours[1].at_s"},
		{"cone", `{"pours": [{"at_s": 0, "to_g": 30}, {"at_s": 30, "to_g": 30}]}`, "recipe.pours[1].to_g"},
		{"cone", `{"water_g": 300, "pours": [{"at_s": 0, "to_g": 30}, {"at_s": 30, "to_g": 200}]}`, "recipe.pours[1].to_g"},
		{"pot", `{"pours": [{"at_s": 0, "to_g": 30}]}`, "recipe.pours"},
		{"moka", `{"steps": [{"at_s": 0, "do": "Stir"}]}`, "recipe.steps"},
		{"cone", `{"steps": [{"at_s": 0, "do": " "}]}`, "recipe.steps[0].do"},
		{"cone", `{"stop_pct": 70}`, "recipe.stop_pct"},
		{"pot", `{"boil_s": 60}`, "recipe.boil_s"},
		{"pot", `{"settle_s": 60}`, "recipe.settle_s"},
		{"moka", `{"settle_s": 1}`, "recipe.settle_s"},
		{"cold-concentrate", `{"water_c": 93}`, "recipe.water_c"},
		{"press-pot", `{"steep_s": 12}`, "recipe.steep_s"},
		{"cone", `{"method": "pot"}`, "recipe.method"},
		{"cone", `{"dose_g": 20, "water_g": 300, "drink_ml": 100}`, "recipe.drink_ml"},
		{"serve-concentrate", `{"dose_g": 20}`, "recipe.method"},
		{"cone", `{"colour": "red"}`, "recipe.colour"},
	} {
		_, err := Decode(strings.NewReader(`{"method": "` + c.method + `", "recipe": ` + c.own + `}`))
		if err == nil {
			var r Request
			require.NoError(t, json.Unmarshal([]byte(`{"method": "`+c.method+`", "recipe": `+c.own+`}`), &r))
			_, err = Compute(r)
		}
		var bad Problems
		require.ErrorAs(t, err, &bad, c.own)
		assert.Equal(t, c.field, bad[0].Field, c.own)
		assert.Regexp(t, `(Enter|Leave|Choose)`, bad[0].Message, c.own)
	}
}

// Clicks without a word are this grinder's; with a word that they do not fit they are
// another's, and the word counts.
func TestWhoseClicks(t *testing.T) {
	um := func(own recipe.Recipe, perClick float64) *Plan {
		p, err := explain.Brew(Request{Method: "cone", Recipe: &own, Grinder: Grinder{UmPerClick: &perClick}})
		require.NoError(t, err)
		return p
	}
	assert.InDelta(t, 690, *um(recipe.Recipe{Clicks: ptr(23.0)}, 30).Grind.Um, 1e-9)
	assert.InDelta(t, 690, *um(recipe.Recipe{Clicks: ptr(23.0), Grind: "medium-coarse"}, 30).Grind.Um, 1e-9, "beside it: near enough")
	other := um(recipe.Recipe{Clicks: ptr(23.0), Grind: "medium-coarse"}, 15)
	assert.InDelta(t, 800, *other.Grind.Um, 1e-9)
	said := ""
	for _, n := range other.Notes {
		said += n.Text
	}
	assert.Contains(t, said, "another grinder")
	carried := um(recipe.Recipe{Clicks: ptr(46.0), Grinder: &recipe.OwnGrinder{UmPerClick: 15}}, 30)
	assert.InDelta(t, 23, *carried.Grind.Clicks, 1e-9, "the recipe's own grinder, converted to this one")
}
