package taste

import (
	"cmp"
	"math"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// CupDifference is one thing in which two brews differ.
type CupDifference struct {
	Field string          `json:"field"`
	Label string          `json:"label"`
	A     *quantity.Value `json:"a,omitempty"`
	B     *quantity.Value `json:"b,omitempty"`
	WordA string          `json:"word_a,omitempty" doc:"A method, a school under its method, or the name of a recipe of one's own"`
	WordB string          `json:"word_b,omitempty"`
}

// SameFigure is what two cups have in common.
type SameFigure struct {
	Field string `json:"field"`
	Label string `json:"label"`
}

// Compared is two cups side by side: in what they differ, the largest first, and which was
// liked.
type Compared struct {
	Differences []CupDifference `json:"differences"`
	Same        []SameFigure    `json:"same" doc:"In what they are alike, as far as anybody could tell"`
	Liked       string          `json:"liked" enum:"a,b,same,unsaid"`
	Why         quantity.Phrase `json:"why"`
	A           Point           `json:"a"`
	B           Point           `json:"b"`
}

// Compare sets two brews side by side.
func Compare(a, b Brew, p Planner) (*Compared, error) {
	ca, err := asHad(p, a.Request, a.Run)
	if err != nil {
		return nil, problems(err).At("a.request.")
	}
	cb, err := asHad(p, b.Request, b.Run)
	if err != nil {
		return nil, problems(err).At("b.request.")
	}
	ca.measured, cb.measured = a.Tasting.TDSPct, b.Tasting.TDSPct
	pA, pB := (&taster{}).thought(ca), (&taster{}).thought(cb)
	out := &Compared{Differences: []CupDifference{}, Same: []SameFigure{}, A: pA, B: pB}
	word := func(path, label, x, y string) {
		if x == y {
			out.Same = append(out.Same, SameFigure{path, label})
			return
		}
		out.Differences = append(out.Differences, CupDifference{Field: path, Label: label, WordA: x, WordB: y})
	}
	number := func(path, label string, x, y *float64, u quantity.Unit, within float64) {
		switch {
		case x == nil || y == nil:
		case math.Abs(*x-*y) > within*math.Max(math.Abs(*x), math.Abs(*y)):
			out.Differences = append(out.Differences, CupDifference{Field: path, Label: label, A: new(quantity.Of(*x, u)), B: new(quantity.Of(*y, u))})
		default:
			out.Same = append(out.Same, SameFigure{path, label})
		}
	}
	pa, pb := ca.plan, cb.plan
	word("method", "Method", pa.Request.Method, pb.Request.Method)
	if pa.Request.Method == pb.Request.Method {
		word("school", "Recipe", recipeOf(pa.Request), recipeOf(pb.Request))
	}
	clicksAlike := grinderOf(a.Request) == grinderOf(b.Request) && pa.Grind.Clicks != nil
	if clicksAlike {
		number("grind.clicks", "Clicks", pa.Grind.Clicks, pb.Grind.Clicks, quantity.Clicks, 0.02)
	} else {
		number("grind.um", "Grind", pa.Grind.Um, pb.Grind.Um, quantity.Micrometre, 0.02)
	}
	number("ratio_g_per_l", "Ratio", pa.Ratio, pb.Ratio, quantity.GramPerL, 0.015)
	number("dose_g", "Coffee", pa.DoseG, pb.DoseG, quantity.Gram, 0.015)
	number("start_c", "Water", pa.StartC, pb.StartC, quantity.Celsius, 0.008)
	number("contact_s", "Time", &ca.contact, &cb.contact, quantity.Second, 0.04)
	number("boil_c", "Boils at", pa.BoilC, pb.BoilC, quantity.Celsius, 0.008)
	number("strength.extraction_pct", "Extraction, as the model has it", &pA.ExtractionPct, &pB.ExtractionPct, quantity.Percent, 0.01)
	number("strength.tds_pct", "Strength, as the model has it", &pA.TDSPct, &pB.TDSPct, quantity.Percent, 0.02)
	out.Liked, out.Why = liked(a.Tasting, b.Tasting)
	return out, nil
}

// recipeOf names what a brew is made by: a recipe of one's own by its name, and a school
// under its method.
func recipeOf(r brew.Request) string {
	if r.Recipe != nil && r.Recipe.Name != "" {
		return r.Recipe.Name
	}
	return r.Method + "/" + *r.School
}

// liked is which of two was liked better: by the marks, and where they are the same or
// missing, by how far each was from balanced.
func liked(a, b Tasting) (string, quantity.Phrase) {
	said := func(t Tasting) quantity.Value { return quantity.Text(cmp.Or(Say(t), "no taste noted")) }
	words := saidOfBoth.Say(said(a), said(b))
	if a.Mark != nil && b.Mark != nil && *a.Mark != *b.Mark {
		return quantity.Either(*a.Mark > *b.Mark, "a", "b"), words
	}
	off := func(t Tasting) (float64, bool) {
		if t.SourBitter == nil && t.WeakStrong == nil {
			return 0, false
		}
		sum := 0.0
		for _, v := range []*float64{t.SourBitter, t.WeakStrong, t.Hollow, t.Harsh, t.Flat} {
			if v != nil {
				sum += math.Abs(*v)
			}
		}
		return sum, true
	}
	x, okA := off(a)
	y, okB := off(b)
	switch {
	case !okA || !okB:
		return "unsaid", words
	case x == y:
		return "same", words
	}
	return quantity.Either(x < y, "a", "b"), words
}

// BlindRound is one blind round: which cup was preferred, of two that were dealt.
type BlindRound struct {
	// Preferred is which of the two brews was liked, once it was said which was which; empty
	// where none was.
	Preferred string `json:"preferred" enum:"a,b,"`
	// Odd tells of a round of three cups, two of them alike, whether the odd one was found.
	Odd *bool `json:"odd,omitempty"`
}

// Verdict is what several blind rounds say.
type Verdict struct {
	Rounds   int             `json:"rounds"`
	A        int             `json:"a"`
	B        int             `json:"b"`
	Found    int             `json:"found" doc:"Rounds of three cups in which the odd one was found"`
	Threes   int             `json:"threes"`
	ChancePc float64         `json:"chance_pct" doc:"How often chance alone does as well"`
	More     bool            `json:"more_than_chance" doc:"Under one in twenty"`
	Says     quantity.Phrase `json:"says"`
	Working  working.Figure  `json:"working"`
}

// Judge tells whether blind rounds are more than chance: by the exact binomial test, of
// both sides for a preference, and of one third for finding the odd cup of three.
func Judge(rounds []BlindRound) Verdict {
	v := Verdict{Rounds: len(rounds)}
	for _, r := range rounds {
		switch r.Preferred {
		case "a":
			v.A++
		case "b":
			v.B++
		}
		if r.Odd != nil {
			v.Threes++
			if *r.Odd {
				v.Found++
			}
		}
	}
	preferred := v.A + v.B
	chance := 1.0
	if preferred > 0 {
		chance = math.Min(2*atLeast(max(v.A, v.B), preferred, 0.5), 1)
	}
	if v.Threes > 0 {
		chance = math.Min(chance, atLeast(v.Found, v.Threes, 1.0/3))
	}
	v.ChancePc, v.More = 100*chance, chance < 0.05
	better := quantity.Text(quantity.Either(v.A > v.B, "A", "B"))
	n, most := quantity.Of(float64(preferred), quantity.None), quantity.Of(float64(max(v.A, v.B)), quantity.None)
	switch {
	case preferred == 0 && v.Threes == 0:
		v.Says = noRoundYet.Say()
	case v.More && v.A != v.B:
		v.Says = preferredRoundsMore.Say(most, n, better)
	case v.More:
		v.Says = oddCupFound.Say(quantity.Of(float64(v.Found), quantity.None), quantity.Of(float64(v.Threes), quantity.None))
	case preferred < 6 && v.A != v.B && (v.A == 0 || v.B == 0):
		v.Says = preferredRoundsMay.Say(most, n, better)
	case v.A != v.B:
		v.Says = preferredRoundsNo.Say(most, n, better)
	default:
		v.Says = eachPreferredAs.Say()
	}
	v.Working = working.Figure{Label: "As good by chance", Value: new(v.ChancePc), Unit: quantity.Percent, Kind: working.Published, Source: "exact binomial test (R. A. Fisher, The Design of Experiments, 1935, the lady tasting tea, for its idea)",
		Formula: "how often throws of a coin are at least as far from even, on either side; for the odd one of three cups, how often guesses with one chance in three find at least as many",
		Inputs:  []working.Input{working.Num("Rounds with a preference", float64(preferred), quantity.None, ""), working.Num("For the one preferred more", float64(max(v.A, v.B)), quantity.None, ""), working.Num("Rounds of three", float64(v.Threes), quantity.None, ""), working.Num("Odd one found", float64(v.Found), quantity.None, "")}}
	return v
}

// atLeast is how likely k or more of n are, each with a chance p.
func atLeast(k, n int, p float64) float64 {
	sum := 0.0
	for i := k; i <= n; i++ {
		ln := lgamma(n+1) - lgamma(i+1) - lgamma(n-i+1) + float64(i)*math.Log(p) + float64(n-i)*math.Log1p(-p)
		sum += math.Exp(ln)
	}
	return math.Min(sum, 1)
}

func lgamma(n int) float64 { v, _ := math.Lgamma(float64(n)); return v }

// Deal deals the cups of a blind round: which of two brews is in the first cup. The seed
// is the round's own, so that it can be told afterwards.
func Deal(seed uint64) (first string) {
	// SplitMix64, by S. Vigna: a good last bit from any seed.
	z := seed + 0x9e3779b97f4a7c15
	z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9
	z = (z ^ (z >> 27)) * 0x94d049bb133111eb
	z ^= z >> 31
	return quantity.Either(z&1 == 0, "a", "b")
}

// Notes are tasted notes beside printed ones.
type Notes struct {
	Found   []string `json:"found"`
	Missing []string `json:"missing"`
	New     []string `json:"new"`
}

// CompareNotes sets the notes tasted, of several cups, beside those printed on the bag.
func CompareNotes(printed string, tasted ...string) Notes {
	out := Notes{Found: []string{}, Missing: []string{}, New: []string{}}
	seen := map[string]bool{}
	cups := map[string]string{}
	var order []string
	for _, t := range tasted {
		for _, n := range notes(t) {
			if k := stem(n); !seen[k] {
				seen[k], cups[k] = true, n
				order = append(order, k)
			}
		}
	}
	on := map[string]bool{}
	for _, n := range notes(printed) {
		k := stem(n)
		if on[k] {
			continue
		}
		on[k] = true
		if seen[k] {
			out.Found = append(out.Found, n)
		} else {
			out.Missing = append(out.Missing, n)
		}
	}
	for _, k := range order {
		if !on[k] {
			out.New = append(out.New, cups[k])
		}
	}
	return out
}

// notes are the notes of a list.
func notes(text string) []string {
	text = strings.NewReplacer(" and ", ",", " & ", ",", ";", ",", "/", ",", "·", ",", "+", ",", "\n", ",", ".", ",").Replace(strings.ToLower(text))
	var out []string
	for n := range strings.SplitSeq(text, ",") {
		if n = strings.TrimSpace(n); n != "" && len([]rune(n)) <= 60 {
			out = append(out, n)
		}
	}
	return out
}

// stem is a note without what its plural, or a “y”, adds.
func stem(n string) string {
	words := strings.Fields(n)
	for i, w := range words {
		switch {
		case len(w) > 4 && strings.HasSuffix(w, "ies"):
			w = w[:len(w)-3] + "y"
		case len(w) > 3 && strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss"):
			w = w[:len(w)-1]
		}
		words[i] = w
	}
	return strings.Join(words, " ")
}
