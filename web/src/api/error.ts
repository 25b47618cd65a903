import type { ErrorModel } from "./types";

export interface Trouble {
  /** Path of the field within the request, such as place.altitude_m. */
  field: string;
  message: string;
}

/** What the server answered, or that it did not. */
export class ApiError extends Error {
  readonly status: number;
  readonly troubles: Trouble[];

  constructor(status: number, problem: ErrorModel | undefined) {
    super(
      problem?.detail ??
        "Apodemos doesn’t answer. Check that it is running, then try again. Nothing was lost.",
    );
    this.status = status;
    this.troubles = (problem?.errors ?? []).map((e) => ({
      field: (e.location ?? "").replace(/^(body|file)\.?(conditions\.|request\.)?/, ""),
      message: e.message ?? "",
    }));
  }
}
