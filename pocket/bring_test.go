package pocket_test

import (
	"context"
	"encoding/json"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/demo"
	"apodemos/pocket"
	"apodemos/store"
)

var sessions int

// session is one that nobody else has.
func session(now time.Time) app.Session {
	sessions++
	return app.Session{ID: fmt.Sprintf("s%d", sessions), NewID: uuid.NewString, Now: func() time.Time { return now }}
}

var today = time.Date(2026, 9, 12, 8, 0, 0, 0, time.UTC)

// atHome is the demo's collection, with its first trip.
func atHome(t testing.TB) (app.App, int64) {
	dir := t.TempDir()
	_, err := demo.Ready(t.Context(), dir, false)
	require.NoError(t, err)
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	a := app.New(s)
	trips, err := a.Trips(t.Context())
	require.NoError(t, err)
	return a, trips[len(trips)-1].ID
}

func take(t testing.TB, home app.App, id int64) *app.Carried {
	c, err := home.TakeAlong(t.Context(), []int64{id}, session(today))
	require.NoError(t, err)
	return c
}

func opened(t testing.TB, c *app.Carried, kept ...journal.Edit) *pocket.Session {
	now := session(today)
	s, err := pocket.Open(t.Context(), c, kept, pocket.Options{ID: now.ID, NewID: now.NewID, Now: now.Now})
	require.NoError(t, err)
	require.Empty(t, s.Said)
	return s
}

func bring(t testing.TB, home app.App, c *app.Carried, choices map[string]journal.Side) app.Bringing {
	out, err := home.Bring(t.Context(), c, choices, true, session(today))
	require.NoError(t, err)
	return out
}

// ask asks a pocket as the interface does.
func ask[T any](t testing.TB, s *pocket.Session, method, path, ifMatch string, body any) T {
	var raw json.RawMessage
	if body != nil {
		var err error
		raw, err = json.Marshal(body)
		require.NoError(t, err)
	}
	got := s.Answer(context.Background(), pocket.Asked{Method: method, Path: path, IfMatch: ifMatch, Body: raw})
	b, err := json.Marshal(got.Body)
	require.NoError(t, err)
	require.Less(t, got.Status, 300, "%s %s: %s", method, path, b)
	var out T
	if got.Status != 204 {
		require.NoError(t, json.Unmarshal(b, &out))
	}
	return out
}

func TestAPocketIsAsHome(t *testing.T) {
	home, id := atHome(t)
	c := take(t, home, id)
	b, err := json.Marshal(c)
	require.NoError(t, err)
	t.Logf("carried: %d events, %d kB", len(c.Events), len(b)/1000)
	s := opened(t, c)
	trips, err := s.Trips(t.Context())
	require.NoError(t, err)
	require.Len(t, trips, 1)
	want, err := home.TripPlan(t.Context(), id, true, nil)
	require.NoError(t, err)
	got, err := s.TripPlan(t.Context(), trips[0].ID, true, nil)
	require.NoError(t, err)
	assert.Equal(t, texts(t, want), texts(t, got))
	hb, err := home.Brews(t.Context(), id)
	require.NoError(t, err)
	pb, err := s.Brews(t.Context(), trips[0].ID)
	require.NoError(t, err)
	require.Len(t, pb, len(hb))
	for i := range hb {
		w, err := home.BrewOut(t.Context(), hb[i])
		require.NoError(t, err)
		g, err := s.BrewOut(t.Context(), pb[i])
		require.NoError(t, err)
		assert.Equal(t, texts(t, w.Stored.Plan), texts(t, g.Stored.Plan), hb[i].Name)
		assert.Equal(t, w.Request, g.Request)
		assert.Equal(t, w.Stale, g.Stale)
		wa, err := home.Advise(t.Context(), hb[i].ID, app.AdviceIn{})
		require.NoError(t, err)
		ga, err := s.Advise(t.Context(), pb[i].ID, app.AdviceIn{})
		require.NoError(t, err)
		assert.Equal(t, wa.Advice, ga.Advice)
	}
	wl, err := home.Log(t.Context(), id)
	require.NoError(t, err)
	gl, err := s.Log(t.Context(), trips[0].ID)
	require.NoError(t, err)
	require.Len(t, gl, len(wl))
	for i := range wl {
		assert.Equal(t, wl[i].UUID, gl[i].UUID)
		assert.Equal(t, wl[i].Noted, gl[i].Noted)
		assert.Equal(t, wl[i].Small, gl[i].Small)
	}
}

