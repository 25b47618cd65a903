import { useId, useRef, type KeyboardEvent } from "react";

export interface MenuItem {
  label: string;
  disabled?: boolean;
  /** What this copy does, or where it leads. */
  onClick?: () => void;
  href?: string;
}

/** A button that opens a short list of things to do: the browser's own popover, which closes by itself. */
export function Menu({
  label,
  name,
  items,
  quiet,
}: {
  label: string;
  /** What is read aloud in place of the label. */
  name?: string;
  items: MenuItem[];
  quiet?: boolean;
}) {
  const id = useId();
  const button = useRef<HTMLButtonElement>(null);
  const list = useRef<HTMLDivElement>(null);
  const entries = () =>
    [...(list.current?.querySelectorAll<HTMLElement>("[role=menuitem]") ?? [])].filter(
      (e) => !(e instanceof HTMLButtonElement && e.disabled),
    );
  const onKeyDown = (e: KeyboardEvent) => {
    const all = entries();
    const at = all.indexOf(document.activeElement as HTMLElement);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: all.length - 1 }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    all[(to + all.length) % all.length]?.focus();
  };
  return (
    <>
      <button
        ref={button}
        type="button"
        className={quiet ? "bar-button" : "btn"}
        aria-label={name}
        aria-haspopup="menu"
        popoverTarget={id}
      >
        {label}
      </button>
      <div
        ref={list}
        id={id}
        popover="auto"
        role="menu"
        className="menu"
        onKeyDown={onKeyDown}
        onToggle={(e) => {
          if ((e as unknown as ToggleEvent).newState !== "open" || !button.current || !list.current) return;
          // Under its button, and never past the edge of the page.
          const b = button.current.getBoundingClientRect();
          const { offsetWidth: w, offsetHeight: h } = list.current;
          const x = Math.max(4, Math.min(b.left, window.innerWidth - w - 8));
          const y = b.bottom + h + 8 > window.innerHeight ? Math.max(4, b.top - h - 4) : b.bottom + 4;
          list.current.style.translate = `${x}px ${y}px`;
          entries()[0]?.focus();
        }}
      >
        {items.map((i) =>
          i.href ? (
            <a
              key={i.label}
              role="menuitem"
              href={i.href}
              download
              onClick={() => list.current?.hidePopover()}
            >
              {i.label}
            </a>
          ) : (
            <button
              key={i.label}
              type="button"
              role="menuitem"
              disabled={i.disabled}
              onClick={() => {
                list.current?.hidePopover();
                i.onClick?.();
              }}
            >
              {i.label}
            </button>
          ),
        )}
      </div>
    </>
  );
}
