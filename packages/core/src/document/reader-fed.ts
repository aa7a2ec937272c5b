import type { JobDocument } from './job-document.ts';

/** Volts a gauge or controller feeds its sensors with (common practice). */
export const SENSOR_VOLTS = 5;

/**
 * How the device that reads a sender feeds it: with its own 5 V, or through the one wire the sender has. Undefined: a 12 V sender,
 * or no sender.
 */
export function readerFed({ wiring }: JobDocument, loadId: string): '5V' | 'one-wire' | undefined {
  const load = wiring.loads?.[loadId];
  return load?.kind === 'sender' && load.fed !== '12V' ? load.fed : undefined;
}
