import { useRef } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { PlanRequest } from "../api/client";
import {
  addBrew,
  addPlace,
  useAgain,
  useBrew,
  useCatalogue,
  useChanged,
  useCoffees,
  useNewBrew,
  useRecipe,
  useStopOf,
} from "../api/queries";
import { useSettings } from "../app/settings";
import { placeName } from "../place/placeName";
import { Loaded, Trouble } from "../app/Trouble";
import { useHere } from "../now/useHere";
import { tidied } from "./planWords";
import { canonical } from "./paths";
import { byRecipe, withCoffee } from "./own";
import { Editor } from "./Editor";

/** A request with the recipe of one's own and the coffee that the address names. */
function useOwn(of: PlanRequest | undefined) {
  const [search] = useSearchParams();
  const id = Number(search.get("recipe") ?? 0);
  const recipe = useRecipe(id);
  const changed = useChanged(of, recipe.data && byRecipe(recipe.data));
  const coffees = useCoffees();
  const coffee = Number(search.get("coffee") ?? 0);
  // What was made of another request is not this one.
  const made = id === 0 ? of : changed.isPlaceholderData ? undefined : changed.data;
  const ready = made !== undefined && (coffee === 0 || !coffees.isPending);
  const bag = coffees.data?.find((c) => c.id === coffee);
  return {
    error: recipe.error ?? changed.error,
    request: ready ? tidied(bag ? withCoffee(made, bag) : made) : undefined,
  };
}

/** A brew here and now, of no trip unless the place is a stop of one; it is kept with its place. */
export function NowPlanPage() {
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const { here, ways, shelf, wanted } = useHere(catalogue.data);
  const { system } = useSettings();
  const method = search.get("method") ?? "";
  const way = ways.data?.ways.find((w) => w.method === method);
  // A recipe that is none of its is left to the best.
  const school = way?.schools.find((c) => c.school === search.get("school"))?.school ?? way?.school ?? "";
  const stop = useStopOf(here.stop?.trip ?? 0, here.stop?.stop ?? 0);
  const kept = useRef<number>(undefined);
  // Gear that is only assumed denies nobody the scale that a recipe in grams wants.
  const assumed = !here.have && shelf?.length === 0 && search.get("recipe") !== null;
  // A cup of the log that is to come out again here.
  const entry = Number(search.get("again") ?? 0);
  const again = useAgain(entry, { here: wanted, method });
  const fresh = way && { ...way.request, school, ...(assumed && { scale: undefined }) };
  const own = useOwn(entry === 0 ? fresh : again.isPlaceholderData ? undefined : again.data?.again.request);
  const { request } = own;
  const error = own.error ?? again.error;
  if (error) return <Trouble error={error} />;
  return (
    <Loaded query={catalogue}>
      {(c) => (
        <Loaded query={ways}>
          {() =>
            way && !request ? null : way && request ? (
              <Editor
                // What is said of here is another brew, and not a change of this one.
                key={`now:${method}:${school}:${canonical(request)}`}
                brew={{
                  id: 0,
                  uuid: "",
                  stop_id: here.stop?.stop ?? 0,
                  trip_id: here.stop?.trip ?? 0,
                  name: "",
                  at: "",
                  revision: 0,
                  request,
                  plan_id: 0,
                  caffeine_mg: 0,
                  tastings: 0,
                }}
                here
                catalogue={c}
                stop={stop}
                keep={async (body) => {
                  // A second try goes to the place that the first has kept.
                  kept.current ??=
                    here.stop?.stop ??
                    (
                      await addPlace({
                        name: placeName(here.conditions, system),
                        time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
                        conditions: here.conditions,
                      })
                    ).id;
                  return addBrew(kept.current, body);
                }}
              />
            ) : (
              <p className="empty page">
                There is no such method. <Link to="/now">Back to the methods</Link>.
              </p>
            )
          }
        </Loaded>
      )}
    </Loaded>
  );
}

/** A brew that is being tried and is not kept: nothing counts it until it is. */
export function NewPlanPage() {
  const params = useParams();
  const stop = Number(params.stop);
  const [search] = useSearchParams();
  const fresh = useNewBrew(stop, search.get("method") ?? "", search.get("school") ?? "");
  const at = useStopOf(Number(params.trip ?? 0), stop);
  const catalogue = useCatalogue();
  const { error, request } = useOwn(fresh.data?.request);
  if (error) return <Trouble error={error} />;
  return (
    <Loaded query={fresh}>
      {(n) => (
        <Loaded query={catalogue}>
          {(c) =>
            request && (
              <Editor
                key={`new:${stop}:${search.get("method")}:${search.get("school")}:${search.get("recipe")}:${search.get("coffee")}`}
                brew={{
                  id: 0,
                  uuid: "",
                  stop_id: stop,
                  trip_id: n.trip_id,
                  name: n.name,
                  at: n.at,
                  revision: 0,
                  request,
                  plan_id: 0,
                  caffeine_mg: 0,
                  tastings: 0,
                }}
                catalogue={c}
                stop={at}
              />
            )
          }
        </Loaded>
      )}
    </Loaded>
  );
}

export default function PlanPage() {
  const params = useParams();
  const brew = useBrew(Number(params.brew));
  const at = useStopOf(Number(params.trip ?? 0), Number(params.stop));
  const catalogue = useCatalogue();
  return (
    <Loaded query={brew}>
      {(b) => (
        <Loaded query={catalogue}>
          {(c) => (
            <Editor key={`${b.id}:${b.revision}:${canonical(b.request)}`} brew={b} catalogue={c} stop={at} />
          )}
        </Loaded>
      )}
    </Loaded>
  );
}
