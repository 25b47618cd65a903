package run

import (
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// FollowIn is a brew's request and what has happened since it began.
type FollowIn struct {
	Request brew.Request `json:"request"`
	Events  []Event      `json:"events,omitempty" maxItems:"20000" doc:"In any order; after those of the record"`
	Record  *Record      `json:"record,omitempty" doc:"What is kept of what happened before"`
	NowS    *float64     `json:"now_s,omitempty" minimum:"0" maximum:"700000" doc:"Moment to look at, on the clock of t_s; that of the last event when left out"`
	After   string       `json:"after,omitempty" maxLength:"64" doc:"The key of the answer before, in place of its record: only the program that gave it knows it, and not for long"`
	Brief   bool         `json:"brief,omitempty" doc:"Leave out rest, which steps has too, and the record"`
}

// LiveStep is a step as it has gone, or is to go.
type LiveStep struct {
	RoundStep
	BeganS *float64 `json:"began_s" doc:"When it really began; null while it has not"`
	EndedS *float64 `json:"ended_s"`
	Skip   bool     `json:"skip,omitempty"`
}

// Forecast is the cup that this gives, as far as can be told by now.
type Forecast struct {
	ExtractionPct float64 `json:"extraction_pct"`
	TDSPct        float64 `json:"tds_pct"`
	DrinkMl       float64 `json:"drink_ml" doc:"In all cups together"`
	CupC          float64 `json:"cup_c"`
}

// Following is where a brew is.
type Following struct {
	PositionS    float64          `json:"position_s" doc:"Seconds around first contact"`
	Step         string           `json:"step" doc:"ID of the step to do now; empty before it begins and when it is over"`
	NextReadingG *float64         `json:"next_reading_g" doc:"What the scale is to show next; null where nothing is poured any more"`
	ScaleG       *float64         `json:"scale_g" doc:"What it shows now; null without a scale"`
	WaterC       *float64         `json:"water_c"`
	Say          quantity.Phrase  `json:"say_phrase" doc:"The same as say, for the reader's units"`
	SayText      string           `json:"say" doc:"What to do, or what differs and what to do about it"`
	Notice       *quantity.Phrase `json:"notice" doc:"What differs, and what to do about it; null while nothing does"`
	Refused      *quantity.Phrase `json:"refused" doc:"Why the last reading was not taken; null where it was"`
	Off          []Off            `json:"off" doc:"What differs from the plan, and by how much"`
	Rest         []LiveStep       `json:"rest" doc:"The steps from the one that is on, planned anew"`
	Steps        []LiveStep       `json:"steps" doc:"All of them, as they went and are to go"`
	Forecast     Forecast         `json:"forecast"`
	Planned      Forecast         `json:"planned" doc:"The same as it was planned"`
	View         View             `json:"view"`
	Alarms       []Alarm          `json:"alarms" doc:"Moments to come at which somebody is wanted, the first first, as far as the clock goes on by itself"`
	Curves       RunCurves        `json:"curves" doc:"As it has gone, and is to go, of the round that is on; from its first contact"`
	Begun        bool             `json:"begun"`
	Paused       bool             `json:"paused"`
	Held         bool             `json:"held" doc:"Next was asked while the boil that makes the water safe is owed: it passes none"`
	Safety       *SafetyBoil      `json:"safety" doc:"The boil that makes the water safe, while it is on or waited for"`
	Unsafe       *quantity.Phrase `json:"unsafe" doc:"That this water was not made safe, where somebody chose to skip that; null otherwise"`
	Done         bool             `json:"done"`
	Record       Record           `json:"record,omitzero" required:"false" doc:"Left out of a brief answer"`
	Key          string           `json:"key,omitempty" doc:"For the question after this one"`
}

// RunCurves are what happened, and what is to come, on the clock of the round that is on.
type RunCurves struct {
	ScaleG  [][2]float64 `json:"scale_g" doc:"What was read, less what the scale showed before"`
	WaterC  [][2]float64 `json:"water_c"`
	SlurryC [][2]float64 `json:"slurry_c"`
	PlanG   [][2]float64 `json:"plan_g" doc:"What is to be read, as the rest is planned now"`
	RestC   [][2]float64 `json:"rest_c" doc:"Where water and coffee are, by the model"`
	FromS   float64      `json:"from_s" doc:"Where now is on this clock"`
}

// View is where a brew is, and what comes next. Steps are indices into the course's; −1
// for none.
type View struct {
	Present int     `json:"present" doc:"The step that is on"`
	Shown   int     `json:"shown" doc:"The step to do now: at a gate the one behind it"`
	After   int     `json:"after"`
	Last    bool    `json:"last" doc:"No step comes after the one that is on"`
	Reading int     `json:"reading" doc:"The next step that ends on a scale reading"`
	Gate    string  `json:"gate" enum:",boil,pour" doc:"What the clock waits for: that it boils, or that one is ready; empty while it does not"`
	Waits   string  `json:"waits" enum:",boil,reading,cool,sign,said" doc:"What the step waits for, besides the clock; empty while it waits for nothing"`
	Stands  bool    `json:"stands" doc:"The clock does not go on by itself now"`
	Under   []int   `json:"under" doc:"What goes on besides the step shown: boils that make the water safe and are not over, water that is heated again"`
	Boil    int     `json:"boil" doc:"The boil that is not to be cut short"`
	PourS   float64 `json:"pour_s" doc:"When the water meets the coffee of the round shown"`
	NextS   float64 `json:"next_s" doc:"Position at which this changes by itself, while the clock runs"`
	EndS    float64 `json:"end_s" doc:"Position at which all is served, as it is planned now"`
	StartS  float64 `json:"start_s"`
}

// Follow follows a brew from its beginning: the plan of a request, what happened, and where
// that has led. Its error is field.Problems. Readings that cannot be are left out, and none
// of any order breaks a run.
func Follow(in FollowIn) (*Following, error) {
	f, err := Followed(in)
	if err != nil {
		return nil, err
	}
	return f.Out(), nil
}

// Followed is the follower that in leads to, for events to come.
func Followed(in FollowIn) (*Follower, error) {
	if bad := checkEvents("events", in.Events); len(bad) > 0 {
		return nil, bad
	}
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, err
	}
	f, err := NewFollower(p)
	if err != nil {
		return nil, err
	}
	if in.Record != nil {
		if bad := in.Record.Check(); len(bad) > 0 {
			return nil, bad
		}
		f.load(*in.Record)
	}
	return f, f.Go(in.Events, in.NowS)
}

