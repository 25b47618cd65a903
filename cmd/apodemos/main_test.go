package main

import (
	"bytes"
	"encoding/json"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"runtime"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/demo"
	"apodemos/server"
	"apodemos/store"
)

func execute(in string, args ...string) (string, error) {
	c := root()
	var out bytes.Buffer
	c.SetIn(strings.NewReader(in))
	c.SetOut(&out)
	c.SetArgs(args)
	err := c.Execute()
	return out.String(), err
}

func TestPlanOnTheCommandLine(t *testing.T) {
	out, err := execute(`{"method":"cone","place":{"altitude_m":3900}}`, "plan")
	require.NoError(t, err)
	var p brew.Plan
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.InDelta(t, 86.96, *p.BoilC, 0.01)
	assert.Contains(t, p.Working, "boil_c")

	out, err = execute(`{"method":"cone","place":{"altitude_m":3900}}`, "plan", "--working=false")
	require.NoError(t, err)
	var bare brew.Plan
	require.NoError(t, json.Unmarshal([]byte(out), &bare))
	assert.Empty(t, bare.Working)
	assert.NotEmpty(t, bare.Cautions)
	assert.NotEmpty(t, bare.Notes, "what was made up for is told")

	_, err = execute(`{"method":"cone","drinkers":0,"cup_ml":5}`, "plan")
	assert.Equal(t, "drinkers: 0 is out of range. Enter a whole number from 1 to 24\ncup_ml: 5 ml is out of range. Enter 20 to 1000 ml", err.Error())
}

// docs/methods.md is made from the catalogue: apodemos methods > docs/methods.md.
func TestTheMethodsPageIsTheCatalogue(t *testing.T) {
	want, err := execute("", "methods")
	require.NoError(t, err)
	got, err := os.ReadFile("../../docs/methods.md")
	require.NoError(t, err)
	assert.Equal(t, want, string(got), "run: make docs")
}

func TestHelpIsThereForEveryCommand(t *testing.T) {
	for _, c := range root().Commands() {
		out, err := execute("", c.Name(), "--help")
		require.NoError(t, err)
		assert.Contains(t, out, "Usage:", c.Name())
		assert.Greater(t, len(c.Short), 20, c.Name())
	}
}

func TestItRefusesToStartOnAFileThatIsNoDatabase(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(dir, store.FileName), []byte("not a database"), 0o600))
	_, err := execute("", "serve", "--data", dir)
	require.Error(t, err)
	assert.NotContains(t, err.Error(), "\n")
	assert.Contains(t, err.Error(), "is not an Apodemos database")
	_, err = execute("", "serve", "--data", t.TempDir(), "--clock-rate", "0")
	assert.ErrorContains(t, err, "--clock-rate: 0 is out of range. Enter 1 to 1000")
}

// The published schema is that of the program.
func TestTheSchemaIsPublished(t *testing.T) {
	for _, kind := range server.Schemas {
		want, err := os.ReadFile("../../docs/" + kind + ".schema.json")
		require.NoError(t, err)
		got, err := server.Schema(kind)
		require.NoError(t, err)
		assert.Equal(t, string(want), string(got), "run make docs")
	}
	_, err := execute("", "schema", "tea")
	assert.ErrorContains(t, err, "Choose trip, recipe, log")
}

