package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// setting types into a field of all settings.
func (p *person) setting(label, value string) {
	p.t.Helper()
	p.until("see all settings", func() bool {
		return p.js(`(() => {
			if (document.getElementById("find-input")) return "yes";
			[...document.querySelectorAll("button")].find(b => b.innerText.trim() === "All settings")?.click();
			return "";
		})()`) == "yes"
	})
	p.fill(label, value)
	p.do(chromedp.KeyEvent(kb.Tab))
}

// scale says whether there is a scale.
func (p *person) scale(is string) {
	p.t.Helper()
	if p.says("Scale or spoons") != is {
		p.word("Scale or spoons")
		p.js(`(document.getElementById("field-scale").click(), "")`)
	}
	p.until("see "+is, func() bool { return p.says("Scale or spoons") == is })
}

// saved saves the brew and gives its address.
func (p *person) saved() string {
	p.t.Helper()
	p.click("Save")
	p.until("be saved", func() bool { return strings.Contains(p.js(`location.pathname`), "/brews/") })
	p.until("have its number", func() bool { return !strings.HasSuffix(p.js(`location.pathname`), "/new") })
	return p.js(`location.pathname`)
}

// Sugar and milk for each cup: a step, a note in spoons, and how warm it then is.
func TestSugarAndMilkInEachCup(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=press-pot")
	p.see("Brew it")
	assert.Equal(t, "black", p.says("Milk and sugar"))
	p.scale("on a scale")
	p.word("Milk and sugar")
	p.fill("Sugar in each cup", "8")
	p.fill("Milk in each cup", "40")
	p.pick("Milk is", "canned")
	p.until("see it in the sentence", func() bool { return p.says("Milk and sugar") == "with 8 g of sugar, 40 ml of canned milk" })
	p.see("Stir in 8 g of sugar and 40 ml of canned milk.")
	p.scale("by the spoon")
	p.see("Stir in 2 teaspoons of sugar and 2¾ tablespoons of canned milk.")
	p.see("opened, use it the same day")
}

// Coffee ground at the shop: no grind is told, a band is, and what to do about it.
func TestGroundAtTheShop(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=cone")
	p.see("Brew it")
	p.word("Grind and grinder")
	p.js(`(document.getElementById("field-coffee.shop_ground").click(), "")`)
	p.until("see it in the sentence", func() bool { return p.says("Grind and grinder") == "shop-ground" })
	p.see("of the shop-ground coffee")
	p.see("Shop-ground: probably 400")
	p.see("Drains slowly: stop pouring and lift it off in time.")
}

// Concentrate by the measuring cup: two cups of water, for however many there are.
func TestTwoCupsOfWaterForConcentrate(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.expectError("422") // while the water is half typed
	p.open("/now/plan?method=cold-concentrate&school=one-to-three")
	p.see("Save")
	p.scale("by the spoon")
	p.setting("Brew water", "500")
	p.setting("People", "5")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.setting("Pour water by", "cup")
	p.setting("It holds, as poured", "250")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("measure ⅔ cup (63")
	p.see("Pour in about 2 cups")
	p.see("5 cups of")
}

// A moka pot with neither kettle nor pot is filled cold; which coffee suits it is said.
func TestAMokaPotAndNothingElse(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/gear")
	for _, it := range [][2]string{{"Old moka pot", "moka pot"}, {"Gas stove", "canister burner"}, {"Hand mill", ""}} {
		p.click("Add gear")
		p.fill("Name", it[0])
		p.pick("Kind", map[string]string{"moka pot": "Brewers", "canister burner": "Burners", "": "Grinders"}[it[1]])
		if it[1] != "" {
			p.pick("Type", it[1])
		}
		p.clickKind("Save", "button")
		p.see(it[0])
		p.seeNot("Mass, g")
	}
	p.open("/now/plan?method=moka")
	p.see("Fill the boiler with")
	p.see("cold water, just under the valve")
	p.see("medium and dark roasts suit a moka pot")
	p.see("If it splutters from the start")
	p.seeNot("Fill the kettle")
}

