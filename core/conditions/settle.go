package conditions

import (
	"math"

	"apodemos/core/air"
	"apodemos/core/caution"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/water"
)

// Boil is the boiling point at a place.
type Boil struct {
	PressureHPa float64 `json:"pressure_hpa"`
	BoilC       float64 `json:"boil_c"`
	BoilLowC    float64 `json:"boil_low_c"`
	BoilHighC   float64 `json:"boil_high_c"`
	// Unplaced is true where neither altitude nor pressure is said: these are then the sea's.
	Unplaced bool `json:"unplaced,omitempty" doc:"Neither altitude nor pressure is said: the figures are those of the sea's shore"`
}

// Trust is what tells the pressure of a place.
type Trust int

// What tells it, the best first.
const (
	ByBoiling  Trust = iota // a measured boiling point
	ByStation               // a barometer at the stop
	ByForecast              // altitude and the pressure reduced to sea level
	ByAltitude              // altitude alone
	ByNothing               // nothing: as at the sea
)

// Settled is what conditions come to: the air and the flame that they mean.
type Settled struct {
	Conditions Conditions // filled in
	Boil       Boil
	Trust      Trust
	SpreadHPa  float64 // by how much the pressure may be out, either way
	Atmosphere air.Atmosphere
	// AltitudeM is the altitude asked, or the one that a measured pressure means.
	// AltitudeKnown is false where neither is said; it is then that of the sea.
	AltitudeM     float64
	AltitudeKnown bool
	treatAltM     float64  // that counts for the boil that disinfects
	Air           heat.Air // at the vessel, behind any screen
	Burner        heat.Burner
	Fuel          heat.Fuel
	// LHV is the lower heating value in MJ/kg: of the gas in the canister where it is
	// gas; 0 for electricity.
	LHV float64
	// PowerW and Efficiency are the measured ones where there are any.
	PowerW, Efficiency float64
}

// Of checks the conditions of a stop and fills them in. Its error is field.Problems.
func Of(c Conditions) (*Settled, error) {
	defaulted, bad := field.Resolve(Fields, &c, nil)
	if len(bad) > 0 {
		return nil, bad
	}
	if _, bad = c.Complete(defaulted); len(bad) > 0 {
		return nil, bad
	}
	s, bad := Settle(c)
	if len(bad) > 0 {
		return nil, bad
	}
	return s, nil
}

// BoilAt returns the boiling point at a place, by the first of: measured boiling
// point, station pressure, altitude with sea-level pressure, altitude. Its error is
// field.Problems.
func BoilAt(p Place) (Boil, error) {
	s, err := Of(Conditions{Place: p})
	if err != nil {
		return Boil{}, err
	}
	return s.Boil, nil
}

// Settle works out conditions that are resolved and complete.
func Settle(c Conditions) (*Settled, field.Problems) {
	s := &Settled{Conditions: c, PowerW: *c.Heat.PowerW, Efficiency: *c.Heat.Efficiency, Air: heat.Air{TempC: *c.Place.AirC, WindMs: *c.Place.WindMs}}
	if *c.Heat.Screen {
		s.Air.WindMs *= heat.ScreenShelter
	}
	s.Burner, _ = heat.BurnerByID(*c.Heat.Burner)
	s.Fuel, _ = heat.FuelByID(*c.Heat.Fuel)
	s.LHV = s.Fuel.LHV
	if s.Fuel.ID == heat.CanisterGas {
		s.LHV = s.Canister().LHV()
	}
	if e := c.Calibration.Efficiency; e != nil {
		s.Efficiency = *e
	}
	if w := c.Calibration.PowerW; w != nil {
		s.PowerW = *w
	}
	bad := s.pressure()
	s.Air.HPa = s.Boil.PressureHPa
	return s, bad
}

// highHPa is by how much fair weather lifts the pressure at most, as far as it
// matters for telling an altitude by it. From memory.
const highHPa = 25

// Uncertainty of the pressure, in hPa: weather moves it by about ten either way at the
// sea, and by twice that at weatherTwiceM, where the column's warmth counts, too; a
// forecast is good to about three there, a watch or telephone to two. From memory.
const (
	weatherHPa, forecastHPa, barometerHPa = 10, 3, 2
	weatherTwiceM                         = 4500
	columnK                               = 4   // of the mean of a column whose foot one does not know
	thermometerC                          = 0.5 // of a field thermometer, °C
)

// perMetre is how fast the pressure falls with height, as a share a metre: g/(R·T) of dry
// air at 5 °C.
const perMetre = 9.80665 / (287.05 * 278.15)

