import type pg from 'pg';
import { InputError } from '@eldrun/core/errors';
import type { DocumentKind } from '@eldrun/core/kinds';
import {
  tooMuch,
  writeBundle,
  type BundleLimits,
  type LeftOut,
  type Photo,
  type Row,
} from '@eldrun/exchange/bundle';
import {
  begun,
  checkDocument,
  checkMaterial,
  checkPhoto,
  checkRevision,
  checkWeather,
  materialsOf,
  type Held,
} from './rows.ts';
import { photosOf } from './photo-rows.ts';
import { lookInto, openBundle, putIn } from './restore.ts';
import { columnsOf, rowsOf, TABLES, type Part } from './tables.ts';

/** How packing goes: the file is written, then restored by way of trial. */
export type PackStep = 'packing' | 'proving';

export interface PackOptions {
  /** Where the zip is written: it is not there yet. */
  path: string;
  /** The moment, ISO 8601. */
  made: string;
  limits: BundleLimits;
  kinds: readonly DocumentKind[];
  told: (step: PackStep, share: number) => void;
}

/** A project that was packed, and what of it no Eldrun would take back: that lies in the file and stays out when it is restored. */
export interface Packed {
  name: string;
  leftOut: { what: string; why: string }[];
}

/**
 * Packs everything of a project, as it was at one moment, and proves the file: it is restored into tables of its own,
 * compared row by row with what it was made of, and taken back.
 *
 * @returns null where there is no such project
 * @throws InputError where it is larger than a bundle may be, or what is wrong with it
 */
export async function pack(
  client: pg.ClientBase,
  project: string,
  options: PackOptions,
): Promise<Packed | null> {
  await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ');
  try {
    const size = await sizeOf(client, project);
    if (!size) return null;
    const { limits } = options;
    if (size.bytes > limits.size || size.files > limits.files) throw tooMuch(limits);
    const packed = await write(client, project, size.rows, options);
    await prove(client, project, packed.leftOut, options);
    return packed;
  } finally {
    await client.query('ROLLBACK').catch(() => undefined);
  }
}

/** About how much a project comes to, without reading it; null where it is not there. */
async function sizeOf(
  client: pg.ClientBase,
  project: string,
): Promise<{ bytes: number; files: number; rows: number } | null> {
  const { rows } = await client.query<{
    there: boolean;
    bytes: number;
    files: number;
    rows: number;
  }>(
    `SELECT EXISTS (SELECT 1 FROM projects WHERE id = $1) AS there,
       (p.bytes + r.bytes)::float AS bytes, (2 * p.photos + d.documents)::float AS files,
       (p.photos + d.documents + r.revisions)::float AS rows
     FROM (SELECT count(*) AS photos, coalesce(sum(length(bytes)), 0) AS bytes
         FROM project_photos WHERE project_id = $1) AS p,
       (SELECT count(*) AS documents FROM documents WHERE project_id = $1) AS d,
       (SELECT count(*) AS revisions, coalesce(sum(pg_column_size(r.document)), 0) AS bytes
         FROM document_revisions r JOIN documents d ON d.id = r.document_id WHERE d.project_id = $1) AS r`,
    [project],
  );
  return rows[0]!.there ? rows[0]! : null;
}

async function write(
  client: pg.ClientBase,
  project: string,
  count: number,
  { path, made, limits, kinds, told }: PackOptions,
): Promise<Packed> {
  const leftOut: LeftOut[] = [];
  let done = 0;
  /** What would be refused when it comes back is set aside by name. @returns whether it goes in */
  const fits = (what: string, row: Row, check: () => void): boolean => {
    told('packing', Math.min(1, done++ / Math.max(1, count)));
    try {
      check();
      return true;
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      leftOut.push({ what, why: error.message, row });
      return false;
    }
  };
  async function* fitting(
    part: Part,
    what: (row: Row) => string,
    check: (row: Row) => void,
  ): AsyncGenerator<Row> {
    for await (const row of rowsOf(client, part, project))
      if (fits(what(row), row, () => check(row))) yield row;
  }
  const [own] = await all(rowsOf(client, 'project', project));
  const materials = await all(
    fitting(
      'materials',
      ({ id }) => `material ${String(id)}`,
      (row) => checkMaterial(row, { project }, ''),
    ),
  );
  const held: Held = { project, kinds, materials: materialsOf(materials) };
  const documents = new Map<string, { kind: string; revision: number }>();
  async function* photos(): AsyncGenerator<Photo & { why?: string }> {
    for await (const found of photosOf(client, project)) {
      const { first, photo } = await begun(found);
      const what = `photo ${String(photo.row['id'])}`;
      if (fits(what, photo.row, () => checkPhoto(photo, first, held, ''))) yield photo;
      else yield { ...photo, why: leftOut.at(-1)!.why };
    }
  }
  await writeBundle(
    path,
    {
      project: own!,
      materials,
      weather: fitting(
        'weather',
        ({ id }) => `weather ${String(id)}`,
        (row) => checkWeather(row, held, ''),
      ),
      documents: fitting(
        'documents',
        ({ kind, name }) => `${String(kind)} “${String(name)}”`,
        (row) => {
          checkDocument(row, held, '');
          const { id, kind, revision } = row as { id: string; kind: string; revision: number };
          documents.set(id, { kind, revision });
        },
      ),
      revisions: fitting(
        'revisions',
        ({ revision, document_id: of }) => `revision ${String(revision)} of ${String(of)}`,
        (row) => checkRevision(row, held, documents, ''),
      ),
      photos: photos(),
      leftOut: () => leftOut,
    },
    { made, limits },
  );
  return { name: String(own!['name']), leftOut: leftOut.map(({ what, why }) => ({ what, why })) };
}

async function all<T>(found: AsyncIterable<T>): Promise<T[]> {
  const rows: T[] = [];
  for await (const row of found) rows.push(row);
  return rows;
}

/** Restores the file into tables of the same shape that are gone with the transaction, and compares. @throws Error where it differs */
async function prove(
  client: pg.ClientBase,
  project: string,
  leftOut: Packed['leftOut'],
  { path, limits, kinds, told }: PackOptions,
): Promise<void> {
  for (const { table } of Object.values(TABLES))
    await client.query(
      `CREATE TEMP TABLE ${table} (LIKE public.${table} INCLUDING ALL) ON COMMIT DROP`,
    );
  const bundle = await openBundle(path, limits, (share) => told('proving', share));
  try {
    await putIn(client, bundle, await lookInto(bundle, kinds));
  } finally {
    bundle.close();
  }
  let missing = 0;
  for (const part of Object.keys(TABLES) as Part[]) {
    const { table, where } = TABLES[part];
    const columns = (await columnsOf(client, part)).map((name) =>
      name === 'bytes' || name === 'thumbnail' ? `sha256(${name})` : name,
    );
    const { rows } = await client.query<{ differ: number; missing: number }>(
      `WITH there AS (SELECT ${columns.join(', ')} FROM public.${table} WHERE ${where}),
         back AS (SELECT ${columns.join(', ')} FROM pg_temp.${table})
       SELECT (SELECT count(*) FROM (SELECT * FROM back EXCEPT SELECT * FROM there) AS d)::integer AS differ,
         ((SELECT count(*) FROM there) - (SELECT count(*) FROM back))::integer AS missing`,
      [project],
    );
    missing += rows[0]!.missing;
    if (rows[0]!.differ > 0)
      throw new Error(`the bundle of ${project} does not hold what ${table} does`);
  }
  if (missing !== leftOut.length)
    throw new Error(`the bundle of ${project} misses ${missing} rows, not ${leftOut.length}`);
}
