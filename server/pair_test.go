package server

import (
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/demo"
	"apodemos/store"
)

const phone = "192.168.1.20:41000"

func beyond(t *testing.T) (http.Handler, *store.Store) {
	s, err := store.Open(context.Background(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	_, err = demo.Seed(context.Background(), s)
	require.NoError(t, err)
	return Handler(Options{Store: s, ClockRate: 1, Devices: s, Hosts: []string{"kettle.home"}, Addresses: []string{"https://kettle.home:8466"}, Secure: true}), s
}

func pairWith(h http.Handler, key, name string) *httptest.ResponseRecorder {
	return ask(h, "POST", "/pair", url.Values{"key": {key}, "name": {name}}.Encode(), "From-Address", phone, "Host", "kettle.home:8466", "Origin", "https://kettle.home:8466", "Content-Type", "application/x-www-form-urlencoded")
}

func keyOf(t *testing.T, h http.Handler) string {
	var k KeyOut
	w := ask(h, "POST", "/api/v1/pairing", "")
	require.Equal(t, 200, w.Code, w.Body)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &k))
	require.Len(t, k.Codes, 1)
	assert.Equal(t, "https://kettle.home:8466/pair?key="+k.Key, k.Codes[0].Text)
	assert.NotEmpty(t, k.Codes[0].Path)
	return k.Key
}

func TestADeviceIsLetInWhenItIsPaired(t *testing.T) {
	h, s := beyond(t)
	for _, path := range []string{"/api/v1/trips", "/api/v1/pocket?trips=1", "/assets/x.js"} {
		w := ask(h, "GET", path, "", "From-Address", phone, "Host", "kettle.home:8466")
		assert.Equal(t, http.StatusUnauthorized, w.Code, path)
		assert.NotContains(t, w.Body.String(), "River gorge")
	}
	w := ask(h, "GET", "/trips/1", "", "From-Address", phone)
	assert.Equal(t, http.StatusUnauthorized, w.Code)
	assert.Contains(t, w.Body.String(), "This device is not paired yet")
	assert.NotContains(t, w.Body.String(), "River gorge")
	// What another program passes on is not of this machine.
	assert.Equal(t, http.StatusUnauthorized, ask(h, "GET", "/api/v1/trips", "", "X-Forwarded-For", "10.0.0.9").Code)
	assert.Equal(t, http.StatusOK, ask(h, "GET", "/api/v1/trips", "").Code, "this machine itself")

	key := keyOf(t, h)
	assert.Equal(t, http.StatusForbidden, pairWith(h, "00000-00000", "Mine").Code)
	w = pairWith(h, strings.ToLower(strings.ReplaceAll(key, "-", " ")), "Mine")
	require.Equal(t, http.StatusSeeOther, w.Code, w.Body)
	cookie := w.Result().Cookies()[0]
	assert.True(t, cookie.HttpOnly)
	assert.Equal(t, http.SameSiteStrictMode, cookie.SameSite)
	assert.Equal(t, http.StatusForbidden, pairWith(h, key, "Again").Code, "a key pairs one device")
	with := []string{"From-Address", phone, "Host", "kettle.home:8466", "Cookie", cookie.Name + "=" + cookie.Value}
	assert.Equal(t, http.StatusOK, ask(h, "GET", "/api/v1/trips", "", with...).Code)
	assert.Equal(t, http.StatusUnauthorized, ask(h, "GET", "/api/v1/trips", "", "From-Address", phone, "Cookie", cookie.Name+"=other").Code)

	var p Pairing
	require.NoError(t, json.Unmarshal(ask(h, "GET", "/api/v1/pairing", "", with...).Body.Bytes(), &p))
	require.Len(t, p.Devices, 1)
	assert.Equal(t, "Mine", p.Devices[0].Name)
	assert.NotEmpty(t, p.Devices[0].SeenAt)
	assert.False(t, p.Here)
	assert.Equal(t, http.StatusForbidden, ask(h, "POST", "/api/v1/pairing", "", with...).Code, "others are paired on the machine itself")
	assert.EqualValues(t, 1, p.Own, "a device sees itself")
	assert.Equal(t, http.StatusForbidden, ask(h, "DELETE", "/api/v1/devices/2", "", with...).Code, "and lets go of no other")
	assert.Equal(t, http.StatusNoContent, ask(h, "DELETE", "/api/v1/devices/1", "", with...).Code, "and can leave")
	assert.Equal(t, http.StatusUnauthorized, ask(h, "GET", "/api/v1/trips", "", with...).Code, "let go of")
	// Of a token only the hash is kept.
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, s.Backup(t.Context(), copied))
	b, err := os.ReadFile(copied)
	require.NoError(t, err)
	assert.Contains(t, string(b), "Mine")
	assert.NotContains(t, string(b), cookie.Value)
}

