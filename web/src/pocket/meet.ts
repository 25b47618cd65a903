// When a device that was without its server meets it again: what was done comes home by itself,
// where nothing stands against it.

import { api, must, type Schemas } from "../api/client";
import { asFile, queryClient } from "../api/queries";
import { notice } from "../app/notices";
import { counted } from "../units/units";
import { carriedHere, carry, leftHere, letGo, putDown, type CarriedHere } from "./session";

/** Brings home what this device carries, if it can be without asking. */
export async function bringHome(): Promise<void> {
  for (const left of leftHere()) await bring(left, () => letGo(left.id));
  const here = carriedHere();
  if (here && (here.changes > 0 || here.ran)) await bring(here, () => goOn(here));
}

async function bring(here: CarriedHere, then: () => void | Promise<void>): Promise<void> {
  try {
    const { carried, bringing } = await must(
      api.POST("/bring/preview", {
        params: { query: { name: "this device" } },
        ...asFile(here.file, "application/octet-stream"),
      }),
    );
    if (bringing.clashes.length > 0) {
      notice({
        kind: "info",
        key: "bring",
        title: "Offline changes clash with changes here",
        more: "Choose under Trips, Bring home.",
      });
      return;
    }
    const out = await must(api.POST("/bring", { body: { carried } as Schemas["BringIn"] }));
    await then();
    await queryClient.invalidateQueries();
    if (out.arrives.length === 0) return; // a run alone: its guide shows it
    notice({
      kind: "done",
      title: "Offline changes are home",
      more: `${counted(out.arrives.length, "record")} new or changed.`,
    });
  } catch (e) {
    notice({
      kind: "wrong",
      title: "Offline changes aren’t home yet",
      more: e instanceof Error ? e.message : String(e),
    });
  }
}

/** Carries the same trips again, brought up to date, and removes the old copy. */
export async function goOn(here: CarriedHere): Promise<void> {
  if (carriedHere()?.id === here.id) await refresh(here.trips);
  if (carriedHere()?.id !== here.id) letGo(here.id);
}

/** Carries the same trips as they are at home now, where nothing here waits to be brought home. */
export async function renew(): Promise<boolean> {
  const here = carriedHere();
  if (!here || here.changes > 0 || here.ran) return false;
  await goOn(here);
  return true;
}

/** Carries the same trips anew, as they are at home now; those that are gone are left out. */
async function refresh(uuids: string[]): Promise<void> {
  const there = (await must(api.GET("/trips"))).filter((t) => uuids.includes(t.uuid));
  if (there.length === 0) return putDown();
  carry(await pocketWith(uuids.flatMap((u) => there.filter((t) => t.uuid === u)).map((t) => t.id)));
}

/** A pocket with some trips, as the server tells it, to the letter. */
export const pocketWith = (trips: number[]): Promise<string> =>
  must(api.GET("/pocket", { params: { query: { trips } }, parseAs: "text" }));

/** Whether the server answers. */
export async function answers(): Promise<boolean> {
  try {
    return (await fetch("/api/v1/info", { cache: "no-store" })).ok;
  } catch {
    return false;
  }
}
