package store

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// What an earlier program took in under a name that is no identity has one of its own now, and is
// still what its cups and brews name: it can be taken along.
func TestForeignIdentitiesAreMended(t *testing.T) {
	ctx := t.Context()
	dir := old(t, 17)
	db, err := sql.Open("sqlite", filepath.Join(dir, FileName))
	require.NoError(t, err)
	var was string
	require.NoError(t, db.QueryRow("SELECT uuid FROM coffees WHERE id = 1").Scan(&was))
	var cups int
	require.NoError(t, db.QueryRow("SELECT count(*) FROM log_entries WHERE coffee = ?", was).Scan(&cups))
	require.Positive(t, cups)
	for _, q := range []string{
		"UPDATE coffees SET uuid = 'house' WHERE uuid = ?",
		"UPDATE log_entries SET body = replace(body, ?, 'house')",
		"UPDATE brews SET body = replace(body, ?, 'house')",
		"UPDATE plans SET body = replace(body, ?, 'house')",
	} {
		_, err := db.Exec(q, was)
		require.NoError(t, err, q)
	}
	_, err = db.Exec("UPDATE log_entries SET uuid = 'entry-1' WHERE id = 1")
	require.NoError(t, err)
	_, err = db.Exec("UPDATE log_entries SET uuid = '=1+1' WHERE id = 2")
	require.NoError(t, err)
	require.NoError(t, db.Close())

	s := open(t, dir)
	coffees, err := s.Coffees(ctx, false)
	require.NoError(t, err)
	var house app.Coffee
	for _, c := range coffees {
		require.NoError(t, uuid.Validate(c.UUID), c.UUID)
		if c.ID == 1 {
			house = c
		}
	}
	log, err := s.LogOf(ctx, house.UUID)
	require.NoError(t, err)
	assert.Len(t, log, cups, "its cups name it still")
	all, err := s.Log(ctx, app.AllTrips)
	require.NoError(t, err)
	for _, l := range all {
		assert.NoError(t, uuid.Validate(l.UUID), l.UUID)
	}
	_, err = s.TakeAlong(ctx, []int64{1}, app.Session{ID: "one", NewID: uuid.NewString, Now: s.now})
	require.NoError(t, err)
	require.NoError(t, s.ReadAll(ctx))
}
