package brew

import (
	"encoding/json"
	"fmt"
	"slices"

	"apodemos/core/caution"
	"apodemos/core/working"
)

// DecodePlan reads a plan that was stored by this or an earlier version, and gives it
// the shape of today's: what that version did not have is empty, and no list is
// missing. Its figures, steps and notes stay as they were told; its cautions have the words of
// today.
func DecodePlan(b []byte) (Plan, error) {
	var p Plan
	if err := json.Unmarshal(b, &p); err != nil {
		return p, fmt.Errorf("not a plan: %w", err)
	}
	p.Defaulted = list(p.Defaulted)
	p.Recipe = list(p.Recipe)
	p.Steps, p.Rounds = list(p.Steps), list(p.Rounds)
	p.Cautions, p.Notes, p.Alternatives = list(p.Cautions), list(p.Notes), list(p.Alternatives)
	for i := range p.Cautions {
		k := &p.Cautions[i]
		now := caution.ByID(k.ID, k.Step)
		k.First = now.First
		if caution.Known(k.ID) { // the same words for the same danger, whenever it was told
			k.Level, k.Text, k.Why, k.Source = now.Level, now.Text, now.Why, now.Source
		}
	}
	p.Cautions = slices.DeleteFunc(p.Cautions, func(k caution.Caution) bool {
		return k.Step == "" && slices.ContainsFunc(p.Cautions, func(at caution.Caution) bool { return at.ID == k.ID && at.Step != "" })
	})
	c := &p.Curves
	c.WaterC, c.SlurryC, c.CupC, c.ScaleG = list(c.WaterC), list(c.SlurryC), list(c.CupC), list(c.ScaleG)
	if p.Working == nil {
		p.Working = working.Sheet{}
	}
	if p.DoseEachG == nil {
		// Before it was told, the dose was that of all batches.
		p.DoseEachG = p.DoseG
		if n := value(p.Batches); p.DoseG != nil && n > 1 {
			p.DoseEachG = new(*p.DoseG / n)
		}
	}
	if p.Strength.Lies.Extraction == "" && p.Strength.ExtractionPct != nil && p.Strength.TDSPct != nil {
		p.Strength.Lies = liesTo(*p.Strength.ExtractionPct, *p.Strength.TDSPct)
	}
	for i := range p.Steps {
		if s := &p.Steps[i]; s.Until == "" {
			s.Until = "time"
		}
	}
	return p, nil
}

// list is a list that is there, though it be empty.
func list[T any](l []T) []T {
	if l == nil {
		return []T{}
	}
	return l
}
