import { Readable } from 'node:stream';
import { ConflictException, HttpException, Injectable } from '@nestjs/common';
import { unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import Joi from 'joi';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { User } from '../accounts/user.entity.ts';
import { json, parsed, refused, text } from '../archive/archive-format.ts';
import { ArchiveService } from '../archive/archive.service.ts';
import { audit } from '../audit/audit.ts';
import { Job } from '../jobs/job.entity.ts';
import { LibraryRow } from '../library/library-entry.entity.ts';
import { LibraryService } from '../library/library.service.ts';
import { entryBody } from '../library/library-schemas.ts';
import { PricesService } from '../shelf/prices.service.ts';
import { pricesBody, shelfBody } from '../shelf/shelf-schemas.ts';
import { ShelfItem } from '../shelf/shelf-item.entity.ts';
import { ShelfService } from '../shelf/shelf.service.ts';
import { ShopService } from '../shop/shop.service.ts';

const FORMAT = 'venula-shop';
const VERSION = 1;
/** What a thousand jobs with photos take. */
const MOST_BYTES = 4_000_000_000;
/** As many as one request takes. */
const MOST_PRICES = 2000;
const NAME = /^(?:shop\.json|README\.txt|jobs\/\d{4,}-[0-9a-f-]{36}\.zip)$/;

const README = `shop.json holds the shop's settings, its people by name, its library, shelf and prices (JSON, SI units).
jobs/ holds every job with its whole record, each as a ZIP that can be taken in by itself under Jobs, New job, From a file.
`;

/** What came of taking a shop in. */
export interface TakenIn {
  readonly jobs: number;
  readonly library: number;
  readonly shelf: number;
  /** Lists of prices. */
  readonly prices: number;
  /** What was left out, by name and reason. */
  readonly left: readonly { readonly what: string; readonly why: string }[];
}

const id = Joi.string().uuid().required();
const list = (item: Joi.Schema) => Joi.array().items(item).max(20_000).required();
const shopFile = Joi.object({
  format: Joi.string().valid(FORMAT).required(),
  version: Joi.number().integer().min(1).max(VERSION).required(),
  library: list(
    Joi.object({
      id,
      name: Joi.string().required(),
      data: Joi.object().required(),
      retired: Joi.boolean(),
    }).unknown(true),
  ),
  shelf: list(Joi.object({ id }).unknown(true)),
  prices: list(Joi.object().unknown(true)),
}).unknown(true);

interface ShopFile {
  readonly library: readonly Pick<LibraryRow, 'id' | 'name' | 'data' | 'retired'>[];
  readonly shelf: readonly Pick<ShelfItem, 'id' | 'part' | 'unit' | 'quantity' | 'note'>[];
  readonly prices: readonly Record<string, unknown>[];
}

/** The whole shop as open files, and in again beside what is there. */
@Injectable()
export class WholeShopService {
  constructor(
    private readonly db: DataSource,
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
    yield ['README.txt', text(README)];
    yield [
      'shop.json',
      json({
        format: FORMAT,
        version: VERSION,
        settings: await this.shop.face(),
        people: people.map(({ login, name, role, active }) => ({ login, name, role, active })),
        library: await this.library.list(),
        shelf: await this.db.getRepository(ShelfItem).find({ order: { part: 'ASC' } }),
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

  /** Takes in what is not here yet, each by itself: one that cannot be taken in is named and leaves the rest alone. */
  async read(packed: Uint8Array, actor: Actor): Promise<TakenIn> {
    const files = unpacked(packed);
    const shop = checked(parsed(files['shop.json'], 'shop.json'));
    const left: TakenIn['left'][number][] = [];
    const taken = { jobs: 0, library: 0, shelf: 0, prices: 0 };
    const each = async (
      kind: keyof typeof taken,
      what: string,
      work: () => Promise<unknown>,
    ): Promise<void> => {
      try {
        await work();
        taken[kind] += 1;
      } catch (error) {
        if (!(error instanceof HttpException)) throw error;
        left.push({ what, why: error.message });
      }
    };
    for (const name of Object.keys(files)
      .filter((n) => n.startsWith('jobs/'))
      .sort())
      await each('jobs', name, () => this.archive.read(files[name]!, actor));
    for (const { id: entry, name, data, retired } of shop.library)
      await each('library', name, () =>
        this.library.put(entry, valid(entryBody, { name, data, retired, baseRevision: 0 }), actor),
      );
    const here = new Set(
      (await this.db.getRepository(ShelfItem).find({ select: { id: true } })).map((i) => i.id),
    );
    for (const { id: item, part, unit, quantity, note } of shop.shelf)
      await each('shelf', part, () => {
        if (here.has(item)) throw new ConflictException('It is on the shelf already.');
        return this.shelf.put(item, valid(shelfBody, { part, unit, quantity, note }), actor);
      });
    const prices = shop.prices.map(({ part, unit, cents }) => ({ part, unit, cents }));
    for (let i = 0; i < prices.length; i += MOST_PRICES)
      await each('prices', 'prices', () =>
        this.prices.put(valid(pricesBody, { prices: prices.slice(i, i + MOST_PRICES) }), actor),
      );
    await audit(this.db.manager, actor.name, 'shop-imported', null, { ...taken, left: left.length });
    return { ...taken, left };
  }
}

function unpacked(packed: Uint8Array): Record<string, Uint8Array> {
  let total = 0;
  try {
    return unzipSync(packed, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        if (total > MOST_BYTES || !NAME.test(name))
          throw refused('The archive holds what no shop’s export holds.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof HttpException) throw error;
    throw refused(
      'The file is no ZIP, or it is cut off.',
      'Pick a ZIP that Venula wrote under Shop, Backup.',
    );
  }
}

function checked(value: unknown): ShopFile {
  const { error, value: file } = shopFile.validate(value) as { error?: Error; value: ShopFile };
  if (error) throw refused(`This is no export of a shop: ${error.message}.`);
  return file;
}

/** As it would come in by itself. */
function valid<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const read = schema.validate(value, { convert: true });
  if (read.error) throw new ConflictException(read.error.message);
  return read.value;
}
