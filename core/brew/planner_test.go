package brew_test

import (
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	. "apodemos/core/brew"
)

// A Planner answers as Compute does, whatever it was asked before.
func TestAPlannerAnswersAsCompute(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var planner Planner
		for range 4 {
			r := anyRequest(t)
			want, err := Compute(r)
			got, gotErr := planner.Compute(r)
			again, _ := planner.Compute(r)
			if err != nil {
				assert.Equal(t, err, gotErr)
				continue
			}
			require.NoError(t, gotErr)
			assert.Equal(t, tree(t, want), tree(t, got))
			assert.Equal(t, tree(t, want), tree(t, again))
		}
	})
}

// The same recipe at other stops is one recipe at home.
func TestAPlannerKnowsARecipeAgain(t *testing.T) {
	var planner Planner
	var wg sync.WaitGroup
	for i := range 40 {
		wg.Go(func() {
			_, err := planner.Compute(Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(float64(100 * i)), AirC: ptr(float64(20 - i))}}})
			assert.NoError(t, err)
		})
	}
	wg.Wait()
	assert.Equal(t, 1, planner.Homes())
	_, err := planner.Compute(Request{Method: "cone", Strength: ptr("strong")})
	require.NoError(t, err)
	assert.Equal(t, 2, planner.Homes())
}
