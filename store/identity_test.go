package store

import (
	"bytes"
	"compress/gzip"
	"context"
	"database/sql"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"testing"

	"github.com/gofrs/flock"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/gear"
	"apodemos/core/taste"
)

// old puts a database that the program of an earlier schema has written into a new
// directory.
func old(t *testing.T, schema int) string {
	f, err := os.Open(fmt.Sprintf("testdata/schema%d.db.gz", schema))
	require.NoError(t, err)
	defer f.Close()
	z, err := gzip.NewReader(f)
	require.NoError(t, err)
	b, err := io.ReadAll(z)
	require.NoError(t, err)
	dir := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(dir, FileName), b, 0o600))
	return dir
}

// uuids is every identity there is, by table and row.
func uuids(t *testing.T, s *kept) map[string]string {
	out := map[string]string{}
	for _, table := range []string{"trips", "stops", "brews", "plans", "log_entries", "gear"} {
		rows, err := s.db.Query("SELECT id, uuid FROM " + table)
		require.NoError(t, err)
		for rows.Next() {
			var id int64
			var u string
			require.NoError(t, rows.Scan(&id, &u))
			assert.Len(t, u, 36, "%s %d", table, id)
			out[fmt.Sprintf("%s %d", table, id)] = u
		}
		require.NoError(t, rows.Close())
	}
	return out
}

// Databases of each earlier schema, written by the program as it then was: their stored
// plans, the guide that is running and their log are there, and everything has an
// identity of its own that stays.
func TestDatabasesOfEarlierVersions(t *testing.T) {
	ctx := t.Context()
	for schema := 1; schema <= 4; schema++ {
		t.Run(fmt.Sprint(schema), func(t *testing.T) {
			dir := old(t, schema)
			s := open(t, dir)
			trips, err := s.Trips(ctx)
			require.NoError(t, err)
			require.Len(t, trips, 1)
			stops, err := s.Stops(ctx, trips[0].ID)
			require.NoError(t, err)
			assert.Len(t, stops, 9)
			assert.EqualValues(t, 1, stops[0].Revision)
			brews, err := s.Brews(ctx, trips[0].ID)
			require.NoError(t, err)
			require.Len(t, brews, 2)
			for _, b := range brews {
				p, err := s.Plan(ctx, b.PlanID)
				require.NoError(t, err)
				assert.NotEmpty(t, p.Plan.Steps)
				assert.NotNil(t, p.Plan.Rounds, "no list is missing")
				assert.NotNil(t, p.Plan.Alternatives)
			}
			r, err := s.Run(ctx, 1)
			require.NoError(t, err, "the guide that is running")
			assert.Positive(t, r.ZeroMs)
			assert.Positive(t, r.PausedMs)
			_, err = s.Plan(ctx, r.PlanID)
			require.NoError(t, err)
			log, err := s.Log(ctx, trips[0].ID)
			require.NoError(t, err)
			require.Len(t, log, 3)
			said := ""
			for _, l := range log {
				said += l.Words
				require.NotNil(t, l.Mark, "what was tasted is still said")
				require.NotNil(t, l.SourBitter)
				require.NotNil(t, l.Silt)
			}
			assert.Contains(t, said, "kept from before")
			all := uuids(t, s)
			seen := map[string]string{}
			for at, u := range all {
				assert.Empty(t, seen[u], "%s has the identity of another", at)
				seen[u] = at
			}
			own, err := s.ID(ctx)
			require.NoError(t, err)
			assert.Len(t, own, 36)
			require.NoError(t, s.Close())
			s = open(t, dir)
			assert.Equal(t, all, uuids(t, s), "given once")
			again, err := s.ID(ctx)
			require.NoError(t, err)
			assert.Equal(t, own, again)

			// And it can go on: a change, a guide to its end, a backup of it.
			st := stops[0]
			st.Note = "changed"
			require.NoError(t, s.SetStop(ctx, st))
			assert.ErrorIs(t, s.SetStop(ctx, st), app.ErrConflict)
			_, err = s.AddLog(ctx, app.LogEntry{BrewID: 1, BrewedAt: "2026-09-05T06:10:00Z", Noted: mark(5)})
			require.NoError(t, err)
			require.NoError(t, s.Close())
			_, err = Restore(ctx, t.TempDir(), filepath.Join(dir, FileName))
			require.NoError(t, err)
		})
	}
}

