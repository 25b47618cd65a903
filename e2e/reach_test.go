package e2e

import (
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// views are the main views, and what shows that they are there. Every new view joins them.
var views = []struct{ name, path, sign string }{
	{"now", "/now", "water from"},
	{"a way from now", "/now/plan?method=pot&school=steeped-skimmed", "onto the coffee"},
	{"route", "/trips/1", "High plateau"},
	{"stop", "/trips/1/stops/5", "Brews here"},
	{"a stop being changed", "/trips/1/stops/5?change", "Save the stop"},
	{"plan", "/trips/1/stops/5/brews/9", "onto the coffee"},
	{"guide", "/trips/1/stops/5/brews/9/guide", "Pot ready?"},
	{"log entry", "/trips/1/stops/5/brews/9/log", "Back to the plan"},
	{"provisions", "/trips/1/provisions", "What if"},
	{"schedule", "/trips/1/schedule", "Weigh out"},
	{"sheet", "/trips/1/sheet", "If you stop at"},
	{"kit", "/trips/1/kit", "Each brew"},
	{"shelf", "/shelf", "Hand press"},
	{"log", "/log", "Day five: citrus, long."},
	{"a cup without a plan", "/log/new", "a place outside trips"},
	{"all days", "/trips/1/schedule?view=days", "Afterwards"},
	{"deleted", "/deleted", "Deleted"},
	{"manual", "/manual", "Which kit"},
	{"a coffee's path", "/log?liking=liked", "of 29"},
	{"a cup", "/log/1", "As planned"},
	{"two cups", "/log/compare?a=24&b=27", "What differed"},
	{"coffees", "/coffees", "Cloud terrace, washed"},
	{"recipes", "/recipes", "From the bag: four pours"},
	{"a recipe", "/recipes/1", "Other steps"},
	{"a recipe in words", "/recipes/new?words=13%20g%2C%20200%20g", "Read it"},
	{"blind", "/blind", "Start"},
	{"along", "/trips/1/along", "As one file"},
	{"bring", "/bring", "Choose the saved offline copy"},
	{"take", "/take", "Read it"},
	{"blind rounds", "/blind/1", "Deal the cups"},
	{"boiling", "/bench/boil", "What does water boil at?"},
	{"waiting", "/bench/wait", "Wait until"},
	{"fuel", "/bench/fuel", "for one boil"},
	{"canister", "/bench/canister", "feeds"},
	{"minerals", "/bench/water", "baking soda"},
	{"grinder", "/bench/grind", "clicks"},
	{"practice", "/practice?method=press-pot", "A whole brew"},
	{"trips", "/trips", "From the port to the ice field"},
	{"import", "/import", "Choose a file"},
}

// unnamed lists controls and pictures that a screen reader has no name for.
const unnamed = `(() => {
  const shown = e => e.getClientRects().length > 0 && !e.closest("[aria-hidden=true]");
  const name = e => {
    const by = (e.getAttribute("aria-labelledby") || "").split(" ").map(id => document.getElementById(id)?.textContent || "").join("");
    const label = e.id && document.querySelector('label[for="' + CSS.escape(e.id) + '"]')?.textContent;
    return (e.getAttribute("aria-label") || by || label || e.closest("label")?.textContent || e.getAttribute("title") || e.textContent || e.getAttribute("placeholder") || e.getAttribute("alt") || "").trim();
  };
  const out = [];
  for (const e of document.querySelectorAll("button, a[href], input:not([type=hidden]), select, textarea, [role=button], [role=slider], [role=img], [role=switch], [role=combobox], img"))
    if (shown(e) && !name(e)) out.push(e.outerHTML.slice(0, 160));
  if (!document.querySelector("h1")) out.push("no h1");
  for (const e of document.querySelectorAll("[role=slider], [role=button], [role=menuitem], [role=radio]"))
    if (shown(e) && e.tabIndex < 0 && !e.closest(".ant-select, .ant-input-number-actions, .ant-input-number")) out.push("not by the keyboard: " + e.outerHTML.slice(0, 120));
  const ids = [...document.querySelectorAll("[id]")].map(e => e.id);
  const twice = ids.find((id, i) => ids.indexOf(id) !== i);
  if (twice) out.push("id twice: " + twice);
  return out.join("\n");
})()`

// faint lists text whose contrast with what is behind it is under WCAG AA: 4.5, or
// 3 for large text.
const faint = `(() => {
  const parse = c => { const m = c.match(/[\d.]+/g).map(Number); return { r: m[0], g: m[1], b: m[2], a: m[3] === undefined ? 1 : m[3] }; };
  const over = (f, b) => ({ r: f.r * f.a + b.r * (1 - f.a), g: f.g * f.a + b.g * (1 - f.a), b: f.b * f.a + b.b * (1 - f.a), a: 1 });
  const light = c => { const v = [c.r, c.g, c.b].map(x => x / 255).map(x => x <= 0.03928 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4); return 0.2126 * v[0] + 0.7152 * v[1] + 0.0722 * v[2]; };
  const ratio = (a, b) => { const [x, y] = [light(a), light(b)].sort((p, q) => q - p); return (x + 0.05) / (y + 0.05); };
  const behind = e => {
    const stack = [];
    for (let n = e; n; n = n.parentElement) { const c = parse(getComputedStyle(n).backgroundColor); if (c.a > 0) stack.push(c); if (c.a === 1) break; }
    return stack.reverse().reduce((b, f) => over(f, b), parse(getComputedStyle(document.documentElement).backgroundColor + ", 1"));
  };
  const out = new Map();
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const text = walk.currentNode.textContent.trim(), e = walk.currentNode.parentElement;
    if (!text || !e || e.getClientRects().length === 0 || e.closest("[aria-hidden=true], [disabled], .ant-btn[disabled], .sr, script, style, title, desc")) continue;
    const s = getComputedStyle(e);
    if (s.visibility === "hidden" || Number(s.opacity) === 0) continue;
    const svg = e.closest("svg");
    let back = behind(svg ? svg.parentElement : e);
    if (svg) { // what is drawn under it
      const b = e.getBoundingClientRect(), x = b.x + b.width / 2, y = b.y + b.height / 2;
      for (const r of svg.querySelectorAll("rect, circle")) {
        const q = r.getBoundingClientRect(), rs = getComputedStyle(r);
        if (rs.fill === "none" || x < q.left || x > q.right || y < q.top || y > q.bottom || !(r.compareDocumentPosition(e) & Node.DOCUMENT_POSITION_FOLLOWING)) continue;
        const c = parse(rs.fill);
        back = over({ ...c, a: c.a * Number(rs.opacity) * Number(rs.fillOpacity) }, back);
      }
    }
    let fore = parse(svg ? s.fill : s.color);
    fore = over({ ...fore, a: fore.a * Number(s.opacity) }, back);
    const size = parseFloat(s.fontSize), large = size >= 24 || size >= 18.66 && Number(s.fontWeight) >= 700;
    const got = ratio(fore, back);
    if (got < (large ? 3 : 4.5) - 0.02) out.set(e.className?.baseVal ?? e.className, got.toFixed(2) + " " + (e.className?.baseVal ?? e.className) + ": " + text.slice(0, 40));
  }
  return [...out.values()].join("\n");
})()`

// wide names what stands out over the right edge of the page.
const wide = `[...document.querySelectorAll("main *, .bar *, .thumb *, .trip-nav *")].filter(e => {
  if (e.getBoundingClientRect().right <= window.innerWidth + 1 || e.getClientRects().length === 0) return false;
  for (let n = e.parentElement; n && n !== document.body; n = n.parentElement)
    if (["auto", "scroll", "hidden"].includes(getComputedStyle(n).overflowX)) return false;
  return true;
}).slice(0, 4).map(e => e.tagName + "." + (e.className.baseVal ?? e.className)).join(", ")`

// inside lists the catalogue's IDs that are to be read, or heard, on the page.
const inside = `((ids) => {
  const out = new Set();
  const look = (text, where) => { for (const id of ids) if (new RegExp("(^|[^\\w-])" + id + "([^\\w-]|$)").test(text)) out.add(id + " in " + where + ": " + text.trim().slice(0, 60)); };
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) if (!walk.currentNode.parentElement.closest("script, style, [data-own-words]")) look(walk.currentNode.textContent, "the text");
  for (const e of document.querySelectorAll("[aria-label], [title], [alt], [placeholder]"))
    for (const a of ["aria-label", "title", "alt", "placeholder"]) if (e.hasAttribute(a)) look(e.getAttribute(a), a);
  return [...out].join("\n");
})(%s)`

// small lists what is touched and is smaller than a thumb, 44 px, or 56 px in the guide.
// Words and figures within text are no targets of their own.
const small = `((least) => [...document.querySelectorAll("button, select, summary, .btn, .plain-input, .ant-select, .ant-input-number, .thumb a, .trip-nav a, .strip-row > label, .now-gear label")].filter(e => {
  if (e.getClientRects().length === 0 || e.matches(".term, .word, .cell-fig, .way-fig, .source, .ant-switch, .ant-input-number *, .ant-select *, .skip") || e.closest(".ribbon, .ant-notification, td, svg")) return false;
  return e.getBoundingClientRect().height < least - 0.5;
}).slice(0, 5).map(e => Math.round(e.getBoundingClientRect().height) + " " + e.tagName + "." + e.className + ": " + (e.innerText || "").slice(0, 30)).join("\n"))(%d)`

// cut lists rows of controls that do not fit, and numbers that their unit hides.
const cut = `[
  ...[...document.querySelectorAll(".controls, .actions, .strip-row, .versus, .inline-form, .place-at, .heading")].filter(e => e.getClientRects().length > 0 && e.scrollWidth > e.clientWidth + 1),
  ...[...document.querySelectorAll(".ant-input-number input, .plain-input")].filter(e => e.getClientRects().length > 0 && e.value && e.scrollWidth > e.clientWidth + 1),
].slice(0, 4).map(e => e.className + " " + (e.id || "") + " " + e.scrollWidth + ">" + e.clientWidth).join("\n")`

// overlaid lists texts and controls that stand over one another, line by line; what floats
// apart.
const overlaid = `(() => {
  const apart = "option, .sr, .ribbon, .thumb, .ant-drawer, .look, .ant-notification";
  const boxes = [];
  const put = (e, r) => {
    let {left, top, right, bottom} = r;
    for (let p = e; p && p !== document.body; p = p.parentElement) {
      const s = getComputedStyle(p), c = p.getBoundingClientRect();
      if (s.position === "fixed" || s.position === "sticky" || s.clipPath !== "none") return;
      if (s.overflowX === "visible") continue;
      // What is cut off is not there.
      left = Math.max(left, c.left); right = Math.min(right, c.right); top = Math.max(top, c.top); bottom = Math.min(bottom, c.bottom);
    }
    if (right - left > 3 && bottom - top > 3) boxes.push({e, left, top, right, bottom});
  };
  for (const e of document.querySelectorAll("#root *")) {
    if (e.closest(apart) || !e.checkVisibility({opacityProperty: true, visibilityProperty: true})) continue;
    if (e.matches("input:not(.sr), select, button")) put(e, e.getBoundingClientRect());
    for (const n of e.childNodes) {
      if (n.nodeType !== 3 || !n.textContent.trim()) continue;
      const r = document.createRange();
      r.selectNodeContents(n);
      for (const line of r.getClientRects()) put(e, line);
    }
  }
  const says = b => (b.e.textContent || b.e.id || b.e.tagName).slice(0, 24);
  const out = [];
  boxes.forEach((a, i) => {
    for (const b of boxes.slice(i + 1)) {
      if (a.e.closest("svg") && b.e.closest("svg")) continue; // a picture has its own ways
      if (a.e.contains(b.e) || b.e.contains(a.e) || (a.e.closest("label") && a.e.closest("label") === b.e.closest("label"))) continue;
      const w = Math.min(a.right, b.right) - Math.max(a.left, b.left), h = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      // Lines may stand close; their boxes are higher than their letters.
      if (w > 4 && h > 0.35 * Math.min(a.bottom - a.top, b.bottom - b.top)) out.push(says(a) + " | " + says(b) + ", " + Math.round(w) + " × " + Math.round(h));
    }
  });
  return out.slice(0, 6).join("\n");
})()`

// No view shows what a item is called inside.
func TestNoInsideNamesAreShown(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	var c struct {
		Names  map[string]string
		Fields []struct{ Path string }
	}
	send(t, app.base, "GET", "/catalogue", nil, &c)
	var ids []string
	for id := range c.Names {
		for part := range strings.SplitSeq(id, "/") {
			// What reads as plain words may be said, such as one to three.
			if strings.ContainsAny(part, "-_") {
				ids = append(ids, part)
			}
		}
	}
	for _, f := range c.Fields {
		if strings.Contains(f.Path, "_") {
			ids = append(ids, f.Path)
		}
	}
	require.Greater(t, len(ids), 60)
	list, err := json.Marshal(ids)
	require.NoError(t, err)
	p := sit(t, app.base)
	for _, v := range views {
		p.open(v.path)
		p.see(v.sign)
		p.js(`(document.querySelectorAll("details").forEach(d => { d.open = true; }), "")`)
		assert.Empty(t, p.js(fmt.Sprintf(inside, list)), v.name)
	}
}

// Every view can be used without a mouse or eyes, in both themes, and those that
// are used outside fit on a phone.
func TestEveryViewIsWithinReach(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	for part := range slices.Chunk(views, 16) {
		p := sit(t, app.base)
		for _, v := range part {
			p.do(chromedp.EmulateViewport(1280, 800))
			p.open(v.path)
			p.see(v.sign)
			for _, theme := range []string{"day", "headlamp"} {
				p.do(chromedp.EmulateViewport(1280, 800))
				p.theme(theme)
				for _, width := range []int64{1280, 1024, 820, 640, 390, 360, 320} {
					if width != 1280 && width != 390 && theme != "day" {
						continue // a theme makes nothing wider; 640 px is 1280 at 200 %
					}
					at := fmt.Sprintf("%s, %s, %d px", v.name, theme, width)
					p.do(chromedp.EmulateViewport(width, map[int64]int64{1280: 800, 1024: 768, 820: 1180, 640: 400, 390: 844, 360: 780, 320: 640}[width]))
					p.settle()
					assert.Empty(t, p.js(unnamed), "%s: without a name", at)
					assert.Empty(t, p.js(faint), "%s: too faint", at)
					assert.Empty(t, p.soon("", overlaid), "%s: over one another", at)
					if width >= 820 {
						assert.Empty(t, p.js(cut), "%s: cut", at)
					}
					if width == 1280 || width == 390 {
						assert.Equal(t, "done ", p.axe(), "%s: axe", at)
					}
					if width == 390 {
						assert.Empty(t, p.js(fmt.Sprintf(small, 44)), "%s: too small to touch", at)
					}
					over := p.soon("0", `String(Math.max(document.documentElement.scrollWidth - window.innerWidth, 0))`)
					assert.Equal(t, "0", over, "%s: wider than the screen: %s", at, p.js(wide))
				}
			}
		}
	}
}

var axeCore = sync.OnceValues(func() ([]byte, error) { return os.ReadFile("../web/node_modules/axe-core/axe.min.js") })

// axe runs axe-core on the page and gives what is serious of its findings, after "done ".
func (p *person) axe() string {
	p.t.Helper()
	code, err := axeCore()
	require.NoError(p.t, err)
	if p.js(`window.axe ? "y" : ""`) == "" {
		p.js(string(code) + `; ""`)
	}
	found := p.text("have axe done", `window.axeSaid ?? (window.axeAsked ??= (axe.run(document, {resultTypes: ["violations"]}).then(r => { window.axeSaid = "done " + r.violations.filter(x => ["serious", "critical"].includes(x.impact)).map(x => x.id + ": " + x.nodes.slice(0, 3).map(n => n.target.join(" ")).join(", ")).join("\n"); }), "asked"), "")`)
	p.js(`(delete window.axeSaid, delete window.axeAsked, "")`)
	return found
}

// soon gives what an expression says once it says what is wanted, or what it says after 8 s: a
// picture is drawn again after its page.
func (p *person) soon(want, expression string) (is string) {
	p.t.Helper()
	for end := time.Now().Add(8 * time.Second); ; time.Sleep(100 * time.Millisecond) {
		if is = p.js(expression); is == want || time.Now().After(end) {
			return is
		}
	}
}

// A person without a mouse gets from the trip to a saved plan: every step by Tab,
// Enter and the arrows, with the focus to be seen.
func TestByTheKeyboardAlone(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1")
	p.see("High plateau")
	tabTo := func(name string) {
		t.Helper()
		for range 120 {
			p.do(chromedp.KeyEvent("\t"))
			now := p.js(`(() => { const e = document.activeElement; if (!e || e === document.body) return ""; return ((e?.getAttribute("aria-label") || "") + " " + (e?.title || "") + " " + (e?.innerText || "")).replace(/\s+/g, " ").trim(); })()`)
			if strings.Contains(now, name) {
				seen := p.js(`(() => { const s = getComputedStyle(document.activeElement); return s.outlineStyle !== "none" && parseFloat(s.outlineWidth) >= 1 || s.boxShadow !== "none" ? "yes" : s.outline; })()`)
				assert.Equal(t, "yes", seen, "the focus on %q is to be seen", name)
				return
			}
		}
		require.Fail(t, "no way by Tab to "+name, p.screen())
	}
	tabTo("High plateau")
	p.do(chromedp.KeyEvent("\r"))
	p.see("Brews here")
	tabTo("Cone dripper")
	p.do(chromedp.KeyEvent("\r"))
	p.see("Boils here at")
	before := p.figure("boil_c")
	const slider = `document.activeElement?.type === "range" && document.activeElement.getAttribute("aria-label") === "Altitude" ? "yes" : ""`
	tabTo("Altitude:")
	p.do(chromedp.KeyEvent("\r"))
	for range 80 {
		if p.js(slider) == "yes" {
			break
		}
		p.do(chromedp.KeyEvent("\t"))
	}
	require.Equal(t, "yes", p.js(slider), "the altitude is reached by Tab")
	for range 20 {
		p.do(chromedp.KeyEvent(kb.ArrowLeft))
	}
	p.until("see it boil hotter", func() bool { return p.figure("boil_c") != before })
	tabTo("Save")
	p.do(chromedp.KeyEvent("\r"))
	p.see("Saved")
}

// metric lists text on the page that shows a figure in a metric unit.
const metric = `(() => {
  const out = new Set();
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const seen = new Set();
  while (walk.nextNode()) {
    let e = walk.currentNode.parentElement;
    // A figure and its unit may be two elements: read the block that they stand in.
    while (e && getComputedStyle(e).display.startsWith("inline") && e.parentElement) e = e.parentElement;
    if (!e || seen.has(e) || e.getClientRects().length === 0 || e.closest("script, style, textarea, .hint, [data-own-words]")) continue;
    seen.add(e);
    let whole = e.textContent;
    for (const own of e.querySelectorAll("[data-own-words]")) whole = whole.replace(own.textContent, "");
    const text = whole.replace(/[\u2009\u00a0\s]+/g, " ");
    const m = text.match(/(^|[^A-Za-z#])[\d.,−-]+ ?(g|kg|ml|L|m|km|mm|°C|kJ|hPa|bar|m\/s|g\/L|MJ\/kg)(?![A-Za-z0-9µ\/]| \([\d.,]+ (°F|ft))/);
    // A piece of gear is called what its owner calls it: Titanium pot, 1 L.
    if (m && !/[a-z], [\d.]+ (L|ml)/.test(text)) out.add(m[0].trim() + " in: " + text.slice(Math.max(0, text.indexOf(m[0]) - 40), text.indexOf(m[0]) + 40));
  }
  return [...out].join("\n");
})()`

// In US units every figure on every view is in US units; milligrams, of caffeine and
// of minerals, are what labels there have as well.
func TestUSUnitsThroughout(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/")
	p.see("From the port")
	p.units("US")
	for _, v := range views {
		p.do(chromedp.EmulateViewport(1280, 800))
		p.open(v.path)
		p.see(v.sign)
		if got := p.js(metric); got != "" {
			assert.Fail(t, v.name+" shows metric units", got)
		}
		p.do(chromedp.EmulateViewport(360, 780))
		p.settle()
		over := ""
		for end := time.Now().Add(5 * time.Second); over != "0" && time.Now().Before(end); { // pictures are drawn for the new width
			over = strings.TrimPrefix(p.js(`String(document.documentElement.scrollWidth - window.innerWidth)`), "-")
		}
		assert.Equal(t, "0", over, "%s, 360 px, US: wider than the screen: %s", v.name, p.js(wide))
	}
}
