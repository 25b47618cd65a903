package taste

import (
	"encoding/json"
	"fmt"
	"math"

	"apodemos/core/quantity"
	"apodemos/core/working"
)

func written(b Brew) string {
	out, err := json.Marshal(b)
	if err != nil {
		return ""
	}
	return string(out)
}

const (
	source = "Kalman 1960 (linear-Gaussian update); Minka 2001 (expectation propagation, for answers in steps); what an answer says, and the priors, from memory"
	limits = "Only the liking less the coffee's offset can be told from taste; a refractometer tells them apart."
)

// workings are where the figures of an advice come from.
func (t *taster) workings(a *Advice, from cup) {
	put := a.Working.Put
	var heard []working.Input
	for i, l := range a.Path {
		heard = append(heard, working.Num(fmt.Sprintf("After cup %d: %s", i+1, quantity.Either(l.Said.Text == "", "no taste noted", l.Said.Text)), l.Liking.ExtractionPct, quantity.Percent, ""))
	}
	l := a.Liking
	put("liking.extraction_pct", l.ExtractionPct, working.Figure{Label: "Extraction that you like", Unit: quantity.Percent, Kind: working.Memory, Source: source, Limits: limits,
		Formula:   "20 ± 1.2 % less this coffee’s offset before the first cup; every answer then moves it by its gain times its surprise. An answer of one step to bitter is about a point over the liking. It is by the measure of this coffee’s cups: as the planner has them",
		PlusMinus: working.PlusMinus(l.ExtractionHighPct - l.ExtractionPct), Inputs: append([]working.Input{working.Num("Before the first cup", likedE, quantity.Percent, "")}, heard...)})
	put("liking.tds_pct", l.TDSPct, working.Figure{Label: "Strength that you like", Unit: quantity.Percent, Kind: working.Memory, Source: source, Limits: limits,
		Formula:   "the strength of your first cup by this method, ± 9 %; every answer then moves its logarithm. An answer of one step to strong is about 11 % over the liking",
		PlusMinus: working.PlusMinus(l.TDSHighPct - l.TDSPct), Inputs: []working.Input{working.Num("The first cup’s, as the model has it", math.Exp(t.base[from.plan.Request.Method]), quantity.Percent, "")}})
	h := t.state.zeros()
	t.offset(h, from, 1)
	o, v := t.state.along(h)
	put("offset_pct", 100*o, working.Figure{Label: "This coffee and grinder over the model", Unit: quantity.Percent, Kind: working.Memory, Source: source, Limits: limits,
		Formula: "nothing, ± 6.6 %, before the first cup: 4.5 % for the coffee, 1.5 % for its roast, 2.6 % for the grinder, 2 % for the method, 3.2 % for the place; more after a change", PlusMinus: working.PlusMinus(100 * math.Sqrt(v))})
	put("now.extraction_pct", a.Now.ExtractionPct, working.Figure{Label: "Extraction now", Unit: quantity.Percent, Kind: working.Memory, Source: source,
		Formula: "what the planner has for the brew as it was had, or a refractometer", Inputs: []working.Input{working.Num("Planner", from.e, quantity.Percent, "")}})
	put("expected.extraction_pct", a.Expected.ExtractionPct, working.Figure{Label: "Extraction to come", Unit: quantity.Percent, Kind: working.Memory, Source: source,
		Formula: "what the planner has for the next brew"})
	put("expected.tds_pct", a.Expected.TDSPct, working.Figure{Label: "Strength to come", Unit: quantity.Percent, Kind: working.Memory, Source: source,
		Formula: "what the planner has for the next brew"})
	put("sure", 100*a.Sure, working.Figure{Label: "How sure", Unit: quantity.Percent, Kind: working.Memory, Source: source,
		Formula: "how much of what is still possible has the next cup within 0.8 points and 8 % of strength of what you like, times 0.94: an unknown change is possible (docs/advice.md has how often it is right)"})
}
