//go:build linux

package store

import (
	"context"
	"os"
	"path/filepath"
	"runtime"
	"syscall"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// A database in a directory where nothing can be written is looked at and backed up, with what
// a killed program left in its log, and nothing there is touched.
func TestADirectoryThatCanOnlyBeRead(t *testing.T) {
	ctx := t.Context()
	dir := filepath.Join(t.TempDir(), "kept")
	s, err := opened(ctx, dir)
	require.NoError(t, err)
	id, err := s.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Only to look at", People: 1}})
	require.NoError(t, err)
	// As a kill leaves it: with its log, which is not in the file yet.
	backup := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, os.Chmod(filepath.Dir(backup), 0o777))
	still := filepath.Join(filepath.Dir(dir), "still")
	require.NoError(t, os.Mkdir(still, 0o755))
	for _, suffix := range []string{"", "-wal"} {
		require.NoError(t, copyFile(filepath.Join(dir, FileName)+suffix, filepath.Join(still, FileName)+suffix))
		require.NoError(t, os.Chmod(filepath.Join(still, FileName)+suffix, 0o444))
	}
	require.NoError(t, s.Close())
	for at := still; at != os.TempDir() && at != "/"; at = filepath.Dir(at) {
		require.NoError(t, os.Chmod(at, 0o755))
	}
	require.NoError(t, os.Chmod(still, 0o555))
	t.Cleanup(func() { _ = os.Chmod(still, 0o755) })
	if os.Geteuid() == 0 { // whom no mode keeps out
		runtime.LockOSThread()
		defer runtime.UnlockOSThread()
		require.NoError(t, syscall.Setfsuid(65534))
		defer func() { _ = syscall.Setfsuid(0) }()
	}
	look, err := opened(ctx, still)
	require.NoError(t, err)
	assert.True(t, look.ReadOnly())
	seen, err := look.Trip(ctx, id)
	require.NoError(t, err)
	assert.Equal(t, "Only to look at", seen.Name)
	_, err = look.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "x", People: 1}})
	assert.ErrorIs(t, err, app.ErrReadOnly)
	assert.ErrorIs(t, look.Delete(ctx, app.KindTrip, id), app.ErrReadOnly)
	require.NoError(t, look.Backup(ctx, backup))
	where := look.looking
	require.NoError(t, look.Close())
	assert.NoDirExists(t, where)
	list, err := os.ReadDir(still)
	require.NoError(t, err)
	assert.Len(t, list, 2, "nothing was written there")
	_ = syscall.Setfsuid(0)
	require.NoError(t, check(context.Background(), backup))
}

// Many write at once: each in its turn, and none fails for want of the lock.
func TestWritersWaitTheirTurn(t *testing.T) {
	s, err := opened(t.Context(), t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	assert.Equal(t, 1, s.w.Stats().MaxOpenConnections, "one writer")
	errs := make(chan error, maxWaiting)
	for range maxWaiting {
		go func() {
			_, err := s.AddTrip(context.Background(), app.Trip{TripIn: app.TripIn{Name: "x", People: 1}})
			errs <- err
		}()
	}
	for range maxWaiting {
		assert.NoError(t, <-errs)
	}
	for range maxWaiting {
		s.queue <- struct{}{}
	}
	_, err = s.AddTrip(t.Context(), app.Trip{TripIn: app.TripIn{Name: "x", People: 1}})
	assert.ErrorIs(t, err, app.ErrBusy)
	trips, err := s.Trips(t.Context())
	require.NoError(t, err)
	assert.Len(t, trips, maxWaiting, "and who only looks waits for nobody")
}
