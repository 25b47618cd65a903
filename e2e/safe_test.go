package e2e

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// safePot is a pot for six at a stream at 1,500 m, whose water is boiled to be safe; it returns
// the address of its guide.
func safePot(t *testing.T, base string) string {
	var stop struct{ ID int64 }
	send(t, base, "POST", "/trips/1/stops", map[string]any{"name": "Stream camp", "position": 1, "day": 1, "km": 1,
		"conditions": map[string]any{"place": map[string]any{"altitude_m": 1500}, "water": map[string]any{"source": "stream", "treatment": "boil"}}}, &stop)
	var fresh struct {
		Request map[string]any `json:"request"`
	}
	send(t, base, "GET", fmt.Sprintf("/stops/%d/brews/new?method=pot", stop.ID), nil, &fresh)
	fresh.Request["drinkers"], fresh.Request["vessel"] = 6, map[string]any{"capacity_ml": 2500}
	var brew struct{ ID int64 }
	send(t, base, "POST", fmt.Sprintf("/stops/%d/brews", stop.ID), map[string]any{"at": "07:00", "name": "For six", "request": fresh.Request}, &brew)
	return fmt.Sprintf("/trips/1/stops/%d/brews/%d/guide", stop.ID, brew.ID)
}

// Nothing that is tapped, but that it boils, starts the boil that makes the water safe; to go
// without is a choice of its own, which guide, cup and log show from then on.
func TestTheSafeBoilInTheGuide(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open(safePot(t, app.base))
	p.click("Start")
	p.see("Fill the pot")
	for range 12 {
		p.next()
	}
	p.see("Wait for a rolling boil.")
	p.do(chromedp.KeyEvent(" "))
	time.Sleep(300 * time.Millisecond)
	p.see("Wait for a rolling boil.")
	assert.Contains(t, p.js(`document.querySelector("[data-testid=instruction]").innerText`), "rolling boil")
	p.instruments()
	p.do(selectOption(".guide-byhand .ant-select input", "water")...)
	p.fill("Reading", "18")
	p.click("Read")
	p.click("It boils")
	p.fill("Reading", "18")
	p.click("Read")
	p.see("Not boiling: the probe reads 18")
	p.see("bring it back to a rolling boil")
	left := p.js(`document.querySelector("[data-testid=notice]").innerText`)
	time.Sleep(1500 * time.Millisecond)
	assert.Equal(t, left, p.js(`document.querySelector("[data-testid=notice]").innerText`), "the count stands")
	p.do(chromedp.Reload())
	p.see("Not boiling: the probe reads 18")

	p.click("Skip: water not safe…")
	p.see("Without this boil the water is not safe to drink.")
	p.click("Keep boiling")
	p.seeNot("Without this boil")
	p.skipBoil()
	p.see("Add the coffee")
	for range 20 {
		if strings.Contains(p.screen(), "Done. Taste it") {
			break
		}
		p.do(chromedp.KeyEvent(kb.ArrowRight))
		time.Sleep(100 * time.Millisecond)
	}
	p.see("Water not safe: you skipped the safety boil")
	p.click("Log the cup")
	p.see("Water not safe: its safety boil was skipped.")
	p.stepOn("8 of ten")
	p.click("Save the cup")
	p.see("Last time here")
	p.open("/log")
	p.see("Water not safe: its safety boil was skipped.")
	p.js(`document.querySelector(".lb-cups a").click(), ""`)
	p.see("Water not safe: its safety boil was skipped.")
}

// hidden makes the page one that nobody looks at: it says that it is hidden, its repeated
// timers are slowed to one a minute, as a browser does, and what it would show is noted.
const hidden = `(() => {
  Object.defineProperty(document, "visibilityState", {get: () => window.looked ? "visible" : "hidden"});
  Object.defineProperty(document, "hidden", {get: () => !window.looked});
  window.shown = [];
  window.looked = true;
  const slow = window.setInterval;
  window.setInterval = (f, ms, ...a) => slow(f, window.looked ? ms : 60000, ...a);
  class Noted { static permission = "default"; static requestPermission() { Noted.permission = "granted"; return Promise.resolve("granted"); }
    constructor(title, o) { window.shown.push(o.body); } close() {} }
  window.Notification = Noted;
  window.away = (yes) => { window.looked = !yes; document.dispatchEvent(new Event("visibilitychange")); };
})()`

