package sim

import (
	"fmt"
	"math"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/quantity"
)

// Did is what a hand does from a moment on; what is left out stays as it was.
type Did struct {
	TS    float64  `json:"t_s" minimum:"0" maximum:"20000" doc:"Since the practice began"`
	Flame *float64 `json:"flame,omitempty" minimum:"0" maximum:"1" doc:"Of the full one"`
	Lid   *bool    `json:"lid,omitempty"`
	PourG *float64 `json:"pour_g_s,omitempty" minimum:"0" maximum:"25" doc:"Onto the coffee"`
	Fill  bool     `json:"fill,omitempty" doc:"The kettle is filled, as planned"`
	Stir  bool     `json:"stir,omitempty"`
	In    bool     `json:"coffee_in,omitempty" doc:"Where it steeps in its pot"`
	Lift  bool     `json:"lift,omitempty" doc:"The dripper is off"`
	Out   bool     `json:"out,omitempty" doc:"Pressed, decanted: the drink is off its grounds"`
}

// PracticeIn is a brew on the virtual brewer by one's own hand: all that was done so far.
type PracticeIn struct {
	Request     brew.Request `json:"request"`
	Seed        uint64       `json:"seed" maximum:"9007199254740991"`
	Differences Differences  `json:"differences,omitzero" required:"false"`
	Drawn       bool         `json:"drawn,omitempty" doc:"Flame, draught, grind and draining are drawn from the seed; the hand is one's own"`
	Did         []Did        `json:"did" maxItems:"2000"`
	NowS        float64      `json:"now_s" minimum:"0" maximum:"20000"`
}

// Practice is how the virtual brewer stands.
type Practice struct {
	ScaleG   float64 `json:"scale_g"`
	WaterC   float64 `json:"water_c" doc:"As a thermometer reads it"`
	KettleMl float64 `json:"kettle_ml"`
	Boils    bool    `json:"boils"`
	Steam    float64 `json:"steam" doc:"0 none … 1 rolling, to be seen and heard"`
	AboveMl  float64 `json:"above_ml" doc:"That stands over the bed"`
	Drained  bool    `json:"drained"`
	Met      bool    `json:"met" doc:"Water has met coffee"`
	InCupsMl float64 `json:"in_cups_ml"`
	Cup      Outcome `json:"cup" doc:"What it would give now"`
}

// stirS is how long a stir lasts.
const stirS = 5

// At is a brew by one's own hand, at a moment: all of it gone through again, so that the
// same hand always makes the same brew. Its error is field.Problems.
func (in PracticeIn) At() (*Practice, error) {
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, err
	}
	d := in.Differences
	if in.Drawn {
		k := Drawn(in.Seed)
		d = Differences{Power: k.Power, Loss: k.Loss, Grind: k.Grind, Drain: k.Drain, SourceC: k.SourceC}
	}
	b, err := New(p, d)
	if err != nil {
		return nil, err
	}
	if in.NowS > 20000 || in.NowS < 0 || math.IsNaN(in.NowS) {
		return nil, field.Problems{{Field: "now_s", Value: in.NowS, Message: fmt.Sprintf("%s s is out of range. Enter 0 to 20000 s", field.Trim(in.NowS))}}
	}
	made := p.Made()
	act := Action{Cover: heat.Lidded}
	t, stirred, probe := 0.0, -1.0, made.Kettle.FromC
	usual, _ := made.Stirred("")
	on := func(to float64) {
		for t < to-1e-9 {
			dt := math.Min(0.5, to-t)
			act.Stir = usual
			if t < stirred {
				act.Stir = usual * 1.5
			}
			b.Step(dt, act)
			probe += (b.WaterC() - probe) * (1 - math.Exp(-dt/Usual.LagS))
			t += dt
		}
	}
	for i, d := range in.Did {
		if d.TS < t-1e-6 {
			return nil, field.Problems{{Field: fmt.Sprintf("did[%d].t_s", i), Value: d.TS, Message: "this time is before the one above it. Send them in order"}}
		}
		if d.TS > in.NowS {
			break
		}
		on(d.TS)
		if d.Flame != nil {
			act.Flame = math.Min(math.Max(*d.Flame, 0), 1)
		}
		if d.Lid != nil {
			act.Cover = quantity.Either(*d.Lid, heat.Lidded, heat.Open)
		}
		if d.PourG != nil {
			act.PourG = math.Min(math.Max(*d.PourG, 0), 25)
		}
		if d.Fill && b.KettleMl() == 0 && !b.Met() {
			hot, _ := made.HotColdMl()
			b.Filled(math.Max(made.KettleMl, hot+made.BoiledOffMl))
			probe = b.WaterC()
		}
		if d.Stir {
			stirred = d.TS + stirS
		}
		act.In = act.In || d.In
		act.Lift = act.Lift || d.Lift
		act.Out = act.Out || d.Out
	}
	on(in.NowS)
	c := Chance{in.Seed ^ uint64(math.Round(in.NowS*10))}
	boil := made.Boil.BoilC
	out := &Practice{ScaleG: math.Round((b.Poured+Usual.ScaleG*c.Normal())*10) / 10, WaterC: math.Round((probe+Usual.WaterC*c.Normal())*10) / 10, KettleMl: b.KettleMl(), Boils: b.Boils(),
		AboveMl: b.AboveMl(), Drained: b.Drained(), Met: b.Met(), InCupsMl: b.InCupsMl()}
	if !b.Met() || made.Method.InPot() {
		if made.Method.InPot() {
			out.ScaleG = 0
		}
		out.Steam = steam(b.WaterC(), boil, act.Flame)
	}
	if b.Met() {
		out.Cup = b.Cup()
	}
	return out, nil
}

