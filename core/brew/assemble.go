package brew

import (
	"math"

	"apodemos/core/caution"
	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
	"apodemos/core/water"
	"apodemos/core/working"
)

// script puts a plan together from what the stages found: its figures, and what to do
// when, in words.
type script struct {
	*Brewed
	plan    *Plan
	spreads Spreads
	slab    []float64 // what the plan's figures point into
	// byVessel tells that water is poured by a vessel that is named.
	byVessel bool
}

// Lengths are the parts of how long it all takes, in s.
type Lengths struct {
	BeforeS, ServingS, OthersS float64
	ReadyS, TendS, ServeS      float64 // with one's hands, in every batch and cup
}

// put is a place for a figure.
func (c *script) put(v float64) *float64 {
	c.slab = append(c.slab, v)
	return &c.slab[len(c.slab)-1]
}

// figures is more than a plan has.
const figures = 96

func (b *Brewed) plan() *Plan {
	p := &Plan{
		Version: Version, Request: b.Asked, Defaulted: b.Defaulted, made: b,
		Steps: make([]Step, 0, 24), Rounds: []Round{}, Cautions: make([]Caution, 0, 12), Notes: []Note{}, Alternatives: []Alternative{},
		Curves:  Curves{WaterC: list(b.curves.WaterC), SlurryC: list(b.curves.SlurryC), ScaleG: [][2]float64{}},
		Working: working.Sheet{},
	}
	if ratio := b.deciding(); ratio != b.Asked.Ratio {
		p.Request.Ratio = ratio
		p.Defaulted = append(p.Defaulted, "ratio_g_per_l")
	}
	c := &script{Brewed: b, plan: p, spreads: b.Spreads(), slab: make([]float64, 0, figures)}
	p.spreads = c.spreads
	p.PressureHPa, p.BoilC, p.BoilLowC, p.BoilHighC = c.put(b.Boil.PressureHPa), c.put(b.Boil.BoilC), c.put(b.Boil.BoilLowC), c.put(b.Boil.BoilHighC)
	c.amounts()
	c.grind()
	c.warmth()
	c.water()
	c.strength()
	p.Curves.CupC = list(b.curves.CupC)
	c.steps()
	p.Recipe = c.lines()
	c.alternatives()
	if p.Clogged = len(c.clogged()) > 0; p.Clogged {
		p.ContactS, p.CupC, p.DrinkableS, p.TotalS, p.Curves.CupC = nil, nil, nil, nil, [][2]float64{}
		p.Strength = StrengthPlan{Lies: p.Strength.Lies}
	}
	return p
}

// amounts are dose and water.
func (c *script) amounts() {
	p, b := c.plan, &c.Batch
	n := b.N
	p.Batches, p.DrinkMl, p.Ratio = c.put(n), c.put(c.DrinkMl), c.put(c.Ratio)
	p.DoseG, p.DoseEachG = c.put(b.DoseG*n), c.put(b.DoseG/c.Apart())
	c.measures()
	w := &p.Water
	w.PouredMl, w.RetainedMl, w.LeftBehindMl, w.SplashMl = c.put(b.PouredMl*n), c.put(b.RetainedMl*n), c.put(b.LeftMl*n), c.put(b.SplashMl*n)
	w.DilutionMl, w.RinseMl, w.PreheatMl = c.put(b.DilutionMl*n), c.put(b.RinseMl*n), c.put(b.PreheatMl*n)
	if ml := c.Concentrate(); ml > 0 {
		p.Vials = c.put(math.Ceil(ml/VialMl - 0.02))
	}
	if b.ConcentrateMl > 0 {
		w.ConcentrateMl = c.put(b.ConcentrateMl * n)
	}
}

// measures puts the dose into spoons, scoops or handfuls: each batch's to what they
// can show.
func (c *script) measures() {
	r, b := &c.Request, &c.Batch
	if c.Method.Contact == method.Dilution || r.Measure.Grams == nil && c.School.BasketG > 0 {
		return
	}
	// Beside a scale the usual spoon is told, too; without one it is what goes in.
	name, grams := coffee.UsualMeasure, coffee.TypicalG(coffee.UsualMeasure)
	if r.Measure.Grams != nil {
		name, grams = "measure", *r.Measure.Grams
	}
	if r.Measure.Name != nil {
		name = *r.Measure.Name
	}
	apart := c.measuredApart(b.N)
	m := c.measured(b.WishedG*b.N/apart, name, grams).Times(apart)
	c.plan.DoseMeasures = &m
}

