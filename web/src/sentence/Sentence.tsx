import { Fragment, useEffect, useRef, useState, type ReactNode } from "react";
import "./sentence.css";

/** An input as a word of the sentence: what it is, what it says now, and the control that it opens. */
export interface Word {
  id: string;
  /** The name of the input. */
  label: string;
  text: string;
  /** It is a default that was not entered. */
  assumed?: boolean;
  /** It has to be mended, or said, before anything else. */
  wanting?: boolean;
  control: () => ReactNode;
}

export type Part = string | Word;

/** How soon the next word opens: after what was said is in the sentence. */
const SOON_MS = 120;

/**
 * The inputs of a view as one sentence. Its underlined words are the controls: solid for what was said, dotted for
 * what is assumed. A word opens its control under the sentence, and the answer below follows while it is used.
 */
export function Sentence({
  parts,
  children,
  follow,
}: {
  parts: Part[];
  children?: ReactNode;
  /** When a value is chosen, the next assumed word opens. */
  follow?: boolean;
}) {
  const [open, setOpen] = useState<string>();
  const box = useRef<HTMLDivElement>(null);
  const word = parts.find((p): p is Word => typeof p !== "string" && p.id === open);
  const byKey = useRef(false);
  useEffect(() => {
    if (!open || !byKey.current) return;
    byKey.current = false;
    box.current?.querySelector<HTMLElement>(".sentence-control :is(input, select, button)")?.focus();
  }, [open]);
  const next = (keyed: boolean) => {
    if (!follow) return;
    // What was said is a word by then, and a source may have brought one of its own.
    setTimeout(() => {
      const all = [...(box.current?.querySelectorAll<HTMLElement>(".word") ?? [])];
      const at = all.findIndex((w) => w.getAttribute("aria-expanded") === "true");
      const to = all.slice(at + 1).find((w) => w.matches(".word-assumed, .word-wanting"));
      if (at < 0) return;
      byKey.current = keyed;
      setOpen((to ?? all[at])?.dataset.word);
    }, SOON_MS);
  };
  const close = () => {
    const id = open;
    setOpen(undefined);
    if (id) box.current?.querySelector<HTMLElement>(`[data-word="${CSS.escape(id)}"]`)?.focus();
  };
  return (
    <div
      className="sentence"
      ref={box}
      onKeyDown={(e) => {
        if (e.key !== "Escape" || !open) return;
        e.stopPropagation();
        close();
      }}
    >
      <p className="sentence-words">
        {parts.map((p, i) =>
          typeof p === "string" ? (
            <Fragment key={i}>{p}</Fragment>
          ) : (
            <button
              key={p.id}
              type="button"
              className={`word${p.assumed ? " word-assumed" : ""}${p.wanting ? " word-wanting" : ""}`}
              data-word={p.id}
              data-says={p.label}
              aria-label={`${p.label}: ${p.text}${p.assumed ? ", assumed" : ""}`}
              aria-expanded={p.id === open}
              onKeyDown={(e) => {
                byKey.current = e.key === "Enter" || e.key === " ";
              }}
              onClick={() => setOpen(p.id === open ? undefined : p.id)}
            >
              {p.text}
            </button>
          ),
        )}{" "}
        {children}
      </p>
      {word && (
        <div
          className="sentence-control"
          role="group"
          aria-label={word.label}
          // A touch goes on by itself; with the keyboard arrows choose, and Enter goes on.
          onClick={(e) => {
            const on = e.target as Element;
            if (
              e.detail > 0 &&
              !on.matches("input") &&
              on.closest("label")?.querySelector("input[type=radio]")
            )
              next(false);
          }}
          onKeyDown={(e) => {
            if (e.key === "Enter" && (e.target as Element).matches("input")) next(true);
          }}
        >
          {word.control()}
          <button type="button" className="btn" onClick={close}>
            Done
          </button>
        </div>
      )}
    </div>
  );
}
