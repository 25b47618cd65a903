package brew_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	. "apodemos/core/brew"
)

// Coffee from the shop: no step names a grind, nothing is made up for by one, the band makes
// the estimate wider, and a note says what to do. In a moka pot the danger is said.
func TestGroundAtTheShop(t *testing.T) {
	high := Conditions{Place: Place{AltitudeM: new(3500.0)}}
	for _, m := range []string{"cone", "pot", "press-pot", "pocket-pump", "moka", "hand-press"} {
		mine := compute(t, Request{Method: m, Conditions: high, Grinder: Grinder{UmPerClick: new(25.0)}})
		shop := compute(t, Request{Method: m, Conditions: high, Grinder: Grinder{UmPerClick: new(25.0)}, Coffee: Coffee{ShopGround: new(true)}})
		assert.InDelta(t, ShopUm, *shop.Grind.Um, 1e-9, m)
		assert.Nil(t, shop.Grind.Clicks, m)
		for _, s := range shop.Steps {
			assert.NotContains(t, strings.ToLower(s.Text), "grind", m)
			assert.NotContains(t, s.Text, "medium,", m)
		}
		assert.Contains(t, plainSpaces(noteByID(shop, "shop-ground")), "Shop-ground: probably 400 µm to 1000 µm", m)
		assert.Empty(t, noteByID(shop, "make-up-grind"), m)
		wide := func(p *Plan) float64 { return *p.Strength.ExtractionHighPct - *p.Strength.ExtractionLowPct }
		assert.Greater(t, wide(shop), 1.15*wide(mine), m)
		assert.Equal(t, m == "moka", cautioned(shop, "moka-shop"), m)
	}
}
