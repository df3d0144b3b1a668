export * from './changes.ts';
export * from './commands.ts';
export * from './types.ts';
export * from './words.ts';
