export * from './presets.ts';
export * from './systems.ts';
