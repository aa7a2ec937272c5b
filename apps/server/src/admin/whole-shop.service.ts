import { Readable } from 'node:stream';
import { ConflictException, HttpException, Injectable } from '@nestjs/common';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { DataSource } from 'typeorm';
import { newPerson } from '../accounts/account-schemas.ts';
import { PeopleService } from '../accounts/people.service.ts';
import type { Actor } from '../accounts/sessions.service.ts';
import { User } from '../accounts/user.entity.ts';
import { json, text } from '../archive/archive-format.ts';
import { ArchiveService } from '../archive/archive.service.ts';
import { audit } from '../audit/audit.ts';
import { Job } from '../jobs/job.entity.ts';
import { LibraryService } from '../library/library.service.ts';
import { entryBody } from '../library/library-schemas.ts';
import { PricesService } from '../shelf/prices.service.ts';
import { pricesBody, shelfBody } from '../shelf/shelf-schemas.ts';
import { Reservation } from '../shelf/reservation.entity.ts';
import { ShelfItem } from '../shelf/shelf-item.entity.ts';
import { ShelfService } from '../shelf/shelf.service.ts';
import { wholeSettings } from '../shop/settings.ts';
import { ShopService } from '../shop/shop.service.ts';
import { ShopArchive } from './shop-archive.ts';
import { FORMAT, README, readShopFile, valid, VERSION, type ShopFile } from './whole-shop-file.ts';

/** As many as one request takes. */
const MOST_PRICES = 2000;

/** What came of taking a shop in. */
export interface TakenIn {
  readonly jobs: number;
  /** Who signed there: disabled here, until a lead enables them. */
  readonly people: number;
  readonly library: number;
  readonly shelf: number;
  /** What is put aside for jobs. */
  readonly aside: number;
  /** Lists of prices. */
  readonly prices: number;
  /** Settings and logo, where they were asked for. */
  readonly settings: number;
  /** What was left out, by name and reason. */
  readonly left: readonly { readonly what: string; readonly why: string }[];
}

/** The whole shop as open files, and in again beside what is there. */
@Injectable()
export class WholeShopService {
  constructor(
    private readonly db: DataSource,
    private readonly people: PeopleService,
    private readonly archive: ArchiveService,
    private readonly shop: ShopService,
    private readonly library: LibraryService,
    private readonly shelf: ShelfService,
    private readonly prices: PricesService,
  ) {}

  /** Written as it is read, a job at a time, as fast as it is taken: a shop is larger than memory. */
  write(actor: Actor): Readable {
    return Readable.from(this.packed(actor));
  }

  private async *packed(actor: Actor): AsyncGenerator<Uint8Array> {
    const ready: Uint8Array[] = [];
    const zip = new Zip((error, part) => {
      if (error) throw error;
      ready.push(part);
    });
    for await (const [name, bytes] of this.files(actor)) {
      // Archives are packed already.
      const file = name.endsWith('.zip') ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
      zip.add(file);
      file.push(bytes, true);
      yield* ready.splice(0);
    }
    zip.end();
    yield* ready.splice(0);
  }

  private async *files(actor: Actor): AsyncGenerator<readonly [name: string, bytes: Uint8Array]> {
    await audit(this.db.manager, actor.name, 'shop-exported', null);
    const people = await this.db.getRepository(User).find({ order: { name: 'ASC' } });
    const { state: _state, logoSum: _sum, ...settings } = await this.shop.face();
    const logo = await this.shop.logo();
    yield ['README.txt', text(README)];
    if (logo) yield ['logo.png', logo];
    yield [
      'shop.json',
      json({
        format: FORMAT,
        version: VERSION,
        settings,
        people: people.map(({ login, name, role, active, formerNames }) => ({
          login,
          name,
          role,
          active,
          formerNames,
        })),
        library: await this.library.list(),
        shelf: await this.db.getRepository(ShelfItem).find({ order: { part: 'ASC' } }),
        aside: await this.db.getRepository(Reservation).find({ order: { itemId: 'ASC', jobId: 'ASC' } }),
        prices: await this.prices.list(),
      }),
    ];
    const jobs = await this.db.getRepository(Job).find({
      select: { id: true, number: true },
      order: { number: 'ASC' },
    });
    for (const { id: jobId, number } of jobs)
      yield [`jobs/${String(number).padStart(4, '0')}-${jobId}.zip`, await this.archive.write(jobId)];
  }

