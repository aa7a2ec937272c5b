import { memoryOutbox } from './memory-outbox.ts';

/** The outbox of the device in memory, one for all that ask. */
export const outbox = { ...memoryOutbox(), ready: Promise.resolve() };
export const deviceOutbox = () => outbox;
export const onWake = () => () => undefined;