// A thin kettle in the wind goes back on the flame between bloom and pour.
func TestTheThinKettleInTheWind(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=flat-bed")
	p.see("Brew it")
	p.setting("Air temperature", "0")
	p.setting("Wind at the stove", "4")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("Put the kettle back on the flame.")
	p.see("The kettle cools by")
	p.see("the grounds keep")
}

// The tank dripper is among what one can have, is rinsed and warmed, and has a mark.
func TestATankDripperAmongWhatOneHas(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now")
	p.word("What you have")
	p.clickKind("Tank dripper, papers", "label")
	p.settle()
	p.plan("Dripper with a measured tank")
	p.see("of hot water. Tip it out.")
	p.see("Rinse paper and tank")
	p.scale("by the spoon")
	p.see("ml mark.")
}

// A hand press with bypass: what was added to the cup is a part of the drink in the log.
func TestWhatWasAddedIsDrunk(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=hand-press&school=bypass")
	p.see("Brew it")
	p.word("Coffee dose")
	p.fill("Dose", "20")
	p.see("afterwards")
	at := p.saved()
	p.noted(at, "Added afterwards", "120")
	p.open("/log/1")
	p.see("120 ml of it added afterwards")
	p.see("What differed")
}

// noted writes one difference from the plan into the log of a saved brew.
func (p *person) noted(at, label, value string) {
	p.t.Helper()
	p.open(at + "/log")
	p.click("More details")
	p.fill(label, value)
	p.do(chromedp.KeyEvent(kb.Tab))
	p.clickKind("Save", "button")
	p.see("Saved")
}

// A pump that took twenty presses, where thirteen are usual, is ground coarser next time; a cone
// that drained too fast is ground finer.
func TestTheFlowSetsTheNextGrind(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	for _, c := range []struct{ method, field, value, next, why string }{
		{"pocket-pump", "Presses (usually 13)", "20", "clicks coarser", "It took 20 presses (13 are usual): the grind is too fine."},
		{"cone", "Total time", "2:40", "finer", "too fast, so the grind is too coarse"},
	} {
		p.open("/now/plan?method=" + c.method)
		p.see("Brew it")
		p.word("Grind and grinder")
		p.fill("Grinder, one click", "25")
		p.do(chromedp.KeyEvent(kb.Tab))
		at := p.saved()
		p.noted(at, c.field, c.value)
		p.open(at)
		p.see(c.next)
		p.click("Why? Other options")
		p.see(c.why)
	}
}

// Seven at a fire with a pot too low: strong, a part of the pot full, and the rest boiled first
// and added.
func TestStrongInALowPot(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=pot&school=cold-unstirred")
	p.see("Brew it")
	p.setting("People", "7")
	p.setting("Drink in each cup", "250")
	p.setting("Pot or kettle holds", "2200")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("with the coffee")
	p.see("of hot water for each cup")
	p.see("Throw the first splash away.")
	p.open("/now/plan?method=pot&school=off-boil-crust")
	p.setting("People", "2")
	p.setting("Air temperature", "2")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("A second cup after 10 min")
}

// At a counter: an urn and a paper cup, no pot and no lid.
func TestAPaperCupAtACounter(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now")
	p.word("Heat source")
	p.clickKind("hot water from an urn", ".sentence-control label")
	p.settle()
	p.plan("Cup steep")
	p.see("Brew it")
	p.setting("Hot water supplied at", "92")
	p.setting("Cup mass", "10")
	p.pick("Cup material", "paper")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("Pinch the paper rim into a spout")
	p.see("Let it run straight into the cup")
	p.seeNot("Hold pot and lid")
	p.word("Method")
	p.pick("Method", "Paper steep bag")
	p.see("Left in the cup, the bag keeps giving")
}

