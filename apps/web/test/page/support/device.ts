import { act } from '@testing-library/react';
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

/** Nothing is left on the device for the next test. */
export const emptied = () =>
  act(
    async () =>
      void (await outbox.store.write(
        [],
        outbox.held().map((i) => i.id),
      )),
  );
