package pocket_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/pocket"
	"apodemos/store"
)

func ptr[T any](v T) *T { return &v }

// counted gives identities that count up, the same in every store.
func counted() func() string {
	n := 0
	return func() string { n++; return fmt.Sprintf("00000000-0000-4000-8000-%012x", n) }
}

func inMemory() app.App {
	return app.New(pocket.New("00000000-0000-4000-9000-000000000000", counted(), time.Now))
}

func inSQLite(t testing.TB) app.App {
	s, err := store.Open(context.Background(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	s.Identities(counted())
	return app.New(s)
}

// both are the two stores that the use cases run over.
func both(t *testing.T, check func(t *testing.T, a app.App)) {
	t.Run("memory", func(t *testing.T) { check(t, inMemory()) })
	t.Run("sqlite", func(t *testing.T) { check(t, inSQLite(t)) })
}

func hut() conditions.Conditions {
	return conditions.Conditions{Place: conditions.Place{AltitudeM: ptr(2300.0), AirC: ptr(4.0)}, Water: conditions.Water{Source: ptr("stream"), Treatment: ptr("doubtful")}}
}

func aTrip(t testing.TB, a app.App) (tripID, stop int64, b app.BrewOut) {
	ctx := t.Context()
	tripID, err := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Ice", People: 2, StartsOn: "2026-09-05"}})
	require.NoError(t, err)
	stop, err = a.InsertStop(ctx, app.Stop{TripID: tripID, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC", Facts: trip.Facts{Nights: ptr(3)}}, Position: 1, Day: 1, Conditions: hut()}})
	require.NoError(t, err)
	b, err = a.KeepBrew(ctx, stop, app.BrewIn{Name: "Early", At: "06:30", Request: brew.Request{Conditions: hut(), Method: "cone", Drinkers: ptr(2.0)}})
	require.NoError(t, err)
	return tripID, stop, b
}

func TestAStoreKeeps(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		tripID, stop, b := aTrip(t, a)

		t.Run("a day that there is not", func(t *testing.T) {
			for _, day := range []string{"2026-13-41", "2026-02-30", "0026-09-05", "9999-12-31", "soon"} {
				_, err := a.MakeTrip(ctx, app.TripIn{Name: "x", People: 2, StartsOn: day})
				assert.ErrorContains(t, err, "starts_on", day)
				_, err = a.ChangeTrip(ctx, tripID, func(in app.TripIn) (app.TripIn, int64, error) { in.StartsOn = day; return in, 1, nil })
				assert.ErrorContains(t, err, "starts_on", day)
			}
			list, err := a.Trips(ctx)
			require.NoError(t, err)
			assert.Len(t, list, 1, "none was kept")
		})
		t.Run("what is not there", func(t *testing.T) {
			for name, err := range map[string]error{
				"trip": second(a.Trip(ctx, 99)), "stop": second(a.Stop(ctx, 99)), "brew": second(a.Brew(ctx, 99)), "plan": second(a.Plan(ctx, 99)), "run": second(a.Run(ctx, 99)),
				"entry": second(a.LogEntry(ctx, 99)), "coffee": second(a.Coffee(ctx, 99)), "recipe": second(a.OwnRecipe(ctx, 99)), "gear": second(a.GearItem(ctx, 99)), "blind": second(a.Blind(ctx, 99)),
				"delete": a.Delete(ctx, app.KindTrip, 99), "restore": a.Restore(ctx, app.KindStop, 99), "kit": second(a.TripKit(ctx, 99)), "ticks": second(a.Done(ctx, 99, app.ScheduleList)),
			} {
				assert.ErrorIs(t, err, app.ErrNotFound, name)
			}
		})
		t.Run("a change from an old revision", func(t *testing.T) {
			tr, err := a.Trip(ctx, tripID)
			require.NoError(t, err)
			require.NoError(t, a.SetTrip(ctx, tr))
			assert.ErrorIs(t, a.SetTrip(ctx, tr), app.ErrConflict)
			_, err = a.ChangeBrew(ctx, b.Brew, 99, app.BrewIn{Name: b.Name, At: b.At, Request: b.Request})
			assert.ErrorIs(t, err, app.ErrConflict)
			k, err := a.TripKit(ctx, tripID)
			require.NoError(t, err)
			require.NoError(t, a.SetTripKit(ctx, tripID, k))
			assert.ErrorIs(t, a.SetTripKit(ctx, tripID, k), app.ErrConflict)
		})
		t.Run("what is handed out is not what is kept", func(t *testing.T) {
			st, err := a.Stop(ctx, stop)
			require.NoError(t, err)
			*st.Conditions.Place.AltitudeM = 1
			again, err := a.Stop(ctx, stop)
			require.NoError(t, err)
			assert.InDelta(t, 2300, *again.Conditions.Place.AltitudeM, 0)
		})
		t.Run("a brew follows its stop where it has no wish of its own", func(t *testing.T) {
			st, err := a.Stop(ctx, stop)
			require.NoError(t, err)
			st.Conditions.Place.AltitudeM = ptr(3000.0)
			require.NoError(t, a.SetStop(ctx, st))
			now, err := a.Brew(ctx, b.ID)
			require.NoError(t, err)
			assert.InDelta(t, 3000, *now.Request.Place.AltitudeM, 0)
			out, err := a.BrewOut(ctx, now)
			require.NoError(t, err)
			assert.True(t, out.Stale)
			assert.InDelta(t, 2300, *out.Stored.Request.Place.AltitudeM, 0, "and its plan stays as it was told")
		})
		t.Run("a run, and the log that ends it", func(t *testing.T) {
			require.NoError(t, second(a.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, ZeroMs: 1})))
			assert.Error(t, second(a.SetRun(ctx, b.ID, app.Run{PlanID: 99})))
			now, err := a.Running(ctx)
			require.NoError(t, err)
			assert.Len(t, now, 1)
			l, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:40:00Z", Noted: app.Noted{Tasting: taste.Tasting{Mark: ptr(8.0)}}})
			require.NoError(t, err)
			assert.Equal(t, b.PlanID, l.PlanID)
			_, err = a.Run(ctx, b.ID)
			assert.ErrorIs(t, err, app.ErrNotFound)
			assert.NotEmpty(t, l.Small.Bars)
			p, err := a.Plan(ctx, l.PlanID)
			require.NoError(t, err)
			assert.NotEmpty(t, p.Plan.Working, "kept with its workings from then on")
		})
		t.Run("taken away and had back", func(t *testing.T) {
			require.NoError(t, a.Delete(ctx, app.KindStop, stop))
			_, err := a.Brew(ctx, b.ID)
			assert.ErrorIs(t, err, app.ErrNotFound)
			log, err := a.Log(ctx, tripID)
			require.NoError(t, err)
			require.Len(t, log, 1, "the cup stays, and says so")
			assert.True(t, log[0].Gone)
			require.NoError(t, a.Restore(ctx, app.KindStop, stop))
			log, err = a.Log(ctx, tripID)
			require.NoError(t, err)
			require.Len(t, log, 1)
			assert.False(t, log[0].Gone)
		})
		t.Run("found by identity", func(t *testing.T) {
			tr, err := a.Trip(ctx, tripID)
			require.NoError(t, err)
			row, err := a.Find(ctx, app.KindTrip, tr.UUID)
			require.NoError(t, err)
			assert.Equal(t, tripID, row.ID)
			assert.False(t, row.Deleted)
			_, err = a.Find(ctx, app.KindTrip, "none")
			assert.ErrorIs(t, err, app.ErrNotFound)
		})
	})
}

