package trip

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/brew"
)

// The trip's sugar and milk count where a brew says nothing, a brew's own where it does; two
// people take twice as much of each.
func TestMilkOfATrip(t *testing.T) {
	in := two()
	in.Supplies.SugarG, in.Supplies.MilkMl, in.Supplies.Milk = ptr(5.0), ptr(40.0), brew.CannedMilk
	cups := 0.0
	for _, s := range in.Stops {
		for range s.nights() {
			for _, b := range s.Brews {
				cups += *b.Request.Drinkers
			}
		}
	}
	r := result(t, in)
	assert.InDelta(t, 5*cups, *r.Totals.SugarG, 1e-9)
	assert.InDelta(t, 40*cups, *r.Totals.CannedMl, 1e-9)
	assert.Zero(t, *r.Totals.FreshMl)
	// The last brew of the first stop takes fresh milk, and no sugar.
	own := &in.Stops[0].Brews[0]
	own.Request.With = brew.With{SugarG: ptr(0.0), MilkMl: ptr(60.0)}
	theirs := *own.Request.Drinkers * float64(in.Stops[0].nights())
	r = result(t, in)
	assert.InDelta(t, 5*(cups-theirs), *r.Totals.SugarG, 1e-9)
	assert.InDelta(t, 60*theirs, *r.Totals.FreshMl, 1e-9)
	assert.InDelta(t, 40*(cups-theirs), *r.Totals.CannedMl, 1e-9)
	bought := map[string]float64{}
	for _, b := range r.Buy {
		bought[b.ID] += b.Amount
	}
	assert.GreaterOrEqual(t, bought["fresh-milk"], 60*theirs)
	assert.GreaterOrEqual(t, bought["canned-milk"], 40*(cups-theirs))
}
