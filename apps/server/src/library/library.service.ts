import { isDeepStrictEqual } from 'node:util';
import { BadRequestException, ConflictException, Injectable } from '@nestjs/common';
import { checkLibrary } from '@venula/core/formats';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { oneAtATime } from '../db/locks.ts';
import { LibraryRow } from './library-entry.entity.ts';
import type { EntryBody } from './library-schemas.ts';

/** A shop’s parts: what is more is a parts catalog, which belongs elsewhere. */
const MOST_ENTRIES = 5000;

@Injectable()
export class LibraryService {
  constructor(private readonly db: DataSource) {}

  list(): Promise<LibraryRow[]> {
    return this.db.getRepository(LibraryRow).find({ order: { name: 'ASC' } });
  }

  /** Adds or changes an entry. Of two who change the same state, the second is told. */
  async put(id: string, { name, data, retired, baseRevision }: EntryBody, actor: Actor): Promise<LibraryRow> {
    const checked = checkLibrary(data);
    if (!checked.ok)
      throw new BadRequestException({
        code: 'BAD_PART',
        message: `${name}: ${checked.errors[0]!.message}.`,
        remedy: checked.errors[0]!.remedy,
        details: checked.errors.map((e) => ({ path: e.field, message: e.message })),
      });
    return this.db.transaction(async (tx) => {
      // Names are the shop’s word for a part: one at a time decides who has which.
      await oneAtATime(tx, 'library');
      const before = await tx.findOneBy(LibraryRow, { id });
      const next = { name, data: checked.value, retired };
      if (
        before &&
        isDeepStrictEqual(next, { name: before.name, data: before.data, retired: before.retired })
      )
        return before;
      if ((before?.revision ?? 0) !== baseRevision)
        throw new ConflictException({
          code: 'LIBRARY_MOVED',
          message: before
            ? `${before.author} changed ${before.name} meanwhile.`
            : 'It is no longer in the library.',
          remedy: 'Load the library again, look at it, and change it anew.',
        });
      const twin = await tx
        .createQueryBuilder(LibraryRow, 'e')
        .where('lower(e.name) = lower(:name) AND e.id <> :id AND NOT e.retired', { name, id })
        .getOne();
      if (twin && !retired)
        throw new ConflictException({
          code: 'NAME_TAKEN',
          message: `There is a ${twin.name} in the library already.`,
          remedy: 'Give it another name, or change that one.',
        });
      if (!before && (await tx.count(LibraryRow)) >= MOST_ENTRIES)
        throw new ConflictException({
          code: 'LIBRARY_FULL',
          message: `The library holds ${MOST_ENTRIES} entries already.`,
          remedy: 'Change one that is no longer used.',
        });
      const row = { ...next, id, revision: baseRevision + 1, author: actor.name, at: new Date() };
      await tx.upsert(LibraryRow, row, ['id']);
      await audit(tx, actor.name, before ? 'library-changed' : 'library-added', null, { id, name, retired });
      return tx.findOneByOrFail(LibraryRow, { id });
    });
  }
}
