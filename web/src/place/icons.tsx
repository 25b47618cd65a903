// Small line drawings of what a place has: heat, water and air. Our own, on 30 by 22.

const paths: Record<string, string> = {
  flame: "M15 2 Q22 9 20 15 Q18 20 15 20 Q12 20 10 15 Q9 11 12 9 Q14 12 15 2",
  fire: "M5 19 L25 15 M5 15 L25 19 M15 2 Q20 7 18 12 Q16 14 15 14 Q12 13 12 9 Q14 9 15 2",
  socket: "M8 3 H22 V19 H8 Z M12 9 V13 M18 9 V13",
  battery: "M5 7 H24 V17 H5 Z M24 10 H27 V14 H24 M9 12 H13 M17 12 H21 M19 10 V14",
  urn: "M9 5 H21 V17 H9 Z M12 5 V2 H18 V5 M9 13 H5 V17 M11 17 V20 M19 17 V20",
  tap: "M5 7 H18 Q24 7 24 13 V14 M12 7 V3 M9 3 H15 M24 17 V20",
  bottled: "M12 2 H18 V6 L20 9 V20 H10 V9 L12 6 Z M10 13 H20",
  spring: "M4 18 Q9 14 15 18 T26 18 M15 15 V5 M15 5 Q10 4 9 9 M15 5 Q20 4 21 9",
  stream: "M3 6 Q9 2 15 6 T27 6 M3 12 Q9 8 15 12 T27 12 M3 18 Q9 14 15 18 T27 18",
  lake: "M3 13 Q9 18 15 18 T27 13 M3 13 H27 M8 9 H13 M17 6 H22",
  tank: "M6 4 H24 V17 H6 Z M6 9 H24 M10 17 V20 M20 17 V20",
  snow: "M15 2 V20 M7 6 L23 16 M23 6 L7 16",
  none: "M9 6 H21 V20 H9 Z M12 6 V3 H18 V6 M5 10 V18",
  calm: "M4 16 H26 M15 11 V5 M15 5 L20 7 L15 9",
  breeze: "M4 9 H19 Q23 9 22 6 M4 14 H22",
  wind: "M3 7 H18 Q22 7 21 4 M3 12 H24 Q27 12 26 16 M3 17 H17 Q20 17 19 20",
  frost: "M15 2 V20 M7 6 L23 16 M23 6 L7 16 M12 4 L15 7 L18 4 M12 18 L15 15 L18 18",
  cold: "M13 3 h4 V12 a4 4 0 1 1 -4 0 Z M15 14 V11",
  cool: "M13 3 h4 V12 a4 4 0 1 1 -4 0 Z M15 14 V9",
  mild: "M13 3 h4 V12 a4 4 0 1 1 -4 0 Z M15 14 V7",
  hot: "M15 7 a4.5 4.5 0 1 0 .1 0 M15 1 V4 M15 19 V21 M5 11 H8 M22 11 H25 M8 5 L10 7 M22 5 L20 7 M8 18 L10 16 M22 18 L20 16",
};

/** What a burner is drawn as. */
export const burnerIcon = (id: string): string =>
  ({ mains: "socket", "element-12v": "battery", fire: "fire", twig: "fire" })[id] ?? "flame";

export function Icon({ of }: { of: string }) {
  return (
    <svg viewBox="0 0 30 22" aria-hidden="true" className={`icon icon-${of}`}>
      <path d={paths[of] ?? paths.flame} />
    </svg>
  );
}
