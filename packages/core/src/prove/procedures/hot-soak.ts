import type { MeasuredProcedure } from '../contract.ts';
import { readAt } from './at-state.ts';

const HOT = 'After 15 to 30 minutes shut down hot, then started again. ';

export const hotSoak: MeasuredProcedure = {
  id: 'hot-soak',
  name: 'Hot restart',
  intro: `${HOT}It starts at once, and the pressure is the same as before.`,
  cautions: ['fuel', 'running'],
  steps: (car) =>
    readAt(
      'idle',
      'Started again hot, idling',
      HOT,
    )(car)
      .slice(0, 1)
      .map((s) => ({
        ...s,
        id: 'hot-restart:rail',
        ifLow: `Vapor at the pump’s inlet or in the line. ${s.ifLow}`,
      })),
};
