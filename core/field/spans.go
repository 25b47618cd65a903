package field

import "apodemos/core/quantity"

// Span is from what to what a number may be. Numbers that are entered in more than one place, of
// a request, a recipe, a piece of gear or a cup, have theirs here and nowhere else.
type Span struct {
	Min, Max float64
	Unit     quantity.Unit
}

// The spans that several share: wide enough for anything that a person would carry, and narrow
// enough that the models hold.
var (
	DoseG      = Span{1, 1000, quantity.Gram}
	WaterG     = Span{5, 20000, quantity.Millilitre}
	DrinkMl    = Span{10, 20000, quantity.Millilitre} // of all cups
	Ratio      = Span{10, 400, quantity.GramPerL}
	GrindUm    = Span{100, 2500, quantity.Micrometre}
	Clicks     = Span{0, 400, quantity.Clicks}
	UmPerClick = Span{1, 200, quantity.MicroPerClk}
	ZeroUm     = Span{-500, 500, quantity.Micrometre}
	ContactS   = Span{10, 172800, quantity.Second}
	TookS      = Span{5, 172800, quantity.Second} // as brewed, cut short or not
	TDSPct     = Span{0.1, 20, quantity.Percent}
	TDSMgL     = Span{0, 3000, quantity.MgPerL} // dissolved in the water
	AirC       = Span{-50, 55, quantity.Celsius}
	People     = Span{1, 24, quantity.None}
)

// In is a field that is a number within a span.
func In[T any](path, label string, s Span, def string, at func(*T) **float64) Of[T] {
	return Number(path, label, s.Unit, s.Min, s.Max, def, at)
}

// At returns a field with this range, for a value that is not in a request.
func (s Span) At(path string) Field { return Numeric(path, s.Unit, s.Min, s.Max) }

// Within is the check of a number against it; it reports whether there is a problem.
func (s Span) Within(path string, v float64) (Problem, bool) {
	return Range(path, v, s.Min, s.Max, s.Unit)
}
