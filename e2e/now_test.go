package e2e

import (
	"fmt"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// places are what stands at places of no trip.
type places struct {
	Stops []struct {
		ID         int64
		TripID     int64 `json:"trip_id"`
		Name       string
		TimeZone   string `json:"time_zone"`
		Conditions struct {
			Place struct {
				AltitudeM float64 `json:"altitude_m"`
				AirC      float64 `json:"air_c"`
				WindMs    float64 `json:"wind_ms"`
			}
			Water struct{ Source, Treatment string }
		}
	}
	Brews []struct {
		ID      int64
		Request struct {
			Method   string
			Drinkers float64
		}
	}
}

// assumed are the words of the sentence that nobody has said.
const assumed = `[...document.querySelectorAll(".word-assumed, .word-wanting")].map(e => e.dataset.says).join(", ")`

// From an empty program to a running guide, on a phone, in eight taps beyond typing: the
// altitude, the air, the water, the cups and the gear are all said, none as filled in. Each word
// that is said opens the next that is not.
func TestCoffeeHereInEightTaps(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	p.do(chromedp.EmulateViewport(390, 844))
	taps := 0
	tap := func(text, kinds string) {
		t.Helper()
		taps++
		p.clickKind(text, kinds)
	}
	typed := func(label, value string) {
		t.Helper()
		p.until("have "+label+" asked", func() bool {
			return p.js(fmt.Sprintf(`[...document.querySelectorAll("label")].some(e => e.innerText.trim() === %q) ? "y" : ""`, label)) == "y"
		})
		p.into(label)
		p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent(value), chromedp.KeyEvent("\r"))
	}
	p.open("/")
	p.see("Coffee now")
	p.until("see what is assumed", func() bool { return strings.Contains(p.js(assumed), "Cups") })
	p.word("Altitude")
	typed("Altitude", "2300")
	typed("Exact air temperature", "4")
	tap("breeze", ".strip label")
	tap("a stream", ".strip label")
	tap("boiled first", ".strip label")
	tap("2", ".strip label")
	tap("Press pot", ".now-gear label")
	p.until("have all said but the heat and the wish", func() bool { return p.js(assumed) == "Heat source, What matters most" })
	p.see("boils at 92.3 °C")
	p.see("The method boils it for 3 min")
	tap("Plan: ", ".now-go a")
	p.see("onto the coffee")
	tap("Brew it", "button")
	p.see("Pot ready?")
	tap("Start", "button")
	p.going()
	assert.LessOrEqual(t, taps, 8)

	var kept places
	send(t, app.base, "GET", "/places", nil, &kept)
	require.Len(t, kept.Stops, 1)
	st := kept.Stops[0]
	assert.Zero(t, st.TripID)
	assert.Equal(t, 2300.0, st.Conditions.Place.AltitudeM)
	assert.Equal(t, 4.0, st.Conditions.Place.AirC)
	assert.Equal(t, 4.0, st.Conditions.Place.WindMs)
	assert.Equal(t, "stream", st.Conditions.Water.Source)
	assert.Equal(t, "boil", st.Conditions.Water.Treatment)
	assert.NotEmpty(t, st.TimeZone)
	require.Len(t, kept.Brews, 1)
	assert.Equal(t, 2.0, kept.Brews[0].Request.Drinkers)

	// A brew that is being made is what the program opens with.
	p.open("/")
	p.going()
	p.open("/now")
	p.see("Continue:")
}

// The hill, the device, a barometer and a stop each say how high one is.
func TestHowHighIsSaidInManyWays(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/now")
	p.see("All 12 methods")
	high := func() string {
		return p.js(`document.querySelector(".hill [role=slider]").getAttribute("aria-valuetext").replace(/\u2009/g, " ")`)
	}
	require.Equal(t, "not said", high())
	p.see("Sea level assumed")
	p.slide("Altitude", kb.PageUp, 12)
	p.until("be at 1,200 m", func() bool { return high() == "1,200 m" })
	p.js(`(navigator.geolocation.getCurrentPosition = ok => ok({coords: {latitude: 46, longitude: 8, altitude: 1912, altitudeAccuracy: 12}}), "")`)
	p.word("Altitude")
	p.click("from this device")
	p.until("be at 1,910 m", func() bool { return high() == "1,910 m" })
	p.see("within ± 100 m")
	p.js(`(navigator.geolocation.getCurrentPosition = ok => ok({coords: {latitude: 46, longitude: 8, altitude: null}}), "")`)
	p.click("from this device")
	p.see("no altitude")
	p.js(`(navigator.geolocation.getCurrentPosition = (ok, no) => no({code: 1, PERMISSION_DENIED: 1}), "")`)
	p.click("from this device")
	p.see("Location is blocked")
	p.until("still be at 1,910 m", func() bool { return high() == "1,910 m" })
	p.click("from a barometer")
	p.fill("Pressure here (not reduced to sea level)", "700")
	p.until("be as high as 700 hPa mean", func() bool { return strings.HasPrefix(high(), "3,0") })
	p.click("my stops")
	p.choose("select[aria-label^='Use the place']", "High plateau")
	p.see("Using the place of High plateau")
	p.until("be on the plateau", func() bool { return high() == "3,900 m" })
	p.do(chromedp.Reload())
	p.see("Using the place of High plateau")
	p.click("Start over")
	p.until("have said nothing", func() bool { return high() == "not said" })
}

