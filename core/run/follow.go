package run

import (
	"fmt"
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

const (
	// liveS is how old a reading may be for its instrument to be taken to be there.
	liveS, liveHeatS = 8, 30
	// againS is how far into a step "back" goes to its own beginning.
	againS = 3
	// endS is how near its end a boil that makes the water safe is over.
	endS = 0.5
	// risesG is by how much a reading has to rise for water to be coming, in g.
	risesG = 5
	// nearG and nearC are how near a reading counts as reached.
	nearG, nearC = 0.5, 0.4
	// boilsC is how far under the boiling point a thermometer may read that it boils.
	boilsC = 0.6
	// graceS is how long a pour that the scale does not show as ended is waited for.
	graceS = 20
	// stallS is how much later than planned a bed may drain before something is said.
	stallS = 15
	// waitDrainS is how long a bed is waited for by somebody who has said something before.
	waitDrainS = 90
	// fastGs is the fastest that anybody pours, in g/s; a reading that jumps more is not
	// believed until the next one agrees.
	fastGs, jumpG = 40, 20
	// shortG and shortShare are by how much a pour has to end short for it to be said, and
	// leastShortS how long after its end.
	shortG, shortShare, leastShortS = 5, 0.03, 3
	// zeroesG is by how much a reading falls, to about nothing, when somebody zeroes the
	// scale on the way, and settledG by how little what was put on it moves.
	zeroesG, settledG = 10, 2
	// unseenS is how long a pour that was said to begin and that the scale does not show is
	// waited for, and unseenLeastS from when on it counts as later than said.
	unseenS, unseenLeastS = 180, 5
	// overG is by how much a pour has to go over for the rest to be planned anew.
	overG = 1.0
	// waitLeastS is the shortest that a wait is cut to by what came late.
	waitLeastS = 3
	// steadyS is over what a thermometer is looked at for whether it has settled, and
	// settlesS how long it takes to show a boil. From memory: a probe's time constant is a
	// few seconds.
	steadyS, settlesS = 5, 15
)

// step is one of the course, with when it really was.
type step struct {
	RoundStep
	began, ended float64 // NaN while it was not
	beganT       float64 // moment that it began
	skip         bool
	wait         bool // nothing is done in it but to wait, so that it makes up for what came late
	side         bool // goes on beside the others
	brewing      bool // a step of the school from first contact on
	serving      bool // the drink is off its grounds
	gate         string
	gateS        float64 // position at which the clock waits before it
	safe         safeBoil
	more         []gate // that come after that one
	gates        []gate // all of them, to be met again where one has gone back
}

// A gate is where the clock waits for the brewer before a step.
type gate struct {
	kind string // boil or pour
	at   float64
}

// again lets the gates be met once more.
func (s *step) again() {
	s.more = slices.Clone(s.gates)
	s.leave()
}

// leave leaves the gate behind.
func (s *step) leave() {
	s.gate = ""
	if len(s.more) > 0 {
		s.gate, s.gateS, s.more = s.more[0].kind, s.more[0].at, s.more[1:]
	}
}

func (s *step) endS() float64 { return s.AtS + s.ForS }

func (s *step) hasBegun() bool { return !math.IsNaN(s.began) }
func (s *step) hasEnded() bool { return !math.IsNaN(s.ended) }

// seen is a reading and its moment.
type seen struct {
	t, v float64
	ok   bool
}

// live reports whether an instrument has read something lately.
func (s seen) live(t, within float64) bool { return s.ok && t-s.t <= within }

// A Follower follows one brew: events and readings in, in the order of their moments, and
// the state out. It has no clock of its own. It is not for use by two at once.
type Follower struct {
	plan   *brew.Plan
	made   *brew.Brewed
	steps  []step
	startS float64
	keep   keeper

	t, pos                  float64 // of the last event; position around first contact
	begun, paused, finished bool
	held                    bool // next was asked while a safe boil is owed
	holding                 bool // gone back: the step stays until somebody says
	gated                   bool
	cur                     int
	autoUntil               float64 // readings up to here have given their signs already

	scale, water, slurry seen
	waterWas             seen    // the reading before, by some seconds
	water0               plateau // of the water's readings at the boil
	doubt                seen    // a reading of the scale that no hand can have poured
	tare                 float64 // what the scale shows with nothing poured
	tared                bool
	zeroed               seen    // the reading after which it was taken to be zeroed on the way
	zeroedFrom           float64 // the tare before that
	rounds               []round
	pourRound            int     // the round that was poured last
	lateS                float64 // that things began later than they were laid, once it was wet
	heldS                float64 // stood at the gate, off the heat
	boilT, roseT         float64 // moments that it boiled, and that the scale rose last
	tapped               bool    // somebody says what is there
	countedTo            float64 // position up to which safe boils have counted
	fixed                bool    // nothing is planned anew: the plan is followed as it is
	off                  []Off
	refused              *quantity.Phrase // of the last reading
}

// A round is one batch or cup as it goes. They may lie over each other: the second cup is
// poured while the first one steeps.
type round struct {
	facts
	highG   float64 // the most that its pours have shown
	extra   float64 // s that the rest is longer than it was laid
	lever   lever
	liftMl  float64 // in the cups when the dripper is to be lifted off; 0 where it may drain
	now     *brew.Brewed
	forPlan *brew.Plan // of now; nil where it is the plan itself
	laidFor laid
}

// facts are what was found out of the round that is on.
type facts struct {
	startC   *float64
	boiledS  *float64
	poured   map[method.StepID]float64
	slurry   []brew.At
	kettle   []brew.At
	drainedS *float64
}

// laid is what the rest was planned anew for.
type laid struct{ pouredG, slurryC float64 }

// Off is a difference from the plan.
type Off struct {
	What    string  `json:"what" enum:"water_c,slurry_c,poured_g,zeroed_g,late_s,boil_s,safe_boil_s,drain_s" doc:"water_c at first contact; poured_g when a pour has ended; zeroed_g in the scale, zeroed on the way; late_s of a step; boil_s of the boil; safe_boil_s of the boil that makes the water safe, where it was skipped; drain_s of the drawdown"`
	Step    string  `json:"step"`
	Planned float64 `json:"planned"`
	Actual  float64 `json:"actual"`
	AtS     float64 `json:"at_s" doc:"Position"`
}

// NewFollower begins to follow a plan made by this version of the core. It returns an error of
// field.Problems for a plan that was not.
func NewFollower(p *brew.Plan) (*Follower, error) {
	if p.Made() == nil || len(p.Steps) == 0 {
		return nil, field.Problems{{Field: "request", Message: "there are no steps. Send a brew with steps"}}
	}
	if p.Clogged {
		finest := quantity.Of(p.Made().PassesUm(), quantity.Micrometre)
		return nil, field.Problems{{Field: "grinder.clicks", Value: p.Grind.Clicks, Message: fmt.Sprintf("%s would clog this bed. Choose %s or coarser", quantity.Of(*p.Grind.Um, quantity.Micrometre), finest)}}
	}
	f := &Follower{plan: p, made: p.Made(), keep: newKeeper(), cur: -1, water0: plateau{since: math.NaN()}}
	c := CourseOf(Timed{Steps: p.Steps, Rounds: p.Rounds})
	f.startS, f.pos = c.StartS, c.StartS
	brewing, serving := map[method.StepID]bool{}, map[method.StepID]bool{}
	waits := map[method.StepID]bool{}
	for i := range f.made.Line {
		if k := &f.made.Line[i]; k.Phase == method.Brew {
			brewing[k.ID] = true
			waits[k.ID] = k.Until == method.Time && k.Lane != method.Scale && k.ForS > 20 && !k.Keep
		}
	}
	for i := range f.made.Line {
		serving[f.made.Line[i].ID] = f.made.Line[i].Phase == method.Serve
	}
	gates := slices.Clone(c.Gates)
	for _, s := range c.Steps {
		id := method.StepID(s.Of)
		l := step{RoundStep: s, began: math.NaN(), ended: math.NaN(), brewing: brewing[id], serving: serving[id], wait: waits[id], side: id == method.Reheat || id == method.KettleBack}
		l.safe = safeBoil{needS: s.ForS, signC: math.NaN()}
		for len(gates) > 0 && s.AtS >= gates[0]-nearS {
			g := gate{"pour", gates[0]}
			if slices.ContainsFunc(c.boils, func(b float64) bool { return math.Abs(b-g.at) < 0.5 }) {
				g.kind = "boil"
			}
			l.gates = append(l.gates, g)
			gates = gates[1:]
		}
		l.again()
		f.steps = append(f.steps, l)
	}
	for range max(len(p.Rounds), 1) {
		f.rounds = append(f.rounds, round{facts: facts{poured: map[method.StepID]float64{}}, now: f.made})
	}
	return f, nil
}

// r is the round of a step.
func (f *Follower) r(s *step) *round { return &f.rounds[s.Round-1] }

// on is the step that is on, and its round.
func (f *Follower) on() (*step, *round) {
	s := &f.steps[f.cur]
	return s, f.r(s)
}

// wet reports whether water has met coffee: from then on time cannot be stopped.
func (f *Follower) wet() bool {
	return f.cur >= 0 && (f.pos > nearS || f.steps[f.cur].brewing)
}

// pourS is the position at which water meets the coffee of a round.
func (f *Follower) pourS(round int) float64 {
	for i := range f.steps {
		if s := &f.steps[i]; s.Round == round && s.brewing {
			if s.hasBegun() {
				return s.began
			}
			return s.AtS
		}
	}
	return 0
}

// Take takes one event in. One that is earlier than the last was late on its way: it
// counts as of now.
func (f *Follower) Take(e Event) {
	e.TS = math.Max(e.TS, f.t)
	if e.Kind == Reading {
		asked := e
		e = sound(e)
		f.refused = refusal(asked, e)
		if e.ScaleG == nil && e.WaterC == nil && e.SlurryC == nil && e.CanisterG == nil {
			f.advance(e.TS)
			return
		}
	}
	f.advance(e.TS)
	if e.Kind == Reading {
		f.read(e)
		return
	}
	f.keep.tap(e)
	f.do(e)
}

// refusal says which reading no instrument of its kind can give.
func refusal(asked, sound Event) *quantity.Phrase {
	for _, k := range []struct {
		was, is   *float64
		low, high float64
		unit      quantity.Unit
	}{
		{asked.ScaleG, sound.ScaleG, leastG, mostG, quantity.Gram}, {asked.CanisterG, sound.CanisterG, 0, mostG, quantity.Gram},
		{asked.WaterC, sound.WaterC, leastC, mostC, quantity.Celsius}, {asked.SlurryC, sound.SlurryC, leastC, mostC, quantity.Celsius},
	} {
		if k.was != nil && k.is == nil && !math.IsNaN(*k.was) && !math.IsInf(*k.was, 0) {
			return new(notTakenAllowed.Say(quantity.Of(*k.was, k.unit), quantity.Of(k.low, k.unit), quantity.Of(k.high, k.unit)))
		}
	}
	return nil
}

// At lets the clock go on to a moment.
func (f *Follower) At(t float64) { f.advance(math.Max(t, f.t)) }

// sound leaves out what no instrument of its kind can read.
func sound(e Event) Event {
	within := func(v *float64, low, high float64) *float64 {
		if v == nil || !(*v >= low && *v <= high) {
			return nil
		}
		return v
	}
	e.ScaleG, e.WaterC, e.SlurryC = within(e.ScaleG, leastG, mostG), within(e.WaterC, leastC, mostC), within(e.SlurryC, leastC, mostC)
	e.CanisterG = within(e.CanisterG, 0, mostG)
	return e
}

func (f *Follower) do(e Event) {
	if e.Kind == Start {
		if !f.begun {
			f.begun = true
			f.pos = f.startS
			if from := f.keep.from; from != nil {
				f.pos = *from
				for i := range f.present() { // what an earlier version went through is done
					k := &f.steps[i]
					k.began, k.ended = k.AtS, math.Min(k.endS(), f.pos)
				}
			}
			f.begin(f.present(), f.pos)
		}
		return
	}
	if !f.begun || f.finished {
		return
	}
	f.held = false
	if e.Kind == Sign && f.boilSaid(e) {
		return
	}
	if e.Step != "" && e.Step != f.doing() {
		return // said twice, or too late
	}
	switch e.Kind {
	case SkipBoil:
		f.skipBoil()
	case Contact:
		if e.Auto {
			f.autoUntil = math.Max(f.autoUntil, e.TS)
		}
		if s := &f.steps[f.cur]; s.brewing && s.hasBegun() && !s.hasEnded() && f.pourS(s.Round) == s.began {
			f.contactNow()
		}
	case OffBoil:
		if e.Auto {
			f.autoUntil = math.Max(f.autoUntil, e.TS)
		}
		f.offBoil()
	case Pause:
		f.paused = true
	case Resume:
		f.paused = false
		switch {
		case f.gated && f.guards(f.after()):
			f.held = true // only a boil that is seen passes it
		case f.gated:
			f.release()
		}
	case Sign:
		if e.Auto {
			f.autoUntil = math.Max(f.autoUntil, e.TS)
		} else {
			f.tapped = true
		}
		f.sign()
	case Next:
		f.next()
	case Back:
		f.back(e.Rewind)
	}
}

// boilSaid lets a boil count that is on and does not, where a sign is about that.
func (f *Follower) boilSaid(e Event) bool {
	for i := range f.steps {
		s := &f.steps[i]
		if !s.Keep || !s.hasBegun() || s.over() || s.safe.boils {
			continue
		}
		if i != f.cur && e.Step != string(s.ID) || e.Step != "" && e.Step != string(s.ID) {
			continue
		}
		if e.Auto {
			f.autoUntil = math.Max(f.autoUntil, e.TS)
		}
		f.boilsNow(s.Round)
		return true
	}
	return false
}

// after is the step that comes next; as many as there are where none does. What goes on
// beside the others is not waited for.
func (f *Follower) after() int {
	n := f.cur + 1
	for n < len(f.steps) && f.steps[n].side {
		n++
	}
	return n
}

// beside lets what goes on beside the others begin and end by the clock.
func (f *Follower) beside() {
	for i := range f.steps {
		s := &f.steps[i]
		if !s.side || !f.hasMet(s.Round) {
			continue
		}
		if !s.hasBegun() && (f.due(i) <= f.pos || i < f.cur) {
			s.AtS, s.began = f.pos, f.pos
		}
		if s.hasBegun() && !s.hasEnded() && s.endS() <= f.pos {
			s.ended = s.endS()
		}
	}
}

// doing is the ID of the step to do now: at a gate the one behind it.
func (f *Follower) doing() string {
	if f.gated && f.after() < len(f.steps) {
		return string(f.steps[f.after()].ID)
	}
	return string(f.steps[f.cur].ID)
}

// present is the last step that has begun by the position.
func (f *Follower) present() int {
	at := 0
	for i := range f.steps {
		if f.steps[i].AtS <= f.pos+nearS {
			at = i
		}
	}
	return at
}

// shift is how much later than it was laid a step begins, for what the rest was made
// longer by.
func (f *Follower) shift(i int) float64 {
	r := f.r(&f.steps[i])
	if r.extra == 0 {
		return 0
	}
	return r.extra * r.lever.share(i)
}

func (f *Follower) due(i int) float64 { return f.steps[i].AtS + f.shift(i) }

// advance lets the clock go on.
func (f *Follower) advance(t float64) {
	dt := t - f.t
	f.t = t
	if !f.begun || f.finished || dt <= 0 {
		return
	}
	f.keep.until = tenths(t)
	if f.paused {
		if f.wet() {
			f.countedTo = f.pos
			f.pos += dt // the coffee does not stop
			f.count()
		}
		return
	}
	if f.standsCold() {
		return
	}
	defer f.beside()
	f.countedTo = f.pos
	defer f.count()
	target := f.pos + dt
	for range 2 * len(f.steps) {
		n := f.after()
		s := &f.steps[f.cur]
		if n == len(f.steps) {
			f.pos = target
			if end := s.endS(); target >= end-1e-6 && !f.blocked() {
				f.finish(math.Max(end, s.began))
			}
			return
		}
		due := f.due(n)
		switch {
		case f.blocked():
			if f.wet() {
				f.pos = target
			} else {
				f.pos = math.Min(target, math.Max(f.pos, due))
			}
			return
		case f.steps[n].gate != "" && target >= f.gateAt(n)-nearS:
			at := f.gateAt(n)
			f.gated = true
			if f.wet() {
				f.pos = target
			} else {
				f.heldS += target - math.Max(f.pos, at)
				f.pos = at
			}
			return
		case target < due-nearS:
			f.pos = target
			return
		}
		f.pos = math.Max(due, math.Min(f.pos, target))
		if f.count(); f.barred(n) {
			f.pos = target
			return
		}
		f.begin(n, f.pos)
	}
	f.pos = target
}

// gateAt is the position at which the clock waits before a step.
func (f *Follower) gateAt(n int) float64 {
	return math.Min(f.steps[n].gateS+f.shift(n), f.due(n))
}

// blocked reports whether the step that is on has to end before another begins, and has
// not.
func (f *Follower) blocked() bool {
	s := &f.steps[f.cur]
	if s.hasEnded() {
		return false
	}
	if f.holding {
		return true
	}
	switch {
	case f.unseen() && f.t-s.beganT < unseenS:
		return true // nobody has poured yet, whatever was said
	case f.scale.live(f.t, liveS) && readsScale(s.RoundStep):
		// The kettle need not stand on it.
		if !s.brewing {
			return f.scale.v-f.tare > risesG
		}
		return f.pos < s.endS()+graceS || f.t-f.roseT < liveS // somebody is still pouring
	case s.Until == method.Temperature && f.water.live(f.t, liveHeatS):
		return f.water.v > f.target()+nearC
	case s.Drains:
		return f.pos < f.liftAt(s)
	}
	return false
}

// target is what the water is waited down to, °C.
func (f *Follower) target() float64 { return f.made.StartC }

// liftAt is until when a bed that nobody said was drained is waited for.
func (f *Follower) liftAt(s *step) float64 {
	if f.tapped || f.scale.live(f.t, liveS) {
		return s.endS() + math.Max(waitDrainS, 0.75*s.ForS) // it is said when it is drained
	}
	return s.endS() + stallS
}

// begin lets a step begin at a position: those before it are over, and what follows is laid
// anew.
func (f *Follower) begin(n int, at float64) {
	f.endBefore(n, at)
	s := &f.steps[n]
	if by := f.shift(n); by != 0 {
		f.commit(n, by)
	}
	if s.brewing && s.Lane == method.Scale && f.scale.live(f.t, liveS) { // what was left out before it shows now
		if k := f.lastPour(); k != nil && k.Round == s.Round && k != s && k.hasEnded() && f.t-f.roseT >= liveS/2 {
			f.short(k, f.r(k))
		}
	}
	f.cur = n
	f.gated, f.holding = false, false
	s.gate, s.more = "", nil
	f.tareAt(s)
	if s.hasBegun() {
		return
	}
	contact := s.brewing && !slices.ContainsFunc(f.steps[:n], func(k step) bool { return k.Round == s.Round && k.brewing })
	if contact && !f.wetBefore(n) {
		at = s.AtS // the clock counts from here
		f.pos = at
	}
	if late := at - s.AtS; late > nearS && !s.brewing && !s.serving && f.wetBefore(n) {
		f.shiftRest(n, late) // another batch: its water boils as much later
	}
	if late := at - s.AtS; late > 0 && s.brewing && !contact {
		f.lateS += late
	}
	f.lay(n, at)
	s.began, s.beganT = at, f.t
	if s.brewing {
		f.keep.mark()
	}
	if contact {
		f.contact(s)
	}
	if s.brewing {
		f.again(s.Round)
	}
	f.beside()
}

// endBefore ends what is over once a step begins: all of its round, and whatever else takes
// the hands. What only waits, in another round, goes on.
func (f *Follower) endBefore(n int, at float64) {
	if f.cur < 0 {
		return
	}
	for i := range n {
		k := &f.steps[i]
		if k.side || k.hasEnded() || i < f.cur && !k.hasBegun() {
			continue
		}
		switch other := k.Round != f.steps[n].Round; {
		case other && (k.wait || k.Keep && !k.over()) && k.hasBegun():
			continue
		case other && k.hasBegun():
			k.ended = math.Max(math.Min(k.endS(), at), k.began)
		default:
			if !k.hasBegun() {
				k.began = math.Min(k.AtS, at)
			}
			k.ended = math.Max(at, k.began)
		}
	}
}

// move puts a step later, and the gates before it.
func (s *step) move(by float64) {
	s.AtS += by
	s.gateS += by
	for i := range s.more {
		s.more[i].at += by
	}
	for i := range s.gates {
		s.gates[i].at += by
	}
}

// wetBefore reports whether an earlier round has begun to brew.
func (f *Follower) wetBefore(n int) bool {
	return slices.ContainsFunc(f.steps[:n], func(k step) bool { return k.brewing && k.hasBegun() })
}

// commit makes what the rest of a round was made longer by part of how it is laid.
func (f *Follower) commit(n int, by float64) {
	r := f.r(&f.steps[n])
	for i := n; i < len(f.steps); i++ {
		if f.steps[i].Round == f.steps[n].Round {
			f.steps[i].move(by)
		}
	}
	r.extra -= by
	r.lever = f.leverFrom(n, f.steps[n].Round)
}

// lay puts a step where it begins, and the others of the rest after it: a wait is shorter by
// what came late, anything else takes as long as it takes.
func (f *Follower) lay(n int, at float64) {
	s := &f.steps[n]
	late := at - s.AtS
	if math.Abs(late) <= nearS {
		return
	}
	end := s.endS()
	s.AtS = at
	if s.wait && end-at >= waitLeastS {
		s.ForS = end - at
		return
	}
	if s.wait && late > 0 {
		s.ForS = waitLeastS
	}
	if late < 0 {
		return
	}
	cursor := s.endS()
	for i := n + 1; i < len(f.steps); i++ {
		k := &f.steps[i]
		if k.side || k.hasBegun() {
			continue
		}
		if k.AtS >= cursor-nearS {
			break // there is room
		}
		if !k.brewing && !k.serving && k.Round > s.Round {
			f.shiftRest(i, cursor-k.AtS) // another batch: its water boils as much later
			return
		}
		end := k.endS()
		k.AtS = cursor
		if k.wait {
			k.ForS = math.Max(end-cursor, waitLeastS)
		}
		cursor = k.endS()
	}
}

// steady reports whether the thermometer has settled: while the water warms quickly it
// lags behind.
func (f *Follower) steady() bool {
	w := f.waterWas
	return !w.ok || f.t-w.t > 6*steadyS || (f.water.v-w.v)/math.Max(f.t-w.t, 1) < 0.1
}

// contact is when water meets the coffee of a round.
func (f *Follower) contact(s *step) {
	planned, r := f.made.StartC, f.r(s)
	if s.Lane == method.Scale {
		f.pourRound = s.Round
	}
	switch {
	case f.made.OnFlame(): // its water is in it
	case f.water.live(f.t, 2*liveHeatS) && f.steady() && (f.t-f.boilT > settlesS || f.water.v < planned-5):
		r.startC = new(f.water.v)
	case f.heldS > 5 && f.coolsAtGate():
		// It stood for longer than was planned, off the heat.
		k := thermal.NewCooling(f.made.Vessel, math.Max(f.made.KettleMl, 1), f.made.Cover, f.made.Air)
		r.startC = new(k.After(planned, f.heldS))
	}
	if c := r.startC; c != nil && math.Abs(*c-planned) > 0.7 && !f.made.BoilsIn() {
		f.say(Off{What: "water_c", Step: string(s.ID), Planned: planned, Actual: *c, AtS: f.pos})
	}
}

// coolsAtGate reports whether the water stands off the heat while one is waited for.
func (f *Follower) coolsAtGate() bool {
	b := f.made
	if b.BoilsIn() || b.OnFlame() || b.KettleMl <= 0 || b.Straight() {
		return false
	}
	return b.WaitS > 0 || b.HoldS == 0 && !b.Method.InPot()
}

func (f *Follower) finish(at float64) {
	f.pos = at
	if s := &f.steps[f.cur]; !s.hasEnded() {
		s.ended = math.Max(at, s.began)
	}
	for i := range f.steps {
		if k := &f.steps[i]; !k.hasEnded() {
			if !k.hasBegun() {
				k.began = math.Min(k.AtS, at)
			}
			k.ended = math.Max(math.Min(at, k.endS()), k.began)
		}
	}
	for i := range f.rounds {
		f.again(i + 1)
	}
	f.finished, f.keep.over = true, true
}

// release lets the clock go on behind the gate.
func (f *Follower) release() {
	f.gated = false
	n := f.after()
	late := f.heldS
	if f.wet() {
		late = f.pos - f.gateAt(n)
	}
	f.pass(n, late)
}

// pass leaves a gate behind, so much later than it was planned.
func (f *Follower) pass(n int, late float64) {
	s := &f.steps[n]
	if s.gate == "boil" {
		f.boilsNow(s.Round)
		f.boiled(s, late)
		f.heldS = 0
		f.boilT = f.t
		if f.wet() {
			f.shiftRest(n, late)
			f.r(s).boiledS = new(f.pos - f.pourS(s.Round))
		}
	}
	s.leave()
	if s.gate == "" && f.due(n) <= f.pos+nearS {
		f.begin(n, f.pos)
		if s.safe.skipped {
			f.end(false) // nothing of it is left
		}
	}
}

// boiled says that the water took longer or less long to boil than planned.
func (f *Follower) boiled(s *step, late float64) {
	took := f.made.Took.HeatS
	if math.Abs(late) > math.Max(20, 0.1*took) {
		f.say(Off{What: "boil_s", Step: string(s.ID), Planned: took, Actual: took + late, AtS: f.pos})
	}
}

// shiftRest moves all of a step's round that has not begun, and what comes after it.
func (f *Follower) shiftRest(n int, by float64) {
	for i := n; i < len(f.steps); i++ {
		if f.steps[i].Round >= f.steps[n].Round && !f.steps[i].hasBegun() {
			f.steps[i].move(by)
		}
	}
}

// sign is that what was waited for is there.
func (f *Follower) sign() {
	n := f.after()
	s := &f.steps[f.cur]
	switch {
	case f.gated:
		f.release()
	case f.holding || !s.hasEnded() && (s.Until != method.Time || s.Drains) && s.over():
		f.end(false)
	case n < len(f.steps) && f.steps[n].gate == "boil":
		// It boils sooner than was planned.
		late := f.pos - f.gateAt(n)
		if !f.wet() {
			f.pos = f.gateAt(n)
		}
		f.pass(n, late)
	}
}

// end ends the step that is on, and the next begins.
func (f *Follower) end(skip bool) {
	s, n := &f.steps[f.cur], f.after()
	f.holding = false
	s.ended, s.skip = math.Max(f.pos, s.began), skip
	if s.Drains {
		f.r(s).drainedS = new(f.pos - f.pourS(s.Round))
		if late := f.pos - s.endS(); math.Abs(late) > stallS {
			f.say(Off{What: "drain_s", Step: string(s.ID), Planned: s.endS() - f.pourS(s.Round), Actual: *f.r(s).drainedS, AtS: f.pos})
		}
	}
	if n == len(f.steps) {
		f.finish(f.pos)
		return
	}
	if s.Drains {
		f.again(s.Round)
	}
	k := &f.steps[n]
	if !f.wet() {
		if k.gate != "" && (!skip || f.guards(n)) {
			if skip {
				f.pos = f.gateAt(n)
			}
			f.pos = math.Min(f.pos, f.gateAt(n))
			f.gated = f.pos >= f.gateAt(n)-nearS
			return
		}
		f.pos = f.due(n)
		f.begin(n, f.pos)
		return
	}
	switch {
	case f.guards(n):
		f.gated = skip || f.pos >= f.gateAt(n)-nearS
	case skip && s.Until == method.Time && !s.Drains:
		f.shiftRest(n, f.pos-f.due(n)) // all of it goes on from here
		f.begin(n, f.pos)
	case skip, f.due(n) <= s.endS()+f.shift(n)+1, s.Drains:
		if s.Drains { // what follows the drawdown follows it at once, or once there is water to top up with
			f.shiftRest(n, math.Max(f.pos, f.topUpS(s.Round))-f.due(n))
			if f.due(n) > f.pos+nearS {
				return
			}
		}
		f.begin(n, f.pos)
	}
}

// topUpS is the position at which the water to top up with is hot again.
func (f *Follower) topUpS(round int) float64 {
	for i := range f.steps {
		if s := &f.steps[i]; s.side && s.Round == round {
			return quantity.Either(s.hasBegun(), s.endS(), f.pos+s.ForS)
		}
	}
	return 0
}

// next goes on, whatever is on; but past no boil that makes the water safe and is still
// owed: that is a choice of its own, SkipBoil.
func (f *Follower) next() {
	n := f.after()
	if f.gated && f.guards(n) || !f.steps[f.cur].over() || n < len(f.steps) && f.barred(n) {
		f.held = true
		return
	}
	f.paused = false
	if f.gated {
		f.release()
		if f.cur < n { // the step behind the gate is not due yet
			if !f.wet() {
				f.pos = f.due(n)
			}
			f.begin(n, f.pos)
		}
		return
	}
	f.end(true)
}

// back goes to the step before, or to the beginning of the one that is on.
func (f *Follower) back(rewind bool) {
	to := f.cur
	if !rewind || f.pos-f.steps[f.cur].AtS <= againS {
		to = max(to-1, 0)
	}
	wet := f.wet()
	first := slices.IndexFunc(f.steps, func(k step) bool { return k.brewing })
	for i := to; i <= f.cur; i++ {
		f.steps[i].ended, f.steps[i].skip = math.NaN(), false
		f.steps[i].safe = safeBoil{needS: f.steps[i].safe.needS, signC: math.NaN(), skipped: f.steps[i].safe.skipped}
		if i > to {
			f.steps[i].began = math.NaN()
			f.steps[i].again() // what was waited for is waited for once more
			delete(f.r(&f.steps[i]).poured, method.StepID(f.steps[i].Of))
		}
	}
	if n := f.after(); n < len(f.steps) && !f.steps[n].hasBegun() {
		f.steps[n].again()
	}
	f.gated = false
	f.cur = to
	if wet && to >= first {
		f.holding = true // time goes on; the step is on until somebody says
		return
	}
	f.pos = f.steps[to].AtS
	f.steps[to].began = f.pos
}

// read takes readings in.
func (f *Follower) read(e Event) {
	if e.WaterC != nil {
		if !f.waterWas.ok || f.t-f.waterWas.t >= 2*steadyS {
			f.waterWas = f.water
		}
		f.water = seen{f.t, *e.WaterC, true}
		f.water0.add(f.t, *e.WaterC, f.made.Boil.BoilC)
	}
	if e.SlurryC != nil {
		f.slurry = seen{f.t, *e.SlurryC, true}
	}
	unseen := f.unseen()
	if e.ScaleG != nil {
		f.weigh(*e.ScaleG)
	}
	f.keep.read(e)
	live := f.begun && !f.finished && f.t > f.autoUntil
	if live && unseen && f.scale.v-f.tare >= risesG && f.t-f.steps[f.cur].beganT > unseenLeastS {
		f.keep.mark()
		f.keep.tap(Event{TS: f.t, Kind: Contact, Auto: true})
		f.contactNow()
		f.autoUntil = tenths(f.t)
	}
	if live && e.WaterC != nil && f.wentCold() {
		f.keep.mark()
		f.keep.tap(Event{TS: f.t, Kind: OffBoil, Auto: true})
		f.offBoil()
		f.autoUntil = tenths(f.t)
	}
	if live && !f.paused && f.reached(e) {
		auto := Event{TS: f.t, Kind: Sign, Auto: true, Step: f.doing()}
		f.keep.tap(auto)
		if !f.boilSaid(auto) {
			f.sign()
		}
		f.autoUntil = tenths(f.t)
	}
	f.noticed(e)
}

// unseen reports whether first contact was said, and the scale shows no water yet.
func (f *Follower) unseen() bool {
	if f.cur < 0 || !f.begun || f.gated {
		return false
	}
	s := &f.steps[f.cur]
	return s.brewing && readsScale(s.RoundStep) && !s.hasEnded() && f.pourS(s.Round) == s.began && f.scale.live(f.t, liveS) && f.tared &&
		f.rounds[s.Round-1].highG < risesG && f.scale.v-f.tare < risesG
}

// contactNow counts from here: what was said to be first contact was none, as nothing had
// been poured.
func (f *Follower) contactNow() {
	s := &f.steps[f.cur]
	f.heldS += f.t - s.beganT
	f.pos, f.countedTo, s.beganT = s.began, s.began, f.t
	f.contact(s)
	f.again(s.Round)
}

// weigh takes a reading of the scale, unless no hand can have poured it.
func (f *Follower) weigh(g float64) {
	was := f.scale
	if was.ok && g-was.v > jumpG+fastGs*math.Max(f.t-was.t, 0.1) {
		if !f.doubt.ok || math.Abs(g-f.doubt.v) > jumpG+fastGs*math.Max(f.t-f.doubt.t, 0.1) {
			f.doubt = seen{f.t, g, true}
			return
		}
	}
	doubt, put := f.doubt, f.doubt.ok
	f.doubt = seen{}
	f.scale = seen{f.t, g, true}
	r := &f.rounds[max(f.pourRound, 1)-1]
	dry := !f.pouring() && !f.afterPour() // nothing is being poured: it settles, or was zeroed
	// A tare is where a reading falls to, or what is put on all at once; never what the
	// rise of a slow pour sums to.
	switch {
	case !f.tared:
		f.tare, f.tared = g, true
	case dry && (g < f.tare || put && math.Abs(g-doubt.v) < settledG):
		f.tare = g
	case !dry && f.zeroed.ok && g-f.zeroed.v > r.highG-risesG && put:
		f.tare, f.zeroed = f.zeroedFrom, seen{} // it was lifted off, and is back
	case !dry && was.ok && was.v-f.tare > math.Max(r.highG/2, zeroesG) && was.v-g > zeroesG && math.Abs(g) < 2+fastGs*math.Min(f.t-was.t, 0.5):
		// Somebody zeroed it on the way: what is poured is in, to the last reading.
		r.highG = math.Max(r.highG, was.v-f.tare)
		f.zeroed, f.zeroedFrom = seen{f.t, g, true}, f.tare
		f.tare = g - r.highG
		f.say(Off{What: "zeroed_g", Step: string(f.steps[f.cur].ID), Planned: r.highG, Actual: 0, AtS: f.pos})
	}
	// Two readings agree that so much is in: one alone may be a finger on the scale.
	if in := math.Min(g, was.v) - f.tare; !dry && was.ok && in > r.highG {
		r.highG = in
	}
	if !dry && g-f.tare > r.highG+nearG {
		f.roseT = f.t
	}
}

// tareAt remembers what the scale shows before something is poured.
func (f *Follower) tareAt(s *step) {
	if !readsScale(s.RoundStep) {
		return
	}
	first := !s.brewing || f.pourRound != s.Round
	if s.brewing {
		f.pourRound = s.Round
	}
	if first && f.tared && f.scale.live(f.t, 60) && f.scale.v < f.tare {
		f.tare = f.scale.v
	}
	if !s.brewing {
		f.rounds[s.Round-1].highG = 0
	}
}

// pouring reports whether water is to be poured onto the scale now.
func (f *Follower) pouring() bool {
	return f.cur >= 0 && f.begun && readsScale(f.steps[f.cur].RoundStep) && !f.gated
}

// afterPour reports whether water of the round that was poured last is still on the scale.
func (f *Follower) afterPour() bool {
	return f.pourRound > 0 && f.cur >= 0 && f.steps[f.cur].brewing && f.rounds[f.pourRound-1].highG > 0
}

// reached reports whether what is waited for is there, by a reading.
func (f *Follower) reached(e Event) bool {
	s := &f.steps[f.cur]
	n := f.after()
	if e.ScaleG != nil && f.scale.t == f.t {
		if f.pouring() && !s.hasEnded() {
			if f.scale.v-f.tare >= *s.ToG-nearG {
				return true
			}
		}
		if f.gated && n < len(f.steps) && f.steps[n].gate == "pour" && readsScale(f.steps[n].RoundStep) && f.tared && f.scale.v-f.tare >= risesG {
			return true
		}
	}
	if e.WaterC != nil {
		if s.Until == method.Temperature && !s.hasEnded() && *e.WaterC <= f.target()+nearC {
			return true
		}
		// The boil that makes water safe is seen, or stands in the readings for a while: one
		// reading may be out, and says nothing where the boiling point is not known.
		if f.guards(n) || s.Keep && !s.over() && !s.safe.boils {
			return f.made.BoilKnown() && f.water0.stands()
		}
		if n < len(f.steps) && f.steps[n].gate == "boil" && *e.WaterC >= f.made.GateC()-boilsC {
			return true
		}
	}
	return false
}

// noticed keeps what readings tell of the brew, and plans the rest anew where it matters.
func (f *Follower) noticed(e Event) {
	if !f.begun || f.finished || !f.steps[f.cur].brewing {
		return
	}
	s, r := f.on()
	local := f.pos - f.pourS(s.Round)
	matters := false
	if e.ScaleG != nil && f.pourRound > 0 {
		p := &f.rounds[f.pourRound-1]
		if k := f.lastPour(); k != nil && p.highG >= risesG {
			p.poured[method.StepID(k.Of)] = p.highG
			f.caughtUp(k, p)
			f.underPoured(k, p)
			if !f.pouring() && p.highG-p.laidFor.pouredG > overG {
				p.laidFor.pouredG = p.highG
				f.overPoured(k, p.highG)
				f.again(k.Round)
			}
		}
	}
	if e.SlurryC != nil && !f.made.Percolates() && local > 20 {
		r.slurry = latest(r.slurry, brew.At{AtS: local, C: *e.SlurryC})
		if math.Abs(*e.SlurryC-r.laidFor.slurryC) > 0.7 {
			r.laidFor.slurryC, matters = *e.SlurryC, true
		}
	}
	if e.WaterC != nil && f.made.Percolates() && !f.made.OnFlame() && local > 5 && local < r.now.LastPour {
		r.kettle = latest(r.kettle, brew.At{AtS: local, C: *e.WaterC})
	}
	if matters {
		f.again(s.Round)
	}
}

// latest keeps a reading every tenS, and the last one.
func latest(all []brew.At, a brew.At) []brew.At {
	const most, tenS = 40, 10
	if n := len(all); n > 1 && a.AtS-all[n-2].AtS < tenS {
		all[n-1] = a
		return all
	}
	if len(all) == most {
		all = slices.Delete(all, 0, 1)
	}
	return append(all, a)
}

// lastPour is the pour that has begun last; nil without one.
func (f *Follower) lastPour() *step {
	for i := f.cur; i >= 0; i-- {
		if s := &f.steps[i]; s.Round == f.pourRound && s.brewing && s.Lane == method.Scale && s.hasBegun() {
			return s
		}
	}
	return nil
}

// underPoured says that a pour ended short of its reading, once that can be seen: it is over,
// and the scale does not rise any more.
func (f *Follower) underPoured(s *step, p *round) {
	if s.hasEnded() && !f.pouring() && f.t-f.roseT >= liveS/2 && f.pos >= s.ended+leastShortS {
		f.short(s, p)
	}
}

// caughtUp takes back that a pour fell short, as far as it was poured since.
func (f *Follower) caughtUp(s *step, p *round) {
	i := slices.IndexFunc(f.off, func(o Off) bool { return o.What == "poured_g" && o.Step == string(s.ID) })
	if i < 0 || f.off[i].Actual >= f.off[i].Planned || p.highG-f.off[i].Actual < shortG || f.t-f.roseT < liveS/2 {
		return
	}
	if f.off[i].Planned-p.highG < math.Max(shortG, shortShare*f.off[i].Planned) {
		f.off = slices.Delete(f.off, i, i+1)
	} else {
		f.off[i].Actual = p.highG
	}
	p.laidFor.pouredG = p.highG
	f.again(s.Round)
}

// short says by how much a pour that is over fell short, once.
func (f *Follower) short(s *step, p *round) {
	planned := f.plannedTo(method.StepID(s.Of))
	if s.ToG == nil || planned-p.highG < math.Max(shortG, shortShare*planned) || slices.ContainsFunc(f.off, func(o Off) bool { return o.What == "poured_g" && o.Step == string(s.ID) }) {
		return
	}
	f.say(Off{What: "poured_g", Step: string(s.ID), Planned: *s.ToG, Actual: p.highG, AtS: f.pos})
	p.poured[method.StepID(s.Of)], p.laidFor.pouredG = p.highG, p.highG
	f.again(s.Round)
}

// overPoured says that a pour went on for longer than its reading.
func (f *Follower) overPoured(s *step, g float64) {
	if s.ToG == nil || g-*s.ToG < math.Max(2, 0.015**s.ToG) {
		return
	}
	f.say(Off{What: "poured_g", Step: string(s.ID), Planned: *s.ToG, Actual: g, AtS: f.pos})
}

// say adds a difference, in place of an earlier one of the same thing.
func (f *Follower) say(o Off) {
	i := slices.IndexFunc(f.off, func(k Off) bool { return k.What == o.What && k.Step == o.Step })
	if i < 0 {
		f.off = append(f.off, o)
		return
	}
	o.AtS = f.off[i].AtS
	f.off[i] = o
}
