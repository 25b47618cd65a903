// Package e2e drives the real interface, in headless Chromium, against the
// real program on a fresh database: it clicks, types and reads the screen as a
// person does. Build the interface first (make build).
package e2e

import (
	"bufio"
	"context"
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"apodemos/web"
)

var (
	browser context.Context
	binary  string
	flags   []chromedp.ExecAllocatorOption
)

// atOnce is how many tests run side by side: most of the time each waits for its page.
const atOnce = "3"

func TestMain(m *testing.M) {
	flag.Parse()
	if err := flag.Set("test.parallel", atOnce); err != nil {
		panic(err)
	}
	os.Exit(run(m))
}

func run(m *testing.M) int {
	if _, built := web.App(); !built {
		fmt.Fprintln(os.Stderr, "e2e: the interface is not built; run make build first")
		return 1
	}
	dir, err := os.MkdirTemp("", "apodemos-e2e")
	if err != nil {
		panic(err)
	}
	defer os.RemoveAll(dir)
	binary = filepath.Join(dir, "apodemos")
	build := exec.Command("go", "build", "-trimpath", "-o", binary, "apodemos/cmd/apodemos")
	build.Stderr = os.Stderr
	if err := build.Run(); err != nil {
		return 1
	}
	// The one without a window of its own draws the page alone: a quarter less to do, where it is there.
	path, err := exec.LookPath("chromium-headless-shell")
	if err != nil {
		path = "chromium"
	}
	flags = []chromedp.ExecAllocatorOption{chromedp.ExecPath(path),
		chromedp.Headless, chromedp.NoSandbox, chromedp.DisableGPU, chromedp.NoFirstRun,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true),
		chromedp.Flag("hide-scrollbars", true), chromedp.WindowSize(1280, 800)}
	var end func()
	if browser, end, err = launch(); err != nil {
		fmt.Fprintln(os.Stderr, "e2e: cannot start Chromium:", err)
		return 1
	}
	defer end()
	return m.Run()
}

// launch starts a browser of its own, as this one is and with what is asked for besides.
func launch(more ...chromedp.ExecAllocatorOption) (context.Context, func(), error) {
	alloc, stop := chromedp.NewExecAllocator(context.Background(), slices.Concat(flags, more)...)
	own, end := chromedp.NewContext(alloc)
	close := func() { end(); stop() }
	if err := chromedp.Do(own); err != nil {
		close()
		return nil, nil, err
	}
	return own, close, nil
}

// program is a running apodemos.
type program struct {
	cmd  *exec.Cmd
	base string

	mu   sync.Mutex
	said string // after its first line
}

var keySaid = regexp.MustCompile(`key[ =]([0-9A-Z]{5}-[0-9A-Z]{5})`)

// key is the one that it showed to pair a device with.
func (p *program) key(t testing.TB) string {
	for end := time.Now().Add(10 * time.Second); time.Now().Before(end); time.Sleep(20 * time.Millisecond) {
		p.mu.Lock()
		found := keySaid.FindStringSubmatch(p.said)
		p.mu.Unlock()
		if found != nil {
			return found[1]
		}
	}
	t.Fatal("it shows no key")
	return ""
}

var address = regexp.MustCompile(`https?://[^ ]+`)

// start starts "apodemos demo" on a free port with its data in dir.
func start(t testing.TB, dir string, args ...string) *program {
	cmd := exec.Command(binary, append([]string{"demo", "--data", dir, "--listen", "127.0.0.1:0"}, args...)...)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	cmd.Stderr = os.Stderr
	require.NoError(t, cmd.Start())
	lines := bufio.NewReader(out)
	line, err := lines.ReadString('\n')
	require.NoError(t, err)
	p := &program{cmd: cmd, base: address.FindString(line)}
	go func() {
		for {
			more, err := lines.ReadString('\n')
			p.mu.Lock()
			p.said += more
			p.mu.Unlock()
			if err != nil {
				return
			}
		}
	}()
	t.Cleanup(p.stop)
	return p
}

func (p *program) stop() {
	_ = p.cmd.Process.Signal(syscall.SIGTERM)
	_ = p.cmd.Wait()
}

// person looks at one tab.
type person struct {
	t    testing.TB
	ctx  context.Context
	base string

	mu       sync.Mutex
	expected []string // parts of console errors that belong to the test
}

