package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"

	"github.com/gofrs/flock"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"

	"apodemos/app"
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
// program may be running. Any name is the name of a file.
func (s *Store) Backup(ctx context.Context, path string) error {
	path, err := asFile(path)
	if err != nil {
		return err
	}
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("%s exists already", path)
	}
	if err := vacuumInto(ctx, s.w, path); err != nil {
		os.Remove(path) // half a backup is none
		return err
	}
	if err := os.Chmod(path, 0o600); err != nil {
		return err
	}
	return errors.Join(syncFile(path), syncFile(filepath.Dir(path)))
}

// asFile is a path that nothing takes for anything but a file's.
func asFile(path string) (string, error) {
	if strings.TrimSpace(path) == "" {
		return "", errors.New("the file name is empty. Enter where to save the backup")
	}
	return filepath.Abs(path)
}

// syncFile makes what was written to a file, or renamed in a directory, last.
func syncFile(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// errInUse is returned while another program has the database open.
var errInUse = errors.New("the database is in use; stop the program first")

// Restore puts a backup in the place of the database in dir, and returns where
// it keeps the one that was there, though it be damaged; empty when there was none.
// The backup is checked first, and stays as it is. The program must not be running. A
// kill at any moment leaves the old database or the new one.
func Restore(ctx context.Context, dir, backup string) (kept string, err error) {
	if backup, err = asFile(backup); err != nil {
		return "", err
	}
	if err := check(ctx, backup); err != nil {
		return "", err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", fmt.Errorf("can’t make the data directory: %w", err)
	}
	path := filepath.Join(dir, FileName)
	fresh := path + ".restoring"
	defer os.Remove(fresh)
	if err := ready(ctx, backup, fresh); err != nil {
		return "", fmt.Errorf("%s was not restored: %w", backup, err)
	}
	return Replace(ctx, path, fresh, "before-restore")
}

// PlainCopy reports whether a file is a copy of a database that was in use, without the log that was
// beside it: what was written last may not be in it. A backup never is.
func PlainCopy(path string) bool {
	f, err := os.Open(path)
	if err != nil {
		return false
	}
	defer f.Close()
	var head [20]byte
	if _, err := io.ReadFull(f, head[:]); err != nil {
		return false
	}
	_, err = os.Stat(path + "-wal")
	return head[18] == 2 && errors.Is(err, fs.ErrNotExist) // https://www.sqlite.org/fileformat.html, 1.3.3
}

// Replace puts a finished database in the place of the one at a path, and returns
// under which name it keeps that one; empty when there was none.
func Replace(ctx context.Context, path, fresh, as string) (kept string, err error) {
	lock := flock.New(path + ".lock")
	if ok, err := lock.TryLock(); err != nil || !ok {
		return "", errInUse
	}
	defer lock.Close()
	_, err = os.Stat(path)
	there := err == nil
	if there {
		if err := settle(ctx, path); err != nil {
			return "", err
		}
		kept = unused(path + "." + as)
		// A second name for it: there is a database under the first at every moment.
		if err := os.Link(path, kept); err != nil {
			if err := copyFile(path, kept); err != nil {
				os.Remove(kept)
				return "", fmt.Errorf("can’t save the previous data: %w", err)
			}
		}
		// What a damaged one could not take in stays beside it; a log of the old database
		// would be played into the new one.
		for _, suffix := range []string{"-wal", "-shm"} {
			if err := os.Rename(path+suffix, kept+suffix); err != nil && !errors.Is(err, fs.ErrNotExist) {
				return "", err
			}
		}
	} else {
		for _, suffix := range []string{"-wal", "-shm"} {
			if err := os.Remove(path + suffix); err != nil && !errors.Is(err, fs.ErrNotExist) {
				return "", err
			}
		}
	}
	if err := syncFile(fresh); err != nil {
		return kept, err
	}
	if err := os.Rename(fresh, path); err != nil {
		return kept, err
	}
	return kept, syncFile(filepath.Dir(path))
}

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
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
		return fmt.Errorf("can’t read the backup: %w", err)
	}
	if checkHeader(path) != nil {
		return fmt.Errorf("%s is not an Apodemos database. Choose a file that apodemos backup wrote", path)
	}
	db, err := sql.Open("sqlite", dsn(path, "?mode=ro"))
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

// ready makes a copy of a backup that this version can use, at a path where nothing
// is: brought up to date, with every row read once.
func ready(ctx context.Context, backup, to string) error {
	if err := os.Remove(to); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	db, err := sql.Open("sqlite", dsn(backup, "?mode=ro"))
	if err != nil {
		return err
	}
	err = vacuumInto(ctx, db, to)
	if err = errors.Join(err, db.Close()); err != nil {
		return fmt.Errorf("can’t copy it: %w", err)
	}
	s, err := openFile(ctx, to)
	if err != nil {
		return err
	}
	defer func() {
		for _, leftover := range []string{"-wal", "-shm"} {
			os.Remove(to + leftover)
		}
	}()
	err = s.verify(ctx)
	if err == nil {
		// All of it into the one file.
		_, err = s.exec(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	}
	return errors.Join(err, s.Close())
}

// verify reads everything, deleted or not, as the program would.
func (s *Store) verify(ctx context.Context) error {
	rows, err := s.db.QueryContext(ctx, "PRAGMA foreign_key_check")
	if err != nil {
		return err
	}
	broken := rows.Next()
	if err := errors.Join(rows.Err(), rows.Close()); err != nil || broken {
		return errors.Join(err, errors.New("some of its rows belong to nothing"))
	}
	return app.New(s).ReadAll(ctx)
}

// settle writes the log of a database into its file, and refuses while another
// program has it open. One that is too damaged to be opened is in use by nobody.
func settle(ctx context.Context, path string) error {
	db, err := sql.Open("sqlite", dsn(path, "?_pragma=locking_mode(EXCLUSIVE)"))
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	// Leaving the log's mode needs the file for itself alone.
	var mode string
	err = db.QueryRowContext(ctx, "PRAGMA journal_mode = DELETE").Scan(&mode)
	if e, ok := errors.AsType[*sqlite.Error](err); ok && e.Code()&0xff != sqlite3.SQLITE_BUSY && e.Code()&0xff != sqlite3.SQLITE_LOCKED {
		return nil
	}
	if err != nil || mode != "delete" {
		return errInUse
	}
	return nil
}
