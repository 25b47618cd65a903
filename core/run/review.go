package run

import (
	"cmp"
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Review is what a brew that is over came to, and what of it cost what.
type Review struct {
	Cup     Forecast        `json:"cup"`
	Planned Forecast        `json:"planned"`
	Costs   []Cost          `json:"costs" doc:"The largest first"`
	Next    quantity.Phrase `json:"next" doc:"One thing to try next"`
}

// Cost is what one thing did to the cup.
type Cost struct {
	ID     string          `json:"id" enum:"flow,evenness,late,cooling,amount"`
	Points float64         `json:"points" doc:"Of extraction, more or less than planned"`
	Ml     float64         `json:"ml" doc:"Of drink"`
	Text   quantity.Phrase `json:"text"`
}

// lateLeastS is from how late on, in all, it is said.
const lateLeastS = 10

// Review says what of a brew cost what: each thing by itself, with all the others as they
// were planned, so that they need not add up.
func (f *Follower) Review() Review {
	r := Review{Cup: f.forecast(), Planned: f.cup(f.made), Costs: []Cost{}}
	a := f.actual(1, 0)
	with := func(part brew.Actual) (points, ml float64) {
		b := f.made.As(part)
		base := f.made.As(brew.Actual{})
		return 100 * (b.Extraction - base.Extraction), b.DrinkMl - base.DrinkMl
	}
	add := func(id string, part brew.Actual, as quantity.Sentence, v ...quantity.Value) {
		p, ml := with(part)
		r.Costs = append(r.Costs, Cost{id, p, ml, as.Say(v...)})
	}
	points := func(p float64) quantity.Value { return quantity.Fine(math.Abs(p), quantity.Percent) }
	if a.StartC != nil || len(a.KettleC) > 0 || len(a.SlurryC) > 0 {
		p, _ := with(brew.Actual{StartC: a.StartC, KettleC: a.KettleC, SlurryC: a.SlurryC})
		add("cooling", brew.Actual{StartC: a.StartC, KettleC: a.KettleC, SlurryC: a.SlurryC}, quantity.Either(p < 0, waterCoolerThan, waterHotterThanPlanned), points(p))
	}
	if f.lateS > lateLeastS {
		part := brew.Actual{Spans: a.Spans, DrainedS: a.DrainedS}
		p, _ := with(part)
		add("late", part, quantity.Either(p < 0, thingsCameSooner, thingsCameLater), points(p))
	}
	if f.rounds[0].highG > 0 {
		part := brew.Actual{Poured: a.Poured}
		_, ml := with(part)
		add("amount", part, quantity.Either(ml < 0, lessPouredThan, morePouredThanPlanned), quantity.Of(math.Abs(ml), quantity.Millilitre))
	}
	flow, even, planned := f.stream()
	if planned > 0 && flow > 0 {
		r.Costs = append(r.Costs, Cost{ID: "flow", Text: pouredSecondPlanned.Say(quantity.Fine(flow, quantity.Gram), quantity.Fine(planned, quantity.Gram))})
		r.Costs = append(r.Costs, Cost{ID: "evenness", Text: streamUneven.Say(quantity.Of(100*even, quantity.Percent))})
	}
	slices.SortStableFunc(r.Costs, func(a, b Cost) int { return cmp.Compare(math.Abs(b.Points), math.Abs(a.Points)) })
	r.Next = f.tryNext(r.Costs, flow, even, planned)
	return r
}

// stream is how fast the pours ran, in g/s, how uneven they were, as a share, and how fast
// they were planned to run.
func (f *Follower) stream() (flow, uneven, planned float64) {
	var rates []float64
	pts := f.keep.scale.points()
	for i := 1; i < len(pts); i++ {
		dt, dg := pts[i][0]-pts[i-1][0], pts[i][1]-pts[i-1][1]
		if dt > 0 && dg/dt > 0.7 {
			for n := 0; n < int(math.Max(1, math.Round(dt))); n++ {
				rates = append(rates, dg/dt)
			}
		}
	}
	mean, ok := mean(rates)
	if !ok {
		return 0, 0, 0
	}
	sum := 0.0
	for _, v := range rates {
		sum += (v - mean) * (v - mean)
	}
	last, n, s := 0.0, 0.0, 0.0
	for i := range f.plan.Steps {
		if k := &f.plan.Steps[i]; k.Lane == method.Scale && k.ToG != nil && k.AtS >= 0 && k.ForS > 0 {
			n += *k.ToG - last
			s += k.ForS
			last = *k.ToG
		}
	}
	return mean, math.Sqrt(sum/float64(len(rates))) / mean, n / math.Max(s, 1)
}

// tryNext is the one thing that matters most.
func (f *Follower) tryNext(costs []Cost, flow, even, planned float64) quantity.Phrase {
	worst, most := "", 0.35
	for _, c := range costs {
		size := math.Max(math.Abs(c.Points), math.Abs(c.Ml)/math.Max(f.made.DrinkMl, 1)/wishShare)
		switch c.ID {
		case "flow":
			size = math.Abs(flow/planned-1) * 0.8
		case "evenness":
			size = even * 0.8
		}
		if size > most {
			worst, most = c.ID, size
		}
	}
	switch worst {
	case "cooling":
		return nextTimePourSooner.Say()
	case "late":
		return nextTimeHave.Say()
	case "amount":
		return nextTimeSlow.Say(quantity.Of(10, quantity.Gram))
	case "flow":
		return quantity.Either(flow > planned, nextTimePour, nextTimePourFaster).Say()
	case "evenness":
		return nextTimeHold.Say()
	}
	return nothingThisCost.Say()
}