func texts(t testing.TB, v any) string {
	b, err := json.Marshal(v)
	require.NoError(t, err)
	return string(b)
}

// stopOf is a stop of the demo's trip by its name.
func stopOf(t testing.TB, a app.App, name string) app.Stop {
	trips, err := a.Trips(t.Context())
	require.NoError(t, err)
	for _, tr := range trips {
		stops, err := a.Stops(t.Context(), tr.ID)
		require.NoError(t, err)
		for _, st := range stops {
			if st.Name == name {
				return st
			}
		}
	}
	t.Fatalf("no stop %q", name)
	return app.Stop{}
}

func higher(t testing.TB, s *pocket.Session, name string, m float64) {
	st := stopOf(t, s.App, name)
	ask[app.StopOut](t, s, "PATCH", fmt.Sprintf("/stops/%d", st.ID), fmt.Sprintf(`"%d"`, st.Revision), map[string]any{"conditions": map[string]any{"place": map[string]any{"altitude_m": m}}})
}

func higherAtHome(t testing.TB, home app.App, name string, m float64) {
	st := stopOf(t, home, name)
	st.Conditions.Place.AltitudeM = &m
	require.NoError(t, home.SetStop(t.Context(), st))
}

func altitude(t testing.TB, a app.App, name string) float64 {
	return *stopOf(t, a, name).Conditions.Place.AltitudeM
}

const gorge, beach = "River gorge", "Windy beach"

