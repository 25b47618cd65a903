package app

import (
	"bytes"
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"sync"
	"time"

	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/glossary"
	"apodemos/core/quantity"
	"apodemos/core/trip"
)

// maxHistory is how many cups of other trips go along, the latest: what was learnt of a
// coffee at home is known on the way.
const maxHistory = 120

// clockSlack is by how much a clock may be out before it is said.
const clockSlack = 10 * time.Minute

// Session is who writes events now.
type Session struct {
	ID    string // that no other has
	NewID func() string
	Now   func() time.Time
}

func (s Session) clock() *journal.Clock {
	return &journal.Clock{Session: s.ID, Now: func() string { return s.Now().UTC().Format(time.RFC3339) }}
}

// commit takes what is in the store now into a state, as events of this session: those that
// differ from what the journal says. Of those that it knows and that were not read, it finds
// out whether they are gone.
func (r *gatherer) commit(ctx context.Context, state *journal.State, clock *journal.Clock, known []journal.Key) ([]journal.Edit, error) {
	slices.SortStableFunc(r.out, func(a, b Record) int {
		return slices.Index(KindsInOrder, a.Kind) - slices.Index(KindsInOrder, b.Kind)
	})
	var out []journal.Edit
	change := func(k journal.Key, f journal.Fields) {
		if e, changed := state.Change(clock, parents, k, f); changed {
			out = append(out, e)
		}
	}
	for _, x := range r.out {
		if x.Kind == KindPlan && state.Has(x.Key) {
			continue // it is never changed
		}
		f, err := x.Fields()
		if err != nil {
			return nil, err
		}
		change(x.Key, f)
	}
	n := len(r.out)
	for _, k := range known {
		if r.have[k] {
			continue
		}
		there, deleted, err := r.one(ctx, k)
		if err != nil {
			return nil, err
		}
		if there && deleted {
			f := state.Fields(k)
			f[journal.Deleted] = json.RawMessage("true")
			change(k, f)
		}
	}
	for _, x := range r.out[n:] {
		f, err := x.Fields()
		if err != nil {
			return nil, err
		}
		change(x.Key, f)
	}
	return out, nil
}

// journaling lets one caller at a time bring the journal up to date. Two at the same time would both
// write the same values, and a later change, made over one of the two, would clash with the other.
var journaling sync.Mutex

// compactFrom is the number of events from which on a journal is compacted where half of them or more are
// written over.
const compactFrom = 2000

// compact keeps of a journal of n events what tells its state. It is not said where it fails: nothing is
// lost, and the next time tries it again. Its caller holds journaling.
func (a App) compact(ctx context.Context, state *journal.State, n int, clock *journal.Clock) {
	if n < compactFrom {
		return
	}
	if short := state.Compact(clock); short != nil && len(short) <= n/2 {
		_ = a.Write(ctx, func(w Writer) error { return w.Renote(ctx, short) })
	}
}

// maxTrips is how many trips go into one pocket.
const maxTrips = 20

