import { createHash } from 'node:crypto';
import { BadRequestException, Injectable, NotFoundException } from '@nestjs/common';
import sharp from 'sharp';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { DEFAULT_SETTINGS, type ShopSettings } from './settings.ts';
import { ShopRow, THE_SHOP } from './shop.entity.ts';

/** The shop as every page knows it. */
export interface ShopFace extends ShopSettings {
  /** `new`: nobody has started it yet. */
  readonly state: 'new' | 'demo' | 'own';
  /** Changes with the picture; null: none. */
  readonly logoSum: string | null;
}

/** A letterhead: anything larger is made smaller. */
const LOGO = { width: 900, height: 300, pixels: 40e6 } as const;

@Injectable()
export class ShopService {
  constructor(private readonly db: DataSource) {}

  async face(tx: EntityManager = this.db.manager): Promise<ShopFace> {
    const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
    const settings = { ...DEFAULT_SETTINGS, name: '', ...shop?.settings };
    return {
      ...settings,
      state: settings.name === '' ? 'new' : shop?.demo ? 'demo' : 'own',
      logoSum: shop?.logoSum ?? null,
    };
  }

  async change(settings: ShopSettings, actor: Actor): Promise<ShopFace> {
    return this.db.transaction(async (tx) => {
      const shop = await tx.findOneOrFail(ShopRow, {
        where: { id: THE_SHOP },
        lock: { mode: 'pessimistic_write' },
      });
      const was = shop.settings as unknown as Record<string, unknown>;
      const changed = Object.entries(settings).filter(
        ([key, value]) => JSON.stringify(value) !== JSON.stringify(was[key]),
      );
      await tx.update(ShopRow, { id: THE_SHOP }, { settings: settings, author: actor.name, at: new Date() });
      if (changed.length > 0)
        await audit(tx, actor.name, 'settings-changed', null, {
          was: Object.fromEntries(changed.map(([key]) => [key, was[key] ?? null])),
          now: Object.fromEntries(changed),
        });
      return this.face(tx);
    });
  }

  async logo(): Promise<Buffer | null> {
    const row = await this.db.getRepository(ShopRow).findOne({
      where: { id: THE_SHOP },
      select: { id: true, logo: true },
    });
    return row?.logo ?? null;
  }

  /** @throws NotFoundException where there is none */
  async logoOrFail(): Promise<Buffer> {
    const logo = await this.logo();
    if (!logo) throw new NotFoundException({ code: 'NO_LOGO', message: 'The shop has no logo.' });
    return logo;
  }

  /** Made anew from what came in, so that only a picture is kept; null takes it away. */
  async setLogo(picture: Buffer | null, actor: Actor): Promise<ShopFace> {
    const logo = picture && (await asLogo(picture));
    const logoSum = logo && createHash('sha256').update(logo).digest('hex');
    await this.db.transaction(async (tx) => {
      await tx.update(ShopRow, { id: THE_SHOP }, { logo, logoSum, author: actor.name, at: new Date() });
      await audit(tx, actor.name, logo ? 'logo-set' : 'logo-removed', null);
    });
    return this.face();
  }
}

async function asLogo(picture: Buffer): Promise<Buffer> {
  try {
    return await sharp(picture, { limitInputPixels: LOGO.pixels, failOn: 'warning' })
      .rotate()
      .resize({ width: LOGO.width, height: LOGO.height, fit: 'inside', withoutEnlargement: true })
      .png()
      .toBuffer();
  } catch {
    throw new BadRequestException({
      code: 'NOT_A_PICTURE',
      message: 'This is no picture the shop can print.',
      remedy: 'Pick a PNG, JPEG or WebP file.',
    });
  }
}
