package server

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"net/http"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/gear"
)

// said is what there is, without its revisions and when it was changed.
func said(t *testing.T, h http.Handler) string {
	var strip func(v any) any
	strip = func(v any) any {
		switch x := v.(type) {
		case map[string]any:
			for _, k := range []string{"revision", "plan_id"} {
				delete(x, k)
			}
			for k, sub := range x {
				x[k] = strip(sub)
			}
		case []any:
			for i := range x {
				x[i] = strip(x[i])
			}
		}
		return v
	}
	all := []any{}
	for _, path := range []string{"/trips/1", "/trips/1/kit", "/gear", "/log", "/coffees", "/recipes"} {
		all = append(all, strip(call[any](t, h, "GET", path, "")))
	}
	b, err := json.Marshal(all)
	require.NoError(t, err)
	return string(b)
}

// What a change leaves out stays as it is: every operation that changes something is
// sent each of its fields alone, and all but that one.
func TestWhatIsLeftOutStays(t *testing.T) {
	h := running(t)
	kit := `{"items":[1,2],"packed":["bags"],"lost":[{"item":1,"stop":5}],"wishes":{"mass_g":900}}`
	change[app.TripKit](t, h, "/trips/1/kit", kit)
	change[app.TripOut](t, h, "/trips/1", `{"supplies":{"coffee_g":500,"canister":{"capacity_g":100,"propane_pct":20,"isobutane_pct":80,"butane_pct":0}}}`)
	settable := map[string][]string{
		"/trips/1":     {"name", "people", "starts_on", "supplies"},
		"/trips/1/kit": {"items", "packed", "lost", "wishes"},
		"/stops/5":     {"name", "position", "day", "km", "time_zone", "note", "conditions", "facts"},
		"/brews/9":     {"name", "at", "request"},
		"/gear/1":      nil, // all but its identity
		"/log/1":       {"sour_bitter", "weak_strong", "silt", "mark", "words", "run", "notes", "coffee", "by"},
		"/coffees/1":   {"name", "roast", "roasted_on", "species", "process", "printed_notes", "printed_recipe", "ground", "grams", "since"},
		"/recipes/1":   {"recipe"},
	}
	before := said(t, h)
	changing := 0
	for _, o := range operations(t) {
		switch o.method {
		case "PATCH":
			changing++
			path := o.at("1")[len("/api/v1"):]
			for _, p := range []string{"/stops/5", "/brews/9"} {
				if strings.HasPrefix(p, o.path[:7]) {
					path = p
				}
			}
			fields, known := settable[path]
			require.True(t, known, "%s: say which fields are a person's", o)
			now := call[map[string]any](t, h, "GET", path, "")
			if fields == nil {
				for k := range now {
					if k != "id" && k != "uuid" && k != "revision" {
						fields = append(fields, k)
					}
				}
			}
			whole := map[string]any{}
			for _, f := range fields {
				if v, is := now[f]; is {
					whole[f] = v
				}
			}
			require.NotEmpty(t, whole)
			parts := []map[string]any{{}}
			for f, v := range whole {
				rest := maps.Clone(whole)
				delete(rest, f)
				parts = append(parts, map[string]any{f: v}, rest)
				if sub, is := v.(map[string]any); is {
					for k := range sub {
						rest := maps.Clone(sub)
						delete(rest, k)
						parts = append(parts, map[string]any{f: map[string]any{k: sub[k]}}, map[string]any{f: rest})
					}
				}
			}
			for _, part := range parts {
				change[any](t, h, path, encoded(t, part))
				require.JSONEq(t, before, said(t, h), "%s %s", o, encoded(t, part))
			}
		case "PUT":
			// The others want all their fields.
			changing++
			for _, body := range incomplete(o) {
				w := ask(h, o.method, o.at("1"), body)
				assert.Equal(t, 422, w.Code, "%s %s: %s", o, body, w.Body)
			}
		}
	}
	assert.GreaterOrEqual(t, changing, 9)
	assert.JSONEq(t, before, said(t, h))
}

