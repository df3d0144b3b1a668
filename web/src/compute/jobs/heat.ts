import { assessLayers, withSection } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { noWorseThan } from '@eldrun/core/judgment';
import { sectionSteps, type WallSection } from '@eldrun/core/steady-heat';
import { verdictSteps, type Verdict } from '@eldrun/core/verdicts';
import type { Material } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';
import { through, type Turn } from '../turn.ts';

/** What the page asks about a wall. */
export interface HeatQuestion {
  file: WallFile;
  materials: Record<string, Material>;
  wanted: 'section' | 'verdicts';
  /** The design day's section, where it is solved already. */
  section?: WallSection;
  /** Air temperatures other than the design day's, °C: what conductivities that depend on temperature follow. */
  air?: { indoor: number; outdoor: number };
}

export type HeatAnswer = { section: WallSection } | { verdicts: Verdict[] } | { problem: string };

/**
 * Solves the section of a wall, or looks for verdicts and fixes; a pause after every step of some milliseconds.
 *
 * @returns null when it was dropped
 */
export async function answer(
  { file, materials, wanted, air, section: solved }: HeatQuestion,
  turn: Turn,
): Promise<HeatAnswer | null> {
  try {
    const layers = assessLayers(file, materials);
    const { indoorTemperature, outdoorTemperature } = layers.wall.design;
    const section =
      solved ??
      (await through(
        sectionSteps(
          layers.wall,
          air?.indoor ?? indoorTemperature,
          air?.outdoor ?? outdoorTemperature,
        ),
        turn,
        0,
      ));
    if (!section) return null;
    if (wanted === 'section') return { section };
    const whole = withSection(layers, section);
    const verdicts = await through(verdictSteps(whole, materials, noWorseThan(whole)), turn, 0);
    return verdicts && { verdicts };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