// steam is what can be seen and heard of a pot: first wisps some way under the boil, all of
// it at the boil with the flame on. From memory.
func steam(c, boil, flame float64) float64 {
	s := math.Min(math.Max((c-(boil-25))/25, 0), 1)
	if c >= boil-0.2 {
		return 0.7 + 0.3*flame
	}
	return 0.6 * s * s
}

// Exercise is a small piece of a brew, done over and over.
type Exercise struct {
	Kind string  `json:"kind" enum:"stream,gram,broken,guess,boil,climb,press"`
	Seed uint64  `json:"seed" maximum:"9007199254740991"`
	Alt  float64 `json:"altitude_m" minimum:"-430" maximum:"8850"`
	// Poured is the stream: what runs from a moment on, in g/s.
	Poured []Did    `json:"poured,omitempty" maxItems:"2000"`
	TapS   *float64 `json:"tap_s,omitempty" minimum:"0" maximum:"3600" doc:"When it was said, or the press was down"`
}

// Exercised is how an exercise goes, and how it went.
type Exercised struct {
	Course [][2]float64    `json:"course" doc:"What there is to see: s, and steam or foam from 0 to 1"`
	TruthS *float64        `json:"truth_s" doc:"When it was so; null before it was said"`
	TruthC *float64        `json:"truth_c" doc:"The temperature when it was said"`
	Error  *float64        `json:"error" doc:"In unit; null before it is over"`
	Unit   quantity.Unit   `json:"unit"`
	Text   quantity.Phrase `json:"text"`
}

// What the exercises ask for.
const (
	streamGs, streamS = 4.0, 30.0
	gramG             = 60.0
	pulses, pulseG    = 6, 10.0
	guessC            = 93.0
	pressS            = 30.0
)

// Go is an exercise as it goes, and as it went where it is over. Its error is field.Problems.
func (e Exercise) Go() (*Exercised, error) {
	if p, is := field.Range("altitude_m", e.Alt, -430, 8850, quantity.Metre); is {
		return nil, field.Problems{p}
	}
	out := &Exercised{Course: [][2]float64{}, Unit: quantity.Gram}
	c := Chance{e.Seed}
	switch e.Kind {
	case "stream":
		out.Text = holdStreamSecond.Say(quantity.Of(streamGs, quantity.Gram), quantity.Of(streamS, quantity.Second))
		if rates := e.rates(streamS); len(rates) == int(streamS) {
			sum := 0.0
			for _, r := range rates {
				sum += (r - streamGs) * (r - streamGs)
			}
			out.over(math.Sqrt(sum/streamS), offSecondOn)
		}
	case "gram":
		out.Text = pourStop.Say(quantity.Of(gramG, quantity.Gram))
		if g, over := e.stopped(); over {
			out.over(math.Abs(g-gramG), quantity.Either(g > gramG, tooMuch, tooLittle))
		}
	case "broken":
		out.Text = pourPulsesWith.Say(quantity.Of(pulses, quantity.None), quantity.Of(pulseG, quantity.Gram))
		if p := e.pulses(); len(p) >= pulses {
			sum := 0.0
			for _, g := range p[:pulses] {
				sum += (g - pulseG) * (g - pulseG)
			}
			out.over(math.Sqrt(sum/pulses), pulseOffOn)
		}
	case "guess", "boil", "climb":
		return e.watched(out, &c)
	case "press":
		out.Unit = quantity.Second
		out.Text = pressEvenly.Say(quantity.Of(pressS, quantity.Second))
		if e.TapS != nil {
			out.TruthS = new(pressS)
			out.over(math.Abs(*e.TapS-pressS), quantity.Either(*e.TapS < pressS, tooFast, tooSlow))
		}
	default:
		return nil, field.Problems{{Field: "kind", Value: e.Kind, Message: fmt.Sprintf("%q is not an exercise. Choose stream, gram, broken, guess, boil, climb or press", e.Kind)}}
	}
	return out, nil
}

func (o *Exercised) over(v float64, as quantity.Sentence) {
	v = math.Round(v*10) / 10
	o.Error = &v
	o.Text = as.Say(quantity.Fine(v, o.Unit))
}