// TypicalMeasure reports whether the measure holds what one of its name usually does.
func (s *Setting) TypicalMeasure() bool {
	m := s.Request.Measure
	return m.Name != nil && *m.Grams == coffee.TypicalG(*m.Name)
}

func (c *script) grind() {
	if c.School.GrindUm == 0 {
		return // a concentrate is ground already
	}
	g := &c.plan.Grind
	g.Um, g.Band = c.put(c.Um), coffee.BandOf(c.Um)
	if c.shopGround() {
		g.Band = ShopBand
		return
	}
	if per := c.Request.Grinder.UmPerClick; per != nil {
		g.Clicks = c.put(coffee.Clicks(c.Um, *per, *c.Request.Grinder.ZeroUm))
	}
}

// warmth is how hot it gets, and what that takes.
func (c *script) warmth() {
	p := c.plan
	p.StartC = c.put(c.StartC)
	if !c.heatless() && !c.BoilsIn() {
		p.TargetC, p.TargetLowC, p.TargetHighC = c.put(c.WishC), c.put(c.School.Temps.Low), c.put(c.School.Temps.High)
		p.WaitS = c.put(c.WaitS)
	}
	p.Boiling = c.boiling()
	if s := c.safeBoilS(); s > 0 {
		p.SafeBoilS = c.put(s)
	}
	if c.Heated {
		p.Heat = c.heat()
	}
	if c.Method.Contact != method.Dilution {
		p.SlurryC = c.put(c.SlurryC)
	}
	p.CupC, p.DrinkableS = c.put(c.CupC), c.put(c.drinkable())
	c.freezing()
	c.cups()
	p.ContactS = c.put(c.ContactS)
	if c.HomeOK {
		p.ReferenceContactS = c.put(c.HomeS)
	}
}

// soonS is how soon a cup that stands has to freeze for it to be said.
const soonS = 3600

// coldAirC is the air in which what a cup is decides how warm the coffee is. From memory.
const coldAirC = 10

// cups compares a bare cup, one in wool and an insulated one with its lid ten minutes on.
func (c *script) cups() {
	if c.Air.TempC > coldAirC || c.melted || *c.plan.CupC < 40 {
		return
	}
	after := func(insulated, wrapped bool, cover heat.Cover) quantity.Value {
		v := c.Cup
		v.Insulated, v.Wrapped = insulated, wrapped
		k := thermal.NewCooling(v, *c.Request.CupMl, cover, c.Air)
		return quantity.Of(k.After(c.CupC, 600), quantity.Celsius)
	}
	decide(&c.plan.decided, "cups-compared", "", after(false, false, heat.Open), after(false, true, heat.Open), after(true, false, heat.Lidded))
}

// freezing says when a cup that is left standing freezes.
func (c *script) freezing() {
	if c.Air.TempC >= 0 {
		return
	}
	k := thermal.NewCooling(c.Cup, *c.Request.CupMl, c.cupCover(), c.Air)
	begins, through, ok := k.Freezing(c.CupC)
	if !ok || begins > soonS {
		return
	}
	decide(&c.plan.decided, "cup-freezes", "", quantity.Of(begins, quantity.Second), quantity.Of(through, quantity.Second))
	c.caution("cup-freezes", "")
}

func (c *script) heat() *HeatPlan {
	n := c.Kettles()
	h := &HeatPlan{EnergyKJ: c.put(c.Took.NeedKJ() * n), HeatS: c.put(c.Took.HeatS), DwellS: c.put(c.Took.DwellS)}
	if c.Fuel.Electric() {
		h.EnergyWh = c.put(c.EnergyWh())
		if cap := c.Request.Heat.BatteryWh; cap != nil {
			h.BatteryPct = c.put(100 * c.EnergyWh() / *cap)
		}
		return h
	}
	h.FuelG = c.put(c.FuelG())
	if k := c.Canister; k != nil {
		over := c.Boil.PressureHPa / 1000
		h.Canister = &CanisterPlan{StartBar: c.put(k.At.Pressure(k.At.TempC) - over), EndBar: c.put(k.End.Pressure(k.End.TempC) - over), LowestBar: c.put(k.Lowest - over),
			FlamePct: c.put(100 * c.Kettle.PowerW / c.FullW()), EndC: c.put(k.End.TempC), EndG: c.put(k.End.Mass()), Verdict: k.Verdict}
		if k.Verdict != "fine" && c.FuelG() <= *c.Request.Heat.Canister.LeftG {
			c.caution("canister-warm", string(method.Light))
		}
	}
	return h
}

