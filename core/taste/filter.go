package taste

import "math"

// What an answer says, from memory unless a source is named: sour–bitter goes with the
// points of extraction over the liking, weak–strong with the logarithm of strength over it.
const (
	likedE, likedSpread = 20.0, 1.2 // points of extraction that people like, and its spread
	strengthSpread      = 0.09      // of ln(strength liked) about what the first cup has
	bitterPerPoint      = 1.05
	strongPerLn         = 9.0
	answerNoise         = 0.6 // steps
	cupScatter          = 0.4 // points of extraction, brew to brew
	contrary            = 0.05
	// How far the model may be out, as shares of extraction: for the roast, the coffee, the grinder,
	// the method and the place; and how otherwise strength is liked in another method.
	roastOff                                                 = 0.015
	coffeeOff, grinderOff, methodOff, placeOff, methodLiking = 0.045, 0.026, 0.02, 0.032, 0.06
	// Hollow and harsh are bitter, weakly so; flat hardly. Common practice: bitter or hollow,
	// coarser, shorter, cooler.
	hollowNoise, harshNoise, flatNoise = 1.6, 1.3, 2.2
	// meterNoise is a refractometer's, as a share of its reading.
	meterNoise = 0.02
	// slopeSpread is by how much a change of grind, time or heat may do more, or less, than the
	// model says, as a share.
	slopeSpread = 0.25
)

// A state is a Gaussian over what is not known: means, and how they vary together.
type state struct {
	mean []float64
	cov  [][]float64
}

func newState(n int) *state {
	s := &state{mean: make([]float64, n), cov: make([][]float64, n)}
	for i := range s.cov {
		s.cov[i] = make([]float64, n)
	}
	return s
}

// zeros weighs nothing of a state.
func (s *state) zeros() []float64 { return make([]float64, len(s.mean)) }

func (s *state) clone() *state {
	out := newState(len(s.mean))
	copy(out.mean, s.mean)
	for i := range s.cov {
		copy(out.cov[i], s.cov[i])
	}
	return out
}

// along is the mean and the variance of a weighted sum of the state.
func (s *state) along(h []float64) (mean, variance float64) {
	for i := range h {
		if h[i] == 0 {
			continue
		}
		mean += h[i] * s.mean[i]
		for j := range h {
			variance += h[i] * h[j] * s.cov[i][j]
		}
	}
	return mean, variance
}

// between is the covariance of two weighted sums.
func (s *state) between(a, b []float64) float64 {
	sum := 0.0
	for i := range a {
		for j := range b {
			sum += a[i] * b[j] * s.cov[i][j]
		}
	}
	return sum
}

// observe brings in, or with a negative precision takes out, that h·x is value, with a
// precision: the update of a Kalman filter.
func (s *state) observe(h []float64, value, precision float64) {
	mean, variance := s.along(h)
	denominator := 1 + precision*variance
	if denominator < 1e-9 {
		return
	}
	gain := precision / denominator
	n := len(s.mean)
	toward := make([]float64, n)
	for i := range n {
		for j := range n {
			toward[i] += s.cov[i][j] * h[j]
		}
	}
	for i := range n {
		s.mean[i] += toward[i] * gain * (value - mean)
		for j := range n {
			s.cov[i][j] -= toward[i] * toward[j] * gain
		}
	}
}

// likely is the mean and the variance of what an answer is about, given those that it had before the
// answer, and the logarithm of how likely the answer was then.
type likely func(m, v float64) (mean, variance, ln float64)

// A site is one answer: what of the state it asks, and how likely it is.
type site struct {
	h      []float64
	at     float64 // h·x + at is what the answer is about
	likely likely
	// the Gaussian that takes its place
	value, precision float64
}

// sweeps is how often every answer is weighed anew in the light of the others.
const sweeps = 12

// learn brings all answers in: each by the Gaussian of the same mean and spread, weighed
// in the light of all others, until nothing moves. The order does not matter.
func (s *state) learn(sites []*site) {
	for range sweeps {
		moved := 0.0
		for _, k := range sites {
			// Without it…
			if k.precision != 0 {
				s.observe(k.h, k.value, -k.precision)
			}
			mean, variance := s.along(k.h)
			// …and with it.
			value, precision, _ := k.weigh(mean, variance)
			moved = math.Max(moved, math.Abs(value*precision-k.value*k.precision)+math.Abs(precision-k.precision))
			k.value, k.precision = value, precision
			s.observe(k.h, k.value, k.precision)
		}
		if moved < 1e-5 {
			return
		}
	}
}

// weigh is the Gaussian that takes an answer's place, and the logarithm of how likely it was, by what
// was known without it.
func (k *site) weigh(mean, variance float64) (value, precision, ln float64) {
	m, v, ln := k.likely(mean+k.at, variance)
	m -= k.at
	precision = math.Max(1/math.Max(v, 1e-12)-1/variance, 1e-6)
	return m + (m-mean)/(variance*precision), precision, ln
}

// inTurn brings answers in one after the other, each weighed once, and gives the logarithm of how
// likely each was before it.
func (s *state) inTurn(sites []*site) []float64 {
	out := make([]float64, len(sites))
	for i, k := range sites {
		mean, variance := s.along(k.h)
		value, precision, ln := k.weigh(mean, variance)
		s.observe(k.h, value, precision)
		out[i] = ln
	}
	return out
}

// steps is how likely an answer in whole steps from low to high is about something that
// is really m: with noise, rounded, ending where the scale ends, and now and then the
// other way round.
func steps(answer, low, high, noise, perUnit float64) likely {
	chance := func(y, x float64) float64 {
		from, to := 0.0, 1.0
		if y > low {
			from = normal((y - 0.5 - x) / noise)
		}
		if y < high {
			to = normal((y + 0.5 - x) / noise)
		}
		return to - from
	}
	return func(m, v float64) (float64, float64, float64) {
		sd := math.Sqrt(v)
		var w0, w1, w2 float64
		const n, wide = 45, 4.5
		for i := range n {
			z := -wide + 2*wide*float64(i)/(n-1)
			x := perUnit * (m + z*sd)
			p := (1 - contrary) * chance(answer, x)
			if low < 0 {
				p += contrary * chance(-answer, x)
			} else {
				p += contrary / (high - low + 1)
			}
			w := math.Exp(-z*z/2) * p
			w0, w1, w2 = w0+w, w1+w*z, w2+w*z*z
		}
		if w0 < 1e-300 {
			return m, v, math.Log(1e-300)
		}
		mean := w1 / w0
		return m + mean*sd, math.Max(w2/w0-mean*mean, 1e-6) * v, math.Log(w0 * 2 * wide / (n - 1) / math.Sqrt(2*math.Pi))
	}
}

// measured is how likely a reading is, with a Gaussian noise.
func measured(reading, noise float64) likely {
	return func(m, v float64) (float64, float64, float64) {
		all := v + noise*noise
		g := v / all
		return m + g*(reading-m), v * (1 - g), -(reading-m)*(reading-m)/(2*all) - math.Log(2*math.Pi*all)/2
	}
}

// normal is the cumulative normal distribution.
func normal(z float64) float64 { return math.Erfc(-z/math.Sqrt2) / 2 }
