package journal_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/app/journal"
)

var parents = journal.Parents{"stop": {Kind: "trip", Field: "trip"}, "brew": {Kind: "stop", Field: "stop"}}

// place is a device: what it knows, with all the events that it has.
type place struct {
	state  *journal.State
	events []journal.Edit
	clock  journal.Clock
}

func newPlace(name string, events []journal.Edit) *place {
	return &place{journal.Of(events), slices.Clone(events), journal.Clock{Session: name, Now: func() string { return "2026-09-05T07:00:00Z" }}}
}

func (p *place) set(k journal.Key, change func(journal.Fields)) {
	f := p.state.Fields(k)
	change(f)
	if e, changed := p.state.Change(&p.clock, parents, k, f); changed {
		p.events = append(p.events, e)
	}
}

func (p *place) bring(events []journal.Edit, choose func(journal.Clash) journal.Side) journal.Merged {
	m := journal.Merge(p.state, events, &p.clock, choose)
	p.state = m.State
	p.events = append(append(p.events, m.New...), m.Choices...)
	return m
}

func (p *place) all() map[journal.Key]journal.Fields {
	out := map[journal.Key]journal.Fields{}
	for _, k := range p.state.Keys() {
		f := p.state.Fields(k)
		out[k] = f
	}
	return out
}

func raw(v any) json.RawMessage { b, _ := json.Marshal(v); return b }

// open settles nothing; later takes what was written knowing more.
func open(journal.Clash) journal.Side { return "" }

func later(c journal.Clash) journal.Side {
	if c.HereLater {
		return journal.Here
	}
	return journal.There
}

var (
	tripA = journal.Key{Kind: "trip", UUID: "a"}
	stopA = journal.Key{Kind: "stop", UUID: "sa"}
	brewA = journal.Key{Kind: "brew", UUID: "ba"}
)

func base() []journal.Edit {
	h := newPlace("base", nil)
	h.set(tripA, func(f journal.Fields) { f["name"] = raw("Ice") })
	h.set(stopA, func(f journal.Fields) { f["trip"], f["altitude"] = raw("a"), raw(2300) })
	h.set(brewA, func(f journal.Fields) { f["stop"], f["dose"] = raw("sa"), raw(30) })
	return h.events
}

func TestMergeOfTwoSides(t *testing.T) {
	tests := []struct {
		name        string
		here, there func(*place)
		clashes     []string
		want        func(*testing.T, *place)
	}{
		{"one side alone is taken", func(*place) {}, func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) }) }, nil,
			func(t *testing.T, p *place) {
				assert.JSONEq(t, "2400", string(p.state.Fields(stopA)["altitude"]))
			}},
		{"two fields of one record go together", func(p *place) { p.set(stopA, func(f journal.Fields) { f["note"] = raw("snow") }) }, func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) }) }, nil,
			func(t *testing.T, p *place) {
				assert.JSONEq(t, "2400", string(p.state.Fields(stopA)["altitude"]))
				assert.JSONEq(t, `"snow"`, string(p.state.Fields(stopA)["note"]))
			}},
		{"the same field twice is asked", func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2500) }) }, func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) }) }, []string{"stop/sa/altitude"}, nil},
		{"the same value on both sides is not asked", func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) }) }, func(p *place) { p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) }) }, nil, nil},
		{"deleted here, a brew of it changed there", func(p *place) { p.set(stopA, func(f journal.Fields) { f[journal.Deleted] = raw(true) }) }, func(p *place) { p.set(brewA, func(f journal.Fields) { f["dose"] = raw(24) }) }, []string{"stop/sa/deleted"}, nil},
		{"the trip deleted there, a brew of it changed here", func(p *place) { p.set(brewA, func(f journal.Fields) { f["dose"] = raw(24) }) }, func(p *place) { p.set(tripA, func(f journal.Fields) { f[journal.Deleted] = raw(true) }) }, []string{"trip/a/deleted"}, nil},
		{"deleted there and not touched here is deleted", func(*place) {}, func(p *place) { p.set(stopA, func(f journal.Fields) { f[journal.Deleted] = raw(true) }) }, nil,
			func(t *testing.T, p *place) { assert.True(t, p.state.Fields(stopA).IsDeleted()) }},
		{"deleted on both sides is no clash", func(p *place) { p.set(stopA, func(f journal.Fields) { f[journal.Deleted] = raw(true) }) }, func(p *place) { p.set(stopA, func(f journal.Fields) { f[journal.Deleted] = raw(true) }) }, nil, nil},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			here, there := newPlace("here", base()), newPlace("there", base())
			tt.here(here)
			tt.there(there)
			m := here.bring(there.events, open)
			var got []string
			for _, c := range m.Open {
				got = append(got, c.ID())
			}
			assert.Equal(t, tt.clashes, got)
			if tt.want != nil {
				tt.want(t, here)
			}
			again := here.bring(there.events, open)
			assert.Empty(t, again.New, "twice is once")
		})
	}
}

