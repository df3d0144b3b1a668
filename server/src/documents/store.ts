import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import {
  formatOf,
  kindNamed,
  untouchable,
  type Document,
  type References,
} from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { Brief } from '@eldrun/core/build-up';
import type { DocumentKind, ProjectContext } from '@eldrun/core/kinds';
import type { Material } from '@eldrun/core/materials';
import type { ListedDocument, Revision, Save, SavedDocument } from '@eldrun/contract';
import { inTransaction, untilAlone } from '../database.ts';
import { notFound, stale } from '../errors.ts';

type Database = pg.Pool | pg.PoolClient;

/** An id as the database gives them. */
const UUID = /[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}/g;

const SAVED = `
  id, project_id AS "projectId", kind, name, position, revision, updated_at AS "updatedAt", document`;

/**
 * A document as lists show it, as a JSON object: of `documents d` in `projects p` with `document_summaries s`.
 * The parameter of that number is the version of the core.
 */
export const listedAs = (version: number): string => `
  jsonb_build_object(
    'id', d.id, 'projectId', d.project_id, 'kind', d.kind, 'name', d.name, 'position', d.position,
    'revision', d.revision, 'updatedAt', d.updated_at, 'deletedAt', d.deleted_at,
    'format', d.document -> 'format', 'version', d.document -> 'version',
    'summary', summary_of(s), 'computing', ${computing(version)})`;

/** Whether the summary `s` of `d` in `p` is older than what it is of. The parameter is the version of the core. */
export const computing = (version: number): string => `(s.revision IS DISTINCT FROM d.revision
  OR s.brief_revision IS DISTINCT FROM p.brief_revision
  OR s.core_version IS DISTINCT FROM $${version})`;

type Listed = Omit<ListedDocument, 'untouched'> & Pick<Document, 'format' | 'version'>;

/** Which documents this server works with. */
export interface Kinds {
  kinds: readonly DocumentKind[];
  /** Of the program that computes summaries. */
  coreVersion: string;
}

/** A listed document with what this program makes of it. */
export function asListed(
  { format, version, ...listed }: Listed,
  kinds: readonly DocumentKind[],
): ListedDocument {
  const kind = kinds.find((one) => one.kind === listed.kind);
  const untouched = untouchable({ format, version }, kind);
  return { ...listed, computing: listed.computing && untouched === null, untouched };
}

/** What a project gives its documents. @throws ApiError 404 */
export async function contextOf(
  database: Database,
  projectId: string,
): Promise<ProjectContext<Brief> & { materials: Record<string, Material> }> {
  const { rows } = await database.query<{ brief: Brief; materials: Record<string, Material> }>(
    `SELECT brief, coalesce(
       (SELECT jsonb_object_agg(id, material) FROM project_materials WHERE project_id = p.id), '{}') AS materials
     FROM projects p WHERE id = $1`,
    [projectId],
  );
  if (!rows[0]) throw notFound('project');
  return rows[0];
}

/** Keeps others from changing which documents a project has, until the transaction ends. @throws ApiError 404 */
async function lockProject(client: pg.PoolClient, projectId: string): Promise<void> {
  const { rowCount } = await client.query('SELECT 1 FROM projects WHERE id = $1 FOR UPDATE', [
    projectId,
  ]);
  if (rowCount === 0) throw notFound('project');
}

/** Where a document of a kind goes that comes last. */
const LAST = `(SELECT coalesce(max(position) + 1, 0) FROM documents
  WHERE project_id = $1 AND kind = $2 AND deleted_at IS NULL)`;

/** Documents of any kind in the database: all that their routes need. What is not one of `kinds` stays untouched. */
export class DocumentStore {
  readonly pool: pg.Pool;
  readonly kinds: readonly DocumentKind[];
  readonly coreVersion: string;

  constructor(pool: pg.Pool, { kinds, coreVersion }: Kinds) {
    this.pool = pool;
    this.kinds = kinds;
    this.coreVersion = coreVersion;
  }

