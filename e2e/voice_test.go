package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os/exec"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/trip"
)

func ptr[T any](v T) *T { return &v }

// send calls the API as the interface does.
func send(t testing.TB, base, verb, path string, body, into any) {
	t.Helper()
	b, err := json.Marshal(body)
	require.NoError(t, err)
	req, err := http.NewRequest(verb, base+"/api/v1"+path, bytes.NewReader(b))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	if verb == "PATCH" { // from what stands there now
		res, err := http.Get(base + "/api/v1" + path)
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		req.Header.Set("If-Match", res.Header.Get("ETag"))
	}
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	out, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	require.Less(t, res.StatusCode, 300, "%s %s: %s", verb, path, out)
	if into != nil {
		require.NoError(t, json.Unmarshal(out, into))
	}
}

var thin = regexp.MustCompile(`[\x{2009}\x{00a0}]`)

func spaced(s string) string { return thin.ReplaceAllString(s, " ") }

// One voice: a brew of every school, with water that has to be boiled, for several,
// in both systems of units, with a scale and without. Plan, steps, guide, sheet,
// schedule, provisions, comparison and command line say the same of it.
func TestOneVoice(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	var made struct{ ID int64 }
	send(t, app.base, "POST", "/trips", map[string]any{"name": "One voice", "people": 2, "starts_on": "2026-09-05"}, &made)
	conditions := map[string]any{"place": map[string]any{"altitude_m": 2300, "air_c": 8, "wind_ms": 2}, "water": map[string]any{"source": "stream", "treatment": "boil", "source_c": 6}}
	type planned struct {
		id      int64
		stop    int64
		request brew.Request
		plan    brew.Plan
	}
	var all []planned
	position := 0
	for _, m := range method.All {
		var stop struct{ ID int64 }
		position++
		send(t, app.base, "POST", fmt.Sprintf("/trips/%d/stops", made.ID), map[string]any{"name": m.Name, "position": position, "day": position, "km": position, "conditions": conditions}, &stop)
		for i, s := range m.Schools {
			var fresh struct {
				At      string       `json:"at"`
				Request brew.Request `json:"request"`
			}
			send(t, app.base, "GET", fmt.Sprintf("/stops/%d/brews/new?method=%s&school=%s", stop.ID, m.ID, s.ID), nil, &fresh)
			r := fresh.Request
			if i%2 == 1 {
				r.Scale = ptr(false)
			}
			if i == 0 && len(m.Schools) > 1 {
				r.Drinkers = ptr(5.0) // in batches, or cups
			}
			var kept struct {
				ID     int64 `json:"id"`
				Stored struct {
					Plan brew.Plan `json:"plan"`
				} `json:"stored"`
			}
			send(t, app.base, "POST", fmt.Sprintf("/stops/%d/brews", stop.ID), map[string]any{"at": fresh.At, "name": s.Name, "request": r}, &kept)
			all = append(all, planned{kept.ID, stop.ID, r, kept.Stored.Plan})
		}
	}
	var whole struct {
		Result trip.Result `json:"result"`
	}
	send(t, app.base, "GET", fmt.Sprintf("/trips/%d/plan?steps=true", made.ID), nil, &whole)
	r := whole.Result

	for _, b := range all {
		what := b.plan.Request.Method + "/" + *b.plan.Request.School
		i := slices.IndexFunc(r.Brews, func(o trip.BrewTotals) bool { return o.ID == b.id })
		require.GreaterOrEqual(t, i, 0, what)
		o := r.Brews[i]
		// Sheet's data against the plan's.
		assert.InDelta(t, *b.plan.DoseG, o.DoseG, 1e-6, what)
		assert.InDelta(t, *b.plan.Water.PouredMl, o.PouredMl, 1e-6, what)
		assert.InDelta(t, *b.plan.DrinkMl, o.DrinkMl, 1e-6, what)
		assert.InDelta(t, *b.plan.TotalS, o.TotalS, 1e-6, what)
		assert.Equal(t, texts(b.plan.Steps), texts(o.Steps), what)
		assert.Equal(t, len(b.plan.Cautions), len(o.Cautions), what)
		// The schedule begins it as long before as it takes.
		k := slices.IndexFunc(r.Tasks, func(task trip.Task) bool { return strings.HasPrefix(task.ID, "brew:") && task.Brew == b.id })
		require.GreaterOrEqual(t, k, 0, what)
		assert.InDelta(t, *b.plan.TotalS, r.Tasks[k].ForS, 1e-6, what)
		// The command line.
		in, err := json.Marshal(b.request)
		require.NoError(t, err)
		cmd := exec.Command(binary, "plan")
		cmd.Stdin = bytes.NewReader(in)
		out, err := cmd.Output()
		require.NoError(t, err, what)
		var told brew.Plan
		require.NoError(t, json.Unmarshal(out, &told))
		assert.Equal(t, texts(b.plan.Steps), texts(told.Steps), what)
		assert.Equal(t, b.plan.Cautions, told.Cautions, what)
		// What becomes of the water, in a line: the boil that makes it safe comes first.
		assert.Equal(t, b.plan.Boiling, o.Boiling, what)
		page := exec.Command(binary, "plan", "--text")
		page.Stdin = bytes.NewReader(in)
		out, err = page.Output()
		require.NoError(t, err, what)
		text := plainStep(string(out))
		assert.Contains(t, text, plainStep(b.plan.Boiling.Text), what)
		if b.plan.SafeBoilS != nil {
			assert.Contains(t, b.plan.Boiling.Text, "Rolling boil for 3 min", what)
		}
		for _, k := range b.plan.Cautions {
			if k.Level == "danger" {
				assert.Contains(t, strings.ReplaceAll(text, " ! ", " "), plainStep(k.Text+" "+k.Why), "%s: a danger with its reason, in a terminal", what)
			}
		}
	}
	// Provisions: the stops' water, the treatment and the coffee are those of the plans.
	for i, st := range r.Stops {
		draw, treat := 0.0, 0.0
		for _, o := range r.Brews {
			if o.Stop == i {
				draw += o.WaterMl
			}
		}
		for _, b := range all {
			if m, _ := method.ByID(b.plan.Request.Method); m.Name == st.Name {
				for _, s := range b.plan.Steps {
					if s.Keep {
						treat += max(s.ForS, 0) * *b.plan.Batches
						assert.GreaterOrEqual(t, s.ForS, 180.0-1e-6, "three minutes at 2,300 m: %s", st.Name)
					}
				}
			}
		}
		assert.InDelta(t, draw, st.DrawMl, 1e-6, st.Name)
		assert.InDelta(t, treat, st.TreatS, 1e-6, "what is guided is what provisions say: %s", st.Name)
	}

	// On the screens, in both systems: steps of the plan, of the guide and of the sheet.
	for _, system := range []string{"metric", "US"} {
		p.open(fmt.Sprintf("/trips/%d/sheet", made.ID))
		p.units(system)
		p.see("If you stop at")
		for _, b := range all {
			for _, k := range b.plan.Cautions {
				if k.Level == "danger" && k.Step != "" && system == "metric" {
					assert.Contains(t, p.screen(), k.Text+" "+k.Why, "%s: a danger with its reason, on paper", b.plan.Request.Method)
				}
			}
			if system == "metric" {
				assert.Contains(t, spaced(p.screen()), b.plan.Boiling.Text)
			}
		}
		var sheet map[string][]string
		require.NoError(t, json.Unmarshal([]byte(p.js(`JSON.stringify(Object.fromEntries([...document.querySelectorAll(".leaf-brews section")].map(s => [s.querySelector("h2 small").innerText.trim(), [...s.querySelectorAll("li > span:nth-child(2)")].map(e => [...e.childNodes].filter(n => n.nodeType === 3 || n.tagName === "EM").map(n => n.textContent).join(""))])))`)), &sheet))
		for n, b := range all {
			if n%3 != 0 && system == "US" {
				continue // every third in US units: they share the shaping
			}
			m, _ := method.ByID(b.plan.Request.Method)
			school, _ := m.School(*b.plan.Request.School)
			what := system + " " + b.plan.Request.Method + "/" + school.ID
			p.open(fmt.Sprintf("/trips/%d/stops/%d/brews/%d", made.ID, b.stop, b.id))
			p.until("see the steps of "+what, func() bool {
				return p.js(`document.querySelectorAll(".steps li").length > 0 && `+fmt.Sprintf("[%q, %q]", strings.ToLower(school.Name), strings.ToLower(m.Name))+`.includes((document.querySelector("[data-word=school]") ?? document.querySelector("[data-word=method]"))?.innerText.toLowerCase()) ? "y" : ""`) == "y"
			})
			var list []string
			require.NoError(t, json.Unmarshal([]byte(p.js(`JSON.stringify([...document.querySelectorAll(".steps li > span:nth-child(3)")].map(e => [...e.childNodes].filter(n => n.nodeType === 3 || n.tagName === "EM").map(n => n.textContent).join("")))`)), &list))
			assert.Equal(t, b.plan.Boiling.Text, spaced(p.js(`document.querySelector(".take-heat")?.innerText ?? ""`)), what)
			onPaper := sheet[school.Name]
			require.Equal(t, len(list), len(onPaper), what)
			for i := range list {
				assert.Equal(t, plainStep(list[i]), plainStep(onPaper[i]), "%s: step %d on the screen and on paper", what, i+1)
			}
			if system == "US" {
				assert.NotRegexp(t, `\d (ml|g|°C)\b`, spaced(strings.Join(list, " ")), what)
			}
		}
	}
	// The guide says the same, step by step, for a few of each kind.
	p.units("metric")
	for _, b := range all {
		id := b.plan.Request.Method + "/" + *b.plan.Request.School
		if !slices.Contains([]string{"pot/warm-boil", "pot/cold-first-boil", "cone/three-pours", "moka/hot-fill", "hand-press/inverted", "steep-bag/standard", "serve-concentrate/hot"}, id) {
			continue
		}
		p.open(fmt.Sprintf("/trips/%d/stops/%d/brews/%d/guide", made.ID, b.stop, b.id))
		p.see("Pot ready?")
		p.click("Start")
		p.until("be told what to do", func() bool { return p.js(`document.querySelector("[data-testid=instruction]")?.innerText ?? ""`) != "" })
		var said []string
		hear := func() {
			for _, told := range []string{`[data-testid=instruction], .guide-rest p`, `[data-testid=meanwhile]`} {
				if s := spaced(p.js(fmt.Sprintf(`[...document.querySelectorAll(%q)].map(e => e.innerText).join(" ")`, told))); s != "" && !slices.Contains(said, s) {
					said = append(said, s)
				}
			}
		}
		for range 80 {
			if p.js(`document.body.innerText.includes("Done.") ? "y" : ""`) == "y" {
				break
			}
			hear()
			p.next()
			for range 5 { // a notice may change before the step does
				hear()
				time.Sleep(40 * time.Millisecond)
			}
			if p.js(`document.querySelector("[data-testid=hold]") ? "y" : ""`) == "y" {
				p.skipBoil() // who only reads boils nothing
			}
		}
		told := strings.Join(said, "\n")
		for _, s := range b.plan.Steps {
			if s.Lane != method.Flame {
				assert.Contains(t, told, s.Text, id)
			}
		}
	}
}