// Go takes more in.
func (f *Follower) Go(events []Event, nowS *float64) error {
	if bad := checkEvents("events", events); len(bad) > 0 {
		return bad
	}
	events = slices.Clone(events)
	inOrder(events)
	for _, e := range events {
		f.Take(e)
	}
	if nowS != nil && !math.IsNaN(*nowS) {
		f.At(math.Min(*nowS, 700000))
	}
	return nil
}

// load goes through what a record has, and keeps it as it is.
func (f *Follower) load(r Record) {
	f.keep.from = r.FromS
	for _, e := range r.Events {
		if e.Auto {
			f.autoUntil = math.Max(f.autoUntil, e.TS)
		}
	}
	if r.FromS != nil && len(r.Events) == 0 {
		f.do(Event{Kind: Start})
	}
	events := r.Events[:0:0]
	for _, e := range r.all() {
		more := []Event{}
		if r.V == firstV {
			f.At(e.TS)
			e, more = f.fromFirst(e)
		}
		f.Take(e)
		for _, m := range more {
			f.Take(m)
		}
		if e.Kind != Reading {
			events = append(append(events, e), more...)
		}
	}
	f.At(r.UntilS)
	if r.Over && f.begun && !f.finished {
		f.finish(f.pos)
	}
	r.Events = events
	f.keep.load(r)
}

