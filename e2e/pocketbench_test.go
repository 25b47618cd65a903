package e2e

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/chromedp/cdproto/page"
	"github.com/stretchr/testify/require"
)

// observed notes when a page shows something, in ms from when it was asked for.
const observed = `(() => {
  window.shownAt = {};
  const look = () => {
    const t = performance.now(), d = document, s = d.body?.innerText ?? "";
    const note = (k, yes) => { if (yes && !(k in window.shownAt)) window.shownAt[k] = t; };
    note("said", s.includes("Opening"));
    note("frame", s.includes("apodemos"));
    note("core", d.documentElement?.dataset.core === "ready");
    note("route", s.includes("River gorge"));
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})()`

// redrawn slides the altitude, and notes for each key how long it is until the picture shows it.
const redrawn = `(() => { (async () => {
  const slider = document.querySelector("[role=slider][aria-label='Altitude'], input[type=range][aria-label='Altitude']");
  const shown = () => document.querySelector(".score").dataset.boil;
  const times = [];
  for (let i = 0; i < 30; i++) {
    const before = shown(), t = performance.now();
    if (slider.type === "range") {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(slider, Number(slider.value) + (i < 15 ? 10 : -10));
      slider.dispatchEvent(new Event("input", {bubbles: true}));
    } else slider.dispatchEvent(new KeyboardEvent("keydown", {key: i < 15 ? "ArrowRight" : "ArrowLeft", keyCode: i < 15 ? 39 : 37, which: i < 15 ? 39 : 37, bubbles: true}));
    while (shown() === before && performance.now() - t < 3000) await new Promise(requestAnimationFrame);
    if (i > 2) times.push(performance.now() - t);
    await new Promise((go) => setTimeout(go, 400)); // one value is changed, and looked at
  }
  window.redrawn = JSON.stringify(times);
})(); return ""; })()`

// How long a pocket takes, from a file, as large as a phone and with the processor slowed: to
// its first picture, and from a changed value to its figure.
func BenchmarkPocket(b *testing.B) {
	for _, slowed := range []float64{1, 6} {
		b.Run(fmt.Sprint("slowed-", slowed), func(b *testing.B) {
			a := start(b, b.TempDir())
			name := filepath.Join(b.TempDir(), "trip.html")
			require.NoError(b, os.WriteFile(name, get(b, a.base+"/api/v1/pocket.html?trips=1"), 0o600))
			a.stop()
			p := sit(b, "")
			p.offline(true)
			p.phone(slowed)
			call(p, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: observed})
			for b.Loop() {
				p.open("about:blank")
				p.open("file://" + name + "#/trips/1")
				p.see("River gorge")
				p.until("have the core", func() bool { return p.js(`String(window.shownAt.core ?? "")`) != "" })
				for _, k := range []string{"said", "frame", "core", "route"} {
					b.ReportMetric(number(b, p.js(`String(window.shownAt.`+k+` ?? -1)`)), k+"-ms")
				}
				p.open("about:blank")
				p.open("file://" + name + "#/trips/1/stops/5/brews/9")
				p.until("see the picture", func() bool { return p.js(`document.querySelector(".score")?.dataset.boil ?? ""`) != "" })
				p.settle()
				time.Sleep(3 * time.Second) // advice and workings are told by then
				times := p.js(redrawn)
				p.within(time.Minute, "have it slid", func() bool { times = p.js(`window.redrawn ?? ""`); return times != "" })
				var all []float64
				require.NoError(b, json.Unmarshal([]byte(times), &all))
				slices.Sort(all)
				b.ReportMetric(all[len(all)/2], "redrawn-ms")
				b.ReportMetric(all[len(all)*9/10], "redrawn-p90-ms")
			}
		})
	}
}
