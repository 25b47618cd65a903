package advice

import (
	"fmt"
	"math"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/taste"
	"apodemos/docs/advice/hidden"
)

var two = []string{taste.Grind, taste.Ratio}

// courses are what people go through, by name.
func courses(people int) []struct {
	name string
	hidden.Course
} {
	c := hidden.Course{People: people, Cups: 8, Wrong: hidden.Slips, Allow: two}
	wrong, all, known, unknown, asked := c, c, c, c, c
	wrong.Wrong, all.Allow = 0.15, nil
	known.Changed, known.Known = 5, true
	unknown.Changed = 5
	asked.Changed, asked.Answers = 5, true
	return []struct {
		name string
		hidden.Course
	}{
		{"one coffee, grind and dose", c},
		{"15 % of answers in wrong words", wrong},
		{"every lever allowed", all},
		{"another coffee at cup 5, known by its name", known},
		{"another coffee at cup 5, unknown", unknown},
		{"the same, and asked one says so", asked},
	}
}

// mixed is people of whom some use wrong words, and some have another coffee in the bag from a cup on.
func mixed(t *testing.T, people int, plans *hidden.Planner) hidden.Measured {
	var out hidden.Measured
	add := func(c hidden.Course) {
		m, err := c.Follow(plans, hidden.Advised(plans))
		require.NoError(t, err)
		out.Add(m)
	}
	c := hidden.Course{People: people * 6 / 10, From: 50000, Cups: 8, Wrong: hidden.Slips, Allow: two}
	add(c)
	c.People, c.From, c.Wrong = people*2/10, 60000, 0.15
	add(c)
	c.People, c.Wrong = max(people*2/10/6, 1), hidden.Slips
	for at := 3; at <= 8; at++ {
		c.From, c.Changed = 70000+uint64(100*at), at
		add(c)
	}
	return out
}

// limits are the 95 % confidence limits of a share (E. B. Wilson, Probable inference, the law of
// succession, and statistical inference, JASA 22, 1927).
func limits(pc float64, n int) (low, high float64) {
	const z = 1.96
	p, m := pc/100, float64(n)
	mid, half := p+z*z/(2*m), z*math.Sqrt(p*(1-p)/m+z*z/(4*m*m))
	return 100 * (mid - half) / (1 + z*z/m), 100 * (mid + half) / (1 + z*z/m)
}

// page writes docs/advice.md, from many people.
func page(t *testing.T) {
	const people = 600
	var plans hidden.Planner
	var b strings.Builder
	say := func(format string, a ...any) { fmt.Fprintf(&b, format+"\n", a...) }
	say(`# How good the advice is

Made by %s: do not edit.

%d invented people for each line. They are drawn in %s, where the advice cannot see them. What their coffee gives follows another model than the program's (pseudo-second-order kinetics, with powers of grind, heat and time that differ from person to person); three in ten taste by a bent scale; cups scatter by 0.4 points, answers by 0.6 steps, and one in twenty is in wrong words. All of that is invented: it tests whether advice works when the model is wrong, not how people are.

On target is a cup within 0.8 points of extraction and 8 %% of strength of what its person likes, as it is expected, whether the program knows it or not.

| %% on target at cup | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |`, "`make advice`", people, "`docs/advice/hidden`")
	for _, c := range courses(people) {
		for _, by := range []struct {
			name string
			next hidden.Next
		}{{c.name, hidden.Advised(&plans)}, {"by the rule of thumb", hidden.Thumb(&plans)}} {
			m, err := c.Follow(&plans, by.next)
			require.NoError(t, err)
			line := "| " + by.name
			for _, v := range m.On[1:] {
				low, high := limits(v, people)
				line += fmt.Sprintf(" | %.0f (%.0f–%.0f)", v, low, high)
			}
			say("%s |", line)
		}
	}
	say(`
In brackets are 95 %% confidence limits (Wilson 1927). The rule of thumb is a click finer when sour, coarser when bitter, a gram more when weak, less when strong, the worse first.
`)
	recipe, told, err := hidden.Sixth(people, 0, &plans, hidden.Advised(&plans))
	require.NoError(t, err)
	a, z := limits(recipe, people)
	c, d := limits(told, people)
	say(`## A coffee never had

After five cups each of five coffees, the first cup of a sixth is on target for %.0f %% (%.0f–%.0f) as advised, and for %.0f %% (%.0f–%.0f) as the recipe has it.
`, told, c, d, recipe, a, z)
	say(`## As sure as it is said

Six people in ten are as above, two use 15 %% wrong words, and two have quite another coffee in the bag from a cup on, which nobody tells.

| Said | Advices | Right |
| --- | --- | --- |`)
	m := mixed(t, 2*people, &plans)
	for _, b := range m.Bins {
		if b.N > 0 {
			share := 100 * float64(b.Right) / float64(b.N)
			low, high := limits(share, b.N)
			say("| %.0f %% | %d | %.0f %% (%.0f–%.0f) |", 100*b.Said/float64(b.N), b.N, share, low, high)
		}
	}
	require.NoError(t, os.WriteFile(at, []byte(b.String()), 0o644))
}

