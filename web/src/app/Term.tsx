import { useId, useRef, type ReactNode } from "react";
import { useCatalogue } from "../api/queries";
import "./term.css";

/** A word of the field that says what it means when it is touched. */
export function Term({ id, children }: { id: string; children?: ReactNode }) {
  const pop = useId();
  const box = useRef<HTMLSpanElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const term = useCatalogue().data?.terms.find((t) => t.id === id);
  if (!term) return <>{children ?? id}</>;
  return (
    <>
      <button
        ref={button}
        type="button"
        className="term"
        popoverTarget={pop}
        aria-label={`${term.word}: what it means`}
      >
        {children ?? term.word}
      </button>
      <span
        ref={box}
        id={pop}
        popover="auto"
        className="term-says"
        onToggle={(e) => {
          if ((e as unknown as ToggleEvent).newState !== "open" || !button.current || !box.current) return;
          const b = button.current.getBoundingClientRect();
          const { offsetWidth: w, offsetHeight: h } = box.current;
          const y = b.bottom + h + 8 > window.innerHeight ? Math.max(4, b.top - h - 4) : b.bottom + 4;
          box.current.style.translate = `${Math.max(4, Math.min(b.left, window.innerWidth - w - 8))}px ${y}px`;
        }}
      >
        {term.says}
      </span>
    </>
  );
}
