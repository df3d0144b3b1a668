import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import {
  cavityChoice,
  localHeatSteps,
  type CavityChoice,
  type LocalHeat,
} from '@eldrun/core/services';
import { InputError } from '@eldrun/core/errors';
import { substituteSteps, type Substitute } from '@eldrun/core/order';
import { takeoffSteps, type Takeoff, type TakeoffChoices } from '@eldrun/core/takeoff';
import { tradeOf } from '@eldrun/core/trade';
import type { House } from '@eldrun/core/house';
import type { Material } from '@eldrun/core/materials';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import { through, type Turn } from '../turn.ts';

/** What the page asks of a worker about a house: `file` is the house with its walls. */
export type HouseQuestion = { file: House; materials: Record<string, Material> } & (
  | { wanted: 'takeoff'; choices: TakeoffChoices }
  | { wanted: 'substitutes'; material: string; walls: Record<string, WallFile> }
  | { wanted: 'services'; elevation: string; system: UnitSystem }
);

export type HouseAnswer =
  | { takeoff: Takeoff }
  | { substitutes: Substitute[] }
  | { heat: LocalHeat[]; cavity: CavityChoice | null }
  | { problem: string };

/** Messages are let in, and progress told, so often, ms. */
const TURN = 40;

/**
 * Takes a house off, looks for substitutes, or solves what sits in its walls; tells how far it is.
 *
 * @returns null when it was dropped
 */
export async function answer(
  question: HouseQuestion,
  turn: Turn<{ share: number }>,
): Promise<HouseAnswer | null> {
  const { file, materials } = question;
  const run = <T>(steps: Generator<number | undefined, T>): Promise<T | null> =>
    through(steps, turn, TURN, (share) => {
      if (share !== undefined) turn.tell({ share });
    });
  try {
    if (question.wanted === 'substitutes') {
      const substitutes = await run(substituteSteps(question.material, question.walls, materials));
      return substitutes && { substitutes };
    }
    const { elevations } = layoutHouse(file, assemblyParts(file.assemblies, materials));
    if (question.wanted === 'takeoff') {
      const takeoff = await run(takeoffSteps(elevations, file, question.choices));
      return takeoff && { takeoff };
    }
    const layout = elevations.find((one) => one.elevation.id === question.elevation);
    if (!layout) return { heat: [], cavity: null };
    const trade = tradeOf(file);
    const { assembly, services = [] } = layout.elevation;
    const heat: LocalHeat[] = [];
    for (const service of services) {
      const one = await run(localHeatSteps(service, layout, trade));
      if (turn.isStale()) return null;
      if (one) heat.push(one);
    }
    const own = elevations.filter(({ elevation }) => elevation.assembly === assembly);
    const built = file.assemblies[assembly]!;
    const cavity = cavityChoice(built, own, file, trade, question.system, materials);
    return { heat, cavity };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
