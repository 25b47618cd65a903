import { describe, expect, it } from "vitest";
import { ApiError } from "./client";

describe("an error", () => {
  it("names the field of each trouble as a form does, and keeps the sentence", () => {
    const e = new ApiError(422, {
      type: "about:blank",
      status: 422,
      title: "Unprocessable Entity",
      detail: "Water at the source: 80 °C is out of range. Enter -40 to 60 °C.",
      errors: [
        {
          location: "body.request.water.source_c",
          message: "Water at the source: 80 °C is out of range. Enter -40 to 60 °C.",
        },
      ],
    });
    expect(e.message).toBe("Water at the source: 80 °C is out of range. Enter -40 to 60 °C.");
    expect(e.troubles).toEqual([{ field: "water.source_c", message: e.message }]);
  });

  it("says what the server said when no field is wrong", () => {
    expect(
      new ApiError(503, { type: "about:blank", status: 503, detail: "Too many requests." }).message,
    ).toBe("Too many requests.");
  });
});
