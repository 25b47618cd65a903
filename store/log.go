package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"apodemos/core/brew"
)

// Run returns the run of a brew.
func (s *Store) Run(ctx context.Context, brewID int64) (Run, error) {
	var r Run
	var state string
	if err := s.db.QueryRowContext(ctx, "SELECT state FROM runs WHERE brew_id = ?", brewID).Scan(&state); err != nil {
		return r, notFound(err)
	}
	return r, json.Unmarshal([]byte(state), &r)
}

// SetRun stores the run of a brew, in place of an earlier one. Its error is
// brew.Problems where the plan is not one of that brew's.
func (s *Store) SetRun(ctx context.Context, brewID int64, r Run) error {
	var of int64
	err := s.db.QueryRowContext(ctx, "SELECT brew_id FROM plans WHERE id = ?", r.PlanID).Scan(&of)
	if errors.Is(err, sql.ErrNoRows) || err == nil && of != brewID {
		return brew.Problems{{Field: "plan_id", Value: r.PlanID, Message: fmt.Sprintf("%d is no plan of this brew; allowed: the one that it is made by, or nothing for its present one", r.PlanID)}}
	}
	if err != nil {
		return err
	}
	state, err := json.Marshal(r)
	if err != nil {
		return err
	}
	_, err = s.db.ExecContext(ctx, `INSERT INTO runs (brew_id, plan_id, state, updated_at) VALUES (?, ?, ?, ?)
		ON CONFLICT (brew_id) DO UPDATE SET plan_id = excluded.plan_id, state = excluded.state, updated_at = excluded.updated_at, revision = revision + 1`,
		brewID, r.PlanID, string(state), s.stamp())
	return err
}

// Running lists the brews that are being made and are not finished, the one touched last
// first.
func (s *Store) Running(ctx context.Context) ([]Brew, error) {
	return collect(ctx, s.db, scanBrew, "SELECT "+brewColumns+"AND b.id IN (SELECT brew_id FROM runs WHERE coalesce(state ->> '$.finished', 0) = 0) ORDER BY (SELECT updated_at FROM runs r WHERE r.brew_id = b.id) DESC, b.id DESC")
}

// EndRun forgets the run of a brew.
func (s *Store) EndRun(ctx context.Context, brewID int64) error {
	_, err := s.db.ExecContext(ctx, "DELETE FROM runs WHERE brew_id = ?", brewID)
	return err
}

const logColumns = `l.id, l.uuid, l.revision, l.brew_id, l.plan_id, l.brewed_at, l.sour_bitter, l.weak_strong, l.sediment, l.mark, l.words,
	s.trip_id, s.id, s.name, b.name, c.plan ->> '$.request.method', c.plan ->> '$.request.school',
	coalesce(c.plan ->> '$.dose_g', 0), coalesce(c.plan ->> '$.water.poured_ml', 0), coalesce(c.plan ->> '$.boil_c', 0), coalesce(c.plan ->> '$.start_c', 0)
	FROM log_entries l JOIN plans p ON p.id = l.plan_id JOIN plan_contents c ON c.hash = p.content JOIN brews b ON b.id = l.brew_id JOIN stops s ON s.id = b.stop_id JOIN trips t ON t.id = s.trip_id
	WHERE l.deleted_at IS NULL AND b.deleted_at IS NULL AND s.deleted_at IS NULL AND t.deleted_at IS NULL `

func scanLog(r row) (l LogEntry, err error) {
	err = r.Scan(&l.ID, &l.UUID, &l.Revision, &l.BrewID, &l.PlanID, &l.BrewedAt, &l.SourBitter, &l.WeakStrong, &l.Sediment, &l.Mark, &l.Words,
		&l.TripID, &l.StopID, &l.StopName, &l.BrewName, &l.Method, &l.School, &l.DoseG, &l.PouredMl, &l.BoilC, &l.StartC)
	return l, err
}

// Log lists the log entries of a trip, latest first; trip 0 means all trips.
func (s *Store) Log(ctx context.Context, trip int64) ([]LogEntry, error) {
	return collect(ctx, s.db, scanLog, "SELECT "+logColumns+"AND (? = 0 OR s.trip_id = ?) ORDER BY l.brewed_at DESC, l.id DESC", trip, trip)
}

// LogEntry returns one entry.
func (s *Store) LogEntry(ctx context.Context, id int64) (LogEntry, error) {
	l, err := scanLog(s.db.QueryRowContext(ctx, "SELECT "+logColumns+"AND l.id = ?", id))
	return l, notFound(err)
}

// AddLog stores an entry for a brew and its present plan, ends the brew's run,
// and returns the entry.
func (s *Store) AddLog(ctx context.Context, l LogEntry) (LogEntry, error) {
	err := s.tx(ctx, func(tx *sql.Tx) error {
		// What was brewed is the plan of the run, if there is one.
		err := tx.QueryRowContext(ctx, `SELECT coalesce(r.plan_id, b.plan_id) FROM brews b LEFT JOIN runs r ON r.brew_id = b.id
			WHERE b.id = ? AND b.deleted_at IS NULL`, l.BrewID).Scan(&l.PlanID)
		if err != nil {
			return notFound(err)
		}
		r, err := tx.ExecContext(ctx, `INSERT INTO log_entries (uuid, brew_id, plan_id, brewed_at, sour_bitter, weak_strong, sediment, mark, words, created_at)
			VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`, s.identity(l.UUID), l.BrewID, l.PlanID, l.BrewedAt, l.SourBitter, l.WeakStrong, l.Sediment, l.Mark, l.Words, s.stamp())
		if err != nil {
			return err
		}
		if l.ID, err = r.LastInsertId(); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "DELETE FROM runs WHERE brew_id = ?", l.BrewID)
		return err
	})
	if err != nil {
		return l, err
	}
	return s.LogEntry(ctx, l.ID)
}

// SetLog changes what an entry says of the taste, from a revision; ErrConflict as
// SetTrip.
func (s *Store) SetLog(ctx context.Context, id, revision int64, t Taste) error {
	return s.changed(ctx, "log_entries", id, revision, "sour_bitter = ?, weak_strong = ?, sediment = ?, mark = ?, words = ?", t.SourBitter, t.WeakStrong, t.Sediment, t.Mark, t.Words)
}

// DeleteLog takes an entry away.
func (s *Store) DeleteLog(ctx context.Context, id int64) error {
	return s.mark(ctx, "log_entries", id, true)
}

// RestoreLog undoes DeleteLog.
func (s *Store) RestoreLog(ctx context.Context, id int64) error {
	return s.mark(ctx, "log_entries", id, false)
}
