package demo

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/trip"
	"apodemos/store"
)

// Two legs of the demo trip worked by hand, with common practice: grounds keep
// 2 ml/g, so a school of r g/L pours (drink + left behind) / (1 − 2·r/1000).
func TestTwoLegsByHand(t *testing.T) {
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	id, err := Seed(t.Context(), s)
	require.NoError(t, err)
	j, _, err := app.New(s).Journey(t.Context(), id)
	require.NoError(t, err)
	r, err := trip.Compute(j)
	require.NoError(t, err)
	sum := func(stop int, f func(trip.BrewTotals) float64) (v float64) {
		for _, b := range r.Brews {
			if b.Stop == stop {
				v += f(b)
			}
		}
		return v
	}
	coffee := func(b trip.BrewTotals) float64 { return b.DoseG }

	// Ferry night, hot water from an urn. Two cups steeped at 62 g/L with 25 ml
	// left in each: 500/(1 − 0.124) = 571 ml and 35.4 g. Two from a cone at
	// 65 g/L: 450/(1 − 0.13) = 517 ml and 33.6 g.
	assert.InDelta(t, 35.4+33.6, sum(0, coffee), 0.1)
	assert.Zero(t, sum(0, func(b trip.BrewTotals) float64 { return b.FuelG }), "nothing burns on the ferry")
	// The beach has no water, so its two brews are filled on the ferry.
	assert.InDelta(t, sum(1, func(b trip.BrewTotals) float64 { return b.WaterMl }), r.Stops[0].CarryMl, 1e-6)

	// High plateau: a cone for two, 33.6 g and 517 + 60 ml; a pot for two at
	// 70 g/L with 30 ml left behind: 480/(1 − 0.14) = 558 ml and 39.1 g.
	assert.InDelta(t, 33.6+39.1, sum(4, coffee), 0.1)
	// Its gas, by hand. Water at 4 °C; a pot of 150 g of titanium (0.52 kJ/kg·K) at
	// −4 and one of 175 g at 7 °C; to 87.0 °C. A canister burner gives 0.50 in calm
	// and each m/s of wind takes 0.40 more: 0.50/2.2 = 0.227 in 3 m/s. It boils below
	// what both schools wish, so the flame stays low, a quarter of 2,000 W, under the
	// kettle until the last pour: 35 s for the paper and the coffee, 150 s of pours.
	// What the wind takes from the pot's own walls is left out: a few percent more.
	const titanium, gasLHV, spring = 0.52, 45.7, 4.0
	burned := func(ml, fromC, potG, airC, boilC, efficiency float64) float64 {
		return (ml/1000*4.19*(boilC-fromC) + potG/1000*titanium*(boilC-airC)) / efficiency
	}
	by := burned(577, spring, 150, -4, 87, 0.5/2.2) + burned(558, spring, 175, 7, 87, 0.5/2.2) + 0.25*2.0*185
	gas := func(stop int) float64 { return sum(stop, func(b trip.BrewTotals) float64 { return b.FuelG }) }
	assert.InEpsilon(t, by/gasLHV, gas(4), 0.08)
	assert.Greater(t, gas(4), by/gasLHV, "the pots lose some to the wind as well")

	// River gorge: the same two in 1 m/s, at 24 and 35 °C, river water at 19 °C that
	// is boiled for a minute to make it safe, which boils at 97.9 °C there.
	by = burned(577, 19, 150, 24, 97.9, 0.5/1.4) + burned(558, 19, 175, 35, 97.9, 0.5/1.4) + 2*0.25*2.0*60
	assert.InEpsilon(t, by/gasLHV, gas(2), 0.04)

	// Village guest house, a mains kettle at 0.90 and no wind; tap water at 12 °C and
	// 93.7 °C at 1,880 m. A cone for two, and a pot for the four hosts: twice the
	// drink with 30 ml left behind, (900 + 30)/(1 − 0.14) = 1,081 ml.
	kJ := burned(577, 12, 150, 19, 93.7, 0.9) + burned(1081, 12, 175, 19, 93.7, 0.9)
	assert.InEpsilon(t, kJ/3.6, sum(3, func(b trip.BrewTotals) float64 { return *b.Plan().Heat.EnergyWh }), 0.02)
	assert.InDelta(t, 33.6+75.7, sum(3, coffee), 0.1)

	// A filter paper for each cone and none for the pots; the hut's wood is found there.
	papers := sum(0, func(b trip.BrewTotals) float64 { return b.Filters }) + sum(4, func(b trip.BrewTotals) float64 { return b.Filters })
	assert.InDelta(t, 2, papers, 1e-9)
	assert.InDelta(t, gas(1)+gas(2)+gas(4)+gas(5), *r.Totals.GasG, 1e-6, "and no more gas than at the beach, the gorge, the plateau and the glacier")
}
