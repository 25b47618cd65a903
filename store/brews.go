package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/trip"
)

// conditionsAt is what a brew at a time of day finds at its stop.
func conditionsAt(stop, facts, at string) (conditions.Conditions, error) {
	var base conditions.Conditions
	var f trip.Facts
	if err := errors.Join(json.Unmarshal([]byte(stop), &base), json.Unmarshal([]byte(facts), &f)); err != nil {
		return base, err
	}
	return trip.ConditionsAt(base, f, at), nil
}

const brewColumns = `b.id, b.uuid, b.stop_id, s.trip_id, b.name, b.at, b.revision, coalesce(b.plan_id, 0), coalesce(c.plan ->> '$.caffeine_mg', 0), (SELECT count(*) FROM log_entries l WHERE l.brew_id = b.id AND l.deleted_at IS NULL), b.patch, s.conditions, s.facts
	FROM brews b LEFT JOIN plans p ON p.id = b.plan_id LEFT JOIN plan_contents c ON c.hash = p.content JOIN stops s ON s.id = b.stop_id JOIN trips t ON t.id = s.trip_id
	WHERE b.deleted_at IS NULL AND s.deleted_at IS NULL AND t.deleted_at IS NULL `

func scanBrew(r row) (b Brew, err error) {
	var patch, conditions, facts string
	if err = r.Scan(&b.ID, &b.UUID, &b.StopID, &b.TripID, &b.Name, &b.At, &b.Revision, &b.PlanID, &b.CaffeineMg, &b.Tastings, &patch, &conditions, &facts); err != nil {
		return b, err
	}
	base, err := conditionsAt(conditions, facts, b.At)
	if err != nil {
		return b, err
	}
	b.Own = patch
	b.Request, err = app.Overlay(base, patch)
	return b, err
}

// Brews lists the brews of a trip, in the order of its stops.
func (s *Store) Brews(ctx context.Context, trip int64) ([]Brew, error) {
	return collect(ctx, s.db, scanBrew, "SELECT "+brewColumns+"AND s.trip_id = ? ORDER BY s.position, s.id, b.at, b.id", trip)
}

// Brew returns one brew.
func (s *Store) Brew(ctx context.Context, id int64) (Brew, error) {
	b, err := scanBrew(s.db.QueryRowContext(ctx, "SELECT "+brewColumns+"AND b.id = ?", id))
	return b, notFound(err)
}

// AddBrew stores a brew with its plan, and returns it.
func (s *Store) AddBrew(ctx context.Context, b Brew, p *brew.Plan) (Brew, error) {
	err := s.tx(ctx, func(tx *sql.Tx) error { return s.insertBrew(ctx, tx, &b, p) })
	if err != nil {
		return b, err
	}
	return s.Brew(ctx, b.ID)
}

// AddBrews stores brews with their plans, all of them or none, and returns them.
func (s *Store) AddBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) ([]Brew, error) {
	err := s.tx(ctx, func(tx *sql.Tx) error {
		for i := range brews {
			if err := s.insertBrew(ctx, tx, &brews[i], plans[i]); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	out := []Brew{}
	for _, b := range brews {
		kept, err := s.Brew(ctx, b.ID)
		if err != nil {
			return nil, err
		}
		out = append(out, kept)
	}
	return out, nil
}

func (s *Store) insertBrew(ctx context.Context, tx *sql.Tx, b *Brew, p *brew.Plan) error {
	patch, err := patchFor(ctx, tx, *b)
	if err != nil {
		return err
	}
	r, err := tx.ExecContext(ctx, "INSERT INTO brews (uuid, stop_id, name, at, patch, created_at) VALUES (?, ?, ?, ?, ?, ?)", s.identity(b.UUID), b.StopID, b.Name, b.At, patch, s.stamp())
	if err != nil {
		return err
	}
	if b.ID, err = r.LastInsertId(); err != nil {
		return err
	}
	return s.addPlan(ctx, tx, *b, p)
}

// SetBrew changes a brew and stores its new plan. It returns ErrConflict when
// the brew's revision is no longer the one given.
func (s *Store) SetBrew(ctx context.Context, b Brew, p *brew.Plan) (Brew, error) {
	err := s.tx(ctx, func(tx *sql.Tx) error {
		if err := tx.QueryRowContext(ctx, "SELECT stop_id FROM brews WHERE id = ? AND deleted_at IS NULL", b.ID).Scan(&b.StopID); err != nil {
			return notFound(err)
		}
		patch, err := patchFor(ctx, tx, b)
		if err != nil {
			return err
		}
		err = one(tx.ExecContext(ctx, "UPDATE brews SET name = ?, at = ?, patch = ?, revision = revision + 1 WHERE id = ? AND revision = ?", b.Name, b.At, patch, b.ID, b.Revision))
		if errors.Is(err, ErrNotFound) {
			return ErrConflict
		}
		if err != nil {
			return err
		}
		return s.addPlan(ctx, tx, b, p)
	})
	if err != nil {
		return b, err
	}
	return s.Brew(ctx, b.ID)
}

// SetBrews changes the requests of brews and stores their new plans: all of them
// or none. It returns ErrConflict when a revision is no longer the one given.
func (s *Store) SetBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		for i, b := range brews {
			patch, err := patchFor(ctx, tx, b)
			if err != nil {
				return err
			}
			err = one(tx.ExecContext(ctx, "UPDATE brews SET patch = ?, revision = revision + 1 WHERE id = ? AND revision = ? AND deleted_at IS NULL", patch, b.ID, b.Revision))
			if errors.Is(err, ErrNotFound) {
				return ErrConflict
			}
			if err != nil {
				return err
			}
			if err := s.addPlan(ctx, tx, b, plans[i]); err != nil {
				return err
			}
		}
		return nil
	})
}

// MoveBrew moves a brew with its log to another stop, at an hour, with its new plan.
// ErrConflict as SetBrew.
func (s *Store) MoveBrew(ctx context.Context, b Brew, stop int64, p *brew.Plan) (Brew, error) {
	err := s.tx(ctx, func(tx *sql.Tx) error {
		b.StopID = stop
		patch, err := patchFor(ctx, tx, b)
		if err != nil {
			return err
		}
		if err := changedIn(ctx, tx, "brews", b.ID, b.Revision, "stop_id = ?, at = ?, patch = ?", stop, b.At, patch); err != nil {
			return err
		}
		return s.addPlan(ctx, tx, b, p)
	})
	if err != nil {
		return b, err
	}
	return s.Brew(ctx, b.ID)
}

func patchFor(ctx context.Context, tx *sql.Tx, b Brew) (string, error) {
	var conditions, facts string
	if err := tx.QueryRowContext(ctx, "SELECT conditions, facts FROM stops WHERE id = ? AND deleted_at IS NULL", b.StopID).Scan(&conditions, &facts); err != nil {
		return "", notFound(err)
	}
	base, err := conditionsAt(conditions, facts, b.At)
	if err != nil {
		return "", err
	}
	return app.Difference(base, b.Request)
}

// DeleteBrew takes a brew away, with its log entries.
func (s *Store) DeleteBrew(ctx context.Context, id int64) error {
	return s.mark(ctx, "brews", id, true)
}

// RestoreBrew undoes DeleteBrew.
func (s *Store) RestoreBrew(ctx context.Context, id int64) error {
	return s.mark(ctx, "brews", id, false)
}
