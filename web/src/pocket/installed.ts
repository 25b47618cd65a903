// The application on this device: it is kept by a service worker once a trip is carried, and a
// newer one waits until somebody says yes.

type Listener = () => void;
let waiting: ServiceWorker | undefined;
const listeners = new Set<Listener>();

export const newer = (): boolean => waiting !== undefined;
export function onNewer(l: Listener): () => void {
  listeners.add(l);
  return () => listeners.delete(l);
}

const able = (): boolean => "serviceWorker" in navigator && window.isSecureContext;

function watch(r: ServiceWorkerRegistration): void {
  const look = (w: ServiceWorker | null) => {
    // The first one takes nobody's place.
    if (!w || !navigator.serviceWorker.controller) return;
    waiting = w;
    listeners.forEach((l) => l());
  };
  look(r.waiting);
  r.addEventListener("updatefound", () => {
    const w = r.installing;
    w?.addEventListener("statechange", () => {
      if (w.state === "installed") look(w);
    });
  });
}

/** Keeps the application on this device; it is there when the promise is kept. */
export async function install(): Promise<void> {
  if (!able()) throw new Error("At this address nothing can be installed: that needs HTTPS.");
  const r = await navigator.serviceWorker.register("/sw.js");
  watch(r);
  await navigator.serviceWorker.ready;
}

/** Where it is installed already, looks whether there is a newer one. */
export async function lookForNewer(): Promise<void> {
  if (!able()) return;
  const r = await navigator.serviceWorker.getRegistration();
  if (!r) return;
  watch(r);
  await r.update().catch(() => undefined);
}

/** Changes to the newer one. */
export function takeNewer(): void {
  navigator.serviceWorker.addEventListener("controllerchange", () => window.location.reload());
  waiting?.postMessage("take over");
}
