import type { PumpResult, StateValues } from './results.ts';

/** Less than this at a pump, and it is off. */
export const OFF_V = 0.5;

/**
 * The running pump that gets the least volts: the first to fall short.
 * @param values of a solved state
 * @returns the pump; undefined: none runs
 * Validity: any solved state.
 * @throws nothing
 * @source own convention
 * @example leastFed({ pumps: [] }) // => undefined
 */
export const leastFed = (values: Pick<StateValues, 'pumps'>): PumpResult | undefined =>
  values.pumps.filter((p) => p.volts > OFF_V).toSorted((a, b) => a.volts - b.volts)[0];
