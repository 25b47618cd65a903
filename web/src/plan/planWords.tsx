import { Select } from "antd";
import { usual } from "../api/limits";
import type {
  Catalogue,
  Change,
  Conditions,
  Plan,
  PlanRequest,
  Schemas,
  StopOut,
  Trouble,
} from "../api/client";
import { timeInWords } from "../app/dates";
import { Term } from "../app/Term";
import type { Part, Word } from "../sentence/Sentence";
import { airWords, waterWords } from "../sentence/placeWords";
import { QuantityInput } from "../units/QuantityInput";
import { inWords, type System } from "../units/units";
import { FieldInput } from "./Inputs";
import { MyGrinder } from "./MyGrinder";
import { withCoffee } from "./own";
import { getIn } from "./paths";
import type { useDraft } from "./useDraft";

interface Of {
  draft: ReturnType<typeof useDraft>;
  plan: Plan | undefined;
  catalogue: Catalogue;
  coffees: Schemas["CoffeeOut"][];
  mine: Schemas["OwnRecipe"][];
  troubles: Trouble[];
  system: System;
  twelve: boolean;
  stop?: StopOut;
  /** It is kept, and not a trial. */
  onHour: (at: string) => void;
  onRecipe: (to: string) => void;
  onChange: (c: Change) => void;
}

/** What stands in the place of a scale. */
const spoonsAndCups = ["measure.name", "measure.grams", "water_by.name", "water_by.ml", "water_by.marks_ml"];

/** What goes into each cup besides coffee. */
const withIt = ["with.sugar_g", "with.milk_ml", "with.milk", "with.condensed_g"];

const withWords = (w: PlanRequest["with"], system: System): string => {
  const parts = [
    w?.sugar_g ? `${inWords(w.sugar_g, "g", system)} of sugar` : "",
    w?.milk_ml
      ? `${inWords(w.milk_ml, "ml", system)} of ${w.milk === "canned" ? "canned milk" : "milk"}`
      : "",
    w?.condensed_g ? `${inWords(w.condensed_g, "g", system)} of condensed milk` : "",
  ].filter(Boolean);
  return parts.length === 0 ? "black" : `with ${parts.join(", ")}`;
};

/** Without what is undefined, as what is kept is compared. */
export const tidied = (r: PlanRequest) => JSON.parse(JSON.stringify(r)) as PlanRequest;

/** Which of one's own recipes a request has. */
const ownValue = (own: Schemas["Recipe"], mine: Schemas["OwnRecipe"][]) => {
  const r = mine.find((m) => m.uuid === own.id);
  return r ? `own:${r.id}` : "own";
};