func TestWhatWasDoneComesHome(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	ctx := t.Context()
	before, err := home.Log(ctx, id)
	require.NoError(t, err)

	higher(t, s, gorge, 700)
	brews, err := s.Brews(ctx, 1)
	require.NoError(t, err)
	b := brews[3]
	ask[app.Run](t, s, "PUT", fmt.Sprintf("/brews/%d/run", b.ID), "", map[string]any{"plan_id": b.PlanID, "zero_ms": 1, "step": 0, "done": []any{}, "finished": false, "paused_ms": 0})
	l := ask[app.LogEntry](t, s, "POST", fmt.Sprintf("/brews/%d/log", b.ID), "", map[string]any{"brewed_at": "2026-09-11T06:40:00Z", "sour_bitter": -1, "words": "thin"})
	ask[[]string](t, s, "PUT", "/trips/1/schedule/ticks", "", map[string]any{"lines": []string{"portion"}, "done": true})
	place := ask[app.StopOut](t, s, "POST", "/places", "", map[string]any{"name": "Col", "conditions": map[string]any{"place": map[string]any{"altitude_m": 2300}}})
	made := ask[app.BrewOut](t, s, "POST", fmt.Sprintf("/stops/%d/brews", place.ID), "", map[string]any{"at": "10:00", "request": map[string]any{"method": "press-pot", "place": map[string]any{"altitude_m": 2300}}})
	ask[app.LogEntry](t, s, "POST", fmt.Sprintf("/brews/%d/log", made.ID), "", map[string]any{"brewed_at": "2026-09-11T10:10:00Z", "mark": 8})
	item := ask[[]map[string]any](t, s, "GET", "/gear", "", nil)[0]
	ask[map[string]any](t, s, "PATCH", fmt.Sprintf("/gear/%v", item["id"]), fmt.Sprintf(`"%v"`, item["revision"]), map[string]any{"mass_g": 77})

	c := s.Carried()
	seen, err := home.Bring(ctx, c, nil, false, session(today))
	require.NoError(t, err)
	assert.Empty(t, seen.Clashes)
	assert.Empty(t, seen.Said)
	assert.False(t, seen.Kept)
	assert.InDelta(t, 620, altitude(t, home, gorge), 0, "a look changes nothing")
	what := map[string]string{}
	for _, a := range seen.Arrives {
		what[a.Kind+" "+a.Name] = a.What
	}
	assert.Equal(t, "changed", what["stop "+gorge])
	assert.Equal(t, "new", what["stop Col"])

	out := bring(t, home, c, nil)
	assert.True(t, out.Kept)
	assert.Equal(t, seen.Arrives, out.Arrives)
	assert.InDelta(t, 700, altitude(t, home, gorge), 0)
	after, err := home.Log(ctx, id)
	require.NoError(t, err)
	require.Len(t, after, len(before)+1)
	var got app.LogEntry
	for _, e := range after {
		if e.UUID == l.UUID {
			got = e
		}
	}
	assert.Equal(t, l.Noted, got.Noted)
	wp, err := s.Plan(ctx, l.PlanID)
	require.NoError(t, err)
	gp, err := home.Plan(ctx, got.PlanID)
	require.NoError(t, err)
	assert.Equal(t, wp.UUID, gp.UUID)
	wp.Plan.Working, gp.Plan.Working = nil, nil
	assert.Equal(t, texts(t, wp.Plan), texts(t, gp.Plan), "as it was told")
	ticks, err := home.Done(ctx, id, app.ScheduleList)
	require.NoError(t, err)
	assert.Contains(t, ticks, "portion")
	places, err := home.Places(ctx)
	require.NoError(t, err)
	assert.Equal(t, "Col", places.Stops[0].Name)
	all, err := home.Log(ctx, app.AllTrips)
	require.NoError(t, err)
	shelf, err := home.Gear(ctx)
	require.NoError(t, err)
	assert.InDelta(t, 77, shelf[0].MassG, 0)

	// Twice doubles nothing.
	again := bring(t, home, c, nil)
	assert.Empty(t, again.Arrives)
	twice, err := home.Log(ctx, app.AllTrips)
	require.NoError(t, err)
	assert.Len(t, twice, len(all))
	// And what is done there after that comes, too.
	ask[struct{}](t, s, "DELETE", fmt.Sprintf("/log/%d", l.ID), "", nil)
	third := bring(t, home, s.Carried(), nil)
	require.Len(t, third.Arrives, 1)
	assert.Equal(t, "deleted", third.Arrives[0].What)
	ask[struct{}](t, s, "POST", fmt.Sprintf("/log/%d/restore", l.ID), "", nil)
	fourth := bring(t, home, s.Carried(), nil)
	require.Len(t, fourth.Arrives, 1)
	assert.Equal(t, "restored", fourth.Arrives[0].What, "undo works there, too")
}

func TestChangedOnBothSides(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	ctx := t.Context()
	higher(t, s, gorge, 700)
	higher(t, s, beach, 12)
	higherAtHome(t, home, gorge, 650)

	seen, err := home.Bring(ctx, s.Carried(), nil, false, session(today))
	require.NoError(t, err)
	require.Len(t, seen.Clashes, 1)
	cl := seen.Clashes[0]
	assert.Equal(t, gorge, cl.Name)
	assert.Equal(t, "Altitude", cl.Field)
	require.Len(t, cl.Lines, 1)
	assert.Equal(t, app.ClashLine{Label: "Altitude", Unit: "m", Here: 650.0, There: 700.0}, cl.Lines[0])
	_, err = home.Bring(ctx, s.Carried(), nil, true, session(today))
	require.ErrorIs(t, err, app.ErrOpen)
	assert.InDelta(t, 4, altitude(t, home, beach), 0, "nothing is kept before all is chosen")

	out := bring(t, home, s.Carried(), map[string]journal.Side{cl.ID: journal.There})
	assert.Equal(t, "there", out.Clashes[0].Chosen)
	assert.InDelta(t, 700, altitude(t, home, gorge), 0)
	assert.InDelta(t, 12, altitude(t, home, beach), 0)
	assert.Empty(t, bring(t, home, s.Carried(), nil).Clashes, "what was chosen is not asked again")
	// A choice is of what stood against what, and of nothing that came meanwhile.
	higher(t, s, gorge, 710)
	higherAtHome(t, home, gorge, 660)
	_, err = home.Bring(ctx, s.Carried(), map[string]journal.Side{cl.ID: journal.There}, true, session(today))
	require.ErrorIs(t, err, app.ErrOpen)
}

