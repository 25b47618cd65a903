package app_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/core/recipe"
	"apodemos/core/run"
	"apodemos/core/taste"
)

func tasted(bitter, strong float64) app.Noted {
	return app.Noted{Tasting: taste.Tasting{SourBitter: &bitter, WeakStrong: &strong}}
}

// kitchen is a place of no trip with a cone of a coffee that is kept.
func kitchen(t *testing.T, a app.App) (app.Coffee, app.BrewOut) {
	ctx := t.Context()
	id, err := a.AddCoffee(ctx, "", app.CoffeeSet{Name: "Moor washed", Roast: "light", RoastedOn: "2026-09-01", Printed: "plum, cocoa", Grams: new(250.0)})
	require.NoError(t, err)
	c, err := a.Coffee(ctx, id)
	require.NoError(t, err)
	st, err := a.AddPlace(ctx, app.Stop{StopIn: app.StopIn{Spot: app.Spot{Name: "Kitchen", TimeZone: "UTC"}}})
	require.NoError(t, err)
	r := brew.Request{Method: "cone", DoseG: new(15.0), WaterG: new(240.0), Grinder: brew.Grinder{UmPerClick: new(30.0), Clicks: new(27.0)}, Coffee: app.BeansOn(c, "2026-09-11", time.Time{})}
	b, err := a.KeepBrew(ctx, st.ID, app.BrewIn{Name: "Morning", Request: r})
	require.NoError(t, err)
	return c, b
}

// A coffee falls as brews are made, is told by the day, and stays readable when it is
// deleted; what was weighed anew counts from then on.
func TestACoffeeInTheBag(t *testing.T) {
	a, _, _ := open(t)
	ctx := t.Context()
	c, b := kitchen(t, a)
	assert.InDelta(t, 10, *b.Request.Coffee.DaysOff, 1e-9)
	for i, day := range []string{"10", "11"} {
		n := tasted(-1, 0)
		n.Notes = []string{"plums", "lemon"}[i]
		if i == 1 {
			n.Had.DoseG = new(18.0)
		}
		_, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-" + day + "T06:00:00Z", Noted: n})
		require.NoError(t, err)
	}
	out, err := a.CoffeeOut(ctx, c.ID)
	require.NoError(t, err)
	assert.Equal(t, 2, out.Cups)
	assert.InDelta(t, 250-15-18, *out.LeftG, 1e-9, "what was really weighed counts")
	assert.Equal(t, taste.Notes{Found: []string{"plum"}, Missing: []string{"cocoa"}, New: []string{"lemon"}}, out.Notes)

	set := out.CoffeeSet
	set.Grams, set.Since = new(200.0), "2026-09-10T12:00:00Z"
	require.NoError(t, a.SetCoffee(ctx, c.ID, out.Revision, set))
	out, err = a.CoffeeOut(ctx, c.ID)
	require.NoError(t, err)
	assert.InDelta(t, 182, *out.LeftG, 1e-9)
	assert.ErrorIs(t, a.SetCoffee(ctx, c.ID, 1, set), app.ErrConflict)

	require.NoError(t, a.Delete(ctx, app.KindCoffee, c.ID))
	list, err := a.CoffeesOut(ctx, "", false)
	require.NoError(t, err)
	for _, k := range list {
		assert.NotEqual(t, c.ID, k.ID)
	}
	log, err := a.Log(ctx, app.AllTrips)
	require.NoError(t, err)
	named := 0
	for _, l := range log {
		if l.Coffee == c.UUID {
			named++
			assert.Equal(t, "Moor washed", l.CoffeeName, "still readable where it was used")
		}
	}
	assert.Equal(t, 2, named)
	gone, err := a.Coffee(ctx, c.ID)
	require.NoError(t, err)
	assert.True(t, gone.Deleted)
	require.NoError(t, a.Restore(ctx, app.KindCoffee, c.ID))
	again, err := a.Coffee(ctx, c.ID)
	require.NoError(t, err)
	assert.False(t, again.Deleted)
}

