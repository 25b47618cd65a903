package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/gear"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// Kinds of record, as the journal has them.
const (
	KindTrip   = "trip"
	KindStop   = "stop"
	KindBrew   = "brew"
	KindPlan   = "plan"
	KindLog    = "log"
	KindCoffee = "coffee"
	KindRecipe = "recipe"
	KindGear   = "gear"
	KindBlind  = "blind"
)

// Kinds of record that go along in those, or stay where they are.
const (
	KindKit      = "kit"      // of a trip
	KindCalendar = "calendar" // of a trip, as it was last written
	KindRun      = "run"      // of a brew
	KindContent  = "content"  // what a plan says, once for all that say it
)

// Kind is all that is particular to a kind of record. A new one is an entry of kinds, and a
// table of the store.
type Kind struct {
	Name string
	// Parent is the kind of what it is part of, and As the field that names that.
	Parent, As string
	// Path is the address of one of them, for what can be taken away and had back.
	Path string
	// Word is the field that it is searched by.
	Word string
	// Alone says that there is one of them to each that it is part of.
	Alone bool

	// Value is an empty one, as the journal has it; nil for what does not go along.
	Value func() any
	// Split parts a value into the identity of what it is part of, and what is kept of it; Join
	// is the inverse.
	Split func(v any) (of string, body any)
	Join  func(row Row, of string) (any, error)
	// Rank is the place of what is kept among its kind.
	Rank func(body any) int64

	// Whole are fields that are changed as one, since the half of one and the half of another
	// would be neither: water from a stream that is safe because the tap's was, a burner with
	// another's fuel, a pot with another's width.
	Whole []string
	// Settled are fields that nobody chooses when they clash: they are put right afterwards.
	Settled []string
	// Check refuses to keep what a person could not have entered, whatever way it comes in.
	Check func(body any) error
	// Fields are those that the core describes, and Labels and Units what the others are called
	// and counted in, where that is not plain from their names.
	Fields []Fields
	Labels map[string]string
	Units  map[string]quantity.Unit
	// Says names one for a person; other names what it is part of.
	Says func(f journal.Fields, other func(kind, uuid string) string) string
}

