package working

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/quantity"
)

func TestPut(t *testing.T) {
	s := Sheet{}
	s.Put("dose_g", 21, Figure{Label: "Coffee", Unit: quantity.Gram})
	assert.Equal(t, 21.0, *s["dose_g"].Value)
	assert.NotNil(t, s["dose_g"].Inputs, "no inputs is an empty list, not null")
}

// What leads nowhere cannot be opened; what was asked can be changed, and other
// figures can be opened.
func TestClose(t *testing.T) {
	s := Sheet{}
	s.Put("a", 1, Figure{Inputs: []Input{
		Num("B", 2, quantity.Gram, "b"), Num("Gone", 3, quantity.Gram, "gone"), Word("School", "x", "request.school"), Num("Nothing", 0, quantity.None, ""),
	}})
	s.Put("b", 2, Figure{})
	s.Close()
	var paths []string
	for _, in := range s["a"].Inputs {
		paths = append(paths, in.Path)
	}
	assert.Equal(t, []string{"b", "", "request.school", ""}, paths)
	assert.Equal(t, "Gone", s["a"].Inputs[1].Label, "it still says what it was")
}
