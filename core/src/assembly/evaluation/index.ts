export * from './evaluate.ts';
