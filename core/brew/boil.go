package brew

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
	s, err := Settle(Request{Place: p})
	if err != nil {
		return Boil{}, err
	}
	return s.Boil, nil
}
