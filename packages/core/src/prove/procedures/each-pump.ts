import { Engine } from '../../engine/engine.ts';
import { evaluateState } from '../../engine/observe/state-result.ts';
import { operatingStates } from '../../engine/states.ts';
import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { gaugeHow, HIGH_PRESSURE, sideName } from './gauge-words.ts';
import type { Car } from '../predict.ts';

export const eachPump: MeasuredProcedure = {
  id: 'each-pump',
  name: 'Each pump alone',
  intro:
    'One pump forced at a time, the others unplugged: a dead or turned-round pump hides behind its mate.',
  cautions: ['fuel', 'wiring'],
  steps,
};

/** The rail with each pump alone; a car with one pump has had this reading already. */
function steps({ doc, parameters }: Car): Step[] {
  const pumps = Object.entries(doc.plumbing.elements).filter(([, e]) => e.kind === 'pump');
  const forced = operatingStates(doc, parameters).find((s) => s.kind === 'forced');
  if (pumps.length < 2 || !forced) return [];
  return pumps.flatMap(([id, pump]): Step[] => {
    const others = pumps.flatMap(([other]) => (other === id ? [] : [other]));
    const alone = { ...parameters, dead: [...parameters.dead, ...others] };
    const { values } = evaluateState(new Engine(doc, alone), forced);
    if (!values) return [];
    return [
      {
        id: `${id}:alone`,
        group: 'One at a time, engine off',
        does: `${sideName(doc)} with ${pump.name} alone`,
        how: `Unplug the others. Listen: it runs, and fuel moves. ${gaugeHow(doc)}`,
        expects: within('pressure', values.railGauge),
        ifLow:
          'Turned round, wires swapped, or its plug open; check valve of another pump leaking back; strainer blocked.',
        ifHigh: `Another pump still runs. ${HIGH_PRESSURE}`,
      },
    ];
  });
}
