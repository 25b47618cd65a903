// Package store keeps trips, stops, brews, plans and the log in one SQLite
// file.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"time"

	"github.com/gofrs/flock"
	"github.com/google/uuid"
	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	_ "modernc.org/sqlite" // the driver, pure Go
	sqlite3 "modernc.org/sqlite/lib"

	"apodemos/app"
)

//go:embed migrations/*.sql
var migrations embed.FS

// FileName is the name of the database in its data directory.
const FileName = "apodemos.db"

// Store is an open database.
type Store struct {
	reading
	db *sql.DB // reads, side by side
	w  *sql.DB // writes, one after the other
	// queue bounds those that wait to write.
	queue chan struct{}
	now   func() time.Time
	// newID makes an identity; lock is held as long as the database is open.
	newID func() string
	lock  *flock.Flock
	// looking is where a copy lies that is looked at, for nothing can be written where the
	// database is; empty where it can.
	looking string
}

// maxWaiting is how many wait to write before more are turned away.
const maxWaiting = 64

// exec writes one statement, in its turn.
func (s *Store) exec(ctx context.Context, query string, args ...any) (sql.Result, error) {
	leave, err := s.enter()
	if err != nil {
		return nil, err
	}
	defer leave()
	return s.w.ExecContext(ctx, query, args...)
}

// enter takes a place among those that wait to write. Its error is app.ErrBusy where there are
// too many, and app.ErrReadOnly where nothing can be written.
func (s *Store) enter() (leave func(), err error) {
	if s.looking != "" {
		return nil, app.ErrReadOnly
	}
	select {
	case s.queue <- struct{}{}:
		return func() { <-s.queue }, nil
	default:
		return nil, app.ErrBusy
	}
}

// ReadOnly reports whether the database can only be looked at.
func (s *Store) ReadOnly() bool { return s.looking != "" }

// Identities makes the identities of what is added from now on; random ones where f is
// nil.
func (s *Store) Identities(f func() string) {
	if f == nil {
		f = uuid.NewString
	}
	s.newID = f
}

// SetMeta keeps what the database says of itself.
func (s *Store) SetMeta(ctx context.Context, key, value string) error {
	_, err := s.exec(ctx, "INSERT INTO meta (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value", key, value)
	return err
}

// IsDemo reports whether the database is the made-up trip's, to look at.
func (s *Store) IsDemo(ctx context.Context) (bool, error) {
	v, err := s.meta(ctx, "demo")
	return v != "", err
}

// Readers see what was committed last, and wait for no writer.
const (
	readPragmas = "?_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_pragma=query_only(1)"
	maxReaders  = 8
)

const pragmas = "?_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_txlock=immediate"

// Open opens the database in dir, making both where they are missing, and
// brings its schema up to date. Before it changes an existing schema it keeps
// a copy of the file beside it. The error is one plain line.
func Open(ctx context.Context, dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("can’t make the data directory: %w", err)
	}
	path := filepath.Join(dir, FileName)
	if err := checkHeader(path); err != nil {
		return nil, err
	}
	// Held by everybody who has it open, so that nobody takes its place meanwhile.
	lock := flock.New(path + ".lock")
	if ok, err := lock.TryRLock(); barred(err) && Exists(dir) {
		return look(ctx, path)
	} else if err != nil {
		return nil, fmt.Errorf("can’t lock %s: %w", path, err)
	} else if !ok {
		return nil, fmt.Errorf("can’t open %s: it is being replaced. Try again", path)
	}
	// Existing files become private too; the umask covers new ones.
	for _, suffix := range []string{"", "-wal", "-shm", ".lock"} {
		_ = os.Chmod(path+suffix, 0o600)
	}
	s, err := openFile(ctx, path)
	if err != nil {
		_ = lock.Close()
		return nil, err
	}
	for _, suffix := range []string{"", "-wal", "-shm"} {
		_ = os.Chmod(path+suffix, 0o600)
	}
	s.lock = lock
	return s, nil
}

// look opens a copy of a database that lies where nothing can be written, so that it can be
// looked at and backed up: SQLite cannot even read one there that was left with a log.
func look(ctx context.Context, path string) (*Store, error) {
	dir, err := os.MkdirTemp("", "apodemos-look-")
	if err != nil {
		return nil, fmt.Errorf("can’t make a copy to look at: %w", err)
	}
	to := filepath.Join(dir, FileName)
	for _, suffix := range []string{"", "-wal"} {
		if err := copyFile(path+suffix, to+suffix); err != nil && !(suffix != "" && errors.Is(err, fs.ErrNotExist)) {
			os.RemoveAll(dir)
			return nil, fmt.Errorf("can’t copy %s to check it: %w", path, err)
		}
	}
	s, err := openFile(ctx, to)
	if err != nil {
		os.RemoveAll(dir)
		return nil, err
	}
	s.looking = dir
	return s, nil
}

// barred reports whether an error says that nothing may be written.
func barred(err error) bool { return errors.Is(err, fs.ErrPermission) || errors.Is(err, syscall.EROFS) }

