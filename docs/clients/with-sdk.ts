// A GPX file in, a trip and a planned brew out: with the functions that @hey-api/openapi-ts
// makes, one for each operation.
import { createClient } from "./sdk/client";
import { addBrew, getTrip, importTrip, plan as planOnly, previewImport } from "./sdk";

export async function planFrom(base: string, gpx: string) {
  const client = createClient({ baseUrl: `${base}/api/v1` });

  // Read without keeping it: what was assumed is said, and nothing is there yet.
  const read = await previewImport({
    client,
    query: { name: "walk.gpx", hours: 6 },
    body: new Blob([gpx]),
    headers: { "Content-Type": "application/gpx+xml" },
  });
  if (!read.data) throw new Error(read.error?.detail);

  const kept = await importTrip({ client, body: { ...read.data.trip, name: "By functions" } });
  if (!kept.data) throw new Error(kept.error?.detail);
  const trip = await getTrip({ client, path: { trip: kept.data.id } });
  if (!trip.data) throw new Error(trip.error?.detail);

  // An altitude that the file does not have stays unknown.
  const height = (s: (typeof trip.data.stops)[number]) => s.conditions.place?.altitude_m ?? -Infinity;
  const highest = [...trip.data.stops].sort((a, b) => height(b) - height(a))[0];
  if (!highest) throw new Error("no stop");
  const brew = await addBrew({
    client,
    path: { stop: highest.id },
    // If the answer is lost, send it again with the same key: it is done once.
    headers: { "Idempotency-Key": crypto.randomUUID() },
    body: { name: "First light", at: "06:30", request: { method: "cone", drinkers: 2, ...highest.conditions } },
  });
  if (!brew.data) throw new Error(brew.error?.detail);
  const { plan } = brew.data.stored;

  // What is not allowed is told field by field.
  const wrong = await planOnly({ client, body: { method: "cone", place: { altitude_m: 20000 } } });
  return {
    said: read.data.said,
    stop: highest.name,
    boil_c: plan.boil_c,
    dose_g: plan.dose_g,
    steps: plan.steps.length,
    refused: wrong.error?.errors?.map((e) => e.location),
  };
}
