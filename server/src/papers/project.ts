import { weatherOfLists, type WeatherYear } from '@eldrun/core/climate';
import { changesSince, type Decision } from '@eldrun/core/decision';
import { untouchable, type Document } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { ProjectWall } from '@eldrun/core/build-up';
import type { MoistureStatus } from '@eldrun/core/judgment';
import { optionOf, type JudgedMoisture, type Measures } from '@eldrun/core/options';
import {
  Derived,
  materialsAtPrices,
  wallFile,
  type Project,
  type ProjectDocument,
} from '@eldrun/project';
import type { ListedWall } from '@eldrun/contract';
import type { Decided } from '@eldrun/papers';
import type { DocumentStore } from '../documents/store.ts';
import { ApiError, notFound } from '../errors.ts';
import { readProject } from '../projects.ts';

/** Kinds that papers are made of. */
const KINDS = ['wall', 'house', 'details', 'order', 'site', 'prices'];

/**
 * A project as papers, tables, drawings and models read it: all its documents that this program knows, in one question.
 *
 * @throws ApiError 404
 */
export async function wholeProjectOf(store: DocumentStore, id: string): Promise<Project> {
  const listed = await readProject(store, id);
  const { rows } = await store.pool.query<
    ProjectDocument & { document: Document; briefRevision: number }
  >(
    `SELECT d.id, d.kind, d.revision, d.document, p.brief_revision AS "briefRevision"
     FROM documents d JOIN projects p ON p.id = d.project_id
     WHERE d.project_id = $1 AND d.deleted_at IS NULL AND d.kind = ANY ($2)
     ORDER BY d.kind, d.position`,
    [id, KINDS],
  );
  const known = (one: ProjectDocument): boolean =>
    untouchable(
      one.document,
      store.kinds.find(({ kind }) => kind === one.kind),
    ) === null;
  return {
    id,
    name: listed.name,
    units: listed.units,
    revision: rows[0]?.briefRevision ?? 0,
    brief: listed.brief,
    materials: listed.materials,
    weather: {},
    judged: Object.fromEntries(
      listed.walls.flatMap((one) => {
        const judged = simulated(one);
        return judged ? [[one.id, judged]] : [];
      }),
    ),
    documents: rows
      .filter(known)
      .map(({ id: of, kind, revision, document }) => ({ id: of, kind, revision, document })),
  };
}

/** The project with the hours of the weather file that one of its walls stands in, where it stands in one. */
export async function withWeather(
  store: DocumentStore,
  project: Project,
  wall: string,
): Promise<Project> {
  const { outdoor } = new Derived(project).look(wallFile, wall);
  if (!('weather' in outdoor) || !outdoor.weather) return project;
  const { rows } = await store.pool.query<{ hours: Parameters<typeof weatherOfLists>[0] }>(
    'SELECT hours FROM project_weather WHERE project_id = $1 AND id = $2',
    [project.id, outdoor.weather],
  );
  const weather: Record<string, WeatherYear> = rows[0]
    ? { [outdoor.weather]: weatherOfLists(rows[0].hours) }
    : {};
  return { ...project, weather };
}

/** A wall of a project. @throws ApiError 404 */
export function wallOfProject(project: Project, id: string): ProjectDocument<ProjectWall> {
  const found = project.documents.find((one) => one.id === id && one.kind === 'wall');
  if (!found) throw notFound('wall');
  return found as ProjectDocument<ProjectWall>;
}

/** A decision of a project with what changed since. @throws ApiError 404 */
export async function decidedOf(
  store: DocumentStore,
  project: Project,
  id: string,
): Promise<Decided> {
  const saved = await store.read(id, 'decision');
  if (saved.projectId !== project.id) throw notFound('decision');
  const decision = saved.document as Decision;
  const derived = new Derived(project);
  const now = await Promise.all(
    decision.options.map(async ({ wall, revision }) => {
      const then = await orNull(store.revision(wall, revision, 'wall'));
      const current = project.documents.find((one) => one.id === wall && one.kind === 'wall');
      return {
        wall,
        then: (then?.document as ProjectWall | undefined) ?? null,
        now: (current?.document as ProjectWall | undefined) ?? null,
        measures: current ? measuresOf(derived, wall) : null,
      };
    }),
  );
  return { decision, changes: changesSince(decision, project.brief!, now) };
}

/** Null where they cannot be computed. */
function measuresOf({ look }: Derived, wall: string): Measures | null {
  try {
    return optionOf(look(wallFile, wall), look(materialsAtPrices)).measures;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** What is asked for; null where it is not there any more. */
async function orNull<T>(work: Promise<T>): Promise<T | null> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) return null;
    throw error;
  }
}

/** The judgment of the summary, where it is simulated and of what is saved. */
function simulated({ summary, computing }: ListedWall): JudgedMoisture | null {
  if (computing || summary?.basis !== 'hourly' || summary.judgment === null) return null;
  return {
    moisture: summary.judgment as MoistureStatus,
    basis: 'hourly',
    title: summary.title,
  };
}
