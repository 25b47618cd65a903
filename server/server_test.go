package server

import (
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/demo"
	"apodemos/store"
)

func running(t *testing.T) http.Handler {
	s, err := store.Open(context.Background(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	_, err = demo.Seed(context.Background(), s)
	require.NoError(t, err)
	return Handler(Options{Store: s, ClockRate: 1})
}

// ask sends a request as the page itself would; headers come in pairs.
func ask(h http.Handler, method, path, body string, headers ...string) *httptest.ResponseRecorder {
	r := httptest.NewRequest(method, path, strings.NewReader(body))
	r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		switch headers[i] {
		case "Host":
			r.Host = headers[i+1]
		case "From-Address":
			r.RemoteAddr = headers[i+1]
		default:
			r.Header.Set(headers[i], headers[i+1])
		}
	}
	w := httptest.NewRecorder()
	h.ServeHTTP(w, r)
	return w
}

func TestErrorsNameTheFieldAndNothingIsLost(t *testing.T) {
	h := running(t)
	before := ask(h, "GET", "/api/v1/trips/1", "").Body.String()
	for _, c := range []struct {
		name, method, path, body string
		status                   int
		want                     []string
	}{
		{"too high", "POST", "/plan", `{"method":"cone","place":{"altitude_m":9500}}`, 422, []string{`"body.place.altitude_m"`, "9500 m is out of range. Enter -430 to 8850 m"}},
		{"too hot", "POST", "/plan", `{"method":"cone","place":{"measured_boil_c":120}}`, 422, []string{`"body.place.measured_boil_c"`, "Enter 68 to 103 °C"}},
		{"no cups", "POST", "/plan", `{"method":"cone","drinkers":0}`, 422, []string{`"body.drinkers"`, "a whole number from 1 to 24"}},
		{"no such method", "POST", "/plan", `{"method":"urn"}`, 422, []string{`"body.method"`, "Enter one of"}},
		{"unknown field", "POST", "/plan", `{"method":"cone","cups":3}`, 422, []string{`"body.cups"`, "is not a known field. Remove it"}},
		{"wrong type", "POST", "/plan", `{"method":"cone","drinkers":"two"}`, 422, []string{`"body.drinkers"`, "is not a number. Enter a number"}},
		{"not JSON", "POST", "/plan", `{"method":`, 400, []string{`"body"`, "unexpected end of JSON input"}},
		{"10 MB", "POST", "/plan", strings.Repeat(" ", 10<<20), 413, []string{"too large", "up to 256 kB"}},
		{"a stop too high", "POST", "/trips/1/stops", `{"name":"Sky","position":9,"day":1,"km":0,"conditions":{"place":{"altitude_m":9500}}}`, 422, []string{`"body.conditions.place.altitude_m"`}},
		{"a stop without a name", "POST", "/trips/1/stops", `{"name":"","position":9,"day":1,"km":0,"conditions":{}}`, 422, []string{`"body.name"`}},
		{"a brew that cannot be", "PATCH", "/brews/1", `{"request":{"method":"cone","drinkers":99}}`, 422, []string{`"body.request.drinkers"`}},
		{"an old revision", "PATCH", "/brews/1", `{"request":{"method":"pot"}}`, 412, []string{"Nothing was saved"}},
		{"no such brew", "GET", "/brews/999", "", 404, []string{"may have been deleted"}},
		{"a mark too high", "POST", "/brews/1/log", `{"brewed_at":"2026-09-05T06:00:00Z","sour_bitter":0,"weak_strong":0,"silt":0,"mark":11,"words":""}`, 422, []string{`"body.mark"`}},
		{"no such day", "POST", "/trips", `{"name":"x","people":2,"starts_on":"2026-13-41"}`, 422, []string{`"body.starts_on"`, `is not a date. Enter one such as 2026-09-05, from 1900 to 2199, or leave it empty`}},
		{"no such day any more", "PATCH", "/trips/1", `{"starts_on":"2026-02-30"}`, 422, []string{`"body.starts_on"`, `is not a date`}},
		{"a slip of the finger", "PATCH", "/trips/1", `{"starts_on":"0026-09-05"}`, 422, []string{`"body.starts_on"`, `from 1900`}},
		{"no day at all", "PATCH", "/trips/1", `{"starts_on":"soon"}`, 422, []string{`"body.starts_on"`, `Enter a date`}},
		{"nothing but spaces", "POST", "/trips", `{"name":"   ","people":2}`, 422, []string{`"body.name"`, "Enter one line"}},
		{"two lines", "PATCH", "/stops/1", `{"name":"a\nb"}`, 422, []string{`"body.name"`, "one line"}},
		{"a coffee of two lines", "POST", "/coffees", `{"name":"a\tb"}`, 422, []string{`"body.name"`, "one line"}},
		{"a place of spaces", "POST", "/places", `{"name":" ","conditions":{}}`, 422, []string{`"body.name"`}},
		{"a thing of spaces", "POST", "/gear", `{"name":" ","kind":"cup","mass_g":100}`, 422, []string{`"body.name"`}},
		{"a brew of spaces", "POST", "/stops/1/brews", `{"name":"  ","request":{"method":"cone"}}`, 422, []string{`"body.name"`}},
		{"half a cup", "POST", "/gear", `{"name":"x","kind":"cup","mass_g":100,"count":2.5}`, 422, []string{`"body.count"`, "a whole number from 1 to 1000"}},
		{"roasted by the Romans", "POST", "/coffees", `{"name":"x","roasted_on":"0026-08-20"}`, 422, []string{`"body.roasted_on"`, "from 1900"}},
		{"every morning of nothing", "POST", "/trips/1/brews/every", `{"meal":"morning","method":"urn"}`, 422, []string{`"body.method"`, "Enter one of"}},
		{"every morning of another's", "POST", "/trips/1/brews/every", `{"meal":"morning","method":"cone","school":"steep"}`, 422, []string{`"body.school"`, "is not a style of cone"}},
		{"no such hour", "POST", "/stops/1/brews", `{"at":"24:00","request":{"method":"cone"}}`, 422, []string{`"body.at"`, "Enter HH:MM"}},
		{"no number", "GET", "/trips/one", "", 422, []string{`"path.trip"`, "is not a whole number. Enter a whole number"}},
		{"not said where", "GET", "/simulated/elevation?lat=x", "", 422, []string{`"query.lon"`, "is missing. Enter it", `"query.lat"`, "is not a number. Enter a number"}},
		{"nothing", "POST", "/trips", "", 400, []string{"Nothing was sent. Send what the operation takes."}},
		{"no such operation", "POST", "/nothing", "{}", 404, []string{"no such operation"}},
	} {
		revision := `"1"`
		if c.status == 412 {
			revision = `"7"`
		}
		w := ask(h, c.method, "/api/v1"+c.path, c.body, "If-Match", revision)
		assert.Equal(t, c.status, w.Code, c.name)
		assert.Equal(t, "application/problem+json", strings.Split(w.Header().Get("Content-Type"), ";")[0], c.name)
		for _, want := range c.want {
			assert.Contains(t, w.Body.String(), want, c.name)
		}
	}
	assert.Equal(t, before, ask(h, "GET", "/api/v1/trips/1", "").Body.String())
}

func TestOnlyThisMachinesPageIsServed(t *testing.T) {
	h := running(t)
	for _, c := range []struct {
		header, value string
		status        int
	}{
		{"Host", "127.0.0.1:8466", 200}, {"Host", "localhost:8466", 200}, {"Host", "[::1]:8466", 200},
		{"Host", "coffee.example", 403}, {"Host", "127.0.0.1.coffee.example", 403},
		{"Origin", "http://127.0.0.1:8466", 200}, {"Origin", "https://coffee.example", 403}, {"Origin", "null", 403},
	} {
		assert.Equal(t, c.status, ask(h, "GET", "/api/v1/info", "", c.header, c.value).Code, "%s: %s", c.header, c.value)
	}
}

func TestPagesAndAssets(t *testing.T) {
	h := running(t)
	w := ask(h, "GET", "/trips/1/stops/5", "")
	assert.Equal(t, 200, w.Code, "a deep link is the page")
	policy := w.Header().Get("Content-Security-Policy")
	assert.Contains(t, policy, "default-src 'none'")
	assert.NotContains(t, policy, "unsafe")
	assert.NotContains(t, w.Body.String(), "__NONCE__")
	assert.Equal(t, "no-store", w.Header().Get("Cache-Control"))
	for _, path := range []string{"/assets/gone.js", "/index.html.br", "/../go.mod", "/api/v1/gone"} {
		assert.Equal(t, 404, ask(h, "GET", path, "").Code, path)
	}
}

func TestTheAPIDocumentIsWhole(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	var doc struct {
		OpenAPI string         `json:"openapi"`
		Paths   map[string]any `json:"paths"`
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	assert.Equal(t, "3.1.0", doc.OpenAPI)
	assert.Contains(t, doc.Paths, "/brews/{brew}/log")
	assert.Equal(t, 200, ask(running(t), "GET", "/api/v1/openapi.json", "").Code)
}

// ginContext is a context of a request by itself.
func ginContext(w http.ResponseWriter, r *http.Request) *gin.Context {
	c, _ := gin.CreateTestContext(w)
	c.Request = r
	return c
}
