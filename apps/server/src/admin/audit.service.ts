import { Injectable } from '@nestjs/common';
import { Brackets, DataSource } from 'typeorm';
import { AuditRow } from '../audit/audit.entity.ts';

export interface AuditQuery {
  readonly search: string;
  readonly action: string;
  /** Only older than this row; 0: from the newest. */
  readonly before: number;
}

/** A line of the list: who did what, when, to which job. */
export interface AuditEntry extends Pick<AuditRow, 'id' | 'at' | 'actor' | 'action' | 'jobId' | 'detail'> {
  readonly jobNumber: number | null;
  readonly jobTitle: string | null;
}

const PAGE = 50;

/** Who did what in the whole shop, the newest first. */
@Injectable()
export class AuditService {
  constructor(private readonly db: DataSource) {}

  async list({ search, action, before }: AuditQuery) {
    const query = this.db
      .getRepository(AuditRow)
      .createQueryBuilder('a')
      .leftJoin('job', 'job', 'job.id = a.job_id')
      .select([
        'a.id AS id',
        'a.at AS at',
        'a.actor AS actor',
        'a.action AS action',
        'a.job_id AS "jobId"',
        'a.detail AS detail',
        'job.number AS "jobNumber"',
        'job.title AS "jobTitle"',
      ])
      // What a file says was done elsewhere is part of that job’s history, not of what was done here.
      .where('NOT a.from_file')
      .orderBy('a.id', 'DESC')
      // One more tells whether there are more.
      .limit(PAGE + 1);
    if (before > 0) query.andWhere('a.id < :before', { before });
    if (action) query.andWhere('a.action = :action', { action });
    if (search) {
      const like = `%${search.replaceAll(/[\\%_]/g, '\\$&')}%`;
      query.andWhere(
        new Brackets((q) =>
          q
            .where('a.actor ILIKE :like', { like })
            .orWhere('job.title ILIKE :like')
            .orWhere('a.detail::text ILIKE :like'),
        ),
      );
    }
    const rows = await query.getRawMany<AuditEntry>();
    return { items: rows.slice(0, PAGE), more: rows.length > PAGE };
  }

  async actions(): Promise<string[]> {
    const rows = await this.db.query<{ action: string }[]>(
      'SELECT DISTINCT action FROM audit WHERE NOT from_file ORDER BY action',
    );
    return rows.map((r) => r.action);
  }
}
