package e2e

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// track writes a two-day GPX track with a spring on it.
func track(t *testing.T) string {
	var b strings.Builder
	b.WriteString(`<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1"><metadata><name>Over the saddle</name></metadata>
<wpt lat="45" lon="7.02"><ele>1480</ele><name>Spring under the wall</name></wpt><trk><trkseg>`)
	at := time.Date(2026, 9, 5, 7, 0, 0, 0, time.UTC)
	for i := range 300 {
		if i == 150 {
			at = at.Add(13 * time.Hour)
		}
		fmt.Fprintf(&b, `<trkpt lat="45" lon="%.4f"><ele>%d</ele><time>%s</time></trkpt>`, 7+float64(i)*0.0005, 1200+8*min(i, 299-i), at.Format(time.RFC3339))
		at = at.Add(2 * time.Minute)
	}
	b.WriteString(`</trkseg></trk></gpx>`)
	path := filepath.Join(t.TempDir(), "saddle.gpx")
	require.NoError(t, os.WriteFile(path, []byte(b.String()), 0o600))
	return path
}

func get(t testing.TB, url string) []byte {
	r, err := http.Get(url)
	require.NoError(t, err)
	defer r.Body.Close()
	b, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	require.Equal(t, http.StatusOK, r.StatusCode, string(b))
	return b
}

