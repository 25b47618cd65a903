import { describe, expect, it } from "vitest";
import type { Plan } from "../api/client";
import { scoreInWords } from "./words";
import { tasteWord } from "../log/tasteWords";

const plan = {
  boil_c: 86.96,
  target_c: 90.5,
  start_c: 86.96,
  slurry_c: 78,
  cup_c: 66,
  heat: { heat_s: 343 },
  steps: [
    {
      id: "fill-kettle",
      at_s: -400,
      for_s: 30,
      lane: "hands",
      text: "Fill the pot with 690 ml.",
      template: "Fill the pot with {0}.",
      values: [{ value: 690, unit: "ml" }],
      to_g: 690,
      until: "weight",
      sign: "",
    },
    { id: "pour", at_s: 0, for_s: 10, lane: "scale", text: "Pour.", to_g: 78, until: "weight", sign: "" },
    {
      id: "draw",
      at_s: 150,
      for_s: 50,
      lane: "hands",
      text: "Let it draw down.",
      to_g: null,
      sign: "no water rises",
    },
  ],
} as unknown as Plan;

describe("the score in words", () => {
  it("says the figures that the picture shows, in the reader's units", () => {
    const metric = scoreInWords(plan, "metric").replaceAll("\u2009", " ");
    expect(metric).toContain("Water boils at 87.0 °C here.");
    expect(metric).toContain("At 0:00, for 0:10: Pour. Scale to 78 g.");
    expect(metric).toContain("Until no water rises.");
    const us = scoreInWords(plan, "us").replaceAll("\u2009", " ");
    expect(us).toContain("Water boils at 188.5 °F here.");
    expect(us).toContain("Fill the pot with 23.3 fl oz.");
  });
});

describe("taste in words", () => {
  it.each([
    ["sour_bitter", -3, "very sour"],
    ["sour_bitter", 0, "balanced"],
    ["weak_strong", 1, "a little strong"],
    ["silt", 3, "very silty"],
    ["hotness", 2, "too hot"],
  ] as const)("%s %d is %s", (key, v, want) => expect(tasteWord(key, v)).toBe(want));
});
