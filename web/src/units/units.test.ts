import { describe, expect, it } from "vitest";
import { clock, counted, duration, figure, fromShown, inWords, rangeInWords, say, toShown } from "./units";

const plain = (s: string) => s.replaceAll("\u2009", " ");

describe("durations", () => {
  // Those of the core's TestDuration.
  it.each([
    [0, "0 s"],
    [45.4, "45 s"],
    [59.7, "1 min"],
    [90, "1 min 30 s"],
    [141, "2 min 20 s"],
    [188, "3 min 10 s"],
    [180, "3 min"],
    [490, "8 min 10 s"],
    [1160, "19 min"],
    [4790, "1 h 20 min"],
    [3600, "1 h"],
    [64800, "18 h"],
  ])("tells %s s", (s, said) => expect(duration(s)).toBe(said));
});

describe("figures", () => {
  // US customary units by definition: 1 ft = 0.3048 m, 1 oz = 28.349523125 g,
  // 1 US fl oz = 29.5735295625 ml, °F = 1.8 °C + 32.
  it.each([
    [99.97, "°C", "metric", true, "100.0 °C"],
    [86.955, "°C", "metric", true, "87.0 °C"],
    [86.955, "°C", "metric", false, "87 °C"],
    [86.955, "°C", "us", true, "188.5 °F"],
    [-4, "°C", "metric", false, "−4 °C"],
    [-40, "°C", "us", false, "−40 °F"],
    [3900, "m", "metric", false, "3,900 m"],
    [3900, "m", "us", false, "12,800 ft"],
    [13.2, "g", "metric", false, "13 g"],
    [13.3, "g", "metric", false, "13.5 g"],
    [33.6, "g", "metric", false, "34 g"],
    [28.349523125, "g", "us", false, "1.00 oz"],
    [517.2, "ml", "metric", false, "515 ml"],
    [517.2, "ml", "us", false, "17.5 fl oz"],
    [624.4, "hPa", "us", false, "18.44 inHg"],
    [415, "ml", "metric-dl", false, "4.2 dl"],
    [60, "ml", "metric-dl", false, "0.60 dl"],
    [473.176473, "ml", "us-cups", false, "2.0 cups"],
    [60, "ml", "us-cups", false, "0.25 cups"],
    [20, "°C", "us-cups", false, "68 °F"],
    [-0.2, "°C", "metric", false, "0 °C"],
  ] as const)("%d %s, %s", (value, unit, system, fine, want) => {
    expect(plain(inWords(value, unit, system, { fine }))).toBe(want);
  });

  it("writes times as clocks", () => {
    expect(clock(85)).toBe("1:25");
    expect(clock(-520)).toBe("−8:40");
    expect(clock(3725)).toBe("1 h 02");
    expect(clock(-0.2)).toBe("0:00");
    expect(figure(87, "s", "metric")).toEqual({ text: "1 min 25 s", unit: "" });
  });

  it("comes back from every unit", () => {
    for (const unit of ["°C", "hPa", "bar", "m", "km", "mm", "m/s", "g", "ml", "kJ", "g/L", "K"]) {
      for (const v of [-40, 0, 0.5, 93, 8850]) {
        expect(fromShown(toShown(v, unit, "us"), unit, "us")).toBeCloseTo(v, 9);
      }
    }
  });

  it("puts a sentence's figures into the reader's units", () => {
    const p = {
      text: "Boils at 87.0 °C",
      template: "Boils at {0}",
      values: [{ value: 86.96, unit: "°C", fine: true }],
    };
    expect(plain(say(p, "us"))).toBe("Boils at 188.5 °F");
    expect(say({ text: "No figures." }, "us")).toBe("No figures.");
    expect(plain(rangeInWords(-430, 8850, "m", "metric"))).toBe("−430 to 8,850 m");
    expect(plain(rangeInWords(94, 94, "°C", "metric"))).toBe("94 °C");
  });
});

it("counts one of something as one", () => {
  expect(counted(1, "day")).toBe("1 day");
  expect(counted(9, "day")).toBe("9 days");
  expect(counted(1, "person", "people")).toBe("1 person");
  expect(counted(0, "person", "people")).toBe("0 people");
});
