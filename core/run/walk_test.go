package run

import (
	"math"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

// settings are where every method is walked through.
var settings = map[string]func(*brew.Request){
	"a stream at 2,300 m": func(*brew.Request) {},
	"a small brewer":      func(r *brew.Request) { r.Brewer.CapacityMl = new(150.0) },
	"all warmed first":    func(r *brew.Request) { r.Cup.Preheated, r.Brewer.Preheated = new(true), new(true) },
	"no scale":            func(r *brew.Request) { r.Scale = new(false) },
	"six people":          func(r *brew.Request) { r.Drinkers = new(6.0) },
	"frost and wind":      func(r *brew.Request) { r.Place.AirC, r.Place.WindMs = new(-10.0), new(6.0) },
	"snow at 4,700 m": func(r *brew.Request) {
		r.Place.AltitudeM, r.Place.AirC = new(4700.0), new(-12.0)
		r.Water = brew.Water{State: new("snow"), Treatment: new("boil")}
	},
}

// Every method is walked through in every setting as by somebody who does exactly what it
// says: one pair of hands, nothing that runs over, no water that is used before it is safe,
// no wait that nobody counts.
func TestEveryMethodEverywhere(t *testing.T) {
	walked := 0
	for name, set := range settings {
		for _, m := range method.All {
			for _, s := range m.Schools {
				r := stream(m.ID, func(r *brew.Request) { r.School = new(s.ID) }, set)
				p, err := brew.Compute(r)
				if err != nil { // a brewer of 150 ml does not make a litre of concentrate
					require.Regexp(t, "(?i)(choose|enter)", err.Error(), "%s: %s %s", name, m.ID, s.ID)
					continue
				}
				walked++
				what := name + ": " + m.ID + " " + s.ID
				hands(t, what, p)
				room(t, what, p)
				safe(t, what, p)
				agree(t, what, p)
				if p.Heat != nil {
					assert.Greater(t, *p.Heat.FuelG, 0.0, what)
				}
				for _, st := range p.Steps {
					assert.GreaterOrEqual(t, st.ForS, 5.0, "%s: %s is too short to be a step", what, st.ID)
				}
			}
		}
	}
	assert.Greater(t, walked, 150)
}

// hands holds that no two things are to be done at once, in any round.
func hands(t *testing.T, what string, p *brew.Plan) {
	steps := CourseOf(Timed{Steps: p.Steps, Rounds: p.Rounds}).Steps
	busy := func(s RoundStep) (from, to float64, is bool) {
		switch {
		case s.Of == string(method.Reheat):
			return s.AtS, s.AtS + 5, true // it is put on the heat
		case s.Lane != method.Hands && s.Lane != method.Scale || s.Drains:
			return 0, 0, false
		}
		return s.AtS, s.AtS + s.ForS, true
	}
	warmed := math.Inf(-1)
	for _, s := range steps {
		if s.Of == string(method.Preheat) && s.Round == 1 {
			warmed = s.AtS
		}
	}
	for _, s := range steps {
		if strings.Contains(strings.ToLower(s.Text), "coffee in") {
			assert.GreaterOrEqual(t, s.AtS, quantity.Either(s.Round == 1, warmed, math.Inf(-1)), "%s: what is warmed and tipped out has no coffee in it yet", what)
		}
	}
	for i, a := range steps {
		from, to, is := busy(a)
		for _, b := range steps[i+1:] {
			f, until, also := busy(b)
			if is && also {
				assert.False(t, f < to-0.5 && from < until-0.5, "%s: %s (%.0f to %.0f) and %s (%.0f to %.0f) at once", what, a.ID, from, to, b.ID, f, until)
			}
		}
	}
}

var toReading = regexp.MustCompile(`\bto \d`)

// agree holds that amounts and times are the same in every place that tells them: figures,
// steps, their sentences, the one-line boil, notes, workings and the guide.
func agree(t *testing.T, what string, p *brew.Plan) {
	b := p.Made()
	s := CourseOf(Timed{Steps: p.Steps, Rounds: p.Rounds})
	last, first, served := 0.0, math.Inf(1), math.Inf(1)
	serving := map[method.StepID]bool{}
	for i := range b.Line {
		serving[b.Line[i].ID] = b.Line[i].Phase == method.Serve
	}
	for _, st := range p.Steps {
		first = math.Min(first, st.AtS)
		switch {
		case serving[st.ID]:
			served = math.Min(served, st.AtS)
		case st.Lane == method.Scale && st.ToG != nil && st.AtS >= -1e-6 && b.Method.Contact != method.Dilution:
			last = math.Max(last, *st.ToG)
			if g := quantity.Of(*st.ToG, quantity.Gram).String(); st.Until == method.Weight && toReading.MatchString(st.Text) {
				assert.Contains(t, st.Text, g, "%s: the reading in the sentence is the reading", what)
			}
		case st.ID == method.Wait:
			assert.InDelta(t, *p.WaitS, st.ForS, 1e-6, "%s: the wait", what)
			assert.Contains(t, p.Boiling.Text, quantity.Duration(*p.WaitS), "%s: the wait in the line", what)
		case st.ID == method.Disinfect:
			assert.Contains(t, p.Boiling.Text, quantity.Duration(st.ForS), "%s: the safe boil in the line", what)
			assert.InDelta(t, *p.SafeBoilS, st.ForS, 1e-6, what)
		case st.ID == method.FlameFull && p.Heat != nil && !b.BoilsIn():
			assert.InDelta(t, *p.Heat.HeatS, st.ForS, 1, "%s: to the boil", what)
		}
	}
	if last > 0 {
		assert.InDelta(t, *p.Water.PouredMl/b.Apart()/b.Batch.N, last, 0.51, "%s: what is poured is the last reading", what)
	}
	if !math.IsInf(served, 1) && b.Method.Contact != method.Dilution {
		assert.InDelta(t, *p.ContactS, served, 1, "%s: contact ends where serving begins", what)
	}
	assert.InDelta(t, first, s.StartS, 1e-6, "%s: the guide begins with the first step", what)
	sheet := explain.Workings(p)
	for path, of := range map[string]*float64{"dose_g": p.DoseG, "water.poured_ml": p.Water.PouredMl, "contact_s": p.ContactS, "total_s": p.TotalS, "wait_s": p.WaitS} {
		if w, told := sheet[path]; told && of != nil {
			assert.InDelta(t, *of, *w.Value, 1e-9, "%s: %s and its working", what, path)
		}
	}
	if w, told := sheet["water.poured_ml"]; told {
		assert.Equal(t, p.OnAScale(), w.Unit == quantity.Gram, "%s: on a scale it is g, by eye ml", what)
		for _, st := range p.Steps {
			if st.Lane == method.Scale && st.AtS >= -1e-6 && b.Method.Contact != method.Dilution {
				for _, v := range st.Values {
					assert.NotEqual(t, quantity.Either(p.OnAScale(), quantity.Millilitre, quantity.Gram), v.Unit, "%s: never both for one thing: %s", what, st.Text)
				}
			}
		}
	}
}

// room holds that nothing runs over: not the pot, and not what is poured on as it drains.
func room(t *testing.T, what string, p *brew.Plan) {
	b := p.Made()
	if p.Heat != nil && !b.School.ColdFill {
		in := *p.Water.HeatedMl / b.Batch.N * b.CupsFull
		if b.Method.InPot() {
			in += b.Batch.DoseG
		}
		assert.LessOrEqual(t, in, b.Vessel.CapacityMl, "%s: the pot", what)
	}
	holds := b.School.ChamberMl
	if ml := p.Request.Brewer.CapacityMl; ml != nil {
		holds = *ml
	}
	st, ok := b.Ready(b.Um)
	if b.Bed.Shape == "" || b.Method.ID == method.TankDripperID || !ok {
		return
	}
	in := 0.0
	for _, s := range b.Line {
		if s.Phase != method.Brew || s.Lane != method.Scale {
			continue
		}
		to := s.PourTo
		if s.PourPerG > 0 {
			to = math.Min(s.PourPerG*b.Batch.DoseG/b.Batch.PouredMl, 0.5)
		}
		ml := to*b.Batch.PouredMl - in
		for st.AtS < s.AtS-1e-6 {
			st.Step(math.Min(1, s.AtS-st.AtS), thermal.Action{})
		}
		for k := range 20 {
			st.Step(s.ForS/20, thermal.Action{Pour: ml / s.ForS})
			assert.LessOrEqual(t, st.Bed.Ml+0.75*b.Batch.DoseG, holds, "%s: %s, %d", what, s.ID, k)
		}
		in += ml
	}
}

// safe holds that doubtful water boils as long as it has to before anything else is done with
// it, and that every sentence about it says so first.
func safe(t *testing.T, what string, p *brew.Plan) {
	b := p.Made()
	if !b.Method.Disinfects(b.School) {
		assert.Nil(t, p.SafeBoilS, what)
		found := false
		for _, k := range p.Cautions {
			found = found || k.ID == "not-boiled" && k.First
		}
		assert.True(t, found, "%s: nothing boils, and nobody says so", what)
		return
	}
	require.NotNil(t, p.SafeBoilS, what)
	assert.Equal(t, 180.0, *p.SafeBoilS, what)
	keeps, end := 0.0, math.Inf(-1)
	for _, s := range p.Steps {
		if s.Keep {
			keeps += s.ForS
			end = s.AtS + s.ForS
			assert.NotEmpty(t, cautionAt(p, string(s.ID), "boiled"), "%s: at the boil", what)
		}
	}
	assert.GreaterOrEqual(t, keeps, 180.0, what)
	for _, s := range p.Steps {
		wet := s.Lane == method.Scale && s.AtS >= 0 || s.ID == "rinse" || s.ID == method.Preheat || s.ID == method.Wait || s.ID == "swill"
		served := s.ID == "decant" || s.ID == "serve"
		coffeeIn := b.Method.InPot() && !b.BoilsIn() && (s.ID == "coffee-in" || s.ID == "coffee-on")
		if wet || served || coffeeIn {
			assert.GreaterOrEqual(t, s.AtS, end-1e-6, "%s: %s before the water is safe", what, s.ID)
		}
		assert.NotContains(t, s.Text, "cold, safe water", "%s: %s", what, s.ID)
	}
	assert.True(t, strings.HasPrefix(p.Boiling.Text, "Rolling boil for 3 min"), "%s: %s", what, p.Boiling.Text)
	before, after := p.Decisions()
	for _, d := range append(before, after...) {
		if d.ID == "do-not-wait" {
			assert.Contains(t, d.Case, "safe", what)
		}
	}
}

func cautionAt(p *brew.Plan, step, id string) string {
	for _, k := range p.Cautions {
		if k.Step == step && k.ID == id {
			return k.Text
		}
	}
	return ""
}
