// Package quantity holds the units that figures carry, the few conversions
// that formulas need, and phrases whose figures can be shown in any unit.
package quantity
