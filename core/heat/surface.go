package heat

import (
	"math"
	"sync"
	"sync/atomic"

	"apodemos/core/quantity"
	"apodemos/core/solve"
	"apodemos/core/water"
)

// Constants of the air over hot water.
const (
	gasConstant    = 8.314462618 // J/(mol·K)
	gravity        = 9.80665     // m/s²
	molarAir       = 0.0289652   // kg/mol
	molarWater     = 0.01801528
	airHeat        = 1005.0   // J/(kg·K)
	seaPa          = 101325.0 // Pa
	diffusivity298 = 2.5e-5   // of vapour in air at 298 K and one atmosphere, m²/s
	// surfaceShare is the share of the published coefficients that a free surface gets
	// in a vessel, whose rim shelters it. Fitted to one published measurement (Gould and
	// Tobochnik's cup of coffee); the correlations themselves spread by a quarter.
	surfaceShare = 0.8
)

// dryAir returns dynamic viscosity in Pa·s (Sutherland), conductivity in W/(m·K) (US
// Standard Atmosphere 1976) and density in kg/m³ of dry air at t K and p Pa.
func dryAir(t, p float64) (mu, k, rho float64) {
	t32 := t * math.Sqrt(t)
	return 1.458e-6 * t32 / (t + 110.4), 2.64638e-3 * t32 / (t + 245.4*math.Exp(-math.Ln10*12/t)), p * molarAir / (gasConstant * t)
}

// humidAir is the density of air at t K and p Pa with so much vapour in it, Pa, kg/m³.
func humidAir(t, p, vapour float64) float64 {
	return ((p-vapour)*molarAir + vapour*molarWater) / (gasConstant * t)
}

// A surface is one square metre of hot water, open to the air: what it loses at any
// temperature of the water under it. Its values are found when they are asked for, on
// a grid, and read between by cubics. It may be used by many at once: two that ask for
// one value find the same.
type surface struct {
	air      Air
	diameter float64 // m
	boilC    float64
	vapour   float64              // of the air, Pa
	node     [gridN]atomic.Uint64 // bits of a value; 0 where it is not found yet
}

// The grid of water temperatures, °C: from the coldest that anything gets to past the
// boil, so that cubics reach it.
const (
	gridFromC, gridStepC = -62.0, 3.5
	gridN                = 52
)

// ofWater is what water at a grid's temperature does by itself.
type ofWater struct{ film, vaporisation float64 }

var ofWaters = sync.OnceValue(func() *[gridN]ofWater {
	var out [gridN]ofWater
	for i := range out {
		c := gridFromC + gridStepC*float64(i)
		out[i] = ofWater{waterFilm(c), 1000 * water.HeatOfVaporisation(c)}
	}
	return &out
})

// waterFilm is what the water's own side carries to its surface, in W/(m²·K^4/3): free
// convection under a cool surface, Nu = 0.15·Ra^⅓ (Incropera ch. 9).
func waterFilm(c float64) float64 {
	// Water that is densest at 4 °C, or supercooled, is stirred a little all the same.
	beta := math.Max(water.Expansion(math.Max(c, 4.5)), 5e-5)
	k, rho := water.Conductivity(c), water.Density(math.Max(c, 0))
	nu, alpha := water.Viscosity(c)/rho, k/(rho*1000*water.SpecificHeat)
	return 0.15 * k * math.Cbrt(gravity*beta/(nu*alpha))
}

// surfaces keeps those that were asked for last: one stop's pot and cups are asked for
// again and again. What is kept changes how soon an answer comes, never the answer.
var surfaces = struct {
	sync.Mutex
	of map[surfaceOf]*surface
}{of: map[surfaceOf]*surface{}}

type surfaceOf struct {
	diameter float64
	air      Air
}

const maxSurfaces = 512

func surfaceFor(d float64, a Air) *surface {
	key := surfaceOf{d, a}
	surfaces.Lock()
	defer surfaces.Unlock()
	s, known := surfaces.of[key]
	if !known {
		if len(surfaces.of) >= maxSurfaces {
			clear(surfaces.of)
		}
		s = newSurface(d, a)
		surfaces.of[key] = s
	}
	return s
}

func newSurface(d float64, a Air) *surface {
	pa := a.pa()
	boil, err := water.SaturationTemperature(pa)
	if err != nil {
		boil = 100
	}
	return &surface{air: a, diameter: d, boilC: boil, vapour: humidity * 1000 * water.VapourPressure(a.TempC)}
}

