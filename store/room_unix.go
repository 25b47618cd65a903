//go:build unix

package store

import "syscall"

// room returns the free bytes on a directory's disk.
func room(dir string) (free uint64, known bool) {
	var s syscall.Statfs_t
	if err := syscall.Statfs(dir, &s); err != nil {
		return 0, false
	}
	return uint64(s.Bavail) * uint64(s.Bsize), true
}