// kinds are those that go along, in the order in which they are put: what is named by another
// comes first. Those that stay come after them.
var kinds = []*Kind{
	{
		Name: KindGear, Path: "/gear/{item}", Value: func() any { return new(gear.Item) }, Split: alone, Join: joined[gear.Item],
		Check:  checking(func(it gear.Item) error { return orNone(it.Check()) }),
		Fields: []Fields{{Of: gear.Fields()}},
	},
	{
		Name: KindCoffee, Path: "/coffees/{coffee}", Value: func() any { return new(weighedCoffee) },
		Split: func(v any) (string, any) { return "", v.(*weighedCoffee).set() },
		Join: func(row Row, _ string) (any, error) {
			c, err := read[CoffeeSet](row)
			return WeighedCoffee(c), err
		},
		Whole:  []string{"weighed"},
		Labels: map[string]string{"weighed": "coffee left in the bag", "weighed/grams": "grams in the bag", "weighed/since": "when it was weighed"},
		Units:  map[string]quantity.Unit{"weighed/grams": quantity.Gram},
		Check:  checking(func(c CoffeeSet) error { return errors.Join(CheckShape("", c), CheckCoffee(&c)) }),
	},
	{
		Name: KindRecipe, Path: "/recipes/{recipe}", Value: func() any { return new(RecipeSet) },
		Split: func(v any) (string, any) { return "", &v.(*RecipeSet).Recipe },
		Join: func(row Row, _ string) (any, error) {
			r, err := read[recipe.Recipe](row)
			return &RecipeSet{r}, err
		},
		Whole: []string{"recipe"},
		Check: checking(func(r recipe.Recipe) error { return CheckRecipe(&r) }),
		Says: func(f journal.Fields, _ func(kind, uuid string) string) string {
			var r struct {
				Name string `json:"name"`
			}
			_ = json.Unmarshal(f["recipe"], &r)
			return r.Name
		},
	},
	{
		Name: KindTrip, Path: "/trips/{trip}", Value: func() any { return new(TripRecord) },
		Split: func(v any) (string, any) { return "", v.(*TripRecord).TripBody },
		Join: func(row Row, _ string) (any, error) {
			t, err := read[TripBody](row)
			return &TripRecord{TripBody: t}, err
		},
		Whole: []string{"wishes", "supplies/canister"},
		Labels: map[string]string{"starts_on": "start date", "archived": "archived", "wishes": "wishes for the kit", "ticks": "schedule done", "packed": "packed",
			"items": "the kit", "must": "the kit", "without": "the kit", "lost": "lost"},
		Check: checking(func(t TripBody) error {
			if bad := zone.Day("starts_on", t.StartsOn); bad != nil {
				return bad
			}
			return errors.Join(CheckShape("", t.TripIn), orNone(t.Supplies.Check().At("supplies.")))
		}),
	},
	{
		Name: KindStop, Parent: KindTrip, As: "trip", Path: "/stops/{stop}", Value: func() any { return new(StopRecord) },
		Split: func(v any) (string, any) { return v.(*StopRecord).Trip, v.(*StopRecord).StopIn },
		Join: func(row Row, of string) (any, error) {
			st, err := read[StopIn](row)
			return &StopRecord{of, st, row.MadeAt}, err
		},
		Rank:    func(body any) int64 { return int64(body.(StopIn).Position) },
		Whole:   []string{"conditions/water", "conditions/heat", "conditions/vessel"},
		Settled: []string{"position", "made_at"},
		Fields:  []Fields{{"conditions/", field.Plain(brew.Fields)}},
		Labels:  stopLabels(),
		Units:   map[string]quantity.Unit{"km": quantity.Kilometre},
		Check: checking(func(st StopIn) error {
			if err := CheckShape("", st); err != nil {
				return err
			}
			return checkPlace(st)
		}),
	},
	{
		Name: KindBrew, Parent: KindStop, As: "stop", Path: "/brews/{brew}", Value: func() any { return new(BrewRecord) },
		Split: func(v any) (string, any) { return v.(*BrewRecord).Stop, v.(*BrewRecord).BrewBody },
		Join: func(row Row, of string) (any, error) {
			b, err := read[BrewBody](row)
			return &BrewRecord{of, b}, err
		},
		Whole:   []string{"way", "own/water", "own/heat", "own/vessel"},
		Settled: []string{"plan"},
		Fields:  []Fields{{"own/", field.Plain(brew.Fields)}, {"way/", field.Plain(brew.Fields)}},
		Labels:  map[string]string{"at": "hour", "way": "method and settings", "own/water": "water", "own/heat": "heat", "own/vessel": "pot"},
		Check:   checking(func(b BrewBody) error { return CheckShape("", BrewIn{Name: b.Name, At: b.At}) }),
		Says: func(f journal.Fields, other func(kind, uuid string) string) string {
			n := word(f, "name")
			if n == "" {
				var way struct {
					Method string `json:"method"`
				}
				_ = json.Unmarshal(f["way"], &way)
				n = "a brew"
				if m, ok := method.ByID(way.Method); ok {
					n = m.Name
				}
			}
			if st := word(f, "stop"); st != "" {
				return n + ", " + other(KindStop, st)
			}
			return n
		},
	},
	{
		Name: KindPlan, Parent: KindBrew, As: "brew", Value: func() any { return new(PlanRecord) },
		Split: func(v any) (string, any) {
			p := v.(*PlanRecord)
			return p.Brew, PlanBody{Request: p.Request, Version: p.Version, CaffeineMg: p.CaffeineMg, DoseG: p.DoseG, Packed: p.Content}
		},
		Join: func(row Row, of string) (any, error) {
			p, err := read[PlanBody](row)
			return &PlanRecord{Brew: of, Request: p.Request, Version: p.Version, CreatedAt: row.MadeAt, Content: p.Packed, CaffeineMg: p.CaffeineMg, DoseG: p.DoseG}, err
		},
		Whole: []string{"request"},
	},
	{
		Name: KindLog, Parent: KindBrew, As: "brew", Path: "/log/{entry}", Word: "coffee", Value: func() any { return new(LogRecord) },
		Split: func(v any) (string, any) { return v.(*LogRecord).Brew, v.(*LogRecord).LogBody },
		Join: func(row Row, of string) (any, error) {
			l, err := read[LogBody](row)
			return &LogRecord{of, l}, err
		},
		Rank:   func(body any) int64 { return seconds(body.(LogBody).BrewedAt) },
		Whole:  []string{"made"},
		Check:  checking(func(l LogBody) error { return errors.Join(CheckShape("", l.Noted), orNone(l.Noted.check())) }),
		Fields: []Fields{{Of: field.Plain(taste.TastingFields)}, {"run/", field.Plain(taste.HadFields)}},
		Labels: map[string]string{"made": "what happened", "by": "who tasted", "words": "words", "notes": "notes tasted", "brewed_at": "time brewed"},
		Says: func(f journal.Fields, other func(kind, uuid string) string) string {
			at, _, _ := strings.Cut(word(f, "brewed_at"), "T")
			if b := word(f, "brew"); b != "" {
				return other(KindBrew, b) + ", " + at
			}
			return at
		},
	},
	{
		Name: KindBlind, Path: "/blinds/{blind}", Value: func() any { return new(BlindRecord) }, Split: alone, Join: joined[BlindRecord],
		Says: func(journal.Fields, func(kind, uuid string) string) string { return "A blind comparison" },
	},

	{Name: KindKit, Parent: KindTrip, Alone: true},
	{Name: KindCalendar, Parent: KindTrip, Alone: true},
	{Name: KindRun, Parent: KindBrew, Alone: true},
	{Name: KindContent},
}

