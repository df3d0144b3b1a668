export * from './swap.ts';
