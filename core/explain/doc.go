// Package explain puts a plan into words: what was decided and why, and where each of
// its figures comes from. It reads what the stages found, and computes nothing that
// decides; it is asked when somebody wants to know.
package explain
