package taste

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Brew is one brew of a history: what was asked, what was had, and what was tasted.
type Brew struct {
	At      string       `json:"at,omitempty" maxLength:"40" doc:"When, RFC 3339; the order of the list where it is left out"`
	Request brew.Request `json:"request"`
	Run     Had          `json:"run,omitzero" required:"false"`
	Tasting Tasting      `json:"tasting,omitzero" required:"false"`
}

// History is what a person brewed of one coffee, oldest first.
type History struct {
	Brews   []Brew        `json:"brews" maxItems:"500"`
	Allow   []string      `json:"allow,omitempty" doc:"What may be changed: grind, ratio, time, temperature, stop; all of it when left out"`
	Wish    string        `json:"wish,omitempty" maxLength:"200" doc:"In place of what was tasted: rounder, brighter, stronger, lighter, less silt"`
	Changed bool          `json:"changed,omitempty" doc:"The next was changed since the last cup: nothing more is proposed before it is tasted"`
	Next    *brew.Request `json:"next,omitempty" doc:"Where the next is to be made, where that is elsewhere, with another grinder or by another method"`
}

// MaxHistoryBytes bounds a history as JSON.
const MaxHistoryBytes = 4 << 20

// Point is a cup on the control chart.
type Point struct {
	ExtractionPct float64 `json:"extraction_pct"`
	TDSPct        float64 `json:"tds_pct"`
}

// Liking is what a person likes, with bands that hold two times in three.
type Liking struct {
	Point
	ExtractionLowPct  float64 `json:"extraction_low_pct"`
	ExtractionHighPct float64 `json:"extraction_high_pct"`
	TDSLowPct         float64 `json:"tds_low_pct"`
	TDSHighPct        float64 `json:"tds_high_pct"`
}

// Considered is a lever that was weighed: the best that it can do, and why it was not
// taken.
type Considered struct {
	Lever    string     `json:"lever"`
	Change   *OneChange `json:"change,omitempty"`
	Expected *Point     `json:"expected,omitempty"`
	// MissPct is how far it leaves the cup from the liking, in steps of what one can tell:
	// 0.8 points of extraction or 8 % of strength are one.
	Miss  float64         `json:"miss"`
	Taken bool            `json:"taken"`
	Why   quantity.Phrase `json:"why"`
}

// Learnt is what one brew of the history said.
type Learnt struct {
	Point                  // where it is thought to have been
	Model  Point           `json:"model" doc:"Where the model alone has it"`
	Said   quantity.Phrase `json:"said"`
	Liking Liking          `json:"liking" doc:"As far as was known after it"`
}

// Advice is the next change.
type Advice struct {
	Change     *OneChange      `json:"change" doc:"One change; null where it is settled, or nothing helps"`
	Also       *OneChange      `json:"also,omitempty" doc:"A second one, where the brew is elsewhere or of another method: both are in the request"`
	Request    brew.Request    `json:"request" doc:"The next one, ready to plan"`
	Now        Point           `json:"now" doc:"The last cup, as it is thought to have been; or the next, unchanged, where that is elsewhere"`
	Expected   Point           `json:"expected"`
	Liking     Liking          `json:"liking"`
	Chance     string          `json:"chance" doc:"Sure, in words: about 4 in 5"`
	Sure       float64         `json:"sure" minimum:"0" maximum:"1" doc:"How likely the next cup is within 0.8 points and 8 % of the liking"`
	Settled    bool            `json:"settled"`
	Why        quantity.Phrase `json:"why"`
	Considered []Considered    `json:"considered"`
	Path       []Learnt        `json:"path" doc:"The cups, oldest first"`
	Working    working.Sheet   `json:"working"`
}

// What is near enough: people cannot tell less. From memory.
const (
	nearE  = 0.8
	nearLn = 0.08
	// settledGain is the least that is worth a change, in squares of what is near enough:
	// brew-to-brew scatter alone is a quarter of one.
	settledGain = 0.1
	// reach is by how much a change may do otherwise than the planner says, as a share.
	reach = 0.15
)

