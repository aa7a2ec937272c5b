import type { MeasuredProcedure } from '../contract.ts';
import { readAt } from './at-state.ts';

export const cranking: MeasuredProcedure = {
  id: 'cranking',
  name: 'Cranking',
  intro: 'Oil pressure first, with fuel and spark off. Then cranked with the pump on.',
  cautions: ['fuel', 'running'],
  steps: readAt('cranking', 'While the starter turns'),
};
