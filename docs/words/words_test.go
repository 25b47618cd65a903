package words

import (
	"bytes"
	"cmp"
	"encoding/json"
	"fmt"
	"net/http/httptest"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/caution"
	"apodemos/core/method"
	"apodemos/demo"
	"apodemos/server"
	"apodemos/store"
)

const root = "../.."

// heard are the sentences that the program says with the demo trip: in plans of every style at five
// places, and in what is asked of trips, stops, cups and the bench.
func heard(t *testing.T) []string {
	t.Helper()
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	_, err = demo.Seed(t.Context(), s)
	require.NoError(t, err)
	h := server.Handler(server.Options{Store: s, ClockRate: 1})
	said := map[string]bool{}
	var hear func(v any)
	hear = func(v any) {
		switch x := v.(type) {
		case map[string]any:
			for _, v := range x {
				hear(v)
			}
		case []any:
			for _, v := range x {
				hear(v)
			}
		case string:
			x = strings.NewReplacer("\u2009", " ", "\u00a0", " ").Replace(x)
			for _, s := range append(strings.SplitAfter(x, ". "), x) {
				if s = strings.TrimSpace(s); strings.Contains(s, " ") && !strings.Contains(s, "{") {
					said[s] = true
				}
			}
		}
	}
	ask := func(method, path, body string) {
		r := httptest.NewRequest(method, "/api/v1"+path, strings.NewReader(body))
		r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
		r.Header.Set("Content-Type", "application/json")
		w := httptest.NewRecorder()
		h.ServeHTTP(w, r)
		var v any
		if json.Unmarshal(w.Body.Bytes(), &v) == nil {
			hear(v)
		}
	}
	places := []string{
		`"place":{"altitude_m":3900,"air_c":-8,"wind_ms":6},"water":{"source":"stream"}`, `"place":{"altitude_m":300,"air_c":30},"water":{"source":"tap"}`,
		`"place":{"altitude_m":5200,"air_c":-15},"water":{"source":"snow"},"heat":{"burner":"canister"}`, `"water":{"source":"urn"},"heat":{"supplied_c":88}`,
		`"place":{"altitude_m":2300},"heat":{"burner":"fire"},"scale":false,"brewer":{"capacity_ml":150},"grinder":{"um_per_click":30}`,
	}
	for _, m := range method.All {
		for _, s := range m.Schools {
			for i, p := range places {
				ask("POST", "/plan", fmt.Sprintf(`{"method":%q,"school":%q,"drinkers":%d,%s}`, m.ID, s.ID, 1+2*(i%3), p))
			}
		}
	}
	for _, p := range []string{"/trips", "/trips/1", "/trips/1/plan", "/trips/1/kit", "/log", "/log/best", "/coffees", "/recipes", "/gear", "/now", "/about"} {
		ask("GET", p, "")
	}
	for id := 1; id <= 20; id++ {
		for _, p := range []string{"/stops/%d", "/stops/%d/ways", "/stops/%d/choices", "/brews/%d", "/brews/%d/advice", "/log/%d"} {
			ask("GET", fmt.Sprintf(p, id), "")
		}
	}
	ask("POST", "/trips/1/kit/choose", `{}`)
	ask("POST", "/trips/1/what-if", `{"delay_stop":3,"delay_days":2,"more_people":2,"colder_c":10}`)
	for _, q := range []string{`{"method":"cone","drinkers":0,"place":{"altitude_m":9500}}`, `{"method":"urn"}`, `{"method":"pot","water":{"state":"snow","source_c":4}}`} {
		ask("POST", "/plan", q)
	}
	for _, words := range []string{"13 g, 200 g at 90-94 °C, bloom 30 s, 30/110/170/200 at 0:00/0:45/1:30/2:15, done at 3:20", "3 tablespoons, 300 ml, 1:15, steep 4 min"} {
		b, _ := json.Marshal(map[string]string{"words": words})
		ask("POST", "/recipes/read", string(b))
	}
	out := make([]string, 0, len(said))
	for s := range said {
		out = append(out, s)
	}
	slices.SortFunc(out, func(a, b string) int { return cmp.Or(cmp.Compare(len(a), len(b)), cmp.Compare(a, b)) })
	return out
}

// The page has every sentence that there is; "make docs" writes it.
func TestThePageHasEverySentence(t *testing.T) {
	all, err := Gather(root)
	require.NoError(t, err)
	require.Greater(t, len(all), 2000)
	if os.Getenv("APODEMOS_WORDS") != "" {
		require.NoError(t, os.WriteFile(root+"/docs/words.md", []byte(Page(all, heard(t))), 0o644))
		return
	}
	b, err := os.ReadFile(root + "/docs/words.md")
	require.NoError(t, err)
	for _, s := range all {
		line := strings.NewReplacer("|", "\\|", "\n", " ", "<", "&lt;").Replace(s.Text)
		assert.True(t, bytes.Contains(b, []byte("| "+line+" | "+s.Kind+" | `"+s.ID+"` |")), "run make docs: %s", s.Text)
	}
}

