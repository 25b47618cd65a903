package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"apodemos/core/gear"
)

func scanGear(r row) (it gear.Item, err error) {
	var id, revision int64
	var item, identity string
	if err = r.Scan(&id, &identity, &revision, &item); err != nil {
		return it, err
	}
	if err = json.Unmarshal([]byte(item), &it); err != nil {
		err = fmt.Errorf("gear %d: %w", id, err)
	}
	it.ID, it.UUID, it.Revision = id, identity, revision
	return it, err
}

// Gear lists the shelf.
func (s *Store) Gear(ctx context.Context) ([]gear.Item, error) {
	return collect(ctx, s.db, scanGear, "SELECT id, uuid, revision, item FROM gear WHERE deleted_at IS NULL ORDER BY id")
}

// GearItem returns one item.
func (s *Store) GearItem(ctx context.Context, id int64) (gear.Item, error) {
	it, err := scanGear(s.db.QueryRowContext(ctx, "SELECT id, uuid, revision, item FROM gear WHERE id = ? AND deleted_at IS NULL", id))
	return it, notFound(err)
}

// AddGear puts items on the shelf, all or none, and returns their IDs.
func (s *Store) AddGear(ctx context.Context, items []gear.Item) (ids []int64, err error) {
	err = s.tx(ctx, func(tx *sql.Tx) error {
		for _, it := range items {
			identity := s.identity(it.UUID)
			it.ID, it.UUID, it.Revision = 0, "", 0
			b, err := json.Marshal(it)
			if err != nil {
				return err
			}
			r, err := tx.ExecContext(ctx, "INSERT INTO gear (uuid, item, created_at) VALUES (?, ?, ?)", identity, string(b), s.stamp())
			if err != nil {
				return err
			}
			id, err := r.LastInsertId()
			if err != nil {
				return err
			}
			ids = append(ids, id)
		}
		return nil
	})
	return ids, err
}

// SetGear changes an item from the revision that it names; ErrConflict as SetTrip.
func (s *Store) SetGear(ctx context.Context, it gear.Item) error {
	id, revision := it.ID, it.Revision
	it.ID, it.UUID, it.Revision = 0, "", 0
	b, err := json.Marshal(it)
	if err != nil {
		return err
	}
	return s.changed(ctx, "gear", id, revision, "item = ?", string(b))
}

// DeleteGear takes an item off the shelf.
func (s *Store) DeleteGear(ctx context.Context, id int64) error { return s.mark(ctx, "gear", id, true) }

// RestoreGear undoes DeleteGear.
func (s *Store) RestoreGear(ctx context.Context, id int64) error {
	return s.mark(ctx, "gear", id, false)
}

// TripKit returns the kit of a trip.
func (s *Store) TripKit(ctx context.Context, trip int64) (TripKit, error) {
	var text string
	k := TripKit{}
	var revision int64
	err := s.db.QueryRowContext(ctx, "SELECT kit, kit_revision FROM trips WHERE id = ? AND deleted_at IS NULL", trip).Scan(&text, &revision)
	if err == nil {
		err = json.Unmarshal([]byte(text), &k)
	}
	k.Revision = revision
	if k.Items == nil {
		k.Items = []int64{}
	}
	if k.Packed == nil {
		k.Packed = []string{}
	}
	if k.Lost == nil {
		k.Lost = []Lost{}
	}
	return k, notFound(err)
}

// SetTripKit keeps the kit of a trip, from the revision that it names; ErrConflict as
// SetTrip.
func (s *Store) SetTripKit(ctx context.Context, trip int64, k TripKit) error {
	revision := k.Revision
	k.Revision = 0
	b, err := json.Marshal(k)
	if err != nil {
		return err
	}
	err = one(s.exec(ctx, "UPDATE trips SET kit = ?, kit_revision = kit_revision + 1 WHERE id = ? AND kit_revision = ? AND deleted_at IS NULL", string(b), trip, revision))
	if errors.Is(err, ErrNotFound) {
		if _, there := s.Trip(ctx, trip); there == nil {
			return ErrConflict
		}
	}
	return err
}
