// Where the interface runs: before a server, out of one file, or installed and without its
// server, over what this device carries. It stays what it was when the page began.

export type Mode = "server" | "file" | "carried";

const of = (id: string) => globalThis.document?.getElementById(id)?.textContent ?? "";

export const mode: Mode = globalThis.document?.getElementById("carried")
  ? "file"
  : of("first") === "offline"
    ? "carried"
    : "server";

/** Whether what is asked is answered on this device. */
export const inPocket = mode !== "server";
