package store

import (
	"database/sql"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/conditions"
)

// brewed is a store with one brew, and its ID.
func brewed(t testing.TB) (*kept, int64) {
	ctx := t.Context()
	s, err := opened(ctx, t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	trip, err := s.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "x", People: 1}})
	require.NoError(t, err)
	stop, err := s.AddStop(ctx, app.Stop{TripID: trip, StopIn: app.StopIn{Spot: app.Spot{Name: "y", TimeZone: "UTC"}, Position: 1, Day: 1}})
	require.NoError(t, err)
	r := brew.Request{Method: "cone", Conditions: conditions.Conditions{Place: conditions.Place{AltitudeM: new(1200.0)}}}
	p, err := brew.Compute(r)
	require.NoError(t, err)
	b, err := s.AddBrew(ctx, app.Brew{StopID: stop, Name: "z", Request: r}, p)
	require.NoError(t, err)
	return s, b.ID
}

// Entries stand in the order of the moment that they tell, and not of how it is written.
func TestTheLogIsInTheOrderOfTime(t *testing.T) {
	s, id := brewed(t)
	for _, at := range []string{"2026-09-05T23:30:00+14:00", "2026-09-05T10:00:00Z", "2026-09-05T01:00:00-10:00"} { // 09:30, 10:00 and 11:00 in UTC
		_, err := s.AddLog(t.Context(), app.LogEntry{BrewID: id, BrewedAt: at, Noted: mark(5)})
		require.NoError(t, err)
	}
	list, err := s.Log(t.Context(), 0)
	require.NoError(t, err)
	require.Len(t, list, 3)
	assert.Equal(t, []string{"2026-09-05T01:00:00-10:00", "2026-09-05T10:00:00Z", "2026-09-05T23:30:00+14:00"}, []string{list[0].BrewedAt, list[1].BrewedAt, list[2].BrewedAt})
	two, err := s.LatestLog(t.Context(), 0, 2)
	require.NoError(t, err)
	assert.Equal(t, list[:2], two)
	of, err := s.LogOf(t.Context(), "")
	require.NoError(t, err)
	assert.Empty(t, of, "what has no coffee is not of a coffee")
	assert.Equal(t, 1200.0, *list[0].AltitudeM)
	assert.Equal(t, "cone", list[0].Method)
	assert.Positive(t, list[0].DoseG)
	assert.NotEmpty(t, list[0].Small.Bars)
}

// The first page of a log of 100,000 entries.
func BenchmarkLogOf100000(b *testing.B) {
	s, id := brewed(b)
	ctx := b.Context()
	require.NoError(b, s.tx(ctx, func(tx *sql.Tx) error {
		at := time.Date(2020, 1, 1, 0, 0, 0, 0, time.UTC)
		for n := range 100_000 {
			when := at.Add(time.Duration(n) * time.Hour)
			if _, err := tx.ExecContext(ctx, "INSERT INTO log_entries (uuid, parent, rank, body, created_at) SELECT ?, id, ?, json_object('mark', 7, 'plan', plan, 'brewed_at', ?, 'coffee', ?), ? FROM brews WHERE id = ?",
				fmt.Sprintf("00000000-0000-4000-8000-%012d", n), when.Unix(), when.Format(time.RFC3339), fmt.Sprint("coffee-", n/100), s.stamp(), id); err != nil {
				return err
			}
		}
		return nil
	}))
	for name, n := range map[string]int{"latest500": 500, "all": -1} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				list, err := s.LatestLog(ctx, 0, n)
				if err != nil || len(list) == 0 {
					b.Fatal(err)
				}
			}
		})
	}
	b.Run("of a coffee", func(b *testing.B) {
		for b.Loop() {
			list, err := s.LogOf(ctx, "coffee-7")
			if err != nil || len(list) != 100 {
				b.Fatal(len(list), err)
			}
		}
	})
}

// A change of a stop, and a brew planned anew, each a transaction that lasts.
func BenchmarkWrite(b *testing.B) {
	s, id := brewed(b)
	ctx := b.Context()
	w, err := s.Brew(ctx, id)
	require.NoError(b, err)
	st, err := s.Stop(ctx, w.StopID)
	require.NoError(b, err)
	b.Run("stop", func(b *testing.B) {
		for b.Loop() {
			if err := s.SetStop(ctx, st); err != nil {
				b.Fatal(err)
			}
			st.Revision++
		}
	})
	p, err := brew.Compute(w.Request)
	require.NoError(b, err)
	b.Run("brew", func(b *testing.B) {
		for b.Loop() {
			if w, err = s.SetBrew(ctx, w, p); err != nil {
				b.Fatal(err)
			}
		}
	})
}