// incomplete are bodies of an operation that replaces, each without one field.
func incomplete(o operation) (out []string) {
	whole := map[string]map[string]any{
		"/trips/{trip}/archived":    {"archived": true},
		"/trips/{trip}/arrangement": {"id": 1, "revision": 1, "position": 1, "day": 1, "km": 0},
		"/brews/{brew}/run":         {"plan_id": 1, "zero_ms": 1, "paused_ms": 0, "step": 0, "done": []any{}, "finished": false},
	}[o.path]
	for k := range whole {
		rest := maps.Clone(whole)
		delete(rest, k)
		b, _ := json.Marshal(rest)
		if strings.HasSuffix(o.path, "arrangement") {
			b = []byte("[" + string(b) + "]")
		}
		out = append(out, string(b))
	}
	if out == nil {
		return []string{`{"` + o.String() + `": "is new: say its fields"}`}
	}
	return out
}

// Whoever changes says what the change began from, and is told where that is old.
func TestAChangeNamesItsRevision(t *testing.T) {
	h := running(t)
	for path, body := range map[string]string{
		"/trips/1": `{"name":"Mine"}`, "/trips/1/kit": `{"packed":["mine"]}`, "/stops/5": `{"note":"mine"}`,
		"/brews/9": `{"name":"Mine"}`, "/gear/1": `{"note":"mine"}`, "/log/1": `{"words":"mine"}`,
	} {
		w := ask(h, "PATCH", "/api/v1"+path, body)
		assert.Equal(t, 428, w.Code, path)
		for _, odd := range []string{"*", "yesterday", `"0"`, `"-1"`} {
			assert.Equal(t, 428, ask(h, "PATCH", "/api/v1"+path, body, "If-Match", odd).Code, odd)
		}
		first := ask(h, "GET", "/api/v1"+path, "").Header().Get("ETag")
		require.NotEmpty(t, first, path)
		theirs := strings.ReplaceAll(strings.ReplaceAll(body, "Mine", "Theirs"), "mine", "theirs")
		w = ask(h, "PATCH", "/api/v1"+path, theirs, "If-Match", first)
		require.Equal(t, 200, w.Code, w.Body)
		assert.NotEqual(t, first, w.Header().Get("ETag"), path)
		w = ask(h, "PATCH", "/api/v1"+path, body, "If-Match", first)
		assert.Equal(t, 412, w.Code, path)
		assert.Contains(t, strings.ToLower(ask(h, "GET", "/api/v1"+path, "").Body.String()), "theirs", path)
	}
	w := ask(h, "PUT", "/api/v1/trips/1/arrangement", `[{"id":5,"revision":1,"position":5,"day":5,"km":238}]`)
	assert.Equal(t, 412, w.Code, "the stop was changed above")
}

// A stop that no plan could be made at is refused, as the plan would refuse it.
func TestAStopIsCheckedWhole(t *testing.T) {
	h := running(t)
	before := said(t, h)
	for body, field := range map[string]string{
		`{"conditions":{"heat":{"burner":"nonsense"}}}`: "body.conditions.heat.burner",
		`{"conditions":{"water":{"source_c":900}}}`:     "body.conditions.water.source_c",
		`{"conditions":{"water":{"source":"rain"}}}`:    "body.conditions.water.source",
		`{"conditions":{"place":{"air_c":99}}}`:         "body.conditions.place.air_c",
		`{"facts":{"nights":0}}`:                        "body.facts.nights",
		`{"facts":{"lat":91}}`:                          "body.facts.lat",
		`{"facts":{"allowed":["laser"]}}`:               "body.facts.allowed",
		`{"facts":{"leg_by":"mule"}}`:                   "body.facts.leg_by",
		`{"time_zone":"Moon/Base"}`:                     "body.time_zone",
		`{"day":9}`:                                     "body.day",
		`{"day":3}`:                                     "body.day",
		`{"name":""}`:                                   "body.name",
		`{"km":-1}`:                                     "body.km",
	} {
		w := ask(h, "PATCH", "/api/v1/stops/5", body, "If-Match", `"1"`)
		assert.Equal(t, 422, w.Code, "%s: %s", body, w.Body)
		assert.Contains(t, w.Body.String(), field, body)
	}
	for _, body := range []string{
		`{"name":"Sky","position":5,"day":1,"km":9,"conditions":{}}`,
		`{"name":"Sky","position":5,"day":4,"km":9,"conditions":{"heat":{"burner":"nonsense"}}}`,
	} {
		assert.Equal(t, 422, ask(h, "POST", "/api/v1/trips/1/stops", body).Code, body)
	}
	w := ask(h, "PUT", "/api/v1/trips/1/arrangement", `[{"id":4,"revision":1,"position":4,"day":9,"km":0},{"id":5,"revision":1,"position":5,"day":4,"km":1}]`)
	assert.Equal(t, 422, w.Code, "day 9 before day 4")
	assert.JSONEq(t, before, said(t, h))
	assert.Equal(t, 200, ask(h, "GET", "/api/v1/trips/1/plan", "").Code)

	// A new one in between moves the later ones along, and they stay as they were.
	made := call[app.StopOut](t, h, "POST", "/trips/1/stops", `{"name":"Between","position":5,"day":4,"km":200,"conditions":{}}`)
	var names []string
	for _, st := range call[app.TripOut](t, h, "GET", "/trips/1", "").Stops {
		names = append(names, st.Name)
	}
	assert.Equal(t, "Between", names[4])
	assert.Equal(t, "High plateau", names[5])
	assert.Len(t, names, 10)
	assert.NotZero(t, made.ID)
}