// unfolded has the parts of a plan that explain open, as somebody leaves them who reads them all, and a clock of 24 hours. Not
// in a file: storage that is asked for before its page is there may be another page's.
const unfolded = `if (location.protocol.startsWith("http")) try { for (const id of ["plan.figures", "plan.fit", "plan.cup", "plan.notes", "kit.wishes", "kit.front", "kit.reasons", "kit.figures", "kit.brews", "kit.packing", "kit.check", "kit.home", "supplies.totals", "supplies.water", "supplies.gas", "supplies.bags", "supplies.notes", "stop.caffeine", "guide.rest", "bench.boil", "along.file", "along.device", "route.ribbon", "log.filters"]) localStorage.getItem("apodemos.open." + id) ?? localStorage.setItem("apodemos.open." + id, "1"); localStorage.getItem("apodemos.settings") ?? localStorage.setItem("apodemos.settings", '{"hours":"24"}'); } catch {}`

// sit opens a tab. An error on its console fails the test, unless expected.
func sit(t testing.TB, base string) *person { return sitAt(t, browser, base) }

// sitAt opens a tab of a browser.
func sitAt(t testing.TB, browser context.Context, base string) *person {
	tab, closeTab := chromedp.NewContext(browser)
	ctx, cancel := context.WithTimeout(tab, 10*time.Minute)
	p := &person{t: t, ctx: ctx, base: base}
	require.NoError(t, chromedp.Do(tab, chromedp.EmulateViewport(1280, 800)))
	p.beforeEach(unfolded)
	var wrong []string
	listening := make(chan struct{})
	messages := chromedp.Console(tab)
	go func() {
		defer close(listening)
		for m, err := range messages {
			if err != nil {
				return
			}
			if m.Type == chromedp.ConsoleError || m.IsException() {
				p.mu.Lock()
				// A number half typed may be one that cannot be planned.
				known := strings.Contains(m.Text, "422") && strings.HasSuffix(m.URL, "/plan")
				for _, e := range p.expected {
					known = known || strings.Contains(m.Text, e)
				}
				if !known {
					wrong = append(wrong, m.String())
				}
				p.mu.Unlock()
			}
		}
	}()
	t.Cleanup(func() {
		if t.Failed() {
			// A page that asks whether to leave it answers nothing.
			short, done := context.WithTimeout(tab, 10*time.Second)
			defer done()
			if png, err := chromedp.Run(short, chromedp.CaptureScreenshot()); err == nil {
				name := filepath.Join(os.TempDir(), "apodemos-"+strings.ReplaceAll(t.Name(), "/", "-")+".png")
				_ = os.WriteFile(name, png, 0o600)
				t.Log("what the screen showed: " + name)
			}
		}
		cancel()
		closeTab()
		<-listening
		require.Empty(t, wrong, "errors on the console")
	})
	return p
}

// expectError says that the console may show an error with this text in it,
// such as the status of an answer that the test provokes.
func (p *person) expectError(part string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.expected = append(p.expected, part)
}

func (p *person) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	require.NoError(p.t, chromedp.Do(p.ctx, steps...))
}

func (p *person) open(path string) {
	p.t.Helper()
	p.do(chromedp.Navigate(p.base + path))
}

const find = `(() => {
  const wanted = %q, kinds = %q;
  const seen = [...document.querySelectorAll(kinds)].filter(e => e.offsetParent !== null || e.getClientRects().length > 0);
  const texts = e => [e.getAttribute("aria-label") || "", e.innerText || ""].map(s => s.replace(/[\u2009\u00a0]/g, " ").trim());
  const some = test => seen.find(e => texts(e).some(test));
  const hit = some(s => s === wanted) || some(s => s.startsWith(wanted)) || some(s => s.includes(wanted));
  if (!hit) return null;
  hit.scrollIntoView({block: "center", inline: "center"});
  window.wanted = hit;
  const r = hit.getBoundingClientRect();
  return [r.x + r.width / 2, r.y + r.height / 2];
})()`

// What comes between a look and a click, and moves the page, is not clicked: the click is taken
// back, and the look is had again.
const guard = `(() => {
  const wanted = window.wanted, kinds = ["pointerdown", "mousedown", "pointerup", "mouseup", "click"];
  let met = "", down;
  const look = e => {
    down ??= e.target;
    // Pressed on it and let go beside it, because the page moved: the click goes to what holds both.
    if (e.type === "click" && met === "hit" && e.target !== down && !wanted.contains(e.target)) met = "missed";
    met ||= wanted.isConnected && (wanted.contains(e.target) || e.target.contains(wanted)) ? "hit" : "missed";
    if (met !== "missed") return;
    e.preventDefault();
    e.stopImmediatePropagation();
  };
  for (const kind of kinds) addEventListener(kind, look, true);
  window.clicked = () => {
    for (const kind of kinds) removeEventListener(kind, look, true);
    return met;
  };
  return "";
})()`

