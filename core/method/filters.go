package method

import "apodemos/core/coffee"

// The filters, as water runs through them. Paper, sieve and holes differ by maker, and a
// timed drawdown of one's own takes their place.
var (
	coneFilter  = coffee.Filter{Shape: coffee.Cone, Paper: 4.08e8, Bare: 1}
	bareCone    = coffee.Filter{Shape: coffee.Cone, Paper: 4.08e8, Bare: 0.5} // of ribs: it drains from its sides, too
	thickCone   = coffee.Filter{Shape: coffee.Cone, Paper: 8.2e8, Bare: 1}
	tankCone    = coffee.Filter{Shape: coffee.Cone, Paper: 7.1e8, Bare: 1}
	clothCone   = coffee.Filter{Shape: coffee.Cone, Paper: 9.8e7, Bare: 1}
	flatFilter  = coffee.Filter{Shape: coffee.Flat, WideMm: 75, Paper: 4e7}
	metalFilter = coffee.Filter{Shape: coffee.Flat, WideMm: 60, Paper: 7.6e9} // of holes under a press
)
