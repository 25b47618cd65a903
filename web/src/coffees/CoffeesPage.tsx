import { Button, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { moment, saveCoffee } from "../api/change";
import { limits } from "../api/limits";
import type { Coffee, Schemas } from "../api/client";
import { addCoffee, closing, useChange, useCoffees, useDeletedCoffees, useLog } from "../api/queries";
import { Panel } from "../app/Panel";
import { useSettings } from "../app/settings";
import { FieldTrouble, Loaded, Trouble } from "../app/Trouble";
import { over, useStored } from "../app/useStored";
import { useRemove } from "../app/useUndo";
import { Deleted } from "../log/Deleted";
import { NumberField } from "../units/NumberField";
import { counted, inWords } from "../units/units";
import "../log/log.css";

type Set = Schemas["InBag"];

/** The coffees in the bag. */
export default function CoffeesPage() {
  const coffees = useCoffees();
  const deleted = useDeletedCoffees();
  const [editing, setEditing] = useState<Coffee | "new">();
  return (
    <div className="page lb">
      <h1>Coffees</h1>
      <p>
        <Button type="primary" onClick={() => setEditing("new")}>
          Add a coffee
        </Button>
      </p>
      <Loaded query={coffees}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              No coffee yet. Add the bag you brew from: it counts what is left, and learns what you like.
            </p>
          ) : (
            <>
              <Left list={list} />
              <ul className="lb-cups">
                {list.map((c) => (
                  <Bag key={c.id} coffee={c} onEdit={() => setEditing(c)} />
                ))}
              </ul>
            </>
          )
        }
      </Loaded>
      <Deleted kind="coffee" list={deleted.data ?? []} />
      {editing && (
        <CoffeeForm
          key={editing === "new" ? "new" : editing.id}
          coffee={editing === "new" ? undefined : editing}
          onClose={() => setEditing(undefined)}
        />
      )}
    </div>
  );
}

/** How much coffee there is, in one line. */
function Left({ list }: { list: Coffee[] }) {
  const { system } = useSettings();
  const known = list.flatMap((c) => (c.left_g === null ? [] : [c.left_g]));
  if (known.length === 0) return null;
  return (
    <p className="verdict">
      {inWords(
        known.reduce((a, b) => a + b, 0),
        "g",
        system,
      )}{" "}
      left in {counted(known.length, "bag")}.
    </p>
  );
}

function Bag({ coffee: c, onEdit }: { coffee: Coffee; onEdit: () => void }) {
  const { system } = useSettings();
  const removeWithUndo = useRemove();
  const last = useLog(0).data?.find((l) => l.coffee === c.uuid);
  const share = c.left_g !== null && c.grams ? Math.min(c.left_g / c.grams, 1) : undefined;
  const days = c.beans.days_off_roast;
  return (
    <li className="lb-card lb-bag">
      <h2 data-own-words>{c.name}</h2>
      <p className="quiet">
        {[
          c.roast && `${c.roast} roast`,
          c.species,
          c.process,
          c.ground ? (c.shop_ground ? "ground at the shop" : "ground") : "",
          days !== undefined ? `${counted(days, "day")} off roast` : "",
        ]
          .filter(Boolean)
          .join(" · ") || "no details"}
      </p>
      {c.left_g !== null ? (
        <>
          <BagOf share={share} days={days} />
          <p>
            <strong className="num">{inWords(c.left_g, "g", system)}</strong> left
            {c.grams !== undefined && <span className="quiet"> of {inWords(c.grams, "g", system)}</span>}
          </p>
        </>
      ) : (
        <p className="quiet">Amount not entered; supplies still count it.</p>
      )}
      <Notes notes={c.notes} printed={c.printed_notes} />
      <p className="lb-actions">
        <Link to={`/log?coffee=${c.uuid}`}>{counted(c.cups, "cup")}</Link>
        <Link to={`/now/plan?method=${last?.method ?? "cone"}&coffee=${c.id}`}>Brew it</Link>
        {c.printed_recipe && (
          <Link to={`/recipes/new?words=${encodeURIComponent(c.printed_recipe)}`}>Read its recipe</Link>
        )}
        <Button size="small" type="text" onClick={onEdit} aria-label={`Change ${c.name}`}>
          Change
        </Button>
        <Button
          size="small"
          type="text"
          aria-label={`Delete ${c.name}`}
          onClick={() => void removeWithUndo("coffee", c.id, c.name)}
        >
          Delete
        </Button>
      </p>
    </li>
  );
}

