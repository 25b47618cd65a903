package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"time"
)

// Backups by themselves: one a day on which something changed, in a directory beside the database.
const (
	backupDir    = "backups"
	keepDays     = 7  // the newest
	keepMonths   = 12 // and the first of each month
	backupSuffix = ".db"
)

var backupName = regexp.MustCompile(`^apodemos-(\d{4}-\d{2}-\d{2})\.db$`)

// Daily makes a dated backup in the data directory, if something changed since the last one and
// none was made today: checked by opening it before it takes its place. One that fails, or would
// leave too little room, takes the place of none. It returns the backup's path, or "" where none was
// due.
func (s *Store) Daily(ctx context.Context, data string, now time.Time) (made string, err error) {
	path := filepath.Join(data, FileName)
	dir := filepath.Join(data, backupDir)
	today := filepath.Join(dir, "apodemos-"+now.Format(time.DateOnly)+backupSuffix)
	changed, size, err := changedAt(path)
	if err != nil {
		return "", err
	}
	have, err := backupsIn(dir)
	if err != nil {
		return "", err
	}
	if n := len(have); n > 0 {
		last := filepath.Join(dir, have[n-1])
		info, err := os.Stat(last)
		if err != nil {
			return "", err
		}
		if last >= today || !changed.After(info.ModTime()) {
			return "", nil
		}
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", err
	}
	// Room for it, and as much again for what is written meanwhile.
	if free, known := room(dir); known && free < 2*size+(64<<20) {
		return "", fmt.Errorf("no backup was made: %d MB are free, and it would take %d MB; make room in %s", free>>20, size>>20, dir)
	}
	part := today + ".part"
	if err := os.Remove(part); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return "", err
	}
	defer os.Remove(part)
	if err := s.Backup(ctx, part); err != nil {
		return "", fmt.Errorf("no backup was made: %w", err)
	}
	if err := check(ctx, part); err != nil {
		return "", fmt.Errorf("no backup was made: %w", err)
	}
	if err := os.Rename(part, today); err != nil {
		return "", err
	}
	if err := syncFile(dir); err != nil {
		return today, err
	}
	return today, thin(dir)
}

// changedAt returns when a database was last written, and its size, with its log.
func changedAt(path string) (at time.Time, size uint64, err error) {
	for _, suffix := range []string{"", "-wal"} {
		info, err := os.Stat(path + suffix)
		if errors.Is(err, fs.ErrNotExist) && suffix != "" {
			continue
		}
		if err != nil {
			return at, size, err
		}
		if info.ModTime().After(at) && info.Size() > 0 {
			at = info.ModTime()
		}
		size += uint64(info.Size())
	}
	return at, size, nil
}

// backupsIn returns the names of the backups in a directory, the oldest first.
func backupsIn(dir string) ([]string, error) {
	files, err := os.ReadDir(dir)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	var out []string
	for _, f := range files {
		if backupName.MatchString(f.Name()) {
			out = append(out, f.Name())
		}
	}
	slices.Sort(out)
	return out, err
}

// thin takes away backups but the last few, and the first of each of the last months.
func thin(dir string) error {
	have, err := backupsIn(dir)
	if err != nil {
		return err
	}
	keep := map[string]bool{}
	for _, name := range have[max(len(have)-keepDays, 0):] {
		keep[name] = true
	}
	var months []string
	for _, name := range have {
		months = append(months, month(name))
	}
	months = slices.Compact(months)
	recent := months[max(len(months)-keepMonths, 0):]
	seen := map[string]bool{}
	for _, name := range have {
		of := month(name)
		first := !seen[of]
		seen[of] = true
		if keep[name] || first && slices.Contains(recent, of) {
			continue
		}
		if err := os.Remove(filepath.Join(dir, name)); err != nil {
			return err
		}
	}
	return nil
}

// month returns the month of a backup, such as 2026-11.
func month(name string) string { return backupName.FindStringSubmatch(name)[1][:7] }

// KeepDaily makes a backup by itself whenever one is due, until ctx is done. What goes wrong is
// told, and stops nothing.
func (s *Store) KeepDaily(ctx context.Context, data string, tell func(string)) {
	if s.ReadOnly() {
		return
	}
	last := ""
	for wait := time.Minute; ; wait = time.Hour {
		select {
		case <-ctx.Done():
			return
		case <-time.After(wait):
		}
		made, err := s.Daily(ctx, data, s.now())
		switch {
		case ctx.Err() != nil:
			return
		case err != nil && err.Error() != last:
			last = err.Error()
			tell("Backup: " + last + ".")
		case made != "":
			last = ""
			tell("Backup made: " + made)
		}
	}
}
