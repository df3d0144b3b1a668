import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { LIBRARY, MaterialSearch, type Brief, type Material, type UnitSystem } from '@eldrun/core';
import { api, type Project, type WallSummary, type WeatherFile } from '../api.ts';
import { Autosave, type SaveState } from '../autosave.ts';

/** What a person changes about a project: saved together, under one revision. */
export interface ProjectDocument {
  name: string;
  units: UnitSystem;
  brief: Brief;
}

const documentOf = ({ name, units, brief }: Project): ProjectDocument => ({ name, units, brief });

/** The open project: its brief, units, materials and walls. */
export const useProject = defineStore('project', () => {
  const id = ref('');
  const document = shallowRef<ProjectDocument | null>(null);
  const ownMaterials = shallowRef<Record<string, Material>>({});
  const walls = shallowRef<WallSummary[]>([]);
  const weather = shallowRef<WeatherFile[]>([]);
  const saveState = ref<SaveState>({ kind: 'saved', at: null });
  const revision = ref(0);
  let autosave: Autosave<ProjectDocument> | null = null;

  const units = computed<UnitSystem>(() => document.value?.units ?? 'imperial');
  const materials = computed<Record<string, Material>>(() => ({
    ...LIBRARY,
    ...ownMaterials.value,
  }));
  const search = computed(() => new MaterialSearch(materials.value));

  async function open(projectId: string): Promise<void> {
    close();
    id.value = projectId;
    document.value = null;
    const project = await api.project(projectId);
    autosave = new Autosave<ProjectDocument>({
      key: `eldrun-project-${projectId}`,
      storage: localStorage,
      send: async (from, changed) => {
        const saved = await api.changeProject(projectId, { revision: from, ...changed });
        revision.value = saved.revision;
        return saved;
      },
      currentOf: (stale) => {
        const current = stale.current as Project;
        return { revision: current.revision, document: documentOf(current) };
      },
      onState: (state) => (saveState.value = state),
    });
    take(project);
    document.value = autosave.open({ revision: project.revision, document: documentOf(project) });
  }

  function take(project: Project): void {
    ownMaterials.value = project.materials;
    walls.value = project.walls;
    weather.value = project.weather;
    revision.value = project.revision;
  }

  /** Reads walls and materials again, without touching unsaved edits of the brief. */
  async function refresh(): Promise<void> {
    if (id.value) take(await api.project(id.value));
  }

  function change(patch: Partial<ProjectDocument>, step: string): void {
    if (!document.value) return;
    document.value = { ...document.value, ...patch };
    autosave!.change(document.value, step);
  }

  function setUnits(system: UnitSystem): void {
    change({ units: system }, `Units: ${system}`);
  }

  async function putMaterial(materialId: string, material: Material): Promise<void> {
    await api.putMaterial(id.value, materialId, material);
    await refresh();
  }

  async function removeMaterial(materialId: string): Promise<void> {
    await api.deleteMaterial(id.value, materialId);
    await refresh();
  }

  /** Imports a weather file and stands the brief on it. @returns what was filled or is missing */
  async function importWeather(file: Blob, signal: AbortSignal): Promise<string[]> {
    const imported = await api.importWeather(id.value, file, signal);
    weather.value = [...weather.value, imported];
    change(
      { brief: { ...document.value!.brief, outdoor: imported.climate } },
      'Climate from a weather file',
    );
    return imported.notes;
  }

  async function removeWeather(weatherId: string): Promise<void> {
    await api.deleteWeather(id.value, weatherId);
    weather.value = weather.value.filter((file) => file.id !== weatherId);
  }

  function keepMine(): void {
    autosave?.keepMine();
  }

  function takeTheirs(): void {
    if (autosave) document.value = autosave.takeTheirs();
  }

  function close(): void {
    autosave?.close();
    autosave = null;
  }

  return {
    id,
    document,
    units,
    materials,
    ownMaterials,
    walls,
    weather,
    search,
    saveState,
    revision,
    open,
    refresh,
    change,
    setUnits,
    putMaterial,
    removeMaterial,
    importWeather,
    removeWeather,
    keepMine,
    takeTheirs,
    close,
  };
});
