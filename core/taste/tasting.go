package taste

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"apodemos/core/field"
	"apodemos/core/quantity"
)

// Tasting is what was tasted. What is left out was not said, and counts for nothing.
type Tasting struct {
	SourBitter *float64 `json:"sour_bitter,omitempty" doc:"-3 sour … 0 balanced … 3 bitter"`
	WeakStrong *float64 `json:"weak_strong,omitempty" doc:"-3 weak … 0 right … 3 strong"`
	Silt       *float64 `json:"silt,omitempty" doc:"0 clean … 3 muddy"`
	Mark       *float64 `json:"mark,omitempty"`
	TDSPct     *float64 `json:"tds_pct,omitempty" doc:"As a refractometer reads it, in %"`
	Hollow     *float64 `json:"hollow,omitempty" doc:"0 full … 3 hollow"`
	Harsh      *float64 `json:"harsh,omitempty" doc:"0 soft … 3 harsh"`
	Flat       *float64 `json:"flat,omitempty" doc:"0 lively … 3 flat"`
	Hotness    *float64 `json:"hotness,omitempty" doc:"At the first sip: -2 cold … 0 right … 2 too hot"`
	Words      string   `json:"words,omitempty" maxLength:"2000"`
}

// TastingFields describes the numbers of a tasting: scales, mark, refractometer.
var TastingFields = []field.Of[Tasting]{
	field.Number("sour_bitter", "Sour or bitter", quantity.None, -3, 3, "", func(t *Tasting) **float64 { return &t.SourBitter }),
	field.Number("weak_strong", "Weak or strong", quantity.None, -3, 3, "", func(t *Tasting) **float64 { return &t.WeakStrong }),
	field.Number("silt", "Silt", quantity.None, 0, 3, "", func(t *Tasting) **float64 { return &t.Silt }),
	field.Number("mark", "Mark", quantity.None, 1, 10, "", func(t *Tasting) **float64 { return &t.Mark }),
	field.In("tds_pct", "Refractometer", field.TDSPct, "", func(t *Tasting) **float64 { return &t.TDSPct }),
	field.Number("hollow", "Hollow", quantity.None, 0, 3, "", func(t *Tasting) **float64 { return &t.Hollow }),
	field.Number("harsh", "Harsh", quantity.None, 0, 3, "", func(t *Tasting) **float64 { return &t.Harsh }),
	field.Number("flat", "Flat", quantity.None, 0, 3, "", func(t *Tasting) **float64 { return &t.Flat }),
	field.Number("hotness", "At the first sip", quantity.None, -2, 2, "", func(t *Tasting) **float64 { return &t.Hotness }),
}

// maxWords is the longest note on a cup, in characters.
const maxWords = 2000

