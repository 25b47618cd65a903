import { Button } from "antd";
import { useMemo, useState } from "react";
import { inPocket } from "../pocket/mode";
import { Link, useNavigate, useSearchParams } from "react-router";
import { ApiError, type Catalogue, type LogEntry } from "../api/client";
import {
  importLog,
  latestCups,
  useBestPath,
  useCatalogue,
  useChange,
  useCoffeePath,
  useCoffees,
  useLog,
} from "../api/queries";
import { Menu } from "../app/Menu";
import { notice } from "../app/notices";
import { instantInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { Folded } from "../app/Folded";
import { Loaded, Trouble } from "../app/Trouble";
import { brewPath } from "../app/where";
import { counted, inWords, say } from "../units/units";
import { mostCups, saidOf } from "./cups";
import { Again } from "./Again";
import { PathChart, PathList } from "./PathChart";
import { Stamp } from "./Stamp";
import { Unboiled } from "./Unboiled";
import "./log.css";

const liked: Record<string, (l: LogEntry) => boolean> = {
  liked: (l) => (l.mark ?? 0) >= 7,
  middling: (l) => l.mark !== undefined && l.mark >= 5 && l.mark < 7,
  disliked: (l) => l.mark !== undefined && l.mark < 5,
};

/** Everything that is written of a cup, for looking for it. */
const textOf = (l: LogEntry, c?: Catalogue) =>
  [l.words, l.notes, l.stop_name, l.brew_name, l.coffee_name, l.recipe_name, l.by, c?.names[l.method], l.says]
    .join(" ")
    .toLowerCase();

export default function LogPage() {
  const [all, setAll] = useState(false);
  const log = useLog(0, all);
  return (
    <div className="page lb">
      <h1 className="sr">Log</h1>
      <Loaded query={log}>{(list) => (list.length === 0 ? <Empty /> : <Cups list={list} />)}</Loaded>
      {!all && log.data?.length === latestCups && (
        <p>
          The latest {latestCups} cups are shown and searched.{" "}
          <Button onClick={() => setAll(true)}>Load all</Button>
        </p>
      )}
      {all && log.isPlaceholderData && <p role="status">Loading all…</p>}
    </div>
  );
}

function Empty() {
  return (
    <div className="empty">
      <p>
        No cups yet. Plan one, follow the guide, then say how it was in two taps. From the first cup on, the
        log says what to change next.
      </p>
      <p>
        <Link className="btn btn-primary" to="/now">
          Make your first cup
        </Link>{" "}
        <Link className="btn" to="/log/new">
          Log a cup
        </Link>
      </p>
      <Bring />
    </div>
  );
}

/** Brings in a log. */
function Bring() {
  const read = useChange(importLog);
  return (
    <>
      <label className="as-button">
        Import a log…
        <input
          type="file"
          className="sr"
          id="log-file"
          accept=".json,.csv,text/csv,application/json"
          onChange={(e) => {
            const f = e.target.files?.[0];
            e.target.value = "";
            if (!f) return;
            read.mutate(f, {
              onSuccess: (b) =>
                notice({
                  kind: "done",
                  title: `${counted(b.added, "cup")} imported`,
                  more:
                    b.there > 0
                      ? [`${counted(b.there, "was", "were")} already here.`, ...b.said].join(" ")
                      : b.said.join(" ") || undefined,
                }),
            });
          }}
        />
      </label>
      {read.error && (
        <div className="trouble" role="alert">
          <strong>The file can’t be read.</strong>{" "}
          {read.error instanceof ApiError ? read.error.message : String(read.error)}
        </div>
      )}
    </>
  );
}

function Cups({ list }: { list: LogEntry[] }) {
  const catalogue = useCatalogue();
  const coffees = useCoffees();
  const [search, setSearch] = useSearchParams();
  const [two, setTwo] = useState<number[]>([]);
  const [again, setAgain] = useState(false);
  const navigate = useNavigate();
  const get = (k: string) => search.get(k) ?? "";
  const put = (k: string, v: string) =>
    setSearch(
      (was) => {
        const next = new URLSearchParams(was);
        if (v === "") next.delete(k);
        else next.set(k, v);
        return next;
      },
      { replace: true },
    );
  // What is typed stands at once; the address follows.
  const [q, setQ] = useState(get("q"));
  const shown = useMemo(() => {
    const text = q.trim().toLowerCase();
    return list.filter(
      (l) =>
        (get("coffee") === "" || l.coffee === get("coffee")) &&
        (get("method") === "" || l.method === get("method")) &&
        (get("stop") === "" || String(l.stop_id) === get("stop")) &&
        (get("liking") === "" || liked[get("liking")]?.(l)) &&
        (text === "" || textOf(l, catalogue.data).includes(text)),
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [list, search, q, catalogue.data]);
  const of = coffees.data?.find((c) => c.uuid === get("coffee"));
  const path = useCoffeePath(of?.id ?? 0);
  const methods = [...new Set(list.map((l) => l.method))];
  const stops = [...new Map(list.map((l) => [l.stop_id, l.stop_name])).entries()];
  const pick = (id: number) =>
    setTwo((was) => (was.includes(id) ? was.filter((x) => x !== id) : [...was, id].slice(-mostCups)));
  const bestPath = useBestPath().data;
  const best = list.find((l) => l.id === bestPath?.best);
  const { system, twelve } = useSettings();
  return (
    <>
      <div className="lb-top">
        <div>
          {best ? (
            <>
              <p className="verdict lb-best">
                Your best:{" "}
                <Link to={`/log/${best.id}`}>
                  <span data-own-words>{best.stop_name}</span>,{" "}
                  {instantInWords(best.brewed_at, twelve, false)}
                </Link>
                , {best.mark} of 10
              </p>
              {bestPath?.common.map((c) => (
                <p key={c.text}>{say(c, system)}</p>
              ))}
            </>
          ) : bestPath ? (
            <p className="verdict lb-best">No cup has 7 of 10 or more yet.</p>
          ) : (
            <div className="room" role="status" aria-label="Looking for the best" />
          )}
          <p>
            {best && (
              <Link
                id="main-action"
                className="btn btn-primary"
                to={best.gone ? `/log/${best.id}` : brewPath({ ...best, id: best.brew_id })}
              >
                {best.gone ? "See this cup" : "Plan again"}
              </Link>
            )}{" "}
            {best && <Button onClick={() => setAgain(true)}>Make it elsewhere…</Button>}{" "}
            <Link className="btn" to="/log/new">
              Log a cup
            </Link>
          </p>
        </div>
        {!bestPath && <div className="room room-tall lb-room" />}
        {bestPath && !of && bestPath.cups.length > 1 && (
          <PathChart
            glance
            path={bestPath}
            entries={list}
            chosen={best?.id}
            onChoose={(id) => void navigate(`/log/${id}`)}
          />
        )}
      </div>
      {again && best && <Again entry={best.id} onClose={() => setAgain(false)} />}
      <Folded id="log.filters" title="Find a cup" className="lb-find">
        <div className="lb-filters" role="search">
          <input
            id="log-search"
            type="search"
            className="plain-input lb-search"
            aria-label="Find a cup"
            placeholder="Words, notes, places…"
            value={q}
            onChange={(e) => {
              setQ(e.target.value);
              put("q", e.target.value);
            }}
          />
          <Filter
            id="log-coffee"
            label="Coffee"
            value={get("coffee")}
            onChange={(v) => put("coffee", v)}
            options={(coffees.data ?? []).map((c) => [c.uuid, c.name])}
          />
          <Filter
            id="log-method"
            label="Method"
            value={get("method")}
            onChange={(v) => put("method", v)}
            options={methods.map((m) => [m, catalogue.data?.names[m] ?? m])}
          />
          <Filter
            id="log-stop"
            label="Place"
            value={get("stop")}
            onChange={(v) => put("stop", v)}
            options={stops.map(([id, n]) => [String(id), n])}
          />
          <Filter
            id="log-liking"
            label="Liking"
            value={get("liking")}
            onChange={(v) => put("liking", v)}
            options={[
              ["liked", "7 and more"],
              ["middling", "5 and 6"],
              ["disliked", "4 and less"],
            ]}
          />
          {!inPocket && (
            <>
              <Menu
                label="Save as…"
                items={[
                  { label: "The log (JSON)", href: "/api/v1/log/export.json" },
                  { label: "The log (CSV)", href: "/api/v1/log/export.csv" },
                ]}
              />
              <Bring />
            </>
          )}
        </div>
      </Folded>
      {of && path.error && <Trouble error={path.error} />}
      {of && path.data && path.data.cups.length > 0 && (
        <section className="lb-of" aria-label={`The path of ${of.name}`}>
          <PathChart path={path.data} entries={list} onChoose={(id) => void navigate(`/log/${id}`)} />
          <PathList path={path.data} entries={list} />
        </section>
      )}
      <p className="quiet" role="status">
        {counted(shown.length, "cup")}
        {shown.length < list.length && <> of {list.length}</>}
        {two.length === 1 && <>. Choose one more to compare.</>}
        {two.length >= 2 && (
          <>
            .{" "}
            <Link className="btn" to={`/log/compare?cups=${two.join(",")}`}>
              {two.length === 2 ? "Compare the two" : `Compare the ${two.length}`}
            </Link>{" "}
            <Button type="text" onClick={() => setTwo([])}>
              Clear choice
            </Button>
          </>
        )}
      </p>
      {shown.length === 0 && (
        <p className="empty">
          No cup matches.{" "}
          <Button
            type="text"
            onClick={() => {
              setQ("");
              setSearch({}, { replace: true });
            }}
          >
            Show all
          </Button>
        </p>
      )}
      <ul className="lb-cups">
        {shown.map((l) => (
          <li key={l.id} className={two.includes(l.id) ? "lb-card lb-picked" : "lb-card"}>
            <Card entry={l} names={catalogue.data?.names ?? {}} />
            <label className="lb-pick">
              <input type="checkbox" checked={two.includes(l.id)} onChange={() => pick(l.id)} />
              compare
              <span className="sr">
                {" "}
                {l.brew_name}, {instantInWords(l.brewed_at, twelve, false)}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}

function Filter({
  id,
  label,
  value,
  onChange,
  options,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (v: string) => void;
  options: [string, string][];
}) {
  return (
    <select
      id={id}
      className="plain-select"
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      <option value="">{label}: all</option>
      {options.map(([v, l]) => (
        <option key={v} value={v}>
          {l}
        </option>
      ))}
    </select>
  );
}

/** A cup: its picture, where and how it was made, and how it was. */
export function Card({ entry: l, names }: { entry: LogEntry; names: Record<string, string> }) {
  const { system, twelve } = useSettings();
  const clicks = l.run?.clicks ?? l.clicks;
  return (
    <Link to={`/log/${l.id}`} className="lb-link">
      <Stamp small={l.small} />
      <span className="lb-about">
        <strong>{names[l.method] ?? l.method}</strong>
        {l.recipe_name && <span data-own-words>, {l.recipe_name}</span>}
        <span className="quiet" data-own-words>
          {" "}
          {l.stop_name} · {instantInWords(l.brewed_at, twelve, false)}
        </span>
        {l.coffee_name && (
          <span className="quiet" data-own-words>
            {l.coffee_name}
          </span>
        )}
      </span>
      <span className="num lb-numbers">
        {inWords(l.run?.dose_g ?? l.dose_g, "g", system)} :{" "}
        {inWords(l.run?.water_g ?? l.poured_ml, "g", system)}
        {clicks !== null && clicks !== undefined && <> · {inWords(clicks, "clicks", system)}</>} ·{" "}
        {inWords(l.run?.start_c ?? l.start_c, "°C", system)}
      </span>
      <span className="lb-taste">
        <Mark entry={l} />
        <span>{saidOf(l)}</span>
      </span>
      {l.run?.water_unboiled && <Unboiled />}
      {l.words && (
        <q className="lb-words" data-own-words>
          {l.words}
        </q>
      )}
    </Link>
  );
}

/** Where a cup lay between sour and bitter, weak and strong, with its mark in it. */
function Mark({ entry: l }: { entry: LogEntry }) {
  return (
    <svg className="lb-mark" width="56" height="40" viewBox="0 0 56 40" aria-hidden="true">
      <path d="M2 20 H54 M28 2 V38" />
      {(l.sour_bitter !== undefined || l.weak_strong !== undefined) && (
        <circle cx={28 + (l.sour_bitter ?? 0) * 7} cy={20 - (l.weak_strong ?? 0) * 5} r="8" />
      )}
      {l.mark !== undefined && (
        <text
          x={28 + (l.sour_bitter ?? 0) * 7}
          y={24 - (l.weak_strong ?? 0) * 5}
          textAnchor="middle"
          className="num"
        >
          {l.mark}
        </text>
      )}
    </svg>
  );
}
