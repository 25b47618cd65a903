package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	downloads "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
)

// call calls a command of the browser on this tab.
func call[P, R any](p *person, cmd cdp.Command[P, R], params P) R {
	p.t.Helper()
	out, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (R, error) { return cdp.Call(ctx, t, cmd, params) })
	require.NoError(p.t, err)
	return out
}

// offline takes the network away from a tab.
func (p *person) offline(off bool) {
	call(p, network.OverrideNetworkState, network.OverrideNetworkStateParams{Offline: off, DownloadThroughput: -1, UploadThroughput: -1})
	call(p, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: []*network.Conditions{{Offline: off, DownloadThroughput: -1, UploadThroughput: -1}}})
}

// phone makes the tab as large as one, with its processor slowed so many times.
func (p *person) phone(slowed float64) {
	p.do(chromedp.EmulateViewport(390, 844))
	call(p, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: slowed})
}

// taken writes the pocket of the demo's trip into a file, and gives its address and name.
func taken(t *testing.T, a *program, dir string) (address, name string) {
	name = filepath.Join(dir, "trip.html")
	require.NoError(t, os.WriteFile(name, get(t, a.base+"/api/v1/pocket.html?trips=1"), 0o600))
	return "file://" + name, name
}

// savesInto has files saved into a directory; the browser refuses them where there is none.
func (p *person) savesInto(dir string) {
	how := downloads.SetDownloadBehaviorBehaviorAllow
	if dir == "" {
		how = downloads.SetDownloadBehaviorBehaviorDeny
	}
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (cdp.Empty, error) {
		return chromedp.CallBrowser(ctx, downloads.SetDownloadBehavior, downloads.SetDownloadBehaviorParams{Behavior: how, DownloadPath: dir})
	})
	require.NoError(p.t, err)
}

// A trip in the pocket, from a file, with the network off and the program stopped: the altitude
// is changed, a brew made by the guide and written down, the file closed and opened again; a
// copy is kept and opened elsewhere; and brought home, where the log shows the cup once.
func TestInThePocket(t *testing.T) {
	t.Parallel()
	home, dir := t.TempDir(), t.TempDir()
	a := start(t, home)
	address, _ := taken(t, a, dir)
	before := len(logAt(t, a.base))
	a.stop()

	p := sit(t, "")
	p.offline(true)
	p.phone(1)
	p.savesInto(dir)
	// At this speed the guide runs through in the time of a test.
	p.open(address + "?clock=60")
	p.see("Offline copy.")
	p.see("Changes are saved in this browser.")
	p.see("Closing a private window loses them: save a copy first.")
	p.see("River gorge")
	p.open("about:blank")
	p.open(address + "?clock=60#/trips/1/stops/5/brews/9")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	assert.InDelta(t, 85.8, boilAt(4250), 0.05)
	p.see("85.8")
	p.click("Save")
	p.see("Saved")
	p.see("not in a copy yet")
	p.open("about:blank")
	p.open(address + "?clock=60#/trips/1/stops/5/brews/9/guide")
	p.click("Start")
	p.see("Fill the kettle")
	p.within(time.Minute, "see it through", func() bool {
		p.js(tap)
		return strings.Contains(p.screen(), "Done. Taste it")
	})
	p.click("Log the cup")
	p.see("How was it?")
	p.fill("In your words", "Thin, as the air.")
	p.click("Save the cup")
	p.until("be back at the plan", func() bool { return strings.Contains(p.js("location.hash"), "tasted") })

	// Closed, and opened again.
	p.open("about:blank")
	p.open(address + "#/log")
	p.see("Thin, as the air.")
	p.see("Offline copy.")
	copies := func() []string {
		names, err := filepath.Glob(filepath.Join(dir, "*-pocket-*.html"))
		require.NoError(t, err)
		return names
	}
	// A copy counts when somebody says that it is there: the browser may have refused it.
	p.savesInto("")
	p.click("Save a copy")
	p.see("Is from-the-port-to-the-ice-field-pocket-")
	p.click("Not there")
	p.seeNot("in your downloads?")
	p.see("not in a copy yet")
	assert.Empty(t, copies())
	p.savesInto(dir)
	p.click("Save a copy")
	p.until("have the copy", func() bool { return len(copies()) == 1 })
	p.click("Yes, saved")
	p.seeNot("not in a copy yet")
	kept := copies()[0]

	// Elsewhere: nothing of it is in this browser's storage.
	// Files have one storage for all: that of other tests stays.
	p.js(`(Object.keys(localStorage).filter(k => k.startsWith("apodemos.pocket." + JSON.parse(document.getElementById("carried").textContent).pocket.id)).forEach(k => localStorage.removeItem(k)), "")`)
	p.open("about:blank")
	p.open("file://" + kept + "#/log")
	p.see("Thin, as the air.")
	p.open("about:blank")
	p.open("file://" + kept + "#/trips/1/stops/5/brews/9")
	p.until("see the altitude that was kept", func() bool {
		return p.says("Altitude") == "4,250 m"
	})

	// Home.
	b := start(t, home)
	q := sit(t, b.base)
	q.open("/bring")
	q.see("Choose the saved offline copy")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#bring-file"), []string{kept}))
	q.see("New")
	q.see("Cup First light")
	q.click("Save")
	q.see("Brought home")
	assert.Len(t, logAt(t, b.base), before+1)
	q.open("/log")
	q.see("Thin, as the air.")
	var entry app.LogEntry
	for _, l := range logAt(t, b.base) {
		if l.Words == "Thin, as the air." {
			entry = l
		}
	}
	require.NotNil(t, entry.Made, "with what happened")
	assert.InDelta(t, 4250, *entry.AltitudeM, 0)
	q.open("/bring")
	q.see("Choose the saved offline copy")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#bring-file"), []string{kept}))
	q.see("Nothing new: it is all here already.")
	q.click("Save")
	q.see("Nothing new")
	assert.Len(t, logAt(t, b.base), before+1)
}

