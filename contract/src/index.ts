export * from './endpoint.ts';
export * from './endpoints.ts';
export * from './limits.ts';
export * from './listed.ts';
export * from './told.ts';
export type * from './types.ts';
