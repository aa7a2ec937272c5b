import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { PartQuery } from './search-schemas.ts';

/** A part of some job. */
export interface FoundPart {
  readonly jobId: string;
  readonly number: number;
  readonly title: string;
  readonly partId: string;
  readonly name: string;
  readonly kind: string;
  /** Lines only. */
  readonly hose: string | null;
  readonly dash: string | null;
  /** Whether it stands in a feed or a return. */
  readonly role: string | null;
}

/** More than anybody reads: ask closer. */
const MOST = 200;

/** An object where one belongs; a stored plan that is broken there has no parts. */
const objectAt = (path: string): string =>
  `CASE WHEN jsonb_typeof(j.document #> '${path}') = 'object' THEN j.document #> '${path}' ELSE '{}'::jsonb END`;

const SQL = `
  SELECT * FROM (
    SELECT j.id AS "jobId", j.number, j.title, j.updated_at, e.key AS "partId",
      e.value ->> 'name' AS name, e.value ->> 'kind' AS kind,
      e.value ->> 'hose' AS hose, e.value ->> 'dash' AS dash,
      (SELECT p.value ->> 'role' FROM jsonb_each(${objectAt('{plumbing,paths}')}) p
        WHERE p.value -> 'order' @> to_jsonb(e.key) LIMIT 1) AS role,
      concat_ws(' ', e.value ->> 'name', e.value ->> 'catalogueId', e.value #>> '{fromLibrary,name}') AS label
    FROM job j CROSS JOIN LATERAL jsonb_each(${objectAt('{plumbing,elements}')}) e
    WHERE NOT j.archived
  ) part
  WHERE ($1 = '' OR label ILIKE $1)
    AND ($2::text IS NULL OR kind = $2) AND ($3::text IS NULL OR dash = $3)
    AND ($4::text IS NULL OR role = $4) AND ($5::text IS NULL OR hose = $5)
  ORDER BY updated_at DESC, number DESC, "partId"
  LIMIT ${MOST + 1}`;

@Injectable()
export class SearchService {
  constructor(private readonly db: DataSource) {}

  /** Which cars have this check valve; every return in -6. Newest jobs first. */
  async parts({ words, kind, dash, role, hose }: PartQuery): Promise<{ items: FoundPart[]; more: boolean }> {
    const like = words === undefined ? '' : `%${words.replaceAll(/[\\%_]/g, '\\$&')}%`;
    const rows: (FoundPart & { updated_at: Date; label: string })[] = await this.db.query(SQL, [
      like,
      kind ?? null,
      dash === undefined ? null : String(dash),
      role ?? null,
      hose ?? null,
    ]);
    const items = rows.slice(0, MOST).map(({ updated_at: _at, label: _label, ...part }) => part);
    return { items, more: rows.length > MOST };
  }
}
