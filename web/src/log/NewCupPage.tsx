import { Button } from "antd";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Catalogue } from "../api/client";
import { moment } from "../api/change";
import { question } from "../api/ask";
import {
  addBrew,
  addLog,
  addPlace,
  newBrewQuery,
  queryClient,
  useCatalogue,
  useChange,
  useCoffees,
  usePlaces,
  useTrip,
  useTrips,
} from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { Loaded, Trouble } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { myName } from "../app/me";
import { useStored } from "../app/useStored";
import { brewPath } from "../app/where";
import { placeName } from "../place/placeName";
import { Sentence, type Part } from "../sentence/Sentence";
import { BrewedAt, isAhead } from "./BrewedAt";
import { TasteForm, type TasteValues } from "./TasteForm";
import "./log.css";

/** A cup that was not planned here: what it was, and how it tasted. */
interface Cup {
  method: string;
  school?: string;
  coffee?: string;
  cups: number;
  /** A stop, or a place without a trip; undefined for anywhere else. */
  stop?: number;
  brewed?: string;
  taste: TasteValues;
}

const empty: Cup = { method: "cone", cups: 1, taste: {} };

const read = (text: string | null): Cup => {
  try {
    return { ...empty, ...(JSON.parse(text ?? "{}") as Partial<Cup>) };
  } catch {
    return empty;
  }
};
const write = (c: Cup) => (c === empty ? null : JSON.stringify(c));

/** Logs a cup that was not planned here. */
export default function NewCupPage() {
  const catalogue = useCatalogue();
  return (
    <div className="page entry">
      <Loaded query={catalogue}>{(c) => <NewCup catalogue={c} />}</Loaded>
    </div>
  );
}

function NewCup({ catalogue }: { catalogue: Catalogue }) {
  const { system } = useSettings();
  const navigate = useNavigate();
  const coffees = useCoffees();
  const trips = useTrips();
  const places = usePlaces();
  const id = Number(lastTrip() ?? trips.data?.[0]?.id ?? 0);
  const trip = useTrip(trips.data?.some((t) => t.id === id) ? id : 0);
  const stops = [...(trip.data?.stops ?? []), ...(places.data?.stops ?? [])];
  // Half-finished, it is kept on the device.
  const { value: cup, set } = useStored("cup.new", read, write);
  const [made, setMade] = useState(0);
  const put = (part: Partial<Cup>) => set({ ...cup, ...part });
  const method = catalogue.methods.find((m) => m.id === cup.method);
  const school = cup.school ?? method?.schools[0]?.id ?? "";
  const stop = stops.find((s) => s.id === cup.stop);
  const coffee = coffees.data?.find((c) => c.uuid === cup.coffee);
  // A retry continues with what the first try made.
  const kept = useRef<{ place?: number; brew?: Awaited<ReturnType<typeof addBrew>> }>({});
  const save = useChange(async () => {
    kept.current.place ??=
      stop?.id ??
      (
        await addPlace({
          name: placeName({}, system),
          time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
          conditions: {},
        })
      ).id;
    if (!kept.current.brew) {
      const fresh = await queryClient.fetchQuery(
        newBrewQuery(kept.current.place, { method: cup.method, school }),
      );
      kept.current.brew = await addBrew(kept.current.place, {
        request: {
          ...fresh.request,
          drinkers: cup.cups,
          ...(coffee && { coffee: { ...fresh.request.coffee, id: coffee.uuid } }),
        },
      });
    }
    await addLog(kept.current.brew.id, {
      ...cup.taste,
      by: cup.taste.by ?? myName(),
      brewed_at: moment(cup.brewed ? new Date(cup.brewed) : new Date()),
    });
    return queryClient.fetchQuery({ ...question("get-brew", { path: { brew: kept.current.brew.id } }) });
  });
  const choose = (label: string, at: string, options: [string, string][], on: (v: string) => void) => (
    <select
      className="plain-select"
      aria-label={label}
      value={at}
      onChange={(e) => {
        kept.current = {};
        on(e.target.value);
      }}
    >
      {options.map(([v, l]) => (
        <option key={v} value={v}>
          {l}
        </option>
      ))}
    </select>
  );
  const parts: Part[] = [
    {
      id: "method",
      label: "Method",
      text: method?.name ?? cup.method,
      control: () =>
        choose(
          "Method",
          cup.method,
          catalogue.methods.map((m) => [m.id, m.name]),
          (m) => put({ method: m, school: undefined }),
        ),
    },
    ", ",
    {
      id: "style",
      label: "Style",
      text: (method?.schools.find((s) => s.id === school)?.name ?? school).toLowerCase(),
      assumed: cup.school === undefined,
      control: () =>
        choose(
          "Style",
          school,
          (method?.schools ?? []).map((s) => [s.id, s.name]),
          (s) => put({ school: s }),
        ),
    },
    ", ",
    {
      id: "cups",
      label: "Cups",
      text: cup.cups === 1 ? "1 cup" : `${cup.cups} cups`,
      control: () =>
        choose(
          "Cups",
          String(cup.cups),
          ["1", "2", "3", "4", "5", "6"].map((n) => [n, n]),
          (n) => put({ cups: Number(n) }),
        ),
    },
    " of ",
    {
      id: "coffee",
      label: "Coffee",
      text: coffee?.name ?? "an unnamed coffee",
      assumed: !coffee,
      control: () =>
        choose(
          "Coffee",
          cup.coffee ?? "",
          [["", "not named"], ...(coffees.data ?? []).map((c): [string, string] => [c.uuid, c.name])],
          (c) => put({ coffee: c || undefined }),
        ),
    },
    ", at ",
    {
      id: "stop",
      label: "Place",
      text: stop?.name ?? "a place outside trips",
      assumed: !stop,
      control: () =>
        choose(
          "Place",
          String(cup.stop ?? ""),
          [["", "a place outside trips"], ...stops.map((s): [string, string] => [String(s.id), s.name])],
          (s) => put({ stop: s ? Number(s) : undefined }),
        ),
    },
    ".",
  ];
  return (
    <>
      <h1>Log a cup</h1>
      <Sentence parts={parts} />
      <TasteForm
        key={made}
        value={cup.taste}
        onChange={(taste) => put({ taste })}
        coffee={cup.coffee}
        planned={{ pump: cup.method === "pocket-pump" }}
      />
      <BrewedAt value={cup.brewed} onChange={(brewed) => put({ brewed })} />
      {save.error && <Trouble error={save.error} />}
      <p className="entry-keep">
        <Button
          type="primary"
          size="large"
          id="main-action"
          loading={save.isPending}
          disabled={isAhead(cup.brewed)}
          onClick={() =>
            save.mutate(undefined, {
              onSuccess: (b) => {
                set(empty);
                setMade((n) => n + 1);
                kept.current = {};
                void navigate(`${brewPath(b)}?tasted=1`);
              },
            })
          }
        >
          Save the cup
        </Button>{" "}
        <Link to="/log">Back to the log</Link>
      </p>
    </>
  );
}
