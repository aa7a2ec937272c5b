import { shapeAt } from '../../document/shape-at.ts';
import { fieldOf } from '../../fields/field.ts';
import type { InjectorDuty } from '../../judge/supply/injectors.ts';
import type { FixMaker } from './context.ts';

/** Injectors come in steps of about this, m³/s (50 cc/min). */
const STEP = 50e-6 / 60;
const FLOW = '/brief/injectors/staticFlowM3s';

/** The next size that stays under the duty asked for, at the pressure the rail gives them there. */
export const injectorFixes: FixMaker<InjectorDuty> = ({ value: duty, limit, figures: f }, { doc }) => {
  const size = Math.ceil((f.staticFlow * duty) / limit / STEP - 1e-6) * STEP;
  const shape = shapeAt(doc, FLOW);
  const most = (shape && fieldOf(shape))?.max ?? Infinity;
  if (!(size > f.staticFlow) || size > most) return [];
  return [
    {
      does: { act: 'fit-injectors', count: f.count, flow: size },
      patch: [{ op: 'replace', path: FLOW, value: size }],
    },
  ];
};
