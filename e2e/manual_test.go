package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// chapter is one of the manual's: where it begins, on what data, and what its numbered steps say.
type chapter struct {
	id, title, begins, data string
	steps                   []string
}

var (
	headLine = regexp.MustCompile(`(?m)^(\w+): (.*)$`)
	titled   = regexp.MustCompile(`(?m)^# (.*)$`)
	numbered = regexp.MustCompile(`(?m)^\d+\. (.*(?:\n   .*)*)`)
)

func chapters(t *testing.T) []chapter {
	files, err := filepath.Glob("../docs/manual/*.md")
	require.NoError(t, err)
	var out []chapter
	for _, f := range files {
		if filepath.Base(f) == "README.md" {
			continue
		}
		b, err := os.ReadFile(f)
		require.NoError(t, err)
		_, rest, _ := strings.Cut(string(b), "---\n")
		head, body, found := strings.Cut(rest, "\n---\n")
		require.True(t, found, f)
		c := chapter{id: strings.TrimSuffix(filepath.Base(f), ".md"), title: titled.FindStringSubmatch(body)[1]}
		for _, m := range headLine.FindAllStringSubmatch(head, -1) {
			switch m[1] {
			case "begins":
				c.begins = m[2]
			case "data":
				c.data = m[2]
			}
		}
		for _, m := range numbered.FindAllStringSubmatch(body, -1) {
			c.steps = append(c.steps, strings.Join(strings.Fields(m[1]), " "))
		}
		out = append(out, c)
	}
	return out
}

// A step's words, as the manual's README says that they are to be read: what is touched is
// bold, what is written is code, and what the screen says is in italics.
var move = regexp.MustCompile("(?:([Ww]rite) `([^`]+)` at|([Cc]hoose) \\*\\*([^*]+)\\*\\* at) \\*\\*([^*]+)\\*\\*" +
	"|\\*\\*([^*]+)\\*\\*(?: at \\*\\*([^*]+)\\*\\*)?" +
	"|\\*([^*]+)\\*")

// follow does what a step says, and looks for what it says comes of it.
func (p *person) follow(step string) {
	p.t.Helper()
	require.NotContains(p.t, move.ReplaceAllString(step, ""), "*", "all of it is understood: %s", step)
	require.NotContains(p.t, move.ReplaceAllString(step, ""), "`", "all of it is understood: %s", step)
	for _, m := range move.FindAllStringSubmatch(step, -1) {
		write, text, choose, option, at, touch, under, says := m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8]
		switch {
		case write != "":
			p.fill(at, text)
		case choose != "":
			p.pick(at, option)
		case under == "How was it?":
			p.spot(touch)
		case under != "":
			p.touchUnder(under, touch)
		case touch != "":
			p.click(touch)
		default:
			p.see(says)
			continue
		}
		// A person touches the next thing when what follows from the last is there.
		time.Sleep(150 * time.Millisecond)
		p.settle()
		p.until("see what follows", func() bool { return p.js(`document.querySelector("[aria-busy=true]") ? "busy" : "idle"`) == "idle" })
	}
}

// pick chooses an option of the list with a label, plain or of the component library.
func (p *person) pick(label, option string) {
	p.t.Helper()
	id := ""
	p.until("find the list "+label, func() bool {
		id = p.js(fmt.Sprintf(`(() => {
			const l = [...document.querySelectorAll("label")].find(e => e.innerText.trim() === %q && e.getClientRects().length > 0);
			const e = (l && document.getElementById(l.htmlFor)) ?? document.querySelector('[aria-label=%q]');
			if (!e) document.querySelector('.word[data-says=%q][aria-expanded=false]')?.click();
			if (e && !e.id) e.id = "picked-" + Math.random().toString(36).slice(2);
			return e ? e.tagName + " " + e.id : "";
		})()`, label, label, label))
		return id != ""
	})
	tag, id, _ := strings.Cut(id, " ")
	if tag == "SELECT" {
		p.choose("#"+id, option)
		return
	}
	p.do(selectOption(fmt.Sprintf(`[id=%q]`, id), option)...)
}

// spot touches the field of a tasting at one of its words.
func (p *person) spot(word string) {
	p.t.Helper()
	at := p.text("find "+word+" on the field", fmt.Sprintf(`(() => { const e = [...document.querySelectorAll(".ts-field text")].find(e => e.textContent.trim() === %q); e?.scrollIntoView({block: "center"}); const r = e?.getBoundingClientRect(); return r?.width ? [r.x + r.width / 2, r.y + r.height / 2].join(" ") : ""; })()`, word))
	var x, y float64
	_, err := fmt.Sscan(at, &x, &y)
	require.NoError(p.t, err)
	p.do(chromedp.MouseClickXY(x, y))
}