// Six huts in a GPX file, four people: names and days from the file, one choice of method for
// the mornings, a kit from an ordinary kitchen; then shopping list, fuel, calendar and sheet,
// and no stop is visited.
func TestSixHutsForFour(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	gpx := `<?xml version="1.0"?><gpx version="1.1" creator="made up" xmlns="http://www.topografix.com/GPX/1/1"><metadata><name>Six huts</name></metadata><rte><name>Six huts</name>`
	for i, h := range []string{"Larch hut", "Moor hut", "Saddle hut", "Lake hut", "Scree hut", "Valley inn"} {
		gpx += `<rtept lat="46.` + string(rune('1'+i)) + `" lon="9.5"><ele>` + []string{"1400", "1750", "2300", "2100", "2450", "900"}[i] + `</ele><name>` + h + `</name></rtept>`
	}
	gpx += `</rte></gpx>`
	file := filepath.Join(t.TempDir(), "six-huts.gpx")
	require.NoError(t, os.WriteFile(file, []byte(gpx), 0o600))
	p.open("/gear")
	p.click("Add kitchen gear")
	p.see("Saucepan, 1.5 L")
	p.open("/import")
	p.see("Choose a file")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#import-file"), []string{file}))
	p.see("6 stops from six-huts.gpx")
	p.fill("People", "4")
	p.do(chromedp.KeyEvent(kb.Tab))
	p.day("import-starts", "2027-07-03")
	p.click("Save the trip")
	p.see("Larch hut")
	p.click("Stops")
	p.click("Brews…")
	p.clickKind("A brew every morning", "[role=menuitem]")
	p.pick("How", "Press pot")
	p.see("Press pot, 73")
	p.settle()
	p.click("Plan 6 brews")
	p.see("6 brews are added")
	p.open("/trips/1/supplies")
	p.see("Coffee")
	p.see("Canister")
	p.open("/trips/1/kit")
	p.see("makes all 6 brews")
	p.click("Use this kit")
	p.open("/trips/1/schedule")
	p.see("press pot 07:00")
	p.open("/trips/1/sheet")
	p.see("Saddle hut")
	p.see("Press pot")
	calendar := string(get(t, app.base+"/api/v1/trips/1/export/schedule.ics"))
	assert.Contains(t, calendar, "BEGIN:VEVENT")
	assert.Contains(t, calendar, "20270704")
	shopping := string(get(t, app.base+"/api/v1/trips/1/export/provisions.csv"))
	assert.Contains(t, shopping, "Coffee")
}

// Two methods at once: with the same coffee and water on one axis, then which was better, then
// the change for one of them.
func TestTwoMethodsAtOnce(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=cone")
	p.see("Brew it")
	p.scale("on a scale")
	p.word("Coffee dose")
	p.fill("Dose", "18")
	p.until("see 18 g", func() bool { return number(t, p.figure("dose_g")) == 18 })
	p.compare("Flat-bed dripper")
	p.see("the same coffee and water")
	p.until("see one axis", func() bool {
		return p.js(`(() => {
			const x = [...document.querySelectorAll(".plan-score svg")].map(s => [...s.querySelectorAll("text")].filter(t => /^-?\d+:\d\d$|^−\d+:\d\d$/.test(t.textContent)).map(t => t.textContent + "@" + Math.round(+t.getAttribute("x"))).join(" "));
			return x.length === 2 && x[0] && x[0] === x[1] ? "yes" : x.join(" | ");
		})()`) == "yes"
	})
	first := p.saved()
	p.open("/now/plan?method=flat-bed")
	p.see("Brew it")
	p.scale("on a scale")
	p.word("Coffee dose")
	p.fill("Dose", "18")
	p.until("see 18 g", func() bool { return number(t, p.figure("dose_g")) == 18 })
	second := p.saved()
	for i, at := range []string{first, second} {
		p.open(at + "/log")
		p.stepOn([]string{"Sour or bitter? sour", "Sour or bitter? balanced"}[i])
		p.stepOn([]string{"5 of ten", "8 of ten"}[i])
		p.clickKind("Save", "button")
		p.see("Saved")
	}
	p.open("/log/compare?a=1&b=2")
	p.see("liked better than A")
	p.see("Method")
	// The change is for the one that was liked less.
	p.open(first)
	p.see("Last time here")
	p.see("finer")
	p.open(second)
	p.see("Leave it as it is")
}