// fromFirst is an event of a record of version 1 in today's: there, next and resume also said that
// it boils, and next once more went without the boil.
func (f *Follower) fromFirst(e Event) (now Event, more []Event) {
	if !f.begun || f.finished || e.Kind != Next && e.Kind != Resume || e.Step != "" && e.Step != f.doing() {
		return e, nil
	}
	n := f.after()
	owed := !f.steps[f.cur].over()
	switch {
	case e.Kind == Next && e.Sure && owed:
		e.Kind, e.Sure = SkipBoil, false
	case f.gated && f.guards(n):
		more = append(more, Event{TS: e.TS, Kind: Sign})
		if e.Kind == Next && f.due(n) > f.pos+nearS {
			more = append(more, Event{TS: e.TS, Kind: Next})
		}
	case e.Kind == Next && f.guards(n) && !owed:
		more = append(more, Event{TS: e.TS, Kind: Sign})
	}
	return e, more
}

// Out is where the brew is.
func (f *Follower) Out() *Following {
	o := &Following{PositionS: f.pos, Refused: f.refused, Off: slices.Clone(f.off), Begun: f.begun, Paused: f.paused, Held: f.held, Done: f.finished, Record: f.keep.final(f.finished), Rest: []LiveStep{}, Steps: make([]LiveStep, 0, len(f.steps))}
	if o.Off == nil {
		o.Off = []Off{}
	}
	for i := range f.steps {
		s := &f.steps[i]
		l := LiveStep{RoundStep: s.RoundStep, Skip: s.skip}
		l.AtS += f.shift(i)
		if r := f.r(s); r.lever.stretch == i && r.lever.steps != nil && !s.hasEnded() {
			l.ForS += r.extra
		}
		if s.hasBegun() {
			l.BeganS = new(s.began)
		}
		if s.hasEnded() {
			l.EndedS = new(s.ended)
		}
		o.Steps = append(o.Steps, l)
	}
	if f.scale.live(f.t, liveS) {
		o.ScaleG = new(f.scale.v)
	}
	if f.water.live(f.t, liveHeatS) {
		o.WaterC = new(f.water.v)
	}
	o.Safety, o.Unsafe = f.safety(), f.unsafe()
	o.View = f.view(o.Steps)
	o.Alarms = f.alarms(o.Steps, o.View)
	if f.begun && !f.finished {
		o.Step = string(o.Steps[o.View.Shown].ID)
		o.Rest = o.Steps[o.View.Present:]
	} else if !f.begun {
		o.Rest = o.Steps
	}
	if i := o.View.Reading; i >= 0 && !f.finished {
		o.NextReadingG = new(*o.Steps[i].ToG + f.tareFor(&f.steps[i]))
	}
	o.Forecast, o.Planned = f.forecast(), f.cup(f.made)
	o.Curves = f.curves(o.View)
	f.words(o)
	return o
}

// tareFor is what the scale shows of what is not this round's water.
func (f *Follower) tareFor(s *step) float64 {
	if !f.scale.live(f.t, 60) || math.Abs(f.tare) < 3 || s.Round != max(f.pourRound, 1) {
		return 0
	}
	return math.Round(f.tare)
}

func (f *Follower) cup(b *brew.Brewed) Forecast {
	return Forecast{100 * b.Extraction, b.TDSPct(), b.DrinkMl, b.CupC}
}

// forecast is over all rounds: those that have met their water as they went, the others as
// planned.
func (f *Follower) forecast() Forecast {
	var o Forecast
	n := float64(len(f.rounds))
	for i := range f.rounds {
		c := f.cup(f.rounds[i].now)
		o.ExtractionPct += c.ExtractionPct / n
		o.TDSPct += c.TDSPct / n
		o.DrinkMl += c.DrinkMl / n
		o.CupC += c.CupC / n
	}
	return o
}

