export * from './commands.ts';
export * from './mirror.ts';
export * from './outline.ts';
export * from './types.ts';
