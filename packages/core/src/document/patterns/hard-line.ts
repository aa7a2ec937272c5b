import type { ElementOf, JobDocument, PlumbingElement } from '../job-document.ts';
import { pumpElement, run } from '../pieces.ts';
import { fullReturnJob } from './full-return.ts';
import { inKeyOrder } from '../../fields/key-order.ts';
import type { Pattern } from './pattern.ts';

const hard = (name: string, lengthM: number): ElementOf<'run'> => ({
  ...run(name, 6, lengthM, 'under-body', 360),
  hose: 'hard-steel',
  ends: ['straight', 'straight'],
});
const soft = (name: string, lengthM: number, zone: ElementOf<'run'>['zone']): ElementOf<'run'> => ({
  ...run(name, 6, lengthM, zone, 60),
  hose: 'injection',
  ends: ['straight', 'straight'],
});

/** A carburetor-era car on injection: hard line along the frame, short injection hose where engine and tank move. */
export const hardLine: Pattern = {
  id: 'hard-line',
  name: 'Carburetor-era car, hard lines',
  when: 'classics converted to injection',
  watch: 'only injection-rated hose and clamps; compression or flared joints',
  job: (title): JobDocument => {
    const base = fullReturnJob(title);
    const elements: Record<string, PlumbingElement> = {
      ...base.plumbing.elements,
      pump: { ...pumpElement('V300', -0.15), name: 'In-line roller pump' },
      'soft-tank': soft('Hose at the tank', 0.3, 'under-body'),
      feed: hard('Feed, hard line', 4),
      'soft-engine': soft('Hose to the rail', 0.4, 'engine-bay'),
      'back-engine': soft('Hose from the regulator', 0.4, 'engine-bay'),
      return: hard('Return, hard line', 4),
      'back-tank': soft('Hose to the tank', 0.3, 'under-body'),
    };
    const pull = base.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 0.75, boostPa: 0 }));
    return inKeyOrder({
      ...base,
      vehicle: { ...base.vehicle, induction: 'naturally-aspirated' },
      brief: { ...base.brief, pull, bsfc: (base.brief.bsfc * 0.5) / 0.6 },
      plumbing: {
        ...base.plumbing,
        style: 'hard-line',
        elements,
        paths: {
          feed: {
            name: 'Feed',
            role: 'feed',
            from: 'tank',
            to: 'rail',
            order: ['strainer', 'soft-tank', 'pump', 'check', 'filter', 'feed', 'soft-engine'],
          },
          return: {
            name: 'Return',
            role: 'return',
            from: 'rail',
            to: 'tank',
            order: ['regulator', 'back-engine', 'return', 'back-tank'],
          },
        },
      },
    });
  },
};
