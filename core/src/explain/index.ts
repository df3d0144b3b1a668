export * from './layers.ts';
export * from './readings.ts';
export * from './types.ts';
