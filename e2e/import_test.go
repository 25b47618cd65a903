package e2e

import (
	"encoding/json"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// wild is a file of the readers' corpus.
func (p *person) wild(name string) {
	p.t.Helper()
	path, err := filepath.Abs("../formats/testdata/" + name + ".gpx")
	require.NoError(p.t, err)
	p.see("Choose a file")
	p.do(chromedp.SetUploadFiles(chromedp.CSS("#import-file"), []string{path}))
}

// A planned track is laid out by hours of walking, and a night can be moved on its profile.
func TestAPlannedTrackIsLaidOut(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/import")
	p.wild("planned")
	p.see("11 h of walking")
	p.see("Hut below the pass")
	p.fill("Walking a day", "3")
	p.do(chromedp.KeyEvent(kb.Enter))
	p.see("Night 1")
	along := func() string { return p.js(`document.querySelector(".import-night").getAttribute("aria-valuetext")`) }
	before := along()
	p.js(`(document.querySelector(".import-night").focus(), "")`)
	for range 4 {
		p.do(chromedp.KeyEvent(kb.ArrowRight))
	}
	p.until("the night moved", func() bool { return along() != before })
	p.click("Save the trip")
	p.see("Planned on a map")
	var trip struct {
		Stops []struct {
			Name string
			Day  int
			Km   float64
		}
	}
	require.NoError(t, json.Unmarshal(get(t, app.base+"/api/v1/trips/2"), &trip))
	assert.Equal(t, 4, trip.Stops[len(trip.Stops)-1].Day)
	assert.NotZero(t, trip.Stops[1].Km)
}

// An altitude that a file does not have stays unknown in the row, at the stop, on the sheet
// and in what is saved, until it is entered or the simulated terrain is asked for.
func TestAnUnknownAltitudeStaysSo(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/import")
	p.wild("no-elevation")
	p.see("The altitude of 2 stops is unknown")
	assert.Equal(t, "", p.js(`document.querySelector('[aria-label="Altitude of stop 1"]').value`))
	p.click("Save the trip")
	p.see("altitude unknown")
	p.see("unknown; at sea level 100.0 °C")
	p.open("/trips/2")
	p.click("Start")
	p.see("altitude unknown")
	p.see("unknown; at sea level 100.0 °C")
	assert.Contains(t, string(get(t, app.base+"/api/v1/trips/2/export/stops.gpx")), "Altitude not known.")
	assert.NotContains(t, string(get(t, app.base+"/api/v1/trips/2/export/stops.gpx")), "<ele>")
	assert.NotContains(t, string(get(t, app.base+"/api/v1/trips/2/export/trip.json")), "altitude_m")

	p.open("/import")
	p.wild("no-elevation")
	p.click("Simulated terrain")
	p.see("don’t rely on them")
	p.click("Save the trip")
	p.see("Saved")
	assert.Contains(t, string(get(t, app.base+"/api/v1/trips/3")), "Altitude from the")
}

// Of very many names the person chooses.
func TestManyNamesAreChosenFrom(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/import")
	p.wild("three-hundred-names")
	p.see("300 named points are too many")
	p.see("5 stops from three-hundred-names.gpx")
	p.clickKind("Save Mark 10", "input")
	p.see("6 stops from three-hundred-names.gpx")

	p.wild("times-without-zone")
	p.see("8 times have no zone")
	p.fill("Time zone of the file", "Europe/Lisbon")
	p.click("Save the trip")
	p.see("Two days by the clock")
	assert.Contains(t, string(get(t, app.base+"/api/v1/trips/2")), `"time_zone":"Europe/Lisbon"`)
}
