package taste

import (
	"math"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Again is a brew that is to come out like a cup that was had, with what there is elsewhere.
type Again struct {
	Request brew.Request      `json:"request"`
	Wanted  Point             `json:"wanted" doc:"The cup that was had, as the model has it"`
	Gives   Point             `json:"gives"`
	Alike   bool              `json:"alike" doc:"Within what one can tell: 0.8 points of extraction and 8 % of strength"`
	Not     []quantity.Phrase `json:"not" doc:"What cannot be the same"`
}

const (
	// rounds is how many changes one after the other a cup is brought nearer by.
	rounds = 10
	// worthIt is the least that a change is to bring, in squares of what one can tell; more where it is
	// one of those that are more trouble.
	worthIt, troubleWorth = 0.02, 0.1
	// coolerC is from how much cooler on water is told.
	coolerC = 1.5
)

// MakeAgain brings a brew elsewhere to the extraction and the strength of a cup that was had, by the
// levers of its method, the one that does most first. Its error is field.Problems.
func MakeAgain(p Planner, b Brew, there brew.Request) (*Again, error) {
	had, err := asHad(p, b.Request, b.Run)
	if err != nil {
		return nil, problems(err)
	}
	told, err := p.Compute(there)
	if err != nil {
		return nil, problems(err).At("there.")
	}
	t := &taster{planner: p}
	at := cupOf(there, told)
	off := func(c cup) float64 {
		e, s := (c.e-had.e)/nearE, math.Log(math.Max(c.tds, 1e-3)/math.Max(had.tds, 1e-3))/nearLn
		return e*e + s*s
	}
	for range rounds {
		here, best, least := off(at), cup{}, 0.0
		for _, k := range knobs(at, Levers) {
			if !k.why.IsZero() {
				continue
			}
			worth := quantity.Either(k.lever == Grind || k.lever == Ratio, worthIt, troubleWorth)
			for _, way := range []int{-1, 1} {
				last, worse := here, 0
				for n := 1; n <= k.most && worse < 2; n++ {
					c, _, ok := t.at(k, way*n, at)
					if !ok {
						break
					}
					o := off(c)
					if gain := here - o - worth; gain > least {
						best, least = c, gain
					}
					if o >= last {
						worse++
					}
					last = o
				}
			}
		}
		if least == 0 {
			break
		}
		at = best
	}
	out := &Again{Request: at.request, Wanted: Point{had.e, had.tds}, Gives: Point{at.e, at.tds}, Not: []quantity.Phrase{}}
	out.Alike = math.Abs(at.e-had.e) <= nearE && math.Abs(math.Log(at.tds/had.tds)) <= nearLn
	out.Not = append(out.Not, unlike(had, at)...)
	return out, nil
}

// unlike says in what a cup cannot be as another was.
func unlike(had, at cup) []quantity.Phrase {
	var out []quantity.Phrase
	if was, is := strains(had.plan), strains(at.plan); was != is {
		out = append(out, bodies[was][is].Say())
	}
	if was, is := had.plan.StartC, at.plan.StartC; was != nil && is != nil && *is < *was-coolerC {
		out = append(out, waterCooler.Say(quantity.Of(*is, quantity.Celsius), quantity.Of(*was, quantity.Celsius)))
	}
	if e := at.e - had.e; math.Abs(e) > nearE {
		out = append(out, quantity.Either(e > 0, againMore, againLess).Say(quantity.Of(math.Abs(e), quantity.None)))
	}
	if s := math.Log(at.tds / had.tds); math.Abs(s) > nearLn {
		out = append(out, quantity.Either(s > 0, againStronger, againWeaker).Say(quantity.Of(100*math.Abs(math.Expm1(s)), quantity.Percent)))
	}
	return out
}

// What the drink runs through.
const (
	byPaper = "paper"
	byCloth = "cloth"
	byNone  = "none"
)

func strains(p *brew.Plan) string {
	m, _ := method.ByID(p.Request.Method)
	s, _ := m.School(*p.Request.School)
	for _, c := range s.Consumables {
		if strings.Contains(c, "paper") || strings.Contains(c, "bag") {
			return byPaper
		}
	}
	return quantity.Either(m.ID == "cloth", byCloth, byNone)
}
