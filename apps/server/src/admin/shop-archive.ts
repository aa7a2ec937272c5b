import { HttpException } from '@nestjs/common';
import { open, type Entry, type ZipFile } from 'yauzl';
import { MOST_PACKED, refused } from '../archive/archive-format.ts';

const NAME = /^(?:shop\.json|logo\.png|README\.txt|jobs\/\d{4,}-[0-9a-f-]{36}\.zip)$/;
/** More jobs than a shop has. */
const MOST_FILES = 20_000;

const broken = (): HttpException =>
  refused('The file is no ZIP, or it is cut off.', 'Pick a ZIP that Venula wrote under Shop, Backup.');

/** A shop's export on disk: its list is read at once, each file when it is asked for, so that no more than one is in memory. */
export class ShopArchive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /** @throws BadRequestException where it is no export of a shop */
  static async open(path: string): Promise<ShopArchive> {
    const zip = await new Promise<ZipFile>((done, fail) =>
      open(path, { lazyEntries: true, autoClose: false }, (error, opened) =>
        error ? fail(broken()) : done(opened),
      ),
    );
    try {
      return new ShopArchive(zip, await listed(zip));
    } catch (error) {
      zip.close();
      throw error instanceof HttpException ? error : broken();
    }
  }

  /** Its jobs, in the order of their numbers. */
  jobs(): readonly string[] {
    return [...this.entries.keys()].filter((name) => name.startsWith('jobs/')).sort();
  }

  /**
   * One of its files, unpacked; undefined: it holds none of that name.
   * @throws BadRequestException where it is too large, or not what the list says
   */
  async read(name: string): Promise<Buffer | undefined> {
    const entry = this.entries.get(name);
    if (!entry) return undefined;
    if (entry.uncompressedSize > MOST_PACKED)
      throw refused(
        `${name} is larger than ${MOST_PACKED / 1e6} MB.`,
        'Take it out of the archive: the rest comes in without it.',
      );
    try {
      const stream = await new Promise<NodeJS.ReadableStream>((done, fail) =>
        this.zip.openReadStream(entry, (error, opened) => (error ? fail(error) : done(opened))),
      );
      const parts: Buffer[] = [];
      // It ends with an error where there is more or less than the list says.
      for await (const part of stream) parts.push(part as Buffer);
      return Buffer.concat(parts);
    } catch {
      throw refused(`${name} in the archive is damaged.`, 'Export the shop again.');
    }
  }

  close(): void {
    this.zip.close();
  }
}

/** What an export holds by name; what none holds is refused. */
function listed(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  const entries = new Map<string, Entry>();
  return new Promise((done, fail) => {
    zip.on('error', fail);
    zip.on('end', () => done(entries));
    zip.on('entry', (entry: Entry) => {
      if (!NAME.test(entry.fileName) || entries.size >= MOST_FILES)
        return fail(refused('The archive holds what no shop’s export holds.'));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
}
