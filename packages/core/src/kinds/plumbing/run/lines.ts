import { billLine, type BillLine } from '../../bill-line.ts';
import type { BillSite } from '../../contract.ts';
import { ENDS } from './ends.ts';
import { DASH_THREADS, DASH_WRENCHES, HOSE_KINDS, type Dash } from './hoses.ts';
import type { Run } from './shape.ts';

/** Squaring both ends and one cut that went wrong, m per hose. */
const CUT_ALLOWANCE = 0.1;

/** Hose, its ends, what joins them to what is next to it, and the seals. */
export function runLines(e: Run, site: BillSite): BillLine[] {
  if (e.existing) return [];
  const kind = HOSE_KINDS[e.hose];
  const problem = site.ethanol > kind.maxEthanol + 1e-9 ? kind.fuelReason : undefined;
  return [
    billLine('hose', `${kind.name}, -${e.dash}`, e.lengthM + CUT_ALLOWANCE, 'm', e.name, problem),
    ...e.ends.flatMap((end, side) => endLines(e, end, side === 0, site)),
  ];
}

function endLines(e: Run, end: Run['ends'][number], first: boolean, site: BillSite): BillLine[] {
  if (end === 'open') return [];
  const hoseEnd = billLine('ends', endName(e, end), 1, 'each', `wrench ${DASH_WRENCHES[e.dash]} in`);
  if (end === 'quick') return [hoseEnd];
  const neighbour = first ? site.before : site.after;
  // Two runs meet at a union; everything else is taken as a boss port.
  if (neighbour?.kind === 'run')
    return first
      ? [
          hoseEnd,
          billLine(
            'adapters',
            `Union -${e.dash} flare to -${neighbour.dash} flare`,
            1,
            'each',
            DASH_THREADS[e.dash],
          ),
        ]
      : [hoseEnd];
  const seal = site.ethanol > 0 ? 'FKM (gasoline and ethanol)' : 'FKM or nitrile';
  return [
    hoseEnd,
    billLine(
      'adapters',
      `Port adapter -${e.dash} flare to -${e.dash} O-ring boss`,
      1,
      'each',
      `thread ${DASH_THREADS[e.dash]}`,
    ),
    billLine('seals', `O-ring -9${pad(e.dash)}, ${seal}`, 1, 'each', 'film of oil, new each time'),
  ];
}

/** A hard tube has no hose ends: it is flared behind a nut and sleeve, and turns by a bend or an elbow. */
function endName(e: Run, end: Run['ends'][number]): string {
  const kind = HOSE_KINDS[e.hose];
  if (!e.hose.startsWith('hard-'))
    return `Hose end -${e.dash}, ${ENDS[end].name}, for ${kind.ends === 'barb' ? 'barbed hose' : kind.name}`;
  const turn = end === 'straight' || end === 'quick' ? '' : `, on a ${ENDS[end].name}`;
  return end === 'quick'
    ? `Quick connector -${e.dash}, for ${kind.name}`
    : `Tube nut and sleeve -${e.dash}${turn}, for ${kind.name}`;
}

const pad = (dash: Dash): string => String(dash).padStart(2, '0');
