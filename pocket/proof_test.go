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

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/core/run"
	"apodemos/pocket"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// later settles a clash by a fixed rule, so that whoever brings what in whatever order comes
// to the same.
func later(out app.Bringing) map[string]journal.Side {
	choices := map[string]journal.Side{}
	for _, c := range out.Clashes {
		choices[c.ID] = journal.Side(c.Later)
	}
	return choices
}

func bringAll(t testing.TB, home app.App, c *app.Carried) app.Bringing {
	seen, err := home.Bring(t.Context(), c, nil, false, session(today))
	require.NoError(t, err)
	return bring(t, home, c, later(seen))
}

// homes are the same collection, so many times.
func homes(t testing.TB, n int) []app.App {
	first, _ := atHome(t)
	events := []app.App{first}
	for range n - 1 {
		h, _ := atHome(t)
		events = append(events, h)
	}
	return events
}

// Random edits at home and in two pockets, brought in either order, end in the same state in
// the store: the same altitudes, cups, ticks and deletions.
func TestAnyOrderIsTheSameInTheStore(t *testing.T) {
	trials, err := strconv.Atoi(cmp.Or(os.Getenv("APODEMOS_TRIALS"), "4"))
	require.NoError(t, err)
	for seed := range trials {
		t.Run(fmt.Sprint("seed ", seed), func(t *testing.T) { anyOrder(t, rand.New(rand.NewPCG(uint64(seed), 17))) })
	}
}

func anyOrder(t *testing.T, r *rand.Rand) {
	// Both homes are one: what one takes along, the other brings in.
	hs := homes(t, 2)
	seed := take(t, hs[0], 1)
	bringAll(t, hs[1], seed)
	pockets := []*pocket.Session{opened(t, seed), opened(t, seed)}
	names := []string{gorge, beach, "High plateau"}
	var did []string
	for range 4 + r.IntN(12) {
		k, name, what := r.IntN(2), names[r.IntN(len(names))], r.IntN(5)
		s := pockets[k]
		did = append(did, fmt.Sprint(k, " ", name, " ", what))
		st, err := s.Find(t.Context(), app.KindStop, stopOf(t, hs[0], name).UUID)
		require.NoError(t, err)
		switch {
		case what == 0 && !st.Deleted:
			higher(t, s, name, float64(1+r.IntN(4000)))
		case what == 1 && !st.Deleted:
			ask[struct{}](t, s, "DELETE", fmt.Sprintf("/stops/%d", st.ID), "", nil)
		case what == 2 && st.Deleted:
			ask[struct{}](t, s, "POST", fmt.Sprintf("/stops/%d/restore", st.ID), "", nil)
		case what == 3:
			ask[[]string](t, s, "PUT", "/trips/1/schedule/ticks", "", map[string]any{"lines": []string{[]string{"portion", "weigh"}[r.IntN(2)]}, "done": r.IntN(2) == 0})
		case what == 4:
			brews, err := s.Brews(t.Context(), 1)
			require.NoError(t, err)
			b := brews[r.IntN(len(brews))]
			ask[app.LogEntry](t, s, "POST", fmt.Sprintf("/brews/%d/log", b.ID), "", map[string]any{"brewed_at": "2026-09-11T06:40:00Z", "mark": 1 + r.IntN(10)})
		}
	}
	a, b := pockets[0].Carried(), pockets[1].Carried()
	bringAll(t, hs[0], a)
	bringAll(t, hs[0], b)
	bringAll(t, hs[1], b)
	bringAll(t, hs[1], a)
	bringAll(t, hs[0], a) // and once more
	assert.Equal(t, told(t, hs[0]), told(t, hs[1]), "%v", did)
}

// told is what a collection holds of the first trip, by identities.
func told(t testing.TB, a app.App) string {
	ctx := t.Context()
	var out strings.Builder
	stops, err := a.Stops(ctx, 1)
	require.NoError(t, err)
	for _, st := range stops {
		fmt.Fprintln(&out, st.UUID, st.Name, st.Day, *st.Conditions.Place.AltitudeM)
	}
	brews, err := a.Brews(ctx, 1)
	require.NoError(t, err)
	for _, b := range brews {
		fmt.Fprintln(&out, b.UUID, texts(t, b.Request), b.Tastings)
	}
	ticks, err := a.Done(ctx, 1, app.ScheduleList)
	require.NoError(t, err)
	fmt.Fprintln(&out, ticks)
	log, err := a.Log(ctx, 1)
	require.NoError(t, err)
	marks := map[string]string{}
	for _, l := range log {
		marks[l.UUID] = texts(t, l.Noted)
	}
	fmt.Fprintln(&out, texts(t, marks))
	return out.String()
}

