package store

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
)

// TestMain lets the tests start this binary as a program that writes until it is
// killed.
func TestMain(m *testing.M) {
	if dir := os.Getenv("APODEMOS_WRITE_INTO"); dir != "" {
		writeForever(dir)
	}
	os.Exit(m.Run())
}

// writeForever adds trips and says each number once the store has answered.
func writeForever(dir string) {
	s, err := opened(context.Background(), dir)
	if err != nil {
		fmt.Println(err)
		os.Exit(1)
	}
	for {
		id, err := s.AddTrip(context.Background(), app.Trip{TripIn: app.TripIn{Name: "Trip", People: 2}})
		if err != nil {
			fmt.Println(err)
			os.Exit(1)
		}
		fmt.Println(id)
	}
}

// A program that is killed while it writes loses nothing that it has said is kept.
func TestKilledNothingIsLost(t *testing.T) {
	dir := t.TempDir()
	for round := range 3 {
		c := exec.Command(os.Args[0])
		c.Env = append(os.Environ(), "APODEMOS_WRITE_INTO="+dir)
		out, err := c.StdoutPipe()
		require.NoError(t, err)
		require.NoError(t, c.Start())
		lines := bufio.NewScanner(out)
		var last int64
		for range 20 + 7*round {
			require.True(t, lines.Scan(), "it writes on")
			last, err = strconv.ParseInt(lines.Text(), 10, 64)
			require.NoError(t, err, lines.Text())
		}
		require.NoError(t, c.Process.Kill()) // at once, wherever it is
		for lines.Scan() {                   // what it had still said
			if n, err := strconv.ParseInt(lines.Text(), 10, 64); err == nil {
				last = n
			}
		}
		_ = c.Wait()

		s := open(t, dir)
		trips, err := s.Trips(t.Context())
		require.NoError(t, err)
		seen := map[int64]bool{}
		for _, tr := range trips {
			seen[tr.ID] = true
		}
		for id := int64(1); id <= last; id++ {
			assert.True(t, seen[id], "trip %d was said to be kept", id)
		}
		assert.NoError(t, check(t.Context(), filepath.Join(dir, FileName)))
		require.NoError(t, s.Close())
	}
}

// With no room left a change is refused whole: what was there is there, nothing
// of the new is, and with room again the same change goes through.
func TestFullNothingIsHalfWritten(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	trip, stop, _ := fill(t, s)
	j, _, err := s.Journey(ctx, trip)
	require.NoError(t, err)
	for len(j.Stops) < 120 {
		next := j.Stops[0]
		next.Day = len(j.Stops) + 1
		next.Note = strings.Repeat("a long note ", 100)
		j.Stops = append(j.Stops, next)
	}
	var plans []*brew.Plan
	for i := range j.Stops {
		for range j.Stops[i].Brews {
			plans = append(plans, planned(t, j.Stops[0].Brews[0].Request))
		}
	}
	s.db.SetMaxOpenConns(1) // the limit below is one connection's
	var pages int
	require.NoError(t, s.db.QueryRowContext(ctx, "PRAGMA page_count").Scan(&pages))
	room := func(more int) {
		_, err := s.w.ExecContext(ctx, fmt.Sprintf("PRAGMA max_page_count = %d", pages+more))
		require.NoError(t, err)
	}
	room(1)
	_, err = s.AddJourney(ctx, j, plans)
	require.Error(t, err)
	assert.True(t, IsFull(err), "%v", err)
	trips, err := s.Trips(ctx)
	require.NoError(t, err)
	assert.Len(t, trips, 1, "no half of a trip")
	stops, err := s.Stops(ctx, trip)
	require.NoError(t, err)
	require.Len(t, stops, 1)
	assert.Equal(t, stop, stops[0].ID)
	// Reading goes on, and so does what takes no room.
	require.NoError(t, s.Delete(ctx, app.KindTrip, trip))
	require.NoError(t, s.Restore(ctx, app.KindTrip, trip))

	room(100_000)
	id, err := s.AddJourney(ctx, j, plans)
	require.NoError(t, err)
	stops, err = s.Stops(ctx, id)
	require.NoError(t, err)
	assert.Len(t, stops, 120)
	assert.False(t, IsFull(errors.New("something else")))
	assert.False(t, IsFull(nil))
}

