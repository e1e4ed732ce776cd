import { ref, shallowRef } from 'vue';

/** A newer version that is loaded and waits: its name, once it is known. */
export const waitingVersion = shallowRef<string>();
/** Another tab now runs a newer version: this page is of the one before. */
export const overtaken = ref(false);

/** How often an open page asks whether there is a newer version. */
const ASK_EVERY_MS = 30 * 60_000;

let waiting: ServiceWorker | undefined;
let wanted = false;

/** Which version is on the server; the page says so too where the server cannot be asked. */
async function versionThere(): Promise<string> {
  try {
    const answer = await fetch('/version.json', { cache: 'no-store' });
    return ((await answer.json()) as { version: string }).version;
  } catch {
    return 'a newer one';
  }
}

async function offer(worker: ServiceWorker): Promise<void> {
  waiting = worker;
  waitingVersion.value = await versionThere();
}

/** Goes over to the version that waits. The page is loaded again once that one has taken over, so that files are never mixed. */
export function goOver(): void {
  wanted = true;
  if (waiting) waiting.postMessage({ type: 'SKIP_WAITING' });
  else location.reload();
}

/**
 * Keeps the program at hand without a network, and looks for newer versions. A newer one waits until a person asks for it. Where a
 * browser forbids all this, the program works as before, online.
 */
export async function lookForUpdates(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  // The first one of all takes over a page that had none: nothing changes for it.
  const had = navigator.serviceWorker.controller !== null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (wanted) location.reload();
    else if (had) overtaken.value = true;
  });
  const registration = await navigator.serviceWorker.register('/sw.js').catch(() => undefined);
  if (!registration) return;
  if (registration.waiting) void offer(registration.waiting);
  registration.addEventListener('updatefound', () => {
    const next = registration.installing;
    next?.addEventListener('statechange', () => {
      if (next.state === 'installed' && navigator.serviceWorker.controller) void offer(next);
    });
  });
  const ask = () => void registration.update().catch(() => undefined);
  setInterval(ask, ASK_EVERY_MS);
  addEventListener('visibilitychange', () => document.visibilityState === 'visible' && ask());
}
