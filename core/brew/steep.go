package brew

import (
	"math"
	"slices"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
	"apodemos/core/water"
)

// DrinkingC is the temperature at which a cup is called drinkable, in the
// middle of the 55–65 °C of common practice.
const DrinkingC = 60

// roomC is a room where concentrate stands.
const roomC = 20

const (
	// preheatMl warms one cup, brewerMl a brewer. Common practice.
	preheatMl = 60
	brewerMl  = 100
	// bedMm is the diameter of a bed that is pushed through.
	bedMm = 55
	// standsShare is the part of the water that stands on a bed while it is poured on.
	standsShare = 0.2
	// flowStepS and stillStepS are the integrator's longest steps while something
	// flows, and while it stands.
	flowStepS, stillStepS = 5.0, 60.0
	// wettingS is how long a bed is followed in steps of wettingStepS at first.
	wettingS, wettingStepS = 20.0, 1.0
	// drainStepS is the longest step while a bed drains; a slow one is followed in
	// hundredths of what practice takes.
	drainStepS = 2.5
	// longestDrainS bounds how long a clogged bed is watched.
	longestDrainS = 3600
	// leastDrainS is the shortest that a drawdown is said to be.
	leastDrainS = 5
	// meanS is how long the temperature of a bed is averaged over.
	meanS = 60
)

// A Steeped is the fifth stage: the heat of the brew from first contact until it is
// in the cups, and the contact that the coffee has of it.
type Steeped struct {
	*Hot
	SlurryC  float64 // at first; of a bed, the mean of the first minute
	BrewerC  float64 // dripper, press or cup at first
	PouredC  float64 // the drink as it leaves the brewer; of a bed, in the cups
	CupC     float64
	AddedC   float64 // of what is added afterwards
	Contact  coffee.Contact
	Bed      coffee.Bed // that it runs through; the zero Bed in other methods
	DrainedS float64    // the bed is drained
	BedC     float64    // mean, while it drains after the last pour
	peakMl   float64    // the most that stands in the brewer, its grounds and all
	um       float64
	melted   bool // ice was added
	curves   *Curves
	meltedG  float64
	iceG     float64
	afterIce float64
	leftOver float64 // ml of a batch that stood over the bed when it was lifted
	was      *Actual // how it has really gone; nil for a plan
}

// steep follows the brew, ground to um. With curves it draws them, too.
func (h *Hot) steep(um float64, curves bool) *Steeped { return h.steepAs(um, curves, nil) }

// steepAs is the same as it has really gone.
func (h *Hot) steepAs(um float64, curves bool, was *Actual) *Steeped {
	s := &Steeped{Hot: h, um: um, was: was}
	if curves {
		s.curves = &Curves{WaterC: h.warming()}
	}
	switch h.Method.Contact {
	case method.Immersion, method.Cold:
		s.immerse()
	case method.Dilution:
		s.dilute()
	default:
		s.percolate()
	}
	s.pourOut()
	return s
}

// warming draws the kettle until first contact.
func (h *Hot) warming() [][2]float64 {
	const points = 12
	pts := make([][2]float64, 0, 48)
	from := func(at float64, curve [][2]float64) {
		for _, p := range curve {
			if len(h.Boil.Odds) > 0 { // the fuel is for the hottest that is said, the picture is not
				p[1] = math.Min(p[1], h.HotC)
			}
			pts = append(pts, [2]float64{at + p[0], p[1]})
		}
	}
	switch {
	case h.heatless():
		return pts
	case h.BoilsIn():
		if h.Warmed.HeatS > 0.5 {
			from(h.LightS, thermal.Warming(h.Before, h.Warmed, points))
		}
		return pts
	case h.Heated:
		from(h.LightS, thermal.Warming(h.Kettle, h.Took, points))
		if off := h.BoiledS + h.TreatS + h.HoldS; off > h.BoiledS && off <= 0 {
			pts = append(pts, [2]float64{off, h.HotC})
		}
	default:
		pts = append(pts, [2]float64{-math.Max(h.WaitS, h.PrepareS), h.HotC})
	}
	// Off the heat until the coffee meets it.
	last := pts[len(pts)-1]
	if span := -last[0]; span > 1 && h.StartC < last[1] {
		const n = 6
		off := span - math.Max(h.WaitS, 0)
		if off < 1e-6 { // and not a rounding more
			off = 0
		}
		if h.WaitS == 0 {
			off = 0
		}
		k := thermal.NewCooling(h.Vessel, math.Max(h.KettleMl, 1), h.Cover, h.Air)
		t := last[1]
		if off > 0 {
			pts = append(pts, [2]float64{last[0] + off, t})
		}
		for i := 1; i < n; i++ {
			t = k.After(t, (span-off)/n)
			pts = append(pts, [2]float64{last[0] + off + (span-off)*float64(i)/n, math.Max(t, h.StartC)})
		}
	}
	return append(pts, [2]float64{0, h.StartC})
}

