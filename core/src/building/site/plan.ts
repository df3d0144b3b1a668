import { tradeOf } from '../../assembly/trade/index.ts';
import type { House } from '../house/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import {
  claddingLayer,
  resolveWall,
  type ResolvedLayer,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { inletOf, waterLineIn } from '../edges/index.ts';
import { woodLimit, type SiteHouse } from './check-texts.ts';
import { checksOf } from './checks.ts';
import { clocksOf, exposures } from './clocks.ts';
import { crewOf, hoursOf, USUAL_CREWS } from './crews.ts';
import { stepGraph, type GraphStep } from './graph.ts';
import { leaveBehinds } from './leave-behinds.ts';
import { withMoves } from './moves.ts';
import { laterDay, schedule, type SchedulableStep } from './schedule.ts';
import { materialsIn, wallSteps } from './wall-steps.ts';
import type {
  Choices,
  CheckEntry,
  CrewPasses,
  Day,
  PlannedStep,
  SiteBase,
  SiteCheck,
  SitePlan,
  SiteProblem,
  StepFamily,
} from './types.ts';

/** What a site does where it does not say. */
export const USUAL_CHOICES: Choices = {
  racking: 'outside',
  windows: 'before-insulation',
  airtightness: 'before-cover',
};

/**
 * The walls that a site builds, looked up once.
 *
 * @throws InputError for a material that does not exist
 */
export const siteWalls = (
  assemblies: Readonly<Record<string, WallFile>>,
  projectMaterials: Materials = {},
): Record<string, ResolvedWall> =>
  Object.fromEntries(
    Object.entries(assemblies).map(([name, wall]) => [name, resolveWall(wall, projectMaterials)]),
  );

/** What a wall's windows are flashed to in a house. */
const waterIn = (house: SiteHouse, assembly: string, wall: ResolvedWall): ResolvedLayer | null =>
  waterLineIn(wall, house.details?.controls?.[assembly]);

/** The steps of a house as they wait for each other, before anybody's own order. */
export function siteGraph(
  house: SiteHouse,
  walls: Readonly<Record<string, ResolvedWall>>,
  site: Pick<SiteBase, 'choices' | 'elevations' | 'closedForNow'>,
): GraphStep[] {
  const choices = { ...USUAL_CHOICES, ...site.choices };
  const order = new Map((site.elevations ?? []).map((id, n) => [id, n]));
  const place = (id: string): number => order.get(id) ?? order.size;
  const elevations = house.elevations
    .filter(({ assembly }) => walls[assembly])
    .toSorted((a, b) => place(a.id) - place(b.id));
  const stepsOf = new Map(
    Object.entries(walls).map(([name, wall]) => [name, wallSteps(wall, choices.racking)]),
  );
  return stepGraph(
    elevations.map((elevation) => ({
      elevation,
      steps: stepsOf.get(elevation.assembly)!,
      water: waterIn(house, elevation.assembly, walls[elevation.assembly]!),
    })),
    { ...choices, closedForNow: site.closedForNow ?? false },
  );
}

/** What was last found at each check. */
export function latestChecks(entries: readonly CheckEntry[]): Map<string, CheckEntry> {
  const latest = new Map<string, CheckEntry>();
  for (const entry of entries) {
    const before = latest.get(entry.check);
    if (!before || entry.at >= before.at) latest.set(entry.check, entry);
  }
  return latest;
}

/**
 * The plan of a site: steps with their days, clocks, checks, what is left behind, how often crews go around the house, and
 * what is wrong.
 *
 * @param site as it was entered
 * @param house whose elevations name walls
 * @param walls by the names of its assemblies
 * @param today the day that clocks are read on
 * @see docs/site.md
 */
