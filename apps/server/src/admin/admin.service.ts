import { readFileSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { readConfig } from '../config.ts';
import { CORE_VERSION } from '../judging/core-version.ts';
import { listBackups } from './backup-folder.ts';

const { version } = JSON.parse(
  readFileSync(new URL('../../../../package.json', import.meta.url), 'utf8'),
) as { version: string };

/** What a lead wants to know of the service. */
@Injectable()
export class AdminService {
  constructor(private readonly db: DataSource) {}

  async state() {
    const [size] = await this.db.query<[Record<string, string>]>(
      `SELECT pg_database_size(current_database()) AS database, pg_total_relation_size('photo') AS photos,
         (SELECT count(*) FROM job) AS jobs, (SELECT count(*) FROM test_reading) AS readings,
         (SELECT count(*) FROM photo) AS "photoCount"`,
    );
    const backups = await listBackups();
    return {
      version,
      core: CORE_VERSION,
      databaseBytes: Number(size['database']),
      photoBytes: Number(size['photos']),
      jobs: Number(size['jobs']),
      readings: Number(size['readings']),
      photos: Number(size['photoCount']),
      backups,
      /** Room left where backups lie; null: it cannot be told. */
      freeBytes: await freeBytes(),
    };
  }
}

const freeBytes = (): Promise<number | null> =>
  statfs(readConfig().backupDir).then(
    ({ bavail, bsize }) => bavail * bsize,
    () => null,
  );
