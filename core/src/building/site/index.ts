export { addDays, dayNumber, dayOf, weekday, workdaysOf, type Workdays } from './days.ts';
export * from './types.ts';
export { alternatives, lateItems, type Alternative, type LateItem } from './alternatives.ts';
export { cautionsOf } from './cautions.ts';
export { isDenseFill } from './check-texts.ts';
export { withinCheck } from './checks.ts';
export { applySite } from './commands.ts';
export { conditionsOf, stepWeather, type Condition, type StepWeather } from './conditions.ts';
export { crewOf, USUAL_CREWS } from './crews.ts';
export { cureOf, type CureCoat } from './cure.ts';
export {
  simulatedForecast,
  type Forecast,
  type ForecastDay,
  type ForecastService,
} from './forecast.ts';
export { ancestors, stepGraph, type GraphStep, type SiteWall } from './graph.ts';
export { leadTimesOf } from './lead-times.ts';
export { refusalOf, withMoves, type Refusal } from './moves.ts';
export {
  crewPasses,
  groupedBy,
  latestChecks,
  siteGraph,
  sitePlan,
  siteWalls,
  USUAL_CHOICES,
} from './plan.ts';
export { ROUTES, type Route } from './routes.ts';
export { needsItem, workdaysFor } from './schedule.ts';
export { siteFile, type SitePlanFile } from './site-file.ts';
export { standingOn } from './standing.ts';
export { wallSteps, type WallStep, type WallSteps } from './wall-steps.ts';
export { openWall, wettingRun, type Wetting, type WettingStart } from './wetting.ts';
export { checkName, dayText, kindName } from './words.ts';
export { hourOfYear, siteWeather, weatherDay } from './forecast.ts';
