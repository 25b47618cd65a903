// Package hidden is invented people who taste, for measuring advice that cannot see what they
// like.
//
// Their coffee does not give by the model of core/coffee, but by kinetics of pseudo-second order
// (Y. S. Ho, G. McKay, Pseudo-second order model for sorption processes, Process Biochemistry 34,
// 1999, for its form; every number here is from memory): E = Eₘ·x / (1 + x), where x grows with
// time, heat and fineness by powers that differ from person to person. How hot the water is, how
// long it steeps, and what ends up in the cup come from the plan.
package hidden

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"sync"

	"apodemos/core/brew"
	"apodemos/core/taste"
)

// NearE and NearLn are what counts as on target: points of extraction, and ln of strength.
const NearE, NearLn = 0.8, 0.08

// A Planner remembers what it planned: a thousand people brew at the same few places.
type Planner struct {
	planner brew.Planner
	mu      sync.Mutex
	known   map[string]*brew.Plan
}

// Compute plans a request, or finds it planned.
func (p *Planner) Compute(r brew.Request) (*brew.Plan, error) {
	b, err := json.Marshal(r)
	if err != nil {
		return nil, err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if k, ok := p.known[string(b)]; ok {
		return k, nil
	}
	k, err := p.planner.Compute(r)
	if err == nil {
		if p.known == nil || len(p.known) > 40000 {
			p.known = map[string]*brew.Plan{}
		}
		p.known[string(b)] = k
	}
	return k, err
}

// Methods are those that people brew by.
var Methods = []string{"cone", "flat-bed", "press-pot", "pot", "cloth"}

// A Person tastes.
type Person struct {
	plans *Planner
	rng   *rand.Rand
	// Wrong is the share of answers in wrong words: the other way round, or on the other scale.
	Wrong float64

	likedE, likedLn float64 // points; and ln over the strength that a method is planned at
	bent            bool    // hardly tells small misses, and what is bitter seems strong
	keen            float64 // steps for a point
	grinder         float64 // its real size over what its clicks say
	fine, hot, slow float64 // powers of grind, of heat for 10 °C, of time
	most            float64 // what can be extracted, %
	methods         map[string]float64
	coffees         map[string]float64
}

// Draw makes a person up.
func Draw(seed uint64, plans *Planner) *Person {
	p := &Person{plans: plans, rng: rand.New(rand.NewPCG(seed, 33)), methods: map[string]float64{}, coffees: map[string]float64{}}
	n := p.rng.NormFloat64
	p.likedE = 19.5 + 1.0*n()
	p.likedLn = math.Log(1 + 0.15*(2*p.rng.Float64()-1))
	p.bent = p.rng.Float64() < 0.3
	p.keen = 1.05 * (0.8 + 0.45*p.rng.Float64())
	p.grinder = math.Exp(0.06 * n())
	p.fine = 0.8 + 0.8*p.rng.Float64()
	p.hot = 0.15 + 0.25*p.rng.Float64()
	p.slow = 0.5 + 0.5*p.rng.Float64()
	p.most = 26 + 3*p.rng.Float64()
	for _, m := range Methods {
		p.methods[m] = 0.02 * n()
	}
	return p
}

// Request is one that the person may begin with: by a method, at an altitude, on a grinder with
// clicks.
func (p *Person) Request() brew.Request {
	r := brew.Request{Method: Methods[p.rng.IntN(len(Methods))]}
	r.Place.AltitudeM = new([]float64{0, 1400, 2300}[p.rng.IntN(3)])
	r.Grinder.UmPerClick = new([]float64{22, 30, 37}[p.rng.IntN(3)])
	return r
}

// Open makes a bag up, under a name: how much more its coffee gives than another. What was under
// that name is gone.
func (p *Person) Open(coffee string) {
	p.coffees[coffee] = 0.045 * p.rng.NormFloat64()
}

// Change puts quite another coffee into the bag of that name: it gives at least a point and a
// half more, or less.
func (p *Person) Change(coffee string) {
	was := p.coffees[coffee]
	for math.Abs(p.coffees[coffee]-was) < 0.075 {
		p.coffees[coffee] = 0.06 * p.rng.NormFloat64()
	}
}

// Gives is the cup that a request is expected to give this person: points of extraction, and
// ln of strength over that of the method as planned at sea level.
func (p *Person) Gives(coffee string, r brew.Request) (e, ln float64) {
	plain := brew.Request{Method: r.Method}
	at, err := p.plans.Compute(plain)
	if err != nil {
		panic(err)
	}
	is, err := p.plans.Compute(r)
	if err != nil {
		panic(err)
	}
	from := *at.Strength.ExtractionPct * (1 + p.coffees[coffee] + p.methods[r.Method])
	x := from / (p.most - from)
	if at.Grind.Um != nil && is.Grind.Um != nil {
		x *= math.Pow(*is.Grind.Um*p.grinder / *at.Grind.Um, -p.fine)
	}
	x *= math.Exp(p.hot * (*is.StartC - *at.StartC) / 10)
	if b := is.Made(); b != nil && b.SteepS() > 0 {
		x *= math.Pow(*is.ContactS / *at.ContactS, p.slow)
	}
	e = p.most * x / (1 + x)
	ln = math.Log(*is.Strength.TDSPct * e / *is.Strength.ExtractionPct / *at.Strength.TDSPct)
	return e, ln
}

// Misses is by how much a request misses what this person likes.
func (p *Person) Misses(coffee string, r brew.Request) (e, ln float64) {
	e, ln = p.Gives(coffee, r)
	return e - p.likedE, ln - p.likedLn
}

// OnTarget reports whether a request is expected to give what this person likes.
func (p *Person) OnTarget(coffee string, r brew.Request) bool {
	e, ln := p.Misses(coffee, r)
	return math.Abs(e) <= NearE && math.Abs(ln) <= NearLn
}

// Taste brews and tastes: no two cups are alike, and no two answers.
func (p *Person) Taste(coffee string, r brew.Request) taste.Tasting {
	e, ln := p.Misses(coffee, r)
	by := 0.4 * p.rng.NormFloat64()
	e, ln = e+by, ln+by/20
	bitter, strong := p.keen*e, 9*ln
	if p.bent {
		bitter = 2.6 * math.Tanh(0.5*e+0.04*e*e*e)
		strong = 2.6*math.Tanh(4*ln) + 0.2*e
	}
	answer := func(x float64) *float64 {
		return new(math.Min(math.Max(math.Round(x+0.6*p.rng.NormFloat64()), -3), 3))
	}
	t := taste.Tasting{SourBitter: answer(bitter), WeakStrong: answer(strong)}
	if p.rng.Float64() < p.Wrong {
		switch p.rng.IntN(3) {
		case 0:
			*t.SourBitter = -*t.SourBitter
		case 1:
			*t.WeakStrong = -*t.WeakStrong
		default:
			t.SourBitter, t.WeakStrong = t.WeakStrong, t.SourBitter
		}
	}
	return t
}

// Slips is the usual share of answers in wrong words. From memory.
const Slips = 0.05
