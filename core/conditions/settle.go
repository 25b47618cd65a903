package conditions

import (
	"math"

	"apodemos/core/air"
	"apodemos/core/caution"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/quantity"
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
	// Odds is what cannot be true together of what is said of the place.
	Odds []Odd `json:"odds,omitempty" doc:"What is said of the place and cannot be true together; until it is settled, the safe one of each counts"`
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
	gateHPa       float64  // of what is said, the pressure at which water boils hottest
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
// sea, and by twice that at weatherTwiceM, where the column's warmth counts, too; what is
// read from a map or a forecast is good to about three there, a watch or telephone to two.
// From memory.
const (
	weatherHPa, forecastHPa, barometerHPa = 10, 3, 2
	weatherTwiceM                         = 4500
	columnK                               = 8   // of the mean of a column of which one knows an end
	thermometerC                          = 0.5 // of a field thermometer, °C
)

// What a pressure at sea level may be.
const (
	SeaQNH    = "qnh"    // an airport's or a barometer's, through the standard atmosphere
	SeaMap    = "map"    // a weather map's or forecast's, through the air as it is
	SeaEither = "either" // one of the two
)

// perMetre is how fast the pressure falls with height, as a share a metre: g/(R·T) of dry
// air at 5 °C.
const perMetre = 9.80665 / (287.05 * 278.15)

func (s *Settled) pressure() field.Problems {
	p := &s.Conditions.Place
	s.Atmosphere = air.Atmosphere(*p.Atmosphere)
	said, bad := s.evidence()
	if len(bad) > 0 {
		return bad
	}
	first := said[0]
	hpa := first.hpa
	s.SpreadHPa, s.Trust = first.spread, first.trust
	switch {
	case p.AltitudeM != nil:
		s.AltitudeM, s.AltitudeKnown = *p.AltitudeM, true
		s.treatAltM = s.AltitudeM
		if d := p.AltitudePM; d != nil {
			s.treatAltM += *d // the boil that disinfects is on the safe side
		}
	case s.Trust <= ByStation:
		s.AltitudeM, s.AltitudeKnown = s.Atmosphere.Altitude(hpa, air.SeaLevelHPa), true
		s.treatAltM = s.hides(hpa)
	}
	low, high := hpa-s.SpreadHPa, hpa+s.SpreadHPa
	s.gateHPa = hpa
	if s.Boil.Odds = s.odds(said); len(s.Boil.Odds) > 0 {
		for _, e := range said {
			low, high = math.Min(low, e.hpa), math.Max(high, e.hpa)
			s.gateHPa = math.Max(s.gateHPa, e.hpa)
			if e.trust <= ByStation {
				s.treatAltM = math.Max(s.treatAltM, s.hides(e.hpa))
			}
		}
	}
	s.Boil.PressureHPa, s.Boil.BoilC, s.Boil.BoilLowC, s.Boil.BoilHighC = hpa, boilAt(hpa), boilAt(low), boilAt(high)
	s.Boil.Unplaced = s.Trust == ByNothing
	if p.MeasuredBoilC != nil {
		s.Boil.BoilC = *p.MeasuredBoilC
	}
	return nil
}

// hides is the altitude in m that a pressure may hide in fair weather: the boil that
// disinfects is on the safe side.
func (s *Settled) hides(hpa float64) float64 {
	return s.Atmosphere.Altitude(hpa-highHPa, air.SeaLevelHPa)
}

// An evidence is one thing that is said of the pressure of a place.
type evidence struct {
	trust       Trust
	hpa, spread float64
}

// evidence is all that is said of the pressure, the most trusted first; never empty.
func (s *Settled) evidence() (out []evidence, bad field.Problems) {
	p := &s.Conditions.Place
	if c := p.MeasuredBoilC; c != nil {
		pa, err := water.SaturationPressure(*c)
		if err != nil {
			return nil, field.Problems{{Field: "place.measured_boil_c", Value: *c, Message: err.Error()}}
		}
		up, _ := water.SaturationPressure(*c + thermometerC)
		out = append(out, evidence{ByBoiling, pa / 100, (up - pa) / 100})
	}
	if p.PressureHPa != nil {
		out = append(out, evidence{ByStation, *p.PressureHPa, barometerHPa})
	}
	altitude, trust := 0.0, ByNothing
	switch {
	case p.AltitudeM == nil && len(out) > 0:
		return out, nil
	case p.AltitudeM != nil:
		altitude, trust = *p.AltitudeM, ByAltitude
		if p.SeaLevelHPa != nil {
			trust = ByForecast
		}
	}
	hpa, spread, err := s.forecast(altitude)
	if err != nil {
		return nil, field.Problems{{Field: "place.altitude_m", Value: altitude, Message: err.Error()}}
	}
	if d := p.AltitudePM; d != nil && p.AltitudeM != nil {
		spread = math.Hypot(spread, *d*hpa*perMetre)
	}
	return append(out, evidence{trust, hpa, spread}), nil
}

// An Odd is two things said of a place that cannot be true together.
type Odd struct {
	Fields []string        `json:"fields" doc:"Paths of the two"`
	Text   quantity.Phrase `json:"text"`
}

const (
	// oddHPa is by how much weather moves the pressure of a place at most. From memory.
	oddHPa = 40
	// seaLowHPa and seaHighHPa are between which a pressure reads that is reduced to sea
	// level. From memory.
	seaLowHPa, seaHighHPa = 960, 1050
)

var evidenceFields = map[Trust]string{ByBoiling: "place.measured_boil_c", ByStation: "place.pressure_hpa", ByForecast: "place.altitude_m", ByAltitude: "place.altitude_m"}

// odds are the pairs of evidence that differ by more than weather and their own spread.
func (s *Settled) odds(said []evidence) (out []Odd) {
	p := &s.Conditions.Place
	hpa := func(v float64) quantity.Value { return quantity.Of(v, quantity.HPa) }
	for i, a := range said {
		for _, b := range said[i+1:] {
			may := float64(oddHPa)
			if d := p.AltitudePM; d != nil && b.trust >= ByForecast {
				may += *d * b.hpa * perMetre
			}
			if math.Abs(a.hpa-b.hpa) <= may {
				continue
			}
			o := Odd{Fields: []string{evidenceFields[a.trust], evidenceFields[b.trust]}}
			switch {
			case a.trust == ByBoiling && b.trust == ByStation:
				o.Text = boilingPointPressure.Say(quantity.Fine(*p.MeasuredBoilC, quantity.Celsius), hpa(b.hpa), quantity.Fine(boilAt(b.hpa), quantity.Celsius))
			case a.trust == ByBoiling:
				o.Text = boilingPointAltitude.Say(quantity.Fine(*p.MeasuredBoilC, quantity.Celsius), quantity.Of(*p.AltitudeM, quantity.Metre), quantity.Fine(boilAt(b.hpa), quantity.Celsius))
			case a.hpa > b.hpa && a.hpa >= seaLowHPa && a.hpa <= seaHighHPa:
				o.Text = pressureHereAltitude.Say(hpa(a.hpa), quantity.Of(*p.AltitudeM, quantity.Metre), hpa(b.hpa))
			default:
				o.Text = pressureHereAltitudeCant.Say(hpa(a.hpa), quantity.Of(*p.AltitudeM, quantity.Metre), hpa(b.hpa))
			}
			out = append(out, o)
		}
	}
	return out
}

// boilAt is the boiling point, in °C, at a pressure in hPa.
func boilAt(hpa float64) float64 {
	t, _ := water.SaturationTemperature(hpa * 100)
	return t
}

// GateC is the highest boiling point, in °C, of what is said of the place: what a
// thermometer has to show for a boil, and what fuel has to do for.
func (s *Settled) GateC() float64 {
	if len(s.Boil.Odds) == 0 {
		return s.Boil.BoilC
	}
	return math.Max(boilAt(s.gateHPa), s.Boil.BoilC)
}

// GateHPa is the air pressure, in hPa, at which water boils at GateC.
func (s *Settled) GateHPa() float64 { return s.gateHPa }

func (s *Settled) forecast(altitudeM float64) (hPa, spread float64, err error) {
	p := &s.Conditions.Place
	kind, outside := SeaEither, *p.AirC
	if p.SeaLevelKind != nil {
		kind = *p.SeaLevelKind
	}
	if p.OutsideC != nil {
		outside = *p.OutsideC
	}
	return Forecast(s.Atmosphere, altitudeM, p.SeaLevelHPa, kind, outside)
}

// Forecast returns the pressure at an altitude in metres, and by how much it may be out
// either way, both in hPa, from a pressure at sea level of a kind and the air outside, in
// °C: one reduced through the standard atmosphere (ICAO Doc 7488) goes back through it,
// and is out by what the real column differs from that; one reduced through the air goes
// back through it (hypsometric equation); of one that may be either, the band covers both.
// Without a pressure at sea level the atmosphere alone tells. West's atmosphere has its
// own column.
func Forecast(a air.Atmosphere, altitudeM float64, seaLevelHPa *float64, kind string, outsideC float64) (hPa, spread float64, err error) {
	if seaLevelHPa == nil {
		hPa, err = a.Pressure(altitudeM, air.SeaLevelHPa)
		return hPa, weatherHPa * (1 + math.Max(altitudeM, 0)/weatherTwiceM), err
	}
	column, err := air.Column(altitudeM, *seaLevelHPa, outsideC)
	if err != nil {
		return 0, 0, err
	}
	standard, err := a.Pressure(altitudeM, *seaLevelHPa)
	differ := math.Abs(column - standard)
	hPa = column
	switch {
	case a == air.West:
		hPa, differ = standard, 0
	case kind == SeaQNH:
		hPa = standard
	case kind == SeaMap:
		differ = 0
	}
	read := forecastHPa * hPa / *seaLevelHPa
	return hPa, differ + math.Hypot(read, air.ColumnSpread(hPa, altitudeM, outsideC, columnK)), err
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

// NeedsBoilS is the rolling boil that would make the water safe here, in s, whether it is planned or not;
// 0 where it is safe already.
func (s *Settled) NeedsBoilS() float64 {
	if t := *s.Conditions.Water.Treatment; t != water.Boil && t != water.Doubtful {
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

// BoilKnown reports whether this place's boiling point is known well enough to tell a boil
// by a thermometer: somebody said where it is, and nothing that was said is at odds.
func (s *Settled) BoilKnown() bool { return s.Trust != ByNothing && len(s.Boil.Odds) == 0 }