// A pocket that says it has seen what was changed at home after it was taken is not believed:
// its value clashes with that of home, and does not take its place.
func TestAPocketKnowsWhatIsInIt(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	higher(t, s, gorge, 700)
	higherAtHome(t, home, gorge, 650)
	take(t, home, id) // its journal has the change now
	events, err := home.Events(t.Context())
	require.NoError(t, err)
	there := events[len(events)-1]
	c := s.Carried()
	last := &c.Events[len(c.Events)-1]
	for f := range last.Over {
		if _, same := there.Set[f]; same {
			last.Over[f] = []string{there.ID}
		}
	}
	last.Stamp = there.Stamp + 1
	c.Sum = app.SumOf(c.Events)
	seen, err := home.Bring(t.Context(), c, nil, false, session(today))
	require.NoError(t, err)
	require.Len(t, seen.Clashes, 1)
	assert.Equal(t, app.ClashLine{Label: "Altitude", Unit: "m", Here: 650.0, There: 700.0}, seen.Clashes[0].Lines[0])
}

// Two phones take a trip offline at the same moment, before anything of it is in the journal: what each
// changes comes home without a clash.
func TestTwoTakeItAtOnce(t *testing.T) {
	for range 8 {
		home, id := atHome(t)
		taken := make([]*app.Carried, 2)
		begin := make(chan struct{})
		var wg sync.WaitGroup
		for i := range taken {
			wg.Go(func() {
				<-begin
				var err error
				taken[i], err = home.TakeAlong(t.Context(), []int64{id}, session(today))
				assert.NoError(t, err)
			})
		}
		close(begin)
		wg.Wait()
		for i, stop := range []string{gorge, beach} {
			s := opened(t, taken[i])
			higher(t, s, stop, 700)
			assert.Empty(t, bring(t, home, s.Carried(), nil).Clashes)
			assert.InDelta(t, 700, altitude(t, home, stop), 0)
		}
	}
}

func TestATripDeletedAtHomeMeanwhile(t *testing.T) {
	for _, keep := range []bool{true, false} {
		t.Run(fmt.Sprint("had back ", keep), func(t *testing.T) {
			home, id := atHome(t)
			s := opened(t, take(t, home, id))
			ctx := t.Context()
			l := ask[app.LogEntry](t, s, "POST", "/brews/4/log", "", map[string]any{"brewed_at": "2026-09-11T06:40:00Z", "mark": 9})
			require.NoError(t, home.Delete(ctx, app.KindTrip, id))
			seen, err := home.Bring(ctx, s.Carried(), nil, false, session(today))
			require.NoError(t, err)
			require.Len(t, seen.Clashes, 1)
			assert.Equal(t, "deleted", seen.Clashes[0].Lines[0].Here)
			side := journal.Here
			if keep {
				side = journal.There
			}
			bring(t, home, s.Carried(), map[string]journal.Side{seen.Clashes[0].ID: side})
			_, err = home.Trip(ctx, id)
			if keep {
				require.NoError(t, err)
			} else {
				require.ErrorIs(t, err, app.ErrNotFound)
				require.NoError(t, home.Restore(ctx, app.KindTrip, id))
			}
			log, err := home.Log(ctx, id)
			require.NoError(t, err)
			found := false
			for _, e := range log {
				found = found || e.UUID == l.UUID
			}
			assert.True(t, found, "the cup is there when the trip is")
		})
	}
}

// A brew that was changed in parts on both sides is planned anew with both.
func TestABrewOfTwoHands(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	ctx := t.Context()
	hb, err := home.Brews(ctx, id)
	require.NoError(t, err)
	pb, err := s.Brews(ctx, 1)
	require.NoError(t, err)
	at := 4
	ask[app.BrewOut](t, s, "PATCH", fmt.Sprintf("/brews/%d", pb[at].ID), fmt.Sprintf(`"%d"`, pb[at].Revision), map[string]any{"request": map[string]any{"place": map[string]any{"altitude_m": 2500}}})
	r := hb[at].Request
	r.CupMl = ptr(180.0)
	_, err = home.ChangeBrew(ctx, hb[at], hb[at].Revision, app.BrewIn{Name: hb[at].Name, At: hb[at].At, Request: r})
	require.NoError(t, err)
	out := bring(t, home, s.Carried(), nil)
	assert.Empty(t, out.Clashes)
	b, err := home.Brew(ctx, hb[at].ID)
	require.NoError(t, err)
	assert.InDelta(t, 2500, *b.Request.Place.AltitudeM, 0)
	assert.InDelta(t, 180, *b.Request.CupMl, 0)
	whole, err := home.BrewOut(ctx, b)
	require.NoError(t, err)
	assert.False(t, whole.Stale, "and its plan is of just that")
	assert.InDelta(t, 180, *whole.Stored.Request.CupMl, 0)
}

