import { endsOf } from './end-sizes.ts';
import { ENDS, END_BORE_RATIO } from './ends.ts';
import { HOSE_KINDS, type Dash, type HoseKindId } from './hoses.ts';
import { bendLoss, hoseEndLoss } from '../../../flow/minor-losses.ts';
import type { PipeGeometry } from '../../../flow/pipe.ts';
import type { Run } from './shape.ts';
import { DASH } from '../../../quantities/constants.ts';

/**
 * Inside diameter of a hose or tube size; the nearest larger size where the kind does not come in this one.
 * @param kind kind of hose or tube
 * @param dash size, sixteenths of an inch
 * @returns m
 * Validity: sizes of the table.
 * @throws nothing
 * @source typical bores of each kind, see the hose table
 * @example boreOf('hard-steel', 8) > 0.008 // => true
 */
export function boreOf(kind: HoseKindId, dash: Dash): number {
  const bores = HOSE_KINDS[kind].bores;
  const exact = bores[dash];
  if (exact !== undefined) return exact;
  const larger = Object.entries(bores).find(([d]) => Number(d) > dash);
  return larger ? larger[1] : Object.values(bores).at(-1)!;
}

/** Least radius a hose takes along its middle, m; ten bores where its table does not say. */
export const leastRadius = (hose: HoseKindId, dash: Dash): number =>
  HOSE_KINDS[hose].bendRadii[dash] ?? 10 * boreOf(hose, dash);

/** Outside of a line over its nominal size: braid and cover (typical). */
const OUTSIDE = 1.5;
/** Outside diameter of a line, m. */
export const outsideOf = (dash: Dash): number => OUTSIDE * dash * DASH;

/** As measured, else as its size has it, m. */
export const runBore = (run: Run): number => run.boreM ?? boreOf(run.hose, run.dash);

/** K of fittings and bends on the run's own bore. Long radius where the plan does not say: r/d from the hose table. */
function runMinorK(run: Run): number {
  const bore = runBore(run);
  const ends = endsOf(run).reduce(
    (k, end) => k + (end === 'open' ? 0 : hoseEndLoss(ENDS[end].k, END_BORE_RATIO)),
    0,
  );
  return ends + bendLoss(run.bendDegrees, leastRadius(run.hose, run.dash) / bore) + run.extraK;
}

/** @param joinK what is lost where it meets its neighbours, on its own bore */
export function runGeometry(run: Run, joinK = 0): PipeGeometry {
  return {
    length: run.lengthM,
    bore: runBore(run),
    roughness: HOSE_KINDS[run.hose].roughness,
    minorK: runMinorK(run) + joinK,
  };
}