func texts(steps []brew.Step) []string {
	var out []string
	for _, s := range steps {
		out = append(out, fmt.Sprintf("%s %.3f %.3f %s", s.ID, s.AtS, s.ForS, s.Text))
	}
	return out
}

// plainStep is a step's words without marks and with plain spaces.
func plainStep(s string) string {
	s = strings.ReplaceAll(spaced(s), "⚠", "")
	return strings.TrimSpace(regexp.MustCompile(`\s+`).ReplaceAllString(s, " "))
}

// From the form of a stop at a stream at 2,300 m, of which nothing is said, to the
// three minutes of boiling that the guide times.
func TestAStreamFromTheFormToTheThreeMinutes(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir(), "--clock-rate", "20")
	p := sit(t, app.base)
	p.open("/trips/1")
	p.click("Add a stop")
	p.fill("Name", "Stream camp")
	p.fill("Altitude", "2300")
	p.clickKind("a stream", ".strip label")
	p.see("Make this water safe first")
	const way = "Down the bank by the birch, one hand on the rope."
	p.click("Water and a note")
	p.fill("Way to the water", way)
	p.click("Add the stop")
	p.see("Stream camp")
	p.see("Way to the water: " + way)
	p.see("Plan a brew here")
	p.see("Make this water safe first")
	p.click("All ")
	p.see("Needs safe water: it doesn’t disinfect")
	p.plan("Steeped or boiled pot: Warm water, then a boil")
	p.see("Before the first step:")
	p.see("Make this water safe first")
	p.click("Save")
	p.see("Saved")
	p.click("Brew it")
	p.see("Before you start.")

	// It is decided at the stop, and plan, guide, paper and provisions follow.
	p.click("Plan")
	p.see("Boils here at")
	p.clickKind("Stream camp", ".ribbon-stops button")
	p.see("Make this water safe first")
	p.click("Change the stop")
	p.clickKind("boiled first", ".strip label")
	p.click("Save the stop")
	p.seeNot("Make this water safe first")
	p.see("boil it")
	p.clickKind("Steeped or boiled pot", "td a")
	p.see("Keep a rolling boil for 3 min. It makes the water safe.")
	p.seeNot("Before the first step:")
	p.do(chromedp.KeyEvent("p"))
	p.see("boil 3 min")
	p.do(chromedp.NavigateBack())
	p.see("Boils here at")
	p.see("The stop or its trip has changed since")
	p.click("Brew it")
	p.see("Pot ready?")
	p.seeNot("Before you start.")
	p.click("Start")
	left := ""
	p.until("reach the boil", func() bool {
		p.js(`[...document.querySelectorAll(".guide-keys button")].find(e => ["It boils", "Continue", "Pour now"].includes(e.innerText.trim()) && !e.disabled && document.body.innerText.includes("The clock is waiting for you"))?.click(), ""`)
		if strings.Contains(p.js(`document.querySelector("[data-testid=instruction]")?.innerText ?? ""`), "rolling boil") {
			left = p.js(`document.querySelector("[data-testid=left]")?.innerText ?? ""`)
		}
		return left != ""
	})
	assert.Regexp(t, `^(2:[3-5]\d|3:00) left`, left, "three minutes are timed")
	// One touch does not cut it short.
	p.do(chromedp.KeyEvent(kb.ArrowRight))
	p.see("Stopping now is unsafe.")
	assert.Contains(t, p.js(`document.querySelector("[data-testid=instruction]")?.innerText ?? ""`), "rolling boil")
	p.see("Take it off the heat. Swirl.")
	for _, at := range []string{"/trips/1/schedule?view=days", "/trips/1/sheet"} {
		p.open(at)
		p.see("Way to the water: " + way)
	}
}