// Check is what is wrong with a history.
func (h *History) Check() field.Problems {
	bad := checkAllow(h.Allow)
	if len(h.Brews) == 0 && h.Next == nil {
		bad = append(bad, field.Problem{Field: "brews", Value: 0, Message: "there is no brew yet. Send at least one, or the next"})
	}
	if len(h.Brews) > 500 {
		bad = append(bad, field.Problem{Field: "brews", Value: len(h.Brews), Message: fmt.Sprintf("%d is too many. Send up to 500 brews", len(h.Brews))})
	}
	for i := range h.Brews {
		b := &h.Brews[i]
		at := fmt.Sprintf("brews[%d].", i)
		bad = append(bad, b.Run.Check().At(at+"run.")...)
		bad = append(bad, b.Tasting.Check().At(at+"tasting.")...)
	}
	if h.Wish != "" && !known(h.Wish) {
		bad = append(bad, field.Problem{Field: "wish", Value: h.Wish, Message: fmt.Sprintf("%q is not understood. Try words such as %s", h.Wish, strings.Join(wishWords(), ", "))})
	}
	return bad
}

// Advise finds the next change of a history. Its error is field.Problems.
func Advise(h History, p Planner) (*Advice, error) {
	if bad := h.Check(); len(bad) > 0 {
		return nil, bad
	}
	allow := h.Allow
	if len(allow) == 0 {
		allow = Levers
	}
	t := &taster{planner: p, waits: h.Changed && h.Next != nil}
	brews := inOrder(h.Brews)
	var bad field.Problems
	for i := range brews {
		c, err := asHad(p, brews[i].Request, brews[i].Run)
		if err != nil {
			bad = append(bad, problems(err).At(fmt.Sprintf("brews[%d].request.", i))...)
			continue
		}
		t.cups = append(t.cups, c)
	}
	if len(bad) > 0 {
		return nil, bad
	}
	t.brews = brews
	var from cup
	elsewhere := h.Next != nil
	if elsewhere {
		told, err := p.Compute(*h.Next)
		if err != nil {
			return nil, problems(err).At("next.")
		}
		from = cupOf(*h.Next, told)
	} else {
		from = t.cups[len(t.cups)-1]
	}
	t.lay(from)
	t.learn(len(brews))
	a := &Advice{Request: from.request, Liking: t.liking(from), Path: []Learnt{}, Considered: []Considered{}, Working: working.Sheet{}}
	t.settle(a, from, allow, h.Wish, elsewhere)
	t.path(a)
	t.workings(a, from)
	a.Chance = quantity.Chance(a.Sure)
	return a, nil
}

func problems(err error) field.Problems {
	if p, ok := err.(field.Problems); ok {
		return p
	}
	return field.Problems{{Field: "", Message: err.Error()}}
}

// inOrder puts brews in the order of their times; those without stay where they are, and
// of equal times the one that is written first by all that it says.
func inOrder(brews []Brew) []Brew {
	out := slices.Clone(brews)
	if slices.ContainsFunc(out, func(b Brew) bool { return b.At == "" }) {
		return out
	}
	slices.SortStableFunc(out, func(a, b Brew) int {
		if c := strings.Compare(a.At, b.At); c != 0 {
			return c
		}
		return strings.Compare(written(a), written(b))
	})
	return out
}

// A taster is a person with a coffee: what is known of both.
type taster struct {
	planner  Planner
	waits    bool
	brews    []Brew
	cups     []cup
	state    *state
	before   *state   // the first cup
	last     *Tasting // of the cup that the next is to better
	asked    int      // that cup among the brews; −1 where there is none
	grinders map[string]int
	places   map[string]int     // of water that boils alike
	methods  map[string]int     // where the method's two begin: model, liking
	base     map[string]float64 // ln of the strength that a method is made at, by this person
}