// at is where the page is.
const at = "../advice.md"

// onPage is the share at the last cup that the page gives for a course.
func onPage(t *testing.T, name string) float64 {
	text, err := os.ReadFile(at)
	require.NoError(t, err)
	for line := range strings.Lines(string(text)) {
		if cells := strings.Split(line, "|"); len(cells) == 11 && strings.TrimSpace(cells[1]) == name {
			var share float64
			_, err := fmt.Sscanf(strings.TrimSpace(cells[9]), "%f", &share)
			require.NoError(t, err)
			return share
		}
	}
	t.Fatalf("run make advice: %s is not on the page", name)
	return 0
}

// TestThePageOfAdvice writes the page if it is asked to. Then it measures the page's claims again on few
// people, with bounds that chance alone would not miss.
func TestThePageOfAdvice(t *testing.T) {
	if os.Getenv("APODEMOS_ADVICE") != "" {
		page(t)
	}
	const people = 120
	var plans hidden.Planner
	c := courses(people)
	one, err := c[0].Follow(&plans, hidden.Advised(&plans))
	require.NoError(t, err)
	rule, err := c[0].Follow(&plans, hidden.Thumb(&plans))
	require.NoError(t, err)
	t.Logf("advice %.0f, rule of thumb %.0f", one.On[1:], rule.On[1:])
	assert.Greater(t, one.On[3], rule.On[3]+15)
	assert.Greater(t, one.On[5], rule.On[5]+15)
	assert.Greater(t, one.On[8], 80.0)
	known, err := c[3].Follow(&plans, hidden.Advised(&plans))
	require.NoError(t, err)
	t.Logf("another coffee, known: %.0f", known.On[1:])
	assert.Greater(t, known.On[8], 55.0)
	unknown, err := c[4].Follow(&plans, hidden.Advised(&plans))
	require.NoError(t, err)
	t.Logf("unknown: %.0f, noticed %.0f", unknown.On[1:], unknown.Noticed[1:])
	assert.Greater(t, unknown.On[8], 45.0)
	assert.Greater(t, unknown.Noticed[8], 60.0, "it is noticed")
	assert.Less(t, one.Noticed[8], 12.0, "and where nothing changed, seldom")
	for i, m := range map[int]hidden.Measured{0: one, 3: known, 4: unknown} {
		assert.InDelta(t, onPage(t, c[i].name), m.On[8], 14, "run make advice: %s", c[i].name)
	}
	// As sure as it is said.
	surest := mixed(t, people, &plans).Bins[9]
	right := float64(surest.Right) / float64(surest.N)
	t.Logf("said %.2f, right %.2f of %d", surest.Said/float64(surest.N), right, surest.N)
	assert.InDelta(t, surest.Said/float64(surest.N), right, 0.09)
}
