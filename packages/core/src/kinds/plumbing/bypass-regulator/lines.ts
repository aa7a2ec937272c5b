import { billLine, type BillLine } from '../../bill-line.ts';

/** The regulator and, where it has a reference, the hose for it. */
export const regulatorLines = (
  e: { readonly name: string; readonly ratio: number; readonly cv: number; readonly referenced: boolean },
  what: string,
  inlets: number,
): BillLine[] => [
  billLine(
    'components',
    `${e.name}, ${what}${inlets > 1 ? ` with ${inlets} inlets` : ''}, 1:${e.ratio}, Cv ${e.cv}`,
    1,
    'each',
    'gauge and reference port clocked toward the eye',
  ),
  ...(e.referenced
    ? [
        billLine(
          'components',
          'Reference hose, vacuum and boost rated, with two clamps',
          1,
          'each',
          'from the manifold, after the throttle',
        ),
      ]
    : []),
];