func second[T any](_ T, err error) error { return err }

// Whatever is done, both stores say the same: the same answers, the same refusals, and the
// same records in the end.
func TestBothStoresSayTheSame(t *testing.T) {
	rapid.Check(t, func(rt *rapid.T) {
		stores := []app.App{inMemory(), inSQLite(t)}
		ctx := context.Background()
		each := func(what string, do func(a app.App) (any, error)) {
			var said []string
			for _, a := range stores {
				out, err := do(a)
				text := "fine"
				switch bad, is := errors.AsType[brew.Problems](err); {
				case is:
					text = bad.Error()
				case errors.Is(err, app.ErrNotFound), errors.Is(err, app.ErrConflict):
					text = err.Error()
				case err != nil:
					text = "error"
				default:
					b, _ := json.Marshal(out)
					text = string(b)
				}
				said = append(said, timeless(text))
			}
			if said[0] != said[1] {
				from := 0 // where they part
				for from < min(len(said[0]), len(said[1])) && said[0][from] == said[1][from] {
					from++
				}
				part := func(s string) string { return s[max(0, from-200):min(len(s), from+200)] }
				rt.Fatalf("%s:\nmemory: …%s…\nsqlite: …%s…", what, part(said[0]), part(said[1]))
			}
		}
		id := func(name string) int64 { return rapid.Int64Range(1, 4).Draw(rt, name) }
		request := func() brew.Request {
			return brew.Request{Conditions: hut(), Method: rapid.SampledFrom([]string{"cone", "pot", "press-pot"}).Draw(rt, "method"), Drinkers: ptr(float64(rapid.IntRange(1, 2).Draw(rt, "people")))}
		}
		each("seed", func(a app.App) (any, error) { tr, _, b := aTripQuiet(a); return []any{tr, b}, nil })
		each("gear", func(a app.App) (any, error) { return a.AddGear(ctx, gear.Starter()[:3]) })
		each("coffee", func(a app.App) (any, error) {
			return a.AddCoffee(ctx, "", app.CoffeeSet{Name: "Ridge", Grams: ptr(250.0), Since: "2026-09-01T00:00:00Z"})
		})
		for range rapid.IntRange(1, 12).Draw(rt, "ops") {
			x, y := id("x"), id("y")
			switch rapid.IntRange(0, 22).Draw(rt, "op") {
			case 0:
				each("add trip", func(a app.App) (any, error) {
					return a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "T", People: 1}})
				})
			case 1:
				pos, day := rapid.IntRange(1, 3).Draw(rt, "pos"), rapid.IntRange(1, 3).Draw(rt, "day")
				each("insert stop", func(a app.App) (any, error) {
					if _, err := a.Trip(ctx, x); err != nil {
						return nil, err
					}
					return a.InsertStop(ctx, app.Stop{TripID: x, StopIn: app.StopIn{Spot: app.Spot{Name: "S", TimeZone: "UTC"}, Position: pos, Day: day, Conditions: hut()}})
				})
			case 2:
				r := request()
				each("keep brew", func(a app.App) (any, error) {
					return a.KeepBrew(ctx, x, app.BrewIn{At: "07:00", Request: r})
				})
			case 3:
				r := request()
				each("change brew", func(a app.App) (any, error) {
					b, err := a.Brew(ctx, x)
					if err != nil {
						return nil, err
					}
					return a.ChangeBrew(ctx, b, b.Revision, app.BrewIn{Name: "n", At: "08:00", Request: r})
				})
			case 4:
				each("delete stop", func(a app.App) (any, error) { return nil, a.Delete(ctx, app.KindStop, x) })
			case 5:
				each("restore stop", func(a app.App) (any, error) { return nil, a.Restore(ctx, app.KindStop, x) })
			case 6:
				each("delete brew", func(a app.App) (any, error) { return nil, a.Delete(ctx, app.KindBrew, x) })
			case 7:
				each("restore brew", func(a app.App) (any, error) { return nil, a.Restore(ctx, app.KindBrew, x) })
			case 8:
				each("delete trip", func(a app.App) (any, error) { return nil, a.Delete(ctx, app.KindTrip, x) })
			case 9:
				each("restore trip", func(a app.App) (any, error) { return nil, a.Restore(ctx, app.KindTrip, x) })
			case 10:
				n := rapid.IntRange(0, 3).Draw(rt, "nights")
				each("split", func(a app.App) (any, error) { st, err := a.SplitStop(ctx, x, n); st.UUID = ""; return st, err })
			case 11:
				each("join", func(a app.App) (any, error) { return nil, a.JoinStops(ctx, x, y) })
			case 12:
				day := rapid.IntRange(1, 3).Draw(rt, "day")
				each("move stop", func(a app.App) (any, error) { return nil, a.MoveStop(ctx, x, y-1, day) })
			case 13:
				each("move brew", func(a app.App) (any, error) {
					b, err := a.Brew(ctx, x)
					if err != nil {
						return nil, err
					}
					return a.ShiftBrew(ctx, b, b.Revision, app.Elsewhere{Stop: y, At: "09:00"})
				})
			case 14:
				each("run", func(a app.App) (any, error) {
					b, err := a.Brew(ctx, x)
					if err != nil {
						return nil, err
					}
					return a.SetRun(ctx, x, app.Run{PlanID: b.PlanID, ZeroMs: 5})
				})
			case 15:
				at := rapid.SampledFrom([]string{"2026-09-05T06:40:00Z", "2026-09-06T06:40:00Z"}).Draw(rt, "at")
				each("log", func(a app.App) (any, error) {
					if _, err := a.Brew(ctx, x); err != nil {
						return nil, err
					}
					return a.WriteLog(ctx, app.LogEntry{BrewID: x, BrewedAt: at, Noted: app.Noted{Coffee: firstCoffee(a), Tasting: taste.Tasting{SourBitter: ptr(-1.0)}}})
				})
			case 16:
				each("set log", func(a app.App) (any, error) {
					return nil, a.SetLog(ctx, x, y, app.Noted{Tasting: taste.Tasting{Words: "clear"}})
				})
			case 17:
				done := rapid.Bool().Draw(rt, "done")
				each("tick", func(a app.App) (any, error) {
					return nil, a.SetTicks(ctx, x, app.ScheduleList, []string{"a", fmt.Sprint(y)}, done)
				})
			case 18:
				each("kit", func(a app.App) (any, error) {
					k, err := a.TripKit(ctx, x)
					if err != nil {
						return nil, err
					}
					k.Items, k.Packed, k.Lost = []int64{1, 2}, []string{"gear:x"}, []app.Lost{{Item: 1, Stop: y}}
					return nil, a.SetTripKit(ctx, x, k)
				})
			case 19:
				each("every", func(a app.App) (any, error) { return a.Every(ctx, x, app.EveryIn{Meal: "evening"}) })
			case 20:
				each("duplicate", func(a app.App) (any, error) { return a.Duplicate(ctx, x) })
			case 21:
				each("recipe", func(a app.App) (any, error) {
					return a.AddRecipe(ctx, "", recipe.Recipe{Name: "Mine", Method: "cone", DoseG: ptr(15.0), WaterG: ptr(250.0)})
				})
			case 22:
				each("blind", func(a app.App) (any, error) {
					return a.AddBlind(ctx, app.BlindSet{A: x, B: y, Rounds: []app.BlindDeal{}})
				})
			}
		}
		each("in the end", func(a app.App) (any, error) { return everything(ctx, a) })
	})
}