// Ten days with two brews a day, each with its run, and what one changes and ticks besides,
// are a journal of less than 300 kB.
func TestAJournalIsSmall(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	brews, err := s.Brews(t.Context(), 1)
	require.NoError(t, err)
	made := 0
	for i := 0; made < 20; i++ {
		b := brews[i%len(brews)]
		p, err := s.Plan(t.Context(), b.PlanID)
		require.NoError(t, err)
		sim, err := app.Simulate(app.SimulateIn{Request: p.Request, Seed: uint64(i + 1), Drawn: true})
		if err != nil {
			continue // what no virtual brewer makes
		}
		made++
		f, err := app.Follow(run.FollowIn{Request: p.Request, Events: sim.Events})
		require.NoError(t, err)
		ask[app.Run](t, s, "PUT", fmt.Sprintf("/brews/%d/run", b.ID), "", map[string]any{"plan_id": b.PlanID, "zero_ms": 1, "record": f.Record, "step": 0, "done": []any{}, "finished": true, "paused_ms": 0})
		ask[app.LogEntry](t, s, "POST", fmt.Sprintf("/brews/%d/log", b.ID), "", map[string]any{"brewed_at": fmt.Sprintf("2026-09-%02dT06:40:00Z", made/2+5), "sour_bitter": -1, "mark": 7, "words": "a little thin, as the air up here"})
		higher(t, s, gorge, float64(620+i))
		for k := range 5 {
			ask[[]string](t, s, "PUT", "/trips/1/schedule/ticks", "", map[string]any{"lines": []string{fmt.Sprint("task", i, k)}, "done": true})
		}
	}
	c := s.Carried()
	b, err := json.Marshal(c.Events[c.Base:])
	require.NoError(t, err)
	log, err := s.Log(t.Context(), 1)
	require.NoError(t, err)
	t.Logf("%d events, %d kB; %d cups", len(c.Events)-c.Base, len(b)/1000, len(log))
	assert.Less(t, len(b), 300_000)
}

// A clock that was wrong is said, and nothing is decided by it.
func TestClocksThatAreWrong(t *testing.T) {
	for says, now := range map[string]time.Time{"fast. Its cups": today.Add(50 * time.Hour), "slow. Its cups": today.Add(-5 * time.Hour)} {
		t.Run(says, func(t *testing.T) {
			home, id := atHome(t)
			c := take(t, home, id)
			w := session(now)
			s, err := pocket.Open(t.Context(), c, nil, pocket.Options{ID: w.ID, NewID: w.NewID, Now: w.Now})
			require.NoError(t, err)
			higher(t, s, gorge, 700)
			higherAtHome(t, home, beach, 5)
			out := bring(t, home, s.Carried(), nil)
			require.Len(t, out.Said, 1)
			assert.Contains(t, out.Said[0], says)
			assert.InDelta(t, 700, altitude(t, home, gorge), 0)
		})
	}
}

// What was damaged on the way is known by the sum.
func TestADamagedPocket(t *testing.T) {
	home, id := atHome(t)
	c := take(t, home, id)
	for i, e := range c.Events {
		if string(e.Set["name"]) == `"River gorge"` {
			c.Events[i].Set["name"] = json.RawMessage(`"River gorgi"`)
		}
	}
	_, err := home.Bring(t.Context(), c, nil, true, session(today))
	require.ErrorContains(t, err, "This file is damaged")
	_, err = pocket.Open(t.Context(), c, nil, pocket.Options{})
	require.ErrorContains(t, err, "This file is damaged")
}

// What has changed since it was read is not written over.
func TestPutKnowsARevision(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		_, stop, _ := aTrip(t, a)
		st, err := a.Stop(t.Context(), stop)
		require.NoError(t, err)
		tr, err := a.Trip(t.Context(), st.TripID)
		require.NoError(t, err)
		rec := app.Record{Key: key(app.KindStop, st.UUID), Was: st.Revision, Value: &app.StopRecord{Trip: tr.UUID, StopIn: app.StopIn{Spot: app.Spot{Name: "Other", TimeZone: "UTC"}, Position: 1, Day: 1}}}
		require.NoError(t, a.KeepRecords(t.Context(), []app.Record{rec}, nil))
		require.ErrorIs(t, a.KeepRecords(t.Context(), []app.Record{rec}, nil), app.ErrConflict)
	})
}

