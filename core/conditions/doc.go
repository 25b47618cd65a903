// Package conditions is the place, the water and the heat of a stop, checked once for
// all who ask: a stop, a brew, the bench and a trip.
package conditions
