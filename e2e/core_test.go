package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"io/fs"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"
	"apodemos/web"
)

// carriers asks the server and the module in the browser the same, and lists where
// their answers differ: words at all, numbers by more than 1e-9 of themselves.
const carriers = `(async () => {
  const worker = new Worker(%q, { type: "module" });
  const waiting = new Map(); let n = 0;
  await new Promise((ready, fail) => {
    worker.onerror = (e) => fail(new Error(e.message));
    worker.onmessage = (e) => {
      if (e.data.ready) ready(); else if (e.data.gone) fail(new Error("gone"));
      else { waiting.get(e.data.n)(JSON.parse(e.data.text)); waiting.delete(e.data.n); }
    };
  });
  const near = (op, body) => new Promise((r) => { waiting.set(n, r); worker.postMessage({ n: n++, op, body: JSON.stringify(body) }); });
  const far = async (path, body) => (await fetch("/api/v1" + path, body ? { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) } : {})).json();
  const out = []; let asked = 0, numbers = 0;
  const same = (at, a, b) => {
    if (typeof a === "number" && typeof b === "number") { numbers++; if (Math.abs(a - b) > 1e-9 * Math.max(1, Math.abs(a))) out.push(at + ": " + a + " and " + b); }
    else if (a && b && typeof a === "object" && typeof b === "object") {
      for (const k of new Set([...Object.keys(a), ...Object.keys(b)])) same(at + "." + k, a[k], b[k]);
    } else if (a !== b) out.push(at + ": " + JSON.stringify(a) + " and " + JSON.stringify(b));
  };
  const both = async (what, path, body, there, asks) => {
    asked++;
    const [f, r] = await Promise.all([far(path, body), near("ask", { method: "POST", path: there ?? path, body: asks ?? body })]);
    if (r.fault) { delete f.$schema; same(what, f, r.fault); } else same(what, f, r.answer);
  };
  for (const c of %s) {
    await both(JSON.stringify(c), "/plan", c);
  }
  const places = [{}, { altitude_m: 3900, air_c: -4, wind_ms: 3 }, { altitude_m: 9999 }];
  const gear = await far("/gear");
  for (const place of places) {
    const request = { method: "", place };
    await both("boil", "/bench/boil", { request });
    await both("wait", "/bench/wait", { request, after_s: 120, reading_c: 80 });
    await both("fuel", "/bench/fuel", { request, grams: 12, boils: 1 });
    await both("canister", "/bench/canister", { request });
  }
  await both("water", "/bench/water", { hardness_mg_l: 20 });
  const { stops, brews, coffees, ...trip } = await far("/trips/1");
  const kit = await far("/trips/1/kit");
  const items = gear.filter((g) => kit.items.includes(g.id));
  await both("trip", "/trips/1/plan?steps=true", undefined, "/page/trip", { trip, stops, brews, coffees, items, steps: true });
  await both("what-if", "/trips/1/what-if", { more_people: 2 }, "/page/what-if", { trip, stops, brews, coffees, what: { more_people: 2 } });
  const words = { words: "13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · plum" };
  await both("words of a recipe", "/recipes/read", words);
  await both("words of a cup", "/taste/understand", { words: "a little sour, watery" });
  const b = await far("/brews/" + brews[0].id);
  const request = b.stored.plan.request;
  const begun = [{ t_s: 0, kind: "start" }, { t_s: 40, kind: "reading", scale_g: 12, water_c: 30 }];
  await both("follow", "/follow", { request, events: begun, now_s: 50 });
  const alone = { method: "press-pot", drinkers: 1, scale: true };
  await both("simulate", "/simulate", { request: alone, seed: 7, drawn: true });
  // And a pocket with the trip, opened here: rows have other numbers in it, and all else is the same.
  const opened = await near("pocket-open", { carried: await far("/pocket?trips=1"), kept: [], clock_rate: 1 });
  if (opened.fault) out.push("pocket: " + opened.fault.detail);
  const rows = new Set(["$schema", "id", "revision", "created_at", "made_at", "items", "item", "brew", "plan_id", "brew_id", "stop_id", "trip_id", "stop_ids", "key", "database"]);
  const bare = (v) => Array.isArray(v) ? v.map(bare) : v && typeof v === "object" ? Object.fromEntries(Object.entries(v).filter(([k]) => !rows.has(k)).map(([k, x]) => [k, bare(x)])) : v;
  const inPocket = async (method, path, body) => (await near("pocket-ask", { method, path, ...(body && { body }) })).answer;
  const list = await inPocket("GET", "/trips/1");
  const alike = async (what, path, there, body) => {
    asked++;
    const [f, r] = await Promise.all([far(path, body), inPocket(body ? "POST" : "GET", there ?? path, body)]);
    same("pocket " + what, bare(f), bare(r.body));
  };
  for (const path of ["/trips", "/trips/1", "/trips/1/plan?steps=true", "/trips/1/kit", "/trips/1/schedule/ticks", "/log?trip=1", "/coffees?on=2026-09-10", "/recipes", "/gear", "/catalogue"]) await alike(path, path);
  for (const b of brews) {
    const there = list.body.brews.find((x) => x.uuid === b.uuid);
    await alike(b.name, "/brews/" + b.id, "/brews/" + there.id);
    await alike(b.name + ", told", "/plans/" + b.plan_id, "/plans/" + there.plan_id);
    await alike(b.name + ", advice", "/brews/" + b.id + "/advice", "/brews/" + there.id + "/advice", {});
  }
  for (const l of await far("/log?trip=1")) {
    const there = (await inPocket("GET", "/log?trip=1")).body.find((x) => x.uuid === l.uuid);
    await alike("cup " + l.id, "/log/" + l.id + "/had", "/log/" + there.id + "/had");
  }
  worker.terminate();
  return JSON.stringify({ out: out.slice(0, 12), asked, numbers });
})()`

