package store

import (
	"context"
	"database/sql"
	"errors"

	"apodemos/app"
)

// Ticks are the lines of a trip's list that are done.
func (s *Store) Ticks(ctx context.Context, trip int64, list string) ([]string, error) {
	if _, err := s.Trip(ctx, trip); err != nil {
		return nil, err
	}
	return collect(ctx, s.db, func(r row) (line string, err error) { return line, r.Scan(&line) }, "SELECT line FROM ticks WHERE trip_id = ? AND list = ? ORDER BY line", trip, list)
}

// SetTicks says whether lines of a trip's list are done: those alone, so that two who
// tick the same list do not undo each other. Its error is brew.Problems where a line is
// no ID.
func (s *Store) SetTicks(ctx context.Context, trip int64, list string, lines []string, done bool) error {
	if err := app.CheckLines(lines); err != nil {
		return err
	}
	if _, err := s.Trip(ctx, trip); err != nil {
		return err
	}
	return s.tx(ctx, func(tx *sql.Tx) error {
		for _, line := range lines {
			query := "DELETE FROM ticks WHERE trip_id = ? AND list = ? AND line = ?"
			if done {
				query = "INSERT INTO ticks (trip_id, list, line) VALUES (?, ?, ?) ON CONFLICT DO NOTHING"
			}
			if _, err := tx.ExecContext(ctx, query, trip, list, line); err != nil {
				return err
			}
		}
		return nil
	})
}

// Calendar is what was last written of a trip's calendar, JSON.
func (s *Store) Calendar(ctx context.Context, trip int64) (string, error) {
	var v string
	err := s.db.QueryRowContext(ctx, "SELECT calendar FROM trips WHERE id = ?", trip).Scan(&v)
	if errors.Is(err, sql.ErrNoRows) {
		return "", ErrNotFound
	}
	return v, err
}

// SetCalendar keeps what was written of a trip's calendar, where was is still what is kept.
func (s *Store) SetCalendar(ctx context.Context, trip int64, was, now string) error {
	r, err := s.exec(ctx, "UPDATE trips SET calendar = ? WHERE id = ? AND calendar = ?", now, trip, was)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); n != 1 || err != nil {
		return errors.Join(err, ErrConflict)
	}
	return nil
}
