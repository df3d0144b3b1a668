import { Router, type Response } from 'express';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { ModelQuery, PaperQuery } from '@eldrun/contract';
import type { DrawingOf, PaperOf, SheetKind } from '@eldrun/papers';
import type { ProjectWall } from '@eldrun/core/build-up';
import { documentsOf, type Project, type ProjectDocument } from '@eldrun/project';
import type { DocumentStore } from '../documents/store.ts';
import type { MadeFile, PaperAnswer, PaperJob } from '../papers/job.ts';
import { decidedOf, wallOfProject, wholeProjectOf, withWeather } from '../papers/project.ts';
import { readProject } from '../projects.ts';
import { goneSignal, queryOf, serve, serveRaw } from '../serve.ts';
import type { Work } from '../threads/threads.ts';

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** Today as papers have it. */
const today = (): string => new Date().toISOString().slice(0, 10);

/** A paper of a whole house takes seconds; what takes longer than this is ended, ms. */
const LONGEST = 120_000;

/** What is made of one wall or of what is said already is short; what a whole house is laid out for is not. */
const isLong = (job: PaperJob): boolean =>
  (job.what === 'paper' && HOUSE_SHEETS.has(job.of.sheet)) ||
  (job.what === 'drawings' && job.of.what !== 'section');

const HOUSE_SHEETS = new Set<SheetKind>(['elevation', 'plates', 'edges', 'order', 'site']);

/** The wall that a query asks for. @throws InputError, ApiError 404 */
function wallOf(project: Project, { wall }: PaperQuery): ProjectDocument<ProjectWall> {
  if (wall !== undefined) return wallOfProject(project, wall);
  throw new InputError('wall', 'say of which wall', 'the id of a wall of the project');
}

/** Papers, drawings, tables and models of projects. */
export function paperRoutes(store: DocumentStore, work: Work): Router {
  const router = Router();

  /** @throws InputError for bad input, TooMuchWork */
  const run = (job: PaperJob, whose: string, signal: AbortSignal): Promise<PaperAnswer> =>
    work[isLong(job) ? 'runLong' : 'run']('papers', job, { whose, signal, longest: LONGEST });

  async function fileOf(job: PaperJob, signal: AbortSignal): Promise<MadeFile> {
    const whose = 'project' in job ? job.project.id : '';
    const answer = await run(job, whose, signal);
    if ('file' in answer) return answer.file;
    throw new Error('no file was made');
  }

  function send(response: Response, { bytes, type, ending }: MadeFile, name: string): void {
    const whole = `${fileName(name)}.${ending}`;
    response.attachment(whole).type(type).send(Buffer.from(bytes));
  }

  serveRaw(router, 'printPaper', async (request, response) => {
    const { project: id, sheet } = request.params as { project: string; sheet: SheetKind };
    const query = queryOf('printPaper', request);
    const asked = await paperOf(store, await wholeProjectOf(store, id), sheet, query);
    const { project, of, revision, name } = asked;
    const file = await fileOf(
      {
        what: 'paper',
        project,
        of,
        setting: {
          project: project.name,
          revision: String(revision),
          date: query.date ?? today(),
          size: query.paper ?? 'letter',
          units: query.units ?? project.units,
        },
      },
      goneSignal(response),
    );
    send(response, file, `${project.name} ${name} ${sheet}`);
  });

  serveRaw(router, 'drawProject', async (request, response) => {
    const { project: id, drawing } = request.params as { project: string; drawing: string };
    const query = queryOf('drawProject', request);
    const project = await wholeProjectOf(store, id);
    const wall = drawing === 'section' ? wallOf(project, query) : null;
    const of: DrawingOf = wall
      ? { what: 'section', wall: wall.id }
      : { what: drawing as Exclude<DrawingOf['what'], 'section'>, only: listed(query.only) };
    const units = query.units ?? project.units;
    const file = await fileOf(
      { what: 'drawings', project, of, units, format: query.format, day: today() },
      goneSignal(response),
    );
    send(response, file, `${project.name} ${wall?.document.name ?? drawing}`);
  });

  serveRaw(router, 'tabulate', async (request, response) => {
    const { project: id } = request.params as { project: string };
    const query = queryOf('tabulate', request);
    const project = await wholeProjectOf(store, id);
    const units = query.units ?? project.units;
    const { format = 'xlsx', table = null } = query;
    const file = await fileOf(
      { what: 'tables', project, units, format, table, day: today() },
      goneSignal(response),
    );
    send(response, file, `${project.name} ${query.table ?? 'tables'}`);
  });

  serve(router, 'writeModel', async ({ params, query, signal }) => {
    const project = await wholeProjectOf(store, params.project);
    const { format, walls: ids }: ModelQuery = query;
    const walls = ids === undefined ? null : listed(ids).map((id) => wallOfProject(project, id).id);
    const file = await fileOf({ what: 'model', project, format, walls, day: today() }, signal);
    return {
      name: `${fileName(project.name)}.${file.ending}`,
      type: file.type,
      text: Buffer.from(file.bytes).toString('utf8'),
      lost: file.lost ?? [],
    };
  });

  serve(router, 'readModel', async ({ params, body, actor, signal }) => {
    const { brief } = await readProject(store, params.project);
    const answer = await run({ what: 'read-model', bytes: body, brief }, params.project, signal);
    if (!('walls' in answer)) throw new Error('no model was read');
    const added = await store.addAll(
      params.project,
      'wall',
      answer.walls.map(({ file }) => file),
      'Read from a building model',
      actor.id,
    );
    return {
      walls: added.map(({ id, name }, i) => ({ id, name, lost: answer.walls[i]!.lost })),
    };
  });

  return router;
}

/** The most walls that stand side by side on paper. */
const MOST_COMPARED = 6;

/** Which sheet of a project is asked for, whose revision it has, and what it is called after. */
async function paperOf(
  store: DocumentStore,
  project: Project,
  sheet: SheetKind,
  query: PaperQuery,
): Promise<{ project: Project; of: PaperOf; revision: number; name: string }> {
  const revisionOf = (kind: string): number =>
    project.documents.find((one) => one.kind === kind)?.revision ?? 0;
  switch (sheet) {
    case 'wall':
    case 'submittal':
    case 'crew': {
      const { id, revision, document } = wallOf(project, query);
      const hourly = query.hourly ?? true;
      return {
        project: hourly ? await withWeather(store, project, id) : project,
        of: { sheet, wall: id, hourly },
        revision,
        name: document.name,
      };
    }
    case 'comparison': {
      const decided =
        query.decision === undefined ? null : await decidedOf(store, project, query.decision);
      const there = documentsOf<ProjectWall>(project, 'wall').filter(
        ({ document }) => document.layers.length > 0,
      );
      const chosen = decided?.decision.options.map(({ wall }) => wall);
      const walls =
        query.walls !== undefined
          ? listed(query.walls).map((id) => wallOfProject(project, id).id)
          : (chosen?.filter((wall) => there.some(({ id }) => id === wall)) ??
            there.map(({ id }) => id));
      const { name } = decided?.decision ?? project;
      return {
        project,
        of: { sheet, name, walls: walls.slice(0, MOST_COMPARED), decided },
        // Of what all its walls stand in.
        revision: (await readProject(store, project.id)).revision,
        name: '',
      };
    }
    case 'site':
      return { project, of: { sheet }, revision: revisionOf('site'), name: '' };
    case 'order':
      return { project, of: { sheet }, revision: revisionOf('house'), name: '' };
    default:
      return {
        project,
        of: { sheet, only: listed(query.only) },
        revision: revisionOf('house'),
        name: '',
      };
  }
}
