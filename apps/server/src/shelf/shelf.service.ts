import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Reservation } from './reservation.entity.ts';
import { ShelfItem } from './shelf-item.entity.ts';
import type { ShelfBody } from './shelf-schemas.ts';

/** Something on the shelf with who has put how much of it aside. */
export interface ShelfRow extends ShelfItem {
  readonly reserved: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly title: string;
    readonly quantity: number;
  }[];
}

/** Rounding of a length that was added up is no shortage, m. */
const TINY = 1e-6;

@Injectable()
export class ShelfService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
  ) {}

  async list(): Promise<ShelfRow[]> {
    const items = await this.db.getRepository(ShelfItem).find({ order: { part: 'ASC', at: 'ASC' } });
    const reserved = await this.db.getRepository(Reservation).find({ relations: { job: true } });
    const by = new Map<string, ShelfRow['reserved'][number][]>();
    for (const { itemId, jobId, quantity, job } of reserved)
      by.set(itemId, [
        ...(by.get(itemId) ?? []),
        { jobId, quantity, number: job!.number, title: job!.title },
      ]);
    return items.map((item) => ({ ...item, reserved: by.get(item.id) ?? [] }));
  }

  /** Puts something on the shelf, or says anew what there is of it; never less than is put aside. */
  async put(id: string, body: ShelfBody, actor: Actor): Promise<ShelfItem> {
    return this.db.transaction(async (tx) => {
      const before = await this.locked(tx, id);
      const aside = before ? await this.aside(tx, id) : 0;
      if (body.quantity < aside - TINY)
        throw new ConflictException({
          code: 'RESERVED',
          message: `${aside} of it are put aside for jobs: there cannot be ${body.quantity}.`,
          remedy: 'Put some of it back from a job first.',
        });
      if (before && before.unit !== body.unit && aside > 0)
        throw new ConflictException({
          code: 'RESERVED',
          message: 'Some of it is put aside for jobs in the other unit.',
          remedy: 'Put it back from the jobs first.',
        });
      // Who says so, and when: of the newest count.
      const row = { ...body, id, author: actor.name, at: new Date() };
      await tx.upsert(ShelfItem, row, ['id']);
      await audit(tx, actor.name, before ? 'shelf-counted' : 'shelf-added', null, { ...body, id });
      return tx.findOneByOrFail(ShelfItem, { id });
    });
  }

  async remove(id: string, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      const item = await this.locked(tx, id);
      if (!item) return;
      if ((await this.aside(tx, id)) > TINY)
        throw new ConflictException({
          code: 'RESERVED',
          message: 'Some of it is put aside for jobs.',
          remedy: 'Put it back from the jobs first.',
        });
      await tx.delete(ShelfItem, { id });
      await audit(tx, actor.name, 'shelf-removed', null, { id, part: item.part });
    });
  }

  /** Puts so much of it aside for a job; none puts it back. Two jobs never get the same piece. */
  async reserve(id: string, jobId: string, quantity: number, actor: Actor): Promise<ShelfItem> {
    await this.jobs.find(jobId);
    return this.db.transaction(async (tx) => {
      const item = await this.locked(tx, id);
      if (!item)
        throw new NotFoundException({
          code: 'NOT_ON_THE_SHELF',
          message: 'That is no longer on the shelf.',
          remedy: 'Load the list again.',
        });
      if (item.unit === 'each' && !Number.isInteger(quantity))
        throw new BadRequestException({
          code: 'WHOLE_PIECES',
          message: `${quantity} of it cannot be put aside: it comes by the piece.`,
          remedy: 'Use a whole number.',
        });
      const own = await tx.findOneBy(Reservation, { itemId: id, jobId });
      const free = item.quantity - (await this.aside(tx, id)) + (own?.quantity ?? 0);
      if (quantity > free + TINY)
        throw new ConflictException({
          code: 'NOT_ENOUGH',
          message: `${quantity} are wanted and ${free} are free.`,
          remedy: 'Order the rest, or put some back from another job.',
        });
      if (quantity === 0) await tx.delete(Reservation, { itemId: id, jobId });
      else
        await tx.upsert(Reservation, { itemId: id, jobId, quantity, author: actor.name, at: new Date() }, [
          'itemId',
          'jobId',
        ]);
      await audit(tx, actor.name, quantity === 0 ? 'put-back' : 'put-aside', jobId, {
        part: item.part,
        quantity,
      });
      return item;
    });
  }

  private locked(tx: EntityManager, id: string): Promise<ShelfItem | null> {
    return tx.findOne(ShelfItem, { where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  private async aside(tx: EntityManager, itemId: string): Promise<number> {
    return (await tx.sum(Reservation, 'quantity', { itemId })) ?? 0;
  }
}