func logAt(t testing.TB, base string) (out []app.LogEntry) {
	require.NoError(t, json.Unmarshal(get(t, base+"/api/v1/log"), &out))
	return out
}

// What was changed on both sides is shown side by side, in one's own units, and one chooses.
func TestChangedOnBothSides(t *testing.T) {
	t.Parallel()
	home := t.TempDir()
	a := start(t, home)
	address, name := taken(t, a, t.TempDir())
	p := sit(t, "")
	p.offline(true)
	p.open(address + "#/trips/1/stops/5/brews/9")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	p.see("Not saved yet")
	p.click("Save")
	p.see("Saved")
	carried := p.js(`JSON.stringify({carried: JSON.parse(document.getElementById("carried").textContent), kept: Object.keys(localStorage).filter(k => k.includes(".w.")).sort().flatMap(k => JSON.parse(localStorage[k]))})`)
	require.NoError(t, os.WriteFile(name, []byte(carried), 0o600))

	q := sit(t, a.base)
	q.open("/trips/1/stops/5/brews/9")
	q.see("our pulses")
	q.fill("Altitude", "4100")
	q.see("Not saved yet")
	q.click("Save")
	q.see("Saved")
	q.open("/bring")
	q.see("Choose the saved offline copy")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#bring-file"), []string{name}))
	q.see("Changed on both sides")
	q.see("4,100")
	q.see("4,250")
	q.see("1 choice to make first")
	assert.Equal(t, "true", q.js(`String([...document.querySelectorAll("button")].find(b => b.innerText === "Save").disabled)`))
	q.click("As offline")
	q.click("Save")
	q.see("Brought home")
	q.open("/trips/1/stops/5/brews/9")
	q.until("see what was chosen", func() bool {
		return q.says("Altitude") == "4,250 m"
	})
}

// A file that was cut, or damaged, or is another, is refused in a sentence, and nothing changes.
func TestDamagedPockets(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	dir := t.TempDir()
	_, name := taken(t, a, dir)
	whole, err := os.ReadFile(name)
	require.NoError(t, err)
	q := sit(t, a.base)
	q.expectError("422")
	q.open("/bring")
	for says, b := range map[string][]byte{
		"is cut short":                whole[:8000],
		"is damaged":                  []byte(strings.Replace(string(whole), "River gorge", "River gorgi", 1)),
		"is not an offline copy":      []byte("<html></html>"),
		"is empty":                    {},
		"A newer Apodemos wrote":      []byte(`{"format":"apodemos-pocket","version":99,"events":[]}`),
		"A trial version":             []byte(`{"format":"apodemos-pocket","version":1,"events":[]}`),
		"This is not an offline copy": []byte(`{"format":"other","version":1}`),
	} {
		bad := filepath.Join(dir, "bad.html")
		require.NoError(t, os.WriteFile(bad, b, 0o600))
		q.see("Choose the saved offline copy")
		q.do(chromedp.SetUploadFiles(chromedp.CSS("#bring-file"), []string{bad}))
		q.see(says)
		q.see("Nothing was changed.")
	}
	// The file itself, cut, says so when it is opened.
	require.NoError(t, os.WriteFile(name, whole[:len(whole)-400_000], 0o600))
	p := sit(t, "")
	p.offline(true)
	p.open("file://" + name)
	p.see("the file is damaged")
}

// A browser that keeps nothing says so, and a copy is all there is.
func TestAPrivateWindow(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	address, _ := taken(t, a, t.TempDir())
	p := sit(t, "")
	p.offline(true)
	call(p, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: `Object.defineProperty(window, "localStorage", { get() { throw new DOMException("denied", "SecurityError") } })`})
	p.open(address + "#/trips/1/stops/5/brews/9")
	p.see("This browser saves nothing")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	p.see("Not saved yet; kept while this page is open.")
	p.click("Save")
	p.see("not in a copy yet")
}