// TakeAlong is a pocket with trips and all that it takes to brew on them. What the journal did
// not know yet is written into it. Its error is brew.Problems where there are no trips, or
// too many.
func (a App) TakeAlong(ctx context.Context, trips []int64, s Session) (*Carried, error) {
	if n := len(trips); n < 1 || n > maxTrips {
		return nil, wrong("trips", n, tripsOutOf, quantity.Said(n), quantity.Said(maxTrips))
	}
	trips = slices.Compact(slices.Sorted(slices.Values(trips)))
	info := PocketInfo{ID: s.NewID(), MadeAt: s.Now().UTC().Format(time.RFC3339), Core: brew.Version}
	for _, id := range trips {
		t, err := a.Trip(ctx, id)
		if err != nil {
			return nil, err
		}
		if info.Name == "" {
			info.Name = t.Name
		}
		info.Trips = append(info.Trips, t.UUID)
	}
	if n := len(trips) - 1; n > 0 {
		info.Name += fmt.Sprintf(", and %d more", n)
	}
	home, err := a.ID(ctx)
	if err != nil {
		return nil, err
	}
	journaling.Lock()
	defer journaling.Unlock()
	events, err := a.Events(ctx)
	if err != nil {
		return nil, err
	}
	state := journal.Of(events)
	r := a.gatherer()
	if err := errors.Join(r.belongings(ctx), r.trip(ctx, NoTrip)); err != nil {
		return nil, err
	}
	for _, id := range trips {
		if err := r.journey(ctx, id); err != nil {
			return nil, err
		}
	}
	own := len(r.out)
	aside, err := r.history(ctx, trips)
	if err != nil {
		return nil, err
	}
	history := map[journal.Key]bool{}
	for _, x := range r.out[own:] {
		history[x.Key] = true
	}
	clock := s.clock()
	fresh, err := r.commit(ctx, state, clock, nil)
	if err != nil {
		return nil, err
	}
	if len(fresh) > 0 {
		if err := a.KeepRecords(ctx, nil, fresh); err != nil {
			return nil, err
		}
	}
	a.compact(ctx, state, len(events)+len(fresh), clock)
	info.Home, info.Aside = home, aside
	c := &Carried{Format: PocketFormat, Version: PocketVersion, Pocket: info}
	c.Events = state.Heads(func(k journal.Key, field string) bool { return r.have[k] && !(history[k] && field == "made") })
	slices.SortStableFunc(c.Events, func(a, b journal.Edit) int {
		return slices.Index(KindsInOrder, a.Kind) - slices.Index(KindsInOrder, b.Kind)
	})
	c.Base = len(c.Events)
	if c.Running, err = a.RunningRecords(ctx, func(b Brew, r Run) bool { return !r.Finished && slices.Contains(trips, b.TripID) }); err != nil {
		return nil, err
	}
	c.Numbers = map[string]int64{}
	for of, uuid := range r.uuids {
		if k := kindOf(of.Kind); (k.Path != "" || of.Kind == KindPlan) && of.ID != NoTrip {
			c.Numbers[of.Kind+"/"+uuid] = of.ID
		}
	}
	c.Sum = SumOf(c.Events)
	return c, nil
}

// RunningRecords are brews that are being made, or were just, by their identities.
func (r Records) RunningRecords(ctx context.Context, which func(Brew, Run) bool) ([]RunningRecord, error) {
	rows, err := r.List(ctx, Query{Kind: KindRun})
	if err != nil {
		return nil, err
	}
	var out []RunningRecord
	for _, row := range rows {
		b, err := r.Brew(ctx, row.Parent)
		if err != nil {
			return nil, err
		}
		run, err := r.Run(ctx, b.ID)
		if err != nil {
			return nil, err
		}
		p, err := r.Get(ctx, KindPlan, run.PlanID)
		if err != nil {
			return nil, err
		}
		if which(b, run) {
			out = append(out, RunningRecord{b.UUID, p.UUID, run})
		}
	}
	return out, nil
}

// history reads cups of other trips of the coffees that there are, with what they name, and
// gives the trips that they are of.
func (r *gatherer) history(ctx context.Context, trips []int64) ([]string, error) {
	coffees, err := r.Coffees(ctx, false)
	if err != nil {
		return nil, err
	}
	there := map[string]bool{}
	for _, c := range coffees {
		there[c.UUID] = true
	}
	log, err := r.List(ctx, Query{Kind: KindLog, Desc: true, Loose: true})
	if err != nil {
		return nil, err
	}
	var aside []string
	n := 0
	for _, l := range log {
		body, err := read[LogBody](l)
		if err != nil {
			return nil, err
		}
		if !there[body.Coffee] {
			continue
		}
		b, err := r.Get(ctx, KindBrew, l.Parent)
		if err != nil {
			return nil, err
		}
		st, err := r.Get(ctx, KindStop, b.Parent)
		if err != nil {
			return nil, err
		}
		if slices.Contains(trips, st.Parent) {
			continue
		}
		if n++; n > maxHistory {
			break
		}
		of, err := r.uuid(ctx, KindTrip, st.Parent)
		if err != nil {
			return nil, err
		}
		if st.Parent != NoTrip && !slices.Contains(aside, of) {
			aside = append(aside, of)
			tr, err := r.Get(ctx, KindTrip, st.Parent)
			if err == nil {
				err = r.row(ctx, tr)
			}
			if err != nil {
				return nil, err
			}
		}
		if err := r.cup(ctx, l); err != nil {
			return nil, err
		}
	}
	return aside, nil
}

