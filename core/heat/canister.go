package heat

import (
	"errors"
	"math"

	"apodemos/core/quantity"
	"apodemos/core/solve"
)

// ErrEmpty is returned for a canister with nothing in it.
var ErrEmpty = errors.New("the canister is empty")

// antoine is a vapour pressure equation, log10(p/bar) = A − B/(T/K + C), used
// up to the temperature to.
type antoine struct{ a, b, c, to float64 }

// A Gas is one component of canister gas.
type Gas struct {
	Name  string
	Molar float64 // g/mol
	LHV   float64 // MJ/kg
	curve []antoine
}

// The gases in canisters. Vapour pressures: Antoine equations of the NIST
// Chemistry WebBook; propane from 230.6 to 320.7 K, isobutane from 188 and
// n-butane from 195 K.
var (
	Propane   = Gas{"propane", 44.097, PropaneLHV, []antoine{{3.98292, 819.296, -24.417, math.Inf(1)}}}
	Isobutane = Gas{"isobutane", 58.123, IsobutaneLHV, []antoine{{3.94417, 912.141, -29.808, 261.4}, {4.3281, 1132.108, 0.918, math.Inf(1)}}}
	Butane    = Gas{"n-butane", 58.123, ButaneLHV, []antoine{{3.85002, 909.65, -36.146, 272.7}, {4.35576, 1175.581, -2.071, math.Inf(1)}}}
)

// Pressure returns the vapour pressure of the pure gas in bar, absolute, at c
// °C, from −42 to 47 °C.
func (g Gas) Pressure(c float64) float64 {
	t := quantity.ToKelvin(c)
	for _, k := range g.curve {
		if t <= k.to {
			return math.Exp(math.Ln10 * (k.a - k.b/(t+k.c)))
		}
	}
	panic("heat: no vapour pressure curve")
}

// Blend is the gas left in a canister, in g of each component.
type Blend struct{ Propane, Isobutane, Butane float64 }

var gases = [3]Gas{Propane, Isobutane, Butane}

func (b Blend) parts() [3]float64 { return [3]float64{b.Propane, b.Isobutane, b.Butane} }

// Mass returns the mass of the blend in g.
func (b Blend) Mass() float64 { return b.Propane + b.Isobutane + b.Butane }

// Scale returns the blend with every component multiplied by f.
func (b Blend) Scale(f float64) Blend { return Blend{b.Propane * f, b.Isobutane * f, b.Butane * f} }

// LHV returns the lower heating value in MJ/kg.
func (b Blend) LHV() float64 {
	m := b.Mass()
	if m <= 0 {
		return IsobutaneLHV
	}
	return (b.Propane*PropaneLHV + b.Isobutane*IsobutaneLHV + b.Butane*ButaneLHV) / m
}

// vapour returns the pressure in bar and the mass fractions in the vapour, by
// Raoult's law on the mole fractions in the liquid.
func (b Blend) vapour(c float64) (bar float64, y [3]float64) {
	var n [3]float64
	var sum float64
	for i, m := range b.parts() {
		n[i] = m / gases[i].Molar
		sum += n[i]
	}
	if sum <= 0 {
		return 0, y
	}
	var mass float64
	for i := range n {
		p := n[i] / sum * gases[i].Pressure(c)
		bar += p
		y[i] = p * gases[i].Molar
		mass += y[i]
	}
	for i := range y {
		y[i] /= mass
	}
	return bar, y
}

// Pressure returns the pressure over the blend in bar, absolute, at c °C;
// 0 when there is none left.
func (b Blend) Pressure(c float64) float64 {
	bar, _ := b.vapour(c)
	return bar
}

// Draw takes g grams of vapour from the blend at c °C: differential
// distillation, in which the vapour is richer in what boils easily and leaves
// the rest behind. It returns what is left and what was drawn; together they
// are the blend, component by component. No more is drawn than there is.
func (b Blend) Draw(g, c float64) (left, drawn Blend) {
	left = b
	g = math.Min(math.Max(g, 0), b.Mass())
	for g > 1e-9 && left.Mass() > 0 {
		// Steps of a hundredth of what is left, taken at the middle's vapour.
		step := math.Min(g, math.Max(left.Mass()/100, 0.01))
		_, y := left.vapour(c)
		mid := left.take(y, step/2)
		if mid.Mass() > 0 {
			_, y = mid.vapour(c)
		}
		left = left.take(y, step)
		g -= step
	}
	p, q := b.parts(), left.parts()
	return left, Blend{p[0] - q[0], p[1] - q[1], p[2] - q[2]}
}

