import { boostRule } from '../triggers.ts';
import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { checkValve, filter, jobWith, pumpCircuit, pumpElement, rail, run, tank, tee } from '../pieces.ts';
import type { Pattern } from './pattern.ts';
import { PSI, LPH } from '../../quantities/constants.ts';

const FACTORY_PSI = 58;

/** An added pump draws through a coarse filter and a tee; its regulator's return comes back into that tee. */
export const suctionTee: Pattern = {
  id: 'suction-tee',
  name: 'Auxiliary pump, return into a suction tee',
  when: 'add-on systems where the tank has no spare port for a return',
  watch: 'the loop reheats its own fuel at low demand: run it under boost only, and watch the pump inlet',
  job: (title) => {
    const job = jobWith(
      title,
      {
        style: 'suction-tee',
        junctions: {
          tank: tank(),
          factory: {
            kind: 'factory',
            name: 'Factory supply',
            elevationM: 0,
            setPa: FACTORY_PSI * PSI,
            capacityM3s: 170 * LPH,
            shutOffPa: 100 * PSI,
          },
          tee: tee('Suction tee', -0.1),
          delivery: tee('Regulator tee', 0),
          rail: rail(),
        },
        elements: {
          'factory-line': { ...run('Factory line', 6, 4, 'under-body'), hose: 'hard-steel', existing: true },
          suction: { ...run('Suction hose', 10, 0.6, 'under-body', 90), ends: ['straight', 'straight'] },
          coarse: { ...filter(), name: 'Coarse filter', micron: 100, media: 'steel', lossAt400Pa: 1500 },
          inlet: { ...run('Tee to pump', 10, 0.15, 'under-body', 0), ends: ['straight', 'straight'] },
          pump: { ...pumpElement('T255', -0.1), name: 'Auxiliary pump' },
          stub: { ...run('Pump to tee', 6, 0.3, 'under-body', 45), ends: ['straight', 'straight'] },
          regulator: {
            kind: 'bypass-regulator',
            name: 'Auxiliary regulator',
            referenced: false,
            ratio: 1,
            setPa: (FACTORY_PSI + 2) * PSI,
            droop: REGULATORS.medium.droop,
            cv: REGULATORS.medium.cv,
          },
          return: run('Return to the suction tee', 6, 0.5, 'under-body', 90),
          check: { ...checkValve(), name: 'Check valve', boreM: 0.0079 },
          feed: run('Feed hose', 6, 4.2, 'under-body'),
        },
        paths: {
          factory: { name: 'Factory', role: 'feed', from: 'factory', to: 'rail', order: ['factory-line'] },
          suction: { name: 'Suction', role: 'feed', from: 'tank', to: 'tee', order: ['suction', 'coarse'] },
          pump: {
            name: 'Auxiliary pump',
            role: 'feed',
            from: 'tee',
            to: 'delivery',
            order: ['inlet', 'pump', 'stub'],
          },
          feed: { name: 'Feed', role: 'feed', from: 'delivery', to: 'rail', order: ['check', 'feed'] },
          return: {
            name: 'Return',
            role: 'return',
            from: 'delivery',
            to: 'tee',
            order: ['regulator', 'return'],
          },
        },
      },
      { 'pump-circuit': { ...pumpCircuit('pump'), name: 'Auxiliary pump feed' } },
      { 'rule-1': boostRule('pump', 4 * PSI) },
    );
    const pull = job.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 1.1, boostPa: p.boostPa * 0.6 }));
    return {
      ...job,
      brief: {
        ...job.brief,
        pull,
        basePressurePa: FACTORY_PSI * PSI,
        injectors: { ...job.brief.injectors, count: 8, staticFlowM3s: 550e-6 / 60 },
      },
    };
  },
};
