package server

import (
	"context"
	"net/http/httptest"
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"apodemos/demo"
	"apodemos/store"
)

// Whatever is asked of it, it answers, and never that something went wrong in the program.
func FuzzHTTP(f *testing.F) {
	s, err := store.Open(context.Background(), f.TempDir())
	require.NoError(f, err)
	f.Cleanup(func() { s.Close() })
	_, err = demo.Seed(context.Background(), s)
	require.NoError(f, err)
	h := Handler(Options{Store: s})
	f.Add("GET", "/api/v1/trips/1", "", "")
	f.Add("POST", "/api/v1/plan", "", `{"method":"cone","place":{"altitude_m":2300}}`)
	f.Add("PATCH", "/api/v1/brews/1", `"1"`, `{"request":{"method":"pot"}}`)
	f.Add("POST", "/api/v1/trips/1/what-if", "", `{"delay_days":1}`)
	f.Add("POST", "/api/v1/import/preview?hours=3", "", `<gpx/>`)
	f.Add("POST", "/api/v1/trips/import", "", `{"format":"apodemos-trip","version":2,"name":"x","people":1,"stops":[{"name":"a","day":1}]}`)
	f.Add("PUT", "/api/v1/brews/1/run", "", `{"plan_id":1,"zero_ms":0,"paused_ms":0,"step":0,"done":[],"finished":false}`)
	f.Add("GET", "/api/v1/trips/1/export/schedule.ics?alarm=15", "", "")
	f.Add("HEAD", "/", "", "")
	f.Fuzz(func(t *testing.T, method, path, match, body string) {
		u, err := url.ParseRequestURI(path)
		if err != nil || u.Host != "" || !strings.HasPrefix(path, "/") || strings.ContainsAny(method, " \r\n\t") || method == "" || strings.Contains(path, "/kit/choose") {
			return
		}
		r := httptest.NewRequest("GET", "/", strings.NewReader(body))
		r.Method, r.URL, r.RequestURI = method, u, path
		r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("If-Match", match)
		w := httptest.NewRecorder()
		h.ServeHTTP(w, r)
		if w.Code >= 500 && w.Code != 503 {
			t.Fatalf("%s %s: %d %s", method, path, w.Code, w.Body)
		}
	})
}
