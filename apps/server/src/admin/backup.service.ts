import { BadRequestException, ConflictException, Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { keepAccess } from '../accounts/access-state.ts';
import { accessBefore, holdAccess } from '../accounts/hold-access.ts';
import { ifNobodyElse } from '../db/locks.ts';
import { createDataSource } from '../db/data-source.ts';
import { beginLineage } from '../shop/lineage.ts';
import { ShopService } from '../shop/shop.service.ts';
import { findBackup, lastSchema, putBack, sumOfFile, writeBackup, type BackupNote } from './backup-folder.ts';

/** The whole shop to a file and back. */
@Injectable()
export class BackupService {
  constructor(
    private readonly db: DataSource,
    private readonly shop: ShopService,
  ) {}

  make(actor: Actor): Promise<BackupNote> {
    return this.alone(async () => {
      const { name } = await this.shop.face();
      const note = await writeBackup({ author: actor.name, shop: name, schema: await lastSchema(this.db) });
      await audit(this.db.manager, actor.name, 'backup-made', null, { file: note.file, bytes: note.bytes });
      return note;
    });
  }

  /**
   * Puts the shop back to how it was. What was entered since is gone, so the shop’s name is asked for; everybody signs in anew, and who
   * lost access since the backup does not get it back by it.
   */
  restore(file: string, shop: string, actor: Actor): Promise<void> {
    return this.alone(async (patient) => {
      const { note, path } = await findBackup(file);
      const { name } = await this.shop.face();
      if (shop.trim().toLowerCase() !== name.toLowerCase())
        throw new BadRequestException({
          code: 'NOT_THE_NAME',
          message: `Type the name of the shop, “${name}”, to put the backup back.`,
          details: [{ path: 'shop', message: 'is not the name of the shop' }],
        });
      if ((await sumOfFile(path)) !== note.sha256)
        throw new ConflictException({
          code: 'BACKUP_DAMAGED',
          message: 'The file is not the one that was written: it is damaged, or somebody changed it.',
          remedy: 'Take another backup.',
        });
      if (!this.db.migrations.some((m) => m.name === note.schema))
        throw new ConflictException({
          code: 'BACKUP_NEWER',
          message: 'The backup was made by a newer version of Venula.',
          remedy: 'Update Venula first.',
        });
      const before = await accessBefore(this.db);
      await putBack(path);
      // An older backup has older tables.
      await patient.runMigrations();
      await this.db.transaction(async (tx) => {
        await holdAccess(tx, before, actor.id);
        await beginLineage(tx);
        await audit(tx, actor.name, 'backup-restored', null, { file, of: note.at });
      });
      await keepAccess(this.db);
    });
  }

  /**
   * One backup or restore at a time, whichever server it runs on.
   * @param work gets a way to the database that waits as long as it takes
   */
  private async alone<T>(work: (patient: DataSource) => Promise<T>): Promise<T> {
    const patient = createDataSource();
    await patient.initialize();
    try {
      return await patient.transaction(async (tx) => {
        if (!(await ifNobodyElse(tx, 'backup')))
          throw new ConflictException({
            code: 'BACKUP_RUNS',
            message: 'A backup is being made or put back just now.',
            remedy: 'Wait until it is done.',
          });
        return work(patient);
      });
    } finally {
      await patient.destroy();
    }
  }
}