// Check is what is wrong with a tasting.
func (t *Tasting) Check() field.Problems {
	_, bad := field.Resolve(TastingFields, t, nil)
	if n := len([]rune(t.Words)); n > maxWords {
		bad = append(bad, field.Problem{Field: "words", Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to %d", n, maxWords)})
	}
	return bad
}

// Content reports whether nothing was amiss: both scales in the middle and no low mark, or a
// high mark and nothing said against it.
func (t *Tasting) Content() bool {
	if t.Mark != nil && *t.Mark >= 8 && zero(t.SourBitter) && zero(t.WeakStrong) && zero(t.Hollow) && zero(t.Harsh) && zero(t.Flat) {
		return true
	}
	return t.SourBitter != nil && t.WeakStrong != nil && *t.SourBitter == 0 && *t.WeakStrong == 0 && (t.Mark == nil || *t.Mark >= 6) &&
		zero(t.Hollow) && zero(t.Harsh) && zero(t.Flat)
}

func zero(v *float64) bool { return v == nil || *v == 0 }

// tells are the words that say something of a cup. How many steps they are is from memory.
var tells = []struct {
	words string
	to    func(t *Tasting) **float64
	step  float64
}{
	{"watery", func(t *Tasting) **float64 { return &t.WeakStrong }, -2}, {"pale", func(t *Tasting) **float64 { return &t.WeakStrong }, -2},
	{"thin", func(t *Tasting) **float64 { return &t.WeakStrong }, -1}, {"weak", func(t *Tasting) **float64 { return &t.WeakStrong }, -2},
	{"like tea", func(t *Tasting) **float64 { return &t.WeakStrong }, -2}, {"strong", func(t *Tasting) **float64 { return &t.WeakStrong }, 2}, {"heavy", func(t *Tasting) **float64 { return &t.WeakStrong }, 1},
	{"sour", func(t *Tasting) **float64 { return &t.SourBitter }, -2}, {"sharp", func(t *Tasting) **float64 { return &t.SourBitter }, -2}, {"acid", func(t *Tasting) **float64 { return &t.SourBitter }, -1}, {"acidic", func(t *Tasting) **float64 { return &t.SourBitter }, -1},
	{"bitter", func(t *Tasting) **float64 { return &t.SourBitter }, 2}, {"burnt", func(t *Tasting) **float64 { return &t.SourBitter }, 2}, {"dry", func(t *Tasting) **float64 { return &t.SourBitter }, 1},
	{"hollow", func(t *Tasting) **float64 { return &t.Hollow }, 2}, {"empty", func(t *Tasting) **float64 { return &t.Hollow }, 2}, {"harsh", func(t *Tasting) **float64 { return &t.Harsh }, 2}, {"rough", func(t *Tasting) **float64 { return &t.Harsh }, 2},
	{"flat", func(t *Tasting) **float64 { return &t.Flat }, 2}, {"dull", func(t *Tasting) **float64 { return &t.Flat }, 2},
	{"muddy", func(t *Tasting) **float64 { return &t.Silt }, 3}, {"silty", func(t *Tasting) **float64 { return &t.Silt }, 2}, {"silt", func(t *Tasting) **float64 { return &t.Silt }, 2}, {"grounds", func(t *Tasting) **float64 { return &t.Silt }, 2}, {"gritty", func(t *Tasting) **float64 { return &t.Silt }, 2},
	{"too hot", func(t *Tasting) **float64 { return &t.Hotness }, 2}, {"cold", func(t *Tasting) **float64 { return &t.Hotness }, -2}, {"lukewarm", func(t *Tasting) **float64 { return &t.Hotness }, -1},
}

var (
	tellRe   = regexp.MustCompile(`(?i)\b(not\s+(?:at\s+all\s+|too\s+|very\s+)?|no\s+|less\s+)?((?:a\s+)?(?:little|bit|slightly|touch(?:\s+of)?|somewhat)\s+(?:too\s+)?|(?:much\s+)?too\s+|very\s+|really\s+|quite\s+|rather\s+)?([a-z]+(?:\s+(?:tea|hot))?)\b`)
	fineRe   = regexp.MustCompile(`(?i)\b(balanced|just right|perfect|lovely|spot on|this is it)\b`)
	softened = []string{"little", "bit", "slight", "touch", "somewhat"}
	doubled  = []string{"very", "much", "really"}
)

// Understand reads what a few words say of a cup: "a little sour, watery". What is said
// on its scale already is left, and negations count as nothing said.
func Understand(words string) Tasting {
	t := Tasting{Words: strings.TrimSpace(words)}
	in := strings.Map(func(r rune) rune {
		if strings.ContainsRune("-,.;:!?/()", r) {
			return ' '
		}
		return r
	}, words)
	for _, tell := range tells {
		for _, m := range tellRe.FindAllStringSubmatch(in, -1) {
			w := strings.ToLower(strings.Join(strings.Fields(m[3]), " "))
			if w != tell.words && !(strings.Contains(tell.words, " ") && strings.HasSuffix(strings.ToLower(strings.Join(strings.Fields(m[0]), " ")), tell.words)) {
				continue
			}
			at := tell.to(&t)
			if *at != nil || m[1] != "" {
				continue
			}
			step := tell.step
			how := strings.ToLower(m[2])
			switch {
			case hasAny(how, softened):
				step = math.Copysign(1, step)
			case hasAny(how, doubled):
				step = math.Copysign(3, step)
			}
			s := scaleOf(tell.to)
			*at = new(min(max(step, s[0]), s[1]))
		}
	}
	if fineRe.MatchString(in) {
		for _, at := range []**float64{&t.SourBitter, &t.WeakStrong} {
			if *at == nil {
				*at = new(0.0)
			}
		}
	}
	return t
}

func scaleOf(to func(*Tasting) **float64) [2]float64 {
	var probe Tasting
	*to(&probe) = new(0.0)
	for _, f := range TastingFields {
		if *f.Num(&probe) != nil {
			return [2]float64{f.Min, f.Max}
		}
	}
	return [2]float64{-3, 3}
}

func hasAny(s string, of []string) bool {
	return slices.ContainsFunc(of, func(w string) bool { return strings.Contains(s, w) })
}

// howMuch are words for how far a scale is out.
var howMuch = []string{"", "a little ", "", "very "}

// Say puts a tasting in a few words; empty where none of its scales was used.
func Say(t Tasting) string {
	var parts []string
	scale := func(v *float64, low, high string) {
		if v == nil || *v == 0 {
			return
		}
		n := min(int(math.Round(math.Abs(*v))), 3)
		if n == 0 {
			return
		}
		parts = append(parts, howMuch[n]+quantity.Either(*v < 0, low, high))
	}
	scale(t.SourBitter, "sour", "bitter")
	scale(t.WeakStrong, "weak", "strong")
	scale(t.Hollow, "", "hollow")
	scale(t.Harsh, "", "harsh")
	scale(t.Flat, "", "flat")
	scale(t.Silt, "", "silty")
	scale(t.Hotness, "too cool", "too hot")
	switch {
	case len(parts) > 0:
	case t.SourBitter != nil:
		return "balanced"
	case t.WeakStrong != nil:
		return "of the right strength"
	}
	return strings.Join(parts, ", ")
}
