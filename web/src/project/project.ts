import { deepEqual } from 'fast-equals';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, type ShallowRef } from 'vue';
import { LIBRARY, MaterialSearch, type Material } from '@eldrun/core/materials';
import { pricedMaterials as atPrices, pricedWall, type PriceBook } from '@eldrun/core/prices';
import { withBrief, type Brief, type ProjectWall, type WallFile } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import {
  asListedWall,
  type Change,
  type ListedDocument,
  type ListedWall,
  type Project,
  type WeatherFile,
} from '@eldrun/contract';
import { ask } from '../persistence/api.ts';
import { afterPaint } from '../compute/after-paint.ts';
import { Autosave, type SaveState } from '../persistence/autosave.ts';
import { listenToChanges, tellFound } from '../persistence/changes.ts';
import { deviceStorage } from '../persistence/device.ts';
import { draftsLeft, type Draft } from '../persistence/drafts.ts';

/** What a person changes about a project: saved together, under one revision. */
export interface ProjectDocument {
  name: string;
  units: UnitSystem;
  brief: Brief;
}

/** What was heard of is read so much later, ms. */
const REFRESHES = 300;

const documentOf = ({ name, units, brief }: Project): ProjectDocument => ({ name, units, brief });

/** A listed document after a change; null where the change does not say enough. */
function listedAfter(listed: ListedDocument, change: Change): ListedDocument | null {
  const { revision, name, position, updatedAt, summarized } = change;
  if (summarized) {
    if (!summarized.summary) return null;
    const { summary, computing } = summarized;
    return { ...listed, summary, computing: computing || summarized.revision < listed.revision };
  }
  if (revision === undefined || name === undefined) return listed;
  const computing = listed.computing || (revision > listed.revision && listed.untouched === null);
  return {
    ...listed,
    revision: Math.max(revision, listed.revision),
    name,
    position: position ?? listed.position,
    updatedAt: updatedAt ?? listed.updatedAt,
    computing,
  };
}

