import { LOAD_VOLTS } from './fields.ts';
import { plainLoad } from './plain.ts';

/** A fan's winding as a share of what its running current looks like (estimate): a start of about five times. */
const FAN_WINDING = 0.2;

/** Loads that are no more than their current, with what one of them usually takes (typical). */
export const fan = plainLoad(
  'fan',
  'Cooling fan',
  { amps: 18, draws: 'resistance', when: 'running' },
  'relay',
  (amps) => (FAN_WINDING * LOAD_VOLTS) / amps,
);
export const controller = plainLoad(
  'controller',
  'Engine controller',
  { amps: 6, draws: 'current', when: 'key' },
  'relay',
);
export const sensor = plainLoad(
  'sensor',
  'Sensor',
  { amps: 0.02, draws: 'current', when: 'key' },
  'small-fuse',
);
export const gauge = plainLoad('gauge', 'Gauge', { amps: 0.1, draws: 'current', when: 'key' }, 'small-fuse');
export const heater = plainLoad(
  'heater',
  'Heater',
  { amps: 8, draws: 'resistance', when: 'running' },
  'relay',
);
export const other = plainLoad('other', 'Other load', { amps: 5, draws: 'resistance', when: 'key' }, 'relay');
