import { HALF_FULL } from '../../engine/model.ts';
import type { JunctionOf } from '../../document/job-document.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type PickupBare = Found<
  'PICKUP_BARE',
  {
    /** The tank's own level a pull needs, as a share; above 1: none does. */
    readonly keep: number;
    readonly pickup: number;
    readonly depth: number;
    /** How far a pull takes the fuel from the pick-up, m of depth. */
    readonly runsOff: number;
    /** L that stay in the tank below it; null: its volume is not known. */
    readonly left: number | null;
  }
>;

/** What a hard pull leans the fuel by, m per m: half of gravity forward (estimate). */
const PULL_LEAN = 0.5;

/**
 * Least filling at which a tank's pick-up stays under in a pull: the surface of a box-shaped tank leans back by half.
 * @param tank depth, pick-up height and place, m
 * @returns share of its depth, 0 and up, and how much of that the lean takes, m
 * Validity: a box-shaped tank without baffles; with baffles or a swirl pot it needs less.
 * @throws nothing
 * @source hydrostatics of an accelerated vessel (standard texts): the surface leans by a/g
 * @example keepAtLeast({ depthM: 0.25, pickupM: 0.01, pickupBackM: -0.2 }).level // => 0.44
 */
export function keepAtLeast({
  depthM,
  pickupM = 0,
  pickupBackM = 0,
}: Required<Pick<JunctionOf<'tank'>, 'depthM'>> & Pick<JunctionOf<'tank'>, 'pickupM' | 'pickupBackM'>): {
  readonly level: number;
  readonly runsOff: number;
} {
  const runsOff = Math.max(0, -pickupBackM * PULL_LEAN);
  return { level: (pickupM + runsOff) / depthM, runsOff };
}

/** Does a pick-up stay under at the level the job is judged at? Only where the tank's depth is known. */
export const levelRule: FindingRule<PickupBare> = ({ doc }) => {
  const level = doc.brief.fuelLevel ?? HALF_FULL;
  return Object.entries(doc.plumbing.junctions).flatMap(([id, j]): PickupBare[] => {
    if (j.kind !== 'tank' || j.depthM === undefined) return [];
    if (!Object.values(doc.plumbing.paths).some((p) => p.role === 'feed' && p.from === id)) return [];
    const { level: keep, runsOff } = keepAtLeast({ ...j, depthM: j.depthM });
    if (keep <= level) return [];
    return [
      {
        code: 'PICKUP_BARE',
        severity: level * j.depthM < (j.pickupM ?? 0) || keep > 1 ? 'stop' : 'fix',
        stage: 'plumb',
        place: { of: 'junction', id, name: j.name },
        dimension: 'fraction',
        value: level,
        limit: Math.min(1, keep),
        figures: {
          keep,
          pickup: j.pickupM ?? 0,
          depth: j.depthM,
          runsOff,
          left: j.volumeM3 === undefined ? null : Math.min(1, keep) * j.volumeM3,
        },
      },
    ];
  });
};
