import type { Conditions } from "../api/client";
import { setIn, without } from "../plan/paths";

/** Conditions at an altitude: what was measured, was measured somewhere else. */
export const atAltitude = (c: Conditions, m: number | undefined, pm?: number): Conditions =>
  setIn(
    setIn(without(c, ["place.pressure_hpa", "place.measured_boil_c"]), "place.altitude_m", m),
    "place.altitude_pm_m",
    pm,
  );
