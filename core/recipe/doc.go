// Package recipe is a person's own way to work a method: what they set of dose, water,
// temperature, grind, pours and times, over a school of the catalogue that gives the rest.
//
// A Recipe becomes a method.School, so that it is planned and checked by the same laws
// as those of the catalogue. Read reads one from the words that stand on a bag.
package recipe