// A trip in, a plan out; the same by way of the database and back.
func TestTripOnTheCommandLine(t *testing.T) {
	file := `{"format":"apodemos-trip","version":1,"name":"Short","people":2,"starts_on":"2026-09-05","stops":[
		{"name":"Quay","day":1,"conditions":{"place":{"altitude_m":3900}},"facts":{"lat":1,"lon":2},"brews":[{"name":"First","at":"07:00","request":{"method":"cone","drinkers":2}}]}]}`
	out, err := execute(file, "trip")
	require.NoError(t, err)
	var r trip.Result
	require.NoError(t, json.Unmarshal([]byte(out), &r))
	assert.InDelta(t, 86.96, r.Stops[0].BoilC, 0.01)
	assert.Greater(t, *r.Totals.GasG, 5.0)
	_, err = execute(`{"format":"apodemos-trip","version":1,"name":"Short","people":99,"stops":[]}`, "trip")
	assert.ErrorContains(t, err, "people: 99 is out of range. Enter 1 to 24")

	dir := t.TempDir()
	path := filepath.Join(dir, "short.json")
	require.NoError(t, os.WriteFile(path, []byte(file), 0o600))
	out, err = execute("", "import", path, "--data", dir)
	require.NoError(t, err)
	assert.Equal(t, "Saved as trip 1.\n", out)
	for format, part := range map[string]string{"trip.json": `"apodemos-trip"`, "stops.gpx": "<wpt", "schedule.ics": "BEGIN:VEVENT", "provisions.csv": "Canister gas"} {
		out, err = execute("", "export", format, "--data", dir)
		require.NoError(t, err, format)
		assert.Contains(t, out, part, format)
	}
	_, err = execute("", "export", "trip.doc", "--data", dir)
	assert.ErrorContains(t, err, "is not a format")
}

// Words in, a recipe out, which goes into a plan request; tastings in, the next request
// out, which goes into a plan again.
func TestRecipeAndAdviseOnTheCommandLine(t *testing.T) {
	own, err := execute("", "recipe", "13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20")
	require.NoError(t, err)
	out, err := execute(`{"method": "cone", "grinder": {"um_per_click": 30}, "recipe": `+own+`}`, "plan")
	require.NoError(t, err)
	var p brew.Plan
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.InDelta(t, 13, *p.DoseG, 1e-9)
	assert.InDelta(t, 90, *p.StartC, 0.05)

	out, err = execute(`{"brews": [{"request": {"method": "cone", "grinder": {"um_per_click": 30}, "recipe": `+own+`}, "tasting": {"sour_bitter": -1, "weak_strong": 0}}], "allow": ["grind", "ratio"]}`, "advise")
	require.NoError(t, err)
	var a struct {
		Change  map[string]any  `json:"change"`
		Request json.RawMessage `json:"request"`
	}
	require.NoError(t, json.Unmarshal([]byte(out), &a))
	assert.Equal(t, "grind", a.Change["lever"])
	assert.Contains(t, a.Change["text"], "finer")
	_, err = execute(string(a.Request), "plan")
	require.NoError(t, err)
}

// A log and a recipe go out of one database and into another.
func TestLogAndRecipeOnTheCommandLine(t *testing.T) {
	dir, other := t.TempDir(), t.TempDir()
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	_, err = demo.Seed(t.Context(), s)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	for _, name := range []string{"log.json", "log.csv"} {
		out, err := execute("", "export", name, "--data", dir, "--trip", "0")
		require.NoError(t, err)
		path := filepath.Join(other, name)
		require.NoError(t, os.WriteFile(path, []byte(out), 0o600))
		out, err = execute("", "import", path, "--data", other)
		require.NoError(t, err)
		assert.Equal(t, map[string]string{"log.json": "29 entries imported; 0 were here already.\n", "log.csv": "0 entries imported; 29 were here already.\n"}[name], out)
	}
	path := filepath.Join(other, "own.json")
	require.NoError(t, os.WriteFile(path, []byte(`{"format":"apodemos-recipe","version":1,"recipe":{"name":"Mine","method":"cone","dose_g":13,"water_g":200}}`), 0o600))
	out, err := execute("", "import", path, "--data", other)
	require.NoError(t, err)
	assert.Equal(t, "Saved as recipe 1.\n", out)
}