// Slow drip in frost: an assumed mug forbids nothing, cups are compared, and condensed milk is
// in grams or spoons, as much as one likes.
func TestSlowDripInFrost(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=slow-drip&school=condensed-milk")
	p.see("Brew it")
	p.setting("Air temperature", "-12")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("in a bare cup")
	p.see("insulated with its lid")
	p.see("Brew it")
	p.scale("on a scale")
	p.see("Put 25 g of condensed milk in the cup; filter on top.")
	p.word("Milk and sugar")
	p.fill("Condensed milk in each cup", "40")
	p.do(chromedp.KeyEvent(kb.Tab))
	p.see("Put 40 g of condensed milk in the cup; filter on top.")
	p.scale("by the spoon")
	p.see("Put 2 tablespoons of condensed milk in the cup; filter on top.")
}

// A cloth on a five-day walk without a refrigerator: rinsed, wrung, dried on the pack, boiled.
func TestAClothOnAWalk(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=cloth")
	p.see("Dry the cloth fully, on the pack as you walk; boil it every second day.")
}

// Scoops and marks in the hand press, cold, and how its parts pack into one another.
func TestScoopsToTheMark(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=hand-press&school=rapid-cold")
	p.see("Save")
	p.scale("by the spoon")
	p.setting("Measure", "tablespoon")
	// What a scoop usually holds comes while the cursor is in the field: what is typed then replaces it.
	p.into("A measure holds")
	p.day("field-measure.name", "scoop")
	p.see("scoops")
	p.do(chromedp.KeyEvent("15"), chromedp.KeyEvent(kb.Tab))
	p.setting("Dose", "30")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("Measure 2 scoops (30 g)")
	p.see("Fill to mark 2")
	p.see("Stir for one full minute.")
}

// Beans by volume in a recipe's words: a third of a cup, a handful.
func TestBeansByTheCup(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/recipes/new")
	p.fill("In words, as on a bag", "A third of a cup of beans, two cups of water, press pot, 4 minutes")
	p.click("Read it")
	p.see("Touch a piece to change it.")
	assert.Equal(t, "32", p.js(`document.getElementById("recipe-dose_g")?.value ?? ""`))
	assert.InDelta(t, 487, number(t, p.js(`document.getElementById("recipe-water_g")?.value ?? ""`)), 15, "a cup of 237 to 250 ml")
}

// Six people, a small pot and a big one: the big one is taken.
func TestTheBigPotForSix(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	p.open("/gear")
	for _, it := range [][2]string{{"Small pot", "500"}, {"Party pot", "5000"}} {
		p.click("Add gear")
		p.fill("Name", it[0])
		p.pick("Kind", "Kettles and pots")
		p.fill("Holds", it[1])
		p.clickKind("Save", "button")
		p.see(it[0])
	}
	p.open("/now")
	p.word("Cups")
	p.clickKind("6", ".sentence-control label")
	p.settle()
	p.plan("Steeped or boiled pot")
	p.see("Brew it")
	p.see("6 × 225")
	p.seeNot("equal batches")
	p.see("Party pot")
}