// Bringing is what comes of bringing a pocket back.
type Bringing struct {
	Pocket  PocketInfo `json:"pocket"`
	Said    []string   `json:"said" doc:"What there is to know of it, a sentence each"`
	Arrives []Arrival  `json:"arrives" doc:"What is new or changed here by it"`
	Clashes []ClashOut `json:"clashes" doc:"What was changed on both sides, or deleted on one: one chooses"`
	Open    int        `json:"open" doc:"Clashes that nobody has chosen of yet"`
	Kept    bool       `json:"kept" doc:"It was kept; otherwise this is what would come of it"`
}

// Arrival is a record that something new comes of.
type Arrival struct {
	Kind   string   `json:"kind" enum:"trip,stop,brew,plan,log,coffee,recipe,gear,blind"`
	UUID   string   `json:"uuid"`
	Name   string   `json:"name"`
	What   string   `json:"what" enum:"new,changed,deleted,restored"`
	Fields []string `json:"fields" doc:"What is changed of it, in words; of what is deleted, what goes with it and what stays"`
	// Lines are the changed values, before and after.
	Lines []ClashLine `json:"lines" doc:"From what to what: here is how it is, there how it comes"`
}

// ClashOut is a clash to choose of.
type ClashOut struct {
	ID     string      `json:"id"`
	Kind   string      `json:"kind"`
	Name   string      `json:"name" doc:"Of the record"`
	Field  string      `json:"field" doc:"In words"`
	Lines  []ClashLine `json:"lines" doc:"Side by side"`
	Chosen string      `json:"chosen" enum:",here,there"`
	Later  string      `json:"later" enum:"here,there" doc:"Which of the two was written when more was known"`
}

// ClashLine is a value on both sides.
type ClashLine struct {
	Label string `json:"label"`
	Unit  string `json:"unit"`
	Here  any    `json:"here" doc:"Null where there is none"`
	There any    `json:"there"`
}

// ErrOpen is returned where something was changed on both sides and nobody has chosen yet.
var ErrOpen = errors.New("both sides changed something; choose first")

// Bring takes in what was done in a pocket: all of it, or nothing. What was changed on both
// sides is chosen by the clash's ID. Without keep it is only looked at. Its error is
// ErrPocket where the pocket cannot be read, ErrOpen where a choice is missing.
func (a App) Bring(ctx context.Context, c *Carried, choices map[string]journal.Side, keep bool, s Session) (Bringing, error) {
	if keep {
		journaling.Lock()
		defer journaling.Unlock()
	}
	var err error
	for range 4 {
		var out Bringing
		out, err = a.bring(ctx, c, choices, keep, s)
		if !errors.Is(err, ErrConflict) {
			return out, err
		}
	}
	return Bringing{}, err
}