/** The weeks since a roast that are drawn. */
const WEEKS = 8;

/** A bag with what is left in it, and the weeks since it was roasted beside it. */
function BagOf({ share, days }: { share: number | undefined; days: number | undefined }) {
  const inside = 58 * (share ?? 0);
  const x = (d: number) => 84 + (Math.min(d, WEEKS * 7) / (WEEKS * 7)) * 190;
  return (
    <svg className="lb-left" viewBox="0 0 290 92" aria-hidden="true">
      <path className="bag-coffee" d={`M10 ${80 - inside} H58 V80 H10 Z`} />
      <path className="bag-line" d="M10 18 H58 V80 H10 Z M10 18 L16 8 H52 L58 18 M26 30 h16" />
      {days !== undefined && (
        <>
          <path className="bag-line" d={`M${x(0)} 56 H${x(WEEKS * 7)}`} />
          {Array.from({ length: WEEKS + 1 }, (_, w) => (
            <path key={w} className="bag-line" d={`M${x(w * 7)} ${w % 4 === 0 ? 50 : 53} V56`} />
          ))}
          <circle className="bag-coffee" cx={x(days)} cy={56} r="6" />
          <text x={x(0)} y={76}>
            roasted
          </text>
          <text x={x(WEEKS * 7)} y={76} textAnchor="end">
            {WEEKS} weeks
          </text>
        </>
      )}
    </svg>
  );
}

/** Notes tasted beside those printed. */
function Notes({ notes: n, printed }: { notes: Schemas["Notes"]; printed?: string }) {
  if (!printed && n.new.length === 0) return null;
  return (
    <dl className="lb-facts" data-own-words>
      {n.found.length > 0 && (
        <div>
          <dt>Found</dt>
          <dd>{n.found.join(", ")}</dd>
        </div>
      )}
      {n.missing.length > 0 && (
        <div>
          <dt>Not found yet</dt>
          <dd className="quiet">{n.missing.join(", ")}</dd>
        </div>
      )}
      {n.new.length > 0 && (
        <div>
          <dt>New</dt>
          <dd>{n.new.join(", ")}</dd>
        </div>
      )}
    </dl>
  );
}

const empty: Set = { name: "" };

const readSet = over<Set>(empty);
const writeSet = (s: Set) => (s === empty ? null : JSON.stringify(s));

const setOf = (c: Coffee): Set =>
  JSON.parse(
    JSON.stringify({
      name: c.name,
      roast: c.roast,
      roasted_on: c.roasted_on,
      species: c.species,
      process: c.process,
      printed_notes: c.printed_notes,
      printed_recipe: c.printed_recipe,
      ground: c.ground,
      shop_ground: c.ground && c.shop_ground,
      grams: c.grams,
      since: c.since,
    }),
  ) as Set;

