import { LEGACY } from './legacy.ts';
import { deviceStore, type OutboxStore } from './store.ts';

let store: OutboxStore | undefined;

/** The outbox of this device, one for all tabs and all jobs. */
export const deviceOutbox = (): OutboxStore => (store ??= deviceStore(window.localStorage, LEGACY));

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
