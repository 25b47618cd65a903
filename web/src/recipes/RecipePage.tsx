import { Button, Checkbox, Input, Select } from "antd";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { saveRecipe } from "../api/change";
import { limits } from "../api/limits";
import { ApiError, type Catalogue, type Recipe, type Schemas } from "../api/client";
import {
  addRecipe,
  recipeOfEntry,
  recipeOfPlan,
  useCatalogue,
  useChange,
  useGear,
  useRecipe,
} from "../api/queries";
import { core } from "../core/core";
import { notice } from "../app/notices";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useStored } from "../app/useStored";
import { ClockField } from "../units/ClockField";
import { NumberField } from "../units/NumberField";
import { say } from "../units/units";
import { From, Marked, type Choice } from "./Marked";
import "../log/log.css";

/** A new recipe: from words, from a plan, or from nothing. */
export function NewRecipePage() {
  const [search] = useSearchParams();
  const plan = Number(search.get("plan") ?? 0);
  const catalogue = useCatalogue();
  const entry = Number(search.get("entry") ?? 0);
  const of = useQuery({
    queryKey: ["recipe-of", plan, entry],
    enabled: plan > 0 || entry > 0,
    staleTime: Infinity,
    queryFn: () => (entry > 0 ? recipeOfEntry(entry, "") : recipeOfPlan(plan, "")),
  });
  const words = search.get("words") ?? "";
  return (
    <div className="page lb">
      <h1>Your recipe</h1>
      <Loaded query={catalogue}>
        {(c) =>
          plan > 0 || entry > 0 ? (
            <Loaded query={of}>
              {(r) => (
                <>
                  <p className="lb-lead">
                    The brew {entry > 0 ? "had" : "planned"}, in figures. Give it a name.
                  </p>
                  <RecipeForm recipe={r} catalogue={c} />
                </>
              )}
            </Loaded>
          ) : (
            <FromWords words={words} catalogue={c} />
          )
        }
      </Loaded>
    </div>
  );
}

const readWords = (text: string | null) => text ?? "";
const writeWords = (text: string) => (text.trim() === "" ? null : text);

/** The fields of the form that say themselves what is wrong with them. */
const AT_A_FIELD =
  /^(recipe\.)?(name|method|grinder|(dose|water|drink|grind|steep|done|stop)_(g|ml|um|s|pct)|ratio_g_per_l|water_c|clicks|pours|steps|pours\[\d+\]\.(at_s|to_g)|steps\[\d+\]\.at_s)$/;

/** What is wrong with the words, without naming their only field. */
const inWords = (e: Error) =>
  e instanceof ApiError && e.troubles.length > 0 ? new Error(e.troubles.map((t) => t.message).join("; ")) : e;

/** Reads words, shows what was understood, and goes on from there. */
function FromWords({ words: first, catalogue }: { words: string; catalogue: Catalogue }) {
  // What is typed stays on this device until it is kept.
  const { value: typed, set: setTyped } = useStored("recipe.words", readWords, writeWords);
  const [own, setOwn] = useState(first);
  const words = first === "" ? typed : own;
  const setWords = first === "" ? setTyped : setOwn;
  const [reading, setReading] = useState<Schemas["Reading"]>();
  const [readOf, setReadOf] = useState("");
  const [choices, setChoices] = useState<Choice[]>([]);
  const [by, setBy] = useState(0);
  const { system } = useSettings();
  const read = useChange((asked: Parameters<typeof core.readRecipe>[0]) => core.readRecipe(asked));
  const go = (chosen: Choice[]) =>
    read.mutate(
      { words, choices: chosen },
      {
        onSuccess: (r) => {
          setReading(r);
          setReadOf(words);
          setChoices(chosen);
          setBy((n) => n + 1);
        },
      },
    );
  return (
    <>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          go([]);
        }}
      >
        <div className="field">
          <label htmlFor="recipe-words">In words, as on a bag</label>
          <Input.TextArea
            id="recipe-words"
            rows={Math.min(Math.max(words.split("\n").length, 2), 12)}
            maxLength={4000}
            placeholder="13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        <p>
          <Button type="primary" htmlType="submit" disabled={words.trim() === ""} loading={read.isPending}>
            Read it
          </Button>{" "}
          {!reading && (
            <Button
              type="text"
              onClick={() => {
                setReading({ recipe: {}, understood: [], not_understood: [], doubts: [], marks: [] });
                setBy((n) => n + 1);
              }}
            >
              Enter in fields
            </Button>
          )}
        </p>
      </form>
      {read.error && <Trouble error={inWords(read.error)} />}
      {reading && (
        <>
          {/* Marks are of the words that were read, and of no others. */}
          {reading.marks.length > 0 && words === readOf && !read.error && (
            <section className="lb-read" aria-label="Understood">
              <p className="quiet">
                <span className="lb-mark lb-mark-understood">understood</span>{" "}
                <span className="lb-mark lb-mark-doubtful">doubtful</span>{" "}
                <span className="lb-mark lb-mark-unused">not used</span> Touch a piece to change it.
              </p>
              <Marked
                marks={reading.marks}
                names={catalogue.names}
                onChoose={(c) => go([...choices.filter((o) => o.to <= c.from || o.from >= c.to), c])}
              />
              {choices.length > 0 && (
                <p>
                  <Button size="small" onClick={() => go(choices.slice(0, -1))}>
                    Undo
                  </Button>
                </p>
              )}
              {reading.doubts.map((d, i) => (
                <p key={i} className="care care-note" data-own-words>
                  {say(d, system)}
                </p>
              ))}
            </section>
          )}
          <RecipeForm
            key={by}
            recipe={reading.recipe}
            marks={words === readOf ? reading.marks : undefined}
            catalogue={catalogue}
            onKept={() => setWords("")}
          />
        </>
      )}
    </>
  );
}

