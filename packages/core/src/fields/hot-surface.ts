import { quantity } from './field.ts';
import { optional } from './shape.ts';

/**
 * How hot the surface beside a part is: asked in the same way wherever something hot is near.
 * @param label its label
 * @returns optional field, K; absent: as hot as an exhaust
 */
export const hotSurface = (label: string) =>
  optional(
    quantity({
      label,
      dimension: 'temperature',
      unit: 'K',
      min: 233.15,
      max: 1473.15,
      usual: 773.15,
      absent: 'as hot as an exhaust',
      why: 'turbo and header 1,000 °F and more, downpipe 800 °F, rear pipe 400 °F, coolant 220 °F (common practice)',
    }),
  );
