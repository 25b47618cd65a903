import { Button, Dropdown, Select } from "antd";
import { useEffect, useMemo, useRef, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { api, ApiError, must, type Schemas, type TripOut, type TripPlan } from "../api/client";
import {
  kitQuery,
  useCatalogue,
  useChange,
  useChosenKit,
  useGear,
  useLaidKit,
  useTrip,
  useTripKit,
  useTripPlan,
} from "../api/queries";
import { saveBrew, saveKit } from "../api/change";
import { Sentence } from "../sentence/Sentence";
import { Folded } from "../app/Folded";
import { Loaded, Trouble } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { useStored } from "../app/useStored";
import { useOfferUndo } from "../app/useUndo";
import { CellFig, PlanFig } from "../units/Fig";
import { counted, inWords, say, sentence } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { Choosing } from "./Choosing";
import { Floor } from "./Floor";
import { Front } from "./Front";
import { Packing } from "./Packing";
import { WishesForm, wishWords } from "./WishesForm";
import "./kit.css";

type Item = Schemas["Item"];
type TripKit = Schemas["TripKit"];

export default function KitPage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  const kit = useTripKit(id);
  const gear = useGear();
  const plan = useTripPlan(id);
  return (
    <Loaded query={trip}>
      {(t) => (
        <Loaded query={gear}>
          {(g) => (
            <Loaded query={kit}>
              {(k) => <Loaded query={plan}>{(p) => <KitOf trip={t} gear={g} kept={k} plan={p} />}</Loaded>}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  );
}

/** Every brew as it was before the kit was laid over it. */
const unapply = (before: Schemas["BrewBefore"][]) =>
  Promise.all(
    before.map(async ({ id, revision, ...was }) => {
      const now = await must(api.GET("/brews/{brew}", { params: { path: { brew: id } } }));
      return saveBrew({ ...now, revision }, was);
    }),
  );

const readTried = (text: string | null): number[] | undefined => {
  try {
    const v = JSON.parse(text ?? "null") as unknown;
    return Array.isArray(v) && v.length > 0 && v.every((n) => typeof n === "number") ? v : undefined;
  } catch {
    return undefined;
  }
};
const writeTried = (v: number[] | undefined) => (v ? JSON.stringify(v) : null);

function KitOf({ trip, gear, kept, plan }: { trip: TripOut; gear: Item[]; kept: TripKit; plan: TripPlan }) {
  const { system } = useSettings();
  const catalogue = useCatalogue();
  const [search, setSearch] = useSearchParams();
  const working = useMemo(
    () => ({ open: (path: string) => setSearch({ working: path }), change: () => undefined }),
    [setSearch],
  );
  const offer = useOfferUndo();
  const [wishes, setWishes] = useState(kept.wishes);
  const chosen = useChosenKit(trip.id, wishes, gear.length > 0 && trip.brews.length > 0);
  // What is tried out is not the trip's kit until it is used.
  const { value: tried, set: setTried } = useStored(`kit.tried.${trip.id}`, readTried, writeTried);
  const trying = kept.items.length === 0 && tried !== undefined;
  const items = trying ? tried : kept.items;
  const own = items.length > 0;
  const laid = useLaidKit(trip.id, { items, wishes }, own, kept.lost);
  const client = useQueryClient();
  // Changes come faster than answers: they are sent one after another, each from what
  // the one before it left, and shown at once.
  const stored = useRef(kept);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    if ((kept.revision ?? 0) > (stored.current.revision ?? 0)) stored.current = kept;
  }, [kept]);
  const save = useChange((k: Partial<TripKit>) => {
    client.setQueryData<TripKit>(kitQuery(trip.id).queryKey, (was) => ({ ...(was ?? kept), ...k }));
    const sent = line.current.then(async () => (stored.current = await saveKit(trip.id, stored.current, k)));
    line.current = sent.catch(() => client.invalidateQueries({ queryKey: kitQuery(trip.id).queryKey }));
    return sent;
  });
  const apply = useChange((body: Schemas["LayIn"]) =>
    must(api.POST("/trips/{trip}/kit/apply", { params: { path: { trip: trip.id } }, body })),
  );
  const put = (change: Partial<TripKit>, said?: string) => {
    const before = kept;
    save.mutate(
      { wishes, ...change },
      { onSuccess: (now) => said && offer(`kit-${trip.id}`, said, () => saveKit(trip.id, now, before)) },
    );
  };
  /** Other things go along: at once in a kit that is the trip's, and else as a trial. */
  const lay = (to: number[], said: string) =>
    kept.items.length > 0 ? put({ items: to }, said) : setTried(to);
  const answer = own ? laid.data?.answer : chosen.data;
  const best = answer?.best;
  // Points that no brew loses tell nothing.
  const tellsCups = best?.brews.some((b) => b.cup < 99.5) ?? false;
  const ids = useMemo(() => new Set(best?.items ?? (own ? items : [])), [best, own, items]);
  const taken = gear.filter((g) => ids.has(g.id as number));
  const packing = useTripPlan(
    trip.id,
    false,
    taken.map((g) => g.id as number),
  );
  const error = (own ? laid.error : chosen.error) ?? save.error ?? apply.error;
  // The kit's own figures, and those of its packing list.
  const sheet = answer ? { ...packing.data?.result.working, ...answer.working } : undefined;
  const method = (m: string) => catalogue.data?.methods.find((x) => x.id === m)?.name ?? m;
  const nameOf = (i: number) => gear.find((g) => g.id === i)?.name;

  if (gear.length === 0)
    return (
      <div className="page">
        <h1>Kit</h1>
        <p className="empty">
          You have no gear yet. <Link to="/gear">Add your gear</Link>, or start with typical gear there. Then
          this page finds your kit.
        </p>
      </div>
    );
  if (trip.brews.length === 0)
    return (
      <div className="page">
        <h1>Kit</h1>
        <p className="empty">
          No brew planned yet. <Link to={`/trips/${trip.id}`}>Plan one at a stop</Link>, and a kit is chosen
          for it.
        </p>
      </div>
    );
  const swap = (from: Item, to: Item | undefined) => {
    const next = [...ids].filter((i) => i !== from.id);
    if (to?.id) next.push(to.id);
    lay(next, to ? `${to.name} in place of ${from.name}` : `${from.name} stays at home`);
  };
  const add = (item: Item) => lay([...ids, item.id as number], `${item.name} added`);

  return (
    <WorkingContext.Provider value={working}>
      <div className="page kit">
        <div className="kit-head">
          <div>
            <h1 className="sr">Kit</h1>
            <p className="quiet">
              {trying ? "On trial, not the trip’s kit yet" : own ? "Your kit" : "Best from your gear"}
            </p>
            {(own ? best : answer?.reasons[0]) && (
              <p className="verdict">
                {own && best
                  ? `Your kit makes ${best.brews.length} of ${plan.result.brews.length} brews, ${inWords(best.mass_g, "g", system)} to carry.`
                  : answer?.reasons[0] && say(answer.reasons[0], system)}
              </p>
            )}
            <Sentence
              parts={wishWords(
                wishes,
                (w) => {
                  setWishes(w);
                  save.mutate({ wishes: w });
                },
                system,
              )}
            />
          </div>
          <div className="kit-acts">
            {trying && (
              <Button
                id="main-action"
                type="primary"
                onClick={() => {
                  put({ items: [...ids] }, "Kit saved for the trip");
                  setTried(undefined);
                }}
              >
                Use this kit
              </Button>
            )}
            {own ? (
              <Button onClick={() => (trying ? setTried(undefined) : put({ items: [] }, "Best kit"))}>
                Best kit
              </Button>
            ) : (
              best && (
                <Button
                  id="main-action"
                  type="primary"
                  onClick={() => put({ items: best.items }, "Kit saved for the trip")}
                >
                  Use this kit
                </Button>
              )
            )}
            {best && (
              <Button
                loading={apply.isPending}
                title="Every brew takes its method, pot, grinder, cup and burner from this kit"
                onClick={() =>
                  apply.mutate(
                    { items: best.items, wishes },
                    {
                      onSuccess: (a) =>
                        offer(
                          `apply-${trip.id}`,
                          `${counted(a.before.length, "brew is", "brews are")} planned with this kit`,
                          () => unapply(a.before),
                        ),
                    },
                  )
                }
              >
                Plan brews
              </Button>
            )}
          </div>
        </div>
        <div>
          {!own && chosen.isFetching && <Choosing trip={trip.id} />}
          {error && <Trouble error={error as ApiError} />}
          {answer?.blocked.map((b, i) => (
            <p key={i} className="remark remark-danger">
              <strong>
                {b.name || "A brew"} at {trip.stops[b.stop]?.name} can’t be made.
              </strong>{" "}
              {b.why} {b.remedy}
            </p>
          ))}
          {answer?.limits.map((l, i) => (
            <p key={i} className="remark remark-danger">
              <strong>{say(l, system)}</strong>
            </p>
          ))}
          {laid.data?.stuck.map((b, i) => (
            <p key={`s${i}`} className="remark remark-danger">
              <strong>
                From {trip.stops[b.stop]?.name} on {b.name || "a brew"} can’t be made.
              </strong>{" "}
              {b.why} {b.remedy}
            </p>
          ))}
          {laid.data && laid.data.fallback.length > 0 && (
            <p className="remark">
              <strong>After the loss:</strong>{" "}
              {laid.data.fallback
                .map(
                  (f) => `${f.name || "a brew"} at ${trip.stops[f.stop]?.name ?? ""} → ${method(f.method)}`,
                )
                .join("; ")}
              .
            </p>
          )}
          <div className="kit-top">
            <Floor
              items={taken}
              gear={gear}
              joints={answer?.joints ?? []}
              lost={kept.lost.map((l) => l.item)}
              onSwap={swap}
              onAdd={add}
            />
            <section className="kit-why" aria-label="Why this kit">
              {!own && (
                <>
                  <ul className="reasons">
                    {answer?.reasons.slice(1, 4).map((r, i) => (
                      <li key={i}>{say(r, system)}</li>
                    ))}
                  </ul>
                  {(answer?.reasons.length ?? 0) > 4 && (
                    <Folded id="kit.reasons" title="More reasons">
                      <ul className="reasons">
                        {answer?.reasons.slice(4).map((r, i) => (
                          <li key={i}>{say(r, system)}</li>
                        ))}
                      </ul>
                    </Folded>
                  )}
                </>
              )}
              {own && chosen.data?.best && best && (
                <p className="quiet">
                  The best kit is {inWords(Math.abs(best.mass_g - chosen.data.best.mass_g), "g", system)}{" "}
                  {best.mass_g >= chosen.data.best.mass_g ? "lighter" : "heavier"} and its cups are{" "}
                  {Math.abs(chosen.data.best.cup - best.cup).toFixed(1)} points{" "}
                  {chosen.data.best.cup >= best.cup ? "better" : "worse"}.
                </p>
              )}
            </section>
          </div>
          {best && <LastCheck joints={answer?.joints ?? []} />}
          <Packing plan={packing.data ?? plan} kept={kept} onTick={(packed) => put({ packed })} />
          {best && sheet && (
            <Folded id="kit.figures" title="Figures" className="kit-figures">
              <Sums answer={{ working: sheet }} />
            </Folded>
          )}
          {chosen.data && chosen.data.front.length > 0 && (
            <Folded id="kit.front" title={`All ${chosen.data.front.length} on the edge`}>
              <Front
                front={chosen.data.front}
                shown={best ?? undefined}
                name={nameOf}
                onPick={(k) => lay(k.items, "Kit laid out")}
              />
            </Folded>
          )}
          <Folded id="kit.brews" title="Each brew">
            <table className="plain">
              <thead>
                <tr>
                  <th>Brew</th>
                  <th>Made by</th>
                  {tellsCups && <th className="right">Cup, of 100</th>}
                  <th className="right">Time</th>
                  <th>If that fails</th>
                </tr>
              </thead>
              <tbody>
                {best?.brews.map((b, i) => (
                  <tr key={b.brew}>
                    <td>
                      <Link to={`/trips/${trip.id}/stops/${plan.stop_ids[b.stop]}`}>
                        {trip.stops[b.stop]?.name}
                      </Link>{" "}
                      <span className="quiet">{b.name}</span>
                    </td>
                    <td>{method(b.method)}</td>
                    {tellsCups && (
                      <td className="right">
                        <CellFig path={`kit.brews.${i}.cup`}>{Math.round(b.cup)}</CellFig>
                      </td>
                    )}
                    <td className="right">
                      <CellFig path={`kit.brews.${i}.minutes`}>
                        {inWords(b.minutes * 60, "s", system)}
                      </CellFig>
                    </td>
                    <td className="quiet">{b.second || "nothing"}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="hint">{answer?.said.join(" ")}</p>
          </Folded>
          <Folded id="kit.wishes" title="More wishes and priorities">
            <WishesForm
              wishes={wishes}
              onChange={(w) => {
                setWishes(w);
                save.mutate({ wishes: w });
              }}
            />
          </Folded>
          {answer && answer.excluded.length > 0 && !own && (
            <Folded id="kit.home" title={`What stays at home (${answer.excluded.length})`}>
              <ul className="reasons">
                {answer.excluded.map((x) => (
                  <li key={x.item}>{say(x, system)}</li>
                ))}
              </ul>
            </Folded>
          )}
          {own && !trying && (
            <Losses trip={trip} items={taken} kept={kept} onChange={(lost) => put({ lost }, "Noted")} />
          )}
          <p>
            <Link to="/gear">My gear</Link>{" "}
            <Button type="text" onClick={() => window.print()}>
              Print
            </Button>
          </p>
        </div>
      </div>
      <WorkingPanel
        sheet={sheet}
        path={search.get("working")}
        onClose={() => setSearch({}, { replace: false })}
      />
    </WorkingContext.Provider>
  );
}

/** What a kit gives; each figure opens its working. */
function Sums({ answer }: { answer: Pick<Schemas["Answer"], "working"> }) {
  const groups = [
    ["kit.mass_g", "kit.gear_g", "kit.used_g", "totals.packed_g", "kit.volume_ml"],
    ["kit.cup", "kit.minutes", "kit.morning_min", "kit.fuss", "kit.price"],
  ];
  return (
    <div className="figures">
      {groups.map((g) => (
        <section key={g[0]}>
          {/* A cup that loses no point has nothing to tell. */}
          {g
            .filter((k) => k !== "kit.cup" || (answer.working[k]?.value ?? 100) < 99.5)
            .map((k) => (
              <PlanFig key={k} plan={answer} path={k} big={k === "kit.mass_g" || k === "kit.cup"} />
            ))}
        </section>
      ))}
    </div>
  );
}

/** What does not fit, or only with care, before leaving. */
function LastCheck({ joints }: { joints: Schemas["Joint"][] }) {
  const { system } = useSettings();
  const bad = joints
    .filter((j) => j.level !== "fits")
    .sort((a, b) => (a.level === "no" ? -1 : 1) - (b.level === "no" ? -1 : 1));
  const list = (some: typeof bad) => (
    <ul className="checks-list">
      {some.map((j, i) => (
        <li key={i} className={`joint-${j.level}`}>
          <span aria-hidden="true">{j.level === "no" ? "✕" : "△"}</span> <strong>{say(j, system)}</strong>
          {j.remedy && ` ${sentence(j.remedy)}`}
        </li>
      ))}
    </ul>
  );
  const no = bad.filter((j) => j.level === "no");
  const care = bad.filter((j) => j.level !== "no");
  return (
    <section aria-label="Last check">
      {/* What does not fit is never folded. */}
      {no.length > 0 && list(no)}
      {bad.length === 0 ? (
        <p className="quiet">Everything fits.</p>
      ) : (
        care.length > 0 && (
          <Folded id="kit.check" title={`Last check: ${care.length} to check`}>
            {list(care)}
          </Folded>
        )
      )}
    </section>
  );
}

function Losses({
  trip,
  items,
  kept,
  onChange,
}: {
  trip: TripOut;
  items: Item[];
  kept: TripKit;
  onChange: (lost: TripKit["lost"]) => void;
}) {
  const [item, setItem] = useState<number>();
  const [stop, setStop] = useState<number | undefined>(trip.stops[0]?.id);
  return (
    <section aria-label="Lost or broken on the way" className="losses">
      <h2>Lost or broken on the way</h2>
      {kept.lost.map((l) => (
        <p key={`${l.item}-${l.stop}`}>
          {items.find((i) => i.id === l.item)?.name ?? "An item"}, from{" "}
          {trip.stops.find((s) => s.id === l.stop)?.name} on.{" "}
          <Dropdown
            trigger={["click"]}
            menu={{
              items: [
                {
                  key: "found",
                  label: "It is back",
                  onClick: () => onChange(kept.lost.filter((o) => o !== l)),
                },
              ],
            }}
          >
            <Button size="small" type="text">
              …
            </Button>
          </Dropdown>
        </p>
      ))}
      <div className="inline-form">
        <Select
          aria-label="Lost item"
          style={{ width: 220 }}
          placeholder="Item"
          value={item}
          options={items.map((i) => ({ value: i.id as number, label: i.name, title: i.name }))}
          onChange={setItem}
        />
        <Select
          aria-label="Where"
          style={{ width: 200 }}
          value={stop}
          options={trip.stops.map((s) => ({ value: s.id, label: s.name, title: s.name }))}
          onChange={setStop}
        />
        <Button
          disabled={item === undefined || stop === undefined}
          onClick={() => {
            if (item !== undefined && stop !== undefined) onChange([...kept.lost, { item, stop }]);
            setItem(undefined);
          }}
        >
          Mark as lost
        </Button>
      </div>
    </section>
  );
}
