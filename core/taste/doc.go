// Package taste is what becomes of a tasting: what this person likes of this coffee, how
// the coffee and the grinder differ from the model, and the one change that brings the next
// cup nearer, in the units of the gear.
//
// A linear-Gaussian state is updated by each answer (R. E. Kalman, A New Approach to Linear
// Filtering and Prediction Problems, 1960); since answers come in whole steps, end at three
// and now and then point the wrong way, each takes the place of its likelihood by the
// Gaussian of the same mean and spread (T. P. Minka, Expectation Propagation for Approximate
// Bayesian Inference, 2001). What a change does comes from the planner, at that stop.
package taste