// What is typed counts, however fast it is saved; and what was read of it stands there, and can
// be corrected by finger.
func TestWhatIsTypedIsHeard(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=cone")
	p.see("Brew it")
	at := p.saved()
	p.open(at + "/log")
	p.fill("In your words", "bitter, harsh")
	p.clickKind("Save", "button")
	p.see("Saved")
	p.open("/log/1")
	p.see("bitter, harsh")
	assert.NotContains(t, p.screen(), "no taste noted")
	p.open(at + "/log")
	p.fill("In your words", "bitter? no. sour? yes, very")
	p.see("Read as: very sour. Wrong? Change it on the scales.")
	p.fill("In your words", "hardly sour, and like tea")
	p.see("Read as: weak. Wrong? Change it on the scales.")
	p.fill("In your words", "plum, in the rain")
	p.see("No taste found in these words. What was it like?")
	p.clickKind("weak", "[data-testid=asked] button")
	p.stepOn("Sour or bitter? a little sour")
	p.clickKind("Save", "button")
	p.see("Saved")
	p.open("/log/2")
	p.see("a little sour, weak")
}

// Of a first cup that was sour and weak there are two changes to choose between. Cups that do not fit
// those before are asked about, and one tap says what was new.
func TestSomethingChanged(t *testing.T) {
	t.Parallel()
	p := sit(t, startOwn(t).base)
	p.open("/now/plan?method=cone")
	p.see("Brew it")
	p.word("Grind and grinder")
	p.fill("Grinder, one click", "25")
	p.do(chromedp.KeyEvent(kb.Tab))
	at := p.saved()
	cup := func(words, read string) {
		p.open(at + "/log")
		p.fill("In your words", words)
		p.see("Read as: " + read)
		p.clickKind("Save", "button")
		p.see("Saved")
	}
	cup("sour and weak", "sour, weak")
	p.open(at)
	p.see("finer")
	p.clickKind("Apply instead", "[data-testid=last-or] button")
	p.see("16.5 g")
	p.see("Changed: brew it and taste")
	for range 4 {
		cup("just right, balanced", "balanced")
	}
	cup("very bitter, harsh", "very bitter")
	cup("very bitter", "very bitter")
	p.open(at)
	p.see("more bitter than expected with these settings. Did something change?")
	p.clickKind("a new bag", "[data-testid=last-noticed] button")
	p.seeNot("Did something change?")
	p.see("coarser")
	p.open("/log/6")
	p.see("a new bag")
}

// The best cup is made again at another stop, by its own method and by another, and what cannot be
// the same is said; the palate shows what is liked.
func TestTheBestCupElsewhere(t *testing.T) {
	t.Parallel()
	p := sit(t, start(t, t.TempDir()).base)
	p.open("/log")
	p.clickKind("Make it elsewhere", "button")
	p.see("Make this cup again")
	p.see("by the model")
	p.do(chromedp.SetValue(chromedp.CSS("#again-method"), "press-pot"))
	p.js(`(document.querySelector("#again-method").dispatchEvent(new Event("change", {bubbles: true})), "")`)
	p.see("no paper there")
	p.clickKind("Plan it there", "button")
	p.see("Brew it")
	p.see("Press pot")
	p.open("/trips/1/stops/5")
	p.clickKind("Your best, here", "button")
	p.see("Water is 87")
	p.open("/trips/1/sheet")
	p.see("Your best, here:")
	p.until("see it on the page of every stop where it can be made", func() bool {
		return p.js(`(document.querySelectorAll("[data-testid=best-here]").length > 2 ? "each" : "")`) == "each"
	})
	// Here and now, which is no stop.
	p.open("/now")
	p.clickKind("Your best, here", "button")
	p.see("by the model")
	figures := p.js(`document.querySelector("[data-testid=again] .lb-big").innerText.replace(/[\u2009\u00a0]/g, " ")`)
	p.clickKind("Plan it", ".ant-btn-primary")
	p.see("Not saved yet.")
	assert.Contains(t, figures, p.figure("dose_g"), "the plan is the one that was promised")
	p.open("/palate")
	p.see("You like about")
	p.see("Strength you like")
	p.see("Cloud terrace, washed")
}
