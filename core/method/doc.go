// Package method is the catalogue of the ways to brew, with their schools, as
// data that a practitioner could review. It computes nothing: package brew
// reads it.
package method
