import { Device } from '../../support/memory-device.ts';

/** The outbox of the device in memory, one for all that ask. */
const tablet = new Device();
export const outbox = Object.assign(tablet, {
  store: tablet.storeFor(),
  presence: tablet.presenceFor(),
  ready: Promise.resolve(),
});
export const deviceOutbox = () => outbox;
export function onWake(wake: () => void): () => void {
  window.addEventListener('online', wake);
  return () => window.removeEventListener('online', wake);
}
