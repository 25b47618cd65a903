package run

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/method"
)

// boiledBrews are brews whose water has to be boiled to be safe, of every method that boils
// it: for two, and for six in several batches.
func boiledBrews(t require.TestingT) (out []brew.Request) {
	for _, m := range method.All {
		for _, s := range m.Schools {
			for _, people := range []float64{2, 6} {
				r := stream(m.ID, func(r *brew.Request) {
					r.School, r.Drinkers, r.Vessel.CapacityMl = new(s.ID), new(people), new(1200/people+400)
				})
				p, err := brew.Compute(r)
				require.NoError(t, err)
				if slices.ContainsFunc(p.Steps, func(k brew.Step) bool { return k.Keep }) {
					out = append(out, r)
				}
			}
		}
	}
	return out
}

// finish lets the clock run to the end, and says what is waited for.
func (h *hand) finish() {
	for range 200000 {
		if h.finished {
			return
		}
		h.wait(1)
		if i := h.boil(); i >= 0 && !h.steps[i].safe.boils {
			h.Take(Event{TS: h.s, Kind: Sign, Step: string(h.steps[i].ID)})
		}
		if h.gated {
			h.do(Sign)
		}
	}
}

// nextAll taps Next until it leads no further.
func (h *hand) nextAll() {
	for range 3 * len(h.steps) {
		h.do(Next)
	}
}

// Next, as often as anybody taps it, leads up to the boil that makes the water safe and never
// past it, in any method: pot for six at 1,500 m with a probe at 18 °C above all.
func TestNextPassesNoSafeBoil(t *testing.T) {
	six := stream("pot", func(r *brew.Request) {
		r.Drinkers, r.Place.AltitudeM, r.Vessel.CapacityMl = new(6.0), new(1500.0), new(2500.0)
	})
	reqs := append(boiledBrews(t), six)
	require.Greater(t, len(reqs), 15)
	for _, r := range reqs {
		h := begin(t, r)
		h.wait(1)
		h.water(18)
		h.nextAll()
		o := h.Out()
		name := r.Method + " " + string(h.steps[h.cur].ID)
		require.NotNil(t, o.Safety, name)
		assert.Equal(t, "waits", o.Safety.Why, name)
		assert.True(t, o.Held, name)
		assert.Contains(t, o.SayText, "Wait for a rolling boil.", name)
		assert.GreaterOrEqual(t, o.Safety.LeftS, 60.0, name)
		h.do(Resume)
		h.wait(3600)
		h.nextAll()
		assert.NotNil(t, h.Out().Safety, name)
		h.do(Sign)
		for range 200 { // what else is to be done first
			if s := h.Out().Safety; s != nil && s.Runs {
				break
			}
			h.do(Next)
		}
		h.wait(o.Safety.LeftS - 5)
		h.nextAll()
		require.NotNil(t, h.Out().Safety, name)
		assert.True(t, h.Out().Safety.Runs, name)
		assert.InDelta(t, 5, h.Out().Safety.LeftS, 0.1, name)
		assert.Contains(t, h.Out().SayText, "Stopping now is unsafe.", name)
		h.wait(6)
		assert.Nil(t, h.Out().Safety, name)
		assert.Nil(t, h.Out().Unsafe, name)
	}
}

// A sign over cold water starts a count that the probe stops.
func TestAColdProbeStopsTheSafeBoil(t *testing.T) {
	h := begin(t, stream("cone"))
	h.nextAll()
	h.do(Sign)
	h.until(method.Disinfect)
	h.wait(2)
	h.water(18)
	o := h.Out()
	require.NotNil(t, o.Safety)
	assert.Equal(t, "cold", o.Safety.Why)
	left := o.Safety.LeftS
	assert.InDelta(t, 178, left, 1)
	assert.Contains(t, o.SayText, "Not boiling: the probe reads 18 °C")
	h.wait(900)
	assert.Equal(t, left, h.Out().Safety.LeftS)
	assert.True(t, h.Out().View.Stands)
	// Readings that stand at the boil start it again.
	boil := h.made.Boil.BoilC
	for range 40 {
		h.water(boil - 0.4)
		h.wait(1)
	}
	assert.True(t, h.Out().Safety.Runs)
	assert.Less(t, h.Out().Safety.LeftS, left)
	assert.Greater(t, h.Out().Safety.LeftS, left-15)
	// A reading a little under it is a boil; so is one that still lags.
	h.water(boil - 1.9)
	assert.True(t, h.Out().Safety.Runs)
	h.water(boil - 2.1)
	assert.False(t, h.Out().Safety.Runs)
	lags := begin(t, stream("cone"))
	lags.nextAll()
	lags.do(Sign)
	lags.until(method.Disinfect)
	lags.water(lags.made.Boil.BoilC - 4)
	assert.True(t, lags.Out().Safety.Runs, "the probe is still warming")
	lags.wait(settlesS + 1)
	lags.water(lags.made.Boil.BoilC - 4)
	assert.False(t, lags.Out().Safety.Runs)
	// It is so when it is read back, too.
	again, err := Follow(FollowIn{Request: lags.plan.Request, Record: new(lags.Out().Record)})
	require.NoError(t, err)
	assert.Equal(t, lags.Out().Safety, again.Safety)
}

