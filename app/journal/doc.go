// Package journal is what two places that change the same records apart from each other need
// to come together again: events that name what they take the place of, and the state that
// any set of them gives, in whatever order they came. It knows records as fields by name,
// and nothing of coffee, of a store or of a clock.
//
// Each field of a record is a register of several values, as Shapiro, Preguiça, Baquero and
// Zawirski have it ("A comprehensive study of Convergent and Commutative Replicated Data
// Types", INRIA RR-7506, 2011, specification 10, MV-Register): an event writes a value over
// those values that whoever made it had seen, and what nobody has written over is a head.
// Two heads that differ are a clash, which a person settles; the choice is an event over both.
package journal