func firstCoffee(a app.App) string {
	c, err := a.Coffee(context.Background(), 1)
	if err != nil {
		return ""
	}
	return c.UUID
}

func aTripQuiet(a app.App) (int64, int64, any) {
	ctx := context.Background()
	tripID, _ := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Ice", People: 2, StartsOn: "2026-09-05"}})
	stop, _ := a.InsertStop(ctx, app.Stop{TripID: tripID, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC", Facts: trip.Facts{Nights: ptr(3)}}, Position: 1, Day: 1, Conditions: hut()}})
	b, err := a.KeepBrew(ctx, stop, app.BrewIn{Name: "Early", At: "06:30", Request: brew.Request{Conditions: hut(), Method: "cone", Drinkers: ptr(2.0)}})
	return tripID, stop, []any{b, err}
}

var moments = regexp.MustCompile(`"(created_at|made_at)":"[^"]*"`)

// timeless is a text without when its records were written.
func timeless(s string) string { return moments.ReplaceAllString(s, "") }

// everything that a store answers.
func everything(ctx context.Context, a app.App) (any, error) {
	var out []any
	var errs []error
	add := func(v any, err error) {
		out = append(out, v)
		if err != nil && !errors.Is(err, app.ErrNotFound) {
			errs = append(errs, err)
		}
	}
	trips, err := a.Trips(ctx)
	add(trips, err)
	for id := range int64(6) {
		t, err := a.TripOut(ctx, id)
		add(t, err)
		k, err := a.TripKit(ctx, id)
		add(k, err)
		ticks, err := a.Done(ctx, id, app.ScheduleList)
		add(ticks, err)
		log, err := a.Log(ctx, id)
		add(log, err)
		p, err := a.Told(ctx, id)
		add(p, err)
	}
	coffees, err := a.CoffeesOut(ctx, "2026-09-10", true)
	add(coffees, err)
	for _, c := range coffees {
		of, err := a.LogOf(ctx, c.UUID)
		add(of, err)
	}
	recipes, err := a.Recipes(ctx, true)
	add(recipes, err)
	shelf, err := a.Gear(ctx)
	add(shelf, err)
	blinds, err := a.Blinds(ctx)
	add(blinds, err)
	running, err := a.Running(ctx)
	add(slices.Clip(running), err)
	return out, errors.Join(errs...)
}

func key(kind, uuid string) journal.Key { return journal.Key{Kind: kind, UUID: uuid} }

var revisions = regexp.MustCompile(`"revision":\d+`)

// unrevised is a text without how often its records were changed.
func unrevised(s string) string { return timeless(revisions.ReplaceAllString(s, "")) }

// With nothing on the shelf a trip plans the usual ways: nobody has made a concentrate.
func TestEveryMorningWithNothingOnTheShelf(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		id, _, b := aTrip(t, a)
		require.NoError(t, a.Delete(t.Context(), app.KindBrew, b.ID))
		look, err := a.Every(t.Context(), id, app.EveryIn{Meal: "morning", Preview: true})
		require.NoError(t, err)
		assert.Empty(t, look.Made, "a look makes nothing")
		require.NotEmpty(t, look.Would)
		require.NotEmpty(t, look.Said)
		assert.Contains(t, look.Said[0], "a pot, a grinder and mugs are assumed")
		out, err := a.Every(t.Context(), id, app.EveryIn{Meal: "morning"})
		require.NoError(t, err)
		require.Len(t, out.Made, len(look.Would))
		for i, m := range out.Made {
			assert.Equal(t, look.Would[i].Method, m.Request.Method)
			assert.NotContains(t, []string{"serve-concentrate", "cold-concentrate"}, m.Request.Method)
		}
	})
}

