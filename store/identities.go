package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"strings"

	"apodemos/app"
)

// identities gives what was brought in under a name that is no UUID an identity of its own, and
// names it by that wherever it is named: a pocket carries nothing that has none.
func identities(ctx context.Context, tx *sql.Tx) error {
	for _, of := range []struct{ table, kind, also string }{
		{"coffees", app.KindCoffee, "coalesce(body ->> '$.name', '')"}, {"recipes", app.KindRecipe, "coalesce(body ->> '$.name', '')"}, {"log_entries", app.KindLog, "coalesce(body ->> '$.brewed_at', '')"},
	} {
		type named struct{ was, also string }
		all, err := collect(ctx, tx, func(r row) (n named, err error) { return n, r.Scan(&n.was, &n.also) },
			"SELECT uuid, "+of.also+" FROM "+of.table+" WHERE uuid NOT GLOB '????????-????-????-????-????????????' OR uuid <> lower(uuid) OR replace(uuid, '-', '') GLOB '*[^0-9a-f]*'")
		if err != nil {
			return err
		}
		for _, n := range all {
			id := app.IdentityOf(of.kind, n.was, n.also)
			if _, err := tx.ExecContext(ctx, "UPDATE "+of.table+" SET uuid = ? WHERE uuid = ?", id, n.was); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "UPDATE journal SET event = json_set(event, '$.uuid', ?) WHERE event ->> '$.kind' = ? AND event ->> '$.uuid' = ?", id, of.kind, n.was); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "UPDATE journal SET event = replace(event, ?, ?)", `"`+of.kind+"/"+n.was+`"`, `"`+of.kind+"/"+id+`"`); err != nil {
				return err
			}
			if of.kind != app.KindCoffee {
				continue
			}
			for _, at := range [][3]string{{"log_entries", "id", "body"}, {"brews", "id", "body"}, {"plans", "id", "body"}, {"journal", "seq", "event"}} {
				if err := renamed(ctx, tx, at, n.was, id); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

// renamed changes the identity of a coffee in a column of a table.
func renamed(ctx context.Context, tx *sql.Tx, at [3]string, was, id string) error {
	table, number, column := at[0], at[1], at[2]
	type body struct {
		id   int64
		text string
	}
	rows, err := collect(ctx, tx, func(r row) (b body, err error) { return b, r.Scan(&b.id, &b.text) }, "SELECT "+number+", "+column+" FROM "+table+" WHERE instr("+column+", ?) > 0", was)
	if err != nil {
		return err
	}
	for _, b := range rows {
		var v any
		in := json.NewDecoder(strings.NewReader(b.text))
		in.UseNumber()
		if err := in.Decode(&v); err != nil {
			return err
		}
		if !rename(v, was, id) {
			continue
		}
		text, err := json.Marshal(v)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE "+table+" SET "+column+" = ? WHERE "+number+" = ?", string(text), b.id); err != nil {
			return err
		}
	}
	return nil
}

// rename replaces a coffee's identity in JSON: "coffee": was, and "coffee": {"id": was}.
func rename(v any, was, id string) (changed bool) {
	switch v := v.(type) {
	case []any:
		for _, x := range v {
			changed = rename(x, was, id) || changed
		}
	case map[string]any:
		for k, x := range v {
			if k == "coffee" && x == was {
				v[k], changed = id, true
				continue
			}
			if c, ok := x.(map[string]any); ok && k == "coffee" && c["id"] == was {
				c["id"], changed = id, true
			}
			changed = rename(x, was, id) || changed
		}
	}
	return changed
}
