package recipe

import (
	"fmt"
	"math"
	"slices"

	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
)

// Made is a recipe as a school of its method.
type Made struct {
	School method.School
	Amounts
	// OtherClicks tells that the recipe's clicks are another grinder's.
	OtherClicks bool
}

// Over makes a school of a recipe, over the one that it is made from, with the grinder
// of the request, nil where there is none. Its error names the fields that do not go
// with the method.
func (r *Recipe) Over(m method.Method, base method.School, here *OwnGrinder) (Made, field.Problems) {
	bad := r.check()
	if len(bad) > 0 {
		return Made{}, bad
	}
	s := base
	made := Made{}
	problem := func(path string, v any, message string) {
		bad = append(bad, field.Problem{Field: path, Value: v, Message: message})
	}
	if m.Contact == method.Dilution {
		if !r.Empty() {
			problem("method", m.ID, "a concentrate is served, not brewed. Choose another method")
		}
		return Made{School: base}, bad
	}
	if r.Name != "" {
		s.Name = r.Name
	}
	amounts, wrong := r.amounts(base.RatioGPerL, base.RetainedMlPerG, base.LeftBehindMl)
	bad = append(bad, wrong...)
	if len(bad) > 0 {
		return made, bad
	}
	made.Amounts = amounts
	if ratio := amounts.Ratio(); ratio > 0 {
		s.RatioGPerL, s.RatioSource = ratio, OwnSource
	} else if r.Ratio != nil {
		s.RatioGPerL, s.RatioSource = *r.Ratio, OwnSource
	}
	if s.BasketG > 0 {
		if r.DoseG != nil {
			s.BasketG = *r.DoseG
		}
		if r.WaterG != nil {
			s.BasketMl = *r.WaterG
		}
		s.RatioGPerL = s.BasketG / s.BasketMl * 1000
		made.Amounts = Amounts{}
	}
	if r.WaterC != nil {
		if base.Temps.High == 0 {
			problem("water_c", *r.WaterC, "this style doesn’t add coffee to hot water. Leave it empty, or choose another style")
		} else {
			s.Temps = method.Temps{Low: *r.WaterC, Mid: *r.WaterC, High: *r.WaterC}
		}
	}
	um, other, wrong := r.Um(base.GrindUm, here)
	bad = append(bad, wrong...)
	if um > 0 {
		s.GrindUm = um
	}
	made.OtherClicks = other
	if r.StopPct != nil {
		if m.Way != method.OnFlame && m.Family != "pump" {
			problem("stop_pct", *r.StopPct, "this is for a moka pot or a pump brewer. Leave it empty")
		} else {
			s.StopShare = *r.StopPct / 100
		}
	}
	if r.BoilS != nil && base.BoilS == 0 {
		problem("boil_s", *r.BoilS, "this style doesn’t boil its coffee for a time. Leave it empty")
	}
	if r.SettleS != nil && !base.BoilsIn() {
		problem("settle_s", *r.SettleS, "this is for a pot boiled with its coffee. Leave it empty")
	}
	if r.BoilS != nil {
		s.BoilS = *r.BoilS
	}
	if len(r.Pours) > 0 && (m.InPot() || m.Way == method.OnFlame || s.BasketG > 0 || m.Contact == method.Cold) {
		problem("pours", len(r.Pours), "this method has no pours. Leave them out, or choose another method")
	}
	if len(r.Steps) > 0 && (m.Way == method.OnFlame || base.BoilsIn()) {
		problem("steps", len(r.Steps), "this method counts from the boil. Leave steps out, or choose a method that pours")
	}
	if len(bad) > 0 {
		return made, bad
	}
	s.Steps, wrong = r.steps(m, s, amounts.WaterG)
	made.School = s
	return made, append(bad, wrong...)
}

// steps are the school's with those of the recipe in their places.
func (r *Recipe) steps(m method.Method, s method.School, waterG float64) ([]method.Step, field.Problems) {
	out := slices.Clone(s.Steps)
	if s.StopShare > 0 {
		out = stopped(out, s.StopShare)
	}
	out = r.boiled(out)
	if len(r.Pours) > 0 || len(r.Steps) > 0 {
		out = r.laid(m, out, waterG)
	}
	var bad field.Problems
	if r.SteepS != nil {
		bad = append(bad, steep(out, "steep_s", *r.SteepS)...)
	}
	if r.DoneS != nil && m.Contact != method.Percolation && !s.BoilsIn() && m.Way != method.OnFlame {
		bad = append(bad, done(out, *r.DoneS, r.SteepS != nil)...)
	}
	return out, bad
}

// boiled lets a pot boil with its coffee, and settle, as long as the recipe says; what follows moves along.
func (r *Recipe) boiled(steps []method.Step) []method.Step {
	later := 0.0
	for i := range steps {
		k := &steps[i]
		if k.Phase != method.Brew || !k.FromBoil {
			continue
		}
		k.AtS += later
		was := k.ForS
		switch {
		case k.ID == "boil" && r.BoilS != nil:
			k.ForS = *r.BoilS
		case k.ID == method.Settle && r.SettleS != nil:
			k.ForS = *r.SettleS
		}
		later += k.ForS - was
	}
	return steps
}