func (f *Follower) view(steps []LiveStep) View {
	v := View{Shown: 0, After: -1, Reading: -1, Boil: -1, Under: []int{}, NextS: math.MaxFloat32, StartS: f.startS}
	for i := range steps {
		v.EndS = math.Max(v.EndS, steps[i].AtS+steps[i].ForS)
	}
	v.Present = max(f.cur, 0)
	v.Shown = v.Present
	n := f.after()
	v.Last = n >= len(steps)
	if f.gated && !v.Last {
		v.Shown = n
		v.Gate = f.steps[n].gate
	}
	for i := v.Shown + 1; i < len(steps) && v.After < 0; i++ {
		if !f.steps[i].side {
			v.After = i
		}
	}
	v.PourS = f.pourS(steps[v.Shown].Round)
	for i := v.Shown; i < len(steps) && v.Reading < 0; i++ {
		if k := steps[i].RoundStep; readsScale(k) && (k.Until == method.Weight || f.scale.live(f.t, 60)) && (i > v.Present || steps[i].EndedS == nil) {
			v.Reading = i
		}
	}
	if !f.begun || f.finished {
		v.NextS = v.EndS
		return v
	}
	v.Boil = f.boil()
	for i := range steps {
		s := &steps[i]
		if f.steps[i].side && s.BeganS != nil && s.EndedS == nil || i != v.Shown && s.BeganS != nil && !f.steps[i].over() {
			v.Under = append(v.Under, i)
		}
	}
	s := &steps[v.Present]
	blocked := f.blocked()
	v.Stands = f.paused || f.gated && !f.wet() || blocked && !f.wet() || f.standsCold()
	switch k := &f.steps[v.Present]; {
	case !k.over() && !k.safe.boils && v.Gate == "":
		v.Waits = "boil"
	case v.Gate == "boil":
		v.Waits = "boil"
	case v.Gate != "":
		v.Waits = "said"
	case blocked && f.holding:
		v.Waits = "said"
	case blocked && readsScale(s.RoundStep):
		v.Waits = "reading"
	case blocked && s.Until == method.Temperature:
		v.Waits = "cool"
	case s.Drains && s.EndedS == nil:
		v.Waits = "sign"
	case n < len(steps) && f.steps[n].gate == "boil":
		v.Waits = "boil"
	}
	next := v.EndS
	if n < len(steps) {
		next = steps[n].AtS
	}
	if s.Drains && s.EndedS == nil {
		next = math.Max(next, f.liftAt(&f.steps[v.Present]))
		if e := s.AtS + s.ForS + stallS; f.pos < e {
			next = math.Min(next, e)
		}
	}
	v.NextS = next
	for i := range steps {
		if e := steps[i].AtS + steps[i].ForS - endS; steps[i].Keep && f.counts(&f.steps[i]) && e > f.pos {
			v.NextS = math.Min(v.NextS, e)
		}
	}
	return v
}

// curves draw what happened, and what is to come, of the round shown.
func (f *Follower) curves(v View) RunCurves {
	n := f.steps[v.Shown].Round
	zero := f.pourS(n)
	c := RunCurves{ScaleG: [][2]float64{}, WaterC: [][2]float64{}, SlurryC: [][2]float64{}, PlanG: [][2]float64{}, RestC: [][2]float64{}, FromS: f.pos - zero}
	r := &f.rounds[n-1]
	if p := r.forPlan; p != nil {
		c.PlanG, c.RestC = p.Curves.ScaleG, p.Curves.SlurryC
	}
	// A reading's moment on the run's clock is put where that was: while a gate stood, or
	// the clock was paused, it stood.
	ends := zero - f.pos + f.t // of first contact, on the clock of t_s
	put := func(to *[][2]float64, s *series, less float64) {
		for _, p := range s.points() {
			*to = append(*to, [2]float64{p[0] - ends, p[1] - less})
		}
	}
	put(&c.ScaleG, &f.keep.scale, f.tare)
	put(&c.WaterC, &f.keep.water, 0)
	put(&c.SlurryC, &f.keep.slurry, 0)
	return c
}