// take removes g grams with mass fractions y, never more than there is.
func (b Blend) take(y [3]float64, g float64) Blend {
	p := b.parts()
	short := 0.0
	for i := range p {
		want := y[i] * g
		got := math.Min(want, p[i])
		p[i] -= got
		short += want - got
	}
	if rest := p[0] + p[1] + p[2]; short > 0 && rest > 0 {
		f := math.Max(1-short/rest, 0)
		p[0], p[1], p[2] = p[0]*f, p[1]*f, p[2]*f
	}
	return Blend{p[0], p[1], p[2]}
}

// Heat constants of a canister in use. All from memory.
const (
	gasVaporisation = 385.0 // kJ/kg, of 370 to 400
	gasLiquidHeat   = 2.4   // kJ/(kg·K)
	canSteelShare   = 0.6   // steel, in g for each g that it holds
	canSteelHeat    = 0.5   // kJ/(kg·K)
	canAreaM2       = 0.035 // of a canister that holds 230 g
	canFilm         = 10.0  // W/(m²·K), calm
	canFilmWind     = 4.0   // more for each m/s
)

// CanisterSteel returns the mass in g of the steel of canisters that hold so
// many g together. From memory.
func CanisterSteel(capacityG float64) float64 { return canSteelShare * capacityG }

// A Canister is gas in a steel can.
type Canister struct {
	Blend
	CapacityG float64
	TempC     float64
}

// A Jet makes a flame of gas under pressure: Power ∝ √(gauge pressure), as a gas flows
// through an orifice, up to the rated flame at RatedBar, and constant above.
type Jet struct {
	FullW      float64 // heat burned at the rated flame
	RatedBar   float64 // gauge pressure that it is rated at
	AmbientBar float64
}

// RatedBar is the gauge pressure in bar at which burners are rated: that of a blend at
// 15 °C, at the sea.
func (b Blend) RatedBar() float64 { return b.Pressure(15) - seaPa/1e5 }

// outShare is the part of the full flame under which there is none. From memory.
const outShare = 0.05

// RegulatedBar is the gauge pressure down to which a stove with a regulator keeps its
// full flame. From memory.
const RegulatedBar = 0.5

// Power returns the heat burned with the valve wide open, in W, at an absolute pressure
// in bar: nothing where the gas does not press.
func (j Jet) Power(bar float64) float64 {
	gauge := bar - j.AmbientBar
	if gauge <= 0 {
		return 0
	}
	return j.FullW * math.Sqrt(math.Min(gauge/j.RatedBar, 1))
}

// A Drawn is what a canister gave.
type Drawn struct {
	KJ, Seconds float64
	LowestBar   float64 // absolute
}

// Burn takes gas from the canister until it has given kJ of heat, or seconds have gone,
// whichever is first, in air a, with a flame of so much of the full one where the gas
// gives that: the gas that evaporates cools the rest, and the air warms it. What is
// colder than it boils gives nothing.
func (k Canister) Burn(j Jet, flame, kJ, seconds float64, a Air) (after Canister, d Drawn) {
	const steps = 16
	after = k
	pressure := k.Pressure(k.TempC)
	d.LowestBar = pressure
	ua, perKJ := k.exchange(a)
	dt := seconds / steps
	if full := 1000 * kJ / math.Max(flame*j.FullW, 1e-9); kJ < math.Inf(1) && !(dt <= full/steps) {
		dt = full / steps
	}
	for d.KJ < kJ*(1-1e-9) && d.Seconds < seconds*(1-1e-9) {
		s := math.Min(dt, seconds-d.Seconds)
		gave := after.step(j, flame, kJ-d.KJ, s, ua, perKJ, &pressure)
		if gave.Seconds == 0 {
			break // it does not burn
		}
		d.KJ, d.Seconds = d.KJ+gave.KJ, d.Seconds+gave.Seconds
		d.LowestBar = math.Min(d.LowestBar, pressure)
	}
	if after.Mass() > 1e-9 {
		d.LowestBar = math.Min(d.LowestBar, after.Pressure(after.TempC))
	}
	return after, d
}