// The ways follow what one wishes and has, their figures open, and what is not possible
// says why.
func TestTheWaysFollow(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5")
	p.see("Plan a brew here")
	first := func() string { return p.js(`document.querySelector(".way h3")?.innerText ?? ""`) }
	p.until("see ways", func() bool { return first() != "" })
	was := first()
	p.word("What matters most")
	p.clickKind("full-bodied", ".strip label")
	p.until("see another first", func() bool { return first() != was })
	p.click("All ")
	p.until("see more than three", func() bool { return p.js(`String(document.querySelectorAll(".way").length > 3)`) == "true" })
	p.do(chromedp.Click(chromedp.CSS(`.way-matter [data-figure$="total_s"]`)))
	p.see("Working: ")
	p.do(chromedp.KeyEvent("\x1b"))
	p.do(chromedp.Click(chromedp.CSS(`.way-more .link`)))
	p.see("Working: Rank among the methods")
	p.see("ur own weighing")
	p.open("/trips/1/stops/1") // an urn
	p.see("work here")
	p.do(chromedp.Click(chromedp.CSS(`.ways-not summary`)))
	p.see("needs a flame")
}

// A brew at a place outside trips goes into a trip with its log, and out again.
func TestAPlaceGoesIntoATrip(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	var st struct{ ID int64 }
	send(t, app.base, "POST", "/places", map[string]any{"name": "By the tarn", "conditions": map[string]any{"place": map[string]any{"altitude_m": 1500}}}, &st)
	var b struct{ ID int64 }
	path := "/stops/" + itoa(st.ID)
	send(t, app.base, "POST", path+"/brews", map[string]any{"request": map[string]any{"method": "pot", "place": map[string]any{"altitude_m": 1500}}}, &b)
	send(t, app.base, "POST", "/brews/"+itoa(b.ID)+"/log", map[string]any{"brewed_at": "2026-11-26T07:00:00Z", "sour_bitter": 0, "weak_strong": 0, "silt": 1, "mark": 8, "words": "Ice at the rim."}, nil)
	p.open("/trips")
	p.see("By the tarn")
	p.clickKind("By the tarn", ".trip-row a")
	p.see("of no trip")
	p.clickKind("Put into a trip", "summary")
	p.choose("#into-trip", "From the port to the ice field")
	p.until("have its last day", func() bool { return p.js(`document.getElementById("into-day").value`) == "9" })
	p.click("Move")
	p.see("day 9")
	p.see("By the tarn is in the trip now")
	p.open("/log")
	p.see("Ice at the rim.")
	p.open("/trips/1")
	p.see("By the tarn")
}

// Every morning means all of them at once, and Undo takes all away; a brew is copied to
// another stop.
func TestBrewsForManyDays(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	brews := func() int {
		var trip struct{ Brews []struct{ ID int64 } }
		send(t, app.base, "GET", "/trips/1", nil, &trip)
		return len(trip.Brews)
	}
	was := brews()
	p.open("/trips/1")
	p.see("Glacier bivouac")
	p.click("Brews…")
	p.clickKind("A brew every evening", "[role=menuitem]")
	p.see("the best method for each stop")
	p.see("Total time")
	p.clickKind("Plan ", "button")
	p.see("added, one every evening")
	assert.Greater(t, brews(), was)
	p.undo("one every evening")
	p.until("have as many as before", func() bool { return brews() == was })

	p.open("/trips/1/stops/5")
	p.see("Brews here")
	p.click("More for First light")
	p.clickKind("Copy or move it", "[role=menuitem]")
	p.choose("#elsewhere-stop", "Forest hut")
	p.click("Copy")
	p.see("A copy is at Forest hut")
	assert.Equal(t, was+1, brews())
	p.undo("A copy is at Forest hut")
	p.until("have it gone", func() bool { return brews() == was })
}

