package demo

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

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
	j, _, err := s.Journey(t.Context(), id)
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
	// Its gas: water from 4 °C, a pot of 150 and one of 175 g of titanium from −4
	// and 7 °C, to 87.0 °C, at 45.6–46.4 MJ/kg. A canister burner gives 0.50 in
	// calm; the wind of 3 m/s takes a share of that which is the model's, so by
	// hand only the least: what it takes in calm air.
	calm := ((577.0*4.19*83+150*0.52*91)/1000 + (558.0*4.19*83+175*0.52*80)/1000) / 0.5 / 45.8
	gas := sum(4, func(b trip.BrewTotals) float64 { return b.FuelG })
	assert.Greater(t, gas, calm)
	assert.Less(t, gas, 3*calm, "and not beyond three times that in the wind")
}
