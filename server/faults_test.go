package server

import (
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"context"

	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/store"
)

// operation is one of the API document's.
type operation struct {
	method, path string
	body         string // content type; empty for none
}

// operations reads the API document: what is added later is under test as well.
func operations(t *testing.T) []operation {
	b, err := OpenAPI()
	require.NoError(t, err)
	var doc struct {
		Paths map[string]map[string]struct {
			RequestBody *struct {
				Content map[string]any `json:"content"`
			} `json:"requestBody"`
		} `json:"paths"`
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	var out []operation
	for path, methods := range doc.Paths {
		for m, op := range methods {
			o := operation{method: strings.ToUpper(m), path: path}
			if op.RequestBody != nil {
				// An operation that takes a file takes it in several types, JSON among them:
				// what is no file is said otherwise there than for what is no JSON.
				for kind := range op.RequestBody.Content {
					o.body = kind
				}
				if len(op.RequestBody.Content) > 1 {
					o.body = "a file"
				}
			}
			out = append(out, o)
		}
	}
	require.Greater(t, len(out), 40)
	return out
}

var parameter = regexp.MustCompile(`\{(\w+)\}`)

// at is the operation's path with every ID set, and a format where it wants one.
func (o operation) at(id string) string {
	return "/api/v1" + parameter.ReplaceAllStringFunc(o.path, func(p string) string {
		if p == "{format}" {
			return "trip.json"
		}
		return id
	})
}

func (o operation) String() string { return o.method + " " + o.path }

// state is all that the program shows of what it keeps.
func state(h http.Handler) string {
	var all strings.Builder
	for _, path := range []string{"/trips", "/trips/1", "/trips/1/plan", "/trips/1/kit", "/gear", "/log", "/places"} {
		all.WriteString(ask(h, "GET", "/api/v1"+path, "").Body.String())
	}
	return all.String()
}

// Whatever is sent to any operation, it answers with a problem that says what is
// wrong, and nothing changes.
func TestEveryOperationRefusesWhatItCannotRead(t *testing.T) {
	h := running(t)
	before := state(h)
	for _, o := range operations(t) {
		problem := func(what string, w *httptest.ResponseRecorder, statuses ...int) {
			if w.Code == http.StatusPreconditionRequired && o.method == "PATCH" {
				w = ask(h, o.method, o.at("1"), `{"no_such_field":1}`, "If-Match", `"1"`)
			}
			assert.Contains(t, statuses, w.Code, "%s, %s: %s", o, what, w.Body)
			assert.Equal(t, "application/problem+json", strings.Split(w.Header().Get("Content-Type"), ";")[0], "%s, %s", o, what)
			var p struct {
				Status int    `json:"status"`
				Detail string `json:"detail"`
			}
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p), "%s, %s", o, what)
			assert.Equal(t, w.Code, p.Status)
			assert.NotEmpty(t, p.Detail, "%s, %s", o, what)
			assert.NotContains(t, p.Detail, "goroutine")
			assert.NotContains(t, p.Detail, ".go:")
		}
		problem("from another page", ask(h, o.method, o.at("1"), "{}", "Origin", "https://elsewhere.example"), 403)
		problem("by another name", ask(h, o.method, o.at("1"), "{}", "Host", "elsewhere.example"), 403)
		if parameter.MatchString(strings.ReplaceAll(o.path, "{format}", "")) {
			problem("no number", ask(h, o.method, o.at("one"), "{}"), 422)
			problem("number nought", ask(h, o.method, o.at("0"), "{}"), 422)
		}
		if o.body != "application/json" {
			continue
		}
		large := []int{413}
		if o.path == "/bring" {
			large = []int{422} // a pocket may be as large, and is none
		}
		problem("no body", ask(h, o.method, o.at("1"), ""), 400)
		problem("half a body", ask(h, o.method, o.at("1"), `{"name":`), 400)
		problem("a list", ask(h, o.method, o.at("1"), `[[1]]`), 422, 400)
		problem("an unknown field", ask(h, o.method, o.at("1"), `{"no_such_field":1}`), 422)
		problem("10 MB", ask(h, o.method, o.at("1"), `{"name":"`+strings.Repeat("x", 10<<20)+`"}`), large...)
		problem("deep", ask(h, o.method, o.at("1"), strings.Repeat(`{"a":`, 20_000)+"1"+strings.Repeat("}", 20_000)), 400, 413, 422)
	}
	assert.Equal(t, before, state(h), "nothing has changed")
}

