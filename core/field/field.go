// Package field describes what a person may enter, in one place: its path, unit and
// range, and what is taken when it is left out.
package field

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"apodemos/core/quantity"
)

// Field describes one field: what it is, what it may be and what it is when left out.
// It is the only place where a range is stated.
type Field struct {
	Path    string        `json:"path"`
	Label   string        `json:"label"`
	Unit    quantity.Unit `json:"unit"`
	Kind    string        `json:"kind" enum:"number,word,yesno,text"`
	Min     float64       `json:"min"`
	Max     float64       `json:"max"`
	Whole   bool          `json:"whole,omitempty"`
	Words   []string      `json:"words,omitempty"`
	Default string        `json:"default,omitempty" doc:"The value when left out; empty when there is none"`
	Allowed string        `json:"allowed" doc:"What is allowed, in words"`

	usual float64 // Default as a number, where it is one
	has   bool
}

// Of is a field of a T, with where it is kept in one.
type Of[T any] struct {
	Field
	Num  func(*T) **float64 // nil where it is no number
	Word func(*T) **string  // nil where it is no word or text
	Yes  func(*T) **bool    // nil where it is not yes or no
}

// Number is a field that is a number from min to max; def may be empty, or say in
// words what is taken.
func Number[T any](path, label string, unit quantity.Unit, min, max float64, def string, at func(*T) **float64) Of[T] {
	return Of[T]{Field: ranged(path, label, unit, min, max, def), Num: at}
}

func ranged(path, label string, unit quantity.Unit, min, max float64, def string) Field {
	allowed := Trim(min) + " to " + Trim(max)
	if min == max {
		allowed = Trim(min)
	}
	if unit != "" {
		allowed += " " + string(unit)
	}
	f := Field{Path: path, Label: label, Unit: unit, Kind: "number", Min: min, Max: max, Default: def, Allowed: allowed}
	if v, err := strconv.ParseFloat(def, 64); err == nil {
		f.usual, f.has = v, true
	}
	return f.known()
}

// known files the name of a field for what is said of it. Fields are declared as the program starts.
func (f Field) known() Field {
	if f.Label != "" {
		named[f.Path] = f.Label
	}
	return f
}

// AsWhole is a number that has to be whole.
func (f Of[T]) AsWhole() Of[T] {
	f.Field = f.Counted()
	return f
}

// Choice is a field that is one of some words.
func Choice[T any](path, label string, words []string, def string, at func(*T) **string) Of[T] {
	f := Field{Path: path, Label: label, Kind: "word", Words: words, Default: def, Allowed: "one of " + strings.Join(words, ", ")}
	return Of[T]{Field: f.known(), Word: at}
}

// YesNo is a field that is true or false.
func YesNo[T any](path, label, def string, at func(*T) **bool) Of[T] {
	f := Field{Path: path, Label: label, Kind: "yesno", Default: def, Allowed: "true or false"}
	return Of[T]{Field: f.known(), Yes: at}
}

// Text is a field of 1 to 40 characters.
func Text[T any](path, label string, at func(*T) **string) Of[T] {
	f := Field{Path: path, Label: label, Kind: "text", Allowed: "1 to 40 characters"}
	return Of[T]{Field: f.known(), Word: at}
}

// Within is a field of a U that is kept in the T of it.
func Within[T, U any](f Of[T], in func(*U) *T) Of[U] {
	out := Of[U]{Field: f.Field}
	switch {
	case f.Num != nil:
		out.Num = func(u *U) **float64 { return f.Num(in(u)) }
	case f.Word != nil:
		out.Word = func(u *U) **string { return f.Word(in(u)) }
	default:
		out.Yes = func(u *U) **bool { return f.Yes(in(u)) }
	}
	return out
}

// Trim writes a number with no more digits than it has.
func Trim(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// IDs lists the IDs of some entries.
func IDs[T any](list []T, id func(T) string) []string {
	out := make([]string, len(list))
	for i, x := range list {
		out[i] = id(x)
	}
	return out
}

// Plain returns fields without their paths.
func Plain[T any](list []Of[T]) []Field {
	out := make([]Field, len(list))
	for i, f := range list {
		out[i] = f.Field
	}
	return out
}

// A Problem is one thing wrong with what was entered.
type Problem struct {
	Field   string `json:"field"`
	Value   any    `json:"value,omitempty"`
	Message string `json:"message" doc:"What is wrong and what is allowed"`
}

// Problems is all that is wrong.
type Problems []Problem

// Error lists the problems, one a line, with their paths: for a log and a program. A person
// reads Says.
func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, x := range p {
		lines[i] = x.Field + ": " + x.Message
	}
	return strings.Join(lines, "\n")
}

// At puts where they are in front of the fields of problems.
func (p Problems) At(prefix string) Problems {
	out := make(Problems, len(p))
	for i, x := range p {
		x.Field = prefix + x.Field
		out[i] = x
	}
	return out
}

func (f Field) check(v float64) (Problem, bool) {
	if math.IsNaN(v) || v < f.Min || v > f.Max || (f.Whole && v != math.Trunc(v)) {
		return Problem{f.Path, v, fmt.Sprintf("%s is out of range. Enter %s", strings.TrimSpace(Trim(v)+" "+string(f.Unit)), f.Allowed)}, true
	}
	return Problem{}, false
}

// Numeric is a number from min to max that is no field of a request: of a piece of gear, say.
func Numeric(path string, unit quantity.Unit, min, max float64) Field {
	return ranged(path, "", unit, min, max, "")
}

// Counted is a number that has to be whole.
func (f Field) Counted() Field {
	f.Whole = true
	f.Allowed = "a whole number from " + f.Allowed
	return f
}

// CheckAt is the check of a number that stands at a path; it reports whether there is a problem.
func (f Field) CheckAt(path string, v float64) (Problem, bool) {
	f.Path = path
	return f.check(v)
}

// Range is the check of a number against a range, in the words that every field
// uses; it reports whether there is a problem.
func Range(path string, v, min, max float64, unit quantity.Unit) (Problem, bool) {
	return ranged(path, "", unit, min, max, "").check(v)
}

// Resolve checks every field of v and fills in the defaults. It returns the paths that
// were filled, after those given.
func Resolve[T any](fields []Of[T], v *T, defaulted []string) ([]string, Problems) {
	var bad Problems
	for i := range fields {
		f := &fields[i]
		switch {
		case f.Num != nil:
			p := f.Num(v)
			if *p != nil {
				if prob, is := f.check(**p); is {
					bad = append(bad, prob)
				}
			} else if f.has {
				*p = new(f.usual)
				defaulted = append(defaulted, f.Path)
			}
		case f.Word != nil:
			p := f.Word(v)
			switch {
			case *p == nil:
				if f.Default != "" && slices.Contains(f.Words, f.Default) {
					*p = new(f.Default)
					defaulted = append(defaulted, f.Path)
				}
			case f.Kind == "text":
				if n := len([]rune(**p)); n < 1 || n > 40 {
					bad = append(bad, Problem{f.Path, **p, fmt.Sprintf("%d characters is out of range. Enter %s", n, f.Allowed)})
				}
			case !slices.Contains(f.Words, **p):
				bad = append(bad, Problem{f.Path, **p, fmt.Sprintf("%q is not known. Enter %s", **p, f.Allowed)})
			}
		default:
			p := f.Yes(v)
			if *p == nil && (f.Default == "true" || f.Default == "false") {
				*p = new(f.Default == "true")
				defaulted = append(defaulted, f.Path)
			}
		}
	}
	return defaulted, bad
}
