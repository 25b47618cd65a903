package sim

import (
	"fmt"
	"hash/fnv"
	"math"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/run"
)

// Hand is how a person of the simulation brews.
type Hand struct {
	Fixed       bool // follows the plan as it is, whatever happens
	Thermometer bool
	Scale       bool
}

// With is what a run is made with: instruments as they read here.
type With struct {
	EveryS float64 // between two readings
	ScaleG float64 // spread of a reading of the scale, in g
	WaterC float64 // of the thermometer, °C
	LagS   float64 // of the thermometer: its time constant
	Hand   Hand
	// Scale and Water are instruments in place of those: what they read at a moment of what
	// there is, and whether they read at all.
	Scale, Water func(atS, truth float64) (v float64, ok bool)
}

// Usual are instruments as they usually are. From memory.
var Usual = With{EveryS: 1, ScaleG: 0.3, WaterC: 0.3, LagS: 4, Hand: Hand{Thermometer: true, Scale: true}}

// Made is a run that was made on the virtual brewer.
type Made struct {
	Events    []run.Event    `json:"events" doc:"What was done and read, as follow takes it"`
	Cup       Outcome        `json:"cup" doc:"What it gave"`
	Planned   Outcome        `json:"planned"`
	Following *run.Following `json:"-"`
	Brewer    *Brewer        `json:"-"`
	Review    run.Review     `json:"-"`
}

// longestS is as long as anybody brews, in s of the run's clock.
const longestS = 48 * 3600

// Make lets a simulated hand brew a plan, with differences and what chance does to its
// instruments and to it. The hand sees what a follower says, and nothing else. Its error is
// field.Problems.
func Make(p *brew.Plan, seed uint64, d Differences, w With) (*Made, error) {
	b, err := New(p, d)
	if err != nil {
		return nil, err
	}
	f, err := run.NewFollower(p)
	if err != nil {
		return nil, err
	}
	if w.Hand.Fixed {
		f.Fix()
	}
	m := &making{b: b, f: f, w: w, d: d, seed: seed, chance: Chance{seed ^ 0x5eed}, out: &Made{Brewer: b, Events: []run.Event{}}}
	m.made = p.Made()
	if err := m.brew(); err != nil {
		return nil, err
	}
	m.out.Cup = b.Cup()
	m.out.Following, m.out.Review = f.Out(), f.Review()
	c := m.out.Following.Planned
	m.out.Planned = Outcome(c)
	return m.out, nil
}

type making struct {
	made   *brew.Brewed
	b      *Brewer
	f      *run.Follower
	w      With
	d      Differences
	chance Chance
	seed   uint64
	out    *Made

	t      float64
	readAt float64 // moment of the last readings
	probeC float64 // what the thermometer is at
	probed bool
	dueT   float64 // when the hand does what is to be done
	doing  string  // the step that dueT is for
	rate   float64 // of the pour that is on, g/s
	pourT  float64 // moment that it begins
	stopG  float64 // where the pour that is on ends, as this hand hits it
	saidAt float64
	litT   float64 // moment from which a boil is waited for
	served bool
}

func (m *making) event(e run.Event) {
	e.TS = math.Round(m.t*10) / 10
	m.out.Events = append(m.out.Events, e)
	m.f.Take(e)
}

// late is how long this hand takes for something.
func (m *making) late(what string) float64 {
	return math.Max(0, m.d.LateS*(1+0.5*m.hand(what)))
}

// hand is what chance does to one thing that the hand does, the same whatever came before:
// so that two ways of brewing meet the same luck.
func (m *making) hand(what string) float64 {
	h := fnv.New64a()
	h.Write([]byte(what))
	c := Chance{m.seed ^ h.Sum64()}
	return c.Normal()
}

