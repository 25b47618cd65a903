package taste

import (
	"slices"

	"apodemos/core/quantity"
)

// LikedFrom is the mark, of 10, from which a cup counts as liked.
const LikedFrom = 7

// Rated is a cup with its mark of 10, and how it was made.
type Rated struct {
	Mark    float64
	StartC  float64 // of the water at first contact
	GrindUm float64 // 0 where it is not known
	Ratio   float64 // g/L
	TookS   float64 // that coffee and water were together
	Point
}

// expectedMark is what a cup is worth of which little is known; a mark of one counts as half known.
// From memory.
const expectedMark = 6

// Worth is the mark of a cup with how few there are like it taken into account: others are the marks of
// the rest that were made alike.
func Worth(mark float64, others []float64) float64 {
	sum, n := 2*mark+expectedMark, 3.0
	for _, o := range others {
		sum += o
		n++
	}
	return sum / n
}

// Smaller differences than these do not count. From memory.
const (
	apartC   = 1    // °C
	apartUm  = 20   // µm
	apartTDS = 0.03 // % of strength
	apartGL  = 2    // g/L
	apartS   = 10   // s
)

// InCommon says what the liked cups of one coffee and method have in common: their extraction, and
// any figure that sets all of them apart from the rest. It describes and does not claim a cause.
// Comparing needs at least two cups on each side.
func InCommon(cups []Rated) []quantity.Phrase {
	var liked, rest []Rated
	for _, c := range cups {
		if c.Mark >= LikedFrom {
			liked = append(liked, c)
		} else {
			rest = append(rest, c)
		}
	}
	out := []quantity.Phrase{}
	switch len(liked) {
	case 0:
		return out
	case 1:
		return append(out, onlyLiked.Say())
	}
	n := quantity.Of(float64(len(liked)), quantity.None)
	for _, d := range []struct {
		of         func(Rated) float64
		apart      float64
		unit       quantity.Unit
		more, less quantity.Sentence
	}{
		{func(c Rated) float64 { return c.StartC }, apartC, quantity.Celsius, likedHotter, likedCooler},
		{func(c Rated) float64 { return c.GrindUm }, apartUm, quantity.Micrometre, likedCoarser, likedFiner},
		{func(c Rated) float64 { return c.Ratio }, apartGL, quantity.GramPerL, likedRicher, likedLeaner},
		{func(c Rated) float64 { return c.TookS }, apartS, quantity.Second, likedLonger, likedShorter},
		{func(c Rated) float64 { return c.TDSPct }, apartTDS, quantity.Percent, likedStronger, likedWeaker},
	} {
		low, high := span(liked, d.of)
		under, over := span(rest, d.of)
		switch {
		case len(rest) < 2 || low == 0 || under == 0:
		case low >= over+d.apart:
			out = append(out, d.more.Say(n, quantity.Of(low, d.unit)))
		case high <= under-d.apart:
			out = append(out, d.less.Say(n, quantity.Of(high, d.unit)))
		}
	}
	low, high := span(liked, func(c Rated) float64 { return c.ExtractionPct })
	return append(out, likedBetween.Say(n, quantity.Of(low, quantity.Percent), quantity.Of(high, quantity.Percent)))
}

// span is the least and the most of a figure; zeros without cups.
func span(cups []Rated, of func(Rated) float64) (low, high float64) {
	if len(cups) == 0 {
		return 0, 0
	}
	v := make([]float64, len(cups))
	for i, c := range cups {
		v[i] = of(c)
	}
	return slices.Min(v), slices.Max(v)
}

var (
	onlyLiked     = words("It is the only one you have liked so far.")
	likedHotter   = words("The {0} you liked were hotter than the rest: {1} or more.")
	likedCooler   = words("The {0} you liked were cooler than the rest: {1} or less.")
	likedCoarser  = words("The {0} you liked were ground coarser than the rest: {1} or more.")
	likedFiner    = words("The {0} you liked were ground finer than the rest: {1} or less.")
	likedRicher   = words("The {0} you liked had more coffee than the rest: {1} or more.")
	likedLeaner   = words("The {0} you liked had less coffee than the rest: {1} or less.")
	likedLonger   = words("The {0} you liked brewed longer than the rest: {1} or more.")
	likedShorter  = words("The {0} you liked brewed shorter than the rest: {1} or less.")
	likedStronger = words("The {0} you liked were stronger than the rest: {1} or more.")
	likedWeaker   = words("The {0} you liked were weaker than the rest: {1} or less.")
	likedBetween  = words("The {0} you liked came out at {1} to {2} extraction, by the model.")
)
