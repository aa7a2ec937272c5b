import {
  bypassRegulator,
  filter,
  jobWith,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
  portsOf,
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** Regulator at or in the tank, as the factory does it: a single line forward. */
export const returnless: Pattern = {
  id: 'returnless',
  name: 'Returnless, regulator at the tank',
  when: 'swaps and naturally aspirated engines up to about 500–600 hp',
  watch: 'no boost reference unless its line is run back; line loss is not compensated',
  job: (title) => {
    const job = jobWith(title, {
      style: 'returnless',
      junctions: { tank: tank(), tee: portsOf('Tank unit', 0), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: pumpElement('T340', -0.1),
        filter: filter(),
        stub: { ...run('Hose in the tank', 6, 0.3, 'in-tank', 90), ends: ['open', 'open'] },
        regulator: { ...bypassRegulator(), name: 'Tank regulator', referenced: false },
        bleed: { ...run('Outlet into the tank', 6, 0.1, 'in-tank', 0), ends: ['open', 'open'] },
        feed: run('Line forward', 6, 4.5, 'under-body'),
      },
      paths: {
        pump: {
          name: 'Tank unit',
          role: 'feed',
          from: 'tank',
          to: 'tee',
          order: ['strainer', 'pump', 'stub', 'filter'],
        },
        feed: { name: 'Forward', role: 'feed', from: 'tee', to: 'rail', order: ['feed'] },
        bleed: { name: 'Bleed', role: 'return', from: 'tee', to: 'tank', order: ['regulator', 'bleed'] },
      },
    });
    // Naturally aspirated, 58 psi: what the style is chosen for.
    const pull = job.brief.pull.map((p) => ({ ...p, boostPa: 0 }));
    return {
      ...job,
      vehicle: { ...job.vehicle, induction: 'naturally-aspirated' },
      brief: { ...job.brief, pull, basePressurePa: 400e3, bsfc: (job.brief.bsfc * 0.5) / 0.6 },
    };
  },
};
