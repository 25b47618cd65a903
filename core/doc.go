// Package core is the computation and the rules of brewing away from a
// kitchen, with no interface in it: no file, clock, network, database or
// randomness. The same input gives the same output, in a server, on a command
// line and compiled for a browser.
//
// The rooms below it, from the ground up: quantity (units), air (pressure),
// water (boiling, melting), heat (warming and cooling), coffee (dose and
// what it yields), method (the ways to brew, as data), working (where a
// figure came from), brew (a Request in, a Plan out), gear (what fits what), trip
// (stops and brews in, provisions and schedule out) and kit (the gear for a
// trip). Bench asks one question at a time.
package core
