import { expect, test } from "vitest";
import { comparedToBefore, median, withOne, type Progress } from "./progress";

test("the last ten are kept, and the last is set beside those before it", () => {
  let p: Progress = {};
  for (let i = 1; i <= 12; i++) p = withOne(p, "gram", i);
  expect(p.gram).toEqual([3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
  expect(median([3, 1, 2])).toBe(2);
  expect(median([4, 1, 2, 3])).toBe(2.5);
  expect(comparedToBefore([5, 5, 5])).toBeUndefined();
  expect(comparedToBefore([5, 5, 5, 1])).toBe("nearer");
  expect(comparedToBefore([5, 5, 5, 9])).toBe("farther");
  expect(comparedToBefore([5, 5, 5, 5.2])).toBe("as before");
});
