package gear

import "apodemos/core/quantity"

var words = quantity.Words

// A saying is how a joint is told, and what would mend it. {0} is the one piece, {1} the other
// if there is one, and the figures follow.
type saying struct{ text, remedy quantity.Sentence }

// joints are the sentences of the joints, by rule and case.
var joints = map[string]saying{
	"rim/unmeasured": {words("You lean on {0}: try at home whether {1} carries it."), words("its base and the cup's rim, measured")},
	"rim/falls":      {words("{0} falls into {1}: a base of {2} on a rim of {3}."), words("a stick across the rim, or a narrower cup")},
	"rim/falls-lean": {words("{0} falls into {1}: a base of {2} on a rim of {3}."), words("a narrower mug or a jug that carries it: you lean on it")},
	"rim/tips":       {words("{0} tips on {1}: a base of {2} on a rim of {3} rests on {4} only."), words("a stick across the rim, or a narrower cup")},
	"rim/tips-lean":  {words("{0} tips on {1}: a base of {2} on a rim of {3} rests on {4} only."), words("a narrower mug or a jug that carries it: you lean on it")},
	"rim/sits":       {text: words("{0} sits on {1}: a base of {2} on a rim of {3}.")},
	"rim/stick":      {words("{0} stands on {1} with the stick across its rim."), words("lay the stick across the rim")},
	"typical":        {words("{0} may not suit {1}: both sizes are typical ones. Try it at home."), words("a base and a rim that are measured")},

	"drink/room":      {text: words("{0} has room for {2}: it holds {3}.")},
	"drink/small":     {words("{0} is too small for {2}: it holds {3}, and not to the brim."), words("a bigger cup, or less in each")},
	"water/at-once":   {text: words("{0} holds the {2} to be heated at once.")},
	"water/batches":   {words("{0} does not hold the {2} to be heated at once: it is filled {3} times."), words("a bigger pot, or batches")},
	"support/falls":   {words("{0} falls through the supports of {1}: {2} wide, and they want {3}."), words("another pot, or a wider or narrower pot support")},
	"support/over":    {words("{0} overhangs {1}: {2} wide, and it is made for {3}."), words("another pot, or a wider or narrower pot support")},
	"support/stands":  {text: words("{0} stands on {1}: {2} wide.")},
	"material/walls":  {words("{0} has two walls and never goes on a flame: the air between them bursts it."), words("a pot of metal with a single wall")},
	"material/burns":  {words("{0} is of {2} and burns on {1}."), words("a pot of metal with a single wall")},
	"material/cracks": {words("{0} is of {2} and cracks on {1}."), words("a pot of metal with a single wall")},
	"material/stands": {text: words("{0} may stand on {1}.")},
	"fuel/burns":      {text: words("{0} burns {1}.")},
	"fuel/other":      {words("{0} does not burn {1}."), words("fuel of kind {2}")},
	"dose/takes":      {text: words("{0} takes the {2} of coffee.")},
	"dose/batches":    {words("{0} takes {3} at once and not {2}: brew in {4} batches."), words("a bigger brewer, or batches")},
	"paper/fits":      {text: words("{0} fit {1}.")},
	"paper/other":     {words("{0} are of size {2} and not {3}, which {1} takes."), words("papers of size {3}")},
	"papers/enough":   {text: words("{2} of {3} {0} are used.")},
	"papers/short":    {words("{2} {0} are needed, and there are {3}."), words("more papers, or a brewer that needs none")},
	"hopper/at-once":  {text: words("{0} takes the {2} at once.")},
	"hopper/fills":    {words("{0} takes {3} at once: fill it {4} times for {2}."), words("a larger grinder, or grind at home")},
	"scale/ends":      {words("{0} ends at {3}, and {2} stand on it."), words("a scale with a greater range, or a spoon and a marked cup")},
	"scale/coarse":    {words("{0} shows steps of {2}, coarse for a pour of {3}."), words("a finer scale")},
	"scale/carries":   {text: words("{0} carries the {2} and is fine enough.")},
	"spout/thin":      {text: words("{0} pours in a thin stream.")},
	"spout/none":      {words("{0} has no spout: a slow, thin pour is hard from it."), words("pour along a spoon or over the lid's edge, or take a dripper that forgives")},
}

// tell words a joint by its rule and case.
func (j *Joint) tell(key string, a, b Item, v ...quantity.Value) {
	s := joints[key]
	v = append([]quantity.Value{quantity.Noun(a.Name), quantity.Noun(b.Name)}, v...)
	j.Phrase, j.Remedy = s.text.Say(v...), s.remedy.Say(v...).Text
}