func (m *making) brew() error {
	m.event(run.Event{Kind: run.Start})
	heated := m.made.KettleMl
	if heated == 0 || m.made.BoilsIn() {
		hot, _ := m.made.HotColdMl()
		heated = math.Max(hot+m.made.BoiledOffMl, m.made.Batch.PouredMl)
	}
	// Who pours too much has heated too much.
	heated += math.Max(m.d.OverG, 0) + math.Max(m.d.LastG, 0)
	dt := 0.5
	var lifted bool
	for {
		if m.f.Finished() {
			return nil
		}
		if m.t > longestS {
			return field.Problems{{Field: "request", Message: fmt.Sprintf("it takes longer than %.0f h. Choose a shorter brew", float64(longestS)/3600)}}
		}
		o := m.f.Look()
		if o.Waits == "boil" && o.Position >= m.made.LightS {
			if m.litT == 0 {
				m.litT = m.t
			}
			if m.t-m.litT > 4*m.made.Took.HeatS+900 {
				return field.Problems{{Field: "differences.power", Value: of(m.d.Power), Message: fmt.Sprintf("the water stops at %.0f °C. Enter a stronger flame, or less wind", m.b.WaterC())}}
			}
		}
		act := Action{Cover: heat.Lidded}
		if m.made.Heated && m.b.KettleMl() == 0 && o.Position >= m.made.LightS-40 {
			m.b.Filled(heated)
		}
		if !m.made.Heated && m.b.KettleMl() == 0 && !m.b.Met() && m.made.Request.Heat.SuppliedC != nil && o.Position > m.f.StartS()+5 {
			m.b.Filled(heated)
		}
		// A long wait is gone through in longer steps.
		dt = 0.5
		if !o.Pouring && o.Left > 120 && m.b.Poured >= m.stopG-0.01 {
			dt = 5
		}
		m.flame(&act, o)
		id := method.StepID(o.Of)
		if o.Brewing {
			access, cover := m.made.Stirred(id)
			act.Stir = access
			if m.made.Method.InPot() {
				act.In, act.Cover = true, cover
			}
			if m.made.BoilsIn() && o.Boiling && !o.OffHeat && m.made.BoilS > 0 && m.made.School.BoilStirs > 0 {
				act.Stir = access * m.made.School.BoilStirs
			}
		}
		if o.Serving && !m.served {
			m.served = true
		}
		act.Out = m.served
		m.signs(o)
		m.pour(&act, o, dt)
		if !lifted && o.LiftMl > 0 && m.b.InCupsMl() >= o.LiftMl*(1+0.03*m.hand("lift")) {
			lifted = true
			m.event(run.Event{Kind: run.Sign})
		}
		act.Lift = lifted
		m.b.Step(dt, act)
		m.t += dt
		m.read()
		m.f.At(m.t)
	}
}

// flame is what the flame does at this position.
func (m *making) flame(act *Action, o run.Look) {
	if !m.made.Heated || o.Position < m.made.LightS && !m.b.Met() {
		return
	}
	if m.made.BoilsIn() {
		on := o.Position >= m.made.LightS
		if on && !m.served && !o.OffHeat {
			act.Flame, act.Cover = 1, heat.Lidded
			if o.Boiling || m.b.Boils() {
				act.Flame = math.Min(1, math.Max(m.made.Took.DwellFlame, 0.15))
			}
		}
		return
	}
	if m.b.Met() {
		switch {
		case m.made.OnFlame():
			act.Flame = 1
		case m.d.KettleC == 0 && o.Position < m.made.HeldS(): // it stays on the heat for these pours
			act.Flame = math.Min(1, math.Max(m.made.Took.DwellFlame, 0.15))
		case o.Position >= m.made.BackAtS && o.Position < m.made.BackAtS+m.made.BackForS:
			act.Flame = 1 // back on while it blooms
		}
		return
	}
	if o.Boiled && m.d.KettleC != 0 && (o.Waiting || o.Waits == "said" || o.Position > -2) {
		m.b.Stands()
		act.Cover = m.made.Cover
		return
	}
	switch {
	case !m.b.Boils() && !o.Boiled:
		act.Flame = 1
	case o.Waiting || o.Boiled && m.made.WaitS > 0 && m.made.HoldS == 0 && m.made.TreatS == 0:
		act.Cover = m.made.Cover
	default:
		act.Flame = math.Min(1, math.Max(m.made.Took.DwellFlame, 0.15)) // kept at the boil
		if !m.made.Burner.Flame && m.made.Burner.Low == 0 && o.Boiled {
			act.Flame, act.Cover = 0, m.made.Cover
		}
	}
}

