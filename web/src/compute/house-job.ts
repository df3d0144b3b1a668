import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import {
  cavityChoice,
  localHeatSteps,
  type CavityChoice,
  type LocalHeat,
} from '@eldrun/core/services';
import { InputError } from '@eldrun/core/errors';
import { substituteSteps, type Substitute } from '@eldrun/core/order';
import { takeoffSteps, type Packs, type Takeoff } from '@eldrun/core/takeoff';
import { tradeOf } from '@eldrun/core/trade';
import type { Details } from '@eldrun/core/edges';
import type { House } from '@eldrun/core/house';
import type { Material } from '@eldrun/core/materials';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';

/** What the page asks of a worker about a house: `file` is the house with its walls. */
export type HouseQuestion = { file: House; materials: Record<string, Material> } & (
  | { wanted: 'takeoff'; packs: Packs; details?: Details | undefined }
  | { wanted: 'substitutes'; material: string; walls: Record<string, WallFile> }
  | { wanted: 'services'; elevation: string; system: UnitSystem }
);

export type HouseRequest = HouseQuestion & { job: number };

/** How much of an answer is there. */
export interface HouseProgress {
  job: number;
  share: number;
}

export type HouseAnswer = { job: number } & (
  | { takeoff: Takeoff }
  | { substitutes: Substitute[] }
  | { heat: LocalHeat[]; cavity: CavityChoice | null }
  | { problem: string }
);

/** Messages are let in, and progress told, so often, ms. */
const TURN = 40;

/**
 * Does a job in steps of some milliseconds.
 *
 * @param pause lets messages in between two steps
 * @param isStale whether a newer job has come in
 * @param tell tells the page how far it is
 * @returns the answer, or null when the job was dropped for a newer one
 */
export async function answer(
  request: HouseRequest,
  pause: () => Promise<void>,
  isStale: () => boolean,
  tell: (part: Omit<HouseProgress, 'job'>) => void,
): Promise<HouseAnswer | null> {
  const { job, file, materials } = request;
  let turn = performance.now();
  const run = async <T>(steps: Generator<number | undefined, T>): Promise<T | null> => {
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - turn < TURN) continue;
      if (step.value !== undefined) tell({ share: step.value });
      await pause();
      if (isStale()) return null;
      turn = performance.now();
    }
  };
  try {
    if (request.wanted === 'substitutes') {
      const substitutes = await run(substituteSteps(request.material, request.walls, materials));
      return substitutes && { job, substitutes };
    }
    const { elevations } = layoutHouse(file, assemblyParts(file.assemblies, materials));
    if (request.wanted === 'takeoff') {
      const { packs, details } = request;
      const takeoff = await run(takeoffSteps(elevations, file, { planned: true, packs, details }));
      return takeoff && { job, takeoff };
    }
    const layout = elevations.find((one) => one.elevation.id === request.elevation);
    if (!layout) return { job, heat: [], cavity: null };
    const trade = tradeOf(file);
    const { assembly, services = [] } = layout.elevation;
    const heat: LocalHeat[] = [];
    for (const service of services) {
      const one = await run(localHeatSteps(service, layout, trade));
      if (isStale()) return null;
      if (one) heat.push(one);
    }
    const own = elevations.filter(({ elevation }) => elevation.assembly === assembly);
    const built = file.assemblies[assembly]!;
    const cavity = cavityChoice(built, own, file, trade, request.system, materials);
    return { job, heat, cavity };
  } catch (error) {
    if (error instanceof InputError) return { job, problem: error.message };
    throw error;
  }
}