// changed is a home, its trip, and the pocket in which its gorge was put higher.
func changed(t testing.TB) (app.App, int64, *app.Carried) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	higher(t, s, gorge, 700)
	return home, id, s.Carried()
}

// Whatever a file holds, it is brought in or refused in a sentence, and what is refused
// changes nothing.
func TestHostilePockets(t *testing.T) {
	home, _, whole := changed(t)
	before := told(t, home)
	long := strings.Repeat("x", 5000)
	for name, spoil := range map[string]func(c *app.Carried){
		"a name with a control character": func(c *app.Carried) { c.Events[len(c.Events)-1].Set["name"] = json.RawMessage(`"a\u0007b"`) },
		"a name without end":              func(c *app.Carried) { c.Events[len(c.Events)-1].Set["name"] = json.RawMessage(`"` + long + `"`) },
		"no such kind":                    func(c *app.Carried) { c.Events[0].Kind = "user" },
		"no identity":                     func(c *app.Carried) { c.Events[0].UUID = "../../etc/passwd" },
		"an event twice":                  func(c *app.Carried) { c.Events = append(c.Events, c.Events[0]) },
		"more at first than there is":     func(c *app.Carried) { c.Base = len(c.Events) + 1 },
		"another format":                  func(c *app.Carried) { c.Format = "x" },
		"a stamp below nought":            func(c *app.Carried) { c.Events[0].Stamp = -1 },
		"a stop of no trip": func(c *app.Carried) {
			e := c.Events[len(c.Events)-1]
			e.ID, e.UUID = "evil.1", "11111111-1111-4111-8111-111111111111"
			e.Set = journal.Fields{"trip": json.RawMessage(`"22222222-2222-4222-8222-222222222222"`), "name": json.RawMessage(`"X"`), "position": json.RawMessage("1"), "day": json.RawMessage("1"), "km": json.RawMessage("0"), "time_zone": json.RawMessage(`"UTC"`), "conditions/place/altitude_m": json.RawMessage("1")}
			e.Over, e.Live = nil, nil
			c.Events = append(c.Events, e)
		},
		"a plan that is no plan": func(c *app.Carried) {
			e := c.Events[len(c.Events)-1]
			e.ID, e.Kind, e.UUID = "evil.2", app.KindPlan, "11111111-1111-4111-8111-111111111112"
			e.Set = journal.Fields{"brew": json.RawMessage(`"x"`), "core_version": json.RawMessage(`"9.9"`), "content": json.RawMessage(`"AAAA"`)}
			e.Over, e.Live = nil, nil
			c.Events = append(c.Events, e)
		},
	} {
		t.Run(name, func(t *testing.T) {
			b, err := json.Marshal(whole)
			require.NoError(t, err)
			var bad app.Carried
			require.NoError(t, json.Unmarshal(b, &bad))
			spoil(&bad)
			bad.Sum = app.SumOf(bad.Events)
			_, err = home.Bring(t.Context(), &bad, nil, true, session(today))
			if err == nil { // taken in without what was wrong with it
				assert.NotContains(t, told(t, home), long)
				assert.NotContains(t, told(t, home), "\u0007")
				return
			}
			assert.NotContains(t, err.Error(), "goroutine")
			assert.Equal(t, before, told(t, home))
		})
	}
}

// A pocket that another program wrote says that a trip begins on a day that there is not:
// what else it brings comes home, and the trip begins when it did.
func TestATripThatBeginsOnNoDay(t *testing.T) {
	home, id, whole := changed(t)
	e := whole.Events[len(whole.Events)-1]
	e.ID, e.Kind, e.UUID = "other.1", app.KindTrip, whole.Pocket.Trips[0]
	e.Set, e.Over, e.Live = journal.Fields{"starts_on": json.RawMessage(`"2026-13-41"`)}, nil, nil
	whole.Events = append(whole.Events, e)
	whole.Sum = app.SumOf(whole.Events)
	out, err := home.Bring(t.Context(), whole, nil, false, session(today))
	require.NoError(t, err)
	assert.Contains(t, strings.Join(out.Said, "\n"), `starts_on: "2026-13-41" is not a date`)
	out, err = home.Bring(t.Context(), whole, later(out), true, session(today))
	require.NoError(t, err)
	assert.True(t, out.Kept)
	trip, err := home.Trip(t.Context(), id)
	require.NoError(t, err)
	assert.Equal(t, "2026-09-05", trip.StartsOn)
	assert.InDelta(t, 700, altitude(t, home, gorge), 1e-9)
}
