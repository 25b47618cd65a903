package server

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strings"
	"testing"

	ics "github.com/arran4/golang-ical"
	jsonpatch "github.com/evanphx/json-patch/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/trip"
	"apodemos/formats"
)

func TestATripPlannedByTheAPI(t *testing.T) {
	h := running(t)
	p := call[app.TripPlan](t, h, "GET", "/trips/1/plan", "")
	assert.Len(t, p.Moments, len(p.Result.Tasks))
	assert.Len(t, p.StopIDs, 9)
	assert.Empty(t, p.Result.Brews[0].Steps)
	timed := 0
	for i, m := range p.Moments {
		if m.Timed {
			timed++
			assert.Contains(t, m.From, "2026-09-", p.Result.Tasks[i].ID)
		}
	}
	assert.Greater(t, timed, 12)
	assert.NotEmpty(t, call[app.TripPlan](t, h, "GET", "/trips/1/plan?steps=true", "").Result.Brews[0].Steps)

	c := call[trip.Comparison](t, h, "POST", "/trips/1/what-if", `{"delay_days":1,"delay_stop":5}`)
	assert.NotEmpty(t, c.Differences)
	w := ask(h, "POST", "/api/v1/trips/1/what-if", `{"delay_days":1,"delay_stop":99}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "Delay stop: 99 is not a stop. Enter 0 to 8")

	// What is carried is part of the trip.
	change[app.TripOut](t, h, "/trips/1", `{"name":"Shorter of coffee","people":2,"starts_on":"2026-09-05","supplies":{"coffee_g":100}}`)
	assert.NotEmpty(t, call[app.TripPlan](t, h, "GET", "/trips/1/plan", "").Result.Shortages)
	change[app.TripOut](t, h, "/trips/1", `{"name":"No date","starts_on":null}`)
	assert.Equal(t, 422, ask(h, "GET", "/api/v1/trips/1/export/schedule.ics", "").Code)
	assert.Empty(t, call[app.TripPlan](t, h, "GET", "/trips/1/plan", "").Moments[0].From)
}

// What was in a calendar that was saved, and is no longer to be done, is called off in the
// next; a stop that moved by a day moves its events, and makes no others.
func TestACalendarThatWasSavedIsBroughtUpToDate(t *testing.T) {
	h := running(t)
	events := func() map[string][2]string {
		w := ask(h, "GET", "/api/v1/trips/1/export/schedule.ics?alarm=30&evening=21:00", "")
		require.Equal(t, 200, w.Code)
		cal, err := ics.ParseCalendar(w.Body)
		require.NoError(t, err)
		out := map[string][2]string{}
		for _, e := range cal.Events() {
			out[e.Id()] = [2]string{e.GetProperty(ics.ComponentPropertyStatus).Value, e.GetProperty(ics.ComponentPropertySequence).Value}
		}
		require.Len(t, out, len(cal.Events()), "no two are the same")
		return out
	}
	first := events()
	assert.Equal(t, first, events(), "what did not change is not newer")
	trip := call[app.TripOut](t, h, "GET", "/trips/1", "")
	last := trip.Stops[len(trip.Stops)-1]
	change[app.StopOut](t, h, fmt.Sprintf("/stops/%d", last.ID), fmt.Sprintf(`{"day":%d}`, last.Day+1))
	moved := events()
	for id := range first {
		assert.Contains(t, moved, id)
	}
	for id := range moved {
		assert.Contains(t, first, id, "moved, and no other")
	}
	require.Equal(t, 204, ask(h, "DELETE", fmt.Sprintf("/api/v1/brews/%d", trip.Brews[len(trip.Brews)-1].ID), "").Code)
	after := events()
	off := 0
	for id := range moved {
		if after[id][0] == "CANCELLED" {
			off++
			assert.NotEqual(t, "0", after[id][1])
		}
	}
	assert.Positive(t, off)
	assert.Equal(t, 422, ask(h, "GET", "/api/v1/trips/1/export/schedule.ics?alarm=7", "").Code)
}

// A trip that goes out as JSON and comes in again is the same, and takes the
// same; a copy has the same brews.
func TestTripsGoOutAndComeIn(t *testing.T) {
	h := running(t)
	file := ask(h, "GET", "/api/v1/trips/1/export/trip.json", "")
	require.Equal(t, 200, file.Code)
	assert.Equal(t, `attachment; filename="from-the-port-to-the-ice-field-trip.json"`, file.Header().Get("Content-Disposition"))
	p := call[formats.Proposal](t, h, "POST", "/import/preview", file.Body.String())
	assert.Len(t, p.Trip.Stops, 9)
	b, err := json.Marshal(p.Trip)
	require.NoError(t, err)
	kept := call[app.Trip](t, h, "POST", "/trips/import", string(b))
	copied := call[app.Trip](t, h, "POST", "/trips/1/duplicate", "")
	assert.Equal(t, "From the port to the ice field (copy)", copied.Name)
	totals := func(id int64) trip.Totals {
		return call[app.TripPlan](t, h, "GET", fmt.Sprintf("/trips/%d/plan", id), "").Result.Totals
	}
	assert.Equal(t, totals(1), totals(kept.ID))
	assert.Equal(t, totals(1), totals(copied.ID))
	// A bag that both are brewed from has in it, for the one that comes second, what the
	// first left.
	bags := regexp.MustCompile(`"start_g": [\d.]+`)
	plain := func(s string) string { return bags.ReplaceAllString(s, `"start_g": 0`) }
	assert.Len(t, bags.FindAllString(file.Body.String(), -1), 2)
	assert.Equal(t, plain(file.Body.String()), plain(ask(h, "GET", fmt.Sprintf("/api/v1/trips/%d/export/trip.json", kept.ID), "").Body.String()), "byte by byte")

	call[app.Trip](t, h, "PUT", fmt.Sprintf("/trips/%d/archived", copied.ID), `{"archived":true}`)
	assert.True(t, call[[]app.Trip](t, h, "GET", "/trips", "")[0].Archived)
}

func TestNothingIsHalfImported(t *testing.T) {
	h := running(t)
	count := func() int { return len(call[[]app.Trip](t, h, "GET", "/trips", "")) }
	before := count()
	for name, c := range map[string]struct{ path, body, want string }{
		"empty":         {"/import/preview", "", "it is empty"},
		"not GPX":       {"/import/preview", "<html/>", "GPX, line 1: it starts with <html>"},
		"wrong CSV":     {"/import/preview", "a,b\n1,2\n", `CSV, line 1: column \"a\" is not known`},
		"wrong JSON":    {"/import/preview", `{"format":"apodemos-trip","version":9,"name":"x","people":1,"stops":[]}`, "Version: 9 is not known here"},
		"brew in it":    {"/trips/import", `{"format":"apodemos-trip","version":1,"name":"x","people":1,"stops":[{"name":"a","day":1,"brews":[{"request":{"method":"cone"}},{"request":{"method":"tea"}}]}]}`, `"body.stops[0].brews[1].request.method"`},
		"days in order": {"/trips/import", `{"format":"apodemos-trip","version":1,"name":"x","people":1,"stops":[{"name":"a","day":3},{"name":"b","day":2}]}`, `"body.stops[1].day"`},
		"zone":          {"/trips/import", `{"format":"apodemos-trip","version":1,"name":"x","people":1,"stops":[{"name":"a","day":3,"time_zone":"Moon/Base"}]}`, `"body.stops[0].time_zone"`},
	} {
		w := ask(h, "POST", "/api/v1"+c.path, c.body)
		assert.Equal(t, 422, w.Code, name)
		assert.Contains(t, w.Body.String(), c.want, name)
	}
	assert.Equal(t, before, count())
	w := ask(h, "POST", "/api/v1/trips/import", strings.Repeat(" ", 5<<20))
	assert.Equal(t, 413, w.Code)
}

