package server

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/formats"
)

// A log is as large as a log is: it may be larger than what else is sent, and no larger
// than is said.
func TestALargeLogIsBroughtIn(t *testing.T) {
	h := running(t)
	var f formats.LogFile
	require.NoError(t, json.Unmarshal(ask(h, "GET", "/api/v1/log/export.json", "").Body.Bytes(), &f))
	one := f.Entries[0]
	f.Entries = nil
	for i := range 300 {
		e := one
		e.ID, e.Tasting.Words = fmt.Sprintf("00000000-0000-4000-8000-%012d", i), strings.Repeat("long words ", 100)
		f.Entries = append(f.Entries, e)
	}
	b, err := json.Marshal(f)
	require.NoError(t, err)
	require.Greater(t, len(b), 256<<10)
	in := call[files.Brought](t, h, "POST", "/log/import", string(b))
	assert.Equal(t, 300, in.Added)
	assert.Equal(t, 413, ask(h, "POST", "/api/v1/log/import", strings.Repeat(" ", formats.MaxLogBytes+2)).Code)
	assert.Equal(t, 413, ask(h, "POST", "/api/v1/recipes/import", strings.Repeat(" ", 300<<10)).Code)
	w := ask(h, "POST", "/api/v1/log/import", "name,brewed_at,method\nMoor,yesterday,cone\n")
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "CSV, line 2: brewed_at")
}

// Words, recipes, coffees and advice by the API: what is wrong names the field.
func TestTheLogbookByTheAPI(t *testing.T) {
	h := running(t)
	r := call[recipe.Reading](t, h, "POST", "/recipes/read", `{"words":"20 g, 1:15, plum"}`)
	assert.Equal(t, []string{"plum"}, r.Unread)
	assert.InDelta(t, -1, *call[taste.Tasting](t, h, "POST", "/taste/understand", `{"words":"a little sour"}`).SourBitter, 1e-9)
	for body, at := range map[string]string{
		`POST /recipes/read {"words":"plum"}`:                                        `"body.words"`,
		`POST /recipes {"name":"x","method":"cone","water_c":5}`:                     `"body.water_c"`,
		`POST /recipes {"name":"x","method":"moka","pours":[{"at_s":0,"to_g":50}]}`:  `"body.pours"`,
		`POST /coffees {"name":"x","roasted_on":"2026-13-40"}`:                       `"body.roasted_on"`,
		`POST /brews/9/log {"brewed_at":"2026-09-05T06:00:00Z","sour_bitter":4}`:     `"body.sour_bitter"`,
		`POST /brews/9/log {"brewed_at":"2026-09-05T06:00:00Z","coffee":"nobody"}`:   `"body.coffee"`,
		`POST /brews/9/log {"brewed_at":"2026-09-05T06:00:00Z","run":{"clicks":-1}}`: `"body.run.clicks"`,
		`POST /brews/9/advice {"allow":["luck"]}`:                                    `"body.allow[0]"`,
		`POST /brews/9/advice {"wish":"purple"}`:                                     `"body.wish"`,
		`POST /blinds {"a":1,"b":1}`:                                                 `"body.b"`,
	} {
		verb, rest, _ := strings.Cut(body, " ")
		path, text, _ := strings.Cut(rest, " ")
		w := ask(h, verb, "/api/v1"+path, text)
		assert.Equal(t, 422, w.Code, body)
		assert.Contains(t, w.Body.String(), at, body)
	}
	// The taster is not told the dealing, by any reading of what is there.
	x := call[app.BlindOut](t, h, "GET", "/blinds/1", "")
	call[app.Dealt](t, h, "POST", "/blinds/1/deal", "")
	during := ask(h, "GET", "/api/v1/blinds/1", "").Body.String()
	assert.NotContains(t, during, "seed")
	assert.Len(t, call[app.BlindOut](t, h, "GET", "/blinds/1", "").Rounds, len(x.Rounds))
	a := call[app.BrewAdvice](t, h, "POST", "/brews/9/advice", `{"wish":"stronger"}`)
	require.NotNil(t, a.Advice.Change)
	assert.Greater(t, a.Advice.Expected.TDSPct, a.Advice.Now.TDSPct)
}
