import type { EntityManager } from 'typeorm';
import { AuditRow } from './audit.entity.ts';

/** Adds an audit row through the caller's transaction: no deed without its row, no row without its deed. */
export async function audit(
  tx: EntityManager,
  actor: string,
  action: string,
  jobId: string | null,
  detail: Record<string, unknown> = {},
): Promise<void> {
  await tx.insert(AuditRow, { actor, action, jobId, detail: detail as never });
}
