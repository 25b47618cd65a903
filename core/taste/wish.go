package taste

import (
	"slices"
	"strings"

	"apodemos/core/brew"
)

// A wish is a word, and how far it moves the aim.
type wish struct {
	word  string
	e, ln float64
	silt  bool
}

// wishes are the words of a wish, and how far each moves the aim, in points of extraction
// and as a logarithm of strength. From memory.
var wishes = []wish{
	{"less silt", 0, 0, true}, {"cleaner", 0, 0, true}, {"clearer", 0, 0, true}, {"less muddy", 0, 0, true},
	{"less sour", 1, 0, false}, {"less acid", 1, 0, false}, {"less bitter", -1, 0, false}, {"less strong", 0, -0.1, false}, {"less weak", 0, 0.1, false}, {"less hollow", -1, 0, false}, {"less harsh", -1, 0, false},
	{"rounder", 1, 0, false}, {"softer", 0.8, -0.03, false}, {"sweeter", 0.8, 0, false}, {"brighter", -1, 0, false}, {"livelier", -1, 0, false}, {"more acid", -1, 0, false},
	{"stronger", 0, 0.1, false}, {"fuller", 0.3, 0.08, false}, {"heavier", 0.3, 0.1, false}, {"more body", 0.3, 0.1, false}, {"lighter", 0, -0.1, false}, {"weaker", 0, -0.1, false}, {"milder", 0, -0.1, false},
}

func wishWords() []string {
	var out []string
	for _, w := range wishes {
		out = append(out, w.word)
	}
	return out
}

func known(said string) bool {
	said = strings.ToLower(said)
	return slices.ContainsFunc(wishes, func(w wish) bool { return strings.Contains(said, w.word) })
}

// wished is the aim that a wish sets: from where the last cup is thought to be.
func (t *taster) wished(from cup, said string) aim {
	hE, atE := t.missE(from)
	hS, atS := t.missS(from)
	mE, _ := t.state.along(hE)
	mS, _ := t.state.along(hS)
	to := aim{mE + atE, mS + atS}
	for _, w := range wishes {
		if strings.Contains(strings.ToLower(said), w.word) {
			to.e, to.ln = to.e+w.e, to.ln+w.ln
			break
		}
	}
	return to
}

type siltMove struct {
	change  OneChange
	request brew.Request
	cup     cup
}

// lessSilt is a coarser grind where the cup is muddy, or is wished cleaner.
func (t *taster) lessSilt(from cup, said string, last *Tasting, allow []string) (siltMove, bool) {
	asked := false
	for _, w := range wishes {
		asked = asked || w.silt && strings.Contains(strings.ToLower(said), w.word)
	}
	muddy := said == "" && last != nil && last.Silt != nil && *last.Silt >= 2
	if !asked && !muddy || !slices.Contains(allow, Grind) {
		return siltMove{}, false
	}
	k := grind(from)
	if !k.why.IsZero() {
		return siltMove{}, false
	}
	for _, n := range []int{2, 1} {
		r, change, ok := k.to(n)
		if !ok {
			continue
		}
		if told, err := t.planner.Compute(r); err == nil {
			return siltMove{change, r, cupOf(r, told)}, true
		}
	}
	return siltMove{}, false
}
