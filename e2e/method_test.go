package e2e

import (
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// One brew of each family is planned by clicking through the choice at a stop.
// The readings are common practice, no published source.
func TestOneBrewOfEachFamily(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	for _, c := range []struct {
		plan  string
		path  string
		value float64
		see   string
	}{
		{"Press pot: Steeped, skimmed, pressed gently", "ratio_g_per_l", 66, "Break the crust."},
		{"Cup steep: Broken, skimmed, decanted", "ratio_g_per_l", 62, "scrape off the foam"},
		{"Flat-bed dripper: Bloom of three times the dose, slow circles", "ratio_g_per_l", 66.5, "three times the dose"},
		{"Slow metal drip: Over condensed milk", "ratio_g_per_l", 150, "of condensed milk in each cup"},
		{"Moka pot: Hot water in the boiler", "ratio_g_per_l", 100, "the valve is clear"},
		{"Pocket pump brewer: A full basket, about thirteen presses", "ratio_g_per_l", 180, "thirteen presses"},
		{"Cold concentrate at home: One to four by volume", "ratio_g_per_l", 95, "twelve hours"},
		{"Steeped or boiled pot: Warm water, then a boil", "ratio_g_per_l", 62.5, "rolling boil"},
	} {
		p.open("/trips/1/stops/7")
		p.see("Plan a brew here")
		p.plan(c.plan)
		p.see(c.see)
		assert.InDelta(t, c.value, number(t, p.figure(c.path)), 0.01, c.plan)
	}
}

// 20 g at 1:16 wants 320 g; the chamber holds 230, so 90 go into the cup
// afterwards. Common practice.
func TestBypass(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/8")
	p.plan("Hand press: With bypass")
	p.click("All settings")
	p.see("The first of these counts")
	p.fill("Brewer holds", "230")
	p.see("the chamber is full")
	p.fill("People", "1")
	p.fill("Each cup", "290")
	p.fill("Dose", "20")
	p.until("see 230 and 90 ml", func() bool {
		return p.figure("water.poured_ml") == "230 g" && p.figure("water.dilution_ml") == "90 ml"
	})
	p.see("add 90 ml afterwards")
	p.see("Add 90 ml of hot water. Swirl the cup and serve.")
}

// A US user with a tablespoon and no scale.
func TestATablespoonAndNoScale(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/8")
	p.units("US")
	p.plan("Cone dripper: Three pours, no scale")
	p.see("Circle out")
	p.click("All settings")
	p.see("The first of these counts")
	p.fill("Measure", "heaped tablespoon")
	p.fill("A measure holds", "0.194") // oz, 5.5 g
	p.see("heaped tablespoon")
	p.see("Measure ")
	assert.Contains(t, p.figure("water.poured_ml"), "fl oz")
	assert.Contains(t, p.figure("boil_c"), "°F")
}

// By hand: 20 clicks of 37 µm are 740 µm, 29.6 clicks of 25 µm.
func TestGrinderConversion(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/bench/grind")
	p.see("on the other")
	assert.InDelta(t, 29.6, number(t, p.figure("clicks")), 0.6)
	p.see("medium")
	p.expectError("422") // while it is half typed: 2 clicks are too fine
	p.fill("Clicks on the first", "25")
	p.until("see 37 clicks", func() bool { return number(t, p.figure("clicks")) == 37 })
}

func TestTheSteepIsDraggedAndPutBack(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/7")
	p.plan("Steeped or boiled pot: Steeped, filter grind, skimmed")
	p.see("Skim the foam")
	before := seconds(t, p.figure("contact_s"))
	p.slide("End of the steep", kb.ArrowRight, 12)
	p.until("see the contact grow", func() bool { return seconds(t, p.figure("contact_s")) > before+40 })
	p.see("You set the steep time")
	p.click("Use the recipe’s time")
	p.until("see it back", func() bool { return math.Abs(seconds(t, p.figure("contact_s"))-before) < 6 })

	// The dose, pulled up on the score, and put back.
	dose := number(t, p.figure("dose_g"))
	p.slide("Dose", kb.ArrowUp, 4)
	p.until("see more coffee", func() bool { return number(t, p.figure("dose_g")) > dose })
	p.click("Use the recipe’s dose")
	p.until("see the dose back", func() bool { return number(t, p.figure("dose_g")) == dose })

	p.into("Compare with")
	p.do(chromedp.KeyEvent(kb.ArrowDown))
	p.until("see it beside home", func() bool { // a list that is still opening takes no click
		p.js(`(() => { [...document.querySelectorAll(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")].find(e => e.innerText.includes("home"))?.click(); return ""; })()`)
		return strings.Contains(p.screen(), "At home (dotted)")
	})
}

// Pours are moved on the score; what was moved has a name and a way back.
// Eight cups are four batches, drawn together.
func TestPoursAndBatchesOnTheScore(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/8")
	p.plan("Cone dripper: Four pulses, 45 seconds apart")
	p.see("Pour the last, to")
	contact := p.figure("contact_s")
	p.slide("circles: end of the pour", kb.ArrowRight, 1)
	p.see("Use the recipe’s pours")
	p.see("Your pours take")
	p.until("brew for longer", func() bool { return p.figure("contact_s") != contact })
	p.click("Use the recipe’s pours")
	p.until("the recipe's time again", func() bool { return p.figure("contact_s") == contact })

	p.fill("People", "8")
	p.see("Put the water on again at")
	p.until("see the batches drawn", func() bool {
		return strings.Contains(p.js(`document.querySelector(".rounds svg")?.getAttribute("aria-label") ?? ""`), "batch 2: from")
	})
}

// The figures of the comparison open their working, that of the weight too; Back
// closes it.
func TestTheComparisonOpensItsWorking(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5")
	p.do(chromedp.WaitVisible(chromedp.CSS(".way")))
	p.js(`(document.querySelector(".ways-more[aria-expanded=false]")?.click(), "")`)
	p.until("see the cone", func() bool { return p.js(`document.querySelector("[data-way=cone]") ? "y" : ""`) == "y" })
	p.js(`(document.querySelectorAll(".way details").forEach(d => { d.open = true; }), "")`)
	p.do(chromedp.Click(chromedp.CSS(`.way-figures [data-figure="cone/four-pulses/total_s"]`)))
	p.see("Working: Total time")
	p.see("Before the water meets the coffee")
	p.do(chromedp.NavigateBack())
	p.seeNot("Working: Total time")
	p.js(`(document.querySelectorAll(".way details").forEach(d => { d.open = true; }), "")`)
	p.do(chromedp.Click(chromedp.CSS(`.way-figures [data-figure="press-pot/steeped-skimmed/weight"]`)))
	p.see("Working: Weight")
	p.see("press pot")
	p.open("/trips/1/stops/5?working=moka/hot-fill/heat.fuel_g")
	p.see("Working: Fuel")
}
