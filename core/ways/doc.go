// Package ways tells in what ways coffee can be made at a place with what one has, the
// best first for a wish, with what differs and why.
package ways