/** A recipe that is kept. */
export default function RecipePage() {
  const recipe = useRecipe(Number(useParams().recipe));
  const catalogue = useCatalogue();
  return (
    <div className="page lb">
      <Loaded query={recipe}>
        {(r) => (
          <Loaded query={catalogue}>
            {(c) => (
              <>
                <h1 data-own-words>{r.recipe.name}</h1>
                {r.deleted && (
                  <p className="care care-note">
                    This recipe is deleted. Saving doesn’t restore it; brews keep it.
                  </p>
                )}
                {r.recipe.words && (
                  <blockquote className="lb-words" data-own-words>
                    {r.recipe.words}
                  </blockquote>
                )}
                <p>
                  <Link className="btn" to={`/now/plan?method=${r.recipe.method}&recipe=${r.id}`}>
                    Brew it now
                  </Link>
                </p>
                <RecipeForm key={r.revision} recipe={r.recipe} kept={r} catalogue={c} />
              </>
            )}
          </Loaded>
        )}
      </Loaded>
    </div>
  );
}

const tidy = (r: Recipe): Recipe =>
  JSON.parse(JSON.stringify(r, (_, v: unknown) => (v === "" ? undefined : v))) as Recipe;

function RecipeForm({
  recipe: first,
  marks,
  kept,
  catalogue,
  onKept,
}: {
  recipe: Recipe;
  /** What it was read from. */
  marks?: Schemas["Mark"][];
  kept?: Schemas["OwnRecipe"];
  catalogue: Catalogue;
  onKept?: () => void;
}) {
  const [r, setR] = useState<Recipe>(first);
  const gear = useGear();
  const navigate = useNavigate();
  const put = (part: Partial<Recipe>) => setR((was) => ({ ...was, ...part }));
  const save = useChange(() => (kept ? saveRecipe(kept, tidy(r)) : addRecipe(tidy(r))));
  const troubles = save.error instanceof ApiError ? save.error.troubles : [];
  const trouble = (f: string) => troubles.find((t) => t.field === f || t.field === `recipe.${f}`)?.message;
  // What is said at its field is not said again at the foot.
  const elsewhere = troubles.filter((t) => !AT_A_FIELD.test(t.field));
  const method = catalogue.methods.find((m) => m.id === r.method);
  const grinders = (gear.data ?? []).filter((g) => g.kind === "grinder" && !g.blade);
  type Ranged = {
    [K in keyof typeof limits]: K extends `Recipe.${infer F}` ? F : never;
  }[keyof typeof limits];
  const num = (id: Ranged, label: string, unit: string) => (
    <div className="lb-field">
      <NumberField
        id={`recipe-${id}`}
        label={label}
        unit={unit}
        {...limits[`Recipe.${id}`]}
        value={r[id] as number | undefined}
        onChange={(v) => put({ [id]: v })}
        trouble={trouble(id)}
      />
      <From marks={marks} field={id} />
    </div>
  );
  const pours = r.pours ?? [];
  const steps = r.steps ?? [];
  return (
    <form
      className="lb-recipe"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate(undefined, {
          onSuccess: (o) => {
            notice({ kind: "done", title: kept ? "Saved" : `Saved: ${o.recipe.name}` });
            onKept?.();
            if (!kept) void navigate(`/recipes/${o.id}`, { replace: true });
          },
        });
      }}
    >
      <div className="fields">
        <div className="field">
          <label htmlFor="recipe-name">Name</label>
          <Input
            id="recipe-name"
            required
            maxLength={120}
            value={r.name ?? ""}
            onChange={(e) => put({ name: e.target.value })}
          />
          {trouble("name") && <p className="field-trouble">{trouble("name")}</p>}
        </div>
        <div className="field">
          <label htmlFor="recipe-method">Method</label>
          <Select
            id="recipe-method"
            value={r.method}
            placeholder="choose"
            status={trouble("method") ? "error" : undefined}
            options={catalogue.methods
              .filter((m) => m.id !== "serve-concentrate")
              .map((m) => ({ value: m.id, label: m.name, title: m.name }))}
            onChange={(v: string) => put({ method: v, school: undefined })}
          />
          {trouble("method") && <p className="field-trouble">{trouble("method")}</p>}
        </div>
        {(method?.schools.length ?? 0) > 1 && (
          <div className="field">
            <label htmlFor="recipe-school">Fill gaps from</label>
            <Select
              id="recipe-school"
              value={r.school ?? method?.schools[0]?.id}
              options={method?.schools.map((s) => ({ value: s.id, label: s.name, title: s.name }))}
              onChange={(v: string) => put({ school: v })}
            />
          </div>
        )}
      </div>
      <p className="quiet">
        Enter any two of coffee, water, ratio and drink. Empty fields follow the method.
      </p>
      <div className="fields">
        {num("dose_g", "Coffee", "g")}
        {num("water_g", "Water", "ml")}
        {num("ratio_g_per_l", "Ratio", "g/L")}
        {num("drink_ml", "In the cup", "ml")}
        {num("water_c", "Water at first contact", "°C")}
        <div className="field">
          <label htmlFor="recipe-grind">Grind, as a word</label>
          <Select
            id="recipe-grind"
            allowClear
            value={r.grind}
            placeholder="as usual"
            options={catalogue.grinds.map((b) => ({ value: b, label: b, title: b }))}
            onChange={(v?: string) => put({ grind: v })}
          />
          <From marks={marks} field="grind" />
        </div>
        {num("clicks", "Clicks", "clicks")}
        {r.clicks !== undefined && (
          <div className="field">
            <label htmlFor="recipe-grinder">Grinder</label>
            <Select
              id="recipe-grinder"
              allowClear
              status={trouble("grinder") ? "error" : undefined}
              value={
                grinders.find((g) =>
                  r.grinder?.name === undefined
                    ? g.um_per_click !== undefined && g.um_per_click === r.grinder?.um_per_click
                    : g.name === r.grinder.name,
                )?.id
              }
              placeholder="which grinder?"
              options={grinders.map((g) => ({ value: g.id, label: g.name, title: g.name }))}
              onChange={(v?: number) => {
                const g = grinders.find((x) => x.id === v);
                put({
                  grinder: g && { name: g.name, um_per_click: g.um_per_click, zero_um: g.zero_um },
                });
              }}
            />
            {!r.grinder?.um_per_click && (
              <p className="lb-from">Its clicks aren’t known: only differences are told.</p>
            )}
            {trouble("grinder") && <p className="field-trouble">{trouble("grinder")}</p>}
          </div>
        )}
        {num("grind_um", "Grind", "µm")}
        <div className="lb-field">
          {num("minerals_mg_l", "Minerals in its water, in all", "mg/L")}
          {r.minerals_mg_l !== undefined && (
            <p className="lb-from">
              No figure uses this. <Link to={`/bench/water?total=${r.minerals_mg_l}`}>Make such water</Link>
            </p>
          )}
        </div>
        <div className="lb-field">
          <ClockField
            id="recipe-steep_s"
            label="Steeps for"
            value={r.steep_s}
            onChange={(v) => put({ steep_s: v })}
            trouble={trouble("steep_s")}
          />
          <From marks={marks} field="steep_s" />
        </div>
        <div className="lb-field">
          <ClockField
            id="recipe-done_s"
            label="Done at"
            value={r.done_s}
            onChange={(v) => put({ done_s: v })}
            trouble={trouble("done_s")}
          />
          <From marks={marks} field="done_s" />
        </div>
        {r.method === "moka" && num("stop_pct", "Take it off at", "%")}
        {r.method === "pocket-pump" && num("stop_pct", "Stop once through", "%")}
        {r.method === "pot" &&
          (
            [
              ["boil_s", "Boil for"],
              ["settle_s", "Settle for"],
            ] as const
          ).map(([id, label]) => (
            <div className="lb-field" key={id}>
              <ClockField
                id={`recipe-${id}`}
                label={label}
                value={r[id]}
                onChange={(v) => put({ [id]: v })}
                trouble={trouble(id)}
              />
            </div>
          ))}
      </div>
      <fieldset className="lb-list">
        <legend>Pours</legend>
        <From marks={marks} field="pours" />
        {pours.map((p, i) => (
          <div key={i} className="lb-line">
            <ClockField
              id={`pour-at-${i}`}
              label="at"
              value={p.at_s}
              onChange={(v) => put({ pours: pours.map((q, j) => (j === i ? { ...q, at_s: v ?? 0 } : q)) })}
              trouble={trouble(`pours[${i}].at_s`)}
            />
            <NumberField
              id={`pour-to-${i}`}
              label="to"
              unit="g"
              {...limits["PourTo.to_g"]}
              value={p.to_g}
              onChange={(v) => put({ pours: pours.map((q, j) => (j === i ? { ...q, to_g: v ?? 0 } : q)) })}
              trouble={trouble(`pours[${i}].to_g`)}
            />
            <div className="field">
              <label htmlFor={`pour-how-${i}`}>how</label>
              <Input
                id={`pour-how-${i}`}
                maxLength={200}
                placeholder="in slow circles"
                value={p.how ?? ""}
                onChange={(e) =>
                  put({ pours: pours.map((q, j) => (j === i ? { ...q, how: e.target.value } : q)) })
                }
              />
            </div>
            {i > 0 && (
              <Checkbox
                checked={p.drained ?? false}
                onChange={(e) =>
                  put({
                    pours: pours.map((q, j) =>
                      j === i ? { ...q, drained: e.target.checked || undefined } : q,
                    ),
                  })
                }
              >
                once drained
              </Checkbox>
            )}
            <Button
              type="text"
              aria-label={`Remove pour ${i + 1}`}
              onClick={() => put({ pours: pours.length > 1 ? pours.filter((_, j) => j !== i) : undefined })}
            >
              ×
            </Button>
          </div>
        ))}
        <Button
          size="small"
          onClick={() => {
            const last = pours.at(-1);
            put({
              pours: [
                ...pours,
                { at_s: last ? last.at_s + 45 : 0, to_g: last ? Math.round(last.to_g * 1.5) : 30 },
              ],
            });
          }}
        >
          Add a pour
        </Button>
        {trouble("pours") && <p className="field-trouble">{trouble("pours")}</p>}
      </fieldset>
      <fieldset className="lb-list">
        <legend>Other steps</legend>
        {steps.map((p, i) => (
          <div key={i} className="lb-line">
            <ClockField
              id={`step-at-${i}`}
              label="at"
              value={p.at_s}
              onChange={(v) => put({ steps: steps.map((q, j) => (j === i ? { ...q, at_s: v ?? 0 } : q)) })}
              trouble={trouble(`steps[${i}].at_s`)}
            />
            <div className="field">
              <label htmlFor={`step-do-${i}`}>do</label>
              <Input
                id={`step-do-${i}`}
                required
                maxLength={300}
                placeholder="stir once"
                value={p.do}
                onChange={(e) =>
                  put({ steps: steps.map((q, j) => (j === i ? { ...q, do: e.target.value } : q)) })
                }
              />
            </div>
            <div className="field">
              <label htmlFor={`step-until-${i}`}>until</label>
              <Input
                id={`step-until-${i}`}
                maxLength={200}
                placeholder="time is up"
                value={p.until ?? ""}
                onChange={(e) =>
                  put({ steps: steps.map((q, j) => (j === i ? { ...q, until: e.target.value } : q)) })
                }
              />
            </div>
            <Button
              type="text"
              aria-label={`Remove step ${i + 1}`}
              onClick={() => put({ steps: steps.length > 1 ? steps.filter((_, j) => j !== i) : undefined })}
            >
              ×
            </Button>
          </div>
        ))}
        <Button
          size="small"
          onClick={() => put({ steps: [...steps, { at_s: (steps.at(-1)?.at_s ?? 0) + 30, do: "" }] })}
        >
          Add a step
        </Button>
        {trouble("steps") && <p className="field-trouble">{trouble("steps")}</p>}
      </fieldset>
      {save.error &&
        (troubles.length === 0 ? (
          <Trouble error={save.error} />
        ) : (
          <div className="trouble" role="alert">
            <strong>Not saved.</strong>{" "}
            {elsewhere.length > 0 ? elsewhere.map((t) => t.message).join("; ") : "See the marked field."}
          </div>
        ))}
      <p>
        <Button type="primary" htmlType="submit" loading={save.isPending}>
          {kept ? "Save" : "Save"}
        </Button>
      </p>
    </form>
  );
}