// A restore checks the backup, keeps what was there, and leaves no log of the old
// database to be played into the new one.
func TestRestore(t *testing.T) {
	ctx := t.Context()
	dir, away := t.TempDir(), filepath.Join(t.TempDir(), "monday.db")
	s := open(t, dir)
	trip, _, _ := fill(t, s)
	require.NoError(t, s.Backup(ctx, away))
	_, err := s.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "After the backup", People: 1}})
	require.NoError(t, err)

	_, err = Restore(ctx, dir, away)
	assert.ErrorContains(t, err, "in use; stop the program first", "not under a running program")
	again, err := s.Trips(ctx)
	require.NoError(t, err)
	assert.Len(t, again, 2, "and nothing is changed")
	require.NoError(t, s.Close())

	// As after a kill: a log lies beside the file.
	require.NoError(t, os.WriteFile(filepath.Join(dir, FileName+"-wal"), nil, 0o600))
	kept, err := Restore(ctx, dir, away)
	require.NoError(t, err)
	assert.FileExists(t, kept)
	assert.NoFileExists(t, filepath.Join(dir, FileName+"-wal"))
	assert.FileExists(t, away, "the backup stays")
	s = open(t, dir)
	trips, err := s.Trips(ctx)
	require.NoError(t, err)
	require.Len(t, trips, 1)
	assert.Equal(t, trip, trips[0].ID)
	require.NoError(t, s.Close())

	// What was kept is itself a backup, and a second restore does not take its place.
	whole, err := os.ReadFile(kept)
	require.NoError(t, err)
	second, err := Restore(ctx, dir, kept)
	require.NoError(t, err)
	assert.NotEqual(t, kept, second)
	still, err := os.ReadFile(kept)
	require.NoError(t, err)
	assert.Equal(t, whole, still, "what was kept first is there as it was")
	s = open(t, dir)
	trips, err = s.Trips(ctx)
	require.NoError(t, err)
	assert.Len(t, trips, 2)

	// Into an empty place.
	other := filepath.Join(t.TempDir(), "new")
	kept, err = Restore(ctx, other, away)
	require.NoError(t, err)
	assert.Empty(t, kept)
	assert.True(t, Exists(other))
}

func TestWhatIsNoBackupIsNotRestored(t *testing.T) {
	ctx := t.Context()
	dir := t.TempDir()
	s := open(t, dir)
	fill(t, s)
	good := filepath.Join(t.TempDir(), "good.db")
	require.NoError(t, s.Backup(ctx, good))
	require.NoError(t, s.Close())
	before, err := os.ReadFile(filepath.Join(dir, FileName))
	require.NoError(t, err)

	bytes, err := os.ReadFile(good)
	require.NoError(t, err)
	damaged := append([]byte{}, bytes...)
	for i := len(damaged) / 2; i < len(damaged); i++ {
		damaged[i] ^= 0x5a
	}
	away := t.TempDir()
	for name, c := range map[string]struct {
		content []byte
		says    string
	}{
		"text.db":    {[]byte("a shopping list"), "is not an Apodemos database"},
		"damaged.db": {damaged, "damaged"},
		"short.db":   {bytes[:len(bytes)/3], "damaged"},
	} {
		path := filepath.Join(away, name)
		require.NoError(t, os.WriteFile(path, c.content, 0o600))
		_, err := Restore(ctx, dir, path)
		assert.ErrorContains(t, err, c.says, name)
	}
	_, err = Restore(ctx, dir, filepath.Join(away, "none.db"))
	assert.ErrorContains(t, err, "can’t read the backup")
	foreign := filepath.Join(away, "foreign.db")
	makeForeign(t, foreign)
	_, err = Restore(ctx, dir, foreign)
	assert.ErrorContains(t, err, "but not one of Apodemos")

	after, err := os.ReadFile(filepath.Join(dir, FileName))
	require.NoError(t, err)
	assert.Equal(t, before, after, "the database is as it was")
	entries, err := os.ReadDir(dir)
	require.NoError(t, err)
	for _, e := range entries {
		assert.NotContains(t, e.Name(), "restor", "and nothing is left lying about")
	}
}

// makeForeign makes a sound database that is not ours.
func makeForeign(t *testing.T, path string) {
	s := open(t, t.TempDir())
	for _, table := range []string{"trips", "stops"} {
		_, err := s.w.Exec("PRAGMA foreign_keys = OFF")
		require.NoError(t, err)
		_, err = s.w.Exec("ALTER TABLE " + table + " RENAME TO other_" + table)
		require.NoError(t, err)
	}
	require.NoError(t, s.Backup(t.Context(), path))
}