  /**
   * The documents of a project, or those in its bin; of one kind, or those with ids, with commas between them; with what is
   * in them where that is asked for. @throws ApiError 404
   */
  async list(
    projectId: string,
    asked: { kind?: string; bin?: boolean; ids?: string; contents?: boolean },
  ): Promise<ListedDocument[]> {
    const { kind = null, bin = false, ids, contents = false } = asked;
    const { rows } = await this.pool.query<{ listed: Listed[] | null }>(
      `SELECT (SELECT jsonb_agg(${listedAs(4)} ||
           CASE WHEN $6 THEN jsonb_build_object('document', d.document) ELSE '{}' END
           ORDER BY d.deleted_at DESC, d.kind, d.position)
         FROM documents d LEFT JOIN document_summaries s ON s.document_id = d.id
         WHERE d.project_id = p.id AND (d.deleted_at IS NOT NULL) = $2
           AND ($3::text IS NULL OR d.kind = $3)
           AND ($5::text[] IS NULL OR d.id::text = ANY ($5))) AS listed
       FROM projects p WHERE p.id = $1`,
      [projectId, bin, kind, this.coreVersion, ids?.split(',') ?? null, contents],
    );
    if (!rows[0]) throw notFound('project');
    return (rows[0].listed ?? []).map((one) => asListed(one, this.kinds));
  }

  /** @param noun what it is called where it is missing; also the kind, where that is asked for. @throws ApiError 404 */
  async read(id: string, noun = 'document'): Promise<SavedDocument> {
    const { rows } = await this.pool.query<SavedDocument>(
      `SELECT ${SAVED} FROM documents WHERE id = $1 AND deleted_at IS NULL`,
      [id],
    );
    if (!rows[0] || (noun !== 'document' && rows[0].kind !== noun)) throw notFound(noun);
    return rows[0];
  }

  /** @throws InputError, ApiError 404 */
  async add(
    projectId: string,
    kindName: string,
    document: unknown,
    step: string,
    savedBy: string,
  ): Promise<SavedDocument> {
    const context = await contextOf(this.pool, projectId);
    const kind = kindNamed(this.kinds, kindName);
    return this.insert(projectId, kind, kind.validate(document, context), step, savedBy);
  }

