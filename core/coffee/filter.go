package coffee

import (
	"math"

	"apodemos/core/water"
)

// A Shape is that of a bed of coffee.
type Shape string

// The shapes.
const (
	Cone Shape = "cone" // of 60°, standing on its tip
	Flat Shape = "flat"
)

// A Filter is a dripper with its paper, cloth or sieve, as water runs through it. The
// zero Filter lets nothing through.
type Filter struct {
	Shape  Shape
	WideMm float64 // of a flat bed
	// Paper is the resistance of paper and holes under the bed, 1/m, for a cone over the
	// area of its flank, and Bare that of the flank over the bed, as a share of it. They
	// are fitted to the time that practice takes.
	Paper, Bare float64
}

// Constants of a bed of ground coffee, from memory; those of its resistance are fitted,
// together, to the times of practice (TestBedsDrainAsInPractice in package brew).
const (
	bedMlPerG = 2.5 // wet
	bedPores  = 0.40
	// passes is how much more beds of deepMm let through than Kozeny and Carman have it
	// for even spheres, and deepens the power of the depth by which deeper ones pack closer.
	passes  = 0.0098
	deepMm  = 30
	deepens = 0.8
	// Of the resistance of a paper this share is the fines' that settle on it: at finesUm
	// under deepMm of coffee the whole is what it was fitted to.
	fines       = 0.8
	finesUm     = 800
	finesDeepen = 1.2
	gravity     = 9.80665
	waterKgM3   = 970 // near 85 °C
	tanCone     = 0.5773502691896258
	coneFlank   = 2.0943951023931953 // of a cone of 60°, over the square of its height
	coneVolume  = math.Pi / 3 * tanCone * tanCone
)

// A Bed is coffee in a filter.
type Bed struct {
	Filter
	high          float64 // m
	under, beside float64 // what lets through: its area, m², over resistance, 1/m
	bedShare      float64
}

// Bed is so much coffee in it, in g, ground to um. factor scales its resistance: 1 as
// fitted to practice, or as a timed drawdown has it.
//
// Percolation: q = ΔP·A/(μ·(L/κ + R)), bed and paper in series (Darcy), κ =
// d²·ε³/(180·(1 − ε)²) (Kozeny and Carman), ΔP the head of the water that stands, μ the
// viscosity of water as warm as the bed. What stands over the bed of a cone runs off
// through its bare flank, too; a deeper bed packs closer and leaves more fines on the
// paper, so that with the same water more coffee drains no faster (common practice).
func (f Filter) Bed(doseG, um, factor float64) Bed {
	b := f.bed(doseG, um, factor)
	// Of what a bed lets through under a usual head, the part that goes with the square of
	// the grind.
	const usualMl, by = 100, 1e-4
	b.bedShare = (f.bed(doseG, um*(1+by), factor).passes(usualMl)/b.passes(usualMl) - 1) / (2 * by)
	return b
}

func (f Filter) bed(doseG, um, factor float64) Bed {
	b := Bed{Filter: f}
	m3 := bedMlPerG * math.Max(doseG, 0.1) * 1e-6
	area := math.Pi / 4 * f.WideMm * f.WideMm * 1e-6
	if f.Shape == Cone {
		b.high = math.Cbrt(m3 / coneVolume)
		area = coneFlank * b.high * b.high
	} else {
		b.high = m3 / area
	}
	d := um * 1e-6
	kappa := passes * d * d * bedPores * bedPores * bedPores / (180 * (1 - bedPores) * (1 - bedPores))
	deep, finer := 1000*b.high/deepMm, finesUm/um
	paper := f.Paper * (1 - fines + fines*finer*finer*math.Pow(deep, finesDeepen))
	b.under = area / (factor * (b.high/kappa*math.Pow(deep, deepens) + paper))
	if f.Bare > 0 {
		b.beside = 2 * coneFlank / (factor * f.Bare * paper)
	}
	return b
}

// passes is what it lets through, by the head of what stands, in m³.
func (b Bed) passes(aboveMl float64) float64 {
	h, l := b.level(aboveMl), b.high
	out := h * b.under
	if b.beside > 0 { // the head over each height of the flank, from the bed's surface up
		out += b.beside * (h*h*h/6 - h*l*l/2 + l*l*l/3)
	}
	return out
}

// SurfaceMm is how wide water stands, in mm, with aboveMl of it over what the grounds
// keep.
func (b Bed) SurfaceMm(aboveMl float64) float64 {
	if b.Shape != Cone {
		return b.WideMm
	}
	return 2000 * tanCone * b.level(aboveMl)
}

// level is how high water stands over the outlet, in m.
func (b Bed) level(aboveMl float64) float64 {
	if b.Shape == Cone {
		return math.Cbrt(b.high*b.high*b.high + math.Max(aboveMl, 0)*1e-6/coneVolume)
	}
	return b.high + math.Max(aboveMl, 0)*4/(math.Pi*b.WideMm*b.WideMm)
}

// BedShare is the part of the resistance that goes with the square of the grind: the
// bed's, and that of the fines on the paper.
func (b Bed) BedShare() float64 { return b.bedShare }

// Flow returns how fast water at c °C runs through with aboveMl of it standing over what
// the grounds keep, in ml/s.
func (b Bed) Flow(aboveMl, c float64) float64 {
	if aboveMl <= 0 {
		return 0
	}
	return 1e6 * waterKgM3 * gravity * b.passes(aboveMl) / water.Viscosity(c)
}
