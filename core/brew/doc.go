// Package brew plans one brew: a Request in, a Plan out, with every figure's
// working. See Compute.
package brew
