package taste

import (
	"cmp"
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
	By      string       `json:"by,omitempty" maxLength:"40" doc:"Who tasted; each has a palate"`
	Coffee  string       `json:"coffee,omitempty" maxLength:"120" doc:"Which coffee it was, where its request does not say, or says another"`
	At      string       `json:"at,omitempty" maxLength:"40" doc:"When, RFC 3339; the order of the list where it is left out"`
	Request brew.Request `json:"request"`
	Run     Had          `json:"run,omitzero" required:"false"`
	Tasting Tasting      `json:"tasting,omitzero" required:"false"`
}

// History is what was brewed, of one coffee or of several, oldest first. What coffees, methods,
// grinders and places have in common is what a person likes; the rest is kept apart for each.
type History struct {
	For     []string      `json:"for,omitempty" maxItems:"8" doc:"Whom the next is for; who tasted last when left out"`
	Brews   []Brew        `json:"brews" maxItems:"500"`
	Allow   []string      `json:"allow,omitempty" doc:"What may be changed: grind, ratio, time, temperature, stop, boil, bypass; all of it when left out"`
	Wish    string        `json:"wish,omitempty" maxLength:"200" doc:"In place of what was tasted: rounder, brighter, stronger, lighter, less silt"`
	Changed bool          `json:"changed,omitempty" doc:"The next was changed since the last cup: nothing more is proposed before it is tasted"`
	Coffee  string        `json:"coffee,omitempty" maxLength:"120" doc:"Which coffee the next is of, where its request does not say; that of the last brew when left out"`
	Next    *brew.Request `json:"next,omitempty" doc:"Where the next is to be made, where that is elsewhere, with another grinder or by another method"`
}

// MaxHistoryBytes bounds a history as JSON.
const MaxHistoryBytes = 4 << 20

// Point is a cup on the control chart.
type Point struct {
	ExtractionPct float64 `json:"extraction_pct"`
	TDSPct        float64 `json:"tds_pct"`
}

// Liking is what a person likes of a coffee, by the measure of its cups: where the model has them, or a
// refractometer. Its bands hold two times in three.
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
	Brew   int             `json:"brew" doc:"Of the history"`
	Point                  // where it was: as it was measured, or as the model has it
	Said   quantity.Phrase `json:"said"`
	Liking Liking          `json:"liking" doc:"As far as was known after it"`
}

// Advice is the next change.
type Advice struct {
	Change     *OneChange      `json:"change" doc:"One change; null where it is settled, or nothing helps"`
	Also       *OneChange      `json:"also,omitempty" doc:"A second one, where the brew is elsewhere or of another method: both are in the request"`
	Request    brew.Request    `json:"request" doc:"The next one, ready to plan"`
	Now        Point           `json:"now" doc:"The last cup, as it was measured, or as the model has it; or the next, unchanged, where that is elsewhere"`
	Expected   Point           `json:"expected"`
	Liking     Liking          `json:"liking"`
	Chance     string          `json:"chance" doc:"Sure, in words: about 4 in 5"`
	Sure       float64         `json:"sure" minimum:"0" maximum:"1" doc:"How likely the next cup is within 0.8 points and 8 % of the liking"`
	Settled    bool            `json:"settled"`
	Waits      bool            `json:"waits,omitempty" doc:"It was changed since the last cup: that is to be tasted first"`
	Why        quantity.Phrase `json:"why"`
	Considered []Considered    `json:"considered"`
	Path       []Learnt        `json:"path" doc:"The cups of this coffee, oldest first"`
	Working    working.Sheet   `json:"working"`
	Unsure     bool            `json:"unsure,omitempty" doc:"It is less than half sure that the change is right: it is a try"`
	Or         *Option         `json:"or,omitempty" doc:"Another to choose instead, where it is not likely that the first is right"`
	Suits      []Suit          `json:"suits,omitempty" doc:"How likely the next cup suits each of several people"`
	Counted    int             `json:"counted" doc:"Cups of this coffee"`
	Others     int             `json:"others" doc:"Cups of other coffees: they count for what is liked, and for gear and places, and not for this coffee"`
	Noticed    *Notice         `json:"noticed,omitempty" doc:"Cups that do not fit those before them: did something change?"`
}