// Databases that later programs wrote, each with the demo, a guide that is running and a cup
// written down: 11 has coffees and recipes, 13 a journal that is no longer read, 16 is version
// 0.6.0. All of it is there, and is told as it was.
func TestDatabasesOfLaterVersions(t *testing.T) {
	ctx := t.Context()
	for _, schema := range []int{11, 13, 16, 17, 19} {
		t.Run(fmt.Sprint(schema), func(t *testing.T) {
			dir := old(t, schema)
			s := open(t, dir)
			trips, err := s.Trips(ctx)
			require.NoError(t, err)
			require.Len(t, trips, 1)
			assert.Equal(t, "From the port to the ice field", trips[0].Name)
			brews, err := s.Brews(ctx, trips[0].ID)
			require.NoError(t, err)
			assert.Len(t, brews, 15)
			for _, b := range brews {
				p, err := s.Plan(ctx, b.PlanID)
				require.NoError(t, err)
				assert.NotEmpty(t, p.Plan.Steps)
			}
			r, err := s.Run(ctx, 3)
			require.NoError(t, err)
			assert.Equal(t, int64(1767000000000), r.ZeroMs)
			log, err := s.Log(ctx, 0)
			require.NoError(t, err)
			assert.Len(t, log, 30)
			// The list of cups is told without their plans, and says what those say.
			latest, err := s.LatestLog(ctx, 0, 100)
			require.NoError(t, err)
			require.Len(t, latest, 30)
			said := ""
			for _, l := range latest {
				said += l.Words
				p, err := s.Plan(ctx, l.PlanID)
				require.NoError(t, err)
				assert.Equal(t, *p.Plan.DoseG, l.DoseG)
				assert.Equal(t, *p.Plan.BoilC, l.BoilC)
				assert.Equal(t, p.Plan.Request.Method, l.Method)
			}
			assert.Contains(t, said, "kept from before")
			coffees, err := s.Coffees(ctx, false)
			require.NoError(t, err)
			assert.Len(t, coffees, 2)
			recipes, err := s.Recipes(ctx, false)
			require.NoError(t, err)
			assert.Len(t, recipes, 1)
			gear, err := s.Gear(ctx)
			require.NoError(t, err)
			assert.NotEmpty(t, gear)
			uuids(t, s)
			require.NoError(t, s.Close())
			_, err = Restore(ctx, t.TempDir(), filepath.Join(dir, FileName))
			require.NoError(t, err)
		})
	}
}

// The schema that is written now has a database of its own among those that are read: a change
// of the schema is not released without one of before.
func TestThePresentSchemaIsKept(t *testing.T) {
	s := open(t, t.TempDir())
	var now int
	require.NoError(t, s.db.QueryRow("SELECT max(version_id) FROM goose_db_version").Scan(&now))
	assert.FileExists(t, fmt.Sprintf("testdata/schema%d.db.gz", now), "write one with the program of before the change, and read it in TestDatabasesOfLaterVersions")
}

