import { defineStore } from 'pinia';
import { computed, reactive, ref, shallowRef } from 'vue';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import {
  asListedWall,
  type Change,
  type ListedDocument,
  type ListedProject,
  type Project,
  type ProjectsQuery,
  type BundleLine,
} from '@eldrun/contract';
import { ask, askTold } from '../../persistence/api.ts';
import { listenToChanges } from '../../persistence/changes.ts';

/** Which projects are listed, and in which order. */
interface Asked extends Required<Omit<ProjectsQuery, 'count' | 'walls'>> {
  walls: 'all' | NonNullable<ProjectsQuery['walls']>;
}

/** So many projects are listed at first, and with each *more*; at most so many at once. */
const PAGE = 40;
const MOST = 200;

/** What was heard of is read so much later, ms. */
const REFRESHES = 300;

/** The list of projects. */
export const useProjects = defineStore('projects', () => {
  const list = shallowRef<ListedProject[]>([]);
  /** How many answer to what is asked for, and how many there are. */
  const found = ref(0);
  const all = ref(0);
  /** Which are listed, and in which order. */
  const asked = reactive<Asked>({ archived: false, walls: 'all', find: '', order: 'changed' });
  const count = ref(PAGE);
  const more = computed(() => found.value - list.value.length);
  /** Whether more can be listed: beyond that they are found by name. */
  const canShowMore = computed(() => more.value > 0 && count.value < MOST);
  let turn = 0;
  const state = ref<'loading' | 'ready' | 'failed'>('loading');
  const problem = ref('');

  async function load(): Promise<void> {
    const mine = ++turn;
    const { walls, find, ...query } = asked;
    try {
      const read = await ask('listProjects', {
        query: {
          ...query,
          count: count.value,
          ...(walls === 'all' ? {} : { walls }),
          ...(find.trim() ? { find: find.trim() } : {}),
        },
      });
      if (mine !== turn) return;
      list.value = read.projects;
      found.value = read.found;
      all.value = read.all;
      state.value = 'ready';
    } catch (error) {
      if (mine !== turn) return;
      problem.value = (error as Error).message;
      state.value = 'failed';
    }
  }

  /** Lists what is asked for from now on, from its beginning. */
  async function listThose(query: Partial<Asked>): Promise<void> {
    Object.assign(asked, query);
    count.value = PAGE;
    await load();
  }

  /** Lists some more. */
  async function showMore(): Promise<void> {
    count.value = Math.min(MOST, count.value + PAGE);
    await load();
  }

  async function create(body: { name: string; units: UnitSystem }): Promise<Project> {
    return ask('createProject', { body });
  }

  /** Restores a project from its bundle. @throws ApiProblem */
  async function restore(
    body: Blob,
    signal: AbortSignal,
    told: (share: number) => void,
  ): Promise<Project> {
    const { line } = await askTold('restoreProject', { body, signal }, ({ share }) => told(share));
    return (line as Extract<BundleLine, { project: unknown }>).project;
  }

  /** A project of its own for a wall file, which carries its brief. */
  async function createFrom(
    file: WallFile,
    units: UnitSystem,
  ): Promise<{ project: string; id: string }> {
    // Not with the first page: it needs what materials there are.
    const [{ briefOfFile }, { asProjectWall }] = await Promise.all([
      import('@eldrun/core/wall'),
      import('../../persistence/wall-files.ts'),
    ]);
    const project = await ask('createProject', {
      body: { name: file.name, units, brief: briefOfFile(file) },
    });
    const wall = await ask('createDocument', {
      params: { project: project.id },
      body: { kind: 'wall', document: asProjectWall(file, project.brief) },
    });
    return { project: project.id, id: wall.id };
  }

  async function change(
    project: ListedProject,
    patch: { name?: string; archived?: boolean },
  ): Promise<void> {
    await ask('changeProject', {
      params: { project: project.id },
      body: { revision: project.revision, ...patch },
    });
    await load();
  }

  async function duplicate(project: ListedProject): Promise<void> {
    await ask('duplicateProject', { params: { project: project.id } });
    await load();
  }

  async function remove(project: ListedProject): Promise<void> {
    await ask('deleteProject', { params: { project: project.id } });
    await load();
  }

  /** Takes up a new summary of a wall that is listed. @returns whether nothing has to be asked for */
  function summarized({ project: of, document, kind, summarized: told }: Change): boolean {
    if (!told) return false;
    if (kind !== 'wall') return true;
    const project = list.value.find(({ id }) => id === of);
    const before = project?.walls.find(({ id }) => id === document);
    if (!project || !before || !told.summary) return false;
    const { worst } = asListedWall({ summary: told.summary } as ListedDocument);
    const computing = told.computing || told.revision < before.revision;
    const walls = project.walls.map((one) => (one === before ? { ...one, worst, computing } : one));
    list.value = list.value.map((one) => (one === project ? { ...one, walls } : one));
    return true;
  }

  /** Follows what is saved elsewhere, and summaries as they come. @returns stops it */
  function follow(): () => void {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const unlisten = listenToChanges((heard) => {
      if (heard !== 'missed' && summarized(heard)) return;
      clearTimeout(timer);
      timer = setTimeout(() => void load(), REFRESHES);
    });
    return () => {
      clearTimeout(timer);
      unlisten();
    };
  }

  return {
    list,
    asked,
    found,
    all,
    more,
    canShowMore,
    listThose,
    showMore,
    state,
    problem,
    load,
    follow,
    create,
    createFrom,
    restore,
    change,
    duplicate,
    remove,
  };
});