  /**
   * Takes in what is not here yet, each by itself: one that cannot be taken in is named and leaves the rest alone.
   * @param path of the archive, on disk
   * @param withSettings its name, settings and logo take the place of those here: the shop moves
   */
  async read(path: string, withSettings: boolean, actor: Actor): Promise<TakenIn> {
    const archive = await ShopArchive.open(path);
    try {
      return await this.take(archive, withSettings, actor);
    } finally {
      archive.close();
    }
  }

  private async take(archive: ShopArchive, withSettings: boolean, actor: Actor): Promise<TakenIn> {
    const shop = readShopFile(await archive.read('shop.json'));
    const tally = new Tally();
    for (const { login, name, role, formerNames } of shop.people)
      await tally.each('people', name, () =>
        this.people.remember({ ...valid(newPerson, { login, name, role }), formerNames }, actor),
      );
    for (const name of archive.jobs())
      await tally.each('jobs', name, async () => this.archive.read((await archive.read(name))!, actor));
    await this.takeLibrary(shop, tally, actor);
    await this.takeShelf(shop, tally, actor);
    await this.takePrices(shop, tally, actor);
    if (withSettings)
      await tally.each('settings', 'settings', async () =>
        this.takeSettings(shop.settings, await archive.read('logo.png'), actor),
      );
    const { taken, left } = tally;
    await audit(this.db.manager, actor.name, 'shop-imported', null, { ...taken, left: left.length });
    return { ...taken, left };
  }

  private async takeLibrary({ library }: ShopFile, tally: Tally, actor: Actor): Promise<void> {
    const here = new Set((await this.library.list()).map((entry) => entry.id));
    for (const { id, name, data, retired } of library)
      await tally.each('library', name, () => {
        if (here.has(id)) throw new ConflictException('It is in the library already.');
        return this.library.put(id, valid(entryBody, { name, data, retired, baseRevision: 0 }), actor);
      });
  }

  /** What is on the shelf here already is not touched, nor what of it is put aside. */
  private async takeShelf({ shelf, aside }: ShopFile, tally: Tally, actor: Actor): Promise<void> {
    const here = await this.db.getRepository(ShelfItem).find({ select: { id: true } });
    const before = new Set(here.map((i) => i.id));
    for (const { id, part, unit, quantity, note } of shelf)
      await tally.each('shelf', part, () => {
        if (before.has(id)) throw new ConflictException('It is on the shelf already.');
        return this.shelf.put(id, valid(shelfBody, { part, unit, quantity, note }), actor);
      });
    for (const { itemId, jobId, quantity } of aside)
      if (!before.has(itemId))
        await tally.each('aside', 'put aside', () => this.shelf.reserve(itemId, jobId, quantity, actor));
  }

  /** Parts that have a price here keep it. */
  private async takePrices({ prices }: ShopFile, tally: Tally, actor: Actor): Promise<void> {
    const key = ({ part, unit }: { readonly part?: unknown; readonly unit?: unknown }) =>
      JSON.stringify([part, unit]);
    const here = new Set((await this.prices.list()).map(key));
    const fresh = prices.filter((p) => !here.has(key(p)));
    if (fresh.length < prices.length)
      tally.left.push({
        what: `${prices.length - fresh.length} prices`,
        why: 'The shop has prices for these parts already.',
      });
    for (let i = 0; i < fresh.length; i += MOST_PRICES)
      await tally.each('prices', 'prices', () => {
        const some = fresh.slice(i, i + MOST_PRICES).map(({ part, unit, cents }) => ({ part, unit, cents }));
        return this.prices.put(valid(pricesBody, { prices: some }), actor);
      });
  }

  private async takeSettings(settings: unknown, logo: Uint8Array | undefined, actor: Actor): Promise<void> {
    const now = valid(wholeSettings, settings);
    await this.shop.change({ now, was: await this.shop.face() }, actor);
    await this.shop.setLogo(logo ? Buffer.from(logo) : null, actor);
  }
}

/** How much of each kind came in, and what did not. */
class Tally {
  readonly taken = { jobs: 0, people: 0, library: 0, shelf: 0, aside: 0, prices: 0, settings: 0 };
  readonly left: TakenIn['left'][number][] = [];

  async each(kind: keyof Tally['taken'], what: string, work: () => Promise<unknown>): Promise<void> {
    try {
      await work();
      this.taken[kind] += 1;
    } catch (error) {
      if (!(error instanceof HttpException)) throw error;
      this.left.push({ what, why: error.message });
    }
  }
}
