import { useState } from "react";
import type { Catalogue, Change, Plan, PlanRequest } from "../api/client";
import { useChanged, usePlan } from "../api/queries";
import { Versus } from "./Versus";

/** The change that gives the other plan. */
const againstBy = (against: string, same: boolean): Change | undefined => {
  if (against === "") return undefined;
  const [method, school] = against.split("/") as [string, string?];
  return school === undefined ? { as: method as Change["as"] } : { method, school, ...(same && { same }) };
};

/** Names the two plans of a comparison: by method or, if that is the same, by style. */
function namesOf(
  against: string,
  method: string,
  school: string | undefined,
  { names }: Catalogue,
): { name: string; otherName: string } {
  if (against === "home") return { name: "This", otherName: "At home (dotted)" };
  if (against === "plain") return { name: "This", otherName: "No adjustment (dotted)" };
  const [other = ""] = against.split("/");
  return other === method
    ? { name: names[`${method}/${school}`] ?? "This", otherName: names[against] ?? "Second brew" }
    : { name: names[method] ?? "This", otherName: names[other] ?? "Second brew" };
}

/** A plan to compare with: the choice, the other plan, and a table of what differs. */
export function useComparison(
  request: PlanRequest,
  plan: Plan | undefined,
  school: string | undefined,
  catalogue: Catalogue,
) {
  const [against, setAgainst] = useState("");
  const [same, setSame] = useState(true);
  const otherRequest = useChanged(request, againstBy(against, same)).data;
  const other = usePlan(otherRequest);
  const rival = otherRequest && other.data !== plan ? other.data : undefined;
  // Home, and no adjustment, are drawn thin in the score; another way has a score of its own.
  const beside = against.includes("/");
  const [method = ""] = against.split("/");
  return {
    against,
    setAgainst,
    rival,
    beside,
    title: `${catalogue.names[method] ?? ""}: ${catalogue.names[against] ?? ""}`,
    table: plan && rival && (
      <Versus
        plan={plan}
        other={rival}
        {...namesOf(against, request.method, school, catalogue)}
        same={beside ? same : undefined}
        onSame={setSame}
      />
    ),
  };
}