func TestStopsAreArranged(t *testing.T) {
	h := running(t)
	got := call[app.TripOut](t, h, "PUT", "/trips/1/arrangement", `[{"id":2,"revision":1,"position":1,"day":1,"km":0},{"id":1,"revision":1,"position":2,"day":1,"km":5}]`)
	assert.Equal(t, "Windy beach", got.Stops[0].Name)
	w := ask(h, "PUT", "/api/v1/trips/1/arrangement", `[{"id":3,"revision":1,"position":3,"day":2,"km":0},{"id":99,"revision":1,"position":2,"day":2,"km":5}]`)
	assert.Equal(t, 404, w.Code)
	assert.Equal(t, "River gorge", call[app.TripOut](t, h, "GET", "/trips/1", "").Stops[2].Name, "nothing moved")
}

func TestTheSimulatedServicesSaySo(t *testing.T) {
	h := running(t)
	w := ask(h, "GET", "/api/v1/simulated/elevation?lat=45&lon=7", "")
	assert.Contains(t, w.Body.String(), "simulated terrain")
	assert.Equal(t, w.Body.String(), ask(h, "GET", "/api/v1/simulated/elevation?lat=45&lon=7", "").Body.String(), "the same world for everybody")
	w = ask(h, "GET", "/api/v1/simulated/forecast?lat=45&lon=7&altitude_m=2000&day=2026-09-05", "")
	assert.Contains(t, w.Body.String(), "simulated forecast")
	assert.Equal(t, 422, ask(h, "GET", "/api/v1/simulated/elevation?lat=95&lon=7", "").Code)
}

