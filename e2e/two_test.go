package e2e

import (
	"fmt"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	use "apodemos/app"
	"apodemos/store"
)

// Two tabs on one trip: both change it, the second is told, sees both versions and
// chooses; what only one has changed stays.
func TestTwoTabsOnOneTrip(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	mine, theirs := sit(t, app.base), sit(t, app.base)
	mine.expectError("412")
	stop := func() (st use.StopOut) {
		send(t, app.base, "GET", "/stops/5", nil, &st)
		return st
	}
	mine.open("/trips/1/stops/5")
	mine.click("Change the stop")
	mine.click("Water and a note")
	mine.fill("Note", "Mine: ice on the spring")
	theirs.open("/trips/1/stops/5")
	theirs.click("Change the stop")
	theirs.click("Water and a note")
	theirs.fill("Note", "Theirs: dogs at the cairns")
	theirs.fill("Exact wind", "7")
	theirs.click("Save the stop")
	theirs.seeNot("Save the stop")
	mine.click("Save the stop")
	mine.see("Changed in two places")
	mine.see("Mine: ice on the spring")
	mine.see("Theirs: dogs at the cairns")
	mine.see("Also changed there, and saved either way: Wind at the stove.")
	assert.Equal(t, "Theirs: dogs at the cairns", stop().Note, "nothing is lost yet")
	mine.click("Keep mine")
	mine.seeNot("Save the stop")
	mine.see("Mine: ice on the spring")
	got := stop()
	assert.Equal(t, "Mine: ice on the spring", got.Note)
	assert.Equal(t, 7.0, *got.Conditions.Place.WindMs, "what only they changed is theirs")
	assert.NotNil(t, got.Facts.Lat)

	// The other way round, with the trip itself.
	mine.open("/trips/1")
	mine.click("Change the trip")
	mine.fill("Name", "My name for it")
	theirs.open("/trips/1")
	theirs.click("Change the trip")
	theirs.fill("Name", "Their name for it")
	theirs.click("Save the trip")
	theirs.see("The trip is changed")
	mine.click("Save the trip")
	mine.see("Changed in two places")
	mine.click("Take theirs")
	mine.seeNot("Save the trip")
	mine.see("Their name for it")
	var tr use.TripOut
	send(t, app.base, "GET", "/trips/1", nil, &tr)
	assert.Equal(t, "Their name for it", tr.Name)

	// And the order of the stops.
	theirs.open("/trips/1")
	theirs.see("Forest hut")
	mine.open("/trips/1")
	mine.click("More for Forest hut")
	theirs.click("More for Market town")
	theirs.clickKind("Move earlier", "[role=menuitem]")
	theirs.see("Market town moved")
	mine.clickKind("Move earlier", "[role=menuitem]")
	mine.see("Changed in two places")
	mine.see("Glacier bivouac")
	mine.click("Keep mine")
	mine.see("Forest hut moved")
}

// A draft that was begun before somebody saved the brew is not put over that unasked.
func TestAnOldDraftOverANewerSave(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("412")
	brew := "/trips/1/stops/5/brews/9"
	for _, keep := range []string{"Keep mine", "Take theirs"} {
		p.open(brew)
		p.see("Boils here at")
		p.fill("People", "3")
		p.see("Not saved yet")
		p.open("/trips/1")
		p.see("changed, not saved")
		var b use.BrewOut
		send(t, app.base, "GET", "/brews/9", nil, &b)
		send(t, app.base, "PATCH", "/brews/9", map[string]any{"name": "By another device", "request": map[string]any{"drinkers": 5}}, &b)
		p.open(brew)
		p.see("Also saved elsewhere meanwhile.")
		// Saved all the same, it asks; and it can be decided later.
		p.click("Save")
		p.see("Changed in two places")
		p.click("Decide later")
		p.see("Also saved elsewhere meanwhile")
		p.click("See both versions")
		p.see("Changed in two places")
		p.until("see five and three", func() bool {
			s := p.js(`document.querySelector(".versions tbody tr").innerText.split(/\s+/).join(" ")`)
			return s == "People 3 5"
		})
		p.click(keep)
		send(t, app.base, "GET", "/brews/9", nil, &b)
		assert.Equal(t, 5.0, *b.Request.Drinkers, "asked, and not yet saved")
		if keep == "Take theirs" {
			// Saved by another while it is open here: put off, the page knows it.
			p.seeNot("Changed in two places")
			p.fill("People", "6")
			p.see("Not saved yet")
			send(t, app.base, "PATCH", "/brews/9", map[string]any{"name": "Again"}, nil)
			p.click("Save")
			p.see("Changed in two places")
			p.do(chromedp.KeyEvent(kb.Escape))
			p.see("Also saved elsewhere meanwhile")
			p.click("See both versions")
			p.click("Take theirs")
			p.seeNot("Not saved yet")
			p.until("see five", func() bool { return strings.HasPrefix(p.says("Cups"), "5 ×") })
			continue
		}
		p.see("Not saved yet")
		p.click("Save")
		p.seeNot("Not saved yet")
		send(t, app.base, "GET", "/brews/9", nil, &b)
		assert.Equal(t, 3.0, *b.Request.Drinkers)
		assert.Equal(t, "By another device", b.Name, "and what only they changed is there")
		send(t, app.base, "PATCH", "/brews/9", map[string]any{"request": map[string]any{"drinkers": 2}}, nil)
	}
}

