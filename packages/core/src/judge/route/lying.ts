import type { ElementOf, LineRoute } from '../../document/job-document.ts';
import { CLIP_SPACING } from '../../fit/keep-away.ts';
import { drawnShape } from '../../fit/passing.ts';
import { leastRadius } from '../../kinds/plumbing/run/geometry.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import type { FindingContext, FindingRule } from '../context.ts';

interface LyingFigures {
  /** Points of the route that are in question, from 1. */
  readonly points: readonly number[];
  readonly count: number;
}
export type LyingFound = Found<'ROUTE_BEND' | 'ROUTE_SPAN' | 'ROUTE_LOW', LyingFigures>;

/** A span a little over what is usual is the ruler's, not the line's. */
const SPARE = 1.1;

/** Does each line lie as it should: bends, clips, height? */
export const lyingRule: FindingRule<LyingFound> = (context) =>
  Object.entries(context.doc.routing?.lines ?? {}).flatMap(([id, route]) => {
    const run = context.doc.plumbing.elements[id];
    if (run?.kind !== 'run') return [];
    const place: Place = { of: 'part', id, name: run.name };
    return route.how === 'drawn' ? drawn(context, run, route, place) : taped(run, route, place);
  });

const found = (
  code: LyingFound['code'],
  severity: LyingFound['severity'],
  place: Place,
  value: number,
  limit: number,
  figures: LyingFigures,
): LyingFound => ({ code, severity, stage: 'route', place, dimension: 'tape', value, limit, figures });

function drawn({ doc }: FindingContext, run: ElementOf<'run'>, route: LineRoute, place: Place): LyingFound[] {
  const shape = drawnShape(doc, run, route);
  if (!shape) return [];
  const least = leastRadius(run.hose, run.dash);
  const tight = shape.corners.filter((c) => !c.fits && c.turn > 0.02);
  const long = shape.spans.filter((s) => s.length > SPARE * CLIP_SPACING);
  const worst = Math.max(0, ...long.map((s) => s.length));
  const floor = doc.routing?.vehicle?.floorM;
  return [
    ...(tight.length > 0
      ? [
          found('ROUTE_BEND', 'fix', place, Math.min(...tight.map((c) => c.room)), least, {
            points: tight.map((c) => c.at + 1),
            count: tight.length,
          }),
        ]
      : []),
    ...(long.length > 0
      ? [found('ROUTE_SPAN', 'note', place, worst, CLIP_SPACING, { points: [], count: long.length })]
      : []),
    ...(floor !== undefined && shape.lowest < floor - 1e-9 && run.zone !== 'in-tank'
      ? [found('ROUTE_LOW', 'fix', place, shape.lowest, floor, { points: [], count: 1 })]
      : []),
  ];
}

/** With the string only the clips are counted. */
function taped(run: ElementOf<'run'>, { clips, stringM }: LineRoute, place: Place): LyingFound[] {
  if (clips === undefined || stringM === undefined || run.zone === 'in-tank') return [];
  const span = stringM / (clips + 1);
  return span > SPARE * CLIP_SPACING
    ? [found('ROUTE_SPAN', 'note', place, span, CLIP_SPACING, { points: [], count: clips })]
    : [];
}
