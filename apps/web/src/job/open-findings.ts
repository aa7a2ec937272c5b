import { findingFingerprint, findingKey, type Finding } from '@venula/core/outcome';
import type { SaidFinding } from '@venula/core/say';
import { useMemo } from 'react';
import { useAcceptances } from '../api/queries.ts';
import type { AcceptanceRow } from '../api/types.ts';
import { useJudgement, useOpenJob } from './job-context.ts';

const NO_ROWS: readonly AcceptanceRow[] = [];

const isOf = (finding: Finding) => (row: AcceptanceRow) =>
  row.findingKey === findingKey(finding) && row.fingerprint === findingFingerprint(finding);

/** The acceptance of a finding with its present numbers; one of other numbers, or of a file, does not count. */
export const standingFor = (finding: Finding, rows: readonly AcceptanceRow[]): AcceptanceRow | undefined =>
  rows.filter((r) => !r.fromFile).find(isOf(finding));

/** What a file says of a finding with its present numbers: it is open here all the same. */
export const statedFor = (finding: Finding, rows: readonly AcceptanceRow[]): AcceptanceRow | undefined =>
  rows.filter((r) => r.fromFile).find(isOf(finding));

/** Findings of the newest judgement that are not accepted, the worst first. */
export function useOpenFindings(): readonly SaidFinding[] {
  const plan = useJudgement();
  const { id } = useOpenJob();
  const rows = useAcceptances(id).data ?? NO_ROWS;
  return useMemo(() => (plan?.findings ?? []).filter((f) => !standingFor(f, rows)), [plan, rows]);
}