// A backup is put back by the same program; a mistyped directory is told, and no
// empty backup is made of it.
func TestBackupAndRestoreOnTheCommandLine(t *testing.T) {
	dir, file := t.TempDir(), filepath.Join(t.TempDir(), "away.db")
	_, err := execute("", "backup", file, "--data", filepath.Join(dir, "typo"))
	assert.ErrorContains(t, err, "--data: there is no database in")
	assert.NoFileExists(t, file)
	assert.NoDirExists(t, filepath.Join(dir, "typo"), "and nothing is made there")

	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	_, err = app.New(s).AddTrip(t.Context(), app.Trip{TripIn: app.TripIn{Name: "Kept", People: 2}})
	require.NoError(t, err)
	_, err = execute("", "backup", file, "--data", dir)
	require.NoError(t, err, "also while the program runs")
	_, err = execute("", "restore", file, "--data", dir)
	assert.ErrorContains(t, err, "stop the program first")
	require.NoError(t, s.Close())
	_, err = execute("", "backup", file, "--data", dir)
	assert.ErrorContains(t, err, "exists already")

	out, err := execute("", "restore", file, "--data", dir)
	require.NoError(t, err)
	assert.Contains(t, out, "Restored into "+dir)
	assert.Contains(t, out, "The previous data is saved as ")
	out, err = execute("", "restore", file, "--data", filepath.Join(dir, "new"))
	require.NoError(t, err)
	assert.NotContains(t, out, "kept as")
	out, err = execute("", "export", "trip.json", "--data", filepath.Join(dir, "new"))
	require.NoError(t, err)
	assert.Contains(t, out, `"Kept"`)
}

// Bad calls are told in a line, with what is allowed.
func TestBadCalls(t *testing.T) {
	dir := t.TempDir()
	big := filepath.Join(dir, "big.csv")
	require.NoError(t, os.WriteFile(big, []byte("name;day\nMoor;x\n"), 0o600))
	for _, c := range []struct {
		args []string
		in   string
		says string
	}{
		{[]string{"plan"}, "{", "request: not JSON"},
		{[]string{"recipe", "plum"}, "", "words: no recipe found"},
		{[]string{"advise"}, "{", "history: not JSON"},
		{[]string{"advise"}, `{"brews": [{"request": {"method": "cone"}, "tasting": {"sour_bitter": 5}}]}`, "brews[0].tasting.sour_bitter: 5 is out of range"},
		{[]string{"advise"}, `{"brews": [], "luck": 1}`, "luck: not a known field"},
		{[]string{"plan", "extra"}, "{}", "unknown command"},
		{[]string{"trip"}, `{"format":"apodemos-trip","version":4,"name":"x","people":2,"stops":[]}`, "version"},
		{[]string{"trip"}, `{"format":"other"}`, "format"},
		{[]string{"import", filepath.Join(dir, "none.gpx"), "--data", dir}, "", "no such file"},
		{[]string{"import", big, "--data", dir}, "", "day"},
		{[]string{"export", "trip.json", "--data", dir, "--trip", "9"}, "", "--trip: there is no trip 9"},
		{[]string{"backup"}, "", "FILE is missing. Enter a new file for the copy"},
		{[]string{"restore", "a", "b"}, "", "FILE is given 2 times. Enter it once: a backup"},
		{[]string{"export"}, "", "FORMAT is missing. Enter trip.json, stops.gpx, schedule.ics, provisions.csv, log.json, log.csv"},
		{[]string{"export", "trip.pdf"}, "", "is not a format. Choose trip.json, stops.gpx, schedule.ics, provisions.csv, log.json, log.csv"},
		{[]string{"import"}, "", "FILE is missing. Enter a trip, GPX, CSV, log or recipe file, or - for standard input"},
		{[]string{"recipe"}, "", "WORDS is missing"},
		{[]string{"plan"}, " \n", `request: it is empty. Send one JSON object such as {"method": "cone"}`},
		{[]string{"bench", "fuel"}, "", "question: it is empty"},
		{[]string{"restore", filepath.Join(dir, "none.db"), "--data", dir}, "", "can’t read the backup"},
		{[]string{"serve", "--data", dir, "--listen", "nowhere:-1"}, "", "can’t listen on nowhere:-1"},
		{[]string{"nonsense"}, "", `unknown command "nonsense"`},
	} {
		_, err := execute(c.in, c.args...)
		require.Error(t, err, c.args)
		assert.Contains(t, err.Error(), c.says, c.args)
	}
}