// UsualPresses empty the tank of a pump brewer. Common practice.
const UsualPresses = 13

// stopped lets a moka pot flow, or a pump be pressed, for a share of its time.
func stopped(steps []method.Step, share float64) []method.Step {
	cut := 0.0
	for i := range steps {
		k := &steps[i]
		if k.Phase != method.Brew {
			continue
		}
		k.AtS -= cut
		if k.ID == "flow" {
			cut = k.ForS * (1 - share)
			k.ForS -= cut
			k.Sign = fmt.Sprintf("about %s of what usually comes up has come, before the stream sputters", parts(share))
		}
		if k.ID == "pump" {
			cut = k.ForS * (1 - share)
			k.ForS -= cut
			k.Own = fmt.Sprint(math.Round(UsualPresses * share))
			k.Label, k.Text, k.Sign = k.Own+" presses", "Pump slowly, {own} presses.", "the last press is done"
		}
	}
	return steps
}

// parts is a share in tenths, as one judges it by eye.
func parts(share float64) string {
	return []string{"half", "six tenths", "seven tenths", "eight tenths", "nine tenths", "all"}[int(math.Round(10*math.Min(math.Max(share, 0.5), 1)))-5]
}

// laid puts the recipe's pours and steps in place of the school's. What the recipe does
// not name of pours is the school's; what hands do is the recipe's where it says any,
// and otherwise what the school has between its own pours is left out, for it belongs
// to those.
func (r *Recipe) laid(m method.Method, base []method.Step, waterG float64) []method.Step {
	var before, pours, hands, after []method.Step
	var drain, steep *method.Step
	for i := range base {
		k := base[i]
		switch {
		case k.Phase < method.Brew:
			before = append(before, k)
		case k.Phase > method.Brew:
			after = append(after, k)
		case k.Drains:
			drain = &k
		case k.Lane == method.Scale:
			pours = append(pours, k)
		default:
			hands = append(hands, k)
			if steep == nil && (k.Stretch || k.ID == "steep") {
				steep = &k
			}
		}
	}
	if len(r.Pours) > 0 {
		pours = r.pourSteps(waterG)
	}
	switch {
	case len(r.Steps) > 0:
		hands = nil
		for i, st := range r.Steps {
			forS := float64(handsS)
			if st.ForS != nil {
				forS = *st.ForS
			} else if i+1 < len(r.Steps) {
				forS = math.Min(forS, math.Max(r.Steps[i+1].AtS-st.AtS, 1))
			}
			text := own(st.Do)
			k := method.Step{ID: StepID(i), Phase: method.Brew, Lane: method.Hands, Label: label(text), Text: "{own}.", Own: text, AtS: st.AtS, ForS: forS, Until: method.Time, Cover: heat.Open}
			if st.Until != "" {
				k.Until, k.Sign = method.Sign, own(st.Until)
			}
			hands = append(hands, k)
		}
	case drain != nil:
		hands = nil
	}
	hands = around(hands, pours)
	hands = append(hands, r.drains(pours)...)
	if drain != nil && len(r.Pours) > 1 {
		hands = append(hands, rest(pours, hands)...)
	}
	line := append(slices.Clone(pours), hands...)
	slices.SortStableFunc(line, func(a, b method.Step) int {
		switch {
		case a.AtS < b.AtS:
			return -1
		case a.AtS > b.AtS:
			return 1
		}
		return 0
	})
	if drain != nil {
		end := 0.0
		for _, k := range line {
			end = math.Max(end, k.AtS+k.ForS)
		}
		drain.AtS = end
		if r.DoneS != nil && *r.DoneS > end {
			drain.ForS = *r.DoneS - end
		}
		line = append(line, *drain)
	} else if len(r.Steps) > 0 {
		line = filled(line, steep)
	}
	return slices.Concat(before, line, after)
}

// leastHandsS is the shortest that hands are given to do something.
const leastHandsS = 3

// around puts what hands do beside the pours where hands are free: after the pour, or the
// step, that still goes on, and cut short by the pour that begins.
func around(hands, pours []method.Step) []method.Step {
	out := slices.Clone(hands)
	free := 0.0
	for i := range out {
		h := &out[i]
		if h.Lane != method.Hands {
			continue
		}
		at, end := math.Max(h.AtS, free), math.Inf(1)
		for _, p := range pours {
			switch {
			case p.AtS+p.ForS <= at:
			case p.AtS < at+math.Min(h.ForS, leastHandsS):
				at = p.AtS + p.ForS
			default:
				end = math.Min(end, p.AtS)
			}
		}
		h.AtS, h.ForS = at, math.Min(h.ForS, end-at)
		free = at + h.ForS
	}
	return out
}

// rest is the bloom between the first pour and the second, where hands do nothing else.
func rest(pours, hands []method.Step) []method.Step {
	from, to := pours[0].AtS+pours[0].ForS, pours[1].AtS
	if to-from <= shortGapS || slices.ContainsFunc(hands, func(h method.Step) bool { return h.AtS < to && h.AtS+h.ForS > from }) {
		return nil
	}
	return []method.Step{{ID: BloomID, Phase: method.Brew, Lane: method.Hands, Label: "bloom", Text: "Let it bloom.", AtS: from, ForS: to - from, Until: method.Time, Cover: heat.Open}}
}

