// “hygro” is short for hygrothermal: coupled heat and moisture through the hours of the years.

export * from './boundary.ts';
export * from './climate-formula.ts';
export * from './exposure.ts';
export * from './faces.ts';
export * from './frost.ts';
export * from './indoor-models.ts';
export * from './judged-run.ts';
export * from './find-run-fixes.ts';
export * from './run-fixes.ts';
export * from './mesh.ts';
export * from './mold.ts';
export * from './path.ts';
export * from './run-verdicts.ts';
export * from './setup.ts';
export * from './simulate.ts';
export { FREE } from './node-state.ts';
export type * from './solver-types.ts';
export * from './solver.ts';
export * from './types.ts';
export * from './weather-hours.ts';
