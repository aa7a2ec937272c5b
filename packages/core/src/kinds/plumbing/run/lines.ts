import { isStartingFigure } from '../../../fields/provenance.ts';
import { billLine, type BillLine } from '../../bill-line.ts';
import type { BillSite } from '../../contract.ts';
import { CUT_WASTE, cutLength, endsOf } from './end-sizes.ts';
import { ENDS } from './ends.ts';
import { DASH_WRENCHES, HOSE_KINDS } from './hoses.ts';
import type { Run } from './shape.ts';

/** Hose or tube and its ends; what joins them to their neighbors comes from the ports. */
export function runLines(e: Run, site: BillSite): BillLine[] {
  if (e.existing) return [];
  const kind = HOSE_KINDS[e.hose];
  const problem = site.ethanol > kind.maxEthanol + 1e-9 ? kind.fuelReason : undefined;
  return [
    hoseLine(e, cutLength(e) + CUT_WASTE, problem),
    ...endsOf(e).flatMap((end) =>
      end === 'open' ? [] : [billLine('ends', endName(e, end), 1, 'each', endNote(e, end))],
    ),
  ];
}

/** What turns it; a quick connector clicks by hand. */
export const endNote = ({ dash }: Pick<Run, 'dash'>, end: Run['ends'][number]): string =>
  end === 'quick' ? 'clicks on by hand, no wrench' : `wrench ${DASH_WRENCHES[dash]} in`;

/** Hose or tube of one line; without a quantity where its length is a starting figure. */
export const hoseLine = (
  e: Pick<Run, 'hose' | 'dash' | 'name' | 'lengthM'>,
  quantity: number,
  problem?: string,
): BillLine =>
  isStartingFigure(e, 'lengthM')
    ? { ...billLine('hose', hoseName(e), 0, 'm', e.name, problem), toMeasure: 1 }
    : billLine('hose', hoseName(e), quantity, 'm', e.name, problem);

/**
 * What hose or tube is on the order list and on the shelf.
 * @param e kind and size of the line
 * @returns words
 * Validity: every kind of hose and tube.
 * @throws nothing
 * @source own wording
 * @example hoseName({ hose: 'hard-steel', dash: 6 }) // => 'Hard tube, steel, -6'
 */
export const hoseName = ({ hose, dash }: Pick<Run, 'hose' | 'dash'>): string =>
  `${HOSE_KINDS[hose].name}, -${dash}`;

/**
 * What an end of a line is on the order list and on the shelf. A hard tube has no hose ends: it is flared behind a nut and
 * sleeve, and turns by a bend or an elbow.
 * @param e kind and size of the line
 * @param end which end
 * @returns words
 * Validity: every kind of hose and tube.
 * @throws nothing
 * @source own wording
 * @example endName({ hose: 'ptfe', dash: 6 }, 'straight') // => 'Hose end -6, straight, for PTFE, conductive liner, braided'
 */
export function endName(e: Pick<Run, 'hose' | 'dash'>, end: Run['ends'][number]): string {
  const kind = HOSE_KINDS[e.hose];
  if (!e.hose.startsWith('hard-'))
    return `Hose end -${e.dash}, ${ENDS[end].name}, for ${kind.ends === 'barb' ? 'barbed hose' : kind.name}`;
  const turn = end === 'straight' || end === 'quick' ? '' : `, on a ${ENDS[end].name}`;
  return end === 'quick'
    ? `Quick connector -${e.dash}, for ${kind.name}`
    : `Tube nut and sleeve -${e.dash}${turn}, for ${kind.name}`;
}
