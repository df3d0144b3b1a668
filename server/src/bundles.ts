import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import { InputError } from '@eldrun/core/errors';
import { untouchable, type Document } from '@eldrun/core/document';
import type { Material, Materials } from '@eldrun/core/materials';
import { briefSchema, check, materialSchema, within } from '@eldrun/core/wall/schema';
import type { BundleContents, Row } from '@eldrun/exchange/bundle';
import { inTransaction } from './database.ts';
import type { DocumentStore } from './documents/store.ts';
import { notFound } from './errors.ts';
import { PHOTO_ID, pictureType } from './photos/picture.ts';

/** The tables of a project, in the order in which their rows go in, each with how its rows are found. */
const TABLES = {
  project: ['projects', 'id = $1', 'id'],
  materials: ['project_materials', 'project_id = $1', 'id'],
  weather: ['project_weather', 'project_id = $1', 'id'],
  photos: ['project_photos', 'project_id = $1', 'id'],
  documents: ['documents', 'project_id = $1', 'kind, position, id'],
  revisions: [
    'document_revisions',
    'document_id IN (SELECT id FROM documents WHERE project_id = $1)',
    'document_id, revision',
  ],
} as const;

type Part = keyof typeof TABLES;

/** Everything of a project, as it was at one moment. @throws ApiError 404 */
export function readContents(pool: pg.Pool, project: string): Promise<BundleContents> {
  return inTransaction(pool, async (client) => {
    await client.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const rowsOf = async (part: Part): Promise<Row[]> => {
      const [table, where, order] = TABLES[part];
      const { rows } = await client.query<{ row: Row }>(
        `SELECT to_jsonb(t) AS row FROM ${table} t WHERE ${where} ORDER BY ${order}`,
        [project],
      );
      return rows.map(({ row }) => row);
    };
    const [found] = await rowsOf('project');
    if (!found) throw notFound('project');
    return {
      project: found,
      materials: await rowsOf('materials'),
      weather: await rowsOf('weather'),
      photos: await rowsOf('photos'),
      documents: await rowsOf('documents'),
      revisions: await rowsOf('revisions'),
    };
  });
}

