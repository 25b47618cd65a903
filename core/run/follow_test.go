package run

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/method"
)

// stream is two cups at a stream at 2,300 m.
func stream(m string, more ...func(*brew.Request)) brew.Request {
	r := brew.Request{Method: m, Drinkers: new(2.0), Scale: new(true), Conditions: brew.Conditions{Place: brew.Place{AltitudeM: new(2300.0), AirC: new(4.0)}, Water: brew.Water{Source: new("stream"), Treatment: new("boil")}}}
	for _, f := range more {
		f(&r)
	}
	return r
}

// hand follows one brew in a test: it lets time go on and answers the gates.
type hand struct {
	*Follower
	t require.TestingT
	s float64
}

func begin(t require.TestingT, r brew.Request) *hand {
	f, err := Followed(FollowIn{Request: r})
	require.NoError(t, err)
	h := &hand{f, t, 0}
	h.do(Start)
	return h
}

func (h *hand) do(kind string)  { h.Take(Event{TS: h.s, Kind: kind}) }
func (h *hand) reads(g float64) { h.Take(Event{TS: h.s, Kind: Reading, ScaleG: &g}) }
func (h *hand) water(c float64) { h.Take(Event{TS: h.s, Kind: Reading, WaterC: &c}) }
func (h *hand) wait(s float64)  { h.s += s; h.At(h.s) }
func (h *hand) step() *step     { return &h.steps[h.cur] }

// until lets the clock run, and says what is waited for, until a step is on.
func (h *hand) until(id method.StepID) {
	for range 20000 {
		if h.cur >= 0 && h.step().Of == string(id) && !h.gated {
			return
		}
		h.wait(1)
		if h.gated {
			h.do(Sign)
		}
	}
	require.Fail(h.t, "never came to "+string(id))
}

// pour pours at 5 g/s to a reading, as the scale has it.
func (h *hand) pour(from, to float64) {
	for g := from; g < to; g += 5 {
		h.reads(math.Min(g, to))
		h.wait(1)
	}
	h.reads(to)
	h.wait(0.1)
	h.reads(to)
}

// By taps alone: the clock waits at the boil and when one is ready, runs through every
// step, and with nothing that differs the cup is the plan's.
func TestByTapsAlone(t *testing.T) {
	for _, m := range method.All {
		h := begin(t, stream(m.ID))
		for range 200000 {
			if h.finished {
				break
			}
			h.wait(1)
			if h.gated {
				h.do(Sign)
			}
		}
		o := h.Out()
		assert.True(t, o.Done, m.ID)
		assert.Empty(t, o.Off, m.ID)
		assert.InDelta(t, o.Planned.ExtractionPct, o.Forecast.ExtractionPct, 0.5, m.ID)
		for i, s := range o.Steps {
			require.NotNil(t, s.EndedS, "%s %d %s", m.ID, i, s.ID)
		}
	}
}

// Twenty grams too much in the bloom: the next reading is where it was or moves on by its
// share, the last one stays, and it is said with what to do.
func TestPouredTooMuchInTheBloom(t *testing.T) {
	h := begin(t, stream("cone"))
	h.wait(1)
	h.reads(0)
	h.until("bloom-pour")
	was := *h.Out().NextReadingG
	h.pour(0, was+20)
	h.wait(2)
	h.reads(was + 20)
	o := h.Out()
	require.NotEmpty(t, o.Off)
	assert.Equal(t, "poured_g", o.Off[0].What)
	assert.InDelta(t, 20, o.Off[0].Actual-o.Off[0].Planned, 0.6)
	assert.Contains(t, o.SayText, "20 g more than planned")
	var before, now []float64
	for _, s := range h.plan.Steps {
		if s.Lane == method.Scale {
			before = append(before, *s.ToG)
		}
	}
	for _, s := range o.Steps {
		if s.Lane == method.Scale {
			now = append(now, *s.ToG)
		}
	}
	require.Len(t, now, len(before))
	for i := 1; i < len(now)-1; i++ {
		assert.Greater(t, now[i], before[i], "what is left is shared out as it was")
	}
	assert.InDelta(t, before[len(before)-1], now[len(now)-1], 0.6, "and the whole stays the whole")
	assert.InDelta(t, now[1], *o.NextReadingG, 0.6, "sentence, step and figure agree")
	assert.Contains(t, o.Steps[o.View.Reading].Text, o.Steps[o.View.Reading].Values[0].String())
}