// words says what to do, and what differs.
func (f *Follower) words(o *Following) {
	v := o.View
	if notice := f.notice(o); notice != nil {
		o.Notice = notice
	}
	switch {
	case !f.begun:
		o.Say = startWhenPot.Say()
	case f.finished:
		o.Say = doneTasteThen.Say()
	default:
		o.Say = o.Steps[v.Shown].Phrase
		if o.Notice != nil {
			o.Say = *o.Notice
		}
	}
	o.SayText = o.Say.Text
}

// notice is the latest difference that still matters, with what to do about it.
func (f *Follower) notice(o *Following) *quantity.Phrase {
	say := func(s quantity.Sentence, values ...quantity.Value) *quantity.Phrase { return new(s.Say(values...)) }
	sec := func(v float64) quantity.Value { return quantity.Of(math.Abs(v), quantity.Second) }
	if !f.begun || f.finished {
		return nil
	}
	s, r := f.on()
	if b := o.Safety; b != nil && (f.held || b.Why == "paused" || b.Why == "cold") {
		return &b.Say
	}
	if f.paused && f.wet() {
		return say(pausedCoffeeDoes)
	}
	if f.holding {
		return say(youWentBack)
	}
	if r.liftMl > 0 && s.Drains && !s.hasEnded() {
		return say(morePouredThan, quantity.Of(r.liftMl, quantity.Millilitre))
	}
	if s.Drains && !s.hasEnded() && f.pos > s.endS()+stallS-1 {
		return say(drainsSlowlyLet)
	}
	if f.scale.live(f.t, liveS) && math.Abs(f.tare) >= 3 && o.View.Reading == o.View.Shown && o.NextReadingG != nil && f.pos <= nearS {
		return say(scaleShowsZero, quantity.Of(math.Round(f.tare), quantity.Gram), quantity.Of(*o.NextReadingG, quantity.Gram))
	}
	longer := func(x float64) quantity.Phrase {
		switch steep := r.lever.stretch >= 0; {
		case math.Abs(x) < roundS:
			return goStraightOn.Say()
		case steep && x > 0:
			return letSteepLonger.Say(sec(x))
		case steep:
			return letSteepLess.Say(sec(x))
		case x > 0:
			return pourRestLater.Say(sec(x))
		}
		return pourRestSooner.Say(sec(x))
	}
	for i := len(f.off) - 1; i >= 0; i-- {
		k := f.off[i]
		if at := slices.IndexFunc(f.steps, func(s step) bool { return string(s.ID) == k.Step }); at < 0 || f.steps[at].Round != s.Round {
			continue
		}
		switch k.What {
		case "zeroed_g":
			if f.pos-k.AtS > 90 {
				continue
			}
			in := quantity.Of(math.Round(k.Planned), quantity.Gram)
			if g := o.NextReadingG; g != nil && o.Steps[o.View.Reading].Round == s.Round && f.steps[o.View.Reading].brewing {
				return say(scaleZeroedWith, in, quantity.Of(*g, quantity.Gram))
			}
			return say(scaleZeroedWithWater, in)
		case "poured_g":
			if f.pos-k.AtS > 90 {
				continue
			}
			over := quantity.Of(k.Actual-k.Planned, quantity.Gram)
			if k.Actual < k.Planned {
				short := quantity.Of(k.Planned-k.Actual, quantity.Gram)
				if g := o.NextReadingG; g != nil && o.Steps[o.View.Reading].Round == s.Round && f.steps[o.View.Reading].brewing {
					return say(lessThanPlanned, short, quantity.Of(*g, quantity.Gram))
				}
				return say(lessThanPlannedPour, short)
			}
			if g := o.NextReadingG; g != nil && o.Steps[o.View.Reading].Round == s.Round && f.steps[o.View.Reading].brewing {
				return say(moreThanPlanned, over, quantity.Of(*g, quantity.Gram))
			}
			return new(quantity.Together(moreThanPlanned2.Say(over), longer(r.extra)))
		case "water_c":
			diff := quantity.Of(math.Abs(k.Actual-k.Planned), quantity.Kelvin)
			return new(quantity.Together(quantity.Either(k.Actual < k.Planned, waterColderThan, waterHotterThan).Say(diff), longer(r.extra)))
		}
	}
	if math.Abs(r.extra) >= roundS {
		return new(quantity.Together(offPlanSo.Say(), longer(r.extra)))
	}
	return nil
}