func TestKeysAreNotGuessed(t *testing.T) {
	h, s := beyond(t)
	key := keyOf(t, h)
	codes := map[int]int{}
	for range 12 {
		codes[pairWith(h, "11111-11111", "Guess").Code]++
	}
	assert.Equal(t, map[int]int{http.StatusForbidden: 5, http.StatusTooManyRequests: 7}, codes)
	assert.Equal(t, http.StatusTooManyRequests, pairWith(h, key, "Mine").Code)
	// A neighbour who guesses locks nobody else out.
	w := ask(h, "POST", "/pair", url.Values{"key": {key}, "name": {"Mine"}}.Encode(), "From-Address", "192.168.1.77:41000", "Host", "kettle.home:8466", "Origin", "https://kettle.home:8466", "Content-Type", "application/x-www-form-urlencoded")
	assert.Equal(t, http.StatusSeeOther, w.Code, w.Body)
	// Once it has ended, a key pairs nothing.
	require.NoError(t, s.SetPairing(t.Context(), "22222-22222", time.Now().Add(-time.Second)))
	ok, err := s.UsePairing(t.Context(), "22222-22222", time.Now())
	require.NoError(t, err)
	assert.False(t, ok)
}

// Whatever says that it passes a request on is not this machine; and where the program can be
// reached from elsewhere, what comes from this machine says who it is, too: a forwarder may add
// nothing.
func TestWhoIsNear(t *testing.T) {
	h, s := beyond(t)
	for _, header := range []string{"X-Forwarded-For", "X-Forwarded-Host", "X-Forwarded-Proto", "X-Forwarded-Port", "Forwarded", "Via", "X-Real-Ip", "True-Client-Ip"} {
		for _, v := range []string{"10.0.0.9", ""} {
			r := httptest.NewRequest("GET", "/api/v1/trips", nil)
			r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
			r.Header[http.CanonicalHeaderKey(header)] = []string{v}
			w := httptest.NewRecorder()
			h.ServeHTTP(w, r)
			assert.Equal(t, http.StatusUnauthorized, w.Code, "%s: %q", header, v)
			r.Method, r.URL.Path = "POST", "/api/v1/pairing"
			w = httptest.NewRecorder()
			h.ServeHTTP(w, r)
			assert.Equal(t, http.StatusUnauthorized, w.Code, "%s: %q", header, v)
		}
	}
	strict := Handler(Options{Store: s, ClockRate: 1, Devices: s, Strict: true})
	for _, path := range []string{"/api/v1/trips", "/", "/trips/1", "/api/v1/openapi.json", "/sw.js"} {
		assert.Equal(t, http.StatusUnauthorized, ask(strict, "GET", path, "").Code, path)
	}
	assert.Equal(t, http.StatusUnauthorized, ask(strict, "POST", "/api/v1/pairing", "").Code, "nor does anybody make a key")
	for _, path := range []string{"/api/v1/health", "/pair", "/icon.svg"} {
		assert.Equal(t, http.StatusOK, ask(strict, "GET", path, "").Code, path)
	}
	key, _, err := app.PairingKey(t.Context(), s)
	require.NoError(t, err)
	w := ask(strict, "POST", "/pair", url.Values{"key": {key}, "name": {"This computer"}}.Encode(), "Content-Type", "application/x-www-form-urlencoded")
	require.Equal(t, http.StatusSeeOther, w.Code, w.Body)
	cookie := w.Result().Cookies()[0]
	own := []string{"Cookie", cookie.Name + "=" + cookie.Value}
	assert.Equal(t, http.StatusOK, ask(strict, "GET", "/api/v1/trips", "", own...).Code)
	assert.Equal(t, http.StatusOK, ask(strict, "POST", "/api/v1/pairing", "", own...).Code, "and lets others in from there")
}

func TestNamesAreServedThatAreAllowed(t *testing.T) {
	h, _ := beyond(t)
	assert.Equal(t, http.StatusOK, ask(h, "GET", "/api/v1/trips", "", "Host", "Kettle.Home:8466").Code)
	assert.Equal(t, http.StatusForbidden, ask(h, "GET", "/api/v1/trips", "", "Host", "evil.example").Code)
	assert.Equal(t, http.StatusForbidden, ask(h, "POST", "/pair", "key=x", "From-Address", phone, "Origin", "https://evil.example").Code)
}

func TestAKeyIsReadAsItIsTyped(t *testing.T) {
	for typed, want := range map[string]string{"ABCDE-FGHJK": "ABCDE-FGHJK", " abcde fghjk ": "ABCDE-FGHJK", "o1lIX-YZ234": "0111X-YZ234", "short": "SH0RT"} {
		assert.Equal(t, want, plainKey(typed))
	}
	seen := map[string]bool{}
	for range 200 {
		k := app.NewPairingKey()
		assert.Equal(t, k, plainKey(k))
		assert.False(t, seen[k])
		seen[k] = true
	}
}