// A kettle that is far colder than planned steeps for longer; one that is a little colder
// goes straight on, and nothing jumps between the two.
func TestAColderKettle(t *testing.T) {
	steep := func(colder float64) (s float64, said string) {
		h := begin(t, stream("press-pot"))
		h.until("coffee-first")
		c := h.made.StartC - colder
		for !h.gated {
			h.water(c)
			h.wait(1)
		}
		h.wait(20)
		h.water(c)
		h.do(Sign)
		o := h.Out()
		for _, k := range o.Steps {
			if k.Of == "steep" {
				return k.ForS, o.SayText
			}
		}
		return 0, ""
	}
	planned, said := steep(0)
	assert.NotContains(t, said, "colder")
	little, said := steep(1)
	assert.Equal(t, planned, little)
	assert.Contains(t, said, "colder than planned. Continue straight away.")
	much, said := steep(20)
	assert.Greater(t, much, planned+30)
	assert.Contains(t, said, "Let it steep")
	last := planned
	for colder := 1.0; colder < 25; colder++ {
		s, _ := steep(colder)
		assert.GreaterOrEqual(t, s, last-0.1)
		assert.LessOrEqual(t, s-last, 40.0, "no jump at %v", colder)
		last = s
	}
}

// What was read is followed and not the clock: a pour that takes its time stays on until its
// reading, and a step that was over sooner is over.
func TestStepsEndOnTheReading(t *testing.T) {
	h := begin(t, stream("cone"))
	h.wait(1)
	h.reads(0)
	h.until("bloom-pour")
	to := *h.step().ToG
	for g := 1.0; g < to-1; g++ {
		h.reads(g)
		h.wait(1)
		assert.Equal(t, "bloom-pour", h.step().Of)
	}
	assert.Greater(t, h.pos, h.step().endS()+20, "long after the clock would have gone on")
	h.reads(to)
	assert.Equal(t, "bloom", h.step().Of)
	// The clock counts from first contact: the wait is shorter by what came late.
	assert.Equal(t, "sign", h.keep.taps[len(h.keep.taps)-1].Kind)
}

// A finger on the scale pours nothing: what no hand can pour is not believed until the next
// reading agrees.
func TestAFingerOnTheScale(t *testing.T) {
	h := begin(t, stream("cone"))
	h.wait(1)
	h.reads(0)
	h.until("bloom-pour")
	to := *h.step().ToG
	h.reads(5)
	h.wait(1)
	h.reads(to + 300)
	assert.Equal(t, "bloom-pour", h.step().Of)
	h.wait(1)
	h.reads(10)
	assert.Equal(t, "bloom-pour", h.step().Of)
	assert.InDelta(t, 5, h.rounds[0].highG, 1)
	assert.Empty(t, h.Out().Off)
}

// A scale that is lost is not waited for, and counts again when it is back.
func TestAScaleIsLostAndComesBack(t *testing.T) {
	h := begin(t, stream("cone"))
	h.wait(1)
	h.reads(0)
	h.until("bloom-pour")
	h.reads(20)
	h.wait(40) // it is silent
	assert.NotEqual(t, "bloom-pour", h.step().Of, "by the clock then")
	assert.Nil(t, h.Out().ScaleG)
	h.until("second-pour")
	to := *h.step().ToG
	for g := 30.0; g < to-1; g += 8 {
		h.reads(g)
		require.Equal(t, "second-pour", h.step().Of, "at %v of %v", g, to)
		h.wait(1)
	}
	h.reads(to)
	assert.NotEqual(t, "second-pour", h.step().Of)
}

// A scale that shows something before is told, and read from there; a zero in the middle is
// no water taken out.
func TestTheScaleIsNotAtNought(t *testing.T) {
	h := begin(t, stream("cone"))
	h.until("level")
	h.reads(153)
	for !h.gated {
		h.wait(1)
		h.reads(153)
	}
	o := h.Out()
	first := h.plannedTo("bloom-pour")
	assert.InDelta(t, 153+first, *o.NextReadingG, 1)
	h.pour(153, 153+first)
	assert.Equal(t, "bloom", h.step().Of)
	assert.InDelta(t, first, h.rounds[0].highG, 1)
}

