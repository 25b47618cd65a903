/** Whether a key is meant for a field and not for a shortcut. */
export function isTyping(e: KeyboardEvent): boolean {
  const at = e.target as HTMLElement;
  return (
    at.isContentEditable ||
    at instanceof HTMLInputElement ||
    at instanceof HTMLTextAreaElement ||
    at instanceof HTMLSelectElement ||
    at.getAttribute("role") === "slider"
  );
}

export const shortcuts: { keys: string; does: string; where: string }[] = [
  { keys: "h", does: "Coffee now", where: "anywhere" },
  { keys: "r", does: "Route of the trip", where: "anywhere" },
  { keys: "p", does: "Provisions of the trip", where: "anywhere" },
  { keys: "d", does: "Schedule, day by day", where: "anywhere" },
  { keys: "k", does: "Kit for the trip", where: "anywhere" },
  { keys: "l", does: "Log", where: "anywhere" },
  { keys: "n", does: "Bench", where: "anywhere" },
  {
    keys: "Enter",
    does: "It is there: it boils, the reading is reached, it is drained",
    where: "in the guide",
  },
  { keys: "w", does: "Pour for as long as it is held; ↑ and ↓ set how fast", where: "in practice" },
  { keys: "← → ↑ ↓", does: "Move a point in a picture; with Shift ten times as far", where: "on the bench" },
  { keys: "u", does: "Metric or US units", where: "anywhere" },
  { keys: "t", does: "Day or headlamp theme", where: "anywhere" },
  { keys: "?", does: "How to, words and keys", where: "anywhere" },
  { keys: "← →", does: "Stop before, stop after", where: "on the route ribbon" },
  { keys: "Alt ← →", does: "Move a stop along, to scale by distance or days", where: "on the route ribbon" },
  { keys: "x", does: "Split a stay of more days into two stops", where: "on the route ribbon" },
  { keys: "b", does: "Brew it by the clock", where: "in a plan" },
  { keys: "s", does: "Save the changes", where: "in a plan" },
  { keys: "i", does: "All inputs", where: "in a plan" },
  { keys: "Space", does: "Start, pause, go on", where: "in the guide" },
  { keys: "→", does: "Next step now", where: "in the guide" },
  { keys: "←", does: "Step before, again", where: "in the guide" },
  { keys: "Esc", does: "Close a panel", where: "anywhere" },
];
