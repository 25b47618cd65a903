package pocket_test

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/pocket"
)

// phones are so many that began from one file; their clocks are up to a year off.
func phones(t testing.TB, c *app.Carried, n int, r *rand.Rand) []*pocket.Session {
	var out []*pocket.Session
	for range n {
		now := session(today.Add(time.Duration(r.IntN(730)-365) * 24 * time.Hour))
		s, err := pocket.Open(t.Context(), c, nil, pocket.Options{ID: now.ID, NewID: now.NewID, Now: now.Now})
		require.NoError(t, err)
		out = append(out, s)
	}
	return out
}

// given is what a phone gives, as it is sent: the changes alone, or the whole copy.
func given(t testing.TB, s *pocket.Session, whole bool) []byte {
	if whole {
		return []byte(texts(t, s.Carried()))
	}
	c, err := s.Give(t.Context(), "Ida", false)
	require.NoError(t, err)
	return []byte(texts(t, c))
}

func takes(t testing.TB, s *pocket.Session, text []byte) *pocket.Taken {
	got, err := s.TakeFrom(t.Context(), text)
	require.NoError(t, err)
	return got
}

// walked makes random changes on a phone.
func walked(t testing.TB, s *pocket.Session, r *rand.Rand) string {
	name := []string{gorge, beach, "High plateau"}[r.IntN(3)]
	what := r.IntN(4)
	stops, err := s.Stops(t.Context(), 1)
	require.NoError(t, err)
	for _, st := range stops {
		switch {
		case st.Name != name:
		case what == 0:
			higher(t, s, name, float64(1+r.IntN(4000)))
		case what == 1 && r.IntN(3) == 0:
			ask[struct{}](t, s, "DELETE", fmt.Sprintf("/stops/%d", st.ID), "", nil)
		}
	}
	switch what {
	case 2:
		ask[[]string](t, s, "PUT", "/trips/1/schedule/ticks", "", map[string]any{"lines": []string{[]string{"portion", "weigh"}[r.IntN(2)]}, "done": r.IntN(2) == 0})
	case 3:
		brews, err := s.Brews(t.Context(), 1)
		require.NoError(t, err)
		if len(brews) > 0 {
			logged(t, s, brews[r.IntN(len(brews))].ID, 1+r.IntN(10))
		}
	}
	return fmt.Sprint(name, " ", what)
}

func logged(t testing.TB, s *pocket.Session, brew int64, mark int) app.LogEntry {
	return ask[app.LogEntry](t, s, "POST", fmt.Sprintf("/brews/%d/log", brew), "", map[string]any{"brewed_at": "2026-09-11T06:40:00Z", "mark": mark})
}

// Three to six phones walk together, give each other what they have in any order and any of it twice, and
// come home in any order, some of them never: all phones that met have the same, and so have the homes.
func TestCompanionsComeToTheSame(t *testing.T) {
	trials, err := strconv.Atoi(cmp.Or(os.Getenv("APODEMOS_TRIALS"), "2"))
	require.NoError(t, err)
	for seed := range trials {
		t.Run(fmt.Sprint("seed ", seed), func(t *testing.T) {
			r := rand.New(rand.NewPCG(uint64(seed), 34))
			hs := homes(t, 2)
			file := take(t, hs[0], 1)
			bringAll(t, hs[1], file)
			all := phones(t, file, 3+r.IntN(4), r)
			var did []string
			for range 6 + r.IntN(10) {
				k := r.IntN(len(all))
				if r.IntN(3) > 0 {
					did = append(did, fmt.Sprint(k, " ", walked(t, all[k], r)))
					continue
				}
				to := r.IntN(len(all))
				takes(t, all[to], given(t, all[k], r.IntN(2) == 0))
				did = append(did, fmt.Sprint(k, " gives ", to))
			}
			// In the evening each takes in what each has, and what it has from others; then once more.
			for range 2 {
				for _, k := range r.Perm(len(all)) {
					for _, to := range r.Perm(len(all)) {
						takes(t, all[to], given(t, all[k], false))
					}
				}
			}
			for k := range all {
				assert.Equal(t, told(t, all[0].App), told(t, all[k].App), "%d %v", k, did)
				assert.Empty(t, takes(t, all[k], given(t, all[0], true)).New, "what is known adds nothing")
			}
			one, other := all[r.IntN(len(all))], all[r.IntN(len(all))]
			bringAll(t, hs[0], one.Carried())
			bringAll(t, hs[1], other.Carried())
			bringAll(t, hs[1], one.Carried())
			assert.Equal(t, told(t, hs[0]), told(t, hs[1]), "%v", did)
		})
	}
}

