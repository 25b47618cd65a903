package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// IsFull reports whether an error says that there is no room to write: the disk
// is full, or a quota is used up. Nothing of the change is kept then.
func IsFull(err error) bool {
	e, ok := errors.AsType[*sqlite.Error](err)
	return ok && (e.Code()&0xff == sqlite3.SQLITE_FULL || e.Code() == sqlite3.SQLITE_IOERR_WRITE)
}

// Exists reports whether a directory holds a database.
func Exists(dir string) bool {
	_, err := os.Stat(filepath.Join(dir, FileName))
	return err == nil
}

// Backup writes a consistent copy of the database to a new file, while the
// program may be running.
func (s *Store) Backup(ctx context.Context, path string) error {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("%s exists already", path)
	}
	if err := vacuumInto(ctx, s.db, path); err != nil {
		os.Remove(path) // half a backup is none
		return err
	}
	return nil
}

// Restore puts a backup in the place of the database in dir, and returns where
// it keeps the one that was there; empty when there was none. The backup is
// checked first, and stays as it is. The program must not be running.
func Restore(ctx context.Context, dir, backup string) (kept string, err error) {
	if err := check(ctx, backup); err != nil {
		return "", err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", fmt.Errorf("cannot make the data directory: %w", err)
	}
	path := filepath.Join(dir, FileName)
	fresh := path + ".restoring"
	if err := vacuumFrom(ctx, backup, fresh); err != nil {
		os.Remove(fresh)
		return "", fmt.Errorf("cannot copy %s: %w", backup, err)
	}
	there := Exists(dir)
	if there {
		err = settle(ctx, path)
	}
	// A log of the old database would be played into the new one.
	for _, suffix := range []string{"-wal", "-shm"} {
		if err == nil {
			if err = os.Remove(path + suffix); errors.Is(err, fs.ErrNotExist) {
				err = nil
			}
		}
	}
	if err == nil && there {
		kept = unused(path + ".before-restore")
		err = os.Rename(path, kept)
	}
	if err != nil {
		os.Remove(fresh)
		return "", err
	}
	return kept, os.Rename(fresh, path)
}

// unused is a path at which there is nothing: what was kept before stays.
func unused(path string) string {
	for n := 1; ; n++ {
		free := path
		if n > 1 {
			free = fmt.Sprintf("%s-%d", path, n)
		}
		if _, err := os.Stat(free); errors.Is(err, fs.ErrNotExist) {
			return free
		}
	}
}

// check refuses a file that is no sound database of ours.
func check(ctx context.Context, path string) error {
	if _, err := os.Stat(path); err != nil {
		return fmt.Errorf("cannot read the backup: %w", err)
	}
	if checkHeader(path) != nil {
		return fmt.Errorf("%s is not an Apodemos database; allowed: a file that apodemos backup wrote", path)
	}
	db, err := sql.Open("sqlite", "file:"+path+"?mode=ro")
	if err != nil {
		return err
	}
	defer db.Close()
	var says string
	if err := db.QueryRowContext(ctx, "PRAGMA integrity_check").Scan(&says); err != nil {
		says = err.Error()
	}
	if says != "ok" {
		return fmt.Errorf("%s is damaged and was not restored: %s", path, says)
	}
	var n int
	if err := db.QueryRowContext(ctx, "SELECT count(*) FROM sqlite_master WHERE name IN ('trips', 'stops', 'brews', 'plans')").Scan(&n); err != nil || n != 4 {
		return fmt.Errorf("%s is a database, but not one of Apodemos", path)
	}
	return nil
}

func vacuumFrom(ctx context.Context, from, to string) error {
	db, err := sql.Open("sqlite", "file:"+from+"?mode=ro")
	if err != nil {
		return err
	}
	defer db.Close()
	return vacuumInto(ctx, db, to)
}

// settle writes the log of a database into its file, and refuses while another
// program has it open.
func settle(ctx context.Context, path string) error {
	db, err := sql.Open("sqlite", "file:"+path+"?_pragma=locking_mode(EXCLUSIVE)")
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	// Leaving the log's mode needs the file for itself alone.
	var mode string
	if err := db.QueryRowContext(ctx, "PRAGMA journal_mode = DELETE").Scan(&mode); err != nil || mode != "delete" {
		return fmt.Errorf("the database is in use; stop the program first, then restore")
	}
	return nil
}
