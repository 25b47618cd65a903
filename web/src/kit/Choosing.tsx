import { useEffect, useState } from "react";
import { useChoosing } from "../api/queries";
import { inPocket } from "../pocket/mode";

/** A choice that is over sooner needs no word. */
const SOON_MS = 500;

/** Says that a kit is being chosen, and how far that has come. */
export function Choosing({ trip }: { trip: number }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), SOON_MS);
    return () => clearTimeout(timer);
  }, []);
  // In the pocket the one who chooses is the one who would be asked.
  const { data } = useChoosing(trip, late && !inPocket);
  if (!late) return null;
  const p = data?.progress;
  const share = p && Math.min(99, Math.floor(100 * p.share));
  return (
    <div className="choosing" role="status" aria-live="off">
      <progress aria-label="Choosing a kit" max={100} value={share} />
      <span>
        {data?.state === "waiting"
          ? `Waiting for other kits${data.place ? `: number ${data.place} in the queue` : ""}.`
          : p && p.kits > 0
            ? `Choosing: ${share} % done, ${many(p.kits)} kits${p.gap < 1 ? `; the best so far is within ${Math.ceil(100 * p.gap)} % of the best possible` : ""}.`
            : "Choosing: checking each brew."}
      </span>
    </div>
  );
}

/** Thousands and millions, roundly. */
function many(n: number): string {
  if (n >= 1e6) return `${(n / 1e6).toFixed(1)} million`;
  if (n >= 10_000) return `${Math.round(n / 1000)} thousand`;
  return Math.round(n).toLocaleString("en");
}