// lay sets up what is not known: the liking of extraction and strength, the coffee's
// offset, and those of grinders and methods.
func (t *taster) lay(next cup) {
	t.grinders, t.methods, t.places, t.base = map[string]int{}, map[string]int{}, map[string]int{}, map[string]float64{}
	n := 3
	add := func(c cup) {
		m := c.plan.Request.Method
		if _, is := t.methods[m]; !is {
			t.methods[m] = n
			n += 2
			t.base[m] = math.Log(math.Max(c.tds, 1e-3))
		}
		if g := grinderOf(c.request); !has(t.grinders, g) {
			t.grinders[g] = n
			n++
		}
		if w := placeOf(c); !has(t.places, w) {
			t.places[w] = n
			n++
		}
	}
	for _, c := range t.cups {
		add(c)
	}
	add(next)
	s := newState(n)
	set := func(i int, sd float64) { s.cov[i][i] = sd * sd }
	set(0, likedSpread)
	set(1, strengthSpread)
	set(2, coffeeOff)
	for _, i := range t.grinders {
		set(i, grinderOff)
	}
	for _, i := range t.places {
		set(i, placeOff)
	}
	for _, i := range t.methods {
		set(i, methodOff)
		set(i+1, methodLiking)
	}
	// The method that was brewed first is what the liking is of.
	first := next
	if len(t.cups) > 0 {
		first = t.cups[0]
	}
	set(t.methods[first.plan.Request.Method]+1, 1e-3)
	t.state, t.before = s, s.clone()
}

func has(m map[string]int, k string) bool { _, is := m[k]; return is }

// offset weighs the offsets that a cup has, by k.
func (t *taster) offset(h []float64, c cup, k float64) {
	h[2] += k
	h[t.grinders[grinderOf(c.request)]] += k
	h[t.methods[c.plan.Request.Method]] += k
	h[t.places[placeOf(c)]] += k
}

// placeOf names the place of a cup, as far as the model may be out otherwise there: by
// what water boils at, in steps of 3 °C.
func placeOf(c cup) string {
	if c.plan.BoilC == nil {
		return ""
	}
	return fmt.Sprintf("%.0f", *c.plan.BoilC/3)
}

// missE is what of the state says by how many points a cup is over the liking: h·x + at.
func (t *taster) missE(c cup) (h []float64, at float64) {
	h = make([]float64, len(t.state.mean))
	t.offset(h, c, c.e)
	h[0]--
	return h, c.e - likedE
}

// missS is the same for the logarithm of strength.
func (t *taster) missS(c cup) (h []float64, at float64) {
	h = make([]float64, len(t.state.mean))
	t.offset(h, c, 1)
	m := c.plan.Request.Method
	h[1]--
	h[t.methods[m]+1]--
	return h, math.Log(math.Max(c.tds, 1e-3)) - t.base[m]
}

// sites are the answers of one brew.
func (t *taster) sites(b *Brew, c cup) []*site {
	var out []*site
	add := func(h []float64, at float64, likely func(m, v float64) (float64, float64)) {
		out = append(out, &site{h: h, at: at, likely: likely})
	}
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	noiseE := math.Hypot(answerNoise, bitterPerPoint*cupScatter)
	noiseS := math.Hypot(answerNoise, strongPerLn*cupScatter/math.Max(c.e, 5))
	k := &b.Tasting
	liked := k.Mark != nil && *k.Mark >= 8
	switch {
	case k.SourBitter != nil:
		add(hE, atE, steps(*k.SourBitter, -3, 3, noiseE, bitterPerPoint))
	case liked:
		add(hE, atE, measured(0, 1.2))
	}
	switch {
	case k.WeakStrong != nil:
		add(hS, atS, steps(*k.WeakStrong, -3, 3, noiseS, strongPerLn))
	case liked:
		add(hS, atS, measured(0, 0.12))
	}
	for _, w := range []struct {
		v     *float64
		noise float64
	}{{k.Hollow, hollowNoise}, {k.Harsh, harshNoise}, {k.Flat, flatNoise}} {
		if w.v != nil && *w.v > 0 {
			add(hE, atE, measured(*w.v/2, w.noise))
		}
	}
	if k.TDSPct != nil {
		h := make([]float64, len(t.state.mean))
		t.offset(h, c, 1)
		add(h, 0, measured(math.Log(*k.TDSPct/math.Max(c.tds, 1e-3)), math.Hypot(meterNoise, cupScatter/math.Max(c.e, 5))))
	}
	return out
}

