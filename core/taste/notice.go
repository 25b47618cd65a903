package taste

import (
	"math"

	"apodemos/core/quantity"
)

// A Notice says that cups no longer fit the earlier ones.
type Notice struct {
	Brew  int             `json:"brew" doc:"Of the history, in the order of its times: the first that does not fit"`
	At    string          `json:"at" doc:"When that was"`
	Sure  float64         `json:"sure" minimum:"0" maximum:"1"`
	Said  quantity.Phrase `json:"said"`
	Might []string        `json:"might" doc:"What it may have been, for changed of its tasting"`
}

// Might is what a change may have been, as Tasting.Changed says it.
var Might = []string{"bag", "roast", "water", "grinder", NothingChanged}

const (
	// changeRate is how often something changes from one cup to the next, unsaid; unknownSpread by how
	// much, as a share of extraction. From memory.
	changeRate, unknownSpread = 0.05, 0.10
	// noticedFrom is how likely a change is to be asked about.
	noticedFrom = 0.5
	// lookBack is over how many cups of a coffee a change is looked for.
	lookBack = 8
)

// notice looks for a cup of the next one's coffee from which on the cups do not fit those before, and
// where there is one, takes what is new as unknown: the change whose supposition makes the answers
// most likely, one after the other, beside none (Bayes factors; A. E. Raftery, V. E. Akman, Bayesian
// analysis of a Poisson process with a change-point, Biometrika 73, 1986, for the idea).
func (t *taster) notice(next *cup) *noticed {
	var of []int
	for i := range t.cups {
		if t.cups[i].coffee != next.coffee {
			continue
		}
		if t.brews[i].Tasting.Changed == "" {
			of = append(of, i)
		} else { // it was asked, or said
			of = []int{i}
		}
	}
	if len(of) < 3 {
		return nil
	}
	none := t.evidence(next.coffee, len(t.cups))
	best, at, sum := 0.0, -1, 1.0
	for _, k := range of[max(2, len(of)-lookBack):] {
		odds := changeRate * math.Exp(math.Min(t.evidence(next.coffee, k)-none, 100))
		sum += odds
		if odds > best {
			best, at = odds, k
		}
	}
	sure := 1 - 1/sum
	if at < 0 || sure < noticedFrom {
		return nil
	}
	// It is taken as one from here on: a kind of bag that nobody has told of.
	before := t.cups[at].epoch[ofCoffee]
	for i := at; i < len(t.cups); i++ {
		if t.cups[i].coffee == next.coffee && t.cups[i].epoch[ofCoffee] == before {
			t.cups[i].epoch[ofCoffee] = supposed
		}
	}
	if next.epoch[ofCoffee] == before {
		next.epoch[ofCoffee] = supposed
	}
	t.since[epoch{ofCoffee, next.coffee, supposed}] = t.spare
	t.before.cov[t.spare][t.spare] = unknownSpread * unknownSpread
	t.state = t.before.clone()
	n := 0
	for i := at; i < len(t.cups); i++ {
		if t.cups[i].coffee == next.coffee {
			n++
		}
	}
	return &noticed{&Notice{Brew: at, At: t.brews[at].At, Sure: sure, Might: Might}, n}
}

// noticed is a notice of so many cups, before it is said.
type noticed struct {
	*Notice
	cups int
}

// say says it, once it is known which way.
func (n *noticed) say(t *taster) *Notice {
	if n == nil {
		return nil
	}
	n.Said = quantity.Either(t.state.mean[t.spare] < 0, lessExtracted, moreExtracted).Say(quantity.Of(float64(n.cups), quantity.None))
	return n.Notice
}

// supposed is the number of an epoch that nobody has told of.
const supposed = -1

// evidence is the logarithm of how likely the answers are, one after the other, where a coffee gives
// otherwise from a cup on.
func (t *taster) evidence(coffee string, from int) float64 {
	s := t.before.clone()
	s.cov[t.spare][t.spare] = unknownSpread * unknownSpread
	sum := 0.0
	for i := range t.brews {
		c := t.cups[i]
		sites := t.sites(&t.brews[i], c)
		if i >= from && c.coffee == coffee {
			for _, k := range sites {
				// What the coffee's offset does, that of the change does as well.
				k.h[t.spare] += k.h[t.coffees[coffee]]
			}
		}
		for _, ln := range s.inTurn(sites) {
			sum += ln
		}
	}
	return sum
}