func TestTheShelfByTheAPI(t *testing.T) {
	h := running(t)
	shelf := call[[]gear.Item](t, h, "GET", "/gear", "")
	n := len(shelf)
	it := call[gear.Item](t, h, "POST", "/gear", `{"name":"Tin cup","kind":"cup","mass_g":60,"rim_mm":72}`)
	assert.Equal(t, 64.0, change[gear.Item](t, h, fmt.Sprintf("/gear/%d", it.ID), `{"mass_g":64}`).MassG)
	w := ask(h, "POST", "/api/v1/gear", `{"name":"Nothing","kind":"cup","mass_g":0}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), `"body.mass_g"`)
	csv := ask(h, "GET", "/api/v1/gear/export.csv", "").Body.String()
	assert.Len(t, call[[]int64](t, h, "POST", "/gear/import", csv), n+1)
	w = ask(h, "POST", "/api/v1/gear/import", "name,kind,mass_g\nGood,cup,10\nBad,cup,-1\n")
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "CSV, line 3: mass_g: -1")
	assert.Len(t, call[[]gear.Item](t, h, "GET", "/gear", ""), 2*(n+1), "all of a file or none")
	call[none](t, h, "DELETE", "/gear/1", "")
	assert.Len(t, call[[]gear.Item](t, h, "GET", "/gear", ""), 2*(n+1)-1)
	call[none](t, h, "POST", "/gear/1/restore", "")
}

func TestAKitByTheAPI(t *testing.T) {
	h := running(t)
	a := call[kit.Answer](t, h, "POST", "/trips/1/kit/choose", `{}`)
	require.NotNil(t, a.Best)
	items, _ := json.Marshal(a.Best.Items)
	change[app.TripKit](t, h, "/trips/1/kit", fmt.Sprintf(`{"wishes":{},"items":%s,"packed":["bags"],"lost":[]}`, items))
	assert.Equal(t, a.Best.Items, call[app.TripKit](t, h, "GET", "/trips/1/kit", "").Items)
	laid := call[app.Laid](t, h, "POST", "/trips/1/kit/lay", fmt.Sprintf(`{"items":%s}`, items))
	assert.InDelta(t, a.Best.MassG, laid.Answer.Best.MassG, 1e-6, "laid out it weighs the same")
	assert.Empty(t, laid.Fallback)
	assert.Contains(t, ask(h, "GET", "/api/v1/trips/1/export/provisions.csv", "").Body.String(), `pack,"Flat-bed dripper, steel"`)

	// The dripper is lost at the plateau: from there on the pot makes the coffee.
	var dripper int64
	for _, s := range a.Best.Brews {
		dripper = s.Brewer
	}
	change[app.TripKit](t, h, "/trips/1/kit", fmt.Sprintf(`{"wishes":{},"items":%s,"packed":[],"lost":[{"item":%d,"stop":5}]}`, items, dripper))
	laid = call[app.Laid](t, h, "POST", "/trips/1/kit/lay", fmt.Sprintf(`{"items":%s}`, items))
	require.NotEmpty(t, laid.Fallback)
	for _, f := range laid.Fallback {
		assert.GreaterOrEqual(t, f.Stop, 4)
		assert.NotEqual(t, dripper, f.Brewer)
	}

	// Every brew planned with the kit, and back.
	before := call[app.TripOut](t, h, "GET", "/trips/1", "")
	done := call[app.Applied](t, h, "POST", "/trips/1/kit/apply", fmt.Sprintf(`{"items":%s}`, items))
	assert.Len(t, done.Before, len(before.Brews))
	after := call[app.TripOut](t, h, "GET", "/trips/1", "")
	for _, b := range after.Brews {
		assert.Equal(t, "flat-bed", b.Request.Method)
		assert.InDelta(t, 25, *b.Request.Grinder.UmPerClick, 1e-9, "the kit's grinder")
	}
	for _, b := range done.Before {
		now := call[app.BrewOut](t, h, "GET", fmt.Sprintf("/brews/%d", b.ID), "")
		body, err := jsonpatch.CreateMergePatch([]byte(encoded(t, map[string]any{"request": now.Request})), []byte(encoded(t, map[string]any{"request": b.Request})))
		require.NoError(t, err)
		change[app.BrewOut](t, h, fmt.Sprintf("/brews/%d", b.ID), string(body))
	}
	for i, b := range call[app.TripOut](t, h, "GET", "/trips/1", "").Brews {
		assert.Equal(t, before.Brews[i].Request, b.Request)
	}
	w := ask(h, "POST", "/api/v1/trips/1/kit/apply", `{"items":[26]}`)
	assert.Equal(t, 422, w.Code, "cups alone make no coffee on a plateau")
}

// A sheet of paper has the batches of a brew beside the steps of one.
func TestTheSheetHasTheBatches(t *testing.T) {
	h := running(t)
	require.Equal(t, 200, ask(h, "PATCH", "/api/v1/brews/8", `{"name":"For the hosts","at":"17:00","request":{"method":"cone","drinkers":8,"heat":{"burner":"mains"}}}`, "If-Match", `"1"`).Code)
	for _, c := range []struct {
		query string
		has   bool
	}{{"?steps=true", true}, {"", false}} {
		var plan app.TripPlan
		require.NoError(t, json.Unmarshal(ask(h, "GET", "/api/v1/trips/1/plan"+c.query, "").Body.Bytes(), &plan))
		for _, b := range plan.Result.Brews {
			if b.ID != 8 {
				continue
			}
			assert.Equal(t, c.has, len(b.Rounds) > 1, "rounds where asked for")
			assert.Equal(t, c.has, len(b.Steps) > 0)
			if c.has {
				assert.Equal(t, "batch", b.Rounds[0].Kind)
				assert.Greater(t, b.Rounds[1].ReadyS, b.Rounds[0].ReadyS)
			}
		}
	}
}
