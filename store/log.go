package store

import (
	"cmp"
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
	_, err = s.exec(ctx, `INSERT INTO runs (brew_id, plan_id, state, updated_at) VALUES (?, ?, ?, ?)
		ON CONFLICT (brew_id) DO UPDATE SET plan_id = excluded.plan_id, state = excluded.state, updated_at = excluded.updated_at, revision = revision + 1`,
		brewID, r.PlanID, string(state), s.stamp())
	return err
}

// Running lists the brews that are being made and are not finished, the one touched last
// first.
func (s *Store) Running(ctx context.Context) ([]Brew, error) {
	return collect(ctx, s.db, scanBrew, "SELECT "+brewColumns+"AND b.id IN (SELECT brew_id FROM runs WHERE coalesce(state ->> '$.finished', 0) = 0) ORDER BY (SELECT updated_at FROM runs r WHERE r.brew_id = b.id) DESC, b.id DESC")
}

// Unwritten lists the brews that were made and are not written down, the one touched last
// first.
func (s *Store) Unwritten(ctx context.Context) ([]Brew, error) {
	return collect(ctx, s.db, scanBrew, "SELECT "+brewColumns+"AND b.id IN (SELECT brew_id FROM runs WHERE coalesce(state ->> '$.finished', 0) = 1) ORDER BY (SELECT updated_at FROM runs r WHERE r.brew_id = b.id) DESC, b.id DESC")
}

// EndRun forgets the run of a brew.
func (s *Store) EndRun(ctx context.Context, brewID int64) error {
	_, err := s.exec(ctx, "DELETE FROM runs WHERE brew_id = ?", brewID)
	return err
}

const logColumns = `l.id, l.uuid, l.revision, l.brew_id, l.plan_id, l.brewed_at, l.coffee, l.body,
	s.trip_id, s.id, s.name, b.name, c.digest, coalesce((SELECT body ->> '$.name' FROM coffees WHERE uuid = l.coffee), '')
	FROM log_entries l JOIN plans p ON p.id = l.plan_id JOIN plan_contents c ON c.hash = p.content JOIN brews b ON b.id = l.brew_id JOIN stops s ON s.id = b.stop_id JOIN trips t ON t.id = s.trip_id
	WHERE l.deleted_at IS NULL AND b.deleted_at IS NULL AND s.deleted_at IS NULL AND t.deleted_at IS NULL `

// byMoment orders entries by when they were, whatever zone they were written in.
const byMoment = "ORDER BY unixepoch(l.brewed_at) DESC, l.id DESC "

// digest is what the list of the log shows of a plan. It is kept beside it: a plan is many
// times as long, and a log has many.
type digest struct {
	AltitudeM     *float64  `json:"altitude_m,omitempty"`
	Method        string    `json:"method"`
	School        string    `json:"school"`
	Recipe        string    `json:"recipe,omitempty"`
	Coffee        string    `json:"coffee,omitempty"`
	DoseG         float64   `json:"dose_g"`
	PouredMl      float64   `json:"poured_ml"`
	BoilC         float64   `json:"boil_c"`
	StartC        float64   `json:"start_c"`
	ContactS      float64   `json:"contact_s"`
	Clicks        *float64  `json:"clicks,omitempty"`
	GrindUm       *float64  `json:"grind_um,omitempty"`
	ExtractionPct *float64  `json:"extraction_pct,omitempty"`
	TDSPct        *float64  `json:"tds_pct,omitempty"`
	Small         app.Small `json:"small"`
}

