// Package core is the computation and the rules of brewing away from a
// kitchen, with no interface in it: no file, clock, network, database or
// randomness. The same input gives the same output, in a server, on a command
// line and compiled for a browser.
//
// The rooms below it, from the ground up: quantity (units), field (problems with
// input), solve (one bisection), working (where a figure came from), caution; air
// (pressure), water (boiling, melting), heat (fuels, burners, losses), coffee (dose and
// what it yields), method (the ways to brew, as data); thermal (the one integrator);
// conditions (a stop's place, water and heat); brew (a Request in, a Plan of numbers
// out), explain (its words), run (its guide); gear (what fits what), trip (stops and
// brews in, provisions and schedule out) and kit (the gear for a trip). Bench asks one
// question at a time. docs/how-it-works.md tells how they work together.
package core
