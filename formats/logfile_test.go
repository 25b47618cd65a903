package formats

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/recipe"
	"apodemos/core/taste"
)

// anyLog draws a log whose lines a table can hold.
func anyLog(t *rapid.T) LogFile {
	f := LogFile{Format: LogFormat, Version: LogVersion, Entries: []LogLine{}}
	for range rapid.IntRange(1, 6).Draw(t, "entries") {
		l := LogLine{BrewedAt: "2026-09-0" + rapid.SampledFrom([]string{"1", "5", "9"}).Draw(t, "day") + "T07:00:00Z", Place: plain(t, "place"), Brew: plain(t, "brew"), Notes: plain(t, "notes"), Name: rapid.StringMatching(`[a-z]{3,20}`).Draw(t, "coffee"), By: rapid.StringMatching(`[A-Z][a-z]{2,8}`).Draw(t, "by"),
			ID: rapid.StringMatching(`[0-9a-f]{36}`).Draw(t, "id")}
		l.Request = brew.Request{Method: rapid.SampledFrom([]string{"cone", "pot", "moka"}).Draw(t, "method"), DoseG: number(t, "dose", 5, 60)}
		l.Request.Coffee.Name = &l.Name
		l.Tasting = taste.Tasting{SourBitter: number(t, "bitter", -3, 3), WeakStrong: number(t, "strong", -3, 3), Silt: number(t, "silt", 0, 3), Mark: number(t, "mark", 1, 10), TDSPct: number(t, "tds", 1, 12), Words: plain(t, "words")}
		l.Run = taste.Had{ContactS: number(t, "contact", 20, 900), DoseG: number(t, "had", 5, 60)}
		if rapid.Bool().Draw(t, "unboiled") {
			l.Run.Unboiled = new(true)
		}
		f.Entries = append(f.Entries, l)
	}
	return f
}

// Any log, as JSON and as CSV, is read again as it was.
func TestAnyLogIsReadAgainAsItWas(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyLog(t)
		want, err := json.Marshal(in)
		require.NoError(t, err)
		var out bytes.Buffer
		require.NoError(t, in.Write(&out))
		back, err := ReadLogFile(&out)
		require.NoError(t, err)
		got, err := json.Marshal(back)
		require.NoError(t, err)
		assert.JSONEq(t, string(want), string(got))

		out.Reset()
		require.NoError(t, in.WriteCSV(&out))
		head, _, _ := strings.Cut(out.String(), "\n")
		assert.Contains(t, head, "dose_g")
		assert.Contains(t, head, "silt")
		assert.NotContains(t, head, "sediment", "by one name in every format")
		assert.True(t, IsLogCSV(out.Bytes()))
		table, err := ReadLogCSV(&out)
		require.NoError(t, err)
		got, err = json.Marshal(table)
		require.NoError(t, err)
		assert.JSONEq(t, string(want), string(got))
	})
}

// A recipe alone, or in its file, is read; what is written is read again.
func TestARecipeFile(t *testing.T) {
	own := recipe.Recipe{Name: "Mine", Method: "cone", DoseG: new(13.0), WaterG: new(200.0), Pours: []recipe.PourTo{{ToG: 30}, {AtS: 45, ToG: 200, How: "slowly"}}}
	var out bytes.Buffer
	require.NoError(t, WriteRecipe(&out, own))
	back, err := ReadRecipe(bytes.NewReader(out.Bytes()))
	require.NoError(t, err)
	assert.Equal(t, own, back)
	bare, err := json.Marshal(own)
	require.NoError(t, err)
	back, err = ReadRecipe(bytes.NewReader(bare))
	require.NoError(t, err)
	assert.Equal(t, own, back)
	_, err = ReadRecipe(strings.NewReader(strings.Repeat(" ", MaxRecipeBytes+2)))
	assert.ErrorContains(t, err, "too large")
}

func FuzzReadLogCSV(f *testing.F) {
	f.Add("name,brewed_at,method,dose_g\nMoor,2026-09-05T06:00:00Z,cone,15\n")
	f.Add("brewed_at;method;name\n;;\n")
	f.Fuzz(func(t *testing.T, text string) {
		if out, err := ReadLogCSV(strings.NewReader(text)); err == nil {
			require.NoError(t, out.check())
		}
	})
}

func FuzzReadRecipeFile(f *testing.F) {
	f.Add(`{"format":"apodemos-recipe","version":1,"recipe":{"name":"x","dose_g":13}}`)
	f.Add(`{"name":"x","pours":[{"at_s":0}]}`)
	f.Fuzz(func(t *testing.T, text string) {
		_, _ = ReadRecipe(strings.NewReader(text))
	})
}
