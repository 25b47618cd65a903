import { useState } from "react";

/** Why a caution holds; its published source opens on touch. */
export function Reason({ of }: { of: { why: string; source?: string } }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      {of.why}
      {of.source && (
        <>
          {" "}
          <button
            type="button"
            className="source"
            aria-expanded={open}
            onClick={(e) => {
              e.preventDefault();
              setOpen(!open);
            }}
          >
            Source
          </button>
          {open && ` ${of.source}.`}
        </>
      )}
    </>
  );
}

/** Why a caution holds, with its source: on paper. */
export const printed = (c: { why: string; source?: string }): string =>
  c.source ? `${c.why} Source: ${c.source}.` : c.why;
