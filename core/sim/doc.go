// Package sim is the virtual brewer: kettle, stove, bed or pot and cups on package thermal,
// driven by what somebody does, with differences from the plan that a seed draws. It gives
// what instruments would read, and the cup that it comes to.
package sim
