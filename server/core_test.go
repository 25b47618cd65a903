package server

import (
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

// Following answers what the core answers, kept or not, and says what is wrong at its field.
func TestFollowingAnswers(t *testing.T) {
	h := running(t)
	body := `{"request":{"method":"pot","drinkers":2},"events":[{"t_s":0,"kind":"start"}],"now_s":30}`
	out := call[run.Following](t, h, "POST", "/follow", body)
	r := brew.Request{Method: "pot", Drinkers: new(2.0)}
	want, err := run.Follow(run.FollowIn{Request: r, Events: []run.Event{{Kind: run.Start}}, NowS: new(30.0)})
	require.NoError(t, err)
	key := out.Key
	require.NotEmpty(t, key)
	out.Key = ""
	assert.JSONEq(t, encoded(t, want), encoded(t, out))
	brief := call[run.Following](t, h, "POST", "/follow", `{"request":{"method":"pot","drinkers":2},"after":"`+key+`","brief":true,"now_s":45}`)
	assert.InDelta(t, out.PositionS+15, brief.PositionS, 0.2)
	assert.Zero(t, brief.Record)
	gone := ask(h, "POST", "/api/v1/follow", `{"request":{"method":"pot","drinkers":2},"after":"`+key+`","now_s":45}`)
	assert.Equal(t, 422, gone.Code, "a key is good for one question")
	assert.Contains(t, gone.Body.String(), "after")
	again := `{"request":{"method":"pot","drinkers":2},"record":` + encoded(t, out.Record) + `,"now_s":60}`
	on := call[run.Following](t, h, "POST", "/follow", again)
	fresh, err := run.Follow(run.FollowIn{Request: r, Record: &out.Record, NowS: new(60.0)})
	require.NoError(t, err)
	on.Key = ""
	assert.JSONEq(t, encoded(t, fresh), encoded(t, on), "from the follower that is kept, or from the record")
	assert.InDelta(t, out.PositionS+30, on.PositionS, 0.2)
	w := ask(h, "POST", "/api/v1/follow", `{"request":{"method":"pot"},"events":[{"t_s":0,"kind":"start"},{"t_s":-4,"kind":"next"}]}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "events[1].t_s")
}

// The virtual brewer gives what follow takes, the same for a seed.
func TestSimulating(t *testing.T) {
	h := running(t)
	made := call[app.Simulated](t, h, "POST", "/simulate", `{"request":{"method":"press-pot","drinkers":1,"scale":true},"seed":7,"differences":{"kettle_c":-6}}`)
	assert.Greater(t, len(made.Events), 50)
	o := call[run.Following](t, h, "POST", "/follow", `{"request":{"method":"press-pot","drinkers":1,"scale":true},"events":`+encoded(t, made.Events)+`}`)
	assert.NotEmpty(t, o.Record.ScaleG)
	w := ask(h, "POST", "/api/v1/simulate", `{"request":{"method":"press-pot"},"seed":1,"differences":{"power":9}}`)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "power")
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
