export * from './air-space.ts';
export * from './corrections.ts';
export * from './paths.ts';
export * from './profile.ts';
export * from './resistances.ts';
export * from './thermal.ts';
export * from './plan-section.ts';
export * from './section.ts';