// riddles are phrases that a person has to think about, and words that have one name here.
var riddles = regexp.MustCompile(`(?i)allowed:|\band not\b|\banew\b|\bwhoever\b|\bnobody\b|of one's own|one’s own|such as is|where it is said|what there is to|there is to be|\bto be had\b|\bis to be\b|\bcomes to be\b|goes along|taken along|take along|\blogbook\b|\bjournal\b|\blet go\b|have it back|had back|\bon the shelf\b|your shelf|my shelf|\bprovisions\b|\bin the pocket\b|this pocket\b|\bschool\b|half a flip|\bnot known at\b|\blook at it\b| 0\.0 |^what (was|is entered|you vouch) |!$|\bhow high\b|\bhow cold\b|stands? (at|there|in|on)\b|\bbegin(s)?\b`)

// excused are sentences that may say what riddles forbids, each for its reason.
var excused = map[string]string{
	"{0} stands on {1}: {2} wide.":                        "a pot stands on a burner",
	"{0} stands on {1} with the stick across its rim.":    "a dripper stands on a stick",
	"Put the coffee in the press. Stand it on the scale.": "a step",
	"Chopped, not ground":                                 "a table's row",
	"A piece stands up to here":                           "a drawing",
}

// ofTheAPI are sentences of the API's document, for those who write programs.
func ofTheAPI(s Sentence) bool {
	return strings.HasPrefix(s.Where, "server") || s.ID == "app.addOperations" || strings.HasPrefix(s.Text, "{…}/")
}

func TestNoRiddles(t *testing.T) {
	all, err := Gather(root)
	require.NoError(t, err)
	for _, s := range all {
		if ofTheAPI(s) || excused[s.Text] != "" {
			continue
		}
		if at := riddles.FindString(s.Text); at != "" {
			assert.Fail(t, fmt.Sprintf("%q in %s: %s", at, s.ID, s.Text))
		}
	}
}

// longButtons are buttons of more than three words, each for its reason.
var longButtons = map[string]string{
	"Skip: water not safe":         "a danger is said in full",
	"Skip: water not safe…":        "a danger is said in full",
	"Drained at a different time?": "a question, and its answer is a form",
}

// longCautions are cautions of care with more than 25 words, each for its reason.
var longCautions = map[string]string{
	"fire":          "putting a fire out takes three acts",
	"fire-ban-fire": "putting a fire out takes three acts",
	"water-unsaid":  "it says how long to boil and whose rules count",
}

func TestButtonsAreShort(t *testing.T) {
	all, err := Gather(root)
	require.NoError(t, err)
	n := 0
	for _, s := range all {
		if s.Kind != "button" || longButtons[s.Text] != "" {
			continue
		}
		n++
		said := strings.Fields(places.ReplaceAllString(s.Text, " ")) // the name of a thing is not counted
		assert.LessOrEqual(t, len(said), 3, "%s: %s", s.ID, s.Text)
	}
	assert.Greater(t, n, 80)
}

// A caution of care has at most 25 words with its reason. A danger says what to do and why, and is as
// long as that takes.
func TestCautionsSayWhatToDoAndWhy(t *testing.T) {
	n := 0
	for _, id := range caution.IDs() {
		c := caution.ByID(id, "")
		n++
		assert.NotEmpty(t, c.Text, id)
		assert.NotEmpty(t, c.Why, id)
		if c.Level == caution.Care && longCautions[id] == "" {
			assert.LessOrEqual(t, len(strings.Fields(c.Text+" "+c.Why)), 25, "%s: %s %s", id, c.Text, c.Why)
		}
	}
	assert.Greater(t, n, 30)
}

// An error says what to enter, and a note has at most 20 words.
func TestErrorsAndNotes(t *testing.T) {
	all, err := Gather(root)
	require.NoError(t, err)
	for _, s := range all {
		says := strings.Fields(regexp.MustCompile(`\{\d+#([^|]*)\|[^}]*\}`).ReplaceAllString(s.Text, "$1"))
		if strings.HasPrefix(s.ID, "explain.sayings") {
			assert.LessOrEqual(t, len(says), 20, "%s: %s", s.ID, s.Text)
		}
		if s.Kind == "error" {
			assert.LessOrEqual(t, len(says), 34, "%s: %s", s.ID, s.Text)
		}
	}
}

// No sentence that the program says shows a zero effect, a number that is none, or a place that was
// not filled.
func TestWhatIsSaidHasFigures(t *testing.T) {
	said := heard(t)
	require.Greater(t, len(said), 2000)
	odd := regexp.MustCompile(`\b0\.0 ?(%|points?|g|ml)?( (more|less|longer|shorter|better|worse)|$)|NaN|Inf\b|%!|\{\d|  `)
	for _, s := range said {
		assert.NotRegexp(t, odd, s)
	}
}
