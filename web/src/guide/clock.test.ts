import { expect, test } from "vitest";
import { steady } from "./clock";

test("the guide's clock is not set back, and sleeps with nobody", () => {
  let wall = 1_000_000;
  let mono = 500;
  const now = steady(
    () => wall,
    () => mono,
  );
  expect(now()).toBe(1_000_000);
  wall += 3000;
  mono += 3000;
  expect(now()).toBe(1_003_000);
  // Put back by an hour while the coffee draws.
  wall -= 3_600_000;
  mono += 250;
  expect(now()).toBe(1_003_250);
  mono += 10_000;
  wall += 10_000;
  expect(now()).toBe(1_013_250);
  // A correction of a second is none of the brew's.
  wall = now() + 1000;
  expect(now()).toBe(1_013_250);
  // Asleep for ten minutes: the steady clock stood, the coffee did not.
  wall += 600_000;
  expect(now()).toBe(1_013_250 + 601_000);
});