func (a App) bring(ctx context.Context, c *Carried, choices map[string]journal.Side, keep bool, s Session) (Bringing, error) {
	out := Bringing{Pocket: c.Pocket, Said: []string{}, Arrives: []Arrival{}, Clashes: []ClashOut{}}
	if err := c.Check(); err != nil {
		return out, err
	}
	home, err := a.ID(ctx)
	if err != nil {
		return out, err
	}
	if c.Pocket.Home != home {
		out.Said = append(out.Said, fromElsewhere.Text())
	}
	if c.Pocket.Core != brew.Version {
		out.Said = append(out.Said, otherCore.Say(quantity.Text(c.Pocket.Core), quantity.Text(brew.Version)).Text)
	}
	out.Said = append(out.Said, clockSaid(c, s.Now())...)
	events, err := a.Events(ctx)
	if err != nil {
		return out, err
	}
	state, clock := journal.Of(events), s.clock()
	r := a.gatherer()
	fresh, err := r.catchUp(ctx, c, state, clock)
	if err != nil {
		return out, err
	}
	here := state.Clone()
	m := journal.Merge(state, c.seenBy(here), clock, func(cl journal.Clash) journal.Side {
		if ofItself(cl) {
			if cl.HereLater {
				return journal.Here
			}
			return journal.There
		}
		return choices[clashID(cl)]
	})
	out.Open = len(m.Open)
	names := nameOf(m.State)
	for _, cl := range m.Clashes {
		if !ofItself(cl) {
			x := clashOut(cl, names)
			x.Chosen = string(choices[clashID(cl)])
			out.Clashes = append(out.Clashes, x)
		}
	}
	records, made, said, err := a.settleRecords(ctx, here, m, clock, s)
	if err != nil {
		return out, err
	}
	out.Said = append(out.Said, said...)
	out.Arrives = arrivals(here, m.State, m.Touched, names)
	out.Said = append(out.Said, widely(out.Arrives)...)
	if !keep {
		return out, nil
	}
	if out.Open > 0 {
		return out, ErrOpen
	}
	for i := range records {
		records[i].Was = r.revisions[records[i].Key]
	}
	if err := a.KeepRecords(ctx, records, slices.Concat(fresh, m.New, m.Choices, made)); err != nil {
		return out, err
	}
	a.compact(ctx, m.State, len(events)+len(fresh)+len(m.New)+len(m.Choices)+len(made), clock)
	if err := a.takeRunning(ctx, c, s.Now()); err != nil {
		return out, err
	}
	out.Kept = true
	return out, nil
}

// seenBy returns the events of a pocket without false claims. A pocket knows only the events in it.
// An event that claims to replace one that is here, and not in the pocket, loses that claim, so
// that the two clash and a person decides.
func (c *Carried) seenBy(here *journal.State) []journal.Edit {
	in := map[string]bool{}
	for _, e := range c.Events {
		in[e.ID] = true
	}
	claimed := func(over map[string][]string) map[string][]string {
		var out map[string][]string
		for f, ids := range over {
			known := slices.DeleteFunc(slices.Clone(ids), func(id string) bool { return !in[id] && here.Seen(id) })
			if len(known) == len(ids) {
				continue
			}
			if out == nil {
				out = maps.Clone(over)
			}
			out[f] = known
		}
		if out == nil {
			return over
		}
		return out
	}
	events := slices.Clone(c.Events)
	for i, e := range events {
		events[i].Over, events[i].Live = claimed(e.Over), claimed(e.Live)
	}
	return events
}

// catchUp takes into a state what was changed here since the journal was last written: of
// the trips that a pocket is of, of the shelf, and of whatever it names.
func (r *gatherer) catchUp(ctx context.Context, c *Carried, state *journal.State, clock *journal.Clock) ([]journal.Edit, error) {
	for _, k := range state.Keys() {
		if k.Kind == KindPlan {
			r.plans[k.UUID] = true
		}
	}
	if err := errors.Join(r.belongings(ctx), r.trip(ctx, NoTrip)); err != nil {
		return nil, err
	}
	asked := map[journal.Key]bool{}
	var known []journal.Key
	ask := func(k journal.Key) {
		if !asked[k] {
			asked[k] = true
			known = append(known, k)
		}
	}
	for _, e := range c.Events {
		ask(e.Key)
		if e.Kind != KindTrip || slices.Contains(c.Pocket.Aside, e.UUID) || e.UUID == NoTripUUID {
			continue
		}
		row, err := r.at(ctx, e.Key)
		if errors.Is(err, ErrNotFound) || err == nil && row.Deleted {
			continue
		}
		if err != nil {
			return nil, err
		}
		if err := r.journey(ctx, row.ID); err != nil {
			return nil, err
		}
	}
	return r.commit(ctx, state, clock, known)
}

