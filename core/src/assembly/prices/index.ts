export * from './commands.ts';
export * from './csv.ts';
export * from './priced.ts';
export * from './types.ts';
