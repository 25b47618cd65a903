package quantity

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Unit is the symbol a figure is shown with. Figures are held in these units
// everywhere inside; US units exist only at the edge.
type Unit string

// The units in use.
const (
	None        Unit = ""
	Celsius     Unit = "°C"
	Kelvin      Unit = "K" // differences of temperature
	HPa         Unit = "hPa"
	Bar         Unit = "bar"
	Metre       Unit = "m"
	Kilometre   Unit = "km"
	Millimetre  Unit = "mm"
	Micrometre  Unit = "µm"
	MetrePerSec Unit = "m/s"
	Second      Unit = "s"
	Gram        Unit = "g"
	Milligram   Unit = "mg"
	Millilitre  Unit = "ml"
	Litre       Unit = "L"
	Kilojoule   Unit = "kJ"
	KJPerKg     Unit = "kJ/kg"
	KJPerKgK    Unit = "kJ/kg·K"
	MilliPaS    Unit = "mPa·s"
	MJPerKg     Unit = "MJ/kg"
	Watt        Unit = "W"
	WattPerK    Unit = "W/K"
	WattHour    Unit = "Wh"
	Percent     Unit = "%"
	GramPerL    Unit = "g/L"
	MgPerL      Unit = "mg/L"
	MlPerG      Unit = "ml/g"
	Clicks      Unit = "clicks"
	MicroPerClk Unit = "µm/click"
	Count       Unit = "×"
	Point       Unit = "points" // of judgement, not of measurement
)

// ZeroCelsiusK is 0 °C in kelvin.
const ZeroCelsiusK = 273.15

// TorrHPa is one torr in hectopascal: 101325/760 Pa by definition.
const TorrHPa = 1013.25 / 760

// ToKelvin converts a temperature from °C to K.
func ToKelvin(c float64) float64 { return c + ZeroCelsiusK }

// ToCelsius converts a temperature from K to °C.
func ToCelsius(k float64) float64 { return k - ZeroCelsiusK }

// RoundTo rounds v to the nearest multiple of step, halves away from zero.
// A step of zero or less leaves v as it is.
func RoundTo(v, step float64) float64 {
	if step <= 0 {
		return v
	}
	return math.Round(v/step) * step
}

// Clock writes seconds as m:ss, with a leading minus sign before time zero,
// or as h:mm:ss from one hour on.
func Clock(s float64) string {
	sign, n := "", int(math.Round(s))
	if n < 0 {
		sign, n = "−", -n
	}
	if n >= 3600 {
		return fmt.Sprintf("%s%d:%02d:%02d", sign, n/3600, n/60%60, n%60)
	}
	return fmt.Sprintf("%s%d:%02d", sign, n/60, n%60)
}

// Duration writes how long something takes, as one says it: "45 s", "2 min 20 s", "19 min",
// "1 h 20 min". From a minute on it is rounded to 5 s, from 10 minutes on to a minute.
func Duration(s float64) string {
	if s < 0 {
		if text := Duration(-s); text != "0 s" {
			return "−" + text
		}
		return "0 s"
	}
	n := int(roundedTime(s))
	h, m, rest := n/3600, n/60%60, n%60
	var out []string
	for _, p := range []struct {
		n    int
		unit string
	}{{h, "h"}, {m, "min"}, {rest, "s"}} {
		if p.n != 0 {
			out = append(out, fmt.Sprintf("%d %s", p.n, p.unit))
		}
	}
	if len(out) == 0 {
		return "0 s"
	}
	return strings.Join(out, " ")
}

// roundedTime is a time in s as Duration tells it.
func roundedTime(s float64) float64 {
	switch t := math.Abs(s); {
	case t < 59.5:
		return math.Round(s)
	case t < 597.5:
		return RoundTo(s, 5)
	}
	return RoundTo(s, 60)
}

// Chance writes how likely something is, p from 0 to 1, as one says it: "about 4 in 5". It is the
// nearest of a few fractions, for no estimate here deserves more.
func Chance(p float64) string {
	switch {
	case math.IsNaN(p) || p < 0.15:
		return "under 1 in 5"
	case p >= 0.93:
		return "over 9 in 10"
	}
	best := [2]int{1, 2}
	for _, f := range [][2]int{{1, 5}, {1, 4}, {1, 3}, {1, 2}, {2, 3}, {3, 4}, {4, 5}, {9, 10}} {
		if math.Abs(p-float64(f[0])/float64(f[1])) < math.Abs(p-float64(best[0])/float64(best[1])) {
			best = f
		}
	}
	return fmt.Sprintf("about %d in %d", best[0], best[1])
}

