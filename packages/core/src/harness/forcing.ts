import type { Circuit, ElementOf, JobDocument, PumpTrigger } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';
import { feedOf } from '../document/pump-feed.ts';
import type { Term } from '../trigger/rule.ts';

/** How a pump is made to run with the engine off. */
export interface Forcing {
  readonly loadId: string;
  readonly name: string;
  readonly how: string;
  /** What has to be at hand for it; absent: nothing that is not in the car. */
  readonly with?: 'fused jumper' | 'controller software';
}

type Way = Pick<Forcing, 'how' | 'with'>;

/**
 * How each pump of this car is made to run with the engine off, by a way its wiring has: with the key where its relay closes with
 * it, else by the controller’s override or output test, its own switch, a jumper at the pressure switch, and at last a fused jumper
 * in place of the relay. A pump with a controller of its own runs when its enable wire is fed; a driven one when the engine’s
 * controller is commanded to run it.
 * @param doc job document
 * @returns one a pump, in the order of the plan
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example waysToForce(fullReturnJob('x'))[0].how // => 'Key on: it runs.'
 */
export const waysToForce = (doc: JobDocument): Forcing[] =>
  Object.entries(doc.plumbing.elements).flatMap(([loadId, e]): Forcing[] => {
    if (e.kind !== 'pump') return [];
    const circuit = Object.values(doc.wiring.circuits).find((c) => c.loadId === loadId);
    return [{ loadId, name: e.name, ...wayOf(e, circuit, ruleOf(doc, loadId).rule) }];
  });

/** Conditions the engine controller evaluates; the others are switches in the wiring. */
const byController = ({ kind }: Term): boolean =>
  kind !== 'panel' && kind !== 'boost' && kind !== 'oil-pressure';

const UNSTOPPED = 'Neither key nor crash switch stops it then: one hand on the jumper.';

function wayOf(pump: ElementOf<'pump'>, circuit: Circuit | undefined, { any, overrideS }: PumpTrigger): Way {
  if (feedOf(pump) === 'driver')
    return {
      how: 'Fuel-pump output test of the engine’s controller, key on: it drives the pump through its module and holds its own pressure.',
      with: 'controller software',
    };
  const has = (kind: string): boolean => Object.values(circuit?.segments ?? {}).some((s) => s.kind === kind);
  const enabled = has('pump-controller');
  if (any.some(({ all }) => all.length === 0) && !enabled) return { how: 'Key on: it runs.' };
  if (overrideS > 0 && any.some(({ all }) => all.some(byController)))
    return {
      how: `Service override of the controller, at most ${overrideS} s at a time. Key-off and the crash switch still stop it.`,
      with: 'controller software',
    };
  // Ways of the rule that one thing alone brings about.
  const alone = any.flatMap(({ all }) => (all.length === 1 && !all[0]!.not ? all : []));
  const output = alone.find((t) => t.kind === 'ecu');
  if (output?.kind === 'ecu')
    return {
      how: `Output test of the controller, “${output.name}”, key on.`,
      with: 'controller software',
    };
  const panel = alone.find((t) => t.kind === 'panel');
  if (panel?.kind === 'panel') return { how: `Switch “${panel.name}” on, key on.` };
  if (alone.some((t) => t.kind === 'boost' || t.kind === 'oil-pressure'))
    return {
      how: 'Jumper from NO to common at its pressure switch, key on. Take it off before the engine runs.',
      with: 'fused jumper',
    };
  if (enabled)
    return {
      how: `Fused jumper from battery positive to the enable wire of its controller. ${UNSTOPPED}`,
      with: 'fused jumper',
    };
  return {
    how: has('relay')
      ? `Fused jumper in place of its relay, 30 to 87. ${UNSTOPPED}`
      : `Fused jumper from battery positive to the plus side of its plug. ${UNSTOPPED}`,
    with: 'fused jumper',
  };
}