func TestTheSafeBoilIsNotCutShortByOneTouch(t *testing.T) {
	h := begin(t, stream("cone", func(r *brew.Request) { r.Place.AltitudeM = new(300.0) }))
	h.until(method.Disinfect)
	h.wait(1)
	h.do(Next)
	assert.True(t, h.held)
	assert.Equal(t, string(method.Disinfect), h.step().Of)
	h.Take(Event{TS: h.s, Kind: Next, Sure: true})
	assert.True(t, h.held, "nor by two")
	assert.Equal(t, string(method.Disinfect), h.step().Of)
	h.do(SkipBoil)
	assert.False(t, h.held)
	assert.NotEqual(t, string(method.Disinfect), h.step().Of)
}

// The boil that makes the water safe begins when somebody sees it: a thermometer that reads
// high starts no clock. Late hands do not shorten it either.
func TestNoThermometerStartsTheSafeBoil(t *testing.T) {
	h := begin(t, stream("cone"))
	h.until("paper")
	h.wait(1)
	h.water(99)
	assert.NotEqual(t, string(method.Disinfect), h.step().Of)
	safe := begin(t, stream("cone", func(r *brew.Request) { r.Water.Treatment = new("safe") }))
	safe.until("paper")
	safe.wait(1)
	was := safe.step().Of
	safe.water(99)
	safe.wait(30)
	assert.NotEqual(t, was, safe.step().Of, "where nothing hangs on it, a reading will do")
	in := begin(t, stream("pot", func(r *brew.Request) { r.School = new("cold-unstirred") }))
	in.until("coffee-on")
	planned := 0.0
	for _, s := range in.steps {
		if s.Keep {
			planned += s.ForS
		}
	}
	require.Greater(t, planned, 50.0)
	in.wait(400) // the boil is long in coming
	for !in.gated {
		in.wait(1)
	}
	in.wait(90)
	in.do(Sign)
	for range 3000 {
		if in.finished {
			break
		}
		in.wait(1)
		if in.gated {
			in.do(Sign)
		}
	}
	kept := 0.0
	for _, s := range in.steps {
		if s.Keep {
			kept += s.ended - s.began
		}
	}
	assert.GreaterOrEqual(t, kept, planned-1)
}

// Gone back before the boil, the clock waits at it once more: a boil that was said too soon
// can be taken back, and no boil that makes the water safe begins by the clock.
func TestGoneBackTheBoilIsWaitedForAgain(t *testing.T) {
	h := begin(t, stream("cone"))
	h.until(method.Disinfect)
	h.do(Back)
	require.NotEqual(t, string(method.Disinfect), h.step().Of)
	h.wait(2000)
	assert.True(t, h.gated)
	assert.Equal(t, "boil", h.Out().View.Gate)
	assert.NotEqual(t, string(method.Disinfect), h.step().Of)
	h.do(Sign)
	h.until(method.Disinfect)
}

// A pause does not count to the boil that makes the water safe.
func TestAPauseIsNoBoil(t *testing.T) {
	h := begin(t, stream("pot", func(r *brew.Request) { r.School = new("cold-unstirred") }))
	for !(h.wet() && h.boil() >= 0) {
		h.wait(1)
		if h.gated {
			h.do(Sign)
		}
	}
	s := &h.steps[h.boil()]
	planned := s.ForS
	h.wait(10)
	h.do(Pause)
	h.wait(300)
	assert.Contains(t, h.Out().SayText, "doesn’t count")
	h.do(Resume)
	assert.GreaterOrEqual(t, s.endS()-h.pos, planned-10.5)
	h.do(Next)
	assert.True(t, h.held)
}

// Hot water from an urn stands, and cools, for as long as one is not ready.
func TestAnUrnsWaterCoolsAtTheGate(t *testing.T) {
	h := begin(t, stream("cup-steep", func(r *brew.Request) {
		r.Heat.SuppliedC, r.Water.Treatment, r.Draw = new(92.0), new("safe"), new("jug")
	}))
	for !h.gated {
		h.wait(1)
	}
	h.wait(240)
	h.do(Sign)
	require.NotNil(t, h.rounds[0].startC)
	assert.Less(t, *h.rounds[0].startC, h.made.StartC-4)
}

