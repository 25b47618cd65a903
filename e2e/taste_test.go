package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// slideTo says a word on a slider of the tasting's field, by the keyboard.
func (p *person) slideTo(label, word string) {
	p.t.Helper()
	at := fmt.Sprintf(`input[type=range][aria-label=%q]`, label)
	says := func() string {
		return p.js(fmt.Sprintf(`document.querySelector('%s')?.getAttribute("aria-valuetext") ?? ""`, at))
	}
	p.until("find "+label, func() bool { return says() != "" })
	p.js(fmt.Sprintf(`(document.querySelector('%s').focus(), "")`, at))
	p.do(chromedp.KeyEvent(kb.Home))
	for range 7 {
		if says() == word {
			return
		}
		p.do(chromedp.KeyEvent(kb.ArrowRight))
	}
	p.until("have said "+word, func() bool { return says() == word })
}

// stepOn taps a step of a tasting.
func (p *person) stepOn(name string) {
	p.t.Helper()
	if slider, word, ok := strings.Cut(name, "? "); ok {
		p.slideTo(slider+"?", word)
		return
	}
	p.until("tap "+name, func() bool {
		return p.js(fmt.Sprintf(`(() => { const e = document.querySelector('input[aria-label=%q]'); e?.click(); return e?.checked ? "yes" : ""; })()`, name)) == "yes"
	})
}

// brewNow is a brew as the API has it.
type brewNow struct {
	ID       int64
	StopID   int64 `json:"stop_id"`
	Revision int64
	Request  struct {
		Method  string
		Recipe  *struct{ Name string }
		Coffee  struct{ ID, Name string }
		Grinder struct {
			Clicks     *float64
			UmPerClick *float64 `json:"um_per_click"`
		}
		Place struct {
			AltitudeM float64 `json:"altitude_m"`
		}
	}
	Stored struct {
		Plan struct {
			DoseG float64 `json:"dose_g"`
			Water struct {
				PouredMl float64 `json:"poured_ml"`
			}
			StartC float64 `json:"start_c"`
			Grind  struct{ Um, Clicks *float64 }
		}
	}
}

// writeFile keeps a text in a file of its own.
func writeFile(t *testing.T, name, text string) string {
	path := filepath.Join(t.TempDir(), name)
	require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
	return path
}

