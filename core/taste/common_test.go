package taste

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/quantity"
)

func TestInCommon(t *testing.T) {
	at := func(mark, start, um, extraction, tds float64) Rated {
		return Rated{Mark: mark, StartC: start, GrindUm: um, Point: Point{ExtractionPct: extraction, TDSPct: tds}}
	}
	say := func(p []quantity.Phrase) (out []string) {
		for _, x := range p {
			out = append(out, x.Text)
		}
		return out
	}
	hot := []Rated{at(8, 94, 700, 20.4, 1.30), at(9, 93, 800, 19.6, 1.35), at(5, 88, 750, 18, 1.30), at(6, 90, 720, 18.8, 1.32)}
	assert.Equal(t, []string{
		"The 2 you liked were hotter than the rest: 93 °C or more.",
		"The 2 you liked came out at 19.6 % to 20.4 % extraction, by the model.",
	}, say(InCommon(hot)), "grind and strength lie between")
	hot[2].StartC = 93.5
	assert.Len(t, InCommon(hot), 1, "one that was as hot and not liked")
	assert.Len(t, InCommon(hot[:3]), 1, "one cup is no rest")
	fine := []Rated{at(8, 90, 600, 20, 1.3), at(8, 90, 640, 20, 1.3), at(4, 90, 700, 20, 1.3), at(4, 90, 900, 20, 1.3)}
	assert.Contains(t, say(InCommon(fine)), "The 2 you liked were ground finer than the rest: 640 µm or less.")
	fine[3].GrindUm = 0
	assert.Len(t, InCommon(fine), 1, "a grind that is not known tells nothing apart")
	assert.Equal(t, []string{"It is the only one you have liked so far."}, say(InCommon(fine[1:3])))
	assert.Empty(t, InCommon(fine[2:]))
	assert.Empty(t, InCommon(nil))
}

// A mark is worth more with others like it, and less where the same was liked less before.
func TestWorth(t *testing.T) {
	assert.Greater(t, Worth(8, []float64{8, 8}), Worth(8, nil))
	assert.Greater(t, Worth(8, []float64{8, 8}), Worth(9, []float64{4, 4}))
	assert.Greater(t, Worth(9, nil), Worth(8, nil))
	assert.Less(t, Worth(3, nil), 6.0)
}
