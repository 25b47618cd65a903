package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/kit"
)

// NoTripUUID is the identity of the trip of places that are of none, in every database.
const NoTripUUID = "00000000-0000-4000-8000-000000000000"

// Record is a record as it goes from one store to another: it names others by their
// identities, and never by the number of a row.
type Record struct {
	journal.Key
	Deleted bool
	// Was is the revision that the record had when this was worked out; 0 where it was not
	// there. Put refuses another with ErrConflict.
	Was int64
	// Value is what its kind has (Kind.Value); nil of one that is deleted and never was here.
	Value any
}

// TripRecord is a trip with its kit and its lists.
type TripRecord struct {
	TripBody
	Wishes  kit.Wishes      `json:"wishes"` // without Must and Without, which name rows
	Must    map[string]bool `json:"must,omitempty"`
	Without map[string]bool `json:"without,omitempty"`
	Items   map[string]bool `json:"items,omitempty"`
	Packed  map[string]bool `json:"packed,omitempty"`
	Lost    map[string]bool `json:"lost,omitempty"`  // item@stop
	Ticks   map[string]bool `json:"ticks,omitempty"` // list:line
}

// StopRecord is a stop.
type StopRecord struct {
	Trip string `json:"trip"`
	StopIn
	MadeAt string `json:"made_at,omitempty"`
}

// BrewRecord is a brew.
type BrewRecord struct {
	Stop string `json:"stop"`
	BrewBody
}

// PlanRecord is a plan as it was told. Content is left out where the same version of the core
// gives it again from its request.
type PlanRecord struct {
	Brew      string       `json:"brew"`
	Request   brew.Request `json:"request"`
	Version   string       `json:"core_version"`
	CreatedAt string       `json:"created_at"`
	Content   string       `json:"content,omitempty"` // the plan as JSON, deflated (RFC 1951), base64
	// CaffeineMg, each cup, and DoseG are the plan's: lists need no plan for them.
	CaffeineMg float64 `json:"caffeine_mg,omitempty"`
	DoseG      float64 `json:"dose_g,omitempty"`

	told *brew.Plan
}

// LogRecord is an entry of the log.
type LogRecord struct {
	Brew string `json:"brew"`
	LogBody
}

// BlindRecord is a blind comparison.
type BlindRecord struct {
	A      string      `json:"a"`
	B      string      `json:"b"`
	Rounds []BlindDeal `json:"rounds"`
}

// weighedCoffee is a coffee as the journal has it: what it weighed, and when that was, are one.
type weighedCoffee struct {
	CoffeeSet
	Weighed *weighing `json:"weighed,omitempty"`
}

type weighing struct {
	Grams *float64 `json:"grams"`
	Since string   `json:"since"`
}

// WeighedCoffee is a coffee as a record has it.
func WeighedCoffee(c CoffeeSet) *weighedCoffee {
	w := &weighedCoffee{CoffeeSet: c}
	if c.Grams != nil || c.Since != "" {
		w.Weighed = &weighing{c.Grams, c.Since}
		w.Grams, w.Since = nil, ""
	}
	return w
}

// set is the coffee as it is kept.
func (w *weighedCoffee) set() *CoffeeSet {
	c := w.CoffeeSet
	if w.Weighed != nil {
		c.Grams, c.Since = w.Weighed.Grams, w.Weighed.Since
	}
	return &c
}

// Fields is a record as the journal has it; what is empty is not there.
func (r Record) Fields() (journal.Fields, error) {
	k := kindOf(r.Kind)
	if r.Value == nil || k == nil {
		return journal.Fields{journal.Deleted: json.RawMessage("true")}, nil
	}
	f, err := journal.Flat(r.Value, k.whole)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", r.Key, err)
	}
	for name, v := range f {
		if string(v) == `""` {
			delete(f, name)
		}
	}
	if r.Deleted {
		f[journal.Deleted] = json.RawMessage("true")
	}
	return f, nil
}

// RecordOf is the inverse of Fields. Its error says what is wrong with the fields, which may
// have come from anywhere.
func RecordOf(key journal.Key, f journal.Fields) (Record, error) {
	r := Record{Key: key, Deleted: f.IsDeleted()}
	k := kindOf(key.Kind)
	if k == nil || k.Value == nil {
		return r, fmt.Errorf("%s: %w", key, errors.New("not a kind of record"))
	}
	rest := journal.Fields{}
	for name, v := range f {
		if name != journal.Deleted {
			rest[name] = v
		}
	}
	r.Value = k.Value()
	if err := rest.Into(r.Value); err != nil {
		return r, fmt.Errorf("%s: %w", key, err)
	}
	return r, nil
}