// signs are what this hand taps: that it boils, that it is ready, that it is drained.
func (m *making) signs(o run.Look) {
	key := ""
	switch {
	case o.Waits == "boil" && (m.b.Boils() || m.made.FirstS > 0 && m.b.KettleMl() == 0): // what is set aside is not followed
		key = "boils"
	case o.Waits == "said":
		key = "ready"
	case o.Waits == "cool" && !m.w.Hand.Thermometer:
		key = "ready"
	case o.Drains && m.b.Drained() && o.Position > 5:
		key = "drained"
	case o.OnFlow && m.made.OnFlame():
		return
	}
	if key == "" {
		return
	}
	key += "@" + o.ID
	if m.doing != key {
		m.doing, m.dueT = key, m.t+m.late(key)
	}
	if m.t < m.dueT || m.t-m.saidAt < 1 {
		return
	}
	m.saidAt = m.t
	m.event(run.Event{Kind: run.Sign})
}

// pour pours where there is something to pour.
func (m *making) pour(act *Action, o run.Look, dt float64) {
	if m.rate > 0 && m.b.Poured < m.stopG-0.01 && !m.served && "pour@"+o.ID != m.doing {
		if o.Pouring && o.Brewing {
			m.stopG = math.Max(m.stopG, o.ToG) // by then the next is due, too
		}
		if m.t >= m.pourT { // the hand is slower than the guide
			act.PourG = math.Min(m.rate, (m.stopG-m.b.Poured)/dt)
		}
		return
	}
	if !o.Pouring || !o.Brewing {
		if m.made.OnFlame() && o.Brewing && !m.served {
			act.PourG = m.made.Batch.PouredMl * m.made.School.Passes() / math.Max(m.made.ContactS*0.8, 1)
		}
		if len(m.made.Line) > 0 && o.Brewing && !m.made.Percolates() && !m.made.Method.InPot() && m.b.Poured == 0 && !o.HasPours {
			act.PourG = m.made.Batch.PouredMl / m.made.Apart() / dt // nobody weighs it
		}
		return
	}
	key := "pour@" + o.ID
	if m.doing != key {
		// Who still has a pour to begin when the next is due goes on with that one then.
		begins := m.t + m.late(key)
		if strings.HasPrefix(m.doing, "pour@") && m.b.Poured < m.stopG-0.01 {
			begins = math.Max(m.dueT, m.t)
		}
		m.doing, m.dueT = key, begins
		m.pourT = m.dueT
		m.rate = math.Min(math.Max((o.ToG-o.FromG)/math.Max(o.ForS, 3)*of(m.d.RateOf), 1), 25)
		m.stopG = o.ToG + m.d.HandG*m.hand("g"+key)
		if o.First {
			m.stopG += m.d.OverG
		}
		if o.LastPour {
			m.stopG += m.d.LastG
		}
		m.stopG = math.Max(m.stopG, m.b.Poured+1)
	}
	if m.t < m.dueT || m.b.Poured >= m.stopG {
		return
	}
	act.PourG = math.Min(m.rate, (m.stopG-m.b.Poured)/dt)
	if m.b.Poured+act.PourG*dt >= m.stopG-0.01 && !m.w.Hand.Scale {
		m.event(run.Event{Kind: run.Sign})
	}
}

// read is what the instruments read now.
func (m *making) read() {
	if m.t-m.readAt < m.w.EveryS-1e-9 {
		return
	}
	dt := m.t - m.readAt
	m.readAt = m.t
	e := run.Event{Kind: run.Reading}
	if m.w.Hand.Scale {
		g := m.b.Poured
		if m.made.Method.InPot() || !m.b.Met() {
			g = 0
		}
		e.ScaleG = new(math.Round((g+m.w.ScaleG*m.chance.Normal())*10) / 10)
		if m.w.Scale != nil {
			e.ScaleG = nil
			if v, ok := m.w.Scale(m.t, g); ok {
				e.ScaleG = &v
			}
		}
	}
	if m.w.Hand.Thermometer && m.b.KettleMl() > 20 && m.made.Heated {
		c := m.b.WaterC()
		if !m.probed {
			m.probeC, m.probed = c, true
		}
		m.probeC += (c - m.probeC) * (1 - math.Exp(-dt/math.Max(m.w.LagS, 0.1)))
		e.WaterC = new(math.Round((m.probeC+m.w.WaterC*m.chance.Normal())*10) / 10)
		if m.w.Water != nil {
			e.WaterC = nil
			if v, ok := m.w.Water(m.t, c); ok {
				e.WaterC = &v
			}
		}
	}
	if e.ScaleG == nil && e.WaterC == nil {
		return
	}
	m.event(e)
}