// Where the altitude is assumed, 89 °C may be a boil or none: only a sign starts the count,
// and the probe is held against what it read then.
func TestAnAssumedAltitudeIsNoBoilingPoint(t *testing.T) {
	for _, r := range []brew.Request{
		stream("cone", func(r *brew.Request) { r.Place.AltitudeM = nil }),
		stream("cone", func(r *brew.Request) { r.Place.PressureHPa = new(1013.0) }),
	} {
		h := begin(t, r)
		h.nextAll()
		for range 100 {
			h.water(89)
			h.wait(1)
		}
		assert.Equal(t, "waits", h.Out().Safety.Why)
		for range 100 {
			h.water(h.made.Boil.BoilC - 0.1)
			h.wait(1)
		}
		assert.Equal(t, "waits", h.Out().Safety.Why, "nor does a plateau")
		h.water(89)
		h.do(Sign)
		h.until(method.Disinfect)
		h.wait(20)
		h.water(88)
		assert.True(t, h.Out().Safety.Runs)
		h.water(86.9)
		assert.Equal(t, "cold", h.Out().Safety.Why)
		assert.Contains(t, h.Out().SayText, "the probe has fallen to 87 °C")
	}
}

// Readings that stand at the boiling point of a known place start the count; ones that pass
// through on their way up do not.
func TestAPlateauIsABoil(t *testing.T) {
	h := begin(t, stream("cone"))
	h.nextAll()
	boil := h.made.Boil.BoilC
	for c := boil - 8; c < boil-0.2; c += 0.1 {
		h.water(c)
		h.wait(1)
		require.Equal(t, "waits", h.Out().Safety.Why, "%.1f °C", c)
	}
	for range plateauS + 2 {
		h.water(boil - 0.2)
		h.wait(1)
	}
	h.wait(20)
	assert.Equal(t, string(method.Disinfect), h.step().Of)
	assert.True(t, h.Out().Safety.Runs)
	assert.True(t, h.keep.taps[len(h.keep.taps)-1].Auto)
}

// To go without is a choice of its own, recorded and shown to the end, and in the record.
func TestSkippingTheSafeBoilIsAChoice(t *testing.T) {
	for _, r := range boiledBrews(t) {
		for _, running := range []bool{false, true} {
			h := begin(t, r)
			h.nextAll()
			if running {
				h.do(Sign)
				for range 200 {
					h.wait(1)
					if h.Out().Safety != nil {
						break
					}
				}
			}
			require.NotNil(t, h.Out().Safety, r.Method)
			h.do(SkipBoil)
			o := h.Out()
			require.NotNil(t, o.Unsafe, r.Method)
			assert.Nil(t, o.Safety, r.Method)
			h.finish()
			require.True(t, h.finished, r.Method)
			assert.InDelta(t, 0, h.pourS(1), 1, "%s: the clock still counts around first contact", r.Method)
			assert.Contains(t, h.Out().Unsafe.Text, "Water not safe", r.Method)
			assert.True(t, *h.Was().Unboiled, r.Method)
			again, err := Followed(FollowIn{Request: r, Record: new(h.Out().Record)})
			require.NoError(t, err)
			assert.True(t, *again.Was().Unboiled, "its record says so, too")
		}
	}
}

// In a record of version 1 next passed the boil as well: it leads to where it led then.
func TestARecordOfVersion1(t *testing.T) {
	h := begin(t, stream("cone"))
	h.until(method.Disinfect)
	h.wait(200)
	was := h.Out().Record
	was.V = firstV
	for i := range was.Events {
		if was.Events[i].Kind == Sign {
			was.Events[i].Kind = Next
		}
	}
	o, err := Follow(FollowIn{Request: stream("cone"), Record: &was})
	require.NoError(t, err)
	assert.Equal(t, h.Out().Step, o.Step)
	assert.Nil(t, o.Unsafe)
	assert.Equal(t, recordV, o.Record.V)
	again, err := Follow(FollowIn{Request: stream("cone"), Record: &o.Record})
	require.NoError(t, err)
	assert.Equal(t, o.Record, again.Record)
	assert.Equal(t, o.Step, again.Step)
}