export function sitePlan(
  site: SiteBase,
  house: SiteHouse,
  walls: Readonly<Record<string, ResolvedWall>>,
  today: Day = site.today ?? lastEntered(site),
): SitePlan {
  const trade = tradeOf(house);
  const choices = { ...USUAL_CHOICES, ...site.choices };
  const named = site.crews && Object.keys(site.crews).length > 0 ? site.crews : USUAL_CREWS;
  const people = (crew: string): number => named[crew] ?? 1;
  const problems: SiteProblem[] = [];
  const { steps: graph, problems: refused } = withMoves(
    siteGraph(house, walls, site),
    site.moves ?? [],
  );
  problems.push(...choiceProblems(house, walls, choices), ...refused);

  const byElevation = groupedBy(graph, ({ elevation }) => elevation);
  const elevationOf = new Map(house.elevations.map((one) => [one.id, one]));
  const shown = new Set<string>();
  const checks = [...byElevation].flatMap(([id, steps]) => {
    const wall = walls[elevationOf.get(id)!.assembly]!;
    const cladding = claddingLayer(wall)?.fillId ?? null;
    const mockUp = cladding !== null && !shown.has(cladding);
    if (cladding) shown.add(cladding);
    return checksOf(steps, {
      first: id === graph[0]?.elevation,
      house,
      wall,
      water: waterIn(house, elevationOf.get(id)!.assembly, wall),
      choices,
      mockUp,
      existing: site.existing ?? null,
    });
  });
  const found = latestChecks(site.checks ?? []);
  const held = heldBy(checks, found);
  const checksOfStep = groupedBy(checks, ({ step }) => step);
  const known = new Set(checks.map(({ id }) => id));
  (site.checks ?? []).forEach(({ check }, n) => {
    if (!known.has(check))
      problems.push({ at: `checks[${n}]`, message: say`there is no check “${check}” any more` });
  });

  const steps: SchedulableStep[] = graph.map((step) => ({
    id: step.id,
    kind: step.kind,
    family: step.family,
    elevation: step.elevation,
    layer: mainLayer(step),
    layers: step.layers.map(({ id }) => id),
    after: step.after,
    crew: crewOf(step.family, named),
    hours: hoursOf(step, elevationOf.get(step.elevation)!, trade),
    checks: (checksOfStep.get(step.id) ?? []).map(({ id }) => id),
    materials: materialsIn(step.layers),
  }));
  const planned = schedule(steps, site, people, held);
  problems.push(...planned.problems, ...heldProblems(planned.steps, found));
  problems.push(...readingProblems(site, graph, trade));
  const inlet = inletOf(house.details);
  const open = [...byElevation.values()].flatMap(exposures);
  const clocks = clocksOf(open, planned.steps, today);
  for (const { step, from, covered, coveredBy, what } of clocks)
    if (covered && covered < from)
      problems.push({
        at: step,
        message: say`${coveredBy!} was finished on ${covered}, before ${what} began to count on ${from}`,
      });
  const finishes = planned.steps.map(({ finish }) => finish);
  return {
    steps: planned.steps,
    clocks,
    checks,
    leaveBehinds: [...byElevation].flatMap(([id, all]) =>
      leaveBehinds(elevationOf.get(id)!, all, inlet),
    ),
    crews: crewPasses(planned.steps, people),
    problems,
    today,
    finish: finishes.includes(null) ? null : finishes.reduce(laterDay, null),
  };
}

/** How bad a problem of a plan is: what is held does not go on. @param step that it is of, where it is of one */
export const problemStatus = (step: Pick<PlannedStep, 'held'> | undefined): 'fail' | 'caution' =>
  step && step.held.length > 0 ? 'fail' : 'caution';

/** Items by what they have in common, in the order in which it first shows. */
export function groupedBy<T>(items: readonly T[], key: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const group = groups.get(key(item));
    if (group) group.push(item);
    else groups.set(key(item), [item]);
  }
  return groups;
}

/** Kinds of steps that are named for what has members, not for a sheet. */
const OF_MEMBERS: ReadonlySet<StepFamily> = new Set(['framing', 'furring', 'cavity-fill']);

/** The layer that a step is named for: the thickest of what it is there to place. */
function mainLayer({ layers, family }: GraphStep): string | null {
  const solid = layers.filter(({ fill, member }) => fill || member);
  const own = solid.filter(({ member }) => (member !== null) === OF_MEMBERS.has(family));
  const [thickest] = (own.length > 0 ? own : solid).toSorted((a, b) => b.thickness - a.thickness);
  return thickest?.id ?? null;
}