// openFile opens the database at a path and brings its schema up to date.
func openFile(ctx context.Context, path string) (*Store, error) {
	db, err := sql.Open("sqlite", dsn(path, pragmas))
	if err != nil {
		return nil, fmt.Errorf("can’t open %s: %w", path, err)
	}
	if err := migrate(ctx, db, path); err != nil {
		db.Close()
		return nil, fmt.Errorf("can’t use %s: %w", path, err)
	}
	db.SetMaxOpenConns(1)
	readers, err := sql.Open("sqlite", dsn(path, readPragmas))
	if err != nil {
		db.Close()
		return nil, fmt.Errorf("can’t open %s: %w", path, err)
	}
	readers.SetMaxOpenConns(maxReaders)
	readers.SetMaxIdleConns(maxReaders)
	return &Store{reading: reading{readers}, db: readers, w: db, queue: make(chan struct{}, maxWaiting), now: time.Now, newID: uuid.NewString}, nil
}

// dsn names a file to the driver, which reads a URI: what has a meaning there is
// written so that it has none.
func dsn(path, query string) string {
	return "file:" + strings.NewReplacer("%", "%25", "?", "%3f", "#", "%23").Replace(path) + query
}

// checkHeader refuses a file that is there and is not a database, before
// anything writes to it.
func checkHeader(path string) error {
	f, err := os.Open(path)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("can’t read the database: %w", err)
	}
	defer f.Close()
	if info, err := f.Stat(); err == nil && info.Size() == 0 && info.ModTime().Before(time.Now().Add(-time.Minute)) {
		return fmt.Errorf("%s is empty. Restore a backup (apodemos restore FILE; look in %s), or delete the empty file to start with nothing", path, filepath.Join(filepath.Dir(path), backupDir))
	}
	const magic = "SQLite format 3\x00"
	head := make([]byte, len(magic))
	if n, _ := f.Read(head); n > 0 && string(head[:n]) != magic {
		return fmt.Errorf("%s is not an Apodemos database. Move it away, or give another directory with --data", path)
	}
	return nil
}

func migrate(ctx context.Context, db *sql.DB, path string) error {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, db, sub, goose.WithGoMigrations(goMigrations()...))
	if err != nil {
		return err
	}
	// Before anything is written: another program's tables stay its own.
	if err := ours(ctx, db); err != nil {
		return err
	}
	have, want, err := p.GetVersions(ctx)
	if err != nil {
		return err
	}
	if have > want {
		return fmt.Errorf("it was made by a newer Apodemos (schema %d, this one knows %d)", have, want)
	}
	if have > 0 && have < want {
		if err := vacuumInto(ctx, db, fmt.Sprintf("%s.before-%d", path, want)); err != nil {
			return fmt.Errorf("can’t save a copy before changing the schema: %w", err)
		}
	}
	_, err = p.Up(ctx)
	return err
}

// ours refuses a database that has tables and none of ours.
func ours(ctx context.Context, db *sql.DB) error {
	var all, own int
	err := db.QueryRowContext(ctx, "SELECT count(*), coalesce(sum(name IN ('trips', 'stops', 'brews', 'plans', 'goose_db_version')), 0) FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'").Scan(&all, &own)
	if err != nil {
		return err
	}
	if all > 0 && own < 5 && !(all == 1 && own == 1) {
		return errors.New("it is another program’s database. Move it away, or give another directory with --data")
	}
	return nil
}

func vacuumInto(ctx context.Context, db *sql.DB, path string) error {
	if err := os.Remove(path); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	_, err := db.ExecContext(ctx, "VACUUM INTO ?", path)
	return err
}

// Close closes the database.
func (s *Store) Close() error {
	err := errors.Join(s.db.Close(), s.w.Close())
	if s.looking != "" {
		err = errors.Join(err, os.RemoveAll(s.looking))
	}
	if s.lock != nil {
		err = errors.Join(err, s.lock.Close())
	}
	return err
}

func (s *Store) stamp() string { return s.now().UTC().Format(time.RFC3339) }

// tx runs f in a transaction.
func (s *Store) tx(ctx context.Context, f func(*sql.Tx) error) error {
	leave, err := s.enter()
	if err != nil {
		return err
	}
	defer leave()
	tx, err := s.w.BeginTx(ctx, nil)
	if err != nil {
		return writable(err)
	}
	defer tx.Rollback()
	var kept func()
	kept, err = s.keepOnce(ctx, tx)
	if err == nil {
		err = f(tx)
	}
	if err == nil {
		err = tx.Commit()
	}
	if err == nil {
		kept()
	}
	return writable(err)
}

// writable turns SQLite's read-only error into app.ErrReadOnly.
func writable(err error) error {
	if e, ok := errors.AsType[*sqlite.Error](err); ok && e.Code()&0xff == sqlite3.SQLITE_READONLY {
		return app.ErrReadOnly
	}
	return err
}

func notFound(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return app.ErrNotFound
	}
	return err
}
