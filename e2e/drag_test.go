package e2e

import (
	"context"
	"fmt"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// BenchmarkDrag is the time from one step of a slider until its answer has been
// drawn: request, computation, redraw and the next frame. A frame at 60 Hz is
// 16.7 ms.
func BenchmarkDrag(b *testing.B) {
	for _, c := range []struct{ name, path, slider, shown string }{
		{"plan", "/trips/1/stops/5/brews/9", "Altitude", `document.querySelector(".score").dataset.boil`},
		{"boil", "/bench/boil?from=stop5", "Altitude of the stop", `document.querySelector(".ch-handle .ch-dot").getAttribute("cy")`},
		{"wait", "/bench/wait", "Wanted temperature", `document.querySelector("[data-figure=lid_s]").innerText`},
		{"canister", "/bench/canister?from=stop5", "Temperature of the canister", `document.querySelector(".ch-handle .ch-dot").getAttribute("cy")`},
	} {
		b.Run(c.name, func(b *testing.B) { drag(b, c.path, c.slider, c.shown, 1) })
		b.Run(c.name+"/slowed-4", func(b *testing.B) { drag(b, c.path, c.slider, c.shown, 4) })
	}
}

// drag slides on a page, with the processor slowed so many times.
func drag(b *testing.B, path, slider, shown string, slowed float64) {
	app := start(b, b.TempDir())
	p := sit(b, app.base)
	p.open(path)
	p.until("have the core near", func() bool { return p.js(`document.documentElement.dataset.core ?? ""`) == "ready" })
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (cdp.Empty, error) {
		return cdp.Call(ctx, t, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: slowed})
	})
	require.NoError(b, err)
	p.until("see the slider", func() bool {
		return p.js(fmt.Sprintf(`document.querySelector("[role=slider][aria-label='%s']") ? "y" : ""`, slider)) == "y"
	})
	p.until("see the picture", func() bool {
		return p.js(fmt.Sprintf(`(() => { try { return String(%s) } catch { return "" } })()`, shown)) != ""
	})
	const moves = 40
	script := fmt.Sprintf(`(async () => {
		const slider = document.querySelector("[role=slider][aria-label='%s']");
		const along = slider.closest("svg") && %q === "Wanted temperature" ? ["ArrowDown", "ArrowUp", 40, 38] : ["ArrowLeft", "ArrowRight", 37, 39];
		const shown = () => %s;
		slider.focus();
		const times = [];
		for (let i = 0; i < %d; i++) {
			const before = shown();
			const t = performance.now();
			const way = i %% 20 < 10 ? 0 : 1;
			if (slider.type === "range") { // the page's own setter, as a key would call it
				Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(slider, Number(slider.value) + (way ? 10 : -10));
				slider.dispatchEvent(new Event("input", {bubbles: true}));
			} else slider.dispatchEvent(new KeyboardEvent("keydown", {key: along[way], code: along[way], keyCode: along[2 + way], which: along[2 + way], bubbles: true}));
			while (shown() === before && performance.now() - t < 2000) await new Promise(requestAnimationFrame);
			times.push(performance.now() - t);
		}
		times.sort((a, b) => a - b);
		return [times[Math.floor(times.length / 2)], times[Math.floor(times.length * 0.95)]];
	})()`, slider, slider, shown, moves)
	for b.Loop() {
		got, err := chromedp.Run(p.ctx, chromedp.Evaluate[[]float64](script, chromedp.EvalAwaitPromise))
		require.NoError(b, err)
		b.ReportMetric(got[0], "ms/median")
		b.ReportMetric(got[1], "ms/95%")
	}
}
