import { createHash } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';

const BUNDLE_FORMAT = 'eldrun-bundle';
const BUNDLE_VERSION = 1;

/** The largest bundle that is taken, bytes: packed, and unpacked. */
export const MAX_BUNDLE_SIZE = 200 * 1024 * 1024;
const MAX_UNPACKED = 1024 * 1024 * 1024;
const MAX_FILES = 50_000;

/** The list of a bundle: what it is of, and every other file in it. */
const LIST = 'bundle.json';

/** A row of a table of the database, as it is written there. */
export type Row = Readonly<Record<string, unknown>>;

/** Everything of one project, row by row. */
export interface BundleContents {
  project: Row;
  documents: Row[];
  revisions: Row[];
  materials: Row[];
  weather: Row[];
  /** Their bytes as the database writes them: hexadecimal after `\\x`. */
  photos: Row[];
}

interface List {
  format: string;
  version: number;
  project: string;
  made: string;
  files: { path: string; size: number; sha256: string }[];
}

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** How files of pictures end. */
const ENDINGS: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
};

/** Bytes as the database writes them in JSON, and back. */
const bytesOf = (hex: unknown): Uint8Array =>
  Uint8Array.from(Buffer.from(String(hex).slice(2), 'hex'));
const hexOf = (bytes: Uint8Array): string => `\\x${Buffer.from(bytes).toString('hex')}`;

/** Part of a file's name. */
const plain = (name: unknown): string => fileName(String(name), 'document').slice(0, 60);

const README = (name: string, made: string): string => `${name}
${'='.repeat(Math.min(name.length, 60))}

One project of Eldrun, as it was on ${made}.

  project.json      name, units, brief
  documents/        what was made: walls, house, edges, prices, order, decisions
  revisions/        the saved states of each of them
  materials.json    the project's own materials
  weather/          its weather files, hour by hour
  photos/           its photos, and what is known of each
  bundle.json       every file with its size and SHA-256

To restore it: Papers, Bundle, “Restore a bundle” in Eldrun, or
npx eldrun restore FILE. A newer Eldrun reads it too. What workers compute
(summaries, explorations) is not in it: it is computed again.

The files are JSON in SI units. The adopted local code governs; structure and
fire belong to licensed professionals.
`;

/**
 * A project as one zip, with checksums and a readme.
 *
 * @param made the moment, ISO 8601
 */
export function packBundle(
  { project, documents, revisions, materials, weather, photos }: BundleContents,
  made: string,
): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = {};
  const put = (path: string, value: unknown): void => {
    files[path] = strToU8(`${JSON.stringify(value, null, 1)}\n`);
  };
  const name = String(project['name']);
  files['readme.txt'] = strToU8(README(name, made.slice(0, 10)));
  put('project.json', project);
  put('materials.json', materials);
  documents.forEach((row) => {
    const { id, kind, position } = row;
    put(
      `documents/${plain(kind)}/${String(position)}-${plain(row['name'])}-${String(id).slice(0, 8)}.json`,
      row,
    );
    put(
      `revisions/${String(id)}.json`,
      revisions.filter((one) => one['document_id'] === id),
    );
  });
  for (const row of weather) put(`weather/${plain(row['id'])}.json`, row);
  for (const { bytes, ...row } of photos) {
    const path = `photos/${plain(row['id'])}`;
    put(`${path}.json`, row);
    files[`${path}.${ENDINGS[String(row['type'])] ?? 'bin'}`] = bytesOf(bytes);
  }
  const list: List = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    project: name,
    made,
    files: Object.entries(files).map(([path, bytes]) => ({
      path,
      size: bytes.length,
      sha256: sha256(bytes),
    })),
  };
  const all: Zippable = { [LIST]: strToU8(`${JSON.stringify(list, null, 1)}\n`), ...files };
  return new Uint8Array(zipSync(all, { level: 6, mtime: made }));
}

/** @throws InputError */
function jsonOf<T>(path: string, bytes: Uint8Array | undefined): T {
  if (!bytes)
    throw new InputError(path, 'is missing from the bundle', 'the bundle as it was written');
  try {
    return JSON.parse(strFromU8(bytes)) as T;
  } catch {
    throw new InputError(path, 'is no JSON', 'the bundle as it was written');
  }
}