// touchUnder touches one of the answers to a question, or a thing in a part of the page.
func (p *person) touchUnder(part, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf("touch %s at %s", text, part), func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const [part, wanted] = [%q, %q];
			const says = (e) => (e.innerText ?? "").replace(/[\u2009\u00a0]/g, " ").trim();
			const box = [...document.querySelectorAll("fieldset, section, [aria-label]")].find(e =>
				e.getClientRects().length > 0 && (says(e.querySelector(":scope > legend, :scope > h2") ?? {}).startsWith(part) || e.getAttribute("aria-label") === part));
			// What stands under a heading that is no part of its own.
			const after = [];
			const head = !box && [...document.querySelectorAll("h2")].find(h => says(h).startsWith(part));
			for (let e = head?.nextElementSibling; e && e.tagName !== "H2"; e = e.nextElementSibling) after.push(e);
			const all = (box ? [box] : after).flatMap(b => [...b.querySelectorAll("label, button, a, summary, input")]);
			if (all.length === 0) {
				const w = [...document.querySelectorAll(".word")].find(e => e.dataset.says === part);
				if (w && w.getAttribute("aria-expanded") !== "true") w.click();
				return "";
			}
			const named = (e) => e.getAttribute("aria-label") ?? "";
			const e = all.find(e => says(e) === wanted) ?? all.find(e => [part + " " + wanted, wanted + " of ten"].includes(named(e))) ?? all.find(e => says(e).startsWith(wanted));
			if (!e) return "";
			e.scrollIntoView({block: "center"});
			e.click();
			return "yes";
		})()`, part, text)) == "yes"
	})
}

// Each chapter of the manual is done as it says, and the screen says what it says.
func TestTheManual(t *testing.T) {
	t.Parallel()
	all := chapters(t)
	require.GreaterOrEqual(t, len(all), 7)
	for _, c := range all {
		t.Run(c.id, func(t *testing.T) {
			t.Parallel()
			require.NotEmpty(t, c.steps)
			var app *program
			switch c.data {
			case "demo":
				app = start(t, t.TempDir())
			case "nothing":
				app = startOwn(t)
			default:
				require.Fail(t, "data: demo, or nothing", c.data)
			}
			p := sit(t, app.base)
			p.open(c.begins)
			for _, s := range c.steps {
				p.follow(s)
			}
		})
	}
}

// The manual stands beside the page: it is looked through, read and followed without
// leaving, has an address of its own, and works by the keyboard and on a phone.
func TestTheManualBesideThePage(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/now")
	p.see("water from")
	p.do(chromedp.KeyEvent("?"))
	p.see("Help, words and keys")
	for _, c := range chapters(t) {
		p.see(c.title)
	}
	p.fill("Search help", "melting snow")
	p.see("Snow")
	p.fill("Search help", "bloom")
	p.see("lets gas out of fresh coffee")
	p.fill("Search help", "xyzzy")
	p.see("No help on “xyzzy”")
	p.into("Search help")
	p.do(chromedp.KeyEvent("a"))
	p.fill("Search help", "printed on a bag")
	p.click("A recipe from a bag")
	p.see("All help")
	p.click("Go there")
	p.see("Add a coffee")
	p.see("All help") // it stays beside the page
	p.click("Open as a page")
	p.until("have its address", func() bool {
		return strings.HasSuffix(p.js(`location.pathname`), "/manual/recipe-from-a-bag")
	})
	p.open("/manual/no-such")
	p.see("No help page “no-such”")
	p.do(chromedp.EmulateViewport(360, 740))
	p.open("/manual/snow")
	p.see("Snow")
	p.until("see its picture", func() bool {
		return p.js(`String([...document.querySelectorAll(".manual img")].every(i => (i.loading = "eager", i.complete && i.naturalWidth > 0)))`) == "true"
	})
	assert.Equal(t, "360", p.js(`String(document.documentElement.scrollWidth)`))
}

// The first look around goes through five views, can be skipped, is offered once, and can be
// had again.
func TestALookAround(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	app := start(t, dir)
	p := sit(t, app.base)
	p.open("/")
	p.see("First time here?")
	p.click("Take the tour")
	for i, at := range []struct{ path, says string }{
		{"/now", "Where you are"},
		{"/trips/1", "A trip along its route"},
		{"/brews/", "A brew in one picture"},
		{"/brews/", "The guide"},
		{"/log", "Your cup changes the next one"},
	} {
		p.see(at.says)
		assert.Contains(t, p.js(`location.pathname`), at.path)
		if i < 4 {
			// The card goes along with what it stands by, which may still be moving.
			p.js(`([...document.querySelectorAll(".look button")].find(b => b.innerText === "Next").click(), "")`)
		}
	}
	p.click("Finish")
	p.seeNot("Your cup changes the next one")
	p.open("/")
	p.see("water from")
	p.seeNot("First time here?")
	p.do(chromedp.KeyEvent("?"))
	p.click("Take the tour")
	p.see("Where you are")
	p.click("Skip")
	p.seeNot("Where you are")

	// Who goes elsewhere meanwhile is let go.
	p.do(chromedp.KeyEvent("?"))
	p.click("Take the tour")
	p.see("Where you are")
	p.do(chromedp.KeyEvent("l"))
	p.see("29 cups")
	p.seeNot("Where you are")

	// What is one's own has no demo to look around in.
	own := sit(t, startOwn(t).base)
	own.open("/")
	own.see("water from")
	own.seeNot("First time here?")
}