// Pulled by one key, the last reading moves by one step: what is asked of each cup is
// found from it, for two cups and for batches.
func TestTheLastReadingIsPulled(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	cup := func() float64 {
		v, err := strconv.ParseFloat(p.js(`document.querySelector("#field-cup_ml").value`), 64)
		require.NoError(t, err)
		return v
	}
	for _, c := range []struct{ method, people string }{{"Cone dripper: Four pulses, 45 seconds apart", "2"}, {"Cone dripper: Four pulses, 45 seconds apart", "8"}, {"Cup steep", "2"}} {
		p.open("/trips/1/stops/8")
		p.plan(c.method)
		p.see("All settings")
		p.fill("People", c.people)
		p.until("see "+c.people, func() bool {
			return p.js(`document.querySelector("[role=slider][aria-label='Last reading of the scale']") ? "y" : ""`) == "y" && p.js(`document.querySelector("#field-drinkers").value`) == c.people
		})
		time.Sleep(300 * time.Millisecond) // the plan of so many
		reading := func() float64 {
			v, err := strconv.ParseFloat(p.js(`document.querySelector("[role=slider][aria-label='Last reading of the scale']").getAttribute("aria-valuenow")`), 64)
			require.NoError(t, err)
			return v
		}
		was := cup()
		for _, key := range []string{kb.ArrowUp, kb.ArrowUp, kb.ArrowUp, kb.ArrowDown, kb.ArrowDown, kb.ArrowDown} {
			stood, by := reading(), 5.0
			if key == kb.ArrowDown {
				by = -5
			}
			p.slide("Last reading of the scale", key, 1)
			p.until("see the reading moved", func() bool { return (reading()-stood)*by > 0 })
			// To the next 5 g, as near as whole millilitres of a cup come to it.
			assert.InDelta(t, math.Round((stood+by)/5)*5, reading(), 1.7, "%s for %s", c.method, c.people)
			assert.InDelta(t, was, cup(), 14, "%s for %s", c.method, c.people)
		}
		assert.InDelta(t, was, cup(), 3, "%s for %s: there and back", c.method, c.people)
		p.click("Back to stop")
	}
}

// A guide that is taken up again shows the plan that it was begun with, though the brew
// was changed meanwhile.
func TestAGuideGoesOnWithItsPlan(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	guide := "/trips/1/stops/5/brews/9/guide"
	p.open(guide)
	p.click("Start")
	p.see("Fill the kettle")
	p.click("Pause")
	p.see("Continue")
	told := p.js(`document.querySelector("[data-testid=instruction]").innerText`)
	send(t, app.base, "PATCH", "/brews/9", map[string]any{"request": map[string]any{"drinkers": 1}}, nil)
	p.open(guide)
	p.see("these are its old steps")
	assert.Equal(t, told, p.js(`document.querySelector("[data-testid=instruction]").innerText`))
	p.instruments()
	p.click("Start over")
	p.see("Pot ready? Press space or Start.")
	p.click("Start")
	p.see("Fill the kettle")
	assert.NotEqual(t, told, p.js(`document.querySelector("[data-testid=instruction]").innerText`), "for one now")
	assert.NotContains(t, p.screen(), "begun with")
}

