package brew

import (
	"math"
	"slices"

	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/thermal"
	"apodemos/core/water"
)

// A Decision is something that a stage decided, or that one has to know: what it is,
// which of its cases, and its numbers. The sentences stand in package explain.
type Decision struct {
	ID     string
	Case   string
	Word   string
	Values []quantity.Value
}

// A Setting is the first stage of a plan: a request checked and filled in, the place
// and the gear that it means, and the school that brews. The bench asks it too.
type Setting struct {
	*conditions.Settled
	Request    Request // as it is brewed: what cannot be warmed is not
	Asked      Request // as it was asked, filled in
	Defaulted  []string
	Method     method.Method
	School     method.School
	Air        heat.Air // round the brew
	Vessel     heat.Vessel
	Brewer     heat.Vessel
	Cup        heat.Vessel
	Model      coffee.Model
	Decisions  []Decision
	planner    *Planner
	recipeMade *recipe.Made
	kitchen    bool // at home, where gas presses as it should
}

func decide(to *[]Decision, id, which string, values ...quantity.Value) {
	*to = append(*to, Decision{ID: id, Case: which, Values: values})
}

// Settle checks a request and fills it in. A request without a method is settled as
// the first one of the catalogue. Its error is Problems.
func Settle(r Request) (*Setting, error) {
	if r.Method == "" {
		r.Method = method.All[0].ID
	}
	s, bad := settle(r, nil)
	if len(bad) > 0 {
		return nil, bad
	}
	return s, nil
}

func settle(r Request, p *Planner) (*Setting, Problems) {
	full, defaulted, bad := resolve(r)
	if len(bad) > 0 {
		return nil, bad
	}
	return set(full, defaulted, p)
}

// set is the setting of a request that is filled in.
func set(full Request, defaulted []string, p *Planner) (*Setting, Problems) {
	s := &Setting{Request: full, Asked: full, Defaulted: defaulted, planner: p, Model: p.model()}
	s.Method, _ = method.ByID(full.Method)
	s.School, _ = s.Method.School(*full.School)
	s.own()
	if g := s.Request.Grinder; g.Clicks != nil && g.UmPerClick == nil {
		s.anchor(*g.Clicks)
	}
	if s.School.CupMl > 0 && slices.Contains(defaulted, "cup_ml") {
		s.Request.CupMl = new(s.School.CupMl)
		s.Asked.CupMl = s.Request.CupMl
	}
	at, bad := conditions.Settle(full.Conditions)
	if len(bad) > 0 {
		return nil, bad
	}
	s.Settled = at
	s.Model = s.Model.Of(*full.Coffee.Roast)
	s.gear()
	s.preheats()
	return s, nil
}

func (s *Setting) gear() {
	r := &s.Request
	s.Air = s.Settled.Air
	s.Vessel = heat.Vessel{CapacityMl: *r.Vessel.CapacityMl, DiameterMm: *r.Vessel.DiameterMm, MassG: *r.Vessel.MassG, Material: material(r.Vessel.Material), LossFactor: 1}
	if f := r.Calibration.LossFactor; f != nil {
		s.Vessel.LossFactor = *f
	}
	s.Brewer = heat.Vessel{DiameterMm: 100, MassG: *r.Brewer.MassG, Material: material(r.Brewer.Material), LossFactor: 1}
	if share, is := warmedShare[s.Method.ID]; is && s.Asked.Brewer.MassG != nil {
		s.Brewer.MassG *= share
	}
	if s.School.ColdFill {
		boiler := s.School.BasketMl
		if r.Brewer.CapacityMl != nil {
			boiler = *r.Brewer.CapacityMl
		}
		s.Vessel.CapacityMl, s.Vessel.DiameterMm, s.Vessel.MassG, s.Vessel.Material = boiler, CupDiameterMm(boiler), s.Brewer.MassG, s.Brewer.Material
	}
	if s.Method.Contact == method.Cold {
		s.Air = heat.Air{TempC: roomC, HPa: s.Air.HPa} // made indoors, whatever the stop is like
	}
	s.Cup = heat.Vessel{DiameterMm: CupDiameterMm(*r.CupMl), MassG: *r.Cup.MassG, Material: material(r.Cup.Material), Insulated: *r.Cup.Insulated, LossFactor: 1}
}

// warmedShare is the part of a brewer that its water warms while it brews, for what has a
// plunger, a frame or a pump that stays cold, and thick plastic whose outside does. Where
// nobody weighed it, the usual mass is that part. From memory: a hand press of 290 g at
// 90 °C stands at about 80 °C at first, which people measure, and not at 65.
var warmedShare = map[string]float64{"hand-press": 0.25, "pocket-pump": 0.25, "press-pot": 0.6}

func material(id *string) heat.Material {
	m, _ := heat.MaterialByID(*id)
	return m
}

// CupDiameterMm is that of a cup as wide as it is full, in mm.
func CupDiameterMm(ml float64) float64 { return 10 * math.Cbrt(4*ml/math.Pi) }

// preheats drops what cannot be warmed here, and says so.
func (s *Setting) preheats() {
	cup, brewer := s.Request.Cup.Preheated, s.Request.Brewer.Preheated
	if *cup && (s.heatless() || s.way() == method.BoilIn || s.School.ColdFill) {
		s.Request.Cup.Preheated = new(false)
		decide(&s.Decisions, "no-preheat", "")
	}
	if *brewer && (s.heatless() || s.Method.InPot() || s.way() == method.OnFlame) {
		s.Request.Brewer.Preheated = new(false)
		decide(&s.Decisions, "no-preheat-brewer", "")
	}
}