// ofItself is a clash that is nobody's to choose: the order of stops is put right afterwards,
// and a brew is planned as it comes out.
func ofItself(cl journal.Clash) bool {
	return slices.Contains(kindOf(cl.Kind).Settled, cl.Field)
}

// clashID names a clash with what stands against what: a choice is of that, and of nothing
// that came meanwhile.
func clashID(cl journal.Clash) string {
	sum := sha256.Sum256(slices.Concat(cl.Here, []byte("\n"), cl.There))
	return cl.ID() + "#" + hex.EncodeToString(sum[:4])
}

// settleRecords are the records that come of a merge, checked, with their plans, and the
// events that had to be made for that. What cannot be is left as it is here, and said.
func (a App) settleRecords(ctx context.Context, here *journal.State, m journal.Merged, clock *journal.Clock, s Session) (records []Record, made []journal.Edit, said []string, err error) {
	touched := slices.Clone(m.Touched)
	slices.SortStableFunc(touched, func(a, b journal.Key) int {
		return slices.Index(KindsInOrder, a.Kind) - slices.Index(KindsInOrder, b.Kind)
	})
	change := func(k journal.Key, f journal.Fields) {
		if e, changed := m.State.Change(clock, parents, k, f); changed {
			made = append(made, e)
		}
	}
	names := nameOf(m.State)
	out := map[journal.Key]Record{}
	for _, k := range touched {
		f := m.State.Fields(k)
		if len(f) == 0 || len(f) == 1 && f.IsDeleted() {
			continue // heard of, and never here
		}
		if k.Kind == KindPlan {
			if here.Has(k) {
				continue
			}
			r, err := RecordOf(k, f)
			if err == nil {
				_, err = r.PlanOf().Told()
			}
			if err != nil {
				return nil, nil, nil, ErrPocket{pocketPlanOdd.Say(quantity.Said(err)).Text}
			}
			out[k] = r
			continue
		}
		r, err := RecordOf(k, f)
		if err == nil {
			err = checkRecord(r)
		}
		if err == nil && k.Kind == KindBrew && !r.Deleted {
			err = a.planned(ctx, here, m.State, &r, s, func(p Record) {
				pf, _ := p.Fields()
				change(p.Key, pf)
				out[p.Key] = p
			})
			if err == nil {
				f, _ = r.Fields()
				change(k, f)
			}
		}
		if err != nil {
			was := here.Fields(k)
			if len(was) == 0 {
				return nil, nil, nil, ErrPocket{pocketRecordOdd.Say(quantity.Text(names(k)), quantity.Said(err)).Text}
			}
			said = append(said, staysAsHere.Say(quantity.Text(names(k)), quantity.Said(err)).Text)
			change(k, was)
			continue
		}
		out[k] = r
	}
	if err := order(m.State, out, change); err != nil {
		return nil, nil, nil, err
	}
	for _, r := range out {
		records = append(records, r)
	}
	slices.SortFunc(records, func(a, b Record) int {
		if d := slices.Index(KindsInOrder, a.Kind) - slices.Index(KindsInOrder, b.Kind); d != 0 {
			return d
		}
		return strings.Compare(a.UUID, b.UUID)
	})
	return records, made, said, nil
}

// planned gives a brew the plan that goes with what it has become: that of the side whose
// wishes it has, and a new one where it has some of both.
func (a App) planned(ctx context.Context, here, now *journal.State, r *Record, s Session, add func(Record)) error {
	bare := func(f journal.Fields) journal.Fields {
		out := journal.Fields{}
		for k, v := range f {
			if k != "plan" {
				out[k] = v
			}
		}
		return out
	}
	merged, b := now.Fields(r.Key), as[BrewRecord](*r)
	if was := here.Fields(r.Key); len(was) > 0 && reflect.DeepEqual(bare(was), bare(merged)) {
		var plan string
		_ = json.Unmarshal(was["plan"], &plan)
		b.Plan = plan
		return nil
	}
	request, err := requestOf(now, b)
	if err != nil {
		return err
	}
	// Its plan, where it is that of just this.
	if pf := now.Fields(journal.Key{Kind: KindPlan, UUID: b.Plan}); len(pf) > 0 {
		p, err := RecordOf(journal.Key{Kind: KindPlan, UUID: b.Plan}, pf)
		if err == nil && p.PlanOf().Brew == r.UUID && sameJSON(p.PlanOf().Request, request) {
			return nil
		}
	}
	told, err := Plan(request, false)
	if err != nil {
		return err
	}
	p := Record{Key: journal.Key{Kind: KindPlan, UUID: s.NewID()}, Value: &PlanRecord{Brew: r.UUID, Request: request, Version: brew.Version, CreatedAt: s.Now().UTC().Format(time.RFC3339), told: told}}
	b.Plan = p.UUID
	add(p)
	return nil
}