// dilute brings water onto a concentrate that is as cold as the air.
func (s *Steeped) dilute() {
	cold := math.Max(s.Air.TempC, 0) // frozen, it could not be poured
	s.PouredC = mix(waterKJ(s.Batch.ConcentrateMl), cold, waterKJ(s.Batch.DilutionMl), s.StartC)
	if s.curves != nil {
		s.curves.SlurryC = [][2]float64{{0, cold}, {10, cold}, {25, s.PouredC}}
	}
}

// steeper is the vessel that the coffee steeps in, how many stand side by side,
// and its temperature before the water comes.
func (s *Steeped) steeper() (v heat.Vessel, n, emptyC float64) {
	if s.Method.InPot() {
		return s.Vessel, 1, s.StartC // as hot as its water
	}
	v, n = s.Brewer, 1
	if s.Method.Family == "cup" {
		v, n = s.Cup, *s.Request.Drinkers/s.Batch.N
	}
	v.DiameterMm = CupDiameterMm(math.Max(s.Batch.PouredMl/n, 1))
	emptyC = s.Air.TempC
	warm := 0.0
	if *s.Request.Brewer.Preheated {
		warm += brewerMl
	}
	if *s.Request.Cup.Preheated && s.Method.Family == "cup" {
		warm += preheatMl // it steeps in the cup
	}
	if warm > 0 {
		emptyC = mix(v.Capacity(), s.Air.TempC, waterKJ(warm), s.StartC)
	}
	return v, n, emptyC
}

// state is the brew at first contact.
func (s *Steeped) state() thermal.State {
	return thermal.State{Air: s.Air, Model: s.Model, Access: s.access(0)}
}

// access is how freely water reaches the coffee in a step that stirs it so.
func (s *Steeped) access(stir float64) float64 {
	access := s.School.Access
	if access == 0 {
		access = 1
	}
	if stir == 0 {
		stir = 1
	}
	return access * stir * s.beans().Access()
}

// immerse steeps.
func (s *Steeped) immerse() {
	b := &s.Batch
	v, n, emptyC := s.steeper()
	s.BrewerC = emptyC
	water := waterKJ(b.PouredMl / n)
	grounds := b.DoseG / n / 1000 * coffee.SpecificHeat
	s.SlurryC = heat.Mix(heat.Body{KJPerK: water, TempC: s.StartC}, heat.Body{KJPerK: v.Capacity(), TempC: emptyC}, heat.Body{KJPerK: grounds, TempC: s.Air.TempC})
	st := s.state()
	st.Bed = thermal.Body{C: s.SlurryC, Ml: b.PouredMl / n, DryKJ: grounds + v.Capacity(), Vessel: v, LeastMl: b.PouredMl / n}
	st.Bed.MoreMl = -b.SplashMl / n // the cold splash is too little to change what is lost
	pts := s.draw(nil, &st)
	if s.BoilsIn() {
		pts = s.boilIn(&st, pts)
	}
	for i := range s.Line {
		step := &s.Line[i]
		end := step.AtS + step.ForS
		if step.Phase != method.Brew || end <= st.AtS {
			continue
		}
		if step.ID == method.Splash && b.SplashMl > 0 {
			st.Bed.Add(b.SplashMl/n, s.coldC())
		}
		st.Bed.Uncover(step.Cover)
		st.Access = s.access(step.Stir)
		still := func(end float64) {
			parts := math.Max(math.Ceil((end-st.AtS)/math.Max(stillStepS, step.ForS/8)-1e-9), 1)
			for dt := (end - st.AtS) / parts; parts > 0; parts-- {
				st.Step(dt, thermal.Action{Alone: true})
				pts = s.draw(pts, &st)
			}
			st.AtS = end // and not a rounding beside it
		}
		for _, r := range s.was.slurry(st.AtS, end) {
			still(r.AtS)
			st.Bed.C = r.C
			pts = s.draw(pts, &st)
		}
		if end > st.AtS {
			still(end)
		}
	}
	s.PouredC, s.Contact = st.Bed.C, st.Contact
	if s.curves != nil {
		s.curves.SlurryC = pts
		if s.Method.InPot() {
			s.curves.WaterC = append(s.curves.WaterC, pts...)
		}
	}
}