// From the words on a bag to a cup that is liked: read, planned at 1,400 m with clicks,
// brewed, "a little sour", the advice taken with one tap, the second cup liked, settled;
// and at the plateau the same coffee begins from what was learnt.
func TestFromTheBagToTheCupThatIsLiked(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)

	// The bag.
	p.open("/coffees")
	p.see("No coffee yet")
	p.click("Add a coffee")
	p.fill("Name", "Moor washed")
	p.choose("#coffee-roast", "medium")
	p.fill("In the bag now", "250")
	p.fill("Tasting notes on the bag, separated by commas", "plum, cocoa")
	p.fill("Recipe on the bag, word for word", "13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20 · enjoy")
	p.click("Save")
	p.see("250 g left")

	// Its recipe, read from the words: what was understood is shown, what was not is named.
	p.click("Read its recipe")
	p.see("In words, as on a bag")
	p.click("Read it")
	p.see("Touch a piece to change it.")
	assert.Contains(t, p.js(`[...document.querySelectorAll("button.lb-mark")].map(b => b.getAttribute("aria-label")).join("; ")`), "4 pours, each to a reading at a time")
	assert.Contains(t, p.screen(), "enjoy")
	p.fill("Name", "The bag's")
	p.do(selectOption("recipe-method", "Cone dripper")...)
	p.click("Save")
	p.see("Brew it now")
	var own []struct {
		Recipe struct {
			DoseG  float64 `json:"dose_g"`
			WaterG float64 `json:"water_g"`
		}
	}
	send(t, app.base, "GET", "/recipes", nil, &own)
	require.Len(t, own, 1)
	assert.InDelta(t, 200, own[0].Recipe.WaterG, 1e-9)

	// Planned at 1,400 m, with the clicks of one's own grinder.
	var grinder []map[string]any
	send(t, app.base, "POST", "/gear/starter", nil, &grinder)
	var place struct{ ID int64 }
	send(t, app.base, "POST", "/places", map[string]any{"name": "Valley hut", "conditions": map[string]any{"place": map[string]any{"altitude_m": 1400}, "water": map[string]any{"source": "tap"}}}, &place)
	var made brewNow
	send(t, app.base, "POST", fmt.Sprintf("/stops/%d/brews", place.ID), map[string]any{"name": "From the bag", "request": map[string]any{"method": "cone", "place": map[string]any{"altitude_m": 1400}, "water": map[string]any{"source": "tap"}, "grinder": map[string]any{"um_per_click": 30}}}, &made)
	at := fmt.Sprintf("/places/%d/brews/%d", place.ID, made.ID)
	p.open(at)
	p.see("onto the coffee")
	p.do(selectOption("plan-school", "The bag's")...)
	p.see("followed exactly")
	p.do(selectOption("plan-coffee", "Moor washed")...)
	p.click("Save")
	p.see("Saved")
	send(t, app.base, "GET", fmt.Sprintf("/brews/%d", made.ID), nil, &made)
	require.NotNil(t, made.Request.Recipe)
	assert.Equal(t, "Moor washed", made.Request.Coffee.Name)
	assert.InDelta(t, 13, made.Stored.Plan.DoseG, 1e-9)
	assert.InDelta(t, 200, made.Stored.Plan.Water.PouredMl, 1e-9)
	assert.InDelta(t, 90, made.Stored.Plan.StartC, 0.1)
	require.NotNil(t, made.Stored.Plan.Grind.Clicks)
	before := *made.Stored.Plan.Grind.Clicks

	// Tasted on the phone: two taps and a mark.
	p.do(chromedp.EmulateViewport(390, 844))
	p.open(at + "/log")
	p.see("Mark, of ten")
	p.stepOn("Sour or bitter? a little sour")
	p.stepOn("Weak or strong? right")
	p.stepOn("6 of ten")
	p.click("Save the cup")
	p.see("Last time here")
	p.see("a little sour")
	p.see("finer")
	p.click("Apply")
	p.see("Applied:")
	send(t, app.base, "GET", fmt.Sprintf("/brews/%d", made.ID), nil, &made)
	require.NotNil(t, made.Request.Grinder.Clicks)
	assert.Less(t, *made.Request.Grinder.Clicks, before)
	p.clickKind("Why? Other options", "summary")
	p.see("one change at a time")

	// The second cup is liked: it is left alone.
	p.open(at + "/log")
	p.stepOn("Sour or bitter? balanced")
	p.stepOn("Weak or strong? right")
	p.stepOn("9 of ten")
	p.click("More details")
	p.fill("Notes, separated by commas", "plums, lemon")
	p.click("Save the cup")
	p.clickKind("Why? Other options", "summary")
	p.see("You liked it")
	assert.NotContains(t, p.screen(), "Apply")
	p.open("/coffees")
	p.see("2 cups")
	p.see("224 g left")
	for _, word := range []string{"Found", "plum", "Not found yet", "cocoa", "New", "lemon"} {
		assert.Contains(t, p.screen(), word)
	}

	// At the plateau the same coffee begins from what was learnt.
	var up brewNow
	send(t, app.base, "POST", "/places", map[string]any{"name": "Plateau", "conditions": map[string]any{"place": map[string]any{"altitude_m": 3900}, "water": map[string]any{"source": "tap"}}}, &place)
	send(t, app.base, "POST", fmt.Sprintf("/stops/%d/brews", place.ID), map[string]any{"name": "Up there", "request": map[string]any{"method": "cone", "place": map[string]any{"altitude_m": 3900}, "water": map[string]any{"source": "tap"}, "grinder": map[string]any{"um_per_click": 30}, "coffee": map[string]any{"id": made.Request.Coffee.ID}}}, &up)
	p.open(fmt.Sprintf("/places/%d/brews/%d", place.ID, up.ID))
	p.see("Last time, at Valley hut")
	p.click("Why? Other options")
	p.see("From your cups so far")
	p.see("finer")

	// And the logbook shows the way of the cups.
	p.do(chromedp.EmulateViewport(1280, 800))
	p.open("/log")
	p.see("2 cups")
	p.choose("#log-coffee", "Moor washed")
	p.see("Larger dots are better marks")
	p.fill("Find a cup", "lemon")
	p.see("1 cup of 2")
}

