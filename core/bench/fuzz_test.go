package bench

import (
	"encoding/json"
	"math"
	"testing"
)

// Whatever the bench is asked, it answers with figures, or says what is wrong.
func FuzzBench(f *testing.F) {
	for _, s := range []string{`{"request":{"place":{"altitude_m":2300}},"fill_ml":500,"target_c":88}`, `{"request":{"heat":{"burner":"spirit"}},"water_ml":600,"grams":12,"boils":2}`, `{}`, `{"after_s":60,"reading_c":90}`} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		var w WaitIn
		if json.Unmarshal([]byte(s), &w) == nil {
			if a, err := HowLong(w); err == nil {
				finite(t, a.FromC, a.TargetC)
			}
		}
		var u FuelIn
		if json.Unmarshal([]byte(s), &u) == nil {
			if a, err := HowMuchFuel(u); err == nil {
				finite(t, a.BurnedKJ, a.HeatS)
			}
			if a, err := BoilingPoint(u.Request); err == nil {
				finite(t, a.BoilC, a.PressureHPa)
			}
		}
	})
}

func finite(t *testing.T, list ...float64) {
	for _, v := range list {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			t.Fatalf("%v", list)
		}
	}
}
