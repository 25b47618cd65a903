package store

import (
	"context"
	"database/sql"
	"encoding/json"

	"apodemos/core/gear"
	"apodemos/core/kit"
)

// TripKit is the kit of a trip: what goes along, what is packed already, and
// what was lost or broke on the way.
type TripKit struct {
	Wishes kit.Wishes `json:"wishes"`
	Items  []int64    `json:"items" doc:"Chosen; empty for the best that there is"`
	Packed []string   `json:"packed" maxItems:"400" doc:"Lines of the packing list that are ticked"`
	Lost   []Lost     `json:"lost" maxItems:"60"`
}

// Lost is an item lost or broken at a stop.
type Lost struct {
	Item int64 `json:"item"`
	Stop int64 `json:"stop"`
}

func scanGear(r row) (it gear.Item, err error) {
	var id int64
	var item string
	if err = r.Scan(&id, &item); err != nil {
		return it, err
	}
	err = json.Unmarshal([]byte(item), &it)
	it.ID = id
	return it, err
}

// Gear lists the shelf.
func (s *Store) Gear(ctx context.Context) ([]gear.Item, error) {
	return collect(ctx, s.db, scanGear, "SELECT id, item FROM gear WHERE deleted_at IS NULL ORDER BY id")
}

// GearItem returns one item.
func (s *Store) GearItem(ctx context.Context, id int64) (gear.Item, error) {
	it, err := scanGear(s.db.QueryRowContext(ctx, "SELECT id, item FROM gear WHERE id = ? AND deleted_at IS NULL", id))
	return it, notFound(err)
}

// AddGear puts items on the shelf, all or none, and returns their IDs.
func (s *Store) AddGear(ctx context.Context, items []gear.Item) (ids []int64, err error) {
	err = s.tx(ctx, func(tx *sql.Tx) error {
		for _, it := range items {
			it.ID = 0
			b, err := json.Marshal(it)
			if err != nil {
				return err
			}
			r, err := tx.ExecContext(ctx, "INSERT INTO gear (item, created_at) VALUES (?, ?)", string(b), s.stamp())
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

// SetGear changes an item.
func (s *Store) SetGear(ctx context.Context, it gear.Item) error {
	id := it.ID
	it.ID = 0
	b, err := json.Marshal(it)
	if err != nil {
		return err
	}
	return one(s.db.ExecContext(ctx, "UPDATE gear SET item = ? WHERE id = ? AND deleted_at IS NULL", string(b), id))
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
	err := s.db.QueryRowContext(ctx, "SELECT kit FROM trips WHERE id = ? AND deleted_at IS NULL", trip).Scan(&text)
	if err == nil {
		err = json.Unmarshal([]byte(text), &k)
	}
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

// SetTripKit keeps the kit of a trip.
func (s *Store) SetTripKit(ctx context.Context, trip int64, k TripKit) error {
	b, err := json.Marshal(k)
	if err != nil {
		return err
	}
	return one(s.db.ExecContext(ctx, "UPDATE trips SET kit = ? WHERE id = ? AND deleted_at IS NULL", string(b), trip))
}
