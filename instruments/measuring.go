package instruments

import (
	"errors"
	"fmt"
	"math"

	"apodemos/core/quantity"
)

// ErrLost is returned by an instrument that does not answer: it was not connected, went out
// of reach, or its battery is empty.
var ErrLost = errors.New("the instrument does not answer")

// Reading is what an instrument read.
type Reading struct {
	AtS        float64       `json:"at_s"` // of the asker's clock
	Value      float64       `json:"value"`
	Unit       quantity.Unit `json:"unit"`
	Resolution float64       `json:"resolution"` // the smallest step that it shows
	Stable     bool          `json:"stable"`     // it has settled
}

// Instrument measures one quantity. It is not for use by two at once.
type Instrument interface {
	Name() string
	// Connect begins, or begins again after it was lost. Its error is ErrLost.
	Connect(atS float64) error
	Connected(atS float64) bool
	// Zero lets it show nought for what it measures now; ErrZero where it has no nought.
	Zero(atS float64) error
	// Read is what it shows. Its error is ErrLost.
	Read(atS float64) (Reading, error)
}

// ErrZero is returned by an instrument that cannot be zeroed.
var ErrZero = errors.New("this instrument has no zero of its own")

// Faults are how a stand-in differs from a perfect instrument. The zero Faults are none.
type Faults struct {
	Noise   float64 `json:"noise,omitempty" minimum:"0" maximum:"50" doc:"Spread of a reading, in its unit"`
	Drift   float64 `json:"drift,omitempty" minimum:"-50" maximum:"50" doc:"In its unit, a minute"`
	SettleS float64 `json:"settle_s,omitempty" minimum:"0" maximum:"60" doc:"Time constant with which it comes to what there is: the lag of a thermometer"`
	Shake   float64 `json:"shake,omitempty" minimum:"0" maximum:"50" doc:"Of a hand that is on it, in its unit; it comes and goes"`
	DiesS   float64 `json:"dies_s,omitempty" minimum:"0" maximum:"700000" doc:"When its battery is empty; 0 for never"`
	LostS   float64 `json:"lost_s,omitempty" minimum:"0" maximum:"700000" doc:"When it goes out of reach; 0 for never"`
	BackS   float64 `json:"back_s,omitempty" minimum:"0" maximum:"700000" doc:"When it is in reach again"`
}

// Standin is a simulated instrument over a truth that somebody else knows, such as a
// virtual brewer. The same seed, truth and moments give the same readings.
type Standin struct {
	Called     string
	Unit       quantity.Unit
	Resolution float64
	CanZero    bool
	Faults     Faults
	Seed       uint64
	Truth      func(atS float64) float64

	connected  bool
	zero       float64
	begun      bool
	shown      float64
	since, was float64
}

// The stand-ins that ship: their resolutions are what such instruments have, from memory.
func NewScale(seed uint64, f Faults, truth func(float64) float64) *Standin {
	return &Standin{Called: "simulated scale", Unit: quantity.Gram, Resolution: 0.1, CanZero: true, Faults: f, Seed: seed, Truth: truth}
}

// NewThermometer has a probe that lags: Faults.SettleS is its time constant.
func NewThermometer(seed uint64, f Faults, truth func(float64) float64) *Standin {
	return &Standin{Called: "simulated thermometer", Unit: quantity.Celsius, Resolution: 0.1, Faults: f, Seed: seed, Truth: truth}
}

// NewBarometer reads the station's pressure, in hPa.
func NewBarometer(seed uint64, f Faults, truth func(float64) float64) *Standin {
	return &Standin{Called: "simulated barometer", Unit: quantity.HPa, Resolution: 0.1, Faults: f, Seed: seed, Truth: truth}
}

// NewCanisterScale is a canister that stands on a scale: its gas and its can, in g.
func NewCanisterScale(seed uint64, f Faults, truth func(float64) float64) *Standin {
	return &Standin{Called: "simulated canister on a scale", Unit: quantity.Gram, Resolution: 1, CanZero: true, Faults: f, Seed: seed, Truth: truth}
}

// Name is what it is called.
func (s *Standin) Name() string { return s.Called }

// Connect begins.
func (s *Standin) Connect(atS float64) error {
	if s.out(atS) {
		return ErrLost
	}
	s.connected = true
	return nil
}

// Connected reports whether it answers.
func (s *Standin) Connected(atS float64) bool { return s.connected && !s.out(atS) }

// out reports whether it is out of reach, or empty.
func (s *Standin) out(atS float64) bool {
	f := s.Faults
	return f.DiesS > 0 && atS >= f.DiesS || f.LostS > 0 && atS >= f.LostS && (f.BackS <= f.LostS || atS < f.BackS)
}

// Zero lets it show nought from now on.
func (s *Standin) Zero(atS float64) error {
	if !s.CanZero {
		return fmt.Errorf("%s: %w", s.Called, ErrZero)
	}
	if !s.Connected(atS) {
		return ErrLost
	}
	s.zero = s.settled(atS)
	return nil
}

// settled is what it has come to by now, without noise.
func (s *Standin) settled(atS float64) float64 {
	truth := s.Truth(atS)
	if !s.begun || s.Faults.SettleS <= 0 {
		s.begun, s.shown = true, truth
	} else {
		s.shown += (truth - s.shown) * (1 - math.Exp(-math.Max(atS-s.since, 0)/s.Faults.SettleS))
	}
	s.since = atS
	return s.shown
}

// Read is what it shows now.
func (s *Standin) Read(atS float64) (Reading, error) {
	if s.out(atS) {
		s.connected = false // it has to be connected again
	}
	if !s.connected {
		return Reading{}, ErrLost
	}
	v := s.settled(atS)
	f := s.Faults
	tick := uint64(int64(math.Round(atS * 100)))
	chance := func(layer uint64) float64 { // about normal: the sum of twelve even ones
		sum := 0.0
		for i := range uint64(12) {
			sum += hash01(s.Seed, layer, tick, i)
		}
		return sum - 6
	}
	shaking := 0.0
	if f.Shake > 0 && hash01(s.Seed, 3, uint64(int64(atS/7))) < 0.4 {
		shaking = f.Shake * chance(2)
	}
	v += f.Drift*atS/60 + f.Noise*chance(1) + shaking - s.zero
	stable := math.Abs(v-s.was) <= math.Max(3*f.Noise, 2*s.Resolution)
	s.was = v
	return Reading{atS, quantity.RoundTo(v, s.Resolution), s.Unit, s.Resolution, stable}, nil
}
