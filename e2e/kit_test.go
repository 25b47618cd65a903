package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A shelf is built, the best kit for the demo trip is asked for, its reason read,
// a piece swapped, a fit problem seen with its remedy, and the list packed.
func TestAKitForTheTrip(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/shelf")
	p.see("Slow metal drip")
	p.click("Add gear")
	p.see("Add gear")
	p.fill("Name", "Narrow glass")
	p.do(selectOption("gear-kind", "Cups and mugs")...)
	p.fill("Mass of one", "90")
	p.fill("Pieces", "2")
	p.fill("Holds", "260")
	p.fill("Rim, inside", "70")
	p.click("Save")
	p.see("rim 70 mm")

	p.click("Trip")
	p.click("Kit")
	p.see("Best from your gear")
	p.see("makes all 15 brews")
	p.see("the best is proven")
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="kit.mass_g"]`)))
	p.see("what is used up until it can be bought")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.seeNot("what is used up until it can be bought")
	before := p.js(`document.querySelector(".kit-figures .num-big").innerText`)

	// Heavier than allowed: which limit, and what the lightest weighs.
	p.fill("Weight", "400")
	p.see("The lightest kit for every brew weighs")
	p.fill("Weight", kb.Delete)
	p.see("makes all 15 brews")

	// What is tried is not the trip's kit until it is used; the list of things opens inside
	// the window.
	kept := func() int {
		var k struct{ Items []int64 }
		send(t, app.base, "GET", "/trips/1/kit", nil, &k)
		return len(k.Items)
	}
	p.do(chromedp.Click(chromedp.CSS(`[aria-label="Add from my gear"]`)))
	p.until("see the list inside the window", func() bool {
		return p.js(`(() => { const d = [...document.querySelectorAll(".ant-select-dropdown")].find(e => e.getClientRects().length > 0 && e.innerText); if (!d) return "";
			const r = d.getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight && r.right <= innerWidth ? "in" : "out" })()`) == "in"
	})
	p.clickKind("Moka pot, small", ".ant-select-item-option")
	p.see("On trial, not the trip’s kit yet")
	assert.Zero(t, kept())
	p.open("/trips/1/kit")
	p.see("On trial, not the trip’s kit yet")
	p.click("Best kit")
	p.see("Best from your gear")
	p.see("makes all 15 brews")
	assert.Zero(t, kept())

	// A kit of one's own: the slow drip in place of the dripper does not sit on
	// the wide mug.
	p.click("Use this kit")
	p.see("Your kit")
	p.clickKind("Flat-bed dripper, steel", ".piece")
	p.clickKind("Slow metal drip", "[role=menuitem]")
	p.see("Slow metal drip in place of Flat-bed dripper")
	p.clickKind("Narrow glass", ".piece")
	p.clickKind("Steel mug, wide", "[role=menuitem]")
	p.see("Slow metal drip falls into steel mug, wide")
	p.see("a stick across the rim, or use a narrower cup")
	p.clickKind("Steel mug, wide", ".piece")
	p.clickKind("Enamel cup", "[role=menuitem]")
	p.see("Enamel cup in place of Steel mug")
	p.seeNot("falls into")
	p.until("everything computed anew", func() bool {
		return p.js(`document.querySelector(".kit-figures .num-big")?.innerText ?? ""`) != before
	})

	// Lost on the way: later brews fall back.
	p.do(selectOption("[aria-label='Lost item']", "Slow metal drip")...)
	p.click("Mark as lost")
	p.see("After the loss:")

	// The packing list, ticked; it is there again after a reload.
	p.see("Packing list")
	p.clickKind("Pocket scale", ".packing label")
	p.see("1 of")
	p.open("/trips/1/kit")
	p.see("1 of")
	text := p.screen()
	assert.True(t, strings.Contains(text, "portions, bagged and labelled"))
	p.click("Supplies")
	p.see("Together, at most")
	p.click("Kit")
	p.click("Best kit")
	p.see("makes all 15 brews")
}

// A choice that takes a while says how far it is, and then what it found.
func TestAChoiceSaysHowFarItIs(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	send(t, app.base, "POST", "/gear/starter", nil, nil)
	p := sit(t, app.base)
	p.open("/trips/1/kit")
	p.see("Choosing: ")
	p.see("% done")
	p.within(3*time.Minute, "see it done", func() bool { return strings.Contains(p.screen(), "makes all 15 brews") })
	p.seeNot("Choosing: ")
}

// A shelf with no burner cannot serve the trip: which brew, why, what would help.
func TestAShelfThatLacksSomething(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/shelf")
	for _, name := range []string{"Canister burner", "Spirit burner with screen", "Tablet stove", "Hand press"} {
		p.click("Delete " + name)
		p.see("Deleted: " + name)
	}
	p.click("Trip")
	p.click("Kit")
	p.see("It needs hot water and there is no burner.")
	p.see("Add: canister burner, about 85 g.")
}
