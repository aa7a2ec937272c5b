import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { chmod, mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { NotFoundException } from '@nestjs/common';
import Joi from 'joi';
import type { DataSource } from 'typeorm';
import { readConfig } from '../config.ts';
import { runPg } from './pg-tools.ts';

/** What is known of a backup: it lies beside it, since a database that is put back knows nothing of later ones. */
export interface BackupNote {
  readonly file: string;
  /** ISO 8601. */
  readonly at: string;
  readonly author: string;
  readonly shop: string;
  readonly bytes: number;
  readonly sha256: string;
  /** Newest change of the tables it holds. */
  readonly schema: string;
  /** The machine that wrote it. */
  readonly host: string;
}

const note = Joi.object<BackupNote>({
  file: Joi.string()
    .pattern(/^[A-Za-z0-9-]+\.dump$/)
    .required(),
  at: Joi.string().isoDate().required(),
  author: Joi.string().required(),
  shop: Joi.string().allow('').required(),
  bytes: Joi.number().required(),
  sha256: Joi.string().hex().length(64).required(),
  schema: Joi.string().required(),
  host: Joi.string().required(),
});

/** A file’s sum, without holding it in memory. */
export async function sumOfFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(path) as AsyncIterable<Buffer>) hash.update(part);
  return hash.digest('hex');
}

async function folder(): Promise<string> {
  const { backupDir } = readConfig();
  await mkdir(backupDir, { recursive: true, mode: 0o700 });
  return backupDir;
}

/** Every backup in the folder that is whole, the newest first. */
export async function listBackups(): Promise<BackupNote[]> {
  const dir = await folder();
  const names = await readdir(dir);
  const notes = await Promise.all(
    names.filter((n) => n.endsWith('.dump.json')).map((n) => readNote(join(dir, n))),
  );
  return notes
    .flatMap((n) => (n && names.includes(n.file) ? n : []))
    .sort((a, b) => b.at.localeCompare(a.at));
}

async function readNote(path: string): Promise<BackupNote | null> {
  const raw = await readFile(path, 'utf8').catch(() => null);
  if (raw === null) return null;
  try {
    const { value, error } = note.validate(JSON.parse(raw)) as { value: BackupNote; error?: Error };
    return error ? null : value;
  } catch {
    return null;
  }
}

/** @throws NotFoundException for a name that is none of the folder’s own */
export async function findBackup(
  file: string,
): Promise<{ readonly note: BackupNote; readonly path: string }> {
  const found = (await listBackups()).find((n) => n.file === file);
  if (!found)
    throw new NotFoundException({
      code: 'NO_SUCH_BACKUP',
      message: 'There is no such backup on this server.',
      remedy: 'Load the list again.',
    });
  return { note: found, path: join(await folder(), file) };
}

/** Writes the whole database, as of one moment, into the folder. It has its name only once it is whole. */
export async function writeBackup(of: Pick<BackupNote, 'author' | 'shop' | 'schema'>): Promise<BackupNote> {
  const dir = await folder();
  const at = new Date().toISOString();
  const file = `venula-${at.slice(0, 19).replaceAll(/[:T]/g, '-')}-${randomUUID().slice(0, 4)}.dump`;
  const part = join(dir, `${file}.part`);
  try {
    await runPg('pg_dump', ['--format=custom', '--no-owner', `--file=${part}`]);
    await chmod(part, 0o600);
    const written: BackupNote = {
      file,
      at,
      ...of,
      bytes: (await stat(part)).size,
      sha256: await sumOfFile(part),
      host: hostname(),
    };
    await rename(part, join(dir, file));
    await writeFile(join(dir, `${file}.json`), `${JSON.stringify(written, null, 2)}\n`, { mode: 0o600 });
    return written;
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Newest change of the tables that a database has. */
export async function lastSchema(db: DataSource): Promise<string> {
  const [row] = await db.query<[{ name: string }]>(
    'SELECT name FROM migrations ORDER BY timestamp DESC LIMIT 1',
  );
  return row.name;
}

/** Puts a file back in one transaction: on any error nothing is changed. */
export const putBack = (path: string): Promise<void> =>
  runPg('pg_restore', [
    '--clean',
    '--if-exists',
    '--no-owner',
    '--single-transaction',
    `--dbname=${decodeURIComponent(new URL(readConfig().databaseUrl).pathname.slice(1))}`,
    path,
  ]);
