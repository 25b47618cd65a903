package journal

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
)

// Key names a record.
type Key struct {
	Kind string `json:"kind"`
	UUID string `json:"uuid"`
}

// Fields are a record: each value as JSON, by the name of its field. What is not there is
// not in it; null is a value.
type Fields map[string]json.RawMessage

// Deleted is the field that says whether a record was taken away.
const Deleted = "deleted"

// UnmarshalJSON reads fields with each value in the one form that it has: on its way through a
// page or a file the same text may be written with other escapes, and its parts in another
// order.
func (f *Fields) UnmarshalJSON(b []byte) error {
	var raw map[string]json.RawMessage
	if err := json.Unmarshal(b, &raw); err != nil {
		return err
	}
	out := Fields{}
	for name, v := range raw {
		c, err := canonical(v)
		if err != nil {
			return err
		}
		out[name] = c
	}
	*f = out
	return nil
}

// canonical is a value in one form: figures as they are written, names in order.
func canonical(raw json.RawMessage) (json.RawMessage, error) {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.UseNumber()
	var v any
	if err := d.Decode(&v); err != nil {
		return nil, err
	}
	return json.Marshal(v)
}

// IsDeleted reports whether a record was taken away.
func (f Fields) IsDeleted() bool { return string(f[Deleted]) == "true" }

// Edit is a change of one record. It is never changed itself.
type Edit struct {
	ID string `json:"id" minLength:"3" maxLength:"40" doc:"Of the device's session and a number that counts up in it"`
	At string `json:"at" maxLength:"40" doc:"UTC, RFC 3339, by the clock of the device, which may be wrong: nothing is decided by it"`
	Key
	Set  Fields              `json:"set,omitempty" doc:"Fields by name, with their new values"`
	Cut  []string            `json:"cut,omitempty" doc:"Fields that are no longer there"`
	Over map[string][]string `json:"over,omitempty" doc:"IDs of the events whose value of a field it takes the place of"`
	// Live says that what was changed, and what it is part of, is there: a deletion that was
	// not known then clashes with it.
	Live map[string][]string `json:"live,omitempty" doc:"Records, as kind/uuid, that are there, with the IDs of the events that said so, or not, before"`
	// Known is of a journal that was compacted at home; no copy has it.
	Known *Known `json:"-"`
	Stamp int64  `json:"stamp" minimum:"1" doc:"Greater than that of all that was known when it was made (Lamport 1978); a choice has that of what it chose"`
}

// writes are the names of the fields that an event writes, sorted.
func (e Edit) writes() []string {
	out := slices.Concat(slices.Collect(maps.Keys(e.Set)), e.Cut)
	slices.Sort(out)
	return slices.Compact(out)
}

// head is a value that nobody has written over; nil is no longer there.
type head struct {
	value json.RawMessage
	stamp int64
}

// register is a field.
type register struct {
	heads map[string]head // by the event that wrote it
	gone  map[string]bool // written over before they were seen
}

// made is what is known of an event that was seen.
type made struct {
	key   Key
	at    string
	stamp int64
}

// State is what a set of events comes to.
type State struct {
	seen  map[string]made
	recs  map[Key]map[string]*register
	order []Key
	stamp int64
}

// Of is the state of some events.
func Of(events []Edit) *State {
	s := &State{seen: map[string]made{}, recs: map[Key]map[string]*register{}}
	for _, e := range events {
		s.Apply(e)
	}
	return s
}

// Clone is a copy that goes its own way.
func (s *State) Clone() *State {
	c := &State{seen: maps.Clone(s.seen), recs: make(map[Key]map[string]*register, len(s.recs)), order: slices.Clone(s.order), stamp: s.stamp}
	for k, rec := range s.recs {
		r := make(map[string]*register, len(rec))
		for f, g := range rec {
			r[f] = &register{maps.Clone(g.heads), maps.Clone(g.gone)}
		}
		c.recs[k] = r
	}
	return c
}

// Seen reports whether an event is part of the state.
func (s *State) Seen(id string) bool { _, ok := s.seen[id]; return ok }

// Keys are the records, in the order in which they were first heard of.
func (s *State) Keys() []Key { return slices.Clone(s.order) }

// Has reports whether anything was ever heard of a record.
func (s *State) Has(k Key) bool { return s.recs[k] != nil }

func (s *State) register(k Key, field string) *register {
	rec := s.recs[k]
	if rec == nil {
		rec = map[string]*register{}
		s.recs[k] = rec
		s.order = append(s.order, k)
	}
	g := rec[field]
	if g == nil {
		g = &register{heads: map[string]head{}, gone: map[string]bool{}}
		rec[field] = g
	}
	return g
}

func (g *register) write(id string, over []string, v head) {
	for _, o := range over {
		if _, there := g.heads[o]; there {
			delete(g.heads, o)
		} else {
			g.gone[o] = true
		}
	}
	if !g.gone[id] {
		g.heads[id] = v
	}
}

// Apply takes an event in, and reports whether it was new.
func (s *State) Apply(e Edit) bool {
	if s.Seen(e.ID) {
		return false
	}
	s.seen[e.ID] = made{e.Key, e.At, e.Stamp}
	s.stamp = max(s.stamp, e.Stamp)
	if e.Known != nil {
		e.Known.each(func(id string) {
			if !s.Seen(id) {
				s.seen[id] = made{}
			}
		})
	}
	for _, f := range e.writes() {
		s.register(e.Key, f).write(e.ID, e.Over[f], head{e.Set[f], e.Stamp})
	}
	for _, name := range slices.Sorted(maps.Keys(e.Live)) {
		s.register(keyOf(name), Deleted).write(e.ID, e.Live[name], head{no, e.Stamp})
	}
	return true
}

