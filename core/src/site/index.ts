export { addDays, dayNumber, dayOf, weekday, workdaysOf, type Workdays } from './days.ts';
export * from './types.ts';
export { crewOf, USUAL_CREWS } from './crews.ts';
export { ancestors, stepGraph, type GraphStep, type SiteWall } from './graph.ts';
export { checkMove, refusalOf, withMoves, type Refusal } from './moves.ts';
export { crewPasses, latestChecks, siteGraph, sitePlan, siteWalls, USUAL_CHOICES } from './plan.ts';
export { needsItem, workdaysFor } from './schedule.ts';
export { siteFile, type SitePlanFile } from './site-file.ts';
export { wallSteps, type WallStep, type WallSteps } from './wall-steps.ts';
