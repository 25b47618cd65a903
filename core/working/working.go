// Package working says where a figure came from: the formula in words, its
// inputs, its source and how far to trust it.
package working

import (
	"strings"

	"apodemos/core/quantity"
)

// Kind tells what stands behind a figure.
type Kind string

// The kinds, from firm to free.
const (
	Measured  Kind = "measured"  // the user measured it
	Published Kind = "published" // a published formula or table
	Practice  Kind = "practice"  // common practice, no published source
	Memory    Kind = "memory"    // a published figure given from memory, not looked up
	Chosen    Kind = "chosen"    // the user's choice, or a default in its place
)

// Input is one quantity that went into a figure.
type Input struct {
	Label string        `json:"label"`
	Value *float64      `json:"value" doc:"The number; null when the input is a word, in text"`
	Text  string        `json:"text,omitempty"`
	Unit  quantity.Unit `json:"unit"`
	Path  string        `json:"path,omitempty" doc:"Where it can be opened or changed: a figure's path, request.… for what was asked, or brews.ID.… for a figure of that brew's plan"`
}

// Figure is the working of one figure.
type Figure struct {
	Label     string        `json:"label"`
	Value     *float64      `json:"value"`
	Unit      quantity.Unit `json:"unit"`
	Formula   string        `json:"formula" doc:"The formula in words"`
	Inputs    []Input       `json:"inputs"`
	Source    string        `json:"source"`
	Kind      Kind          `json:"kind" enum:"measured,published,practice,memory,chosen"`
	PlusMinus *float64      `json:"plus_minus" doc:"Uncertainty, either way, in the figure's unit"`
	Limits    string        `json:"limits,omitempty" doc:"What the model leaves out"`
}

// Sheet holds the workings of a plan, by figure path.
type Sheet map[string]Figure

// Num is a numeric input; path may be empty.
func Num(label string, v float64, u quantity.Unit, path string) Input {
	return Input{Label: label, Value: &v, Unit: u, Path: path}
}

// Word is an input that is a word and not a number.
func Word(label, text, path string) Input {
	return Input{Label: label, Text: text, Path: path}
}

// Put files f under path with its value.
func (s Sheet) Put(path string, v float64, f Figure) {
	f.Value = &v
	if f.Inputs == nil {
		f.Inputs = []Input{}
	}
	s[path] = f
}

// Close takes the path off inputs that lead to no figure of the sheet: what a plan
// does without cannot be opened. Paths of what was asked stay.
func (s Sheet) Close() {
	for _, f := range s {
		for i, in := range f.Inputs {
			if _, is := s[in.Path]; !is && !strings.HasPrefix(in.Path, "request.") {
				f.Inputs[i].Path = ""
			}
		}
	}
}

// PlusMinus returns a pointer to v, for Figure.PlusMinus.
func PlusMinus(v float64) *float64 { return &v }
