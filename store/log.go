package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/taste"
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

const logColumns = `l.id, l.uuid, l.revision, l.brew_id, l.plan_id, l.brewed_at, l.coffee, l.body,
	s.trip_id, s.id, s.name, c.plan ->> '$.request.place.altitude_m', b.name, c.plan ->> '$.request.method', c.plan ->> '$.request.school', coalesce(c.plan ->> '$.request.recipe.name', ''),
	coalesce((SELECT body ->> '$.name' FROM coffees WHERE uuid = l.coffee), c.plan ->> '$.request.coffee.name', ''),
	coalesce(c.plan ->> '$.dose_g', 0), coalesce(c.plan ->> '$.water.poured_ml', 0), coalesce(c.plan ->> '$.boil_c', 0), coalesce(c.plan ->> '$.start_c', 0), coalesce(c.plan ->> '$.contact_s', 0),
	c.plan ->> '$.grind.clicks', c.plan ->> '$.grind.um', c.plan ->> '$.strength.extraction_pct', c.plan ->> '$.strength.tds_pct', c.plan -> '$.steps', c.plan -> '$.curves.water_c'
	FROM log_entries l JOIN plans p ON p.id = l.plan_id JOIN plan_contents c ON c.hash = p.content JOIN brews b ON b.id = l.brew_id JOIN stops s ON s.id = b.stop_id JOIN trips t ON t.id = s.trip_id
	WHERE l.deleted_at IS NULL AND b.deleted_at IS NULL AND s.deleted_at IS NULL AND t.deleted_at IS NULL `

func scanLog(r row) (l LogEntry, err error) {
	var coffee, body string
	var steps, water sql.NullString
	err = r.Scan(&l.ID, &l.UUID, &l.Revision, &l.BrewID, &l.PlanID, &l.BrewedAt, &coffee, &body,
		&l.TripID, &l.StopID, &l.StopName, &l.AltitudeM, &l.BrewName, &l.Method, &l.School, &l.RecipeName, &l.CoffeeName, &l.DoseG, &l.PouredMl, &l.BoilC, &l.StartC, &l.ContactS,
		&l.Clicks, &l.GrindUm, &l.ExtractionPct, &l.PlannedTDS, &steps, &water)
	if err != nil {
		return l, err
	}
	if err = json.Unmarshal([]byte(body), &l.Noted); err != nil {
		return l, fmt.Errorf("log entry %d: %w", l.ID, err)
	}
	l.Coffee, l.Says = coffee, taste.Say(l.Tasting)
	l.Small = smallOf(steps.String, water.String)
	return l, nil
}

// smallOf is the score of a stored plan, small. What cannot be read is left out: it is only
// a picture.
func smallOf(steps, water string) app.Small {
	var bars []app.SmallBar
	var curve [][2]float64
	_ = json.Unmarshal([]byte(steps), &bars)
	_ = json.Unmarshal([]byte(water), &curve)
	return app.SmallOf(bars, curve)
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
		if l.Coffee == "" {
			if err := tx.QueryRowContext(ctx, "SELECT coalesce(c.plan ->> '$.request.coffee.id', '') FROM plans p JOIN plan_contents c ON c.hash = p.content WHERE p.id = ?", l.PlanID).Scan(&l.Coffee); err != nil {
				return err
			}
		}
		coffee, body, err := noted(l.Noted)
		if err != nil {
			return err
		}
		r, err := tx.ExecContext(ctx, "INSERT INTO log_entries (uuid, brew_id, plan_id, brewed_at, coffee, body, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)",
			s.identity(l.UUID), l.BrewID, l.PlanID, l.BrewedAt, coffee, body, s.stamp())
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

// noted is what is written down, as it is kept: the coffee beside the rest.
func noted(n Noted) (coffee, body string, err error) {
	coffee, n.Coffee = n.Coffee, ""
	b, err := json.Marshal(n)
	return coffee, string(b), err
}

// SetLog changes what an entry says, from a revision; ErrConflict as SetTrip.
func (s *Store) SetLog(ctx context.Context, id, revision int64, n Noted) error {
	coffee, body, err := noted(n)
	if err != nil {
		return err
	}
	return s.changed(ctx, "log_entries", id, revision, "coffee = ?, body = ?", coffee, body)
}

// DeleteLog takes an entry away.
func (s *Store) DeleteLog(ctx context.Context, id int64) error {
	return s.mark(ctx, "log_entries", id, true)
}

// RestoreLog undoes DeleteLog.
func (s *Store) RestoreLog(ctx context.Context, id int64) error {
	return s.mark(ctx, "log_entries", id, false)
}
