import type { JobDocument } from '../../document/job-document.ts';
import { clearSteps } from './clear.ts';
import { FIRST, refitSteps, SAFE } from './every-job.ts';
import { hoseSteps, routeSteps, startSteps, tightenSteps } from './lines.ts';
import { mountSteps } from './mounts.ts';
import { railSteps } from './rails.ts';
import type { BuildStep, Draft } from './step.ts';
import { tankSteps } from './tank.ts';
import { wiringSteps } from './wiring.ts';

/**
 * The job sheet: every step this job needs and no other, in the order of the work. From photo and label through tank, mounts,
 * hoses and routing to the one pass in which everything is tightened, then the wiring, the look at what clears what, and the
 * refit.
 * @param doc job document
 * @returns steps in order; each makes what later ones need
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example jobSheet(fullReturnJob('x'))[0].section // => 'Before it comes apart'
 */
export function jobSheet(doc: JobDocument): BuildStep[] {
  const section = (name: string, steps: readonly Draft[]): BuildStep[] =>
    steps.map((s) => ({ makes: [], needs: [], ...s, section: name }));
  const wiring = wiringSteps(doc);
  return [
    ...section('Before it comes apart', FIRST),
    ...section('Make it safe', SAFE),
    ...section('Tank', tankSteps(doc)),
    ...section('Mounts', mountSteps(doc)),
    ...section('Make the lines', hoseSteps(doc)),
    ...section('Rails and injectors', railSteps(doc)),
    ...section('Route and clip', routeSteps(doc)),
    ...section('Start every thread by hand', startSteps(doc)),
    ...section('Tighten, in one pass', tightenSteps(doc)),
    ...section('Wiring', wiring),
    ...section('Clear of everything', clearSteps(doc, wiring.length > 0)),
    ...section('Back together', refitSteps(doc)),
  ];
}
