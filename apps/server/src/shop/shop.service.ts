import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import sharp from 'sharp';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { DEFAULT_SETTINGS, SETTINGS, type SettingsChange, type ShopSettings } from './settings.ts';
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

  /** @throws ConflictException where somebody has changed the same meanwhile; nothing is changed then */
  async change({ now, was }: SettingsChange, actor: Actor): Promise<ShopFace> {
    return this.db.transaction(async (tx) => {
      const shop = await tx.findOneOrFail(ShopRow, {
        where: { id: THE_SHOP },
        lock: { mode: 'pessimistic_write' },
      });
      const stored = { ...DEFAULT_SETTINGS, ...shop.settings };
      const changed = SETTINGS.filter((key) => key in now && !isDeepStrictEqual(now[key], stored[key]));
      const overlap = changed.filter((key) => !isDeepStrictEqual(was[key], stored[key]));
      if (overlap.length > 0) throw meanwhile(overlap);
      if (changed.length === 0) return this.face(tx);
      const picked = (from: Partial<ShopSettings>) =>
        Object.fromEntries(changed.map((key) => [key, from[key]]));
      const settings: ShopSettings = { ...stored, ...picked(now) };
      await tx.update(ShopRow, { id: THE_SHOP }, { settings, author: actor.name, at: new Date() });
      await audit(tx, actor.name, 'settings-changed', null, { was: picked(stored), now: picked(now) });
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

/** Who did stands in the audit: the row itself knows only who touched it last, be it for the logo. */
const meanwhile = (fields: readonly string[]) =>
  new ConflictException({
    code: 'SETTINGS_CHANGED',
    message: 'Somebody has changed the same meanwhile.',
    remedy: 'Look at what they saved, then save again or leave it.',
    details: fields.map((path) => ({ path, message: 'was changed meanwhile' })),
  });

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
