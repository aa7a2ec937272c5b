import { inFlowOrder } from '../../document/flow-order.ts';
import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { isStartingFigure } from '../../fields/provenance.ts';
import { cutLength, endsOf } from '../../kinds/plumbing/run/end-sizes.ts';
import { ENDS } from '../../kinds/plumbing/run/ends.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import { capital } from '../../quantities/text.ts';
import { connectionsOf } from '../../supply/joining/connections.ts';
import type { JointKind } from '../../supply/joining/mating.ts';
import { jointList } from '../../supply/joints.ts';
import { makingOf } from './hose-steps.ts';
import { railSteps } from './rails.ts';
import { isMade, runsOf } from './plan-parts.ts';
import type { Draft } from './step.ts';

export function hoseSteps(doc: JobDocument): Draft[] {
  return runsOf(doc)
    .filter(([, e]) => isMade(e))
    .map(([id, e]): Draft => ({
      id: `make:${id}`,
      does: `${e.name}: ${HOSE_KINDS[e.hose].name}, -${e.dash}${endWords(e)}`,
      how: makingOf(e),
      figures: [
        { label: 'Cut', dimension: 'tape', value: cutLength(e) },
        { label: 'Seat to seat', dimension: 'tape', value: e.lengthM },
      ],
      ...unmeasured(e),
      asksLength: id,
      needs: ['safe'],
      makes: [`line:${id}`],
    }));
}

/** ", straight and 45° swept"; nothing for hose that is clamped on barbs. */
const endWords = (e: ElementOf<'run'>): string => {
  const [first, second] = endsOf(e);
  return first === 'open' && second === 'open' ? '' : `, ${ENDS[first!].name} and ${ENDS[second!].name}`;
};

/** Marks a step whose cut length would rest on a starting figure. */
export const unmeasured = (e: object): { readonly unmeasured?: true } =>
  isStartingFigure(e, 'lengthM') ? { unmeasured: true } : {};

export function routeSteps(doc: JobDocument): Draft[] {
  return runsOf(doc)
    .filter(([, e]) => isMade(e))
    .map(([id, e]): Draft => ({
      id: `route:${id}`,
      does: `${e.name} in its way, clipped`,
      how: doc.routing?.lines[id]
        ? 'As routed: clips, sleeve and distances on the Route page.'
        : 'A cushioned clip every 18 in, clear of what is hot, moves or is sharp.',
      needs: [`line:${id}`],
      makes: [`laid:${id}`],
    }));
}

export function startSteps(doc: JobDocument): Draft[] {
  return inFlowOrder(doc.plumbing.paths).flatMap(([pathId, path]): Draft[] => {
    const laid = path.order.flatMap((id) => {
      const e = doc.plumbing.elements[id];
      return e?.kind === 'run' && isMade(e) ? [`laid:${id}`] : [];
    });
    return [
      {
        id: `start:${pathId}`,
        does: `${path.name}: every joint started by hand, nothing tight yet`,
        how: 'Turn back until the thread drops in, then forward. Cones clean and dry, rings oiled.',
        needs: [...laid, ...(railSteps(doc).length > 0 ? ['injectors'] : [])],
        makes: [`started:${pathId}`],
      },
    ];
  });
}

/** Joints that are turned tight; the rest click, are clamped or bolted. */
const WRENCHED: ReadonlySet<JointKind> = new Set(['cone', 'o-ring', 'taper', 'washer']);

export function tightenSteps(doc: JobDocument): Draft[] {
  const kept = new Set(connectionsOf(doc).flatMap((c) => (c.kept ? [c.id] : [])));
  return jointList(doc)
    .filter((j) => j.care && !kept.has(j.id))
    .map((j): Draft => ({
      id: `tighten:${j.id}`,
      does: j.where,
      how: `${capital(j.what)}: ${j.care!.tighten}. ${capital(j.care!.does)}; ${j.care!.never}. ${WRENCHED.has(j.kind!) ? 'Two wrenches, then the paint mark.' : 'Then the paint mark.'}`,
      needs: [`started:${j.pathId}`],
      makes: [`joint:${j.id}`],
    }));
}
