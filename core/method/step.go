package method

import "apodemos/core/heat"

// The makers below keep the catalogue readable: one line a step.

func prep(id StepID, label, text string, forS float64) Step {
	return Step{ID: id, Label: label, Phase: Prepare, Lane: Hands, Text: text, ForS: forS, Until: Time}
}

func withHotWater(id StepID, label, text string, forS float64) Step {
	return Step{ID: id, Label: label, Phase: Hot, Lane: Hands, Text: text, ForS: forS, Until: Time, Caution: "scald"}
}

func pour(id StepID, label, text string, atS, forS, to float64) Step {
	return Step{ID: id, Label: label, Phase: Brew, Lane: Scale, Text: text, AtS: atS, ForS: forS, PourTo: to, Until: Weight, Cover: heat.Open}
}

func do(id StepID, label, text string, atS, forS float64) Step {
	return Step{ID: id, Label: label, Phase: Brew, Lane: Hands, Text: text, AtS: atS, ForS: forS, Until: Time, Cover: heat.Open}
}

func stand(id StepID, label, text string, atS, forS float64) Step {
	return Step{ID: id, Label: label, Phase: Brew, Lane: Water, Text: text, AtS: atS, ForS: forS, Until: Time, Cover: heat.Lidded}
}

func serve(id StepID, label, text string, forS float64) Step {
	return Step{ID: id, Label: label, Phase: Serve, Lane: Hands, Text: text, ForS: forS, Until: Time}
}

// sign ends a step on something to see, hear or feel.
func (s Step) sign(what string) Step { s.Until, s.Sign = Sign, what; return s }

// care puts a caution at a step.
func (s Step) care(id string) Step { s.Caution = id; return s }

// with sets how much of the surface is open.
func (s Step) with(c heat.Cover) Step { s.Cover = c; return s }

// stretch lets a step make up for cooler water.
func (s Step) stretch() Step { s.Stretch = true; return s }

// stirs says how much the coffee is stirred in a step.
func (s Step) stirs(times float64) Step { s.Stir = times; return s }

// drains lets a step last until the bed is drained; its own length is practice's.
func (s Step) drains() Step { s.Drains = true; return s }

// fromBoil counts the step from the boil.
func (s Step) fromBoil() Step { s.FromBoil = true; return s }

// perDose counts a pour by the dose, in ml to the gram.
func (s Step) perDose(ml float64) Step { s.PourPerG = ml; return s }

// weigh is how every method but the fixed baskets begins.
func weigh() Step {
	return prep("dose", "weigh, grind", "{coffee}.", 75)
}