// Two methods compared blind: the cups are dealt, who tastes does not see how, and after six
// rounds it is more than chance.
func TestTwoMethodsBlind(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	var place struct{ ID int64 }
	send(t, app.base, "POST", "/places", map[string]any{"name": "Hut", "conditions": map[string]any{}}, &place)
	names := map[string]string{"cone": "Cone dripper: The cone", "hand-press": "Hand press: The press"}
	for method, name := range map[string]string{"cone": "The cone", "hand-press": "The press"} {
		var b struct{ ID int64 }
		send(t, app.base, "POST", fmt.Sprintf("/stops/%d/brews", place.ID), map[string]any{"name": name, "request": map[string]any{"method": method}}, &b)
		send(t, app.base, "POST", fmt.Sprintf("/brews/%d/log", b.ID), map[string]any{"brewed_at": "2026-11-26T07:00:00Z", "mark": 7}, nil)
	}
	p.open("/blind")
	p.see("None yet")
	p.choose("#blind-a", "The cone")
	p.choose("#blind-b", "The press")
	p.click("Start")
	p.see("A")
	for round := range 6 {
		p.click("Deal the cups")
		p.see("Cup 1:")
		first := strings.Contains(p.js(`document.querySelector(".lb-dealt p").innerText`), names["cone"])
		p.click("Poured: hand over")
		p.see("You taste:")
		assert.NotContains(t, p.js(`document.querySelector(".lb-round").innerText`), names["cone"], "who tastes does not see it")
		if first {
			p.click("Cup 1")
		} else {
			p.click("Cup 2")
		}
		p.until("be told", func() bool {
			return p.js(`String(document.querySelectorAll(".lb-diff tbody tr").length)`) == fmt.Sprint(round+1)
		})
	}
	p.see("A was preferred in 6 of 6 rounds: probably not chance.")
	p.click("Delete")
	p.see("None yet")
	p.undo("Deleted: the blind comparison")
	p.see("A was preferred")
}

// A log, and a recipe, go out of one program and into another; what is deleted can be had
// back; two cups are chosen and compared.
func TestTheLogbookGoesAlong(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/log")
	p.see("29 cups")
	file := writeFile(t, "log.json", string(get(t, app.base+"/api/v1/log/export.json")))
	recipe := writeFile(t, "own.json", string(get(t, app.base+"/api/v1/recipes/1/export.json")))
	p.choose("#log-liking", "7 and more")
	p.see("of 29")
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelectorAll(".lb-pick input")[0].click()`), chromedp.Evaluate[chromedp.Void](`document.querySelectorAll(".lb-pick input")[1].click()`))
	p.see("Compare the two")
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelectorAll(".lb-pick input")[2].click()`))
	p.click("Compare the 3")
	p.see("3 cups side by side")
	p.see("A, on one axis with the others")
	p.see("What differed")
	assert.Equal(t, "3", p.js(`String(document.querySelectorAll(".lb-diff thead .right").length)`))

	p.open("/log/1")
	p.see("As planned")
	p.click("Delete")
	p.see("28 cups")
	p.undo("Deleted:")
	p.see("29 cups")

	p.open("/coffees")
	p.see("Harbour blend")
	p.do(chromedp.Click(chromedp.CSS(`[aria-label="Delete Harbour blend"]`)))
	p.see("Deleted: Harbour blend")
	p.open("/log")
	p.see("29 cups")
	assert.Contains(t, p.screen(), "Harbour blend", "still readable where it was used")

	other := startOwn(t)
	q := sit(t, other.base)
	q.open("/log")
	q.see("No cups yet")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#log-file"), []string{file}))
	q.see("29 cups imported")
	q.open("/recipes")
	q.see("No recipes yet")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#recipe-file"), []string{recipe}))
	q.see("From the bag: four pours")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#recipe-file"), []string{writeFile(t, "bad.json", `{"name":"x","method":"cone","water_c":5}`)}))
	q.expectError("422")
	q.see("The file can’t be read.")
	q.see("Water temperature")
}