/** Puts rows into a table: of each the columns that the table has. What an older Eldrun did not know keeps its default. */
async function insertRows(client: pg.PoolClient, part: Part, rows: readonly Row[]): Promise<void> {
  if (rows.length === 0) return;
  const [table] = TABLES[part];
  const { rows: columns } = await client.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = current_schema() AND table_name = $1`,
    [table],
  );
  const given = columns
    .map(({ name }) => name)
    .filter((name) => rows.every((row) => Object.hasOwn(row, name)))
    .join(', ');
  await client.query(
    `INSERT INTO ${table} (${given})
     SELECT ${given} FROM jsonb_populate_recordset(NULL::${table}, $1::jsonb)`,
    [JSON.stringify(rows)],
  );
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** Every row is of this project and of its documents: none goes into another that is there. @throws InputError */
function checkBelongs({
  project,
  documents,
  revisions,
  materials,
  weather,
  photos,
}: BundleContents): void {
  const own = new Set(documents.map(({ id }) => id));
  const astray =
    [...documents, ...materials, ...weather, ...photos].some(
      (row) => row['project_id'] !== project['id'],
    ) || revisions.some((row) => !own.has(row['document_id']));
  if (astray)
    throw new InputError(
      'file',
      'holds rows of another project',
      'the rows of one project and of its documents',
    );
}

/** What a project says for all its documents is what the page takes. @throws InputError */
function checkProject({ project, materials }: BundleContents): void {
  check(briefSchema.required(), project['brief'], 'project.json: brief');
  for (const row of materials)
    check(materialSchema.required(), row['material'], `materials.json: ${String(row['id'])}`);
}

/** The bytes of a column as a bundle has them. */
const bytesOf = (hex: unknown): Uint8Array => Buffer.from(String(hex).replace(/^\\x/, ''), 'hex');

/** Every photo is a picture of the type that it is served as, and so is its small one. @throws InputError */
function checkPhotos({ photos }: BundleContents): void {
  for (const { id, type, bytes, thumbnail } of photos) {
    const at = `photos/${String(id).slice(0, 80)}`;
    if (!PHOTO_ID.test(String(id))) throw new InputError(at, 'is no id of a photo', 'an id');
    const found = within(at, () => pictureType(bytesOf(bytes)));
    within(at, () => pictureType(bytesOf(thumbnail)));
    if (type !== found)
      throw new InputError(at, `says that it is ${String(type).slice(0, 40)}`, found);
  }
}

/** Every document of a kind that is known is what that kind takes. @throws InputError */
function checkDocuments({ documents, materials }: BundleContents, { kinds }: DocumentStore): void {
  const own: Materials = Object.fromEntries(
    materials.map((row) => [String(row['id']), row['material'] as Material]),
  );
  for (const row of documents) {
    const { kind: name, document, id } = row as { kind: string; document: Document; id: string };
    const at = `documents/${String(name)}, “${String(row['name'])}”`;
    if (!UUID.test(String(id)) || typeof document !== 'object' || document === null)
      throw new InputError(at, 'is no document', 'an id and a document');
    const kind = kinds.find((one) => one.kind === name);
    // What this Eldrun does not know is kept as it is.
    if (untouchable(document, kind)) continue;
    try {
      kind!.validate(document, { materials: own });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(`${at}: ${error.path}`, error.problem, error.allowed);
    }
  }
}

/** The same contents under ids of their own, called so that it is told from what is there. */
function asCopy(contents: BundleContents): BundleContents {
  const ids = new Map(
    [contents.project, ...contents.documents].map(({ id }) => [String(id), randomUUID() as string]),
  );
  const text = JSON.stringify(contents).replace(
    /[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}/g,
    (id) => ids.get(id) ?? id,
  );
  const copy = JSON.parse(text) as BundleContents;
  const name = `${String(copy.project['name']).slice(0, 185)} (restored)`;
  // It is somebody's own: a reset of the demo leaves it alone.
  return { ...copy, project: { ...copy.project, name, demo: false } };
}

/**
 * Restores a project with all it had: under its own ids where they are free, else as a copy beside what is there.
 *
 * @returns its id
 * @throws InputError that names what is wrong; then nothing is taken
 */
export async function restoreContents(
  store: DocumentStore,
  contents: BundleContents,
): Promise<string> {
  const { project } = contents;
  if (!UUID.test(String(project['id'])) || typeof project['name'] !== 'string')
    throw new InputError('project.json', 'is no project', 'an id, a name, units and a brief');
  checkBelongs(contents);
  checkProject(contents);
  checkPhotos(contents);
  checkDocuments(contents, store);
  try {
    return await inTransaction(store.pool, async (client) => {
      const ids = [project, ...contents.documents].map(({ id }) => id);
      const { rows } = await client.query<{ taken: boolean }>(
        `SELECT EXISTS (SELECT 1 FROM projects WHERE id = ANY($1::uuid[])
           UNION ALL SELECT 1 FROM documents WHERE id = ANY($1::uuid[])) AS taken`,
        [ids],
      );
      const taken = rows[0]!.taken ? asCopy(contents) : contents;
      const parts: Record<Part, readonly Row[]> = { ...taken, project: [taken.project] };
      for (const part of Object.keys(TABLES) as Part[]) await insertRows(client, part, parts[part]);
      return String(taken.project['id']);
    });
  } catch (error) {
    // Class 22 and 23: what the database's types and constraints refuse.
    const { code, message } = error as { code?: string; message: string };
    if (!/^2[23]/.test(code ?? '')) throw error;
    throw new InputError(
      'file',
      `its rows do not fit together: ${message}`,
      'the bundle as it was written',
    );
  }
}
