package store

import (
	"apodemos/app"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// Whatever is called a backup: it is restored, or refused, and what was there is there.
func FuzzRestore(f *testing.F) {
	good := filepath.Join(f.TempDir(), "good.db")
	s, err := opened(f.Context(), f.TempDir())
	require.NoError(f, err)
	_, err = s.AddTrip(f.Context(), app.Trip{TripIn: app.TripIn{Name: "x", People: 1}})
	require.NoError(f, err)
	require.NoError(f, s.Backup(f.Context(), good))
	require.NoError(f, s.Close())
	whole, err := os.ReadFile(good)
	require.NoError(f, err)
	f.Add(0, byte(0), len(whole))
	f.Add(18, byte(9), len(whole))
	f.Add(5000, byte(0xff), len(whole))
	f.Add(0, byte('S'), 4096)
	f.Fuzz(func(t *testing.T, at int, v byte, cut int) {
		b := append([]byte{}, whole[:max(0, min(cut, len(whole)))]...)
		if len(b) > 0 {
			b[((at%len(b))+len(b))%len(b)] = v
		}
		dir := t.TempDir()
		bad := filepath.Join(dir, "backup.db")
		require.NoError(t, os.WriteFile(bad, b, 0o600))
		if _, err := Restore(t.Context(), filepath.Join(dir, "data"), bad); err != nil {
			if Exists(filepath.Join(dir, "data")) {
				t.Fatal("refused, and there")
			}
			return
		}
		s, err := opened(t.Context(), filepath.Join(dir, "data"))
		require.NoError(t, err, "what was restored opens")
		require.NoError(t, s.Close())
	})
}
