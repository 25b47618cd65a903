package sim

import (
	"fmt"
	"math"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
	"apodemos/core/water"
)

// Differences are by how much a brew differs from what its plan takes for granted. The
// zero value of a factor is 1: no difference.
type Differences struct {
	Power   float64 `json:"power,omitempty" minimum:"0.3" maximum:"3" doc:"Of the flame, over what was planned"`
	Loss    float64 `json:"loss,omitempty" minimum:"0.2" maximum:"5" doc:"Of what kettle and cup lose to the air: draught"`
	Grind   float64 `json:"grind,omitempty" minimum:"0.6" maximum:"1.6" doc:"Of the size of the grounds"`
	Drain   float64 `json:"drain,omitempty" minimum:"0.3" maximum:"4" doc:"Of the resistance of bed and paper"`
	SourceC float64 `json:"source_c,omitempty" minimum:"-20" maximum:"20" doc:"How much warmer the water is at first, K"`
	KettleC float64 `json:"kettle_c,omitempty" minimum:"-15" maximum:"5" doc:"How much hotter the kettle is when it is poured from, K"`

	OverG  float64 `json:"over_g,omitempty" minimum:"-50" maximum:"100" doc:"The first pour goes over its reading by this"`
	LastG  float64 `json:"last_g,omitempty" minimum:"-50" maximum:"200" doc:"The last pour does"`
	HandG  float64 `json:"hand_g,omitempty" minimum:"0" maximum:"30" doc:"Spread of where a pour ends"`
	RateOf float64 `json:"rate,omitempty" minimum:"0.3" maximum:"3" doc:"Of the speed of pouring"`
	LateS  float64 `json:"late_s,omitempty" minimum:"0" maximum:"120" doc:"How much later than due the hand does each thing, on average"`
}

func of(f float64) float64 { return quantity.Either(f == 0, 1, f) }

// Drawn are differences drawn from the spreads that plans are thought to have: what package
// brew takes for the band of power, loss, draining and grind holds two standard deviations
// either way; temperatures, and what a hand does, are from memory.
func Drawn(seed uint64) Differences {
	c := Chance{seed}
	factor := func(band float64) float64 { return math.Exp(band / 2 * c.Normal()) }
	d := Differences{Power: factor(0.20), Loss: factor(0.25), Grind: factor(0.11), Drain: factor(0.25), SourceC: 2 * c.Normal(), RateOf: factor(0.4), HandG: 3 * c.Share(), LateS: 6 * c.Share()}
	// Each of these befalls one brew in two.
	some := func(v float64) float64 { return quantity.Either(c.Share() < 0.5, v, 0) }
	d.KettleC, d.OverG, d.LastG = some(-8*c.Share()), some(25*c.Share()), some(60*c.Share())
	return d
}

// Check is what is wrong with them.
func (d Differences) Check() field.Problems {
	var bad field.Problems
	for _, k := range []struct {
		name         string
		v, low, high float64
		unsaid       bool
	}{
		{"power", d.Power, 0.3, 3, true}, {"loss", d.Loss, 0.2, 5, true}, {"grind", d.Grind, 0.6, 1.6, true}, {"drain", d.Drain, 0.3, 4, true},
		{"source_c", d.SourceC, -20, 20, false}, {"kettle_c", d.KettleC, -15, 5, false}, {"over_g", d.OverG, -50, 100, false}, {"last_g", d.LastG, -50, 200, false},
		{"hand_g", d.HandG, 0, 30, false}, {"rate", d.RateOf, 0.3, 3, true}, {"late_s", d.LateS, 0, 120, false},
	} {
		if k.unsaid && k.v == 0 {
			continue
		}
		if p, is := field.Range("differences."+k.name, k.v, k.low, k.high, quantity.None); is {
			bad = append(bad, p)
		}
	}
	return bad
}

// Action is what somebody does for a while.
type Action struct {
	Flame float64    // of the full one, 0 to 1
	Cover heat.Cover // of the kettle while it is not poured from
	PourG float64    // onto the coffee, g/s
	Fill  float64    // into the kettle, g/s
	Stir  float64    // how much more freely water reaches the coffee; 0 as it does unstirred
	In    bool       // the coffee is in its water, where it steeps in the pot
	Lift  bool       // the dripper is off: nothing drains any more
	Out   bool       // the drink is off its grounds
}

