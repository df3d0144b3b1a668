import { assessLayers, withSection } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { noWorseThan } from '@eldrun/core/judgment';
import { sectionSteps, type WallSection } from '@eldrun/core/steady-heat';
import { verdictSteps, type Verdict } from '@eldrun/core/verdicts';
import type { Material } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';

/** What the page asks of a worker. */
export interface HeatRequest {
  job: number;
  file: WallFile;
  materials: Record<string, Material>;
  wanted: 'section' | 'verdicts';
  /** The design day's section, where it is solved already. */
  section?: WallSection;
  /** Air temperatures other than the design day's, °C: what conductivities that depend on temperature follow. */
  air?: { indoor: number; outdoor: number };
}

export type HeatAnswer = { job: number } & (
  { section: WallSection } | { verdicts: Verdict[] } | { problem: string }
);

/**
 * Does a job in steps of some milliseconds.
 *
 * @param pause lets messages in between two steps
 * @param isStale whether a newer job has come in
 * @returns the answer, or null when the job was dropped for a newer one
 */
export async function answer(
  { job, file, materials, wanted, air, section: solved }: HeatRequest,
  pause: () => Promise<void>,
  isStale: () => boolean,
): Promise<HeatAnswer | null> {
  const run = async <T>(steps: Generator<undefined, T>): Promise<T | null> => {
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      await pause();
      if (isStale()) return null;
    }
  };
  try {
    const layers = assessLayers(file, materials);
    const { indoorTemperature, outdoorTemperature } = layers.wall.design;
    const section =
      solved ??
      (await run(
        sectionSteps(
          layers.wall,
          air?.indoor ?? indoorTemperature,
          air?.outdoor ?? outdoorTemperature,
        ),
      ));
    if (!section) return null;
    if (wanted === 'section') return { job, section };
    const whole = withSection(layers, section);
    const verdicts = await run(verdictSteps(whole, materials, noWorseThan(whole)));
    return verdicts && { job, verdicts };
  } catch (error) {
    if (error instanceof InputError) return { job, problem: error.message };
    throw error;
  }
}