// drains are the waits for the bed before the pours that say so.
func (r *Recipe) drains(pours []method.Step) []method.Step {
	var out []method.Step
	for i := range r.Pours {
		if i == 0 || !r.Pours[i].Drained {
			continue
		}
		if from := pours[i-1].AtS + pours[i-1].ForS; pours[i].AtS-from >= leastHandsS {
			out = append(out, method.Step{ID: stepID("drains", i), Phase: method.Brew, Lane: method.Hands, Label: "drains", Text: "Wait for the bed to drain.", AtS: from, ForS: pours[i].AtS - from, Until: method.Sign, Sign: "the bed looks dull", Cover: heat.Open})
		}
	}
	return out
}

// pourSteps are the recipe's pours as steps.
func (r *Recipe) pourSteps(waterG float64) []method.Step {
	var out []method.Step
	from := 0.0
	for i, p := range r.Pours {
		forS := math.Max((p.ToG-from)/pourGPerS, leastPour)
		if p.ForS != nil {
			forS = *p.ForS
		}
		if i+1 < len(r.Pours) {
			forS = math.Min(forS, r.Pours[i+1].AtS-p.AtS)
		}
		text, name, how := "{pour}.", "pour", own(p.How)
		switch {
		case how != "":
			text, name = "{pour}, {own}.", label(how)
		case i == 0:
			text, name = "{pour}, wetting all of it.", "wet all"
		}
		caution := ""
		if i == 0 {
			caution = "pour"
		}
		out = append(out, method.Step{ID: stepID("pour", i), Phase: method.Brew, Lane: method.Scale, Label: name, Text: text, Own: how, AtS: p.AtS, ForS: forS, PourTo: p.ToG / waterG, Until: method.Weight, Cover: heat.Open, Caution: caution})
		from = p.ToG
	}
	out[len(out)-1].PourTo = 1
	return out
}

// filled lets the coffee stand in the pauses of a steep; the longest of them is the one
// that may be stretched.
func filled(line []method.Step, like *method.Step) []method.Step {
	var out []method.Step
	longest := -1
	end := 0.0
	for _, k := range line {
		if gap := k.AtS - end; gap > shortGapS {
			st := method.Step{ID: stepID("stand", len(out)), Phase: method.Brew, Lane: method.Water, Label: "steep", Text: "Let it stand.", AtS: end, ForS: gap, Until: method.Time, Cover: heat.Lidded}
			if like != nil {
				st.Cover = like.Cover
			}
			if longest < 0 || gap > out[longest].ForS {
				longest = len(out)
			}
			out = append(out, st)
		}
		out = append(out, k)
		end = math.Max(end, k.AtS+k.ForS)
	}
	if longest >= 0 && like != nil {
		out[longest].Stretch, out[longest].ID = like.Stretch, "steep"
	}
	return out
}

// steepAt is the step that steeps: the one that may be stretched, or is called so; −1
// where none does.
func steepAt(steps []method.Step) int {
	for i, k := range steps {
		if k.Phase == method.Brew && k.Stretch {
			return i
		}
	}
	return slices.IndexFunc(steps, func(k method.Step) bool { return k.Phase == method.Brew && k.ID == "steep" })
}

// steep lets the step that steeps end at a moment, and moves what follows with it.
func steep(steps []method.Step, path string, until float64) field.Problems {
	i := steepAt(steps)
	if i < 0 {
		return field.Problems{{Field: path, Value: until, Message: "nothing steeps in this method. Leave it empty, or enter the total time"}}
	}
	k := &steps[i]
	if until < k.AtS+leastPour {
		return field.Problems{{Field: path, Value: until, Message: fmt.Sprintf("the steep starts at %s s. Enter %s s or later", field.Trim(k.AtS), field.Trim(k.AtS+leastPour))}}
	}
	by := until - (k.AtS + k.ForS)
	k.ForS += by
	for j := range steps {
		if j != i && steps[j].Phase == method.Brew && steps[j].AtS > k.AtS {
			steps[j].AtS += by
		}
	}
	return nil
}

// done lets the brew end at a moment: by its steep, or where that is set, by what
// settles after it.
func done(steps []method.Step, at float64, steepSet bool) field.Problems {
	end, last := 0.0, -1
	for i, k := range steps {
		if k.Phase == method.Brew {
			if k.AtS+k.ForS >= end {
				end, last = k.AtS+k.ForS, i
			}
		}
	}
	if !steepSet {
		if i := steepAt(steps); i >= 0 {
			return steep(steps, "done_s", at-end+steps[i].AtS+steps[i].ForS)
		}
	}
	if last < 0 || steps[last].AtS+1 > at {
		return field.Problems{{Field: "done_s", Value: at, Message: fmt.Sprintf("the last step is at %s s. Enter a later time, or leave it empty", field.Trim(end))}}
	}
	steps[last].ForS += at - end
	return nil
}
