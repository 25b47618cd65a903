// Package thermal follows the heat of a brew in time: kettle, bed or slurry, and cup.
// It has the one integrator; waits, steeps, drawdown, heating up and the cooling cup
// all run on it.
package thermal

import (
	"errors"
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/solve"
	"apodemos/core/water"
)

// KJPerK is the heat capacity of so many ml of water, in kJ/K.
func KJPerK(ml float64) float64 { return ml / 1000 * water.SpecificHeat }

// relax is the integrator: the temperature of something of kJPerK, dt seconds after it
// was c °C, that takes in heatW watts and loses what loss says to air of airC °C. It takes steps of the
// classical fourth-order Runge–Kutta method, each a seventh of the time constant or
// less: well inside what is stable, and good to a thousandth of a kelvin. What cools
// to 0 °C begins to freeze, and stays there.
func relax(loss func(float64) float64, airC, heatW, kJPerK, c, dt float64) float64 {
	perJ := 1 / (1000 * kJPerK)
	rate := func(c float64) float64 { return (heatW - loss(c)) * perJ }
	for dt > 0 {
		k1 := rate(c)
		step := dt
		if math.Abs(k1)*dt <= fallC && dt <= longS && kJPerK >= small {
			// A short step of something heavy is a hundredth of its time constant: one
			// look at the loss is enough there, with the mean of the step for its slope.
			if over := c - airC; math.Abs(over) > 1 {
				k1 /= 1 + dt/2*math.Abs((heatW*perJ-k1)/over)
			}
			return frozen(c, c+dt*k1)
		}
		if slope := (k1 - rate(c+slopeC)) / slopeC; slope*dt > stepShare {
			step = stepShare / slope
		}
		k2 := rate(c + step/2*k1)
		k3 := rate(c + step/2*k2)
		k4 := rate(c + step*k3)
		c = frozen(c, c+step/6*(k1+2*k2+2*k3+k4))
		dt -= step
	}
	return c
}

// frozen is next, but 0 °C where c was above and next is below.
func frozen(c, next float64) float64 {
	if next < 0 && c >= 0 {
		return 0
	}
	return next
}

const (
	stepShare = 0.15 // of a time constant
	slopeC    = 0.1  // °C, to take a slope over
	fallC     = 0.3  // °C
	longS     = 5.0  // s
	small     = 0.05 // kJ/K
)

// Body is something that holds heat: a vessel, with water and perhaps grounds in it.
type Body struct {
	C      float64 // temperature, °C
	Ml     float64 // water in it
	DryKJ  float64 // heat capacity of the rest, vessel and grounds, kJ/K
	Vessel heat.Vessel
	Cover  heat.Cover
	// MoreMl counts to what fills the vessel besides the water, and it loses as one
	// that holds LeastMl at least.
	MoreMl, LeastMl float64

	loss   heat.Loss
	filled float64 // ml that loss is of
	has    bool
}

// KJPerK is the body's heat capacity.
func (b *Body) KJPerK() float64 { return KJPerK(b.Ml) + b.DryKJ }

// Add mixes ml of water at c °C into it.
func (b *Body) Add(ml, c float64) {
	b.C = heat.Mix(heat.Body{KJPerK: b.KJPerK(), TempC: b.C}, heat.Body{KJPerK: KJPerK(ml), TempC: c})
	b.Ml += ml
}

// lossIn is the body's loss in air a, as full as it is: what fills it changes slowly,
// so that a fiftieth more or less is the same.
func (b *Body) lossIn(a heat.Air) *heat.Loss {
	fill := math.Max(b.Ml+b.MoreMl, b.LeastMl)
	if !b.has {
		b.loss, b.filled, b.has = heat.NewLoss(b.Vessel, fill, b.Cover, a), fill, true
	} else if math.Abs(fill-b.filled) > 0.02*b.filled {
		b.loss.Refill(fill)
		b.filled = fill
	}
	return &b.loss
}

// Uncover changes what covers the body.
func (b *Body) Uncover(c heat.Cover) {
	if b.Cover != c {
		b.Cover, b.has = c, false
	}
}

