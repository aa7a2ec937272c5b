import { Injectable } from '@nestjs/common';
import type { PartQuery } from './search-schemas.ts';
import { SearchTurns } from './search-turns.ts';

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

const LABELS = 'SELECT id FROM part_label WHERE label ILIKE $1';

const PARTS = `
  SELECT j.id AS "jobId", j.number, j.title, p.part_id AS "partId", p.name, p.kind, p.hose, p.dash, p.role
  FROM job j JOIN job_part p ON p.job_id = j.id
  WHERE NOT j.archived
    AND ($1::integer[] IS NULL OR p.label_id = ANY ($1))
    AND ($2::text IS NULL OR p.kind = $2) AND ($3::text IS NULL OR p.dash = $3)
    AND ($4::text IS NULL OR p.role = $4) AND ($5::text IS NULL OR p.hose = $5)
  ORDER BY j.updated_at DESC, j.number DESC, p.part_id
  LIMIT ${MOST + 1}`;

@Injectable()
export class SearchService {
  constructor(private readonly turns: SearchTurns) {}

  /**
   * Which cars have this check valve; every return in -6. Newest jobs first.
   * @throws ConflictException where a later search of the same session came first
   */
  async parts(
    { words, kind, dash, role, hose }: PartQuery,
    session: string,
    dropped: AbortSignal,
  ): Promise<{ items: FoundPart[]; more: boolean }> {
    return this.turns.run(session, dropped, async (query) => {
      // Apart from the parts: which labels they are tells the database whether to read the parts by them or by job.
      const labels =
        words === undefined
          ? null
          : (await query<{ id: number }>(LABELS, [`%${words.replaceAll(/[\\%_]/g, '\\$&')}%`])).map(
              ({ id }) => id,
            );
      const rows = await query<FoundPart>(PARTS, [
        labels,
        kind ?? null,
        dash === undefined ? null : String(dash),
        role ?? null,
        hose ?? null,
      ]);
      return { items: rows.slice(0, MOST), more: rows.length > MOST };
    });
  }
}
