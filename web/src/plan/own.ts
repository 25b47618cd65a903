import type { Change, Coffee, PlanRequest, Schemas } from "../api/client";

/** A recipe of one's own as a change of a brew: a copy of it that names it. */
export const byRecipe = (own: Schemas["OwnRecipe"]): Change => ({
  recipe: { ...own.recipe, id: own.uuid },
});

/** A request of a coffee in the bag; without one, nothing is said of it. */
export const withCoffee = (r: PlanRequest, coffee: Coffee | undefined): PlanRequest => ({
  ...r,
  coffee: coffee?.beans,
});