const clickable = "button, a, summary, [role=button], label, .ant-segmented-item, .ant-select-item-option, th"

// click clicks what shows a text.
func (p *person) click(text string) {
	p.t.Helper()
	p.clickKind(text, clickable)
}

func (p *person) clickKind(text, kinds string) {
	p.t.Helper()
	for range 20 {
		var at []float64
		p.until("something to click that says "+text, func() bool {
			got, err := chromedp.Run(p.ctx, chromedp.Evaluate[[]float64](fmt.Sprintf(find, text, kinds)))
			still := len(at) == 2 && len(got) == 2 && at[0] == got[0] && at[1] == got[1]
			at = got
			return err == nil && still // what still moves is not clicked
		})
		if p.js(`window.wanted?.matches(".guide-wide") ? "y" : ""`) == "y" {
			time.Sleep(600 * time.Millisecond) // a button of the guide takes no tap when its meaning has just changed
		}
		p.js(guard)
		p.do(chromedp.MouseClickXY(at[0], at[1]))
		// A page that is left by the click, or asks whether to leave it, answers nothing.
		short, done := context.WithTimeout(p.ctx, 2*time.Second)
		met, err := chromedp.Run(short, chromedp.Evaluate[string](`window.clicked?.() ?? ""`))
		done()
		if err != nil || met != "missed" {
			return
		}
	}
	require.FailNow(p.t, "something else is in the way of "+text, "the screen says:\n%s", p.screen())
}

// screen returns the visible text of the page.
func (p *person) screen() string {
	p.t.Helper()
	var s string
	var err error
	for range 3 { // a page that is just being left has no text
		if s, err = chromedp.Run(p.ctx, chromedp.Evaluate[string](`(document.body?.innerText ?? "").replace(/[\u2009\u00a0]/g, " ")`)); err == nil {
			return s
		}
		time.Sleep(100 * time.Millisecond)
	}
	require.NoError(p.t, err)
	return s
}

// see waits until the page shows a text.
func (p *person) see(text string) {
	p.t.Helper()
	p.until("see "+text, func() bool { return strings.Contains(p.screen(), text) })
}

func (p *person) seeNot(text string) {
	p.t.Helper()
	p.until("no longer see "+text, func() bool { return !strings.Contains(p.screen(), text) })
}

func (p *person) until(what string, ok func() bool) {
	p.t.Helper()
	p.within(40*time.Second, what, ok)
}

// within waits longer, or less long, than until does.
func (p *person) within(limit time.Duration, what string, ok func() bool) {
	p.t.Helper()
	for end := time.Now().Add(limit); !ok(); time.Sleep(40 * time.Millisecond) {
		if time.Now().After(end) {
			require.FailNow(p.t, "waited in vain to "+what, "the screen says:\n%s", p.screen())
		}
	}
}

// settle waits until the page is laid out and stays as it is.
func (p *person) settle() {
	p.t.Helper()
	was := ""
	p.until("see it settle", func() bool {
		before := was
		was = p.js(`(document.documentElement.scrollWidth + " " + document.body.innerHTML.length + " " + document.getAnimations().filter(a => a.playState === "running" && a.effect.getComputedTiming().iterations < 1e6).length)`)
		return was == before
	})
}

// js evaluates an expression that gives a string.
func (p *person) js(expression string) string {
	p.t.Helper()
	s, err := chromedp.Run(p.ctx, chromedp.Evaluate[string](expression))
	require.NoError(p.t, err, expression)
	return s
}

// figure reads the number and unit of a figure in the plan's rail.
func (p *person) figure(path string) string {
	p.t.Helper()
	var out string
	p.until("read figure "+path, func() bool {
		out = p.js(fmt.Sprintf(`(document.querySelector('[data-figure=%q] .num')?.innerText ?? "").replace(/\u2009/g, " ")`, path))
		return out != ""
	})
	return out
}

// number reads the leading number of a text such as "−4.5 °C".
func number(t testing.TB, s string) float64 {
	t.Helper()
	field, _, _ := strings.Cut(strings.ReplaceAll(strings.ReplaceAll(s, ",", ""), "−", "-"), " ")
	v, err := strconv.ParseFloat(field, 64)
	require.NoError(t, err, s)
	return v
}

// fill types into the field with a label, in place of what is there.
func (p *person) fill(label, value string) {
	p.t.Helper()
	p.into(label)
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent(value), chromedp.KeyEvent(kb.Tab))
}

