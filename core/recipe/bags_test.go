package recipe

import (
	"fmt"
	"math"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"
)

// A bag is a text of the corpus with what a careful reader takes from it: fields as
// words, pours apart.
type bag struct {
	words string
	want  map[string]string
}

// bags are the corpus: invented texts, labelled by hand before the reader could read them.
func bags(t *testing.T, file string) []bag {
	b, err := os.ReadFile("testdata/" + file)
	require.NoError(t, err)
	var out []bag
	for _, line := range strings.Split(string(b), "\n") {
		switch {
		case line == "" || strings.HasPrefix(line, "#"):
		case strings.HasPrefix(line, "=>"):
			want := map[string]string{}
			for _, f := range strings.Fields(line[2:]) {
				i := strings.IndexFunc(f, func(r rune) bool { return r == '=' || r >= '0' && r <= '9' })
				want[f[:i]] = strings.TrimPrefix(f[i:], "=")
			}
			out[len(out)-1].want = want
		default:
			out = append(out, bag{words: strings.NewReplacer(`\n`, "\n", `\t`, "\t").Replace(line)})
		}
	}
	return out
}

// fieldsOf are a reading's fields in the corpus's short form.
func fieldsOf(r Reading) map[string]string {
	out := map[string]string{}
	num := func(name string, v *float64) {
		if v != nil {
			out[name] = strconv.FormatFloat(*v, 'f', -1, 64)
		}
	}
	c := r.Recipe
	num("d", c.DoseG)
	num("w", c.WaterG)
	num("r", c.Ratio)
	num("y", c.DrinkG)
	num("c", c.WaterC)
	num("um", c.GrindUm)
	num("k", c.Clicks)
	num("st", c.SteepS)
	num("t", c.DoneS)
	num("tds", c.MineralsMgL)
	if c.Grind != "" {
		out["g"] = strings.ReplaceAll(c.Grind, " ", "-")
	}
	if c.Method != "" {
		out["m"] = c.Method
	}
	if r.Roast != "" {
		out["roast"] = r.Roast
	}
	if len(c.Pours) > 0 {
		var l []string
		for _, p := range c.Pours {
			at := fmt.Sprint(p.AtS)
			if p.Drained {
				at = "~"
			}
			l = append(l, fmt.Sprintf("%s:%.4g", at, p.ToG))
		}
		out["p"] = strings.Join(l, ",")
	}
	return out
}

// same reports whether a field has the figure that was wanted, to a hundredth of it.
func same(a, b string) bool {
	x, err1 := strconv.ParseFloat(a, 64)
	y, err2 := strconv.ParseFloat(b, 64)
	return a == b || err1 == nil && err2 == nil && math.Abs(x-y) <= 0.01*math.Abs(y)
}

// marked holds one text's reading against its label: what was taken for something else
// than it is, and what was not taken.
func (b bag) marked(got map[string]string) (wrong, missing []string) {
	want := map[string]string{}
	for k, v := range b.want {
		want[k] = v
	}
	if v, either := want["T"]; either {
		delete(want, "T")
		if _, is := got["t"]; is {
			want["t"] = v
		} else {
			want["st"] = v
		}
	}
	// The water may be said by the pours alone, and the other way round.
	if p := want["p"]; p != "" && want["w"] == "" && got["w"] == p[strings.LastIndex(p, ":")+1:] {
		want["w"] = got["w"]
	}
	if p := got["p"]; p != "" && got["w"] == "" && want["w"] == p[strings.LastIndex(p, ":")+1:] {
		delete(want, "w")
	}
	for k, v := range got {
		if w, is := want[k]; !is || !same(v, w) {
			wrong = append(wrong, fmt.Sprintf("%s %s, is %s", k, v, w))
		}
	}
	for k, v := range want {
		if _, is := got[k]; !is {
			missing = append(missing, k+" "+v)
		}
	}
	slices.Sort(wrong)
	slices.Sort(missing)
	return wrong, missing
}

// readBags counts the texts of a file that are read in full, and those where something is
// read as what it is not.
func readBags(t *testing.T, file string) (right, wrongs, all int) {
	list := bags(t, file)
	for _, b := range list {
		r, err := Read(b.words)
		got := map[string]string{}
		if err == nil {
			got = fieldsOf(r)
		}
		wrong, missing := b.marked(got)
		switch {
		case len(wrong) > 0:
			wrongs++
		case len(missing) == 0:
			right++
		}
		if len(wrong)+len(missing) > 0 {
			t.Logf("%q\n\twrong %v missing %v (%v)", b.words, wrong, missing, err)
		}
	}
	t.Logf("%s: %d right, %d with something wrong, %d not read in full, of %d", file, right, wrongs, len(list)-right-wrongs, len(list))
	return right, wrongs, len(list)
}