// A route comes in as GPX, gets brews, and goes out as provisions and calendar.
func TestATripFromGPXToCalendar(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips")
	p.click("Import a trip")
	p.see("Choose a file")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#import-file"), []string{track(t)}))
	p.see("4 stops from saddle.gpx")
	p.see("median of five")
	p.fill("Name of stop 3", "High camp")
	p.clickKind("Save Start", "input")
	p.see("3 stops from saddle.gpx")
	p.click("Save the trip")
	p.see("High camp")
	p.see("Over the saddle")

	// Two brews at the camp.
	for _, plan := range []string{"Cone dripper: Four pulses, 45 seconds apart", "Steeped or boiled pot: Steeped, filter grind, skimmed"} {
		p.click("Stops")
		p.see("Change the trip")
		p.clickKind("High camp", "td a")
		p.see("Plan a brew here")
		p.plan(plan)
		p.see("Boils here at")
		p.see("Not saved")
		p.click("Save")
		p.see("Saved")
	}
	p.click("Supplies")
	p.see("Nothing runs out.")
	// What was worked out for the first brew may stand until both are counted.
	var gas float64
	p.until("the gas of both brews", func() bool { gas = number(t, p.figure("totals.gas_g")); return gas > 15 })
	assert.Less(t, gas, 60.0)
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="totals.coffee_g"]`)))
	p.see("doses of all brews")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.seeNot("doses of all brews")

	// Another person and a day longer: it takes more, and something runs out.
	p.click("More: more people")
	p.see("Coffee will run out at High camp")
	difference := p.js(`document.querySelector('[data-difference="totals.gas_g"]')?.innerText ?? ""`)
	assert.Contains(t, difference, "▲")
	p.click("Back to plan")
	p.seeNot("Coffee runs out")

	p.click("Schedule")
	p.see("Day 1")
	p.click("All days")
	p.see("light the stove; start the")
	p.seeNot("Counted back")
	p.click("Show reasons")
	p.see("Counted back")
	p.click("Without the brews")
	p.see("Get 1 canister")
	p.seeNot("Counted back")
	p.clickKind("Get 1 canister", "label")
	p.see("Untick all")

	var trips []struct{ ID int64 }
	require.NoError(t, json.Unmarshal(get(t, app.base+"/api/v1/trips"), &trips))
	at := fmt.Sprintf("%s/api/v1/trips/%d/", app.base, trips[0].ID)
	var plan struct {
		Result struct{ Tasks []struct{ ID, Text string } }
	}
	require.NoError(t, json.Unmarshal(get(t, at+"plan"), &plan))
	tasks := len(plan.Result.Tasks)
	for _, task := range plan.Result.Tasks {
		if strings.HasPrefix(task.ID, "light:") {
			tasks-- // in its brew's event
		}
	}
	cal, err := ics.ParseCalendar(strings.NewReader(string(get(t, at+"export/schedule.ics"))))
	require.NoError(t, err)
	assert.Len(t, cal.Events(), tasks)

	// With the reminders that one chooses; and what is no longer to be done is called off.
	p.click("Save as…")
	p.click("Schedule (iCalendar)…")
	p.see("On evenings with something to prepare")
	p.choose("#calendar-alarm", "15 minutes before")
	chosen := get(t, app.base+p.js(`[...document.querySelectorAll("a")].find(a => a.innerText === "Save the calendar").getAttribute("href")`))
	assert.Contains(t, string(chosen), "TRIGGER:-PT15M\r\n")
	p.do(chromedp.KeyEvent(kb.Escape))
	assert.Contains(t, string(get(t, at+"export/stops.gpx")), "<name>High camp</name>")

	// The trip file comes back as the same trip.
	file := filepath.Join(t.TempDir(), "again.json")
	require.NoError(t, os.WriteFile(file, get(t, at+"export/trip.json"), 0o600))
	p.open("/import")
	p.see("Choose a file")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#import-file"), []string{file}))
	p.see("3 stops from again.json")
	p.click("Save the trip")
	p.see("High camp")
	p.click("Supplies")
	p.until("the same gas", func() bool { return number(t, p.figure("totals.gas_g")) == gas })
}

func TestABadFileIsToldAndNothingIsKept(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("422")
	bad := filepath.Join(t.TempDir(), "bad.gpx")
	require.NoError(t, os.WriteFile(bad, []byte("<?xml version=\"1.0\"?>\n<gpx>\n<wpt lat=\"200\" lon=\"0\"/></gpx>"), 0o600))
	p.open("/import")
	p.see("Choose a file")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#import-file"), []string{bad}))
	p.see("GPX, line 3: lat=\"200\"")
	p.see("Nothing was saved")
	var trips []struct{ ID int64 }
	require.NoError(t, json.Unmarshal(get(t, app.base+"/api/v1/trips"), &trips))
	assert.Len(t, trips, 1, "the demo trip alone")
}

// Stops are moved on the ribbon and along the list, split, and undone; the trip is
// duplicated and archived.
func TestArrangingATrip(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1")
	p.see("Glacier bivouac")
	p.click("distance")
	p.do(chromedp.Focus(chromedp.CSS(`.ribbon-stops button[title^="Forest hut"]`)))
	p.do(chromedp.KeyEvent(kb.ArrowRight, chromedp.KeyModifiers(kb.ModifierAlt)))
	p.see("Forest hut moved along the route")
	p.click("Undo")
	p.click("More for Forest hut")
	p.clickKind("Move later", "[role=menuitem]")
	p.see("Forest hut moved")
	p.until("the town before the hut", func() bool {
		s := p.js(`[...document.querySelectorAll("table.stops tbody tr")].map(r => r.cells[1].innerText).join("|")`)
		return strings.Index(s, "Market town") < strings.Index(s, "Forest hut")
	})
	p.click("Undo")

	// A stay of three days becomes two stops, each with its brews, and one again.
	p.open("/trips/1/stops/7")
	p.click("Change the stop")
	p.click("Along the way")
	p.fill("Days of the stay", "3")
	p.click("Save the stop")
	p.seeNot("Save the stop")
	p.open("/trips/1")
	p.do(chromedp.WaitVisible(chromedp.CSS(".ribbon-stops button")))
	p.click("days")
	p.do(chromedp.Focus(chromedp.CSS(`.ribbon-stops button[title^="Forest hut"]`)))
	p.do(chromedp.KeyEvent("x"))
	p.see("Forest hut is two stops now")
	p.see("Forest hut (2)")
	brews := func() string {
		return p.js(`[...document.querySelectorAll(".ribbon-stops button")].filter(b => b.title.startsWith("Forest hut")).map(b => b.title.match(/(\d+) brews?/)[1]).join()`)
	}
	p.until("see two brews at both", func() bool { return brews() == "2,2" })
	p.undo("two stops now")
	p.seeNot("Forest hut (2)")
	p.until("see the stay's line", func() bool {
		return p.js(`String(document.querySelectorAll(".ribbon-cut").length)`) == "1"
	})
	cut, err := chromedp.Run(p.ctx, chromedp.Evaluate[[]float64](`(() => { const r = document.querySelector(".ribbon-cut").getBoundingClientRect(); return [r.x + 70, r.y + r.height / 2]; })()`))
	require.NoError(t, err)
	p.do(chromedp.MouseClickXY(cut[0], cut[1]))
	p.see("Forest hut (2)")
	p.undo("two stops now")
	p.seeNot("Forest hut (2)")

	p.click("Change the trip")
	p.see("What you carry")
	p.expectError("422") // a slip of the finger, told where it was made
	p.day("trip-starts", "0026-09-05")
	p.click("Save the trip")
	p.until("told beside the field", func() bool {
		return strings.Contains(p.js(`document.getElementById("trip-starts").parentElement.innerText`), "from 1900 to 2199")
	})
	p.day("trip-starts", "2026-09-05")
	p.fill("Coffee at the start", "200")
	p.click("Save the trip")
	p.click("Supplies")
	p.see("Coffee will run out at")

	p.open("/trips")
	p.click("More for From the port to the ice field")
	p.clickKind("Duplicate", "[role=menuitem]")
	p.see("From the port to the ice field (copy)")
	p.open("/trips")
	p.click("More for From the port to the ice field (copy)")
	p.clickKind("Archive", "[role=menuitem]")
	p.see("Show archived trips")
}

// On paper nothing can be opened: what is folded on the screen is printed, and stays folded after.
func TestWhatIsFoldedIsPrinted(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/kit")
	p.js(`(Object.keys(localStorage).filter(k => k.startsWith("apodemos.open.")).forEach(k => localStorage.setItem(k, "0")), "")`)
	p.open("/trips/1/kit")
	p.see("makes all 15 brews")
	p.see("Packing list: 0 of")
	p.seeNot("bagged and labelled")
	p.js(`(dispatchEvent(new Event("beforeprint")), "")`)
	p.see("bagged and labelled")
	p.see("Each brew")
	p.js(`(dispatchEvent(new Event("afterprint")), "")`)
	p.seeNot("bagged and labelled")
	time.Sleep(200 * time.Millisecond)
	assert.Equal(t, "0", p.js(`localStorage.getItem("apodemos.open.kit.packing") ?? ""`), "nobody opened it")
}

// The trip sheet prints a page a stop at most, on A5, and a plan on one or two.
func TestWhatIsPrinted(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	pages := func(size chromedp.PaperSize) int {
		pdf, err := chromedp.Run(p.ctx, chromedp.PrintToPDF(chromedp.PDFPaper(size)))
		require.NoError(t, err)
		return len(regexp.MustCompile(`/Type\s*/Page[^s]`).FindAll(pdf, -1))
	}
	p.open("/trips/1")
	p.click("Save as…")
	p.click("Schedule (iCalendar)…")
	p.see("On evenings with something to prepare")
	p.until("the panel at the side", func() bool {
		return p.js(`getComputedStyle(document.querySelector(".ant-drawer")).position`) == "fixed"
	})
	p.open("/trips/1/sheet")
	p.see("If you stop at")
	assert.Equal(t, 1+9, pages(chromedp.PaperA5), "a front page, and a page a stop")
	// Each says of what trip, day and page it is; and the paper is the one chosen.
	paper := func() (sizes []string) {
		pdf, err := chromedp.Run(p.ctx, chromedp.PrintToPDF(chromedp.PDFPreferCSSPageSize()))
		require.NoError(t, err)
		for _, m := range regexp.MustCompile(`/MediaBox\s*\[0 0 ([0-9.]+) ([0-9.]+)\]`).FindAllSubmatch(pdf, -1) {
			w, err := strconv.ParseFloat(string(m[1]), 64)
			require.NoError(t, err)
			h, err := strconv.ParseFloat(string(m[2]), 64)
			require.NoError(t, err)
			sizes = append(sizes, fmt.Sprintf("%.0f×%.0f", w*25.4/72, h*25.4/72))
		}
		return sizes
	}
	p.see("From the port to the ice field")
	p.see("9 Sep 2026 · page 6 of 10")
	assert.Equal(t, slices.Repeat([]string{"148×210"}, 10), paper())
	p.click("A4")
	p.until("the larger paper", func() bool { return p.js(`document.querySelector(".paper-a4") ? "yes" : ""`) == "yes" })
	assert.Equal(t, slices.Repeat([]string{"210×297"}, 10), paper())
	assert.Equal(t, "yes", p.js(`[...document.querySelectorAll(".leaf-brews")].every(e => { const top = new Map(); for (const s of e.children) { const r = s.getBoundingClientRect(), k = Math.round(r.left); top.set(k, Math.min(top.get(k) ?? 1e9, r.top)); } const v = [...top.values()]; return Math.max(...v) - Math.min(...v) < 1.5; }) ? "yes" : "no"`), "columns begin alike")
	// One day on a sheet that folds to eight: all of it there, none of it cut off.
	p.click("Folded sheet")
	p.do(chromedp.EmulateViewport(360, 780))
	p.until("no wider than a phone", func() bool { return p.js(`document.documentElement.scrollWidth <= 361 ? "yes" : ""`) == "yes" })
	p.do(chromedp.EmulateViewport(1280, 800))
	// What is begun on a day stands on it, though it is for a cup of the next.
	p.choose(`[aria-label="Day"]`, "Day 8")
	p.see("Market town")
	assert.Contains(t, p.js(`document.querySelector(".fold").innerText.replace(/\s+/g, " ")`), "12:15 Start 290 ml of cold concentrate")
	p.choose(`[aria-label="Day"]`, "Day 5")
	p.see("High plateau")
	assert.Equal(t, "8", p.js(`String(document.querySelectorAll(".fold-page").length)`))
	assert.Equal(t, "", p.js(`[...document.querySelectorAll(".fold-page")].filter(e => e.scrollHeight > e.clientHeight + 1).map(e => e.innerText.slice(0, 60)).join(" | ")`), "nothing is cut off")
	assert.Equal(t, []string{"297×210"}, paper())
	steps := p.js(`String(document.querySelectorAll(".fold-page li").length)`)
	p.click("A5")
	p.until("the pages again", func() bool { return p.js(`document.querySelector(".leaf") ? "yes" : ""`) == "yes" })
	assert.Equal(t, p.js(`String([...document.querySelectorAll(".leaf")].find(e => e.querySelector("h1").innerText === "High plateau").querySelectorAll("li").length)`), steps, "every step of the stop's day")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	assert.LessOrEqual(t, pages(chromedp.PaperA4), 2)
}

// A total leads to the plans that it adds up, and each of those to the figure it
// came from; and back.
func TestATotalLeadsToItsPlans(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/provisions")
	p.see("Canister gas")
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="totals.gas_g"]`)))
	p.see("Day 2, Two mugs behind the boat")
	part := ""
	p.until("see what a brew takes", func() bool {
		part = p.js(`(document.querySelector(".working-inputs button")?.innerText ?? "").replace(/\u2009/g, " ")`)
		return part != ""
	})
	p.do(chromedp.Click(chromedp.CSS(".working-inputs button")))
	p.see("Two mugs behind the boat")
	p.see("Working: Fuel")
	assert.InDelta(t, number(t, part), number(t, p.js(`document.querySelector("[data-testid=working-value]").innerText.replace(/\u2009/g, " ")`)), 0.51, "the same figure in the brew's own working")
	p.do(chromedp.NavigateBack())
	p.see("Day 2, Two mugs behind the boat")

	p.open("/trips/1/kit")
	p.see("Each brew")
	p.do(chromedp.Click(chromedp.CSS(`[data-figure="kit.brews.2.minutes"]`)))
	p.see("From the boil until all is served")
}