// HotColdMl is what is heated of one batch, and what is poured or added cold.
func (h *Hot) HotColdMl() (hot, cold float64) {
	hot = h.hotMl()
	if h.School.DiluteCold {
		cold = h.Batch.DilutionMl
	}
	if h.heatless() {
		hot, cold = 0, hot+cold
	}
	return hot, cold
}

// water closes the balance, once what boils off is known.
func (c *script) water() {
	w, b := &c.plan.Water, &c.Batch
	n := b.N
	w.BoiledOffMl = c.put(c.BoiledOffMl * n)
	hot, cold := c.HotColdMl()
	heated := (hot + c.apartMl() + c.BoiledOffMl) * n
	if c.School.DiluteIce && b.DilutionMl > 0 {
		w.IceG = c.put(b.DilutionMl * n)
	}
	w.ColdMl, w.HeatedMl, w.WashupMl = c.put(cold*n), c.put(heated), c.put(c.School.WashupMl)
	w.CarriedMl = c.put(heated + cold*n + *w.SplashMl + c.School.WashupMl)
	if !c.Frozen() || c.supplied() || c.heatless() {
		return
	}
	melt := heated - c.StarterG()
	w.MeltG = c.put(melt)
	if *c.Request.Water.State == "snow" {
		w.SnowFreshL, w.SnowSettledL, w.SnowFirnL = c.put(melt/water.FreshSnow), c.put(melt/water.SettledSnow), c.put(melt/water.Firn)
	}
}

// StarterG is the water put under snow, in all batches.
func (h *Hot) StarterG() float64 { return h.Kettle.StarterG * h.Kettles() }

// Dissolved is what is in the drink: the share of what dissolves that reaches the cup,
// and the strength and the extraction that are estimated, or measured.
type Dissolved struct {
	Share          float64
	TDSPct         float64
	Extraction     float64 // share of the dose
	BandPct        float64 // by how much the extraction may be out, in points
	Estimated      float64 // extraction, share of the dose
	CaffeineEachMg float64
	MeasuredTDSPct *float64 // nil where nobody measured
}

// WashedOut is the share of what is dissolved in a bed that so much drink washes out of
// it: the rest is in what the grounds keep, which each part of the drink displaces as if
// half of it had mixed. Near 1 for any usual brew, and what keeps a cup of which little
// came through from being told as stronger than the liquor in its bed. From memory.
func WashedOut(drinkMl, retainedMl float64) float64 {
	if retainedMl <= 0 {
		return 1
	}
	return 1 - math.Exp(-2*math.Max(drinkMl, 0)/retainedMl)
}

func (c *script) dissolved() Dissolved {
	b := &c.Batch
	d := Dissolved{Share: 1, Extraction: c.Extraction, Estimated: c.Extraction, BandPct: c.spreads.Points}
	diluted := c.Method.Contact == method.Dilution
	switch {
	case diluted:
		// What the grounds kept at home is gone.
		d.Share = 1 - coffee.RetainedMlPerG*c.Ratio/1000
	case c.Percolates() && !c.OnFlame():
		d.Share = WashedOut(b.DrinkMl-b.DilutionMl, b.RetainedMl)
	case !c.Percolates():
		d.Share = (b.DrinkMl - b.DilutionMl) / math.Max(b.PouredMl+b.SplashMl, 1)
	}
	d.TDSPct = 100 * d.Extraction * b.DoseG * d.Share / math.Max(b.DrinkMl, 1)
	if m := c.Request.Calibration.TDSPct; m != nil {
		// The reading takes the place of the estimate, and extraction follows from it.
		d.MeasuredTDSPct, d.TDSPct = m, *m
		d.Extraction = *m / 100 * b.DrinkMl / math.Max(b.DoseG*d.Share, 1e-9)
		d.BandPct = 0.5
	}
	fast := 1.0
	if !diluted {
		fast = math.Min(c.Model.Extraction(c.Contact, c.Um, 1)/c.Model.FastShare, 1)
	}
	d.CaffeineEachMg = coffee.Caffeine[*c.Request.Coffee.Species] * b.DoseG * b.N * 1000 * fast * d.Share / *c.Request.Drinkers
	return d
}