// Two plans of any two methods stand beside each other over the same time, and what
// differs is said; an input is found by a word for it; the gear is checked.
func TestAPlanAtOneLook(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.compare("Moka pot: Hot water")
	p.see("the same coffee and water")
	ticks := func() []string {
		return strings.Split(p.js(`[...document.querySelectorAll(".score svg")].map(s => [...s.querySelectorAll("g[aria-hidden] > g > .sc-tick")].map(e => e.textContent + "@" + Math.round(e.getAttribute("x"))).join(" ")).join("|")`), "|")
	}
	p.until("see two scores", func() bool { return len(ticks()) == 2 })
	both := ticks()
	assert.Equal(t, both[0], both[1], "one time axis for both")
	p.see("Total time")

	p.click("All settings")
	p.fill("Find a setting", "lid")
	p.see("Lid on while heating")
	p.seeNot("Altitude may be out by")
	p.fill("Find a setting", "spoon")
	p.until("see the measure", func() bool {
		return p.js(`document.querySelector('.inputs [data-field="measure.grams"]') ? "y" : ""`) == "y"
	})
	p.fill("Find a setting", "zzz")
	p.see("No setting matches")
	p.do(chromedp.KeyEvent("\x1b"))
	p.see("sits on")
	assert.Equal(t, "y", p.js(`document.querySelector(".fit-drawn") ? "y" : ""`), "the dripper is drawn on the cup")

	// On a phone what to take comes first.
	p.do(chromedp.EmulateViewport(390, 844))
	p.open("/trips/1/stops/5/brews/9")
	p.see("onto the coffee")
	for _, path := range []string{"dose_g", "grind.clicks", "water.poured_ml", "total_s"} {
		at := p.js(`String(Math.round(document.querySelector('.take [data-figure="` + path + `"]').getBoundingClientRect().bottom))`)
		assert.LessOrEqual(t, number(t, at), 844.0, "%s is at the first look", path)
	}
}

// Every view is a place to go to and to come back to.
func TestBackLeadsWhereOneWas(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/now")
	p.see("All 12 methods")
	p.do(chromedp.Click(chromedp.CSS(".way h3 a")))
	p.see("Not saved yet.")
	p.do(chromedp.NavigateBack())
	p.see("All 12 methods")
	p.open("/trips/1/stops/5")
	p.click("Change the stop")
	p.see("Save the stop")
	p.do(chromedp.NavigateBack())
	p.seeNot("Save the stop")
	p.see("Brews here")
}

func itoa(n int64) string { return strconv.FormatInt(n, 10) }

// The last pot and the last grinder are taken away: what would help is offered, and one tap is enough.
func TestNothingThereIsNoDeadEnd(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	p.open("/now")
	p.see("Plan: ")
	p.word("What you have")
	gear := func(name string) { p.clickKind(name, ".now-gear label") }
	gear("Titanium pot") // assumed: the first tap says that it is there
	gear("Titanium pot")
	p.see("Nothing works with this.")
	p.clickKind("Borrow a pot", "button")
	p.see("Plan: ")
	gear("grinder")
	p.see("Nothing works with this.")
	p.clickKind("The coffee is ground already", "button")
	p.see("Plan: ")
	assert.Contains(t, p.says("What you have"), "ground coffee")
}

// Pages that had another name are found under it, with what the address asked for.
func TestOldAddressesLeadOn(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	for from, to := range map[string]string{"/trips/1/provisions?working=totals.water_ml": "/trips/1/supplies?working=totals.water_ml", "/trips/1/along": "/trips/1/offline", "/shelf": "/gear"} {
		p.open(from)
		p.until("be at "+to, func() bool { return p.js(`location.pathname + location.search`) == to })
	}
}

// The published source of a caution opens on touch, and closes.
func TestASourceOpens(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/now")
	p.word("Water source")
	p.clickKind("a stream", ".strip label")
	p.see("Make this water safe first")
	p.seeNot("US CDC guidance")
	p.click("Source")
	p.see("US CDC guidance")
	p.click("Source")
	p.seeNot("US CDC guidance")
}