// A phone that sleeps, or a page behind another, is woken for the boil to look after, the end
// of the safe boil and what comes then; and nothing of the boil is lost.
func TestAHiddenGuideAlerts(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir(), "--clock-rate", "30")
	p := sit(t, app.base)
	p.beforeEach(hidden)
	p.open(safePot(t, app.base))
	p.click("Start")
	p.see("Fill the pot")
	require.Equal(t, "granted", p.js(`Notification.permission`), "it is asked for when the guide starts")
	p.js(`window.away(true), ""`)
	shown := func() string { return p.js(`window.shown.join("\n")`) }
	p.within(time.Minute, "be told to look after the boil", func() bool { return strings.Contains(shown(), "It should boil about now") })
	p.js(`window.away(false), ""`)
	p.click("It boils")
	p.js(`window.away(true), ""`)
	p.within(30*time.Second, "be told that the safe boil is over", func() bool { return strings.Contains(shown(), "The safety boil is over.") })
	p.within(30*time.Second, "be told what to do", func() bool { return strings.Contains(shown(), "Add the coffee") })
	once := strings.Count(shown(), "The safety boil is over.")
	assert.Equal(t, 1, once)
	p.js(`window.away(false), ""`)
	p.until("go on", func() bool {
		p.js(`([...document.querySelectorAll(".guide-wide")].find(b => !b.disabled && !b.innerText.startsWith("It"))?.click(), "")`)
		return strings.Contains(p.screen(), "Pour gently")
	})
	assert.Empty(t, p.js(`document.querySelector("[data-testid=unsafe]")?.innerText ?? ""`))
	// Where it cannot be had, that is said before the start.
	bare := sit(t, app.base)
	bare.beforeEach(`delete window.Notification; Object.defineProperty(navigator, "wakeLock", {value: undefined}); delete Navigator.prototype.wakeLock`)
	bare.open("/trips/1/stops/5/brews/9/guide")
	bare.see("This page can’t alert you while the phone sleeps.")
	bare.see("keep the screen on")
}

// What is said of a place and cannot be true is named at the stop and before the first step.
func TestAPlaceThatCannotBe(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	var stop struct{ ID int64 }
	send(t, app.base, "POST", "/trips/1/stops", map[string]any{"name": "Typed wrong", "position": 1, "day": 1, "km": 1,
		"conditions": map[string]any{"place": map[string]any{"altitude_m": 3000, "pressure_hpa": 1013}, "water": map[string]any{"source": "stream", "treatment": "boil"}}}, &stop)
	p.open(fmt.Sprintf("/trips/1/stops/%d", stop.ID))
	p.see("looks like a pressure reduced to sea level")
	p.see("the longer safety boil counts")
	p.plan("Press pot")
	p.see("The values for this place don’t agree")
}

// A fresh browser does not open the guide of a brew that is over: it offers to write it down.
func TestAFinishedBrewIsOfferedAndNotOpened(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir(), "--clock-rate", "60")
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.click("Start")
	p.within(time.Minute, "see it through", func() bool {
		p.js(tap)
		return strings.Contains(p.screen(), "Done. Taste it")
	})
	time.Sleep(time.Second) // its last events are on their way
	p.js(`(localStorage.clear(), sessionStorage.clear(), "")`)
	p.open("/")
	p.see("Coffee now")
	p.see("Log the cup: First light")
	p.see("finished, ")
	assert.NotContains(t, p.js("location.pathname"), "guide")
	p.click("Log the cup: First light")
	p.see("How was it?")
}
