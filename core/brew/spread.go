package brew

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

// By how much what goes into a plan may be out, as a share where nothing else is said. All
// from memory, or what published correlations spread by.
const (
	lossOut         = 0.25 // of the loss to the air
	lossOutMeasured = 0.10
	effOut          = 0.20 // of the efficiency
	effOutMeasured  = 0.07
	powerOut        = 0.15 // of the flame
	powerMeasured   = 0.05
	windOut         = 0.30 // of what the wind takes of it
	canC            = 2.0  // of a canister's temperature, °C
	grindOutUm      = 75.0 // makers disagree, µm
	limitOut        = 0.06 // of what can be dissolved
	fastOut         = 0.12 // of the fast pool's share
	slowOut         = 0.30 // of the slow pool's time
	accessOut       = 0.15 // of how freely water reaches the grounds, steeped
	pushedOut       = 0.50 // under pressure
	drainOut        = 0.25 // of the resistance of bed and paper
	drainMeasured   = 0.08
	caffeineOut     = 0.25 // of the caffeine in dry coffee
	thermometerOutC = 0.5
)

// Spreads are by how much the figures of a plan may be out, either way: each what its own
// uncertain inputs give, put together as independent ones are.
type Spreads struct {
	WaitS, StartC, SlurryC, CupC, DrinkableS float64
	HeatShare, FuelShare                     float64 // of the time and of the fuel
	ContactS                                 float64
	Points                                   float64 // of extraction
	CaffeineShare                            float64
	BarStart, BarEnd, EndC                   float64
}

func either(measured *float64, is, not float64) float64 {
	return quantity.Either(measured != nil, is, not)
}

func hypot(v ...float64) float64 {
	sum := 0.0
	for _, x := range v {
		sum += x * x
	}
	return math.Sqrt(sum)
}

// Spreads works them out.
func (b *Brewed) Spreads() Spreads {
	var s Spreads
	m := &b.Request.Calibration
	loss := either(m.LossFactor, lossOutMeasured, lossOut)
	boil := (b.Boil.BoilHighC - b.Boil.BoilLowC) / 2
	if b.supplied() {
		boil = thermometerOutC
	}
	s.StartC = boil
	if b.heatless() {
		s.StartC = thermometerOutC
	}
	if b.WaitS > 0 {
		// What one waits is out by the loss and by where it begins; what it comes to, by
		// the loss over that wait.
		k := thermal.NewCooling(b.Vessel, b.KettleMl, b.Cover, b.Air)
		s.WaitS = WaitOut(&k, b.WaitS, b.WishC, boil, m.LossFactor != nil)
		s.StartC = hypot(loss*math.Max(b.HotC-b.StartC, 0), boil)
	}
	if b.School.Temps.High == 0 && b.BoilsIn() {
		s.StartC = thermometerOutC
	}
	// Mixing takes in what the vessel and the coffee are, each good to a degree or two.
	cold := math.Max(b.StartC-b.SlurryC, 0)
	s.SlurryC = hypot(s.StartC, 0.25*cold, 0.5)
	s.CupC = hypot(s.SlurryC, loss*math.Max(b.SlurryC-b.CupC, 0), 0.5)
	s.DrinkableS = b.cools(loss, s.CupC)

	eff, power := either(m.Efficiency, effOutMeasured, effOut), either(m.PowerW, powerMeasured, powerOut)
	if b.Fuel.Electric() {
		eff, power = eff/2, power/3
	}
	wind := 0.0
	if w := b.Burner.WindLoss * b.Air.WindMs; b.Heated {
		wind = windOut * w / (1 + w)
		if need := b.Took.NeedKJ(); need > 0 {
			wind = hypot(wind, loss*b.Took.AirKJ/need)
		}
	}
	s.FuelShare, s.HeatShare = hypot(eff, wind), hypot(eff, wind, power)
	if c := b.Canister; c != nil {
		gas := GasOut(c.At, c.End)
		s.EndC, s.BarStart, s.BarEnd = gas.EndC, gas.StartBar, gas.EndBar
		if b.Kettle.PowerW < b.PowerW {
			s.HeatShare = hypot(s.HeatShare, gas.FlameShare((c.End.Pressure(c.End.TempC)+c.At.Pressure(c.At.TempC))/2-b.Boil.PressureHPa/1000))
		}
	}
	s.Points = b.pointsOut(&s)
	s.CaffeineShare = caffeineOut
	return s
}

// GasSpread is by how much a canister's pressures, in bar, and its last temperature may be
// out.
type GasSpread struct{ StartBar, EndBar, EndC float64 }

