import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  applyCommands,
  assessLayers,
  findMaterial,
  InputError,
  withBrief,
  withSection,
  type Assessment,
  type Command,
  type Effect,
  type LayerAssessment,
  type Material,
  type ProjectWall,
  type Verdict,
  type WallFile,
  type WallSection,
} from '@eldrun/core';
import { api, type SavedWall } from '../api.ts';
import { Autosave, type SaveState } from '../autosave.ts';
import { Solver } from '../workers/solver.ts';
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
  /** The document as it was when the page opened it. */
  const opened = shallowRef<ProjectWall | null>(null);
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const saveState = ref<SaveState>({ kind: 'saved', at: null });
  /** What the fix under the pointer would come to. */
  const preview = shallowRef<Effect | null>(null);
  let autosave: Autosave<ProjectWall> | null = null;
  let validate: typeof import('@eldrun/core/schema').validateProjectWall;

  const file = computed<WallFile | null>(() =>
    document.value && project.document ? withBrief(document.value, project.document.brief) : null,
  );

  const evaluation = computed<{ assessment: LayerAssessment | null; problem: string }>(() => {
    if (!file.value) return { assessment: null, problem: '' };
    try {
      return { assessment: assessLayers(file.value, project.ownMaterials), problem: '' };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { assessment: null, problem: error.message };
    }
  });
  /** What the layers say, at once. */
  const assessment = computed(() => evaluation.value.assessment);
  const problem = computed(() => evaluation.value.problem || sectionProblem.value);

  /** With the section: of the document as it was when `computing` is true. */
  const whole = shallowRef<Assessment | null>(null);
  const verdicts = shallowRef<Verdict[]>([]);
  const computing = ref(false);
  const judging = ref(false);
  const sectionProblem = ref('');
  // Two workers: the search for fixes never holds up the section.
  const sections = new Solver();
  const judges = new Solver();

  watch(
    [assessment, () => project.ownMaterials],
    () => {
      sectionProblem.value = '';
      if (!assessment.value || assessment.value.wall.counted === 0) {
        sections.drop();
        judges.drop();
        computing.value = false;
        judging.value = false;
        whole.value = null;
        verdicts.value = [];
        return;
      }
      void solve(assessment.value);
    },
    // At once: the workers start while the page still draws.
    { flush: 'sync' },
  );

  async function solve(layers: LayerAssessment): Promise<void> {
    computing.value = true;
    judging.value = true;
    judges.drop();
    try {
      const answer = await sections.ask({
        file: layers.wall.file,
        materials: project.ownMaterials,
        wanted: 'section',
      });
      if (!answer) return;
      whole.value = 'section' in answer ? withSection(layers, answer.section) : null;
      if ('problem' in answer) sectionProblem.value = answer.problem;
      // Only a section that stands is judged: in a burst of edits the search for fixes waits for the last.
      if ('section' in answer) void judge(layers, answer.section);
      else {
        verdicts.value = [];
        judging.value = false;
      }
    } catch (error) {
      sectionProblem.value = `its section could not be solved, ${(error as Error).message}. The next change tries again.`;
      judging.value = false;
    }
    computing.value = false;
  }

  async function judge(layers: LayerAssessment, section: WallSection): Promise<void> {
    try {
      const answer = await judges.ask({
        file: layers.wall.file,
        materials: project.ownMaterials,
        wanted: 'verdicts',
        section,
      });
      if (!answer) return;
      verdicts.value = 'verdicts' in answer ? answer.verdicts : [];
    } catch (error) {
      verdicts.value = [];
      sectionProblem.value = `its verdicts could not be found, ${(error as Error).message}. The next change tries again.`;
    }
    judging.value = false;
  }

  function material(materialId: string): Material | undefined {
    return findMaterial(materialId, document.value ?? {}, project.ownMaterials);
  }

  async function open(wallId: string): Promise<void> {
    close();
    id.value = wallId;
    document.value = null;
    whole.value = null;
    verdicts.value = [];
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
    opened.value = document.value;
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
    sections.close();
    judges.close();
  }

  return {
    id,
    revision,
    document,
    opened,
    past,
    future,
    saveState,
    preview,
    file,
    assessment,
    problem,
    whole,
    computing,
    verdicts,
    judging,
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
