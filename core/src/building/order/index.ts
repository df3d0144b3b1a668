export * from './commands.ts';
export * from './priced.ts';
export * from './receiving.ts';
export * from './substitutes.ts';
export * from './table.ts';
export * from './types.ts';
export * from './words.ts';
export * from './receiving-table.ts';
