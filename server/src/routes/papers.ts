import { Router, type Response } from 'express';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { ModelQuery, PaperQuery } from '@eldrun/contract';
import { packBundle, unpackBundle } from '@eldrun/exchange/bundle';
import type { DrawingOf, PaperOf, SheetKind } from '@eldrun/papers';
import { readContents, restoreContents } from '../bundles.ts';
import type { DocumentStore } from '../documents/store.ts';
import { tookTooLong } from '../errors.ts';
import { Gathered, type GatheredWall } from '../papers/gather.ts';
import type { MadeFile, PaperAnswer, PaperJob, PaperMaker } from '../papers/job.ts';
import { readProject } from '../projects.ts';
import { queryOf, serve, serveRaw } from '../serve.ts';

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** Today as papers have it. */
const today = (): string => new Date().toISOString().slice(0, 10);

/** What a thread ends with that was asked for too much; anything else is a fault of the program. */
const TOO_MUCH = /it took too long|its thread ended|ERR_WORKER_OUT_OF_MEMORY/;

/** The wall that a query asks for. @throws InputError, ApiError 404 */
function wallOf(gathered: Gathered, { wall }: PaperQuery): Promise<GatheredWall> {
  if (wall !== undefined) return gathered.wall(wall);
  throw new InputError('wall', 'say of which wall', 'the id of a wall of the project');
}

