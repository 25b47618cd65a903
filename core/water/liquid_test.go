package water

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// IAPWS97(T=, x=0).mu, .k and .alfav of the Python package iapws 1.5 (IAPWS R12-08,
// R15-11 and R7-97), frozen.
func TestLiquidAgainstIAPWS(t *testing.T) {
	for _, v := range []struct{ c, mu, k, beta float64 }{
		{10, 0.00130599, 0.578711, 8.785e-05},
		{20, 0.00100163, 0.597953, 0.0002064},
		{40, 0.000652719, 0.628446, 0.0003847},
		{70, 0.000403539, 0.659739, 0.0005835},
		{90, 0.000314172, 0.672782, 0.0006958},
		{99, 0.000284568, 0.676833, 0.0007439},
	} {
		assert.InEpsilon(t, v.mu, Viscosity(v.c), 1e-3, "viscosity at %g °C", v.c)
		assert.InEpsilon(t, v.k, Conductivity(v.c), 1e-3, "conductivity at %g °C", v.c)
		assert.InEpsilon(t, v.beta, Expansion(v.c), 0.02, "expansion at %g °C", v.c)
	}
}
