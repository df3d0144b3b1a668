import { deepEqual } from 'fast-equals';
import type { ResolvedWall } from '@eldrun/core/build-up';
import { InputError } from '@eldrun/core/errors';
import { HOUSE_FORMAT, type ProjectHouse } from '@eldrun/core/house';
import {
  alternatives,
  lastEntered,
  lateItems,
  siteGraph,
  sitePlan,
  USUAL_CHOICES,
  withMoves,
  type Alternative,
  type Choices,
  type GraphStep,
  type LateItem,
  type ProjectSite,
  type SiteHouse,
  type SitePlan,
} from '@eldrun/core/site';
import { derivation, type Look } from './derive.ts';
import { onlyDocument } from './documents.ts';
import { assemblyWalls, elevations, savedDetails, savedHouse } from './house.ts';
import { resolvedWall } from './walls.ts';

/** How the walls of the house are built, as it was saved; null where nobody said it. */
export const savedSite = derivation(
  'saved site',
  (project) => [onlyDocument<ProjectSite>(project, 'site')?.document ?? null],
  (site) => site,
);

/** What the site does: what it chose, else what is usual. */
export const siteChoices = derivation(
  'site choices',
  (_, look) => [look(savedSite)?.choices ?? null],
  (choices): Choices => ({ ...USUAL_CHOICES, ...choices }),
  deepEqual,
);

/** The day that a site is looked at: its own, else the last day that anything was entered for. */
const siteDay = derivation(
  'site day',
  (_, look) => [look(savedSite)],
  (site): string | null => site && (site.today ?? lastEntered(site)),
);

/** What of a site its plan hangs on: not what was written in its log, and no test of the air. */
const planned = derivation(
  'what is planned',
  (_, look) => [look(savedSite)],
  (site): ProjectSite | null => {
    if (!site) return null;
    const { log: _log, airTests: _tests, today: _today, ...rest } = site;
    return rest;
  },
  deepEqual,
);

/** The walls that a site builds, by the names of their assemblies. */
export const wallsOfSite = derivation(
  'walls of site',
  (_, look) => [look(assemblyWalls), ...wallsOf(look)],
  (names, ...walls): Record<string, ResolvedWall> =>
    Object.fromEntries(Object.keys(names).map((name, n) => [name, walls[n]!])),
);

const wallsOf = (look: Look): ResolvedWall[] =>
  Object.values(look(assemblyWalls)).map((wall) => look(resolvedWall, wall));

/** The day that the plan of a site is made for: what nobody entered by then has not begun. */
const planDay = derivation(
  'day of plan',
  (_, look, date) => [look(savedSite), date],
  (site, date): string | null => site?.today ?? (date || null),
);

/** What of the house a site builds, with how its edges are made. */
const builtHouse = derivation(
  'built house',
  (_, look) => {
    const { groups, controls } = look(savedDetails) ?? {};
    return [look(savedHouse), groups ?? null, controls ?? null, look(elevations)];
  },
  (house, groups, controls, able): SiteHouse => ({
    ...(house ?? NO_HOUSE),
    elevations: [...able],
    details: { ...(groups ? { groups } : {}), ...(controls ? { controls } : {}) },
  }),
);

const NO_HOUSE: ProjectHouse = {
  format: HOUSE_FORMAT,
  version: 1,
  name: 'House',
  assemblies: {},
  elevations: [],
};

/**
 * The plan of a site as it is read on a day: what was not entered by then has not begun. Without an elevation it is empty.
 *
 * @throws InputError where nothing of it is entered
 */
export const planOnDay = derivation(
  'site plan',
  (_, look, date) => [
    look(planned),
    look(builtHouse),
    look(wallsOfSite),
    look(planDay, date),
    // Its clocks are read on the last day that anything was entered for, where it has no other.
    look(planDay, date) ?? look(siteDay),
  ],
  (site, house, walls, today, day): SitePlan => {
    if (!site)
      throw new InputError('site', 'nothing of it is entered yet', 'a start in the place Site');
    return sitePlan(readOn(site, today)!, house, walls, day!);
  },
);

/** What a plan was made from, with the plan: what comes too late by it, and what other orders would bring. */
const withPlan = (look: Look, date: string) =>
  [
    look(planned),
    look(builtHouse),
    look(wallsOfSite),
    look(planDay, date),
    look(planOnDay, date),
  ] as const;

const readOn = (site: ProjectSite | null, today: string | null): ProjectSite | null =>
  site && { ...site, ...(today ? { today } : {}) };

/** What was ordered and comes too late, by the day that the plan is read on. */
export const lateOnDay = derivation(
  'late items',
  (_, look, date) => withPlan(look, date),
  (site, house, walls, today, plan): LateItem[] => {
    const read = readOn(site, today);
    return read ? lateItems(read, house, walls, plan) : [];
  },
);

/** Other legal orders of the same house, by the day that the plan is read on. */
export const othersOnDay = derivation(
  'other orders',
  (_, look, date) => withPlan(look, date),
  (site, house, walls, today, plan): Alternative[] => {
    const read = readOn(site, today);
    return read ? alternatives(read, house, walls, plan) : [];
  },
);

/** The steps of a site as they wait for each other, with everybody's own order. */
export const stepsOfSite = derivation(
  'steps of site',
  (_, look) => [look(planned), look(builtHouse), look(wallsOfSite)],
  (site, house, walls): GraphStep[] =>
    site ? withMoves(siteGraph(house, walls, site), site.moves ?? []).steps : [],
);

/** The plan of a site as it was entered. */
export const planOfSite = derivation(
  'plan',
  (_, look) => [look(planOnDay)],
  (plan) => plan,
);