// boilIn brings the slurry on the flame up to the boil, and through it.
func (s *Steeped) boilIn(st *thermal.State, pts [][2]float64) [][2]float64 {
	if s.LightS > 0 {
		st.Step(s.LightS, thermal.Action{Alone: true, Still: true})
		pts = s.draw(pts, st)
	}
	const n = 12
	rise := s.Kettle
	rise.FromC, rise.Source, rise.DwellS = st.Bed.C, heat.Liquid, 0
	rise.ToC, rise.Air = math.Min(rise.ToC, s.HotC), s.Air
	from, span := st.AtS, s.BoiledS-st.AtS
	// The pot takes its part of the heat all the way; and the clock, which is that of the
	// energy balance, and the curve come to the boil together.
	way := (rise.ToC - rise.FromC) / math.Max(rise.ToC-s.coldC(), 1)
	up := thermal.Warming(rise, heat.Heated{HeatS: span, EfficiencyHere: s.Took.EfficiencyHere, VesselKJ: s.Took.VesselKJ * way}, n)
	reach := up[len(up)-1][1] - rise.FromC
	for _, p := range up[1:] {
		c := p[1]
		if reach > 0 {
			c = rise.FromC + (p[1]-rise.FromC)*(rise.ToC-rise.FromC)/reach
		}
		st.Bed.C = (st.Bed.C + c) / 2 // through the middle of the step
		st.Step(from+p[0]-st.AtS, thermal.Action{Alone: true, Still: true})
		st.Bed.C = c
		pts = s.draw(pts, st)
	}
	st.Bed.C, st.AtS = s.HotC, s.BoiledS
	if s.BoilS > 0 {
		st.Access = s.access(s.School.BoilStirs)
		st.Step(s.BoilS, thermal.Action{Alone: true, Still: true})
		pts = s.draw(pts, st)
	}
	return pts
}

func (s *Steeped) draw(pts [][2]float64, st *thermal.State) [][2]float64 {
	if s.curves == nil {
		return nil
	}
	return append(pts, [2]float64{st.AtS, st.Bed.C})
}

// dryBed is the brew just before water meets a bed of coffee: the kettle, the dripper as
// warm as rinsing has made it, the cups.
func (s *Steeped) dryBed() thermal.State {
	b := &s.Batch
	body := s.Brewer.Capacity()
	s.BrewerC = s.Air.TempC
	rinse := b.RinseMl
	if *s.Request.Brewer.Preheated {
		rinse += brewerMl
	}
	if rinse > 0 {
		s.BrewerC = mix(waterKJ(rinse), s.StartC, body, s.Air.TempC)
	}
	grounds := b.DoseG / 1000 * coffee.SpecificHeat
	drains := s.School.Filter.Shape != ""
	bed := s.Brewer
	bed.DiameterMm = bedMm
	if drains {
		s.Bed = s.School.Filter.Bed(b.DoseG, s.um, s.drainFactor())
		bed.DiameterMm = s.Bed.SurfaceMm(standsShare * b.PouredMl)
	}
	st := s.state()
	st.Bed = thermal.Body{C: mix(body, s.BrewerC, grounds, s.Air.TempC), DryKJ: grounds + body, Vessel: bed, Cover: heat.Open, MoreMl: b.DoseG, LeastMl: 20}
	st.Kettle = thermal.Body{C: s.StartC, Ml: b.PouredMl + s.hotLaterMl(), DryKJ: s.Vessel.Capacity(), Vessel: s.Vessel, Cover: heat.Spouted, LeastMl: 1}
	st.Cup = thermal.Body{C: s.firstC(), DryKJ: s.Cup.Capacity() + s.firstKJ(), Vessel: s.Cup, Cover: heat.Crusted, LeastMl: 5}
	st.Cups, st.KeepMl = *s.Request.Drinkers, b.RetainedMl
	if s.OnFlame() {
		// Water comes up through the funnel from a boiler that goes on being heated; the
		// basket hangs over it, about half as warm as it is.
		funnel := funnelShare * s.Brewer.Capacity()
		st.Bed.C, st.Bed.DryKJ = mix(funnel, (s.Air.TempC+s.StartC)/2, grounds, (s.Air.TempC+s.StartC)/2), grounds+funnel
		st.Kettle.DryKJ, st.Kettle.Vessel = boilerShare*s.Brewer.Capacity(), s.Brewer
		st.Piped = true
	}
	return st
}