// What is taken in is counted, is there after the phone is opened again, and goes home from it. Gear stays
// at home where cups alone are given.
func TestACompanionsCup(t *testing.T) {
	home, id := atHome(t)
	file := take(t, home, id)
	ida, tom := opened(t, file), opened(t, file)
	brews, err := ida.Brews(t.Context(), 1)
	require.NoError(t, err)
	cup := logged(t, ida, brews[0].ID, 9)
	higher(t, ida, gorge, 777)
	cups, err := ida.Give(t.Context(), "Ida", true)
	require.NoError(t, err)
	got := takes(t, tom, []byte(texts(t, cups)))
	assert.Equal(t, "Ida", got.From)
	assert.Equal(t, 1, got.Cups)
	assert.Zero(t, got.Clashes)
	log, err := tom.Log(t.Context(), 1)
	require.NoError(t, err)
	assert.Contains(t, texts(t, log), cup.UUID)
	stops, err := tom.Stops(t.Context(), 1)
	require.NoError(t, err)
	assert.NotContains(t, texts(t, stops), "777", "cups alone were given")

	again := opened(t, file, got.New...)
	log, err = again.Log(t.Context(), 1)
	require.NoError(t, err)
	assert.Contains(t, texts(t, log), cup.UUID, "it is there after the phone is opened again")
	bring(t, home, again.Carried(), nil)
	bring(t, home, ida.Carried(), nil)
	atHome, err := home.Log(t.Context(), id)
	require.NoError(t, err)
	assert.Equal(t, 1, strings.Count(texts(t, atHome), cup.UUID), "once, though both bring it")

	// Both changed the same: the later stands, and it is said how many.
	higher(t, tom, gorge, 888)
	assert.Equal(t, 1, takes(t, tom, given(t, ida, false)).Clashes)
}

// What is of another home or another trip, newer, damaged or forged is refused in a sentence, and changes nothing.
func TestWhatIsNoCompanions(t *testing.T) {
	home, id := atHome(t)
	file := take(t, home, id)
	ida, tom := opened(t, file), opened(t, file)
	higher(t, ida, gorge, 777)
	before := told(t, tom.App)
	whole := string(given(t, ida, false))
	changed := func(change func(c *pocket.Companion)) string {
		var c pocket.Companion
		require.NoError(t, json.Unmarshal([]byte(whole), &c))
		change(&c)
		return texts(t, c)
	}
	for name, text := range map[string]string{
		"another Apodemos": changed(func(c *pocket.Companion) { c.Home = "00000000-0000-4000-8000-000000000000" }),
		"another trip":     changed(func(c *pocket.Companion) { c.Trips = []string{"00000000-0000-4000-8000-000000000000"} }),
		"newer Apodemos":   changed(func(c *pocket.Companion) { c.Version = 9 }),
		"is not a UUID":    changed(func(c *pocket.Companion) { c.Events[0].UUID = "me" }),
		"stamp":            changed(func(c *pocket.Companion) { c.Events[0].Stamp = -1 }),
		"kind of record":   changed(func(c *pocket.Companion) { c.Events[0].Kind = "spoon" }),
		"cut short":        whole[:len(whole)/2],
		"not an offline":   `{"format": "something"}`,
	} {
		_, err := tom.TakeFrom(t.Context(), []byte(text))
		var why app.ErrPocket
		require.ErrorAs(t, err, &why, name)
		assert.Contains(t, why.Why, name)
		assert.Equal(t, before, told(t, tom.App), name)
	}
}

// A journal is short again once it is home: what was written over is no longer kept, what comes twice adds
// nothing, and an old copy is still understood.
func TestAJournalIsShortAtHome(t *testing.T) {
	home, id := atHome(t)
	file := take(t, home, id)
	s, old := opened(t, file), opened(t, file)
	higher(t, old, beach, 12)
	const changes = 2500
	for i := range changes {
		higher(t, s, gorge, float64(500+i%7))
	}
	c := s.Carried()
	require.Greater(t, len(c.Events), changes)
	bring(t, home, c, nil)
	events, err := home.Events(t.Context())
	require.NoError(t, err)
	assert.Less(t, len(events), len(c.Events)/3, "what was written over is gone")
	was := told(t, home)
	assert.Empty(t, bring(t, home, c, nil).Arrives, "what comes again adds nothing")
	assert.Equal(t, was, told(t, home))
	again, err := home.Events(t.Context())
	require.NoError(t, err)
	assert.Len(t, again, len(events))
	bring(t, home, old.Carried(), nil)
	assert.Contains(t, told(t, home), " 12\n", "a copy of before brings its own")
	assert.Contains(t, told(t, opened(t, take(t, home, id)).App), " 12\n")
	for _, e := range take(t, home, id).Events {
		assert.Nil(t, e.Known, "what home knows goes nowhere")
	}
}