// A reading that no instrument can give is said, and counts for nothing.
func TestAnAbsurdReadingIsSaid(t *testing.T) {
	h := begin(t, stream("cone"))
	h.reads(99999)
	require.NotNil(t, h.Out().Refused)
	assert.Contains(t, h.Out().Refused.Text, "is out of range. Enter")
	h.reads(12)
	assert.Nil(t, h.Out().Refused)
}

func TestBackPauseAndNext(t *testing.T) {
	h := begin(t, stream("press-pot"))
	h.wait(5)
	h.do(Pause)
	h.wait(600)
	assert.InDelta(t, h.startS+5, h.pos, 0.01, "before the coffee is wet the clock stands")
	h.do(Resume)
	h.until("steep")
	at := h.pos
	h.do(Pause)
	h.wait(60)
	assert.InDelta(t, at+60, h.pos, 0.01, "the coffee doesn’t stop")
	assert.Contains(t, h.Out().SayText, "doesn’t stop")
	h.do(Resume)
	h.do(Back)
	assert.Equal(t, "fill", h.step().Of)
	assert.InDelta(t, at+60, h.pos, 0.01)
	h.wait(30)
	assert.Equal(t, "fill", h.step().Of, "it stays until somebody says")
	h.do(Next)
	assert.Equal(t, "steep", h.step().Of)
	settle := func() float64 {
		for i := range h.steps {
			if h.steps[i].Of == "settle" {
				return h.due(i)
			}
		}
		return 0
	}
	was, early := settle(), h.step().endS()-h.pos
	require.Greater(t, early, 30.0)
	h.do(Next)
	assert.Equal(t, "break", h.step().Of)
	assert.InDelta(t, was-early, settle(), 0.01, "and what follows goes on from there")
	assert.InDelta(t, at+90, h.step().began, 0.01, "it begins now, and not when it was planned")
	twice := Event{TS: h.s, Kind: Sign, Step: "fill"}
	h.Take(twice)
	assert.Equal(t, "break", h.step().Of, "what is said of a step that is over says nothing")
}

// A slow bed is waited for by somebody who says things, and told of.
func TestTheDrawdownStalls(t *testing.T) {
	h := begin(t, stream("cone"))
	h.until("drawdown")
	end := h.step().endS()
	for h.pos < end+60 {
		h.wait(1)
	}
	assert.Equal(t, "drawdown", h.step().Of)
	assert.Contains(t, h.Out().SayText, "drains slowly")
	h.do(Sign)
	o := h.Out()
	assert.Equal(t, "drain_s", o.Off[len(o.Off)-1].What)
	assert.Equal(t, "serve", h.step().Of)
	assert.Greater(t, o.Forecast.ExtractionPct, o.Planned.ExtractionPct, "it was longer on the coffee")
}

// What a run says of burner, pot and dripper: a boil that took longer, a canister that was
// weighed, a bed that drained slowly. Planned with it, the next plan comes to what was seen.
func TestARunFeedsCalibration(t *testing.T) {
	h := begin(t, stream("cone", func(r *brew.Request) { r.Heat.Burner, r.Heat.Fuel = new("canister"), new("gas") }))
	weighs := func(g float64) { h.Take(Event{TS: h.s, Kind: Reading, CanisterG: &g}) }
	weighs(330)
	for !h.gated || h.steps[h.after()].gate != "boil" {
		h.wait(1)
	}
	h.wait(150)
	h.do(Sign)
	h.until("drawdown")
	end := h.step().endS() + 40
	for h.pos < end {
		h.wait(1)
	}
	h.do(Sign)
	for !h.finished {
		h.wait(5)
	}
	planned := *h.plan.Heat.FuelG
	weighs(math.Round(330 - 1.3*planned))
	found := map[string]Calibrated{}
	for _, c := range h.Calibrations() {
		found[c.ID] = c
	}
	at := func(id string) *brew.Plan {
		require.Contains(t, found, id)
		p, err := brew.Compute(found[id].Request)
		require.NoError(t, err)
		return p
	}
	assert.InDelta(t, *h.plan.Heat.HeatS+150, *at("power_w").Heat.HeatS, 8, "the next boil is what this one took")
	assert.Less(t, found["power_w"].Is, found["power_w"].Was)
	assert.InDelta(t, math.Round(1.3*planned), *at("efficiency").Heat.FuelG, 0.06*planned)
	assert.InDelta(t, end, *at("drain_factor").ContactS, 12)
	assert.Contains(t, found["efficiency"].Text.Text, "of the heat reaches the pot")
	kept, err := Followed(FollowIn{Request: h.plan.Request, Record: new(h.Out().Record)})
	require.NoError(t, err)
	assert.Len(t, kept.Calibrations(), len(found), "from its record, too")
	none := begin(t, stream("cone"))
	assert.Empty(t, none.Calibrations(), "nothing is said of what nobody saw")
}

