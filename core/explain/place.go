package explain

import (
	"apodemos/core/air"
	"apodemos/core/conditions"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Place is where pressure and boiling point of a place come from.
func Place(s *conditions.Settled) working.Sheet {
	sheet := make(working.Sheet, 64)
	p := s.Conditions.Place
	pressure := working.Figure{Label: "Air pressure at the stop", Unit: quantity.HPa, Kind: working.Published, PlusMinus: &s.SpreadHPa}
	name, source := "standard atmosphere", "ISO 2533:1975 / ICAO Doc 7488, standard atmosphere"
	if s.Atmosphere == air.West {
		name, source = "West's atmosphere", "West 1996, J Appl Physiol 81:1850"
	}
	switch s.Trust {
	case conditions.ByBoiling:
		pressure.Kind, pressure.Source = working.Measured, "IAPWS R7-97(2012), eq. 30"
		pressure.Formula = "the pressure at which water boils at the measured boiling point; a field thermometer is good to 0.5 °C"
		pressure.Inputs = []working.Input{working.Num("Measured boiling point", *p.MeasuredBoilC, quantity.Celsius, "request.place.measured_boil_c")}
	case conditions.ByStation:
		pressure.Kind, pressure.Source = working.Measured, "a barometer at the stop"
		pressure.Formula = "the pressure as a barometer reads it at the place (station pressure), not reduced to sea level; a watch or telephone is good to about 2 hPa"
		pressure.Inputs = []working.Input{working.Num("Pressure here", *p.PressureHPa, quantity.HPa, "request.place.pressure_hpa")}
	default:
		from := working.Word("Altitude", "not said: sea level assumed", "request.place.altitude_m")
		if p.AltitudeM != nil {
			from = working.Num("Altitude", *p.AltitudeM, quantity.Metre, "request.place.altitude_m")
		}
		pressure.Source = source
		pressure.Formula = "pressure of the " + name + " at this altitude; weather moves it by about 10 hPa either way at the sea, and by twice that at 4,500 m"
		pressure.Inputs = []working.Input{from, working.Word("Atmosphere", name, "request.place.atmosphere")}
		if p.SeaLevelHPa != nil {
			pressure.Inputs = append(pressure.Inputs, working.Num("Pressure reduced to sea level", *p.SeaLevelHPa, quantity.HPa, "request.place.sea_level_hpa"))
			outside := *p.AirC
			if p.OutsideC != nil {
				outside = *p.OutsideC
			}
			kind := *p.SeaLevelKind
			pressure.Inputs = append(pressure.Inputs, working.Word("Reduced", kind, "request.place.sea_level_kind"))
			switch {
			case s.Atmosphere == air.West:
				pressure.Formula = "pressure of " + name + " at this altitude, times the pressure at sea level over the standard one"
			case kind == conditions.SeaQNH:
				pressure.Source = "ICAO Doc 7488, altimeter setting"
				pressure.Formula = "the altimeter's form of the standard atmosphere, from the QNH; good to about 3 hPa, and out by what the real column of air differs from the standard one"
				pressure.Inputs = append(pressure.Inputs, working.Num("Air outside", outside, quantity.Celsius, "request.place.outside_c"))
			default:
				pressure.Source = "hypsometric equation"
				pressure.Formula = "sea-level pressure · exp(−g·h/(R·T)), with the mean temperature T of a column that is as warm as the air outside at its top and warms by 6.5 °C to the kilometre downwards; the map is good to about 3 hPa, the column to about 8 °C"
				if kind == conditions.SeaEither {
					pressure.Formula += "; an airport's QNH would be reduced otherwise, and the band covers both"
				}
				pressure.Inputs = append(pressure.Inputs, working.Num("Air outside", outside, quantity.Celsius, "request.place.outside_c"))
			}
		}
		if p.AltitudePM != nil && p.AltitudeM != nil {
			pressure.Inputs = append(pressure.Inputs, working.Num("The altitude may be out by", *p.AltitudePM, quantity.Metre, "request.place.altitude_pm_m"))
		}
		if len(s.Boil.Odds) > 0 {
			pressure.Limits = "Not all that is said of the place can be true: see which, and correct it."
		}
		if s.Trust == conditions.ByNothing {
			pressure.Limits = "The altitude is not said: it may be far lower up high."
		}
	}
	b := s.Boil
	sheet.Put("pressure_hpa", b.PressureHPa, pressure)

	half := (b.BoilHighC - b.BoilLowC) / 2
	boil := working.Figure{Label: "Water boils at", Unit: quantity.Celsius, Kind: pressure.Kind, PlusMinus: &half,
		Formula: "the temperature at which water's vapour pressure equals the air's", Source: "IAPWS R7-97(2012), eq. 31",
		Inputs: []working.Input{working.Num("Air pressure", b.PressureHPa, quantity.HPa, "pressure_hpa")}}
	if s.Trust == conditions.ByBoiling {
		boil.Formula, boil.Source = "as measured in boiling water", "a thermometer at the stop"
		boil.Inputs = []working.Input{working.Num("Measured boiling point", b.BoilC, quantity.Celsius, "request.place.measured_boil_c")}
	}
	sheet.Put("boil_c", b.BoilC, boil)
	end := func(path, label string, c, hpa float64) {
		sheet.Put(path, c, working.Figure{Label: label, Unit: quantity.Celsius, Kind: pressure.Kind, Source: "IAPWS R7-97(2012), eq. 31",
			Formula: "the boiling point at the end of the pressure's uncertainty",
			Inputs:  []working.Input{working.Num("Air pressure", hpa, quantity.HPa, "pressure_hpa")}})
	}
	end("boil_low_c", "Boiling point, low end", b.BoilLowC, b.PressureHPa-s.SpreadHPa)
	end("boil_high_c", "Boiling point, high end", b.BoilHighC, b.PressureHPa+s.SpreadHPa)
	return sheet
}
