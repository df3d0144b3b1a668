export * from './checks.ts';
export * from './local-heat.ts';
export * from './room.ts';
export * from './service-cavity.ts';
export * from './shell.ts';
export type * from './types.ts';
