// What adds up, adds up as it is shown.

/** The signs with which parts come to a sum, where they do; each part counts once. */
export function signsOf(parts: number[], total: number): number[] | undefined {
  const n = parts.length;
  const near = 1e-6 * Math.max(1, Math.abs(total), ...parts.map(Math.abs));
  if (n < 2 || n > 12) return undefined;
  for (let mask = 0; mask < 1 << n; mask++) {
    const signs = parts.map((_, i) => (mask & (1 << i) ? -1 : 1));
    const sum = parts.reduce((s, p, i) => s + p * (signs[i] as number), 0);
    if (Math.abs(sum - total) <= near) return signs;
    if (n > 8 && mask >= n) return undefined; // of many parts only plain sums are looked for
  }
  return undefined;
}

/**
 * Parts rounded to steps so that they come to their rounded total: each to the nearest, and
 * what is then over, or short, to those that it moves least from what they are.
 */
export function addingUp(parts: number[], total: number, step: number, signs = parts.map(() => 1)): number[] {
  const units = parts.map((p) => Math.round(p / step));
  const want = Math.round(total / step);
  let off = want - units.reduce((s, u, i) => s + u * (signs[i] as number), 0);
  while (off !== 0) {
    const way = Math.sign(off);
    let best = -1;
    let least = Infinity;
    units.forEach((u, i) => {
      const to = u + way * (signs[i] as number);
      const moved = Math.abs(to * step - (parts[i] as number));
      // What is nothing stays nothing.
      if (Math.abs(parts[i] as number) > 1e-9 && to >= 0 && moved < least) [best, least] = [i, moved];
    });
    if (best < 0) break;
    units[best] = (units[best] as number) + way * (signs[best] as number);
    off -= way;
  }
  return units.map((u) => u * step);
}