// GasOut is that of a canister as it was and as it is at the end, from what its
// temperature may be out.
func GasOut(at, end heat.Canister) GasSpread {
	slope := func(k heat.Canister) float64 { return (k.Pressure(k.TempC+canC) - k.Pressure(k.TempC-canC)) / 2 }
	g := GasSpread{EndC: hypot(canC, 0.3*math.Max(at.TempC-end.TempC, 0)), StartBar: slope(at)}
	g.EndBar = slope(end) * g.EndC / canC
	return g
}

// FlameShare is by what part the flame may be out at a gauge pressure in bar, with the
// root of which it goes.
func (g GasSpread) FlameShare(gaugeBar float64) float64 {
	return math.Min(g.EndBar/math.Max(gaugeBar, 0.05)/2, 1)
}

// WaitOut is by how much a wait of s seconds until c °C may be out, with a loss that is
// measured or not and a boil that is out by boilC.
func WaitOut(k *thermal.Cooling, s, c, boilC float64, measured bool) float64 {
	loss := lossOut
	if measured {
		loss = lossOutMeasured
	}
	return hypot(loss*s, boilC*1000*k.KJPerK/math.Max(k.Watts(c), 1e-6))
}

// cools is by how much the time until the cup can be drunk from may be out.
func (b *Brewed) cools(loss, cupC float64) float64 {
	k := thermal.NewCooling(b.Cup, b.Request.FullCupMl(), b.cupCover(), b.Air)
	took, ok := k.TimeTo(b.Steeped.CupC, DrinkingC)
	if !ok || took == 0 {
		return 0
	}
	fall := k.Watts(DrinkingC) / (1000 * k.KJPerK)
	return hypot(loss*took, cupC/math.Max(fall, 1e-6))
}

// pointsOut is by how much the estimated extraction may be out, in points; it sets that of
// the contact, too.
func (b *Brewed) pointsOut(s *Spreads) float64 {
	if b.Method.Contact == method.Dilution || b.Um == 0 {
		return b.band()
	}
	at := func(m coffee.Model, k coffee.Contact, um, limit float64) float64 {
		return 100 * m.Extraction(k, um, limit)
	}
	limit, k := b.Limit(), b.Contact
	e := at(b.Model, k, b.Um, limit)
	scaled := func(share float64) coffee.Contact {
		return coffee.Contact{Fast: k.Fast * (1 + share), Slow: k.Slow * (1 + share)}
	}
	// A mean of the slurry over its time, as warm as it may be.
	warmer := func(by float64) coffee.Contact {
		c := (b.SlurryC + b.PouredC) / 2
		f0, s0 := b.Model.Rates(c)
		f1, s1 := b.Model.Rates(c + by)
		return coffee.Contact{Fast: k.Fast * f1 / f0, Slow: k.Slow * s1 / s0}
	}
	slow := b.Model
	slow.SlowMinutes *= 1 + slowOut
	fast := b.Model
	fast.FastShare *= 1 + fastOut
	access := accessOut
	if b.Method.Contact == method.Pressure {
		access = pushedOut
	}
	out := []float64{limitOut * e, at(fast, k, b.Um, limit) - e, at(slow, k, b.Um, limit) - e, at(b.Model, warmer(s.SlurryC), b.Um, limit) - e, at(b.Model, scaled(access), b.Um, limit) - e}
	grindOut := grindOutUm
	if b.shopGround() {
		grindOut = ShopCoarsestUm - ShopUm
	}
	coarser := b.Um + grindOut
	out = append(out, at(b.Model, k, coarser, limit)-e)
	if b.Bed.Shape != "" {
		// A finer bed holds the water longer, and a slower paper, too: after the last pour.
		resist := either(b.Request.Calibration.DrainFactor, drainMeasured, drainOut)
		// What is slower stands the higher when the last of it is poured, too: so it tells
		// over all of the draining, from the bloom on.
		from := 0.0
		for i := range b.Line {
			if k := &b.Line[i]; k.Lane == method.Scale && k.Phase == method.Brew && k.AtS > 0 {
				from = k.AtS
				break
			}
		}
		drain := quantity.Either(b.DrainedS > b.LastPour, math.Max(b.DrainedS-from, 0), 0)
		share := b.Bed.BedShare()
		grind := share * (1 - (b.Um/coarser)*(b.Um/coarser))
		s.ContactS = hypot(resist*drain, grind*drain)
		longer := coffee.Contact{Fast: k.Fast, Slow: k.Slow * (1 + resist*drain/math.Max(b.ContactS, 1))}
		out = append(out, at(b.Model, longer, b.Um, limit)-e)
	}
	return hypot(out...)
}