// watched is an exercise with a pot to look at: what it does is drawn by the seed.
func (e Exercise) watched(out *Exercised, c *Chance) (*Exercised, error) {
	r := brew.Request{Method: "cone", Drinkers: new(2.0), Conditions: brew.Conditions{Place: brew.Place{AltitudeM: &e.Alt}, Water: brew.Water{Source: new("tap")}}}
	p, err := brew.Compute(r)
	if err != nil {
		return nil, err
	}
	b, err := New(p, Differences{Power: 0.7 + 0.9*c.Share(), Loss: 0.7 + 1.2*c.Share(), SourceC: 10 * c.Share()})
	if err != nil {
		return nil, err
	}
	made := p.Made()
	boil := made.Boil.BoilC
	b.Filled(made.KettleMl * (0.7 + 0.6*c.Share()))
	out.Unit = quantity.Second
	var truth float64
	switch e.Kind {
	case "guess":
		// It has boiled, and stands with its lid off.
		b.pot.C = boil
		target := math.Min(guessC, boil-4)
		out.Text = hasJustBoiled.Say(quantity.Of(target, quantity.Celsius))
		truth = -1
		var at [][2]float64
		for s := 0.0; s <= 600; s += 0.5 {
			at = append(at, [2]float64{s, b.WaterC()})
			out.Course = append(out.Course, [2]float64{s, steam(b.WaterC(), boil, 0)})
			if truth < 0 && b.WaterC() <= target {
				truth = s
			}
			b.Step(0.5, Action{Cover: heat.Open})
		}
		if e.TapS != nil {
			i := min(int(*e.TapS*2), len(at)-1)
			out.TruthS, out.TruthC = &truth, &at[i][1]
			out.Unit = quantity.Kelvin
			out.over(math.Abs(at[i][1]-target), quantity.Either(at[i][1] > target, stillTooHot, tooCoolAlready))
		}
		return out, nil
	case "boil":
		b.pot.C = boil - 30 - 10*c.Share()
		out.Text = sayWhenBoils.Say()
	default:
		b.pot.C = boil - 6 - 6*c.Share()
		out.Text = potComesBoil.Say()
	}
	climbs := 4 + 5*c.Share() // s from the boil until it is over the edge
	boiled := -1.0
	for s := 0.0; s <= 900; s += 0.5 {
		if boiled < 0 && b.Boils() {
			boiled = s
		}
		see := steam(b.WaterC(), boil, 1)
		if e.Kind == "climb" {
			see = 0.3 * see
			if boiled >= 0 {
				see = math.Min(0.3+0.7*(s-boiled)/climbs, 1)
			}
		}
		out.Course = append(out.Course, [2]float64{s, see})
		if boiled >= 0 && s > boiled+20 {
			break
		}
		b.Step(0.5, Action{Flame: 1, Cover: heat.Lidded})
	}
	truth = boiled
	if e.TapS == nil {
		return out, nil
	}
	if e.Kind == "climb" {
		truth = boiled + climbs
		early := truth - *e.TapS
		out.TruthS = &truth
		out.over(math.Abs(early), quantity.Either(early < 0, overEdgeAgo, quantity.Either(*e.TapS < boiled, liftedBeforeEdge, liftedBeforeEdge2)))
		return out, nil
	}
	out.TruthS = &truth
	out.over(math.Abs(*e.TapS-truth), quantity.Either(*e.TapS < truth, tooSoon, afterBoiled))
	return out, nil
}

// rates are what ran in each second from the first drop on, for so many seconds.
func (e Exercise) rates(s float64) []float64 {
	first := -1.0
	end := 0.0
	for _, d := range e.Poured {
		if d.PourG != nil && *d.PourG > 0 && first < 0 {
			first = d.TS
		}
		end = math.Max(end, d.TS)
	}
	if e.TapS != nil {
		end = math.Max(end, *e.TapS)
	}
	if first < 0 || end < first+s {
		return nil
	}
	var out []float64
	for k := 0.0; k < s; k++ {
		out = append(out, e.grams(first+k, first+k+1))
	}
	return out
}

// grams are what ran between two moments.
func (e Exercise) grams(from, to float64) float64 {
	g, rate, at := 0.0, 0.0, 0.0
	add := func(until float64) {
		if a, b := math.Max(at, from), math.Min(until, to); b > a {
			g += rate * (b - a)
		}
		at = until
	}
	for _, d := range e.Poured {
		add(d.TS)
		if d.PourG != nil {
			rate = math.Max(*d.PourG, 0)
		}
	}
	add(math.Max(to, at))
	return g
}

// stopped is what was poured, where the stream has stopped for good.
func (e Exercise) stopped() (g float64, over bool) {
	if e.TapS == nil || len(e.Poured) == 0 {
		return 0, false
	}
	last := e.Poured[len(e.Poured)-1]
	return e.grams(0, *e.TapS), last.PourG != nil && *last.PourG == 0
}

// pulses are what ran between one stop and the next.
func (e Exercise) pulses() (out []float64) {
	from, rate := 0.0, 0.0
	for _, d := range e.Poured {
		if d.PourG == nil {
			continue
		}
		if *d.PourG > 0 && rate == 0 {
			from = d.TS
		}
		if *d.PourG == 0 && rate > 0 {
			out = append(out, e.grams(from, d.TS))
		}
		rate = *d.PourG
	}
	return out
}
