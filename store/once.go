package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"apodemos/app"
)

// onceLasts is how long a key is remembered.
const onceLasts = 24 * time.Hour

// keepOnce saves the key of a request in the transaction of its first write.
func (s *Store) keepOnce(ctx context.Context, tx *sql.Tx) (kept func(), err error) {
	o := app.OnceOf(ctx)
	if o == nil || o.Kept {
		return func() {}, nil
	}
	if _, err := tx.ExecContext(ctx, "DELETE FROM asked WHERE at < ?", s.now().Add(-onceLasts).UTC().Format(time.RFC3339)); err != nil {
		return nil, err
	}
	if _, err := tx.ExecContext(ctx, "INSERT INTO asked (key, request, at) VALUES (?, ?, ?)", o.Key, o.Request, s.stamp()); err != nil {
		return nil, err
	}
	return func() { o.Kept = true }, nil
}

// Asked returns the answer to a request with a key. Its error is app.ErrNotFound if the key is new.
func (s *Store) Asked(ctx context.Context, key string) (out app.Said, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT request, status, type, body FROM asked WHERE key = ? AND at >= ?", key, s.now().Add(-onceLasts).UTC().Format(time.RFC3339)).Scan(&out.Request, &out.Status, &out.Type, &out.Body)
	if errors.Is(err, sql.ErrNoRows) {
		err = app.ErrNotFound
	}
	return out, err
}

// Answered saves the answer to a request with a key.
func (s *Store) Answered(ctx context.Context, key string, said app.Said) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		_, err := tx.ExecContext(ctx, "UPDATE asked SET status = ?, type = ?, body = ? WHERE key = ?", said.Status, said.Type, said.Body, key)
		return err
	})
}
