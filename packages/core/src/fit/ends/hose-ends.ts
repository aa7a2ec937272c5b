import type { EndId } from '../../kinds/plumbing/run/ends.ts';
import { HOSE_KIND_IDS, HOSE_KINDS, takesHoseEnds, type HoseKindId } from '../../kinds/plumbing/run/hoses.ts';
import { EndPair } from './end-pair.ts';
import { portFrame } from './port-frame.ts';
import type { EndFit, EndMiss, EndQuestion, Lies } from './question.ts';

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

/** How far a search is, 0 to 1, and the best pair it found so far. */
export interface EndProgress {
  readonly share: number;
  readonly best: EndFit | undefined;
}

/** Losses nearer to each other than this are one: the order does not hang on the last digit. */
const SAME_LOSS = 1e-6;

const inOrder = (a: EndFit, b: EndFit): number =>
  IN_ORDER.indexOf(a.lies) - IN_ORDER.indexOf(b.lies) ||
  Math.round((a.loss - b.loss) / SAME_LOSS) ||
  a.ends.join().localeCompare(b.ends.join());

/**
 * Every combination of two hose ends that joins two ports, each with its elbows turned the best way: the ones whose hose lies easily
 * first, then those with tighter bends, then those that only go round in a loop; and of each the one that loses least.
 * @param q ports as poses in m, hose, size, ends to choose from, movement m
 * @returns combinations that go in, best first; empty: none does
 * Validity: hose, not hard tube; its ends as `endSize` has them; no obstacle but the other end.
 * @throws nothing
 * @source L. E. Dubins 1957 for the way of the hose; ranked by loss as in docs/methods/hose-ends.md
 * @example fitHoseEnds({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: ['straight', 'elbow-90'], movement: 0 })[0].ends.join() // => 'straight,straight'
 */
export function fitHoseEnds(q: EndQuestion): EndFit[] {
  const search = hoseEndSearch(q);
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
  }
}

/**
 * The search of `fitHoseEnds` in steps, one pair of ends each: what asks may show the best so far, and stop.
 * @param q as `fitHoseEnds`
 * @returns yields how far it is; returns what `fitHoseEnds` does
 * Validity: as `fitHoseEnds`.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example hoseEndSearch({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: ['straight', 'elbow-90'], movement: 0 }).next().value.share // => 0.25
 */
export function* hoseEndSearch(q: EndQuestion): Generator<EndProgress, EndFit[]> {
  const frame = portFrame(q.from, q.to);
  const pairs = pairsOf(q.ends);
  const fits: EndFit[] = [];
  let best: EndFit | undefined;
  for (const [n, ends] of pairs.entries()) {
    const fit = new EndPair(q, frame, ends).fit();
    if (fit) {
      fits.push(fit);
      if (!best || inOrder(fit, best) < 0) best = fit;
    }
    yield { share: (n + 1) / pairs.length, best };
  }
  return fits.sort(inOrder);
}

const pairsOf = (ends: readonly EndId[]): (readonly [EndId, EndId])[] =>
  ends.flatMap((first) => ends.map((second) => [first, second] as const));

/**
 * Why two hose ends do not go in between two ports, or only in a loop.
 * @param q ports, hose and size
 * @param ends the two ends
 * @returns the hose's least bend radius, m, and what is in the way
 * Validity: a pair that `fitHoseEnds` does not offer, or offers only in a loop.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example missOf({ from: { at: [0, 0, 0], along: [0, 1, 0] }, to: { at: [0.08, 0, 0], along: [0, 1, 0] }, hose: 'ptfe', dash: 6, ends: [], movement: 0 }, ['elbow-90', 'elbow-90']).least // => 0.102
 */
export const missOf = (q: EndQuestion, ends: readonly [EndId, EndId]): EndMiss =>
  new EndPair(q, portFrame(q.from, q.to), ends).miss();

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
export function hosesThatGoIn(q: EndQuestion): HoseKindId[] {
  const frame = portFrame(q.from, q.to);
  return SOFT.filter(
    (hose) =>
      hose !== q.hose &&
      HOSE_KINDS[hose].bores[q.dash] !== undefined &&
      pairsOf(q.ends).some((ends) => new EndPair({ ...q, hose }, frame, ends).withoutLoop()),
  );
}
