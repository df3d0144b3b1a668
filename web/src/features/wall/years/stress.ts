import { runVerdicts, type RunVerdict } from '@eldrun/core/simulation';
import {
  STRESS_SET,
  type RunChoices,
  type SimulationFile,
  type SimulationResult,
  type WeatherShift,
} from '@eldrun/core/transient';
import type { Materials } from '@eldrun/core/materials';
import { layerNames } from './run-files.ts';

/** One line of the stress set. */
export interface StressLine {
  name: string;
  result: SimulationResult | null;
  verdicts: RunVerdict[];
  problem: string;
}

export interface StressOptions {
  /** How the run is set. */
  choices: RunChoices;
  materials: Materials;
  /** The simulation file of some choices. */
  fileOf: (choices: RunChoices) => SimulationFile;
  /** Runs a file, in other weather where that is shifted. */
  run: (file: SimulationFile, shift?: WeatherShift) => Promise<SimulationResult>;
  /** Told the lines whenever one of them is there. */
  show: (lines: StressLine[]) => void;
  stopped: () => boolean;
  /** How many run at a time. */
  lanes: number;
}

/** Runs a wall through a fixed set of hard years, as many at a time as there are lanes. */
export async function stressSet(options: StressOptions): Promise<void> {
  let lines = STRESS_SET.map(({ name }): StressLine => ({
    name,
    result: null,
    verdicts: [],
    problem: '',
  }));
  options.show(lines);
  const queue = STRESS_SET.map((one, i) => ({ ...one, i }));
  const lane = async (): Promise<void> => {
    for (let next = queue.shift(); next && !options.stopped(); next = queue.shift()) {
      const { i, change, shift } = next;
      const found = await stressLine(options, { ...options.choices, ...change }, i > 0, shift);
      lines = lines.map((line, n) => (n === i ? { ...line, ...found } : line));
      options.show(lines);
    }
  };
  await Promise.all(Array.from({ length: options.lanes }, lane));
}

/** One line of it. @param repeats whether it may be the same as set, which need not run again */
async function stressLine(
  { choices, materials, fileOf, run }: StressOptions,
  wanted: RunChoices,
  repeats: boolean,
  shift: WeatherShift | undefined,
): Promise<Partial<StressLine>> {
  try {
    const file = fileOf(wanted);
    const asSet = JSON.stringify(fileOf(choices).transient);
    if (repeats && !shift && JSON.stringify(file.transient) === asSet)
      return { problem: 'the same as set' };
    const result = await run(file, shift);
    return {
      result,
      verdicts: runVerdicts(result, file, layerNames(file.wall, materials), materials),
    };
  } catch (error) {
    return { problem: (error as Error).message };
  }
}
