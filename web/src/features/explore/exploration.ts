import { INCH } from '@eldrun/core/units';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, triggerRef, watch } from 'vue';
import { assess } from '@eldrun/core/assessment';
import {
  choicesOfWall,
  combinationsOf,
  emptySwept,
  missedBy,
  numbersOf,
  partNumbers,
  placeSwept,
  rowOf,
  sweptOfBytes,
  variantsOf,
  varyOf,
  type Choice,
  type Exploration,
  type Explored,
  type Limits,
  type NextStep,
  type Objective,
  type Progress,
  type Swept,
  type ThicknessCurve,
  type Value,
  type Variant,
} from '@eldrun/core/exploration';
import { InputError } from '@eldrun/core/errors';
import { judgeWithRuns, type Judgment, type MoistureStatus } from '@eldrun/core/judgment';
import { outsideBoard, resolveWall, type ProjectWall, type WallFile } from '@eldrun/core/build-up';
import { STANDARD } from '@eldrun/core/materials';
import type { Measures } from '@eldrun/core/options';
import type { ExplorationRun } from '@eldrun/contract';
import { ApiProblem, ask, askBytes } from '../../persistence/api.ts';
import { deviceStorage } from '../../persistence/device.ts';
import { hoursOfBrief } from '../../persistence/weather-hours.ts';
import { ExplorePool } from '../../compute/explore-pool.ts';
import { useWait } from '../../compute/wait.ts';
import { newestForEachThread } from '../../compute/newest.ts';
import { together } from '../../project/judgment.ts';
import { useContents } from '../../project/contents.ts';
import { useProject } from '../../project/project.ts';

/** What a person set for the exploration of a wall; kept on this device. */
interface Setup {
  /** Picked values by `layer varied`; what is not here does not vary. */
  picked: Record<string, Value[]>;
  limits: Limits;
  objectives: Objective[];
}

const FIRST_SETUP: Setup = {
  picked: {},
  limits: { moisture: 'caution' },
  objectives: ['cost', 'u'],
};

/** So many combinations are evaluated in the page; more go to the workers of the server. */
export const MOST_IN_PAGE = 100_000;

/** How often workers are asked how far they are, ms. */
const ASKED = 1000;

/** Beyond so many combinations a sample is taken, of so many. */
export const MOST_EXPLORED = 1_000_000;
export const SAMPLE = 100_000;

/** Steps of the thickness curve, m, and how many. */
const STEP = { imperial: INCH, metric: 0.02 };
const STEPS = { imperial: 8, metric: 10 };

export const keyOf = ({ layer, varied }: Pick<Choice, 'layer' | 'varied'>): string =>
  `${layer} ${varied}`;

