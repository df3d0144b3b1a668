import { deepEqual } from 'fast-equals';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { applyCommands, type Command } from '@eldrun/core/wall';
import {
  choicesOf,
  DEFAULT_RUN,
  wallFaces,
  watchedLayer,
  WET_START,
  type RunChoices,
  type SimulationFile,
  type SimulationResult,
  type WallFace,
  type WeatherShift,
} from '@eldrun/core/transient';
import {
  findRunFixes,
  runFixes,
  runVerdicts,
  type RunFix,
  type RunVerdict,
} from '@eldrun/core/simulation';
import { messageText } from '@eldrun/core/units';
import { resolveWall } from '@eldrun/core/build-up';
import { WEATHER_SEED } from '@eldrun/core/judgment';
import { weatherOfSite, type WeatherYear } from '@eldrun/core/climate';
import { layerNames, nameOfRun, simulationFile } from './run-files.ts';
import { stressSet, type StressLine } from './stress.ts';
import type { RunPart } from '../../../compute/run-parts.ts';
import { YearsRun } from '../../../compute/years-run.ts';
import { hoursOfBrief } from '../../../persistence/weather-hours.ts';
import { useContents } from '../../../project/contents.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** A run as it is shown: still going, or come to its end. */
export interface ShownRun extends RunPart {
  name: string;
  file: SimulationFile;
  faces: WallFace[];
  /** What a person calls its layers. */
  layerName: (id: string) => string;
  result: SimulationResult | null;
  verdicts: RunVerdict[];
}

