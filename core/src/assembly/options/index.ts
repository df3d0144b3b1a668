export * from './compare.ts';
export * from './measures.ts';
export * from './ways.ts';
export * from './facts.ts';
export * from './rows.ts';