var no = json.RawMessage("false")

func (k Key) String() string { return k.Kind + "/" + k.UUID }

func keyOf(name string) Key {
	kind, id, _ := strings.Cut(name, "/")
	return Key{kind, id}
}

// later orders the values of a field: by what was known when they were written, and by what
// they say where that is the same. What is there goes before what is deleted.
func (h head) later(o head, field string) bool {
	if h.stamp != o.stamp {
		return h.stamp > o.stamp
	}
	if field == Deleted {
		return bytes.Compare(h.value, o.value) < 0
	}
	return bytes.Compare(h.value, o.value) > 0
}

// value is what a field comes to: the later where values clash, so that it is the same
// wherever the same is known.
func (g *register) value(field string) head {
	var out head
	first := true
	for _, v := range g.heads {
		if first || v.later(out, field) {
			out, first = v, false
		}
	}
	return out
}

// over are the events that a new value takes the place of.
func (g *register) over() []string { return slices.Sorted(maps.Keys(g.heads)) }

// Fields is a record as the state has it.
func (s *State) Fields(k Key) Fields {
	out := Fields{}
	for f, g := range s.recs[k] {
		if v := g.value(f).value; v != nil && !(f == Deleted && string(v) == "false") {
			out[f] = v
		}
	}
	return out
}

// Clock numbers the events of one session of one device.
type Clock struct {
	Session string // that no other session has
	N       int
	Now     func() string
}

func (s *State) event(c *Clock, k Key) Edit {
	c.N++
	return Edit{ID: fmt.Sprintf("%s.%d", c.Session, c.N), At: c.Now(), Key: k, Set: Fields{}, Stamp: s.stamp + 1}
}

// Change is the event that makes a record of the state what it is now, and takes it in; false
// where nothing differs.
func (s *State) Change(c *Clock, parents Parents, k Key, now Fields) (Edit, bool) {
	e := s.event(c, k)
	rec := s.recs[k]
	was := s.Fields(k)
	for _, f := range slices.Sorted(maps.Keys(now)) {
		if v, there := was[f]; there && bytes.Equal(v, now[f]) && !rec[f].split() {
			continue
		}
		e.Set[f] = now[f]
	}
	for _, f := range slices.Sorted(maps.Keys(was)) {
		if _, still := now[f]; !still && f != Deleted {
			e.Cut = append(e.Cut, f)
		}
	}
	back := was.IsDeleted() && !now.IsDeleted()
	w := e.writes()
	if len(w) == 0 && !back {
		c.N--
		return Edit{}, false
	}
	for _, f := range w {
		if g := rec[f]; g != nil && len(g.heads) > 0 {
			if e.Over == nil {
				e.Over = map[string][]string{}
			}
			e.Over[f] = g.over()
		}
	}
	// What it is part of is there, too.
	at, f := k, now
	for range 8 {
		if at != k || !now.IsDeleted() {
			if e.Live == nil {
				e.Live = map[string][]string{}
			}
			e.Live[at.String()] = []string{}
			if g := s.recs[at][Deleted]; g != nil {
				e.Live[at.String()] = g.over()
			}
		}
		next, ok := parents.of(at, f)
		if !ok || now.IsDeleted() {
			break
		}
		at, f = next, s.Fields(next)
	}
	s.Apply(e)
	return e, true
}

// split reports whether a field has values that differ.
func (g *register) split() bool {
	var first json.RawMessage
	n := 0
	for _, v := range g.heads {
		if n > 0 && (!bytes.Equal(v.value, first) || (v.value == nil) != (first == nil)) {
			return true
		}
		first = v.value
		n++
	}
	return false
}

// Heads are the state in as few events as tell it: of each event only what is not written
// over. keep leaves records or fields out.
func (s *State) Heads(keep func(k Key, field string) bool) []Edit {
	by := map[string]*Edit{}
	var order []string
	of := func(id string) *Edit {
		e := by[id]
		if e == nil {
			m := s.seen[id]
			e = &Edit{ID: id, At: m.at, Key: m.key, Set: Fields{}, Stamp: m.stamp}
			by[id] = e
			order = append(order, id)
		}
		return e
	}
	for _, k := range s.order {
		for _, f := range slices.Sorted(maps.Keys(s.recs[k])) {
			if !keep(k, f) {
				continue
			}
			heads := s.recs[k][f].heads
			for _, id := range slices.Sorted(maps.Keys(heads)) {
				e, v := of(id), heads[id].value
				switch {
				case f == Deleted && string(v) == "false":
					if e.Live == nil {
						e.Live = map[string][]string{}
					}
					e.Live[k.String()] = []string{}
				case v == nil:
					e.Cut = append(e.Cut, f)
				default:
					e.Set[f] = v
				}
			}
		}
	}
	out := make([]Edit, len(order))
	for i, id := range order {
		out[i] = *by[id]
	}
	return out
}

// Session is the session that an event is of.
func Session(id string) string {
	s, _, _ := strings.Cut(id, ".")
	return s
}
