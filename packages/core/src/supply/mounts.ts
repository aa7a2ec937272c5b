import type { ElementOf, JobDocument, LineRoute } from '../document/job-document.ts';
import { vec } from '../fit/clearance.ts';
import { CLIP_SPACING } from '../fit/keep-away.ts';
import { norm, sub } from '../fit/vector.ts';
import { billLine, type BillLine } from '../kinds/bill-line.ts';

/** Sleeve past one thing, m: six inches to either side of it (common practice). */
const SLEEVE = 0.3048;

/** What holds and covers the lines: clips as they are routed, else as often as is usual; sleeve where the route has it. */
export function mountLines(doc: JobDocument): BillLine[] {
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]) => {
    if (e.kind !== 'run') return [];
    const route = doc.routing?.lines[id];
    return [...clips(e, route), ...sleeve(e, route)];
  });
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