func sameJSON(a, b any) bool {
	x, err1 := json.Marshal(a)
	y, err2 := json.Marshal(b)
	return err1 == nil && err2 == nil && bytes.Equal(x, y)
}

// requestOf is a brew's request at its stop, as a state has both.
func requestOf(s *journal.State, b *BrewRecord) (brew.Request, error) {
	st, err := RecordOf(journal.Key{Kind: KindStop, UUID: b.Stop}, s.Fields(journal.Key{Kind: KindStop, UUID: b.Stop}))
	if err != nil {
		return brew.Request{}, err
	}
	at := as[StopRecord](st)
	r, err := overlaid(trip.ConditionsAt(at.Conditions, at.Facts, b.At), b.BrewBody)
	if err != nil || at.Trip == NoTripUUID {
		return r, err
	}
	t, err := RecordOf(journal.Key{Kind: KindTrip, UUID: at.Trip}, s.Fields(journal.Key{Kind: KindTrip, UUID: at.Trip}))
	if err != nil {
		return r, err
	}
	return as[TripRecord](t).Supplies.In(r), nil
}

// order puts the stops of trips that something came of in order: by day, and by place within
// it, so that days never run backwards and no two share a place.
func order(s *journal.State, out map[journal.Key]Record, change func(journal.Key, journal.Fields)) error {
	trips := map[string]bool{}
	for k, r := range out {
		if k.Kind == KindStop {
			trips[as[StopRecord](r).Trip] = true
		}
	}
	by := map[string][]Record{}
	for _, k := range s.Keys() {
		if k.Kind != KindStop {
			continue
		}
		f := s.Fields(k)
		if f.IsDeleted() || len(f) == 0 {
			continue
		}
		r, err := RecordOf(k, f)
		if err != nil {
			return err
		}
		if of := as[StopRecord](r).Trip; trips[of] {
			by[of] = append(by[of], r)
		}
	}
	for _, stops := range by {
		slices.SortFunc(stops, func(a, b Record) int {
			x, y := as[StopRecord](a), as[StopRecord](b)
			return cmp.Or(x.Day-y.Day, x.Position-y.Position, strings.Compare(a.UUID, b.UUID))
		})
		last := 0
		for _, r := range stops {
			st := as[StopRecord](r)
			at := max(st.Position, last+1)
			last = at
			if at == st.Position {
				continue
			}
			st.Position = at
			f, err := r.Fields()
			if err != nil {
				return err
			}
			change(r.Key, f)
			out[r.Key] = r
		}
	}
	return nil
}

// runLasts is how long a brew that was begun is still one being made.
const runLasts = 24 * time.Hour

