import { briefOfFile } from '@eldrun/core/wall';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import type { Project } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';
import { listenToChanges } from '../../persistence/changes.ts';
import { asProjectWall } from '../../persistence/wall-files.ts';

/** What was heard of is read so much later, ms. */
const REFRESHES = 300;

/** The list of projects. */
export const useProjects = defineStore('projects', () => {
  const list = shallowRef<Project[]>([]);
  const archived = ref(false);
  const state = ref<'loading' | 'ready' | 'failed'>('loading');
  const problem = ref('');

  async function load(): Promise<void> {
    try {
      list.value = await ask('listProjects', { query: { archived: archived.value } });
      state.value = 'ready';
    } catch (error) {
      problem.value = (error as Error).message;
      state.value = 'failed';
    }
  }

  async function create(body: { name: string; units: UnitSystem }): Promise<Project> {
    return ask('createProject', { body });
  }

  /** Restores a project from its bundle. @throws ApiProblem */
  const restore = (body: Blob, signal: AbortSignal): Promise<Project> =>
    ask('restoreProject', { body, signal });

  /** A project of its own for a wall file, which carries its brief. */
  async function createFrom(
    file: WallFile,
    units: UnitSystem,
  ): Promise<{ project: string; id: string }> {
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
    project: Project,
    patch: { name?: string; archived?: boolean },
  ): Promise<void> {
    await ask('changeProject', {
      params: { project: project.id },
      body: { revision: project.revision, ...patch },
    });
    await load();
  }

  async function duplicate(project: Project): Promise<void> {
    await ask('duplicateProject', { params: { project: project.id } });
    await load();
  }

  async function remove(project: Project): Promise<void> {
    await ask('deleteProject', { params: { project: project.id } });
    await load();
  }

  /** Follows what is saved elsewhere, and summaries as they come. @returns stops it */
  function follow(): () => void {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const unlisten = listenToChanges(() => {
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
    archived,
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
