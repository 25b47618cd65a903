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
  { keys: "r", does: "Route", where: "anywhere" },
  { keys: "p", does: "Supplies", where: "anywhere" },
  { keys: "d", does: "Schedule", where: "anywhere" },
  { keys: "k", does: "Kit", where: "anywhere" },
  { keys: "l", does: "Log", where: "anywhere" },
  { keys: "n", does: "Bench", where: "anywhere" },
  {
    keys: "Enter",
    does: "Say that it boils, reads right or has drained",
    where: "in the guide",
  },
  { keys: "w", does: "Hold to pour; ↑ and ↓ change the speed", where: "in practice" },
  {
    keys: "← → ↑ ↓",
    does: "Move a point in a picture; Shift moves it ten times as far",
    where: "on the bench",
  },
  { keys: "u", does: "Metric or US units", where: "anywhere" },
  { keys: "t", does: "Day or headlamp theme", where: "anywhere" },
  { keys: "?", does: "Help, words and keys", where: "anywhere" },
  { keys: "← →", does: "Previous stop, next stop", where: "on the route ribbon" },
  { keys: "Alt ← →", does: "Move a stop (scale by distance or days)", where: "on the route ribbon" },
  { keys: "x", does: "Split a stay into two stops", where: "on the route ribbon" },
  { keys: "b", does: "Start the guide", where: "in a plan" },
  { keys: "s", does: "Save the changes", where: "in a plan" },
  { keys: "i", does: "All settings", where: "in a plan" },
  { keys: "Space", does: "Start, pause, continue", where: "in the guide" },
  { keys: "→", does: "Next step", where: "in the guide" },
  { keys: "←", does: "Previous step", where: "in the guide" },
  { keys: "Esc", does: "Close a panel", where: "anywhere" },
];
