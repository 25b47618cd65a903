package app

import (
	"bytes"
	"compress/flate"
	"context"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/recipe"
	"apodemos/core/trip"
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

// KindsInOrder is the order in which records are put: what is named by another comes first.
var KindsInOrder = []string{KindGear, KindCoffee, KindRecipe, KindTrip, KindStop, KindBrew, KindPlan, KindLog, KindBlind}

// parents tell what is part of what.
var parents = journal.Parents{
	KindStop: {Kind: KindTrip, Field: "trip"},
	KindBrew: {Kind: KindStop, Field: "stop"},
	KindPlan: {Kind: KindBrew, Field: "brew"},
	KindLog:  {Kind: KindBrew, Field: "brew"},
}

// NoTripUUID is the identity of the trip of places that are of none, in every database.
const NoTripUUID = "00000000-0000-4000-8000-000000000000"

// Record is a record as it goes from one store to another: it names others by their
// identities, and never by the number of a row. One of its parts is there.
type Record struct {
	journal.Key
	Deleted bool
	// Was is the revision that the record had when this was worked out; 0 where it was not
	// there. Put refuses another with ErrConflict.
	Was int64

	Trip   *TripRecord
	Stop   *StopRecord
	Brew   *BrewRecord
	Plan   *PlanRecord
	Log    *LogRecord
	Coffee *CoffeeSet
	Recipe *recipe.Recipe
	Gear   *gear.Item
	Blind  *BlindRecord
}

// TripRecord is a trip with its kit and its lists.
type TripRecord struct {
	Name     string          `json:"name"`
	People   int             `json:"people"`
	StartsOn string          `json:"starts_on,omitempty"`
	Archived bool            `json:"archived,omitempty"`
	Supplies trip.Supplies   `json:"supplies"`
	Wishes   kit.Wishes      `json:"wishes"` // without Must and Without, which name rows
	Must     map[string]bool `json:"must,omitempty"`
	Without  map[string]bool `json:"without,omitempty"`
	Items    map[string]bool `json:"items,omitempty"`
	Packed   map[string]bool `json:"packed,omitempty"`
	Lost     map[string]bool `json:"lost,omitempty"`  // item@stop
	Ticks    map[string]bool `json:"ticks,omitempty"` // list:line
}

// StopRecord is a stop.
type StopRecord struct {
	Trip       string                `json:"trip"`
	Position   int                   `json:"position"`
	Name       string                `json:"name"`
	Day        int                   `json:"day"`
	Km         float64               `json:"km"`
	TimeZone   string                `json:"time_zone"`
	Note       string                `json:"note,omitempty"`
	Conditions conditions.Conditions `json:"conditions"`
	Facts      trip.Facts            `json:"facts"`
	MadeAt     string                `json:"made_at,omitempty"`
}

// BrewRecord is a brew. What it has of its own is parted in two: conditions, field by field,
// and the way that it is made, which holds together and is changed as a whole.
type BrewRecord struct {
	Stop string                     `json:"stop"`
	Name string                     `json:"name,omitempty"`
	At   string                     `json:"at,omitempty"`
	Own  map[string]json.RawMessage `json:"own,omitempty"`
	Way  map[string]json.RawMessage `json:"way,omitempty"`
	Plan string                     `json:"plan"`
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
	Brew     string `json:"brew"`
	Plan     string `json:"plan"`
	BrewedAt string `json:"brewed_at"`
	Noted
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

// whole are the fields that are changed as one, since the half of one and the half of another
// would be neither: water from a stream that is safe because the tap's was, a burner with
// another's fuel, a pot with another's width.
func whole(path string) bool {
	switch path {
	case "wishes", "way", "made", "request", "weighed", "supplies/canister",
		"conditions/water", "conditions/heat", "conditions/vessel", "own/water", "own/heat", "own/vessel":
		return true
	}
	return strings.HasPrefix(path, "recipe")
}

// part is the part of a record that is there.
func (r Record) part() any {
	switch r.Kind {
	case KindTrip:
		return r.Trip
	case KindStop:
		return r.Stop
	case KindBrew:
		return r.Brew
	case KindPlan:
		return r.Plan
	case KindLog:
		return r.Log
	case KindCoffee:
		c := weighedCoffee{CoffeeSet: *r.Coffee}
		if c.Grams != nil || c.Since != "" {
			c.Weighed = &weighing{c.Grams, c.Since}
			c.Grams, c.Since = nil, ""
		}
		return c
	case KindRecipe:
		return struct {
			Recipe *recipe.Recipe `json:"recipe"`
		}{r.Recipe}
	case KindGear:
		return r.Gear
	case KindBlind:
		return r.Blind
	}
	return nil
}

// Fields is a record as the journal has it.
func (r Record) Fields() (journal.Fields, error) {
	f, err := journal.Flat(r.part(), whole)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", r.Key, err)
	}
	if r.Deleted {
		f[journal.Deleted] = json.RawMessage("true")
	}
	return f, nil
}

// RecordOf is the inverse of Fields. Its error says what is wrong with the fields, which may
// have come from anywhere.
func RecordOf(k journal.Key, f journal.Fields) (Record, error) {
	r := Record{Key: k, Deleted: f.IsDeleted()}
	rest := journal.Fields{}
	for name, v := range f {
		if name != journal.Deleted {
			rest[name] = v
		}
	}
	var err error
	switch k.Kind {
	case KindTrip:
		err = into(rest, &r.Trip)
	case KindStop:
		err = into(rest, &r.Stop)
	case KindBrew:
		err = into(rest, &r.Brew)
	case KindPlan:
		err = into(rest, &r.Plan)
	case KindLog:
		err = into(rest, &r.Log)
	case KindCoffee:
		var c weighedCoffee
		err = rest.Into(&c)
		r.Coffee = &c.CoffeeSet
		if c.Weighed != nil {
			r.Coffee.Grams, r.Coffee.Since = c.Weighed.Grams, c.Weighed.Since
		}
	case KindRecipe:
		var v struct {
			Recipe recipe.Recipe `json:"recipe"`
		}
		err = rest.Into(&v)
		r.Recipe = &v.Recipe
	case KindGear:
		err = into(rest, &r.Gear)
	case KindBlind:
		err = into(rest, &r.Blind)
	default:
		err = errors.New("no such kind of record")
	}
	if err != nil {
		return r, fmt.Errorf("%s: %w", k, err)
	}
	return r, nil
}

func into[T any](f journal.Fields, v **T) error {
	*v = new(T)
	return f.Into(*v)
}

// ownOf parts what a brew has of its own.
func ownOf(patch string) (own, way map[string]json.RawMessage, err error) {
	var all map[string]json.RawMessage
	if err := json.Unmarshal([]byte(patch), &all); err != nil {
		return nil, nil, err
	}
	own, way = map[string]json.RawMessage{}, map[string]json.RawMessage{}
	for k, v := range all {
		if slices.Contains(ofTheStop, k) {
			own[k] = v
		} else {
			way[k] = v
		}
	}
	return own, way, nil
}

// ofTheStop are the parts of a request that are a stop's conditions.
var ofTheStop = []string{"place", "water", "heat", "vessel", "calibration"}

// Patch is what a brew has of its own, as a store keeps it.
func (b BrewRecord) Patch() (string, error) {
	all := map[string]json.RawMessage{}
	for k, v := range b.Own {
		all[k] = v
	}
	for k, v := range b.Way {
		all[k] = v
	}
	out, err := json.Marshal(all)
	return string(out), err
}

// Row is where a store keeps a record.
type Row struct {
	ID      int64
	Deleted bool
}

// maxPlan bounds a plan that comes from elsewhere, in bytes of JSON.
const maxPlan = 1 << 20

// packPlan writes a plan small.
func packPlan(p *brew.Plan) (string, error) {
	bare := *p
	bare.Working = nil
	text, err := json.Marshal(bare)
	if err != nil {
		return "", err
	}
	var b bytes.Buffer
	w, _ := flate.NewWriter(&b, flate.BestCompression)
	if _, err := w.Write(text); err != nil {
		return "", err
	}
	if err := w.Close(); err != nil {
		return "", err
	}
	return base64.RawStdEncoding.EncodeToString(b.Bytes()), nil
}

// Told is the plan of a record: as it was told where that was kept, and computed where this
// version of the core told it.
func (p *PlanRecord) Told() (*brew.Plan, error) {
	if p.told != nil {
		return p.told, nil
	}
	if p.Content == "" {
		if p.Version != brew.Version {
			return nil, fmt.Errorf("a plan of version %s of the core has no content", p.Version)
		}
		out, err := Plan(p.Request, false)
		if err != nil {
			return nil, err
		}
		p.told = out
		return out, nil
	}
	b, err := base64.RawStdEncoding.DecodeString(p.Content)
	if err != nil {
		return nil, err
	}
	text, err := io.ReadAll(io.LimitReader(flate.NewReader(bytes.NewReader(b)), maxPlan+1))
	if err != nil {
		return nil, err
	}
	if len(text) > maxPlan {
		return nil, fmt.Errorf("a plan larger than %d bytes", maxPlan)
	}
	out, err := brew.DecodePlan(text)
	if err != nil {
		return nil, err
	}
	p.told = &out
	return p.told, nil
}

// recordOfPlan is a stored plan as a record; with its content where this version of the core
// does not give it, or where that is asked.
func recordOfPlan(p StoredPlan, brewUUID string, content bool) (Record, error) {
	r := Record{Key: journal.Key{Kind: KindPlan, UUID: p.UUID}, Plan: &PlanRecord{Brew: brewUUID, Request: p.Request, Version: p.CoreVersion, CreatedAt: p.CreatedAt, CaffeineMg: number(p.Plan.CaffeineMg), DoseG: number(p.Plan.DoseG)}}
	if !content && p.CoreVersion == brew.Version {
		return r, nil
	}
	var err error
	r.Plan.Content, err = packPlan(&p.Plan)
	return r, err
}

// gatherer reads records out of a store, each once.
type gatherer struct {
	App
	gear  map[int64]string
	stops map[int64]string
	out   []Record
	have  map[journal.Key]bool
	plans map[string]bool // known already, by identity
	// revisions are those that records had when they were read.
	revisions map[journal.Key]int64
	// content says which plans of the log go with their content, whatever made them.
	content func(uuid string) bool
}

func (a App) gatherer(ctx context.Context) (*gatherer, error) {
	r := &gatherer{App: a, gear: map[int64]string{}, stops: map[int64]string{}, have: map[journal.Key]bool{}, plans: map[string]bool{}, revisions: map[journal.Key]int64{}}
	shelf, err := a.Gear(ctx)
	if err != nil {
		return nil, err
	}
	for _, it := range shelf {
		r.gear[it.ID] = it.UUID
	}
	return r, nil
}

func (r *gatherer) add(x Record) {
	if !r.have[x.Key] {
		r.have[x.Key] = true
		r.out = append(r.out, x)
		if x.Was > 0 {
			r.revisions[x.Key] = x.Was
		}
	}
}

// belongings are the shelf, the coffees and the recipes.
func (r *gatherer) belongings(ctx context.Context) error {
	shelf, err := r.Gear(ctx)
	if err != nil {
		return err
	}
	for _, it := range shelf {
		r.add(recordOfGear(it))
	}
	coffees, err := r.Coffees(ctx, true)
	if err != nil {
		return err
	}
	for _, c := range slices.Backward(coffees) { // the oldest first, as they were made
		r.add(recordOfCoffee(c))
	}
	recipes, err := r.Recipes(ctx, true)
	if err != nil {
		return err
	}
	for _, o := range slices.Backward(recipes) {
		r.add(recordOfRecipe(o))
	}
	return nil
}

func recordOfGear(it gear.Item) Record {
	x := Record{Key: journal.Key{Kind: KindGear, UUID: it.UUID}, Was: it.Revision}
	it.ID, it.UUID, it.Revision = 0, "", 0
	x.Gear = &it
	return x
}

func recordOfCoffee(c Coffee) Record {
	return Record{Key: journal.Key{Kind: KindCoffee, UUID: c.UUID}, Was: c.Revision, Deleted: c.Deleted, Coffee: new(coffee.InBag(c.CoffeeSet))}
}

func recordOfRecipe(o OwnRecipe) Record {
	return Record{Key: journal.Key{Kind: KindRecipe, UUID: o.UUID}, Was: o.Revision, Deleted: o.Deleted, Recipe: new(o.Recipe)}
}

// trip reads a trip without what is in it.
func (r *gatherer) trip(ctx context.Context, id int64) error {
	t, err := r.Trip(ctx, id)
	if err != nil {
		return err
	}
	k, err := r.TripKit(ctx, id)
	if err != nil {
		return err
	}
	ticks, err := r.Ticks(ctx, id, ScheduleList)
	if err != nil {
		return err
	}
	x := TripRecord{Name: t.Name, People: t.People, StartsOn: t.StartsOn, Archived: t.Archived, Supplies: t.Supplies, Wishes: k.Wishes,
		Must: r.named(k.Wishes.Must), Without: r.named(k.Wishes.Without), Items: r.named(k.Items), Packed: map[string]bool{}, Lost: map[string]bool{}, Ticks: map[string]bool{}}
	x.Wishes.Must, x.Wishes.Without = nil, nil
	for _, line := range k.Packed {
		x.Packed[line] = true
	}
	for _, l := range k.Lost {
		st, err := r.Stop(ctx, l.Stop)
		if errors.Is(err, ErrNotFound) || r.gear[l.Item] == "" {
			continue
		}
		if err != nil {
			return err
		}
		x.Lost[r.gear[l.Item]+"@"+st.UUID] = true
	}
	for _, line := range ticks {
		x.Ticks[ScheduleList+":"+line] = true
	}
	r.add(Record{Key: journal.Key{Kind: KindTrip, UUID: t.UUID}, Was: t.Revision, Trip: &x})
	return nil
}

func (r *gatherer) named(ids []int64) map[string]bool {
	out := map[string]bool{}
	for _, id := range ids {
		if u := r.gear[id]; u != "" {
			out[u] = true
		}
	}
	return out
}

func (r *gatherer) stop(ctx context.Context, st Stop) error {
	t, err := r.Trip(ctx, st.TripID)
	if err != nil {
		return err
	}
	r.add(Record{Key: journal.Key{Kind: KindStop, UUID: st.UUID}, Was: st.Revision, Stop: &StopRecord{Trip: t.UUID, Position: st.Position, Name: st.Name, Day: st.Day, Km: st.Km, TimeZone: st.TimeZone,
		Note: st.Note, Conditions: st.Conditions, Facts: st.Facts, MadeAt: st.MadeAt}})
	return nil
}

func (r *gatherer) brew(ctx context.Context, b Brew) error {
	st, err := r.Stop(ctx, b.StopID)
	if err != nil {
		return err
	}
	own, way, err := ownOf(b.Own)
	if err != nil {
		return fmt.Errorf("brew %d: %w", b.ID, err)
	}
	p, err := r.Plan(ctx, b.PlanID)
	if err != nil {
		return err
	}
	r.add(Record{Key: journal.Key{Kind: KindBrew, UUID: b.UUID}, Was: b.Revision, Brew: &BrewRecord{Stop: st.UUID, Name: b.Name, At: b.At, Own: own, Way: way, Plan: p.UUID}})
	return r.plan(p, b.UUID, false)
}

func (r *gatherer) plan(p StoredPlan, brewUUID string, content bool) error {
	if r.plans[p.UUID] && !content {
		r.have[journal.Key{Kind: KindPlan, UUID: p.UUID}] = true
		return nil // it is never changed
	}
	r.plans[p.UUID] = true
	x, err := recordOfPlan(p, brewUUID, content)
	r.add(x)
	return err
}

func (r *gatherer) entry(ctx context.Context, l LogEntry) error {
	b, err := r.Brew(ctx, l.BrewID)
	if err != nil {
		return err
	}
	p, err := r.Plan(ctx, l.PlanID)
	if err != nil {
		return err
	}
	if err := r.plan(p, b.UUID, r.content != nil && r.content(p.UUID)); err != nil {
		return err
	}
	r.add(Record{Key: journal.Key{Kind: KindLog, UUID: l.UUID}, Was: l.Revision, Log: &LogRecord{Brew: b.UUID, Plan: p.UUID, BrewedAt: l.BrewedAt, Noted: l.Noted}})
	return nil
}

// journey reads a trip with all that is in it; of no trip, the places.
func (r *gatherer) journey(ctx context.Context, id int64) error {
	if err := r.trip(ctx, id); err != nil {
		return err
	}
	stops, err := r.Stops(ctx, id)
	if err != nil {
		return err
	}
	for _, st := range stops {
		if err := r.stop(ctx, st); err != nil {
			return err
		}
	}
	brews, err := r.Brews(ctx, id)
	if err != nil {
		return err
	}
	for _, b := range brews {
		if err := r.brew(ctx, b); err != nil {
			return err
		}
	}
	if id == NoTrip {
		return nil
	}
	log, err := r.Log(ctx, id)
	if err != nil {
		return err
	}
	for _, l := range slices.Backward(log) {
		if err := r.entry(ctx, l); err != nil {
			return err
		}
	}
	return nil
}

// one reads a record by its identity; false where it cannot be read: it is not there, or
// deleted, or part of something that is.
func (r *gatherer) one(ctx context.Context, k journal.Key) (there, deleted bool, err error) {
	row, err := r.Find(ctx, k)
	if errors.Is(err, ErrNotFound) {
		return false, false, nil
	}
	if err != nil {
		return false, false, err
	}
	if row.Deleted && k.Kind != KindCoffee && k.Kind != KindRecipe {
		return true, true, nil
	}
	switch k.Kind {
	case KindTrip:
		err = r.trip(ctx, row.ID)
	case KindStop:
		var st Stop
		if st, err = r.Stop(ctx, row.ID); err == nil {
			err = r.stop(ctx, st)
		}
	case KindBrew:
		var b Brew
		if b, err = r.Brew(ctx, row.ID); err == nil {
			err = r.brew(ctx, b)
		}
	case KindLog:
		var l LogEntry
		if l, err = r.LogEntry(ctx, row.ID); err == nil {
			err = r.entry(ctx, l)
		}
	case KindCoffee:
		var c Coffee
		if c, err = r.Coffee(ctx, row.ID); err == nil {
			r.add(recordOfCoffee(c))
		}
	case KindRecipe:
		var o OwnRecipe
		if o, err = r.OwnRecipe(ctx, row.ID); err == nil {
			r.add(recordOfRecipe(o))
		}
	case KindGear:
		var it gear.Item
		if it, err = r.GearItem(ctx, row.ID); err == nil {
			r.add(recordOfGear(it))
		}
	case KindBlind:
		var b Blind
		if b, err = r.Blind(ctx, row.ID); err == nil {
			err = r.blind(ctx, b)
		}
	case KindPlan:
		return true, false, nil // it is never changed
	}
	if errors.Is(err, ErrNotFound) { // of something that is deleted
		return true, false, nil
	}
	return true, false, err
}

func (r *gatherer) blind(ctx context.Context, b Blind) error {
	x := BlindRecord{Rounds: b.Rounds}
	for _, of := range []struct {
		id   int64
		uuid *string
	}{{b.A, &x.A}, {b.B, &x.B}} {
		w, err := r.Brew(ctx, of.id)
		if err != nil {
			return err
		}
		*of.uuid = w.UUID
	}
	r.add(Record{Key: journal.Key{Kind: KindBlind, UUID: b.UUID}, Was: b.Revision, Blind: &x})
	return nil
}

func number(v *float64) float64 {
	if v == nil {
		return 0
	}
	return *v
}

// Changes are the events that make a state what a store has of some records now. content says
// which plans of the log go with what they said, for a store that cannot compute them.
func (a App) Changes(ctx context.Context, state *journal.State, clock *journal.Clock, keys []journal.Key, content func(uuid string) bool) ([]journal.Edit, error) {
	r, err := a.gatherer(ctx)
	if err != nil {
		return nil, err
	}
	r.content = content
	return r.commit(ctx, state, clock, keys)
}

// PlanRecordOf is a plan that was just told, as a record of no brew yet.
func PlanRecordOf(r brew.Request, p *brew.Plan, at string) PlanRecord {
	return PlanRecord{Request: r, Version: p.Version, CreatedAt: at, CaffeineMg: number(p.CaffeineMg), DoseG: number(p.DoseG), told: p}
}
