import { useState, type ReactNode } from "react";

const name = (id: string) => `apodemos.open.${id}`;

function was(id: string): boolean | undefined {
  try {
    const v = localStorage.getItem(name(id));
    return v === null ? undefined : v === "1";
  } catch {
    return undefined;
  }
}

// Paper cannot be opened: printing opens everything and closes it again afterwards.
let printing = false;
globalThis.addEventListener?.("beforeprint", () => {
  printing = true;
  for (const d of document.querySelectorAll<HTMLDetailsElement>("details.folded:not([open])")) {
    d.dataset.printed = "";
    d.open = true;
  }
});
globalThis.addEventListener?.("afterprint", () => {
  for (const d of document.querySelectorAll<HTMLDetailsElement>("details[data-printed]")) {
    delete d.dataset.printed;
    d.open = false;
  }
  // Toggle events that still follow are not a choice of the reader.
  setTimeout(() => (printing = false));
});

/** A part that explains, folded until somebody opens it; it stays as one left it, on this device. */
export function Folded({
  id,
  title,
  children,
  className,
  open = false,
}: {
  id: string;
  title: ReactNode;
  children: ReactNode;
  className?: string;
  /** How it is until somebody opens or closes it. */
  open?: boolean;
}) {
  const [now, setNow] = useState(() => was(id) ?? open);
  return (
    <details
      className={className ? `folded ${className}` : "folded"}
      open={now}
      onToggle={(e) => {
        const to = e.currentTarget.open;
        if (to === now || printing) return;
        setNow(to);
        try {
          localStorage.setItem(name(id), to ? "1" : "0");
        } catch {
          // It opens all the same.
        }
      }}
    >
      <summary>{title}</summary>
      {children}
    </details>
  );
}
