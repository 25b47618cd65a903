//go:build unix

package store

import "syscall"

// room is how many bytes are free where a directory is.
func room(dir string) (free uint64, known bool) {
	var s syscall.Statfs_t
	if err := syscall.Statfs(dir, &s); err != nil {
		return 0, false
	}
	return uint64(s.Bavail) * uint64(s.Bsize), true
}
