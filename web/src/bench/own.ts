import type { Field } from "../api/client";

/** A field of the bench's own; its range is the core's. */
export const own = (
  path: string,
  label: string,
  unit: string,
  span: { min: number; max: number },
): Field => ({
  path,
  label,
  unit,
  kind: "number",
  ...span,
  allowed: "",
});
