import { InputError } from '../../common/errors.ts';
import type { WeatherYear } from '../climate/index.ts';
import type { Materials } from '../materials/index.ts';
import { resolveWall, vaporUnsaidIn, type ResolvedWall } from '../build-up/index.ts';
import { boundary, libraryWeather } from './boundary.ts';
import { meshOf, type Mesh } from './mesh.ts';
import { alongPath } from './path.ts';
import type { Films, Hour, SourceNodes, Stored } from './solver-types.ts';
import { HygroSolver } from './solver.ts';
import { faceNode, initialState, layerIndex } from './start.ts';
import type { SimulationFile } from './types.ts';

/** Films where none are given: W/(m²K), kg/(s·m²·Pa) (EN ISO 6946; EN 15026). */
const DEFAULT_FILMS: Films = {
  indoor: { heat: 7.6923, vapor: 2e-8 },
  outdoor: { heat: 25, vapor: 1e-7 },
};

/** A balance that closes worse than this is an error, share of what passed. */
const BALANCE_LIMIT = 1e-3;

/** A wall set up to be simulated. */
export interface Prepared {
  wall: ResolvedWall;
  mesh: Mesh;
  solver: HygroSolver;
  /** What is stored before the first hour. */
  before: Stored;
  /** What was taken where the wall does not say. */
  notes: string[];
  /** What stands on both sides in the hour that passed last. */
  now: Hour;
  /** Lets an hour of the run pass, counted from 0; false where the equations do not settle. */
  pass: (hour: number) => boolean;
}

/**
 * Sets a wall up to be simulated hour by hour.
 *
 * @param file a validated simulation file
 * @param weather hours where the file's climate does not make its own
 * @throws InputError for layers that are not there, and where nobody has said a vapor figure
 */
export function prepare(
  file: SimulationFile,
  weather: WeatherYear | null = null,
  materials: Materials = {},
): Prepared {
  const { transient } = file;
  const resolved = resolveWall(file.wall, materials);
  const [unsaid] = vaporUnsaidIn(resolved);
  if (unsaid)
    throw new InputError(
      `wall.layers[${unsaid.index}]`,
      `${unsaid.fill!.name} has no vapor figure`,
      'a μ, an s_d or a permeance',
    );
  const { wall, notes } = alongPath(
    resolved,
    transient.path ?? 'cavity',
    transient.facade !== undefined,
    transient.panelLiquid,
  );
  const mesh = meshOf(wall);
  const sourceNodes: SourceNodes = {
    rain: faceNode(mesh, wall, transient.rain, 'transient.rain.layer'),
    leak: faceNode(mesh, wall, transient.leak, 'transient.leak.layer'),
    leakInward: faceNode(
      mesh,
      wall,
      transient.leak && 'q50' in transient.leak ? transient.leak.inward : undefined,
      'transient.leak.inward.layer',
    ),
    ventilated: faceNode(
      mesh,
      wall,
      transient.laps && { ...transient.laps, face: 'inner' },
      'transient.laps.layer',
    ),
  };
  if (transient.cavity) {
    const index = layerIndex(wall, transient.cavity.layer, 'transient.cavity.layer');
    const node = mesh.airNode[index];
    if (node === null || node === undefined)
      throw new InputError('transient.cavity.layer', 'it is not an air layer', 'a layer of air');
    sourceNodes.ventilated = node;
  }
  const films = transient.films ?? DEFAULT_FILMS;
  const fillHour = boundary(file, wall, weather ?? libraryWeather(transient));
  const solver = new HygroSolver(mesh, films, sourceNodes, initialState(wall, mesh, transient));
  const now: Hour = {
    indoorTemperature: 0,
    indoorPressure: 0,
    outdoorTemperature: 0,
    outdoorPressure: 0,
    outdoorFilm: null,
    radiation: 0,
    rain: 0,
    facade: 0,
    ventilation: 0,
    leak: 0,
  };
  return {
    wall,
    mesh,
    solver,
    before: solver.stored(),
    notes: [...notes, ...mesh.notes],
    now,
    pass: (hour) => {
      const gap = sourceNodes.ventilated < 0 ? 0 : solver.temperature[sourceNodes.ventilated]!;
      fillHour(hour, now, gap);
      return solver.hour(now);
    },
  };
}

/** What is said of an hour that does not settle. */
export const unsettled = (hour: number): string =>
  `The equations do not settle in hour ${hour + 1}, even in steps of 14 seconds; what was reached until then stands.`;

/** Stored change less net inflow of a run so far, over what passed: heat and moisture. */
export function balanceOf(solver: HygroSolver, before: Stored): { heat: number; moisture: number } {
  const { totals } = solver;
  const after = solver.stored();
  const share = (off: number, passed: number): number => (passed > 0 ? off / passed : off);
  const water = [
    totals.moistureIn,
    totals.moistureOut,
    totals.rain,
    totals.facade,
    totals.ventilation,
    totals.leak,
  ];
  const sum = (of: (amount: number) => number): number =>
    water.reduce((all, amount) => all + of(amount), 0);
  return {
    heat: share(
      after.heat - before.heat - (totals.heatIn + totals.heatOut + totals.heatOther),
      Math.abs(totals.heatIn) + Math.abs(totals.heatOut),
    ),
    moisture: share(after.water - before.water - sum((amount) => amount), sum(Math.abs)),
  };
}

/** Whether a balance closes. */
export const closes = ({ heat, moisture }: { heat: number; moisture: number }): boolean =>
  Math.abs(heat) <= BALANCE_LIMIT && Math.abs(moisture) <= BALANCE_LIMIT;
