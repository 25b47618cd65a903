import type { ErrorModel } from "./types";

export interface Trouble {
  /** Path of the field within the request, such as place.altitude_m. */
  field: string;
  message: string;
}

/** What the server, or the lack of one, said. */
export class ApiError extends Error {
  readonly status: number;
  readonly troubles: Trouble[];

  constructor(status: number, problem: ErrorModel | undefined) {
    super(
      problem?.detail ??
        "Apodemos does not answer. Is the program still running? Nothing was lost; try again.",
    );
    this.status = status;
    this.troubles = (problem?.errors ?? []).map((e) => ({
      field: (e.location ?? "").replace(/^(body|file)\.?(conditions\.|request\.)?/, ""),
      message: e.message ?? "",
    }));
  }

  /** What is wrong, with the field as the screen calls it, and not by its path. */
  saidOf(label: (path: string) => string | undefined): string {
    const [first] = this.troubles;
    const [, path = ""] = /^([a-z_0-9.[\]]+): /.exec(this.message) ?? [];
    if (!first || !path || !this.message.endsWith(first.message)) return this.message;
    const name = label(first.field) ?? label(path);
    return name ? `${name}: ${first.message}` : first.message.replace(/^\p{Ll}/u, (c) => c.toUpperCase());
  }
}
