import { database } from '../device/database.ts';
import { browserTabs, indexedStore } from './indexed-store.ts';
import { takeOver } from './legacy.ts';
import { browserPresence, type Presence } from './presence.ts';
import type { OutboxStore } from './store.ts';

export interface DeviceOutbox {
  readonly store: OutboxStore;
  readonly presence: Presence;
  /** Done once what earlier versions kept has been taken over. */
  readonly ready: Promise<void>;
}

let outbox: DeviceOutbox | undefined;

/** The outbox of this device, one for all tabs and all jobs. */
export function deviceOutbox(): DeviceOutbox {
  if (outbox) return outbox;
  const store = indexedStore(database, browserTabs());
  let asked = false;
  store.watch(() => {
    // Now something lies here that nobody else has: the browser is asked not to throw it away when the disk fills.
    if (asked || navigator.onLine) return;
    asked = true;
    void navigator.storage?.persist?.();
  });
  return (outbox = {
    store,
    presence: browserPresence(window.localStorage),
    ready: takeOver(window.localStorage, store),
  });
}

/** Calls when the connection is back or the page is looked at again. */
export function onWake(wake: () => void): () => void {
  const seen = () => {
    if (document.visibilityState === 'visible') wake();
  };
  window.addEventListener('online', wake);
  window.addEventListener('focus', wake);
  window.addEventListener('pageshow', wake);
  document.addEventListener('visibilitychange', seen);
  return () => {
    window.removeEventListener('online', wake);
    window.removeEventListener('focus', wake);
    window.removeEventListener('pageshow', wake);
    document.removeEventListener('visibilitychange', seen);
  };
}
