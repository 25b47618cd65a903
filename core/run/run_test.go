package run

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/method"
)

const start = 1_000_000.0 // ms

func step(id method.StepID, lane method.Lane, at, for_ float64) brew.Step {
	return brew.Step{ID: id, Lane: lane, AtS: at, ForS: for_}
}

func round1(kind string, n int, begins, pour, ready float64) brew.Round {
	return brew.Round{Kind: kind, N: n, StartS: begins, PourS: pour, EndS: pour + 10, ReadyS: ready}
}

func one() Timed {
	return Timed{Steps: []brew.Step{step(method.FillKettle, method.Hands, -330, 30), step(method.Light, method.Hands, -300, 10), step(method.FlameFull, method.Flame, -300, 280),
		step("rinse", method.Hands, -20, 20), step("pour", method.Scale, 0, 10), step("serve", method.Hands, 10, 20)}}
}

// batches are two, each with its own water; cups are three from one kettle.
func batches() Timed {
	p := one()
	p.Rounds = []brew.Round{round1("batch", 1, -330, 0, 30), round1("batch", 2, 70, 400, 430)}
	return p
}

func cups() Timed {
	p := one()
	p.Rounds = []brew.Round{round1("cup", 1, -330, 0, 30), round1("cup", 2, 35, 35, 65), round1("cup", 3, 70, 70, 100)}
	return p
}

func ids(c Course) (out []string) {
	for _, s := range c.Steps {
		out = append(out, string(s.ID))
	}
	return out
}

// guide is one question and its answer.
func guide(t require.TestingT, p Timed, r *Run, e *Event, from, now, rate float64) *GuideOut {
	out, err := Guide(GuideIn{Timed: p, Run: r, Event: e, FromS: from, NowMs: now, Rate: rate, PlanID: 7})
	require.NoError(t, err)
	return out
}

var goOn, next, back = &Event{Kind: "go"}, &Event{Kind: "next"}, &Event{Kind: "back"}

func TestItBeginsRunsAndStands(t *testing.T) {
	before := guide(t, one(), nil, nil, 0, start, 1)
	assert.Nil(t, before.Run)
	assert.Equal(t, -330.0, before.View.PositionS)
	o := guide(t, one(), nil, goOn, 0, start, 1)
	assert.True(t, o.Moved)
	assert.Equal(t, int64(7), o.Run.PlanID)
	assert.Equal(t, -325.0, guide(t, one(), o.Run, nil, -330, start+5000, 1).View.PositionS)
	assert.InDelta(t, -270, guide(t, one(), guide(t, one(), nil, goOn, 0, start, 60).Run, nil, -330, start+1000, 60).View.PositionS, 1)
	stood := guide(t, one(), o.Run, goOn, -330, start+5000, 1)
	assert.Equal(t, -325.0, guide(t, one(), stood.Run, nil, -325, start+90_000, 1).View.PositionS)
	on := guide(t, one(), stood.Run, goOn, -325, start+100_000, 1)
	assert.Equal(t, -324.0, guide(t, one(), on.Run, nil, -325, start+101_000, 1).View.PositionS)
}

func TestItWaitsWhereTheBrewerIsNeeded(t *testing.T) {
	o := guide(t, one(), nil, goOn, 0, start, 1)
	assert.Equal(t, []float64{-20, 0}, o.Course.Gates)
	at := guide(t, one(), o.Run, nil, -21, start+312_000, 1) // −18 s, past the gate
	assert.Equal(t, "boil", at.View.Gate)
	assert.InDelta(t, -20, at.View.PositionS, 1e-3)
	assert.InDelta(t, -20, guide(t, one(), at.Run, nil, -20, start+372_000, 1).View.PositionS, 1e-3, "and it goes on waiting")
	assert.Equal(t, "rinse", string(at.Course.Steps[at.View.Shown].ID), "the step behind the gate is shown")
	on := guide(t, one(), at.Run, goOn, -20, start+372_000, 1)
	assert.Empty(t, on.View.Gate)
	pour := guide(t, one(), on.Run, nil, -19, start+372_000+21_000, 1)
	assert.Equal(t, "pour", pour.View.Gate)
}

func TestItGoesThroughEveryRound(t *testing.T) {
	c := CourseOf(batches())
	assert.Equal(t, []string{"fill-kettle", "light", "rinse", "pour", "serve", "fill-kettle#2", "light#2", "rinse#2", "pour#2", "serve#2"}, ids(c))
	assert.Equal(t, []float64{-20, 0, 380, 400}, c.Gates)
	assert.Equal(t, 430.0, c.EndS)
	c = CourseOf(cups())
	assert.Equal(t, []string{"fill-kettle", "light", "rinse", "pour", "serve", "pour#2", "serve#2", "pour#3", "serve#3"}, ids(c), "the kettle is filled once")
	assert.Equal(t, []float64{-20, 0}, c.Gates)
	// The second batch's water boils at 20 s, before the first is served at 30.
	close := one()
	close.Rounds = []brew.Round{round1("batch", 1, -330, 0, 30), round1("batch", 2, -290, 40, 70)}
	assert.Equal(t, []float64{-20, 0, 40}, CourseOf(close).Gates)
}

