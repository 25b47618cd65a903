package glossary_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/brew"
	"apodemos/core/explain"
	. "apodemos/core/glossary"
	"apodemos/core/ways"
)

// Every word that a request takes has a name, and no name is an ID in disguise.
func TestEveryWordHasAName(t *testing.T) {
	names := Names()
	for _, f := range brew.Fields {
		for _, w := range f.Words {
			if strings.ContainsAny(w, "-_") {
				assert.NotEmpty(t, names[w], "%s of %s", w, f.Path)
			}
		}
	}
	for _, w := range ways.Wishes {
		assert.NotEmpty(t, names[string(w)], "wish %q", w)
	}
	for id, name := range names {
		assert.NotContains(t, name, "_", id)
		if strings.ContainsAny(id, "-_") {
			assert.NotEqual(t, id, name)
		}
	}
}

// A term explains what a plan shows, in other words than itself.
func TestTermsExplainFiguresOfAPlan(t *testing.T) {
	p, err := brew.Compute(brew.Request{Method: "cone"})
	assert.NoError(t, err)
	sheet := explain.Workings(p)
	seen := map[string]bool{}
	for _, x := range Terms {
		assert.False(t, seen[x.ID], "%s is there twice", x.ID)
		seen[x.ID] = true
		assert.Greater(t, len(strings.Fields(x.Says)), 4, x.ID)
		for _, path := range x.Of {
			if _, there := sheet[path]; !there {
				// Of the bench and the kit.
				assert.True(t, slices.Contains([]string{"start_bar", "lowest_bar", "kit.fuss", "grind.clicks", "dose_each_g"}, path), "%s explains %s, which no plan has", x.ID, path)
			}
		}
	}
}

func TestWordsForTheAirAreInOrder(t *testing.T) {
	for _, list := range [][]Air{Cold, Wind} {
		assert.True(t, slices.IsSortedFunc(list, func(a, b Air) int { return int(a.Value*10) - int(b.Value*10) }))
	}
}