/** The inputs of a plan as a sentence. */
export function planWords(of: Of): Part[] {
  const { draft, plan: p, catalogue, system, troubles } = of;
  const request = draft.request;
  const filled = (p?.request ?? request) as PlanRequest;
  const method = catalogue.methods.find((m) => m.id === request.method);
  const own = request.recipe;
  const schoolId = request.school ?? method?.schools[0]?.id;
  const field = (path: string) => catalogue.fields.find((f) => f.path === path);
  const bad = (...paths: string[]) => troubles.some((t) => paths.includes(t.field));
  const num = (path: string, more: Partial<Parameters<typeof QuantityInput>[0]> = {}) => {
    const f = field(path);
    return (
      f && (
        <QuantityInput
          compact
          field={f}
          value={getIn<number>(request, path) ?? getIn<number>(filled, path)}
          trouble={troubles.find((t) => t.field === path)?.message}
          onChange={(v) => draft.set(path, v)}
          {...more}
        />
      )
    );
  };
  const any = (path: string) => {
    const f = field(path);
    return (
      f && (
        <FieldInput
          key={path}
          field={f}
          compact
          names={catalogue.names}
          request={request}
          filled={p?.request}
          troubles={troubles}
          onChange={(to, v) => draft.set(to, v)}
        />
      )
    );
  };
  const conditions = { place: request.place, water: request.water, heat: request.heat } as Conditions;
  const place = {
    conditions,
    filled: { place: filled.place, water: filled.water, heat: filled.heat } as Conditions,
    catalogue,
    system,
    altitude: request.place?.altitude_m ?? filled.place?.altitude_m,
    troubles,
    slide: true,
    onChange: (c: Conditions) =>
      draft.replace(tidied({ ...draft.latest(), place: c.place, water: c.water, heat: c.heat })),
  };
  const air = airWords(place);
  const cups = filled.drinkers ?? 1;
  const dose = p?.dose_g ?? undefined;
  const coffee = of.coffees.find((c) => c.uuid === request.coffee?.id);
  const several = (method?.schools.length ?? 0) > 1 || of.mine.length > 0 || own !== undefined;
  const words: (Part | false)[] = [
    {
      id: "method",
      label: "Method",
      text: method?.name ?? request.method,
      control: () => (
        <div className="field field-compact">
          <label htmlFor="plan-method">Method</label>
          <Select
            id="plan-method"
            value={request.method}
            style={{ width: 220 }}
            options={catalogue.methods.map((m) => ({ value: m.id, label: m.name, title: m.name }))}
            // What a method fixes for itself is left to it.
            onChange={(m: string) => of.onChange({ method: m })}
          />
        </div>
      ),
    },
    several && ", ",
    several && {
      id: "school",
      label: "Style",
      text:
        own?.name ||
        (own
          ? "as changed by you"
          : (method?.schools.find((s) => s.id === schoolId)?.name ?? "").toLowerCase()),
      control: () => (
        <div className="field field-compact">
          <span className="field-label">
            <label htmlFor="plan-school">Style</label> <Term id="recipe">?</Term>
          </span>
          <Select
            id="plan-school"
            value={own ? ownValue(own, of.mine) : schoolId}
            style={{ width: 260 }}
            popupMatchSelectWidth={false}
            options={[
              ...(method?.schools ?? []).map((s) => ({ value: s.id, label: s.name, title: s.name })),
              ...of.mine.map((r) => ({
                value: `own:${r.id}`,
                label: `Yours: ${r.recipe.name}`,
                title: r.recipe.name,
              })),
              ...(own && ownValue(own, of.mine) === "own"
                ? [
                    {
                      value: "own",
                      label: own.name ? `Yours: ${own.name}` : "As changed by you",
                      title: own.name,
                    },
                  ]
                : []),
            ]}
            onChange={of.onRecipe}
          />
        </div>
      ),
    },
    " for ",
    {
      id: "cups",
      label: "Cups",
      text: `${cups} × ${inWords(filled.cup_ml ?? usual.request.cup_ml, "ml", system)}`,
      assumed: request.drinkers === undefined && request.cup_ml === undefined,
      wanting: bad("drinkers", "cup_ml"),
      control: () => (
        <>
          {num("drinkers")}
          {num("cup_ml", { label: "Each cup", stepMetric: 25 })}
        </>
      ),
    },
    " at ",
    {
      id: "at",
      label: "Coffee in hand at",
      text: timeInWords(draft.at, of.twelve) || "any time",
      assumed: draft.at === "",
      control: () => (
        <>
          <div className="field field-compact">
            <label htmlFor="brew-at">Coffee in hand at</label>
            <input
              id="brew-at"
              className="plain-input num"
              type="time"
              title="Leave empty for any time"
              value={draft.at}
              onChange={(e) => of.onHour(e.target.value)}
            />
          </div>
          <div className="field field-compact">
            <label htmlFor="brew-name">Name of the brew</label>
            <input
              id="brew-name"
              className="plain-input"
              maxLength={120}
              value={draft.name}
              onChange={(e) => draft.setMeta({ name: e.target.value })}
            />
          </div>
        </>
      ),
    },
    ": ",
    {
      id: "dose",
      label: "Coffee dose",
      text: dose === undefined ? "coffee" : inWords(dose, "g", system),
      assumed:
        request.dose_g === undefined && request.ratio_g_per_l === undefined && request.recipe === undefined,
      wanting: bad("dose_g", "ratio_g_per_l", "water_g", "contact_s"),
      control: () => (
        <>
          {num("ratio_g_per_l", {
            label: "Ratio",
            value: request.ratio_g_per_l ?? p?.ratio_g_per_l ?? undefined,
            clearable: true,
          })}
          {num("dose_g", { value: request.dose_g ?? dose, clearable: true })}
          {any("strength")}
        </>
      ),
    },
    method?.id !== "serve-concentrate" && " of ",
    method?.id !== "serve-concentrate" && {
      id: "coffee",
      label: "Coffee",
      text: coffee?.name ?? request.coffee?.name ?? "any coffee",
      assumed: request.coffee?.id === undefined,
      control: () => (
        <div className="field field-compact">
          <label htmlFor="plan-coffee">Coffee</label>
          <Select
            id="plan-coffee"
            value={request.coffee?.id ?? ""}
            style={{ width: 220 }}
            popupMatchSelectWidth={false}
            options={[
              { value: "", label: "which coffee?", title: "not named" },
              ...of.coffees.map((c) => ({ value: c.uuid, label: c.name, title: c.name })),
              // One that is deleted is still that of this brew.
              ...(request.coffee?.id && !coffee
                ? [
                    {
                      value: request.coffee.id,
                      label: request.coffee.name ?? "an earlier coffee",
                      title: request.coffee.name,
                    },
                  ]
                : []),
            ]}
            onChange={(id: string) =>
              draft.replace(
                tidied(
                  withCoffee(
                    draft.latest(),
                    of.coffees.find((c) => c.uuid === id),
                  ),
                ),
              )
            }
          />
        </div>
      ),
    },
    (p?.grind.band ?? "") !== "" && (p?.request.coffee?.shop_ground ? ", " : ", ground "),
    p !== undefined &&
      p.grind.band !== "" && {
        id: "clicks",
        label: "Grind and grinder",
        text: p.grind.clicks === null ? p.grind.band : inWords(p.grind.clicks, "clicks", system),
        assumed: request.grinder === undefined && !request.coffee?.shop_ground,
        wanting: troubles.some((t) => t.field.startsWith("grinder.")),
        control: () => (
          <>
            <MyGrinder request={request} onChoose={(grinder) => draft.set("grinder", grinder)} />
            {[
              "coffee.shop_ground",
              "grinder.clicks",
              "adjust",
              "grinder.um_per_click",
              "grinder.zero_um",
            ].map(any)}
          </>
        ),
      },
    method?.id !== "serve-concentrate" && ", ",
    method?.id !== "serve-concentrate" && {
      id: "scale",
      label: "Scale or spoons",
      text: filled.scale === false ? "by the spoon" : "on a scale",
      assumed: request.scale === undefined,
      control: () => <>{["scale", ...(filled.scale === false ? spoonsAndCups : [])].map(any)}</>,
    },
    ", ",
    {
      id: "with",
      label: "Milk and sugar",
      text: withWords(filled.with, system),
      assumed: request.with === undefined,
      wanting: troubles.some((t) => t.field.startsWith("with.")),
      control: () => <>{withIt.map(any)}</>,
    },
    ", at ",
    air.altitude,
    " in ",
    air.air,
    ", ",
    air.wind,
    "; ",
    ...waterWords(place),
    ".",
  ];
  return words.filter((w): w is string | Word => w !== false);
}
