import { changesSince, type Decision } from '@eldrun/core/decision';
import { InputError } from '@eldrun/core/errors';
import { optionOf, type JudgedMoisture, type Measures } from '@eldrun/core/options';
import { pricedMaterials, pricedWall, type PriceBook } from '@eldrun/core/prices';
import { standaloneWall } from '@eldrun/core/wall';
import { untouchable, type Document } from '@eldrun/core/document';
import { weatherOfLists, type WeatherYear } from '@eldrun/core/climate';
import type { DetailedHouse, Details } from '@eldrun/core/edges';
import type { Materials } from '@eldrun/core/materials';
import type { MoistureStatus } from '@eldrun/core/judgment';
import type { OrderBook } from '@eldrun/core/order';
import type { ProjectHouse } from '@eldrun/core/house';
import type { ProjectWall, WallFile } from '@eldrun/core/build-up';
import type { ProjectSite, SiteFile } from '@eldrun/core/site';
import type { ListedWall, Project, SavedDocument } from '@eldrun/contract';
import type { ComparedFile, Decided } from '@eldrun/papers';
import type { DocumentStore } from '../documents/store.ts';
import { ApiError, notFound } from '../errors.ts';
import { readProject } from '../projects.ts';

/** A wall of a project. */
export interface GatheredWall {
  id: string;
  revision: number;
  /** As a file that stands alone. */
  alone: WallFile;
  /** The same at the project's prices. */
  file: WallFile;
  listed: ListedWall;
}

/** A project read for its papers: each part when it is asked for. */
export class Gathered {
  private readonly store: DocumentStore;
  readonly project: Project;

  private constructor(store: DocumentStore, project: Project) {
    this.store = store;
    this.project = project;
  }

  /** @throws ApiError 404 */
  static async of(store: DocumentStore, id: string): Promise<Gathered> {
    return new Gathered(store, await readProject(store, id));
  }

  get prices(): PriceBook | null {
    return this.project.prices?.document ?? null;
  }

  /** The project's materials at its prices. */
  get materials(): Materials {
    return pricedMaterials(this.prices, this.project.materials);
  }

  /** @throws ApiError 404 for a wall that the project does not have */
  async wall(id: string): Promise<GatheredWall> {
    const listed = this.project.walls.find((one) => one.id === id);
    if (!listed) throw notFound('wall');
    const { document, revision } = await this.store.read(id, 'wall');
    const alone = this.aloneOf(document as ProjectWall);
    return { id, revision, listed, alone, file: pricedWall(this.prices, alone) };
  }

  private aloneOf(document: ProjectWall): WallFile {
    return standaloneWall(document, this.project.brief, this.project.materials);
  }

  /** The walls that are named, or all that can be computed. @throws ApiError 404 */
  async walls(ids: readonly string[] | null): Promise<GatheredWall[]> {
    const wanted =
      ids ?? this.project.walls.filter(({ untouched }) => !untouched).map(({ id }) => id);
    const all = await Promise.all(wanted.map((id) => this.wall(id)));
    return ids ? all : all.filter(({ file }) => file.layers.length > 0);
  }

  /** Hours of the weather file that a wall stands in; null where its climate is none. */
  async weatherOf({ outdoor }: WallFile): Promise<WeatherYear | null> {
    if (!('weather' in outdoor) || !outdoor.weather) return null;
    const { rows } = await this.store.pool.query<{ hours: Parameters<typeof weatherOfLists>[0] }>(
      'SELECT hours FROM project_weather WHERE project_id = $1 AND id = $2',
      [this.project.id, outdoor.weather],
    );
    return rows[0] ? weatherOfLists(rows[0].hours) : null;
  }

  /** The first document of a kind that this program knows. */
  private async first<D extends Document>(kind: string): Promise<SavedDocument<D> | null> {
    const [listed] = await this.store.list(this.project.id, { kind });
    if (!listed) return null;
    const saved = (await this.store.read(listed.id)) as SavedDocument<D>;
    const known = this.store.kinds.find((one) => one.kind === kind);
    return untouchable(saved.document, known) ? null : saved;
  }

  /** What is bought beyond what follows from the house. */
  async order(): Promise<OrderBook | null> {
    return (await this.first<OrderBook>('order'))?.document ?? null;
  }

  /** How the walls of the house are built, as a file with the house in it. @throws InputError */
  async site(): Promise<{ file: SiteFile; revision: number }> {
    const saved = await this.first<ProjectSite>('site');
    if (!saved)
      throw new InputError('site', 'nothing of it is entered yet', 'a start in the place Site');
    const { file } = await this.theHouse();
    const house = { ...file, name: this.project.name };
    return { file: { ...saved.document, house }, revision: saved.revision };
  }

  /** The house with its walls and edges in it; null where the project has none. */
  async house(): Promise<{ file: DetailedHouse; revision: number } | null> {
    const saved = await this.first<ProjectHouse>('house');
    if (!saved) return null;
    const { document, revision } = saved;
    const details = await this.first<Details>('details');
    const there = Object.entries(document.assemblies).filter(([, wall]) =>
      this.project.walls.some(({ id, untouched }) => id === wall && !untouched),
    );
    const read = await Promise.all(
      there.map(async ([name, id]) => [name, (await this.wall(id)).file] as const),
    );
    // What is built as a wall that is gone, or has no layer yet, is left out, as in the page.
    const assemblies = Object.fromEntries(read.filter(([, { layers }]) => layers.length > 0));
    return {
      revision,
      file: {
        ...document,
        assemblies,
        elevations: document.elevations.filter(({ assembly }) =>
          Object.hasOwn(assemblies, assembly),
        ),
        ...(details ? { details: details.document } : {}),
      },
    };
  }

  /** As `house`, for what cannot be without one. @throws InputError */
  async theHouse(): Promise<{ file: DetailedHouse; revision: number }> {
    const house = await this.house();
    if (house && house.file.elevations.length > 0) return house;
    throw new InputError('house', 'the project has no elevation yet', 'a house with elevations');
  }

  /** Walls as they are compared, each with the judgment that its summary has. */
  async compared(ids: readonly string[] | null): Promise<ComparedFile[]> {
    return (await this.walls(ids)).map(({ id, file, listed }) => ({
      id,
      file,
      judged: simulated(listed),
    }));
  }

  /** A decision with what changed since. @throws ApiError 404 */
  async decided(id: string): Promise<Decided> {
    const saved = await this.store.read(id, 'decision');
    if (saved.projectId !== this.project.id) throw notFound('decision');
    const decision = saved.document as Decision;
    const now = await Promise.all(
      decision.options.map(async ({ wall, revision }) => {
        const then = await orNull(this.store.revision(wall, revision, 'wall'));
        const current = await orNull(this.store.read(wall, 'wall'));
        return {
          wall,
          then: (then?.document as ProjectWall | undefined) ?? null,
          now: (current?.document as ProjectWall | undefined) ?? null,
          measures: current && this.measuresOf(current.document as ProjectWall),
        };
      }),
    );
    return { decision, changes: changesSince(decision, this.project.brief, now) };
  }

  /** Null where they cannot be computed. */
  private measuresOf(wall: ProjectWall): Measures | null {
    try {
      return optionOf(pricedWall(this.prices, this.aloneOf(wall)), this.materials).measures;
    } catch (error) {
      if (error instanceof InputError) return null;
      throw error;
    }
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