/** The open project: its brief, units, materials and walls. */
export const useProject = defineStore('project', () => {
  const id = ref('');
  const document = shallowRef<ProjectDocument | null>(null);
  const ownMaterials = shallowRef<Record<string, Material>>({});
  /** Its price book; null leaves everything at demo prices. */
  const prices = shallowRef<{ id: string; document: PriceBook } | null>(null);
  const walls = shallowRef<ListedWall[]>([]);
  /** Its documents of all other kinds. */
  const documents = shallowRef<ListedDocument[]>([]);
  const weather = shallowRef<WeatherFile[]>([]);
  const saveState = ref<SaveState>({ kind: 'saved', at: null });
  const revision = ref(0);
  /** The newest revision that was heard of. */
  const newest = ref(0);
  /** Whether what is not saved yet lies in this device's storage. */
  const kept = ref(true);
  /** What other pages left unsaved of it, the newest first. */
  const left: ShallowRef<Draft<ProjectDocument>[]> = shallowRef([]);
  let autosave: Autosave<ProjectDocument> | null = null;
  let unlisten: (() => void) | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let turn = 0;

  const units = computed<UnitSystem>(() => document.value?.units ?? 'imperial');
  const materials = computed<Record<string, Material>>(() => ({
    ...LIBRARY,
    ...ownMaterials.value,
  }));
  /** What walls are computed with: the project's own materials, and those that its price book prices. */
  const pricedMaterials = computed(() =>
    atPrices(prices.value?.document ?? null, ownMaterials.value),
  );
  /** The revision that somebody else saved, where this page has nothing unsaved of its own. */
  const newer = computed(() =>
    saveState.value.kind === 'saved' && newest.value > revision.value ? newest.value : null,
  );
  const search = computed(() => new MaterialSearch(materials.value));

  /**
   * Opens a project in place of the one that is open.
   *
   * @returns whether it is open: false where another was asked for meanwhile
   * @throws ApiProblem where it cannot be read
   */
  async function open(projectId: string): Promise<boolean> {
    close();
    const mine = ++turn;
    id.value = projectId;
    const key = `eldrun-project-${projectId}`;
    const storage = deviceStorage('localStorage');
    /** What was heard while it was not here yet. */
    let early = false;
    unlisten = listenToChanges((heard) => {
      if (heard !== 'missed' && heard.project !== projectId) return;
      if (!autosave) early = true;
      else if (heard === 'missed') refreshSoon();
      else hear(heard);
    });
    const [project, schema] = await Promise.all([
      ask('readProject', { params: { project: projectId } }),
      // Only what was left is checked: most often nothing was.
      draftsLeft(storage, key) ? import('@eldrun/core/wall/schema') : null,
    ]);
    if (mine !== turn) return false;
    const saving = new Autosave<ProjectDocument>({
      key,
      storage,
      send: async ({ revision: from, document: changed }) => {
        const saved = await ask('changeProject', {
          params: { project: projectId },
          body: { revision: from, ...changed },
        });
        if (autosave === saving) revision.value = saved.revision;
        return saved;
      },
      currentOf: (stale) => {
        const current = stale.current as Project;
        return { revision: current.revision, document: documentOf(current) };
      },
      onState: (state) => {
        if (autosave === saving) saveState.value = state;
      },
      onKept: (now) => {
        if (autosave === saving) kept.value = now;
      },
      check: ({ brief }) => void schema?.validateBrief(brief),
      later: afterPaint,
    });
    autosave = saving;
    kept.value = true;
    take(project);
    revision.value = project.revision;
    document.value = saving.open({ revision: project.revision, document: documentOf(project) });
    left.value = saving.left;
    if (early) refreshSoon();
    return true;
  }

  /** A wall of the project as a file: with the brief, and its own materials at the prices of the book. @throws InputError */
  const fileOf = (wall: ProjectWall): WallFile =>
    pricedWall(prices.value?.document ?? null, withBrief(wall, document.value!.brief));

  /** Takes up what a project has besides its brief. */
  function take(project: Project): void {
    if (!deepEqual(ownMaterials.value, project.materials)) ownMaterials.value = project.materials;
    if (!deepEqual(prices.value, project.prices)) prices.value = project.prices;
    if (!deepEqual(walls.value, project.walls)) walls.value = project.walls;
    if (!deepEqual(documents.value, project.documents)) documents.value = project.documents;
    weather.value = project.weather;
    newest.value = project.revision;
  }

  /**
   * Reads walls and materials again, without touching unsaved edits of the brief; tells of what is newer than was known of
   * documents.
   */
  async function refresh(): Promise<void> {
    const mine = turn;
    if (!id.value) return;
    const before = [...walls.value, ...documents.value];
    const project = await ask('readProject', { params: { project: id.value } });
    if (mine !== turn) return;
    take(project);
    const now = new Map([...project.walls, ...project.documents].map((one) => [one.id, one]));
    for (const { id: document, kind, revision: known } of before) {
      const found = now.get(document);
      if (!found)
        tellFound({ project: project.id, document, kind, revision: known + 1, gone: true });
      else if (found.revision !== known)
        tellFound({ project: project.id, document, kind, revision: found.revision });
    }
  }

  /** Takes up what was told of a change: most of it says all that the lists need. */
  function hear(change: Change): void {
    const { document: of, kind, gone } = change;
    if (of === undefined) {
      newest.value = Math.max(newest.value, change.revision ?? 0);
      return refreshSoon();
    }
    // What was found by reading the project has its prices already.
    if (kind === 'prices' && change.name !== undefined) void readPrices();
    const inWalls = walls.value.some((one) => one.id === of);
    const list: ShallowRef<ListedDocument[]> = inWalls ? walls : documents;
    const before = list.value.find((one) => one.id === of);
    if (gone) {
      if (before) list.value = list.value.filter((one) => one !== before);
      return;
    }
    const after = before && listedAfter(before, change);
    if (!after) return refreshSoon();
    if (deepEqual(before, after)) return;
    list.value = list.value
      .map((one) => (one === before ? (inWalls ? asListedWall(after) : after) : one))
      .toSorted((a, b) => a.kind.localeCompare(b.kind) || a.position - b.position);
  }

  /** Reads the price book again, after it was saved. */
  async function readPrices(): Promise<void> {
    const mine = turn;
    const first = await ask('listDocuments', {
      params: { project: id.value },
      query: { kind: 'prices', contents: true },
    }).catch(() => null);
    if (mine !== turn || !first) return;
    const [book] = first;
    const now =
      book && book.untouched === null
        ? { id: book.id, document: book.document as PriceBook }
        : null;
    if (!deepEqual(prices.value, now)) prices.value = now;
  }

  /** Goes on with what somebody else saved of the brief. @throws ApiProblem */
  async function takeNewer(): Promise<void> {
    const mine = turn;
    const project = await ask('readProject', { params: { project: id.value } });
    if (mine !== turn || saveState.value.kind !== 'saved') return;
    take(project);
    revision.value = project.revision;
    document.value = autosave!.take({
      revision: project.revision,
      document: documentOf(project),
    });
  }

  /** After what was heard of: once for all that comes close together. */
  function refreshSoon(): void {
    clearTimeout(timer);
    timer = setTimeout(() => void refresh().catch(() => undefined), REFRESHES);
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
    await ask('putMaterial', {
      params: { project: id.value, material: materialId },
      body: material,
    });
    await refresh();
  }

  async function removeMaterial(materialId: string): Promise<void> {
    await ask('deleteMaterial', { params: { project: id.value, material: materialId } });
    await refresh();
  }

  /** Imports a weather file and stands the brief on it. @returns what was filled or is missing */
  async function importWeather(file: Blob, signal: AbortSignal): Promise<string[]> {
    const imported = await ask('importWeather', {
      params: { project: id.value },
      body: file,
      signal,
    });
    weather.value = [...weather.value, imported];
    change(
      { brief: { ...document.value!.brief, outdoor: imported.climate } },
      'Climate from a weather file',
    );
    return imported.notes;
  }

  async function removeWeather(weatherId: string): Promise<void> {
    await ask('deleteWeather', { params: { project: id.value, weather: weatherId } });
    weather.value = weather.value.filter((file) => file.id !== weatherId);
  }

  function keepMine(): void {
    autosave?.keepMine();
  }

  function takeTheirs(): void {
    if (autosave) document.value = autosave.takeTheirs();
  }

  /** Takes edits that another page left. */
  function takeLeft(draft: Draft<ProjectDocument>): void {
    change(draft.document, 'Edits that another page left');
    dropLeft(draft);
  }

  /** Forgets edits that another page left. */
  function dropLeft(draft: Draft<ProjectDocument>): void {
    autosave?.drop(draft);
    left.value = autosave?.left ?? [];
  }

  /** Writes what is not saved yet into this device's storage: the page may be going away. */
  function keepDraft(): void {
    autosave?.flush();
  }

  function close(): void {
    turn++;
    clearTimeout(timer);
    const saving = autosave;
    autosave = null;
    saving?.close();
    unlisten?.();
    unlisten = null;
    document.value = null;
    left.value = [];
    saveState.value = { kind: 'saved', at: null };
  }
  onScopeDispose(close);

  return {
    id,
    document,
    units,
    materials,
    ownMaterials,
    prices,
    pricedMaterials,
    fileOf,
    walls,
    documents,
    weather,
    search,
    saveState,
    kept,
    left,
    revision,
    newer,
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
    takeNewer,
    takeLeft,
    dropLeft,
    keepDraft,
    close,
  };
});
