import type { ElectricLoad, JobDocument } from './job-document.ts';

/** Volts a gauge or controller feeds its sensors with (common practice). */
export const SENSOR_VOLTS = 5;

/**
 * How the gauge or controller that reads a sender feeds it.
 * @param load load of the plan
 * @returns with its own 5 V, or through the one wire of a sender that grounds by its body; undefined: a 12 V sender, or no sender
 * Validity: any load.
 * @throws nothing
 * @source common practice
 * @example feedByReader(undefined) // => undefined
 */
export const feedByReader = (load: ElectricLoad | undefined): '5V' | 'one-wire' | undefined =>
  load?.kind === 'sender' && load.fed !== '12V' ? load.fed : undefined;

/** The same for a load of a plan, by its id. */
export const readerFed = ({ wiring }: JobDocument, loadId: string): '5V' | 'one-wire' | undefined =>
  feedByReader(wiring.loads?.[loadId]);
