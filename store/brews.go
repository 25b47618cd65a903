package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	jsonpatch "github.com/evanphx/json-patch/v5"

	"apodemos/core/brew"
	"apodemos/core/trip"
)

// Brew is a brew planned at a stop. Request is the stop's conditions with the
// brew's own wishes over them; only the latter are stored, so that a brew
// follows its stop where it has no wish of its own.
type Brew struct {
	ID       int64        `json:"id"`
	UUID     string       `json:"uuid"`
	StopID   int64        `json:"stop_id"`
	TripID   int64        `json:"trip_id"`
	Name     string       `json:"name"`
	At       string       `json:"at" doc:"Local time of day, HH:MM"`
	Revision int64        `json:"revision"`
	Request  brew.Request `json:"request"`
	PlanID   int64        `json:"plan_id"`
	// CaffeineMg is the stored plan's, each cup.
	CaffeineMg float64 `json:"caffeine_mg"`
	Tastings   int     `json:"tastings" doc:"How often it was made and written down"`
}

// StoredPlan is a plan with what made it and which computation answered.
type StoredPlan struct {
	ID          int64        `json:"id"`
	UUID        string       `json:"uuid"`
	BrewID      int64        `json:"brew_id"`
	Request     brew.Request `json:"request"`
	Plan        brew.Plan    `json:"plan"`
	CoreVersion string       `json:"core_version"`
	CreatedAt   string       `json:"created_at"`
}

// conditionsAt is what a brew at a time of day finds at its stop.
func conditionsAt(conditions, facts, at string) (brew.Request, error) {
	var base brew.Request
	var f trip.Facts
	if err := errors.Join(json.Unmarshal([]byte(conditions), &base), json.Unmarshal([]byte(facts), &f)); err != nil {
		return base, err
	}
	return trip.ConditionsAt(base, f, at), nil
}

// overlay applies a merge patch to a stop's conditions.
func overlay(conditions brew.Request, patch string) (brew.Request, error) {
	var out brew.Request
	base, err := json.Marshal(conditions)
	if err != nil {
		return out, err
	}
	merged, err := jsonpatch.MergePatch(base, []byte(patch))
	if err != nil {
		return out, fmt.Errorf("patch of a brew: %w", err)
	}
	return out, json.Unmarshal(merged, &out)
}

// difference is the inverse of overlay.
func difference(conditions, full brew.Request) (string, error) {
	base, err := json.Marshal(conditions)
	if err != nil {
		return "", err
	}
	whole, err := json.Marshal(full)
	if err != nil {
		return "", err
	}
	patch, err := jsonpatch.CreateMergePatch(base, whole)
	return string(patch), err
}

const brewColumns = `b.id, b.uuid, b.stop_id, s.trip_id, b.name, b.at, b.revision, coalesce(b.plan_id, 0), coalesce(p.plan ->> '$.caffeine_mg', 0), (SELECT count(*) FROM log_entries l WHERE l.brew_id = b.id AND l.deleted_at IS NULL), b.patch, s.conditions, s.facts
	FROM brews b LEFT JOIN plans p ON p.id = b.plan_id JOIN stops s ON s.id = b.stop_id JOIN trips t ON t.id = s.trip_id
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
	b.Request, err = overlay(base, patch)
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

// AtHour is a brew's request at another time of day: what it has of its own stays, and
// what it has from its stop is that of the hour.
func (s *Store) AtHour(ctx context.Context, b Brew, at string, r brew.Request) (brew.Request, error) {
	st, err := s.Stop(ctx, b.StopID)
	if err != nil {
		return r, err
	}
	patch, err := difference(trip.ConditionsAt(st.Conditions, st.Facts, b.At), r)
	if err != nil {
		return r, err
	}
	return overlay(trip.ConditionsAt(st.Conditions, st.Facts, at), patch)
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

func patchFor(ctx context.Context, tx *sql.Tx, b Brew) (string, error) {
	var conditions, facts string
	if err := tx.QueryRowContext(ctx, "SELECT conditions, facts FROM stops WHERE id = ? AND deleted_at IS NULL", b.StopID).Scan(&conditions, &facts); err != nil {
		return "", notFound(err)
	}
	base, err := conditionsAt(conditions, facts, b.At)
	if err != nil {
		return "", err
	}
	return difference(base, b.Request)
}

func (s *Store) addPlan(ctx context.Context, tx *sql.Tx, b Brew, p *brew.Plan) error {
	request, err := json.Marshal(b.Request)
	if err != nil {
		return err
	}
	plan, err := json.Marshal(p)
	if err != nil {
		return err
	}
	r, err := tx.ExecContext(ctx, "INSERT INTO plans (uuid, brew_id, request, plan, core_version, created_at) VALUES (?, ?, ?, ?, ?, ?)", s.identity(""), b.ID, string(request), string(plan), p.Version, s.stamp())
	if err != nil {
		return err
	}
	id, err := r.LastInsertId()
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, "UPDATE brews SET plan_id = ? WHERE id = ?", id, b.ID)
	return err
}

// DeleteBrew takes a brew away, with its log entries.
func (s *Store) DeleteBrew(ctx context.Context, id int64) error {
	return s.mark(ctx, "brews", id, true)
}

// RestoreBrew undoes DeleteBrew.
func (s *Store) RestoreBrew(ctx context.Context, id int64) error {
	return s.mark(ctx, "brews", id, false)
}

// Plan returns a stored plan.
func (s *Store) Plan(ctx context.Context, id int64) (StoredPlan, error) {
	var p StoredPlan
	var request, plan string
	err := s.db.QueryRowContext(ctx, "SELECT id, uuid, brew_id, request, plan, core_version, created_at FROM plans WHERE id = ?", id).
		Scan(&p.ID, &p.UUID, &p.BrewID, &request, &plan, &p.CoreVersion, &p.CreatedAt)
	if err != nil {
		return p, notFound(err)
	}
	if err := json.Unmarshal([]byte(request), &p.Request); err != nil {
		return p, fmt.Errorf("request of plan %d: %w", id, err)
	}
	// Whatever version wrote it, it has the shape of today's.
	p.Plan, err = brew.DecodePlan([]byte(plan))
	if err != nil {
		return p, fmt.Errorf("plan %d: %w", id, err)
	}
	return p, nil
}