// A run of an earlier version of the program is taken up where its clock was.
func TestARunOfAnEarlierVersion(t *testing.T) {
	was := Run{PlanID: 7, ZeroMs: 1_000_000, Done: []StepRun{}}
	rec := was.Taken(1_000_000 + 50_000)
	o, err := Follow(FollowIn{Request: stream("press-pot"), Record: &rec, NowS: new(10.0)})
	require.NoError(t, err)
	assert.InDelta(t, 60, o.PositionS, 0.2)
	assert.Equal(t, "steep", o.Step)
	later, err := Follow(FollowIn{Request: stream("pot"), Record: &rec, NowS: new(5000.0)})
	require.NoError(t, err)
	assert.True(t, later.Done, "no boil that it went through holds it up")
	was.PausedMs = 1_000_000 - 20_000
	assert.Equal(t, -20.0, *was.Taken(9e9).FromS)
}

// Nothing that an instrument reads breaks a run: out of order, doubled, absurd, late.
func TestNoReadingBreaksARun(t *testing.T) {
	reqs := []brew.Request{stream("cone"), stream("press-pot"), stream("pot"), stream("cup-steep"), stream("moka"), stream("slow-drip"), stream("hand-press")}
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom(reqs).Draw(t, "request")
		odd := rapid.OneOf(rapid.Float64Range(-50, 700), rapid.SampledFrom([]float64{math.NaN(), math.Inf(1), math.Inf(-1), 1e300, -1e9, 0}))
		events := []Event{{Kind: Start}}
		at := 0.0
		for range rapid.IntRange(1, 80).Draw(t, "n") {
			at += rapid.Float64Range(-600, 60).Draw(t, "dt") * rapid.SampledFrom([]float64{0, 1, 1, 0.01}).Draw(t, "late")
			e := Event{TS: math.Abs(at), Kind: rapid.SampledFrom(kinds).Draw(t, "kind"), Sure: rapid.Bool().Draw(t, "sure"), Rewind: rapid.Bool().Draw(t, "rewind")}
			if rapid.Bool().Draw(t, "scale") {
				e.ScaleG = new(odd.Draw(t, "g"))
			}
			if rapid.Bool().Draw(t, "water") {
				e.WaterC = new(odd.Draw(t, "c"))
			}
			if rapid.Bool().Draw(t, "slurry") {
				e.SlurryC = new(odd.Draw(t, "s"))
			}
			events = append(events, e)
			if rapid.Bool().Draw(t, "twice") {
				events = append(events, e)
			}
			at += rapid.Float64Range(0, 90).Draw(t, "on")
		}
		o, err := Follow(FollowIn{Request: r, Events: events})
		require.NoError(t, err)
		b, err := json.Marshal(o)
		require.NoError(t, err, "every figure is a number")
		assert.LessOrEqual(t, len(mustJSON(t, o.Record)), mostBytes+3000)
		_ = b
		last := math.Inf(-1)
		p, err := brew.Compute(r)
		require.NoError(t, err)
		for _, s := range o.Steps {
			for _, k := range p.Steps {
				if s.Keep && string(k.ID) == s.Of {
					assert.True(t, o.Unsafe != nil || s.ForS >= k.ForS-1e-6, "nothing shortens the boil that makes the water safe")
				}
			}
			if s.BeganS != nil && s.EndedS != nil {
				assert.GreaterOrEqual(t, *s.EndedS, *s.BeganS-1e-6)
			}
			assert.GreaterOrEqual(t, s.ForS, 0.0)
			if s.Round == 1 && s.Lane == method.Scale {
				assert.GreaterOrEqual(t, *s.ToG, last-1e-6, "no pour takes water out")
				last = *s.ToG
			}
		}
		assert.GreaterOrEqual(t, o.Forecast.ExtractionPct, 0.0)
		assert.Less(t, o.Forecast.ExtractionPct, 30.0)
		again, err := Follow(FollowIn{Request: r, Record: &o.Record})
		require.NoError(t, err)
		assert.Equal(t, o.Record, again.Record)
	})
}

