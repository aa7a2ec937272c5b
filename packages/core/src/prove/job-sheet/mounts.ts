import type { JobDocument } from '../../document/job-document.ts';
import { plumbingKind } from '../../kinds/index.ts';
import { partsOf } from './plan-parts.ts';
import type { Draft } from './step.ts';
import { withinSentence } from '../../quantities/text.ts';

export function mountSteps(doc: JobDocument): Draft[] {
  return partsOf(doc)
    .filter((p) => !p.inTank)
    .map(({ id, e }): Draft => {
      const bracket = plumbingKind(e).mount(e);
      return {
        id: `mount:${id}`,
        does: `${e.name}${bracket === null ? ' at hand, flow arrow looked at' : ` on its ${withinSentence(bracket)}`}`,
        ...(bracket === null
          ? {}
          : {
              how: 'Mark through the part, look behind the panel before drilling, two fixings at least, edges painted. Ports and gauge clocked to be reached.',
            }),
        needs: ['safe'],
        makes: [`part:${id}`],
      };
    });
}
