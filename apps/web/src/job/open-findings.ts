import { findingFingerprint, findingKey, type Finding } from '@venula/core/outcome';
import type { SaidFinding } from '@venula/core/say';
import { useMemo } from 'react';
import { useAcceptances } from '../api/queries.ts';
import type { AcceptanceRow } from '../api/types.ts';
import { useJudgement, useOpenJob } from './job-context.ts';

const NOBODY: readonly AcceptanceRow[] = [];

/** Acceptance that stands for the finding's present numbers; an older one has lapsed. */
export const standingFor = (finding: Finding, rows: readonly AcceptanceRow[]): AcceptanceRow | undefined =>
  rows.find((r) => r.findingKey === findingKey(finding) && r.fingerprint === findingFingerprint(finding));

/** Findings of the newest judgement that nobody has accepted, the worst first. */
export function useOpenFindings(): readonly SaidFinding[] {
  const plan = useJudgement();
  const { id } = useOpenJob();
  const rows = useAcceptances(id).data ?? NOBODY;
  return useMemo(() => (plan?.findings ?? []).filter((f) => !standingFor(f, rows)), [plan, rows]);
}
