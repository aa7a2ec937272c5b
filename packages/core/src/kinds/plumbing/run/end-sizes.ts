import { ENDS, type EndId } from './ends.ts';
import { HOSE_KINDS, type Dash, type HoseKindId } from './hoses.ts';
import { DASH } from '../../../quantities/constants.ts';

/** How far a hose end reaches: from the seat of its nut to its bend, the bend, and on to where the hose begins. m. */
export interface EndSize {
  readonly stub: number;
  /** Of the middle of its bend; 0 where the corner is drilled. */
  readonly radius: number;
  readonly tail: number;
  /** How far it turns, rad. */
  readonly turn: number;
}

/**
 * Sizes of a hose end: the same rule for every size, close to what most makers draw. The drawing of the end on the bench wins.
 * @param end which hose end
 * @param dash size, sixteenths of an inch
 * @returns m and rad
 * Validity: re-usable ends of hose; a hard tube is bent instead.
 * @throws nothing
 * @source estimate (typical proportions, from memory): bend of one and a half tube diameters, nut and collar growing with the size
 * @example endSize('straight', 6).tail // => 0.024
 */
export function endSize(end: EndId, dash: Dash): EndSize {
  const turn = (ENDS[end].angle * Math.PI) / 180;
  // A plain end of hose or tube goes right up to what it sits on.
  const tail = end === 'open' ? 0 : 0.012 + 0.002 * dash;
  if (turn === 0) return { stub: 0, radius: 0, tail, turn };
  const drilled = end === 'block-90';
  return {
    stub: 0.006 + (drilled ? 0.0015 : 0.001) * dash,
    radius: drilled ? 0 : 1.5 * dash * DASH,
    tail,
    turn,
  };
}

/** An abrasive wheel takes so much a cut, and each piece is squared at both ends, m (common practice). */
const KERF = 0.003;
const SQUARE_UP = 0.006;
/** What a piece takes of a length beyond its own, m. */
export const CUT_WASTE = 2 * SQUARE_UP + KERF;

/** Along its middle, from its seat to the cut end of the hose, m. */
export const endAllowance = (end: EndId, dash: Dash): number => {
  const { stub, radius, turn, tail } = endSize(end, dash);
  return stub + radius * turn + tail;
};

/**
 * What is cut of hose for a line, its ends taken off; a tube is cut to its length and bent.
 * @param run hose or tube of the plan, lengths m
 * @returns m; never below 0
 * Validity: ends as `endSize` has them.
 * @throws nothing
 * @source as `endSize`
 * @example cutLength({ hose: 'ptfe', dash: 6, lengthM: 1, ends: ['straight', 'straight'] }) // => 0.952
 */
export const cutLength = (run: {
  readonly hose: HoseKindId;
  readonly dash: Dash;
  readonly lengthM: number;
  readonly ends: readonly EndId[];
}): number =>
  HOSE_KINDS[run.hose].ends === 'flare'
    ? run.lengthM
    : Math.max(0, run.lengthM - endsOf(run).reduce((sum, end) => sum + endAllowance(end, run.dash), 0));

const CLAMPED: readonly [EndId, EndId] = ['open', 'open'];

/**
 * Ends a line really has: hose that is clamped straight on barbs has none of its own, whatever was chosen for it.
 * @param run hose or tube of the plan
 * @returns one end a side
 * Validity: every kind.
 * @throws nothing
 * @source common practice
 * @example endsOf({ hose: 'injection', ends: ['straight', 'elbow-45'] }) // => ['open', 'open']
 */
export const endsOf = (run: {
  readonly hose: HoseKindId;
  readonly ends: readonly EndId[];
}): readonly EndId[] => (HOSE_KINDS[run.hose].ends === 'clamp' ? CLAMPED : run.ends);