// day sets a field of a date, or of a moment, whose parts differ from machine to machine.
func (p *person) day(id, value string) {
	p.js(fmt.Sprintf(`(() => { const e = document.getElementById(%q); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(e, %q); e.dispatchEvent(new Event("input", {bubbles: true})); return "" })()`, id, value))
}

// into puts the cursor into the field with a label.
func (p *person) into(label string) {
	p.t.Helper()
	p.until("find the field "+label, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const l = [...document.querySelectorAll("label")].find(e => e.innerText.trim() === %q && e.getClientRects().length > 0);
			const w = !l && document.querySelector('.word[data-says=%q][aria-expanded=false]');
			if (w) { w.click(); return ""; }
			const e = l && document.getElementById(l.htmlFor) || document.querySelector('[aria-label=%q]:not([role=slider])');
			if (!e) {
				// It may be behind a word of the sentence: one is opened after the other.
				const all = [...document.querySelectorAll(".word")];
				all[(all.findIndex(w => w.getAttribute("aria-expanded") === "true") + 1) %% Math.max(all.length, 1)]?.click();
				return "";
			}
			e.focus(); e.select?.();
			return "yes";
		})()`, label, label, label)) == "yes"
	})
}

// says reads a word of the sentence by the name of its input; empty if there is none.
func (p *person) says(label string) string {
	p.t.Helper()
	return p.js(fmt.Sprintf(`(document.querySelector('.word[data-says=%q]')?.innerText ?? "").replace(/[\u2009\u00a0]/g, " ")`, label))
}

// word opens the control of a word of the sentence.
func (p *person) word(label string) {
	p.t.Helper()
	p.until("open the word "+label, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const w = document.querySelector('.word[data-says=%q]');
			if (w && w.getAttribute("aria-expanded") !== "true") w.click();
			return w?.getAttribute("aria-expanded") ?? "";
		})()`, label)) == "true"
	})
}

// going waits until a brew runs in the guide: it could be paused now.
func (p *person) going() {
	p.t.Helper()
	p.until("see the brew run", func() bool {
		return p.js(`[...document.querySelectorAll(".guide-keys button")].some(b => b.innerText === "Pause" && !b.disabled) ? "y" : ""`) == "y"
	})
}

// instruments opens what the guide keeps behind one button.
func (p *person) instruments() {
	p.t.Helper()
	p.until("open the instruments", func() bool {
		return p.js(`(() => { const b = document.querySelector(".guide-settings-sign"); if (b && b.getAttribute("aria-expanded") !== "true") b.click(); return b?.getAttribute("aria-expanded") ?? ""; })()`) == "true"
	})
}

// units chooses metric or US, in the settings.
func (p *person) units(system string) {
	p.t.Helper()
	p.click("Help and settings")
	p.clickKind(system, ".settings-menu label")
	p.click("Help and settings")
	p.until("close the settings", func() bool { return p.js(`document.querySelector(".settings-menu") ? "y" : ""`) == "" })
}

// theme changes to day or headlamp by its key.
func (p *person) theme(to string) {
	p.t.Helper()
	p.until("see the theme "+to, func() bool {
		return p.js(fmt.Sprintf(`(() => { if (document.documentElement.dataset.theme === %q) return "y"; document.body.dispatchEvent(new KeyboardEvent("keydown", {key: "t", bubbles: true})); return ""; })()`, to)) == "y"
	})
}

