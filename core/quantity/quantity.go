package quantity

import (
	"fmt"
	"math"
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

// Value is a figure with its unit.
type Value struct {
	Value float64 `json:"value"`
	Unit  Unit    `json:"unit"`
	Fine  bool    `json:"fine,omitempty" doc:"Worth one digit more than its unit usually is"`
}

// Of returns v in unit u.
func Of(v float64, u Unit) Value { return Value{Value: v, Unit: u} }

// Fine returns v in unit u, to be shown with one digit more.
func Fine(v float64, u Unit) Value { return Value{v, u, true} }

// Abs returns the value without its sign.
func (v Value) Abs() Value {
	v.Value = math.Abs(v.Value)
	return v
}

// Phrase is a sentence with figures in it. Text has them written out in
// metric units; Template has {0}, {1}… in their places and Values the figures,
// so that an interface can write them in the reader's units.
type Phrase struct {
	Text     string  `json:"text" doc:"The sentence, with figures in metric units"`
	Template string  `json:"template,omitempty" doc:"The sentence with {0}, {1}… where the values go; absent when it has no figures"`
	Values   []Value `json:"values,omitempty"`
}

// Say makes a phrase from a template with {0}, {1}… and the values that fill it.
func Say(template string, values ...Value) Phrase {
	if len(values) == 0 {
		return Phrase{Text: template}
	}
	return Phrase{Text: filled(template, Metric, values), Template: template, Values: values}
}

// Own writes words of a person's own, such as a name, for a template: no figure is put into them.
func Own(s string) string { return own.Replace(s) }

var own = strings.NewReplacer("{", "(", "}", ")")

// LowerFirst writes the first letter of a text small, as a name is within a
// sentence.
func LowerFirst(s string) string { return first(s, unicode.ToLower) }

// UpperFirst writes the first letter of a text large, as a sentence begins.
func UpperFirst(s string) string { return first(s, unicode.ToUpper) }

func first(s string, to func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 || r == utf8.RuneError {
		return s
	}
	return string(to(r)) + s[n:]
}

// Either is yes where something is so, and no where it is not: the words of a sentence
// that differ in one place.
func Either[T any](is bool, yes, no T) T {
	if is {
		return yes
	}
	return no
}