// learn brings the first n brews in.
func (t *taster) learn(n int) {
	var all []*site
	for i := range n {
		all = append(all, t.sites(&t.brews[i], t.cups[i])...)
	}
	t.state.learn(all)
}

// liking is what is liked, of the method of a cup.
func (t *taster) liking(c cup) Liking {
	e, sdE := t.state.mean[0]+likedE, math.Sqrt(t.state.cov[0][0])
	h := make([]float64, len(t.state.mean))
	m := c.plan.Request.Method
	h[1], h[t.methods[m]+1] = 1, 1
	r, v := t.state.along(h)
	sdS := math.Sqrt(v)
	ln := t.base[m] + r
	return Liking{Point{e, math.Exp(ln)}, e - sdE, e + sdE, math.Exp(ln - sdS), math.Exp(ln + sdS)}
}

// thought is where a cup is thought to be: the model with the offsets as they are known.
func (t *taster) thought(c cup) Point {
	h := make([]float64, len(t.state.mean))
	t.offset(h, c, 1)
	o, _ := t.state.along(h)
	return Point{c.e * (1 + o), c.tds * math.Exp(o)}
}

// aim is what the next cup is to come to, over the liking: nothing, or a wish.
type aim struct{ e, ln float64 }

// A gap is how far a cup is expected from the aim, in what is near enough: of
// extraction, and of strength.
type gap [2]float64

func (g gap) squared() float64 { return g[0]*g[0] + g[1]*g[1] }

// left is what of a gap is left once a lever with a direction has closed what it can.
func (g gap) left(way gap) float64 {
	along := g[0]*way[0] + g[1]*way[1]
	return math.Max(g.squared()-along*along/math.Max(way.squared(), 1e-12), 0)
}

func (t *taster) gap(c cup, to aim) gap {
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	mE, _ := t.state.along(hE)
	mS, _ := t.state.along(hS)
	return gap{(mE + atE - to.e) / nearE, (mS + atS - to.ln) / nearLn}
}

// miss is how far a cup is expected from the aim, in squares of what is near enough; from
// is where one comes from, for a long way is less sure.
func (t *taster) miss(c, from cup, to aim) float64 {
	far := reach * (c.e - from.e) / nearE
	return t.gap(c, to).squared() + far*far
}

// sure is how likely a cup is near enough to the aim.
func (t *taster) sure(c cup, to aim) float64 {
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	mE, vE := t.state.along(hE)
	mS, vS := t.state.along(hS)
	mE, mS = mE+atE-to.e, mS+atS-to.ln
	cov := t.state.between(hE, hS)
	sE := math.Sqrt(math.Max(vE, 1e-9))
	within := math.Sqrt(math.Max(vS-cov*cov/math.Max(vE, 1e-9), 1e-9))
	sum := 0.0
	const n = 80
	for i := range n {
		x := -nearE + 2*nearE*(float64(i)+0.5)/n
		z := (x - mE) / sE
		at := mS + cov/math.Max(vE, 1e-9)*(x-mE)
		sum += math.Exp(-z*z/2) / (sE * math.Sqrt(2*math.Pi)) * 2 * nearE / n * (normal((nearLn-at)/within) - normal((-nearLn-at)/within))
	}
	// Never surer than a model of so few parameters deserves.
	return math.Min(math.Max(sum, 0), mostSure)
}

// mostSure is the surest that an advice is said to be. From memory.
const mostSure = 0.95