// Where water is from and whether it is safe hold together: the spring of one side is never
// made safe by the tap of the other.
func TestWaterIsOfOneSide(t *testing.T) {
	home, id := atHome(t)
	const at = "Village guest house" // tap water
	st := stopOf(t, home, at)
	st.Conditions.Water.Treatment = ptr("doubtful")
	require.NoError(t, home.SetStop(t.Context(), st))
	s := opened(t, take(t, home, id))
	there := stopOf(t, s.App, at)
	ask[app.StopOut](t, s, "PATCH", fmt.Sprintf("/stops/%d", there.ID), fmt.Sprintf(`"%d"`, there.Revision), map[string]any{"conditions": map[string]any{"water": map[string]any{"treatment": "safe"}}})
	st = stopOf(t, home, at)
	st.Conditions.Water.Source = ptr("stream")
	require.NoError(t, home.SetStop(t.Context(), st))
	seen, err := home.Bring(t.Context(), s.Carried(), nil, false, session(today))
	require.NoError(t, err)
	require.Len(t, seen.Clashes, 1)
	cl := seen.Clashes[0]
	assert.Equal(t, "water", cl.Field)
	require.Len(t, cl.Lines, 2, "side by side, each with its source and its treatment")
	bring(t, home, s.Carried(), map[string]journal.Side{cl.ID: journal.Here})
	w := stopOf(t, home, at).Conditions.Water
	assert.Equal(t, "stream", *w.Source)
	assert.Equal(t, "doubtful", *w.Treatment)
}

// What is left in a bag and when it was weighed are one.
func TestAWeighingIsOne(t *testing.T) {
	home, id := atHome(t)
	s := opened(t, take(t, home, id))
	ctx := t.Context()
	list, err := home.Coffees(ctx, false)
	require.NoError(t, err)
	c := list[0]
	in := c.CoffeeSet
	in.Grams, in.Since = ptr(180.0), "2026-09-10T07:00:00Z"
	require.NoError(t, home.SetCoffee(ctx, c.ID, c.Revision, in))
	there, err := s.CoffeeOf(ctx, c.UUID)
	require.NoError(t, err)
	ask[app.CoffeeOut](t, s, "PATCH", fmt.Sprintf("/coffees/%d", there.ID), fmt.Sprintf(`"%d"`, there.Revision), map[string]any{"grams": 150, "since": "2026-09-11T07:00:00Z"})
	seen, err := home.Bring(ctx, s.Carried(), nil, false, session(today))
	require.NoError(t, err)
	require.Len(t, seen.Clashes, 1)
	bring(t, home, s.Carried(), map[string]journal.Side{seen.Clashes[0].ID: journal.There})
	now, err := home.Coffee(ctx, c.ID)
	require.NoError(t, err)
	assert.InDelta(t, 150, *now.Grams, 0)
	assert.Equal(t, "2026-09-11T07:00:00Z", now.Since)
}

