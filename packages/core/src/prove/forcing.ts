import type { JobDocument, PumpTrigger } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';

/** How a pump is made to run with the engine off. */
export interface Forcing {
  readonly loadId: string;
  readonly name: string;
  readonly how: string;
}

/**
 * How each pump of this car is made to run with the engine off: with the key where its rule says so, else by its override, the
 * controller’s output test, its own switch, a jumper at the pressure switch, and at last a fused jumper in place of the relay.
 * @param doc job document
 * @returns one a pump, in the order of the plan
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example waysToForce(fullReturnJob('x'))[0].how // => 'Key on: it runs.'
 */
export const waysToForce = (doc: JobDocument): Forcing[] =>
  Object.entries(doc.plumbing.elements).flatMap(([loadId, e]): Forcing[] =>
    e.kind === 'pump' ? [{ loadId, name: e.name, how: wayOf(ruleOf(doc, loadId).rule) }] : [],
  );

function wayOf({ any, overrideS }: PumpTrigger): string {
  if (any.some(({ all }) => all.length === 0)) return 'Key on: it runs.';
  if (overrideS > 0)
    return `Service override, at most ${overrideS} s at a time. Key-off and the crash switch still stop it.`;
  // Ways of the rule that one thing alone brings about.
  const alone = any.flatMap(({ all }) => (all.length === 1 && !all[0]!.not ? all : []));
  const output = alone.find((t) => t.kind === 'ecu');
  if (output?.kind === 'ecu') return `Output test of the controller, “${output.name}”, key on.`;
  const panel = alone.find((t) => t.kind === 'panel');
  if (panel?.kind === 'panel') return `Switch “${panel.name}” on, key on.`;
  if (alone.some((t) => t.kind === 'boost' || t.kind === 'oil-pressure'))
    return 'Jumper from NO to common at its pressure switch, key on. Take it off before the engine runs.';
  return 'Fused jumper in place of its relay, 30 to 87. Neither key nor crash switch stops it then: one hand on the jumper.';
}
