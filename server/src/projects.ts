import { untouchable } from '@eldrun/core/document';
import { climateName, type Brief } from '@eldrun/core/build-up';
import {
  asListedWall,
  type ListedProject,
  type ListedProjects,
  type Project,
  type ProjectsQuery,
} from '@eldrun/contract';
import { asListed, computing, listedAs, type DocumentStore } from './documents/store.ts';
import { notFound } from './errors.ts';

const listOf = (where: string): string => `
    coalesce((SELECT jsonb_agg(${listedAs(1)} ORDER BY d.kind, d.position)
      FROM documents d LEFT JOIN document_summaries s ON s.document_id = d.id
      WHERE d.project_id = p.id AND ${where} AND d.deleted_at IS NULL), '[]')`;

/** A project with all that its places need, from the database alone: nothing is computed here. */
const PROJECT = `
  SELECT p.id, p.name, p.units, p.brief, p.revision, p.archived_at IS NOT NULL AS archived,
    p.updated_at AS "updatedAt",
    coalesce((SELECT jsonb_object_agg(m.id, m.material ORDER BY m.id)
      FROM project_materials m WHERE m.project_id = p.id), '{}') AS materials,
    (SELECT jsonb_build_object('id', d.id, 'document', d.document) FROM documents d
      WHERE d.project_id = p.id AND d.kind = 'prices' AND d.deleted_at IS NULL
      ORDER BY d.position LIMIT 1) AS prices,
    coalesce((SELECT jsonb_agg(jsonb_build_object('id', w.id, 'climate', w.climate, 'notes', w.notes)
      ORDER BY w.created_at) FROM project_weather w WHERE w.project_id = p.id), '[]') AS weather,
    ${listOf("d.kind = 'wall'")} AS walls, ${listOf("d.kind <> 'wall'")} AS documents
  FROM projects p`;

type Row = Omit<Project, 'walls' | 'documents'> &
  Record<'walls' | 'documents', Parameters<typeof asListed>[0][]>;

function asProject(
  { walls, documents, prices, ...project }: Row,
  { kinds }: DocumentStore,
): Project {
  const known =
    prices &&
    !untouchable(
      prices.document,
      kinds.find(({ kind }) => kind === 'prices'),
    );
  return {
    ...project,
    prices: known ? prices : null,
    walls: walls.map((one) => asListedWall(asListed(one, kinds))),
    documents: documents.map((one) => asListed(one, kinds)),
  };
}

/** One project. @throws ApiError 404 */
export async function readProject(store: DocumentStore, id: string): Promise<Project> {
  const { rows } = await store.pool.query<Row>(`${PROJECT} WHERE p.id = $2`, [
    store.coreVersion,
    id,
  ]);
  if (!rows[0]) throw notFound('project');
  return asProject(rows[0], store);
}

/** Walls of a project that a list shows before it is opened. */
const WALLS_LISTED = 12;

/** Projects of a list, where nobody asks for more. */
const PROJECTS_LISTED = 40;

/** What the judgment of a wall ranks as, worst first, of `document_summaries s`; null before its first. */
const RANK = `CASE WHEN s.document_id IS NULL THEN NULL
  ELSE CASE coalesce(s.judgment, s.worst ->> 'status', 'fail')
    WHEN 'fail' THEN 0 WHEN 'unknown' THEN 1 WHEN 'caution' THEN 1 ELSE 2 END END`;

/** The projects that are asked for are found by cheap columns first; only of those that are shown walls are gathered. */
const LIST = `
  WITH walls AS (
    SELECT d.id, d.project_id, d.position, ${RANK} AS rank
    FROM documents d JOIN projects p ON p.id = d.project_id
      LEFT JOIN document_summaries s ON s.document_id = d.id
    WHERE d.kind = 'wall' AND d.deleted_at IS NULL AND (p.archived_at IS NOT NULL) = $2
      AND ($3::integer IS NULL OR ${RANK} = $3)
      AND (strpos(lower(d.name), $4) > 0 OR strpos(lower(p.name), $4) > 0)),
  ranked AS (
    SELECT project_id, min(rank) AS rank, count(*)::integer AS walls FROM walls GROUP BY project_id),
  found AS (
    SELECT p.id, p.name, p.updated_at, r.rank, coalesce(r.walls, 0) AS walls
    FROM projects p LEFT JOIN ranked r ON r.project_id = p.id
    WHERE (p.archived_at IS NOT NULL) = $2
      AND (r.walls > 0 OR ($3::integer IS NULL AND strpos(lower(p.name), $4) > 0))),
  shown AS (
    SELECT *, row_number() OVER () AS place FROM (
      SELECT * FROM found ORDER BY
        CASE WHEN $5 = 'name' THEN lower(name) END, CASE WHEN $5 = 'worst' THEN coalesce(rank, 3) END,
        updated_at DESC, name, id
      LIMIT $6) AS first)
  SELECT (SELECT count(*)::integer FROM found) AS found,
    (SELECT count(*)::integer FROM projects WHERE (archived_at IS NOT NULL) = $2) AS "all",
    coalesce((SELECT jsonb_agg(jsonb_build_object(
        'id', p.id, 'name', p.name, 'units', p.units, 'revision', p.revision,
        'archived', p.archived_at IS NOT NULL, 'updatedAt', p.updated_at,
        'outdoor', (p.brief -> 'outdoor') - 'months',
        'moreWalls', greatest(0, f.walls - ${WALLS_LISTED}),
        'walls', coalesce((SELECT jsonb_agg(jsonb_build_object(
            'id', d.id, 'kind', d.kind, 'name', d.name, 'revision', d.revision,
            'updatedAt', d.updated_at,
            'format', d.document -> 'format', 'version', d.document -> 'version',
            'summary', summary_of(s) - 'figures', 'computing', ${computing(1)}) ORDER BY first.position)
          FROM (SELECT * FROM walls WHERE project_id = p.id ORDER BY position LIMIT ${WALLS_LISTED}) AS first
            JOIN documents d ON d.id = first.id
            LEFT JOIN document_summaries s ON s.document_id = d.id), '[]'))
        ORDER BY f.place)
      FROM shown f JOIN projects p ON p.id = f.id), '[]') AS projects`;

interface ListRow {
  found: number;
  all: number;
  projects: (Omit<ListedProject, 'climate' | 'walls'> &
    Pick<Brief, 'outdoor'> &
    Pick<Row, 'walls'>)[];
}

/** The first projects that are archived, or that are not: one query. */
export async function readProjects(
  store: DocumentStore,
  { archived = false, walls, find = '', order = 'changed', count }: ProjectsQuery,
): Promise<ListedProjects> {
  const { rows } = await store.pool.query<ListRow>(LIST, [
    store.coreVersion,
    archived,
    walls ? ['fail', 'caution', 'pass'].indexOf(walls) : null,
    find.trim().toLowerCase(),
    order,
    Number(count ?? PROJECTS_LISTED),
  ]);
  const { found, all, projects } = rows[0]!;
  return {
    found,
    all,
    projects: projects.map(({ outdoor, walls: listed, ...project }) => ({
      ...project,
      climate: climateName({ outdoor }),
      walls: listed.map((one) => {
        const wall = asListedWall(asListed(one, store.kinds));
        const { id, name, revision, updatedAt, worst, computing: anew, untouched } = wall;
        return { id, name, revision, updatedAt, worst, computing: anew, untouched };
      }),
    })),
  };
}