// Whoever is behind is told, whatever it is that has been changed.
func TestEveryChangeNamesItsRevision(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	id, stop, b := fill(t, s)
	tr, err := s.Trip(ctx, id)
	require.NoError(t, err)
	st, err := s.Stop(ctx, stop)
	require.NoError(t, err)
	ids, err := s.AddGear(ctx, gear.Starter()[:1])
	require.NoError(t, err)
	it, err := s.GearItem(ctx, ids[0])
	require.NoError(t, err)
	k, err := s.TripKit(ctx, id)
	require.NoError(t, err)
	l, err := s.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: mark(5)})
	require.NoError(t, err)
	for name, change := range map[string]func() error{
		"trip": func() error { return s.SetTrip(ctx, tr) },
		"stop": func() error { return s.SetStop(ctx, st) },
		"gear": func() error { return s.SetGear(ctx, it) },
		"kit":  func() error { return s.SetTripKit(ctx, id, k) },
		"log":  func() error { return s.SetLog(ctx, l.ID, l.Revision, l.Noted) },
	} {
		require.NoError(t, change(), name)
		assert.ErrorIs(t, change(), app.ErrConflict, name)
	}
	assert.ErrorIs(t, s.Arrange(ctx, id, []app.Stop{st}), app.ErrConflict, "arrangement")
	st.Revision++
	require.NoError(t, s.Arrange(ctx, id, []app.Stop{st}))
	tr.ID = 987
	assert.ErrorIs(t, s.SetTrip(ctx, tr), app.ErrNotFound)
}

// A run belongs to a plan of its brew; what does not is refused by name.
func TestARunOfAnotherPlan(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	_, stop, a := fill(t, s)
	b, err := s.AddBrew(ctx, app.Brew{StopID: stop, Request: a.Request}, planned(t, a.Request))
	require.NoError(t, err)
	for _, plan := range []int64{b.PlanID, 987} {
		_, err := s.SetRun(ctx, a.ID, app.Run{PlanID: plan, Done: []app.StepRun{}})
		require.ErrorContains(t, err, "plan_id")
		assert.NotContains(t, err.Error(), "FOREIGN")
		assert.NotContains(t, err.Error(), "constraint")
	}
	require.NoError(t, second(s.SetRun(ctx, a.ID, app.Run{PlanID: a.PlanID, Done: []app.StepRun{}})))
}

// What a directory is called is where the data is, whatever that means in a URI.
func TestDirectoriesOfAnyName(t *testing.T) {
	root := t.TempDir()
	for i, name := range []string{"trips #1", "a?b", "a%20b", "a b", "tür&x=1", "trips #2"} {
		dir := filepath.Join(root, name)
		s := open(t, dir)
		_, err := s.AddTrip(t.Context(), app.Trip{TripIn: app.TripIn{Name: name, People: i + 1}})
		require.NoError(t, err)
		trips, err := s.Trips(t.Context())
		require.NoError(t, err)
		require.Len(t, trips, 1, "%s is nobody else's", name)
		assert.FileExists(t, filepath.Join(dir, FileName))
		var mode string
		require.NoError(t, s.db.QueryRow("PRAGMA journal_mode").Scan(&mode))
		assert.Equal(t, "wal", mode, name)
		var foreign int
		require.NoError(t, s.db.QueryRow("PRAGMA foreign_keys").Scan(&foreign))
		assert.Equal(t, 1, foreign, name)
		require.NoError(t, s.Backup(t.Context(), filepath.Join(dir, "copy?#%.db")))
		require.NoError(t, s.Close())
		_, err = Restore(t.Context(), dir, filepath.Join(dir, "copy?#%.db"))
		require.NoError(t, err, name)
	}
	entries, err := os.ReadDir(root)
	require.NoError(t, err)
	assert.Len(t, entries, 6, "and nothing lies beside them")
}

// Names that mean something to the driver are names of files to us.
func TestABackupIsAFile(t *testing.T) {
	s := open(t, t.TempDir())
	fill(t, s)
	here, err := os.Getwd()
	require.NoError(t, err)
	t.Chdir(t.TempDir())
	assert.ErrorContains(t, s.Backup(t.Context(), ""), "name")
	for _, name := range []string{":memory:", "file:x.db", "file::memory:?cache=shared"} {
		require.NoError(t, s.Backup(t.Context(), name), name)
		assert.FileExists(t, filepath.Join(".", name))
		_, err := Restore(t.Context(), t.TempDir(), name)
		require.NoError(t, err, name)
	}
	_, err = Restore(t.Context(), t.TempDir(), "")
	assert.Error(t, err)
	t.Chdir(here)
}

