package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"fmt"

	"apodemos/core/brew"
	"apodemos/core/working"
)

// content is what a plan says, as it is kept: once, whatever brews have it.
type content struct {
	version, request, plan string
	working                sql.NullString
}

// hash names a content. What is computed again from it does not count.
func (c content) hash() string {
	sum := sha256.Sum256([]byte(c.version + "\n" + c.request + "\n" + c.plan))
	return hex.EncodeToString(sum[:])
}

func contentOf(request brew.Request, p *brew.Plan) (content, error) {
	c := content{version: p.Version}
	asked, err := json.Marshal(request)
	if err != nil {
		return c, err
	}
	bare := *p
	bare.Working = working.Sheet{}
	plan, err := json.Marshal(bare)
	c.request, c.plan = string(asked), string(plan)
	return c, err
}

// keep keeps a content, unless it is there, and returns its name.
func (c content) keep(ctx context.Context, tx *sql.Tx) (string, error) {
	hash := c.hash()
	d, err := digestOf(c.plan)
	if err != nil {
		return hash, err
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO plan_contents (hash, core_version, request, plan, working, digest) VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING", hash, c.version, c.request, c.plan, c.working, d)
	return hash, err
}

// addPlan gives a brew its plan. A plan that says what one of this brew's says already
// is that one.
func (s *Store) addPlan(ctx context.Context, tx *sql.Tx, b Brew, p *brew.Plan) error {
	c, err := contentOf(b.Request, p)
	if err != nil {
		return err
	}
	hash, err := c.keep(ctx, tx)
	if err != nil {
		return err
	}
	var id int64
	err = tx.QueryRowContext(ctx, "SELECT id FROM plans WHERE brew_id = ? AND content = ?", b.ID, hash).Scan(&id)
	if err == sql.ErrNoRows {
		id, err = s.insertPlan(ctx, tx, b.ID, hash)
	}
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, "UPDATE brews SET plan_id = ? WHERE id = ?", id, b.ID)
	return err
}

func (s *Store) insertPlan(ctx context.Context, tx *sql.Tx, brewID int64, hash string) (int64, error) {
	r, err := tx.ExecContext(ctx, "INSERT INTO plans (uuid, brew_id, content, created_at) VALUES (?, ?, ?, ?)", s.identity(""), brewID, hash, s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

// Plan returns a stored plan, with workings where they were kept.
func (s *Store) Plan(ctx context.Context, id int64) (StoredPlan, error) {
	var p StoredPlan
	var request, plan string
	var kept sql.NullString
	err := s.db.QueryRowContext(ctx, "SELECT p.id, p.uuid, p.brew_id, c.request, c.plan, c.working, c.core_version, p.created_at FROM plans p JOIN plan_contents c ON c.hash = p.content WHERE p.id = ?", id).
		Scan(&p.ID, &p.UUID, &p.BrewID, &request, &plan, &kept, &p.CoreVersion, &p.CreatedAt)
	if err != nil {
		return p, notFound(err)
	}
	if err := json.Unmarshal([]byte(request), &p.Request); err != nil {
		return p, fmt.Errorf("request of plan %d: %w", id, err)
	}
	// Whatever version wrote it, it has the shape of today's.
	if p.Plan, err = brew.DecodePlan([]byte(plan)); err != nil {
		return p, fmt.Errorf("plan %d: %w", id, err)
	}
	if kept.Valid {
		if err := json.Unmarshal([]byte(kept.String), &p.Plan.Working); err != nil {
			return p, fmt.Errorf("workings of plan %d: %w", id, err)
		}
	}
	return p, nil
}

// KeepWorking keeps the workings of a plan, where it has none.
func (s *Store) KeepWorking(ctx context.Context, plan int64, w working.Sheet) error {
	b, err := json.Marshal(w)
	if err != nil {
		return err
	}
	_, err = s.exec(ctx, "UPDATE plan_contents SET working = ? WHERE working IS NULL AND hash = (SELECT content FROM plans WHERE id = ?)", string(b), plan)
	return err
}

// splitPlans moves what plans say to where it is kept once, and their workings beside
// it.
func splitPlans(ctx context.Context, tx *sql.Tx) error {
	type old struct {
		id int64
		c  content
	}
	plans, err := collect(ctx, tx, func(r row) (o old, err error) { return o, r.Scan(&o.id, &o.c.request, &o.c.plan, &o.c.version) }, "SELECT id, request, plan, core_version FROM plans")
	if err != nil {
		return err
	}
	for _, o := range plans {
		var parts map[string]json.RawMessage
		if err := json.Unmarshal([]byte(o.c.plan), &parts); err != nil {
			return fmt.Errorf("plan %d: %w", o.id, err)
		}
		if w, ok := parts["working"]; ok && string(w) != "{}" && string(w) != "null" {
			o.c.working = sql.NullString{String: string(w), Valid: true}
			parts["working"] = json.RawMessage("{}")
		}
		bare, err := json.Marshal(parts)
		if err != nil {
			return err
		}
		o.c.plan = string(bare)
		hash := o.c.hash()
		// As it was kept then, without the digest that came later.
		_, err = tx.ExecContext(ctx, "INSERT INTO plan_contents (hash, core_version, request, plan, working) VALUES (?, ?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING", hash, o.c.version, o.c.request, o.c.plan, o.c.working)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE plans SET content = ? WHERE id = ?", hash, o.id); err != nil {
			return err
		}
	}
	for _, column := range []string{"request", "plan", "core_version"} {
		if _, err := tx.ExecContext(ctx, "ALTER TABLE plans DROP COLUMN "+column); err != nil {
			return err
		}
	}
	return nil
}