func workerPath(t *testing.T) string {
	app, _ := web.App()
	found, err := fs.Glob(app, "assets/core-*.js")
	require.NoError(t, err)
	require.Len(t, found, 1)
	return "/" + found[0]
}

// Both carriers of the core, the server and the module in the browser, answer alike
// over the catalogue.
func TestBothCarriersAnswerAlike(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("422")
	p.open("/bench/boil")
	var requests []map[string]any
	for _, m := range method.All {
		for i, s := range m.Schools {
			place := []map[string]any{{}, {"altitude_m": 3900, "air_c": -4, "wind_ms": 3}, {"altitude_m": 1500, "air_c": 30}, {"measured_boil_c": 91.5}}[i%4]
			requests = append(requests, map[string]any{"method": m.ID, "school": s.ID, "drinkers": 1 + i%3, "place": place},
				map[string]any{"method": m.ID, "school": s.ID, "drinkers": 2, "place": map[string]any{"altitude_m": 2300, "air_c": 8}, "water": map[string]any{"source": "stream", "treatment": "boil"}, "scale": false})
		}
	}
	requests = append(requests, map[string]any{"method": "tea"}, map[string]any{"method": "cone", "cup_ml": 5})
	list, err := json.Marshal(requests)
	require.NoError(t, err)
	p.do(chromedp.Evaluate[chromedp.Void](fmt.Sprintf(carriers, workerPath(t), list) + `.then((r) => { window.compared = r; }, (e) => { window.compared = String(e); })`))
	text := ""
	p.within(2*time.Minute, "have both carriers asked", func() bool { text = p.js(`window.compared ?? ""`); return text != "" })
	var got struct {
		Out            []string
		Asked, Numbers int
	}
	require.NoError(t, json.Unmarshal([]byte(text), &got), text)
	assert.Empty(t, got.Out)
	assert.Greater(t, got.Asked, 60)
	assert.Greater(t, got.Numbers, 20_000)
}

// Once the module is there the page answers without its server.
func TestThePageAnswersWithoutItsServer(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("ERR_CONNECTION_REFUSED")
	p.open("/bench/boil")
	p.until("have the core near", func() bool { return p.js(`document.documentElement.dataset.core ?? ""`) == "ready" })
	p.see("100.0")
	app.stop()
	p.fill("Altitude", "3900")
	p.see("87.")
}

// A page goes on over the server where the module cannot be had.
func TestThePageDoesWithoutTheModule(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.expectError("Failed to load")
	p.expectError("404")
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (page.AddScriptToEvaluateOnNewDocumentResult, error) {
		return cdp.Call(ctx, t, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: `window.Worker = class { constructor() { throw new Error("none") } }`})
	})
	require.NoError(t, err)
	p.open("/bench/boil")
	p.until("have it given up", func() bool { return p.js(`document.documentElement.dataset.core ?? ""`) == "gone" })
	p.fill("Altitude", "3900")
	p.see("87.")
}
