// What is said in passing: that something is kept, or went wrong, or can be undone.
// Whoever says it need not carry what shows it.

export interface Notice {
  kind: "done" | "info" | "wrong" | "undo";
  title: string;
  more?: string;
  key?: string;
  undo?: () => void;
}

let show: ((n: Notice) => void) | undefined;
let first: Notice[] = [];
let called: (() => void) | undefined;

/** Says something; it waits until what shows it is there. */
export function notice(n: Notice): void {
  if (show) show(n);
  else {
    first.push(n);
    called?.();
  }
}

/** Who shows notices from now on; the returned function ends it. */
export function shownBy(f: (n: Notice) => void): () => void {
  show = f;
  first.forEach(f);
  first = [];
  return () => {
    show = undefined;
  };
}

/** Calls when there is something to show and nobody who does. */
export function whenCalled(f: () => void): () => void {
  called = f;
  if (first.length > 0) f();
  return () => {
    called = undefined;
  };
}