// A try is the best setting of one lever.
type try struct {
	cup    cup
	change OneChange
	miss   float64 // of it alone
	weight float64 // by which it is chosen: with what another lever can do afterwards
	ok     bool
}

// ahead is how much of the weight the next change but one has: one lever a brew, but the
// first is not to spoil what the second cannot mend.
const ahead = 0.5

// best climbs along a knob to the setting that is best with what the others can do after
// it; ways are the directions of those.
func (t *taster) best(k knob, from cup, to aim, ways []gap) try {
	out := try{weight: math.Inf(1)}
	for _, way := range []int{-1, 1} {
		last, worse := math.Inf(1), 0
		for n := 1; n <= k.most; n++ {
			next, ch, ok := t.at(k, way*n, from)
			if !ok {
				break
			}
			miss := t.miss(next, from, to)
			then := miss
			for _, w := range ways {
				then = math.Min(then, t.gap(next, to).left(w))
			}
			weight := (1-ahead)*miss + ahead*then
			if weight < out.weight && !t.against(next, from) {
				out = try{next, ch, miss, weight, true}
			}
			// Past the best of this way; small steps of the figures apart.
			if weight > last+1e-9 {
				if worse++; worse > 1 {
					break
				}
			}
			last = weight
		}
	}
	return out
}

// against reports whether a cup goes the other way than was plainly said of the last: one
// who found it bitter is not told to draw out more, however much speaks for a slip of the
// tongue.
func (t *taster) against(next, from cup) bool {
	if t.last == nil {
		return false
	}
	const plain = 1.0
	bitter, strong := said(t.last.SourBitter), said(t.last.WeakStrong)
	if math.Abs(bitter) >= math.Abs(strong) && math.Abs(bitter) >= plain && bitter*(next.e-from.e) > 0 {
		return math.Abs(bitter) > math.Abs(strong) || strong*(next.tds-from.tds) >= 0
	}
	if math.Abs(strong) > math.Abs(bitter) && math.Abs(strong) >= plain && strong*math.Log(next.tds/from.tds) > 0.02 {
		return bitter*(next.e-from.e) >= 0
	}
	return false
}

// said is an answer; nothing said is nought.
func said(v *float64) float64 {
	if v == nil {
		return 0
	}
	return *v
}

// at is the cup of a knob n steps away, where there is one.
func (t *taster) at(k knob, n int, from cup) (cup, OneChange, bool) {
	r, ch, can := k.to(n)
	if !can {
		return cup{}, ch, false
	}
	told, err := t.planner.Compute(r)
	if err != nil || *told.Batches != *from.plan.Batches || tooCold(told, from.plan) {
		return cup{}, ch, false
	}
	return cupOf(r, told), ch, true
}

// direction is where a knob moves a cup, in what is near enough.
func (t *taster) direction(k knob, from cup, to aim) (gap, bool) {
	if !k.why.IsZero() {
		return gap{}, false
	}
	g := t.gap(from, to)
	for _, n := range []int{1, -1, 2, -2} {
		if c, _, ok := t.at(k, n, from); ok {
			h := t.gap(c, to)
			return gap{h[0] - g[0], h[1] - g[1]}, true
		}
	}
	return gap{}, false
}

// leastCupC is how warm a cup has to be where it was before. Common practice.
const leastCupC = 50

func tooCold(p, was *brew.Plan) bool {
	return p.CupC != nil && was.CupC != nil && *was.CupC > leastCupC && *p.CupC < leastCupC
}