// Done are the steps as a run keeps them.
func (o *Following) DoneSteps() []StepRun {
	out := []StepRun{}
	for _, s := range o.Steps {
		if s.BeganS != nil && s.EndedS != nil {
			out = append(out, StepRun{ID: string(s.ID), AtS: *s.BeganS, EndS: *s.EndedS, Skip: s.Skip})
		}
	}
	return out
}

// Look is what a hand sees of a brew that is followed: what to do now.
type Look struct {
	Position   float64
	ID, Of     string
	Waits      string
	Brewing    bool // water is on the coffee, or is to come onto it now
	Serving    bool
	Pouring    bool // something is to be poured to a reading
	HasPours   bool // this brew pours onto a scale
	First      bool // the first pour
	LastPour   bool
	FromG, ToG float64
	ForS       float64
	Left       float64 // s of the step that is on
	Waiting    bool    // it cools
	Boiled     bool    // it has boiled
	Boiling    bool    // the coffee boils with it
	OffHeat    bool    // it is off the heat again
	OnFlow     bool
	Drains     bool
	LiftMl     float64 // in the cups when the dripper is to be lifted off; 0 where it may drain
}

// Look is what is to be done now.
func (f *Follower) Look() Look {
	if f.cur < 0 {
		return Look{Position: f.pos}
	}
	i := f.cur
	gate, n := "", f.after()
	if f.gated && n < len(f.steps) {
		gate = f.steps[n].gate
	}
	s := &f.steps[i]
	l := Look{Position: f.pos, ID: string(s.ID), Of: s.Of, Brewing: f.hasMet(s.Round) && !s.serving, Left: s.endS() - f.pos, Drains: s.Drains && !s.hasEnded()}
	l.Serving = s.serving
	first := -1
	for j := range f.steps {
		k := &f.steps[j]
		if !k.brewing || k.Lane != method.Scale {
			continue
		}
		l.HasPours = true
		if first < 0 {
			first = j
		}
		if j < i && k.Round == s.Round {
			l.FromG = *k.ToG
		}
		l.LastPour = j == i
		if j > i {
			l.LastPour = false
		}
	}
	boils := slices.ContainsFunc(f.steps[i+1:], func(k step) bool { return k.gate == "boil" })
	l.Boiled = !boils
	l.Boiling = f.rounds[s.Round-1].boiledS != nil
	if b := f.rounds[s.Round-1].boiledS; b != nil {
		l.OffHeat = f.pos-f.pourS(s.Round) >= *b+f.made.BoilS
	}
	l.Waiting = method.StepID(s.Of) == method.Wait && !s.hasEnded()
	if s.brewing && s.Lane == method.Scale && !f.gated && !s.hasEnded() && s.ToG != nil {
		l.Pouring, l.First, l.ToG, l.ForS = true, i == first, *s.ToG, s.ForS
	}
	switch {
	case gate == "boil":
		l.Waits = "boil"
	case f.gated:
		l.Waits = "said"
	case f.blocked() && s.Until == method.Temperature:
		l.Waits = "cool"
	case !s.over() && !s.safe.boils:
		l.Waits = "boil"
	case n < len(f.steps) && f.steps[n].gate == "boil":
		l.Waits = "boil"
	}
	if s.Drains {
		l.LiftMl = f.r(s).liftMl
	}
	return l
}

// Finished reports whether all is served.
func (f *Follower) Finished() bool { return f.finished }

// StartS is the position of the first step.
func (f *Follower) StartS() float64 { return f.startS }