function unzipped(bytes: Uint8Array): Record<string, Uint8Array> {
  let size = 0;
  let count = 0;
  const tooMuch = new InputError(
    'file',
    'unpacks to more than a project holds',
    `at most ${MAX_UNPACKED / 1048576} MiB in ${MAX_FILES} files`,
  );
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        size += originalSize;
        count++;
        if (size > MAX_UNPACKED || count > MAX_FILES) throw tooMuch;
        return !name.endsWith('/');
      },
    });
  } catch (error) {
    if (error === tooMuch) throw error;
    throw new InputError(
      'file',
      'is no zip, or a broken one',
      'a bundle as Eldrun writes it (.zip)',
    );
  }
}

const isRow = (value: unknown): value is Row =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const rowOf = (path: string, value: unknown): Row => {
  if (isRow(value)) return value;
  throw new InputError(path, 'is no row', 'an object');
};

const rowsOf = (path: string, value: unknown): Row[] => {
  if (Array.isArray(value) && value.every(isRow)) return value;
  throw new InputError(path, 'is no list of rows', 'a list of objects');
};

/**
 * Reads a bundle: every file of its list is there and is what it was, and there is no other.
 *
 * @throws InputError that names the file that is wrong; then nothing of it is to be taken
 */
export function unpackBundle(bytes: Uint8Array): BundleContents {
  const files = unzipped(bytes);
  const list = jsonOf<Partial<List>>(LIST, files[LIST]);
  if (list.format !== BUNDLE_FORMAT)
    throw new InputError(`${LIST}: format`, `“${String(list.format)}” is not known`, BUNDLE_FORMAT);
  if (typeof list.version !== 'number' || list.version > BUNDLE_VERSION)
    throw new InputError(
      `${LIST}: version`,
      `the bundle is of version ${String(list.version)}: a newer Eldrun made it`,
      `at most ${BUNDLE_VERSION}, or update this Eldrun`,
    );
  const listed = new Map((list.files ?? []).map((one) => [one.path, one]));
  for (const path of Object.keys(files))
    if (path !== LIST && !listed.has(path))
      throw new InputError(
        path,
        'is in the zip and not in its list',
        'the bundle as it was written',
      );
  for (const [path, { sha256: sum }] of listed) {
    const file = files[path];
    if (!file)
      throw new InputError(path, 'is missing from the bundle', 'the bundle as it was written');
    if (sha256(file) !== sum)
      throw new InputError(
        path,
        'its checksum differs: it was changed or damaged',
        'the bundle as it was written',
      );
  }
  const below = (folder: string): [string, Uint8Array][] =>
    Object.entries(files).filter(([path]) => path.startsWith(folder));
  return {
    project: rowOf('project.json', jsonOf('project.json', files['project.json'])),
    documents: below('documents/').map(([path, file]) => rowOf(path, jsonOf(path, file))),
    revisions: below('revisions/').flatMap(([path, file]) => rowsOf(path, jsonOf(path, file))),
    materials: rowsOf('materials.json', jsonOf('materials.json', files['materials.json'])),
    weather: below('weather/').map(([path, file]) => rowOf(path, jsonOf(path, file))),
    photos: below('photos/')
      .filter(([path]) => path.endsWith('.json'))
      .map(([path, file]) => {
        const row = rowOf(path, jsonOf(path, file));
        const picture = path.replace(/json$/, ENDINGS[String(row['type'])] ?? 'bin');
        const bytes = files[picture];
        if (!bytes)
          throw new InputError(
            picture,
            'is missing from the bundle',
            'the bundle as it was written',
          );
        return { ...row, bytes: hexOf(bytes) };
      }),
  };
}

/** Files as a zip without more: drawings or tables that are taken together. */
export const zipOf = (files: Record<string, Uint8Array>, day: string): Uint8Array<ArrayBuffer> =>
  new Uint8Array(zipSync(files, { level: 6, mtime: `${day}T12:00:00Z` }));