// as is the value of a record, where it is of a type.
func as[T any](r Record) *T {
	v, _ := r.Value.(*T)
	return v
}

// PlanOf is the plan of a record; nil where it is none.
func (r Record) PlanOf() *PlanRecord { return as[PlanRecord](r) }

// gatherer reads records out of a store, each once.
type gatherer struct {
	Records
	uuids map[Of]string
	out   []Record
	have  map[journal.Key]bool
	plans map[string]bool // known already, by identity
	// revisions are those that records had when they were read.
	revisions map[journal.Key]int64
	// content says which plans of the log go with their content, whatever made them.
	content func(uuid string) bool
}

func (a App) gatherer() *gatherer {
	return &gatherer{Records: a.Records, uuids: map[Of]string{}, have: map[journal.Key]bool{}, plans: map[string]bool{}, revisions: map[journal.Key]int64{}}
}

// uuid is the identity of a row.
func (r *gatherer) uuid(ctx context.Context, kind string, id int64) (string, error) {
	of := Of{kind, id}
	if u, ok := r.uuids[of]; ok {
		return u, nil
	}
	row, err := r.Get(ctx, kind, id)
	r.uuids[of] = row.UUID
	return row.UUID, err
}

// row takes a record in, as the journal has it.
func (r *gatherer) row(ctx context.Context, row Row) error {
	key := journal.Key{Kind: row.Kind, UUID: row.UUID}
	if r.have[key] {
		return nil
	}
	k := kindOf(row.Kind)
	r.uuids[Of{row.Kind, row.ID}] = row.UUID
	of := ""
	if k.Parent != "" {
		var err error
		if of, err = r.uuid(ctx, k.Parent, row.Parent); err != nil {
			return err
		}
	}
	v, err := k.Join(row, of)
	if err != nil {
		return err
	}
	switch v := v.(type) {
	case *TripRecord:
		err = r.kit(ctx, row, v)
	case *BrewRecord:
		err = r.plan(ctx, v.Plan, false)
	case *LogRecord:
		err = r.plan(ctx, v.Plan, r.content != nil && r.content(v.Plan))
	}
	if err != nil {
		return err
	}
	r.have[key] = true
	r.revisions[key] = row.Revision
	r.out = append(r.out, Record{Key: key, Was: row.Revision, Deleted: row.Deleted, Value: v})
	return nil
}

// rows takes in those of a query.
func (r *gatherer) rows(ctx context.Context, q Query) error {
	rows, err := r.List(ctx, q)
	if err != nil {
		return err
	}
	for _, row := range rows {
		if err := r.row(ctx, row); err != nil {
			return err
		}
	}
	return nil
}

// belongings are the shelf, the coffees and the recipes, the oldest first, as they were made.
func (r *gatherer) belongings(ctx context.Context) error {
	return errors.Join(r.rows(ctx, Query{Kind: KindGear}), r.rows(ctx, Query{Kind: KindCoffee, All: true}), r.rows(ctx, Query{Kind: KindRecipe, All: true}))
}

// trip reads a trip without what is in it.
func (r *gatherer) trip(ctx context.Context, id int64) error {
	row, err := r.there(ctx, KindTrip, id)
	if err != nil {
		return err
	}
	return r.row(ctx, row)
}

// kit reads a trip's kit and lists. What is gone from the shelf goes not along.
func (r *gatherer) kit(ctx context.Context, row Row, t *TripRecord) error {
	_, k, err := r.kitOf(ctx, row.ID)
	if err != nil {
		return err
	}
	there := func(kind, uuid string) bool {
		it, err := r.Find(ctx, kind, uuid)
		return err == nil && !it.Deleted
	}
	named := func(uuids []string) map[string]bool {
		out := map[string]bool{}
		for _, u := range uuids {
			if there(KindGear, u) {
				out[u] = true
			}
		}
		return out
	}
	t.Wishes, t.Must, t.Without, t.Items = k.Wishes, named(k.Must), named(k.Without), named(k.Items)
	t.Packed, t.Lost, t.Ticks = map[string]bool{}, map[string]bool{}, map[string]bool{}
	for _, line := range k.Packed {
		t.Packed[line] = true
	}
	for _, l := range k.Lost {
		if there(KindGear, l.Item) && there(KindStop, l.Stop) {
			t.Lost[l.Item+"@"+l.Stop] = true
		}
	}
	ticks, err := r.Ticks(ctx, row.ID, ScheduleList)
	for _, line := range ticks {
		t.Ticks[ScheduleList+":"+line] = true
	}
	return err
}

