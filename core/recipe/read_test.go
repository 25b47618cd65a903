package recipe

import (
	"encoding/json"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/field"
	"apodemos/core/method"
)

// The recipes are of the kind that people hand on and print on bags: common practice, with
// no published source.
func TestReadBags(t *testing.T) {
	for _, c := range []struct {
		words, want string
		unread      []string
	}{
		{"13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20",
			`{"dose_g":13,"water_g":200,"water_c":90,"grind":"medium-coarse","pours":[{"at_s":0,"to_g":30},{"at_s":45,"to_g":110},{"at_s":90,"to_g":170},{"at_s":135,"to_g":200}],"done_s":200}`, nil},
		{"40 g, 1:15, 205 °F, bloom 3× for 30 s", `{"dose_g":40,"ratio_g_per_l":66.67,"water_c":96.1,"pours":[{"at_s":0,"to_g":120},{"at_s":30,"to_g":600}]}`, nil},
		{"0.6 oz coffee, 10 oz water, 200°F, medium, bloom 2× for 30 s, total 3:00", `{"dose_g":17,"water_g":295.7,"water_c":93.3,"grind":"medium","pours":[{"at_s":0,"to_g":34},{"at_s":30,"to_g":295.7}],"done_s":180}`, nil},
		{"2 tablespoons per 6 oz water, steep 4 minutes, coarse", `{"dose_g":11,"water_g":177.4,"grind":"coarse","steep_s":240}`, nil},
		{"2 level tablespoons, 2 cups of water", `{"dose_g":10,"water_g":473.2}`, nil},
		{"20 g coffee 1:16 93 C 24 clicks bloom 45 s", `{"dose_g":20,"ratio_g_per_l":62.5,"water_c":93,"clicks":24,"pours":[{"at_s":0,"to_g":40},{"at_s":45,"to_g":320}]}`, nil},
		{"Dose 15g, yield 210 ml, 94°C, 0:00 50g, 0:45 to 150 g, 1:30 +100 g, swirl at 1:40, done by 2:45",
			`{"dose_g":15,"drink_ml":210,"water_c":94,"pours":[{"at_s":0,"to_g":50},{"at_s":45,"to_g":150},{"at_s":90,"to_g":250}],"steps":[{"at_s":100,"do":"Swirl"}],"done_s":165}`, nil},
		{"60 g/L, press pot, 4 min, 8 minutes total", `{"method":"press-pot","ratio_g_per_l":60,"steep_s":240,"done_s":480}`, nil},
		{"Hand press inverted 17 g 210 g 85-90°C fine 1:15", `{"method":"hand-press","school":"inverted","dose_g":17,"water_g":210,"water_c":87.5,"grind":"fine","steep_s":75}`, nil},
		{"18g : 280g, 22–24 clicks, 92 °C, 2½ min total", `{"dose_g":18,"water_g":280,"water_c":92,"clicks":23,"done_s":150}`, nil},
		{"13,5 g; 6 g per 100 ml; cloth", `{"method":"cloth","dose_g":13.5,"ratio_g_per_l":60}`, nil},
		{"medium-dark roast, 62.5 g/l", `{"ratio_g_per_l":62.5}`, nil},
		{"12 h cold brew 1:8, very coarse", `{"method":"cold-concentrate","ratio_g_per_l":125,"grind":"very coarse","steep_s":43200}`, nil},
		{"20 g, 300 g, notes of plum & rose, 850 µm", `{"dose_g":20,"water_g":300,"grind_um":850}`, []string{"notes of plum & rose"}},
		{"ratio 1:15 with 14 g", `{"dose_g":14,"ratio_g_per_l":66.67}`, nil},
		{"Dose: 18 g. Yield: 36 g. Time: 28 s", `{"dose_g":18,"drink_ml":36,"done_s":28}`, nil},
		{"30g 500g 95°C; pour 60g, wait 45s; to 300g by 1:15; to 500g by 1:55; drawdown 3:00",
			`{"dose_g":30,"water_g":500,"water_c":95,"pours":[{"at_s":0,"to_g":60},{"at_s":45,"to_g":300,"for_s":30},{"at_s":75,"to_g":500,"for_s":40}],"done_s":180}`, nil},
		{"ratio 1 to 16, 20g", `{"dose_g":20,"ratio_g_per_l":62.5}`, nil},
		{"16:1 water to coffee, 20 g", `{"dose_g":20,"ratio_g_per_l":62.5}`, nil},
		{"12g in 200ml at 92c, 20 clicks", `{"dose_g":12,"water_g":200,"water_c":92,"clicks":20}`, nil},
		{"17 g in, 220 ml out, steep for 1:15", `{"dose_g":17,"drink_ml":220,"steep_s":75}`, nil},
	} {
		got, err := Read(c.words)
		require.NoError(t, err, c.words)
		got.Recipe.Words = ""
		if got.Recipe.Ratio != nil {
			*got.Recipe.Ratio = math.Round(*got.Recipe.Ratio*100) / 100
		}
		b, err := json.Marshal(got.Recipe)
		require.NoError(t, err)
		assert.JSONEq(t, c.want, string(b), c.words)
		assert.Equal(t, list(c.unread), got.Unread, c.words)
		for _, s := range got.Understood {
			assert.NotEmpty(t, s.As.Text, c.words)
			assert.NotEmpty(t, s.Words, c.words)
		}
	}
}

// What could mean two things says how it was taken.
func TestReadDoubts(t *testing.T) {
	for words, doubt := range map[string]string{
		"20 g, 1:15":              "was read as a ratio",
		"17 g, 210 g, 1:15":       "read as a time",
		"20 g, 300 g, 90-94 °C":   "read as its middle",
		"3 tablespoons, 300 ml":   "weigh yours once",
		"13 g, 200 g, 50 g/L":     "the amounts count",
		"20 g, 300 g, bloom 30 s": "read as twice the coffee",
	} {
		got, err := Read(words)
		require.NoError(t, err, words)
		said := ""
		for _, d := range got.Doubts {
			said += d.Text
		}
		assert.Contains(t, said, doubt, words)
	}
}

func TestReadNothing(t *testing.T) {
	for _, words := range []string{"", "plum, rose, washed", strings.Repeat("x", MaxWords+1), "20 g, 300 g, 0:00 2 g"} {
		_, err := Read(words)
		var bad field.Problems
		require.ErrorAs(t, err, &bad, words)
		assert.Contains(t, bad.Error(), "Enter", words)
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20", "1:15 bloom 2x for 30 s 20 g", "2 tbsp 6 oz 200F 4'30\"", "½ oz 1:1 1:0 0:00 0 g", "0:00 5g 0:00 5g", "9999999999999999999 g 1e309 ml"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, words string) {
		got, err := Read(words)
		if err != nil {
			var bad field.Problems
			require.ErrorAs(t, err, &bad)
			return
		}
		// What is read is sound: it is a school of some method, or says why not of this one.
		require.Empty(t, got.Recipe.check())
		b, err := json.Marshal(got)
		require.NoError(t, err)
		require.NotContains(t, string(b), "null")
		m, _ := method.ByID("cone")
		got.Recipe.Method, got.Recipe.School = "", ""
		got.Recipe.Over(m, m.Schools[0], &OwnGrinder{UmPerClick: 30})
	})
}
