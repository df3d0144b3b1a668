import type { Elevation } from '../house/index.ts';
import { exposureOf } from '../../physics/materials/index.ts';
import { waterLineWord, type ResolvedLayer } from '../../physics/build-up/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import type { WallStep, WallSteps } from './wall-steps.ts';
import type { Choices, Dependency, StepFamily } from './types.ts';

/** A step of an elevation, and what it waits for. */
export interface GraphStep extends WallStep {
  id: string;
  elevation: string;
  after: Dependency[];
}

/** What of an elevation the order of its steps depends on. */
export interface SiteWall {
  elevation: Elevation;
  steps: WallSteps;
  /** What its windows are flashed to. */
  water: ResolvedLayer | null;
}

const WHY = {
  frame: say`it is fastened to the frame`,
  braced: say`the board inside holds the frame square before anything is put on it`,
  carries: say`it lies on what is inside of it`,
  dries: say`it goes in once the outside sheds water`,
  services: say`wires and pipes come before what hides them`,
  opening: say`an open window lets rain into a fill that must not get wet`,
  windowsFirst: say`windows go in before the insulation here: the boards run up to their frames`,
  windowsAfter: say`windows go in after the insulation here: they sit on its face`,
  cladding: say`the cladding ends at windows and hangs on what is behind it`,
  fill: say`it closes the cavities over the fill`,
  test: say`a test finds leaks while they can still be reached`,
  testNeeds: say`a house with holes that are still to be closed cannot be tested`,
  last: say`the inner finish comes last`,
} as const satisfies Record<string, Message>;

/**
 * The steps of all elevations with what each waits for: rule 2 of the site file. Nothing waits for itself.
 *
 * @param walls in the order of the elevations
 * @param choices `closedForNow`: openings are closed with sheets until their windows come
 */
export function stepGraph(
  walls: readonly SiteWall[],
  choices: Choices & { closedForNow?: boolean },
): GraphStep[] {
  const tested = choices.airtightness !== 'not-tested';
  const perWall = walls.map(({ elevation, steps: wall, water }) => {
    const id = (kind: string): string => `${elevation.id}/${kind}`;
    const made: GraphStep[] = [];
    const add = (step: WallStep | null): GraphStep | null => {
      if (!step) return null;
      const one = { ...step, id: id(step.kind), elevation: elevation.id, after: [] };
      made.push(one);
      return one;
    };
    const bare = (kind: StepFamily): WallStep => ({ kind, family: kind, layers: [] });
    const framing = add(wall.framing)!;
    const racking = add(wall.racking);
    const outside = wall.outside.map((step) => add(step)!);
    const windows = elevation.openings?.length ? add(bare('windows')) : null;
    const services = add(bare('services'))!;
    const fill = add(wall.fill);
    const airBarrier = add(wall.airBarrier);
    const test = tested ? add(bare('airtightness-test')) : null;
    const finish = add(wall.finish);
    return {
      framing,
      racking,
      outside,
      windows,
      services,
      fill,
      airBarrier,
      test,
      finish,
      water,
      made,
    };
  });

  const allWindows = perWall.flatMap(({ windows }) => windows ?? []);
  // What a house has to have before it can be tested: the same for the test of every wall.
  const tight: Dependency[] = [
    ...perWall.flatMap(({ outside, water }) => shedsWater(outside, water) ?? []),
    ...allWindows,
    ...perWall.flatMap(({ services }) => services),
  ].map(({ id }) => ({ step: id, why: WHY.testNeeds, move: null }));
  for (const wall of perWall) {
    const { framing, racking, outside, windows, services, fill, airBarrier, test, finish, water } =
      wall;
    waits(racking, [framing], WHY.frame);
    outside.forEach((step, n) => {
      const behind = outside[n - 1];
      waits(step, [behind ?? framing], behind ? WHY.carries : WHY.frame);
      if (!behind) waits(step, [racking], WHY.braced);
    });
    const skin = shedsWater(outside, water);
    const plane = skin ? outside.indexOf(skin) : -1;
    const insulation = outside.filter(({ family }, n) => family === 'insulation' && n > plane);
    waits(windows, [skin ?? framing], flashedTo(water));
    if (windows && choices.windows === 'before-insulation')
      for (const step of insulation) waits(step, [windows], WHY.windowsFirst);
    if (windows && choices.windows === 'after-insulation')
      waits(windows, insulation.slice(-1), WHY.windowsAfter);
    for (const step of outside)
      if (step.family === 'cladding' && windows) waits(step, [windows], WHY.cladding);
    waits(services, [skin ?? racking ?? framing], WHY.dries);
    waits(fill, [services], WHY.services);
    waits(fill, [racking, skin], WHY.dries);
    const sensitive = fill?.layers.some(
      ({ fill: one, fillId }) =>
        one !== null && exposureOf(fillId!, one)?.wettingTolerant === false,
    );
    if (sensitive && !choices.closedForNow) waits(fill, allWindows, WHY.opening);
    waits(airBarrier, [fill ?? services], fill ? WHY.fill : WHY.services);
    if (test && choices.airtightness === 'before-cover') {
      test.after.push(...tight);
      waits(airBarrier ?? finish, [test], WHY.test);
    }
    if (test && choices.airtightness === 'at-the-end')
      waits(
        test,
        [...wall.made, ...allWindows].filter((one) => one !== test && one !== finish),
        WHY.testNeeds,
      );
    waits(finish, endsOf(wall.made.filter((one) => one !== finish)), WHY.last);
  }
  return perWall.flatMap(({ made }) => made);
}

/** Why windows wait for what they are flashed to. */
const flashedTo = (water: ResolvedLayer | null): Message =>
  say`the window’s flange is flashed to the ${waterLineWord(water)}, which has to be there`;

/**
 * What keeps rain out of a wall that is not clad yet: the step with its water line; where the cladding itself is that, its
 * membrane, else the outermost board before its strips.
 */
function shedsWater(outside: readonly GraphStep[], water: ResolvedLayer | null): GraphStep | null {
  const line = outside.find(
    ({ family, layers }) => family !== 'cladding' && layers.some(({ id }) => id === water?.id),
  );
  return (
    line ??
    outside.find(({ family }) => family === 'membrane') ??
    outside.find(({ family }) => family === 'sheathing') ??
    outside.findLast(({ family }) => family === 'insulation') ??
    null
  );
}

/** The steps that none of them waits for. */
const endsOf = (steps: readonly GraphStep[]): GraphStep[] => {
  const awaited = new Set(steps.flatMap(({ after }) => after.map(({ step }) => step)));
  return steps.filter(({ id }) => !awaited.has(id));
};

function waits(
  step: GraphStep | null | undefined,
  others: readonly (GraphStep | null | undefined)[],
  why: Message,
): void {
  if (!step) return;
  const known = new Set(step.after.map((one) => one.step));
  for (const other of others) {
    if (!other || other === step || known.has(other.id)) continue;
    known.add(other.id);
    step.after.push({ step: other.id, why, move: null });
  }
}

/** All steps that a step waits for, near and far. */
export function ancestors<S extends { id: string; after: readonly Dependency[] }>(
  steps: readonly S[],
): (id: string) => ReadonlySet<string> {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const known = new Map<string, ReadonlySet<string>>();
  const of = (id: string): ReadonlySet<string> => {
    const before = known.get(id);
    if (before) return before;
    const found = new Set<string>();
    known.set(id, found);
    for (const { step } of byId.get(id)?.after ?? []) {
      found.add(step);
      for (const far of of(step)) found.add(far);
    }
    return found;
  };
  return of;
}