// State is the heat of a brew at a moment. The zero State has nothing in it.
type State struct {
	AtS    float64 // from first contact
	Kettle Body
	Bed    Body // or the slurry that steeps
	Cup    Body // one of them
	Cups   float64
	Air    heat.Air
	KeepMl float64 // that the grounds keep: no more drains
	// Through is how fast what stands over that runs through the bed, in ml/s, at the
	// bed's temperature; nil where only Action.Drain says.
	Through func(aboveMl, c float64) float64
	Piped   bool // from kettle to bed by a pipe, and not poured through the air

	// Extraction: contact so far, of a model, as freely as Access says.
	Model   coffee.Model
	Access  float64
	Contact coffee.Contact
}

// Action is what is done during a step. Heat goes into the kettle net of what the
// burner wastes; flows are in ml/s.
type Action struct {
	HeatW float64
	Spare func(c float64) float64 // in place of the kettle's own loss, W
	Pour  float64                 // from the kettle onto the bed
	Drain float64                 // from the bed into all cups together
	Held  bool                    // the kettle is kept as hot as it is
	Still bool                    // and so is the slurry, at the boil
	Alone bool                    // kettle and cup are left out
}

// Step moves the state on by dt seconds in which one thing is done: half of what flows,
// all of what is lost, the other half (Strang's splitting, second order in dt). While
// something flows dt should be three seconds or less.
func (s *State) Step(dt float64, a Action) {
	s.flow(dt/2, a)
	from := s.Bed.C
	if !a.Still {
		s.Bed.C = relax(s.Bed.lossIn(s.Air).Watts, s.Air.TempC, 0, math.Max(s.Bed.KJPerK(), tiny), s.Bed.C, dt)
	}
	if !a.Alone {
		if !a.Held {
			lost := a.Spare
			if lost == nil {
				lost = s.Kettle.lossIn(s.Air).Watts
			}
			s.Kettle.C = relax(lost, s.Air.TempC, a.HeatW, math.Max(s.Kettle.KJPerK(), tiny), s.Kettle.C, dt)
		}
		if s.Cups > 0 {
			s.Cup.C = relax(s.Cup.lossIn(s.Air).Watts, s.Air.TempC, 0, math.Max(s.Cup.KJPerK(), tiny), s.Cup.C, dt)
		}
	}
	if s.Access > 0 {
		s.Contact = s.Model.Soak(s.Contact, dt, (from+s.Bed.C)/2, s.Access)
	}
	s.flow(dt/2, a)
	s.AtS += dt
}

// tiny is a heat capacity that nothing is under, kJ/K: 0.1 g of steel.
const tiny = 5e-5

func (s *State) flow(dt float64, a Action) {
	if in := math.Min(a.Pour*dt, s.Kettle.Ml); in > 0 {
		c := s.Kettle.C
		if !s.Piped {
			c = heat.Poured(c, s.Air)
		}
		s.Bed.Add(in, c)
		s.Kettle.Ml -= in
	}
	above := math.Max(s.Bed.Ml-s.KeepMl, 0)
	drain := a.Drain
	if s.Through != nil {
		drain += s.Through(above, s.Bed.C)
	}
	if out := math.Min(drain*dt, above); out > 0 {
		s.Cup.Add(out/s.Cups, s.Bed.C)
		s.Bed.Ml -= out
	}
}

// Cooling is a filled vessel off the heat.
type Cooling struct {
	heat.Loss
	KJPerK float64 // heat capacity of contents and vessel

	waterKg float64
}

// NewCooling prepares vessel v holding fillMl of water in air a under cover c.
func NewCooling(v heat.Vessel, fillMl float64, c heat.Cover, a heat.Air) Cooling {
	return Cooling{Loss: heat.NewLoss(v, fillMl, c, a), KJPerK: KJPerK(math.Max(fillMl, 1)) + v.Capacity(), waterKg: math.Max(fillMl, 1) / 1000}
}

// After returns the temperature in °C seconds after it was c °C.
func (k *Cooling) After(c, seconds float64) float64 {
	return relax(k.Watts, k.AirC(), 0, k.KJPerK, c, seconds)
}

