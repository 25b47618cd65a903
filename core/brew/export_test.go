package brew

import "apodemos/core/method"

// What the tests look into.
var (
	Interval = interval
	WaterKJ  = waterKJ
	LiesTo   = liesTo
)

const (
	MaxPours    = maxPours
	BasketRatio = basketRatio
	BasketOver  = basketOver
)

// Spans are spans of the hands, from and to in turn.
func Spans(at ...float64) []span {
	var out []span
	for i := 0; i < len(at); i += 2 {
		out = append(out, span{at[i], at[i+1]})
	}
	return out
}

// Homes is how many recipes a planner knows.
func (p *Planner) Homes() int { return len(p.homes) }

// MeltIce brings something warm onto ice.
func MeltIce(s method.School, iceMl, warmKJPerK, c float64) float64 {
	h := &Hot{Timeline: &Timeline{Recipe: &Recipe{Setting: &Setting{School: s, Request: Request{Drinkers: new(1.0)}}, Batch: Batch{N: 1, DilutionMl: iceMl}}}}
	return (&Steeped{Hot: h}).meltIce(warmKJPerK, c)
}

// FillText writes one text of a plan's script, as of a pour of it or of none.
func FillText(p *Plan, text string, s Step, pour *method.Step) string {
	return (&script{Brewed: p.made, plan: p}).fill(text, s, pour).Text
}

// SteepOf follows a brew ground to um.
func SteepOf(h *Hot, um float64) *Steeped { return h.steep(um, false) }

// GrindFor is the grind that gives an extraction.
func (s *Steeped) GrindFor(e float64) (float64, bool) { return s.grindFor(e) }

// ThroughMl is the water that meets the coffee of a plan's batch, in ml.
func ThroughMl(p *Plan) float64 {
	sum := 0.0
	for _, at := range p.made.pours() {
		sum += at.ml
	}
	return sum
}
