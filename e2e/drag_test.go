package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// BenchmarkDragAltitude is the time from one step of the altitude slider until
// the new boiling point has been drawn: request, plan, redraw and the next
// frame. A frame at 60 Hz is 16.7 ms.
func BenchmarkDragAltitude(b *testing.B) {
	app := start(b, b.TempDir())
	p := sit(b, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.figure("boil_c")
	p.do(chromedp.Focus(chromedp.CSS(`[role=slider][aria-label=Altitude]`)))
	const moves = 60
	script := fmt.Sprintf(`(async () => {
		const slider = document.querySelector("[role=slider][aria-label=Altitude]");
		const shown = () => document.querySelector(".score").dataset.boil;
		const times = [];
		for (let i = 0; i < %d; i++) {
			const before = shown();
			const t = performance.now();
			const key = i < %d / 2 ? "ArrowLeft" : "ArrowRight";
			slider.dispatchEvent(new KeyboardEvent("keydown", {key, code: key, keyCode: key === "ArrowLeft" ? 37 : 39, which: key === "ArrowLeft" ? 37 : 39, bubbles: true}));
			while (shown() === before && performance.now() - t < 2000) await new Promise(requestAnimationFrame);
			times.push(performance.now() - t);
		}
		times.sort((a, b) => a - b);
		return [times[Math.floor(times.length / 2)], times[Math.floor(times.length * 0.95)]];
	})()`, moves, moves)
	for b.Loop() {
		got, err := chromedp.Run(p.ctx, chromedp.Evaluate[[]float64](script, chromedp.EvalAwaitPromise))
		require.NoError(b, err)
		b.ReportMetric(got[0], "ms/median")
		b.ReportMetric(got[1], "ms/95%")
	}
}