/** The exploration of one wall: what may vary, what it must meet, and what every combination came to. */
export const useExploration = defineStore('exploration', () => {
  const project = useProject();
  const contents = useContents();
  const wait = useWait();
  const wallId = ref('');
  const document = shallowRef<ProjectWall | null>(null);
  const failure = ref('');
  const setup = shallowRef<Setup>(FIRST_SETUP);

  const running = ref(false);
  const done = ref(0);
  const selecting = shallowRef<Progress | null>(null);
  const started = ref(0);
  const took = ref<number | null>(null);
  /** What was swept until now, by combination; `version` counts its changes. */
  const swept = shallowRef<Swept | null>(null);
  const version = ref(0);
  /** Whether each meets the limits, as far as it is swept. */
  const meets = shallowRef(new Uint8Array());
  const explored = shallowRef<Explored | null>(null);
  /** The exploration that the results are of. */
  const of = shallowRef<Exploration | null>(null);
  const problem = ref('');

  const around = shallowRef<{ next: NextStep[]; curve: ThicknessCurve | null } | null>(null);
  /** What was simulated of the frontier, by number of the combination. */
  const simulated = shallowRef<ReadonlyMap<number, MoistureStatus>>(new Map());
  const simulating = ref(false);

  /** What workers evaluate, or have evaluated, of this wall; the newest first. */
  const runs = shallowRef<ExplorationRun[]>([]);
  /** The one whose results are shown. */
  const following = ref('');

  const pool = new ExplorePool();
  const judges = newestForEachThread('judgment');
  let turn = 0;

  const file = computed<WallFile | null>(() =>
    document.value && project.document && document.value.layers.length > 0
      ? project.fileOf(document.value)
      : null,
  );
  const choices = computed<Choice[]>(() =>
    file.value ? choicesOfWall(file.value, project.pricedMaterials) : [],
  );
  /** The picked choices; what stands outside the frame comes last, so that its walls are evaluated in a row. */
  const varying = computed(() => {
    const main = file.value?.layers.findIndex(({ kind }) => kind === 'framed') ?? 0;
    const place = ({ layer }: Choice): number =>
      file.value!.layers.findIndex(({ id }) => id === layer);
    const outside = (choice: Choice): number => (place(choice) > main ? 1 : 0);
    return choices.value
      .map((choice) => ({ choice, values: setup.value.picked[keyOf(choice)] ?? [] }))
      .filter(({ values }) => values.length > 0)
      .sort((a, b) => outside(a.choice) - outside(b.choice));
  });
  const exploration = computed<Exploration | null>(() =>
    file.value
      ? {
          format: 'eldrun-exploration',
          version: 1,
          wall: file.value,
          vary: varying.value.map(({ choice, values }) => varyOf(choice, values, file.value!)),
          limits: setup.value.limits,
          objectives: setup.value.objectives,
        }
      : null,
  );
  const count = computed(() => (exploration.value ? combinationsOf(exploration.value) : 0));
  /** How far the section of a swept wall may be off at the most, share of its U. */
  const worstError = computed(() => {
    void version.value;
    return swept.value ? swept.value.error.reduce((most, error) => Math.max(most, error), 0) : 0;
  });
  /** Whether the results are of another setup than the one that stands there. */
  const stale = computed(
    () => of.value !== null && JSON.stringify(of.value) !== JSON.stringify(exploration.value),
  );

  const storage = deviceStorage('localStorage');
  const storageKey = (): string => `eldrun-explore-${wallId.value}`;

  async function open(id: string): Promise<void> {
    stop();
    forget();
    const mine = turn;
    around.value = null;
    wallId.value = id;
    document.value = null;
    try {
      const read = await contents.readWall(id);
      if (mine !== turn) return;
      document.value = read.document;
      setup.value = restored();
      failure.value = '';
      void lookAround();
      void listRuns();
    } catch (error) {
      if (mine === turn) failure.value = (error as Error).message;
    }
  }

  function restored(): Setup {
    try {
      const kept = JSON.parse(storage.getItem(storageKey()) ?? 'null') as Setup | null;
      if (kept) return { ...FIRST_SETUP, ...kept };
    } catch {
      // What cannot be read is no setup.
    }
    return { ...FIRST_SETUP, picked: usualPicks() };
  }

  /** What varies before a person picks: the board outside in its sizes, of foam and of fibers; fill and spacing. */
  function usualPicks(): Setup['picked'] {
    const resolved = file.value && resolveWall(file.value, project.pricedMaterials);
    const board = resolved && outsideBoard(resolved)?.id;
    const frame = resolved?.mainFrame;
    const main = resolved?.layers.find(
      ({ member }) => member !== null && member.frame === frame,
    )?.id;
    const picked: Setup['picked'] = {};
    for (const choice of choices.value) {
      const { layer, varied, values, now } = choice;
      const kept = values.filter((value) => {
        if (layer === board && varied === 'thickness') return true;
        if (layer === board && varied === 'material')
          return [now, STANDARD.fiberBoard, STANDARD.foamBoard, 'xps'].includes(value);
        return layer === main && (varied === 'fill' || varied === 'spacing');
      });
      if (kept.length > 1) picked[keyOf(choice)] = kept;
    }
    return picked;
  }

  function set(change: Partial<Setup>): void {
    setup.value = { ...setup.value, ...change };
    try {
      storage.setItem(storageKey(), JSON.stringify(setup.value));
    } catch {
      // A full storage keeps no setup; it stays on the page.
    }
  }

  function pick(choice: Choice, values: readonly Value[]): void {
    const { [keyOf(choice)]: _, ...others } = setup.value.picked;
    set({ picked: values.length > 0 ? { ...others, [keyOf(choice)]: [...values] } : others });
  }

  function setLimit<K extends keyof Limits>(limit: K, value: Limits[K] | null): void {
    const { [limit]: _, ...others } = setup.value.limits;
    set({ limits: value === null ? others : { ...others, [limit]: value } });
  }

  /** Next steps from the wall as it is, and what one more inch outside gives. */
  async function lookAround(): Promise<void> {
    const mine = turn;
    if (!exploration.value) return;
    try {
      const found = await pool.around({ ...exploration.value, vary: [] }, project.pricedMaterials, {
        step: STEP[project.units],
        steps: STEPS[project.units],
      });
      // Dropped for a newer question, it says nothing.
      if (mine === turn && found) around.value = found;
    } catch (error) {
      if (mine === turn) problem.value = (error as Error).message;
    }
  }

  async function run(): Promise<void> {
    const asked = exploration.value;
    if (!asked) return;
    stop();
    forget();
    const mine = turn;
    of.value = asked;
    const numbers = numbersOf(count.value, count.value > MOST_EXPLORED ? SAMPLE : Infinity);
    swept.value = emptySwept(numbers);
    meets.value = new Uint8Array(numbers.length);
    running.value = true;
    started.value = performance.now();
    try {
      const found = await pool.run(asked, project.pricedMaterials, numbers, rowOf(asked), {
        onSwept: take,
        onDone: (now) => (done.value = now),
        onSelecting: (progress) => (selecting.value = progress),
      });
      if (mine !== turn || !found) return;
      explored.value = found;
      took.value = performance.now() - started.value;
      running.value = false;
      selecting.value = null;
      await simulate(found, mine);
    } catch (error) {
      if (mine !== turn) return;
      problem.value = (error as Error).message;
      running.value = false;
    }
  }

  function take(part: Swept, at: number): void {
    const all = swept.value!;
    placeSwept(all, part, at);
    const { limits = {}, objectives } = of.value!;
    part.numbers.forEach((_, i) => {
      meets.value[at + i] = missedBy(part, i, limits, objectives).length === 0 ? 1 : 0;
    });
    version.value++;
  }

  /** What workers do for this wall. */
  async function listRuns(): Promise<void> {
    const wall = wallId.value;
    try {
      const all = await ask('listExplorations', { params: { project: project.id } });
      if (wall === wallId.value) runs.value = all.filter((run) => run.wallId === wall);
    } catch {
      // They are listed at the next look.
    }
  }

  /** Gives the exploration to the workers, and shows what they find. @throws ApiProblem */
  async function runOnServer(hourly: boolean): Promise<void> {
    const asked = exploration.value;
    if (!asked) return;
    const run = await ask('startExploration', {
      params: { project: project.id },
      body: { wall: wallId.value, exploration: asked, hourly },
    });
    void listRuns();
    await follow(run);
  }

  /** Asks until there is an answer: workers go on while the server is away. @returns null where it is not wanted any more */
  async function whenThere<A>(mine: number, asking: () => Promise<A>): Promise<A | null> {
    for (;;) {
      try {
        const answer = await asking();
        if (mine === turn) problem.value = '';
        return answer;
      } catch (error) {
        if (mine !== turn) return null;
        if (!(error instanceof ApiProblem && error.away)) throw error;
        problem.value = `${error.message} The workers go on; it is asked again.`;
        if (!(await wait(ASKED))) return null;
      }
    }
  }

  /** Shows what workers have evaluated, and goes on until they are done. */
  async function follow(run: ExplorationRun): Promise<void> {
    stop();
    forget();
    const mine = turn;
    const numbers = numbersOf(run.combinations);
    of.value = run.exploration;
    swept.value = emptySwept(numbers);
    meets.value = new Uint8Array(numbers.length);
    following.value = run.id;
    running.value = true;
    started.value = Date.parse(run.createdAt) + performance.now() - Date.now();
    const params = { exploration: run.id };
    const shown = new Set<number>();
    try {
      let state = run;
      for (;;) {
        for (const part of state.done.filter((one) => !shown.has(one))) {
          const bytes = await whenThere(mine, () =>
            askBytes('readExplorationPart', { params: { ...params, part: String(part) } }),
          );
          if (!bytes || mine !== turn) return;
          const of = partNumbers(part, run.partSize, run.combinations);
          take(sweptOfBytes(bytes, of), part * run.partSize);
          shown.add(part);
          done.value += of.length;
        }
        if (state.finishedAt) break;
        if (!(await wait(ASKED)) || mine !== turn) return;
        const now = await whenThere(mine, () => ask('readExploration', { params }));
        if (!now || mine !== turn) return;
        state = now;
        runs.value = runs.value.map((one) => (one.id === run.id ? state : one));
      }
      running.value = false;
      took.value = Date.parse(state.finishedAt) - Date.parse(state.createdAt);
      problem.value = state.problem ?? '';
      explored.value = state.result;
      if (!state.result) return;
      if (!run.hourly) return await simulate(state.result, mine);
      simulated.value = new Map(
        state.result.frontier.map(({ number, measures }) => [number, measures.moisture]),
      );
    } catch (error) {
      if (mine !== turn) return;
      problem.value = (error as Error).message;
      running.value = false;
    }
  }

  /** Stops what workers do, and forgets it. @throws ApiProblem */
  async function removeRun(id: string): Promise<void> {
    if (following.value === id) {
      stop();
      forget();
    }
    await ask('deleteExploration', { params: { exploration: id } });
    await listRuns();
  }

  /** Runs the years of the frontier's members, best first. */
  async function simulate(found: Explored, mine: number): Promise<void> {
    simulating.value = true;
    for (const variant of found.frontier) {
      if (mine !== turn) return;
      const judgment = await simulatedOf(variant);
      if (mine !== turn) return;
      if (judgment)
        simulated.value = new Map([...simulated.value, [variant.number, judgment.moisture]]);
    }
    simulating.value = false;
  }

  async function simulatedOf({ number }: Variant): Promise<Judgment | null> {
    const wall = wallOf(number);
    if (!wall) return null;
    const whole = assess(wall, project.pricedMaterials);
    const weather = 'weather' in wall.outdoor ? wall.outdoor.weather : undefined;
    const question = {
      file: wall,
      materials: project.pricedMaterials,
      section: whole.section,
      weather: weather ? await hoursOfBrief(project.id, weather) : null,
      wanted: 'runs' as const,
      every: judges.length,
    };
    try {
      const answers = await Promise.all(
        judges.map((judge, from) => judge.ask({ ...question, from })),
      );
      if (answers.includes(null)) return null;
      return judgeWithRuns(whole, together(answers.filter((answer) => answer !== null)).runs);
    } catch {
      // A wall whose years cannot be run stays an estimate.
      return null;
    }
  }

  const variants = computed(() => of.value && variantsOf(of.value, project.pricedMaterials));

  /** The wall of a combination of the results; null where it makes none. */
  function wallOf(number: number): WallFile | null {
    try {
      return variants.value?.wallAt(number) ?? null;
    } catch (error) {
      if (error instanceof InputError) return null;
      throw error;
    }
  }

  function stop(): void {
    turn++;
    pool.stop();
    for (const judge of judges) judge.drop();
    running.value = false;
    simulating.value = false;
    selecting.value = null;
  }

  function forget(): void {
    swept.value = null;
    explored.value = null;
    of.value = null;
    following.value = '';
    simulated.value = new Map();
    done.value = 0;
    took.value = null;
    problem.value = '';
    version.value = 0;
    triggerRef(swept);
  }

  watch([() => project.units, () => project.document?.brief], () => void lookAround());

  function close(): void {
    stop();
    pool.close();
    for (const judge of judges) judge.drop();
    forget();
    around.value = null;
    document.value = null;
    wallId.value = '';
    runs.value = [];
  }
  onScopeDispose(close);

  return {
    wallId,
    document,
    file,
    failure,
    setup,
    choices,
    varying,
    exploration,
    count,
    stale,
    running,
    done,
    selecting,
    took,
    started,
    swept,
    version,
    explored,
    of,
    problem,
    around,
    simulated,
    simulating,
    runs,
    listRuns,
    following,
    runOnServer,
    follow,
    removeRun,
    open,
    set,
    pick,
    setLimit,
    run,
    stop,
    wallOf,
    meets,
    worstError,
    close,
  };
});

/** Measures of a combination as it was swept: its section perhaps from a curve. */
export function sweptMeasures(swept: Swept, at: number): Omit<Measures, 'moisture'> {
  const known = (value: number): number | null => (Number.isNaN(value) ? null : value);
  return {
    u: swept.u[at]!,
    r: 1 / swept.u[at]!,
    cost: known(swept.cost[at]!),
    carbon: known(swept.carbon[at]!),
    thickness: swept.thickness[at]!,
    margin: known(swept.margin[at]!),
  };
}
