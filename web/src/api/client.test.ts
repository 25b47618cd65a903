import { describe, expect, it } from "vitest";
import { ApiError } from "./client";

const of = (detail: string, location: string, message: string) =>
  new ApiError(422, {
    type: "about:blank",
    status: 422,
    title: "Unprocessable Entity",
    detail,
    errors: [{ location, message }],
  });

describe("what is wrong", () => {
  const label = (path: string) => (path === "water.source_c" ? "Water at the source" : undefined);
  it.each([
    // As the screen calls it, wherever in a request it stands.
    [
      "water.source_c: 80 °C is not allowed",
      "body.request.water.source_c",
      "80 °C is not allowed",
      "Water at the source: 80 °C is not allowed",
    ],
    // What has no name on a screen is not called by its path.
    [
      "canister.fills: a mixture is 100 % together",
      "body.canister.fills",
      "a mixture is 100 % together",
      "A mixture is 100 % together",
    ],
    // Sentences stay as they are.
    ["This file is empty.", "file", "This file is empty.", "This file is empty."],
  ])("%s", (detail, location, message, said) =>
    expect(of(detail, location, message).saidOf(label)).toBe(said),
  );

  it("says what there is to say without fields", () => {
    expect(
      new ApiError(503, { type: "about:blank", status: 503, detail: "Too much is asked." }).saidOf(label),
    ).toBe("Too much is asked.");
  });
});