// A brew that is being made comes home; one that has ended there since is not begun again.
func TestABrewBeingMadeComesHome(t *testing.T) {
	home, id := atHome(t)
	ctx := t.Context()
	s := opened(t, take(t, home, id))
	brews, err := s.Brews(ctx, 1)
	require.NoError(t, err)
	b := brews[3]
	begin := func(at time.Time) *app.Carried {
		ask[app.Run](t, s, "PUT", fmt.Sprintf("/brews/%d/run", b.ID), "", map[string]any{"plan_id": b.PlanID, "zero_ms": at.UnixMilli(), "step": 0, "done": []any{}, "finished": false, "paused_ms": 0})
		return s.Carried()
	}
	row, err := home.Find(ctx, app.KindBrew, b.UUID)
	require.NoError(t, err)
	bring(t, home, begin(today.Add(-48*time.Hour)), nil)
	_, err = home.Run(ctx, row.ID)
	require.ErrorIs(t, err, app.ErrNotFound, "begun the day before yesterday")
	c := begin(today.Add(-10 * time.Minute))
	bring(t, home, c, nil)
	r, err := home.Run(ctx, row.ID)
	require.NoError(t, err)
	assert.Equal(t, today.Add(-10*time.Minute).UnixMilli(), r.ZeroMs)
	_, err = home.WriteLog(ctx, app.LogEntry{BrewID: row.ID, BrewedAt: today.Format(time.RFC3339)})
	require.NoError(t, err)
	bring(t, home, c, nil)
	_, err = home.Run(ctx, row.ID)
	require.ErrorIs(t, err, app.ErrNotFound, "written down since")
}

// Several trips go into one pocket, and come home from it.
func TestSeveralTrips(t *testing.T) {
	home, id := atHome(t)
	ctx := t.Context()
	second, err := home.Duplicate(ctx, id)
	require.NoError(t, err)
	c, err := home.TakeAlong(ctx, []int64{second.ID, id, id}, session(today))
	require.NoError(t, err)
	assert.Len(t, c.Pocket.Trips, 2)
	assert.Contains(t, c.Pocket.Name, ", and 1 more")
	s := opened(t, c)
	trips, err := s.Trips(ctx)
	require.NoError(t, err)
	require.Len(t, trips, 2)
	stops, err := s.Stops(ctx, trips[0].ID)
	require.NoError(t, err)
	ask[app.StopOut](t, s, "PATCH", fmt.Sprintf("/stops/%d", stops[2].ID), fmt.Sprintf(`"%d"`, stops[2].Revision), map[string]any{"note": "snow"})
	bring(t, home, s.Carried(), nil)
	there, err := home.Stops(ctx, second.ID)
	require.NoError(t, err)
	assert.Equal(t, "snow", there[2].Note)
	_, err = home.TakeAlong(ctx, nil, session(today))
	require.ErrorContains(t, err, "Choose 1 to 20")
}

// Two copies of one pocket, used side by side, come home both.
func TestTwoCopiesOfOnePocket(t *testing.T) {
	home, id := atHome(t)
	c := take(t, home, id)
	a, b := opened(t, c), opened(t, c)
	higher(t, a, gorge, 700)
	higher(t, b, beach, 20)
	require.NoError(t, a.TakeIn(t.Context(), b.Carried().Events))
	assert.InDelta(t, 20, altitude(t, a.App, beach), 0)
	higher(t, b, gorge, 710)
	bring(t, home, a.Carried(), nil)
	seen, err := home.Bring(t.Context(), b.Carried(), nil, false, session(today))
	require.NoError(t, err)
	require.Len(t, seen.Clashes, 1)
	assert.Equal(t, 710.0, seen.Clashes[0].Lines[0].There)
}

// What was kept elsewhere than in the file is there when it is opened again, under the same
// numbers.
func TestOpenedAgainItIsAsItWas(t *testing.T) {
	home, id := atHome(t)
	c := take(t, home, id)
	s := opened(t, c)
	higher(t, s, gorge, 700)
	ask[app.StopOut](t, s, "POST", "/places", "", map[string]any{"name": "Col", "conditions": map[string]any{"place": map[string]any{"altitude_m": 2300}}})
	ask[app.LogEntry](t, s, "POST", "/brews/4/log", "", map[string]any{"brewed_at": "2026-09-11T06:40:00Z", "mark": 9})
	now := s.Carried()
	for _, again := range []*pocket.Session{opened(t, c, now.Events[now.Base:]...), opened(t, now)} {
		want, err := everything(t.Context(), s.App)
		require.NoError(t, err)
		got, err := everything(t.Context(), again.App)
		require.NoError(t, err)
		assert.Equal(t, unrevised(texts(t, want)), unrevised(texts(t, got)))
	}
}
