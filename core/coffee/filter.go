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
	// Passes is how much more its beds let through than Kozeny and Carman have it for
	// even spheres, and Paper the resistance of paper and holes, 1/m. Both are fitted to
	// the time that practice takes, for a cone over the area of its flank.
	Passes float64
	Paper  float64
}

// Constants of a bed of ground coffee. From memory.
const (
	bedMlPerG  = 2.5 // wet
	bedPores   = 0.40
	gravity    = 9.80665
	waterKgM3  = 970 // near 85 °C
	tanCone    = 0.5773502691896258
	coneFlank  = 2.0943951023931953 // of a cone of 60°, over the square of its height
	coneVolume = math.Pi / 3 * tanCone * tanCone
)

// A Bed is coffee in a filter.
type Bed struct {
	Filter
	high       float64 // m
	area       float64 // m², that the water leaves through
	resistance float64 // of bed and paper, 1/m
	bedShare   float64
}

// Bed is so much coffee in it, in g, ground to um. factor scales its resistance: 1 as
// fitted to practice, or as a timed drawdown has it.
//
// Percolation: q = ΔP·A/(μ·(L/κ + R)), bed and paper in series (Darcy), κ =
// d²·ε³/(180·(1 − ε)²) (Kozeny and Carman), ΔP the head of the water that stands, μ the
// viscosity of water as warm as the bed.
func (f Filter) Bed(doseG, um, factor float64) Bed {
	b := Bed{Filter: f}
	m3 := bedMlPerG * math.Max(doseG, 0.1) * 1e-6
	if f.Shape == Cone {
		b.high = math.Cbrt(m3 / coneVolume)
		b.area = coneFlank * b.high * b.high
	} else {
		b.area = math.Pi / 4 * f.WideMm * f.WideMm * 1e-6
		b.high = m3 / b.area
	}
	d := um * 1e-6
	kappa := f.Passes * d * d * bedPores * bedPores * bedPores / (180 * (1 - bedPores) * (1 - bedPores))
	b.resistance = factor * (b.high/kappa + f.Paper)
	b.bedShare = b.high / kappa / (b.high/kappa + f.Paper)
	return b
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
	return b.high + math.Max(aboveMl, 0)*1e-6/b.area
}

// BedShare is the part of the resistance that is the bed's and not the paper's.
func (b Bed) BedShare() float64 { return b.bedShare }

// Flow returns how fast water at c °C runs through with aboveMl of it standing over what
// the grounds keep, in ml/s.
func (b Bed) Flow(aboveMl, c float64) float64 {
	if aboveMl <= 0 {
		return 0
	}
	return 1e6 * waterKgM3 * gravity * b.level(aboveMl) * b.area / (water.Viscosity(c) * b.resistance)
}