// percolate pours through a bed into the cups: heat comes with each pour and leaves
// with what drains, from the bed's surface and through the dripper; the cups fill and
// cool.
func (s *Steeped) percolate() {
	b, later := &s.Batch, s.hotLaterMl()
	drains := s.School.Filter.Shape != ""
	st := s.dryBed()
	var act thermal.Action
	held := s.HeldS()
	pushedC, bedC := heat.PushedC(s.Air, 1), heat.PushedC(s.Air, 0.5)
	if s.OnFlame() {
		act.HeatW = s.flowW()
	}
	var pts [][2]float64 // from the first wetting: before, there is no slurry
	var sum, over float64
	gone := false
	steps := func(until, longest float64) {
		act.Held = gone || st.AtS < held-1e-9
		parts := math.Ceil((until-st.AtS)/longest - 1e-9)
		for dt := (until - st.AtS) / parts; parts > 0; parts-- {
			from, dry := st.Bed.C, st.Bed.Ml == 0
			st.Step(dt, act)
			if s.OnFlame() { // what is hotter flashes; half of the pressure falls in the bed
				st.Kettle.C, st.Bed.C = math.Min(st.Kettle.C, pushedC), math.Min(st.Bed.C, bedC)
			}
			s.peakMl = math.Max(s.peakMl, st.Bed.Ml+groundsMlPerG*b.DoseG)
			if in := math.Min(st.AtS, meanS) - (st.AtS - dt); in > 0 && st.Bed.Ml > 0 {
				mean := (from + st.Bed.C) / 2
				if dry {
					mean = st.Bed.C // before it was wet there was no slurry
				}
				sum, over = sum+in*mean, over+in
			}
			if st.Kettle.Ml < later+0.5 {
				gone = later < 0.5 // nothing is left in it to cool
			}
			pts = s.draw(pts, &st)
			if s.curves != nil && (st.AtS <= s.LastPour+1e-9 || s.OnFlame()) {
				s.curves.WaterC = append(s.curves.WaterC, [2]float64{st.AtS, st.Kettle.C})
			}
		}
		st.AtS = math.Max(st.AtS, until)
	}
	var run func(until float64)
	run = func(until float64) {
		for _, edge := range []float64{s.BackAtS, s.BackAtS + s.BackForS} {
			if s.BackForS > 0 && st.AtS < edge-1e-9 && until > edge+1e-9 {
				run(edge) // it goes back on the heat, or comes off
			}
		}
		if !s.OnFlame() {
			act.HeatW = s.backW(st.AtS)
		}
		if st.AtS < held-1e-9 && until > held+1e-9 {
			run(held) // until it comes off the heat
		}
		for _, r := range s.was.kettle(st.AtS, until) {
			steps(r.AtS, flowStepS)
			st.Kettle.C = r.C
		}
		if st.AtS < wettingS { // dry and cold grounds warm quickly
			steps(math.Min(until, wettingS), wettingStepS)
		}
		steps(until, flowStepS)
	}
	pours := s.pours()
	if drains {
		st.Through = s.Bed.Flow
	}
	for i, p := range pours {
		next := s.ContactS
		if i+1 < len(pours) {
			next = pours[i+1].at
		} else if drains {
			next = p.at + p.forS
		}
		run(p.at)
		if !drains { // pushed: it comes as evenly as it is poured
			act.Drain = math.Max(st.Bed.Ml+p.ml-b.RetainedMl, 0) / math.Max(next-p.at, 1)
		}
		act.Pour = p.ml / p.forS
		run(math.Min(p.at+p.forS, next))
		act.Pour = 0
		run(next)
	}
	if drains {
		s.drain(&st, func(dt float64) { steps(st.AtS+dt, dt) })
	}
	if later > 0 {
		s.AddedC = st.Kettle.C
	}
	s.SlurryC = st.Bed.C
	if over > 0 {
		s.SlurryC = sum / over
	}
	s.PouredC, s.Contact = st.Cup.C, st.Contact
	if s.curves != nil {
		s.curves.SlurryC = pts
	}
}