// A run is of a plan of its brew; another is refused by name.
func TestARunOfAForeignPlan(t *testing.T) {
	h := running(t)
	other := call[app.BrewOut](t, h, "GET", "/brews/8", "").PlanID
	for _, plan := range []int64{other, 98765} {
		w := ask(h, "PUT", "/api/v1/brews/9/run", fmt.Sprintf(`{"plan_id":%d,"zero_ms":1,"paused_ms":0,"step":0,"done":[],"finished":false}`, plan))
		assert.Equal(t, 422, w.Code)
		assert.Contains(t, w.Body.String(), "plan_id")
		assert.NotContains(t, strings.ToLower(w.Body.String()), "constraint")
	}
	assert.Nil(t, call[app.RunOut](t, h, "GET", "/brews/9/run", "").Run)
}

// No number that is none comes in, and none goes out under 200.
func TestNoNumberThatIsNone(t *testing.T) {
	h := running(t)
	for _, v := range []string{"NaN", "Inf", "-inf", "%2BInfinity"} {
		for _, path := range []string{"/simulated/elevation?lon=1&lat=", "/simulated/forecast?lon=1&lat=1&day=2026-09-05&altitude_m="} {
			w := ask(h, "GET", "/api/v1"+path+v, "")
			assert.Equal(t, 422, w.Code, path+v)
			assert.Contains(t, w.Body.String(), "Enter", path+v)
		}
	}
	foil := `{"method":"slow-drip","cup_ml":1000,"cup":{"mass_g":1},"heat":{"supplied_c":100},"place":{"wind_ms":30}}`
	w := ask(h, "POST", "/api/v1/plan", foil)
	require.Equal(t, 200, w.Code)
	assert.True(t, json.Valid(w.Body.Bytes()))

	var out bytes.Buffer
	assert.Panics(t, func() { _ = whole(huma.DefaultJSONFormat).Marshal(&out, math.NaN()) }, "it is told as a fault")
	assert.Zero(t, out.Len(), "before a byte is sent")
	require.NoError(t, whole(huma.DefaultJSONFormat).Marshal(&out, gear.Item{Name: "Cup"}))
	assert.Contains(t, out.String(), "Cup")
}

// Every record has an identity, and the database has its own.
func TestIdentities(t *testing.T) {
	h := running(t)
	assert.Len(t, call[app.Info](t, h, "GET", "/info", "").Database, 36)
	tr := call[app.TripOut](t, h, "GET", "/trips/1", "")
	assert.Len(t, tr.UUID, 36)
	assert.Len(t, tr.Stops[0].UUID, 36)
	assert.Len(t, tr.Brews[0].UUID, 36)
	// One that is sent for something new is not taken.
	g := call[gear.Item](t, h, "POST", "/gear", `{"name":"Tin","kind":"cup","mass_g":60,"uuid":"mine","revision":9}`)
	assert.Len(t, g.UUID, 36)
	assert.EqualValues(t, 1, g.Revision)
	change[gear.Item](t, h, fmt.Sprintf("/gear/%d", g.ID), `{"uuid":"mine","mass_g":61}`)
	assert.Equal(t, g.UUID, call[gear.Item](t, h, "GET", fmt.Sprintf("/gear/%d", g.ID), "").UUID)
}
