package instruments

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func steady(v float64) func(float64) float64 { return func(float64) float64 { return v } }

func TestAStandInReadsAsAnInstrumentDoes(t *testing.T) {
	for _, i := range []Instrument{NewScale(1, Faults{Noise: 0.3}, steady(100)), NewThermometer(1, Faults{Noise: 0.3}, steady(90)), NewBarometer(1, Faults{Noise: 0.3}, steady(780)), NewCanisterScale(1, Faults{Noise: 0.3}, steady(320))} {
		_, err := i.Read(0)
		require.ErrorIs(t, err, ErrLost, "not before it is connected")
		require.NoError(t, i.Connect(0))
		var sum, square float64
		const n = 400
		for k := range n {
			r, err := i.Read(float64(k))
			require.NoError(t, err)
			assert.NotEmpty(t, r.Unit)
			assert.InDelta(t, 0, math.Remainder(r.Value, r.Resolution), 1e-9, "in steps of its resolution")
			sum += r.Value
			square += r.Value * r.Value
		}
		mean := sum / n
		assert.InDelta(t, math.Sqrt(0.3*0.3+1.0/12*0), math.Sqrt(square/n-mean*mean), 0.12, i.Name())
	}
}

func TestTheSameSeedReadsTheSame(t *testing.T) {
	read := func(seed uint64) (out []float64) {
		s := NewScale(seed, Faults{Noise: 1, Shake: 4, Drift: 2, SettleS: 1}, steady(50))
		require.NoError(t, s.Connect(0))
		for k := range 60 {
			r, err := s.Read(float64(k) / 2)
			require.NoError(t, err)
			out = append(out, r.Value)
		}
		return out
	}
	assert.Equal(t, read(3), read(3))
	assert.NotEqual(t, read(3), read(4))
}

// A thermometer lags with its time constant, drifts, and says when it has settled.
func TestLagDriftAndStability(t *testing.T) {
	th := NewThermometer(1, Faults{SettleS: 4}, func(at float64) float64 {
		if at < 1 {
			return 20
		}
		return 90
	})
	require.NoError(t, th.Connect(0))
	_, err := th.Read(0)
	require.NoError(t, err)
	r, err := th.Read(4)
	require.NoError(t, err)
	assert.InDelta(t, 20+70*(1-math.Exp(-1)), r.Value, 0.1)
	assert.False(t, r.Stable)
	for s := 5.0; s < 60; s++ {
		r, err = th.Read(s)
		require.NoError(t, err)
	}
	assert.InDelta(t, 90, r.Value, 0.1)
	assert.True(t, r.Stable)
	require.ErrorIs(t, th.Zero(60), ErrZero)
	drifts := NewScale(1, Faults{Drift: 3}, steady(10))
	require.NoError(t, drifts.Connect(0))
	r, err = drifts.Read(120)
	require.NoError(t, err)
	assert.InDelta(t, 16, r.Value, 0.1)
}

// It is zeroed, lost, connected again, and its battery dies.
func TestZeroLoseComeBackAndDie(t *testing.T) {
	s := NewScale(1, Faults{LostS: 10, BackS: 20, DiesS: 100}, steady(153))
	require.NoError(t, s.Connect(0))
	require.NoError(t, s.Zero(1))
	r, err := s.Read(2)
	require.NoError(t, err)
	assert.Zero(t, r.Value)
	_, err = s.Read(12)
	require.ErrorIs(t, err, ErrLost)
	require.ErrorIs(t, s.Connect(15), ErrLost)
	assert.False(t, s.Connected(15))
	_, err = s.Read(21)
	require.ErrorIs(t, err, ErrLost, "it is in reach again, and not connected yet")
	require.NoError(t, s.Connect(22))
	r, err = s.Read(23)
	require.NoError(t, err)
	assert.Zero(t, r.Value, "the nought is kept")
	_, err = s.Read(101)
	require.ErrorIs(t, err, ErrLost)
	require.ErrorIs(t, s.Connect(102), ErrLost)
}
