package server

import (
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

func cups(t *testing.T, h http.Handler) int {
	var log []app.LogEntry
	require.NoError(t, json.Unmarshal(ask(h, "GET", "/api/v1/log", "").Body.Bytes(), &log))
	return len(log)
}

// A request that names itself is done once: sent again, it is answered with what the first was.
func TestARequestIsDoneOnce(t *testing.T) {
	h := running(t)
	before := cups(t, h)
	const path, body = "/api/v1/brews/1/log", `{"brewed_at":"2026-09-05T06:10:00Z","mark":8}`
	var first *httptest.ResponseRecorder
	for n := range 3 {
		w := ask(h, "POST", path, body, "Idempotency-Key", "one")
		require.Equal(t, 200, w.Code, w.Body)
		if n == 0 {
			first = w
			assert.Empty(t, w.Header().Get("Idempotency-Replayed"))
			continue
		}
		assert.Equal(t, first.Body.String(), w.Body.String())
		assert.Equal(t, first.Header().Get("Content-Type"), w.Header().Get("Content-Type"))
		assert.Equal(t, "true", w.Header().Get("Idempotency-Replayed"))
	}
	assert.Equal(t, before+1, cups(t, h))
	other := ask(h, "POST", path, strings.Replace(body, "8", "9", 1), "Idempotency-Key", "one")
	assert.Equal(t, 422, other.Code)
	assert.Contains(t, other.Body.String(), "another request has this key")
	assert.Equal(t, 200, ask(h, "POST", path, body, "Idempotency-Key", "two").Code)
	assert.Equal(t, 200, ask(h, "POST", path, body).Code)
	assert.Equal(t, before+3, cups(t, h))

	// What was refused may be asked again.
	for range 2 {
		assert.Equal(t, 422, ask(h, "POST", path, `{"brewed_at":"soon"}`, "Idempotency-Key", "three").Code)
	}
	assert.Equal(t, 200, ask(h, "POST", path, body, "Idempotency-Key", "three").Code)
	for _, key := range []string{"with space", strings.Repeat("x", 101), "é"} {
		assert.Equal(t, 422, ask(h, "POST", path, body, "Idempotency-Key", key).Code)
	}
	assert.Equal(t, before+4, cups(t, h))
}

// Sent several times at once, it is done once all the same.
func TestARequestIsDoneOnceAtOnce(t *testing.T) {
	h := running(t)
	before := cups(t, h)
	var wg sync.WaitGroup
	for range 12 {
		wg.Go(func() {
			w := ask(h, "POST", "/api/v1/brews/1/log", `{"brewed_at":"2026-09-05T06:10:00Z"}`, "Idempotency-Key", "same")
			assert.Contains(t, []int{200, 409}, w.Code)
		})
	}
	wg.Wait()
	assert.Equal(t, before+1, cups(t, h))
}
