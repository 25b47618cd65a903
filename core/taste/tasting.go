package taste

import (
	"fmt"
	"math"
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
	Changed    string   `json:"changed,omitempty" enum:",bag,roast,water,grinder,nothing" doc:"What was another than before, from this cup on; nothing: it was asked, and nothing was"`
	Heard      string   `json:"heard,omitempty" maxLength:"2000" doc:"The words as they were read and what they say was shown: what was corrected since is not read again"`
}

// Hear is a tasting with what its words say on the scales that nobody set, so that nothing typed
// counts as nothing said.
func (t Tasting) Hear() Tasting {
	if t.Heard == t.Words || strings.TrimSpace(t.Words) == "" {
		return t
	}
	said := Understand(t.Words)
	for i := range TastingFields {
		f := &TastingFields[i]
		if at := f.Num(&t); *at == nil {
			*at = *f.Num(&said)
		}
	}
	t.Heard = t.Words
	return t
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
	if t.Changed != "" && !slices.Contains(Might, t.Changed) {
		bad = append(bad, field.Problem{Field: "changed", Value: t.Changed, Message: fmt.Sprintf("%q is not known. Choose from %s", t.Changed, strings.Join(Might, ", "))})
	}
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
