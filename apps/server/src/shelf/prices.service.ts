import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { ShopPrice } from './price.entity.ts';
import type { PricesBody } from './shelf-schemas.ts';

@Injectable()
export class PricesService {
  constructor(private readonly db: DataSource) {}

  list(): Promise<ShopPrice[]> {
    return this.db.getRepository(ShopPrice).find({ order: { part: 'ASC' } });
  }

  /** All of them or none; a price of null takes it off the list. */
  async put({ prices }: PricesBody, actor: Actor): Promise<ShopPrice[]> {
    await this.db.transaction(async (tx) => {
      // The last of two for one part wins: one statement never writes a row twice.
      const by = new Map(prices.map((p) => [`${p.unit} ${p.part}`, p]));
      const kept = [...by.values()].flatMap(({ part, unit, cents }) =>
        cents === null ? [] : [{ part, unit, cents, author: actor.name, at: new Date() }],
      );
      for (const { part, unit, cents } of by.values())
        if (cents === null) await tx.delete(ShopPrice, { part, unit });
      if (kept.length > 0) await tx.upsert(ShopPrice, kept, ['part', 'unit']);
      await audit(tx, actor.name, 'prices-set', null, { count: by.size });
    });
    return this.list();
  }
}