// Option is another change that may be right.
type Option struct {
	Change   OneChange    `json:"change"`
	Request  brew.Request `json:"request"`
	Expected Point        `json:"expected"`
	Sure     float64      `json:"sure" minimum:"0" maximum:"1"`
}

// Suit is how likely a cup suits one of several people.
type Suit struct {
	By     string  `json:"by"`
	Sure   float64 `json:"sure" minimum:"0" maximum:"1"`
	Chance string  `json:"chance"`
}

// halfSure is how sure an advice has to be to stand alone.
const halfSure = 0.5

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
	if len(h.For) > 8 {
		bad = append(bad, field.Problem{Field: "for", Value: len(h.For), Message: fmt.Sprintf("%d is too many. Name up to 8 people", len(h.For))})
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
	t := &taster{planner: p, waits: h.Changed && h.Next != nil, aims: h.For}
	order, bad := t.take(h.Brews)
	if len(bad) > 0 {
		return nil, bad
	}
	var from cup
	elsewhere := h.Next != nil
	if elsewhere {
		told, err := p.Compute(*h.Next)
		if err != nil {
			return nil, problems(err).At("next.")
		}
		from = cupOf(*h.Next, told)
		from.coffee = cmp.Or(h.Coffee, coffeeOf(*h.Next))
	} else {
		t.from = t.lastCup(h)
		from = t.cups[t.from]
	}
	if len(t.aims) == 0 {
		t.aims = []string{""}
		for _, c := range t.cups {
			if c.coffee == from.coffee || !slices.ContainsFunc(t.cups, func(c cup) bool { return c.coffee == from.coffee }) {
				t.aims[0] = c.by
			}
		}
	}
	from.by = t.aims[0]
	from = t.lay(from)
	noticed := t.notice(&from)
	t.learn()
	a := &Advice{Noticed: noticed.say(t), Request: from.request, Liking: t.liking(from), Path: []Learnt{}, Considered: []Considered{}, Working: working.Sheet{}}
	for _, c := range t.cups {
		if c.coffee == from.coffee {
			a.Counted++
		} else {
			a.Others++
		}
	}
	if a.Noticed != nil {
		a.Noticed.Brew = order[a.Noticed.Brew]
	}
	t.settle(a, from, allow, h.Wish, elsewhere)
	t.path(a, order, from.coffee)
	t.workings(a, from)
	a.Chance, a.Unsure = quantity.Chance(a.Sure), a.Change != nil && a.Sure < halfSure
	if len(t.aims) > 1 {
		if told, err := p.Compute(a.Request); err == nil {
			for _, c := range t.each(from.as(cupOf(a.Request, told))) {
				sure := t.near(c, aim{})
				a.Suits = append(a.Suits, Suit{c.by, sure, quantity.Chance(sure)})
			}
		}
	}
	return a, nil
}

func problems(err error) field.Problems {
	if p, ok := err.(field.Problems); ok {
		return p
	}
	return field.Problems{{Field: "", Message: err.Error()}}
}

// take plans brews as they were had, in the order of their times, which it gives.
func (t *taster) take(brews []Brew) ([]int, field.Problems) {
	order := inOrder(brews)
	var bad field.Problems
	for _, i := range order {
		b := brews[i]
		c, err := asHad(t.planner, b.Request, b.Run)
		if err != nil {
			bad = append(bad, problems(err).At(fmt.Sprintf("brews[%d].request.", i))...)
			continue
		}
		c.by, c.measured, c.coffee = b.By, b.Tasting.TDSPct, cmp.Or(b.Coffee, coffeeOf(b.Request))
		t.cups, t.brews = append(t.cups, c), append(t.brews, b)
	}
	return order, bad
}

// lastCup returns the last cup of the coffee asked for by the person the next is for, or else the last of all.
func (t *taster) lastCup(h History) int {
	last := len(t.cups) - 1
	for i := last; i >= 0; i-- {
		if (h.Coffee == "" || t.cups[i].coffee == h.Coffee) && (len(h.For) != 1 || t.cups[i].by == h.For[0]) {
			return i
		}
	}
	return last
}

