import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  applyCommands,
  assess,
  findMaterial,
  InputError,
  verdictsOf,
  withBrief,
  type Assessment,
  type Command,
  type Material,
  type ProjectWall,
  type Verdict,
  type WallFile,
} from '@eldrun/core';
import { api, type SavedWall } from '../api.ts';
import { Autosave, type SaveState } from '../autosave.ts';
import { sameDocument } from '../same-document.ts';
import { useProject } from './project.ts';

interface Step {
  name: string;
  before: ProjectWall;
}

/** Undo that survives a reload of this tab. */
interface KeptSteps {
  document: ProjectWall;
  past: Step[];
  future: Step[];
}

const MOST_STEPS = 200;

/** The open wall: its document, its undo, its saving, and what the core says about it. */
export const useWall = defineStore('wall', () => {
  const project = useProject();
  const id = ref('');
  const revision = ref(0);
  const document = shallowRef<ProjectWall | null>(null);
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const saveState = ref<SaveState>({ kind: 'saved', at: null });
  /** Commands under the pointer, shown but not applied. */
  const preview = shallowRef<Command[] | null>(null);
  let autosave: Autosave<ProjectWall> | null = null;
  let validate: typeof import('@eldrun/core/schema').validateProjectWall;

  const file = computed<WallFile | null>(() =>
    document.value && project.document ? withBrief(document.value, project.document.brief) : null,
  );

  const evaluation = computed<{ assessment: Assessment | null; problem: string }>(() => {
    if (!file.value) return { assessment: null, problem: '' };
    try {
      return { assessment: assess(file.value, project.ownMaterials), problem: '' };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { assessment: null, problem: error.message };
    }
  });
  const assessment = computed(() => evaluation.value.assessment);
  const problem = computed(() => evaluation.value.problem);
  const verdicts = computed<Verdict[]>(() =>
    assessment.value ? verdictsOf(assessment.value, project.ownMaterials) : [],
  );

  const previewed = computed<Assessment | null>(() =>
    file.value && preview.value
      ? assess(applyCommands(file.value, preview.value), project.ownMaterials)
      : null,
  );

  function material(materialId: string): Material | undefined {
    return findMaterial(materialId, document.value ?? {}, project.ownMaterials);
  }

  async function open(wallId: string): Promise<void> {
    close();
    id.value = wallId;
    document.value = null;
    preview.value = null;
    const [saved, schema] = await Promise.all([api.wall(wallId), import('@eldrun/core/schema')]);
    validate = schema.validateProjectWall;
    autosave = new Autosave<ProjectWall>({
      key: `eldrun-wall-${wallId}`,
      storage: localStorage,
      send: async (from, changed, steps) => {
        const answer = await api.saveWall(wallId, { revision: from, document: changed, steps });
        revision.value = answer.revision;
        return answer;
      },
      currentOf: (stale) => {
        const current = stale.current as SavedWall;
        return { revision: current.revision, document: current.document };
      },
      onState: (state) => (saveState.value = state),
    });
    revision.value = saved.revision;
    document.value = autosave.open({ revision: saved.revision, document: saved.document });
    restoreSteps();
  }

  /**
   * Does a named step: applies the commands, checks the whole, keeps and saves it.
   *
   * @throws InputError when the result would not be a valid wall; then nothing changed
   */
  function run(name: string, commands: readonly Command[]): void {
    const before = document.value!;
    const after = validate(applyCommands(before, commands), project.ownMaterials);
    preview.value = null;
    past.value = [...past.value, { name, before }].slice(-MOST_STEPS);
    future.value = [];
    put(after, name);
  }

  function undo(): string | null {
    const step = past.value.at(-1);
    if (!step) return null;
    future.value = [...future.value, { name: step.name, before: document.value! }];
    past.value = past.value.slice(0, -1);
    put(step.before, `Undo: ${step.name}`);
    return step.name;
  }

  function redo(): string | null {
    const step = future.value.at(-1);
    if (!step) return null;
    past.value = [...past.value, { name: step.name, before: document.value! }];
    future.value = future.value.slice(0, -1);
    put(step.before, `Redo: ${step.name}`);
    return step.name;
  }

  function put(after: ProjectWall, step: string): void {
    document.value = after;
    autosave!.change(after, step);
  }

  function keepMine(): void {
    autosave?.keepMine();
  }

  function takeTheirs(): void {
    if (!autosave) return;
    document.value = autosave.takeTheirs();
    past.value = [];
    future.value = [];
  }

  /** In a conflict: this page's state becomes a wall of its own. @returns its id */
  async function keepBoth(): Promise<string> {
    const mine = document.value!;
    const copy = await api.createWall(project.id, {
      ...mine,
      name: `${mine.name.slice(0, 180)} (my version)`,
    });
    takeTheirs();
    return copy.id;
  }

  const theirs = computed(() =>
    saveState.value.kind === 'conflict' ? (autosave?.theirs ?? null) : null,
  );

  function stepsKey(): string {
    return `eldrun-steps-${id.value}`;
  }

  /** Called as the page goes away: a reload finds its undo again. */
  function keepSteps(): void {
    if (!document.value || !id.value) return;
    const kept: KeptSteps = { document: document.value, past: past.value, future: future.value };
    try {
      sessionStorage.setItem(stepsKey(), JSON.stringify(kept));
    } catch {
      sessionStorage.removeItem(stepsKey()); // Too much for the storage: undo starts anew after a reload.
    }
  }

  function restoreSteps(): void {
    past.value = [];
    future.value = [];
    const kept = JSON.parse(sessionStorage.getItem(stepsKey()) ?? 'null') as KeptSteps | null;
    if (!kept || !sameDocument(kept.document, document.value)) return;
    past.value = kept.past;
    future.value = kept.future;
  }

  function close(): void {
    keepSteps();
    autosave?.close();
    autosave = null;
  }

  return {
    id,
    revision,
    document,
    past,
    future,
    saveState,
    preview,
    file,
    assessment,
    problem,
    verdicts,
    previewed,
    theirs,
    material,
    open,
    run,
    undo,
    redo,
    keepMine,
    takeTheirs,
    keepBoth,
    keepSteps,
    close,
  };
});