// For a person the plan is a page, with its cautions, in the units asked for; into a pipe it
// is JSON.
func TestAPageForAPerson(t *testing.T) {
	const in = `{"method":"cone","drinkers":2,"place":{"altitude_m":2300},"water":{"source":"stream"}}`
	out, err := execute(in, "plan", "--text")
	require.NoError(t, err)
	for _, says := range []string{"Boils here at      92.3 °C", "Take care", "Make this water safe first", "  0:00  Pour to"} {
		assert.Contains(t, out, says)
	}
	for line := range strings.Lines(out) {
		assert.LessOrEqual(t, len([]rune(line)), 79)
	}
	us, err := execute(in, "plan", "--text", "--units", "us")
	require.NoError(t, err)
	assert.Contains(t, us, "Boils here at      198.2 °F")
	assert.NotContains(t, us, " ml")
	assert.NotContains(t, us, "°C")
	_, err = execute(in, "plan", "--text", "--units", "ells")
	assert.ErrorContains(t, err, "Enter metric or us")
	piped, err := execute(in, "plan")
	require.NoError(t, err)
	assert.True(t, json.Valid([]byte(piped)))

	out, err = execute(`{"place":{"altitude_m":2300}}`, "bench", "boil", "--text")
	require.NoError(t, err)
	assert.Contains(t, out, "Water boils at 92.3 °C")
	out, err = execute(`{}`, "bench", "boil", "--text")
	require.NoError(t, err)
	assert.Contains(t, out, "Altitude unknown")
	out, err = execute(`{"request":{"method":"cone"},"water_ml":600}`, "bench", "fuel", "--text")
	require.NoError(t, err)
	assert.Contains(t, out, "Carbon monoxide")
	out, err = execute(`{"request":{"method":"cone"},"target_c":90}`, "bench", "wait")
	require.NoError(t, err)
	assert.Contains(t, out, `"lid_s"`)
	for _, c := range []struct{ question, in, units, says string }{
		{"wait", `{"request":{"method":"cone"},"target_c":90}`, "metric", `Lid ajar +\d+ (min|s)`},
		{"wait", `{"request":{"method":"cone","place":{"altitude_m":2300}},"target_c":93}`, "metric", `It is at most 92\.3 °C here. Use it straight away`},
		{"canister", `{"request":{"method":"cone","place":{"air_c":20},"heat":{"burner":"canister"}}}`, "metric", `It feeds well at 20 °C`},
		{"canister", `{"request":{"method":"cone","place":{"air_c":-25},"heat":{"burner":"canister"}}}`, "us", `(?s)It won’t feed at −13 °F.*Warm it first to +\d+ °F.*lukewarm water only`},
		{"grind", `{"clicks":20,"from":{"um_per_click":37},"to":{"um_per_click":25}}`, "metric", `(?s)30 clicks on the other.*740 µm, medium`},  // 20 × 37 = 740 = 29.6 × 25
		{"water", `{"hardness_mg_l":0,"alkalinity_mg_l":0}`, "metric", `(?s)Epsom salt +167 mg/L.*5\.00 g of Epsom salt and 2\.00 g of baking`}, // 68 × 2.46 mg/L for 30 L
		{"water", `{}`, "us", `0\.175 oz of Epsom salt .*\s+.*0\.07 fl oz of each`},
		{"water", `{"hardness_mg_l":400,"alkalinity_mg_l":300}`, "metric", `Of it +\d+\.?\d* %, and the rest`},
	} {
		out, err = execute(c.in, "bench", c.question, "--text", "--units", c.units)
		require.NoError(t, err, c.in)
		assert.Regexp(t, c.says, out)
	}
	_, err = execute("", "bench", "canteen")
	assert.ErrorContains(t, err, "Choose boil, canister, fuel, grind, wait, water")
}