func (s *Settled) pressure() field.Problems {
	p := &s.Conditions.Place
	s.Atmosphere = air.Atmosphere(*p.Atmosphere)
	var hpa float64
	switch {
	case p.MeasuredBoilC != nil:
		pa, err := water.SaturationPressure(*p.MeasuredBoilC)
		if err != nil {
			return field.Problems{{Field: "place.measured_boil_c", Value: *p.MeasuredBoilC, Message: err.Error()}}
		}
		up, _ := water.SaturationPressure(*p.MeasuredBoilC + thermometerC)
		hpa, s.SpreadHPa, s.Trust = pa/100, (up-pa)/100, ByBoiling
	case p.PressureHPa != nil:
		hpa, s.SpreadHPa, s.Trust = *p.PressureHPa, barometerHPa, ByStation
	default:
		altitude := 0.0
		if p.AltitudeM != nil {
			altitude = *p.AltitudeM
		}
		var err error
		if hpa, s.SpreadHPa, err = Forecast(s.Atmosphere, altitude, p.SeaLevelHPa, *p.AirC); err != nil {
			return field.Problems{{Field: "place.altitude_m", Value: altitude, Message: err.Error()}}
		}
		s.Trust = ByAltitude
		if p.SeaLevelHPa != nil {
			s.Trust = ByForecast
		}
		if p.AltitudeM == nil {
			s.Trust = ByNothing
		}
	}
	switch {
	case p.AltitudeM != nil:
		s.AltitudeM, s.AltitudeKnown = *p.AltitudeM, true
		s.treatAltM = s.AltitudeM
		if d := p.AltitudePM; d != nil {
			// The boil that disinfects is on the safe side.
			s.treatAltM += *d
			if s.Trust >= ByForecast {
				s.SpreadHPa = math.Hypot(s.SpreadHPa, *d*hpa*perMetre)
			}
		}
	case s.Trust <= ByStation:
		s.AltitudeM, s.AltitudeKnown = s.Atmosphere.Altitude(hpa, air.SeaLevelHPa), true
		// High pressure hides height: the boil that disinfects is on the safe side.
		s.treatAltM = s.Atmosphere.Altitude(hpa-highHPa, air.SeaLevelHPa)
	}
	at := func(hpa float64) float64 {
		t, _ := water.SaturationTemperature(hpa * 100)
		return t
	}
	s.Boil = Boil{PressureHPa: hpa, BoilC: at(hpa), BoilLowC: at(hpa - s.SpreadHPa), BoilHighC: at(hpa + s.SpreadHPa)}
	s.Boil.Unplaced = s.Trust == ByNothing
	if p.MeasuredBoilC != nil {
		s.Boil.BoilC = *p.MeasuredBoilC
	}
	return nil
}

// Forecast returns the pressure at an altitude in metres, and by how much it may be out
// either way, both in hPa: where a pressure at sea level is known from the whole column,
// with the air's temperature at the stop, °C; else from the atmosphere alone. West's
// atmosphere has its own column.
func Forecast(a air.Atmosphere, altitudeM float64, seaLevelHPa *float64, airC float64) (hPa, spread float64, err error) {
	if seaLevelHPa == nil {
		hPa, err = a.Pressure(altitudeM, air.SeaLevelHPa)
		return hPa, weatherHPa * (1 + math.Max(altitudeM, 0)/weatherTwiceM), err
	}
	if a == air.West {
		hPa, err = a.Pressure(altitudeM, *seaLevelHPa)
	} else {
		hPa, err = air.Column(altitudeM, *seaLevelHPa, airC)
	}
	return hPa, math.Hypot(forecastHPa*hPa / *seaLevelHPa, air.ColumnSpread(hPa, altitudeM, airC, columnK)), err
}

// Frozen reports whether the water has to be melted.
func (s *Settled) Frozen() bool { return *s.Conditions.Water.State != string(heat.Liquid) }

// Canister is the gas canister on the burner.
func (s *Settled) Canister() heat.Canister {
	k := s.Conditions.Heat.Canister
	f := *k.LeftG / 100
	return heat.Canister{Blend: heat.Blend{Propane: *k.PropanePct * f, Isobutane: *k.IsobutanePct * f, Butane: *k.ButanePct * f}, CapacityG: *k.CapacityG, TempC: *k.TempC}
}

// TreatS is how long this stop's water is kept at a rolling boil to make it safe, in
// s; 0 where it is not treated so.
func (s *Settled) TreatS() float64 {
	if *s.Conditions.Water.Treatment != water.Boil {
		return 0
	}
	return water.TreatmentBoilS(s.treatAltM, s.AltitudeKnown)
}

// WaterState is where a stop's water is from, and whether it may be drunk.
type WaterState struct {
	Source    string           `json:"source" doc:"Empty when nobody has said"`
	Treatment string           `json:"treatment"`
	BoilS     float64          `json:"boil_s" doc:"At a rolling boil, where it is treated so"`
	Caution   *caution.Caution `json:"caution" doc:"What to do before it is used; null when it is safe or made so"`
}

// Water is what the water is taken to be.
func (s *Settled) Water() WaterState {
	w := s.Conditions.Water
	out := WaterState{Treatment: *w.Treatment, BoilS: s.TreatS()}
	if w.Source != nil {
		out.Source = *w.Source
	}
	if out.Treatment == water.Doubtful {
		id := "doubtful"
		if out.Source == "" {
			id = "water-unsaid"
		}
		out.Caution = new(caution.ByID(id, ""))
	}
	return out
}
