package brew_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/method"

	. "apodemos/core/brew"
)

func stepByID(t *testing.T, p *Plan, id method.StepID) Step {
	t.Helper()
	for _, s := range p.Steps {
		if s.ID == id {
			return s
		}
	}
	require.Fail(t, "no step", id)
	return Step{}
}

func noteByID(p *Plan, id string) string {
	for _, n := range p.Notes {
		if n.ID == id {
			return n.Text
		}
	}
	return ""
}

func TestAPourCanBeMoved(t *testing.T) {
	plain := compute(t, Request{Method: "cone", CupMl: ptr(174.0)})
	p := compute(t, Request{Method: "cone", CupMl: ptr(174.0), Pours: []Pour{{ID: "second-pour", AtS: ptr(60.0), ToPct: ptr(50.0)}}})
	second := stepByID(t, p, "second-pour")
	assert.Equal(t, 60.0, second.AtS)
	assert.InDelta(t, 100, *second.ToG, 1e-9, "half of 200 g")
	assert.Equal(t, 50.0, stepByID(t, p, "bloom").ForS, "the bloom goes on until the pour")
	assert.Equal(t, 105.0, stepByID(t, p, "third-pour").AtS, "what follows moves with it")
	assert.InDelta(t, *plain.ContactS+15, *p.ContactS, 5, "and drains that much later")
	assert.InDelta(t, *plain.Water.PouredMl, *p.Water.PouredMl, 1e-9)
	assert.Contains(t, noteByID(p, "pours-set"), "Your pours take")

	early := compute(t, Request{Method: "cone", Pours: []Pour{{ID: "second-pour", AtS: ptr(20.0)}}})
	assert.Equal(t, 10.0, stepByID(t, early, "bloom").ForS, "an early pour cuts the bloom short")
	bloom := compute(t, Request{Method: "flat-bed", DoseG: ptr(40.0), CupMl: ptr(520.0), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(2000.0)}}, Pours: []Pour{{ID: "bloom-pour", ToPct: ptr(10.0)}}})
	assert.InDelta(t, 60, *stepByID(t, bloom, "bloom-pour").ToG, 1e-9, "a share takes the place of three times the dose")
}

func TestPoursThatCannotBe(t *testing.T) {
	for _, c := range []struct {
		p    Pour
		says []string
	}{
		{Pour{ID: "no-such"}, []string{"pours[0].id", "bloom-pour, second-pour, third-pour, fourth-pour"}},
		{Pour{ID: "bloom-pour", AtS: ptr(5.0)}, []string{"pours[0].at_s", "Enter 0 s"}},
		{Pour{ID: "second-pour", AtS: ptr(5.0)}, []string{"pours[0].at_s", "13 to 645 s"}},
		{Pour{ID: "second-pour", ToPct: ptr(90.0)}, []string{"pours[0].to_pct", "15 to 85 %"}},
		{Pour{ID: "fourth-pour", ToPct: ptr(90.0)}, []string{"pours[0].to_pct", "Enter 100 %"}},
	} {
		_, err := Compute(Request{Method: "cone", Pours: []Pour{c.p}})
		require.Error(t, err)
		for _, s := range c.says {
			assert.ErrorContains(t, err, s)
		}
	}
	_, err := Compute(Request{Method: "cone", Pours: make([]Pour, MaxPours+1)})
	assert.ErrorContains(t, err, "pours: 13 is too many")
	_, err = Decode(strings.NewReader(`{"method":"cone","pours":[{"id":"bloom-pour","when":3}]}`))
	assert.ErrorContains(t, err, "pours[0].when: not a known field")
}