// Whatever hands do (skip steps, forget, come late, pause, go back, reload, say that it boils
// when it does not while a probe is in), no boil is counted that was none. The water here is
// a kettle of this test's own: it warms, boils, and is taken off and put back.
func TestNoHandMakesABoil(t *testing.T) {
	reqs := boiledBrews(t)
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom(reqs).Draw(t, "request")
		probe, lies := rapid.Bool().Draw(t, "probe"), false
		if probe {
			lies = rapid.Bool().Draw(t, "says that it boils too soon")
		}
		h := begin(t, r)
		boil := h.made.Boil.BoilC
		c, on, boiled, paused := 10.0, true, 0.0, false
		need := 0.0
		for i := range h.steps {
			if h.steps[i].Keep {
				need += h.steps[i].safe.needS
			}
		}
		for range rapid.IntRange(20, 150).Draw(t, "moves") {
			for range rapid.IntRange(1, 40).Draw(t, "s") {
				if on {
					c = math.Min(c+0.7, boil)
				} else {
					c -= 0.3
				}
				if h.wait(1); c >= boil-coldK && !paused {
					boiled++
				}
				if probe && int(h.s)%2 == 0 {
					h.water(c)
				}
			}
			switch kind := rapid.SampledFrom([]string{Next, Next, Back, Pause, Resume, Sign, "off", "on", "on", "reload"}).Draw(t, "kind"); kind {
			case "off", "on":
				on = kind == "on"
				if !on && !probe { // without a probe somebody has to say so
					h.do(OffBoil)
				}
			case "reload":
				f, err := Followed(FollowIn{Request: r, Record: new(h.Out().Record)})
				require.NoError(t, err)
				was, is := h.Out().Safety, f.Out().Safety
				if !probe { // with one, what was thinned may show a plateau some seconds sooner
					require.Equal(t, was, is)
				}
				h.Follower = f
			case Sign:
				o := h.Out()
				switch about := o.View.Waits == "boil" || o.Safety != nil; {
				case !about: // of the step that is on
					h.Take(Event{TS: h.s, Kind: Sign, Step: o.Step})
				case lies || c >= boil-0.1:
					h.do(Sign)
				}
			default:
				paused = kind == Pause || paused && kind != Resume && kind != Next
				h.do(kind)
			}
			if h.finished || h.Out().Safety == nil && passed(h.Follower) {
				break
			}
		}
		if passed(h.Follower) {
			assert.Nil(t, h.Out().Unsafe)
			assert.GreaterOrEqual(t, boiled, need-settlesS-2, "%s: water passed as safe that boiled for %v of %v s", r.Method, boiled, need)
		}
	})
}

// passed reports whether all safe boils are over and what comes after them is on.
func passed(f *Follower) bool {
	for i := range f.steps {
		if f.steps[i].Keep && !f.steps[i].over() {
			return false
		}
	}
	return true
}

// What a sleeping phone has to wake for: the boil to look after, the end of the safe boil,
// the end of a wait, and each thing to do; and nothing while the clock waits for somebody.
func TestAlarms(t *testing.T) {
	kinds := func(h *hand) (out []string) {
		last := h.pos
		for _, a := range h.Out().Alarms {
			assert.Greater(t, a.AtS, last-1e-9)
			last = a.AtS
			out = append(out, a.Kind)
		}
		return out
	}
	h := begin(t, stream("press-pot", func(r *brew.Request) { r.Place.AltitudeM = new(300.0) }))
	ahead := kinds(h)
	require.NotEmpty(t, ahead)
	assert.Equal(t, "boil", ahead[len(ahead)-1], "the clock goes no further by itself")
	assert.NotContains(t, ahead, "safe")
	for !h.gated {
		h.wait(1)
	}
	assert.Empty(t, kinds(h), "it waits for somebody")
	h.do(Sign)
	h.until(method.Disinfect)
	assert.Contains(t, kinds(h), "safe")
	a := h.Out().Alarms[0]
	assert.InDelta(t, 60, a.AtS-h.pos, 1.5)
	h.do(OffBoil)
	assert.Empty(t, kinds(h), "it does not count")
	h.do(Sign)
	h.until(method.Wait)
	assert.Contains(t, kinds(h), "wait")
	h.do(Pause)
	assert.Empty(t, kinds(h))
	h.do(Resume)
	h.until("steep")
	assert.Contains(t, kinds(h), "step")
	h.finish()
	assert.Empty(t, kinds(h))
}
