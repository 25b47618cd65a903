import { expect, test } from "vitest";
import { countsFrom } from "./asked";

// Up from 34 g, three keys in quick succession, under a plan that is slow to follow.
test.each([
  ["nothing was asked for", undefined, { value: 34, since: 0 }, 5000, 34],
  ["the plan has not begun to follow", { value: 36, since: 1000 }, { value: 34, since: 0 }, 3500, 36],
  ["it follows, and is on its way", { value: 36, since: 1000 }, { value: 35, since: 3400 }, 3900, 36],
  ["it is there", { value: 36, since: 1000 }, { value: 36, since: 3600 }, 3700, 36],
  [
    "it stays at something else: it allows no more",
    { value: 36, since: 1000 },
    { value: 35.5, since: 3400 },
    4100,
    35.5,
  ],
  ["it never followed: it was refused", { value: 36, since: 1000 }, { value: 34, since: 0 }, 12_000, 34],
  [
    "it followed, and was then set back: that is what counts",
    { value: 36, since: 1000 },
    { value: 34, since: 5000 },
    5700,
    34,
  ],
])("%s", (_, asked, plan, now, want) => {
  expect(countsFrom(asked, plan, now)).toBe(want);
});
