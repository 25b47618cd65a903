import { useState } from "react";
import type { Catalogue, Plan, PlanRequest } from "../api/client";
import { usePlan } from "../api/queries";
import { patchOf } from "../api/change";
import { inWords, type System } from "../units/units";
import { canonical, getIn } from "./paths";

export interface GoodPlan {
  plan: Plan;
  request: PlanRequest;
}

/**
 * The last plan that could be made, where what is entered now cannot be planned: the one
 * on the screen, or after a reload that of the brew as it is kept.
 */
export function useLastPlan(
  now: ReturnType<typeof usePlan>,
  request: PlanRequest,
  kept: PlanRequest,
): GoodPlan | undefined {
  const [good, setGood] = useState<GoodPlan>();
  if (now.data && !now.isPlaceholderData && !now.error && good?.plan !== now.data)
    setGood({ plan: now.data, request });
  const saved = usePlan(now.error && !good && canonical(kept) !== canonical(request) ? kept : undefined);
  if (!now.error) return undefined;
  return good ?? (saved.data && { plan: saved.data, request: kept });
}

/** The paths that a merge patch changes. */
function paths(patch: object, under = ""): string[] {
  return Object.entries(patch).flatMap(([k, v]) =>
    v !== null && typeof v === "object" && !Array.isArray(v)
      ? paths(v as object, `${under}${k}.`)
      : [`${under}${k}`],
  );
}

/** The values that a plan still has, of what was changed since, in words. */
export function valuesOf(good: GoodPlan, now: PlanRequest, catalogue: Catalogue, system: System): string {
  const said = paths(patchOf(good.request, now)).flatMap((path) => {
    const f = catalogue.fields.find((x) => x.path === path);
    if (!f) return [];
    const v = getIn<number | string | boolean>(good.plan.request, path);
    const text =
      typeof v === "number"
        ? inWords(v, f.unit ?? "", system)
        : typeof v === "boolean"
          ? v
            ? "yes"
            : "no"
          : v === undefined
            ? "not set"
            : (catalogue.names[v] ?? v);
    return [`${f.label.toLowerCase()} ${text}`];
  });
  return said.join(", ");
}
