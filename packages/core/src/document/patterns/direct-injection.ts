import { makeHighPressurePump } from '../../kinds/junctions/high-pressure-pump/index.ts';
import { makePulsationDamper } from '../../kinds/plumbing/pulsation-damper/shape.ts';
import { bypassRegulator, filter, jobWith, portsOf, pumpElement, run, strainer, tank } from '../pieces.ts';
import type { Pattern } from './pattern.ts';
import { HP, PSI } from '../../quantities/constants.ts';

/** The low side of a direct-injected engine: in-tank pump and regulator, one line to the cam-driven pump. */
export const directInjection: Pattern = {
  id: 'direct-injection',
  name: 'Direct injection, low side',
  when: 'most new boosted cars: the cam-driven pump is what the low side serves',
  watch:
    'its inlet has a floor under load, about 50 psi; the cam-driven pump gives out at a power of its own; the damper stays, no long stiff dead ends',
  job: (title) => {
    const job = jobWith(title, {
      style: 'direct-injection',
      junctions: {
        tank: tank(),
        tee: portsOf('Tank unit', 0),
        'high-pressure': makeHighPressurePump(),
      },
      elements: {
        strainer: strainer(),
        pump: { ...pumpElement('T255', -0.1), name: 'In-tank pump' },
        filter: filter(),
        stub: { ...run('Hose in the tank', 6, 0.3, 'in-tank', 90), ends: ['open', 'open'] },
        regulator: { ...bypassRegulator(), name: 'Tank regulator', referenced: false },
        bleed: { ...run('Outlet into the tank', 6, 0.1, 'in-tank', 0), ends: ['open', 'open'] },
        feed: { ...run('Line forward', 6, 4, 'under-body'), hose: 'hard-steel', ends: ['quick', 'quick'] },
        damper: makePulsationDamper(),
        'last-hose': run('Hose to the high-pressure pump', 6, 0.5, 'engine-bay', 90),
      },
      paths: {
        pump: {
          name: 'Tank unit',
          role: 'feed',
          from: 'tank',
          to: 'tee',
          order: ['strainer', 'pump', 'stub', 'filter'],
        },
        feed: {
          name: 'Low side',
          role: 'feed',
          from: 'tee',
          to: 'high-pressure',
          order: ['feed', 'damper', 'last-hose'],
        },
        bleed: { name: 'Bleed', role: 'return', from: 'tee', to: 'tank', order: ['regulator', 'bleed'] },
      },
    });
    return {
      ...job,
      brief: {
        ...job.brief,
        basePressurePa: 65 * PSI,
        pull: [
          { rpm: 2500, powerW: 110 * HP, boostPa: 12 * PSI },
          { rpm: 3500, powerW: 190 * HP, boostPa: 18 * PSI },
          { rpm: 4500, powerW: 240 * HP, boostPa: 18 * PSI },
          { rpm: 5500, powerW: 265 * HP, boostPa: 17 * PSI },
          { rpm: 6500, powerW: 260 * HP, boostPa: 15 * PSI },
        ],
      },
    };
  },
};
