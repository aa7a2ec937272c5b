import type { JobDocument } from '../../document/job-document.ts';
import { fittingMotor, pumpFaults, type PumpFault } from '../../kinds/plumbing/pump/pump-faults.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type PumpUnusable = Found<'PUMP_UNUSABLE', { readonly fault: PumpFault; readonly usualOhms: number }>;

/** A pump no law can use: stored by an earlier version, or read from a file the checker has not seen. */
export const unusableRule: FindingRule<PumpUnusable> = ({ doc }) => unusablePumps(doc);

export const unusablePumps = (doc: JobDocument): PumpUnusable[] =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]): PumpUnusable[] => {
    if (e.kind !== 'pump') return [];
    const [fault] = pumpFaults(e);
    if (!fault) return [];
    return [
      {
        code: 'PUMP_UNUSABLE',
        severity: 'stop',
        stage: 'plumb',
        place: { of: 'part', id, name: e.name },
        dimension: 'count',
        value: 0,
        limit: 1,
        figures: { fault, usualOhms: fittingMotor(e).armatureOhms },
      },
    ];
  });
