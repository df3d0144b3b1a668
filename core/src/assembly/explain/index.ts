export * from './layer-figures.ts';
export * from './layers.ts';
export * from './readings.ts';
export * from './titles.ts';
export * from './types.ts';
