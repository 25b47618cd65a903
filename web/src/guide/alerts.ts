// What wakes somebody who does not look at the guide: a notification and a sound at the moment, though
// the page is behind another or the screen is dark. Timers of a hidden page are slowed down, so each
// moment has a timer of its own, set at once, and a tone that the sound hardware plays by its own clock.
import { audioNow, tone } from "./aids";

export interface Alarm {
  id: string;
  /** ms since 1970. */
  at: number;
  text: string;
}

/** Whether this page can alert: yes, not yet asked, or no, because of the browser or of a refusal. */
export type MayAlert = "yes" | "ask" | "no";

export function mayAlert(): MayAlert {
  if (!("Notification" in window) || !window.isSecureContext) return "no";
  return { granted: "yes" as const, denied: "no" as const, default: "ask" as const }[Notification.permission];
}

/** Asks for leave to alert; has to follow a touch. */
export async function askToAlert(): Promise<MayAlert> {
  if (mayAlert() !== "ask") return mayAlert();
  try {
    await Notification.requestPermission();
  } catch {
    // It stays as it was.
  }
  return mayAlert();
}

/** Shows a notification; from the service worker where there is one, for a phone takes none from a page. */
async function notify(a: Alarm) {
  const options = { body: a.text, tag: "guide", renotify: true, requireInteraction: true };
  try {
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker?.active) return await worker.showNotification("Apodemos", options);
  } catch {
    // The page shows it itself.
  }
  try {
    const n = new Notification("Apodemos", options);
    n.onclick = () => {
      window.focus();
      n.close();
    };
  } catch {
    // The tone is all there is.
  }
}

/** Waits for alarms until the returned function is called; each is told once, and only to who does not look. */
export function setAlarms(list: Alarm[], sound: boolean, told: Map<string, number>): () => void {
  const off: (() => void)[] = [];
  for (const a of list) {
    const due = () => {
      if (Date.now() - (told.get(a.id) ?? 0) < 20_000) return;
      told.set(a.id, Date.now());
      if (document.visibilityState !== "visible" && mayAlert() === "yes") void notify(a);
    };
    const ms = Math.max(a.at - Date.now(), 0);
    const timer = setTimeout(due, ms);
    off.push(() => clearTimeout(timer));
    const ctx = sound ? audioNow() : undefined;
    if (ctx)
      off.push(tone(ctx, ctx.currentTime + ms / 1000, due, () => document.visibilityState !== "visible"));
  }
  return () => off.forEach((f) => f());
}
