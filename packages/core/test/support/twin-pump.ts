import {
  boostRule,
  type JobDocument,
  PATTERNS,
  type PumpTrigger,
  setRule,
} from '../../src/public/document.ts';
import { applied } from './examples.ts';
import { PSI } from './units.ts';

/** Two pumps in one hanger, the second by boost. */
export const twinPump = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');

/** It with more power on boost as given, and injectors that can pass it: one pump runs out in the pull. */
export const twinPumpAt = (power: number, boostPsi: (point: number) => number): JobDocument => ({
  ...twinPump,
  brief: {
    ...twinPump.brief,
    injectors: { ...twinPump.brief.injectors, staticFlowM3s: 3 * twinPump.brief.injectors.staticFlowM3s },
    pull: twinPump.brief.pull.map((p, i) => ({
      ...p,
      powerW: p.powerW * power,
      boostPa: boostPsi(i) * PSI,
    })),
  },
});

/** Boost that keeps rising along the pull. */
export const rising = (point: number): number => 5 + 3 * point;

/** When the second pump runs. */
export const withClauses = (doc: JobDocument, any: PumpTrigger['any']): JobDocument =>
  applied(doc, setRule(doc, { ...boostRule('pump-2', 0), any }));
