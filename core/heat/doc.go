// Package heat warms water and lets it cool: fuels, burners, vessels, the time
// and fuel to boil, and how long water off the heat stays hot.
package heat