// The corpus is read right, or left unread: a figure that was not understood is never
// taken for another. Before pours, words for numbers and tables were read, 65 of the 150
// were right and 60 had something wrong.
func TestBagsAreReadRight(t *testing.T) {
	right, wrongs, all := readBags(t, "bags.txt")
	require.Equal(t, 150, all)
	assert.GreaterOrEqual(t, right, 145)
	assert.Zero(t, wrongs)
}

// Texts labelled after the reader was changed and before it met them: at its first try 17 of
// the 26 were right and 7 had something wrong; then it learnt from them.
func TestLaterBags(t *testing.T) {
	right, wrongs, all := readBags(t, "bags_later.txt")
	assert.GreaterOrEqual(t, right, all*3/4)
	assert.LessOrEqual(t, wrongs, 2)
}

// The marks together are the words as typed.
func TestMarksAreTheWords(t *testing.T) {
	for _, file := range []string{"bags.txt", "bags_later.txt"} {
		for _, b := range bags(t, file) {
			r, err := Read(b.words)
			if err != nil {
				continue
			}
			var all strings.Builder
			for _, m := range r.Marks {
				assert.Equal(t, all.Len(), m.From, b.words)
				all.WriteString(m.Words)
			}
			assert.Equal(t, b.words, all.String())
		}
	}
}

// A piece is what a person says that it is, and nothing else takes it.
func TestAChoiceIsTheLastWord(t *testing.T) {
	words := "20 g, 1:15"
	r, err := Read(words)
	require.NoError(t, err)
	require.NotNil(t, r.Recipe.Ratio)
	at := strings.Index(words, "1:15")
	r, err = Read(words, PieceIs{From: at, To: at + 4, Field: "steep_s"})
	require.NoError(t, err)
	assert.Nil(t, r.Recipe.Ratio)
	assert.InDelta(t, 75, *r.Recipe.SteepS, 0)
	r, err = Read(words, PieceIs{From: 0, To: 4})
	require.NoError(t, err)
	assert.Nil(t, r.Recipe.DoseG)
	assert.Equal(t, Unused, r.Marks[0].Kind)
	r, err = Read("a ½ oz scoop, 10 oz of water", PieceIs{From: 2, To: 7, Field: "dose_g"})
	require.NoError(t, err)
	assert.InDelta(t, 14.2, *r.Recipe.DoseG, 0.05)
	for _, c := range []PieceIs{{From: 0, To: 900, Field: "dose_g"}, {From: 0, To: 4, Field: "colour"}, {From: 4, To: 4}} {
		_, err := Read(words, c)
		require.Error(t, err)
	}
}

// “Once drained” after an amount is said of that pour.
func TestDrainedAfterTheAmount(t *testing.T) {
	r, err := Read("13 g, 200 g, bloom 30 g 40 s, then 110 g, then 200 g once drained")
	require.NoError(t, err)
	assert.Equal(t, "0:30,40:110,~:200", fieldsOf(r)["p"])
	for _, m := range r.Marks {
		assert.NotEqual(t, Unused, m.Kind, m.Words)
	}
}

// A pour that waits for the bed has a step before it that ends by its sign.
func TestADrainedPourWaitsForItsSign(t *testing.T) {
	r, err := Read("30 g coffee, 500 g water. Pour 60 g. When it has drained, pour to 200 g. When drained, pour to 500 g.")
	require.NoError(t, err)
	m, _ := method.ByID("cone")
	base, _ := m.School("four-pulses")
	made, bad := r.Recipe.Over(m, base, nil)
	require.Empty(t, bad)
	waits, pours := 0, 0
	for i, k := range made.School.Steps {
		if k.Sign != "" && strings.HasPrefix(string(k.ID), "drains") {
			waits++
			assert.Equal(t, method.Sign, k.Until)
			assert.Positive(t, k.ForS)
			next := made.School.Steps[i+1]
			assert.InDelta(t, k.AtS+k.ForS, next.AtS, 1e-9, "the pour follows it")
		}
		if strings.HasPrefix(string(k.ID), "pour-") {
			pours++
		}
	}
	assert.Equal(t, 2, waits)
	assert.Equal(t, 3, pours)
}