func mustJSON(t require.TestingT, v any) []byte {
	b, err := json.Marshal(v)
	require.NoError(t, err)
	return b
}

func TestWhatFollowRefuses(t *testing.T) {
	_, err := Follow(FollowIn{Request: stream("cone"), Events: []Event{{Kind: "jump"}}})
	assert.ErrorContains(t, err, `events[0].kind: "jump" is not a kind of event. Choose start, next`)
	_, err = Follow(FollowIn{Request: stream("cone"), Events: []Event{{Kind: Start, TS: -1}}})
	assert.ErrorContains(t, err, "events[0].t_s")
	_, err = Follow(FollowIn{Request: stream("cone"), Record: &Record{V: 9}})
	assert.ErrorContains(t, err, "record.v")
	_, err = Follow(FollowIn{Request: brew.Request{Method: "samovar"}})
	assert.ErrorContains(t, err, "method")
}

// A pour that ends short, or is forgotten, is said when it can be seen, and the rest is
// planned from what is really in.
func TestAnUnderPourIsSaid(t *testing.T) {
	short := func(forget int, by float64) *hand {
		h := begin(t, stream("cone", func(r *brew.Request) { r.DoseG, r.WaterG = new(20.0), new(300.0) }))
		h.wait(1)
		h.reads(0)
		in := 0.0
		pours := []method.StepID{"bloom-pour", "second-pour", "third-pour", "fourth-pour"}
		for i, id := range pours {
			h.until(id)
			to := *h.step().ToG
			switch {
			case i >= len(pours)-forget:
			case i == len(pours)-1:
				h.pour(in, to-by)
				in = to - by
			default:
				h.pour(in, to)
				in = to
			}
			for range 60 {
				if h.step().Of != string(id) {
					break
				}
				h.reads(in)
				h.wait(1)
			}
			for range 8 {
				h.reads(in)
				h.wait(1)
			}
		}
		return h
	}
	off := func(h *hand) (out []Off) {
		for _, o := range h.Out().Off {
			if o.What == "poured_g" {
				out = append(out, o)
			}
		}
		return out
	}
	assert.Empty(t, off(short(0, 0)))
	assert.Empty(t, off(short(0, 3)), "three grams are nothing")
	h := short(0, 40)
	require.Len(t, off(h), 1)
	assert.InDelta(t, 40, off(h)[0].Planned-off(h)[0].Actual, 1)
	assert.Contains(t, h.Out().SayText, "40 g less than planned")
	assert.Greater(t, h.Out().Forecast.TDSPct, h.Out().Planned.TDSPct)
	assert.InDelta(t, h.Out().Planned.DrinkMl-40, h.Out().Forecast.DrinkMl, 8)
	require.NotNil(t, h.Was().WaterG, "and it is the water, not the grind, that the log has")
	assert.InDelta(t, 260, *h.Was().WaterG, 2)
	assert.Len(t, off(short(2, 0)), 2, "two pours forgotten are two")
}

// What clogs is no plan to follow.
func TestAClogIsNotFollowed(t *testing.T) {
	p, err := brew.Compute(brew.Request{Method: "cone", Adjust: new("none"), Grinder: brew.Grinder{UmPerClick: new(5.0), Clicks: new(60.0)}})
	require.NoError(t, err)
	require.True(t, p.Clogged)
	_, err = NewFollower(p)
	assert.ErrorContains(t, err, "grinder.clicks: 300 µm would clog this bed")
	assert.ErrorContains(t, err, "or coarser")
}

// poursFrom lets somebody pour at a gate without a tap, at so many g/s, read so many times
// a second, on a scale that shows tare and wavers.
func (h *hand) poursFrom(tare, rate, hz, to float64, noise func() float64) {
	for range int(3 * hz) { // it stands there
		h.reads(tare + noise())
		h.wait(1 / hz)
	}
	for g := 0.0; g < to; g += rate / hz {
		h.reads(tare + g + noise())
		h.wait(1 / hz)
	}
	h.reads(tare + to + noise())
	h.wait(1 / hz)
	h.reads(tare + to + noise())
}

