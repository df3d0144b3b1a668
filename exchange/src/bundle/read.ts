import { createHash } from 'node:crypto';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { InputError } from '@eldrun/core/errors';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  ENDINGS,
  LIST,
  MAX_ROWS_SIZE,
  tooMuch,
  type BundleLimits,
  type BundleList,
  type Photo,
  type Row,
} from './format.ts';

const AS_WRITTEN = 'the bundle as it was written';

export interface ReadOptions {
  limits: BundleLimits;
  /** The largest picture, bytes. */
  maxPicture: number;
  /** Told of every file with the packed bytes that are read. */
  read?: (bytes: number) => void;
}

/** A row and the file that it comes from. */
export interface Found<T = Row> {
  at: string;
  row: T;
}

/**
 * A bundle on the disk, read file by file: no more of it is held than the file at hand. Every file of its list is there
 * and is what it was, and there is no other: that is found out for each as it is read, and by `finish` for the rest.
 */
export class BundleFile {
  private readonly zip: ZipFile;
  private readonly entries: ReadonlyMap<string, Entry>;
  private readonly options: ReadOptions;
  private readonly listed = new Map<string, { size: number; sha256: string }>();
  private readonly seen = new Set<string>();
  /** Real bytes that came out of the zip, each file counted once. */
  private unpacked = 0;

  private constructor(zip: ZipFile, entries: ReadonlyMap<string, Entry>, options: ReadOptions) {
    this.zip = zip;
    this.entries = entries;
    this.options = options;
  }

