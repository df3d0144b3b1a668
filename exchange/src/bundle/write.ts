import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { finished, pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  ENDINGS,
  LIST,
  MAX_ROWS_SIZE,
  plain,
  tooMuch,
  type BundleLimits,
  type BundleList,
  type Photo,
  type Row,
} from './format.ts';

/** Everything of one project as it goes into a bundle, part by part. */
export interface BundleParts {
  project: Row;
  materials: readonly Row[];
  weather: AsyncIterable<Row>;
  documents: AsyncIterable<Row>;
  /** By document, each from its first revision on. */
  revisions: AsyncIterable<Row>;
  /** One that no Eldrun would take back says why. */
  photos: AsyncIterable<Photo & { why?: string }>;
  /** What could not be restored, each with the reason: it goes along, and stays where it is when the rest comes back. */
  leftOut: () => readonly LeftOut[];
}

/** A row that no Eldrun would take back. */
export interface LeftOut {
  what: string;
  why: string;
  row: Row;
}

export interface WriteOptions {
  /** The moment, ISO 8601. */
  made: string;
  limits: BundleLimits;
}

/** Saved states go into one file until it is so large, characters, or holds so many. */
const REVISIONS_IN_FILE = { size: MAX_ROWS_SIZE / 16, count: 200 };

const README = (name: string, made: string, leftOut: number): string => `${name}
${'='.repeat(Math.min(name.length, 60))}

One project of Eldrun, as it was on ${made}.

  project.json      name, units, brief
  documents/        what was made: walls, house, edges, prices, order, site, decisions
  revisions/        the saved states of each of them
  materials.json    the project's own materials
  weather/          its weather files, hour by hour
  photos/           its photos, and what is known of each
  bundle.json       every file with its size and SHA-256
${leftOut > 0 ? `  left-out/         ${leftOut} that this Eldrun could not take back, each with the reason\n` : ''}
To restore it: Papers, Bundle, “Restore a bundle” in Eldrun, or
npx eldrun restore FILE. A newer Eldrun reads it too. What workers compute
(summaries, explorations) is not in it: it is computed again.

The files are JSON in SI units. The adopted local code governs; structure and
fire belong to licensed professionals.
`;

const textOf = (value: unknown): Uint8Array => Buffer.from(`${JSON.stringify(value, null, 1)}\n`);

/**
 * Writes a project as one zip, with checksums and a readme, file by file: no more of it is held than the file at hand.
 *
 * @param path of the zip, which is not there yet
 * @throws InputError beyond the limits; what `parts` throw. The file is then broken off
 * @returns its list
 */
export async function writeBundle(
  path: string,
  { project, materials, weather, documents, revisions, photos, leftOut }: BundleParts,
  { made, limits }: WriteOptions,
): Promise<BundleList> {
  const zip = new yazl.ZipFile();
  const written = pipeline(zip.outputStream, createWriteStream(path, { flags: 'wx', mode: 0o600 }));
  // Whoever waits for it is told below.
  written.catch(() => undefined);
  const name = String(project['name']);
  const list: BundleList = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    project: name,
    made,
    files: [],
  };
  let size = 0;
  const mtime = new Date(made);
  /** One after the other: the next file is made once this one is taken. */
  const add = async (
    file: string,
    pieces: AsyncIterable<Uint8Array> | Uint8Array[],
    compress = true,
  ) => {
    const sum = createHash('sha256');
    let length = 0;
    async function* counted(): AsyncGenerator<Uint8Array> {
      for await (const piece of pieces) {
        sum.update(piece);
        length += piece.length;
        yield piece;
      }
    }
    const source = Readable.from(counted(), { objectMode: false });
    const taken = finished(source);
    zip.addReadStreamLazy(file, { mtime, mode: 0o100644, compress }, (go) => go(null, source));
    await Promise.race([taken, written]);
    return { size: length, sha256: sum.digest('hex') };
  };
  /** @param length of the pieces, bytes */
  const put = async (
    file: string,
    length: number,
    pieces: AsyncIterable<Uint8Array> | Uint8Array[],
    compress?: boolean,
  ): Promise<void> => {
    size += length;
    if (size > limits.size || list.files.length >= limits.files) throw tooMuch(limits);
    list.files.push({ path: file, ...(await add(file, pieces, compress)) });
  };
  const putJson = async (file: string, value: unknown): Promise<void> => {
    const bytes = textOf(value);
    await put(file, bytes.length, [bytes]);
  };
  try {
    await putJson('project.json', project);
    await putJson('materials.json', materials);
    for await (const row of weather) await putJson(`weather/${plain(row['id'])}.json`, row);
    for await (const row of documents) {
      const { id, kind, position } = row;
      const file = `${String(position)}-${plain(row['name'])}-${String(id).slice(0, 8)}`;
      await putJson(`documents/${plain(kind)}/${file}.json`, row);
    }
    for await (const { document, number, rows } of revisionFiles(revisions))
      await putJson(`revisions/${document}-${String(number).padStart(4, '0')}.json`, rows);
    for await (const { row, thumbnail, size: length, bytes, why } of photos) {
      const file = `${why === undefined ? 'photos' : 'left-out'}/${plain(row['id'])}`;
      const hex = `\\x${Buffer.from(thumbnail).toString('hex')}`;
      await putJson(`${file}.json`, { ...row, thumbnail: hex });
      const ending = (why === undefined && ENDINGS[String(row['type'])]) || 'bin';
      await put(`${file}.${ending}`, length, bytes, false);
    }
    for (const [n, one] of leftOut().entries()) await putJson(`left-out/${n + 1}.json`, one);
    const readme = Buffer.from(README(name, made.slice(0, 10), leftOut().length));
    await put('readme.txt', readme.length, [readme]);
    await add(LIST, [textOf(list)]);
    zip.end();
    await written;
    return list;
  } catch (error) {
    (zip.outputStream as Readable).destroy();
    throw error;
  }
}

/** Saved states as files of a bounded size, each of one document. */
async function* revisionFiles(
  revisions: AsyncIterable<Row>,
): AsyncGenerator<{ document: string; number: number; rows: Row[] }> {
  let document = '';
  let number = 0;
  let rows: Row[] = [];
  let size = 0;
  for await (const row of revisions) {
    const own = String(row['document_id']);
    const full = rows.length >= REVISIONS_IN_FILE.count || size > REVISIONS_IN_FILE.size;
    if (rows.length > 0 && (own !== document || full)) {
      yield { document, number, rows };
      [rows, size] = [[], 0];
      number++;
    }
    if (own !== document) [document, number] = [own, 0];
    rows.push(row);
    size += JSON.stringify(row).length;
  }
  if (rows.length > 0) yield { document, number, rows };
}