// Brewer is a brew that is really made: one batch, or one cup that steeps on its own.
type Brewer struct {
	made *brew.Brewed
	diff Differences
	um   float64

	AtS     float64 // since it was begun
	state   thermal.State
	pot     thermal.Body // on the heat, before the coffee
	met     bool         // water has met coffee
	inPot   bool
	over    bool
	MetS    float64 // when it met
	Poured  float64 // ml in all, onto the coffee or into its pot
	BoiledG float64
	FuelKJ  float64
	inKJ    float64 // heat that came into the pot
	lostKJ  float64 // and left for the air, or with what boiled off
	lifted  float64 // ml that stood over the bed when it was lifted off
	raised  float64 // kJ/K·K that is stored, from the beginning
	added   float64 // ml that were filled in
	stood   bool
	metMl   float64 // that were in the kettle when it met
}

// New makes a brew ready, with nothing in the kettle yet. Its error is field.Problems.
func New(p *brew.Plan, d Differences) (*Brewer, error) {
	if bad := d.Check(); len(bad) > 0 {
		return nil, bad
	}
	made := p.Made()
	if made == nil || made.Method.Contact == method.Dilution {
		return nil, field.Problems{{Field: "request.method", Message: "a concentrate is served, not brewed. Choose another method"}}
	}
	if made.Frozen() && made.Heated {
		return nil, field.Problems{{Field: "request.water.state", Value: *made.Request.Water.State, Message: "melting can’t be simulated. Choose liquid water"}}
	}
	if len(p.Rounds) > 1 {
		return nil, field.Problems{{Field: "request.drinkers", Value: *made.Request.Drinkers, Message: fmt.Sprintf("%d rounds can’t be simulated. Enter as many as one round makes", len(p.Rounds))}}
	}
	b := &Brewer{made: made, diff: d, um: made.Um * of(d.Grind)}
	b.pot = thermal.Body{C: b.sourceC(), DryKJ: made.Vessel.Capacity(), Vessel: b.vessel(made.Vessel), Cover: heat.Lidded, LeastMl: 1}
	return b, nil
}

func (b *Brewer) sourceC() float64 {
	return math.Max(b.made.Kettle.FromC+b.diff.SourceC, 0)
}

// vessel is one as it loses here.
func (b *Brewer) vessel(v heat.Vessel) heat.Vessel {
	v.LossFactor = quantity.Either(v.LossFactor == 0, 1, v.LossFactor) * of(b.diff.Loss)
	return v
}

// Filled puts so much water into the kettle at once, as hot as it comes.
func (b *Brewer) Filled(ml float64) {
	c := b.sourceC()
	if s := b.made.Request.Heat.SuppliedC; s != nil {
		c = *s + b.diff.SourceC/4
	}
	b.fill(ml, c)
}

func (b *Brewer) fill(ml, c float64) {
	if ml <= 0 {
		return
	}
	b.raised += thermal.KJPerK(ml) * c // what it brings
	b.pot.Add(ml, c)
	b.added += ml
}

// Step goes on for dt seconds, at most a second at a time.
func (b *Brewer) Step(dt float64, a Action) {
	for dt > 1e-9 {
		d := math.Min(dt, 1)
		b.step(d, a)
		dt -= d
	}
}

func (b *Brewer) step(dt float64, a Action) {
	b.AtS += dt
	if a.Fill > 0 {
		b.fill(a.Fill*dt, b.sourceC())
	}
	if !b.met && (a.PourG > 0 || a.In) {
		b.meet()
	}
	if !b.met {
		b.heat(&b.pot, dt, a)
		return
	}
	if b.inPot {
		from := b.pot.C
		b.heat(&b.pot, dt, a)
		if !b.over {
			access := quantity.Either(a.Stir == 0, b.state.Access, a.Stir)
			b.state.Contact = b.made.Model.Soak(b.state.Contact, dt, (from+b.pot.C)/2, access)
		}
		b.over = b.over || a.Out
		return
	}
	if a.Stir > 0 {
		b.state.Access = a.Stir
	}
	if b.over {
		b.state.Access = 0
	}
	act := thermal.Action{}
	if a.PourG > 0 {
		in := math.Min(a.PourG*dt, b.state.Kettle.Ml)
		act.Pour = in / dt
		b.Poured += in
	}
	if a.Flame > 0 && b.made.Heated {
		act.HeatW = a.Flame * b.made.PowerW * b.efficiency() * of(b.diff.Power)
		if b.made.OnFlame() {
			act.HeatW *= brew.Moderate
		}
	}
	if through := b.state.Through; through != nil && !a.Lift && !b.over {
		drain := of(b.diff.Drain)
		act.Drain = through(math.Max(b.state.Bed.Ml-b.state.KeepMl, 0), b.state.Bed.C) / drain
	} else if through == nil && b.state.Cups > 0 && !b.over {
		// Pushed: as evenly as it comes.
		act.Drain = math.Max(b.state.Bed.Ml+act.Pour*dt-b.state.KeepMl, 0) / math.Max(2*dt, dt)
	}
	if a.Lift && !b.over {
		b.lifted = math.Max(b.state.Bed.Ml-b.state.KeepMl, 0)
		b.over = true
	}
	keep := b.state.Through
	b.state.Through = nil
	b.state.Step(dt, act)
	b.state.Through = keep
	kettleC, bedC := b.made.Boil.BoilC, b.made.Boil.BoilC
	if b.made.OnFlame() { // a closed boiler, and half of its pressure in the bed
		kettleC, bedC = heat.PushedC(b.made.Air, 1), heat.PushedC(b.made.Air, 0.5)
	}
	b.state.Kettle.C, b.state.Bed.C = math.Min(b.state.Kettle.C, kettleC), math.Min(b.state.Bed.C, bedC)
	b.over = b.over || a.Out
}