// A choice stands over both, and what was chosen against is not asked again.
func TestAChoiceSettles(t *testing.T) {
	here, there := newPlace("here", base()), newPlace("there", base())
	here.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2500) })
	there.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2400) })
	m := here.bring(there.events, func(journal.Clash) journal.Side { return journal.Here })
	require.Len(t, m.Choices, 1)
	assert.JSONEq(t, "2500", string(here.state.Fields(stopA)["altitude"]))
	assert.Empty(t, here.bring(there.events, open).Clashes)
	// And the other side takes it without being asked.
	m = there.bring(here.events, open)
	assert.Empty(t, m.Clashes)
	assert.Equal(t, here.all(), there.all())
}

// Heads tell the state in fewer events, from which it goes on as from all of them.
func TestHeadsAreTheState(t *testing.T) {
	p := newPlace("p", base())
	for i := range 5 {
		p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2300 + i) })
	}
	short := p.state.Heads(func(journal.Key, string) bool { return true })
	q := newPlace("q", short)
	assert.Equal(t, p.all(), q.all())
	assert.Less(t, len(short), len(p.events))
	q.set(stopA, func(f journal.Fields) { f["altitude"] = raw(9) })
	assert.Empty(t, p.bring(q.events, open).Clashes)
	assert.JSONEq(t, "9", string(p.state.Fields(stopA)["altitude"]))
}

func TestFlatAndBack(t *testing.T) {
	in := map[string]any{"a": map[string]any{"b/c": 1.5, "d~": nil, "e": []any{1.0}}, "whole": map[string]any{"x": true}}
	f, err := journal.Flat(in, func(p string) bool { return p == "whole" })
	require.NoError(t, err)
	assert.Equal(t, []string{"a/b~1c", "a/d~0", "a/e", "whole"}, slices.Sorted(maps.Keys(f)))
	var out map[string]any
	require.NoError(t, f.Into(&out))
	assert.Equal(t, in, out)
}

// Where a deletion and a change knew the same, what is there goes first; of values the greater
// does, so that two who know the same have the same.
func TestWhereNothingIsLater(t *testing.T) {
	here, there := newPlace("here", base()), newPlace("there", base())
	here.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2500) })
	there.set(stopA, func(f journal.Fields) { f[journal.Deleted] = raw(true) })
	m := here.bring(there.events, open)
	require.Len(t, m.Open, 1)
	assert.True(t, m.Open[0].HereLater)
	assert.False(t, here.state.Fields(stopA).IsDeleted())
	back := there.bring(here.events[:len(base())+1], open)
	require.Len(t, back.Open, 1)
	assert.False(t, back.Open[0].HereLater)
	assert.False(t, there.state.Fields(stopA).IsDeleted())
}

// Events give the same state in whatever order they come.
func TestEventsInAnyOrder(t *testing.T) {
	p := newPlace("p", base())
	for i := range 6 {
		p.set(stopA, func(f journal.Fields) { f["altitude"], f["x"] = raw(2300+i), raw(i) })
		p.set(brewA, func(f journal.Fields) { delete(f, "dose"); f["n"] = raw(i) })
	}
	p.set(brewA, func(f journal.Fields) { f[journal.Deleted] = raw(true) })
	rapid.Check(t, func(t *rapid.T) {
		q := newPlace("q", rapid.Permutation(p.events).Draw(t, "order"))
		if got, want := q.all(), p.all(); !assert.ObjectsAreEqual(want, got) {
			t.Fatalf("%s\n%s", show(want), show(got))
		}
		// And nothing is left of what was written over.
		if got, want := heads(q), heads(p); got != want {
			t.Fatalf("%d heads; want %d", got, want)
		}
	})
}

// compact keeps of a journal what tells its state, as it is read from where it is kept.
func (p *place) compact(t *rapid.T) {
	short := p.state.Compact(&p.clock)
	if short == nil {
		return
	}
	was, seen := p.all(), p.events
	var kept []journal.Edit
	for _, e := range short {
		b, err := journal.Kept(e)
		require.NoError(t, err)
		back, err := journal.OfKept(b)
		require.NoError(t, err)
		kept = append(kept, back)
	}
	p.state, p.events = journal.Of(kept), kept
	if got := p.all(); !assert.ObjectsAreEqual(was, got) {
		t.Fatalf("compacted:\n%s\nbefore:\n%s", show(got), show(was))
	}
	for _, e := range seen {
		if !p.state.Seen(e.ID) {
			t.Fatalf("%s is forgotten", e.ID)
		}
	}
}

func heads(p *place) (n int) {
	for _, e := range p.state.Heads(func(journal.Key, string) bool { return true }) {
		n += len(e.Set) + len(e.Cut) + len(e.Live)
	}
	return n
}