// A tare is a fall, or what is put on all at once: never what the rise of a slow pour sums
// to, whatever the pour, the scale and what stood on it.
func TestATareIsNoSlowPour(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := begin(t, stream("cone", func(r *brew.Request) { r.Drinkers, r.Water.Treatment = new(1.0), new("safe") }))
		tare := rapid.Float64Range(-250, 900).Draw(t, "tare")
		rate, hz := rapid.Float64Range(2, 12).Draw(t, "rate"), rapid.SampledFrom([]float64{1, 2, 5}).Draw(t, "hz")
		shakes := rapid.Float64Range(0, 0.4)
		noise := func() float64 { return shakes.Draw(t, "noise") - 0.2 }
		for range 20000 { // to the gate of the first pour
			if h.gated && h.after() < len(h.steps) && h.steps[h.after()].gate == "pour" {
				break
			}
			h.wait(1)
			if h.gated && h.steps[h.after()].gate != "pour" {
				h.do(Sign)
			}
		}
		to := *h.steps[h.after()].ToG
		h.poursFrom(tare, rate, hz, to, noise)
		in := h.rounds[0].highG
		assert.InDelta(t, to, in, 1.5, "%.1f g/s at %g Hz", rate, hz)
		assert.InDelta(t, tare, h.tare, 1)
	})
}

// A scale that is zeroed on the way is said, and what is in stays in; one that is lifted off
// and put back is as it was.
func TestAScaleZeroedOnTheWay(t *testing.T) {
	through := func(zeroAt, lifted float64) *hand {
		h := begin(t, stream("cone", func(r *brew.Request) { r.Drinkers, r.Water.Treatment = new(1.0), new("safe") }))
		for !(h.gated && h.steps[h.after()].gate == "pour") {
			h.wait(1)
			if h.gated && h.steps[h.after()].gate != "pour" {
				h.do(Sign)
			}
		}
		h.reads(0)
		h.wait(1)
		h.reads(0)
		at, zero := 0.0, 0.0
		for !h.Finished() && h.s < 4000 {
			zeroes := zeroAt > 0 && at >= zeroAt // nobody pours meanwhile
			if zeroes {
			} else if h.pouring() && !h.step().hasEnded() && at < *h.step().ToG-0.3 {
				at = math.Min(at+5, *h.step().ToG)
			} else if h.gated {
				at += 5
			} else if h.step().Drains && h.pos > h.step().endS() {
				h.do(Sign)
			}
			if zeroes {
				if lifted > 0 { // off, and back on after a while
					for range 3 {
						h.reads(0.2)
						h.wait(1)
					}
				} else {
					zero = at
				}
				zeroAt = 0
			}
			h.reads(at - zero)
			h.wait(1)
		}
		return h
	}
	off := func(h *hand, what string) (out []Off) {
		for _, o := range h.Out().Off {
			if o.What == what {
				out = append(out, o)
			}
		}
		return out
	}
	plain := through(0, 0).Out()
	for _, at := range []float64{15, 60, 100, 150} { // in a pour, and between two
		h := through(at, 0)
		o := h.Out()
		if assert.Len(t, off(h, "zeroed_g"), 1, "%g g", at) {
			assert.InDelta(t, at, off(h, "zeroed_g")[0].Planned, 6)
		}
		assert.Empty(t, off(h, "poured_g"), "nothing was poured short, zeroed at %g g: %v", at, o.Off)
		assert.InDelta(t, plain.Forecast.TDSPct, o.Forecast.TDSPct, 0.03, "%g g", at)
	}
	h := through(100, 1)
	assert.Empty(t, off(h, "poured_g"), "lifted off and put back")
	assert.InDelta(t, plain.Forecast.TDSPct, h.Out().Forecast.TDSPct, 0.03)
}

// Contact is when the scale shows water, and not when somebody said that he would pour.
func TestNobodyPouredYet(t *testing.T) {
	for _, m := range []string{"cone", "hand-press"} {
		h := begin(t, stream(m, func(r *brew.Request) { r.Drinkers, r.Water.Treatment = new(1.0), new("safe") }))
		for !h.wet() {
			h.reads(0)
			h.wait(1)
			if h.gated {
				h.do(Sign)
			}
		}
		at := h.pos
		for range 90 {
			h.reads(0)
			h.wait(1)
		}
		h.reads(6)
		h.wait(1)
		h.reads(9)
		assert.InDelta(t, at+1, h.pos, 2.5, "%s: the clock of the coffee begins with the water", m)
	}
}