// drain watches the bed until nothing stands over what the grounds keep, and lets the
// steps last as long.
func (s *Steeped) drain(st *thermal.State, step func(dt float64)) {
	least := 0.0
	for i := range s.Line {
		if k := &s.Line[i]; k.Drains {
			least = k.AtS + leastDrainS
		}
	}
	var sum, over float64
	for s.DrainedS == 0 {
		above, from := st.Bed.Ml-st.KeepMl, st.AtS
		flow := s.Bed.Flow(above, st.Bed.C)
		if lift, is := s.was.lift(); is && st.AtS >= lift-1e-9 {
			s.DrainedS, s.leftOver = st.AtS, math.Max(above, 0)
			break
		}
		if above <= 1e-9 {
			s.DrainedS = st.AtS
			break
		}
		dt := math.Max(drainStepS, (st.AtS-s.LastPour)/40)
		last := above <= flow*dt // within this step, as it slows hardly more
		if last {
			dt = above / flow * (1 + 1e-9)
		}
		if lift, is := s.was.lift(); is && st.AtS+dt > lift {
			dt, last = lift-st.AtS, false
		}
		sum, over = sum+dt*st.Bed.C, over+dt
		step(dt)
		if last || st.AtS-s.LastPour > longestDrainS {
			s.DrainedS = from + dt
		}
	}
	s.BedC = st.Bed.C
	if over > 0 {
		s.BedC = sum / over
	}
	if at, is := s.was.drained(); is {
		s.DrainedS, least = at, at // it was seen, whatever the model has
	}
	if end := math.Max(s.DrainedS, least); end > st.AtS {
		step(end - st.AtS)
	}
	if s.was.exact() {
		s.until(math.Max(s.DrainedS, least))
		return
	}
	// No closer than anybody could tell.
	s.until(quantity.RoundTo(math.Max(s.DrainedS, least), toldS))
}

// toldS is how closely the end of a drawdown is told, in s.
const toldS = 5

// until lets the step in which it drains last until a moment; what follows moves with it.
func (s *Steeped) until(end float64) {
	hot, line := *s.Hot, *s.Timeline
	line.Line = slices.Clone(line.Line)
	for i := range line.Line {
		if k := &line.Line[i]; k.Drains {
			k.ForS = end - k.AtS
		}
	}
	line.ServedS += end - line.ContactS
	line.ContactS = end
	hot.Timeline, s.Hot = &line, &hot
}

// drainFactor is by how much this dripper with this paper passes less than a usual one.
func (s *Setting) drainFactor() float64 {
	if f := s.Request.Calibration.DrainFactor; f != nil {
		return *f
	}
	return 1
}

// flowW is what the flame puts into a moka pot while it flows, in W.
func (s *Steeped) flowW() float64 {
	w := s.PowerW * s.Took.EfficiencyHere
	if s.School.ColdFill {
		return w * s.Burner.LowFlame()
	}
	return w * Moderate
}

type pour struct{ at, forS, ml float64 }

func (s *Steeped) pours() []pour {
	var out []pour
	at := 0.0
	for i := range s.Line {
		if step := &s.Line[i]; step.Phase == method.Brew && step.Lane == method.Scale {
			to := s.pourTo(step)
			out = append(out, pour{step.AtS, math.Max(step.ForS, 1), (to - at) * s.School.Passes()})
			at = to
		}
	}
	if len(out) == 0 { // pushed up by steam while it flows
		out = append(out, pour{0, math.Max(s.ContactS*0.8, 1), s.Batch.PouredMl * s.School.Passes()})
	}
	return out
}

// hotLaterMl is hot water of a batch that is added to the cups afterwards, and waits in
// the kettle until then.
func (s *Recipe) hotLaterMl() float64 {
	if s.School.DiluteCold || s.School.TopUp || s.Method.Contact == method.Dilution {
		return 0
	}
	return s.Batch.DilutionMl
}

// firstC is the temperature of a cup with what lies in it before the coffee runs in.
func (s *Steeped) firstC() float64 {
	return mix(s.Cup.Capacity(), s.CupStartC(), s.firstKJ(), s.withC())
}

