import type { JobDocument } from '../document/job-document.ts';
import { inFlowOrder } from '../document/flow-order.ts';
import { USUAL_HOSE_SOLD, type HoseSold } from '../document/hose-sold.ts';
import { isStartingFigure } from '../fields/provenance.ts';
import { cutLength } from '../kinds/plumbing/run/end-sizes.ts';
import { HOSE_KINDS, type HoseKindId } from '../kinds/plumbing/run/hoses.ts';
import { hoseName } from '../kinds/plumbing/run/lines.ts';
import { isUs, type UnitSystem } from '../quantities/units.ts';
import type { Piece, Sold } from './cutting.ts';
import { FOOT } from '../quantities/constants.ts';

/** Hoses of one kind and size that are cut from the same lengths. */
export interface CutGroup {
  /** As the order list calls it. */
  readonly part: string;
  readonly pieces: readonly Piece[];
  /** Lines whose length is a starting figure: nothing is cut for them yet. */
  readonly toMeasure: readonly { readonly id: string; readonly name: string }[];
  readonly sold: Sold;
}

/**
 * What is to be cut for a job, kind by kind.
 * @param doc job document
 * @param system unit system of the shop: hose is sold by the foot or the half meter
 * @param shop how the shop buys hose, where the job does not say
 * @returns groups in the order the fuel meets them, lengths m
 * Validity: any job; lines already in the car are not cut.
 * @throws nothing
 * @source see cutLength
 * @example cutGroups(fullReturnJob('x'), 'us').length > 0 // => true
 */
export function cutGroups(
  doc: JobDocument,
  system: UnitSystem,
  shop: HoseSold = USUAL_HOSE_SOLD,
): CutGroup[] {
  const { rollsM, longestM } = doc.hoseSold ?? shop;
  const step = isUs(system) ? FOOT : 0.5;
  // A coil of tube is not sold as hose is.
  const soldOf = (hose: HoseKindId): Sold =>
    rollsM.length > 0 && HOSE_KINDS[hose].ends !== 'flare'
      ? { by: 'roll', lengths: rollsM }
      : { by: 'step', step, longest: longestM };
  const groups = new Map<
    string,
    { sold: Sold; pieces: Piece[]; toMeasure: { id: string; name: string }[] }
  >();
  for (const [, path] of inFlowOrder(doc.plumbing.paths))
    for (const id of path.order) {
      const run = doc.plumbing.elements[id];
      if (run?.kind !== 'run' || run.existing) continue;
      const part = hoseName(run);
      const group = groups.get(part) ?? { sold: soldOf(run.hose), pieces: [], toMeasure: [] };
      groups.set(part, group);
      if (isStartingFigure(run, 'lengthM')) group.toMeasure.push({ id, name: run.name });
      else group.pieces.push({ id, name: run.name, length: cutLength(run) });
    }
  return [...groups].map(([part, group]) => ({ part, ...group }));
}
