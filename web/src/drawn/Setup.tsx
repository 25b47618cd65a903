import type { Plan } from "../api/client";
import { paths } from "../kit/drawings";
import "./setup.css";

/** The part of a drawing that holds liquid, in its 64 by 48 units. */
const inside: Record<string, { top: number; bottom: number; shape: string }> = {
  server: { top: 14, bottom: 42, shape: "20,10 44,10 48,42 16,42" },
  pot: { top: 18, bottom: 42, shape: "14,16 50,16 50,42 14,42" },
  kettle: { top: 20, bottom: 42, shape: "20,18 46,18 50,42 16,42" },
  cup: { top: 16, bottom: 40, shape: "16,14 44,14 42,40 18,40" },
  "press pot": { top: 15, bottom: 44, shape: "20,12 44,12 44,44 20,44" },
  "moka pot": { top: 9, bottom: 24, shape: "20,8 44,8 40,24 24,24" },
  "hand press": { top: 17, bottom: 40, shape: "22,16 42,16 42,40 22,40" },
  "pocket pump brewer": { top: 19, bottom: 38, shape: "22,18 42,18 42,38 22,38" },
  jar: { top: 14, bottom: 44, shape: "20,12 44,12 44,44 20,44" },
};

const droppers = ["cone dripper", "flat-bed dripper", "tank dripper", "cloth filter", "metal drip filter"];

function Piece({ of, fill, liquid }: { of: string; fill?: number; liquid?: "water" | "coffee" }) {
  const room = inside[of];
  const d = paths[of] ?? paths.cup;
  return (
    <>
      {room && fill !== undefined && (
        <svg x="0" y="0" width="64" height="48" viewBox="0 0 64 48">
          <clipPath id={`setup-${of.replaceAll(" ", "-")}`}>
            <polygon points={room.shape} />
          </clipPath>
          <g clipPath={`url(#setup-${of.replaceAll(" ", "-")})`}>
            <rect
              className={`setup-liquid setup-${liquid ?? "coffee"}`}
              x="0"
              width="64"
              height="48"
              style={{
                transform: `translateY(${room.bottom - Math.min(Math.max(fill, 0), 1) * (room.bottom - room.top)}px)`,
              }}
            />
          </g>
        </svg>
      )}
      <path className="setup-line" d={d} />
    </>
  );
}

/** The state of a brew for its drawing. */
export interface Now {
  lit: boolean;
  boils: boolean;
  /** Share of the heated water still in the pot. */
  pot: number;
  /** Share of the drink in the cup or brewer. */
  drink: number;
}

/**
 * Draws the pot on its flame, and the brewer over its server or cup. With `now` the pot empties and the cup fills;
 * without it the drawing is still.
 */
export function Setup({ plan, brewer, now }: { plan: Plan; brewer: string; now?: Now }) {
  const drips = droppers.includes(brewer);
  const heats = plan.heat !== null && plan.heat !== undefined;
  // Coffee brewed in the pot needs no second vessel.
  const inPot = brewer === "pot" || brewer === "moka pot";
  const at = now ?? { lit: heats, boils: false, pot: 1, drink: drips ? 0.75 : 0.8 };
  const second = inPot ? 0 : 76;
  return (
    <svg
      className={`setup${at.boils ? " setup-boils" : ""}`}
      viewBox={`0 0 ${second + 64} 84`}
      width={(second + 64) * 1.35}
      height={84 * 1.35}
      aria-hidden="true"
    >
      {(heats || inPot) && (
        <g transform="translate(0 12)">
          <Piece
            of={brewer === "moka pot" ? "moka pot" : "pot"}
            fill={(inPot ? Math.max(at.pot, at.drink) : at.pot) * 0.8}
            liquid={inPot && at.drink > 0 && (!now || at.pot < 0.5) ? "coffee" : "water"}
          />
          {heats && <path className="setup-line" d="M18 64 H46 M24 64 V58 M40 64 V58 M32 64 V70" />}
          {heats && at.lit && (
            <path className="setup-flame" d="M26 57 q-3 -6 2 -11 q0 5 4 6 q0 -6 4 -8 q6 6 2 13 Z" />
          )}
          {at.boils && (
            <path className="setup-steam" d="M24 6 q4 -5 0 -10 M32 4 q4 -5 0 -10 M40 6 q4 -5 0 -10" />
          )}
        </g>
      )}
      {!inPot && (
        <g transform={`translate(${heats ? second : second / 2} ${drips ? 1 : 30})`}>
          {drips ? (
            <>
              <Piece of={brewer} />
              <g transform="translate(0 29)">
                <Piece of="server" fill={at.drink} />
              </g>
            </>
          ) : (
            <Piece of={brewer in paths ? brewer : "cup"} fill={at.drink} />
          )}
          <path className="setup-line" d={drips ? "M8 75 H56" : "M8 46 H56"} />
        </g>
      )}
    </svg>
  );
}
