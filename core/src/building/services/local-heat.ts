import {
  planeSteps,
  temperatureAt,
  faceTemperature,
  type Rectangle,
  type RefinedSolution,
} from '../../physics/conduction/index.ts';
import { isRun, type BoxService, type RunService, type Service } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { planSectionOf, resistancesAt } from '../../physics/steady-heat/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { fromFactor, moldLimit, surfaceLimit } from '../../physics/steady-moisture/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import { roomOf, type ServiceRoom } from './room.ts';

/** What something in the wall does to its heat. */
export interface LocalHeat {
  service: string;
  status: 'pass' | 'caution' | 'fail';
  title: Message;
  reason: Message;
  /** Of a box: U over its width and beside it, W/(m²K), and the heat that it costs, W/K. */
  u?: { here: number; beside: number; more: number };
  /** The coldest inner surface over a box, or the pipe itself, on the design day, °C. */
  temperature: number;
  /** Of a pipe that is too cold: how near to the inner face of the studs its middle has to lie, m; null where nowhere does. */
  inward?: number | null;
}

/** Still air in a box, m²K/W (EN ISO 6946:2017, Table 8: 25 mm and more, heat flow horizontal). */
const STILL_AIR = 0.18;

/** W/(m·K) of water that stands. */
const WATER = 0.6;

/** Water freezes, °C. */
const FREEZING = 0;

const temperature = (value: number) => measured('temperature', value);
const length = (value: number) => measured('length', value);

/**
 * What a box in the insulation does to U and to the inner surface, and how cold a pipe gets: the plan section of the wall on
 * the design day, solved with it and without it.
 *
 * @returns null where it displaces nothing that insulates and holds no water; in steps, so that a caller can stop in between
 * @see EN ISO 10211:2017 for the section, EN ISO 13788:2012, 5.3, for the surface
 */
export function* localHeatSteps(
  service: Service,
  layout: ElevationLayout,
  trade: Trade,
): Generator<undefined, LocalHeat | null> {
  const room = roomOf(service, layout);
  const { wall } = layout.parts;
  if (!room || wall.mainFrame === null) return null;
  const bay = bayOf(wall);
  if (isRun(service)) {
    const water = service.water ?? service.kind === 'pipe';
    return water ? yield* pipe(service, room, wall, bay, trade) : null;
  }
  const displaced = room.layers.some(({ fill }) => fill !== null);
  return displaced ? yield* box(service, room, layout, bay) : null;
}

/** The section of a wall with a bay in its middle: half a stud at either end. */
interface Bay {
  rectangles: Rectangle[];
  width: number;
  /** Inner edges of the studs at the ends, m. */
  from: number;
  to: number;
  sides: ReturnType<typeof planSectionOf>['sides'];
}

function bayOf(wall: ResolvedWall): Bay {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const plan = planSectionOf(wall, resistancesAt(wall, indoorTemperature, outdoorTemperature));
  const half = plan.width / 2;
  const moved = plan.rectangles.flatMap((one): Rectangle[] => {
    if (one.x1 - one.x0 > plan.width * (1 - 1e-9)) return [one];
    const x0 = one.x0 + half;
    const x1 = one.x1 + half;
    if (x0 >= plan.width - 1e-12) return [{ ...one, x0: x0 - plan.width, x1: x1 - plan.width }];
    if (x1 <= plan.width + 1e-12) return [{ ...one, x0, x1: Math.min(x1, plan.width) }];
    return [
      { ...one, x0, x1: plan.width },
      { ...one, x0: 0, x1: x1 - plan.width },
    ];
  });
  const own = plan.pieces
    .filter(({ frame }) => frame === wall.mainFrame)
    .map(({ x }) => [x[0] + half, x[1] + half] as const);
  const right = Math.max(half, ...own.map(([, to]) => to)) - plan.width;
  const left = Math.min(...own.map(([from]) => from), plan.width);
  return {
    rectangles: moved,
    width: plan.width,
    from: Math.max(0, right),
    to: Math.min(plan.width, left),
    sides: plan.sides,
  };
}

function* solved(bay: Bay, more: readonly Rectangle[]): Generator<undefined, RefinedSolution> {
  return yield* planeSteps({ rectangles: [...bay.rectangles, ...more], sides: bay.sides });
}

/** From the scale of the section, 1 indoors and 0 outdoors. */
const atDesign = ({ design }: ResolvedWall, scaled: number): number =>
  design.outdoorTemperature + scaled * (design.indoorTemperature - design.outdoorTemperature);

