import { injectorSize } from '../../demand/injectors.ts';
import type { InjectorDuty } from '../../judge/supply/injectors.ts';
import { mostAt, type FixMaker } from './context.ts';

const FLOW = '/brief/injectors/staticFlowM3s';

/** The next size that stays under the duty asked for, at the pressure the rail gives them there. */
export const injectorFixes: FixMaker<InjectorDuty> = ({ value: duty, limit, figures: f }, { doc }) => {
  const size = injectorSize((f.staticFlow * duty) / limit);
  if (!(size > f.staticFlow) || size > mostAt(doc, FLOW)) return [];
  return [
    {
      does: { act: 'fit-injectors', count: f.count, flow: size },
      patch: [{ op: 'replace', path: FLOW, value: size }],
    },
  ];
};
