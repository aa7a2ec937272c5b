import type { EndId } from '../kinds/plumbing/run/ends.ts';
import { HOSE_KIND_IDS, HOSE_KINDS, takesHoseEnds, type HoseKindId } from '../kinds/plumbing/run/hoses.ts';
import { LOOP, type EndFit, type EndMiss, type EndQuestion, type Lies } from './end-fit.ts';
import { EndPair } from './end-pair.ts';

const IN_ORDER: readonly Lies[] = ['easily', 'tightly', 'in-a-loop'];

/** Elbows offered: a person has these on the shelf. */
export const ELBOWS: readonly EndId[] = [
  'straight',
  'elbow-30',
  'elbow-45',
  'elbow-60',
  'elbow-90',
  'elbow-120',
  'elbow-135',
  'elbow-150',
  'elbow-180',
];

/** Told now and then: how far the search is, 0 to 1. */
export type Progress = (share: number) => void;

/**
 * Every combination of two hose ends that joins two ports, each with its elbows turned the best way: the ones whose hose lies easily
 * first, and of those the one that loses least.
 * @param q ports as poses in m, hose, size, ends to choose from, movement m
 * @param progress called with the share that is done
 * @returns combinations that go in, best first; empty: none does
 * Validity: hose, not hard tube; each turn of the hose below half a circle, no loops; the hose follows the way of least length at the
 * radius named, its ends as `endSize` has them.
 * @throws nothing
 * @source L. E. Dubins 1957 for the way of the hose; ranked by loss as in docs/methods/hose-ends.md
 * @example fitHoseEnds({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: ['straight', 'elbow-90'], movement: 0 })[0].ends.join() // => 'straight,straight'
 */
export function fitHoseEnds(q: EndQuestion, progress?: Progress): EndFit[] {
  const fits = everyPair(q, LOOP, progress);
  return fits.length > 0 ? fits : everyPair(q, 2 * Math.PI, progress);
}

function everyPair(q: EndQuestion, mostTurn: number, progress?: Progress): EndFit[] {
  const fits = q.ends.flatMap((first, i) => {
    const found = q.ends.flatMap((second) => new EndPair(q, [first, second], mostTurn).fit() ?? []);
    progress?.((i + 1) / q.ends.length);
    return found;
  });
  return fits.sort((a, b) => IN_ORDER.indexOf(a.lies) - IN_ORDER.indexOf(b.lies) || a.loss - b.loss);
}

/**
 * Why two hose ends do not go in between two ports.
 * @param q ports, hose and size
 * @param ends the two ends
 * @returns the hose's least bend radius and the widest bend there is room for, m; null where the ends alone take up the room
 * Validity: a pair that `fitHoseEnds` does not offer.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example missOf({ from: { at: [0, 0, 0], along: [0, 1, 0] }, to: { at: [0.08, 0, 0], along: [0, 1, 0] }, hose: 'ptfe', dash: 6, ends: [], movement: 0 }, ['elbow-90', 'elbow-90']).least // => 0.102
 */
export const missOf = (q: EndQuestion, ends: readonly [EndId, EndId]): EndMiss => new EndPair(q, ends).miss();

const SOFT = HOSE_KIND_IDS.filter(takesHoseEnds);

/**
 * Kinds of hose of the same size with which some pair of ends goes in without a loop: what is left where one kind is too stiff.
 * @param q ports, size and ends to choose from
 * @returns kinds of hose, without the one asked for
 * Validity: as `fitHoseEnds`.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example hosesThatGoIn({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: ['straight'], movement: 0 }).includes('push-on') // => true
 */
export const hosesThatGoIn = (q: EndQuestion): HoseKindId[] =>
  SOFT.filter(
    (hose) =>
      hose !== q.hose &&
      HOSE_KINDS[hose].bores[q.dash] !== undefined &&
      everyPair({ ...q, hose }, LOOP).length > 0,
  );