// Value is what goes into a sentence: a figure with its unit, or words.
type Value struct {
	Value float64 `json:"value"`
	Unit  Unit    `json:"unit"`
	Fine  bool    `json:"fine,omitempty" doc:"Worth one digit more than its unit usually is"`
	Clock bool    `json:"clock,omitempty" doc:"A time in s as the clock of the brew shows it, 2:20, and not as a duration"`
	Text  string  `json:"text,omitempty" doc:"Words in place of a figure, as they stand in the sentence"`

	worded bool   // words, though there may be none
	within string // Text inside a sentence, if it differs
}

func (v Value) isWords() bool { return v.worded || v.Text != "" }

// Of returns v in unit u.
func Of(v float64, u Unit) Value { return Value{Value: v, Unit: u} }

// Fine returns v in unit u, to be shown with one digit more.
func Fine(v float64, u Unit) Value { return Value{Value: v, Unit: u, Fine: true} }

// At returns a moment on the clock of a brew, s after its first contact.
func At(s float64) Value { return Value{Value: s, Unit: Second, Clock: true} }

// Text returns words, such as a person's name for a thing. They are never read as a template.
func Text(s string) Value { return Value{Text: s, worded: true} }

// Lasting returns a time in s as a duration (see Duration).
func Lasting(s float64) Value { return Text(Duration(s)) }

// Said returns a value as it was entered, for a sentence that says what is wrong with it.
func Said(v any) Value { return Text(fmt.Sprint(v)) }

// Quoted returns a text as it was entered, in quotes.
func Quoted(s string) Value { return Text(strconv.Quote(s)) }

// Noun returns the name of a thing, such as "Cone dripper", for a sentence: capitalised at
// the start, else in lower case. A first word with another capital, or a
// possessive, stays as it is: "XL pot", "Ida's kettle".
func Noun(s string) Value {
	v := Text(s)
	word, _, _ := strings.Cut(s, " ")
	first, n := utf8.DecodeRuneInString(word)
	if n > 0 && first != utf8.RuneError && !strings.ContainsFunc(word[n:], unicode.IsUpper) && !strings.HasSuffix(word, "'s") && !strings.HasSuffix(word, "’s") {
		v.Text, v.within = string(unicode.ToUpper(first))+s[n:], string(unicode.ToLower(first))+s[n:]
	}
	return v
}

// Within returns a name as it is written inside a sentence (see Noun).
func Within(name string) string { return cmp.Or(Noun(name).within, name) }

// List returns names as "a, b and c".
func List(names ...Value) Value {
	var out strings.Builder
	for i, n := range names {
		switch {
		case i > 0 && i == len(names)-1:
			out.WriteString(" and ")
		case i > 0:
			out.WriteString(", ")
		}
		out.WriteString(cmp.Or(n.within, n.Text))
	}
	return Text(out.String())
}

// Abs returns the value without its sign.
func (v Value) Abs() Value {
	v.Value = math.Abs(v.Value)
	return v
}

// Phrase is a sentence with values in it. Text has them written out in metric units; Template
// has {0}, {1}… in their places and Values the values, so that an interface can write figures in
// the reader's units.
type Phrase struct {
	Text     string  `json:"text" doc:"The sentence, with figures in metric units"`
	Template string  `json:"template,omitempty" doc:"The sentence with {0}, {1}… where the values go; absent when it has none"`
	Values   []Value `json:"values,omitempty"`
}

// sentence is unexported so that other packages can pass only a constant: a text that was
// read, entered or built at run time does not compile.
type sentence string

// Sentence is a sentence of the code with {0}, {1}… where its values go. "{0#cup|cups}" stands
// for the first word if value 0 is one, else for the second. A time in s is written as a
// duration, "2 min 20 s"; "{0@}" writes it as the clock of the brew shows it, "2:20".
type Sentence struct{ template sentence }

// Words makes a Sentence of a constant.
func Words(s sentence) Sentence { return Sentence{s} }

// Text returns a sentence that has no values.
func (s Sentence) Text() string { return string(s.template) }

