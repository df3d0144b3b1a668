// Coupled heat, vapor and liquid water through the hours of the years (EN 15026); `steady-moisture` has the months.

export * from './boundary.ts';
export * from './climate-formula.ts';
export * from './exposure.ts';
export * from './faces.ts';
export * from './frost.ts';
export * from './indoor-models.ts';
export * from './judged-run.ts';
export * from './mesh.ts';
export * from './mold.ts';
export * from './path.ts';
export * from './setup.ts';
export * from './simulate.ts';
export type * from './solver-types.ts';
export * from './solver.ts';
export * from './types.ts';
export * from './weather-hours.ts';
