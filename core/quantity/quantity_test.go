package quantity

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestClock(t *testing.T) {
	for s, want := range map[float64]string{0: "0:00", 85: "1:25", -520: "−8:40", 3725: "1:02:05", 59.6: "1:00", -0.23: "0:00", -59.6: "−1:00"} {
		assert.Equal(t, want, Clock(s))
	}
}

func TestDuration(t *testing.T) {
	for s, want := range map[float64]string{0: "0 s", 45.4: "45 s", 59.7: "1 min", 90: "1 min 30 s", 141: "2 min 20 s", 188: "3 min 10 s", 490: "8 min 10 s", 180: "3 min", 1160: "19 min", 4790: "1 h 20 min", 3600: "1 h", 64800: "18 h"} {
		assert.Equal(t, want, Duration(s))
		assert.Equal(t, want, Lasting(s).String())
	}
}

func TestValuesAreWrittenAsTheyCanBeMeasured(t *testing.T) {
	for _, c := range []struct {
		v    Value
		want string
	}{
		{Of(13.27, Gram), "13.5 g"}, {Of(33.6, Gram), "34 g"}, {Of(86.955, Celsius), "87 °C"}, {Fine(86.955, Celsius), "87.0 °C"},
		{Of(85, Second), "1 min 25 s"}, {Of(3, None), "3"}, {Of(20.04, Percent), "20.0 %"}, {Of(517.2, Millilitre), "515 ml"}, {Of(1.234, Bar), "1.23 bar"},
		{Of(7.6, Millilitre), "8 ml"}, {Of(-4, Celsius), "−4 °C"}, {Of(-0.3, Celsius), "0 °C"}, {Of(523, Second), "8 min 45 s"}, {Of(43, Second), "43 s"}, {Of(-523, Second), "−8 min 45 s"}, {At(523), "8:45"}, {Of(0, Second), "0 s"}, {Of(4810, Second), "1 h 20 min"},
		{Of(3903, Metre), "3900 m"}, {Of(38, Metre), "38 m"}, {Of(0.333, None), "0.3"}, {Of(2, Count), "2 ×"}, {Of(62.4, GramPerL), "62.5 g/L"}, {Of(12, GramPerL), "12 g/L"},
	} {
		assert.Equal(t, c.want, c.v.String())
	}
}

func TestSay(t *testing.T) {
	p := Say("Add {0} at {1@}, for {2}.", Of(90, Millilitre), Of(85, Second), Of(85, Second))
	assert.Equal(t, "Add 90 ml at 1:25, for 1 min 25 s.", p.Text)
	assert.Equal(t, "Add {0} at {1}, for {2}.", p.Template)
	assert.Equal(t, Phrase{Text: "Stir."}, Say("Stir."))
}

func TestChance(t *testing.T) {
	for p, says := range map[float64]string{0: "under 1 in 5", 0.2: "about 1 in 5", 0.5: "about 1 in 2", 0.64: "about 2 in 3", 0.79: "about 4 in 5", 0.9: "about 9 in 10", 0.95: "over 9 in 10", math.NaN(): "under 1 in 5"} {
		assert.Equal(t, says, Chance(p), "%g", p)
	}
}

func TestRoundTo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := rapid.Float64Range(-1e6, 1e6).Draw(t, "v")
		step := rapid.SampledFrom([]float64{0.1, 0.5, 1, 5, 10}).Draw(t, "step")
		r := RoundTo(v, step)
		assert.LessOrEqual(t, math.Abs(r-v), step/2+1e-9)
		assert.InDelta(t, 0, math.Remainder(r, step), 1e-6)
	})
	assert.Equal(t, 1.234, RoundTo(1.234, 0))
}

func TestKelvin(t *testing.T) {
	assert.Equal(t, 273.15, ToKelvin(0))
	assert.InDelta(t, 99.97, ToCelsius(ToKelvin(99.97)), 1e-12)
	assert.InDelta(t, 1013.25, 760*TorrHPa, 1e-12, "760 torr are an atmosphere by definition")
}

func TestNamesInASentence(t *testing.T) {
	on := Words("{0} stands on {1}. {1} carries {0}.")
	for _, c := range [][2]string{
		{"Cone dripper", "Mug stands on cone dripper. Cone dripper carries mug."},
		{"öse", "Mug stands on öse. Öse carries mug."},
		{"XL pot", "Mug stands on XL pot. XL pot carries mug."},
		{"Ida's kettle", "Mug stands on Ida's kettle. Ida's kettle carries mug."},
		{"\xff", "Mug stands on \xff. \xff carries mug."},
		{"a {0} in braces", "Mug stands on a {0} in braces. A {0} in braces carries mug."},
	} {
		assert.Equal(t, c[1], on.Say(Noun("mug"), Noun(c[0])).Text)
	}
	assert.Equal(t, "a {1} pot: 3", Say("{0}: {1}", Text("a {1} pot"), Of(3, None)).Text, "a person's braces are no place for a value")
	assert.Equal(t, "a, b and c", List(Noun("A"), Noun("B"), Text("c")).Text)
}

func TestOneAndMany(t *testing.T) {
	cups := Words("{0} {0#cup|cups}")
	assert.Equal(t, "1 cup", cups.Say(Of(1, None)).Text)
	assert.Equal(t, "2 cups", cups.Say(Of(2, None)).Text)
	assert.Equal(t, "0 cups", cups.Say(Of(0, None)).Text)
	assert.Equal(t, "1 cup", cups.Say(Of(1.01, None)).Text, "as it is shown")
	assert.Equal(t, "{0} cups", cups.Say(Of(2, None)).Template)
}

func TestSentencesOneAfterAnother(t *testing.T) {
	p := Together(Say("Boil {0}.", Of(60, Second)), Say("Done."), Say("Pour {1} of {0}.", Text("tea {0}"), Of(100, Millilitre)))
	assert.Equal(t, "Boil 1 min. Done. Pour 100 ml of tea {0}.", p.Text)
	assert.Equal(t, "Boil 1 min. Done. Pour 3.4 fl oz of tea {0}.", p.In(US))
}