// A stop is changed in its sentence: the answer follows, a number that is being typed is not saved
// before it is whole, a wrong one changes nothing, and what was saved can be undone.
func TestAStopIsChangedInItsSentence(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	altitude := func() float64 {
		var s struct {
			Conditions struct {
				Place struct {
					AltitudeM float64 `json:"altitude_m"`
				}
			}
		}
		send(t, app.base, "GET", "/stops/5", nil, &s)
		return s.Conditions.Place.AltitudeM
	}
	p.open("/trips/1/stops/5")
	p.see("Water boils at 87.0")
	p.word("Altitude")
	p.into("Altitude")
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent("23"))
	p.see("Water boils at 99.9") // it follows
	time.Sleep(1500 * time.Millisecond)
	assert.InDelta(t, 3900, altitude(), 0, "the first digits are not what is meant")
	p.do(chromedp.KeyEvent("00"))
	p.see("Water boils at 92.3")
	p.click("Done")
	p.until("be saved", func() bool { return altitude() == 2300 })
	p.undo("High plateau changed")
	p.until("be as it was", func() bool { return altitude() == 3900 })
	p.see("Water boils at 87.0")

	p.word("Altitude")
	p.into("Altitude")
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent("99999"))
	p.see("99,999 m is out of range")
	p.click("Done")
	time.Sleep(1500 * time.Millisecond)
	assert.InDelta(t, 3900, altitude(), 0)
	assert.NotContains(t, p.screen(), "High plateau changed")
}