/** Papers, drawings, tables, models and bundles of projects. */
export function paperRoutes(store: DocumentStore, maker: PaperMaker): Router {
  const router = Router();

  /** @throws InputError for bad input, ApiError where it takes too long */
  async function run(job: PaperJob): Promise<Exclude<PaperAnswer, { problem: string }>> {
    const answer = await maker.run(job).catch((error: Error & { code?: string }) => {
      throw TOO_MUCH.test(`${error.message} ${error.code}`) ? tookTooLong(error) : error;
    });
    if ('problem' in answer) throw new InputError(answer.path, answer.problem, answer.allowed);
    return answer;
  }

  const fileOf = async (job: PaperJob): Promise<MadeFile> => {
    const answer = await run(job);
    if ('file' in answer) return answer.file;
    throw new Error('no file was made');
  };

  function send(response: Response, { bytes, type, ending }: MadeFile, name: string): void {
    const whole = `${fileName(name)}.${ending}`;
    response.attachment(whole).type(type).send(Buffer.from(bytes));
  }

  serveRaw(router, 'printPaper', async (request, response) => {
    const { project: id, sheet } = request.params as { project: string; sheet: SheetKind };
    const query = queryOf('printPaper', request);
    const gathered = await Gathered.of(store, id);
    const { of, revision, name } = await paperOf(gathered, sheet, query);
    const file = await fileOf({
      what: 'paper',
      request: {
        of,
        materials: gathered.materials,
        setting: {
          project: gathered.project.name,
          revision: String(revision),
          date: query.date ?? today(),
          size: query.paper ?? 'letter',
          units: query.units ?? gathered.project.units,
        },
      },
    });
    send(response, file, `${gathered.project.name} ${name} ${sheet}`);
  });

  serveRaw(router, 'drawProject', async (request, response) => {
    const { project: id, drawing } = request.params as { project: string; drawing: string };
    const query = queryOf('drawProject', request);
    const gathered = await Gathered.of(store, id);
    const only = listed(query.only);
    const of: DrawingOf =
      drawing === 'section'
        ? { what: 'section', file: (await wallOf(gathered, query)).file }
        : {
            what: drawing as Exclude<DrawingOf['what'], 'section'>,
            house: (await gathered.theHouse()).file,
            only,
          };
    const file = await fileOf({
      what: 'drawings',
      of,
      materials: gathered.materials,
      units: query.units ?? gathered.project.units,
      format: query.format,
      day: today(),
    });
    const name = of.what === 'section' ? of.file.name : drawing;
    send(response, file, `${gathered.project.name} ${name}`);
  });

  serveRaw(router, 'tabulate', async (request, response) => {
    const { project: id } = request.params as { project: string };
    const query = queryOf('tabulate', request);
    const gathered = await Gathered.of(store, id);
    const file = await fileOf({
      what: 'tables',
      project: {
        walls: (await gathered.walls(null)).map((one) => one.file),
        house: (await gathered.house())?.file ?? null,
        materials: gathered.materials,
        prices: gathered.prices,
        order: await gathered.order(),
      },
      units: query.units ?? gathered.project.units,
      format: query.format ?? 'xlsx',
      table: query.table ?? null,
      day: today(),
    });
    send(response, file, `${gathered.project.name} ${query.table ?? 'tables'}`);
  });

  serve(router, 'writeModel', async ({ params, query }) => {
    const gathered = await Gathered.of(store, params.project);
    const { format, walls: ids }: ModelQuery = query;
    const walls = await gathered.walls(ids === undefined ? null : listed(ids));
    const file = await fileOf({
      what: 'model',
      format,
      walls: walls.map(({ alone }) => alone),
      name: gathered.project.name,
      day: today(),
      // A model carries no prices.
      materials: gathered.project.materials,
    });
    return {
      name: `${fileName(gathered.project.name)}.${file.ending}`,
      type: file.type,
      text: Buffer.from(file.bytes).toString('utf8'),
      lost: file.lost ?? [],
    };
  });

  serve(router, 'readModel', async ({ params, body, actor }) => {
    const { project } = await Gathered.of(store, params.project);
    const answer = await run({ what: 'read-model', bytes: body, brief: project.brief });
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

  serveRaw(router, 'packProject', async (request, response) => {
    const { project } = request.params as { project: string };
    const contents = await readContents(store.pool, project);
    const bytes = packBundle(contents, new Date().toISOString());
    const name = String(contents.project['name']);
    send(response, { bytes, type: 'application/zip', ending: 'zip' }, `${name} bundle`);
  });

  serve(router, 'restoreProject', async ({ body }) =>
    readProject(store, await restoreContents(store, unpackBundle(body))),
  );

  return router;
}

/** What a sheet is made of, whose revision it has, and what it is called after. */
async function paperOf(
  gathered: Gathered,
  sheet: SheetKind,
  query: PaperQuery,
): Promise<{ of: PaperOf; revision: number; name: string }> {
  switch (sheet) {
    case 'wall':
    case 'submittal':
    case 'crew': {
      const { file, revision } = await wallOf(gathered, query);
      return {
        of: { sheet, file, hourly: query.hourly ?? true, weather: await gathered.weatherOf(file) },
        revision,
        name: file.name,
      };
    }
    case 'comparison': {
      const decided = query.decision === undefined ? null : await gathered.decided(query.decision);
      const ids =
        query.walls === undefined
          ? (decided?.decision.options.map(({ wall }) => wall) ?? null)
          : listed(query.walls);
      const there = new Set(gathered.project.walls.map(({ id }) => id));
      const walls = await gathered.compared(
        ids && query.walls === undefined ? ids.filter((id) => there.has(id)) : ids,
      );
      const { name } = decided?.decision ?? gathered.project;
      return {
        of: { sheet, name, walls: walls.slice(0, MOST_COMPARED), decided },
        // Of what all its walls stand in.
        revision: gathered.project.revision,
        name: '',
      };
    }
    case 'site': {
      const { file, revision } = await gathered.site();
      return { of: { sheet, site: file }, revision, name: '' };
    }
    case 'order': {
      const { file, revision } = await gathered.theHouse();
      return {
        of: { sheet, house: file, prices: gathered.prices, order: await gathered.order() },
        revision,
        name: '',
      };
    }
    default: {
      const { file, revision } = await gathered.theHouse();
      return { of: { sheet, house: file, only: listed(query.only) }, revision, name: '' };
    }
  }
}

/** The most walls that stand side by side on paper. */
const MOST_COMPARED = 6;