// A trip counts coffee from the bag or from its supplies, never both; and from the bag
// also what was brewed of it already.
func TestABagOrTheSupplies(t *testing.T) {
	a, s, id := open(t)
	ctx := t.Context()
	need := func() (supplies, bag float64) {
		p, err := a.TripPlan(ctx, id, false, nil)
		require.NoError(t, err)
		for _, b := range p.Result.Buy {
			switch {
			case b.ID == "coffee":
				supplies += b.Need
			case strings.HasPrefix(b.ID, "coffee:"):
				bag += b.Need
			}
		}
		total := 0.0
		for _, b := range p.Result.Brews {
			total += b.CoffeeG
		}
		assert.InDelta(t, total, supplies+bag, total*0.02+5, "all of it, once")
		return supplies, bag
	}
	was, bag := need()
	brews, err := a.Brews(ctx, id)
	require.NoError(t, err)
	c, err := a.Coffees(ctx, false)
	require.NoError(t, err)
	var moved float64
	for _, b := range brews {
		if b.Request.Coffee.ID != nil || b.Request.Method != "pot" {
			continue
		}
		r := b.Request
		r.Coffee = app.BeansOn(c[0], "2026-09-08", time.Time{})
		out, err := a.ChangeBrew(ctx, b, b.Revision, app.BrewIn{Name: b.Name, At: b.At, Request: r})
		require.NoError(t, err)
		moved = *out.Stored.Plan.DoseG
		break
	}
	require.Positive(t, moved)
	is, more := need()
	assert.InDelta(t, was-moved, is, 1)
	assert.InDelta(t, bag+moved, more, 1)
	_ = s
}

// From a tasting to the next cup: the advice is for the brew as it stands, is not given
// twice, and what was learnt goes along to another place.
func TestFromACupToTheNext(t *testing.T) {
	a, _, trip := open(t)
	ctx := t.Context()
	c, b := kitchen(t, a)
	none, err := a.Advise(ctx, b.ID, app.AdviceIn{})
	require.NoError(t, err)
	assert.Zero(t, none.Counted)
	assert.Positive(t, none.Others)
	assert.Contains(t, none.Advice.Why.Text, "other coffees", "a coffee never had begins from what is liked")
	assert.Empty(t, none.Last)

	_, err = a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-11T06:00:00Z", Noted: tasted(-2, 0)})
	require.NoError(t, err)
	first, err := a.Advise(ctx, b.ID, app.AdviceIn{Allow: []string{"grind", "ratio"}})
	require.NoError(t, err)
	require.NotNil(t, first.Advice.Change)
	assert.Equal(t, "grind", first.Advice.Change.Lever)
	assert.True(t, first.Here)
	assert.Equal(t, "sour", first.Last[0].Says)
	assert.Equal(t, "Moor washed", first.Coffee)

	taken, err := a.ChangeBrew(ctx, b.Brew, b.Revision, app.BrewIn{Name: b.Name, Request: first.Advice.Request})
	require.NoError(t, err)
	twice, err := a.Advise(ctx, b.ID, app.AdviceIn{Allow: []string{"grind", "ratio"}})
	require.NoError(t, err)
	assert.Nil(t, twice.Advice.Change, "the same correction is not made twice")

	_, err = a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-12T06:00:00Z", Noted: tasted(0, 0)})
	require.NoError(t, err)
	settled, err := a.Advise(ctx, b.ID, app.AdviceIn{})
	require.NoError(t, err)
	assert.True(t, settled.Advice.Settled)
	assert.Nil(t, settled.Advice.Change)

	// At the plateau the same coffee begins from what was learnt.
	r := taken.Request
	r.Place.AltitudeM, r.Grinder.Clicks = new(3900.0), nil
	stops, err := a.Stops(ctx, trip)
	require.NoError(t, err)
	up, err := a.KeepBrew(ctx, stops[4].ID, app.BrewIn{Name: "Up there", Request: r})
	require.NoError(t, err)
	there, err := a.Advise(ctx, up.ID, app.AdviceIn{})
	require.NoError(t, err)
	require.NotNil(t, there.Advice)
	assert.False(t, there.Here)
	assert.NotEmpty(t, there.Last)
	require.NotNil(t, there.Advice.Change)

	path, err := a.PathOf(ctx, c.ID)
	require.NoError(t, err)
	require.Len(t, path.Cups, 2)
	assert.Greater(t, path.Cups[1].At.ExtractionPct, path.Cups[0].At.ExtractionPct)
	require.NotNil(t, path.Liking)

	log, err := a.Log(ctx, app.AllTrips)
	require.NoError(t, err)
	var ids []int64
	for _, l := range log {
		if l.Coffee == c.UUID {
			ids = append(ids, l.ID)
			assert.NotEmpty(t, l.Small.Bars)
			assert.LessOrEqual(t, len(l.Small.Water), 40)
		}
	}
	compared, err := a.CompareCups(ctx, app.CompareIn{A: ids[1], B: ids[0]})
	require.NoError(t, err)
	assert.Equal(t, "b", compared.Liked)
}

