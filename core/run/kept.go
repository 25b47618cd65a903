package run

import (
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Kept is a run as a log entry keeps it.
type Kept struct {
	BeganAt string `json:"began_at" format:"date-time" doc:"When its clock began, UTC"`
	Zone    string `json:"zone,omitempty" maxLength:"60" doc:"Time zone of the stop"`
	Record  Record `json:"record"`
}

// Was is what a run differed from its plan in, as a log entry says it: nil where it did
// not, or nobody measured.
type Was struct {
	WaterG, StartC, ContactS *float64
	Unboiled                 *bool // the boil that makes the water safe was skipped
}

const (
	// clearly is from which share on water and time count as other than planned.
	clearly = 0.03
	// clearlyC is from how many degrees on.
	clearlyC = 1.0
)

// Was is what the run differed in: of several batches or cups, the mean of those that were
// made. Contact is told where the steps were gone through one by one.
func (f *Follower) Was() Was {
	var w Was
	if f.unsafe() != nil {
		w.Unboiled = new(true)
	}
	var water, c, contact []float64
	plannedMl := f.made.Batch.PouredMl
	for n := 1; n <= len(f.rounds); n++ {
		r := &f.rounds[n-1]
		if !f.hasMet(n) {
			continue
		}
		if r.highG > 0 {
			water = append(water, f.rounds[n-1].now.Batch.PouredMl)
		}
		if r.startC != nil {
			c = append(c, *r.startC)
		}
		skipped, ended := false, math.NaN()
		for i := range f.steps {
			s := &f.steps[i]
			if s.Round == n && s.brewing {
				skipped = skipped || s.skip && s.Lane != method.Scale || !s.hasEnded()
				ended = s.ended
			}
		}
		if !skipped && !math.IsNaN(ended) {
			contact = append(contact, ended-f.pourS(n))
		}
	}
	if v, ok := mean(water); ok && math.Abs(v/plannedMl-1) > clearly {
		w.WaterG = new(math.Round(v * f.made.Batch.N))
	}
	if v, ok := mean(c); ok && math.Abs(v-f.made.StartC) > clearlyC {
		w.StartC = new(math.Round(v*10) / 10)
	}
	if v, ok := mean(contact); ok && v > 5 && math.Abs(v/f.made.ContactS-1) > 2*clearly {
		w.ContactS = new(math.Round(v))
	}
	return w
}

func mean(v []float64) (float64, bool) {
	sum := 0.0
	for _, x := range v {
		sum += x
	}
	return sum / math.Max(float64(len(v)), 1), len(v) > 0
}

// Calibrated is a calibration that a run gives: what of the gear differs from what was
// planned with, and by how much the next plan would move.
type Calibrated struct {
	ID      string          `json:"id" enum:"power_w,efficiency,loss_factor,drain_factor" doc:"The figure of request.calibration"`
	Was     float64         `json:"was"`
	Is      float64         `json:"is"`
	Text    quantity.Phrase `json:"text"`
	Request brew.Request    `json:"request" doc:"The brew, planned with it"`
}

// Calibrations are what the run says of burner, pot and dripper, each worked out as the
// bench does.
func (f *Follower) Calibrations() []Calibrated {
	out := []Calibrated{}
	add := func(id string, was, is float64, set func(*brew.Calibration, float64), say func(p *brew.Plan) quantity.Phrase) {
		if math.Abs(is/was-1) < 0.05 || math.IsNaN(is) || math.IsInf(is, 0) {
			return
		}
		r := f.plan.Request
		set(&r.Calibration, is)
		p, err := brew.Compute(r)
		if err != nil {
			return
		}
		out = append(out, Calibrated{id, was, is, say(p), r})
	}
	sec := func(v *float64) quantity.Value {
		if v == nil {
			return quantity.Of(0, quantity.Second)
		}
		return quantity.Of(*v, quantity.Second)
	}
	if fit, took, ok := f.powerFits(); ok {
		was := f.made.PowerW
		add("power_w", was, fit, func(c *brew.Calibration, v float64) { c.PowerW = &v }, func(p *brew.Plan) quantity.Phrase {
			return tookBoilBurner.Say(quantity.Of(took, quantity.Second), quantity.Of(fit, quantity.Watt), quantity.Of(was, quantity.Watt), sec(p.Heat.HeatS), sec(f.plan.Heat.HeatS))
		})
	}
	if burned, ok := f.burnedG(); ok {
		was, planned := *f.made.Request.Heat.Efficiency, *f.plan.Heat.FuelG
		if e := f.made.Request.Calibration.Efficiency; e != nil {
			was = *e
		}
		set := func(c *brew.Calibration, v float64) { c.Efficiency = &v }
		if fit, ok := f.planned(0.05, 0.95, burned, set, func(h *brew.HeatPlan) *float64 { return h.FuelG }); ok {
			add("efficiency", was, math.Round(100*fit)/100, set, func(p *brew.Plan) quantity.Phrase {
				return burnedPlannedHeat.Say(quantity.Of(burned, quantity.Gram), quantity.Of(planned, quantity.Gram), quantity.Of(100*fit, quantity.Percent), quantity.Of(100*was, quantity.Percent), quantity.Of(*p.Heat.FuelG, quantity.Gram))
			})
		}
	}
	if i := slices.IndexFunc(f.off, func(o Off) bool { return o.What == "drain_s" }); i >= 0 {
		if fit, ok := f.drainFits(); ok {
			was := 1.0
			if k := f.made.Request.Calibration.DrainFactor; k != nil {
				was = *k
			}
			add("drain_factor", was, fit, func(c *brew.Calibration, v float64) { c.DrainFactor = &v }, func(p *brew.Plan) quantity.Phrase {
				return dripperDrainsUsual.Say(quantity.Of(100*fit, quantity.Percent), sec(p.ContactS), sec(f.plan.ContactS))
			})
		}
	}
	if fit, ok := f.lossFits(); ok {
		was := 1.0
		if k := f.made.Request.Calibration.LossFactor; k != nil {
			was = *k
		}
		add("loss_factor", was, fit, func(c *brew.Calibration, v float64) { c.LossFactor = &v }, func(p *brew.Plan) quantity.Phrase {
			return potLosesWhat.Say(quantity.Of(100*fit/was, quantity.Percent), sec(p.WaitS), sec(f.plan.WaitS))
		})
	}
	return out
}

// powerFits is the flame with which the water would have taken to the boil what it took, in
// W; on gas the rated one, so that the cold is not counted twice.
func (f *Follower) powerFits() (w, tookS float64, ok bool) {
	i := slices.IndexFunc(f.off, func(o Off) bool { return o.What == "boil_s" && o.Planned > 30 && o.Actual > 20 })
	if i < 0 || !f.made.Heated {
		return 0, 0, false
	}
	tookS = f.off[i].Actual
	w, ok = f.planned(f.made.PowerW/3, f.made.PowerW*3, tookS, func(c *brew.Calibration, v float64) { c.PowerW = &v }, func(h *brew.HeatPlan) *float64 { return h.HeatS })
	return math.Round(w/10) * 10, tookS, ok
}

// planned is the calibration with which the plan's heat comes to what was seen; what it
// gives falls as that rises.
func (f *Follower) planned(low, high, seen float64, set func(*brew.Calibration, float64), of func(*brew.HeatPlan) *float64) (float64, bool) {
	at := func(v float64) float64 {
		r := f.plan.Request
		set(&r.Calibration, v)
		p, err := brew.Compute(r)
		if err != nil || p.Heat == nil || of(p.Heat) == nil {
			return math.Inf(1) // it does not come to the boil
		}
		return *of(p.Heat)
	}
	if at(high) > seen || at(low) < seen {
		return 0, false
	}
	for range 12 {
		if mid := math.Sqrt(low * high); at(mid) > seen {
			low = mid
		} else {
			high = mid
		}
	}
	return math.Sqrt(low * high), true
}

// burnedG is what was burned by the weight of the canister, where it was weighed before the
// flame and after.
func (f *Follower) burnedG() (g float64, ok bool) {
	c := f.keep.canister
	if len(c) < 2 || f.plan.Heat == nil || f.plan.Heat.FuelG == nil || f.made.Request.Heat.Efficiency == nil || *f.plan.Heat.FuelG < 1 || !f.finished {
		return 0, false
	}
	g = c[0][1] - c[len(c)-1][1]
	return g, g >= 2 // a scale for canisters shows whole grams
}

// drainFits is the factor on the resistance of bed and paper with which it drains as it did.
func (f *Follower) drainFits() (float64, bool) {
	for n := range f.rounds {
		r := &f.rounds[n]
		if r.drainedS == nil || f.made.Bed.Shape == "" || r.liftMl > 0 {
			continue
		}
		a := f.actual(n+1, 0)
		seen := *r.drainedS
		a.DrainedS = nil
		for id := range a.Spans { // the drawdown lasts as long as it lasts
			if s := slices.IndexFunc(f.steps, func(s step) bool { return method.StepID(s.Of) == id && s.Drains }); s >= 0 {
				delete(a.Spans, id)
			}
		}
		at := func(k float64) float64 {
			a.DrainFactor = &k
			return f.made.As(a).DrainedS
		}
		low, high := 0.2, 5.0
		if at(low) > seen || at(high) < seen {
			return 0, false
		}
		for range 30 {
			if mid := math.Sqrt(low * high); at(mid) < seen {
				low = mid
			} else {
				high = mid
			}
		}
		return math.Round(100*math.Sqrt(low*high)) / 100, true
	}
	return 0, false
}

// lossFits is the factor on the pot's loss with which it cooled as it did while it was
// waited for.
func (f *Follower) lossFits() (float64, bool) {
	if f.made.WaitS < 30 || len(f.plan.Rounds) > 1 {
		return 0, false
	}
	i := slices.IndexFunc(f.steps, func(s step) bool { return s.Of == string(method.Wait) && s.hasEnded() })
	if i < 0 {
		return 0, false
	}
	s := &f.steps[i]
	from := s.beganT
	var first, last Point
	for _, p := range f.keep.water.points() {
		if p[0] >= from+10 && p[0] <= from+(s.ended-s.began) {
			if first == (Point{}) {
				first = p
			}
			last = p
		}
	}
	if last[0]-first[0] < 25 || first[1]-last[1] < 1.5 {
		return 0, false
	}
	k, err := f.made.LossFits(first[1], last[1], last[0]-first[0])
	if err != nil {
		return 0, false
	}
	return math.Round(100*k) / 100, true
}
