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

/** Whether this page may be kept on this device. */
export const ableHere = (): boolean => "serviceWorker" in navigator && window.isSecureContext;

/** The event with which a browser says that a button may install the application. */
interface Prompt extends Event {
  prompt: () => Promise<unknown>;
}
let prompt: Prompt | undefined;
const ready = new Set<Listener>();
const told = () => ready.forEach((l) => l());
window.addEventListener("beforeinstallprompt", (e) => {
  e.preventDefault();
  prompt = e as Prompt;
  told();
});
window.addEventListener("appinstalled", () => {
  prompt = undefined;
  told();
});

export const mayInstall = (): boolean => prompt !== undefined;
export const installed = (): boolean => window.matchMedia("(display-mode: standalone)").matches;
export function onInstall(l: Listener): () => void {
  ready.add(l);
  return () => ready.delete(l);
}

/** Asks the browser to install the application. */
export async function askToInstall(): Promise<void> {
  await prompt?.prompt();
  prompt = undefined;
  told();
}

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
  if (!ableHere()) throw new Error("At this address nothing can be installed: that needs HTTPS.");
  const r = await navigator.serviceWorker.register("/sw.js").catch((e: unknown) => {
    // A warning that somebody went past is no trust: no script is kept from such an address.
    if (e instanceof DOMException && e.name === "SecurityError")
      throw new Error(
        `This browser doesn’t trust the certificate of ${location.host}. Open http://${location.host}/trust and trust it first.`,
      );
    throw e;
  });
  watch(r);
  // A browser that promises to keep data keeps it when room is short.
  void navigator.storage?.persist?.();
  await navigator.serviceWorker.ready;
}

/** Where it is installed already, looks whether there is a newer one. */
export async function lookForNewer(): Promise<void> {
  if (!ableHere()) return;
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
