package app

import (
	"context"
	"encoding/json"

	"apodemos/app/journal"
)

// Row is a record as it is kept: what all of them have, and one JSON value that the Go type of
// its kind reads.
type Row struct {
	Kind     string
	ID       int64 // among those of its kind; 0 for one that is not kept yet
	UUID     string
	Revision int64 // grows with each change
	Parent   int64 // ID of what it is part of, of the kind that kindOf says
	Rank     int64 // orders those of a kind; their IDs order those of one rank
	Deleted  bool
	MadeAt   string // UTC, RFC 3339
	// DeletedAt is when it was deleted, UTC, RFC 3339; the store gives it.
	DeletedAt string
	Body      json.RawMessage
}

// Kept reports whether it is there already; the trip that is none has the number 0.
func (r Row) Kept() bool { return r.ID != 0 || r.Kind == KindTrip && r.UUID == NoTripUUID }

// Of names a record that others are part of.
type Of struct {
	Kind string
	ID   int64
}

// Query asks for records of a kind, in the order of their ranks.
type Query struct {
	Kind string
	Of   Of // part of that, directly or further up; any, when left out
	// Word is the value of the field that the kind is searched by; any, when left out.
	Word string
	// Loose asks for those, too, that are part of something deleted, and All for those that are
	// deleted themselves as well.
	Loose, All bool
	// Gone asks for deleted records only.
	Gone  bool
	Desc  bool
	Limit int // 0 for all
}

// Reader reads records. What is not there is ErrNotFound.
type Reader interface {
	// ID is the store's own identity.
	ID(ctx context.Context) (string, error)
	// Get is a record by its number, and Find by its identity; also one that is deleted.
	Get(ctx context.Context, kind string, id int64) (Row, error)
	Find(ctx context.Context, kind, uuid string) (Row, error)
	List(ctx context.Context, q Query) ([]Row, error)
	// Count counts those of a kind that are there, by what they are part of.
	Count(ctx context.Context, kind string, of Of) (map[int64]int, error)
	// Ticks are the lines of a trip's list that are done, in order.
	Ticks(ctx context.Context, trip int64, list string) ([]string, error)
	// Events are those of the journal, in their order.
	Events(ctx context.Context) ([]journal.Edit, error)
}

// Writer writes records, within a transaction.
type Writer interface {
	Reader
	// NewID is an identity that no other record has.
	NewID() string
	// Put keeps a record and returns it as it is kept, at the revision after the one that it
	// says: a new one where it has no ID, and else in place of what is there, or ErrConflict
	// where that is at another revision.
	Put(ctx context.Context, r Row) (Row, error)
	// Drop takes a record away for good.
	Drop(ctx context.Context, kind string, id int64) error
	Tick(ctx context.Context, trip int64, list, line string, done bool) error
	// Note adds events to the journal; one that is there is left alone.
	Note(ctx context.Context, events []journal.Edit) error
	// Renote puts events in the place of the journal: those that tell the same in fewer. A store whose
	// journal is short does not: errors.ErrUnsupported.
	Renote(ctx context.Context, events []journal.Edit) error
}

// Store keeps records: SQLite at home (package store), memory in the pocket. It knows nothing
// of what they mean: that is said in this package, once.
type Store interface {
	Reader
	// Write runs f in one transaction: all of what it writes is kept, or nothing.
	Write(ctx context.Context, f func(Writer) error) error
}
