import { setPressure } from '../../engine/required.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { SUPPLEMENTARY_ABOVE } from '../limits.ts';

export type SupplementarySet = Found<
  'SUPPLEMENTARY_LOW' | 'SUPPLEMENTARY_HIGH',
  {
    readonly factory: number;
    /** The most it should be set to, Pa gauge. */
    readonly to: number;
    readonly referenced: boolean;
  }
>;

/** A supplementary regulator against the factory's. */
export const supplementaryRule: FindingRule<SupplementarySet> = ({ doc, states }) => {
  const factory = Object.values(doc.plumbing.junctions).find((j) => j.kind === 'factory');
  if (factory?.kind !== 'factory') return [];
  const boost = Math.max(0, ...states.map((s) => s.state.manifold));
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): SupplementarySet[] => {
    if (e.kind !== 'bypass-regulator') return [];
    const highest = setPressure(doc, e) + (e.referenced ? e.ratio * boost : 0);
    const above = highest - factory.setPa;
    if (above >= 0 && above <= SUPPLEMENTARY_ABOVE + 1) return [];
    return [
      {
        code: above < 0 ? 'SUPPLEMENTARY_LOW' : 'SUPPLEMENTARY_HIGH',
        severity: 'fix',
        stage: 'plumb',
        place: { of: 'part', id, name: e.name },
        dimension: 'pressure',
        value: highest,
        limit: above < 0 ? factory.setPa : factory.setPa + SUPPLEMENTARY_ABOVE,
        figures: {
          factory: factory.setPa,
          to: factory.setPa + SUPPLEMENTARY_ABOVE,
          referenced: e.referenced,
        },
      },
    ];
  });
};
