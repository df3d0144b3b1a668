export { judgmentFixes, judgmentFixSteps, type JudgmentFix, type JudgmentFixes } from './fixes.ts';
export { judge, judgeWithRuns, noWorseThan, statusOfLayers } from './judge.ts';
export { sampledName } from './sure.ts';
export { besideJudgment } from './beside-judgment.ts';
export * from './runs.ts';
export * from './samples.ts';
export { madeUpWeather, missingForRuns, STANDARD_EXPOSURE, WEATHER_SEED } from './standard-runs.ts';
export { judgedMarginOf } from './static.ts';
export * from './types.ts';