func TestItNotesWhatIsDoneAndEnds(t *testing.T) {
	o := guide(t, one(), nil, goOn, 0, start, 1)
	o = guide(t, one(), o.Run, nil, -330, start+31_000, 1)
	assert.Equal(t, 1, o.Run.Step)
	require.Len(t, o.Run.Done, 1)
	assert.Equal(t, "fill-kettle", o.Run.Done[0].ID)
	assert.Equal(t, string(method.FillKettle), o.Course.Steps[0].Of)
	for range 5 {
		o = guide(t, one(), o.Run, next, 0, start+40_000, 1)
	}
	assert.True(t, o.Run.Finished)
	assert.True(t, o.Run.Done[1].Skip)
	assert.Equal(t, o.Run, guide(t, one(), o.Run, goOn, 0, start+50_000, 1).Run, "what is over stays over")
}

func TestTheSafeBoilIsNotCutShortByOneTouch(t *testing.T) {
	p := one()
	p.Steps = append(p.Steps, brew.Step{ID: method.Disinfect, Lane: method.Water, AtS: -200, ForS: 180, Keep: true})
	o := guide(t, p, nil, goOn, 0, start, 1)
	o = guide(t, p, o.Run, nil, -210, start+150_000, 1) // −180 s
	require.GreaterOrEqual(t, o.View.Boil, 0)
	held := guide(t, p, o.Run, next, -180, start+151_000, 1)
	assert.True(t, held.Held)
	assert.False(t, held.Moved)
	sure := guide(t, p, o.Run, &Event{Kind: "next", Sure: true}, -180, start+151_000, 1)
	assert.False(t, sure.Held)
	assert.True(t, sure.Moved)
	assert.False(t, guide(t, p, o.Run, back, -180, start+151_000, 1).Held, "back cuts nothing")
	rewound := guide(t, p, o.Run, &Event{Kind: "back", Rewind: true}, -180, start+151_000, 1)
	assert.Equal(t, o.View.Present, rewound.View.Present, "to the beginning of the step that has been on for a while")
}

// Over any plan of the catalogue: going on never lands short of the step it goes to,
// the next change that is told is never behind, and asked again at once nothing moves.
func TestAGuideThroughAnyPlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := rapid.SampledFrom(method.All).Draw(t, "method")
		s := rapid.SampledFrom(m.Schools).Draw(t, "school")
		people := float64(rapid.IntRange(1, 4).Draw(t, "people"))
		p, err := brew.Compute(brew.Request{Method: m.ID, School: &s.ID, Drinkers: &people, Conditions: brew.Conditions{Water: brew.Water{Source: new("stream"), Treatment: new("boil")}}})
		require.NoError(t, err)
		timed := Timed{Steps: p.Steps, Rounds: p.Rounds}
		rate := rapid.SampledFrom([]float64{1, 60, 120}).Draw(t, "rate")
		now := start
		o := guide(t, timed, nil, goOn, 0, now, rate)
		for range len(o.Course.Steps) + 2 {
			now += float64(rapid.IntRange(0, 4000).Draw(t, "ms"))
			was := o.View
			o = guide(t, timed, o.Run, nil, was.PositionS+1e-3, now, rate)
			again := guide(t, timed, o.Run, nil, o.View.PositionS+1e-3, now, rate)
			assert.False(t, again.Moved)
			assert.Equal(t, o.View.Present, again.View.Present)
			if o.Run.Finished {
				break
			}
			assert.Greater(t, o.View.NextS, o.View.PositionS-1e-9)
			to := o.View.Present + 1
			o = guide(t, timed, o.Run, &Event{Kind: "next", Sure: true}, 0, now, rate)
			if !o.Run.Finished {
				assert.GreaterOrEqual(t, o.View.PositionS, o.Course.Steps[to].AtS-1e-3)
			}
		}
		last := ids(o.Course)
		assert.Len(t, last, len(o.Course.Steps))
	})
}

// The next reading is the first that stops at the scale from the step shown on.
func TestTheNextReading(t *testing.T) {
	p := one()
	p.Steps[0].ToG, p.Steps[0].Until = new(700.0), method.Weight
	p.Steps[4].ToG, p.Steps[4].Until = new(78.0), method.Weight
	o := guide(t, p, nil, nil, 0, start, 1)
	assert.Equal(t, "fill-kettle", string(o.Course.Steps[o.View.Reading].ID))
	o = guide(t, p, guide(t, p, nil, goOn, 0, start, 1).Run, next, 0, start, 1)
	assert.Equal(t, "pour", string(o.Course.Steps[o.View.Reading].ID))
	for range 4 {
		o = guide(t, p, o.Run, next, 0, start, 1)
	}
	assert.Equal(t, -1, o.View.Reading)
}

func TestAGuideOfNothing(t *testing.T) {
	_, err := Guide(GuideIn{Rate: 1})
	assert.ErrorContains(t, err, "steps")
	_, err = Guide(GuideIn{Timed: one()})
	assert.ErrorContains(t, err, "rate")
}
