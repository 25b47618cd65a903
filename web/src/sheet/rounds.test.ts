import { describe, expect, it } from "vitest";
import { roundsInWords } from "./rounds";

const round = (kind: "batch" | "cup", n: number, pour_s: number) => ({
  kind,
  n,
  start_s: pour_s - 200,
  pour_s,
  end_s: pour_s + 240,
  ready_s: pour_s + 262,
});

describe("batches and cups on paper", () => {
  it("says when each begins and is ready", () => {
    expect(roundsInWords([round("batch", 1, 0), round("batch", 2, 513)])).toBe(
      "2 batches, one after the other; the steps are those of one. Water on the coffee at 0:00, 8:35; ready at 4:20, 12:55.",
    );
    expect(roundsInWords([round("cup", 1, 0), round("cup", 2, 90), round("cup", 3, 180)])).toContain(
      "3 cups, one after the other",
    );
  });
});
