package e2e

import (
	"math"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// boilAt works out a boiling point by hand, apart from the program: pressure by
// ISO 2533, and IAPWS R7-97(2012) eq. 31 with its coefficients written out.
func boilAt(altitudeM float64) float64 {
	p := 101325 * math.Pow(1-0.0065*altitudeM/288.15, 5.255876)
	b := math.Pow(p/1e6, 0.25)
	e := b*b - 17.073846940092*b + 14.915108613530
	f := 1167.0521452767*b*b + 12020.824702470*b - 4823.2657361591
	g := -724213.16703206*b*b - 3232555.0322333*b + 405113.40542057
	d := 2 * g / (-f - math.Sqrt(f*f-4*e*g))
	const n9, n10 = -0.23855557567849, 650.17534844798
	return (n10+d-math.Sqrt((n10+d)*(n10+d)-4*(n9+n10*d)))/2 - 273.15
}

// One stop, one brew, all the way: planned, brewed by the clock, written down,
// and still there when the program has been started again.
func TestOneBrewFromPlanToLog(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	app := start(t, dir, "--clock-rate", "120")
	p := sit(t, app.base)
	p.open("/trips/1")
	p.see("From the port to the ice field")

	p.click("High plateau")
	p.see("Brews here")
	p.plan("Cone dripper: Four pulses, 45 seconds apart")
	p.see("our pulses")
	assert.InDelta(t, boilAt(3900), number(t, p.figure("boil_c")), 0.051)
	assert.Equal(t, "none", p.figure("wait_s"), "it boils below the temperature that the recipe wants: do not wait")
	p.see("Keep it on the heat for the first")
	p.see("Not saved")
	dose := number(t, p.figure("dose_g"))

	// The altitude, by the keyboard alone.
	p.slide("Altitude", kb.ArrowLeft, 60) // 10 m each
	p.until("see the boiling point of the altitude on the screen", func() bool {
		shown := p.says("Altitude")
		if shown == "" {
			return false
		}
		altitude := number(t, shown)
		return altitude < 3500 && math.Abs(number(t, p.figure("boil_c"))-boilAt(altitude)) < 0.051
	})
	p.fill("Altitude", "4250")
	p.until("see the boiling point at 4,250 m", func() bool {
		return math.Abs(number(t, p.figure("boil_c"))-boilAt(4250)) < 0.051
	})

	// More cups take more coffee and water, in proportion.
	p.fill("People", "3")
	p.until("see the dose for three", func() bool {
		return math.Abs(number(t, p.figure("dose_g"))-1.5*dose) <= 1
	})
	p.see("2 equal batches") // one cone does not take it
	p.fill("People", "2")
	p.until("see the dose for two", func() bool { return number(t, p.figure("dose_g")) == dose })

	// The working of the boiling point.
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="boil_c"]`)))
	p.see("IAPWS R7-97(2012), eq. 31")
	p.see("Air pressure")
	p.do(chromedp.NavigateBack())
	p.seeNot("IAPWS R7-97(2012), eq. 31")

	// Units change every figure, inputs included.
	p.units("US")
	p.until("see °F", func() bool {
		return p.figure("boil_c") != "" && p.says("Altitude") == "13,940 ft"
	})
	assert.InDelta(t, boilAt(4250)*1.8+32, number(t, p.figure("boil_c")), 0.06)
	p.units("metric")

	p.click("Save")
	p.see("Saved")
	p.click("Brew it")
	p.see("Pot ready? Press space or Start.")
	p.do(chromedp.KeyEvent(" "))
	p.see("Fill the kettle")
	// The clock waits when it boils and again before the first pour.
	p.see("The clock is waiting for you.")
	p.do(chromedp.KeyEvent(" "))
	p.see("Pour now")
	p.do(chromedp.Reload())
	p.see("Pour now")
	p.do(chromedp.KeyEvent(" "))
	p.do(chromedp.KeyEvent(kb.ArrowRight))
	p.see("Done. Taste it, then log the cup.")
	p.click("Log the cup")

	p.stepOn("Sour or bitter? sour")
	p.stepOn("8 of ten")
	p.fill("In your words", "Clear, a little sharp.")
	p.click("Save the cup")
	p.see("Last time here")
	p.see("sour")

	p.expectError("ERR_CONNECTION_REFUSED") // the page may be reading while its server stops
	app.stop()
	again := start(t, dir)
	p.base = again.base
	p.open("/log")
	p.see("Clear, a little sharp.")
	p.see("sour")
}

func TestGuidePausesSkipsAndGoesBack(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.see("Pot ready? Press space or Start.")
	p.click("Start")
	p.see("Fill the kettle")
	p.click("Next")
	p.see("Light the stove")
	p.click("Previous")
	p.see("Fill the kettle")
	p.click("Pause")
	p.see("Continue")
	at := p.js(`document.querySelector("[data-testid=clock]").innerText`)
	seconds := func(clock string) float64 {
		m, sec, _ := strings.Cut(strings.TrimPrefix(clock, "−"), ":")
		return 60*number(t, m) + number(t, sec)
	}
	time.Sleep(1200 * time.Millisecond)
	assert.Equal(t, at, p.js(`document.querySelector("[data-testid=clock]").innerText`), "a paused clock stands still")
	p.do(chromedp.Reload())
	p.see("Continue")
	assert.InDelta(t, seconds(at), seconds(p.js(`document.querySelector("[data-testid=clock]").innerText`)), 1, "also over a reload, to what it is rounded by")
	for range 20 {
		if p.js(`document.body.innerText.includes("Done.") ? "y" : ""`) == "y" {
			break
		}
		p.next()
	}
	p.see("Done. Taste it")
	p.instruments()
	p.click("Start over")
	p.see("Pot ready? Press space or Start.")
}

// Cups that steep on their own are brewed one beside the other: the guide goes
// through all of them, each with its number.
func TestGuideGoesThroughEveryCup(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/1")
	p.plan("Cup steep")
	p.see("Broken, skimmed, decanted")
	p.fill("People", "3")
	p.see("Pour the next cup")
	p.click("Save")
	p.see("Saved")
	p.click("Brew it")
	p.see("3 cups, ")
	p.click("Start")
	said := map[string]bool{}
	for range 60 {
		if p.js(`document.body.innerText.includes("Done.") ? "y" : ""`) == "y" {
			break
		}
		said[p.js(`(document.querySelector("[data-testid=instruction]")?.innerText ?? "").replace(/\u2009/g, " ").replace(/^(When you are ready: )/, "").split(/ to | (?=Wet)/)[0]`)] = true
		p.next()
	}
	p.see("Done. Taste it")
	for _, want := range []string{"Cup 1. Pour", "Cup 2. Pour", "Cup 3. Pour", "Cup 3. Let it settle."} {
		assert.True(t, said[want], "%q was said; said: %v", want, said)
	}
}

func TestBadInputSaysWhatIsAllowedAndLosesNothing(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	before := p.figure("boil_c")
	p.fill("Altitude", "9500")
	p.see("9,500 m is out of range. Enter −430 to 8,850 m")
	assert.Equal(t, before, p.figure("boil_c"))
	p.fill("Altitude", "4000")
	p.seeNot("is out of range")

	// What no single field can know comes from the core, at the field.
	p.click("All settings")
	p.see("The first of these counts")
	p.expectError("422")
	p.fill("Measured boiling point", "120")
	p.see("120 °C is out of range. Enter 68 to 103 °C")
	p.fill("Measured boiling point", "88")
	p.until("see the measured boiling point", func() bool { return p.figure("boil_c") == "88.0 °C" })
	p.fill("Clicks", "20")
	p.until("see 20 clicks", func() bool { return p.figure("grind.clicks") == "20 clicks" })

	// Unsaved changes are there after a reload and after a look elsewhere.
	p.do(chromedp.Reload())
	p.see("Not saved yet")
	assert.Equal(t, "88.0 °C", p.figure("boil_c"))
	p.open("/trips/1")
	p.see("changed, not saved")
	p.open("/trips/1/stops/5/brews/9")
	p.click("Discard changes")
	p.until("see the stop's boiling point", func() bool { return p.figure("boil_c") == before })
}

func TestDeleteCanBeUndone(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/log")
	p.see("Day five: citrus, long.")
	p.clickKind("Day five: citrus, long.", ".lb-link")
	p.see("Plan the next cup")
	p.click("Delete")
	p.see("28 cups")
	p.seeNot("Day five: citrus, long.")
	p.click("Undo")
	p.see("Day five: citrus, long.")

	p.open("/trips/1/stops/9")
	p.see("Last morning")
	p.see("EFSA 2015 and US FDA guidance")
	p.click("More for Last morning")
	p.clickKind("Delete", "[role=menuitem]")
	p.see("None yet.")
	p.click("Undo")
	p.see("Last morning")
}

func TestATripByHand(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips")
	p.fill("Name", "Two days on the moor")
	p.click("Make the trip")
	p.see("No stop yet.")
	p.click("Add a stop")
	p.fill("Name", "Moor hut")
	p.fill("Altitude", "1000")
	p.click("Add the stop")
	p.see("Moor hut")
	p.see("96.6")
	p.plan("Steeped or boiled pot: Steeped, filter grind, skimmed")
	p.see("Steeped, filter grind, skimmed")
	p.see("Take it off, lid off. Wait until it is")
}

func TestKeyboardAndTheme(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.do(chromedp.KeyEvent("?"))
	p.see("Day or headlamp theme")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.seeNot("Day or headlamp theme")
	p.do(chromedp.KeyEvent("t"))
	require.Equal(t, "headlamp", p.js(`document.documentElement.dataset.theme`))
	p.do(chromedp.KeyEvent("l"))
	p.see("Two clicks finer. Nearly there.")
	p.open("/no/such/page")
	p.see("No such page")
}

// A drawdown that was timed fits the dripper: the plan drains when it was seen to, says
// that it is measured, and can be put back.
func TestATimedDrawdownFitsTheDripper(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.click("Drained at a different time")
	p.expectError("422") // a time that no paper takes is refused by the core
	p.fill("Drained after", "50")
	p.click("Fit this dripper")
	p.see("no paper makes it drain then. Enter ") // at the field, and what was typed stays
	p.fill("Drained after", "6:20")
	p.click("Fit this dripper")
	p.see("of the usual time to drain")
	p.until("it drains then", func() bool { return strings.Contains(p.figure("contact_s"), "6 min 20 s") })
	p.click("Back to usual")
	p.seeNot("of the usual time to drain")
	p.until("as before", func() bool { return strings.Contains(p.figure("contact_s"), "5 min 30 s") })
}

// A value that cannot be planned empties nothing: the last plan stays, said to be the last,
// and is not brewed; the value says what it needs, and one click goes back.
func TestAWrongValueLeavesTheLastPlan(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	boils := p.figure("boil_c")
	p.expectError("422")
	p.click("All settings")
	p.fill("Find a setting", "propane")
	p.fill("Propane", "90")
	p.see("This is the last working plan")
	p.do(chromedp.KeyEvent(kb.Escape))
	assert.Equal(t, boils, p.figure("boil_c"), "the page stays")
	assert.Equal(t, "true", p.js(`String(document.querySelector(".brew-it").disabled)`))
	p.see("Correct the marked value first")
	// After a reload, too: then it is the brew as it is kept.
	p.open("/trips/1/stops/5/brews/9")
	p.see("This is the last working plan")
	assert.Equal(t, boils, p.figure("boil_c"))
	p.click("restore it")
	p.seeNot("This is the last working plan")
	assert.Equal(t, "false", p.js(`String(document.querySelector(".brew-it").disabled)`))

	// Half typed, a time is no time yet; typed, it says what it was understood as.
	p.click("All settings")
	p.fill("Find a setting", "contact")
	p.into("Contact time")
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent("5:"))
	p.see("is not a time. Enter 3:20, 3 min or 200 s")
	assert.Equal(t, boils, p.figure("boil_c"))
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent("400 s"))
	p.see("6 min 40 s")
}

// Ground so fine that it clogs there is nothing to tell and nothing to follow.
func TestAClogIsSaidAndNotBrewed(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.click("All settings")
	p.fill("Find a setting", "clicks")
	p.fill("Clicks", "5")
	p.see("this bed would clog")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("This grind clogs: choose a coarser one.")
	assert.Equal(t, "true", p.js(`String(document.querySelector(".brew-it").disabled)`))
	assert.Equal(t, "4", p.js(`String([...document.querySelectorAll(".fig-none")].filter(e => e.innerText.includes("clogged")).length)`), "contact, cup, extraction and strength")
	assert.Empty(t, p.js(`document.querySelector('[data-figure="contact_s"]')?.innerText ?? ""`))
	p.click("Discard changes")
	p.seeNot("clogged")
	assert.Equal(t, "false", p.js(`String(document.querySelector(".brew-it").disabled)`))
}