// What is not there is told as not there, whatever is asked of it.
func TestWhatIsNotThere(t *testing.T) {
	h := running(t)
	before := state(h)
	bodies := map[string]string{
		"PATCH /brews/{brew}":              `{"request":{"method":"cone"}}`,
		"POST /brews/{brew}/log":           `{"brewed_at":"2026-09-05T06:00:00Z","sour_bitter":0,"weak_strong":0,"silt":0,"mark":5,"words":""}`,
		"PUT /brews/{brew}/run":            `{"plan_id":1,"zero_ms":0,"paused_ms":0,"step":0,"done":[],"finished":false}`,
		"PATCH /gear/{item}":               `{"name":"Pot","kind":"vessel","mass_g":100}`,
		"PATCH /log/{entry}":               `{"sour_bitter":0,"weak_strong":0,"silt":0,"mark":5,"words":""}`,
		"PATCH /stops/{stop}":              `{"name":"Hut","position":1,"day":1,"km":0,"conditions":{}}`,
		"POST /stops/{stop}/brews":         `{"request":{"method":"cone"}}`,
		"PATCH /trips/{trip}":              `{"name":"Moor","people":2}`,
		"PUT /trips/{trip}/archived":       `{"archived":true}`,
		"PUT /trips/{trip}/arrangement":    `[]`,
		"PUT /trips/{trip}/schedule/ticks": `{"lines":["a"],"done":true}`,
		"PATCH /trips/{trip}/kit":          `{"items":[],"packed":[],"lost":[],"wishes":{}}`,
		"POST /trips/{trip}/kit/apply":     `{"items":[]}`,
		"POST /trips/{trip}/kit/choose":    `{}`,
		"POST /trips/{trip}/kit/lay":       `{"items":[]}`,
		"POST /trips/{trip}/stops":         `{"name":"Hut","position":1,"day":1,"km":0,"conditions":{}}`,
		"POST /trips/{trip}/what-if":       `{}`,
		"PATCH /coffees/{coffee}":          `{"name":"Moor"}`,
		"PATCH /recipes/{recipe}":          `{"recipe":{"name":"Mine"}}`,
		"POST /brews/{brew}/advice":        `{}`,
		"POST /log/{entry}/again":          `{"stop":1}`,
		"POST /blinds/{blind}/say":         `{"liked":"first"}`,
		"POST /trips/{trip}/duplicate":     ``,
		"POST /blinds/{blind}/deal":        ``,
		"POST /blinds/{blind}/restore":     ``,
		"POST /coffees/{coffee}/restore":   ``,
		"POST /recipes/{recipe}/restore":   ``,
		"POST /trips/{trip}/restore":       ``,
		"POST /gear/{item}/restore":        ``,
		"POST /log/{entry}/restore":        ``,
		"POST /brews/{brew}/restore":       ``,
		"POST /stops/{stop}/restore":       ``,
		"POST /stops/{stop}/split":         `{"nights":1}`,
		"POST /stops/{stop}/join":          `{"with":1}`,
		"GET /trips/{trip}/export/{form}":  ``,
		"PUT /stops/{stop}/trip":           `{"trip":0}`,
		"POST /trips/{trip}/brews/every":   `{"meal":"morning"}`,
		"POST /brews/{brew}/copy":          `{"stop":1}`,
		"PUT /brews/{brew}/place":          `{"stop":1}`,
	}
	asked := 0
	for _, o := range operations(t) {
		if !strings.Contains(o.path, "{") || o.String() == "DELETE /brews/{brew}/run" {
			continue // what is ended twice is ended
		}
		w := ask(h, o.method, o.at("987654"), bodies[o.String()], "If-Match", `"1"`)
		if o.String() == "GET /brews/{brew}/run" {
			assert.Equal(t, 200, w.Code, "a brew that is not being made has no run")
			continue
		}
		assert.Equal(t, 404, w.Code, "%s: %s", o, w.Body)
		assert.Contains(t, w.Body.String(), "deleted", "%s", o)
		asked++
	}
	assert.Greater(t, asked, 25)
	assert.Equal(t, before, state(h))
}

// A fault of the program is answered as a problem, and the program goes on.
func TestAFaultIsNoEnd(t *testing.T) {
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.Use(gin.CustomRecoveryWithWriter(io.Discard, recovered))
	r.GET("/", func(*gin.Context) { panic("a fault") })
	w := httptest.NewRecorder()
	r.ServeHTTP(w, httptest.NewRequest("GET", "/", nil))
	assert.Equal(t, 500, w.Code)
	assert.Contains(t, w.Body.String(), "Apodemos failed; nothing was saved.")
	assert.NotContains(t, w.Body.String(), "a fault")
}

// The program lets what it is answering finish before it ends.
func TestItEndsWhenItIsTold(t *testing.T) {
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	ctx, stop := context.WithCancel(t.Context())
	ended := make(chan error, 1)
	go func() { ended <- Serve(ctx, l, Options{Store: s, ClockRate: 1}) }()
	var w *http.Response
	require.Eventually(t, func() bool {
		w, err = http.Get("http://" + l.Addr().String() + "/api/v1/info")
		return err == nil
	}, 10*time.Second, 10*time.Millisecond)
	assert.Equal(t, 200, w.StatusCode)
	w.Body.Close()
	stop()
	select {
	case err := <-ended:
		assert.NoError(t, err)
	case <-time.After(20 * time.Second):
		assert.Fail(t, "it does not end")
	}
	_, err = http.Get("http://" + l.Addr().String() + "/api/v1/info")
	assert.Error(t, err)
}

// Many at once: each change is whole, and of two that change the same brew one is
// told.
func TestManyAtOnce(t *testing.T) {
	h := running(t)
	var wg sync.WaitGroup
	codes := make([]int, 12)
	for i := range codes {
		wg.Go(func() {
			codes[i] = ask(h, "PATCH", "/api/v1/brews/8", fmt.Sprintf(`{"name":"By %d","request":{"method":"cone","drinkers":%d}}`, i, i%4+1), "If-Match", `"1"`).Code
			ask(h, "POST", "/api/v1/trips", fmt.Sprintf(`{"name":"Trip %d","people":2}`, i))
			ask(h, "GET", "/api/v1/trips/1/plan", "")
		})
	}
	wg.Wait()
	saved := 0
	for _, code := range codes {
		switch code {
		case 200:
			saved++
		default:
			assert.Equal(t, 412, code)
		}
	}
	assert.Equal(t, 1, saved, "one was the first")
	var trips []app.Trip
	require.NoError(t, json.Unmarshal(ask(h, "GET", "/api/v1/trips", "").Body.Bytes(), &trips))
	assert.Len(t, trips, 13)
}