// A browser whose room is used up says so, and goes on; what was deleted can be had back there
// as at home; and what is done at home says where.
func TestAFullStorage(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	address, _ := taken(t, a, t.TempDir())
	p := sit(t, "")
	p.offline(true)
	call(p, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: `const set = Storage.prototype.setItem; Storage.prototype.setItem = function (k, v) { if (k.includes(".w.")) throw new DOMException("full", "QuotaExceededError"); return set.call(this, k, v); }`})
	p.open(address + "#/trips/1/stops/5/brews/9")
	p.see("Changes are saved in this browser.")
	p.see("our pulses")
	p.click("Delete")
	p.see("This browser’s storage is full")
	p.see("not in a copy yet")
	p.undo("First light")
	p.js(`location.hash = "#/bring"`) // to be left, the page would ask first
	p.see("in the Apodemos that made this copy")
}

// Two windows of one pocket: what one writes, the other has, and neither loses anything.
func TestTwoWindowsOfOnePocket(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	address, _ := taken(t, a, t.TempDir())
	p := sit(t, "")
	q := sit(t, "")
	p.open(address + "#/trips/1/schedule")
	q.open(address + "#/trips/1/schedule")
	p.see("Schedule")
	q.see("Schedule")
	q.until("be open", func() bool { return q.js(`document.documentElement.dataset.core ?? ""`) == "ready" })
	q.until("tick a task", func() bool {
		return q.js(`(() => { const b = document.querySelector("main input[type=checkbox]"); if (!b) return ""; b.click(); return "y"; })()`) == "y"
	})
	q.see("not in a copy yet")
	// The first window is drawn again by itself.
	p.until("see the tick", func() bool {
		return p.js(`String(document.querySelectorAll("main input[type=checkbox]:checked").length)`) == q.js(`String(document.querySelectorAll("main input[type=checkbox]:checked").length)`)
	})
}

// A newer file says which changes of an older one it lacks, and hands them out to be brought home.
func TestAnEarlierFile(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	dir, other := t.TempDir(), t.TempDir()
	first, firstName := taken(t, a, dir)
	second, _ := taken(t, a, other)
	require.NotEqual(t, first, second)
	p := sit(t, "")
	p.open(first + "#/trips/1/stops/5/brews/9")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	p.click("Save")
	p.see("2 changes not in a copy yet")
	p.open("about:blank")
	p.open(second + "#/log")
	// Those of other tests are in the same storage.
	mine := fmt.Sprintf(`[data-pocket=%q]`, pocketOf(t, firstName))
	p.until("see what the earlier one has", func() bool {
		return strings.Contains(p.js(`document.querySelector('`+mine+`')?.innerText ?? ""`), "An earlier copy of From the port to the ice field has 2 changes that aren’t here.")
	})
	p.savesInto(dir)
	p.js(`(document.querySelector('` + mine + ` button').click(), "")`)
	var saved []string
	p.until("have them", func() bool { saved, _ = filepath.Glob(filepath.Join(dir, "*-earlier.json")); return len(saved) == 1 })
	q := sit(t, a.base)
	q.open("/bring")
	q.see("Choose the saved offline copy")
	q.do(chromedp.SetUploadFiles(chromedp.CSS("#bring-file"), saved))
	q.see("Altitude: not said → 4,250 m")
	q.click("Save")
	q.see("Brought home")
	// What this pocket has is not offered.
	third, _ := taken(t, a, t.TempDir())
	p.open("about:blank")
	p.open(third + "#/log")
	p.see("Offline copy.")
	p.see("First light")
	assert.Empty(t, p.js(`document.querySelector('`+mine+`')?.innerText ?? ""`))
}

// pocketOf reads which pocket a file is.
func pocketOf(t *testing.T, name string) string {
	f, err := os.Open(name)
	require.NoError(t, err)
	defer f.Close()
	c, err := files.ReadPocket(f)
	require.NoError(t, err)
	return c.Pocket.ID
}

// A plan goes from one phone to another as a text that holds it whole, at the trailhead: both
// are pockets, and there is no network.
func TestAPlanIsShared(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	address, _ := taken(t, a, t.TempDir())
	a.stop()
	p, q := sit(t, ""), sit(t, "")
	p.offline(true)
	q.offline(true)
	p.open(address + "#/trips/1/stops/5/brews/9")
	p.see("our pulses")
	p.click("Share")
	p.see("The code holds everything")
	p.until("see the code", func() bool { return p.js(`document.querySelector(".qr path")?.getAttribute("d") ?? ""`) != "" })
	text := p.js(`document.querySelector(".share-text").value`)
	q.open(address + "#/take")
	q.see("Open shared")
	q.fill("Shared text", text[:len(text)-20])
	q.click("Read it")
	q.see("is cut short")
	q.fill("Shared text", "Have this: "+text)
	q.click("Read it")
	q.see("A plan: Cone dripper, at High plateau, 3,900 m.")
	q.click("Save the plan")
	q.until("be at the plan", func() bool { return strings.Contains(q.js("location.hash"), "/places/") })
	q.see("our pulses")
	q.see("87.0")
}
