import { highPressurePumps, injectorsRefitted } from '../../document/consumers.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Draft } from './step.ts';

export function railSteps(doc: JobDocument): Draft[] {
  const high = highPressurePumps(doc);
  if (high.length > 0)
    return high.map(([id, j]): Draft => ({
      id: `high:${id}`,
      does: `${j.name}: its internals, where they are changed`,
      how: 'The loose nut tied so that it cannot fall; side of spring, keepers and sleeve noted; O-ring oiled; hard line started before the housing seats; drawn down evenly. It ticks afterwards.',
      caution: 'fuel',
      hold: 'internals',
      needs: ['safe'],
      makes: ['injectors'],
    }));
  if (!injectorsRefitted(doc)) return [];
  return [
    {
      id: 'injectors',
      does: `${doc.brief.injectors.count} injectors into the rail, new O-rings top and bottom`,
      how: 'A film of oil on each ring, spacers matched, rail pulled down evenly, retaining clips seated, every plug matched to its injector.',
      needs: ['safe'],
      makes: ['injectors'],
    },
  ];
}
