package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"

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

// How long a pocket takes, from a file, as large as a phone and with the processor slowed: to
// its first picture, and from a changed value to its figure.
func BenchmarkPocket(b *testing.B) {
	for _, slowed := range []float64{1, 6} {
		b.Run(fmt.Sprint("slowed-", slowed), func(b *testing.B) {
			a := start(b, b.TempDir())
			name := filepath.Join(b.TempDir(), "trip.html")
			require.NoError(b, os.WriteFile(name, get(b, a.base+"/api/v1/trips/1/pocket.html"), 0o600))
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
			}
		})
	}
}