// plan takes a plan in, with its content where this version of the core does not give it, or
// where that is asked.
func (r *gatherer) plan(ctx context.Context, uuid string, content bool) error {
	key := journal.Key{Kind: KindPlan, UUID: uuid}
	if r.plans[uuid] && !content {
		r.have[key] = true
		return nil // it is never changed
	}
	r.plans[uuid] = true
	row, err := r.Find(ctx, KindPlan, uuid)
	if err != nil {
		return err
	}
	body, err := read[PlanBody](row)
	if err == nil && body.Packed == "" && (content || body.Version != brew.Version) {
		var told *brew.Plan
		if told, err = r.told(ctx, uuid, body); err == nil {
			body.Packed, err = packPlan(told)
		}
		if err == nil {
			row.Body, err = json.Marshal(body)
		}
	}
	if err != nil {
		return err
	}
	return r.row(ctx, row)
}

// journey reads a trip with all that is in it; of no trip, the places.
func (r *gatherer) journey(ctx context.Context, id int64) error {
	if err := r.trip(ctx, id); err != nil {
		return err
	}
	of := Of{KindTrip, id}
	if err := errors.Join(r.rows(ctx, Query{Kind: KindStop, Of: of}), r.rows(ctx, Query{Kind: KindBrew, Of: of})); err != nil || id == NoTrip {
		return err
	}
	cups, err := r.List(ctx, Query{Kind: KindLog, Of: of, Loose: true})
	if err != nil {
		return err
	}
	for _, l := range cups {
		if err := r.cup(ctx, l); err != nil {
			return err
		}
	}
	return nil
}

// cup adds a cup with its brew and stop, which may be deleted.
func (r *gatherer) cup(ctx context.Context, l Row) error {
	b, err := r.Get(ctx, KindBrew, l.Parent)
	if err != nil {
		return err
	}
	st, err := r.Get(ctx, KindStop, b.Parent)
	if err != nil {
		return err
	}
	return errors.Join(r.row(ctx, st), r.row(ctx, b), r.row(ctx, l))
}

// one reads a record by its identity; false where it cannot be read: it is not there, or
// deleted, or part of something that is.
func (r *gatherer) one(ctx context.Context, k journal.Key) (there, deleted bool, err error) {
	row, err := r.at(ctx, k)
	if errors.Is(err, ErrNotFound) {
		return false, false, nil
	}
	if err != nil {
		return false, false, err
	}
	switch {
	case k.Kind == KindPlan:
		return true, false, nil // it is never changed
	case row.Deleted && k.Kind != KindCoffee && k.Kind != KindRecipe:
		return true, true, nil
	case !row.Deleted:
		_, err = r.there(ctx, k.Kind, row.ID)
	}
	if err == nil {
		err = r.row(ctx, row)
	}
	if errors.Is(err, ErrNotFound) { // of something that is deleted
		return true, false, nil
	}
	return true, false, err
}

// Changes are the events that make a state what a store has of some records now. content says
// which plans of the log go with what they said, for a store that cannot compute them.
func (a App) Changes(ctx context.Context, state *journal.State, clock *journal.Clock, keys []journal.Key, content func(uuid string) bool) ([]journal.Edit, error) {
	r := a.gatherer()
	r.content = content
	return r.commit(ctx, state, clock, keys)
}

// KeepRecords makes records what they are given as, by their identities, and keeps the events that told
// of it: all of it or nothing.
func (a App) KeepRecords(ctx context.Context, records []Record, events []journal.Edit) error {
	return a.writing(ctx, func(w writing) error {
		if err := w.w.Note(ctx, events); err != nil {
			return err
		}
		come := map[string]string{} // plans that come, and whose they are
		for _, r := range records {
			if p := r.PlanOf(); p != nil {
				come[r.UUID] = p.Brew
			}
		}
		var trips []Record
		for _, r := range records {
			if err := w.keep(ctx, r, come); err != nil {
				return fmt.Errorf("%s: %w", r.Key, err)
			}
			if r.Kind == KindTrip {
				trips = append(trips, r)
			}
		}
		for _, r := range trips { // what its kit names is there now
			if err := w.keepKit(ctx, r); err != nil {
				return fmt.Errorf("%s: %w", r.Key, err)
			}
		}
		return nil
	})
}

