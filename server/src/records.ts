import { setImmediate as turn } from 'node:timers/promises';
import type pg from 'pg';
import {
  assess,
  InputError,
  say,
  withBrief,
  judge as judgeMoisture,
  type Brief,
  type Material,
  type Message,
  type OwnClimate,
  type ProjectWall,
  type Status,
  type UnitSystem,
} from '@eldrun/core';
import { notFound } from './errors.ts';

export interface ProjectRow {
  id: string;
  name: string;
  units: UnitSystem;
  brief: Brief;
  revision: number;
  archived: boolean;
  updatedAt: string;
}

export interface WallRow {
  id: string;
  projectId: string;
  name: string;
  position: number;
  revision: number;
  updatedAt: string;
  document: ProjectWall;
}

const PROJECT_FIELDS = `
  id, name, units, brief, revision, archived_at IS NOT NULL AS archived, updated_at AS "updatedAt"`;

export const WALL_FIELDS = `
  id, project_id AS "projectId", name, position, revision, updated_at AS "updatedAt", document`;

/** A weather file of a project, without its hours. */
export interface WeatherRow {
  id: string;
  climate: OwnClimate;
  notes: string[];
}

type Database = pg.Pool | pg.PoolClient;

/** One wall. @throws ApiError 404 */
export async function readWall(database: Database, id: string): Promise<WallRow> {
  const { rows } = await database.query<WallRow>(`SELECT ${WALL_FIELDS} FROM walls WHERE id = $1`, [
    id,
  ]);
  if (!rows[0]) throw notFound('wall');
  return rows[0];
}

/** A project's own materials, by id. @throws ApiError 404 without the project */
export async function materialsOf(
  database: Database,
  projectId: string,
): Promise<Record<string, Material>> {
  const { rows } = await database.query<{ id: string | null; material: Material }>(
    `SELECT m.id, m.material FROM projects p LEFT JOIN project_materials m ON m.project_id = p.id
     WHERE p.id = $1 ORDER BY m.id`,
    [projectId],
  );
  if (rows.length === 0) throw notFound('project');
  return Object.fromEntries(rows.flatMap((row) => (row.id ? [[row.id, row.material]] : [])));
}

/** One project with its materials, weather files and walls, each wall with its worst verdict. @throws ApiError 404 */
export async function readProject(database: Database, id: string) {
  const materials = await materialsOf(database, id);
  const { rows } = await database.query<ProjectRow>(
    `SELECT ${PROJECT_FIELDS} FROM projects WHERE id = $1`,
    [id],
  );
  const project = rows[0];
  if (!project) throw notFound('project');
  const walls = await database.query<WallRow>(
    `SELECT ${WALL_FIELDS} FROM walls WHERE project_id = $1 ORDER BY position, created_at`,
    [id],
  );
  const judged = [];
  for (const { document, ...wall } of walls.rows)
    judged.push({ ...wall, worst: await worstOf(document, project.brief, materials) });
  const weather = await database.query<WeatherRow>(
    'SELECT id, climate, notes FROM project_weather WHERE project_id = $1 ORDER BY created_at',
    [id],
  );
  return { ...project, materials, weather: weather.rows, walls: judged };
}

/** What a list says of a wall. */
interface Worst {
  status: Status;
  title: Message;
}

/** Each judgment takes a solved section: those of walls that have not changed are kept, the latest asked for last. */
const known = new Map<string, Worst>();
const MOST_KNOWN = 500;

/** The judgment of a wall, for a list. Other requests get their turn before each wall that has to be solved. */
async function worstOf(
  document: ProjectWall,
  brief: Brief,
  materials: Record<string, Material>,
): Promise<Worst> {
  const key = JSON.stringify([document, brief, materials]);
  let worst = known.get(key);
  if (!worst) {
    await turn();
    worst = judge(document, brief, materials);
  }
  known.delete(key);
  known.set(key, worst);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  return worst;
}

function judge(document: ProjectWall, brief: Brief, materials: Record<string, Material>): Worst {
  try {
    const { moisture, decides } = judgeMoisture(assess(withBrief(document, brief), materials));
    return { status: moisture, title: decides.text };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { status: 'fail', title: say`Cannot be computed: ${error.message}` };
  }
}