// It is restored when it is needed most: when what is there cannot be read any more. That
// is kept as it is.
func TestRestoreOverADamagedDatabase(t *testing.T) {
	ctx := t.Context()
	good := filepath.Join(t.TempDir(), "good.db")
	s := open(t, t.TempDir())
	fill(t, s)
	require.NoError(t, s.Backup(ctx, good))
	whole, err := os.ReadFile(good)
	require.NoError(t, err)
	middle := bytes.Clone(whole)
	for i := 8192; i < len(middle); i++ {
		middle[i] ^= 0x5a
	}
	for name, damage := range map[string][]byte{
		"text": []byte("a shopping list"), "half": whole[:len(whole)/2], "middle": middle, "nothing": {},
		"another's": foreign(t),
	} {
		dir := t.TempDir()
		path := filepath.Join(dir, FileName)
		require.NoError(t, os.WriteFile(path, damage, 0o600))
		require.NoError(t, os.WriteFile(path+"-wal", []byte("rest of a log"), 0o600))
		kept, err := Restore(ctx, dir, good)
		require.NoError(t, err, name)
		was, err := os.ReadFile(kept)
		require.NoError(t, err)
		if name != "another's" { // it is sound, and takes in its own log
			assert.Equal(t, damage, was, name)
		}
		again := open(t, dir)
		trips, err := again.Trips(ctx)
		require.NoError(t, err, name)
		assert.Len(t, trips, 1, name)
		require.NoError(t, again.Close())
	}
}

// Between looking and putting in its place nobody opens it, and nobody is pushed out of
// one that he has just opened.
func TestOneAtATime(t *testing.T) {
	dir := t.TempDir()
	path := filepath.Join(dir, FileName)
	good := filepath.Join(t.TempDir(), "good.db")
	s := open(t, dir)
	fill(t, s)
	require.NoError(t, s.Backup(t.Context(), good))
	require.NoError(t, s.Close())
	lock := flock.New(path + ".lock")
	ok, err := lock.TryRLock() // as by one who is about to open it
	require.NoError(t, err)
	require.True(t, ok)
	_, err = Restore(t.Context(), dir, good)
	assert.ErrorIs(t, err, errInUse)
	require.NoError(t, lock.Unlock())
	ok, err = lock.TryLock() // as by one who puts another in its place
	require.NoError(t, err)
	require.True(t, ok)
	_, err = Open(t.Context(), dir)
	assert.ErrorContains(t, err, "it is being replaced")
	require.NoError(t, lock.Unlock())
	_, err = Restore(t.Context(), dir, good)
	require.NoError(t, err)
}

func foreign(t *testing.T) []byte {
	path := filepath.Join(t.TempDir(), "other.db")
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	_, err = db.Exec("CREATE TABLE recipes (id INTEGER PRIMARY KEY, name TEXT); INSERT INTO recipes VALUES (1, 'bread')")
	require.NoError(t, err)
	require.NoError(t, db.Close())
	b, err := os.ReadFile(path)
	require.NoError(t, err)
	return b
}

// Another program's database is not opened, and gets nothing of ours.
func TestAnotherProgramsDatabaseStaysAsItIs(t *testing.T) {
	dir := t.TempDir()
	path := filepath.Join(dir, FileName)
	b := foreign(t)
	require.NoError(t, os.WriteFile(path, b, 0o600))
	_, err := Open(t.Context(), dir)
	require.ErrorContains(t, err, "another program’s database")
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	defer db.Close()
	var n int
	require.NoError(t, db.QueryRow("SELECT count(*) FROM sqlite_master WHERE type = 'table'").Scan(&n))
	assert.Equal(t, 1, n)
}

