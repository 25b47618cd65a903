package brew_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "apodemos/core/brew"
	"apodemos/core/method"
)

// What goes into the cup is a step, cools it by a balance of heat worked out here by hand, and
// leaves coffee, water and strength alone.
func TestMilkAndSugar(t *testing.T) {
	black := compute(t, Request{Method: "press-pot", Scale: new(true)})
	white := compute(t, Request{Method: "press-pot", Scale: new(true), With: With{SugarG: new(8.0), MilkMl: new(50.0)}})
	i := slices.IndexFunc(white.Steps, func(s Step) bool { return s.ID == method.StirIn })
	require.Positive(t, i)
	assert.Equal(t, "Stir in 8 g of sugar and 50 ml of milk.", plainSpaces(white.Steps[i].Text))
	assert.Len(t, white.Steps, len(black.Steps)+1)
	// 225 ml of coffee at 0.997 g/ml and 4.18 kJ/(kg·K), a steel cup of 120 g at 0.5, 51.5 g of
	// milk at 3.9 and 8 g of sugar at 1.24, both as cold as the air.
	coffee, with := 0.225*4.18+0.12*0.5, 0.0515*3.9+0.008*1.24
	assert.InDelta(t, (coffee**black.CupC+with**white.Request.Place.AirC)/(coffee+with), *white.CupC, 0.5)
	for _, same := range [][2]*float64{{black.DoseG, white.DoseG}, {black.Water.PouredMl, white.Water.PouredMl}, {black.DrinkMl, white.DrinkMl}, {black.Strength.TDSPct, white.Strength.TDSPct}, {black.CaffeineMg, white.CaffeineMg}} {
		assert.InDelta(t, *same[0], *same[1], 1e-9)
	}
	spoons := compute(t, Request{Method: "press-pot", Scale: new(false), Drinkers: new(2.0), With: With{SugarG: new(8.0), MilkMl: new(50.0), Milk: new(CannedMilk), CondensedG: new(30.0)}})
	var said []string
	for _, s := range spoons.Steps {
		if strings.HasPrefix(string(s.ID), string(method.StirIn)) {
			said = append(said, plainSpaces(s.Text))
		}
	}
	assert.Equal(t, []string{"Stir 2 teaspoons of sugar and 3¼ tablespoons of canned milk into each cup.", "Stir 1½ tablespoons of condensed milk into each cup."}, said)
}

// The style that drips onto condensed milk says how much, and can be had with more or none.
func TestCondensedMilkAsOneLikes(t *testing.T) {
	first := func(g *float64) (string, *Plan) {
		p := compute(t, Request{Method: "slow-drip", School: new("condensed-milk"), With: With{CondensedG: g}})
		i := slices.IndexFunc(p.Steps, func(s Step) bool { return s.ID == "set" })
		return plainSpaces(p.Steps[i].Text), p
	}
	usual, _ := first(nil)
	assert.Equal(t, "Put 25 g of condensed milk in the cup; filter on top.", usual)
	more, sweet := first(new(40.0))
	assert.Equal(t, "Put 40 g of condensed milk in the cup; filter on top.", more)
	none, bare := first(new(0.0))
	assert.Equal(t, "Set the filter on the cup, its base on the rim.", none)
	assert.Less(t, *sweet.CupC, *bare.CupC)
}
