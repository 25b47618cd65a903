package journal

import (
	"encoding/json"
	"maps"
	"slices"
	"strconv"
	"strings"
)

// Known are IDs of events that were seen and are kept no longer.
type Known struct {
	Runs map[string][]int `json:"runs,omitempty" doc:"Numbers by session: first and last of each run, one run after the other"`
	Odd  []string         `json:"odd,omitempty" doc:"IDs that end in no number"`
}

// Compact is the state in as few events as tell it, and first an event that knows the IDs of all others:
// what was written over is no longer kept, and adds nothing where it comes again. It is nil where that
// cannot be told: an event that was written over has not been seen yet.
func (s *State) Compact(c *Clock) []Edit {
	for _, rec := range s.recs {
		for _, g := range rec {
			for id := range g.gone {
				if !s.Seen(id) {
					return nil
				}
			}
		}
	}
	heads := s.Heads(func(Key, string) bool { return true })
	kept := map[string]bool{}
	for _, e := range heads {
		kept[e.ID] = true
	}
	numbers := map[string][]int{}
	known := &Known{Runs: map[string][]int{}}
	for _, id := range slices.Sorted(maps.Keys(s.seen)) {
		if kept[id] {
			continue
		}
		session, number, _ := strings.Cut(id, ".")
		if n, err := strconv.Atoi(number); err == nil && n >= 0 && strconv.Itoa(n) == number {
			numbers[session] = append(numbers[session], n)
		} else {
			known.Odd = append(known.Odd, id)
		}
	}
	for session, list := range numbers {
		slices.Sort(list)
		var runs []int
		for _, n := range list {
			if last := len(runs) - 1; last > 0 && runs[last] == n-1 {
				runs[last] = n
			} else {
				runs = append(runs, n, n)
			}
		}
		known.Runs[session] = runs
	}
	mark := s.event(c, Key{})
	mark.Stamp, mark.Set, mark.Known = s.stamp, nil, known
	return append([]Edit{mark}, heads...)
}

// each calls f with every ID.
func (k *Known) each(f func(id string)) {
	for session, runs := range k.Runs {
		for i := 0; i+1 < len(runs); i += 2 {
			for n := runs[i]; n <= runs[i+1]; n++ {
				f(session + "." + strconv.Itoa(n))
			}
		}
	}
	for _, id := range k.Odd {
		f(id)
	}
}

// row is an event as a journal keeps it at home.
type row struct {
	Edit
	Known *Known `json:"known,omitempty"`
}

// Kept is an event as text for the journal at home, and OfKept reads it again. What goes anywhere else is
// an Edit without what it knows: nobody else may say what has been seen here.
func Kept(e Edit) ([]byte, error) { return json.Marshal(row{e, e.Known}) }

// OfKept reads an event that Kept wrote.
func OfKept(text []byte) (Edit, error) {
	var r row
	err := json.Unmarshal(text, &r)
	r.Edit.Known = r.Known
	return r.Edit, err
}