// CupStartC is the temperature of an empty cup.
func (s *Steeped) CupStartC() float64 {
	if !*s.Request.Cup.Preheated {
		return s.Air.TempC
	}
	return mix(s.Cup.Capacity(), s.Air.TempC, waterKJ(preheatMl), s.StartC)
}

// InCup reports whether it steeped in the cup that it is drunk from.
func (s *Setting) InCup() bool { return s.Method.ID == method.SteepBagID }

// pourOut brings the drink into the cups.
func (s *Steeped) pourOut() {
	t := s.PouredC
	cupMl, people := *s.Request.CupMl, *s.Request.Drinkers
	added := waterKJ(s.Batch.DilutionMl * s.Batch.N / people)
	diluted := s.Method.Contact == method.Dilution
	if !s.Percolates() && !s.InCup() {
		ml := waterKJ(cupMl)
		if !diluted {
			ml -= added
		}
		t = mix(ml, heat.Poured(t, s.Air), s.Cup.Capacity()+s.firstKJ(), s.firstC())
	}
	if !diluted && added > 0 {
		switch {
		case s.School.DiluteCold:
			s.AddedC = s.coldC()
		case s.apartMl() > 0:
			s.AddedC = heat.Poured(s.SetAsideC(), s.Air)
		case s.Reheats:
			s.AddedC = heat.Poured(s.ReheatC, s.Air)
		default:
			if !s.Percolates() { // it stood in the kettle, lid ajar
				k := thermal.NewCooling(s.Vessel, math.Max(s.hotLaterMl(), 1), heat.Spouted, s.Air)
				s.AddedC = k.After(s.StartC, s.ContactS)
			}
			s.AddedC = heat.Poured(s.AddedC, s.Air)
		}
		warm := math.Max(waterKJ(cupMl)-added, 0) + s.Cup.Capacity() + s.firstKJ()
		if s.School.DiluteIce {
			t = s.meltIce(warm, t)
		} else {
			t = mix(warm, t, added, s.AddedC)
		}
	}
	if kJ := s.stirredKJ(); kJ > 0 {
		t = mix(waterKJ(cupMl)+s.Cup.Capacity()+s.firstKJ(), t, kJ, s.withC())
	}
	s.CupC = t
}

// meltIce brings a warm drink and its cup onto ice at 0 °C and returns what it
// comes to.
func (s *Steeped) meltIce(warmKJPerK, t float64) float64 {
	ice := s.Batch.DilutionMl * s.Batch.N / *s.Request.Drinkers
	melts := math.Min(warmKJPerK*math.Max(t, 0)/(water.HeatOfFusion*ice/1000), 1)
	after := 0.0
	if melts == 1 {
		after = (warmKJPerK*t - water.HeatOfFusion*ice/1000) / (warmKJPerK + waterKJ(ice))
	}
	s.melted, s.iceG, s.meltedG, s.afterIce = true, ice, ice*melts, after
	return after
}

// cupCover is what covers a cup that stands: an insulated one has its lid on.
func (s *Setting) cupCover() heat.Cover {
	if s.Cup.Insulated {
		return heat.Lidded
	}
	return heat.Open
}

// drinkable is how long the cup takes to be drunk from, in s, and draws that.
func (s *Steeped) drinkable() float64 {
	k := thermal.NewCooling(s.Cup, s.Request.FullCupMl(), s.cupCover(), s.Air)
	took, ok := k.TimeTo(s.CupC, DrinkingC)
	if !ok {
		took = thermal.MaxWaitS
	}
	if s.curves != nil {
		const n = 12
		t := s.CupC
		pts := make([][2]float64, 0, n+1)
		pts = append(pts, [2]float64{s.ServedS, t})
		for i := 1; took > 0 && i <= n; i++ {
			t = k.After(t, took/n)
			pts = append(pts, [2]float64{s.ServedS + took*float64(i)/n, t})
		}
		s.curves.CupC = pts
	}
	return took
}

// ice is what became of the ice.
func (s *Steeped) ice() []Decision {
	if !s.melted {
		return nil
	}
	return []Decision{{ID: "ice", Values: []quantity.Value{quantity.Of(s.iceG, quantity.Gram), quantity.Of(s.meltedG, quantity.Gram), quantity.Of(s.afterIce, quantity.Celsius)}}}
}