// What the clock of the guide says of the time is taken where it is not what was planned.
func TestTheRunSaysWhatWasHad(t *testing.T) {
	a, _, _ := open(t)
	_, b := kitchen(t, a)
	p := b.Stored.Plan
	r := app.Run{PlanID: b.PlanID, Finished: true}
	slow := 1.5
	for _, s := range p.Steps {
		if s.AtS >= 0 && s.Lane != "flame" {
			r.Done = append(r.Done, run.StepRun{ID: string(s.ID), AtS: slow * s.AtS, EndS: slow * (s.AtS + s.ForS)})
		}
	}
	had := app.HadOf(&p, r)
	require.NotNil(t, had.ContactS)
	assert.InDelta(t, slow**p.ContactS, *had.ContactS, 2)
	require.NoError(t, second(a.SetRun(t.Context(), b.ID, r)))
	l, err := a.WriteLog(t.Context(), app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-11T06:00:00Z", Noted: tasted(1, 0)})
	require.NoError(t, err)
	assert.InDelta(t, *had.ContactS, *l.Had.ContactS, 1e-9)
	slow = 1.01
	for i, s := range p.Steps {
		if i < len(r.Done) {
			r.Done[i].AtS, r.Done[i].EndS = slow*s.AtS, slow*(s.AtS+s.ForS)
		}
	}
	assert.Nil(t, app.HadOf(&p, app.Run{}).ContactS)
}

// A blind round is dealt once, is not told before it is tasted, and is told afterwards.
func TestBlindRounds(t *testing.T) {
	a, _, _ := open(t)
	ctx := t.Context()
	_, b := kitchen(t, a)
	other, err := a.KeepBrew(ctx, b.StopID, app.BrewIn{Name: "Press", Request: brew.Request{Method: "hand-press"}})
	require.NoError(t, err)
	_, err = a.BeginBlind(ctx, b.ID, b.ID)
	assert.ErrorContains(t, err, "same brew")
	x, err := a.BeginBlind(ctx, b.ID, other.ID)
	require.NoError(t, err)
	_, err = a.SayBlind(ctx, x.ID, "first", time.Now())
	assert.ErrorContains(t, err, "no round is dealt")
	for i := range 6 {
		dealt, err := a.DealBlind(ctx, x.ID, uint64(i)<<40)
		require.NoError(t, err)
		again, err := a.DealBlind(ctx, x.ID, uint64(i)<<44+99)
		require.NoError(t, err)
		assert.Equal(t, dealt, again, "dealt once")
		during, err := a.BlindOut(ctx, x.ID)
		require.NoError(t, err)
		assert.True(t, during.Tasting)
		assert.Len(t, during.Rounds, i, "and not told")
		liked := "second"
		if dealt.First == "a" {
			liked = "first"
		}
		after, err := a.SayBlind(ctx, x.ID, liked, time.Unix(0, 0))
		require.NoError(t, err)
		assert.Equal(t, "a", after.Rounds[i].Liked)
		x = after
	}
	assert.True(t, x.Verdict.More)
	require.NoError(t, a.Delete(ctx, app.KindBrew, other.ID))
	list, err := a.BlindsOut(ctx)
	require.NoError(t, err)
	for _, k := range list {
		assert.NotEqual(t, x.ID, k.ID, "left out while one of its brews is gone")
	}
}

// A log goes out as JSON and as CSV, and comes in again once, however often it is brought;
// with what is wrong nothing is kept.
func TestALogGoesOutAndComesIn(t *testing.T) {
	a, _, _ := open(t)
	ctx := t.Context()
	for _, name := range []string{"log.json", "log.csv"} {
		f, err := files.ExportLog(ctx, a, app.AllTrips, name)
		require.NoError(t, err)
		was, err := a.Log(ctx, app.AllTrips)
		require.NoError(t, err)
		there, err := files.ImportLog(ctx, a, strings.NewReader(string(f.Data)))
		require.NoError(t, err, name)
		assert.Equal(t, files.Brought{There: len(was), Said: []string{}}, there)

		b, _, _ := empty(t)
		in, err := files.ImportLog(ctx, b, strings.NewReader(string(f.Data)))
		require.NoError(t, err, name)
		assert.Equal(t, len(was), in.Added)
		is, err := b.Log(ctx, app.AllTrips)
		require.NoError(t, err)
		require.Len(t, is, len(was))
		for i := range is {
			x, y := was[i], is[i]
			assert.Equal(t, x.UUID, y.UUID)
			assert.Equal(t, x.Tasting, y.Tasting, name)
			assert.Equal(t, x.Had, y.Had)
			assert.Equal(t, x.CoffeeName, y.CoffeeName)
			assert.InEpsilon(t, x.DoseG, y.DoseG, 0.02, "%s %s", name, x.BrewName)
			if name == "log.json" {
				assert.InDelta(t, *x.ExtractionPct, *y.ExtractionPct, 1e-9, x.BrewName)
				assert.Equal(t, x.Coffee, y.Coffee)
			}
		}
		again, err := files.ImportLog(ctx, b, strings.NewReader(string(f.Data)))
		require.NoError(t, err)
		assert.Zero(t, again.Added)
	}
	for text, says := range map[string]string{
		`{"format":"apodemos-log","version":1,"entries":[],"more":1}`:                      "more: not a known field",
		`{"format":"other","version":1,"entries":[]}`:                                      `"other" is not a log`,
		`{"format":"apodemos-log","version":9,"entries":[]}`:                               "version: 9 is not known here",
		`{"format":"apodemos-log","version":1,"entries":[{"brewed_at":"x","request":{}}]}`: "entries[0].brewed_at",
		"name,brewed_at,method\nMoor,2026-09-05T06:00:00Z,tea\n":                           "entries[0].request.method",
		"name,brewed_at,method,sour_bitter\nMoor,2026-09-05T06:00:00Z,cone,9\n":            "sour_bitter",
		"name,when\nMoor,now\n": `column "when" is not known`,
	} {
		_, err := files.ImportLog(ctx, a, strings.NewReader(text))
		assert.ErrorContains(t, err, says)
	}
	// A plain table of somebody else's, without identities.
	b, _, _ := empty(t)
	table := "name,brewed_at,method,dose_g,water_g,clicks,um_per_click,sour_bitter,notes\nMoor,2026-09-05T06:00:00Z,cone,15,240,22,30,-1,\"plum, rose\"\n"
	for want := 1; want >= 0; want-- {
		in, err := files.ImportLog(ctx, b, strings.NewReader(table))
		require.NoError(t, err)
		assert.Equal(t, want, in.Added)
	}
}

// A recipe goes out as a file and comes in as the one that it was; deleted, it is had back.
func TestARecipeGoesOutAndComesIn(t *testing.T) {
	a, _, _ := open(t)
	ctx := t.Context()
	read, err := recipe.Read("17 g, 210 g, 88 °C, fine, hand press, 1:30")
	require.NoError(t, err)
	own := read.Recipe
	_, err = a.KeepRecipe(ctx, own)
	assert.ErrorContains(t, err, "name")
	own.Name = "Mine"
	kept, err := a.KeepRecipe(ctx, own)
	require.NoError(t, err)
	f, err := files.ExportRecipe(ctx, a, kept.ID)
	require.NoError(t, err)
	assert.Equal(t, "mine.recipe.json", f.Name)
	same, err := files.ImportRecipe(ctx, a, strings.NewReader(string(f.Data)))
	require.NoError(t, err)
	assert.Equal(t, kept.ID, same.ID)
	require.NoError(t, a.Delete(ctx, app.KindRecipe, kept.ID))
	back, err := files.ImportRecipe(ctx, a, strings.NewReader(string(f.Data)))
	require.NoError(t, err)
	assert.Equal(t, kept.ID, back.ID)
	assert.False(t, back.Deleted)
	b, _, _ := empty(t)
	there, err := files.ImportRecipe(ctx, b, strings.NewReader(string(f.Data)))
	require.NoError(t, err)
	assert.Equal(t, kept.UUID, there.UUID)
	assert.Equal(t, kept.Recipe, there.Recipe)
	for text, says := range map[string]string{
		`{"format":"apodemos-recipe","version":2,"recipe":{}}`:               "version: 2",
		`{"format":"apodemos-recipe","version":1,"recipe":{"colour":"red"}}`: "recipe.colour",
		`{"name":"Mine","method":"cone","water_c":10}`:                       "water_c",
		`{"name":"Mine","method":"cone","clicks":20}`:                        "grinder",
		`{"name":"Mine"}`: "method",
		`nonsense`:        "not JSON",
	} {
		_, err := files.ImportRecipe(ctx, a, strings.NewReader(text))
		assert.ErrorContains(t, err, says)
	}
	plan, err := a.Brews(ctx, 1)
	require.NoError(t, err)
	r, err := a.RecipeOfPlan(ctx, plan[1].PlanID, "As on deck")
	require.NoError(t, err)
	_, err = a.KeepRecipe(ctx, r)
	require.NoError(t, err)
}
