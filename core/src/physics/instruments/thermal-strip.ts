import { sectionAt } from '../steady-heat/index.ts';
import { resolveWall, type ResolvedWall } from '../build-up/index.ts';
import { normalNoise } from './devices.ts';

/** What a thermal camera sees along a wall at one height: surface temperatures from indoors, °C, one after the other. */
export interface ThermalStrip {
  /** m from the left end of what is seen. */
  x: number[];
  seen: number[];
  /** By the section solver, with everything as designed. */
  expected: number[];
  /** Bays, and in which of them the fill is missing; told only after somebody has looked. */
  bays: number;
  defect: number | null;
  indoor: number;
  outdoor: number;
}

/** Points in a bay. */
const POINTS = 40;

/** Noise of the camera, K. */
const NOISE = 0.08;

/** A bay is called empty where it is colder than designed by this share of what an empty one would be. */
const CALLED = 0.5;

/** Surface temperatures over one spacing, from indoors. */
function bayOf(wall: ResolvedWall, indoor: number, outdoor: number): number[] {
  const { inner } = sectionAt(wall, indoor, outdoor, false);
  const width = inner.x.at(-1)!;
  return Array.from({ length: POINTS }, (_, n) => {
    const place = ((n + 0.5) / POINTS) * width;
    const cell = Math.max(0, inner.x.findIndex((end) => end > place) - 1);
    return (
      outdoor +
      (indoor - outdoor) * inner.temperature[Math.min(cell, inner.temperature.length - 1)]!
    );
  });
}

/** The same wall with nothing between its studs. */
function emptied(wall: ResolvedWall): ResolvedWall | null {
  const file = {
    ...wall.file,
    layers: wall.file.layers.map((layer) =>
      layer.kind === 'framed' && typeof layer.fill === 'string'
        ? { ...layer, fill: { air: { ventilation: 'still' as const } } }
        : layer,
    ),
  };
  const changed = file.layers.some((layer, n) => layer !== wall.file.layers[n]);
  return changed ? resolveWall(file) : null;
}

/**
 * A simulated thermal camera: bays of a wall side by side, one of them perhaps without its fill, with the camera's noise.
 *
 * @param wall a resolved wall
 * @param indoor °C
 * @param outdoor °C: at least 10 K apart, or nothing is seen
 * @param seed decides the noise and whether and where a fill is missing
 */
export function simulatedStrip(
  wall: ResolvedWall,
  indoor: number,
  outdoor: number,
  seed: number,
  bays = 8,
): ThermalStrip {
  const noise = normalNoise(seed);
  const whole = bayOf(wall, indoor, outdoor);
  const bare = emptied(wall);
  const defect = bare && seed % 4 !== 0 ? (seed * 7 + 3) % bays : null;
  const empty = defect === null ? whole : bayOf(bare!, indoor, outdoor);
  const points = Array.from({ length: bays * POINTS }, (_, n) => n);
  const spacing = sectionAt(wall, indoor, outdoor, false).width;
  return {
    x: points.map((n) => ((n + 0.5) / POINTS) * spacing),
    seen: points.map(
      (n) => (Math.floor(n / POINTS) === defect ? empty : whole)[n % POINTS]! + NOISE * noise(),
    ),
    expected: points.map((n) => whole[n % POINTS]!),
    bays,
    defect,
    indoor,
    outdoor,
  };
}

/** What sees surfaces from indoors along a wall. A real camera can stand in for the simulated. */
export interface ThermalCamera {
  name: string;
  /** @param wall what it looks at, for what is expected */
  scan: (wall: ResolvedWall, indoor: number, outdoor: number) => Promise<ThermalStrip>;
}

/** The camera that is shipped: each scan another piece of the wall, the same ones from the same seed. */
export function simulatedCamera(seed: number): ThermalCamera {
  let scans = seed;
  return {
    name: 'Simulated thermal camera',
    scan: (wall, indoor, outdoor) =>
      Promise.resolve(simulatedStrip(wall, indoor, outdoor, scans++)),
  };
}

/** A bay as the strip shows it: how far its mean is from what was designed, K, and whether its fill looks missing. */
export interface JudgedBay {
  bay: number;
  off: number;
  suspect: boolean;
}

/**
 * Bays whose fill looks missing: off by more than half of what an empty bay would be, and by more than the camera's noise.
 *
 * @param empty mean surface temperature of a bay without fill less that of one as designed, K
 */
export function judgedStrip(strip: ThermalStrip, empty: number): JudgedBay[] {
  const points = strip.x.length / strip.bays;
  return Array.from({ length: strip.bays }, (_, bay) => {
    let off = 0;
    for (let n = bay * points; n < (bay + 1) * points; n++)
      off += (strip.seen[n]! - strip.expected[n]!) / points;
    const suspect = Math.abs(empty) > 4 * NOISE && off / empty > CALLED;
    return { bay, off, suspect };
  });
}

/** What an empty bay shows, K: mean over its width. @returns 0 where nothing can be missing */
export function emptyBay(wall: ResolvedWall, indoor: number, outdoor: number): number {
  const bare = emptied(wall);
  if (!bare) return 0;
  const mean = (values: number[]): number => values.reduce((sum, t) => sum + t, 0) / values.length;
  return mean(bayOf(bare, indoor, outdoor)) - mean(bayOf(wall, indoor, outdoor));
}
