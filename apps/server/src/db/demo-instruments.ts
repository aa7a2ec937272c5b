import type { InstrumentReads } from '../instruments/instrument.entity.ts';
import { PSI, type Dimension } from '@venula/core/quantities';

interface DemoInstrument {
  readonly name: string;
  readonly host: string;
  readonly port: number;
  readonly reads: readonly InstrumentReads[];
  readonly calibratedOn: string | null;
  readonly simulated: boolean;
}

const simulated = (
  name: string,
  port: number,
  calibratedOn: string | null,
  ...reads: readonly InstrumentReads[]
): DemoInstrument => ({ name, host: '127.0.0.1', port, reads, calibratedOn, simulated: true });

const reads = (
  dimension: Dimension,
  query: string,
  low: number,
  high: number,
  resolution: number,
): InstrumentReads => ({ dimension, query, low, high, resolution });

/** What stands on the demo shop’s cart, all simulated. */
export const demoInstruments = (): readonly DemoInstrument[] => [
  simulated(
    'Pressure gauge, 150 psi (simulated)',
    1,
    '2026-03-12',
    reads('pressure', 'MEAS:PRES?', 0, 150 * PSI, 0.1 * PSI),
    reads('temperature', 'MEAS:TEMP?', 233, 423, 0.1),
  ),
  simulated(
    'Multimeter (simulated)',
    2,
    '2026-03-12',
    reads('volts', 'MEAS:VOLT?', -60, 60, 0.01),
    reads('amps', 'MEAS:CURR?', -100, 100, 0.1),
    reads('resistance', 'MEAS:RES?', 0, 4e4, 0.01),
  ),
  simulated('Flow can (simulated)', 3, null, reads('flow', 'MEAS:FLOW?', 0, 1e-3, 1e-3 / 3600)),
  simulated(
    'Stream of the controller (simulated)',
    4,
    null,
    reads('pressure', 'MEAS:PRES?', 0, 150 * PSI, PSI / 4),
    reads('volts', 'MEAS:VOLT?', 0, 20, 0.1),
  ),
];
