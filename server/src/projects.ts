import { untouchable } from '@eldrun/core/document';
import type { Status } from '@eldrun/core/verdicts';
import type { ListedDocument, ListedWall, Project } from '@eldrun/contract';
import { asListed, listedAs, type DocumentStore } from './documents/store.ts';
import { notFound } from './errors.ts';

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
    coalesce((SELECT jsonb_agg(${listedAs(1)} ORDER BY d.position)
      FROM documents d LEFT JOIN document_summaries s ON s.document_id = d.id
      WHERE d.project_id = p.id AND d.kind = 'wall' AND d.deleted_at IS NULL), '[]') AS walls
  FROM projects p`;

type Row = Omit<Project, 'walls'> & { walls: Parameters<typeof asListed>[0][] };

/** A wall in the list's words: its judgment, else why there is none. */
function asListedWall(listed: ListedDocument): ListedWall {
  const { summary } = listed;
  const worst = summary && {
    status: (summary.judgment ?? summary.worst?.status ?? 'fail') as Status,
    title: summary.title,
  };
  return { ...listed, worst };
}

function asProject({ walls, prices, ...project }: Row, { kinds }: DocumentStore): Project {
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

/** All projects that are archived, or all that are not, the latest changed first: one query. */
export async function readProjects(store: DocumentStore, archived: boolean): Promise<Project[]> {
  const { rows } = await store.pool.query<Row>(
    `${PROJECT} WHERE (p.archived_at IS NOT NULL) = $2 ORDER BY p.updated_at DESC, p.name`,
    [store.coreVersion, archived],
  );
  return rows.map((row) => asProject(row, store));
}
