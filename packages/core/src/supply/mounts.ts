import type { ElementOf, JobDocument, LineRoute, Path } from '../document/job-document.ts';
import { vec } from '../fit/clearance.ts';
import { CLIP_SPACING } from '../fit/keep-away.ts';
import { norm, sub } from '../fit/vector.ts';
import { billLine, type BillLine } from '../kinds/bill-line.ts';
import { plumbingKind } from '../kinds/index.ts';
import { liesInTank } from '../document/in-tank.ts';
import { FOOT } from '../quantities/constants.ts';

/** Sleeve past one thing, m: six inches to either side of it (common practice). */
const SLEEVE = FOOT;

/** Fixings of a bracket at least (common practice): one turns. */
const FIXINGS = 2;

/**
 * What holds and covers lines and parts: clips as they are routed, else as often as is usual; sleeve where the route has it; a
 * bracket for every part that wants one.
 */
export function mountLines(doc: JobDocument): BillLine[] {
  const lines = Object.entries(doc.plumbing.elements).flatMap(([id, e]) => {
    if (e.kind !== 'run') return [];
    const route = doc.routing?.lines[id];
    return [...clips(e, route), ...sleeve(e, route)];
  });
  return [...lines, ...Object.values(doc.plumbing.paths).flatMap((p) => brackets(doc, p))];
}

/** A part in the tank hangs on the hat. Bracket and cradle go by the size of the part, which goes by its lines. */
function brackets(doc: JobDocument, path: Path): BillLine[] {
  const { elements } = doc.plumbing;
  const order = path.order.filter((id) => elements[id]);
  return order.flatMap((id, at) => {
    const e = elements[id]!;
    const bracket = plumbingKind(e).mount(e);
    if (bracket === null || liesInTank(doc, path, order, at)) return [];
    const dash = sizeBeside(doc, order, at);
    return [
      billLine('mounts', dash === undefined ? bracket : `${bracket}, -${dash} size`, 1, 'each', e.name),
      billLine(
        'mounts',
        'Bolt M6 with washers and rivet nut or weld nut',
        FIXINGS,
        'each',
        'two to a bracket; look behind the panel before drilling',
      ),
    ];
  });
}

/** Of the larger hose beside a part: its ports, and so its body. */
function sizeBeside({ plumbing }: JobDocument, order: readonly string[], at: number): number | undefined {
  const dashes = [order[at - 1], order[at + 1]].flatMap((id) => {
    const e = plumbing.elements[id ?? ''];
    return e?.kind === 'run' ? [e.dash] : [];
  });
  return dashes.length > 0 ? Math.max(...dashes) : undefined;
}

function clips(run: ElementOf<'run'>, route: LineRoute | undefined): BillLine[] {
  // What is in the car already hangs on clips of its own.
  if (run.existing || run.zone === 'in-tank') return [];
  const routed = route && clipsOf(route);
  const count = routed ?? Math.ceil(run.lengthM / CLIP_SPACING) - 1;
  const note = routed === undefined ? 'every 18 in (0.46 m)' : 'as routed';
  return count < 1 ? [] : [billLine('mounts', `Cushioned clip for -${run.dash} line`, count, 'each', note)];
}

/** Between its ends, which its fittings hold; undefined: nobody has said. */
const clipsOf = ({ how, clips: told, points }: LineRoute): number | undefined =>
  how === 'string'
    ? told
    : points.length > 1
      ? points.filter((p, i) => p.clip && i > 0 && i < points.length - 1).length
      : undefined;

function sleeve(run: ElementOf<'run'>, route: LineRoute | undefined): BillLine[] {
  if (!route) return [];
  const { points } = route;
  const length =
    route.how === 'string'
      ? SLEEVE * Object.values(route.passes).filter((p) => p.sleeved).length
      : points.slice(1).reduce((sum, p, i) => {
          const from = points[i]!;
          return sum + (from.sleeved ? norm(sub(vec(p), vec(from))) : 0);
        }, 0);
  return length > 0
    ? [billLine('mounts', `Heat sleeve for -${run.dash} line`, length, 'm', `${run.name}, good for 300 °F`)]
    : [];
}
