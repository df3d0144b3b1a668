import type pg from 'pg';
import type PgBoss from 'pg-boss';
import {
  combinationsOf,
  partSize,
  rowOf,
  type Exploration,
  type Explored,
} from '@eldrun/core/exploration';
import { pricedMaterials } from '@eldrun/core/prices';
import type { Material } from '@eldrun/core/materials';
import { MOST_HOURLY, type ExplorationRun } from '@eldrun/contract';
import { checkCombinations, validateExploration } from '@eldrun/core/exploration/schema';
import { inTransaction } from '../database.ts';
import type { DocumentStore } from '../documents/store.ts';
import { notFound } from '../errors.ts';
import { readProject } from '../projects.ts';
import { executing, QUEUE, type ExploreJob } from './queue.ts';

/** Combinations of a part at the least: of walls that are evaluated, some tenths of a second; of years that are run. */
const PART = 2000;
const HOURLY_PART = 6;

const RUN = `
  SELECT e.id, e.project_id AS "projectId", e.wall_id AS "wallId", e.exploration, e.hourly, e.combinations,
    e.part_size AS "partSize", e.parts, e.created_at AS "createdAt", e.finished_at AS "finishedAt", e.result,
    e.problem, coalesce((SELECT jsonb_agg(p.part ORDER BY p.part) FROM exploration_parts p
      WHERE p.exploration_id = e.id), '[]') AS done
  FROM explorations e`;

/** What a run is computed from. */
export interface RunSource {
  id: string;
  exploration: Exploration;
  materials: Record<string, Material>;
  hourly: boolean;
  weather: string | null;
  projectId: string;
  combinations: number;
  partSize: number;
  parts: number;
}

/**
 * Keeps an exploration and puts its parts into the queue: both or neither.
 *
 * @throws InputError where it is none, or too large; ApiError 404 without its project
 */
export async function startRun(
  store: DocumentStore,
  boss: PgBoss,
  projectId: string,
  asked: { wall?: string; exploration: unknown; hourly: boolean },
): Promise<ExplorationRun> {
  const { pool } = store;
  const project = await readProject(store, projectId);
  const materials = pricedMaterials(project.prices?.document ?? null, project.materials);
  const exploration = validateExploration(asked.exploration, materials);
  const { hourly, wall = null } = asked;
  checkCombinations(exploration, hourly ? MOST_HOURLY : undefined);
  const combinations = combinationsOf(exploration);
  const size = hourly ? HOURLY_PART : partSize(rowOf(exploration), PART);
  const parts = Math.ceil(combinations / size);
  const { outdoor } = exploration.wall;
  const weather = ('weather' in outdoor && outdoor.weather) || null;
  const id = await inTransaction(pool, async (client) => {
    const { rows: kept } = await client.query<{ id: string }>(
      `INSERT INTO explorations
         (project_id, wall_id, exploration, materials, hourly, weather, combinations, part_size, parts)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) RETURNING id`,
      [
        projectId,
        wall,
        JSON.stringify(exploration),
        JSON.stringify(materials),
        hourly,
        weather,
        combinations,
        size,
        parts,
      ],
    );
    const run = kept[0]!.id;
    await boss.insert(
      Array.from({ length: parts }, (_, part) => ({
        name: QUEUE,
        data: { exploration: run, part } satisfies ExploreJob,
      })),
      { db: executing(client) },
    );
    return run;
  });
  return readRun(pool, id);
}

/** One run. @throws ApiError 404 */
export async function readRun(pool: pg.Pool, id: string): Promise<ExplorationRun> {
  const { rows } = await pool.query<ExplorationRun>(`${RUN} WHERE e.id = $1`, [id]);
  if (!rows[0]) throw notFound('exploration');
  return rows[0];
}

/** The runs of a project, the newest first. */
export async function listRuns(pool: pg.Pool, projectId: string): Promise<ExplorationRun[]> {
  const { rows } = await pool.query<ExplorationRun>(
    `${RUN} WHERE e.project_id = $1 ORDER BY e.created_at DESC`,
    [projectId],
  );
  return rows;
}

/** The figures of a part. @throws ApiError 404 where it is not evaluated */
export async function readPart(pool: pg.Pool, id: string, part: number): Promise<Buffer> {
  const { rows } = await pool.query<{ swept: Buffer }>(
    'SELECT swept FROM exploration_parts WHERE exploration_id = $1 AND part = $2',
    [id, part],
  );
  if (!rows[0]) throw notFound('part');
  return rows[0].swept;
}

/** Forgets a run; a worker that is at it finds it gone. @throws ApiError 404 */
export async function removeRun(pool: pg.Pool, id: string): Promise<void> {
  await inTransaction(pool, async (client) => {
    const { rowCount } = await client.query('DELETE FROM explorations WHERE id = $1', [id]);
    if (rowCount === 0) throw notFound('exploration');
    await client.query(
      `DELETE FROM pgboss.job WHERE name = $1 AND data ->> 'exploration' = $2 AND state < 'active'`,
      [QUEUE, id],
    );
  });
}

/** Whether a run was not taken away. */
export async function isThere(pool: pg.Pool, id: string): Promise<boolean> {
  const { rowCount } = await pool.query('SELECT 1 FROM explorations WHERE id = $1', [id]);
  return rowCount !== 0;
}

/** What a run is computed from; null where it is gone. */
export async function sourceOf(pool: pg.Pool, id: string): Promise<RunSource | null> {
  const { rows } = await pool.query<RunSource>(
    `SELECT id, project_id AS "projectId", exploration, materials, hourly, weather, combinations,
       part_size AS "partSize", parts FROM explorations WHERE id = $1 AND finished_at IS NULL`,
    [id],
  );
  return rows[0] ?? null;
}

/** Keeps what a run came to. */
export async function finishRun(pool: pg.Pool, id: string, result: Explored): Promise<void> {
  await pool.query(
    'UPDATE explorations SET result = $2, finished_at = now() WHERE id = $1 AND finished_at IS NULL',
    [id, JSON.stringify(result)],
  );
}
