package e2e

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// glance counts what is on the first screen: words of two letters or more, and controls without
// navigation and without figures that open their working. Cautions of danger are outside the count.
const glance = `(() => {
  const apart = "header, .trip-nav, nav, .thumb, .ribbon, .skip, .sr, script, style, .care-danger, .remark-danger, .ant-notification, .pocket-strip";
  const seen = r => r.width > 0 && r.height > 0 && r.top < innerHeight && r.bottom > 0 && r.left < innerWidth && r.right > 0;
  let words = 0;
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const n = walk.currentNode, e = n.parentElement;
    if (!e || e.closest(apart) || !e.checkVisibility({opacityProperty: true, visibilityProperty: true})) continue;
    const range = document.createRange();
    range.selectNodeContents(n);
    if ([...range.getClientRects()].some(seen)) words += (n.textContent.match(/[\p{L}][\p{L}’'-]+/gu) ?? []).length;
  }
  const controls = [...document.querySelectorAll("button, a[href], input:not([type=hidden]), select, textarea, summary, [role=slider], [role=button]")]
    .filter(e => !e.closest(apart) && !e.matches("[data-figure], .fig, .cell-fig") && e.checkVisibility({opacityProperty: true, visibilityProperty: true}) && (e.matches(".sr") ? seen(e.parentElement.getBoundingClientRect()) : seen(e.getBoundingClientRect()))).length;
  return JSON.stringify({words, controls});
})()`

// most is how many words and controls a first screen may have.
type most struct{ Words, Controls int }

// The rule, on a laptop and on a phone.
var onLaptop, onPhone = most{120, 25}, most{70, 15}

// looks are the views that answer one question, with what their first screens may have. Those that
// are above the rule say why, and may not grow.
var looks = []struct {
	name, path, sign string
	laptop, phone    most
	why              string
}{
	{"now", "/now", "All 12 methods", onLaptop, most{85, 16}, "the water, how it is made safe and the heat are always words of the sentence"},
	{"plan", "/trips/1/stops/5/brews/9", "Why? Other options", most{145, 25}, onPhone, "the steps stand beside the score"},
	{"guide", "/trips/1/stops/5/brews/9/guide", "Pot ready?", onLaptop, onPhone, ""},
	{"log", "/log", "Your best:", onLaptop, onPhone, ""},
	{"supplies", "/trips/1/provisions", "Nothing runs out", onLaptop, onPhone, ""},
	{"schedule", "/trips/1/schedule", "Weigh out", most{140, 25}, onPhone, "a day’s list is what the view is for"},
	{"kit", "/trips/1/kit", "makes all 15 brews", most{130, 28}, onPhone, "each piece is a control with its name and mass"},
	{"stop", "/trips/1/stops/5", "Brews here", most{145, 25}, onPhone, "its own notes and its brews stand over the best way"},
	{"route", "/trips/1", "High plateau", most{120, 45}, most{70, 22}, "each stop, its menu and each brew is a control"},
	{"shelf", "/shelf", "Hand press", most{155, 30}, onPhone, "each thing has its figures"},
	{"a cup", "/log/1", "As planned", onLaptop, most{75, 15}, "its own words and notes"},
	{"two cups", "/log/compare?a=24&b=27", "What differed", onLaptop, onPhone, ""},
	{"log a cup", "/log/new", "a place outside trips", onLaptop, onPhone, ""},
	{"log entry", "/trips/1/stops/5/brews/9/log", "Back to the plan", onLaptop, onPhone, ""},
	{"coffees", "/coffees", "Cloud terrace, washed", onLaptop, onPhone, ""},
	{"recipes", "/recipes", "From the bag: four pours", onLaptop, onPhone, ""},
	{"blind", "/blind", "Start", onLaptop, onPhone, ""},
	{"offline copy", "/trips/1/along", "As one file", onLaptop, most{90, 15}, "both ways of taking it stand beside each other"},
	{"boiling", "/bench/boil", "What does water boil at?", onLaptop, onPhone, ""},
	{"waiting", "/bench/wait", "Wait until", onLaptop, onPhone, ""},
	{"fuel", "/bench/fuel", "for one boil", onLaptop, onPhone, ""},
	{"canister", "/bench/canister", "feeds", onLaptop, onPhone, ""},
	{"minerals", "/bench/water", "baking soda", most{130, 25}, most{75, 15}, "two waters, each with its minerals"},
	{"grinder", "/bench/grind", "clicks", onLaptop, onPhone, ""},
	{"practice", "/practice?method=press-pot", "A whole brew", onLaptop, most{95, 15}, "each exercise says what to do"},
	{"trips", "/trips", "From the port to the ice field", onLaptop, most{85, 15}, "how to begin a trip stands beside those there are"},
	{"import", "/import", "Choose a file", onLaptop, onPhone, ""},
	{"bring", "/bring", "Choose the saved offline copy", onLaptop, onPhone, ""},
	{"take", "/take", "Read it", onLaptop, onPhone, ""},
}

