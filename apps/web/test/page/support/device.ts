import { memoryOutbox } from './memory-outbox.ts';

/** The outbox of the device in memory, one for all that ask. */
export const outbox = Object.assign(memoryOutbox(), { ready: Promise.resolve() });
export const deviceOutbox = () => outbox;
export function onWake(wake: () => void): () => void {
  window.addEventListener('online', wake);
  return () => window.removeEventListener('online', wake);
}