// kindOf finds a kind by its name; nil where there is none.
func kindOf(name string) *Kind {
	for _, k := range kinds {
		if k.Name == name {
			return k
		}
	}
	return nil
}

// Fields are fields that the core describes, under a part of a record.
type Fields struct {
	Under string
	Of    []field.Field
}

func stopLabels() map[string]string {
	out := map[string]string{"km": "distance along the way", "conditions/water": "water", "conditions/heat": "heat", "conditions/vessel": "pot"}
	for _, t := range trip.Texts {
		out[t.Path] = strings.ToLower(t.Label)
	}
	return out
}

// told returns the label and unit of a field: from the core's description, from the kind's
// labels, or else from its name.
func (k *Kind) told(path string) (label string, unit quantity.Unit) {
	if path == journal.Deleted {
		return "deleted or not", ""
	}
	for _, of := range k.Fields {
		rest, under := strings.CutPrefix(path, of.Under)
		i := slices.IndexFunc(of.Of, func(f field.Field) bool { return f.Path == strings.ReplaceAll(rest, "/", ".") })
		if under && i >= 0 {
			return cmp.Or(of.Of[i].Label, plain(rest)), of.Of[i].Unit
		}
	}
	for at := path; at != ""; at = at[:max(strings.LastIndexByte(at, '/'), 0)] {
		if l, ok := k.Labels[at]; ok {
			return l, k.Units[path]
		}
	}
	for _, part := range []string{"facts/", "conditions/", "own/", "way/", "run/"} {
		path = strings.TrimPrefix(path, part)
	}
	return plain(path), k.Units[path]
}

// plain returns a field's name in words.
func plain(s string) string {
	return strings.NewReplacer("_", " ", "/", ", ").Replace(strings.TrimSuffix(strings.TrimSuffix(strings.TrimSuffix(s, "_g"), "_ml"), "_pct"))
}

// Kinds are all kinds of record.
func Kinds() []*Kind { return slices.Clone(kinds) }

// KindsInOrder are those that go along, in the order in which they are put.
var KindsInOrder = func() (out []string) {
	for _, k := range kinds {
		if k.Value != nil {
			out = append(out, k.Name)
		}
	}
	return out
}()

// parents tell what is part of what.
var parents = func() journal.Parents {
	out := journal.Parents{}
	for _, k := range kinds {
		if k.As != "" {
			out[k.Name] = struct{ Kind, Field string }{k.Parent, k.As}
		}
	}
	return out
}()

// whole reports whether a field is changed as one with what is under it.
func (k *Kind) whole(path string) bool { return slices.Contains(k.Whole, path) }

func alone(v any) (string, any) { return "", v }

func joined[T any](row Row, _ string) (any, error) {
	v, err := read[T](row)
	return &v, err
}

// checking is a check of what is kept, whether it is pointed at or not.
func checking[T any](check func(T) error) func(any) error {
	return func(body any) error {
		if p, ok := body.(*T); ok {
			return check(*p)
		}
		return check(body.(T))
	}
}

// read is what is kept in a row.
func read[T any](row Row) (T, error) {
	var v T
	if err := json.Unmarshal(row.Body, &v); err != nil {
		return v, fmt.Errorf("%s %d: %w", row.Kind, row.ID, err)
	}
	return v, nil
}

func word(f journal.Fields, name string) string {
	var v string
	_ = json.Unmarshal(f[name], &v)
	return v
}

// seconds is a time to order by, in s since 1970; a text that is none comes first.
func seconds(s string) int64 {
	t, err := time.Parse(time.RFC3339, s)
	if err != nil {
		return 0
	}
	return t.Unix()
}

// Delete takes a record away, with all that is part of it, and Restore has it back.
func (a App) Delete(ctx context.Context, kind string, id int64) error {
	return a.mark(ctx, kind, id, true)
}

// Restore undoes Delete.
func (a App) Restore(ctx context.Context, kind string, id int64) error {
	return a.mark(ctx, kind, id, false)
}

func (a App) mark(ctx context.Context, kind string, id int64, deleted bool) error {
	return a.Write(ctx, func(w Writer) error {
		row, err := w.Get(ctx, kind, id)
		if err == nil && (deleted && row.Deleted || kind == KindTrip && id == NoTrip) {
			err = ErrNotFound
		}
		if err != nil {
			return err
		}
		row.Deleted = deleted
		_, err = w.Put(ctx, row)
		return err
	})
}
