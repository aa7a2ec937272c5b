import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Logger } from '@nestjs/common';
import Joi from 'joi';
import type { DataSource, EntityManager } from 'typeorm';
import { readConfig } from '../config.ts';
import { ShopDevice } from './shop-device.entity.ts';
import { ROLES, User, type Role } from './user.entity.ts';

const log = new Logger('access');

/** Who may come in: what a backup that is put back must not undo. */
export interface AccessState {
  readonly people: readonly { readonly id: string; readonly role: Role; readonly active: boolean }[];
  readonly devices: readonly { readonly id: string; readonly revoked: boolean }[];
}

export async function accessOf(tx: EntityManager): Promise<AccessState> {
  const people = await tx.find(User, { select: { id: true, role: true, active: true } });
  const devices = await tx.find(ShopDevice, { select: { id: true, revoked: true } });
  return { people, devices };
}

const id = Joi.string().uuid().required();
const shape = Joi.object<AccessState>({
  people: Joi.array()
    .items(
      Joi.object({
        id,
        role: Joi.string()
          .valid(...ROLES)
          .required(),
        active: Joi.boolean().required(),
      }),
    )
    .required(),
  devices: Joi.array()
    .items(Joi.object({ id, revoked: Joi.boolean().required() }))
    .required(),
});

/** Beside the backups, not in the database: it has to outlive the database. */
const file = (): string => join(readConfig().backupDir, 'access.json');

/**
 * Writes down who may come in, after each change of that. The change itself is made by then: where the file cannot be written, that is
 * logged, and a restore goes by the database.
 */
export async function keepAccess(db: DataSource): Promise<void> {
  const path = file();
  const part = `${path}.${randomUUID()}.part`;
  try {
    await mkdir(readConfig().backupDir, { recursive: true, mode: 0o700 });
    await writeFile(part, `${JSON.stringify(await accessOf(db.manager))}\n`, { mode: 0o600 });
    await rename(part, path);
  } catch (error) {
    log.error(`Who may come in could not be written to ${path}: ${String(error)}`);
    await rm(part, { force: true }).catch(() => undefined);
  }
}

/** As it was last written down; null: it is not there, or not whole. */
export async function keptAccess(): Promise<AccessState | null> {
  try {
    const { value, error } = shape.validate(JSON.parse(await readFile(file(), 'utf8'))) as {
      value: AccessState;
      error?: Error;
    };
    return error ? null : value;
  } catch {
    return null;
  }
}
