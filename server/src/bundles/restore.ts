import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import { InputError } from '@eldrun/core/errors';
import type { DocumentKind } from '@eldrun/core/kinds';
import { MAX_PHOTO_SIZE } from '@eldrun/contract';
import { BundleFile, type BundleLimits, type Photo, type Row } from '@eldrun/exchange/bundle';
import { putPhotos } from './photo-rows.ts';
import {
  begun,
  checkDocument,
  checkMaterial,
  checkPhoto,
  checkProject,
  checkRevision,
  checkWeather,
  materialsOf,
  type Held,
} from './rows.ts';
import { Inserter } from './tables.ts';

/** Told how much of the work is done, 0 to 1. */
export type Told = (share: number) => void;

/** Opens a bundle on the disk. @param told of the share of it that was read. @throws InputError */
export async function openBundle(
  path: string,
  limits: BundleLimits,
  told: Told,
): Promise<BundleFile> {
  let [read, size] = [0, Infinity];
  const bundle = await BundleFile.open(path, {
    limits,
    maxPicture: MAX_PHOTO_SIZE,
    read: (bytes) => told(Math.min(1, (read += bytes) / size)),
  });
  size = Math.max(1, bundle.size);
  return bundle;
}

const UUID = /[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}/g;

/** Which projects and documents come in under ids of their own; empty where all keep theirs. */
type NewIds = ReadonlyMap<string, string>;

const renamed = (row: Row, ids: NewIds): Row =>
  ids.size === 0
    ? row
    : (JSON.parse(JSON.stringify(row).replace(UUID, (id) => ids.get(id) ?? id)) as Row);

/** The project so that it is told from the one that is there, and is somebody's own: a reset of the demo leaves it alone. */
const asCopy = (row: Row): Row => ({
  ...row,
  name: `${String(row['name']).slice(0, 185)} (restored)`,
  demo: false,
});

/** What is found in a bundle before any of it is taken: it is a project, with documents that are some. */
export interface Looked {
  project: Row;
  materials: Row[];
  documents: ReadonlyMap<string, { kind: string; revision: number }>;
  held: Held;
}

/** Checks a project and its documents. @throws InputError that names the file and the field */
export async function lookInto(
  bundle: BundleFile,
  kinds: readonly DocumentKind[],
): Promise<Looked> {
  const project = await bundle.project();
  checkProject(project, 'project.json');
  const of = { project: String(project['id']) };
  const materials: Row[] = [];
  for (const { at, row } of await bundle.materials()) {
    checkMaterial(row, of, at);
    materials.push(row);
  }
  const held: Held = { ...of, kinds, materials: materialsOf(materials) };
  const documents = new Map<string, { kind: string; revision: number }>();
  for await (const { at, row } of bundle.documents()) {
    checkDocument(row, held, at);
    const id = String(row['id']);
    if (documents.has(id))
      throw new InputError(`${at}.id`, 'is that of another document', 'its own');
    documents.set(id, { kind: String(row['kind']), revision: Number(row['revision']) });
  }
  return { project, materials, documents, held };
}

/**
 * Puts a project that was looked into, and all it has, into the tables that the client finds: within a transaction.
 *
 * @throws InputError that names the file and the field
 */
export async function putIn(
  client: pg.ClientBase,
  bundle: BundleFile,
  { project, materials, documents, held }: Looked,
  ids: NewIds = new Map(),
): Promise<void> {
  const put = async (
    part: ConstructorParameters<typeof Inserter>[1],
    rows: AsyncIterable<Row> | Iterable<Row>,
  ) => {
    const inserter = new Inserter(client, part);
    for await (const row of rows) await inserter.add(renamed(row, ids));
    await inserter.flush();
  };
  await put('project', [ids.size > 0 ? asCopy(project) : project]);
  await put('materials', materials);
  await put(
    'weather',
    checked(bundle.weather(), (row, at) => checkWeather(row, held, at)),
  );
  await put(
    'documents',
    checked(bundle.documents(), () => undefined),
  );
  await put(
    'revisions',
    checked(bundle.revisions(), (row, at) => checkRevision(row, held, documents, at)),
  );
  async function* photos(): AsyncGenerator<Photo> {
    for await (const { at, row } of bundle.photos()) {
      const { first, photo } = await begun(row);
      checkPhoto(photo, first, held, at);
      yield photo;
    }
  }
  await putPhotos(client, ids.get(held.project) ?? held.project, photos());
  // Constraints that wait for the end are asked while it can be said what is wrong.
  await client.query('SET CONSTRAINTS ALL IMMEDIATE');
  await bundle.finish();
}

async function* checked(
  found: AsyncIterable<{ at: string; row: Row }>,
  check: (row: Row, at: string) => void,
): AsyncGenerator<Row> {
  for await (const { at, row } of found) {
    check(row, at);
    yield row;
  }
}

/** What the database's types and constraints refuse (classes 22 and 23) is bad input. */
function refusedRows(error: unknown): Error {
  const { code, message } = error as { code?: string; message: string };
  if (!/^2[23]/.test(code ?? '')) return error as Error;
  return new InputError(
    'file',
    `its rows do not fit together: ${message}`,
    'the bundle as it was written',
  );
}

/**
 * Restores a project with all it had: under its own ids where they are free, else as a copy beside what is there.
 *
 * @returns its id
 * @throws InputError that names what is wrong; then nothing is taken
 */
export async function restore(
  client: pg.ClientBase,
  bundle: BundleFile,
  kinds: readonly DocumentKind[],
): Promise<string> {
  const looked = await lookInto(bundle, kinds);
  const own = [looked.held.project, ...looked.documents.keys()];
  await client.query('BEGIN');
  try {
    const { rows } = await client.query<{ taken: boolean }>(
      `SELECT EXISTS (SELECT 1 FROM projects WHERE id = ANY($1::uuid[])
         UNION ALL SELECT 1 FROM documents WHERE id = ANY($1::uuid[])) AS taken`,
      [own],
    );
    const ids = new Map(rows[0]!.taken ? own.map((id) => [id, randomUUID() as string]) : []);
    await putIn(client, bundle, looked, ids);
    await client.query('COMMIT');
    return ids.get(looked.held.project) ?? looked.held.project;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw refusedRows(error);
  }
}
