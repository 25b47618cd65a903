// Package solve finds where a condition stops to hold (the one bisection), and where a
// smooth function is nought.
package solve

import "math"

// Last halves the span from lo, where holds is true, to hi, where it is false, until
// it is no longer than tol, and returns its two ends: holds is true up to the first
// and false from the second, as far as it changes once. It is not asked at lo and hi.
func Last(lo, hi, tol float64, holds func(float64) bool) (is, isNot float64) {
	for hi-lo > tol {
		mid := lo + (hi-lo)/2
		if mid <= lo || mid >= hi {
			break // no number lies between
		}
		if holds(mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return lo, hi
}

// Root returns where a continuous function f is nought between lo and hi, to within
// about tol, given its values there, which must not have the same sign: regula falsi as
// the Illinois method has it (Dowell and Jarratt 1971, BIT 11:168). It takes a handful
// of values of f where halving would take a score.
func Root(lo, hi, atLo, atHi, tol float64, f func(float64) float64) float64 {
	if atLo == 0 {
		return lo
	}
	if atHi == 0 {
		return hi
	}
	last := math.Inf(1)
	side := 0
	for range 60 {
		x := (lo*atHi - hi*atLo) / (atHi - atLo)
		if !(x > lo && x < hi) {
			x = lo + (hi-lo)/2
		}
		v := f(x)
		if v == 0 || math.Abs(x-last) < tol/2 || hi-lo < tol {
			return x
		}
		last = x
		if (v < 0) == (atLo < 0) {
			lo, atLo = x, v
			if side < 0 {
				atHi /= 2
			}
			side = -1
		} else {
			hi, atHi = x, v
			if side > 0 {
				atLo /= 2
			}
			side = 1
		}
	}
	return lo + (hi-lo)/2
}
