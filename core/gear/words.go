package gear

import "apodemos/core/quantity"

var words = quantity.Words

// A saying is how a joint is told, and what would mend it. {0} is the one piece, {1} the other
// if there is one, and the figures follow.
type saying struct{ text, remedy quantity.Sentence }

// joints are the sentences of the joints, by rule and case.
var joints = map[string]saying{
	"rim/unmeasured": {words("You press on {0}: try at home whether {1} holds it."), words("measure its base and the cup’s rim")},
	"rim/falls":      {words("{0} falls into {1}: {2} base, {3} rim."), words("lay a stick across the rim, or use a narrower cup")},
	"rim/falls-lean": {words("{0} falls into {1}: {2} base, {3} rim."), words("use a narrower mug or a jug: you press on it")},
	"rim/tips":       {words("{0} tips on {1}: its {2} base rests on only {4} of the {3} rim."), words("lay a stick across the rim, or use a narrower cup")},
	"rim/tips-lean":  {words("{0} tips on {1}: its {2} base rests on only {4} of the {3} rim."), words("use a narrower mug or a jug: you press on it")},
	"rim/sits":       {text: words("{0} sits on {1}: {2} base, {3} rim.")},
	"rim/stick":      {words("{0} stands on {1} with the stick across its rim."), words("lay the stick across the rim")},
	"typical":        {words("{0} may not suit {1}: both sizes are typical. Try it at home."), words("measure base and rim")},

	"drink/room":      {text: words("{0} has room for {2}: it holds {3}.")},
	"drink/small":     {words("{0} is too small for {2}: it holds {3} below the brim."), words("use a bigger cup, or make less")},
	"water/at-once":   {text: words("{0} holds the {2} to heat in one go.")},
	"water/batches":   {words("{0} is too small for the {2} to heat: fill it {3} times."), words("use a bigger pot, or brew in batches")},
	"support/falls":   {words("{0} falls through the supports of {1}: {2} wide (needs {3})."), words("use another pot, or another pot support")},
	"support/over":    {words("{0} overhangs {1}: {2} wide (made for {3})."), words("use another pot, or another pot support")},
	"support/stands":  {text: words("{0} stands on {1}: {2} wide.")},
	"material/walls":  {words("{0} has two walls: never put it on a flame, it bursts."), words("use a single-walled metal pot")},
	"material/burns":  {words("{0} is {2} and burns on {1}."), words("use a single-walled metal pot")},
	"material/cracks": {words("{0} is {2} and cracks on {1}."), words("use a single-walled metal pot")},
	"material/stands": {text: words("{0} can go on {1}.")},
	"fuel/burns":      {text: words("{0} burns {1}.")},
	"fuel/other":      {words("{0} doesn’t burn {1}."), words("use fuel of kind {2}")},
	"dose/takes":      {text: words("{0} takes the {2} of coffee.")},
	"dose/batches":    {words("{0} takes {3} at once ({2} needed): brew {4} batches."), words("use a bigger brewer, or brew in batches")},
	"paper/fits":      {text: words("{0} fit {1}.")},
	"paper/other":     {words("{0} are size {2}; {1} takes size {3}."), words("use papers of size {3}")},
	"papers/enough":   {text: words("{2} of {3} {0} are used.")},
	"papers/short":    {words("{2} {0} are needed, you have {3}."), words("take more papers, or a brewer without paper")},
	"hopper/at-once":  {text: words("{0} takes the {2} at once.")},
	"hopper/fills":    {words("{0} takes {3} at once: fill it {4} times for {2}."), words("use a larger grinder, or grind at home")},
	"scale/ends":      {words("{0} reads up to {3}; this brew puts {2} on it."), words("use a bigger scale, or a spoon and a marked cup")},
	"scale/coarse":    {words("{0} shows steps of {2}, coarse for a pour of {3}."), words("use a finer scale")},
	"scale/carries":   {text: words("{0} carries the {2} and is fine enough.")},
	"spout/thin":      {text: words("{0} pours in a thin stream.")},
	"spout/none":      {words("{0} has no spout: a thin pour is hard."), words("pour along a spoon or the lid’s edge, or use a more forgiving dripper")},
}

// tell words a joint by its rule and case.
func (j *Joint) tell(key string, a, b Item, v ...quantity.Value) {
	s := joints[key]
	v = append([]quantity.Value{quantity.Noun(a.Name), quantity.Noun(b.Name)}, v...)
	j.Phrase, j.Remedy = s.text.Say(v...), s.remedy.Say(v...).Text
}
