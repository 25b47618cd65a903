package quantity

import (
	"math"
	"strconv"
	"strings"
)

// System is how a reader is told figures: metric or US, and in what volumes.
type System string

// The systems there are.
const (
	Metric   System = "metric"
	MetricDl System = "metric-dl" // volumes in decilitres
	US       System = "us"
	USCups   System = "us-cups" // volumes in cups
)

// Shown is how a unit of ours is told: what it is called, how a figure of it is made, and how
// finely it is worth telling.
type Shown struct {
	Unit   string  `json:"unit"`
	Factor float64 `json:"factor"`
	Zero   float64 `json:"zero,omitempty"` // added after the factor
	Steps  []Step  `json:"steps"`
}

// Step is how finely figures below some size are told, in the unit that is shown.
type Step struct {
	Below float64 `json:"below,omitempty"` // 0 for all others
	By    float64 `json:"by"`
}

// by is one step whatever the size.
func by(step float64) []Step { return []Step{{By: step}} }

// below is one step under a size and another from there on.
func below(size, fine, coarse float64) []Step { return []Step{{size, fine}, {By: coarse}} }

// metric are the units as they are: rounded to what can be measured on the way.
var metric = map[Unit][]Step{
	Celsius: by(1), Kelvin: by(0.1), HPa: by(1), Bar: by(0.01), Metre: below(100, 1, 10), Kilometre: by(1), Millimetre: by(1), Micrometre: below(10, 1, 5), MetrePerSec: by(0.5),
	Gram: below(20, 0.5, 1), Milligram: below(10, 1, 5), Millilitre: below(10, 1, 5), Litre: by(0.1), Kilojoule: by(1), KJPerKg: by(1), KJPerKgK: by(0.01), MilliPaS: by(0.01), MJPerKg: by(0.1),
	Watt: by(1), WattPerK: by(0.01), WattHour: by(1), Percent: by(0.1), GramPerL: by(0.5), MgPerL: by(1), MlPerG: by(0.1), Clicks: by(1), MicroPerClk: by(0.5), Count: by(0.1), Point: by(0.1), None: by(0.1),
}

// Of a US unit in ours: exact by definition (NIST SP 811, 2008, appendix B), but for the inch of
// mercury, the pound of force and the BTU (IT), which are rounded there.
const (
	ounceG      = 28.349523125
	fluidOunce  = 29.5735295625 // ml
	quartL      = 0.946352946
	footM       = 0.3048
	mileKm      = 1.609344
	inchMm      = 25.4
	mileHourMs  = 0.44704
	inchHgHPa   = 33.86389
	psiPerBar   = 14.503774
	btuKJ       = 1.05505585
	btuPerLbKJ  = 2.326
	fluidPerCup = 8
)

var us = map[Unit]Shown{
	Celsius: {"°F", 1.8, 32, by(1)}, Kelvin: {"°F", 1.8, 0, by(0.1)}, HPa: {"inHg", 1 / inchHgHPa, 0, by(0.01)}, Bar: {"psi", psiPerBar, 0, by(0.1)},
	Metre: {"ft", 1 / footM, 0, by(10)}, Kilometre: {"mi", 1 / mileKm, 0, by(1)}, Millimetre: {"in", 1 / inchMm, 0, by(0.1)}, MetrePerSec: {"mph", 1 / mileHourMs, 0, by(1)},
	Gram: {"oz", 1 / ounceG, 0, below(4, 0.05, 0.1)}, Millilitre: {"fl oz", 1 / fluidOunce, 0, by(0.1)}, Litre: {"qt", 1 / quartL, 0, by(0.1)},
	Kilojoule: {"BTU", 1 / btuKJ, 0, by(1)}, KJPerKg: {"BTU/lb", 1 / btuPerLbKJ, 0, by(1)}, GramPerL: {"oz/qt", quartL / ounceG, 0, by(0.01)}, MlPerG: {"fl oz/oz", ounceG / fluidOunce, 0, by(0.1)},
}

// Systems are all units as each system tells them, with every unit of ours in each.
var Systems = func() map[System]map[Unit]Shown {
	out := map[System]map[Unit]Shown{}
	for _, s := range []System{Metric, MetricDl, US, USCups} {
		out[s] = map[Unit]Shown{}
		for u, steps := range metric {
			out[s][u] = Shown{string(u), 1, 0, steps}
		}
		out[s][Kelvin] = Shown{string(Celsius), 1, 0, metric[Kelvin]} // a person says “2 °C colder”
	}
	for _, s := range []System{US, USCups} {
		for u, shown := range us {
			out[s][u] = shown
		}
	}
	out[MetricDl][Millilitre] = Shown{"dl", 0.01, 0, below(1, 0.05, 0.1)}
	out[USCups][Millilitre] = Shown{"cups", 1 / (fluidPerCup * fluidOunce), 0, below(1, 0.05, 0.1)}
	return out
}()

// Finest is what seconds are told in from a minute on, as m:ss.
const Finest = 5

// step is how finely a figure is worth telling, in the unit that is shown.
func (s Shown) step(v float64, fine bool) float64 {
	for _, x := range s.Steps {
		if x.Below == 0 || math.Abs(v) < x.Below {
			if fine && x.By >= 1 {
				return x.By / 10
			}
			return x.By
		}
	}
	return 1
}

// In writes the value in the units of a system, rounded as a person could measure it.
func (v Value) In(s System) string {
	if v.isWords() {
		return v.Text
	}
	if v.Unit == Second && v.Clock {
		if math.Abs(v.Value) >= 60 {
			return Clock(RoundTo(v.Value, Finest))
		}
		return Clock(v.Value)
	}
	if v.Unit == Second {
		return Duration(v.Value)
	}
	how, ok := Systems[s][v.Unit]
	if !ok {
		how = Shown{string(v.Unit), 1, 0, by(1)}
	}
	n := v.Value*how.Factor + how.Zero
	step := how.step(n, v.Fine)
	text := strconv.FormatFloat(RoundTo(n, step), 'f', max(0, int(math.Ceil(-math.Log10(step)-1e-9))), 64)
	if v.Unit == None || v.Unit == Count || step == 0.5 { // 3, not 3.0
		text = strings.TrimSuffix(text, ".0")
	}
	minus := ""
	if bare, negative := strings.CutPrefix(text, "-"); negative {
		if text = bare; strings.Trim(bare, "0.") != "" {
			minus = "−"
		}
	}
	return strings.TrimSpace(minus + text + " " + how.Unit)
}

// String writes the value in metric units. Interfaces that know the reader's units format the
// Value themselves.
func (v Value) String() string { return v.In(Metric) }

// Rounded returns the figure as String writes it: in steps that a person could measure.
func (v Value) Rounded() float64 {
	if v.Unit == Second {
		return roundedTime(v.Value)
	}
	return RoundTo(v.Value, Systems[Metric][v.Unit].step(v.Value, v.Fine))
}

// In is the phrase with its figures in the units of a system.
func (p Phrase) In(s System) string {
	if p.Template == "" {
		return p.Text
	}
	return filled(p.Template, s, p.Values)
}

func filled(template string, s System, values []Value) string {
	return places.ReplaceAllStringFunc(template, func(m string) string {
		if n, err := strconv.Atoi(m[1 : len(m)-1]); err == nil && n < len(values) {
			return values[n].In(s)
		}
		return m
	})
}
