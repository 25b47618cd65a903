package journal

import (
	"bytes"
	"encoding/json"
	"maps"
	"slices"
	"strings"
)

// Parents tells, for a kind of record, the kind that it is part of and the field that names
// which: a record that is changed needs those above it.
type Parents map[string]struct{ Kind, Field string }

func (p Parents) of(k Key, f Fields) (Key, bool) {
	up, ok := p[k.Kind]
	if !ok {
		return Key{}, false
	}
	var id string
	if json.Unmarshal(f[up.Field], &id) != nil || id == "" {
		return Key{}, false
	}
	return Key{up.Kind, id}, true
}

// Clash is a field that was changed on both sides, or a record that was taken away on one and
// changed on the other.
type Clash struct {
	Key
	Field     string          `json:"field"`
	Here      json.RawMessage `json:"here,omitempty" doc:"As it is here; left out where it is not there"`
	There     json.RawMessage `json:"there,omitempty" doc:"As it comes"`
	HereLater bool            `json:"here_later" doc:"What is here was written knowing more than what comes, or the same"`
}

// ID names a clash among those of one merge.
func (c Clash) ID() string { return c.Key.String() + "/" + c.Field }

// Merged is what comes of events from elsewhere.
type Merged struct {
	State   *State
	New     []Edit  // of those that came, in their order
	Choices []Edit  // made here, of clashes that are settled
	Touched []Key   // records that something new came of
	Clashes []Clash // all of them, settled or not
	Open    []Clash // not settled
}

// Side is what was chosen of a clash.
type Side string

// The sides of a clash.
const (
	Here  Side = "here"
	There Side = "there"
)

// Merge takes in events from elsewhere. What was changed on one side alone is taken; what was
// changed on both, or taken away on one and changed on the other, is a clash, settled by
// choose, which may leave it open with "". The state that is given stays as it is.
func Merge(here *State, events []Edit, c *Clock, choose func(Clash) Side) Merged {
	m := Merged{State: here.Clone()}
	there := Of(events)
	touched := map[Key]bool{}
	touch := func(k Key) {
		if !touched[k] {
			touched[k] = true
			m.Touched = append(m.Touched, k)
		}
	}
	for _, e := range events {
		if !m.State.Apply(e) {
			continue
		}
		m.New = append(m.New, e)
		touch(e.Key)
		for name := range e.Live {
			if k := keyOf(name); m.State.recs[k][Deleted].split() {
				touch(k)
			}
		}
	}
	slices.SortStableFunc(m.Touched, func(a, b Key) int { return slices.Index(m.State.order, a) - slices.Index(m.State.order, b) })
	for _, k := range slices.Clone(m.Touched) {
		for _, f := range slices.Sorted(maps.Keys(m.State.recs[k])) {
			g := m.State.recs[k][f]
			if !g.split() {
				continue
			}
			mine, theirs := here.sideOf(k, f), there.sideOf(k, f)
			cl := Clash{Key: k, Field: f, Here: mine.value, There: theirs.value, HereLater: !theirs.later(mine, f)}
			if f == Deleted {
				cl.Here, cl.There = orNo(cl.Here), orNo(cl.There)
			}
			chosen := mine
			switch side := choose(cl); {
			case bytes.Equal(cl.Here, cl.There):
				// Both have it so already, each for itself: nothing is asked.
			case side == Here, side == There:
				m.Clashes = append(m.Clashes, cl)
				if side == There {
					chosen = theirs
				}
			default:
				m.Clashes, m.Open = append(m.Clashes, cl), append(m.Open, cl)
				continue
			}
			e := m.State.event(c, k)
			e.Stamp, e.Over = chosen.stamp, map[string][]string{f: g.over()}
			if chosen.value == nil {
				e.Cut = []string{f}
			} else {
				e.Set[f] = chosen.value
			}
			m.State.Apply(e)
			m.Choices = append(m.Choices, e)
		}
	}
	return m
}

// sideOf is a field as one side has it.
func (s *State) sideOf(k Key, field string) head {
	if g := s.recs[k][field]; g != nil {
		return g.value(field)
	}
	return head{}
}

func orNo(v json.RawMessage) json.RawMessage {
	if v == nil {
		return no
	}
	return v
}

// Flat is a JSON object as fields: the names of what is in it, with a slash between those of
// objects in objects. What whole names is kept as one value.
func Flat(v any, whole func(path string) bool) (Fields, error) {
	b, err := json.Marshal(v)
	if err != nil {
		return nil, err
	}
	out := Fields{}
	var walk func(path string, raw json.RawMessage) error
	walk = func(path string, raw json.RawMessage) error {
		if path != "" && (len(raw) == 0 || raw[0] != '{' || whole(path)) {
			v, err := canonical(raw)
			out[path] = v
			return err
		}
		var parts map[string]json.RawMessage
		if err := json.Unmarshal(raw, &parts); err != nil {
			return err
		}
		for name, part := range parts {
			p := escape(name)
			if path != "" {
				p = path + "/" + p
			}
			if err := walk(p, part); err != nil {
				return err
			}
		}
		return nil
	}
	return out, walk("", b)
}

// Into is the inverse of Flat.
func (f Fields) Into(v any) error {
	root := map[string]any{}
	for _, path := range slices.Sorted(maps.Keys(f)) {
		at := root
		parts := strings.Split(path, "/")
		for i, p := range parts {
			p = unescape(p)
			if i == len(parts)-1 {
				at[p] = f[path]
				break
			}
			next, ok := at[p].(map[string]any)
			if !ok {
				next = map[string]any{}
				at[p] = next
			}
			at = next
		}
	}
	b, err := json.Marshal(root)
	if err != nil {
		return err
	}
	return json.Unmarshal(b, v)
}

// Names are escaped as RFC 6901 has it.
var escaped, unescaped = strings.NewReplacer("~", "~0", "/", "~1"), strings.NewReplacer("~1", "/", "~0", "~")

func escape(s string) string { return escaped.Replace(s) }

func unescape(s string) string { return unescaped.Replace(s) }