// A first screen is read at one glance.
func TestOneGlance(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/now")
	p.click("Not now")
	p.js(`(Object.keys(localStorage).filter(k => k.startsWith("apodemos.open.")).forEach(k => localStorage.setItem(k, "0")), "")`)
	for _, v := range looks {
		for _, at := range []struct {
			name string
			w, h int64
			most most
		}{{"laptop", 1280, 800, v.laptop}, {"phone", 390, 844, v.phone}} {
			p.do(chromedp.EmulateViewport(at.w, at.h))
			p.open(v.path)
			p.see(v.sign)
			p.settle()
			var is most
			require.NoError(t, json.Unmarshal([]byte(strings.ToLower(p.js(glance))), &is))
			t.Logf("%s on a %s: %d words, %d controls", v.name, at.name, is.Words, is.Controls)
			assert.LessOrEqual(t, is.Words, at.most.Words, "words of %s on a %s", v.name, at.name)
			assert.LessOrEqual(t, is.Controls, at.most.Controls, "controls of %s on a %s", v.name, at.name)
		}
	}
}

// sizes lists the sizes of type on a page, paper apart.
const sizes = `(() => {
  const out = new Map();
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const e = walk.currentNode.parentElement;
    if (!walk.currentNode.textContent.trim() || !e || e.closest(".sr, .leaf, .fold-page, script, style") || !e.checkVisibility()) continue;
    const s = getComputedStyle(e).fontSize;
    if (!["13px", "16px", "20px", "27px", "64px"].includes(s)) out.set(s, e.tagName + "." + (e.className?.baseVal ?? e.className) + " " + walk.currentNode.textContent.trim().slice(0, 20));
  }
  return [...out].map(x => x.join(" ")).join("\n");
})()`

// Five sizes of type, nothing under 13 px.
func TestFiveSizesOfType(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	for _, v := range looks {
		for _, w := range []int64{1280, 390} {
			p.do(chromedp.EmulateViewport(w, map[int64]int64{1280: 800, 390: 844}[w]))
			p.open(v.path)
			p.see(v.sign)
			p.settle()
			assert.Empty(t, p.js(sizes), "%s at %d px: other sizes of type", v.name, w)
		}
	}
}

// text waits for an expression to give a text, and gives it.
func (p *person) text(what, expression string) (out string) {
	p.t.Helper()
	p.until(what, func() bool { out = p.js(expression); return out != "" })
	return out
}

// The buttons of the guide never move during a whole brew, and nothing covers them.
func TestTheButtonsOfTheGuideStay(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir(), "--clock-rate", "30")
	p := sit(t, app.base)
	p.do(chromedp.EmulateViewport(390, 844))
	p.open("/trips/1/stops/5/brews/9/guide")
	p.see("Pot ready?")
	where := func() string {
		return p.js(`[...document.querySelectorAll(".guide-keys > *")].map(e => { const r = e.getBoundingClientRect(); const on = document.elementFromPoint(r.x + r.width / 2, r.y + r.height / 2); return [r.x, r.y, r.width, r.height].map(Math.round).join(",") + (e === on || e.contains(on) ? "" : " covered"); }).join(" | ")`)
	}
	first := where()
	assert.NotContains(t, first, "covered")
	p.click("Start")
	for range 60 {
		assert.Equal(t, first, where())
		if strings.Contains(p.screen(), "Done. Taste it") {
			break
		}
		p.next()
	}
	p.see("Done. Taste it")
	assert.Equal(t, first, where())
}

// The sentence by the keyboard: the main button is the second stop, arrows choose, and Enter goes on
// to the next word with the focus in its control.
func TestTheSentenceByTheKeyboard(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	p := sit(t, app.base)
	key := func(k string) {
		p.do(chromedp.KeyEvent(k))
		time.Sleep(200 * time.Millisecond)
	}
	at := func() string {
		return p.js(`(document.activeElement?.closest(".sentence-control")?.getAttribute("aria-label") ?? "") + (document.activeElement?.innerText ?? "")`)
	}
	p.open("/now")
	p.see("Plan: ")
	key("\t")
	key("\t")
	require.Equal(t, "Skip to the main button", at())
	key("\r")
	assert.True(t, strings.HasPrefix(at(), "Plan: "), at())
	p.js(`(document.querySelector("[data-word=wind]").focus(), "")`)
	key("\r")
	require.Equal(t, "Wind", at())
	key(kb.ArrowRight)
	assert.Equal(t, "a breeze", p.says("Wind"))
	key(kb.ArrowRight)
	assert.Equal(t, "strong wind", p.says("Wind"), "arrows choose, and do not go on")
	key("\r")
	p.until("be asked for the water with the focus there", func() bool { return at() == "Water source" })
	key(kb.Escape)
	p.until("be back at the word", func() bool { return p.js(`document.activeElement?.dataset.word ?? ""`) == "source" })
}