// watts returns what a square metre loses with water at c °C under it, W.
func (s *surface) watts(c float64) float64 {
	x := (math.Min(math.Max(c, gridFromC+2*gridStepC), gridFromC+(gridN-3)*gridStepC) - gridFromC) / gridStepC
	i := int(x)
	x -= float64(i)
	a, b, p, q := s.at(i-1), s.at(i), s.at(i+1), s.at(i+2)
	// Lagrange's cubic through the two nodes on either side.
	return -x*(x-1)*(x-2)/6*a + (x+1)*(x-1)*(x-2)/2*b - (x+1)*x*(x-2)/2*p + (x+1)*x*(x-1)/6*q
}

func (s *surface) at(i int) float64 {
	if bits := s.node[i].Load(); bits != 0 {
		return math.Float64frombits(bits)
	}
	v := s.through(gridFromC+gridStepC*float64(i), ofWaters()[i])
	s.node[i].Store(math.Float64bits(v))
	return v
}

// through finds the temperature of the surface at which the air takes what the water
// under it, at c °C, brings, and returns that.
func (s *surface) through(c float64, w ofWater) float64 {
	film := func(at float64) float64 { // upwards
		d := math.Abs(c - at)
		return math.Copysign(w.film*d*math.Cbrt(d), c-at)
	}
	over := func(at float64) float64 { return s.toAir(at, w.vaporisation) - film(at) }
	hi := math.Min(c, s.boilC-1e-6)
	atHi := over(hi)
	if atHi < 0 { // the air warms it
		lo := hi
		hi = math.Min(c+40, s.boilC-1e-6)
		return film(solve.Root(lo, hi, atHi, over(hi), 2e-3, over))
	}
	lo := c - 12
	atLo := over(lo)
	for atLo > 0 && lo > c-100 {
		lo -= 12
		atLo = over(lo)
	}
	return film(solve.Root(lo, hi, atLo, atHi, 2e-3, over))
}

// toAir is what a square metre of surface at c °C gives to the air, W: vapour with its
// heat, convection, radiation.
//
// Heat–mass analogy: the vapour's flux is k·(P/RT_f)·ln[(1 − x_a)/(1 − x_s)] mol/m²s
// with Stefan's flow (Bird, Stewart and Lightfoot, Transport Phenomena), k = Sh·D/L.
// Free flow over a hot plate that faces up: Sh = 0.54·Ra^¼, or 0.15·Ra^⅓ where that is
// more, L = d/4, with Ra from the difference in density of humid air; forced flow: Sh =
// 0.664·Re^½·Sc^⅓ (Incropera, ch. 6, 7, 9 and 14); the two joined as the cube root of the
// sum of their cubes. The diffusivity goes with T^1.75/P (Fuller's exponent).
// Convection by the same numbers with the air's thermal diffusivity, radiation by Stefan
// and Boltzmann.
func (s *surface) toAir(c, vaporisation float64) float64 {
	p := s.air.pa()
	ts, ta := quantity.ToKelvin(c), quantity.ToKelvin(s.air.TempC)
	tf := (ts + ta) / 2
	mu, k, rho := dryAir(tf, p)
	nu, alpha := mu/rho, k/(rho*airHeat)
	r := tf / 298
	mass := diffusivity298 * r * math.Sqrt(r) * math.Sqrt(math.Sqrt(r)) * seaPa / p
	vapour := math.Min(1000*water.VapourPressure(c), p*(1-1e-12))
	here, there := humidAir(ts, p, vapour), humidAir(ta, p, s.vapour)
	drive := math.Max(2*(there-here)/(there+here), 0)
	length := s.diameter / 4
	through := func(x float64) float64 { // m/s, for what spreads by x m²/s
		ra := gravity * drive * length * length * length / (nu * x)
		free := math.Max(0.54*math.Sqrt(math.Sqrt(ra)), 0.15*math.Cbrt(ra)) * x / length
		if s.air.WindMs <= 0 {
			return surfaceShare * free
		}
		forced := 0.664 * math.Sqrt(s.air.WindMs*s.diameter/nu) * math.Cbrt(nu/x) * x / s.diameter
		return surfaceShare * math.Cbrt(free*free*free+forced*forced*forced)
	}
	flux := through(mass) * p / (gasConstant * tf) * math.Log((1-s.vapour/p)/(1-vapour/p))
	return flux*molarWater*vaporisation + through(alpha)*rho*airHeat*(c-s.air.TempC) + waterEmissivity*stefanBoltzmann*(ts*ts*ts*ts-ta*ta*ta*ta)
}
