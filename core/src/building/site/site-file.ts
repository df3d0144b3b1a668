import type { Materials } from '../../physics/materials/index.ts';
import { messageText, type UnitSystem } from '../../common/units/index.ts';
import { sitePlan, siteWalls } from './plan.ts';
import type { SiteFile } from './types.ts';

/**
 * A site planned, as a file: steps with their days, clocks, checks, what is left behind, and what is wrong.
 *
 * @param site a validated site file
 * @param system of the numbers in what is said
 * @throws InputError for a material that does not exist
 * @see docs/site.md
 */
export function siteFile(
  site: SiteFile,
  projectMaterials: Materials = {},
  system: UnitSystem = 'metric',
) {
  const plan = sitePlan(site, site.house, siteWalls(site.house.assemblies, projectMaterials));
  return {
    format: 'eldrun-site-plan',
    version: 1,
    steps: plan.steps.map(({ family: _, entered: __, after, ...step }) => ({
      ...step,
      after: after.map((one) => one.step),
    })),
    clocks: plan.clocks,
    checks: plan.checks.map(({ what, ...one }) => ({ ...one, what: messageText(what, system) })),
    leaveBehinds: plan.leaveBehinds,
    crews: plan.crews,
    finish: plan.finish,
    problems: plan.problems.map(({ at, message }) => `${at}: ${messageText(message, system)}`),
  };
}

export type SitePlanFile = ReturnType<typeof siteFile>;