// What a person could not have entered is kept by no way in, and is said by its field.
func TestNothingIsKeptThatCouldNotBeEntered(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		trip, stop, b := aTrip(t, a)
		before, err := everything(ctx, a)
		require.NoError(t, err)
		request := b.Request
		plan, err := brew.Compute(request)
		require.NoError(t, err)
		hut := app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC"}, Position: 1, Day: 1}
		moon, far := hut, hut
		moon.TimeZone, far.Conditions.Place.AltitudeM = "Moon/Base", ptr(99999.0)
		for name, add := range map[string]func() error{
			"name": func() error { return second(a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{People: 1}})) },
			"starts_on": func() error {
				return second(a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "x", People: 1, StartsOn: "2026-13-01"}}))
			},
			"time_zone": func() error { return second(a.AddStop(ctx, app.Stop{TripID: trip, StopIn: moon})) },
			"altitude_m": func() error {
				return second(a.InsertStop(ctx, app.Stop{TripID: trip, StopIn: far}))
			},
			"at": func() error {
				return second(a.AddBrew(ctx, app.Brew{StopID: stop, At: "25:99", Request: request}, plan))
			},
			"mark": func() error {
				return second(a.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: app.Noted{By: strings.Repeat("x", 41)}}))
			},
			"roast":  func() error { return second(a.AddCoffee(ctx, "", app.CoffeeSet{Name: "x", Roast: "burnt"})) },
			"method": func() error { return second(a.AddRecipe(ctx, "", recipe.Recipe{Name: "x"})) },
			"mass_g": func() error { return second(a.AddGear(ctx, []gear.Item{{Name: "Pot", Kind: gear.Vessel, MassG: -4}})) },
			"records": func() error {
				return a.KeepRecords(ctx, []app.Record{{Key: key(app.KindCoffee, "00000000-0000-4000-8000-00000000c0fe"), Value: app.WeighedCoffee(app.CoffeeSet{})}}, nil)
			},
		} {
			err := add()
			bad, ok := errors.AsType[brew.Problems](err)
			require.True(t, ok, "%s: %v", name, err)
			if name != "mark" && name != "records" {
				assert.Contains(t, bad[0].Field, name)
			}
		}
		after, err := everything(ctx, a)
		require.NoError(t, err)
		assert.Equal(t, before, after)
	})
}