// inWord opens the words of the sentence one after the other until something stands there.
func (p *person) inWord(what, selector string) {
	p.t.Helper()
	p.until("find "+what, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			if (document.querySelector(%q)) return "yes";
			const all = [...document.querySelectorAll(".word")];
			const next = all[(all.findIndex(w => w.getAttribute("aria-expanded") === "true") + 1) %% Math.max(all.length, 1)];
			next?.click();
			return "";
		})()`, selector)) == "yes"
	})
}

// slide moves the slider with a name by key presses.
func (p *person) slide(name, key string, times int) {
	p.t.Helper()
	p.inWord("the slider "+name, fmt.Sprintf(`[role=slider][aria-label=%q]`, name))
	p.do(chromedp.Focus(chromedp.CSS(fmt.Sprintf(`[role=slider][aria-label=%q]`, name))))
	for range times {
		p.do(chromedp.KeyEvent(key))
	}
}

// next goes on to the next step of the guide, and waits until it shows.
func (p *person) next() {
	p.t.Helper()
	at := func() string {
		return p.js(`(document.querySelector("[data-testid=announced]")?.innerText ?? "") + (document.querySelector("[data-testid=hold]")?.innerText ?? "")`)
	}
	was := at()
	p.do(chromedp.KeyEvent(kb.ArrowRight))
	for end := time.Now().Add(2 * time.Second); at() == was && time.Now().Before(end); {
		time.Sleep(20 * time.Millisecond)
	}
}

// beforeEach runs a script in every page before its own.
func (p *person) beforeEach(script string) {
	p.t.Helper()
	call(p, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: script})
}

// skipBoil goes without the boil that makes the water safe: a choice, made twice.
func (p *person) skipBoil() {
	p.t.Helper()
	p.click("Skip: water not safe…")
	p.see("Without this boil the water is not safe to drink.")
	p.clickKind("Skip: water not safe", ".guide-skip button")
	p.see("Water not safe: you skipped the safety boil")
}

// picture saves what the tab shows; used by the screenshots alone.
func (p *person) picture(file string) {
	p.t.Helper()
	png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
	require.NoError(p.t, err)
	require.NoError(p.t, os.WriteFile(file, png, 0o644))
}

// selectOption chooses an option of a select by its label; the select is named by
// its ID, or by a CSS selector.
func selectOption(name, label string) []chromedp.Action[chromedp.Void] {
	if !strings.ContainsAny(name, "[.#") {
		name = "#" + name
	}
	word := fmt.Sprintf(`document.querySelector(%q) ? "" : (document.querySelector('.word[data-word="' + (%q.replace("#plan-", "")) + '"]')?.click(), "")`, name, name)
	open := fmt.Sprintf(`(() => { const e = document.querySelector(%q); e.closest(".ant-select").querySelector(".ant-select-selector, .ant-select-content, input").dispatchEvent(new MouseEvent("mousedown", {bubbles: true})); e.focus(); })()`, name)
	pick := chromedp.CSS(fmt.Sprintf(`.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option[title=%q]`, label))
	return []chromedp.Action[chromedp.Void]{chromedp.Evaluate[chromedp.Void](word), chromedp.WaitReady(chromedp.CSS(name)), chromedp.Evaluate[chromedp.Void](open), chromedp.WaitVisible(pick), chromedp.Click(pick)}
}

// undo presses Undo where it says what was done.
func (p *person) undo(said string) {
	p.t.Helper()
	p.until("undo "+said, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const n = [...document.querySelectorAll(".ant-notification-notice")].find(e => e.innerText.includes(%q));
			const b = n && [...n.querySelectorAll("button")].find(e => e.innerText === "Undo");
			b?.click();
			return b ? "yes" : "";
		})()`, said)) == "yes"
	})
}

// plan goes to the plan of a way: all ways are shown, and their recipes.
func (p *person) plan(way string) {
	p.t.Helper()
	p.until("see the way "+way, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const more = document.querySelector(".ways-more[aria-expanded=false]");
			if (more) { more.click(); return ""; }
			document.querySelectorAll(".way details").forEach(d => { d.open = true; });
			const a = [...document.querySelectorAll(".way a, .ways-not a")].find(e => (e.getAttribute("aria-label") ?? "").startsWith(%q));
			a?.click();
			return a ? "yes" : "";
		})()`, "Plan "+way)) == "yes"
	})
}

// choose takes the option of a plain list that has a text in it.
func (p *person) choose(list, text string) {
	p.t.Helper()
	p.until("choose "+text, func() bool {
		return p.js(fmt.Sprintf(`(() => {
			const e = document.querySelector(%q), o = e && [...e.options].find(o => o.text.includes(%q));
			if (!o) return "";
			Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(e, o.value);
			e.dispatchEvent(new Event("change", {bubbles: true}));
			return "yes";
		})()`, list, text)) == "yes"
	})
}

// compare looks for a way to compare with by its first words, and takes the one found. A
// panel that is just closing takes the cursor back: then the words are typed again.
func (p *person) compare(words string) {
	p.t.Helper()
	found := func() bool {
		return strings.HasPrefix(p.js(`document.querySelector(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")?.innerText ?? ""`), words)
	}
	p.until("find "+words, func() bool {
		// Typed elsewhere, the letters are shortcuts.
		if p.js(`(() => { const e = document.getElementById("compare"); e?.focus(); return document.activeElement === e ? "yes" : ""; })()`) != "yes" {
			return false
		}
		p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(kb.ModifierCtrl)), chromedp.KeyEvent(words))
		for end := time.Now().Add(2 * time.Second); !found(); time.Sleep(40 * time.Millisecond) {
			if time.Now().After(end) {
				return false
			}
		}
		return true
	})
	p.do(chromedp.KeyEvent(kb.Enter))
}