// settle finds the change.
func (t *taster) settle(a *Advice, from cup, allow []string, wish string, elsewhere bool) {
	a.Now, a.Expected = t.thought(from), t.thought(from)
	to := aim{}
	var last *Tasting
	if t.asked = t.of(from, elsewhere); t.asked >= 0 {
		last = &t.brews[t.asked].Tasting
	}
	if wish == "" {
		t.last = last
	}
	if wish != "" {
		to = t.wished(from, wish)
	}
	// What would come of doing the same again: the plan of it, not what went otherwise.
	same := from
	if told, err := t.planner.Compute(from.request); err == nil {
		same = cupOf(from.request, told)
	}
	here := t.miss(same, same, to)
	a.Sure = t.sure(same, to)
	if t.waits && wish == "" {
		a.Why = changedSinceLast.Say()
		return
	}
	if wish == "" && last != nil && last.Content() {
		a.Settled = true
		a.Why = youWereContent.Say()
	}
	var taken *Considered
	var next cup
	all := knobs(same, allow)
	ways := make([]gap, len(all))
	for i, k := range all {
		ways[i], _ = t.direction(k, same, to)
	}
	weight := math.Inf(1)
	for i, k := range all {
		c := Considered{Lever: k.lever}
		if !k.why.IsZero() {
			c.Why = k.why.Say()
			a.Considered = append(a.Considered, c)
			continue
		}
		got := t.best(k, same, to, slices.Concat(ways[:i], ways[i+1:]))
		if !got.ok {
			c.Why = endWhatGear.Say()
			a.Considered = append(a.Considered, c)
			continue
		}
		c.Change, c.Miss, c.Expected = &got.change, math.Sqrt(got.miss), new(t.thought(got.cup))
		a.Considered = append(a.Considered, c)
		if here-got.miss > settledGain && got.weight < weight {
			taken, next, weight = new(c), got.cup, got.weight
		}
	}
	if silt, is := t.lessSilt(same, wish, last, allow); is && (taken == nil || wish != "") && !(a.Settled && wish == "") {
		a.Change, a.Request = &silt.change, silt.request
		a.Expected, a.Sure, a.Settled = t.thought(silt.cup), t.sure(silt.cup, to), false
		a.Why = coarserGroundsSink.Say()
		return
	}
	if taken == nil && !a.Settled {
		if got, i, ok := t.thumb(all, same, to); ok {
			a.Considered[i].Taken, a.Considered[i].Change, a.Considered[i].Expected, a.Considered[i].Miss = true, &got.change, new(t.thought(got.cup)), math.Sqrt(got.miss)
			a.Change, a.Request, a.Expected, a.Sure = &got.change, got.cup.request, t.thought(got.cup), t.sure(got.cup, to)
			a.Why = modelWouldNot.Say(quantity.Noun(Say(*last)))
			t.judge(a, here)
			return
		}
	}
	if untasted := last != nil && last.SourBitter == nil && last.WeakStrong == nil && (last.Mark == nil || *last.Mark < 8) && wish == ""; (taken == nil || untasted) && !a.Settled {
		if got, f, ok := t.byFlow(same, allow, to); ok {
			if i := slices.IndexFunc(a.Considered, func(c Considered) bool { return c.Lever == Grind }); i >= 0 {
				a.Considered[i].Taken, a.Considered[i].Change, a.Considered[i].Expected, a.Considered[i].Miss = true, &got.change, new(t.thought(got.cup)), math.Sqrt(got.miss)
			}
			a.Change, a.Request, a.Expected, a.Sure = &got.change, got.cup.request, t.thought(got.cup), t.sure(got.cup, to)
			a.Why = f.said
			t.judge(a, here)
			return
		}
	}
	if taken == nil || a.Settled {
		if !a.Settled {
			a.Settled = len(t.brews) > 0 || !elsewhere
			switch {
			case len(t.brews) == 0:
				a.Settled = false
				a.Why = nothingTastedYet.Say()
			case here < 1 && last != nil && plainly(*last) != "":
				a.Why = allYourCups.Say(quantity.Of(cupScatter, quantity.None), quantity.Text(plainly(*last)))
			case here < 1:
				a.Why = thisAnythingFurther.Say(quantity.Of(cupScatter, quantity.None))
			default:
				a.Settled = false
				a.Why = nothingMayChanged.Say()
			}
		}
		t.judge(a, here)
		return
	}
	for i := range a.Considered {
		a.Considered[i].Taken = a.Considered[i].Lever == taken.Lever
	}
	a.Change, a.Request, a.Expected, a.Sure = taken.Change, next.request, *taken.Expected, t.sure(next, to)
	a.Why = t.why(a, last, wish, elsewhere)
	if elsewhere && last == nil && t.new(same) {
		t.second(a, next, taken, allow, to)
	}
	t.judge(a, here)
}

