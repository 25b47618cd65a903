// A GPX file in, a trip and a planned brew out: with openapi-fetch over the types that
// openapi-typescript makes.
import createClient from "openapi-fetch";
import type { paths } from "./schema";

export async function planFrom(base: string, gpx: string) {
  const api = createClient<paths>({ baseUrl: `${base}/api/v1` });

  // Read without keeping it: what was assumed is said, and nothing is there yet.
  const read = await api.POST("/import/preview", {
    params: { query: { name: "walk.gpx", hours: 6 } },
    body: gpx,
    bodySerializer: (file) => file,
    headers: { "Content-Type": "application/gpx+xml" },
  });
  if (read.error) throw new Error(read.error.detail);

  const kept = await api.POST("/trips/import", { body: { ...read.data.trip, name: "By types" } });
  if (kept.error) throw new Error(kept.error.detail);
  const trip = await api.GET("/trips/{trip}", { params: { path: { trip: kept.data.id } } });
  if (trip.error) throw new Error(trip.error.detail);

  // An altitude that the file does not have stays unknown.
  const height = (s: (typeof trip.data.stops)[number]) => s.conditions.place?.altitude_m ?? -Infinity;
  const highest = [...trip.data.stops].sort((a, b) => height(b) - height(a))[0];
  if (!highest) throw new Error("no stop");
  const brew = await api.POST("/stops/{stop}/brews", {
    // If the answer is lost, send it again with the same key: it is done once.
    params: { path: { stop: highest.id }, header: { "Idempotency-Key": crypto.randomUUID() } },
    body: { name: "First light", at: "06:30", request: { method: "cone", drinkers: 2, ...highest.conditions } },
  });
  if (brew.error) throw new Error(brew.error.detail);
  const { plan } = brew.data.stored;

  // What is not allowed is told field by field.
  const wrong = await api.POST("/plan", { body: { method: "cone", place: { altitude_m: 20000 } } });
  return {
    said: read.data.said,
    stop: highest.name,
    boil_c: plan.boil_c,
    dose_g: plan.dose_g,
    steps: plan.steps.length,
    refused: wrong.error?.errors?.map((e) => e.location),
  };
}
