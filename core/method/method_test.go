package method

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// The catalogue is data; these are the laws that it keeps.
func TestTheCatalogueIsSound(t *testing.T) {
	seen := map[string]bool{}
	for _, m := range All {
		assert.False(t, seen[m.ID], "%s stands twice", m.ID)
		seen[m.ID] = true
		assert.NotEmpty(t, m.Needs, m.ID)
		for _, v := range []int{m.Scores.Clarity, m.Scores.Body, m.Scores.Forgiveness, m.Scores.Tidiness} {
			assert.True(t, v >= 1 && v <= 5, m.ID)
		}
		if m.Without != "" {
			other, ok := ByID(m.Without)
			assert.True(t, ok, "%s falls back to %q", m.ID, m.Without)
			for _, c := range other.Schools[0].Consumables {
				assert.NotContains(t, c, "paper", "the fallback of %s needs no paper", m.ID)
			}
		}
		schools := map[string]bool{}
		for _, s := range m.Schools {
			at := m.ID + "/" + s.ID
			assert.False(t, schools[s.ID], "%s stands twice", at)
			schools[s.ID] = true
			checkSchool(t, at, m, s)
		}
	}
}

func checkSchool(t *testing.T, at string, m Method, s School) {
	t.Helper()
	assert.True(t, s.RatioGPerL > 20 && s.RatioGPerL < 260, at)
	assert.True(t, strings.Contains(s.RatioSource, "practice") || strings.Contains(s.RatioSource, "published"), "%s: where its ratio comes from: %q", at, s.RatioSource)
	assert.True(t, s.Temps.Low <= s.Temps.Mid && s.Temps.Mid <= s.Temps.High, at)
	assert.LessOrEqual(t, s.Temps.High, 100.0, at)
	assert.True(t, s.FillFresh > 0 && s.FillFresh <= s.FillRested && s.FillRested <= 1, "%s: fresh beans want more room", at)
	assert.Contains(t, []string{"time", "grind", "none"}, s.Adjust, at)
	assert.True(t, s.GrindUm == 0 || s.GrindUm >= 100 && s.GrindUm <= 2500, at)
	assert.GreaterOrEqual(t, strings.Count(s.Why, "."), 2, "%s: what it gives, and when one would choose it", at)
	assert.Contains(t, s.Why, "Choose it", at)
	last, share, phase := -1e9, 0.0, Prepare
	stretch := 0
	for _, st := range s.Steps {
		assert.GreaterOrEqual(t, st.Phase, phase, "%s/%s: phases in order", at, st.ID)
		phase = st.Phase
		assert.Positive(t, st.ForS, "%s/%s", at, st.ID)
		_, err := Parse(st.Text)
		assert.NoError(t, err, "%s/%s", at, st.ID)
		if st.Stretch {
			stretch++
		}
		if st.Phase != Brew {
			assert.Zero(t, st.AtS, "%s/%s: only brewing is by the clock", at, st.ID)
			continue
		}
		if !st.FromBoil {
			assert.GreaterOrEqual(t, st.AtS, last-1e-9, "%s/%s: in the order of time", at, st.ID)
			last = st.AtS
		}
		if st.Lane == Scale && st.PourPerG == 0 {
			assert.Greater(t, st.PourTo, share, "%s/%s: a pour adds water", at, st.ID)
			share = st.PourTo
		}
		if st.Until == Sign {
			assert.NotEmpty(t, st.Sign, "%s/%s", at, st.ID)
		}
	}
	if share > 0 {
		assert.Equal(t, 1.0, share, "%s: the last pour is all of it", at)
	}
	if s.Adjust == "time" {
		assert.Equal(t, 1, stretch, "%s: one step may be longer", at)
	}
}

func TestLookingUp(t *testing.T) {
	m, ok := ByID("cone")
	assert.True(t, ok)
	s, ok := m.School("")
	assert.True(t, ok)
	assert.Equal(t, m.Schools[0].ID, s.ID, "no name is the default school")
	_, ok = m.School("nine-pours")
	assert.False(t, ok)
	_, ok = ByID("teapot")
	assert.False(t, ok)
	temps := Temps{88, 90.5, 94}
	assert.Equal(t, []float64{88, 90.5, 94}, []float64{temps.For("dark"), temps.For("medium"), temps.For("light")}, "light roasts want it hotter")
}

func TestTextsAreRead(t *testing.T) {
	got, err := Parse("[scale?Pour to {to}|Pour {share} of the water], slowly.")
	assert.NoError(t, err)
	assert.Equal(t, []Piece{{If: "scale", Then: []Piece{{Words: "Pour to "}, {Figure: "to"}}, Else: []Piece{{Words: "Pour "}, {Figure: "share"}, {Words: " of the water"}}}, {Words: ", slowly."}}, got)
	for _, bad := range []string{"{nothing}", "{to", "[scale?a", "[rain?a|b]", "[scale]", "[scale?{x}]"} {
		_, err := Parse(bad)
		assert.Error(t, err, bad)
	}
	for _, name := range Figures {
		_, err := Parse("{" + name + "}")
		assert.NoError(t, err)
	}
}
