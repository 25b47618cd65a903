package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
)

// call sends a request and reads the answer into a T.
func call[T any](t *testing.T, h http.Handler, method, path, body string) T {
	w := ask(h, method, "/api/v1"+path, body)
	require.Less(t, w.Code, 300, "%s %s: %s", method, path, w.Body)
	var out T
	if w.Body.Len() > 0 {
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
	}
	return out
}

// change sends a change from what stands there now.
func change[T any](t *testing.T, h http.Handler, path, body string) T {
	t.Helper()
	now := ask(h, "GET", "/api/v1"+path, "")
	require.NotEmpty(t, now.Header().Get("ETag"), path)
	w := ask(h, "PATCH", "/api/v1"+path, body, "If-Match", now.Header().Get("ETag"))
	require.Less(t, w.Code, 300, "PATCH %s: %s", path, w.Body)
	var out T
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
	return out
}

type none map[string]any

func TestABrewByTheAPI(t *testing.T) {
	h := running(t)
	trip := call[app.TripOut](t, h, "GET", "/trips/1", "")
	assert.Len(t, trip.Stops, 9)
	assert.InDelta(t, 86.96, trip.Stops[4].Boil.BoilC, 0.01)

	assert.Greater(t, trip.Brews[0].CaffeineMg, 50.0, "for the sum of a day")

	b := call[app.BrewOut](t, h, "POST", "/stops/5/brews", `{"name":"Late","at":"17:30","request":{"method":"cone","place":{"altitude_m":3900,"air_c":-4,"wind_ms":3}}}`)
	assert.Equal(t, brew.Version, b.Stored.CoreVersion)
	path := fmt.Sprintf("/brews/%d", b.ID)
	assert.Nil(t, call[app.RunOut](t, h, "GET", path+"/run", "").Run)
	call[app.Run](t, h, "PUT", path+"/run", `{"plan_id":0,"zero_ms":1000,"paused_ms":0,"step":2,"done":[],"finished":false}`)
	run := call[app.RunOut](t, h, "GET", path+"/run", "").Run
	require.NotNil(t, run)
	assert.Equal(t, b.PlanID, run.PlanID)
	assert.Equal(t, 2, run.Step)

	changed := change[app.BrewOut](t, h, path, `{"request":{"method":"pot"}}`)
	assert.NotEqual(t, b.PlanID, changed.PlanID)
	assert.Equal(t, "pot", changed.Request.Method)
	old := call[app.StoredPlan](t, h, "GET", fmt.Sprintf("/plans/%d", b.PlanID), "")
	assert.Equal(t, "cone", old.Plan.Request.Method, "an old plan still shows what it was told")

	entry := call[app.LogEntry](t, h, "POST", path+"/log", `{"brewed_at":"2026-09-09T17:40:00Z","sour_bitter":-1,"weak_strong":0,"silt":0,"mark":7,"words":"lively"}`)
	assert.Equal(t, "cone", entry.Method, "what was brewed is the plan of the run")
	change[app.LogEntry](t, h, fmt.Sprintf("/log/%d", entry.ID), `{"sour_bitter":2,"weak_strong":1,"silt":1,"mark":4,"words":"forgot it"}`)
	log := call[[]app.LogEntry](t, h, "GET", "/log?trip=1", "")
	words := make([]string, len(log))
	for i, l := range log {
		words[i] = l.Words
	}
	assert.Contains(t, words, "forgot it")
}

func TestDeleteAndRestoreByTheAPI(t *testing.T) {
	h := running(t)
	for _, path := range []string{"/log/1", "/brews/1", "/stops/1", "/trips/1"} {
		call[none](t, h, "DELETE", path, "")
		assert.Equal(t, 404, ask(h, "DELETE", "/api/v1"+path, "").Code, path)
		call[none](t, h, "POST", path+"/restore", "")
	}
	assert.Len(t, call[app.TripOut](t, h, "GET", "/trips/1", "").Stops, 9)
}

func TestTheBenchByTheAPI(t *testing.T) {
	h := running(t)
	for _, c := range []struct{ path, body, want string }{
		{"/bench/boil", `{"request":{"method":"","place":{"altitude_m":4000}}}`, `"boil_c":86.6`},
		{"/bench/wait", `{"request":{"method":""},"target_c":93}`, `"lid_s":`},
		{"/bench/fuel", `{"request":{"method":""},"water_ml":1000}`, `"fuel_g":`},
		{"/bench/canister", `{"request":{"method":""}}`, `"verdict":"fine"`},
		{"/bench/water", `{}`, `"epsom_mg_per_l":167`},
		{"/bench/grind", `{"from":{},"to":{"um_per_click":37}}`, `"clicks":20`},
		{"/choices", `{"method":"","drinkers":2}`, `"method":"moka"`},
		{"/catalogue", ``, `"four-pulses"`},
	} {
		method := "POST"
		if c.body == "" {
			method = "GET"
		}
		w := ask(h, method, "/api/v1"+c.path, c.body)
		assert.Equal(t, 200, w.Code, c.path)
		assert.Contains(t, w.Body.String(), c.want, c.path)
	}
	w := ask(h, "POST", "/api/v1/bench/wait", `{"request":{"method":""},"target_c":30}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "Enter 40 to 100 °C")
}