// takeRunning takes brews that are being made there. One that was begun long ago, that was
// written down since, or beside which another is being made here, is none: a pocket is brought
// more than once, and what it had going once may have ended.
func (a App) takeRunning(ctx context.Context, c *Carried, now time.Time) error {
	for _, x := range c.Running {
		began := time.UnixMilli(x.Run.ZeroMs)
		if x.Run.Finished || now.Sub(began) > runLasts {
			continue
		}
		b, err := a.Find(ctx, KindBrew, x.Brew)
		if err != nil || b.Deleted {
			continue
		}
		p, err := a.Find(ctx, KindPlan, x.Plan)
		if err != nil {
			continue
		}
		log, err := a.Log(ctx, AllTrips)
		if err != nil {
			return err
		}
		if slices.ContainsFunc(log, func(l LogEntry) bool {
			at, err := time.Parse(time.RFC3339, l.BrewedAt)
			return l.BrewID == b.ID && err == nil && !at.Before(began.Truncate(time.Second))
		}) {
			continue
		}
		x.Run.PlanID, x.Run.Revision, x.Run.ID = p.ID, 0, ""
		if was, err := a.Run(ctx, b.ID); err == nil && (was.PlanID != p.ID || was.Finished) {
			continue // another is being made here
		}
		if _, err := a.SetRun(ctx, b.ID, x.Run); err != nil {
			return err
		}
	}
	return nil
}

// clockSaid says where the clock of a pocket was out.
func clockSaid(c *Carried, now time.Time) []string {
	made, err := time.Parse(time.RFC3339, c.Pocket.MadeAt)
	if err != nil {
		return nil
	}
	for _, e := range c.Events[c.Base:] {
		at, err := time.Parse(time.RFC3339, e.At)
		if err != nil {
			continue
		}
		if d := at.Sub(now); d > clockSlack {
			return []string{clockAhead.Say(quantity.Text(span(d))).Text}
		}
		if d := made.Sub(at); d > clockSlack {
			return []string{clockBehind.Say(quantity.Text(span(d))).Text}
		}
	}
	return nil
}

func span(d time.Duration) string {
	switch {
	case d >= 48*time.Hour:
		return fmt.Sprintf("%.0f days", d.Hours()/24)
	case d >= 2*time.Hour:
		return fmt.Sprintf("%.0f hours", d.Hours())
	}
	return fmt.Sprintf("%.0f minutes", d.Minutes())
}

// nameOf names records of a state for a person.
func nameOf(s *journal.State) func(journal.Key) string {
	var name func(journal.Key) string
	name = func(k journal.Key) string {
		f := s.Fields(k)
		if says := kindOf(k.Kind).Says; says != nil {
			return says(f, func(kind, uuid string) string { return name(journal.Key{Kind: kind, UUID: uuid}) })
		}
		if k.UUID == NoTripUUID {
			return "Places outside trips"
		}
		return cmp.Or(word(f, "name"), "a "+k.Kind)
	}
	return name
}

// arrivals tells what is other than it was.
func arrivals(was, now *journal.State, touched []journal.Key, names func(journal.Key) string) []Arrival {
	out := []Arrival{}
	for _, k := range touched {
		a, b := was.Fields(k), now.Fields(k)
		if k.Kind == KindPlan || len(b) == 0 {
			continue
		}
		x := Arrival{Kind: k.Kind, UUID: k.UUID, Name: names(k), What: "changed", Fields: []string{}, Lines: []ClashLine{}}
		switch {
		case len(a) == 0 && b.IsDeleted():
			continue
		case len(a) == 0:
			x.What = "new"
		case b.IsDeleted() && !a.IsDeleted():
			x.What = "deleted"
			x.Fields = goesWith(now, k)
		case a.IsDeleted() && !b.IsDeleted():
			x.What = "restored"
		default:
			seen := map[string]bool{}
			for _, f := range fieldsOf(a, b) {
				if bytes.Equal(a[f], b[f]) || f == "plan" || f == "position" {
					continue
				}
				if f != "made" { // the record of a run is not shown
					x.Lines = append(x.Lines, linesOf(k.Kind, f, a[f], b[f])...)
				}
				if label, _ := kindOf(k.Kind).told(f); !seen[label] {
					seen[label] = true
					x.Fields = append(x.Fields, label)
				}
			}
			if len(x.Fields) == 0 {
				continue
			}
		}
		out = append(out, x)
	}
	return out
}

// manyRecords is how many records a file deletes, or changes, before a warning.
const manyRecords = 10