// efficiency is that of the burner here.
func (b *Brewer) efficiency() float64 {
	h := b.made.Kettle
	return heat.WindEfficiency(h.Efficiency, h.WindLoss, h.Air.WindMs*math.Sqrt(of(b.diff.Loss)))
}

// heat warms the pot, or lets it cool, and boils off what is over its boiling point.
func (b *Brewer) heat(k *thermal.Body, dt float64, a Action) {
	if k.Ml <= 0 {
		return
	}
	air := b.made.Air
	k.Uncover(a.Cover)
	h := b.made.Kettle
	st := thermal.State{Air: air, Kettle: *k}
	act := thermal.Action{}
	from := k.C
	var lossW func(float64) float64
	if a.Flame > 0 && b.made.Heated {
		power := b.made.Kettle.PowerW
		if power == 0 {
			power = b.made.PowerW
		}
		act.HeatW = a.Flame * power * b.efficiency() * of(b.diff.Power)
		h.WaterG, h.Cover = k.Ml, a.Cover
		extra := h.Extra()
		lossW = func(c float64) float64 { return extra(c) * of(b.diff.Loss) }
		act.Spare = lossW
		b.FuelKJ += a.Flame * power * of(b.diff.Power) * dt / 1000
	} else {
		l := heat.NewLoss(k.Vessel, math.Max(k.Ml, k.LeastMl), a.Cover, air)
		lossW = l.Watts
	}
	st.Step(dt, act)
	*k = st.Kettle
	b.inKJ += act.HeatW * dt / 1000
	lost := (lossW(from) + 4*lossW((from+k.C)/2) + lossW(k.C)) / 6 * dt / 1000
	b.lostKJ += lost
	if boil := b.made.Boil.BoilC; k.C > boil {
		over := (k.C - boil) * k.KJPerK()
		k.C = boil
		g := math.Min(1000*over/water.HeatOfVaporisation(boil), k.Ml)
		b.raised -= thermal.KJPerK(g) * boil // it leaves as hot as it was, and takes its heat of vaporisation
		k.Ml -= g
		b.BoiledG += g
		b.lostKJ += over
	}
}

// meet is first contact: what is in the kettle is as hot as it is.
func (b *Brewer) meet() {
	st, ok := b.made.Ready(b.um)
	b.met, b.MetS = true, b.AtS
	if !ok {
		return
	}
	c := b.pot.C
	if b.pot.Ml == 0 { // nothing was heated
		c = st.Kettle.C
	}
	b.state = st
	if b.made.Method.InPot() {
		b.inPot = true
		grounds := b.made.Batch.DoseG / 1000 * coffee.SpecificHeat
		b.pot.C = c
		k := b.pot.KJPerK()
		b.pot.C = (k*c + grounds*b.made.Air.TempC) / (k + grounds)
		b.pot.DryKJ += grounds
		b.Poured = b.pot.Ml
		return
	}
	b.state.Kettle.C = c
	b.state.Kettle.Ml = math.Max(b.pot.Ml, st.Kettle.Ml)
	b.metMl = b.state.Kettle.Ml
	b.state.Kettle.Vessel, b.state.Cup.Vessel = b.vessel(st.Kettle.Vessel), b.vessel(st.Cup.Vessel)
}