// A row is put in place of the revision that it says, and of no other; what a transaction wrote
// before that is undone.
func TestPutIsOfARevision(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		trip, _, _ := aTrip(t, a)
		row, err := a.Get(ctx, app.KindTrip, trip)
		require.NoError(t, err)
		err = a.Write(ctx, func(w app.Writer) error {
			if _, err := w.Put(ctx, row); err != nil {
				return err
			}
			if err := w.Tick(ctx, trip, app.ScheduleList, "line", true); err != nil {
				return err
			}
			_, err := w.Put(ctx, row) // at the next revision by now
			return err
		})
		require.ErrorIs(t, err, app.ErrConflict)
		now, err := a.Get(ctx, app.KindTrip, trip)
		require.NoError(t, err)
		assert.Equal(t, row.Revision, now.Revision)
		ticks, err := a.Done(ctx, trip, app.ScheduleList)
		require.NoError(t, err)
		assert.Empty(t, ticks)
	})
}

// Coffee that was brewed is drunk, though the brew was deleted since; its cup stays in the log.
func TestWhatWasDrunkIsGone(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		_, _, b := aTrip(t, a)
		id, err := a.AddCoffee(ctx, "", app.CoffeeSet{Name: "Cloud terrace", Grams: ptr(250.0)})
		require.NoError(t, err)
		c, err := a.Coffee(ctx, id)
		require.NoError(t, err)
		_, err = a.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: app.Noted{Coffee: c.UUID}})
		require.NoError(t, err)
		before, err := a.Coffee(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, 1, before.Cups)
		assert.Less(t, *before.LeftG, 250.0)
		require.NoError(t, a.Delete(ctx, app.KindBrew, b.ID))
		after, err := a.Coffee(ctx, id)
		require.NoError(t, err)
		assert.Equal(t, *before.LeftG, *after.LeftG)
		log, err := a.LogOf(ctx, c.UUID)
		require.NoError(t, err)
		assert.Len(t, log, 1)
	})
}
