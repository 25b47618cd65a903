import type { Coffee, PlanRequest, Schemas } from "../api/client";

/** A request of a recipe of one's own, a copy of it that names it. */
export const withRecipe = (r: PlanRequest, own: Schemas["OwnRecipe"]): PlanRequest => ({
  ...r,
  // Made from the school that it names, or the method’s first: not from what was chosen before.
  school: own.recipe.school,
  // What the recipe sets is not asked besides.
  ratio_g_per_l: undefined,
  dose_g: undefined,
  water_g: undefined,
  cup_ml: undefined,
  contact_s: undefined,
  pours: undefined,
  recipe: { ...own.recipe, id: own.uuid },
});

/** A request of a coffee in the bag; without one, nothing is said of it. */
export const withCoffee = (r: PlanRequest, coffee: Coffee | undefined): PlanRequest => ({
  ...r,
  coffee: coffee?.beans,
});
