package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	jsonpatch "github.com/evanphx/json-patch/v5"
	"github.com/google/uuid"
	"github.com/pressly/goose/v3"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/trip"
)

// goMigrations are the migrations that need the core's rules; the others are SQL. A
// number is used once, here or there.
func goMigrations() []*goose.Migration {
	return []*goose.Migration{
		goose.NewGoMigration(18, &goose.GoFunc{RunTx: identities}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(16, &goose.GoFunc{RunTx: digestPlans}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(13, &goose.GoFunc{RunTx: linesByIdentity}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(4, &goose.GoFunc{RunTx: moveWater}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(9, &goose.GoFunc{RunTx: splitPlans}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(7, &goose.GoFunc{RunTx: keepToConditions}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(6, &goose.GoFunc{RunTx: giveIdentities}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
	}
}

// tables with an identity of their own.
var identified = []string{"trips", "stops", "brews", "plans", "log_entries", "gear"}

// giveIdentities gives one to every row that has none, and to the database, and holds
// that no two are alike.
func giveIdentities(ctx context.Context, tx *sql.Tx) error {
	for _, table := range identified {
		ids, err := collect(ctx, tx, func(r row) (id int64, err error) { return id, r.Scan(&id) }, "SELECT id FROM "+table+" WHERE uuid = ''")
		if err != nil {
			return err
		}
		for _, id := range ids {
			if _, err := tx.ExecContext(ctx, "UPDATE "+table+" SET uuid = ? WHERE id = ?", uuid.NewString(), id); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "CREATE UNIQUE INDEX "+table+"_uuid ON "+table+" (uuid)"); err != nil {
			return err
		}
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO meta (key, value) VALUES ('database', ?)", uuid.NewString())
	return err
}

// linesByIdentity names what is ticked and packed by the identity of its brew, stop or piece
// of gear, where it was named by the number of a row, or of a stop along its trip.
func linesByIdentity(ctx context.Context, tx *sql.Tx) error {
	one := func(query string, args ...any) string {
		var v string
		_ = tx.QueryRowContext(ctx, query, args...).Scan(&v) // what is not there keeps its name
		return v
	}
	type tick struct {
		trip       int64
		list, line string
	}
	ticks, err := collect(ctx, tx, func(r row) (t tick, err error) { return t, r.Scan(&t.trip, &t.list, &t.line) }, "SELECT trip_id, list, line FROM ticks")
	if err != nil {
		return err
	}
	for _, t := range ticks {
		p := strings.Split(t.line, ":")
		last, err := strconv.Atoi(p[len(p)-1])
		if err != nil {
			continue
		}
		line := ""
		switch stop := one("SELECT uuid FROM stops WHERE trip_id = ? AND deleted_at IS NULL ORDER BY position, id LIMIT 1 OFFSET ?", t.trip, last); {
		case len(p) == 3 && slices.Contains([]string{"brew", "light", "concentrate"}, p[0]):
			line = one("SELECT ? || ':' || b.uuid || ':' || (? - s.day) FROM brews b JOIN stops s ON s.id = b.stop_id WHERE b.id = ?", p[0], last, p[1])
		case stop != "" && (p[0] == "carry" || p[0] == "bin" || p[0] == "buy" && len(p) > 2):
			line = strings.Join(append(p[:len(p)-1], stop), ":")
		case len(p) == 2:
			// The evening before: of the first brew of that morning.
			line = one("SELECT ? || ':' || b.uuid || ':' || (? - s.day) FROM brews b JOIN stops s ON s.id = b.stop_id WHERE s.trip_id = ? AND s.day <= ? AND s.day + coalesce(s.facts ->> '$.nights', 1) > ? AND b.deleted_at IS NULL AND s.deleted_at IS NULL AND b.at <> '' ORDER BY b.at, b.id LIMIT 1", p[0], last, t.trip, last, last)
		}
		if line == "" {
			continue
		}
		if _, err := tx.ExecContext(ctx, "UPDATE OR REPLACE ticks SET line = ? WHERE trip_id = ? AND list = ? AND line = ?", line, t.trip, t.list, t.line); err != nil {
			return err
		}
	}
	_, err = tx.ExecContext(ctx, `UPDATE trips SET kit = json_set(kit, '$.packed', (SELECT json_group_array(coalesce((SELECT 'gear:' || uuid FROM gear WHERE 'gear:' || id = p.value), p.value)) FROM json_each(trips.kit, '$.packed') p))
		WHERE json_array_length(kit, '$.packed') > 0`)
	return err
}

// moveWater moves where a stop's water is from, and whether it is trusted, from its
// facts to its conditions, where its brews see it.
func moveWater(ctx context.Context, tx *sql.Tx) error {
	type stop struct {
		id                int64
		conditions, facts string
	}
	stops, err := collect(ctx, tx, func(r row) (s stop, err error) { return s, r.Scan(&s.id, &s.conditions, &s.facts) }, "SELECT id, conditions, facts FROM stops")
	if err != nil {
		return err
	}
	for _, s := range stops {
		var c brew.Request
		var f trip.Facts
		if err := errors.Join(json.Unmarshal([]byte(s.conditions), &c), json.Unmarshal([]byte(s.facts), &f)); err != nil {
			return fmt.Errorf("stop %d: %w", s.id, err)
		}
		trip.MoveWater(&c.Conditions, &f)
		conditions, err := json.Marshal(c)
		if err != nil {
			return err
		}
		facts, err := json.Marshal(f)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET conditions = ?, facts = ? WHERE id = ?", string(conditions), string(facts), s.id); err != nil {
			return err
		}
	}
	return nil
}

// keepToConditions takes out of a stop's conditions what it does not hold,
// and gives it to each of the stop's brews, which found it there.
func keepToConditions(ctx context.Context, tx *sql.Tx) error {
	type pair struct {
		id   int64
		text string
	}
	two := func(r row) (p pair, err error) { return p, r.Scan(&p.id, &p.text) }
	stops, err := collect(ctx, tx, two, "SELECT id, conditions FROM stops")
	if err != nil {
		return err
	}
	for _, s := range stops {
		var all map[string]json.RawMessage
		if err := json.Unmarshal([]byte(s.text), &all); err != nil {
			return fmt.Errorf("stop %d: %w", s.id, err)
		}
		kept, more := map[string]json.RawMessage{}, map[string]json.RawMessage{}
		for name, v := range all {
			switch name {
			case "place", "water", "heat", "vessel", "calibration":
				kept[name] = v
			case "method", "school":
			default:
				more[name] = v
			}
		}
		conditions, err := json.Marshal(kept)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET conditions = ? WHERE id = ?", string(conditions), s.id); err != nil {
			return err
		}
		if len(more) == 0 {
			continue
		}
		found, err := json.Marshal(more)
		if err != nil {
			return err
		}
		brews, err := collect(ctx, tx, two, "SELECT id, patch FROM brews WHERE stop_id = ?", s.id)
		if err != nil {
			return err
		}
		for _, b := range brews {
			patch, err := jsonpatch.MergeMergePatches(found, []byte(b.text))
			if err != nil {
				return fmt.Errorf("brew %d: %w", b.id, err)
			}
			if _, err := tx.ExecContext(ctx, "UPDATE brews SET patch = ? WHERE id = ?", string(patch), b.id); err != nil {
				return err
			}
		}
	}
	return nil
}

// content is what a plan says, as an earlier schema kept it.
type content struct {
	version, request, plan string
	working                sql.NullString
}

// hash names a content. What is computed again from it does not count.
func (c content) hash() string {
	sum := sha256.Sum256([]byte(c.version + "\n" + c.request + "\n" + c.plan))
	return hex.EncodeToString(sum[:])
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
	b, err := json.Marshal(app.Digest{AltitudeM: p.Request.Place.AltitudeM, Method: p.Request.Method, School: p.Request.School, Recipe: p.Request.Recipe.Name, Coffee: p.Request.Coffee.Name,
		DoseG: p.DoseG, PouredMl: p.Water.PouredMl, BoilC: p.BoilC, StartC: p.StartC, ContactS: p.ContactS, Clicks: p.Grind.Clicks, GrindUm: p.Grind.Um,
		ExtractionPct: p.Strength.ExtractionPct, TDSPct: p.Strength.TDSPct, Small: app.SmallOf(p.Steps, p.Curves.WaterC)})
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