// alikeE and alikeLn are by how much two brews may differ and be the same one again: points of
// extraction, and the logarithm of strength.
const alikeE, alikeLn = 0.1, 0.01

// of is the brew whose cup the next is to better: the last one, or where another was tasted
// since, the last that was made as the next is asked. −1 where there is none: what is said of
// another method's cup is no word on this one.
func (t *taster) of(from cup, elsewhere bool) int {
	if !elsewhere {
		return len(t.brews) - 1
	}
	if t.waits {
		return -1
	}
	for i := len(t.brews) - 1; i >= 0; i-- {
		c := t.cups[i]
		if c.plan.Request.Method != from.plan.Request.Method || grinderOf(c.request) != grinderOf(from.request) || placeOf(c) != placeOf(from) {
			continue
		}
		told, err := t.planner.Compute(t.brews[i].Request)
		if err != nil {
			return -1
		}
		as := cupOf(t.brews[i].Request, told)
		if math.Abs(as.e-from.e) < alikeE && math.Abs(math.Log(math.Max(as.tds, 1e-3)/math.Max(from.tds, 1e-3))) < alikeLn {
			return i
		}
		return -1 // it was changed since
	}
	return -1
}

// thumb is the rule of the trade, for a plain answer that the model speaks against: a
// step of about what one can tell, the way that was said.
func (t *taster) thumb(all []knob, from cup, to aim) (try, int, bool) {
	if t.last == nil {
		return try{}, 0, false
	}
	plain := quantity.Either(len(t.brews) < 2, 1.0, 2.0)
	bitter, strong := said(t.last.SourBitter), said(t.last.WeakStrong)
	if math.Max(math.Abs(bitter), math.Abs(strong)) < plain {
		return try{}, 0, false
	}
	byTaste := math.Abs(bitter) >= math.Abs(strong)
	best, at, off := try{}, -1, math.Inf(1)
	for i, k := range all {
		if !k.why.IsZero() {
			continue
		}
		for _, n := range []int{-3, -2, -1, 1, 2, 3} {
			c, change, ok := t.at(k, n, from)
			if !ok {
				continue
			}
			by, want := (c.e-from.e)/nearE, -math.Copysign(1, bitter)
			if !byTaste {
				by, want = math.Log(c.tds/from.tds)/nearLn, -math.Copysign(1, strong)
			}
			if by*want <= 0.1 || t.against(c, from) {
				continue
			}
			// The other of the two is better left alone.
			rest := math.Log(c.tds/from.tds) / nearLn
			if !byTaste {
				rest = (c.e - from.e) / nearE
			}
			if d := math.Hypot(by-want, 0.5*rest); d < off {
				best, at, off = try{c, change, t.miss(c, from, to), d, true}, i, d
			}
		}
	}
	return best, at, at >= 0
}

// new reports whether a brew is another than the last one was: of another method, ground
// on another grinder, or where water boils clearly otherwise.
func (t *taster) new(c cup) bool {
	if len(t.cups) == 0 {
		return true
	}
	last := t.cups[len(t.cups)-1]
	return c.plan.Request.Method != last.plan.Request.Method || grinderOf(c.request) != grinderOf(last.request) || math.Abs(*c.plan.BoilC-*last.plan.BoilC) > 1
}

// plainly is what was said of a cup that was not balanced; empty for one that was.
func plainly(t Tasting) string {
	if said := Say(Tasting{SourBitter: t.SourBitter, WeakStrong: t.WeakStrong}); said != "balanced" {
		return said
	}
	return ""
}

