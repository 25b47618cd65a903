package e2e

import (
	"bufio"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// startOwn starts "apodemos serve" with no data yet.
func startOwn(t *testing.T) *program {
	cmd := exec.Command(binary, "serve", "--data", t.TempDir(), "--listen", "127.0.0.1:0")
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err)
	p := &program{cmd: cmd, base: address.FindString(line)}
	t.Cleanup(p.stop)
	return p
}

// From nothing: every empty page says what to do next, and by hand a first trip
// with a stop, a forecast, a brew and a kit comes of it.
func TestAFirstTripFromNothing(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	p.open("/trips")
	p.see("No trip yet. Name one below")
	p.fill("Name", "Over the ridge")
	p.click("Make the trip")
	p.see("No stop yet.")
	p.click("Supplies")
	p.see("No brew planned yet.")
	p.click("Schedule")
	p.see("Nothing to do yet")
	p.click("Kit")
	p.see("You have no gear yet.")
	p.click("Add your gear")
	p.see("No gear yet.")
	p.click("Add typical gear")
	p.see("Cone dripper, plastic")
	p.click("Trip")
	p.click("Kit")
	p.see("No brew planned yet.")

	p.click("Stops")
	p.see("No stop yet.")
	p.click("Change the trip")
	p.see("What you carry")
	p.day("trip-starts", "2027-01-20")
	p.click("Save the trip")
	p.see("2027")
	p.click("Add a stop")
	p.fill("Name", "Ridge camp")
	p.fill("Altitude", "2600")
	p.js(`(document.querySelectorAll("details").forEach(d => { d.open = true; }), "")`)
	p.see("Fill in, simulated")
	p.fill("Latitude", "46")
	p.fill("Longitude", "8")
	p.fill("Days of the stay", "2")
	p.click("Fill in, simulated")
	p.see("from the simulated forecast")
	cold := p.js(`document.getElementById("stop-morning_c").value`)
	assert.NotEmpty(t, cold)
	p.fill("Air from 10:00", "3")
	p.click("Fill in, simulated")
	assert.Equal(t, "3", p.js(`document.getElementById("stop-day_c").value`), "what one has set stays")
	p.clickKind("none here: carried in", ".strip label")
	p.click("Add the stop")
	p.see("carried in")
	p.see("Plan a brew here")
	p.plan("Steeped or boiled pot")
	p.see("Boils here at")
	assert.InDelta(t, 91.3, number(t, p.figure("boil_c")), 0.8)
	p.click("Save")
	p.see("Saved")

	// The stay is split in two, and it is undone.
	p.click("Stops")
	p.see("Ridge camp")
	p.click("More for Ridge camp")
	p.clickKind("Split the stay", "[role=menuitem]")
	p.see("Ridge camp (2)")
	p.undo("Ridge camp is two stops now")
	p.seeNot("Ridge camp (2)")
	p.click("Kit")
	p.see("makes all 2 brews")
	p.click("Plan brews")
	p.see("1 brew is planned with this kit")

	// What comes next on it stands on the first page.
	p.open("/")
	p.see("Next on Over the ridge:")
	p.clickKind("Ridge camp", ".now-on a")
	p.see("Boils here at")
}

// Gear comes in as CSV, all of it or none, and goes off again by Undo.
func TestGearFromCSV(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("422")
	file := func(text string) string {
		path := filepath.Join(t.TempDir(), "gear.csv")
		require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
		return path
	}
	p.open("/shelf")
	p.see("32 items")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#gear-file"), []string{file("name;kind;mass_g\nTin cup;cup;61,5\nLead cup;cup;-3\n")}))
	p.see("CSV, line 3: mass_g: -3 g is out of range")
	p.see("32 items")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#gear-file"), []string{file("name;kind;mass_g;rim_mm\nTin cup;cup;61,5;72\n")}))
	p.see("33 items")
	p.see("rim 72 mm")
	p.undo("1 item is in my gear now")
	p.see("32 items")

	// A wrong figure says what is allowed, and nothing typed is lost.
	p.click("Enamel cup")
	p.see("Change Enamel cup")
	p.fill("Rim, inside", "95")
	p.click("Save")
	p.see("95 mm is wider than the whole, 82 mm")
	p.fill("Rim, inside", "79")
	p.click("Save")
	p.see("Enamel cup saved")
	p.see("rim 79 mm")
	p.do(chromedp.KeyEvent(kb.Escape))
}