// keep puts a record. come are the plans that come with it.
func (w writing) keep(ctx context.Context, r Record, come map[string]string) error {
	k := kindOf(r.Kind)
	if k == nil || k.Value == nil {
		return ErrNotFound
	}
	row, err := w.Find(ctx, r.Kind, r.UUID)
	switch {
	case errors.Is(err, ErrNotFound):
		row = Row{Kind: r.Kind, UUID: r.UUID}
		if r.Value == nil {
			return nil // deleted before it was ever here
		}
		if r.Was != 0 {
			return ErrConflict
		}
	case err != nil:
		return err
	case r.Kind == KindPlan:
		return nil // it stays as it is
	case r.Was != 0 && row.Revision != r.Was:
		return ErrConflict
	}
	row.Deleted = r.Deleted
	if r.Value == nil {
		_, err = w.w.Put(ctx, row)
		return err
	}
	of, body := k.Split(r.Value)
	names := func(kind, uuid string) (int64, error) {
		at, err := w.Find(ctx, kind, uuid)
		if errors.Is(err, ErrNotFound) {
			err = fmt.Errorf("names %s %q, which is not there: %w", kind, uuid, err)
		}
		return at.ID, err
	}
	if k.Parent != "" {
		if row.Parent, err = names(k.Parent, of); err != nil {
			return err
		}
	}
	switch v := body.(type) {
	case StopIn:
		if at := as[StopRecord](r).MadeAt; at != "" {
			row.MadeAt = at
		}
	case BrewBody:
		// A brew names a plan, and the plan its brew.
		if p, err := w.Find(ctx, KindPlan, v.Plan); errors.Is(err, ErrNotFound) && come[v.Plan] != r.UUID || err == nil && (row.ID == 0 || p.Parent != row.ID) {
			v.Plan = ""
			if row.ID != 0 {
				was, err := read[BrewBody](row)
				if err != nil {
					return err
				}
				v.Plan = was.Plan
			}
			body = v
		}
	case PlanBody:
		row.MadeAt = as[PlanRecord](r).CreatedAt
		if v.Packed != "" {
			if _, err := as[PlanRecord](r).Told(); err != nil {
				return err
			}
		}
	case LogBody:
		if _, err := names(KindPlan, v.Plan); err != nil {
			return err
		}
	case *BlindRecord:
		for _, b := range []string{v.A, v.B} {
			if _, err := names(KindBrew, b); err != nil {
				return err
			}
		}
	}
	return w.set(ctx, row, body)
}

// keepKit puts what a trip carries, and what of its lists is done.
func (w writing) keepKit(ctx context.Context, r Record) error {
	t := as[TripRecord](r)
	row, err := w.Find(ctx, KindTrip, r.UUID)
	if err != nil || t == nil {
		return err
	}
	kitRow, _, err := w.kitOf(ctx, row.ID)
	if err != nil {
		return err
	}
	there := func(kind string, of map[string]bool) (out []string) {
		for _, u := range sorted(of) {
			if _, err := w.Find(ctx, kind, u); err == nil {
				out = append(out, u)
			}
		}
		return out
	}
	k := kitBody{Wishes: t.Wishes, Must: there(KindGear, t.Must), Without: there(KindGear, t.Without), Items: there(KindGear, t.Items), Packed: sorted(t.Packed)}
	for _, name := range sorted(t.Lost) {
		item, stop, _ := strings.Cut(name, "@")
		_, err1 := w.Find(ctx, KindGear, item)
		_, err2 := w.Find(ctx, KindStop, stop)
		if err1 == nil && err2 == nil {
			k.Lost = append(k.Lost, lostBody{item, stop})
		}
	}
	if err := w.set(ctx, kitRow, k); err != nil {
		return err
	}
	done, err := w.Ticks(ctx, row.ID, ScheduleList)
	if err != nil {
		return err
	}
	for _, line := range done {
		if !t.Ticks[ScheduleList+":"+line] {
			if err := w.w.Tick(ctx, row.ID, ScheduleList, line, false); err != nil {
				return err
			}
		}
	}
	for _, name := range sorted(t.Ticks) {
		list, line, _ := strings.Cut(name, ":")
		if list != ScheduleList || !slices.Contains(done, line) {
			if err := w.w.Tick(ctx, row.ID, list, line, true); err != nil {
				return err
			}
		}
	}
	return nil
}

// PlanRecordOf is a plan that was just told, as a record of no brew yet.
func PlanRecordOf(r brew.Request, p *brew.Plan, at string) PlanRecord {
	return PlanRecord{Request: r, Version: p.Version, CreatedAt: at, CaffeineMg: or(p.CaffeineMg), DoseG: or(p.DoseG), told: p}
}