// withCup is the setting with other cups.
func (s *Setting) withCup(ml float64) *Setting {
	out := *s
	out.Request.CupMl, out.Asked.CupMl = &ml, &ml
	out.gear()
	return &out
}

// Chose tells whether the user gave a request path.
func (s *Setting) Chose(path string) bool { return !slices.Contains(s.Defaulted, path) }

// way is the method's, but a school that asks for no heat has none.
func (s *Setting) way() method.Way {
	if s.Method.Way == method.InPot && s.School.BoilsIn() {
		return method.BoilIn
	}
	if s.Method.Way == method.Kettle && s.School.Temps.High == 0 {
		return method.Unheated
	}
	return s.Method.Way
}

// OnFlame reports whether the brewer itself stands on the flame.
func (s *Setting) OnFlame() bool { return s.way() == method.OnFlame }

// BoilsIn reports whether the coffee is in the water when it boils.
func (s *Setting) BoilsIn() bool { return s.way() == method.BoilIn }

func (s *Setting) heatless() bool { return s.way() == method.Unheated }

// Percolates reports whether fresh water keeps coming.
func (s *Setting) Percolates() bool {
	return s.Method.Contact == method.Percolation || s.Method.Contact == method.Pressure
}

// supplied reports whether the water comes hot.
func (s *Setting) supplied() bool { return s.Request.Heat.SuppliedC != nil }

// Straight reports whether hot water runs from where it is supplied into the cup that the
// coffee steeps in: nobody named a pot for it.
func (s *Setting) Straight() bool {
	return s.supplied() && s.Method.Family == "cup" && text(s.Request.Draw) == drawCup
}

// fire reports whether the heat is an open fire.
func (s *Setting) fire() bool { return s.Burner.ID == heat.OpenFire }

// apartKettle reports whether the water is heated in something that heats water only.
func (s *Setting) apartKettle() bool { return !s.supplied() && !s.Burner.Flame }

// coldC is the temperature of water that is not heated: snow and ice have to be
// melted first, elsewhere.
func (s *Setting) coldC() float64 { return math.Max(*s.Request.Water.SourceC, 0) }

// BrewTreatS is how long the brew's water is kept at a rolling boil to make it safe,
// in s: none where nothing boils in the open.
func (s *Setting) BrewTreatS() float64 {
	if !s.disinfects() {
		return 0
	}
	return s.TreatS()
}

// disinfects reports whether what is drunk has boiled here.
func (s *Setting) disinfects() bool { return !s.supplied() && s.Method.Disinfects(s.School) }

// beans is the coffee.
func (s *Setting) beans() coffee.Beans {
	c := s.Request.Coffee
	return coffee.Beans{Roast: *c.Roast, DaysOff: *c.DaysOff, GroundAhead: *c.GroundAhead}
}

// boilerC is how warm a moka pot's boiler is once its water is in it, in °C.
func (s *Setting) boilerC(ml, waterC float64) float64 {
	return mix(waterKJ(ml), waterC, boilerShare*s.Brewer.Capacity(), s.Air.TempC)
}

// boilerShare is the part of a moka pot's metal that is its boiler and foot, and
// funnelShare that of its funnel and basket. From memory.
const boilerShare, funnelShare = 0.6, 0.1

// splashMl is the cold water that drops the grounds: none where only what has boiled
// is safe.
func (s *Setting) splashMl() float64 {
	if *s.Request.Water.Treatment == water.Boil {
		return 0
	}
	return s.School.SplashMl
}

// starterShare is the liquid water put under snow. Common practice.
const starterShare = 0.05

// Heating returns the heating of ml of this stop's water to the boil, with the
// disinfecting boil where the water asks for it.
func (s *Setting) Heating(ml float64) heat.Heating {
	h := s.heating(s.lid(), ml)
	h.DwellS = s.TreatS()
	return h
}

// gateAir is the air in which water boils at the hottest of what is said of the place.
func (s *Setting) gateAir() heat.Air {
	a := s.Air
	a.HPa = s.GateHPa()
	return a
}

// lid is what covers the water while it heats.
func (s *Setting) lid() heat.Cover {
	if !*s.Request.Heat.Lid {
		return heat.Open
	}
	return heat.Lidded
}

func (s *Setting) heating(cover heat.Cover, ml float64) heat.Heating {
	r := &s.Request
	h := heat.Heating{WaterG: ml, Source: heat.Source(*r.Water.State), FromC: *r.Water.SourceC, ToC: s.GateC(), VesselC: s.Air.TempC,
		Vessel: s.Vessel, Cover: cover, Air: s.gateAir(), PowerW: s.PowerW, Efficiency: s.Efficiency, WindLoss: s.Burner.WindLoss, DwellFlame: s.Burner.LowFlame()}
	if s.Frozen() {
		h.StarterG = starterShare * ml
	}
	return h
}

// mix brings two bodies together; capacities in kJ/K.
func mix(c1, t1, c2, t2 float64) float64 {
	return heat.Mix(heat.Body{KJPerK: c1, TempC: t1}, heat.Body{KJPerK: c2, TempC: t2})
}

func waterKJ(ml float64) float64 { return thermal.KJPerK(ml) }
