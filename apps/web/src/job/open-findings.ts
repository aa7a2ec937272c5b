import { findingFingerprint, findingKey, type Finding } from '@venula/core/outcome';
import type { SaidFinding } from '@venula/core/say';
import { useMemo } from 'react';
import { useAcceptances } from '../api/queries.ts';
import type { AcceptanceRow } from '../api/types.ts';
import { useJudgement, useOpenJob } from './job-context.ts';

const NO_ROWS: readonly AcceptanceRow[] = [];

/** The acceptance of a finding with its present numbers; one of other numbers, or of a file, does not count. */
export const standingFor = (finding: Finding, rows: readonly AcceptanceRow[]): AcceptanceRow | undefined =>
  rows.find(
    (r) =>
      !r.fromFile && r.findingKey === findingKey(finding) && r.fingerprint === findingFingerprint(finding),
  );

/** Findings of the newest judgement that are not accepted, the worst first. */
export function useOpenFindings(): readonly SaidFinding[] {
  const plan = useJudgement();
  const { id } = useOpenJob();
  const rows = useAcceptances(id).data ?? NO_ROWS;
  return useMemo(() => (plan?.findings ?? []).filter((f) => !standingFor(f, rows)), [plan, rows]);
}