// Views are read again when the window is looked at again.
func TestAViewIsFreshWhenItIsLookedAt(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1")
	p.see("From the port to the ice field")
	send(t, app.base, "PATCH", "/trips/1", map[string]any{"name": "Renamed on the phone"}, nil)
	time.Sleep(11 * time.Second) // what was just read is not read again
	assert.NotContains(t, p.screen(), "Renamed on the phone")
	p.do(chromedp.Evaluate[chromedp.Void](`document.dispatchEvent(new Event("visibilitychange", {bubbles: true})), undefined`))
	p.see("Renamed on the phone")
}

// The backup is put back by the program itself, over a database that is damaged; drafts
// of another database do not appear in it.
func TestRestoreOverADamagedDatabase(t *testing.T) {
	t.Parallel()
	dir := filepath.Join(t.TempDir(), "trips #1")
	away := filepath.Join(t.TempDir(), "away.db")
	app := start(t, dir)
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	out, err := exec.Command(binary, "backup", away, "--data", dir).CombinedOutput()
	require.NoError(t, err, "%s", out)
	app.stop()
	path := filepath.Join(dir, store.FileName)
	b, err := os.ReadFile(path)
	require.NoError(t, err)
	for i := 4096; i < len(b); i++ {
		b[i] ^= 0x5a
	}
	require.NoError(t, os.WriteFile(path, b, 0o600))
	out, err = exec.Command(binary, "serve", "--data", dir, "--listen", "127.0.0.1:0").CombinedOutput()
	require.Error(t, err, "%s", out)
	out, err = exec.Command(binary, "restore", away, "--data", dir).CombinedOutput()
	require.NoError(t, err, "%s", out)
	assert.Contains(t, string(out), "The previous data is saved as ")
	app = start(t, dir)
	p = sit(t, app.base)
	p.open("/trips/1")
	p.see("High plateau")
	var tr use.TripOut
	send(t, app.base, "GET", "/trips/1", nil, &tr)
	assert.Len(t, tr.Brews, 15)
}

// However its first start is cut short, the demo is there whole or not at all.
func TestADemoIsWholeOrNotThere(t *testing.T) {
	t.Parallel()
	whole, none := 0, 0
	for i := range 14 {
		dir := t.TempDir()
		cmd := exec.Command(binary, "demo", "--data", dir, "--listen", "127.0.0.1:0")
		require.NoError(t, cmd.Start())
		time.Sleep(time.Duration(8+i*14) * time.Millisecond)
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
		if !store.Exists(dir) {
			none++
		} else {
			s, err := store.Open(t.Context(), dir)
			require.NoError(t, err)
			brews, err := use.New(s).Brews(t.Context(), 1)
			require.NoError(t, err)
			log, err := use.New(s).Log(t.Context(), 1)
			require.NoError(t, err)
			assert.Equal(t, "15 23", fmt.Sprint(len(brews), " ", len(log)), "killed after %d ms", 8+i*14)
			require.NoError(t, s.Close())
			whole++
		}
		// And the next start makes it.
		app := start(t, dir)
		var tr use.TripOut
		send(t, app.base, "GET", "/trips/1", nil, &tr)
		assert.Len(t, tr.Brews, 15)
		app.stop()
		left, err := filepath.Glob(filepath.Join(dir, "seeding-*"))
		require.NoError(t, err)
		assert.Empty(t, left)
	}
	t.Logf("killed at its start, the demo was whole %d times and not there %d times", whole, none)
}

