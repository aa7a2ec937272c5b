import type { PumpFault } from '../kinds/plumbing/pump/pump-faults.ts';

export interface SaidFault {
  readonly message: string;
  readonly limit: string;
  readonly remedy: string;
}

const amps = (value: number): string => `${Number(value.toPrecision(4))} A`;
const ohms = (value: number): string => `${Number(value.toPrecision(3))} Ω`;

/**
 * Why no pump law can use a pump’s figures, in words.
 * @param fault what does not fit; A, V, Ω, Pa, m³/s
 * @returns message, limit and remedy, each half a sentence
 * Validity: every fault pumpFaults tells.
 * @throws nothing
 * @source own convention
 * @example sayPumpFault(pumpFaults({ ...PUMPS.T470.model, armatureOhms: 1 })[0]).limit // => 'at most 0.495 Ω with that current'
 */
export function sayPumpFault(fault: PumpFault): SaidFault {
  switch (fault.code) {
    case 'CURVE_LENGTH':
      return {
        message: 'pressures, flows and currents differ in number',
        limit: 'as many of each',
        remedy: 'give each pressure one flow and one current',
      };
    case 'CURVE_DRY':
      return {
        message: 'the pump gives no flow at its lowest pressure',
        limit: 'above 0',
        remedy: 'give the flow at no or little pressure first',
      };
    case 'CURVE_ORDER':
      return {
        message: 'pressure does not rise',
        limit: `above ${fault.limit} Pa`,
        remedy: 'sort the points; remove the duplicate',
      };
    case 'CURVE_RISES':
      return {
        message: 'flow rises with pressure',
        limit: `at most ${fault.limit} m³/s`,
        remedy: 'a pump gives less flow at more pressure: check the units',
      };
    case 'ARMATURE_TOO_HIGH':
      return {
        message: `${ohms(fault.ohms)} of armature leaves the motor no volts to turn at the ${amps(fault.amps)} of its curve at ${fault.volts} V`,
        limit: `at most ${ohms(fault.limit)} with that current`,
        remedy:
          'use the running resistance, not what a meter reads on a stopped motor; or correct the current',
      };
    case 'FRICTION_OVER_NO_LOAD':
      return {
        message: `the friction current ${amps(fault.amps)} is above the ${amps(fault.limit)} the pump draws at its lowest pressure`,
        limit: `at most ${amps(fault.limit)}`,
        remedy: 'half of the current at no pressure is usual',
      };
    case 'CURRENT_STEEP':
      return {
        message: `current goes from ${amps(fault.limit)} to ${amps(fault.amps)} between ${fault.fromPa / 1e3} and ${fault.toPa / 1e3} kPa, so steeply that the motor could turn at two speeds`,
        limit: `nearer the ${amps(fault.limit)} of the point before`,
        remedy: 'check the current of this point and its neighbors, or drop the point',
      };
    case 'CURRENT_FALLS':
      return {
        message: `current falls from ${amps(fault.limit)} to ${amps(fault.amps)} while pressure rises from ${fault.fromPa / 1e3} to ${fault.toPa / 1e3} kPa`,
        limit: `near or above the ${amps(fault.limit)} of the point before`,
        remedy: 'a motor draws more as pressure rises: check the columns, or drop the point',
      };
  }
}