  /** @throws InputError for what is no bundle */
  static async open(path: string, options: ReadOptions): Promise<BundleFile> {
    const zip = await yauzl
      .openPromise(path, { lazyEntries: true, autoClose: false })
      .catch(notOurs);
    try {
      const file = new BundleFile(zip, await entriesOf(zip, options.limits), options);
      await file.readList();
      return file;
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  close(): void {
    this.zip.close();
  }

  /** How many packed bytes there are to read. */
  get size(): number {
    let size = 0;
    for (const { compressedSize } of this.entries.values()) size += compressedSize;
    return size;
  }

  async project(): Promise<Row> {
    return rowOf('project.json', await this.json('project.json'));
  }

  async materials(): Promise<Found[]> {
    return rowsOf('materials.json', await this.json('materials.json'));
  }

  async *weather(): AsyncGenerator<Found> {
    for (const path of this.below('weather/'))
      yield { at: path, row: rowOf(path, await this.json(path)) };
  }

  async *documents(): AsyncGenerator<Found> {
    for (const path of this.below('documents/'))
      yield { at: path, row: rowOf(path, await this.json(path)) };
  }

  async *revisions(): AsyncGenerator<Found> {
    for (const path of this.below('revisions/')) yield* rowsOf(path, await this.json(path));
  }

  async *photos(): AsyncGenerator<Found<Photo>> {
    for (const path of this.below('photos/').filter((one) => one.endsWith('.json'))) {
      const { thumbnail, ...row } = rowOf(path, await this.json(path));
      const picture = path.replace(/json$/, ENDINGS[String(row['type'])] ?? 'bin');
      const size = this.entry(picture).uncompressedSize;
      const bytes = this.pieces(picture, this.options.maxPicture);
      const hex = String(thumbnail).replace(/^\\x/, '');
      yield { at: path, row: { row, thumbnail: Buffer.from(hex, 'hex'), size, bytes } };
    }
  }

  /** Reads what nobody asked for, so that all of it was what its list says. @throws InputError */
  async finish(): Promise<void> {
    for (const path of this.listed.keys())
      if (!this.seen.has(path))
        for await (const piece of this.pieces(path, this.options.limits.size)) void piece;
  }

  private below(folder: string): string[] {
    return [...this.entries.keys()].filter((path) => path.startsWith(folder));
  }

  private async readList(): Promise<void> {
    const list = (await this.json(LIST, false)) as Partial<BundleList> | null;
    if (list?.format !== BUNDLE_FORMAT)
      throw new InputError(
        `${LIST}: format`,
        `“${String(list?.format).slice(0, 60)}” is not known`,
        BUNDLE_FORMAT,
      );
    if (typeof list.version !== 'number' || list.version > BUNDLE_VERSION)
      throw new InputError(
        `${LIST}: version`,
        `the bundle is of version ${String(list.version).slice(0, 60)}: a newer Eldrun made it`,
        `at most ${BUNDLE_VERSION}, or update this Eldrun`,
      );
    for (const one of rowsOf(LIST, list.files))
      this.listed.set(String(one.row['path']), one.row as { size: number; sha256: string } & Row);
    for (const path of this.entries.keys())
      if (path !== LIST && !this.listed.has(path))
        throw new InputError(path, 'is in the zip and not in its list', AS_WRITTEN);
    for (const path of this.listed.keys())
      if (!this.entries.has(path))
        throw new InputError(path, 'is missing from the bundle', AS_WRITTEN);
  }

  /** @throws InputError for what is missing, differs, or is no JSON */
  private async json(path: string, listed = true): Promise<unknown> {
    const bytes = await this.bytes(path, MAX_ROWS_SIZE, listed);
    try {
      return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
    } catch {
      throw new InputError(path, 'is no JSON', AS_WRITTEN);
    }
  }

  private async bytes(path: string, most: number, listed = true): Promise<Uint8Array> {
    const pieces: Uint8Array[] = [];
    for await (const piece of this.pieces(path, most, listed)) pieces.push(piece);
    return Buffer.concat(pieces);
  }

  /** @throws InputError */
  private entry(path: string): Entry {
    const entry = this.entries.get(path);
    if (entry) return entry;
    throw new InputError(path, 'is missing from the bundle', AS_WRITTEN);
  }

  /** A file as it is unpacked: counted, and found out at its end whether it is what it was. */
  private async *pieces(path: string, most: number, listed = true): AsyncGenerator<Uint8Array> {
    const entry = this.entry(path);
    const { limits, read } = this.options;
    const again = this.seen.has(path);
    const sum = createHash('sha256');
    let size = 0;
    try {
      const stream = await this.zip.openReadStreamPromise(entry);
      for await (const piece of stream as AsyncIterable<Uint8Array>) {
        size += piece.length;
        if (!again) this.unpacked += piece.length;
        if (this.unpacked > limits.size) throw tooMuch(limits);
        if (size > most)
          throw new InputError(
            path,
            'is larger than anything that Eldrun writes',
            `at most ${Math.round(most / 1048576)} MiB`,
          );
        sum.update(piece);
        yield piece;
      }
    } catch (error) {
      damaged(path, error as Error);
    }
    if (listed && sum.digest('hex') !== this.listed.get(path)?.sha256)
      throw new InputError(path, 'its checksum differs: it was changed or damaged', AS_WRITTEN);
    if (!again) read?.(entry.compressedSize);
    this.seen.add(path);
  }
}

function damaged(path: string, error: Error): never {
  if (error instanceof InputError) throw error;
  throw new InputError(path, `cannot be unpacked (${error.message.slice(0, 120)})`, AS_WRITTEN);
}

function notOurs(): never {
  throw new InputError('file', 'is no zip, or a broken one', 'a bundle as Eldrun writes it (.zip)');
}

/** Every file of a zip by its path. @throws InputError */
async function entriesOf(zip: ZipFile, limits: BundleLimits): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  // Its list comes on top, and maybe a folder for each.
  if (zip.entryCount > 2 * limits.files + 1) throw tooMuch(limits);
  try {
    for await (const entry of zip.eachEntry() as AsyncIterable<Entry>) {
      const { fileName: path } = entry;
      if (path.endsWith('/')) continue;
      if (entries.has(path))
        throw new InputError(path.slice(0, 200), 'is in the zip twice', AS_WRITTEN);
      entries.set(path, entry);
      if (entries.size > limits.files + 1) throw tooMuch(limits);
    }
  } catch (error) {
    if (error instanceof InputError) throw error;
    notOurs();
  }
  return entries;
}

const isRow = (value: unknown): value is Row =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const rowOf = (path: string, value: unknown): Row => {
  if (isRow(value)) return value;
  throw new InputError(path, 'is no row', 'an object');
};

const rowsOf = (path: string, value: unknown): Found[] => {
  if (Array.isArray(value) && value.every(isRow))
    return value.map((row, n) => ({ at: `${path}: ${n + 1}`, row }));
  throw new InputError(path, 'is no list of rows', 'a list of objects');
};
