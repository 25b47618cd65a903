package server

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/run"
)

// A plan comes with its workings unless they are not wanted; cautions, treatment and
// notes come either way.
func TestWorkingsAreLeftOutWhenToldSo(t *testing.T) {
	h := running(t)
	body := `{"method":"cone","place":{"altitude_m":3900},"water":{"source":"stream"}}`
	whole := call[brew.Plan](t, h, "POST", "/plan", body)
	bare := call[brew.Plan](t, h, "POST", "/plan?working=false", body)
	assert.Greater(t, len(whole.Working), 30)
	assert.NotNil(t, bare.Working)
	assert.Empty(t, bare.Working)
	assert.NotEmpty(t, bare.Notes)
	assert.NotEmpty(t, bare.Cautions)
	whole.Working = bare.Working
	assert.Equal(t, whole, bare, "nothing else differs")
}

// Ticks of the schedule are the trip's: any page sees them, and asking for one list says
// nothing of another.
func TestTicksOfTheSchedule(t *testing.T) {
	h := running(t)
	at := "/trips/1/schedule/ticks"
	assert.Empty(t, call[[]string](t, h, "GET", at, ""))
	call[[]string](t, h, "PUT", at, `{"lines":["9/light","9/dose"],"done":true}`)
	left := call[[]string](t, h, "PUT", at, `{"lines":["9/light"],"done":false}`)
	assert.Equal(t, []string{"9/dose"}, left)
	assert.Equal(t, left, call[[]string](t, h, "GET", at, ""))
	assert.Empty(t, call[app.TripKit](t, h, "GET", "/trips/1/kit", "").Packed)
	w := ask(h, "PUT", "/api/v1"+at, `{"lines":[""],"done":true}`)
	assert.Equal(t, 422, w.Code, w.Body)
	assert.Contains(t, w.Body.String(), "lines[0]")
	assert.Equal(t, 404, ask(h, "GET", "/api/v1/trips/99/schedule/ticks", "").Code)
}

// The guide answers what the core answers, and says what is wrong at its field.
func TestTheGuideAnswers(t *testing.T) {
	h := running(t)
	p := call[brew.Plan](t, h, "POST", "/plan?working=false", `{"method":"pot","drinkers":2}`)
	in := run.GuideIn{Timed: run.Timed{Steps: p.Steps, Rounds: p.Rounds}, Event: &run.Event{Kind: "go"}, NowMs: 1e12, Rate: 1}
	b, err := json.Marshal(in)
	require.NoError(t, err)
	out := call[run.GuideOut](t, h, "POST", "/guide", string(b))
	want, err := run.Guide(in)
	require.NoError(t, err)
	assert.JSONEq(t, encoded(t, want), encoded(t, out))
	assert.True(t, out.Moved)
	w := ask(h, "POST", "/api/v1/guide", `{"steps":[],"rounds":[],"now_ms":0,"rate":1}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "steps")
}

// The worker that runs the core may compile it, and nothing else may: no page's policy
// has been opened.
func TestOnlyTheCoreMayCompile(t *testing.T) {
	h := running(t)
	policy := func(path string) string { return ask(h, "GET", path, "").Header().Get("Content-Security-Policy") }
	assert.Contains(t, policy("/assets/core-0123.js"), "'wasm-unsafe-eval'")
	for _, path := range []string{"/", "/trips/1", "/assets/index-0123.js", "/assets/core-0123.wasm", "/assets/core-x.js/y", "/x/assets/core-0123.js", "/api/v1/catalogue"} {
		assert.NotContains(t, policy(path), "unsafe", path)
	}
}
