/**
 * A clock that follows the brew: milliseconds since 1970 when it was made, and on from there by a clock that nobody
 * sets. The system's clock may be put back or corrected while coffee is made; the coffee goes on. Where the system's
 * is ahead by more than a correction, the device slept, and the coffee went on meanwhile.
 */
export function steady(wall: () => number, mono: () => number): () => number {
  let base = wall() - mono();
  return () => {
    const ahead = wall() - (base + mono());
    if (ahead > 1500) base += ahead;
    return Math.round(base + mono());
  };
}

export const now = steady(
  () => Date.now(),
  () => performance.now(),
);