// What this version could not use is refused before anything is replaced.
func TestABackupThatCannotBeUsed(t *testing.T) {
	ctx := t.Context()
	for name, c := range map[string]struct{ spoil, says string }{
		"newer schema":    {"INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)", "newer Apodemos"},
		"conditions":      {"UPDATE stops SET body = json_set(body, '$.conditions.place', 7)", "stop"},
		"facts":           {"UPDATE stops SET body = json_set(body, '$.facts', 'x')", "stop"},
		"patch":           {"UPDATE brews SET body = json_set(body, '$.own', 7)", "brew"},
		"plan":            {"UPDATE plan_contents SET body = json_set(body, '$.plan', json('[]'))", "plan"},
		"supplies":        {"UPDATE trips SET body = json_set(body, '$.supplies', 4)", "trip"},
		"gear":            {"UPDATE gear SET body = '\"\"'", "gear"},
		"belongs nowhere": {"PRAGMA foreign_keys = OFF; UPDATE brews SET parent = 99", "belong"},
		"table gone":      {"PRAGMA foreign_keys = OFF; DROP TABLE log_entries", "log"},
	} {
		s := open(t, t.TempDir())
		_, _, b := fill(t, s)
		_, err := s.AddGear(ctx, gear.Starter())
		require.NoError(t, err)
		_, err = s.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: mark(5)})
		require.NoError(t, err)
		_, err = s.w.Exec(c.spoil)
		require.NoError(t, err, name)
		bad := filepath.Join(t.TempDir(), "bad.db")
		require.NoError(t, s.Backup(ctx, bad))
		dir := t.TempDir()
		here := open(t, dir)
		fill(t, here)
		require.NoError(t, here.Close())
		before, err := os.ReadFile(filepath.Join(dir, FileName))
		require.NoError(t, err)
		_, err = Restore(ctx, dir, bad)
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), c.says, name)
		after, err := os.ReadFile(filepath.Join(dir, FileName))
		require.NoError(t, err)
		assert.Equal(t, before, after, name)
		entries, err := os.ReadDir(dir)
		require.NoError(t, err)
		for _, e := range entries {
			assert.NotContains(t, e.Name(), "restor", "%s leaves nothing behind", name)
		}
	}
}

// Damaged at random, a copy is refused, or it is used to the last row.
func TestDamageIsRefusedOrHarmless(t *testing.T) {
	ctx := context.Background()
	s := open(t, old(t, 4))
	good := filepath.Join(t.TempDir(), "good.db")
	require.NoError(t, s.Backup(ctx, good))
	whole, err := os.ReadFile(good)
	require.NoError(t, err)
	refused := 0
	for i := range 60 {
		b := bytes.Clone(whole)
		at := 100 + (i*7919)%(len(b)-400)
		for k := range 40 + i {
			b[at+k] ^= byte(37 + i)
		}
		bad := filepath.Join(t.TempDir(), "bad.db")
		require.NoError(t, os.WriteFile(bad, b, 0o600))
		dir := t.TempDir()
		if _, err := Restore(ctx, dir, bad); err != nil {
			refused++
			assert.NoFileExists(t, filepath.Join(dir, FileName))
			continue
		}
		got, err := opened(ctx, dir)
		require.NoError(t, err, "%d", at)
		trips, err := got.Trips(ctx)
		require.NoError(t, err)
		for _, tr := range trips {
			_, _, err := got.Journey(ctx, tr.ID)
			require.NoError(t, err, "%d", at)
			_, err = got.Log(ctx, tr.ID)
			require.NoError(t, err, "%d", at)
		}
		require.NoError(t, got.Close())
	}
	assert.Greater(t, refused, 12)
}

func mark(n float64) app.Noted { return app.Noted{Tasting: taste.Tasting{Mark: &n}} }
