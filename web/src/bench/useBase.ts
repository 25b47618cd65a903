import { useState } from "react";
import { useSearchParams } from "react-router";
import type { PlanRequest } from "../api/client";
import { saveBrew, saveStop } from "../api/change";
import { useChange, useTrip, useTrips } from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { atStop, canonical, conditionsOf, setIn } from "../plan/paths";

const bare: PlanRequest = { method: "" };

/**
 * Where the bench takes its values from: a stop or a brew of the trip, or
 * nothing; the address says which. What is changed on the bench stays here
 * until it is kept there.
 */
export function useBase() {
  const [search, setSearch] = useSearchParams();
  const trips = useTrips();
  const id = Number(lastTrip() ?? trips.data?.[0]?.id ?? 0);
  const trip = useTrip(trips.data?.some((t) => t.id === id) ? id : 0);
  const from = search.get("from") ?? "";
  const [kind, number] = [from.slice(0, 4), Number(from.slice(4))];
  const stop = kind === "stop" ? trip.data?.stops.find((s) => s.id === number) : undefined;
  const brew = kind === "brew" ? trip.data?.brews.find((b) => b.id === number) : undefined;
  const base = brew?.request ?? (stop ? atStop(stop.conditions) : bare);
  const stopOfBrew = brew && trip.data?.stops.find((s) => s.id === brew.stop_id);
  const name = brew ? `${stopOfBrew?.name ?? ""}: ${brew.name || brew.request.method}` : stop?.name;

  // A draft belongs to one base, as it was read.
  const [draft, setDraft] = useState<{ of: string; request: PlanRequest }>();
  const of = from + canonical(base);
  const request = draft?.of === of ? draft.request : base;
  const set = (path: string, value: unknown) =>
    setDraft((d) => ({ of, request: setIn(d?.of === of ? d.request : base, path, value) }));
  const replace = (r: PlanRequest) => setDraft({ of, request: r });

  const keep = useChange(async (r: PlanRequest) => {
    if (brew) await saveBrew(brew, { request: r });
    else if (stop) await saveStop(stop, { conditions: conditionsOf(r) });
  });
  const addNote = useChange(async (text: string) => {
    const at = stop ?? stopOfBrew;
    if (!at) return;
    await saveStop(at, { note: [at.note, text].filter(Boolean).join(" ") });
  });
  const choices = [
    { value: "", label: "Nothing: usual values" },
    ...(trip.data?.stops ?? []).flatMap((s) => [
      { value: `stop${s.id}`, label: s.name },
      ...(trip.data?.brews ?? [])
        .filter((b) => b.stop_id === s.id)
        .map((b) => ({ value: `brew${b.id}`, label: `${s.name}: ${b.name || b.request.method}` })),
    ]),
  ];
  return {
    from,
    choose: (v: string) => setSearch(v ? { from: v } : {}, { replace: true }),
    choices,
    name,
    stopName: (stop ?? stopOfBrew)?.name,
    request,
    dirty: canonical(request) !== canonical(base),
    /** A stop keeps its place, water, heat and pot; the rest belongs to a brew. */
    keeps: brew !== undefined || canonical(conditionsOf(request)) !== canonical(conditionsOf(base)),
    leaves:
      brew === undefined &&
      canonical({ ...request, ...conditionsOf(base) }) !== canonical({ ...base, ...conditionsOf(base) }),
    set,
    replace,
    undo: () => setDraft(undefined),
    keep,
    addNote,
    ready: trip.data !== undefined || from === "",
  };
}

export type Base = ReturnType<typeof useBase>;
