package e2e

import (
	"math"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// The words on a bag become a recipe exactly, each piece marked beside the field that it
// became, and changed by a touch; clicks are enough, whatever is known of the grinder.
func TestTheWordsOnABag(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/recipes/new")
	p.fill("In words, as on a bag", "13 g, 200 g at 90 °C, medium-coarse, four pours 45 s apart to 30/110/170/200, 70 mg/L, 23 clicks; notes of plum")
	p.click("Read it")
	p.see("Touch a piece to change it.")
	at := func(id string) string { return p.js(`document.getElementById("` + id + `")?.value ?? ""`) }
	assert.Equal(t, "13", at("recipe-dose_g"))
	assert.Equal(t, "200", at("recipe-water_g"))
	assert.Equal(t, "90", at("recipe-water_c"))
	assert.Equal(t, "23", at("recipe-clicks"))
	assert.Equal(t, "70", at("recipe-minerals_mg_l"))
	assert.Equal(t, "0:00 30 0:45 110 1:30 170 2:15 200", p.js(`[0,1,2,3].map(i => document.getElementById("pour-at-"+i).value + " " + document.getElementById("pour-to-"+i).value).join(" ")`))
	marks := p.js(`[...document.querySelectorAll("button.lb-mark")].map(b => b.getAttribute("aria-label")).join("\n")`)
	assert.Contains(t, marks, "13 g, understood: 13\u2009g of coffee")
	assert.Contains(t, marks, "four pours, understood: 4 pours")
	assert.Contains(t, marks, "notes of plum, not used")
	p.see("No figure uses this.")
	p.see("only differences are told")
	if path := looked(); path != "" {
		p.picture(path + "/words.png")
	}
	// A piece is what a person says that it is; and that can be undone.
	p.clickKind("200 g", "button.lb-mark")
	p.clickKind("In the cup", "[role=menuitem]")
	p.until("see the drink", func() bool { return at("recipe-drink_ml") == "200" })
	p.click("Undo")
	p.until("see the water again", func() bool { return at("recipe-water_g") == "200" && at("recipe-drink_ml") == "" })
	// Marks are of the words that were read, and of no others.
	p.fill("In words, as on a bag", "plum")
	p.seeNot("Touch a piece to change it.")
	p.fill("In words, as on a bag", "13 g, 200 g at 90 °C, medium-coarse, four pours 45 s apart to 30/110/170/200, 70 mg/L, 23 clicks; notes of plum")
	p.see("Touch a piece to change it.")
	p.fill("Name", "From the bag")
	p.pick("Method", "Cone dripper")
	p.clickKind("Save", "button")
	p.see("Brew it now")
	p.click("Brew it now")
	p.see("Brew it")
	// Exactly as here: 13 g and 23 clicks stay.
	p.until("see the dose", func() bool { return number(t, p.figure("dose_g")) == 13 })
	assert.Contains(t, p.screen(), "at 23 clicks")
	assert.InDelta(t, 200, number(t, p.figure("water.poured_ml")), 1)
}

// looked is where pictures go that are only looked at; empty for none.
func looked() string { return os.Getenv("APODEMOS_LOOK") }

// With a scale 13 g are 13 g and spoons stand beside them; without one the spoons are the
// dose. A grinder of which one setting is known has its clicks told.
func TestSpoonsAndClicks(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/gear")
	p.click("Add gear")
	p.fill("Name", "Old hand grinder")
	p.pick("Kind", "Grinders")
	p.fill("A setting you know", "23")
	p.pick("Grind at that setting", "medium-coarse")
	p.clickKind("Save", "button")
	p.see("Old hand grinder")
	p.open("/now/plan?method=cone")
	p.see("Brew it")
	// The gear at hand has no scale; a word says that there is one.
	assert.Equal(t, "by the spoon", p.says("Scale or spoons"))
	p.word("Scale or spoons")
	p.js(`(document.getElementById("field-scale").click(), "")`)
	p.until("see the scale", func() bool { return p.says("Scale or spoons") == "on a scale" })
	p.see("about")
	p.word("Grind and grinder")
	p.pick("Your grinder", "Old hand grinder")
	p.until("see clicks", func() bool { return strings.Contains(p.says("Grind and grinder"), "clicks") })
	p.word("Coffee dose")
	p.fill("Dose", "13")
	p.until("see 13 g", func() bool { return number(t, p.figure("dose_g")) == 13 })
	p.see("about 2½ heaped tablespoons")
	p.word("Scale or spoons")
	p.js(`(document.getElementById("field-scale").click(), "")`)
	p.until("see what the spoons make", func() bool {
		return p.says("Scale or spoons") == "by the spoon" && math.Abs(number(t, p.figure("dose_g"))-13.75) < 0.3
	})
	p.see("Measure 2½ heaped tablespoons")
}

// Without a scale water is counted in the mug that is named, and the mug's size is said.
func TestWaterByTheMug(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=pot")
	p.see("Brew it")
	p.word("Scale or spoons")
	p.js(`(document.getElementById("field-scale").checked ?? "", document.getElementById("field-scale").getAttribute("aria-checked") === "true" && document.getElementById("field-scale").click(), "")`)
	p.until("see spoons", func() bool { return p.says("Scale or spoons") == "by the spoon" })
	p.fill("Pour water by", "tin mug")
	p.fill("It holds, as poured", "320")
	p.see("of a tin mug")
	p.see("One tin mug is 320 ml of water")
	p.fill("Pot has marks every", "100")
	p.see("ml mark")
}

// Water of 70 mg/L in all from distilled water: salts, or drops of a bought concentrate.
func TestSeventyInAll(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/bench/water?total=70")
	p.see("70 mg/L in all from distilled water is 32 mg/L hardness and 19 mg/L alkalinity")
	p.fill("Concentrate, mg/ml", "35")
	p.see("Or 2.0 ml of the bought concentrate per litre, about 40 drops.")
	assert.InDelta(t, 79, number(t, p.figure("epsom_mg_per_l")), 2)
}

// A newcomer with a phone, a pot, a lighter and ground coffee at a lake at 1,900 m: five taps
// and one number to the first instruction that hands can follow, with the lake's boil in it.
func TestTheNewcomerAtALake(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.phone(1)
	p.open("/now")
	p.see("Name the water source.")
	p.word("Altitude") // 1
	p.fill("Altitude", "1900")
	p.word("Water source")                             // 2
	p.clickKind("lake", "label, button, [role=radio]") // 3
	p.settle()
	p.until("say ground coffee", func() bool { // 4, 5
		return p.js(`(() => {
			const l = [...document.querySelectorAll("label")].find(e => e.innerText.trim() === "ground coffee");
			if (!l) document.querySelector('.word[data-says="What you have"][aria-expanded=false]')?.click();
			else if (!l.className.includes("piece-on")) l.click();
			return l ? "yes" : "";
		})()`) == "yes"
	})
	p.see("First: Fill the pot with about")
	p.see("Rolling boil for 1 min to make it safe")
	if path := looked(); path != "" {
		p.picture(path + "/newcomer.png")
	}
}
