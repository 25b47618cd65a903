package e2e

import (
	"encoding/json"
	"fmt"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// fast lets the guide's clock run faster than time.
var fast = []string{"--clock-rate", "90"}

// A brew on simulated instruments, with a kettle that stood and a hand that pours too much:
// the guide says what differs and what to do, the later readings move, and the log shows
// what happened over what was planned.
func TestABrewOnSimulatedInstruments(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir(), fast...)
	p := sit(t, a.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.see("Pot ready? Press space or Start.")
	p.instruments()
	p.do(selectOption("guide-source", "simulated, cooler kettle, heavy pours")...)
	p.see("heavy pours")
	planned := p.js(`[...document.querySelectorAll(".sc-reading-name")].map(e => e.textContent).join(" ")`)
	p.click("Start")
	p.see("Fill the kettle")
	notices := map[string]bool{}
	p.within(time.Minute, "see it through", func() bool {
		if n := p.js(`document.querySelector("[data-testid=notice]")?.innerText ?? ""`); n != "" {
			notices[n] = true
		}
		if pair := p.js(`document.querySelector("[data-testid=pair]")?.dataset.now ?? ""`); pair != "" {
			notices["a pair"] = true
		}
		return strings.Contains(p.screen(), "Done. Taste it")
	})
	var said []string
	for n := range notices {
		said = append(said, n)
	}
	all := strings.Join(said, "\n")
	assert.Contains(t, all, "a pair", "the reading now, and the one to reach")
	assert.Contains(t, all, "more than planned", "planned %s", planned)
	assert.Contains(t, all, "colder than planned")
	assert.NotEmpty(t, p.js(`document.querySelector(".sc-real-scale").getAttribute("d")`))
	p.click("Log the cup")
	p.see("How was it?")
	p.see("water")
	p.click("Save the cup")
	p.until("be back at the plan", func() bool { return strings.Contains(p.js("location.search"), "tasted") })
	var log []app.LogEntry
	require.NoError(t, json.Unmarshal(get(t, a.base+"/api/v1/log"), &log))
	require.NotNil(t, log[0].Made)
	assert.NotEmpty(t, log[0].Made.Record.ScaleG)
	assert.NotEmpty(t, log[0].Made.BeganAt)
	require.NotNil(t, log[0].Had.StartC)
	p.open(fmt.Sprintf("/log/%d", log[0].ID))
	p.see("What happened, with the plan")
	p.until("see the curve that was", func() bool { return p.js(`document.querySelector(".sc-real-scale")?.getAttribute("d") ?? ""`) != "" })
}

// tap does what the guide waits for, and says what. Read and tapped in one turn of the page:
// between two of them, at this speed, the step changes.
const tap = `(() => {
  const keys = Object.fromEntries([...document.querySelectorAll(".guide-keys button")].map(e => [e.innerText.trim(), e]));
  const s = document.body.innerText;
  let it = null;
  if (keys["It boils"]) it = s.includes("The clock is waiting for you") ? "It boils" : null;
  else if (keys["Drained"] && /draws? down/.test(s)) it = "Drained";
  else if (keys["Pour now"]) it = "Pour now";
  else if (keys["Continue"]) it = "Continue";
  if (it) keys[it].click();
  return it ?? "";
})()`

// The same by taps alone: it boils, go on, drained.
func TestABrewByTapsAlone(t *testing.T) {
	t.Parallel()
	// Slower than the others: a sign can only be tapped while it is waited for.
	a := start(t, t.TempDir(), "--clock-rate", "40")
	p := sit(t, a.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.click("Start")
	p.see("Fill the kettle")
	tapped := map[string]bool{}
	p.within(time.Minute, "see it through", func() bool {
		if it := p.js(tap); it != "" {
			tapped[it] = true
		}
		return strings.Contains(p.screen(), "Done. Taste it")
	})
	assert.True(t, tapped["It boils"], "%v", tapped)
	assert.True(t, tapped["Drained"], "%v", tapped)
	p.click("Log the cup")
	p.see("How was it?")
}

// A guide whose tab and program are killed goes on within a second of the truth.
func TestAGuideSurvivesAKill(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	a := start(t, dir)
	p := sit(t, a.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.click("Start")
	p.see("Fill the kettle")
	p.instruments()
	p.fill("Reading", "99999")
	p.click("Read")
	p.see("is out of range. Enter")
	p.click("Next")
	p.see("Light the stove")
	position := func(p *person) float64 {
		return number(t, p.js(`document.querySelector("[data-testid=clock]")?.dataset.position ?? ""`))
	}
	time.Sleep(1500 * time.Millisecond)
	was, at := position(p), time.Now()
	p.expectError("Failed to")
	p.expectError("ERR_")
	require.NoError(t, a.cmd.Process.Signal(syscall.SIGKILL))
	_ = a.cmd.Wait()
	time.Sleep(2 * time.Second)
	b := start(t, dir)
	q := sit(t, b.base)
	q.open("/trips/1/stops/5/brews/9/guide")
	q.going()
	q.until("see the clock", func() bool {
		return q.js(`document.querySelector("[data-testid=clock]")?.dataset.position ?? ""`) != ""
	})
	gone := time.Since(at).Seconds()
	assert.InDelta(t, was+gone, position(q), 1.6, "within a second, and what the two clocks are rounded by")
}

// A taught hand stops on the gram, and its error is kept beside its own last ones.
func TestATaughtHandPractises(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	p := sit(t, a.base)
	p.open("/practice")
	p.click("Stop on the gram")
	for n := 1; n <= 2; n++ {
		p.click(map[int]string{1: "Start", 2: "Again"}[n])
		p.see("stop at 60")
		p.js(`(document.body.dispatchEvent(new KeyboardEvent("keydown", {key: "w", bubbles: true})), "")`)
		// The hand lets go when the scale says so.
		p.until("see enough", func() bool {
			return number(t, p.js(`document.querySelector("[data-testid=practice-scale]")?.innerText.split(/\s/)[0] ?? "0"`)) >= 58
		})
		p.js(`(document.body.dispatchEvent(new KeyboardEvent("keyup", {key: "w", bubbles: true})), "")`)
		p.until("be told", func() bool {
			s := p.js(`document.querySelector("[data-testid=exercise]").innerText`)
			return strings.Contains(s, "too much") || strings.Contains(s, "too little")
		})
		p.see(fmt.Sprintf("your last %d", n))
	}
}

// A whole brew on the virtual brewer, by a hand that does what the guide says.
func TestAWholeBrewIsPractised(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir(), "--clock-rate", "12")
	p := sit(t, a.base)
	p.open("/practice?method=press-pot&altitude=2300")
	p.click("Start the brew")
	p.see("Fill the kettle")
	tap := func(b string) bool {
		return p.js(fmt.Sprintf(`(() => { const b = [...document.querySelectorAll(".pr-whole button")].find(e => e.innerText.trim() === %q && !e.disabled); b?.click(); return b ? "y" : ""; })()`, b)) == "y"
	}
	require.True(t, tap("Fill the kettle"))
	lit, boiled, pouring := false, false, false
	end := time.Now().Add(110 * time.Second)
	for !strings.Contains(p.screen(), "Result") && p.js(`document.querySelector("[data-testid=review]") ? "y" : ""`) != "y" {
		require.True(t, time.Now().Before(end), p.screen())
		s := p.screen()
		do := p.js(`document.querySelector("[data-testid=practice-do]")?.innerText ?? ""`)
		switch {
		case !lit && strings.Contains(do, "Light"):
			lit = tap("Full flame")
		case lit && !boiled && strings.Contains(s, "it rolls"):
			boiled = tap("It boils")
			tap("Off the heat")
		case boiled && !pouring && tap("Go on"):
		}
		if boiled && !pouring && strings.HasPrefix(do, "Pour") {
			pouring = true
			p.js(`(document.body.dispatchEvent(new KeyboardEvent("keydown", {key: "w", bubbles: true})), "")`)
		}
		if pouring && !strings.HasPrefix(do, "Pour") {
			p.js(`(document.body.dispatchEvent(new KeyboardEvent("keyup", {key: "w", bubbles: true})), "")`)
		}
		if strings.HasPrefix(do, "Press") {
			tap("Press or lift")
		}
		time.Sleep(60 * time.Millisecond)
	}
	p.see("extracted, planned")
	p.see("Next time")
}