// What can hurt stands at its step; and the examples of the help are answered.
func TestAPageForThePath(t *testing.T) {
	out, err := execute(`{"method":"moka","place":{"altitude_m":2300},"water":{"source":"tap"}}`, "plan", "--text")
	require.NoError(t, err)
	steps, rest, _ := strings.Cut(out, "Take care")
	_, steps, _ = strings.Cut(steps, "Steps")
	assert.Contains(t, steps, "! ")
	for line := range strings.Lines(rest) {
		if said, is := strings.CutPrefix(line, "  ! "); is {
			assert.NotContains(t, steps, strings.TrimSpace(said), "once, where it counts")
		}
	}
	assert.Regexp(t, `Boils here at +\d+\.\d °C`, out)

	out, err = execute(`{"method":"cone","place":{"altitude_m":2300},"water":{"source":"stream"}}`, "plan", "--text")
	require.NoError(t, err)
	assert.Less(t, strings.Index(out, "Make this water safe first"), strings.Index(out, "Steps"), "before the first step")
	assert.Positive(t, strings.Index(out, "Make this water safe first"))

	out, err = execute(`{"method":"cone"}`, "plan", "--text")
	require.NoError(t, err)
	assert.Positive(t, strings.Index(out, "Treat this water as unsafe"))
	assert.Less(t, strings.Index(out, "Treat this water as unsafe"), strings.Index(out, "Steps"))

	p := leaf{us: true}
	assert.Equal(t, "0 °F", p.figure(quantity.Of(-17.9, quantity.Celsius)))
	assert.Equal(t, "−4 °F", p.figure(quantity.Of(-20, quantity.Celsius)))

	asked := 0
	for _, c := range benchCommand().Commands() {
		_, example, _ := strings.Cut(c.Example, "'")
		example, _, _ = strings.Cut(example, "'")
		_, err := execute(example, "bench", c.Name())
		assert.NoError(t, err, c.Example)
		asked++
	}
	assert.Equal(t, 6, asked)
}

// What is kept is listed; a file is looked at before it is kept, also from a pipe; and no
// command that reads makes a directory.
func TestListsAndDryRuns(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "data")
	for _, args := range [][]string{{"export", "trip.json"}, {"trip", "list"}, {"gear"}, {"log"}} {
		_, err := execute("", append(args, "--data", dir)...)
		assert.ErrorContains(t, err, "--data: there is no database in", args)
		assert.NoDirExists(t, dir, args)
	}
	gpx, err := os.ReadFile("../../formats/testdata/planned.gpx")
	require.NoError(t, err)
	out, err := execute(string(gpx), "import", "-", "--dry-run", "--data", dir, "--hours", "3")
	require.NoError(t, err)
	assert.Contains(t, out, "Night 1")
	assert.Contains(t, out, "Nothing was saved.")
	assert.NoDirExists(t, dir)
	_, err = execute(string(gpx), "import", "-", "--data", dir, "--hours", "30")
	assert.ErrorContains(t, err, "Enter 1 to 16 h")
	_, err = execute(string(gpx), "import", "-", "--data", dir)
	require.NoError(t, err)
	out, err = execute("", "trip", "list", "--data", dir, "--text")
	require.NoError(t, err)
	assert.Contains(t, out, "Planned on a map")
	out, err = execute("", "trip", "list", "--data", dir)
	require.NoError(t, err)
	assert.Contains(t, out, `"name": "Planned on a map"`)
	for cmd, says := range map[string]string{"gear": "There is no gear yet.", "log": "There is no cup yet."} {
		out, err = execute("", cmd, "--data", dir, "--text")
		require.NoError(t, err)
		assert.Contains(t, out, says)
	}
}

// A task stands on the day on which it begins, and each day once.
func TestTasksStandOnTheirDay(t *testing.T) {
	file, err := execute("", "export", "--data", demoDir(t), "--trip", "1", "trip.json")
	require.NoError(t, err)
	out, err := execute(file, "trip", "--text")
	require.NoError(t, err)
	days := regexp.MustCompile(`(?m)^(Day \d+|\d+ days? before)$`).FindAllString(out, -1)
	assert.Len(t, days, 13)
	assert.Len(t, slices.Compact(slices.Sorted(slices.Values(days))), 13)
	_, eighth, _ := strings.Cut(out, "\nDay 8\n")
	eighth, _, _ = strings.Cut(eighth, "\nDay 9\n")
	assert.Regexp(t, `12:15 +Start 290 ml of cold concentrate`, eighth)
}

