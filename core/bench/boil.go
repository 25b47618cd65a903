package bench

import (
	"math"

	"apodemos/core/air"
	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/explain"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// Curve is a line of a picture.
type Curve = [][2]float64

// BoilAnswer is the answer to "What does water boil at?"
type BoilAnswer struct {
	Request   brew.Request  `json:"request"`
	brew.Boil               // at the stop
	IsaM      float64       `json:"isa_m" doc:"Altitude at which the standard atmosphere gives this boiling point"`
	WestM     float64       `json:"west_m" doc:"The same in West's atmosphere"`
	Isa       Curve         `json:"isa" doc:"[altitude m, boiling point °C] under today's sea-level pressure"`
	West      Curve         `json:"west"`
	IsaLow    Curve         `json:"isa_low" doc:"With as much less pressure as it may be out"`
	IsaHigh   Curve         `json:"isa_high"`
	Working   working.Sheet `json:"working"`
}

// BoilingPoint answers for the place of a request. Its error is brew.Problems.
func BoilingPoint(r brew.Request) (*BoilAnswer, error) {
	s, err := brew.Settle(r)
	if err != nil {
		return nil, err
	}
	sea, said := air.SeaLevelHPa, s.Request.Place.SeaLevelHPa
	if said != nil {
		sea = *said
	}
	kind, outside := *s.Request.Place.SeaLevelKind, *s.Request.Place.AirC
	if c := s.Request.Place.OutsideC; c != nil {
		outside = *c
	}
	_, spread, _ := conditions.Forecast(air.ISA, s.AltitudeM, said, kind, outside)
	out := &BoilAnswer{Request: s.Request, Boil: s.Boil, Working: explain.Place(s.Settled),
		IsaM: air.ISA.Altitude(s.Boil.PressureHPa, sea), WestM: air.West.Altitude(s.Boil.PressureHPa, sea)}
	const n = 48
	for i := range n + 1 {
		m := air.MinAltitudeM + (air.MaxAltitudeM-air.MinAltitudeM)*float64(i)/n
		at := func(a air.Atmosphere, by float64) [2]float64 {
			// The air's temperature is the stop's, and that of its own column elsewhere.
			c := outside + air.StandardC(m) - air.StandardC(s.AltitudeM)
			p, out, _ := conditions.Forecast(a, m, said, kind, math.Min(math.Max(c, -80), 60))
			t, _ := water.SaturationTemperature((p + by*out) * 100)
			return [2]float64{m, t}
		}
		out.Isa = append(out.Isa, at(air.ISA, 0))
		out.West = append(out.West, at(air.West, 0))
		out.IsaLow = append(out.IsaLow, at(air.ISA, -1))
		out.IsaHigh = append(out.IsaHigh, at(air.ISA, 1))
	}
	for _, k := range []struct {
		path, label, source string
		v                   float64
	}{{"isa_m", "Equivalent altitude, standard air", "ISO 2533:1975 / ICAO Doc 7488, solved for the altitude", out.IsaM},
		{"west_m", "Equivalent altitude, West’s air", "West 1996, J Appl Physiol 81:1850, solved for the altitude", out.WestM}} {
		out.Working.Put(k.path, k.v, working.Figure{Label: k.label, Unit: quantity.Metre, Kind: working.Published, Source: k.source,
			Formula: "the altitude where the air has the pressure of this boiling point", PlusMinus: working.PlusMinus(spread * 10),
			Inputs: []working.Input{working.Num("Air pressure", s.Boil.PressureHPa, quantity.HPa, "pressure_hpa"), working.Num("Pressure at sea level", sea, quantity.HPa, "request.place.sea_level_hpa")}})
	}
	return out, nil
}
