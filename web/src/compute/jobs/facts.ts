import { InputError } from '@eldrun/core/errors';
import { assessLayers, withSection } from '@eldrun/core/assessment';
import { sectionSteps } from '@eldrun/core/steady-heat';
import { factsOf, type OptionFacts } from '@eldrun/core/options';
import type { Material } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';
import { through, type Turn } from '../turn.ts';

/** A pause comes after so long, ms. */
const PACE = 20;

/** What a wall is compared by, or why it cannot be computed; null when it was dropped. */
export async function answer(
  { file, materials }: { file: WallFile; materials: Record<string, Material> },
  turn: Turn,
): Promise<{ facts: OptionFacts } | { problem: string } | null> {
  try {
    const layers = assessLayers(file, materials);
    const { indoorTemperature, outdoorTemperature } = layers.wall.design;
    const section = await through(
      sectionSteps(layers.wall, indoorTemperature, outdoorTemperature),
      turn,
      PACE,
    );
    return section && { facts: factsOf(withSection(layers, section)) };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
