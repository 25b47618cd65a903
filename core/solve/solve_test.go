package solve

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestLastFindsTheChange(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		at := rapid.Float64Range(-1e3, 1e3).Draw(t, "at")
		tol := rapid.Float64Range(1e-6, 1).Draw(t, "tol")
		is, isNot := Last(-1001, 1001, tol, func(v float64) bool { return v < at })
		assert.LessOrEqual(t, is, at)
		assert.GreaterOrEqual(t, isNot, at)
		assert.LessOrEqual(t, isNot-is, tol)
	})
}

// A tolerance finer than numbers are ends all the same.
func TestLastEnds(t *testing.T) {
	is, isNot := Last(1e16, 1e16+64, 1e-9, func(v float64) bool { return v < 1e16+10 })
	assert.Equal(t, isNot, math.Nextafter(is, math.Inf(1)))
}

func TestRootIsFoundInAFew(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		at := rapid.Float64Range(0.01, 0.99).Draw(t, "at")
		bend := rapid.Float64Range(0.1, 4).Draw(t, "bend") * rapid.SampledFrom([]float64{1, -1}).Draw(t, "way")
		sign := rapid.SampledFrom([]float64{1, -1}).Draw(t, "sign")
		n := 0
		f := func(x float64) float64 { n++; return sign * (math.Exp(bend*x) - math.Exp(bend*at)) / bend }
		x := Root(0, 1, f(0), f(1), 1e-6, f)
		assert.InDelta(t, at, x, 1e-5)
		assert.Less(t, n, 16, "values of f")
	})
	assert.Equal(t, 2.0, Root(2, 3, 0, 1, 1e-6, nil), "an end may be it")
	assert.Equal(t, 3.0, Root(2, 3, -1, 0, 1e-6, nil))
}