// A restore that is killed leaves the old database or the new one.
func TestARestoreThatIsKilled(t *testing.T) {
	t.Parallel()
	old, fresh := 0, 0
	away := filepath.Join(t.TempDir(), "away.db")
	seed := t.TempDir()
	start(t, seed).stop()
	out, err := exec.Command(binary, "backup", away, "--data", seed).CombinedOutput()
	require.NoError(t, err, "%s", out)
	for i := range 16 {
		dir := t.TempDir()
		s, err := store.Open(t.Context(), dir)
		require.NoError(t, err)
		_, err = use.New(s).AddTrip(t.Context(), use.Trip{TripIn: use.TripIn{Name: "Old", People: 1}})
		require.NoError(t, err)
		require.NoError(t, s.Close())
		cmd := exec.Command(binary, "restore", away, "--data", dir)
		require.NoError(t, cmd.Start())
		time.Sleep(time.Duration(6+i*16) * time.Millisecond)
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
		s, err = store.Open(t.Context(), dir)
		require.NoError(t, err, "killed after %d ms", 6+i*16)
		trips, err := use.New(s).Trips(t.Context())
		require.NoError(t, err)
		require.Len(t, trips, 1)
		brews, err := use.New(s).Brews(t.Context(), trips[0].ID)
		require.NoError(t, err)
		if trips[0].Name == "Old" {
			old++
		} else {
			assert.Len(t, brews, 15)
			fresh++
		}
		require.NoError(t, s.Close())
		// And it can be done again.
		out, err := exec.Command(binary, "restore", away, "--data", dir).CombinedOutput()
		require.NoError(t, err, "%s", out)
	}
	t.Logf("killed, a restore left the old database %d times and the new one %d times", old, fresh)
}

// Two pages guide one brew: what is tapped on one is seen on the other within moments, a press on
// both is one, and once it is written down on one, the other says so and brings nothing back.
func TestTwoPagesGuideOneBrew(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	mine, theirs := sit(t, app.base), sit(t, app.base)
	for _, p := range []*person{mine, theirs} {
		p.expectError("409")
		p.expectError("412")
	}
	const guide = "/trips/1/stops/5/brews/9/guide"
	mine.open(guide)
	theirs.open(guide)
	theirs.see("Start")
	mine.click("Start")
	theirs.going() // it runs there, too
	mine.click("Pause")
	theirs.see("Continue")
	theirs.click("Continue")
	mine.going()
	theirs.click("Pause")
	mine.see("Continue")
	var run use.Run
	send(t, app.base, "GET", "/brews/9/run", nil, &struct {
		Run *use.Run `json:"run"`
	}{&run})
	kinds := []string{}
	for _, e := range run.Record.Events {
		kinds = append(kinds, e.Kind)
	}
	assert.Equal(t, []string{"start", "pause", "resume", "pause"}, kinds, "each once")

	send(t, app.base, "POST", "/brews/9/log", map[string]any{"brewed_at": "2026-09-09T05:30:00Z", "mark": 8}, nil)
	theirs.see("This brew was logged or restarted on another page or device.")
	mine.see("This brew was logged or restarted on another page or device.")
	var after struct {
		Run *use.Run `json:"run"`
	}
	send(t, app.base, "GET", "/brews/9/run", nil, &after)
	assert.Nil(t, after.Run, "and does not come back")
}

// What one page sends late is joined with what was done on the other meanwhile, and so is what it
// sends after that.
func TestALatePageLosesNothingOfAnother(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	way := build(t, app.base)
	mine, theirs := sit(t, way.base), sit(t, app.base)
	const guide = "/trips/1/stops/5/brews/9/guide"
	mine.open(guide)
	mine.click("Start")
	mine.going()
	theirs.open(guide)
	theirs.going()
	kinds := func() (out []string) {
		var is use.RunOut
		send(t, app.base, "GET", "/brews/9/run", nil, &is)
		for _, e := range is.Run.Record.Events {
			out = append(out, e.Kind)
		}
		return out
	}
	held := make(chan struct{})
	way.holds.Store(&held)
	mine.click("Pause") // on its way
	mine.see("Continue")
	theirs.click("Next")
	theirs.until("be kept", func() bool { return slices.Contains(kinds(), "next") })
	mine.click("Continue") // waits for the answer
	mine.going()
	way.holds.Store(nil)
	close(held)
	mine.until("have come to the other", func() bool { return slices.Contains(kinds(), "resume") })
	assert.ElementsMatch(t, []string{"start", "pause", "next", "resume"}, kinds(), "each once")
}

// A cup whose stop was deleted stays in the log; the stop is restored from what was deleted lately.
func TestRecentlyDeleted(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	send(t, app.base, "DELETE", "/stops/5", nil, nil)
	p.open("/log")
	p.see("High plateau")
	p.open("/deleted")
	p.see("Stop: High plateau")
	p.click("Restore stop High plateau")
	p.see("Stop restored")
	p.seeNot("Stop: High plateau")
	p.open("/trips/1/stops/5")
	p.see("High plateau")
	p.see("First light")
}