function* box(
  { id, x, width, height, depth }: BoxService,
  room: ServiceRoom,
  { parts, framing }: ElevationLayout,
  bay: Bay,
): Generator<undefined, LocalHeat> {
  const { wall } = parts;
  // As far from the next stud as it is in the wall, where the bay of the model has the room.
  const studs = framing.members.filter(({ kind }) => kind === 'stud' || kind === 'king');
  const gap = Math.min(
    bay.to - bay.from,
    ...studs.flatMap((stud) => {
      const beside = [x - stud.x - stud.width, stud.x - x - width];
      return beside.filter((far) => far >= 0);
    }),
  );
  const from = bay.from + Math.max(0, Math.min(gap, bay.to - bay.from - width));
  const to = Math.min(bay.to, from + width);
  const deep = Math.min(room.depth, Math.max(0.001, depth - room.start));
  const rectangle: Rectangle = {
    x0: from,
    x1: to,
    y0: room.start,
    y1: room.start + deep,
    conductivity: deep / STILL_AIR,
  };
  const [without, within] = [yield* solved(bay, []), yield* solved(bay, [rectangle])];
  const surface = (field: RefinedSolution): { mean: number; least: number } =>
    innerSurface(field, from, to);
  const here = surface(within);
  const before = surface(without);
  const film = bay.sides.y0!.resistance;
  const u = (mean: number): number => (1 - mean) / film;
  const coldest = atDesign(wall, here.least);
  const figures = {
    service: id,
    temperature: coldest,
    u: {
      here: u(here.mean),
      beside: u(before.mean),
      more: (within.throughFlow - without.throughFlow) * height,
    },
  };
  const dew = surfaceLimit(wall.design, 1);
  const mold = moldMargin(wall, here.least);
  const where = say`Over ${id} the wall lets through ${measured('transmittance', figures.u.here)}, beside it ${measured('transmittance', figures.u.beside)}; its coldest inner surface is at ${temperature(coldest)} on the design day, ${temperature(atDesign(wall, before.least))} without it. Solved in section with the fill that is left behind it; an unsealed box leaks air besides, which is worse.`;
  if (coldest < dew)
    return {
      ...figures,
      status: 'fail',
      title: say`${id} sweats on the design day: ${temperature(coldest)}, and the indoor dew point is ${temperature(dew)}`,
      reason: where,
    };
  if (mold !== null && mold < 0)
    return {
      ...figures,
      status: 'caution',
      title: say`Mold can grow over ${id}: ${measured('temperatureDifference', -mold)} too cold`,
      reason: where,
    };
  return {
    ...figures,
    status: 'pass',
    title: say`${id} stays warm enough: ${temperature(coldest)} on the design day`,
    reason: where,
  };
}

/** How far a surface of that factor lies above what mold asks for in its worst month, K; null where it is never colder outdoors. */
function moldMargin({ months }: ResolvedWall, factor: number): number | null {
  const margins = months
    .filter(({ indoorTemperature, outdoorTemperature }) => outdoorTemperature < indoorTemperature)
    .map((month) => fromFactor(month, factor) - moldLimit(month));
  return margins.length === 0 ? null : Math.min(...margins);
}

/** Mean and least temperature of the inner surface between two places, scaled. */
function innerSurface(
  field: RefinedSolution,
  from: number,
  to: number,
): { mean: number; least: number } {
  let sum = 0;
  let width = 0;
  let least = Infinity;
  for (let i = 0; i < field.x.length - 1; i++) {
    const left = Math.max(from, field.x[i]!);
    const right = Math.min(to, field.x[i + 1]!);
    if (right <= left) continue;
    const here = faceTemperature(field, i, 'y0');
    sum += here * (right - left);
    width += right - left;
    least = Math.min(least, here);
  }
  return { mean: sum / width, least };
}

/** Places that are tried for a pipe that is too cold, m apart. */
const STEP = 0.0015875;

function* pipe(
  { id, diameter, from = NaN }: RunService,
  room: ServiceRoom,
  wall: ResolvedWall,
  bay: Bay,
  trade: Trade,
): Generator<undefined, LocalHeat> {
  const middle = Number.isNaN(from) ? room.depth / 2 : from;
  const x = (bay.from + bay.to) / 2;
  const half = diameter / 2;
  const deepest = room.start + room.depth;
  // A square of the same area, held to the cavity.
  const side = (half * Math.sqrt(Math.PI)) / 2;
  const within = (y: number): number =>
    Math.min(Math.max(y, room.start + side), Math.max(room.start + side, deepest - side));
  const at = within(room.start + middle);
  const field = yield* solved(bay, [
    {
      x0: x - side,
      x1: x + side,
      y0: Math.max(0, at - side),
      y1: Math.min(deepest, at + side),
      conductivity: WATER,
    },
  ]);
  const coldest = atDesign(wall, temperatureAt(field, x, at));
  const limit = trade('pipe-freezing');
  const { outdoorTemperature } = wall.design;
  const where = say`It lies ${length(middle)} from the inner face of the studs. On the design day, ${temperature(outdoorTemperature)}, water that stands in it comes to ${temperature(coldest)}: the section solved with the fill around it. Colder hours, wind and leaks of air at the pipe make it colder; heat that runs through it is not counted on.`;
  if (coldest >= limit)
    return {
      service: id,
      status: 'pass',
      title: say`${id} stays clear of freezing: ${temperature(coldest)} on the design day`,
      reason: where,
      temperature: coldest,
    };
  const undisturbed = yield* solved(bay, []);
  let inward: number | null = null;
  for (let place = room.depth - half; place >= half; place -= STEP)
    if (atDesign(wall, temperatureAt(undisturbed, x, room.start + place)) >= limit) {
      inward = place;
      break;
    }
  const fix =
    inward === null
      ? say`Nowhere in this cavity is it warm enough: run it in an inner wall, or between battens.`
      : say`With its middle at most ${length(inward)} from the inner face it stays at ${temperature(limit)}, all insulation behind it.`;
  return {
    service: id,
    status: coldest <= FREEZING ? 'fail' : 'caution',
    title:
      coldest <= FREEZING
        ? say`${id} freezes on the design day: ${temperature(coldest)}`
        : say`${id} comes near freezing on the design day: ${temperature(coldest)}`,
    reason: [...where, ' ', ...fix],
    temperature: coldest,
    inward,
  };
}
