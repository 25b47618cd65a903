package app

import (
	"cmp"
	"context"
	"slices"
	"time"

	"apodemos/app/journal"
)

// recently is how long what was deleted is listed without being asked for. Nothing is ever purged
// unasked.
const recently = 90 * 24 * time.Hour

// Deleted is a record that was deleted and can be restored.
type Deleted struct {
	Kind      string `json:"kind" enum:"trip,stop,brew,log,coffee,recipe,gear,blind"`
	ID        int64  `json:"id"`
	UUID      string `json:"uuid"`
	Name      string `json:"name"`
	DeletedAt string `json:"deleted_at" format:"date-time"`
	Within    string `json:"within,omitempty" doc:"What it is part of that is deleted, too: it shows again once that is restored"`
}

// DeletedOut is what was deleted, the latest first.
type DeletedOut struct {
	Records []Deleted `json:"records"`
	Older   int       `json:"older" doc:"How many more were deleted longer than 90 days ago"`
}

// DeletedRecords lists what was deleted in the last 90 days, or with older before that.
func (r Records) DeletedRecords(ctx context.Context, older bool, now time.Time) (DeletedOut, error) {
	out := DeletedOut{Records: []Deleted{}}
	limit := now.Add(-recently).UTC().Format(time.RFC3339)
	for _, k := range kinds {
		if k.Path == "" {
			continue
		}
		rows, err := r.List(ctx, Query{Kind: k.Name, Gone: true, Loose: true})
		if err != nil {
			return out, err
		}
		for _, row := range rows {
			if old := row.DeletedAt < limit; old != older {
				if old {
					out.Older++
				}
				continue
			}
			x := Deleted{Kind: k.Name, ID: row.ID, UUID: row.UUID, DeletedAt: row.DeletedAt}
			if x.Name, err = r.name(ctx, row); err != nil {
				return out, err
			}
			if x.Within, err = r.within(ctx, row); err != nil {
				return out, err
			}
			out.Records = append(out.Records, x)
		}
	}
	slices.SortStableFunc(out.Records, func(a, b Deleted) int { return cmp.Compare(b.DeletedAt, a.DeletedAt) })
	return out, nil
}

// name returns the name of a record, by its kind.
func (r Records) name(ctx context.Context, row Row) (string, error) {
	k := kindOf(row.Kind)
	of := ""
	if k.Parent != "" {
		up, err := r.Get(ctx, k.Parent, row.Parent)
		if err != nil {
			return "", err
		}
		of = up.UUID
	}
	v, err := k.Join(row, of)
	if err != nil {
		return "", err
	}
	f, err := Record{Key: journal.Key{Kind: row.Kind, UUID: row.UUID}, Value: v}.Fields()
	if err != nil {
		return "", err
	}
	if k.Says == nil {
		return cmp.Or(word(f, "name"), "a "+k.Name), nil
	}
	return k.Says(f, func(kind, uuid string) string {
		up, err := r.Find(ctx, kind, uuid)
		if err != nil {
			return ""
		}
		name, _ := r.name(ctx, up)
		return name
	}), nil
}

// within returns the name of the deleted record that a record is part of, or "".
func (r Records) within(ctx context.Context, row Row) (string, error) {
	if row.Kind == KindLog {
		return "", nil // a cup shows even when its brew is deleted
	}
	for k := kindOf(row.Kind); k.Parent != ""; k = kindOf(k.Parent) {
		up, err := r.Get(ctx, k.Parent, row.Parent)
		if err != nil {
			return "", err
		}
		if up.Deleted {
			return r.name(ctx, up)
		}
		row = up
	}
	return "", nil
}