// A cup that is written down later has its own moment, which cannot lie ahead.
func TestACupOfAnotherDay(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	p := sit(t, a.base)
	p.open("/trips/1/stops/5/brews/9/log")
	p.see("How was it?")
	p.day("entry-when", "2199-01-01T08:00")
	p.see("This is in the future")
	p.day("entry-when", "0026-09-01T07:30")
	p.stepOn("7 of ten")
	p.expectError("422")
	p.click("Save the cup")
	p.see("from the year 2000 until now") // and what was said stays
	p.day("entry-when", "2026-09-01T07:30")
	p.seeNot("This is in the future")
	p.do(chromedp.Reload())
	p.until("find it still said", func() bool { return p.js(`document.getElementById("entry-when")?.value ?? ""`) == "2026-09-01T07:30" })
	assert.Equal(t, "true", p.js(`String(document.querySelector('input[aria-label="7 of ten"]').checked)`))
	p.click("Save the cup")
	p.until("be back at the plan", func() bool { return strings.Contains(p.js("location.search"), "tasted") })
	want := p.js(`new Date("2026-09-01T07:30").toISOString().replace(".000", "")`)
	var log []app.LogEntry
	send(t, a.base, "GET", "/log", nil, &log)
	assert.True(t, slices.ContainsFunc(log, func(l app.LogEntry) bool { return l.BrewID == 9 && l.BrewedAt == want }), "of %s: %+v", want, log)
	p.open("/trips/1/stops/5/brews/9/log")
	p.see("How was it?")
	assert.Empty(t, p.js(`document.getElementById("entry-when").value`), "the next is of now again")
}

// A cup that was made without a plan is written down from the log, its taste set with a finger.
func TestACupWithoutAPlan(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	p := sit(t, a.base)
	p.open("/log")
	p.click("Log a cup")
	p.see("a place outside trips")
	p.word("Method")
	p.do(chromedp.SetValue(chromedp.CSS(`select[aria-label="Method"]`), "press-pot"))
	p.see("Press pot")
	at := strings.Split(p.text("see the field", `(() => { const r = document.querySelector(".ts-field svg")?.getBoundingClientRect(); return r && r.width > 0 ? [r.x + r.width * 0.63, r.y + r.height * 0.5].join(" ") : ""; })()`), " ")
	x, _ := strconv.ParseFloat(at[0], 64)
	y, _ := strconv.ParseFloat(at[1], 64)
	p.do(chromedp.MouseClickXY(x, y))
	p.see("a little bitter, right")
	p.stepOn("6 of ten")
	p.fill("In your words", "Left too long.")
	p.open("/log/new") // left half done, it is still there
	p.see("a little bitter, right")
	p.click("Save the cup")
	p.see("Last time here: a little bitter")
	var log []app.LogEntry
	send(t, a.base, "GET", "/log?latest=1", nil, &log)
	require.Len(t, log, 1)
	assert.Equal(t, "press-pot", log[0].Method)
	assert.Equal(t, "Left too long.", log[0].Words)
	assert.InDelta(t, 1, *log[0].SourBitter, 0)
	assert.InDelta(t, 0, *log[0].WeakStrong, 0)
	assert.Zero(t, log[0].TripID)
}
