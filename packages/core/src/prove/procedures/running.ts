import type { MeasuredProcedure } from '../contract.ts';
import { readAt } from './at-state.ts';

export const running: MeasuredProcedure = {
  id: 'running',
  name: 'Running check',
  intro: 'Idling warm: eyes on every joint before eyes on the gauge.',
  cautions: ['fuel', 'running'],
  steps: readAt('idle', 'Idling, warm'),
};
