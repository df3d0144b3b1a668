import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { UnitSystem, WallFile } from '@eldrun/core';
import { api, type Project } from '../api.ts';
import { asProjectWall, briefOfFile } from '../wall-files.ts';

/** The list of projects. */
export const useProjects = defineStore('projects', () => {
  const list = shallowRef<Project[]>([]);
  const archived = ref(false);
  const state = ref<'loading' | 'ready' | 'failed'>('loading');
  const problem = ref('');

  async function load(): Promise<void> {
    try {
      list.value = await api.projects(archived.value);
      state.value = 'ready';
    } catch (error) {
      problem.value = (error as Error).message;
      state.value = 'failed';
    }
  }

  async function create(body: { name: string; units: UnitSystem }): Promise<Project> {
    return api.createProject(body);
  }

  /** A project of its own for a wall file, which carries its brief. */
  async function createFrom(
    file: WallFile,
    units: UnitSystem,
  ): Promise<{ project: string; id: string }> {
    const project = await api.createProject({ name: file.name, units, brief: briefOfFile(file) });
    const wall = await api.createWall(project.id, asProjectWall(file, project.brief));
    return { project: project.id, id: wall.id };
  }

  async function change(
    project: Project,
    patch: { name?: string; archived?: boolean },
  ): Promise<void> {
    await api.changeProject(project.id, { revision: project.revision, ...patch });
    await load();
  }

  async function duplicate(project: Project): Promise<void> {
    await api.duplicateProject(project.id);
    await load();
  }

  async function remove(project: Project): Promise<void> {
    await api.deleteProject(project.id);
    await load();
  }

  return { list, archived, state, problem, load, create, createFrom, change, duplicate, remove };
});
