package taste_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"

	. "apodemos/core/taste"
)

func next(t *testing.T, r brew.Request, had Had, said Tasting) *Advice {
	a, err := Advise(History{Brews: []Brew{{Request: r, Run: had, Tasting: said}}}, new(brew.Planner))
	require.NoError(t, err)
	return a
}

// Twenty presses where thirteen are usual, and nothing tasted: by hand the grind goes up by the
// root of 20/13, from 350 µm to 434, which is three or four clicks of 25 µm.
func TestPressesSetTheNextGrind(t *testing.T) {
	pump := brew.Request{Method: "pocket-pump", Grinder: brew.Grinder{UmPerClick: new(25.0)}}
	slow := next(t, pump, Had{Presses: new(20.0)}, Tasting{})
	require.NotNil(t, slow.Change)
	assert.Equal(t, Grind, slow.Change.Lever)
	assert.InDelta(t, 3.4, *slow.Change.Clicks, 0.6)
	assert.Equal(t, "It took 20 presses (13 are usual): the grind is too fine.", slow.Why.Text)
	fast := next(t, pump, Had{Presses: new(8.0)}, Tasting{})
	require.NotNil(t, fast.Change)
	assert.Negative(t, *fast.Change.Clicks)
	usual := next(t, pump, Had{Presses: new(14.0)}, Tasting{})
	assert.NotContains(t, usual.Why.Text, "presses")
	liked := next(t, pump, Had{Presses: new(20.0)}, Tasting{Mark: new(9.0)})
	assert.NotContains(t, liked.Why.Text, "presses", "what is liked is left as it is")
}

// A cone that drains too slowly is ground coarser next time, and one too fast finer.
func TestDrainingSetsTheNextGrind(t *testing.T) {
	cone := brew.Request{Method: "cone", Grinder: brew.Grinder{UmPerClick: new(25.0)}}
	slow := next(t, cone, Had{ContactS: new(300.0)}, Tasting{})
	require.NotNil(t, slow.Change)
	assert.Positive(t, *slow.Change.Clicks)
	assert.Contains(t, slow.Why.Text, "too slow, so the grind is too fine")
	fast := next(t, cone, Had{ContactS: new(165.0)}, Tasting{})
	require.NotNil(t, fast.Change)
	assert.Negative(t, *fast.Change.Clicks)
	// What was tasted goes before it.
	bitter := next(t, cone, Had{ContactS: new(165.0)}, Tasting{SourBitter: new(2.0)})
	assert.NotContains(t, bitter.Why.Text, "too fast")
}

// What is added to the cup afterwards is a part of the drink, and is no part of what was poured.
func TestBypassInTheLog(t *testing.T) {
	press := brew.Request{Method: "hand-press", School: new("bypass"), DoseG: new(20.0), WaterG: new(320.0)}
	plan := func(had Had) *brew.Plan {
		p, err := PlanOfHad(new(brew.Planner), press, had)
		require.NoError(t, err)
		return p
	}
	asPlanned := plan(Had{})
	assert.InDelta(t, 230, *asPlanned.Water.PouredMl, 1e-6)
	assert.InDelta(t, 90, *asPlanned.Water.DilutionMl, 1e-6)
	// 230 g on the scale is as planned, and no shorter drink.
	assert.InDelta(t, *asPlanned.DrinkMl, *plan(Had{WaterG: new(230.0)}).DrinkMl, 1e-6)
	more := plan(Had{AddedMl: new(150.0)})
	assert.InDelta(t, *asPlanned.DrinkMl+60, *more.DrinkMl, 1e-6)
	assert.InDelta(t, 150, *more.Water.DilutionMl, 1e-6)
	assert.InDelta(t, *asPlanned.Strength.TDSPct**asPlanned.DrinkMl, *more.Strength.TDSPct**more.DrinkMl, 5, "the same coffee in more water")
}

// Of two methods tasted in turn each is bettered by its own cup: one that was very sour is never
// told to draw out less, because another method's cup was balanced, whichever was tasted last.
func TestEachMethodIsBetteredByItsOwnCup(t *testing.T) {
	cone, flat := brew.Request{Method: "cone", DoseG: new(18.0)}, brew.Request{Method: "flat-bed", DoseG: new(18.0)}
	for sour := -3.0; sour <= -2; sour++ {
		for _, order := range [][]Brew{
			{{Request: cone, Tasting: Tasting{SourBitter: &sour}}, {Request: flat, Tasting: Tasting{SourBitter: new(0.0), Mark: new(8.0)}}},
			{{Request: flat, Tasting: Tasting{SourBitter: new(0.0), Mark: new(8.0)}}, {Request: cone, Tasting: Tasting{SourBitter: &sour}}},
		} {
			for _, n := range []*brew.Request{&cone, &flat} {
				h := History{Brews: order, Next: n}
				if order[1].Request.Method == n.Method {
					h.Next = nil
				}
				a, err := Advise(h, new(brew.Planner))
				require.NoError(t, err)
				if n.Method == "flat-bed" {
					assert.Nil(t, a.Change, "what was liked stays")
					assert.True(t, a.Settled)
					continue
				}
				require.NotNil(t, a.Change, "%v", sour)
				next, err := new(brew.Planner).Compute(a.Request)
				require.NoError(t, err)
				was, err := new(brew.Planner).Compute(cone)
				require.NoError(t, err)
				assert.Greater(t, *next.Strength.ExtractionPct, *was.Strength.ExtractionPct, "sour %v: %s", sour, a.Change.Text)
			}
		}
	}
}
