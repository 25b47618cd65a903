package brew

import (
	"apodemos/core/method"
	"apodemos/core/working"
)

// Boil is the boiling point at a place.
type Boil struct {
	PressureHPa float64 `json:"pressure_hpa"`
	BoilC       float64 `json:"boil_c"`
	BoilLowC    float64 `json:"boil_low_c"`
	BoilHighC   float64 `json:"boil_high_c"`
}

// BoilAt returns the boiling point at a place, by the first of: measured
// boiling point, station pressure, altitude with sea-level pressure, altitude.
// Its error is Problems.
func BoilAt(p Place) (Boil, error) {
	full, defaulted, bad := resolve(Request{Method: method.All[0].ID, Place: p})
	if len(bad) > 0 {
		return Boil{}, bad
	}
	c := &calc{req: full, plan: &Plan{Defaulted: defaulted, Working: working.Sheet{}}}
	if bad := c.pressure(); len(bad) > 0 {
		return Boil{}, bad
	}
	return Boil{*c.plan.PressureHPa, *c.plan.BoilC, *c.plan.BoilLowC, *c.plan.BoilHighC}, nil
}