/** The hourly simulation of the open wall: its set-up, its runs, and the day that is looked at. */
export const useSimulation = defineStore('simulation', () => {
  const project = useProject();
  const contents = useContents();
  const wall = useWall();
  const choices = ref<RunChoices>({ ...DEFAULT_RUN });
  const running = shallowRef<{ name: string; hours: number; of: number; since: number } | null>(
    null,
  );
  const current = shallowRef<ShownRun | null>(null);
  /** The run laid over the current one. */
  const other = shallowRef<ShownRun | null>(null);
  const problem = ref('');
  /** Day that the drawing shows, from 0. */
  const day = ref(0);
  /** Face whose humidity, temperature and mold are charted; null for the watched one. */
  const chosenFace = ref<number | null>(null);
  const stress = shallowRef<StressLine[]>([]);
  const stressing = ref(false);
  /** What is being tried, and by verdict what was found to do away with it. */
  const seeking = ref('');
  const fixes = shallowRef<Partial<Record<RunVerdict['id'], RunFix>>>({});
  let active: YearsRun[] = [];
  let stopping = false;

  const resolved = computed(() => wall.assessment?.wall ?? null);
  const watched = computed(() => {
    if (!resolved.value) return null;
    const own = resolved.value.layers.find(({ id }) => id === choices.value.watch);
    return own ?? watchedLayer(resolved.value);
  });
  const busy = computed(() => running.value !== null || stressing.value || seeking.value !== '');

  /** Whether the current run is of the wall as it stands. */
  const depths = computed(() => current.value?.field.depth);
  const ranWall = computed(() => current.value?.file.wall);
  const fresh = computed(
    () =>
      ranWall.value !== undefined &&
      (ranWall.value === wall.file || deepEqual(ranWall.value, wall.file)),
  );
  /** What the current run says of the wall as it stands. */
  const verdicts = computed(() => (fresh.value ? current.value!.verdicts : []));

  /** The face that is charted, and what it is called. */
  const face = computed(() => {
    const run = current.value;
    if (!run) return 0;
    const { transient, wall: of } = run.file;
    const own = of.layers.findIndex(({ id }) => id === transient.watch);
    return chosenFace.value !== null && chosenFace.value < run.faces.length
      ? chosenFace.value
      : own;
  });

  /** Hours of the brief's climate: those of an imported file, else made up from its monthly figures. */
  async function weatherOfBrief(): Promise<WeatherYear> {
    const { outdoor } = wall.file!;
    if ('weather' in outdoor && outdoor.weather) return hoursOfBrief(project.id, outdoor.weather);
    return weatherOfSite(resolved.value!.site, WEATHER_SEED);
  }

  /** The hours for a file: null where its climate makes its own. */
  async function weatherFor({ transient }: SimulationFile): Promise<WeatherYear | null> {
    return 'epw' in transient.climate ? weatherOfBrief() : null;
  }

  function fileOf(wanted: RunChoices, commands: Command[] = []): SimulationFile | null {
    return simulationFile(applyCommands(wall.file!, commands), wanted, project.pricedMaterials);
  }

  /** Runs a file and shows it, as the current run or laid over it. */
  async function start(
    name: string,
    file: SimulationFile,
    into: 'current' | 'other',
  ): Promise<void> {
    if (busy.value) return;
    problem.value = '';
    const layerName = layerNames(file.wall, project.pricedMaterials);
    const target = into === 'current' ? current : other;
    const faces = wallFaces(resolveWall(file.wall, project.pricedMaterials));
    const show = (reached: RunPart, result: SimulationResult | null): void => {
      target.value = {
        ...reached,
        name,
        file,
        faces,
        layerName,
        result,
        verdicts: result ? runVerdicts(result, file, layerName, project.pricedMaterials) : [],
      };
    };
    running.value = { name, hours: 0, of: file.transient.hours, since: performance.now() };
    if (into === 'current') {
      fixes.value = {};
      if (current.value?.result) other.value = current.value;
    }
    const worker = new YearsRun();
    active = [worker];
    try {
      const { result, ...reached } = await worker.start(
        { file, weather: await weatherFor(file), materials: { ...project.pricedMaterials } },
        (hours, part) => {
          running.value = { ...running.value!, hours };
          show(part, null);
        },
      );
      show(reached, result);
      if (into === 'current') day.value = Math.max(0, reached.field.days - 1);
    } catch (error) {
      problem.value = (error as Error).message;
    }
    running.value = null;
    active = [];
  }

  async function run(): Promise<void> {
    const file = fileOf(choices.value);
    if (file) await start(nameOfRun(file), file, 'current');
  }

  /** Runs a simulation file as it stands; how it is run becomes what is set. */
  async function runFile(name: string, file: SimulationFile): Promise<void> {
    const { transient } = file;
    choices.value = choicesOf(transient, choices.value);
    if (!wall.file!.layers.some(({ id }) => id === transient.watch)) choices.value.watch = null;
    await start(name, file, 'current');
  }

  /** Runs the wall once more with something changed, and lays that over the current run. */
  async function layOver(change: Partial<RunChoices>): Promise<void> {
    const file = fileOf({ ...choices.value, ...change });
    if (file) await start(nameOfRun(file), file, 'other');
  }

  /** Runs another wall of the project for the same years, and lays that over. */
  async function layOverWall(id: string): Promise<void> {
    try {
      const { document } = await contents.readWall(id);
      const of = project.fileOf(document);
      const file = simulationFile(
        of,
        { ...choices.value, watch: null, wetLayers: {} },
        project.pricedMaterials,
      );
      if (!file) throw new Error(`${document.name} has no layer to watch`);
      await start(document.name, file, 'other');
    } catch (error) {
      problem.value = (error as Error).message;
    }
  }

  /** Looks for the smallest changes that do away with what fails: each is run for the same years, one after the other. */
  async function findFixes(): Promise<void> {
    const of = current.value;
    if (!of || busy.value || !fresh.value) return;
    seeking.value = 'looking…';
    problem.value = '';
    fixes.value = {};
    stopping = false;
    const asRun = choicesOf(of.file.transient, choices.value);
    try {
      const open = await findRunFixes({
        verdicts: of.verdicts,
        changes: runFixes(resolved.value!, asRun, project.pricedMaterials),
        run: async ({ label, commands, choices: changed }) => {
          seeking.value = messageText(label, project.units);
          const file = fileOf({ ...asRun, ...changed }, commands)!;
          const result = await quietly(file);
          return result.problem ? null : runVerdicts(result, file, of.layerName);
        },
        found: (id, fix) => (fixes.value = { ...fixes.value, [id]: fix }),
        stopped: () => stopping,
      });
      if (open.length > 0 && !stopping)
        problem.value =
          'none of the changes tried does away with all of it: more air in the gap, a variable retarder, four sizes of outside insulation.';
    } catch (error) {
      problem.value = (error as Error).message;
    }
    seeking.value = '';
    active = [];
  }

  /** Runs a file without showing its course. */
  async function quietly(file: SimulationFile, shift?: WeatherShift): Promise<SimulationResult> {
    const worker = new YearsRun();
    active = [...active, worker];
    const { result } = await worker.start({
      file,
      weather: await weatherFor(file),
      materials: { ...project.pricedMaterials },
      ...(shift ? { shift } : {}),
    });
    active = active.filter((one) => one !== worker);
    return result;
  }

  /** Wets the watched layer to 25 % and sees how long it takes to dry. */
  async function dryingTest(): Promise<void> {
    choices.value = { ...choices.value, wetStart: WET_START };
    await run();
  }

  /** Runs the wall through a fixed set of hard years, as many at a time as there are cores. */
  async function stressRuns(): Promise<void> {
    if (busy.value) return;
    stressing.value = true;
    stopping = false;
    problem.value = '';
    await stressSet({
      choices: choices.value,
      materials: project.pricedMaterials,
      fileOf: (wanted) => fileOf(wanted)!,
      run: quietly,
      show: (lines) => (stress.value = lines),
      stopped: () => stopping,
      lanes: navigator.hardwareConcurrency || 2,
    });
    stressing.value = false;
    active = [];
  }

  function stop(): void {
    stopping = true;
    for (const worker of active) worker.stop();
  }

  /** The day looked at, held to what there is. */
  const at = computed(() => Math.min(day.value, (current.value?.field.days ?? 0) - 1));
  const temperatureAt = computed(() => current.value?.field.temperature[at.value]);
  const humidityAt = computed(() => current.value?.field.rh[at.value]);
  /** The drawing follows the day looked at, where the run is of the wall that is drawn. */
  const state = computed(() => {
    const [temperature, rh] = [temperatureAt.value, humidityAt.value];
    if (!temperature || !rh || !fresh.value) return null;
    return { depth: depths.value!, temperature, rh, day: at.value };
  });

  function close(): void {
    for (const worker of active) worker.drop();
    active = [];
    running.value = null;
    stressing.value = false;
    current.value = null;
    other.value = null;
    chosenFace.value = null;
    stress.value = [];
    fixes.value = {};
    seeking.value = '';
    problem.value = '';
    choices.value = { ...DEFAULT_RUN };
  }

  onScopeDispose(close);

  return {
    choices,
    running,
    busy,
    current,
    other,
    fresh,
    verdicts,
    face,
    chosenFace,
    problem,
    day,
    state,
    stress,
    stressing,
    watched,
    seeking,
    fixes,
    findFixes,
    run,
    runFile,
    layOver,
    layOverWall,
    dryingTest,
    stressRuns,
    stop,
    close,
  };
});