// strength fills in extraction, strength and caffeine.
func (c *script) strength() {
	p := c.plan
	d := c.dissolved()
	p.dissolved = d
	if d.MeasuredTDSPct != nil {
		decide(&p.decided, "measured-strength", "", quantity.Of(100*d.Extraction, quantity.Percent), quantity.Of(100*d.Estimated, quantity.Percent))
	}
	c.weak(d.TDSPct)
	if c.Method.Contact == method.Cold {
		all := c.Concentrate() * (1 + c.Parts())
		decide(&p.decided, "stretches", "", quantity.Of(c.Concentrate(), quantity.Millilitre), quantity.Of(d.TDSPct, quantity.Percent),
			quantity.Of(c.Parts(), quantity.None), quantity.Of(all, quantity.Millilitre), quantity.Of(math.Round(10*all / *c.Request.CupMl)/10, quantity.None), quantity.Of(*c.Request.CupMl, quantity.Millilitre))
	}
	s := &p.Strength
	s.ExtractionPct, s.TDSPct = c.put(100*d.Extraction), c.put(d.TDSPct)
	s.ExtractionLowPct, s.ExtractionHighPct = c.put(math.Max(100*d.Extraction-d.BandPct, 0)), c.put(100*d.Extraction+d.BandPct)
	s.Lies = liesTo(100*d.Extraction, d.TDSPct)
	p.CaffeineMg = c.put(d.CaffeineEachMg)
	if d.CaffeineEachMg > 1 {
		p.CupsADay = c.put(math.Floor(coffee.CaffeineDayMg / (d.CaffeineEachMg * (1 + c.spreads.CaffeineShare))))
	}
	// An estimate that may as well be under the guidance is told, and is no alarm.
	switch out := d.CaffeineEachMg * c.spreads.CaffeineShare; {
	case d.CaffeineEachMg-out > coffee.CaffeineOnceMg:
		c.caution("caffeine", "")
	case d.CaffeineEachMg+out > coffee.CaffeineOnceMg:
		decide(&p.decided, "caffeine-near", "", quantity.Of(d.CaffeineEachMg, quantity.Milligram), quantity.Of(d.CaffeineEachMg-out, quantity.Milligram), quantity.Of(d.CaffeineEachMg+out, quantity.Milligram))
	}
}

// weak says when a served concentrate is weaker than wished, and with how much water
// it would be right.
func (c *script) weak(tds float64) {
	if c.Method.Contact != method.Dilution {
		return
	}
	want := c.aimPct()
	if tds >= WindowTDSMin*strengthFactor[*c.Request.Strength] {
		decide(&c.plan.decided, "dilution", "", quantity.Of(c.Parts(), quantity.None), quantity.Of(tds, quantity.Percent))
		return
	}
	parts := math.Max(tds*(1+c.Parts())/want-1, 0)
	decide(&c.plan.decided, "weak-concentrate", "",
		quantity.Of(c.Parts(), quantity.None), quantity.Of(tds, quantity.Percent), quantity.Of(parts, quantity.None), quantity.Of(VialMl*parts, quantity.Millilitre), quantity.Of(VialMl, quantity.Millilitre),
		quantity.Of(tds*(1+c.Parts())/(1+parts), quantity.Percent), quantity.Of(*c.Request.CupMl/(1+parts), quantity.Millilitre))
}

// caution puts a caution at a step, or over the whole brew, and reports whether it did. A
// danger is said at every step where it is; anything less once.
func (c *script) caution(id, step string) bool {
	k := caution.ByID(id, step)
	for i := range c.plan.Cautions {
		if was := &c.plan.Cautions[i]; was.ID == id && (was.Step == step || step == "" || k.Level != caution.Danger) {
			return false
		}
	}
	c.plan.Cautions = append(c.plan.Cautions, k)
	return true
}

func value(p *float64) float64 {
	if p == nil {
		return 0
	}
	return *p
}
