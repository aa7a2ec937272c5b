import { inKeyOrder } from '../../fields/key-order.ts';
import { boostRule } from '../triggers.ts';
import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { checkValve, jobWith, pumpCircuit, pumpElement, rail, run, strainer, tank, tee } from '../pieces.ts';
import type { Pattern } from './pattern.ts';
import { PSI, LPH } from '../../quantities/constants.ts';

const FACTORY_PSI = 58;

/** The car's own supply stays; a second pump with its own pick-up and regulator feeds the same rail under boost. */
export const supplementary: Pattern = {
  id: 'supplementary',
  name: 'Add-on supply beside the factory one',
  when: 'bolt-on for boosted street cars whose own supply stays as it is',
  watch:
    'set 0–2 psi above the factory rail, regulator vent open to air; a check valve keeps the two apart; the service-port valve core comes out',
  job: (title) => {
    const job = jobWith(
      title,
      {
        style: 'supplementary',
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
          tee: tee('Regulator tee', 0.2),
          rail: rail(),
        },
        elements: {
          'factory-line': { ...run('Factory line', 6, 4, 'under-body'), hose: 'hard-steel', existing: true },
          strainer: strainer(),
          pump: { ...pumpElement('T255', -0.1), name: 'Add-on pump' },
          feed: run('Feed hose', 6, 4.2, 'under-body'),
          check: { ...checkValve(), name: 'Separating check valve', boreM: 0.0079 },
          spur: run('Hose to the rail port', 6, 0.6, 'engine-bay', 90),
          regulator: {
            kind: 'bypass-regulator',
            name: 'Add-on regulator',
            referenced: false,
            ratio: 1,
            setPa: (FACTORY_PSI + 2) * PSI,
            droop: REGULATORS.medium.droop,
            cv: REGULATORS.medium.cv,
          },
          return: run('Return hose', 6, 4.2, 'under-body'),
        },
        paths: {
          factory: { name: 'Factory', role: 'feed', from: 'factory', to: 'rail', order: ['factory-line'] },
          feed: {
            name: 'Add-on feed',
            role: 'feed',
            from: 'tank',
            to: 'tee',
            order: ['strainer', 'pump', 'feed'],
          },
          spur: { name: 'To the rail', role: 'feed', from: 'tee', to: 'rail', order: ['check', 'spur'] },
          return: { name: 'Return', role: 'return', from: 'tee', to: 'tank', order: ['regulator', 'return'] },
        },
      },
      { 'pump-circuit': { ...pumpCircuit('pump'), name: 'Add-on pump feed' } },
      { 'rule-1': boostRule('pump', 4 * PSI) },
    );
    const pull = job.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 1.1, boostPa: p.boostPa * 0.6 }));
    return {
      ...job,
      brief: {
        ...job.brief,
        pull,
        basePressurePa: FACTORY_PSI * PSI,
        injectors: inKeyOrder({
          ...job.brief.injectors,
          count: 8,
          existing: true,
          staticFlowM3s: 550e-6 / 60,
        }),
      },
    };
  },
};
