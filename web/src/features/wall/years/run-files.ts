import { findMaterial, resolveWall, type WallFile } from '@eldrun/core/build-up';
import { nameOf } from '@eldrun/core/wall';
import { transientFor, type RunChoices, type SimulationFile } from '@eldrun/core/transient';
import { trimmed } from '@eldrun/core/units';
import { WEATHER_SEED } from '@eldrun/core/judgment';
import type { Materials } from '@eldrun/core/materials';

/** What a person calls the layers of a wall, by their ids. */
export function layerNames(file: WallFile, materials: Materials): (id: string) => string {
  const find = (id: string) => findMaterial(id, file, materials);
  return (id) => {
    const layer = file.layers.find((one) => one.id === id);
    return layer ? nameOf(layer, find) : id;
  };
}

/** A wall as a simulation file, run by a person's choices; null where there is nothing to watch. */
export function simulationFile(
  of: WallFile,
  wanted: RunChoices,
  materials: Materials,
): SimulationFile | null {
  const { outdoor } = of;
  const climate =
    'climate' in outdoor
      ? { climate: outdoor.climate, seed: WEATHER_SEED }
      : { epw: `${outdoor.name ?? 'own climate'}.epw` };
  const transient = transientFor(resolveWall(of, materials), wanted, climate);
  return transient && { format: 'eldrun-simulation', version: 1, wall: of, transient };
}

/** How a run is told from another in a word or two. */
export function nameOfRun({ transient }: SimulationFile): string {
  const { side, path, rain, leak, cavity, watch, initial } = transient;
  const changes = cavity?.airChangesPerHour;
  const gap = changes === undefined ? 'gap by its openings' : `gap ${changes}/h`;
  return [
    typeof side === 'number' ? `${side}°` : side,
    ...(path === 'member' ? ['through the member'] : []),
    ...(rain ? [`${trimmed(100 * rain.share, 2)} % of the rain in`] : []),
    ...(leak ? ['air leak'] : []),
    ...(cavity ? [changes === 0 || cavity.opening === 0 ? 'gap closed' : gap] : []),
    ...(initial.layers?.[watch] ? ['wet start'] : []),
  ].join(', ');
}