// Six cups from a small dripper: equal batches, each of what it takes, into a server;
// the picture, the steps and the guide are of one.
func TestAConeForSix(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/8")
	p.plan("Cone dripper: Four pulses, 45 seconds apart")
	p.see("Boils here at")
	p.fill("People", "6")
	p.click("All settings")
	p.see("The first of these counts")
	p.fill("Coffee the brewer takes", "30")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.see("4 equal batches")
	p.see("a 340 ml server")
	each := number(t, p.figure("dose_each_g"))
	assert.LessOrEqual(t, each, 30.0)
	assert.InDelta(t, number(t, p.figure("dose_g"))/4, each, 0.6)
	p.see(fmt.Sprintf("Weigh %v g of coffee", each))
	assert.Contains(t, spaced(p.js(`[...document.querySelectorAll(".sc-note")].map(e => e.textContent).join("|")`)), fmt.Sprintf("%v g of coffee", each), "the picture is of one batch")
	p.click("Brew it")
	p.see("4 batches, ")
	p.click("Start")
	p.see("Batch 1. ")
}

// Concentrate from home to the last vial: it counts once, as what is served, and says
// how old it is when it is drunk.
func TestConcentrateFromHomeToTheLastVial(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	var made, home, hut struct{ ID int64 }
	send(t, app.base, "POST", "/trips", map[string]any{"name": "Vials", "people": 2, "starts_on": "2026-09-05"}, &made)
	at := fmt.Sprintf("/trips/%d/stops", made.ID)
	send(t, app.base, "POST", at, map[string]any{"name": "Home", "position": 1, "day": 1, "km": 0, "conditions": map[string]any{"place": map[string]any{"altitude_m": 200}, "water": map[string]any{"source": "tap"}}}, &home)
	send(t, app.base, "POST", at, map[string]any{"name": "Hut", "position": 2, "day": 2, "km": 9, "facts": map[string]any{"nights": 2}, "conditions": map[string]any{"place": map[string]any{"altitude_m": 1800, "air_c": -4}, "water": map[string]any{"source": "tap"}}}, &hut)
	p.open(fmt.Sprintf("/trips/%d/stops/%d", made.ID, home.ID))
	p.plan("Cold concentrate at home: One to three by volume")
	p.see("Vials")
	p.fill("People", "4") // two days of two
	p.until("see eight vials", func() bool { return p.figure("vials") == "8 ×" })
	dose := p.figure("dose_g")
	p.click("Save")
	p.see("Saved")
	p.open(fmt.Sprintf("/trips/%d/stops/%d", made.ID, hut.ID))
	p.plan("Serve concentrate: With hot water")
	p.see("Concentrate freezes here")
	p.fill("Ratio", "127") // as it was made at home
	p.see("4 vials of 60 ml in all")
	p.click("Save")
	p.see("Saved")
	p.click("Supplies")
	p.see("Nothing runs out.")
	p.until("its coffee once", func() bool { return p.figure("totals.coffee_g") == dose })
	p.click("Schedule")
	p.click("All days")
	p.see("from concentrate (")
	assert.NotContains(t, p.screen(), "Start 225 ml of cold concentrate", "it is made already")
}