// A cup was made at a moment: by the clock of the machine, which is named.
func TestMomentsNameTheirClock(t *testing.T) {
	was := time.Local
	time.Local = time.FixedZone("PASS", 2*3600)
	t.Cleanup(func() { time.Local = was })
	out, err := execute("", "log", "--data", demoDir(t), "--text")
	require.NoError(t, err)
	assert.Regexp(t, `(?m)^2026-09-12 10:40 PASS +Market town`, out)
	assert.NotRegexp(t, `\d\dZ`, out)
	assert.Equal(t, "2026-09-05 09:00 PASS", moment("2026-09-05T08:00:00+01:00"))
	assert.Equal(t, "soon", moment("soon"))
}

// Data that lies where settings go is moved to where data goes, once, and it is said.
func TestDataIsMovedOnce(t *testing.T) {
	if runtime.GOOS != "linux" {
		t.Skip("settings and data are in one place there")
	}
	home := t.TempDir()
	t.Setenv("HOME", home)
	t.Setenv("XDG_CONFIG_HOME", filepath.Join(home, ".config"))
	t.Setenv("XDG_DATA_HOME", filepath.Join(home, "share"))
	old, now := filepath.Join(home, ".config", "apodemos"), filepath.Join(home, "share", "apodemos")
	s, err := store.Open(t.Context(), old)
	require.NoError(t, err)
	_, err = app.New(s).AddTrip(t.Context(), app.Trip{TripIn: app.TripIn{Name: "Kept from before", People: 1}})
	require.NoError(t, err)
	require.NoError(t, s.Close())
	for range 2 {
		out, err := execute("", "trip", "list")
		require.NoError(t, err)
		assert.Contains(t, out, "Kept from before")
		assert.DirExists(t, now)
		assert.NoDirExists(t, old)
	}
}

// Without a home, data goes where one is, and the whole path is said.
func TestWithoutAHomeItSaysWhere(t *testing.T) {
	if runtime.GOOS != "linux" {
		t.Skip("elsewhere it has other names")
	}
	here := t.TempDir()
	t.Chdir(here)
	t.Setenv("HOME", "")
	t.Setenv("XDG_DATA_HOME", "")
	assert.Equal(t, filepath.Join(here, "apodemos"), dataDir("apodemos"))
}

// Programs that call this one get errors as they read them.
func TestErrorsAsJSON(t *testing.T) {
	_, err := execute(`{"method":"cone","drinkers":999}`, "plan")
	require.Error(t, err)
	var f struct {
		Error    string
		Problems []struct{ Field, Message string }
	}
	require.NoError(t, json.Unmarshal(faultJSON(err), &f))
	require.NotEmpty(t, f.Problems)
	assert.Equal(t, "drinkers", f.Problems[0].Field)
	assert.NotContains(t, plainText("a\x1b[31mb\u202e"), "\x1b")
	assert.Contains(t, version(), brew.Version)
}

// Every module that the program is built of is in the notices that it ships.
func TestNoticesNameWhatShips(t *testing.T) {
	out, err := exec.Command("go", "list", "-deps", "-f", "{{with .Module}}{{.Path}} {{.Version}}{{end}}", ".").Output()
	require.NoError(t, err)
	for line := range strings.Lines(string(out)) {
		if line = strings.TrimSpace(line); line != "" && line != "apodemos" {
			assert.Contains(t, notices, line+"\n", "run make notices")
		}
	}
	var web struct{ Dependencies map[string]string }
	b, err := os.ReadFile("../../web/package.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(b, &web))
	for name, version := range web.Dependencies {
		assert.Contains(t, notices, name+" "+version+" ", "run make notices")
	}
	got, err := execute("", "licenses")
	require.NoError(t, err)
	assert.Equal(t, notices, got)
	got, err = execute("", "version", "--short")
	require.NoError(t, err)
	assert.Equal(t, brew.Version+"\n", got)
}

// Who watches asks a running program how it is.
func TestHealth(t *testing.T) {
	s, err := store.Open(t.Context(), t.TempDir())
	require.NoError(t, err)
	defer s.Close()
	srv := httptest.NewServer(server.Handler(server.Options{Store: s}))
	out, err := execute("", "health", "--at", srv.URL)
	require.NoError(t, err)
	assert.Equal(t, "ok\n", out)
	srv.Close()
	_, err = execute("", "health", "--at", srv.URL)
	assert.Error(t, err)
}