  /** As `add` for several of a kind: all of them, or none. @throws InputError, ApiError 404 */
  async addAll(
    projectId: string,
    kindName: string,
    documents: readonly unknown[],
    step: string,
    savedBy: string,
  ): Promise<SavedDocument[]> {
    const context = await contextOf(this.pool, projectId);
    const kind = kindNamed(this.kinds, kindName);
    const checked = documents.map((document) => kind.validate(document, context));
    return inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      const added: SavedDocument[] = [];
      for (const document of checked)
        added.push(await this.insertOne(client, projectId, kind, document, step, savedBy));
      return added;
    });
  }

  private insert(
    projectId: string,
    kind: DocumentKind,
    document: Document,
    step: string,
    savedBy: string,
  ): Promise<SavedDocument> {
    return inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      return this.insertOne(client, projectId, kind, document, step, savedBy);
    });
  }

  private async insertOne(
    client: pg.PoolClient,
    projectId: string,
    { kind }: DocumentKind,
    document: Document,
    step: string,
    savedBy: string,
  ): Promise<SavedDocument> {
    const { rows } = await client.query<SavedDocument>(
      `WITH added AS (
         INSERT INTO documents (project_id, kind, name, position, document)
         VALUES ($1, $2, $3, ${LAST}, $4) RETURNING *),
       kept AS (
         INSERT INTO document_revisions (document_id, revision, document, steps, saved_by)
         SELECT id, 1, document, $5, $6 FROM added),
       touched AS (UPDATE projects SET updated_at = now() WHERE id = $1)
       SELECT ${SAVED} FROM added`,
      [projectId, kind, document.name, JSON.stringify(document), JSON.stringify([step]), savedBy],
    );
    return rows[0]!;
  }

  /**
   * Saves a document in one statement, where its revision still holds.
   *
   * @throws InputError, ApiError 404 and, with the current state, 409
   */
  async save(
    id: string,
    { revision, document, steps, commands = [] }: Save,
    savedBy: string,
    noun?: string,
  ): Promise<SavedDocument> {
    const before = await this.read(id, noun);
    const kind = this.workable(before);
    const checked = kind.validate(document, await contextOf(this.pool, before.projectId));
    const { rows } = await untilAlone(() =>
      this.pool.query<SavedDocument>(
        `WITH saved AS (
         UPDATE documents SET document = $3, name = $4, revision = revision + 1, updated_at = now()
         WHERE id = $1 AND revision = $2 AND deleted_at IS NULL RETURNING *),
       kept AS (
         INSERT INTO document_revisions (document_id, revision, document, steps, commands, saved_by)
         SELECT id, revision, document, $5, $6, $7 FROM saved),
       touched AS (
         UPDATE projects SET updated_at = now() FROM saved WHERE projects.id = saved.project_id)
       SELECT ${SAVED} FROM saved`,
        [
          id,
          revision,
          JSON.stringify(checked),
          checked.name,
          JSON.stringify(steps),
          JSON.stringify(commands),
          savedBy,
        ],
      ),
    );
    if (!rows[0]) throw stale({ ...(await this.read(id, noun)) });
    return rows[0];
  }

  /** The kind of a document that this program can work with. @throws InputError */
  private workable({ kind: name, document }: SavedDocument): DocumentKind {
    const kind = this.kinds.find(({ kind }) => kind === name);
    const why = untouchable({ ...document, format: document.format ?? formatOf(name) }, kind);
    if (why) throw new InputError('document', why, 'a document that this Eldrun knows');
    return kind!;
  }

  /** Moves a document within its kind. @throws ApiError 404 */
  async move(id: string, position: number, noun?: string): Promise<void> {
    const { projectId, kind } = await this.read(id, noun);
    await inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      const { rows } = await client.query<{ id: string }>(
        `SELECT id FROM documents
         WHERE project_id = $1 AND kind = $2 AND id <> $3 AND deleted_at IS NULL ORDER BY position`,
        [projectId, kind, id],
      );
      const order = rows.map((row) => row.id).toSpliced(position, 0, id);
      await client.query(
        `UPDATE documents SET position = o.position - 1
         FROM unnest($1::uuid[]) WITH ORDINALITY AS o (id, position)
         WHERE documents.id = o.id AND documents.position <> o.position - 1`,
        [order],
      );
    });
  }

  /** A copy at the end. @throws InputError, ApiError 404 */
  async duplicate(id: string, savedBy: string, noun?: string): Promise<SavedDocument> {
    const original = await this.read(id, noun);
    const name = `${original.name.slice(0, 190)} (copy)`;
    return this.insert(
      original.projectId,
      this.workable(original),
      { ...original.document, name },
      `Copied from “${original.name}”`,
      savedBy,
    );
  }

  /**
   * Copies the documents of a project into another: in their newest state, and in those that another document refers to.
   * What they say of one another they say of the copies.
   */
  async copyAll(client: pg.PoolClient, from: string, to: string, savedBy: string): Promise<void> {
    const { rows: originals } = await client.query<
      Pick<SavedDocument, 'id' | 'kind' | 'name' | 'position' | 'revision' | 'document'>
    >(
      `SELECT id, kind, name, position, revision, document FROM documents
       WHERE project_id = $1 AND deleted_at IS NULL ORDER BY kind, position`,
      [from],
    );
    const copies = new Map(originals.map(({ id }) => [id, randomUUID() as string]));
    const ofCopies = (document: Document): string =>
      JSON.stringify(document).replace(UUID, (id) => copies.get(id) ?? id);
    for (const { id, kind, name, position, revision, document } of originals)
      await client.query(
        `WITH copied AS (
           INSERT INTO documents (id, project_id, kind, name, position, revision, document)
           VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id, revision, document)
         INSERT INTO document_revisions (document_id, revision, document, steps, saved_by)
         SELECT id, revision, document, '["Copied with its project"]', $8 FROM copied`,
        [copies.get(id), to, kind, name, position, revision, ofCopies(document), savedBy],
      );
    for (const { kind: kindName, document } of originals) {
      const kind = this.kinds.find((one) => one.kind === kindName);
      if (untouchable(document, kind)) continue;
      for (const { id, revision } of kind!.references(document).documents) {
        const copy = copies.get(id);
        if (!copy || revision === undefined) continue;
        await client.query(
          `INSERT INTO document_revisions (document_id, revision, document, steps, saved_by, saved_at)
           SELECT $1, revision, document, steps, saved_by, saved_at FROM document_revisions
           WHERE document_id = $2 AND revision = $3 ON CONFLICT DO NOTHING`,
          [copy, id, revision],
        );
      }
    }
  }

  /** Moves a document to the bin; its history stays with it. @throws ApiError 404 */
  async bin(id: string, noun?: string): Promise<void> {
    const { projectId } = await this.read(id, noun);
    await inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      const { rowCount } = await client.query(
        'UPDATE documents SET deleted_at = now() WHERE id = $1 AND deleted_at IS NULL',
        [id],
      );
      if (rowCount === 0) throw notFound(noun ?? 'document');
      await client.query('UPDATE projects SET updated_at = now() WHERE id = $1', [projectId]);
    });
  }

  /** Takes a document out of the bin, to its old place where that is free, else to the end. @throws ApiError 404 */
  async restore(id: string): Promise<SavedDocument> {
    const { rows } = await this.pool.query<{ projectId: string }>(
      'SELECT project_id AS "projectId" FROM documents WHERE id = $1 AND deleted_at IS NOT NULL',
      [id],
    );
    if (!rows[0]) throw notFound('document');
    const { projectId } = rows[0];
    await inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      await client.query(
        `UPDATE documents d SET deleted_at = NULL, position = CASE
           WHEN EXISTS (SELECT 1 FROM documents o WHERE o.project_id = d.project_id AND o.kind = d.kind
             AND o.position = d.position AND o.deleted_at IS NULL)
           THEN (SELECT max(position) + 1 FROM documents o WHERE o.project_id = d.project_id
             AND o.kind = d.kind AND o.deleted_at IS NULL)
           ELSE d.position END
         WHERE id = $1 AND deleted_at IS NOT NULL`,
        [id],
      );
    });
    return this.read(id);
  }

  /** Deletes for good what lies in a project's bin. @throws ApiError 404 */
  async emptyBin(projectId: string): Promise<void> {
    await inTransaction(this.pool, async (client) => {
      await lockProject(client, projectId);
      await client.query('DELETE FROM documents WHERE project_id = $1 AND deleted_at IS NOT NULL', [
        projectId,
      ]);
    });
  }

  /** The document as a file that stands alone. @throws InputError, ApiError 404 */
  async file(id: string): Promise<Document> {
    const saved = await this.read(id);
    const kind = this.workable(saved);
    return kind.fileOf(saved.document, await contextOf(this.pool, saved.projectId));
  }

  /** The saved states that are kept, the newest first. @throws ApiError 404 */
  async revisions(id: string, noun?: string): Promise<Revision[]> {
    await this.read(id, noun);
    const { rows } = await this.pool.query<Revision>(
      `SELECT ${REVISION} FROM document_revisions WHERE document_id = $1 ORDER BY revision DESC`,
      [id],
    );
    return rows;
  }

  /** One saved state. @throws ApiError 404 */
  async revision(
    id: string,
    revision: number,
    noun?: string,
  ): Promise<Revision & { document: Document }> {
    await this.read(id, noun);
    const { rows } = await this.pool.query<Revision & { document: Document }>(
      `SELECT ${REVISION}, document FROM document_revisions WHERE document_id = $1 AND revision = $2`,
      [id, revision],
    );
    if (!rows[0]) throw notFound('revision');
    return rows[0];
  }

  /** Names a saved state, or takes its name away. @throws ApiError 404 */
  async nameRevision(id: string, revision: number, name: string | null): Promise<Revision> {
    await this.read(id);
    const { rows } = await this.pool.query<Revision>(
      `UPDATE document_revisions SET name = $3 WHERE document_id = $1 AND revision = $2
       RETURNING ${REVISION}`,
      [id, revision, name?.trim() ?? null],
    );
    if (!rows[0]) throw notFound('revision');
    return rows[0];
  }

  /** What each document of a project needs beside itself, those in the bin too. */
  async references(projectId: string): Promise<{ id: string; name: string; needs: References }[]> {
    const { rows } = await this.pool.query<
      Pick<SavedDocument, 'id' | 'kind' | 'name' | 'document'> & { binned: boolean }
    >(
      `SELECT id, kind, name, document, deleted_at IS NOT NULL AS binned
       FROM documents WHERE project_id = $1 ORDER BY kind, position`,
      [projectId],
    );
    return rows.flatMap(({ id, kind: kindName, name, document, binned }) => {
      const kind = this.kinds.find((one) => one.kind === kindName);
      if (untouchable(document, kind)) return [];
      return [
        { id, name: binned ? `${name} (in the bin)` : name, needs: kind!.references(document) },
      ];
    });
  }
}

const REVISION = `revision, steps, name, saved_by AS "savedBy", saved_at AS "savedAt"`;
