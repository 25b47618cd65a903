package brew

import (
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/water"
	"apodemos/core/working"
)

// A Setting is what a request says of the place and the gear, checked and
// filled in, for questions that are not about a whole brew.
type Setting struct {
	Request   Request
	Defaulted []string
	Boil      Boil
	AltitudeM float64 // as asked, or as a measured pressure means
	// AltitudeKnown is false where neither altitude nor a measured pressure is said;
	// AltitudeM is then that of the sea. treatAltM is the one that counts for a
	// disinfecting boil.
	AltitudeKnown bool
	treatAltM     float64
	Air           heat.Air
	Vessel        heat.Vessel
	Cup           heat.Vessel
	Burner        heat.Burner
	Fuel          heat.Fuel
	LHV           float64 // MJ/kg, of the gas in the canister where it is gas; 0 for electricity
	// PowerW and Efficiency are the measured ones where there are any.
	PowerW, Efficiency float64
	Working            working.Sheet
}

// Settle checks a request and fills it in. A request without a method is
// settled as the first one of the catalogue. Its error is Problems.
func Settle(r Request) (*Setting, error) {
	if r.Method == "" {
		r.Method = method.All[0].ID
	}
	full, defaulted, bad := resolve(r)
	if len(bad) > 0 {
		return nil, bad
	}
	c := &calc{req: full, plan: &Plan{Defaulted: defaulted, Working: working.Sheet{}}}
	c.gear()
	if bad := c.pressure(); len(bad) > 0 {
		return nil, bad
	}
	p := c.plan
	s := &Setting{Request: full, Defaulted: defaulted, AltitudeM: c.altitudeM, AltitudeKnown: c.altitudeKnown, treatAltM: c.treatAltM, Air: c.air, Vessel: c.vessel, Cup: c.cup, Working: p.Working,
		Boil: Boil{*p.PressureHPa, *p.BoilC, *p.BoilLowC, *p.BoilHighC}, PowerW: *full.Heat.PowerW, Efficiency: *full.Heat.Efficiency}
	s.Burner, _ = heat.BurnerByID(*full.Heat.Burner)
	s.Fuel, _ = heat.FuelByID(*full.Heat.Fuel)
	s.LHV = s.Fuel.LHV
	if s.Fuel.ID == "gas" {
		s.LHV = c.blend().LHV()
	}
	if e := full.Calibration.Efficiency; e != nil {
		s.Efficiency = *e
	}
	if w := full.Calibration.PowerW; w != nil {
		s.PowerW = *w
	}
	return s, nil
}

// Measured reports whether the user gave a calibration for the burner's
// efficiency.
func (s *Setting) Measured() bool { return s.Request.Calibration.Efficiency != nil }

// Canister returns the gas canister of the setting.
func (s *Setting) Canister() heat.Canister {
	k := s.Request.Heat.Canister
	return heat.Canister{Blend: blendOf(k), CapacityG: *k.CapacityG, TempC: *k.TempC}
}

// Heating returns the heating of ml of this stop's water to the boil, with the
// disinfecting boil where the water asks for it.
func (s *Setting) Heating(ml float64) heat.Heating {
	r := &s.Request
	cover := heat.Lidded
	if !*r.Heat.Lid {
		cover = heat.Open
	}
	h := heat.Heating{WaterG: ml, Source: heat.Source(*r.Water.State), FromC: *r.Water.SourceC, ToC: s.Boil.BoilC, VesselC: s.Air.TempC,
		Vessel: s.Vessel, Cover: cover, Air: s.Air, PowerW: s.PowerW, Efficiency: s.Efficiency, WindLoss: s.Burner.WindLoss, DwellFlame: LowFlame(s.Burner)}
	if h.Source != heat.Liquid {
		h.StarterG = starterShare * ml
	}
	h.DwellS = s.TreatS()
	return h
}

// starterShare is the liquid water put under snow. Common practice.
const starterShare = 0.05

// LowFlame is the flame that keeps water at the boil, as a fraction of full: all of
// it where it cannot be turned down.
func LowFlame(b heat.Burner) float64 {
	if b.Low == 0 {
		return 1
	}
	return b.Low
}

// TreatS is how long this stop's water is kept at a rolling boil to make it safe, in
// s; 0 where it is not treated so.
func (s *Setting) TreatS() float64 {
	if *s.Request.Water.Treatment != water.Boil {
		return 0
	}
	return water.TreatmentBoilS(s.treatAltM, s.AltitudeKnown)
}

// WaterState is where a stop's water is from, and whether it may be drunk.
type WaterState struct {
	Source    string   `json:"source" doc:"Empty when nobody has said"`
	Treatment string   `json:"treatment"`
	BoilS     float64  `json:"boil_s" doc:"At a rolling boil, where it is treated so"`
	Caution   *Caution `json:"caution" doc:"What to do before it is used; null when it is safe or made so"`
}

// Water is what the setting's water is taken to be.
func (s *Setting) Water() WaterState {
	w := s.Request.Water
	out := WaterState{Treatment: *w.Treatment, BoilS: s.TreatS()}
	if w.Source != nil {
		out.Source = *w.Source
	}
	if out.Treatment == water.Doubtful {
		id := "doubtful"
		if out.Source == "" {
			id = "water-unsaid"
		}
		k := cautions[id]
		k.ID = id
		out.Caution = &k
	}
	return out
}