// inOrder is the order of brews by their times; those without stay where they are, and of equal times
// the one is first that is written first by all that it says.
func inOrder(brews []Brew) []int {
	out, at := make([]int, len(brews)), make([]float64, len(brews))
	for i := range brews {
		out[i] = i
	}
	for i, b := range brews {
		var ok bool
		if at[i], ok = moment(b.At); !ok {
			return out
		}
	}
	slices.SortStableFunc(out, func(i, j int) int {
		if c := cmp.Compare(at[i], at[j]); c != 0 {
			return c
		}
		return strings.Compare(written(brews[i]), written(brews[j]))
	})
	return out
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

// gap is that of a cup for one of those whom it is for.
func (t *taster) gap(c cup, to aim) gap {
	hE, atE := t.missE(c)
	hS, atS := t.missS(c)
	mE, _ := t.state.along(hE)
	mS, _ := t.state.along(hS)
	return gap{(mE + atE - to.e) / nearE, (mS + atS - to.ln) / nearLn}
}

// each is a cup as it is for each of those whom it is for.
func (t *taster) each(c cup) []cup {
	out := make([]cup, len(t.aims))
	for i, by := range t.aims {
		out[i] = c
		out[i].by = by
	}
	return out
}

// between is the gap of a cup from the middle of what those like whom it is for.
func (t *taster) between(c cup, to aim) gap {
	var sum gap
	for _, c := range t.each(c) {
		g := t.gap(c, to)
		sum[0], sum[1] = sum[0]+g[0], sum[1]+g[1]
	}
	n := float64(len(t.aims))
	return gap{sum[0] / n, sum[1] / n}
}

// miss is how far a cup is expected from the aim, in squares of what is near enough; from
// is where one comes from, for a long way is less sure.
func (t *taster) miss(c, from cup, to aim) float64 {
	far := reach * (c.e - from.e) / nearE
	sum := 0.0
	for _, c := range t.each(c) {
		sum += t.gap(c, to).squared()
	}
	return sum/float64(len(t.aims)) + far*far
}

// sure is how likely a cup is near enough to the aim, for the one whom it suits least.
func (t *taster) sure(c cup, to aim) float64 {
	least := 1.0
	for _, c := range t.each(c) {
		least = math.Min(least, t.near(c, to))
	}
	return least
}

// near is how likely a cup is near enough to the aim of one.
func (t *taster) near(c cup, to aim) float64 {
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
	return trust * math.Min(math.Max(sum, 0), 1)
}

// trust is how often a model of so few parameters holds, and nothing has changed that nobody told of.
// Measured: docs/advice.md.
const trust = 0.94

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

// flat is how much of the effect of a lever's first step a further one has to have.
const flat = 0.4

// best climbs along a knob to the setting that is best with what the others can do after
// it; ways are the directions of those.
func (t *taster) best(k knob, from cup, to aim, ways []gap) try {
	out := try{weight: math.Inf(1)}
	for _, way := range []int{-1, 1} {
		last, worse := math.Inf(1), 0
		first, was := 0.0, from
		for n := 1; n <= k.most; n++ {
			next, ch, ok := t.at(k, way*n, from)
			if !ok {
				break
			}
			// Where the model has a change do next to nothing, a cup may well do more.
			does := math.Hypot((next.e-was.e)/nearE, math.Log(next.tds/was.tds)/nearLn)
			if n == 1 {
				first = does
			} else if does < flat*first {
				break
			}
			was = next
			miss := t.miss(next, from, to)
			then := miss
			for _, w := range ways {
				then = math.Min(then, t.between(next, to).left(w))
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
	if strong <= -plain && math.Log(next.tds/from.tds) < -leastLn {
		return true // a cup that was too weak is never made weaker
	}
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
	return from.as(cupOf(r, told)), ch, true
}

// direction is where a knob moves a cup, in what is near enough.
func (t *taster) direction(k knob, from cup, to aim) (gap, bool) {
	if !k.why.IsZero() {
		return gap{}, false
	}
	g := t.between(from, to)
	for _, n := range []int{1, -1, 2, -2} {
		if c, _, ok := t.at(k, n, from); ok {
			h := t.between(c, to)
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
	if wish == "" && len(t.aims) < 2 {
		t.last = last
	}
	if wish != "" {
		to = t.wished(from, wish)
	}
	// What would come of doing the same again: the plan of it, not what went otherwise.
	same := from
	if told, err := t.planner.Compute(from.request); err == nil {
		same = from.as(cupOf(from.request, told))
	}
	here := t.miss(same, same, to)
	a.Sure = t.sure(same, to)
	if t.waits && wish == "" {
		a.Waits, a.Why = true, changedSinceLast.Say()
		return
	}
	switch {
	case wish != "" || last == nil:
	case last.Content():
		a.Settled = true
		a.Why = youWereContent.Say()
	case t.wasContent() && t.last != nil:
		a.Settled = true
		a.Why = oneCupOtherwise.Say(quantity.Text(Say(*last)))
	}
	var taken *Considered
	var next cup
	all := knobs(same, allow)
	ways := make([]gap, len(all))
	for i, k := range all {
		ways[i], _ = t.direction(k, same, to)
	}
	weight, other := math.Inf(1), try{weight: math.Inf(1)}
	var chosen try
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
		switch {
		case here-got.miss <= settledGain:
		case got.weight < weight:
			if chosen.ok {
				other = chosen
			}
			taken, next, weight, chosen = new(c), got.cup, got.weight, got
		case got.weight < other.weight:
			other = got
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
	if a.Sure < halfSure && other.ok && wish == "" {
		a.Or = &Option{other.change, other.cup.request, t.thought(other.cup), t.sure(other.cup, to)}
	}
	if elsewhere && last == nil && t.new(same) {
		t.second(a, next, taken, allow, to)
	}
	t.judge(a, here)
}

// wasContent reports whether the cup before the one that the next is to better was the same one, and
// right: one cup that was otherwise is no reason to change what was good.
func (t *taster) wasContent() bool {
	if t.asked < 0 {
		return false
	}
	c := t.cups[t.asked]
	for i := t.asked - 1; i >= 0; i-- {
		was := t.cups[i]
		if was.by != c.by || was.coffee != c.coffee || was.plan.Request.Method != c.plan.Request.Method {
			continue
		}
		return t.brews[i].Tasting.Content() && alike(was, c) && was.epoch == c.epoch && grinderOf(was.request) == grinderOf(c.request)
	}
	return false
}

// alike reports whether two cups are the same as far as the model goes.
func alike(a, b cup) bool {
	return math.Abs(a.e-b.e) < alikeE && math.Abs(math.Log(math.Max(a.tds, 1e-3)/math.Max(b.tds, 1e-3))) < alikeLn
}

// alikeE and alikeLn are by how much two brews may differ and be the same one again: points of
// extraction, and the logarithm of strength.
const alikeE, alikeLn = 0.1, 0.01

// of is the brew whose cup the next is to better: the last one, or where another was tasted
// since, the last that was made as the next is asked. −1 where there is none: what is said of
// another method's cup is no word on this one.
func (t *taster) of(from cup, elsewhere bool) int {
	if !elsewhere {
		return t.from
	}
	if t.waits {
		return -1
	}
	for i := len(t.brews) - 1; i >= 0; i-- {
		c := t.cups[i]
		if len(t.aims) == 1 && c.by != from.by {
			continue
		}
		if c.coffee == from.coffee && c.epoch != from.epoch {
			return -1 // something is another since
		}
		if c.coffee != from.coffee || c.plan.Request.Method != from.plan.Request.Method || grinderOf(c.request) != grinderOf(from.request) || placeOf(c) != placeOf(from) {
			continue
		}
		told, err := t.planner.Compute(t.brews[i].Request)
		if err != nil {
			return -1
		}
		if alike(cupOf(t.brews[i].Request, told), from) {
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
	return c.coffee != last.coffee || c.plan.Request.Method != last.plan.Request.Method || grinderOf(c.request) != grinderOf(last.request) || math.Abs(*c.plan.BoilC-*last.plan.BoilC) > 1
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
		case c.Miss*c.Miss > here+1e-6: // and not by how a machine rounds
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
	case elsewhere && a.Counted == 0 && a.Others > 0:
		said = append(said, fromOtherCoffees.Say())
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

// path is what each brew of the next one's coffee said, and what was known after it.
func (t *taster) path(a *Advice, order []int, coffee string) {
	whole := t.state
	// As it was known then: each answer weighed once, in its turn.
	t.state = t.before.clone()
	for i := range t.brews {
		c := t.cups[i]
		t.state.inTurn(t.sites(&t.brews[i], c))
		if c.coffee == coffee {
			a.Path = append(a.Path, Learnt{Brew: order[i], Point: t.thought(c), Said: quantity.Joined(quantity.Text(Say(t.brews[i].Tasting))), Liking: t.liking(c)})
		}
	}
	t.state = whole
}