// Whatever wrote it, a value has one form.
func TestAValueHasOneForm(t *testing.T) {
	var a, b journal.Fields
	require.NoError(t, json.Unmarshal([]byte(`{"x":{"n":1.50,"a":"caf\u00e9 \u003c"},"y":[1, 2]}`), &a))
	require.NoError(t, json.Unmarshal([]byte(`{"y":[1,2],"x":{"a":"café <","n":1.50}}`), &b))
	assert.Equal(t, a, b)
	assert.Equal(t, `{"a":"café \u003c","n":1.50}`, string(a["x"]))
}

// Random interleavings of edits on both sides and between devices, brought in any order with
// choices made by a fixed rule, end in the same state.
func TestAnyOrderEndsInTheSameState(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		start := base()
		var devices []*place
		for i := range rapid.IntRange(2, 4).Draw(t, "devices") {
			devices = append(devices, newPlace(fmt.Sprintf("d%d", i), start))
		}
		keys := []journal.Key{tripA, stopA, brewA, {Kind: "stop", UUID: "sb"}, {Kind: "brew", UUID: "bb"}}
		for range rapid.IntRange(1, 24).Draw(t, "edits") {
			d := devices[rapid.IntRange(0, len(devices)-1).Draw(t, "device")]
			k := rapid.SampledFrom(keys).Draw(t, "record")
			switch rapid.IntRange(0, 9).Draw(t, "what") {
			case 0:
				if d.state.Has(k) {
					d.set(k, func(f journal.Fields) { f[journal.Deleted] = raw(true) })
				}
			case 1:
				d.set(k, func(f journal.Fields) { delete(f, "x") })
			case 2: // a copy of it meets another one on the way
				other := devices[rapid.IntRange(0, len(devices)-1).Draw(t, "met")]
				d.bring(slices.Clone(other.events), later)
			default:
				d.set(k, func(f journal.Fields) {
					f[rapid.SampledFrom([]string{"x", "y"}).Draw(t, "field")] = raw(rapid.IntRange(0, 3).Draw(t, "value"))
					delete(f, journal.Deleted)
					if k.Kind == "stop" {
						f["trip"] = raw("a")
					}
					if k.Kind == "brew" {
						f["stop"] = raw("s" + k.UUID[1:])
					}
				})
			}
		}
		brought := func(order []int, compacts bool) map[journal.Key]journal.Fields {
			home := newPlace(fmt.Sprint("home", order), start)
			for _, i := range order {
				home.bring(devices[i].events, later)
				if compacts {
					home.compact(t)
				}
			}
			for _, i := range order { // and once more
				if m := home.bring(devices[i].events, later); len(m.New) > 0 {
					t.Fatalf("twice is not once: %v", m.New)
				}
			}
			return home.all()
		}
		forth := make([]int, len(devices))
		for i := range forth {
			forth[i] = i
		}
		back := slices.Clone(forth)
		slices.Reverse(back)
		mixed := rapid.Permutation(forth).Draw(t, "order")
		want := brought(forth, false)
		for n, order := range [][]int{back, mixed, forth} {
			if got := brought(order, n > 0); !assert.ObjectsAreEqual(want, got) {
				t.Fatalf("order %v:\n%s\norder %v:\n%s", forth, show(want), order, show(got))
			}
		}
	})
}

func show(m map[journal.Key]journal.Fields) string {
	var b bytes.Buffer
	for k, f := range m {
		fmt.Fprintf(&b, "  %v", k)
		for _, n := range slices.Sorted(maps.Keys(f)) {
			fmt.Fprintf(&b, " %s=%s", n, f[n])
		}
		b.WriteByte('\n')
	}
	return b.String()
}

// What is written after a compaction knows of all before it, though that was written over.
func TestACompactedJournalKnowsHowLateItIs(t *testing.T) {
	p, q := newPlace("p", base()), newPlace("q", base())
	for i := range 9 {
		q.set(stopA, func(f journal.Fields) { f["altitude"] = raw(i) })
	}
	p.set(stopA, func(f journal.Fields) { f["altitude"] = raw(77) })
	p.bring(q.events, func(journal.Clash) journal.Side { return journal.Here })
	latest := int64(0)
	for _, e := range p.events {
		latest = max(latest, e.Stamp)
	}
	r := newPlace("r", p.state.Compact(&p.clock))
	require.JSONEq(t, "77", string(r.state.Fields(stopA)["altitude"]))
	r.set(brewA, func(f journal.Fields) { f["dose"] = raw(31) })
	assert.Greater(t, r.events[len(r.events)-1].Stamp, latest)
	// Where something was written over that has not come yet, nothing is forgotten.
	x := newPlace("x", base())
	x.set(stopA, func(f journal.Fields) { f["altitude"] = raw(1) })
	x.set(stopA, func(f journal.Fields) { f["altitude"] = raw(2) })
	assert.Nil(t, journal.Of(append(base(), x.events[len(x.events)-1])).Compact(&x.clock))
}
