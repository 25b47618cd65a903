package explain

import (
	"slices"

	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Fill puts notes and workings into a plan that was just computed, and returns it. One
// that was stored keeps what it was told.
func Fill(p *brew.Plan) *brew.Plan {
	if p.Made() != nil {
		p.Notes, p.Working = Notes(p), Workings(p)
	}
	return p
}

// Brew plans a brew and puts it into words. Its error is brew.Problems.
func Brew(r brew.Request) (*brew.Plan, error) {
	p, err := brew.Compute(r)
	if err != nil {
		return nil, err
	}
	return Fill(p), nil
}

// onAScale tells what is poured in g, as the scale has it: 1 ml of water counts as 1 g. What
// goes into the kettle is filled by eye.
func (x *figures) onAScale() {
	if !x.p.OnAScale() {
		return
	}
	const path = "water.poured_ml"
	f, is := x.sheet[path]
	if !is {
		return
	}
	f.Unit, f.Inputs = quantity.Gram, slices.Clone(f.Inputs)
	for i := range f.Inputs {
		if f.Inputs[i].Unit == quantity.Millilitre {
			f.Inputs[i].Unit = quantity.Gram
		}
	}
	x.sheet[path] = f
}

// Workings are where each figure of a plan comes from, by its path.
func Workings(p *brew.Plan) working.Sheet {
	b := p.Made()
	if b == nil {
		return p.Working
	}
	x := &figures{Brewed: b, p: p, sheet: Place(b.Settled), out: p.Spreads()}
	x.amounts()
	x.grind()
	x.warmth()
	x.heat()
	x.water()
	x.temperatures()
	x.strength()
	x.cups()
	x.times()
	x.onAScale()
	x.sheet.Close()
	return x.sheet
}

// figures writes the workings of one plan.
type figures struct {
	*brew.Brewed
	p     *brew.Plan
	sheet working.Sheet
	out   brew.Spreads
}

// put files the working of a figure that the plan has.
func (x *figures) put(path string, v *float64, f working.Figure) {
	if v != nil {
		x.sheet.Put(path, *v, f)
	}
}

const practice = "common practice, no published source"

func yes(b bool) string { return quantity.Either(b, "yes", "no") }

func value(p *float64) float64 {
	if p == nil {
		return 0
	}
	return *p
}