// Stands lets the kettle stand, off the heat: it is as much colder as the differences have it.
func (b *Brewer) Stands() {
	if b.met || b.stood || b.made.BoilsIn() || b.made.OnFlame() {
		return
	}
	b.stood = true
	b.lostKJ -= b.diff.KettleC * b.pot.KJPerK()
	b.pot.C = math.Max(b.pot.C+b.diff.KettleC, 0)
}

// WaterC is how hot the water in the kettle or pot is.
func (b *Brewer) WaterC() float64 {
	if b.met && !b.inPot {
		return b.state.Kettle.C
	}
	return b.pot.C
}

// SlurryC is how hot it is where water and coffee are; false before they meet.
func (b *Brewer) SlurryC() (float64, bool) {
	if b.inPot {
		return b.pot.C, b.met
	}
	return b.state.Bed.C, b.met && b.state.Bed.Ml > 0
}

// KettleMl is what is in the kettle.
func (b *Brewer) KettleMl() float64 {
	if b.met && !b.inPot {
		return b.state.Kettle.Ml
	}
	return b.pot.Ml
}

// Met reports whether water has met coffee.
func (b *Brewer) Met() bool { return b.met }

// Boils reports whether it boils, or a boiler filled cold begins to push.
func (b *Brewer) Boils() bool { return b.pot.Ml > 0 && b.pot.C >= b.made.HotC-0.05 }

// AboveMl is what stands over the bed.
func (b *Brewer) AboveMl() float64 { return math.Max(b.state.Bed.Ml-b.state.KeepMl, 0) }

// InCupsMl is what is in all cups by now.
func (b *Brewer) InCupsMl() float64 { return b.state.Cup.Ml * b.state.Cups }

// Drained reports whether nothing stands over the bed any more.
func (b *Brewer) Drained() bool { return b.met && b.AboveMl() < 0.5 }

// Outcome is what a brew has come to.
type Outcome struct {
	ExtractionPct float64 `json:"extraction_pct"`
	TDSPct        float64 `json:"tds_pct"`
	DrinkMl       float64 `json:"drink_ml"`
	CupC          float64 `json:"cup_c"`
}

// Cup is what it has come to by now.
func (b *Brewer) Cup() Outcome {
	m := b.made
	batch := m.Batch
	n := m.Apart()
	e := m.Model.Extraction(b.state.Contact, b.um, m.Limit())
	if m.Um == 0 {
		e = m.Model.Extraction(b.state.Contact, m.Um, m.Limit())
	}
	dose := batch.DoseG / n
	poured, drink := b.Poured, 0.0
	share := 1.0
	if m.Percolates() {
		drink = batch.DrinkMl + (poured-batch.PouredMl)*quantity.Either(m.OnFlame(), 0, 1.0) - b.lifted
		drink = math.Max(drink, 0) // the grounds keep what little was poured
		if !m.OnFlame() {
			share = brew.WashedOut(drink, batch.RetainedMl)
		}
	} else {
		planned := batch.PouredMl / n
		if m.Method.InPot() {
			poured = planned
		}
		drink = math.Max(batch.DrinkMl/n+poured-planned, 0)
		share = (drink - batch.DilutionMl/n) / math.Max(poured+batch.SplashMl/n, 1)
	}
	out := Outcome{ExtractionPct: 100 * e, DrinkMl: drink, TDSPct: 100 * e * dose * share / math.Max(drink, 1)}
	if m.Percolates() {
		out.CupC = m.InCups(b.state.Cup.C)
	} else if c, ok := b.SlurryC(); ok {
		out.CupC = m.InCups(c)
	}
	return out
}

// Balance is how much of the heat that came into the pot before first contact is neither
// stored nor lost, as a share; and how much water is nowhere, in ml.
func (b *Brewer) Balance() (heatShare, waterMl float64) {
	if b.inKJ > 0 {
		stored := b.pot.KJPerK()*b.pot.C - b.pot.DryKJ*b.sourceC() - b.raised
		heatShare = (b.inKJ - b.lostKJ - stored) / b.inKJ
	}
	in, have := b.added, b.pot.Ml+b.BoiledG
	if b.met && !b.inPot {
		in, have = b.metMl, b.state.Kettle.Ml+b.state.Bed.Ml+b.state.Cup.Ml*b.state.Cups
	}
	return heatShare, in - have
}
