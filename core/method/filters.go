package method

import "apodemos/core/coffee"

// The filters, as water runs through them. Their constants are fitted, together, to the
// times of practice (filters_test.go in package brew): the share of bed and paper to how
// those times go with the dose. Paper, sieve and holes differ by maker, and a timed
// drawdown of one's own takes their place.
var (
	coneFilter  = coffee.Filter{Shape: coffee.Cone, Passes: 0.01534, Paper: 1.17e9}
	bareCone    = coffee.Filter{Shape: coffee.Cone, Passes: 0.01917, Paper: 1.17e9} // of ribs: it drains from its sides, too
	thickCone   = coffee.Filter{Shape: coffee.Cone, Passes: 0.01534, Paper: 4.27e9}
	tankCone    = coffee.Filter{Shape: coffee.Cone, Passes: 0.01534, Paper: 4.54e8}
	clothCone   = coffee.Filter{Shape: coffee.Cone, Passes: 0.02506, Paper: 1.21e8}
	flatFilter  = coffee.Filter{Shape: coffee.Flat, WideMm: 75, Passes: 0.01219, Paper: 6.0e7}
	metalFilter = coffee.Filter{Shape: coffee.Flat, WideMm: 60, Passes: 0.01219, Paper: 4.36e9} // of holes under a press
)