/** Failed checks by the step that they hold. */
function heldBy(
  checks: readonly SiteCheck[],
  found: ReadonlyMap<string, CheckEntry>,
): Map<string, string[]> {
  const held = new Map<string, string[]>();
  for (const { id, before } of checks)
    if (before && found.get(id)?.result === 'fail')
      held.set(before, [...(held.get(before) ?? []), id]);
  return held;
}

function heldProblems(
  steps: readonly PlannedStep[],
  found: ReadonlyMap<string, CheckEntry>,
): SiteProblem[] {
  return steps.flatMap(({ id, held, start }) =>
    held.map((check) => ({
      at: id,
      message: start
        ? say`started although ${check} failed on ${found.get(check)!.at}`
        : say`held: ${check} failed on ${found.get(check)!.at}; it starts when that passes, or is overridden with a name and a reason`,
    })),
  );
}

/** Choices that a wall cannot follow. */
function choiceProblems(
  house: House<unknown>,
  walls: Readonly<Record<string, ResolvedWall>>,
  { racking }: Choices,
): SiteProblem[] {
  if (racking !== 'inside') return [];
  return house.elevations.flatMap(({ id, name, assembly }) =>
    walls[assembly] && wallSteps(walls[assembly], racking).racking === null
      ? [
          {
            at: 'choices.racking',
            message: say`${name ?? id}: its wall has no board inside the studs that could hold the frame`,
          },
        ]
      : [],
  );
}

/** Wood that was last measured too wet for what comes next. */
function readingProblems(
  { readings = [] }: SiteBase,
  graph: readonly GraphStep[],
  trade: ReturnType<typeof tradeOf>,
): SiteProblem[] {
  const latest = new Map(
    readings
      .filter(({ kind }) => kind === 'wood-moisture')
      .toSorted((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
      .map((reading) => [reading.where, reading]),
  );
  return [...latest.values()].flatMap(({ where, value, at }) => {
    const [elevation] = where.split('/');
    const closing = graph.find(
      (step) => step.elevation === elevation && step.family === 'cavity-fill',
    );
    if (!closing) return [];
    const limit = woodLimit(closing.layers, trade);
    return value <= limit + 1e-9
      ? []
      : [
          {
            at: closing.id,
            message: say`wood at ${where} held ${measured('share', value)} on ${at}: it is closed in at ${measured('share', limit)} or less`,
          },
        ];
  });
}

/** The last day that something was entered for; without any the start. */
export function lastEntered({
  start,
  progress = [],
  checks = [],
  readings = [],
  log = [],
}: SiteBase): Day {
  const days = [
    ...progress.flatMap(({ started, finished }) => [started, finished ?? started]),
    ...checks.map(({ at }) => at),
    ...readings.map(({ at }) => at),
    ...log.map(({ day }) => day),
  ];
  return days.reduce((last, day) => (day > last ? day : last), start);
}

/**
 * How often each crew goes around the house: it begins anew whenever it goes back to an elevation before the one that it
 * comes from, in the order of the elevations.
 */
function crewPasses(steps: readonly PlannedStep[], people: (crew: string) => number): CrewPasses[] {
  const order = new Map(
    [...new Set(steps.map(({ elevation }) => elevation))].map((id, n) => [id, n]),
  );
  return [...groupedBy(steps, ({ crew }) => crew)].map(([crew, own]) => {
    const inTurn = own
      .filter(({ start }) => start !== null)
      .toSorted((a, b) => (a.start! < b.start! ? -1 : a.start! > b.start! ? 1 : 0))
      .map(({ elevation }) => order.get(elevation)!);
    const returns = inTurn.filter((at, n) => n > 0 && at < inTurn[n - 1]!).length;
    return {
      crew,
      people: people(crew),
      passes: inTurn.length > 0 ? returns + 1 : 0,
      hours: own.reduce((sum, { hours }) => sum + hours, 0),
    };
  });
}
