package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// TestScreenshots makes the pictures of docs/screenshots; make screenshots
// sets the folder.
func TestScreenshots(t *testing.T) {
	t.Parallel()
	dir := os.Getenv("APODEMOS_SCREENSHOTS")
	if dir == "" {
		dir = t.TempDir() // the views open without an error all the same
	}
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	shoot := func(name string) {
		time.Sleep(300 * time.Millisecond)
		p.picture(filepath.Join(dir, name+".png"))
	}
	p.open("/now")
	p.click("Not now")
	p.see("water from")
	p.fill("Altitude", "2300")
	p.fill("Exact air temperature", "5")
	p.touchUnder("Wind", "breeze")
	p.touchUnder("Water source", "a stream")
	p.touchUnder("Made safe", "boiled first")
	p.touchUnder("Cups", "2")
	p.see("boils at 92.3 °C")
	p.seeNot("Needs safe water") // the ways are those of what was said last
	p.js(`(document.activeElement?.blur(), document.querySelectorAll(".strip-row").forEach(r => { r.scrollLeft = 0; }), scrollTo(0, 0), "")`)
	shoot("now")
	p.open("/trips/1")
	p.see("Glacier bivouac")
	shoot("route")
	p.open("/trips/1/stops/5")
	p.see("Brews here")
	p.see("why here")
	p.seeNot("about … mg")
	shoot("stop")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	shoot("plan")
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="heat.fuel_g"]`)))
	p.see("heating value")
	shoot("working")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.compare("Moka pot: Hot water")
	p.see("the same coffee and water")
	p.js(`(document.querySelector(".versus").scrollIntoView(), "")`)
	shoot("compare")
	p.open("/bench/canister?from=stop5")
	p.see("feeds")
	shoot("bench-canister")
	p.open("/trips/1/provisions")
	p.see("Nothing runs out")
	p.click("More: a longer stay")
	p.click("More: more people")
	p.see("runs out")
	shoot("provisions")
	p.open("/trips/1/kit")
	p.see("makes all 15 brews")
	shoot("kit")
	p.open("/trips/1/schedule")
	p.see("Day 1")
	shoot("schedule")
	p.open("/trips/1/sheet")
	p.see("If you stop at")
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelectorAll(".leaf")[5].scrollIntoView()`))
	shoot("sheet")
	p.open("/log")
	p.see("29 cups")
	p.choose("#log-coffee", "Cloud terrace")
	p.see("Larger dots")
	shoot("log")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Last time here")
	p.click("Why? Other options")
	p.see("Instead")
	p.click("rounder")
	p.see("You asked for rounder")
	p.js(`(document.querySelector(".last").scrollIntoView(), scrollBy(0, -60), "")`)
	shoot("advice")
	p.do(chromedp.EmulateViewport(390, 844))
	p.open("/trips/1/stops/5/brews/9/log")
	p.stepOn("Sour or bitter? a little sour")
	p.stepOn("Weak or strong? right")
	p.stepOn("7 of ten")
	p.js(`(document.activeElement?.blur(), "")`)
	shoot("entry-phone")
	p.do(chromedp.EmulateViewport(1280, 800))
	p.open("/practice?method=press-pot")
	p.see("A whole brew")
	p.click("Before it climbs over")
	p.click("Start")
	p.see("Lift it before")
	shoot("practice")
	p.do(chromedp.KeyEvent("t"))
	p.do(chromedp.EmulateViewport(390, 844))
	p.open("/trips/1/stops/5/brews/9")
	p.see("onto the coffee")
	shoot("plan-phone-headlamp")

	// In the pocket, from a file, with the network off.
	address, _ := taken(t, app, t.TempDir())
	f := sit(t, "")
	f.offline(true)
	f.phone(1)
	f.open(address + "#/trips/1/stops/5/brews/9")
	f.see("our pulses")
	f.settle()
	f.picture(filepath.Join(dir, "pocket-phone.png"))

	// A brew on simulated instruments, once something differs.
	quick := start(t, t.TempDir(), "--clock-rate", "30")
	g := sit(t, quick.base)
	g.open("/trips/1/stops/5/brews/9/guide")
	g.see("Pot ready? Press space or Start.")
	g.instruments()
	g.do(selectOption("guide-source", "simulated, cooler kettle, heavy pours")...)
	g.click("Start")
	g.click("Settings")
	for range 3 { // it takes half a minute, and nobody waits for that long at once
		for range 200 {
			if strings.Contains(g.screen(), "The next reading is") {
				break
			}
			time.Sleep(60 * time.Millisecond)
		}
	}
	g.see("The next reading is")
	g.picture(filepath.Join(dir, "guide.png"))
	g.theme("headlamp")
	g.do(chromedp.EmulateViewport(390, 844))
	g.settleClock()
	g.picture(filepath.Join(dir, "guide-phone-headlamp.png"))
}

// settleClock gives the page time to be laid out while its clock runs.
func (p *person) settleClock() { time.Sleep(400 * time.Millisecond) }
