export { addDays, dayNumber, dayOf, weekday, workdaysOf } from './days.ts';
export * from './types.ts';
export { alternatives, lateItems, type Alternative, type LateItem } from './alternatives.ts';
export { cautionsOf } from './cautions.ts';
export { measuredResult, withinCheck } from './checks.ts';
export { applySite } from './commands.ts';
export { conditionsOf, stepWeather, type StepWeather } from './conditions.ts';
export { crewOf, USUAL_CREWS } from './crews.ts';
export { cureOf } from './cure.ts';
export { simulatedForecast, type ForecastDay } from './forecast.ts';
export { ancestors } from './graph.ts';
export { leadTimesOf } from './lead-times.ts';
export { refusalOf, withMoves } from './moves.ts';
export {
  groupedBy,
  lastEntered,
  latestChecks,
  siteGraph,
  sitePlan,
  siteWalls,
  problemStatus,
  USUAL_CHOICES,
} from './plan.ts';
export { ROUTES } from './routes.ts';
export { workdaysFor } from './schedule.ts';
export { siteFile, type SitePlanFile } from './site-file.ts';
export { standingOn } from './standing.ts';
export { wallSteps } from './wall-steps.ts';
export { openWall, wettingRun, wettingStatus, type Wetting, type WettingStart } from './wetting.ts';
export {
  checkLimitText,
  checkName,
  checkValueText,
  dayText,
  entryText,
  kindName,
  longDay,
  problemPlace,
  stepDays,
} from './words.ts';
export { hourOfYear, siteWeather } from './forecast.ts';
export type { SiteHouse } from './check-texts.ts';
export type { GraphStep } from './graph.ts';
