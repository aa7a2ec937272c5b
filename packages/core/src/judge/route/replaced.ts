import type { JobDocument } from '../../document/job-document.ts';
import { sourceOf } from '../../fields/provenance.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

/** A line whose length came from its hose ends, with what the string had said before where that is kept. */
export interface ReplacedLine {
  readonly id: string;
  readonly name: string;
  /** m. */
  readonly lengthM: number;
  /** With its slack for movement, m; null: no string was kept. */
  readonly stringM: number | null;
}
export type LengthsReplaced = Found<'LENGTHS_REPLACED', { readonly lines: readonly ReplacedLine[] }>;

/**
 * Lines to check once: an earlier version let the choice of hose ends replace a length that had been measured. Such a line has two
 * ports, was not drawn, and yet has a length "from the route". Today's choice of ends says "from its two ports".
 */
export function replacedLines({ plumbing, routing }: JobDocument): ReplacedLine[] {
  return Object.entries(routing?.lines ?? {}).flatMap(([id, route]): ReplacedLine[] => {
    const run = plumbing.elements[id];
    if (run?.kind !== 'run' || run.existing) return [];
    if (route.how !== 'string' || !route.gap || sourceOf(run, 'lengthM').origin !== 'routed') return [];
    const stringM = route.stringM === undefined ? null : route.stringM + route.movementM;
    return [{ id, name: run.name, lengthM: run.lengthM, stringM }];
  });
}

export const replacedRule: FindingRule<LengthsReplaced> = ({ doc }) => {
  const lines = replacedLines(doc);
  if (lines.length === 0) return [];
  return [
    {
      code: 'LENGTHS_REPLACED',
      severity: 'fix',
      stage: 'route',
      place: { of: 'subject', id: 'lengths', name: 'Lengths from hose ends' },
      dimension: 'count',
      value: lines.length,
      limit: 0,
      figures: { lines },
    },
  ];
};
