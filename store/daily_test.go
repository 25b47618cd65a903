package store

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// A backup is made by itself on each day on which something changed, checked, and thinned to the
// last seven and one a month; one that fails takes the place of none.
func TestDailyBackups(t *testing.T) {
	ctx := t.Context()
	dir := t.TempDir()
	s, err := Open(ctx, dir)
	require.NoError(t, err)
	defer s.Close()
	a := app.New(s)
	change := func() {
		_, err := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Ice", People: 2}})
		require.NoError(t, err)
	}
	change()
	day := time.Now()
	made, err := s.Daily(ctx, dir, day)
	require.NoError(t, err)
	assert.Equal(t, filepath.Join(dir, "backups", "apodemos-"+day.Format(time.DateOnly)+".db"), made)
	info, err := os.Stat(made)
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm())
	again, err := s.Daily(ctx, dir, day)
	require.NoError(t, err)
	assert.Empty(t, again, "one a day")
	quiet, err := s.Daily(ctx, dir, day.AddDate(0, 0, 1))
	require.NoError(t, err)
	assert.Empty(t, quiet, "nothing changed")

	// Half a year of them.
	for n := 1; n <= 190; n++ {
		at := day.AddDate(0, 0, n)
		require.NoError(t, os.Chtimes(filepath.Join(dir, FileName), at, at))
		last, err := backupsIn(filepath.Join(dir, backupDir))
		require.NoError(t, err)
		before := at.Add(-time.Hour)
		require.NoError(t, os.Chtimes(filepath.Join(dir, backupDir, last[len(last)-1]), before, before))
		made, err := s.Daily(ctx, dir, at)
		require.NoError(t, err)
		require.NotEmpty(t, made, n)
	}
	have, err := backupsIn(filepath.Join(dir, backupDir))
	require.NoError(t, err)
	end := day.AddDate(0, 0, 190)
	months := map[string]bool{}
	for n := range 7 {
		assert.Contains(t, have, "apodemos-"+end.AddDate(0, 0, -n).Format(time.DateOnly)+".db")
	}
	for _, name := range have {
		months[month(name)] = true
	}
	assert.GreaterOrEqual(t, len(months), 6)
	assert.Contains(t, have, "apodemos-"+day.Format(time.DateOnly)+".db", "the first of its month")
	assert.LessOrEqual(t, len(have), 7+len(months))

	// One of them restores.
	back := t.TempDir()
	_, err = Restore(ctx, back, filepath.Join(dir, backupDir, have[len(have)-1]))
	require.NoError(t, err)
	r, err := Open(ctx, back)
	require.NoError(t, err)
	defer r.Close()
	trips, err := app.New(r).Trips(ctx)
	require.NoError(t, err)
	assert.Len(t, trips, 1)

	// What fails leaves those that are there, and no half of one.
	at := end.AddDate(0, 0, 1)
	require.NoError(t, os.Chtimes(filepath.Join(dir, FileName), at, at))
	blocked := filepath.Join(dir, backupDir, "apodemos-"+at.Format(time.DateOnly)+".db.part")
	require.NoError(t, os.MkdirAll(filepath.Join(blocked, "x"), 0o700))
	_, err = s.Daily(ctx, dir, at)
	require.Error(t, err)
	now, err := backupsIn(filepath.Join(dir, backupDir))
	require.NoError(t, err)
	assert.Equal(t, have, now)
}

// A file that is empty, or a copy without its log, is told from a database.
func TestWhatIsNoWholeDatabaseIsSaid(t *testing.T) {
	ctx := t.Context()
	dir := t.TempDir()
	path := filepath.Join(dir, FileName)
	require.NoError(t, os.WriteFile(path, nil, 0o600))
	old := time.Now().Add(-time.Hour)
	require.NoError(t, os.Chtimes(path, old, old))
	_, err := Open(ctx, dir)
	require.ErrorContains(t, err, "is empty. Restore a backup")

	live := t.TempDir()
	s, err := Open(ctx, live)
	require.NoError(t, err)
	defer s.Close()
	b, err := os.ReadFile(filepath.Join(live, FileName))
	require.NoError(t, err)
	plain := filepath.Join(t.TempDir(), "plain.db")
	require.NoError(t, os.WriteFile(plain, b, 0o600))
	assert.True(t, PlainCopy(plain))
	whole := filepath.Join(t.TempDir(), "whole.db")
	require.NoError(t, s.Backup(ctx, whole))
	assert.False(t, PlainCopy(whole))
	for _, suffix := range []string{"", "-wal", "-shm", ".lock"} {
		if info, err := os.Stat(filepath.Join(live, FileName+suffix)); err == nil {
			assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), suffix)
		}
	}
}