// IsZero reports whether there is no sentence.
func (s Sentence) IsZero() bool { return s.template == "" }

// Say fills in the values. Words become part of the text;
// figures stay values, in their order.
func (s Sentence) Say(values ...Value) Phrase {
	if len(values) == 0 {
		return Phrase{Text: string(s.template)}
	}
	var out Phrase
	at := make([]int, len(values)) // of a figure, among those that stay
	clock := map[int]bool{}
	for _, m := range places.FindAllStringSubmatch(string(s.template), -1) {
		if m[2] == "@" {
			n, _ := strconv.Atoi(m[1])
			clock[n] = true
		}
	}
	values = slices.Clone(values)
	for i, v := range values {
		if clock[i] {
			v.Clock = true
			values[i] = v
		}
		if !v.isWords() {
			at[i], out.Values = len(out.Values), append(out.Values, v)
		}
	}
	place := func(v Value) string {
		out.Values = append(out.Values, v)
		return "{" + strconv.Itoa(len(out.Values)-1) + "}"
	}
	var template strings.Builder
	from, t := 0, string(s.template)
	for _, m := range places.FindAllStringSubmatchIndex(t, -1) {
		template.WriteString(t[from:m[0]])
		from = m[1]
		n, err := strconv.Atoi(t[m[2]:m[3]])
		if err != nil || n >= len(values) {
			template.WriteString(t[m[0]:m[1]])
			continue
		}
		switch v := values[n]; {
		case m[4] >= 0 && t[m[4]] == '#':
			one, many, _ := strings.Cut(t[m[4]+1:m[5]], "|")
			template.WriteString(Either(Of(v.Value, None).Rounded() == 1, one, many))
		case !v.isWords():
			template.WriteString("{" + strconv.Itoa(at[n]) + "}")
		default:
			text := Either(v.within == "" || begins(template.String()), v.Text, v.within)
			if strings.ContainsAny(text, "{}") {
				text = place(Text(text))
			}
			template.WriteString(text)
		}
	}
	out.Template = template.String() + t[from:]
	if len(out.Values) == 0 {
		return Phrase{Text: out.Template}
	}
	out.Text = filled(out.Template, Metric, out.Values)
	return out
}

// Say is Words(s).Say.
func Say(s sentence, values ...Value) Phrase { return Words(s).Say(values...) }

// Joined returns values one after another as a phrase: for text that
// another language puts together, such as the steps of a method.
func Joined(values ...Value) Phrase {
	var template strings.Builder
	var kept []Value
	for _, v := range values {
		if v.isWords() && !strings.ContainsAny(v.Text, "{}") {
			template.WriteString(v.Text)
			continue
		}
		template.WriteString("{" + strconv.Itoa(len(kept)) + "}")
		kept = append(kept, v)
	}
	if len(kept) == 0 {
		return Phrase{Text: template.String()}
	}
	return Phrase{Text: filled(template.String(), Metric, kept), Template: template.String(), Values: kept}
}

// Together returns whole sentences one after another.
func Together(sentences ...Phrase) Phrase {
	var out []Value
	for i, p := range sentences {
		if i > 0 {
			out = append(out, Text(" "))
		}
		out = append(out, p.parts()...)
	}
	return Joined(out...)
}

// parts splits a phrase into values.
func (p Phrase) parts() (out []Value) {
	if p.Template == "" {
		return []Value{Text(p.Text)}
	}
	from := 0
	add := func(to int) {
		if from < to {
			out = append(out, Text(p.Template[from:to]))
		}
	}
	for _, at := range places.FindAllStringIndex(p.Template, -1) {
		add(at[0])
		n, _ := strconv.Atoi(p.Template[at[0]+1 : at[1]-1])
		out, from = append(out, p.Values[n]), at[1]
	}
	add(len(p.Template))
	return out
}

// places matches where values go in a template: {0}, {0@} or {0#cup|cups}.
var places = regexp.MustCompile(`\{(\d+)(@|#[^}]*)?\}`)

// begins reports whether a sentence begins after text.
func begins(before string) bool {
	return before == "" || strings.HasSuffix(before, ". ") || strings.HasSuffix(before, "(")
}

// Either returns yes if it is so, else no.
func Either[T any](is bool, yes, no T) T {
	if is {
		return yes
	}
	return no
}
