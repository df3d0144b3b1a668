export * from './library.ts';
export * from './psychrometrics.ts';
export * from './types.ts';
