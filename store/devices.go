package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"time"

	"apodemos/app"
)

// Device is one that may ask from beyond this machine.
type Device = app.Device

func hashed(secret string) string {
	sum := sha256.Sum256([]byte(secret))
	return hex.EncodeToString(sum[:])
}

// Devices lists those that are paired.
func (s *Store) Devices(ctx context.Context) ([]Device, error) {
	return collect(ctx, s.db, func(r row) (d Device, err error) { return d, r.Scan(&d.ID, &d.Name, &d.PairedAt, &d.SeenAt) },
		"SELECT id, name, created_at, seen_at FROM devices WHERE revoked_at IS NULL ORDER BY id")
}

// AddDevice keeps a device by its token, of which only the hash is kept.
func (s *Store) AddDevice(ctx context.Context, name, token string) error {
	_, err := s.exec(ctx, "INSERT INTO devices (name, token, created_at, seen_at) VALUES (?, ?, ?, ?)", name, hashed(token), s.stamp(), s.stamp())
	return err
}

// DeviceOf is the device of a token; ErrNotFound where there is none, or it was revoked. When
// it was seen last is kept to the minute.
func (s *Store) DeviceOf(ctx context.Context, token string) (Device, error) {
	var d Device
	err := s.db.QueryRowContext(ctx, "SELECT id, name, created_at, seen_at FROM devices WHERE token = ? AND revoked_at IS NULL", hashed(token)).Scan(&d.ID, &d.Name, &d.PairedAt, &d.SeenAt)
	if err != nil {
		return d, notFound(err)
	}
	if seen, err := time.Parse(time.RFC3339, d.SeenAt); err != nil || s.now().Sub(seen) > time.Minute {
		if _, err = s.exec(ctx, "UPDATE devices SET seen_at = ? WHERE id = ?", s.stamp(), d.ID); errors.Is(err, app.ErrBusy) || errors.Is(err, app.ErrReadOnly) {
			err = nil // the next time, then
		}
		return d, err
	}
	return d, nil
}

// RevokeDevice takes a device's token away.
func (s *Store) RevokeDevice(ctx context.Context, id int64) error {
	r, err := s.exec(ctx, "UPDATE devices SET revoked_at = ? WHERE id = ? AND revoked_at IS NULL", s.stamp(), id)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, app.ErrNotFound)
	}
	return nil
}

// SetPairing keeps the one key that pairs a device, by its hash, until a moment.
func (s *Store) SetPairing(ctx context.Context, key string, until time.Time) error {
	return s.SetMeta(ctx, "pairing", hashed(key)+" "+until.UTC().Format(time.RFC3339))
}

// UsePairing reports whether a key pairs a device now, and takes it away where it does.
func (s *Store) UsePairing(ctx context.Context, key string, now time.Time) (bool, error) {
	r, err := s.exec(ctx, "DELETE FROM meta WHERE key = 'pairing' AND substr(value, 1, 64) = ? AND substr(value, 66) > ?", hashed(key), now.UTC().Format(time.RFC3339))
	if err != nil {
		return false, err
	}
	n, err := r.RowsAffected()
	return n == 1, err
}

// EndPairing takes the key away.
func (s *Store) EndPairing(ctx context.Context) error {
	_, err := s.exec(ctx, "DELETE FROM meta WHERE key = 'pairing'")
	return err
}