// digestOf reads what is shown out of a plan as it is stored, by whatever version. What
// cannot be read is left out: the plan itself stays.
func digestOf(plan string) (string, error) {
	var p struct {
		Request struct {
			Method string `json:"method"`
			School string `json:"school"`
			Place  struct {
				AltitudeM *float64 `json:"altitude_m"`
			} `json:"place"`
			Recipe struct {
				Name string `json:"name"`
			} `json:"recipe"`
			Coffee struct {
				Name string `json:"name"`
			} `json:"coffee"`
		} `json:"request"`
		DoseG    float64 `json:"dose_g"`
		BoilC    float64 `json:"boil_c"`
		StartC   float64 `json:"start_c"`
		ContactS float64 `json:"contact_s"`
		Water    struct {
			PouredMl float64 `json:"poured_ml"`
		} `json:"water"`
		Grind struct {
			Clicks *float64 `json:"clicks"`
			Um     *float64 `json:"um"`
		} `json:"grind"`
		Strength struct {
			ExtractionPct *float64 `json:"extraction_pct"`
			TDSPct        *float64 `json:"tds_pct"`
		} `json:"strength"`
		Steps  []app.SmallBar `json:"steps"`
		Curves struct {
			WaterC [][2]float64 `json:"water_c"`
		} `json:"curves"`
	}
	_ = json.Unmarshal([]byte(plan), &p)
	b, err := json.Marshal(digest{p.Request.Place.AltitudeM, p.Request.Method, p.Request.School, p.Request.Recipe.Name, p.Request.Coffee.Name, p.DoseG, p.Water.PouredMl, p.BoilC, p.StartC, p.ContactS,
		p.Grind.Clicks, p.Grind.Um, p.Strength.ExtractionPct, p.Strength.TDSPct, app.SmallOf(p.Steps, p.Curves.WaterC)})
	return string(b), err
}

// digestPlans gives the plans that are there their digest, and the log an index by moment.
func digestPlans(ctx context.Context, tx *sql.Tx) error {
	for _, change := range []string{"ALTER TABLE plan_contents ADD COLUMN digest TEXT NOT NULL DEFAULT '{}'", "CREATE INDEX log_by_moment ON log_entries (unixepoch(brewed_at) DESC, id DESC)"} {
		if _, err := tx.ExecContext(ctx, change); err != nil {
			return err
		}
	}
	hashes, err := collect(ctx, tx, func(r row) (h string, err error) { return h, r.Scan(&h) }, "SELECT hash FROM plan_contents")
	if err != nil {
		return err
	}
	for _, h := range hashes {
		var plan string
		if err := tx.QueryRowContext(ctx, "SELECT plan FROM plan_contents WHERE hash = ?", h).Scan(&plan); err != nil {
			return err
		}
		d, err := digestOf(plan)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE plan_contents SET digest = ? WHERE hash = ?", d, h); err != nil {
			return err
		}
	}
	return nil
}

func scanLog(r row) (l LogEntry, err error) {
	var coffee, body, kept, name string
	err = r.Scan(&l.ID, &l.UUID, &l.Revision, &l.BrewID, &l.PlanID, &l.BrewedAt, &coffee, &body, &l.TripID, &l.StopID, &l.StopName, &l.BrewName, &kept, &name)
	if err != nil {
		return l, err
	}
	d := digest{Small: app.SmallOf(nil, nil)}
	if err = errors.Join(json.Unmarshal([]byte(body), &l.Noted), json.Unmarshal([]byte(kept), &d)); err != nil {
		return l, fmt.Errorf("log entry %d: %w", l.ID, err)
	}
	l.AltitudeM, l.Method, l.School, l.RecipeName, l.CoffeeName = d.AltitudeM, d.Method, d.School, d.Recipe, cmp.Or(name, d.Coffee)
	l.DoseG, l.PouredMl, l.BoilC, l.StartC, l.ContactS, l.Clicks, l.GrindUm = d.DoseG, d.PouredMl, d.BoilC, d.StartC, d.ContactS, d.Clicks, d.GrindUm
	l.ExtractionPct, l.PlannedTDS, l.Small = d.ExtractionPct, d.TDSPct, d.Small
	l.Coffee, l.Says = coffee, taste.Say(l.Tasting)
	return l, nil
}

// Log lists the log entries of a trip, latest first; trip 0 means all trips.
func (s *Store) Log(ctx context.Context, trip int64) ([]LogEntry, error) {
	return s.LatestLog(ctx, trip, -1)
}

// LatestLog lists so many entries of a trip, the latest first, or all where n is negative.
func (s *Store) LatestLog(ctx context.Context, trip int64, n int) ([]LogEntry, error) {
	return collect(ctx, s.db, scanLog, "SELECT "+logColumns+"AND (? = 0 OR s.trip_id = ?) "+byMoment+"LIMIT ?", trip, trip, n)
}

// LogOf lists the entries of a coffee, by its identity, the latest first; none for "".
func (s *Store) LogOf(ctx context.Context, coffee string) ([]LogEntry, error) {
	return collect(ctx, s.db, scanLog, "SELECT "+logColumns+"AND l.coffee = ? AND l.coffee <> '' "+byMoment, coffee)
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