// widely warns of a file that deletes or overwrites many records.
func widely(all []Arrival) (out []string) {
	n := map[string]int{}
	for _, x := range all {
		n[x.What]++
	}
	if k := n["deleted"]; k >= manyRecords {
		out = append(out, deletesMany.Say(quantity.Of(float64(k), quantity.None)).Text)
	}
	if k := n["changed"]; k >= manyRecords {
		out = append(out, changesMany.Say(quantity.Of(float64(k), quantity.None)).Text)
	}
	return out
}

// goesWith says what is deleted together with a record, and what stays.
func goesWith(s *journal.State, of journal.Key) []string {
	parts := map[string]int{}
	var count func(of journal.Key)
	count = func(of journal.Key) {
		for _, k := range s.Keys() {
			up, ok := parents[k.Kind]
			if f := s.Fields(k); ok && up.Kind == of.Kind && word(f, up.Field) == of.UUID && !f.IsDeleted() && k.Kind != KindPlan {
				parts[k.Kind]++
				count(k)
			}
		}
	}
	count(of)
	out := []string{}
	for _, x := range []struct {
		kind string
		says quantity.Sentence
	}{{KindStop, stopsGo}, {KindBrew, brewsGo}, {KindLog, cupsStay}} {
		if n := parts[x.kind]; n > 0 {
			out = append(out, x.says.Say(quantity.Of(float64(n), quantity.None)).Text)
		}
	}
	return out
}

func fieldsOf(a, b journal.Fields) []string {
	var out []string
	for f := range a {
		out = append(out, f)
	}
	for f := range b {
		if _, too := a[f]; !too {
			out = append(out, f)
		}
	}
	slices.Sort(out)
	return out
}

// clashOut is a clash for a person: the values side by side, and of what is changed as a
// whole those that differ.
func clashOut(cl journal.Clash, names func(journal.Key) string) ClashOut {
	field, _ := kindOf(cl.Kind).told(cl.Field)
	out := ClashOut{ID: clashID(cl), Kind: cl.Kind, Name: names(cl.Key), Field: field, Lines: []ClashLine{}, Later: string(journal.There)}
	if cl.HereLater {
		out.Later = string(journal.Here)
	}
	if cl.Field == journal.Deleted {
		say := func(v json.RawMessage) any {
			if string(v) == "true" {
				return "deleted"
			}
			return "there, and changed"
		}
		out.Lines = append(out.Lines, ClashLine{Label: out.Field, Here: say(cl.Here), There: say(cl.There)})
		return out
	}
	out.Lines = append(out.Lines, linesOf(cl.Kind, cl.Field, cl.Here, cl.There)...)
	return out
}

// linesOf returns the values of a field side by side; of an object, those that differ.
func linesOf(kind, field string, here, there json.RawMessage) []ClashLine {
	out := []ClashLine{}
	a, b := flatOf(here), flatOf(there)
	for _, f := range fieldsOf(a, b) {
		if bytes.Equal(a[f], b[f]) {
			continue
		}
		path := field
		if f != "" {
			path += "/" + f
		}
		label, unit := kindOf(kind).told(path)
		out = append(out, ClashLine{Label: label, Unit: string(unit), Here: valueOf(a[f]), There: valueOf(b[f])})
	}
	return out
}

// flatOf is a value as fields; one that has no parts is under the empty name.
func flatOf(v json.RawMessage) journal.Fields {
	if len(v) == 0 {
		return journal.Fields{}
	}
	if v[0] != '{' {
		return journal.Fields{"": v}
	}
	f, err := journal.Flat(v, func(string) bool { return false })
	if err != nil {
		return journal.Fields{"": v}
	}
	return f
}

// valueOf is a value to show; words of a request by what they are called.
func valueOf(v json.RawMessage) any {
	if len(v) == 0 || string(v) == "null" {
		return nil
	}
	var out any
	if json.Unmarshal(v, &out) != nil {
		return string(v)
	}
	switch x := out.(type) {
	case string:
		if n, ok := glossary.Names()[x]; ok {
			return n
		}
		return x
	case float64, bool:
		return x
	}
	return short(string(v))
}
