import type { JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { overlappingPaths, valueAt } from '@venula/core/formats';
import type { PatchOperation } from '@venula/core/outcome';
import { ApiError } from '../../src/api/client.ts';
import type { NewChange, NewReading } from '../../src/api/types.ts';
import type { ChangeAnswer } from '../../src/job/job-session.ts';

interface Change {
  readonly id: string;
  readonly clientId?: string;
  readonly version: number;
  readonly baseVersion: number;
  readonly patch: readonly PatchOperation[];
}

export const refusal = (
  status: number,
  code: string,
  details: readonly unknown[] = [],
  retryAfterMs?: number,
): ApiError =>
  new ApiError({
    status,
    code,
    message: code,
    remedy: '',
    details,
    ...(retryAfterMs === undefined ? {} : { retryAfterMs }),
  });

/** What this server takes for no result at all. */
export const FORBIDDEN = 'forbidden' as 'leak';
export const resultOf = (reading: unknown): unknown => {
  const { payload } = reading as NewReading;
  return 'result' in payload ? payload.result : undefined;
};

/**
 * The server's rules for changes and readings in a few lines: versions, retries, conflicts, content it refuses, runs that
 * close. What jobs.service.ts and test-runs.service.ts do with a database.
 */
export class ShopServer {
  version = 1;
  lineage: string | undefined;
  readonly changes: Change[] = [];
  readonly readings: (NewReading & { readonly jobId: string })[] = [];

  constructor(public document: JobDocument) {}

  change(body: NewChange): ChangeAnswer {
    const already = this.changes.find((c) => c.id === body.changeId);
    if (already) {
      if (JSON.stringify(already.patch) !== JSON.stringify(body.patch)) throw refusal(409, 'ID_TAKEN');
      const alone = already.version === body.baseVersion + 1 && already.version === this.version;
      return { version: this.version, ...(alone ? {} : { document: this.document }) };
    }
    const between = this.changes.filter((c) => c.version > body.baseVersion && c.clientId !== body.clientId);
    const paths = overlappingPaths(
      body.patch,
      between.flatMap((c) => c.patch),
    );
    if (paths.length > 0) {
      const conflicts = paths.map((path) => ({ path, theirs: valueAt(this.document, path) ?? null }));
      throw refusal(409, 'EDIT_CONFLICT', [{ version: this.version, document: this.document, conflicts }]);
    }
    const applied = applyPatch(this.document, body.patch);
    if (!applied.ok) throw refusal(422, 'PATCH_FAILED', [{ path: applied.errors[0]?.field }]);
    // Content nobody may store, as a figure out of range would be.
    if (body.patch.some((op) => String(op.value).startsWith('forbidden'))) throw refusal(422, 'OUT_OF_RANGE');
    const behind = body.baseVersion < this.version;
    this.document = applied.value;
    this.version += 1;
    this.changes.push({ ...body, id: body.changeId, version: this.version });
    return { version: this.version, ...(behind ? { document: this.document } : {}) };
  }

  add(jobId: string, runId: string, { sentAt: _, ...body }: Omit<NewReading, 'runId'>): unknown {
    // When it was sent is no part of it: another time with each try.
    const reading = { ...body, jobId, runId };
    const already = this.readings.find((r) => r.readingId === body.readingId);
    if (already) {
      if (JSON.stringify(already) !== JSON.stringify(reading)) throw refusal(409, 'ID_TAKEN');
      return already;
    }
    if (resultOf(body) === FORBIDDEN) throw refusal(400, 'VALIDATION');
    this.readings.push(reading);
    return reading;
  }
}
