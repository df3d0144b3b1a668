export * from './endpoint.ts';
export * from './endpoints.ts';
export type * from './types.ts';