// Rounds: no two steps of any two rounds take the hands at once, the kettle is
// put on again only when it is empty, and a shorter interval would break one of
// these.
func TestRoundsKeepOnePairOfHands(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		_, p := anyPlan(t)
		if len(p.Rounds) == 0 {
			return
		}
		for i, r := range p.Rounds {
			assert.Equal(t, i+1, r.N)
			assert.LessOrEqual(t, r.EndS, r.ReadyS)
		}
		for i, first := range p.Rounds {
			for _, next := range p.Rounds[i+1:] {
				for _, a := range p.Steps {
					for _, b := range p.Steps {
						// Only a round that begins with its own water has what comes before it.
						if !byHand(a) || !byHand(b) || a.AtS < 0 && first.StartS >= first.PourS || b.AtS < 0 && next.StartS >= next.PourS {
							continue
						}
						from, to := first.PourS+a.AtS, first.PourS+a.AtS+a.ForS
						assert.False(t, next.PourS+b.AtS < to-1e-6 && from < next.PourS+b.AtS+b.ForS-1e-6, "%s of round %d and %s of round %d", a.ID, first.N, b.ID, next.N)
					}
				}
			}
		}
	})
}

func byHand(s Step) bool { return s.Lane == method.Hands || s.Lane == method.Scale }

// By hand: steps at 0–10 and 40–50 s, three rounds. 10 s apart, the third
// round's first step would begin at 20 s; the second's last, at 50 s, follows
// the first's. At 10 s nothing meets: 0–10, 10–20, 20–30, 40–50, 50–60, 60–70.
// With five rounds the fifth's first step, at 40 s, meets the first's last; past
// 12.5 s the fourth's would, past 16.7 s the third's, and 25 s is free.
func TestIntervalByHand(t *testing.T) {
	hands := Spans(0, 10, 40, 50)
	assert.InDelta(t, 10, Interval(hands, 0, 3), 1e-3)
	assert.InDelta(t, 25, Interval(hands, 0, 5), 1e-3)
	assert.InDelta(t, 30, Interval(hands, 30.0, 1), 1e-9)
}

func TestCupsThatSteepAreRounds(t *testing.T) {
	p := compute(t, Request{Method: "cup-steep", Drinkers: ptr(3.0), Conditions: Conditions{Heat: Heat{SuppliedC: ptr(92.0)}}})
	require.Len(t, p.Rounds, 3)
	assert.Equal(t, "cup", p.Rounds[0].Kind)
	assert.Less(t, p.Rounds[1].PourS, p.Rounds[0].EndS, "the second is poured while the first steeps")
	assert.Contains(t, noteByID(p, "next-cup"), "Pour the next cup")
	assert.Empty(t, compute(t, Request{Method: "cone", Drinkers: ptr(2.0)}).Rounds)

	// A kettle for two cups at a time: each cup gets its own whole pour.
	p = compute(t, Request{Method: "cup-steep", Drinkers: ptr(4.0)})
	assert.Equal(t, 2.0, *p.Batches)
	assert.InDelta(t, *p.Water.PouredMl/4, *stepByID(t, p, "fill").ToG, 1e-9)
	require.Len(t, p.Rounds, 4)
	assert.InDelta(t, *compute(t, Request{Method: "cup-steep"}).SlurryC, *p.SlurryC, 0.5, "a cup is a cup")
}

// By hand: 90 ml of coffee at 80 °C in a cup that holds no heat, onto 60 g of
// ice: melting takes 60 × 0.33355 = 20.0 kJ of the 90 × 4.186 × 80 / 1000 =
// 30.1 kJ, and the rest warms 150 g to about 16 °C.
func TestIceMelts(t *testing.T) {
	m, _ := method.ByID("slow-drip")
	s, _ := m.School("iced")
	assert.InDelta(t, 16.1, MeltIce(s, 60, WaterKJ(90), 80), 0.2)
	assert.Zero(t, MeltIce(s, 60, WaterKJ(90), 40), "too little heat to melt it all")

	p := compute(t, Request{Method: "slow-drip", School: ptr("iced"), Conditions: Conditions{Place: Place{AirC: ptr(35.0)}}})
	assert.Less(t, *p.CupC, 20.0)
	assert.InDelta(t, *p.Water.DilutionMl, *p.Water.IceG, 1e-9)
	assert.Contains(t, noteByID(p, "ice"), "melts at once")
}