function CoffeeForm({ coffee, onClose }: { coffee?: Coffee; onClose: () => void }) {
  // A new one that is being typed stays on this device until it is kept.
  const draft = useStored("coffee.new", readSet, writeSet);
  const [own, setOwn] = useState<Set>(() => (coffee ? setOf(coffee) : empty));
  const c = coffee ? own : draft.value;
  const [left, setLeft] = useState(coffee?.left_g ?? undefined);
  const put = (part: Partial<Set>) =>
    coffee ? setOwn((was) => ({ ...was, ...part })) : draft.set({ ...draft.latest.current, ...part });
  const save = useChange(() => {
    // Weighed anew: from now on it is counted from that.
    const weighed = left !== (coffee?.left_g ?? undefined);
    const body: Set = weighed ? { ...c, grams: left, since: moment(new Date()) } : c;
    return coffee ? saveCoffee(coffee, body) : addCoffee(body);
  });
  const select = (id: string, label: string, key: "roast" | "species", words: string[]) => (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        className="plain-select"
        value={c[key] ?? ""}
        onChange={(e) => put({ [key]: e.target.value || undefined })}
      >
        <option value="">not said</option>
        {words.map((w) => (
          <option key={w} value={w}>
            {w}
          </option>
        ))}
      </select>
    </div>
  );
  return (
    <Panel title={coffee ? "Change coffee" : "New coffee"} open onClose={onClose} size={440}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(
            undefined,
            closing(() => {
              if (!coffee) draft.set(empty);
              onClose();
            }),
          );
        }}
      >
        <div className="field">
          <label htmlFor="coffee-name">Name</label>
          <Input
            id="coffee-name"
            required
            maxLength={40}
            value={c.name}
            onChange={(e) => put({ name: e.target.value })}
          />
        </div>
        <div className="fields">
          {select("coffee-roast", "Roast", "roast", ["light", "medium", "dark"])}
          <div className="field">
            <label htmlFor="coffee-roasted">Roasted on</label>
            <input
              id="coffee-roasted"
              type="date"
              className="plain-input"
              value={c.roasted_on ?? ""}
              onChange={(e) => put({ roasted_on: e.target.value || undefined })}
            />
            <FieldTrouble error={save.error} field="roasted_on" />
          </div>
          {select("coffee-species", "Kind of bean", "species", ["arabica", "robusta", "decaffeinated"])}
          <div className="field">
            <label htmlFor="coffee-process">Process</label>
            <Input
              id="coffee-process"
              maxLength={60}
              placeholder="washed"
              value={c.process ?? ""}
              onChange={(e) => put({ process: e.target.value || undefined })}
            />
          </div>
          <NumberField
            id="coffee-left"
            label="In the bag now"
            unit="g"
            {...limits["InBag.grams"]}
            value={left}
            onChange={setLeft}
          />
          <div className="field">
            <label htmlFor="coffee-ground">
              <input
                id="coffee-ground"
                type="checkbox"
                checked={c.ground ?? false}
                onChange={(e) => put({ ground: e.target.checked || undefined })}
              />{" "}
              already ground
            </label>
            {c.ground && (
              <label htmlFor="coffee-shop">
                <input
                  id="coffee-shop"
                  type="checkbox"
                  checked={c.shop_ground ?? false}
                  onChange={(e) => put({ shop_ground: e.target.checked || undefined })}
                />{" "}
                at the shop, fineness unknown
              </label>
            )}
          </div>
        </div>
        <div className="field">
          <label htmlFor="coffee-notes">Tasting notes on the bag, separated by commas</label>
          <Input
            id="coffee-notes"
            maxLength={1000}
            placeholder="plum, cocoa"
            value={c.printed_notes ?? ""}
            onChange={(e) => put({ printed_notes: e.target.value || undefined })}
          />
        </div>
        <div className="field">
          <label htmlFor="coffee-recipe">Recipe on the bag, word for word</label>
          <Input.TextArea
            id="coffee-recipe"
            maxLength={4000}
            rows={2}
            value={c.printed_recipe ?? ""}
            onChange={(e) => put({ printed_recipe: e.target.value || undefined })}
          />
        </div>
        {save.error && <Trouble error={save.error} />}
        <p>
          <Button type="primary" htmlType="submit" loading={save.isPending}>
            {coffee ? "Save" : "Save"}
          </Button>{" "}
          <Button type="text" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Panel>
  );
}
