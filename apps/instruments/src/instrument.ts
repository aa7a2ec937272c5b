import type { Dimension } from '@venula/core/quantities';
import { normal } from './noise.ts';
import { nr3, NOT_A_NUMBER, OVERLOAD, ScpiSpeaker } from './scpi.ts';
import { PSI } from '@venula/core/quantities';

/** One thing an instrument measures, SI. */
export interface Reads {
  readonly dimension: Dimension;
  /** `MEASure:PRESsure?` */
  readonly query: string;
  readonly low: number;
  readonly high: number;
  readonly resolution: number;
  /** Standard deviation of what it shows. */
  readonly noise: number;
}

export interface Model {
  readonly name: string;
  readonly identity: string;
  readonly reads: readonly Reads[];
}

export const GAUGE: Model = {
  name: 'gauge',
  identity: 'VENULA,SIMULATED PRESSURE GAUGE,G-1,1',
  reads: [
    {
      dimension: 'pressure',
      query: 'MEASure:PRESsure?',
      low: 0,
      high: 150 * PSI,
      resolution: 0.1 * PSI,
      noise: 0.03 * PSI,
    },
    {
      dimension: 'temperature',
      query: 'MEASure:TEMPerature?',
      low: 233,
      high: 423,
      resolution: 0.1,
      noise: 0.05,
    },
  ],
};
export const METER: Model = {
  name: 'meter',
  identity: 'VENULA,SIMULATED MULTIMETER,M-1,1',
  reads: [
    { dimension: 'volts', query: 'MEASure:VOLTage?', low: -60, high: 60, resolution: 0.01, noise: 0.005 },
    { dimension: 'amps', query: 'MEASure:CURRent?', low: -100, high: 100, resolution: 0.1, noise: 0.05 },
    {
      dimension: 'resistance',
      query: 'MEASure:RESistance?',
      low: 0,
      high: 4e4,
      resolution: 0.01,
      noise: 0.005,
    },
  ],
};
export const CAN: Model = {
  name: 'can',
  identity: 'VENULA,SIMULATED FLOW CAN,C-1,1',
  reads: [
    {
      dimension: 'flow',
      query: 'MEASure:FLOW?',
      low: 0,
      high: 1e-3,
      resolution: 1e-3 / 3600,
      noise: 1e-3 / 3600,
    },
  ],
};
/** What a controller streams of its own sensors. */
export const STREAM: Model = {
  name: 'stream',
  identity: 'VENULA,SIMULATED CONTROLLER STREAM,E-1,1',
  reads: [
    {
      dimension: 'pressure',
      query: 'MEASure:PRESsure?',
      low: 0,
      high: 150 * PSI,
      resolution: PSI / 4,
      noise: PSI / 5,
    },
    { dimension: 'volts', query: 'MEASure:VOLTage?', low: 0, high: 20, resolution: 0.1, noise: 0.05 },
  ],
};
export const MODELS: readonly Model[] = [GAUGE, METER, CAN, STREAM];

/** What is there, SI; null: nothing at the probe. */
export type Probe = (dimension: Dimension) => number | null;

/** What it shows of what is there: noise, steps, the ends of its range. */
export function shows(
  { low, high, resolution, noise }: Reads,
  there: number | null,
  random: () => number,
): string {
  if (there === null) return NOT_A_NUMBER;
  const read = Math.round((there + noise * normal(random)) / resolution) * resolution;
  if (read > high) return OVERLOAD;
  return nr3(Math.max(read, low));
}

/** One connection to an instrument. */
export function speakerOf(model: Model, probe: Probe, random: () => number): ScpiSpeaker {
  return new ScpiSpeaker(
    model.identity,
    Object.fromEntries(model.reads.map((r) => [r.query, () => shows(r, probe(r.dimension), random)])),
  );
}