// second is another change, where the brew is not the next of its kind but the first
// elsewhere: there nothing is learnt by changing one thing only.
func (t *taster) second(a *Advice, next cup, first *Considered, allow []string, to aim) {
	here := first.Miss * first.Miss
	for _, k := range knobs(next, allow) {
		if !k.why.IsZero() || k.lever == first.Lever {
			continue
		}
		got := t.best(k, next, to, nil)
		if got.ok && here-got.miss > settledGain {
			a.Also, a.Request, a.Expected, a.Sure = &got.change, got.cup.request, t.thought(got.cup), t.sure(got.cup, to)
			here = got.miss
		}
	}
}

// judge says of each lever why it was not taken.
func (t *taster) judge(a *Advice, here float64) {
	for i := range a.Considered {
		c := &a.Considered[i]
		switch {
		case c.Change == nil:
		case c.Taken && t.last != nil && here <= c.Miss*c.Miss:
			c.Why = ruleThumb.Say()
		case c.Taken:
			c.Why = comesNearest.Say()
		case c.Miss*c.Miss > here:
			c.Why = wouldLeadAway.Say()
		case here-c.Miss*c.Miss <= settledGain:
			c.Why = bringsHardlyMore.Say()
		case a.Settled:
			c.Why = youWereContent2.Say()
		default:
			c.Why = leavesCupFurther.Say()
		}
	}
}

// leastE and leastLn are the least effects that are told: points of extraction, and the
// logarithm of strength.
const leastE, leastLn = 0.1, 0.01

// why says what was tasted and what the change does.
func (t *taster) why(a *Advice, last *Tasting, wish string, elsewhere bool) quantity.Phrase {
	by := a.Expected.ExtractionPct - a.Now.ExtractionPct
	ln := math.Log(a.Expected.TDSPct / a.Now.TDSPct)
	var said []quantity.Phrase
	switch {
	case wish != "":
		said = append(said, youWish.Say(quantity.Text(strings.ToLower(strings.TrimSpace(wish)))))
	case last != nil && Say(*last) != "":
		said = append(said, saidSo.Say(quantity.Noun(Say(*last))))
	case elsewhere && len(t.brews) > 0:
		said = append(said, fromYourCups.Say())
	}
	more, stronger := quantity.Of(math.Abs(by), quantity.Percent), quantity.Of(100*math.Abs(math.Expm1(ln)), quantity.Percent)
	// What nobody can tell is no effect.
	switch tells := math.Abs(by) >= leastE; {
	case tells && math.Abs(ln) >= leastLn:
		said = append(said, brings[by >= 0][ln >= 0].Say(more, stronger))
	case tells:
		said = append(said, quantity.Either(by >= 0, bringsMore, bringsLess).Say(more))
	case math.Abs(ln) >= leastLn:
		said = append(said, quantity.Either(ln >= 0, bringsStronger, bringsWeaker).Say(stronger))
	}
	return quantity.Together(append(said, quantity.Either(wish != "", nearerWhatYou, nearerWhatYouLike).Say())...)
}

// path is what each brew said, and what was known after it.
func (t *taster) path(a *Advice) {
	whole := t.state
	for i := range t.brews {
		c := t.cups[i]
		l := Learnt{Model: Point{c.e, c.tds}, Said: quantity.Joined(quantity.Text(Say(t.brews[i].Tasting)))}
		l.Point = t.thought(c)
		if m := t.brews[i].Tasting.TDSPct; m != nil {
			l.Point = Point{l.ExtractionPct * *m / l.TDSPct, *m}
		}
		a.Path = append(a.Path, l)
	}
	// As it was known then: each answer weighed once, in its turn.
	t.state = t.before.clone()
	for i := range t.brews {
		for _, k := range t.sites(&t.brews[i], t.cups[i]) {
			t.state.learn([]*site{k})
		}
		a.Path[i].Liking = t.liking(t.cups[i])
	}
	t.state = whole
}
