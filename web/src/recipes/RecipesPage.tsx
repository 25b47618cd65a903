import { Button } from "antd";
import { Share } from "../pocket/Share";
import { inPocket } from "../pocket/mode";
import { Link } from "react-router";
import { ApiError, type Recipe } from "../api/client";
import {
  importRecipe,
  useCatalogue,
  useChange,
  useDeletedRecipes,
  usePlan,
  useRecipes,
} from "../api/queries";
import { notice } from "../app/notices";
import { useSettings } from "../app/settings";
import { Loaded } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { Deleted } from "../log/Deleted";
import { Stamp } from "../log/Stamp";
import { clock, duration, inWords, type System } from "../units/units";
import "../log/log.css";

/** A recipe in a line. */
export function recipeInWords(r: Recipe, system: System): string {
  return [
    r.dose_g !== undefined && inWords(r.dose_g, "g", system),
    r.water_g !== undefined && `${inWords(r.water_g, "ml", system)} of water`,
    r.ratio_g_per_l !== undefined && inWords(r.ratio_g_per_l, "g/L", system),
    r.drink_ml !== undefined && `${inWords(r.drink_ml, "ml", system)} in the cup`,
    r.water_c !== undefined && inWords(r.water_c, "°C", system, { fine: true }),
    r.grind,
    r.clicks !== undefined && inWords(r.clicks, "clicks", system),
    r.grind_um !== undefined && inWords(r.grind_um, "µm", system),
    r.pours && r.pours.length > 0 && `${r.pours.length} pours`,
    r.steep_s !== undefined && `steeps ${duration(r.steep_s)}`,
    r.done_s !== undefined && `done at ${clock(r.done_s)}`,
    r.boil_s !== undefined && `boils ${duration(r.boil_s)}`,
    r.settle_s !== undefined && `settles ${duration(r.settle_s)}`,
    r.stop_pct !== undefined && `stopped at ${inWords(r.stop_pct, "%", system)}`,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** A recipe's score, small; room for it until it is worked out. */
function RecipeStamp({ recipe }: { recipe: Recipe }) {
  const plan = usePlan(recipe.method ? { method: recipe.method, recipe } : undefined).data;
  return (
    <Stamp
      small={{
        bars: (plan?.steps ?? []).map((s) => ({ lane: s.lane, at_s: s.at_s, for_s: s.for_s })),
        water: plan?.curves.water_c ?? [],
      }}
    />
  );
}

/** One's own recipes. */
export default function RecipesPage() {
  const recipes = useRecipes();
  const deleted = useDeletedRecipes();
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const removeWithUndo = useRemove();
  const read = useChange(importRecipe);
  return (
    <div className="page lb">
      <h1>Your recipes</h1>
      <div className="lb-filters">
        <Link className="btn btn-primary" to="/recipes/new">
          New recipe
        </Link>
        {!inPocket && (
          <label className="as-button">
            Import a recipe…
            <input
              type="file"
              className="sr"
              id="recipe-file"
              accept=".json,application/json"
              onChange={(e) => {
                const f = e.target.files?.[0];
                e.target.value = "";
                if (f)
                  read.mutate(f, {
                    onSuccess: (r) => notice({ kind: "done", title: `Saved: ${r.recipe.name}` }),
                  });
              }}
            />
          </label>
        )}
      </div>
      {read.error && (
        <div className="trouble" role="alert">
          <strong>The file can’t be read.</strong>{" "}
          {read.error instanceof ApiError ? read.error.message : String(read.error)}
        </div>
      )}
      <Loaded query={recipes}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              No recipes yet. Type the words on a bag, or save a plan or a logged cup as a recipe.
            </p>
          ) : (
            <ul className="lb-cups">
              {list.map((r) => (
                <li key={r.id} className="lb-card">
                  <RecipeStamp recipe={r.recipe} />
                  <h2>
                    <Link to={`/recipes/${r.id}`} data-own-words>
                      {r.recipe.name}
                    </Link>
                  </h2>
                  <p className="quiet">{catalogue.data?.names[r.recipe.method ?? ""] ?? r.recipe.method}</p>
                  <p className="num">{recipeInWords(r.recipe, system)}</p>
                  <p className="lb-actions">
                    <Link to={`/now/plan?method=${r.recipe.method}&recipe=${r.id}`}>Brew it</Link>
                    {!inPocket && (
                      <a href={`/api/v1/recipes/${r.id}/export.json`} download>
                        Save as a file
                      </a>
                    )}
                    <Share what={{ recipe: r.recipe, name: r.recipe.name ?? "" }} />
                    <Button
                      size="small"
                      type="text"
                      aria-label={`Delete ${r.recipe.name}`}
                      onClick={() => void removeWithUndo("recipe", r.id, r.recipe.name ?? "the recipe")}
                    >
                      Delete
                    </Button>
                  </p>
                </li>
              ))}
            </ul>
          )
        }
      </Loaded>
      <Deleted
        kind="recipe"
        list={(deleted.data ?? []).map((r) => ({ id: r.id, name: r.recipe.name ?? "a recipe" }))}
      />
    </div>
  );
}
