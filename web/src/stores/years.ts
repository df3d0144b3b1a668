import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  applyCommands,
  layerName,
  messageText,
  mendsToTry,
  resolveWall,
  runVerdicts,
  STRESS_SET,
  transientFor,
  USUAL_RUN,
  watchedLayer,
  weatherOfSite,
  WET_START,
  type Command,
  type Course,
  type Mend,
  type DepthField,
  type RunChoices,
  type RunVerdict,
  type SimulationFile,
  type SimulationResult,
  type WeatherShift,
  type WeatherYear,
} from '@eldrun/core';
import { api } from '../api.ts';
import { YearsRun } from '../workers/years-run.ts';
import { useProject } from './project.ts';
import { useWall } from './wall.ts';

/** A run as it is shown: still going, or come to its end. */
export interface ShownRun {
  name: string;
  choices: RunChoices;
  file: SimulationFile;
  course: Course;
  field: DepthField;
  result: SimulationResult | null;
  verdicts: RunVerdict[];
}

/** One line of the stress set. */
export interface StressLine {
  name: string;
  result: SimulationResult | null;
  problem: string;
}

/** The seed of the weather that is made up from monthly figures: the same years each time. */
const SEED = 2026;

/** The hourly simulation of the open wall: its set-up, its runs, and the hour that is looked at. */
export const useYears = defineStore('years', () => {
  const project = useProject();
  const wall = useWall();
  const choices = ref<RunChoices>({ ...USUAL_RUN });
  const running = shallowRef<{ name: string; hours: number; of: number; since: number } | null>(
    null,
  );
  const current = shallowRef<ShownRun | null>(null);
  /** The run before, laid over the current one. */
  const other = shallowRef<ShownRun | null>(null);
  const problem = ref('');
  /** Day that the drawing shows, from 0. */
  const day = ref(0);
  const stress = shallowRef<StressLine[]>([]);
  const stressing = ref(false);
  /** What is being tried, and what was found to mend the current run. */
  const seeking = ref('');
  const mend = shallowRef<Mend | null>(null);
  let active: YearsRun[] = [];
  let stopping = false;

  const watched = computed(() => wall.assessment && watchedLayer(wall.assessment.wall));

  /** Hours of the brief's climate: those of an imported file, else made up from its monthly figures. */
  async function weather(): Promise<WeatherYear> {
    const { outdoor } = wall.file!;
    if ('weather' in outdoor && outdoor.weather) {
      const hours = await api.weatherHours(project.id, outdoor.weather);
      return Object.fromEntries(
        Object.entries(hours).map(([name, value]) => [
          name,
          Array.isArray(value) ? Float64Array.from(value as number[]) : value,
        ]),
      ) as unknown as WeatherYear;
    }
    return weatherOfSite(wall.assessment!.wall.site, SEED);
  }

  function fileOf(wanted: RunChoices, commands: Command[] = []): SimulationFile | null {
    const changed = applyCommands(wall.file!, commands);
    const { outdoor } = changed;
    const climate =
      'climate' in outdoor
        ? { climate: outdoor.climate, seed: SEED }
        : { epw: `${outdoor.name ?? 'own climate'}.epw` };
    const transient = transientFor(resolveWall(changed, project.ownMaterials), wanted, climate);
    return transient && { format: 'eldrun-simulation', version: 1, wall: changed, transient };
  }

  function nameOf({ side, rainShare, leak, airChanges, wetStart }: RunChoices): string {
    return [
      side,
      ...(rainShare > 0 ? [`${+(100 * rainShare).toFixed(2)} % of the rain in`] : []),
      ...(leak > 0 ? ['air leak'] : []),
      airChanges > 0 ? `gap ${airChanges}/h` : 'gap closed',
      ...(wetStart === null ? [] : ['wet start']),
    ].join(', ');
  }

  async function run(wanted: RunChoices = choices.value): Promise<void> {
    const file = fileOf(wanted);
    if (!file || running.value) return;
    problem.value = '';
    mend.value = null;
    const name = nameOf(wanted);
    running.value = { name, hours: 0, of: file.transient.hours, since: performance.now() };
    if (current.value?.result) other.value = current.value;
    const layer = watched.value!;
    const title = layerName(wall.assessment!, layer);
    const show = (course: Course, field: DepthField, result: SimulationResult | null): void => {
      current.value = {
        name,
        choices: { ...wanted },
        file,
        course,
        field,
        result,
        verdicts: result ? runVerdicts(result, wanted, title) : [],
      };
    };
    const worker = new YearsRun();
    active = [worker];
    try {
      const done = await worker.start(
        { file, weather: await weather(), materials: { ...project.ownMaterials } },
        ({ hours, course, field }) => {
          running.value = { ...running.value!, hours };
          show(course, field, null);
        },
      );
      show(done.course, done.field, done.result);
      day.value = Math.max(0, done.field.days - 1);
    } catch (error) {
      problem.value = (error as Error).message;
    }
    running.value = null;
    active = [];
  }

  /** The smallest change after which the current run passes: each is run for the same years, one after the other. */
  async function findMend(): Promise<void> {
    const run = current.value;
    if (!run || seeking.value || running.value) return;
    seeking.value = 'looking…';
    mend.value = null;
    stopping = false;
    try {
      const hours = await weather();
      const title = layerName(wall.assessment!, watched.value!);
      for (const one of mendsToTry(wall.assessment!.wall, run.choices, project.ownMaterials)) {
        if (stopping) break;
        seeking.value = messageText(one.label, project.units);
        const wanted = { ...run.choices, ...one.choices };
        const worker = new YearsRun();
        active = [worker];
        const { result } = await worker.start(
          {
            file: fileOf(wanted, one.commands)!,
            weather: hours,
            materials: { ...project.ownMaterials },
          },
          () => undefined,
        );
        if (result.problem) continue;
        if (runVerdicts(result, wanted, title).every(({ status }) => status !== 'fail')) {
          mend.value = one;
          break;
        }
      }
      if (!mend.value && !stopping)
        problem.value =
          'none of the changes tried mends it: more air in the gap, a variable retarder, four sizes of outside insulation.';
    } catch (error) {
      problem.value = (error as Error).message;
    }
    seeking.value = '';
    active = [];
  }

  /** Wets the watched layer to 25 % and sees how long it takes to dry. */
  async function dryingTest(): Promise<void> {
    choices.value = { ...choices.value, wetStart: WET_START };
    await run();
  }

  /** Runs the wall through a fixed set of hard years, as many at a time as there are cores to spare. */
  async function stressSet(): Promise<void> {
    if (stressing.value || running.value) return;
    stressing.value = true;
    stopping = false;
    problem.value = '';
    stress.value = STRESS_SET.map(({ name }) => ({ name, result: null, problem: '' }));
    try {
      const hours = await weather();
      const queue = STRESS_SET.map((one, i) => ({ ...one, i }));
      const lanes = Math.max(1, (navigator.hardwareConcurrency || 2) - 1);
      await Promise.all(
        Array.from({ length: lanes }, async () => {
          for (let next = queue.shift(); next && !stopping; next = queue.shift())
            await stressOne(next.i, { ...choices.value, ...next.change }, hours, next.shift);
        }),
      );
    } catch (error) {
      problem.value = (error as Error).message;
    }
    stressing.value = false;
    active = [];
  }

  async function stressOne(
    i: number,
    wanted: RunChoices,
    hours: WeatherYear,
    shift: WeatherShift | undefined,
  ): Promise<void> {
    const worker = new YearsRun();
    active = [...active, worker];
    const put = (change: Partial<StressLine>): void => {
      stress.value = stress.value.map((line, n) => (n === i ? { ...line, ...change } : line));
    };
    try {
      const { result } = await worker.start(
        {
          file: fileOf(wanted)!,
          weather: hours,
          materials: { ...project.ownMaterials },
          ...(shift ? { shift } : {}),
        },
        () => undefined,
      );
      put({ result });
    } catch (error) {
      put({ problem: (error as Error).message });
    }
  }

  function stop(): void {
    stopping = true;
    for (const worker of active) worker.stop();
  }

  /** The drawing follows the day looked at. */
  const state = computed(() => {
    const field = current.value?.field;
    if (!field || field.days === 0) return null;
    const at = Math.min(day.value, field.days - 1);
    return { depth: field.depth, temperature: field.temperature[at]!, rh: field.rh[at]!, day: at };
  });

  function close(): void {
    for (const worker of active) worker.drop();
    active = [];
    running.value = null;
    stressing.value = false;
    current.value = null;
    other.value = null;
    stress.value = [];
    mend.value = null;
    seeking.value = '';
    problem.value = '';
    choices.value = { ...USUAL_RUN };
  }

  return {
    choices,
    running,
    current,
    other,
    problem,
    day,
    state,
    stress,
    stressing,
    watched,
    seeking,
    mend,
    findMend,
    run,
    dryingTest,
    stressSet,
    stop,
    close,
  };
});
