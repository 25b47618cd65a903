// Package bench answers the questions that people stand in front of, one at a
// time and with a picture each: what water boils at, how long to wait, how much
// fuel, whether the canister feeds, and what is in the water.
package bench