// Freezing returns when a filled vessel at c °C begins to freeze, and when it is frozen
// through, in s: while it freezes it stays at 0 °C, and gives off its heat of fusion. ok is
// false where it does not within MaxWaitS each.
func (k *Cooling) Freezing(c float64) (begins, through float64, ok bool) {
	lost := k.Watts(0)
	if lost <= 1e-6 {
		return 0, 0, false // the air is too warm
	}
	if c > 0 {
		if begins, ok = k.TimeTo(c, 0.01); !ok {
			return 0, 0, false
		}
	}
	latent := 1000 * water.HeatOfFusion * k.waterKg // J
	return begins, begins + latent/lost, true
}

// MaxWaitS bounds how long TimeTo looks ahead: a day.
const MaxWaitS = 24 * 3600

// TimeTo returns the seconds until a vessel at c °C has cooled to target °C, 0 when it
// is there already. It returns false when it does not get there within MaxWaitS.
func (k *Cooling) TimeTo(c, target float64) (float64, bool) {
	if c <= target {
		return 0, true
	}
	if target <= k.AirC() && k.Watts(target) <= 0 {
		return 0, false
	}
	for t := 0.0; t < MaxWaitS; {
		fall := k.Watts(c) / (1000 * k.KJPerK)
		if fall < 1e-9 {
			return 0, false
		}
		// As long as it would take at this pace, which slows: never too long.
		dt := math.Min(math.Max((c-target)/fall, 1e-4), 600)
		next := k.After(c, dt)
		if next <= target+1e-6 {
			return t + dt*(c-target)/math.Max(c-next, 1e-12), true
		}
		if c-next < 1e-9 {
			return 0, false
		}
		c, t = next, t+dt
	}
	return 0, false
}

// Warming returns the temperature of a pot on the heat as [seconds, °C] pairs, from
// lighting to the boil that a heating comes to: n points after melting.
func Warming(h heat.Heating, r heat.Heated, n int) [][2]float64 {
	start := h.FromC
	pts := make([][2]float64, 0, n+3)
	pts = append(pts, [2]float64{0, start})
	if r.MeltS > 0 {
		start = 0
		pts = append(pts, [2]float64{r.MeltS / 20, 0}, [2]float64{r.MeltS, 0})
	}
	if h.ToC <= start {
		return append(pts, [2]float64{r.HeatS, h.ToC})
	}
	s := OnTheHeat(h, r, start)
	act := Heat(h, r)
	for i := 1; i <= n; i++ {
		s.Step((r.HeatS-r.MeltS)/float64(n), act)
		pts = append(pts, [2]float64{r.MeltS + (r.HeatS-r.MeltS)*float64(i)/float64(n), math.Min(s.Kettle.C, h.ToC)})
	}
	return pts
}

// OnTheHeat is a kettle of liquid water at c °C on the heat. Its vessel's share of the
// heat is spread evenly over the way, as the energy balance has it.
func OnTheHeat(h heat.Heating, r heat.Heated, c float64) State {
	dry := 0.0
	if span := h.ToC - c; span > 0 {
		dry = r.VesselKJ / span
	}
	return State{Air: h.Air, Kettle: Body{C: c, Ml: h.WaterG, DryKJ: dry, Vessel: h.Vessel, Cover: h.Cover}}
}

// Heat is the burner at full under a heating.
func Heat(h heat.Heating, r heat.Heated) Action {
	return Action{HeatW: h.PowerW * r.EfficiencyHere, Spare: h.Extra()}
}

// ErrFit is returned when a reading cannot come from the thing it is said to be of.
var ErrFit = errors.New("no value fits this reading")

// MinLossFactor and MaxLossFactor bound what FitLoss looks for.
const (
	MinLossFactor = 0.1
	MaxLossFactor = 5
)

// FitLoss returns the factor on the modelled loss with which a vessel that was
// fromC at first is toC after seconds. It returns ErrFit when none from
// MinLossFactor to MaxLossFactor does.
func FitLoss(k Cooling, fromC, toC, seconds float64) (float64, error) {
	at := func(f float64) float64 {
		k.Scale(f)
		return k.After(fromC, seconds)
	}
	lo, hi := MinLossFactor, float64(MaxLossFactor)
	if toC > at(lo) || toC < at(hi) {
		return 0, ErrFit
	}
	lo, hi = solve.Last(lo, hi, 1e-7, func(f float64) bool { return at(f) > toC })
	return (lo + hi) / 2, nil
}
