package thermal

import (
	"bytes"
	"encoding/json"
	"os"
	"os/exec"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/heat"
)

type coolingCase struct {
	Name       string    `json:"name"`
	Material   string    `json:"material"`
	DiameterMm float64   `json:"diameter_mm"`
	MassG      float64   `json:"mass_g"`
	FillMl     float64   `json:"fill_ml"`
	Cover      float64   `json:"cover"`
	AirC       float64   `json:"air_c"`
	HPa        float64   `json:"hpa"`
	WindMs     float64   `json:"wind_ms"`
	FromC      float64   `json:"from_c"`
	Factor     float64   `json:"factor"`
	Times      []float64 `json:"times"`
	Temps      []float64 `json:"temps"`
}

// The same equations solved by SciPy's solve_ivp, with iapws for saturation:
// testdata/cooling.json holds what testdata/cooling.py gave, and where SciPy is
// installed the script is run again.
func TestCoolingAgainstSciPy(t *testing.T) {
	frozen, err := os.ReadFile("testdata/cooling.json")
	require.NoError(t, err)
	checkCooling(t, frozen)
	if exec.Command("/usr/bin/python3", "-c", "import scipy, iapws").Run() != nil {
		t.Log("SciPy or iapws is not installed: the frozen values alone were compared")
		return
	}
	run := exec.Command("/usr/bin/python3", "testdata/cooling.py")
	run.Stdin = bytes.NewReader(frozen)
	fresh, err := run.Output()
	require.NoError(t, err)
	checkCooling(t, fresh)
}

func checkCooling(t *testing.T, raw []byte) {
	var cases []coolingCase
	require.NoError(t, json.Unmarshal(raw, &cases))
	require.Len(t, cases, 10)
	for _, c := range cases {
		v := heat.Vessel{DiameterMm: c.DiameterMm, MassG: c.MassG, Material: material(t, c.Material), LossFactor: c.Factor}
		k := NewCooling(v, c.FillMl, heat.Cover(c.Cover), heat.Air{TempC: c.AirC, WindMs: c.WindMs, HPa: c.HPa})
		for i, s := range c.Times {
			assert.InDelta(t, c.Temps[i], k.After(c.FromC, s), 0.03, "%s after %v s", c.Name, s)
		}
	}
}
