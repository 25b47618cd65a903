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
	p.see("The best ways here")
	p.fill("How high", "2300")
	p.fill("Air exactly", "5")
	p.clickKind("breeze", ".strip label")
	p.clickKind("a stream", ".strip label")
	p.clickKind("I boil it", ".strip label")
	p.clickKind("2", ".strip label")
	p.see("boils at 92.3 °C")
	p.js(`(document.activeElement?.blur(), document.querySelectorAll(".strip-row").forEach(r => { r.scrollLeft = 0; }), scrollTo(0, 0), "")`)
	shoot("now")
	p.do(chromedp.EmulateViewport(390, 844))
	p.js(`(scrollTo(0, 0), "")`)
	shoot("now-phone")
	p.do(chromedp.EmulateViewport(1280, 800))
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
	p.see("This, and")
	shoot("compare")
	for _, q := range []string{"canister?from=stop5", "grind"} {
		name, _, _ := strings.Cut(q, "?")
		p.open("/bench/" + q)
		p.see(map[string]string{"canister": "feeds", "grind": "Asked for in a shop"}[name])
		shoot("bench-" + name)
	}
	p.open("/trips/1/provisions")
	p.see("Nothing runs out")
	p.click("More: a longer stay")
	p.click("More: more people")
	p.see("runs out")
	shoot("provisions")
	p.open("/trips/1/kit")
	p.see("serves all 15 brews")
	shoot("kit")
	p.open("/trips/1/schedule")
	p.see("Day 1")
	shoot("schedule")
	p.open("/trips/1/sheet")
	p.see("If you end up at")
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelectorAll(".leaf")[5].scrollIntoView()`))
	shoot("sheet")
	p.open("/log")
	p.see("29 cups")
	p.choose("#log-coffee", "Cloud terrace")
	p.see("The larger the dot")
	shoot("log")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Last time here")
	p.click("Why, what else was considered")
	p.see("It could be")
	p.click("rounder")
	p.see("You wish it rounder")
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
	p.open("/trips/1/stops/5/brews/9/guide")
	p.see("Start when the pot is in your hand")
	p.do(chromedp.KeyEvent(" "))
	for range 8 {
		p.do(chromedp.KeyEvent(kb.ArrowRight))
	}
	p.do(chromedp.KeyEvent(" "))
	shoot("guide")
	p.do(chromedp.KeyEvent("t"))
	p.do(chromedp.EmulateViewport(390, 844))
	shoot("guide-phone-headlamp")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Water on the coffee")
	shoot("plan-phone-headlamp")
}