// An exchange is the air round a canister and what that gives it, W/K, and the gas to a kJ.
type exchange struct{ airC, wPerK float64 }

func (k Canister) exchange(a Air) (exchange, float64) {
	return exchange{a.TempC, canAreaM2 * math.Pow(k.CapacityG/230, 2.0/3) * (canFilm + canFilmWind*a.WindMs)}, 1 / math.Max(k.LHV(), 1)
}

// step draws gas for s seconds, or less where kJ are given sooner or it is empty, from a
// canister that is under a pressure in bar, and sets that anew. It gives nothing where the
// gas makes no flame.
func (k *Canister) step(j Jet, flame, kJ, s float64, e exchange, perKJ float64, pressure *float64) (d Drawn) {
	w := math.Min(flame*j.FullW, j.Power(*pressure))
	if w <= outShare*flame*j.FullW || k.Mass() <= 1e-9 {
		return d
	}
	s = math.Min(s, 1000*kJ/w)
	g := w * s / 1000 * perKJ
	if m := k.Mass(); g > m {
		s *= m / g
		g = m
	}
	c := k.Mass()/1000*gasLiquidHeat + k.CapacityG/1000*canSteelShare*canSteelHeat
	// Exactly, over a step in which flow and contents stand still.
	rest := e.airC - g/s*gasVaporisation/e.wPerK
	k.TempC = rest + (k.TempC-rest)*math.Exp(-e.wPerK*s/(1000*c))
	var y [3]float64
	if *pressure, y = k.vapour(k.TempC); g < 0.01*k.Mass() {
		k.Blend = k.take(y, g) // so little that the mixture stands still, too
	} else {
		k.Blend, _ = k.Draw(g, k.TempC)
		*pressure = k.Pressure(k.TempC)
	}
	return Drawn{KJ: w * s / 1000, Seconds: s}
}

// Verdict says whether a canister feeds a burner at a gauge pressure in bar.
// The limits are from memory: burners feed steadily down to about 0.4 bar
// and go out under 0.1.
func Verdict(gaugeBar float64) string {
	switch {
	case gaugeBar < LeastBar:
		return "will-not-feed"
	case gaugeBar < SteadyBar:
		return "weak"
	}
	return "fine"
}

// SteadyBar is the gauge pressure down to which burners feed steadily, if on a smaller
// flame than their full one, and LeastBar that under which
// they go out. From memory.
const (
	SteadyBar = 0.4
	LeastBar  = 0.1
)

// WarmFor returns the temperature in °C from which the canister must start to have the
// gauge pressure in bar still when it has given kJ at a flame; false when it is over
// 45 °C.
func (k Canister) WarmFor(j Jet, flame, kJ, gaugeBar float64, a Air) (float64, bool) {
	const warmest, seconds = 45.0, 4 * 3600
	cold := math.Max(k.TempC, -42)
	short := func(c float64) bool {
		k.TempC = c
		_, d := k.Burn(j, flame, kJ, seconds, a)
		return d.KJ < kJ*(1-1e-6) || d.LowestBar < j.AmbientBar+gaugeBar
	}
	if short(warmest) {
		return 0, false
	}
	_, c := solve.Last(cold, warmest, 0.05, short)
	return c, true
}

// WarmEnough returns the lowest temperature in °C at which the blend has the
// gauge pressure over an ambient pressure in hPa, and false when it has not at
// 40 °C.
func (b Blend) WarmEnough(gaugeBar, ambientHPa float64) (float64, bool) {
	want := gaugeBar + ambientHPa/1000
	lo, hi := -42.0, 40.0
	if b.Pressure(hi) < want {
		return 0, false
	}
	if b.Pressure(lo) >= want {
		return lo, true
	}
	_, warm := solve.Last(lo, hi, 1e-4, func(c float64) bool { return b.Pressure(c) < want })
	return warm, true
}
